//! A plan asked for and answered, and the heat that is looked for.

use super::piece::{MethodWire, PieceWire, TargetWire};
use super::seen::{SignsWire, SliceFieldWire};
use super::settings::{FittedWire, SettingWire};
use crate::error::RequestError;
use cindo_core::Within;
use cindo_core::choice::Crust;
use cindo_core::fish::{Eaters, Notice, Piece};
use cindo_core::heat::Body;
use cindo_core::kit::{Allergen, FatMargin, Kitchen, KitchenAsked};
use cindo_core::methods::{Step, StepTold};
use cindo_core::plan::{
    Batch, CurvePoint, Figures, Most, Party, Plan, PlanAsked, Probe, SettleAsked, TurnBy, Window,
    plan, settle,
};
use cindo_core::prep::{Preparation, contains, essence, prepared_piece};
use cindo_core::run::browning::Browning;
use cindo_core::run::{Act, FieldAsked, Heating, TimesAsked, TruthAsked};
use cindo_core::target::{Band, Goal, Safety};
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

const fn yes() -> bool {
    true
}

/// Settings and target in.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
#[schema(example = json!({ "piece": { "fish": "hake", "thickness_mm": 28, "thin_end_mm": 16 }, "method": { "kind": "slow_bake", "oven_c": 140 }, "range": false }))]
pub struct PlanRequest {
    /// The piece.
    pub piece: PieceWire,
    /// The method.
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
    /// What is done to the piece before: it is planned as it is then, and in the coat where this way takes it.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub prep: Option<Preparation>,
    /// Run the ensemble too; without it `look_from_s` and `latest_s` are `off_heat_s`.
    #[serde(default = "yes")]
    pub range: bool,
    /// Leave the heat this much later than planned, s; negative for earlier.
    #[serde(default)]
    #[schema(minimum = -3600, maximum = 3600)]
    pub late_s: f64,
    /// What a turn goes by in the range of times.
    #[serde(default)]
    pub turn_by: TurnBy,
    /// Times in place of those that would be found.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub times: Option<TimesAsked>,
    /// Another piece or fire at the times of the one asked for.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub truth: Option<TruthAsked>,
    /// Also answer the slice over time.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub field: Option<FieldAsked>,
}

impl PlanRequest {
    /// As the core asks for it.
    /// What is asked of the core.
    ///
    /// # Errors
    /// Whatever it refuses.
    pub fn asked(&self) -> Result<PlanAsked, RequestError> {
        let asked = PlanAsked {
            piece: (&self.piece).into(),
            method: (&self.method).into(),
            target: self.target.asked()?,
            kitchen: Kitchen::new(&self.kitchen).within("kitchen")?,
            eaters: self.eaters,
            range: self.range,
            turn_by: self.turn_by,
            field: self.field,
            late_s: self.late_s,
            times: self.times.clone(),
            truth: self.truth.clone(),
        };
        Ok(match &self.prep {
            Some(done) => prepared_piece(&asked, done).within("prep")?,
            None => asked,
        })
    }

    /// Plans it.
    ///
    /// # Errors
    /// Whatever the core refuses.
    pub fn answer(&self) -> Result<PlanAnswer, RequestError> {
        let asked = self.asked()?;
        let mut answer = PlanAnswer::from(plan(&asked)?);
        if let Some(done) = &self.prep {
            let piece = Piece::new(&asked.piece).within("piece")?;
            answer.prepared = Some(essence(&piece, done)).filter(|line| !line.is_empty());
            answer.allergens.extend(contains(done, &self.method.kind));
            answer.allergens.sort();
            answer.allergens.dedup();
        }
        Ok(answer)
    }
}

/// What decides when a piece comes off.
#[derive(Debug, Clone, Copy, Serialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum DecidesWire {
    /// The middle.
    Middle,
    /// The coat: gold and crisp, the middle at least right.
    Coat,
    /// The seared rim.
    Rim,
    /// The food-safety figure.
    Figure,
}

/// What a plan looks for.
#[derive(Debug, Clone, Copy, Serialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum GoalWire {
    /// The coldest point ends in the middle of the band.
    Middle,
    /// A seared rim over a middle that stays in the band.
    Rim,
    /// A slow piece still holds the low end of the band, which is a food-safety figure.
    Figure,
}

