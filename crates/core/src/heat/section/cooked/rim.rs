//! The outline of a section under its faces: what lies on it, what comes through, what dries and boils there.

use super::super::super::column::Column;
use super::super::super::face::{Face, Joint};
use super::super::super::march::wet::{DAMP_SHARE, DRY_OUT_M, FEEDS_M, WATER_DIFFUSIVITY_M2_S};
use super::super::cells::Cells;
use super::super::outline::Outline;
use super::Cooked;
use std::f64::consts::TAU;

/// A coat's cell over one stretch of outline.
#[derive(Debug, Clone, Copy)]
pub(super) struct Coat {
    /// Which cell of the column it is like.
    like: usize,
    t_c: f64,
    water_kg_m3: f64,
    boils: bool,
    /// Its area by that of the outline.
    area: f64,
    /// Of the step under way: flux that comes in as `from - by T`, conductance inwards, capacity over the step.
    from: f64,
    by: f64,
    inwards: f64,
    capacity: f64,
}

/// A stretch of outline in one cell, and what lies on it from the outside in.
#[derive(Debug, Clone)]
pub(super) struct Rim {
    pub cell: usize,
    /// Low, high or edge.
    pub side: usize,
    pub area_m2: f64,
    way_m: f64,
    surface_c: f64,
    /// Water in the depth that a face dries out of, kg/m3.
    pub rind_kg_m3: f64,
    /// Area of the outermost surface by that of the outline.
    outermost: f64,
    coats: Vec<Coat>,
    joint: Option<Joint>,
}

/// Every stretch of an outline with its coats, at one temperature.
pub(super) fn rims(column: &Column, outline: &Outline, cells: &Cells, start_c: f64) -> Vec<Rim> {
    let flesh = column.grid.flesh.clone();
    let material = column.material(flesh.start);
    let coat = |like: usize| Coat {
        like,
        t_c: start_c,
        water_kg_m3: column.material(like).water_kg_m3,
        boils: false,
        area: 1.0,
        from: 0.0,
        by: 0.0,
        inwards: 0.0,
        capacity: 0.0,
    };
    let below: Vec<Coat> = (0..flesh.start).map(coat).collect();
    let above: Vec<Coat> = (flesh.end..column.grid.len()).rev().map(coat).collect();
    let thick = |coats: &[Coat]| -> f64 {
        let widths = coats.iter().map(|c| column.grid.width_m[c.like]);
        widths.sum()
    };
    // What lies on one side only does not hang over the edges.
    let around = if thick(&below) < thick(&above) {
        below.clone()
    } else {
        above.clone()
    };
    let round_m = outline.round_m();
    let mut rims = Vec::new();
    for (side, coats) in [&below, &above, &around].into_iter().enumerate() {
        for (cell, area_m2) in cells.outline_m[side].iter().enumerate() {
            if *area_m2 > 0.0 {
                // A coat on a round body has more area the further out it lies.
                let spreads = |out_m: f64| 1.0 + round_m.map_or(0.0, |m| TAU * out_m / m);
                let mut coats = coats.clone();
                let mut out_m = 0.0;
                for coat in coats.iter_mut().rev() {
                    let wide = column.grid.width_m[coat.like];
                    coat.area = spreads(out_m + 0.5 * wide);
                    out_m += wide;
                }
                rims.push(Rim {
                    outermost: spreads(out_m),
                    cell,
                    side,
                    area_m2: *area_m2,
                    way_m: cells.way_m(cell),
                    surface_c: start_c,
                    rind_kg_m3: material.water_kg_m3,
                    coats,
                    joint: None,
                });
            }
        }
    }
    rims
}

impl Rim {
    /// Something lies on it.
    pub(super) fn is_coated(&self) -> bool {
        !self.coats.is_empty()
    }
}

/// The nearest stretch of outline of each cell that is so near to one that its juice comes out there.
pub(super) fn fed_by(rims: &[Rim], cells: &Cells) -> Vec<Option<usize>> {
    let middles = cells.middle_m.iter().zip(&cells.inside);
    middles
        .map(|([x, y], inside)| {
            if *inside <= 0.0 {
                return None;
            }
            let far = |rim: &Rim| {
                let [at_x, at_y] = cells.middle_m[rim.cell];
                (at_x - x).hypot(at_y - y)
            };
            let near = rims.iter().enumerate();
            let near = near.min_by(|a, b| far(a.1).total_cmp(&far(b.1)));
            near.filter(|(_, rim)| far(rim) < FEEDS_M).map(|(at, _)| at)
        })
        .collect()
}

