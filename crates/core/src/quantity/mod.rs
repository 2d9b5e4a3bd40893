//! Checked quantities: a value is checked once, in its constructor, and NaN fails there.
//!
//! A temperature is not a difference of temperatures:
//!
//! ```
//! use cindo_core::quantity::{Celsius, KelvinDiff};
//! let rise: KelvinDiff = Celsius::new("core", 54.0)? - Celsius::new("start", 8.0)?;
//! assert_eq!(rise.value(), 46.0);
//! # Ok::<(), cindo_core::InputError>(())
//! ```
//!
//! ```compile_fail
//! use cindo_core::quantity::Celsius;
//! let a = Celsius::new("core", 54.0).unwrap();
//! let nonsense = a + a; // two temperatures do not add
//! ```
//!
//! Inside the marcher bare `f64` are used, each with its unit in its name.

use crate::{InputError, Wrong};
use std::ops::{Add, Sub};

/// Checks that a number is finite and inside `min..=max`.
///
/// # Errors
/// [`InputError`] (out of range) naming `field`; NaN and infinities fail too.
pub fn checked(
    field: &str,
    given: f64,
    (min, max): (f64, f64),
    unit: &'static str,
) -> Result<f64, InputError> {
    if given >= min && given <= max {
        Ok(given)
    } else {
        Err(InputError::new(
            field,
            Wrong::OutOfRange {
                given,
                min,
                max,
                unit,
            },
        ))
    }
}

macro_rules! quantity {
    ($(#[$doc:meta])* $name:ident, $unit:literal, $min:expr, $max:expr) => {
        $(#[$doc])*
        #[derive(Debug, Clone, Copy, PartialEq, PartialOrd)]
        pub struct $name(f64);

        impl $name {
            /// Smallest and largest value the constructor lets through.
            pub const RANGE: (f64, f64) = ($min, $max);
            /// Unit of [`Self::value`].
            pub const UNIT: &'static str = $unit;

            /// Checks the value and names the field it came from.
            ///
            /// # Errors
            /// [`InputError`] (out of range) outside [`Self::RANGE`], and for NaN.
            pub fn new(field: &str, value: f64) -> Result<Self, InputError> {
                checked(field, value, Self::RANGE, $unit).map(Self)
            }

            /// The bare number, in [`Self::UNIT`].
            pub const fn value(self) -> f64 {
                self.0
            }
        }
    };
}

quantity!(
    /// A temperature. The range is what a kitchen can reach, from a deep freezer to a bed of coals.
    Celsius, "C", -40.0, 900.0
);
quantity!(
    /// A thickness of fish along the way the heat goes in.
    Thickness, "mm", 2.0, 120.0
);
quantity!(
    /// Mass of one piece.
    Mass, "g", 1.0, 20_000.0
);
quantity!(
    /// A span of time, at most a day.
    Seconds, "s", 0.0, 86_400.0
);
quantity!(
    /// A share between nothing and all.
    Share, "", 0.0, 1.0
);

/// A difference of two temperatures, in kelvin.
#[derive(Debug, Clone, Copy, PartialEq, PartialOrd)]
pub struct KelvinDiff(f64);

impl KelvinDiff {
    /// The bare number, in kelvin.
    pub const fn value(self) -> f64 {
        self.0
    }
}

impl Sub for Celsius {
    type Output = KelvinDiff;
    fn sub(self, other: Self) -> KelvinDiff {
        KelvinDiff(self.0 - other.0)
    }
}

impl Add<KelvinDiff> for Celsius {
    type Output = Celsius;
    fn add(self, rise: KelvinDiff) -> Celsius {
        Celsius(self.0 + rise.0)
    }
}

impl Thickness {
    /// In metres.
    pub const fn metres(self) -> f64 {
        self.0 * 1e-3
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn nan_infinity_and_out_of_range_fail_with_the_range() {
        for bad in [f64::NAN, f64::INFINITY, 1.9, 120.1, -3.0] {
            let error = Thickness::new("thickness_mm", bad).unwrap_err();
            assert_eq!(error.code(), "out_of_range");
            assert_eq!(error.field(), "thickness_mm");
            assert!(
                error.to_string().contains("between 2 and 120 mm"),
                "{error}"
            );
        }
        assert!(Thickness::new("x", 2.0).is_ok() && Thickness::new("x", 120.0).is_ok());
    }

    #[test]
    fn a_rise_carries_a_temperature_on() {
        let (a, b) = (
            Celsius::new("a", 8.0).unwrap(),
            Celsius::new("b", 54.0).unwrap(),
        );
        assert_eq!(a + (b - a), b);
    }
}
