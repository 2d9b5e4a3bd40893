//! Rare sear: tuna-like fish.
//!
//! common practice, no source: as hot as the pan goes, seconds a side.

use super::way::*;

settings! {
    pan: Arc<Pan> = media::pan("clad"),
    pan_c: f64 = media::pan_c(250.0),
    hold_c: f64 = media::hold_c(240.0),
    turn_share: f64 = media::turn_share(0.5),
    hob: Arc<Hob> = media::HOB,
    fat: Arc<Fat> = media::fat("avocado_refined"),
}

method! {
    kind: "rare_sear",
    name: "Rare sear",
    summary: "As hot as the pan goes, seconds a side.",
    nature: Nature {
        hands_off: 0.1,
        little_smell: 0.1,
        little_fat: 0.6,
    },
}

use super::StepKind;

fn suits(piece: &Piece, _: &Kitchen) -> Suits {
    let rare = suiting::firm(piece) && !suiting::whole(piece);
    let mut reasons = Vec::new();
    if rare {
        reasons.push(Reason::good(
            "crust_and_raw",
            "A brown rim round a cool middle.",
        ));
    } else {
        reasons.push(Reason::bad(
            "not_firm",
            "Only firm, meaty fish is good nearly raw.",
        ));
    }
    Suits::unless(!rare, reasons)
}

fn programme(piece: &Piece, set: &Settings, kitchen: &Kitchen) -> Result<Programme, InputError> {
    let pressed = media::pressed();
    let stages = vec![
        Stage::share(set.turn_share, Mark::In, pressed, media::over_open_pan(0.6)).set(set.hold_c),
        Stage::share(
            1.0 - set.turn_share,
            Mark::Turned,
            media::over_open_pan(0.3),
            pressed,
        )
        .set(set.hold_c),
    ];
    let rest = Stage::rest(media::REST_S, media::at_rest(false));
    Ok(Programme {
        reservoir: Some(media::plate(piece, &set.pan, set.pan_c, &set.hob)),
        ..Programme::new(piece, kitchen, Fire::Pan, stages, rest)
    })
}

fn words(_: &Piece, set: &Settings, story: &Story<'_>) -> Vec<Step> {
    let mut steps = vec![
        Step::prepare(
            300.0,
            format!(
                "Dry the fish, oil it with {} and season it. Heat the pan as hot as it goes",
                set.fat.name
            ),
        )
        .at_c(set.pan_c)
        .caution(
            "smoke",
            "A fat that does not smoke there; no non-stick pan.",
        ),
        Step::start("On. Press lightly"),
    ];
    steps.extend(story.turns("Turn", &["A brown rim has crept up the side."]));
    let raw = "Nearly raw inside: fish that was frozen for it, or is exempt.";
    let finish = story.finish("Off, slice across", &["The rim is a few millimetres deep."]);
    steps.extend(finish.into_iter().map(|step| {
        if step.kind == StepKind::Off {
            step.caution("parasites", raw)
        } else {
            step
        }
    }));
    steps
}
