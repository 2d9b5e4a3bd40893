//! Slow bake: a low oven, oil or butter on the fish, a shallow dish.
//!
//! common practice, no source: 150 C about 20 min for a portion, or 107 C with the fan and
//! butter under and over, 8 min for small pieces, 14 for large.

use super::way::*;

settings! {
    oven_c: f64 = media::oven_c((80.0, 180.0), 150.0),
    fan: bool = media::fan(false),
    coating: Film = media::FILM,
    covered: bool = media::COVERED,
    oven: Arc<Oven> = media::OVEN,
    oven_off_k: f64 = media::OVEN_OFF,
    door_s: f64 = media::DOOR,
    ware: Arc<Ware> = media::WARE,
    greens_g: f64 = media::GREENS_G,
}

method! {
    kind: "slow_bake",
    name: "Slow bake",
    summary: "A low oven, a shallow dish, a film of fat on the fish.",
    contains: |set| set.coating.contains(),
    nature: Nature {
        hands_off: 0.95,
        little_smell: 0.7,
        little_fat: 0.7,
    },
}

/// Thinner than this the oven dries it before it warms through evenly, mm.
const THIN_MM: f64 = 8.0;

fn suits(piece: &Piece, _: &Kitchen) -> Suits {
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

fn programme(piece: &Piece, set: &Settings, kitchen: &Kitchen) -> Result<Programme, InputError> {
    let oven = media::Oven::new(&set.oven, set.oven_c, set.oven_off_k, set.fan)
        .door(set.door_s)
        .covered(set.covered)
        .with_greens(piece, set.greens_g)
        .ware(&set.ware);
    let air = oven.air(set.coating.wetness());
    let stages = oven.stages(1.0, What::In, oven.under(), air);
    let rest = Stage::rest(
        media::rest_s(piece, media::REST_S),
        media::at_rest(piece, false),
    );
    Ok(Programme {
        coats: [media::bed(piece, set.greens_g), vec![]],
        reservoir: oven.reservoir(),
        ..Programme::new(piece, kitchen, Fire::Oven, stages, rest)
    }
    .heat(media::heat_oven(&set.oven, set.oven_c)))
}

fn words(piece: &Piece, set: &Settings, story: &Story<'_>) -> Vec<Step> {
    let coat = match set.coating {
        Film::Oil => "Oil the fish and the dish",
        Film::Butter => "Butter under the fish and over it",
        Film::Bare => "Pat the fish dry",
        Film::Mayonnaise => "Brush the fish with mayonnaise, oil the dish",
    };
    let heat = if set.fan {
        "Heat the oven, fan on"
    } else {
        "Heat the oven, no fan"
    };
    let mut steps = vec![
        story
            .heat_up(Hot::Oven, heat)
            .after(coat)
            .at_c(set.oven_c)
            .caution_if(set.covered, "steam_burns", handling::STEAM_BURNS),
        Step::start(format!(
            "{}nto the middle of the oven, {}",
            if set.greens_g > 0.0 {
                "Onto the vegetables, i"
            } else {
                "I"
            },
            handling::down(piece)
        ))
        .caution(
            "hot_handle",
            "Dish and handle stay hot: lay a cloth over them when they come out.",
        ),
    ];
    steps.extend(story.finish(
        "Out of the oven, out of the dish",
        &handling::cues(piece, &[Cue::Tester, Cue::Opaque, Cue::Beads]),
    ));
    steps
}
