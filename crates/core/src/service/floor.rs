//! The floor: every dish as a job of the search, on the things of this kitchen, by who works.

use super::asked::{HandAsked, ServiceAsked};
use super::check::CLOCK_S;
use super::courses::asked_for;
use super::jobs::{Places, Told, Used, lanes, told};
use super::lanes::Lanes;
use super::place::Placing;
use super::problem::{Cook, Hold, Job, Order, Problem, S, Schedule, Thing, Was};
use super::runs::{Ran, Runs, Wanted};
use super::seats::{Seat, TAKES_PLACE, seats, works};
use super::stock::{More, more};
use crate::kit::{Kitchen, Shelf};
use crate::run::Need;
use crate::{InputError, Within};
use std::sync::Arc;

/// One job: of which seat, with what each variant was run by.
pub struct Work {
    pub seat: usize,
    pub fish: bool,
    pub variants: Vec<(Arc<Ran>, Told, Wanted)>,
}

/// All that is planned.
pub struct Floor<'a> {
    pub asked: &'a ServiceAsked,
    pub seats: Vec<Seat>,
    pub problem: Problem,
    /// The jobs of each order.
    pub work: Vec<Vec<Work>>,
    /// Which ticket each order is.
    pub of_ticket: Vec<usize>,
    /// What is expected besides.
    pub more: Vec<More>,
    /// When each ticket is asked for, s; none where nobody said.
    pub asked_s: Vec<Option<f64>>,
}

struct Finds<'a> {
    kitchen: &'a Kitchen,
    used: &'a mut Used,
}

impl Places for Finds<'_> {
    fn any_of(&mut self, need: &Need) -> Vec<usize> {
        let kit = &self.kitchen.kit;
        let places = |key: &str| kit.places(need.like, key);
        if let Some(key) = &need.thing {
            return vec![self.used.at(need.like, key, places(key))];
        }
        let shelf = [
            Shelf::Pans,
            Shelf::Hobs,
            Shelf::Ovens,
            Shelf::Fryers,
            Shelf::Pots,
            Shelf::Grates,
            Shelf::Broilers,
        ];
        let shelf = shelf.into_iter().find(|shelf| shelf.list() == need.like);
        let Some(shelf) = shelf else {
            return vec![self.used.at(need.like, need.like, 1)];
        };
        let there = kit.there(shelf);
        let built_in = matches!(shelf, Shelf::Hobs | Shelf::Ovens | Shelf::Fryers);
        // Nobody has every hob that ships: the one that is used already, else the first.
        let keys: Vec<&str> = if built_in && !kit.has_own(shelf) {
            let used = self
                .used
                .things
                .iter()
                .find(|thing| thing.list == need.like);
            let used = used.and_then(|thing| there.iter().find(|key| **key == thing.key));
            used.or(there.first()).copied().into_iter().collect()
        } else {
            there
        };
        keys.into_iter()
            .map(|key| self.used.at(need.like, key, kit.places(need.like, key)))
            .collect()
    }
}

