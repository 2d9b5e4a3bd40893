//! How a cook stands: the fold of plan, events and time.

use super::advice::{self, Advice};
use super::ask::{Askable, askable};
use super::course::{Course, LeftOut, Phase, Planned};
use super::event::{Event, Kind, Saw};
use super::probe::counted;
use super::say::{self, Because};
use super::seen::TracePoint;
use crate::belief::{Belief, Factor, Goes, Tried};
use crate::fish::Notice;
use crate::heat::Track;
use crate::methods::{Step, StepKind, Story};
use crate::plan::{
    Cooking, HOLDS_K, LONGER, Measure, Plan, PlanAsked, Probe, SLOW, Sought, Stop, TIMES_LONGER,
    bracketed, holds, prepared, say_probe, say_what_it_is, search, tell,
};
use crate::quantity::checked;
use crate::run::{
    Bench, Felt, Fidelity, FieldAsked, Outcome, PeakSink, Seen, SliceField, State, Tally, Timeline,
    Truth, Witness, Witnessed, run_together,
};
use crate::target::Goal;
use crate::{InputError, Within};
use serde::Serialize;

/// A cook as asked for.
#[derive(Debug, Clone)]
pub struct CookAsked {
    /// The plan that is cooked.
    pub plan: PlanAsked,
    /// What has happened.
    pub events: Vec<Event>,
    /// Now, s after the fish met the heat; negative before.
    pub now_s: f64,
    /// Sample the slice over time, as it is believed to be and to become.
    pub field: Option<FieldAsked>,
    /// Others in the same pan or bath.
    pub beside: Vec<BesideCook>,
}

/// Another cook in the same pan or bath.
#[derive(Debug, Clone)]
pub struct BesideCook {
    /// Its plan.
    pub plan: PlanAsked,
    /// What has happened to it.
    pub events: Vec<Event>,
    /// When it went in, s after this one; before below 0.
    pub in_s: f64,
}

/// No more share a pan.
const MOST_BESIDE: f64 = 7.0;

/// Three values of one figure: nine in ten are above the first, half the second, one in ten the third.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Spread {
    /// The low tenth.
    pub low: f64,
    /// The middle.
    pub mid: f64,
    /// The high tenth.
    pub high: f64,
}

/// What comes next.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Next {
    /// What to do.
    pub act: String,
    /// What kind of step.
    pub kind: StepKind,
    /// The event that says it is done.
    pub done: Kind,
    /// When, s after the fish met the heat.
    pub at_s: f64,
    /// It waits until then because the cook said so, s.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub held_until_s: Option<f64>,
    /// Temperature that belongs to it, C.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub at_c: Option<f64>,
    /// What it looks and feels like then.
    pub cues: Vec<&'static str>,
    /// What to mind.
    pub cautions: Vec<String>,
}

/// What is believed of one factor.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Learned {
    /// Which.
    pub key: String,
    /// In words.
    pub name: String,
    /// Mean, standard deviations of what it commonly is.
    pub mean: f64,
    /// One standard deviation now; it was 1.
    pub sd: f64,
}

