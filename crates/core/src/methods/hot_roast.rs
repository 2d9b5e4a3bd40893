//! Hot roast on a lined tray, with or without a crust.
//!
//! common practice, no source: 218 C, 10-15 min for a 225 g portion with a crust.

use super::advice::{Act, PlanFacts, Reason, Step, Suits, done};
use super::kitchen::Kitchen;
use super::programme::Programme;
use super::settings::Chosen;
use super::settings::{Spec, Takes};
use super::{Method, Nature, media, suiting};
use crate::InputError;
use crate::fish::Piece;

pub(super) static METHOD: Method = Method {
    kind: "hot_roast",
    name: "Hot roast",
    summary: "A hot oven, a lined tray; plain, oiled or under a crust.",
    settings: &[
        media::oven_c((180.0, 270.0), 218.0),
        media::fan(false),
        Spec {
            key: "coating",
            name: "On the fish",
            takes: Takes::Choice {
                options: &[
                    ("none", "nothing"),
                    ("oil", "oil"),
                    ("butter", "butter"),
                    ("crust", "nut and mustard crust"),
                ],
                default: "oil",
            },
        },
        media::coating_mm(8.0, 2.0),
        media::COVERED,
        media::OVEN_OFF,
        media::DOOR,
        media::WARE,
    ],
    suits,
    programme,
    steps,
    nature: Nature {
        hands_off: 0.9,
        little_smell: 0.5,
        little_fat: 0.6,
    },
};

fn suits(piece: &Piece) -> Suits {
    let thin = suiting::mm(piece) < 10.0;
    let mut reasons = vec![Reason::good(
        "hands_free",
        "Hands free while it cooks, many pieces at once.",
    )];
    if thin {
        reasons.push(Reason::bad(
            "thin_dries",
            "So thin that a hot oven dries it.",
        ));
    }
    if suiting::fatty(piece) {
        reasons.push(suiting::fat_forgives());
    }
    Suits::unless(thin, reasons)
}

fn programme(piece: &Piece, chosen: &Chosen, kitchen: &Kitchen) -> Result<Programme, InputError> {
    let oven = media::Oven::read(chosen)?;
    let coating = chosen.word("coating")?;
    let wetness = media::wetness(coating);
    let crust = (coating == "crust")
        .then(|| chosen.number("coating_mm"))
        .transpose()?;
    Ok(Programme {
        coats: [None, crust.map(media::nut_crust)],
        reservoir: oven.reservoir(),
        ..Programme::new(
            piece,
            kitchen,
            oven.legs(1.0, oven.under(), oven.air(wetness)),
        )
    })
}

fn steps(_: &Piece, chosen: &Chosen, facts: &PlanFacts) -> Vec<Step> {
    let coat = match chosen.word("coating").unwrap_or_default() {
        "crust" => "Spread with mustard and mayonnaise, press the chopped nuts on",
        "butter" => "Butter it",
        "oil" => "Oil it",
        _ => "Pat it dry",
    };
    let mut prepare = Step::new(
        -900.0,
        Act::Prepare,
        format!("{coat}; line the tray, heat the oven"),
    )
    .at_c(chosen.number("oven_c").unwrap_or_default());
    prepare = match chosen.word("coating") {
        Ok("crust") => prepare.caution("allergens", "Nuts, mustard and egg: say so."),
        Ok("butter") => prepare.caution("allergens", "Milk: say so."),
        _ => prepare,
    };
    let mut steps = vec![
        prepare,
        Step::new(0.0, Act::Start, "Into the upper third of the oven").caution(
            "hot_tray",
            "Tray and steam burn: open the door away from you.",
        ),
    ];
    steps.extend(facts.finish(
        "Out of the oven, off the tray",
        &[done::TESTER, done::OPAQUE, done::BEADS],
    ));
    steps
}
