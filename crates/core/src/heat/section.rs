//! A whole section in two dimensions: the reference for the one-dimensional column, and what a piece looks like
//! cut across.
//!
//! Finite volumes on a square grid; cells that the outline cuts count with the part that lies inside (volume,
//! open part of each side, length of outline). First order in time, about second in space. Two fill it: a bare
//! problem of constant properties without water (`bare`), held against exact bars and an independent model in
//! the tests; and a piece of fish with its water, its coats and the faces of its way (`cooked`).
//!
//! An ellipse lies on its long side; a taper has a flat base, ends and a straight top; a fillet a flat base and a
//! top that falls off to both edges. `low` is the part of the outline that faces down, `high` the rest but the
//! upright edges of a fillet.

mod bare;
mod cells;
mod cooked;
mod outline;
mod plane;

pub use bare::SectionAnswer;
pub use cells::{Finest, Reading};
pub use cooked::{Cooked, Faces};
pub use outline::Outline;
