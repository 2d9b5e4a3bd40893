//! Requests to the engine and its answers.

use super::piece::{MethodWire, PieceWire, TargetWire};
use crate::error::RequestError;
use base64::Engine;
use base64::engine::general_purpose::STANDARD;
use cindo_core::heat::{BareAnswer, BareFace, BareProblem, BareStage, Body, Geometry};
use cindo_core::kit::{FatMargin, KitAsked, Kitchen, KitchenAsked, Rules};
use cindo_core::methods::{Choice, StepKind, Takes, Value};
use cindo_core::plan::{
    Plan, PlanAsked, RankAsked, SettleAsked, SimulateAsked, Simulated, TurnBy, Way, Wishes, plan,
    rank, settle, simulate,
};
use cindo_core::run::{
    Beads, Bubbling, FieldAsked, Lip, Press, Signs, SliceField, Tester, TimesAsked, TruthAsked,
};
use cindo_core::{InputError, Within};
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

/// Size of the slice over time that is wanted.
#[derive(Debug, Clone, Copy, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct FieldAskedWire {
    /// Columns, 2 to 600; columns by rows at most 18 000 in a plan, 3 600 in a ranking.
    pub times: usize,
    /// Rows, 2 to 200.
    pub depths: usize,
}

impl FieldAskedWire {
    fn asked(wire: Option<Self>) -> Result<Option<FieldAsked>, RequestError> {
        Ok(wire
            .map(|f| FieldAsked::new(f.times, f.depths).within("field"))
            .transpose()?)
    }
}

/// Whose rules a kitchen keeps.
#[derive(Debug, Clone, Copy, Default, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum RulesWire {
    /// The US Food Code.
    #[default]
    Us,
    /// EU law and UK guidance.
    EuUk,
}

/// The kitchen. It travels whole: what it has, how high it lies, whose rules it keeps.
#[derive(Debug, Clone, Default, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct KitchenWire {
    /// Height above the sea, m, -400 to 5000: water boils lower up a hill.
    #[serde(default)]
    pub altitude_m: f64,
    /// Whose rules it keeps.
    #[serde(default)]
    pub rules: RulesWire,
    /// What it has, list by list (pans, hobs, ovens, wares, fryers, pots, grates, ridges, broilers,
    /// steamers, fats): keys of things that ship, or rows of its own. A list that is not there is
    /// all there.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schema(value_type = Option<Object>)]
    pub kit: Option<KitAsked>,
}

impl KitchenWire {
    fn asked(&self) -> Result<Kitchen, InputError> {
        Kitchen::new(&KitchenAsked {
            altitude_m: self.altitude_m,
            rules: match self.rules {
                RulesWire::Us => Rules::Us,
                RulesWire::EuUk => Rules::EuUk,
            },
            kit: self.kit.clone(),
        })
        .within("kitchen")
    }
}

/// What a turn goes by in the range of times.
#[derive(Debug, Clone, Copy, Default, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum TurnByWire {
    /// At the planned second, whatever the piece.
    #[default]
    Clock,
    /// At its share of the time this piece takes, as a cue tells it.
    Piece,
}

/// How piece and fire really are, where they differ from what was asked.
#[derive(Debug, Clone, Copy, Default, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct TruthWire {
    /// Thickness, mm.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub thickness_mm: Option<f64>,
    /// Temperature at the start, C.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub start_c: Option<f64>,
    /// Contact and convection are so many times as good.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub contact: Option<f64>,
    /// The fire is so much hotter, K.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub heat_k: Option<f64>,
    /// Hob or heater gives this share of what it should.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub hob_share: Option<f64>,
    /// So many pieces are in it.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub pieces: Option<u32>,
}

impl From<TruthWire> for TruthAsked {
    fn from(wire: TruthWire) -> Self {
        Self {
            thickness_mm: wire.thickness_mm,
            start_c: wire.start_c,
            contact: wire.contact,
            heat_k: wire.heat_k,
            hob_share: wire.hob_share,
            pieces: wire.pieces,
        }
    }
}

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
    pub kitchen: KitchenWire,
    /// Run the ensemble too; without it `look_from_s` and `latest_s` are `off_heat_s`.
    #[serde(default = "yes")]
    pub range: bool,
    /// Leave the heat this much later than planned, s; negative for earlier.
    #[serde(default)]
    pub late_s: f64,
    /// What a turn goes by in the range of times.
    #[serde(default)]
    pub turn_by: TurnByWire,
    /// Times in place of those that would be found.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub times: Option<TimesWire>,
    /// Another piece or fire at the times of the one asked for.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub truth: Option<TruthWire>,
    /// Also answer the slice over time.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub field: Option<FieldAskedWire>,
}

