//! Braise, best on the bone.
//!
//! common practice, no source: colour lightly, stock halfway up, lid on, 7-8 min, thick ones
//! 8-10.

use super::advice::{Act, PlanFacts, Reason, Step, Suits, done};
use super::kitchen::Kitchen;
use super::programme::{Leg, Programme};
use super::settings::Chosen;
use super::{Method, Nature, media, suiting};
use crate::InputError;
use crate::fish::Piece;
use crate::heat::{Face, Medium};

pub(super) static METHOD: Method = Method {
    kind: "braise",
    name: "Braise on the bone",
    summary: "Coloured lightly, stock halfway up, lid on.",
    settings: &[media::liquid_c(94.0), media::first_share(0.05, 0.15)],
    suits,
    programme,
    steps,
    nature: Nature {
        hands_off: 0.6,
        little_smell: 0.7,
        little_fat: 0.7,
    },
};

/// Stock in the pan, l, and the pan while it colours, C.
const LITRES: f64 = 0.8;
const COLOUR_C: f64 = 170.0;
/// The vapour over gently simmering stock is this much cooler, K.
const BELOW_STOCK_K: f64 = 6.0;

fn suits(piece: &Piece) -> Suits {
    let thin = suiting::mm(piece) < 15.0;
    let mut reasons = vec![Reason::good(
        "sauce_with_it",
        "Fish and sauce in one pan; the lid forgives.",
    )];
    if thin {
        reasons.push(Reason::bad(
            "thin_falls_apart",
            "So thin that it falls apart in the stock.",
        ));
    }
    Suits::unless(thin || suiting::whole(piece), reasons)
}

fn programme(piece: &Piece, chosen: &Chosen, kitchen: &Kitchen) -> Result<Programme, InputError> {
    let liquid_c = chosen.number("liquid_c")?.min(kitchen.boil_c());
    let colour = chosen.number("turn_share")?;
    let pan = Face::touching(media::CONTACT_UNPRESSED_W_M2K, Medium::Held(COLOUR_C));
    Ok(Programme {
        reservoir: Some(media::pot(piece, liquid_c, LITRES, 1.0)),
        rest_s: media::REST_WET_S,
        ..Programme::new(
            piece,
            kitchen,
            vec![
                Leg::share(colour, pan, media::over_open_pan(0.6)).set(liquid_c),
                Leg::share(
                    1.0 - colour,
                    media::vapour_at(liquid_c - BELOW_STOCK_K),
                    media::immersed(media::LIQUID_W_M2K),
                )
                .set(liquid_c)
                .turned(),
            ],
        )
    })
}

fn steps(_: &Piece, chosen: &Chosen, facts: &PlanFacts) -> Vec<Step> {
    let mut steps = vec![
        Step::new(-300.0, Act::Prepare, "Make the fond; have the stock hot")
            .at_c(chosen.number("liquid_c").unwrap_or_default()),
        Step::new(0.0, Act::Start, "Colour one side lightly"),
    ];
    steps.extend(facts.turns("Turn, stock halfway up, lid on", &["Pale gold, not brown."]));
    steps.extend(facts.finish(
        "Off; quick vegetables go in now",
        &["The bone lets go of the flesh.", done::TESTER],
    ));
    steps
}
