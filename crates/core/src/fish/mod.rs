//! Species, cuts and the piece in hand.

mod piece;
mod species;

pub use piece::{Cut, Piece, PieceAsked, Skin};
pub use species::{SkinEats, Species, Texture};
