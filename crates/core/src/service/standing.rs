//! Where what was begun and what was served stands: by the folds of the stove.

use super::floor::Floor;
use super::lanes::Lanes;
use super::live::begun;
use super::problem::{Begun, S};
use super::runs::Wanted;
use super::seats::Seat;
use crate::cook::{CookAsked, Event, Happened, LeftOut, wrongly_served};
use crate::fish::Eaters;
use crate::plan::PlanAsked;
use crate::prep::prepared_piece;
use crate::{InputError, Within};

/// Served, for a guest at risk, what was never said to be in: nothing shows that it was cooked.
fn never_in(seat: &Seat, plan: &PlanAsked) -> Option<LeftOut> {
    let mut served = seat.story.events.iter();
    let served = served.find(|event| event.happened == Happened::SERVED)?;
    (plan.eaters != Eaters::Everyone).then(|| LeftOut {
        id: served.id.clone(),
        code: "not_released",
        message: "Nothing shows that it was cooked.",
    })
}

impl Floor<'_> {
    /// What is in stands where its fold says, on what it was put on.
    pub(super) fn what_has_begun(&mut self) -> Result<(), InputError> {
        let mut taken = Lanes::new(&self.problem);
        let mut all: Vec<(usize, usize)> = vec![];
        for (o, works) in self.work.iter().enumerate() {
            for (j, work) in works.iter().enumerate() {
                if self.seats[work.seat].story.in_s.is_some() {
                    all.push((o, j));
                }
            }
        }
        all.sort_by(|a, b| {
            let at = |(o, j): &(usize, usize)| self.seats[self.work[*o][*j].seat].story.in_s;
            at(a).unwrap_or(0.0).total_cmp(&at(b).unwrap_or(0.0))
        });
        for (o, j) in all {
            let work = &self.work[o][j];
            let seat = &self.seats[work.seat];
            let plates = self.ids(seat);
            let stood = self
                .asked
                .stood
                .iter()
                .find(|stood| plates.contains(&stood.plate));
            let variant = stood.map_or(0, |stood| self.variant_on(work, &stood.things));
            let (ran, told, wanted) = &work.variants[variant];
            let cooked = cooked_as(wanted);
            let cooked = cooked.as_ref().filter(|_| work.fish);
            let folded = begun(&seat.story, told, cooked, ran, self.asked.now_s)?;
            let Some(folded) = folded else { continue };
            let in_s = seat.story.in_s.unwrap_or(0.0).round() as S;
            let holds: Vec<(usize, usize)> = told
                .variant
                .holds
                .iter()
                .map(|hold| {
                    let (from, to) = (
                        in_s + told.variant.tasks[hold.from].at_s,
                        in_s + told.variant.tasks[hold.to].at_s + hold.after_s,
                    );
                    let free = |thing: &usize| {
                        taken
                            .place(&self.problem, *thing, (from, to), hold)
                            .ok()
                            .map(|place| (*thing, place))
                    };
                    hold.any_of
                        .iter()
                        .find_map(free)
                        .unwrap_or((hold.any_of[0], 0))
                })
                .collect();
            let mut of = told.variant.clone();
            for (task, at) in of.tasks.iter_mut().zip(&folded.tasks) {
                task.at_s = at - in_s;
            }
            // What is late already may be no later still.
            of.ready.1 = folded.ready_s - folded.tasks[of.ready.0];
            let begun = Begun {
                variant,
                start_s: in_s,
                holds,
                past: folded.past,
            };
            taken.take_begun(&of, &begun);
            let job = &mut self.problem.orders[o].jobs[j];
            job.variants[variant] = of;
            job.begun = Some(begun);
        }
        Ok(())
    }

    /// What was served is held to what was promised, as at the stove.
    pub(super) fn what_was_served(&mut self) -> Result<(), InputError> {
        for seat in &mut self.seats {
            let (Some(_), Some(plan)) = (seat.story.served_s, cooked_as(&seat.wanted)) else {
                continue;
            };
            let Some(zero) = seat.story.in_s else {
                seat.unproved = never_in(seat, &plan);
                continue;
            };
            let events = seat.story.events.iter().map(|event| Event {
                at_s: event.at_s - zero,
                ..event.clone()
            });
            let wrong = wrongly_served(&CookAsked {
                plan,
                events: events.collect(),
                now_s: self.asked.now_s - zero,
                field: None,
                beside: vec![],
            });
            seat.unproved = wrong.within("happened")?.into_iter().next();
        }
        Ok(())
    }
}

/// The plan of a dish as its piece is when it has been prepared.
fn cooked_as(wanted: &Wanted) -> Option<PlanAsked> {
    match wanted {
        Wanted::Side(..) => None,
        Wanted::Fish(plan, None) => Some((**plan).clone()),
        Wanted::Fish(plan, Some(done)) => prepared_piece(plan, done).ok(),
    }
}
