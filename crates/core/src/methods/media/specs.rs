//! Settings that several methods take, with ranges and defaults.

use super::*;

/// The pan a cook takes.
pub const PAN: Spec = Spec {
    key: "pan",
    name: "Pan",
    takes: Takes::Choice {
        options: &[
            ("cast_iron", "cast iron"),
            ("clad", "clad steel"),
            ("carbon_steel", "carbon steel"),
            ("non_stick", "non-stick"),
        ],
        default: "clad",
    },
};

/// The pan for gentle cooking: the same pans, non-stick first.
pub const PAN_GENTLE: Spec = Spec {
    takes: match PAN.takes {
        Takes::Choice { options, .. } => Takes::Choice {
            options,
            default: "non_stick",
        },
        other => other,
    },
    ..PAN
};

/// The hob under it.
pub const HOB: Spec = Spec {
    key: "hob",
    name: "Hob",
    takes: Takes::Choice {
        options: &[
            ("home_gas", "home gas"),
            ("strong_gas", "strong gas"),
            ("coil", "coil"),
            ("induction", "induction"),
        ],
        default: "home_gas",
    },
};

/// Share of the time on the first side.
pub const fn turn_share(default: f64) -> Spec {
    first_share(0.3, default)
}

/// Share of the time on the first side, from a smallest one.
pub const fn first_share(min: f64, default: f64) -> Spec {
    let takes = Takes::Number {
        min,
        max: 1.0,
        step: 0.01,
        unit: Unit::Share,
        default,
    };
    Spec {
        key: "turn_share",
        name: "First side",
        takes,
    }
}

/// A number with a unit C.
pub const fn celsius(
    key: &'static str,
    name: &'static str,
    range: (f64, f64),
    default: f64,
) -> Spec {
    let (min, max) = range;
    let takes = Takes::Number {
        min,
        max,
        step: 1.0,
        unit: Unit::Celsius,
        default,
    };
    Spec { key, name, takes }
}

/// The oven.
pub const fn oven_c(range: (f64, f64), default: f64) -> Spec {
    celsius("oven_c", "Oven", range, default)
}

/// The fan of the oven.
pub const fn fan(default: bool) -> Spec {
    Spec {
        key: "fan",
        name: "Fan",
        takes: Takes::Flag { default },
    }
}

/// The lid.
pub const fn lid(default: bool) -> Spec {
    Spec {
        key: "lid",
        name: "Lid",
        takes: Takes::Flag { default },
    }
}

/// The lid for the last so many seconds, the fire low.
pub const LID_LAST: Spec = Spec {
    key: "lid_last_s",
    name: "Lid on for the last",
    takes: Takes::Number {
        min: 0.0,
        max: 300.0,
        step: 10.0,
        unit: Unit::Second,
        default: 0.0,
    },
};

/// Poaching liquid: water boils near 100 C, so it goes no higher.
pub const fn liquid_c(default: f64) -> Spec {
    celsius("liquid_c", "Liquid", (50.0, 100.0), default)
}

/// Fish in the oil at once; 0 stands for all the pieces.
pub const LOAD: Spec = Spec {
    key: "load_g",
    name: "Fish at once, 0 for all",
    takes: Takes::Number {
        min: 0.0,
        max: 5000.0,
        step: 10.0,
        unit: Unit::Gram,
        default: 0.0,
    },
};

/// A coat that is what the method is: only its thickness can be chosen.
pub const fn coat_of(
    options: &'static [(&'static str, &'static str)],
    default: &'static str,
) -> Spec {
    Spec {
        key: "coating",
        name: "Coat of",
        takes: Takes::Choice { options, default },
    }
}

/// How much is in the fryer.
pub const OIL_L: Spec = Spec {
    key: "oil_l",
    name: "Oil",
    takes: Takes::Number {
        min: 0.5,
        max: 30.0,
        step: 0.5,
        unit: Unit::Litre,
        default: 3.0,
    },
};

/// Frying oil: below the smoke point of most refined oils.
pub const fn oil_c(default: f64) -> Spec {
    celsius("oil_c", "Oil temperature", (130.0, 205.0), default)
}

/// How thick the coat is.
pub const fn coating_mm(max: f64, default: f64) -> Spec {
    let takes = Takes::Number {
        min: 0.2,
        max,
        step: 0.1,
        unit: Unit::Millimetre,
        default,
    };
    Spec {
        key: "coating_mm",
        name: "Coat",
        takes,
    }
}

/// Pan temperature when the fish goes in.
pub const fn pan_c(default: f64) -> Spec {
    Spec {
        key: "pan_c",
        name: "Pan when it goes in",
        takes: Takes::Number {
            min: 100.0,
            max: 300.0,
            step: 5.0,
            unit: Unit::Celsius,
            default,
        },
    }
}

/// Pan temperature held after that.
pub const fn hold_c(default: f64) -> Spec {
    Spec {
        key: "hold_c",
        name: "Pan held at",
        takes: Takes::Number {
            min: 80.0,
            max: 280.0,
            step: 5.0,
            unit: Unit::Celsius,
            default,
        },
    }
}

/// The fat in the pan or the fryer: keys of `data/fats.toml`.
pub const fn fat(default: &'static str) -> Spec {
    Spec {
        key: "fat",
        name: "Fat",
        takes: Takes::Choice {
            options: &[
                ("avocado_refined", "refined avocado oil"),
                ("rice_bran", "rice bran oil"),
                ("ghee", "clarified butter"),
                ("peanut_refined", "refined peanut oil"),
                ("sunflower_refined", "refined sunflower oil"),
                ("rapeseed_refined", "refined rapeseed oil"),
                ("olive_light", "light olive oil"),
                ("lard", "lard"),
                ("sesame", "unrefined sesame oil"),
                ("olive_extra_virgin", "extra virgin olive oil"),
                ("butter", "whole butter"),
            ],
            default,
        },
    }
}

/// How far the bath may drop when a batch goes in.
pub const DROP: Spec = Spec {
    key: "drop_k",
    name: "Oil may drop by",
    takes: Takes::Number {
        min: 5.0,
        max: 50.0,
        step: 1.0,
        unit: Unit::Kelvin,
        default: 15.0,
    },
};
