//! Upright roast in a closed grill.
//!
//! common practice, no source: 175-190 C, about half an hour for a small whole fish, to 63 C
//! inside; water in the tray.

use super::advice::{Act, PlanFacts, Reason, Step, Suits, done};
use super::kitchen::Kitchen;
use super::programme::{Leg, Programme};
use super::settings::Chosen;
use super::{Method, Nature, media, suiting};
use crate::InputError;
use crate::fish::Piece;

pub(super) static METHOD: Method = Method {
    kind: "grill_upright",
    name: "Upright in a closed grill",
    summary: "A small whole fish standing in a closed grill, water in the tray.",
    settings: &[media::celsius("grill_c", "Grill", (140.0, 240.0), 183.0)],
    suits,
    programme,
    steps,
    nature: Nature {
        hands_off: 0.95,
        little_smell: 1.0,
        little_fat: 0.9,
    },
};

fn suits(piece: &Piece) -> Suits {
    let whole = suiting::whole(piece);
    let mut reasons = Vec::new();
    if whole {
        reasons.push(Reason::good(
            "slow_and_even",
            "Slow, even, and the smell stays outside.",
        ));
    } else {
        reasons.push(suiting::wrong_cut("For whole fish that can stand."));
    }
    Suits::unless(!whole, reasons)
}

fn programme(piece: &Piece, chosen: &Chosen, kitchen: &Kitchen) -> Result<Programme, InputError> {
    let air = media::closed_grill(chosen.number("grill_c")?);
    Ok(Programme {
        rest: media::at_rest_covered(),
        rest_s: media::REST_WHOLE_S,
        ..Programme::new(piece, kitchen, vec![Leg::share(1.0, air, air)])
    })
}

fn steps(_: &Piece, chosen: &Chosen, facts: &PlanFacts) -> Vec<Step> {
    let mut steps = vec![
        Step::new(
            -900.0,
            Act::Prepare,
            "Grill closed and steady, water in the tray; stand the fish on its belly",
        )
        .at_c(chosen.number("grill_c").unwrap_or_default())
        .caution("spines", "Fins and spines stab: clip them first."),
        Step::new(0.0, Act::Start, "In, lid down, leave it shut"),
    ];
    steps.extend(facts.finish("Out, under foil", &[done::SPINE, done::TESTER]));
    steps
}
