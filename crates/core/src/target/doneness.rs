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
    /// The aim is a seared rim that deep, mm, and the band what the middle stays within.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub rim_mm: Option<f64>,
    /// Names by which the fish of this family knew it before, which are still read.
    #[serde(default, skip_serializing)]
    #[cfg_attr(feature = "schema", schema(ignore))]
    pub was: Vec<String>,
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
    /// That where it does not swim in oil, where it is another.
    #[serde(default)]
    pub unfried: Option<String>,
    /// Above this the flesh is dry or woolly, C; none where dry and crisp is meant.
    #[serde(default)]
    pub overcooked_c: Option<f64>,
    /// A dry crust on both sides that belongs to it, mm.
    #[serde(default)]
    pub crust_mm: f64,
    /// Its bones make no stock: it turns oily and strong.
    #[serde(default)]
    pub no_stock: bool,
    /// From rare to well.
    pub levels: Vec<Level>,
}

#[derive(Deserialize)]
struct File {
    family: Vec<Family>,
}

/// What a plan looks for.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum Goal {
    /// The coldest point peaks in the middle of the band.
    Middle,
    /// A seared rim that deep on both sides, mm, over a middle that stays raw.
    Rim(f64),
    /// A slow piece still holds this figure, C: see [`safety`].
    Figure(f64),
}

/// A target, read: what is looked for, and what counts as right and as overcooked.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Aim {
    /// What is looked for.
    pub goal: Goal,
    /// What the coldest point is to end in.
    pub band: Band,
    /// Above this it is overcooked, C; never below the band, infinite where there is no such thing.
    pub overcooked_c: f64,
    /// The figure itself was asked for, and is shown with a probe.
    pub probed: bool,
    /// A dry crust on both sides belongs to it, mm, where the way of cooking makes one.
    pub crust_mm: f64,
    /// Where the coldest point is best, C.
    pub middle_c: f64,
    /// Nothing was asked for but what is usual.
    pub usual: bool,
    /// Its coat decides: gold and crisp, and the fish inside cooked through. The band is a floor then.
    pub coated: bool,
}

/// From here on flesh lets go of the bone, C. common practice, no source: whole fish lands at 54 to 58 and a little more.
const OFF_THE_BONE_C: f64 = 54.0;

/// In a coat fish stays moist: up to this it is not overdone, C. common practice, no source: 65 to 80.
const IN_A_COAT_C: f64 = 80.0;

/// What was fried is eaten cooked through: where its coat lets it, its middle comes to this, C. common practice, no source: 58
/// to 72 in thick pieces, more in thin ones.
const FRIED_THROUGH_C: f64 = 62.0;

/// A seared piece of what is eaten rare has a raw middle from so thick on, mm: a rare one takes minutes a side. common
/// practice, no source.
const RAW_MIDDLE_FROM_MM: f64 = 25.0;

impl Aim {
    /// The same where it is seared at its usual: thick tuna has a rim and a raw middle.
    #[must_use]
    pub fn seared(self, family: &Family, thickness_mm: f64) -> Self {
        let raw = family.levels.iter().find(|level| level.rim_mm.is_some());
        match raw.and_then(|level| Some((level.rim_mm?, level))) {
            Some((rim_mm, level)) if self.usual && thickness_mm >= RAW_MIDDLE_FROM_MM => Self {
                goal: Goal::Rim(rim_mm),
                band: Band {
                    low_c: level.low_c,
                    high_c: level.high_c,
                },
                ..self
            },
            _ => self,
        }
    }

    /// The same where it does not swim in oil: what is fried dry and crisp is only cooked through there.
    #[must_use]
    pub fn not_fried(self, family: &Family) -> Self {
        let level = family.unfried.as_ref();
        match level.and_then(|key| family.levels.iter().find(|level| level.key == *key)) {
            Some(level) if self.usual => {
                let band = Band {
                    low_c: level.low_c,
                    high_c: level.high_c,
                };
                Self {
                    goal: Goal::Middle,
                    band,
                    middle_c: band.middle_c(),
                    crust_mm: 0.0,
                    ..self
                }
            }
            _ => self,
        }
    }

    /// The same for a piece that gains so much more on the plate, K: it is served so much lower that it stays in its band,
    /// but not below it.
    #[must_use]
    pub fn before_it_gains(self, gains_k: f64) -> Self {
        let Band { low_c, high_c } = self.band;
        let stays_c = (high_c - gains_k).max(low_c + 0.25 * (self.middle_c - low_c));
        Self {
            middle_c: self.middle_c.min(stays_c),
            ..self
        }
    }

