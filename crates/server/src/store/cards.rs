//! Cards of the book.

use super::schema::cards;
use diesel::prelude::*;

/// A card as kept.
#[derive(Debug, Clone, Queryable, Selectable)]
#[diesel(table_name = cards)]
pub struct CardRow {
    /// Its name.
    pub id: i32,
    /// What it is called.
    pub title: String,
    /// RFC 3339.
    pub saved_at: String,
    /// What was asked.
    pub request_json: String,
    /// What was answered.
    pub plan_json: String,
    /// under, right or over.
    pub result: Option<String>,
    /// What to remember.
    pub note: String,
}

/// A card to keep.
#[derive(Debug, Clone, Insertable)]
#[diesel(table_name = cards)]
pub struct NewCard {
    /// What it is called.
    pub title: String,
    /// RFC 3339.
    pub saved_at: String,
    /// What was asked.
    pub request_json: String,
    /// What was answered.
    pub plan_json: String,
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

/// Most cards that are listed.
const MOST_LISTED: i64 = 500;

/// All cards, newest first.
///
/// # Errors
/// Whatever the database says.
pub fn list(connection: &mut SqliteConnection) -> QueryResult<Vec<CardRow>> {
    cards::table
        .filter(cards::removed_at.is_null())
        .order((cards::saved_at.desc(), cards::id.desc()))
        .limit(MOST_LISTED)
        .select(CardRow::as_select())
        .load(connection)
}

/// One card, if it is there.
///
/// # Errors
/// Whatever the database says.
pub fn one(connection: &mut SqliteConnection, id: i32) -> QueryResult<Option<CardRow>> {
    cards::table
        .filter(cards::id.eq(id).and(cards::removed_at.is_null()))
        .select(CardRow::as_select())
        .first(connection)
        .optional()
}

/// Keeps a card.
///
/// # Errors
/// Whatever the database says.
pub fn add(connection: &mut SqliteConnection, card: &NewCard) -> QueryResult<CardRow> {
    connection.immediate_transaction(|connection| {
        diesel::insert_into(cards::table)
            .values(card)
            .returning(CardRow::as_returning())
            .get_result(connection)
    })
}

/// Changes a card; answers it as it is then, or nothing when it is not there.
///
/// # Errors
/// Whatever the database says.
pub fn change(
    connection: &mut SqliteConnection,
    id: i32,
    edit: &CardEdit,
) -> QueryResult<Option<CardRow>> {
    let empty = edit.title.is_none() && edit.result.is_none() && edit.note.is_none();
    if empty {
        return one(connection, id);
    }
    connection.immediate_transaction(|connection| {
        diesel::update(cards::table.filter(cards::id.eq(id).and(cards::removed_at.is_null())))
            .set(edit)
            .returning(CardRow::as_returning())
            .get_result(connection)
            .optional()
    })
}

/// Takes a card out of the book; it can be brought back. Answers whether it was there.
///
/// # Errors
/// Whatever the database says.
pub fn remove(connection: &mut SqliteConnection, id: i32, at: &str) -> QueryResult<bool> {
    connection.immediate_transaction(|connection| {
        let there = cards::table.filter(cards::id.eq(id).and(cards::removed_at.is_null()));
        let changed = diesel::update(there)
            .set(cards::removed_at.eq(Some(at)))
            .execute(connection)?;
        Ok(changed == 1)
    })
}

/// Brings a removed card back.
///
/// # Errors
/// Whatever the database says.
pub fn restore(connection: &mut SqliteConnection, id: i32) -> QueryResult<Option<CardRow>> {
    connection.immediate_transaction(|connection| {
        diesel::update(cards::table.filter(cards::id.eq(id)))
            .set(cards::removed_at.eq(None::<String>))
            .returning(CardRow::as_returning())
            .get_result(connection)
            .optional()
    })
}
