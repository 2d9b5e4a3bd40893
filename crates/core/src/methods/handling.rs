//! Words that follow what the piece is: skin or none, bone or none.

use super::signs::Cue;
use crate::fish::{Cut, Piece, Skin};

/// The skin is one of its two faces.
fn lies_on_skin(piece: &Piece) -> bool {
    let flat = matches!(
        piece.cut,
        Cut::Fillet | Cut::Side | Cut::Loin | Cut::Tail | Cut::Butterfly | Cut::Belly
    );
    piece.skin == Skin::On && flat
}

/// Drying it before it meets a hot pan or oil.
pub fn dry(piece: &Piece) -> &'static str {
    if piece.cut.is_whole() {
        "Dry it well, inside and out"
    } else if lies_on_skin(piece) {
        "Press the water out of the skin with the back of a knife, wipe, pat dry"
    } else {
        "Pat it dry all over"
    }
}

/// Which side goes down first.
pub fn down(piece: &Piece) -> &'static str {
    if lies_on_skin(piece) {
        "skin down"
    } else {
        "best side down"
    }
}

/// Where the other side goes down first.
pub fn other_down(piece: &Piece) -> &'static str {
    if lies_on_skin(piece) {
        "flesh down"
    } else {
        "best side up"
    }
}

/// How it comes onto the plate.
pub fn up(piece: &Piece) -> &'static str {
    if lies_on_skin(piece) {
        "skin up"
    } else {
        "best side up"
    }
}

/// Turned so, or onto the next of four sides.
pub fn turn<'a>(piece: &Piece, once: &'a str) -> &'a str {
    if piece.cut.is_square() {
        "Onto the next side"
    } else {
        once
    }
}

/// There is a spine, a bone or gristle to cling to.
pub fn boned(piece: &Piece) -> bool {
    piece.bone || piece.cut.is_whole() || piece.cut_on_the_bone()
}

/// What tells that it is done: the spine or the bone where there is one, and then the others.
pub fn cues(piece: &Piece, others: &[Cue]) -> Vec<Cue> {
    let bone = match (piece.cut.is_whole(), boned(piece)) {
        (true, _) => Some(Cue::Spine),
        (false, true) => Some(Cue::Bone),
        (false, false) => None,
    };
    bone.into_iter().chain(others.iter().copied()).collect()
}

/// Lids and foil.
pub const STEAM_BURNS: &str = "Steam burns: open it away from you.";
/// Outside.
pub const OUTDOORS: &str =
    "Only outdoors: the fumes of a grill kill in a room, a garage or a tent.";
/// What raw fish has lain in.
pub const MARINADE: &str =
    "Marinade that raw fish lay in is boiled before anyone eats it, or thrown away.";
