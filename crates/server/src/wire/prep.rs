//! What is done to a piece before the heat, and what goes with it.

use super::piece::{MethodWire, PieceWire, TargetWire};
use super::plan::PlanRequest;
use crate::error::RequestError;
use cindo_core::fish::{Eaters, Notice};
use cindo_core::kit::{Allergen, Kitchen, KitchenAsked};
use cindo_core::plan::PlanAsked;
use cindo_core::prep::{
    Amount, Budget, Changed, CleanOffered, CoatAsked, CoatOn, Doing, Gas, LiquidAsked,
    MarinadeAsked, MixtureAsked, PrepAsked, PrepOffered, Preparation, Prepared, SaltAsked, Salted,
    SideAsked, Thaw, prep, prep_offered,
};
use cindo_core::run::What;
use cindo_core::{InputError, Within, Wrong};
use jiff::{Timestamp, ToSpan};
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

/// The piece as it is before anything is done to it, what is done, and when it is to be on the plate.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
#[schema(example = json!({ "piece": { "fish": "haddock", "thickness_mm": 25, "pieces": 4 }, "people": 4, "method": { "kind": "deep_fry_batter" }, "salt": { "school": "while_prep" }, "coat": { "kind": "cold_leavened" }, "sides": [{ "kind": "chips" }] }))]
pub struct PrepRequest {
    /// The piece.
    pub piece: PieceWire,
    /// The way.
    pub method: MethodWire,
    /// The target.
    #[serde(default)]
    pub target: TargetWire,
    /// The kitchen.
    #[serde(default)]
    pub kitchen: KitchenAsked,
    /// Who eats.
    #[serde(default)]
    pub eaters: Eaters,
    /// How many eat; as many as there are pieces when not said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schema(minimum = 1, maximum = 200)]
    pub people: Option<u32>,
    /// What is done to clean it, by keys; what is usual when not said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub clean: Option<Vec<String>>,
    /// How it is thawed, when it is frozen.
    #[serde(default)]
    pub thaw: Thaw,
    /// Out of the fridge so long before it is cooked, min.
    #[serde(default)]
    #[schema(minimum = 0, maximum = 120)]
    pub temper_min: f64,
    /// In a room of so many C; 20 when not said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schema(minimum = 5, maximum = 40)]
    pub room_c: Option<f64>,
    /// Salt.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub salt: Option<SaltAsked>,
    /// Marinade.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub marinade: Option<MarinadeAsked>,
    /// Coat.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub coat: Option<CoatAsked>,
    /// Liquid.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub liquid: Option<LiquidAsked>,
    /// Fats to make ready.
    #[serde(default)]
    pub fats: Vec<MixtureAsked>,
    /// Sauces.
    #[serde(default)]
    pub sauces: Vec<MixtureAsked>,
    /// Sides.
    #[serde(default)]
    pub sides: Vec<SideAsked>,
    /// Cooks at work; 1 when not said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schema(minimum = 1, maximum = 20)]
    pub hands: Option<u32>,
    /// What time it is; when it is not said, nothing is too late.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schema(value_type = Option<String>, format = "date-time")]
    pub now: Option<Timestamp>,
    /// On the plate then.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schema(value_type = Option<String>, format = "date-time")]
    pub plate_at: Option<Timestamp>,
}

/// One line of the clock.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub struct OnClock {
    /// When it begins; none where no time of the plate was said.
    #[schema(value_type = Option<String>, format = "date-time")]
    pub at: Option<Timestamp>,
    /// The same, s after the plate: negative.
    pub at_s: f64,
    /// What to do.
    pub act: String,
    /// Which act that is.
    pub id: String,
    /// Whole attention for so long, s.
    pub hands_s: f64,
    /// What of the kitchen it takes first.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub thing: Option<String>,
}

/// Quantities, one clock, and what follows for the piece.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub struct PrepAnswer {
    /// How many eat.
    pub people: u32,
    /// What can be done to clean it.
    pub clean: Vec<CleanOffered>,
    /// All of it in a line.
    pub essence: String,
    /// On the heat, s.
    pub off_heat_s: f64,
    /// How much of everything.
    pub quantities: Vec<Amount>,
    /// Every act in the order of time, by the clock.
    pub timeline: Vec<OnClock>,
    /// The same acts, whole: s after the plate.
    pub acts: Vec<Doing>,
    /// When the first begins, s after the plate: negative.
    pub begins_s: f64,
    /// What changed in the plan.
    pub changed: Changed,
    /// The salt.
    pub salted: Option<Salted>,
    /// The coat.
    pub coat: Option<CoatOn>,
    /// The gas in it.
    pub gas: Option<Gas>,
    /// Gas of the batter, ml at room temperature; 0 without one.
    pub gas_ml: f64,
    /// The salt of a plate.
    pub budget: Budget,
    /// All that some must avoid.
    pub allergens: Vec<Allergen>,
    /// Why it must not be done; then there are no acts.
    pub refused: Vec<Notice>,
    /// What to know, the gravest first.
    pub warnings: Vec<Notice>,
}

