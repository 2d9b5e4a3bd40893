//! Settings to times and back: `simulate`, `plan`, `rank`.

mod bench;
mod ensemble;
mod planner;
mod rank;
mod settle;
mod simulate;

pub use planner::{MethodAsked, Plan, PlanAsked, Warning, Window, plan};
pub use rank::{RankAsked, Way, Wishes, rank};
pub use settle::{SettleAsked, Settled, settle};
pub use simulate::{SeriesPoint, SimulateAsked, Simulated, simulate};
