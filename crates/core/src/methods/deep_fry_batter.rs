//! Deep fry in batter.
//!
//! common practice, no source: 170 C about 10 min, 175 C about 7 min, 180 C for firm fish;
//! turned once or twice.

use super::advice::{Act, PlanFacts, Reason, Step, Suits, done};
use super::kitchen::Kitchen;
use super::programme::{Leg, Programme};
use super::settings::Chosen;
use super::{Method, Nature, media, suiting};
use crate::InputError;
use crate::fish::Piece;

pub(super) static METHOD: Method = Method {
    kind: "deep_fry_batter",
    name: "Deep fry, battered",
    summary: "In hot oil under a batter that steams and crisps.",
    settings: &[
        media::oil_c(175.0),
        media::OIL_L,
        media::coat_of(&[("batter", "batter")], "batter"),
        media::coating_mm(6.0, 2.0),
        media::LOAD,
        media::fat("sunflower_refined"),
        media::DROP,
    ],
    suits,
    programme,
    steps,
    nature: Nature {
        hands_off: 0.3,
        little_smell: 0.05,
        little_fat: 0.0,
    },
};

fn suits(piece: &Piece) -> Suits {
    let thick = suiting::mm(piece) > 45.0 || suiting::whole(piece);
    let mut reasons = vec![Reason::good(
        "batter_shields",
        "The batter takes the heat and keeps the fish moist.",
    )];
    if thick {
        reasons.push(suiting::too_thick("too_thick_for_fryer"));
    }
    if suiting::mm(piece) < 10.0 {
        reasons.push(Reason::bad(
            "thin_over",
            "So thin that it is overdone when the batter is crisp.",
        ));
    }
    Suits::unless(thick, reasons)
}

fn programme(piece: &Piece, chosen: &Chosen, kitchen: &Kitchen) -> Result<Programme, InputError> {
    let oil_c = chosen.number("oil_c")?;
    let batter = chosen.number("coating_mm")?;
    let oil = media::immersed(media::OIL_W_M2K);
    Ok(Programme {
        reservoir: Some(media::fryer_loaded(piece, chosen, oil_c)?),
        coats: [Some(media::batter(batter)), Some(media::batter(batter))],
        rest: media::on_rack(),
        shape_exponent: piece.dimensionality_all_round() - 1.0,
        ..Programme::new(piece, kitchen, vec![Leg::share(1.0, oil, oil).set(oil_c)])
    })
}

fn steps(_: &Piece, chosen: &Chosen, facts: &PlanFacts) -> Vec<Step> {
    let mut steps = media::fryer_start(
        chosen,
        "Dry the fish, dust it; batter cold and freshly mixed",
        "Lower it in away from you; a little more batter dripped over",
    );
    steps.push(Step::new(
        0.5 * facts.off_heat_s,
        Act::Adjust,
        "Turn it over in the oil",
    ));
    steps.extend(facts.finish(
        "Lift out, onto paper, then a rack. Salt at once",
        &[done::FRYER],
    ));
    steps
}
