//! What adds up while a piece is under way, and what came of it in the end.

use super::browning::Browned;
use super::kinetics::rates;
use super::timeline::Timeline;
use crate::InputError;
use crate::heat::{self, Column, MIDDLE, Moment, Sink};
use crate::matter::juice_share;
use crate::quantity::checked;
use crate::target::Aim;
use crate::target::safety::{self, Safety};
use serde::{Deserialize, Serialize};

/// A cell has set when it is half opaque.
pub const SET_SHARE: f64 = 0.5;

/// The highest temperature of every cell of the flesh; all that the search for a time needs.
#[derive(Debug, Clone, PartialEq)]
pub struct PeakSink(pub Vec<f64>);

impl PeakSink {
    /// For a column.
    pub fn new(column: &Column) -> Self {
        Self(vec![f64::NEG_INFINITY; column.grid.flesh.len()])
    }

    /// Highest temperature of the coldest point: of the cell whose own highest is lowest.
    pub fn coldest_c(&self) -> f64 {
        self.0.iter().copied().fold(f64::INFINITY, f64::min)
    }

    /// Share of the thickness that went above so many C.
    pub fn share_above(&self, column: &Column, c: f64) -> f64 {
        share_above(column, &self.0, c)
    }

    /// How deep the seared rim is, mm, the mean of both sides.
    pub fn rim_mm(&self, column: &Column) -> f64 {
        rim_mm(column, &self.0)
    }
}

/// Flesh that has been this hot has turned from raw to cooked while the pan is on it: a seared rim, C.
/// Myosin of tuna sets at 50 to 60 C (`BELL-2001`, low confidence).
pub const RIM_C: f64 = 50.0;

/// How deep the seared rim is, mm, the mean of both sides: flesh that went above [`RIM_C`]. Within a
/// cell it goes on in proportion, so that it does not jump by a cell.
fn rim_mm(column: &Column, peaks_c: &[f64]) -> f64 {
    let grid = &column.grid;
    let width = &grid.width_m[grid.flesh.clone()];
    let n = peaks_c.len();
    let deep = |cell: &dyn Fn(usize) -> usize| {
        let mut depth = 0.0;
        for k in 0..n {
            let i = cell(k);
            if peaks_c[i] < RIM_C {
                if k > 0 {
                    let before = peaks_c[cell(k - 1)];
                    let part = (before - RIM_C) / (before - peaks_c[i]).max(1e-9);
                    // Between the middles of two cells.
                    let last = width[cell(k - 1)];
                    depth += 0.5 * part * (last + width[i]) - 0.5 * last;
                }
                break;
            }
            depth += width[i];
        }
        depth.max(0.0)
    };
    1e3 * 0.5 * (deep(&|k| k) + deep(&|k| n - 1 - k))
}

/// Share of the thickness that went above `c`: straight between the middles of cells, level to the
/// faces, so that it does not jump by a cell.
fn share_above(column: &Column, peaks_c: &[f64], c: f64) -> f64 {
    let grid = &column.grid;
    let width = &grid.width_m[grid.flesh.clone()];
    let n = peaks_c.len();
    let whole = |i: usize| if peaks_c[i] > c { 0.5 * width[i] } else { 0.0 };
    let between = (1..n).map(|i| {
        let (a, b) = (peaks_c[i - 1], peaks_c[i]);
        let (low, high) = (a.min(b), a.max(b));
        let part = if high - low > 1e-12 {
            ((high - c) / (high - low)).clamp(0.0, 1.0)
        } else {
            f64::from(u8::from(high > c))
        };
        0.5 * part * (width[i - 1] + width[i])
    });
    (whole(0) + whole(n - 1) + between.sum::<f64>()) / grid.flesh_m()
}

impl Sink for PeakSink {
    fn step(&mut self, moment: &Moment<'_>) {
        for (peak, t) in self.0.iter_mut().zip(moment.flesh_c) {
            *peak = peak.max(*t);
        }
    }
}

