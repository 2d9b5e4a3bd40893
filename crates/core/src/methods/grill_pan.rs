//! Ridged grill pan.
//!
//! common practice, no source: 7 min untouched, turned once.

use super::advice::{Act, PlanFacts, Reason, Step, Suits, done};
use super::kitchen::Kitchen;
use super::programme::{Leg, Programme};
use super::settings::Chosen;
use super::{Method, Nature, media, suiting};
use crate::InputError;
use crate::fish::Piece;

pub(super) static METHOD: Method = Method {
    kind: "grill_pan",
    name: "Grill pan",
    summary: "Ridges, oil on the fish, turned once.",
    settings: &[
        media::celsius("grill_c", "Ridges", (150.0, 300.0), 230.0),
        media::turn_share(0.6),
    ],
    suits,
    programme,
    steps,
    nature: Nature {
        hands_off: 0.3,
        little_smell: 0.2,
        little_fat: 0.7,
    },
};

/// Thinner pieces stick and fall through, mm. common practice, no source.
const THINNEST_MM: f64 = 6.0;

fn suits(piece: &Piece) -> Suits {
    let mm = suiting::mm(piece);
    let why = Reason::good("marks", "Marks and a grilled taste without a grill.");
    let fire = suiting::over_fire(piece, true, THINNEST_MM, why);
    Suits::unless(
        fire.too_thin || suiting::whole(piece) || mm > 40.0,
        fire.reasons,
    )
}

fn programme(piece: &Piece, chosen: &Chosen, kitchen: &Kitchen) -> Result<Programme, InputError> {
    let (ridge_c, turn) = (chosen.number("grill_c")?, chosen.number("turn_share")?);
    let up = media::over_open_pan(0.6);
    let legs = vec![
        Leg::share(turn, media::ridges(ridge_c), up),
        Leg::share(
            1.0 - turn,
            media::over_open_pan(0.3),
            media::ridges(ridge_c),
        )
        .turned(),
    ];
    Ok(Programme::new(piece, kitchen, legs))
}

fn steps(_: &Piece, chosen: &Chosen, facts: &PlanFacts) -> Vec<Step> {
    let mut steps = vec![
        Step::new(
            -300.0,
            Act::Prepare,
            "Heat the pan dry; oil the fish, not the pan",
        )
        .at_c(chosen.number("grill_c").unwrap_or_default()),
        Step::new(0.0, Act::Start, "On, across the ridges. Do not touch it"),
    ];
    steps.extend(facts.turns("Turn, once", &[done::LETS_GO]));
    steps.extend(facts.finish("Off", &[done::TESTER, done::DENT]));
    steps
}
