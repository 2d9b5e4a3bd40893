//! Pieces, lots and fish of the kitchen's own as they are kept.

use super::id_or_new;
use crate::error::RequestError;
use crate::store::kept::{Edit, List, Row};
use crate::store::snapshot::{Said, Snapshot};
use crate::wire::{ShelfBody, ShelfItem, ShelfNew};

/// What it is called where there is none.
pub const WHAT: &str = "thing on the shelf";
const MOST_NAME: usize = 60;

fn now() -> jiff::civil::DateTime {
    jiff::Timestamp::now()
        .to_zoned_datetime(jiff::tz::TimeZone::system())
        .datetime()
}

/// Checks a thing and makes its row.
///
/// # Errors
/// Whatever the core refuses, and a name that is none.
pub fn row(new: &ShelfNew) -> Result<Row, RequestError> {
    let name = new.name.trim();
    if name.is_empty() || name.chars().count() > MOST_NAME {
        return Err(RequestError::Field {
            code: "bad_name",
            field: "name",
            message: format!("it needs a name of 1 to {MOST_NAME} characters"),
        });
    }
    new.body.check(now())?;
    let said = Said(serde_json::to_value(&new.body).map_err(RequestError::ours)?);
    let row = Row {
        kind: new.body.kind().to_owned(),
        ..Row::new(
            List::Shelf,
            id_or_new(new.id.as_deref())?,
            name.to_owned(),
            jiff::Timestamp::now().to_string(),
        )
    };
    said.on(row).map_err(RequestError::ours)
}

/// A change that makes a thing what this row says.
pub fn edit(row: Row) -> Edit {
    Edit {
        title: Some(row.title),
        form: Some(row.form),
        snapshot: Some(row.snapshot),
        ..Edit::default()
    }
}

/// A thing as it goes out; one that cannot be read says so and hides nothing but itself.
pub fn item(row: Row) -> ShelfItem {
    let read: Result<ShelfBody, String> = Said::read(&row)
        .map_err(|cause| cause.to_string())
        .and_then(|said| serde_json::from_value(said.0).map_err(|cause| cause.to_string()));
    let beside = read.as_ref().ok().map(|body| body.beside(&row.id, now()));
    let (lot_today, fish) = beside.unwrap_or_default();
    ShelfItem {
        id: row.id,
        kind: row.kind,
        name: row.title,
        unreadable: read.as_ref().err().cloned(),
        body: read.ok(),
        saved_at: row.saved_at,
        revision: row.revision,
        lot_today,
        fish,
    }
}
