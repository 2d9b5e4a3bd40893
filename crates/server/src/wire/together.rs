//! Several pieces at once.

use super::plan::PlanRequest;
use crate::error::RequestError;
use cindo_core::fish::Notice;
use cindo_core::plan::{Among, BesideAsked, Company, TogetherAsked, together};
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

/// Several pieces under one way, in one pan, bath or oven.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
#[schema(example = json!({ "plan": { "piece": { "fish": "hake", "thickness_mm": 28 }, "method": { "kind": "sear_both_sides" } }, "beside": [{ "thickness_mm": 18, "pieces": 2 }] }))]
pub struct TogetherRequest {
    /// The first piece, and all that they share.
    pub plan: PlanRequest,
    /// 1 to 7 others.
    pub beside: Vec<BesideAsked>,
    /// All out at once, or all in at once.
    #[serde(default)]
    pub company: Company,
}

/// One piece among the others. Times count from when the first goes in.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub struct AmongWire {
    /// How many of it.
    pub pieces: u32,
    /// Thickness, mm.
    pub thickness_mm: f64,
    /// When it goes in, s.
    pub in_s: f64,
    /// When it is turned, s.
    pub turns_s: Vec<f64>,
    /// When it comes out, s.
    pub off_s: f64,
    /// How long it is on the heat, s.
    pub on_heat_s: f64,
    /// And how long it would be alone, s.
    pub alone_s: f64,
    /// Coldest point at its highest, C.
    pub core_peak_c: f64,
    /// Share that is past done.
    pub overcooked_share: f64,
}

/// When each goes in and comes out.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub struct TogetherAnswer {
    /// In the order asked for; none when one of them must not be served.
    pub pieces: Vec<AmongWire>,
    /// Coldest that what they share becomes, C; null where they share nothing that cools.
    pub low_c: Option<f64>,
    /// Why one of them must not be served.
    pub refused: Vec<Notice>,
    /// What to know of any of them.
    pub warnings: Vec<Notice>,
}

impl From<Among> for AmongWire {
    fn from(among: Among) -> Self {
        Self {
            pieces: among.pieces,
            thickness_mm: among.thickness_mm,
            in_s: among.in_s,
            turns_s: among.turns_s,
            off_s: among.off_s,
            on_heat_s: among.on_heat_s,
            alone_s: among.alone.off_heat_s,
            core_peak_c: among.outcome.core_peak_c,
            overcooked_share: among.outcome.overcooked_share,
        }
    }
}

impl TogetherRequest {
    /// Cooks them.
    ///
    /// # Errors
    /// Whatever the core refuses.
    pub fn answer(&self) -> Result<TogetherAnswer, RequestError> {
        let told = together(&TogetherAsked {
            plan: self.plan.asked()?,
            beside: self.beside.clone(),
            company: self.company,
        })?;
        Ok(TogetherAnswer {
            pieces: told.pieces.into_iter().map(Into::into).collect(),
            low_c: told.low_c,
            refused: told.refused,
            warnings: told.warnings,
        })
    }
}
