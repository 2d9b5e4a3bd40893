//! A belief that can be weighed anew: many draws of the factors, and how whatever is asked of a piece goes with
//! them.
//!
//! The members of [`super::members`] are run; between them every figure `y` goes with the factors as
//! `y = y(asked) + u + c u^2`, `u = b . z`, with `b` and then `c` by least squares over the members. What that misses
//! counts as an error of its own. So a
//! thousand draws cost no run, and a sharp word leaves enough of them: thirty-two members alone would be down to one
//! or two. Three more factors are not of the piece: the cook's own eye and hand, common to all that
//! this cook says, and where a probe is; and a third is what one dimension misses of the middle.

use super::cue::{Cues, density, word_share};
use super::{Doubt, MEMBERS, SEED, coordinate, quantile};
use crate::fish::Piece;
use crate::run::Truth;
use nalgebra::DMatrix;
use statrs::distribution::{ContinuousCDF, Normal};
use std::sync::OnceLock;

/// How many draws.
const DRAWS: usize = 2048;
/// Most factors of a piece and a fire.
const MOST: usize = 14;
/// Columns of the cook's eye and of the probe's place.
const EYE: usize = MOST;
const PLACE: usize = MOST + 1;
/// Column of what one dimension misses of the middle.
const MODEL: usize = MOST + 2;
/// Share of an error that is the cook's own, squared.
const OWN: f64 = 0.5;
/// Keeps least squares of few members from going wild: as if each factor had been tried once more and done nothing.
const RIDGE: f64 = 0.5;

fn draws() -> &'static [[f64; MOST + 3]] {
    static ALL: OnceLock<Vec<[f64; MOST + 3]>> = OnceLock::new();
    ALL.get_or_init(|| {
        let normal = Normal::standard();
        let one = |i: usize| {
            std::array::from_fn(|d| {
                let at = sobol_burley::sample(i as u32, d as u32, SEED);
                normal.inverse_cdf(f64::from(at).clamp(1e-6, 1.0 - 1e-6))
            })
        };
        (0..DRAWS).map(one).collect()
    })
}

/// How a figure goes with the factors: `at + u + bend u^2` with `u = by . z`, and what that misses.
#[derive(Debug, Clone, PartialEq)]
pub struct Response {
    /// As asked.
    pub at: f64,
    /// By one standard deviation of each factor.
    pub by: Vec<f64>,
    /// How it bends, 1 over its unit.
    pub bend: f64,
    /// Root mean square of what it misses.
    pub misses: f64,
}

impl Response {
    fn straight(&self, z: &[f64]) -> f64 {
        self.by.iter().zip(z).map(|(b, z)| b * z).sum()
    }

    /// Its value for so many standard deviations of each factor.
    pub fn of(&self, z: &[f64]) -> f64 {
        let u = self.straight(z);
        // A parabola that turns round is flat from there.
        let turns = -0.5 / self.bend;
        let u = if self.bend != 0.0 && u / turns > 1.0 {
            turns
        } else {
            u
        };
        self.at + u + self.bend * u * u
    }

    /// The same figure, right for one piece: so much there.
    #[must_use]
    pub fn right_at(self, z: &[f64], value: f64) -> Self {
        let off = value - self.of(z);
        Self {
            at: self.at + off,
            ..self
        }
    }
}

/// The members that are run, and the least squares over them.
#[derive(Debug, Clone)]
pub struct Ensemble {
    factors: Vec<Doubt>,
    z: Vec<Vec<f64>>,
    /// `(Z'Z + ridge)^-1 Z'`.
    solves: DMatrix<f64>,
}

impl Ensemble {
    /// For the factors that count.
    pub fn new(factors: Vec<Doubt>) -> Self {
        let normal = Normal::standard();
        let n = factors.len().min(MOST);
        let z: Vec<Vec<f64>> = (0..MEMBERS)
            .map(|i| {
                (0..n as u32)
                    .map(|d| normal.inverse_cdf(coordinate(i, d)))
                    .collect()
            })
            .collect();
        let rows = DMatrix::from_fn(z.len(), n, |i, d| z[i][d]);
        let square = rows.transpose() * &rows + DMatrix::identity(n, n) * RIDGE;
        // Positive by the ridge, so it can always be solved.
        let solves = square.cholesky().map_or_else(
            || DMatrix::zeros(n, z.len()),
            |c| c.solve(&rows.transpose()),
        );
        Self { factors, z, solves }
    }

    /// The factors.
    pub fn factors(&self) -> &[Doubt] {
        &self.factors
    }

    /// The truths to run.
    pub fn truths(&self, piece: &Piece) -> Vec<Truth> {
        self.z.iter().map(|z| self.truth(piece, z)).collect()
    }

