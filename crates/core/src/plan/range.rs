//! Not a point but a spread: when pieces and fires that differ as real ones do are done.

use super::asked::{Cooking, TurnBy};
use super::find::{Leaving, time_for};
use crate::belief::{members, quantile};
use crate::run::{Bench, Fidelity, Timeline, Truth};

/// Early and late tenth of the times at which the members are done, s.
pub(super) fn early_and_late_s(
    cooking: &Cooking<'_>,
    planned: &Timeline,
    turn_by: TurnBy,
) -> (f64, f64) {
    let (programme, aim_c) = (&cooking.programme, cooking.band.middle_c());
    let planned_s = planned.off_s;
    let done_s = |truth: &Truth| {
        let bench = Bench::new(truth, programme, Fidelity::ROUGH);
        let found = match turn_by {
            TurnBy::Clock => Leaving::new(&bench, planned).time_for(aim_c, planned_s),
            TurnBy::Piece => time_for(&bench, aim_c, planned_s),
        };
        found.time_s()
    };
    // The rough bench is off by as much for all of them; the plan knows by how much.
    let off_by_s = planned_s - done_s(&Truth::asked(cooking.piece));
    let times: Vec<(f64, f64)> = members(cooking.piece, programme)
        .iter()
        .map(|member| ((done_s(&member.truth) + off_by_s).max(0.0), member.weight))
        .collect();
    (
        quantile(&times, 0.1).min(planned_s),
        quantile(&times, 0.9).max(planned_s),
    )
}
