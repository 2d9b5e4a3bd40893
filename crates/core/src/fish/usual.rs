//! What a piece commonly is before anybody has weighed or measured it, by fish and cut, and the two fillets of a whole
//! fish. common practice, no source, but for the bodies and yields (`data/bodies.toml`).

use super::cut::Cut;
use super::species::{SkinEats, Species};
use super::whole::{USUAL_G, WholeFish, proposed_thickness_mm, proposed_width_mm};
use crate::InputError;
use crate::target::Family;
use serde::Serialize;

/// A piece as it commonly is.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct UsualPiece {
    /// Key of the cut.
    pub cut: &'static str,
    /// Weight of one, g.
    pub mass_g: f64,
    /// Thickest place, mm.
    pub thickness_mm: f64,
    /// Thin end, mm; null where it is even all along.
    #[cfg_attr(feature = "schema", schema(required))]
    pub thin_end_mm: Option<f64>,
    /// There is a bone in it.
    pub bone: bool,
    /// The skin is left on.
    pub skin: bool,
    /// How wide it is where that is not as a portion's, mm.
    pub width_mm: Option<f64>,
    /// Key of the level of doneness that is usual for it.
    pub level: String,
}

/// One of the two fillets of a whole fish.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct OwnFillet {
    /// Weight of one, g: half of the middle of the yield.
    pub mass_g: f64,
    /// Thickest place, mm.
    pub thickness_mm: f64,
    /// Thin end, mm.
    pub thin_end_mm: f64,
}

/// The tail of a fillet is so thick beside its thickest place, share.
const THIN_SHARE: f64 = 0.55;
/// A fillet at its thickest beside the body it is cut from, share: spine and fins are left out.
/// Mean thickness of what thins out so, of its thickest.
const MEAN_SHARE: f64 = f64::midpoint(1.0, THIN_SHARE);
const OF_BODY: f64 = 0.4;
/// Nobody puts a larger whole fish in a pan or an oven, g.
const LARGEST_G: f64 = 5000.0;
/// Slices, cubes and strips as they are cut: thick in mm, one in g.
const SLICE_MM: f64 = 25.0;
const STRIP_MM: f64 = 12.0;
const CUBE_G: f64 = 25.0;
const STRIP_G: f64 = 30.0;
/// A fish of the length of a finger.
const FINGER_G: f64 = 15.0;
/// A round tail on its bone, for two.
const ROUND_TAIL_G: f64 = 500.0;
const FINGER_MM: f64 = 12.0;
/// A side for the table, a collar, a cheek and a strip of belly. common practice, no source.
const SIDE_G: f64 = 900.0;
const COLLAR_G: f64 = 180.0;
const COLLAR_MM: f64 = 28.0;
const CHEEK_G: f64 = 40.0;
const CHEEK_MM: f64 = 20.0;
const BELLY_G: f64 = 90.0;
const BELLY_MM: f64 = 14.0;
/// Half a head of a fish of three kilos, at the cheek.
const HEAD_G: f64 = 350.0;
const HEAD_MM: f64 = 38.0;

fn half(mm: f64) -> f64 {
    (2.0 * mm).round() / 2.0
}

/// Weights as a cook says them: to 10 g, above half a kilo to 50.
fn said_g(g: f64) -> f64 {
    let step = if g < 500.0 { 10.0 } else { 50.0 };
    (g / step).round() * step
}

/// The level of doneness that is usual for a cut of a fish of this family, or of one that has its own: a whole fish is
/// served when it lets go of the bone.
pub fn usual_level<'a>(family: &'a Family, own: Option<&'a str>, cut: Cut) -> &'a str {
    let usual = own.unwrap_or(&family.default);
    match cut {
        Cut::WholeRound | Cut::Headless | Cut::WholeFlat => family.off_the_bone(usual),
        _ => usual,
    }
}

