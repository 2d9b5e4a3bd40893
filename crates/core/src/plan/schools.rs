//! Where cooks disagree: what each school would do with this piece, cooked each way: `data/schools.toml`.

use super::answer::Plan;
use super::asked::{MethodAsked, PlanAsked};
use super::figures::Figures;
use super::planner::plan;
use crate::choice::{Fitted, fitted};
use crate::fish::{Notice, Piece, Skin};
use crate::methods::{Method, Value};
use crate::run::Sign;
use crate::target::{Goal, TargetAsked, safety::FOOD_CODE_C};
use crate::{InputError, Within};
use rayon::prelude::*;
use serde::Deserialize;
use std::collections::BTreeMap;
use std::sync::OnceLock;

#[derive(Debug, Deserialize)]
#[serde(deny_unknown_fields)]
struct Row {
    /// Kinds of ways; every one when empty.
    ways: Vec<String>,
    question: String,
    why: String,
    /// Only for a whole fish, or only for what is none.
    whole: Option<bool>,
    /// Only for a piece with its skin.
    #[serde(default)]
    needs_skin: bool,
    /// Only for a piece with a thin end.
    #[serde(default)]
    thin_end: bool,
    option: Vec<RowOption>,
}

#[derive(Debug, Deserialize)]
#[serde(deny_unknown_fields)]
struct RowOption {
    says: String,
    #[serde(default)]
    set: BTreeMap<String, Set>,
    scored: Option<bool>,
    thin: Option<Thin>,
    /// Key of a level; empty for the usual one.
    level: Option<String>,
    /// It stays on the heat until this is so.
    waits: Option<Waits>,
}

/// A sign that some cooks wait for.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Deserialize)]
#[serde(rename_all = "snake_case")]
enum Waits {
    /// Bone and spine let go.
    BoneFree,
    /// A tester slides through.
    TesterSlides,
}

impl Waits {
    /// The sign, and which of its words, counted from raw.
    fn word(self) -> (Sign, usize) {
        let (sign, key) = match self {
            Self::BoneFree => (Sign::Bone, "lets_go"),
            Self::TesterSlides => (Sign::Tester, "slides"),
        };
        let word = sign.words().iter().position(|word| *word == key);
        (sign, word.unwrap_or(0))
    }
}

/// What becomes of a thin end.
#[derive(Debug, Clone, Copy, Deserialize)]
#[serde(rename_all = "snake_case")]
enum Thin {
    /// Folded under itself.
    Tucked,
    /// Cut off.
    Trimmed,
}

#[derive(Debug, Clone, Deserialize)]
#[serde(untagged)]
enum Set {
    Flag(bool),
    Number(f64),
    Word(String),
}

impl From<&Set> for Value {
    fn from(set: &Set) -> Self {
        match set {
            Set::Flag(flag) => Self::Flag(*flag),
            Set::Number(number) => Self::Number(*number),
            Set::Word(word) => Self::Word(word.clone()),
        }
    }
}

#[derive(Debug, Deserialize)]
#[serde(deny_unknown_fields)]
struct File {
    school: Vec<Row>,
}

fn rows() -> &'static [Row] {
    static ROWS: OnceLock<Vec<Row>> = OnceLock::new();
    ROWS.get_or_init(|| {
        let file: File = toml::from_str(include_str!("../../data/schools.toml"))
            .expect("data/schools.toml is checked by a test");
        file.school
    })
}

/// A question that cooks answer differently, for one piece under one way.
#[derive(Debug, Clone, PartialEq)]
pub struct School {
    /// In a cook's words.
    pub question: &'static str,
    /// Why ours is ours.
    pub why: &'static str,
    /// The settings it is about.
    pub about: Vec<&'static str>,
    /// The answers; ours first.
    pub options: Vec<SchoolOption>,
}

