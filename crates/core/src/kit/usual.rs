//! What a kitchen may say it has, and the kitchens most are like: `data/kitchens.toml`.

use super::{Entry, Floor, KitAsked, Listed};
use serde::{Deserialize, Serialize};
use std::sync::OnceLock;

/// One thing that ships.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct ThingOffered {
    /// Name on the wire.
    pub key: String,
    /// In words.
    pub name: String,
    /// Across its bottom, mm, where it is round.
    pub across_mm: Option<f64>,
    /// How long its bottom is, its tray or its grate, mm, where it is not round.
    pub length_mm: Option<f64>,
    /// And how wide, mm.
    pub width_mm: Option<f64>,
    /// Its power, W, where it is told by that.
    pub power_w: Option<f64>,
    /// What goes into it, l, where it is told by that.
    pub litres: Option<f64>,
    /// Rings of a hob, shelves of an oven.
    pub places: Option<u32>,
}

/// A list of the kit and what ships of it.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct ShelfOffered {
    /// Name on the wire.
    pub list: &'static str,
    /// In words.
    pub name: &'static str,
    /// What ships.
    pub things: Vec<ThingOffered>,
}

/// What ships of one list.
pub(super) fn offered<R: Listed>(name: &'static str) -> ShelfOffered {
    let thing = |row: &R| {
        let told = row.told();
        let (across_mm, sides_mm) = match told.floor {
            Some(Floor::Round { across_mm }) => (Some(across_mm.round()), None),
            Some(Floor::Oblong {
                length_mm,
                width_mm,
            }) => (None, Some([length_mm, width_mm])),
            None => (None, None),
        };
        ThingOffered {
            key: row.key().to_owned(),
            name: row.name().to_owned(),
            across_mm,
            length_mm: sides_mm.map(|[long, _]| long),
            width_mm: sides_mm.map(|[_, wide]| wide),
            power_w: told.power_w,
            litres: told.litres,
            places: told.places,
        }
    };
    ShelfOffered {
        list: R::LIST,
        name,
        things: R::shipped().iter().map(|row| thing(row)).collect(),
    }
}

/// A kitchen that many are like: a first guess.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct UsualKitchen {
    /// Name on the wire.
    pub key: String,
    /// In words.
    pub name: String,
    /// What it has; a list that is not there is all there.
    #[serde(default)]
    #[cfg_attr(feature = "schema", schema(value_type = Object))]
    pub kit: KitAsked,
}

#[derive(Deserialize)]
#[serde(deny_unknown_fields)]
struct File {
    kitchen: Vec<UsualKitchen>,
}

/// Kitchens that many are like.
pub fn usual_kitchens() -> &'static [UsualKitchen] {
    static ALL: OnceLock<Vec<UsualKitchen>> = OnceLock::new();
    ALL.get_or_init(|| {
        let file: File = toml::from_str(include_str!("../../data/kitchens.toml"))
            .expect("data/kitchens.toml is checked by a test");
        file.kitchen
    })
}

impl<R> Entry<R> {
    /// Key of the thing that ships, where it is one.
    pub fn like(&self) -> Option<&str> {
        match self {
            Self::Key(key) => Some(key),
            Self::Sized(size) => Some(&size.like),
            Self::Own(_) => None,
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::kit::{Kit, shelves};

    #[test]
    fn the_usual_kitchens_have_what_ships() {
        for kitchen in usual_kitchens() {
            Kit::new(&kitchen.kit).unwrap();
        }
        let keys: Vec<&str> = usual_kitchens().iter().map(|k| k.key.as_str()).collect();
        let usual = [
            "home",
            "home_induction",
            "home_electric",
            "ring",
            "line",
            "everything",
        ];
        assert_eq!(keys, usual);
        // A home has one kind of hob, and no oven is none.
        for key in ["home", "home_induction", "home_electric", "ring"] {
            let found = usual_kitchens().iter().find(|k| k.key == key).unwrap();
            let kit = Kit::new(&found.kit).unwrap();
            assert_eq!(kit.names(crate::kit::Shelf::Hobs).len(), 1, "{key}");
            assert_eq!(
                kit.names(crate::kit::Shelf::Ovens).is_empty(),
                key == "ring"
            );
        }
        let home = Kit::new(&usual_kitchens()[0].kit).unwrap();
        // Nobody has a fryer at home, and a pot.
        let fryers = home.names(crate::kit::Shelf::Fryers);
        assert_eq!(fryers, [("pot_on_hob", "pot of oil on the hob")]);
    }

    #[test]
    fn every_shelf_offers_what_ships_with_its_size() {
        let shelves = shelves();
        let pans = shelves.iter().find(|s| s.list == "pans").unwrap();
        assert!(pans.things.iter().all(|pan| pan.across_mm == Some(250.0)));
        let hobs = shelves.iter().find(|s| s.list == "hobs").unwrap();
        assert!(hobs.things.iter().all(|hob| hob.power_w >= Some(1000.0)));
        assert!(shelves.iter().all(|shelf| !shelf.things.is_empty()));
    }
}
