//! The pan on its hob: a lumped plate, and what its two sides give the fish.

use super::*;

/// Pressed skin on a film of oil, W/(m2 K). `HOUSOVA-1985`, `PAN-2000`: 250 to 650.
pub const CONTACT_PRESSED_W_M2K: f64 = 400.0;
/// Unpressed second side, W/(m2 K). Same range, lower end.
pub const CONTACT_UNPRESSED_W_M2K: f64 = 250.0;

/// Area of the bottom of a 28 cm frying pan, 25 cm across, m2. common practice, no source.
const PAN_BOTTOM_M2: f64 = 0.049;
/// Most of the bottom that fish can cover.
const MOST_COVER: f64 = 0.9;

/// The pan with its hob, and the fish in it. Areal heat capacities: cast iron 4.5 mm, clad
/// 3 mm with an aluminium core, carbon steel 2 mm, light non-stick (thickness times the
/// volumetric heat capacity of the metal).
pub fn plate(piece: &Piece, chosen: &Chosen) -> Result<Reservoir, InputError> {
    let capacity_j_m2k = match chosen.word("pan")? {
        "cast_iron" => 15e3,
        "carbon_steel" => 7.5e3,
        "non_stick" => 8e3,
        _ => 10e3,
    };
    Ok(Reservoir {
        start_c: chosen.number("pan_c")?,
        capacity_j_m2k,
        most_w_m2: hob_w_m2(chosen.word("hob")?),
        loss_w_m2k: PAN_LOSS_W_M2K,
        ambient_c: ROOM_C,
        cover_share: cover_share(piece),
    })
}

fn hob_w_m2(hob: &str) -> f64 {
    match hob {
        "strong_gas" => 45e3,
        "coil" => 20e3,
        "induction" => 35e3,
        _ => 25e3,
    }
}

/// Loss of a hot pan to the room, W/(m2 K).
const PAN_LOSS_W_M2K: f64 = 25.0;

/// Share of the bottom of the pan that the fish covers.
pub fn cover_share(piece: &Piece) -> f64 {
    (piece.footprint_m2() / PAN_BOTTOM_M2).min(MOST_COVER)
}

/// Whether the pieces do not fit the pan side by side.
pub fn crowded(piece: &Piece) -> bool {
    piece.footprint_m2() > MOST_COVER * PAN_BOTTOM_M2
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
pub fn both_sides(chosen: &Chosen) -> Result<Vec<Leg>, InputError> {
    let (hold_c, turn) = (chosen.number("hold_c")?, chosen.number("turn_share")?);
    let lid_s = chosen.number("lid_last_s")?;
    let mut legs = vec![
        Leg::share(turn, pressed(), over_open_pan(0.6)).set(hold_c),
        Leg::share(1.0 - turn, over_open_pan(0.3), unpressed())
            .set(hold_c)
            .turned(),
    ];
    if lid_s > 0.0 {
        let covered = Leg::share(0.0, under_lid(), unpressed());
        legs.push(covered.set(LOW_C.min(hold_c)).fixed(lid_s));
    }
    Ok(legs)
}

/// The step of putting the lid on, if it is.
pub fn lid_step(chosen: &Chosen, facts: &PlanFacts) -> Option<Step> {
    let lid_s = chosen.number("lid_last_s").ok().filter(|s| *s > 0.0)?;
    Some(Step::new(
        facts.off_heat_s - lid_s,
        Act::Adjust,
        "Fire low, lid on",
    ))
}
