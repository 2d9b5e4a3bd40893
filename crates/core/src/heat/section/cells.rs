//! The inside of an outline cut into cells.

use super::super::grid::{Fineness, Grid};
use super::outline::{Outline, Piece, Reach};

/// How fine the cells are.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Finest {
    /// Cells through the thickness.
    pub through: f64,
    /// Most in all.
    pub most: f64,
    /// Rows at the top and the bottom are a third as high as cells are wide; else all are square. Still
    /// finer ones would be cut to slivers by a top that slopes.
    pub graded: bool,
}

impl Finest {
    /// What references are made of.
    pub const REFERENCE: Self = Self {
        through: 48.0,
        most: 12_000.0,
        graded: false,
    };
    /// What plans are held against: half a hundredth of the time off finer ones.
    pub const ORDINARY: Self = Self {
        through: 20.0,
        most: 1_400.0,
        graded: true,
    };
    /// What is drawn, quickly.
    pub const SHOWN: Self = Self {
        through: 15.0,
        most: 800.0,
        graded: true,
    };
}

/// The part of the plane inside an outline, cut into cells; row after row from below.
#[derive(Debug, Clone)]
pub(super) struct Cells {
    pub nx: usize,
    pub ny: usize,
    /// Width of a cell, m.
    pub dx_m: f64,
    /// Left end, m, and where rows begin and the last ends, m.
    pub from_m: f64,
    pub rows_m: Vec<f64>,
    /// Volume by depth, m2.
    pub volume_m2: Vec<f64>,
    /// Open part of the right and of the upper side, m.
    pub right_m: Vec<f64>,
    pub upper_m: Vec<f64>,
    /// Middle of what lies inside, m.
    pub middle_m: Vec<[f64; 2]>,
    /// Outline in the cell that faces down, up, and sideways, m.
    pub outline_m: [Vec<f64>; 3],
    /// How far it lies from that middle, times its length, m2.
    way_m2: Vec<f64>,
    /// Share of the cell that lies inside.
    pub inside: Vec<f64>,
}
/// Four cells and how much each counts.
#[derive(Debug, Clone, Copy)]
pub struct Reading([(usize, f64); 4]);

impl Reading {
    /// What it reads of a value of every cell.
    pub fn of(&self, values: &[f64]) -> f64 {
        self.0.iter().map(|(c, share)| share * values[*c]).sum()
    }
}

