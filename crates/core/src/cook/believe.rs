//! What is believed after all that was seen, and whether what is promised is kept.

use super::asked::CookAsked;
use super::fold::{Fold, felt};
use super::holding::Lost;
use super::order::before;
use super::release::{AGAIN_S, Probed, Promise, Reading, judge};
use super::seen::Weighed;
use crate::belief::{Belief, Ensemble, Response};
use crate::plan::{HOLDS_K, LONGER, SLOW, Stop, TIMES_LONGER, holds, probe_where};
use crate::run::{Fidelity, PeakSink, Tally, Timeline, Truth};
use crate::target::Goal;

/// What is believed after all that was seen, and how figures go with the factors.
pub(super) struct Believed {
    pub belief: Belief,
    pub weighed: Vec<Weighed>,
    pub means: Vec<f64>,
    /// The likeliest piece.
    pub likely: Truth,
    /// Nothing went otherwise and nothing seen counted: the plan stands.
    pub as_planned: bool,
    /// When the likeliest piece is off the heat, or was, s.
    pub mid_s: f64,
    /// By how much it falls short, K.
    pub short: Option<f64>,
    /// Everything to come stands where the likeliest piece has it.
    pub to_come: Timeline,
    members: Vec<[f64; 3]>,
    rough_asked: [f64; 3],
}

impl Believed {
    /// How a figure goes (0 logarithm of the time, 1 core now, 2 core at its highest), right for the likeliest piece.
    pub fn goes(&self, tried: &Ensemble, figure: usize, likely: f64) -> Response {
        let values: Vec<f64> = self.members.iter().map(|m| m[figure]).collect();
        let goes = tried.goes(&values, self.rough_asked[figure], 0.0);
        goes.right_at(&self.means, likely)
    }

    pub fn ln_s(&self, tried: &Ensemble) -> Response {
        self.goes(tried, 0, self.mid_s.max(1.0).ln())
    }
}

/// What is promised, and how it stands with it.
pub(super) struct Promised {
    pub promise: Promise,
    pub probed: Probed,
    /// From when it is worth probing, s.
    pub from_s: f64,
    /// When the slow clock lets it off, or let it off, s; none where no clock does.
    pub clock_s: Option<f64>,
    /// Two spots or the clock show that it is met.
    pub released: bool,
    /// In the rest it is likely to come to what a probe must show.
    pub gets_there: bool,
    /// Where the probe goes.
    pub place: &'static str,
}

/// Off so much sooner than the clock said is no sooner, s: what it takes to lift it out.
const ABOUT_S: f64 = 3.0;
/// So much before its rest is over it may be plated, s.
const ABOUT_TO_S: f64 = 15.0;
/// In the rest a probe is worth asking when it is likely to show what it must, or so near, K.
const NEAR_K: f64 = 1.0;

