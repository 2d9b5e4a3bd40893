//! The bare solver.

use crate::error::RequestError;
use cindo_core::InputError;
use cindo_core::heat::{BareAnswer, BareFace, BareProblem, BareStage, Geometry};
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

/// What one face sees: `h_w_m2k` with `fluid_c`, or `surface_c`, or `flux_w_m2`, or
/// `insulated: true`.
#[derive(Debug, Clone, Copy, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct FaceWire {
    /// Coefficient, W/(m2 K).
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub h_w_m2k: Option<f64>,
    /// Temperature of the fluid, C.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub fluid_c: Option<f64>,
    /// Temperature of the surface, C.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub surface_c: Option<f64>,
    /// Heat that comes in whatever the surface does, W/m2.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub flux_w_m2: Option<f64>,
    /// Nothing passes.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub insulated: Option<bool>,
}

impl FaceWire {
    fn bare(self, field: &str) -> Result<BareFace, RequestError> {
        match self {
            Self {
                h_w_m2k: Some(h_w_m2k),
                fluid_c: Some(fluid_c),
                surface_c: None,
                flux_w_m2: None,
                insulated: None,
            } => Ok(BareFace::Fluid { h_w_m2k, fluid_c }),
            Self {
                h_w_m2k: None,
                fluid_c: None,
                surface_c: Some(surface_c),
                flux_w_m2: None,
                insulated: None,
            } => Ok(BareFace::Surface { surface_c }),
            Self {
                h_w_m2k: None,
                fluid_c: None,
                surface_c: None,
                flux_w_m2: Some(flux_w_m2),
                insulated: None,
            } => Ok(BareFace::Flux { flux_w_m2 }),
            Self {
                h_w_m2k: None,
                fluid_c: None,
                surface_c: None,
                flux_w_m2: None,
                insulated: Some(true),
            } => Ok(BareFace::Insulated),
            _ => Err(RequestError::Shape {
                field: field.to_owned(),
                message:
                    "a face is h_w_m2k with fluid_c, or surface_c, or flux_w_m2, or insulated: true"
                        .into(),
            }),
        }
    }
}

/// A span with the same faces.
#[derive(Debug, Clone, Copy, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct HeatStageWire {
    /// How long, s.
    pub duration_s: f64,
    /// Low face.
    pub low: FaceWire,
    /// High face.
    pub high: FaceWire,
}

/// Shape of the body.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum Shape {
    /// Flat, heat from both faces.
    Slab,
    /// Endless round bar.
    Cylinder,
    /// Ball.
    Sphere,
    /// Endless bar with the section of an ellipse, lying on its long side of `height_mm`.
    Ellipse,
    /// A fillet across, flat below: `thickness_mm` at one end, `thin_mm` at the other, `width_mm` between.
    Taper,
}

/// The bare solver with constant properties.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
#[schema(example = json!({ "geometry": "slab", "thickness_mm": 20, "k_w_mk": 0.5, "rho_kg_m3": 1050, "cp_j_kgk": 3600, "start_c": 5, "stages": [{ "duration_s": 600, "low": { "surface_c": 80 }, "high": { "h_w_m2k": 30, "fluid_c": 150 } }], "report_s": [300, 600], "at_share": [0.5] }))]
pub struct HeatRequest {
    /// Shape.
    pub geometry: Shape,
    /// Full thickness, or diameter, or short axis of the ellipse, mm.
    #[schema(minimum = 0.1, maximum = 1000)]
    pub thickness_mm: f64,
    /// Long axis of an ellipse, mm: one to twenty times its thickness.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub height_mm: Option<f64>,
    /// The belly of an ellipse is empty, as of a gutted fish; nothing passes its walls.
    #[serde(default)]
    pub hollow: bool,
    /// Thickness at the thin end of a taper, mm.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub thin_mm: Option<f64>,
    /// From end to end of a taper, mm.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub width_mm: Option<f64>,
    /// Follow the section in two dimensions: an ellipse (else one dimension with its equivalent dimensionality)
    /// or a taper, which has no other way.
    #[serde(default)]
    pub two_dimensional: bool,
    /// Conductivity, W/(m K).
    #[schema(minimum = 0.001, maximum = 1000)]
    pub k_w_mk: f64,
    /// Density, kg/m3.
    #[schema(minimum = 1, maximum = 30000)]
    pub rho_kg_m3: f64,
    /// Heat capacity, J/(kg K).
    #[schema(minimum = 10, maximum = 20000)]
    pub cp_j_kgk: f64,
    /// Temperature at the start, C.
    #[schema(minimum = -200, maximum = 2000)]
    pub start_c: f64,
    /// What the faces see, one after another.
    pub stages: Vec<HeatStageWire>,
    /// Rising times to report, s.
    #[serde(default)]
    pub report_s: Vec<f64>,
    /// Depths to report, 0 low face to 1 high face.
    #[serde(default)]
    pub at_share: Vec<f64>,
}