    /// A truth that is so many standard deviations off.
    pub fn truth(&self, piece: &Piece, z: &[f64]) -> Truth {
        let mut truth = Truth::asked(piece);
        for (factor, z) in self.factors.iter().zip(z) {
            factor.put(&mut truth, *z);
        }
        truth
    }

    /// How a figure goes: from its values in the members, in the piece as asked run as they are, and as it is to be
    /// (run finer).
    pub fn goes(&self, values: &[f64], asked: f64, at: f64) -> Response {
        let off = DMatrix::from_iterator(values.len(), 1, values.iter().map(|v| v - asked));
        let by: Vec<f64> = (&self.solves * &off).iter().copied().collect();
        let mut goes = Response {
            at: 0.0,
            by,
            bend: 0.0,
            misses: 0.0,
        };
        let off = || self.z.iter().zip(values.iter().map(|v| v - asked));
        let (mut fourth, mut third) = (0.0, 0.0);
        for (z, off) in off() {
            let u = goes.straight(z);
            third += (off - u) * u * u;
            fourth += u.powi(4);
        }
        goes.bend = if fourth > 1e-12 { third / fourth } else { 0.0 };
        let squares = off().map(|(z, off)| (off - goes.of(z)).powi(2));
        let misses = (squares.sum::<f64>() / values.len() as f64).sqrt();
        Response { at, misses, ..goes }
    }
}

/// What is seen, with how it goes with the factors.
#[derive(Debug, Clone, PartialEq)]
pub enum Evidence {
    /// A word for a sign.
    Word {
        /// By how much the piece is above each bound.
        above: Vec<Response>,
        /// Which word.
        said: usize,
        /// One standard deviation of a bound.
        spread: f64,
    },
    /// A line where it stands: by how much the flesh there is above where it looks set, K.
    Line {
        /// There.
        above: Response,
        /// One standard deviation, K.
        spread: f64,
    },
    /// A reading.
    Reading {
        /// What it would be in its place, less what it is, K.
        above: Response,
        /// How temperature goes about its place, K/mm and K/mm2.
        slope: [f64; 2],
        /// How much it counts.
        counts: f64,
    },
}

/// How well something seen fits what was believed.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Fits {
    /// How likely it was before, against the likeliest that could have been seen.
    pub share: f64,
    /// What was seen is less far on than expected: above 0.
    pub behind: f64,
    /// Of a reading: how likely one as low as this was before; a half for anything else.
    pub as_low: f64,
}

/// Draws with weights.
#[derive(Debug, Clone, PartialEq)]
pub struct Belief {
    factors: usize,
    weights: Vec<f64>,
}

impl Belief {
    /// Before anything is seen.
    pub fn new(factors: usize) -> Self {
        Self {
            factors: factors.min(MOST),
            weights: vec![1.0 / DRAWS as f64; DRAWS],
        }
    }

    /// Weighs the draws by something seen.
    pub fn weigh(&mut self, seen: &Evidence) -> Fits {
        let cues = Cues::all();
        let n = self.factors;
        let (mut all, mut best, mut off, mut square, mut error) = (0.0, 0.0, 0.0, 0.0, 0.0);
        let normal = Normal::standard();
        let mut as_low = if matches!(seen, Evidence::Reading { .. }) {
            0.0
        } else {
            0.5
        };
        for (weight, z) in self.weights.iter_mut().zip(draws()) {
            let (likely, counts) = match seen {
                Evidence::Word {
                    above,
                    said,
                    spread,
                } => {
                    let own = OWN.sqrt() * spread * z[EYE];
                    let misses = above.iter().map(|a| a.misses).fold(0.0, f64::max);
                    let rest = ((1.0 - OWN) * spread * spread + misses * misses).sqrt();
                    let at: Vec<f64> = above.iter().map(|a| a.of(&z[..n]) + own).collect();
                    let words = 0..=at.len();
                    let shares: Vec<f64> = words.map(|word| word_share(&at, word, rest)).collect();
                    let further = at.iter().filter(|v| **v > 0.0).count();
                    best += *weight * shares.iter().copied().fold(0.0, f64::max);
                    all += *weight * shares[*said];
                    off += *weight * (further as f64 - *said as f64);
                    (cues.slip.word(shares[*said], shares.len()), 1.0)
                }
                Evidence::Line { above, spread } => {
                    let at = above.of(&z[..n]) + OWN.sqrt() * spread * z[EYE];
                    let rest = ((1.0 - OWN) * spread * spread + above.misses.powi(2)).sqrt();
                    off += *weight * at;
                    square += *weight * at * at;
                    error = rest;
                    (cues.slip.number(density(at, rest)), 1.0)
                }
                Evidence::Reading {
                    above,
                    slope,
                    counts,
                } => {
                    let mm = cues.probe.off_mm * z[PLACE];
                    let model = cues.probe.misses_k * z[MODEL];
                    let at = above.of(&z[..n]) + model + slope[0] * mm + slope[1] * mm * mm;
                    let rest = cues.probe.errs_k.hypot(above.misses);
                    as_low += *weight * normal.cdf(-at / rest);
                    off += *weight * at;
                    square += *weight * at * at;
                    error = rest;
                    (cues.slip.number(density(at, rest)), *counts)
                }
            };
            *weight *= likely.powf(counts);
        }
        let sum: f64 = self.weights.iter().sum();
        for weight in &mut self.weights {
            *weight /= sum;
        }
        let share = if best > 0.0 {
            all / best
        } else {
            // As far out as a normal of this mean and spread has zero.
            let scale = (square - off * off).max(0.0) + error * error;
            (-0.5 * off * off / scale.max(1e-9)).exp()
        };
        Fits {
            share,
            behind: off,
            as_low,
        }
    }

