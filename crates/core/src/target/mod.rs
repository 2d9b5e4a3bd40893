//! What the cook aims at: the bands of doneness, and the safety figures, which are rules.

mod doneness;
pub mod safety;

pub use safety::Safety;

pub use doneness::{AT_RISK, Band, FOOD_SAFETY, Family, Level, TargetAsked};
