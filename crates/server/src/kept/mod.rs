//! What is kept, and what all of it has in common: from what is said to a row, and from a row to what is told. HTTP, the
//! bridge of a probe and the demo all go by what stands here.

pub mod board;
pub mod cards;
pub mod cooks;
pub mod kitchen;
pub mod services;
pub mod sheet;
pub mod shelf;
pub mod whole;

use crate::error::RequestError;

/// Longest name, letters.
const MOST_TITLE: usize = 120;
/// Longest id, letters.
const LONGEST_ID: usize = 64;

/// Checks a name.
///
/// # Errors
/// One that is empty or too long.
pub fn title(given: &str) -> Result<String, RequestError> {
    let title = given.trim();
    if title.is_empty() || title.chars().count() > MOST_TITLE {
        return Err(RequestError::Field {
            code: "bad_title",
            field: "title",
            message: format!("a card needs a name of 1 to {MOST_TITLE} characters"),
        });
    }
    Ok(title.to_owned())
}

/// The id that was asked for, or one made here: a UUID whose order is that of time.
///
/// # Errors
/// One that cannot stand in an address.
pub fn id_or_new(asked: Option<&str>) -> Result<String, RequestError> {
    let Some(id) = asked else {
        return Ok(uuid::Uuid::now_v7().to_string());
    };
    let fits = |c: char| c.is_ascii_alphanumeric() || c == '-' || c == '_';
    if id.is_empty() || id.len() > LONGEST_ID || !id.chars().all(fits) {
        return Err(RequestError::Field {
            code: "bad_id",
            field: "id",
            message: format!("an id is 1 to {LONGEST_ID} letters, digits, - and _"),
        });
    }
    Ok(id.to_owned())
}
