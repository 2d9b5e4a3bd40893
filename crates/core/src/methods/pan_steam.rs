//! Covered-pan steam on a bed of vegetables.
//!
//! common practice, no source: about 10 min with the lid on, vegetables on top, up to 10 more.

use super::advice::{Act, PlanFacts, Reason, Step, Suits, done};
use super::kitchen::Kitchen;
use super::programme::{Leg, Programme};
use super::settings::Chosen;
use super::{Method, Nature, media, suiting};
use crate::InputError;
use crate::fish::Piece;
use crate::heat::{Face, Medium};

pub(super) static METHOD: Method = Method {
    kind: "pan_steam",
    name: "Covered-pan steam",
    summary: "On a bed of vegetables with a little liquid, lid on.",
    settings: &[media::lid(true)],
    suits,
    programme,
    steps,
    nature: Nature {
        hands_off: 0.8,
        little_smell: 0.8,
        little_fat: 0.9,
    },
};

/// Vegetables between pan and fish pass this much, W/(m2 K).
const BED_W_M2K: f64 = 120.0;
/// Vapour under the lid is this far below boiling, K.
const BELOW_BOIL_K: f64 = 8.0;

fn suits(piece: &Piece) -> Suits {
    let mut reasons = vec![Reason::good(
        "one_pan",
        "Fish and vegetables in one pan, hardly any smell.",
    )];
    if suiting::crisp_skin(piece) {
        reasons.push(Reason::bad("skin_soft", "The skin stays soft."));
    }
    Suits::unless(suiting::whole(piece) && suiting::mm(piece) > 60.0, reasons)
}

fn programme(piece: &Piece, chosen: &Chosen, kitchen: &Kitchen) -> Result<Programme, InputError> {
    let vapour_c = kitchen.boil_c() - BELOW_BOIL_K;
    let bed = Face::touching(BED_W_M2K, Medium::Held(vapour_c));
    let top = if chosen.flag("lid")? {
        media::vapour_at(vapour_c)
    } else {
        media::over_open_pot(vapour_c)
    };
    Ok(Programme {
        rest_s: media::REST_WET_S,
        ..Programme::new(piece, kitchen, vec![Leg::share(1.0, bed, top)])
    })
}

fn steps(_: &Piece, _: &Chosen, facts: &PlanFacts) -> Vec<Step> {
    let mut steps = vec![
        Step::new(
            -300.0,
            Act::Prepare,
            "Soften the vegetables with a little liquid, bring to the boil",
        ),
        Step::new(0.0, Act::Start, "Fish on the bed, lid on, fire medium")
            .caution("steam_burns", "Steam burns: lift the lid away from you."),
    ];
    steps.extend(facts.finish("Off", &[done::OPAQUE, done::TESTER]));
    steps
}
