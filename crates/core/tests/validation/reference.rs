//! A general-purpose solver (Dormand and Prince's Runge-Kutta method of order 8, DOP853, crate `ode_solvers`) on the very
//! grid and material of the engine: what is left is the marching in time alone.
//! Used by the test below and by `benches/engine.rs`.

use cindo_core::heat::{Column, Face, Fineness, Grid, Marcher, Medium, Spell, Steps};
use cindo_core::matter::{Composition, Material};
use ode_solvers::dop_shared::OutputType;
use ode_solvers::{DVector, Dop853, System};

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

    /// Rate of change, K/s.
    fn rate(&self, t: &[f64], out: &mut [f64]) {
        let n = t.len();
        for i in 0..n {
            let material = self.column.material(i);
            let capacity = material.capacity_j_m3k(t[i], material.water_kg_m3);
            let below = if i == 0 { FLUID_C } else { t[i - 1] };
            let above = if i + 1 == n { FLUID_C } else { t[i + 1] };
            let flow = self.conductance(t, i) * (below - t[i])
                + self.conductance(t, i + 1) * (above - t[i]);
            out[i] = flow / (capacity * self.column.grid.width_m[i]);
        }
    }
}

impl System<f64, DVector<f64>> for Cells<'_> {
    fn system(&self, _: f64, t: &DVector<f64>, out: &mut DVector<f64>) {
        self.rate(t.as_slice(), out.as_mut_slice());
    }
}

/// The same by DOP853.
pub fn by_dop853(column: &Column, tolerance: f64) -> Vec<f64> {
    let start = DVector::from_element(column.grid.len(), START_C);
    let cells = Cells { column };
    // The controller of the method as its authors have it; stiff or not, its steps are found.
    let (safety, beta, least, most, steps) = (0.9, 0.0, 0.333, 6.0, 1_000_000);
    let mut solver = Dop853::from_param(
        cells,
        0.0,
        END_S,
        END_S,
        start,
        tolerance,
        tolerance,
        safety,
        beta,
        least,
        most,
        END_S,
        0.0,
        steps,
        u32::MAX,
        OutputType::Sparse,
    );
    solver.integrate().unwrap();
    solver.y_out().last().unwrap().as_slice().to_vec()
}

/// Largest difference, K.
pub fn apart_k(a: &[f64], b: &[f64]) -> f64 {
    let apart = a.iter().zip(b).map(|(a, b)| (a - b).abs());
    apart.fold(0.0, f64::max)
}
