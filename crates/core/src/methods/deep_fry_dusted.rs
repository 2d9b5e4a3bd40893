//! Deep fry, dusted in flour: finger-sized whole fish and strips.
//!
//! common practice, no source: until pale gold.

use super::way::*;

settings! {
    oil_c: f64 = media::oil_c(180.0).settled_from(media::FRIES_FROM_C),
    oil_l: f64 = media::OIL_L,
    coating_mm: f64 = media::coating_mm(1.0, 0.3),
    load_g: f64 = media::LOAD,
    fryer: Arc<Fryer> = media::FRYER,
    fat: Arc<Fat> = media::fat("sunflower_refined"),
    drop_k: f64 = media::DROP,
}

method! {
    kind: "deep_fry_dusted",
    name: "Deep fry, dusted",
    summary: "Small whole fish in flour, until pale gold.",
    accepts: &[("coating", "flour")],
    from_frozen: Never,
    browns: true,
    contains: |_| vec![Allergen::Wheat],
    nature: Nature {
        hands_off: 0.3,
        little_smell: 0.05,
        little_fat: 0.1,
    },
}

const TOO_THICK_MM: f64 = 28.0;

fn suits(piece: &Piece, _: &Kitchen) -> Suits {
    let thick = suiting::mm(piece) > TOO_THICK_MM || suiting::whole(piece);
    let mut reasons = Vec::new();
    if thick {
        reasons.push(suiting::too_thick("too_thick_for_fryer"));
    }
    if suiting::small_whole(piece) {
        reasons.push(Reason::good(
            "crisp_through",
            "Crisp through, bones and all.",
        ));
    } else {
        reasons.push(Reason::bad(
            "flesh_bare",
            "Bare flesh dries in the oil; batter would shield it.",
        ));
    }
    Suits::unless(thick, reasons)
}

fn programme(piece: &Piece, set: &Settings, kitchen: &Kitchen) -> Result<Programme, InputError> {
    let flour = || vec![media::flour(set.coating_mm)];
    let oil = media::immersed(media::OIL_W_M2K);
    let stage = Stage::share(1.0, What::In, oil, oil).set(set.oil_c);
    let rest = Stage::rest(media::rest_s(piece, media::REST_FRIED_S), media::on_rack());
    let fryer = media::fryer_loaded(piece, &set.fryer, set.oil_c, set.oil_l, set.load_g);
    Ok(Programme {
        reservoir: Some(fryer),
        allowed: Some(media::allowed(piece, set.load_g, set.drop_k)),
        fill: Some(media::filled(
            piece,
            set.oil_l,
            set.fryer.oil_l.most(),
            set.load_g,
        )),
        coats: [flour(), flour()],
        ..Programme::new(piece, kitchen, Fire::Oil, vec![stage], rest)
    }
    .plated(media::at_rest(piece, false))
    .heat(media::heat_oil(&set.fryer, set.oil_c, set.oil_l)))
}

fn words(piece: &Piece, set: &Settings, story: &Story<'_>) -> Vec<Step> {
    let mut steps = media::fryer_start(
        piece,
        story,
        &set.fat,
        set.oil_c,
        "Flour it and shake it well",
        "In, a handful at a time, away from you",
    );
    let off = "Lift out, onto paper";
    let finish = story.finish_with(off, &[Cue::Bubbling, Cue::Coat], "Serve while it is crisp");
    steps.extend(finish.into_iter().map(Step::salted_at_off));
    steps
}
