//! Food safety figures. They are rules, kept apart from the cook's doneness.
//!
//! Sources: `FOOD-CODE-3-401.11` (intact fish 63 C for 15 s), `FDA-HAZARDS-A4` (Listeria 6D:
//! 2.0 min at 70 C, z = 7.5 K), `EU-853-PARASITES` (60 C for 1 min). Local rules come first.

use serde::{Deserialize, Serialize};

/// Whose rules a kitchen keeps; local rules come first.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum Rules {
    /// The US Food Code.
    #[default]
    Us,
    /// EU law and UK guidance.
    EuUk,
}

/// Core temperature for intact raw fish, C.
pub const FOOD_CODE_C: f64 = 63.0;
/// Held that long, s.
pub const FOOD_CODE_S: f64 = 15.0;
/// Core temperature that kills parasites, C.
pub const PARASITE_C: f64 = 60.0;
/// Held that long, s.
pub const PARASITE_S: f64 = 60.0;
/// Food kept hot stays at least this warm, C (`FOOD-CODE-3-501.16`).
pub const HOT_HOLD_C: f64 = 57.0;
/// Food kept cold, received cold or thawed stays below this, C (`FOOD-CODE-3-501.16`).
pub const COLD_C: f64 = 5.0;
/// Cooling goes from [`HOT_HOLD_C`] to this, C, within [`COOL_FIRST_S`], and to [`COLD_C`]
/// within [`COOL_ALL_S`] in all (`FOOD-CODE-3-501.14`).
pub const COOL_MIDDLE_C: f64 = 21.0;
/// Two hours, s.
pub const COOL_FIRST_S: f64 = 2.0 * 3600.0;
/// Six hours, s.
pub const COOL_ALL_S: f64 = 6.0 * 3600.0;
/// Water for thawing is at most this warm, C, and what has thawed of raw fish is above
/// [`COLD_C`] for at most [`THAWED_WARM_S`] (`FOOD-CODE-3-501.13`).
pub const THAW_WATER_C: f64 = 21.0;
/// Four hours, s.
pub const THAWED_WARM_S: f64 = 4.0 * 3600.0;
/// Cooked food below so many C may stand so long, s, before it is said that it is to be eaten or chilled, and so long
/// before it is refused: time as a control, four hours in all (`FOOD-CODE-3-501.19`, below [`HOT_HOLD_C`]; two of them
/// before a word is judgement); below 63 C once, for two hours at most (`UK-2013-SCHEDULE-4`).
pub const fn out_of_hot(rules: Rules) -> OutOfHot {
    match rules {
        Rules::Us => OutOfHot {
            below_c: HOT_HOLD_C,
            eat_or_chill_s: 2.0 * 3600.0,
            refuse_s: 4.0 * 3600.0,
        },
        Rules::EuUk => OutOfHot {
            below_c: 63.0,
            eat_or_chill_s: 2.0 * 3600.0,
            refuse_s: 2.0 * 3600.0,
        },
    }
}

/// How long cooked food may stand that is not kept hot.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct OutOfHot {
    /// Below so many C it counts.
    pub below_c: f64,
    /// Then it is to be eaten or chilled, s.
    pub eat_or_chill_s: f64,
    /// And then it is refused, s.
    pub refuse_s: f64,
}

/// What has stood is reheated to at least this all through, once, C (`FOOD-CODE-3-403.11`; `UK-COOK-GUIDANCE`: 75 C, or
/// 70 C for 2 min).
pub const fn reheated_c(rules: Rules) -> f64 {
    match rules {
        Rules::Us => 74.0,
        Rules::EuUk => 75.0,
    }
}

/// Stuffed fish, or stuffing with fish in it: at once, all through, C (`FOOD-CODE-3-401.11`).
pub const STUFFED_C: f64 = 74.0;
/// What a good kitchen probe errs by, K, and how far it commonly lies from the coldest spot, mm.
/// common practice, no source.
pub const PROBE_ERRS_K: f64 = 1.0;
/// Off the coldest spot.
pub const PROBE_OFF_MM: f64 = 3.0;
/// What it must show above the figure where nothing is computed, K.
pub const PROBE_ABOVE_K: f64 = 4.0;
/// Fish out of the cold is above this, C, and how long it may be, h, under each set of rules
/// (`FOOD-CODE-3-501.16`, `FOOD-CODE-3-501.19`; `UK-2013-SCHEDULE-4`).
pub const fn out_of_cold(rules: Rules) -> (f64, f64) {
    match rules {
        Rules::Us => (COLD_C, 4.0),
        Rules::EuUk => (8.0, 4.0),
    }
}
/// Minutes at 70 C for a millionfold (6 log) kill of Listeria.
pub const LISTERIA_6D_MIN: f64 = 2.0;

/// What the coldest part has been through.
#[derive(Debug, Clone, Copy, PartialEq, serde::Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Safety {
    /// 63 C for 15 s all through.
    pub food_code_63c_15s: bool,
    /// Log reductions of Listeria where it is least.
    pub listeria_log: f64,
    /// 60 C for a minute all through.
    pub parasite_60c_1min: bool,
    /// At least 57 C all through when it is served: it may be held hot.
    pub hot_hold_57c: bool,
}
