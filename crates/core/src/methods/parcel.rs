//! Parcel of paper or foil.
//!
//! common practice, no source: 200 C, 12-15 min for a portion.

use super::way::*;

settings! {
    oven_c: f64 = media::oven_c((150.0, 240.0), 200.0),
    fan: bool = media::fan(true),
    oven: Arc<Oven> = media::OVEN,
    oven_off_k: f64 = media::OVEN_OFF,
    door_s: f64 = media::DOOR,
    ware: Arc<Ware> = media::WARE,
    greens_g: f64 = media::GREENS_G,
}

method! {
    kind: "parcel",
    name: "Parcel",
    summary: "Shut in paper or foil with its own steam, in the oven.",
    wet: true,
    shut: true,
    nature: Nature {
        hands_off: 0.95,
        little_smell: 0.9,
        little_fat: 0.9,
    },
}

fn suits(piece: &Piece, _: &Kitchen) -> Suits {
    let mut reasons = vec![Reason::good(
        "no_smell",
        "Shut in with its juice: no smell, nothing to wash.",
    )];
    if suiting::crisp_skin(piece) {
        reasons.push(Reason::bad("skin_soft", "The skin stays soft."));
    }
    Suits::unless(suiting::whole(piece) && suiting::mm(piece) > 85.0, reasons)
}

/// Thin vegetables under the fish, mm. common practice, no source.
const GREENS_MM: f64 = 4.0;

fn programme(piece: &Piece, set: &Settings, kitchen: &Kitchen) -> Result<Programme, InputError> {
    let oven = media::Oven::new(&set.oven, set.oven_c, set.oven_off_k, set.fan)
        .door(set.door_s)
        .ware(&set.ware);
    let stages = oven.stages(1.0, What::In, oven.under(), oven.air(0.0));
    let under = match media::bed(piece, set.greens_g) {
        few if few.is_empty() => vec![media::greens(GREENS_MM)],
        bed => bed,
    };
    let rest = Stage::rest(
        media::rest_s(piece, media::REST_S),
        media::at_rest_covered(),
    );
    Ok(Programme {
        coats: [under, vec![media::parcel_gap()]],
        reservoir: oven.reservoir(),
        ..Programme::new(piece, kitchen, Fire::Oven, stages, rest)
    }
    .plated(media::at_rest(piece, false))
    .heat(media::heat_oven(&set.oven, set.oven_c)))
}

/// To fold one shut, s. common practice, no source.
const FOLDED_S: f64 = 30.0;

fn words(piece: &Piece, set: &Settings, story: &Story<'_>) -> Vec<Step> {
    let mut steps = vec![
        story
            .heat_up(Hot::Oven, "Heat the oven")
            .after(if set.greens_g > 0.0 {
                "Fish on its vegetables, no liquid: they give enough; fold the parcel shut"
            } else {
                "Fish on thin vegetables, a spoon of liquid; fold the parcel shut"
            })
            .hands(FOLDED_S * f64::from(piece.pieces))
            .at_c(set.oven_c),
        Step::start("Into the oven on a hot tray"),
    ];
    let look = [Cue::Said("The parcel is blown up."), Cue::Tester];
    let finish = story.finish_with("Out. Leave it shut", &look, "Open at the table");
    steps.extend(finish.into_iter().map(|step| {
        let open = step.what() == What::Serve;
        step.caution_if(open, "steam_burns", handling::STEAM_BURNS)
    }));
    steps
}
