//! The marcher: one implicit step after another, pushed to a sink.
// Stencils read a cell and its neighbours in several arrays: the index is the subject.
#![allow(clippy::needless_range_loop)]

mod accept;
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
        tolerance_k: 0.15,
        longest_s: 15.0,
    };
}

/// What a cell does in a step.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
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
/// Nothing goes further than this beyond what was there and what the surfaces are, K.
const OVERSHOOT_K: f64 = 1e-3;
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
    /// Temperature of what each face touches, C; none where it touches nothing.
    pub touched_c: [Option<f64>; 2],
    /// Temperature of the pan where the fish lies, the bath or the dish, C.
    pub reservoir_c: f64,
    /// Of a plate, beside the fish, C.
    pub beside_c: f64,
    /// Water leaving in the last step, kg/(m2 s) by face area.
    pub steam_kg_m2s: f64,
    /// What went in and out so far.
    pub ledger: Ledger,
    /// What the next step goes on from.
    last: Last,
    /// The next step, s.
    next_dt_s: f64,
    /// Time since water was last spread, s.
    unspread_s: f64,
    /// The hottest each cell has been when its juice was last counted, C.
    set_c: Vec<f64>,
    /// The low and the high face have lain on something hot.
    lain: [bool; 2],
}

/// What the last step left for the next.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
struct Last {
    /// How long it was, s; 0 when the faces see something else since.
    dt_s: f64,
    /// By how much each cell warmed, K.
    moved_k: Vec<f64>,
    /// By how much it bent off the straight line: half the second derivative times the square of the step, K.
    bend_k: Vec<f64>,
    /// Heat that passed upwards into each cell, through the low face first, and out of the last, J/m2.
    passed_j_m2: Vec<f64>,
    /// Water that left through the low and the high face, kg/m2.
    vapour_kg_m2: [f64; 2],
    /// What the reservoir gave through both, J/m2.
    drawn_j_m2: [f64; 2],
    /// How fast the reservoir warmed, K/s.
    reservoir_k_s: f64,
    /// What each cell did.
    mode: Vec<Mode>,
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
    k: Vec<f64>,
    capacity: Vec<f64>,
    /// Between a cell and the one below it; nothing below the first and above the last.
    conductance: Vec<f64>,
    diagonal: Vec<f64>,
    source: Vec<f64>,
    inward: Vec<f64>,
    pivot: Vec<f64>,
    right: Vec<f64>,
    t_new: Vec<f64>,
    /// How each wall counts what passes it in a step.
    order: Vec<Order>,
    bend: Vec<f64>,
    /// Some cell is not free.
    boils: bool,
}

/// How what passes a wall in a step comes of what passed it in the last and of the flow at the end:
/// `last * before + dt * now * flow`. Backward Euler, or the second-order backward difference for steps of
/// unlike length, which holds where nothing jumps.
#[derive(Debug, Clone, Copy, PartialEq)]
struct Order {
    before: f64,
    now: f64,
}

impl Order {
    const FIRST: Self = Self {
        before: 0.0,
        now: 1.0,
    };

