//! The piece as every way has it: thawed, cleaned, salted, in a marinade, left out.

use super::answer::{Amount, Salted};
use super::asked::{Preparation, Thaw};
use super::chain::Chain;
use super::clean;
use super::doing::Part;
use super::made::{Made, counted};
use super::mixture::Scaled;
use super::mixture::scaled;
use super::pantry::Thing;
use super::rows::{Keyed, Marinade, School};
use super::salting::{MINUTES, salting};
use crate::fish::{Cavity, Notice, Piece, PieceAsked, Span, State};
use crate::kit::Kitchen;
use crate::methods::Method;
use crate::plan::{TemperAsked, Tempered, ThawAsked, Thawing, temper, thaw};
use crate::quantity::checked;
use crate::run::{Costs, What};
use crate::{InputError, Within};

/// A fridge, C, and cold water to thaw in; a piece out of that is as cold at most.
const FRIDGE_C: f64 = 4.0;
const THAW_WATER_C: f64 = 12.0;
const OUT_OF_WATER_C: f64 = 8.0;
/// Out of the fridge, min, and the room, C.
const TEMPER_MIN: (f64, f64) = (0.0, 120.0);
pub(super) const ROOM_C: (f64, f64) = (5.0, 40.0);
/// A kitchen, C, when nothing is said.
pub(super) const USUAL_ROOM_C: f64 = 20.0;
/// Skin and flesh open in a fridge give off so much water, g/m2 each hour, and this much at most before the outside is dry:
/// `beta (p_s - p)/(R T)` at 4 C and 80 % in nearly still air.
const FRIDGE_DRIES_G_M2H: f64 = 11.0;
const DRIED_MOST_G_M2: f64 = 250.0;

/// A piece thawed, cleaned, salted, left out.
pub struct Begun {
    /// As it then is.
    pub changed: PieceAsked,
    /// As it was when it was clean.
    pub piece: Piece,
    /// As it was before anything was cut off.
    pub uncut: Piece,
    pub refused: Vec<Notice>,
    pub salted: Option<Salted>,
}

/// The piece as every way has it.
///
/// # Errors
/// As [`super::prep`] for what is read here: cleaning, salt, marinade, times.
pub fn begins_as(
    piece: &PieceAsked,
    kitchen: &Kitchen,
    done: &Preparation,
) -> Result<PieceAsked, InputError> {
    let mut chain = Chain::new(Part::Fish, "fish");
    let begun = begun(piece, kitchen, None, done, &mut chain, &mut Made::default())?;
    Ok(begun.changed)
}