    /// Mean of each factor, standard deviations.
    pub fn means(&self) -> Vec<f64> {
        let mean = |d: usize| {
            self.weights
                .iter()
                .zip(draws())
                .map(|(w, z)| w * z[d])
                .sum()
        };
        (0..self.factors).map(mean).collect()
    }

    /// One standard deviation of each factor now, before it was 1.
    pub fn spreads(&self) -> Vec<f64> {
        let means = self.means();
        let var = |d: usize| {
            let squares = self.weights.iter().zip(draws());
            squares
                .map(|(w, z)| w * (z[d] - means[d]).powi(2))
                .sum::<f64>()
                .sqrt()
        };
        (0..self.factors).map(var).collect()
    }

    /// Where the probe is believed to be, mm off its place, and one standard deviation of that.
    pub fn probe_off_mm(&self) -> (f64, f64) {
        let mm = Cues::all().probe.off_mm;
        let pairs = || self.weights.iter().zip(draws());
        let mean: f64 = pairs().map(|(w, z)| w * z[PLACE]).sum();
        let square: f64 = pairs().map(|(w, z)| w * (z[PLACE] - mean).powi(2)).sum();
        (mm * mean, mm * square.sqrt())
    }

    /// The value of a figure below which a share of the belief lies.
    pub fn quantile(&self, figure: &Response, p: f64) -> f64 {
        quantile(&self.values(figure), p)
    }

    /// Share of the belief in which a figure lies from `low` to `high`.
    pub fn share_within(&self, figure: &Response, low: f64, high: f64) -> f64 {
        let values = self.values(figure).into_iter();
        values
            .filter(|(v, _)| *v >= low && *v <= high)
            .map(|(_, w)| w)
            .sum()
    }

    fn values(&self, figure: &Response) -> Vec<(f64, f64)> {
        let n = self.factors;
        let pairs = self.weights.iter().zip(draws());
        // What the straight line misses goes along as noise: the cook's eye is no part of it and stands in.
        pairs
            .map(|(w, z)| (figure.of(&z[..n]) + figure.misses * z[EYE], *w))
            .collect()
    }

    /// The piece that is so many standard deviations of a figure slower (or faster) than the mean, in the likeliest
    /// way: the design point of a first-order reliability estimate.
    pub fn design(&self, figure: &Response, deviations: f64) -> Vec<f64> {
        let means = self.means();
        let n = self.factors;
        let figure_mean: f64 = (0..n).map(|d| figure.by[d] * means[d]).sum();
        let mut with = vec![0.0; n];
        let mut var = 0.0;
        for (w, z) in self.weights.iter().zip(draws()) {
            let off: f64 = (0..n).map(|d| figure.by[d] * z[d]).sum::<f64>() - figure_mean;
            var += w * off * off;
            for d in 0..n {
                with[d] += w * off * (z[d] - means[d]);
            }
        }
        let sd = var.max(1e-12).sqrt();
        (0..n)
            .map(|d| means[d] + deviations * with[d] / sd)
            .collect()
    }

