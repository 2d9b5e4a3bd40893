//! When a coat is gold, and until when.

use super::find::search;
use crate::run::browning::{Browned, Browning, Colouring};
use crate::run::{Bench, Timeline};

/// A cook goes by this far into gold: neither pale at the edges nor brown.
const INTO_GOLD: f64 = 0.35;
/// Nobody fries longer for a colour, s.
const LONGEST_S: f64 = 1800.0;
/// A search counts in kelvins: so many for the whole way to gold.
const BY_COLOUR: f64 = 60.0;

/// How far gold is and where it ends, as what has to add up.
fn gold(into: f64) -> f64 {
    let (from, to) = (Browning::Gold.from(), Browning::Brown.from());
    from + into * (to - from)
}

/// The colours of a bench by when it leaves the heat, each off as `timeline` has it.
pub(super) struct Colours<'a, F> {
    bench: &'a Bench,
    timeline: F,
    /// Where the faces see the same all along: one run tells all.
    steady: Option<Vec<(f64, Browned)>>,
    guess_s: f64,
}

impl<'a, F: Fn(f64) -> Timeline> Colours<'a, F> {
    pub fn new(bench: &'a Bench, guess_s: f64, timeline: F) -> Self {
        let steady = bench.programme.is_steady().then(|| {
            let long = bench
                .programme
                .timeline(LONGEST_S.min(4.0 * guess_s + 300.0));
            colours(bench, &long)
        });
        Self {
            bench,
            timeline,
            steady,
            guess_s,
        }
    }

    /// The time from which the paler face is gold, s.
    pub fn gold_s(&self) -> Option<f64> {
        self.when(gold(0.0), Browned::palest)
    }

    /// The time a cook goes by, s.
    pub fn right_s(&self) -> Option<f64> {
        self.when(gold(INTO_GOLD), Browned::palest)
    }

    /// The time from which the darker face is more than gold, s.
    pub fn brown_s(&self) -> Option<f64> {
        self.when(gold(1.0), Browned::darkest)
    }

    /// The time from which it is darker than anybody wants, s.
    pub fn dark_s(&self) -> Option<f64> {
        self.when(Browning::Dark.from(), Browned::darkest)
    }

    fn when(&self, sought: f64, of: impl Fn(&Browned) -> f64) -> Option<f64> {
        if let Some(seen) = &self.steady {
            let after = seen.iter().position(|(_, browned)| of(browned) >= sought)?;
            let (to_s, to) = (seen[after].0, of(&seen[after].1));
            let (from_s, from) = match after {
                0 => return Some(to_s),
                i => (seen[i - 1].0, of(&seen[i - 1].1)),
            };
            return Some(from_s + (to_s - from_s) * (sought - from) / (to - from).max(1e-12));
        }
        let by = |off_s: f64| {
            let seen = colours(self.bench, &(self.timeline)(off_s));
            BY_COLOUR * seen.last().map_or(0.0, |(_, browned)| of(browned))
        };
        if by(LONGEST_S) < BY_COLOUR * sought {
            return None;
        }
        Some(search(BY_COLOUR * sought, 0.0, self.guess_s, by).time_s())
    }
}

fn colours(bench: &Bench, timeline: &Timeline) -> Vec<(f64, Browned)> {
    let mut colouring = Colouring::new(&bench.column);
    bench.begin().to(timeline, timeline.off_s, &mut colouring);
    colouring.seen
}