/// Times out.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub struct PlanAnswer {
    /// What was done before, in a line; none where nothing was said.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub prepared: Option<String>,
    /// Kind of method.
    pub kind: String,
    /// Its name in words.
    pub name: String,
    /// One line that says what it is.
    pub summary: String,
    /// What is looked for.
    pub goal: GoalWire,
    /// What decides when it comes off.
    pub decides: DecidesWire,
    /// Colour of both sides in the end: skin or lower, flesh or upper.
    pub browning: [Browning; 2],
    /// The band aimed at.
    pub target: Band,
    /// What a good cook sets for this thickness where that is not the usual, whatever is set now.
    pub fitted: Vec<FittedWire>,
    /// All settings, defaults filled in.
    pub settings: Vec<SettingWire>,
    /// What is heated first, side by side.
    pub heating: Vec<Heating>,
    /// From a cold kitchen until the fish goes in, s.
    pub heat_up_s: f64,
    /// From a cold kitchen until it is on the plate, s.
    pub to_plate_s: f64,
    /// Crust meant to be eaten crisp, mm; none in water, steam or salt.
    pub crisp_mm: f64,
    /// What that is to who eats it.
    pub crust: Crust,
    /// How long it takes a cook's hands from the first act to the plate, s.
    pub hands_s: f64,
    /// When the piece leaves the heat, s.
    pub off_heat_s: f64,
    /// From when to when it may leave the heat, the turns as they are, and end in the target, s; null out of reach.
    pub right_s: Option<[f64; 2]>,
    /// The smallest change of when it leaves the heat that makes it end in the target, s: 0 where it does; null where
    /// none does.
    pub change_s: Option<f64>,
    /// What it is held against another plan by.
    pub figures: Figures,
    /// The flesh is seen from the side while it cooks: no skin all round, no coat.
    pub side_seen: bool,
    /// How long each side takes as planned, s: what times are given for.
    pub sides_s: Vec<f64>,
    /// When it is turned, s.
    pub turns_s: Vec<f64>,
    /// How long it rests, s.
    pub rest_s: f64,
    /// Nine in ten pieces are not done before, s.
    pub look_from_s: f64,
    /// Nine in ten pieces are done by then, s.
    pub latest_s: f64,
    /// How forgiving it is.
    pub window: Window,
    /// Coldest point as it leaves the heat, C.
    pub core_at_off_c: f64,
    /// Mid-thickness as it leaves the heat, C: what a probe or a tester meets.
    pub probe_at_off_c: f64,
    /// Coldest point at its highest until it is eaten, C.
    pub core_peak_c: f64,
    /// When that is, s.
    pub core_peak_s: f64,
    /// Mid-thickness at its highest, C.
    pub probe_peak_c: f64,
    /// When the last of it should be eaten, s: peaks count until then.
    pub eat_by_s: f64,
    /// The same at the thin end, C.
    pub thin_end_peak_c: f64,
    /// Above this the flesh of this fish is overcooked, C; null where there is no such thing.
    pub overcooked_c: Option<f64>,
    /// Depth of the seared rim, mm, the mean of both sides.
    pub rim_mm: f64,
    /// Share of the thick part that is overcooked.
    pub overcooked_share: f64,
    /// Share of the thin end that is.
    pub thin_end_overcooked_share: f64,
    /// Share of the thick part in the band.
    pub even_share: f64,
    /// Crust on the skin side and the flesh side, mm.
    pub crust_mm: [f64; 2],
    /// Water steamed off and juice squeezed out, share of the raw mass.
    pub weight_loss_share: f64,
    /// Of it the water boiled and steamed off.
    pub evaporated_share: f64,
    /// Of it the juice, an estimate good to half of itself.
    pub juice_share: f64,
    /// Height of the cooked line from the skin side at the end, share.
    pub cooked_line_share: f64,
    /// Coldest the pan became, C.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub pan_low_c: Option<f64>,
    /// Coldest the frying oil became, C.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub oil_low_c: Option<f64>,
    /// Coldest the poaching liquid became, C.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub liquid_low_c: Option<f64>,
    /// Safety figures.
    pub safety: Safety,
    /// What can be seen and felt.
    pub signs: SignsWire,
    /// Fats for the hottest they meet, the safest first; empty where nothing is fried.
    pub fats: Vec<FatMargin>,
    /// Where something is fried, the largest batch within the chosen drop.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub batch: Option<Batch>,
    /// In how many batches all of it is cooked.
    pub batches: u32,
    /// How many pieces go in at once.
    pub a_batch: u32,
    /// From the first in to the last served, s.
    pub party_s: f64,
    /// What they lie on, how many go there, and what waiting for the other batches comes to; none where nothing that has a
    /// size is used.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub party: Option<Party>,
    /// Where a food-safety figure counts, the probe.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub probe: Option<Probe>,
    /// What is in it that some must avoid.
    pub allergens: Vec<Allergen>,
    /// Why it must not be served, or not so, by which rule; then there are no steps.
    pub refused: Vec<Notice>,
    /// What to do.
    #[schema(value_type = Vec<StepTold>)]
    pub steps: Vec<Step>,
    /// The same as acts: with hands, what of the kitchen each takes and how long it may wait.
    pub acts: Vec<Act>,
    /// What to know, the gravest first.
    pub warnings: Vec<Notice>,
    /// Slice over time of the thick part, when asked for.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub field: Option<SliceFieldWire>,
    /// Slice over time of the thin end, when asked for.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub thin_field: Option<SliceFieldWire>,
}

