//! Cards as JSON of our own, whole; and what is read back, ours or a recipe of ours.

use super::card_file::CardFile;
use super::recipe;
use crate::error::RequestError;
use crate::wire::{PlanRequest, read};
use serde::de::IgnoredAny;
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

/// The form that is written now.
const FORM: u32 = 1;
/// Most cards in one file.
const MOST: usize = 200;

/// A book, or some of its cards.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
#[schema(example = json!({ "cindo_cards": 1, "cards": [{ "title": "Hake, steam", "request": { "piece": { "fish": "hake", "thickness_mm": 28 }, "method": { "kind": "steam" } } }] }))]
pub struct BookFile {
    /// Says what it is, and in which form: 1.
    pub cindo_cards: u32,
    /// 1 to 200 cards.
    pub cards: Vec<CardFile>,
    /// Titles of cards that could not be written, since what they asked cannot be read.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub left_out: Vec<String>,
}

impl BookFile {
    /// Of these cards.
    pub fn of(cards: Vec<CardFile>, left_out: Vec<String>) -> Self {
        Self {
            cindo_cards: FORM,
            cards,
            left_out,
        }
    }
}

/// One card.
pub(super) fn write(title: &str, request: &PlanRequest) -> Result<String, RequestError> {
    let card = CardFile {
        id: None,
        title: title.to_owned(),
        saved_at: None,
        result: None,
        note: String::new(),
        request: request.clone(),
    };
    let file = BookFile::of(vec![card], vec![]);
    serde_json::to_string_pretty(&file).map_err(RequestError::ours)
}

/// What tells one file from another.
#[derive(Deserialize)]
struct Head {
    #[serde(rename = "@type")]
    recipe: Option<IgnoredAny>,
    cindo_cards: Option<u32>,
}

/// The cards of a file: ours, or a recipe that was written here.
///
/// # Errors
/// [`RequestError`] naming the place, or saying what kind of file this is not.
pub fn read_cards(bytes: &[u8]) -> Result<Vec<CardFile>, RequestError> {
    let not_ours = |message: &str| RequestError::Field {
        code: "not_ours",
        field: "file",
        message: message.to_owned(),
    };
    let head: Head = serde_json::from_slice(bytes).map_err(|cause| RequestError::Shape {
        field: "file".into(),
        message: format!("this file is broken, or no JSON: {cause}"),
    })?;
    if head.recipe.is_some() {
        return recipe::read_card(bytes).map(|card| vec![card]);
    }
    match head.cindo_cards {
        None => Err(not_ours(
            "these are no cards of Cindo, nor a recipe it wrote",
        )),
        Some(form) if form > FORM => Err(not_ours("a newer Cindo wrote this file")),
        Some(_) => {
            let file: BookFile = read(bytes)?;
            if file.cards.is_empty() || file.cards.len() > MOST {
                return Err(RequestError::Field {
                    code: "bad_count",
                    field: "cards",
                    message: format!("a file holds 1 to {MOST} cards"),
                });
            }
            Ok(file.cards)
        }
    }
}
