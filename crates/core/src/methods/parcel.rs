//! Parcel of paper or foil.
//!
//! common practice, no source: 200 C, 12-15 min for a portion.

use super::advice::{Act, PlanFacts, Reason, Step, Suits};
use super::kitchen::Kitchen;
use super::programme::Programme;
use super::settings::Chosen;
use super::{Method, Nature, media, suiting};
use crate::InputError;
use crate::fish::Piece;

pub(super) static METHOD: Method = Method {
    kind: "parcel",
    name: "Parcel",
    summary: "Shut in paper or foil with its own steam, in the oven.",
    settings: &[
        media::oven_c((150.0, 240.0), 200.0),
        media::fan(true),
        media::OVEN_OFF,
        media::DOOR,
        media::WARE,
    ],
    suits,
    programme,
    steps,
    nature: Nature {
        hands_off: 0.95,
        little_smell: 0.9,
        little_fat: 0.9,
    },
};

fn suits(piece: &Piece) -> Suits {
    let mut reasons = vec![Reason::good(
        "no_smell",
        "Shut in with its juice: no smell, nothing to wash.",
    )];
    if suiting::crisp_skin(piece) {
        reasons.push(Reason::bad("skin_soft", "The skin stays soft."));
    }
    Suits::unless(suiting::whole(piece) && suiting::mm(piece) > 60.0, reasons)
}

fn programme(piece: &Piece, chosen: &Chosen, kitchen: &Kitchen) -> Result<Programme, InputError> {
    let oven = media::Oven::read(chosen)?;
    Ok(Programme {
        coats: [None, Some(media::parcel_gap())],
        rest: media::at_rest_covered(),
        reservoir: oven.reservoir(),
        ..Programme::new(piece, kitchen, oven.legs(1.0, oven.under(), oven.air(0.0)))
    })
}

fn steps(_: &Piece, chosen: &Chosen, facts: &PlanFacts) -> Vec<Step> {
    let mut steps = vec![
        Step::new(
            -900.0,
            Act::Prepare,
            "Fish on thin vegetables, a spoon of liquid; fold the parcel shut. Heat the oven",
        )
        .at_c(chosen.number("oven_c").unwrap_or_default()),
        Step::new(0.0, Act::Start, "Into the oven on a hot tray"),
    ];
    steps.extend(
        facts
            .finish(
                "Out. Open at the table",
                &[
                    "The parcel is blown up.",
                    "A tester through the paper slides in.",
                ],
            )
            .into_iter()
            .map(|s| {
                if s.act == Act::Serve {
                    s.caution("steam_burns", "Steam burns: cut it open away from you.")
                } else {
                    s
                }
            }),
    );
    steps
}
