//! What is set hot.

use serde::Deserialize;

/// What is set hot, and so what an error of the fire is an error of.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Deserialize)]
#[serde(rename_all = "snake_case")]
pub enum Fire {
    /// The temperature of a pan, read off the hob or guessed.
    Pan,
    /// The dial of an oven or broiler.
    Oven,
    /// The thermostat of a fryer.
    Oil,
    /// A liquid below its boiling point.
    Liquid,
    /// A grate or a closed grill.
    Grill,
    /// Boiling water, which keeps its own temperature.
    Steam,
}
