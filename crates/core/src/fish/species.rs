//! The fish: those that ship with Cindo (`data/species.toml`, parsed and checked once) and
//! those a kitchen writes down itself, held to the same rules.

use super::body::Body;
use super::cut::Cut;
use crate::matter::Composition;
use crate::quantity::checked;
use crate::target::Family;
use crate::{InputError, Wrong};
use serde::{Deserialize, Serialize};
use std::sync::{Arc, OnceLock};

/// Ash of raw fish, share of mass: middle of the table of fish in `ASHRAE-THERMAL`.
const ASH_SHARE: f64 = 0.012;

/// How the flesh holds together while it is handled.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Deserialize, Serialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum Texture {
    /// Breaks on a bare grate.
    Delicate,
    /// Holds with care.
    Medium,
    /// Holds anything.
    Firm,
}

/// How the flesh comes apart when it is done.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Deserialize, Serialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum Flake {
    /// In large flakes.
    Large,
    /// In flakes.
    Medium,
    /// In small ones.
    Fine,
    /// Like meat.
    None,
}

/// What becomes of the skin.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Deserialize, Serialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum SkinEats {
    /// Crisps and is eaten.
    Crisps,
    /// Stays tough.
    Tough,
    /// Is taken off.
    NotEaten,
}

/// Where it lives: spoilage at a temperature depends on what its bacteria are used to.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Deserialize, Serialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum Waters {
    /// Cold.
    Cold,
    /// Temperate.
    Temperate,
    /// Warm.
    Tropical,
}

/// Where a fish comes from.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum Origin {
    /// Nobody has said.
    #[default]
    Unknown,
    /// Caught.
    Wild,
    /// Farmed, and the seller says so.
    Farmed,
}

/// How it is sold.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum Sold {
    /// As caught.
    Whole,
    /// Gutted.
    Gutted,
    /// Gutted, head off.
    HeadOff,
    /// Skinless fillet.
    Fillet,
}

/// What a fish can have.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Deserialize, Serialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum Hazard {
    /// Builds histamine when it is not kept cold; heat does not undo it.
    Histamine,
    /// From warm reefs; the toxin stands heat and frost.
    ReefToxin,
    /// Fat that the gut does not take up.
    WaxEsters,
    /// Worms that heat or frost kills.
    Parasites,
    /// Fins that stab.
    Spines,
    /// Fine forked bones through the flesh.
    FineBones,
    /// Blood that is poisonous until it is well heated.
    Serum,
    /// Poison in the flesh that no heat destroys.
    Poison,
}

/// What is asked of a fish that is not in the list, each by itself.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Deserialize, Serialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum Danger {
    /// Histamine.
    Histamine,
    /// Worms.
    Parasites,
    /// Toxin of warm reefs.
    ReefToxin,
    /// Mercury.
    Mercury,
    /// Poison of its own, in the flesh or in the blood.
    Poison,
}

impl Danger {
    /// All of them.
    pub const ALL: [Self; 5] = [
        Self::Histamine,
        Self::Parasites,
        Self::ReefToxin,
        Self::Mercury,
        Self::Poison,
    ];

    /// In words.
    pub fn name(self) -> &'static str {
        match self {
            Self::Histamine => "histamine",
            Self::Parasites => "worms",
            Self::ReefToxin => "reef toxin",
            Self::Mercury => "mercury",
            Self::Poison => "poison",
        }
    }
}

/// Class of advice on mercury.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Deserialize, Serialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum Mercury {
    /// Eaten freely.
    Low,
    /// Once a week for a child or in pregnancy.
    Some,
    /// Not for a child or in pregnancy.
    High,
}

/// One fish.
#[derive(Debug, Clone, PartialEq, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct Species {
    /// Name on the wire.
    pub key: String,
    /// Common name.
    pub name: String,
    /// Scientific name; may be empty for a kitchen's own.
    pub scientific: String,
    /// Other names to find it by.
    pub aliases: Vec<String>,
    /// Key of its family of doneness bands.
    pub family: String,
    /// Protein, share of mass.
    pub protein_share: f64,
    /// Fat, share of mass.
    pub fat_share: f64,
    /// Range of the fat over seasons and farms.
    #[serde(default)]
    pub fat_range: Option<[f64; 2]>,
    /// How the flesh holds together.
    pub texture: Texture,
    /// How it comes apart when done.
    pub flake: Flake,
    /// What becomes of the skin.
    pub skin: SkinEats,
    /// Thin, usual and thick fillet, mm.
    pub thickness_mm: [f64; 3],
    /// Keys of the usual cuts, the most usual first.
    pub cuts: Vec<String>,
    /// Key of its body shape.
    pub body: String,
    /// Key of the level most cooks aim at, where that is not the family's.
    #[serde(default)]
    pub usual: Option<String>,
    /// What can hurt.
    pub hazards: Vec<Hazard>,
    /// Eaten rare like tuna when it was frozen for it, though its family is another.
    #[serde(default)]
    pub rare_if_frozen: bool,
    /// So large that its steaks are cut from a quarter, beside the bone.
    #[serde(default)]
    pub quartered: bool,
    /// What nobody has asked about yet: it counts as there.
    #[serde(default)]
    pub unchecked: Vec<Danger>,
    /// A kitchen wrote it down itself.
    #[serde(skip)]
    pub own: bool,
    /// Class of mercury advice.
    pub mercury: Mercury,
    /// Where it lives.
    pub waters: Waters,
    /// Often farmed on pellets, feed without live parasites.
    #[serde(default)]
    pub farmed: bool,
    /// What the name of the row says of where it comes from.
    #[serde(default)]
    pub origin: Origin,
    /// How it is bought, where that is not whole, gutted, headed and filleted.
    #[serde(default)]
    pub sold: Option<Vec<Sold>>,
    /// Days on melting ice, low and high.
    pub ice_days: [f64; 2],
    /// Where those are from.
    pub ice_source: String,
    /// Skinless fillet over whole fish, low and high; else that of the body shape.
    #[serde(default)]
    pub fillet_yield: Option<[f64; 2]>,
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

