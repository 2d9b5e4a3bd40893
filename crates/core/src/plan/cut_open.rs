//! What the piece of a plan looks like cut open, from the whole section in two dimensions.

use super::asked::{Cooking, PlanAsked};
use super::planner::{cooked_as, prepared};
use super::when::find;
use crate::heat::Finest;
use crate::quantity::checked;
use crate::run::{Bench, Fidelity, Opened, Truth};
use crate::{InputError, Within};

/// A plan, and how much of it is wanted.
#[derive(Debug, Clone, PartialEq)]
pub struct CutOpenAsked {
    /// The plan.
    pub plan: PlanAsked,
    /// So many moments, evenly from the start until it is eaten.
    pub moments: usize,
    /// Samples across.
    pub columns: usize,
}

/// Longest that is followed in two dimensions, s.
const LONGEST_S: f64 = 3.0 * 3600.0;

/// Cuts open the piece of a plan; tens of milliseconds, so for the one that was chosen.
///
/// # Errors
/// [`InputError`] as [`super::plan`], and for moments (2 to 60) and columns (8 to 160) out of range or more than
/// three hours.
pub fn cut_open(asked: &CutOpenAsked) -> Result<Opened, InputError> {
    checked("moments", asked.moments as f64, (2.0, 60.0), "moments")?;
    checked("columns", asked.columns as f64, (8.0, 160.0), "samples")?;
    prepared(&asked.plan, |cooking: &Cooking<'_>| {
        let as_is = |truth: &Truth| Bench::new(truth, &cooking.programme, Fidelity::FINE);
        let bench = as_is(&Truth::asked(&cooking.piece));
        let planned = find(cooking, &bench, &asked.plan)?.planned;
        let (timeline, truth) = cooked_as(cooking, &asked.plan, &planned)?;
        let end_s = timeline.eaten_s();
        checked("times", end_s, (0.0, LONGEST_S), "s")?;
        let gaps = (asked.moments - 1) as f64;
        let at_s: Vec<f64> = (0..asked.moments)
            .map(|i| end_s * i as f64 / gaps)
            .collect();
        let real = as_is(&truth);
        Ok(real.across_as(real.outline(), Finest::SHOWN).cut_open(
            &timeline,
            &at_s,
            asked.columns,
            &cooking.aim,
        ))
    })
    .within("plan")
}
