//! The course of one cook: what has happened so far, in the order it happened, and what is still to come.
//!
//! A pure function of the plan, the events and the time. Events are taken in the order of their times (then of their
//! ids), each id once, those undone left out; so neither the order they arrive in nor how often matters. What cannot
//! be (turned before it was in, anything of a time to come) is left out with a word and changes nothing.

use super::event::{Event, HOLD_S, Kind, NewHeat, Saw};
use crate::fish::Piece;
use crate::heat::{Body, Face};
use crate::kit::Kitchen;
use crate::methods::{
    Chosen, Method, Purpose, Value, in_the_open, is_steamy, under_lid, without_fire,
};
use crate::run::{Begin, Fire, Mark, Programme, Span, Stage, Timeline};
use serde::Serialize;
use std::collections::BTreeSet;

/// Where a cook stands.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum Phase {
    /// Nothing is hot yet, or it is heating.
    Heating,
    /// The fish is on the heat.
    OnHeat,
    /// Off the heat.
    Resting,
    /// On the plate.
    Served,
    /// Given up.
    Closed,
}

/// An event that was left out.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct LeftOut {
    /// Which.
    pub id: String,
    /// Why, stable.
    pub code: &'static str,
    /// Why, in words.
    pub message: &'static str,
}

/// Something seen at a time.
#[derive(Debug, Clone, PartialEq)]
pub(super) struct Observed {
    pub id: String,
    pub at_s: f64,
    pub saw: Saw,
    /// The side that lay down then: 0 the skin side, 1 the flesh side.
    pub down: usize,
}

/// One of the planned stages that has not begun.
#[derive(Debug, Clone, Copy)]
struct ToCome {
    stage: usize,
    mark: Option<Mark>,
}

/// The course of a cook.
#[derive(Debug, Clone)]
pub(super) struct Course {
    /// The programme, with stages as they happened after those that were planned.
    pub programme: Programme,
    pub phase: Phase,
    pub begins: Vec<Begin>,
    pub off_s: Option<f64>,
    pub served_s: Option<f64>,
    pub observed: Vec<Observed>,
    pub left_out: Vec<LeftOut>,
    pub held_until_s: Option<f64>,
    /// Since when it has been heating, s; negative.
    pub heating_s: Option<f64>,
    /// It went otherwise than planned, so planned times do not hold by themselves.
    pub changed: bool,
    /// Marks as they were done, with when they were planned.
    pub done: Vec<(Mark, f64)>,
    /// Times it lay off the heat and went back on: from, to, s.
    pub backs: Vec<(f64, f64)>,
    /// The event that took it off the heat.
    pub off_id: Option<String>,
    /// The last heat that was said, whether this way has it or not: when, s, and how hot, C.
    pub said_heat: Option<(f64, f64)>,
    /// The fire is off since then, s.
    pub fire_off_s: Option<f64>,
    /// It was served though it was said that nothing shows it to be as promised.
    pub knowingly: bool,
    planned: Programme,
    rest_s: f64,
    eats_s: f64,
    to_come: Vec<ToCome>,
    /// Where the heat is set, when it is not as planned.
    set: Option<NewHeat>,
    /// And where it was before it was turned off, what the faces saw then, and how many stages had begun with the cold one.
    lit: Option<(Option<NewHeat>, Stage, usize)>,
    lid: bool,
    /// The lid of what cooks under one is off.
    opened: bool,
    flipped: bool,
}

/// A device's clock may be ahead of ours by so much, s.
const AHEAD_S: f64 = 2.0;
/// What nobody calls late or early, s.
const ABOUT_S: f64 = 3.0;
/// The room, C: what a hob that is off holds.
const ROOM_C: f64 = 22.0;

/// What a course is told of.
pub(super) struct Planned<'a> {
    pub piece: &'a Piece,
    pub method: &'static Method,
    pub chosen: &'a Chosen,
    pub kitchen: &'a Kitchen,
    pub programme: &'a Programme,
    pub timeline: &'a Timeline,
}

