//! Grill basket.
//!
//! common practice, no source: 2 min a side on high, then low with the lid down 4 min and more.

use super::way::*;

settings! {
    grill_c: f64 = Spec::celsius("grill_c", "Grate", Purpose::MainHeat, (150.0, 320.0), 230.0)
        .settled_from(media::GRATE_FROM_C),
    grate: Arc<Grate> = media::GRATE,
    falls_k_min: f64 = media::FALLS,
    basket: Arc<Basket> = media::BASKET,
}

method! {
    kind: "grill_basket",
    name: "Grill basket",
    summary: "Two minutes a side on high, then low with the lid down.",
    from_frozen: ThawFirst,
    browns: true,
    nature: Nature {
        hands_off: 0.4,
        little_smell: 1.0,
        little_fat: 0.7,
    },
}

/// Thinner pieces stick and fall through, mm. common practice, no source.
const THINNEST_MM: f64 = 5.0;
/// Low fire after the two sides, C, and the share of the time each side has on high.
const LOW_C: f64 = 160.0;
const HIGH_SHARE: f64 = 0.22;

fn suits(piece: &Piece, _: &Kitchen) -> Suits {
    let mm = suiting::mm(piece);
    let why = Reason::good("outdoors", "Smoke and smell stay outside.");
    let fire = suiting::over_fire(piece, false, THINNEST_MM, why);
    Suits::unless(
        fire.too_thin || (suiting::whole(piece) && mm > 60.0),
        fire.reasons,
    )
}

fn programme(piece: &Piece, set: &Settings, kitchen: &Kitchen) -> Result<Programme, InputError> {
    let open = media::over_hot(set.grill_c).on(0.3);
    let lid = Face::in_gas(media::under_grill_lid(LOW_C));
    let high = media::on_grate(&set.grate, set.grill_c);
    let low = media::on_grate(&set.grate, LOW_C);
    let stages = vec![
        Stage::share(HIGH_SHARE, What::In, high, open),
        Stage::share(HIGH_SHARE, What::Turn, open, high),
        Stage::share(1.0 - 2.0 * HIGH_SHARE, What::FireLow, lid, low),
    ];
    let rest = Stage::rest(
        media::rest_s(piece, media::REST_S),
        media::at_rest(piece, false),
    );
    Ok(Programme::new(piece, kitchen, Fire::Grill, stages, rest)
        .touching_browns(piece, media::BROWNS_ON_A_GRATE)
        .falling(set.falls_k_min)
        .heat(media::heat_grate(&set.grate, set.grill_c)))
}

fn words(piece: &Piece, set: &Settings, story: &Story<'_>) -> Vec<Step> {
    let mut steps = vec![
        story
            .heat_up(
                Hot::Grill,
                format!("Grill hot; oil the {}, shut the fish in", set.basket.name),
            )
            .at_c(set.grill_c)
            .caution("outdoors", handling::OUTDOORS)
            .caution("marinade", handling::MARINADE),
        Step::start("On, over the high fire"),
    ];
    steps.extend(story.turns("Turn the basket", &[Cue::Said("Marked and lightly brown.")]));
    let low = story.at(What::FireLow, "Fire low, lid down");
    steps.extend(low.map(|step| step.at_c(LOW_C)));
    let look = handling::cues(piece, &[Cue::Tester, Cue::Press]);
    steps.extend(story.finish("Off, open the basket", &look));
    steps
}
