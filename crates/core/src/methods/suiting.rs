//! What several methods ask of a piece. common practice, no source.

use super::advice::Reason;
use crate::fish::{Cut, Piece, Skin, SkinEats, Texture};

pub fn mm(piece: &Piece) -> f64 {
    piece.thickness.value()
}

/// A whole fish, round or flat, larger than a finger.
pub fn whole(piece: &Piece) -> bool {
    matches!(piece.cut, Cut::WholeRound | Cut::Headless | Cut::WholeFlat)
}

pub fn small_whole(piece: &Piece) -> bool {
    piece.cut == Cut::SmallWhole
}

pub fn delicate(piece: &Piece) -> bool {
    piece
        .species
        .as_ref()
        .is_some_and(|s| s.texture == Texture::Delicate)
}

pub fn firm(piece: &Piece) -> bool {
    piece
        .species
        .as_ref()
        .is_some_and(|s| s.texture == Texture::Firm)
}

pub fn fatty(piece: &Piece) -> bool {
    piece.composition.fat_share > 0.05
}

/// Its skin is on, crisps, and is eaten on the fish.
pub fn crisp_skin(piece: &Piece) -> bool {
    let crisps = piece
        .species
        .as_ref()
        .is_none_or(|s| s.skin == SkinEats::Crisps);
    piece.skin == Skin::On && !piece.skin_apart && crisps
}

/// Why a thick piece does not go.
pub fn too_thick(code: &'static str) -> Reason {
    Reason::bad(
        code,
        "Too thick: the outside is lost before the middle is done.",
    )
}

/// Why a cut does not go.
pub fn wrong_cut(message: &'static str) -> Reason {
    Reason::bad("wrong_cut", message)
}

/// What delicate flesh does on bare metal.
pub fn breaks() -> Reason {
    Reason::bad("delicate_breaks", "Delicate flesh tears when it is turned.")
}

/// Fat forgives.
pub fn fat_forgives() -> Reason {
    Reason::good(
        "fat_forgives",
        "Fat keeps it moist if it stays on too long.",
    )
}

/// What a piece over a fire is up against: on a bare grate delicate flesh tears, thin pieces
/// stick and fall through.
pub struct OverFire {
    pub tears: bool,
    pub too_thin: bool,
    pub reasons: Vec<Reason>,
}

/// Reasons that all grilling shares, after the one that speaks for this kind.
pub fn over_fire(piece: &Piece, bare: bool, thinnest_mm: f64, why: Reason) -> OverFire {
    let tears = bare && delicate(piece);
    let too_thin = mm(piece) < thinnest_mm;
    let mut reasons = vec![why];
    if tears {
        reasons.push(breaks());
    }
    if too_thin {
        let message = "So thin that it sticks and falls through.";
        reasons.push(Reason::bad("thin_for_grate", message));
    }
    if fatty(piece) {
        reasons.push(fat_forgives());
    }
    OverFire {
        tears,
        too_thin,
        reasons,
    }
}
