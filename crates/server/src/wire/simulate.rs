//! Settings and times in, temperatures out.

use super::piece::{MethodWire, PieceWire};
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
            refused: done.refused,
            series: done.series,
        }
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
            times: self.times.clone(),
            truth: self.truth,
        })?;
        Ok(done.into())
    }
}
