//! Rare sear: tuna-like fish.
//!
//! common practice, no source: as hot as the pan goes, seconds a side.

use super::advice::{Act, PlanFacts, Reason, Step, Suits};
use super::kitchen::Kitchen;
use super::programme::{Leg, Programme};
use super::settings::Chosen;
use super::{Method, Nature, media, suiting};
use crate::InputError;
use crate::fish::Piece;

pub(super) static METHOD: Method = Method {
    kind: "rare_sear",
    name: "Rare sear",
    summary: "As hot as the pan goes, seconds a side.",
    settings: &[
        media::PAN,
        media::pan_c(250.0),
        media::hold_c(240.0),
        media::turn_share(0.5),
        media::HOB,
        media::fat("avocado_refined"),
    ],
    suits,
    programme,
    steps,
    nature: Nature {
        hands_off: 0.1,
        little_smell: 0.1,
        little_fat: 0.6,
    },
};

fn suits(piece: &Piece) -> Suits {
    let rare = suiting::firm(piece) && !suiting::whole(piece);
    let mut reasons = Vec::new();
    if rare {
        reasons.push(Reason::good(
            "crust_and_raw",
            "A brown rim round a cool middle.",
        ));
    } else {
        reasons.push(Reason::bad(
            "not_firm",
            "Only firm, meaty fish is good nearly raw.",
        ));
    }
    Suits::unless(!rare, reasons)
}

fn programme(piece: &Piece, chosen: &Chosen, kitchen: &Kitchen) -> Result<Programme, InputError> {
    let (hold_c, turn) = (chosen.number("hold_c")?, chosen.number("turn_share")?);
    let legs = vec![
        Leg::share(turn, media::pressed(), media::over_open_pan(0.6)).set(hold_c),
        Leg::share(1.0 - turn, media::over_open_pan(0.3), media::pressed())
            .set(hold_c)
            .turned(),
    ];
    Ok(Programme {
        reservoir: Some(media::plate(piece, chosen)?),
        ..Programme::new(piece, kitchen, legs)
    })
}

fn steps(_: &Piece, chosen: &Chosen, facts: &PlanFacts) -> Vec<Step> {
    let mut steps = vec![
        Step::new(
            -300.0,
            Act::Prepare,
            "Dry, oil and season the fish. Heat the pan as hot as it goes",
        )
        .at_c(chosen.number("pan_c").unwrap_or_default())
        .caution(
            "smoke",
            "A fat that does not smoke there; no non-stick pan.",
        ),
        Step::new(0.0, Act::Start, "On. Press lightly"),
    ];
    steps.extend(facts.turns("Turn", &["A brown rim has crept up the side."]));
    let raw = "Nearly raw inside: fish that was frozen for it, or is exempt.";
    let finish = facts.finish("Off, slice across", &["The rim is a few millimetres deep."]);
    steps.extend(finish.into_iter().map(|s| {
        if s.act == Act::Off {
            s.caution("parasites", raw)
        } else {
            s
        }
    }));
    steps
}