/// A hair, m.
const A_HAIR_M: f64 = 1e-6;
/// Points a side at which what lies inside a cell is summed.
const SUMMED: usize = 24;
impl Cells {
    pub(super) fn new(outline: &Outline, finest: Finest) -> Self {
        let (right, left, thick) = (outline.across_m(), outline.left_m(), outline.thickness_m());
        let wide = right - left;
        let low = outline.base_m();
        // Square cells that fit the thickness, unless rows are finer outside; the last across may stick out.
        let smallest = (wide * thick / finest.most).sqrt();
        let through = (thick / (thick / finest.through).max(smallest))
            .round()
            .max(4.0);
        let dx_m = thick / through;
        let widths = if finest.graded {
            let fineness = Fineness {
                at_face_m: dx_m / 3.0,
                inside_m: dx_m,
            };
            Grid::new(thick, 0.0, fineness).width_m
        } else {
            vec![dx_m; through as usize]
        };
        let mut rows_m = vec![low];
        for width in &widths {
            rows_m.push(rows_m[rows_m.len() - 1] + width);
        }
        let ny = widths.len();
        let nx = (wide / dx_m - 1e-9).ceil().max(2.0) as usize;
        let n = nx * ny;
        let mut cells = Self {
            nx,
            ny,
            dx_m,
            from_m: left,
            rows_m,
            volume_m2: vec![0.0; n],
            right_m: vec![0.0; n],
            upper_m: vec![0.0; n],
            middle_m: vec![[0.0; 2]; n],
            outline_m: [vec![0.0; n], vec![0.0; n], vec![0.0; n]],
            way_m2: vec![0.0; n],
            inside: vec![0.0; n],
        };
        let within = |(from, to): Reach, y0: f64, y1: f64| (to.min(y1) - from.max(y0)).max(0.0);
        let between = |(from, to): Reach, y: f64| from < y && y < to;
        for i in 0..nx {
            let x0 = left + i as f64 * dx_m;
            let part = dx_m / SUMMED as f64;
            for k in 0..SUMMED {
                let x = x0 + (k as f64 + 0.5) * part;
                if x > right {
                    break;
                }
                let (reach, hole) = (outline.reach(x), outline.hole(x));
                for j in 0..ny {
                    let (y0, y1) = (cells.rows_m[j], cells.rows_m[j + 1]);
                    let (all, gone) = (within(reach, y0, y1), within(hole, y0, y1));
                    let inside = part * (all - gone);
                    cells.volume_m2[j * nx + i] += inside;
                    let middle = &mut cells.middle_m[j * nx + i];
                    middle[0] += inside * x;
                    let half = |(from, to): Reach| 0.5 * (from.max(y0) + to.min(y1));
                    middle[1] += part * (all * half(reach) - gone * half(hole));
                    if j + 1 < ny && between(reach, y1) && !between(hole, y1) {
                        cells.upper_m[j * nx + i] += part;
                    }
                }
            }
            if i + 1 < nx {
                let (reach, hole) = (outline.reach(x0 + dx_m), outline.hole(x0 + dx_m));
                for j in 0..ny {
                    let (y0, y1) = (cells.rows_m[j], cells.rows_m[j + 1]);
                    cells.right_m[j * nx + i] = within(reach, y0, y1) - within(hole, y0, y1);
                }
            }
        }
        for (middle, volume) in cells.middle_m.iter_mut().zip(&cells.volume_m2) {
            if *volume > 0.0 {
                *middle = middle.map(|sum| sum / volume);
            }
        }
        let centre = outline.centre_m();
        for Piece {
            at,
            long_m,
            side,
            faces,
        } in outline.pieces()
        {
            // A hair inwards, so that what lies on an edge belongs to the cell inside.
            let inwards = [centre[0] - at[0], centre[1] - at[1]];
            let far = inwards[0].hypot(inwards[1]).max(1e-12);
            let (x, y) = (
                at[0] + A_HAIR_M * inwards[0] / far,
                at[1] + A_HAIR_M * inwards[1] / far,
            );
            let i = (((x - left) / dx_m).max(0.0) as usize).min(nx - 1);
            let above = cells.rows_m.partition_point(|edge| *edge <= y);
            let j = above.saturating_sub(1).min(ny - 1);
            let c = j * nx + i;
            cells.outline_m[side][c] += long_m;
            let from = cells.middle_m[c];
            let off = (at[0] - from[0]) * faces[0] + (at[1] - from[1]) * faces[1];
            cells.way_m2[c] += long_m * off.abs();
        }
        cells.hand_on();
        let volumes = cells.volume_m2.iter().enumerate();
        cells.inside = volumes.map(|(c, v)| v / cells.full_m2(c)).collect();
        if outline.revolved() {
            cells.revolve(right);
        }
        cells
    }

    /// Volume of a cell that lies wholly inside, by depth, m2.
    fn full_m2(&self, c: usize) -> f64 {
        self.dx_m * self.high_m(c)
    }

    /// Height of the thinnest row, m.
    pub(super) fn thinnest_m(&self) -> f64 {
        let rows = self.rows_m.windows(2).map(|pair| pair[1] - pair[0]);
        rows.fold(f64::INFINITY, f64::min)
    }

    /// How high a cell is, m.
    fn high_m(&self, c: usize) -> f64 {
        let j = c / self.nx;
        self.rows_m[j + 1] - self.rows_m[j]
    }

    /// The section of a round body: what it is by an angle of one about the upright at 0.
    fn revolve(&mut self, edge_m: f64) {
        for c in 0..self.volume_m2.len() {
            let (x, across) = (self.middle_m[c][0], (c % self.nx + 1) as f64 * self.dx_m);
            self.volume_m2[c] *= x;
            self.upper_m[c] *= x;
            self.right_m[c] *= self.from_m + across;
            self.way_m2[c] *= x;
            self.outline_m[0][c] *= x;
            self.outline_m[1][c] *= x;
            self.outline_m[2][c] *= edge_m;
        }
    }

