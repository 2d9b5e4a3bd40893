//! What can be wrong with a request, with the numbers that make it wrong.

use std::fmt::{Display, Formatter};

/// A request that cannot be computed: where, and what is wrong there. A constructor names only its
/// own field (`thickness_mm`); whoever calls it says where that stands, see [`Within`], so that an
/// interface can show the sentence beside the field whatever the field is part of.
#[derive(Debug, Clone, PartialEq)]
pub struct InputError {
    field: String,
    wrong: Wrong,
}

/// What is wrong, with the numbers that make it wrong.
#[derive(Debug, Clone, PartialEq)]
pub enum Wrong {
    /// A number outside the range in which the model means anything; also NaN and infinities.
    OutOfRange {
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
    UnknownName {
        /// What was asked for.
        given: String,
        /// What would do.
        known: Vec<String>,
    },
    /// A name that more than one goes by.
    TwoOfThatName {
        /// What was asked for.
        given: String,
        /// What it could be.
        could_be: Vec<String>,
    },
    /// Something needed is not there.
    Missing,
    /// A value of another kind than the field takes.
    WrongKind {
        /// What the field takes.
        takes: &'static str,
    },
    /// A setting that this way of cooking does not have.
    NoSuchSetting {
        /// The method asked for.
        method: String,
        /// The settings it has.
        has: Vec<String>,
    },
    /// The thin end is thicker than the thick end.
    ThinEndThicker {
        /// Thin end.
        thin_mm: f64,
        /// Thick end.
        thick_mm: f64,
    },
    /// The target band is upside down.
    TargetUpsideDown {
        /// Low end.
        low_c: f64,
        /// High end.
        high_c: f64,
    },
    /// The number of times given does not fit the sides that the method cooks on.
    SidesDoNotFit {
        /// Times given.
        given: usize,
        /// Times wanted.
        wants: usize,
    },
    /// A length and a weight that no one fish has.
    LengthAndWeight {
        /// Length.
        length_mm: f64,
        /// Weight given.
        mass_g: f64,
        /// Weight such a fish has.
        usual_g: f64,
    },
    /// Something that must not lie after something else.
    Order {
        /// What is wrong, in the cook's words.
        message: &'static str,
    },
    /// Two things that do not go together.
    DoesNotGo {
        /// What was asked for.
        what: String,
        /// With what.
        with: String,
        /// What it goes with.
        goes_with: Vec<String>,
    },
    /// The shares of a composition do not add up to one.
    CompositionSum {
        /// Their sum.
        sum: f64,
    },
}

impl std::error::Error for InputError {}

impl Display for InputError {
    fn fmt(&self, f: &mut Formatter<'_>) -> std::fmt::Result {
        let field = &self.field;
        match &self.wrong {
            Wrong::OutOfRange {
                given,
                min,
                max,
                unit,
            } => {
                let gap = if unit.is_empty() { "" } else { " " };
                write!(
                    f,
                    "{field} must be between {min} and {max}{gap}{unit}, not "
                )?;
                // Nonsense is not written out in three hundred digits.
                if given.abs() < 1e9 {
                    write!(f, "{given}")
                } else {
                    write!(f, "{given:e}")
                }
            }
            Wrong::UnknownName { given, known } => {
                let known = known.join(", ");
                write!(f, "{field} does not know \"{given}\"; it knows {known}")
            }
            Wrong::TwoOfThatName { given, could_be } => {
                let which = could_be.join(" or ");
                write!(f, "\"{given}\" is more than one fish: say {which}")
            }
            Wrong::Missing => write!(f, "{field} is missing"),
            Wrong::WrongKind { takes } => write!(f, "{field} takes {takes}"),
            Wrong::NoSuchSetting { method, has } => {
                let has = has.join(", ");
                write!(f, "{method} has no setting {field}; it has {has}")
            }
            Wrong::ThinEndThicker { thin_mm, thick_mm } => write!(
                f,
                "the thin end ({thin_mm} mm) must not be thicker than the thick end ({thick_mm} mm)"
            ),
            Wrong::TargetUpsideDown { low_c, high_c } => write!(
                f,
                "the low end of the target ({low_c} C) must not be above its high end ({high_c} C)"
            ),
            Wrong::SidesDoNotFit { given, wants } => {
                write!(
                    f,
                    "{field} takes {wants} times for this way of cooking, not {given}"
                )
            }
            Wrong::LengthAndWeight {
                length_mm,
                mass_g,
                usual_g,
            } => write!(
                f,
                "a fish {length_mm} mm long weighs about {usual_g:.0} g, not {mass_g} g"
            ),
            Wrong::Order { message } => write!(f, "{field}: {message}"),
            Wrong::DoesNotGo {
                what,
                with,
                goes_with,
            } => {
                let others = goes_with.join(", ");
                write!(f, "{what} does not go with {with}; it goes with {others}")
            }
            Wrong::CompositionSum { sum } => write!(
                f,
                "the shares of {field} add up to {sum:.3}, and should to 1 within 0.03"
            ),
        }
    }
}

/// What a name given is cut to in an error, letters: nobody reads more, and it may be long.
const GIVEN_LETTERS: usize = 60;

impl InputError {
    /// Something wrong in a field.
    pub fn new(field: impl Into<String>, wrong: Wrong) -> Self {
        Self {
            field: field.into(),
            wrong,
        }
    }

