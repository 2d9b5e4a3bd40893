//! Settings: what a method takes, with ranges and defaults, and what was chosen.

use crate::InputError;
use crate::quantity::checked;

/// Unit of a number.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Unit {
    /// Temperature, C.
    Celsius,
    /// Difference of temperatures, K.
    Kelvin,
    /// Length, mm.
    Millimetre,
    /// Time, s.
    Second,
    /// Volume, l.
    Litre,
    /// Mass, g.
    Gram,
    /// Share 0 to 1.
    Share,
}

impl Unit {
    /// As written in an error.
    pub fn symbol(self) -> &'static str {
        match self {
            Self::Celsius => "C",
            Self::Kelvin => "K",
            Self::Millimetre => "mm",
            Self::Second => "s",
            Self::Litre => "l",
            Self::Gram => "g",
            Self::Share => "",
        }
    }
}

/// What a setting takes.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum Takes {
    /// A number in a range.
    Number {
        /// Smallest.
        min: f64,
        /// Largest.
        max: f64,
        /// Step of a slider.
        step: f64,
        /// Unit.
        unit: Unit,
        /// When not said.
        default: f64,
    },
    /// One of some words.
    Choice {
        /// Name on the wire and in words.
        options: &'static [(&'static str, &'static str)],
        /// When not said.
        default: &'static str,
    },
    /// Yes or no.
    Flag {
        /// When not said.
        default: bool,
    },
}

/// One setting of a method.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Spec {
    /// Name on the wire.
    pub key: &'static str,
    /// Name in words.
    pub name: &'static str,
    /// What it takes.
    pub takes: Takes,
}

/// A value of a setting.
#[derive(Debug, Clone, PartialEq)]
pub enum Value {
    /// A number in the unit of the spec.
    Number(f64),
    /// A word.
    Word(String),
    /// Yes or no.
    Flag(bool),
}

/// All settings of one method, each checked, defaults filled in.
#[derive(Debug, Clone, PartialEq)]
pub struct Chosen(Vec<(&'static Spec, Value)>);

impl Chosen {
    /// Checks what was asked against the specs of `kind`.
    ///
    /// # Errors
    /// [`InputError`] for a setting the method does not have, a number out of range, an
    /// unknown word or a value of the wrong kind.
    pub fn read(
        kind: &str,
        specs: &'static [Spec],
        asked: &[(String, Value)],
    ) -> Result<Self, InputError> {
        for (key, _) in asked {
            if !specs.iter().any(|spec| spec.key == key) {
                return Err(InputError::NoSuchSetting {
                    field: format!("method.{key}"),
                    method: kind.to_owned(),
                    has: specs.iter().map(|spec| spec.key.to_owned()).collect(),
                });
            }
        }
        let mut chosen = Vec::with_capacity(specs.len());
        for spec in specs {
            let value = asked
                .iter()
                .find(|(key, _)| key == spec.key)
                .map(|(_, value)| value);
            chosen.push((spec, spec.check(value)?));
        }
        Ok(Self(chosen))
    }

    /// Specs and values in the order of the method.
    pub fn iter(&self) -> impl Iterator<Item = (&'static Spec, &Value)> {
        self.0.iter().map(|(spec, value)| (*spec, value))
    }

    /// The same with one value put in its place, which is not checked again.
    pub(crate) fn with(&self, key: &str, value: Value) -> Self {
        let mut changed = self.clone();
        for (spec, held) in &mut changed.0 {
            if spec.key == key {
                held.clone_from(&value);
            }
        }
        changed
    }

    fn get(&self, key: &str) -> Result<&Value, InputError> {
        let found = self.0.iter().find(|(spec, _)| spec.key == key);
        let missing = || InputError::Missing {
            field: format!("method.{key}"),
        };
        found.map(|(_, value)| value).ok_or_else(missing)
    }

    /// A number.
    ///
    /// # Errors
    /// [`InputError`] when the method has no such number.
    pub fn number(&self, key: &str) -> Result<f64, InputError> {
        match self.get(key)? {
            Value::Number(number) => Ok(*number),
            _ => Err(wrong_kind(key, "a number")),
        }
    }

    /// A word.
    ///
    /// # Errors
    /// [`InputError`] when the method has no such word.
    pub fn word(&self, key: &str) -> Result<&str, InputError> {
        match self.get(key)? {
            Value::Word(word) => Ok(word),
            _ => Err(wrong_kind(key, "a word")),
        }
    }

    /// Yes or no.
    ///
    /// # Errors
    /// [`InputError`] when the method has no such flag.
    pub fn flag(&self, key: &str) -> Result<bool, InputError> {
        match self.get(key)? {
            Value::Flag(flag) => Ok(*flag),
            _ => Err(wrong_kind(key, "true or false")),
        }
    }
}

fn wrong_kind(key: &str, takes: &'static str) -> InputError {
    InputError::WrongKind {
        field: format!("method.{key}"),
        takes,
    }
}

/// What most cooks leave as it is: shown apart from the rest.
const FINER: [&str; 6] = ["fat", "oven_off_k", "door_s", "ware", "drop_k", "air_share"];

impl Spec {
    /// Whether most cooks leave it as it is.
    pub fn is_finer(&self) -> bool {
        FINER.contains(&self.key)
    }

    fn check(&self, asked: Option<&Value>) -> Result<Value, InputError> {
        let field = format!("method.{}", self.key);
        match (self.takes, asked) {
            (Takes::Number { default, .. }, None) => Ok(Value::Number(default)),
            (Takes::Number { min, max, unit, .. }, Some(Value::Number(given))) => {
                checked(&field, *given, (min, max), unit.symbol()).map(Value::Number)
            }
            (Takes::Number { .. }, Some(_)) => Err(wrong_kind(self.key, "a number")),
            (Takes::Choice { default, .. }, None) => Ok(Value::Word(default.to_owned())),
            (Takes::Choice { options, .. }, Some(Value::Word(given))) => {
                if options.iter().any(|(key, _)| key == given) {
                    return Ok(Value::Word(given.clone()));
                }
                Err(InputError::UnknownName {
                    field,
                    given: given.chars().take(60).collect(),
                    known: options.iter().map(|(key, _)| (*key).to_owned()).collect(),
                })
            }
            (Takes::Choice { .. }, Some(_)) => Err(wrong_kind(self.key, "a word")),
            (Takes::Flag { default }, None) => Ok(Value::Flag(default)),
            (Takes::Flag { .. }, Some(Value::Flag(flag))) => Ok(Value::Flag(*flag)),
            (Takes::Flag { .. }, Some(_)) => Err(wrong_kind(self.key, "true or false")),
        }
    }
}