impl PlanRequest {
    /// As the core asks for it.
    fn asked(&self) -> Result<PlanAsked, RequestError> {
        Ok(PlanAsked {
            piece: (&self.piece).into(),
            method: (&self.method).into(),
            target: self.target.asked()?,
            kitchen: self.kitchen.asked()?,
            range: self.range,
            turn_by: match self.turn_by {
                TurnByWire::Clock => TurnBy::Clock,
                TurnByWire::Piece => TurnBy::Piece,
            },
            field: FieldAskedWire::asked(self.field)?,
            late_s: self.late_s,
            times: self.times.as_ref().map(Into::into),
            truth: self.truth.map(Into::into),
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

/// A band of core temperatures.
#[derive(Debug, Clone, Copy, Serialize, Deserialize, ToSchema)]
pub struct BandWire {
    /// Low end, C.
    pub low_c: f64,
    /// High end, C.
    pub high_c: f64,
}

/// How early and late the piece may leave the heat and still end in the band.
#[derive(Debug, Clone, Copy, Serialize, Deserialize, ToSchema)]
pub struct WindowWire {
    /// Seconds before `off_heat_s`.
    pub early_s: f64,
    /// Seconds after.
    pub late_s: f64,
}

/// Food safety where it is least.
#[derive(Debug, Clone, Copy, Serialize, Deserialize, ToSchema)]
pub struct SafetyWire {
    /// 63 C for 15 s all through (Food Code 3-401.11).
    pub food_code_63c_15s: bool,
    /// Log reductions of Listeria.
    pub listeria_log: f64,
    /// 60 C for a minute all through.
    pub parasite_60c_1min: bool,
    /// At least 57 C all through when served: it may be held hot (Food Code 3-501.16).
    #[serde(default)]
    pub hot_hold_57c: bool,
}

/// One step of the card.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
pub struct StepWire {
    /// When, s after the fish meets the heat; negative before.
    pub at_s: f64,
    /// What to do.
    pub act: String,
    /// prepare, start, adjust, turn, look, off or serve.
    pub kind: String,
    /// Temperature that belongs to it, C.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub at_c: Option<f64>,
    /// What to look for.
    pub cues: Vec<String>,
    /// What to mind.
    pub cautions: Vec<String>,
}

/// Something to know before lighting the fire.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
pub struct WarningWire {
    /// Stable name.
    pub code: String,
    /// One sentence.
    pub message: String,
    /// By how much, K, where that says something.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub by_k: Option<f64>,
}

/// One word a setting can be.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
pub struct OptionWire {
    /// Name on the wire.
    pub key: String,
    /// In words.
    pub name: String,
}

/// What a setting takes, and its value.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
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
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
pub struct SettingWire {
    /// Name on the wire.
    pub key: String,
    /// In words.
    pub name: String,
    /// Most cooks leave it as it is.
    #[serde(default)]
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
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
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
#[derive(Debug, Clone, Copy, Serialize, Deserialize, ToSchema)]
pub struct CookedLineWire {
    /// Time, s.
    pub t_s: f64,
    /// Height from the skin side, share of the thickness.
    pub height_share: f64,
}

/// What can be seen and felt.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
pub struct SignsWire {
    /// When the skin side lets go of pan or grate, s; null when it does not.
    pub skin_release_s: Option<f64>,
    /// When the flesh side lets go, s.
    pub flesh_release_s: Option<f64>,
    /// Browning of skin side and flesh side, minutes at 120 C.
    pub browning_min: [f64; 2],
    /// The cooked line up the side.
    pub cooked_line: Vec<CookedLineWire>,
    /// The tester as it leaves the heat: stops, grips or slides.
    pub tester: String,
    /// Tester to the lip: cold, just_warm, warm or hot.
    pub lip: String,
    /// When bone lets go all through, s; null when it does not.
    pub bone_lets_go_s: Option<f64>,
    /// White beads as it leaves the heat: none, few or many.
    pub beads: String,
    /// A finger pressed as it leaves the heat: springs_back, gives, dent_stays or falls_apart.
    #[serde(default)]
    pub press: String,
    /// How water leaves just before it leaves the heat: roaring, lively, dying_down or quiet.
    #[serde(default)]
    pub bubbling: String,
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
            tester: match signs.off.tester {
                Tester::Stops => "stops",
                Tester::Grips => "grips",
                Tester::Slides => "slides",
            }
            .to_owned(),
            lip: match signs.off.lip {
                Lip::Cold => "cold",
                Lip::JustWarm => "just_warm",
                Lip::Warm => "warm",
                Lip::Hot => "hot",
            }
            .to_owned(),
            bone_lets_go_s: signs.bone_s,
            beads: match signs.off.beads {
                Beads::None => "none",
                Beads::Few => "few",
                Beads::Many => "many",
            }
            .to_owned(),
            press: match signs.off.press {
                Press::SpringsBack => "springs_back",
                Press::Gives => "gives",
                Press::DentStays => "dent_stays",
                Press::FallsApart => "falls_apart",
            }
            .to_owned(),
            bubbling: match signs.off.bubbling {
                Bubbling::Roaring => "roaring",
                Bubbling::Lively => "lively",
                Bubbling::DyingDown => "dying_down",
                Bubbling::Quiet => "quiet",
            }
            .to_owned(),
        }
    }
}

/// A fat against the hottest it meets.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
pub struct FatWire {
    /// Name on the wire.
    pub key: String,
    /// In words.
    pub name: String,
    /// Low and high end of its smoke point, C.
    pub smoke_c: [f64; 2],
    /// Low end less the hottest it meets, K; negative: it may smoke.
    pub margin_k: f64,
}

impl From<FatMargin> for FatWire {
    fn from(fat: FatMargin) -> Self {
        Self {
            key: fat.key,
            name: fat.name,
            smoke_c: fat.smoke_c,
            margin_k: fat.margin_k,
        }
    }
}

/// The largest batch that keeps the frying oil within a drop.
#[derive(Debug, Clone, Copy, Serialize, Deserialize, ToSchema)]
pub struct BatchWire {
    /// The drop allowed, K.
    pub drop_k: f64,
    /// Fish at once, g.
    pub most_g: f64,
    /// Of these pieces.
    pub most_pieces: u32,
}

/// What heat to choose: a plan whose main heat setting is looked for.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct SettleRequest {
    /// The plan.
    pub plan: PlanRequest,
    /// On the heat no longer than this, s.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub within_s: Option<f64>,
    /// At least this much crust on one side, mm.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub crust_mm: Option<f64>,
}

/// The heat with the least overcooked.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
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
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
pub struct PlanAnswer {
    /// Kind of method.
    pub kind: String,
    /// Its name in words.
    pub name: String,
    /// One line that says what it is.
    pub summary: String,
    /// The band aimed at.
    pub target: BandWire,
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
    pub window: WindowWire,
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
    #[serde(default)]
    pub evaporated_share: f64,
    /// Of it the juice, an estimate good to half of itself.
    #[serde(default)]
    pub juice_share: f64,
    /// Height of the cooked line from the skin side at the end, share.
    pub cooked_line_share: f64,
    /// Coldest the pan became, C.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub pan_low_c: Option<f64>,
    /// Coldest the frying oil became, C.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub oil_low_c: Option<f64>,
    /// Coldest the poaching liquid became, C.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub liquid_low_c: Option<f64>,
    /// Safety figures.
    pub safety: SafetyWire,
    /// What can be seen and felt.
    pub signs: SignsWire,
    /// Fats for the hottest they meet, the safest first; empty where nothing is fried.
    pub fats: Vec<FatWire>,
    /// Where something is fried, the largest batch within the chosen drop.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub batch: Option<BatchWire>,
    /// What to do.
    pub steps: Vec<StepWire>,
    /// What to know.
    pub warnings: Vec<WarningWire>,
    /// Slice over time of the thick part, when asked for.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub field: Option<SliceFieldWire>,
    /// Slice over time of the thin end, when asked for.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub thin_field: Option<SliceFieldWire>,
}

fn kind_name(kind: StepKind) -> &'static str {
    match kind {
        StepKind::Prepare => "prepare",
        StepKind::Start => "start",
        StepKind::Adjust => "adjust",
        StepKind::Turn => "turn",
        StepKind::Look => "look",
        StepKind::Off => "off",
        StepKind::Serve => "serve",
    }
}

impl From<Plan> for PlanAnswer {
    fn from(plan: Plan) -> Self {
        let owned = |texts: &[&str]| texts.iter().map(|t| (*t).to_owned()).collect();
        let steps = plan.steps.iter().map(|step| StepWire {
            at_s: step.at_s,
            act: step.act.clone(),
            kind: kind_name(step.kind).to_owned(),
            at_c: step.at_c,
            cues: owned(&step.cues),
            cautions: step.cautions.iter().map(|c| c.message.to_owned()).collect(),
        });
        let warnings = plan.warnings.iter().map(|w| WarningWire {
            code: w.code.to_owned(),
            message: w.message.to_owned(),
            by_k: w.by_k,
        });
        let safety = plan.outcome.safety;
        let (reservoir_low_c, in_body) = (plan.outcome.reservoir_low_c, plan.body);
        let low = |body: Body| reservoir_low_c.filter(|_| in_body == Some(body));
        Self {
            kind: plan.method.kind.to_owned(),
            name: plan.method.name.to_owned(),
            summary: plan.method.summary.to_owned(),
            target: BandWire {
                low_c: plan.band.low_c,
                high_c: plan.band.high_c,
            },
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
            window: WindowWire {
                early_s: plan.window.early_s,
                late_s: plan.window.late_s,
            },
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
            safety: SafetyWire {
                food_code_63c_15s: safety.food_code_63c_15s,
                listeria_log: safety.listeria_log,
                parasite_60c_1min: safety.parasite_60c_1min,
                hot_hold_57c: safety.hot_hold_57c,
            },
            signs: plan.signs.into(),
            fats: plan.fats.into_iter().map(Into::into).collect(),
            batch: plan.batch.map(|batch| BatchWire {
                drop_k: batch.drop_k,
                most_g: batch.most_g,
                most_pieces: batch.most_pieces,
            }),
            steps: steps.collect(),
            warnings: warnings.collect(),
            field: plan.field.map(Into::into),
            thin_field: plan.thin_field.map(Into::into),
        }
    }
}

/// What matters to the cook.
#[derive(Debug, Clone, Copy, Default, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields, default)]
pub struct WishesWire {
    /// Crisp skin or crust.
    pub crisp: bool,
    /// Tender and even through.
    pub tender: bool,
    /// On the plate soon.
    pub quick: bool,
    /// Can be left alone.
    pub hands_off: bool,
    /// Little smell in the house.
    pub little_smell: bool,
    /// Half a minute does not ruin it.
    pub forgiving: bool,
    /// Little fat.
    pub little_fat: bool,
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
    pub kitchen: KitchenWire,
    /// What matters.
    #[serde(default)]
    pub wishes: WishesWire,
    /// Also answer the slice over time of each.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub field: Option<FieldAskedWire>,
}

/// A reason for or against.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
pub struct ReasonWire {
    /// Stable name.
    pub code: String,
    /// One sentence.
    pub message: String,
    /// Speaks for it.
    pub good: bool,
}

/// One way to cook the piece.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
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
    pub reasons: Vec<ReasonWire>,
    /// The plan with default settings; null when it does not suit.
    pub plan: Option<PlanAnswer>,
}

