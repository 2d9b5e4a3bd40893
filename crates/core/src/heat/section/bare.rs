//! Constant properties, no water, films on the outline.

use super::super::bare::{BareAnswer, BareFace, BareProblem, HELD_W_M2K};
use super::cells::{Cells, Finest};
use super::outline::Outline;
use super::plane::Plane;
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

/// Puts a section under two films.
fn surround(plane: &mut Plane, cells: &Cells, k_w_mk: f64, films: [Film; 2]) {
    plane.out.fill(0.0);
    plane.source.fill(0.0);
    for (outline, film) in cells.outline_m.iter().zip(films) {
        for (c, long_m) in outline.iter().enumerate() {
            if *long_m <= 0.0 {
                continue;
            }
            let g = if film.h_w_m2k > 0.0 {
                long_m / (1.0 / film.h_w_m2k + cells.way_m(c) / k_w_mk)
            } else {
                0.0
            };
            plane.out[c] += g;
            plane.source[c] += g * film.outside_c + long_m * film.flux_w_m2;
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
        let outline = Outline::of_bare(self)?;
        let rho_cp = self.rho_kg_m3 * self.cp_j_kgk;
        let (k_w_mk, start_c) = (self.k_w_mk, self.start_c);
        let total_s: f64 = self.stages.iter().map(|stage| stage.duration_s).sum();
        let cells = Cells::new(&outline, Finest::REFERENCE);
        let n = cells.volume_m2.len();
        let mut plane = Plane::new(&cells);
        plane.capacity = cells.volume_m2.iter().map(|v| v * rho_cp).collect();
        let times = |ways: Vec<f64>| ways.into_iter().map(|way| k_w_mk * way).collect();
        [plane.right, plane.upper] = cells.ways().map(times);
        let mut t_now = vec![start_c; n];
        let places: Vec<usize> = (0..n).filter(|c| cells.inside[*c] > A_PLACE).collect();
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
        note(0.0, &t_now, &mut peaks);
        while reports.next_if(|at| *at <= 0.0).is_some() {
            self.report_section(&outline, &cells, &places, &t_now, &mut answer);
        }
        for (i, stage) in self.stages.iter().enumerate() {
            let field = |name: &str| format!("stages[{i}].{name}");
            let films = [
                film(&field("low"), &stage.low)?,
                film(&field("high"), &stage.high)?,
            ];
            surround(&mut plane, &cells, k_w_mk, films);
            let end_s = t_s + stage.duration_s;
            while t_s < end_s - 1e-9 {
                let next = reports.peek().copied().unwrap_or(f64::INFINITY).min(end_s);
                let dt_s = longest_s.min(next - t_s).max(1e-6);
                plane.step(&mut t_now, dt_s);
                t_s += dt_s;
                note(t_s, &t_now, &mut peaks);
                while reports.next_if(|at| *at <= t_s + 1e-9).is_some() {
                    self.report_section(&outline, &cells, &places, &t_now, &mut answer);
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
