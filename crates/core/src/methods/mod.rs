//! One file for each way to cook: its settings, whether it suits, what it does to each face
//! over time, its steps, cues and cautions.
//!
//! A method is plain data and free functions, gathered in a [`Method`]. Everything that
//! computes lives elsewhere and knows methods only through their [`Programme`].

mod advice;
mod media;
mod programme;
mod sear_skin_first;
mod settings;
mod slow_bake;

pub use advice::{Act, Caution, PlanFacts, Reason, Step, Suits};
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
    pub programme: fn(&Piece, &Chosen) -> Result<Programme, InputError>,
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

static METHODS: [&Method; 2] = [&sear_skin_first::METHOD, &slow_bake::METHOD];

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
