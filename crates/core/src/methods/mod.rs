//! One file for each way to cook: its settings, whether it suits, what it does to each face
//! over time, its steps, cues and cautions.
//!
//! A method is plain data and free functions, gathered in a [`Method`]. Everything that
//! computes lives elsewhere and knows methods only through their [`Programme`].

mod advice;
mod braise;
mod broil;
mod deep_fry_batter;
mod deep_fry_dusted;
mod deep_poach;
mod floured_pan_fry;
mod grill_basket;
mod grill_direct;
mod grill_pan;
mod grill_upright;
mod hot_roast;
mod kitchen;
mod media;
mod one_side_gentle;
mod pan_roast;
mod pan_steam;
mod parcel;
mod programme;
mod rare_sear;
mod salt_crust;
mod sear_both_sides;
mod sear_skin_first;
mod settings;
mod shallow_poach;
mod slow_bake;
mod steam;
mod suiting;
mod whole_roast;

pub use advice::done;
pub use advice::{Act, Caution, PlanFacts, Reason, Step, Suits};
pub use kitchen::Kitchen;
pub use programme::{Leg, Nudge, Programme, Span};
pub use settings::{Chosen, Spec, Takes, Unit, Value};

use crate::InputError;
use crate::fish::Piece;

/// A way to cook.
#[derive(Debug)]
pub struct Method {
    /// Name on the wire.
    pub kind: &'static str,
    /// Name in words.
    pub name: &'static str,
    /// One line that says what it is.
    pub summary: &'static str,
    /// Its settings with ranges and defaults.
    pub settings: &'static [Spec],
    /// Whether it suits a piece, and why.
    pub suits: fn(&Piece) -> Suits,
    /// What each face sees over time.
    pub programme: fn(&Piece, &Chosen, &Kitchen) -> Result<Programme, InputError>,
    /// What the cook does, looks for and minds.
    pub steps: fn(&Piece, &Chosen, &PlanFacts) -> Vec<Step>,
    /// What it is like, 0 to 1 each, beside what the simulation tells.
    pub nature: Nature,
}

/// What a method is like at the stove. common practice, no source.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Nature {
    /// How much can be left alone.
    pub hands_off: f64,
    /// How little it smells.
    pub little_smell: f64,
    /// How little fat it needs.
    pub little_fat: f64,
}

static METHODS: [&Method; 23] = [
    &sear_skin_first::METHOD,
    &sear_both_sides::METHOD,
    &one_side_gentle::METHOD,
    &floured_pan_fry::METHOD,
    &pan_roast::METHOD,
    &hot_roast::METHOD,
    &slow_bake::METHOD,
    &whole_roast::METHOD,
    &salt_crust::METHOD,
    &shallow_poach::METHOD,
    &deep_poach::METHOD,
    &braise::METHOD,
    &steam::METHOD,
    &pan_steam::METHOD,
    &grill_direct::METHOD,
    &grill_basket::METHOD,
    &grill_pan::METHOD,
    &grill_upright::METHOD,
    &broil::METHOD,
    &deep_fry_batter::METHOD,
    &deep_fry_dusted::METHOD,
    &rare_sear::METHOD,
    &parcel::METHOD,
];

impl Method {
    /// All of them.
    pub fn all() -> &'static [&'static Method] {
        &METHODS
    }

    /// Finds one by its kind.
    ///
    /// # Errors
    /// [`InputError::UnknownName`] with the kinds it knows.
    pub fn find(kind: &str) -> Result<&'static Method, InputError> {
        Self::all()
            .iter()
            .copied()
            .find(|m| m.kind == kind)
            .ok_or_else(|| InputError::UnknownName {
                field: "method.kind".into(),
                given: kind.chars().take(60).collect(),
                known: Self::all().iter().map(|m| m.kind.to_owned()).collect(),
            })
    }
}
