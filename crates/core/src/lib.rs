//! Heat and water in a piece of fish: the rules and the computation of Cindo.
//!
//! The crate has no clock, no input or output and no interface code. Time is an
//! argument. A newcomer finds things by trade:
//!
//! - [`quantity`] checked values with their units;
//! - [`fish`] species, cuts and the piece in hand;
//! - [`matter`] composition to density, heat capacity and conductivity; water and steam;
//! - [`heat`] the grid, what each face sees, the marcher, the pan;
//! - [`methods`] one file for each way to cook;
//! - [`outcome`] doneness, the cooked line, crust, lethality, read from the field;
//! - [`plan`] settings to times and back.
//!
//! Sources are named by key in the docs and listed in `docs/SOURCES.md`.
#![forbid(unsafe_code)]
#![deny(missing_docs)]

pub mod fish;
pub mod heat;
pub mod matter;
pub mod methods;
pub mod outcome;
pub mod plan;
pub mod quantity;

mod error;
pub use error::InputError;