/// How a piece came out.
#[derive(Debug, Clone, PartialEq)]
pub struct Outcome {
    /// Highest temperature of the coldest point, C.
    pub core_peak_c: f64,
    /// When it is reached, s.
    pub core_peak_s: f64,
    /// The same as far as it is served, C: what a safety figure may count.
    pub served_peak_c: f64,
    /// Highest temperature of mid-thickness, C: what a probe or a tester meets.
    pub probe_peak_c: f64,
    /// Share of the thickness whose highest temperature lies in the band.
    pub even_share: f64,
    /// Share of the thickness that is overcooked for this fish.
    pub overcooked_share: f64,
    /// Depth of the seared rim, mm, the mean of both sides; half the thickness when they meet.
    pub rim_mm: f64,
    /// Crust on the skin side and the flesh side, mm.
    pub crust_mm: [f64; 2],
    /// Water boiled and steamed off and juice squeezed out, share of the mass of the raw piece.
    pub weight_loss_share: f64,
    /// Of it the water that boiled or steamed off.
    pub evaporated_share: f64,
    /// Of it the juice that setting squeezes out: an estimate good to half of itself, see
    /// [`juice_share`].
    pub juice_share: f64,
    /// Height of the cooked line from the skin side, share of the thickness.
    pub cooked_line_share: f64,
    /// Coldest the pan became.
    pub reservoir_low_c: Option<f64>,
    /// Safety figures.
    pub safety: Safety,
}

/// What has added up in every cell of the flesh since the start, and on both faces.
#[derive(Debug, Clone, PartialEq, Default, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct Past {
    /// Highest temperature, C.
    pub peaks_c: Vec<f64>,
    /// When that was, s.
    pub peaks_s: Vec<f64>,
    /// Highest temperature of the coldest point when it was served, C; none before.
    pub served_peak_c: Option<f64>,
    /// `int k dt` of the setting.
    pub setting: Vec<f64>,
    /// Lethality for Listeria, minutes at 70 C.
    pub f70_min: Vec<f64>,
    /// Time above the food-safety figure without a break so far, and the longest, s.
    pub above_63_s: [Vec<f64>; 2],
    /// The same above what kills parasites, s.
    pub above_60_s: [Vec<f64>; 2],
    /// Time that the outer layer of both sides was hot enough for white beads, s.
    pub beads_s: [f64; 2],
    /// How far both sides have browned.
    pub browned: Browned,
    /// Coldest the pan or bath became on the heat, C.
    pub reservoir_low_c: Option<f64>,
    /// Water leaving by face area over the last 40 s or so, kg/(m2 s): a front that dries
    /// cell by cell gives it off in puffs.
    pub steam_kg_m2s: f64,
    /// Temperatures at the last step, C.
    pub last_c: Vec<f64>,
}

/// White protein beads: outer layer above this, C, that deep, m.
pub(super) const BEADS_C: f64 = 60.0;
pub(super) const BEADS_M: f64 = 3e-3;
/// Time over which steam is smoothed, s.
pub const STEAM_OVER_S: f64 = 40.0;

impl Past {
    fn new(cells: usize) -> Self {
        let zeros = || vec![0.0; cells];
        Self {
            peaks_c: vec![f64::NEG_INFINITY; cells],
            peaks_s: zeros(),
            setting: zeros(),
            f70_min: zeros(),
            above_63_s: [zeros(), zeros()],
            above_60_s: [zeros(), zeros()],
            ..Self::default()
        }
    }

    /// How opaque a cell of the flesh is, 0 raw to 1: `1 - exp(-int k dt)`.
    pub fn opaque_share(&self, i: usize) -> f64 {
        1.0 - (-self.setting[i]).exp()
    }

    /// Highest temperature of the coldest point, C.
    pub fn coldest_peak_c(&self) -> f64 {
        least(&self.peaks_c)
    }

    /// Which cell of the flesh is the coldest point: the one whose own highest is lowest.
    pub fn coldest(&self) -> usize {
        let cells = self.peaks_c.iter().enumerate();
        cells
            .min_by(|a, b| a.1.total_cmp(b.1))
            .map_or(0, |(i, _)| i)
    }
}

fn least(of: &[f64]) -> f64 {
    of.iter().copied().fold(f64::INFINITY, f64::min)
}

/// Adds up what a run goes through.
#[derive(Debug, Clone)]
pub struct Tally<'a> {
    column: &'a Column,
    past: Past,
    /// Rates of setting and of lethality at the last step.
    rates: Vec<(f64, f64)>,
    water: Vec<f64>,
    off_s: f64,
    served_s: f64,
    /// Where white beads come from on both sides: cell of the flesh, and how far to the next.
    beads_at: [(usize, f64); 2],
}

impl<'a> Tally<'a> {
    /// For a column that is cooked along a timeline. Pan and beads count until it leaves the heat, safety
    /// until it is served, the rest until it is eaten.
    pub fn new(column: &'a Column, timeline: &Timeline) -> Self {
        Self {
            column,
            past: Past::new(column.grid.flesh.len()),
            rates: Vec::new(),
            water: (0..column.grid.len())
                .map(|i| column.material(i).water_kg_m3)
                .collect(),
            off_s: timeline.off_s,
            served_s: timeline.end_s(),
            beads_at: {
                let share = (BEADS_M / column.grid.flesh_m()).clamp(0.0, 1.0);
                [share, 1.0 - share].map(|share| column.grid.flesh_at(share))
            },
        }
    }

