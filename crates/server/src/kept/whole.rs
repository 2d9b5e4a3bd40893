//! All that is kept, out to one file and in from one.

use super::{board, cards, cooks, kitchen, services, shelf};
use crate::error::RequestError;
use crate::files::{BookFile, CookFile};
use crate::store::events as stored;
use crate::store::kept::{self, List, Row, Wanted};
use crate::store::snapshot::cook::Cook;
use crate::store::snapshot::{Snapshot, Unreadable};
use crate::wire::ShelfNew;
use cindo_core::Within;
use cindo_core::cook::Event;
use diesel::sqlite::SqliteConnection;

/// So many are read from the store at once.
const A_PIECE: i64 = 100_000;

fn all(c: &mut SqliteConnection, list: List) -> Result<Vec<Row>, RequestError> {
    kept::all(c, list, &Wanted::default(), A_PIECE).map_err(RequestError::ours)
}

/// Everything that is there, oldest first; the titles of what cannot be read.
///
/// # Errors
/// Whatever the store says.
pub fn book(c: &mut SqliteConnection) -> Result<BookFile, RequestError> {
    let (mut written, mut left_out) = (vec![], vec![]);
    for row in all(c, List::Card)? {
        match cards::file(row) {
            Ok(card) => written.push(card),
            Err(title) => left_out.push(title),
        }
    }
    let mut book = BookFile::of(written, vec![]);
    for row in all(c, List::Shelf)? {
        let item = shelf::item(row);
        match item.body {
            Some(body) => book.shelf.push(ShelfNew {
                id: Some(item.id),
                name: item.name,
                body,
            }),
            None => left_out.push(item.name),
        }
    }
    let said = kept::one(c, List::Kitchen, kitchen::ID).map_err(RequestError::ours)?;
    if said.is_some() {
        let told = kitchen::kept(said);
        match told.unreadable {
            None => book.kitchen = Some(told.kitchen),
            Some(_) => left_out.push("the kitchen".into()),
        }
    }
    for row in all(c, List::Cook)? {
        match cook_file(c, row)? {
            Ok(cook) => book.cooks.push(cook),
            Err(title) => left_out.push(title),
        }
    }
    for row in all(c, List::Service)? {
        match services::read(&row) {
            Some(done) => book.services.push(done),
            None => left_out.push(row.title),
        }
    }
    if let Some(row) = kept::one(c, List::Board, board::ID).map_err(RequestError::ours)? {
        match board::read(&row) {
            Ok(board) => book.board = Some(board),
            Err(_) => left_out.push("the board".into()),
        }
    }
    book.left_out = left_out;
    Ok(book)
}

/// A cook as a file has it; its title when it cannot be read.
fn cook_file(c: &mut SqliteConnection, row: Row) -> Result<Result<CookFile, String>, RequestError> {
    let events = stored::of(c, &row.id).map_err(RequestError::ours)?;
    let read = (Cook::read(&row), row.saved_at.parse());
    let (Ok(cook), Ok(begun_at)) = read else {
        return Ok(Err(row.title));
    };
    Ok(Ok(CookFile {
        id: row.id,
        title: row.title,
        begun_at,
        form: Cook::FORM,
        kept: serde_json::to_value(cook).map_err(RequestError::ours)?,
        events: cooks::happened(&events),
        under_way: row.state == cooks::UNDER_WAY,
    }))
}

/// What is to be brought in.
#[derive(Debug)]
pub struct ToKeep {
    cards: Vec<Row>,
    shelf: Vec<Row>,
    kitchen: Option<Row>,
    services: Vec<Row>,
    board: Option<Row>,
    cooks: Vec<(Row, Vec<Event>)>,
}

/// What came of it.
#[derive(Debug)]
pub struct Came {
    /// Cards that are new.
    pub cards: Vec<Row>,
    /// How many of the rest are new.
    pub others: usize,
    /// How many were there already.
    pub there: usize,
}

fn placed(error: RequestError, list: &'static str, i: usize) -> RequestError {
    match error {
        RequestError::Input(input) => match Err::<(), _>(input).at(list, i) {
            Err(input) => RequestError::Input(input),
            Ok(()) => RequestError::ours("a refusal that is none"),
        },
        other => other,
    }
}

/// Reads a file: its cards planned anew, everything checked.
///
/// # Errors
/// Whatever the core refuses, with its place.
pub fn read(book: BookFile) -> Result<ToKeep, RequestError> {
    let cards = book.cards.into_iter().enumerate();
    let cards = cards.map(|(i, card)| cards::imported(card).map_err(|e| placed(e, "cards", i)));
    let things = book.shelf.iter().enumerate();
    let things = things.map(|(i, new)| shelf::row(new).map_err(|e| placed(e, "shelf", i)));
    let cooks = book.cooks.into_iter().enumerate();
    let cooks = cooks.map(|(i, cook)| cook_row(cook).map_err(|e| placed(e, "cooks", i)));
    Ok(ToKeep {
        cards: cards.collect::<Result<_, _>>()?,
        shelf: things.collect::<Result<_, _>>()?,
        kitchen: book.kitchen.map(|k| kitchen::row(&k, 0)).transpose()?,
        services: book
            .services
            .iter()
            .map(services::row)
            .collect::<Result<_, _>>()?,
        board: book.board.as_ref().map(board::write).transpose()?,
        cooks: cooks.collect::<Result<_, _>>()?,
    })
}

fn cook_row(file: CookFile) -> Result<(Row, Vec<Event>), RequestError> {
    let id = cooks::name(Some(&file.id))?;
    let title = super::title(&file.title)?;
    let unread = |cause: Unreadable| RequestError::Field {
        code: "unreadable",
        field: "cooks",
        message: format!("{title}: {cause}"),
    };
    let text = file.kept.to_string();
    let cook = Cook::read_form(file.form, &text).map_err(unread)?;
    for (i, event) in file.events.iter().enumerate() {
        event.check().at("events", i)?;
    }
    cooks::room(&[], &file.events)?;
    let at = cooks::stamp(file.begun_at.as_millisecond());
    let row = cook
        .on(Row::new(List::Cook, id, title, at))
        .map_err(RequestError::ours)?;
    let state = if file.under_way {
        cooks::UNDER_WAY
    } else {
        cooks::OVER
    };
    let state = state.to_owned();
    Ok((Row { state, ..row }, file.events))
}

impl ToKeep {
    /// Keeps all of it, or none.
    ///
    /// # Errors
    /// Whatever the store says.
    pub fn put(self, c: &mut SqliteConnection) -> Result<Came, RequestError> {
        kept::atomic(c, |c| {
            let (cards, there) = kept::add_all(c, self.cards, cards::same)?;
            let mut rest = self.shelf;
            let ones = self.kitchen.into_iter().chain(self.board);
            rest.extend(ones.map(|row| Row { revision: 1, ..row }));
            rest.extend(self.services);
            let (_, made) = kept::add_each(c, &rest)?;
            let mut came = Came {
                cards,
                others: made,
                there: there + rest.len() - made,
            };
            for (row, events) in self.cooks {
                if cooks::bring(c, &row, &events)? {
                    came.others += 1;
                } else {
                    came.there += 1;
                }
            }
            Ok(came)
        })
    }
}
