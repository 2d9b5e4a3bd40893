//! What is kept, and what all of it has in common.

pub mod cooks;

use crate::error::RequestError;

/// Longest name, letters.
const MOST_TITLE: usize = 120;

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
