//! What a cook should know before lighting the fire: what follows from the cooking, and what the rules
//! of safety say of it.

use super::asked::Cooking;
use super::room::{OIL_G_L, Room, batch_g};
use crate::fish::{Guests, Heated, Notice, Severity, State};
use crate::heat::{Body, Shape};
use crate::kit::FatMargin;
use crate::run::{Fire, Outcome, Stage, What};
use crate::target::{Goal, Rules};
use crate::{InputError, Within};

/// A pan that drops more than this loses the sear, K.
const PAN_DROP_K: f64 = 45.0;
/// A thin end is worth a word from here on, K past the target.
const THIN_END_OVER_K: f64 = 6.0;
/// Non-stick coatings begin to break down, and fume, C. From memory, medium confidence.
pub(crate) const COATING_HOT_C: f64 = 230.0;
pub(crate) const COATING_FUMES_C: f64 = 260.0;

/// From so much fish by the weight of the oil on it floods over the rim. From memory, medium confidence.
const FLOODS_OF_OIL: f64 = 0.5;
/// So much over a mark is none, share.
const AT_THE_MARK: f64 = 1.02;

/// What runs over is refused; what should go in by batches is said.
fn too_full(cooking: &Cooking<'_>, rules: Rules) -> Option<Notice> {
    let (piece, programme) = (&*cooking.piece, &cooking.programme);
    let fill = programme.fill?;
    if programme.fire != Fire::Oil {
        let over = fill.fish_g > 1000.0 * fill.litres;
        return over.then(|| Notice::by("pot_overflows", rules));
    }
    let most_g = batch_g(fill.litres);
    let n = (most_g / piece.mass.value()).floor().max(1.0);
    if fill.litres > AT_THE_MARK * fill.most_l {
        Some(Notice::by("oil_too_full", rules))
    } else if fill.fish_g > FLOODS_OF_OIL * OIL_G_L * fill.litres {
        Some(Notice::by("oil_floods", rules))
    } else if fill.fish_g > most_g && f64::from(piece.pieces) > n || cooking.all > piece.pieces {
        let n = n.min(f64::from(piece.pieces));
        let words = format!("Fry in batches of {n:.0}: more cools the oil and rises over the rim.");
        Some(Notice::computed("fry_in_batches", words, None))
    } else {
        None
    }
}

/// How the piece came out.
pub(super) struct Came<'a> {
    pub outcome: &'a Outcome,
    /// Highest of the coldest point of the thin end, C.
    pub thin_peak_c: f64,
    /// A slow piece meets the figure as well, where that counts.
    pub promised: bool,
}

