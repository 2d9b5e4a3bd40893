//! How a cook stands: the fold of plan, events and time.

use super::advice;
use super::alarm::alarms;
use super::answer::{Learned, PromiseTold, Spread, Standing};
use super::ask::askable;
use super::asked::CookAsked;
use super::believe::{Believed, Promised};
use super::course::Phase;
use super::event::Happened;
use super::fold::{Fold, felt};
use super::gate::served_rightly;
use super::next::{Next, View};
use super::release::AGAIN_S;
use super::say;
use super::shared::shared;
use crate::belief::{Belief, Response};
use crate::methods::{Step, Story};
use crate::plan::{Measure, Probe, Stop, prepared, say_batches, say_probe, say_what_it_is, tell};
use crate::run::{Bench, Fidelity, State, Timeline, Witness, Witnessed};
use crate::target::Goal;
use crate::{InputError, Within};

/// Folds a cook.
///
/// # Errors
/// [`InputError`] for anything wrong in the plan, and for an event that does not say what its kind takes.
pub fn cook(asked: &CookAsked) -> Result<Standing, InputError> {
    let plan = asked.checked()?;
    prepared(&plan, |cooking| {
        let told = tell(cooking, &plan)?;
        let (track, alone) = shared(cooking, &told, asked);
        let (events, wrong) = served_rightly(cooking, &told, asked, track.as_ref())?;
        let asked = CookAsked {
            events,
            ..asked.clone()
        };
        let mut standing = Fold::new(cooking, told, &asked, track)?.stand()?;
        standing.left_out.extend(wrong);
        standing.left_out.extend(alone);
        Ok(standing)
    })
    .within("plan")
}

/// When it leaves the heat, and from when to when that may be, s.
struct Leaves {
    off_s: f64,
    look_from_s: f64,
    latest_s: f64,
}

/// The likely piece, and what its run is like.
struct Ran {
    bench: Bench,
    timeline: Timeline,
    /// Now.
    now: State,
    witnessed: Witnessed,
}

impl From<Promised> for PromiseTold {
    fn from(p: Promised) -> Self {
        Self {
            figure_c: p.promise.figure_c,
            shows_c: p.promise.shows_c,
            from_s: p.from_s,
            clock_s: p.clock_s,
            place: p.place,
            two_spots_s: p.probed.released_s,
            held_c: p.probed.held_c(),
            reheated: p.promise.reheated_s.is_some(),
        }
    }
}

