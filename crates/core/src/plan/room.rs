//! What fits: how many pieces lie on what they are cooked on, or in the oil and the liquid that they push up.

use crate::fish::{Lies, Piece};
use crate::kit::{Floor, Kitchen, Listed, Pan, Pot, Row as _, Shelf, Spacing};
use crate::methods::{Chosen, Spec};
use crate::run::{Fire, Hot, Programme};
use serde::Deserialize;
use std::sync::OnceLock;

/// Room for pieces on one thing of a kitchen.
#[derive(Debug, Clone)]
pub(crate) struct Room {
    /// The shelf that the thing stands on.
    pub shelf: Shelf,
    /// What it is called.
    pub on: String,
    /// What fish lies on there.
    pub floor: Floor,
    /// What one piece takes up.
    pub lies: Lies,
    /// So many go in at once; 0 where not even one does.
    pub most: u32,
    /// It lies there, but the liquid would run over.
    pub over_the_rim: bool,
    /// What holds more of them, of the same shelf.
    pub larger: Option<Larger>,
}

/// A larger thing of the same shelf.
#[derive(Debug, Clone)]
pub(crate) struct Larger {
    /// The setting it is chosen by.
    pub setting: &'static Spec,
    /// Its key.
    pub key: String,
    /// What it is called, and how large it is.
    pub words: String,
}

impl Room {
    /// How many of so many go in at once: as even batches as can be.
    pub fn at_once(&self, all: u32) -> u32 {
        all.div_ceil(self.batches(all))
    }

    /// Why not even one goes in, and what to do.
    pub fn too_small(&self) -> Option<String> {
        if self.most > 0 {
            return None;
        }
        if self.over_the_rim {
            let pot = format!(
                "With it in, the liquid in the {} comes up to the rim",
                self.on
            );
            return Some(format!("{pot}. Take a deeper one, or cut it in two."));
        }
        let Lies {
            length_mm,
            width_mm,
        } = self.lies;
        let (long, wide) = (length_mm.max(width_mm), length_mm.min(width_mm));
        let is = format!("It is {:.0} by {:.0} cm", long / 10.0, wide / 10.0);
        let here = format!("the {} holds {}", self.on, self.floor.words());
        let then = self.larger.as_ref().map_or_else(
            || "Cut it in two, or take a way with more room.".to_owned(),
            |larger| format!("Take {}, or cut it in two.", larger.words),
        );
        Some(format!("{is}; {here}. {then}"))
    }

    /// In how many batches.
    pub fn batches(&self, all: u32) -> u32 {
        all.div_ceil(self.most.max(1))
    }
}

#[derive(Debug, Deserialize)]
#[serde(deny_unknown_fields)]
struct Row {
    shelf: String,
    gap_mm: f64,
    most_cover: f64,
    over_rim: f64,
}

impl Row {
    fn spacing(&self) -> Spacing {
        Spacing {
            gap_mm: self.gap_mm,
            most_cover: self.most_cover,
            over_rim: self.over_rim,
        }
    }
}

fn rows() -> &'static [Row] {
    #[derive(Deserialize)]
    struct File {
        lies: Vec<Row>,
    }
    static ROWS: OnceLock<Vec<Row>> = OnceLock::new();
    ROWS.get_or_init(|| {
        let file: File = toml::from_str(include_str!("../../data/room.toml"))
            .expect("data/room.toml is checked by a test");
        file.lies
    })
}

/// Liquid stays so far below the rim, mm, when the fish is in. common practice, no source.
const BELOW_RIM_MM: f64 = 25.0;
/// Frying oil, g/l at room temperature.
pub(super) const OIL_G_L: f64 = 920.0;
/// Fish to oil by weight that a batch keeps to. From memory, medium confidence.
const BATCH_OF_OIL: f64 = 1.0 / 6.0;

/// Most that goes into oil at once, g.
pub(super) fn batch_g(litres: f64) -> f64 {
    BATCH_OF_OIL * OIL_G_L * litres
}

/// Fish, g/l.
const FISH_G_L: f64 = 1050.0;

