//! Submerged poach.
//!
//! common practice, no source: 8 to 10 minutes an inch in barely moving water.

use super::advice::{Act, PlanFacts, Reason, Step, Suits, done};
use super::kitchen::Kitchen;
use super::programme::{Leg, Programme};
use super::settings::{Chosen, Spec, Takes};
use super::{Method, Nature, media, suiting};
use crate::InputError;
use crate::fish::Piece;

pub(super) static METHOD: Method = Method {
    kind: "deep_poach",
    name: "Deep poach",
    summary: "Under the liquid, well below a simmer.",
    settings: &[media::liquid_c(82.0), DEPTH],
    suits,
    programme,
    steps,
    nature: Nature {
        hands_off: 0.8,
        little_smell: 0.95,
        little_fat: 1.0,
    },
};

/// A deep poach is covered; said so, it is not refused.
const DEPTH: Spec = Spec {
    key: "depth",
    name: "Liquid",
    takes: Takes::Choice {
        options: &[("covered", "covers it")],
        default: "covered",
    },
};
/// Liquid in a deep pot, l.
const LITRES: f64 = 4.0;

fn suits(piece: &Piece) -> Suits {
    let mut reasons = vec![Reason::good(
        "even_all_round",
        "The same soft heat from all sides; no smell.",
    )];
    if suiting::crisp_skin(piece) {
        reasons.push(Reason::bad("skin_soft", "The skin stays soft."));
    }
    Suits::unless(suiting::small_whole(piece), reasons)
}

fn programme(piece: &Piece, chosen: &Chosen, kitchen: &Kitchen) -> Result<Programme, InputError> {
    let liquid_c = chosen.number("liquid_c")?.min(kitchen.boil_c());
    let wet = media::immersed(media::LIQUID_W_M2K);
    Ok(Programme {
        reservoir: Some(media::pot(piece, liquid_c, LITRES, 2.0)),
        rest_s: if suiting::whole(piece) {
            media::REST_WHOLE_S
        } else {
            media::REST_WET_S
        },
        shape_exponent: piece.dimensionality_all_round() - 1.0,
        ..Programme::new(
            piece,
            kitchen,
            vec![Leg::share(1.0, wet, wet).set(liquid_c)],
        )
    })
}

fn steps(_: &Piece, chosen: &Chosen, facts: &PlanFacts) -> Vec<Step> {
    let mut steps = vec![
        Step::new(
            -900.0,
            Act::Prepare,
            "Simmer and strain the liquid; let it come to heat",
        )
        .at_c(chosen.number("liquid_c").unwrap_or_default())
        .cues(&["It steams and hardly moves."]),
        Step::new(
            0.0,
            Act::Start,
            "In, covered by the liquid. Bring it back to heat, no more",
        ),
    ];
    steps.extend(facts.finish("Lift out, drain", &[done::TESTER, done::OPAQUE]));
    steps
}