    /// Response on from what has added up.
    ///
    /// # Errors
    /// [`InputError`] (out of range) when it is of another column.
    pub fn resume(mut self, past: &Past, heat: &heat::State) -> Result<Self, InputError> {
        let n = self.past.setting.len() as f64;
        for cells in [
            &past.peaks_c,
            &past.peaks_s,
            &past.setting,
            &past.f70_min,
            &past.last_c,
            &past.above_63_s[0],
            &past.above_63_s[1],
            &past.above_60_s[0],
            &past.above_60_s[1],
        ] {
            checked("state", cells.len() as f64, (n, n), "cells")?;
        }
        self.rates = past.last_c.iter().map(|t| rates(*t)).collect();
        self.water.clone_from(&heat.water_kg_m3);
        self.past = past.clone();
        Ok(self)
    }

    /// What has added up so far.
    pub fn past(&self) -> &Past {
        &self.past
    }

    /// What has added up.
    pub fn into_past(self) -> Past {
        self.past
    }

    /// Crust of a cell, coats counted, 0 to 1.
    pub fn crustiness(&self, i: usize) -> f64 {
        self.column.material(i).crustiness(self.water[i])
    }

    /// Reads the outcome for a target.
    pub fn outcome(&self, aim: &Aim) -> Outcome {
        let (grid, past) = (&self.column.grid, &self.past);
        let flesh = grid.flesh.clone();
        let (volume, thickness) = (&grid.volume_m[flesh.clone()], grid.flesh_m());
        let above = |c: f64| share_above(self.column, &past.peaks_c, c);
        let band = aim.band;
        let raw = self.column.material(flesh.start);
        let lost: f64 = volume
            .iter()
            .zip(&self.water[flesh.clone()])
            .map(|(v, w)| v * (raw.water_kg_m3 - w))
            .sum();
        // Dried cells have no juice left to give, and what went off as vapour does not drip.
        let juice: f64 = (0..flesh.len())
            .map(|i| {
                let held = self.water[flesh.start + i];
                let gives = raw.water_left(held) * juice_share(past.peaks_c[i], raw.fat_share);
                let gone = (raw.water_kg_m3 - held) / raw.rho_kg_m3;
                volume[i] * (gives - gone.max(0.0)).max(0.0)
            })
            .sum();
        let all: f64 = volume.iter().sum();
        let (evaporated_share, juice_share) = (lost / (all * raw.rho_kg_m3), juice / all);
        Outcome {
            core_peak_c: past.coldest_peak_c(),
            core_peak_s: past.peaks_s[past.coldest()],
            served_peak_c: past.served_peak_c.unwrap_or_else(|| past.coldest_peak_c()),
            probe_peak_c: grid.sample_flesh(&past.peaks_c, MIDDLE),
            even_share: (above(band.low_c) - above(band.high_c)).max(0.0),
            overcooked_share: above(aim.overcooked_c),
            rim_mm: rim_mm(self.column, &past.peaks_c).min(500.0 * thickness),
            crust_mm: [0, 1].map(|side| crust_mm(self.column, &self.water, side)),
            weight_loss_share: evaporated_share + juice_share,
            evaporated_share,
            juice_share,
            cooked_line_share: cooked_line_share(self.column, past),
            reservoir_low_c: past.reservoir_low_c,
            safety: Safety {
                food_code_63c_15s: least(&past.above_63_s[1]) >= safety::FOOD_CODE_S,
                listeria_log: 6.0 * least(&past.f70_min) / safety::LISTERIA_6D_MIN,
                parasite_60c_1min: least(&past.above_60_s[1]) >= safety::PARASITE_S,
                hot_hold_57c: least(&past.last_c) >= safety::HOT_HOLD_C,
            },
        }
    }
}

/// Crust on the skin side (0) or the flesh side (1), mm. Cells count by how far they have dried, so
/// that the figure does not jump by a cell.
pub(super) fn crust_mm(column: &Column, water_kg_m3: &[f64], side: usize) -> f64 {
    let n = column.grid.len();
    let cell = |k: usize| if side == 0 { k } else { n - 1 - k };
    (0..n)
        .map(cell)
        .map(|i| {
            let crust = column.material(i).crustiness(water_kg_m3[i]);
            (crust, 1e3 * column.grid.width_m[i])
        })
        .take_while(|(crust, _)| *crust > 0.0)
        .fold(0.0, |sum, (crust, width)| sum + crust * width)
}

