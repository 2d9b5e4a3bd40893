//! What is dangerous at the stove, whatever this way of cooking can be set to.
//!
//! Figures: frying oil is turned down from 200 C and has smoked and may catch fire from 230 C (common practice, no
//! source; fire services warn of 230 C and more); non-stick coatings begin to break down at 230 C and fume at 260 C
//! (from memory, medium confidence).

use super::course::Phase;
use super::fold::Fold;
use crate::plan::{COATING_FUMES_C, COATING_HOT_C};
use crate::run::Fire;
use serde::Serialize;

/// One danger.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Alarm {
    /// Stable name.
    pub code: &'static str,
    /// What to do, in words.
    pub message: &'static str,
    /// Before anything else.
    pub now: bool,
    /// Since when, s.
    pub since_s: f64,
    /// As hot as it was said to be, C.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub at_c: Option<f64>,
}

/// Oil is turned down from here on, C, and here it is off.
const OIL_HOT_C: f64 = 200.0;
const OIL_FIRE_C: f64 = 230.0;

/// All that is dangerous now, the gravest first.
pub(super) fn alarms(fold: &Fold<'_>, released: Option<bool>) -> Vec<Alarm> {
    let course = &fold.course;
    if matches!(course.phase, Phase::Served | Phase::Closed) {
        return vec![];
    }
    let mut all = vec![];
    if let Some((since_s, c)) = course.said_heat {
        let mut hot = |code, message, now| {
            all.push(Alarm {
                code,
                message,
                now,
                since_s,
                at_c: Some(c),
            });
        };
        let oil = fold.cooking.programme.fire == Fire::Oil;
        let kit = &fold.cooking.kitchen.kit;
        let coated = fold.cooking.chosen.hottest_on_coating(kit).is_some();
        match c {
            OIL_FIRE_C.. if oil => hot("oil_fire", "Heat off, lid on, no water", true),
            OIL_HOT_C.. if oil => hot("oil_hot", "The oil is too hot: turn it down.", false),
            COATING_FUMES_C.. if coated => hot(
                "coating_fumes",
                "Heat off, and air the room: the coating gives off fumes",
                true,
            ),
            COATING_HOT_C.. if coated => {
                hot(
                    "coating_hot",
                    "Too hot for a coated pan: turn it down.",
                    false,
                );
            }
            _ => {}
        }
    }
    let on_heat = course.phase == Phase::OnHeat;
    if let Some(since_s) = course.fire_off_s
        && on_heat
        && released == Some(false)
    {
        all.push(Alarm {
            since_s,
            code: "fire_off",
            message: "The heat is off, and it is not hot enough yet: heat back on",
            now: true,
            at_c: None,
        });
    }
    all
}
