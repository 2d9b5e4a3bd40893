//! What a kitchen keeps by name.

use super::schema::shelf;
use diesel::prelude::*;

/// A thing as kept.
#[derive(Debug, Clone, Queryable, Selectable)]
#[diesel(table_name = shelf)]
pub struct ShelfRow {
    /// Its number.
    pub id: i32,
    /// piece, lot or fish.
    pub kind: String,
    /// What it is called.
    pub name: String,
    /// What it is.
    pub body_json: String,
    /// RFC 3339.
    pub saved_at: String,
}

/// A thing to keep.
#[derive(Debug, Clone, Insertable)]
#[diesel(table_name = shelf)]
pub struct NewShelf {
    /// piece, lot or fish.
    pub kind: String,
    /// What it is called.
    pub name: String,
    /// What it is.
    pub body_json: String,
    /// RFC 3339.
    pub saved_at: String,
}

/// A change to a thing.
#[derive(Debug, Clone, AsChangeset)]
#[diesel(table_name = shelf)]
pub struct ShelfEdit {
    /// What it is called.
    pub name: String,
    /// What it is.
    pub body_json: String,
}

/// Most things that are listed.
const MOST_LISTED: i64 = 1000;

/// All of them, newest first.
///
/// # Errors
/// Whatever the database says.
pub fn list(connection: &mut SqliteConnection) -> QueryResult<Vec<ShelfRow>> {
    shelf::table
        .filter(shelf::removed_at.is_null())
        .order((shelf::saved_at.desc(), shelf::id.desc()))
        .limit(MOST_LISTED)
        .select(ShelfRow::as_select())
        .load(connection)
}

/// Keeps things: all or none.
///
/// # Errors
/// Whatever the database says.
pub fn add(connection: &mut SqliteConnection, things: &[NewShelf]) -> QueryResult<Vec<ShelfRow>> {
    connection.immediate_transaction(|connection| {
        things
            .iter()
            .map(|thing| {
                diesel::insert_into(shelf::table)
                    .values(thing)
                    .returning(ShelfRow::as_returning())
                    .get_result(connection)
            })
            .collect()
    })
}

/// Changes a thing of a kind; nothing when it is not there.
///
/// # Errors
/// Whatever the database says.
pub fn change(
    connection: &mut SqliteConnection,
    id: i32,
    kind: &str,
    edit: &ShelfEdit,
) -> QueryResult<Option<ShelfRow>> {
    let there = shelf::id
        .eq(id)
        .and(shelf::kind.eq(kind))
        .and(shelf::removed_at.is_null());
    connection.immediate_transaction(|connection| {
        diesel::update(shelf::table.filter(there))
            .set(edit)
            .returning(ShelfRow::as_returning())
            .get_result(connection)
            .optional()
    })
}

/// Takes a thing away (`Some` time) or brings it back (`None`). Answers whether it is there.
///
/// # Errors
/// Whatever the database says.
pub fn put_away(connection: &mut SqliteConnection, id: i32, at: Option<&str>) -> QueryResult<bool> {
    connection.immediate_transaction(|connection| {
        let changed = diesel::update(shelf::table.filter(shelf::id.eq(id)))
            .set(shelf::removed_at.eq(at))
            .execute(connection)?;
        Ok(changed == 1)
    })
}
