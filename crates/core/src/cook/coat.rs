//! Where a coat decides, the cook's eye decides at the stove: gold comes off once its middle is warm enough, pale stays on.

use super::believe::Believed;
use super::event::Saw;
use super::fold::Fold;
use super::say::Because;
use crate::plan::Stop;
use crate::run::browning::Browning;
use crate::run::{Fidelity, Sign, What};
use crate::target::Goal;

/// Pale is looked at again after so long, s.
const AGAIN_S: f64 = 30.0;
/// So much is no change, s.
const LEAST_S: f64 = 3.0;

/// What the colour that was seen last says of when it comes off.
pub(super) struct Coat<'a> {
    /// The event that said so.
    id: &'a str,
    /// Off then, s.
    pub off_s: f64,
    is_gold: bool,
}

impl Fold<'_> {
    /// By its colour instead of at `off_s`; none where no colour was said that counts: of the last side, on the heat.
    pub fn by_its_coat<'a>(&self, believed: &'a Believed, off_s: f64) -> Option<Coat<'a>> {
        let aim = &self.cooking.aim;
        if !aim.coated
            || aim.goal != Goal::Middle
            || self.course.off_s.is_some()
            || self
                .course
                .to_come
                .iter()
                .any(|next| next.what == Some(What::Turn))
        {
            return None;
        }
        let lies_s = self.course.begins.last()?.at_s;
        let seen = believed.weighed.iter().map(|weighed| &weighed.observed);
        let (observed, word) = seen
            .filter(|observed| observed.at_s >= lies_s)
            .filter_map(|observed| match observed.saw {
                Saw::Word(Sign::Browning, word) => Some((observed, word)),
                _ => None,
            })
            .next_back()?;
        let is_gold = word >= Browning::Gold as usize;
        let by_colour_s = if is_gold {
            // The band is a floor: gold and raw stays in.
            let bench = self.bench(&believed.likely, Fidelity::FINE);
            let now_s = self.now_s.max(0.0);
            let timeline = |s: f64| self.course.timeline(s, now_s);
            match self.seek(&bench, now_s, self.sought.low, &timeline) {
                Stop::Reached(warm_s) => observed.at_s.max(warm_s).min(off_s),
                Stop::OutOfReach { .. } => off_s,
            }
        } else {
            off_s.max(observed.at_s + AGAIN_S)
        };
        Some(Coat {
            id: &observed.id,
            off_s: by_colour_s,
            is_gold,
        })
    }
}

impl Coat<'_> {
    /// In words, where it is another time than it was to be.
    pub fn because(&self, off_s: f64) -> Option<Because> {
        let longer_s = self.off_s - off_s;
        if longer_s.abs() < LEAST_S {
            return None;
        }
        let message = if self.is_gold {
            "Its coat decides: off as soon as the fish inside is done."
        } else {
            "Its coat is still pale: it stays in until it is gold."
        };
        Some(Because {
            event: Some(self.id.to_owned()),
            longer_s,
            ..Because::new("coat", message)
        })
    }
}
