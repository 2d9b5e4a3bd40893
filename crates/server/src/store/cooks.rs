//! Cooks and what happened to them, in the order it was kept.

use super::schema::{cook_events, cooks};
use diesel::prelude::*;

/// The form of a plan's request and of an event that is written now.
pub const FORM: i32 = 1;

/// A cook as kept.
#[derive(Debug, Clone, PartialEq, Queryable, Selectable, Insertable)]
#[diesel(table_name = cooks)]
pub struct CookRow {
    /// Its name.
    pub id: String,
    /// What it is called.
    pub title: String,
    /// Form of the snapshot.
    pub form: i32,
    /// The request of its plan.
    pub snapshot: String,
    /// Pieces in the same pan share a name of it.
    pub pan: Option<String>,
    /// When it was begun, ms since 1970: its events count from here.
    pub made_ms: i64,
    /// It is on the plate or given up.
    pub ended: bool,
}

/// An event as kept.
#[derive(Debug, Clone, PartialEq, Queryable, Selectable)]
#[diesel(table_name = cook_events)]
pub struct EventRow {
    /// Its place among all events.
    pub seq: i64,
    /// Of which cook.
    pub cook: String,
    /// Made by the device.
    pub id: String,
    /// Form of the body.
    pub form: i32,
    /// What happened.
    pub body: String,
    /// When it was kept, ms since 1970.
    pub kept_ms: i64,
}

/// An event to keep.
#[derive(Debug, Clone, Insertable)]
#[diesel(table_name = cook_events)]
pub struct NewEvent {
    /// Of which cook.
    pub cook: String,
    /// Made by the device.
    pub id: String,
    /// Form of the body.
    pub form: i32,
    /// What happened.
    pub body: String,
    /// When it was kept, ms since 1970.
    pub kept_ms: i64,
}

/// Begins a cook. The same one again is that one.
///
/// # Errors
/// Whatever the database says.
pub fn begin(connection: &mut SqliteConnection, row: &CookRow) -> QueryResult<CookRow> {
    connection.immediate_transaction(|connection| {
        diesel::insert_or_ignore_into(cooks::table)
            .values(row)
            .execute(connection)?;
        cooks::table
            .find(&row.id)
            .select(CookRow::as_select())
            .first(connection)
    })
}

/// One cook.
///
/// # Errors
/// Whatever the database says.
pub fn one(connection: &mut SqliteConnection, id: &str) -> QueryResult<Option<CookRow>> {
    cooks::table
        .find(id)
        .select(CookRow::as_select())
        .first(connection)
        .optional()
}

/// Cooks under way, the oldest first.
///
/// # Errors
/// Whatever the database says.
pub fn under_way(connection: &mut SqliteConnection) -> QueryResult<Vec<CookRow>> {
    cooks::table
        .filter(cooks::ended.eq(false))
        .order((cooks::made_ms, cooks::id))
        .select(CookRow::as_select())
        .load(connection)
}

/// Cooks gone by, the newest first.
///
/// # Errors
/// Whatever the database says.
pub fn gone_by(connection: &mut SqliteConnection, most: i64) -> QueryResult<Vec<CookRow>> {
    cooks::table
        .filter(cooks::ended.eq(true))
        .order((cooks::made_ms.desc(), cooks::id.desc()))
        .limit(most)
        .select(CookRow::as_select())
        .load(connection)
}

/// What happened to a cook, in the order it was kept.
///
/// # Errors
/// Whatever the database says.
pub fn events(connection: &mut SqliteConnection, cook: &str) -> QueryResult<Vec<EventRow>> {
    cook_events::table
        .filter(cook_events::cook.eq(cook))
        .order(cook_events::seq)
        .select(EventRow::as_select())
        .load(connection)
}

/// Keeps events, each id once, all or none; and whether the cook has ended by them.
///
/// # Errors
/// Whatever the database says.
pub fn keep(
    connection: &mut SqliteConnection,
    cook: &str,
    new: &[NewEvent],
    ended: impl FnOnce(&[EventRow]) -> bool,
) -> QueryResult<Vec<EventRow>> {
    connection.immediate_transaction(|connection| {
        for event in new {
            diesel::insert_or_ignore_into(cook_events::table)
                .values(event)
                .execute(connection)?;
        }
        let all = events(connection, cook)?;
        diesel::update(cooks::table.find(cook))
            .set(cooks::ended.eq(ended(&all)))
            .execute(connection)?;
        Ok(all)
    })
}

/// Takes a cook out of the book, with all that happened.
///
/// # Errors
/// Whatever the database says.
pub fn remove(connection: &mut SqliteConnection, id: &str) -> QueryResult<bool> {
    Ok(diesel::delete(cooks::table.find(id)).execute(connection)? > 0)
}
