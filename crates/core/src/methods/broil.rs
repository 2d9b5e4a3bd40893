//! Broil: under a glowing element.
//!
//! common practice, no source: a hand under the element, thin fillets 5-6 min, thicker ones
//! about 10 minutes an inch.

use super::advice::{Act, PlanFacts, Reason, Step, Suits, done};
use super::kitchen::Kitchen;
use super::programme::{Leg, Programme};
use super::settings::Chosen;
use super::{Method, Nature, media, suiting};
use crate::InputError;
use crate::fish::Piece;

pub(super) static METHOD: Method = Method {
    kind: "broil",
    name: "Broil",
    summary: "Close under a glowing element, not turned.",
    settings: &[media::oven_c((180.0, 300.0), 250.0)],
    suits,
    programme,
    steps,
    nature: Nature {
        hands_off: 0.7,
        little_smell: 0.3,
        little_fat: 0.7,
    },
};

fn suits(piece: &Piece) -> Suits {
    let thick = suiting::mm(piece) > 38.0;
    let mut reasons = vec![Reason::good(
        "not_turned",
        "Browned from above and never turned.",
    )];
    if thick {
        reasons.push(suiting::too_thick("too_thick_for_broiler"));
    }
    Suits::unless(thick || suiting::whole(piece), reasons)
}

fn programme(piece: &Piece, chosen: &Chosen, kitchen: &Kitchen) -> Result<Programme, InputError> {
    let oven_c = chosen.number("oven_c")?;
    let leg = Leg::share(
        1.0,
        media::broiler_tray(oven_c),
        media::under_element(oven_c),
    );
    Ok(Programme::new(piece, kitchen, vec![leg]))
}

fn steps(_: &Piece, chosen: &Chosen, facts: &PlanFacts) -> Vec<Step> {
    let mut steps = vec![
        Step::new(
            -600.0,
            Act::Prepare,
            "Oil the fish; element on, rack a hand below it",
        )
        .at_c(chosen.number("oven_c").unwrap_or_default()),
        Step::new(0.0, Act::Start, "Under the element, skin down, door ajar").caution(
            "watch_it",
            "Stay by it: seconds lie between brown and burnt.",
        ),
    ];
    steps.extend(facts.finish("Out", &[done::TESTER, done::OPAQUE]));
    steps
}
