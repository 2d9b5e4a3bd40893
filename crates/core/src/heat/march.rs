//! The marcher: one implicit step after another, pushed to a sink.

use super::face::{Face, Line};
use super::grid::Grid;
use super::plate::Plate;
use crate::matter::{Material, water};

/// A column of one solid through the thickness.
#[derive(Debug, Clone)]
pub struct Column {
    /// Where the cells are.
    pub grid: Grid,
    /// What they are made of.
    pub material: Material,
    /// Temperature at which its water boils, C.
    pub boil_c: f64,
}

/// A span of time in which both faces see the same.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Stage {
    /// How long, s.
    pub duration_s: f64,
    /// The low face: the skin side.
    pub low: Face,
    /// The high face: the flesh side.
    pub high: Face,
    /// What the hob is turned to hold, C; without a pan, ignored.
    pub plate_set_c: f64,
}

/// How the step is chosen.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Steps {
    /// Error allowed in one step, K, as volume-weighted root mean square.
    pub tolerance_k: f64,
    /// Longest step, s.
    pub longest_s: f64,
}

impl Steps {
    /// What every plan uses.
    pub const ORDINARY: Self = Self { tolerance_k: 0.02, longest_s: 10.0 };
}

/// The field at one moment, as the sink sees it.
#[derive(Debug, Clone, Copy)]
pub struct Moment<'a> {
    /// Time since the start of the first stage, s.
    pub t_s: f64,
    /// Length of the step that ended here, s; 0 for the very first moment.
    pub dt_s: f64,
    /// Temperatures of the cells, C.
    pub t_c: &'a [f64],
    /// Water in the cells, kg/m3.
    pub water_kg_m3: &'a [f64],
    /// Temperature of the low surface, C.
    pub low_surface_c: f64,
    /// Temperature of the high surface, C.
    pub high_surface_c: f64,
    /// Temperature of the pan, C, if there is one.
    pub plate_c: Option<f64>,
}

/// Takes the moments as they come, so that nothing stores what nobody asked for.
pub trait Sink {
    /// One accepted step.
    fn step(&mut self, moment: &Moment<'_>);
}

impl Sink for () {
    fn step(&mut self, _: &Moment<'_>) {}
}

impl<A: Sink, B: Sink> Sink for (A, B) {
    fn step(&mut self, moment: &Moment<'_>) {
        self.0.step(moment);
        self.1.step(moment);
    }
}

impl<S: Sink> Sink for &mut S {
    fn step(&mut self, moment: &Moment<'_>) {
        (**self).step(moment);
    }
}

/// What went in and out, by face area. `stored = heat_in - boiled - carried`.
#[derive(Debug, Clone, Copy, PartialEq, Default)]
pub struct Ledger {
    /// Heat in through both faces, J/m2, latent heat of surface evaporation already taken off.
    pub heat_in_j_m2: f64,
    /// Sum of the heat that passed the faces in either direction, J/m2: the scale of a balance.
    pub exchanged_j_m2: f64,
    /// Latent heat taken by water boiling off inside, J/m2.
    pub boiled_j_m2: f64,
    /// Enthalpy of the liquid water that left, J/m2.
    pub carried_j_m2: f64,
    /// Water that left, kg/m2.
    pub water_out_kg_m2: f64,
    /// Steps taken.
    pub steps: usize,
    /// Steps thrown away because their error was too large.
    pub rejected: usize,
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

/// Diffusivity of liquid water in flesh, m2/s (order of magnitude; see `docs/SOURCES.md`).
const WATER_DIFFUSIVITY_M2_S: f64 = 1e-9;
/// First step after the faces change, s.
const FIRST_STEP_S: f64 = 0.05;
/// Most a step may grow over the one before.
const MOST_GROWTH: f64 = 2.0;
/// Free water, as share of the first, below which a surface evaporates less and less.
const DAMP_SHARE: f64 = 0.4;
/// Free water that counts as none, as share of the first.
const NO_WATER_SHARE: f64 = 1e-9;

/// A piece under way.
#[derive(Debug, Clone)]
pub struct Marcher<'a> {
    column: &'a Column,
    plate: Option<Plate>,
    steps: Steps,
    /// Time since the start, s.
    pub t_s: f64,
    t_c: Vec<f64>,
    water: Vec<f64>,
    low_surface_c: f64,
    high_surface_c: f64,
    plate_c: f64,
    ledger: Ledger,
    work: Work,
}

/// Room for one step, taken once.
#[derive(Debug, Clone)]
struct Work {
    capacity: Vec<f64>,
    conductance: Vec<f64>,
    lower: Vec<f64>,
    diagonal: Vec<f64>,
    right: Vec<f64>,
    t_new: Vec<f64>,
    rate: Vec<f64>,
    mode: Vec<Mode>,
}

/// One face, linearised and joined to the half cell below it.
#[derive(Debug, Clone, Copy)]
struct Joint {
    line: Line,
    /// Conductance of the half cell, W/(m2 K).
    inner: f64,
}

impl Joint {
    /// Surface temperature for a cell temperature.
    fn surface_c(&self, cell_c: f64) -> f64 {
        (self.inner * cell_c + self.line.a) / (self.inner + self.line.b)
    }
    /// `flux into the cell = source - sink * cell_c`, W/m2.
    fn coefficients(&self) -> (f64, f64) {
        let all = self.inner + self.line.b;
        (self.inner * self.line.a / all, self.inner * self.line.b / all)
    }
}

impl<'a> Marcher<'a> {
    /// A column at one temperature all through.
    pub fn new(column: &'a Column, start_c: f64, plate: Option<Plate>, steps: Steps) -> Self {
        let n = column.grid.len();
        Self {
            column,
            plate,
            steps,
            t_s: 0.0,
            t_c: vec![start_c; n],
            water: vec![column.material.water_kg_m3; n],
            low_surface_c: start_c,
            high_surface_c: start_c,
            plate_c: plate.map_or(start_c, |p| p.start_c),
            ledger: Ledger::default(),
            work: Work {
                capacity: vec![0.0; n],
                conductance: vec![0.0; n],
                lower: vec![0.0; n],
                diagonal: vec![0.0; n],
                right: vec![0.0; n],
                t_new: vec![0.0; n],
                rate: vec![0.0; n],
                mode: vec![Mode::Free; n],
            },
        }
    }

