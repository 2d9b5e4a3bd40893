//! All that is kept, out to one file and in from one.

use super::{board, cards, cooks, kitchen, services, shelf};
use crate::error::RequestError;
use crate::files::{BookFile, CookFile};
use crate::store::events as stored;
use crate::store::kept::{self, List, Row};
use crate::store::snapshot::cook::Cook;
use crate::store::snapshot::{Snapshot, Unreadable};
use crate::wire::ShelfNew;
use cindo_core::Within;
use cindo_core::cook::Event;
use diesel::sqlite::SqliteConnection;
use serde::Serialize;
use std::io::Write;

/// So many are read from the store at once.
const A_PIECE: i64 = 200;

/// The list of a file, each of its rows written as it is read.
struct Written<'a, W: Write, F> {
    out: &'a mut W,
    left_out: &'a mut Vec<String>,
    /// What a row is in a file; its title where it cannot be read.
    tell: F,
}

impl<
    W: Write,
    T: Serialize,
    F: FnMut(&mut SqliteConnection, Row) -> Result<Result<T, String>, RequestError>,
> Written<'_, W, F>
{
    fn list(
        mut self,
        c: &mut SqliteConnection,
        list: List,
        name: &str,
    ) -> Result<(), RequestError> {
        write!(self.out, ",\n  \"{name}\": [").map_err(RequestError::ours)?;
        let (mut after, mut first) = (None, true);
        loop {
            let rows = kept::after(c, list, after.as_ref(), A_PIECE).map_err(RequestError::ours)?;
            let Some(last) = rows.last() else { break };
            after = Some((last.saved_at.clone(), last.id.clone()));
            for row in rows {
                match (self.tell)(c, row)? {
                    Ok(one) => {
                        let comma = if first { "" } else { "," };
                        first = false;
                        let text = serde_json::to_string(&one).map_err(RequestError::ours)?;
                        write!(self.out, "{comma}\n    {text}").map_err(RequestError::ours)?;
                    }
                    Err(title) => self.left_out.push(title),
                }
            }
        }
        let end = if first { "]" } else { "\n  ]" };
        self.out
            .write_all(end.as_bytes())
            .map_err(RequestError::ours)
    }
}

/// Writes everything that is there as one file, oldest first, a row at a time: however much there is, little of it is held.
/// Answers the titles of what cannot be read, which stand in the file too.
///
/// # Errors
/// Whatever the store or the file says.
pub fn write(c: &mut SqliteConnection, out: &mut impl Write) -> Result<Vec<String>, RequestError> {
    // All of it as it stood at one moment.
    kept::as_it_stands(c, |c| {
        let mut left_out = vec![];
        write!(out, "{{\n  \"cindo_cards\": {}", crate::files::FORM).map_err(RequestError::ours)?;
        let card = |_: &mut SqliteConnection, row| Ok(cards::file(row));
        let written = Written {
            out,
            left_out: &mut left_out,
            tell: card,
        };
        written.list(c, List::Card, "cards")?;
        let thing = |_: &mut SqliteConnection, row| {
            let item = shelf::item(row);
            let (id, name) = (Some(item.id), item.name);
            Ok(match item.body {
                Some(body) => Ok(ShelfNew { id, name, body }),
                None => Err(name),
            })
        };
        let written = Written {
            out,
            left_out: &mut left_out,
            tell: thing,
        };
        written.list(c, List::Shelf, "shelf")?;
        let written = Written {
            out,
            left_out: &mut left_out,
            tell: cook_file,
        };
        written.list(c, List::Cook, "cooks")?;
        let done = |_: &mut SqliteConnection, row| Ok(services::read(&row).ok_or(row.title));
        let written = Written {
            out,
            left_out: &mut left_out,
            tell: done,
        };
        written.list(c, List::Service, "services")?;
        let said = kept::one(c, List::Kitchen, kitchen::ID).map_err(RequestError::ours)?;
        if said.is_some() {
            let told = kitchen::kept(said);
            match told.unreadable {
                None => single(out, "kitchen", &told.kitchen)?,
                Some(_) => left_out.push("the kitchen".into()),
            }
        }
        if let Some(row) = kept::one(c, List::Board, board::ID).map_err(RequestError::ours)? {
            match board::read(&row) {
                Ok(board) => single(out, "board", &board)?,
                Err(_) => left_out.push("the board".into()),
            }
        }
        if !left_out.is_empty() {
            single(out, "left_out", &left_out)?;
        }
        out.write_all(b"\n}\n").map_err(RequestError::ours)?;
        Ok(left_out)
    })
}

fn single(out: &mut impl Write, name: &str, what: &impl Serialize) -> Result<(), RequestError> {
    let text = serde_json::to_string(what).map_err(RequestError::ours)?;
    write!(out, ",\n  \"{name}\": {text}").map_err(RequestError::ours)
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

/// The lists of a file.
const EVERYTHING: [List; 6] = [
    List::Card,
    List::Shelf,
    List::Kitchen,
    List::Cook,
    List::Board,
    List::Service,
];

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
    /// Keeps all of it in the place of everything that is there, within a transaction: a row that stood there under the same
    /// name goes on counting its changes, so that nobody who read the old one writes over the new.
    ///
    /// # Errors
    /// Whatever the store says.
    pub fn put_in_place(self, c: &mut SqliteConnection) -> Result<usize, RequestError> {
        let was = kept::clear(c, &EVERYTHING).map_err(RequestError::ours)?;
        let came = self.put_within(c)?;
        kept::go_on(c, &was).map_err(RequestError::ours)?;
        Ok(came.cards.len() + came.others)
    }

    /// Keeps all of it, or none.
    ///
    /// # Errors
    /// Whatever the store says.
    pub fn put(self, c: &mut SqliteConnection) -> Result<Came, RequestError> {
        kept::atomic(c, |c| self.put_within(c))
    }

    fn put_within(self, c: &mut SqliteConnection) -> Result<Came, RequestError> {
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
    }
}
