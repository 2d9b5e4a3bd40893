//! When each stage begins: planned, or as it happened. The march, the words and the pictures ask the
//! same timeline, so they cannot differ.

use super::programme::{Mark, Programme, Stage};
use serde::{Deserialize, Serialize};

/// One stage that has begun or will.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Begin {
    /// Which of the programme.
    pub stage: usize,
    /// What the cook does then.
    pub mark: Option<Mark>,
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
}

/// Times as a cook gives them: seconds a side, and the rest.
#[derive(Debug, Clone, PartialEq, Default, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct TimesAsked {
    /// Time of each side on the heat, s.
    pub sides_s: Vec<f64>,
    /// Time of the rest, s.
    pub rest_s: f64,
}

/// A stretch of the march: from when to when, and what the faces see.
#[derive(Debug, Clone, Copy)]
pub(super) struct Stretch<'a> {
    pub from_s: f64,
    pub to_s: f64,
    pub stage: &'a Stage,
}

impl Timeline {
    /// When the rest is over, s.
    pub fn end_s(&self) -> f64 {
        self.off_s + self.rest_s
    }

    /// Every time of a mark, s.
    pub fn every(&self, mark: Mark) -> impl Iterator<Item = f64> {
        let off = (mark == Mark::Off).then_some(self.off_s);
        let marked = self.begins.iter().filter(move |b| b.mark == Some(mark));
        marked.map(|b| b.at_s).chain(off)
    }

    /// The first time of a mark, s; none when it never comes.
    pub fn first(&self, mark: Mark) -> Option<f64> {
        self.every(mark).next()
    }

    /// When the piece is turned, s.
    pub fn turns_s(&self) -> Vec<f64> {
        self.every(Mark::Turned).collect()
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
        }
    }

    /// When the faces see something new for the last time before it leaves the heat, s.
    pub fn last_change_s(&self, programme: &Programme) -> f64 {
        let stretches = self.stretches(programme);
        let on_heat = stretches.len().saturating_sub(1);
        stretches[..on_heat].last().map_or(0.0, |s| s.from_s)
    }

    /// Stretches in which the faces see the same, the rest last and without an end. Stages that
    /// change nothing for the faces are one stretch.
    pub(super) fn stretches<'a>(&self, programme: &'a Programme) -> Vec<Stretch<'a>> {
        let mut stretches: Vec<Stretch<'a>> = Vec::with_capacity(self.begins.len() + 1);
        for (i, begin) in self.begins.iter().enumerate() {
            let stage = &programme.stages[begin.stage];
            let to_s = self.begins.get(i + 1).map_or(self.off_s, |next| next.at_s);
            match stretches.last_mut() {
                Some(last) if last.stage.goes_on(stage) => last.to_s = to_s,
                _ => stretches.push(Stretch {
                    from_s: begin.at_s,
                    to_s,
                    stage,
                }),
            }
        }
        stretches.push(Stretch {
            from_s: self.off_s,
            to_s: f64::INFINITY,
            stage: &programme.rest,
        });
        stretches
    }
}
