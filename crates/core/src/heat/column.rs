//! A column through the thickness: cells of flesh, and of a coat on one or both faces.

use super::grid::{Fineness, Grid};
use crate::matter::{Material, water};

/// A coat on one face: batter, flour, crust, salt, the air in a parcel.
#[derive(Debug, Clone)]
pub struct Layer {
    /// How thick, m.
    pub thickness_m: f64,
    /// Of what.
    pub material: Material,
}

/// A column through the thickness: flesh, and a coat on one or both faces.
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
}

impl Column {
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
        }
    }

    /// A solid whose water never boils, for exact checks.
    pub(super) fn inert(grid: Grid, solid: Material) -> Self {
        Self {
            boil_c: f64::INFINITY,
            ..Self::bare(grid, solid)
        }
    }

    /// Flesh with coats on its low and high face, under some air.
    pub fn coated(
        flesh_m: f64,
        shape_exponent: f64,
        fineness: Fineness,
        flesh: Material,
        coats: [Option<&Layer>; 2],
        pressure_pa: f64,
    ) -> Self {
        let thick = coats.map(|coat| coat.map_or(0.0, |c| c.thickness_m));
        let grid = Grid::coated(flesh_m, thick, shape_exponent, fineness);
        let mut materials = vec![flesh];
        let mut kind = vec![0; grid.len()];
        for (side, coat) in coats.into_iter().enumerate() {
            let Some(coat) = coat else { continue };
            let cells = if side == 0 {
                0..grid.flesh.start
            } else {
                grid.flesh.end..grid.len()
            };
            kind[cells].fill(materials.len() as u8);
            materials.push(coat.material.clone());
        }
        Self {
            grid,
            materials,
            kind,
            pressure_pa,
            boil_c: water::boiling_point_c(pressure_pa),
        }
    }

    /// What a cell is made of.
    pub fn material(&self, i: usize) -> &Material {
        &self.materials[self.kind[i] as usize]
    }
}
