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
/// Over a medium fire, share of its most. common practice, no source.
const MEDIUM: f64 = 0.7;

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

/// How long a pan with a lid on a hob takes to bring them to `hot_c`, s.
pub fn steams_after_s(piece: &Piece, greens_g: f64, hot_c: f64, hob: &Hob) -> f64 {
    let needs_j = HEAT_J_GK * all_g(piece, greens_g) * (hot_c - ROOM_C).max(0.0);
    needs_j / (MEDIUM * hob.pot_w.at())
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

#[cfg(test)]
mod tests {
    use super::*;
    use crate::fish::PieceAsked;

    fn cod(pieces: u32) -> Piece {
        Piece::new(&PieceAsked {
            fish: Some("cod".into()),
            thickness_mm: Some(25.0),
            mass_g: Some(170.0),
            pieces: Some(pieces),
            ..PieceAsked::default()
        })
        .unwrap()
    }

    /// 170 g of 25 mm cover 65 cm2; 100 g of vegetables on one and a half times that lie 10 mm deep, however many pieces.
    #[test]
    fn a_bed_is_as_deep_as_what_is_in_it() {
        for pieces in [1, 4] {
            let deep = |g: f64| bed(&cod(pieces), g).first().map(|layer| layer.thickness_m);
            assert!((1e3 * deep(100.0).unwrap() - 10.2).abs() < 0.3);
            assert_eq!(deep(0.0), None);
            assert_eq!(deep(500.0), Some(1e-3 * DEEPEST_MM));
        }
    }

    /// A litre at 90 C holds 4100 J/K; four times 125 g at 22 C take 1950 J/K: 68.1 C together.
    #[test]
    fn exact_cold_vegetables_in_a_hot_litre() {
        let piece = cod(4);
        let area_m2 = piece.footprint_m2();
        let pot = Reservoir {
            body: Body::Liquid,
            start_c: 90.0,
            most_c: 100.0,
            capacity_j_m2k: 4100.0 / area_m2,
            most_w_m2: 0.0,
            loss_w_m2k: 0.0,
            ambient_c: ROOM_C,
            area_m2,
            cover_share: 1.0,
            most_cover: f64::INFINITY,
            conducts_w_k: 0.0,
            patch_m2: 0.0,
        };
        let both = in_liquid(&piece, 125.0, pot);
        let wanted_c = (4100.0 * 90.0 + 1950.0 * ROOM_C) / 6050.0;
        assert!((both.start_c - wanted_c).abs() < 1e-9 && (wanted_c - 68.1).abs() < 0.2);
        assert!((both.capacity_j_m2k * area_m2 - 6050.0).abs() < 1e-6);
        assert_eq!(in_liquid(&piece, 0.0, pot), pot);
    }
}
