//! When each stage begins: planned, or as it happened. The march, the words and the pictures ask the
//! same timeline, so they cannot differ.

use super::act::What;
use serde::{Deserialize, Serialize};

/// One stage that has begun or will.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Begin {
    /// Which of the programme.
    pub stage: usize,
    /// What the cook does then.
    pub what: Option<What>,
    /// When, s after the piece met the heat.
    pub at_s: f64,
}

/// Stages with the times they begin, in order; then off the heat, and a rest.
#[derive(Debug, Clone, PartialEq)]
pub struct Timeline {
    /// On the heat.
    pub begins: Vec<Begin>,
    /// Off the heat, s.
    pub off_s: f64,
    /// How long it rests, s.
    pub rest_s: f64,
    /// How long it may then lie on the plate before it is eaten, s.
    pub eats_s: f64,
}

/// Times as a cook gives them: seconds a side, and the rest.
#[derive(Debug, Clone, PartialEq, Default, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct TimesAsked {
    /// Time of each side on the heat, s.
    pub sides_s: Vec<f64>,
    /// Time of the rest, s.
    #[cfg_attr(feature = "schema", schema(minimum = 0, maximum = 3600))]
    pub rest_s: f64,
}

impl Timeline {
    /// When the rest is over, s.
    pub fn end_s(&self) -> f64 {
        self.off_s + self.rest_s
    }

    /// When the last of it should be eaten, s: its highest temperatures count until then.
    pub fn eaten_s(&self) -> f64 {
        self.end_s() + self.eats_s
    }

    /// Every time of a what, s.
    pub fn every(&self, what: What) -> impl Iterator<Item = f64> {
        let off = (what == What::Off).then_some(self.off_s);
        let marked = self.begins.iter().filter(move |b| b.what == Some(what));
        marked.map(|b| b.at_s).chain(off)
    }

    /// The first time of a what, s; none when it never comes.
    pub fn first(&self, what: What) -> Option<f64> {
        self.every(what).next()
    }

    /// When the piece is turned, s.
    pub fn turns_s(&self) -> Vec<f64> {
        self.every(What::Turn).collect()
    }

    /// The same, left at another time: what has begun by then began when it did, what had not
    /// never does.
    pub fn leaving(&self, off_s: f64) -> Self {
        let off_s = off_s.max(0.0);
        let kept = self.begins.iter().enumerate();
        Self {
            begins: kept
                .filter(|(i, b)| *i == 0 || b.at_s < off_s)
                .map(|(_, b)| *b)
                .collect(),
            off_s,
            rest_s: self.rest_s,
            eats_s: self.eats_s,
        }
    }
}
