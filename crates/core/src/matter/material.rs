//! One solid as the marcher sees it: properties by volume, ready for the inner loop.
//!
//! The volume is kept: mass is counted per cubic metre of the piece as it lay raw. Shrinking
//! is not modelled. Water is counted apart, so a cell that dries loses its water's heat
//! capacity and conducts like crust.

use super::composition::{Component, Composition, poly};

/// Conductivity of crust, W/(m K). Porous fried crusts, published 0.1 to 0.2.
pub const K_CRUST_W_MK: f64 = 0.16;

/// Below this share of its first water a cell is crust.
pub const CRUST_WATER_SHARE: f64 = 0.4;
/// From this share of its first water down, conductivity falls towards that of crust.
const WET_WATER_SHARE: f64 = 0.7;
/// Share of the water that never boils off.
const BOUND_WATER_SHARE: f64 = 0.02;

/// Validity of the component polynomials, C; beyond it they are held at the end value.
const VALID_C: (f64, f64) = (-40.0, 150.0);

/// A solid with water in it.
#[derive(Debug, Clone)]
pub struct Material {
    /// Water at the start, kg/m3.
    pub water_kg_m3: f64,
    /// Density at the start, kg/m3.
    pub rho_kg_m3: f64,
    /// Fat, share of its mass.
    pub fat_share: f64,
    /// Heat capacity of the dry part by volume, polynomial in C, J/(m3 K).
    dry_j_m3k: [f64; 3],
    /// Heat capacity of water, polynomial in C, J/(kg K).
    water_j_kgk: [f64; 3],
    /// Conductivity while wet, polynomial in C, W/(m K): through the mean of the two models at
    /// 5, 60 and 115 C (off by less than 0.1 % from 0 to 115 C, see the test).
    k_wet: [f64; 3],
    /// Conductivity when dry.
    k_dry: f64,
    /// One over the first water, m3/kg; 0 for a dry solid.
    per_water_m3_kg: f64,
    /// Conductivity when its water is ice, W/(m K).
    k_frozen: f64,
    /// Initial freezing point, C; freezing is left out when there is nothing to freeze or thaw.
    freeze_c: f64,
    /// Browns so many times as fast as a crust of flour and water.
    pub browns: f64,
}

/// Initial freezing point of lean unsalted fish, C. Measured -0.9 to -1.1 for cod; the
/// handbook's blanket -2.2 is known to be low (`ASHRAE-THERMAL`, caveat in docs/SOURCES.md).
pub const FREEZE_C: f64 = -1.0;
/// Share of the water that does not freeze at kitchen temperatures (order of magnitude).
const UNFREEZABLE_SHARE: f64 = 0.06;
/// Heat of fusion of ice at 0 C, J/kg, and heat capacity of ice (mean to -20 C), J/(kg K).
const FUSION_J_KG: f64 = 333.6e3;
const ICE_J_KGK: f64 = 2.0e3;

/// A solid with a certain water content: polynomials of temperature, good from its freezing
/// point to 150 C; outside, ask the [`Material`].
#[derive(Debug, Clone, Copy)]
pub struct Holding {
    heat: [f64; 3],
    k: [f64; 3],
    from_c: f64,
}

impl Holding {
    /// Whether the polynomials hold at `t_c`.
    #[inline]
    pub fn covers(&self, t_c: f64) -> bool {
        t_c >= self.from_c && t_c <= VALID_C.1
    }

    /// Heat capacity by volume, J/(m3 K), and conductivity, W/(m K).
    #[inline]
    pub fn capacity_and_k(&self, t_c: f64) -> (f64, f64) {
        (poly(&self.heat, t_c), poly(&self.k, t_c))
    }

