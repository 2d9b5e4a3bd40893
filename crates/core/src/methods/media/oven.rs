//! The oven and the broiler: air, walls, the tray.
//!
//! An oven is not what its dial says: it runs off by some kelvins, loses air when the door
//! stands open, warms heavy ware slowly, and is humid under a cover. Each is a setting.

use super::*;

/// How far the oven runs off its dial.
pub const OVEN_OFF: Spec = Spec {
    key: "oven_off_k",
    name: "Oven runs off by",
    takes: Takes::Number {
        min: -40.0,
        max: 40.0,
        step: 1.0,
        unit: Unit::Kelvin,
        default: 0.0,
    },
};

/// How long the door stands open when the fish goes in.
pub const DOOR: Spec = Spec {
    key: "door_s",
    name: "Door stands open",
    takes: Takes::Number {
        min: 0.0,
        max: 120.0,
        step: 5.0,
        unit: Unit::Second,
        default: 0.0,
    },
};

/// What the fish lies on in the oven.
pub const WARE: Spec = Spec {
    key: "ware",
    name: "Lies on",
    takes: Takes::Choice {
        options: &[
            ("tray", "thin tray"),
            ("dish", "china dish"),
            ("cast_iron", "cold cast iron"),
            ("hot_iron", "hot cast iron"),
        ],
        default: "tray",
    },
};

/// Foil or a lid over it.
pub const COVERED: Spec = Spec {
    key: "lid",
    name: "Covered",
    takes: Takes::Flag { default: false },
};

/// Air left above the room after a door stood open for this long is down to 1/e, s; and how
/// long the heater takes to bring it back. common practice, no source: half a minute costs a
/// home oven some 60 K, won back in a few minutes.
const DOOR_TIME_S: f64 = 60.0;
const BACK_TIME_S: f64 = 100.0;
/// Share of the fall of the air that the walls follow.
const WALLS_FOLLOW: f64 = 0.2;
/// The way back, in spans during which the air counts as its mean, s.
const BACK_SPANS_S: [f64; 3] = [50.0, 80.0, 120.0];

/// Heat capacity by area of heavy ware, J/(m2 K): china 5 mm, cast iron 4.5 mm.
const CHINA_J_M2K: f64 = 10e3;
const IRON_J_M2K: f64 = 15e3;
/// Share of its bottom that the fish covers.
const WARE_COVER: f64 = 0.5;

/// An oven as it really is.
#[derive(Debug, Clone, Copy)]
pub struct Oven<'a> {
    real_c: f64,
    fan: bool,
    door_s: f64,
    ware: &'a str,
    covered: bool,
}

impl<'a> Oven<'a> {
    /// Reads what of it the method lets the cook choose; the rest is as the dial says.
    ///
    /// # Errors
    /// [`InputError`] when the method has no oven.
    pub fn read(chosen: &'a Chosen) -> Result<Self, InputError> {
        Ok(Self {
            real_c: chosen.number("oven_c")? + chosen.number("oven_off_k").unwrap_or(0.0),
            fan: chosen.flag("fan").unwrap_or(false),
            door_s: chosen.number("door_s").unwrap_or(0.0),
            ware: chosen.word("ware").unwrap_or("tray"),
            covered: chosen.flag("lid").unwrap_or(false),
        })
    }

    /// What the side towards the air sees.
    pub fn air(&self, wetness: f64) -> Face {
        if self.covered {
            return covered_in_oven(self.real_c);
        }
        Face::in_gas(oven_air(self.real_c, self.fan, wetness))
    }

    /// What the side that lies sees.
    pub fn under(&self) -> Face {
        if self.ware == "tray" {
            oven_dish(self.real_c, self.fan)
        } else {
            Face::touching(CONTACT_UNPRESSED_W_M2K, Medium::Reservoir)
        }
    }

    /// Heavy ware, which has a temperature of its own.
    pub fn reservoir(&self) -> Option<Reservoir> {
        if self.ware == "tray" {
            return None;
        }
        Some(Reservoir {
            start_c: if self.ware == "hot_iron" {
                self.real_c
            } else {
                ROOM_C
            },
            capacity_j_m2k: if self.ware == "dish" {
                CHINA_J_M2K
            } else {
                IRON_J_M2K
            },
            most_w_m2: 0.0,
            loss_w_m2k: dish_w_m2k(self.fan),
            ambient_c: self.real_c,
            cover_share: WARE_COVER,
        })
    }

    /// The legs in the oven: while the air comes back from the open door, and the rest.
    pub fn legs(&self, share: f64, low: Face, high: Face) -> Vec<Leg> {
        let steady = Leg::share(share, low, high).set(self.real_c);
        if self.door_s <= 0.0 {
            return vec![steady];
        }
        // Fall below the dial at the end of the open door, and the mean while it stands open.
        let all_k = self.real_c - ROOM_C;
        let open = self.door_s / DOOR_TIME_S;
        let fallen_k = all_k * (1.0 - (-open).exp());
        let mut falls = vec![(self.door_s, all_k * (1.0 - (1.0 - (-open).exp()) / open))];
        let mut since_s = 0.0;
        for span_s in BACK_SPANS_S {
            let left = |t_s: f64| (-t_s / BACK_TIME_S).exp();
            let mean = (left(since_s) - left(since_s + span_s)) * BACK_TIME_S / span_s;
            falls.push((span_s, fallen_k * mean));
            since_s += span_s;
        }
        let cooler = |face: Face, by_k: f64| Face {
            gas: face.gas.map(|gas| Gas {
                t_c: gas.t_c - by_k,
                wall_c: gas.wall_c - WALLS_FOLLOW * by_k,
                ..gas
            }),
            ..face
        };
        let mut legs: Vec<Leg> = falls
            .into_iter()
            .map(|(span_s, by_k)| {
                Leg::share(0.0, cooler(low, by_k), cooler(high, by_k))
                    .set(self.real_c)
                    .within(span_s)
            })
            .collect();
        legs.push(steady);
        legs
    }
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
    Face::touching(dish_w_m2k(fan), Medium::Held(oven_c))
}

fn dish_w_m2k(fan: bool) -> f64 {
    if fan { 35.0 } else { 25.0 }
}

/// Under foil or a lid in the oven: the cover is on its way to the oven's heat, the air below
/// it near saturation just under boiling; steam condenses on the fish while it is cooler.
fn covered_in_oven(oven_c: f64) -> Face {
    let steam_c = 95.0_f64.min(oven_c);
    Face::in_gas(Gas {
        t_c: steam_c,
        h_w_m2k: 8.0,
        emissivity: EMISSIVITY,
        wall_c: 0.5 * (oven_c + steam_c),
        vapour_pa: 0.6 * water::p_saturation_pa(steam_c),
        wetness: 0.3,
    })
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
