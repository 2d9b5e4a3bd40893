//! A card, and a cook, as they stand in a file.

use crate::wire::PlanRequest;
use cindo_core::cook::{Event, Middle};
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

/// A card in a file. What was planned is computed again when it is read.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct CardFile {
    /// Its name to programs.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub id: Option<String>,
    /// What it is called.
    pub title: String,
    /// When it was saved, RFC 3339.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schema(value_type = Option<String>)]
    pub saved_at: Option<jiff::Timestamp>,
    /// How it came out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub result: Option<Middle>,
    /// What to remember.
    #[serde(default, skip_serializing_if = "String::is_empty")]
    pub note: String,
    /// What was asked.
    pub request: PlanRequest,
}

/// A cook in a file: what was asked, promised and learned, in the form of whoever wrote it, and what happened.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct CookFile {
    /// Its name to programs.
    pub id: String,
    /// What it is called.
    pub title: String,
    /// When it was begun, RFC 3339.
    #[schema(value_type = String)]
    pub begun_at: jiff::Timestamp,
    /// Form of what was kept.
    pub form: i32,
    /// What was kept.
    #[schema(value_type = Object)]
    pub kept: serde_json::Value,
    /// What happened; times in s since it was begun.
    pub events: Vec<Event>,
    /// It is still on the fire.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub under_way: bool,
}
