//! The faces that several methods share. Values with ranges and sources: `docs/SOURCES.md`.

use crate::InputError;
use crate::fish::Piece;
use crate::heat::{Contact, Face, Gas, Hob, Medium, Plate};
use crate::matter::water;
use crate::methods::{Chosen, Spec, Takes, Unit};

/// Flesh, skin and oil radiate alike.
pub const EMISSIVITY: f64 = 0.9;
/// Pressed skin on a film of oil, W/(m2 K). `HOUSOVA-1985`, `PAN-2000`: 250 to 650.
pub const CONTACT_PRESSED_W_M2K: f64 = 400.0;
/// Unpressed second side, W/(m2 K). Same range, lower end.
pub const CONTACT_UNPRESSED_W_M2K: f64 = 250.0;

/// Area of the bottom of a 28 cm frying pan, 25 cm across, m2. common practice, no source.
const PAN_BOTTOM_M2: f64 = 0.049;
/// Most of the bottom that fish can cover.
const MOST_COVER: f64 = 0.9;

const ROOM_C: f64 = 22.0;
/// Vapour in a kitchen: 22 C at half saturation, Pa.
const ROOM_VAPOUR_PA: f64 = 1320.0;

/// The pan a cook takes.
pub const PAN: Spec = Spec {
    key: "pan",
    name: "Pan",
    takes: Takes::Choice {
        options: &[
            ("cast_iron", "cast iron"),
            ("clad", "clad steel"),
            ("carbon_steel", "carbon steel"),
            ("non_stick", "non-stick"),
        ],
        default: "clad",
    },
};

/// The hob under it.
pub const HOB: Spec = Spec {
    key: "hob",
    name: "Hob",
    takes: Takes::Choice {
        options: &[
            ("home_gas", "home gas"),
            ("strong_gas", "strong gas"),
            ("coil", "coil"),
            ("induction", "induction"),
        ],
        default: "home_gas",
    },
};

/// Share of the time on the first side.
pub const fn turn_share(default: f64) -> Spec {
    Spec {
        key: "turn_share",
        name: "First side",
        takes: Takes::Number {
            min: 0.3,
            max: 1.0,
            step: 0.01,
            unit: Unit::Share,
            default,
        },
    }
}

/// Pan temperature when the fish goes in.
pub const fn pan_c(default: f64) -> Spec {
    Spec {
        key: "pan_c",
        name: "Pan when it goes in",
        takes: Takes::Number {
            min: 100.0,
            max: 300.0,
            step: 5.0,
            unit: Unit::Celsius,
            default,
        },
    }
}

/// Pan temperature held after that.
pub const fn hold_c(default: f64) -> Spec {
    Spec {
        key: "hold_c",
        name: "Pan held at",
        takes: Takes::Number {
            min: 80.0,
            max: 280.0,
            step: 5.0,
            unit: Unit::Celsius,
            default,
        },
    }
}

/// The pan with its hob, and the fish in it. Areal heat capacities: cast iron 4.5 mm, clad
/// 3 mm with an aluminium core, carbon steel 2 mm, light non-stick (thickness times the
/// volumetric heat capacity of the metal).
pub fn plate(piece: &Piece, chosen: &Chosen) -> Result<Plate, InputError> {
    let capacity_j_m2k = match chosen.word("pan")? {
        "cast_iron" => 15e3,
        "carbon_steel" => 7.5e3,
        "non_stick" => 8e3,
        _ => 10e3,
    };
    let most_w_m2 = match chosen.word("hob")? {
        "strong_gas" => 45e3,
        "coil" => 20e3,
        "induction" => 35e3,
        _ => 25e3,
    };
    Ok(Plate {
        start_c: chosen.number("pan_c")?,
        capacity_j_m2k,
        hob: Hob { most_w_m2 },
        cover_share: cover_share(piece),
    })
}

/// Share of the bottom of the pan that the fish covers.
pub fn cover_share(piece: &Piece) -> f64 {
    (piece.footprint_m2() / PAN_BOTTOM_M2).min(MOST_COVER)
}

/// Whether the pieces do not fit the pan side by side.
pub fn crowded(piece: &Piece) -> bool {
    piece.footprint_m2() > MOST_COVER * PAN_BOTTOM_M2
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

/// Oven air on one face; `h` 12 still, 28 fan.
pub fn oven_air(oven_c: f64, fan: bool, wetness: f64) -> Gas {
    Gas {
        t_c: oven_c,
        h_w_m2k: if fan { 28.0 } else { 12.0 },
        emissivity: EMISSIVITY,
        wall_c: oven_c,
        vapour_pa: 2500.0,
        wetness,
    }
}

/// A tray or dish under the fish in the oven.
pub fn oven_dish(oven_c: f64, fan: bool) -> Face {
    Face::touching(if fan { 35.0 } else { 25.0 }, Medium::Held(oven_c))
}

/// At rest on a plate or board, open to the room: the up side evaporates, the down side
/// touches the plate.
pub fn at_rest(skin_up: bool) -> (Face, Face) {
    let up = Face::in_gas(Gas {
        t_c: ROOM_C,
        h_w_m2k: 8.0,
        emissivity: EMISSIVITY,
        wall_c: ROOM_C,
        vapour_pa: ROOM_VAPOUR_PA,
        wetness: 0.6,
    });
    let down = Face {
        contact: Some(Contact {
            h_w_m2k: 10.0,
            to: Medium::Held(ROOM_C),
        }),
        ..Face::INSULATED
    };
    if skin_up { (up, down) } else { (down, up) }
}

/// Hottest a wet piece gets at its core at sea level, C.
pub fn wet_limit_c() -> f64 {
    water::boiling_point_c(water::P_ATM_PA)
}