/// Events in their order, each once, without those undone.
pub(super) fn in_order(events: &[Event]) -> Vec<&Event> {
    let mut all: Vec<&Event> = events.iter().collect();
    all.sort_by(|a, b| a.at_s.total_cmp(&b.at_s).then_with(|| a.id.cmp(&b.id)));
    let mut seen = BTreeSet::new();
    all.retain(|event| seen.insert(event.id.as_str()));
    // The last word counts: what undoes an undoing comes first.
    let mut undone = BTreeSet::new();
    for event in all.iter().rev().filter(|event| event.kind == Kind::Undone) {
        if !undone.contains(event.id.as_str()) {
            undone.extend(event.of.as_deref());
        }
    }
    all.retain(|event| event.kind != Kind::Undone && !undone.contains(event.id.as_str()));
    all
}

/// Events before one of them, in their order, without those undone.
pub(super) fn before(events: &[Event], id: &str) -> Vec<Event> {
    let ordered = in_order(events).into_iter();
    ordered.take_while(|e| e.id != id).cloned().collect()
}

impl Course {
    /// Folds the events that have happened by `now_s`.
    pub fn of(planned: &Planned<'_>, events: &[Event], now_s: f64) -> Self {
        let timeline = planned.timeline;
        let mut course = Self {
            programme: planned.programme.clone(),
            phase: Phase::Heating,
            begins: vec![],
            off_s: None,
            served_s: None,
            observed: vec![],
            left_out: vec![],
            held_until_s: None,
            heating_s: None,
            changed: false,
            done: vec![],
            backs: vec![],
            off_id: None,
            said_heat: None,
            fire_off_s: None,
            knowingly: false,
            planned: planned.programme.clone(),
            rest_s: timeline.rest_s,
            eats_s: timeline.eats_s,
            to_come: timeline
                .begins
                .iter()
                .map(|begin| ToCome {
                    stage: begin.stage,
                    mark: begin.mark,
                })
                .collect(),
            set: None,
            lit: None,
            lid: false,
            opened: false,
            flipped: false,
        };
        let events = in_order(events);
        let is_in = events
            .iter()
            .any(|e| e.kind == Kind::In && e.at_s <= now_s + AHEAD_S);
        for event in events {
            if event.at_s > now_s + AHEAD_S {
                course.leave_out(
                    event,
                    "to_come",
                    "Dated in the future: that device's clock is fast.",
                );
            } else if let Err((code, message)) = course.take(planned, event, is_in) {
                course.leave_out(event, code, message);
            }
        }
        course.by_itself(planned, now_s);
        course
    }

    fn leave_out(&mut self, event: &Event, code: &'static str, message: &'static str) {
        self.left_out.push(LeftOut {
            id: event.id.clone(),
            code,
            message,
        });
    }

