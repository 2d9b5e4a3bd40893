//! Requests to the engine and its answers.

use super::piece::{MethodWire, PieceWire, TargetWire};
use crate::error::RequestError;
use base64::Engine;
use base64::engine::general_purpose::STANDARD;
use cindo_core::Within;
use cindo_core::heat::{BareAnswer, BareFace, BareProblem, BareStage, Body, Geometry};
use cindo_core::kit::{FatMargin, Kitchen, KitchenAsked};
use cindo_core::methods::{Choice, Reason, Step, Takes, Value};
use cindo_core::plan::{
    Batch, Plan, PlanAsked, RankAsked, SeriesPoint, SettleAsked, SimulateAsked, Simulated, TurnBy,
    Warning, Way, Window, Wishes, plan, rank, settle, simulate,
};
use cindo_core::run::{
    Beads, Bubbling, FieldAsked, Lip, Press, Signs, SliceField, Tester, TimesAsked, TruthAsked,
};
use cindo_core::target::{Band, Safety};
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

const fn yes() -> bool {
    true
}

/// Settings and target in.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
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
    fn asked(&self) -> Result<PlanAsked, RequestError> {
        Ok(PlanAsked {
            piece: (&self.piece).into(),
            method: (&self.method).into(),
            target: self.target.asked()?,
            kitchen: Kitchen::new(&self.kitchen).within("kitchen")?,
            range: self.range,
            turn_by: self.turn_by,
            field: self.field,
            late_s: self.late_s,
            times: self.times.clone(),
            truth: self.truth,
        })
    }

    /// Plans it.
    ///
    /// # Errors
    /// Whatever the core refuses.
    pub fn answer(&self) -> Result<PlanAnswer, RequestError> {
        Ok(plan(&self.asked()?)?.into())
    }
}

/// One word a setting can be.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub struct OptionWire {
    /// Name on the wire.
    pub key: String,
    /// In words.
    pub name: String,
}

/// What a setting takes, and its value.
#[derive(Debug, Clone, Serialize, ToSchema)]
#[serde(tag = "takes", rename_all = "snake_case")]
pub enum SettingTakes {
    /// A number.
    Number {
        /// Value now.
        value: f64,
        /// Smallest.
        min: f64,
        /// Largest.
        max: f64,
        /// Step of a slider.
        step: f64,
        /// C, K (a difference), mm, s, l, g or empty for a share.
        unit: String,
        /// Without being asked.
        default: f64,
    },
    /// One of some words.
    Choice {
        /// Value now.
        value: String,
        /// What it can be.
        options: Vec<OptionWire>,
        /// Without being asked.
        default: String,
    },
    /// Yes or no.
    Flag {
        /// Value now.
        value: bool,
        /// Without being asked.
        default: bool,
    },
}

/// One setting of the method.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub struct SettingWire {
    /// Name on the wire.
    pub key: String,
    /// In words.
    pub name: String,
    /// Most cooks leave it as it is.
    pub finer: bool,
    /// What it takes, and its value.
    pub control: SettingTakes,
}

impl SettingWire {
    fn new(choice: &Choice) -> Option<Self> {
        let spec = choice.spec;
        let words = |value: &str, default: &str| SettingTakes::Choice {
            value: value.to_owned(),
            options: choice
                .options
                .iter()
                .map(|(key, name)| OptionWire {
                    key: key.clone(),
                    name: name.clone(),
                })
                .collect(),
            default: default.to_owned(),
        };
        let control = match (spec.takes, &choice.value) {
            (
                Takes::Number {
                    min,
                    max,
                    step,
                    unit,
                    default,
                },
                Value::Number(value),
            ) => SettingTakes::Number {
                value: *value,
                min,
                max,
                step,
                unit: unit.symbol().to_owned(),
                default,
            },
            (Takes::Choice { default, .. }, Value::Word(value)) => words(value, default),
            (Takes::Kit { default, .. }, Value::Word(value)) => {
                // Where the usual thing is not here, the first that is.
                let here = choice.options.iter().any(|(key, _)| key == default);
                let first = choice.options.first().map_or(default, |(key, _)| key);
                words(value, if here { default } else { first })
            }
            (Takes::Flag { default }, Value::Flag(value)) => SettingTakes::Flag {
                value: *value,
                default,
            },
            _ => return None, // checked when it was read
        };
        Some(Self {
            key: spec.key.to_owned(),
            name: spec.name.to_owned(),
            finer: spec.finer,
            control,
        })
    }
}

