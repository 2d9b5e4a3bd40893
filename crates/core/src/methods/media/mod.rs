//! The faces that several methods share. Values with ranges and sources: `docs/SOURCES.md`.

mod bath;
mod coats;
mod fire;
mod oven;
mod pan;
mod rest;
mod specs;
mod vapour;

pub use bath::*;
pub use coats::*;
pub use fire::*;
pub use oven::*;
pub use pan::*;
pub use rest::*;
pub use specs::*;
pub use vapour::*;

use crate::InputError;
use crate::fish::Piece;
use crate::heat::{Contact, Face, Gas, Layer, Medium, Reservoir};
use crate::matter::{Composition, Material, water};
use crate::methods::{Act, Chosen, Leg, PlanFacts, Reason, Spec, Step, Takes, Unit};

/// Flesh, skin and oil radiate alike.
pub const EMISSIVITY: f64 = 0.9;

const ROOM_C: f64 = 22.0;
/// Vapour in a kitchen: 22 C at half saturation, Pa.
const ROOM_VAPOUR_PA: f64 = 1320.0;
