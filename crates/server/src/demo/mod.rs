//! The demo kitchen: an invented harbour canteen and what it cooked in the last days.

use crate::error::RequestError;
use crate::routes::card_answered;
use crate::store::{self, Store};
use crate::wire::{self, CardNew};
use jiff::tz::TimeZone;
use jiff::{Timestamp, ToSpan};
use serde::Deserialize;

#[derive(Debug, Deserialize)]
#[serde(deny_unknown_fields)]
struct DemoCard {
    days_ago: i64,
    at: jiff::civil::Time,
    result: Option<String>,
    note: String,
    card: CardNew,
}

/// Fills an empty store.
///
/// # Errors
/// When a demo card does not plan or the store refuses it.
pub fn fill(store: &Store, now: Timestamp) -> Result<(), RequestError> {
    let cards: Vec<DemoCard> = wire::read(include_bytes!("kitchen.json"))?;
    let mut connection = store.get().map_err(RequestError::ours)?;
    for demo in &cards {
        let saved = now
            .to_zoned_datetime(TimeZone::system())
            .checked_sub(demo.days_ago.days())
            .and_then(|day| day.with().time(demo.at).build())
            .map_err(RequestError::ours)?
            .timestamp();
        let mut row = card_answered(&demo.card, saved.to_string())?;
        row.result.clone_from(&demo.result);
        row.note.clone_from(&demo.note);
        store::add(&mut connection, &row).map_err(RequestError::ours)?;
    }
    Ok(())
}
