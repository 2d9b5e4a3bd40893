//! The temperature of a pan or bath over time, for others that share it; and the march of several
//! columns that share one.

use super::march::{Marcher, Spell};
use super::reservoir::Reservoir;
use super::sink::{Moment, Sink};

/// Temperature of a reservoir over time, straight between its points.
#[derive(Debug, Clone, PartialEq, Default)]
pub struct Track {
    points: Vec<(f64, f64)>,
}

impl Track {
    /// Adds a point; times rise.
    pub fn push(&mut self, t_s: f64, t_c: f64) {
        self.points.push((t_s, t_c));
    }

    /// Temperature at a time, C; before and after, that of the nearest end; 0 without points.
    pub fn at_c(&self, t_s: f64) -> f64 {
        let next = self.points.partition_point(|(t, _)| *t <= t_s);
        match (
            next.checked_sub(1).map(|i| self.points[i]),
            self.points.get(next),
        ) {
            (Some((t0, c0)), Some((t1, c1))) => c0 + (c1 - c0) * (t_s - t0) / (t1 - t0),
            (Some((_, c)), None) | (None, Some(&(_, c))) => c,
            (None, None) => 0.0,
        }
    }
}

/// Records where the reservoir goes.
impl Sink for Track {
    fn step(&mut self, moment: &Moment<'_>) {
        if let Some(t_c) = moment.reservoir_c {
            self.push(moment.t_s, t_c);
        }
    }
}

/// Columns that share a reservoir march side by side at most this long before their heat is
/// counted, s.
const TOGETHER_S: f64 = 0.5;

/// One column among several in one pan or bath.
#[derive(Debug)]
pub struct Sharer<'a> {
    /// It.
    pub marcher: Marcher<'a>,
    /// What its faces see, one spell after another. The sum of durations may differ.
    pub spells: Vec<Spell>,
    /// Area of its faces by area of the reservoir.
    pub cover_share: f64,
}

/// Marches columns, like or unlike, on one reservoir: each draws its own heat, and the sum moves
/// the one temperature that all of them see. The fire is as the first still on it has it. A column
/// whose spells are over leaves. Answers where the reservoir went and hands each step to the sink
/// of its column.
///
/// # Panics
/// When there are not as many sinks as sharers: a slip of the caller.
pub fn march_together<S: Sink>(
    reservoir: &Reservoir,
    sharers: &mut [Sharer<'_>],
    sinks: &mut [S],
) -> Track {
    assert_eq!(sharers.len(), sinks.len(), "a sink for each column");
    let mut t_c = reservoir.start_c;
    let mut track = Track::default();
    let mut t_s = 0.0;
    track.push(t_s, t_c);
    let mut places: Vec<(usize, f64)> = vec![(0, 0.0); sharers.len()];
    for (sharer, sink) in sharers.iter().zip(sinks.iter_mut()) {
        sink.step(&sharer.marcher.moment(0.0));
    }
    loop {
        // The longest that nobody's faces change.
        let left = |sharer: &Sharer<'_>, (i, into_s): (usize, f64)| {
            sharer.spells.get(i).map(|spell| spell.duration_s - into_s)
        };
        let spans = sharers.iter().zip(&places).filter_map(|(s, p)| left(s, *p));
        let dt_s = spans.fold(f64::INFINITY, f64::min).min(TOGETHER_S);
        if dt_s == f64::INFINITY
            || sharers
                .iter()
                .zip(&places)
                .all(|(s, p)| left(s, *p).is_none())
        {
            return track;
        }
        let (mut load_w_m2, mut set_c) = (0.0, None);
        for ((sharer, sink), place) in sharers.iter_mut().zip(sinks.iter_mut()).zip(&mut places) {
            let Some(spell) = sharer.spells.get(place.0).copied() else {
                continue;
            };
            if place.1 == 0.0 {
                sharer.marcher.faces_change();
            }
            sharer.marcher.hold_reservoir(t_c);
            let before = sharer.marcher.ledger().drawn_j_m2;
            let part = Spell {
                duration_s: dt_s,
                ..spell
            };
            sharer.marcher.march(&part, sink, |_| false);
            let drawn = sharer.marcher.ledger().drawn_j_m2 - before;
            load_w_m2 += sharer.cover_share * drawn / dt_s.max(1e-9);
            set_c = set_c.or(Some(spell.set_c));
            place.1 += dt_s;
            if spell.duration_s - place.1 <= 1e-9 {
                *place = (place.0 + 1, 0.0);
            }
        }
        t_c = reservoir.step(t_c, set_c.unwrap_or(0.0), load_w_m2, dt_s);
        t_s += dt_s;
        track.push(t_s, t_c);
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn a_track_is_straight_between_points_and_flat_beyond() {
        let mut track = Track::default();
        assert_eq!(track.at_c(3.0), 0.0);
        track.push(0.0, 200.0);
        track.push(10.0, 180.0);
        assert_eq!(track.at_c(-1.0), 200.0);
        assert_eq!(track.at_c(5.0), 190.0);
        assert_eq!(track.at_c(99.0), 180.0);
    }
}
