//! The settings of a method, as a page can offer them.

use cindo_core::methods::{Choice, Takes, Value};
use serde::Serialize;
use utoipa::ToSchema;

/// One word a setting can be.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub struct OptionWire {
    /// Name on the wire.
    pub key: String,
    /// In words.
    pub name: String,
}

/// What a setting takes, and its value.
#[derive(Debug, Clone, Serialize, ToSchema)]
#[serde(tag = "takes", rename_all = "snake_case")]
pub enum SettingTakes {
    /// A number.
    Number {
        /// Value now.
        value: f64,
        /// Smallest.
        min: f64,
        /// Largest.
        max: f64,
        /// Step of a slider.
        step: f64,
        /// C, K (a difference), mm, s, l, g or empty for a share.
        unit: String,
        /// Without being asked.
        default: f64,
    },
    /// One of some words.
    Choice {
        /// Value now.
        value: String,
        /// What it can be.
        options: Vec<OptionWire>,
        /// Without being asked.
        default: String,
    },
    /// Yes or no.
    Flag {
        /// Value now.
        value: bool,
        /// Without being asked.
        default: bool,
    },
}

/// One setting of the method.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub struct SettingWire {
    /// Name on the wire.
    pub key: String,
    /// In words.
    pub name: String,
    /// Most cooks leave it as it is.
    pub finer: bool,
    /// What it takes, and its value.
    pub control: SettingTakes,
}

impl SettingWire {
    pub(super) fn new(choice: &Choice) -> Option<Self> {
        let spec = choice.spec;
        let words = |value: &str, default: &str| SettingTakes::Choice {
            value: value.to_owned(),
            options: choice
                .options
                .iter()
                .map(|(key, name)| OptionWire {
                    key: key.clone(),
                    name: name.clone(),
                })
                .collect(),
            default: default.to_owned(),
        };
        let control = match (spec.takes, &choice.value) {
            (
                Takes::Number {
                    min,
                    max,
                    step,
                    unit,
                    default,
                },
                Value::Number(value),
            ) => SettingTakes::Number {
                value: *value,
                min,
                max,
                step,
                unit: unit.symbol().to_owned(),
                default,
            },
            (Takes::Choice { default, .. }, Value::Word(value)) => words(value, default),
            (Takes::Kit { default, .. }, Value::Word(value)) => {
                // Where the usual thing is not here, the first that is.
                let here = choice.options.iter().any(|(key, _)| key == default);
                let first = choice.options.first().map_or(default, |(key, _)| key);
                words(value, if here { default } else { first })
            }
            (Takes::Flag { default }, Value::Flag(value)) => SettingTakes::Flag {
                value: *value,
                default,
            },
            _ => return None, // checked when it was read
        };
        Some(Self {
            key: spec.key.to_owned(),
            name: spec.name.to_owned(),
            finer: spec.finer,
            control,
        })
    }
}
