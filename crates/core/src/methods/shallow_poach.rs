//! Shallow poach, the pot closed: the top cooks in the vapour.
//!
//! common practice, no source: liquid halfway up, just under a simmer, about 7 min, until the
//! top is just warm.

use super::advice::{Act, PlanFacts, Reason, Step, Suits, done};
use super::kitchen::Kitchen;
use super::programme::{Leg, Programme};
use super::settings::Chosen;
use super::settings::{Spec, Takes};
use super::{Method, Nature, media, suiting};
use crate::InputError;
use crate::fish::Piece;

pub(super) static METHOD: Method = Method {
    kind: "shallow_poach",
    name: "Shallow poach",
    summary: "Liquid halfway up, just under a simmer, the pot closed.",
    settings: &[media::liquid_c(88.0), media::lid(true), DEPTH],
    suits,
    programme,
    steps,
    nature: Nature {
        hands_off: 0.6,
        little_smell: 0.9,
        little_fat: 1.0,
    },
};

const DEPTH: Spec = Spec {
    key: "depth",
    name: "Liquid",
    takes: Takes::Choice {
        options: &[("half", "halfway up"), ("covered", "covers it")],
        default: "half",
    },
};
/// Liquid in a wide pan, l.
const LITRES: f64 = 1.5;

fn suits(piece: &Piece) -> Suits {
    let thick = suiting::mm(piece) > 45.0;
    let mut reasons = vec![Reason::good(
        "soft_heat",
        "Soft heat, no smell, and a liquid to make a sauce of.",
    )];
    if thick {
        reasons.push(Reason::bad(
            "too_thick_half",
            "Too thick to cook through from half the liquid.",
        ));
    }
    if suiting::delicate(piece) {
        reasons.push(Reason::good(
            "delicate_safe",
            "Never turned: delicate flesh stays whole.",
        ));
    }
    Suits::unless(thick || suiting::whole(piece), reasons)
}

fn programme(piece: &Piece, chosen: &Chosen, kitchen: &Kitchen) -> Result<Programme, InputError> {
    let liquid_c = chosen.number("liquid_c")?.min(kitchen.boil_c());
    let wet = media::immersed(media::LIQUID_W_M2K);
    let top = match (chosen.word("depth")?, chosen.flag("lid")?) {
        ("covered", _) => wet,
        (_, true) => media::under_lid(),
        _ => media::over_open_pot(liquid_c),
    };
    Ok(Programme {
        reservoir: Some(media::pot(piece, liquid_c, LITRES, 1.0)),
        rest_s: media::REST_WET_S,
        ..Programme::new(
            piece,
            kitchen,
            vec![Leg::share(1.0, wet, top).set(liquid_c)],
        )
    })
}

fn steps(_: &Piece, chosen: &Chosen, facts: &PlanFacts) -> Vec<Step> {
    let lid = chosen.flag("lid").unwrap_or_default();
    let mut steps = vec![
        Step::new(
            -600.0,
            Act::Prepare,
            "Season the liquid and bring it just under a simmer",
        )
        .at_c(chosen.number("liquid_c").unwrap_or_default())
        .cues(&["It trembles; a bubble now and then."]),
        Step::new(
            0.0,
            Act::Start,
            if lid {
                "In, skin down. Lid on"
            } else {
                "In, skin down. Baste the top"
            },
        ),
    ];
    steps.extend(facts.finish(
        "Out with a slotted slice, drain",
        &["The top is just warm and has turned opaque.", done::TESTER],
    ));
    steps
}
