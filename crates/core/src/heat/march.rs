//! The marcher: one implicit step after another, pushed to a sink.
// Stencils read a cell and its neighbours in several arrays: the index is the subject.
#![allow(clippy::needless_range_loop)]

mod balance;
pub(super) mod wet;

use super::column::Column;
use super::face::{Face, Joint};
use super::reservoir::Reservoir;
use super::sink::{Ledger, Moment, Sink};
use super::track::Track;
use crate::InputError;
use crate::matter::{Holding, water};
use crate::quantity::checked;
use serde::{Deserialize, Serialize};

/// A spell of time in which both faces see the same.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Spell {
    /// How long, s.
    pub duration_s: f64,
    /// The low face: the skin side.
    pub low: Face,
    /// The high face: the flesh side.
    pub high: Face,
    /// What the hob is turned to hold, C; without a pan, ignored.
    pub set_c: f64,
}

/// How the step is chosen.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Steps {
    /// Error allowed in one step, K, as root mean square weighted by heat capacity.
    pub tolerance_k: f64,
    /// Longest step, s.
    pub longest_s: f64,
}

impl Steps {
    /// What every plan uses.
    pub const ORDINARY: Self = Self {
        tolerance_k: 0.04,
        longest_s: 10.0,
    };
}

/// What a cell does in a step.
#[derive(Debug, Clone, Copy, PartialEq)]
enum Mode {
    /// Warms or cools.
    Free,
    /// Stays at the boiling point and gives off water.
    Boils,
    /// Gives off the last of its free water in this step.
    DriesOut,
}

/// First step after the faces change, s.
const FIRST_STEP_S: f64 = 0.05;
/// A step this short is taken whatever its error, s.
const SHORTEST_STEP_S: f64 = 1e-4;
/// Most a step may grow over the one before.
const MOST_GROWTH: f64 = 2.0;
/// Everything about a piece under way that the next step needs: a value that can be kept,
/// written down, read again and marched on from, with the same column and steps.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct State {
    /// Time since the start, s.
    pub t_s: f64,
    /// Temperatures of the cells, C.
    pub t_c: Vec<f64>,
    /// Water in the cells, kg/m3.
    pub water_kg_m3: Vec<f64>,
    /// Temperature of the low surface, C.
    pub low_surface_c: f64,
    /// Temperature of the high surface, C.
    pub high_surface_c: f64,
    /// Temperature of the pan where the fish lies, the bath or the dish, C.
    pub reservoir_c: f64,
    /// Of a plate, beside the fish, C.
    pub beside_c: f64,
    /// Water leaving in the last step, kg/(m2 s) by face area.
    pub steam_kg_m2s: f64,
    /// What went in and out so far.
    pub ledger: Ledger,
    /// How fast each cell warmed in the last step, K/s.
    rate_k_s: Vec<f64>,
    /// The next step, s.
    next_dt_s: f64,
    /// Time since water was last spread, s.
    unspread_s: f64,
}

/// A piece under way.
#[derive(Debug, Clone)]
pub struct Marcher<'a> {
    column: &'a Column,
    reservoir: Option<Reservoir>,
    /// The temperature of the reservoir is known beforehand.
    track: Option<&'a Track>,
    steps: Steps,
    state: State,
    /// Properties of each cell with the water it holds.
    holding: Vec<Holding>,
    latent_j_kg: f64,
    work: Work,
}

/// Room for one step, taken once.
#[derive(Debug, Clone)]
struct Work {
    /// Heat capacity by volume, lagged, J/(m3 K); and by area and step, W/(m2 K).
    lagged: Vec<f64>,
    capacity: Vec<f64>,
    /// Between a cell and the one below it; nothing below the first and above the last.
    conductance: Vec<f64>,
    diagonal: Vec<f64>,
    source: Vec<f64>,
    upper: Vec<f64>,
    pivot: Vec<f64>,
    right: Vec<f64>,
    t_new: Vec<f64>,
    mode: Vec<Mode>,
    /// Some cell is not free.
    boils: bool,
}