    /// A name that is not in the list of those known.
    pub fn unknown<K: Into<String>>(
        field: &str,
        given: &str,
        known: impl IntoIterator<Item = K>,
    ) -> Self {
        let wrong = Wrong::UnknownName {
            given: given.chars().take(GIVEN_LETTERS).collect(),
            known: known.into_iter().map(Into::into).collect(),
        };
        Self::new(field, wrong)
    }

    /// Something needed that is not there.
    pub fn missing(field: &str) -> Self {
        Self::new(field, Wrong::Missing)
    }

    /// The field that the error is about, as far as its callers have said where it stands.
    pub fn field(&self) -> &str {
        &self.field
    }

    /// What is wrong.
    pub fn wrong(&self) -> &Wrong {
        &self.wrong
    }

    /// Stable name of the error, for programs.
    pub fn code(&self) -> &'static str {
        match self.wrong {
            Wrong::OutOfRange { .. } => "out_of_range",
            Wrong::UnknownName { .. } => "unknown_name",
            Wrong::TwoOfThatName { .. } => "two_of_that_name",
            Wrong::Missing => "missing",
            Wrong::WrongKind { .. } => "wrong_kind",
            Wrong::NoSuchSetting { .. } => "no_such_setting",
            Wrong::ThinEndThicker { .. } => "thin_end_thicker",
            Wrong::TargetUpsideDown { .. } => "target_upside_down",
            Wrong::SidesDoNotFit { .. } => "sides_do_not_fit",
            Wrong::LengthAndWeight { .. } => "length_and_weight",
            Wrong::Order { .. } => "order",
            Wrong::DoesNotGo { .. } => "does_not_go",
            Wrong::CompositionSum { .. } => "composition_sum",
        }
    }
}

/// Says where the field of an error stands.
///
/// ```
/// use cindo_core::{InputError, Within};
/// let error = InputError::missing("thickness_mm").at("pieces", 3).within("order");
/// assert_eq!(error.field(), "order.pieces[3].thickness_mm");
/// ```
pub trait Within: Sized {
    /// It is part of `room`.
    #[must_use]
    fn within(self, room: &str) -> Self;
    /// It is part of number `i` of `list`, from 0.
    #[must_use]
    fn at(self, list: &str, i: usize) -> Self {
        self.within(&format!("{list}[{i}]"))
    }
}

impl Within for InputError {
    fn within(mut self, room: &str) -> Self {
        let field = &mut self.field;
        // "[2]" is an index of the room itself, "" the room.
        let between = if field.is_empty() || field.starts_with('[') {
            ""
        } else {
            "."
        };
        *field = format!("{room}{between}{field}");
        self
    }
}

impl<T> Within for Result<T, InputError> {
    fn within(self, room: &str) -> Self {
        self.map_err(|error| error.within(room))
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn a_place_is_put_together_from_inside() {
        let range = crate::quantity::checked("fat_share", 2.0, (0.0, 1.0), "");
        let error = range.within("own_fish").at("pieces", 11).unwrap_err();
        assert_eq!(error.field(), "pieces[11].own_fish.fat_share");
        assert_eq!(
            error.to_string(),
            "pieces[11].own_fish.fat_share must be between 0 and 1, not 2"
        );
        let nonsense = crate::quantity::checked("thickness_mm", 1e308, (2.0, 120.0), "mm");
        assert_eq!(
            nonsense.unwrap_err().to_string(),
            "thickness_mm must be between 2 and 120 mm, not 1e308"
        );
        let whole = InputError::missing("").within("piece");
        assert_eq!(whole.field(), "piece");
    }

    #[test]
    fn a_long_name_is_cut() {
        let error = InputError::unknown("fish", &"x".repeat(60_000), ["cod"]);
        assert!(error.to_string().len() < 120);
    }
}
