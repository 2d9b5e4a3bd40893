//! The kitchen the cooking happens in. It travels whole in the request.

use super::{Kit, KitAsked, ThingAsked};
use crate::matter::water;
use crate::quantity::checked;
use crate::target::Rules;
use crate::{InputError, Within};
use serde::{Deserialize, Serialize};

/// A kitchen as asked for, unchecked.
#[derive(Debug, Clone, PartialEq, Default, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct KitchenAsked {
    /// Height above the sea, m, -400 to 5000: water boils lower up a hill.
    #[serde(default)]
    #[cfg_attr(feature = "schema", schema(minimum = -400, maximum = 5000))]
    pub altitude_m: f64,
    /// Whose rules it keeps.
    #[serde(default)]
    pub rules: Rules,
    /// What it has, list by list (pans, hobs, ovens, wares, fryers, pots, grates, ridges, broilers,
    /// steamers, fats): keys of things that ship, or rows of its own. A list that is not there is
    /// all there.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(value_type = Option<Object>))]
    pub kit: Option<KitAsked>,
    /// Things with a name of their own, beside those: wherever a setting names a pan, hob, oven, fryer, pot or grill, the
    /// id of one may stand.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub things: Vec<ThingAsked>,
    /// Nothing here reads the middle of a fish.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub no_thermometer: bool,
    /// Who eats here are guests: fish that can carry living worms is not offered to them.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub serves_others: bool,
}

/// What is the same for every pan in the room.
#[derive(Debug, Clone, PartialEq)]
pub struct Kitchen {
    altitude_m: f64,
    /// Whose rules it keeps.
    pub rules: Rules,
    /// What it has.
    pub kit: Kit,
    /// Nothing here reads the middle of a fish.
    pub no_thermometer: bool,
    /// Who eats here are guests.
    pub serves_others: bool,
}

impl Kitchen {
    /// At the harbour, with everything.
    pub const SEA_LEVEL: Self = Self {
        altitude_m: 0.0,
        rules: Rules::Us,
        kit: Kit::ALL,
        no_thermometer: false,
        serves_others: false,
    };

    /// Checks a kitchen.
    ///
    /// # Errors
    /// [`InputError`] naming what is wrong.
    pub fn new(asked: &KitchenAsked) -> Result<Self, InputError> {
        Ok(Self {
            rules: asked.rules,
            no_thermometer: asked.no_thermometer,
            serves_others: asked.serves_others,
            kit: asked
                .kit
                .as_ref()
                .map_or(Ok(Kit::ALL), |kit| Kit::new(kit).within("kit"))?
                .with(&asked.things)?,
            ..Self::at(asked.altitude_m)?
        })
    }

    /// Somewhere up: water boils lower there.
    ///
    /// # Errors
    /// [`InputError`] (out of range) outside -400 to 5000 m.
    pub fn at(altitude_m: f64) -> Result<Self, InputError> {
        let altitude_m = checked("altitude_m", altitude_m, (-400.0, 5000.0), "m")?;
        Ok(Self {
            altitude_m,
            ..Self::SEA_LEVEL
        })
    }

    /// Pressure of the air, Pa.
    pub fn pressure_pa(&self) -> f64 {
        water::pressure_at_pa(self.altitude_m)
    }

    /// Where water boils, C.
    pub fn boil_c(&self) -> f64 {
        water::boiling_point_c(self.pressure_pa())
    }
}