    /// From the middle of a cell to its outline, m.
    pub(super) fn way_m(&self, c: usize) -> f64 {
        let long: f64 = self.outline_m.iter().map(|o| o[c]).sum();
        self.way_m2[c] / long.max(1e-15)
    }

    /// Open part of the right and the upper side of each cell over the way between the middles of what lies
    /// inside.
    pub(super) fn ways(&self) -> [Vec<f64>; 2] {
        let ways = |open: &[f64], next: usize, axis: usize| -> Vec<f64> {
            let across = open.iter().enumerate();
            across
                .map(|(c, open_m)| {
                    if *open_m <= 0.0 {
                        return 0.0;
                    }
                    let apart = self.middle_m[c + next][axis] - self.middle_m[c][axis];
                    let cell_m = [self.dx_m, self.high_m(c)][axis];
                    open_m / apart.max(0.25 * cell_m)
                })
                .collect()
        };
        [ways(&self.right_m, 1, 0), ways(&self.upper_m, self.nx, 1)]
    }

    /// Slivers too small to hold a temperature hand their outline to the fuller neighbour.
    fn hand_on(&mut self) {
        for c in 0..self.volume_m2.len() {
            if self.volume_m2[c] > 1e-3 * self.full_m2(c) {
                continue;
            }
            let (i, j) = (c % self.nx, c / self.nx);
            let mut near = Vec::with_capacity(4);
            if i > 0 {
                near.push(c - 1);
            }
            if i + 1 < self.nx {
                near.push(c + 1);
            }
            if j > 0 {
                near.push(c - self.nx);
            }
            if j + 1 < self.ny {
                near.push(c + self.nx);
            }
            let to = near
                .into_iter()
                .max_by(|a, b| self.volume_m2[*a].total_cmp(&self.volume_m2[*b]));
            if let Some(to) = to {
                let long: f64 = self.outline_m.iter().map(|o| o[c]).sum();
                self.way_m2[to] += 0.5 * self.dx_m.min(self.high_m(to)) * long;
                for side in &mut self.outline_m {
                    side[to] += std::mem::take(&mut side[c]);
                }
            }
            self.volume_m2[c] = 0.0;
            self.right_m[c] = 0.0;
            self.upper_m[c] = 0.0;
            if i > 0 {
                self.right_m[c - 1] = 0.0;
            }
            if j > 0 {
                self.upper_m[c - self.nx] = 0.0;
            }
        }
    }

    /// A straight reading between the cells round a place; NaN where there is none.
    pub(super) fn sample(&self, field: &[f64], at: [f64; 2]) -> f64 {
        self.reading(at)
            .map_or(f64::NAN, |reading| reading.of(field))
    }

    /// The cells round a place and how much each counts for a straight reading between; none where nothing is.
    pub(super) fn reading(&self, [x, y]: [f64; 2]) -> Option<Reading> {
        let u = ((x - self.from_m) / self.dx_m - 0.5).clamp(0.0, (self.nx - 1) as f64);
        let i = (u as usize).min(self.nx.saturating_sub(2));
        let fx = u - i as f64;
        let middle = |j: usize| 0.5 * (self.rows_m[j] + self.rows_m[j + 1]);
        let above = self.rows_m.partition_point(|edge| *edge <= y);
        let mut j = above.saturating_sub(1).min(self.ny - 1);
        if j > 0 && y < middle(j) {
            j -= 1;
        }
        let j = j.min(self.ny - 2);
        let fy = ((y - middle(j)) / (middle(j + 1) - middle(j))).clamp(0.0, 1.0);
        let mut parts = [
            (0, 0, (1.0 - fx) * (1.0 - fy)),
            (1, 0, fx * (1.0 - fy)),
            (0, 1, (1.0 - fx) * fy),
            (1, 1, fx * fy),
        ]
        .map(|(di, dj, share)| {
            let c = (j + dj) * self.nx + i + di;
            let there = self.volume_m2[c] > 0.0;
            (c, if there { share } else { 0.0 })
        });
        let all: f64 = parts.iter().map(|(_, share)| share).sum();
        if all <= 0.0 {
            return None;
        }
        for (_, share) in &mut parts {
            *share /= all;
        }
        Some(Reading(parts))
    }
}

