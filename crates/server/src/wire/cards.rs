//! Cards of the book.

use super::plan::PlanRequest;
use cindo_core::cook::Middle;
use cindo_core::target::Band;
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

/// A card to keep. The plan is computed here, not sent.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
#[schema(example = json!({ "title": "Hake for the canteen", "request": { "piece": { "fish": "hake", "thickness_mm": 28, "thin_end_mm": 16 }, "method": { "kind": "steam" } } }))]
pub struct CardNew {
    /// Its name to programs, made by whoever writes: 1 to 64 letters, digits, - and _. The same card
    /// sent again under the same name is kept once. Made here when it is not said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub id: Option<String>,
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
    /// Raw.
    Raw,
    /// Not done enough.
    Under,
    /// As wanted.
    Right,
    /// Overdone.
    Over,
    /// Not said yet.
    None,
}

/// A card of the book, in a line.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub struct CardSummary {
    /// Its name to programs.
    pub id: String,
    /// What it is called.
    pub title: String,
    /// When it was saved, RFC 3339.
    pub saved_at: String,
    /// How it came out; null when not said yet.
    pub result: Option<Middle>,
    /// What to remember.
    pub note: String,
    /// Counts changes; the ETag of the card.
    pub revision: i32,
    /// When it was taken out of the book, RFC 3339.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub removed_at: Option<String>,
    /// What was planned; null when it cannot be read.
    pub planned: Option<PlannedWire>,
    /// Why what was planned cannot be read, or not be opened as a card.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub unreadable: Option<String>,
}

/// What a card was planned to be.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub struct PlannedWire {
    /// Kind of method.
    pub kind: String,
    /// Its name in words.
    pub name: String,
    /// Thickness of the piece, mm.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub thickness_mm: Option<f64>,
    /// When it leaves the heat, s.
    pub off_heat_s: f64,
    /// When to begin to look, s.
    pub look_from_s: f64,
    /// When nine in ten are done, s.
    pub latest_s: f64,
    /// When it is turned, s.
    pub turns_s: Vec<f64>,
    /// How long it rests, s.
    pub rest_s: f64,
    /// The band aimed at.
    pub target: Band,
    /// Coldest point at its highest, C.
    pub core_peak_c: f64,
}

/// A card of the book.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub struct CardWire {
    /// What stands in a line of it.
    #[serde(flatten)]
    pub line: CardSummary,
    /// What was asked; null when this version cannot read it.
    pub request: Option<PlanRequest>,
}

/// How the cards came out, counted over the whole book.
#[derive(Debug, Clone, Copy, Serialize, ToSchema)]
pub struct TallyWire {
    /// Raw.
    pub raw: i64,
    /// Not done enough.
    pub under: i64,
    /// As wanted.
    pub right: i64,
    /// Overdone.
    pub over: i64,
    /// Not said yet.
    pub not_said: i64,
    /// Taken out of the book.
    pub removed: i64,
}

/// A page of the book.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub struct CardList {
    /// Newest first.
    pub cards: Vec<CardSummary>,
    /// Which page, from 1.
    pub page: i64,
    /// How many cards at most on a page.
    pub size: i64,
    /// How many cards there are on all pages.
    pub total: i64,
    /// How they came out.
    pub tally: TallyWire,
}
