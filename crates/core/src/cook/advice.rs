//! What is best done now when something went otherwise: each thing that could be done is run to its end, and the one
//! that lands best is said first.

use super::believe::Promised;
use super::course::{Course, Phase};
use super::event::{Event, Happened};
use super::fold::Fold;
use super::next::Late;
use crate::plan::{Measure, Stop};
use crate::run::{Bench, Fidelity, Outcome, Tally, Truth};
use crate::target::Goal;
use serde::Serialize;

/// One thing that could be done now, run to its end.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Could {
    /// Stable name.
    pub code: &'static str,
    /// What to do, in words.
    pub act: &'static str,
    /// The event that says it was done.
    pub done: Happened,
    /// Off the heat then, s.
    pub off_s: f64,
    /// Rested so long, s.
    pub rest_s: f64,
    /// Coldest point at its highest, C.
    pub core_peak_c: f64,
    /// Share overcooked.
    pub overcooked_share: f64,
    /// It ends in the band.
    pub in_band: bool,
}

/// What is said.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Advice {
    /// Why something is said at all, stable.
    pub code: &'static str,
    /// What it did to the fish, in words.
    pub message: &'static str,
    /// Of the middle, against the plan, K.
    pub middle_k: f64,
    /// Of what is overcooked, against the plan, share of the thickness.
    pub overcooked_more: f64,
    /// What could be done, the best first.
    pub options: Vec<Could>,
}

/// Overcooked by so much more than planned is worth a word, share; so is a middle so far out of its band, K.
const MORE_OVERCOOKED: f64 = 0.05;
const OUT_K: f64 = 0.5;
/// A short rest, s: onto the plate and out.
const SHORT_REST_S: f64 = 20.0;
/// Less time left than this, and turning the heat down changes nothing, s.
const WORTH_TURNING_S: f64 = 45.0;
/// A point of overcooked flesh weighs as much as so many kelvins out of the band.
const K_BY_SHARE: f64 = 20.0;
/// What is so much worse than the best is not said, K.
const WORSE: f64 = 4.0;

/// What went otherwise, and what is best now; empty while all goes as planned.
pub(super) fn advise(
    fold: &Fold<'_>,
    likely: &Truth,
    off_s: f64,
    outcome: &Outcome,
    promised: Option<&Promised>,
) -> Vec<Advice> {
    let planned = &fold.told.outcome;
    let band = fold.cooking.aim.band;
    if fold.sought.measure == Measure::Rim {
        return rim(fold, off_s, outcome);
    }
    if promised.is_some() || matches!(fold.cooking.aim.goal, Goal::Figure(_)) {
        return figure(fold, likely, off_s, outcome, promised);
    }
    let middle_k = outcome.core_peak_c - planned.core_peak_c;
    let overcooked_more = outcome.overcooked_share - planned.overcooked_share;
    let resting = fold.course.phase == Phase::Resting;
    let over = outcome.core_peak_c > band.high_c + OUT_K;
    let under = outcome.core_peak_c < band.low_c - OUT_K;
    let late = !resting && fold.now_s > off_s + Late::AFTER_S;
    let (code, message) = match () {
        () if resting && under => (
            "too_early",
            "Off too early: the middle will not get there as it rests.",
        ),
        () if over && (late || resting) => (
            "too_late",
            "Too late: the middle goes past what you wanted.",
        ),
        () if over => (
            "goes_past",
            "Even taken off now, the middle will be overdone.",
        ),
        () if late => ("late", "It should be off by now."),
        () if overcooked_more > MORE_OVERCOOKED => (
            "edge_dry",
            "More of the outside is overcooked than planned.",
        ),
        () => return vec![],
    };
    let mut options = if resting {
        resting_options(fold, likely, under)
    } else {
        on_heat(fold, likely, off_s)
    };
    let cost = |o: &Could| {
        let out = (band.low_c - o.core_peak_c)
            .max(o.core_peak_c - band.high_c)
            .max(0.0);
        out + K_BY_SHARE * o.overcooked_share
    };
    options.sort_by(|a, b| {
        cost(a)
            .total_cmp(&cost(b))
            .then(a.off_s.total_cmp(&b.off_s))
    });
    let best = options.first().map_or(0.0, cost);
    options.retain(|o| cost(o) <= best + WORSE);
    if options.first().is_some_and(|o| o.code == "go_on") {
        options.clear();
    }
    options.truncate(3);
    vec![Advice {
        code,
        message,
        middle_k,
        overcooked_more,
        options,
    }]
}

