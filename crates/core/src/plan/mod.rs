//! Settings to times and back: `simulate`, `plan`, `settle`, `rank`; thawing and cooling.

mod batch;
mod bench;
mod ensemble;
mod keep;
mod planner;
mod rank;
mod settle;
mod simulate;

pub use batch::Batch;
pub use keep::{CoolAsked, Cooled, Cooling, ThawAsked, Thawed, Thawing, cool, thaw};
pub use planner::{MethodAsked, Plan, PlanAsked, Warning, Window, plan};
pub use rank::{RankAsked, Way, Wishes, rank};
pub use settle::{SettleAsked, Settled, settle};
pub use simulate::{SeriesPoint, SimulateAsked, Simulated, simulate};
