//! Liquid water on the move: out of a cell, and from cell to cell.

use super::Marcher;
use crate::heat::Face;
use crate::matter::juice_share;

/// Diffusivity of liquid water in flesh, m2/s (order of magnitude; see `docs/SOURCES.md`).
pub(in crate::heat) const WATER_DIFFUSIVITY_M2_S: f64 = 1.5e-9;
/// Water is spread this often, s: it creeps a tenth of a millimetre in that time.
pub(in crate::heat) const SPREAD_EVERY_S: f64 = 4.0;
/// Explicit spreading is stable below half of `dx^2`.
const STABLE: f64 = 0.4;
/// Water contents this near count as even, kg/m3.
const EVENLY_WET_KG_M3: f64 = 0.2;

/// Depth that a face dries out of, m: how thick the dry rind of a roast is (order of magnitude, see
/// `docs/SOURCES.md`).
pub(in crate::heat) const DRY_OUT_M: f64 = 0.5e-3;
/// Free water, as share of the first, below which a surface evaporates less and less.
pub(in crate::heat) const DAMP_SHARE: f64 = 0.4;

/// Flesh so near to a face feeds it with the juice that it gives as it sets, m, and so much of that juice goes there; the
/// rest drips. A third to a half (order of magnitude, see `docs/SOURCES.md`).
pub(in crate::heat) const FEEDS_M: f64 = 4e-3;
pub(in crate::heat) const FEEDS_SHARE: f64 = 0.45;
/// Setting is looked at again after so much warming, K.
pub(in crate::heat) const SETS_EVERY_K: f64 = 0.5;

