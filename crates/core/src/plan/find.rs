//! Going back from a target to a time: what is looked for, the peak of the coldest point or the depth
//! of the rim, rises with the time on the heat.

use crate::heat::Column;
use crate::run::{Bench, Outcome, PeakSink, Run, Timeline};
use crate::target::{Aim, Goal};

/// No cooking takes longer, s. A target not reached by then is out of reach.
const LONGEST_S: f64 = 4.0 * 3600.0;
/// Times are found to this, s.
const TIME_TOLERANCE_S: f64 = 0.25;
/// Or to a peak as near as this, K.
const NEAR_K: f64 = 0.02;
/// On a smooth curve the last step hits from as near as this, K: what it misses by goes with the square of it.
const SMOOTH_K: f64 = 0.5;

/// What a search goes by.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub(crate) enum Measure {
    /// Highest temperature of the coldest point, C.
    Coldest,
    /// Depth of the seared rim, tenths of a millimetre: near in it is as near as in kelvins.
    Rim,
}

impl Measure {
    pub(crate) fn of(self, peaks: &PeakSink, column: &Column) -> f64 {
        match self {
            Self::Coldest => peaks.coldest_c(),
            Self::Rim => 10.0 * peaks.rim_mm(column),
        }
    }

    pub(crate) fn at_start(self, bench: &Bench) -> f64 {
        match self {
            Self::Coldest => bench.start_c(),
            Self::Rim => 0.0,
        }
    }
}

/// A target as a search knows it: where a plan ends, and from where to where it is still right.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(crate) struct Sought {
    pub measure: Measure,
    pub low: f64,
    pub aim: f64,
    pub high: f64,
}

impl Sought {
    pub fn of(aim: &Aim) -> Self {
        let band = aim.band;
        match aim.goal {
            Goal::Middle => Self {
                measure: Measure::Coldest,
                low: band.low_c,
                aim: aim.middle_c,
                high: band.high_c,
            },
            Goal::Figure(_) => Self {
                measure: Measure::Coldest,
                low: band.low_c,
                aim: band.low_c + INSIDE_K,
                high: band.high_c,
            },
            Goal::Rim(mm) => Self {
                measure: Measure::Rim,
                low: 10.0 * (mm - RIM_GIVES_MM).max(0.5 * mm),
                aim: 10.0 * mm,
                high: 10.0 * (mm + RIM_GIVES_MM),
            },
        }
    }
}

impl Sought {
    /// A run came as far as the low end, near enough.
    pub fn reached(&self, outcome: &Outcome) -> bool {
        match self.measure {
            Measure::Coldest => outcome.served_peak_c >= self.low - NEAR_ENOUGH_K,
            Measure::Rim => 10.0 * outcome.rim_mm >= self.low - NEAR_ENOUGH_K,
        }
    }
}

/// Nobody tells half a kelvin, or a twentieth of a millimetre.
const NEAR_ENOUGH_K: f64 = 0.5;

/// Where a figure counts, the ordinary piece ends at least so far inside its band, K.
const INSIDE_K: f64 = 1.0;
/// A rim may be so much thinner or deeper, mm. common practice, no source: 2 to 4.
const RIM_GIVES_MM: f64 = 1.0;

/// What a search found.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(crate) enum Stop {
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

/// What a bench comes to along a timeline.
pub(super) fn value(bench: &Bench, measure: Measure, timeline: &Timeline) -> f64 {
    let mut peaks = PeakSink::new(&bench.column);
    let mut run = bench.begin();
    run.to_peaks(timeline, timeline.end_s(), &mut peaks);
    measure.of(&peaks, &bench.column)
}