impl<'a> Floor<'a> {
    /// Reads it and runs what is not yet known.
    pub fn new(asked: &'a ServiceAsked, runs: &mut Runs) -> Result<Self, InputError> {
        let seats = seats(asked, runs)?;
        let work = works(asked, &seats, runs)?;
        let mut used = Used::default();
        // Fish first: they say which hob is used.
        let mut made: Vec<Vec<Work>> = vec![];
        let mut of_ticket = vec![];
        let mut jobs: Vec<(usize, Work)> = vec![];
        for (seat, variants) in work {
            let mut all: Vec<Vec<(Arc<Ran>, Told, Wanted)>> = vec![];
            let mut fish = vec![];
            for (k, (ran, wanted)) in variants.iter().enumerate() {
                let mut finds = Finds {
                    kitchen: &asked.kitchen,
                    used: &mut used,
                };
                let plates = seats[seat].plates.len() as u32;
                for (l, lane) in lanes(ran, plates, asked.mise_done).iter().enumerate() {
                    let Some(told) = told(lane, &mut finds) else {
                        continue;
                    };
                    let one = (Arc::clone(ran), told, wanted.clone());
                    if k == 0 {
                        fish.push(lane.fish);
                        all.push(vec![one]);
                    } else if lane.fish
                        && let Some(at) = fish.iter().position(|fish| *fish)
                    {
                        let _ = l;
                        all[at].push(one);
                    }
                }
            }
            for (variants, fish) in all.into_iter().zip(fish) {
                jobs.push((
                    seats[seat].ticket,
                    Work {
                        seat,
                        fish,
                        variants,
                    },
                ));
            }
        }
        for (i, ticket) in asked.tickets.iter().enumerate() {
            let mut its: Vec<Work> = vec![];
            let mut rest = vec![];
            for (of, work) in jobs {
                let begun = seats[work.seat].story.in_s.is_some();
                if of == i {
                    // A ticket that is held goes no further than what has begun.
                    if seats[work.seat].story.served_s.is_none() && (begun || !ticket.held) {
                        its.push(work);
                    }
                } else {
                    rest.push((of, work));
                }
            }
            jobs = rest;
            if !its.is_empty() {
                made.push(its);
                of_ticket.push(i);
            }
        }
        let now_s = asked.now_s.round() as S;
        let cooks = asked
            .hands
            .iter()
            .enumerate()
            .map(|(i, hand)| cook(hand, &used).at("hands", i))
            .collect::<Result<Vec<Cook>, _>>()?;
        for (i, down) in asked.down.iter().enumerate() {
            let keys = || used.things.iter().map(|thing| thing.key.as_str());
            // What nobody uses may be down without a word; what no kitchen has may not.
            let known = keys().any(|key| key == down.thing) || has(&asked.kitchen, &down.thing);
            if !known {
                return Err(InputError::unknown("thing", &down.thing, keys())).at("down", i);
            }
            let until = down.until_s.unwrap_or(CLOCK_S.1);
            let between = (down.from_s.round() as S, until.round() as S);
            for thing in used
                .things
                .iter_mut()
                .filter(|thing| thing.key == down.thing)
            {
                thing.down = Some(between);
            }
        }
        let mut problem = Problem {
            now_s,
            things: used.things,
            cooks,
            orders: vec![],
        };
        let asked_s = asked_for(asked, &seats, |_| None);
        for (works, ticket) in made.iter().zip(&of_ticket) {
            let jobs = works
                .iter()
                .map(|work| job(work, &seats[work.seat], asked, &problem.things));
            problem.orders.push(Order {
                at_s: asked_s[*ticket].map_or(now_s, |at| at.round() as S),
                jobs: jobs.collect(),
            });
        }
        let mut floor = Self {
            asked,
            seats,
            problem,
            work: made,
            of_ticket,
            more: more(asked, runs)?,
            asked_s,
        };
        floor.what_has_begun()?;
        floor.what_was_served()?;
        Ok(floor)
    }

    pub fn ids(&self, seat: &Seat) -> Vec<String> {
        let plates = &self.asked.tickets[seat.ticket].plates;
        seat.plates.iter().map(|i| plates[*i].id.clone()).collect()
    }

    pub(super) fn variant_on(&self, work: &Work, things: &[String]) -> usize {
        let on = |told: &Told| {
            let of = |hold: &Hold| {
                hold.any_of
                    .iter()
                    .any(|i| things.contains(&self.problem.things[*i].key))
            };
            told.variant.holds.iter().filter(|hold| of(hold)).count()
        };
        let best = work
            .variants
            .iter()
            .enumerate()
            .max_by_key(|(i, (_, told, _))| (on(told), usize::MAX - i));
        best.map_or(0, |(i, _)| i)
    }
}

fn has(kitchen: &Kitchen, key: &str) -> bool {
    let shelves = TAKES_PLACE
        .into_iter()
        .chain([Shelf::Broilers, Shelf::Steamers]);
    shelves.into_iter().any(|shelf| {
        kitchen
            .kit
            .names(shelf)
            .iter()
            .any(|(known, _)| *known == key)
    })
}

fn cook(hand: &HandAsked, used: &Used) -> Result<Cook, InputError> {
    let at = |thing: &String| used.things.iter().position(|one| one.key == *thing);
    Ok(Cook {
        id: hand.id.clone(),
        only_at: if hand.things.is_empty() {
            vec![]
        } else {
            // A thing nobody uses is no station today; who has only such does nothing.
            let all: Vec<usize> = hand.things.iter().filter_map(at).collect();
            if all.is_empty() {
                vec![usize::MAX]
            } else {
                all
            }
        },
        away: hand
            .away_s
            .map(|[from, to]| (from.round() as S, to.round() as S))
            .into_iter()
            .collect(),
    })
}

