//! Rare sear: tuna-like fish.
//!
//! common practice, no source: as hot as the pan goes, seconds a side.

use super::way::*;

settings! {
    pan: Arc<Pan> = media::pan("clad"),
    pan_c: f64 = media::pan_c(250.0),
    hold_c: f64 = media::hold_c(240.0).settled_from(media::RARE_FROM_C),
    turn_share: f64 = media::turn_share(0.5),
    hob: Arc<Hob> = media::HOB,
    fat: Arc<Fat> = media::fat("avocado_refined"),
}

method! {
    kind: "rare_sear",
    name: "Rare sear",
    summary: "As hot as the pan goes, seconds a side.",
    turned_by_line: true,
    from_frozen: ThawFirst,
    browns: true,
    sears: true,
    nature: Nature {
        hands_off: 0.1,
        little_smell: 0.1,
        little_fat: 0.6,
    },
}

use crate::fish::free_of_parasites;

/// The middle of what is still rare, C. common practice, no source.
const RARE_TO_C: f64 = 50.0;

fn suits(piece: &Piece, kitchen: &Kitchen) -> Suits {
    let species = piece.species.as_deref();
    let tuna = species.is_some_and(|fish| fish.eaten_rare()) && !piece.cut.is_whole();
    let answered = free_of_parasites(&piece.known(), kitchen.rules).unwrap_or(false);
    let mut reasons = Vec::new();
    if !tuna {
        let only = "Only tuna and fish like it are good nearly raw.";
        reasons.push(Reason::bad("not_rare", only));
    } else if !answered {
        let first = "Nearly raw it wants a freezing record against worms; say how it was frozen.";
        reasons.push(Reason::bad("not_frozen_for_it", first));
    } else {
        let rim = "A brown rim round a cool middle.";
        reasons.push(Reason::good("crust_and_raw", rim));
    }
    Suits::unless(!(tuna && answered), reasons)
}

fn programme(piece: &Piece, set: &Settings, kitchen: &Kitchen) -> Result<Programme, InputError> {
    let air = media::over_pan(piece, &set.pan, set.hold_c);
    let pressed = media::pressed(piece, air);
    let faces = [(pressed, air.on(0.6)), (air.on(0.3), pressed)];
    let stages = media::turned(piece, faces, set.turn_share, air.beside());
    let stages = stages
        .into_iter()
        .map(|stage| stage.set(set.hold_c))
        .collect();
    let rest = Stage::rest(media::REST_AT_ONCE_S, media::at_rest(piece, false));
    Ok(Programme {
        reservoir: Some(media::plate(piece, &set.pan, set.pan_c, &set.hob)),
        ..Programme::new(piece, kitchen, Fire::Pan, stages, rest)
    }
    .touching_browns(piece, media::BROWNS_IN_A_PAN)
    .heat(media::heat_pan(&set.pan, set.pan_c, &set.hob)))
}

fn words(piece: &Piece, set: &Settings, story: &Story<'_>) -> Vec<Step> {
    let mut steps = vec![
        story
            .heat_up(Hot::Pan, "Heat the pan as hot as it goes")
            .after(format!(
                "Dry the fish, oil it with {} and season it",
                set.fat.name
            ))
            .at_c(set.pan_c)
            .caution(
                "smoke",
                "A fat that does not smoke there; no non-stick pan.",
            ),
        Step::start("On, best side down. Press lightly"),
    ];
    // Cooked further than rare it is told like any other sear.
    let rare = story.core_peak_c < RARE_TO_C;
    let (turn, look): (_, &[Cue]) = if rare {
        let rim = "The cooked rim has crept a little way up the side from both faces.";
        (
            Cue::Said("A brown rim has crept up the side."),
            &[Cue::Said(rim)],
        )
    } else {
        (Cue::Line, &[Cue::Tester, Cue::Opaque])
    };
    steps.extend(story.turns(handling::turn(piece, "Turn"), &[turn]));
    let serve = "Slice across the grain and serve at once";
    steps.extend(story.finish_with("Off, onto a cold board", look, serve));
    steps
}
