//! Who and what is busy when: a lane for each cook and for each place of each thing.

use super::problem::{Begun, Cook, Hold, Problem, Put, S, Thing, Variant};

/// Busy from, until, at so many C, with which job.
type Busy = (S, S, Option<S>, usize);

/// Intervals that do not overlap, in order.
#[derive(Debug, Clone, Default)]
pub struct Lane(Vec<Busy>);

impl Lane {
    /// What of it lies between two times.
    fn among(&self, from: S, to: S) -> &[Busy] {
        let first = self.0.partition_point(|busy| busy.1 <= from);
        let all = &self.0[first..];
        &all[..all.partition_point(|busy| busy.0 < to)]
    }

    fn free(&self, from: S, to: S) -> bool {
        from >= to || self.among(from, to).is_empty()
    }

    /// The last start up to then from which it is free for so long.
    fn before(&self, mut at: S, long: S) -> S {
        let until = self.0.partition_point(|busy| busy.0 < at + long);
        for busy in self.0[..until].iter().rev() {
            if busy.1 <= at {
                break;
            }
            at = at.min(busy.0 - long);
        }
        at
    }

    /// The first start from then on from which it is free for so long.
    fn after(&self, mut at: S, long: S) -> S {
        let from = self.0.partition_point(|busy| busy.1 <= at);
        for busy in &self.0[from..] {
            if busy.0 >= at + long {
                break;
            }
            at = at.max(busy.1);
        }
        at
    }

    /// Takes back what was added under that name at that time.
    fn remove(&mut self, from: S, id: usize) {
        let first = self.0.partition_point(|busy| busy.0 < from);
        let same = |busy: &&Busy| busy.0 == from;
        let found = self.0[first..].iter().take_while(same);
        if let Some(at) = found.into_iter().position(|busy| busy.3 == id) {
            self.0.remove(first + at);
        }
    }

    fn add(&mut self, busy: Busy) {
        if busy.0 < busy.1 {
            let at = self.0.partition_point(|other| other.0 < busy.0);
            self.0.insert(at, busy);
        }
    }
}

/// Oven shelves this far apart are at one temperature, K.
const ONE_HEAT_K: S = 5;

/// All lanes.
#[derive(Debug, Clone)]
pub struct Lanes {
    cooks: Vec<Lane>,
    things: Vec<Vec<Lane>>,
    /// At which temperature each thing is kept when, heating up included.
    heats: Vec<Vec<Busy>>,
}

/// Nobody's: a cook who is away, a thing that is down.
const NOBODY: usize = usize::MAX;

impl Lanes {
    pub fn new(problem: &Problem) -> Self {
        let away = |cook: &Cook| {
            let mut lane = Lane::default();
            for (from, to) in &cook.away {
                lane.add((*from, *to, None, NOBODY));
            }
            lane
        };
        let places = |thing: &Thing| {
            let mut lane = Lane::default();
            if let Some((from, to)) = thing.down {
                lane.add((from, to, None, NOBODY));
            }
            vec![lane; thing.places]
        };
        let mut lanes = Self {
            cooks: problem.cooks.iter().map(away).collect(),
            things: problem.things.iter().map(places).collect(),
            heats: vec![vec![]; problem.things.len()],
        };
        // What has begun lies where it lies whatever else is tried.
        for order in &problem.orders {
            for job in &order.jobs {
                if let Some(begun) = &job.begun {
                    lanes.take_begun(&job.variants[begun.variant], begun);
                }
            }
        }
        lanes
    }

    /// A cook's start nearest to the one wanted, between two times, for so long of whole attention; else how much sooner it
    /// would have to be wanted before anything changes.
    pub fn hands_near(&self, cook: usize, wanted: S, (low, high): (S, S), long: S) -> Result<S, S> {
        let lane = &self.cooks[cook];
        if low > high {
            return Err(1);
        }
        let wanted = wanted.clamp(low, high);
        if lane.free(wanted, wanted + long) {
            return Ok(wanted);
        }
        // Else just before or just after what is in the way, whichever is nearer.
        let both = [lane.before(wanted, long), lane.after(wanted, long)];
        let near = |at: &S| ((at - wanted).abs(), *at);
        both.into_iter()
            .filter(|at| (low..=high).contains(at))
            .min_by_key(near)
            .ok_or_else(|| {
                let first = lane.among(low, low + long).first();
                first.map_or(1, |busy| low + long - busy.0)
            })
    }

    /// How many acts a cook has.
    pub fn load(&self, cook: usize) -> usize {
        self.cooks[cook].0.len()
    }