/// Temperatures of a bare body.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub struct HeatAnswer {
    #[serde(flatten)]
    bare: BareAnswer,
    /// Of a section, the middle of its thickness at each report time, C; in a taper at 15 % of the width from
    /// the thick end.
    #[serde(skip_serializing_if = "Option::is_none")]
    centre_c: Option<Vec<f64>>,
    /// Of a section, the coldest point at each report time, C.
    #[serde(skip_serializing_if = "Option::is_none")]
    coldest_c: Option<Vec<f64>>,
}

impl HeatRequest {
    /// The shape with the lengths it needs, and no other.
    fn geometry(&self) -> Result<Geometry, RequestError> {
        let needed = |name, value: Option<f64>| value.ok_or_else(|| InputError::missing(name));
        let lengths = [
            ("height_mm", self.height_mm, Shape::Ellipse),
            ("thin_mm", self.thin_mm, Shape::Taper),
            ("width_mm", self.width_mm, Shape::Taper),
        ];
        for (name, value, of) in lengths {
            if value.is_some() && of != self.geometry {
                return Err(RequestError::Shape {
                    field: name.into(),
                    message: match of {
                        Shape::Ellipse => "only an ellipse has a height_mm".into(),
                        _ => format!("only a taper has a {name}"),
                    },
                });
            }
        }
        Ok(match self.geometry {
            Shape::Slab => Geometry::Slab,
            Shape::Cylinder => Geometry::Cylinder,
            Shape::Sphere => Geometry::Sphere,
            Shape::Ellipse => Geometry::Ellipse {
                height_mm: needed("height_mm", self.height_mm)?,
                hollow: self.hollow,
            },
            Shape::Taper => Geometry::Taper {
                thin_mm: needed("thin_mm", self.thin_mm)?,
                width_mm: needed("width_mm", self.width_mm)?,
            },
        })
    }

    /// Solves.
    ///
    /// # Errors
    /// Whatever the core refuses.
    pub fn answer(&self) -> Result<HeatAnswer, RequestError> {
        let mut stages = Vec::with_capacity(self.stages.len());
        for (i, stage) in self.stages.iter().enumerate() {
            stages.push(BareStage {
                duration_s: stage.duration_s,
                low: stage.low.bare(&format!("stages[{i}].low"))?,
                high: stage.high.bare(&format!("stages[{i}].high"))?,
            });
        }
        let problem = BareProblem {
            geometry: self.geometry()?,
            thickness_mm: self.thickness_mm,
            k_w_mk: self.k_w_mk,
            rho_kg_m3: self.rho_kg_m3,
            cp_j_kgk: self.cp_j_kgk,
            start_c: self.start_c,
            stages,
            report_s: self.report_s.clone(),
            at_share: self.at_share.clone(),
        };
        if self.two_dimensional {
            let section = problem.solve_section()?;
            return Ok(HeatAnswer {
                bare: section.bare,
                centre_c: Some(section.centre_c),
                coldest_c: Some(section.coldest_c),
            });
        }
        Ok(HeatAnswer {
            bare: problem.solve()?,
            centre_c: None,
            coldest_c: None,
        })
    }
}
