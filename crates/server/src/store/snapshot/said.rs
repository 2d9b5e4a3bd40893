//! What was said, word for word: of a thing on the shelf, of the kitchen.

use super::{Snapshot, Unreadable};
use serde::{Deserialize, Serialize};
use serde_json::Value;

/// What was said.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(transparent)]
pub struct Said(pub Value);

impl Snapshot for Said {
    const FORM: i32 = 1;

    fn earlier(form: i32, _: &str) -> Result<Self, Unreadable> {
        Err(Unreadable::Newer { form })
    }
}
