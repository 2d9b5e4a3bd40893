//! What a kitchen keeps by name: pieces, lots, fish of its own.

use super::fish::{FishWire, OwnFishWire, fish_wire};
use super::piece::{PieceWire, TargetWire};
use crate::error::RequestError;
use cindo_core::Within;
use cindo_core::fish::{Lot, LotState, Piece, PieceAsked, Species};
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

/// A lot as written down.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct LotWire {
    /// Key of a fish that ships.
    pub fish: String,
    /// Day it came in, YYYY-MM-DD.
    pub received: String,
    /// Its temperature then, C.
    #[schema(minimum = -40, maximum = 30)]
    pub received_c: f64,
    /// Kept at, C.
    #[schema(minimum = -60, maximum = 15)]
    pub kept_c: f64,
    /// Day it was frozen.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub frozen: Option<String>,
    /// Frozen at, C.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schema(minimum = -80, maximum = -1)]
    pub frozen_at_c: Option<f64>,
    /// To be used by this day.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub use_by: Option<String>,
}

/// A kept piece: the piece and how it is to be done.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct KeptPieceWire {
    /// The piece.
    pub piece: PieceWire,
    /// The target.
    #[serde(default)]
    pub target: TargetWire,
}

/// What is kept.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum ShelfBody {
    /// A piece.
    Piece(Box<KeptPieceWire>),
    /// A lot.
    Lot(LotWire),
    /// A fish of the kitchen's own.
    Fish(OwnFishWire),
}

/// A thing to keep.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct ShelfNew {
    /// Its name to programs, made by whoever writes: 1 to 64 letters, digits, - and _. The same
    /// thing sent again under the same name is kept once.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub id: Option<String>,
    /// What it is called, up to 60 characters.
    pub name: String,
    /// What it is.
    pub body: ShelfBody,
}

/// Things to keep, all or none.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
#[schema(example = json!({ "items": [{ "name": "Hake of Tuesday", "body": { "piece": { "piece": { "fish": "hake", "thickness_mm": 28, "thin_end_mm": 16 } } } }] }))]
pub struct ShelfImport {
    /// The things.
    pub items: Vec<ShelfNew>,
}

/// A thing as kept.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub struct ShelfItem {
    /// Its name to programs.
    pub id: String,
    /// piece, lot or fish.
    pub kind: String,
    /// What it is called.
    pub name: String,
    /// What it is; null when it cannot be read.
    pub body: Option<ShelfBody>,
    /// Why it cannot be read.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub unreadable: Option<String>,
    /// When it was saved, RFC 3339.
    pub saved_at: String,
    /// Counts changes; its ETag.
    pub revision: i32,
    /// Of a lot: what it is today.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub lot_today: Option<LotState>,
    /// Of a fish: as the counter shows it, under the key `own:` and its id.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub fish: Option<FishWire>,
}

/// The shelf.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub struct ShelfList {
    /// Newest first.
    pub items: Vec<ShelfItem>,
    /// Which page, from 1.
    pub page: i64,
    /// How many at most on a page.
    pub size: i64,
    /// How many there are on all pages.
    pub total: i64,
}

/// Days since 1970 of a date as written.
fn day(field: &str, date: &str) -> Result<i64, RequestError> {
    let read: jiff::civil::Date = date.parse().map_err(|_| RequestError::Shape {
        field: field.to_owned(),
        message: "a day is written like 2026-05-31".into(),
    })?;
    let epoch = jiff::civil::Date::constant(1970, 1, 1);
    let since = epoch.until(read).map_err(RequestError::ours)?;
    Ok(i64::from(since.get_days()))
}

impl LotWire {
    /// What it is on a day.
    ///
    /// # Errors
    /// Whatever the core refuses, and dates that are none.
    pub fn on(&self, today: jiff::civil::Date) -> Result<LotState, RequestError> {
        let of =
            |field: &str, date: &Option<String>| date.as_deref().map(|d| day(field, d)).transpose();
        let lot = Lot {
            received_day: day("received", &self.received)?,
            received_c: self.received_c,
            kept_c: self.kept_c,
            frozen_day: of("frozen", &self.frozen)?,
            frozen_at_c: self.frozen_at_c,
            use_by_day: of("use_by", &self.use_by)?,
        };
        Ok(lot.on(
            &*Species::find(&self.fish)?,
            day("today", &today.to_string())?,
        )?)
    }
}

impl ShelfBody {
    /// Name of its kind in the store.
    pub fn kind(&self) -> &'static str {
        match self {
            Self::Piece(_) => "piece",
            Self::Lot(_) => "lot",
            Self::Fish(_) => "fish",
        }
    }

    /// Holds it to the rules of the core.
    ///
    /// # Errors
    /// Whatever the core refuses.
    pub fn check(&self, today: jiff::civil::Date) -> Result<(), RequestError> {
        match self {
            Self::Piece(kept) => {
                let asked: PieceAsked = (&kept.piece).into();
                let piece = Piece::new(&asked).within("piece")?;
                piece
                    .family()?
                    .band(&kept.target.asked()?)
                    .within("target")?;
            }
            Self::Lot(lot) => {
                lot.on(today)?;
            }
            Self::Fish(own) => own.species().check().within("own_fish")?,
        }
        Ok(())
    }

    /// What goes beside it in a list.
    pub fn beside(
        &self,
        id: &str,
        today: jiff::civil::Date,
    ) -> (Option<LotState>, Option<FishWire>) {
        match self {
            Self::Piece(_) => (None, None),
            // A lot was checked when it was kept; what a clock set back makes of it is left out.
            Self::Lot(lot) => (lot.on(today).ok(), None),
            Self::Fish(own) => (None, fish_wire(&own.species(), format!("own:{id}"))),
        }
    }
}
