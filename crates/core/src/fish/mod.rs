//! Species, cuts and the piece in hand: how fresh, how dangerous, how cut, how much to buy.

mod body;
mod buying;
mod cut;
mod freshness;
mod hazard;
mod lot;
mod piece;
mod portions;
mod species;
mod whole;

pub use body::Body;
pub use buying::{Buy, Shopping, Sold, shopping};
pub use cut::Cut;
pub use freshness::{Form, Judged, Kept, Look, ice_days, judge, spoilage_rate};
pub use hazard::{
    Eater, Freezing, Notice, ParasiteRecord, Severity, Warmth, exempt_tuna, notices, spines,
};
pub use lot::{Lot, LotState};
pub use piece::{Measured, Piece, PieceAsked, Skin, State, brick_dimensionality};
pub use portions::{CutUp, Portion, Side, Tail};
pub use species::{Flake, Hazard, Mercury, SkinEats, Species, Texture, Waters};
pub use whole::{WholeFish, proposed_thickness_mm, whole_fish};