    /// For a step so many times as long as the last.
    fn second(ratio: f64) -> Self {
        let all = 1.0 + 2.0 * ratio;
        Self {
            before: ratio * ratio / all,
            now: (1.0 + ratio) / all,
        }
    }
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

/// The least and the greatest, both counted that were known before.
fn ends_of(of: &[f64], known: [f64; 2]) -> [f64; 2] {
    let widen = |[least, most]: [f64; 2], x: &f64| {
        [
            if *x < least { *x } else { least },
            if *x > most { *x } else { most },
        ]
    };
    of.iter().fold(known, widen)
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
            touched_c: [None; 2],
            reservoir_c: reservoir.map_or(start_c, |p| p.start_c),
            beside_c: reservoir.map_or(start_c, |p| p.start_c),
            steam_kg_m2s: 0.0,
            ledger: Ledger::default(),
            last: Last {
                dt_s: 0.0,
                moved_k: vec![0.0; n],
                bend_k: vec![0.0; n],
                passed_j_m2: vec![0.0; n + 1],
                vapour_kg_m2: [0.0; 2],
                drawn_j_m2: [0.0; 2],
                reservoir_k_s: 0.0,
                mode: vec![Mode::Free; n],
            },
            next_dt_s: FIRST_STEP_S,
            unspread_s: 0.0,
            set_c: vec![start_c; n],
            lain: [false; 2],
        };
        let marcher = Self {
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
                k: vec![0.0; n],
                capacity: vec![0.0; n],
                conductance: vec![0.0; n + 1],
                diagonal: vec![0.0; n],
                source: vec![0.0; n],
                inward: vec![0.0; n],
                pivot: vec![0.0; n],
                right: vec![0.0; n],
                t_new: vec![0.0; n],
                order: vec![Order::FIRST; n + 1],
                bend: vec![0.0; n],
                boils: false,
            },
        };
        marcher.damped()
    }

    /// Response on from a state of the same column.
    ///
    /// # Errors
    /// [`InputError`] (out of range) when the state is of another grid.
    pub fn resume(mut self, state: &State) -> Result<Self, InputError> {
        let n = self.column.grid.len();
        for (cells, n) in [
            (&state.t_c, n),
            (&state.water_kg_m3, n),
            (&state.last.moved_k, n),
            (&state.last.bend_k, n),
            (&state.set_c, n),
            (&state.last.passed_j_m2, n + 1),
        ] {
            let n = n as f64;
            checked("state", cells.len() as f64, (n, n), "cells")?;
        }
        self.holding = (0..n)
            .map(|i| self.column.material(i).holding(state.water_kg_m3[i]))
            .collect();
        checked(
            "state",
            state.last.mode.len() as f64,
            (n as f64, n as f64),
            "cells",
        )?;
        self.work.boils = state.last.mode.iter().any(|mode| *mode != Mode::Free);
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
            moved_k: &self.state.last.moved_k[self.column.grid.flesh.clone()],
            water_kg_m3: &self.state.water_kg_m3,
            low_surface_c: self.state.low_surface_c,
            high_surface_c: self.state.high_surface_c,
            touched_c: self.state.touched_c,
            reservoir_c: (self.reservoir.is_some() || self.track.is_some())
                .then_some(self.state.reservoir_c),
            steam_kg_m2s: self.state.steam_kg_m2s,
        }
    }

    /// Where it stands.
    pub fn state(&self) -> &State {
        &self.state
    }

    /// Response through spells one after another.
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
        self.state.last.moved_k.fill(0.0);
        self.state.last.bend_k.fill(0.0);
        self.state.last.dt_s = 0.0;
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
            // What is no number would be tried for ever.
            assert!(!error.is_nan(), "a step of {step} s came to no number");
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

    /// Linearises one face about the surface temperature that balances with the cell as it will be at the end of
    /// the step, as far as the last one tells.
    fn join(&self, face: &Face, i: usize, dt: f64, pan_c: f64) -> Joint {
        let now_c = self.state.t_c[i];
        let material = self.column.material(i);
        let k = material.k_w_mk(now_c, self.state.water_kg_m3[i]);
        let grid = &self.column.grid;
        // The way to the face: below the first cell, above the last.
        let (way, surface_c) = if i == 0 {
            (grid.way_below_m[i], self.state.low_surface_c)
        } else {
            (grid.way_above_m[i], self.state.high_surface_c)
        };
        let goes_on_k = if self.state.last.dt_s > 0.0 {
            self.state.last.moved_k[i] * dt / self.state.last.dt_s
        } else {
            0.0
        };
        let both_c = [now_c + goes_on_k, surface_c + goes_on_k];
        Joint::meet(
            face,
            k / way,
            both_c,
            pan_c,
            self.dampness(i),
            self.column.air(),
        )
    }

    /// Tries one step. If its error is small enough the state moves on; the error is returned.
    fn try_step(&mut self, spell: &Spell, dt: f64) -> f64 {
        let n = self.state.t_c.len();
        let reservoir_c = self.reservoir_then_c(dt);
        let low = self.join(&spell.low, 0, dt, reservoir_c);
        let high = self.join(&spell.high, n - 1, dt, reservoir_c);
        let ends = Ends {
            low: low.coefficients(),
            high: high.coefficients(),
        };
        self.set_orders(dt);
        self.solve_modes(dt, &ends);
        if self.state.last.dt_s > 0.0 && self.overshoots(&low, &high) {
            self.work.order.fill(Order::FIRST);
            self.solve_modes(dt, &ends);
        }
        let error = self.error_k(dt);
        if error <= 2.0 * self.steps.tolerance_k || dt <= SHORTEST_STEP_S {
            self.accept(dt, &low, &high, &ends, spell);
        }
        error
    }

    /// Which cells boil is found by trying: solve, look, mend.
    fn solve_modes(&mut self, dt: f64, ends: &Ends) {
        self.conduct(dt, ends);
        for _ in 0..12 {
            self.solve(dt);
            if !self.mend_modes(dt, ends) {
                break;
            }
        }
    }

    /// Something became hotter or colder than anything was and than both surfaces are: what first order never
    /// makes and second order can.
    fn overshoots(&self, low: &Joint, high: &Joint) -> bool {
        let t_new = &self.work.t_new;
        let surfaces_c = [
            low.surface_c(t_new[0]),
            high.surface_c(t_new[t_new.len() - 1]),
        ];
        let [from, to] = ends_of(&self.state.t_c, ends_of(&surfaces_c, [f64::MAX, f64::MIN]));
        let [least, most] = ends_of(t_new, [from, to]);
        least < from - OVERSHOOT_K || most > to + OVERSHOOT_K
    }

    /// Where the reservoir will be at the end of a step, as far as the last one tells, C.
    fn reservoir_then_c(&self, dt: f64) -> f64 {
        if let Some(track) = self.track {
            track.at_c(self.state.t_s + dt)
        } else {
            self.state.reservoir_c + dt * self.state.last.reservoir_k_s
        }
    }
}
