//! The settings of a method, as a page can offer them.

use cindo_core::choice::Fitted;
use cindo_core::methods::{Choice, Method, Purpose, Takes, Value};
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
    /// The heat that cooks.
    pub main: bool,
    /// What it takes, and its value.
    pub control: SettingTakes,
}

/// What a good cook sets for the thickness in hand, where that is not the usual.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub struct FittedWire {
    /// Name of the setting on the wire.
    pub key: String,
    /// In words.
    pub name: String,
    /// What is set, in the unit of the setting.
    pub value: f64,
    /// What is usual.
    pub usual: f64,
    /// Why, in a few words.
    pub why: String,
}

impl FittedWire {
    pub(super) fn new(method: &Method, fitted: &Fitted) -> Self {
        let spec = method.settings.iter().find(|spec| spec.key == fitted.key);
        Self {
            key: fitted.key.to_owned(),
            name: spec.map_or_else(String::new, |spec| spec.name.to_owned()),
            value: fitted.value,
            usual: fitted.usual,
            why: fitted.why.to_owned(),
        }
    }
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
            main: spec.is == Purpose::MainHeat,
            control,
        })
    }
}