impl Marcher<'_> {
    /// Juice that flesh near a face gives as it sets wets the face again, as far as it has dried: it comes through
    /// the cracks of a dry skin as well. What lies on something or has lain in fat is not wetted, nor what is under a coat.
    pub(super) fn feed(&mut self, face: &Face, outer: usize) {
        let column = self.column;
        let n = self.state.t_c.len();
        let side = usize::from(outer > 0);
        self.state.lain[side] |= face.contact.is_some();
        let open = face.gas.is_some() && !self.state.lain[side];
        if !open || !column.grid.flesh.contains(&outer) {
            return;
        }
        let (mut depth_m, mut given_kg_m2, mut given_j_m2) = (0.0, 0.0, 0.0);
        let mut lacks_kg_m2: f64 = self
            .under_face(outer)
            .map(|(i, share)| share * self.lacks_kg_m2(i))
            .sum();
        for k in 0..n {
            let i = if outer == 0 { k } else { n - 1 - k };
            if depth_m >= FEEDS_M || !column.grid.flesh.contains(&i) {
                break;
            }
            let share = ((FEEDS_M - depth_m) / column.grid.width_m[i]).min(1.0);
            depth_m += column.grid.width_m[i];
            let t_c = self.state.t_c[i];
            let sets_c = self.state.set_c[i];
            if t_c < sets_c + SETS_EVERY_K {
                continue;
            }
            let material = column.material(i);
            let now =
                juice_share(t_c, material.fat_share) - juice_share(sets_c, material.fat_share);
            self.state.set_c[i] = t_c;
            let volume_m = column.grid.volume_m[i];
            let kg_m2 = (share * FEEDS_SHARE * now * material.rho_kg_m3 * volume_m)
                .min(self.free_water(i).max(0.0) * volume_m)
                .min(lacks_kg_m2);
            if kg_m2 <= 0.0 {
                continue;
            }
            lacks_kg_m2 -= kg_m2;
            self.set_water(i, self.state.water_kg_m3[i] - kg_m2 / volume_m);
            given_kg_m2 += kg_m2;
            given_j_m2 += kg_m2 * material.water_enthalpy_j_kg(t_c);
        }
        if given_kg_m2 > 0.0 {
            self.wet(outer, given_kg_m2, given_j_m2);
        }
    }

    /// How much water a cell has lost, kg/m2.
    fn lacks_kg_m2(&self, i: usize) -> f64 {
        let lost = self.column.material(i).water_kg_m3 - self.state.water_kg_m3[i];
        lost.max(0.0) * self.column.grid.volume_m[i]
    }

    /// Juice comes to the cells below a face, each by what it lacks, with the heat that it brings.
    fn wet(&mut self, outer: usize, kg_m2: f64, j_m2: f64) {
        let column = self.column;
        let all: f64 = self
            .under_face(outer)
            .map(|(i, share)| share * self.lacks_kg_m2(i))
            .sum();
        let n = self.state.t_c.len();
        for k in 0..n {
            let Some((i, share)) = self.under_face(outer).nth(k) else {
                break;
            };
            let part = share * self.lacks_kg_m2(i) / all.max(1e-12);
            let (volume_m, here_c) = (column.grid.volume_m[i], self.state.t_c[i]);
            let material = column.material(i);
            let brought = part * (j_m2 - kg_m2 * material.water_enthalpy_j_kg(here_c));
            self.set_water(i, self.state.water_kg_m3[i] + part * kg_m2 / volume_m);
            let capacity = material.capacity_j_m3k(here_c, self.state.water_kg_m3[i]);
            self.state.t_c[i] += brought / (capacity * volume_m);
        }
    }

    /// Cells that a face dries out of, from the face inwards, each with the share of it that lies within
    /// [`DRY_OUT_M`]: of one coat or of the flesh.
    fn under_face(&self, face: usize) -> impl Iterator<Item = (usize, f64)> + '_ {
        let (width, kind) = (&self.column.grid.width_m, &self.column.kind);
        let n = width.len();
        let mut left_m = DRY_OUT_M;
        (0..n)
            .map(move |k| if face == 0 { k } else { n - 1 - k })
            .take_while(move |i| kind[*i] == kind[face])
            .map_while(move |i| {
                let share = (left_m / width[i]).min(1.0);
                left_m -= width[i];
                (share > 1e-6).then_some((i, share))
            })
    }

    /// With the water that lies on bare flesh, or is missing there, in the depth that a face dries out of.
    pub(super) fn damped(mut self) -> Self {
        let damp_kg_m2 = self.column.damp_kg_m2;
        let n = self.column.grid.len();
        if damp_kg_m2 == 0.0 {
            return self;
        }
        for face in [0, n - 1] {
            if !self.column.grid.flesh.contains(&face) {
                continue; // a coat takes it up
            }
            let cells: Vec<(usize, f64)> = self.under_face(face).collect();
            let depth_m: f64 = cells
                .iter()
                .map(|(i, share)| share * self.column.grid.width_m[*i])
                .sum();
            for (i, share) in cells {
                let more = share * damp_kg_m2 / depth_m;
                let least = self.column.material(i).bound_water_kg_m3();
                let now = self.state.water_kg_m3[i];
                self.set_water(i, (now + more).max(least.min(now)));
            }
        }
        self
    }

    /// How freely a face gives off water: by what is left in the depth that it dries out of, so that it
    /// does not hang on the width of the cells.
    pub(super) fn dampness(&self, face: usize) -> f64 {
        let (mut free, mut first) = (0.0, 0.0);
        for (i, share) in self.under_face(face) {
            let volume = share * self.column.grid.volume_m[i];
            free += volume * self.free_water(i).max(0.0);
            first += volume * self.column.material(i).water_kg_m3;
        }
        if first <= 0.0 {
            return 0.0;
        }
        (free / (DAMP_SHARE * first)).clamp(0.0, 1.0)
    }

    /// Water leaves through a face, kg/m2: from the cells below it, each by what it has.
    pub(super) fn dry_out(&mut self, face: usize, kg_m2: f64) {
        let held = |marcher: &Self, (i, share): (usize, f64)| {
            share * marcher.free_water(i).max(0.0) * marcher.column.grid.volume_m[i]
        };
        let all: f64 = self.under_face(face).map(|cell| held(self, cell)).sum();
        if all <= 0.0 {
            return;
        }
        let part = (kg_m2 / all).min(1.0);
        let n = self.state.t_c.len();
        for k in 0..n {
            let i = if face == 0 { k } else { n - 1 - k };
            let Some((_, share)) = self.under_face(face).nth(k) else {
                break;
            };
            let gone = part * held(self, (i, share));
            self.take_water(i, gone);
        }
    }

    /// Water leaves a cell at the cell's temperature, kg/m2.
    pub(super) fn take_water(&mut self, i: usize, kg_m2: f64) {
        if kg_m2 <= 0.0 {
            return;
        }
        self.set_water(
            i,
            self.state.water_kg_m3[i] - kg_m2 / self.column.grid.volume_m[i],
        );
        self.state.ledger.water_out_kg_m2 += kg_m2;
        self.state.ledger.carried_j_m2 += kg_m2
            * self
                .column
                .material(i)
                .water_enthalpy_j_kg(self.state.t_c[i]);
    }

    fn set_water(&mut self, i: usize, w_kg_m3: f64) {
        self.state.water_kg_m3[i] = w_kg_m3;
        self.holding[i] = self.column.material(i).holding(w_kg_m3);
    }

    /// Liquid water spreads between cells that are not crust, and takes its heat along.
    /// Explicit, every [`SPREAD_EVERY_S`] or so, in parts short enough for the finest cells.
    pub(super) fn spread_water(&mut self, dt: f64) {
        let column = self.column;
        let grid = &column.grid;
        if self.state.ledger.water_out_kg_m2 <= 0.0 {
            return; // evenly wet
        }
        self.state.unspread_s += dt;
        if self.state.unspread_s < SPREAD_EVERY_S {
            return;
        }
        let reach = self.state.unspread_s * WATER_DIFFUSIVITY_M2_S;
        self.state.unspread_s = 0.0;
        let finest_m = grid.width_m[0].min(grid.width_m[grid.len() - 1]);
        let parts = (reach / (STABLE * finest_m * finest_m)).ceil().max(1.0);
        for _ in 0..parts as usize {
            self.spread_part(reach / parts);
        }
    }

    fn spread_part(&mut self, reach: f64) {
        let column = self.column;
        let grid = &column.grid;
        let n = self.state.t_c.len();
        // First what passes each wall, then what that does to the cells: neither depends on
        // the direction of the sweep.
        let moved = &mut self.work.right[..n];
        let (water, kind) = (&self.state.water_kg_m3[..n], &column.kind[..n]);
        let mut wet = n..0;
        moved[0] = 0.0;
        for i in 1..n {
            let (left, right) = (water[i - 1], water[i]);
            // Water stays on its own side of a coat.
            let apart = kind[i] != kind[i - 1];
            moved[i] = if apart || (left - right).abs() < EVENLY_WET_KG_M3 {
                0.0
            } else {
                let material = column.material(i);
                let open = 1.0 - material.crustiness(left.min(right));
                let way = grid.way_above_m[i - 1] + grid.way_below_m[i];
                wet = wet.start.min(i - 1)..i + 1;
                reach * open * (left - right) / way
            };
        }
        if wet.is_empty() {
            return;
        }
        let mut below_c = self.state.t_c[wet.start];
        for i in wet {
            let from_below = self.work.right[i];
            let from_above = if i + 1 < n {
                -self.work.right[i + 1]
            } else {
                0.0
            };
            let here_c = self.state.t_c[i];
            if from_below != 0.0 || from_above != 0.0 {
                // Mixing: what arrives brings the enthalpy it had.
                let material = column.material(i);
                let own = material.water_enthalpy_j_kg(here_c);
                let mut brought = 0.0;
                if from_below > 0.0 {
                    brought += from_below * (material.water_enthalpy_j_kg(below_c) - own);
                }
                if from_above > 0.0 {
                    let above = material.water_enthalpy_j_kg(self.state.t_c[i + 1]);
                    brought += from_above * (above - own);
                }
                self.set_water(
                    i,
                    self.state.water_kg_m3[i] + (from_below + from_above) / grid.volume_m[i],
                );
                let capacity = material.capacity_j_m3k(here_c, self.state.water_kg_m3[i]);
                self.state.t_c[i] += brought / (capacity * grid.volume_m[i]);
            }
            below_c = here_c;
        }
    }
}
