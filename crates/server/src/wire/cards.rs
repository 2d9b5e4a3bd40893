//! Cards of the book.

use super::engine::{PlanAnswer, PlanRequest};
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

/// Name of a card.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(transparent)]
pub struct CardId(pub i32);

/// How it came out.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum ResultWire {
    /// Not done enough.
    Under,
    /// As wanted.
    Right,
    /// Overdone.
    Over,
}

/// A card to keep. The plan is computed here, not sent.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct CardNew {
    /// What it is called, up to 120 characters.
    pub title: String,
    /// What was asked.
    pub request: PlanRequest,
}

/// What can be changed on a card. Leave out what stays.
#[derive(Debug, Clone, Default, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct CardChange {
    /// What it is called.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub title: Option<String>,
    /// How it came out; "none" takes it back.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub result: Option<ResultChange>,
    /// What to remember, up to 2000 characters.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub note: Option<String>,
}

/// A result to set, or to take back.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum ResultChange {
    /// Not done enough.
    Under,
    /// As wanted.
    Right,
    /// Overdone.
    Over,
    /// Not said yet.
    None,
}

/// A card of the book.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
pub struct CardWire {
    /// Its name.
    pub id: CardId,
    /// What it is called.
    pub title: String,
    /// When it was saved, RFC 3339.
    pub saved_at: String,
    /// What was asked.
    pub request: PlanRequest,
    /// What was answered then.
    pub plan: PlanAnswer,
    /// How it came out; null when not said yet.
    pub result: Option<ResultWire>,
    /// What to remember.
    pub note: String,
}

/// The book.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
pub struct CardList {
    /// Newest first.
    pub cards: Vec<CardWire>,
}