/// Every method, planned and ordered.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
pub struct RankAnswer {
    /// Best first, unsuitable last.
    pub ways: Vec<WayWire>,
}

impl From<Way> for WayWire {
    fn from(way: Way) -> Self {
        let reasons = way.reasons.into_iter().map(|r| ReasonWire {
            code: r.code.to_owned(),
            message: r.message,
            good: r.good,
        });
        Self {
            kind: way.method.kind.to_owned(),
            name: way.method.name.to_owned(),
            summary: way.method.summary.to_owned(),
            suits: way.suits,
            score: way.score,
            reasons: reasons.collect(),
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
        let w = self.wishes;
        let ways = rank(&RankAsked {
            piece: (&self.piece).into(),
            target: self.target.asked()?,
            kitchen: self.kitchen.asked()?,
            wishes: Wishes {
                crisp: w.crisp,
                tender: w.tender,
                quick: w.quick,
                hands_off: w.hands_off,
                little_smell: w.little_smell,
                forgiving: w.forgiving,
                little_fat: w.little_fat,
            },
            field: FieldAskedWire::asked(self.field)?,
        })?;
        Ok(RankAnswer {
            ways: ways.into_iter().map(Into::into).collect(),
        })
    }
}

/// Times of a simulation.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct TimesWire {
    /// Time of each side on the heat, s.
    pub sides_s: Vec<f64>,
    /// Time of the rest, s.
    pub rest_s: f64,
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
    pub kitchen: KitchenWire,
    /// The times.
    pub times: TimesWire,
    /// Another piece or fire at these times.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub truth: Option<TruthWire>,
}

