//! What cooks do, as rows: `data/prep/*.toml`.

use super::pantry::Thing;
use crate::InputError;
use crate::run::What;
use serde::Deserialize;
use serde::de::DeserializeOwned;
use std::collections::BTreeMap;
use std::sync::OnceLock;

/// One thing of a recipe, at the recipe's own size: by weight, by volume or by number.
#[derive(Debug, Clone, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct Item {
    pub of: String,
    /// Called so in place of its own name.
    #[serde(default)]
    pub name: Option<String>,
    #[serde(default)]
    pub g: Option<f64>,
    #[serde(default)]
    pub ml: Option<f64>,
    #[serde(default)]
    pub count: Option<f64>,
    /// Counts among the dry, or among the wet, in liquid over dry.
    #[serde(default)]
    pub dry: bool,
    #[serde(default)]
    pub wet: bool,
}

impl Item {
    /// The thing itself.
    pub fn thing(&self) -> Result<&'static Thing, InputError> {
        Thing::find(&self.of)
    }

    /// How much it weighs, g.
    pub fn grams(&self) -> Result<f64, InputError> {
        let thing = self.thing()?;
        let counted = self.count.zip(thing.each_g).map(|(n, each)| n * each);
        let weighed = self.g.or(self.ml.map(|ml| ml * thing.g_ml)).or(counted);
        weighed.ok_or_else(|| InputError::missing("g"))
    }
}

/// A school of salting.
#[derive(Debug, Clone, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct School {
    pub key: String,
    pub name: String,
    pub why: String,
    /// Salt strewn, of the fish; of the brine where it is one.
    pub share: f64,
    pub minutes: f64,
    pub least_min: f64,
    pub most_min: f64,
    /// Of what was strewn, left when it was brushed off.
    pub stays: f64,
    #[serde(default)]
    pub rinsed: bool,
    #[serde(default)]
    pub fridge: bool,
    #[serde(default)]
    pub rub: bool,
    #[serde(default)]
    pub brine: bool,
    /// Salted when it comes out.
    #[serde(default)]
    pub later: bool,
    pub words: String,
    #[serde(default)]
    pub after: Option<String>,
}

/// A marinade.
#[derive(Debug, Clone, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct Marinade {
    pub key: String,
    pub name: String,
    pub least_min: f64,
    pub usual_min: f64,
    pub most_min: f64,
    #[serde(default)]
    pub whole_min: Option<f64>,
    pub per_kg: Vec<Item>,
    pub burns_c: f64,
    pub says: String,
}

/// What is strewn over the fish before a batter: so much a surface, or so much for the recipe's own fish.
#[derive(Debug, Clone, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct Dust {
    pub of: String,
    #[serde(default)]
    pub kg_m2: Option<f64>,
    #[serde(default)]
    pub g: Option<f64>,
}

/// A crust that is packed round a fish so thick.
#[derive(Debug, Clone, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct ByLayer {
    pub kg_m3: f64,
    /// Over the fish it is so much of what it is under it.
    pub over_share: f64,
}

/// A coat.
#[derive(Debug, Clone, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct Coat {
    pub key: String,
    pub name: String,
    pub why: String,
    /// Settings of the way that follow.
    pub sets: BTreeMap<String, String>,
    /// Ways that take it.
    pub kinds: Vec<String>,
    /// Only on the upper face.
    #[serde(default)]
    pub top: bool,
    /// For so much fish, g, low and high.
    pub for_g: [f64; 2],
    pub items: Vec<Item>,
    #[serde(default)]
    pub dust: Option<Dust>,
    #[serde(default)]
    pub holds_kg_m2: Option<[f64; 2]>,
    #[serde(default)]
    pub by_layer: Option<ByLayer>,
    #[serde(default)]
    pub gas_volumes: Option<f64>,
    #[serde(default)]
    pub charge_g: Option<f64>,
    #[serde(default)]
    pub heat_c: Option<f64>,
    pub source: String,
    #[serde(default)]
    pub rest_min: f64,
    #[serde(default)]
    pub use_within_min: Option<f64>,
    #[serde(default)]
    pub cold: bool,
    pub words: String,
    /// How it gets onto the fish, where it is mixed in a bowl first.
    #[serde(default)]
    pub on: Option<String>,
    pub cue: String,
    #[serde(default)]
    pub caution: Option<String>,
}

