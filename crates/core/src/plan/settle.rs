//! Which pan, oil or oven temperature reaches the target with the least overcooked, in a given
//! time, or with the crust asked for.

use super::answer::Plan;
use super::asked::{MethodAsked, PlanAsked};
use super::planner::plan;
use crate::methods::{Method, Purpose, Spec, Takes, Value};
use crate::quantity::checked;
use crate::{InputError, Within, Wrong};

/// What is to be settled.
#[derive(Debug, Clone, PartialEq)]
pub struct SettleAsked {
    /// The plan; its main heat setting is what is looked for.
    pub plan: PlanAsked,
    /// On the heat no longer than this, s.
    pub within_s: Option<f64>,
    /// At least this much crust on one side, mm.
    pub crust_mm: Option<f64>,
}

/// What was settled.
#[derive(Debug, Clone)]
pub struct Settled {
    /// The setting that was moved.
    pub key: &'static str,
    /// Its value.
    pub value: f64,
    /// The plan with it.
    pub plan: Plan,
    /// Time and crust are as asked; when they cannot be, the nearest is answered.
    pub met: bool,
}

/// Values tried over the range of the setting.
const TRIES: usize = 13;

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
    let mut best: Option<(f64, Settled)> = None;
    for i in 0..TRIES {
        let value = (min + (max - min) * i as f64 / (TRIES - 1) as f64).round();
        let mut settings = asked.plan.method.settings.clone();
        settings.retain(|(name, _)| name != spec.key && !spec.was.contains(&name.as_str()));
        settings.push((spec.key.to_owned(), Value::Number(value)));
        let method = MethodAsked {
            kind: asked.plan.method.kind.clone(),
            settings,
        };
        let plan = plan(&PlanAsked {
            method,
            range: false,
            ..asked.plan.clone()
        })
        .within("plan")?;
        let short = |w: &crate::fish::Notice| w.code == "target_out_of_reach";
        let reached = plan.refused.is_empty() && !plan.warnings.iter().any(short);
        let [skin, flesh] = plan.outcome.crust_mm;
        let (late_s, thin_mm) = (
            (plan.off_heat_s - within_s).max(0.0),
            (crust_mm - skin.max(flesh)).max(0.0),
        );
        let met = reached && late_s <= 0.0 && thin_mm <= 0.0;
        // What was asked comes first; then the least overcooked.
        let worse = if reached { 0.0 } else { 1e6 }
            + 10.0 * late_s
            + 1e3 * thin_mm
            + plan.outcome.overcooked_share;
        if best.as_ref().is_none_or(|(least, _)| worse < *least) {
            best = Some((
                worse,
                Settled {
                    key: spec.key,
                    value,
                    plan,
                    met,
                },
            ));
        }
    }
    best.map(|(_, settled)| settled)
        .ok_or(InputError::missing("plan.method.kind"))
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
            within_s: None,
            crust_mm: None,
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
