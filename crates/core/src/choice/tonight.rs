//! What tonight leaves open: by when it must be on the plate, what cannot be heated here, what somebody must not eat.

use crate::InputError;
use crate::kit::Allergen;
use crate::methods::Reason;
use crate::quantity::checked;
use crate::run::{Heating, Hot};
use serde::{Deserialize, Serialize};

/// Longest that may be asked for, s.
const MOST_S: f64 = 12.0 * 3600.0;

/// What tonight leaves open.
#[derive(Debug, Clone, PartialEq, Default, Serialize, Deserialize)]
#[serde(deny_unknown_fields, default)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Tonight {
    /// On the plate by so many seconds from now, from a cold kitchen.
    #[serde(skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(minimum = 0, maximum = 43200))]
    pub within_s: Option<f64>,
    /// What this kitchen does not have, or has no room on.
    pub lacks: Vec<Hot>,
    /// What somebody at the table must not eat.
    pub without: Vec<Allergen>,
}

fn not_here(what: Hot) -> &'static str {
    match what {
        Hot::Pan => "Needs a pan, and there is none free.",
        Hot::Oven => "Needs an oven or broiler, and there is none.",
        Hot::Oil => "Needs a fryer or a pot of oil, and there is none.",
        Hot::Liquid => "Needs a pot of water or stock, and there is none.",
        Hot::Grill => "Needs a grill, and there is none.",
    }
}

impl Tonight {
    /// Refuses what no evening is.
    ///
    /// # Errors
    /// [`InputError`] naming the time when it is out of range.
    pub fn check(&self) -> Result<(), InputError> {
        let within_s = self.within_s.unwrap_or(0.0);
        checked("within_s", within_s, (0.0, MOST_S), "s").map(|_| ())
    }

    /// Why a way that heats this and has this in it is out, before it is planned.
    pub fn rules_out(&self, heating: &[Heating], allergens: &[Allergen]) -> Option<Reason> {
        let lacking = heating.iter().find(|h| self.lacks.contains(&h.what));
        if let Some(heating) = lacking {
            return Some(Reason::bad("not_here", not_here(heating.what)));
        }
        let inside: Vec<&str> = allergens
            .iter()
            .filter(|one| self.without.contains(one))
            .map(|one| one.name())
            .collect();
        let has = || format!("Has {} in it.", inside.join(" and "));
        (!inside.is_empty()).then(|| Reason::bad("not_for_all", has()))
    }

    /// Why a way is out that takes so long to the plate, s.
    pub fn too_late(&self, to_plate_s: f64) -> Option<Reason> {
        let within_s = self.within_s?;
        let over = || {
            let minutes = ((to_plate_s - within_s) / 60.0).ceil();
            let unit = if minutes > 1.5 { "minutes" } else { "minute" };
            format!("On the plate {minutes:.0} {unit} too late.")
        };
        (to_plate_s > within_s).then(|| Reason::bad("too_late", over()))
    }
}
