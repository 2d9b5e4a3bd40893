//! A piece of fish cut across, under the faces of its way: water that boils and dries, coats, ice.
//!
//! Materials, coats and the air are those of the column that a plan is made on; the pan, bath or dish goes where
//! it went under that column. Properties are lagged a step. A cell that boils keeps its temperature, and what it
//! is brought boils off; one that comes to boil does so a step late. Left out: the heat of water
//! that creeps from cell to cell, coats that pass heat along the outline, and that the section draws more or less
//! from the pan than the column.

mod rim;

use self::rim::Rim;
use super::super::column::Column;
use super::super::face::Face;
use super::super::march::wet::{
    DRY_OUT_M, FEEDS_SHARE, SETS_EVERY_K, SPREAD_EVERY_S, WATER_DIFFUSIVITY_M2_S,
};
use super::super::track::Track;
use super::cells::{Cells, Finest, Reading};
use super::outline::Outline;
use super::plane::Plane;
use crate::matter::{Holding, juice_share, water};

/// What the outline sees.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Faces {
    /// What faces down: the skin side.
    pub low: Face,
    /// What faces up.
    pub high: Face,
    /// Upright edges; none where nothing passes them.
    pub edge: Option<Face>,
}

/// First step after the faces change, s, how fast steps grow, and the longest; while flesh boils, a cell that runs
/// dry takes up what a step brings, so the step stays as short as cells are thin.
const FIRST_STEP_S: f64 = 0.1;
const GROWTH: f64 = 1.15;
const LONGEST_S: f64 = 2.0;
const LONGEST_BOILING_S_M: f64 = 0.5 / 0.3e-3;
/// A cell that keeps its temperature is so many times as heavy.
const HELD: f64 = 1e9;
/// Cells with less of their volume inside do not count as a place.
const A_PLACE: f64 = 0.25;

/// A section under way.
#[derive(Debug, Clone)]
pub struct Cooked<'a> {
    column: &'a Column,
    track: Option<&'a Track>,
    outline: Outline,
    cells: Cells,
    plane: Plane,
    ways: [Vec<f64>; 2],
    rims: Vec<Rim>,
    t_s: f64,
    t_c: Vec<f64>,
    water_kg_m3: Vec<f64>,
    holding: Vec<Holding>,
    conductivity: Vec<f64>,
    lagged: Vec<f64>,
    before: Vec<f64>,
    /// At the boiling point, giving off water.
    boils: Vec<bool>,
    latent_j_kg: f64,
    next_dt_s: f64,
    /// Since water was last spread, s.
    unspread_s: f64,
    gone_kg: f64,
    /// The stretch of outline that a cell feeds with its juice, where one is near.
    feeds: Vec<Option<usize>>,
    /// The hottest each cell has been when its juice was last counted, C.
    set_c: Vec<f64>,
    /// Low, high and edge have lain on something hot.
    lain: [bool; 3],
}

impl<'a> Cooked<'a> {
    /// A section of a column's flesh under its coats, at one temperature all through. `track` is where the pan,
    /// bath or dish goes, if there is one.
    pub fn new(
        column: &'a Column,
        outline: Outline,
        finest: Finest,
        start_c: f64,
        track: Option<&'a Track>,
    ) -> Self {
        let cells = Cells::new(&outline, finest);
        let n = cells.volume_m2.len();
        let flesh = column.grid.flesh.clone();
        let material = column.material(flesh.start);
        let rims = rim::rims(column, &outline, &cells, start_c);
        let feeds = rim::fed_by(&rims, &cells);
        Self {
            plane: Plane::new(&cells),
            ways: cells.ways(),
            rims,
            t_s: 0.0,
            t_c: vec![start_c; n],
            water_kg_m3: vec![material.water_kg_m3; n],
            holding: vec![material.holding(material.water_kg_m3); n],
            conductivity: vec![0.0; n],
            lagged: vec![0.0; n],
            before: vec![start_c; n],
            boils: vec![false; n],
            latent_j_kg: water::latent_heat_j_kg(column.boil_c),
            next_dt_s: FIRST_STEP_S,
            unspread_s: 0.0,
            gone_kg: 0.0,
            feeds,
            set_c: vec![start_c; n],
            lain: [false; 3],
            column,
            track,
            outline,
            cells,
        }
    }

