//! Species, cuts and the piece in hand: how fresh, how dangerous, how cut, how much to buy.

mod body;
mod buying;
mod cut;
mod freshness;
mod hazard;
mod keeping;
mod limits;
mod lot;
mod piece;
mod portions;
mod rules;
mod species;
mod whole;

pub use body::Body;
pub use buying::{Buy, Shopping, Sold, shopping};
pub use cut::Cut;
pub use freshness::{Form, Judged, Look, Looks, judge};
pub use hazard::{
    Cavity, Eaters, Freezing, Guests, Heated, Known, Origin, exempt_tuna, figure_c,
    free_of_parasites, kept, notices,
};
pub use keeping::{Keeping, Span, spoilage_rate};
pub use limits::{Limit, LimitKind};
pub use lot::{Lot, LotState};
pub use piece::{Measured, Piece, PieceAsked, Skin, State, brick_dimensionality};
pub use portions::{CutUp, Portion, Side, Tail};
pub use rules::{Notice, Rule, Severity};
pub use species::{Flake, Hazard, Mercury, SkinEats, Species, Texture, Waters};
pub use whole::{WholeFish, proposed_thickness_mm, whole_fish};
