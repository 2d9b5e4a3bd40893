//! Which pan, oil or oven temperature does best what is asked for, and what is traded for it: the whole
//! curve over the setting.

use super::answer::Plan;
use super::asked::{MethodAsked, PlanAsked};
use super::figures::Figures;
use super::planner::plan;
use crate::methods::{Method, Purpose, Spec, Takes, Value};
use crate::quantity::checked;
use crate::run::browning::Browning;
use crate::{InputError, Within, Wrong};
use rayon::prelude::*;
use serde::{Deserialize, Serialize};

/// What is to be had most of.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum Most {
    /// The least past done.
    #[default]
    Tender,
    /// The most crust, with at most a tenth of the piece more past done than the least.
    Crisp,
    /// The most time to take it off in.
    Forgiving,
}

/// What is to be settled.
#[derive(Debug, Clone, PartialEq)]
pub struct SettleAsked {
    /// The plan; its main heat setting is what is looked for.
    pub plan: PlanAsked,
    /// What is to be had most of.
    pub most: Most,
    /// On the heat no longer than this, s.
    pub within_s: Option<f64>,
    /// At least this much crust on one side, mm.
    pub crust_mm: Option<f64>,
}

/// One setting and what it gives.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct CurvePoint {
    /// The setting, C.
    pub value: f64,
    /// What it gives.
    #[serde(flatten)]
    pub figures: Figures,
}

/// What was settled.
#[derive(Debug, Clone)]
pub struct Settled {
    /// The setting that was moved.
    pub key: &'static str,
    /// What it is called.
    pub name: &'static str,
    /// Its value.
    pub value: f64,
    /// The plan with it.
    pub plan: Plan,
    /// Time and crust are as asked; when they cannot be, the nearest is answered.
    pub met: bool,
    /// What every value that was tried gives, from cool to hot.
    pub curve: Vec<CurvePoint>,
}

/// Values tried over the range of the setting.
const TRIES: usize = 13;

/// More crust is worth so much more past done, share of the piece.
const CRUST_COSTS: f64 = 0.1;

/// A crust that lets go of the pan and crackles, mm. common practice, no source.
const CRUST_MM: f64 = 0.2;

/// The main heat setting of a method, from where it is still that way of cooking.
fn heat_setting(method: &Method) -> Option<(&'static Spec, f64, f64)> {
    let mut heats = method
        .settings
        .iter()
        .filter(|spec| spec.is == Purpose::MainHeat);
    heats.find_map(|spec| match spec.takes {
        Takes::Number { min, max, .. } => Some((
            spec,
            spec.settled_from.map_or(min, |least| least.max(min)),
            max,
        )),
        Takes::Choice { .. } | Takes::Kit { .. } | Takes::Flag { .. } => None,
    })
}

/// Settles the main heat setting.
///
/// # Errors
/// [`InputError`] for anything the plan refuses, and for a method without a heat to set.
pub fn settle(asked: &SettleAsked) -> Result<Settled, InputError> {
    let method = Method::find(&asked.plan.method.kind)
        .within("method")
        .within("plan")?;
    let within_s = asked.within_s.unwrap_or(f64::INFINITY);
    if let Some(s) = asked.within_s {
        checked("within_s", s, (10.0, 14_400.0), "s")?;
    }
    // What browns is meant to have a crust, said or not.
    let usual_mm = if method.browns { CRUST_MM } else { 0.0 };
    let crust_mm = checked(
        "crust_mm",
        asked.crust_mm.unwrap_or(usual_mm),
        (0.0, 10.0),
        "mm",
    )?;
    let Some((spec, min, max)) = heat_setting(method) else {
        return Err(InputError::new(
            "plan.method.kind",
            Wrong::NoSuchSetting {
                method: method.kind.into(),
                has: method
                    .settings
                    .iter()
                    .map(|spec| spec.key.to_owned())
                    .collect(),
            },
        ));
    };
    let tried = (0..TRIES)
        .into_par_iter()
        .map(|i| {
            let value = (min + (max - min) * i as f64 / (TRIES - 1) as f64).round();
            Ok((value, plan_at(&asked.plan, spec, value)?))
        })
        .collect::<Result<Vec<(f64, Plan)>, InputError>>()
        .within("plan")?;
    let curve: Vec<CurvePoint> = tried
        .iter()
        .map(|(value, plan)| CurvePoint {
            value: *value,
            figures: Figures::of(plan),
        })
        .collect();
    let reached = || curve.iter().map(|p| p.figures).filter(|f| f.reached);
    let tenderest = reached().map(|f| f.overcooked_share).fold(1.0, f64::min);
    let mut best: Option<(f64, Settled)> = None;
    for ((value, plan), point) in tried.into_iter().zip(&curve) {
        let figures = point.figures;
        let [skin, flesh] = plan.outcome.crust_mm;
        let (late_s, thin_mm) = (
            (plan.off_heat_s - within_s).max(0.0),
            (crust_mm - skin.max(flesh)).max(0.0),
        );
        let off_colour = colour_off(&plan);
        let met = figures.reached && late_s <= 0.0 && thin_mm <= 0.0 && off_colour == 0;
        let over = (figures.overcooked_share - tenderest - CRUST_COSTS).max(0.0);
        // What was asked comes first; then what there is to be most of.
        let worse = if figures.reached { 0.0 } else { 1e6 }
            + 10.0 * late_s
            + 1e3 * thin_mm
            + 1e3 * f64::from(off_colour)
            + match asked.most {
                Most::Tender => figures.overcooked_share,
                Most::Crisp => 10.0 * over - figures.crisp_mm,
                Most::Forgiving => -figures.leeway_s / 240.0,
            };
        if best.as_ref().is_none_or(|(least, _)| worse < *least) {
            let settled = Settled {
                key: spec.key,
                name: spec.name,
                value,
                plan,
                met,
                curve: vec![],
            };
            best = Some((worse, settled));
        }
    }
    let (_, settled) = best.ok_or(InputError::missing("plan.method.kind"))?;
    Ok(Settled { curve, ..settled })
}

