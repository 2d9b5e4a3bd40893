//! What is done to a piece before salt and coat, in the trade's order.

use super::answer::CleanOffered;
use super::chain::Chain;
use super::rows::{Clean, Keyed, On};
use crate::fish::{Cavity, Cut, Piece, PieceAsked, Side, Skin};
use crate::methods::Method;
use crate::run::What;
use crate::{InputError, Within, Wrong};

/// Cuts down each side of a fish: seconds each. common practice, no source.
const SCORE_S: f64 = 20.0;
const FILL_S: f64 = 30.0;

fn fits(row: &Clean, piece: &Piece, method: &Method) -> bool {
    let whole = piece.cut.is_whole();
    let of = match row.of {
        On::Whole => whole,
        On::Portion => !whole,
        On::Both => true,
    };
    // What is eaten whole, bones and all, is only washed and dried.
    if piece.cut == Cut::SmallWhole && row.group.is_none() {
        return false;
    }
    let filleted = matches!(
        piece.cut,
        Cut::Fillet | Cut::Side | Cut::Loin | Cut::Tail | Cut::Belly
    );
    let scales_stay = piece.scales || method.keeps_scales;
    of && (filleted || !row.filleted)
        && !(row.scaled && scales_stay)
        && !(row.skin && piece.skin == Skin::Off)
        && (!row.tapers || square(piece).is_some())
}

/// Squared off: the thin end then, mm, and what is trimmed off, share.
fn square(piece: &Piece) -> Option<(f64, f64)> {
    let thin_mm = piece.thin_end?.value();
    let side = Side::new(piece.thickness.value(), thin_mm, piece.mass.value()).ok()?;
    side.squared()
}

/// Trims what is to be squared off: what falls off, g each.
pub fn squared_off(asked: Option<&[String]>, piece: &Piece, changed: &mut PieceAsked) -> f64 {
    const KEY: &str = "squared";
    if !asked.is_some_and(|keys| keys.iter().any(|key| key == KEY)) {
        return 0.0;
    }
    let Some((thin_mm, trim_share)) = square(piece) else {
        return 0.0;
    };
    let each_g = piece.mass.value();
    changed.thin_end_mm = Some(thin_mm);
    changed.mass_g = Some((1.0 - trim_share) * each_g);
    trim_share * each_g
}

/// Rows that can be done to this piece, in order; and which of them are done when nothing is said.
pub fn offered(piece: &Piece, method: &Method) -> Vec<(&'static Clean, bool)> {
    // A skin that is to be crisp is scraped.
    let scraped = method.browns && !method.wet && piece.skin == Skin::On && !piece.cut.is_whole();
    let dry = match (method.wet, scraped) {
        (true, _) => "left_wet",
        (false, true) => "scraped",
        (false, false) => "patted",
    };
    let rows = Clean::all().iter().filter(|row| fits(row, piece, method));
    rows.map(|row| {
        let usual = match row.group.as_deref() {
            Some("dry") => row.key == dry,
            _ => row.usual,
        };
        (row, usual)
    })
    .collect()
}

/// Rows that are done.
///
/// # Errors
/// A key that is not of this piece, and two of a group.
pub fn chosen(
    asked: Option<&[String]>,
    piece: &Piece,
    method: &Method,
) -> Result<Vec<&'static Clean>, InputError> {
    let offered = offered(piece, method);
    let Some(keys) = asked else {
        let usual = offered.into_iter().filter(|(_, usual)| *usual);
        return Ok(usual.map(|(row, _)| row).collect());
    };
    for (i, key) in keys.iter().enumerate() {
        if !offered.iter().any(|(row, _)| row.key == *key) {
            let known = offered.iter().map(|(row, _)| row.key.as_str());
            return Err(InputError::unknown("", key, known)).at("clean", i);
        }
    }
    let done: Vec<&Clean> = offered
        .iter()
        .map(|(row, _)| *row)
        .filter(|row| keys.contains(&row.key))
        .collect();
    for (i, row) in done.iter().enumerate() {
        if row.group.is_some() && done[..i].iter().any(|other| other.group == row.group) {
            let message = "only one of these can be done: choose one";
            return Err(InputError::new("clean", Wrong::Order { message }));
        }
    }
    Ok(done)
}

/// What can be done to clean it, and what is.
///
/// # Errors
/// As [`chosen`].
pub fn told(
    asked: Option<&[String]>,
    piece: &Piece,
    method: &Method,
) -> Result<Vec<CleanOffered>, InputError> {
    let done = chosen(asked, piece, method)?;
    let rows = offered(piece, method)
        .into_iter()
        .map(|(row, _)| CleanOffered {
            key: row.key.clone(),
            name: row.name.clone(),
            why: row.why.clone(),
            group: row.group.clone(),
            done: done.iter().any(|one| one.key == row.key),
        });
    Ok(rows.collect())
}

/// Water that is left on each face, g/m2. A face that drips holds about a tenth of a millimetre; judgement.
pub fn damp_g_m2(asked: Option<&[String]>, rinsed_after: bool) -> f64 {
    /// Left as it comes out of the water.
    const WET: f64 = 100.0;
    /// Wiped over with paper once.
    const WIPED: f64 = 25.0;
    // Nobody who is not asked leaves it wet where that matters: in water and steam it does not.
    let Some(keys) = asked else { return 0.0 };
    let dried = |key: &str| keys.iter().any(|one| one == key);
    if dried("scraped") || dried("patted") || rinsed_after {
        0.0
    } else if dried("rinsed_portion") || dried("rinsed") {
        WET
    } else {
        WIPED
    }
}

/// Pieces that hands take one by one: small fish are done by the handful.
pub fn by_hand(piece: &Piece) -> f64 {
    /// So many small ones are a handful.
    const HANDFUL: f64 = 8.0;
    let n = f64::from(piece.pieces);
    if piece.cut == Cut::SmallWhole {
        (n / HANDFUL).ceil()
    } else {
        n
    }
}

/// The acts.
pub fn acts(chain: &mut Chain, done: &[&Clean], piece: &Piece) {
    let n = by_hand(piece);
    for row in done.iter().filter(|row| !row.words.is_empty()) {
        let what = if row.group.as_deref() == Some("dry") {
            What::Dry
        } else {
            What::Clean
        };
        let s = row.once_s + n * row.each_s;
        chain
            .push(what, row.words.as_str(), s, s)
            .why(&row.why)
            .mind(row.caution.as_deref());
    }
    if piece.scored {
        let words = if piece.cut.is_whole() {
            "Cut three or four times down each side, to the bone"
        } else {
            "Cut the skin a few times, just through it"
        };
        let why = if piece.cut.is_whole() {
            "Heat and salt get in, and it does not curl. Uncut it keeps its shape and its juice better."
        } else {
            "It lies flat."
        };
        chain
            .push(What::Cut, words, n * SCORE_S, n * SCORE_S)
            .why(why);
    }
}

/// What goes into the belly, after salting.
pub fn fill(chain: &mut Chain, piece: &Piece) {
    let n = by_hand(piece);
    let words = match piece.cavity {
        Cavity::Aromatics if piece.cut.is_whole() => "Citrus, herbs and ginger into the belly",
        Cavity::Stuffed if piece.cut.is_whole() => "Stuff the belly loosely",
        _ => return,
    };
    let doing = chain.push(What::Fill, words, n * FILL_S, n * FILL_S);
    doing.why("Keeps its shape and scents it.");
    if piece.stuffed() {
        doing.mind(Some(
            "Stuff it just before the heat; the stuffing has to get as hot as the rule says.",
        ));
    }
}
