//! What is to come: acts in their order, when each is due, and the event that says it is done. The first comes next.
//!
//! A device that is out of touch strikes off what it has done and could not send, and shows the rest as it was told; it
//! judges nothing. What only a fold can judge (a probe, going back on) is said to be so.

use super::alarm::Alarm;
use super::believe::Promised;
use super::course::Phase;
use super::event::Happened;
use super::fold::Fold;
use super::holding::{Holding, Lost};
use super::release::{AGAIN_S, TOGETHER_S};
use crate::methods::{BELOW_FIGURE, Step};
use crate::run::{Timeline, What, act_id};
use serde::Serialize;

/// An act to come.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Next {
    /// The act, by its name among those of the plan.
    pub id: String,
    /// What to do.
    pub act: String,
    /// What is done.
    pub kind: What,
    /// What says that it is done, to be sent as it is; none where more belongs to it, or only looking.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub done: Option<Happened>,
    /// What may be said instead: served by the clock where there is no probe, off where it was looked at.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub instead: Option<Happened>,
    /// When, s after the fish met the heat.
    pub at_s: f64,
    /// How long it takes until it is worth looking again, s.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub for_s: Option<f64>,
    /// It waits until then because the cook said so, s.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub held_until_s: Option<f64>,
    /// When it is late, and what of it; none of what nobody waits for.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub late: Option<Late>,
    /// It is over by then, done or not, s.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub until_s: Option<f64>,
    /// Acts to come without which it is none: those that stand before it and are not named here may be left out.
    #[serde(skip_serializing_if = "Vec::is_empty")]
    pub after: Vec<String>,
    /// Whether it is done is only told, never struck off.
    #[serde(skip_serializing_if = "std::ops::Not::not")]
    pub told: bool,
    /// Temperature that belongs to it, C.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub at_c: Option<f64>,
    /// What it looks and feels like then.
    pub cues: Vec<&'static str>,
    /// What to mind.
    pub cautions: Vec<String>,
}

/// From when on an act is late, s after the fish met the heat.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Late {
    /// It is said to be.
    pub from_s: f64,
    /// It is called out once more; never for what is only looked at.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub calls_s: Option<f64>,
    /// Nobody is there: it was forgotten.
    pub forgotten_s: f64,
}

impl Late {
    /// So long after it was due, s. common practice, no source.
    pub(super) const AFTER_S: f64 = 5.0;
    const CALLS_AFTER_S: f64 = 20.0;
    const FORGOTTEN_AFTER_S: f64 = 1200.0;

    fn of(next: &Next) -> Option<Self> {
        let due_s = next.due_s();
        (next.kind != What::HeatUp).then(|| Self {
            from_s: due_s + Self::AFTER_S,
            calls_s: (next.kind != What::Look).then_some(due_s + Self::CALLS_AFTER_S),
            forgotten_s: due_s + Self::FORGOTTEN_AFTER_S,
        })
    }
}

impl Next {
    /// When it is due: as told, or as long as the cook holds it back, s.
    pub fn due_s(&self) -> f64 {
        self.held_until_s.unwrap_or(self.at_s).max(self.at_s)
    }
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

/// What says that an act is done, and needs nothing more said; none where the fold alone judges it.
fn done_by(what: What) -> Option<Happened> {
    Some(match what {
        What::HeatUp => Happened::Heating,
        What::In => Happened::In,
        What::Turn => Happened::Turned,
        What::SetAside => Happened::SetAside,
        What::IntoOven => Happened::IntoOven,
        What::Halfway => Happened::Halfway,
        What::FireLow => Happened::FireLow,
        What::LidOn => Happened::LID_ON,
        What::LidOff => Happened::Lid { on: Some(false) },
        What::Off => Happened::Off,
        What::Serve => Happened::SERVED,
        What::BackOn => Happened::Back,
        What::Chill => Happened::Chilled,
        What::Discard => Happened::Discarded,
        What::Look | What::Probe | What::Adjust => return None,
        What::Salt | What::Coat | What::Cut | What::Boil | What::Drain | What::Rest => return None,
        What::Thaw | What::Clean | What::Dry | What::Fill => return None,
        What::Marinate | What::Temper | What::Mix => return None,
    })
}

impl View<'_> {
    fn step(&self, what: What) -> Option<&Step> {
        self.steps.iter().find(|step| step.what() == what)
    }

