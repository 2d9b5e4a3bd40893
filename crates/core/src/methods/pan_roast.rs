//! Pan roast: seared, then into the oven in the same pan, not turned.
//!
//! common practice, no source: into a 175-190 C oven after the sear.

use super::advice::{Act, PlanFacts, Reason, Step, Suits, done};
use super::kitchen::Kitchen;
use super::programme::{Leg, Programme};
use super::settings::Chosen;
use super::{Method, Nature, media, suiting};
use crate::InputError;
use crate::fish::Piece;

pub(super) static METHOD: Method = Method {
    kind: "pan_roast",
    name: "Pan roast",
    summary: "Skin seared on the hob, finished in the oven in the same pan.",
    settings: &[
        media::PAN,
        media::pan_c(215.0),
        media::turn_share(0.35),
        media::oven_c((140.0, 230.0), 185.0),
        media::fan(true),
        media::HOB,
        media::OVEN_OFF,
        media::DOOR,
        media::fat("sunflower_refined"),
    ],
    suits,
    programme,
    steps,
    nature: Nature {
        hands_off: 0.6,
        little_smell: 0.3,
        little_fat: 0.6,
    },
};

/// While it sears the hob holds this, C.
const SEAR_C: f64 = 190.0;

fn suits(piece: &Piece) -> Suits {
    let thin = suiting::mm(piece) < 15.0;
    let mut reasons = Vec::new();
    if suiting::crisp_skin(piece) {
        reasons.push(Reason::good(
            "skin_crisps",
            "Crisp skin without turning; the oven does the top.",
        ));
    }
    if thin {
        reasons.push(Reason::bad(
            "done_before_oven",
            "So thin that it is done before it reaches the oven.",
        ));
    } else if suiting::mm(piece) >= 28.0 {
        reasons.push(Reason::good(
            "thick_even",
            "Thick pieces cook from above as well.",
        ));
    }
    Suits::unless(thin || suiting::whole(piece), reasons)
}

fn programme(piece: &Piece, chosen: &Chosen, kitchen: &Kitchen) -> Result<Programme, InputError> {
    let oven = media::Oven::read(chosen)?;
    let sear = chosen.number("turn_share")?;
    // Basted on the way in: a film of fat.
    let top = oven.air(media::wetness("oil"));
    let mut legs = vec![Leg::share(sear, media::pressed(), media::over_open_pan(0.6)).set(SEAR_C)];
    legs.extend(oven.legs(1.0 - sear, media::pressed(), top));
    Ok(Programme {
        reservoir: Some(media::plate(piece, chosen)?),
        rest: media::at_rest(true),
        ..Programme::new(piece, kitchen, legs)
    })
}

fn steps(_: &Piece, chosen: &Chosen, facts: &PlanFacts) -> Vec<Step> {
    let number = |key| chosen.number(key).unwrap_or_default();
    let mut steps = vec![
        Step::new(-900.0, Act::Prepare, "Heat the oven").at_c(number("oven_c")),
        Step::new(
            -180.0,
            Act::Prepare,
            "Press the water out of the skin, pat dry. Heat the pan",
        )
        .at_c(number("pan_c"))
        .caution(
            "hot_oil",
            "Wet fish spits. Dry it, and lay it down away from you.",
        ),
        Step::new(0.0, Act::Start, "In, skin down. Press flat for ten seconds"),
        Step::new(
            number("turn_share") * facts.off_heat_s,
            Act::Adjust,
            "Into the oven, pan and all, skin still down",
        )
        .at_c(number("oven_c"))
        .caution(
            "hot_handle",
            "The handle is hot from now on: hang a cloth over it.",
        ),
    ];
    steps.extend(facts.finish(
        "Out, skin up, onto a warm plate",
        &[done::TESTER, done::OPAQUE, done::BEADS],
    ));
    steps
}
