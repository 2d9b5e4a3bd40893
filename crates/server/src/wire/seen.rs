//! What is seen: the slice over time, the piece cut open, and the signs.

use super::plan::PlanRequest;
use crate::error::RequestError;
use base64::Engine;
use base64::engine::general_purpose::STANDARD;
use cindo_core::plan::{CutOpenAsked, cut_open};
use cindo_core::run::{Beads, Bubbling, Lip, Press, Signs, SliceField, Tester};
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

/// The slice over time: `times` columns of `depths` bytes each, low face (skin) first.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub struct SliceFieldWire {
    /// Columns.
    pub times: usize,
    /// Rows.
    pub depths: usize,
    /// Time of the last column, s; the first is 0.
    pub end_s: f64,
    /// State, base64 of bytes, 40 steps a level: 0 raw, 1 half set, 2 low end of the target,
    /// 3 high end, 4 overcooked, 5 boiling hot, 6 crust.
    pub state: String,
    /// Temperature, base64 of bytes, two steps a kelvin from 0 C, held at 127.5 C.
    pub half_c: String,
}

impl From<SliceField> for SliceFieldWire {
    fn from(field: SliceField) -> Self {
        Self {
            times: field.times,
            depths: field.depths,
            end_s: field.end_s,
            state: STANDARD.encode(field.state),
            half_c: STANDARD.encode(field.half_c),
        }
    }
}

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

/// The cooked line at one time.
#[derive(Debug, Clone, Copy, Serialize, ToSchema)]
pub struct CookedLineWire {
    /// Time, s.
    pub t_s: f64,
    /// Height from the skin side, share of the thickness.
    pub height_share: f64,
}

/// What can be seen and felt.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub struct SignsWire {
    /// When the skin side lets go of pan or grate, s; null when it does not.
    pub skin_release_s: Option<f64>,
    /// When the flesh side lets go, s.
    pub flesh_release_s: Option<f64>,
    /// Browning of skin side and flesh side, minutes at 120 C.
    pub browning_min: [f64; 2],
    /// The cooked line up the side.
    pub cooked_line: Vec<CookedLineWire>,
    /// The tester as it leaves the heat.
    pub tester: Tester,
    /// Tester to the lip.
    pub lip: Lip,
    /// When bone lets go all through, s; null when it does not.
    pub bone_lets_go_s: Option<f64>,
    /// White beads as it leaves the heat.
    pub beads: Beads,
    /// A finger pressed as it leaves the heat.
    pub press: Press,
    /// How water leaves just before it leaves the heat.
    pub bubbling: Bubbling,
}

impl From<Signs> for SignsWire {
    fn from(signs: Signs) -> Self {
        let [skin_release_s, flesh_release_s] = signs.release_s;
        let line = signs.cooked_line.iter();
        Self {
            skin_release_s,
            flesh_release_s,
            browning_min: signs.browning_min,
            cooked_line: line
                .map(|(t_s, height_share)| CookedLineWire {
                    t_s: *t_s,
                    height_share: *height_share,
                })
                .collect(),
            tester: signs.off.tester,
            lip: signs.off.lip,
            bone_lets_go_s: signs.bone_s,
            beads: signs.off.beads,
            press: signs.off.press,
            bubbling: signs.off.bubbling,
        }
    }
}