    /// An act that no step of the card is.
    fn own(&self, kind: What, act: &str, at_s: f64) -> Next {
        Next {
            id: act_id(kind, 1),
            act: act.to_owned(),
            kind,
            done: done_by(kind),
            instead: None,
            at_s,
            for_s: None,
            held_until_s: self.held(at_s),
            late: None,
            until_s: None,
            after: vec![],
            told: matches!(kind, What::Probe | What::BackOn),
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

    fn tell(&self, step: &Step, at_s: f64) -> Next {
        let cautions = step.cautions.iter().map(|c| c.message.to_string());
        Next {
            id: step.act.id.clone(),
            at_c: step.at_c,
            cues: step.cues.clone(),
            cautions: cautions.collect(),
            ..self.own(step.what(), &step.act.words, at_s)
        }
    }

    /// Everything to come, the next first.
    pub fn to_come(&self) -> Vec<Next> {
        let mut all = self.acts();
        for next in &mut all {
            next.late = Late::of(next);
        }
        all
    }

    fn acts(&self) -> Vec<Next> {
        let phase = self.fold.course.phase;
        if matches!(phase, Phase::Served | Phase::Closed) {
            return vec![];
        }
        // What comes after a danger is told when that is over.
        if let Some(danger) = self.danger() {
            return vec![danger];
        }
        match phase {
            Phase::Heating => {
                let mut all = self.heating();
                let gate = act_id(What::In, 1);
                for mut act in self.on_heat() {
                    act.after.push(gate.clone());
                    all.push(act);
                }
                all
            }
            Phase::OnHeat => self.on_heat(),
            _ => self.resting(),
        }
    }

    /// What comes before anything else.
    fn danger(&self) -> Option<Next> {
        let (fold, now_s) = (self.fold, self.fold.now_s);
        if let Some(alarm) = self.alarms.iter().find(|alarm| alarm.now) {
            let on = alarm.code == "fire_off";
            return Some(Next {
                done: Some(Happened::heat(if on { "on" } else { "off" })),
                ..self.own(What::Adjust, alarm.message, alarm.since_s)
            });
        }
        let (_, message) = self.lost?;
        Some(if fold.course.phase == Phase::OnHeat {
            let act = "Off the heat: it is lost. Mind the oil and the pan";
            self.own(What::Off, act, now_s)
        } else {
            self.own(What::Discard, message, now_s)
        })
    }

    fn heating(&self) -> Vec<Next> {
        let fold = self.fold;
        let heat_up_s = fold.told.heat_up_s();
        let since_s = fold.course.heating_s;
        let now_s = fold.now_s.min(0.0);
        let first = self.step(What::HeatUp);
        let first = first.filter(|_| since_s.is_none() && heat_up_s > 0.0);
        let mut all: Vec<Next> = first
            .map(|step| self.tell(step, now_s))
            .into_iter()
            .collect();
        let ready_s = since_s.unwrap_or(now_s) + heat_up_s;
        all.extend(self.step(What::In).map(|step| {
            let mut next = self.tell(step, ready_s);
            if since_s.is_some() && fold.now_s < ready_s {
                // Until then, how it looks when it is hot: the last thing that is set to heat says so.
                let last = |s: &&Step| s.what() == What::HeatUp;
                let prepare = self.steps.iter().rev().find(last);
                next.cues = prepare.map_or(vec![], |p| p.cues.clone());
                next.at_c = prepare.and_then(|p| p.at_c);
            }
            next
        }));
        all
    }

    /// Those of the planned acts that change what the piece is in for, as they are due.
    fn changes(&self) -> Vec<Next> {
        let begins = &self.timeline.begins;
        let begun = self.fold.course.begins.len().max(1);
        let mut all: Vec<Next> = vec![];
        for (i, begin) in begins.iter().enumerate().skip(begun) {
            let Some(what) = begin.what else { continue };
            let nth = begins[..=i].iter().filter(|b| b.what == Some(what)).count();
            let id = act_id(what, nth);
            // Where a method has no words for it, it happens by itself.
            let Some(step) = self.steps.iter().find(|step| step.act.id == id) else {
                continue;
            };
            // Due is when it should have been, whether it was or not.
            let due_s = self.fold.course.due_s(begin.what, self.due_total_s);
            let at_s = due_s.unwrap_or(begin.at_s).min(begin.at_s);
            let mut next = self.tell(step, at_s);
            if what == What::LidOn {
                // A lid that is put on before its time is another one.
                next.after = all.iter().map(|before| before.id.clone()).collect();
            }
            all.push(next);
        }
        all
    }

    fn on_heat(&self) -> Vec<Next> {
        let fold = self.fold;
        let Some(off) = self.step(What::Off) else {
            return vec![];
        };
        let released_s = self.promised.and_then(|p| p.probed.released_s);
        if let Some(released_s) = released_s {
            let off = self.tell(off, released_s);
            return std::iter::once(off).chain(self.after_off()).collect();
        }
        let mut all = self.changes();
        let mut off_next = self.tell(off, self.off_s);
        if let Some(probe) = self.promised.and_then(|p| self.probe_on_heat(p)) {
            all.push(probe);
        } else if let Some(look) = self
            .step(What::Look)
            .filter(|look| look.at_s() > fold.now_s)
        {
            all.push(Next {
                instead: Some(Happened::Off),
                until_s: Some(look.at_s()),
                ..self.tell(look, look.at_s())
            });
        }
        // While it is worth looking, what to look for; and where a probe decides, that it does.
        let looking = self.step(What::Look);
        let early = |s: &&Step| s.what() == What::Probe && s.at_s() < off.at_s();
        let probing = self.steps.iter().find(early);
        for step in looking.into_iter().chain(probing) {
            let also = step.cues.iter().filter(|cue| !off.cues.contains(cue));
            off_next.cues.extend(also);
        }
        all.push(off_next);
        all.extend(self.after_off());
        all
    }

    /// What comes once it is off, as far as that can be said while it is on: whether it may be served then is only told.
    fn after_off(&self) -> Vec<Next> {
        let end_s = self.timeline.end_s();
        let serve = self.step(What::Serve).map(|step| self.tell(step, end_s));
        let Some(promised) = self
            .promised
            .filter(|promised| promised.probed.released_s.is_none())
        else {
            return serve.into_iter().collect();
        };
        if self.fold.cooking.kitchen.no_thermometer {
            return vec![];
        }
        let probe = self.probe("Before you serve: probe two spots", promised, end_s);
        self.and_serve(probe).collect()
    }

    /// A probe, and what it lets be served.
    fn and_serve(&self, probe: Next) -> impl Iterator<Item = Next> {
        let end_s = self.timeline.end_s().max(probe.at_s);
        let serve = self.step(What::Serve).map(|step| Next {
            after: vec![probe.id.clone()],
            ..self.tell(step, end_s)
        });
        std::iter::once(probe).chain(serve)
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
        let last = |s: &&Step| s.what() == What::Probe;
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
                What::Probe,
                &format!("{act}, {}: at least", promised.place),
                at_s,
            )
        }
    }

