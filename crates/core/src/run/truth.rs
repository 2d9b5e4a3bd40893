//! The piece and the fire as they really are.

use super::fire::Fire;
use crate::InputError;
use crate::fish::Piece;
use crate::kit::ThingOff;
use crate::quantity::{Thickness, checked};
use serde::{Deserialize, Serialize};
use std::collections::BTreeMap;

/// What differs from what was asked for; what is not said is as asked.
#[derive(Debug, Clone, PartialEq, Default, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct TruthAsked {
    /// Thickness, mm.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(minimum = 2, maximum = 120))]
    pub thickness_mm: Option<f64>,
    /// Temperature at the start, C.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(minimum = -35, maximum = 35))]
    pub start_c: Option<f64>,
    /// Contact and convection are this many times as good, on every face.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(minimum = 0.1, maximum = 10))]
    pub contact: Option<f64>,
    /// Every fire is so much hotter, K.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(minimum = -150, maximum = 150))]
    pub heat_k: Option<f64>,
    /// The hob or heater gives this share of what it should.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(minimum = 0.05, maximum = 5))]
    pub hob_share: Option<f64>,
    /// So many pieces are in it.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(minimum = 1, maximum = 200))]
    pub pieces: Option<u32>,
    /// What of the kitchen is off by itself, by its id or its key: only what is used counts.
    #[serde(default, skip_serializing_if = "BTreeMap::is_empty")]
    pub things: BTreeMap<String, ThingOff>,
    /// Taken off the fire and left where it lies: it rests on what it was cooked on.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub left_in: bool,
}

/// How much hotter each kind of fire is than it was set, K. Boiling water and the room never are.
#[derive(Debug, Clone, Copy, PartialEq, Default)]
pub struct Kelvins {
    /// The pan when the fish goes in, and what the hob holds.
    pub pan: f64,
    /// Air, walls and ware of an oven, the element of a broiler.
    pub oven: f64,
    /// Frying oil.
    pub oil: f64,
    /// Liquid, as far as its boiling point.
    pub liquid: f64,
    /// Grate, bed and the air under a lid.
    pub grill: f64,
    /// What stands beside boiling water.
    pub steam: f64,
}

impl Kelvins {
    /// Every fire so much hotter, K.
    pub fn all(k: f64) -> Self {
        Self {
            pan: k,
            oven: k,
            oil: k,
            liquid: k,
            grill: k,
            steam: k,
        }
    }

    /// That of one fire, K.
    pub fn of(mut self, fire: Fire) -> f64 {
        *self.at(fire)
    }

    /// The place of one fire.
    pub fn at(&mut self, fire: Fire) -> &mut f64 {
        match fire {
            Fire::Pan => &mut self.pan,
            Fire::Oven => &mut self.oven,
            Fire::Oil => &mut self.oil,
            Fire::Liquid => &mut self.liquid,
            Fire::Grill => &mut self.grill,
            Fire::Steam => &mut self.steam,
        }
    }
}

/// What a face takes its heat up by.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Touch {
    /// Metal: a pan, a tray, a grate.
    Solid,
    /// Air and vapour.
    Air,
    /// Oil, water, stock, what condenses.
    Liquid,
}

/// How many times as well each of them gives heat.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Contacts {
    /// A pan, a tray, a grate.
    pub solid: f64,
    /// Air and vapour.
    pub air: f64,
    /// Oil, water, stock, what condenses.
    pub liquid: f64,
}

impl Contacts {
    /// All alike.
    pub fn all(times: f64) -> Self {
        Self {
            solid: times,
            air: times,
            liquid: times,
        }
    }

    /// That of one.
    pub fn of(mut self, touch: Touch) -> f64 {
        *self.at(touch)
    }

    /// The place of one.
    pub fn at(&mut self, touch: Touch) -> &mut f64 {
        match touch {
            Touch::Solid => &mut self.solid,
            Touch::Air => &mut self.air,
            Touch::Liquid => &mut self.liquid,
        }
    }
}