impl Fold<'_> {
    /// When a slow piece holds the figure that is promised; none when this fire does not bring it there.
    fn figure_s(&self, belief: &Belief, ln_s: &Response, figure_c: f64) -> Option<f64> {
        let slow = self
            .tried
            .truth(&self.cooking.piece, &belief.design(ln_s, SLOW));
        let bench = self.bench(&slow, Fidelity::FINE);
        let now_s = self.now_s.max(0.0);
        let timeline = |s: f64| self.course.timeline(s, now_s);
        let Stop::Reached(mut off_s) = self.seek(&bench, now_s, figure_c + HOLDS_K, &timeline)
        else {
            return None;
        };
        for _ in 0..TIMES_LONGER {
            let timeline = timeline(off_s);
            let mut tally = Tally::new(&bench.column, &timeline);
            bench.run(&timeline, &mut tally);
            if holds(&tally, &self.cooking.aim, figure_c) {
                return Some(off_s);
            }
            off_s *= LONGER;
        }
        None
    }

    /// Weighs what was seen, and runs the members.
    pub fn believe(&self) -> Believed {
        let piece = &*self.cooking.piece;
        let now_s = self.now_s.max(0.0);
        let so_far = self.course.timeline(self.told.off_heat_s, now_s);
        let (belief, weighed) = self.weigh(&so_far);
        let means = belief.means();
        let nothing_seen = weighed.iter().all(|w| !w.counts);
        let likely = if nothing_seen {
            Truth::asked(piece)
        } else {
            self.tried.truth(piece, &means)
        };
        let on_heat = self.course.off_s.is_none();
        let as_planned = nothing_seen
            && !self.course.changed
            && self.track.is_none()
            && on_heat
            && so_far.begins == self.told.timeline.begins;
        let (mid_s, short) = if as_planned || !on_heat {
            (self.course.off_s.unwrap_or(self.told.off_heat_s), None)
        } else {
            self.done_s(&likely)
        };
        let to_come = self.course.timeline(mid_s, now_s);
        let fixed = |off_s: f64| {
            if on_heat {
                to_come.leaving(off_s)
            } else {
                to_come.clone()
            }
        };
        let rough = |truth: &Truth| self.members_figures(truth, now_s, mid_s, on_heat, &fixed);
        let rough_asked = rough(&Truth::asked(piece));
        let members = self.tried.truths(piece).iter().map(rough).collect();
        Believed {
            belief,
            weighed,
            means,
            likely,
            as_planned,
            mid_s,
            short,
            to_come,
            members,
            rough_asked,
        }
    }

    /// Of one piece: logarithm of when it is done, core now, core at its highest.
    fn members_figures(
        &self,
        truth: &Truth,
        now_s: f64,
        off_s: f64,
        on_heat: bool,
        fixed: &dyn Fn(f64) -> Timeline,
    ) -> [f64; 3] {
        let bench = self.bench(truth, Fidelity::ROUGH);
        let done_s = if on_heat {
            // A turn that its card tells by the line is made when the piece is there.
            let by_line = self.cooking.method.turned_by_line && !self.course.to_come.is_empty();
            let at_now = |s: f64| match s.max(now_s) {
                s if by_line => self.course.timeline(s, now_s),
                s => fixed(s),
            };
            self.seek(&bench, now_s, self.sought.aim, &at_now).time_s()
        } else {
            off_s
        };
        let timeline = fixed(off_s.max(now_s));
        let mut run = bench.begin();
        let mut peaks = PeakSink::new(&bench.column);
        run.to(&timeline, now_s, &mut peaks);
        let core_c = bench.column.core_c(run.heat());
        run.to_peaks(&timeline, timeline.end_s(), &mut peaks);
        [done_s.max(1.0).ln(), core_c, peaks.coldest_c()]
    }

    /// When what is promised to slow pieces is kept: never sooner than the card says, whatever was seen or felt.
    pub fn clock_s(&self, believed: &Believed, ln_s: &Response) -> Option<f64> {
        let Goal::Figure(figure_c) = self.cooking.aim.goal else {
            return None;
        };
        if believed.as_planned && self.told.promised {
            return Some(self.told.off_heat_s);
        }
        let before = Belief::new(self.tried.factors().len());
        let at_first_s = if self.course.changed || !self.told.promised {
            self.figure_s(&before, ln_s, figure_c)?
        } else {
            self.told.off_heat_s
        };
        if believed.weighed.iter().all(|w| !w.counts) {
            return Some(at_first_s);
        }
        let now_s = self.figure_s(&believed.belief, ln_s, figure_c)?;
        Some(at_first_s.max(now_s))
    }

    /// How it stands with what is promised. `served_c`: mid-thickness of the likeliest piece when the rest is over.
    pub fn promised(&self, believed: &Believed, ln_s: &Response) -> Option<Promised> {
        let promise = self.promise()?;
        let on_heat = self.course.off_s.is_none();
        // Lows hold from when an ordinary piece was to be there, by the card: what was read moves that no more.
        let holds_from_s = match (self.course.backs.last(), self.told.probe) {
            (Some((_, back_s)), _) => *back_s,
            (None, Some(probe)) => probe.from_s,
            (None, None) => 0.0,
        };
        let readings = believed.readings();
        let probed = judge(&readings, &promise, holds_from_s, self.course.off_s);
        let by_clock = promise.reheated_s.is_none();
        let clock_s = match self.course.off_s {
            _ if !by_clock => None,
            None => self.clock_s(believed, ln_s),
            Some(_) => self.clock_at_off_s(),
        };
        let from_s = self.probes_from_s(believed, &promise, clock_s);
        let is_in = !self.course.begins.is_empty();
        let left_s = self.course.off_s.unwrap_or(self.now_s);
        let clock_lets = is_in
            && clock_s.is_some_and(|clock_s| left_s + ABOUT_S >= clock_s)
            && probed.held.is_empty();
        let released = probed.released_s.is_some() || clock_lets;
        let shows_c = promise.shows_c - NEAR_K;
        let rests = !on_heat && (probed.held.is_empty() || self.now_s < believed.to_come.end_s());
        let gets_there = rests && self.served_c(believed) >= shows_c;
        Some(Promised {
            promise,
            probed,
            from_s,
            clock_s,
            released,
            gets_there,
            place: probe_where(&self.cooking.piece),
        })
    }

    /// Its rest is over, or about to be: what the clock promises is so by then.
    pub fn rested(&self) -> bool {
        let ends_s = self.course.off_s.map(|off_s| off_s + self.course.rest_s());
        ends_s.is_some_and(|ends_s| self.now_s + ABOUT_TO_S >= ends_s)
    }

    /// From when it is worth probing, s: as the card says while nothing went otherwise; else from when the likeliest piece
    /// shows what it must.
    fn probes_from_s(&self, believed: &Believed, promise: &Promise, clock_s: Option<f64>) -> f64 {
        /// Without a clock it is looked so far ahead, s.
        const AHEAD_S: f64 = 2.0 * 3600.0;
        let counted = believed.weighed.iter().any(|w| w.counts);
        match self.told.probe {
            Some(probe) if !counted && !self.course.changed => return probe.from_s,
            _ => {}
        }
        let now_s = self.now_s.max(0.0);
        let back_s = self.back_s();
        let least_s = if back_s > 0.0 { back_s + AGAIN_S } else { 0.0 };
        let until_s = match self.course.off_s {
            Some(off_s) => off_s,
            None => clock_s.unwrap_or(now_s + AHEAD_S).max(now_s),
        };
        let timeline = self.course.timeline(until_s, now_s);
        let bench = self.bench(&believed.likely, Fidelity::ROUGH);
        let shows_s = bench.shows_s(&timeline, promise.shows_c, back_s);
        shows_s.unwrap_or(until_s).max(least_s)
    }

    /// Mid-thickness of the likeliest piece as the rest is over, or now where it has been for long, C.
    fn served_c(&self, believed: &Believed) -> f64 {
        let bench = self.bench(&believed.likely, Fidelity::ROUGH);
        let timeline = &believed.to_come;
        let at_s = timeline.end_s().max(self.now_s);
        let states = bench.states(timeline, &[at_s]);
        felt(&bench, &states[0], self.course.down()).at_c(0.5)
    }

    /// What the slow clock said when it was taken off the heat, s.
    fn clock_at_off_s(&self) -> Option<f64> {
        let (off_s, id) = (self.course.off_s?, self.course.off_id.as_ref()?);
        let asked = CookAsked {
            events: before(&self.asked.events, id),
            now_s: off_s,
            ..self.asked.clone()
        };
        let fold = Fold::new(self.cooking, self.told.clone(), &asked, self.track.clone()).ok()?;
        let believed = fold.believe();
        let ln_s = believed.ln_s(&fold.tried);
        fold.clock_s(&believed, &ln_s)
    }

    /// Why it must not be served now: code and words.
    pub fn forbids(&self) -> Option<Lost> {
        if !self.told.refused.is_empty() {
            return Some(("refused", "It must not be served."));
        }
        if let Some(lost) = self.lost() {
            return Some(lost);
        }
        self.promise()?;
        let believed = self.believe();
        let ln_s = believed.ln_s(&self.tried);
        let promised = self.promised(&believed, &ln_s)?;
        if promised.released && promised.probed.released_s.is_none() && !self.rested() {
            return Some((
                "rests",
                "Not taken: by the clock it is hot enough when its rest is over, not before.",
            ));
        }
        (!promised.released).then_some((
            "not_released",
            "Not taken: nothing shows yet that it is hot enough to be served. Two spots of a probe do, or the clock.",
        ))
    }
}

impl Believed {
    /// Readings of a probe with how they fitted.
    fn readings(&self) -> Vec<Reading> {
        self.weighed.iter().filter_map(Weighed::reading).collect()
    }
}
