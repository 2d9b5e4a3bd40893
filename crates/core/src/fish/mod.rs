//! Species, cuts and the piece in hand.

mod piece;
mod species;

pub use piece::{Cut, Piece, PieceAsked, Skin, brick_dimensionality};
pub use species::{SkinEats, Species, Texture};
