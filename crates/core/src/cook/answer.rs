//! What a fold answers.

use super::advice::Advice;
use super::alarm::Alarm;
use super::ask::Askable;
use super::course::Phase;
use super::holding::Holding;
use super::next::Next;
use super::order::LeftOut;
use super::say::Because;
use super::trace::TracePoint;
use crate::fish::Notice;
use crate::methods::Step;
use crate::plan::Plan;
use crate::run::{Outcome, Seen, SliceField, Timeline};
use serde::Serialize;

/// Three values of one figure: nine in ten are above the first, half the second, one in ten the third.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Spread {
    /// The low tenth.
    pub low: f64,
    /// The middle.
    pub mid: f64,
    /// The high tenth.
    pub high: f64,
}

/// What is believed of one factor.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Learned {
    /// Which.
    pub key: String,
    /// In words.
    pub name: String,
    /// Mean, standard deviations of what it commonly is.
    pub mean: f64,
    /// One standard deviation now; it was 1.
    pub sd: f64,
}

/// How a cook stands.
#[derive(Debug, Clone)]
pub struct Standing {
    /// Where it stands.
    pub phase: Phase,
    /// The plan.
    pub plan: Plan,
    /// When it leaves the heat, or left it, s.
    pub off_heat_s: f64,
    /// From when it is worth looking, s.
    pub look_from_s: f64,
    /// Nine in ten are done by then, s.
    pub latest_s: f64,
    /// When the rest is over, s.
    pub serve_s: f64,
    /// Coldest point now, C.
    pub core_now_c: Spread,
    /// Coldest point at its highest, leaving as said here, C.
    pub lands_c: Spread,
    /// How likely it is to end in the band.
    pub in_band_share: f64,
    /// What is to come, the next first; nothing when it is over.
    pub to_come: Vec<Next>,
    /// By how much the next act is late, s; 0 before.
    pub late_s: f64,
    /// All the steps, timed anew.
    pub steps: Vec<Step>,
    /// What the likeliest piece looks and feels like now; none before it is in.
    pub seen: Option<Seen>,
    /// Height of the cooked line now, from the face that was down first and from the other.
    pub lines_share: [f64; 2],
    /// How it will have come out in all likelihood.
    pub outcome: Outcome,
    /// The face that was down first is the flesh side.
    pub from_flesh: bool,
    /// The side that lies down now is the flesh side.
    pub flesh_down: bool,
    /// Why times are other than planned, the newest last.
    pub reasons: Vec<Because>,
    /// What is best done now, when something went otherwise.
    pub advice: Vec<Advice>,
    /// What can be said to be seen now.
    pub asks: Vec<Askable>,
    /// What is believed of piece and fire.
    pub learned: Vec<Learned>,
    /// The probe against what was expected.
    pub trace: Vec<TracePoint>,
    /// How far off its place the probe seems to be, mm from the middle; none while that cannot be told.
    pub probe_off_mm: Option<f64>,
    /// Events that were left out, and why.
    pub left_out: Vec<LeftOut>,
    /// Slice over time, as believed.
    pub field: Option<SliceField>,
    /// As it happened and will.
    pub timeline: Timeline,
    /// Why it must not be served; then nothing comes next.
    pub refused: Vec<Notice>,
    /// What is promised to the guests; none where no figure was asked for.
    pub promise: Option<PromiseTold>,
    /// Two spots or the slow clock show that it is met; none where nothing is promised.
    pub released: Option<bool>,
    /// Until when it may stand; none on the heat.
    pub holding: Option<Holding>,
    /// What is dangerous now.
    pub alarms: Vec<Alarm>,
    /// It was served though nothing showed it to be as promised, and the cook knew.
    pub knowingly: bool,
}

impl Standing {
    /// What comes next; none when it is over.
    pub fn next(&self) -> Option<&Next> {
        self.to_come.first()
    }
}

/// What is promised to guests.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct PromiseTold {
    /// Figure of the coldest spot, C.
    pub figure_c: f64,
    /// What a probe has to show, in two spots, C.
    pub shows_c: f64,
    /// From when it is worth probing, s.
    pub from_s: f64,
    /// By then a slow piece is there too, s; null where no clock says so.
    pub clock_s: Option<f64>,
    /// Where the probe goes.
    pub place: &'static str,
    /// Two spots showed it then, s.
    pub two_spots_s: Option<f64>,
    /// The lowest of what was read too low and not cleared since, C: then no clock lets it off, only two spots.
    pub held_c: Option<f64>,
    /// It was reheated.
    pub reheated: bool,
}