    /// The same for a piece in a coat that is to be gold, in oil or in a pan.
    #[must_use]
    pub fn in_a_coat(self, in_oil: bool) -> Self {
        let to_c = |c: f64| c.max(IN_A_COAT_C);
        let through_c = if in_oil && self.usual {
            FRIED_THROUGH_C
        } else {
            self.middle_c
        };
        Self {
            middle_c: self.middle_c.max(through_c),
            band: Band {
                high_c: to_c(self.band.high_c),
                ..self.band
            },
            overcooked_c: to_c(self.overcooked_c),
            coated: true,
            ..self
        }
    }

    /// Where overcooked begins; none where there is no such thing.
    pub fn overcooked_from_c(&self) -> Option<f64> {
        Some(self.overcooked_c).filter(|c| c.is_finite())
    }
}

/// A target as asked for.
#[derive(Debug, Clone, PartialEq)]
pub enum TargetAsked {
    /// A level of the fish's family, by key.
    Level(String),
    /// A band, C.
    Band(f64, f64),
    /// A seared rim, mm, over a middle that stays below so many C.
    Rim(f64, f64),
    /// What most cooks aim at with this fish.
    Usual,
}

/// Core temperatures that a target may have, C.
const TARGET_RANGE_C: (f64, f64) = (10.0, 95.0);
/// A band that ends here or below is a raw middle, C: what counts is the rim.
const RAW_MIDDLE_C: f64 = 30.0;
/// Such a rim when none is said, mm, and the rims that anybody sears.
const RIM_MM: f64 = 3.0;
const RIM_RANGE_MM: (f64, f64) = (0.5, 15.0);
/// A raw middle is not colder than this, C.
const MIDDLE_LOW_C: f64 = 15.0;

