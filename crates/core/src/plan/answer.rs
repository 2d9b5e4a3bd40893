//! What a plan answers.

use crate::choice::Fitted;
use crate::fish::Notice;
use crate::heat::Body;
use crate::kit::{Allergen, FatMargin};
use crate::methods::{Chosen, Method, Step};
use crate::run::{Heating, Outcome, Signs, SliceField, Timeline};
use crate::target::Aim;
use serde::Serialize;

/// How early and how late the piece may leave the heat and still end in the band, with at most five
/// points more of it overcooked; two minutes to either side at most.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Window {
    /// Seconds before.
    pub early_s: f64,
    /// Seconds after.
    pub late_s: f64,
}

impl Window {
    /// Longest that is promised to either side, s: nobody waits longer with the fish on the fire.
    const MOST_S: f64 = 120.0;
    /// None at all: the target is out of reach.
    pub(super) const NONE: Self = Self {
        early_s: 0.0,
        late_s: 0.0,
    };

    /// From when the low end of the band is met to when the high end is, about a planned time.
    pub(super) fn between(low_s: f64, planned_s: f64, high_s: f64) -> Self {
        Self {
            early_s: (planned_s - low_s).clamp(0.0, Self::MOST_S),
            late_s: (high_s - planned_s).clamp(0.0, Self::MOST_S),
        }
    }
}

/// What decides where a food-safety figure counts.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Probe {
    /// From when it is worth probing, s: an ordinary piece shows it by then; when it comes off at the latest.
    pub from_s: f64,
    /// What it must show, C: the figure, and what a probe errs by and misses the coldest spot by.
    pub shows_c: f64,
}

/// The largest batch.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Batch {
    /// The drop that was allowed, K.
    pub drop_k: f64,
    /// How much fish, g.
    pub most_g: f64,
    /// How many of these pieces.
    pub most_pieces: u32,
}

/// Batch after batch.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Party {
    /// What they lie on or in, in words.
    pub on: String,
    /// So many go in at once at most.
    pub most: u32,
    /// So many do.
    pub a_batch: u32,
    /// In so many batches.
    pub batches: u32,
    /// The last of them has so many.
    pub last: u32,
    /// When each goes in, s after the first.
    pub starts_s: Vec<f64>,
    /// From taking one batch off to the next going in, s: hands, and the fire coming back.
    pub between_s: f64,
    /// From the first going in until the last is served, s.
    pub party_s: f64,
    /// So long the first wait for the last, s; 0 for one batch.
    pub first_waits_s: f64,
    /// Their middle then, on the plate, C; none for one batch.
    pub first_then_c: Option<f64>,
}

/// A plan.
#[derive(Debug, Clone)]
pub struct Plan {
    /// The method.
    pub method: &'static Method,
    /// Its settings, defaults filled in.
    pub chosen: Chosen,
    /// What a good cook sets for this thickness where that is not the usual, whatever is set now.
    pub fitted: Vec<Fitted>,
    /// What it aims at.
    pub aim: Aim,
    /// When everything happens.
    pub timeline: Timeline,
    /// When the piece leaves the heat, s.
    pub off_heat_s: f64,
    /// When it is turned, s.
    pub turns_s: Vec<f64>,
    /// How long it rests, s.
    pub rest_s: f64,
    /// When the last of it should be eaten, s: highest temperatures count until then.
    pub eat_by_s: f64,
    /// When to begin to look: nine in ten pieces are not done before, s.
    pub look_from_s: f64,
    /// Nine in ten pieces are done by then, s.
    pub latest_s: f64,
    /// How forgiving it is.
    pub window: Window,
    /// From when to when it may leave the heat, the turns as they are, and end in the band, s, whatever is
    /// overcooked by then; none out of reach.
    pub right_s: Option<(f64, f64)>,
    /// The flesh is seen from the side while it cooks: no skin all round, no coat.
    pub side_seen: bool,
    /// One end is thinner than the other.
    pub has_thin_end: bool,
    /// How long each side takes as planned, s: what times are given for.
    pub sides_s: Vec<f64>,
    /// Coldest point as it leaves the heat, C.
    pub core_at_off_c: f64,
    /// Mid-thickness as it leaves the heat, C: what a probe or a tester meets.
    pub probe_at_off_c: f64,
    /// Coldest point of the thin end at its highest, C; without a thin end, the thick part's.
    pub thin_end_peak_c: f64,
    /// Share of the thin end that is overcooked; without a thin end, the thick part's.
    pub thin_end_overcooked_share: f64,
    /// How the thick part comes out.
    pub outcome: Outcome,
    /// Crust that is meant to be eaten crisp, mm: of the skin where there is one that crisps, of its softer side where
    /// it is all round, else of the better side; none in water, steam or salt.
    pub crisp_mm: f64,
    /// What is watched for its temperature: pan, oil or liquid.
    pub body: Option<Body>,
    /// What can be seen and felt.
    pub signs: Signs,
    /// Fats that fit the fire, safest first.
    pub fats: Vec<FatMargin>,
    /// What is heated first, side by side.
    pub heating: Vec<Heating>,
    /// Where a food-safety figure counts, the probe.
    pub probe: Option<Probe>,
    /// A slow piece holds the figure at these times; always where there is none.
    pub promised: bool,
    /// What is in it that some must avoid.
    pub allergens: Vec<Allergen>,
    /// Why it must not be served, or not so; then there are no steps.
    pub refused: Vec<Notice>,
    /// What to do.
    pub steps: Vec<Step>,
    /// What to know, the gravest first.
    pub warnings: Vec<Notice>,
    /// Of what is fried: the largest batch that keeps the bath within the chosen drop. Not in
    /// a ranking.
    pub batch: Option<Batch>,
    /// How many pieces go in at once.
    pub a_batch: u32,
    /// How many batches that is and what it comes to; none where nothing that has a size is used.
    pub party: Option<Party>,
    /// Slice over time of the thick part, if asked for.
    pub field: Option<SliceField>,
    /// Slice over time of the thin end, if asked for and there is one.
    pub thin_field: Option<SliceField>,
}

impl Plan {
    /// The smallest change of when it leaves the heat that makes it end in the target, s: 0 where it does, later above
    /// 0, sooner below; none where no time does, the turns as they are.
    pub fn change_s(&self) -> Option<f64> {
        let (from_s, to_s) = self.right_s?;
        Some(self.off_heat_s.clamp(from_s.min(to_s), to_s) - self.off_heat_s)
    }

    /// From a cold kitchen until the fish can go in, s.
    pub fn heat_up_s(&self) -> f64 {
        self.heating.iter().map(|h| h.s).fold(0.0, f64::max)
    }

    /// How long it takes a cook's hands from the first act to the plate, s: what is watched with half an eye is none of it.
    pub fn hands_s(&self) -> f64 {
        self.steps.iter().map(|step| step.act.hands_s).sum()
    }

    /// From the first in to the last served, s.
    pub fn party_s(&self) -> f64 {
        let party = self.party.as_ref();
        party.map_or(self.off_heat_s + self.rest_s, |party| party.party_s)
    }

    /// In how many batches.
    pub fn batches(&self) -> u32 {
        self.party.as_ref().map_or(1, |party| party.batches)
    }

    /// From a cold kitchen until all of it is on the plate, s.
    pub fn to_plate_s(&self) -> f64 {
        self.heat_up_s() + self.party_s()
    }
}
