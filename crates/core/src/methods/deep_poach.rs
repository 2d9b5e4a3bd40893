//! Submerged poach.
//!
//! common practice, no source: 8 to 10 minutes an inch in barely moving water; a whole salmon is set on in cold liquid. By our run
//! that takes ten minutes more and is hardly more even: heat goes through 80 mm far more slowly than a pot comes to heat.

use super::way::*;
use crate::heat::Reservoir;
use media::Rests;

settings! {
    liquid_c: f64 = media::liquid_c(82.0),
    pot: Arc<Pot> = media::pot("deep"),
    hob: Arc<Hob> = media::POT_HOB,
    rests: Rests = media::rests("plate"),
    cold_start: bool = Spec::flag("cold_start", "Set on in cold liquid", Purpose::Depth, false).finer(),
}

/// Out of the tap, C.
const COLD_C: f64 = 15.0;

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
    let hot = media::pot_on(piece, &set.pot, &set.hob, liquid_c, 2.0, kitchen);
    let pot = if set.cold_start {
        Reservoir {
            start_c: COLD_C,
            ..hot
        }
    } else {
        hot
    };
    let programme = Programme {
        reservoir: Some(pot),
        fill: Some(media::filled(
            piece,
            set.pot.liquid_l.at(),
            f64::INFINITY,
            0.0,
        )),
        ..Programme::new(piece, kitchen, Fire::Liquid, vec![stage], rest)
    };
    let programme = if set.cold_start {
        programme
    } else {
        programme.heat(media::heat_pot(&set.pot, &set.hob, liquid_c))
    };
    Ok(set.rests.of(programme, (wet, wet)))
}

fn words(piece: &Piece, set: &Settings, story: &Story<'_>) -> Vec<Step> {
    let mut steps = if set.cold_start {
        let into = "In, covered by the cold liquid, simmered and strained before. Heat it up, no further than this";
        vec![
            Step::start(into)
                .at_c(set.liquid_c)
                .cues(&["By then it steams and hardly moves."]),
        ]
    } else {
        vec![
            story
                .heat_up(
                    Hot::Liquid,
                    "Simmer and strain the liquid; let it come to heat",
                )
                .at_c(set.liquid_c)
                .cues(&["It steams and hardly moves."]),
            Step::start("In, covered by the liquid. Bring it back to heat, no more"),
        ]
    };
    let look = handling::cues(piece, &[Cue::Tester, Cue::Opaque]);
    steps.extend(story.finish_with(&set.rests.off("Lift out, drain"), &look, "Serve"));
    steps
}