    fn take(
        &mut self,
        planned: &Planned<'_>,
        event: &Event,
        is_in: bool,
    ) -> Result<(), (&'static str, &'static str)> {
        if event.check().is_err() {
            return Err(("not_understood", "It cannot be read."));
        }
        let at_s = event.at_s;
        let ended = matches!(self.phase, Phase::Served | Phase::Closed);
        if let (Kind::Heat, Ok(heat)) = (event.kind, event.new_heat()) {
            // Heard before anything else: oil that is too hot is so whatever this way can be set to.
            self.hear_heat(planned, heat, at_s);
        }
        match event.kind {
            Kind::Note | Kind::CameOut | Kind::Basted => return Ok(()),
            Kind::Closed | Kind::Chilled | Kind::Discarded => {
                self.phase = Phase::Closed;
                return Ok(());
            }
            _ if ended => return Err(("ended", "This cook had ended by then.")),
            Kind::Heating => {
                if self.phase == Phase::Heating {
                    self.heating_s = Some(self.heating_s.unwrap_or(at_s));
                }
                return Ok(());
            }
            Kind::Hold => {
                self.held_until_s = Some(at_s + event.for_s.unwrap_or(HOLD_S));
                return Ok(());
            }
            Kind::In => {
                if self.phase != Phase::Heating {
                    return Err(("already_in", "The fish was in already."));
                }
                self.phase = Phase::OnHeat;
                self.held_until_s = None;
                self.begin_next(0.0);
                return Ok(());
            }
            _ if self.phase == Phase::Heating => {
                return Err(if is_in {
                    ("before_in", "Dated before the fish went in.")
                } else {
                    ("not_in", "The fish is not in yet.")
                });
            }
            _ => {}
        }
        self.by_itself(planned, at_s);
        if !matches!(event.kind, Kind::Cue | Kind::Probe) {
            self.held_until_s = None;
        }
        let resting = self.phase == Phase::Resting;
        match event.kind {
            Kind::Cue | Kind::Probe => {
                let Ok(saw) = event.saw() else {
                    return Err(("not_understood", "It cannot be read."));
                };
                self.observed.push(Observed {
                    id: event.id.clone(),
                    at_s,
                    saw,
                    down: self.down(),
                });
                Ok(())
            }
            Kind::Resting if resting => Ok(()),
            Kind::Off | Kind::Resting => {
                if resting {
                    return Err(("already_off", "It was off the heat already."));
                }
                self.phase = Phase::Resting;
                self.off_s = Some(at_s);
                self.off_id = Some(event.id.clone());
                Ok(())
            }
            Kind::Served => {
                // Straight from the heat to the plate is off, too.
                if self.off_s.is_none() {
                    self.off_id = Some(event.id.clone());
                }
                let off_s = *self.off_s.get_or_insert(at_s);
                self.knowingly = event.knowingly == Some(true);
                self.phase = Phase::Served;
                self.served_s = Some(at_s);
                self.rest_s = (at_s - off_s).max(0.0);
                Ok(())
            }
            Kind::Back => {
                let Some(off_s) = self.off_s.filter(|_| resting) else {
                    return Err(("not_off", "It is on the heat."));
                };
                let last = self.begins.last().map(|begin| begin.stage);
                self.put(self.programme.rest, None, off_s);
                let stage = last.map_or(self.programme.rest, |i| self.programme.stages[i]);
                self.put(stage, None, at_s);
                self.backs.push((off_s, at_s));
                self.off_s = None;
                self.off_id = None;
                self.phase = Phase::OnHeat;
                self.changed = true;
                Ok(())
            }
            _ if resting => Err(("already_off", "It was off the heat by then.")),
            Kind::Turned => self.marked(planned, Mark::Turned, at_s).or_else(|_| {
                self.turn_over(at_s);
                Ok(())
            }),
            Kind::IntoOven => self
                .marked(planned, Mark::IntoOven, at_s)
                .or_else(|not| self.put_into_oven(planned, at_s).ok_or(not)),
            Kind::Halfway => self.marked(planned, Mark::Halfway, at_s),
            Kind::FireLow => self.marked(planned, Mark::FireLow, at_s),
            Kind::Lid => self.put_lid(planned, event.on.unwrap_or(true), at_s),
            Kind::Heat => match event.new_heat() {
                Ok(heat) => self.set_heat(planned, heat, at_s),
                Err(_) => Err(("not_understood", "It cannot be read.")),
            },
            _ => Ok(()),
        }
    }

    /// The side that lies down now: 0 the skin side, 1 the flesh side.
    pub fn down(&self) -> usize {
        self.begins.last().map_or(0, |begin| {
            let stage = self.programme.stages[begin.stage];
            usize::from(stage.high.contact.is_some() && stage.low.contact.is_none())
        })
    }

    /// The flesh side was down first.
    pub fn high_first(&self) -> bool {
        self.planned
            .stages
            .first()
            .is_some_and(|stage| stage.high.contact.is_some() && stage.low.contact.is_none())
    }

    /// Begins a stage that was not planned.
    fn put(&mut self, stage: Stage, mark: Option<Mark>, at_s: f64) {
        // No share of the time: what the piece is as a body stays that of the plan.
        let stage = Stage {
            span: Span::Fixed(0.0),
            ..stage
        };
        self.programme.stages.push(stage);
        self.begins.push(Begin {
            stage: self.programme.stages.len() - 1,
            mark,
            at_s,
        });
    }

    /// Begins the next of the planned stages.
    fn begin_next(&mut self, at_s: f64) {
        if self.to_come.is_empty() {
            return;
        }
        let next = self.to_come.remove(0);
        let stage = self.as_it_is(self.planned.stages[next.stage]);
        if stage == self.planned.stages[next.stage] && self.set.is_none() {
            self.begins.push(Begin {
                stage: next.stage,
                mark: next.mark,
                at_s,
            });
        } else {
            self.put(stage, next.mark, at_s);
        }
    }

    /// A planned stage under the lid, turned over and with the heat, as they are.
    fn as_it_is(&self, stage: Stage) -> Stage {
        let mut stage = stage;
        if self.flipped {
            (stage.low, stage.high) = (stage.high, stage.low);
        }
        if self.lid {
            stage = covered(stage);
        }
        if self.opened {
            stage = Stage {
                low: in_the_open(stage.low),
                high: in_the_open(stage.high),
                ..stage
            };
        }
        if let Some(NewHeat::Off) = self.set {
            stage = self.cold(stage);
        }
        stage
    }

