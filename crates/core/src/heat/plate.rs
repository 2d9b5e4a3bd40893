//! The pan as a lumped plate with a hob behind it.
//!
//! `c dT/dt = q_hob - 25 (T - 22) - cover q_fish`, by area of the plate. The hob gives up to
//! its most and is turned to hold the asked temperature. So a light pan crowded with cold
//! fish drops, and a strong hob brings it back.

/// Loss of the plate to the room, W/(m2 K), and the room, C.
const LOSS_W_M2K: f64 = 25.0;
const ROOM_C: f64 = 22.0;
/// How far below the asked temperature the hob is turned full on, K.
const FULL_ON_K: f64 = 12.0;

/// A hob, by the most heat it can put into the pan.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Hob {
    /// Most heat by area of plate, W/m2.
    pub most_w_m2: f64,
}

/// A pan on a hob.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Plate {
    /// Temperature when the fish goes in, C.
    pub start_c: f64,
    /// Heat capacity by area, J/(m2 K).
    pub capacity_j_m2k: f64,
    /// The hob under it.
    pub hob: Hob,
    /// Share of the plate that fish covers.
    pub cover_share: f64,
}

impl Plate {
    /// Temperature after `dt_s`, when the fish took `fish_w_m2` by its own area and the hob is
    /// turned to hold `set_c`.
    pub(super) fn step(&self, t_c: f64, set_c: f64, fish_w_m2: f64, dt_s: f64) -> f64 {
        let gain = self.hob.most_w_m2 / FULL_ON_K;
        let hold = LOSS_W_M2K * (set_c - ROOM_C);
        let stored = self.capacity_j_m2k / dt_s;
        let base = stored * t_c + LOSS_W_M2K * ROOM_C - self.cover_share * fish_w_m2;
        // Implicit, the hob in proportion to what is missing; then held to what it can give.
        let t_new = (base + hold + gain * set_c) / (stored + LOSS_W_M2K + gain);
        let asked = hold + gain * (set_c - t_new);
        let given = asked.clamp(0.0, self.hob.most_w_m2);
        if given == asked {
            t_new
        } else {
            (base + given) / (stored + LOSS_W_M2K)
        }
    }

    /// Hottest the hob can hold this pan with nothing in it, C.
    pub fn hottest_c(&self) -> f64 {
        ROOM_C + self.hob.most_w_m2 / LOSS_W_M2K
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    const CLAD: Plate = Plate {
        start_c: 200.0,
        capacity_j_m2k: 10e3,
        hob: Hob { most_w_m2: 25e3 },
        cover_share: 0.5,
    };

    fn after(plate: &Plate, set_c: f64, fish_w_m2: f64, seconds: usize) -> f64 {
        (0..seconds).fold(plate.start_c, |t, _| plate.step(t, set_c, fish_w_m2, 1.0))
    }

    #[test]
    fn empty_pan_is_held_where_it_is_asked_to_be() {
        assert!((after(&CLAD, 200.0, 0.0, 300) - 200.0).abs() < 1e-9);
        assert!((after(&CLAD, 170.0, 0.0, 900) - 170.0).abs() < 0.5);
    }

    #[test]
    fn light_pan_drops_further_than_heavy_one() {
        let light = Plate {
            capacity_j_m2k: 7.5e3,
            ..CLAD
        };
        let heavy = Plate {
            capacity_j_m2k: 15e3,
            ..CLAD
        };
        let load = 60e3; // more than the hob gives
        assert!(after(&light, 200.0, load, 20) < after(&heavy, 200.0, load, 20) - 5.0);
    }
}
