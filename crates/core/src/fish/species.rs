//! The fish that ship with Cindo: `data/species.toml`, parsed and checked once.

use crate::InputError;
use crate::matter::Composition;
use crate::outcome::Family;
use serde::Deserialize;
use std::sync::OnceLock;

/// Ash of raw fish, share of mass: middle of the table of fish in `ASHRAE-THERMAL`.
const ASH_SHARE: f64 = 0.012;

/// How the flesh holds together while it is handled.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Deserialize)]
#[serde(rename_all = "snake_case")]
pub enum Texture {
    /// Breaks on a bare grate.
    Delicate,
    /// Holds with care.
    Medium,
    /// Holds anything.
    Firm,
}

/// What becomes of the skin.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Deserialize)]
#[serde(rename_all = "snake_case")]
pub enum SkinEats {
    /// Crisps and is eaten.
    Crisps,
    /// Stays tough.
    Tough,
    /// Is taken off.
    NotEaten,
}

/// One fish.
#[derive(Debug, Clone, PartialEq, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct Species {
    /// Name on the wire.
    pub key: String,
    /// Common name.
    pub name: String,
    /// Scientific name.
    pub scientific: String,
    /// Other names to find it by.
    pub aliases: Vec<String>,
    /// Key of its family of doneness bands.
    pub family: String,
    /// Protein, share of mass.
    pub protein_share: f64,
    /// Fat, share of mass.
    pub fat_share: f64,
    /// How the flesh holds together.
    pub texture: Texture,
    /// What becomes of the skin.
    pub skin: SkinEats,
    /// Thin, usual and thick fillet, mm.
    pub thickness_mm: [f64; 3],
    /// Where the composition is from.
    pub source: String,
    /// The source is of a near relation.
    #[serde(default)]
    pub stand_in: bool,
}

#[derive(Deserialize)]
struct File {
    fish: Vec<Species>,
}

impl Species {
    /// All of them, in the order of the file.
    ///
    /// # Panics
    /// When the file that is compiled in does not parse; a test reads it.
    pub fn all() -> &'static [Species] {
        static ALL: OnceLock<Vec<Species>> = OnceLock::new();
        ALL.get_or_init(|| {
            let file: File = toml::from_str(include_str!("../../data/species.toml"))
                .expect("data/species.toml is checked by a test");
            file.fish
        })
    }

    /// Finds one by its key.
    ///
    /// # Errors
    /// [`InputError::UnknownName`] with the names it knows.
    pub fn find(key: &str) -> Result<&'static Species, InputError> {
        Self::all()
            .iter()
            .find(|s| s.key == key)
            .ok_or_else(|| InputError::UnknownName {
                field: "piece.fish".into(),
                given: key.chars().take(60).collect(),
                known: Self::all().iter().map(|s| s.key.clone()).collect(),
            })
    }

    /// What the flesh is made of; water is what the rest leaves.
    ///
    /// # Errors
    /// [`InputError`] when the row does not add up.
    pub fn composition(&self) -> Result<Composition, InputError> {
        let water = 1.0 - self.protein_share - self.fat_share - ASH_SHARE;
        Composition::new(water, self.protein_share, self.fat_share, ASH_SHARE)
    }

    /// Its family of doneness bands.
    ///
    /// # Errors
    /// [`InputError::UnknownName`] when the family is not in the list.
    pub fn family(&self) -> Result<&'static Family, InputError> {
        Family::find(&self.family)
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use std::collections::HashSet;

    #[test]
    fn every_row_is_complete_and_adds_up() {
        let mut keys = HashSet::new();
        for fish in Species::all() {
            let name = &fish.key;
            assert!(keys.insert(name.clone()), "{name} twice");
            let flesh = fish.composition().unwrap();
            assert!(
                (0.6..0.86).contains(&flesh.water_share),
                "{name}: {flesh:?}"
            );
            assert!(fish.family().is_ok(), "{name}");
            let [thin, usual, thick] = fish.thickness_mm;
            assert!(
                2.0 <= thin && thin < usual && usual < thick && thick <= 120.0,
                "{name}"
            );
            assert!(fish.source.starts_with("USDA-SR: "), "{name}");
            assert!(fish.scientific.split(' ').count() == 2, "{name}");
        }
        assert!(keys.len() >= 12);
    }
}