    fn resting(&self) -> Vec<Next> {
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
            return vec![Next {
                instead: released.then_some(Happened::SERVED),
                ..self.own(What::Chill, act, holding.eat_or_chill_by_s)
            }];
        }
        let serve = || {
            let serve = self.step(What::Serve);
            serve
                .map(|step| self.tell(step, end_s))
                .into_iter()
                .collect()
        };
        let Some(promised) = self.promised else {
            return serve();
        };
        let probed = &promised.probed;
        let second = probed
            .first
            .as_ref()
            .filter(|first| now_s <= first.at_s + TOGETHER_S);
        let by_clock = (promised.released && fold.rested()).then_some(Happened::SERVED);
        if probed.released_s.is_some() || (promised.released && fold.cooking.kitchen.no_thermometer)
        {
            return serve();
        }
        let probe = if let Some(first) = second {
            self.probe("Probe a second spot", promised, first.at_s + TOGETHER_S)
        } else if promised.released || promised.gets_there {
            let again_s = probed.held_s().map_or(end_s, |s| end_s.max(s + AGAIN_S));
            self.probe("Before you serve: probe two spots", promised, again_s)
        } else {
            let since_s = probed.held_s().unwrap_or(self.off_s);
            return vec![Next {
                for_s: self.back_for_s,
                at_c: Some(promised.promise.shows_c),
                cues: vec!["Then probe two spots: both have to show it."],
                ..self.own(
                    What::BackOn,
                    "Back on the heat: it is not hot enough",
                    since_s.max(self.off_s).min(now_s),
                )
            }];
        };
        let probe = Next {
            instead: by_clock,
            ..probe
        };
        self.and_serve(probe).collect()
    }
}
