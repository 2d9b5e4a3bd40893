//! Direct grill.
//!
//! common practice, no source: grate 204-232 C, a thin film of oil, lid or bowl over, not
//! moved until it lets go.

use super::way::*;

settings! {
    grill_c: f64 = Spec::celsius("grill_c", "Grate", Purpose::MainHeat, (150.0, 320.0), 220.0)
        .settled_from(media::GRATE_FROM_C),
    lid: bool = media::lid(true),
    flesh_first: bool =
        Spec::flag("flesh_first", "Flesh side down first", Purpose::Turn, false).finer(),
    turn_share: f64 = media::turn_share(0.6),
    grate: Arc<Grate> = media::GRATE,
    falls_k_min: f64 = media::FALLS,
}

method! {
    kind: "grill_direct",
    name: "Grill",
    summary: "Hot, scrubbed, oiled grate; the lid cooks the top.",
    from_frozen: ThawFirst,
    browns: true,
    sears: true,
    nature: Nature {
        hands_off: 0.3,
        little_smell: 1.0,
        little_fat: 0.7,
    },
}

/// Thinner pieces stick and fall through, mm. common practice, no source.
const THINNEST_MM: f64 = 8.0;
/// Air under the lid by the temperature of the grate, C by C. common practice, no source.
const LID_AIR_SHARE: f64 = 0.8;

fn suits(piece: &Piece, _: &Kitchen) -> Suits {
    let mm = suiting::mm(piece);
    let why = Reason::good("outdoors", "Smoke and smell stay outside.");
    let fire = suiting::over_fire(piece, true, THINNEST_MM, why);
    Suits::unless(
        fire.too_thin || (fire.tears && mm < 15.0) || (suiting::whole(piece) && mm > 50.0),
        fire.reasons,
    )
}

fn programme(piece: &Piece, set: &Settings, kitchen: &Kitchen) -> Result<Programme, InputError> {
    let over = if set.lid {
        Face::in_gas(media::under_grill_lid(LID_AIR_SHARE * set.grill_c))
    } else {
        media::over_hot(set.grill_c).on(0.3)
    };
    let below = media::on_grate(&set.grate, set.grill_c);
    let (first, second) = if set.flesh_first {
        ((over, below), (below, over))
    } else {
        ((below, over), (over, below))
    };
    // Under the lid the sides are in its air.
    let beside = if set.lid {
        over
    } else {
        media::over_hot(set.grill_c).beside()
    };
    let stages = media::turned(piece, [first, second], set.turn_share, beside);
    let rest = Stage::rest(
        media::rest_s(piece, media::REST_S),
        media::at_rest(piece, true),
    );
    Ok(Programme::new(piece, kitchen, Fire::Grill, stages, rest)
        .touching_browns(piece, media::BROWNS_ON_A_GRATE)
        .falling(set.falls_k_min)
        .heat(media::heat_grate(&set.grate, set.grill_c)))
}

fn words(piece: &Piece, set: &Settings, story: &Story<'_>) -> Vec<Step> {
    let lid = if set.lid { "Lid on" } else { "Leave it open" };
    let start = format!(
        "On, {}, small weights where it curls. {lid}",
        if set.flesh_first {
            handling::other_down(piece)
        } else {
            handling::down(piece)
        }
    );
    let mut steps = vec![
        story
            .heat_up(
                Hot::Grill,
                "Grate hot, scrubbed, oiled; a thin film of oil on the dry fish",
            )
            .at_c(set.grill_c)
            .caution("outdoors", handling::OUTDOORS)
            .caution(
                "flare",
                "Shake off sweet marinades: sugar burns. Fat flares up.",
            )
            .caution("marinade", handling::MARINADE),
        Step::start(start),
    ];
    steps.extend(story.turns(handling::turn(piece, "Turn"), &[Cue::LetsGo]));
    steps.extend(story.finish(
        "Off the grate, onto a clean plate",
        &handling::cues(piece, &[Cue::Tester, Cue::Press]),
    ));
    steps
}
