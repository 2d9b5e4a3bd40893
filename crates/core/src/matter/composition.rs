//! Composition of flesh and the properties of its parts.
//!
//! Component polynomials by Choi and Okos (`CHOI-OKOS-1986`) as tabulated in the ASHRAE
//! Handbook, Refrigeration, "Thermal properties of foods"; valid -40 to 150 C. For the heat
//! capacity of water the original leading term 4.1762 kJ/(kg K) is used: it agrees with steam
//! tables within 0.2 %, where the often reprinted 4.1289 is 1.3 % low.

use crate::quantity::checked;
use crate::{InputError, Wrong};

/// Polynomials of one component: `a0 + a1 T + a2 T^2`, T in C.
#[derive(Debug, Clone, Copy)]
pub struct Component {
    /// Conductivity, W/(m K).
    pub k_w_mk: [f64; 3],
    /// Density, kg/m3.
    pub rho_kg_m3: [f64; 3],
    /// Heat capacity, kJ/(kg K).
    pub cp_kj_kgk: [f64; 3],
}

/// `a0 + a1 T + a2 T^2`.
pub(crate) fn poly(a: &[f64; 3], t_c: f64) -> f64 {
    a[0] + t_c * (a[1] + t_c * a[2])
}

impl Component {
    /// Liquid water.
    pub const WATER: Self = Self {
        k_w_mk: [0.57109, 1.7625e-3, -6.7036e-6],
        rho_kg_m3: [997.18, 3.1439e-3, -3.7574e-3],
        cp_kj_kgk: [4.1762, -9.0864e-5, 5.4731e-6],
    };
    /// Protein.
    pub const PROTEIN: Self = Self {
        k_w_mk: [0.17881, 1.1958e-3, -2.7178e-6],
        rho_kg_m3: [1329.9, -0.5184, 0.0],
        cp_kj_kgk: [2.0082, 1.2089e-3, -1.3129e-6],
    };
    /// Fat.
    pub const FAT: Self = Self {
        k_w_mk: [0.18071, -2.7604e-4, -1.7749e-7],
        rho_kg_m3: [925.59, -0.41757, 0.0],
        cp_kj_kgk: [1.9842, 1.4733e-3, -4.8008e-6],
    };
    /// Ice.
    pub const ICE: Self = Self {
        k_w_mk: [2.2196, -6.2489e-3, 1.0154e-4],
        rho_kg_m3: [916.89, -0.13071, 0.0],
        cp_kj_kgk: [2.0623, 6.0769e-3, 0.0],
    };
    /// Carbohydrate (coatings; fish has next to none).
    pub const CARBOHYDRATE: Self = Self {
        k_w_mk: [0.20141, 1.3874e-3, -4.3312e-6],
        rho_kg_m3: [1599.1, -0.31046, 0.0],
        cp_kj_kgk: [1.5488, 1.9625e-3, -5.9399e-6],
    };
    /// Ash.
    pub const ASH: Self = Self {
        k_w_mk: [0.32962, 1.4011e-3, -2.9069e-6],
        rho_kg_m3: [2423.8, -0.28063, 0.0],
        cp_kj_kgk: [1.0926, 1.8896e-3, -3.6817e-6],
    };
}

/// Mass shares of flesh. They add up to one.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Composition {
    /// Water.
    pub water_share: f64,
    /// Protein.
    pub protein_share: f64,
    /// Fat.
    pub fat_share: f64,
    /// Carbohydrate.
    pub carbohydrate_share: f64,
    /// Ash.
    pub ash_share: f64,
}

impl Composition {
    /// Checks the shares and scales them to add up to exactly one.
    ///
    /// # Errors
    /// [`InputError`] (out of range) for a share outside 0..=1 (water: 0.3..=0.95, what flesh can
    /// have), [`InputError`] (composition sum) when they miss one by more than 0.03.
    pub fn new(water: f64, protein: f64, fat: f64, ash: f64) -> Result<Self, InputError> {
        checked("water_share", water, (0.3, 0.95), "")?;
        for (name, share) in [
            ("protein_share", protein),
            ("fat_share", fat),
            ("ash_share", ash),
        ] {
            checked(name, share, (0.0, 0.6), "")?;
        }
        let sum = water + protein + fat + ash;
        if (sum - 1.0).abs() > 0.03 {
            return Err(InputError::new("", Wrong::CompositionSum { sum }));
        }
        Ok(Self {
            water_share: water / sum,
            protein_share: protein / sum,
            fat_share: fat / sum,
            carbohydrate_share: 0.0,
            ash_share: ash / sum,
        })
    }