/// What a bench comes to by the time on the heat. Where the faces see the same all along, a run for one time goes
/// on from that for another.
enum ByTime<'a> {
    Anew(&'a Bench, Measure),
    GoesOn(Leaving<'a>),
}

impl<'a> ByTime<'a> {
    fn new(bench: &'a Bench, measure: Measure, guess_s: f64) -> Self {
        if bench.programme.is_steady() {
            let timeline = bench.programme.timeline(guess_s);
            Self::GoesOn(Leaving::new(bench, measure, &timeline))
        } else {
            Self::Anew(bench, measure)
        }
    }

    fn value(&mut self, total_s: f64) -> f64 {
        match self {
            Self::Anew(bench, measure) => {
                value(bench, *measure, &bench.programme.timeline(total_s))
            }
            Self::GoesOn(leaving) => leaving.value(total_s),
        }
    }
}

/// Finds the time on the heat after which the measure meets `aim_c`; turns go along as shares of it.
pub(super) fn time_for(bench: &Bench, measure: Measure, aim_c: f64, guess_s: f64) -> Stop {
    let start = measure.at_start(bench);
    let mut by_time = ByTime::new(bench, measure, guess_s);
    let mut at = |aim_c| search(aim_c, start, guess_s, |t_s| by_time.value(t_s));
    let found = at(aim_c);
    let Stop::OutOfReach { best_c, .. } = found else {
        return found;
    };
    // Nobody waits hours for the last half kelvin: the nearest plan ends where it is near.
    let near_c = best_c - 0.5;
    Stop::OutOfReach {
        best_s: at(near_c).time_s(),
        best_c: near_c,
    }
}

/// A search that is only to come near goes by a tenth of the kelvins.
const ABOUT: f64 = 0.1;

/// About when a target is met, and how fast the measure rises then.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(crate) struct Guess {
    /// Time on the heat, s.
    pub s: f64,
    /// K/s; none where nothing is known of it.
    pub rises_c_s: Option<f64>,
}

impl Guess {
    /// Nothing is known but the thickness: half a minute a millimetre, more for thick pieces.
    pub fn by_thickness(thickness_mm: f64) -> Self {
        Self {
            s: 12.0 * thickness_mm * (1.0 + thickness_mm / 40.0),
            rises_c_s: None,
        }
    }
}

/// About the time on the heat after which the measure meets `aim`: a few tenths of a kelvin.
pub(super) fn about(bench: &Bench, measure: Measure, aim: f64, guess_s: f64) -> Guess {
    let start = ABOUT * measure.at_start(bench);
    let mut by_time = ByTime::new(bench, measure, guess_s);
    let mut seen: Vec<(f64, f64)> = vec![];
    let found = search(ABOUT * aim, start, guess_s, |t_s| {
        let value = by_time.value(t_s);
        seen.push((t_s, value));
        ABOUT * value
    });
    let s = match found {
        Stop::Reached(t_s) => t_s,
        Stop::OutOfReach { .. } => time_for(bench, measure, aim, guess_s).time_s(),
    };
    seen.sort_by(|a, b| (a.0 - s).abs().total_cmp(&(b.0 - s).abs()));
    let rises_c_s = match seen[..] {
        [(t, v), (t0, v0), ..] if (t - t0).abs() > 1.0 => Some((v - v0) / (t - t0)),
        _ => None,
    };
    Guess { s, rises_c_s }
}

/// Mends a time found on a rough bench: where this bench's peak meets `aim_c`, going by the rough
/// slope first and by its own after.
pub(super) fn polish(
    bench: &Bench,
    measure: Measure,
    aim_c: f64,
    rough_s: f64,
    slope_c_s: f64,
) -> f64 {
    let mut by_time = ByTime::new(bench, measure, rough_s);
    secant(aim_c, rough_s, slope_c_s, PLANNED_K, |t_s| {
        by_time.value(t_s)
    })
    .0
}

/// How fast the peak rises with the time on the heat, K/s, where it is known to be `known_c`.
pub(super) fn slope_c_s(bench: &Bench, measure: Measure, t_s: f64, known_c: f64) -> f64 {
    let dt_s = 0.03 * t_s + 1.0;
    let timeline = bench.programme.timeline(t_s + dt_s);
    (value(bench, measure, &timeline) - known_c) / dt_s
}

