//! Readings of a probe: which are believed, and a simulated one in a piece that is not quite what was planned.

use super::course::{Course, Observed, Planned};
use super::event::{Event, Saw};
use crate::heat::{Moment, Sink};
use crate::plan::{PlanAsked, prepared, tell};
use crate::quantity::checked;
use crate::run::{Bench, Fidelity, TruthAsked};
use crate::{InputError, Within};
use serde::{Deserialize, Serialize};
use std::collections::BTreeSet;

/// Flesh does not warm faster than this, K/s, beside what a probe errs by, K. A pan gives the middle of the thinnest fish
/// about 1 K/s.
const FASTEST_K_S: f64 = 1.5;
const GIVES_K: f64 = 6.0;
/// Of many readings so many are weighed: those between tell nothing new.
const WEIGHED: usize = 12;
/// A probe that shows the very same for so long has stopped, s, readings.
const STOPPED_S: f64 = 60.0;
const STOPPED: usize = 4;

/// Of spots read by hand so many are weighed, the newest.
const BY_HAND: usize = 24;

/// Readings that nobody should believe, by id: they jump, or the probe has stopped. One spot after another is not one
/// series: a tip that was put elsewhere has not jumped.
pub(super) fn jumps(observed: &[Observed]) -> Vec<String> {
    let spots: BTreeSet<Option<&str>> = observed.iter().filter_map(spot).collect();
    let mut wrong: Vec<String> = spots
        .iter()
        .flat_map(|of| jumps_of_a_spot(observed.iter().filter(|o| spot(o) == Some(*of))))
        .collect();
    wrong.sort();
    wrong.dedup();
    wrong
}

/// The spot of a reading; none of anything else.
fn spot(observed: &Observed) -> Option<Option<&str>> {
    match &observed.saw {
        Saw::Probe { spot, .. } => Some(spot.as_deref()),
        Saw::Line(_) | Saw::Word(..) => None,
    }
}

fn jumps_of_a_spot<'a>(observed: impl Iterator<Item = &'a Observed>) -> Vec<String> {
    let mut wrong = vec![];
    let mut before: Option<(f64, f64)> = None;
    let mut same: Vec<&Observed> = vec![];
    for o in observed {
        let Saw::Probe { c, .. } = o.saw else {
            continue;
        };
        let repeats = same
            .last()
            .is_some_and(|last| matches!(last.saw, Saw::Probe { c: was, .. } if was == c));
        if !repeats {
            same.clear();
        }
        same.push(o);
        let stopped = same.len() >= STOPPED && o.at_s - same[0].at_s >= STOPPED_S;
        if stopped {
            // The first of them may have been true.
            wrong.extend(same[1..].iter().map(|o| o.id.clone()));
            continue;
        }
        let jumped = before.is_some_and(|(at_s, was_c)| {
            (c - was_c).abs() > GIVES_K + FASTEST_K_S * (o.at_s - at_s).max(0.0)
        });
        if jumped {
            wrong.push(o.id.clone());
        } else {
            before = Some((o.at_s, c));
        }
    }
    wrong
}

/// What is weighed: all that was seen, and of a probe's readings those believed, some of many.
pub(super) fn counted(observed: &[Observed]) -> Vec<&Observed> {
    let wrong = jumps(observed);
    let believed = observed.iter().filter(|o| !wrong.contains(&o.id));
    let (by_hand, left_in): (Vec<&Observed>, Vec<&Observed>) = believed
        .filter(|o| spot(o).is_some())
        .partition(|o| spot(o).flatten().is_some());
    let n = left_in.len();
    let mut kept: BTreeSet<&str> = if n <= WEIGHED {
        left_in.iter().map(|o| o.id.as_str()).collect()
    } else {
        // Evenly, the last among them.
        (1..=WEIGHED)
            .map(|i| left_in[i * n / WEIGHED - 1].id.as_str())
            .collect()
    };
    kept.extend(by_hand.iter().rev().take(BY_HAND).map(|o| o.id.as_str()));
    let stays = |o: &&Observed| spot(o).is_none() || kept.contains(o.id.as_str());
    observed.iter().filter(stays).collect()
}

