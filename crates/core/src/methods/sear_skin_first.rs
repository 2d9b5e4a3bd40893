//! Sear, skin first: most of the cooking on the skin, turned once, finished on the flesh.
//!
//! common practice, no source: pan until the oil shimmers, pressed flat for the first ten
//! seconds, heat down to medium, 85 % of the time on the skin.

use super::way::*;

settings! {
    pan: Arc<Pan> = media::pan("clad"),
    pan_c: f64 = media::pan_c(215.0),
    hold_c: f64 = media::hold_c(185.0).settled_from(media::SEARS_FROM_C),
    turn_share: f64 = media::turn_share(0.85),
    hob: Arc<Hob> = media::HOB,
    fat: Arc<Fat> = media::fat("sunflower_refined"),
    press: Arc<Press> = media::PRESS,
    pressed: bool = Spec::flag("pressed", "Press it flat", Purpose::Lid, true).finer(),
    lid_last_s: f64 = media::LID_LAST,
    rests: Rests = media::rests("plate"),
}

method! {
    kind: "sear_skin_first",
    name: "Sear, skin first",
    summary: "Hot pan, skin down for most of the time, turned once.",
    turned_by_line: true,
    from_frozen: ThawFirst,
    browns: true,
    nature: Nature {
        hands_off: 0.2,
        little_smell: 0.2,
        little_fat: 0.5,
    },
}

use crate::fish::{Skin, SkinEats};
use media::{HOT_OIL, Rests};

/// A thicker piece burns outside before it is done in a pan alone, mm.
const TOO_THICK_MM: f64 = 45.0;
/// Wetness of the flesh above an open pan, and of crisp skin turned up.
const FLESH_UP_WETNESS: f64 = 0.6;
const SKIN_UP_WETNESS: f64 = 0.3;

fn suits(piece: &Piece, _: &Kitchen) -> Suits {
    let mut reasons = Vec::new();
    let thick = piece.thickness.value() > TOO_THICK_MM || piece.cut.is_round();
    if thick {
        reasons.push(Reason::bad(
            "too_thick_for_pan",
            "Too thick for the pan alone: the outside is lost before the middle is done.",
        ));
    }
    match (piece.skin, piece.species.as_ref().map(|s| s.skin)) {
        (Skin::On, Some(SkinEats::Crisps) | None) => {
            reasons.push(Reason::good(
                "skin_crisps",
                "The skin takes the heat and crisps.",
            ));
        }
        (Skin::On, Some(_)) => {
            reasons.push(Reason::bad(
                "skin_stays_tough",
                "This skin stays tough; take it off.",
            ));
        }
        (Skin::Off, _) => reasons.push(Reason::bad(
            "no_skin",
            "No skin to shield the flesh: the first side browns and dries.",
        )),
    }
    Suits {
        suits: !thick,
        reasons,
    }
}

fn programme(piece: &Piece, set: &Settings, kitchen: &Kitchen) -> Result<Programme, InputError> {
    let air = media::over_pan(piece, &set.pan, set.hold_c);
    let below = media::skin_down(piece, set.pressed.then_some(&*set.press), air);
    let never_turned = set.turn_share >= 1.0;
    let mut stages = vec![
        Stage::share(set.turn_share, What::In, below, air.on(FLESH_UP_WETNESS))
            .set(set.hold_c)
            .beside(air.beside()),
        Stage::share(
            1.0 - set.turn_share,
            What::Turn,
            air.on(SKIN_UP_WETNESS),
            media::unpressed(piece, air),
        )
        .set(set.hold_c)
        .beside(air.beside()),
    ];
    if set.lid_last_s > 0.0 {
        let faces = if never_turned {
            (below, media::under_lid())
        } else {
            (media::under_lid(), media::unpressed(piece, air))
        };
        stages.push(media::lid_last(faces, set.hold_c, set.lid_last_s));
    }
    let rest = Stage::rest(
        media::rest_s(piece, media::REST_S),
        media::at_rest(piece, true),
    );
    let programme = Programme {
        reservoir: Some(media::plate(piece, &set.pan, set.pan_c, &set.hob)),
        ..Programme::new(piece, kitchen, Fire::Pan, stages, rest)
    }
    .touching_browns(piece, media::BROWNS_IN_A_PAN)
    .heat(media::heat_pan(&set.pan, set.pan_c, &set.hob));
    let in_pan = media::in_pan_off(
        piece,
        &set.pan,
        media::CONTACT_UNPRESSED_W_M2K,
        !never_turned,
    );
    Ok(set.rests.of(programme, in_pan))
}

/// How the skin lies.
fn lies(piece: &Piece, pressed: bool) -> &'static str {
    if !pressed && !piece.scored {
        "Nothing holds it: the skin bows up, and its middle stays pale."
    } else {
        "It stays flat with nothing on it. Then leave it alone."
    }
}

fn words(piece: &Piece, set: &Settings, story: &Story<'_>) -> Vec<Step> {
    let (dry, side) = (handling::dry(piece), handling::down(piece));
    let mut steps = vec![
        story
            .heat_up(Hot::Pan, format!("Heat the pan with the {}", set.fat.name))
            .after_cleaning(dry)
            .at_c(set.pan_c)
            .cues(&["The oil runs thin and shimmers, about to smoke."])
            .caution("hot_oil", HOT_OIL),
        Step::start(if !set.pressed {
            format!("In, {side}, the fire down to medium")
        } else if set.press.by_itself {
            format!(
                "In, {side}, {} on top until it stays flat, the fire down to medium",
                set.press.name
            )
        } else {
            format!("In, {side}. Press flat until it stays flat, the fire down to medium")
        })
        .at_c(set.hold_c)
        .cues(&["It sizzles at once and keeps on.", lies(piece, set.pressed)]),
    ];
    if set.fat.key == "butter" {
        steps[1] = steps[1].clone().caution(
            "butter_on_skin",
            "Whole butter holds water and burns: it softens crisp skin. Add it after the turn, beside the fish.",
        );
    }
    steps.extend(story.turns("Turn, once", &[Cue::LetsGo, Cue::Line]));
    let lid = story.at(What::LidOn, media::LID_ON);
    steps.extend(lid.map(|step| step.caution("steam_burns", handling::STEAM_BURNS)));
    let off = format!("Off, {}, onto a warm plate", handling::up(piece));
    steps.extend(story.finish(
        &set.rests.off(&off),
        &handling::cues(piece, &[Cue::Tester, Cue::Press, Cue::Beads]),
    ));
    steps
}
