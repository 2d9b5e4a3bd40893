//! How long a piece rests: until the heat that is in it has reached the middle, as far as anybody waits.

use super::find::{Guess, Measure, about};
use crate::heat::{Moment, Sink};
use crate::run::{Bench, Fidelity, Fire, PeakSink, Programme, Stage, Truth};
use crate::target::Aim;

/// Nobody waits longer, s; what was fried is eaten crisp. common practice, no source.
const LONGEST_S: f64 = 300.0;
const FRIED_S: f64 = 60.0;
/// The middle is there when it is so near the highest that it comes to, K.
const NEAR_K: f64 = 0.6;
/// Rests are told to the second.
const STEP_S: f64 = 1.0;

/// Highest temperature of the coldest point so far, from a time on.
struct Rising {
    from_s: f64,
    peaks: PeakSink,
    column: crate::heat::Column,
    seen: Vec<(f64, f64)>,
}

impl Sink for Rising {
    fn step(&mut self, moment: &Moment<'_>) {
        self.peaks.step(moment);
        if moment.t_s >= self.from_s - 1e-6 {
            let peak_c = Measure::Coldest.of(&self.peaks, &self.column);
            self.seen.push((moment.t_s, peak_c));
        }
    }
}

/// How long a piece rests, and what its middle goes on to gain on the plate.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(super) struct Rest {
    /// As long as the piece needs, s: at least as its way has it, at most five minutes, fried one.
    pub rest_s: f64,
    /// So much more until it is eaten, K.
    pub gains_k: f64,
    /// About when it leaves the heat.
    pub off: Guess,
}

/// Straight between two points.
fn between((from, y): (f64, f64), (to, end): (f64, f64), at: f64) -> f64 {
    y + (end - y) * ((at - from) / (to - from).max(1e-9)).clamp(0.0, 1.0)
}

/// The rest of a piece that is taken off for the middle of its band.
pub(super) fn needed(programme: &Programme, usual: &Truth, aim: &Aim) -> Rest {
    let way_s = programme.rest_s();
    let most_s = match programme.most_rest_s {
        Some(most_s) => most_s,
        None if programme.fire == Fire::Oil => FRIED_S,
        None => LONGEST_S.max(way_s),
    };
    let long = Programme {
        rest: Stage::fixed(programme.rest, most_s),
        ..programme.clone()
    };
    let guess_s = Guess::by_thickness(1e3 * usual.thickness_m).s;
    let on_guess = Bench::new(usual, &long, Fidelity::GUESS);
    let off = about(&on_guess, Measure::Coldest, aim.middle_c, guess_s);
    let off_s = off.s;
    let bench = Bench::new(usual, &long, Fidelity::BESIDE);
    let timeline = long.timeline(off_s);
    let mut rising = Rising {
        from_s: off_s,
        peaks: PeakSink::new(&bench.column),
        column: bench.column.clone(),
        seen: vec![],
    };
    bench.begin().to(&timeline, timeline.eaten_s(), &mut rising);
    let seen = &rising.seen;
    let by = |t_s: f64| {
        let after = seen.partition_point(|(at_s, _)| *at_s < t_s - 1e-6);
        match (
            after.checked_sub(1).map(|i| seen[i]),
            seen.get(after).copied(),
        ) {
            (Some(before), Some(after)) => between(before, after, t_s),
            (None, Some((_, c))) | (Some((_, c)), None) => c,
            (None, None) => aim.middle_c,
        }
    };
    let there_c = by(timeline.end_s()) - NEAR_K;
    let after = seen.partition_point(|(_, c)| *c < there_c);
    let rests_s = match (
        after.checked_sub(1).map(|i| seen[i]),
        seen.get(after).copied(),
    ) {
        (Some((s, c)), Some((to_s, to_c))) => between((c, s), (to_c, to_s), there_c) - off_s,
        (None, Some(_)) => 0.0,
        (_, None) => most_s,
    };
    let rest_s = ((rests_s / STEP_S).ceil() * STEP_S).clamp(way_s.min(most_s), most_s);
    Rest {
        rest_s,
        gains_k: by(off_s + rest_s + long.eats_s) - by(off_s + rest_s),
        off,
    }
}
