//! Samples of the field at asked times and depths, without touching the steps.

use super::grid::Grid;
use super::sink::{Moment, Sink};

/// Collects the temperature at some depths at some times, linear between steps.
#[derive(Debug, Clone)]
pub struct Sampler<'a> {
    grid: &'a Grid,
    times_s: &'a [f64],
    shares: &'a [f64],
    next: usize,
    last_t_s: f64,
    last: Vec<f64>,
    now: Vec<f64>,
    /// One row a time, one column a depth, C.
    pub rows: Vec<Vec<f64>>,
}

impl<'a> Sampler<'a> {
    /// Asks for `shares` of the thickness (0 low face, 1 high face) at rising `times_s`.
    pub fn new(grid: &'a Grid, times_s: &'a [f64], shares: &'a [f64]) -> Self {
        Self {
            grid,
            times_s,
            shares,
            next: 0,
            last_t_s: 0.0,
            last: vec![0.0; shares.len()],
            now: vec![0.0; shares.len()],
            rows: Vec::with_capacity(times_s.len()),
        }
    }
}

impl Sink for Sampler<'_> {
    fn step(&mut self, moment: &Moment<'_>) {
        for (value, share) in self.now.iter_mut().zip(self.shares) {
            *value = self.grid.sample(
                moment.t_c,
                moment.low_surface_c,
                moment.high_surface_c,
                *share,
            );
        }
        while let Some(&at) = self
            .times_s
            .get(self.next)
            .filter(|at| **at <= moment.t_s + 1e-9)
        {
            let span = moment.t_s - self.last_t_s;
            let f = if span > 0.0 {
                (at - self.last_t_s) / span
            } else {
                1.0
            };
            let row = self
                .last
                .iter()
                .zip(&self.now)
                .map(|(a, b)| a + f * (b - a));
            self.rows.push(row.collect());
            self.next += 1;
        }
        std::mem::swap(&mut self.last, &mut self.now);
        self.last_t_s = moment.t_s;
    }
}
