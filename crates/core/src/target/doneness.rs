//! The cooks' bands of doneness, by family of fish. common practice, no source.

use super::safety;
use crate::quantity::checked;
use crate::{InputError, Wrong};
use serde::{Deserialize, Serialize};
use std::sync::OnceLock;

/// A band of core temperatures after the rest.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Band {
    /// Low end, C.
    pub low_c: f64,
    /// High end, C.
    pub high_c: f64,
}

impl Band {
    /// The middle, which a plan aims at.
    pub fn middle_c(self) -> f64 {
        0.5 * (self.low_c + self.high_c)
    }
}

/// One level of a family.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Level {
    /// Name on the wire.
    pub key: String,
    /// In the cook's words.
    pub name: String,
    /// Low end, C.
    pub low_c: f64,
    /// High end, C.
    pub high_c: f64,
}

/// Fish that are done alike.
#[derive(Debug, Clone, PartialEq, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct Family {
    /// Name on the wire.
    pub key: String,
    /// In words.
    pub name: String,
    /// Key of the level most cooks aim at.
    pub default: String,
    /// From rare to well.
    pub levels: Vec<Level>,
}

#[derive(Deserialize)]
struct File {
    family: Vec<Family>,
}

/// A target as asked for.
#[derive(Debug, Clone, PartialEq)]
pub enum TargetAsked {
    /// A level of the fish's family, by key.
    Level(String),
    /// A band, C.
    Band(f64, f64),
    /// What most cooks aim at with this fish.
    Usual,
}

/// Core temperatures that a target may have, C.
const TARGET_RANGE_C: (f64, f64) = (30.0, 95.0);

/// Key of the level that every family has: the food-safety figure, for eaters at risk. It is a
/// rule and no doneness.
pub const FOOD_SAFETY: &str = "food_safety";
/// Its band: the figure and what lies just above.
pub const AT_RISK: Band = Band {
    low_c: safety::FOOD_CODE_C,
    high_c: safety::FOOD_CODE_C + 3.0,
};

impl Family {
    /// All of them.
    ///
    /// # Panics
    /// When the file that is compiled in does not parse; a test reads it.
    pub fn all() -> &'static [Family] {
        static ALL: OnceLock<Vec<Family>> = OnceLock::new();
        ALL.get_or_init(|| {
            let file: File = toml::from_str(include_str!("../../data/doneness.toml"))
                .expect("data/doneness.toml is checked by a test");
            file.family
        })
    }

    /// Finds one by its key.
    ///
    /// # Errors
    /// [`InputError`] (unknown name).
    pub fn find(key: &str) -> Result<&'static Family, InputError> {
        Self::all()
            .iter()
            .find(|f| f.key == key)
            .ok_or_else(|| InputError::unknown("family", key, Self::all().iter().map(|f| &f.key)))
    }

    /// Turns a target into a band.
    ///
    /// # Errors
    /// [`InputError`] for an unknown level, a band upside down or out of 30 to 95 C.
    pub fn band(&self, asked: &TargetAsked) -> Result<Band, InputError> {
        let key = match asked {
            TargetAsked::Band(low, high) => {
                let low_c = checked("low_c", *low, TARGET_RANGE_C, "C")?;
                let high_c = checked("high_c", *high, TARGET_RANGE_C, "C")?;
                if low_c > high_c {
                    return Err(InputError::new(
                        "low_c",
                        Wrong::TargetUpsideDown { low_c, high_c },
                    ));
                }
                return Ok(Band { low_c, high_c });
            }
            TargetAsked::Level(key) => key,
            TargetAsked::Usual => &self.default,
        };
        if key == FOOD_SAFETY {
            return Ok(AT_RISK);
        }
        let level = self.levels.iter().find(|level| level.key == *key);
        level
            .map(|l| Band {
                low_c: l.low_c,
                high_c: l.high_c,
            })
            .ok_or_else(|| InputError::unknown("level", key, self.levels.iter().map(|l| &l.key)))
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn levels_rise_without_overlap_and_the_usual_one_exists() {
        for family in Family::all() {
            assert!(family.band(&TargetAsked::Usual).is_ok(), "{}", family.key);
            for pair in family.levels.windows(2) {
                assert!(pair[0].high_c < pair[1].low_c, "{}", family.key);
            }
            assert!(family.levels.iter().all(|l| l.low_c < l.high_c));
        }
    }

    #[test]
    fn a_band_upside_down_or_nan_is_refused() {
        let lean = Family::find("lean_flaky").unwrap();
        let error = lean.band(&TargetAsked::Band(56.0, 52.0)).unwrap_err();
        assert_eq!(error.code(), "target_upside_down");
        assert!(lean.band(&TargetAsked::Band(f64::NAN, 52.0)).is_err());
        assert!(lean.band(&TargetAsked::Level("rare".into())).is_err());
    }
}
