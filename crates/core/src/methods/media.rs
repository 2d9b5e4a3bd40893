//! The faces that several methods share. Values with ranges and sources: `docs/SOURCES.md`.

use crate::InputError;
use crate::fish::Piece;
use crate::heat::{Contact, Face, Gas, Layer, Medium, Reservoir};
use crate::matter::{Composition, Material, water};
use crate::methods::{Act, Chosen, Leg, PlanFacts, Reason, Spec, Step, Takes, Unit};

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

/// The pan for gentle cooking: the same pans, non-stick first.
pub const PAN_GENTLE: Spec = Spec {
    takes: match PAN.takes {
        Takes::Choice { options, .. } => Takes::Choice {
            options,
            default: "non_stick",
        },
        other => other,
    },
    ..PAN
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
    first_share(0.3, default)
}

/// Share of the time on the first side, from a smallest one.
pub const fn first_share(min: f64, default: f64) -> Spec {
    let takes = Takes::Number {
        min,
        max: 1.0,
        step: 0.01,
        unit: Unit::Share,
        default,
    };
    Spec {
        key: "turn_share",
        name: "First side",
        takes,
    }
}

/// A number with a unit C.
pub const fn celsius(
    key: &'static str,
    name: &'static str,
    range: (f64, f64),
    default: f64,
) -> Spec {
    let (min, max) = range;
    let takes = Takes::Number {
        min,
        max,
        step: 1.0,
        unit: Unit::Celsius,
        default,
    };
    Spec { key, name, takes }
}

/// The oven.
pub const fn oven_c(range: (f64, f64), default: f64) -> Spec {
    celsius("oven_c", "Oven", range, default)
}

/// The fan of the oven.
pub const fn fan(default: bool) -> Spec {
    Spec {
        key: "fan",
        name: "Fan",
        takes: Takes::Flag { default },
    }
}

/// The lid.
pub const fn lid(default: bool) -> Spec {
    Spec {
        key: "lid",
        name: "Lid",
        takes: Takes::Flag { default },
    }
}

/// The lid for the last so many seconds, the fire low.
pub const LID_LAST: Spec = Spec {
    key: "lid_last_s",
    name: "Lid on for the last",
    takes: Takes::Number {
        min: 0.0,
        max: 300.0,
        step: 10.0,
        unit: Unit::Second,
        default: 0.0,
    },
};

/// Poaching liquid: water boils near 100 C, so it goes no higher.
pub const fn liquid_c(default: f64) -> Spec {
    celsius("liquid_c", "Liquid", (50.0, 100.0), default)
}

/// Fish in the oil at once; 0 stands for all the pieces.
pub const LOAD: Spec = Spec {
    key: "load_g",
    name: "Fish at once",
    takes: Takes::Number {
        min: 0.0,
        max: 5000.0,
        step: 10.0,
        unit: Unit::Gram,
        default: 0.0,
    },
};

/// A coat that is what the method is: only its thickness can be chosen.
pub const fn coat_of(
    options: &'static [(&'static str, &'static str)],
    default: &'static str,
) -> Spec {
    Spec {
        key: "coating",
        name: "Coat of",
        takes: Takes::Choice { options, default },
    }
}

/// How much is in the fryer.
pub const OIL_L: Spec = Spec {
    key: "oil_l",
    name: "Oil",
    takes: Takes::Number {
        min: 0.5,
        max: 30.0,
        step: 0.5,
        unit: Unit::Litre,
        default: 3.0,
    },
};

/// Frying oil: below the smoke point of most refined oils.
pub const fn oil_c(default: f64) -> Spec {
    celsius("oil_c", "Oil temperature", (130.0, 205.0), default)
}