/// Height of the cooked line from the skin side, share of the thickness.
pub(super) fn cooked_line_share(column: &Column, past: &Past) -> f64 {
    line_share(column, past, false)
}

/// The same from either side.
pub(super) fn line_share(column: &Column, past: &Past, from_high: bool) -> f64 {
    let grid = &column.grid;
    let width = &grid.width_m[grid.flesh.clone()];
    let n = width.len();
    let cell = |k: usize| if from_high { n - 1 - k } else { k };
    let cells = (0..n).map(cell);
    let set = cells.take_while(|i| past.opaque_share(*i) >= SET_SHARE);
    set.map(|i| width[i]).sum::<f64>() / grid.flesh_m()
}

/// Time above a line within a step that goes straight from `a` to `b`, and whether it ends
/// above.
fn time_above(a: f64, b: f64, line: f64, dt: f64) -> (f64, bool) {
    match (a >= line, b >= line) {
        (true, true) => (dt, true),
        (false, true) => (dt * (b - line) / (b - a), true),
        (true, false) => (dt * (a - line) / (a - b), false),
        (false, false) => (0.0, false),
    }
}

impl Sink for Tally<'_> {
    fn step(&mut self, moment: &Moment<'_>) {
        let dt = moment.dt_s;
        // Nobody is to be made safe by a plate.
        let eats = moment.t_s > self.served_s + 1e-6;
        let past = &mut self.past;
        let served_now = eats && past.served_peak_c.is_none();
        let before_c = if served_now {
            past.coldest_peak_c()
        } else {
            0.0
        };
        if past.last_c.is_empty() {
            past.last_c.extend_from_slice(moment.flesh_c);
            self.rates = moment.flesh_c.iter().map(|t| rates(*t)).collect();
        }
        for (i, t) in moment.flesh_c.iter().enumerate() {
            if *t > past.peaks_c[i] {
                (past.peaks_c[i], past.peaks_s[i]) = (*t, moment.t_s);
            }
            let before = past.last_c[i];
            let (set_a, kill_a) = self.rates[i];
            let (set_b, kill_b) = rates(*t);
            self.rates[i] = (set_b, kill_b);
            past.setting[i] += 0.5 * dt * (set_a + set_b);
            if !eats {
                past.f70_min[i] += 0.5 * dt / 60.0 * (kill_a + kill_b);
            }
            if before.max(*t) < safety::PARASITE_C {
                // Most of the run lies below both lines.
                past.above_63_s[0][i] = 0.0;
                past.above_60_s[0][i] = 0.0;
                continue;
            }
            for (line, [run, best]) in [
                (safety::FOOD_CODE_C, &mut past.above_63_s),
                (safety::PARASITE_C, &mut past.above_60_s),
            ] {
                let (above, stays) = time_above(before, *t, line, dt);
                run[i] += above;
                if !eats {
                    best[i] = best[i].max(run[i]);
                }
                if !stays {
                    run[i] = 0.0;
                }
            }
        }
        if served_now {
            // It is served within this step.
            let part = (self.served_s - (moment.t_s - dt)) / dt.max(1e-9);
            let after_c = past.coldest_peak_c();
            past.served_peak_c = Some(before_c + part.clamp(0.0, 1.0) * (after_c - before_c));
        }
        past.last_c.copy_from_slice(moment.flesh_c);
        let lets_in = 1.0 - (-dt / STEAM_OVER_S).exp();
        past.steam_kg_m2s += lets_in * (moment.steam_kg_m2s - past.steam_kg_m2s);
        self.water.copy_from_slice(moment.water_kg_m3);
        let on_heat = moment.t_s <= self.off_s + 1e-6;
        past.browned.step(self.column, moment);
        for side in [0, 1] {
            let (i, f) = self.beads_at[side];
            let next = (i + 1).min(moment.flesh_c.len() - 1);
            let deep_c = moment.flesh_c[i] + f * (moment.flesh_c[next] - moment.flesh_c[i]);
            if on_heat && deep_c > BEADS_C {
                past.beads_s[side] += dt;
            }
        }
        if let Some(reservoir) = moment.reservoir_c.filter(|_| on_heat) {
            let low = past.reservoir_low_c.unwrap_or(reservoir);
            past.reservoir_low_c = Some(low.min(reservoir));
        }
    }
}
