//! Deep fry, dusted in flour: finger-sized whole fish and strips.
//!
//! common practice, no source: until pale gold.

use super::advice::{PlanFacts, Reason, Step, Suits, done};
use super::kitchen::Kitchen;
use super::programme::{Leg, Programme};
use super::settings::Chosen;
use super::{Method, Nature, media, suiting};
use crate::InputError;
use crate::fish::Piece;

pub(super) static METHOD: Method = Method {
    kind: "deep_fry_dusted",
    name: "Deep fry, dusted",
    summary: "Small whole fish in flour, until pale gold.",
    settings: &[
        media::oil_c(180.0),
        media::OIL_L,
        media::coat_of(&[("flour", "flour")], "flour"),
        media::coating_mm(1.0, 0.3),
        media::LOAD,
        media::fat("sunflower_refined"),
        media::DROP,
    ],
    suits,
    programme,
    steps,
    nature: Nature {
        hands_off: 0.3,
        little_smell: 0.05,
        little_fat: 0.1,
    },
};

const TOO_THICK_MM: f64 = 28.0;

fn suits(piece: &Piece) -> Suits {
    let thick = suiting::mm(piece) > TOO_THICK_MM || suiting::whole(piece);
    let mut reasons = Vec::new();
    if thick {
        reasons.push(suiting::too_thick("too_thick_for_fryer"));
    }
    if suiting::small_whole(piece) {
        reasons.push(Reason::good(
            "crisp_through",
            "Crisp through, bones and all.",
        ));
    } else {
        reasons.push(Reason::bad(
            "flesh_bare",
            "Bare flesh dries in the oil; batter would shield it.",
        ));
    }
    Suits::unless(thick, reasons)
}

fn programme(piece: &Piece, chosen: &Chosen, kitchen: &Kitchen) -> Result<Programme, InputError> {
    let oil_c = chosen.number("oil_c")?;
    let flour = chosen.number("coating_mm")?;
    let oil = media::immersed(media::OIL_W_M2K);
    Ok(Programme {
        reservoir: Some(media::fryer_loaded(piece, chosen, oil_c)?),
        coats: [Some(media::flour(flour)), Some(media::flour(flour))],
        rest: media::on_rack(),
        shape_exponent: piece.dimensionality_all_round() - 1.0,
        ..Programme::new(piece, kitchen, vec![Leg::share(1.0, oil, oil).set(oil_c)])
    })
}

fn steps(_: &Piece, chosen: &Chosen, facts: &PlanFacts) -> Vec<Step> {
    let mut steps = media::fryer_start(
        chosen,
        "Dry the fish, flour it, shake it well",
        "In, a handful at a time, away from you",
    );
    steps.extend(facts.finish("Lift out, onto paper. Salt at once", &[done::FRYER]));
    steps
}
