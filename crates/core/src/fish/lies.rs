//! What a piece takes up as it lies.

use super::piece::Piece;
use super::whole::whole_fish_cut;
use crate::heat::Shape;

/// What a piece takes up as it lies, mm.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Lies {
    /// How long.
    pub length_mm: f64,
    /// How wide.
    pub width_mm: f64,
}

/// Head to the root of the tail, of the whole length: a tail fin bends. common practice, no source: 0.82 to 0.88.
const WITHOUT_TAIL_FIN: f64 = 0.85;
/// A whole fish that nothing is known of is so many times as long as high.
const USUAL_LONG: f64 = 3.6;
/// A wing or a fish opened flat is so many times as long as wide.
const FLAT_LONG: f64 = 1.5;

impl Piece {
    /// What one piece takes up as it lies, mm.
    pub fn lies(&self) -> Lies {
        let covers_mm2 = 1e6 * self.footprint_m2() / f64::from(self.pieces);
        let across = |width_mm: f64| Lies {
            length_mm: covers_mm2 / width_mm,
            width_mm,
        };
        match self.shape() {
            Shape::Ellipse { height_m, .. } if self.cut.is_whole() => {
                let width_mm = 1e3 * height_m;
                let species = self.species.as_deref();
                let whole = species.and_then(|fish| {
                    whole_fish_cut(fish, self.cut, None, Some(self.mass.value())).ok()
                });
                Lies {
                    length_mm: WITHOUT_TAIL_FIN
                        * whole.map_or(USUAL_LONG * width_mm, |whole| whole.length_mm),
                    width_mm,
                }
            }
            Shape::Ellipse { height_m, .. } => across(1e3 * height_m),
            Shape::Brick { width_m, .. } => across(1e3 * width_m),
            Shape::Disc { across_m } => Lies {
                length_mm: 1e3 * across_m,
                width_mm: 1e3 * across_m,
            },
            Shape::Slab => across((covers_mm2 / FLAT_LONG).sqrt()),
        }
    }
}

#[cfg(test)]
mod tests {
    use crate::fish::{Piece, PieceAsked};

    /// By hand, 1.05 g/cm3: 170 g of 25 mm cover 65 cm2, 60 by 108 mm; a side of 1400 g and 32 mm 417 cm2, 105 by 398 mm.
    /// common practice, no source: a bass of 700 g is 36 to 41 cm long, 30 to 35 without its tail fin.
    #[test]
    fn pieces_take_up_what_they_weigh() {
        let lies = |fish: &str, cut: &str, thickness_mm, mass_g| {
            let asked = PieceAsked {
                fish: Some(fish.into()),
                cut: Some(cut.into()),
                thickness_mm: Some(thickness_mm),
                mass_g: Some(mass_g),
                pieces: Some(3),
                ..PieceAsked::default()
            };
            Piece::new(&asked).unwrap().lies()
        };
        let near =
            |is: f64, wanted: f64| assert!((is / wanted - 1.0).abs() < 0.03, "{is} {wanted}");
        let portion = lies("cod", "fillet", 25.0, 170.0);
        near(portion.width_mm, 60.0);
        near(portion.length_mm, 108.0);
        let side = lies("salmon", "fillet", 32.0, 1400.0);
        near(side.width_mm, 105.0);
        near(side.length_mm, 398.0);
        let bass = lies("sea_bass", "whole_round", 49.0, 700.0);
        assert!((300.0..350.0).contains(&bass.length_mm), "{bass:?}");
        assert!((80.0..130.0).contains(&bass.width_mm), "{bass:?}");
        let steak = lies("swordfish", "steak", 30.0, 220.0);
        near(steak.width_mm, steak.length_mm);
    }
}
