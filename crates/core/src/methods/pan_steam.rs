//! Covered-pan steam on a bed of vegetables.
//!
//! common practice, no source: about 10 min with the lid on, vegetables on top, up to 10 more.

use super::way::*;

settings! {
    lid: bool = media::lid(true),
    greens_g: f64 = media::GREENS_G,
    pot: Arc<Pot> = media::pot("wide"),
    hob: Arc<Hob> = media::POT_HOB,
    simmers: Simmers = Spec::word::<Simmers>("simmers", "Under the lid it simmers", Purpose::Fire, "lively"),
}

method! {
    kind: "pan_steam",
    name: "Covered-pan steam",
    summary: "On a bed of vegetables with a little liquid, lid on.",
    wet: true,
    nature: Nature {
        hands_off: 0.8,
        little_smell: 0.8,
        little_fat: 0.9,
    },
}

words! {
    /// How the liquid under the vegetables boils.
    pub enum Simmers {
        Lively = "lively" "lively",
        Gentle = "gentle" "gently",
    }
}

impl Simmers {
    /// How far the vapour under the lid is below boiling, K: 94 and 82 C. An independent model has 12 and 18 minutes by
    /// these for what cooks give 10 to 20.
    fn below_boiling_k(self) -> f64 {
        match self {
            Self::Lively => 6.0,
            Self::Gentle => 18.0,
        }
    }
}

/// Vegetables between pan and fish pass this much, W/(m2 K).
const BED_W_M2K: f64 = 120.0;

fn suits(piece: &Piece, _: &Kitchen) -> Suits {
    let mut reasons = vec![Reason::good(
        "one_pan",
        "Fish and vegetables in one pan, hardly any smell.",
    )];
    if suiting::crisp_skin(piece) {
        reasons.push(Reason::bad("skin_soft", "The skin stays soft."));
    }
    Suits::unless(suiting::whole(piece) && suiting::mm(piece) > 60.0, reasons)
}

fn programme(piece: &Piece, set: &Settings, kitchen: &Kitchen) -> Result<Programme, InputError> {
    let vapour_c = kitchen.boil_c() - set.simmers.below_boiling_k();
    let bed = Face::touching(BED_W_M2K, Medium::Fire(vapour_c));
    let top = if set.lid {
        media::vapour_of_fire(vapour_c)
    } else {
        media::over_open_pot(vapour_c)
    };
    // Raw ones are a cold layer, and hold the vapour back until they are hot.
    let raw = media::bed(piece, set.greens_g);
    let below = if raw.is_empty() {
        bed
    } else {
        Face::touching(media::LIQUID_W_M2K, Medium::Fire(vapour_c))
    };
    let steady = Stage::share(1.0, What::In, below, top);
    let mut stages = vec![steady];
    if set.lid && !raw.is_empty() {
        let mean_c = f64::midpoint(crate::heat::ROOM_C, vapour_c);
        let s = media::steams_after_s(piece, set.greens_g, vapour_c, &set.hob);
        let warms = Stage::share(1.0, What::In, below, media::vapour_of_fire(mean_c));
        stages = vec![warms.within(s), steady.same_side(None)];
    }
    let rest = Stage::rest(
        media::rest_s(piece, media::REST_WET_S),
        media::at_rest(piece, false),
    );
    Ok(Programme {
        coats: [raw, vec![]],
        ..Programme::new(piece, kitchen, Fire::Steam, stages, rest)
    }
    .heat(media::heat_bed(kitchen.boil_c())))
}

fn words(piece: &Piece, set: &Settings, story: &Story<'_>) -> Vec<Step> {
    let pot = &set.pot.name;
    let soften = if set.greens_g > 0.0 {
        format!(
            "Raw vegetables into the {pot} with hardly any liquid: they give their own. Bring to the boil"
        )
    } else {
        format!("Soften the vegetables in the {pot} with a little liquid, bring to the boil")
    };
    let start = if set.lid {
        Step::start("Fish on the bed, lid on, fire medium")
            .caution("steam_burns", handling::STEAM_BURNS)
    } else {
        Step::start("Fish on the bed, no lid, fire medium")
    };
    let mut steps = vec![story.heat_up(Hot::Pan, soften), start];
    let look = handling::cues(piece, &[Cue::Opaque, Cue::Tester]);
    steps.extend(story.finish_with("Off", &look, "Serve, on its vegetables"));
    steps
}
