//! The bare solver with constant properties and no water, for checks against exact solutions.

use super::column::Column;
use super::face::{Face, Medium};
use super::grid::{Fineness, Grid};
use super::march::{Marcher, Spell, Steps};
use super::sample::Sampler;
use super::shape::Shape;
use super::sink::{Moment, Sink};
use crate::matter::Material;
use crate::quantity::checked;
use crate::{InputError, Wrong};
use serde::Serialize;

/// Shape of the body.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum Geometry {
    /// Flat, heat from both faces.
    Slab,
    /// Endless round bar; the thickness is its diameter.
    Cylinder,
    /// Ball; the thickness is its diameter.
    Sphere,
    /// Endless bar, an ellipse lying on its long side; the thickness is its short axis.
    Ellipse {
        /// Long axis, mm.
        height_mm: f64,
        /// Its belly is empty.
        hollow: bool,
    },
    /// A fillet across: flat base, the thickness at one end, straight top.
    Taper {
        /// Thickness at the other end, mm.
        thin_mm: f64,
        /// From end to end, mm.
        width_mm: f64,
    },
}

/// What one face of a bare body sees.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum BareFace {
    /// A stirred fluid.
    Fluid {
        /// Coefficient, W/(m2 K).
        h_w_m2k: f64,
        /// Its temperature, C.
        fluid_c: f64,
    },
    /// A surface held at a temperature, C.
    Surface {
        /// Its temperature, C.
        surface_c: f64,
    },
    /// Heat that comes in whatever the surface does.
    Flux {
        /// How much, W/m2.
        flux_w_m2: f64,
    },
    /// Nothing passes.
    Insulated,
}

/// A span with the same faces.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct BareStage {
    /// How long, s.
    pub duration_s: f64,
    /// Low face.
    pub low: BareFace,
    /// High face.
    pub high: BareFace,
}

/// A body with constant properties.
#[derive(Debug, Clone, PartialEq)]
pub struct BareProblem {
    /// Shape.
    pub geometry: Geometry,
    /// Full thickness, or diameter, mm.
    pub thickness_mm: f64,
    /// Conductivity, W/(m K).
    pub k_w_mk: f64,
    /// Density, kg/m3.
    pub rho_kg_m3: f64,
    /// Heat capacity, J/(kg K).
    pub cp_j_kgk: f64,
    /// Temperature at the start, C.
    pub start_c: f64,
    /// What the faces see, one after another.
    pub stages: Vec<BareStage>,
    /// Rising times to report, s.
    pub report_s: Vec<f64>,
    /// Depths to report, 0 low face to 1 high face.
    pub at_share: Vec<f64>,
}

/// Temperatures of a bare body.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct BareAnswer {
    /// One row a report time, one column a depth, C.
    pub temperature_c: Vec<Vec<f64>>,
    /// The highest temperature that the coldest point reached, C. The coldest point is the one
    /// whose own highest temperature is lowest.
    pub coldest_peak_c: f64,
    /// When it was reached, s.
    pub coldest_peak_s: f64,
}

impl BareFace {
    /// Its film, W/(m2 K): without limit where the surface is held, none where the heat does not depend on it.
    fn film(self) -> f64 {
        match self {
            Self::Fluid { h_w_m2k, .. } => h_w_m2k,
            Self::Surface { .. } => HELD_W_M2K,
            Self::Flux { .. } | Self::Insulated => 0.0,
        }
    }
}

/// A surface that is held: as good as this film, W/(m2 K).
pub(super) const HELD_W_M2K: f64 = 1e9;
/// Longest section, thicknesses.
const MOST_SLENDER: f64 = 20.0;
/// Most stages: each may take thousands of steps.
const MOST_STAGES: f64 = 24.0;
/// Most temperatures in one answer.
const MOST_REPORTED: f64 = 100_000.0;

/// Highest temperature of every cell, and when.
struct Peaks(Vec<(f64, f64)>);

