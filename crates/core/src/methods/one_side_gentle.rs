//! One side only, gentle: for thin slices and rubs that would burn.
//!
//! common practice, no source: non-stick, low heat, rendered fat spooned over, about 3 min for
//! a thin slice; it rests in the switched-off pan.

use super::way::*;
use media::Rests;

settings! {
    pan: Arc<Pan> = media::pan("non_stick"),
    pan_c: f64 = media::pan_c(125.0),
    hold_c: f64 = media::hold_c(110.0),
    hob: Arc<Hob> = media::HOB,
    fat: Arc<Fat> = media::fat("butter"),
    rests: Rests = media::rests("pan"),
}

method! {
    kind: "one_side_gentle",
    name: "One side, gentle",
    summary: "Low heat in a non-stick pan, never turned, its fat spooned over.",
    from_frozen: ThawFirst,
    nature: Nature {
        hands_off: 0.3,
        little_smell: 0.5,
        little_fat: 0.7,
    },
}

/// A thicker piece stays raw on top, mm.
const TOO_THICK_MM: f64 = 18.0;
/// Gentle contact through rendered fat, W/(m2 K). `HOUSOVA-1985` range.
const GENTLE_W_M2K: f64 = 300.0;

fn suits(piece: &Piece, _: &Kitchen) -> Suits {
    let thick = suiting::mm(piece) > TOO_THICK_MM || suiting::whole(piece);
    let mut reasons = Vec::new();
    if thick {
        reasons.push(Reason::bad(
            "top_stays_raw",
            "Too thick to cook through from one side.",
        ));
    } else {
        reasons.push(Reason::good(
            "never_turned",
            "Never turned, so it cannot tear.",
        ));
    }
    Suits::unless(thick, reasons)
}

/// In the fat of a pan that is switched off, W/(m2 K).
const IN_FAT_W_M2K: f64 = 100.0;

fn programme(piece: &Piece, set: &Settings, kitchen: &Kitchen) -> Result<Programme, InputError> {
    // Fat spooned over seals the top and warms it.
    let low = Face::touching(GENTLE_W_M2K, Medium::Reservoir);
    let air = media::over_pan(piece, &set.pan, set.hold_c);
    let stage = Stage::share(1.0, What::In, low, media::spooned_fat())
        .set(set.hold_c)
        .beside(air.beside());
    let rest = Stage::rest(
        media::rest_s(piece, media::REST_S),
        media::at_rest(piece, true),
    );
    let programme = Programme {
        reservoir: Some(media::plate(piece, &set.pan, set.pan_c, &set.hob)),
        ..Programme::new(piece, kitchen, Fire::Pan, vec![stage], rest)
    }
    .touching_browns(piece, media::BROWNS_IN_A_PAN)
    .heat(media::heat_pan(&set.pan, set.pan_c, &set.hob));
    let in_pan = media::in_pan_off(piece, &set.pan, IN_FAT_W_M2K, false);
    Ok(set.rests.of(programme, in_pan))
}

fn words(piece: &Piece, set: &Settings, story: &Story<'_>) -> Vec<Step> {
    let mut steps = vec![
        story
            .heat_up(
                Hot::Pan,
                format!(
                    "Warm the {} pan with a little {}",
                    set.pan.name, set.fat.name
                ),
            )
            .at_c(set.pan_c),
        Step::start(format!(
            "In, {}. Keep it low, spoon the fat over",
            handling::down(piece)
        ))
        .at_c(set.hold_c)
        .cues(&["A quiet sizzle, no smoke."]),
    ];
    steps.extend(story.finish(
        &set.rests.off("Off, onto a warm plate"),
        &handling::cues(
            piece,
            &[
                Cue::Said("The top has turned from see-through to cloudy."),
                Cue::Press,
            ],
        ),
    ));
    steps
}
