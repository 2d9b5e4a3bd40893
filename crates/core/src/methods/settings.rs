//! Settings: what a method takes, said once in a specification, read once into a struct.
//!
//! A method lists its settings with [`settings!`]: each is a field of a struct with the
//! specification it is read by, so a setting that no code reads is a field that no code reads, and
//! the compiler says so. What a setting is for stands in its specification; nothing is guessed from
//! its key.

use crate::kit::{Allergen, Fat, Fryer, Kit, Listed, Pan, Shelf};
use crate::quantity::checked;
use crate::{InputError, Wrong};
use serde::Serialize;
use std::sync::Arc;

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
    /// Something that stands on a shelf of the kitchen.
    Kit {
        /// Which shelf.
        shelf: Shelf,
        /// When not said; the first that is there when this is not.
        default: &'static str,
    },
    /// Yes or no.
    Flag {
        /// When not said.
        default: bool,
    },
}

/// What a setting is for.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Purpose {
    /// The heat that cooks, and that is looked for when a heat is to be settled.
    MainHeat,
    /// The heat of the pan when the fish goes in.
    FirstHeat,
    /// Share of the time on the first side.
    Turn,
    /// The fat.
    Fat,
    /// How much fish at once.
    Load,
    /// How far a bath may drop under a load.
    Drop,
    /// What is put round the piece, and how thick.
    Coat,
    /// A cover, and how long.
    Lid,
    /// Of the kit: what it is cooked on.
    Kit,
    /// How the fire really is: the error of a dial, an open door, air among the steam.
    Fire,
    /// How deep the liquid or oil is, and how the piece lies.
    Depth,
}

/// One setting of a method.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Spec {
    /// Name on the wire: one name means one thing in every method.
    pub key: &'static str,
    /// Name in words.
    pub name: &'static str,
    /// What it takes.
    pub takes: Takes,
    /// What it is for.
    pub is: Purpose,
    /// The fat gets as hot as this.
    pub meets_fat: bool,
    /// Most cooks leave it as it is.
    pub finer: bool,
    /// Names it had, which are still read.
    pub was: &'static [&'static str],
    /// When a heat is looked for, it is looked for from here up.
    pub settled_from: Option<f64>,
    /// Only read: offered where an older card says it.
    pub retired: bool,
    /// When not said, as much as goes into the fryer that is used.
    pub fills_fryer: bool,
}

impl Spec {
    const fn new(key: &'static str, name: &'static str, is: Purpose, takes: Takes) -> Self {
        Self {
            key,
            name,
            takes,
            is,
            meets_fat: false,
            finer: false,
            was: &[],
            settled_from: None,
            retired: false,
            fills_fryer: false,
        }
    }

    /// A number with its unit, range, step and usual value.
    pub const fn number(
        key: &'static str,
        name: &'static str,
        is: Purpose,
        unit: Unit,
        (min, max): (f64, f64),
        step: f64,
        default: f64,
    ) -> Self {
        let takes = Takes::Number {
            min,
            max,
            step,
            unit,
            default,
        };
        Self::new(key, name, is, takes)
    }

    /// A temperature in whole degrees.
    pub const fn celsius(
        key: &'static str,
        name: &'static str,
        is: Purpose,
        range: (f64, f64),
        default: f64,
    ) -> Self {
        Self::number(key, name, is, Unit::Celsius, range, 1.0, default)
    }

    /// One of some words.
    pub const fn word<W: Word>(
        key: &'static str,
        name: &'static str,
        is: Purpose,
        default: &'static str,
    ) -> Self {
        let takes = Takes::Choice {
            options: W::OPTIONS,
            default,
        };
        Self::new(key, name, is, takes)
    }

    /// Something of the kit.
    pub const fn kit<R: Listed>(
        key: &'static str,
        name: &'static str,
        default: &'static str,
    ) -> Self {
        let takes = Takes::Kit {
            shelf: R::SHELF,
            default,
        };
        Self::new(key, name, Purpose::Kit, takes)
    }

    /// Yes or no.
    pub const fn flag(key: &'static str, name: &'static str, is: Purpose, default: bool) -> Self {
        Self::new(key, name, is, Takes::Flag { default })
    }

    /// For something else.
    pub const fn used_for(self, is: Purpose) -> Self {
        Self { is, ..self }
    }

    /// The fat gets as hot as this.
    pub const fn meeting_fat(self) -> Self {
        Self {
            meets_fat: true,
            ..self
        }
    }

    /// Most cooks leave it as it is.
    pub const fn finer(self) -> Self {
        Self {
            finer: true,
            ..self
        }
    }

