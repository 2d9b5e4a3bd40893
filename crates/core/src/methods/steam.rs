//! Steam, lifted off the plate or lying on it.
//!
//! common practice, no source: whole fish about 11 min; 8 to 10 minutes an inch for fillets.

use super::way::*;

settings! {
    rack: bool = Spec::flag("rack", "Lifted off the plate", Purpose::Depth, true),
    air_share: f64 = Spec::number(
        "air_share",
        "Air left in",
        Purpose::Fire,
        Unit::Share,
        (0.0, 0.5),
        0.01,
        0.05,
    )
    .finer(),
    steamer: Arc<Steamer> = media::STEAMER,
}

method! {
    kind: "steam",
    name: "Steam",
    summary: "Lifted off the plate so that steam gets under.",
    wet: true,
    nature: Nature {
        hands_off: 0.85,
        little_smell: 0.85,
        little_fat: 1.0,
    },
}

use crate::matter::water;

/// How air stands in the way of steam: a twentieth by mass halves what condenses (published trend:
/// 5 to 10 % cuts it two to four times).
const AIR_BLOCKS: f64 = 20.0;
/// Molar masses, g/mol.
const WATER_G_MOL: f64 = 18.015;
const AIR_G_MOL: f64 = 28.965;
/// Through a china plate, W/(m2 K).
const PLATE_W_M2K: f64 = 120.0;

fn suits(piece: &Piece, _: &Kitchen) -> Suits {
    let mut reasons = vec![Reason::good(
        "nothing_added",
        "Nothing but steam: clean taste, no fat, little smell.",
    )];
    if suiting::crisp_skin(piece) {
        reasons.push(Reason::bad("skin_soft", "The skin stays soft."));
    }
    Suits::unless(false, reasons)
}

fn programme(piece: &Piece, set: &Settings, kitchen: &Kitchen) -> Result<Programme, InputError> {
    let air = set.air_share;
    // Steam condenses where its own share of the pressure boils.
    let (steam_mol, air_mol) = ((1.0 - air) / WATER_G_MOL, air / AIR_G_MOL);
    let own_pa = kitchen.pressure_pa() * steam_mol / (steam_mol + air_mol);
    let steam_c = water::boiling_point_c(own_pa);
    let h_w_m2k = set.steamer.pure_w_m2k.at() / (1.0 + AIR_BLOCKS * air);
    let steam = Face::touching(h_w_m2k, Medium::Held(steam_c));
    let below = if set.rack {
        steam
    } else {
        Face::touching(PLATE_W_M2K, Medium::Held(steam_c))
    };
    let stage = Stage::share(1.0, What::In, below, steam);
    let rest = Stage::rest(
        media::rest_s(piece, media::REST_WET_S),
        media::at_rest(piece, false),
    );
    Ok(
        Programme::new(piece, kitchen, Fire::Steam, vec![stage], rest)
            .heat(media::heat_steamer(&set.steamer, kitchen.boil_c())),
    )
}

fn words(piece: &Piece, set: &Settings, story: &Story<'_>) -> Vec<Step> {
    let boil = if set.rack {
        "Water boiling hard; chopsticks or a rack under the fish"
    } else {
        "Water boiling hard; the fish on its plate"
    };
    let mut steps = vec![
        story
            .heat_up(Hot::Liquid, boil)
            .caution("steam_burns", handling::STEAM_BURNS),
        Step::start("In, lid on, leave it shut"),
    ];
    let look = handling::cues(piece, &[Cue::Tester, Cue::Opaque]);
    let out = "Out. Hot oil over it now, if wanted";
    let finish = story.finish_with(out, &look, "Serve");
    steps.extend(finish.into_iter().map(|step| {
        let oil = "Hot oil on wet fish spits: pour the water off the plate first, and stand back.";
        let off = step.what() == What::Off;
        step.caution_if(off, "hot_oil", oil)
    }));
    steps
}