impl Sink for Peaks {
    fn step(&mut self, moment: &Moment<'_>) {
        for (peak, t) in self.0.iter_mut().zip(moment.t_c) {
            if *t > peak.0 {
                *peak = (*t, moment.t_s);
            }
        }
    }
}

fn face(field: &str, bare: &BareFace) -> Result<Face, InputError> {
    let t = |name: &str, v| checked(&format!("{field}.{name}"), v, (-200.0, 2000.0), "C");
    Ok(match *bare {
        BareFace::Fluid { h_w_m2k, fluid_c } => {
            let h = checked(&format!("{field}.h_w_m2k"), h_w_m2k, (0.0, 1e6), "W/m2K")?;
            Face::touching(h, Medium::Held(t("fluid_c", fluid_c)?))
        }
        BareFace::Surface { surface_c } => Face {
            held_c: Some(t("surface_c", surface_c)?),
            ..Face::INSULATED
        },
        BareFace::Flux { flux_w_m2 } => {
            let field = format!("{field}.flux_w_m2");
            Face {
                flux_w_m2: checked(&field, flux_w_m2, (-1e7, 1e7), "W/m2")?,
                ..Face::INSULATED
            }
        }
        BareFace::Insulated => Face::INSULATED,
    })
}

impl BareProblem {
    /// Solves with cells a third as wide as a plan has them, and steps of an error of a
    /// millionth of the span of temperatures.
    ///
    /// # Errors
    /// [`InputError`] for anything out of range, a taper, more than 24 stages, 10 000 report times,
    /// 1000 depths or 100 000 temperatures.
    pub fn solve(&self) -> Result<BareAnswer, InputError> {
        self.solve_with(
            Fineness::ORDINARY.scaled(1.0 / 3.0),
            Steps {
                tolerance_k: 1e-6 * self.span_k().max(100.0),
                longest_s: 1e4,
            },
        )
    }

    /// How far apart the temperatures of the problem lie, K: what an error is a share of.
    fn span_k(&self) -> f64 {
        let faces = self.stages.iter().flat_map(|stage| [stage.low, stage.high]);
        let around = faces.filter_map(|face| match face {
            BareFace::Fluid { fluid_c: t_c, .. } | BareFace::Surface { surface_c: t_c } => {
                Some(t_c)
            }
            BareFace::Flux { .. } | BareFace::Insulated => None,
        });
        let (low, high) = around.fold((self.start_c, self.start_c), |(low, high), t_c| {
            (low.min(t_c), high.max(t_c))
        });
        high - low
    }

    /// Says what is wrong with it, whatever solves it.
    pub(super) fn check(&self, most_reported: f64) -> Result<(), InputError> {
        checked("thickness_mm", self.thickness_mm, (0.1, 1000.0), "mm")?;
        checked("k_w_mk", self.k_w_mk, (1e-3, 1e3), "W/mK")?;
        checked("rho_kg_m3", self.rho_kg_m3, (1.0, 3e4), "kg/m3")?;
        checked("cp_j_kgk", self.cp_j_kgk, (10.0, 2e4), "J/kgK")?;
        checked("start_c", self.start_c, (-200.0, 2000.0), "C")?;
        checked(
            "stages",
            self.stages.len() as f64,
            (1.0, MOST_STAGES),
            "stages",
        )?;
        checked(
            "report_s",
            self.report_s.len() as f64,
            (0.0, 10_000.0),
            "times",
        )?;
        checked(
            "at_share",
            self.at_share.len() as f64,
            (0.0, 1000.0),
            "depths",
        )?;
        checked(
            "report_s",
            (self.report_s.len() * self.at_share.len()) as f64,
            (0.0, most_reported),
            "temperatures (times by depths)",
        )?;
        let mut total_s = 0.0;
        for (i, stage) in self.stages.iter().enumerate() {
            let field = format!("stages[{i}].duration_s");
            total_s += checked(&field, stage.duration_s, (0.0, 1e7), "s")?;
        }
        let mut last_s = 0.0;
        for t_s in &self.report_s {
            last_s = checked("report_s", *t_s, (last_s, total_s), "s, rising")?;
        }
        for share in &self.at_share {
            checked("at_share", *share, (0.0, 1.0), "")?;
        }
        let long = |field: &str, mm, least| {
            checked(field, mm, (least, MOST_SLENDER * self.thickness_mm), "mm")
        };
        match self.geometry {
            Geometry::Slab | Geometry::Cylinder | Geometry::Sphere => {}
            Geometry::Ellipse { height_mm, .. } => {
                long("height_mm", height_mm, self.thickness_mm)?;
            }
            Geometry::Taper { thin_mm, width_mm } => {
                checked("thin_mm", thin_mm, (0.1, self.thickness_mm), "mm")?;
                long("width_mm", width_mm, 0.5)?;
            }
        }
        Ok(())
    }

