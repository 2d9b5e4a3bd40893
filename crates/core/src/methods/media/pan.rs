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
        area_m2: pan.bottom_m2.at(),
        cover_share: piece.footprint_m2() / pan.bottom_m2.at(),
        most_cover: MOST_COVER,
        conducts_w_k: pan.conducts_w_k.at(),
        patch_m2: piece.footprint_m2() / f64::from(piece.pieces),
    }
}

/// Air over something hot and open with fish on it.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct OpenAir {
    hot_c: f64,
    t_c: f64,
    vapour_pa: f64,
}

/// What is left of the plate's excess temperature in the warm air at the height of a fish: 0.19 to 0.30, plumes
/// over plates of 190 C (from memory, medium confidence).
const AIR_SHARE: f64 = 0.225;
/// And beside a fish that lies on it: 80 to 90 C by a plate of 190 (an independent model).
const BESIDE_SHARE: f64 = 0.375;
/// Steam off a fish that sizzles on a plate at [`SIZZLES_C`], by area of contact, kg/(m2 s): what the engine
/// boils off in a sear, and nothing at the boiling point.
const SIZZLE_KG_M2S: f64 = 3.4e-3;
const SIZZLES_C: f64 = 190.0;
/// Most vapour there is over an open pan, Pa: beyond it more air is drawn in.
const MOST_VAPOUR_PA: f64 = 7000.0;
/// What fish over a pan or a grate sees of the room and of the fittings above it, C.
const OVER_PAN_WALL_C: f64 = 40.0;

impl OpenAir {
    /// Over a plate so hot and so large, of which fish covers a share. The warm air that rises takes the steam
    /// along: `V = 0.005 Q^(1/3) (1.7 d)^(5/3)` m3/s for Q watts (plume of a cooking appliance at its own
    /// height, `VDI-2052`, from memory), `Q = 1.5 dT^(4/3) A` (McAdams, plate facing up).
    fn over(hot_c: f64, covered: f64, bottom_m2: f64) -> Self {
        let excess_k = (hot_c - ROOM_C).max(1.0);
        let heat_w = 1.5 * excess_k.powf(4.0 / 3.0) * bottom_m2;
        let across_m = (4.0 * bottom_m2 / std::f64::consts::PI).sqrt();
        let rises_m3_s = 0.005 * heat_w.cbrt() * (1.7 * across_m).powf(5.0 / 3.0);
        let sizzle = SIZZLE_KG_M2S * ((hot_c - 100.0) / (SIZZLES_C - 100.0)).max(0.0);
        let t_c = ROOM_C + AIR_SHARE * excess_k;
        let steam_kg_m3 = sizzle * covered * bottom_m2 / rises_m3_s;
        let steam_pa = steam_kg_m3 * water::R_VAPOUR_J_KGK * (t_c + water::ZERO_C_K);
        Self {
            hot_c,
            t_c,
            vapour_pa: (ROOM_VAPOUR_PA + steam_pa).min(MOST_VAPOUR_PA),
        }
    }

    /// The upright sides of what lies on the plate: in the moist air that rises off it, half of what they see the plate
    /// itself.
    pub fn beside(&self) -> Face {
        let of_plate = |share: f64| ROOM_C + share * (self.hot_c - ROOM_C);
        let half_k4 = [self.hot_c, OVER_PAN_WALL_C].map(|c| 0.5 * (c + water::ZERO_C_K).powi(4));
        Face::in_gas(Gas {
            t_c: of_plate(BESIDE_SHARE),
            h_w_m2k: 8.0,
            emissivity: EMISSIVITY,
            wall_c: (half_k4[0] + half_k4[1]).powf(0.25) - water::ZERO_C_K,
            vapour_pa: MOST_VAPOUR_PA,
            wetness: 0.6,
            of_fire: BESIDE_SHARE,
        })
    }

    /// The side that looks up into it.
    pub fn on(&self, wetness: f64) -> Face {
        Face::in_gas(Gas {
            t_c: self.t_c,
            h_w_m2k: 8.0,
            emissivity: EMISSIVITY,
            wall_c: OVER_PAN_WALL_C,
            vapour_pa: self.vapour_pa,
            wetness,
            of_fire: AIR_SHARE,
        })
    }
}

/// Air over a pan held at so many C, with all the pieces in it.
pub fn over_pan(piece: &Piece, pan: &Pan, hold_c: f64) -> OpenAir {
    let bottom_m2 = pan.bottom_m2.at();
    let covered = (piece.all_cover_m2() / bottom_m2).min(MOST_COVER);
    OpenAir::over(hold_c, covered, bottom_m2)
}

/// A pan, ridges or a grate that nothing is known of but its heat: half of a usual one covered.
const USUAL_BOTTOM_M2: f64 = 0.05;

