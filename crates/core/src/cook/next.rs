//! What comes next: one act, when it is due, and the event that says it is done.

use super::alarm::Alarm;
use super::believe::Promised;
use super::course::Phase;
use super::event::Kind;
use super::fold::Fold;
use super::holding::{Holding, Lost};
use super::release::{AGAIN_S, TOGETHER_S};
use crate::methods::{BELOW_FIGURE, Step, StepKind};
use crate::run::{Mark, Timeline};
use serde::Serialize;

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
    /// What such an event says, where it says something.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub says: Option<&'static str>,
    /// An event that may be had instead: served by the clock where there is no probe.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub instead: Option<Kind>,
    /// When, s after the fish met the heat.
    pub at_s: f64,
    /// How long it takes until it is worth looking again, s.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub for_s: Option<f64>,
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

/// What a next act goes by.
pub(super) struct View<'a> {
    pub fold: &'a Fold<'a>,
    pub steps: &'a [Step],
    pub timeline: &'a Timeline,
    pub off_s: f64,
    pub due_total_s: f64,
    pub promised: Option<&'a Promised>,
    pub lost: Option<Lost>,
    pub holding: Option<Holding>,
    pub alarms: &'a [Alarm],
    /// Back on the heat it would be worth probing after so long, s.
    pub back_for_s: Option<f64>,
}

/// The event that says that a step is done.
fn done_by(kind: StepKind, mark: Option<Mark>) -> Kind {
    match (kind, mark) {
        (StepKind::Prepare, _) => Kind::Heating,
        (StepKind::Start, _) => Kind::In,
        (StepKind::Turn, _) => Kind::Turned,
        (StepKind::Adjust, Some(Mark::IntoOven)) => Kind::IntoOven,
        (StepKind::Adjust, Some(Mark::Halfway)) => Kind::Halfway,
        (StepKind::Adjust, Some(Mark::FireLow)) => Kind::FireLow,
        (StepKind::Adjust, _) => Kind::Lid,
        (StepKind::Look | StepKind::Off, _) => Kind::Off,
        (StepKind::Probe, _) => Kind::Probe,
        (StepKind::Serve, _) => Kind::Served,
        (StepKind::BackOn, _) => Kind::Back,
        (StepKind::Chill, _) => Kind::Chilled,
        (StepKind::Discard, _) => Kind::Discarded,
    }
}

