//! Whole fish: weight and thickness from length.
//!
//! `W = a L^3` with the `a` of the body; it lies within about a third of the table, as fish of
//! one length do.

use super::cut::Cut;
use super::species::Species;
use crate::quantity::{Thickness, checked};
use crate::{InputError, Wrong};
use serde::Serialize;

/// Lengths of fish that anybody cooks, mm.
const LENGTHS_MM: (f64, f64) = (50.0, 2500.0);
/// A fish lighter or heavier than this many times what its length says is a slip of the pen.
const PLAUSIBLE: (f64, f64) = (0.5, 2.0);

/// A whole fish as its length says.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct WholeFish {
    /// Total length, mm.
    pub length_mm: f64,
    /// Weight, g.
    pub mass_g: f64,
    /// Body at its thickest, mm.
    pub thickness_mm: f64,
    /// Height there, back to belly, mm: long axis of the section.
    pub height_mm: f64,
    /// A body as it was measured belongs to a fish of that weight; true where none was.
    pub fits: bool,
}

impl WholeFish {
    /// The same held against a body as it was measured, mm.
    #[must_use]
    pub fn measured(self, thickness_mm: f64) -> Self {
        let apart = (thickness_mm / self.thickness_mm - 1.0).abs();
        Self {
            fits: apart <= APART,
            ..self
        }
    }
}

/// Bodies of one weight differ by less than this, share. common practice, no source: a third.
const APART: f64 = 1.0 / 3.0;

/// A whole fish from its length, or from its weight, or both held against each other.
///
/// # Errors
/// [`InputError`] (missing) without both, [`InputError`] (out of range) for lengths no fish has, and
/// [`InputError`] (length and weight) when the two do not belong to one fish.
pub fn whole_fish(
    species: &Species,
    length_mm: Option<f64>,
    mass_g: Option<f64>,
) -> Result<WholeFish, InputError> {
    let body = species.body()?;
    let weighs_g = |length_mm: f64| body.weight_g_cm3 * (length_mm / 10.0).powi(3);
    let (length_mm, mass_g) = match (length_mm, mass_g) {
        (None, None) => {
            return Err(InputError::missing("length_mm"));
        }
        (Some(length_mm), mass_g) => {
            checked("length_mm", length_mm, LENGTHS_MM, "mm")?;
            let usual_g = weighs_g(length_mm);
            if let Some(mass_g) = mass_g {
                let ratio = checked("mass_g", mass_g, (1.0, 300_000.0), "g")? / usual_g;
                if !(PLAUSIBLE.0..=PLAUSIBLE.1).contains(&ratio) {
                    return Err(InputError::new(
                        "mass_g",
                        Wrong::LengthAndWeight {
                            length_mm,
                            mass_g,
                            usual_g,
                        },
                    ));
                }
            }
            (length_mm, mass_g.unwrap_or(usual_g))
        }
        (None, Some(mass_g)) => {
            checked("mass_g", mass_g, (1.0, 300_000.0), "g")?;
            (10.0 * (mass_g / body.weight_g_cm3).cbrt(), mass_g)
        }
    };
    // A heavier fish of a length is thicker and deeper alike.
    let plump = (mass_g / weighs_g(length_mm)).sqrt();
    let thickness_mm = body.thickness * length_mm * plump;
    Ok(WholeFish {
        length_mm,
        mass_g,
        thickness_mm,
        height_mm: body.height_mm(thickness_mm),
        fits: true,
    })
}

/// A fish cut so, from the length or the weight of what lies there: as [`whole_fish`] of the fish that it was.
///
/// # Errors
/// As [`whole_fish`].
pub fn whole_fish_cut(
    species: &Species,
    cut: Cut,
    length_mm: Option<f64>,
    mass_g: Option<f64>,
) -> Result<WholeFish, InputError> {
    let (weighs, long) = cut.of_whole();
    let was = whole_fish(
        species,
        length_mm.map(|mm| mm / long),
        mass_g.map(|g| g / weighs),
    )?;
    Ok(WholeFish {
        length_mm: long * was.length_mm,
        mass_g: weighs * was.mass_g,
        ..was
    })
}

/// Weight of a usual portion, g, that the usual thickness of a fish belongs to.
pub(super) const USUAL_G: f64 = 170.0;

/// A thickness to begin with for a cut of some weight: of a whole fish from its weight, of a
/// small one its body; of a portion the usual thickness of the fish, grown with the cube root of
/// the weight, within what the fish has.
///
/// # Errors
/// As [`whole_fish`].
pub fn proposed_thickness_mm(species: &Species, cut: Cut, mass_g: f64) -> Result<f64, InputError> {
    if cut.is_whole() {
        let fish = whole_fish_cut(species, cut, None, Some(mass_g))?;
        return Ok(fish
            .thickness_mm
            .clamp(Thickness::RANGE.0, Thickness::RANGE.1));
    }
    checked("mass_g", mass_g, (1.0, 300_000.0), "g")?;
    let [thin, usual, thick] = species.thickness_mm;
    Ok((usual * (mass_g / USUAL_G).cbrt()).clamp(thin, thick))
}

