//! What is asked at the counter: whole fish, freshness, dangers, portions, shopping; and what
//! a kitchen keeps by name.

use super::engine::BandWire;
use super::fish::{FishWire, OwnFishWire, fish_wire};
use super::piece::{PieceWire, TargetWire};
use crate::error::RequestError;
use cindo_core::fish::{
    Cut, Eater, Freezing, Kept, Lot, LotState, ParasiteRecord, Piece, PieceAsked, Severity, Side,
    Sold, Species, Tail, Warmth, judge, notices, proposed_thickness_mm, shopping, spines,
    whole_fish,
};
use cindo_core::target::AT_RISK;
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
    pub length_mm: Option<f64>,
    /// Weight, g.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub mass_g: Option<f64>,
    /// Key of the cut: then the thickness is that of the cut at this weight.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub cut: Option<String>,
}

/// A whole fish.
#[derive(Debug, Clone, Copy, Serialize, Deserialize, ToSchema)]
pub struct WholeAnswer {
    /// Length, mm.
    pub length_mm: f64,
    /// Weight, g; true to about a third from the length alone.
    pub mass_g: f64,
    /// Body at its thickest, or the cut, mm.
    pub thickness_mm: f64,
}

/// A while at one temperature.
#[derive(Debug, Clone, Copy, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct KeptWire {
    /// At, C, -3 to 15.
    pub at_c: f64,
    /// Days.
    pub days: f64,
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
    pub kept: Vec<KeptWire>,
}

/// How fresh.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
pub struct FreshnessAnswer {
    /// Points of demerit.
    pub points: u32,
    /// All there could be of what was looked at.
    pub most: u32,
    /// Do not use it.
    pub refuse: bool,
    /// In a sentence.
    pub message: String,
    /// Days on ice it has had, low and high; null for frozen fish.
    pub used_days: Option<[f64; 2]>,
    /// Days on ice that are left.
    pub left_days: Option<[f64; 2]>,
}

/// How a fish was frozen.
#[derive(Debug, Clone, Copy, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct FreezingWire {
    /// At so many C or colder.
    pub at_c: f64,
    /// For so many hours.
    pub hours: f64,
    /// Frozen solid at -35 C or colder first.
    #[serde(default)]
    pub solid_at_35: bool,
}

/// How long it was out of the cold.
#[derive(Debug, Clone, Copy, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct WarmthWire {
    /// Hours above 4.4 C (40 F), all together.
    pub hours: f64,
    /// The warmest it was, C.
    pub warmest_c: f64,
    /// It had been frozen before.
    #[serde(default)]
    pub was_frozen: bool,
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
    pub freezing: Option<FreezingWire>,
    /// How long it was out of the cold, if that is known.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub warmth: Option<WarmthWire>,
}

/// A word about a danger.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
pub struct NoticeWire {
    /// Stable name.
    pub code: String,
    /// refuse, warn, advise or note.
    pub weight: String,
    /// In a sentence or two.
    pub message: String,
}

/// What there is to say.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
pub struct NoticesAnswer {
    /// The heaviest first.
    pub notices: Vec<NoticeWire>,
    /// The target for an eater at risk: the food-safety figure and just above.
    pub at_risk_target: BandWire,
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
    pub portions: Option<u32>,
    /// Weight of a portion, g.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub each_g: Option<f64>,
    /// What is done to the thin end first.
    #[serde(default)]
    pub tail: TailWire,
}

/// What is done to the thin end.
#[derive(Debug, Clone, Copy, Default, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum TailWire {
    /// As it is.
    #[default]
    Left,
    /// Trimmed off square.
    Trimmed,
    /// Folded under.
    Tucked,
}

/// One portion.
#[derive(Debug, Clone, Copy, Serialize, Deserialize, ToSchema)]
pub struct PortionWire {
    /// Where it begins, share from the thick end.
    pub from_share: f64,
    /// Where it ends.
    pub to_share: f64,
    /// Weight, g.
    pub mass_g: f64,
    /// Thickest, mm.
    pub thick_mm: f64,
    /// Thinnest, mm.
    pub thin_mm: f64,
}

/// A side cut up.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
pub struct PortionsAnswer {
    /// From the thick end on.
    pub portions: Vec<PortionWire>,
    /// Trimmed off, g.
    pub trim_g: f64,
    /// Thinnest over thickest of what is served.
    pub even_share: f64,
}

/// So many people at so much.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct ShoppingRequest {
    /// Which fish.
    pub which: WhichFish,
    /// How many eat.
    pub people: u32,
    /// Skinless fillet each, g.
    pub each_g: f64,
}

/// How much of one form.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
pub struct BuyWire {
    /// whole, gutted, head_off or fillet.
    pub sold: String,
    /// To buy, g, low and high.
    pub buy_g: [f64; 2],
    /// Left for stock, g, low and high.
    pub stock_g: [f64; 2],
}

/// A shopping list.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
pub struct ShoppingAnswer {
    /// Fillet served, g.
    pub served_g: f64,
    /// For each form.
    pub forms: Vec<BuyWire>,
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
    pub received_c: f64,
    /// Kept at, C.
    pub kept_c: f64,
    /// Day it was frozen.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub frozen: Option<String>,
    /// Frozen at, C.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub frozen_at_c: Option<f64>,
    /// To be used by this day.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub use_by: Option<String>,
}

