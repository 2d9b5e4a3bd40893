//! Things of a kitchen that have a name of their own: two clad pans are two things, each of a kind that ships, each with
//! its size.

use super::rows::Size;
use crate::quantity::checked;
use crate::{InputError, Within, Wrong};
use serde::{Deserialize, Serialize};

/// One thing, as asked for.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct ThingAsked {
    /// What settings call it by, 1 to 40 letters; none that ships is called so.
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
    /// Liquid in a pot, l.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(minimum = 0.5, maximum = 60))]
    pub litres: Option<f64>,
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
        }
    }
}

/// Checks that each can be told from the others.
pub(super) fn check_names(things: &[ThingAsked]) -> Result<(), InputError> {
    const TWICE: Wrong = Wrong::Order {
        message: "two things of one name: nobody can tell them apart",
    };
    checked("things", things.len() as f64, (0.0, MOST), "things")?;
    for (i, thing) in things.iter().enumerate() {
        for (field, text) in [("id", &thing.id), ("name", &thing.name)] {
            let letters = text.trim().chars().count() as f64;
            checked(field, letters, (1.0, LONGEST), "letters").at("things", i)?;
        }
        let before = &things[..i];
        let alike = |a: &str, b: &str| a.trim().eq_ignore_ascii_case(b.trim());
        for (field, twice) in [
            ("id", before.iter().any(|other| other.id == thing.id)),
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
