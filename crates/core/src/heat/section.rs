//! Conduction in a whole section, in two dimensions: the reference for the one-dimensional column, and what
//! a piece looks like cut across.
//!
//! Finite volumes on a square grid; cells that the outline cuts count with the part that lies inside (volume,
//! open part of each side, length of outline). Douglas' splitting of backward Euler: each step solves
//! `(I - dt Ax)(I - dt Ay) d = dt (A T + b)` by lines, which is stable whatever the step. Constant properties,
//! no water. First order in time, about second in space; what that comes to is held against the exact bar and
//! against an independent model in the tests.
//!
//! An ellipse lies on its long side; a taper has a flat base, ends and a straight top. `low` is the part of
//! the outline that faces down, `high` the rest.

use super::bare::{BareAnswer, BareFace, BareProblem, Geometry, HELD_W_M2K};
use crate::quantity::checked;
use crate::{InputError, Wrong};

/// Outline of a section.
#[derive(Debug, Clone, Copy, PartialEq)]
enum Outline {
    /// Lying flat: thickness up, its long axis across, m.
    Ellipse {
        thickness_m: f64,
        height_m: f64,
        hollow: bool,
    },
    /// A fillet across: flat base, thick end, thin end, m.
    Taper {
        thickness_m: f64,
        thin_m: f64,
        width_m: f64,
    },
}

/// Temperatures of a section.
#[derive(Debug, Clone, PartialEq)]
pub struct SectionAnswer {
    /// On the upright through the thickest part (of a taper at 15 % of its width); the coldest point is that
    /// of the whole section.
    pub bare: BareAnswer,
    /// At each report time: the middle of an ellipse; of a taper the point at 15 % of the width from its
    /// thick end, half the thick end up, C.
    pub centre_c: Vec<f64>,
    /// At each report time the coldest cell, C.
    pub coldest_c: Vec<f64>,
}

/// Cells across the thickness, and most in all.
const ACROSS: f64 = 48.0;
const MOST_CELLS: f64 = 12_000.0;
/// Steps over a problem; reports may cut one in two.
const STEPS: f64 = 2400.0;
/// Most temperatures in one answer.
const MOST_REPORTED: f64 = 2_400.0;
/// The emptied belly of a gutted fish, an ellipse from beside the backbone towards the belly: its middle and
/// half its length over half the height, its thickness over that of the body. A quarter of the section: guts are
/// 10 to 18 % of a whole fish (`data/bodies.toml`), and lie in its middle part.
const CAVITY_AT: f64 = 0.48;
const CAVITY_LONG: f64 = 0.45;
const CAVITY_HIGH: f64 = 0.6;
/// Points along the outline.
const POINTS: usize = 20_000;
/// Cells with less of their volume inside do not count as a place.
const A_PLACE: f64 = 0.25;

/// The part of the plane inside an outline, cut into cells; row after row from below.
#[derive(Debug, Clone)]
struct Cells {
    nx: usize,
    ny: usize,
    d_m: f64,
    /// Lower left corner, m.
    from_m: (f64, f64),
    /// Volume by depth, m2.
    volume_m2: Vec<f64>,
    /// Open part of the right and of the upper side, m.
    right_m: Vec<f64>,
    upper_m: Vec<f64>,
    /// Middle of what lies inside, m.
    middle_m: Vec<[f64; 2]>,
    /// Outline in the cell that faces down, and the rest, m.
    outline_m: [Vec<f64>; 2],
    /// How far it lies from that middle, times its length, m2.
    way_m2: Vec<f64>,
}

/// A short straight piece of the outline: middle, m; length, m; which part; the way it faces.
struct Piece {
    at: [f64; 2],
    long_m: f64,
    side: usize,
    faces: [f64; 2],
}

/// Extent upwards at a place across, m.
type Reach = (f64, f64);