    /// The parts with their shares.
    pub fn parts(&self) -> [(f64, Component); 5] {
        [
            (self.water_share, Component::WATER),
            (self.protein_share, Component::PROTEIN),
            (self.fat_share, Component::FAT),
            (self.carbohydrate_share, Component::CARBOHYDRATE),
            (self.ash_share, Component::ASH),
        ]
    }

    /// Density in kg/m3 at `t_c`: `1 / sum(x_i / rho_i)`. Source `CHOI-OKOS-1986`.
    pub fn rho_kg_m3(&self, t_c: f64) -> f64 {
        1.0 / self
            .parts()
            .iter()
            .map(|(x, c)| x / poly(&c.rho_kg_m3, t_c))
            .sum::<f64>()
    }

    /// Heat capacity in J/(kg K) at `t_c`: `sum(x_i cp_i)`. Source `CHOI-OKOS-1986`.
    pub fn cp_j_kgk(&self, t_c: f64) -> f64 {
        1e3 * self
            .parts()
            .iter()
            .map(|(x, c)| x * poly(&c.cp_kj_kgk, t_c))
            .sum::<f64>()
    }

    /// Conductivity along and across the fibres (parallel and perpendicular model), W/(m K):
    /// `sum(v_i k_i)` and `1 / sum(v_i / k_i)` with volume shares `v_i`.
    pub fn k_bounds_w_mk(&self, t_c: f64) -> (f64, f64) {
        bounds_w_mk(&self.parts(), t_c)
    }

    /// Conductivity with all its water as ice, W/(m K): the mean of the two models.
    pub fn k_frozen_w_mk(&self, t_c: f64) -> f64 {
        let mut parts = self.parts();
        parts[0].1 = Component::ICE;
        let (parallel, across) = bounds_w_mk(&parts, t_c);
        0.5 * (parallel + across)
    }

    /// Conductivity, W/(m K): what is not water lies in water (Maxwell and Eucken) where water is more than half
    /// of the volume, as in flesh; the mean of the parallel and the perpendicular model below that.
    ///
    /// Chosen for fish because its water hangs together; protein and fat lie in it. Cod at 3 C: 0.50, the mean of
    /// the two models 0.48, measured 0.53 (`ASHRAE-THERMAL`, from memory). Porous and particulate foods whose
    /// wet part hangs together follow it (`CARSON-2005`, from memory).
    pub fn k_w_mk(&self, t_c: f64) -> f64 {
        let parts = self.parts();
        let volumes = parts.map(|(x, c)| x / poly(&c.rho_kg_m3, t_c));
        let rest: f64 = volumes[1..].iter().sum();
        let share = rest / (volumes[0] + rest);
        if share >= 0.5 {
            let (parallel, across) = self.k_bounds_w_mk(t_c);
            return 0.5 * (parallel + across);
        }
        let of_rest = |sum: f64, i: usize| sum + volumes[i] / rest * poly(&parts[i].1.k_w_mk, t_c);
        let lies = if rest > 0.0 {
            (1..parts.len()).fold(0.0, of_rest)
        } else {
            0.0
        };
        let water = poly(&parts[0].1.k_w_mk, t_c);
        let off = share * (water - lies);
        water * (lies + 2.0 * water - 2.0 * off) / (lies + 2.0 * water + off)
    }
}

fn bounds_w_mk(parts: &[(f64, Component); 5], t_c: f64) -> (f64, f64) {
    let volume: f64 = parts.iter().map(|(x, c)| x / poly(&c.rho_kg_m3, t_c)).sum();
    let (mut parallel, mut across) = (0.0, 0.0);
    for (x, c) in parts {
        let v = x / poly(&c.rho_kg_m3, t_c) / volume;
        let k = poly(&c.k_w_mk, t_c);
        parallel += v * k;
        across += v / k;
    }
    (parallel, 1.0 / across)
}
