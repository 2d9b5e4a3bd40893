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

/// What a place in the piece has come to: what its state is read from.
#[derive(Debug, Clone, Copy, Default)]
struct Place {
    peak_c: f64,
    ln_setting: f64,
    crust: f64,
    t_c: f64,
}

impl Place {
    fn towards(self, other: Self, share: f64) -> Self {
        let mix = |a: f64, b: f64| a + share * (b - a);
        Self {
            peak_c: mix(self.peak_c, other.peak_c),
            ln_setting: mix(self.ln_setting, other.ln_setting),
            crust: mix(self.crust, other.crust),
            t_c: mix(self.t_c, other.t_c),
        }
    }
}

/// Fills a [`SliceField`].
#[derive(Debug)]
pub struct FieldSink<'a> {
    column: &'a Column,
    aim: Aim,
    field: SliceField,
    /// Cells that a row is read from, each with its weight.
    rows: Vec<[(usize, f64); 4]>,
    last_t_s: f64,
    last: Vec<Place>,
    now: Vec<Place>,
    ln_setting: Vec<f64>,
    crust: Vec<f64>,
}

impl<'a> FieldSink<'a> {
    /// Samples a run from 0 to `end_s`.
    pub fn new(column: &'a Column, asked: FieldAsked, end_s: f64, aim: &Aim) -> Self {
        let grid = &column.grid;
        let centres: Vec<f64> = (0..grid.flesh.len())
            .map(|i| grid.flesh_middle(i))
            .collect();
        let room = asked.times * asked.depths;
        let share = |row: usize| (row as f64 + 0.5) / asked.depths as f64;
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
            rows: (0..asked.depths)
                .map(|row| smooth(&centres, share(row)))
                .collect(),
            last_t_s: 0.0,
            last: vec![Place::default(); asked.depths],
            now: vec![Place::default(); asked.depths],
            ln_setting: vec![0.0; grid.flesh.len()],
            crust: vec![0.0; grid.flesh.len()],
        }
    }

    /// The field.
    pub fn finish(self) -> SliceField {
        self.field
    }
}

/// Weights of the cells round a place for a value there: a cubic between neighbours with the slope at each that
/// a parabola through it and its own neighbours has, so that the ends of states run smooth; level beyond the
/// outermost.
fn smooth(centres: &[f64], x: f64) -> [(usize, f64); 4] {
    let last = centres.len() - 1;
    let right = centres.partition_point(|c| *c < x);
    if right == 0 || right > last {
        let i = right.min(last);
        return [(i, 1.0), (i, 0.0), (i, 0.0), (i, 0.0)];
    }
    let (i, j) = (right - 1, right);
    let (before, after) = (i.saturating_sub(1), (j + 1).min(last));
    let gap = centres[j] - centres[i];
    let f = (x - centres[i]) / gap;
    // Cubic Hermite: values and slopes at both ends.
    let (v0, v1) = (
        (1.0 + 2.0 * f) * (1.0 - f) * (1.0 - f),
        f * f * (3.0 - 2.0 * f),
    );
    let (s0, s1) = (gap * f * (1.0 - f) * (1.0 - f), gap * f * f * (f - 1.0));
    let mut weights = [(before, 0.0), (i, v0), (j, v1), (after, 0.0)];
    for (at, slope) in [(1, s0), (2, s1)] {
        let [low, here, high] = [at - 1, at, at + 1].map(|k| centres[weights[k].0]);
        let (below, above) = (here - low, high - here);
        if below <= 0.0 || above <= 0.0 {
            // At an end the slope is that of the chord.
            weights[1].1 -= slope / gap;
            weights[2].1 += slope / gap;
            continue;
        }
        let all = below + above;
        weights[at - 1].1 -= slope * above / (below * all);
        weights[at].1 += slope * (above - below) / (below * above);
        weights[at + 1].1 += slope * below / (above * all);
    }
    weights
}