/// What a lot is today.
#[derive(Debug, Clone, Copy, Serialize, Deserialize, ToSchema)]
pub struct LotStateWire {
    /// Days since it came in.
    pub days: i64,
    /// It came in warmer than 5 C.
    pub received_warm: bool,
    /// It is past its day.
    pub past_use_by: bool,
    /// Days on ice left, low and high; null while frozen.
    pub left_days: Option<[f64; 2]>,
    /// Frozen long and cold enough against parasites.
    pub parasites_killed: bool,
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
    pub lot_today: Option<LotStateWire>,
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
    pub fn answer(&self) -> Result<WholeAnswer, RequestError> {
        let species = self.which.species()?;
        let fish = whole_fish(&species, self.length_mm, self.mass_g)?;
        let thickness_mm = match &self.cut {
            Some(cut) => proposed_thickness_mm(&species, Cut::find(cut)?, fish.mass_g)?,
            None => fish.thickness_mm,
        };
        Ok(WholeAnswer {
            length_mm: fish.length_mm,
            mass_g: fish.mass_g,
            thickness_mm,
        })
    }
}

impl FreshnessRequest {
    /// Judges it.
    ///
    /// # Errors
    /// Whatever the core refuses.
    pub fn answer(&self) -> Result<FreshnessAnswer, RequestError> {
        let answers: Vec<_> = self.answers.iter().map(|(k, i)| (k.clone(), *i)).collect();
        let kept: Vec<_> = self
            .kept
            .iter()
            .map(|k| Kept {
                at_c: k.at_c,
                days: k.days,
            })
            .collect();
        let judged = judge(&*self.which.species()?, &self.form, &answers, &kept)?;
        Ok(FreshnessAnswer {
            points: judged.points,
            most: judged.most,
            refuse: judged.refuse,
            message: judged.message.to_owned(),
            used_days: judged.used_days,
            left_days: judged.left_days,
        })
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
            (Some(f), _) => ParasiteRecord::Frozen(Freezing {
                at_c: f.at_c,
                hours: f.hours,
                solid_at_35: f.solid_at_35,
            }),
            (None, true) => ParasiteRecord::Farmed,
            (None, false) => ParasiteRecord::Unknown,
        };
        let warmth = self.warmth.map(|w| Warmth {
            hours: w.hours,
            warmest_c: w.warmest_c,
            was_frozen: w.was_frozen,
        });
        let mut said = notices(&species, eater, target, record, warmth)?;
        said.extend(spines(&species, self.whole));
        said.sort_by_key(|n| std::cmp::Reverse(n.severity));
        Ok(NoticesAnswer {
            notices: said
                .iter()
                .map(|n| NoticeWire {
                    code: n.code.to_owned(),
                    weight: match n.severity {
                        Severity::Refuse => "refuse",
                        Severity::Warn => "warn",
                        Severity::Advise => "advise",
                        Severity::Note => "note",
                    }
                    .to_owned(),
                    message: n.message.to_owned(),
                })
                .collect(),
            at_risk_target: BandWire {
                low_c: AT_RISK.low_c,
                high_c: AT_RISK.high_c,
            },
        })
    }
}

impl PortionsRequest {
    /// Cuts it.
    ///
    /// # Errors
    /// Whatever the core refuses.
    pub fn answer(&self) -> Result<PortionsAnswer, RequestError> {
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
        let tail = match self.tail {
            TailWire::Left => Tail::Left,
            TailWire::Trimmed => Tail::Trimmed,
            TailWire::Tucked => Tail::Tucked,
        };
        let cut = side.cut(count, tail)?;
        Ok(PortionsAnswer {
            portions: cut
                .portions
                .iter()
                .map(|p| PortionWire {
                    from_share: p.from_share,
                    to_share: p.to_share,
                    mass_g: p.mass_g,
                    thick_mm: p.thick_mm,
                    thin_mm: p.thin_mm,
                })
                .collect(),
            trim_g: cut.trim_g,
            even_share: cut.even_share,
        })
    }
}

impl ShoppingRequest {
    /// What to buy.
    ///
    /// # Errors
    /// Whatever the core refuses.
    pub fn answer(&self) -> Result<ShoppingAnswer, RequestError> {
        let list = shopping(&*self.which.species()?, self.people, self.each_g)?;
        Ok(ShoppingAnswer {
            served_g: list.served_g,
            forms: list
                .forms
                .iter()
                .map(|buy| BuyWire {
                    sold: match buy.sold {
                        Sold::Whole => "whole",
                        Sold::Gutted => "gutted",
                        Sold::HeadOff => "head_off",
                        Sold::Fillet => "fillet",
                    }
                    .to_owned(),
                    buy_g: buy.buy_g,
                    stock_g: buy.stock_g,
                })
                .collect(),
        })
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
    pub fn on(&self, today: jiff::civil::Date) -> Result<LotStateWire, RequestError> {
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
        let LotState {
            days,
            received_warm,
            past_use_by,
            left_days,
            parasites_killed,
        } = lot.on(
            &*Species::find(&self.fish)?,
            day("today", &today.to_string())?,
        )?;
        Ok(LotStateWire {
            days,
            received_warm,
            past_use_by,
            left_days,
            parasites_killed,
        })
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
    ) -> (Option<LotStateWire>, Option<FishWire>) {
        match self {
            Self::Piece(_) => (None, None),
            // A lot was checked when it was kept; what a clock set back makes of it is left out.
            Self::Lot(lot) => (lot.on(today).ok(), None),
            Self::Fish(own) => (None, fish_wire(&own.species(), format!("own:{id}"))),
        }
    }
}
