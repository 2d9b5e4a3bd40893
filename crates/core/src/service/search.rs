//! The search: orders put in one after another, then a few taken out and put back elsewhere, again and again.
//!
//! Bounded by tries, not by a clock: the same question has the same answer. Ties and chances come from one seed.

use super::lanes::Lanes;
use super::place::{EARLIEST, Placing};
use super::problem::{Job, Problem, Put, S, Schedule};

/// Chances are drawn from here: two searches side by side, each with half of the tries.
const SEEDS: [u64; 2] = [0x00c1_4d05, 0x5ea_f00d];
/// An order that cannot be cooked costs as much as one that is so late.
const NEVER: i64 = 10 * 24 * 3600;
/// Simulated annealing: what is worse by this share of the best is kept one time in e, at the beginning of a round and at its
/// end; then again from the best, or from the beginning in another order.
const WORSE_SHARE: [f64; 2] = [0.02, 0.002];
const ROUND: usize = 1000;

/// What cannot be served together within what each keeps is kept hot, so much longer at most.
const OVER_S: S = 5400;

/// Tries as usual: the fewer jobs, the more; about as long for any.
pub fn usual_tries(problem: &Problem) -> usize {
    const JOBS_TRIED: usize = 400_000;
    let jobs: usize = problem.orders.iter().map(|order| order.jobs.len()).sum();
    (JOBS_TRIED / jobs.max(1)).clamp(2000, 32_000)
}

struct Search<'a> {
    problem: &'a Problem,
    chance: fastrand::Rng,
    /// So much longer than it keeps each order may be kept hot; none of what is not tried.
    over_s: Vec<Option<S>>,
}

/// A plan as it is searched.
#[derive(Clone)]
struct State {
    lanes: Lanes,
    orders: Vec<Option<(S, Vec<Option<Put>>)>>,
    costs: Vec<i64>,
}

/// Where an order was put, and what that costs.
type Placed = (Option<(S, Vec<Option<Put>>)>, i64);

impl State {
    fn take_out(&mut self, problem: &Problem, order: usize) -> Placed {
        let placed = self.orders[order].take();
        for (job, put) in placed.iter().flat_map(|(_, put)| put.iter().enumerate()) {
            if let Some(put) = put {
                self.lanes.give_back(problem, (order, job), put);
            }
        }
        (placed, std::mem::take(&mut self.costs[order]))
    }

    fn put_back(&mut self, problem: &Problem, order: usize, (placed, cost): Placed) {
        for (job, put) in placed.iter().flat_map(|(_, put)| put.iter().enumerate()) {
            if let Some(put) = put {
                self.lanes.take(problem, (order, job), put);
            }
        }
        self.orders[order] = placed;
        self.costs[order] = cost;
    }

    fn cost(&self) -> i64 {
        self.costs.iter().sum()
    }
}

/// Plans a service within so many tries.
pub fn schedule(problem: &Problem, tries: usize) -> Schedule {
    let over_s = over_s(problem);
    let [one, two] = SEEDS.map(|seed| Search {
        problem,
        chance: fastrand::Rng::with_seed(seed),
        over_s: over_s.clone(),
    });
    // More tries are more for each: what was found with fewer is found again.
    let half = tries / 2;
    let ((best, made), (other, others)) =
        rayon::join(|| one.within(tries - half), || two.within(half));
    let best = if other.cost() < best.cost() {
        other
    } else {
        best
    };
    let cost = best.cost();
    let (served_s, put) = best
        .orders
        .into_iter()
        .enumerate()
        .map(|(i, order)| match order {
            Some((served_s, put)) => (Some(served_s), put),
            None => (None, vec![None; problem.orders[i].jobs.len()]),
        })
        .unzip();
    Schedule {
        served_s,
        put,
        cost,
        tries: made + others,
    }
}

/// How much longer than it keeps each order has to be kept hot even in an empty kitchen; none of what cannot be cooked here.
fn over_s(problem: &Problem) -> Vec<Option<S>> {
    let alone = |order: usize, over_s: S| {
        let jobs = &problem.orders[order].jobs;
        let mut by: Vec<usize> = (0..jobs.len()).collect();
        by.sort_by_key(|job| (jobs[*job].begun.is_none(), *job));
        let placing = Placing {
            problem,
            order,
            by: &by,
            over_s,
            nudge_s: &[],
            later_s: 0,
        };
        let fits = placing.soonest(&mut Lanes::new(problem)).is_some();
        fits.then_some(over_s)
    };
    let each = 0..problem.orders.len();
    each.map(|order| alone(order, 0).or_else(|| alone(order, OVER_S)))
        .collect()
}

