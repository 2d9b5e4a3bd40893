//! Salt on its way into flesh: Fick's second law across a slab, both faces alike.
//!
//! Salt that was strewn is taken as dissolved at once (true after one to three minutes; before that the face is held at
//! saturation): instantaneous plane sources on both faces, `c(x,t) = (2 m/L) [1 + 2 sum cos(2 n pi x/L) exp(-4 n2 pi2 D t/L2)]`.
//! In a bath that does not grow weaker: `1 - sum 8/((2n+1)2 pi2) exp(-(2n+1)2 pi2 D t/L2)` (CRANK, plane sheet).
//! Sources: SALT-DIFFUSION (from memory, medium confidence; fat fish low).

use statrs::function::erf::erf_inv;
use std::f64::consts::PI;

/// Apparent diffusivity of salt in lean flesh in the fridge and the kitchen, m2/s.
const LEAN_M2_S: f64 = 1.0e-9;
/// Fat is no path: it falls by three times the share of fat, and no lower than this share of it.
const BY_FAT: f64 = 3.0;
const LEAST_SHARE: f64 = 0.2;
/// Where that is measured, C.
const AT_C: f64 = 12.0;
/// It rises by so much a kelvin: as water grows thinner.
pub const SALT_FASTER_PER_K: f64 = 1.026;
/// Low and high of what is measured, times.
const SPREAD: [f64; 2] = [0.6, 1.4];

/// Salt that a kilo of water takes up at 20 C, kg (CRC Handbook: 35.9 g in 100 g).
pub const SATURATED: f64 = 0.359;

/// Terms of a series: the last is below 1e-9 from a tenth of a second on.
const TERMS: usize = 400;

/// Diffusivity of salt in flesh of this fat share at a temperature, m2/s: low, usual, high.
pub fn diffusivity_m2_s(fat_share: f64, t_c: f64) -> [f64; 3] {
    let usual = LEAN_M2_S
        * (1.0 - BY_FAT * fat_share).max(LEAST_SHARE)
        * SALT_FASTER_PER_K.powf(t_c - AT_C);
    [SPREAD[0] * usual, usual, SPREAD[1] * usual]
}

/// Share of the flesh that is salt at a depth from a face, s after `share` of its mass was strewn on both faces alike.
/// Lengths in m, `d_m2_s` the diffusivity.
pub fn dry_share(share: f64, thickness_m: f64, d_m2_s: f64, t_s: f64, depth_m: f64) -> f64 {
    if t_s <= 0.0 {
        return 0.0;
    }
    let (l, fo) = (thickness_m, d_m2_s * t_s / thickness_m.powi(2));
    // Short times by images of a source on each face, long ones by the series: each where it is exact with few terms.
    if fo < 0.05 {
        let spread = (4.0 * d_m2_s * t_s).sqrt();
        let one = |from_m: f64| (-((depth_m - from_m) / spread).powi(2)).exp();
        let sources: f64 = (-3..=3).map(|n| one(f64::from(n) * l)).sum();
        // Half on each face; a source on a wall counts twice.
        return share * l / (PI.sqrt() * spread) * sources;
    }
    let sum: f64 = (1..TERMS)
        .map(|n| {
            let k = 2.0 * n as f64 * PI;
            (k * depth_m / l).cos() * (-k * k * fo).exp()
        })
        .sum();
    share * (1.0 + 2.0 * sum)
}

/// Share that is in, in the mean, of what would be in the end, s in a bath that grows no weaker (CRANK).
pub fn brine_mean(thickness_m: f64, d_m2_s: f64, t_s: f64) -> f64 {
    let fo = d_m2_s * t_s.max(0.0) / thickness_m.powi(2);
    // 4 sqrt(Fo/pi) at short times, where the series wants many terms.
    if fo < 1e-3 {
        return 4.0 * (fo / PI).sqrt();
    }
    let left: f64 = (0..TERMS)
        .map(|n| {
            let k = (2 * n + 1) as f64 * PI;
            8.0 / (k * k) * (-k * k * fo).exp()
        })
        .sum();
    1.0 - left
}

/// The same in the middle.
pub fn brine_middle(thickness_m: f64, d_m2_s: f64, t_s: f64) -> f64 {
    brine_at(thickness_m, d_m2_s, t_s, 0.5 * thickness_m)
}

/// The same at a depth from a face, m.
pub fn brine_at(thickness_m: f64, d_m2_s: f64, t_s: f64, depth_m: f64) -> f64 {
    let fo = d_m2_s * t_s.max(0.0) / thickness_m.powi(2);
    if fo <= 0.0 {
        return 0.0;
    }
    let left: f64 = (0..TERMS)
        .map(|n| {
            let k = (2 * n + 1) as f64 * PI;
            4.0 / k * (k * depth_m / thickness_m).sin() * (-k * k * fo).exp()
        })
        .sum();
    (1.0 - left).clamp(0.0, 1.0)
}

/// Depth above which nine tenths of the salt of one face lie, mm, in a thick piece: `2 sqrt(D t) erfinv(0.9)`.
pub fn reach_mm(d_m2_s: f64, t_s: f64) -> f64 {
    2e3 * (d_m2_s * t_s.max(0.0)).sqrt() * erf_inv(0.9)
}

/// Share of flesh that is salt when its water holds `salt_per_water` kg a kg: flesh counts with its salt.
pub fn in_flesh(salt_per_water: f64, water_share: f64) -> f64 {
    salt_per_water * water_share / (1.0 + salt_per_water * water_share)
}

/// Salt a kg of water, and share of the flesh, when fish and brine have evened out: `s = m_salt/(m_water,brine + m_water,fish)`.
/// Masses in g, `salt_share` of the brine.
pub fn brine_end(fish_g: f64, water_share: f64, brine_g: f64, salt_share: f64) -> [f64; 2] {
    let salt_g = brine_g * salt_share;
    let water_g = brine_g - salt_g + fish_g * water_share;
    let per_water = salt_g / water_g;
    [per_water, in_flesh(per_water, water_share)]
}
