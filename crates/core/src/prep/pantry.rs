//! What goes into coats, liquids, sauces and sides: `data/prep/pantry.toml`.

use crate::InputError;
use crate::kit::Allergen;
use serde::Deserialize;
use std::sync::OnceLock;

/// Measures, ml. common practice, no source.
pub const TEASPOON_ML: f64 = 5.0;
/// A tablespoon, ml.
pub const TABLESPOON_ML: f64 = 15.0;
/// A cup, ml.
pub const CUP_ML: f64 = 240.0;

/// Something to measure out.
#[derive(Debug, Clone, PartialEq, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct Thing {
    /// Name on the wire.
    pub key: String,
    /// In words; what is in it that some must avoid is read from them.
    pub name: String,
    /// As a cook measures it, g/ml.
    pub g_ml: f64,
    /// One of it, g, where it is counted.
    #[serde(default)]
    pub each_g: Option<f64>,
    /// How much of it is salt.
    #[serde(default)]
    pub salt_share: f64,
}

#[derive(Deserialize)]
#[serde(deny_unknown_fields)]
struct File {
    thing: Vec<Thing>,
}

impl Thing {
    /// All of them.
    pub fn all() -> &'static [Self] {
        static ALL: OnceLock<Vec<Thing>> = OnceLock::new();
        ALL.get_or_init(|| {
            let file: File = toml::from_str(include_str!("../../data/prep/pantry.toml"))
                .expect("data/prep/pantry.toml is checked by a test");
            file.thing
        })
    }

    /// By its key.
    ///
    /// # Errors
    /// [`InputError`] (unknown name).
    pub fn find(key: &str) -> Result<&'static Self, InputError> {
        let found = Self::all().iter().find(|thing| thing.key == key);
        found.ok_or_else(|| {
            InputError::unknown("of", key, Self::all().iter().map(|thing| &thing.key))
        })
    }

    /// Spoons or cups for so much, in words a cook measures by: quarters of a teaspoon, halves of a tablespoon, quarters of
    /// a cup. None for what is counted, and where it is less than a pinch.
    pub fn spoons(&self, g: f64) -> Option<String> {
        if self.each_g.is_some() {
            return None;
        }
        let ml = g / self.g_ml;
        let said = |in_ml: f64, step: f64, one: &str, more: &str| {
            let n = (ml / in_ml / step).round() * step;
            (n >= step).then(|| {
                let unit = if n > 1.0 { more } else { one };
                format!("{} {unit}", quarters(n))
            })
        };
        if ml < 0.15 * TEASPOON_ML {
            None
        } else if ml < 2.75 * TEASPOON_ML {
            said(TEASPOON_ML, 0.25, "teaspoon", "teaspoons")
        } else if ml < 0.9 * CUP_ML / 4.0 * 1.25 {
            said(TABLESPOON_ML, 0.5, "tablespoon", "tablespoons")
        } else {
            said(CUP_ML, 0.25, "cup", "cups")
        }
    }

    /// What is in it that some must avoid.
    pub fn allergens(&self) -> Vec<Allergen> {
        Allergen::named_in(&self.name)
    }
}

/// As a cook writes it: 1 1/2.
fn quarters(n: f64) -> String {
    let whole = n.floor();
    let part = match ((n - whole) * 4.0).round() as u8 {
        0 => "",
        1 => "1/4",
        2 => "1/2",
        _ => "3/4",
    };
    match (whole as u64, part) {
        (0, part) => part.to_owned(),
        (whole, "") => whole.to_string(),
        (whole, part) => format!("{whole} {part}"),
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    /// common practice, no source: 9 g of coarse salt a tablespoon, 190 g of flour in 1 1/4 cups, 115 g of mayonnaise in half a
    /// cup, 35 g of mustard in 2 1/2 tablespoons, 7 g of dry spice a tablespoon.
    #[test]
    fn practice_measures_are_as_cooks_know_them() {
        for (key, g, said) in [
            ("coarse_salt", 9.0, "1 tablespoon"),
            ("flour", 190.0, "1 1/4 cups"),
            ("mayonnaise", 115.0, "1/2 cup"),
            ("mustard", 35.0, "2 1/2 tablespoons"),
            ("spice", 7.0, "1 tablespoon"),
            ("bicarbonate", 2.27, "1/2 teaspoon"),
            ("citric_acid", 2.18, "1/2 teaspoon"),
            ("fine_salt", 6.0, "1 teaspoon"),
        ] {
            let thing = Thing::find(key).unwrap();
            let spoons = thing.spoons(g).unwrap();
            // A tablespoon and three teaspoons are one measure.
            let same = spoons == said || (said == "1 tablespoon" && spoons == "3 teaspoons");
            assert!(same, "{key}: {spoons}");
        }
        assert_eq!(Thing::find("egg").unwrap().spoons(50.0), None);
        assert_eq!(Thing::find("fine_salt").unwrap().spoons(0.2), None);
    }

    #[test]
    fn rows_are_sound_and_named_once() {
        let all = Thing::all();
        for (i, thing) in all.iter().enumerate() {
            assert!(
                all[..i].iter().all(|other| other.key != thing.key),
                "{}",
                thing.key
            );
            assert!((0.05..1.3).contains(&thing.g_ml), "{}", thing.key);
            assert!((0.0..=1.0).contains(&thing.salt_share), "{}", thing.key);
        }
    }
}
