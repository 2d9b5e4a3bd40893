//! Cards of the book.

use super::schema::cards;
use super::{Changed, Page};
use diesel::prelude::*;

/// A card as kept.
#[derive(Debug, Clone, Queryable, Selectable)]
#[diesel(table_name = cards)]
pub struct CardRow {
    /// Its name.
    pub id: String,
    /// What it is called.
    pub title: String,
    /// RFC 3339.
    pub saved_at: String,
    /// Form of the snapshot.
    pub form: i32,
    /// What was asked and answered: see [`super::snapshot`].
    pub snapshot: String,
    /// under, right or over.
    pub result: Option<String>,
    /// What to remember.
    pub note: String,
    /// Counts changes.
    pub revision: i32,
    /// RFC 3339, when it was taken out.
    pub removed_at: Option<String>,
}

/// A card to keep.
#[derive(Debug, Clone, Insertable)]
#[diesel(table_name = cards)]
pub struct NewCard {
    /// Its name.
    pub id: String,
    /// What it is called.
    pub title: String,
    /// RFC 3339.
    pub saved_at: String,
    /// Form of the snapshot.
    pub form: i32,
    /// What was asked and answered.
    pub snapshot: String,
    /// under, right or over.
    pub result: Option<String>,
    /// What to remember.
    pub note: String,
}

/// A change to a card; `None` leaves a field, `Some(None)` empties it.
#[derive(Debug, Clone, Default, AsChangeset)]
#[diesel(table_name = cards)]
pub struct CardEdit {
    /// What it is called.
    pub title: Option<String>,
    /// How it came out.
    pub result: Option<Option<String>>,
    /// What to remember.
    pub note: Option<String>,
}

/// How many cards came out how.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default)]
pub struct Tally {
    /// All.
    pub all: i64,
    /// Not done enough.
    pub under: i64,
    /// As wanted.
    pub right: i64,
    /// Overdone.
    pub over: i64,
    /// Taken out of the book.
    pub removed: i64,
}

/// Which cards are looked for.
#[derive(Debug, Clone, Default)]
pub struct Wanted {
    /// Those taken out instead of those in the book.
    pub removed: bool,
    /// Each stands in the name or the note, whatever its case.
    pub words: Vec<String>,
}

impl Wanted {
    fn query(&self) -> cards::BoxedQuery<'_, diesel::sqlite::Sqlite> {
        let mut some = if self.removed {
            cards::table
                .filter(cards::removed_at.is_not_null())
                .into_boxed()
        } else {
            cards::table
                .filter(cards::removed_at.is_null())
                .into_boxed()
        };
        for word in &self.words {
            // A percent sign that was typed is one.
            let plain = word
                .replace('\\', "\\\\")
                .replace('%', "\\%")
                .replace('_', "\\_");
            let pattern = format!("%{plain}%");
            some = some.filter(
                cards::title
                    .like(pattern.clone())
                    .escape('\\')
                    .or(cards::note.like(pattern).escape('\\')),
            );
        }
        some
    }
}

/// A page of the cards that are wanted, newest first, and how many there are on all pages.
///
/// # Errors
/// Whatever the database says.
pub fn list(
    connection: &mut SqliteConnection,
    page: Page,
    wanted: &Wanted,
) -> QueryResult<(Vec<CardRow>, i64)> {
    let rows = wanted
        .query()
        .order((cards::saved_at.desc(), cards::id.desc()))
        .limit(page.size())
        .offset(page.offset())
        .select(CardRow::as_select())
        .load(connection)?;
    let total = wanted.query().count().get_result(connection)?;
    Ok((rows, total))
}

/// Every card in the book, oldest first.
///
/// # Errors
/// Whatever the database says.
pub fn all(connection: &mut SqliteConnection) -> QueryResult<Vec<CardRow>> {
    Wanted::default()
        .query()
        .order((cards::saved_at.asc(), cards::id.asc()))
        .select(CardRow::as_select())
        .load(connection)
}

