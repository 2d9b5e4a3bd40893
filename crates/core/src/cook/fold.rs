//! Everything that a fold goes by: the plan, the course so far, the search for when it is done, and what is promised.

use super::asked::CookAsked;
use super::course::{Course, Phase, Planned, ToCome};
use super::holding::Lost;
use super::release::Promise;
use crate::InputError;
use crate::belief::{Ensemble, Factor};
use crate::heat::Track;
use crate::plan::{Cooking, Measure, Plan, Sought, Stop, bracketed, search};
use crate::run::{Bench, Felt, Fidelity, PeakSink, State, Timeline, Truth, What};
use crate::target::{Goal, Rules, safety};

pub(super) struct Fold<'a> {
    pub cooking: &'a Cooking<'a>,
    pub told: Plan,
    pub asked: &'a CookAsked,
    pub track: Option<Track>,
    pub now_s: f64,
    pub course: Course,
    pub sought: Sought,
    pub tried: Ensemble,
    /// On the heat so many times as long as what brings an ordinary piece to the aim: a crust takes that.
    longer: f64,
}

impl<'a> Fold<'a> {
    pub fn new(
        cooking: &'a Cooking<'a>,
        told: Plan,
        asked: &'a CookAsked,
        track: Option<Track>,
    ) -> Result<Self, InputError> {
        let course = Course::of(&planned(cooking, &told), &asked.events, asked.now_s);
        let tried = Ensemble::new(Factor::of(&cooking.piece, &cooking.programme));
        let mut sought = Sought::of(&cooking.aim);
        if course.reheated_s(cooking.kitchen.rules).is_some() {
            let c = safety::reheated_c(cooking.kitchen.rules);
            sought = Sought {
                measure: Measure::Coldest,
                low: c,
                aim: c + 1.0,
                high: f64::INFINITY,
            };
        }
        let mut fold = Self {
            now_s: asked.now_s,
            sought,
            cooking,
            told,
            asked,
            track,
            course,
            tried,
            longer: 1.0,
        };
        if matches!(cooking.aim.goal, Goal::Middle)
            && cooking.method.browns
            && fold.course.backs.is_empty()
        {
            let bench = fold.bench(&Truth::asked(&cooking.piece), Fidelity::FINE);
            let timeline = |s: f64| cooking.programme.timeline(s);
            let plain = fold.seek(&bench, 0.0, fold.sought.aim, &timeline).time_s();
            fold.longer = cooking.longer(fold.told.off_heat_s, plain);
        }
        Ok(fold)
    }

    pub fn rules(&self) -> Rules {
        self.cooking.kitchen.rules
    }

