//! From what the flesh is made of to how it takes up heat; and water, steam and air.
//!
//! Sources: `CHOI-OKOS-1986` (component polynomials, -40 to 150 C), `WAGNER-PRUSS-1993`
//! (saturation pressure), `IAPWS-95` (latent heat fit).

mod composition;
mod juice;
mod material;
pub mod water;

pub use composition::{Component, Composition};
pub use juice::juice_share;
pub use material::{FREEZE_C, Holding, K_CRUST_W_MK, Material};