impl From<Plan> for PlanAnswer {
    fn from(plan: Plan) -> Self {
        let (reservoir_low_c, in_body) = (plan.outcome.reservoir_low_c, plan.body);
        let low = |body: Body| reservoir_low_c.filter(|_| in_body == Some(body));
        Self {
            prepared: None,
            kind: plan.method.kind.to_owned(),
            name: plan.method.name.to_owned(),
            summary: plan.method.summary.to_owned(),
            heat_up_s: plan.heat_up_s(),
            batches: plan.batches(),
            party_s: plan.party_s(),
            to_plate_s: plan.to_plate_s(),
            right_s: plan.right_s.map(|(from, to)| [from, to]),
            hands_s: plan.hands_s(),
            figures: Figures::of(&plan),
            change_s: plan.change_s(),
            side_seen: plan.side_seen,
            sides_s: plan.sides_s,
            crisp_mm: plan.crisp_mm,
            crust: Crust::of(plan.crisp_mm),
            heating: plan.heating,
            overcooked_c: plan.aim.overcooked_from_c(),
            rim_mm: plan.outcome.rim_mm,
            probe: plan.probe,
            allergens: plan.allergens,
            refused: plan.refused,
            decides: match plan.aim.goal {
                _ if plan.aim.coated => DecidesWire::Coat,
                Goal::Middle => DecidesWire::Middle,
                Goal::Rim(_) => DecidesWire::Rim,
                Goal::Figure(_) => DecidesWire::Figure,
            },
            browning: plan.signs.browning,
            goal: match plan.aim.goal {
                Goal::Middle => GoalWire::Middle,
                Goal::Rim(_) => GoalWire::Rim,
                Goal::Figure(_) => GoalWire::Figure,
            },
            target: plan.aim.band,
            fitted: plan
                .fitted
                .iter()
                .map(|one| FittedWire::new(plan.method, one))
                .collect(),
            settings: plan
                .chosen
                .iter()
                .filter(|choice| choice.is_offered())
                .filter_map(SettingWire::new)
                .collect(),
            off_heat_s: plan.off_heat_s,
            turns_s: plan.turns_s,
            rest_s: plan.rest_s,
            look_from_s: plan.look_from_s,
            latest_s: plan.latest_s,
            window: plan.window,
            core_at_off_c: plan.core_at_off_c,
            probe_at_off_c: plan.probe_at_off_c,
            core_peak_c: plan.outcome.core_peak_c,
            core_peak_s: plan.outcome.core_peak_s,
            probe_peak_c: plan.outcome.probe_peak_c,
            eat_by_s: plan.eat_by_s,
            thin_end_peak_c: plan.thin_end_peak_c,
            overcooked_share: plan.outcome.overcooked_share,
            thin_end_overcooked_share: plan.thin_end_overcooked_share,
            even_share: plan.outcome.even_share,
            crust_mm: plan.outcome.crust_mm,
            weight_loss_share: plan.outcome.weight_loss_share,
            evaporated_share: plan.outcome.evaporated_share,
            juice_share: plan.outcome.juice_share,
            cooked_line_share: plan.outcome.cooked_line_share,
            pan_low_c: low(Body::Pan),
            oil_low_c: low(Body::Oil),
            liquid_low_c: low(Body::Liquid),
            safety: plan.outcome.safety,
            signs: plan.signs.into(),
            fats: plan.fats,
            batch: plan.batch,
            a_batch: plan.a_batch,
            party: plan.party,
            acts: plan.steps.iter().map(|step| step.act.clone()).collect(),
            steps: plan.steps,
            warnings: plan.warnings,
            field: plan.field.map(Into::into),
            thin_field: plan.thin_field.map(Into::into),
        }
    }
}

/// What heat to choose: a plan whose main heat setting is looked for.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
#[schema(example = json!({ "plan": { "piece": { "fish": "hake", "thickness_mm": 28, "thin_end_mm": 16 }, "method": { "kind": "slow_bake" } }, "within_s": 1500 }))]
pub struct SettleRequest {
    /// The plan.
    pub plan: PlanRequest,
    /// On the heat no longer than this, s.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schema(minimum = 10, maximum = 14400)]
    pub within_s: Option<f64>,
    /// At least this much crust on one side, mm.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schema(minimum = 0, maximum = 10)]
    pub crust_mm: Option<f64>,
    /// What is to be had most of.
    #[serde(default)]
    pub most: Most,
}

/// The heat with the least overcooked.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub struct SettleAnswer {
    /// The setting that was moved.
    pub key: String,
    /// What it is called.
    pub name: String,
    /// Its value, C.
    pub value: f64,
    /// Time and crust are as asked; when not, the nearest is answered.
    pub met: bool,
    /// The plan with it.
    pub plan: PlanAnswer,
    /// What every value that was tried gives, from cool to hot.
    pub curve: Vec<CurvePoint>,
}

impl SettleRequest {
    /// Settles.
    ///
    /// # Errors
    /// Whatever the core refuses.
    pub fn answer(&self) -> Result<SettleAnswer, RequestError> {
        let settled = settle(&SettleAsked {
            plan: self.plan.asked()?,
            within_s: self.within_s,
            crust_mm: self.crust_mm,
            most: self.most,
        })?;
        Ok(SettleAnswer {
            key: settled.key.to_owned(),
            name: settled.name.to_owned(),
            curve: settled.curve,
            value: settled.value,
            met: settled.met,
            plan: settled.plan.into(),
        })
    }
}
