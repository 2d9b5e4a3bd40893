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

mod cells;
mod outline;

use self::cells::Cells;
use self::outline::Outline;
use super::bare::{BareAnswer, BareFace, BareProblem, HELD_W_M2K};
use crate::InputError;
use crate::quantity::checked;
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
/// Steps over a problem; reports may cut one in two.
const STEPS: f64 = 2400.0;
/// Most temperatures in one answer.
const MOST_REPORTED: f64 = 2_400.0;
/// Cells with less of their volume inside do not count as a place.
const A_PLACE: f64 = 0.25;
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
