//! What a preparation answers.

use super::doing::{Doing, Part};
use crate::fish::Notice;
use crate::kit::Allergen;
use crate::plan::Plan;
use serde::Serialize;

/// So much of something.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Amount {
    /// To what it belongs.
    pub part: Part,
    /// To which of them: the key of the coat, the sauce, the side.
    pub of: String,
    /// Its name on the wire, where it has one.
    pub key: String,
    /// What.
    pub what: String,
    /// How much, g.
    pub g: f64,
    /// The same in ml, where it is measured so.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub ml: Option<f64>,
    /// How many, where it is counted.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub count: Option<f64>,
    /// In spoons or cups, for who has no scale.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub spoons: Option<String>,
    /// How that was made.
    pub how: String,
    /// Who says so.
    pub source: String,
    /// What is in it that some must avoid.
    pub allergens: Vec<Allergen>,
}

/// Salt at a depth, share of the flesh: with the lowest diffusivity that is measured, the usual, the highest.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct SaltDepth {
    /// From the face, mm.
    pub depth_mm: f64,
    /// Low.
    pub low: f64,
    /// Usual.
    pub usual: f64,
    /// High.
    pub high: f64,
}

/// How far salt has gone.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct SaltAfter {
    /// After so long, min.
    pub minutes: f64,
    /// Nine tenths of it lie above this depth, mm: low, usual, high.
    pub reach_mm: [f64; 3],
    /// From the face to the middle.
    pub depths: Vec<SaltDepth>,
}

/// How salty it is to most people.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum Tastes {
    /// Hardly salted.
    Bland,
    /// As most eat it.
    Right,
    /// Saltier than most like.
    Salty,
    /// Not to be eaten so.
    TooSalty,
}

/// The salt of the fish.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Salted {
    /// The school.
    pub school: String,
    /// In words.
    pub name: String,
    /// Why so.
    pub why: String,
    /// Strewn, or in the brine, g.
    pub strewn_g: f64,
    /// So long, min.
    pub minutes: f64,
    /// Water of the brine, g.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub water_g: Option<f64>,
    /// In and on the flesh when it is cooked, share of it: low, usual, high.
    pub flesh_share: [f64; 3],
    /// What that tastes like.
    pub tastes: Tastes,
    /// When fish and brine have evened out, share of the flesh.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub end_share: Option<f64>,
    /// How far it has gone: when it is cooked, after 12 minutes, an hour, two days.
    pub after: Vec<SaltAfter>,
}

/// A coat on the fish.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct CoatOn {
    /// Which.
    pub kind: String,
    /// In words.
    pub name: String,
    /// Why so.
    pub why: String,
    /// What it covers, all pieces, m2.
    pub area_m2: f64,
    /// Of which so much stays on, kg/m2.
    pub kg_m2: f64,
    /// So thick, mm.
    pub mm: f64,
    /// Made, g.
    pub made_g: f64,
    /// On the fish, g.
    pub on_fish_g: f64,
    /// Liquid over dry, by weight.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub wet_over_dry: Option<f64>,
}

/// Gas in a batter.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Gas {
    /// Given off, ml at room temperature.
    pub made_ml: f64,
    /// Of that the water of the batter can hold, ml.
    pub dissolves_ml: f64,
    /// Left when it goes into the oil, ml.
    pub left_ml: f64,
    /// Soda that meets no acid, g: it browns, and tastes of soap.
    pub soda_left_g: f64,
    /// Acid that meets no soda, g: it tastes sharp.
    pub acid_left_g: f64,
    /// Half of it is gone after so many minutes in an open bowl: an assumption.
    pub half_gone_min: f64,
}

/// One line of the salt on a plate.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct BudgetLine {
    /// From what.
    pub part: Part,
    /// In words.
    pub name: String,
    /// For each who eats, g.
    pub g: f64,
}

/// The salt of one plate.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Budget {
    /// All of it, g for each who eats.
    pub person_g: f64,
    /// Where it comes from.
    pub lines: Vec<BudgetLine>,
    /// What the fish of one plate is eaten with, g: low and high of what most find right.
    pub right_g: [f64; 2],
    /// How the fish tastes with all that is on it.
    pub tastes: Tastes,
    /// Most for a day, g (WHO).
    pub day_g: f64,
}

/// What the preparation changed in the plan.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Changed {
    /// It starts at so many C.
    pub start_c: f64,
    /// It lies in a coat so thick, mm.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub coating_mm: Option<f64>,
    /// Water on each face when it meets the heat, g/m2; below 0: dried.
    pub damp_g_m2: f64,
    /// On the heat, s.
    pub off_heat_s: f64,
    /// On the heat if nothing of this were done, s; none where that cannot be planned.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub unprepared_s: Option<f64>,
}

/// Something that can be done to clean it.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct CleanOffered {
    /// Name on the wire.
    pub key: String,
    /// In a word or two.
    pub name: String,
    /// Why.
    pub why: String,
    /// Only one of a group is done.
    pub group: Option<String>,
    /// It is done.
    pub done: bool,
}

/// A preparation.
#[derive(Debug, Clone)]
pub struct Prepared {
    /// The plan of the piece as it then is.
    pub plan: Plan,
    /// How many eat.
    pub people: u32,
    /// What can be done to clean it.
    pub clean: Vec<CleanOffered>,
    /// All of it in a line.
    pub essence: String,
    /// What changed in it.
    pub changed: Changed,
    /// How much of everything.
    pub amounts: Vec<Amount>,
    /// The salt.
    pub salted: Option<Salted>,
    /// The coat.
    pub coat: Option<CoatOn>,
    /// The gas in it.
    pub gas: Option<Gas>,
    /// The salt of a plate.
    pub budget: Budget,
    /// Every act, in the order of time.
    pub acts: Vec<Doing>,
    /// When the first begins, s after the plate: negative.
    pub begins_s: f64,
    /// All that some must avoid.
    pub allergens: Vec<Allergen>,
    /// What to know.
    pub warnings: Vec<Notice>,
    /// Why it must not be done; then there are no acts.
    pub refused: Vec<Notice>,
}
