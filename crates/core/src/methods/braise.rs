//! Braise, best on the bone.
//!
//! common practice, no source: colour both sides lightly, stock halfway up, lid on, 7-8 min, thick ones
//! 8-10.

use super::way::*;

settings! {
    liquid_c: f64 = media::liquid_c(94.0),
    colour_share: f64 =
        media::share_of("colour_share", "Coloured for", (0.05, 1.0), 0.25).was(&["turn_share"]),
    pot: Arc<Pot> = media::pot("braiser"),
    hob: Arc<Hob> = media::POT_HOB,
}

method! {
    kind: "braise",
    name: "Braise",
    summary: "Coloured lightly, stock halfway up, lid on.",
    from_frozen: ThawFirst,
    wet: true,
    contains: |_| vec![Allergen::Celery],
    nature: Nature {
        hands_off: 0.6,
        little_smell: 0.7,
        little_fat: 0.7,
    },
}

/// The pan while it colours, C.
const COLOUR_C: f64 = 170.0;
/// The vapour over gently simmering stock is this much cooler, K.
const BELOW_STOCK_K: f64 = 2.0;

fn suits(piece: &Piece, _: &Kitchen) -> Suits {
    let thin = suiting::mm(piece) < 15.0;
    let mut reasons = vec![Reason::good(
        "sauce_with_it",
        "Fish and sauce in one pan; the lid forgives.",
    )];
    if thin {
        reasons.push(Reason::bad(
            "thin_falls_apart",
            "So thin that it falls apart in the stock.",
        ));
    }
    Suits::unless(thin || suiting::whole(piece), reasons)
}

fn programme(piece: &Piece, set: &Settings, kitchen: &Kitchen) -> Result<Programme, InputError> {
    let liquid_c = set.liquid_c.min(kitchen.boil_c());
    let pan = Face::touching(media::CONTACT_UNPRESSED_W_M2K, Medium::Fire(COLOUR_C));
    let stock = media::immersed(media::LIQUID_W_M2K);
    let vapour = media::vapour_at(liquid_c - BELOW_STOCK_K);
    let air = media::over_hot(COLOUR_C);
    let colours = 0.5 * set.colour_share;
    let stages = [
        Stage::share(colours, What::In, pan, air.on(0.6)).beside(air.beside()),
        Stage::share(colours, What::Turn, air.on(0.3), pan)
            .beside(air.beside())
            .same_side(Some(What::Turn)),
        Stage::share(1.0 - set.colour_share, What::LidOn, vapour, stock),
    ]
    .map(|stage| stage.set(liquid_c));
    let rest = Stage::rest(
        media::rest_s(piece, media::REST_WET_S),
        media::at_rest(piece, false),
    );
    let pot = media::pot_on(piece, &set.pot, &set.hob, liquid_c, 1.0, kitchen);
    Ok(Programme {
        reservoir: Some(pot),
        ..Programme::new(piece, kitchen, Fire::Liquid, stages.to_vec(), rest)
    }
    .heat(media::heat_pot(&set.pot, &set.hob, liquid_c)))
}

fn words(piece: &Piece, set: &Settings, story: &Story<'_>) -> Vec<Step> {
    let mut steps = vec![
        story
            .heat_up(
                Hot::Liquid,
                "Fry bacon and onion (or what you like) for the base; heat the stock",
            )
            .at_c(set.liquid_c),
        Step::start("Colour it lightly"),
    ];
    let pale = [Cue::Said("Pale gold, not brown.")];
    steps.extend(story.turns("Turn, and colour the other side", &pale));
    let stock = story.at(What::LidOn, "Stock halfway up, lid on");
    steps.extend(stock.map(|step| step.caution("steam_burns", handling::STEAM_BURNS)));
    steps.extend(story.finish_with(
        "Off; quick vegetables go in now",
        &handling::cues(piece, &[Cue::Tester]),
        "Serve, with its sauce",
    ));
    steps
}
