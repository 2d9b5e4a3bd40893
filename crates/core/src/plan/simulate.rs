//! Settings and times in, temperatures out.

use super::answer::Plan;
use super::asked::{Cooking, MethodAsked, PlanAsked, check_times, guests};
use super::planner::tell;
use crate::fish::{Eaters, Heated, Notice, Piece, PieceAsked};
use crate::heat::{Ledger, Moment, Sink};
use crate::kit::Kitchen;
use crate::methods::Method;
use crate::run::{Bench, Fidelity, Outcome, Tally, TimesAsked, Truth, TruthAsked};
use crate::target::TargetAsked;
use crate::{InputError, Within};

/// A simulation as asked for.
#[derive(Debug, Clone, PartialEq)]
pub struct SimulateAsked {
    /// The piece.
    pub piece: PieceAsked,
    /// The method.
    pub method: MethodAsked,
    /// The kitchen.
    pub kitchen: Kitchen,
    /// Who eats.
    pub eaters: Eaters,
    /// What it is to become, if it is to be said what would make the times right.
    pub target: Option<TargetAsked>,
    /// Time of each side on the heat and of the rest.
    pub times: TimesAsked,
    /// How the piece and the fire really are.
    pub truth: Option<TruthAsked>,
}

/// Temperatures at one time.
#[derive(Debug, Clone, Copy, PartialEq, serde::Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct SeriesPoint {
    /// Time, s.
    pub t_s: f64,
    /// Coldest cell, C.
    pub core_c: f64,
    /// Skin side surface, C.
    pub skin_c: f64,
    /// Flesh side surface, C.
    pub flesh_c: f64,
}

/// What came of it.
#[derive(Debug, Clone, PartialEq)]
pub struct Simulated {
    /// Coldest cell when it left the heat, C.
    pub core_at_off_c: f64,
    /// Mid-thickness then, C: what a probe or a tester meets.
    pub probe_at_off_c: f64,
    /// When the last of it should be eaten, s: peaks count until then.
    pub eat_by_s: f64,
    /// Outcome against the usual band of the fish.
    pub outcome: Outcome,
    /// Evenly spaced points from 0 to the end of the rest.
    pub series: Vec<SeriesPoint>,
    /// Heat and water in and out of the thick part.
    pub ledger: Ledger,
    /// Heat that the ledger does not account for, as a share of what was exchanged.
    pub heat_imbalance_share: f64,
    /// Water that the ledger does not account for, as a share of what was lost.
    pub water_imbalance_share: f64,
    /// From when to when it may leave the heat and end in the target, s; none where no time does, for another
    /// truth, and without a target.
    pub right_s: Option<(f64, f64)>,
    /// The smallest change of that time that makes it right, s.
    pub change_s: Option<f64>,
    /// Why this piece must not be served, whatever the times.
    pub refused: Vec<Notice>,
}

/// Points of the series, evenly over the whole time.
const SERIES_POINTS: usize = 121;

struct Series {
    gap_s: f64,
    last: Option<SeriesPoint>,
    points: Vec<SeriesPoint>,
}

impl Sink for Series {
    fn step(&mut self, moment: &Moment<'_>) {
        let now = SeriesPoint {
            t_s: moment.t_s,
            core_c: moment.core_c(),
            skin_c: moment.low_surface_c,
            flesh_c: moment.high_surface_c,
        };
        let last = self.last.unwrap_or(now);
        while self.points.len() < SERIES_POINTS {
            let at = self.points.len() as f64 * self.gap_s;
            if at > now.t_s + 1e-6 {
                break;
            }
            let span = now.t_s - last.t_s;
            let f = if span > 0.0 {
                (at - last.t_s) / span
            } else {
                1.0
            };
            let mix = |a: f64, b: f64| a + f * (b - a);
            self.points.push(SeriesPoint {
                t_s: at,
                core_c: mix(last.core_c, now.core_c),
                skin_c: mix(last.skin_c, now.skin_c),
                flesh_c: mix(last.flesh_c, now.flesh_c),
            });
        }
        self.last = Some(now);
    }
}

/// Simulates one piece.
///
/// # Errors
/// [`InputError`] for anything out of range or unknown, and when the number of times does not
/// fit the method.
pub fn simulate(asked: &SimulateAsked) -> Result<Simulated, InputError> {
    let piece = Piece::new(&asked.piece).within("piece")?;
    let method = Method::find(&asked.method.kind).within("method")?;
    let aim = piece
        .aim(asked.target.as_ref().unwrap_or(&TargetAsked::Usual))
        .within("target")?;
    let cooking = Cooking::new(&piece, method, &asked.method.settings, &asked.kitchen, aim)?;
    let programme = &cooking.programme;
    check_times(programme, &asked.times).within("times")?;
    let timeline = programme.timeline_of_sides(&asked.times.sides_s, asked.times.rest_s);
    let as_asked = Truth::asked(&piece);
    let truth = asked
        .truth
        .as_ref()
        .map_or(Ok(as_asked), |differs| cooking.truth(differs))
        .within("truth")?;

    let bench = Bench::new(&truth, programme, Fidelity::FINE);
    let mut tally = Tally::new(&bench.column, &timeline);
    let mut series = Series {
        gap_s: timeline.end_s() / (SERIES_POINTS - 1) as f64,
        last: None,
        points: Vec::with_capacity(SERIES_POINTS),
    };
    let mut run = bench.begin();
    let (heat_before, water_before) = run.stored();
    let sinks = &mut (&mut tally, &mut series);
    run.to(&timeline, timeline.off_s, sinks);
    let core_at_off_c = bench.column.core_c(run.heat());
    let probe_at_off_c = bench.column.middle_c(run.heat());
    run.to(&timeline, timeline.eaten_s(), sinks);

    let mut refused = piece
        .notices(guests(asked.eaters, &asked.kitchen), Heated::Undecided)
        .within("piece")?;
    refused.retain(Notice::refuses);
    // The turns as they are, another time on the last side: what a plan of these times says.
    let told = if asked.target.is_some() && asked.truth.is_none() {
        let question = PlanAsked {
            times: Some(asked.times.clone()),
            ..PlanAsked::default()
        };
        Some(tell(&cooking, &question)?)
    } else {
        None
    };
    let ledger = run.heat().ledger;
    let (heat_now, water_now) = run.stored();
    let accounted = ledger.heat_in_j_m2 - ledger.boiled_j_m2 - ledger.carried_j_m2;
    let (heat_kept, water_gone) = (heat_now - heat_before, water_before - water_now);
    Ok(Simulated {
        core_at_off_c,
        probe_at_off_c,
        eat_by_s: timeline.eaten_s(),
        right_s: told.as_ref().and_then(|plan| plan.right_s),
        change_s: told.as_ref().and_then(Plan::change_s),
        outcome: tally.outcome(&aim),
        series: series.points,
        ledger,
        heat_imbalance_share: (heat_kept - accounted).abs() / ledger.exchanged_j_m2.max(1.0),
        water_imbalance_share: (water_gone - ledger.water_out_kg_m2).abs()
            / ledger.water_out_kg_m2.max(1e-9),
        refused,
    })
}
