//! Sear, both sides alike: for skinned pieces and steaks.
//!
//! common practice, no source: 2-3 min, turn when it lets go and the cooked line is halfway
//! up, 2-3 min more; fire down and lid on for a minute if the middle is raw.

use super::advice::{Act, PlanFacts, Reason, Step, Suits, done};
use super::kitchen::Kitchen;
use super::programme::{Leg, Programme};
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
/// With the lid on the fire goes low, C.
const LOW_C: f64 = 150.0;

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
    let (hold_c, turn) = (chosen.number("hold_c")?, chosen.number("turn_share")?);
    let lid_s = chosen.number("lid_last_s")?;
    let up = media::over_open_pan(0.6);
    let mut legs = vec![
        Leg::share(turn, media::pressed(), up).set(hold_c),
        Leg::share(1.0 - turn, media::over_open_pan(0.3), media::unpressed())
            .set(hold_c)
            .turned(),
    ];
    if lid_s > 0.0 {
        let covered = Leg::share(0.0, media::under_lid(), media::unpressed());
        legs.push(covered.set(LOW_C.min(hold_c)).last(lid_s));
    }
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
    if number("lid_last_s") > 0.0 {
        let on_s = facts.off_heat_s - number("lid_last_s");
        steps.push(Step::new(on_s, Act::Adjust, "Fire low, lid on"));
    }
    steps.extend(facts.finish(
        "Off, onto a warm plate",
        &[done::TESTER, done::DENT, done::BEADS],
    ));
    steps
}
