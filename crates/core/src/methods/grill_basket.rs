//! Grill basket.
//!
//! common practice, no source: 2 min a side on high, then low with the lid down 4 min and more.

use super::advice::{Act, PlanFacts, Reason, Step, Suits, done};
use super::kitchen::Kitchen;
use super::programme::{Leg, Programme};
use super::settings::Chosen;
use super::{Method, Nature, media, suiting};
use crate::InputError;
use crate::fish::Piece;
use crate::heat::Face;

pub(super) static METHOD: Method = Method {
    kind: "grill_basket",
    name: "Grill basket",
    summary: "Two minutes a side on high, then low with the lid down.",
    settings: &[media::celsius("grill_c", "Grate", (150.0, 320.0), 230.0)],
    suits,
    programme,
    steps,
    nature: Nature {
        hands_off: 0.4,
        little_smell: 1.0,
        little_fat: 0.7,
    },
};

/// Thinner pieces stick and fall through, mm. common practice, no source.
const THINNEST_MM: f64 = 5.0;
/// Low fire after the two sides, C, and the share of the time each side has on high.
const LOW_C: f64 = 160.0;
const HIGH_SHARE: f64 = 0.22;

fn suits(piece: &Piece) -> Suits {
    let mm = suiting::mm(piece);
    let why = Reason::good("outdoors", "Smoke and smell stay outside.");
    let fire = suiting::over_fire(piece, false, THINNEST_MM, why);
    Suits::unless(
        fire.too_thin || (suiting::whole(piece) && mm > 60.0),
        fire.reasons,
    )
}

fn programme(piece: &Piece, chosen: &Chosen, kitchen: &Kitchen) -> Result<Programme, InputError> {
    let grill_c = chosen.number("grill_c")?;
    let open = media::over_open_pan(0.3);
    let lid = Face::in_gas(media::oven_air(LOW_C, false, 0.3));
    let legs = vec![
        Leg::share(HIGH_SHARE, media::grate(grill_c), open),
        Leg::share(HIGH_SHARE, open, media::grate(grill_c)).turned(),
        Leg::share(1.0 - 2.0 * HIGH_SHARE, lid, media::grate(LOW_C)),
    ];
    Ok(Programme::new(piece, kitchen, legs))
}

fn steps(_: &Piece, chosen: &Chosen, facts: &PlanFacts) -> Vec<Step> {
    let mut steps = vec![
        Step::new(
            -900.0,
            Act::Prepare,
            "Grill hot; oil the basket, shut the fish in",
        )
        .at_c(chosen.number("grill_c").unwrap_or_default()),
        Step::new(0.0, Act::Start, "On, over the high fire"),
    ];
    steps.extend(facts.turns("Turn the basket", &["Marked and lightly brown."]));
    let low_s = 2.0 * HIGH_SHARE * facts.off_heat_s;
    steps.push(Step::new(low_s, Act::Adjust, "Fire low, lid down").at_c(LOW_C));
    steps.extend(facts.finish("Off, open the basket", &[done::TESTER, done::DENT]));
    steps
}
