//! What happened to cooks, in the order it was kept.

use super::schema::cook_events;
use super::text::Lossy;
use diesel::prelude::*;

/// The form of an event that is written now.
pub const FORM: i32 = 1;

/// An event as kept.
#[derive(Debug, Clone, PartialEq, Queryable, Selectable)]
#[diesel(table_name = cook_events)]
pub struct EventRow {
    /// Its place among all events.
    pub seq: i64,
    /// Of which cook.
    #[diesel(deserialize_as = Lossy)]
    pub cook: String,
    /// Made by the device.
    #[diesel(deserialize_as = Lossy)]
    pub id: String,
    /// Form of the body.
    pub form: i32,
    /// What happened.
    #[diesel(deserialize_as = Lossy)]
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

/// What happened to a cook.
///
/// # Errors
/// Whatever the database says.
pub fn of(c: &mut SqliteConnection, cook: &str) -> QueryResult<Vec<EventRow>> {
    cook_events::table
        .filter(cook_events::cook.eq(cook))
        .order(cook_events::seq)
        .select(EventRow::as_select())
        .load(c)
}

/// What happened to several cooks.
///
/// # Errors
/// Whatever the database says.
pub fn of_all(c: &mut SqliteConnection, cooks: &[String]) -> QueryResult<Vec<EventRow>> {
    cook_events::table
        .filter(cook_events::cook.eq_any(cooks))
        .order(cook_events::seq)
        .select(EventRow::as_select())
        .load(c)
}

/// Adds events, each id of a cook once.
///
/// # Errors
/// Whatever the database says.
pub fn add(c: &mut SqliteConnection, new: &[NewEvent]) -> QueryResult<()> {
    for event in new {
        diesel::insert_or_ignore_into(cook_events::table)
            .values(event)
            .execute(c)?;
    }
    Ok(())
}
