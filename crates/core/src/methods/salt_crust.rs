//! Salt crust: a whole fish under 12 mm of damp salt.
//!
//! common practice, no source: hot oven, tray turned after 20 min, halfway.

use super::advice::{Act, PlanFacts, Reason, Step, Suits};
use super::kitchen::Kitchen;
use super::programme::Programme;
use super::settings::Chosen;
use super::{Method, Nature, media, suiting};
use crate::InputError;
use crate::fish::Piece;

pub(super) static METHOD: Method = Method {
    kind: "salt_crust",
    name: "Salt crust",
    summary: "A whole fish shut in damp salt, baked hot.",
    settings: &[
        media::oven_c((180.0, 260.0), 220.0),
        media::fan(false),
        media::coating_mm(25.0, 12.0),
        media::OVEN_OFF,
        media::DOOR,
    ],
    suits,
    programme,
    steps,
    nature: Nature {
        hands_off: 0.95,
        little_smell: 0.8,
        little_fat: 1.0,
    },
};

fn suits(piece: &Piece) -> Suits {
    let whole = suiting::whole(piece);
    let mut reasons = Vec::new();
    if whole {
        reasons.push(Reason::good(
            "sealed",
            "Shut in, it steams in its own juice; little smell.",
        ));
    } else {
        reasons.push(suiting::wrong_cut(
            "For whole fish with skin and scales; bare flesh turns to salt.",
        ));
    }
    Suits::unless(!whole, reasons)
}

fn programme(piece: &Piece, chosen: &Chosen, kitchen: &Kitchen) -> Result<Programme, InputError> {
    let oven = media::Oven::read(chosen)?;
    let salt = chosen.number("coating_mm")?;
    Ok(Programme {
        coats: [Some(media::salt(salt)), Some(media::salt(salt))],
        rest: media::at_rest_covered(),
        rest_s: media::REST_WHOLE_S,
        ..Programme::new(piece, kitchen, oven.legs(1.0, oven.under(), oven.air(1.0)))
    })
}

fn steps(_: &Piece, chosen: &Chosen, facts: &PlanFacts) -> Vec<Step> {
    let mut steps = vec![
        Step::new(-900.0, Act::Prepare, "Mix coarse salt with egg white until it holds when squeezed; under, over and all round the fish. Heat the oven")
            .at_c(chosen.number("oven_c").unwrap_or_default())
            .caution("allergens", "Egg: say so."),
        Step::new(0.0, Act::Start, "Into the middle of the oven"),
        Step::new(0.5 * facts.off_heat_s, Act::Adjust, "Turn the tray round"),
    ];
    let look = ["A tester through the crust to the spine comes out warm at the lip."];
    steps.extend(facts.finish("Out. Leave the crust shut", &look));
    steps
}
