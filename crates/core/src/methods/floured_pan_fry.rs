//! Floured pan fry.
//!
//! common practice, no source: oil and butter, 2-4 min a side, small fire after turning.

use super::way::*;
use media::Rests;

settings! {
    pan: Arc<Pan> = media::pan("clad"),
    pan_c: f64 = media::pan_c(190.0),
    hold_c: f64 = media::hold_c(170.0).settled_from(media::SEARS_FROM_C),
    turn_share: f64 = media::turn_share(0.5),
    coating_mm: f64 = media::coating_mm(1.5, 0.4),
    lid_last_s: f64 = media::LID_LAST,
    basted: bool = media::basted(false),
    rests: Rests = media::rests("plate"),
    hob: Arc<Hob> = media::HOB,
    fat: Arc<Fat> = media::fat("ghee"),
}

method! {
    kind: "floured_pan_fry",
    name: "Floured pan fry",
    summary: "Milk, flour, oil and butter; a small fire after the turn.",
    accepts: &[("coating", "flour")],
    turned_by_line: true,
    from_frozen: ThawFirst,
    browns: true,
    contains: |_| vec![Allergen::Milk, Allergen::Wheat],
    nature: Nature {
        hands_off: 0.15,
        little_smell: 0.3,
        little_fat: 0.3,
    },
}

const TOO_THICK_MM: f64 = 40.0;

/// A whole trout of a pound is fried on the bone, mm. common practice, no source.
const WHOLE_MM: f64 = 40.0;

fn suits(piece: &Piece, _: &Kitchen) -> Suits {
    let thick = suiting::mm(piece) > TOO_THICK_MM
        || (suiting::whole(piece) && suiting::mm(piece) > WHOLE_MM);
    let mut reasons = vec![Reason::good(
        "flour_shields",
        "Flour keeps the flesh from sticking and browns for it.",
    )];
    if thick {
        reasons.push(suiting::too_thick("too_thick_for_pan"));
    }
    Suits::unless(thick, reasons)
}

fn programme(piece: &Piece, set: &Settings, kitchen: &Kitchen) -> Result<Programme, InputError> {
    let air = media::over_pan(piece, &set.pan, set.hold_c);
    let stages = media::both_sides(
        piece,
        air,
        set.hold_c,
        set.turn_share,
        set.lid_last_s,
        set.basted,
    );
    let flour = || vec![media::milk_and_flour(set.coating_mm)];
    let rest = Stage::rest(
        media::rest_s(piece, media::REST_S),
        media::at_rest(piece, false),
    );
    let programme = Programme {
        reservoir: Some(media::plate(piece, &set.pan, set.pan_c, &set.hob)),
        coats: [flour(), flour()],
        ..Programme::new(piece, kitchen, Fire::Pan, stages, rest)
    }
    .heat(media::heat_pan(&set.pan, set.pan_c, &set.hob));
    let in_pan = media::in_pan_off(piece, &set.pan, media::CONTACT_UNPRESSED_W_M2K, true);
    Ok(set.rests.of(programme, in_pan))
}

fn words(piece: &Piece, set: &Settings, story: &Story<'_>) -> Vec<Step> {
    let mut steps = vec![
        story
            .heat_up(
                Hot::Pan,
                format!(
                    "Heat the {}{}",
                    set.fat.name,
                    if set.fat.name.contains("butter") {
                        ""
                    } else {
                        " with a little butter"
                    }
                ),
            )
            .after("Through milk, then flour, shake off")
            .at_c(set.pan_c)
            .hands(acts::coating_s(piece))
            .cues(&["The butter has stopped foaming and is not yet brown."]),
        Step::start(if set.basted {
            "In, best side down. Fire down, spoon the fat over it again and again"
        } else {
            "In, best side down. Fire down"
        })
        .at_c(set.hold_c)
        .cues(&["It sizzles at once and keeps on."]),
    ];
    steps.extend(story.turns(handling::turn(piece, "Turn"), &[Cue::Below, Cue::Line]));
    let lid = story.at(What::LidOn, media::LID_ON);
    steps.extend(lid.map(|step| step.caution("steam_burns", handling::STEAM_BURNS)));
    steps.extend(story.finish(
        &set.rests.off("Off, onto a rack or warm plate"),
        &handling::cues(piece, &[Cue::Tester, Cue::Press]),
    ));
    steps
}