    /// Sets the temperature of every cell from its place (0 low face, 1 high face).
    pub fn set_profile(&mut self, profile: impl Fn(f64) -> f64) {
        let thickness = self.column.grid.thickness_m();
        for (t, x) in self.t_c.iter_mut().zip(&self.column.grid.centre_m) {
            *t = profile(x / thickness);
        }
        self.low_surface_c = profile(0.0);
        self.high_surface_c = profile(1.0);
    }

    /// What went in and out so far.
    pub fn ledger(&self) -> Ledger {
        self.ledger
    }

    /// Enthalpy above 0 C now, J/m2.
    pub fn stored_j_m2(&self) -> f64 {
        let cells = self.column.grid.volume_m.iter().zip(&self.t_c).zip(&self.water);
        cells.map(|((v, t), w)| v * self.column.material.enthalpy_j_m3(*t, *w)).sum()
    }

    /// Water held now, kg/m2.
    pub fn water_kg_m2(&self) -> f64 {
        self.column.grid.volume_m.iter().zip(&self.water).map(|(v, w)| v * w).sum()
    }

    /// The field now.
    pub fn moment(&self, dt_s: f64) -> Moment<'_> {
        Moment {
            t_s: self.t_s,
            dt_s,
            t_c: &self.t_c,
            water_kg_m3: &self.water,
            low_surface_c: self.low_surface_c,
            high_surface_c: self.high_surface_c,
            plate_c: self.plate.map(|_| self.plate_c),
        }
    }

    /// Goes through stages one after another.
    pub fn run<S: Sink>(&mut self, stages: &[Stage], sink: &mut S) {
        if self.ledger.steps == 0 {
            sink.step(&self.moment(0.0));
        }
        for stage in stages {
            self.run_stage(stage, sink, |_| false);
        }
    }

