//! Settings to times and back: `simulate`, `plan`, `settle`, `rank`; thawing and cooling. Each is a
//! question to the one run of `crate::run`.

mod answer;
mod asked;
mod batch;
mod colour;
mod cut_open;
mod figures;
mod find;
mod held;
mod leftover;
mod party;
mod planner;
mod range;
mod rank;
mod rest;
mod room;
mod schools;
mod settle;
mod simulate;
mod thawing;
mod together;
mod warn;
mod when;

pub(crate) use asked::Cooking;
pub(crate) use find::{Measure, Sought, Stop, bracketed, search};
pub(crate) use party::say as say_batches;
pub(crate) use planner::{prepared, probe_where, say_probe, say_what_it_is, tell};
pub(crate) use range::SLOW;
pub(crate) use warn::{COATING_FUMES_C, COATING_HOT_C};
pub(crate) use when::{HOLDS_K, LONGER, TIMES_LONGER, holds};

pub use crate::choice::{Tonight, Wishes};
pub use answer::{Batch, Party, Plan, Probe, Window};
pub use asked::{MethodAsked, PlanAsked, TurnBy};
pub use cut_open::{CutOpenAsked, cut_open};
pub use figures::Figures;
pub use held::{Held, held};
pub use leftover::{Leftover, LeftoverAsked, leftover};
pub use planner::plan;
pub use rank::{RankAsked, Ranked, Way, rank};
pub use schools::{School, SchoolOption, schools};
pub use settle::{CurvePoint, Most, SettleAsked, Settled, settle};
pub use simulate::{SeriesPoint, SimulateAsked, Simulated, simulate};
pub use thawing::{
    CoolAsked, Cooled, Cooling, TemperAsked, Tempered, ThawAsked, Thawed, Thawing, cool, temper,
    thaw,
};
pub use together::{Among, BesideAsked, Company, Together, TogetherAsked, together};