impl Fold<'_> {
    /// When it leaves the heat: as it is believed, and where a figure is promised as that is kept.
    fn leaves(&self, believed: &Believed, ln_s: &Response, promised: Option<&Promised>) -> Leaves {
        let mid_s = believed.mid_s;
        let figure = matches!(self.cooking.aim.goal, Goal::Figure(_));
        let on_heat = self.course.off_s.is_none();
        let off_s = match promised {
            _ if !on_heat => mid_s,
            Some(promised) => {
                let clock_s = promised.clock_s.unwrap_or(mid_s);
                match (promised.probed.released_s, promised.probed.held_s()) {
                    (Some(released_s), _) => clock_s.min(released_s),
                    // Off the heat only when it was read anew.
                    (None, Some(held_s)) => clock_s.max(held_s + AGAIN_S).max(promised.from_s),
                    (None, None) => clock_s,
                }
            }
            None if figure && !believed.as_planned => self.clock_s(believed, ln_s).unwrap_or(mid_s),
            None => self
                .by_its_coat(believed, mid_s)
                .map_or(mid_s, |coat| coat.off_s),
        };
        if !on_heat {
            return Leaves {
                off_s,
                look_from_s: off_s,
                latest_s: off_s,
            };
        }
        // A figure is looked for where an ordinary piece is; its range is that of the promise.
        let ratio = off_s / mid_s.max(1.0);
        let quantile = |p: f64| believed.belief.quantile(ln_s, p).exp() * ratio;
        let figure = figure || promised.is_some();
        Leaves {
            off_s,
            look_from_s: if figure {
                off_s
            } else {
                quantile(0.1).min(off_s)
            },
            latest_s: quantile(0.9).max(off_s),
        }
    }

    /// Whether the fish is on the heat, and not only about to be.
    fn is_on(&self) -> bool {
        self.course.off_s.is_none() && !self.course.begins.is_empty()
    }

    /// The likely piece, run along what happened and on as it is expected to go.
    fn ran(&self, believed: &Believed, off_s: f64) -> Result<Ran, InputError> {
        let now_s = self.now_s.max(0.0);
        let bench = self.bench(&believed.likely, Fidelity::FINE);
        let leaves_s = if self.is_on() {
            off_s.max(now_s)
        } else {
            off_s
        };
        let timeline = if self.is_on() && leaves_s < believed.mid_s {
            believed.to_come.leaving(leaves_s)
        } else {
            self.course.timeline(leaves_s, now_s)
        };
        let now = bench
            .states(&timeline, &[now_s])
            .pop()
            .ok_or(InputError::missing("now_s"))?;
        let aim = self.cooking.aim;
        let mut witness = Witness::new(&bench.column, &timeline, &aim, self.asked.field);
        bench.run(&timeline, &mut witness);
        let witnessed = witness.finish().ok_or(InputError::missing("times"))?;
        Ok(Ran {
            bench,
            timeline,
            now,
            witnessed,
        })
    }

    /// Its steps, told as the card tells them.
    fn steps(
        &self,
        ran: &Ran,
        look_from_s: f64,
        short: bool,
        promised: Option<&Promised>,
    ) -> Result<Vec<Step>, InputError> {
        if !self.told.refused.is_empty() {
            return Ok(vec![]);
        }
        let (cooking, signs) = (self.cooking, &ran.witnessed.signs);
        let story = Story {
            timeline: &ran.timeline,
            heating: &cooking.programme.heating,
            signs,
            look_from_s,
            core_peak_c: ran.witnessed.outcome.core_peak_c,
            gets_there: !short && self.sought.reached(&ran.witnessed.outcome),
        };
        let (method, piece) = (cooking.method, &*cooking.piece);
        let mut steps = method.words(piece, &cooking.chosen, cooking.kitchen, &story)?;
        carry_over(&self.told.steps, &mut steps);
        say_what_it_is(piece, &story, &mut steps);
        if let (Some(party), Some(room)) = (&self.told.party, &cooking.room) {
            say_batches(party, room.shelf, &mut steps);
        }
        if let Some(promised) = promised {
            let probe = Probe {
                from_s: promised.from_s,
                shows_c: promised.promise.shows_c,
            };
            say_probe(piece, &ran.timeline, probe, &mut steps);
        }
        Ok(steps)
    }

    /// How likely it lands where it is to.
    fn in_band_share(&self, belief: &Belief, lands: &Response, rim_mm: f64) -> f64 {
        let (aim, sought) = (&self.cooking.aim, &self.sought);
        match sought.measure {
            Measure::Coldest if matches!(aim.goal, Goal::Figure(_)) => {
                belief.share_within(lands, aim.band.low_c, f64::INFINITY)
            }
            Measure::Coldest => belief.share_within(lands, aim.band.low_c, aim.band.high_c),
            Measure::Rim => f64::from(u8::from(
                10.0 * rim_mm >= sought.low && 10.0 * rim_mm <= sought.high,
            )),
        }
    }

    /// Everything, said.
    pub fn stand(self) -> Result<Standing, InputError> {
        let believed = self.believe();
        let (belief, likely) = (&believed.belief, &believed.likely);
        let ln_s = believed.ln_s(&self.tried);
        let promised = self.promised(&believed, &ln_s);
        let Leaves {
            off_s,
            look_from_s,
            latest_s,
        } = self.leaves(&believed, &ln_s, promised.as_ref());
        let ran = self.ran(&believed, off_s)?;
        let short = believed.short.is_some();
        let steps = self.steps(&ran, look_from_s, short, promised.as_ref())?;
        let alarms = alarms(&self, promised.as_ref().map(|p| p.released));
        // As long as a piece like this takes by the plan: whatever is overdue is so by this.
        let nothing = vec![0.0; believed.means.len()];
        let slower = ln_s.of(&believed.means) - ln_s.of(&nothing);
        let view = View {
            fold: &self,
            steps: &steps,
            timeline: &ran.timeline,
            off_s,
            due_total_s: self.told.off_heat_s * slower.exp(),
            promised: promised.as_ref(),
            lost: self.lost(),
            holding: self.course.holding(self.rules()),
            alarms: &alarms,
            back_for_s: self.back_for_s(promised.as_ref(), &believed),
        };
        let refused = self.told.refused.clone();
        let to_come = if refused.is_empty() {
            view.to_come()
        } else {
            vec![]
        };
        let (holding, lost) = (view.holding, view.lost.is_some());
        let late_s = to_come
            .first()
            .map_or(0.0, |next: &Next| (self.now_s - next.due_s()).max(0.0));
        let mut reasons = say::reasons(&self, &believed, &ln_s, promised.is_some());
        let coat = self.by_its_coat(&believed, believed.mid_s);
        reasons.extend(coat.and_then(|coat| coat.because(believed.mid_s)));
        if let Some(promised) = &promised {
            reasons.extend(say::verdict(&self, &believed, promised));
        }
        let outcome = ran.witnessed.outcome;
        let advice = if refused.is_empty() && !self.is_idle() && !lost {
            advice::advise(&self, likely, off_s, &outcome, promised.as_ref())
        } else {
            vec![]
        };
        let trace = self.trace(belief, likely, &ran.timeline);
        let (off_mm, off_sd) = belief.probe_off_mm();
        let told_apart = !trace.is_empty() && off_mm.abs() > off_sd.max(1.0);
        let is_in = !self.course.begins.is_empty();
        let seen = is_in.then(|| ran.bench.seen(&ran.now)).transpose()?;
        let felt_now = felt(&ran.bench, &ran.now, self.course.down());
        let from_high = self.course.high_first();
        let core = believed.goes(&self.tried, 1, ran.bench.column.core_c(&ran.now.heat));
        let lands = believed.goes(&self.tried, 2, outcome.core_peak_c);
        let spread = |goes: &Response| Spread {
            low: belief.quantile(goes, 0.1),
            mid: belief.quantile(goes, 0.5),
            high: belief.quantile(goes, 0.9),
        };
        Ok(Standing {
            phase: self.course.phase,
            off_heat_s: off_s,
            look_from_s,
            latest_s,
            serve_s: ran.timeline.end_s(),
            core_now_c: spread(&core),
            lands_c: spread(&lands),
            in_band_share: self.in_band_share(belief, &lands, outcome.rim_mm),
            late_s,
            to_come,
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
            learned: self.learned(belief),
            trace,
            probe_off_mm: told_apart.then_some(off_mm),
            left_out: self.course.left_out.clone(),
            field: ran.witnessed.field,
            timeline: ran.timeline,
            refused,
            released: promised.as_ref().map(|p| p.released),
            promise: promised.map(PromiseTold::from),
            holding,
            alarms,
            knowingly: self.course.knowingly,
            plan: self.told,
        })
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

    /// Back on the heat an ordinary piece is worth probing after so long, s; none where that is not asked.
    fn back_for_s(&self, promised: Option<&Promised>, believed: &Believed) -> Option<f64> {
        /// Said to the nearest of these, s.
        const ROUND_S: f64 = 10.0;
        let promised = promised?;
        if self.course.phase != Phase::Resting || promised.released {
            return None;
        }
        let now_s = self.now_s;
        let back = super::Event::new("back", now_s, Happened::Back);
        let course = self.course.with(&self.planned(), &back)?;
        let bench = self.bench_on(&course, &believed.likely, Fidelity::FINE);
        let timeline = |s: f64| -> Timeline { course.timeline(s, now_s) };
        let aim = promised.promise.shows_c;
        match self.seek_since(&bench, now_s, aim, now_s, &timeline) {
            Stop::Reached(s) => Some(ROUND_S * ((s - now_s).max(AGAIN_S) / ROUND_S).ceil()),
            Stop::OutOfReach { .. } => None,
        }
    }
}

/// What the plan says beside the words of its method: what is minded at its steps.
fn carry_over(planned: &[Step], steps: &mut [Step]) {
    for step in steps.iter_mut() {
        let twins = planned.iter().filter(|p| p.act.id == step.act.id);
        for caution in twins.flat_map(|twin| &twin.cautions) {
            if !step.cautions.contains(caution) {
                step.cautions.push(caution.clone());
            }
        }
    }
}
