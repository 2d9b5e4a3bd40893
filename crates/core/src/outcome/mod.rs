//! What the field means to a cook: doneness, the cooked line, crust, safety.

mod doneness;
mod field;
mod kinetics;
pub mod safety;
mod signs;
mod tally;

pub use doneness::{AT_RISK, Band, FOOD_SAFETY, Family, Level, TargetAsked};
pub use field::{FieldAsked, FieldSink, SliceField};
pub use kinetics::{lethality_listeria, setting_rate_1_s};
pub use signs::{Beads, Lip, SignSink, Signs, Tester};
pub use tally::{OVERCOOKED_C, Outcome, PeakSink, Tally, juice_share};
