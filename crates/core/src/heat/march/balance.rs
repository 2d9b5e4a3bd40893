//! One implicit step: the balance of each cell, its solution, and which cells boil.
// Stencils read a cell and its neighbours in several arrays: the index is the subject.
#![allow(clippy::needless_range_loop)]

use super::super::column::Column;
use super::{Ends, Marcher, Mode};

/// Free water that counts as none, as share of the first.
const NO_WATER_SHARE: f64 = 1e-9;

impl Marcher<'_> {
    /// Heat capacities, conductances and the balance of each cell for one step.
    pub(super) fn conduct(&mut self, dt: f64, ends: &Ends) {
        let column = self.column;
        let grid = &column.grid;
        let n = self.state.t_c.len();
        let (t_c, water) = (&self.state.t_c[..n], &self.state.water_kg_m3[..n]);
        let volume = &grid.volume_m[..n];
        let (below, above) = (&grid.way_below_m[..n], &grid.way_above_m[..n]);
        let lagged = &mut self.work.lagged[..n];
        let capacity = &mut self.work.capacity[..n];
        let conductance = &mut self.work.conductance[..n];
        let per_dt = 1.0 / dt;
        let holding = &self.holding[..n];
        let (mut k_before, mut way_before) = (1.0, 0.0);
        for i in 0..n {
            let (heat, k) = if holding[i].covers(t_c[i]) {
                holding[i].capacity_and_k(t_c[i])
            } else {
                let material = column.material(i);
                (
                    material.capacity_j_m3k(t_c[i], water[i]),
                    material.k_w_mk(t_c[i], water[i]),
                )
            };
            lagged[i] = heat;
            capacity[i] = heat * volume[i] * per_dt;
            // Between the centres of i-1 and i: G = 1 / int dx / (k A).
            conductance[i] = k_before * k / (way_before * k + below[i] * k_before);
            (k_before, way_before) = (k, above[i]);
        }
        conductance[0] = 0.0;
        // c (T - T_old) = G_below (T_below - T) + G_above (T_above - T), and the faces.
        let (g, capacity) = (&self.work.conductance[..n + 1], &self.work.capacity[..n]);
        let diagonal = &mut self.work.diagonal[..n];
        let source = &mut self.work.source[..n];
        for i in 0..n {
            diagonal[i] = capacity[i] + g[i] + g[i + 1];
            source[i] = capacity[i] * t_c[i];
        }
        diagonal[0] += ends.low.1;
        source[0] += ends.low.0;
        diagonal[n - 1] += ends.high.1;
        source[n - 1] += ends.high.0;
    }

    /// Local error of backward Euler, `dt^2/2 T''` by the change of the rate: root mean
    /// square over the heat capacity, K. Cells that boil keep their temperature and have none.
    pub(super) fn error_k(&self, dt: f64) -> f64 {
        let n = self.state.t_c.len();
        let (t_new, t_c) = (&self.work.t_new[..n], &self.state.t_c[..n]);
        let (rate, capacity) = (&self.state.rate_k_s[..n], &self.work.capacity[..n]);
        let (mut sum, mut all) = (0.0, 0.0);
        for i in 0..n {
            let error = 0.5 * (t_new[i] - t_c[i] - dt * rate[i]);
            sum += capacity[i] * error * error;
            all += capacity[i];
        }
        (sum / all).sqrt()
    }

    /// Solves the tridiagonal system of one step (Thomas).
    pub(super) fn solve(&mut self, dt: f64) {
        let column = self.column;
        let n = self.state.t_c.len();
        let work = &mut self.work;
        let boils = work.boils;
        let (diagonal, source) = (&work.diagonal[..n], &work.source[..n]);
        let (g, mode) = (&work.conductance[..n + 1], &work.mode[..n]);
        let (upper, right) = (&mut work.upper[..n], &mut work.right[..n]);
        let (pivot, t_new) = (&mut work.pivot[..n], &mut work.t_new[..n]);
        let (mut pivot_before, mut upper_before, mut right_before) = (0.0, 0.0, 0.0);
        for i in 0..n {
            let (mut lower, mut over) = (-g[i], -g[i + 1]);
            let (mut diagonal, mut source) = (diagonal[i], source[i]);
            if boils {
                match mode[i] {
                    Mode::Free => {}
                    Mode::Boils => {
                        (lower, diagonal, over, source) = (0.0, 1.0, 0.0, column.boil_c);
                    }
                    Mode::DriesOut => {
                        let free =
                            self.state.water_kg_m3[i] - column.material(i).bound_water_kg_m3();
                        source -= self.latent_j_kg * free * column.grid.volume_m[i] / dt;
                    }
                }
            }
            let factor = lower * pivot_before;
            pivot_before = 1.0 / (diagonal - factor * upper_before);
            right_before = source - factor * right_before;
            upper_before = over;
            pivot[i] = pivot_before;
            right[i] = right_before;
            upper[i] = over;
        }
        let mut above_c = 0.0;
        for i in (0..n).rev() {
            above_c = (right[i] - upper[i] * above_c) * pivot[i];
            t_new[i] = above_c;
        }
    }

    /// Puts right which cells boil; answers whether anything changed.
    pub(super) fn mend_modes(&mut self, dt: f64, ends: &Ends) -> bool {
        let column = self.column;
        let boil_c = column.boil_c;
        if !self.work.boils && self.work.t_new.iter().all(|t| *t <= boil_c) {
            return false;
        }
        let (mut changed, mut boils) = (false, false);
        for i in 0..self.state.t_c.len() {
            if self.work.mode[i] == Mode::Free && self.work.t_new[i] <= boil_c {
                continue;
            }
            let free = self.free_water(i);
            let no_water = NO_WATER_SHARE * column.material(i).water_kg_m3;
            let mode = match self.work.mode[i] {
                Mode::Free if self.work.t_new[i] > boil_c && free > no_water => Mode::Boils,
                Mode::Free => Mode::Free,
                _ if free <= no_water => Mode::Free,
                Mode::Boils => {
                    let surplus = self.surplus_j_m2(i, dt, ends);
                    if surplus < 0.0 {
                        Mode::Free
                    } else if surplus > self.latent_j_kg * free * column.grid.volume_m[i] {
                        Mode::DriesOut
                    } else {
                        Mode::Boils
                    }
                }
                Mode::DriesOut if self.work.t_new[i] < boil_c => Mode::Boils,
                Mode::DriesOut => Mode::DriesOut,
            };
            changed |= mode != self.work.mode[i];
            self.work.mode[i] = mode;
            boils |= mode != Mode::Free;
        }
        self.work.boils = boils;
        changed
    }

    /// Heat left over in a cell held at the boiling point, J/m2.
    pub(super) fn surplus_j_m2(&self, i: usize, dt: f64, ends: &Ends) -> f64 {
        let (g, t) = (&self.work.conductance, &self.work.t_new);
        let n = t.len();
        let from_below = if i > 0 {
            g[i] * (t[i - 1] - t[i])
        } else {
            ends.low_w_m2(t[0])
        };
        let from_above = if i + 1 < n {
            g[i + 1] * (t[i + 1] - t[i])
        } else {
            ends.high_w_m2(t[n - 1])
        };
        let Column { grid, boil_c, .. } = self.column;
        let warmed = self.column.material(i).gained_j_m3(
            self.state.t_c[i],
            *boil_c,
            self.state.water_kg_m3[i],
        );
        dt * (from_below + from_above) - warmed * grid.volume_m[i]
    }
}