/// What the two faces give their cells: `flux = source - sink * cell_c`, W/m2.
#[derive(Debug, Clone, Copy)]
struct Ends {
    low: (f64, f64),
    high: (f64, f64),
}

impl Ends {
    fn low_w_m2(&self, cell_c: f64) -> f64 {
        self.low.0 - self.low.1 * cell_c
    }
    fn high_w_m2(&self, cell_c: f64) -> f64 {
        self.high.0 - self.high.1 * cell_c
    }
}

impl<'a> Marcher<'a> {
    /// A column at one temperature all through.
    pub fn new(
        column: &'a Column,
        start_c: f64,
        reservoir: Option<Reservoir>,
        steps: Steps,
    ) -> Self {
        let n = column.grid.len();
        let state = State {
            t_s: 0.0,
            t_c: vec![start_c; n],
            water_kg_m3: (0..n).map(|i| column.material(i).water_kg_m3).collect(),
            low_surface_c: start_c,
            high_surface_c: start_c,
            reservoir_c: reservoir.map_or(start_c, |p| p.start_c),
            beside_c: reservoir.map_or(start_c, |p| p.start_c),
            steam_kg_m2s: 0.0,
            ledger: Ledger::default(),
            rate_k_s: vec![0.0; n],
            next_dt_s: FIRST_STEP_S,
            unspread_s: 0.0,
        };
        Self {
            column,
            reservoir,
            track: None,
            steps,
            holding: (0..n)
                .map(|i| column.material(i).holding(state.water_kg_m3[i]))
                .collect(),
            state,
            latent_j_kg: water::latent_heat_j_kg(column.boil_c),
            work: Work {
                lagged: vec![0.0; n],
                capacity: vec![0.0; n],
                conductance: vec![0.0; n + 1],
                diagonal: vec![0.0; n],
                source: vec![0.0; n],
                upper: vec![0.0; n],
                pivot: vec![0.0; n],
                right: vec![0.0; n],
                t_new: vec![0.0; n],
                mode: vec![Mode::Free; n],
                boils: false,
            },
        }
    }

    /// Goes on from a state of the same column.
    ///
    /// # Errors
    /// [`InputError`] (out of range) when the state is of another grid.
    pub fn resume(mut self, state: &State) -> Result<Self, InputError> {
        let n = self.column.grid.len();
        for cells in [&state.t_c, &state.water_kg_m3, &state.rate_k_s] {
            let n = n as f64;
            checked("state", cells.len() as f64, (n, n), "cells")?;
        }
        self.holding = (0..n)
            .map(|i| self.column.material(i).holding(state.water_kg_m3[i]))
            .collect();
        self.state = state.clone();
        Ok(self)
    }

    /// With a reservoir whose temperature is known: several columns that share one follow the
    /// track of whoever carries its heat.
    pub fn on_track(mut self, track: &'a Track) -> Self {
        self.state.reservoir_c = track.at_c(self.state.t_s);
        self.track = Some(track);
        self
    }

    /// Sets the temperature of the reservoir, C, for somebody else to account for.
    pub(super) fn hold_reservoir(&mut self, t_c: f64) {
        self.reservoir = None;
        self.state.reservoir_c = t_c;
    }

    /// Sets the temperature of every cell from its place (0 low face, 1 high face).
    pub fn set_profile(&mut self, profile: impl Fn(f64) -> f64) {
        let thickness = self.column.grid.thickness_m();
        for (t, x) in self.state.t_c.iter_mut().zip(&self.column.grid.centre_m) {
            *t = profile(x / thickness);
        }
        self.state.low_surface_c = profile(0.0);
        self.state.high_surface_c = profile(1.0);
    }

    /// What went in and out so far.
    pub fn ledger(&self) -> Ledger {
        self.state.ledger
    }

    /// Enthalpy above 0 C now, J/m2.
    pub fn stored_j_m2(&self) -> f64 {
        let cells = self
            .column
            .grid
            .volume_m
            .iter()
            .zip(&self.state.t_c)
            .zip(&self.state.water_kg_m3)
            .enumerate();
        cells
            .map(|(i, ((v, t), w))| v * self.column.material(i).enthalpy_j_m3(*t, *w))
            .sum()
    }

