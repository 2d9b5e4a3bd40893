//! The slice over time: the field sampled evenly in time and depth, compact enough to send.

use super::past::{SET_SHARE, Tally};
use crate::InputError;
use crate::heat::{Column, Moment};
use crate::quantity::checked;
use crate::target::{Aim, Band};
use serde::{Deserialize, Serialize};

/// How many samples are wanted.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct FieldAsked {
    /// Columns, 2 to 600: evenly from the start to the end of the rest. Columns by rows are at most
    /// 18 000 in a plan, 3 600 in a ranking.
    #[cfg_attr(feature = "schema", schema(minimum = 2, maximum = 600))]
    pub times: usize,
    /// Rows, 2 to 200: evenly from the low face (skin) to the high face.
    #[cfg_attr(feature = "schema", schema(minimum = 2, maximum = 200))]
    pub depths: usize,
}

impl FieldAsked {
    /// Most samples of one plan: a picture 300 by 60.
    pub const MOST: usize = 18_000;
    /// Most samples of each way in a ranking: a thumb 120 by 30.
    pub const MOST_OF_MANY: usize = 3_600;

    /// Refuses sizes out of range and more samples than so many.
    ///
    /// # Errors
    /// [`InputError`] (out of range).
    pub fn check(self, most: usize) -> Result<(), InputError> {
        checked("times", self.times as f64, (2.0, 600.0), "columns")?;
        checked("depths", self.depths as f64, (2.0, 200.0), "rows")?;
        let all = (self.times * self.depths) as f64;
        checked("", all, (4.0, most as f64), "samples")?;
        Ok(())
    }
}

/// The slice over time, quantised to bytes, column after column (all depths of a time).
#[derive(Debug, Clone, PartialEq)]
pub struct SliceField {
    /// Number of columns.
    pub times: usize,
    /// Number of rows.
    pub depths: usize,
    /// Time of the last column, s; the first is 0.
    pub end_s: f64,
    /// State, 40 steps a level: 0 raw, 1 half set, 2 the low end of the target, 3 its high
    /// end, 4 overcooked, 5 boiling hot, 6 crust. It never falls.
    pub state: Vec<u8>,
    /// Temperature, two steps a kelvin from 0 C, held at 127.5 C.
    pub half_c: Vec<u8>,
}

/// Steps of [`SliceField::state`] a level.
pub const STATE_STEPS: f64 = 40.0;

/// Fills a [`SliceField`].
#[derive(Debug)]
pub struct FieldSink<'a> {
    column: &'a Column,
    aim: Aim,
    field: SliceField,
    last_t_s: f64,
    last: [Vec<f64>; 2],
    now: [Vec<f64>; 2],
    ln_setting: Vec<f64>,
    crust: Vec<f64>,
}

impl<'a> FieldSink<'a> {
    /// Samples a run from 0 to `end_s`.
    pub fn new(column: &'a Column, asked: FieldAsked, end_s: f64, aim: &Aim) -> Self {
        let row = || vec![0.0; asked.depths];
        let room = asked.times * asked.depths;
        Self {
            column,
            aim: *aim,
            field: SliceField {
                times: asked.times,
                depths: asked.depths,
                end_s,
                state: Vec::with_capacity(room),
                half_c: Vec::with_capacity(room),
            },
            last_t_s: 0.0,
            last: [row(), row()],
            now: [row(), row()],
            ln_setting: vec![0.0; column.grid.flesh.len()],
            crust: vec![0.0; column.grid.flesh.len()],
        }
    }

    /// The field.
    pub fn finish(self) -> SliceField {
        self.field
    }
}

impl FieldSink<'_> {
    /// One step, with what has added up by then.
    pub fn step(&mut self, moment: &Moment<'_>, tally: &Tally<'_>) {
        let grid = &self.column.grid;
        let flesh = grid.flesh.clone();
        let n = flesh.len();
        for i in 0..n {
            self.ln_setting[i] = tally.past().setting[i].max(1e-9).ln();
            self.crust[i] = tally.crustiness(flesh.start + i);
        }
        let peaks = &tally.past().peaks_c;
        let depths = self.field.depths;
        for row in 0..depths {
            let share = (row as f64 + 0.5) / depths as f64;
            let at = |cells: &[f64]| grid.sample_flesh(cells, share);
            self.now[0][row] = state(&self.aim, at(peaks), at(&self.ln_setting), at(&self.crust));
            self.now[1][row] = grid.sample(
                moment.t_c,
                moment.low_surface_c,
                moment.high_surface_c,
                grid.flesh_share(share),
            );
        }
        let gap = self.field.end_s / (self.field.times - 1) as f64;
        loop {
            let done = self.field.state.len() / depths;
            let at = done as f64 * gap;
            if done >= self.field.times || at > moment.t_s + 1e-6 {
                break;
            }
            let span = moment.t_s - self.last_t_s;
            let f = if span > 0.0 {
                (at - self.last_t_s) / span
            } else {
                1.0
            };
            for row in 0..depths {
                let mix = |k: usize| self.last[k][row] + f * (self.now[k][row] - self.last[k][row]);
                self.field.state.push((STATE_STEPS * mix(0)).round() as u8);
                self.field
                    .half_c
                    .push((2.0 * mix(1)).round().clamp(0.0, 255.0) as u8);
            }
        }
        std::mem::swap(&mut self.last, &mut self.now);
        self.last_t_s = moment.t_s;
    }
}

/// State on the scale of [`SliceField::state`] from the highest temperature, the logarithm
/// of the setting integral and the crust at one depth. Interpolating these, and not the
/// state, keeps the ends of states smooth between cells.
pub(super) fn state(aim: &Aim, peak: f64, ln_setting: f64, crust: f64) -> f64 {
    let opaque = 1.0 - (-ln_setting.exp()).exp();
    let Band { low_c, high_c } = aim.band;
    let dry_c = aim.overcooked_c.max(high_c + 1.0);
    let part = |from: f64, to: f64| ((peak - from) / (to - from).max(0.1)).clamp(0.0, 1.0);
    if peak >= dry_c {
        4.0 + part(dry_c, 100.0) + crust
    } else if peak >= high_c {
        3.0 + part(high_c, dry_c)
    } else if peak >= low_c {
        2.0 + part(low_c, high_c)
    } else if opaque >= SET_SHARE {
        // Not flat at 1: a plateau there would draw the end of raw twice.
        1.05 + 0.95 * part(low_c - 8.0, low_c)
    } else {
        opaque / SET_SHARE
    }
}
