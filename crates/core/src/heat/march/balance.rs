//! One implicit step: the balance of each cell, its solution, and which cells boil.
// Stencils read a cell and its neighbours in several arrays: the index is the subject.
#![allow(clippy::needless_range_loop)]

use super::super::column::Column;
use super::{Ends, Marcher, Mode, Order, Work};

/// Free water that counts as none, as share of the first.
const NO_WATER_SHARE: f64 = 1e-9;

/// Nothing is foreseen further ahead than this, K.
const AHEAD_K: f64 = 3.0;

/// A tridiagonal system whose rows are what is below, here, above, and what comes of it: eliminated from both faces to the
/// middle, side by side, so that neither waits for the other's divisions (Thomas, burnt at both ends). The last of the
/// room is the answer.
#[inline(always)]
fn eliminate(
    n: usize,
    row: impl Fn(usize) -> (f64, f64, f64, f64),
    [inward, pivot, right, answer]: [&mut [f64]; 4],
) {
    let middle = n / 2;
    // Towards the middle: the coefficient, one over the pivot, the right side.
    let (mut low, mut high) = ((0.0, 0.0, 0.0), (0.0, 0.0, 0.0));
    for k in 0..middle {
        let (below, here, above, comes) = row(k);
        let factor = below * low.1;
        low = (above, 1.0 / (here - factor * low.0), comes - factor * low.2);
        (inward[k], pivot[k], right[k]) = low;
        let j = n - 1 - k;
        if j > middle {
            let (below, here, above, comes) = row(j);
            let factor = above * high.1;
            high = (
                below,
                1.0 / (here - factor * high.0),
                comes - factor * high.2,
            );
            (inward[j], pivot[j], right[j]) = high;
        }
    }
    let (below, here, above, comes) = row(middle);
    let (from_low, from_high) = (below * low.1, above * high.1);
    let here = here - from_low * low.0 - from_high * high.0;
    let met = (comes - from_low * low.2 - from_high * high.2) / here;
    answer[middle] = met;
    let (mut next_up, mut next_down) = (met, met);
    for k in 1..=middle {
        let i = middle - k;
        next_up = (right[i] - inward[i] * next_up) * pivot[i];
        answer[i] = next_up;
        let j = middle + k;
        if j < n {
            next_down = (right[j] - inward[j] * next_down) * pivot[j];
            answer[j] = next_down;
        }
    }
}