/// Does it all; with a way, what is done to clean it for that is told.
pub fn begun(
    piece: &PieceAsked,
    kitchen: &Kitchen,
    method: Option<&Method>,
    done: &Preparation,
    chain: &mut Chain,
    made: &mut Made,
) -> Result<Begun, InputError> {
    let raw = Piece::new(piece).within("piece")?;
    let room_c = checked("room_c", done.room_c.unwrap_or(USUAL_ROOM_C), ROOM_C, "C")?;
    let temper_min = checked("temper_min", done.temper_min, TEMPER_MIN, "min")?;
    let n = f64::from(raw.pieces);
    let mut changed = piece.clone();
    let refused = thawed(done.thaw, &raw, kitchen, &mut changed, chain)?;
    let piece = Piece::new(&changed).within("piece")?;
    let uncut = piece;
    let trim_g = clean::squared_off(done.clean.as_deref(), &uncut, &mut changed);
    let piece = Piece::new(&changed).within("piece")?;
    let fish_g = n * piece.mass.value();

    let school = done
        .salt
        .as_ref()
        .map(|salt| School::find(&salt.school).within("salt"))
        .transpose()?;
    let rinsed = school.is_some_and(|school| school.rinsed || school.brine);
    let mut damp_g_m2 = clean::damp_g_m2(done.clean.as_deref(), rinsed);
    if let Some(method) = method {
        let rows = clean::chosen(done.clean.as_deref(), &uncut, method)?;
        clean::acts(chain, &rows, &piece);
        if trim_g > 0.0 {
            let off_g = n * trim_g;
            made.note(
                "trimmed",
                format!("{off_g:.0} g trimmed off: for stock, cakes or raw dishes."),
            );
        }
        let lemons: f64 = rows.iter().map(|row| row.lemon).sum();
        if lemons > 0.0 {
            made.amounts.push(counted(
                "lemon",
                lemons * n,
                Part::Fish,
                "half a lemon each",
            )?);
        }
    }

    let mut salted = None;
    if let (Some(salt), Some(school)) = (&done.salt, school) {
        let told = salting(salt, school, &piece, fish_g, chain, made).within("salt")?;
        if school.fridge && !school.brine {
            let dried = (FRIDGE_DRIES_G_M2H * told.minutes / 60.0).min(DRIED_MOST_G_M2);
            damp_g_m2 -= dried;
        }
        salted = Some(told);
    }
    clean::fill(chain, &piece);
    if piece.cavity == Cavity::Aromatics && piece.cut.is_whole() {
        made.amounts.push(counted(
            "lemon",
            0.5 * n,
            Part::Fish,
            "half a lemon in each",
        )?);
        made.amounts.push(counted(
            "thyme",
            3.0 * n,
            Part::Fish,
            "three sprigs in each",
        )?);
    }

    if let Some(asked_for) = &done.marinade {
        let row = Marinade::find(&asked_for.kind).within("marinade")?;
        let minutes = asked_for.minutes.unwrap_or(usual_min(row, &piece));
        let minutes = checked("minutes", minutes, MINUTES, "min").within("marinade")?;
        marinated(row, minutes, &piece, fish_g, chain, made)?;
    }

    if let Some(tempered) = tempered(temper_min, room_c, &changed, chain, made)? {
        changed.start_c = Some(tempered.mean_c);
    }
    kept_longer(&mut changed, done, salted.as_ref(), school, made);
    changed.damp_g_m2 = (damp_g_m2 != 0.0).then_some(damp_g_m2);
    Ok(Begun {
        changed,
        piece,
        uncut,
        refused,
        salted,
    })
}

/// Hours in the fridge under salt or in a marinade are hours of keeping: they count where a record is kept.
fn kept_longer(
    changed: &mut PieceAsked,
    done: &Preparation,
    salted: Option<&Salted>,
    school: Option<&School>,
    made: &mut Made,
) {
    /// From here on it is worth a word.
    const LONG_H: f64 = 12.0;
    let salted_min = salted.filter(|_| school.is_some_and(|school| school.fridge));
    let marinade = done.marinade.as_ref().and_then(|asked| {
        let usual = Marinade::find(&asked.kind).ok()?.usual_min;
        Some(asked.minutes.unwrap_or(usual))
    });
    let hours = (salted_min.map_or(0.0, |told| told.minutes) + marinade.unwrap_or(0.0)) / 60.0;
    if hours > 0.0 && !changed.keeping.is_empty() {
        changed.keeping.push(Span {
            hours,
            at_c: FRIDGE_C,
        });
    }
    if hours >= LONG_H {
        made.warn(
            "kept_longer",
            "These hours count as keeping: only with fish that is fresh today, and always cold.",
        );
    }
}

