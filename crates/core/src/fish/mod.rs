//! Species, cuts and the piece in hand: how fresh, how dangerous, how cut, how much to buy.

mod body;
mod buying;
mod fats;
mod freshness;
mod hazard;
mod lot;
mod piece;
mod portions;
mod species;

pub use body::{Body, WholeFish, proposed_thickness_mm, whole_fish};
pub use buying::{Buy, Shopping, Sold, shopping};
pub use fats::{FatMargin, fat_margins_at};
pub use freshness::{Form, Judged, Kept, Look, ice_days, judge, spoilage_rate};
pub use hazard::{
    Eater, Freezing, Hazard, Mercury, Notice, Record, Warmth, Weight, exempt_tuna, notices, spines,
};
pub use lot::{Lot, LotState};
pub use piece::{Cut, Piece, PieceAsked, Skin, State, brick_dimensionality};
pub use portions::{CutUp, Portion, Side, Tail};
pub use species::{Flake, SkinEats, Species, Texture, Waters};
