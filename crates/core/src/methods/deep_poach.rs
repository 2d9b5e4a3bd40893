//! Submerged poach.
//!
//! common practice, no source: 8 to 10 minutes an inch in barely moving water.

use super::way::*;
use media::Rests;

settings! {
    liquid_c: f64 = media::liquid_c(82.0),
    pot: Arc<Pot> = media::pot("deep"),
    hob: Arc<Hob> = media::POT_HOB,
    rests: Rests = media::rests("plate"),
}

method! {
    kind: "deep_poach",
    name: "Deep poach",
    summary: "Under the liquid, well below a simmer.",
    accepts: &[("depth", "covered")],
    wet: true,
    contains: |_| vec![Allergen::Celery],
    nature: Nature {
        hands_off: 0.8,
        little_smell: 0.95,
        little_fat: 1.0,
    },
}

fn suits(piece: &Piece, _: &Kitchen) -> Suits {
    let mut reasons = vec![Reason::good(
        "even_all_round",
        "The same soft heat from all sides; no smell.",
    )];
    if suiting::crisp_skin(piece) {
        reasons.push(Reason::bad("skin_soft", "The skin stays soft."));
    }
    Suits::unless(suiting::small_whole(piece), reasons)
}

fn programme(piece: &Piece, set: &Settings, kitchen: &Kitchen) -> Result<Programme, InputError> {
    let liquid_c = set.liquid_c.min(kitchen.boil_c());
    let wet = media::immersed(media::LIQUID_W_M2K);
    let stage = Stage::share(1.0, What::In, wet, wet).set(liquid_c);
    let rest = Stage::rest(
        media::rest_s(piece, media::REST_WET_S),
        media::at_rest(piece, false),
    );
    let pot = media::pot_on(piece, &set.pot, &set.hob, liquid_c, 2.0, kitchen);
    let programme = Programme {
        reservoir: Some(pot),
        fill: Some(media::filled(
            piece,
            set.pot.liquid_l.at(),
            f64::INFINITY,
            0.0,
        )),
        ..Programme::new(piece, kitchen, Fire::Liquid, vec![stage], rest)
    }
    .heat(media::heat_pot(&set.pot, &set.hob, liquid_c));
    Ok(set.rests.of(programme, (wet, wet)))
}

fn words(piece: &Piece, set: &Settings, story: &Story<'_>) -> Vec<Step> {
    let mut steps = vec![
        story
            .heat_up(
                Hot::Liquid,
                "Simmer and strain the liquid; let it come to heat",
            )
            .at_c(set.liquid_c)
            .cues(&["It steams and hardly moves."]),
        Step::start("In, covered by the liquid. Bring it back to heat, no more"),
    ];
    let look = handling::cues(piece, &[Cue::Tester, Cue::Opaque]);
    steps.extend(story.finish_with(&set.rests.off("Lift out, drain"), &look, "Serve"));
    steps
}
