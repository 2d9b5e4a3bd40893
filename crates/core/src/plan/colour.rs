//! When a coat is gold, and until when.

use super::find::bracketed;
use crate::run::browning::{Browned, Browning, Colouring};
use crate::run::{Bench, Timeline};
use std::cell::RefCell;

/// A cook goes by this far into gold: neither pale at the edges nor brown.
const INTO_GOLD: f64 = 0.35;
/// Nobody fries longer for a colour, s.
const LONGEST_S: f64 = 1800.0;
/// A search counts in kelvins: so many for what gold is counted in.
const BY_COLOUR: f64 = 10.0;

/// Looked for in steps of so many times the last.
const LONGER: f64 = 1.6;
/// Nobody asks what colour it has when it is left so much longer, s.
pub(super) const MOST_LATE_S: f64 = 300.0;

/// How far gold is and where it ends, as what has to add up.
fn gold(into: f64) -> f64 {
    let (from, to) = (Browning::Gold.from(), Browning::Brown.from());
    from + into * (to - from)
}

/// The colours of a bench by when it leaves the heat.
pub(super) enum Colours<'a> {
    /// The faces see the same up to any moment whenever it leaves: one run tells all.
    OneRun(Vec<(f64, Browned)>),
    /// Turns go along with the time: a run each, kept in order of time.
    RunEach {
        bench: &'a Bench,
        seen: RefCell<Vec<(f64, Browned)>>,
        guess_s: f64,
        longest_s: f64,
    },
}

impl<'a> Colours<'a> {
    /// As long on the heat, everything in between at its share of it.
    pub fn by_time(bench: &'a Bench, guess_s: f64) -> Self {
        let longest_s = LONGEST_S.min(4.0 * guess_s + 300.0);
        if bench.programme.is_steady() {
            return Self::OneRun(colours(bench, &bench.programme.timeline(longest_s)));
        }
        Self::RunEach {
            bench,
            seen: RefCell::new(vec![]),
            guess_s: guess_s.clamp(1.0, longest_s),
            longest_s,
        }
    }

    /// Left sooner or later, everything else as it stands in a timeline.
    pub fn leaving(bench: &'a Bench, timeline: &Timeline) -> Self {
        let longest_s = timeline.off_s + MOST_LATE_S;
        Self::OneRun(colours(bench, &timeline.leaving(longest_s)))
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
        match self {
            Self::OneRun(seen) => {
                let after = seen.iter().position(|(_, browned)| of(browned) >= sought)?;
                let (to_s, to) = (seen[after].0, of(&seen[after].1));
                let (from_s, from) = match after {
                    0 => return Some(to_s),
                    i => (seen[i - 1].0, of(&seen[i - 1].1)),
                };
                Some(from_s + (to_s - from_s) * (sought - from) / (to - from).max(1e-12))
            }
            Self::RunEach {
                bench,
                seen,
                guess_s,
                longest_s,
            } => {
                let by = |off_s: f64| {
                    let all = colours(bench, &bench.programme.timeline(off_s));
                    let last = all.last().map(|(_, last)| *last).unwrap_or_default();
                    let value = BY_COLOUR * of(&last);
                    let mut seen = seen.borrow_mut();
                    let at = seen.partition_point(|(s, _)| *s < off_s);
                    seen.insert(at, (off_s, last));
                    value
                };
                let aim = BY_COLOUR * sought;
                let known = |(s, browned): &(f64, Browned)| (*s, BY_COLOUR * of(browned));
                // From the guess on, longer and longer, until it is as dark.
                let mut next_s = *guess_s;
                loop {
                    let last = seen.borrow().last().map(known);
                    match last {
                        Some((_, value)) if value >= aim => break,
                        Some((s, _)) if s >= *longest_s => break,
                        Some((s, _)) => next_s = (LONGER * s).min(*longest_s),
                        None => {}
                    }
                    by(next_s);
                }
                let (below, above) = {
                    let seen = seen.borrow();
                    let above = seen.iter().map(known).find(|(_, value)| *value >= aim)?;
                    let below = seen
                        .iter()
                        .map(known)
                        .rfind(|(s, v)| *v < aim && *s < above.0);
                    (below.unwrap_or((0.0, 0.0)), above)
                };
                Some(bracketed(aim, below, above, by).time_s())
            }
        }
    }
}

/// So often it is asked whether that is enough, s.
const LOOKS_S: f64 = 60.0;

fn colours(bench: &Bench, timeline: &Timeline) -> Vec<(f64, Browned)> {
    let mut colouring = Colouring::new(&bench.column);
    let mut run = bench.begin();
    // As far as there is anything to ask: gold all over, and dark somewhere.
    let known = |seen: &Browned| {
        seen.palest() >= gold(INTO_GOLD) && seen.darkest() >= Browning::Dark.from()
    };
    let mut at_s = 0.0;
    while at_s < timeline.off_s && !colouring.seen.last().is_some_and(|(_, seen)| known(seen)) {
        at_s = (at_s + LOOKS_S).min(timeline.off_s);
        run.to(timeline, at_s, &mut colouring);
    }
    colouring.seen
}
