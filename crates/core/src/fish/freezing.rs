//! How a fish was frozen, and whether that kills worms: `FOOD-CODE-3-402.11`, `EU-853-PARASITES` (from
//! memory).

use crate::InputError;
use crate::quantity::checked;
use crate::target::Rules;
use serde::{Deserialize, Serialize};

/// How a fish was frozen.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Freezing {
    /// At so many C or colder.
    #[cfg_attr(feature = "schema", schema(minimum = -80, maximum = -1))]
    pub at_c: f64,
    /// For so many hours.
    #[cfg_attr(feature = "schema", schema(minimum = 0, maximum = 50000))]
    pub hours: f64,
    /// Frozen solid at -35 C or colder first, then kept at `at_c`.
    #[serde(default)]
    pub solid_at_35: bool,
}

impl Freezing {
    /// Holds it to what a freezer does.
    ///
    /// # Errors
    /// [`InputError`] (out of range).
    pub fn check(&self) -> Result<(), InputError> {
        checked("at_c", self.at_c, (-80.0, -1.0), "C")?;
        checked("hours", self.hours, (0.0, 50_000.0), "h").map(drop)
    }

    /// Whether it is as the rules ask; the two sets are never mixed.
    ///
    /// US, `FOOD-CODE-3-402.11(A)`: -20 C for 168 h; frozen solid at -35 C and 15 h there; frozen
    /// solid at -35 C and 24 h at -20 C. EU and UK, `EU-853-PARASITES`: -20 C for 24 h, or -35 C for
    /// 15 h, in all parts.
    ///
    /// # Errors
    /// As [`Freezing::check`].
    pub fn kills_parasites(&self, rules: Rules) -> Result<bool, InputError> {
        self.check()?;
        let Self {
            at_c,
            hours,
            solid_at_35,
        } = *self;
        Ok(match rules {
            Rules::Us => {
                (at_c <= -20.0 && hours >= 168.0)
                    || (solid_at_35 && at_c <= -35.0 && hours >= 15.0)
                    || (solid_at_35 && at_c <= -20.0 && hours >= 24.0)
            }
            Rules::EuUk => (at_c <= -20.0 && hours >= 24.0) || (at_c <= -35.0 && hours >= 15.0),
        })
    }
}
