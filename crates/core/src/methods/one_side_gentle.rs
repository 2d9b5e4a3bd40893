//! One side only, gentle: for thin slices and rubs that would burn.
//!
//! common practice, no source: non-stick, low heat, rendered fat spooned over, about 3 min for
//! a thin slice; it rests in the switched-off pan.

use super::advice::{Act, PlanFacts, Reason, Step, Suits, done};
use super::kitchen::Kitchen;
use super::programme::{Leg, Programme};
use super::settings::Chosen;
use super::{Method, Nature, media, suiting};
use crate::InputError;
use crate::fish::Piece;
use crate::heat::{Face, Medium};

pub(super) static METHOD: Method = Method {
    kind: "one_side_gentle",
    name: "One side, gentle",
    summary: "Low heat in a non-stick pan, never turned, its fat spooned over.",
    settings: &[
        media::PAN_GENTLE,
        media::pan_c(125.0),
        media::hold_c(110.0),
        media::HOB,
        media::fat("butter"),
    ],
    suits,
    programme,
    steps,
    nature: Nature {
        hands_off: 0.3,
        little_smell: 0.5,
        little_fat: 0.7,
    },
};

/// A thicker piece stays raw on top, mm.
const TOO_THICK_MM: f64 = 18.0;
/// Gentle contact through rendered fat, W/(m2 K). `HOUSOVA-1985` range.
const GENTLE_W_M2K: f64 = 300.0;

fn suits(piece: &Piece) -> Suits {
    let thick = suiting::mm(piece) > TOO_THICK_MM || suiting::whole(piece);
    let mut reasons = Vec::new();
    if thick {
        reasons.push(Reason::bad(
            "top_stays_raw",
            "Too thick to cook through from one side.",
        ));
    } else {
        reasons.push(Reason::good(
            "never_turned",
            "Never turned, so it cannot tear.",
        ));
    }
    Suits::unless(thick, reasons)
}

fn programme(piece: &Piece, chosen: &Chosen, kitchen: &Kitchen) -> Result<Programme, InputError> {
    // Fat spooned over seals the top and warms it.
    let spooned = media::spooned_fat();
    let low = Face::touching(GENTLE_W_M2K, Medium::Reservoir);
    let leg = Leg::share(1.0, low, spooned).set(chosen.number("hold_c")?);
    Ok(Programme {
        reservoir: Some(media::plate(piece, chosen)?),
        // In the switched-off pan.
        rest: (
            Face::touching(100.0, Medium::Reservoir),
            media::over_open_pan(0.3),
        ),
        ..Programme::new(piece, kitchen, vec![leg])
    })
}

fn steps(_: &Piece, chosen: &Chosen, facts: &PlanFacts) -> Vec<Step> {
    let number = |key| chosen.number(key).unwrap_or_default();
    let mut steps = vec![
        Step::new(
            -120.0,
            Act::Prepare,
            "Warm the non-stick pan with a little fat",
        )
        .at_c(number("pan_c")),
        Step::new(0.0, Act::Start, "In, skin or rub side down")
            .cues(&["A quiet sizzle, no smoke."]),
        Step::new(20.0, Act::Adjust, "Keep it low. Spoon the fat over").at_c(number("hold_c")),
    ];
    steps.extend(facts.finish(
        "Switch off, leave it in the pan",
        &["The top has turned from see-through to cloudy.", done::DENT],
    ));
    steps
}
