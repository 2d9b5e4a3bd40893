//! Heat and water in a piece of fish: the rules and the computation of Cindo.
//!
//! The crate has no clock, no input or output and no interface code. Time is an
//! argument. A newcomer finds things by trade; a room knows only those above it here:
//!
//! - [`quantity`] checked values with their units;
//! - [`matter`] composition to density, heat capacity and conductivity; water and steam;
//! - [`heat`] the grid, what each face sees, the marcher, the pan that pieces share;
//! - [`target`] the bands of doneness, the safety figures;
//! - [`fish`] species, cuts and the piece in hand; how fresh, how dangerous, how much to buy;
//! - [`kit`] pans, hobs, ovens and the rest as rows; the kitchen;
//! - [`run`] programme, timeline, truth, and the one run of them; what is seen and felt;
//! - [`methods`] one file for each way to cook: its settings, its stages, its words;
//! - [`belief`] what is not known, as factors and weighted members;
//! - [`plan`] questions to the run: when, how forgiving, in which order;
//! - [`prep`] what is done before the heat, how much of everything, one clock back from the plate;
//! - [`cook`] a cook under way: what has happened, folded into what is so and what comes next;
//! - [`service`] many pieces and their sides to one time, on the kit at hand.
//!
//! Sources are named by key in the docs and listed in `docs/SOURCES.md`.
#![forbid(unsafe_code)]
#![deny(missing_docs)]

pub mod belief;
pub mod choice;
pub mod cook;
pub mod fish;
pub mod heat;
pub mod kit;
pub mod matter;
pub mod methods;
pub mod plan;
pub mod prep;
pub mod quantity;
pub mod run;
pub mod service;
pub mod target;

mod error;
pub use error::{InputError, Within, Wrong};