impl View<'_> {
    fn step(&self, kind: StepKind) -> Option<&Step> {
        self.steps.iter().find(|step| step.kind == kind)
    }

    /// An act that no step of the card is.
    fn own(&self, kind: StepKind, act: &str, at_s: f64) -> Next {
        Next {
            act: act.to_owned(),
            kind,
            done: done_by(kind, None),
            says: None,
            instead: None,
            at_s,
            for_s: None,
            held_until_s: self.held(at_s),
            at_c: None,
            cues: vec![],
            cautions: vec![],
        }
    }

    fn held(&self, at_s: f64) -> Option<f64> {
        let fold = self.fold;
        let until = fold.course.held_until_s;
        until.filter(|until| *until > at_s.max(fold.now_s))
    }

    fn tell(&self, step: &Step, at_s: f64, mark: Option<Mark>) -> Next {
        let cautions = step.cautions.iter().map(|c| c.message.to_string());
        Next {
            done: done_by(step.kind, mark),
            at_c: step.at_c,
            cues: step.cues.clone(),
            cautions: cautions.collect(),
            ..self.own(step.kind, &step.act, at_s)
        }
    }

    /// What comes next.
    pub fn next(&self) -> Option<Next> {
        let course = &self.fold.course;
        match course.phase {
            Phase::Heating | Phase::OnHeat | Phase::Resting => {
                self.danger().or_else(|| match course.phase {
                    Phase::Heating => self.heating(),
                    Phase::OnHeat => self.on_heat(),
                    _ => self.resting(),
                })
            }
            Phase::Served | Phase::Closed => None,
        }
    }

    /// What comes before anything else.
    fn danger(&self) -> Option<Next> {
        let (fold, now_s) = (self.fold, self.fold.now_s);
        if let Some(alarm) = self.alarms.iter().find(|alarm| alarm.now) {
            let on = alarm.code == "fire_off";
            return Some(Next {
                done: Kind::Heat,
                says: Some(if on { "on" } else { "off" }),
                ..self.own(StepKind::Adjust, alarm.message, alarm.since_s)
            });
        }
        let (_, message) = self.lost?;
        Some(if fold.course.phase == Phase::OnHeat {
            let act = "Off the heat: it is lost. Mind the oil and the pan";
            self.own(StepKind::Off, act, now_s)
        } else {
            self.own(StepKind::Discard, message, now_s)
        })
    }

    fn heating(&self) -> Option<Next> {
        let fold = self.fold;
        match fold.course.heating_s {
            // The last thing that is set to heat says when all is hot.
            Some(since_s) => {
                let ready_s = since_s + fold.told.heat_up_s();
                self.step(StepKind::Start).map(|step| {
                    let mut next = self.tell(step, ready_s, None);
                    if fold.now_s < ready_s {
                        // Until then, how it looks when it is hot.
                        let last = |s: &&Step| s.kind == StepKind::Prepare;
                        let prepare = self.steps.iter().rev().find(last);
                        next.cues = prepare.map_or(vec![], |p| p.cues.clone());
                        next.at_c = prepare.and_then(|p| p.at_c);
                    }
                    next
                })
            }
            None => {
                let first = self.step(StepKind::Prepare);
                first
                    .filter(|_| fold.told.heat_up_s() > 0.0)
                    .or_else(|| self.step(StepKind::Start))
                    .map(|step| self.tell(step, fold.now_s.min(0.0), None))
            }
        }
    }

    fn on_heat(&self) -> Option<Next> {
        let (fold, course) = (self.fold, &self.fold.course);
        if let Some(released_s) = self.promised.and_then(|p| p.probed.released_s) {
            return self
                .step(StepKind::Off)
                .map(|off| self.tell(off, released_s, None));
        }
        let begun = course.begins.len();
        let pending = self.timeline.begins.get(begun..).unwrap_or_default();
        if let Some(begin) = pending.iter().find(|begin| begin.mark.is_some()) {
            let step = self.steps.iter().find(|step| {
                matches!(step.kind, StepKind::Turn | StepKind::Adjust)
                    && (step.at_s - begin.at_s).abs() < 1e-6
            });
            if let Some(step) = step {
                // Due is when it should have been, whether it was or not.
                let due_s = course.due_s(begin.mark, self.due_total_s);
                let at_s = due_s.unwrap_or(begin.at_s).min(begin.at_s);
                return Some(self.tell(step, at_s, begin.mark));
            }
        }
        if let Some(probe) = self.promised.and_then(|p| self.probe_on_heat(p)) {
            return Some(probe);
        }
        let look = self
            .step(StepKind::Look)
            .filter(|look| look.at_s > fold.now_s);
        let off = self.step(StepKind::Off)?;
        let at_s = look.map_or(self.off_s, |look| look.at_s);
        let mut next = self.tell(look.unwrap_or(off), at_s, None);
        if look.is_none() {
            // While it is worth looking, what to look for; and where a probe decides, that it does.
            let looking = self.step(StepKind::Look);
            let early = |s: &&Step| s.kind == StepKind::Probe && s.at_s < off.at_s;
            let probing = self.steps.iter().find(early);
            for step in looking.into_iter().chain(probing) {
                let also = step.cues.iter().filter(|cue| !off.cues.contains(cue));
                next.cues.extend(also);
            }
        }
        Some(next)
    }

    /// A probe decides, and something of it is to be done now or soon.
    fn probe_on_heat(&self, promised: &Promised) -> Option<Next> {
        let now_s = self.fold.now_s;
        let probed = &promised.probed;
        if let Some(held_s) = probed.held_s() {
            let at_s = (held_s + AGAIN_S).max(promised.from_s);
            return Some(self.probe("Stay on, and probe again in two spots", promised, at_s));
        }
        if let Some(first) = &probed.first
            && now_s <= first.at_s + TOGETHER_S
        {
            let until_s = first.at_s + TOGETHER_S;
            return Some(self.probe("Probe a second spot", promised, until_s));
        }
        let early = now_s < promised.from_s && self.off_s > promised.from_s;
        // Where no clock lets it off, only a probe does.
        (early || promised.clock_s.is_none())
            .then(|| self.probe("Probe two spots", promised, promised.from_s))
    }

    fn probe(&self, act: &str, promised: &Promised, at_s: f64) -> Next {
        let last = |s: &&Step| s.kind == StepKind::Probe;
        let step = self.steps.iter().rev().find(last);
        let on_heat = self.fold.course.phase == Phase::OnHeat;
        let cautions = step.into_iter().flat_map(|step| &step.cautions);
        Next {
            at_c: Some(promised.promise.shows_c),
            cues: step.map_or(vec![], |step| step.cues.clone()),
            // On the heat it stays where it is.
            cautions: cautions
                .filter(|caution| !(on_heat && caution.code == BELOW_FIGURE))
                .map(|caution| caution.message.to_string())
                .collect(),
            ..self.own(
                StepKind::Probe,
                &format!("{act}, {}: at least", promised.place),
                at_s,
            )
        }
    }

    fn resting(&self) -> Option<Next> {
        let (fold, now_s) = (self.fold, self.fold.now_s);
        let end_s = self.timeline.end_s();
        let released = self.promised.is_none_or(|p| p.released);
        let reheated = self
            .promised
            .is_some_and(|p| p.promise.reheated_s.is_some());
        let stood = |holding: &Holding| now_s >= holding.eat_or_chill_by_s && !reheated;
        if let Some(holding) = self.holding.filter(stood) {
            let act = if released {
                "Eat it now, or chill it"
            } else {
                "Too long on the side: chill it, or throw it away"
            };
            return Some(Next {
                instead: released.then_some(Kind::Served),
                ..self.own(StepKind::Chill, act, holding.eat_or_chill_by_s)
            });
        }
        let serve = || {
            self.step(StepKind::Serve)
                .map(|step| self.tell(step, end_s, None))
        };
        let Some(promised) = self.promised else {
            return serve();
        };
        let probed = &promised.probed;
        let second = probed
            .first
            .as_ref()
            .filter(|first| now_s <= first.at_s + TOGETHER_S);
        let by_clock = (promised.released && fold.rested()).then_some(Kind::Served);
        if probed.released_s.is_some() || (promised.released && fold.cooking.kitchen.no_thermometer)
        {
            return serve();
        }
        if let Some(first) = second {
            let probe = self.probe("Probe a second spot", promised, first.at_s + TOGETHER_S);
            return Some(Next {
                instead: by_clock,
                ..probe
            });
        }
        if promised.released || promised.gets_there {
            let again_s = probed.held_s().map_or(end_s, |s| end_s.max(s + AGAIN_S));
            let probe = self.probe("Before you serve: probe two spots", promised, again_s);
            return Some(Next {
                instead: by_clock,
                ..probe
            });
        }
        Some(Next {
            for_s: self.back_for_s,
            at_c: Some(promised.promise.shows_c),
            cues: vec!["Then probe two spots: both have to show it."],
            ..self.own(
                StepKind::BackOn,
                "Back on the heat: it is not hot enough",
                probed
                    .held_s()
                    .unwrap_or(self.off_s)
                    .max(self.off_s)
                    .min(now_s),
            )
        })
    }
}