/// How many shades a coat is off gold or brown, and what browns short of burnt.
fn colour_off(plan: &Plan) -> u32 {
    let shades = plan.signs.browning;
    let (palest, darkest) = (shades[0].min(shades[1]), shades[0].max(shades[1]));
    if !plan.aim.coated {
        return u32::from(darkest == Browning::Burnt);
    }
    u32::from(palest == Browning::Pale)
        + match darkest {
            Browning::Burnt => 2,
            Browning::Dark => 1,
            Browning::Pale | Browning::Gold | Browning::Brown => 0,
        }
}

/// The plan with one setting at a value.
fn plan_at(asked: &PlanAsked, spec: &Spec, value: f64) -> Result<Plan, InputError> {
    let mut settings = asked.method.settings.clone();
    settings.retain(|(name, _)| name != spec.key && !spec.was.contains(&name.as_str()));
    settings.push((spec.key.to_owned(), Value::Number(value)));
    plan(&PlanAsked {
        method: MethodAsked {
            kind: asked.method.kind.clone(),
            settings,
        },
        range: false,
        field: None,
        ..asked.clone()
    })
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::fish::PieceAsked;

    fn asked(kind: &str) -> SettleAsked {
        SettleAsked {
            plan: PlanAsked {
                piece: PieceAsked {
                    fish: Some("char".into()),
                    thickness_mm: Some(20.0),
                    ..PieceAsked::default()
                },
                method: MethodAsked {
                    kind: kind.into(),
                    settings: vec![],
                },
                ..PlanAsked::default()
            },
            most: Most::Tender,
            within_s: None,
            crust_mm: None,
        }
    }

    #[test]
    fn the_one_that_is_settled_lies_on_its_curve_and_is_the_best_of_it() {
        let best = |most, kind| {
            settle(&SettleAsked {
                most,
                ..asked(kind)
            })
            .unwrap()
        };
        let (tender, crisp, calm) = (
            best(Most::Tender, "sear_both_sides"),
            best(Most::Crisp, "sear_both_sides"),
            best(Most::Forgiving, "sear_both_sides"),
        );
        for settled in [&tender, &crisp, &calm] {
            let here = settled
                .curve
                .iter()
                .find(|p| p.value == settled.value)
                .unwrap();
            assert_eq!(here.figures, Figures::of(&settled.plan));
        }
        let ok = |p: &&CurvePoint| p.figures.reached;
        let longest = crisp.curve.iter().filter(ok).map(|p| p.figures.leeway_s);
        assert_eq!(
            longest.fold(0.0, f64::max),
            Figures::of(&calm.plan).leeway_s
        );
        assert!(crisp.plan.crisp_mm >= tender.plan.crisp_mm);
        assert!(
            crisp.plan.outcome.overcooked_share
                <= tender.plan.outcome.overcooked_share + CRUST_COSTS + 0.02
        );
    }

    /// Milk and flour are pale in a cool pan, and a batter burns: neither is settled on.
    #[test]
    fn a_coat_is_settled_on_gold() {
        for (kind, most) in [
            ("floured_pan_fry", Most::Tender),
            ("deep_fry_batter", Most::Crisp),
        ] {
            let settled = settle(&SettleAsked {
                most,
                ..asked(kind)
            })
            .unwrap();
            assert!(settled.met && colour_off(&settled.plan) == 0, "{kind}");
            assert!(
                settled
                    .curve
                    .iter()
                    .any(|p| p.figures.browning != settled.plan.signs.browning)
            );
        }
    }

    #[test]
    fn with_all_the_time_there_is_the_oven_goes_low() {
        let free = settle(&asked("slow_bake")).unwrap();
        let hurried = settle(&SettleAsked {
            within_s: Some(900.0),
            ..asked("slow_bake")
        })
        .unwrap();
        assert!(free.met && hurried.met);
        assert!(
            free.value < hurried.value,
            "{} {}",
            free.value,
            hurried.value
        );
        assert!(hurried.plan.off_heat_s <= 900.0);
        assert!(free.plan.outcome.overcooked_share <= hurried.plan.outcome.overcooked_share);
    }

    #[test]
    fn what_cannot_be_had_is_said() {
        let settled = settle(&SettleAsked {
            within_s: Some(20.0),
            ..asked("slow_bake")
        })
        .unwrap();
        assert!(!settled.met);
        assert_eq!(
            settle(&asked("steam")).unwrap_err().code(),
            "no_such_setting"
        );
    }
}