/// One answer, and what it gives.
#[derive(Debug, Clone, PartialEq)]
pub struct SchoolOption {
    /// In a cook's words.
    pub says: &'static str,
    /// It is how the card stands.
    pub now: bool,
    /// Settings it asks for, in place of those the question is about.
    pub settings: Vec<(String, Value)>,
    /// Cut to the bone or not, where it is about that.
    pub scored: Option<bool>,
    /// The thin end, mm, where it is about that; none inside when it is off.
    pub thin_end_mm: Option<Option<f64>>,
    /// Level of doneness, where it is about that; empty for the usual one.
    pub level: Option<&'static str>,
    /// Where it is about a sign that is waited for: the band it is then served in, C; none inside for as it is planned.
    pub band_c: Option<Option<[f64; 2]>>,
    /// What it gives.
    pub figures: Figures,
    /// Why it does not do: not for these guests, or out of reach.
    pub why_not: Option<String>,
}

/// What cooks disagree about for a piece under a way, each answer cooked.
///
/// # Errors
/// [`InputError`] for anything the plan refuses.
pub fn schools(asked: &PlanAsked) -> Result<Vec<School>, InputError> {
    let piece = Piece::new(&asked.piece).within("piece")?;
    let method = Method::find(&asked.method.kind).within("method")?;
    let kitchen = &asked.kitchen;
    let now = method
        .choose(&asked.method.settings, kitchen)
        .within("method")?;
    let ours = Fitted::asked(&fitted(method, &piece, kitchen));
    let aim = piece.aim(&asked.target).within("target")?;
    let goes_by_its_middle = aim.goal == Goal::Middle;
    let told: Vec<&'static Row> = rows()
        .iter()
        .filter(|row| row.ways.is_empty() || row.ways.iter().any(|way| way == method.kind))
        .filter(|row| row.whole.is_none_or(|whole| whole == piece.cut.is_whole()))
        .filter(|row| !row.waits() || goes_by_its_middle)
        .filter(|row| !row.thin_end || piece.thin_end.is_some())
        .filter(|row| !row.needs_skin || (piece.skin == Skin::On && !piece.cut.is_whole()))
        .collect();
    told.into_par_iter()
        .map(|row| {
            let keys = row.option.iter().flat_map(|option| option.set.keys());
            let mut about: Vec<&'static str> = keys.map(String::as_str).collect();
            about.sort_unstable();
            about.dedup();
            let options = row.option.iter().map(|option| {
                let mut settings: Vec<(String, Value)> = option
                    .set
                    .iter()
                    .map(|(key, set)| (key.clone(), set.into()))
                    .collect();
                // What it does not say is as we would set it: as the card has it that says nothing of it.
                let said = |key: &str| asked.method.settings.iter().any(|(said, _)| said == key);
                let silent = !about.iter().any(|key| said(key));
                let unsaid = ours.iter().filter(|(key, _)| {
                    !silent && about.contains(&key.as_str()) && !option.set.contains_key(key)
                });
                settings.extend(unsaid.cloned());
                let mut other = told_as(asked, &about, option, &settings);
                // Ours is served as it is usual, whoever waited before.
                if row.waits() && matches!(asked.target, TargetAsked::Band(..)) {
                    other.target = TargetAsked::Usual;
                }
                let as_it = method
                    .choose(&other.method.settings, kitchen)
                    .within("method")?;
                let same_piece = other.piece == asked.piece && other.target == asked.target;
                let plan = match option.waits {
                    Some(waits) => waited(&other, waits)?,
                    None => Some(plan(&other)?),
                };
                let Some(plan) = plan else { return Ok(None) };
                let band_c = option.waits.map(|_| served_about(&plan));
                let as_it_stands = match (band_c, &asked.target) {
                    (Some([low_c, high_c]), TargetAsked::Band(low, high)) => {
                        (low_c, high_c) == (*low, *high)
                    }
                    (Some(_), _) => false,
                    (None, _) => same_piece,
                };
                let short = |w: &&Notice| w.code == "target_out_of_reach";
                let wrong = plan.refused.first().or(plan.warnings.iter().find(short));
                Ok(Some(SchoolOption {
                    why_not: wrong.map(|notice| notice.message.clone()),
                    says: &option.says,
                    now: as_it_stands && as_it == now,
                    settings,
                    scored: option.scored,
                    thin_end_mm: row.thin_end.then_some(other.piece.thin_end_mm),
                    level: option.level.as_deref(),
                    band_c: row.waits().then_some(band_c),
                    figures: Figures::of(&plan),
                }))
            });
            let options = options.collect::<Result<Option<Vec<_>>, InputError>>()?;
            Ok(options.map(|options| School {
                question: &row.question,
                why: &row.why,
                about: about.clone(),
                options,
            }))
        })
        .filter_map(Result::transpose)
        .collect()
}

