//! A lot: fish that came in together. Days are counted from any fixed day; the clock is the
//! caller's.

use super::freshness::{Kept, spoilage_rate};
use super::hazard::Freezing;
use super::species::Species;
use crate::quantity::checked;
use crate::target::safety;
use crate::{InputError, Wrong};
use serde::Serialize;

/// What is written down when it comes in.
#[derive(Debug, Clone, PartialEq)]
pub struct Lot {
    /// Day it came in.
    pub received_day: i64,
    /// Its temperature then, C.
    pub received_c: f64,
    /// Kept at, C; below -1 it is frozen.
    pub kept_c: f64,
    /// Day it was frozen, if it was.
    pub frozen_day: Option<i64>,
    /// Frozen at, C.
    pub frozen_at_c: Option<f64>,
    /// To be used by this day, if that is written on it.
    pub use_by_day: Option<i64>,
}

/// What a lot is on some day.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct LotState {
    /// Days since it came in.
    pub days: i64,
    /// Came in warmer than 5 C.
    pub received_warm: bool,
    /// Past its day.
    pub past_use_by: bool,
    /// Days on ice that are left at the temperature it is kept, low and high; none while it is
    /// frozen.
    pub left_days: Option<[f64; 2]>,
    /// Frozen so many hours, long and cold enough against parasites.
    pub parasites_killed: bool,
}

/// Kept colder than this it is frozen, C.
const FROZEN_C: f64 = -3.0;

impl Lot {
    /// Reads it on a day.
    ///
    /// # Errors
    /// [`InputError`] (order) for days after today or out of order, [`InputError`] (out of range)
    /// for temperatures no store has.
    pub fn on(&self, species: &Species, today: i64) -> Result<LotState, InputError> {
        let order = |field: &str, message| InputError::new(field, Wrong::Order { message });
        if self.received_day > today {
            return Err(order(
                "received",
                "it has not come in yet: the day lies after today",
            ));
        }
        if self.frozen_day.is_some_and(|day| day > today) {
            return Err(order("frozen", "the day it was frozen lies after today"));
        }
        if self.use_by_day.is_some_and(|day| day < self.received_day) {
            return Err(order(
                "use_by",
                "the use-by day lies before the day it came in",
            ));
        }
        checked("received_c", self.received_c, (-40.0, 30.0), "C")?;
        checked("kept_c", self.kept_c, (-60.0, 15.0), "C")?;
        if let Some(at_c) = self.frozen_at_c {
            checked("frozen_at_c", at_c, (-80.0, -1.0), "C")?;
            if self.frozen_day.is_none() {
                return Err(order("frozen", "say the day it was frozen"));
            }
        }
        let days = today - self.received_day;
        let left_days = if self.kept_c < FROZEN_C {
            None
        } else {
            let kept = Kept {
                at_c: self.kept_c,
                days: days as f64,
            };
            let used = kept.days * spoilage_rate(species.waters, kept.at_c)?;
            let [low, high] = species.ice_days;
            Some([(low - used).max(0.0), (high - used).max(0.0)])
        };
        let parasites_killed = match (self.frozen_day, self.frozen_at_c) {
            // When it thawed nobody wrote down: only what is still frozen counts, and the warmer
            // of the two stores.
            (Some(day), Some(at_c)) if self.kept_c < FROZEN_C => Freezing {
                at_c: at_c.max(self.kept_c),
                hours: 24.0 * (today - day) as f64,
                solid_at_35: at_c <= -35.0,
            }
            .kills_parasites()?,
            _ => false,
        };
        Ok(LotState {
            days,
            received_warm: self.received_c > safety::COLD_C,
            past_use_by: self.use_by_day.is_some_and(|day| day < today),
            left_days,
            parasites_killed,
        })
    }
}