/// What follows from the settings and from how the piece came out.
pub(super) fn warn(
    cooking: &Cooking<'_>,
    guests: Guests,
    fats: &[FatMargin],
    came: &Came<'_>,
) -> Result<Vec<Notice>, InputError> {
    let (piece, programme, aim) = (&*cooking.piece, &cooking.programme, &cooking.aim);
    let rules = guests.rules;
    let (outcome, thin_peak_c) = (came.outcome, came.thin_peak_c);
    let heated = Heated::Planned {
        aim,
        safety: &outcome.safety,
        core_peak_c: outcome.served_peak_c,
        promised: came.promised,
    };
    let mut said = piece.notices(guests, heated).within("piece")?;
    let mut add = |code, message: &str, by_k| said.push(Notice::computed(code, message, by_k));
    if let (Some(reservoir), Some(low_c)) = (programme.reservoir, outcome.reservoir_low_c) {
        // What the hob holds on the heat, where it is not what it begins with.
        let held = programme.stages.first().map(|stage| stage.set_c);
        let hold_c = held.unwrap_or(reservoir.start_c);
        let drop_k = reservoir.start_c.min(hold_c) - low_c;
        if drop_k > PAN_DROP_K {
            let words = match reservoir.body {
                Body::Oil => "Too much fish: the oil drops by that. Fry in smaller batches.",
                Body::Liquid => {
                    "Too much fish for this pot: the liquid drops by that. More liquid, fewer pieces or a \
                     stronger hob."
                }
                Body::Pan | Body::Ware => {
                    "Too much fish for this pan: it drops by that. Fewer pieces, a heavier pan or a \
                     stronger hob."
                }
            };
            add("pan_drops", words, Some(drop_k));
        }
        if reservoir.start_c.max(hold_c) > reservoir.hottest_c() {
            let words = match reservoir.body {
                Body::Oil => "This fryer cannot hold so much oil that hot.",
                Body::Liquid => "This hob cannot hold so much liquid that hot.",
                Body::Pan | Body::Ware => "This hob cannot hold a pan that hot.",
            };
            add("hob_too_weak", words, None);
        }
    }
    said.extend(too_full(cooking, rules));
    let aside = |stage: &Stage| stage.what == Some(What::SetAside);
    if programme.stages.iter().any(aside) {
        let mut notice = Notice::by("in_two_goes", rules);
        // Half done it stands in the warm: nothing for those whom few germs make ill.
        if guests.eaters.at_risk() {
            notice.severity = Severity::Refuse;
        }
        said.push(notice);
    }
    if let Some(words) = cooking.room.as_ref().and_then(Room::too_small) {
        said.push(Notice::computed("does_not_fit", words, None));
    }
    let mut add = |code, message: &str, by_k| said.push(Notice::computed(code, message, by_k));
    let chosen_fat = cooking.chosen.fat().map(|(key, _)| key);
    if let Some(fat) = fats
        .iter()
        .find(|fat| chosen_fat == Some(fat.key.as_str()) && fat.margin_k < 0.0)
    {
        add(
            "fat_smokes",
            "This fat may smoke before the fish goes in. Take one that stands more heat, or a \
             cooler pan or bath.",
            Some(-fat.margin_k),
        );
    }
    if piece.thin_end.is_some() && thin_peak_c > aim.band.high_c + THIN_END_OVER_K {
        add(
            "thin_end_over",
            "The thin end will be past the target when the thick part is right. Fold it under, \
             trim it, or serve it as the well-done end.",
            Some(thin_peak_c - aim.band.high_c),
        );
    }
    if matches!(aim.goal, Goal::Figure(_)) && cooking.kitchen.no_thermometer {
        // As consumer advice of the FDA on fish says, from memory: 145 F, or opaque and flaking.
        add(
            "no_thermometer",
            "This figure is read on a thermometer, and there is none here. Without one, cook until it \
             is opaque and flakes right through where it is thickest; for guests at risk, borrow one.",
            None,
        );
    }
    // In an open pan upright sides see air: the whole section has them 3 to 6 K below the figure.
    let upright = matches!(
        programme.shape,
        Shape::Disc { .. } | Shape::Brick { tapers: false, .. }
    );
    if matches!(aim.goal, Goal::Figure(_)) && programme.fire == Fire::Pan && upright {
        add(
            "sides_colder",
            "In an open pan the sides of a thick piece stay colder than its middle. Stand it on each \
             side for a minute, or end with the lid on. Probe a side as well.",
            None,
        );
    }
    if matches!(aim.goal, Goal::Rim(_)) && outcome.core_peak_c > aim.band.high_c {
        add(
            "middle_not_raw",
            "By the time the rim is that deep the middle is no longer raw. A thicker piece, a \
             fiercer fire, or a thinner rim.",
            Some(outcome.core_peak_c - aim.band.high_c),
        );
    }
    if piece.scales && !cooking.method.keeps_scales {
        add(
            "scales_on",
            "The scales are on: scrape them off, or they end on the plate. A salt crust or a \
             whole roast may keep them.",
            None,
        );
    }
    // Whoever asks for a way that does not suit hears why, as in a ranking.
    let suits = cooking.method.suits(piece, cooking.kitchen);
    if !suits.suits {
        for reason in suits.reasons.iter().filter(|reason| !reason.good) {
            add(reason.code, &reason.message, None);
        }
    }
    if let Some(coated_c) = cooking.chosen.hottest_on_coating(&cooking.kitchen.kit) {
        if coated_c >= COATING_FUMES_C {
            said.push(Notice::by("coating_fumes", rules));
        } else if coated_c >= COATING_HOT_C {
            said.push(Notice::by("coating_hot", rules));
        }
    }
    if piece.state == State::Frozen {
        match cooking.method.from_frozen {
            crate::methods::FromFrozen::Fine => {}
            crate::methods::FromFrozen::ThawFirst => said.push(Notice::by("thaw_first", rules)),
            crate::methods::FromFrozen::Never => said.push(Notice::by("ice_in_oil", rules)),
        }
    }
    Ok(said)
}