impl Row {
    /// It is about a sign that some wait for.
    fn waits(&self) -> bool {
        self.option.iter().any(|option| option.waits.is_some())
    }
}

/// Nobody waits longer, s; and a sign is found to this.
const LONGEST_WAIT_S: f64 = 1200.0;
const WAIT_TO_S: f64 = 4.0;

/// The same piece, left on the heat until it shows a sign; none where it does as it is planned, or never does: then nobody
/// disagrees.
fn waited(asked: &PlanAsked, waits: Waits) -> Result<Option<Plan>, InputError> {
    let (sign, word) = waits.word();
    let late = |late_s: f64| {
        plan(&PlanAsked {
            late_s,
            ..asked.clone()
        })
    };
    let shows = |plan: &Plan| {
        let off = plan.signs.looks.last();
        off.is_some_and(|look| look.word(sign) >= word)
    };
    let (mut soon_s, mut late_s) = (0.0, LONGEST_WAIT_S);
    let planned = late(soon_s)?;
    let mut after = late(late_s)?;
    if shows(&planned) || !shows(&after) {
        return Ok(None);
    }
    while late_s - soon_s > WAIT_TO_S {
        let middle_s = f64::midpoint(soon_s, late_s);
        let tried = late(middle_s)?;
        if shows(&tried) {
            (late_s, after) = (middle_s, tried);
        } else {
            soon_s = middle_s;
        }
    }
    Ok(Some(after))
}

/// A band about what a plan is served at, whole degrees. From the food-safety figure on a band is a promise, and nobody who
/// waits for a sign means one.
fn served_about(plan: &Plan) -> [f64; 2] {
    let served_c = plan.outcome.served_peak_c.round();
    [(served_c - 2.0).min(FOOD_CODE_C - 1.0), served_c + 2.0]
}

/// The plan as one school asks for it.
fn told_as(
    asked: &PlanAsked,
    about: &[&str],
    option: &RowOption,
    settings: &[(String, Value)],
) -> PlanAsked {
    let mut other = PlanAsked {
        range: false,
        field: None,
        times: None,
        truth: None,
        late_s: 0.0,
        ..asked.clone()
    };
    other.method = MethodAsked {
        kind: asked.method.kind.clone(),
        settings: asked.method.settings.clone(),
    };
    other
        .method
        .settings
        .retain(|(key, _)| !about.contains(&key.as_str()));
    other.method.settings.extend(settings.iter().cloned());
    other.piece.thin_end_mm = match (option.thin, asked.piece.thin_end_mm) {
        (Some(Thin::Trimmed), _) => None,
        (Some(Thin::Tucked), Some(mm)) => {
            Some((2.0 * mm).min(asked.piece.thickness_mm.unwrap_or(2.0 * mm)))
        }
        (_, as_it_is) => as_it_is,
    };
    if let Some(scored) = option.scored {
        other.piece.scored = scored;
    }
    if let Some(level) = &option.level {
        other.target = if level.is_empty() {
            match &asked.target {
                TargetAsked::Level(said) if said == "food_safety" => TargetAsked::Usual,
                as_it_is => as_it_is.clone(),
            }
        } else {
            TargetAsked::Level(level.clone())
        };
    }
    other
}

#[cfg(test)]
mod tests {
    use super::*;

    /// Every way and every setting that a school names is there, and takes what it sets.
    #[test]
    fn every_school_asks_for_what_there_is() {
        for row in rows() {
            assert!(row.option.len() > 1, "{}", row.question);
            for way in &row.ways {
                let method = Method::find(way).unwrap();
                for option in &row.option {
                    let set: Vec<(String, Value)> = option
                        .set
                        .iter()
                        .map(|(k, v)| (k.clone(), v.into()))
                        .collect();
                    let chosen = method.choose(&set, &crate::kit::Kitchen::SEA_LEVEL);
                    assert!(chosen.is_ok(), "{way}: {} {chosen:?}", option.says);
                }
            }
        }
    }
}
