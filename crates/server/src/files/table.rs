//! Temperatures over time as comma-separated values (RFC 4180), a row a moment.

use crate::error::RequestError;
use crate::wire::{PlanAnswer, PlanRequest, PrepAnswer, SimulateAnswer};
use cindo_core::run::TimesAsked;

/// How much of everything that goes with it, a row each: what it is for, g, ml, number, spoons, how that was made, who says so.
pub(super) fn write_amounts(request: &PlanRequest) -> Result<String, RequestError> {
    let prepared = PrepAnswer::of_plan(request)?;
    let mut table = csv::Writer::from_writer(vec![]);
    let figure = |value: Option<f64>| value.map_or_else(String::new, |value| format!("{value:.1}"));
    let mut rows = || -> Result<(), csv::Error> {
        table.write_record(["of", "what", "g", "ml", "count", "spoons", "how", "source"])?;
        for one in &prepared.quantities {
            table.write_record([
                one.of.clone(),
                one.what.clone(),
                figure(Some(one.g)),
                figure(one.ml),
                figure(one.count),
                one.spoons.clone().unwrap_or_default(),
                one.how.clone(),
                one.source.clone(),
            ])?;
        }
        Ok(())
    };
    rows().map_err(RequestError::ours)?;
    text(table)
}

pub(super) fn text(table: csv::Writer<Vec<u8>>) -> Result<String, RequestError> {
    let bytes = table
        .into_inner()
        .map_err(|e| RequestError::ours(e.to_string()))?;
    String::from_utf8(bytes).map_err(RequestError::ours)
}

/// Writes it: the times of the plan, simulated.
pub(super) fn write(request: &PlanRequest, plan: &PlanAnswer) -> Result<String, RequestError> {
    let times = TimesAsked {
        sides_s: plan.sides_s.clone(),
        rest_s: plan.rest_s,
    };
    let simulated = SimulateAnswer::of_plan(request, times)?;
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
    text(table)
}
