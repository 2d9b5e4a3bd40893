//! The kitchen as it is kept: one row, or none while nobody has said what it is.

use crate::error::RequestError;
use crate::store::kept::{List, Row};
use crate::store::snapshot::{Said, Snapshot};
use crate::wire::KitchenKept;
use cindo_core::kit::KitchenAsked;

/// What it is called where there is none.
pub const WHAT: &str = "kitchen";
/// The name of the one row.
pub const ID: &str = "kitchen";

/// Checks what was said and makes the row.
///
/// # Errors
/// Whatever the core refuses.
pub fn row(asked: &KitchenAsked, revision: i32) -> Result<Row, RequestError> {
    KitchenKept::checked(asked.clone(), revision)?;
    let said = Said(serde_json::to_value(asked).map_err(RequestError::ours)?);
    let at = jiff::Timestamp::now().to_string();
    said.on(Row::new(List::Kitchen, ID.into(), String::new(), at))
        .map_err(RequestError::ours)
}

/// As it goes out; one that cannot be read says so and is the usual.
pub fn kept(row: Option<Row>) -> KitchenKept {
    let Some(row) = row else {
        return KitchenKept::usual(0, None);
    };
    let read = Said::read(&row).map_err(|cause| cause.to_string());
    let asked = read.and_then(|said| {
        serde_path_to_error::deserialize::<_, KitchenAsked>(said.0).map_err(|c| c.to_string())
    });
    let checked = asked.and_then(|asked| {
        KitchenKept::checked(asked, row.revision).map_err(|cause| cause.to_string())
    });
    checked.unwrap_or_else(|cause| KitchenKept::usual(row.revision, Some(cause)))
}
