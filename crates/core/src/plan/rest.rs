//! How long a piece rests: until the heat that is in it has reached the middle, as far as anybody waits.

use super::find::{Measure, about_s, first_guess_s};
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
    /// About when it leaves the heat, s.
    pub off_s: f64,
}

/// The rest of a piece that is taken off for the middle of its band.
pub(super) fn needed(programme: &Programme, usual: &Truth, aim: &Aim) -> Rest {
    let way_s = programme.rest_s();
    let most_s = if programme.fire == Fire::Oil {
        FRIED_S
    } else {
        LONGEST_S.max(way_s)
    };
    let long = Programme {
        rest: Stage::fixed(programme.rest, most_s),
        ..programme.clone()
    };
    let bench = Bench::new(usual, &long, Fidelity::ROUGH);
    let guess_s = first_guess_s(1e3 * usual.thickness_m);
    let off_s = about_s(&bench, Measure::Coldest, aim.middle_c, guess_s);
    let timeline = long.timeline(off_s);
    let mut rising = Rising {
        from_s: off_s,
        peaks: PeakSink::new(&bench.column),
        column: bench.column.clone(),
        seen: vec![],
    };
    bench.begin().to(&timeline, timeline.eaten_s(), &mut rising);
    let by = |t_s: f64| {
        let seen = rising
            .seen
            .iter()
            .take_while(|(at_s, _)| *at_s <= t_s + 1e-6);
        seen.last().map_or(aim.middle_c, |(_, c)| *c)
    };
    let end_c = by(timeline.end_s());
    let there = rising.seen.iter().find(|(_, c)| *c >= end_c - NEAR_K);
    let rests_s = there.map_or(most_s, |(t_s, _)| t_s - off_s);
    let rest_s = ((rests_s / STEP_S).ceil() * STEP_S).clamp(way_s.min(most_s), most_s);
    Rest {
        rest_s,
        gains_k: by(off_s + rest_s + long.eats_s) - by(off_s + rest_s),
        off_s,
    }
}
