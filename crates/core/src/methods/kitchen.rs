//! The kitchen the cooking happens in.

use crate::InputError;
use crate::matter::water;
use crate::quantity::checked;

/// What is the same for every pan in the room.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Kitchen {
    altitude_m: f64,
}

impl Kitchen {
    /// At the harbour.
    pub const SEA_LEVEL: Self = Self { altitude_m: 0.0 };

    /// Somewhere up: water boils lower there.
    ///
    /// # Errors
    /// [`InputError::OutOfRange`] outside -400 to 5000 m.
    pub fn at(altitude_m: f64) -> Result<Self, InputError> {
        checked("kitchen.altitude_m", altitude_m, (-400.0, 5000.0), "m")
            .map(|altitude_m| Self { altitude_m })
    }

    /// Pressure of the air, Pa.
    pub fn pressure_pa(self) -> f64 {
        water::pressure_at_pa(self.altitude_m)
    }

    /// Where water boils, C.
    pub fn boil_c(self) -> f64 {
        water::boiling_point_c(self.pressure_pa())
    }
}
