//! Something lumped that the fish touches and cools: the plate of a pan on its hob, a bath of
//! oil with its heater, a pot of liquid, a dish in an oven.
//!
//! `c dT/dt = q_heater + loss (ambient - T) - cover q_fish`, all by one area: that of the plate
//! for a pan, that of the fish for a bath. The heater gives up to its most and is turned to hold
//! what is asked. So a light pan crowded with cold fish drops, and a strong hob brings it back.
//!
//! A plate is two such bodies, under the fish and beside it, joined by what conducts along it; what is
//! asked is held beside, where a cook sees the fat and points a thermometer.

/// How far below the asked temperature the heater is turned full on, K: a thermostat, and a hand on the knob
/// of a hob. common practice, no source.
const FULL_ON_K: f64 = 12.0;
const HAND_ON_K: f64 = 150.0;

/// What the body is.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Body {
    /// The plate of a pan.
    Pan,
    /// Frying oil.
    Oil,
    /// Water, stock, poaching liquid.
    Liquid,
    /// A dish in an oven, which has no heater of its own.
    Ware,
}

/// A lumped body with a heater.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Reservoir {
    /// What it is.
    pub body: Body,
    /// Temperature when the fish goes in, C.
    pub start_c: f64,
    /// No hotter than this, C: where the liquid boils.
    pub most_c: f64,
    /// Heat capacity by area, J/(m2 K).
    pub capacity_j_m2k: f64,
    /// Most heat by area the heater gives, W/m2; none for a dish in an oven.
    pub most_w_m2: f64,
    /// Exchange with what is around, W/(m2 K).
    pub loss_w_m2k: f64,
    /// What is around, C.
    pub ambient_c: f64,
    /// The area by which it is counted, m2: the plate of a pan, the faces of the fish in a bath.
    pub area_m2: f64,
    /// Area of fish faces by area of the body, whether it fits or not.
    pub cover_share: f64,
    /// Most of the body that fish can cover.
    pub most_cover: f64,
    /// Of a plate, conductivity times thickness, W/K; 0 for what is stirred: one temperature.
    pub conducts_w_k: f64,
    /// Of a plate, area under one piece, m2.
    pub patch_m2: f64,
}

/// What passes along a plate to a round patch under a piece, W/(m2 K) by its area: the patch draws evenly, the
/// ring round it, of which it covers a share, is heated evenly. Difference of the means of patch and ring
/// (conduction in a disc, exact): `q a^2/(k d) (1/8 + m(c)/2)`.
fn joint_w_m2k(conducts_w_k: f64, patch_m2: f64, cover_share: f64) -> f64 {
    let c = cover_share.clamp(0.01, 0.95);
    let ring = 1.0 - c;
    let mean = 2.0 / (ring * ring) * (0.25 * (1.0 / c).ln() - 0.25 * ring - 0.125 * ring * ring);
    let a2 = patch_m2 / std::f64::consts::PI;
    conducts_w_k / (a2 * (0.125 + 0.5 * mean))
}

impl Reservoir {
    /// The same where its own fire is `heat_k` hotter, K, the heater gives `hob_share` of what it
    /// should, and the load is `load` times as large.
    pub fn really(&self, heat_k: f64, hob_share: f64, load: f64) -> Self {
        let hot = |t_c: f64| (t_c + heat_k).min(self.most_c.max(t_c));
        let ware = self.body == Body::Ware;
        Self {
            // A dish as hot as its oven follows it; one from the shelf does not.
            start_c: if ware && self.start_c != self.ambient_c {
                self.start_c
            } else {
                hot(self.start_c)
            },
            ambient_c: if ware {
                self.ambient_c + heat_k
            } else {
                self.ambient_c
            },
            most_w_m2: self.most_w_m2 * hob_share,
            cover_share: self.cover_share * load,
            ..*self
        }
    }

    /// What the heater is turned to hold when `set_c` was asked, with a fire `heat_k` hotter, C.
    pub fn really_set_c(&self, set_c: f64, heat_k: f64) -> f64 {
        (set_c + heat_k).min(self.most_c.max(set_c))
    }

