//! Species, cuts and the piece in hand: how fresh, how dangerous, how cut, how much to buy.

mod apart;
mod body;
mod buying;
mod cut;
mod freezing;
mod freshness;
mod hazard;
mod judge;
mod keeping;
mod known;
mod lies;
mod limits;
mod lot;
mod parasites;
mod piece;
mod portions;
mod rules;
mod species;
mod usual;
mod whole;

pub use apart::{Apart, ApartKind};
pub use body::Body;
pub use buying::{Buy, Shopping, shopping};
pub use cut::Cut;
pub use freezing::Freezing;
pub use freshness::{Form, Look, Looks};
pub use hazard::{kept, notices};
pub use judge::{Judged, Judging, judge};
pub use keeping::{Keeping, Since, Span, spoilage_rate};
pub use known::{Cavity, Eaters, Guests, Heated, Known, figure_c};
pub use lies::Lies;
pub use limits::{Limit, LimitKind};
pub use lot::{Lot, LotState};
pub use parasites::{exempt_tuna, free_of_parasites};
pub use piece::{Measured, Piece, PieceAsked, RestOn, Skin, State};
pub use portions::{CutUp, Portion, Side, Tail};
pub use rules::{Notice, Rule, Severity};
pub use species::{
    Danger, Flake, Hazard, Mercury, Origin, SkinEats, Sold, Species, Texture, Waters,
};
pub use usual::{OwnFillet, UsualPiece, own_fillet, usual_piece};
pub use whole::{WholeFish, proposed_thickness_mm, whole_fish, whole_fish_cut};
