//! Not a point but a spread: when pieces and fires that differ as real ones do are done, and the slow
//! one among them.

use super::asked::{Cooking, TurnBy};
use super::find::{Leaving, Measure, Sought, time_for};
use crate::belief::{Belief, Doubt, Ensemble, Factor};
use crate::run::{Bench, Fidelity, Timeline, Truth};

/// Early and late tenth of the times at which the members are done, s.
pub(super) fn early_and_late_s(
    cooking: &Cooking<'_>,
    planned: &Timeline,
    turn_by: TurnBy,
) -> (f64, f64) {
    let (programme, sought) = (&cooking.programme, Sought::of(&cooking.aim));
    let (measure, aim) = (sought.measure, sought.aim);
    let planned_s = planned.off_s;
    let done_s = |truth: &Truth| {
        let bench = Bench::new(truth, programme, Fidelity::ROUGH);
        let by_piece = match turn_by {
            TurnBy::Card => cooking.method.turned_by_line,
            TurnBy::Clock => false,
            TurnBy::Piece => true,
        };
        let found = match by_piece {
            false => Leaving::new(&bench, measure, planned).time_for(aim, planned_s),
            true => time_for(&bench, measure, aim, planned_s),
        };
        found.time_s()
    };
    let ln_s = |truth: &Truth| done_s(truth).max(1.0).ln();
    let tried = Ensemble::new(Factor::of(&cooking.piece, programme));
    let truths = tried.truths(&cooking.piece);
    let members: Vec<f64> = truths.iter().map(ln_s).collect();
    // The rough bench is off by as much for all of them; the plan knows by how much.
    let asked = ln_s(&Truth::asked(&cooking.piece));
    let goes = tried.goes(&members, asked, planned_s.max(1.0).ln());
    let belief = Belief::new(tried.factors().len());
    (
        belief.quantile(&goes, 0.1).exp().min(planned_s),
        belief.quantile(&goes, 0.9).exp().max(planned_s),
    )
}

/// How slow the slow piece is, standard deviations of the time: one piece in forty is slower as the
/// factors stand, one in eighteen when they are a quarter wider, which nobody knows.
pub(crate) const SLOW: f64 = 2.0;

/// The piece and fire that are as slow as [`SLOW`] says, in the likeliest way: each factor as far off
/// as its share of the spread of the time to `aim_c` (the design point of a first-order reliability
/// estimate).
pub(super) fn slow(cooking: &Cooking<'_>, aim_c: f64, guess_s: f64) -> Truth {
    let programme = &cooking.programme;
    let asked = Truth::asked(&cooking.piece);
    let ln_s = |truth: &Truth| {
        let bench = Bench::new(truth, programme, Fidelity::ROUGH);
        let found = time_for(&bench, Measure::Coldest, aim_c, guess_s);
        found.time_s().max(1.0).ln()
    };
    let usual = ln_s(&asked);
    let slower: Vec<(Doubt, f64)> = Factor::of(&cooking.piece, programme)
        .into_iter()
        .map(|factor| {
            let mut truth = asked;
            factor.put(&mut truth, factor.slows());
            (factor, (ln_s(&truth) - usual).max(0.0))
        })
        .collect();
    let spread = slower.iter().map(|(_, s)| s * s).sum::<f64>().sqrt();
    let mut truth = asked;
    if spread > 0.0 {
        for (factor, s) in slower {
            factor.put(&mut truth, factor.slows() * SLOW * s / spread);
        }
    }
    truth
}