    /// Time since the start, s.
    pub fn t_s(&self) -> f64 {
        self.t_s
    }

    /// Temperature of every cell, C; [`Self::places`] says which lie inside.
    pub fn t_c(&self) -> &[f64] {
        &self.t_c
    }

    /// How far a cell has gone towards crust, 0 to 1.
    pub fn crustiness(&self, cell: usize) -> f64 {
        let flesh = self.column.grid.flesh.start;
        let material = self.column.material(flesh);
        material.crustiness(self.water_kg_m3[cell])
    }

    /// The cells that count as places in the fish.
    pub fn places(&self) -> Vec<usize> {
        let cells = self.cells.inside.iter().enumerate();
        cells
            .filter(|(_, inside)| **inside > A_PLACE)
            .map(|(c, _)| c)
            .collect()
    }

    /// Coldest place now, C.
    pub fn coldest_c(&self) -> f64 {
        let inside = self.t_c.iter().zip(&self.cells.inside);
        inside
            .filter(|(_, inside)| **inside > A_PLACE)
            .fold(f64::INFINITY, |least, (t, _)| least.min(*t))
    }

    /// The cells on the upright through the middle, that which a column is.
    pub fn upright(&self) -> Vec<usize> {
        let x = ((self.outline.upright_m() - self.cells.from_m) / self.cells.dx_m) as usize;
        let x = x.min(self.cells.nx - 1);
        let cells = (0..self.cells.ny).map(|j| j * self.cells.nx + x);
        cells.filter(|c| self.cells.inside[*c] > A_PLACE).collect()
    }

    /// The middle now, C: where a tester is held.
    pub fn middle_c(&self) -> f64 {
        self.cells.sample(&self.t_c, self.outline.centre_m())
    }

    /// How to read a value of every cell at a place, m from the upright through the middle and from the base; beyond
    /// the outline at its edge, none deep in an empty belly.
    pub fn reading(&self, [x_m, y_m]: [f64; 2]) -> Option<Reading> {
        let (from, to) = self.outline.reach(x_m);
        // Half of it is computed where the other is its mirror.
        let x_m = if self.cells.from_m < 0.0 {
            x_m
        } else {
            x_m.abs()
        };
        self.cells.reading([x_m, y_m.clamp(from, to)])
    }

    /// Response on under the same faces, handing over each step's length, s.
    pub fn go_on(&mut self, faces: &Faces, seconds: f64, mut each: impl FnMut(&Self, f64)) {
        let end_s = self.t_s + seconds;
        self.next_dt_s = FIRST_STEP_S;
        while end_s - self.t_s > 1e-9 {
            let left = end_s - self.t_s;
            let dt_s = if self.next_dt_s >= left {
                left
            } else if 2.0 * self.next_dt_s > left {
                0.5 * left
            } else {
                self.next_dt_s
            };
            self.step(faces, dt_s);
            let longest_s = if self.boils.contains(&true) {
                (LONGEST_BOILING_S_M * self.cells.thinnest_m()).min(LONGEST_S)
            } else {
                LONGEST_S
            };
            self.next_dt_s = (GROWTH * dt_s).min(longest_s);
            each(self, dt_s);
        }
    }