/// Air over something hot that is no pan of the kit.
pub fn over_hot(hot_c: f64) -> OpenAir {
    OpenAir::over(hot_c, 0.5, USUAL_BOTTOM_M2)
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

/// Fat spooned over again and again out of a hot pan: it reaches the fish some way down from what the pan holds, and seals
/// it. common practice, no source: it takes a tenth to a fifth off the time.
fn spooned_from(hold_c: f64) -> Face {
    Face::in_gas(Gas {
        t_c: ROOM_C + SPOONED_SHARE * (hold_c - ROOM_C),
        h_w_m2k: 40.0,
        emissivity: EMISSIVITY,
        wall_c: OVER_PAN_WALL_C,
        vapour_pa: 2.0 * ROOM_VAPOUR_PA,
        wetness: 0.1,
        of_fire: SPOONED_SHARE,
    })
}

const SPOONED_SHARE: f64 = 0.5;

/// Skin or flesh pressed on the pan.
pub fn pressed(piece: &Piece, air: OpenAir) -> Face {
    lying(piece, CONTACT_PRESSED_W_M2K, air)
}

/// The second side, lying on the pan by its own weight.
pub fn unpressed(piece: &Piece, air: OpenAir) -> Face {
    lying(piece, CONTACT_UNPRESSED_W_M2K, air)
}

/// Skin down, pressed with something or with nothing: then it bows up. Scored skin does not: it lies as flat as by hand.
pub fn skin_down(piece: &Piece, press: Option<&Press>, air: OpenAir) -> Face {
    let by_itself = if piece.scored {
        CONTACT_PRESSED_W_M2K
    } else {
        CONTACT_UNPRESSED_W_M2K
    };
    let under = press.map_or(by_itself, |press| press.contact_w_m2k.at());
    lying(piece, under.max(by_itself), air)
}

/// Fat stands so high round a round side, and its flesh gives so far, m: what is below touches the pan. Half of a
/// trout, nine tenths of a sprat. common practice, no source.
const ROUND_LIES_M: f64 = 3e-3;

fn lying(piece: &Piece, h_w_m2k: f64, air: OpenAir) -> Face {
    if !matches!(piece.shape(), Shape::Ellipse { .. }) {
        return Face::touching(h_w_m2k, Medium::Reservoir);
    }
    let up = (1.0 - ROUND_LIES_M / (0.5 * piece.thickness.metres())).max(0.0);
    let lies = (1.0 - up * up).sqrt();
    let off = 1.0 - lies;
    let beside = air.beside();
    Face {
        gas: beside.gas.map(|gas| Gas {
            h_w_m2k: off * gas.h_w_m2k,
            emissivity: off * gas.emissivity,
            ..gas
        }),
        ..Face::touching(lies * h_w_m2k, Medium::Reservoir)
    }
}

/// One side of four lies on it, and flesh takes up no more than it conducts: so much of its contact counts for the mean
/// of all four.
const ONE_SIDE_OF_FOUR: f64 = 1.0 / 12.0;

/// Lying first on one face and then on the other, `turn_share` of the time on the first, the sides beside it; what is as
/// thick as wide goes round on all four sides.
pub fn turned(
    piece: &Piece,
    [(low, high), (low_after, high_after)]: [(Face, Face); 2],
    turn_share: f64,
    beside: Face,
) -> Vec<Stage> {
    let first = Stage::share(turn_share, What::In, low, high).beside(beside);
    let second = Stage::share(1.0 - turn_share, What::Turn, low_after, high_after).beside(beside);
    if !piece.cut.is_square() {
        return vec![first, second];
    }
    let on_a_side = |of: Stage| {
        let lies = of.low.contact.or(of.high.contact);
        let contact = lies.map(|contact| Contact {
            h_w_m2k: ONE_SIDE_OF_FOUR * contact.h_w_m2k,
            ..contact
        });
        Stage {
            what: Some(What::Turn),
            low: beside,
            high: beside,
            ..of.beside(Face { contact, ..beside })
        }
    };
    [first, second]
        .into_iter()
        .flat_map(|of| [of, on_a_side(of)])
        .map(Stage::half_as_long)
        .collect()
}

/// With the lid on at the end the fire goes low, C. common practice, no source.
const LOW_C: f64 = 150.0;

/// Both sides in a pan, turned once; the lid for the last seconds if that is chosen.
pub fn both_sides(
    piece: &Piece,
    air: OpenAir,
    hold_c: f64,
    turn_share: f64,
    lid_last_s: f64,
    basted: bool,
) -> Vec<Stage> {
    let (first, second) = (pressed(piece, air), unpressed(piece, air));
    let above = |wetness| {
        if basted {
            spooned_from(hold_c)
        } else {
            air.on(wetness)
        }
    };
    let faces = [(first, above(0.6)), (above(0.3), second)];
    let mut stages: Vec<Stage> = turned(piece, faces, turn_share, air.beside())
        .into_iter()
        .map(|stage| stage.set(hold_c))
        .collect();
    if lid_last_s > 0.0 {
        stages.push(lid_last((under_lid(), second), hold_c, lid_last_s));
    }
    stages
}

/// The lid on for the last seconds, over a low fire.
pub fn lid_last((low, high): (Face, Face), hold_c: f64, lid_last_s: f64) -> Stage {
    Stage::share(0.0, What::LidOn, low, high)
        .set(LOW_C.min(hold_c))
        .fixed(lid_last_s)
}

/// How many times as fast as a crust of bread skin and flesh brown in the fat of a pan, on ridges and on a grate: by when
/// cooks call them gold. common practice, no source.
pub const BROWNS_IN_A_PAN: [f64; 2] = [3.0, 30.0];
pub const BROWNS_ON_RIDGES: [f64; 2] = [1.5, 4.0];
pub const BROWNS_ON_A_GRATE: [f64; 2] = [4.0, 6.0];

/// What wet fish does in hot oil.
pub const HOT_OIL: &str = "Wet fish spits. Dry it, and lay it down away from you.";
/// What it says when the lid goes on.
pub const LID_ON: &str = "Fire low, lid on";
