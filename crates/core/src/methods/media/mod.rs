//! The faces that several methods share. Values with ranges and sources: `docs/SOURCES.md`; those of
//! things that stand in a kitchen: `data/kit.toml`.

mod bath;
mod coats;
mod fire;
mod greens;
mod heating;
mod oven;
mod pan;
mod rest;
mod specs;
mod vapour;

pub use bath::*;
pub use coats::*;
pub use fire::*;
pub use greens::*;
pub use heating::*;
pub use oven::*;
pub use pan::*;
pub use rest::*;
pub use specs::*;
pub use vapour::*;

use crate::fish::{Piece, RestOn};
use crate::heat::{Body, Contact, Face, Gas, Layer, Medium, ROOM_C, Reservoir, Shape};
use crate::kit::{
    Allergen, Basket, Broiler, Fat, Fryer, Grate, Hob, Kitchen, Pan, Pot, Press, Ridged, Stand,
    Steamer, Ware,
};
use crate::matter::{Composition, Material, water};
use crate::methods::settings::{Purpose, Spec, Unit};
use crate::methods::{Step, Story, acts, handling};
use crate::run::{Allowed, Fill, Fire, Hot, Stage, What};
use std::sync::Arc;

/// Flesh, skin and oil radiate alike.
pub const EMISSIVITY: f64 = 0.9;

/// Vapour in a kitchen: 22 C at half saturation, Pa.
const ROOM_VAPOUR_PA: f64 = 1320.0;
