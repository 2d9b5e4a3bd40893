//! The state after a step: heat that passed, water that left, what it did to the pan.
// Cells are read in several arrays: the index is the subject.
#![allow(clippy::needless_range_loop)]

use super::super::face::Joint;
use super::{Ends, Marcher, Mode, Spell};

/// A reservoir moves in steps of its own, at most so long, s.
const RESERVOIR_STEP_S: f64 = 2.0;

impl Marcher<'_> {
    /// Moves the state on by the step just solved.
    pub(super) fn accept(
        &mut self,
        dt: f64,
        low: &Joint,
        high: &Joint,
        ends: &Ends,
        spell: &Spell,
    ) {
        let column = self.column;
        let n = self.state.t_c.len();
        self.pass_heat(dt, ends);
        let passed = &self.state.last.passed_j_m2;
        let (into_low, into_high) = (passed[0], -passed[n]);
        self.state.ledger.heat_in_j_m2 += into_low + into_high;
        self.state.ledger.exchanged_j_m2 += into_low.abs() + into_high.abs();
        self.state.ledger.steps += 1;
        self.state.low_surface_c = low.surface_c(self.work.t_new[0]);
        self.state.high_surface_c = high.surface_c(self.work.t_new[n - 1]);
        let surfaces_c = [self.state.low_surface_c, self.state.high_surface_c];
        for (side, face) in [&spell.low, &spell.high].into_iter().enumerate() {
            self.state.touched_c[side] = face.touches_c(self.state.reservoir_c);
        }
        let water_before = self.state.ledger.water_out_kg_m2;
        self.draw(dt, [low, high], surfaces_c, spell.set_c);

        let moved = &mut self.state.last.moved_k[..n];
        for ((moved, t), t_old) in moved.iter_mut().zip(&self.work.t_new).zip(&self.state.t_c) {
            *moved = t - t_old;
        }
        self.state.last.bend_k.copy_from_slice(&self.work.bend);
        if self.work.boils {
            for i in 0..n {
                let at_c = self.mended_c(i);
                match self.state.last.mode[i] {
                    Mode::Free => self.state.t_c[i] = at_c,
                    Mode::Boils => {
                        let passed = &self.state.last.passed_j_m2;
                        let left_over = self.surplus_j_m2(i, passed[i] - passed[i + 1]);
                        self.state.t_c[i] = column.boil_c;
                        self.boil_off(i, left_over.max(0.0) / self.latent_j_kg);
                    }
                    Mode::DriesOut => {
                        self.state.t_c[i] = at_c;
                        self.boil_off(i, self.free_water(i) * column.grid.volume_m[i]);
                    }
                }
            }
        } else {
            let cells = self.state.t_c.iter_mut().zip(&self.work.t_new);
            let cells = cells.zip(self.holding.iter().zip(&self.work.lagged));
            for (i, ((t_c, t), (held, lagged))) in cells.enumerate() {
                *t_c = if held.covers(*t_c) && held.covers(*t) {
                    held.after_step_c(*t_c, *t, *lagged)
                } else {
                    let water = self.state.water_kg_m3[i];
                    column.material(i).after_step_c(*t_c, *t, water, *lagged)
                };
            }
        }
        for (face, (joint, i)) in [(low, 0), (high, n - 1)].into_iter().enumerate() {
            let rate = joint.line.m0 + joint.line.m1 * surfaces_c[face];
            let order = self.work.order[if face == 0 { 0 } else { n }];
            let last = &mut self.state.last.vapour_kg_m2[face];
            *last = order.before * *last + order.now * dt * rate;
            let gone = *last;
            if gone > 0.0 {
                self.dry_out(i, gone);
            }
        }
        self.spread_water(dt);
        self.feed(&spell.low, 0);
        self.feed(&spell.high, n - 1);
        self.state.steam_kg_m2s = (self.state.ledger.water_out_kg_m2 - water_before) / dt;
        self.state.last.dt_s = dt;
        self.state.t_s += dt;
    }

    /// What both faces draw from the reservoir in a step, and what that does to it.
    fn draw(&mut self, dt: f64, joints: [&Joint; 2], surfaces_c: [f64; 2], set_c: f64) {
        let n = self.state.t_c.len();
        let (was_c, then_c) = (self.state.reservoir_c, self.reservoir_then_c(dt));
        let mut drawn_j_m2 = 0.0;
        for face in [0, 1] {
            let order = self.work.order[if face == 0 { 0 } else { n }];
            let now = joints[face].line.reservoir_h * (then_c - surfaces_c[face]);
            let last = &mut self.state.last.drawn_j_m2[face];
            *last = order.before * *last + order.now * dt * now;
            drawn_j_m2 += *last;
        }
        self.state.ledger.drawn_j_m2 += drawn_j_m2;
        if let Some(track) = self.track {
            self.state.reservoir_c = track.at_c(self.state.t_s + dt);
        } else if let Some(reservoir) = self.reservoir {
            let load = reservoir.covered() * drawn_j_m2 / dt;
            let parts = (dt / RESERVOIR_STEP_S).ceil();
            for _ in 0..parts as usize {
                let both = [self.state.reservoir_c, self.state.beside_c];
                [self.state.reservoir_c, self.state.beside_c] =
                    reservoir.step_both(both, set_c, load, dt / parts);
            }
        }
        self.state.last.reservoir_k_s = (self.state.reservoir_c - was_c) / dt;
    }

    /// Temperature of a cell after the step just solved, C. Quasi-enthalpy correction: keep the heat that went
    /// in, mend the temperature for the heat capacity that changed under way.
    #[inline]
    fn mended_c(&self, i: usize) -> f64 {
        let (old_c, found_c) = (self.state.t_c[i], self.work.t_new[i]);
        let (held, lagged) = (&self.holding[i], self.work.lagged[i]);
        if held.covers(old_c) && held.covers(found_c) {
            return held.after_step_c(old_c, found_c, lagged);
        }
        let water = self.state.water_kg_m3[i];
        let material = self.column.material(i);
        material.after_step_c(old_c, found_c, water, lagged)
    }

    /// Heat that boiled water off.
    fn boil_off(&mut self, i: usize, kg_m2: f64) {
        self.take_water(i, kg_m2);
        self.state.ledger.boiled_j_m2 += kg_m2 * self.latent_j_kg;
    }
}
