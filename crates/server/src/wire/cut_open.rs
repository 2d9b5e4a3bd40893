//! The piece cut open, moment after moment.

use super::plan::PlanRequest;
use crate::error::RequestError;
use base64::Engine;
use base64::engine::general_purpose::STANDARD;
use cindo_core::plan::{CutOpenAsked, cut_open};
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

/// A plan whose piece is to be cut open.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
#[schema(example = json!({ "plan": { "piece": { "fish": "sea_bass", "cut": "whole_round", "thickness_mm": 45 }, "method": { "kind": "whole_roast" } }, "moments": 25, "columns": 96 }))]
pub struct CutOpenRequest {
    /// The plan.
    pub plan: PlanRequest,
    /// So many moments, evenly from the start until it is eaten.
    #[schema(minimum = 2, maximum = 60)]
    pub moments: usize,
    /// Samples across.
    #[schema(minimum = 8, maximum = 160)]
    pub columns: usize,
}

/// A piece cut across at its thickest, moment after moment, from its whole section in two dimensions.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub struct CutOpenAnswer {
    /// Moments.
    pub moments: usize,
    /// Samples across.
    pub columns: usize,
    /// Samples upwards.
    pub rows: usize,
    /// Width and height of the piece, mm.
    pub size_mm: [f64; 2],
    /// Its outline, a closed line: mm from the left end and from the base.
    pub outline_mm: Vec<[f64; 2]>,
    /// That of its empty belly; empty where it has none.
    pub belly_mm: Vec<[f64; 2]>,
    /// Time of the last moment, s; the first is 0.
    pub end_s: f64,
    /// State, base64 of bytes, moment after moment, row after row from below over the box that the outline fills: 40
    /// steps a level as in a slice over time. Beyond the outline that at its edge.
    pub state: String,
    /// Mid-thickness at each moment, C.
    pub middle_c: Vec<f64>,
    /// Coldest place at each moment, C.
    pub coldest_c: Vec<f64>,
}

impl CutOpenRequest {
    /// Cuts it open.
    ///
    /// # Errors
    /// [`RequestError`] for anything out of range or unknown.
    pub fn answer(&self) -> Result<CutOpenAnswer, RequestError> {
        let opened = cut_open(&CutOpenAsked {
            plan: self.plan.asked()?,
            moments: self.moments,
            columns: self.columns,
        })?;
        let mm = |line: &[[f64; 2]]| line.iter().map(|at| at.map(|m| 1e3 * m)).collect();
        let moments = &opened.moments;
        let state: Vec<u8> = moments.iter().flat_map(|m| m.state.clone()).collect();
        Ok(CutOpenAnswer {
            moments: moments.len(),
            columns: opened.columns,
            rows: opened.rows,
            size_mm: opened.size_m.map(|m| 1e3 * m),
            outline_mm: mm(&opened.outline_m[0]),
            belly_mm: mm(&opened.outline_m[1]),
            end_s: moments.last().map_or(0.0, |m| m.at_s),
            state: STANDARD.encode(state),
            middle_c: moments.iter().map(|m| m.middle_c).collect(),
            coldest_c: moments.iter().map(|m| m.coldest_c).collect(),
        })
    }
}
