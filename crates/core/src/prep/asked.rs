//! What is asked of a preparation.

use super::rows::{Coat, Keyed};
use crate::plan::PlanAsked;
use serde::{Deserialize, Serialize};

/// How something frozen is thawed.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum Thaw {
    /// On a rack in the fridge.
    #[default]
    Fridge,
    /// Bagged, in cold running water.
    Water,
    /// Not at all: it goes on the heat frozen.
    Not,
}

/// Which salt.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum SaltKind {
    /// Fine.
    #[default]
    Fine,
    /// Flakes.
    Flake,
    /// Coarse.
    Coarse,
}

impl SaltKind {
    /// Its row in the pantry.
    pub(super) fn thing(self) -> &'static str {
        match self {
            Self::Fine => "fine_salt",
            Self::Flake => "flake_salt",
            Self::Coarse => "coarse_salt",
        }
    }
}

/// How it is salted.
#[derive(Debug, Clone, PartialEq, Default, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct SaltAsked {
    /// The school: at_pan, short_rinse, while_prep, spice_rub, dry_cure, little, after, brine.
    #[cfg_attr(feature = "schema", schema(example = "at_pan"))]
    pub school: String,
    /// Which salt.
    #[serde(default)]
    pub kind: SaltKind,
    /// Salt of the weight of the fish, or of the brine, share; as the school does when not said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(minimum = 0, maximum = 0.2))]
    pub share: Option<f64>,
    /// So many grams in all, in place of a share: a fifth of the fish, or of the brine, at most.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(minimum = 0))]
    pub g: Option<f64>,
    /// So long, min; as the school does when not said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(minimum = 0, maximum = 4320))]
    pub minutes: Option<f64>,
    /// Water of the brine, l; twice the fish when not said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(minimum = 0.1, maximum = 100))]
    pub brine_l: Option<f64>,
}

/// A marinade.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct MarinadeAsked {
    /// Which.
    #[cfg_attr(feature = "schema", schema(example = "oil_herb"))]
    pub kind: String,
    /// So long, min; as is usual when not said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(minimum = 0, maximum = 4320))]
    pub minutes: Option<f64>,
}

/// Something of a recipe of one's own.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct OwnItem {
    /// What, in words.
    pub what: String,
    /// How much, g.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(minimum = 0, maximum = 100000))]
    pub g: Option<f64>,
    /// It is a liquid.
    #[serde(default)]
    pub liquid: bool,
}

/// What is put round it.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct CoatAsked {
    /// Which: cold_leavened, beer, egg_beer, rested, charged, flour, starch, milk_flour, cornmeal, crumbs, roast_crumbs,
    /// nut_crust, dry_rub, mayonnaise, salt_crust, salt_crust_wet.
    #[cfg_attr(feature = "schema", schema(example = "beer"))]
    pub kind: String,
    /// A batter of one's own in place of its amounts: for this fish.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub own: Vec<OwnItem>,
    /// A crust that is packed: so thick under the fish, mm; as the way has it when not said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(minimum = 5, maximum = 25))]
    pub layer_mm: Option<f64>,
    /// A batter stands so long before it is used, min.
    #[serde(default)]
    #[cfg_attr(feature = "schema", schema(minimum = 0, maximum = 2880))]
    pub stands_min: f64,
}

/// What it is cooked in.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct LiquidAsked {
    /// poaching, salted_water or stock.
    #[cfg_attr(feature = "schema", schema(example = "poaching"))]
    pub kind: String,
    /// The pot holds so much, l; as the way has it when not said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(minimum = 0.5, maximum = 100))]
    pub pot_l: Option<f64>,
    /// Used so many times before.
    #[serde(default)]
    pub used: u32,
    /// Bones, heads and trim for a stock, g; what this fish leaves when not said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(minimum = 50, maximum = 50000))]
    pub bones_g: Option<f64>,
}

/// A fat or a sauce.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct MixtureAsked {
    /// Which.
    #[cfg_attr(feature = "schema", schema(example = "cold_cream"))]
    pub kind: String,
    /// From so many yolks, or for so many of what it is scaled by; for the people when not said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(minimum = 0.1, maximum = 500))]
    pub times: Option<f64>,
}

/// One act of a side of one's own.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct OwnAct {
    /// What to do.
    pub words: String,
    /// Until the next can begin, min.
    #[cfg_attr(feature = "schema", schema(minimum = 0, maximum = 2880))]
    pub lasts_min: f64,
    /// Of that, whole attention, min.
    #[serde(default)]
    #[cfg_attr(feature = "schema", schema(minimum = 0, maximum = 240))]
    pub hands_min: f64,
    /// What of the kitchen it takes: a list of the kit, as hobs or ovens.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub thing: Option<String>,
}

/// A side.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct SideAsked {
    /// Which, or "own".
    #[cfg_attr(feature = "schema", schema(example = "chips"))]
    pub kind: String,
    /// What one's own is called.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub name: Option<String>,
    /// What one's own takes, for all who eat.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub items: Vec<OwnItem>,
    /// How one's own is made, in order.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub acts: Vec<OwnAct>,
}

/// What is done to a piece before the heat, and what goes with it.
#[derive(Debug, Clone, PartialEq, Default, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Preparation {
    /// How many eat; as many as there are pieces when not said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(minimum = 1, maximum = 200))]
    pub people: Option<u32>,
    /// What is done to clean it, by keys; what is usual when not said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub clean: Option<Vec<String>>,
    /// How it is thawed, when it is frozen.
    #[serde(default)]
    pub thaw: Thaw,
    /// Out of the fridge so long before it is cooked, min.
    #[serde(default)]
    #[cfg_attr(feature = "schema", schema(minimum = 0, maximum = 120))]
    pub temper_min: f64,
    /// In a room of so many C; 20 when not said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(minimum = 5, maximum = 40))]
    pub room_c: Option<f64>,
    /// Salt; none when not said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub salt: Option<SaltAsked>,
    /// Marinade; none when not said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub marinade: Option<MarinadeAsked>,
    /// Coat; as the way has it when not said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub coat: Option<CoatAsked>,
    /// Liquid; none when not said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub liquid: Option<LiquidAsked>,
    /// Fats to make ready.
    #[serde(default)]
    pub fats: Vec<MixtureAsked>,
    /// Sauces.
    #[serde(default)]
    pub sauces: Vec<MixtureAsked>,
    /// Sides.
    #[serde(default)]
    pub sides: Vec<SideAsked>,
    /// Cooks at work; 1 when not said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(minimum = 1, maximum = 20))]
    pub hands: Option<u32>,
}

impl Preparation {
    /// As far as this way takes it: a coat that it does not take is left out.
    #[must_use]
    pub fn for_way(mut self, kind: &str) -> Self {
        let takes = |coat: &CoatAsked| {
            Coat::find(&coat.kind).is_ok_and(|row| row.kinds.iter().any(|one| one == kind))
        };
        self.coat = self.coat.filter(takes);
        self
    }
}

/// A preparation as asked for.
#[derive(Debug, Clone, PartialEq, Default)]
pub struct PrepAsked {
    /// The piece as it is before anything is done to it, the way, the target, the kitchen, who eats.
    pub plan: PlanAsked,
    /// What is done.
    pub done: Preparation,
    /// So long until it is to be on the plate, s; not said when nothing hangs on it.
    pub plate_in_s: Option<f64>,
}
