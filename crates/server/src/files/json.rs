//! Cards as JSON of our own, whole; and what is read back, ours or a recipe of ours.

use super::card_file::{CardFile, CookFile};
use super::recipe;
use crate::error::RequestError;
use crate::wire::{BoardWire, PlanRequest, ServiceDone, ShelfNew, read};
use cindo_core::kit::KitchenAsked;
use serde::de::IgnoredAny;
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

/// The form that is written now: from 2 on shelf, kitchen and cooks gone by may stand beside the cards, from 3 on cooks under
/// way, services and the board.
pub const FORM: u32 = 3;
/// Most things of a kind that are read at once: a page sends a larger file in pieces.
const MOST: usize = 200;

/// A book, or some of its cards.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
#[schema(example = json!({ "cindo_cards": 1, "cards": [{ "title": "Hake, steam", "request": { "piece": { "fish": "hake", "thickness_mm": 28 }, "method": { "kind": "steam" } } }] }))]
pub struct BookFile {
    /// Says what it is, and in which form: 3.
    pub cindo_cards: u32,
    /// Cards, up to 200 at once.
    #[serde(default)]
    pub cards: Vec<CardFile>,
    /// Pieces, lots and fish of the kitchen's own, up to 200 at once.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub shelf: Vec<ShelfNew>,
    /// The kitchen, where somebody said what it is.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub kitchen: Option<KitchenAsked>,
    /// Cooks gone by and under way, up to 200 at once.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub cooks: Vec<CookFile>,
    /// Services that are over, up to 200 at once.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub services: Vec<ServiceDone>,
    /// What is on the board.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub board: Option<BoardWire>,
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
            shelf: vec![],
            kitchen: None,
            cooks: vec![],
            services: vec![],
            board: None,
            left_out,
        }
    }

    /// Checks how much is in it.
    fn bounded(self) -> Result<Self, RequestError> {
        let counts = [
            self.cards.len(),
            self.shelf.len(),
            self.cooks.len(),
            self.services.len(),
        ];
        let fields = ["cards", "shelf", "cooks", "services"];
        if let Some(at) = counts.iter().position(|n| *n > MOST) {
            return Err(RequestError::Field {
                code: "bad_count",
                field: fields[at],
                message: format!("up to {MOST} at once: send the rest in another piece"),
            });
        }
        if counts == [0; 4] && self.kitchen.is_none() && self.board.is_none() {
            return Err(RequestError::Field {
                code: "bad_count",
                field: "cards",
                message: "there is nothing in this file".into(),
            });
        }
        Ok(self)
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

/// What is in a file: ours, or a recipe that was written here.
///
/// # Errors
/// [`RequestError`] naming the place, or saying what kind of file this is not.
pub fn read_book(bytes: &[u8]) -> Result<BookFile, RequestError> {
    read_whole(bytes)?.bounded()
}

/// The same, however much there is.
///
/// # Errors
/// As [`read_book`].
pub fn read_whole(bytes: &[u8]) -> Result<BookFile, RequestError> {
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
        return recipe::read_card(bytes).map(|card| BookFile::of(vec![card], vec![]));
    }
    match head.cindo_cards {
        None => Err(not_ours(
            "these are no cards of Cindo, nor a recipe it wrote",
        )),
        Some(form) if form > FORM => Err(not_ours("a newer Cindo wrote this file")),
        Some(_) => read(bytes),
    }
}
