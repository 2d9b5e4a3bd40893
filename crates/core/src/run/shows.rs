//! When a probe in the middle first shows so much.

use super::bench::Bench;
use super::timeline::Timeline;
use crate::heat::{Moment, Sink};
use std::cell::Cell;

/// Waits for mid-thickness to come to a temperature.
struct Waits<'a> {
    bench: &'a Bench,
    c: f64,
    from_s: f64,
    at_s: &'a Cell<Option<f64>>,
}

impl Sink for Waits<'_> {
    fn step(&mut self, moment: &Moment<'_>) {
        let shows = || {
            let grid = &self.bench.column.grid;
            grid.sample_flesh(moment.flesh_c, 0.5)
        };
        if self.at_s.get().is_none() && moment.t_s >= self.from_s && shows() >= self.c {
            self.at_s.set(Some(moment.t_s));
        }
    }
}

impl Bench {
    /// When mid-thickness first shows `c` on the heat along a timeline, not before `from_s`; none when it does not, s.
    pub fn shows_s(&self, timeline: &Timeline, c: f64, from_s: f64) -> Option<f64> {
        let at_s = Cell::new(None);
        let mut sink = Waits {
            bench: self,
            c,
            from_s,
            at_s: &at_s,
        };
        let mut run = self.begin();
        run.until(timeline, timeline.off_s, &mut sink, |_| {
            at_s.get().is_some()
        });
        at_s.get()
    }
}
