//! Food safety figures. They are rules, kept apart from the cook's doneness.
//!
//! Sources: `FOOD-CODE-3-401.11` (intact fish 63 C for 15 s), `FDA-HAZARDS-A4` (Listeria 6D:
//! 2.0 min at 70 C, z = 7.5 K), `EU-853-PARASITES` (60 C for 1 min). Local rules come first.

/// Core temperature for intact raw fish, C.
pub const FOOD_CODE_C: f64 = 63.0;
/// Held that long, s.
pub const FOOD_CODE_S: f64 = 15.0;
/// Core temperature that kills parasites, C.
pub const PARASITE_C: f64 = 60.0;
/// Held that long, s.
pub const PARASITE_S: f64 = 60.0;
/// Minutes at 70 C for a millionfold (6 log) kill of Listeria.
pub const LISTERIA_6D_MIN: f64 = 2.0;

/// What the coldest part has been through.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Safety {
    /// 63 C for 15 s all through.
    pub food_code_63c_15s: bool,
    /// Log reductions of Listeria where it is least.
    pub listeria_log: f64,
    /// 60 C for a minute all through.
    pub parasite_60c_1min: bool,
}