impl Marcher<'_> {
    /// Heat capacities, conductances and the balance of each cell for one step.
    pub(super) fn conduct(&mut self, dt: f64, ends: &Ends) {
        self.read_properties(dt);
        let grid = &self.column.grid;
        let n = self.state.t_c.len();
        let per_dt = 1.0 / dt;
        let t_c = &self.state.t_c[..n];
        let (volume, lagged) = (&grid.volume_m[..n], &self.work.lagged[..n]);
        let capacity = &mut self.work.capacity[..n];
        for i in 0..n {
            capacity[i] = lagged[i] * volume[i] * per_dt;
        }
        // Between the centres of i-1 and i: G = 1 / int dx / (k A), of which the step counts a part.
        let (below, above) = (&grid.way_below_m[..n], &grid.way_above_m[..n]);
        let (k, order) = (&self.work.k[..n], &self.work.order[..n + 1]);
        let g = &mut self.work.conductance[..n + 1];
        for i in 1..n {
            let way = above[i - 1] * k[i] + below[i] * k[i - 1];
            g[i] = order[i].now * (k[i - 1] * k[i]) / way;
        }
        // c (T - T_old) = what came before and G_below (T_below - T) + G_above (T_above - T), and the faces.
        let before = &self.state.last.passed_j_m2[..n + 1];
        let diagonal = &mut self.work.diagonal[..n];
        let source = &mut self.work.source[..n];
        let mut below_w_m2 = order[0].before * before[0];
        for i in 0..n {
            let above_w_m2 = order[i + 1].before * before[i + 1];
            diagonal[i] = capacity[i] + g[i] + g[i + 1];
            source[i] = capacity[i] * t_c[i] + per_dt * (below_w_m2 - above_w_m2);
            below_w_m2 = above_w_m2;
        }
        diagonal[0] += order[0].now * ends.low.1;
        source[0] += order[0].now * ends.low.0;
        diagonal[n - 1] += order[n].now * ends.high.1;
        source[n - 1] += order[n].now * ends.high.0;
    }

    /// Heat capacity and conductivity of each cell as it will be at the end of the step, as far as the last one
    /// tells; as it is where that tells nothing.
    fn read_properties(&mut self, dt: f64) {
        let n = self.state.t_c.len();
        let (t_c, water) = (&self.state.t_c[..n], &self.state.water_kg_m3[..n]);
        let (lagged, k) = (&mut self.work.lagged[..n], &mut self.work.k[..n]);
        let holding = &self.holding[..n];
        let moved = &self.state.last.moved_k[..n];
        let ratio = if self.state.last.dt_s > 0.0 {
            dt / self.state.last.dt_s
        } else {
            0.0
        };
        for i in 0..n {
            let goes_on_k = ratio * moved[i];
            let ahead_c = if goes_on_k.abs() < AHEAD_K {
                t_c[i] + goes_on_k
            } else {
                t_c[i]
            };
            (lagged[i], k[i]) = if holding[i].covers(ahead_c) {
                holding[i].capacity_and_k(ahead_c)
            } else {
                let material = self.column.material(i);
                (
                    material.capacity_j_m3k(t_c[i], water[i]),
                    material.k_w_mk(t_c[i], water[i]),
                )
            };
        }
    }

    /// Second order where nothing jumps: not beside a cell that boils, nor in the first step after the faces
    /// change.
    pub(super) fn set_orders(&mut self, dt: f64) {
        let n = self.state.t_c.len();
        let last = &self.state.last;
        let order = if last.dt_s > 0.0 {
            Order::second(dt / last.dt_s)
        } else {
            Order::FIRST
        };
        self.work.order.fill(order);
        if self.work.boils {
            for i in (0..n).filter(|i| last.mode[*i] != Mode::Free) {
                self.work.order[i] = Order::FIRST;
                self.work.order[i + 1] = Order::FIRST;
            }
        }
    }

    /// Local error of a step: root mean square over the heat capacity, K. Of backward Euler `dt^2/2 T''`, by the
    /// bend; of the second order two ninths of `dt^3` and the third derivative, by the change of that. Cells that boil
    /// keep their temperature and have none.
    pub(super) fn error_k(&mut self, dt: f64) -> f64 {
        let n = self.state.t_c.len();
        let (t_new, t_c) = (&self.work.t_new[..n], &self.state.t_c[..n]);
        let (moved, capacity) = (&self.state.last.moved_k[..n], &self.work.capacity[..n]);
        let (order, bent) = (&self.work.order[..n + 1], &self.state.last.bend_k[..n]);
        let bend = &mut self.work.bend[..n];
        // Without a last step half of all that moved counts as bent.
        let (ratio, share) = if self.state.last.dt_s > 0.0 {
            (dt / self.state.last.dt_s, dt / (dt + self.state.last.dt_s))
        } else {
            (0.0, 0.5)
        };
        let squared = ratio * ratio;
        let (mut sum, mut all) = (0.0, 0.0);
        for i in 0..n {
            bend[i] = share * (t_new[i] - t_c[i] - ratio * moved[i]);
            let error = if order[i] == Order::FIRST || order[i + 1] == Order::FIRST {
                bend[i]
            } else {
                4.0 / 9.0 * (bend[i] - squared * bent[i])
            };
            sum += capacity[i] * error * error;
            all += capacity[i];
        }
        (sum / all).sqrt()
    }

    /// Heat that passes each wall upwards in the step.
    pub(super) fn pass_heat(&mut self, dt: f64, ends: &Ends) {
        let n = self.state.t_c.len();
        let (t, order) = (&self.work.t_new[..n], &self.work.order[..n + 1]);
        let g = &self.work.conductance[..n + 1];
        let passed = &mut self.state.last.passed_j_m2[..n + 1];
        for i in 1..n {
            passed[i] = order[i].before * passed[i] + dt * g[i] * (t[i - 1] - t[i]);
        }
        passed[0] = order[0].before * passed[0] + dt * order[0].now * ends.low_w_m2(t[0]);
        passed[n] = order[n].before * passed[n] - dt * order[n].now * ends.high_w_m2(t[n - 1]);
    }

    /// Solves the tridiagonal system of one step.
    pub(super) fn solve(&mut self, dt: f64) {
        let column = self.column;
        let n = self.state.t_c.len();
        let Work {
            diagonal,
            source,
            conductance: g,
            inward,
            pivot,
            right,
            t_new,
            boils,
            ..
        } = &mut self.work;
        let (diagonal, source, g) = (&diagonal[..n], &source[..n], &g[..n + 1]);
        let room = [inward, pivot, right, t_new].map(|of| &mut of[..n]);
        let free = |i: usize| (-g[i], diagonal[i], -g[i + 1], source[i]);
        if !*boils {
            eliminate(n, free, room);
            return;
        }
        let mode = &self.state.last.mode[..n];
        let water_kg_m3 = &self.state.water_kg_m3[..n];
        let latent_j_kg = self.latent_j_kg;
        let row = |i: usize| match mode[i] {
            Mode::Free => free(i),
            Mode::Boils => (0.0, 1.0, 0.0, column.boil_c),
            Mode::DriesOut => {
                let (below, here, above, comes) = free(i);
                let left = water_kg_m3[i] - column.material(i).bound_water_kg_m3();
                let takes = latent_j_kg * left * column.grid.volume_m[i] / dt;
                (below, here, above, comes - takes)
            }
        };
        eliminate(n, row, room);
    }

    /// Puts right which cells boil; answers whether anything changed.
    pub(super) fn mend_modes(&mut self, dt: f64, ends: &Ends) -> bool {
        let column = self.column;
        let boil_c = column.boil_c;
        let hottest_c = self
            .work
            .t_new
            .iter()
            .fold(f64::MIN, |a, b| if *b > a { *b } else { a });
        if !self.work.boils && hottest_c <= boil_c {
            return false;
        }
        let (mut changed, mut boils) = (false, false);
        for i in 0..self.state.t_c.len() {
            if self.state.last.mode[i] == Mode::Free && self.work.t_new[i] <= boil_c {
                continue;
            }
            let free = self.free_water(i);
            let no_water = NO_WATER_SHARE * column.material(i).water_kg_m3;
            let mode = match self.state.last.mode[i] {
                Mode::Free if self.work.t_new[i] > boil_c && free > no_water => Mode::Boils,
                Mode::Free => Mode::Free,
                _ if free <= no_water => Mode::Free,
                Mode::Boils => {
                    let surplus = self.surplus_j_m2(i, self.gained_j_m2(i, dt, ends));
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
            changed |= mode != self.state.last.mode[i];
            self.state.last.mode[i] = mode;
            boils |= mode != Mode::Free;
        }
        self.work.boils = boils;
        changed
    }

    /// Heat that a cell takes up in the step just solved, J/m2.
    fn gained_j_m2(&self, i: usize, dt: f64, ends: &Ends) -> f64 {
        let (g, t, order) = (&self.work.conductance, &self.work.t_new, &self.work.order);
        let before = &self.state.last.passed_j_m2;
        let n = t.len();
        let from_below = if i > 0 {
            g[i] * (t[i - 1] - t[i])
        } else {
            order[0].now * ends.low_w_m2(t[0])
        };
        let from_above = if i + 1 < n {
            g[i + 1] * (t[i + 1] - t[i])
        } else {
            order[n].now * ends.high_w_m2(t[n - 1])
        };
        dt * (from_below + from_above) + order[i].before * before[i]
            - order[i + 1].before * before[i + 1]
    }

    /// Heat left over in a cell held at the boiling point that takes up so much, J/m2.
    pub(super) fn surplus_j_m2(&self, i: usize, gained_j_m2: f64) -> f64 {
        let Column { grid, boil_c, .. } = self.column;
        let warmed = self.column.material(i).gained_j_m3(
            self.state.t_c[i],
            *boil_c,
            self.state.water_kg_m3[i],
        );
        gained_j_m2 - warmed * grid.volume_m[i]
    }
}