#[cfg(test)]
mod tests {
    use super::super::outline::{CAVITY_HIGH, CAVITY_LONG};
    use super::*;

    fn area(outline: Outline) -> (f64, [f64; 3]) {
        let cells = Cells::new(&outline, Finest::REFERENCE);
        let [low, high, edge] = cells.outline_m.clone().map(|o| o.iter().sum::<f64>());
        (cells.volume_m2.iter().sum(), [low, high, edge])
    }

    /// Half an ellipse of 85 x 40 mm and a taper: area and length of outline in closed form (Ramanujan
    /// for the ellipse, 1e-5).
    #[test]
    fn exact_areas_and_outlines() {
        let (area_m2, [low, high, _]) = area(Outline::Ellipse {
            thickness_m: 40e-3,
            height_m: 85e-3,
            hollow: false,
        });
        let (a, b) = (42.5e-3, 20e-3);
        let exact = 0.5 * std::f64::consts::PI * a * b;
        assert!((area_m2 / exact - 1.0).abs() < 2e-3, "{area_m2} {exact}");
        let h = ((a - b) / (a + b)).powi(2);
        let round =
            std::f64::consts::PI * (a + b) * (1.0 + 3.0 * h / (10.0 + (4.0 - 3.0 * h).sqrt()));
        assert!((low / (0.25 * round) - 1.0).abs() < 1e-4, "{low}");
        assert!((high / low - 1.0).abs() < 1e-9);
        // The whole of it, less its belly.
        let (hollow_m2, _) = area(Outline::Ellipse {
            thickness_m: 40e-3,
            height_m: 85e-3,
            hollow: true,
        });
        let left = 1.0 - CAVITY_LONG * CAVITY_HIGH;
        assert!(
            (hollow_m2 / (2.0 * exact * left) - 1.0).abs() < 4e-3,
            "{hollow_m2}"
        );
        let (area_m2, [low, high, _]) = area(Outline::Taper {
            thickness_m: 25e-3,
            thin_m: 8e-3,
            width_m: 70e-3,
        });
        assert!(
            (area_m2 / (0.5 * 33e-3 * 70e-3) - 1.0).abs() < 2e-3,
            "{area_m2}"
        );
        assert!((low - 70e-3).abs() < 1e-6);
        let top = 70e-3_f64.hypot(17e-3);
        assert!((high - (25e-3 + 8e-3 + top)).abs() < 1e-6, "{high}");
    }

    /// A round slice by an angle of one: volume R^2 h/2, faces R^2/2, edge R h. And a loaf: its top is a
    /// parabola, so it holds h w (1 - (1 - e)/3).
    #[test]
    fn exact_volume_of_a_disc_and_of_a_fillet() {
        let (volume, [low, high, edge]) = area(Outline::disc(25e-3, 60e-3));
        for (ours, exact) in [
            (volume, 0.5 * 30e-3 * 30e-3 * 25e-3),
            (low, 0.5 * 30e-3 * 30e-3),
            (high, 0.5 * 30e-3 * 30e-3),
            (edge, 30e-3 * 25e-3),
        ] {
            assert!((ours / exact - 1.0).abs() < 2e-3, "{ours} {exact}");
        }
        let (half, [low, _, edge]) = area(Outline::fillet(25e-3, 60e-3, 0.6));
        let exact = 25e-3 * 30e-3 * (1.0 - 0.4 / 3.0);
        assert!((half / exact - 1.0).abs() < 2e-3, "{half} {exact}");
        assert!((low - 30e-3).abs() < 1e-6 && (edge - 15e-3).abs() < 1e-6);
    }
}
