//! How much fish at once: the largest batch that keeps the frying oil within a chosen drop.

use super::bench::{Bench, Fidelity};
use super::planner::Plan;
use crate::InputError;
use crate::fish::Piece;
use crate::heat::{Moment, Sink};
use crate::methods::{Kitchen, Nudge, Value};

/// The largest batch.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Batch {
    /// The drop that was allowed, K.
    pub drop_k: f64,
    /// How much fish, g.
    pub most_g: f64,
    /// How many of these pieces.
    pub most_pieces: u32,
}

/// Most that fits any fryer here, g.
const MOST_G: f64 = 5000.0;
/// Found to this, as share.
const NEAR: f64 = 0.01;
/// The bath is lowest well before this, s.
const LOWEST_BY_S: f64 = 300.0;

struct Low(f64);

impl Sink for Low {
    fn step(&mut self, moment: &Moment<'_>) {
        self.0 = self.0.min(moment.reservoir_c.unwrap_or(f64::INFINITY));
    }
}

/// For a method that lets a drop be chosen; none for the others.
pub(super) fn largest(
    piece: &Piece,
    plan: &Plan,
    kitchen: &Kitchen,
) -> Result<Option<Batch>, InputError> {
    let (method, chosen) = (plan.method, &plan.chosen);
    let Ok(drop_k) = chosen.number("drop_k") else {
        return Ok(None);
    };
    let drop_of = |load_g: f64| -> Result<f64, InputError> {
        let loaded = chosen.with("load_g", Value::Number(load_g));
        let programme = (method.programme)(piece, &loaded, kitchen)?;
        let bench = Bench::new(
            piece,
            piece.thickness.metres(),
            &programme,
            &Nudge::NONE,
            Fidelity::ROUGH,
        );
        let mut stages = programme.stages(
            &programme.durations_s(plan.off_heat_s.min(LOWEST_BY_S)),
            0.0,
        );
        stages.pop();
        let mut low = Low(f64::INFINITY);
        bench.marcher().run(&stages, &mut low);
        let start_c = programme.reservoir.map_or(0.0, |bath| bath.start_c);
        Ok(start_c - low.0)
    };
    // The drop rises with the load: halve the way in ratio.
    let (mut fits, mut too_much) = (1.0, MOST_G);
    if drop_of(too_much)? <= drop_k {
        fits = too_much;
    }
    while too_much / fits > 1.0 + NEAR {
        let middle = (fits * too_much).sqrt();
        if drop_of(middle)? <= drop_k {
            fits = middle;
        } else {
            too_much = middle;
        }
    }
    Ok(Some(Batch {
        drop_k,
        most_g: fits,
        most_pieces: (fits / piece.mass.value()) as u32,
    }))
}
