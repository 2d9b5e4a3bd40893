//! Temperatures over time as comma-separated values (RFC 4180), a row a moment.

use crate::error::RequestError;
use crate::wire::{PlanAnswer, PlanRequest, SimulateRequest};
use cindo_core::run::TimesAsked;

/// Writes it: the times of the plan, simulated.
pub(super) fn write(request: &PlanRequest, plan: &PlanAnswer) -> Result<String, RequestError> {
    let simulated = SimulateRequest {
        piece: request.piece.clone(),
        method: request.method.clone(),
        kitchen: request.kitchen.clone(),
        eaters: request.eaters,
        target: None,
        times: TimesAsked {
            sides_s: plan.sides_s.clone(),
            rest_s: plan.rest_s,
        },
        truth: None,
    }
    .answer()?;
    let mut table = csv::Writer::from_writer(vec![]);
    let mut rows = || -> Result<(), csv::Error> {
        table.write_record(["time_s", "core_c", "skin_side_c", "flesh_side_c"])?;
        for point in &simulated.series {
            table.write_record([
                format!("{:.1}", point.t_s),
                format!("{:.2}", point.core_c),
                format!("{:.2}", point.skin_c),
                format!("{:.2}", point.flesh_c),
            ])?;
        }
        Ok(())
    };
    rows().map_err(RequestError::ours)?;
    let bytes = table
        .into_inner()
        .map_err(|e| RequestError::ours(e.to_string()))?;
    String::from_utf8(bytes).map_err(RequestError::ours)
}
