//! Whole roast, upright on a bed of stalks or lying on its tray, scales on.
//!
//! common practice, no source: 200 C, about 14 min, out while it still just holds to the
//! spine, then 4-5 min rest.

use super::way::*;
use crate::fish::Cut;

settings! {
    oven_c: f64 = media::oven_c((150.0, 250.0), 200.0),
    fan: bool = media::fan(true),
    covered: bool = media::COVERED,
    lying: bool = Spec::flag("lying", "Lies on its side", Purpose::Turn, false).finer(),
    oven: Arc<Oven> = media::OVEN,
    oven_off_k: f64 = media::OVEN_OFF,
    door_s: f64 = media::DOOR,
}

method! {
    kind: "whole_roast",
    name: "Whole roast",
    summary: "Scales on, upright on a bed of stalks, a hot oven.",
    keeps_scales: true,
    nature: Nature {
        hands_off: 0.95,
        little_smell: 0.5,
        little_fat: 0.9,
    },
}

/// Scales and skin let little water through.
const SCALES_WETNESS: f64 = 0.3;

fn suits(piece: &Piece, _: &Kitchen) -> Suits {
    let whole = suiting::whole(piece);
    let mut reasons = Vec::new();
    if whole {
        reasons.push(Reason::good(
            "own_wrapping",
            "Skin, scales and bones keep its juice.",
        ));
    } else {
        reasons.push(suiting::wrong_cut("For whole fish only."));
    }
    Suits::unless(!whole, reasons)
}

fn programme(piece: &Piece, set: &Settings, kitchen: &Kitchen) -> Result<Programme, InputError> {
    let oven = media::Oven::new(&set.oven, set.oven_c, set.oven_off_k, set.fan)
        .door(set.door_s)
        .covered(set.covered);
    let air = oven.air(SCALES_WETNESS);
    let under = if set.lying || piece.cut == Cut::WholeFlat {
        oven.under()
    } else {
        air
    };
    let stages = oven.stages(1.0, What::In, under, air);
    let rest = Stage::rest(
        media::rest_s(piece, media::REST_WHOLE_S),
        media::at_rest_covered(),
    );
    Ok(Programme::new(piece, kitchen, Fire::Oven, stages, rest)
        .opened()
        .heat(media::heat_oven(&set.oven, set.oven_c)))
}

fn words(piece: &Piece, set: &Settings, story: &Story<'_>) -> Vec<Step> {
    let flat = piece.cut == Cut::WholeFlat || set.lying;
    let clean = if piece.stuffed() {
        "Clip the fins, take out the gills, fill it loosely"
    } else {
        "Clip the fins, take out the gills"
    };
    let into = if piece.cut == Cut::WholeFlat {
        "Into the middle of the oven, dark side up"
    } else if set.lying {
        "Into the middle of the oven, on its side on an oiled tray"
    } else {
        "Into the middle of the oven, back up"
    };
    let mut steps = vec![
        if flat {
            story.heat_up(Hot::Oven, "Heat the oven")
        } else {
            story
                .heat_up(Hot::Oven, "Heat the oven")
                .after("Stand it on stalks")
        }
        .after_cleaning(clean)
        .at_c(set.oven_c),
        Step::start(into),
    ];
    let serve = if piece.scales {
        "Lift skin and scales off in one, then the flesh off the bones. Serve"
    } else {
        "Lift the flesh off the bones. Serve"
    };
    let look = [Cue::Spine, Cue::Tester];
    let finish = story.finish_with("Out, under foil", &look, serve);
    steps.extend(finish.into_iter().map(|step| {
        let foil = step.what() == What::Serve || (set.covered && step.what() == What::Off);
        step.caution_if(foil, "steam_burns", handling::STEAM_BURNS)
    }));
    steps
}