    /// Share of the body that the fish covers.
    pub fn covered(&self) -> f64 {
        self.cover_share.min(self.most_cover)
    }

    /// Temperature after `dt_s`, C, when fish took `load_w_m2` by the area of the body and the
    /// heater is turned to hold `set_c`.
    pub fn step(&self, t_c: f64, set_c: f64, load_w_m2: f64, dt_s: f64) -> f64 {
        let gain = self.most_w_m2 / FULL_ON_K;
        let hold = self.loss_w_m2k * (set_c - self.ambient_c);
        let stored = self.capacity_j_m2k / dt_s;
        let base = stored * t_c + self.loss_w_m2k * self.ambient_c - load_w_m2;
        if self.most_w_m2 <= 0.0 {
            return base / (stored + self.loss_w_m2k);
        }
        // Implicit, the heater in proportion to what is missing; then held to what it can give.
        let t_new = (base + hold + gain * set_c) / (stored + self.loss_w_m2k + gain);
        let asked = hold + gain * (set_c - t_new);
        let given = asked.clamp(0.0, self.most_w_m2);
        if given == asked {
            t_new
        } else {
            (base + given) / (stored + self.loss_w_m2k)
        }
    }

    /// Temperatures under the fish and beside it after `dt_s`, C, as [`Self::step`].
    pub fn step_both(
        &self,
        [under_c, beside_c]: [f64; 2],
        set_c: f64,
        load_w_m2: f64,
        dt_s: f64,
    ) -> [f64; 2] {
        if self.conducts_w_k <= 0.0 {
            let t_c = self.step(under_c, set_c, load_w_m2, dt_s);
            return [t_c, t_c];
        }
        let cover = self.covered().clamp(0.01, 0.95);
        let joint = joint_w_m2k(self.conducts_w_k, self.patch_m2, cover);
        let back = joint * cover / (1.0 - cover);
        let stored = self.capacity_j_m2k / dt_s;
        let lost = stored + self.loss_w_m2k;
        let around = self.loss_w_m2k * self.ambient_c;
        // The heater gives `given - gain T_beside`.
        let solve = |given: f64, gain: f64| {
            let (a, b) = (lost + joint, gain - joint);
            let (c, d) = (-back, lost + back + gain);
            let p = stored * under_c + around + given - load_w_m2 / cover;
            let q = stored * beside_c + around + given;
            let all = a * d - b * c;
            [(p * d - b * q) / all, (a * q - c * p) / all]
        };
        let gain = self.most_w_m2 / HAND_ON_K;
        let hold = self.loss_w_m2k * (set_c - self.ambient_c);
        let both = solve(hold + gain * set_c, gain);
        let asked = hold + gain * (set_c - both[1]);
        let given = asked.clamp(0.0, self.most_w_m2);
        if given == asked {
            both
        } else {
            solve(given, 0.0)
        }
    }

