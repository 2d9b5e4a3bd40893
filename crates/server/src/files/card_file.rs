//! A card as it stands in a file.

use crate::wire::{PlanRequest, ResultWire};
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
    pub result: Option<ResultWire>,
    /// What to remember.
    #[serde(default, skip_serializing_if = "String::is_empty")]
    pub note: String,
    /// What was asked.
    pub request: PlanRequest,
}
