//! What a kitchen has: pans, hobs, ovens, ware, fryers, pots, grates, broilers, steamers and fats,
//! as rows with figures, ranges and sources; and the kitchen itself.
//!
//! A method asks for a thing by its list and takes what its figures say; it knows no thing by name.
//! A new pan is a row.

mod allergen;
mod fats;
mod floor;
mod kitchen;
mod rows;
mod things;
mod usual;

pub use allergen::Allergen;
pub use fats::{FatMargin, fat_margins_at};
pub use floor::{Floor, Spacing};
pub use kitchen::{Kitchen, KitchenAsked};
pub use rows::{
    Basket, Broiler, Fat, Figure, Fryer, Grate, Hob, Oven, Pan, Pot, Press, Ridged, Row, Size,
    Stand, Steamer, Told, Ware,
};
pub use things::{LearnedOf, ThingAsked, ThingLearned, ThingOff};
pub use usual::{ShelfOffered, ThingOffered, UsualKitchen, usual_kitchens};

use crate::{InputError, Within, Wrong};
use serde::{Deserialize, Serialize};
use std::sync::{Arc, OnceLock};

/// A thing as asked for: by its key, of another size, or a row of the kitchen's own.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(untagged)]
pub enum Entry<R> {
    /// One that ships.
    Key(String),
    /// One that ships, of another size.
    Sized(Size),
    /// One of its own.
    Own(Arc<R>),
}

/// A list of the kit, found by the type of its rows.
pub trait Listed: Row {
    /// Its name on the wire.
    const LIST: &'static str;
    /// Which list.
    const SHELF: Shelf;
    /// The rows that ship.
    fn shipped() -> &'static [Arc<Self>];
    /// The rows of a kitchen.
    fn of(kit: &Kit) -> &[Arc<Self>];
}