    /// Still read by another name.
    pub const fn was(self, was: &'static [&'static str]) -> Self {
        Self { was, ..self }
    }

    /// Below this it is no longer that way of cooking.
    pub const fn settled_from(self, least: f64) -> Self {
        Self {
            settled_from: Some(least),
            ..self
        }
    }

    /// Read as ever, and no longer offered.
    pub const fn retired(self) -> Self {
        Self {
            retired: true,
            ..self
        }
    }

    /// As much as the fryer takes, when not said.
    pub const fn filling_the_fryer(self) -> Self {
        Self {
            fills_fryer: true,
            ..self
        }
    }

    pub(crate) fn answers_to(&self, key: &str) -> bool {
        self.key == key || self.was.contains(&key)
    }

    fn is_on(&self, on: Shelf) -> bool {
        matches!(self.takes, Takes::Kit { shelf, .. } if shelf == on)
    }

    fn check(
        &self,
        asked: Option<&Value>,
        options: &[(String, String)],
    ) -> Result<Value, InputError> {
        let wrong_kind = |takes| InputError::new(self.key, Wrong::WrongKind { takes });
        let one_of = |given: &str| {
            if options.iter().any(|(key, _)| key == given) {
                return Ok(Value::Word(given.to_owned()));
            }
            let known = options.iter().map(|(key, _)| key);
            Err(InputError::unknown(self.key, given, known))
        };
        if matches!(self.takes, Takes::Kit { .. }) && options.is_empty() {
            return Err(InputError::new(
                self.key,
                Wrong::Order {
                    message: "this kitchen has none",
                },
            ));
        }
        match (self.takes, asked) {
            (Takes::Number { default, .. }, None) => Ok(Value::Number(default)),
            (Takes::Number { min, max, unit, .. }, Some(Value::Number(given))) => {
                checked(self.key, *given, (min, max), unit.symbol()).map(Value::Number)
            }
            (Takes::Number { .. }, Some(_)) => Err(wrong_kind("a number")),
            (Takes::Choice { default, .. }, None) => Ok(Value::Word(default.to_owned())),
            (Takes::Kit { default, .. }, None) => {
                let usual = options.iter().find(|(key, _)| key == default);
                let there = usual.or(options.first()).map(|(key, _)| key.clone());
                Ok(Value::Word(there.unwrap_or_else(|| default.to_owned())))
            }
            (Takes::Choice { .. } | Takes::Kit { .. }, Some(Value::Word(given))) => one_of(given),
            (Takes::Choice { .. } | Takes::Kit { .. }, Some(_)) => Err(wrong_kind("a word")),
            (Takes::Flag { default }, None) => Ok(Value::Flag(default)),
            (Takes::Flag { .. }, Some(Value::Flag(flag))) => Ok(Value::Flag(*flag)),
            (Takes::Flag { .. }, Some(_)) => Err(wrong_kind("true or false")),
        }
    }
}

/// A value of a setting.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[serde(untagged)]
pub enum Value {
    /// A number in the unit of the spec.
    Number(f64),
    /// A word.
    Word(String),
    /// Yes or no.
    Flag(bool),
}

/// One setting with its value, checked.
#[derive(Debug, Clone, PartialEq)]
pub struct Choice {
    /// Its specification.
    pub spec: &'static Spec,
    /// What was chosen, or the usual.
    pub value: Value,
    /// What a word can be: key and name.
    pub options: Vec<(String, String)>,
}

impl Choice {
    /// Whether there is anything to choose: a shelf with one thing on it offers nothing, what is only read nothing but
    /// to take it back.
    pub fn is_offered(&self) -> bool {
        if self.spec.retired {
            return self.spec.check(None, &[]).as_ref() != Ok(&self.value);
        }
        !matches!(self.spec.takes, Takes::Kit { .. }) || self.options.len() > 1
    }
}

/// All settings of one method, each checked, defaults filled in, in the order of the method.
#[derive(Debug, Clone, PartialEq)]
pub struct Chosen(Vec<Choice>);

