//! Sear, both sides alike: for skinned pieces and steaks.
//!
//! common practice, no source: 2-3 min, turn when it lets go and the cooked line is halfway
//! up, 2-3 min more; fire down and lid on for a minute if the middle is raw.

use super::advice::{Act, PlanFacts, Reason, Step, Suits, done};
use super::kitchen::Kitchen;
use super::programme::Programme;
use super::settings::Chosen;
use super::{Method, Nature, media, suiting};
use crate::InputError;
use crate::fish::Piece;

pub(super) static METHOD: Method = Method {
    kind: "sear_both_sides",
    name: "Sear, both sides",
    summary: "Medium-high pan, turned when it lets go.",
    settings: &[
        media::PAN,
        media::pan_c(210.0),
        media::hold_c(190.0),
        media::turn_share(0.5),
        media::LID_LAST,
        media::HOB,
        media::fat("sunflower_refined"),
    ],
    suits,
    programme,
    steps,
    nature: Nature {
        hands_off: 0.15,
        little_smell: 0.2,
        little_fat: 0.5,
    },
};

/// A thicker piece burns outside first, mm.
const TOO_THICK_MM: f64 = 40.0;

fn suits(piece: &Piece) -> Suits {
    let thick = suiting::mm(piece) > TOO_THICK_MM || suiting::whole(piece);
    let mut reasons = Vec::new();
    if thick {
        reasons.push(suiting::too_thick("too_thick_for_pan"));
    }
    if suiting::delicate(piece) {
        reasons.push(suiting::breaks());
    }
    if suiting::firm(piece) {
        reasons.push(Reason::good(
            "firm_holds",
            "Firm flesh turns in one piece and browns on both sides.",
        ));
    }
    if media::crowded(piece) {
        reasons.push(media::crowd_reason());
    }
    Suits::unless(thick, reasons)
}

fn programme(piece: &Piece, chosen: &Chosen, kitchen: &Kitchen) -> Result<Programme, InputError> {
    let legs = media::both_sides(chosen)?;
    Ok(Programme {
        reservoir: Some(media::plate(piece, chosen)?),
        ..Programme::new(piece, kitchen, legs)
    })
}

fn steps(_: &Piece, chosen: &Chosen, facts: &PlanFacts) -> Vec<Step> {
    let number = |key| chosen.number(key).unwrap_or_default();
    let mut steps = vec![
        Step::new(-180.0, Act::Prepare, "Pat it dry all over. Heat the pan")
            .at_c(number("pan_c"))
            .cues(&["The oil runs thin and shimmers."])
            .caution(
                "hot_oil",
                "Wet fish spits. Dry it, and lay it down away from you.",
            ),
        Step::new(0.0, Act::Start, "In, best side down")
            .cues(&["It sizzles at once and keeps on."]),
        Step::new(20.0, Act::Adjust, "Fire down a little, and leave it alone")
            .at_c(number("hold_c")),
    ];
    steps.extend(facts.turns("Turn", &[done::LETS_GO, done::LINE]));
    steps.extend(media::lid_step(chosen, facts));
    steps.extend(facts.finish(
        "Off, onto a warm plate",
        &[done::TESTER, done::DENT, done::BEADS],
    ));
    steps
}
