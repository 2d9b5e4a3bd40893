//! Slow bake: a low oven, oil or butter on the fish, a shallow dish.
//!
//! common practice, no source: 149 C about 20 min for a portion, or 107 C with the fan and
//! butter under and over, 8 min for small pieces, 14 for large.

use super::advice::{Act, PlanFacts, Reason, Step, Suits};
use super::kitchen::Kitchen;
use super::media;
use super::programme::Programme;
use super::settings::{Chosen, Spec, Takes, Unit};
use super::{Method, Nature};
use crate::InputError;
use crate::fish::Piece;

/// Thinner than this the oven dries it before it warms through evenly, mm.
const THIN_MM: f64 = 8.0;

pub(super) static METHOD: Method = Method {
    kind: "slow_bake",
    name: "Slow bake",
    summary: "A low oven, a shallow dish, oil or butter on the fish.",
    settings: &[
        Spec {
            key: "oven_c",
            name: "Oven",
            takes: Takes::Number {
                min: 80.0,
                max: 180.0,
                step: 1.0,
                unit: Unit::Celsius,
                default: 149.0,
            },
        },
        Spec {
            key: "fan",
            name: "Fan",
            takes: Takes::Flag { default: false },
        },
        Spec {
            key: "coating",
            name: "On the fish",
            takes: Takes::Choice {
                options: &[
                    ("none", "nothing"),
                    ("oil", "oil"),
                    ("butter", "butter, under and over"),
                ],
                default: "oil",
            },
        },
        media::COVERED,
        media::OVEN_OFF,
        media::DOOR,
        media::WARE,
    ],
    suits,
    programme,
    steps,
    nature: Nature {
        hands_off: 0.95,
        little_smell: 0.7,
        little_fat: 0.7,
    },
};

fn suits(piece: &Piece) -> Suits {
    let mut reasons = vec![Reason::good(
        "gentle",
        "Gentle heat: the middle and the edge end close together.",
    )];
    if piece.composition.fat_share > 0.05 {
        reasons.push(Reason::good(
            "fat_forgives",
            "Fat keeps it moist if it stays in too long.",
        ));
    }
    if piece.thickness.value() < THIN_MM {
        reasons.push(Reason::bad(
            "thin_dries",
            "So thin that it dries before it is worth the wait.",
        ));
    }
    Suits {
        suits: true,
        reasons,
    }
}

fn programme(piece: &Piece, chosen: &Chosen, kitchen: &Kitchen) -> Result<Programme, InputError> {
    let oven = media::Oven::read(chosen)?;
    let air = oven.air(media::wetness(chosen.word("coating")?));
    Ok(Programme {
        reservoir: oven.reservoir(),
        ..Programme::new(piece, kitchen, oven.legs(1.0, oven.under(), air))
    })
}

fn steps(_: &Piece, chosen: &Chosen, facts: &PlanFacts) -> Vec<Step> {
    let oven_c = chosen.number("oven_c").unwrap_or_default();
    let fan = chosen.flag("fan").unwrap_or_default();
    let coat = match chosen.word("coating").unwrap_or_default() {
        "oil" => "Oil the fish and the dish",
        "butter" => "Butter under the fish and over it",
        _ => "Pat the fish dry",
    };
    let heat = if fan {
        "heat the oven, fan on"
    } else {
        "heat the oven, no fan"
    };
    let mut prepare = Step::new(-900.0, Act::Prepare, format!("{coat}; {heat}")).at_c(oven_c);
    if chosen.word("coating") == Ok("butter") {
        prepare = prepare.caution("allergens", "Milk: say so.");
    }
    let mut steps = vec![
        prepare,
        Step::new(0.0, Act::Start, "Into the middle of the oven, skin down").caution(
            "hot_handle",
            "Dish and handle stay hot: lay a cloth over them when they come out.",
        ),
    ];
    steps.extend(facts.finish(
        "Out of the oven, out of the dish",
        &[
            "A thin tester slides through with a slight grip in the middle.",
            "The flesh is opaque outside and still moist between the flakes.",
            "No white beads yet, or only a few.",
        ],
    ));
    steps
}
