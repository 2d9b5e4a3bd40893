//! Settings to times and back: `simulate`, `plan`, `rank`.

mod bench;
mod ensemble;
mod planner;
mod rank;
mod simulate;

pub use planner::{MethodAsked, Plan, PlanAsked, Warning, Window, plan};
pub use rank::{RankAsked, Way, Wishes, rank};
pub use simulate::{SeriesPoint, SimulateAsked, Simulated, simulate};