/// Width of a portion cut from a side, mm; and a side is so many times as long as wide. common practice, no source.
const PORTION_WIDTH_MM: f64 = 60.0;
const SIDE_LONG: f64 = 3.8;
/// Flesh, g/cm3, where only the width that is proposed hangs on it.
const FLESH_G_CM3: f64 = 1.05;
/// Width of a portion of such a weight and mean thickness, or of a side.
pub(super) fn proposed_width_mm(mass_g: f64, mean_mm: f64) -> f64 {
    let covers_mm2 = 1e3 * mass_g / (FLESH_G_CM3 * mean_mm);
    let side_mm = (covers_mm2 / SIDE_LONG).sqrt();
    side_mm.clamp(PORTION_WIDTH_MM, WIDTHS_MM.1)
}

/// Widths that a portion can have, mm.
pub(super) const WIDTHS_MM: (f64, f64) = (5.0, 400.0);

#[cfg(test)]
mod tests {
    use super::*;

    /// common practice, no source: a plate trout of 28 cm weighs about 250 g, a hake of 50 cm
    /// 0.6 to 0.9 kg, a bass of 35 cm half a kilo, a mackerel of 30 cm 200 to 330 g.
    #[test]
    fn practice_weights_of_whole_fish() {
        for (key, length_mm, low_g, high_g) in [
            ("trout", 280.0, 180.0, 320.0),
            ("hake", 500.0, 550.0, 950.0),
            ("sea_bass", 350.0, 400.0, 700.0),
            ("mackerel", 300.0, 200.0, 330.0),
            ("plaice", 350.0, 350.0, 550.0),
        ] {
            let fish = whole_fish(&Species::find(key).unwrap(), Some(length_mm), None).unwrap();
            assert!((low_g..high_g).contains(&fish.mass_g), "{key}: {fish:?}");
            assert!(fish.thickness_mm < 0.2 * length_mm, "{key}: {fish:?}");
        }
    }

    #[test]
    fn a_heavier_portion_is_proposed_thicker() {
        let hake = Species::find("hake").unwrap();
        let at = |cut, g| proposed_thickness_mm(&hake, cut, g).unwrap();
        assert_eq!(at(Cut::Fillet, 170.0), hake.thickness_mm[1]);
        assert!(at(Cut::Fillet, 90.0) < at(Cut::Fillet, 250.0));
        assert!(at(Cut::Fillet, 5000.0) <= hake.thickness_mm[2]);
        assert!(at(Cut::WholeRound, 300.0) < at(Cut::WholeRound, 1200.0));
    }

    /// The body behind the head is the same: a headless fish of 780 g is what a whole one of a kilo was.
    #[test]
    fn a_headless_fish_is_as_thick_as_it_was() {
        let cod = Species::find("cod").unwrap();
        let whole = whole_fish(&cod, None, Some(1000.0)).unwrap();
        let left = whole_fish_cut(&cod, Cut::Headless, None, Some(780.0)).unwrap();
        assert!((left.thickness_mm - whole.thickness_mm).abs() < 1e-9);
        assert!((left.length_mm - 0.78 * whole.length_mm).abs() < 1e-9 && left.mass_g == 780.0);
        let uncut = whole_fish_cut(&cod, Cut::WholeRound, None, Some(780.0)).unwrap();
        assert!(uncut.thickness_mm < left.thickness_mm && uncut.length_mm > left.length_mm);
    }

    /// A trout of 350 g is about 39 mm thick: 14 mm are those of a fillet, 34 and 45 a lean and a plump one.
    #[test]
    fn a_measured_body_is_held_against_the_weight() {
        let trout = Species::find("trout").unwrap();
        let fish = whole_fish(&trout, None, Some(350.0)).unwrap();
        assert!((30.0..48.0).contains(&fish.thickness_mm), "{fish:?}");
        let share = |share: f64| fish.measured(share * fish.thickness_mm).fits;
        assert!(fish.fits && share(0.8) && share(1.25));
        assert!(!share(0.4) && !share(1.5) && !fish.measured(14.0).fits);
    }

    #[test]
    fn length_and_weight_must_be_of_one_fish() {
        let trout = Species::find("trout").unwrap();
        let slip = whole_fish(&trout, Some(200.0), Some(3000.0)).unwrap_err();
        assert_eq!((slip.code(), slip.field()), ("length_and_weight", "mass_g"));
        let back = whole_fish(&trout, None, Some(250.0)).unwrap();
        let again = whole_fish(&trout, Some(back.length_mm), None).unwrap();
        assert!((again.mass_g - 250.0).abs() < 1e-6);
        let lean = whole_fish(&trout, Some(280.0), Some(180.0)).unwrap();
        let plump = whole_fish(&trout, Some(280.0), Some(280.0)).unwrap();
        assert!(lean.thickness_mm < plump.thickness_mm);
        assert_eq!(
            whole_fish(&trout, None, None).unwrap_err().field(),
            "length_mm"
        );
    }
}
