//! One file for each way to cook: its settings, whether it suits, what it does to each face
//! over time, its steps, cues and cautions.
//!
//! A method is plain data and free functions, gathered in a [`Method`]. Everything that
//! computes lives elsewhere and knows methods only through their [`Programme`] and the
//! specifications of their settings.

mod acts;
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
mod handling;
mod hot_roast;
mod learned;
mod media;
mod one_side_gentle;
mod pan_roast;
mod pan_steam;
mod parcel;
mod rare_sear;
mod salt_crust;
mod sear_both_sides;
mod sear_skin_first;
mod settings;
mod shallow_poach;
mod signs;
mod slow_bake;
mod steam;
mod suiting;
mod way;
mod whole_roast;

pub(crate) use advice::PROBE_S;
pub use advice::{BELOW_FIGURE, Caution, Reason, Step, StepTold, Story, Suits};
pub(crate) use handling::MARINADE as RAW_MARINADE;
pub(crate) use learned::off_by;
pub(crate) use media::{in_the_open, is_steamy, under_lid, without_fire};
pub use settings::{Choice, Chosen, Purpose, Spec, Takes, Unit, Value};
pub use signs::{Cue, TellsOf, Told};
pub use suiting::crisp_skin;

use crate::fish::Piece;
use crate::kit::{Allergen, Kitchen};
use crate::run::Programme;
use crate::{InputError, Within};

/// What a method has to say whatever it is asked with: errors are those of reading its settings.
type Answered<T> = Result<T, InputError>;
/// Steps from settings and a story.
type Words = fn(&Piece, &Chosen, &Kitchen, &Story<'_>) -> Answered<Vec<Step>>;

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
    /// Settings that only say what it is: accepted, and nothing to choose.
    pub accepts: &'static [(&'static str, &'static str)],
    suits: fn(&Piece, &Kitchen) -> Suits,
    programme: fn(&Piece, &Chosen, &Kitchen) -> Answered<Programme>,
    words: Words,
    contains: fn(&Chosen, &Kitchen) -> Answered<Vec<Allergen>>,
    /// What becomes of a frozen piece.
    pub from_frozen: FromFrozen,
    /// In water, steam or its own juice: fat that runs out stays with it.
    pub wet: bool,
    /// Nobody sees it until it is done.
    pub shut: bool,
    /// A crust is what it is for.
    pub browns: bool,
    /// Fierce from both sides: a rim over a raw middle can be had.
    pub sears: bool,
    /// How a pan finishes in an oven that nobody had planned: as this way does it.
    pub finishes_in_oven: bool,
    /// The scales stay on and come off with the skin or the crust.
    pub keeps_scales: bool,
    /// Its card says how high the cooked line stands at the turn: each piece is turned when it is there.
    pub turned_by_line: bool,
    /// What it is like, 0 to 1 each, beside what the simulation tells.
    pub nature: Nature,
}

/// What becomes of a frozen piece.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum FromFrozen {
    /// It cooks, only longer.
    Fine,
    /// It stews and spits: thaw and dry it.
    ThawFirst,
    /// It is a danger to the cook.
    Never,
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

/// Gathers a method from the `Settings`, `suits`, `programme` and `words` of its file. Its settings
/// are read into their struct here and nowhere else.
macro_rules! method {
    (
        kind: $kind:literal,
        name: $name:literal,
        summary: $summary:literal,
        $(accepts: $accepts:expr,)?
        $(keeps_scales: $keeps_scales:literal,)?
        $(turned_by_line: $turned_by_line:literal,)?
        $(finishes_in_oven: $finishes:literal,)?
        $(from_frozen: $from_frozen:ident,)?
        $(wet: $wet:literal,)?
        $(shut: $shut:literal,)?
        $(browns: $browns:literal,)?
        $(sears: $sears:literal,)?
        $(contains: $contains:expr,)?
        nature: $nature:expr,
    ) => {
        pub(super) static METHOD: Method = Method {
            kind: $kind,
            name: $name,
            summary: $summary,
            settings: <Settings as $crate::methods::settings::Settings>::SPECS,
            accepts: $crate::methods::either!($($accepts)?),
            suits,
            programme: |piece, chosen, kitchen| {
                let set = <Settings as $crate::methods::settings::Settings>::read(
                    chosen,
                    &kitchen.kit,
                )?;
                programme(piece, &set, kitchen)
            },
            words: |piece, chosen, kitchen, story| {
                let set = <Settings as $crate::methods::settings::Settings>::read(
                    chosen,
                    &kitchen.kit,
                )?;
                Ok(words(piece, &set, story))
            },
            contains: |chosen, kitchen| {
                let set = <Settings as $crate::methods::settings::Settings>::read(
                    chosen,
                    &kitchen.kit,
                )?;
                let list: fn(&Settings) -> Vec<$crate::kit::Allergen> =
                    $crate::methods::first!($($contains,)? |_: &Settings| vec![]);
                Ok(list(&set))
            },
            from_frozen: $crate::methods::first!(
                $($crate::methods::FromFrozen::$from_frozen,)? $crate::methods::FromFrozen::Fine
            ),
            wet: false $(|| $wet)?,
            shut: false $(|| $shut)?,
            browns: false $(|| $browns)?,
            sears: false $(|| $sears)?,
            keeps_scales: false $(|| $keeps_scales)?,
            turned_by_line: false $(|| $turned_by_line)?,
            finishes_in_oven: false $(|| $finishes)?,
            nature: $nature,
        };
    };
}
use method;