fn job(work: &Work, seat: &Seat, asked: &ServiceAsked, things: &[Thing]) -> Job {
    let ids: Vec<&str> = seat
        .plates
        .iter()
        .map(|p| asked.tickets[seat.ticket].plates[*p].id.as_str())
        .collect();
    let stood = asked
        .stood
        .iter()
        .find(|stood| ids.contains(&stood.plate.as_str()));
    let was = stood
        .filter(|_| (work.fish || seat.ran.plan.is_none()) && !seat.story.again)
        .map(|stood| {
            let on = |told: &Told| {
                let here = |hold: &Hold| {
                    hold.any_of
                        .iter()
                        .any(|i| stood.things.contains(&things[*i].key))
                };
                told.variant.holds.iter().filter(|hold| here(hold)).count()
            };
            let each = work.variants.iter().enumerate();
            let best = each.max_by_key(|(i, (_, told, _))| (on(told), usize::MAX - i));
            let variant = best.map_or(0, |(i, _)| i);
            let hands = |name: &String| asked.hands.iter().position(|hand| hand.id == *name);
            let whole = |s: f64| s.round() as S;
            let of = &work.variants[variant].1.variant;
            // Only where it is the same job: as many acts, on as many things.
            let same = stood.acts_s.len() == of.tasks.len();
            let mut cooks = stood.cooks.iter().map(|name| hands(name).unwrap_or(0));
            let acts: Vec<(S, usize)> = if same {
                let each = stood.acts_s.iter().zip(cooks.by_ref());
                each.map(|(s, cook)| (whole(*s), cook)).collect()
            } else {
                vec![]
            };
            let at = |key: &String, any_of: &[usize]| {
                any_of.iter().copied().find(|i| things[*i].key == *key)
            };
            let on = stood.things.iter().zip(&stood.places).zip(&of.holds);
            let on = on.map_while(|((key, place), hold)| {
                Some((at(key, &hold.any_of)?, place.saturating_sub(1)))
            });
            Was {
                variant,
                start_s: whole(stood.start_s),
                plated: stood
                    .plated_s
                    .filter(|_| same)
                    .map(|s| (whole(s), cooks.next().unwrap_or(0))),
                acts,
                on: on.collect(),
            }
        });
    Job {
        variants: work
            .variants
            .iter()
            .map(|(_, told, _)| told.variant.clone())
            .collect(),
        plate_s: work.variants[0].1.plate_s,
        plates: seat.plates.len() as S,
        begun: None,
        was,
    }
}

impl Floor<'_> {
    /// What comes after a ticket comes after it as it was found; whether that moves any.
    pub fn follow(&mut self, found: &Schedule) -> bool {
        let order_of = |ticket: usize| self.of_ticket.iter().position(|of| *of == ticket);
        let planned = |ticket: usize| Some(f64::from(found.served_s[order_of(ticket)?]?));
        self.asked_s = asked_for(self.asked, &self.seats, planned);
        let mut moves = false;
        for (order, ticket) in self.problem.orders.iter_mut().zip(&self.of_ticket) {
            let at_s = self.asked_s[*ticket].map_or(self.problem.now_s, |at| at.round() as S);
            moves |= at_s != order.at_s;
            order.at_s = at_s;
        }
        moves
    }

    /// How late all is together, or kept hot too long, s.
    pub fn late_s(&self, found: &Schedule) -> i64 {
        /// Never is later than all else.
        const NEVER_S: i64 = 36_000;
        let mut late = 0;
        for ((order, served), put) in self
            .problem
            .orders
            .iter()
            .zip(&found.served_s)
            .zip(&found.put)
        {
            let Some(served) = served else {
                late += NEVER_S;
                continue;
            };
            late += i64::from((served - order.at_s).max(0));
            for (job, put) in order.jobs.iter().zip(put) {
                let over = put.as_ref().map_or(0, |put| {
                    served - put.ready_s - job.variants[put.variant].keeps_s
                });
                late += i64::from(over.max(0));
            }
        }
        late
    }

    /// The soonest that an empty kitchen serves an order.
    pub fn alone_s(&self, order: usize) -> Option<S> {
        let by: Vec<usize> = (0..self.problem.orders[order].jobs.len()).collect();
        let placing = Placing {
            problem: &self.problem,
            order,
            by: &by,
            over_s: 0,
            nudge_s: &[],
            later_s: 0,
        };
        placing
            .soonest(&mut Lanes::new(&self.problem))
            .map(|(s, _)| s)
    }
}
