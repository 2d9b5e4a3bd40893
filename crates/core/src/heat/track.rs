//! The temperature of a pan or bath over time, for others that share it.

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

    /// The same for one that comes in so much later, s.
    pub fn from_s(&self, in_s: f64) -> Self {
        let mut track = Self::default();
        track.push(0.0, self.at_c(in_s));
        let later = self.points.iter().filter(|(t_s, _)| *t_s > in_s);
        track
            .points
            .extend(later.map(|(t_s, t_c)| (t_s - in_s, *t_c)));
        track
    }

    /// Lowest it gets, C.
    pub fn low_c(&self) -> f64 {
        self.points
            .iter()
            .map(|(_, c)| *c)
            .fold(f64::INFINITY, f64::min)
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
