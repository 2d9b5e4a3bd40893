//! Shallow poach, the pot closed: the top cooks in the vapour.
//!
//! common practice, no source: liquid halfway up, just under a simmer, about 7 min, until the
//! top is just warm.

use super::way::*;
use media::Rests;

settings! {
    liquid_c: f64 = media::liquid_c(88.0),
    lid: bool = media::lid(true),
    depth: Depth = Spec::word::<Depth>("depth", "Liquid", Purpose::Depth, "half"),
    pot: Arc<Pot> = media::pot("wide"),
    hob: Arc<Hob> = media::POT_HOB,
    greens_g: f64 = media::GREENS_G,
    rests: Rests = media::rests("plate"),
}

method! {
    kind: "shallow_poach",
    name: "Shallow poach",
    summary: "Liquid halfway up, just under a simmer, the pot closed.",
    wet: true,
    contains: |_| vec![Allergen::Celery],
    nature: Nature {
        hands_off: 0.6,
        little_smell: 0.9,
        little_fat: 1.0,
    },
}

words! {
    /// How deep the liquid is.
    pub enum Depth {
        Half = "half" "halfway up",
        Covered = "covered" "covers it",
    }
}

fn suits(piece: &Piece, _: &Kitchen) -> Suits {
    let thick = suiting::mm(piece) > 45.0;
    let mut reasons = vec![Reason::good(
        "soft_heat",
        "Soft heat, no smell, and a liquid to make a sauce of.",
    )];
    if thick {
        reasons.push(Reason::bad(
            "too_thick_half",
            "Too thick to cook through from half the liquid.",
        ));
    }
    if suiting::delicate(piece) {
        reasons.push(Reason::good(
            "delicate_safe",
            "Never turned: delicate flesh stays whole.",
        ));
    }
    Suits::unless(thick || suiting::whole(piece), reasons)
}

fn programme(piece: &Piece, set: &Settings, kitchen: &Kitchen) -> Result<Programme, InputError> {
    let liquid_c = set.liquid_c.min(kitchen.boil_c());
    let wet = media::immersed(media::LIQUID_W_M2K);
    let top = match (set.depth, set.lid) {
        (Depth::Covered, _) => wet,
        (Depth::Half, true) => media::under_lid(),
        (Depth::Half, false) => media::spooned_liquid(liquid_c),
    };
    let stage = Stage::share(1.0, What::In, wet, top).set(liquid_c);
    let rest = Stage::rest(
        media::rest_s(piece, media::REST_WET_S),
        media::at_rest(piece, false),
    );
    let pot = media::pot_on(piece, &set.pot, &set.hob, liquid_c, 1.0, kitchen);
    let pot = media::in_liquid(piece, set.greens_g, pot);
    let programme = Programme {
        reservoir: Some(pot),
        ..Programme::new(piece, kitchen, Fire::Liquid, vec![stage], rest)
    }
    .heat(media::heat_pot(&set.pot, &set.hob, liquid_c));
    Ok(set.rests.of(programme, (wet, top)))
}

fn words(piece: &Piece, set: &Settings, story: &Story<'_>) -> Vec<Step> {
    let down = handling::down(piece);
    let with = if set.greens_g > 0.0 {
        " with the vegetables"
    } else {
        ""
    };
    let start = match (set.depth, set.lid) {
        (_, true) => format!("In{with}, {down}. Lid on"),
        (Depth::Covered, false) => format!("In{with}, {down}, under the liquid"),
        (Depth::Half, false) => format!("In{with}, {down}. Baste the top"),
    };
    let mut steps = vec![
        story
            .heat_up(
                Hot::Liquid,
                "Season the liquid and bring it just under a simmer",
            )
            .at_c(set.liquid_c)
            .cues(&["It trembles; a bubble now and then."]),
        Step::start(start).caution_if(set.lid, "steam_burns", handling::STEAM_BURNS),
    ];
    steps.extend(story.finish_with(
        &set.rests.off("Out with a slotted slice, drain"),
        &handling::cues(
            piece,
            &[
                Cue::Said("The top is just warm and has turned opaque."),
                Cue::Tester,
            ],
        ),
        "Serve",
    ));
    steps
}
