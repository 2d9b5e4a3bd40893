//! The bare solver.

use crate::error::RequestError;
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

/// The bare solver with constant properties.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
#[schema(example = json!({ "geometry": "slab", "thickness_mm": 20, "k_w_mk": 0.5, "rho_kg_m3": 1050, "cp_j_kgk": 3600, "start_c": 5, "stages": [{ "duration_s": 600, "low": { "surface_c": 80 }, "high": { "h_w_m2k": 30, "fluid_c": 150 } }], "report_s": [300, 600], "at_share": [0.5] }))]
pub struct HeatRequest {
    /// Shape.
    pub geometry: Geometry,
    /// Full thickness, or diameter, mm.
    #[schema(minimum = 0.1, maximum = 1000)]
    pub thickness_mm: f64,
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

impl HeatRequest {
    /// Solves.
    ///
    /// # Errors
    /// Whatever the core refuses.
    pub fn answer(&self) -> Result<BareAnswer, RequestError> {
        let mut stages = Vec::with_capacity(self.stages.len());
        for (i, stage) in self.stages.iter().enumerate() {
            stages.push(BareStage {
                duration_s: stage.duration_s,
                low: stage.low.bare(&format!("stages[{i}].low"))?,
                high: stage.high.bare(&format!("stages[{i}].high"))?,
            });
        }
        let problem = BareProblem {
            geometry: self.geometry,
            thickness_mm: self.thickness_mm,
            k_w_mk: self.k_w_mk,
            rho_kg_m3: self.rho_kg_m3,
            cp_j_kgk: self.cp_j_kgk,
            start_c: self.start_c,
            stages,
            report_s: self.report_s.clone(),
            at_share: self.at_share.clone(),
        };
        Ok(problem.solve()?)
    }
}
