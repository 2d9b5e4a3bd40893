//! Settings that several methods take, with ranges and defaults.

use super::*;
use crate::methods::settings::words;

/// The pan a cook takes.
pub const fn pan(default: &'static str) -> Spec {
    Spec::kit::<Pan>("pan", "Pan", default)
}

/// The hob under it.
pub const HOB: Spec = Spec::kit::<Hob>("hob", "Hob", "home_gas");

/// The hob under a pot: the liquid holds its heat, so most leave it.
pub const POT_HOB: Spec = HOB.finer();

/// The pot or pan for liquid.
pub const fn pot(default: &'static str) -> Spec {
    Spec::kit::<Pot>("pot", "Pot", default).finer()
}

/// The oven.
pub const OVEN: Spec = Spec::kit::<crate::kit::Oven>("oven", "Oven kind", "home").finer();

/// The bed under a grate.
pub const GRATE: Spec = Spec::kit::<Grate>("grate", "Fire", "charcoal").finer();

/// How fast the fire falls: coals that nobody feeds.
pub const FALLS: Spec = Spec::number(
    "falls_k_min",
    "Fire falls, each minute",
    Purpose::Fire,
    Unit::Kelvin,
    (0.0, 10.0),
    0.5,
    0.0,
)
.finer();

/// The ridged pan.
pub const RIDGED: Spec = Spec::kit::<Ridged>("ridges", "Grill pan", "ridged").finer();

/// The broiler.
pub const BROILER: Spec = Spec::kit::<Broiler>("broiler", "Broiler", "element").finer();

/// The steamer.
pub const STEAMER: Spec = Spec::kit::<Steamer>("steamer", "Steamer", "basket").finer();

/// The fryer.
pub const FRYER: Spec = Spec::kit::<Fryer>("fryer", "Fryer", "home").finer();

/// What holds the fish over the fire.
pub const BASKET: Spec = Spec::kit::<Basket>("basket", "Basket", "hinged").finer();

/// What a whole fish stands on.
pub const STAND: Spec = Spec::kit::<Stand>("stand", "Stands on", "belly").finer();

/// What a fillet is pressed flat with.
pub const PRESS: Spec = Spec::kit::<Press>("press", "Pressed with", "hand").finer();

/// What the fish lies on in the oven.
pub const WARE: Spec = Spec::kit::<Ware>("ware", "Lies on", "tray").finer();

/// The fat in the pan or the fryer.
pub const fn fat(default: &'static str) -> Spec {
    Spec::kit::<Fat>("fat", "Fat", default)
        .used_for(Purpose::Fat)
        .finer()
}

/// Share of the time on the first side.
pub const fn turn_share(default: f64) -> Spec {
    share_of("turn_share", "First side", (0.3, 1.0), default)
}

/// Share of the time before the piece goes over.
pub const fn share_of(
    key: &'static str,
    name: &'static str,
    range: (f64, f64),
    default: f64,
) -> Spec {
    Spec::number(key, name, Purpose::Turn, Unit::Share, range, 0.01, default)
}

/// The temperature of the oven.
pub const fn oven_c(range: (f64, f64), default: f64) -> Spec {
    Spec::celsius("oven_c", "Oven", Purpose::MainHeat, range, default)
}

/// The fan of the oven.
pub const fn fan(default: bool) -> Spec {
    Spec::flag("fan", "Fan", Purpose::Fire, default)
}

/// The lid of a pan, a pot or a grill.
pub const fn lid(default: bool) -> Spec {
    Spec::flag("lid", "Lid", Purpose::Lid, default)
}

/// Hot fat of the pan spooned over the side that is up.
pub const fn basted(default: bool) -> Spec {
    Spec::flag("basted", "Spoon the fat over it", Purpose::Lid, default)
}

/// Foil or a lid over it in the oven.
pub const COVERED: Spec = Spec::flag("covered", "Covered", Purpose::Lid, false).was(&["lid"]);

/// The lid for the last so many seconds, the fire low.
pub const LID_LAST: Spec = Spec::number(
    "lid_last_s",
    "Lid on for the last",
    Purpose::Lid,
    Unit::Second,
    (0.0, 300.0),
    10.0,
    0.0,
);

