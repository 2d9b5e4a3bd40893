//! A service as the search sees it: jobs in whole seconds, lanes of things, cooks.
//!
//! A job has one free start; its acts stand at offsets from it, each with the slack that the run leaves it; what it holds of
//! the kitchen it holds from one act to another. All jobs of a ticket are served together: none before it is ready and its
//! plate is made, none later than it keeps.

/// Seconds.
pub type S = i32;

/// A thing of the kitchen, with so many places side by side.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Thing {
    /// On which list of the kit.
    pub list: String,
    /// Which.
    pub key: String,
    /// Rings, shelves; one of anything else.
    pub places: usize,
    /// All of it is at one temperature at a time.
    pub one_heat: bool,
    /// Out of use between these two times.
    pub down: Option<(S, S)>,
}

/// One who works.
#[derive(Debug, Clone, PartialEq, Eq, Default)]
pub struct Cook {
    /// What they are called.
    pub id: String,
    /// Works only at these things; at everything when none is named.
    pub only_at: Vec<usize>,
    /// Away between these two times.
    pub away: Vec<(S, S)>,
}

/// One act of a job.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct Task {
    /// After the start of the job.
    pub at_s: S,
    /// It may be so much sooner.
    pub early_s: S,
    /// Or later.
    pub late_s: S,
    /// Whole attention of one cook.
    pub hands_s: S,
}

/// A place of a thing, held from the start of one act until so long after the start of another.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Hold {
    /// Any one of these.
    pub any_of: Vec<usize>,
    /// From this act.
    pub from: usize,
    /// Until this one.
    pub to: usize,
    /// And so long after it begins.
    pub after_s: S,
    /// At so many C, where that matters.
    pub at_c: Option<S>,
    /// It takes so long to come to that: nothing else may keep it at another temperature meanwhile.
    pub heats_s: S,
}

/// One way to do a job.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Variant {
    /// In order of time.
    pub tasks: Vec<Task>,
    /// Which of them puts it onto the heat, where it hangs on that.
    pub goes_in: Option<usize>,
    /// What it takes.
    pub holds: Vec<Hold>,
    /// It is ready so long after the start of its last-but-plating act: which act, and how long after it.
    pub ready: (usize, S),
    /// Then it keeps so long.
    pub keeps_s: S,
}

/// Where something was put: the variant, the start, each act.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Put {
    /// Which variant.
    pub variant: usize,
    /// When its start is.
    pub start_s: S,
    /// When each act is, and by whom.
    pub tasks: Vec<(S, usize)>,
    /// What each hold takes: thing, place.
    pub holds: Vec<(usize, usize)>,
    /// When it is ready.
    pub ready_s: S,
    /// When its plate is made, and by whom.
    pub plated: (S, usize),
}

/// Where a job stood in the plan before.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Was {
    /// Which variant.
    pub variant: usize,
    /// Its start.
    pub start_s: S,
    /// When each act was, and by whom; nothing where that is not said.
    pub acts: Vec<(S, usize)>,
    /// When its plate was to be made, and by whom.
    pub plated: Option<(S, usize)>,
    /// What each hold took.
    pub on: Vec<(usize, usize)>,
}

/// A job that has begun: what is past stands as it was, what is to come keeps its slack.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Begun {
    /// Which variant: its acts stand where they were and are to be.
    pub variant: usize,
    /// When it began.
    pub start_s: S,
    /// What each hold takes: thing, place.
    pub holds: Vec<(usize, usize)>,
    /// So many of its acts are past.
    pub past: usize,
}

/// Something to cook.
#[derive(Debug, Clone, PartialEq)]
pub struct Job {
    /// Ways to do it, the first as asked.
    pub variants: Vec<Variant>,
    /// Making its plates, whole attention.
    pub plate_s: S,
    /// So many plates wait when it waits.
    pub plates: S,
    /// It has begun: where, on what, and how many of its acts are past.
    pub begun: Option<Begun>,
    /// Where it stood in the plan before: to be moved as little as possible.
    pub was: Option<Was>,
}

/// Plates served together.
#[derive(Debug, Clone, PartialEq)]
pub struct Order {
    /// Not before.
    pub at_s: S,
    /// What is on them.
    pub jobs: Vec<Job>,
}

/// A service to plan.
#[derive(Debug, Clone, PartialEq)]
pub struct Problem {
    /// Nothing new begins before.
    pub now_s: S,
    /// What there is.
    pub things: Vec<Thing>,
    /// Who works.
    pub cooks: Vec<Cook>,
    /// What is ordered.
    pub orders: Vec<Order>,
}

/// What a plan of it costs: late by a second as much as ten seconds of one plate waiting.
pub const LATE: i64 = 10;
/// And by each second that a plate is kept hot longer than it keeps.
pub const OVER: i64 = 10;
/// What it costs to move what was planned before.
pub const MOVED: i64 = 300;
/// And what is due within a minute: that is in somebody's hands already.
pub const MOVED_NOW: i64 = 3600;
/// So soon.
pub const SOON_S: S = 60;
/// Less is not moved.
pub const SAME_S: S = 30;

/// A service planned: for each order when it is served and where each of its jobs is.
#[derive(Debug, Clone, PartialEq)]
pub struct Schedule {
    /// When each order is served; none where it cannot be cooked at all.
    pub served_s: Vec<Option<S>>,
    /// Where each job of each order is.
    pub put: Vec<Vec<Option<Put>>>,
    /// What it costs.
    pub cost: i64,
    /// How many tries it took.
    pub tries: usize,
}

impl Job {
    /// What it costs that it is not where it was.
    fn moved(&self, put: &Put, now_s: S) -> i64 {
        let Some(was) = &self.was else {
            return 0;
        };
        let start_s = was.start_s;
        let first_s = self.variants[was.variant].tasks[0].at_s + start_s;
        if was.variant == put.variant && (start_s - put.start_s).abs() <= SAME_S {
            0
        } else if (now_s..now_s + SOON_S).contains(&first_s) {
            MOVED_NOW
        } else {
            MOVED
        }
    }
}

impl Order {
    /// What this order costs, served then with its jobs there.
    pub fn cost(&self, served_s: S, put: &[Option<Put>], now_s: S) -> i64 {
        let late = LATE * i64::from((served_s - self.at_s).max(0));
        let jobs = self.jobs.iter().zip(put);
        let each = jobs.filter_map(|(job, put)| Some((job, put.as_ref()?)));
        late + each
            .map(|(job, put)| {
                let waits = (served_s - put.ready_s).max(0);
                let over = (waits - job.variants[put.variant].keeps_s).max(0);
                let waits = i64::from(job.plates) * (i64::from(waits) + OVER * i64::from(over));
                waits + job.moved(put, now_s)
            })
            .sum::<i64>()
    }
}
