//! Cindo's server: HTTP, command line, store and demo round the core.
//!
//! One direction: routes and command line check a request in [`wire`], ask the core, and
//! answer in [`wire`]; what is kept goes through [`store`].
#![forbid(unsafe_code)]

pub mod cli;
pub mod config;
pub mod demo;
pub mod doctor;
pub mod door;
pub mod error;
pub mod files;
pub mod guard;
pub mod kept;
pub mod live;
pub mod probe;
pub mod refusal;
pub mod routes;
pub mod scale;
pub mod store;
pub mod wire;
mod work;