/// How thick the coat is.
pub const fn coating_mm(max: f64, default: f64) -> Spec {
    let takes = Takes::Number {
        min: 0.2,
        max,
        step: 0.1,
        unit: Unit::Millimetre,
        default,
    };
    Spec {
        key: "coating_mm",
        name: "Coat",
        takes,
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
        .caution(
            "oil_fire",
            "Never leave it. On fire: lid on, heat off, no water.",
        ),
        Step::new(0.0, Act::Start, lower.to_owned())
            .cues(&["Roaring bubbles at first."])
            .caution("hot_oil", "Water in hot oil erupts: dry fish, dry hands."),
    ]
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

/// How freely water leaves the surface under a coat of the cook's: `none` like raw flesh, oil a
/// film, butter a seal.
pub fn wetness(coating: &str) -> f64 {
    match coating {
        "oil" => 0.3,
        "butter" | "crust" => 0.1,
        _ => 0.6,
    }
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

/// Vapour at some temperature and near saturation, under a lid.
pub fn vapour_at(t_c: f64) -> Face {
    Face::in_gas(Gas {
        t_c,
        h_w_m2k: 8.0,
        emissivity: EMISSIVITY,
        wall_c: t_c,
        vapour_pa: 0.8 * water::p_saturation_pa(t_c),
        wetness: 0.3,
    })
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

/// On a grate over a bed: contact on part of the face, hot gas and the bed's glow on the rest.
pub fn grate(grate_c: f64) -> Face {
    Face {
        contact: Some(Contact {
            h_w_m2k: GRATE_SHARE * CONTACT_UNPRESSED_W_M2K,
            to: Medium::Held(grate_c),
        }),
        gas: Some(Gas {
            t_c: grate_c,
            h_w_m2k: 20.0,
            emissivity: (1.0 - GRATE_SHARE) * EMISSIVITY,
            wall_c: grate_c + BED_ABOVE_GRATE_K,
            vapour_pa: 4000.0,
            wetness: 0.3,
        }),
        ..Face::INSULATED
    }
}

/// Share of the face on the bars, and how much hotter the bed is than the bars, K.
const GRATE_SHARE: f64 = 0.25;
const BED_ABOVE_GRATE_K: f64 = 100.0;

/// On the ridges of a grill pan: contact on part of the face, air between.
pub fn ridges(ridge_c: f64) -> Face {
    Face {
        contact: Some(Contact {
            h_w_m2k: 0.4 * CONTACT_UNPRESSED_W_M2K,
            to: Medium::Held(ridge_c),
        }),
        gas: Some(Gas {
            t_c: 0.6 * ridge_c,
            h_w_m2k: 8.0,
            emissivity: 0.6 * EMISSIVITY,
            wall_c: ridge_c,
            vapour_pa: 20e3,
            wetness: 0.6,
        }),
        ..Face::INSULATED
    }
}

/// In a closed grill with water in the tray: a still oven with moist air.
pub fn closed_grill(grill_c: f64) -> Face {
    Face::in_gas(Gas {
        vapour_pa: 8000.0,
        ..oven_air(grill_c, false, 0.3)
    })
}

/// Under a glowing element that fills part of the view.
pub fn under_element(oven_c: f64) -> Face {
    Face {
        contact: None,
        gas: Some(Gas {
            t_c: oven_c,
            h_w_m2k: 15.0,
            emissivity: EMISSIVITY,
            wall_c: ELEMENT_VIEW_C + 0.5 * oven_c,
            vapour_pa: 2500.0,
            wetness: 0.3,
        }),
        ..Face::INSULATED
    }
}

/// Radiant temperature of a 700 C element that fills a quarter of the view, less half of a
/// 250 C oven, C: T^4 mean.
const ELEMENT_VIEW_C: f64 = 315.0;

/// The tray below an element: warm, not hot.
pub fn broiler_tray(oven_c: f64) -> Face {
    Face::touching(25.0, Medium::Held(0.6 * oven_c))
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

/// At rest under foil: nothing evaporates.
pub fn at_rest_covered() -> (Face, Face) {
    let under = Face::in_gas(Gas {
        t_c: 35.0,
        h_w_m2k: 6.0,
        emissivity: 0.5,
        wall_c: 35.0,
        vapour_pa: 5600.0,
        wetness: 0.0,
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

/// Why a full pan is worse.
pub fn crowd_reason() -> Reason {
    Reason::bad(
        "pan_crowded",
        "More than one pan holds side by side: cook in turns or take two pans.",
    )
}

/// A fillet rests a couple of minutes, a whole fish five, s. common practice, no source.
pub const REST_S: f64 = 120.0;
/// Whole fish.
pub const REST_WHOLE_S: f64 = 300.0;

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
        legs.push(covered.set(LOW_C.min(hold_c)).last(lid_s));
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

/// Under a lid or in a closed pot: vapour near saturation at 80 C, and its condensing.
pub fn under_lid() -> Face {
    Face::in_gas(Gas {
        t_c: 80.0,
        h_w_m2k: 8.0,
        emissivity: EMISSIVITY,
        wall_c: 80.0,
        vapour_pa: 38e3,
        wetness: 0.3,
    })
}

/// In liquid just under a simmer, W/(m2 K): 400 to 500 (free convection correlations).
pub const LIQUID_W_M2K: f64 = 450.0;
/// In frying oil with its bubbles, W/(m2 K). `HUBBARD-1999`, `MILLER-1994`: 200 to 400 after
/// the first rush.
pub const OIL_W_M2K: f64 = 400.0;
/// In steam with some air left, W/(m2 K): 200 to 2000.
pub const STEAM_W_M2K: f64 = 800.0;

/// In the liquid or oil of the reservoir.
pub fn immersed(h_w_m2k: f64) -> Face {
    Face::touching(h_w_m2k, Medium::Reservoir)
}

/// A coat of a composition: water, protein, fat, carbohydrate, ash by mass.
fn coat(thickness_mm: f64, [water, protein, fat, carbohydrate, ash]: [f64; 5]) -> Layer {
    let made = Composition {
        water_share: water,
        protein_share: protein,
        fat_share: fat,
        carbohydrate_share: carbohydrate,
        ash_share: ash,
    };
    Layer {
        thickness_m: thickness_mm * 1e-3,
        material: Material::flesh(&made),
    }
}

/// Flour and water, 100 g to 150 g: flour holds about 13 % water and 10 % protein.
pub fn batter(thickness_mm: f64) -> Layer {
    coat(thickness_mm, [0.652, 0.042, 0.005, 0.294, 0.007])
}

/// Flour that has taken up water from the fish.
pub fn flour(thickness_mm: f64) -> Layer {
    coat(thickness_mm, [0.45, 0.06, 0.01, 0.47, 0.01])
}

/// Mustard and mayonnaise holding chopped nuts.
pub fn nut_crust(thickness_mm: f64) -> Layer {
    coat(thickness_mm, [0.2, 0.1, 0.58, 0.1, 0.02])
}

/// Coarse salt, damp with egg white: about 1250 kg/m3, 10 % water, packed grains.
pub fn salt(thickness_mm: f64) -> Layer {
    Layer {
        thickness_m: thickness_mm * 1e-3,
        material: Material::packed(1250.0, 0.1, 880.0, 0.6, 0.35),
    }
}

/// The air and vapour in a closed parcel, with the paper: conducts by moving, holds little.
pub fn parcel_gap() -> Layer {
    Layer {
        thickness_m: 3e-3,
        material: Material::constant(PARCEL_GAP_W_MK, 5.0, 1500.0),
    }
}

/// Vapour that evaporates from the warm paper and condenses on the cold fish carries heat
/// across the gap many times better than still air (0.026 W/mK).
const PARCEL_GAP_W_MK: f64 = 0.12;