impl Cooked<'_> {
    /// What comes through a stretch of outline and its coats: `source - out T` of the cell below, W/m2.
    pub(super) fn through(&self, rim: &mut Rim, face: &Face, pan_c: f64, dt_s: f64) -> (f64, f64) {
        let flesh = self.conductivity[rim.cell] / rim.way_m.max(1e-6);
        let halves = |coat: &Coat| {
            let material = self.column.material(coat.like);
            let wide = self.column.grid.width_m[coat.like];
            let k = material.k_w_mk(coat.t_c, coat.water_kg_m3);
            (coat.area * k / (0.5 * wide), coat.area * wide)
        };
        let (inner, outermost_c, damp) = match rim.coats.first() {
            Some(coat) => {
                let material = self.column.material(coat.like);
                let free = coat.water_kg_m3 - material.bound_water_kg_m3();
                (
                    halves(coat).0 / rim.outermost,
                    coat.t_c,
                    (free, material.water_kg_m3),
                )
            }
            None => {
                let material = self.column.material(self.column.grid.flesh.start);
                let free = rim.rind_kg_m3 - material.bound_water_kg_m3();
                (flesh, self.t_c[rim.cell], (free, material.water_kg_m3))
            }
        };
        let dampness = if damp.1 > 0.0 {
            (damp.0 / (DAMP_SHARE * damp.1)).clamp(0.0, 1.0)
        } else {
            0.0
        };
        let joint = Joint::meet(
            face,
            inner,
            [outermost_c, rim.surface_c],
            pan_c,
            dampness,
            self.column.air(),
        );
        let (mut from, mut by) = joint.coefficients();
        from *= rim.outermost;
        by *= rim.outermost;
        rim.joint = Some(joint);
        for i in 0..rim.coats.len() {
            let (half, wide) = halves(&rim.coats[i]);
            let next = rim.coats.get(i + 1).map_or(flesh, |next| halves(next).0);
            let inwards = half * next / (half + next);
            let coat = &mut rim.coats[i];
            let material = self.column.material(coat.like);
            coat.capacity = material.capacity_j_m3k(coat.t_c, coat.water_kg_m3) * wide / dt_s;
            (coat.from, coat.by, coat.inwards) = (from, by, inwards);
            (from, by) = if coat.boils {
                (inwards * self.column.boil_c, inwards)
            } else {
                let all = coat.capacity + by + inwards;
                (
                    inwards * (coat.capacity * coat.t_c + from) / all,
                    inwards * (coat.capacity + by) / all,
                )
            };
        }
        (from, by)
    }

    /// Coats and surface after the flesh has moved, and what evaporates.
    pub(super) fn back_through(&mut self, rim: &mut Rim, dt_s: f64) {
        let boil_c = self.column.boil_c;
        let mut next_c = self.t_c[rim.cell];
        for coat in rim.coats.iter_mut().rev() {
            let material = self.column.material(coat.like);
            let wide = coat.area * self.column.grid.width_m[coat.like];
            let free = (coat.water_kg_m3 - material.bound_water_kg_m3()).max(0.0);
            let all = coat.capacity + coat.by + coat.inwards;
            let loose_c = (coat.capacity * coat.t_c + coat.from + coat.inwards * next_c) / all;
            let mut boiled = 0.0;
            if coat.boils || (loose_c > boil_c && free > 0.0) {
                let surplus = coat.from
                    - coat.by * boil_c
                    - coat.inwards * (boil_c - next_c)
                    - coat.capacity * (boil_c - coat.t_c);
                boiled = (surplus * dt_s / (self.latent_j_kg * wide)).clamp(0.0, free);
                coat.boils = surplus > 0.0 && boiled < free;
                coat.t_c = if coat.boils {
                    boil_c
                } else {
                    loose_c.min(boil_c.max(coat.t_c))
                };
            } else {
                coat.t_c = loose_c;
            }
            coat.water_kg_m3 -= boiled;
            self.gone_kg += boiled * wide * rim.area_m2;
            next_c = coat.t_c;
        }
        let Some(joint) = rim.joint else { return };
        rim.surface_c = joint.surface_c(next_c);
        let rate = joint.line.m0 + joint.line.m1 * rim.surface_c;
        let gone = (dt_s * rate * rim.outermost).max(0.0);
        if let Some(coat) = rim.coats.first_mut() {
            let wide = coat.area * self.column.grid.width_m[coat.like];
            let material = self.column.material(coat.like);
            let free = (coat.water_kg_m3 - material.bound_water_kg_m3()).max(0.0);
            let takes = (gone / wide).min(free);
            coat.water_kg_m3 -= takes;
            self.gone_kg += takes * wide * rim.area_m2;
            return;
        }
        let material = self.column.material(self.column.grid.flesh.start);
        let free = (rim.rind_kg_m3 - material.bound_water_kg_m3()).max(0.0);
        let takes = gone.min(free * DRY_OUT_M);
        rim.rind_kg_m3 -= takes / DRY_OUT_M;
        let cell = rim.cell;
        self.take(cell, takes * rim.area_m2);
        // What lies below it wets the rind again.
        let held = self.water_kg_m3[cell];
        let apart = 0.5 * DRY_OUT_M + rim.way_m;
        let open = 1.0 - material.crustiness(rim.rind_kg_m3.min(held));
        let creeps = dt_s * WATER_DIFFUSIVITY_M2_S / apart * open * (held - rim.rind_kg_m3);
        rim.rind_kg_m3 = (rim.rind_kg_m3 + creeps / DRY_OUT_M).min(material.water_kg_m3);
    }
}
