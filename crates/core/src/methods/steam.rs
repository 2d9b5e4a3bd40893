//! Steam, lifted off the plate or lying on it.
//!
//! common practice, no source: whole fish about 11 min; 8 to 10 minutes an inch for fillets.

use super::advice::{Act, PlanFacts, Reason, Step, Suits, done};
use super::kitchen::Kitchen;
use super::programme::{Leg, Programme};
use super::settings::Chosen;
use super::settings::{Spec, Takes, Unit};
use super::{Method, Nature, media, suiting};
use crate::InputError;
use crate::fish::Piece;
use crate::heat::{Face, Medium};
use crate::matter::water;

pub(super) static METHOD: Method = Method {
    kind: "steam",
    name: "Steam",
    summary: "Lifted off the plate so that steam gets under.",
    settings: &[RACK, AIR],
    suits,
    programme,
    steps,
    nature: Nature {
        hands_off: 0.85,
        little_smell: 0.85,
        little_fat: 1.0,
    },
};

/// Lifted, or lying on its plate: then the low side sees a plate that warms slowly.
const RACK: Spec = Spec {
    key: "rack",
    name: "Lifted off the plate",
    takes: Takes::Flag { default: true },
};
/// Air left among the steam, share of mass: a lid that sits loose, a crowded basket.
const AIR: Spec = Spec {
    key: "air_share",
    name: "Air left in",
    takes: Takes::Number {
        min: 0.0,
        max: 0.5,
        step: 0.01,
        unit: Unit::Share,
        default: 0.05,
    },
};
/// Steam without air in a kitchen's pot, W/(m2 K), and how air stands in its way: a twentieth
/// by mass halves it (published trend: 5 to 10 % cuts it two to four times).
const PURE_W_M2K: f64 = 1600.0;
const AIR_BLOCKS: f64 = 20.0;
/// Molar masses, g/mol.
const WATER_G_MOL: f64 = 18.015;
const AIR_G_MOL: f64 = 28.965;
/// Through a china plate, W/(m2 K).
const PLATE_W_M2K: f64 = 120.0;

fn suits(piece: &Piece) -> Suits {
    let mut reasons = vec![Reason::good(
        "nothing_added",
        "Nothing but steam: clean taste, no fat, little smell.",
    )];
    if suiting::crisp_skin(piece) {
        reasons.push(Reason::bad("skin_soft", "The skin stays soft."));
    }
    Suits::unless(false, reasons)
}

fn programme(piece: &Piece, chosen: &Chosen, kitchen: &Kitchen) -> Result<Programme, InputError> {
    let air = chosen.number("air_share")?;
    // Steam condenses where its own share of the pressure boils.
    let (steam_mol, air_mol) = ((1.0 - air) / WATER_G_MOL, air / AIR_G_MOL);
    let own_pa = kitchen.pressure_pa() * steam_mol / (steam_mol + air_mol);
    let steam_c = water::boiling_point_c(own_pa);
    let h_w_m2k = PURE_W_M2K / (1.0 + AIR_BLOCKS * air);
    let steam = Face::touching(h_w_m2k, Medium::Held(steam_c));
    let below = if chosen.flag("rack")? {
        steam
    } else {
        Face::touching(PLATE_W_M2K, Medium::Held(steam_c))
    };
    let whole = suiting::whole(piece);
    Ok(Programme {
        rest_s: if whole {
            media::REST_WHOLE_S
        } else {
            media::REST_WET_S
        },
        ..Programme::new(piece, kitchen, vec![Leg::share(1.0, below, steam)])
    })
}

fn steps(_: &Piece, chosen: &Chosen, facts: &PlanFacts) -> Vec<Step> {
    let lifted = chosen.flag("rack").unwrap_or_default();
    let mut steps = vec![
        Step::new(
            -600.0,
            Act::Prepare,
            if lifted {
                "Water boiling hard; chopsticks or a rack under the fish"
            } else {
                "Water boiling hard; the fish on its plate"
            },
        )
        .caution("steam_burns", "Steam burns: lift the lid away from you."),
        Step::new(0.0, Act::Start, "In, lid on, leave it shut"),
    ];
    steps.extend(facts.finish(
        "Out. Hot oil over it now, if wanted",
        &[done::SPINE, done::TESTER],
    ));
    steps
}
