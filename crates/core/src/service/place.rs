//! One order put into what is free: all its jobs for one time of serving, each as late as it can be.

use super::lanes::Lanes;
use super::problem::{Order, Problem, Put, S, Task, Variant};

/// Starts are tried so far apart.
const STEP_S: S = 5;
/// Longest that an order is looked for late.
const LATEST_S: S = 8 * 3600;

/// Not so much sooner than it has to be: as soon as it can be.
pub const EARLIEST: S = -1;

/// What is under way is done so much late at most before two things are done at once.
const LATE_S: S = 120;

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

    /// All its jobs for one time of serving; the lanes are as they were afterwards.
    fn at(&self, lanes: &mut Lanes, served_s: S) -> Option<Vec<Option<Put>>> {
        let jobs = &self.of().jobs;
        let mut put: Vec<Option<Put>> = vec![None; jobs.len()];
        let mut all = true;
        for &job in self.by {
            let Some(one) = self.job(lanes, job, served_s) else {
                all = false;
                break;
            };
            lanes.take(self.problem, (self.order, job), &one);
            put[job] = Some(one);
        }
        for (job, put) in put.iter().enumerate() {
            if let Some(put) = put {
                lanes.give_back(self.problem, (self.order, job), put);
            }
        }
        all.then_some(put)
    }

    /// One job for that time of serving: where it was, else as late as it can be.
    fn job(&self, lanes: &Lanes, at: usize, served_s: S) -> Option<Put> {
        let job = &self.of().jobs[at];
        if let Some(begun) = &job.begun {
            return self
                .from(lanes, at, (begun.variant, true), begun.start_s, served_s)
                .ok();
        }
        if let Some(was) = &job.was
            && let Ok(put) = self.from(lanes, at, (was.variant, true), was.start_s, served_s)
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
            let mut start_s = first;
            while start_s <= latest {
                if let Err((_, later)) = self.clear(lanes, of, start_s) {
                    start_s = (start_s + later.max(1) + STEP_S - 1).div_euclid(STEP_S) * STEP_S;
                } else if let Ok(put) = self.from(lanes, at, (variant, false), start_s, served_s) {
                    return Some(put);
                } else {
                    start_s += STEP_S;
                }
            }
            return None;
        }
        let mut start_s = (latest - nudge_s).div_euclid(STEP_S) * STEP_S;
        while start_s >= soonest {
            if let Err((sooner, _)) = self.clear(lanes, of, start_s) {
                start_s = (start_s - sooner.max(1)).div_euclid(STEP_S) * STEP_S;
                continue;
            }
            match self.from(lanes, at, (variant, false), start_s, served_s) {
                Ok(put) => return Some(put),
                // Nothing changes before that.
                Err(sooner) => start_s = (start_s - sooner.max(1)).div_euclid(STEP_S) * STEP_S,
            }
        }
        None
    }

    /// Whether what it holds whatever its slack is free from that start on; else how much sooner or later anything changes.
    fn clear(&self, lanes: &Lanes, of: &Variant, start_s: S) -> Result<(), (S, S)> {
        for hold in &of.holds {
            let (from, to) = (&of.tasks[hold.from], &of.tasks[hold.to]);
            let between = (
                start_s + from.at_s + from.late_s,
                start_s + to.at_s - to.early_s + hold.after_s,
            );
            if between.0 < between.1 {
                let each = hold.any_of.iter();
                let each = each.map(|thing| lanes.clear(*thing, between));
                let nearest = |a: Result<(), (S, S)>, b: Result<(), (S, S)>| match (a, b) {
                    (Err(a), Err(b)) => Err((a.0.min(b.0), a.1.min(b.1))),
                    _ => Ok(()),
                };
                each.reduce(nearest).unwrap_or(Ok(()))?;
            }
        }
        Ok(())
    }

    /// From that start, going on from where it stood or anew, if it fits; else how much sooner it has to start before anything changes.
    fn from(
        &self,
        lanes: &Lanes,
        at: usize,
        (variant, as_was): (usize, bool),
        start_s: S,
        served_s: S,
    ) -> Result<Put, S> {
        /// There is no sooner.
        const NEVER: Result<Put, S> = Err(S::MAX / 4);
        let job = &self.of().jobs[at];
        let of = &job.variants[variant];
        let now_s = self.problem.now_s;
        // What was due by the plan before is taken for done, up to where it goes in.
        let was = job
            .was
            .as_ref()
            .filter(|was| as_was && was.variant == variant);
        let goes_in = of.goes_in.unwrap_or(of.tasks.len());
        let due = |was_s: S| {
            let due = |task: &&Task| was_s + task.at_s < now_s;
            of.tasks[..goes_in].iter().take_while(due).count()
        };
        let (done, was_s) = match (&job.begun, was) {
            (Some(begun), _) => (begun.past, begun.start_s),
            (None, Some(was)) => (due(was.start_s), was.start_s),
            (None, None) => (0, start_s),
        };
        // What is under way goes on as it began; what it must wait for is said, not forbidden.
        let under_way = done > 0 || job.begun.is_some();
        let first = of.tasks.get(done);
        let too_late = first.is_some_and(|first| start_s + first.at_s + first.late_s < now_s);
        if !under_way && too_late || under_way && start_s != was_s {
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
            let window = (low.max(not_before), start_s + task.at_s + task.late_s);
            let mine = tasks.last().map(|(_, cook)| *cook).filter(|_| i > done);
            // As it was, moved along with its start.
            let before = was.and_then(|was| was.acts.get(i).map(|act| (act, was)));
            let (wanted, mine) = before.map_or((wanted, mine), |((at, cook), was)| {
                let at = at + start_s - was.start_s;
                // On the heat the fold of what happened says when, as the stove does.
                let fits = (low..=wanted + task.late_s).contains(&at) && job.begun.is_none();
                (if fits { at } else { wanted }, Some(*cook))
            });
            let mut found = self.hands(lanes, of, wanted, window, task.hands_s, mine);
            if under_way && found.is_err() {
                // It is done all the same: a little late, or by whoever lets go of something else.
                let later = (not_before, window.1.max(not_before) + LATE_S);
                found = self
                    .hands(lanes, of, wanted, later, task.hands_s, mine)
                    .or(Ok((wanted.max(not_before), mine.unwrap_or(0))));
            }
            // Where its act before is in the way that may come sooner by itself.
            let (at_s, cook) =
                found.map_err(|sooner| if low < not_before { STEP_S } else { sooner })?;
            // Its own acts follow each other: one cook is never asked for two at once.
            not_before = at_s + task.hands_s;
            tasks.push((at_s, cook));
        }
        let ready_s = tasks[of.ready.0].0 + of.ready.1;
        let waits_long = served_s - ready_s > of.keeps_s + self.over_s && !under_way;
        if ready_s + job.plate_s > served_s || waits_long {
            return Err(STEP_S);
        }
        let begun_holds = job.begun.as_ref().map(|begun| begun.holds.clone());
        let mut holds = begun_holds.unwrap_or_default();
        for hold in &of.holds[holds.len()..] {
            let (from, to) = (tasks[hold.from].0, tasks[hold.to].0 + hold.after_s);
            // What slack may give back of it.
            let to_of = &of.tasks[hold.to];
            let slack = to_of.early_s + to_of.late_s;
            let mut sooner = S::MAX / 4;
            let before = was.and_then(|was| was.on.get(holds.len()));
            let mut found = before.copied().filter(|(thing, place)| {
                lanes.fits(self.problem, (*thing, *place), (from, to), hold)
            });
            for &thing in &hold.any_of {
                if found.is_some() {
                    break;
                }
                match lanes.place(self.problem, thing, (from, to), hold) {
                    Ok(place) => {
                        found = Some((thing, place));
                        break;
                    }
                    Err(by) => sooner = sooner.min(by),
                }
            }
            if job.begun.is_some() && found.is_none() {
                found = before.copied().or(Some((hold.any_of[0], 0)));
            }
            holds.push(found.ok_or((sooner - slack).max(STEP_S))?);
        }
        let between = (ready_s.max(not_before).max(now_s), served_s - job.plate_s);
        let before = was.and_then(|was| was.plated);
        let (wanted, mine) = before.map_or((between.1, None), |(at, cook)| {
            (at.clamp(between.0, between.1.max(between.0)), Some(cook))
        });
        let plated = self.hands(lanes, of, wanted, between, job.plate_s, mine);
        Ok(Put {
            variant,
            start_s,
            tasks,
            holds,
            ready_s,
            plated: plated.map_err(|_| STEP_S)?,
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
        mine: Option<usize>,
    ) -> Result<(S, usize), S> {
        let (low, high) = window;
        let at = |thing: &usize| of.holds.iter().any(|hold| hold.any_of.contains(thing));
        // Who has it in hand goes on with it, else who has least to do.
        type Rank = (S, bool, usize);
        let mut best: Option<(Rank, (S, usize))> = None;
        let mut sooner = S::MAX / 4;
        for (i, cook) in self.problem.cooks.iter().enumerate() {
            if !cook.only_at.is_empty() && !cook.only_at.iter().any(at) {
                continue;
            }
            if long == 0 {
                let there = (wanted.clamp(low, high.max(low)), mine.unwrap_or(i));
                return if low <= high { Ok(there) } else { Err(1) };
            }
            match lanes.hands_near(i, wanted, window, long) {
                Ok(at) => {
                    let rank = ((at - wanted).abs(), mine != Some(i), lanes.load(i));
                    if best.is_none_or(|(best, _)| rank < best) {
                        best = Some((rank, (at, i)));
                    }
                }
                Err(by) => sooner = sooner.min(by),
            }
        }
        best.map(|(_, there)| there).ok_or(sooner)
    }
}