/// One piece and one fire as they really are.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Truth {
    /// Thickness of the flesh, m.
    pub thickness_m: f64,
    /// Temperature at the start, C.
    pub start_c: f64,
    /// Contact and convection are this many times as good.
    pub contact: Contacts,
    /// Each fire is so much hotter, K.
    pub kelvins: Kelvins,
    /// The hob or heater gives this share of what it should.
    pub hob_share: f64,
    /// The load on pan or bath is this many times as large.
    pub load: f64,
    /// The flesh conducts this many times as well.
    pub conductivity: f64,
    /// A whole fish is this many times as high for its thickness.
    pub height: f64,
    /// It rests where it was cooked, the heat off: a pan cools under it, what surrounds it stays as hot as it was.
    pub left_in: bool,
}

/// What no kitchen is beyond.
impl ThingOff {
    /// So much hotter, K.
    pub const KELVINS: (f64, f64) = (-150.0, 150.0);
    /// Times as good a contact.
    pub const TIMES: (f64, f64) = (0.1, 10.0);
    /// Share of the power.
    pub const RECOVERY: (f64, f64) = (0.05, 5.0);
}

/// What of a thing an error is an error of.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Off {
    /// How hot it is against what it is set to.
    Kelvins(Fire),
    /// How well it gives heat to what touches it.
    Contact(Touch),
    /// How fast it comes back.
    Recovery,
}

impl Truth {
    /// Exactly as asked.
    pub fn asked(piece: &Piece) -> Self {
        Self {
            thickness_m: piece.thickness.metres(),
            start_c: piece.start.value(),
            contact: Contacts::all(1.0),
            kelvins: Kelvins::all(0.0),
            hob_share: 1.0,
            load: 1.0,
            conductivity: 1.0,
            height: 1.0,
            left_in: false,
        }
    }

    /// As asked, but for what is said to differ.
    ///
    /// # Errors
    /// [`InputError`] (out of range) naming what no piece and no kitchen has.
    pub fn of(piece: &Piece, differs: &TruthAsked) -> Result<Self, InputError> {
        let as_asked = Self::asked(piece);
        let within = |field, given: Option<f64>, range, unit, asked: f64| {
            given.map_or(Ok(asked), |x| checked(field, x, range, unit))
        };
        let thickness = differs
            .thickness_mm
            .map(|mm| Thickness::new("thickness_mm", mm))
            .transpose()?;
        let pieces = differs
            .pieces
            .map(|n| checked("pieces", f64::from(n), (1.0, 200.0), "pieces"))
            .transpose()?;
        Ok(Self {
            thickness_m: thickness.map_or(as_asked.thickness_m, Thickness::metres),
            start_c: within(
                "start_c",
                differs.start_c,
                (-35.0, 35.0),
                "C",
                as_asked.start_c,
            )?,
            contact: Contacts::all(within(
                "contact",
                differs.contact,
                ThingOff::TIMES,
                "times",
                1.0,
            )?),
            kelvins: Kelvins::all(within(
                "heat_k",
                differs.heat_k,
                ThingOff::KELVINS,
                "K",
                0.0,
            )?),
            hob_share: within(
                "hob_share",
                differs.hob_share,
                ThingOff::RECOVERY,
                "times",
                1.0,
            )?,
            left_in: differs.left_in,
            load: pieces.map_or(1.0, |n| n / f64::from(piece.pieces)),
            ..as_asked
        })
    }

    /// With one thing off that is so hot by a fire, touched so, and comes back by itself.
    ///
    /// # Errors
    /// [`InputError`] (out of range) naming what no thing has.
    pub fn with(
        mut self,
        off: &ThingOff,
        fire: Option<Fire>,
        touch: Option<Touch>,
        heats: bool,
    ) -> Result<Self, InputError> {
        if let Some(k) = off.kelvins {
            let k = checked("kelvins", k, ThingOff::KELVINS, "K")?;
            if let Some(fire) = fire {
                *self.kelvins.at(fire) += k;
            }
        }
        if let Some(times) = off.contact {
            let times = checked("contact", times, ThingOff::TIMES, "times")?;
            if let Some(touch) = touch {
                *self.contact.at(touch) *= times;
            }
        }
        if let Some(share) = off.recovery {
            let share = checked("recovery", share, ThingOff::RECOVERY, "times")?;
            if heats {
                self.hob_share *= share;
            }
        }
        Ok(self)
    }

    /// The same fire under another thickness of flesh, m.
    pub fn thick(self, thickness_m: f64) -> Self {
        Self {
            thickness_m,
            ..self
        }
    }
}
