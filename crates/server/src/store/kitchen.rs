//! The kitchen as its cooks said it is.

use super::Changed;
use super::schema::kitchen;
use diesel::prelude::*;

/// The form that is written now: what a request says of a kitchen.
pub const FORM: i32 = 1;
const THE_ONE: i32 = 1;

/// The kitchen as kept.
#[derive(Debug, Clone, Queryable, Selectable, Insertable, AsChangeset)]
#[diesel(table_name = kitchen)]
pub struct KitchenRow {
    id: i32,
    /// Form of the snapshot.
    pub form: i32,
    /// What it is.
    pub snapshot: String,
    /// RFC 3339.
    pub saved_at: String,
    /// Counts changes, from 1.
    pub revision: i32,
}

/// The kitchen, once somebody has said what it is.
///
/// # Errors
/// Whatever the database says.
pub fn get(connection: &mut SqliteConnection) -> QueryResult<Option<KitchenRow>> {
    kitchen::table
        .find(THE_ONE)
        .select(KitchenRow::as_select())
        .first(connection)
        .optional()
}

/// Says what it is, in place of what was said at a revision; 0 where nothing was.
///
/// # Errors
/// Whatever the database says.
pub fn put(
    connection: &mut SqliteConnection,
    revision: i32,
    snapshot: String,
    saved_at: String,
) -> QueryResult<Changed<KitchenRow>> {
    connection.immediate_transaction(|connection| {
        let there = get(connection)?;
        if there.as_ref().map_or(0, |row| row.revision) != revision {
            return Ok(there.map_or(Changed::Missing, Changed::Stale));
        }
        let row = KitchenRow {
            id: THE_ONE,
            form: FORM,
            snapshot,
            saved_at,
            revision: revision + 1,
        };
        diesel::replace_into(kitchen::table)
            .values(&row)
            .execute(connection)?;
        Ok(Changed::Done(row))
    })
}
