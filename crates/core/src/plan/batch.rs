//! How much fish at once: the largest batch that keeps the frying oil within a chosen drop.

use super::answer::Batch;
use super::asked::Cooking;
use super::room::batch_g;
use crate::heat::{Moment, Sink};
use crate::run::{Bench, Fidelity, Truth};

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

/// For a way of cooking that lets a drop be chosen; none for the others.
pub(super) fn largest(cooking: &Cooking<'_>, off_heat_s: f64) -> Option<Batch> {
    let (piece, programme) = (&*cooking.piece, &cooking.programme);
    let (allowed, bath) = (programme.allowed?, programme.reservoir?);
    let timeline = programme.timeline(off_heat_s.min(LOWEST_BY_S));
    let drop_of = |load_g: f64| {
        let truth = Truth {
            load: load_g / allowed.load_g,
            ..Truth::asked(piece)
        };
        let bench = Bench::new(&truth, programme, Fidelity::ROUGH);
        let mut low = Low(f64::INFINITY);
        bench.begin().to(&timeline, timeline.off_s, &mut low);
        bath.start_c - low.0
    };
    // The drop rises with the load: halve the way in ratio.
    let (mut fits, mut too_much) = (1.0, MOST_G);
    if drop_of(too_much) <= allowed.drop_k {
        fits = too_much;
    }
    while too_much / fits > 1.0 + NEAR {
        let middle = (fits * too_much).sqrt();
        if drop_of(middle) <= allowed.drop_k {
            fits = middle;
        } else {
            too_much = middle;
        }
    }
    // By weight too: heat is not all that a batch must keep to.
    let fits = programme
        .fill
        .map_or(fits, |fill| fits.min(batch_g(fill.litres)));
    Some(Batch {
        drop_k: allowed.drop_k,
        most_g: fits,
        most_pieces: (fits / piece.mass.value()) as u32,
    })
}