    /// Shape exponent, E - 1. Of an ellipse for the mean film of both faces in the stage that counts most,
    /// film times duration: a rest off the heat does not set it.
    fn exponent(&self) -> Result<f64, InputError> {
        Ok(match self.geometry {
            Geometry::Slab => 0.0,
            Geometry::Cylinder => 1.0,
            Geometry::Sphere => 2.0,
            Geometry::Ellipse { height_mm, hollow } => {
                let mean = |s: &BareStage| 0.5 * (s.low.film() + s.high.film());
                let counts = |s: &BareStage| s.duration_s * mean(s);
                let most = self.stages.iter();
                let most = most.max_by(|a, b| counts(a).total_cmp(&counts(b)));
                let film = most.map_or(0.0, mean);
                let bi = film * 0.5e-3 * self.thickness_mm / self.k_w_mk;
                let height_m = 1e-3 * height_mm;
                let shape = Shape::Ellipse { height_m, hollow };
                shape.dimensionality(1e-3 * self.thickness_mm, bi, 1.0) - 1.0
            }
            Geometry::Taper { .. } => {
                let takes = "true for a taper: one dimension cannot follow it";
                return Err(InputError::new(
                    "two_dimensional",
                    Wrong::WrongKind { takes },
                ));
            }
        })
    }

    /// Solves with a grid and steps of one's own.
    ///
    /// # Errors
    /// As [`Self::solve`].
    pub fn solve_with(&self, fineness: Fineness, steps: Steps) -> Result<BareAnswer, InputError> {
        self.check(MOST_REPORTED)?;
        let exponent = self.exponent()?;
        let mut stages = Vec::with_capacity(self.stages.len());
        for (i, stage) in self.stages.iter().enumerate() {
            let field = |name: &str| format!("stages[{i}].{name}");
            stages.push(Spell {
                duration_s: stage.duration_s,
                low: face(&field("low"), &stage.low)?,
                high: face(&field("high"), &stage.high)?,
                set_c: 0.0,
            });
        }
        // Fine enough near the face, for thick bodies too, yet bounded in number.
        let floor = self.thickness_mm * 1e-3 / 1000.0;
        let fineness = Fineness {
            at_face_m: fineness.at_face_m.max(floor),
            inside_m: fineness.inside_m.max(floor),
        };
        let column = Column::inert(
            Grid::new(self.thickness_mm * 1e-3, exponent, fineness),
            Material::constant(self.k_w_mk, self.rho_kg_m3, self.cp_j_kgk),
        );
        let mut marcher = Marcher::new(&column, self.start_c, None, steps);
        let mut peaks = Peaks(vec![(f64::NEG_INFINITY, 0.0); column.grid.len()]);
        let mut sampler = Sampler::new(&column.grid, &self.report_s, &self.at_share);
        marcher.run(&stages, &mut (&mut peaks, &mut sampler));
        let coldest = peaks
            .0
            .iter()
            .copied()
            .reduce(|a, b| if b.0 < a.0 { b } else { a });
        let (coldest_peak_c, coldest_peak_s) = coldest.unwrap_or((self.start_c, 0.0));
        Ok(BareAnswer {
            temperature_c: sampler.rows,
            coldest_peak_c,
            coldest_peak_s,
        })
    }
}
