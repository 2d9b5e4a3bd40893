//! Everything a plan wants to know of one run, taken down while it goes on.

use super::browning::Browning;
use super::felt::{Felt, Look};
use super::field::{FieldAsked, FieldSink, SliceField};
use super::past::{Outcome, Tally, cooked_line_share};
use super::seen::{Seen, bone_free, releases};
use super::timeline::Timeline;
use crate::heat::{Column, MIDDLE, Moment, Sink};
use crate::target::Aim;

/// Points of the cooked line over time.
const LINE_POINTS: usize = 25;

/// What can be seen and felt over a run.
#[derive(Debug, Clone, PartialEq)]
pub struct Signs {
    /// When the skin side and the flesh side let go of pan or grate, s.
    pub release_s: [Option<f64>; 2],
    /// Height of the cooked line from the skin side, (s, share of the thickness), evenly in time.
    pub cooked_line: Vec<(f64, f64)>,
    /// When bone lets go all through, s.
    pub bone_s: Option<f64>,
    /// As the piece leaves the heat.
    pub off: Seen,
    /// At each turn, and as it leaves the heat.
    pub looks: Vec<Look>,
    /// Mid-thickness as it is served, C.
    pub served_c: f64,
    /// Colour of both sides in the end.
    pub browning: [Browning; 2],
    /// How far that is: `int k dt`.
    pub browned: [f64; 2],
}

/// What one run was like.
#[derive(Debug, Clone)]
pub struct Witnessed {
    /// How the piece came out.
    pub outcome: Outcome,
    /// What could be seen and felt.
    pub signs: Signs,
    /// Slice over time, if asked for.
    pub field: Option<SliceField>,
}

/// Takes down a run.
#[derive(Debug)]
pub struct Witness<'a> {
    column: &'a Column,
    tally: Tally<'a>,
    field: Option<FieldSink<'a>>,
    aim: Aim,
    off_s: f64,
    end_s: f64,
    release_s: [Option<f64>; 2],
    cooked_line: Vec<(f64, f64)>,
    bone_s: Option<f64>,
    off: Option<Seen>,
    look_s: Vec<f64>,
    looks: Vec<Look>,
    served_s: f64,
    /// Last time not after it is served and mid-thickness then, and as it is served.
    before: (f64, f64),
    served_c: Option<f64>,
}

impl<'a> Witness<'a> {
    /// For a run along a timeline.
    pub fn new(
        column: &'a Column,
        timeline: &Timeline,
        aim: &Aim,
        field: Option<FieldAsked>,
    ) -> Self {
        let end_s = timeline.eaten_s();
        Self {
            column,
            tally: Tally::new(column, timeline),
            field: field.map(|size| FieldSink::new(column, size, end_s, aim)),
            aim: *aim,
            off_s: timeline.off_s,
            end_s,
            release_s: [None; 2],
            cooked_line: Vec::with_capacity(LINE_POINTS),
            bone_s: None,
            off: None,
            look_s: timeline
                .turns_s()
                .into_iter()
                .chain([timeline.off_s])
                .collect(),
            looks: vec![],
            served_s: timeline.end_s(),
            before: (0.0, 0.0),
            served_c: None,
        }
    }

    /// What it was like; none when nothing was run.
    pub fn finish(self) -> Option<Witnessed> {
        Some(Witnessed {
            outcome: self.tally.outcome(&self.aim),
            signs: Signs {
                release_s: self.release_s,
                cooked_line: self.cooked_line,
                bone_s: self.bone_s,
                off: self.off?,
                looks: self.looks,
                served_c: self.served_c.unwrap_or(self.before.1),
                browning: self.tally.past().browned.states(),
                browned: self.tally.past().browned.by,
            },
            field: self.field.map(FieldSink::finish),
        })
    }
}

impl Sink for Witness<'_> {
    fn step(&mut self, moment: &Moment<'_>) {
        self.tally.step(moment);
        if let Some(field) = &mut self.field {
            field.step(moment, &self.tally);
        }
        // Only what is not known yet: this runs at every step.
        let (column, past) = (self.column, self.tally.past());
        for (side, at) in self.release_s.iter_mut().enumerate() {
            if at.is_none() && releases(column, moment, side) {
                *at = Some(moment.t_s);
            }
        }
        if self.bone_s.is_none() && bone_free(past) {
            self.bone_s = Some(moment.t_s);
        }
        let gap = self.end_s / (LINE_POINTS - 1) as f64;
        while self.cooked_line.len() < LINE_POINTS {
            let at = self.cooked_line.len() as f64 * gap;
            if at > moment.t_s + 1e-6 {
                break;
            }
            self.cooked_line.push((at, cooked_line_share(column, past)));
        }
        if self.served_c.is_none() {
            let middle_c = column.grid.sample_flesh(moment.flesh_c, MIDDLE);
            let (t_s, was_c) = self.before;
            if moment.t_s > self.served_s + 1e-6 {
                let part = (self.served_s - t_s) / (moment.t_s - t_s);
                self.served_c = Some(was_c + part * (middle_c - was_c));
            }
            self.before = (moment.t_s, middle_c);
        }
        if let Some(at_s) = self.look_s.get(self.looks.len())
            && (moment.t_s - at_s).abs() <= 1e-6
        {
            let felt = Felt {
                column,
                t_c: moment.t_c,
                water_kg_m3: moment.water_kg_m3,
                past,
                // Turned so often by then.
                down: self.looks.len() % 2,
            };
            self.looks.push(Look::at(moment.t_s, &felt));
        }
        if (moment.t_s - self.off_s).abs() <= 1e-6 {
            self.off = Some(Seen::of(column, moment, past));
        }
    }
}
