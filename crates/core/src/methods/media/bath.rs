//! Pots of liquid and fryers: a lumped bath with a heater.

use super::*;

/// Power under a pot on a home hob, W.
const POT_W: f64 = 2200.0;
/// Loss of a pot or fryer to the room, W/K.
const POT_LOSS_W_K: f64 = 4.0;
/// Heat capacity by volume of water and of frying oil (880 kg/m3 less what it swells, 2.3
/// kJ/kgK), J/(l K).
const WATER_J_LK: f64 = 4100.0;
const OIL_J_LK: f64 = 1900.0;

/// A pot or fryer with so many litres, by area of all the fish faces in it.
fn bath(piece: &Piece, start_c: f64, capacity_j_k: f64, power_w: f64, faces: f64) -> Reservoir {
    let area_m2 = faces * piece.footprint_m2();
    Reservoir {
        start_c,
        capacity_j_m2k: capacity_j_k / area_m2,
        most_w_m2: power_w / area_m2,
        loss_w_m2k: POT_LOSS_W_K / area_m2,
        ambient_c: ROOM_C,
        cover_share: 1.0 / faces,
    }
}

/// A pot of liquid on a hob.
pub fn pot(piece: &Piece, liquid_c: f64, litres: f64, faces: f64) -> Reservoir {
    bath(piece, liquid_c, WATER_J_LK * litres, POT_W, faces)
}

/// Power of a fryer, W.
const FRYER_W: f64 = 2800.0;

/// A fryer with its oil and what is in it: `load_g` of fish, or all the pieces when it is 0.
pub fn fryer_loaded(piece: &Piece, chosen: &Chosen, oil_c: f64) -> Result<Reservoir, InputError> {
    let mut oil = bath(
        piece,
        oil_c,
        OIL_J_LK * chosen.number("oil_l")?,
        FRYER_W,
        2.0,
    );
    let load_g = chosen.number("load_g")?;
    if load_g > 0.0 {
        oil.cover_share *= load_g / (f64::from(piece.pieces) * piece.mass.value());
    }
    Ok(oil)
}

/// Filling, heating and lowering in: the same for all frying.
pub fn fryer_start(chosen: &Chosen, prepare: &str, lower: &str) -> Vec<Step> {
    vec![
        Step::new(
            -900.0,
            Act::Prepare,
            format!("{prepare}. Heat the oil, the pot less than half full"),
        )
        .at_c(chosen.number("oil_c").unwrap_or_default())
        .cues(&["A wooden spoon handle in the oil bubbles briskly."])
        .caution("allergens", "Wheat: say so, and keep the oil apart.")
        .caution(
            "oil_fire",
            "Never leave it. On fire: lid on, heat off, no water.",
        ),
        Step::new(0.0, Act::Start, lower.to_owned())
            .cues(&["Roaring bubbles at first."])
            .caution("hot_oil", "Water in hot oil erupts: dry fish, dry hands."),
    ]
}

/// In liquid just under a simmer, W/(m2 K): 400 to 500 (free convection correlations).
pub const LIQUID_W_M2K: f64 = 450.0;
/// In frying oil with its bubbles, W/(m2 K). `HUBBARD-1999`, `MILLER-1994`: 200 to 400 after
/// the first rush.
pub const OIL_W_M2K: f64 = 400.0;

/// In the liquid or oil of the reservoir.
pub fn immersed(h_w_m2k: f64) -> Face {
    Face::touching(h_w_m2k, Medium::Reservoir)
}

/// Above an open pot of hot liquid.
pub fn over_open_pot(liquid_c: f64) -> Face {
    Face::in_gas(Gas {
        t_c: 50.0,
        h_w_m2k: 8.0,
        emissivity: EMISSIVITY,
        wall_c: 35.0,
        vapour_pa: 0.2 * water::p_saturation_pa(liquid_c.min(100.0)),
        wetness: 0.6,
    })
}
