//! The application as a person uses it: a real browser over the real binary.
#![allow(clippy::unwrap_used, clippy::print_stdout, missing_docs)]

mod browser;
mod carding;
mod choosing;
mod controls;
mod counter;
mod door;
mod fire;
mod hand;
mod journey;
mod kept;
mod prep;
mod screenshots;
mod service;
mod twelve;
mod widths;
