//! What can be wrong with a request, with the numbers that make it wrong.

use thiserror::Error;

/// A request that cannot be computed. Every variant names the field it is about, by its
/// name on the wire, so that an interface can show the sentence beside it.
#[derive(Debug, Clone, PartialEq, Error)]
pub enum InputError {
    /// A number outside the range in which the model means anything; also NaN and infinities.
    #[error("{field} must be between {min} and {max} {unit}, not {given}")]
    OutOfRange {
        /// Field on the wire.
        field: String,
        /// What was asked for.
        given: f64,
        /// Smallest value allowed.
        min: f64,
        /// Largest value allowed.
        max: f64,
        /// Unit of all three.
        unit: &'static str,
    },
    /// A name that is not in the list.
    #[error("{field} does not know \"{given}\"; it knows {}", known.join(", "))]
    UnknownName {
        /// Field on the wire.
        field: String,
        /// What was asked for.
        given: String,
        /// What would do.
        known: Vec<String>,
    },
    /// Something needed is not there.
    #[error("{field} is missing")]
    Missing {
        /// Field on the wire.
        field: String,
    },
    /// A value of another kind than the field takes.
    #[error("{field} takes {takes}")]
    WrongKind {
        /// Field on the wire.
        field: String,
        /// What the field takes.
        takes: &'static str,
    },
    /// A setting that this way of cooking does not have.
    #[error("{method} has no setting {field}; it has {}", has.join(", "))]
    NoSuchSetting {
        /// Field on the wire.
        field: String,
        /// The method asked for.
        method: String,
        /// The settings it has.
        has: Vec<String>,
    },
    /// The thin end is thicker than the thick end.
    #[error("the thin end ({thin_mm} mm) must not be thicker than the thick end ({thick_mm} mm)")]
    ThinEndThicker {
        /// Thin end.
        thin_mm: f64,
        /// Thick end.
        thick_mm: f64,
    },
    /// The target band is upside down.
    #[error("the low end of the target ({low_c} C) must not be above its high end ({high_c} C)")]
    TargetUpsideDown {
        /// Low end.
        low_c: f64,
        /// High end.
        high_c: f64,
    },
    /// The number of times given does not fit the sides that the method cooks on.
    #[error("times.sides_s takes {wants} times for this way of cooking, not {given}")]
    SidesDoNotFit {
        /// Times given.
        given: usize,
        /// Times wanted.
        wants: usize,
    },
    /// A length and a weight that no one fish has.
    #[error("a fish {length_mm} mm long weighs about {usual_g:.0} g, not {mass_g} g")]
    LengthAndWeight {
        /// Length.
        length_mm: f64,
        /// Weight given.
        mass_g: f64,
        /// Weight such a fish has.
        usual_g: f64,
    },
    /// Something that must not lie after something else.
    #[error("{field}: {message}")]
    Order {
        /// Field on the wire.
        field: String,
        /// What is wrong, in the cook's words.
        message: &'static str,
    },
    /// The shares of a composition do not add up to one.
    #[error("the shares of piece.composition add up to {sum:.3}, and should to 1 within 0.03")]
    CompositionSum {
        /// Their sum.
        sum: f64,
    },
}

impl InputError {
    /// Stable name of the error, for programs.
    pub fn code(&self) -> &'static str {
        match self {
            Self::OutOfRange { .. } => "out_of_range",
            Self::UnknownName { .. } => "unknown_name",
            Self::Missing { .. } => "missing",
            Self::WrongKind { .. } => "wrong_kind",
            Self::NoSuchSetting { .. } => "no_such_setting",
            Self::ThinEndThicker { .. } => "thin_end_thicker",
            Self::TargetUpsideDown { .. } => "target_upside_down",
            Self::SidesDoNotFit { .. } => "sides_do_not_fit",
            Self::LengthAndWeight { .. } => "length_and_weight",
            Self::Order { .. } => "order",
            Self::CompositionSum { .. } => "composition_sum",
        }
    }

    /// The field on the wire that the error is about.
    pub fn field(&self) -> &str {
        match self {
            Self::OutOfRange { field, .. }
            | Self::UnknownName { field, .. }
            | Self::Missing { field }
            | Self::WrongKind { field, .. }
            | Self::NoSuchSetting { field, .. }
            | Self::Order { field, .. } => field,
            Self::LengthAndWeight { .. } => "mass_g",
            Self::ThinEndThicker { .. } => "piece.thin_end_mm",
            Self::TargetUpsideDown { .. } => "target.low_c",
            Self::SidesDoNotFit { .. } => "times.sides_s",
            Self::CompositionSum { .. } => "piece.composition",
        }
    }
}