    /// As [`Material::after_step_c`].
    #[inline]
    pub fn after_step_c(&self, old_c: f64, found_c: f64, lagged_j_m3k: f64) -> f64 {
        // Mean heat capacity between a and b: c0 + c1 (a + b)/2 + c2 (a^2 + a b + b^2)/3.
        let sum = old_c + found_c;
        let squares = old_c * sum + found_c * found_c;
        let mean = self.heat[0] + 0.5 * self.heat[1] * sum + (1.0 / 3.0) * self.heat[2] * squares;
        found_c + (found_c - old_c) * (1.0 - mean / lagged_j_m3k)
    }
}

/// The parabola through three points, as `a0 + a1 x + a2 x^2`.
fn parabola([(x0, y0), (x1, y1), (x2, y2)]: [(f64, f64); 3]) -> [f64; 3] {
    let (d01, d12) = ((y1 - y0) / (x1 - x0), (y2 - y1) / (x2 - x1));
    let a2 = (d12 - d01) / (x2 - x0);
    let a1 = d01 - a2 * (x0 + x1);
    [y0 - x0 * (a1 + a2 * x0), a1, a2]
}

/// `int_0^T a0 + a1 t + a2 t^2 dt`, with the polynomial held constant outside its validity.
fn integral(a: &[f64; 3], t_c: f64) -> f64 {
    let t = t_c.clamp(VALID_C.0, VALID_C.1);
    let inside = t * (a[0] + t * (a[1] / 2.0 + t * a[2] / 3.0));
    inside + (t_c - t) * poly(a, t)
}

impl Material {
    /// Flesh of a given composition. Mass by volume is taken at 20 C and kept.
    pub fn flesh(composition: &Composition) -> Self {
        let rho = composition.rho_kg_m3(20.0);
        let mut dry = [0.0; 3];
        for (share, part) in &composition.parts()[1..] {
            for (sum, a) in dry.iter_mut().zip(part.cp_kj_kgk) {
                *sum += 1e3 * share * rho * a;
            }
        }
        Self {
            water_kg_m3: composition.water_share * rho,
            rho_kg_m3: rho,
            fat_share: composition.fat_share,
            dry_j_m3k: dry,
            water_j_kgk: Component::WATER.cp_kj_kgk.map(|a| 1e3 * a),
            k_wet: parabola([5.0, 60.0, 115.0].map(|t| (t, composition.k_w_mk(t)))),
            k_dry: K_CRUST_W_MK,
            per_water_m3_kg: 1.0 / (composition.water_share * rho),
            k_frozen: composition.k_frozen_w_mk(-15.0),
            freeze_c: f64::NEG_INFINITY,
            browns: 1.0,
        }
    }

    /// Packed grains with some water: salt. Density, share of water by mass, heat capacity of
    /// the dry part, J/(kg K), conductivity wet and dry.
    pub fn packed(
        rho_kg_m3: f64,
        water_share: f64,
        dry_j_kgk: f64,
        k_wet: f64,
        k_dry: f64,
    ) -> Self {
        let water = water_share * rho_kg_m3;
        Self {
            water_kg_m3: water,
            water_j_kgk: Component::WATER.cp_kj_kgk.map(|a| 1e3 * a),
            k_wet: [k_wet, 0.0, 0.0],
            k_dry,
            per_water_m3_kg: 1.0 / water,
            dry_j_m3k: [(rho_kg_m3 - water) * dry_j_kgk, 0.0, 0.0],
            ..Self::constant(k_wet, rho_kg_m3, dry_j_kgk)
        }
    }

    /// The same with its water freezing below [`FREEZE_C`].
    pub fn freezing(self) -> Self {
        Self {
            freeze_c: FREEZE_C,
            ..self
        }
    }

    /// Share of the water that is liquid: 1 above the freezing point, below it
    /// `b + (1 - b) Tf/T` (`ASHRAE-THERMAL`, after Schwartzberg).
    pub fn liquid_share(&self, t_c: f64) -> f64 {
        if t_c >= self.freeze_c {
            return 1.0;
        }
        UNFREEZABLE_SHARE + (1.0 - UNFREEZABLE_SHARE) * self.freeze_c / t_c
    }