/// Where a figure is promised to slow pieces an ordinary one goes well past it, and that is right. It is only said when
/// it is late, or off before it is there; nothing that is said breaks the promise.
fn figure(
    fold: &Fold<'_>,
    likely: &Truth,
    off_s: f64,
    outcome: &Outcome,
    promised: Option<&Promised>,
) -> Vec<Advice> {
    let resting = fold.course.phase == Phase::Resting;
    let planned = &fold.told.outcome;
    let kept = promised.is_none_or(|p| p.released);
    let waits = promised.is_some_and(|p| !p.released && !p.probed.held.is_empty());
    let (code, message, options) = if resting && !kept {
        let back = resting_options(fold, likely, true);
        (
            "not_promised",
            "Off before it is safe for everyone. Back on, until two spots show it.",
            back,
        )
    } else if !resting && !waits && fold.now_s > off_s + Late::AFTER_S {
        ("late", "It should be off by now.", vec![])
    } else {
        return vec![];
    };
    vec![Advice {
        code,
        message,
        middle_k: outcome.core_peak_c - planned.core_peak_c,
        overcooked_more: outcome.overcooked_share - planned.overcooked_share,
        options,
    }]
}

/// A rim that goes too deep is only taken off.
fn rim(fold: &Fold<'_>, off_s: f64, outcome: &Outcome) -> Vec<Advice> {
    if fold.course.phase != Phase::OnHeat || fold.now_s <= off_s + Late::AFTER_S {
        return vec![];
    }
    vec![Advice {
        code: "late",
        message: "It should be off by now: the rim goes deeper.",
        middle_k: outcome.core_peak_c - fold.told.outcome.core_peak_c,
        overcooked_more: 0.0,
        options: vec![],
    }]
}

/// Runs a course to its end.
fn came(fold: &Fold<'_>, course: &Course, likely: &Truth, off_s: f64) -> (Outcome, f64) {
    let bench = fold.bench_on(course, likely, Fidelity::FINE);
    let timeline = course.timeline(off_s, fold.now_s);
    let mut tally = Tally::new(&bench.column, &timeline);
    bench.run(&timeline, &mut tally);
    (tally.outcome(&fold.cooking.aim), timeline.off_s)
}

fn option(
    fold: &Fold<'_>,
    course: &Course,
    likely: &Truth,
    off_s: f64,
    (code, act, done): (&'static str, &'static str, Happened),
) -> Could {
    let (outcome, off_s) = came(fold, course, likely, off_s);
    let band = fold.cooking.aim.band;
    Could {
        code,
        act,
        done,
        off_s,
        rest_s: course.rest_s(),
        core_peak_c: outcome.core_peak_c,
        overcooked_share: outcome.overcooked_share,
        in_band: outcome.core_peak_c >= band.low_c && outcome.core_peak_c <= band.high_c,
    }
}

fn on_heat(fold: &Fold<'_>, likely: &Truth, off_s: f64) -> Vec<Could> {
    let now_s = fold.now_s;
    let mut all = vec![option(
        fold,
        &fold.course,
        likely,
        now_s,
        ("off_now", "Off now, and let it rest", Happened::Off),
    )];
    if fold.course.rest_s() > SHORT_REST_S {
        let short = fold.course.clone().resting(SHORT_REST_S);
        all.push(option(
            fold,
            &short,
            likely,
            now_s,
            (
                "off_now_serve",
                "Off now and serve at once: less heat goes on to the middle",
                Happened::Off,
            ),
        ));
    }
    if off_s - now_s >= WORTH_TURNING_S {
        let down = "Heat down a notch, and leave it on";
        for words in [
            ("lower", down, Happened::heat("lower")),
            ("lid", "Lid on", Happened::LID_ON),
            (
                "into_oven",
                "Into the oven, pan and all",
                Happened::IntoOven,
            ),
        ] {
            let event = Event::new(words.0, now_s, words.2.clone());
            let Some(course) = fold.course.with(&fold.planned(), &event) else {
                continue;
            };
            let bench: Bench = fold.bench_on(&course, likely, Fidelity::FINE);
            let done = fold.seek(&bench, now_s, fold.sought.aim, &|s| {
                course.timeline(s, now_s)
            });
            if let Stop::Reached(s) = done {
                all.push(option(fold, &course, likely, s.max(now_s), words));
            }
        }
    }
    if off_s > now_s + 1.0 {
        let words = ("go_on", "Go on as it is", Happened::Off);
        all.push(option(fold, &fold.course, likely, off_s, words));
    }
    all
}

fn resting_options(fold: &Fold<'_>, likely: &Truth, under: bool) -> Vec<Could> {
    let now_s = fold.now_s;
    let mut all = vec![];
    if under {
        let back = Event::new("back", now_s, Happened::Back);
        if let Some(course) = fold.course.with(&fold.planned(), &back) {
            let bench = fold.bench_on(&course, likely, Fidelity::FINE);
            let done = fold.seek(&bench, now_s, fold.sought.aim, &|s| {
                course.timeline(s, now_s)
            });
            if let Stop::Reached(s) = done {
                all.push(option(
                    fold,
                    &course,
                    likely,
                    s.max(now_s),
                    ("back", "Back on the heat", Happened::Back),
                ));
            }
        }
    } else {
        let rested_s = fold.course.off_s.map_or(0.0, |off| (now_s - off).max(0.0));
        let now = fold.course.clone().resting(rested_s);
        all.push(option(
            fold,
            &now,
            likely,
            now_s,
            (
                "serve_now",
                "Serve now: less heat goes on to the middle",
                Happened::SERVED,
            ),
        ));
    }
    all
}