    /// Whether this place is free then, its thing at this temperature.
    pub fn fits(
        &self,
        problem: &Problem,
        (thing, place): (usize, usize),
        between: (S, S),
        hold: &Hold,
    ) -> bool {
        let lane = self.things[thing].get(place);
        lane.is_some_and(|lane| lane.free(between.0, between.1))
            && self.place(problem, thing, between, hold).is_ok()
    }

    /// Whether any place of a thing is free then; else how much sooner, and how much later, that may change.
    pub fn clear(&self, thing: usize, (from, to): (S, S)) -> Result<(), (S, S)> {
        let mut nearest = (S::MAX / 4, S::MAX / 4);
        for lane in &self.things[thing] {
            let (Some(first), Some(last)) =
                (lane.among(from, to).first(), lane.among(from, to).last())
            else {
                return Ok(());
            };
            nearest = (nearest.0.min(to - last.0), nearest.1.min(first.1 - from));
        }
        Err(nearest)
    }

    /// A place of a thing that is free, its others at the same temperature; else how much sooner it would have to be wanted
    /// before anything changes.
    pub fn place(
        &self,
        problem: &Problem,
        thing: usize,
        (from, to): (S, S),
        hold: &Hold,
    ) -> Result<usize, S> {
        let lanes = &self.things[thing];
        if problem.things[thing].one_heat
            && let Some(c) = hold.at_c
        {
            let heats = self.heats[thing].iter();
            let other = heats.filter(|busy| {
                let another = busy.2.is_some_and(|heat| (heat - c).abs() > ONE_HEAT_K);
                another && busy.0 < to && from - hold.heats_s < busy.1
            });
            if let Some(busy) = other.max_by_key(|busy| busy.0) {
                return Err((to - busy.0).max(1));
            }
        }
        lanes
            .iter()
            .position(|lane| lane.free(from, to))
            .ok_or_else(|| {
                let last = |lane: &Lane| lane.among(from, to).last().map_or(1, |busy| to - busy.0);
                lanes.iter().map(last).min().unwrap_or(1).max(1)
            })
    }

    /// Takes what a job takes: of one that has begun, the hands that are to come.
    pub fn take(&mut self, problem: &Problem, (order, job): (usize, usize), put: &Put) {
        let id = name(order, job);
        let asked = &problem.orders[order].jobs[job];
        let variant = &asked.variants[put.variant];
        let past = asked.begun.as_ref().map_or(0, |begun| begun.past);
        for (task, (at, cook)) in variant.tasks.iter().zip(&put.tasks).skip(past) {
            self.cooks[*cook].add((*at, at + task.hands_s, None, id));
        }
        let (at, cook) = put.plated;
        self.cooks[cook].add((at, at + asked.plate_s, None, id));
        if asked.begun.is_some() {
            return;
        }
        for (hold, (thing, place)) in variant.holds.iter().zip(&put.holds) {
            let (from, to) = (put.tasks[hold.from].0, put.tasks[hold.to].0 + hold.after_s);
            self.hold((*thing, *place), (from, to), hold, id);
        }
    }

    fn hold(&mut self, (thing, place): (usize, usize), (from, to): (S, S), hold: &Hold, id: usize) {
        self.things[thing][place].add((from, to, hold.at_c, id));
        if hold.at_c.is_some() {
            self.heats[thing].push((from - hold.heats_s, to, hold.at_c, id));
        }
    }

    /// Things of what has begun, for as long as its slack may keep them.
    pub fn take_begun(&mut self, variant: &Variant, begun: &Begun) {
        for (hold, at) in variant.holds.iter().zip(&begun.holds) {
            let to = &variant.tasks[hold.to];
            let between = (
                begun.start_s + variant.tasks[hold.from].at_s,
                begun.start_s + to.at_s + to.late_s + hold.after_s,
            );
            self.hold(*at, between, hold, NOBODY);
        }
    }

    /// Gives back what [`Self::take`] took.
    pub fn give_back(&mut self, problem: &Problem, (order, job): (usize, usize), put: &Put) {
        let id = name(order, job);
        let asked = &problem.orders[order].jobs[job];
        let past = asked.begun.as_ref().map_or(0, |begun| begun.past);
        for (at, cook) in put.tasks.iter().skip(past) {
            self.cooks[*cook].remove(*at, id);
        }
        self.cooks[put.plated.1].remove(put.plated.0, id);
        if asked.begun.is_some() {
            return;
        }
        let holds = &asked.variants[put.variant].holds;
        for (hold, (thing, place)) in holds.iter().zip(&put.holds) {
            self.things[*thing][*place].remove(put.tasks[hold.from].0, id);
            if hold.at_c.is_some() {
                self.heats[*thing].retain(|busy| busy.3 != id);
            }
        }
    }
}

/// No ticket has more jobs.
const MOST_JOBS: usize = 1000;

fn name(order: usize, job: usize) -> usize {
    order * MOST_JOBS + job
}
