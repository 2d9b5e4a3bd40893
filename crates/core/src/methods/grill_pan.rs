//! Ridged grill pan.
//!
//! common practice, no source: 7 min untouched, turned once.

use super::way::*;

settings! {
    ridge_c: f64 = Spec::celsius("ridge_c", "Ridges", Purpose::MainHeat, (150.0, 300.0), 230.0)
        .was(&["grill_c"])
        .settled_from(media::GRATE_FROM_C),
    turn_share: f64 = media::turn_share(0.6),
    ridges: Arc<Ridged> = media::RIDGED,
}

method! {
    kind: "grill_pan",
    name: "Grill pan",
    summary: "Ridges, oil on the fish, turned once.",
    from_frozen: ThawFirst,
    browns: true,
    sears: true,
    nature: Nature {
        hands_off: 0.3,
        little_smell: 0.2,
        little_fat: 0.7,
    },
}

/// Thinner pieces stick and fall through, mm. common practice, no source.
const THINNEST_MM: f64 = 6.0;
/// Thicker ones char first; a whole fish for one lies on its bones and takes longer. common practice, no source.
const TOO_THICK_MM: f64 = 40.0;
const WHOLE_MM: f64 = 45.0;

fn suits(piece: &Piece, _: &Kitchen) -> Suits {
    let mm = suiting::mm(piece);
    let why = Reason::good("marks", "Marks and a grilled taste without a grill.");
    let fire = suiting::over_fire(piece, true, THINNEST_MM, why);
    let most_mm = if suiting::whole(piece) {
        WHOLE_MM
    } else {
        TOO_THICK_MM
    };
    Suits::unless(fire.too_thin || mm > most_mm, fire.reasons)
}

fn programme(piece: &Piece, set: &Settings, kitchen: &Kitchen) -> Result<Programme, InputError> {
    let below = media::on_ridges(&set.ridges, set.ridge_c);
    let air = media::over_hot(set.ridge_c);
    let (raw, marked) = (air.on(0.6), air.on(0.3));
    let faces = [(below, raw), (marked, below)];
    let stages = media::turned(piece, faces, set.turn_share, air.beside());
    let rest = Stage::rest(
        media::rest_s(piece, media::REST_S),
        media::at_rest(piece, false),
    );
    Ok(Programme::new(piece, kitchen, Fire::Pan, stages, rest)
        .touching_browns(piece, media::BROWNS_ON_RIDGES)
        .heat(media::heat_ridges(&set.ridges, set.ridge_c)))
}

fn words(piece: &Piece, set: &Settings, story: &Story<'_>) -> Vec<Step> {
    let mut steps = vec![
        story
            .heat_up(Hot::Pan, "Heat the pan dry; oil the fish, not the pan")
            .at_c(set.ridge_c),
        Step::start("On, across the ridges. Do not touch it"),
    ];
    steps.extend(story.turns(handling::turn(piece, "Turn, once"), &[Cue::LetsGo]));
    let look = handling::cues(piece, &[Cue::Tester, Cue::Press]);
    steps.extend(story.finish("Off", &look));
    steps
}
