//! A column through the thickness: cells of flesh, and of coats below and above it.

use super::face::Air;
use super::grid::{Fineness, Grid};
use crate::matter::{Material, water};

/// A coat: batter, flour, crust, salt, the air in a parcel.
#[derive(Debug, Clone)]
pub struct Layer {
    /// How thick, m.
    pub thickness_m: f64,
    /// Of what.
    pub material: Material,
}

impl Layer {
    /// The same that browns so many times as fast as a crust of flour and water.
    pub fn browning(self, times: f64) -> Self {
        Self {
            material: self.material.browning(times),
            ..self
        }
    }
}

/// How many times as fast as a crust of bread a face browns.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Browns {
    /// Where it touches something.
    pub touching: f64,
    /// In air.
    pub in_air: f64,
}

impl Browns {
    /// Both alike.
    pub fn alike(times: f64) -> Self {
        Self {
            touching: times,
            in_air: times,
        }
    }
}

/// Where a tester or a probe is held, share of the thickness.
pub const MIDDLE: f64 = 0.5;

/// A column through the thickness: flesh, and coats below and above it.
#[derive(Debug, Clone)]
pub struct Column {
    /// Where the cells are.
    pub grid: Grid,
    /// What there is: flesh first, then coats.
    materials: Vec<Material>,
    /// Which of them a cell is made of.
    pub(super) kind: Vec<u8>,
    /// Pressure of the air, Pa.
    pub pressure_pa: f64,
    /// Temperature at which its water boils, C.
    pub boil_c: f64,
    /// How many times as fast as a crust of bread the low and the high face brown: touching something, and in air.
    pub browns: [Browns; 2],
    /// Water that lies on a bare face of the flesh when it meets the heat, kg/m2; below 0: it has dried.
    pub damp_kg_m2: f64,
}

impl Column {
    /// The air that its faces are in.
    pub fn air(&self) -> Air {
        Air {
            pressure_pa: self.pressure_pa,
            boil_c: self.boil_c,
        }
    }

    /// Flesh alone, at sea level.
    pub fn bare(grid: Grid, flesh: Material) -> Self {
        let kind = vec![0; grid.len()];
        let boil_c = water::boiling_point_c(water::P_ATM_PA);
        Self {
            grid,
            materials: vec![flesh],
            kind,
            pressure_pa: water::P_ATM_PA,
            boil_c,
            browns: [Browns::alike(1.0); 2],
            damp_kg_m2: 0.0,
        }
    }

    /// A solid whose water never boils, for exact checks.
    pub(super) fn inert(grid: Grid, solid: Material) -> Self {
        Self {
            boil_c: f64::INFINITY,
            ..Self::bare(grid, solid)
        }
    }

    /// Flesh with any number of coats below and above it, from the low face to the high, under
    /// some air.
    pub fn layered(
        below: &[Layer],
        flesh_m: f64,
        flesh: Material,
        above: &[Layer],
        shape_exponent: f64,
        fineness: Fineness,
        pressure_pa: f64,
    ) -> Self {
        let thick = |layers: &[Layer]| layers.iter().map(|l| l.thickness_m).collect::<Vec<f64>>();
        let grid = Grid::layered(
            &thick(below),
            flesh_m,
            &thick(above),
            shape_exponent,
            fineness,
        );
        let mut materials = vec![flesh];
        let mut kind = vec![0; grid.len()];
        let mut from = 0;
        for (layers, first) in [(below, 0), (above, grid.flesh.end)] {
            let mut edge_m: f64 = grid.width_m[..first].iter().sum();
            from = from.max(first);
            for layer in layers {
                edge_m += layer.thickness_m;
                let to = grid.centre_m.partition_point(|x| *x < edge_m);
                kind[from..to].fill(materials.len() as u8);
                materials.push(layer.material.clone());
                from = to;
            }
        }
        Self {
            grid,
            materials,
            kind,
            pressure_pa,
            boil_c: water::boiling_point_c(pressure_pa),
            browns: [Browns::alike(1.0); 2],
            damp_kg_m2: 0.0,
        }
    }

    /// The same whose bare faces are wet, or have dried, by so much, kg/m2.
    pub fn damp(self, damp_kg_m2: f64) -> Self {
        Self { damp_kg_m2, ..self }
    }

    /// The same whose faces brown so many times as fast; a coat by what it is made of.
    pub fn browning(mut self, bare: [Browns; 2]) -> Self {
        for (side, outer) in [0, self.grid.len() - 1].into_iter().enumerate() {
            self.browns[side] = if self.grid.flesh.contains(&outer) {
                bare[side]
            } else {
                Browns::alike(self.material(outer).browns)
            };
        }
        self
    }

    /// Coldest cell of the flesh in a state of this column, C.
    pub fn core_c(&self, state: &super::State) -> f64 {
        let flesh = &state.t_c[self.grid.flesh.clone()];
        flesh.iter().copied().fold(f64::INFINITY, f64::min)
    }

    /// Temperature of mid-thickness in a state, C.
    pub fn middle_c(&self, state: &super::State) -> f64 {
        self.grid
            .sample_flesh(&state.t_c[self.grid.flesh.clone()], MIDDLE)
    }

    /// What a cell is made of.
    pub fn material(&self, i: usize) -> &Material {
        &self.materials[self.kind[i] as usize]
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::matter::Composition;

    /// Flour below, egg and crumbs above: each cell is made of the layer it lies in.
    #[test]
    fn layers_stand_in_their_order() {
        let flesh = Material::flesh(&Composition::new(0.8, 0.178, 0.01, 0.012).unwrap());
        let layer = |mm: f64, k: f64| Layer {
            thickness_m: mm * 1e-3,
            material: Material::constant(k, 900.0, 1500.0),
        };
        let column = Column::layered(
            &[layer(0.4, 0.1)],
            0.02,
            flesh,
            &[layer(0.3, 0.2), layer(1.6, 0.3)],
            0.0,
            Fineness::ORDINARY,
            water::P_ATM_PA,
        );
        let thick_mm = |kind: u8| -> f64 {
            let cells = (0..column.grid.len()).filter(|i| column.kind[*i] == kind);
            cells.map(|i| 1e3 * column.grid.width_m[i]).sum()
        };
        for (kind, mm) in [(0, 20.0), (1, 0.4), (2, 0.3), (3, 1.6)] {
            assert!((thick_mm(kind) - mm).abs() < 1e-9, "{kind}");
        }
        assert!((1..column.grid.len()).all(|i| {
            let order = [1, 0, 2, 3];
            let at = |i: usize| order.iter().position(|k| *k == column.kind[i]);
            at(i - 1) <= at(i)
        }));
    }
}