    /// Goes through one stage, or until `enough` says so after a step. Answers whether it did.
    pub fn run_stage<S: Sink>(
        &mut self,
        stage: &Stage,
        sink: &mut S,
        enough: impl Fn(&Moment<'_>) -> bool,
    ) -> bool {
        let end_s = self.t_s + stage.duration_s;
        let mut dt = FIRST_STEP_S;
        self.work.rate.fill(0.0);
        while end_s - self.t_s > 1e-9 {
            let left = end_s - self.t_s;
            // Two even last steps rather than a long one and a sliver.
            let step = if dt >= left { left } else if 2.0 * dt > left { 0.5 * left } else { dt };
            let error = self.try_step(stage, step);
            let ratio = (self.steps.tolerance_k / error.max(1e-12)).sqrt();
            if error > 2.0 * self.steps.tolerance_k && step > 1e-4 {
                self.ledger.rejected += 1;
                dt = step * (0.9 * ratio).max(0.2);
                continue;
            }
            dt = (step * (0.9 * ratio).clamp(0.3, MOST_GROWTH)).min(self.steps.longest_s);
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
        self.water[i] - self.column.material.bound_water_kg_m3()
    }

    fn dampness(&self, i: usize) -> f64 {
        let material = &self.column.material;
        if material.water_kg_m3 <= 0.0 {
            return 0.0;
        }
        (self.free_water(i) / (DAMP_SHARE * material.water_kg_m3)).clamp(0.0, 1.0)
    }

    /// Linearises one face about the surface temperature that balances with the cell as it is.
    fn join(&self, face: &Face, i: usize, surface_c: f64) -> Joint {
        let k = self.column.material.k_w_mk(self.t_c[i], self.water[i]);
        let inner = 2.0 * k / self.column.grid.width_m[i];
        let dampness = self.dampness(i);
        let mut joint = Joint { line: face.line(surface_c, self.plate_c, dampness), inner };
        if face.gas.is_some() {
            // Newton on the surface balance; radiation and vapour are smooth, so it is quick.
            let mut at_c = surface_c;
            for _ in 0..6 {
                let next_c = joint.surface_c(self.t_c[i]);
                joint.line = face.line(next_c, self.plate_c, dampness);
                if (next_c - at_c).abs() < 0.02 {
                    break;
                }
                at_c = next_c;
            }
        }
        joint
    }

    /// Tries one step. If its error is small enough the state moves on; the error is returned.
    fn try_step(&mut self, stage: &Stage, dt: f64) -> f64 {
        let column = self.column;
        let (grid, material) = (&column.grid, &column.material);
        let n = grid.len();
        let low = self.join(&stage.low, 0, self.low_surface_c);
        let high = self.join(&stage.high, n - 1, self.high_surface_c);
        {
            let work = &mut self.work;
            let mut half_before = 0.0;
            for i in 0..n {
                let (t, w) = (self.t_c[i], self.water[i]);
                work.capacity[i] = material.capacity_j_m3k(t, w) * grid.volume_m[i] / dt;
                let half = 0.5 * grid.width_m[i] / material.k_w_mk(t, w);
                // Between cell i-1 and i: G = A / (dx/2k + dx/2k).
                work.conductance[i] = if i > 0 { grid.wall[i] / (half_before + half) } else { 0.0 };
                half_before = half;
            }
        }
        let (low_source, low_sink) = low.coefficients();
        let (high_source, high_sink) = high.coefficients();

        // Which cells boil is found by trying: solve, look, mend.
        for _ in 0..12 {
            self.solve(dt, (low_source, low_sink), (high_source, high_sink));
            if !self.mend_modes(dt, (low_source, low_sink), (high_source, high_sink)) {
                break;
            }
        }

        // Local error of backward Euler: dt^2/2 T'' by the change of the rate.
        let (mut sum, mut volume) = (0.0, 0.0);
        for i in 0..n {
            let rate = (self.work.t_new[i] - self.t_c[i]) / dt;
            let error = 0.5 * dt * (rate - self.work.rate[i]);
            sum += grid.volume_m[i] * error * error;
            volume += grid.volume_m[i];
        }
        let error = (sum / volume).sqrt();
        if error > 2.0 * self.steps.tolerance_k && dt > 1e-4 {
            return error;
        }
        self.accept(dt, &low, &high, stage.plate_set_c);
        error
    }

    /// Heat into cell `i` from its neighbours and faces for the temperatures in `t_new`, W/m2.
    fn heat_into(&self, i: usize, low: (f64, f64), high: (f64, f64)) -> f64 {
        let (g, t) = (&self.work.conductance, &self.work.t_new);
        let n = t.len();
        let from_below = if i > 0 { g[i] * (t[i - 1] - t[i]) } else { low.0 - low.1 * t[0] };
        let from_above =
            if i + 1 < n { g[i + 1] * (t[i + 1] - t[i]) } else { high.0 - high.1 * t[n - 1] };
        from_below + from_above
    }

    /// Solves the tridiagonal system of one step (Thomas).
    fn solve(&mut self, dt: f64, low: (f64, f64), high: (f64, f64)) {
        let column = self.column;
        let (grid, material) = (&column.grid, &column.material);
        let work = &mut self.work;
        let n = grid.len();
        let latent = water::latent_heat_j_kg(column.boil_c);
        for i in 0..n {
            let below = work.conductance[i];
            let above = if i + 1 < n { work.conductance[i + 1] } else { 0.0 };
            let (lower, mut diagonal, mut right, upper);
            if work.mode[i] == Mode::Boils {
                (lower, diagonal, right, upper) = (0.0, 1.0, column.boil_c, 0.0);
            } else {
                lower = -below;
                upper = -above;
                diagonal = work.capacity[i] + below + above;
                right = work.capacity[i] * self.t_c[i];
                if i == 0 {
                    diagonal += low.1;
                    right += low.0;
                }
                if i + 1 == n {
                    diagonal += high.1;
                    right += high.0;
                }
                if work.mode[i] == Mode::DriesOut {
                    let free = self.water[i] - material.bound_water_kg_m3();
                    right -= latent * free * grid.volume_m[i] / dt;
                }
            }
            // Forward sweep; `lower` keeps the scaled upper band.
            if i == 0 {
                work.diagonal[0] = diagonal;
                work.right[0] = right;
            } else {
                let factor = lower / work.diagonal[i - 1];
                work.diagonal[i] = diagonal - factor * work.lower[i - 1];
                work.right[i] = right - factor * work.right[i - 1];
            }
            work.lower[i] = upper;
        }
        work.t_new[n - 1] = work.right[n - 1] / work.diagonal[n - 1];
        for i in (0..n - 1).rev() {
            work.t_new[i] = (work.right[i] - work.lower[i] * work.t_new[i + 1]) / work.diagonal[i];
        }
    }

    /// Puts right which cells boil; answers whether anything changed.
    fn mend_modes(&mut self, dt: f64, low: (f64, f64), high: (f64, f64)) -> bool {
        let column = self.column;
        let boil_c = column.boil_c;
        let no_water = NO_WATER_SHARE * column.material.water_kg_m3;
        let latent = water::latent_heat_j_kg(boil_c);
        let mut changed = false;
        for i in 0..column.grid.len() {
            let free = self.free_water(i);
            let mode = match self.work.mode[i] {
                Mode::Free if self.work.t_new[i] > boil_c && free > no_water => Mode::Boils,
                Mode::Free => Mode::Free,
                _ if free <= no_water => Mode::Free,
                Mode::Boils => {
                    let surplus = self.surplus_j_m2(i, dt, low, high);
                    if surplus < 0.0 {
                        Mode::Free
                    } else if surplus > latent * free * column.grid.volume_m[i] {
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
        }
        changed
    }

    /// Heat left over in a cell held at the boiling point, J/m2.
    fn surplus_j_m2(&self, i: usize, dt: f64, low: (f64, f64), high: (f64, f64)) -> f64 {
        let material = &self.column.material;
        let warmed = material.enthalpy_j_m3(self.column.boil_c, self.water[i])
            - material.enthalpy_j_m3(self.t_c[i], self.water[i]);
        dt * self.heat_into(i, low, high) - warmed * self.column.grid.volume_m[i]
    }

    /// Moves the state on by the step just solved.
    fn accept(&mut self, dt: f64, low: &Joint, high: &Joint, plate_set_c: f64) {
        let column = self.column;
        let (grid, material) = (&column.grid, &column.material);
        let n = grid.len();
        let (low_c, high_c) = (low.coefficients(), high.coefficients());
        let latent = water::latent_heat_j_kg(column.boil_c);

        let into_low = low_c.0 - low_c.1 * self.work.t_new[0];
        let into_high = high_c.0 - high_c.1 * self.work.t_new[n - 1];
        self.low_surface_c = low.surface_c(self.work.t_new[0]);
        self.high_surface_c = high.surface_c(self.work.t_new[n - 1]);
        self.ledger.heat_in_j_m2 += dt * (into_low + into_high);
        self.ledger.exchanged_j_m2 += dt * (into_low.abs() + into_high.abs());
        self.ledger.steps += 1;

        if let Some(plate) = self.plate {
            let to_fish = low.line.plate_h * (self.plate_c - self.low_surface_c)
                + high.line.plate_h * (self.plate_c - self.high_surface_c);
            self.plate_c = plate.step(self.plate_c, plate_set_c, to_fish, dt);
        }

        for i in 0..n {
            let (t_old, volume) = (self.t_c[i], grid.volume_m[i]);
            let mut boiled = 0.0;
            let t_new = match self.work.mode[i] {
                Mode::Boils => {
                    boiled = self.surplus_j_m2(i, dt, low_c, high_c).max(0.0) / latent;
                    column.boil_c
                }
                mode => {
                    // Quasi-enthalpy correction: keep the heat that went in, mend the
                    // temperature for the heat capacity that changed under way.
                    let t = self.work.t_new[i];
                    let in_j_m3 = self.work.capacity[i] * dt / volume * (t - t_old);
                    let risen = material.enthalpy_j_m3(t, self.water[i])
                        - material.enthalpy_j_m3(t_old, self.water[i]);
                    if mode == Mode::DriesOut {
                        boiled = self.free_water(i) * volume;
                    }
                    t + (in_j_m3 - risen) / material.capacity_j_m3k(t, self.water[i])
                }
            };
            self.work.rate[i] = (self.work.t_new[i] - t_old) / dt;
            self.t_c[i] = t_new;
            self.take_water(i, boiled);
            self.ledger.boiled_j_m2 += boiled * latent;
        }

        for (joint, i, surface_c) in
            [(low, 0, self.low_surface_c), (high, n - 1, self.high_surface_c)]
        {
            let gone = dt * (joint.line.m0 + joint.line.m1 * surface_c);
            if gone > 0.0 {
                let most = self.free_water(i).max(0.0) * grid.volume_m[i];
                self.take_water(i, gone.min(most));
            }
        }
        self.spread_water(dt);
        self.t_s += dt;
    }

    /// Water leaves a cell at the cell's temperature, kg/m2.
    fn take_water(&mut self, i: usize, kg_m2: f64) {
        if kg_m2 <= 0.0 {
            return;
        }
        self.water[i] -= kg_m2 / self.column.grid.volume_m[i];
        self.ledger.water_out_kg_m2 += kg_m2;
        self.ledger.carried_j_m2 +=
            kg_m2 * self.column.material.water_enthalpy_j_kg(self.t_c[i]);
    }

    /// Liquid water spreads between cells that are not crust, and takes its heat along.
    /// Explicit: the longest step stays below half of dx^2/(2 D) of the finest cells.
    fn spread_water(&mut self, dt: f64) {
        let column = self.column;
        let (grid, material) = (&column.grid, &column.material);
        let mut before = self.water[0];
        for i in 1..grid.len() {
            let (left, right) = (before, self.water[i]);
            before = right;
            if (left - right).abs() < 1e-6 * material.water_kg_m3 {
                continue;
            }
            let open = 1.0 - material.crustiness(left.min(right));
            let apart = grid.centre_m[i] - grid.centre_m[i - 1];
            let moved = dt * grid.wall[i] * WATER_DIFFUSIVITY_M2_S * open * (left - right) / apart;
            let (from, to) = if moved > 0.0 { (i - 1, i) } else { (i, i - 1) };
            let amount = moved.abs();
            // Mixing: what arrives brings the enthalpy it had.
            let brought = material.water_enthalpy_j_kg(self.t_c[from])
                - material.water_enthalpy_j_kg(self.t_c[to]);
            self.water[from] -= amount / grid.volume_m[from];
            self.water[to] += amount / grid.volume_m[to];
            let capacity = material.capacity_j_m3k(self.t_c[to], self.water[to]);
            self.t_c[to] += amount * brought / (capacity * grid.volume_m[to]);
        }
    }
}
