//! The demo kitchen: an invented harbour canteen and what it cooked in the last days.

use crate::error::RequestError;
use crate::routes::card_answered;
use crate::store::{self, Store};
use crate::wire::{self, CardNew};
use jiff::{SignedDuration, Timestamp};
use serde::Deserialize;

#[derive(Debug, Deserialize)]
#[serde(deny_unknown_fields)]
struct DemoCard {
    hours_ago: i64,
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
            .checked_sub(SignedDuration::from_hours(demo.hours_ago))
            .map_err(RequestError::ours)?;
        let mut row = card_answered(&demo.card, saved.to_string())?;
        row.result.clone_from(&demo.result);
        row.note.clone_from(&demo.note);
        store::add(&mut connection, &row).map_err(RequestError::ours)?;
    }
    Ok(())
}