/// What a preparation can be made of.
#[must_use]
pub fn offered() -> PrepOffered {
    prep_offered()
}

impl PrepRequest {
    /// As the core asks for it.
    ///
    /// # Errors
    /// Whatever it refuses.
    fn asked(&self) -> Result<PrepAsked, RequestError> {
        let plate_in_s = self
            .plate_at
            .zip(self.now)
            .map(|(plate_at, now)| plate_at.duration_since(now).as_secs_f64());
        Ok(PrepAsked {
            plan: PlanAsked {
                piece: (&self.piece).into(),
                method: (&self.method).into(),
                target: self.target.asked()?,
                kitchen: Kitchen::new(&self.kitchen).within("kitchen")?,
                eaters: self.eaters,
                ..PlanAsked::default()
            },
            done: Preparation {
                people: self.people,
                clean: self.clean.clone(),
                thaw: self.thaw,
                temper_min: self.temper_min,
                room_c: self.room_c,
                salt: self.salt.clone(),
                marinade: self.marinade.clone(),
                coat: self.coat.clone(),
                liquid: self.liquid.clone(),
                fats: self.fats.clone(),
                sauces: self.sauces.clone(),
                sides: self.sides.clone(),
                hands: self.hands,
            },
            plate_in_s,
        })
    }

    /// Prepares it.
    ///
    /// # Errors
    /// Whatever the core refuses, and a time no calendar reaches.
    pub fn answer(&self) -> Result<PrepAnswer, RequestError> {
        let mut answer = PrepAnswer::from(prep(&self.asked()?)?);
        let timeline = answer.acts.iter().map(|doing| self.on_clock(doing));
        answer.timeline = timeline.collect::<Result<_, _>>()?;
        Ok(answer)
    }

    fn on_clock(&self, doing: &Doing) -> Result<OnClock, RequestError> {
        let at_s = doing.act.at_s();
        let at = self
            .plate_at
            .map(|plate_at| plate_at.checked_add((at_s.round() as i64).seconds()))
            .transpose()
            .map_err(|_| {
                let message = "no calendar reaches that far";
                InputError::new("plate_at", Wrong::Order { message })
            })?;
        let need = doing.act.needs.first();
        Ok(OnClock {
            at,
            at_s,
            act: doing.act.words.clone(),
            id: doing.act.id.clone(),
            hands_s: doing.act.hands_s,
            thing: need.map(|need| need.thing.clone().unwrap_or_else(|| need.like.to_owned())),
        })
    }
}

impl PrepAnswer {
    /// What a plan brings along: its own acts and amounts where nothing is prepared.
    ///
    /// # Errors
    /// Whatever the core refuses.
    pub fn of_plan(request: &PlanRequest) -> Result<Self, RequestError> {
        let done = request.prep.clone().unwrap_or_default();
        let plain = PlanRequest {
            prep: None,
            field: None,
            ..request.clone()
        };
        let asked = PrepAsked {
            plan: plain.asked()?,
            done: done.for_way(&request.method.kind),
            plate_in_s: None,
        };
        Ok(prep(&asked)?.into())
    }

    /// When the fish goes in, s after the plate.
    #[must_use]
    pub fn in_s(&self) -> f64 {
        let goes_in = self
            .acts
            .iter()
            .find(|doing| doing.act.what == What::In && doing.of == "fish");
        goes_in.map_or(0.0, |doing| doing.act.at_s())
    }
}

impl From<Prepared> for PrepAnswer {
    fn from(prepared: Prepared) -> Self {
        let gas_ml = prepared.gas.as_ref().map_or(0.0, |gas| gas.made_ml);
        Self {
            people: prepared.people,
            clean: prepared.clean,
            essence: prepared.essence,
            off_heat_s: prepared.plan.off_heat_s,
            quantities: prepared.amounts,
            timeline: vec![],
            acts: prepared.acts,
            begins_s: prepared.begins_s,
            changed: prepared.changed,
            salted: prepared.salted,
            coat: prepared.coat,
            gas: prepared.gas,
            gas_ml,
            budget: prepared.budget,
            allergens: prepared.allergens,
            refused: prepared.refused,
            warnings: prepared.warnings,
        }
    }
}
