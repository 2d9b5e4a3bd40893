//! Every method for one piece, in order.

use super::piece::{PieceWire, TargetWire};
use super::plan::PlanAnswer;
use crate::error::RequestError;
use cindo_core::Within;
use cindo_core::fish::{Eaters, Notice, PieceAsked};
use cindo_core::kit::{Kitchen, KitchenAsked};
use cindo_core::methods::Reason;
use cindo_core::plan::{RankAsked, Tonight, Way, Wishes, rank};
use cindo_core::prep::{Preparation, begins_as};
use cindo_core::run::FieldAsked;
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

/// Piece, target and wishes in.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
#[schema(example = json!({ "piece": { "fish": "hake", "thickness_mm": 28, "thin_end_mm": 16 }, "wishes": { "crisp": true } }))]
pub struct RankRequest {
    /// The piece.
    pub piece: PieceWire,
    /// The target.
    #[serde(default)]
    pub target: TargetWire,
    /// The kitchen.
    #[serde(default)]
    pub kitchen: KitchenAsked,
    /// Who eats.
    #[serde(default)]
    pub eaters: Eaters,
    /// What is done to the piece before: it is ranked as it is then, without its coat.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub prep: Option<Preparation>,
    /// What matters.
    #[serde(default)]
    pub wishes: Wishes,
    /// What tonight leaves open: by when, what is not here, what somebody must not eat.
    #[serde(default)]
    pub tonight: Tonight,
    /// Also answer the slice over time of each.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub field: Option<FieldAsked>,
}

/// One way to cook the piece.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub struct WayWire {
    /// Kind of method.
    pub kind: String,
    /// In words.
    pub name: String,
    /// One line that says what it is.
    pub summary: String,
    /// It can be done.
    pub suits: bool,
    /// Higher stands first.
    pub score: f64,
    /// Why.
    pub reasons: Vec<Reason>,
    /// The plan with settings fitted to the piece; null when it does not suit.
    pub plan: Option<PlanAnswer>,
}

/// Every method, planned and ordered.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub struct RankAnswer {
    /// Why it must not be served, or not so done, in any way; then no way suits.
    pub refused: Vec<Notice>,
    /// What to know whatever the way, the gravest first.
    pub notices: Vec<Notice>,
    /// Best first, unsuitable last.
    pub ways: Vec<WayWire>,
}

impl From<Way> for WayWire {
    fn from(way: Way) -> Self {
        Self {
            kind: way.method.kind.to_owned(),
            name: way.method.name.to_owned(),
            summary: way.method.summary.to_owned(),
            suits: way.suits,
            score: way.score,
            reasons: way.reasons,
            plan: way.plan.map(Into::into),
        }
    }
}

impl RankRequest {
    /// Ranks.
    ///
    /// # Errors
    /// Whatever the core refuses.
    pub fn answer(&self) -> Result<RankAnswer, RequestError> {
        let kitchen = Kitchen::new(&self.kitchen).within("kitchen")?;
        let piece = PieceAsked::from(&self.piece);
        let piece = match &self.prep {
            Some(done) => begins_as(&piece, &kitchen, done).within("prep")?,
            None => piece,
        };
        let ranked = rank(&RankAsked {
            piece,
            target: self.target.asked()?,
            kitchen,
            eaters: self.eaters,
            wishes: self.wishes,
            tonight: self.tonight.clone(),
            field: self.field,
        })?;
        Ok(RankAnswer {
            refused: ranked.refused,
            notices: ranked.notices,
            ways: ranked.ways.into_iter().map(Into::into).collect(),
        })
    }
}