/// Keeps cards, all or none. One whose id is taken by the same question is there already; one whose id is taken
/// by another gets an id of its own. Answers those that were made, and how many were there.
///
/// # Errors
/// Whatever the database says.
pub fn add_all(
    connection: &mut SqliteConnection,
    cards: Vec<NewCard>,
) -> QueryResult<(Vec<CardRow>, usize)> {
    connection.immediate_transaction(|connection| {
        let (mut made, mut there) = (vec![], 0);
        for card in cards {
            let (row, new) = put(connection, &card)?;
            if new {
                made.push(row);
            } else if asked(&row.snapshot) == asked(&card.snapshot) {
                there += 1;
            } else {
                let id = uuid::Uuid::now_v7().to_string();
                made.push(put(connection, &NewCard { id, ..card })?.0);
            }
        }
        Ok((made, there))
    })
}

/// What a snapshot asks: what was answered may have changed with the engine.
fn asked(snapshot: &str) -> Option<serde_json::Value> {
    let read: serde_json::Value = serde_json::from_str(snapshot).ok()?;
    read.get("request").cloned()
}

/// Counts the cards.
///
/// # Errors
/// Whatever the database says.
pub fn tally(connection: &mut SqliteConnection) -> QueryResult<Tally> {
    let counts: Vec<(Option<String>, i64)> = cards::table
        .filter(cards::removed_at.is_null())
        .group_by(cards::result)
        .select((cards::result, diesel::dsl::count_star()))
        .load(connection)?;
    let removed = cards::table
        .filter(cards::removed_at.is_not_null())
        .count()
        .get_result(connection)?;
    let mut tally = Tally {
        removed,
        ..Tally::default()
    };
    for (result, n) in counts {
        tally.all += n;
        match result.as_deref() {
            Some("under") => tally.under += n,
            Some("right") => tally.right += n,
            Some("over") => tally.over += n,
            _ => {}
        }
    }
    Ok(tally)
}

/// One card, if it is there; those taken out too.
///
/// # Errors
/// Whatever the database says.
pub fn one(connection: &mut SqliteConnection, id: &str) -> QueryResult<Option<CardRow>> {
    cards::table
        .find(id)
        .select(CardRow::as_select())
        .first(connection)
        .optional()
}

/// Keeps a card. When one of that name is there already, that is what is answered, and that nothing
/// was made: a write that is sent again makes one thing.
///
/// # Errors
/// Whatever the database says.
pub fn add(connection: &mut SqliteConnection, card: &NewCard) -> QueryResult<(CardRow, bool)> {
    connection.immediate_transaction(|connection| put(connection, card))
}

/// The same within a transaction.
fn put(connection: &mut SqliteConnection, card: &NewCard) -> QueryResult<(CardRow, bool)> {
    if let Some(there) = one(connection, &card.id)? {
        return Ok((there, false));
    }
    let made = diesel::insert_into(cards::table)
        .values(card)
        .returning(CardRow::as_returning())
        .get_result(connection)?;
    Ok((made, true))
}

/// Changes a card that stands at a revision.
///
/// # Errors
/// Whatever the database says.
pub fn change(
    connection: &mut SqliteConnection,
    id: &str,
    revision: i32,
    edit: &CardEdit,
) -> QueryResult<Changed<CardRow>> {
    connection.immediate_transaction(|connection| {
        let Some(there) = one(connection, id)?.filter(|card| card.removed_at.is_none()) else {
            return Ok(Changed::Missing);
        };
        if there.revision != revision {
            return Ok(Changed::Stale(there));
        }
        if edit.title.is_none() && edit.result.is_none() && edit.note.is_none() {
            return Ok(Changed::Done(there));
        }
        diesel::update(cards::table.find(id))
            .set((edit, cards::revision.eq(revision + 1)))
            .returning(CardRow::as_returning())
            .get_result(connection)
            .map(Changed::Done)
    })
}

/// Takes a card out of the book (`Some` time) or brings it back (`None`); answers it, or nothing
/// when it is not there to be taken out or brought back.
///
/// # Errors
/// Whatever the database says.
pub fn put_away(
    connection: &mut SqliteConnection,
    id: &str,
    at: Option<&str>,
) -> QueryResult<Option<CardRow>> {
    connection.immediate_transaction(|connection| {
        let there = one(connection, id)?;
        if there.is_none_or(|card| at.is_some() && card.removed_at.is_some()) {
            return Ok(None);
        }
        diesel::update(cards::table.find(id))
            .set((
                cards::removed_at.eq(at),
                cards::revision.eq(cards::revision + 1),
            ))
            .returning(CardRow::as_returning())
            .get_result(connection)
            .optional()
    })
}