    /// Water held now, kg/m2.
    pub fn water_kg_m2(&self) -> f64 {
        self.column
            .grid
            .volume_m
            .iter()
            .zip(&self.state.water_kg_m3)
            .map(|(v, w)| v * w)
            .sum()
    }

    /// The field now.
    pub fn moment(&self, dt_s: f64) -> Moment<'_> {
        Moment {
            t_s: self.state.t_s,
            dt_s,
            t_c: &self.state.t_c,
            flesh_c: &self.state.t_c[self.column.grid.flesh.clone()],
            water_kg_m3: &self.state.water_kg_m3,
            low_surface_c: self.state.low_surface_c,
            high_surface_c: self.state.high_surface_c,
            reservoir_c: (self.reservoir.is_some() || self.track.is_some())
                .then_some(self.state.reservoir_c),
            steam_kg_m2s: self.state.steam_kg_m2s,
        }
    }

    /// Where it stands.
    pub fn state(&self) -> &State {
        &self.state
    }

    /// Goes through spells one after another.
    pub fn run<S: Sink>(&mut self, spells: &[Spell], sink: &mut S) {
        if self.state.ledger.steps == 0 {
            sink.step(&self.moment(0.0));
        }
        for spell in spells {
            self.faces_change();
            self.march(spell, sink, |_| false);
        }
    }

    /// The faces see something else from now on: steps begin small again.
    pub fn faces_change(&mut self) {
        self.state.next_dt_s = FIRST_STEP_S;
        self.state.rate_k_s.fill(0.0);
    }

    /// Marches through a spell, or until `enough` says so after a step. Answers whether it did.
    pub fn march<S: Sink>(
        &mut self,
        spell: &Spell,
        sink: &mut S,
        enough: impl Fn(&Moment<'_>) -> bool,
    ) -> bool {
        let end_s = self.state.t_s + spell.duration_s;
        while end_s - self.state.t_s > 1e-9 {
            let left = end_s - self.state.t_s;
            let dt = self.state.next_dt_s;
            // Two even last steps rather than a long one and a sliver.
            let step = if dt >= left {
                left
            } else if 2.0 * dt > left {
                0.5 * left
            } else {
                dt
            };
            let error = self.try_step(spell, step);
            let ratio = (self.steps.tolerance_k / error.max(1e-12)).sqrt();
            if error > 2.0 * self.steps.tolerance_k && step > SHORTEST_STEP_S {
                self.state.ledger.rejected += 1;
                self.state.next_dt_s = step * (0.9 * ratio).max(0.2);
                continue;
            }
            self.state.next_dt_s =
                (step * (0.9 * ratio).clamp(0.3, MOST_GROWTH)).min(self.steps.longest_s);
            let moment = self.moment(step);
            sink.step(&moment);
            if enough(&moment) {
                return true;
            }
        }
        false
    }

    /// Free water of a cell, kg/m3.
    fn free_water(&self, i: usize) -> f64 {
        self.state.water_kg_m3[i] - self.column.material(i).bound_water_kg_m3()
    }

    /// Linearises one face about the surface temperature that balances with the cell as it is.
    fn join(&self, face: &Face, i: usize, surface_c: f64) -> Joint {
        let k = self
            .column
            .material(i)
            .k_w_mk(self.state.t_c[i], self.state.water_kg_m3[i]);
        let grid = &self.column.grid;
        // The way to the face: below the first cell, above the last.
        let way = if i == 0 {
            grid.way_below_m[i]
        } else {
            grid.way_above_m[i]
        };
        let inner = k / way;
        let dampness = self.dampness(i);
        let air = self.column.air();
        let (cell_c, pan_c) = (self.state.t_c[i], self.state.reservoir_c);
        Joint::meet(face, inner, [cell_c, surface_c], pan_c, dampness, air)
    }

    /// Tries one step. If its error is small enough the state moves on; the error is returned.
    fn try_step(&mut self, spell: &Spell, dt: f64) -> f64 {
        let n = self.state.t_c.len();
        let low = self.join(&spell.low, 0, self.state.low_surface_c);
        let high = self.join(&spell.high, n - 1, self.state.high_surface_c);
        let ends = Ends {
            low: low.coefficients(),
            high: high.coefficients(),
        };
        self.conduct(dt, &ends);
        // Which cells boil is found by trying: solve, look, mend.
        for _ in 0..12 {
            self.solve(dt);
            if !self.mend_modes(dt, &ends) {
                break;
            }
        }
        let error = self.error_k(dt);
        if error <= 2.0 * self.steps.tolerance_k || dt <= SHORTEST_STEP_S {
            self.accept(dt, &low, &high, &ends, spell.set_c);
        }
        error
    }

    /// Moves the state on by the step just solved.
    fn accept(&mut self, dt: f64, low: &Joint, high: &Joint, ends: &Ends, set_c: f64) {
        let column = self.column;
        let Column { grid, boil_c, .. } = column;
        let n = self.state.t_c.len();
        let into_low = ends.low_w_m2(self.work.t_new[0]);
        let into_high = ends.high_w_m2(self.work.t_new[n - 1]);
        self.state.low_surface_c = low.surface_c(self.work.t_new[0]);
        self.state.high_surface_c = high.surface_c(self.work.t_new[n - 1]);
        self.state.ledger.heat_in_j_m2 += dt * (into_low + into_high);
        self.state.ledger.exchanged_j_m2 += dt * (into_low.abs() + into_high.abs());
        self.state.ledger.steps += 1;

        let to_fish = low.line.reservoir_h * (self.state.reservoir_c - self.state.low_surface_c)
            + high.line.reservoir_h * (self.state.reservoir_c - self.state.high_surface_c);
        self.state.ledger.drawn_j_m2 += dt * to_fish;
        if let Some(track) = self.track {
            self.state.reservoir_c = track.at_c(self.state.t_s + dt);
        } else if let Some(reservoir) = self.reservoir {
            let load = reservoir.covered() * to_fish;
            let both = [self.state.reservoir_c, self.state.beside_c];
            [self.state.reservoir_c, self.state.beside_c] =
                reservoir.step_both(both, set_c, load, dt);
        }
        let water_before = self.state.ledger.water_out_kg_m2;

        let per_dt = 1.0 / dt;
        let boils = self.work.boils;
        for i in 0..n {
            let (t_old, t) = (self.state.t_c[i], self.work.t_new[i]);
            self.state.rate_k_s[i] = (t - t_old) * per_dt;
            // Quasi-enthalpy correction: keep the heat that went in, mend the temperature for
            // the heat capacity that changed under way.
            let lagged = self.work.lagged[i];
            let held = &self.holding[i];
            let mended = if held.covers(t_old) && held.covers(t) {
                held.after_step_c(t_old, t, lagged)
            } else {
                column
                    .material(i)
                    .after_step_c(t_old, t, self.state.water_kg_m3[i], lagged)
            };
            if boils && self.work.mode[i] != Mode::Free {
                let boiled = if self.work.mode[i] == Mode::Boils {
                    self.surplus_j_m2(i, dt, ends).max(0.0) / self.latent_j_kg
                } else {
                    self.free_water(i) * grid.volume_m[i]
                };
                self.state.t_c[i] = if self.work.mode[i] == Mode::Boils {
                    *boil_c
                } else {
                    mended
                };
                self.take_water(i, boiled);
                self.state.ledger.boiled_j_m2 += boiled * self.latent_j_kg;
            } else {
                self.state.t_c[i] = mended;
            }
        }

        for (joint, i, surface_c) in [
            (low, 0, self.state.low_surface_c),
            (high, n - 1, self.state.high_surface_c),
        ] {
            let gone = dt * (joint.line.m0 + joint.line.m1 * surface_c);
            if gone > 0.0 {
                self.dry_out(i, gone);
            }
        }
        self.spread_water(dt);
        self.state.steam_kg_m2s = (self.state.ledger.water_out_kg_m2 - water_before) / dt;
        self.state.t_s += dt;
    }
}
