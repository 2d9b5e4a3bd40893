//! The food-safety sheet: what a kitchen shows an officer.

use serde::Serialize;
use utoipa::ToSchema;

/// What a line of the sheet is of.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum SheetKind {
    /// Fish came in.
    Delivery,
    /// Fish that came in was not to be used.
    Refused,
    /// A probe was read.
    Probe,
    /// Cooked fish stood before it was served or chilled.
    Stood,
    /// Cooked fish went into the cold.
    Chilled,
    /// Cooked fish was thrown away.
    ThrownAway,
    /// Served below what was promised, and the cook knew.
    ServedKnowingly,
}

impl SheetKind {
    /// In words.
    pub fn name(self) -> &'static str {
        match self {
            Self::Delivery => "delivery",
            Self::Refused => "refused",
            Self::Probe => "probe",
            Self::Stood => "stood",
            Self::Chilled => "chilled",
            Self::ThrownAway => "thrown away",
            Self::ServedKnowingly => "served knowingly",
        }
    }
}

/// A line of the sheet.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct SheetLine {
    /// When, by the clock of the kitchen: 2026-11-29T19:05.
    pub at: String,
    /// What it is of.
    pub kind: SheetKind,
    /// Which delivery or cook.
    pub of: String,
    /// What a thermometer showed, C.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub c: Option<f64>,
    /// How long, minutes.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub minutes: Option<f64>,
    /// Who.
    pub by: String,
    /// What else there is to say.
    pub says: String,
}

/// The sheet of some days.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub struct Sheet {
    /// From this day on.
    pub from: String,
    /// To the end of this day.
    pub to: String,
    /// The oldest first.
    pub lines: Vec<SheetLine>,
}