    /// A dry solid with constant properties, for checks against exact solutions.
    pub fn constant(k_w_mk: f64, rho_kg_m3: f64, cp_j_kgk: f64) -> Self {
        Self {
            water_kg_m3: 0.0,
            rho_kg_m3,
            fat_share: 0.0,
            dry_j_m3k: [rho_kg_m3 * cp_j_kgk, 0.0, 0.0],
            water_j_kgk: [0.0; 3],
            k_wet: [k_w_mk, 0.0, 0.0],
            k_dry: k_w_mk,
            per_water_m3_kg: 0.0,
            k_frozen: k_w_mk,
            freeze_c: f64::NEG_INFINITY,
            browns: 0.0,
        }
    }

    /// The same that browns so many times as fast as a crust of flour and water.
    pub fn browning(self, times: f64) -> Self {
        Self {
            browns: times,
            ..self
        }
    }

    /// The same that conducts so many times as well.
    pub fn conducting_times(self, times: f64) -> Self {
        Self {
            k_wet: self.k_wet.map(|a| times * a),
            k_frozen: times * self.k_frozen,
            ..self
        }
    }

    /// The same with a conductivity `a0 + a1 T + a2 T^2`, W/(m K), wet and dry alike.
    pub fn conducting(self, k_w_mk: [f64; 3]) -> Self {
        Self {
            k_wet: k_w_mk,
            ..self
        }
    }

    /// Water that never leaves, kg/m3.
    pub fn bound_water_kg_m3(&self) -> f64 {
        BOUND_WATER_SHARE * self.water_kg_m3
    }

    /// Share of the first water still there; 1 for a dry solid.
    pub fn water_left(&self, w_kg_m3: f64) -> f64 {
        if self.per_water_m3_kg > 0.0 {
            w_kg_m3 * self.per_water_m3_kg
        } else {
            1.0
        }
    }

    /// Heat capacity by volume, J/(m3 K); below the freezing point the apparent one.
    pub fn capacity_j_m3k(&self, t_c: f64, w_kg_m3: f64) -> f64 {
        if t_c < self.freeze_c {
            // d/dT of the enthalpy, ice that melts on the way:
            // c = c_dry + w (s c_w + (1-s) c_ice + ds/dT (h_water - h_ice)).
            let (share, t) = (self.liquid_share(t_c), t_c.clamp(VALID_C.0, VALID_C.1));
            let melts = -(1.0 - UNFREEZABLE_SHARE) * self.freeze_c / (t_c * t_c);
            let apart = integral(&self.water_j_kgk, t_c) - (ICE_J_KGK * t_c - FUSION_J_KG);
            let water = share * poly(&self.water_j_kgk, t) + (1.0 - share) * ICE_J_KGK;
            return poly(&self.dry_j_m3k, t) + w_kg_m3 * (water + melts * apart);
        }
        let t = t_c.clamp(VALID_C.0, VALID_C.1);
        poly(&self.dry_j_m3k, t) + w_kg_m3 * poly(&self.water_j_kgk, t)
    }

    /// Temperature after a step from `old_c` that a lagged heat capacity took to `found_c`: the
    /// heat that went in is kept, the temperature is mended.
    pub fn after_step_c(&self, old_c: f64, found_c: f64, w_kg_m3: f64, lagged_j_m3k: f64) -> f64 {
        let in_j_m3 = lagged_j_m3k * (found_c - old_c);
        if old_c.min(found_c) < self.freeze_c {
            let wanted = self.enthalpy_j_m3(old_c, w_kg_m3) + in_j_m3;
            return self.at_enthalpy_c(wanted, w_kg_m3, old_c);
        }
        found_c + (in_j_m3 - self.gained_j_m3(old_c, found_c, w_kg_m3)) / lagged_j_m3k
    }

