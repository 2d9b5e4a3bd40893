//! What is asked at the counter: whole fish, freshness, dangers, portions, shopping.

use super::fish::OwnFishWire;
use super::piece::TargetWire;
use crate::error::RequestError;
use cindo_core::fish::{
    Cavity, Cut, CutUp, Eaters, Freezing, Guests, Heated, Judged, Judging, Keeping, Looks, Notice,
    Origin, OwnFillet, Piece, PieceAsked, Shopping, Side, Since, Span, Species, Tail, WholeFish,
    judge, own_fillet, proposed_thickness_mm, shopping, whole_fish, whole_fish_cut,
};
use cindo_core::kit::{Kitchen, KitchenAsked};
use cindo_core::quantity::Thickness;
use cindo_core::target::{Band, FOOD_SAFETY, Rules, TargetAsked};
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
#[schema(example = json!({ "which": { "fish": "hake" }, "length_mm": 500 }))]
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
    /// Body at its thickest as measured, mm: then the height is that of a section so thick.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schema(minimum = 2, maximum = 120)]
    pub thickness_mm: Option<f64>,
}

/// A whole fish, and what it gives.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub struct WholeAnswer {
    /// Its weight and body.
    #[serde(flatten)]
    pub fish: WholeFish,
    /// One of its two fillets.
    pub fillet: OwnFillet,
}

/// What the senses say, and how it was kept.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
#[schema(example = json!({ "which": { "fish": "hake" }, "form": "whole", "answers": { "smell": 1 }, "keeping": [{ "hours": 48, "at_c": 1 }] }))]
pub struct FreshnessRequest {
    /// Which fish.
    pub which: WhichFish,
    /// whole, fillet or frozen.
    pub form: String,
    /// Number of the option by key of the look; those not looked at are left out.
    #[serde(default)]
    pub answers: BTreeMap<String, usize>,
    /// How it was kept since the catch, a span after another.
    #[serde(default)]
    pub keeping: Vec<Span>,
    /// Since when that is; since it was bought where nobody says.
    #[serde(default)]
    pub kept_since: Since,
    /// It lies in a vacuum pack.
    #[serde(default)]
    pub vacuum_packed: bool,
    /// The same in days: what was sent before `keeping`.
    #[serde(default)]
    pub kept: Vec<KeptDays>,
    /// By whose rules.
    #[serde(default)]
    pub rules: Rules,
}

/// Days at one temperature.
#[derive(Debug, Clone, Copy, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct KeptDays {
    /// At so many C.
    pub at_c: f64,
    /// For so many days.
    pub days: f64,
}