    pub fn planned(&self) -> Planned<'_> {
        planned(self.cooking, &self.told)
    }

    /// A piece and a fire on the course of this cook.
    pub fn bench_on(&self, course: &Course, truth: &Truth, fidelity: Fidelity) -> Bench {
        let bench = Bench::new(truth, &course.programme_to_come(), fidelity);
        match &self.track {
            Some(track) => bench.sharing(track.clone()),
            None => bench,
        }
    }

    pub fn bench(&self, truth: &Truth, fidelity: Fidelity) -> Bench {
        self.bench_on(&self.course, truth, fidelity)
    }

    /// When a piece has come to an aim if it is left along timelines by the time on the heat: all that has happened by
    /// `now_s` is the same in them. What is past is found, too, but not what was before it went back on: that
    /// it was hot an hour ago is no reason to take it off.
    pub fn seek(
        &self,
        bench: &Bench,
        now_s: f64,
        aim: f64,
        timeline: &dyn Fn(f64) -> Timeline,
    ) -> Stop {
        self.seek_since(bench, now_s, aim, self.back_s(), timeline)
    }

    /// When it went back on the heat last, s; 0 where it never lay off it.
    pub fn back_s(&self) -> f64 {
        self.course.backs.last().map_or(0.0, |(_, back_s)| *back_s)
    }

    /// The same where only what is hot since then counts.
    pub fn seek_since(
        &self,
        bench: &Bench,
        now_s: f64,
        aim: f64,
        since_s: f64,
        timeline: &dyn Fn(f64) -> Timeline,
    ) -> Stop {
        let measure = self.sought.measure;
        let so_far = timeline(now_s);
        let mut begun = bench.begin();
        if since_s > 0.0 {
            begun.to(&so_far, since_s, &mut ());
        }
        let mut until_now = begun.clone();
        let mut peaks_now = PeakSink::new(&bench.column);
        until_now.to(&so_far, now_s, &mut peaks_now);
        let value = |off_s: f64| {
            let timeline = timeline(off_s);
            let (mut run, mut peaks) = (until_now.clone(), peaks_now.clone());
            run.to_peaks(&timeline, timeline.end_s(), &mut peaks);
            measure.of(&peaks, &bench.column)
        };
        let at_now = value(now_s);
        if at_now >= aim && now_s > since_s {
            let sooner = |off_s: f64| {
                let (mut run, mut peaks) = (begun.clone(), PeakSink::new(&bench.column));
                let leaving = so_far.leaving(off_s);
                run.to_peaks(&leaving, leaving.end_s(), &mut peaks);
                measure.of(&peaks, &bench.column)
            };
            let at_first = if since_s > 0.0 {
                sooner(since_s)
            } else {
                measure.at_start(bench)
            };
            if at_first >= aim {
                return Stop::Reached(since_s);
            }
            return bracketed(aim, (since_s, at_first), (now_s, at_now), sooner);
        }
        let guess_s = (self.told.off_heat_s - now_s).max(10.0);
        let after = |stop: Stop| match stop {
            Stop::Reached(s) => Stop::Reached(now_s + s),
            Stop::OutOfReach { best_s, best_c } => Stop::OutOfReach {
                best_s: now_s + best_s,
                best_c,
            },
        };
        after(search(aim, at_now, guess_s, |s| value(now_s + s)))
    }

    /// When a piece that is so is done, and is to be turned: everything to come at its share of the time.
    pub fn done_s(&self, truth: &Truth) -> (f64, Option<f64>) {
        self.done_on_s(&self.course, truth)
    }

    /// The same on another course.
    pub fn done_on_s(&self, course: &Course, truth: &Truth) -> (f64, Option<f64>) {
        let bench = self.bench_on(course, truth, Fidelity::FINE);
        let now_s = self.now_s.max(0.0);
        let stop = self.seek(&bench, now_s, self.sought.aim, &|s| {
            course.timeline(s, now_s)
        });
        match stop {
            Stop::Reached(s) => (self.crusted_s(course, s), None),
            Stop::OutOfReach { best_s, best_c } => {
                (best_s, Some((self.sought.aim - best_c).max(0.0)))
            }
        }
    }

    /// As long as its crust or its coat takes, too: before the last turn so many times as long; after it the last side lies as
    /// long as it was planned to, by as much longer or shorter as this piece takes than an ordinary one.
    fn crusted_s(&self, course: &Course, s: f64) -> f64 {
        let planned = self.told.turns_s.last();
        let turned = course
            .begins
            .iter()
            .rfind(|begin| begin.what == Some(What::Turn));
        let turns = |next: &ToCome| next.what == Some(What::Turn);
        let (Some(planned_s), Some(turned)) = (planned, turned) else {
            return s * self.longer;
        };
        if (self.longer - 1.0).abs() < f64::EPSILON || course.to_come.iter().any(turns) {
            return s * self.longer;
        }
        let now_s = self.now_s.max(0.0);
        let bench = self.bench_on(course, &Truth::asked(&self.cooking.piece), Fidelity::FINE);
        let timeline = |s: f64| course.timeline(s, now_s);
        let ordinary_s = self
            .seek(&bench, now_s, self.sought.aim, &timeline)
            .time_s();
        let gold_s = turned.at_s + self.told.off_heat_s - planned_s;
        let by_crust_s = gold_s * s / ordinary_s.max(1.0);
        if self.longer > 1.0 {
            by_crust_s.max(s)
        } else {
            by_crust_s
        }
    }

    /// What is promised: the figure of the card; once it stood too long, that of reheating.
    pub fn promise(&self) -> Option<Promise> {
        let reheated_s = self.course.reheated_s(self.rules());
        if reheated_s.is_some() {
            let figure_c = safety::reheated_c(self.rules());
            return Some(Promise {
                figure_c,
                shows_c: figure_c + safety::PROBE_ERRS_K,
                reheated_s,
            });
        }
        let (Goal::Figure(figure_c), Some(probe)) = (self.cooking.aim.goal, self.told.probe) else {
            return None;
        };
        Some(Promise {
            figure_c,
            shows_c: probe.shows_c,
            reheated_s: None,
        })
    }

    /// Why it is past serving, whoever eats.
    pub fn lost(&self) -> Option<Lost> {
        let now_s = self.course.served_s.unwrap_or(self.now_s);
        self.course.lost(self.rules(), self.told.off_heat_s, now_s)
    }

    /// It is over, or has not begun.
    pub fn is_idle(&self) -> bool {
        self.course.begins.is_empty()
            || !matches!(self.course.phase, Phase::OnHeat | Phase::Resting)
    }
}

pub(super) fn planned<'a>(cooking: &'a Cooking<'_>, told: &'a Plan) -> Planned<'a> {
    Planned {
        piece: &cooking.piece,
        method: cooking.method,
        chosen: &cooking.chosen,
        kitchen: cooking.kitchen,
        programme: &cooking.programme,
        timeline: &told.timeline,
    }
}

pub(super) fn felt<'a>(bench: &'a Bench, state: &'a State, down: usize) -> Felt<'a> {
    Felt {
        column: &bench.column,
        t_c: &state.heat.t_c,
        water_kg_m3: &state.heat.water_kg_m3,
        past: &state.past,
        down,
    }
}