/// The slice over time: `times` columns of `depths` bytes each, low face (skin) first.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub struct SliceFieldWire {
    /// Columns.
    pub times: usize,
    /// Rows.
    pub depths: usize,
    /// Time of the last column, s; the first is 0.
    pub end_s: f64,
    /// State, base64 of bytes, 40 steps a level: 0 raw, 1 half set, 2 low end of the target,
    /// 3 high end, 4 overcooked, 5 boiling hot, 6 crust.
    pub state: String,
    /// Temperature, base64 of bytes, two steps a kelvin from 0 C, held at 127.5 C.
    pub half_c: String,
}

impl From<SliceField> for SliceFieldWire {
    fn from(field: SliceField) -> Self {
        Self {
            times: field.times,
            depths: field.depths,
            end_s: field.end_s,
            state: STANDARD.encode(field.state),
            half_c: STANDARD.encode(field.half_c),
        }
    }
}

/// The cooked line at one time.
#[derive(Debug, Clone, Copy, Serialize, ToSchema)]
pub struct CookedLineWire {
    /// Time, s.
    pub t_s: f64,
    /// Height from the skin side, share of the thickness.
    pub height_share: f64,
}

/// What can be seen and felt.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub struct SignsWire {
    /// When the skin side lets go of pan or grate, s; null when it does not.
    pub skin_release_s: Option<f64>,
    /// When the flesh side lets go, s.
    pub flesh_release_s: Option<f64>,
    /// Browning of skin side and flesh side, minutes at 120 C.
    pub browning_min: [f64; 2],
    /// The cooked line up the side.
    pub cooked_line: Vec<CookedLineWire>,
    /// The tester as it leaves the heat.
    pub tester: Tester,
    /// Tester to the lip.
    pub lip: Lip,
    /// When bone lets go all through, s; null when it does not.
    pub bone_lets_go_s: Option<f64>,
    /// White beads as it leaves the heat.
    pub beads: Beads,
    /// A finger pressed as it leaves the heat.
    pub press: Press,
    /// How water leaves just before it leaves the heat.
    pub bubbling: Bubbling,
}

impl From<Signs> for SignsWire {
    fn from(signs: Signs) -> Self {
        let [skin_release_s, flesh_release_s] = signs.release_s;
        let line = signs.cooked_line.iter();
        Self {
            skin_release_s,
            flesh_release_s,
            browning_min: signs.browning_min,
            cooked_line: line
                .map(|(t_s, height_share)| CookedLineWire {
                    t_s: *t_s,
                    height_share: *height_share,
                })
                .collect(),
            tester: signs.off.tester,
            lip: signs.off.lip,
            bone_lets_go_s: signs.bone_s,
            beads: signs.off.beads,
            press: signs.off.press,
            bubbling: signs.off.bubbling,
        }
    }
}

/// What heat to choose: a plan whose main heat setting is looked for.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
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
}

/// The heat with the least overcooked.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub struct SettleAnswer {
    /// The setting that was moved.
    pub key: String,
    /// Its value, C.
    pub value: f64,
    /// Time and crust are as asked; when not, the nearest is answered.
    pub met: bool,
    /// The plan with it.
    pub plan: PlanAnswer,
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
        })?;
        Ok(SettleAnswer {
            key: settled.key.to_owned(),
            value: settled.value,
            met: settled.met,
            plan: settled.plan.into(),
        })
    }
}