/// By what a mixture is scaled.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Deserialize)]
#[serde(rename_all = "snake_case")]
pub enum Per {
    Litre,
    KgBones,
    KgMade,
    #[serde(rename = "pan_25cm")]
    Pan25cm,
    Yolk,
    Person,
}

/// A liquid, a fat or a sauce.
#[derive(Debug, Clone, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct Mixture {
    pub key: String,
    pub part: super::Part,
    pub name: String,
    pub per: Per,
    /// The amounts are for so many of that.
    pub own: f64,
    /// A yolk is enough for so many.
    #[serde(default)]
    pub serves: Option<f64>,
    pub items: Vec<Item>,
    /// Begun so long before the plate, min; done after so many.
    pub minutes: f64,
    pub lasts_min: f64,
    pub hands_s: f64,
    #[serde(default)]
    pub thing: Option<String>,
    #[serde(default)]
    pub raw_egg: bool,
    #[serde(default)]
    pub not_over_c: Option<f64>,
    #[serde(default)]
    pub leaves_ml: Option<f64>,
    pub words: String,
    #[serde(default)]
    pub cue: Option<String>,
    #[serde(default)]
    pub rescue: Option<String>,
    #[serde(default)]
    pub caution: Option<String>,
    #[serde(default)]
    pub uses: Option<u32>,
    #[serde(default)]
    pub keeps_days: Option<f64>,
    pub source: String,
}

/// On what an act of cleaning is done.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Deserialize)]
#[serde(rename_all = "snake_case")]
pub enum On {
    Whole,
    Portion,
    Both,
}

/// One act of cleaning.
#[derive(Debug, Clone, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct Clean {
    pub key: String,
    pub name: String,
    /// Only one of a group is done.
    #[serde(default)]
    pub group: Option<String>,
    pub of: On,
    pub usual: bool,
    /// Where no scales are to be left on.
    #[serde(default)]
    pub scaled: bool,
    /// Where there is a skin.
    #[serde(default)]
    pub skin: bool,
    /// Only of what was cut off the bone.
    #[serde(default)]
    pub filleted: bool,
    /// Only of what runs out thin.
    #[serde(default)]
    pub tapers: bool,
    pub words: String,
    pub why: String,
    #[serde(default)]
    pub caution: Option<String>,
    /// Lemons for each.
    #[serde(default)]
    pub lemon: f64,
    pub once_s: f64,
    pub each_s: f64,
}

/// Which moment of the fish an act of a side stands at.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Deserialize)]
#[serde(rename_all = "snake_case")]
pub enum AtFish {
    In,
    Out,
}

/// One act of a side.
#[derive(Debug, Clone, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct SideAct {
    pub what: What,
    pub words: String,
    pub lasts_min: f64,
    pub once_s: f64,
    pub each_s: f64,
    #[serde(default)]
    pub thing: Option<String>,
    #[serde(default)]
    pub at_c: Option<f64>,
    #[serde(default)]
    pub fish: Option<AtFish>,
    #[serde(default)]
    pub cue: Option<String>,
    #[serde(default)]
    pub caution: Option<String>,
}

/// A side.
#[derive(Debug, Clone, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct Side {
    pub key: String,
    pub name: String,
    pub why: String,
    /// May stand so long when done.
    pub waits_min: f64,
    /// What comes before the fish is done when the fish goes in.
    #[serde(default)]
    pub ready_by_in: bool,
    pub per_person: Vec<Item>,
    /// For each person too, at the end.
    #[serde(default)]
    pub flat: Vec<Item>,
    pub act: Vec<SideAct>,
}

