//! One piece under one programme, run as often as a question needs.

use crate::fish::Piece;
use crate::heat::{Column, Fineness, Marcher, Stage, Steps};
use crate::matter::{FREEZE_C, Material};
use crate::methods::{Nudge, Programme};
use crate::outcome::PeakSink;

/// No cooking takes longer, s. A target not reached by then is out of reach.
pub(super) const LONGEST_S: f64 = 4.0 * 3600.0;
/// Times are found to this, s.
const TIME_TOLERANCE_S: f64 = 0.25;
/// Or to a peak as near as this, K.
const NEAR_K: f64 = 0.02;

/// How finely a bench computes.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(super) struct Fidelity {
    fineness: Fineness,
    steps: Steps,
}

impl Fidelity {
    /// What is shown.
    pub const FINE: Self = Self {
        fineness: Fineness::ORDINARY,
        steps: Steps::ORDINARY,
    };
    /// For searches and spreads: off by about a kelvin, corrected by a fine run.
    pub const ROUGH: Self = Self {
        fineness: Fineness {
            at_face_m: 0.5e-3,
            inside_m: 2.2e-3,
        },
        steps: Steps {
            tolerance_k: 0.25,
            longest_s: 30.0,
        },
    };
}

/// One piece of some thickness under one programme.
pub(super) struct Bench {
    pub column: Column,
    pub programme: Programme,
    start_c: f64,
    steps: Steps,
}

/// What a search found.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(super) enum Stop {
    /// The time at which the aim is met.
    Reached(f64),
    /// The aim is above what can be had; the best found.
    OutOfReach {
        /// Time at which nothing more is gained, s.
        best_s: f64,
        /// Core then, C.
        best_c: f64,
    },
}

impl Stop {
    pub fn time_s(self) -> f64 {
        match self {
            Self::Reached(t_s) | Self::OutOfReach { best_s: t_s, .. } => t_s,
        }
    }
}

impl Bench {
    pub fn new(
        piece: &Piece,
        thickness_m: f64,
        programme: &Programme,
        nudge: &Nudge,
        fidelity: Fidelity,
    ) -> Self {
        let flesh = Material::flesh(&piece.composition);
        let frozen = piece.start.value() < FREEZE_C;
        Self {
            column: Column::coated(
                thickness_m * nudge.thickness,
                programme.shape_exponent,
                fidelity.fineness,
                if frozen { flesh.freezing() } else { flesh },
                [programme.coats[0].as_ref(), programme.coats[1].as_ref()],
                programme.pressure_pa,
            ),
            programme: if *nudge == Nudge::NONE {
                programme.clone()
            } else {
                programme.nudged(nudge)
            },
            start_c: piece.start.value() + nudge.start_k,
            steps: fidelity.steps,
        }
    }

