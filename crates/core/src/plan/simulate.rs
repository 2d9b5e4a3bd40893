//! Settings and times in, temperatures out.

use super::bench::{Bench, Fidelity};
use crate::InputError;
use crate::fish::{Piece, PieceAsked};
use crate::heat::{Ledger, Moment, Sink};
use crate::methods::{Chosen, Kitchen, Method, Nudge};
use crate::outcome::{Band, Outcome, Tally, TargetAsked};
use crate::plan::planner::MethodAsked;
use crate::quantity::checked;

/// A simulation as asked for.
#[derive(Debug, Clone, PartialEq)]
pub struct SimulateAsked {
    /// The piece.
    pub piece: PieceAsked,
    /// The method.
    pub method: MethodAsked,
    /// The kitchen.
    pub kitchen: Kitchen,
    /// Time of each leg on the heat, s.
    pub sides_s: Vec<f64>,
    /// Time of the rest, s.
    pub rest_s: f64,
}

/// Temperatures at one time.
#[derive(Debug, Clone, Copy, PartialEq)]
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
    let piece = Piece::new(&asked.piece)?;
    let method = Method::find(&asked.method.kind)?;
    let chosen = Chosen::read(method.kind, method.settings, &asked.method.settings)?;
    let programme = (method.programme)(&piece, &chosen, &asked.kitchen)?;
    if asked.sides_s.len() != programme.legs.len() {
        return Err(InputError::SidesDoNotFit {
            given: asked.sides_s.len(),
            wants: programme.legs.len(),
        });
    }
    for s in &asked.sides_s {
        checked("times.sides_s", *s, (0.0, 4.0 * 3600.0), "s")?;
    }
    checked("times.rest_s", asked.rest_s, (0.0, 3600.0), "s")?;
    let band: Band = piece.family()?.band(&TargetAsked::Usual)?;

    let bench = Bench::new(
        &piece,
        piece.thickness.metres(),
        &programme,
        &Nudge::NONE,
        Fidelity::FINE,
    );
    let total_s = asked.sides_s.iter().sum::<f64>() + asked.rest_s;
    let mut tally = Tally::new(&bench.column, asked.sides_s.iter().sum());
    let mut series = Series {
        gap_s: total_s / (SERIES_POINTS - 1) as f64,
        last: None,
        points: Vec::with_capacity(SERIES_POINTS),
    };
    let mut marcher = bench.marcher();
    let (heat_before, water_before) = (marcher.stored_j_m2(), marcher.water_kg_m2());
    let stages = programme.stages(&asked.sides_s, asked.rest_s);
    let cooking = &stages[..stages.len() - 1];
    marcher.run(cooking, &mut (&mut tally, &mut series));
    let core_at_off_c = marcher.moment(0.0).core_c();
    marcher.run(&stages[stages.len() - 1..], &mut (&mut tally, &mut series));

    let ledger = marcher.ledger();
    let heat_kept = marcher.stored_j_m2() - heat_before;
    let accounted = ledger.heat_in_j_m2 - ledger.boiled_j_m2 - ledger.carried_j_m2;
    let water_gone = water_before - marcher.water_kg_m2();
    Ok(Simulated {
        core_at_off_c,
        outcome: tally.outcome(band),
        series: series.points,
        ledger,
        heat_imbalance_share: (heat_kept - accounted).abs() / ledger.exchanged_j_m2.max(1.0),
        water_imbalance_share: (water_gone - ledger.water_out_kg_m2).abs()
            / ledger.water_out_kg_m2.max(1e-9),
    })
}
