//! What a kitchen keeps by name: pieces, lots, fish of its own.

use super::fish::{FishWire, OwnFishWire, fish_wire};
use super::piece::{PieceWire, TargetWire};
use crate::error::RequestError;
use cindo_core::Within;
use cindo_core::fish::{Lot, LotState, Piece, PieceAsked, Species};
use cindo_core::target::Rules;
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

/// A lot as written down.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct LotWire {
    /// Key of a fish that ships.
    pub fish: String,
    /// When it came in: YYYY-MM-DD, or YYYY-MM-DDTHH:MM. A day alone counts from its beginning.
    pub received: String,
    /// Hours it had been out of the cold by then, if that is known.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schema(minimum = 0, maximum = 1000)]
    pub warm_h: Option<f64>,
    /// Its temperature then, C.
    #[schema(minimum = -40, maximum = 30)]
    pub received_c: f64,
    /// Kept at, C.
    #[schema(minimum = -60, maximum = 15)]
    pub kept_c: f64,
    /// When it was frozen; a day alone counts from its end.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub frozen: Option<String>,
    /// When it was taken out to thaw; a day alone counts from its beginning.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub thawed: Option<String>,
    /// Frozen at, C.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schema(minimum = -80, maximum = -1)]
    pub frozen_at_c: Option<f64>,
    /// To be used by this day.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub use_by: Option<String>,
    /// It came in a vacuum pack and lies in it.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub vacuum_packed: bool,
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

/// What a day stands for that has no time.
#[derive(Clone, Copy)]
enum DayMeans {
    Begins,
    Ends,
}

/// Hours since 1970 of a day, or a day and a time, as written where the kitchen is.
fn hour(field: &str, written: &str, means: DayMeans) -> Result<f64, RequestError> {
    use jiff::civil::{Date, DateTime};
    let day = |date: Date| match means {
        DayMeans::Begins => Some(date.at(0, 0, 0, 0)),
        DayMeans::Ends => date.tomorrow().ok().map(|next| next.at(0, 0, 0, 0)),
    };
    let alone = written.parse::<Date>().ok().filter(|_| written.len() <= 10);
    let read = match alone {
        Some(date) => day(date),
        None => written.parse::<DateTime>().ok(),
    };
    let wrong = || RequestError::Shape {
        field: field.to_owned(),
        message: "a day is written like 2026-05-31, with a time like 2026-05-31T14:30".into(),
    };
    hours_since_1970(read.ok_or_else(wrong)?)
}

fn hours_since_1970(at: jiff::civil::DateTime) -> Result<f64, RequestError> {
    let epoch = jiff::civil::DateTime::constant(1970, 1, 1, 0, 0, 0, 0);
    let since = epoch
        .until((jiff::Unit::Hour, at))
        .map_err(RequestError::ours)?;
    since.total(jiff::Unit::Hour).map_err(RequestError::ours)
}

impl LotWire {
    /// What it is at a time, by the stricter of the two sets of rules: a piece of it is judged again by
    /// those of its kitchen.
    ///
    /// # Errors
    /// Whatever the core refuses, and times that are none.
    pub fn at(&self, now: jiff::civil::DateTime) -> Result<LotState, RequestError> {
        let of = |field: &str, written: &Option<String>, means| {
            let written = written.as_deref();
            written.map(|w| hour(field, w, means)).transpose()
        };
        let now_h = hours_since_1970(now)?;
        // Frozen today is frozen by now, not tonight.
        let frozen_h = of("frozen", &self.frozen, DayMeans::Ends)?;
        let begun = of("frozen", &self.frozen, DayMeans::Begins)?;
        let frozen_h = match (begun, frozen_h) {
            (Some(begun), Some(ends)) if begun <= now_h => Some(ends.min(now_h)),
            (_, ends) => ends,
        };
        let lot = Lot {
            received_h: hour("received", &self.received, DayMeans::Begins)?,
            received_c: self.received_c,
            warm_h: self.warm_h,
            kept_c: self.kept_c,
            frozen_h,
            frozen_at_c: self.frozen_at_c,
            thawed_h: of("thawed", &self.thawed, DayMeans::Begins)?,
            use_by_h: of("use_by", &self.use_by, DayMeans::Ends)?,
            vacuum: self.vacuum_packed,
        };
        Ok(lot.at(&*Species::find(&self.fish)?, now_h, Rules::Us)?)
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
    pub fn check(&self, now: jiff::civil::DateTime) -> Result<(), RequestError> {
        match self {
            Self::Piece(kept) => {
                let asked: PieceAsked = (&kept.piece).into();
                let piece = Piece::new(&asked).within("piece")?;
                piece.aim(&kept.target.asked()?).within("target")?;
            }
            Self::Lot(lot) => {
                lot.at(now)?;
            }
            Self::Fish(own) => own.species().check().within("own_fish")?,
        }
        Ok(())
    }

    /// What goes beside it in a list.
    pub fn beside(
        &self,
        id: &str,
        now: jiff::civil::DateTime,
    ) -> (Option<LotState>, Option<FishWire>) {
        match self {
            Self::Piece(_) => (None, None),
            // A lot was checked when it was kept; what a clock set back makes of it is left out.
            Self::Lot(lot) => (lot.at(now).ok(), None),
            Self::Fish(own) => (None, fish_wire(&own.species(), format!("own:{id}"))),
        }
    }
}