/// Thaws what is frozen; why it must not be thawed so.
fn thawed(
    how: Thaw,
    raw: &Piece,
    kitchen: &Kitchen,
    changed: &mut PieceAsked,
    chain: &mut Chain,
) -> Result<Vec<Notice>, InputError> {
    if raw.state != State::Frozen || how == Thaw::Not {
        return Ok(vec![]);
    }
    let (how, after_c, words, why) = match how {
        Thaw::Water => (
            Thawing::Water(THAW_WATER_C),
            OUT_OF_WATER_C,
            "Thaw it in a bag in cold running water",
            "Quicker than the fridge, and never warm outside while it is ice inside.",
        ),
        Thaw::Fridge | Thaw::Not => (
            Thawing::Fridge(FRIDGE_C),
            FRIDGE_C,
            "Thaw it in the fridge, on a rack over a tray",
            "Slowest and safest: it never grows warm, and loses least juice.",
        ),
    };
    let told = thaw(&ThawAsked {
        piece: changed.clone(),
        how,
        rules: kitchen.rules,
    })?;
    chain
        .push(What::Thaw, words, 20.0, told.thawed_s)
        .why(why)
        .mind(Some(
            "Out of its pack first: a vacuum pack is opened before it thaws.",
        ))
        .mind((!told.within_limit).then_some("Longer than it may be warm: thaw it in the fridge."));
    changed.state = Some("thawed".to_owned());
    changed.start_c = Some(after_c);
    Ok(told.refused)
}

/// Left out of the fridge.
fn tempered(
    minutes: f64,
    room_c: f64,
    changed: &PieceAsked,
    chain: &mut Chain,
    made: &mut Made,
) -> Result<Option<Tempered>, InputError> {
    /// Longer than this the outside is warm and the middle still is not. common practice, no source.
    const LONG_MIN: f64 = 45.0;
    if minutes <= 0.0 {
        return Ok(None);
    }
    let told = temper(&TemperAsked {
        piece: changed.clone(),
        out_s: 60.0 * minutes,
        room_c,
        on_board: false,
    })?;
    chain
        .push(
            What::Temper,
            "Out of the fridge, covered, on a rack",
            5.0,
            60.0 * minutes,
        )
        .why("Warmer when it meets the heat: less of the outside is overcooked.");
    if minutes > LONG_MIN {
        made.warn(
            "long_out",
            "Long out of the fridge. Never with tuna, mackerel and their kin.",
        );
    }
    Ok(Some(told))
}

fn usual_min(row: &Marinade, piece: &Piece) -> f64 {
    match row.whole_min.filter(|_| piece.cut.is_whole()) {
        Some(whole) => whole,
        None => row.usual_min,
    }
}

fn marinated(
    row: &Marinade,
    minutes: f64,
    piece: &Piece,
    fish_g: f64,
    chain: &mut Chain,
    made: &mut Made,
) -> Result<(), InputError> {
    let scale = Scaled {
        part: Part::Marinade,
        of: row.key.clone(),
        times: 1e-3 * fish_g,
        how: format!("for a kilo of fish x {:.2}", 1e-3 * fish_g),
        source: "common practice, no source".to_owned(),
    };
    let amounts = scaled(&row.per_kg, &scale)?;
    // Half of what a marinade holds stays on. Judgement.
    const STAYS: f64 = 0.5;
    let salt = |one: &Amount| Thing::find(&one.key).map_or(0.0, |thing| thing.salt_share * one.g);
    let salt_g: f64 = amounts.iter().map(salt).sum();
    made.salt
        .push((Part::Marinade, row.name.clone(), STAYS * salt_g));
    made.amounts.extend(amounts);
    let n = clean::by_hand(piece);
    chain
        .push(
            What::Marinate,
            format!("Into the marinade of {}, in a bag in the fridge", row.name),
            20.0 + 5.0 * n,
            60.0 * minutes,
        )
        .why(&row.says)
        .waits(60.0 * (row.most_min - minutes).max(0.0), Costs::Overdone)
        .mind(Some(crate::methods::RAW_MARINADE));
    chain.push(
        What::Dry,
        "Out of the marinade, shake or wipe it off",
        10.0 + 8.0 * n,
        0.0,
    );
    if minutes > row.most_min {
        made.warn(
            "marinated_long",
            format!(
                "Marinade of {}: too long; the outside goes soft and white.",
                row.name
            ),
        );
    } else if minutes < row.least_min {
        made.warn(
            "marinated_short",
            format!("Marinade of {}: too short to do anything.", row.name),
        );
    }
    Ok(())
}
