//! What one plan is held against another by.

use super::answer::Plan;
use crate::run::browning::Browning;
use serde::Serialize;

/// The figures that a cook trades against each other.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Figures {
    /// The target can be met so.
    pub reached: bool,
    /// On the heat, s.
    pub off_heat_s: f64,
    /// From a cold kitchen until it is on the plate, s.
    pub to_plate_s: f64,
    /// Share of the thick part that is past done.
    pub overcooked_share: f64,
    /// And of the thin end, where there is one.
    pub thin_overcooked_share: Option<f64>,
    /// Crust where it is meant, on the softer side of a whole fish, mm.
    pub crisp_mm: f64,
    /// Colour of skin or lower side, and of flesh or upper side.
    pub browning: [Browning; 2],
    /// How long it is right for, s.
    pub leeway_s: f64,
    /// Water and juice lost, share of the raw mass.
    pub weight_loss_share: f64,
}

impl Figures {
    /// Of a plan.
    pub fn of(plan: &Plan) -> Self {
        let short = |w: &crate::fish::Notice| w.code == "target_out_of_reach";
        Self {
            reached: plan.refused.is_empty() && !plan.warnings.iter().any(short),
            off_heat_s: plan.off_heat_s,
            to_plate_s: plan.to_plate_s(),
            overcooked_share: plan.outcome.overcooked_share,
            thin_overcooked_share: plan.has_thin_end.then_some(plan.thin_end_overcooked_share),
            crisp_mm: plan.crisp_mm,
            browning: plan.signs.browning,
            leeway_s: plan.window.early_s + plan.window.late_s,
            weight_loss_share: plan.outcome.weight_loss_share,
        }
    }
}