    /// A stage without fire: what had no heat of its own is taken for as cold as the room, so that nothing is promised of
    /// what an oven still gives.
    fn cold(&self, stage: Stage) -> Stage {
        let ware = self.programme.reservoir;
        let ware = ware.is_some_and(|body| body.body == Body::Ware);
        Stage {
            set_c: ROOM_C,
            low: without_fire(stage.low, ROOM_C, ware),
            high: without_fire(stage.high, ROOM_C, ware),
            ..stage
        }
    }

    /// What was said of the fire, whether this way of cooking has it to set or not.
    fn hear_heat(&mut self, planned: &Planned<'_>, heat: NewHeat, at_s: f64) {
        let was_c = match self.set {
            Some(NewHeat::To(c)) => Some(c),
            _ => main_heat(planned).map(|(_, c)| c),
        };
        match heat {
            NewHeat::To(c) => self.said_heat = Some((at_s, c)),
            NewHeat::By(k) => self.said_heat = was_c.map(|c| (at_s, c + k)),
            NewHeat::Off | NewHeat::On => self.said_heat = None,
        }
        self.fire_off_s = match heat {
            NewHeat::Off => self.fire_off_s.or(Some(at_s)),
            _ => None,
        };
    }

    /// Stages at which the cook does nothing begin when they are due.
    fn by_itself(&mut self, planned: &Planned<'_>, at_s: f64) {
        if self.phase != Phase::OnHeat {
            return;
        }
        while let Some(next) = self.to_come.first().copied() {
            let due_s = self.due_by_plan_s(planned.timeline, next);
            if next.mark.is_some() || due_s > at_s {
                break;
            }
            self.begin_next(due_s);
        }
    }

    /// When a stage is due by the plan, as late as the last one was.
    fn due_by_plan_s(&self, timeline: &Timeline, next: ToCome) -> f64 {
        let planned_s = |stage: usize| {
            let begin = timeline.begins.iter().find(|begin| begin.stage == stage);
            begin.map_or(0.0, |begin| begin.at_s)
        };
        let planned_before = timeline
            .begins
            .iter()
            .rev()
            .find(|begin| begin.at_s < planned_s(next.stage))
            .map_or(0.0, |begin| begin.at_s);
        let before = self.begins.last().map_or(0.0, |begin| begin.at_s);
        before.max(planned_s(next.stage) + before - planned_before)
    }

    /// Something planned is done now; what stood before it is left out.
    fn marked(
        &mut self,
        planned: &Planned<'_>,
        mark: Mark,
        at_s: f64,
    ) -> Result<(), (&'static str, &'static str)> {
        let Some(i) = self.to_come.iter().position(|next| next.mark == Some(mark)) else {
            return Err(("not_planned", "This way has no such step left."));
        };
        let planned_s = planned
            .timeline
            .begins
            .iter()
            .find(|begin| begin.stage == self.to_come[i].stage)
            .map_or(at_s, |begin| begin.at_s);
        self.to_come.drain(..i);
        self.changed |= i > 0 || (planned_s - at_s).abs() > ABOUT_S;
        self.done.push((mark, planned_s));
        self.begin_next(at_s);
        Ok(())
    }

    fn turn_over(&mut self, at_s: f64) {
        let Some(begin) = self.begins.last() else {
            return;
        };
        let stage = self.programme.stages[begin.stage];
        self.flipped = !self.flipped;
        let turned = Stage {
            low: stage.high,
            high: stage.low,
            ..stage
        };
        self.put(turned, Some(Mark::Turned), at_s);
        self.changed = true;
    }

    /// From the hob into the oven, pan and all, where that was not planned: as the way that does it has it.
    fn put_into_oven(&mut self, planned: &Planned<'_>, at_s: f64) -> Option<()> {
        if planned.programme.fire != Fire::Pan {
            return None;
        }
        let ways = Method::all().iter();
        let mut stages = ways.filter_map(|way| {
            let (piece, kitchen) = (planned.piece, planned.kitchen);
            let chosen = way.choose(&[], kitchen).ok()?;
            let programme = way.programme(piece, &chosen, kitchen).ok()?;
            let into = |stage: &&Stage| stage.mark == Some(Mark::IntoOven);
            programme.stages.iter().find(into).copied()
        });
        let stage = stages.next()?;
        self.to_come.clear();
        self.put(stage, Some(Mark::IntoOven), at_s);
        self.changed = true;
        Some(())
    }

