//! Heat and water through the thickness of one piece.
//!
//! One-dimensional finite volumes, implicit in time (second-order backward difference, backward Euler
//! where it would overshoot or cells boil), the step chosen by an error estimate:
//!
//! `C(T, w) dT/dt = (1/A) d/dx (A k dT/dx) - L w_boil`
//!
//! Limits: no shrinking, no sideways heat, juice squeezed out by the setting protein stays
//! where it is. Faces see convection, radiation, evaporation, condensation and contact.

mod bare;
mod column;
mod face;
mod grid;
mod march;
mod reservoir;
mod sample;
mod section;
mod shape;
mod sink;
mod together;
mod track;

/// A kitchen, C: what is off is as cold.
pub const ROOM_C: f64 = 22.0;

pub use bare::{BareAnswer, BareFace, BareProblem, BareStage, Geometry};
pub use column::{Browns, Column, Layer, MIDDLE};
pub use face::{Air, Contact, Face, Gas, Medium};
pub use grid::{Fineness, Grid};
pub use march::{Marcher, Spell, State, Steps};
pub use reservoir::{Body, Reservoir};
pub use sample::Sampler;
pub use section::{Cooked, Faces, Finest, Outline, Reading, SectionAnswer};
pub use shape::{Shape, brick_dimensionality, ellipse_dimensionality, scored_adds};
pub use sink::{Ledger, Moment, Sink};
pub use together::{Sharer, march_together};
pub use track::Track;
