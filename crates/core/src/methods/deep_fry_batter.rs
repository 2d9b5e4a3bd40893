//! Deep fry in batter.
//!
//! common practice, no source: 170 C about 10 min, 175 C about 7 min, 180 C for firm fish;
//! turned once or twice.

use super::way::*;

settings! {
    oil_c: f64 = media::oil_c(175.0).settled_from(media::FRIES_FROM_C),
    oil_l: f64 = media::OIL_L,
    batter: Batter = Spec::word::<Batter>("batter", "Batter", Purpose::Coat, "leavened"),
    coating_mm: f64 = media::coating_mm(6.0, 2.0),
    load_g: f64 = media::LOAD,
    fryer: Arc<Fryer> = media::FRYER,
    fat: Arc<Fat> = media::fat("sunflower_refined"),
    drop_k: f64 = media::DROP,
}

method! {
    kind: "deep_fry_batter",
    name: "Deep fry, battered",
    summary: "In hot oil under a batter that steams and crisps.",
    accepts: &[("coating", "batter")],
    from_frozen: Never,
    browns: true,
    contains: |set| set.batter.contains(),
    nature: Nature {
        hands_off: 0.3,
        little_smell: 0.05,
        little_fat: 0.0,
    },
}

words! {
    /// What the batter is made of. They are alike to the heat, and not to who eats.
    pub enum Batter {
        Leavened = "leavened" "flour and water, leavened",
        Beer = "beer" "beer",
        EggBeer = "egg_beer" "beer and egg",
        Milk = "milk" "milk and egg",
    }
}

impl Batter {
    fn contains(self) -> Vec<Allergen> {
        match self {
            Self::Leavened => vec![Allergen::Wheat],
            Self::Beer => vec![Allergen::Wheat, Allergen::Barley],
            Self::EggBeer => vec![Allergen::Wheat, Allergen::Barley, Allergen::Egg],
            Self::Milk => vec![Allergen::Wheat, Allergen::Milk, Allergen::Egg],
        }
    }
}

fn suits(piece: &Piece, _: &Kitchen) -> Suits {
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

fn programme(piece: &Piece, set: &Settings, kitchen: &Kitchen) -> Result<Programme, InputError> {
    let batter = || vec![media::batter(set.coating_mm)];
    let oil = media::immersed(media::OIL_W_M2K);
    // Rolled over halfway: oil is the same all round.
    let stages = Stage::share(1.0, What::In, oil, oil)
        .set(set.oil_c)
        .halved();
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
        coats: [batter(), batter()],
        ..Programme::new(piece, kitchen, Fire::Oil, stages.to_vec(), rest)
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
        "Dust it; batter cold and freshly mixed",
        "Lower it in away from you; a little more batter dripped over",
    );
    steps.extend(story.at(What::Halfway, "Turn it over in the oil"));
    let finish = story.finish_with(
        "Lift out, onto paper, then a rack",
        &[Cue::Bubbling, Cue::Coat],
        "Serve while it is crisp",
    );
    steps.extend(finish.into_iter().map(Step::salted_at_off));
    steps
}