impl Outline {
    fn new(problem: &BareProblem) -> Result<Self, InputError> {
        let thickness_m = 1e-3 * problem.thickness_mm;
        match problem.geometry {
            Geometry::Ellipse { height_mm, hollow } => Ok(Self::Ellipse {
                thickness_m,
                height_m: 1e-3 * height_mm,
                hollow,
            }),
            Geometry::Taper { thin_mm, width_mm } => Ok(Self::Taper {
                thickness_m,
                thin_m: 1e-3 * thin_mm,
                width_m: 1e-3 * width_mm,
            }),
            Geometry::Slab | Geometry::Cylinder | Geometry::Sphere => {
                let takes = "ellipse or taper where it is followed in two dimensions";
                Err(InputError::new("geometry", Wrong::WrongKind { takes }))
            }
        }
    }

    /// Thickness, m.
    fn thickness_m(&self) -> f64 {
        match *self {
            Self::Ellipse { thickness_m, .. } | Self::Taper { thickness_m, .. } => thickness_m,
        }
    }

    /// To where it reaches across, m.
    fn across_m(&self) -> f64 {
        match *self {
            Self::Ellipse { height_m, .. } => 0.5 * height_m,
            Self::Taper { width_m, .. } => width_m,
        }
    }

    /// From where, m. Of an ellipse its right half is enough, the left is its mirror, unless it is hollow.
    fn left_m(&self) -> f64 {
        match self {
            Self::Ellipse { hollow: true, .. } => -self.across_m(),
            Self::Ellipse { .. } | Self::Taper { .. } => 0.0,
        }
    }

    /// The emptied belly at `x`, upwards, m: nothing passes its wall.
    fn hole(&self, x_m: f64) -> Reach {
        let Self::Ellipse { hollow: true, .. } = self else {
            return (0.0, 0.0);
        };
        let part = (x_m / self.across_m() - CAVITY_AT) / CAVITY_LONG;
        let up = 0.5 * self.thickness_m() * CAVITY_HIGH * (1.0 - part * part).max(0.0).sqrt();
        (-up, up)
    }

    /// From where to where it reaches upwards at `x`, m.
    fn reach(&self, x_m: f64) -> Reach {
        match *self {
            Self::Ellipse { .. } => {
                let part = (x_m / self.across_m()).clamp(-1.0, 1.0);
                let up = 0.5 * self.thickness_m() * (1.0 - part * part).sqrt();
                (-up, up)
            }
            Self::Taper { thin_m, .. } => {
                let part = (x_m / self.across_m()).clamp(0.0, 1.0);
                let thick = self.thickness_m();
                (0.0, thick + part * (thin_m - thick))
            }
        }
    }

    /// Points along the whole outline, in short straight pieces, m; low or high by the way they face.
    fn pieces(&self) -> Vec<Piece> {
        let mut all = Vec::with_capacity(POINTS + 4);
        let mut walk = |points: &[[f64; 2]], side: usize| {
            for pair in points.windows(2) {
                let ([x0, y0], [x1, y1]) = (pair[0], pair[1]);
                let long_m = (x1 - x0).hypot(y1 - y0).max(1e-15);
                all.push(Piece {
                    at: [0.5 * (x0 + x1), 0.5 * (y0 + y1)],
                    long_m,
                    side,
                    faces: [(y1 - y0) / long_m, (x0 - x1) / long_m],
                });
            }
        };
        let even = |from: [f64; 2], to: [f64; 2]| -> Vec<[f64; 2]> {
            let n = POINTS / 4;
            (0..=n)
                .map(|i| {
                    let f = i as f64 / n as f64;
                    [
                        from[0] + f * (to[0] - from[0]),
                        from[1] + f * (to[1] - from[1]),
                    ]
                })
                .collect()
        };
        match *self {
            Self::Ellipse { .. } => {
                let (a, b) = (self.across_m(), 0.5 * self.thickness_m());
                let n = POINTS / 2;
                let from = if self.left_m() < 0.0 { -1.0 } else { 0.0 };
                let arc = |up: f64| -> Vec<[f64; 2]> {
                    (0..=n)
                        .map(|i| {
                            let part = from + (1.0 - from) * i as f64 / n as f64;
                            let angle = std::f64::consts::FRAC_PI_2 * part;
                            [a * angle.sin(), up * b * angle.cos()]
                        })
                        .collect()
                };
                walk(&arc(-1.0), 0);
                walk(&arc(1.0), 1);
            }
            Self::Taper { thin_m, .. } => {
                let (wide, thick, thin) = (self.across_m(), self.thickness_m(), thin_m);
                walk(&even([0.0, 0.0], [wide, 0.0]), 0);
                walk(&even([0.0, 0.0], [0.0, thick]), 1);
                walk(&even([0.0, thick], [wide, thin]), 1);
                walk(&even([wide, 0.0], [wide, thin]), 1);
            }
        }
        all
    }