/// Times out.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub struct PlanAnswer {
    /// Kind of method.
    pub kind: String,
    /// Its name in words.
    pub name: String,
    /// One line that says what it is.
    pub summary: String,
    /// The band aimed at.
    pub target: Band,
    /// All settings, defaults filled in.
    pub settings: Vec<SettingWire>,
    /// When the piece leaves the heat, s.
    pub off_heat_s: f64,
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
    /// Coldest point at its highest, C.
    pub core_peak_c: f64,
    /// The same at the thin end, C.
    pub thin_end_peak_c: f64,
    /// Share of the thick part above 66 C.
    pub overcooked_share: f64,
    /// Share of the thin end above 66 C.
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
    /// What to do.
    pub steps: Vec<Step>,
    /// What to know.
    pub warnings: Vec<Warning>,
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
            kind: plan.method.kind.to_owned(),
            name: plan.method.name.to_owned(),
            summary: plan.method.summary.to_owned(),
            target: plan.band,
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
            core_peak_c: plan.outcome.core_peak_c,
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
            steps: plan.steps,
            warnings: plan.warnings,
            field: plan.field.map(Into::into),
            thin_field: plan.thin_field.map(Into::into),
        }
    }
}

/// Piece, target and wishes in.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct RankRequest {
    /// The piece.
    pub piece: PieceWire,
    /// The target.
    #[serde(default)]
    pub target: TargetWire,
    /// The kitchen.
    #[serde(default)]
    pub kitchen: KitchenAsked,
    /// What matters.
    #[serde(default)]
    pub wishes: Wishes,
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
    /// The plan with default settings; null when it does not suit.
    pub plan: Option<PlanAnswer>,
}

/// Every method, planned and ordered.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub struct RankAnswer {
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
        let ways = rank(&RankAsked {
            piece: (&self.piece).into(),
            target: self.target.asked()?,
            kitchen: Kitchen::new(&self.kitchen).within("kitchen")?,
            wishes: self.wishes,
            field: self.field,
        })?;
        Ok(RankAnswer {
            ways: ways.into_iter().map(Into::into).collect(),
        })
    }
}

/// Settings and times in.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct SimulateRequest {
    /// The piece.
    pub piece: PieceWire,
    /// The method.
    pub method: MethodWire,
    /// The kitchen.
    #[serde(default)]
    pub kitchen: KitchenAsked,
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
    /// Coldest point at its highest, C.
    pub core_peak_c: f64,
    /// Crust on the skin side and the flesh side, mm.
    pub crust_mm: [f64; 2],
    /// Water steamed off and juice squeezed out, share of the raw mass.
    pub weight_loss_share: f64,
    /// Heat the books do not account for, share of what was exchanged.
    pub heat_imbalance_share: f64,
    /// Water the books do not account for, share of what was lost.
    pub water_imbalance_share: f64,
    /// Evenly spaced from 0 to the end of the rest.
    pub series: Vec<SeriesPoint>,
}

impl From<Simulated> for SimulateAnswer {
    fn from(done: Simulated) -> Self {
        Self {
            core_at_off_c: done.core_at_off_c,
            core_peak_c: done.outcome.core_peak_c,
            crust_mm: done.outcome.crust_mm,
            weight_loss_share: done.outcome.weight_loss_share,
            heat_imbalance_share: done.heat_imbalance_share,
            water_imbalance_share: done.water_imbalance_share,
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
            times: self.times.clone(),
            truth: self.truth,
        })?;
        Ok(done.into())
    }
}

/// What one face sees: `h_w_m2k` with `fluid_c`, or `surface_c`, or `flux_w_m2`, or
/// `insulated: true`.
#[derive(Debug, Clone, Copy, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct FaceWire {
    /// Coefficient, W/(m2 K).
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub h_w_m2k: Option<f64>,
    /// Temperature of the fluid, C.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub fluid_c: Option<f64>,
    /// Temperature of the surface, C.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub surface_c: Option<f64>,
    /// Heat that comes in whatever the surface does, W/m2.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub flux_w_m2: Option<f64>,
    /// Nothing passes.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub insulated: Option<bool>,
}

