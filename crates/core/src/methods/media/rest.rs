//! Off the heat: plate, foil, rack.

use super::*;
use crate::methods::settings::words;
use crate::run::Programme;

/// Between a wet piece and the plate it lies on, W/(m2 K); and the board, which is wood and warms
/// under it. Order of magnitude.
const PLATE_W_M2K: f64 = 40.0;
const BOARD_W_M2K: f64 = 10.0;
/// Plates, C: too hot to hold, out of a warm place. common practice, no source.
const HOT_PLATE_C: f64 = 70.0;
const WARM_PLATE_C: f64 = 45.0;

/// The side that looks up into the room: it evaporates.
fn open_to_room() -> Face {
    Face::in_gas(Gas {
        t_c: ROOM_C,
        h_w_m2k: 8.0,
        emissivity: EMISSIVITY,
        wall_c: ROOM_C,
        vapour_pa: ROOM_VAPOUR_PA,
        wetness: 0.6,
        of_fire: 0.0,
    })
}

/// At rest on what the piece is served on, open to the room: one side up, the other lies.
pub fn at_rest(piece: &Piece, skin_up: bool) -> (Face, Face) {
    let up = open_to_room();
    let lying = |h_w_m2k, t_c| Face::touching(h_w_m2k, Medium::Held(t_c));
    let down = match piece.rest_on {
        RestOn::HotPlate => lying(PLATE_W_M2K, HOT_PLATE_C),
        RestOn::WarmPlate => lying(PLATE_W_M2K, WARM_PLATE_C),
        RestOn::ColdPlate => lying(PLATE_W_M2K, ROOM_C),
        RestOn::Board => lying(BOARD_W_M2K, ROOM_C),
        RestOn::Rack => up,
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
    (open_to_room(), open_to_room())
}

words! {
    /// What becomes of it off the fire.
    pub enum Rests {
        Plate = "plate" "on a plate",
        Pan = "pan" "where it is, the fire off",
        AtOnce = "at_once" "not at all: eaten at once",
    }
}

/// Where it rests.
pub const fn rests(default: &'static str) -> Spec {
    Spec::word::<Rests>("rests", "It rests", Purpose::Lid, default).finer()
}

/// Air over a pan that is switched off, over the rest, C.
const COOLING_C: f64 = 90.0;

/// At rest in the pan, the fire off: what lies goes on lying, and the air over it cools.
pub fn in_pan_off(piece: &Piece, pan: &Pan, contact_w_m2k: f64, skin_up: bool) -> (Face, Face) {
    let down = Face::touching(contact_w_m2k, Medium::Reservoir);
    let up = over_pan(piece, pan, COOLING_C).on(0.3);
    if skin_up { (up, down) } else { (down, up) }
}

impl Rests {
    /// A programme whose piece rests so: `in_it` where it was cooked, with the fire off.
    pub fn of(self, programme: Programme, in_it: (Face, Face)) -> Programme {
        let rest = programme.rest;
        match self {
            Self::Plate => programme,
            Self::Pan => Programme {
                rest: Stage::rest(rest.fixed_s(), in_it),
                ..programme
            },
            Self::AtOnce => Programme {
                rest: rest.fixed(REST_AT_ONCE_S),
                most_rest_s: Some(REST_AT_ONCE_S),
                ..programme
            },
        }
    }

    /// What is done when it comes off: as usual, or so.
    pub fn off(self, usual: &str) -> String {
        match self {
            Self::Plate => usual.to_owned(),
            Self::Pan => "Fire off; leave it where it is".to_owned(),
            Self::AtOnce => format!("{usual}, and straight to the table"),
        }
    }
}

/// Out of liquid or steam it goes to the plate at once, s. common practice, no source.
pub const REST_WET_S: f64 = 60.0;

/// Rare tuna is sliced at once, s. common practice, no source.
pub const REST_AT_ONCE_S: f64 = 30.0;

/// What was fried drains and is eaten, s. common practice, no source.
pub const REST_FRIED_S: f64 = 60.0;

/// A fillet rests a couple of minutes, a whole fish five, s. common practice, no source.
pub const REST_S: f64 = 120.0;
/// A whole fish rests by its thickness: five minutes where it is as thick as this, mm, less where it is thinner, as
/// its heat evens out (with the square), but no less than a fillet. common practice, no source.
pub const REST_WHOLE_S: f64 = 300.0;
const REST_WHOLE_MM: f64 = 40.0;

/// How long a piece rests, s: a whole fish by its thickness and alike in every way, anything else as its way has it.
pub fn rest_s(piece: &Piece, way_s: f64) -> f64 {
    if crate::methods::suiting::whole(piece) {
        let thin = (piece.thickness.value() / REST_WHOLE_MM).min(1.0);
        (REST_WHOLE_S * thin * thin).max(REST_S)
    } else {
        way_s
    }
}
