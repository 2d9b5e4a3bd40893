//! What the cook aims at: the bands of doneness, and the safety figures, which are rules.

mod doneness;
pub mod safety;

pub use safety::{Rules, Safety};

pub use doneness::{Aim, Band, FOOD_SAFETY, Family, Goal, Level, TargetAsked};