    fn put_lid(
        &mut self,
        planned: &Planned<'_>,
        on: bool,
        at_s: f64,
    ) -> Result<(), (&'static str, &'static str)> {
        if on
            && self
                .to_come
                .first()
                .is_some_and(|next| next.mark == Some(Mark::LidOn))
        {
            return self.marked(planned, Mark::LidOn, at_s);
        }
        let Some(begin) = self.begins.last().copied() else {
            return Err(("not_in", "The fish is not in yet."));
        };
        let now = self.programme.stages[begin.stage];
        // What cooks under a lid by its nature: open it loses its steam, shut it goes on as planned.
        let opens = !on && !self.opened && !self.lid && (is_steamy(now.low) || is_steamy(now.high));
        if opens || (on && self.opened) {
            self.opened = opens;
            let stage = self.as_it_is(self.planned.stages[self.under_way(planned)]);
            self.put(stage, on.then_some(Mark::LidOn), at_s);
            self.changed = true;
            return Ok(());
        }
        if planned.programme.fire != Fire::Pan {
            return Err(("no_lid", "There is no lid to put on here."));
        }
        self.lid = on;
        let stage = if on {
            covered(now)
        } else {
            // As it was before the lid: what the last planned stage in the open has.
            let open = self
                .begins
                .iter()
                .rev()
                .map(|b| self.programme.stages[b.stage]);
            let side = |s: &Stage| s.low.contact.is_some() == now.low.contact.is_some();
            let lid = under_lid();
            open.filter(side)
                .find(|s| s.low != lid && s.high != lid)
                .map_or(now, |open| Stage {
                    set_c: now.set_c,
                    ..open
                })
        };
        self.put(stage, on.then_some(Mark::LidOn), at_s);
        self.changed = true;
        Ok(())
    }

    fn set_heat(
        &mut self,
        planned: &Planned<'_>,
        heat: NewHeat,
        at_s: f64,
    ) -> Result<(), (&'static str, &'static str)> {
        const NONE: (&str, &str) = (
            "no_heat_to_set",
            "There is no heat to set in this way of cooking.",
        );
        let Some(begin) = self.begins.last().copied() else {
            return Err(("not_in", "The fish is not in yet."));
        };
        let now = self.programme.stages[begin.stage];
        let off = self.set == Some(NewHeat::Off);
        if heat == NewHeat::Off {
            if !off {
                let before = self.set;
                self.set = Some(heat);
                self.put(self.cold(now), None, at_s);
                self.lit = Some((before, now, self.begins.len()));
                self.changed = true;
            }
            return Ok(());
        }
        let key = main_heat(planned);
        if heat == NewHeat::On || (off && key.is_none()) {
            if let (true, Some((before, lit, begun))) = (off, self.lit.take()) {
                self.set = before;
                // As it was, in an oven that nobody had planned too; turned meanwhile, as the plan has it since.
                let stage = if self.begins.len() == begun {
                    lit
                } else {
                    self.as_it_is(self.planned.stages[self.under_way(planned)])
                };
                self.put(stage, None, at_s);
                self.changed = true;
            }
            return Ok(());
        }
        let (key, was_c) = key.ok_or(NONE)?;
        let is_c = match self.set {
            Some(NewHeat::To(c)) => c,
            _ => was_c,
        };
        let to_c = match heat {
            NewHeat::To(c) => c,
            NewHeat::By(k) => is_c + k,
            NewHeat::Off | NewHeat::On => is_c,
        };
        let settings: Vec<(String, Value)> = planned
            .chosen
            .iter()
            .map(|choice| {
                let value = if choice.spec.key == key {
                    Value::Number(to_c)
                } else {
                    choice.value.clone()
                };
                (choice.spec.key.to_owned(), value)
            })
            .collect();
        let programme = planned
            .method
            .choose(&settings, planned.kitchen)
            .and_then(|chosen| {
                planned
                    .method
                    .programme(planned.piece, &chosen, planned.kitchen)
            })
            .map_err(|_| {
                (
                    "heat_out_of_range",
                    "That heat is outside the range of this way.",
                )
            })?;
        if programme.stages.len() != self.planned.stages.len() {
            return Err(NONE);
        }
        let under_way = self.under_way(planned);
        self.planned.stages = programme.stages;
        self.set = Some(NewHeat::To(to_c));
        let stage = self.as_it_is(self.planned.stages[under_way]);
        self.put(stage, None, at_s);
        self.changed = true;
        Ok(())
    }

