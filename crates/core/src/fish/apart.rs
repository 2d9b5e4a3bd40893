//! Names that are no fish to be planned: never served, to be handled with care, or not covered. `data/apart.toml`, a row a
//! kind. A name is known by its words, so that "Cold-smoked salmon, vacuum" is smoked fish.

use serde::{Deserialize, Serialize};
use std::sync::OnceLock;

/// Why there are no times for it.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Deserialize, Serialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum ApartKind {
    /// It is not served at all.
    Never,
    /// Nobody here knows how to cook it.
    NotCovered,
    /// It wounds whoever handles it, and may carry reef toxin.
    Care,
}

/// One kind of them.
#[derive(Debug, Clone, PartialEq, Eq, Deserialize, Serialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Apart {
    /// Name on the wire.
    pub key: String,
    /// Why there are no times for it.
    pub kind: ApartKind,
    /// In words.
    pub name: String,
    /// Words that a name is known by.
    pub names: Vec<String>,
    /// What the cook reads.
    pub says: String,
}

#[derive(Deserialize)]
struct File {
    apart: Vec<Apart>,
}

fn words(text: &str) -> Vec<String> {
    let plain = text.to_lowercase();
    let words = plain.split(|c: char| !c.is_alphanumeric());
    words.filter(|w| !w.is_empty()).map(str::to_owned).collect()
}

/// One word for another, or its plural.
fn is(word: &str, name: &str) -> bool {
    let rest = word.strip_prefix(name);
    rest.is_some_and(|rest| matches!(rest, "" | "s" | "es"))
}

impl Apart {
    /// All of them, the gravest first.
    ///
    /// # Panics
    /// When the file that is compiled in does not parse; a test reads it.
    pub fn all() -> &'static [Apart] {
        static ALL: OnceLock<Vec<Apart>> = OnceLock::new();
        ALL.get_or_init(|| {
            let file: File = toml::from_str(include_str!("../../data/apart.toml"))
                .expect("data/apart.toml is checked by a test");
            let mut all = file.apart;
            all.sort_by_key(|one| one.kind);
            all
        })
    }

    /// What a name is one of, if it is; the gravest where it is more than one.
    pub fn called(name: &str) -> Option<&'static Apart> {
        let said = words(name);
        let has = |name: &String| {
            let name = words(name);
            !name.is_empty()
                && said
                    .windows(name.len())
                    .any(|some| some.iter().zip(&name).all(|(word, name)| is(word, name)))
        };
        Self::all().iter().find(|one| one.names.iter().any(has))
    }
}

#[cfg(test)]
mod tests {
    use super::super::Species;
    use super::*;

    #[test]
    fn names_are_known_by_their_words() {
        for (name, key) in [
            ("Puffer fish", "puffer"),
            ("northern PUFFERS", "puffer"),
            ("fugu sashimi", "puffer"),
            ("Mola mola", "ocean_sunfish"),
            ("Cold-smoked salmon, vacuum", "smoked"),
            ("salt-cod", "salted"),
            ("crab sticks", "crustaceans"),
            ("cod roe", "roe"),
            ("fish fingers", "minced"),
            ("Moray eel", "moray"),
            ("oysters", "shellfish"),
        ] {
            let found = Apart::called(name).map(|one| one.key.as_str());
            assert_eq!(found, Some(key), "{name}");
        }
        for name in [
            "Harbour bream",
            "Striped marlin",
            "",
            "roebuck",
            "Molasses cod",
        ] {
            assert_eq!(Apart::called(name), None, "{name}");
        }
    }

    /// A fish that ships is planned: no word of its names sets it apart, and no name stands in two rows.
    #[test]
    fn no_fish_that_ships_is_set_apart() {
        for fish in Species::all() {
            for name in fish.aliases.iter().chain([&fish.name, &fish.scientific]) {
                assert_eq!(Apart::called(name), None, "{name}");
            }
        }
        let mut seen = std::collections::HashSet::new();
        for one in Apart::all() {
            assert!(!one.says.is_empty() && one.says.len() < 140, "{}", one.key);
            for name in &one.names {
                assert!(seen.insert(name), "{name} twice");
                assert_eq!(*name, name.to_lowercase(), "{name}");
            }
        }
        for kind in [ApartKind::Never, ApartKind::Care, ApartKind::NotCovered] {
            assert!(Apart::all().iter().filter(|one| one.kind == kind).count() >= 6);
        }
    }
}
