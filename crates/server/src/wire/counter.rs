//! What is asked at the counter: whole fish, freshness, dangers, portions, shopping; and what
//! a kitchen keeps by name.

use super::fish::{FishWire, OwnFishWire, fish_wire};
use super::piece::{PieceWire, TargetWire};
use crate::error::RequestError;
use cindo_core::fish::{
    Cut, CutUp, Eater, Freezing, Judged, Kept, Lot, LotState, Notice, ParasiteRecord, Piece,
    PieceAsked, Shopping, Side, Species, Tail, Warmth, WholeFish, judge, notices,
    proposed_thickness_mm, shopping, spines, whole_fish,
};
use cindo_core::target::AT_RISK;
use cindo_core::target::Band;
use cindo_core::{InputError, Within};
use serde::{Deserialize, Serialize};
use std::collections::BTreeMap;
use std::sync::Arc;
use utoipa::ToSchema;

/// Which fish: one that ships, or the kitchen's own.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct WhichFish {
    /// Key of a fish that ships.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub fish: Option<String>,
    /// The kitchen's own.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub own_fish: Option<OwnFishWire>,
}

impl WhichFish {
    fn species(&self) -> Result<Arc<Species>, InputError> {
        self.read().within("which")
    }

    fn read(&self) -> Result<Arc<Species>, InputError> {
        match (&self.own_fish, &self.fish) {
            (Some(own), _) => {
                let species = own.species();
                species.check().within("own_fish")?;
                Ok(Arc::new(species))
            }
            (None, Some(key)) => Species::find(key),
            (None, None) => Err(InputError::missing("fish")),
        }
    }
}

/// A whole fish by its length, its weight, or both.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct WholeRequest {
    /// Which fish.
    pub which: WhichFish,
    /// From the nose to the end of the tail, mm.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schema(minimum = 50, maximum = 2500)]
    pub length_mm: Option<f64>,
    /// Weight, g.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub mass_g: Option<f64>,
    /// Key of the cut: then the thickness is that of the cut at this weight.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub cut: Option<String>,
}

/// What the senses say, and how it was kept.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct FreshnessRequest {
    /// Which fish.
    pub which: WhichFish,
    /// whole, fillet or frozen.
    pub form: String,
    /// Number of the option by key of the look; those not looked at are left out.
    #[serde(default)]
    pub answers: BTreeMap<String, usize>,
    /// One after another since the catch.
    #[serde(default)]
    pub kept: Vec<Kept>,
}

/// Who eats what, how done.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct NoticesRequest {
    /// Which fish.
    pub which: WhichFish,
    /// It lies there whole, fins and all.
    #[serde(default)]
    pub whole: bool,
    /// Someone at risk eats.
    #[serde(default)]
    pub at_risk: bool,
    /// How done.
    #[serde(default)]
    pub target: TargetWire,
    /// Farmed on feed without live parasites, and the seller says so.
    #[serde(default)]
    pub farmed: bool,
    /// How it was frozen, if it was.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub freezing: Option<Freezing>,
    /// How long it was out of the cold, if that is known.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub warmth: Option<Warmth>,
}

/// What there is to say.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub struct NoticesAnswer {
    /// The heaviest first.
    pub notices: Vec<Notice>,
    /// The target for an eater at risk: the food-safety figure and just above.
    pub at_risk_target: Band,
}

/// A side to cut.
#[derive(Debug, Clone, Copy, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct PortionsRequest {
    /// Thick end, mm.
    pub thick_mm: f64,
    /// Thin end, mm.
    pub thin_mm: f64,
    /// Weight of the side, g.
    pub mass_g: f64,
    /// How many portions; or give `each_g`.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schema(minimum = 1, maximum = 60)]
    pub portions: Option<u32>,
    /// Weight of a portion, g.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schema(minimum = 10, maximum = 5000)]
    pub each_g: Option<f64>,
    /// What is done to the thin end first.
    #[serde(default)]
    pub tail: Tail,
}

/// So many people at so much.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct ShoppingRequest {
    /// Which fish.
    pub which: WhichFish,
    /// How many eat.
    #[schema(minimum = 1, maximum = 2000)]
    pub people: u32,
    /// Skinless fillet each, g.
    #[schema(minimum = 20, maximum = 1000)]
    pub each_g: f64,
}

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

impl WholeRequest {
    /// Weight and thickness.
    ///
    /// # Errors
    /// Whatever the core refuses.
    pub fn answer(&self) -> Result<WholeFish, RequestError> {
        let species = self.which.species()?;
        let fish = whole_fish(&species, self.length_mm, self.mass_g)?;
        let thickness_mm = match &self.cut {
            Some(cut) => proposed_thickness_mm(&species, Cut::find(cut)?, fish.mass_g)?,
            None => fish.thickness_mm,
        };
        Ok(WholeFish {
            thickness_mm,
            ..fish
        })
    }
}

impl FreshnessRequest {
    /// Judges it.
    ///
    /// # Errors
    /// Whatever the core refuses.
    pub fn answer(&self) -> Result<Judged, RequestError> {
        let answers: Vec<_> = self.answers.iter().map(|(k, i)| (k.clone(), *i)).collect();
        Ok(judge(
            &*self.which.species()?,
            &self.form,
            &answers,
            &self.kept,
        )?)
    }
}

impl NoticesRequest {
    /// Says what there is to say.
    ///
    /// # Errors
    /// Whatever the core refuses.
    pub fn answer(&self) -> Result<NoticesAnswer, RequestError> {
        let species = self.which.species()?;
        let target = species
            .family()?
            .band(&self.target.asked()?)
            .within("target")?;
        let eater = if self.at_risk {
            Eater::AtRisk
        } else {
            Eater::Everyone
        };
        let record = match (self.freezing, self.farmed) {
            (Some(freezing), _) => ParasiteRecord::Frozen(freezing),
            (None, true) => ParasiteRecord::Farmed,
            (None, false) => ParasiteRecord::Unknown,
        };
        let mut said = notices(&species, eater, target, record, self.warmth)?;
        said.extend(spines(&species, self.whole));
        said.sort_by_key(|n| std::cmp::Reverse(n.severity));
        Ok(NoticesAnswer {
            notices: said,
            at_risk_target: AT_RISK,
        })
    }
}

impl PortionsRequest {
    /// Cuts it.
    ///
    /// # Errors
    /// Whatever the core refuses.
    pub fn answer(&self) -> Result<CutUp, RequestError> {
        let side = Side::new(self.thick_mm, self.thin_mm, self.mass_g)?;
        let count = match (self.portions, self.each_g) {
            (Some(count), _) => count,
            (None, Some(each_g)) => {
                let each_g = cindo_core::quantity::checked("each_g", each_g, (10.0, 5000.0), "g")?;
                side.count_of(each_g)
            }
            (None, None) => {
                return Err(InputError::missing("portions").into());
            }
        };
        Ok(side.cut(count, self.tail)?)
    }
}

impl ShoppingRequest {
    /// What to buy.
    ///
    /// # Errors
    /// Whatever the core refuses.
    pub fn answer(&self) -> Result<Shopping, RequestError> {
        Ok(shopping(&*self.which.species()?, self.people, self.each_g)?)
    }
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
