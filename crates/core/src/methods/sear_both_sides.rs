//! Sear, both sides alike: for skinned pieces and steaks.
//!
//! common practice, no source: 2-3 min, turn when it lets go and the cooked line is halfway
//! up, 2-3 min more; fire down and lid on for a minute if the middle is raw.

use super::way::*;
use media::Rests;

settings! {
    pan: Arc<Pan> = media::pan("clad"),
    pan_c: f64 = media::pan_c(210.0),
    hold_c: f64 = media::hold_c(190.0).settled_from(media::SEARS_FROM_C),
    turn_share: f64 = media::turn_share(0.5),
    lid_last_s: f64 = media::LID_LAST,
    basted: bool = media::basted(false),
    rests: Rests = media::rests("plate"),
    hob: Arc<Hob> = media::HOB,
    fat: Arc<Fat> = media::fat("sunflower_refined"),
}

method! {
    kind: "sear_both_sides",
    name: "Sear, both sides",
    summary: "Medium-high pan, turned when it lets go.",
    turned_by_line: true,
    from_frozen: ThawFirst,
    browns: true,
    sears: true,
    nature: Nature {
        hands_off: 0.15,
        little_smell: 0.2,
        little_fat: 0.5,
    },
}

/// A thicker piece burns outside first, mm.
const TOO_THICK_MM: f64 = 40.0;

fn suits(piece: &Piece, _: &Kitchen) -> Suits {
    let thick = suiting::mm(piece) > TOO_THICK_MM || suiting::whole(piece);
    let mut reasons = Vec::new();
    if thick {
        reasons.push(suiting::too_thick("too_thick_for_pan"));
    }
    if suiting::delicate(piece) {
        reasons.push(suiting::breaks());
    }
    if suiting::firm(piece) {
        reasons.push(Reason::good(
            "firm_holds",
            "Firm flesh turns in one piece and browns on both sides.",
        ));
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
    let rest = Stage::rest(
        media::rest_s(piece, media::REST_S),
        media::at_rest(piece, false),
    );
    let programme = Programme {
        reservoir: Some(media::plate(piece, &set.pan, set.pan_c, &set.hob)),
        ..Programme::new(piece, kitchen, Fire::Pan, stages, rest)
    }
    .touching_browns(piece, media::BROWNS_IN_A_PAN)
    .heat(media::heat_pan(&set.pan, set.pan_c, &set.hob));
    let in_pan = media::in_pan_off(piece, &set.pan, media::CONTACT_UNPRESSED_W_M2K, true);
    Ok(set.rests.of(programme, in_pan))
}

fn words(piece: &Piece, set: &Settings, story: &Story<'_>) -> Vec<Step> {
    let heat = format!("Heat the pan with the {}", set.fat.name);
    let mut steps = vec![
        story
            .heat_up(Hot::Pan, heat)
            .after_cleaning(handling::dry(piece))
            .at_c(set.pan_c)
            .cues(&["The oil runs thin and shimmers."])
            .caution("hot_oil", media::HOT_OIL),
        Step::start("In, best side down. Fire down a little, and leave it alone")
            .at_c(set.hold_c)
            .cues(&["It sizzles at once and keeps on."]),
    ];
    steps.extend(story.turns(handling::turn(piece, "Turn"), &[Cue::LetsGo, Cue::Line]));
    let lid = story.at(What::LidOn, media::LID_ON);
    steps.extend(lid.map(|step| step.caution("steam_burns", handling::STEAM_BURNS)));
    steps.extend(story.finish(
        &set.rests.off("Off, onto a warm plate"),
        &handling::cues(piece, &[Cue::Tester, Cue::Press, Cue::Beads]),
    ));
    steps
}
