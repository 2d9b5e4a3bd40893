//! The course of one cook: what has happened so far, in the order it happened, and what is still to come.
//!
//! A pure function of the plan, the events in their order (`order`) and the time. What is done to fire and lid stands in
//! `fire`, what is still to come in `to_come`. What cannot be (turned before it was in, anything of a time to come) is left
//! out with a word and changes nothing.

use super::event::{Event, Happened, NewHeat, Saw};
use super::order::{LeftOut, in_order};
use crate::fish::Piece;
use crate::kit::Kitchen;
use crate::methods::{Chosen, Method};
use crate::run::{Begin, Programme, Span, Stage, Timeline, What};
use serde::Serialize;

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
pub(super) struct ToCome {
    pub stage: usize,
    pub what: Option<What>,
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
    pub done: Vec<(What, f64)>,
    /// Times it lay off the heat and went back on: from, to, s.
    pub backs: Vec<(f64, f64)>,
    /// The event that took it off the heat.
    pub off_id: Option<String>,
    /// The last heat that was said, whether this way has it or not: when, s, and how hot, C.
    pub said_heat: Option<(f64, f64)>,
    /// The fire is off since then, s.
    pub fire_off_s: Option<f64>,
    /// It went into an oven that nobody had planned: when, s, and how hot that is taken to be, C.
    pub unplanned_oven: Option<(f64, f64)>,
    /// It was served though it was said that nothing shows it to be as promised.
    pub knowingly: bool,
    pub(super) planned: Programme,
    pub(super) rest_s: f64,
    pub(super) eats_s: f64,
    pub(super) to_come: Vec<ToCome>,
    /// Where the heat is set, when it is not as planned.
    pub(super) set: Option<NewHeat>,
    /// And where it was before it was turned off, what the faces saw then, and how many stages had begun with the cold one.
    pub(super) lit: Option<(Option<NewHeat>, Stage, usize)>,
    pub(super) lid: bool,
    /// The lid of what cooks under one is off.
    pub(super) opened: bool,
    pub(super) flipped: bool,
}

/// A device's clock may be ahead of ours by so much, s.
const AHEAD_S: f64 = 2.0;
/// A hold without a length, s.
const HOLD_S: f64 = 30.0;
/// What nobody calls late or early, s.
const ABOUT_S: f64 = 3.0;

/// What a course is told of.
pub(super) struct Planned<'a> {
    pub piece: &'a Piece,
    pub method: &'static Method,
    pub chosen: &'a Chosen,
    pub kitchen: &'a Kitchen,
    pub programme: &'a Programme,
    pub timeline: &'a Timeline,
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
            unplanned_oven: None,
            knowingly: false,
            planned: planned.programme.clone(),
            rest_s: timeline.rest_s,
            eats_s: timeline.eats_s,
            to_come: timeline
                .begins
                .iter()
                .map(|begin| ToCome {
                    stage: begin.stage,
                    what: begin.what,
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
            .any(|e| e.happened == Happened::In && e.at_s <= now_s + AHEAD_S);
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
        let new_heat = event.new_heat().and_then(Result::ok);
        if let Some(heat) = new_heat {
            // Heard before anything else: oil that is too hot is so whatever this way can be set to.
            self.hear_heat(planned, heat, at_s);
        }
        match &event.happened {
            Happened::Note { .. }
            | Happened::CameOut { .. }
            | Happened::Basted
            | Happened::Undone { .. } => return Ok(()),
            Happened::Closed | Happened::Chilled | Happened::Discarded => {
                self.phase = Phase::Closed;
                return Ok(());
            }
            _ if ended => return Err(("ended", "This cook had ended by then.")),
            Happened::Heating => {
                if self.phase == Phase::Heating {
                    self.heating_s = Some(self.heating_s.unwrap_or(at_s));
                }
                return Ok(());
            }
            Happened::Hold { for_s } => {
                self.held_until_s = Some(at_s + for_s.unwrap_or(HOLD_S));
                return Ok(());
            }
            Happened::In => {
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
        if let Some(saw) = event.saw() {
            let Ok(saw) = saw else {
                return Err(("not_understood", "It cannot be read."));
            };
            self.observed.push(Observed {
                id: event.id.clone(),
                at_s,
                saw,
                down: self.down(),
            });
            return Ok(());
        }
        self.held_until_s = None;
        self.done_to_it(planned, event, new_heat)
    }

    /// What is done to a piece that is in.
    fn done_to_it(
        &mut self,
        planned: &Planned<'_>,
        event: &Event,
        new_heat: Option<NewHeat>,
    ) -> Result<(), (&'static str, &'static str)> {
        let at_s = event.at_s;
        let resting = self.phase == Phase::Resting;
        match &event.happened {
            Happened::Resting if resting => Ok(()),
            Happened::Off | Happened::Resting => {
                if resting {
                    return Err(("already_off", "It was off the heat already."));
                }
                self.phase = Phase::Resting;
                self.off_s = Some(at_s);
                self.off_id = Some(event.id.clone());
                Ok(())
            }
            Happened::Served { knowingly } => {
                // Straight from the heat to the plate is off, too.
                if self.off_s.is_none() {
                    self.off_id = Some(event.id.clone());
                }
                let off_s = *self.off_s.get_or_insert(at_s);
                self.knowingly = *knowingly == Some(true);
                self.phase = Phase::Served;
                self.served_s = Some(at_s);
                self.rest_s = (at_s - off_s).max(0.0);
                Ok(())
            }
            Happened::Back => {
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
            Happened::Turned => self.marked(planned, What::Turn, at_s).or_else(|_| {
                self.turn_over(at_s);
                Ok(())
            }),
            Happened::IntoOven => self
                .marked(planned, What::IntoOven, at_s)
                .or_else(|not| self.put_into_oven(planned, at_s).ok_or(not)),
            Happened::SetAside => self.marked(planned, What::SetAside, at_s),
            Happened::Halfway => self.marked(planned, What::Halfway, at_s),
            Happened::FireLow => self.marked(planned, What::FireLow, at_s),
            Happened::Lid { on } => self.put_lid(planned, on.unwrap_or(true), at_s),
            _ => new_heat.map_or(Ok(()), |heat| self.set_heat(planned, heat, at_s)),
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
    pub(super) fn put(&mut self, stage: Stage, what: Option<What>, at_s: f64) {
        // No share of the time: what the piece is as a body stays that of the plan.
        let stage = Stage {
            span: Span::Fixed(0.0),
            ..stage
        };
        self.programme.stages.push(stage);
        self.begins.push(Begin {
            stage: self.programme.stages.len() - 1,
            what,
            at_s,
        });
    }

    /// Begins the next of the planned stages.
    pub(super) fn begin_next(&mut self, at_s: f64) {
        if self.to_come.is_empty() {
            return;
        }
        let next = self.to_come.remove(0);
        let stage = self.as_it_is(self.planned.stages[next.stage]);
        if stage == self.planned.stages[next.stage] && self.set.is_none() {
            self.begins.push(Begin {
                stage: next.stage,
                what: next.what,
                at_s,
            });
        } else {
            self.put(stage, next.what, at_s);
        }
    }

    /// Something planned is done now; what stood before it is left out.
    pub(super) fn marked(
        &mut self,
        planned: &Planned<'_>,
        what: What,
        at_s: f64,
    ) -> Result<(), (&'static str, &'static str)> {
        let Some(i) = self.to_come.iter().position(|next| next.what == Some(what)) else {
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
        self.done.push((what, planned_s));
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
        self.put(turned, Some(What::Turn), at_s);
        self.changed = true;
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