/// Hours out of the cold.
#[derive(Debug, Clone, Copy, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Warmth {
    /// All together.
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
#[schema(example = json!({ "which": { "fish": "hake" }, "eaters": "old_or_ill" }))]
pub struct NoticesRequest {
    /// Which fish.
    pub which: WhichFish,
    /// Key of the cut; fillet when not said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schema(value_type = Option<Cut>)]
    pub cut: Option<String>,
    /// Who eats.
    #[serde(default)]
    pub eaters: Eaters,
    /// The kitchen and whose rules it keeps.
    #[serde(default)]
    pub kitchen: KitchenAsked,
    /// How done.
    #[serde(default)]
    pub target: TargetWire,
    /// Wild or farmed, as the seller says.
    #[serde(default)]
    pub origin: Origin,
    /// How it was kept, a span after another.
    #[serde(default)]
    pub keeping: Vec<Span>,
    /// Since when that is; since it was bought where nobody says.
    #[serde(default)]
    pub kept_since: Since,
    /// It lies in a vacuum pack.
    #[serde(default)]
    pub vacuum_packed: bool,
    /// How it was frozen, if it was.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub freezing: Option<Freezing>,
    /// What was seen of it.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub looks: Option<Looks>,
    /// What is in the belly of a whole fish.
    #[serde(default)]
    pub cavity: Cavity,
    /// Its temperature now, C.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schema(minimum = -35, maximum = 35)]
    pub start_c: Option<f64>,
    /// Weight of a portion, g.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schema(minimum = 1, maximum = 20000)]
    pub mass_g: Option<f64>,
    /// It lies there whole, fins and all: what was sent before `cut`.
    #[serde(default)]
    pub whole: bool,
    /// Someone at risk eats: what was sent before `eaters`. It counts as the strictest of them.
    #[serde(default)]
    pub at_risk: bool,
    /// Farmed: what was sent before `origin`.
    #[serde(default)]
    pub farmed: bool,
    /// Hours out of the cold: what was sent before `keeping`.
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
#[schema(example = json!({ "thick_mm": 30, "thin_mm": 10, "mass_g": 900, "each_g": 170 }))]
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
#[schema(example = json!({ "which": { "fish": "hake" }, "people": 40, "each_g": 150 }))]
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

impl WholeRequest {
    /// Weight and thickness.
    ///
    /// # Errors
    /// Whatever the core refuses.
    pub fn answer(&self) -> Result<WholeAnswer, RequestError> {
        let species = self.which.species()?;
        let cut = self.cut.as_deref().map(Cut::find).transpose()?;
        let as_it_lies = cut.unwrap_or(Cut::WholeRound);
        let fish = whole_fish_cut(&species, as_it_lies, self.length_mm, self.mass_g)?;
        let (weighs, long) = as_it_lies.of_whole();
        let (long_mm, all_g) = (self.length_mm, self.mass_g);
        let was = whole_fish(
            &species,
            long_mm.map(|mm| mm / long),
            all_g.map(|g| g / weighs),
        )?;
        let fillet = own_fillet(&species, &was)?;
        let thickness_mm = match cut {
            Some(cut) => proposed_thickness_mm(&species, cut, fish.mass_g)?,
            None => fish.thickness_mm,
        };
        let measured = self
            .thickness_mm
            .map(|mm| Thickness::new("thickness_mm", mm))
            .transpose()?;
        let section_mm = measured.map_or(thickness_mm, Thickness::value);
        let fish = WholeFish {
            thickness_mm,
            height_mm: species.body()?.height_mm(section_mm),
            ..fish
        };
        Ok(WholeAnswer {
            fish: measured.map_or(fish, |body| fish.measured(body.value())),
            fillet,
        })
    }
}

impl FreshnessRequest {
    /// Judges it.
    ///
    /// # Errors
    /// Whatever the core refuses.
    pub fn answer(&self) -> Result<Judged, RequestError> {
        let looks = Looks {
            form: self.form.clone(),
            answers: self.answers.clone(),
        };
        let days = self.kept.iter().map(|kept| Span {
            hours: 24.0 * kept.days,
            at_c: kept.at_c,
        });
        let spans: Vec<Span> = self.keeping.iter().copied().chain(days).collect();
        let keeping = Keeping::new(&spans).within("keeping")?;
        let species = self.which.species()?;
        let asked = Judging {
            looks: &looks,
            keeping: &keeping,
            since: self.kept_since,
            vacuum: self.vacuum_packed,
        };
        Ok(judge(&species, asked, self.rules)?)
    }
}

impl NoticesRequest {
    /// Says what there is to say.
    ///
    /// # Errors
    /// Whatever the core refuses.
    pub fn answer(&self) -> Result<NoticesAnswer, RequestError> {
        let species = self.which.species()?;
        let kitchen = Kitchen::new(&self.kitchen).within("kitchen")?;
        let piece = Piece::new(&self.piece(&species))?;
        let aim = piece.aim(&self.target.asked()?).within("target")?;
        let guests = Guests {
            eaters: if self.at_risk {
                Eaters::PregnantOrSmallChild
            } else {
                self.eaters
            },
            rules: kitchen.rules,
            served: kitchen.serves_others,
        };
        let figure = piece.aim(&TargetAsked::Level(FOOD_SAFETY.into()))?;
        Ok(NoticesAnswer {
            notices: piece.notices(guests, Heated::Aimed(&aim))?,
            at_risk_target: figure.band,
        })
    }

    /// A piece as far as a counter knows it: of the usual thickness.
    fn piece(&self, species: &Species) -> PieceAsked {
        let whole = self.whole.then(|| "whole_round".to_owned());
        let mut keeping = self.keeping.clone();
        if let Some(warmth) = self.warmth {
            let frozen = warmth.was_frozen.then_some(Span {
                hours: 1.0,
                at_c: -20.0,
            });
            keeping.extend(frozen);
            keeping.push(Span {
                hours: warmth.hours,
                at_c: warmth.warmest_c,
            });
        }
        PieceAsked {
            own: Some(species.clone()),
            cut: self.cut.clone().or(whole),
            thickness_mm: Some(species.thickness_mm[1]),
            mass_g: self.mass_g,
            start_c: self.start_c,
            origin: if self.farmed {
                Origin::Farmed
            } else {
                self.origin
            },
            keeping,
            since: self.kept_since,
            vacuum: self.vacuum_packed,
            freezing: self.freezing,
            cavity: self.cavity,
            looks: self.looks.clone(),
            ..PieceAsked::default()
        }
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