/// How far the oven runs off its dial: read from before ovens of a kitchen knew it of themselves.
pub const OVEN_OFF: Spec = Spec::number(
    "oven_off_k",
    "Oven runs off by",
    Purpose::Fire,
    Unit::Kelvin,
    (-40.0, 40.0),
    1.0,
    0.0,
)
.finer()
.retired();

/// How long the door stands open when the fish goes in.
pub const DOOR: Spec = Spec::number(
    "door_s",
    "Door stands open",
    Purpose::Fire,
    Unit::Second,
    (0.0, 120.0),
    5.0,
    0.0,
)
.finer();

/// Poaching liquid: water boils near 100 C, so it goes no higher.
pub const fn liquid_c(default: f64) -> Spec {
    Spec::celsius(
        "liquid_c",
        "Liquid",
        Purpose::MainHeat,
        (50.0, 100.0),
        default,
    )
}

/// Fish in the oil at once; 0 stands for all the pieces.
pub const LOAD: Spec = Spec::number(
    "load_g",
    "Fish at once, 0 for all",
    Purpose::Load,
    Unit::Gram,
    (0.0, 5000.0),
    10.0,
    0.0,
);

/// How much is in the fryer.
pub const OIL_L: Spec = Spec::number(
    "oil_l",
    "Oil",
    Purpose::Depth,
    Unit::Litre,
    (0.5, 30.0),
    0.5,
    3.0,
)
.filling_the_fryer();

/// Frying oil: below the smoke point of most refined oils.
pub const fn oil_c(default: f64) -> Spec {
    Spec::celsius(
        "oil_c",
        "Oil temperature",
        Purpose::MainHeat,
        (130.0, 205.0),
        default,
    )
    .meeting_fat()
}

/// How far the bath may drop when a batch goes in.
pub const DROP: Spec = Spec::number(
    "drop_k",
    "Oil may drop by",
    Purpose::Drop,
    Unit::Kelvin,
    (5.0, 50.0),
    1.0,
    15.0,
)
.finer();

/// How thick the coat is.
pub const fn coating_mm(max: f64, default: f64) -> Spec {
    let unit = Unit::Millimetre;
    Spec::number(
        "coating_mm",
        "Coat",
        Purpose::Coat,
        unit,
        (0.2, max),
        0.1,
        default,
    )
}

/// Pan temperature when the fish goes in.
pub const fn pan_c(default: f64) -> Spec {
    let (name, is) = ("Pan when it goes in", Purpose::FirstHeat);
    Spec::number(
        "pan_c",
        name,
        is,
        Unit::Celsius,
        (100.0, 300.0),
        5.0,
        default,
    )
    .meeting_fat()
}

/// A pan that sears is at least this hot, oil that fries, a grate, and a pan for a rare sear, C. common
/// practice, no source.
pub const SEARS_FROM_C: f64 = 150.0;
/// Frying oil.
pub const FRIES_FROM_C: f64 = 165.0;
/// A grate or ridges.
pub const GRATE_FROM_C: f64 = 190.0;
/// A rare sear.
pub const RARE_FROM_C: f64 = 220.0;

/// Pan temperature held after that.
pub const fn hold_c(default: f64) -> Spec {
    let (name, is) = ("Pan held at", Purpose::MainHeat);
    Spec::number(
        "hold_c",
        name,
        is,
        Unit::Celsius,
        (80.0, 280.0),
        5.0,
        default,
    )
}

words! {
    /// What the cook puts on bare flesh: how freely water leaves it.
    pub enum Film {
        Bare = "none" "nothing",
        Oil = "oil" "oil",
        Butter = "butter" "butter, under and over",
        Mayonnaise = "mayonnaise" "mayonnaise, a thin coat",
    }
}

impl Film {
    /// What it brings that some must avoid.
    pub fn contains(self) -> Vec<Allergen> {
        match self {
            Self::Butter => vec![Allergen::Milk],
            Self::Mayonnaise => vec![Allergen::Egg, Allergen::Mustard],
            Self::Bare | Self::Oil => vec![],
        }
    }

    /// Wetness of the surface: a raw one, under a film, sealed.
    pub fn wetness(self) -> f64 {
        match self {
            Self::Bare => 0.6,
            Self::Oil => 0.3,
            Self::Butter => 0.1,
            Self::Mayonnaise => 0.05,
        }
    }
}

/// What is on the fish.
pub const FILM: Spec = Spec::word::<Film>("coating", "On the fish", Purpose::Coat, "oil");