/// Longest name, letters.
const LONGEST_NAME: usize = 60;

impl Species {
    /// Cut so, it is a round bar.
    pub fn is_round_tail(&self, cut: Cut) -> bool {
        cut == Cut::Tail && self.body().is_ok_and(|body| body.round_tail)
    }

    /// A portion cut so has bone or gristle in it.
    pub fn has_bone(&self, cut: Cut) -> bool {
        matches!(cut, Cut::Wing | Cut::Collar | Cut::Head) || (cut == Cut::Steak && !self.quartered)
    }

    /// All that ship, in the order of the file.
    ///
    /// # Panics
    /// When the file that is compiled in does not parse; a test reads it.
    pub fn all() -> &'static [Arc<Species>] {
        static ALL: OnceLock<Vec<Arc<Species>>> = OnceLock::new();
        ALL.get_or_init(|| {
            let file: File = toml::from_str(include_str!("../../data/species.toml"))
                .expect("data/species.toml is checked by a test");
            file.fish.into_iter().map(Arc::new).collect()
        })
    }

    /// Finds one by its key, or by a name that only it goes by.
    ///
    /// # Errors
    /// [`InputError`] (unknown name) with the names it knows, or (two of that name) with those it
    /// could be.
    pub fn find(key: &str) -> Result<Arc<Species>, InputError> {
        let found = Self::all().iter().find(|s| s.key == key);
        if let Some(found) = found {
            return Ok(Arc::clone(found));
        }
        // A name that cooks use for two fish asks which.
        let called: Vec<&Arc<Species>> = Self::called(key).collect();
        match called.as_slice() {
            [] => Err(InputError::unknown(
                "fish",
                key,
                Self::all().iter().map(|s| &s.key),
            )),
            [one] => Ok(Arc::clone(one)),
            many => Err(InputError::new(
                "fish",
                Wrong::TwoOfThatName {
                    given: key.chars().take(LONGEST_NAME).collect(),
                    could_be: many.iter().map(|s| s.key.clone()).collect(),
                },
            )),
        }
    }

    /// Those that go by a name, their own or another.
    fn called(name: &str) -> impl Iterator<Item = &'static Arc<Species>> {
        let name = name.trim().to_lowercase();
        Self::all().iter().filter(move |fish| {
            fish.name.to_lowercase() == name
                || fish.aliases.iter().any(|a| a.to_lowercase() == name)
        })
    }

    /// Holds a row to the rules: names, sums, ranges, known words.
    ///
    /// # Errors
    /// [`InputError`] naming the part that is wrong.
    pub fn check(&self) -> Result<(), InputError> {
        let letters = self.name.trim().chars().count() as f64;
        checked("name", letters, (1.0, LONGEST_NAME as f64), "letters")?;
        checked("protein_share", self.protein_share, (0.05, 0.30), "")?;
        checked("fat_share", self.fat_share, (0.0, 0.35), "")?;
        if let Some([low, high]) = self.fat_range {
            checked("fat_range", self.fat_share, (low, high), "")?;
        }
        let water = 1.0 - self.protein_share - self.fat_share - ASH_SHARE;
        // A row that adds up leaves as much water as fish have.
        checked("fat_share", water, (0.50, 0.90), "of water left")?;
        let [thin, usual, thick] = self.thickness_mm;
        checked("thickness_mm", thin, (2.0, usual), "mm")?;
        checked("thickness_mm", thick, (usual, 120.0), "mm")?;
        let [low, high] = self.ice_days;
        checked("ice_days", low, (0.0, high), "days")?;
        checked("ice_days", high, (low, 30.0), "days")?;
        if let Some([low, high]) = self.fillet_yield {
            checked("fillet_yield", low, (0.1, high), "")?;
            checked("fillet_yield", high, (low, 0.8), "")?;
        }
        let family = self.family()?;
        if let Some(level) = &self.usual
            && family.levels.iter().all(|l| l.key != *level)
        {
            let known = family.levels.iter().map(|l| &l.key);
            return Err(InputError::unknown("usual", level, known));
        }
        self.body()?;
        for cut in &self.cuts {
            if Cut::find(cut).is_err() {
                let known = Cut::ALL.iter().map(|(_, name, _)| *name);
                return Err(InputError::unknown("cuts", cut, known));
            }
        }
        self.composition()?;
        Ok(())
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
    /// [`InputError`] (unknown name) when the family is not in the list.
    pub fn family(&self) -> Result<&'static Family, InputError> {
        Family::find(&self.family)
    }

    /// The shape of its body.
    ///
    /// # Errors
    /// [`InputError`] (unknown name) when the shape is not in the list.
    pub fn body(&self) -> Result<&'static Body, InputError> {
        Body::find(&self.body)
    }

    /// Whether anybody eats it nearly raw off a pan.
    pub fn eaten_rare(&self) -> bool {
        self.rare_if_frozen || self.family == "tuna_like"
    }

    /// Whether it has a hazard.
    pub fn has(&self, hazard: Hazard) -> bool {
        self.hazards.contains(&hazard)
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use std::collections::HashSet;

    #[test]
    fn every_row_is_complete_and_adds_up() {
        let (mut keys, mut names) = (HashSet::new(), HashSet::new());
        for fish in Species::all() {
            let name = &fish.key;
            assert!(keys.insert(name.clone()), "{name} twice");
            assert!(names.insert(fish.name.to_lowercase()), "{name} named twice");
            fish.check().unwrap_or_else(|e| panic!("{name}: {e}"));
            let known = ["USDA-SR: ", "from memory, medium confidence: "];
            assert!(known.iter().any(|k| fish.source.starts_with(k)), "{name}");
            assert!(
                !fish.ice_source.is_empty() && !fish.cuts.is_empty(),
                "{name}"
            );
            assert_eq!(fish.scientific.split(' ').count(), 2, "{name}");
        }
        assert!(keys.len() >= 115, "{}", keys.len());
    }

    /// FDA Hazards Guide, chapters 3 and 7 (from memory): the group is known as a set.
    #[test]
    fn published_histamine_group() {
        let has = |key: &str| Species::find(key).unwrap().has(Hazard::Histamine);
        for key in [
            "tuna",
            "mackerel",
            "mahi_mahi",
            "bluefish",
            "amberjack",
            "anchovy",
            "sardine",
            "herring",
            "sprat",
            "bonito",
            "escolar",
            "swordfish",
            "shad",
        ] {
            assert!(has(key), "{key}");
        }
        for key in ["cod", "haddock", "plaice", "salmon", "hake", "skate"] {
            assert!(!has(key), "{key}");
        }
    }

    /// Huss 1995, days on melting ice (from memory).
    #[test]
    fn published_shelf_life_on_ice() {
        for (key, days) in [
            ("cod", [9.0, 15.0]),
            ("haddock", [9.0, 15.0]),
            ("whiting", [7.0, 9.0]),
            ("hake", [7.0, 15.0]),
            ("plaice", [7.0, 18.0]),
            ("sole", [7.0, 18.0]),
            ("halibut", [21.0, 24.0]),
            ("sardine", [3.0, 8.0]),
            ("trout", [9.0, 11.0]),
            ("tilapia", [10.0, 27.0]),
            ("carp", [16.0, 21.0]),
        ] {
            let fish = Species::find(key).unwrap();
            assert_eq!(fish.ice_days, days, "{key}");
            assert!(fish.ice_source.starts_with("HUSS-1995"), "{key}");
        }
        // Summer herring 2 to 6, winter 7 to 12; mackerel 4 to 19, usually 7 to 10.
        let within = |key: &str, [low, high]: [f64; 2]| {
            let [a, b] = Species::find(key).unwrap().ice_days;
            low <= a && b <= high
        };
        assert!(within("herring", [2.0, 12.0]) && within("mackerel", [4.0, 19.0]));
    }

    #[test]
    fn a_fish_of_ones_own_is_held_to_the_same_rules() {
        let own = (*Species::all()[0]).clone();
        let wrong = |change: &dyn Fn(&mut Species)| {
            let mut fish = own.clone();
            change(&mut fish);
            fish.check().unwrap_err().field().to_owned()
        };
        assert_eq!(wrong(&|f| f.name = " ".into()), "name");
        assert_eq!(wrong(&|f| f.protein_share = 0.6), "protein_share");
        assert_eq!(wrong(&|f| f.fat_share = f64::NAN), "fat_share");
        assert_eq!(wrong(&|f| f.family = "soup".into()), "family");
        assert_eq!(wrong(&|f| f.body = "cube".into()), "body");
        assert_eq!(
            wrong(&|f| f.thickness_mm = [9.0, 5.0, 20.0]),
            "thickness_mm"
        );
        assert_eq!(wrong(&|f| f.ice_days = [5.0, 2.0]), "ice_days");
        assert_eq!(wrong(&|f| f.cuts = vec!["dice".into()]), "cuts");
    }
}
