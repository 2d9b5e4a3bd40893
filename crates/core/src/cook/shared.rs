//! Pieces in one pan or bath: each is felt by the others.

use super::asked::CookAsked;
use super::course::Course;
use super::event::Event;
use super::fold::planned;
use super::order::LeftOut;
use crate::heat::Track;
use crate::plan::{Cooking, Plan, PlanAsked, prepared, tell};
use crate::run::{Bench, Fidelity, Timeline, Truth, run_together};

/// Where the pan or bath goes with all that are in it, each as asked and on its own course; none where nobody shares
/// one. Who goes in later than this one's time is not in yet. Those that nothing can be worked out of are named.
pub(super) fn shared(
    cooking: &Cooking<'_>,
    told: &Plan,
    asked: &CookAsked,
) -> (Option<Track>, Vec<LeftOut>) {
    let mut left_out = vec![];
    if asked.beside.is_empty() || cooking.programme.reservoir.is_none() {
        return (None, left_out);
    }
    let mut all = vec![of_the_pan(cooking, told, &asked.events, asked.now_s, 0.0)];
    for (i, other) in asked.beside.iter().enumerate() {
        let now_s = asked.now_s - other.in_s;
        if now_s < 0.0 {
            continue;
        }
        let found = prepared(&other.plan, |cooking| {
            let told = tell(
                cooking,
                &PlanAsked {
                    range: false,
                    field: None,
                    ..other.plan.clone()
                },
            )?;
            Ok(of_the_pan(cooking, &told, &other.events, now_s, other.in_s))
        });
        match found {
            Ok(found) => all.push(found),
            Err(_) => left_out.push(LeftOut::beside(format!("beside[{i}]"))),
        }
    }
    // The first in has the pan as it was; times count from then.
    all.sort_by(|a, b| a.2.total_cmp(&b.2));
    let first_s = all.first().map_or(0.0, |one| one.2);
    let runs: Vec<(&Bench, &Timeline, f64)> = all
        .iter()
        .map(|(bench, timeline, in_s)| (bench, timeline, in_s - first_s))
        .collect();
    let mut sinks = vec![(); runs.len()];
    let track = run_together(&runs, &mut sinks).map(|track| track.from_s(-first_s));
    (track, left_out)
}

fn of_the_pan(
    cooking: &Cooking<'_>,
    told: &Plan,
    events: &[Event],
    now_s: f64,
    in_s: f64,
) -> (Bench, Timeline, f64) {
    let course = Course::of(&planned(cooking, told), events, now_s);
    let bench = Bench::new(
        &Truth::asked(&cooking.piece),
        &course.programme_to_come(),
        Fidelity::ROUGH,
    );
    let timeline = course.timeline(told.off_heat_s, now_s.max(0.0));
    (bench, timeline, in_s)
}