impl Chosen {
    /// Checks what was asked against the specs of `kind` and what the kitchen has. `accepts` are
    /// settings that only say what the method is: taken, and nothing to choose.
    ///
    /// # Errors
    /// [`InputError`] for a setting the method does not have, a number out of range, an
    /// unknown word, a value of the wrong kind or a setting said twice.
    pub fn read(
        kind: &str,
        specs: &'static [Spec],
        accepts: &[(&str, &str)],
        asked: &[(String, Value)],
        kit: &Kit,
    ) -> Result<Self, InputError> {
        for (key, value) in asked {
            if specs.iter().any(|spec| spec.answers_to(key)) {
                continue;
            }
            match accepts.iter().find(|(name, _)| name == key) {
                Some((_, word)) if *value == Value::Word((*word).to_owned()) => {}
                Some((name, word)) => {
                    let given = match value {
                        Value::Word(given) => given.as_str(),
                        Value::Number(_) | Value::Flag(_) => "that",
                    };
                    return Err(InputError::unknown(name, given, [*word]));
                }
                None => {
                    return Err(InputError::new(
                        key.chars().take(60).collect::<String>(),
                        Wrong::NoSuchSetting {
                            method: kind.to_owned(),
                            has: specs.iter().map(|spec| spec.key.to_owned()).collect(),
                        },
                    ));
                }
            }
        }
        let mut chosen = Vec::with_capacity(specs.len());
        for spec in specs {
            let mut values = asked.iter().filter(|(key, _)| spec.answers_to(key));
            let value = values.next().map(|(_, value)| value);
            if values.next().is_some() {
                return Err(InputError::new(
                    spec.key,
                    Wrong::Order {
                        message: "said twice, by its old name and its new",
                    },
                ));
            }
            let owned = |(key, name): (&str, &str)| (key.to_owned(), name.to_owned());
            let options: Vec<(String, String)> = match spec.takes {
                Takes::Choice { options, .. } => options.iter().copied().map(owned).collect(),
                Takes::Kit { shelf, .. } => kit.names(shelf).into_iter().map(owned).collect(),
                Takes::Number { .. } | Takes::Flag { .. } => Vec::new(),
            };
            chosen.push(Choice {
                spec,
                value: spec.check(value, &options)?,
                options,
            });
        }
        fill_fryer(&mut chosen, asked, kit)?;
        Ok(Self(chosen))
    }

    /// The settings in the order of the method.
    pub fn iter(&self) -> impl Iterator<Item = &Choice> {
        self.0.iter()
    }

    /// Values in the order of the method.
    pub(super) fn values(&self) -> impl Iterator<Item = &Value> {
        self.0.iter().map(|choice| &choice.value)
    }

    /// Things of the kitchen that are used: the shelf each stands on, and its key.
    pub fn things(&self) -> impl Iterator<Item = (Shelf, &str)> {
        self.0
            .iter()
            .filter_map(|choice| match (choice.spec.takes, &choice.value) {
                (Takes::Kit { shelf, .. }, Value::Word(key)) => Some((shelf, key.as_str())),
                _ => None,
            })
    }

    /// The setting by which a thing of a shelf is chosen.
    pub fn setting_of(&self, shelf: Shelf) -> Option<&'static Spec> {
        let mut all = self.0.iter();
        let of = |choice: &&Choice| matches!(choice.spec.takes, Takes::Kit { shelf: on, .. } if on == shelf);
        all.find(of).map(|choice| choice.spec)
    }

    /// The number that is for something; none when the method has no such.
    pub fn number_for(&self, is: Purpose) -> Option<f64> {
        self.0.iter().find_map(|choice| match choice.value {
            Value::Number(number) if choice.spec.is == is => Some(number),
            _ => None,
        })
    }

    /// What the fat chosen brings that some must avoid.
    pub fn fat_allergens(&self, kit: &Kit) -> Vec<Allergen> {
        let fat = self.fat().and_then(|(key, _)| kit.find::<Fat>(key).ok());
        fat.map_or_else(Vec::new, |fat| fat.allergens.clone())
    }

    /// The hottest that a coated pan gets, C; none where none is chosen.
    pub fn hottest_on_coating(&self, kit: &Kit) -> Option<f64> {
        let coated = self
            .0
            .iter()
            .any(|choice| match (&choice.value, choice.spec.takes) {
                (Value::Word(key), Takes::Kit { shelf, .. }) if shelf == Pan::SHELF => {
                    kit.find::<Pan>(key).is_ok_and(|pan| pan.coated)
                }
                _ => false,
            });
        let heats = [Purpose::FirstHeat, Purpose::MainHeat];
        let hottest = heats.iter().filter_map(|is| self.number_for(*is));
        hottest.reduce(f64::max).filter(|_| coated)
    }

    /// The fat chosen and the hottest it gets, C; none where nothing is fried.
    pub fn fat(&self) -> Option<(&str, f64)> {
        let word = self.0.iter().find_map(|choice| match &choice.value {
            Value::Word(word) if choice.spec.is == Purpose::Fat => Some(word.as_str()),
            _ => None,
        })?;
        let hottest = self.0.iter().filter(|choice| choice.spec.meets_fat);
        let hottest = hottest.filter_map(|choice| match choice.value {
            Value::Number(t_c) => Some(t_c),
            Value::Word(_) | Value::Flag(_) => None,
        });
        Some((word, hottest.reduce(f64::max)?))
    }
}