impl Search<'_> {
    /// The best within so many tries, and how many it took.
    fn within(mut self, tries: usize) -> (State, usize) {
        let problem = self.problem;
        let n = problem.orders.len();
        let mut state = State {
            lanes: Lanes::new(problem),
            orders: vec![None; n],
            costs: vec![0; n],
        };
        // What has begun comes first: it cannot be moved.
        let mut first: Vec<usize> = (0..n).collect();
        let any = |i: usize, is: fn(&Job) -> bool| problem.orders[i].jobs.iter().any(is);
        let begun = |i: usize| any(i, |job| job.begun.is_some());
        let kept = |i: usize| any(i, |job| job.was.is_some());
        first.sort_by_key(|i| (!begun(*i), !kept(*i), problem.orders[*i].at_s, *i));
        let empty = state.clone();
        self.put_in(&mut state, &first, true);
        let mut best = state.clone();
        let mut made = 0;
        let any = self.over_s.iter().any(Option::is_some);
        while made < tries && any && best.cost() > 0 {
            made += 1;
            let out = self.take_out(&state);
            let was = state.cost();
            let before: Vec<Placed> = out.iter().map(|o| state.take_out(problem, *o)).collect();
            self.put_in(&mut state, &out, false);
            let is = state.cost();
            let past = (made % ROUND) as f64 / ROUND as f64;
            let [hot, cold] = WORSE_SHARE.map(|share| share * best.cost() as f64);
            let worse = -hot * (cold / hot).powf(past) * (1.0 - self.chance.f64()).ln();
            if is <= was || (is as f64) < was as f64 + worse {
                if is < best.cost() {
                    best = state.clone();
                }
            } else {
                for order in &out {
                    state.take_out(problem, *order);
                }
                for (order, placed) in out.iter().zip(before) {
                    state.put_back(problem, *order, placed);
                }
            }
            if made % ROUND == 0 {
                state = if (made / ROUND) % 2 == 1 {
                    self.afresh(&empty, &first)
                } else {
                    best.clone()
                };
            }
        }
        (best, made)
    }

    /// From the beginning, in another order.
    fn afresh(&mut self, empty: &State, orders: &[usize]) -> State {
        let mut orders = orders.to_vec();
        self.chance.shuffle(&mut orders);
        let mut state = empty.clone();
        self.put_in(&mut state, &orders, false);
        state
    }

    /// Which orders are taken out.
    fn take_out(&mut self, state: &State) -> Vec<usize> {
        let mut by_time: Vec<usize> = (0..self.problem.orders.len())
            .filter(|order| self.over_s[*order].is_some())
            .collect();
        let n = by_time.len();
        if n == 0 {
            return vec![];
        }
        let all = by_time.clone();
        by_time.sort_by_key(|i| {
            (
                state.orders[*i].as_ref().map_or(S::MAX, |order| order.0),
                *i,
            )
        });
        let some = |chance: &mut fastrand::Rng| 1 + chance.usize(..4.min(n));
        let mut out: Vec<usize> = match self.chance.u8(..4) {
            // Neighbours in time.
            0 | 1 => {
                let many = some(&mut self.chance) + 1;
                let from = self.chance.usize(..n);
                by_time.into_iter().skip(from).take(many).collect()
            }
            // The dearest, and some others.
            2 => {
                let dear = all.iter().copied().max_by_key(|i| state.costs[*i]);
                let many = some(&mut self.chance);
                let others = (0..many).map(|_| all[self.chance.usize(..n)]);
                others.chain(dear).collect()
            }
            _ => {
                let many = some(&mut self.chance);
                (0..many).map(|_| all[self.chance.usize(..n)]).collect()
            }
        };
        out.sort_unstable();
        out.dedup();
        self.chance.shuffle(&mut out);
        out
    }

    /// Out of the way of others: not at all, a little, or far.
    fn nudged(&mut self, jobs: usize) -> (Vec<S>, S) {
        const STEP_S: S = 5;
        // One in so many jobs, by so many steps at most.
        let (one_in, most) = match self.chance.u8(..4) {
            0 | 1 => return (vec![], 0),
            2 => (2, 18),
            _ => (2, 72),
        };
        let mut some = |one_in: u8, most: S| {
            if self.chance.u8(..one_in) == 0 {
                STEP_S * self.chance.i32(1..=most)
            } else {
                0
            }
        };
        let mut nudge_s: Vec<S> = (0..jobs).map(|_| some(one_in, most)).collect();
        let later_s = some(8, 12);
        for nudge_s in nudge_s.iter_mut().filter(|_| self.chance.u8(..6) == 0) {
            *nudge_s = EARLIEST;
        }
        (nudge_s, later_s)
    }

    /// Puts orders in, one after another.
    fn put_in(&mut self, state: &mut State, orders: &[usize], as_said: bool) {
        for &order in orders {
            let of = &self.problem.orders[order];
            let Some(over_s) = self.over_s[order] else {
                state.costs[order] = NEVER;
                state.orders[order] = None;
                continue;
            };
            let mut by: Vec<usize> = (0..of.jobs.len()).collect();
            let long = |job: &usize| {
                let variant = &of.jobs[*job].variants[0];
                variant.tasks[variant.ready.0].at_s - variant.tasks[0].at_s
            };
            // What has begun, then the longest: it is the hardest to place.
            by.sort_by_key(|job| (of.jobs[*job].begun.is_none(), -long(job), *job));
            if !as_said && self.chance.bool() {
                let begun = by
                    .iter()
                    .take_while(|job| of.jobs[**job].begun.is_some())
                    .count();
                self.chance.shuffle(&mut by[begun..]);
            }
            let (nudge_s, later_s) = if as_said {
                (vec![], 0)
            } else {
                self.nudged(by.len())
            };
            let placing = Placing {
                problem: self.problem,
                order,
                by: &by,
                over_s,
                nudge_s: &nudge_s,
                later_s,
            };
            match placing.soonest(&mut state.lanes) {
                Some((served_s, put)) => {
                    state.costs[order] = of.cost(served_s, &put, self.problem.now_s);
                    state.orders[order] = Some((served_s, put));
                }
                None => {
                    state.costs[order] = NEVER;
                    state.orders[order] = None;
                }
            }
        }
    }
}
