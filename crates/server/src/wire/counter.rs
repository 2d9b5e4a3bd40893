//! What is asked at the counter: whole fish, freshness, dangers, portions, shopping.

use super::fish::OwnFishWire;
use super::piece::TargetWire;
use crate::error::RequestError;
use cindo_core::fish::{
    Cut, CutUp, Eater, Freezing, Judged, Kept, Notice, ParasiteRecord, Shopping, Side, Species,
    Tail, Warmth, WholeFish, judge, notices, proposed_thickness_mm, shopping, spines, whole_fish,
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
}

/// What the senses say, and how it was kept.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
#[schema(example = json!({ "which": { "fish": "hake" }, "form": "whole", "answers": { "smell": 1 }, "kept": [{ "at_c": 1, "days": 2 }] }))]
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
#[schema(example = json!({ "which": { "fish": "hake" }, "at_risk": true }))]
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