    /// Temperature at an enthalpy by volume: Newton from `near_c`, halving where it would leave
    /// the bracket, to a millionth of a kelvin.
    fn at_enthalpy_c(&self, wanted_j_m3: f64, w_kg_m3: f64, near_c: f64) -> f64 {
        let (mut low, mut high) = (-90.0, 140.0);
        let mut t_c = near_c.clamp(low, high);
        for _ in 0..60 {
            let miss = self.enthalpy_j_m3(t_c, w_kg_m3) - wanted_j_m3;
            if miss < 0.0 {
                low = t_c;
            } else {
                high = t_c;
            }
            let step = miss / self.capacity_j_m3k(t_c, w_kg_m3);
            let next = t_c - step;
            if step.abs() < 1e-6 {
                return next;
            }
            t_c = if next > low && next < high {
                next
            } else {
                0.5 * (low + high)
            };
        }
        t_c
    }

    /// Enthalpy by volume gained from `from_c` to `to_c`, J/m3. As [`Self::enthalpy_j_m3`] of
    /// the one less the other, quicker where both lie in the validity of the polynomials.
    pub fn gained_j_m3(&self, from_c: f64, to_c: f64, w_kg_m3: f64) -> f64 {
        if from_c.min(to_c) < VALID_C.0.max(self.freeze_c) || from_c.max(to_c) > VALID_C.1 {
            return self.enthalpy_j_m3(to_c, w_kg_m3) - self.enthalpy_j_m3(from_c, w_kg_m3);
        }
        // int a0 + a1 t + a2 t^2 = (b - a) (a0 + a1 (a+b)/2 + a2 (a^2 + a b + b^2)/3)
        let mean = |c: &[f64; 3]| {
            let (sum, squares) = (from_c + to_c, from_c * from_c + from_c * to_c + to_c * to_c);
            c[0] + 0.5 * c[1] * sum + c[2] * (1.0 / 3.0) * squares
        };
        (to_c - from_c) * (mean(&self.dry_j_m3k) + w_kg_m3 * mean(&self.water_j_kgk))
    }

    /// Enthalpy by volume above 0 C, J/m3.
    pub fn enthalpy_j_m3(&self, t_c: f64, w_kg_m3: f64) -> f64 {
        integral(&self.dry_j_m3k, t_c) + w_kg_m3 * self.water_enthalpy_j_kg(t_c)
    }

    /// Enthalpy of the water above liquid at 0 C, J/kg; below the freezing point ice and liquid.
    pub fn water_enthalpy_j_kg(&self, t_c: f64) -> f64 {
        let liquid = integral(&self.water_j_kgk, t_c);
        if t_c >= self.freeze_c {
            return liquid;
        }
        let share = self.liquid_share(t_c);
        share * liquid + (1.0 - share) * (ICE_J_KGK * t_c - FUSION_J_KG)
    }

    /// Conductivity, W/(m K), of a cell at `t_c` that holds `w_kg_m3` of water.
    pub fn k_w_mk(&self, t_c: f64, w_kg_m3: f64) -> f64 {
        if t_c < self.freeze_c {
            let liquid = self.liquid_share(t_c);
            return liquid * poly(&self.k_wet, FREEZE_C) + (1.0 - liquid) * self.k_frozen;
        }
        let wet = poly(&self.k_wet, t_c.clamp(VALID_C.0, VALID_C.1));
        self.k_dry + (1.0 - self.crustiness(w_kg_m3)) * (wet - self.k_dry)
    }

    /// This solid holding `w_kg_m3` of water, ready for the inner loop.
    pub fn holding(&self, w_kg_m3: f64) -> Holding {
        let heat = [0, 1, 2].map(|i| self.dry_j_m3k[i] + w_kg_m3 * self.water_j_kgk[i]);
        let wet = 1.0 - self.crustiness(w_kg_m3);
        let mut k = self.k_wet.map(|a| wet * a);
        k[0] += (1.0 - wet) * self.k_dry;
        Holding {
            heat,
            k,
            from_c: VALID_C.0.max(self.freeze_c),
        }
    }