/// How a cook stands.
#[derive(Debug, Clone)]
pub struct Standing {
    /// Where it stands.
    pub phase: Phase,
    /// The plan.
    pub plan: Plan,
    /// When it leaves the heat, or left it, s.
    pub off_heat_s: f64,
    /// From when it is worth looking, s.
    pub look_from_s: f64,
    /// Nine in ten are done by then, s.
    pub latest_s: f64,
    /// When the rest is over, s.
    pub serve_s: f64,
    /// Coldest point now, C.
    pub core_now_c: Spread,
    /// Coldest point at its highest, leaving as said here, C.
    pub lands_c: Spread,
    /// How likely it is to end in the band.
    pub in_band_share: f64,
    /// What comes next; nothing when it is over.
    pub next: Option<Next>,
    /// By how much the next act is late, s; 0 before.
    pub late_s: f64,
    /// All the steps, timed anew.
    pub steps: Vec<Step>,
    /// What the likeliest piece looks and feels like now; none before it is in.
    pub seen: Option<Seen>,
    /// Height of the cooked line now, from the face that was down first and from the other.
    pub lines_share: [f64; 2],
    /// How it will have come out in all likelihood.
    pub outcome: Outcome,
    /// The face that was down first is the flesh side.
    pub from_flesh: bool,
    /// The side that lies down now is the flesh side.
    pub flesh_down: bool,
    /// Why times are other than planned, the newest last.
    pub reasons: Vec<Because>,
    /// What is best done now, when something went otherwise.
    pub advice: Vec<Advice>,
    /// What can be said to be seen now.
    pub asks: Vec<Askable>,
    /// What is believed of piece and fire.
    pub learned: Vec<Learned>,
    /// The probe against what was expected.
    pub trace: Vec<TracePoint>,
    /// How far off its place the probe seems to be, mm from the middle; none while that cannot be told.
    pub probe_off_mm: Option<f64>,
    /// Events that were left out, and why.
    pub left_out: Vec<LeftOut>,
    /// Slice over time, as believed.
    pub field: Option<SliceField>,
    /// As it happened and will.
    pub timeline: Timeline,
    /// Why it must not be served; then nothing comes next.
    pub refused: Vec<Notice>,
}

/// A cook has no more events than this: a line cook's day of probe readings.
pub const MOST_EVENTS: f64 = 5000.0;

/// Folds a cook.
///
/// # Errors
/// [`InputError`] for anything wrong in the plan, and for an event that does not say what its kind takes.
pub fn cook(asked: &CookAsked) -> Result<Standing, InputError> {
    checked("now_s", asked.now_s, (-86400.0, 86400.0), "s")?;
    checked(
        "events",
        asked.events.len() as f64,
        (0.0, MOST_EVENTS),
        "events",
    )?;
    for (i, event) in asked.events.iter().enumerate() {
        event.check().at("events", i)?;
    }
    if let Some(field) = asked.field {
        field.check(FieldAsked::MOST).within("field")?;
    }
    let plan = PlanAsked {
        range: false,
        field: None,
        ..asked.plan.clone()
    };
    checked(
        "beside",
        asked.beside.len() as f64,
        (0.0, MOST_BESIDE),
        "others",
    )?;
    for (i, other) in asked.beside.iter().enumerate() {
        checked("in_s", other.in_s, (-86400.0, 86400.0), "s").at("beside", i)?;
        for (j, event) in other.events.iter().enumerate() {
            event.check().at("events", j).at("beside", i)?;
        }
    }
    prepared(&plan, |cooking| {
        let told = tell(cooking, &plan)?;
        let track = shared(cooking, &told, asked);
        Fold::new(cooking, told, asked, track)?.stand()
    })
    .within("plan")
}

/// Where the pan or bath goes with all that are in it, each as asked and on its own course; none where nobody shares
/// one. Who goes in later than this one's time is not in yet.
fn shared(cooking: &Cooking<'_>, told: &Plan, asked: &CookAsked) -> Option<Track> {
    if asked.beside.is_empty() || cooking.programme.reservoir.is_none() {
        return None;
    }
    let mut all = vec![of_the_pan(cooking, told, &asked.events, asked.now_s, 0.0)];
    for other in &asked.beside {
        let now_s = asked.now_s - other.in_s;
        if now_s < 0.0 {
            continue;
        }
        // Who cannot be planned takes no heat from this one.
        let found = prepared(&other.plan, |cooking| {
            let told = tell(
                cooking,
                &PlanAsked {
                    range: false,
                    field: None,
                    ..other.plan.clone()
                },
            )?;
            Ok(of_the_pan(cooking, &told, &other.events, now_s, other.in_s))
        });
        all.extend(found.ok());
    }
    // The first in has the pan as it was; times count from then.
    all.sort_by(|a, b| a.2.total_cmp(&b.2));
    let first_s = all.first().map_or(0.0, |one| one.2);
    let runs: Vec<(&Bench, &Timeline, f64)> = all
        .iter()
        .map(|(bench, timeline, in_s)| (bench, timeline, in_s - first_s))
        .collect();
    let mut sinks = vec![(); runs.len()];
    run_together(&runs, &mut sinks).map(|track| track.from_s(-first_s))
}