    pub fn marcher(&self) -> Marcher<'_> {
        Marcher::new(
            &self.column,
            self.start_c,
            self.programme.reservoir,
            self.steps,
        )
    }

    /// Highest temperature of the coldest point when cooked for `total_s` and rested.
    fn peak_c(&self, total_s: f64) -> f64 {
        let durations = self.programme.durations_s(total_s);
        let mut peaks = PeakSink::new(&self.column);
        self.marcher().run(
            &self.programme.stages(&durations, self.programme.rest_s),
            &mut peaks,
        );
        peaks.coldest_c()
    }

    /// Mends a time found on a rough bench: where this bench's peak meets `aim_c`, going by the
    /// rough slope first and by its own after.
    pub fn polish(&self, aim_c: f64, rough_s: f64, slope_c_s: f64) -> f64 {
        secant(aim_c, rough_s, slope_c_s, |t_s| self.peak_c(t_s))
    }

    /// How fast the peak rises with the time on the heat, K/s, where it is known to be `peak_c`.
    pub fn slope_c_s(&self, t_s: f64, peak_c: f64) -> f64 {
        let dt_s = 0.03 * t_s + 1.0;
        (self.peak_c(t_s + dt_s) - peak_c) / dt_s
    }

    /// Finds the time on the heat after which the coldest point peaks at `aim_c`; turns go
    /// along as shares of it.
    pub fn time_for(&self, aim_c: f64, guess_s: f64) -> Stop {
        let found = search(aim_c, self.start_c, guess_s, |t_s| self.peak_c(t_s));
        let Stop::OutOfReach { best_c, .. } = found else {
            return found;
        };
        // Nobody waits hours for the last half kelvin: the nearest plan ends where it is near.
        let near_c = best_c - 0.5;
        let best_s = search(near_c, self.start_c, guess_s, |t_s| self.peak_c(t_s)).time_s();
        Stop::OutOfReach {
            best_s,
            best_c: near_c,
        }
    }

    /// The same with everything before the last leg kept as planned: how early or late the
    /// piece may leave the heat. `planned` are the durations of all legs.
    pub fn last_leg(&self, planned: &[f64]) -> LastLeg<'_> {
        let before = planned.iter().zip(&self.programme.legs);
        let mut stages: Vec<Stage> = before.map(|(s, leg)| leg.stage(*s)).collect();
        // A leg that takes no time is no leg.
        while stages.len() > 1 && stages.last().is_some_and(|s| s.duration_s <= 0.0) {
            stages.pop();
        }
        let last = stages.pop();
        let mut marcher = self.marcher();
        let mut peaks = PeakSink::new(&self.column);
        marcher.run(&stages, &mut peaks);
        LastLeg {
            bench: self,
            last,
            seen: vec![(0.0, marcher, peaks)],
            first_s: stages.iter().map(|s| s.duration_s).sum(),
        }
    }
}

/// A search along the last leg that starts again from where it has been.
pub(super) struct LastLeg<'a> {
    bench: &'a Bench,
    last: Option<Stage>,
    /// Time into the leg, the state there, the peaks so far; in order of time.
    seen: Vec<(f64, Marcher<'a>, PeakSink)>,
    first_s: f64,
}

impl LastLeg<'_> {
    fn peak_c(&mut self, into_s: f64) -> f64 {
        let Some(last) = self.last else {
            return f64::NAN;
        };
        let at = self.seen.partition_point(|(t, _, _)| *t <= into_s).max(1);
        let (from_s, mut marcher, mut peaks) = self.seen[at - 1].clone();
        if into_s > from_s {
            marcher.run(
                &[Stage {
                    duration_s: into_s - from_s,
                    ..last
                }],
                &mut peaks,
            );
            self.seen
                .insert(at, (into_s, marcher.clone(), peaks.clone()));
        }
        marcher.run(
            &[self.bench.programme.rest_stage(self.bench.programme.rest_s)],
            &mut peaks,
        );
        peaks.coldest_c()
    }

    /// Total time on the heat for `aim_c`. When the legs before the last already carry the
    /// piece past it, the time at which it should have left during them.
    pub fn time_for(&mut self, aim_c: f64, guess_s: f64) -> Stop {
        let first_s = self.first_s;
        let done_c = self.peak_c(0.0);
        if done_c >= aim_c {
            if first_s <= 0.0 {
                return Stop::Reached(0.0);
            }
            return self.within_first(aim_c, done_c);
        }
        let guess = (guess_s - first_s).max(5.0);
        match search(aim_c, done_c, guess, |t_s| self.peak_c(t_s)) {
            Stop::Reached(t_s) => Stop::Reached(first_s + t_s),
            Stop::OutOfReach { best_s, best_c } => Stop::OutOfReach {
                best_s: first_s + best_s,
                best_c,
            },
        }
    }

    /// Mends a time found on a rough bench, as [`Bench::polish`]; only within the last leg.
    pub fn polish(&mut self, aim_c: f64, rough_s: f64, slope_c_s: f64) -> f64 {
        let first_s = self.first_s;
        if rough_s <= first_s {
            return rough_s;
        }
        secant(aim_c, rough_s, slope_c_s, |t_s| {
            self.peak_c((t_s - first_s).max(0.0))
        })
    }

    fn within_first(&self, aim_c: f64, done_c: f64) -> Stop {
        let bench = self.bench;
        let Some(leg) = bench.programme.legs.first() else {
            return Stop::Reached(0.0);
        };
        let peak = |t_s: f64| {
            let mut peaks = PeakSink::new(&bench.column);
            let rest = bench.programme.rest_stage(bench.programme.rest_s);
            bench.marcher().run(&[leg.stage(t_s), rest], &mut peaks);
            peaks.coldest_c()
        };
        bracketed(aim_c, (0.0, bench.start_c), (self.first_s, done_c), peak)
    }
}

