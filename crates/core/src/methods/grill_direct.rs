//! Direct grill.
//!
//! common practice, no source: grate 204-232 C, a thin film of oil, lid or bowl over, not
//! moved until it lets go.

use super::advice::{Act, PlanFacts, Reason, Step, Suits, done};
use super::kitchen::Kitchen;
use super::programme::{Leg, Programme};
use super::settings::Chosen;
use super::{Method, Nature, media, suiting};
use crate::InputError;
use crate::fish::Piece;
use crate::heat::Face;

pub(super) static METHOD: Method = Method {
    kind: "grill_direct",
    name: "Grill",
    summary: "Hot, scrubbed, oiled grate; the lid cooks the top.",
    settings: &[
        media::celsius("grill_c", "Grate", (150.0, 320.0), 218.0),
        media::lid(true),
        media::turn_share(0.6),
    ],
    suits,
    programme,
    steps,
    nature: Nature {
        hands_off: 0.3,
        little_smell: 1.0,
        little_fat: 0.7,
    },
};

/// Thinner pieces stick and fall through, mm. common practice, no source.
const THINNEST_MM: f64 = 8.0;

fn suits(piece: &Piece) -> Suits {
    let mm = suiting::mm(piece);
    let why = Reason::good("outdoors", "Smoke and smell stay outside.");
    let fire = suiting::over_fire(piece, true, THINNEST_MM, why);
    Suits::unless(
        fire.too_thin || (fire.tears && mm < 15.0) || (suiting::whole(piece) && mm > 50.0),
        fire.reasons,
    )
}

fn programme(piece: &Piece, chosen: &Chosen, kitchen: &Kitchen) -> Result<Programme, InputError> {
    let (grill_c, turn) = (chosen.number("grill_c")?, chosen.number("turn_share")?);
    let over = |wetness| {
        if chosen.flag("lid").unwrap_or(true) {
            Face::in_gas(media::oven_air(0.8 * grill_c, false, wetness))
        } else {
            media::over_open_pan(wetness)
        }
    };
    let legs = vec![
        Leg::share(turn, media::grate(grill_c), over(0.3)),
        Leg::share(1.0 - turn, over(0.3), media::grate(grill_c)).turned(),
    ];
    Ok(Programme {
        rest: media::at_rest(true),
        ..Programme::new(piece, kitchen, legs)
    })
}

fn steps(_: &Piece, chosen: &Chosen, facts: &PlanFacts) -> Vec<Step> {
    let mut steps = vec![
        Step::new(
            -900.0,
            Act::Prepare,
            "Grate hot, scrubbed, oiled; a thin film of oil on the dry fish",
        )
        .at_c(chosen.number("grill_c").unwrap_or_default())
        .caution(
            "flare",
            "Shake off sweet marinades: sugar burns. Fat flares up.",
        ),
        Step::new(
            0.0,
            Act::Start,
            "On, skin down, small weights where it curls. Lid on",
        ),
    ];
    steps.extend(facts.turns("Turn", &[done::LETS_GO]));
    steps.extend(facts.finish(
        "Off the grate, onto a clean plate",
        &[done::TESTER, done::DENT],
    ));
    steps
}