impl From<&TimesWire> for TimesAsked {
    fn from(wire: &TimesWire) -> Self {
        Self {
            sides_s: wire.sides_s.clone(),
            rest_s: wire.rest_s,
        }
    }
}

/// Temperatures at one time.
#[derive(Debug, Clone, Copy, Serialize, Deserialize, ToSchema)]
pub struct SeriesWire {
    /// Time, s.
    pub t_s: f64,
    /// Coldest cell, C.
    pub core_c: f64,
    /// Surface on the skin side, C.
    pub skin_c: f64,
    /// Surface on the flesh side, C.
    pub flesh_c: f64,
}

/// Temperatures out.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
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
    pub series: Vec<SeriesWire>,
}

impl From<Simulated> for SimulateAnswer {
    fn from(done: Simulated) -> Self {
        let series = done.series.iter().map(|p| SeriesWire {
            t_s: p.t_s,
            core_c: p.core_c,
            skin_c: p.skin_c,
            flesh_c: p.flesh_c,
        });
        Self {
            core_at_off_c: done.core_at_off_c,
            core_peak_c: done.outcome.core_peak_c,
            crust_mm: done.outcome.crust_mm,
            weight_loss_share: done.outcome.weight_loss_share,
            heat_imbalance_share: done.heat_imbalance_share,
            water_imbalance_share: done.water_imbalance_share,
            series: series.collect(),
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
            kitchen: self.kitchen.asked()?,
            times: (&self.times).into(),
            truth: self.truth.map(Into::into),
        })?;
        Ok(done.into())
    }
}

