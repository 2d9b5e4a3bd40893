//! A probe against what was to be expected.

use serde::Serialize;

/// One reading of a probe against what was to be expected.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct TracePoint {
    /// When, s.
    pub at_s: f64,
    /// What it showed, C.
    pub c: f64,
    /// What was to be expected there, before anything was seen, C.
    pub expected_c: f64,
    /// What it was in all likelihood, C.
    pub believed_c: f64,
    /// One in ten is below this, C.
    pub low_c: f64,
    /// And above this.
    pub high_c: f64,
    /// It was believed: no jump, no nonsense.
    pub counted: bool,
}
