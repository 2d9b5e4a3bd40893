//! A schedule as it is told: tickets, plates, acts, who does what next, what is made ready before.

use super::answer::{ActTold, CookTold, HeldTold, PlateTold, Service, StandsAt, TicketTold};
use super::asked::StoodAsked;
use super::floor::{Floor, Work};
use super::problem::{Put, S, SAME_S, Schedule};
use super::runs::Wanted;
use super::seats::Seat;
use crate::run::What;
use std::collections::BTreeMap;

/// Served within so much of its time is in time, s.
pub const IN_TIME_S: S = 60;

/// The coldest point at its highest, by when it is served, C.
fn core_served_c(job: Option<(&Work, &Put)>, times: Option<(f64, f64)>) -> Option<f64> {
    let (work, put) = job?;
    let (ready_s, served_s) = times?;
    let ran = &work.variants[put.variant].0;
    let peak_c = ran.plan.as_ref()?.outcome.core_peak_c;
    let held = ran.held.as_ref()?;
    Some(held.core_c(served_s - ready_s).max(peak_c))
}

impl Floor<'_> {
    /// All of it.
    pub fn tell(&self, found: &Schedule) -> Service {
        let mut acts = vec![];
        let mut plates = vec![];
        let mut tickets = vec![];
        let order_of = |ticket: usize| self.of_ticket.iter().position(|of| *of == ticket);
        for (t, ticket) in self.asked.tickets.iter().enumerate() {
            let order = order_of(t);
            let served = order.and_then(|order| found.served_s[order]);
            let its = || self.seats.iter().filter(|seat| seat.ticket == t);
            let done = its().all(|seat| seat.story.served_s.is_some() || !seat.refused.is_empty());
            let last = its()
                .filter_map(|seat| seat.story.served_s)
                .fold(None, |a: Option<f64>, s| Some(a.map_or(s, |a| a.max(s))));
            let served_s = if done { last } else { served.map(f64::from) };
            let soonest = || order.and_then(|order| self.alone_s(order)).map(f64::from);
            let at_s = self.asked_s[t].or_else(soonest).unwrap_or(self.asked.now_s);
            tickets.push(TicketTold {
                id: ticket.id.clone(),
                at_s,
                served_s,
                late_s: served_s.map_or(0.0, |s| (s - at_s).max(0.0)),
                held: ticket.held && !done,
                done,
            });
        }
        for (s, seat) in self.seats.iter().enumerate() {
            let order = order_of(seat.ticket);
            let job = order.and_then(|order| {
                let at = self.work[order]
                    .iter()
                    .position(|work| work.seat == s && (work.fish || seat.ran.plan.is_none()))?;
                Some((&self.work[order][at], found.put[order][at].as_ref()?))
            });
            plates.extend(self.plates_of(seat, job, order.and_then(|o| found.served_s[o])));
        }
        for (o, works) in self.work.iter().enumerate() {
            for (work, put) in works.iter().zip(&found.put[o]) {
                if let Some(put) = put {
                    self.acts_of(work, put, &mut acts);
                }
            }
        }
        acts.sort_by(|a, b| a.at_s.total_cmp(&b.at_s).then_with(|| a.id.cmp(&b.id)));
        let cooks = self
            .problem
            .cooks
            .iter()
            .map(|cook| {
                let mut its = acts
                    .iter()
                    .filter(|act| act.cook == cook.id && act.hands_s > 0.0);
                CookTold {
                    id: cook.id.clone(),
                    next: its.clone().find(|act| !act.done).map(|act| act.id.clone()),
                    hands_s: its.by_ref().map(|act| act.hands_s).sum(),
                }
            })
            .collect();
        let moved = self.moved(&plates);
        let late = tickets.iter().any(|ticket| {
            !ticket.done
                && !ticket.held
                && (ticket.served_s.is_none() || ticket.late_s > f64::from(IN_TIME_S))
        });
        let kept_hot = plates.iter().any(|plate| plate.kept_hot);
        let refused = plates.iter().any(|plate| !plate.refused.is_empty());
        Service {
            feasible: !late && !refused && !kept_hot,
            now_s: self.asked.now_s,
            mise: self.mise(found),
            tickets,
            plates,
            acts,
            cooks,
            short: vec![],
            offers: vec![],
            moved,
            cost: found.cost,
            tries: found.tries,
        }
    }

    /// Plates that stand at another time than in the plan before.
    fn moved(&self, plates: &[PlateTold]) -> Vec<String> {
        let each = self.asked.stood.iter().filter_map(|stood| {
            let plate = plates.iter().find(|plate| plate.id == stood.plate)?;
            let by = plate.start_s? - stood.start_s;
            (plate.now == StandsAt::Waits && by.abs() > f64::from(SAME_S)).then(|| plate.id.clone())
        });
        each.collect()
    }

    fn plates_of(
        &self,
        seat: &Seat,
        job: Option<(&Work, &Put)>,
        served_s: Option<S>,
    ) -> Vec<PlateTold> {
        let ticket = &self.asked.tickets[seat.ticket];
        let ids = self.ids(seat);
        let plan = job.map_or(seat.ran.plan.as_ref(), |(work, put)| {
            work.variants[put.variant].0.plan.as_ref()
        });
        let told = job.map(|(work, put)| &work.variants[put.variant].1);
        let wanted = job.map_or(&seat.wanted, |(work, put)| &work.variants[put.variant].2);
        let settings = wanted
            .plan()
            .map(|plan| plan.method.settings.iter().cloned());
        let settings: BTreeMap<_, _> = settings.into_iter().flatten().collect();
        let at = |what: What| {
            let (_, put) = job?;
            let i = told?
                .acts
                .iter()
                .rposition(|doing| doing.act.what == what && !doing.tied)?;
            Some(f64::from(put.tasks[i].0))
        };
        let story = &seat.story;
        let now = if story.served_s.is_some() {
            StandsAt::Served
        } else if story.off_s.is_some() {
            StandsAt::Rests
        } else if story.in_s.is_some() {
            StandsAt::OnHeat
        } else if job.is_none() {
            StandsAt::Not
        } else {
            StandsAt::Waits
        };
        let ready_s = job.map(|(_, put)| f64::from(put.ready_s));
        let found_s = served_s;
        let served_s = story.served_s.or(job.and(served_s.map(f64::from)));
        let things = job.map_or_else(Vec::new, |(_, put)| {
            put.holds
                .iter()
                .map(|(thing, _)| self.problem.things[*thing].key.clone())
                .collect()
        });
        let name = match &seat.wanted {
            Wanted::Side(side, _) => side.name.clone().unwrap_or_else(|| side.kind.clone()),
            Wanted::Fish(asked, _) => asked.piece.fish.clone().unwrap_or_default(),
        };
        seat.plates
            .iter()
            .map(|p| PlateTold {
                id: ticket.plates[*p].id.clone(),
                ticket: ticket.id.clone(),
                name: name.clone(),
                settings: settings.clone(),
                method: seat.wanted.plan().map(|plan| plan.method.kind.clone()),
                start_s: job.map(|(_, put)| f64::from(put.start_s)),
                begins_s: job
                    .and_then(|(_, put)| put.tasks.first())
                    .map(|task| f64::from(task.0)),
                in_s: story.in_s.or_else(|| at(What::In)),
                off_s: story.off_s.or_else(|| at(What::Off)),
                ready_s,
                served_s,
                waited_s: ready_s
                    .zip(served_s)
                    .map_or(0.0, |(ready, served)| (served - ready).max(0.0)),
                kept_hot: job.is_some_and(|(work, put)| {
                    let keeps = work.variants[put.variant].1.variant.keeps_s;
                    found_s.is_some_and(|served| served - put.ready_s > keeps)
                }),
                keeps_s: told.map_or(0.0, |told| f64::from(told.variant.keeps_s)),
                things: things.clone(),
                stood: job.map(|(_, put)| self.stood(&ticket.plates[*p].id, put)),
                together: ids
                    .iter()
                    .filter(|id| **id != ticket.plates[*p].id)
                    .cloned()
                    .collect(),
                core_served_c: core_served_c(job, ready_s.zip(served_s)),
                core_c: plan.map(|plan| plan.outcome.core_peak_c),
                band_c: plan.map(|plan| [plan.aim.band.low_c, plan.aim.band.high_c]),
                now,
                allergens: seat.ran.allergens.clone(),
                refused: seat.refused.clone(),
                unproved: seat.unproved.clone(),
            })
            .collect()
    }

    fn stood(&self, plate: &str, put: &Put) -> StoodAsked {
        let cook = |i: usize| self.problem.cooks.get(i).map(|cook| cook.id.clone());
        let by = put.tasks.iter().map(|task| task.1).chain([put.plated.1]);
        let key = |hold: &(usize, usize)| self.problem.things[hold.0].key.clone();
        StoodAsked {
            plate: plate.to_owned(),
            start_s: f64::from(put.start_s),
            things: put.holds.iter().map(key).collect(),
            places: put.holds.iter().map(|hold| hold.1 + 1).collect(),
            acts_s: put.tasks.iter().map(|task| f64::from(task.0)).collect(),
            cooks: by.map(|i| cook(i).unwrap_or_default()).collect(),
            plated_s: Some(f64::from(put.plated.0)),
        }
    }

    fn acts_of(&self, work: &Work, put: &Put, acts: &mut Vec<ActTold>) {
        let seat = &self.seats[work.seat];
        let ids = self.ids(seat);
        let (_, told, _) = &work.variants[put.variant];
        let now_s = self.problem.now_s;
        let cook = |i: usize| {
            self.problem
                .cooks
                .get(i)
                .map_or_else(String::new, |cook| cook.id.clone())
        };
        let ticket = &self.asked.tickets[seat.ticket].id;
        // What was due is taken for done, until somebody says otherwise.
        let done_by = |at: S| at < now_s || seat.story.in_s.is_some() && at <= now_s;
        for (i, doing) in told.acts.iter().enumerate() {
            let (at, by) = put.tasks[i];
            let hands = told.variant.tasks[i].hands_s;
            let mut needs: Vec<HeldTold> = vec![];
            for (hold, (thing, place)) in told.variant.holds.iter().zip(&put.holds) {
                if hold.from == i {
                    let thing = &self.problem.things[*thing];
                    needs.push(HeldTold {
                        like: thing.list.clone(),
                        thing: thing.key.clone(),
                        place: place + 1,
                        at_c: hold.at_c.map(f64::from),
                        until_s: f64::from(put.tasks[hold.to].0 + hold.after_s),
                    });
                }
            }
            // What there is least of says where it is done.
            const FIRST: [&str; 6] = ["hobs", "ovens", "fryers", "grates", "broilers", "steamers"];
            let rank = |need: &&HeldTold| {
                FIRST
                    .iter()
                    .position(|list| *list == need.like)
                    .unwrap_or(FIRST.len())
            };
            let main = needs.iter().min_by_key(rank);
            acts.push(ActTold {
                id: format!("{}.{}", ids[0], doing.act.id),
                plate: ids[0].clone(),
                plates: ids.clone(),
                ticket: ticket.clone(),
                what: doing.act.what,
                words: doing.act.words.clone(),
                at_s: f64::from(at),
                hands_s: f64::from(hands),
                cook: cook(by),
                thing: main.map(|need| need.thing.clone()),
                until_s: main.map_or(f64::from(at + hands), |need| need.until_s),
                needs,
                may_wait_s: doing.act.may_wait_s,
                at_c: doing.at_c,
                cues: doing.cues.clone(),
                done: done_by(at),
            });
        }
        let (at, by) = put.plated;
        let hands = f64::from(told.plate_s);
        acts.push(ActTold {
            id: format!(
                "{}.{}.serve",
                ids[0],
                if work.fish {
                    "fish"
                } else {
                    told.acts[0].of.as_str()
                }
            ),
            plate: ids[0].clone(),
            plates: ids,
            ticket: ticket.clone(),
            what: What::Serve,
            words: "Onto the plate".to_owned(),
            at_s: f64::from(at),
            hands_s: hands,
            cook: cook(by),
            thing: None,
            until_s: f64::from(at) + hands,
            needs: vec![],
            may_wait_s: None,
            at_c: None,
            cues: vec![],
            done: false,
        });
    }
}