/// Shape of a bare body.
#[derive(Debug, Clone, Copy, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum GeometryWire {
    /// Flat.
    Slab,
    /// Endless round bar.
    Cylinder,
    /// Ball.
    Sphere,
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
    pub geometry: GeometryWire,
    /// Full thickness, or diameter, mm.
    pub thickness_mm: f64,
    /// Conductivity, W/(m K).
    pub k_w_mk: f64,
    /// Density, kg/m3.
    pub rho_kg_m3: f64,
    /// Heat capacity, J/(kg K).
    pub cp_j_kgk: f64,
    /// Temperature at the start, C.
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

/// Temperatures of a bare body.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
pub struct HeatAnswer {
    /// One row a report time, one column a depth, C.
    pub temperature_c: Vec<Vec<f64>>,
    /// Coldest point at its highest, C.
    pub coldest_peak_c: f64,
    /// When, s.
    pub coldest_peak_s: f64,
}

impl From<BareAnswer> for HeatAnswer {
    fn from(answer: BareAnswer) -> Self {
        Self {
            temperature_c: answer.temperature_c,
            coldest_peak_c: answer.coldest_peak_c,
            coldest_peak_s: answer.coldest_peak_s,
        }
    }
}

impl HeatRequest {
    /// Solves.
    ///
    /// # Errors
    /// Whatever the core refuses.
    pub fn answer(&self) -> Result<HeatAnswer, RequestError> {
        let mut stages = Vec::with_capacity(self.stages.len());
        for (i, stage) in self.stages.iter().enumerate() {
            stages.push(BareStage {
                duration_s: stage.duration_s,
                low: stage.low.bare(&format!("stages[{i}].low"))?,
                high: stage.high.bare(&format!("stages[{i}].high"))?,
            });
        }
        let problem = BareProblem {
            geometry: match self.geometry {
                GeometryWire::Slab => Geometry::Slab,
                GeometryWire::Cylinder => Geometry::Cylinder,
                GeometryWire::Sphere => Geometry::Sphere,
            },
            thickness_mm: self.thickness_mm,
            k_w_mk: self.k_w_mk,
            rho_kg_m3: self.rho_kg_m3,
            cp_j_kgk: self.cp_j_kgk,
            start_c: self.start_c,
            stages,
            report_s: self.report_s.clone(),
            at_share: self.at_share.clone(),
        };
        Ok(problem.solve()?.into())
    }
}
