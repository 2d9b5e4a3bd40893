//! Off the heat: plate, foil, rack.

use super::*;

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
        of_fire: 0.0,
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

/// At rest under foil: nothing evaporates.
pub fn at_rest_covered() -> (Face, Face) {
    let under = Face::in_gas(Gas {
        t_c: 35.0,
        h_w_m2k: 6.0,
        emissivity: 0.5,
        wall_c: 35.0,
        vapour_pa: 5600.0,
        wetness: 0.0,
        of_fire: 0.0,
    });
    (under, under)
}

/// On a rack in the room.
pub fn on_rack() -> (Face, Face) {
    let (_, up) = at_rest(false);
    (up, up)
}

/// Out of liquid or steam it goes to the plate at once, s. common practice, no source.
pub const REST_WET_S: f64 = 60.0;

/// Rare tuna is sliced at once, s. common practice, no source.
pub const REST_AT_ONCE_S: f64 = 30.0;

/// A fillet rests a couple of minutes, a whole fish five, s. common practice, no source.
pub const REST_S: f64 = 120.0;
/// Whole fish.
pub const REST_WHOLE_S: f64 = 300.0;
