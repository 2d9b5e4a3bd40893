//! The oven and the broiler: air, walls, the tray.
//!
//! An oven is not what its dial says: it runs off by some kelvins, loses air when the door
//! stands open, warms heavy ware slowly, and is humid under a cover. Each is a setting.

use super::*;

/// Air left above the room after a door stood open for this long is down to 1/e, s; and how
/// long the heater takes to bring it back. common practice, no source: half a minute costs a
/// home oven some 60 K, won back in a few minutes.
const DOOR_TIME_S: f64 = 60.0;
const BACK_TIME_S: f64 = 100.0;
/// Share of the fall of the air that the walls follow.
const WALLS_FOLLOW: f64 = 0.2;
/// The way back, in spans during which the air counts as its mean, s.
const BACK_SPANS_S: [f64; 3] = [50.0, 80.0, 120.0];

/// Share of the bottom of heavy ware that fish covers when nothing is said.
const WARE_COVER: f64 = 0.5;

/// An oven as it really is.
#[derive(Debug, Clone)]
pub struct Oven {
    kind: Arc<crate::kit::Oven>,
    real_c: f64,
    fan: bool,
    door_s: f64,
    ware: Option<Arc<Ware>>,
    covered: bool,
    moister_pa: f64,
}

impl Oven {
    /// At what its dial says and how far it runs off that; a thin tray, nothing over it, the door
    /// shut at once.
    pub fn new(kind: &Arc<crate::kit::Oven>, dial_c: f64, off_k: f64, fan: bool) -> Self {
        Self {
            kind: Arc::clone(kind),
            real_c: dial_c + off_k,
            fan,
            door_s: 0.0,
            ware: None,
            covered: false,
            moister_pa: 0.0,
        }
    }

    /// With raw vegetables that steam, so many grams with each piece.
    pub fn with_greens(self, piece: &Piece, greens_g: f64) -> Self {
        let moister_pa = moistens_pa(piece, greens_g, self.kind.vapour_pa.at());
        Self { moister_pa, ..self }
    }

    /// The door stands open for so long when the fish goes in.
    pub fn door(self, door_s: f64) -> Self {
        Self { door_s, ..self }
    }

    /// With the fish on some ware.
    pub fn ware(self, ware: &Arc<Ware>) -> Self {
        Self {
            ware: Some(Arc::clone(ware)),
            ..self
        }
    }

    /// Under foil or a lid.
    pub fn covered(self, covered: bool) -> Self {
        Self { covered, ..self }
    }

    /// What the side towards the air sees.
    pub fn air(&self, wetness: f64) -> Face {
        if self.covered {
            return covered_in_oven(self.real_c);
        }
        let h = if self.fan {
            self.kind.fan_w_m2k
        } else {
            self.kind.still_w_m2k
        };
        Face::in_gas(Gas {
            t_c: self.real_c,
            h_w_m2k: h.at(),
            emissivity: EMISSIVITY,
            wall_c: self.real_c,
            vapour_pa: self.kind.vapour_pa.at() + self.moister_pa,
            wetness,
            of_fire: 1.0,
        })
    }

    fn tray_w_m2k(&self) -> f64 {
        if self.fan {
            self.kind.tray_fan_w_m2k.at()
        } else {
            self.kind.tray_still_w_m2k.at()
        }
    }

    fn heavy(&self) -> Option<(&Ware, f64)> {
        let ware = self.ware.as_deref()?;
        Some((ware, ware.capacity_j_m2k?.at()))
    }

    /// What the side that lies sees.
    pub fn under(&self) -> Face {
        if self.heavy().is_some() {
            Face::touching(CONTACT_UNPRESSED_W_M2K, Medium::Reservoir)
        } else {
            Face::touching(self.tray_w_m2k(), Medium::Fire(self.real_c))
        }
    }

    /// Heavy ware, which has a temperature of its own.
    pub fn reservoir(&self) -> Option<Reservoir> {
        let (ware, capacity_j_m2k) = self.heavy()?;
        Some(Reservoir {
            body: Body::Ware,
            start_c: if ware.starts_hot { self.real_c } else { ROOM_C },
            most_c: f64::INFINITY,
            capacity_j_m2k,
            most_w_m2: 0.0,
            loss_w_m2k: self.tray_w_m2k(),
            ambient_c: self.real_c,
            area_m2: 1.0,
            cover_share: ware.cover_share.map_or(WARE_COVER, |share| share.at()),
            most_cover: 1.0,
            conducts_w_k: 0.0,
            patch_m2: 0.0,
        })
    }

    /// The stages in the oven: while the air comes back from the open door, and the rest. All are
    /// one side.
    pub fn stages(&self, share: f64, what: What, low: Face, high: Face) -> Vec<Stage> {
        let steady = Stage::share(share, what, low, high)
            .set(self.real_c)
            .by(Fire::Oven);
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
        let mut stages: Vec<Stage> = falls
            .into_iter()
            .map(|(span_s, by_k)| Stage {
                low: cooler(low, by_k),
                high: cooler(high, by_k),
                ..steady.within(span_s)
            })
            .chain([steady])
            .collect();
        for stage in &mut stages[1..] {
            *stage = stage.same_side(None);
        }
        stages
    }
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
        of_fire: 0.0,
    })
}

/// Under a glowing element that fills part of the view.
pub fn under_element(broiler: &Broiler, oven_c: f64) -> Face {
    Face::in_gas(Gas {
        t_c: oven_c,
        h_w_m2k: broiler.gas_w_m2k.at(),
        emissivity: EMISSIVITY,
        wall_c: broiler.glow_c.at() + 0.5 * oven_c,
        vapour_pa: 2500.0,
        wetness: 0.3,
        of_fire: 1.0,
    })
}

/// The tray below an element: warm, not hot.
pub fn broiler_tray(broiler: &Broiler, oven_c: f64) -> Face {
    Face::touching(25.0, Medium::Fire(broiler.tray_share.at() * oven_c))
}