    /// How many draws of equal weight it is worth.
    pub fn worth(&self) -> f64 {
        1.0 / self.weights.iter().map(|w| w * w).sum::<f64>()
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    fn straight(at: f64, by: f64) -> Response {
        Response {
            at,
            by: vec![by],
            bend: 0.0,
            misses: 0.0,
        }
    }

    /// Closed form: a reading of a figure that goes as `a z` with `z` normal and an error of `s` leaves `z` with mean
    /// `a y / (a^2 + s^2)` and variance `s^2 / (a^2 + s^2)`; slips mix that with what was believed before, in the
    /// proportion of `N(y; 0, a^2 + s^2)` to one in forty kelvins.
    #[test]
    fn exact_posterior_of_a_reading() {
        let cues = Cues::all();
        for (a, y) in [(2.0, 1.5), (3.0, -4.0), (0.5, 0.8)] {
            let mut belief = Belief::new(1);
            belief.weigh(&Evidence::Reading {
                above: straight(-y, a),
                slope: [0.0, 0.0],
                counts: 1.0,
            });
            let s2 = cues.probe.errs_k.powi(2) + cues.probe.misses_k.powi(2);
            let fits = (1.0 - cues.slip.share) * density(y, (a * a + s2).sqrt());
            let slips = cues.slip.share / cues.slip.over_k;
            let share = fits / (fits + slips);
            let (mean, var) = (a * y / (a * a + s2), s2 / (a * a + s2));
            let mixed = share * mean;
            let square = share * (var + mean * mean) + (1.0 - share);
            let sd = (square - mixed * mixed).sqrt();
            assert!(
                (belief.means()[0] - mixed).abs() < 0.02,
                "{a} {y}: {:?} {mixed}",
                belief.means()
            );
            assert!(
                (belief.spreads()[0] - sd).abs() < 0.02,
                "{a} {y}: {:?} {sd}",
                belief.spreads()
            );
        }
    }

    /// Closed form: a word with one bound for a figure `a z + b` is `Phi((a z + b) / s)`; the mean of a normal weighed
    /// by it is `a phi(u) / (r Phi(u))` with `r^2 = a^2 + s^2` and `u = b / r`. Slips mix.
    #[test]
    fn exact_posterior_of_a_word() {
        let slip = Cues::all().slip;
        let normal = Normal::standard();
        for (a, b, s) in [(2.0, 0.0, 1.0), (3.0, -2.0, 2.0), (1.0, 1.0, 2.5)] {
            let mut belief = Belief::new(1);
            belief.weigh(&Evidence::Word {
                above: vec![straight(b, a)],
                said: 1,
                spread: s,
            });
            let r = f64::hypot(a, s);
            let u = b / r;
            let said = normal.cdf(u);
            let mean = a * density(u, 1.0) / (r * said);
            let fits = (1.0 - slip.share) * said;
            let share = fits / (fits + slip.share / 2.0);
            let got = belief.means()[0];
            assert!(
                (got - share * mean).abs() < 0.02,
                "{a} {b} {s}: {got} {}",
                share * mean
            );
        }
    }

    /// Saying the same twice counts less than twice: half of the error is the cook's own.
    #[test]
    fn law_the_same_cook_twice_counts_less_than_two() {
        let word = Evidence::Word {
            above: vec![straight(0.0, 2.0)],
            said: 1,
            spread: 3.0,
        };
        let after = |times: usize| {
            let mut belief = Belief::new(1);
            for _ in 0..times {
                belief.weigh(&word);
            }
            belief.means()[0]
        };
        let independent = {
            let mut belief = Belief::new(1);
            let apart = Evidence::Word {
                above: vec![straight(0.0, 2.0)],
                said: 1,
                spread: 3.0 / std::f64::consts::SQRT_2,
            };
            belief.weigh(&apart);
            belief.means()[0]
        };
        assert!(
            after(2) > after(1) && after(2) < independent + 0.15,
            "{} {}",
            after(1),
            after(2)
        );
    }

    /// What goes straight is found again, whatever the noise of others.
    #[test]
    fn least_squares_find_what_goes_straight() {
        let usual = |factor: &'static super::super::Factor| Doubt {
            factor,
            spread: factor.spread,
        };
        let factors: Vec<Doubt> = super::super::Factor::all()
            .iter()
            .take(8)
            .map(usual)
            .collect();
        let tried = Ensemble::new(factors);
        let by = [3.0, -2.0, 0.5, 0.0, 1.0, 0.0, -0.25, 4.0];
        let values: Vec<f64> = tried
            .z
            .iter()
            .map(|z| 10.0 + z.iter().zip(by).map(|(z, b)| z * b).sum::<f64>())
            .collect();
        let goes = tried.goes(&values, 10.0, 12.0);
        assert_eq!(goes.at, 12.0);
        for (got, by) in goes.by.iter().zip(by) {
            assert!((got - by).abs() < 0.1, "{:?}", goes.by);
        }
        assert!(goes.misses < 0.15, "{}", goes.misses);
    }
}