/// Room for a piece under a way; none where nothing that has a size is used.
pub(crate) fn room(
    piece: &Piece,
    chosen: &Chosen,
    kitchen: &Kitchen,
    programme: &Programme,
) -> Option<Room> {
    let kit = &kitchen.kit;
    let used: Vec<(Shelf, &str)> = chosen.things().collect();
    let lies = piece.lies();
    let found = rows().iter().find_map(|row| {
        let (shelf, key) = used.iter().find(|(shelf, _)| shelf.list() == row.shelf)?;
        // A thin tray is as large as its oven takes.
        let floor = kit.floor(*shelf, key)?;
        let named = kit.names(*shelf).into_iter().find(|(k, _)| k == key)?;
        Some((row, *shelf, named.1.to_owned(), floor))
    });
    let (row, shelf, on, floor) = found.or_else(|| unsaid(kitchen, programme))?;
    let side_by_side = floor.fits(lies, row.spacing()) * trays(shelf, chosen, kitchen);
    let most = side_by_side.min(by_volume(piece, chosen, kitchen, programme));
    // The first thing of the same shelf that holds more: all that there is, or the most.
    let n = |floor: Floor| floor.fits(lies, row.spacing()) * trays(shelf, chosen, kitchen);
    let wanted = piece.pieces.min(
        kit.floors(shelf)
            .filter_map(|(.., floor)| floor)
            .map(n)
            .max()
            .unwrap_or(0),
    );
    let holds = |(key, name, floor): (&str, &str, Option<Floor>)| {
        // What holds none is no way out.
        let floor = floor.filter(|floor| n(*floor) >= wanted.max(1))?;
        Some((key.to_owned(), name.to_owned(), floor))
    };
    // Another pot or fryer holds another amount: only where this one holds none.
    let filled = matches!(shelf, Shelf::Pots | Shelf::Fryers);
    let too_few = side_by_side < if filled { 1 } else { wanted };
    let larger = too_few.then(|| kit.floors(shelf).find_map(holds)).flatten();
    let larger = larger.and_then(|(key, name, floor)| {
        Some(Larger {
            setting: chosen.setting_of(shelf)?,
            key,
            words: format!("the {name}, {}", floor.words()),
        })
    });
    Some(Room {
        shelf,
        on,
        floor,
        lies,
        most,
        over_the_rim: side_by_side > 0 && most == 0,
        larger,
    })
}

/// What a way lies in that has no setting for it: the first such thing of the kitchen.
fn unsaid(
    kitchen: &Kitchen,
    programme: &Programme,
) -> Option<(&'static Row, Shelf, String, Floor)> {
    let hot = programme.heating.first()?.what;
    let shelf = match hot {
        Hot::Pan => Pan::SHELF,
        Hot::Liquid => Pot::SHELF,
        Hot::Oven | Hot::Oil | Hot::Grill => return None,
    };
    let row = rows().iter().find(|row| row.shelf == shelf.list())?;
    let (_, name, floor) = kitchen.kit.floors(shelf).next()?;
    Some((row, shelf, name.to_owned(), floor?))
}

/// Trays in the oven: one on each shelf; they change places halfway where no fan makes them alike.
fn trays(shelf: Shelf, chosen: &Chosen, kitchen: &Kitchen) -> u32 {
    if !matches!(shelf, Shelf::Ovens) {
        return 1;
    }
    let oven = chosen.things().find(|(shelf, _)| *shelf == Shelf::Ovens);
    oven.map_or(1, |(shelf, key)| {
        kitchen.kit.places(shelf.list(), key) as u32
    })
}

/// How many the oil takes by weight, or the liquid until it stands too near the rim; a load that is set is a load.
fn by_volume(piece: &Piece, chosen: &Chosen, kitchen: &Kitchen, programme: &Programme) -> u32 {
    let of = |most_g: f64| (most_g / piece.mass.value()) as u32;
    if programme.fire == Fire::Oil {
        let by_load = chosen
            .number_for(crate::methods::Purpose::Load)
            .filter(|g| *g > 0.0);
        let most_g = by_load.or_else(|| programme.fill.map(|fill| batch_g(fill.litres)));
        return most_g.map_or(u32::MAX, of).max(1);
    }
    let pot = chosen.things().find(|(shelf, _)| *shelf == Pot::SHELF);
    let pot = pot.and_then(|(_, key)| kitchen.kit.find::<Pot>(key).ok());
    let (Some(pot), true) = (pot, programme.fire == Fire::Liquid) else {
        return u32::MAX;
    };
    let area_mm2 = pot.floor().map_or(0.0, Floor::area_mm2);
    let holds_l = 1e-6 * area_mm2 * (pot.deep_mm.at() - BELOW_RIM_MM).max(0.0);
    of(FISH_G_L * (holds_l - pot.liquid_l.at()).max(0.0))
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn every_row_is_a_shelf_where_fish_lies() {
        let lists: Vec<&str> = crate::kit::shelves()
            .iter()
            .map(|shelf| shelf.list)
            .collect();
        for row in rows() {
            assert!(lists.contains(&row.shelf.as_str()), "{}", row.shelf);
            assert!((0.0..50.0).contains(&row.gap_mm) && (0.3..1.0).contains(&row.most_cover));
            assert!((1.0..1.3).contains(&row.over_rim));
        }
    }
}