/// Something with a key.
pub trait Keyed: DeserializeOwned + 'static {
    /// What the field that names it is called.
    const FIELD: &'static str;
    fn all() -> &'static [Self];
    fn key(&self) -> &str;

    /// By its key.
    fn find(key: &str) -> Result<&'static Self, InputError> {
        let found = Self::all().iter().find(|row| row.key() == key);
        found.ok_or_else(|| {
            InputError::unknown(Self::FIELD, key, Self::all().iter().map(|row| row.key()))
        })
    }
}

macro_rules! rows {
    ($($row:ident $list:ident $file:literal $field:literal),* $(,)?) => {$(
        impl Keyed for $row {
            const FIELD: &'static str = $field;
            fn all() -> &'static [Self] {
                #[derive(Deserialize)]
                #[serde(deny_unknown_fields)]
                struct File {
                    $list: Vec<$row>,
                }
                static ROWS: OnceLock<Vec<$row>> = OnceLock::new();
                ROWS.get_or_init(|| {
                    let file: File = toml::from_str(include_str!(concat!("../../data/prep/", $file)))
                        .expect(concat!("data/prep/", $file, " is checked by a test"));
                    file.$list
                })
            }
            fn key(&self) -> &str {
                &self.key
            }
        }
    )*};
}

rows! {
    School school "salting.toml" "school",
    Marinade marinade "marinades.toml" "kind",
    Coat coat "coats.toml" "kind",
    Mixture mixture "mixtures.toml" "kind",
    Clean act "cleaning.toml" "clean",
    Side side "sides.toml" "kind",
}

#[cfg(test)]
mod tests {
    use super::*;

    use crate::methods::Method;

    #[test]
    fn every_row_can_be_read_and_weighed() {
        let coats = Coat::all().iter().flat_map(|row| &row.items);
        let mixed = Mixture::all().iter().flat_map(|row| &row.items);
        let sides = Side::all()
            .iter()
            .flat_map(|row| row.per_person.iter().chain(&row.flat));
        let rubs = Marinade::all().iter().flat_map(|row| &row.per_kg);
        for item in coats.chain(mixed).chain(sides).chain(rubs) {
            assert!(item.grams().unwrap() > 0.0, "{}", item.of);
        }
        for row in School::all() {
            let in_order = row.least_min <= row.minutes && row.minutes <= row.most_min;
            assert!(in_order && (0.0..0.2).contains(&row.share), "{}", row.key);
        }
        for row in Marinade::all() {
            assert!(
                row.least_min <= row.usual_min && row.usual_min <= row.most_min,
                "{}",
                row.key
            );
        }
    }

    #[test]
    fn rows_name_ways_settings_and_things_that_there_are() {
        for row in Coat::all() {
            let ways: Vec<&Method> = row
                .kinds
                .iter()
                .map(|kind| Method::find(kind).unwrap())
                .collect();
            for key in row.sets.keys() {
                let takes = |method: &&Method| {
                    method.settings.iter().any(|spec| spec.key == key)
                        || method.accepts.iter().any(|(name, _)| name == key)
                };
                assert!(ways.iter().any(takes), "{}: no way has {key}", row.key);
            }
        }
        let shelves = crate::kit::shelves();
        let there = |thing: &str| shelves.iter().any(|shelf| shelf.list == thing);
        for row in Side::all() {
            assert!(
                row.act
                    .iter()
                    .filter_map(|act| act.thing.as_deref())
                    .all(there),
                "{}",
                row.key
            );
        }
        assert!(
            Mixture::all()
                .iter()
                .filter_map(|row| row.thing.as_deref())
                .all(there)
        );
    }

    #[test]
    fn only_one_option_of_a_group_is_usual() {
        for of in [On::Whole, On::Portion] {
            for group in ["wash", "dry"] {
                let usual = Clean::all().iter().filter(|row| {
                    row.usual
                        && row.group.as_deref() == Some(group)
                        && (row.of == of || row.of == On::Both)
                });
                assert_eq!(usual.count(), 1, "{of:?} {group}");
            }
        }
    }
}