    /// The place that a cook would call the centre, m.
    fn centre_m(&self) -> [f64; 2] {
        match self {
            Self::Ellipse { .. } => [0.0, 0.0],
            Self::Taper { .. } => [0.15 * self.across_m(), 0.5 * self.thickness_m()],
        }
    }

    /// The upright through the thickest part, m: of a taper a little in from its end.
    fn upright_m(&self) -> f64 {
        match self {
            Self::Ellipse { .. } => 0.0,
            Self::Taper { .. } => 0.15 * self.across_m(),
        }
    }
}

/// Points a side at which what lies inside a cell is summed.
const SUMMED: usize = 24;

impl Cells {
    fn new(outline: &Outline) -> Self {
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
    fn sample(&self, field: &[f64], [x, y]: [f64; 2]) -> f64 {
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

/// A film between the outline and what is outside.
#[derive(Debug, Clone, Copy)]
struct Film {
    h_w_m2k: f64,
    outside_c: f64,
    flux_w_m2: f64,
}

fn film(field: &str, face: &BareFace) -> Result<Film, InputError> {
    let still = Film {
        h_w_m2k: 0.0,
        outside_c: 0.0,
        flux_w_m2: 0.0,
    };
    let t = |name: &str, v| checked(&format!("{field}.{name}"), v, (-200.0, 2000.0), "C");
    Ok(match *face {
        BareFace::Fluid { h_w_m2k, fluid_c } => Film {
            h_w_m2k: checked(&format!("{field}.h_w_m2k"), h_w_m2k, (0.0, 1e6), "W/m2K")?,
            outside_c: t("fluid_c", fluid_c)?,
            ..still
        },
        BareFace::Surface { surface_c } => Film {
            h_w_m2k: HELD_W_M2K,
            outside_c: t("surface_c", surface_c)?,
            ..still
        },
        BareFace::Flux { flux_w_m2 } => Film {
            flux_w_m2: checked(
                &format!("{field}.flux_w_m2"),
                flux_w_m2,
                (-1e7, 1e7),
                "W/m2",
            )?,
            ..still
        },
        BareFace::Insulated => still,
    })
}

/// Conductances and sources of a section under two films, W/(m K) and W/m by depth.
struct Net {
    right: Vec<f64>,
    upper: Vec<f64>,
    out: Vec<f64>,
    source: Vec<f64>,
}

impl Net {
    fn new(cells: &Cells, k_w_mk: f64, films: [Film; 2]) -> Self {
        let n = cells.volume_m2.len();
        let (mut out, mut source) = (vec![0.0; n], vec![0.0; n]);
        for (outline, film) in cells.outline_m.iter().zip(films) {
            for c in 0..n {
                if outline[c] <= 0.0 {
                    continue;
                }
                // From the middle of what lies inside to the outline.
                let long: f64 = cells.outline_m.iter().map(|o| o[c]).sum();
                let way_m = cells.way_m2[c] / long;
                let g = if film.h_w_m2k > 0.0 {
                    outline[c] / (1.0 / film.h_w_m2k + way_m / k_w_mk)
                } else {
                    0.0
                };
                out[c] += g;
                source[c] += g * film.outside_c + outline[c] * film.flux_w_m2;
            }
        }
        // Between the middles of what lies inside.
        let conduct = |open: &[f64], next: usize, axis: usize| -> Vec<f64> {
            let across = open.iter().enumerate();
            across
                .map(|(c, open_m)| {
                    if *open_m <= 0.0 {
                        return 0.0;
                    }
                    let apart = cells.middle_m[c + next][axis] - cells.middle_m[c][axis];
                    k_w_mk * open_m / apart.max(0.25 * cells.d_m)
                })
                .collect()
        };
        Self {
            right: conduct(&cells.right_m, 1, 0),
            upper: conduct(&cells.upper_m, cells.nx, 1),
            out,
            source,
        }
    }
}

/// Marches one section.
struct March<'a> {
    cells: &'a Cells,
    capacity: Vec<f64>,
    t_c: Vec<f64>,
    /// Scratch of the line solver and the change of a step.
    change: Vec<f64>,
    line: Vec<f64>,
}

impl March<'_> {
    /// One step: the full residual, then a solve along every row, then along every column.
    fn step(&mut self, net: &Net, dt_s: f64) {
        let (nx, ny) = (self.cells.nx, self.cells.ny);
        for j in 0..ny {
            for i in 0..nx {
                let c = j * nx + i;
                let t = self.t_c[c];
                let mut q = net.source[c] - net.out[c] * t;
                if i + 1 < nx {
                    q += net.right[c] * (self.t_c[c + 1] - t);
                }
                if i > 0 {
                    q += net.right[c - 1] * (self.t_c[c - 1] - t);
                }
                if j + 1 < ny {
                    q += net.upper[c] * (self.t_c[c + nx] - t);
                }
                if j > 0 {
                    q += net.upper[c - nx] * (self.t_c[c - nx] - t);
                }
                self.change[c] = if self.capacity[c] > 0.0 {
                    dt_s * q / self.capacity[c]
                } else {
                    0.0
                };
            }
        }
        for j in 0..ny {
            self.solve_line(net, dt_s, j * nx, 1, nx, &net.right);
        }
        for i in 0..nx {
            self.solve_line(net, dt_s, i, nx, ny, &net.upper);
        }
        for (t, change) in self.t_c.iter_mut().zip(&self.change) {
            *t += change;
        }
    }

    /// Thomas along one line; half of what passes the outline belongs to either direction.
    fn solve_line(
        &mut self,
        net: &Net,
        dt_s: f64,
        first: usize,
        stride: usize,
        n: usize,
        along: &[f64],
    ) {
        let mut before = 0.0;
        for k in 0..n {
            let c = first + k * stride;
            let capacity = self.capacity[c];
            if capacity <= 0.0 {
                self.line[k] = 0.0;
                before = 0.0;
                continue;
            }
            let share = dt_s / capacity;
            let back = if k > 0 { along[c - stride] } else { 0.0 };
            let ahead = if k + 1 < n { along[c] } else { 0.0 };
            let diagonal = 1.0 + share * (back + ahead + 0.5 * net.out[c]);
            let left = -share * back;
            let pivot = diagonal - left * if k > 0 { self.line[k - 1] } else { 0.0 };
            self.line[k] = -share * ahead / pivot;
            before = (self.change[c] - left * before) / pivot;
            self.change[c] = before;
        }
        for k in (0..n.saturating_sub(1)).rev() {
            let c = first + k * stride;
            self.change[c] -= self.line[k] * self.change[c + stride];
        }
    }
}

impl BareProblem {
    /// Follows an ellipse or a taper in two dimensions: 0.1 to 0.2 % of the step in temperature off the exact
    /// bars.
    ///
    /// # Errors
    /// As [`Self::solve`], another geometry, or more than 2400 report times or temperatures.
    pub fn solve_section(&self) -> Result<SectionAnswer, InputError> {
        self.check(MOST_REPORTED)?;
        let times = self.report_s.len() as f64;
        checked("report_s", times, (0.0, MOST_REPORTED), "times")?;
        let outline = Outline::new(self)?;
        let rho_cp = self.rho_kg_m3 * self.cp_j_kgk;
        let (k_w_mk, start_c) = (self.k_w_mk, self.start_c);
        let total_s: f64 = self.stages.iter().map(|stage| stage.duration_s).sum();
        let cells = Cells::new(&outline);
        let capacity: Vec<f64> = cells.volume_m2.iter().map(|v| v * rho_cp).collect();
        let n = capacity.len();
        let mut march = March {
            cells: &cells,
            capacity,
            t_c: vec![start_c; n],
            change: vec![0.0; n],
            line: vec![0.0; cells.nx.max(cells.ny)],
        };
        let places: Vec<usize> = (0..n)
            .filter(|c| cells.volume_m2[*c] > A_PLACE * cells.d_m * cells.d_m)
            .collect();
        let mut peaks = vec![(f64::NEG_INFINITY, 0.0); n];
        let mut answer = SectionAnswer {
            bare: BareAnswer {
                temperature_c: Vec::new(),
                coldest_peak_c: start_c,
                coldest_peak_s: 0.0,
            },
            centre_c: Vec::new(),
            coldest_c: Vec::new(),
        };
        let mut reports = self.report_s.iter().copied().peekable();
        let longest_s = total_s / STEPS;
        let mut t_s = 0.0;
        let note = |t_s: f64, t_c: &[f64], peaks: &mut Vec<(f64, f64)>| {
            for c in &places {
                if t_c[*c] > peaks[*c].0 {
                    peaks[*c] = (t_c[*c], t_s);
                }
            }
        };
        note(0.0, &march.t_c, &mut peaks);
        while reports.next_if(|at| *at <= 0.0).is_some() {
            self.report_section(&outline, &cells, &places, &march.t_c, &mut answer);
        }
        for (i, stage) in self.stages.iter().enumerate() {
            let field = |name: &str| format!("stages[{i}].{name}");
            let films = [
                film(&field("low"), &stage.low)?,
                film(&field("high"), &stage.high)?,
            ];
            let net = Net::new(&cells, k_w_mk, films);
            let end_s = t_s + stage.duration_s;
            while t_s < end_s - 1e-9 {
                let next = reports.peek().copied().unwrap_or(f64::INFINITY).min(end_s);
                let dt_s = longest_s.min(next - t_s).max(1e-6);
                march.step(&net, dt_s);
                t_s += dt_s;
                note(t_s, &march.t_c, &mut peaks);
                while reports.next_if(|at| *at <= t_s + 1e-9).is_some() {
                    self.report_section(&outline, &cells, &places, &march.t_c, &mut answer);
                }
            }
        }
        let coldest = places.iter().map(|c| peaks[*c]);
        let least = coldest.reduce(|a, b| if b.0 < a.0 { b } else { a });
        (answer.bare.coldest_peak_c, answer.bare.coldest_peak_s) = least.unwrap_or((start_c, 0.0));
        Ok(answer)
    }

    fn report_section(
        &self,
        outline: &Outline,
        cells: &Cells,
        places: &[usize],
        t_c: &[f64],
        answer: &mut SectionAnswer,
    ) {
        let coldest = places.iter().map(|c| t_c[*c]);
        answer.coldest_c.push(coldest.fold(f64::INFINITY, f64::min));
        let centre = outline.centre_m();
        answer.centre_c.push(cells.sample(t_c, centre));
        let x = outline.upright_m();
        let (from, to) = outline.reach(x);
        let depths = self.at_share.iter();
        let row = depths.map(|share| cells.sample(t_c, [x, from + share * (to - from)]));
        answer.bare.temperature_c.push(row.collect());
    }
}

#[cfg(test)]
mod tests {
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
