//! What shares the vessel: raw vegetables (or fruit, or potatoes cut thin) under the fish or in its liquid. They are cold
//! and wet: a layer to heat through, a moister oven, a liquid that drops.

use super::*;

/// Vegetables lie under the fish and round it, times what it covers; deeper than this they lie beside it, mm.
/// common practice, no source.
const SPREAD: f64 = 1.5;
const DEEPEST_MM: f64 = 40.0;
/// Mostly water: `CHOI-OKOS-1986` by their composition.
const HEAT_J_GK: f64 = 3.9;
const RHO_KG_M3: f64 = 1010.0;
/// They steam in an oven: a tenth of their mass in half an hour, against an oven that changes its air twice a minute or
/// so. Order of magnitude, Pa by g.
const MOISTENS_PA_G: f64 = 8.0;
/// Most vapour there is in an oven, Pa: beyond it leaks out.
const MOST_VAPOUR_PA: f64 = 30e3;
/// What a pan over a medium fire gives what is in it, W. Order of magnitude.
const PAN_W: f64 = 1200.0;

/// Raw vegetables with each piece.
pub const GREENS_G: Spec = Spec::number(
    "greens_g",
    "Raw vegetables with each",
    Purpose::Depth,
    Unit::Gram,
    (0.0, 500.0),
    25.0,
    0.0,
)
.finer();

/// Of all pieces, g.
fn all_g(piece: &Piece, greens_g: f64) -> f64 {
    greens_g * f64::from(piece.pieces)
}

/// The bed under the fish: so much of what is given as lies below it; nothing where there is none.
pub fn bed(piece: &Piece, greens_g: f64) -> Vec<Layer> {
    let spread_m2 = SPREAD * piece.footprint_m2();
    let mm = 1e3 * (1e-3 * all_g(piece, greens_g) / (RHO_KG_M3 * spread_m2));
    if mm < 0.2 {
        return vec![];
    }
    vec![greens(mm.min(DEEPEST_MM))]
}

/// So much more vapour in the oven, Pa.
pub fn moistens_pa(piece: &Piece, greens_g: f64, dry_pa: f64) -> f64 {
    let more = MOISTENS_PA_G * all_g(piece, greens_g);
    more.min((MOST_VAPOUR_PA - dry_pa).max(0.0))
}

/// How long a pan with a lid takes to bring them to `hot_c`, s.
pub fn steams_after_s(piece: &Piece, greens_g: f64, hot_c: f64) -> f64 {
    HEAT_J_GK * all_g(piece, greens_g) * (hot_c - ROOM_C).max(0.0) / PAN_W
}

/// A pot of liquid that they go into with the fish.
pub fn in_liquid(piece: &Piece, greens_g: f64, pot: Reservoir) -> Reservoir {
    let more_j_m2k = HEAT_J_GK * all_g(piece, greens_g) / pot.area_m2;
    let capacity_j_m2k = pot.capacity_j_m2k + more_j_m2k;
    Reservoir {
        start_c: (pot.capacity_j_m2k * pot.start_c + more_j_m2k * ROOM_C) / capacity_j_m2k,
        capacity_j_m2k,
        ..pot
    }
}