/// What is given, or nothing.
macro_rules! either {
    () => {
        &[]
    };
    ($given:expr) => {
        $given
    };
}
use either;

/// The first of what is given.
macro_rules! first {
    ($first:expr $(, $other:expr)*) => {
        $first
    };
}
use first;

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
    /// [`InputError`] (unknown name) with the kinds it knows.
    pub fn find(kind: &str) -> Result<&'static Method, InputError> {
        let found = Self::all().iter().copied().find(|m| m.kind == kind);
        found.ok_or_else(|| InputError::unknown("kind", kind, Self::all().iter().map(|m| m.kind)))
    }

    /// Checks settings against what the method and the kitchen have.
    ///
    /// # Errors
    /// As [`Chosen::read`].
    pub fn choose(
        &self,
        asked: &[(String, Value)],
        kitchen: &Kitchen,
    ) -> Result<Chosen, InputError> {
        Chosen::read(self.kind, self.settings, self.accepts, asked, &kitchen.kit)
    }

    /// Whether it suits a piece in a kitchen, and why.
    pub fn suits(&self, piece: &Piece, kitchen: &Kitchen) -> Suits {
        let missing = self.settings.iter().find_map(|spec| match spec.takes {
            Takes::Kit { shelf, .. } => kitchen.kit.names(shelf).is_empty().then_some(shelf),
            Takes::Number { .. } | Takes::Choice { .. } | Takes::Flag { .. } => None,
        });
        let mut said = (self.suits)(piece, kitchen);
        if let Some(shelf) = missing {
            said.suits = false;
            let nothing = format!("This kitchen has no {}.", shelf.one());
            said.reasons.push(Reason::bad("not_here", nothing));
        }
        said
    }

    /// What each face sees over time, on the things of the kitchen as they were learned to be.
    ///
    /// # Errors
    /// [`InputError`] when a setting cannot be read.
    pub fn programme(
        &self,
        piece: &Piece,
        chosen: &Chosen,
        kitchen: &Kitchen,
    ) -> Result<Programme, InputError> {
        let mut programme = (self.programme)(piece, chosen, kitchen).within("method")?;
        if self.wet {
            // In water and steam nobody sees what was on it before.
            programme.damp_kg_m2 = 0.0;
        }
        learned::as_learned(programme, piece, chosen, kitchen)
    }

    /// What it brings to the plate that some must avoid: the fish, the fat, and what goes on it and
    /// round it.
    ///
    /// # Errors
    /// [`InputError`] when a setting cannot be read.
    pub fn allergens(
        &self,
        chosen: &Chosen,
        kitchen: &Kitchen,
    ) -> Result<Vec<Allergen>, InputError> {
        let mut all = (self.contains)(chosen, kitchen).within("method")?;
        all.push(Allergen::Fish);
        all.extend(chosen.fat_allergens(&kitchen.kit));
        all.sort();
        all.dedup();
        Ok(all)
    }

    /// What the cook does, looks for and minds.
    ///
    /// # Errors
    /// [`InputError`] when a setting cannot be read.
    pub fn words(
        &self,
        piece: &Piece,
        chosen: &Chosen,
        kitchen: &Kitchen,
        story: &Story<'_>,
    ) -> Result<Vec<Step>, InputError> {
        let mut steps = (self.words)(piece, chosen, kitchen, story).within("method")?;
        acts::fill(&mut steps, piece, chosen, kitchen, story);
        Ok(steps)
    }
}