/// A search for when to leave with everything else as it stands in a timeline; it starts again from
/// where it has been.
pub(super) struct Leaving<'a> {
    bench: &'a Bench,
    measure: Measure,
    timeline: Timeline,
    /// When the faces last change, s.
    from_s: f64,
    /// Runs that stand along the last stretch, and their peaks so far, in order of time.
    seen: Vec<(Run<'a>, PeakSink)>,
}

impl<'a> Leaving<'a> {
    pub fn new(bench: &'a Bench, measure: Measure, timeline: &Timeline) -> Self {
        let from_s = bench.programme.last_change_s(timeline);
        let mut run = bench.begin();
        let mut peaks = PeakSink::new(&bench.column);
        run.to(timeline, from_s, &mut peaks);
        Self {
            bench,
            measure,
            timeline: timeline.clone(),
            from_s,
            seen: vec![(run, peaks)],
        }
    }

    /// The faces see the same until it leaves.
    pub fn is_steady(&self) -> bool {
        self.bench.programme.is_steady()
    }

    /// When it leaves in the timeline that everything else stands in, s.
    pub fn off_s(&self) -> f64 {
        self.timeline.off_s
    }

    /// What it comes to when left at `off_s`, not before the last stretch.
    pub fn value(&mut self, off_s: f64) -> f64 {
        self.measure
            .of(&self.peaks(off_s, false), &self.bench.column)
    }

    /// Share of the thickness that is above `c` when left at `off_s`.
    pub fn share_above(&mut self, off_s: f64, c: f64) -> f64 {
        self.peaks(off_s, true).share_above(&self.bench.column, c)
    }

    /// The latest time from `right_s` to `wrong_s` at which no more than `most` of the thickness is above `c`.
    pub fn latest_below_s(&mut self, c: f64, most: f64, right_s: f64, wrong_s: f64) -> f64 {
        /// As near in the share as a search is in kelvins: a four hundredth of the thickness.
        const BY_SHARE: f64 = 8.0;
        let mut above = |t_s: f64| BY_SHARE * self.share_above(t_s, c);
        let aim = BY_SHARE * most;
        let wrong = (wrong_s, above(wrong_s));
        if wrong.1 <= aim {
            return wrong_s;
        }
        let right = (right_s, above(right_s));
        bracketed(aim, right, wrong, above).time_s()
    }

    /// Peaks as far as it is served, or eaten.
    fn peaks(&mut self, off_s: f64, eaten: bool) -> PeakSink {
        let timeline = self.timeline.leaving(off_s.max(self.from_s));
        let at = self
            .seen
            .partition_point(|(run, _)| run.t_s() <= off_s + 1e-9)
            .max(1);
        let (mut run, mut peaks) = self.seen[at - 1].clone();
        if timeline.off_s > run.t_s() + 1e-9 {
            run.to(&timeline, timeline.off_s, &mut peaks);
            self.seen.insert(at, (run.clone(), peaks.clone()));
        }
        let until_s = if eaten {
            timeline.eaten_s()
        } else {
            timeline.end_s()
        };
        run.to_peaks(&timeline, until_s, &mut peaks);
        peaks
    }

    /// When to leave for `aim_c`. When what came before the last stretch already carries the piece
    /// past it, the time at which it should have left during that.
    pub fn time_for(&mut self, aim_c: f64, guess_s: f64) -> Stop {
        let from_s = self.from_s;
        let done_c = self.value(from_s);
        if done_c >= aim_c {
            if from_s <= 0.0 {
                return Stop::Reached(0.0);
            }
            let (bench, measure, timeline) = (self.bench, self.measure, &self.timeline);
            let peak = |t_s: f64| value(bench, measure, &timeline.leaving(t_s));
            let start = (0.0, measure.at_start(bench));
            return bracketed(aim_c, start, (from_s, done_c), peak);
        }
        let guess = (guess_s - from_s).max(5.0);
        match search(aim_c, done_c, guess, |t_s| self.value(from_s + t_s)) {
            Stop::Reached(t_s) => Stop::Reached(from_s + t_s),
            Stop::OutOfReach { best_s, best_c } => Stop::OutOfReach {
                best_s: from_s + best_s,
                best_c,
            },
        }
    }