impl FieldSink<'_> {
    /// One step, with what has added up by then.
    pub fn step(&mut self, moment: &Moment<'_>, tally: &Tally<'_>) {
        let grid = &self.column.grid;
        let flesh = grid.flesh.clone();
        for i in 0..flesh.len() {
            self.ln_setting[i] = tally.past().setting[i].max(1e-9).ln();
            self.crust[i] = tally.crustiness(flesh.start + i);
        }
        let peaks = &tally.past().peaks_c;
        let depths = self.field.depths;
        for (row, place) in self.now.iter_mut().enumerate() {
            let at = |cells: &[f64]| -> f64 {
                let weighed = self.rows[row].iter().map(|(i, weight)| weight * cells[*i]);
                weighed.sum()
            };
            let share = (row as f64 + 0.5) / depths as f64;
            *place = Place {
                peak_c: at(peaks),
                ln_setting: at(&self.ln_setting),
                crust: at(&self.crust).clamp(0.0, 1.0),
                t_c: grid.sample(
                    moment.t_c,
                    moment.low_surface_c,
                    moment.high_surface_c,
                    grid.flesh_share(share),
                ),
            };
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
            for (last, now) in self.last.iter().zip(&self.now) {
                let place = last.towards(*now, f);
                let state = state(&self.aim, place.peak_c, place.ln_setting, place.crust);
                // What lies between cells is read off a curve, which may dip; what has been does not.
                let was = self.field.state.len().checked_sub(depths);
                let was = was.map_or(0, |i| self.field.state[i]);
                let state = ((STATE_STEPS * state).round() as u8).max(was);
                self.field.state.push(state);
                let half_c = (2.0 * place.t_c).round().clamp(0.0, 255.0);
                self.field.half_c.push(half_c as u8);
            }
        }
        std::mem::swap(&mut self.last, &mut self.now);
        self.last_t_s = moment.t_s;
    }
}

/// Raw flesh is told apart over so many kelvins below where it sets, and setting goes with this by the kelvin.
const RAW_K: f64 = 5.0;
const SETTING_PER_K: f64 = std::f64::consts::LN_10 / 6.0;

/// State on the scale of [`SliceField::state`] from the highest temperature, the logarithm
/// of the setting integral and the crust at one depth. It has no jumps and is straight in kelvins within each
/// state, so that the ends of states run smooth when it is read between samples.
pub(super) fn state(aim: &Aim, peak: f64, ln_setting: f64, crust: f64) -> f64 {
    let Band { low_c, high_c } = aim.band;
    let dry_c = aim.overcooked_c.max(high_c + 1.0);
    let part = |from: f64, to: f64| ((peak - from) / (to - from).max(0.1)).clamp(0.0, 1.0);
    if peak >= dry_c {
        return 4.0 + part(dry_c, 100.0) + crust;
    }
    if peak >= high_c {
        return 3.0 + part(high_c, dry_c);
    }
    if peak >= low_c {
        return 2.0 + part(low_c, high_c);
    }
    // Half opaque when `1 - exp(-x)` is the share that counts as set.
    let set_k = (ln_setting - (-(1.0 - SET_SHARE).ln()).ln()) / SETTING_PER_K;
    if set_k >= 0.0 {
        let left_k = (low_c - peak).max(1e-6);
        1.0 + set_k / (set_k + left_k)
    } else {
        (1.0 + set_k / RAW_K).max(0.0)
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    /// A cubic with such slopes gives parabolas back exactly, on uneven centres too, and is level outside.
    #[test]
    fn exact_parabola_between_cells() {
        let centres = [0.05, 0.1, 0.2, 0.4, 0.7, 0.95];
        let parabola = |x: f64| 3.0 - 2.0 * x + 5.0 * x * x;
        let read = |x: f64| -> f64 {
            let weights = smooth(&centres, x);
            weights.iter().map(|(i, w)| w * parabola(centres[*i])).sum()
        };
        for x in [0.1, 0.13, 0.27, 0.4, 0.55, 0.7] {
            assert!((read(x) - parabola(x)).abs() < 1e-12, "{x}");
        }
        assert_eq!(read(0.01), parabola(0.05));
        assert_eq!(read(0.99), parabola(0.95));
    }
}