    /// How far a cell has gone towards crust, 0 (wet) to 1 (crust).
    pub fn crustiness(&self, w_kg_m3: f64) -> f64 {
        let left = self.water_left(w_kg_m3);
        ((WET_WATER_SHARE - left) / (WET_WATER_SHARE - CRUST_WATER_SHARE)).clamp(0.0, 1.0)
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn the_parabola_of_conductivity_is_close() {
        for (water, fat) in [(0.81, 0.007), (0.65, 0.14)] {
            let flesh = Composition::new(water, 0.988 - water - fat, fat, 0.012).unwrap();
            let material = Material::flesh(&flesh);
            for t in 0..=115 {
                let (ours, model) = (
                    material.k_w_mk(f64::from(t), material.water_kg_m3),
                    flesh.k_w_mk(f64::from(t)),
                );
                assert!((ours / model - 1.0).abs() < 1e-3, "{t} C: {ours} {model}");
            }
        }
    }

    #[test]
    fn holding_agrees_with_the_material() {
        let flesh = Composition::new(0.8, 0.178, 0.01, 0.012).unwrap();
        let material = Material::flesh(&flesh);
        for share in [1.0, 0.6, 0.1] {
            let w = share * material.water_kg_m3;
            let holding = material.holding(w);
            let (capacity, k) = holding.capacity_and_k(63.0);
            assert!((capacity / material.capacity_j_m3k(63.0, w) - 1.0).abs() < 1e-12);
            assert!((k / material.k_w_mk(63.0, w) - 1.0).abs() < 1e-12);
            let lagged = material.capacity_j_m3k(20.0, w);
            let one = holding.after_step_c(20.0, 63.0, lagged);
            assert!((one - material.after_step_c(20.0, 63.0, w, lagged)).abs() < 1e-9);
        }
    }

    /// The way back from enthalpy to temperature, over the freezing point and back.
    #[test]
    fn enthalpy_is_undone() {
        let cod = Composition::new(0.8122, 0.1781, 0.0067, 0.0116).unwrap();
        let material = Material::flesh(&cod).freezing();
        let w = material.water_kg_m3;
        for near in [-30.0, -5.0, -1.01, -0.9, 20.0] {
            for t in [-35.0, -18.0, -3.0, -1.2, -1.0001, -0.5, 4.0, 60.0, 120.0] {
                let back = material.at_enthalpy_c(material.enthalpy_j_m3(t, w), w, near);
                assert!((back - t).abs() < 1e-5, "{near} {t}: {back}");
            }
        }
        // The apparent heat capacity is the slope of the enthalpy.
        for t in [-25.0, -6.0, -1.5] {
            let slope =
                (material.enthalpy_j_m3(t + 1e-3, w) - material.enthalpy_j_m3(t - 1e-3, w)) / 2e-3;
            assert!(
                (material.capacity_j_m3k(t, w) / slope - 1.0).abs() < 1e-4,
                "{t}"
            );
        }
    }

    /// Latent heat and heat capacity make thawing: from -18 to 0 C cod takes up about
    /// 270 kJ/kg (handbook: latent 271 for all its water) and some 2 kJ/kgK besides.
    #[test]
    fn published_heat_to_thaw_cod() {
        let cod = Composition::new(0.8122, 0.1781, 0.0067, 0.0116).unwrap();
        let material = Material::flesh(&cod).freezing();
        let w = material.water_kg_m3;
        let taken = material.enthalpy_j_m3(0.0, w) - material.enthalpy_j_m3(-18.0, w);
        let kj_kg = taken / material.rho_kg_m3 / 1e3;
        assert!((255.0..310.0).contains(&kj_kg), "{kj_kg}");
        // Nothing jumps at the freezing point.
        let step =
            material.enthalpy_j_m3(FREEZE_C + 1e-6, w) - material.enthalpy_j_m3(FREEZE_C - 1e-6, w);
        assert!(step.abs() < 1e4, "{step}");
    }
}
