//! What is known of a fish before it is cooked, who eats it, and how hot it is to become: what the rules
//! are asked with.

use super::freezing::Freezing;
use super::freshness::Looks;
use super::keeping::{Keeping, Since};
use super::species::{Danger, Hazard, Origin, Species};
use crate::target::safety;
use crate::target::{Aim, Goal, Rules, Safety};
use serde::{Deserialize, Serialize};

/// Who eats.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum Eaters {
    /// Anyone.
    #[default]
    Everyone,
    /// Someone old, ill or with weak immunity is among them: germs count.
    OldOrIll,
    /// Someone pregnant or a small child: germs and mercury count.
    PregnantOrSmallChild,
}

impl Eaters {
    /// Whether undercooked fish is not for them.
    pub fn at_risk(self) -> bool {
        self != Self::Everyone
    }
}

/// What is in the belly of a whole fish.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum Cavity {
    /// Nothing.
    #[default]
    Emptied,
    /// Herbs, lemon, ginger, onion: for their scent, not eaten.
    Aromatics,
    /// Stuffed.
    Stuffed,
}

/// What is known of a fish before it is cooked.
#[derive(Debug, Clone, Copy)]
pub struct Known<'a> {
    /// Which fish; none when only a composition is known.
    pub species: Option<&'a Species>,
    /// How it was kept.
    pub keeping: &'a Keeping,
    /// Since when.
    pub since: Since,
    /// It lies in a vacuum pack.
    pub vacuum: bool,
    /// How it was frozen, if it was.
    pub freezing: Option<Freezing>,
    /// Wild or farmed.
    pub origin: Origin,
    /// What was seen of it.
    pub looks: Option<&'a Looks>,
    /// Temperature now, C.
    pub start_c: Option<f64>,
    /// Mass of a portion, g.
    pub mass_g: Option<f64>,
    /// It lies there whole, fins and all.
    pub whole: bool,
    /// It is eaten bones and all.
    pub bones_and_all: bool,
    /// It is stuffed.
    pub stuffed: bool,
}

impl Known<'_> {
    /// Nobody has said whether it has this.
    pub(super) fn unchecked(&self, danger: Danger) -> bool {
        self.species
            .is_none_or(|fish| fish.unchecked.contains(&danger))
    }

    /// It has this, or nobody has said that it has not.
    pub(super) fn may_have(&self, hazard: Hazard, danger: Danger) -> bool {
        self.unchecked(danger) || self.species.is_some_and(|fish| fish.has(hazard))
    }
}

/// Who eats, and by whose rules.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default)]
pub struct Guests {
    /// Who eats.
    pub eaters: Eaters,
    /// Whose rules.
    pub rules: Rules,
    /// They are guests, and not one's own family.
    pub served: bool,
}

/// How hot it is to become, or becomes.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum Heated<'a> {
    /// Nothing is decided.
    Undecided,
    /// A target, not yet planned.
    Aimed(&'a Aim),
    /// A plan for a target and what it does to the coldest point.
    Planned {
        /// The target.
        aim: &'a Aim,
        /// What the coldest point goes through.
        safety: &'a Safety,
        /// Its highest temperature until it is served, C.
        core_peak_c: f64,
        /// A slow piece meets the figure as well.
        promised: bool,
    },
}

/// The least that is asked of a piece, C: the figure for fish, or that for stuffed fish.
pub fn figure_c(stuffed: bool) -> f64 {
    if stuffed {
        safety::STUFFED_C
    } else {
        safety::FOOD_CODE_C
    }
}

impl Heated<'_> {
    pub(super) fn aim(&self) -> Option<&Aim> {
        match self {
            Self::Undecided => None,
            Self::Aimed(aim) | Self::Planned { aim, .. } => Some(aim),
        }
    }

    /// Worms are dead: 60 C for a minute, or the figure.
    pub(super) fn kills_parasites(&self) -> bool {
        match self {
            Self::Undecided => false,
            Self::Aimed(aim) => aim.band.low_c >= safety::FOOD_CODE_C,
            Self::Planned { safety, .. } => safety.parasite_60c_1min || safety.food_code_63c_15s,
        }
    }

    /// The figure is met by the piece as asked.
    pub(super) fn meets(&self, stuffed: bool) -> bool {
        match self {
            Self::Undecided => false,
            Self::Aimed(aim) => aim.band.low_c >= figure_c(stuffed),
            Self::Planned { core_peak_c, .. } if stuffed => *core_peak_c >= safety::STUFFED_C,
            Self::Planned { safety, .. } => safety.food_code_63c_15s,
        }
    }

    /// And by a slow piece as well: what eaters at risk are owed.
    pub(super) fn promises(&self, stuffed: bool) -> bool {
        let aim = self.aim();
        let figure = aim.is_some_and(|aim| matches!(aim.goal, Goal::Figure(_)));
        let slow = !matches!(
            self,
            Self::Planned {
                promised: false,
                ..
            }
        );
        figure && slow && self.meets(stuffed)
    }
}
