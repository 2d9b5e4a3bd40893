//! Pan roast: seared, then into the oven in the same pan, not turned; or seared ahead, set aside on a rack, and into the oven on
//! a tray when its plate is near.
//!
//! common practice, no source: into a 175-190 C oven after the sear.

use super::way::*;

settings! {
    pan: Arc<Pan> = media::pan("clad"),
    pan_c: f64 = media::pan_c(215.0),
    sear_share: f64 = media::share_of("sear_share", "On the hob, 4 min at most", (0.1, 1.0), 0.35)
        .was(&["turn_share"]),
    oven_c: f64 = media::oven_c((140.0, 230.0), 185.0),
    fan: bool = media::fan(true),
    hob: Arc<Hob> = media::HOB,
    oven: Arc<Oven> = media::OVEN,
    oven_off_k: f64 = media::OVEN_OFF,
    door_s: f64 = media::DOOR,
    fat: Arc<Fat> = media::fat("sunflower_refined"),
    ahead_s: f64 = Spec::number(
        "ahead_s", "Set aside after the sear", Purpose::Turn, Unit::Second, (0.0, 1200.0), 60.0, 0.0,
    )
    .finer(),
}

method! {
    kind: "pan_roast",
    name: "Pan roast",
    summary: "One side seared on the hob, finished in the oven in the same pan.",
    finishes_in_oven: true,
    from_frozen: ThawFirst,
    browns: true,
    nature: Nature {
        hands_off: 0.6,
        little_smell: 0.3,
        little_fat: 0.6,
    },
}

/// The sear makes the crust, the oven does the rest: nobody sears longer, s. common practice, no source: 4 to 5 minutes for
/// a loin of 50 mm.
const SEARS_S: f64 = 240.0;

/// A pan in an oven stands halfway between the air and the fish that boils on it, and gives it this, W/(m2 K). Judgement: in all
/// twice what a tray gives, for the heat it brings along.
const PAN_IN_OVEN_W_M2K: f64 = 160.0;
const BOILS_C: f64 = 100.0;

/// While it sears the hob holds this, C.
const SEAR_C: f64 = 190.0;

/// A whole fish thicker than this is not turned over into a pan, mm. common practice, no source.
const MOST_WHOLE_MM: f64 = 50.0;

fn suits(piece: &Piece, _: &Kitchen) -> Suits {
    let thin = suiting::mm(piece) < 15.0;
    let mut reasons = Vec::new();
    if suiting::crisp_skin(piece) {
        reasons.push(Reason::good(
            "skin_crisps",
            "Crisp skin without turning; the oven does the top.",
        ));
    }
    if thin {
        reasons.push(Reason::bad(
            "done_before_oven",
            "So thin that it is done before it reaches the oven.",
        ));
    } else if suiting::mm(piece) >= 28.0 {
        reasons.push(Reason::good(
            "thick_even",
            "Thick pieces cook from above as well.",
        ));
    }
    let body = suiting::whole(piece) && suiting::mm(piece) > MOST_WHOLE_MM;
    if body {
        reasons.push(suiting::too_thick("too_thick_for_pan"));
    }
    Suits::unless(thin || body, reasons)
}

fn programme(piece: &Piece, set: &Settings, kitchen: &Kitchen) -> Result<Programme, InputError> {
    let oven = media::Oven::new(&set.oven, set.oven_c, set.oven_off_k, set.fan).door(set.door_s);
    // Basted on the way in: a film of fat.
    let top = oven.air(Film::Oil.wetness());
    let air = media::over_pan(piece, &set.pan, SEAR_C);
    let sear = Stage::share(
        set.sear_share,
        What::In,
        media::pressed(piece, air),
        air.on(0.6),
    )
    .beside(air.beside());
    let mut stages = vec![sear.set(SEAR_C).by(Fire::Pan).at_most(SEARS_S)];
    if set.ahead_s > 0.0 {
        // Open on a rack, in the room; then a tray, for the pan has gone cold or cooks something else.
        let (low, high) = media::on_rack();
        let aside = Stage::share(0.0, What::SetAside, low, high)
            .fixed(set.ahead_s)
            .same_side(Some(What::SetAside));
        // The pan is kept hot for whoever cooks in it next: what it does by now is no drop of this piece.
        stages.push(aside.set(SEAR_C));
    }
    // Nothing but the oven heats the pan from now on, and the fish hardly touches it any more.
    let pan_c = BOILS_C + 0.5 * (set.oven_c + set.oven_off_k - BOILS_C);
    let under = if set.ahead_s > 0.0 {
        oven.under()
    } else {
        Face::touching(PAN_IN_OVEN_W_M2K, Medium::Fire(pan_c))
    };
    stages.extend(oven.stages(1.0 - set.sear_share, What::IntoOven, under, top));
    let rest = Stage::rest(
        media::rest_s(piece, media::REST_S),
        media::at_rest(piece, true),
    );
    Ok(Programme {
        reservoir: Some(media::plate(piece, &set.pan, set.pan_c, &set.hob)),
        ..Programme::new(piece, kitchen, Fire::Oven, stages, rest)
    }
    .touching_browns(piece, media::BROWNS_IN_A_PAN)
    .heat(media::heat_oven(&set.oven, set.oven_c))
    .heat(media::heat_pan(&set.pan, set.pan_c, &set.hob)))
}

fn words(piece: &Piece, set: &Settings, story: &Story<'_>) -> Vec<Step> {
    let mut steps = vec![
        story.heat_up(Hot::Oven, "Heat the oven").at_c(set.oven_c),
        story
            .heat_up(Hot::Pan, format!("Heat the pan with the {}", set.fat.name))
            .after_cleaning(handling::dry(piece))
            .at_c(set.pan_c)
            .caution("hot_oil", media::HOT_OIL),
        Step::start(format!(
            "In, {}. Press flat until it stays flat",
            handling::down(piece)
        )),
    ];
    let aside = "Out of the pan onto a rack, as it lies; it is raw inside";
    let seared_ahead = story.at(What::SetAside, aside).map(|step| {
        step.caution(
            "cooked_in_two_goes",
            "Twenty minutes at the most in the warm, and not for guests at risk: until the oven has done its part it is raw fish.",
        )
    });
    let ahead = set.ahead_s > 0.0;
    steps.extend(seared_ahead);
    let into_oven = if ahead {
        "Into the oven on a tray, as it lies"
    } else {
        "Into the oven, pan and all, as it lies"
    };
    steps.extend(story.at(What::IntoOven, into_oven).map(|step| {
        let handle = "The handle is hot from now on: hang a cloth over it.";
        step.at_c(set.oven_c)
            .caution_if(!ahead, "hot_handle", handle)
    }));
    steps.extend(story.finish(
        &format!("Out, {}, onto a warm plate", handling::up(piece)),
        &handling::cues(piece, &[Cue::Tester, Cue::Opaque, Cue::Beads]),
    ));
    steps
}
