//! Floured pan fry.
//!
//! common practice, no source: oil and butter, 2-4 min a side, small fire after turning.

use super::advice::{Act, PlanFacts, Reason, Step, Suits, done};
use super::kitchen::Kitchen;
use super::programme::Programme;
use super::settings::Chosen;
use super::{Method, Nature, media, suiting};
use crate::InputError;
use crate::fish::Piece;

pub(super) static METHOD: Method = Method {
    kind: "floured_pan_fry",
    name: "Floured pan fry",
    summary: "Milk, flour, oil and butter; a small fire after the turn.",
    settings: &[
        media::PAN,
        media::pan_c(190.0),
        media::hold_c(170.0),
        media::turn_share(0.5),
        media::coat_of(&[("flour", "flour")], "flour"),
        media::coating_mm(1.5, 0.4),
        media::LID_LAST,
        media::HOB,
        media::fat("ghee"),
    ],
    suits,
    programme,
    steps,
    nature: Nature {
        hands_off: 0.15,
        little_smell: 0.3,
        little_fat: 0.3,
    },
};

const TOO_THICK_MM: f64 = 40.0;

fn suits(piece: &Piece) -> Suits {
    let thick =
        suiting::mm(piece) > TOO_THICK_MM || (suiting::whole(piece) && suiting::mm(piece) > 32.0);
    let mut reasons = vec![Reason::good(
        "flour_shields",
        "Flour keeps the flesh from sticking and browns for it.",
    )];
    if thick {
        reasons.push(suiting::too_thick("too_thick_for_pan"));
    }
    if media::crowded(piece) {
        reasons.push(media::crowd_reason());
    }
    Suits::unless(thick, reasons)
}

fn programme(piece: &Piece, chosen: &Chosen, kitchen: &Kitchen) -> Result<Programme, InputError> {
    let legs = media::both_sides(chosen)?;
    let flour = || Some(media::flour(chosen.number("coating_mm").unwrap_or(0.4)));
    Ok(Programme {
        reservoir: Some(media::plate(piece, chosen)?),
        coats: [flour(), flour()],
        ..Programme::new(piece, kitchen, legs)
    })
}

fn steps(_: &Piece, chosen: &Chosen, facts: &PlanFacts) -> Vec<Step> {
    let number = |key| chosen.number(key).unwrap_or_default();
    let mut steps = vec![
        Step::new(
            -180.0,
            Act::Prepare,
            "Through milk, then flour, shake off. Heat oil with butter",
        )
        .at_c(number("pan_c"))
        .cues(&["The butter has stopped foaming and is not yet brown."])
        .caution("allergens", "Milk and wheat: say so."),
        Step::new(0.0, Act::Start, "In, best side down")
            .cues(&["It sizzles at once and keeps on."]),
        Step::new(30.0, Act::Adjust, "Fire down, baste").at_c(number("hold_c")),
    ];
    steps.extend(facts.turns(
        "Turn, and make the fire small",
        &["Gold below, and it lets go.", done::LINE],
    ));
    steps.extend(media::lid_step(chosen, facts));
    steps.extend(facts.finish(
        "Off, onto a rack or warm plate",
        &[done::TESTER, done::DENT],
    ));
    steps
}
