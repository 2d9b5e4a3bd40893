//! The engine against things outside it.
#![allow(clippy::unwrap_used, clippy::print_stdout)]
#![allow(missing_docs)]

mod exact;
mod exact_edges;
mod exact_more;
mod laws;
mod marching;
mod media;
mod methods;
mod practice;
mod proof;
mod published;
mod reference;