/// Key of the level that every family has: the food-safety figure, for eaters at risk. It is a
/// rule and no doneness.
pub const FOOD_SAFETY: &str = "food_safety";
/// Where a plan for a figure ends: so much above it the ordinary piece may land, K, since the slow
/// one must reach it.
const ABOVE_FIGURE_K: f64 = 12.0;

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

    /// Reads a target. `usual` names the level of this fish when that is not the family's; `figure_c`
    /// is the food-safety figure for this piece.
    ///
    /// A band that begins at the figure or above promises it, and is planned for the slow piece.
    ///
    /// # Errors
    /// [`InputError`] for an unknown level, a band upside down or out of 10 to 95 C, a rim no pan
    /// sears.
    pub fn aim(
        &self,
        asked: &TargetAsked,
        usual: Option<&str>,
        figure_c: f64,
    ) -> Result<Aim, InputError> {
        let aim = |goal, band: Band| Aim {
            goal,
            band,
            probed: matches!((goal, asked), (Goal::Figure(_), TargetAsked::Band(..))),
            crust_mm: self.crust_mm,
            middle_c: band.middle_c(),
            coated: false,
            usual: matches!(asked, TargetAsked::Usual),
            overcooked_c: self.overcooked_c.unwrap_or(f64::INFINITY).max(band.high_c),
        };
        let band_of = |band: Band, rim_mm: Option<f64>| match rim_mm {
            Some(rim_mm) => aim(Goal::Rim(rim_mm), band),
            None if band.high_c <= RAW_MIDDLE_C => aim(Goal::Rim(RIM_MM), band),
            None if band.low_c >= figure_c => aim(Goal::Figure(figure_c), band),
            None => aim(Goal::Middle, band),
        };
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
                return Ok(band_of(Band { low_c, high_c }, None));
            }
            TargetAsked::Rim(rim_mm, under_c) => {
                let rim_mm = checked("rim_mm", *rim_mm, RIM_RANGE_MM, "mm")?;
                let range = (MIDDLE_LOW_C, 45.0);
                let high_c = checked("middle_under_c", *under_c, range, "C")?;
                let low_c = MIDDLE_LOW_C;
                return Ok(aim(Goal::Rim(rim_mm), Band { low_c, high_c }));
            }
            TargetAsked::Level(key) => key.as_str(),
            TargetAsked::Usual => usual.unwrap_or(&self.default),
        };
        if key == FOOD_SAFETY {
            let band = Band {
                low_c: figure_c,
                high_c: figure_c + ABOVE_FIGURE_K,
            };
            return Ok(Aim {
                probed: true,
                ..aim(Goal::Figure(figure_c), band)
            });
        }
        let level = self
            .levels
            .iter()
            .find(|level| level.key == key)
            .or_else(|| {
                self.levels
                    .iter()
                    .find(|level| level.was.iter().any(|was| was == key))
            });
        let level = level.ok_or_else(|| {
            let known = self.levels.iter().map(|l| l.key.as_str());
            InputError::unknown("level", key, known.chain([FOOD_SAFETY]))
        })?;
        let band = Band {
            low_c: level.low_c,
            high_c: level.high_c,
        };
        Ok(band_of(band, level.rim_mm))
    }

    /// The level that is usual on the bone: the first at which the flesh lets go of it, where `usual` stays below that.
    pub fn off_the_bone<'a>(&'a self, usual: &'a str) -> &'a str {
        let low_c = |level: &Level| level.low_c >= OFF_THE_BONE_C;
        let named = self.levels.iter().find(|level| level.key == usual);
        if named.is_none_or(low_c) {
            return usual;
        }
        let first = self.levels.iter().find(|level| low_c(level));
        first.map_or(usual, |level| &level.key)
    }

    /// What most cooks aim at with this family.
    ///
    /// # Errors
    /// As [`Family::aim`].
    pub fn usual(&self) -> Result<Aim, InputError> {
        self.aim(&TargetAsked::Usual, None, safety::FOOD_CODE_C)
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    fn aim(family: &str, asked: &TargetAsked) -> Result<Aim, InputError> {
        Family::find(family).unwrap().aim(asked, None, 63.0)
    }

    #[test]
    fn levels_rise_without_overlap_and_nothing_in_the_band_is_overcooked() {
        for family in Family::all() {
            assert!(family.usual().is_ok(), "{}", family.key);
            for pair in family.levels.windows(2) {
                assert!(pair[0].high_c < pair[1].low_c, "{}", family.key);
            }
            for level in &family.levels {
                assert!(level.low_c < level.high_c);
                let aim = aim(&family.key, &TargetAsked::Level(level.key.clone())).unwrap();
                assert!(
                    aim.overcooked_c >= aim.band.high_c,
                    "{} {}",
                    family.key,
                    level.key
                );
            }
        }
    }

    #[test]
    fn a_band_upside_down_or_nan_is_refused() {
        let error = aim("lean_flaky", &TargetAsked::Band(56.0, 52.0)).unwrap_err();
        assert_eq!(error.code(), "target_upside_down");
        assert!(aim("lean_flaky", &TargetAsked::Band(f64::NAN, 52.0)).is_err());
        assert!(aim("lean_flaky", &TargetAsked::Level("pink".into())).is_err());
        assert!(aim("tuna_like", &TargetAsked::Rim(f64::NAN, 30.0)).is_err());
        assert!(aim("tuna_like", &TargetAsked::Rim(3.0, 60.0)).is_err());
    }

    /// Cards that were kept while the fish belonged to another family still open.
    #[test]
    fn levels_that_fish_had_before_are_still_read() {
        let band = |family: &str, level: &str| {
            aim(family, &TargetAsked::Level(level.into())).map(|aim| aim.band.low_c)
        };
        for level in ["rare", "medium_rare", "medium", "medium_well", "well"] {
            assert!(band("oily_flaky", level).is_ok(), "{level}");
            assert!(band("eel", level).is_ok(), "{level}");
        }
        for level in ["medium_rare", "medium", "well"] {
            assert!(band("lean_flaky", level).is_ok(), "{level}");
        }
        for level in ["slightly_rare", "just_set", "flaking", "well"] {
            assert!(band("skate", level).is_ok(), "{level}");
        }
    }

    #[test]
    fn what_is_asked_decides_what_is_looked_for() {
        let goal =
            |family: &str, low, high| aim(family, &TargetAsked::Band(low, high)).unwrap().goal;
        assert_eq!(goal("tuna_like", 15.0, 30.0), Goal::Rim(3.0));
        assert_eq!(goal("tuna_like", 25.0, 35.0), Goal::Middle);
        assert_eq!(goal("lean_flaky", 63.0, 66.0), Goal::Figure(63.0));
        assert_eq!(goal("lean_flaky", 61.0, 66.0), Goal::Middle);
        let raw = aim("tuna_like", &TargetAsked::Level("raw_middle".into())).unwrap();
        assert_eq!((raw.goal, raw.band.high_c), (Goal::Rim(3.0), 30.0));
        let crisp = aim("small_whole", &TargetAsked::Usual).unwrap();
        assert_eq!(crisp.overcooked_from_c(), None);
        assert_eq!(crisp.goal, Goal::Figure(63.0), "65 and more promises 63");
    }
}