    fn step(&mut self, faces: &Faces, dt_s: f64) {
        let n = self.t_c.len();
        let flesh = self.column.material(self.column.grid.flesh.start);
        for c in 0..n {
            let t_c = self.t_c[c];
            let (heat, k) = if self.holding[c].covers(t_c) {
                self.holding[c].capacity_and_k(t_c)
            } else {
                let w = self.water_kg_m3[c];
                (flesh.capacity_j_m3k(t_c, w), flesh.k_w_mk(t_c, w))
            };
            self.lagged[c] = heat;
            self.conductivity[c] = k;
            let held = if self.boils[c] { HELD } else { 1.0 };
            self.plane.capacity[c] = held * heat * self.cells.volume_m2[c];
        }
        let [right, upper] = &self.ways;
        for (ways, open, next) in [
            (right, &mut self.plane.right, 1),
            (upper, &mut self.plane.upper, self.cells.nx),
        ] {
            for c in 0..n {
                if ways[c] > 0.0 {
                    let (a, b) = (self.conductivity[c], self.conductivity[c + next]);
                    open[c] = ways[c] * 2.0 * a * b / (a + b);
                }
            }
        }
        self.plane.out.fill(0.0);
        self.plane.source.fill(0.0);
        let pan_c = self.track.map_or(0.0, |track| track.at_c(self.t_s + dt_s));
        let mut rims = std::mem::take(&mut self.rims);
        for rim in &mut rims {
            let face = match rim.side {
                0 => &faces.low,
                1 => &faces.high,
                _ => match &faces.edge {
                    Some(edge) => edge,
                    None => continue,
                },
            };
            let (source, out) = self.through(rim, face, pan_c, dt_s);
            self.plane.source[rim.cell] += rim.area_m2 * source;
            self.plane.out[rim.cell] += rim.area_m2 * out;
        }
        self.before.copy_from_slice(&self.t_c);
        self.plane.step(&mut self.t_c, dt_s);
        self.mend();
        for rim in &mut rims {
            if rim.side < 2 || faces.edge.is_some() {
                self.back_through(rim, dt_s);
            }
        }
        self.rims = rims;
        self.boil(dt_s);
        self.creep(dt_s);
        self.feed(faces);
        self.t_s += dt_s;
    }

    /// Juice that flesh near the outline gives as it sets wets it again, as in a column.
    fn feed(&mut self, faces: &Faces) {
        let sides = [Some(&faces.low), Some(&faces.high), faces.edge.as_ref()];
        for (lain, face) in self.lain.iter_mut().zip(sides) {
            *lain |= face.is_some_and(|face| face.contact.is_some());
        }
        let flesh = self.column.material(self.column.grid.flesh.start);
        let bound = flesh.bound_water_kg_m3();
        for c in 0..self.t_c.len() {
            let (t_c, sets_c) = (self.t_c[c], self.set_c[c]);
            let Some(at) = self.feeds[c].filter(|_| t_c >= sets_c + SETS_EVERY_K) else {
                continue;
            };
            self.set_c[c] = t_c;
            let rim = &mut self.rims[at];
            let open = sides[rim.side].is_some_and(|face| face.gas.is_some());
            if !open || self.lain[rim.side] || rim.is_coated() {
                continue;
            }
            let gives = juice_share(t_c, flesh.fat_share) - juice_share(sets_c, flesh.fat_share);
            let volume = self.cells.volume_m2[c];
            let rind_m2 = rim.area_m2 * DRY_OUT_M;
            let room = ((flesh.water_kg_m3 - rim.rind_kg_m3) * rind_m2).max(0.0);
            let free = ((self.water_kg_m3[c] - bound) * volume).max(0.0);
            let kg = (FEEDS_SHARE * gives * flesh.rho_kg_m3 * volume)
                .min(room)
                .min(free);
            if kg <= 0.0 {
                continue;
            }
            rim.rind_kg_m3 += kg / rind_m2;
            let to = rim.cell;
            self.water_kg_m3[c] -= kg / volume;
            self.water_kg_m3[to] += kg / self.cells.volume_m2[to];
            for cell in [c, to] {
                self.holding[cell] = flesh.holding(self.water_kg_m3[cell]);
            }
        }
    }

    /// Keeps the heat that a step brought, and mends the temperature for the heat capacity that changed.
    fn mend(&mut self) {
        let flesh = self.column.material(self.column.grid.flesh.start);
        for c in 0..self.t_c.len() {
            if self.plane.capacity[c] <= 0.0 || self.boils[c] {
                continue;
            }
            let (old_c, found_c, lagged) = (self.before[c], self.t_c[c], self.lagged[c]);
            let held = &self.holding[c];
            self.t_c[c] = if held.covers(old_c) && held.covers(found_c) {
                held.after_step_c(old_c, found_c, lagged)
            } else {
                flesh.after_step_c(old_c, found_c, self.water_kg_m3[c], lagged)
            };
        }
    }

