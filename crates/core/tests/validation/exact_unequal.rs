//! Bodies with E > 1 between unequal faces: heat crosses the middle.
//!
//! Exact: between `|u|^s` areas, one face held at +1 and the other at -1 from a start at 0, with
//! `v = (1 - s) / 2` and the zeros `z` of the Bessel function `J_v`:
//! `T(u, t) = u^(1-s) - sum 2 / (z J_{v+1}(z)) u^v J_v(z u) exp(-z^2 a t / half^2)` for u > 0, odd
//! in u (separation of variables; s = 0 is the sine series of the slab).

use super::notes::note;
use cindo_core::heat::{Column, Face, Fineness, Grid, Marcher, Sampler, Spell, Steps};
use cindo_core::matter::Material;

const K: f64 = 0.5;
const RHO: f64 = 1055.0;
const CP: f64 = 3700.0;

/// Gamma function, Lanczos (g = 7, n = 9; coefficients as widely printed, good to 1e-15).
fn gamma(x: f64) -> f64 {
    const C: [f64; 9] = [
        0.999_999_999_999_809_9,
        676.520_368_121_885_1,
        -1_259.139_216_722_402_8,
        771.323_428_777_653_1,
        -176.615_029_162_140_6,
        12.507_343_278_686_905,
        -0.138_571_095_265_720_12,
        9.984_369_578_019_572e-6,
        1.505_632_735_149_311_6e-7,
    ];
    let x = x - 1.0;
    let t = x + 7.5;
    let series = (1..9).fold(C[0], |sum, i| sum + C[i] / (x + i as f64));
    (2.0 * std::f64::consts::PI).sqrt() * t.powf(x + 0.5) * (-t).exp() * series
}

/// `J_v(x)` by its power series; good to 1e-9 below x = 20, where it is used.
fn bessel(v: f64, x: f64) -> f64 {
    let mut term = (0.5 * x).powf(v) / gamma(v + 1.0);
    let mut sum = term;
    for m in 1..80 {
        term *= -0.25 * x * x / (m as f64 * (m as f64 + v));
        sum += term;
    }
    sum
}

fn zeros(v: f64, below: f64) -> Vec<f64> {
    let mut found = Vec::new();
    let mut x = 0.5;
    while x < below {
        let (mut low, mut high) = (x, x + 0.1);
        if bessel(v, low) * bessel(v, high) < 0.0 {
            for _ in 0..60 {
                let mid = 0.5 * (low + high);
                if bessel(v, low) * bessel(v, mid) <= 0.0 {
                    high = mid;
                } else {
                    low = mid;
                }
            }
            found.push(0.5 * (low + high));
        }
        x += 0.1;
    }
    found
}

/// Share of the way from the start to the held face, at `u` from the middle and Fourier number
/// `fo` on the half thickness.
fn exact(s: f64, u: f64, fo: f64) -> f64 {
    let v = 0.5 * (1.0 - s);
    let series: f64 = zeros(v, 19.0)
        .into_iter()
        .map(|z| {
            2.0 / (z * bessel(v + 1.0, z)) * u.powf(v) * bessel(v, z * u) * (-z * z * fo).exp()
        })
        .sum();
    u.powf(1.0 - s) - series
}

fn held(t_c: f64) -> Face {
    Face {
        held_c: Some(t_c),
        ..Face::INSULATED
    }
}

/// Low face at 100 C, high face at 0 C, from 50 C: rows a time, columns a depth.
fn marched(s: f64, times_s: &[f64], shares: &[f64], fineness: Fineness) -> Vec<Vec<f64>> {
    let column = Column::bare(Grid::new(0.04, s, fineness), Material::constant(K, RHO, CP));
    let steps = Steps {
        tolerance_k: 0.002,
        longest_s: 60.0,
    };
    let mut marcher = Marcher::new(&column, 50.0, None, steps);
    let mut sampler = Sampler::new(&column.grid, times_s, shares);
    let stage = Spell {
        duration_s: times_s[times_s.len() - 1],
        low: held(100.0),
        high: held(0.0),
        set_c: 0.0,
    };
    marcher.run(&[stage], &mut sampler);
    sampler.rows
}

#[test]
pub fn exact_unequal_faces_of_bodies_that_narrow() {
    let half_m: f64 = 0.02;
    let per_s = K / (RHO * CP) / (half_m * half_m);
    let fos = [0.1, 0.3, 1.0, 5.0];
    let times: Vec<f64> = fos.iter().map(|fo| fo / per_s).collect();
    let us = [0.2, 0.5, 0.8];
    let shares: Vec<f64> = us
        .iter()
        .flat_map(|u| [0.5 - 0.5 * u, 0.5 + 0.5 * u])
        .collect();
    for s in [0.0, 0.2, 0.35, 0.5] {
        let rows = marched(s, &times, &shares, Fineness::ORDINARY);
        let mut worst: f64 = 0.0;
        for (row, fo) in rows.iter().zip(fos) {
            for (pair, u) in row.chunks(2).zip(us) {
                let way = 50.0 * exact(s, u, fo);
                worst = worst.max((pair[0] - (50.0 + way)).abs());
                worst = worst.max((pair[1] - (50.0 - way)).abs());
            }
        }
        note(
            format!("faces at 100 and 0 C, E {:.2}", 1.0 + s),
            format!("{:.2} % of the step off", worst),
            "Bessel series",
        );
        // 0.5 % of the step of 100 K, what the engine promises.
        assert!(worst < 0.5, "s {s}: {worst}");
    }
}

/// The series itself: for a slab it is the sine series, and at the face it is 1.
#[test]
fn exact_series_of_the_slab() {
    for (u, fo) in [(0.5, 0.1), (0.3, 0.4)] {
        let sines: f64 = (1..40)
            .map(|n| {
                let z = std::f64::consts::PI * n as f64;
                let sign = if n % 2 == 0 { 1.0 } else { -1.0 };
                2.0 * sign / z * (z * u).sin() * (-z * z * fo).exp()
            })
            .sum();
        assert!((exact(0.0, u, fo) - (u + sines)).abs() < 1e-7);
    }
}

/// One face held, the other insulated: in the end everything is as warm as the held face, a body
/// 40 mm thick up to E 1.5 within ten hours. Rounder ones are slow, as one dimension is there,
/// but none is cut in two.
#[test]
fn law_no_body_is_cut_in_two() {
    for (s, within_k) in [
        (0.0, 0.5),
        (0.2, 0.5),
        (0.5, 1.0),
        (0.9, 8.0),
        (1.0, 10.0),
        (2.0, 60.0),
    ] {
        let column = Column::bare(
            Grid::new(0.04, s, Fineness::ORDINARY),
            Material::constant(K, RHO, CP),
        );
        let mut marcher = Marcher::new(&column, 8.0, None, Steps::ORDINARY);
        let stage = Spell {
            duration_s: 36_000.0,
            low: held(100.0),
            high: Face::INSULATED,
            set_c: 0.0,
        };
        marcher.run(&[stage], &mut ());
        let top_c = marcher.moment(0.0).high_surface_c;
        println!("s {s}: {top_c}");
        assert!(100.0 - top_c < within_k, "s {s}: {top_c}");
    }
}