/// How much goes into a fryer, where nobody said so, is what the fryer takes.
fn fill_fryer(
    chosen: &mut [Choice],
    asked: &[(String, Value)],
    kit: &Kit,
) -> Result<(), InputError> {
    let fryer = chosen.iter().find_map(|choice| match &choice.value {
        Value::Word(key) if choice.spec.is_on(Fryer::SHELF) => Some(key.clone()),
        _ => None,
    });
    let said = |spec: &Spec| asked.iter().any(|(key, _)| spec.answers_to(key));
    let open = |choice: &&mut Choice| choice.spec.fills_fryer && !said(choice.spec);
    if let (Some(key), Some(fill)) = (fryer, chosen.iter_mut().find(open)) {
        fill.value = Value::Number(kit.find::<Fryer>(&key)?.oil_l.at());
    }
    Ok(())
}

/// A type that a setting is read into.
pub trait Setting: Sized {
    /// Reads a checked value.
    ///
    /// # Errors
    /// [`InputError`] when the value is of another kind: the specification and the field of a
    /// method do not belong together, which a test over all methods finds.
    fn read(value: Option<&Value>, kit: &Kit) -> Result<Self, InputError>;
}

fn misread<T>(takes: &'static str) -> Result<T, InputError> {
    Err(InputError::new("", Wrong::WrongKind { takes }))
}

impl Setting for f64 {
    fn read(value: Option<&Value>, _: &Kit) -> Result<Self, InputError> {
        match value {
            Some(Value::Number(number)) => Ok(*number),
            _ => misread("a number"),
        }
    }
}

impl Setting for bool {
    fn read(value: Option<&Value>, _: &Kit) -> Result<Self, InputError> {
        match value {
            Some(Value::Flag(flag)) => Ok(*flag),
            _ => misread("true or false"),
        }
    }
}

impl<R: Listed> Setting for Arc<R> {
    fn read(value: Option<&Value>, kit: &Kit) -> Result<Self, InputError> {
        match value {
            Some(Value::Word(key)) => kit.find(key),
            _ => misread("a word"),
        }
    }
}

/// A choice among words, as an enum.
pub trait Word: Sized + Copy + 'static {
    /// Name on the wire and in words.
    const OPTIONS: &'static [(&'static str, &'static str)];
    /// What they stand for, in the same order.
    const MEAN: &'static [Self];
}

/// Reads a [`Word`].
pub fn read_word<W: Word>(value: Option<&Value>) -> Result<W, InputError> {
    let Some(Value::Word(word)) = value else {
        return misread("a word");
    };
    let at = W::OPTIONS.iter().position(|(key, _)| key == word);
    at.and_then(|i| W::MEAN.get(i).copied())
        .map_or_else(|| misread("a known word"), Ok)
}

/// The settings of a method as a struct.
pub trait Settings: Sized {
    /// Their specifications, in order.
    const SPECS: &'static [Spec];
    /// Reads them, once.
    ///
    /// # Errors
    /// As [`Setting::read`].
    fn read(chosen: &Chosen, kit: &Kit) -> Result<Self, InputError>;
}

/// Declares an enum of words that a setting can be.
macro_rules! words {
    ($(#[$doc:meta])* pub enum $name:ident { $($variant:ident = $key:literal $said:literal,)* }) => {
        $(#[$doc])*
        #[derive(Debug, Clone, Copy, PartialEq, Eq)]
        pub enum $name {
            $(#[doc = $said] $variant,)*
        }
        impl $crate::methods::settings::Word for $name {
            const OPTIONS: &'static [(&'static str, &'static str)] = &[$(($key, $said),)*];
            const MEAN: &'static [Self] = &[$(Self::$variant,)*];
        }
        impl $crate::methods::settings::Setting for $name {
            fn read(
                value: Option<&$crate::methods::settings::Value>,
                _: &$crate::kit::Kit,
            ) -> Result<Self, $crate::InputError> {
                $crate::methods::settings::read_word(value)
            }
        }
    };
}
pub(crate) use words;

/// Declares the settings of a method: a struct, each field with the specification it is read by.
macro_rules! settings {
    ($($field:ident: $kind:ty = $spec:expr,)*) => {
        /// What the cook sets.
        struct Settings {
            $($field: $kind,)*
        }
        impl $crate::methods::settings::Settings for Settings {
            const SPECS: &'static [$crate::methods::settings::Spec] = &[$($spec,)*];
            fn read(
                chosen: &$crate::methods::settings::Chosen,
                kit: &$crate::kit::Kit,
            ) -> Result<Self, $crate::InputError> {
                let mut values = chosen.values();
                Ok(Self {
                    $($field: <$kind as $crate::methods::settings::Setting>::read(
                        values.next(),
                        kit,
                    )?,)*
                })
            }
        }
    };
}
pub(crate) use settings;
