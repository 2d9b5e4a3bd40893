//! Upright roast in a closed grill.
//!
//! common practice, no source: 175-190 C, about half an hour for a small whole fish, to 63 C
//! inside; water in the tray.

use super::way::*;

settings! {
    grill_air_c: f64 =
        Spec::celsius("grill_air_c", "Grill", Purpose::MainHeat, (140.0, 240.0), 183.0)
            .was(&["grill_c"]),
    grate: Arc<Grate> = media::GRATE,
    falls_k_min: f64 = media::FALLS,
    stand: Arc<Stand> = media::STAND,
}

method! {
    kind: "grill_upright",
    name: "Upright in a closed grill",
    summary: "A small whole fish standing in a closed grill, water in the tray.",
    keeps_scales: true,
    nature: Nature {
        hands_off: 0.95,
        little_smell: 1.0,
        little_fat: 0.9,
    },
}

use crate::fish::Cut;

fn suits(piece: &Piece, _: &Kitchen) -> Suits {
    let whole = suiting::whole(piece);
    let mut reasons = Vec::new();
    if whole {
        reasons.push(Reason::good(
            "slow_and_even",
            "Slow, even, and the smell stays outside.",
        ));
    } else {
        reasons.push(suiting::wrong_cut("For whole fish that can stand."));
    }
    let flat = matches!(piece.cut, Cut::WholeFlat | Cut::Headless);
    if flat {
        let falls = if piece.cut == Cut::Headless {
            "Without its head it does not stand."
        } else {
            "A flat fish does not stand."
        };
        reasons.push(Reason::bad("does_not_stand", falls));
    }
    Suits::unless(!whole || flat, reasons)
}

fn programme(piece: &Piece, set: &Settings, kitchen: &Kitchen) -> Result<Programme, InputError> {
    let air = media::closed_grill(set.grill_air_c);
    let stage = Stage::share(1.0, What::In, air, air);
    let rest = Stage::rest(
        media::rest_s(piece, media::REST_WHOLE_S),
        media::at_rest_covered(),
    );
    Ok(
        Programme::new(piece, kitchen, Fire::Grill, vec![stage], rest)
            .opened()
            .falling(set.falls_k_min)
            .heat(media::heat_closed_grill(&set.grate, set.grill_air_c)),
    )
}

fn words(_: &Piece, set: &Settings, story: &Story<'_>) -> Vec<Step> {
    let mut steps = vec![
        story
            .heat_up(
                Hot::Grill,
                format!(
                    "Grill closed and steady, water in the tray; stand the fish on {}",
                    set.stand.name
                ),
            )
            .at_c(set.grill_air_c)
            .caution("outdoors", handling::OUTDOORS)
            .caution("marinade", handling::MARINADE),
        Step::start("In, lid down, leave it shut"),
    ];
    steps.extend(story.finish_with(
        "Out, under foil",
        &[Cue::Spine, Cue::Tester],
        "Lift the flesh off the bones. Serve",
    ));
    steps
}