    /// The same where about when and how fast is known; elsewhere it is looked for.
    pub fn time_near(&mut self, aim_c: f64, guess_s: f64, slope_c_s: f64) -> Stop {
        let from_s = self.from_s;
        if slope_c_s > 1e-9 && guess_s > from_s {
            let (t_s, near) = secant(aim_c, guess_s, slope_c_s, END_K, |t_s| {
                self.value(t_s.max(from_s))
            });
            if near && t_s > from_s {
                return Stop::Reached(t_s);
            }
        }
        self.time_for(aim_c, guess_s.max(1.0))
    }

    /// Mends a time found on a rough bench, as [`polish`]; only within the last stretch.
    pub fn polish(&mut self, aim_c: f64, rough_s: f64, slope_c_s: f64) -> f64 {
        if rough_s <= self.from_s {
            return rough_s;
        }
        let from_s = self.from_s;
        secant(aim_c, rough_s, slope_c_s, END_K, |t_s| {
            self.value(t_s.max(from_s))
        })
        .0
    }
}

/// Near enough for the last step to hit along a straight line, K: for what is planned, and for an end of its window where
/// the curve's own slope is known.
const PLANNED_K: f64 = 0.15;
const END_K: f64 = 0.4;

/// A few secant steps from a near guess with a known slope; and whether they came near.
fn secant(
    aim: f64,
    guess_s: f64,
    slope: f64,
    own_k: f64,
    mut f: impl FnMut(f64) -> f64,
) -> (f64, bool) {
    if slope <= 1e-9 {
        return (guess_s, false);
    }
    let mut before: Option<(f64, f64)> = None;
    let (mut t, mut slope) = (guess_s, slope);
    for _ in 0..5 {
        let value = f(t);
        let mut last_k = PLANNED_K;
        if let Some((t0, v0)) = before {
            let own = (value - v0) / (t - t0);
            // A slope of another order is noise.
            if own.is_finite() && own > 0.3 * slope && own < 3.0 * slope {
                slope = own;
                last_k = own_k;
            }
        }
        before = Some((t, value));
        let step = ((aim - value) / slope).clamp(-0.2 * t - 5.0, 0.2 * t + 5.0);
        t = (t + step).max(0.0);
        if (aim - value).abs() < last_k {
            return (t, true);
        }
    }
    (t, false)
}

/// Finds where a rising function of time meets `aim`. `at_zero` is its value at 0.
pub(crate) fn search(aim: f64, at_zero: f64, guess_s: f64, mut f: impl FnMut(f64) -> f64) -> Stop {
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
        if low.0 > 0.0 && aim - value < SMOOTH_K && aim - value < 0.1 * slope * t {
            return Stop::Reached(t + (aim - value) / slope);
        }
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
pub(crate) fn bracketed(
    aim: f64,
    low: (f64, f64),
    high: (f64, f64),
    mut f: impl FnMut(f64) -> f64,
) -> Stop {
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
        let smooth = phi * phi < xi && (1.0 - phi).powi(2) < 1.0 - xi;
        share = if smooth {
            a.1 / (b.1 - a.1) * c.1 / (b.1 - c.1)
                + (c.0 - a.0) / (b.0 - a.0) * a.1 / (c.1 - a.1) * b.1 / (c.1 - b.1)
        } else {
            0.5
        };
        if smooth && value.abs() < SMOOTH_K {
            return Stop::Reached(a.0 + share.clamp(0.0, 1.0) * (b.0 - a.0));
        }
        // Not closer to an end than a time is found to.
        let least = (0.5 * TIME_TOLERANCE_S / (b.0 - a.0).abs()).min(0.5);
        share = share.clamp(least, 1.0 - least);
    }
    Stop::Reached(a.0)
}
