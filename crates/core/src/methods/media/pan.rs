//! The pan on its hob: a lumped plate, and what its two sides give the fish.

use super::*;

/// Pressed skin on a film of oil, W/(m2 K). `HOUSOVA-1985`, `PAN-2000`: 250 to 650.
pub const CONTACT_PRESSED_W_M2K: f64 = 400.0;
/// Unpressed second side, W/(m2 K). Same range, lower end.
pub const CONTACT_UNPRESSED_W_M2K: f64 = 250.0;

/// Most of the bottom that fish can cover.
const MOST_COVER: f64 = 0.9;

/// The pan on its hob, and the fish in it.
pub fn plate(piece: &Piece, pan: &Pan, pan_c: f64, hob: &Hob) -> Reservoir {
    Reservoir {
        body: Body::Pan,
        start_c: pan_c,
        most_c: f64::INFINITY,
        capacity_j_m2k: pan.capacity_j_m2k.at(),
        most_w_m2: hob.pan_w_m2.at(),
        loss_w_m2k: pan.loss_w_m2k.at(),
        ambient_c: ROOM_C,
        cover_share: piece.footprint_m2() / pan.bottom_m2.at(),
        most_cover: MOST_COVER,
    }
}

/// Whether the pieces do not fit the largest pan here side by side.
pub fn crowded(piece: &Piece, kitchen: &Kitchen) -> bool {
    use crate::kit::Listed;
    let bottoms = Pan::of(&kitchen.kit).iter().map(|pan| pan.bottom_m2.at());
    piece.footprint_m2() > MOST_COVER * bottoms.fold(0.0, f64::max)
}

/// Why a full pan is worse.
pub fn crowd_reason() -> Reason {
    Reason::bad(
        "pan_crowded",
        "More than one pan holds side by side: cook in turns or take two pans.",
    )
}

/// Top of the fish over an open pan.
pub fn over_open_pan(wetness: f64) -> Face {
    Face::in_gas(Gas {
        t_c: 45.0,
        h_w_m2k: 8.0,
        emissivity: EMISSIVITY,
        wall_c: 35.0,
        vapour_pa: 2.0 * ROOM_VAPOUR_PA,
        wetness,
        of_fire: 0.0,
    })
}

/// Fat spooned over a piece that is cooked from below: warm fat, and little evaporation.
pub fn spooned_fat() -> Face {
    Face::in_gas(Gas {
        t_c: 75.0,
        h_w_m2k: 25.0,
        emissivity: EMISSIVITY,
        wall_c: 40.0,
        vapour_pa: 2.0 * ROOM_VAPOUR_PA,
        wetness: 0.1,
        of_fire: 0.0,
    })
}

/// Skin or flesh pressed on the pan.
pub fn pressed() -> Face {
    Face::touching(CONTACT_PRESSED_W_M2K, Medium::Reservoir)
}

/// The second side, lying on the pan by its own weight.
pub fn unpressed() -> Face {
    Face::touching(CONTACT_UNPRESSED_W_M2K, Medium::Reservoir)
}

/// With the lid on at the end the fire goes low, C. common practice, no source.
const LOW_C: f64 = 150.0;

/// Both sides in a pan, turned once; the lid for the last seconds if that is chosen.
pub fn both_sides(hold_c: f64, turn_share: f64, lid_last_s: f64) -> Vec<Stage> {
    let mut stages = vec![
        Stage::share(turn_share, Mark::In, pressed(), over_open_pan(0.6)).set(hold_c),
        Stage::share(
            1.0 - turn_share,
            Mark::Turned,
            over_open_pan(0.3),
            unpressed(),
        )
        .set(hold_c),
    ];
    if lid_last_s > 0.0 {
        let covered = Stage::share(0.0, Mark::LidOn, under_lid(), unpressed());
        stages.push(covered.set(LOW_C.min(hold_c)).fixed(lid_last_s));
    }
    stages
}

/// What wet fish does in hot oil.
pub const HOT_OIL: &str = "Wet fish spits. Dry it, and lay it down away from you.";
/// What it says when the lid goes on.
pub const LID_ON: &str = "Fire low, lid on";
