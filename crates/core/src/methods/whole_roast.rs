//! Whole roast, upright on a bed of stalks, scales on.
//!
//! common practice, no source: 200 C, about 14 min, out while it still just holds to the
//! spine, then 4-5 min rest.

use super::advice::{Act, PlanFacts, Reason, Step, Suits, done};
use super::kitchen::Kitchen;
use super::programme::Programme;
use super::settings::Chosen;
use super::{Method, Nature, media, suiting};
use crate::InputError;
use crate::fish::Piece;

pub(super) static METHOD: Method = Method {
    kind: "whole_roast",
    name: "Whole roast",
    summary: "Scales on, upright on a bed of stalks, a hot oven.",
    settings: &[
        media::oven_c((150.0, 250.0), 200.0),
        media::fan(true),
        media::COVERED,
        media::OVEN_OFF,
        media::DOOR,
    ],
    suits,
    programme,
    steps,
    nature: Nature {
        hands_off: 0.95,
        little_smell: 0.5,
        little_fat: 0.9,
    },
};

/// Scales and skin let little water through.
const SCALES_WETNESS: f64 = 0.3;

fn suits(piece: &Piece) -> Suits {
    let whole = suiting::whole(piece);
    let mut reasons = Vec::new();
    if whole {
        reasons.push(Reason::good(
            "own_wrapping",
            "Skin, scales and bones keep its juice.",
        ));
    } else {
        reasons.push(suiting::wrong_cut("For whole fish only."));
    }
    Suits::unless(!whole, reasons)
}

fn programme(piece: &Piece, chosen: &Chosen, kitchen: &Kitchen) -> Result<Programme, InputError> {
    let oven = media::Oven::read(chosen)?;
    let air = oven.air(SCALES_WETNESS);
    Ok(Programme {
        rest: media::at_rest_covered(),
        rest_s: media::REST_WHOLE_S,
        ..Programme::new(piece, kitchen, oven.legs(1.0, air, air))
    })
}

fn steps(_: &Piece, chosen: &Chosen, facts: &PlanFacts) -> Vec<Step> {
    let mut steps = vec![
        Step::new(
            -900.0,
            Act::Prepare,
            "Clip the fins, take out the gills, fill the cavity; stand it on stalks. Heat the oven",
        )
        .at_c(chosen.number("oven_c").unwrap_or_default())
        .caution("spines", "Fins and spines stab: clip them first."),
        Step::new(0.0, Act::Start, "Into the middle of the oven, back up"),
    ];
    steps.extend(facts.finish("Out, under foil", &[done::SPINE, done::TESTER]));
    steps
}
