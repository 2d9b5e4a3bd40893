//! Sear, skin first: most of the cooking on the skin, turned once, finished on the flesh.
//!
//! common practice, no source: pan until the oil shimmers, pressed flat for the first ten
//! seconds, heat down to medium, 85 % of the time on the skin.

use super::advice::{Act, PlanFacts, Reason, Step, Suits};
use super::kitchen::Kitchen;
use super::media;
use super::programme::{Leg, Programme};
use super::settings::Chosen;
use super::{Method, Nature};
use crate::InputError;
use crate::fish::{Piece, Skin, SkinEats};

/// A thicker piece burns outside before it is done in a pan alone, mm.
const TOO_THICK_MM: f64 = 45.0;
/// Pressed flat that long, s.
const PRESS_S: f64 = 10.0;
/// Wetness of the flesh above an open pan, and of crisp skin turned up.
const FLESH_UP_WETNESS: f64 = 0.6;
const SKIN_UP_WETNESS: f64 = 0.3;

pub(super) static METHOD: Method = Method {
    kind: "sear_skin_first",
    name: "Sear, skin first",
    summary: "Hot pan, skin down for most of the time, turned once.",
    settings: &[
        media::PAN,
        media::pan_c(215.0),
        media::hold_c(185.0),
        media::turn_share(0.85),
        media::HOB,
        media::fat("sunflower_refined"),
    ],
    suits,
    programme,
    steps,
    nature: Nature {
        hands_off: 0.2,
        little_smell: 0.2,
        little_fat: 0.5,
    },
};

fn suits(piece: &Piece) -> Suits {
    let mut reasons = Vec::new();
    let thick = piece.thickness.value() > TOO_THICK_MM || piece.cut.dimensionality() > 1.3;
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
    if media::crowded(piece) {
        reasons.push(media::crowd_reason());
    }
    Suits {
        suits: !thick,
        reasons,
    }
}

fn programme(piece: &Piece, chosen: &Chosen, kitchen: &Kitchen) -> Result<Programme, InputError> {
    let (hold_c, turn) = (chosen.number("hold_c")?, chosen.number("turn_share")?);
    let legs = vec![
        Leg::share(
            turn,
            media::pressed(),
            media::over_open_pan(FLESH_UP_WETNESS),
        )
        .set(hold_c),
        Leg::share(
            1.0 - turn,
            media::over_open_pan(SKIN_UP_WETNESS),
            media::unpressed(),
        )
        .set(hold_c)
        .turned(),
    ];
    Ok(Programme {
        reservoir: Some(media::plate(piece, chosen)?),
        rest: media::at_rest(true),
        ..Programme::new(piece, kitchen, legs)
    })
}

fn steps(piece: &Piece, chosen: &Chosen, facts: &PlanFacts) -> Vec<Step> {
    let pan_c = chosen.number("pan_c").unwrap_or_default();
    let hold_c = chosen.number("hold_c").unwrap_or_default();
    let skin = piece.skin == Skin::On;
    let side = if skin { "skin" } else { "best-looking side" };
    let mut steps = vec![
        Step::new(
            -180.0,
            Act::Prepare,
            if skin {
                "Press the water out of the skin with the back of a knife, wipe, pat dry. Heat the pan"
            } else {
                "Pat dry all over. Heat the pan"
            },
        )
        .at_c(pan_c)
        .cues(&["The oil runs thin and shimmers, about to smoke."])
        .caution("hot_oil", "Wet fish spits. Dry it, and lay it down away from you."),
        Step::new(0.0, Act::Start, format!("In, {side} down. Press flat")).cues(&[
            "It sizzles at once and keeps on.",
            "It stays flat when the hand comes off.",
        ]),
        Step::new(PRESS_S, Act::Adjust, "Let go. Heat down to medium, and leave it alone").at_c(hold_c),
    ];
    for turn_s in &facts.turns_s {
        steps.push(Step::new(*turn_s, Act::Turn, "Turn, once").cues(&[
            "It lets go of the pan by itself. If it holds, give it a little longer.",
            "The cooked line stands high up the side.",
        ]));
    }
    steps.extend(facts.finish(
        "Off, skin up, onto a warm plate",
        &[
            "A thin tester slides through the thickest part.",
            "Pressed with a finger, the dent stays.",
            "One or two white beads: it is ready. Many: it is past.",
        ],
    ));
    steps
}
