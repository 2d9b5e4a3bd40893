//! Hot roast on a lined tray, with or without a crust.
//!
//! common practice, no source: 220 C, 10-15 min for a 225 g portion with a crust.

use super::way::*;

settings! {
    oven_c: f64 = media::oven_c((180.0, 270.0), 220.0),
    fan: bool = media::fan(false),
    coating: RoastCoat =
        Spec::word::<RoastCoat>("coating", "On the fish", Purpose::Coat, "oil"),
    coating_mm: f64 = media::coating_mm(8.0, 2.0),
    covered: bool = media::COVERED,
    oven: Arc<Oven> = media::OVEN,
    oven_off_k: f64 = media::OVEN_OFF,
    door_s: f64 = media::DOOR,
    ware: Arc<Ware> = media::WARE,
    greens_g: f64 = media::GREENS_G,
}

method! {
    kind: "hot_roast",
    name: "Hot roast",
    summary: "A hot oven, a lined tray; plain, oiled or under a crust.",
    contains: |set| set.coating.contains(),
    nature: Nature {
        hands_off: 0.9,
        little_smell: 0.5,
        little_fat: 0.6,
    },
}

words! {
    /// What is on the fish.
    pub enum RoastCoat {
        Bare = "none" "nothing",
        Oil = "oil" "oil",
        Butter = "butter" "butter",
        Crust = "crust" "nut and mustard crust",
    }
}

impl RoastCoat {
    fn contains(self) -> Vec<Allergen> {
        match self {
            Self::Crust => vec![Allergen::Nuts, Allergen::Mustard, Allergen::Egg],
            Self::Butter => vec![Allergen::Milk],
            Self::Bare | Self::Oil => vec![],
        }
    }

    /// How its surface lets water go: a crust of nuts seals like butter.
    fn film(self) -> Film {
        match self {
            Self::Bare => Film::Bare,
            Self::Oil => Film::Oil,
            Self::Butter | Self::Crust => Film::Butter,
        }
    }
}

fn suits(piece: &Piece, _: &Kitchen) -> Suits {
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

fn programme(piece: &Piece, set: &Settings, kitchen: &Kitchen) -> Result<Programme, InputError> {
    let oven = media::Oven::new(&set.oven, set.oven_c, set.oven_off_k, set.fan)
        .door(set.door_s)
        .covered(set.covered)
        .with_greens(piece, set.greens_g)
        .ware(&set.ware);
    let crust = match set.coating {
        RoastCoat::Crust => vec![media::nut_crust(set.coating_mm)],
        RoastCoat::Bare | RoastCoat::Oil | RoastCoat::Butter => vec![],
    };
    let air = oven.air(set.coating.film().wetness());
    let stages = oven.stages(1.0, What::In, oven.under(), air);
    let rest = Stage::rest(
        media::rest_s(piece, media::REST_S),
        media::at_rest(piece, false),
    );
    Ok(Programme {
        coats: [media::bed(piece, set.greens_g), crust],
        reservoir: oven.reservoir(),
        ..Programme::new(piece, kitchen, Fire::Oven, stages, rest)
    }
    .heat(media::heat_oven(&set.oven, set.oven_c)))
}

fn words(piece: &Piece, set: &Settings, story: &Story<'_>) -> Vec<Step> {
    let coat = match set.coating {
        RoastCoat::Crust => "Spread with mustard and mayonnaise, press the chopped nuts on",
        RoastCoat::Butter => "Butter it",
        RoastCoat::Oil => "Oil it",
        RoastCoat::Bare => "Pat it dry",
    };
    let tray = if set.greens_g > 0.0 {
        "The vegetables on the lined tray, oiled and salted; heat the oven"
    } else {
        "Line the tray, heat the oven"
    };
    let mut steps = vec![
        story
            .heat_up(Hot::Oven, tray)
            .after(coat)
            .at_c(set.oven_c)
            .caution_if(set.covered, "steam_burns", handling::STEAM_BURNS),
        Step::start(if set.greens_g > 0.0 {
            "Onto the vegetables, into the upper third of the oven"
        } else {
            "Into the upper third of the oven"
        })
        .caution(
            "hot_tray",
            "Tray and steam burn: open the door away from you.",
        ),
    ];
    steps.extend(story.finish(
        "Out of the oven, off the tray",
        &handling::cues(piece, &[Cue::Tester, Cue::Opaque, Cue::Beads]),
    ));
    steps
}