    /// Hottest the heater can hold this with nothing in it, C.
    pub fn hottest_c(&self) -> f64 {
        self.ambient_c + self.most_w_m2 / self.loss_w_m2k
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    const CLAD: Reservoir = Reservoir {
        body: Body::Pan,
        start_c: 200.0,
        most_c: f64::INFINITY,
        most_cover: 0.9,
        capacity_j_m2k: 10e3,
        most_w_m2: 25e3,
        loss_w_m2k: 25.0,
        ambient_c: 22.0,
        area_m2: 0.05,
        cover_share: 0.5,
        conducts_w_k: 0.0,
        patch_m2: 8e-3,
    };

    fn after(body: &Reservoir, set_c: f64, fish_w_m2: f64, seconds: usize) -> f64 {
        (0..seconds).fold(body.start_c, |t, _| {
            body.step(t, set_c, body.covered() * fish_w_m2, 1.0)
        })
    }

    #[test]
    fn empty_pan_is_held_where_it_is_asked_to_be() {
        assert!((after(&CLAD, 200.0, 0.0, 300) - 200.0).abs() < 1e-9);
        assert!((after(&CLAD, 170.0, 0.0, 900) - 170.0).abs() < 0.5);
    }

    /// Steady under a draw of 10 kW/m2 where nothing is lost: what comes along the plate sets how much colder
    /// it is under the fish, the hand on the knob how far beside sags.
    #[test]
    fn exact_plate_is_colder_under_the_fish() {
        let plate = Reservoir {
            conducts_w_k: 0.3,
            loss_w_m2k: 0.0,
            ..CLAD
        };
        let load = 10e3 * plate.covered();
        let ends = (0..2000).fold([200.0; 2], |both, _| {
            plate.step_both(both, 200.0, load, 1.0)
        });
        // The flame heats both alike, half the plate each: half of the draw comes along the plate.
        let flame = load;
        let drop = (10e3 - flame) / joint_w_m2k(0.3, 8e-3, 0.5);
        assert!((ends[1] - ends[0] - drop).abs() < 0.01, "{ends:?} {drop}");
        // The hand gives 5 of 25 kW/m2 a fifth of the way to full on.
        assert!(
            (ends[1] - (200.0 - 0.2 * HAND_ON_K)).abs() < 0.01,
            "{ends:?}"
        );
        let stiff = Reservoir {
            conducts_w_k: 1e5,
            ..plate
        };
        let [under, beside] = (0..2000).fold([200.0; 2], |both, _| {
            stiff.step_both(both, 200.0, load, 1.0)
        });
        assert!((under - beside).abs() < 0.1 && (beside - ends[1]).abs() < 0.01);
    }

    /// A patch of 5 cm radius in a plate of 13 cm that conducts 0.3 W/K: 0.36 q a^2/(k d) by hand.
    #[test]
    fn exact_joint_of_a_patch_in_a_disc() {
        let patch = std::f64::consts::PI * 0.05 * 0.05;
        let joint = joint_w_m2k(0.3, patch, (5.0_f64 / 13.0).powi(2));
        assert!((joint - 0.3 / (0.362 * 0.0025)).abs() < 5.0, "{joint}");
    }

    #[test]
    fn light_pan_drops_further_than_heavy_one() {
        let light = Reservoir {
            capacity_j_m2k: 7.5e3,
            ..CLAD
        };
        let heavy = Reservoir {
            capacity_j_m2k: 15e3,
            ..CLAD
        };
        let load = 60e3; // more than the hob gives
        assert!(after(&light, 200.0, load, 20) < after(&heavy, 200.0, load, 20) - 5.0);
    }

    /// Without a heater it comes to what is around: lumped, T = Ta + (T0 - Ta) exp(-t h / c).
    #[test]
    fn exact_dish_warms_in_an_oven() {
        let dish = Reservoir {
            start_c: 22.0,
            most_w_m2: 0.0,
            ambient_c: 200.0,
            ..CLAD
        };
        let exact = 200.0 - 178.0 * (-300.0_f64 * 25.0 / 10e3).exp();
        // First order in the step of 1 s: 0.1 % of the step in temperature.
        assert!((after(&dish, 0.0, 0.0, 300) - exact).abs() < 0.2);
    }

    #[test]
    fn boiling_water_boils_no_hotter_on_a_hotter_fire() {
        let pot = Reservoir {
            body: Body::Liquid,
            start_c: 100.0,
            most_c: 100.0,
            ..CLAD
        };
        assert_eq!(pot.really(8.0, 1.0, 1.0).start_c, 100.0);
        assert_eq!(pot.really(-8.0, 1.0, 1.0).start_c, 92.0);
        assert_eq!(pot.really_set_c(96.0, 8.0), 100.0);
        let dish = Reservoir {
            body: Body::Ware,
            start_c: 22.0,
            ambient_c: 200.0,
            ..CLAD
        };
        let hotter = dish.really(8.0, 1.0, 1.0);
        assert_eq!((hotter.start_c, hotter.ambient_c), (22.0, 208.0));
    }
}