/// The piece that a fish and a cut commonly mean.
///
/// # Errors
/// [`InputError`] where the fish has a body that nothing is known of.
pub fn usual_piece(species: &Species, cut: Cut) -> Result<UsualPiece, InputError> {
    let [thin, usual, thick] = species.thickness_mm;
    let round = species.is_round_tail(cut);
    let (mass_g, thickness_mm, tapers) = match cut {
        Cut::Fillet | Cut::Butterfly | Cut::Wing => (USUAL_G, usual, cut == Cut::Fillet),
        // A side is as thick as a good portion of it, and thins out.
        Cut::Side => (SIDE_G, f64::midpoint(usual, thick), true),
        Cut::Collar => (COLLAR_G, COLLAR_MM, false),
        Cut::Cheek => (CHEEK_G, CHEEK_MM, false),
        Cut::Belly => (BELLY_G, BELLY_MM, false),
        Cut::Loin => (USUAL_G, f64::midpoint(usual, thick), false),
        Cut::Tail if round => (ROUND_TAIL_G, thick, true),
        Cut::Tail => (USUAL_G, f64::midpoint(thin, usual), true),
        Cut::Steak | Cut::Medallion => (USUAL_G, SLICE_MM, false),
        Cut::Cubes => (CUBE_G, SLICE_MM, false),
        Cut::Strips => (STRIP_G, STRIP_MM, false),
        Cut::SmallWhole => (FINGER_G, FINGER_MM, false),
        Cut::Head => (HEAD_G, HEAD_MM, false),
        Cut::WholeRound | Cut::Headless | Cut::WholeFlat => {
            let mass_g = said_g(cut.of_whole().0 * whole_of_usual_fillets_g(species)?);
            let mm = proposed_thickness_mm(species, cut, mass_g)?;
            (mass_g, mm.round(), false)
        }
    };
    let level = match cut.family() {
        Some(key) => Family::find(key)?.default.clone(),
        None => usual_level(species.family()?, species.usual.as_deref(), cut).to_owned(),
    };
    Ok(UsualPiece {
        level,
        width_mm: match cut {
            _ if round => Some(thickness_mm),
            Cut::Side => Some(proposed_width_mm(mass_g, MEAN_SHARE * thickness_mm).round()),
            _ => None,
        },
        cut: cut.key(),
        mass_g,
        thickness_mm,
        thin_end_mm: tapers.then(|| (THIN_SHARE * thickness_mm).round()),
        bone: round || cut.is_whole() || species.has_bone(cut),
        skin: species.skin != SkinEats::NotEaten
            && !matches!(
                cut,
                Cut::Medallion | Cut::Cheek | Cut::Cubes | Cut::Strips | Cut::Wing
            ),
    })
}

/// Weight of a whole fish whose fillets are as thick as usual, g.
fn whole_of_usual_fillets_g(species: &Species) -> Result<f64, InputError> {
    let body = species.body()?;
    let length_cm = species.thickness_mm[1] / OF_BODY / body.thickness / 10.0;
    Ok(said_g(
        (body.weight_g_cm3 * length_cm.powi(3)).clamp(FINGER_G, LARGEST_G),
    ))
}

/// One of the two fillets that a whole fish gives: skinless, the middle of the yield.
///
/// # Errors
/// [`InputError`] where the fish has a body that nothing is known of.
pub fn own_fillet(species: &Species, whole: &WholeFish) -> Result<OwnFillet, InputError> {
    let [low, high] = species.fillet_yield.unwrap_or(species.body()?.fillet);
    let thickness_mm = half((OF_BODY * whole.thickness_mm).max(4.0));
    Ok(OwnFillet {
        mass_g: (f64::midpoint(low, high) * whole.mass_g / 2.0).round(),
        thickness_mm,
        thin_end_mm: half((THIN_SHARE * thickness_mm).max(2.0)),
    })
}

#[cfg(test)]
mod tests {
    use super::super::whole::whole_fish;
    use super::*;

    /// common practice, no source: a trout for one weighs 200 to 400 g, a bass or bream 300 to 600, a hake that is
    /// cooked whole one to two kilos; nothing larger than five kilos.
    #[test]
    fn practice_whole_fish_as_they_are_bought() {
        for (key, cut, low_g, high_g) in [
            ("trout", Cut::WholeRound, 180.0, 420.0),
            ("sea_bass", Cut::WholeRound, 250.0, 700.0),
            ("hake", Cut::WholeRound, 800.0, 2500.0),
            ("mackerel", Cut::WholeRound, 150.0, 450.0),
        ] {
            let piece = usual_piece(&Species::find(key).unwrap(), cut).unwrap();
            assert!((low_g..high_g).contains(&piece.mass_g), "{key}: {piece:?}");
            assert!(piece.bone && piece.thin_end_mm.is_none(), "{piece:?}");
        }
        for species in Species::all() {
            for (cut, ..) in Cut::ALL {
                let piece = usual_piece(species, cut).unwrap();
                let holds = piece.mass_g > 0.0 && piece.mass_g <= LARGEST_G;
                assert!(
                    holds && piece.thickness_mm >= 4.0,
                    "{} {piece:?}",
                    species.key
                );
                assert!(piece.thin_end_mm.is_none_or(|mm| mm < piece.thickness_mm));
            }
        }
    }

    /// Two fillets weigh less than the fish, by its yield, and lie within its body: no side of a kilo from a fish of 600 g.
    #[test]
    fn a_whole_fish_gives_its_own_two_fillets() {
        let hake = Species::find("hake").unwrap();
        let whole = whole_fish(&hake, None, Some(600.0)).unwrap();
        let fillet = own_fillet(&hake, &whole).unwrap();
        // FAO-309: round fish give a third to two fifths and a little more.
        assert!((90.0..150.0).contains(&fillet.mass_g), "{fillet:?}");
        let two_mm = 2.0 * fillet.thickness_mm;
        assert!(two_mm < whole.thickness_mm, "{fillet:?} {whole:?}");
        assert!(fillet.thin_end_mm < fillet.thickness_mm);
    }
}