macro_rules! kit {
    ($($(#[$doc:meta])* $list:ident : $row:ident as $shelf:ident called $words:literal one $one:literal;)*) => {
        /// Which list of the kit.
        #[derive(Debug, Clone, Copy, PartialEq, Eq)]
        pub enum Shelf {
            $($(#[$doc])* $shelf,)*
        }

        impl Shelf {
            /// Its name on the wire.
            pub fn list(self) -> &'static str {
                match self {
                    $(Self::$shelf => stringify!($list),)*
                }
            }

            /// Which has this name on the wire.
            pub fn named(list: &str) -> Option<Self> {
                match list {
                    $(stringify!($list) => Some(Self::$shelf),)*
                    _ => None,
                }
            }

            /// One thing of it, in words.
            pub fn one(self) -> &'static str {
                match self {
                    $(Self::$shelf => $one,)*
                }
            }
        }

        /// The kit of one kitchen as asked for: what is not named is all there.
        #[derive(Debug, Clone, PartialEq, Default, Serialize, Deserialize)]
        #[serde(deny_unknown_fields, default)]
        pub struct KitAsked {
            $($(#[$doc])* #[serde(skip_serializing_if = "Option::is_none")]
            pub $list: Option<Vec<Entry<$row>>>,)*
        }

        #[derive(Debug, Clone, PartialEq, Default)]
        struct Lists {
            $($list: Option<Vec<Arc<$row>>>,)*
        }

        impl Lists {
            fn read(asked: &KitAsked) -> Result<Self, InputError> {
                Ok(Self { $($list: list(stringify!($list), asked.$list.as_deref())?,)* })
            }
        }

        impl Lists {
            /// With one thing more, on the shelf where its like stands.
            fn with(&mut self, thing: &ThingAsked) -> Result<Shelf, InputError> {
                $(if thing.list.as_deref().is_none_or(|list| list == stringify!($list))
                    && let Some(like) = $row::shipped().iter().find(|row| row.key() == thing.like)
                {
                    let row = like.sized(&thing.size())?.named(&thing.id, &thing.name);
                    row.check()?;
                    let list = self.$list.get_or_insert_with(|| $row::shipped().to_vec());
                    // The one that ships, made this kitchen's own.
                    if thing.id == thing.like {
                        match list.iter_mut().find(|row| row.key() == thing.id) {
                            Some(here) => *here = Arc::new(row),
                            None => list.push(Arc::new(row)),
                        }
                        return Ok(Shelf::$shelf);
                    }
                    if $row::shipped().iter().any(|row| row.key() == thing.id) {
                        return Err(InputError::new("id", SHIPS));
                    }
                    list.push(Arc::new(row));
                    return rows::check_list(stringify!($list), list).map(|()| Shelf::$shelf);
                })*
                let known = [$($row::shipped().iter().map(|row| row.key()).collect::<Vec<_>>()),*];
                Err(InputError::unknown("like", &thing.like, known.concat()))
            }
        }

        #[derive(Debug, Deserialize)]
        #[serde(deny_unknown_fields)]
        struct File {
            $($list: Vec<Arc<$row>>,)*
        }

        $(impl Listed for $row {
            const LIST: &'static str = stringify!($list);
            const SHELF: Shelf = Shelf::$shelf;
            fn shipped() -> &'static [Arc<Self>] {
                &shipped().$list
            }
            fn of(kit: &Kit) -> &[Arc<Self>] {
                let own = kit.lists.as_ref().and_then(|lists| lists.$list.as_deref());
                own.unwrap_or(Self::shipped())
            }
        })*

        /// What ships, shelf by shelf, in the order a kitchen is asked.
        pub fn shelves() -> Vec<ShelfOffered> {
            vec![$(usual::offered::<$row>($words)),*]
        }

        impl Kit {
            /// How many a thing of a shelf holds side by side; one where it is not here.
            pub fn places(&self, list: &str, key: &str) -> usize {
                $(if list == stringify!($list) {
                    return self.find::<$row>(key).map_or(1, |row| row.places());
                })*
                1
            }

            /// Keys and names of what stands on a shelf, and what fish lies on there.
            pub fn floors(&self, shelf: Shelf) -> impl Iterator<Item = (&str, &str, Option<Floor>)> {
                let all: Vec<_> = match shelf {
                    $(Shelf::$shelf => {
                        let rows = $row::of(self).iter();
                        rows.map(|row| (row.key(), row.name(), row.floor())).collect()
                    })*
                };
                all.into_iter()
            }

            /// What fish lies on in a thing of a shelf.
            pub fn floor(&self, shelf: Shelf, key: &str) -> Option<Floor> {
                match shelf {
                    $(Shelf::$shelf => self.find::<$row>(key).ok().and_then(|row| row.floor()),)*
                }
            }

            /// Keys and names of what stands on a shelf.
            pub fn names(&self, shelf: Shelf) -> Vec<(&str, &str)> {
                match shelf {
                    $(Shelf::$shelf => {
                        $row::of(self).iter().map(|row| (row.key(), row.name())).collect()
                    })*
                }
            }
        }

        #[cfg(test)]
        fn check_shipped() -> Result<(), InputError> {
            $(rows::check_list(stringify!($list), $row::shipped())?;)*
            Ok(())
        }
    };
}

kit! {
    /// Frying pans.
    pans: Pan as Pans called "frying pans" one "frying pan";
    /// Hobs.
    hobs: Hob as Hobs called "hob" one "hob";
    /// Ovens.
    ovens: Oven as Ovens called "oven" one "oven";
    /// What fish lies on in an oven.
    wares: Ware as Wares called "to lie on in the oven" one "tray or dish for the oven";
    /// Fryers.
    fryers: Fryer as Fryers called "fryer" one "fryer";
    /// Pots and pans for liquid.
    pots: Pot as Pots called "pots" one "pot";
    /// Grates over a bed.
    grates: Grate as Grates called "grill" one "grill";
    /// Ridged pans.
    ridges: Ridged as RidgedPans called "grill pan" one "grill pan";
    /// Broilers.
    broilers: Broiler as Broilers called "broiler" one "broiler";
    /// Steamers.
    steamers: Steamer as Steamers called "steamer" one "steamer";
    /// Baskets for the grill.
    baskets: Basket as Baskets called "basket for the grill" one "basket for the grill";
    /// What a whole fish stands on.
    stands: Stand as Stands called "to stand a whole fish on" one "stand for a whole fish";
    /// What a fillet is pressed flat with.
    presses: Press as Presses called "to press a fillet flat" one "thing to press a fillet flat";
    /// Fats.
    fats: Fat as Fats called "fats" one "fat";
}

/// The kit of one kitchen; everything that ships when it has said nothing.
#[derive(Debug, Clone, PartialEq, Default)]
pub struct Kit {
    lists: Option<Arc<Lists>>,
    /// What was learned of a thing: its shelf and its key.
    learned: Vec<(Shelf, String, Vec<ThingLearned>)>,
    /// Things of its own: the shelf and the key.
    own: Vec<(Shelf, String)>,
}

fn shipped() -> &'static File {
    static ALL: OnceLock<File> = OnceLock::new();
    ALL.get_or_init(|| {
        let files = concat!(
            include_str!("../../data/fats.toml"),
            "\n",
            include_str!("../../data/kit.toml")
        );
        toml::from_str(files).expect("the files are checked by a test")
    })
}

const SHIPS: Wrong = Wrong::Order {
    message: "one that ships is called so",
};
/// Most things of a kind in one kitchen.
const MOST_ROWS: f64 = 40.0;

fn shipped_row<R: Listed>(key: &str) -> Result<Arc<R>, InputError> {
    let found = R::shipped().iter().find(|row| row.key() == key);
    found
        .cloned()
        .ok_or_else(|| InputError::unknown("", key, R::shipped().iter().map(|row| row.key())))
}

fn list<R: Listed>(
    name: &str,
    asked: Option<&[Entry<R>]>,
) -> Result<Option<Vec<Arc<R>>>, InputError> {
    let Some(asked) = asked else {
        return Ok(None);
    };
    crate::quantity::checked(name, asked.len() as f64, (0.0, MOST_ROWS), "things")?;
    let mut rows = Vec::with_capacity(asked.len());
    for (i, entry) in asked.iter().enumerate() {
        rows.push(match entry {
            Entry::Own(row) => Arc::clone(row),
            Entry::Key(key) => shipped_row(key).at(name, i)?,
            Entry::Sized(size) => {
                let row: Arc<R> = shipped_row(&size.like).within("like").at(name, i)?;
                Arc::new(row.sized(size).at(name, i)?)
            }
        });
    }
    rows::check_list(name, &rows)?;
    Ok(Some(rows))
}

impl Kit {
    /// Everything that ships.
    pub const ALL: Self = Self {
        lists: None,
        learned: vec![],
        own: vec![],
    };

    /// Checks what a kitchen says it has.
    ///
    /// # Errors
    /// [`InputError`] for a key that does not ship, a figure that no such thing has, a key twice.
    pub fn new(asked: &KitAsked) -> Result<Self, InputError> {
        if *asked == KitAsked::default() {
            return Ok(Self::ALL);
        }
        let mut lists = Lists::read(asked)?;
        if lists.presses.as_ref().is_some_and(Vec::is_empty) {
            // Nobody is without hands.
            lists.presses = Some(vec![shipped_row("hand")?]);
        }
        Ok(Self {
            lists: Some(Arc::new(lists)),
            ..Self::ALL
        })
    }

    /// With things that have names of their own beside what is there.
    ///
    /// # Errors
    /// [`InputError`] for two of one name, a kind that does not ship, a size that no such thing has.
    pub fn with(self, things: &[ThingAsked]) -> Result<Self, InputError> {
        if things.is_empty() {
            return Ok(self);
        }
        things::check_names(things)?;
        let mut lists = self
            .lists
            .map_or_else(Lists::default, |lists| (*lists).clone());
        let mut learned = self.learned;
        let mut own = self.own;
        for (i, thing) in things.iter().enumerate() {
            let shelf = lists.with(thing).at("things", i)?;
            own.push((shelf, thing.id.clone()));
            if !thing.learned.is_empty() {
                learned.push((shelf, thing.id.clone(), thing.learned.clone()));
            }
        }
        Ok(Self {
            lists: Some(Arc::new(lists)),
            learned,
            own,
        })
    }

    /// What really stands on a shelf: things of its own where it has any there, else all that it names.
    pub fn there(&self, shelf: Shelf) -> Vec<&str> {
        let own = self.own.iter().filter(|(on, _)| *on == shelf);
        let own: Vec<&str> = own.map(|(_, key)| key.as_str()).collect();
        if own.is_empty() {
            self.names(shelf).into_iter().map(|(key, _)| key).collect()
        } else {
            own
        }
    }

    /// Whether it has things of its own on a shelf.
    pub fn has_own(&self, shelf: Shelf) -> bool {
        self.own.iter().any(|(on, _)| *on == shelf)
    }

    /// What was learned of a thing of a shelf.
    pub fn learned(&self, shelf: Shelf, key: &str) -> &[ThingLearned] {
        let of = |known: &&(Shelf, String, Vec<ThingLearned>)| known.0 == shelf && known.1 == key;
        let found = self.learned.iter().find(of);
        found.map_or(&[], |(_, _, learned)| learned)
    }

    /// A thing by its key.
    ///
    /// # Errors
    /// [`InputError`] (unknown name) with the keys that are here.
    pub fn find<R: Listed>(&self, key: &str) -> Result<Arc<R>, InputError> {
        let found = R::of(self).iter().find(|row| row.key() == key);
        found
            .cloned()
            .ok_or_else(|| InputError::unknown("", key, R::of(self).iter().map(|row| row.key())))
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn every_row_that_ships_holds_and_names_its_source() {
        check_shipped().unwrap();
        assert!(Pan::shipped().len() >= 4 && Fat::shipped().len() >= 11);
        assert!(Pan::shipped().iter().all(|pan| !pan.source.is_empty()));
    }

    #[test]
    fn a_kitchen_has_what_it_says_and_its_own() {
        let asked: KitAsked = serde_json::from_str(
            r#"{ "pans": ["cast_iron", { "key": "plancha", "name": "steel plancha",
                 "capacity_j_m2k": 38e3, "bottom_m2": 0.2, "loss_w_m2k": 25 }], "fryers": [] }"#,
        )
        .unwrap();
        let kit = Kit::new(&asked).unwrap();
        let keys = |shelf| {
            kit.names(shelf)
                .iter()
                .map(|(k, _)| (*k).to_owned())
                .collect::<Vec<_>>()
        };
        assert_eq!(keys(Shelf::Pans), ["cast_iron", "plancha"]);
        assert!(keys(Shelf::Fryers).is_empty());
        assert_eq!(keys(Shelf::Hobs).len(), Hob::shipped().len());
        assert_eq!(
            kit.find::<Pan>("plancha").unwrap().capacity_j_m2k.at(),
            38e3
        );
        assert!(kit.find::<Pan>("clad").is_err());
    }

    #[test]
    fn a_thing_of_another_size_is_that_thing_with_its_size() {
        let asked: KitAsked = serde_json::from_str(
            r#"{ "pans": [{ "like": "clad", "across_mm": 300 }, "cast_iron"],
                 "hobs": [{ "like": "induction", "power_w": 1250 }] }"#,
        )
        .unwrap();
        let kit = Kit::new(&asked).unwrap();
        let pan = kit.find::<Pan>("clad").unwrap();
        assert!((pan.bottom_m2.at() - 0.070_686).abs() < 1e-6);
        assert_eq!(pan.name, "clad steel, 30 cm");
        let (half, whole) = (
            kit.find::<Hob>("induction").unwrap(),
            Kit::ALL.find::<Hob>("induction").unwrap(),
        );
        assert_eq!(half.pan_w_m2.at() * 2.0, whole.pan_w_m2.at());
        assert_eq!(half.pot_w.at(), 1250.0);
        let back = serde_json::to_value(&asked).unwrap();
        assert_eq!(back["pans"][0]["across_mm"], 300.0);
    }

    #[test]
    fn what_is_wrong_is_named_with_its_place() {
        let wrong = |json: &str| {
            let asked: KitAsked = serde_json::from_str(json).unwrap();
            Kit::new(&asked).unwrap_err().field().to_owned()
        };
        assert_eq!(wrong(r#"{ "pans": ["clad", "gold"] }"#), "pans[1]");
        let hob = r#"{ "hobs": [{ "key": "sun", "name": "sun", "pan_w_m2": 1, "pot_w": 900 }] }"#;
        assert_eq!(wrong(hob), "hobs[0].pan_w_m2");
        assert_eq!(wrong(r#"{ "pots": ["wide", "wide"] }"#), "pots[1].key");
        let sized =
            |list: &str, size: &str| wrong(&format!(r#"{{ "{list}": [{{ "like": {size} }}] }}"#));
        assert_eq!(sized("pans", r#""gold", "across_mm": 300"#), "pans[0].like");
        assert_eq!(
            sized("pans", r#""clad", "across_mm": 3"#),
            "pans[0].across_mm"
        );
        assert_eq!(
            sized("pans", r#""clad", "power_w": 900"#),
            "pans[0].power_w"
        );
        assert_eq!(
            sized("hobs", r#""coil", "across_mm": 300"#),
            "hobs[0].across_mm"
        );
    }
}