    /// Which of the planned stages is under way: the last that has begun.
    fn under_way(&self, planned: &Planned<'_>) -> usize {
        let begins = &planned.timeline.begins;
        let begun = begins.len() - self.to_come.len();
        begins.get(begun.saturating_sub(1)).map_or(0, |b| b.stage)
    }

    /// When a mark that is to come was due for a piece that is on the heat for `total_s`, however late it is by now, s.
    pub fn due_s(&self, mark: Option<Mark>, total_s: f64) -> Option<f64> {
        let next = self.to_come.iter().find(|next| next.mark == mark)?;
        let planned = self.planned.timeline(total_s);
        let begin = planned
            .begins
            .iter()
            .find(|begin| begin.stage == next.stage)?;
        Some(begin.at_s)
    }

    /// Everything as it happened, and what is to come for a piece that is to be on the heat for `total_s`: not before
    /// `now_s`.
    pub fn timeline(&self, total_s: f64, now_s: f64) -> Timeline {
        if self.begins.is_empty() {
            return self.planned.timeline(total_s);
        }
        let off_s = self.off_s.unwrap_or(total_s.max(now_s));
        let mut begins = self.begins.clone();
        if self.off_s.is_none() {
            let later = self.planned.timeline(total_s).begins;
            let mut from_s = now_s.max(begins.last().map_or(0.0, |b| b.at_s));
            for (next, stage) in self.to_come.iter().zip(self.stages_to_come()) {
                let at_s = later
                    .iter()
                    .find(|b| b.stage == next.stage)
                    .map_or(from_s, |b| b.at_s);
                from_s = from_s.max(at_s);
                begins.push(Begin {
                    stage,
                    mark: next.mark,
                    at_s: from_s,
                });
            }
        }
        Timeline {
            begins,
            off_s,
            rest_s: self.rest_s,
            eats_s: self.eats_s,
        }
    }

    /// The programme for a timeline: what is to come is as the heat and the lid are now.
    pub fn programme_to_come(&self) -> Programme {
        let mut programme = self.programme.clone();
        for next in &self.to_come {
            let stage = self.planned.stages[next.stage];
            let as_it_is = self.as_it_is(stage);
            if as_it_is != programme.stages[next.stage] {
                programme.stages.push(Stage {
                    span: Span::Fixed(0.0),
                    ..as_it_is
                });
            }
        }
        programme
    }

    /// Where in that programme what is to come stands.
    fn stages_to_come(&self) -> Vec<usize> {
        let mut end = self.programme.stages.len();
        let place = |next: &ToCome| {
            if self.as_it_is(self.planned.stages[next.stage]) == self.programme.stages[next.stage] {
                return next.stage;
            }
            end += 1;
            end - 1
        };
        self.to_come.iter().map(place).collect()
    }

    /// How long the planned rest is, or the one it had, s.
    pub fn rest_s(&self) -> f64 {
        self.rest_s
    }

    /// The same, with the rest so long.
    pub fn resting(mut self, rest_s: f64) -> Self {
        self.rest_s = rest_s;
        self
    }

    /// The same with the lid on or the heat lower from now on; none where that is nothing here.
    pub fn with(&self, planned: &Planned<'_>, event: &Event) -> Option<Self> {
        let mut course = self.clone();
        course.take(planned, event, true).ok()?;
        Some(course)
    }
}

/// What is set hot on the heat, by its key, and to what, C.
fn main_heat(planned: &Planned<'_>) -> Option<(&'static str, f64)> {
    planned.chosen.iter().find_map(|choice| match choice.value {
        Value::Number(value) if choice.spec.is == Purpose::MainHeat => {
            Some((choice.spec.key, value))
        }
        _ => None,
    })
}

/// The face that looks up, under a lid.
fn covered(stage: Stage) -> Stage {
    let cover = |face: Face| {
        if face.contact.is_some() {
            face
        } else {
            under_lid()
        }
    };
    Stage {
        low: cover(stage.low),
        high: cover(stage.high),
        ..stage
    }
}
