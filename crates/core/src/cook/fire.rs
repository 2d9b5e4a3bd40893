//! What is done to fire and lid while a piece is on the heat, and to where it goes that nobody had planned.

use super::course::{Course, Planned};
use super::event::NewHeat;
use crate::heat::{Body, Face, ROOM_C};
use crate::methods::{Method, Purpose, Value, in_the_open, is_steamy, under_lid, without_fire};
use crate::run::{Fire, Stage, What};

impl Course {
    /// A planned stage under the lid, turned over and with the heat, as they are.
    pub(super) fn as_it_is(&self, stage: Stage) -> Stage {
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
            beside: stage.beside.map(|face| without_fire(face, ROOM_C, ware)),
            ..stage
        }
    }

    /// What was said of the fire, whether this way of cooking has it to set or not.
    pub(super) fn hear_heat(&mut self, planned: &Planned<'_>, heat: NewHeat, at_s: f64) {
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

    /// From the hob into the oven, pan and all, where that was not planned: as the way that does it has it.
    pub(super) fn put_into_oven(&mut self, planned: &Planned<'_>, at_s: f64) -> Option<()> {
        if planned.programme.fire != Fire::Pan {
            return None;
        }
        let way = Method::all().iter().find(|way| way.finishes_in_oven)?;
        let (piece, kitchen) = (planned.piece, planned.kitchen);
        let chosen = way.choose(&[], kitchen).ok()?;
        let programme = way.programme(piece, &chosen, kitchen).ok()?;
        let into = |stage: &&Stage| stage.what == Some(What::IntoOven);
        let stage = programme.stages.iter().find(into).copied()?;
        self.unplanned_oven = Some((at_s, stage.set_c));
        self.to_come.clear();
        self.put(stage, Some(What::IntoOven), at_s);
        self.changed = true;
        Some(())
    }

    pub(super) fn put_lid(
        &mut self,
        planned: &Planned<'_>,
        on: bool,
        at_s: f64,
    ) -> Result<(), (&'static str, &'static str)> {
        if on
            && self
                .to_come
                .first()
                .is_some_and(|next| next.what == Some(What::LidOn))
        {
            return self.marked(planned, What::LidOn, at_s);
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
            self.put(stage, on.then_some(What::LidOn), at_s);
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
        // One that is still planned keeps its name for itself.
        let planned = self
            .to_come
            .iter()
            .any(|next| next.what == Some(What::LidOn));
        self.put(stage, (on && !planned).then_some(What::LidOn), at_s);
        self.changed = true;
        Ok(())
    }

    pub(super) fn set_heat(
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
        // Its sides are in the vapour as its top is.
        beside: None,
        low: cover(stage.low),
        high: cover(stage.high),
        ..stage
    }
}