/// A hidden piece with a simulated probe in it.
#[derive(Debug, Clone, PartialEq, Default, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct HiddenAsked {
    /// How piece and fire really are.
    #[serde(default)]
    pub truth: TruthAsked,
    /// How far the tip is off the middle, mm, towards the face that looks up first.
    #[serde(default)]
    #[cfg_attr(feature = "schema", schema(minimum = -30, maximum = 30))]
    pub off_mm: f64,
    /// Time constant of the probe, s.
    #[serde(default)]
    #[cfg_attr(feature = "schema", schema(minimum = 0, maximum = 60))]
    pub lag_s: f64,
    /// One standard deviation of its noise, K.
    #[serde(default)]
    #[cfg_attr(feature = "schema", schema(minimum = 0, maximum = 10))]
    pub noise_k: f64,
    /// Which noise.
    #[serde(default)]
    pub seed: u32,
}

/// A hidden piece, cooked as its events say.
#[derive(Debug)]
pub struct Hidden<'a> {
    plan: &'a PlanAsked,
    asked: HiddenAsked,
}

/// The tip, lagging behind the flesh.
struct Tip<'a> {
    bench: &'a Bench,
    share: f64,
    lag_s: f64,
    shows_c: Option<f64>,
}

impl Sink for Tip<'_> {
    fn step(&mut self, moment: &Moment<'_>) {
        let c = self
            .bench
            .column
            .grid
            .sample_flesh(moment.flesh_c, self.share);
        let shows = self.shows_c.unwrap_or(c);
        let follows = if self.lag_s > 0.0 {
            1.0 - (-moment.dt_s / self.lag_s).exp()
        } else {
            1.0
        };
        self.shows_c = Some(shows + follows * (c - shows));
    }
}

impl<'a> Hidden<'a> {
    /// Hides a piece behind a plan.
    ///
    /// # Errors
    /// [`InputError`] for a probe or a truth that nobody has.
    pub fn new(plan: &'a PlanAsked, asked: HiddenAsked) -> Result<Self, InputError> {
        checked("off_mm", asked.off_mm, (-30.0, 30.0), "mm")?;
        checked("lag_s", asked.lag_s, (0.0, 60.0), "s")?;
        checked("noise_k", asked.noise_k, (0.0, 10.0), "K")?;
        prepared(plan, |cooking| cooking.truth(&asked.truth).within("truth"))?;
        Ok(Self { plan, asked })
    }

    /// What the probe shows at a time when so much has happened, C.
    ///
    /// # Errors
    /// [`InputError`] for anything wrong in the plan.
    pub fn shows_c(&self, events: &[Event], at_s: f64) -> Result<f64, InputError> {
        let truth = &self.asked.truth;
        let HiddenAsked {
            off_mm,
            lag_s,
            noise_k,
            seed,
            ..
        } = self.asked;
        let plan = PlanAsked {
            range: false,
            field: None,
            ..self.plan.clone()
        };
        prepared(&plan, |cooking| {
            let told = tell(cooking, &plan)?;
            let planned = Planned {
                piece: &cooking.piece,
                method: cooking.method,
                chosen: &cooking.chosen,
                kitchen: cooking.kitchen,
                programme: &cooking.programme,
                timeline: &told.timeline,
            };
            let course = Course::of(&planned, events, at_s);
            let truth = cooking.truth(truth)?;
            let bench = Bench::new(&truth, &course.programme_to_come(), Fidelity::ROUGH);
            let off = 1e-3 * off_mm / bench.column.grid.flesh_m();
            let share = (if course.high_first() {
                0.5 - off
            } else {
                0.5 + off
            })
            .clamp(0.0, 1.0);
            let mut tip = Tip {
                bench: &bench,
                share,
                lag_s,
                shows_c: None,
            };
            let timeline = course.timeline(told.off_heat_s, at_s.max(0.0));
            if course.begins.is_empty() || at_s <= 0.0 {
                return Ok(noisy(bench.start_c(), noise_k, seed, at_s));
            }
            bench.begin().to(&timeline, at_s, &mut tip);
            Ok(noisy(
                tip.shows_c.unwrap_or(bench.start_c()),
                noise_k,
                seed,
                at_s,
            ))
        })
    }
}

/// Noise that is the same for the same second.
fn noisy(c: f64, noise_k: f64, seed: u32, at_s: f64) -> f64 {
    use statrs::distribution::{ContinuousCDF, Normal};
    let second = at_s.max(0.0) as u32 % 65536;
    let even = f64::from(sobol_burley::sample(second, 0, seed)).clamp(1e-6, 1.0 - 1e-6);
    c + noise_k * Normal::standard().inverse_cdf(even)
}
