//! Not a point but a spread: the same plan for pieces and fires that differ as real ones do.
//!
//! A fixed set of quasi-random pieces (Halton), so that the same question has the same answer.
//! Spreads: contact log-normal 25 %, thickness 8 %, start 2 K, pan or oven 4 % of its height
//! above the room. The turn stays where it is planned; what differs is when each is done.

use super::bench::{Bench, Fidelity};
use crate::fish::Piece;
use crate::methods::{Nudge, Programme};
use crate::outcome::Band;

/// How many pieces.
const MEMBERS: usize = 32;
const CONTACT_SIGMA: f64 = 0.25;
const THICKNESS_SIGMA: f64 = 0.08;
const START_SIGMA_K: f64 = 2.0;
const HEAT_SIGMA: f64 = 0.04;

/// Radical inverse of `i` in base `b`: one coordinate of the Halton sequence.
fn halton(mut i: usize, b: usize) -> f64 {
    let (mut f, mut sum) = (1.0, 0.0);
    while i > 0 {
        f /= b as f64;
        sum += f * (i % b) as f64;
        i /= b;
    }
    sum
}

/// Inverse of the standard normal distribution by bisection on a series of the error function
/// (Abramowitz and Stegun 7.1.26, 1.5e-7); called a handful of times.
fn normal(p: f64) -> f64 {
    let cumulative = |x: f64| {
        let z = x.abs() / std::f64::consts::SQRT_2;
        let t = 1.0 / (1.0 + 0.327_591_1 * z);
        let poly = t
            * (0.254_829_592
                + t * (-0.284_496_736
                    + t * (1.421_413_741 + t * (-1.453_152_027 + t * 1.061_405_429))));
        let erf = 1.0 - poly * (-z * z).exp();
        0.5 * (1.0 + erf * x.signum())
    };
    let (mut low, mut high) = (-4.0, 4.0);
    for _ in 0..40 {
        let mid = 0.5 * (low + high);
        if cumulative(mid) < p {
            low = mid
        } else {
            high = mid
        }
    }
    0.5 * (low + high)
}

/// The fixed set.
pub(super) fn members() -> impl Iterator<Item = Nudge> {
    (1..=MEMBERS).map(|i| Nudge {
        contact: (CONTACT_SIGMA * normal(halton(i, 2))).exp(),
        thickness: 1.0 + THICKNESS_SIGMA * normal(halton(i, 3)),
        start_k: START_SIGMA_K * normal(halton(i, 5)),
        heat: 1.0 + HEAT_SIGMA * normal(halton(i, 7)),
    })
}

/// Early and late tenth of the times at which the pieces are done, s.
pub(super) fn early_and_late_s(
    piece: &Piece,
    programme: &Programme,
    durations: &[f64],
    band: Band,
    planned_s: f64,
) -> (f64, f64) {
    let done_s = |nudge: &Nudge| {
        let thickness = piece.thickness.metres();
        let bench = Bench::new(piece, thickness, programme, nudge, Fidelity::ROUGH);
        bench
            .last_leg(durations)
            .time_for(band.middle_c(), planned_s)
            .time_s()
    };
    // The rough bench is off by as much for all of them; the plan knows by how much.
    let off_by_s = planned_s - done_s(&Nudge::NONE);
    let mut times: Vec<f64> = members()
        .map(|nudge| (done_s(&nudge) + off_by_s).max(0.0))
        .collect();
    times.sort_by(f64::total_cmp);
    (
        quantile(&times, 0.1).min(planned_s),
        quantile(&times, 0.9).max(planned_s),
    )
}

fn quantile(sorted: &[f64], p: f64) -> f64 {
    let at = p * (sorted.len() - 1) as f64;
    let i = at as usize;
    let next = sorted[(i + 1).min(sorted.len() - 1)];
    sorted[i] + (at - i as f64) * (next - sorted[i])
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn normal_quantiles_are_the_tabled_ones() {
        for (p, x) in [
            (0.5, 0.0),
            (0.841_344_7, 1.0),
            (0.975, 1.959_964),
            (0.1, -1.281_552),
        ] {
            assert!((normal(p) - x).abs() < 1e-4, "{p}");
        }
    }

    #[test]
    fn the_set_has_the_spread_it_claims() {
        let all: Vec<Nudge> = members().collect();
        let n = all.len() as f64;
        let mean = all.iter().map(|m| m.thickness).sum::<f64>() / n;
        let var = all
            .iter()
            .map(|m| (m.thickness - mean).powi(2))
            .sum::<f64>()
            / n;
        assert!((mean - 1.0).abs() < 0.01, "{mean}");
        assert!(
            (var.sqrt() - THICKNESS_SIGMA).abs() < 0.015,
            "{}",
            var.sqrt()
        );
    }
}
