//! A general-purpose solver of stiff equations (variable-order BDF, crate `diffsol`) on the
//! very grid and material of the engine: what is left is the marching in time alone.
//! Used by the test below and by `benches/engine.rs`.

use cindo_core::heat::{Column, Face, Fineness, Grid, Marcher, Medium, Spell, Steps};
use cindo_core::matter::{Composition, Material};
use diffsol::{FaerSparseLU, FaerSparseMat, OdeBuilder, OdeSolverMethod, OdeSolverStopReason};

/// Raw cod 25 mm thick, from 5 C, in a stirred liquid at 82 C for ten minutes.
pub const START_C: f64 = 5.0;
pub const FLUID_C: f64 = 82.0;
pub const H_W_M2K: f64 = 450.0;
pub const END_S: f64 = 600.0;

pub fn cod_in_liquid() -> Column {
    let cod = Composition::new(0.8122, 0.1781, 0.0067, 0.0116).unwrap();
    Column::bare(
        Grid::new(0.025, 0.0, Fineness::ORDINARY),
        Material::flesh(&cod),
    )
}

/// The engine's own march.
pub fn marched(column: &Column, steps: Steps) -> Vec<f64> {
    let face = Face::touching(H_W_M2K, Medium::Held(FLUID_C));
    let stage = Spell {
        duration_s: END_S,
        low: face,
        high: face,
        set_c: 0.0,
    };
    let mut marcher = Marcher::new(column, START_C, None, steps);
    marcher.run(&[stage], &mut ());
    marcher.moment(0.0).t_c.to_vec()
}

/// Properties and heat flows of the same cells, written down again.
struct Cells<'a> {
    column: &'a Column,
}

impl Cells<'_> {
    fn conductance(&self, t: &[f64], i: usize) -> f64 {
        // From cell i - 1 to cell i; at the faces from the liquid.
        let width = &self.column.grid.width_m;
        let half = |j: usize| {
            let material = self.column.material(j);
            0.5 * width[j] / material.k_w_mk(t[j], material.water_kg_m3)
        };
        let n = t.len();
        match i {
            0 => 1.0 / (1.0 / H_W_M2K + half(0)),
            i if i == n => 1.0 / (1.0 / H_W_M2K + half(n - 1)),
            i => 1.0 / (half(i - 1) + half(i)),
        }
    }

    /// Rate of `v`, K/s, with conductances and heat capacities at `t`, and the liquid at
    /// `fluid_c`.
    fn rate(&self, t: &[f64], v: &[f64], fluid_c: f64, out: &mut [f64]) {
        let n = t.len();
        for i in 0..n {
            let material = self.column.material(i);
            let capacity = material.capacity_j_m3k(t[i], material.water_kg_m3);
            let below = if i == 0 { fluid_c } else { v[i - 1] };
            let above = if i + 1 == n { fluid_c } else { v[i + 1] };
            let flow = self.conductance(t, i) * (below - v[i])
                + self.conductance(t, i + 1) * (above - v[i]);
            out[i] = flow / (capacity * self.column.grid.width_m[i]);
        }
    }
}

/// The same by BDF. The Jacobian holds the properties: enough for its iteration.
pub fn by_bdf(column: &Column, tolerance: f64) -> Vec<f64> {
    let n = column.grid.len();
    let cells = Cells { column };
    let problem = OdeBuilder::<FaerSparseMat<f64>>::new()
        .rtol(tolerance)
        .atol([tolerance])
        .rhs_implicit(
            |t: &[f64], _: &[f64], _: f64, out: &mut [f64]| cells.rate(t, t, FLUID_C, out),
            |t: &[f64], _: &[f64], _: f64, v: &[f64], out: &mut [f64]| cells.rate(t, v, 0.0, out),
        )
        .init(|_: &[f64], _: f64, t: &mut [f64]| t.fill(START_C), n)
        .build()
        .unwrap();
    let mut solver = problem.bdf::<FaerSparseLU<f64>>().unwrap();
    solver.set_stop_time(END_S).unwrap();
    while !matches!(solver.step().unwrap(), OdeSolverStopReason::TstopReached) {}
    let state = solver.state();
    (0..n).map(|i| state.y[i]).collect()
}

/// Largest difference, K.
pub fn apart_k(a: &[f64], b: &[f64]) -> f64 {
    let apart = a.iter().zip(b).map(|(a, b)| (a - b).abs());
    apart.fold(0.0, f64::max)
}
