//! The inside of an outline cut into cells.

use super::outline::{Outline, Piece, Reach};

/// Cells across the thickness, and most in all.
const ACROSS: f64 = 48.0;
const MOST_CELLS: f64 = 12_000.0;
/// The part of the plane inside an outline, cut into cells; row after row from below.
#[derive(Debug, Clone)]
pub(super) struct Cells {
    pub nx: usize,
    pub ny: usize,
    pub d_m: f64,
    /// Lower left corner, m.
    pub from_m: (f64, f64),
    /// Volume by depth, m2.
    pub volume_m2: Vec<f64>,
    /// Open part of the right and of the upper side, m.
    pub right_m: Vec<f64>,
    pub upper_m: Vec<f64>,
    /// Middle of what lies inside, m.
    pub middle_m: Vec<[f64; 2]>,
    /// Outline in the cell that faces down, and the rest, m.
    pub outline_m: [Vec<f64>; 2],
    /// How far it lies from that middle, times its length, m2.
    pub way_m2: Vec<f64>,
}
/// Points a side at which what lies inside a cell is summed.
const SUMMED: usize = 24;
impl Cells {
    pub(super) fn new(outline: &Outline) -> Self {
        let (right, left, thick) = (outline.across_m(), outline.left_m(), outline.thickness_m());
        let wide = right - left;
        let low = match outline {
            Outline::Ellipse { .. } => -0.5 * thick,
            Outline::Taper { .. } => 0.0,
        };
        // Square cells that fit the thickness; the last across may stick out.
        let finest = (wide * thick / MOST_CELLS).sqrt();
        let ny = (thick / (thick / ACROSS).max(finest)).round().max(4.0) as usize;
        let d_m = thick / ny as f64;
        let nx = (wide / d_m - 1e-9).ceil().max(2.0) as usize;
        let n = nx * ny;
        let mut cells = Self {
            nx,
            ny,
            d_m,
            from_m: (left, low),
            volume_m2: vec![0.0; n],
            right_m: vec![0.0; n],
            upper_m: vec![0.0; n],
            middle_m: vec![[0.0; 2]; n],
            outline_m: [vec![0.0; n], vec![0.0; n]],
            way_m2: vec![0.0; n],
        };
        let within = |(from, to): Reach, y0: f64, y1: f64| (to.min(y1) - from.max(y0)).max(0.0);
        let between = |(from, to): Reach, y: f64| from < y && y < to;
        for i in 0..nx {
            let x0 = left + i as f64 * d_m;
            let part = d_m / SUMMED as f64;
            for k in 0..SUMMED {
                let x = x0 + (k as f64 + 0.5) * part;
                if x > right {
                    break;
                }
                let (reach, hole) = (outline.reach(x), outline.hole(x));
                for j in 0..ny {
                    let (y0, y1) = (low + j as f64 * d_m, low + (j + 1) as f64 * d_m);
                    let (all, gone) = (within(reach, y0, y1), within(hole, y0, y1));
                    let inside = part * (all - gone);
                    cells.volume_m2[j * nx + i] += inside;
                    let middle = &mut cells.middle_m[j * nx + i];
                    middle[0] += inside * x;
                    let half = |(from, to): Reach| 0.5 * (from.max(y0) + to.min(y1));
                    middle[1] += part * (all * half(reach) - gone * half(hole));
                    if between(reach, y1) && !between(hole, y1) {
                        cells.upper_m[j * nx + i] += part;
                    }
                }
            }
            if i + 1 < nx {
                let (reach, hole) = (outline.reach(x0 + d_m), outline.hole(x0 + d_m));
                for j in 0..ny {
                    let (y0, y1) = (low + j as f64 * d_m, low + (j + 1) as f64 * d_m);
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
                at[0] + 1e-3 * d_m * inwards[0] / far,
                at[1] + 1e-3 * d_m * inwards[1] / far,
            );
            let i = (((x - left) / d_m).max(0.0) as usize).min(nx - 1);
            let j = (((y - low) / d_m).max(0.0) as usize).min(ny - 1);
            let c = j * nx + i;
            cells.outline_m[side][c] += long_m;
            let from = cells.middle_m[c];
            let off = (at[0] - from[0]) * faces[0] + (at[1] - from[1]) * faces[1];
            cells.way_m2[c] += long_m * off.abs();
        }
        cells.hand_on();
        cells
    }

    /// Slivers too small to hold a temperature hand their outline to the fuller neighbour.
    fn hand_on(&mut self) {
        let full = self.d_m * self.d_m;
        for c in 0..self.volume_m2.len() {
            if self.volume_m2[c] > 1e-3 * full {
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
                self.way_m2[to] += 0.5 * self.d_m * long;
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

    /// Cell at a place, and how far to its right and upper neighbours, for a straight reading between.
    pub(super) fn sample(&self, field: &[f64], [x, y]: [f64; 2]) -> f64 {
        let at = |u: f64, n: usize| {
            let u = (u / self.d_m - 0.5).clamp(0.0, (n - 1) as f64);
            let i = (u as usize).min(n.saturating_sub(2));
            (i, u - i as f64)
        };
        let ((i, fx), (j, fy)) = (
            at(x - self.from_m.0, self.nx),
            at(y - self.from_m.1, self.ny),
        );
        let (mut sum, mut weight) = (0.0, 0.0);
        for (di, dj, w) in [
            (0, 0, (1.0 - fx) * (1.0 - fy)),
            (1, 0, fx * (1.0 - fy)),
            (0, 1, (1.0 - fx) * fy),
            (1, 1, fx * fy),
        ] {
            let c = (j + dj) * self.nx + i + di;
            if self.volume_m2[c] > 0.0 {
                sum += w * field[c];
                weight += w;
            }
        }
        if weight > 0.0 { sum / weight } else { f64::NAN }
    }
}

#[cfg(test)]
mod tests {
    use super::super::outline::{CAVITY_HIGH, CAVITY_LONG};
    use super::*;

    fn area(outline: Outline) -> (f64, [f64; 2]) {
        let cells = Cells::new(&outline);
        let outlines = cells.outline_m.clone().map(|o| o.iter().sum::<f64>());
        (cells.volume_m2.iter().sum(), outlines)
    }

    /// Half an ellipse of 85 x 40 mm and a taper: area and length of outline in closed form (Ramanujan
    /// for the ellipse, 1e-5).
    #[test]
    fn exact_areas_and_outlines() {
        let (area_m2, [low, high]) = area(Outline::Ellipse {
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
        let (area_m2, [low, high]) = area(Outline::Taper {
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
}
