//! Settings and times in, temperatures out.

use super::piece::{MethodWire, PieceWire, TargetWire};
use super::plan::PlanRequest;
use crate::error::RequestError;
use cindo_core::Within;
use cindo_core::fish::{Eaters, Notice};
use cindo_core::kit::{Kitchen, KitchenAsked};
use cindo_core::plan::{SeriesPoint, SimulateAsked, Simulated, simulate};
use cindo_core::run::{TimesAsked, TruthAsked};
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

/// Settings and times in.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
#[schema(example = json!({ "piece": { "fish": "hake", "thickness_mm": 28 }, "method": { "kind": "steam" }, "times": { "sides_s": [480], "rest_s": 60 } }))]
pub struct SimulateRequest {
    /// The piece.
    pub piece: PieceWire,
    /// The method.
    pub method: MethodWire,
    /// The kitchen.
    #[serde(default)]
    pub kitchen: KitchenAsked,
    /// Who eats.
    #[serde(default)]
    pub eaters: Eaters,
    /// What it is to become, if it is to be said what would make the times right; `{}` is the usual level.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub target: Option<TargetWire>,
    /// The times.
    pub times: TimesAsked,
    /// Another piece or fire at these times.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub truth: Option<TruthAsked>,
}

/// Temperatures out.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub struct SimulateAnswer {
    /// Coldest cell when it left the heat, C.
    pub core_at_off_c: f64,
    /// Mid-thickness then, C: what a probe or a tester meets.
    pub probe_at_off_c: f64,
    /// Coldest point at its highest until it is eaten, C.
    pub core_peak_c: f64,
    /// Mid-thickness at its highest, C.
    pub probe_peak_c: f64,
    /// When the last of it should be eaten, s: peaks count until then, the series goes to the end of the rest.
    pub eat_by_s: f64,
    /// Crust on the skin side and the flesh side, mm.
    pub crust_mm: [f64; 2],
    /// Water steamed off and juice squeezed out, share of the raw mass.
    pub weight_loss_share: f64,
    /// Heat the books do not account for, share of what was exchanged.
    pub heat_imbalance_share: f64,
    /// Water the books do not account for, share of what was lost.
    pub water_imbalance_share: f64,
    /// From when to when it may leave the heat and end in the target, the turns as they are, s; null where no time
    /// does, for another truth, and without a target.
    pub right_s: Option<[f64; 2]>,
    /// The smallest change of that time that makes it right, s: 0 where it is.
    pub change_s: Option<f64>,
    /// Why this piece must not be served, whatever the times.
    pub refused: Vec<Notice>,
    /// Evenly spaced from 0 to the end of the rest.
    pub series: Vec<SeriesPoint>,
}

impl From<Simulated> for SimulateAnswer {
    fn from(done: Simulated) -> Self {
        Self {
            core_at_off_c: done.core_at_off_c,
            probe_at_off_c: done.probe_at_off_c,
            core_peak_c: done.outcome.core_peak_c,
            probe_peak_c: done.outcome.probe_peak_c,
            eat_by_s: done.eat_by_s,
            crust_mm: done.outcome.crust_mm,
            weight_loss_share: done.outcome.weight_loss_share,
            heat_imbalance_share: done.heat_imbalance_share,
            water_imbalance_share: done.water_imbalance_share,
            right_s: done.right_s.map(|(from, to)| [from, to]),
            change_s: done.change_s,
            refused: done.refused,
            series: done.series,
        }
    }
}

impl SimulateAnswer {
    /// The piece of a plan, prepared as it says, along these times.
    ///
    /// # Errors
    /// Whatever the core refuses.
    pub fn of_plan(request: &PlanRequest, times: TimesAsked) -> Result<Self, RequestError> {
        let asked = request.asked()?;
        let done = simulate(&SimulateAsked {
            piece: asked.piece,
            method: asked.method,
            kitchen: asked.kitchen,
            eaters: asked.eaters,
            target: None,
            times,
            truth: None,
        })?;
        Ok(done.into())
    }
}

impl SimulateRequest {
    /// Simulates.
    ///
    /// # Errors
    /// Whatever the core refuses.
    pub fn answer(&self) -> Result<SimulateAnswer, RequestError> {
        let done = simulate(&SimulateAsked {
            piece: (&self.piece).into(),
            method: (&self.method).into(),
            kitchen: Kitchen::new(&self.kitchen).within("kitchen")?,
            eaters: self.eaters,
            target: self.target.as_ref().map(TargetWire::asked).transpose()?,
            times: self.times.clone(),
            truth: self.truth.clone(),
        })?;
        Ok(done.into())
    }
}