    /// Heat brought to a cell now, W/m.
    fn brought(&self, c: usize) -> f64 {
        let (plane, t, nx) = (&self.plane, &self.t_c, self.cells.nx);
        let here = t[c];
        let (i, j) = (c % nx, c / nx);
        let mut q = plane.source[c] - plane.out[c] * here;
        if i > 0 {
            q += plane.right[c - 1] * (t[c - 1] - here);
        }
        if i + 1 < nx {
            q += plane.right[c] * (t[c + 1] - here);
        }
        if j > 0 {
            q += plane.upper[c - nx] * (t[c - nx] - here);
        }
        if j + 1 < self.cells.ny {
            q += plane.upper[c] * (t[c + nx] - here);
        }
        q
    }

    /// Boils off what the cells at the boiling point were brought, and says which do so next.
    fn boil(&mut self, dt_s: f64) {
        let boil_c = self.column.boil_c;
        let flesh = self.column.material(self.column.grid.flesh.start);
        let bound = flesh.bound_water_kg_m3();
        for c in 0..self.t_c.len() {
            let volume = self.cells.volume_m2[c];
            let free = self.water_kg_m3[c] - bound;
            let over_k = self.t_c[c] - boil_c;
            if volume <= 0.0 || !(self.boils[c] || over_k > 0.0 && free > 0.0) {
                continue;
            }
            let surplus_j_m3 = if self.boils[c] {
                dt_s * self.brought(c) / volume
            } else {
                over_k * self.lagged[c]
            };
            let boiled = (surplus_j_m3 / self.latent_j_kg).clamp(0.0, free);
            let left = (surplus_j_m3 - boiled * self.latent_j_kg) / self.lagged[c];
            self.boils[c] = surplus_j_m3 > 0.0 && boiled < free;
            self.t_c[c] = boil_c + if self.boils[c] { 0.0 } else { left };
            let kg = boiled * volume;
            self.take(c, kg);
            // It boils where it is hottest: out of the rind first.
            let area: f64 = self.cells.outline_m.iter().map(|o| o[c]).sum();
            if area > 0.0 && kg > 0.0 {
                for rim in self.rims.iter_mut().filter(|rim| rim.cell == c) {
                    rim.rind_kg_m3 = (rim.rind_kg_m3 - kg / (area * DRY_OUT_M)).max(bound);
                }
            }
        }
    }

    /// Liquid water creeps between cells that are not crust.
    fn creep(&mut self, dt_s: f64) {
        self.unspread_s += dt_s;
        if self.gone_kg <= 0.0 || self.unspread_s < SPREAD_EVERY_S {
            return;
        }
        let reach = self.unspread_s * WATER_DIFFUSIVITY_M2_S;
        self.unspread_s = 0.0;
        let flesh = self.column.material(self.column.grid.flesh.start);
        let before = &mut self.before;
        before.copy_from_slice(&self.water_kg_m3);
        for (ways, next) in self.ways.iter().zip([1, self.cells.nx]) {
            for (c, way) in ways.iter().enumerate() {
                if *way <= 0.0 || before[c] == before[c + next] {
                    continue;
                }
                let open = 1.0 - flesh.crustiness(before[c].min(before[c + next]));
                let volumes = &self.cells.volume_m2;
                // Slivers never give more than would make them even.
                let most = 0.2 * volumes[c].min(volumes[c + next]);
                let moved = (reach * open * way).min(most) * (before[c] - before[c + next]);
                self.water_kg_m3[c] -= moved / self.cells.volume_m2[c];
                self.water_kg_m3[c + next] += moved / self.cells.volume_m2[c + next];
            }
        }
        for c in 0..self.water_kg_m3.len() {
            if self.water_kg_m3[c] != self.before[c] {
                self.holding[c] = flesh.holding(self.water_kg_m3[c]);
            }
        }
    }

    /// Water leaves a cell, kg by depth.
    fn take(&mut self, cell: usize, kg: f64) {
        let volume = self.cells.volume_m2[cell];
        if kg <= 0.0 || volume <= 0.0 {
            return;
        }
        let flesh = self.column.material(self.column.grid.flesh.start);
        let w = (self.water_kg_m3[cell] - kg / volume).max(flesh.bound_water_kg_m3());
        self.water_kg_m3[cell] = w;
        self.holding[cell] = flesh.holding(w);
        self.gone_kg += kg;
    }
}
