//! One order put into what is free: all its jobs for one time of serving, each as late as it can be.

use super::lanes::Lanes;
use super::problem::{Job, Order, Problem, Put, S, Task, Variant};

/// Starts are tried so far apart.
const STEP_S: S = 5;
/// Longest that an order is looked for late.
const LATEST_S: S = 8 * 3600;

/// Not so much sooner than it has to be: as soon as it can be.
pub const EARLIEST: S = -1;

/// An order with its jobs in some order of trying.
pub struct Placing<'a> {
    pub problem: &'a Problem,
    pub order: usize,
    /// Jobs in the order they are tried.
    pub by: &'a [usize],
    /// So much longer than they keep may they be kept hot: what else could not be served together at all.
    pub over_s: S,
    /// So much sooner than it has to be each job is tried first, and so much later than asked the order.
    pub nudge_s: &'a [S],
    pub later_s: S,
}

impl Placing<'_> {
    fn of(&self) -> &Order {
        &self.problem.orders[self.order]
    }

    /// The soonest time from which all its jobs fit, taken in the lanes; none where they never do.
    pub fn soonest(&self, lanes: &mut Lanes) -> Option<(S, Vec<Option<Put>>)> {
        let wanted = self.of().at_s + self.later_s;
        let mut missed = wanted;
        let mut step = STEP_S;
        let mut at = wanted;
        let mut found = loop {
            if let Some(put) = self.at(lanes, at) {
                break (at, put);
            }
            if at - wanted > LATEST_S {
                return None;
            }
            missed = at;
            at += step;
            step = (2 * step).min(320);
        };
        // Sooner, between the last that did not fit and the first that does.
        let (mut low, mut high) = (missed, found.0);
        while high - low > STEP_S {
            let middle = low + (high - low) / 2 / STEP_S * STEP_S;
            if middle <= low {
                break;
            }
            match self.at(lanes, middle) {
                Some(put) => {
                    found = (middle, put);
                    high = middle;
                }
                None => low = middle,
            }
        }
        let (served_s, put) = found;
        for (job, put) in put.iter().enumerate() {
            if let Some(put) = put {
                lanes.take(self.problem, (self.order, job), put);
            }
        }
        Some((served_s, put))
    }

    /// All its jobs for one time of serving.
    fn at(&self, lanes: &Lanes, served_s: S) -> Option<Vec<Option<Put>>> {
        let jobs = &self.of().jobs;
        let mut put: Vec<Option<Put>> = vec![None; jobs.len()];
        let mut lanes = lanes.clone();
        for &job in self.by {
            let one = self.job(&lanes, job, served_s)?;
            lanes.take(self.problem, (self.order, job), &one);
            put[job] = Some(one);
        }
        Some(put)
    }

    /// One job for that time of serving: where it was, else as late as it can be.
    fn job(&self, lanes: &Lanes, at: usize, served_s: S) -> Option<Put> {
        let job = &self.of().jobs[at];
        if let Some(begun) = &job.begun {
            return self.begun(lanes, job, begun, served_s);
        }
        if let Some((variant, start_s)) = job.was
            && let Ok(put) = self.from(lanes, at, variant, start_s, served_s)
        {
            return Some(put);
        }
        // The one that waits least; of those alike the first.
        let mut best: Option<Put> = None;
        for variant in 0..job.variants.len() {
            let Some(put) = self.latest(lanes, at, variant, served_s) else {
                continue;
            };
            let waits = served_s - put.ready_s;
            let nudge_s = self.nudge_s.get(at).copied().unwrap_or(0);
            if nudge_s == EARLIEST || waits <= job.plate_s + nudge_s {
                return Some(put);
            }
            if best
                .as_ref()
                .is_none_or(|best| waits < served_s - best.ready_s)
            {
                best = Some(put);
            }
        }
        best
    }

    fn latest(&self, lanes: &Lanes, at: usize, variant: usize, served_s: S) -> Option<Put> {
        let job = &self.of().jobs[at];
        let of = &job.variants[variant];
        let ready_s = of.tasks[of.ready.0].at_s + of.ready.1;
        // Slack may bring it ready sooner than its start says.
        let slack = of.tasks[of.ready.0].early_s;
        let latest = served_s - job.plate_s - ready_s + slack;
        let soonest = served_s - of.keeps_s - self.over_s - ready_s - of.tasks[of.ready.0].late_s;
        let nudge_s = self.nudge_s.get(at).copied().unwrap_or(0);
        if nudge_s == EARLIEST {
            let first = soonest.div_euclid(STEP_S) * STEP_S + STEP_S;
            let mut starts = (0..)
                .map(|i| first + STEP_S * i)
                .take_while(|s| *s <= latest);
            return starts.find_map(|s| self.from(lanes, at, variant, s, served_s).ok());
        }
        let mut start_s = (latest - nudge_s).div_euclid(STEP_S) * STEP_S;
        while start_s >= soonest {
            match self.from(lanes, at, variant, start_s, served_s) {
                Ok(put) => return Some(put),
                // Nothing changes before that.
                Err(sooner) => start_s = (start_s - sooner.max(1)).div_euclid(STEP_S) * STEP_S,
            }
        }
        None
    }

    /// From that start, if it fits; else how much sooner it has to start before anything changes.
    fn from(
        &self,
        lanes: &Lanes,
        at: usize,
        variant: usize,
        start_s: S,
        served_s: S,
    ) -> Result<Put, S> {
        /// There is no sooner.
        const NEVER: Result<Put, S> = Err(S::MAX / 4);
        let job = &self.of().jobs[at];
        let of = &job.variants[variant];
        let now_s = self.problem.now_s;
        // What was due by the plan before is taken for done, up to where it goes in.
        let was = job.was.filter(|(of, _)| *of == variant);
        let goes_in = of.goes_in.unwrap_or(of.tasks.len());
        let done = was.map_or(0, |(_, was_s)| {
            let due = |task: &&Task| was_s + task.at_s < now_s;
            of.tasks[..goes_in].iter().take_while(due).count()
        });
        let was_s = was.map_or(start_s, |(_, was_s)| was_s);
        let Some(first) = of.tasks.get(done) else {
            return NEVER;
        };
        if start_s + first.at_s + first.late_s < now_s || done > 0 && start_s < was_s {
            return NEVER;
        }
        let mut tasks = Vec::with_capacity(of.tasks.len());
        let mut not_before = now_s;
        for (i, task) in of.tasks.iter().enumerate() {
            if i < done {
                tasks.push((was_s + task.at_s, 0));
                continue;
            }
            let wanted = start_s + task.at_s;
            let low = wanted - task.early_s;
            let window = (low.max(not_before), wanted + task.late_s);
            let found = self.hands(lanes, of, wanted, window, task.hands_s);
            // Where its act before is in the way that may come sooner by itself.
            let (at_s, cook) =
                found.map_err(|sooner| if low < not_before { STEP_S } else { sooner })?;
            // Its own acts follow each other: one cook is never asked for two at once.
            not_before = at_s + task.hands_s;
            tasks.push((at_s, cook));
        }
        let ready_s = tasks[of.ready.0].0 + of.ready.1;
        if ready_s + job.plate_s > served_s || served_s - ready_s > of.keeps_s + self.over_s {
            return Err(STEP_S);
        }
        let mut holds = Vec::with_capacity(of.holds.len());
        for hold in &of.holds {
            let (from, to) = (tasks[hold.from].0, tasks[hold.to].0 + hold.after_s);
            // What slack may give back of it.
            let to_of = &of.tasks[hold.to];
            let slack = to_of.early_s + to_of.late_s;
            let mut sooner = S::MAX / 4;
            let mut found = None;
            for &thing in &hold.any_of {
                match lanes.place(self.problem, thing, (from, to), hold) {
                    Ok(place) => {
                        found = Some((thing, place));
                        break;
                    }
                    Err(by) => sooner = sooner.min(by),
                }
            }
            holds.push(found.ok_or((sooner - slack).max(STEP_S))?);
        }
        let between = (ready_s.max(not_before), served_s - job.plate_s);
        let plated = self.hands(lanes, of, between.1, between, job.plate_s);
        Ok(Put {
            variant,
            start_s,
            tasks,
            holds,
            ready_s,
            plated: plated.map_err(|_| STEP_S)?,
        })
    }

    /// What has begun stays as it is; only its plate is made when it is served.
    fn begun(&self, lanes: &Lanes, job: &Job, begun: &Put, served_s: S) -> Option<Put> {
        let of = &job.variants[begun.variant];
        let latest = served_s - job.plate_s;
        if begun.ready_s > latest {
            return None;
        }
        // It may have to wait longer than it keeps: that is said, not forbidden.
        let between = (begun.ready_s.max(self.problem.now_s), latest);
        let plated = self.hands(lanes, of, latest, between, job.plate_s).ok()?;
        Some(Put {
            plated,
            ..begun.clone()
        })
    }

    /// A cook who may, nearest to when it is wanted.
    fn hands(
        &self,
        lanes: &Lanes,
        of: &Variant,
        wanted: S,
        window: (S, S),
        long: S,
    ) -> Result<(S, usize), S> {
        let (low, high) = window;
        let at = |thing: &usize| of.holds.iter().any(|hold| hold.any_of.contains(thing));
        let mut best: Option<(S, usize)> = None;
        let mut sooner = S::MAX / 4;
        for (i, cook) in self.problem.cooks.iter().enumerate() {
            if !cook.only_at.is_empty() && !cook.only_at.iter().any(at) {
                continue;
            }
            if long == 0 {
                let there = (wanted.clamp(low, high.max(low)), i);
                return if low <= high { Ok(there) } else { Err(1) };
            }
            match lanes.hands_near(i, wanted, window, long) {
                Ok(at) if at == wanted => return Ok((at, i)),
                Ok(at) => {
                    if best.is_none_or(|(best, _)| (at - wanted).abs() < (best - wanted).abs()) {
                        best = Some((at, i));
                    }
                }
                Err(by) => sooner = sooner.min(by),
            }
        }
        best.ok_or(sooner)
    }
}
