//! Salt crust: a whole fish under 12 mm of damp salt.
//!
//! common practice, no source: hot oven, tray turned after 20 min, halfway; or a thin crust on hot iron, 177 C.

use super::way::*;

settings! {
    oven_c: f64 = media::oven_c((150.0, 260.0), 220.0),
    fan: bool = media::fan(false),
    coating_mm: f64 = media::coating_mm(25.0, 12.0),
    oven: Arc<Oven> = media::OVEN,
    oven_off_k: f64 = media::OVEN_OFF,
    door_s: f64 = media::DOOR,
    ware: Arc<Ware> = media::WARE,
}

method! {
    kind: "salt_crust",
    name: "Salt crust",
    summary: "A whole fish shut in damp salt, baked hot.",
    keeps_scales: true,
    from_frozen: ThawFirst,
    wet: true,
    contains: |_| vec![Allergen::Egg],
    nature: Nature {
        hands_off: 0.95,
        little_smell: 0.8,
        little_fat: 1.0,
    },
}

use crate::fish::Skin;

fn suits(piece: &Piece, _: &Kitchen) -> Suits {
    let whole = suiting::whole(piece);
    let mut reasons = Vec::new();
    if whole {
        reasons.push(Reason::good(
            "sealed",
            "Shut in, it steams in its own juice; little smell.",
        ));
    } else {
        reasons.push(suiting::wrong_cut(
            "For whole fish with skin and scales; bare flesh turns to salt.",
        ));
    }
    let skinned = whole && piece.skin == Skin::Off;
    if skinned {
        let salty = "Without its skin the flesh turns to salt.";
        reasons.push(Reason::bad("skinned", salty));
    } else if whole && !piece.scales {
        let leave = "Better with the scales left on: they keep the salt out.";
        reasons.push(Reason::bad("scaled", leave));
    }
    Suits::unless(!whole || skinned, reasons)
}

fn programme(piece: &Piece, set: &Settings, kitchen: &Kitchen) -> Result<Programme, InputError> {
    let oven = media::Oven::new(&set.oven, set.oven_c, set.oven_off_k, set.fan)
        .door(set.door_s)
        .ware(&set.ware);
    let salt = || vec![media::salt(set.coating_mm)];
    let mut stages = oven.stages(1.0, What::In, oven.under(), oven.air(1.0));
    // The tray is turned round halfway: nothing changes for the fish.
    if let Some(steady) = stages.pop() {
        stages.extend(steady.halved());
    }
    let rest = Stage::rest(
        media::rest_s(piece, media::REST_WHOLE_S),
        media::at_rest_covered(),
    );
    Ok(Programme {
        reservoir: oven.reservoir(),
        coats: [salt(), salt()],
        // Cracked and lifted out at once.
        plate: None,
        ..Programme::new(piece, kitchen, Fire::Oven, stages, rest)
    }
    .heat(media::heat_oven(&set.oven, set.oven_c)))
}

/// Mixing the salt and packing the fish into it, s of hands. common practice, no source.
const CRUST_S: f64 = 150.0;

fn words(_: &Piece, set: &Settings, story: &Story<'_>) -> Vec<Step> {
    let mix = "Mix coarse salt with egg white until it holds when squeezed; under, over and all \
               round the fish";
    let mut steps = vec![
        story
            .heat_up(Hot::Oven, "Heat the oven")
            .after(mix)
            .at_c(set.oven_c)
            .hands(CRUST_S),
        Step::start("Into the middle of the oven"),
    ];
    steps.extend(story.at(What::Halfway, "Turn the tray round"));
    let look = [Cue::Said(
        "A tester through the crust to the spine comes out warm at the lip.",
    )];
    let serve = "Crack the crust, brush the salt away, lift the skin off, and keep salt off the \
                 flesh. Serve";
    let finish = story.finish_with("Out. Leave the crust shut", &look, serve);
    steps.extend(finish.into_iter().map(|step| {
        let open = step.what() == What::Serve;
        step.caution_if(open, "steam_burns", handling::STEAM_BURNS)
    }));
    steps
}
