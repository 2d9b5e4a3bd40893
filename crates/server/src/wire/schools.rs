//! What cooks disagree about, for the piece and the settings of a plan.

use super::piece::ValueWire;
use super::plan::PlanRequest;
use crate::error::RequestError;
use cindo_core::plan::{Figures, School, schools};
use serde::{Deserialize, Serialize};
use std::collections::BTreeMap;
use utoipa::ToSchema;

/// The plan whose schools are asked for.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
#[schema(example = json!({ "plan": { "piece": { "fish": "hake", "thickness_mm": 28 }, "method": { "kind": "sear_skin_first" } } }))]
pub struct SchoolsRequest {
    /// The plan.
    pub plan: PlanRequest,
}

/// The questions of its way.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub struct SchoolsAnswer {
    /// The questions.
    pub schools: Vec<SchoolWire>,
}

/// A question that cooks answer differently.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub struct SchoolWire {
    /// In a cook's words.
    pub question: &'static str,
    /// Why ours is ours.
    pub why: &'static str,
    /// Keys of the settings it is about; none where it changes nothing that is computed, or the piece.
    pub about: Vec<&'static str>,
    /// The answers, ours first.
    pub options: Vec<SchoolOptionWire>,
}

/// One answer, and what it gives.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub struct SchoolOptionWire {
    /// In a cook's words.
    pub says: &'static str,
    /// It is how the card stands.
    pub now: bool,
    /// Settings it asks for in place of those the question is about.
    pub settings: BTreeMap<String, ValueWire>,
    /// Cut to the bone or not, where it is about that.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub scored: Option<bool>,
    /// It is about the thin end.
    pub about_thin_end: bool,
    /// The thin end then, mm; null when it is off.
    pub thin_end_mm: Option<f64>,
    /// Level of doneness, where it is about that; empty for the usual one.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub level: Option<&'static str>,
    /// It is about a sign that is waited for.
    pub about_sign: bool,
    /// The band it is then served in, C; null as it is planned.
    pub band_c: Option<[f64; 2]>,
    /// What it gives.
    pub figures: Figures,
    /// Why it does not do: not for these guests, or out of reach.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub why_not: Option<String>,
}

impl From<School> for SchoolWire {
    fn from(school: School) -> Self {
        let options = school.options.into_iter().map(|option| SchoolOptionWire {
            says: option.says,
            now: option.now,
            settings: option
                .settings
                .into_iter()
                .map(|(key, value)| (key, value.into()))
                .collect(),
            scored: option.scored,
            about_thin_end: option.thin_end_mm.is_some(),
            thin_end_mm: option.thin_end_mm.flatten(),
            level: option.level,
            about_sign: option.band_c.is_some(),
            band_c: option.band_c.flatten(),
            figures: option.figures,
            why_not: option.why_not,
        });
        Self {
            question: school.question,
            why: school.why,
            about: school.about,
            options: options.collect(),
        }
    }
}

impl SchoolsRequest {
    /// Cooks it each way.
    ///
    /// # Errors
    /// Whatever the core refuses.
    pub fn answer(&self) -> Result<SchoolsAnswer, RequestError> {
        let told = schools(&self.plan.asked()?)?;
        Ok(SchoolsAnswer {
            schools: told.into_iter().map(Into::into).collect(),
        })
    }
}
