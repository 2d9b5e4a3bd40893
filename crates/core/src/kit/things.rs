//! Things of a kitchen that have a name of their own: two clad pans are two things, each of a kind that ships, each with
//! its size.

use super::rows::Size;
use crate::quantity::checked;
use crate::{InputError, Within, Wrong};
use serde::{Deserialize, Serialize};

/// How one thing of the kitchen is off.
#[derive(Debug, Clone, Copy, PartialEq, Default, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct ThingOff {
    /// So much hotter than it is set or reads, K.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(minimum = -150, maximum = 150))]
    pub kelvins: Option<f64>,
    /// What touches it takes up heat this many times as well.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(minimum = 0.1, maximum = 10))]
    pub contact: Option<f64>,
    /// It comes back with this share of what it should.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(minimum = 0.05, maximum = 5))]
    pub recovery: Option<f64>,
}

/// One thing, as asked for.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct ThingAsked {
    /// What settings call it by, 1 to 40 letters: a name of its own, or the key of the one that ships and is made this
    /// kitchen's own by it.
    pub id: String,
    /// The key of the one that ships and is like it.
    pub like: String,
    /// On which list of the kit that one stands, where two have one of that key; the first when not said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(max_length = 20))]
    pub list: Option<String>,
    /// What the cooks call it, 1 to 40 letters.
    pub name: String,
    /// Across the bottom of a pan, mm.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(minimum = 120, maximum = 800))]
    pub across_mm: Option<f64>,
    /// Or how long it is, mm.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(minimum = 120, maximum = 800))]
    pub length_mm: Option<f64>,
    /// And how wide, mm.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(minimum = 120, maximum = 800))]
    pub width_mm: Option<f64>,
    /// Power of a hob or fryer, W.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(minimum = 300, maximum = 20000))]
    pub power_w: Option<f64>,
    /// Liquid in a pot, oil in a fryer, l.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(minimum = 0.5, maximum = 60))]
    pub litres: Option<f64>,
    /// Rings of a hob, shelves of an oven.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(minimum = 1, maximum = 12))]
    pub places: Option<u32>,
    /// What was learned of it, each sort once.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub learned: Vec<ThingLearned>,
}

/// What can be learned of a thing.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum LearnedOf {
    /// How much hotter it is than it is set or reads, K.
    Kelvins,
    /// How many times as well it gives heat to what touches it.
    Contact,
    /// Which share of what it should it comes back with.
    Recovery,
}

/// How a thing is off, as far as cooks have taught it.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct ThingLearned {
    /// Of what.
    pub what: LearnedOf,
    /// What it is taken for: K, times, a share.
    pub mean: f64,
    /// How far it may be from that the next time, one standard deviation: K, and of the logarithm of times and share.
    pub sd: f64,
}

impl ThingLearned {
    fn check(&self) -> Result<(), InputError> {
        // Narrower than what a truth may be: what is further off is broken, and a figure of it a slip of the finger.
        let ((low, high), unit, most) = match self.what {
            LearnedOf::Kelvins => ((-60.0, 60.0), "K", 60.0),
            LearnedOf::Contact => ((0.25, 4.0), "times", 1.5),
            LearnedOf::Recovery => ((0.2, 3.0), "times", 1.5),
        };
        checked("mean", self.mean, (low, high), unit)?;
        checked("sd", self.sd, (0.0, most), unit).map(drop)
    }
}

impl ThingAsked {
    /// How it is off by what was learned.
    pub fn off(learned: &[ThingLearned]) -> ThingOff {
        let of = |what| learned.iter().find(|l| l.what == what).map(|l| l.mean);
        ThingOff {
            kelvins: of(LearnedOf::Kelvins),
            contact: of(LearnedOf::Contact),
            recovery: of(LearnedOf::Recovery),
        }
    }
}

/// Longest id and name, letters.
const LONGEST: f64 = 40.0;
/// No kitchen has more.
const MOST: f64 = 40.0;

impl ThingAsked {
    pub(super) fn size(&self) -> Size {
        Size {
            like: self.like.clone(),
            across_mm: self.across_mm,
            length_mm: self.length_mm,
            width_mm: self.width_mm,
            power_w: self.power_w,
            litres: self.litres,
            places: self.places,
        }
    }
}

/// Checks that each can be told from the others.
pub(super) fn check_names(things: &[ThingAsked]) -> Result<(), InputError> {
    const TWICE: Wrong = Wrong::Order {
        message: "two things of one name: nobody can tell them apart",
    };
    const LEARNED_TWICE: Wrong = Wrong::Order {
        message: "learned twice",
    };
    checked("things", things.len() as f64, (0.0, MOST), "things")?;
    for (i, thing) in things.iter().enumerate() {
        for (field, text) in [("id", &thing.id), ("name", &thing.name)] {
            let letters = text.trim().chars().count() as f64;
            checked(field, letters, (1.0, LONGEST), "letters").at("things", i)?;
        }
        for (j, learned) in thing.learned.iter().enumerate() {
            let twice = thing.learned[..j].iter().any(|l| l.what == learned.what);
            let right = learned.check().and_then(|()| match twice {
                true => Err(InputError::new("what", LEARNED_TWICE)),
                false => Ok(()),
            });
            right.at("learned", j).at("things", i)?;
        }
        let before = &things[..i];
        // A pan and a dish that ship have one key.
        let apart = |a: &ThingAsked, b: &ThingAsked| matches!((&a.list, &b.list), (Some(one), Some(other)) if one != other);
        let same_id = |a: &ThingAsked, b: &ThingAsked| a.id == b.id && !apart(a, b);
        let alike = |a: &str, b: &str| a.trim().eq_ignore_ascii_case(b.trim());
        for (field, twice) in [
            ("id", before.iter().any(|other| same_id(other, thing))),
            (
                "name",
                before.iter().any(|other| alike(&other.name, &thing.name)),
            ),
        ] {
            if twice {
                return Err(InputError::new(format!("things[{i}].{field}"), TWICE));
            }
        }
    }
    Ok(())
}