fn of_the_pan(
    cooking: &Cooking<'_>,
    told: &Plan,
    events: &[Event],
    now_s: f64,
    in_s: f64,
) -> (Bench, Timeline, f64) {
    let course = Course::of(&planned(cooking, told), events, now_s);
    let bench = Bench::new(
        &Truth::asked(cooking.piece),
        &course.programme_to_come(),
        Fidelity::ROUGH,
    );
    let timeline = course.timeline(told.off_heat_s, now_s.max(0.0));
    (bench, timeline, in_s)
}

/// Everything that a fold goes by.
pub(super) struct Fold<'a> {
    pub cooking: &'a Cooking<'a>,
    pub told: Plan,
    asked: &'a CookAsked,
    track: Option<Track>,
    pub now_s: f64,
    pub course: Course,
    pub sought: Sought,
    pub tried: Tried,
    /// On the heat so many times as long as what brings an ordinary piece to the aim: a crust takes that.
    longer: f64,
}

impl<'a> Fold<'a> {
    fn new(
        cooking: &'a Cooking<'a>,
        told: Plan,
        asked: &'a CookAsked,
        track: Option<Track>,
    ) -> Result<Self, InputError> {
        let course = Course::of(&planned(cooking, &told), &asked.events, asked.now_s);
        let tried = Tried::new(Factor::of(cooking.piece, &cooking.programme));
        let mut fold = Self {
            now_s: asked.now_s,
            sought: Sought::of(&cooking.aim),
            cooking,
            told,
            asked,
            track,
            course,
            tried,
            longer: 1.0,
        };
        if matches!(cooking.aim.goal, Goal::Middle) && cooking.method.browns {
            let bench = fold.bench(&Truth::asked(cooking.piece), Fidelity::FINE);
            let timeline = |s: f64| cooking.programme.timeline(s);
            let plain = fold.seek(&bench, 0.0, fold.sought.aim, &timeline).time_s();
            fold.longer = (fold.told.off_heat_s / plain.max(1.0)).max(1.0);
            if fold.longer < 1.02 {
                fold.longer = 1.0;
            }
        }
        Ok(fold)
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
    /// `now_s` is the same in them. What is past is found, too.
    pub fn seek(
        &self,
        bench: &Bench,
        now_s: f64,
        aim: f64,
        timeline: &dyn Fn(f64) -> Timeline,
    ) -> Stop {
        let measure = self.sought.measure;
        let so_far = timeline(now_s);
        let mut until_now = bench.begin();
        let mut peaks_now = PeakSink::new(&bench.column);
        until_now.to(&so_far, now_s, &mut peaks_now);
        let value = |off_s: f64| {
            let timeline = timeline(off_s);
            let (mut run, mut peaks) = (until_now.clone(), peaks_now.clone());
            run.to_peaks(&timeline, &mut peaks);
            measure.of(&peaks, &bench.column)
        };
        let at_now = value(now_s);
        if at_now >= aim && now_s > 0.0 {
            let sooner = |off_s: f64| {
                let mut peaks = PeakSink::new(&bench.column);
                bench.begin().to_peaks(&so_far.leaving(off_s), &mut peaks);
                measure.of(&peaks, &bench.column)
            };
            return bracketed(aim, (0.0, measure.at_start(bench)), (now_s, at_now), sooner);
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
        let bench = self.bench(truth, Fidelity::FINE);
        let now_s = self.now_s.max(0.0);
        let stop = self.seek(&bench, now_s, self.sought.aim, &|s| {
            self.course.timeline(s, now_s)
        });
        match stop {
            Stop::Reached(s) => (s * self.longer, None),
            Stop::OutOfReach { best_s, best_c } => {
                (best_s, Some((self.sought.aim - best_c).max(0.0)))
            }
        }
    }

    /// When a slow piece holds the figure that is promised.
    fn figure_s(&self, belief: &Belief, ln_s: &Goes, figure_c: f64) -> f64 {
        let slow = self
            .tried
            .truth(self.cooking.piece, &belief.design(ln_s, SLOW));
        let bench = self.bench(&slow, Fidelity::FINE);
        let now_s = self.now_s.max(0.0);
        let timeline = |s: f64| self.course.timeline(s, now_s);
        let mut off_s = self
            .seek(&bench, now_s, figure_c + HOLDS_K, &timeline)
            .time_s();
        for _ in 0..TIMES_LONGER {
            let timeline = timeline(off_s);
            let mut tally = Tally::new(&bench.column, &timeline);
            bench.run(&timeline, &mut tally);
            if holds(&tally, &self.cooking.aim, figure_c) {
                break;
            }
            off_s *= LONGER;
        }
        off_s
    }

    fn stand(self) -> Result<Standing, InputError> {
        let (piece, aim) = (self.cooking.piece, self.cooking.aim);
        let now_s = self.now_s.max(0.0);
        let is_in = !self.course.begins.is_empty();
        let so_far = self.course.timeline(self.told.off_heat_s, now_s);
        let (belief, weighed) = self.weigh(&so_far);
        let means = belief.means();
        let nothing_seen = weighed.is_empty();
        let likely = if nothing_seen {
            Truth::asked(piece)
        } else {
            self.tried.truth(piece, &means)
        };
        let as_planned = nothing_seen
            && !self.course.changed
            && self.track.is_none()
            && self.course.off_s.is_none()
            && so_far.begins == self.told.timeline.begins;
        let (mid_s, short) = if as_planned || self.course.off_s.is_some() {
            (self.course.off_s.unwrap_or(self.told.off_heat_s), None)
        } else {
            self.done_s(&likely)
        };
        // Everything to come stands where the likeliest piece has it.
        let to_come = self.course.timeline(mid_s, now_s);
        let on_heat = self.course.off_s.is_none();
        let fixed = |off_s: f64| {
            if on_heat {
                to_come.leaving(off_s)
            } else {
                to_come.clone()
            }
        };
        let rough = |truth: &Truth| self.members_figures(truth, now_s, mid_s, on_heat, &fixed);
        let rough_asked = rough(&Truth::asked(piece));
        let members: Vec<[f64; 3]> = self.tried.truths(piece).iter().map(rough).collect();
        let bench = self.bench(&likely, Fidelity::FINE);
        // How each goes: right for the likeliest piece.
        let goes = |figure: usize, likely: f64| {
            let values: Vec<f64> = members.iter().map(|m| m[figure]).collect();
            let goes = self.tried.goes(&values, rough_asked[figure], 0.0);
            goes.right_at(&means, likely)
        };
        let ln_s = goes(0, mid_s.max(1.0).ln());
        // As long as a piece like this takes by the plan: whatever is overdue is so by this.
        let nothing = vec![0.0; means.len()];
        let due_total_s = self.told.off_heat_s * (ln_s.of(&means) - ln_s.of(&nothing)).exp();
        let off_s = match aim.goal {
            _ if !on_heat || as_planned => mid_s,
            Goal::Figure(figure_c) => self.promised_s(&belief, &ln_s, figure_c),
            Goal::Middle | Goal::Rim(_) => mid_s,
        };
        let (mut look_from_s, mut latest_s) = (off_s, off_s);
        if on_heat {
            // A figure is looked for where an ordinary piece is; its range is that of the promise.
            let ratio = off_s / mid_s.max(1.0);
            look_from_s = (belief.quantile(&ln_s, 0.1).exp() * ratio).min(off_s);
            latest_s = (belief.quantile(&ln_s, 0.9).exp() * ratio).max(off_s);
            if matches!(aim.goal, Goal::Figure(_)) {
                look_from_s = off_s;
                latest_s = latest_s.max(off_s);
            }
        }
        let leaves_s = if on_heat && is_in {
            off_s.max(now_s)
        } else {
            off_s
        };
        let timeline = self.course.timeline(leaves_s, now_s);
        let timeline = if on_heat && is_in && leaves_s < mid_s {
            to_come.leaving(leaves_s)
        } else {
            timeline
        };
        let states = bench.states(&timeline, &[now_s]);
        let mut witness = Witness::new(&bench.column, &timeline, &aim, self.asked.field);
        bench.run(&timeline, &mut witness);
        let Witnessed {
            outcome,
            signs,
            field,
        } = witness.finish().ok_or(InputError::missing("times"))?;
        let felt_now = felt(&bench, &states[0], self.course.down());
        let core_c = bench.column.core_c(&states[0].heat);
        let core = goes(1, core_c);
        let lands = goes(2, outcome.core_peak_c);
        let spread = |goes: &Goes| Spread {
            low: belief.quantile(goes, 0.1),
            mid: belief.quantile(goes, 0.5),
            high: belief.quantile(goes, 0.9),
        };
        let (band, measure) = (aim.band, self.sought.measure);
        let in_band_share = match measure {
            Measure::Coldest if matches!(aim.goal, Goal::Figure(_)) => {
                belief.share_within(&lands, band.low_c, f64::INFINITY)
            }
            Measure::Coldest => belief.share_within(&lands, band.low_c, band.high_c),
            Measure::Rim => f64::from(u8::from(
                10.0 * outcome.rim_mm >= self.sought.low
                    && 10.0 * outcome.rim_mm <= self.sought.high,
            )),
        };
        let story = Story {
            timeline: &timeline,
            heating: &self.cooking.programme.heating,
            off: &signs.off,
            line: &signs.cooked_line,
            look_from_s,
            served_c: signs.served_c,
            core_peak_c: outcome.core_peak_c,
            gets_there: short.is_none() && self.sought.reached(&outcome),
        };
        let mut steps =
            self.cooking
                .method
                .words(piece, &self.cooking.chosen, self.cooking.kitchen, &story)?;
        carry_over(&self.told.steps, &mut steps);
        say_what_it_is(piece, &signs, &mut steps);
        if let Some(probe) = self.told.probe {
            let later_s = off_s - self.told.off_heat_s;
            let probe = Probe {
                from_s: probe.from_s + later_s,
                ..probe
            };
            say_probe(piece, &timeline, probe, &mut steps);
        }
        let refused = self.told.refused.clone();
        if !refused.is_empty() {
            steps.clear();
        }
        let next = say::next(&self, &steps, &timeline, off_s, due_total_s);
        let late_s = next.as_ref().map_or(0.0, |next| {
            let from_s = next.held_until_s.unwrap_or(next.at_s).max(next.at_s);
            (self.now_s - from_s).max(0.0)
        });
        let reasons = say::reasons(&self, &weighed, &ln_s, &self.tried);
        let advice = if refused.is_empty()
            && is_in
            && matches!(self.course.phase, Phase::OnHeat | Phase::Resting)
        {
            advice::advise(&self, &likely, off_s, &outcome)
        } else {
            vec![]
        };
        let trace = self.trace(&belief, &likely, &timeline);
        let (off_mm, off_sd) = belief.probe_off_mm();
        let told_apart = !trace.is_empty() && off_mm.abs() > off_sd.max(1.0);
        let seen = is_in.then(|| bench.seen(&states[0])).transpose()?;
        let from_high = self.course.high_first();
        Ok(Standing {
            phase: self.course.phase,
            off_heat_s: off_s,
            look_from_s,
            latest_s,
            serve_s: timeline.end_s(),
            core_now_c: spread(&core),
            lands_c: spread(&lands),
            in_band_share,
            late_s,
            next,
            steps,
            seen,
            lines_share: [
                felt_now.line_share(from_high),
                felt_now.line_share(!from_high),
            ],
            outcome,
            from_flesh: from_high,
            flesh_down: self.course.down() == 1,
            reasons,
            advice,
            asks: askable(self.cooking, &self.told, self.course.phase),
            learned: self.learned(&belief),
            trace,
            probe_off_mm: told_apart.then_some(off_mm),
            left_out: self.course.left_out.clone(),
            field,
            timeline,
            refused,
            plan: self.told,
        })
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
            let at_now = |s: f64| if s > now_s { fixed(s) } else { fixed(now_s) };
            self.seek(&bench, now_s, self.sought.aim, &at_now).time_s()
        } else {
            off_s
        };
        let timeline = fixed(off_s.max(now_s));
        let mut run = bench.begin();
        let mut peaks = PeakSink::new(&bench.column);
        run.to(&timeline, now_s, &mut peaks);
        let core_c = bench.column.core_c(run.heat());
        run.to_peaks(&timeline, &mut peaks);
        [done_s.max(1.0).ln(), core_c, peaks.coldest_c()]
    }

    /// When what is promised to slow pieces is kept: never sooner for what was seen or felt, only for a probe.
    fn promised_s(&self, belief: &Belief, ln_s: &Goes, figure_c: f64) -> f64 {
        let before = Belief::new(self.tried.factors().len());
        let at_first_s = if self.course.changed {
            self.figure_s(&before, ln_s, figure_c)
        } else {
            self.told.off_heat_s
        };
        let off_s = at_first_s.max(self.figure_s(belief, ln_s, figure_c));
        let shown = self
            .told
            .probe
            .and_then(|probe| self.shown_s(probe.shows_c));
        shown.map_or(off_s, |at_s| off_s.min(at_s))
    }

    /// When a probe in the middle first showed so much, s.
    fn shown_s(&self, shows_c: f64) -> Option<f64> {
        let readings = counted(&self.course.observed).into_iter();
        let mut shown = readings.filter_map(|o| match o.saw {
            Saw::Probe {
                c,
                depth_share: None,
            } if c >= shows_c => Some(o.at_s),
            _ => None,
        });
        shown.next()
    }

    /// Whether one did.
    pub fn shown(&self, shows_c: f64) -> bool {
        self.shown_s(shows_c).is_some()
    }

    fn learned(&self, belief: &Belief) -> Vec<Learned> {
        let (means, sds) = (belief.means(), belief.spreads());
        let factors = self.tried.factors().iter().zip(means.iter().zip(&sds));
        factors
            .map(|(factor, (mean, sd))| Learned {
                key: factor.key.clone(),
                name: factor.name.clone(),
                mean: *mean,
                sd: *sd,
            })
            .collect()
    }
}

fn planned<'a>(cooking: &'a Cooking<'_>, told: &'a Plan) -> Planned<'a> {
    Planned {
        piece: cooking.piece,
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
        heat: &state.heat,
        past: &state.past,
        down,
    }
}

/// What the plan says beside the words of its method: what is minded at its steps.
fn carry_over(planned: &[Step], steps: &mut [Step]) {
    for step in steps.iter_mut() {
        let twins = planned
            .iter()
            .filter(|p| p.kind == step.kind && p.act == step.act);
        for caution in twins.flat_map(|twin| &twin.cautions) {
            if !step.cautions.contains(caution) {
                step.cautions.push(caution.clone());
            }
        }
    }
}
