//! Species, cuts and the piece in hand.

mod fats;
mod piece;
mod species;

pub use fats::{FatMargin, fat_margins_at};
pub use piece::{Cut, Piece, PieceAsked, Skin, brick_dimensionality};
pub use species::{SkinEats, Species, Texture};