/// A few secant steps from a near guess with a known slope.
fn secant(aim: f64, guess_s: f64, slope: f64, mut f: impl FnMut(f64) -> f64) -> f64 {
    /// Near enough for the last step to hit, K: a slope off by a fifth then misses by 0.1 K.
    const LAST_K: f64 = 0.5;
    if slope <= 1e-9 {
        return guess_s;
    }
    let mut before: Option<(f64, f64)> = None;
    let (mut t, mut slope) = (guess_s, slope);
    for _ in 0..5 {
        let value = f(t);
        if let Some((t0, v0)) = before {
            let own = (value - v0) / (t - t0);
            // A slope of another order is noise.
            if own.is_finite() && own > 0.3 * slope && own < 3.0 * slope {
                slope = own;
            }
        }
        before = Some((t, value));
        let step = ((aim - value) / slope).clamp(-0.2 * t - 5.0, 0.2 * t + 5.0);
        t = (t + step).max(0.0);
        if (aim - value).abs() < LAST_K {
            break;
        }
    }
    t
}

/// Finds where a rising function of time meets `aim`. `at_zero` is its value at 0.
fn search(aim: f64, at_zero: f64, guess_s: f64, mut f: impl FnMut(f64) -> f64) -> Stop {
    if at_zero >= aim {
        return Stop::Reached(0.0);
    }
    let mut low = (0.0, at_zero);
    let mut t = guess_s.clamp(1.0, LONGEST_S);
    loop {
        let value = f(t);
        if value >= aim {
            return bracketed(aim, low, (t, value), f);
        }
        let gained = value - low.1;
        if t >= LONGEST_S || (t > 600.0 && gained < 0.02) {
            return Stop::OutOfReach {
                best_s: t,
                best_c: value,
            };
        }
        // Go on along the straight line, within reason.
        let slope = gained / (t - low.0);
        let ahead = if slope > 1e-9 {
            t + 1.15 * (aim - value) / slope
        } else {
            2.0 * t
        };
        low = (t, value);
        t = ahead.clamp(1.05 * t + 1.0, 2.5 * t + 5.0).min(LONGEST_S);
    }
}

/// Between a time too short and one long enough: inverse quadratic steps where the curve lets
/// them, halving where it does not (Chandrupatla 1997).
fn bracketed(aim: f64, low: (f64, f64), high: (f64, f64), mut f: impl FnMut(f64) -> f64) -> Stop {
    // `a` is the newest, `b` the other end of the bracket; below, `c` the one before.
    let (mut a, mut b) = ((high.0, high.1 - aim), (low.0, low.1 - aim));
    // The first step along the chord.
    let mut share = if a.1 - b.1 > 1e-9 {
        a.1 / (a.1 - b.1)
    } else {
        0.5
    };
    for _ in 0..40 {
        let t = a.0 + share * (b.0 - a.0);
        let value = f(t) - aim;
        if value.abs() < NEAR_K || (b.0 - a.0).abs() < TIME_TOLERANCE_S {
            return Stop::Reached(t);
        }
        let c = if (value > 0.0) == (a.1 > 0.0) {
            a
        } else {
            std::mem::replace(&mut b, a)
        };
        a = (t, value);
        let xi = (a.0 - b.0) / (c.0 - b.0);
        let phi = (a.1 - b.1) / (c.1 - b.1);
        share = if phi * phi < xi && (1.0 - phi).powi(2) < 1.0 - xi {
            a.1 / (b.1 - a.1) * c.1 / (b.1 - c.1)
                + (c.0 - a.0) / (b.0 - a.0) * a.1 / (c.1 - a.1) * b.1 / (c.1 - b.1)
        } else {
            0.5
        };
        // Not closer to an end than a time is found to.
        let least = (0.5 * TIME_TOLERANCE_S / (b.0 - a.0).abs()).min(0.5);
        share = share.clamp(least, 1.0 - least);
    }
    Stop::Reached(a.0)
}
