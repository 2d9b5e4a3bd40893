//! What a kitchen keeps by name.

use super::schema::shelf;
use super::{Changed, Page};
use diesel::prelude::*;

/// The form of a thing that is written now: what a request to keep it says.
pub const FORM: i32 = 1;

/// A thing as kept.
#[derive(Debug, Clone, Queryable, Selectable)]
#[diesel(table_name = shelf)]
pub struct ShelfRow {
    /// Its name to programs.
    pub id: String,
    /// piece, lot or fish.
    pub kind: String,
    /// What it is called.
    pub name: String,
    /// Form of what it is.
    pub form: i32,
    /// What it is.
    pub snapshot: String,
    /// RFC 3339.
    pub saved_at: String,
    /// Counts changes.
    pub revision: i32,
    /// RFC 3339, when it was taken away.
    pub removed_at: Option<String>,
}

/// A thing to keep.
#[derive(Debug, Clone, Insertable)]
#[diesel(table_name = shelf)]
pub struct NewShelf {
    /// Its name to programs.
    pub id: String,
    /// piece, lot or fish.
    pub kind: String,
    /// What it is called.
    pub name: String,
    /// Form of what it is.
    pub form: i32,
    /// What it is.
    pub snapshot: String,
    /// RFC 3339.
    pub saved_at: String,
}

/// A change to a thing.
#[derive(Debug, Clone, AsChangeset)]
#[diesel(table_name = shelf)]
pub struct ShelfEdit {
    /// What it is called.
    pub name: String,
    /// Form of what it is.
    pub form: i32,
    /// What it is.
    pub snapshot: String,
}

/// A page of them, newest first, and how many there are: those on the shelf, or those taken away.
///
/// # Errors
/// Whatever the database says.
pub fn list(
    connection: &mut SqliteConnection,
    page: Page,
    removed: bool,
) -> QueryResult<(Vec<ShelfRow>, i64)> {
    let total = if removed {
        shelf::table
            .filter(shelf::removed_at.is_not_null())
            .count()
            .get_result(connection)?
    } else {
        shelf::table
            .filter(shelf::removed_at.is_null())
            .count()
            .get_result(connection)?
    };
    let some = shelf::table
        .order((shelf::saved_at.desc(), shelf::id.desc()))
        .limit(page.size())
        .offset(page.offset())
        .select(ShelfRow::as_select());
    let rows = if removed {
        some.filter(shelf::removed_at.is_not_null())
            .load(connection)?
    } else {
        some.filter(shelf::removed_at.is_null()).load(connection)?
    };
    Ok((rows, total))
}

fn one(connection: &mut SqliteConnection, id: &str) -> QueryResult<Option<ShelfRow>> {
    shelf::table
        .find(id)
        .select(ShelfRow::as_select())
        .first(connection)
        .optional()
}

/// Keeps things: all or none. Those whose name is there already are answered as they stand.
///
/// # Errors
/// Whatever the database says.
pub fn add(connection: &mut SqliteConnection, things: &[NewShelf]) -> QueryResult<Vec<ShelfRow>> {
    connection.immediate_transaction(|connection| {
        things
            .iter()
            .map(|thing| {
                if let Some(there) = one(connection, &thing.id)? {
                    return Ok(there);
                }
                diesel::insert_into(shelf::table)
                    .values(thing)
                    .returning(ShelfRow::as_returning())
                    .get_result(connection)
            })
            .collect()
    })
}

/// Changes a thing of a kind that stands at a revision.
///
/// # Errors
/// Whatever the database says.
pub fn change(
    connection: &mut SqliteConnection,
    id: &str,
    kind: &str,
    revision: i32,
    edit: &ShelfEdit,
) -> QueryResult<Changed<ShelfRow>> {
    connection.immediate_transaction(|connection| {
        let there = one(connection, id)?;
        let Some(there) = there.filter(|t| t.kind == kind && t.removed_at.is_none()) else {
            return Ok(Changed::Missing);
        };
        if there.revision != revision {
            return Ok(Changed::Stale(there));
        }
        diesel::update(shelf::table.find(id))
            .set((edit, shelf::revision.eq(revision + 1)))
            .returning(ShelfRow::as_returning())
            .get_result(connection)
            .map(Changed::Done)
    })
}

/// Takes a thing away (`Some` time) or brings it back (`None`). Answers whether it is there.
///
/// # Errors
/// Whatever the database says.
pub fn put_away(
    connection: &mut SqliteConnection,
    id: &str,
    at: Option<&str>,
) -> QueryResult<bool> {
    connection.immediate_transaction(|connection| {
        let changed = diesel::update(shelf::table.find(id))
            .set((
                shelf::removed_at.eq(at),
                shelf::revision.eq(shelf::revision + 1),
            ))
            .execute(connection)?;
        Ok(changed == 1)
    })
}