impl FaceWire {
    fn bare(self, field: &str) -> Result<BareFace, RequestError> {
        match self {
            Self {
                h_w_m2k: Some(h_w_m2k),
                fluid_c: Some(fluid_c),
                surface_c: None,
                flux_w_m2: None,
                insulated: None,
            } => Ok(BareFace::Fluid { h_w_m2k, fluid_c }),
            Self {
                h_w_m2k: None,
                fluid_c: None,
                surface_c: Some(surface_c),
                flux_w_m2: None,
                insulated: None,
            } => Ok(BareFace::Surface { surface_c }),
            Self {
                h_w_m2k: None,
                fluid_c: None,
                surface_c: None,
                flux_w_m2: Some(flux_w_m2),
                insulated: None,
            } => Ok(BareFace::Flux { flux_w_m2 }),
            Self {
                h_w_m2k: None,
                fluid_c: None,
                surface_c: None,
                flux_w_m2: None,
                insulated: Some(true),
            } => Ok(BareFace::Insulated),
            _ => Err(RequestError::Shape {
                field: field.to_owned(),
                message:
                    "a face is h_w_m2k with fluid_c, or surface_c, or flux_w_m2, or insulated: true"
                        .into(),
            }),
        }
    }
}

/// A span with the same faces.
#[derive(Debug, Clone, Copy, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct HeatStageWire {
    /// How long, s.
    pub duration_s: f64,
    /// Low face.
    pub low: FaceWire,
    /// High face.
    pub high: FaceWire,
}

/// The bare solver with constant properties.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct HeatRequest {
    /// Shape.
    pub geometry: Geometry,
    /// Full thickness, or diameter, mm.
    #[schema(minimum = 0.1, maximum = 1000)]
    pub thickness_mm: f64,
    /// Conductivity, W/(m K).
    #[schema(minimum = 0.001, maximum = 1000)]
    pub k_w_mk: f64,
    /// Density, kg/m3.
    #[schema(minimum = 1, maximum = 30000)]
    pub rho_kg_m3: f64,
    /// Heat capacity, J/(kg K).
    #[schema(minimum = 10, maximum = 20000)]
    pub cp_j_kgk: f64,
    /// Temperature at the start, C.
    #[schema(minimum = -200, maximum = 2000)]
    pub start_c: f64,
    /// What the faces see, one after another.
    pub stages: Vec<HeatStageWire>,
    /// Rising times to report, s.
    #[serde(default)]
    pub report_s: Vec<f64>,
    /// Depths to report, 0 low face to 1 high face.
    #[serde(default)]
    pub at_share: Vec<f64>,
}

impl HeatRequest {
    /// Solves.
    ///
    /// # Errors
    /// Whatever the core refuses.
    pub fn answer(&self) -> Result<BareAnswer, RequestError> {
        let mut stages = Vec::with_capacity(self.stages.len());
        for (i, stage) in self.stages.iter().enumerate() {
            stages.push(BareStage {
                duration_s: stage.duration_s,
                low: stage.low.bare(&format!("stages[{i}].low"))?,
                high: stage.high.bare(&format!("stages[{i}].high"))?,
            });
        }
        let problem = BareProblem {
            geometry: self.geometry,
            thickness_mm: self.thickness_mm,
            k_w_mk: self.k_w_mk,
            rho_kg_m3: self.rho_kg_m3,
            cp_j_kgk: self.cp_j_kgk,
            start_c: self.start_c,
            stages,
            report_s: self.report_s.clone(),
            at_share: self.at_share.clone(),
        };
        Ok(problem.solve()?)
    }
}
