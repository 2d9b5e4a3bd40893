//! Broil: under a glowing element.
//!
//! common practice, no source: a hand under the element, thin fillets 5-6 min, thicker ones
//! about 10 minutes an inch.

use super::way::*;
use crate::fish::Cut;

settings! {
    oven_c: f64 = media::oven_c((180.0, 300.0), 250.0),
    skin_up: bool = Spec::flag("skin_up", "Skin up", Purpose::Turn, false).finer(),
    broiler: Arc<Broiler> = media::BROILER,
    brushed: bool = Spec::flag("brushed", "Brush it again half way", Purpose::Lid, false),
}

method! {
    kind: "broil",
    name: "Broil",
    summary: "Close under a glowing element, not turned.",
    from_frozen: ThawFirst,
    browns: true,
    nature: Nature {
        hands_off: 0.7,
        little_smell: 0.3,
        little_fat: 0.7,
    },
}

fn suits(piece: &Piece, _: &Kitchen) -> Suits {
    // Fat runs and keeps it moist: rich fish may be thicker.
    let most_mm = if suiting::fatty(piece) { 45.0 } else { 38.0 };
    let thick = suiting::mm(piece) > most_mm;
    let mut reasons = Vec::new();
    if !turned(piece) {
        let never = "Browned from above and never turned.";
        reasons.push(Reason::good("not_turned", never));
    }
    if thick {
        reasons.push(suiting::too_thick("too_thick_for_broiler"));
    }
    Suits::unless(thick, reasons)
}

/// A whole round fish has two skins to blister; anything else lies still.
fn turned(piece: &Piece) -> bool {
    matches!(piece.cut, Cut::WholeRound | Cut::Headless)
}

fn programme(piece: &Piece, set: &Settings, kitchen: &Kitchen) -> Result<Programme, InputError> {
    let tray = media::broiler_tray(&set.broiler, set.oven_c);
    let element = media::under_element(&set.broiler, set.oven_c);
    let stages = if turned(piece) {
        vec![
            Stage::share(0.5, What::In, tray, element),
            Stage::share(0.5, What::Turn, element, tray),
        ]
    } else {
        let (low, high) = if set.skin_up {
            (element, tray)
        } else {
            (tray, element)
        };
        let under = Stage::share(1.0, What::In, low, high);
        // The film of fat that it was oiled with runs off: brushed again it is what is reckoned with.
        if set.brushed {
            under.halved().to_vec()
        } else {
            vec![under]
        }
    };
    let rest = Stage::rest(
        media::rest_s(piece, media::REST_S),
        media::at_rest(piece, set.skin_up),
    );
    Ok(Programme::new(piece, kitchen, Fire::Oven, stages, rest)
        .heat(media::heat_broiler(&set.broiler, set.oven_c)))
}

fn words(piece: &Piece, set: &Settings, story: &Story<'_>) -> Vec<Step> {
    let mut steps = vec![
        story
            .heat_up(Hot::Oven, "Oil the fish; element on, rack a hand below it")
            .at_c(set.oven_c),
        Step::start(format!(
            "Under the element, {}, door ajar",
            if set.skin_up {
                handling::other_down(piece)
            } else {
                handling::down(piece)
            }
        ))
        .caution(
            "watch_it",
            "Stay by it: seconds lie between brown and burnt.",
        ),
    ];
    steps.extend(story.at(
        What::Halfway,
        "Brush it with its oil or marinade again; what is left of a raw marinade is boiled first",
    ));
    let over = if set.brushed {
        "Turn it over, brush it again"
    } else {
        "Turn it over"
    };
    steps.extend(story.turns(
        over,
        &[Cue::Said("The skin has blistered and browned in spots.")],
    ));
    let look = handling::cues(piece, &[Cue::Tester, Cue::Opaque]);
    steps.extend(story.finish("Out", &look));
    steps
}
