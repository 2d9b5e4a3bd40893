//! Sinks that read the outcome off the field while it is computed.

use super::doneness::Band;
use super::kinetics::rates;
use super::safety::{self, Safety};
use crate::heat::{Column, Moment, Sink};

/// Above this, actin sets and juice is squeezed out, C. DSC peaks of actin in cod, hake and
/// salmon lie at 73 to 80 C at scanning rates; loss begins before (`SKIPNES-2008`, trend).
pub const OVERCOOKED_C: f64 = 66.0;
/// Juice that flesh heated to `peak_c` gives off, share of its mass: rises steeply from 40 C,
/// most of it lost by 65 C, less from fat flesh (`OFSTAD-1993`, trend). The height, a fifth for
/// lean fish, is an order of magnitude (`SKIPNES-2007`, low confidence); a range of half to one
/// and a half of it is honest.
pub fn juice_share(peak_c: f64, fat_share: f64) -> f64 {
    let most = (0.20 - 0.5 * fat_share).max(0.10);
    most / (1.0 + (-(peak_c - 52.0) / 6.0).exp())
}

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
}

impl Sink for PeakSink {
    fn step(&mut self, moment: &Moment<'_>) {
        for (peak, t) in self.0.iter_mut().zip(moment.flesh_c) {
            *peak = peak.max(*t);
        }
    }
}

/// Everything that adds up in every cell of the flesh; the water in coats too.
#[derive(Debug, Clone)]
pub struct Tally<'a> {
    column: &'a Column,
    peaks: PeakSink,
    setting: Vec<f64>,
    f70_min: Vec<f64>,
    above_63_s: Vec<f64>,
    best_63_s: Vec<f64>,
    above_60_s: Vec<f64>,
    best_60_s: Vec<f64>,
    last_c: Vec<f64>,
    water: Vec<f64>,
    reservoir_low_c: Option<f64>,
    off_heat_s: f64,
}

/// How a piece came out.
#[derive(Debug, Clone, PartialEq)]
pub struct Outcome {
    /// Highest temperature of the coldest point, C.
    pub core_peak_c: f64,
    /// Share of the thickness whose highest temperature lies in the band.
    pub even_share: f64,
    /// Share of the thickness above [`OVERCOOKED_C`].
    pub overcooked_share: f64,
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

impl<'a> Tally<'a> {
    /// For a column that leaves the heat at `off_heat_s`; the pan counts until then.
    pub fn new(column: &'a Column, off_heat_s: f64) -> Self {
        let zeros = || vec![0.0; column.grid.flesh.len()];
        Self {
            column,
            peaks: PeakSink::new(column),
            setting: zeros(),
            f70_min: zeros(),
            above_63_s: zeros(),
            best_63_s: zeros(),
            above_60_s: zeros(),
            best_60_s: zeros(),
            last_c: Vec::new(),
            water: (0..column.grid.len())
                .map(|i| column.material(i).water_kg_m3)
                .collect(),
            reservoir_low_c: None,
            off_heat_s,
        }
    }

    /// Highest temperature of each cell so far.
    pub fn peaks(&self) -> &PeakSink {
        &self.peaks
    }

    /// `int k dt` of the setting so far.
    pub fn setting(&self, i: usize) -> f64 {
        self.setting[i]
    }

    /// How opaque a cell of the flesh is, 0 raw to 1: `1 - exp(-int k dt)`.
    pub fn opaque_share(&self, i: usize) -> f64 {
        1.0 - (-self.setting[i]).exp()
    }

    /// Crust of a cell, coats counted, 0 to 1.
    pub fn crustiness(&self, i: usize) -> f64 {
        self.column.material(i).crustiness(self.water[i])
    }

    fn crust_mm(&self, cells: impl Iterator<Item = usize>) -> f64 {
        // Cells count by how far they have dried, so that the figure does not jump by a cell.
        cells
            .map(|i| (self.crustiness(i), 1e3 * self.column.grid.width_m[i]))
            .take_while(|(crust, _)| *crust > 0.0)
            .fold(0.0, |sum, (crust, width)| sum + crust * width)
    }

    /// Reads the outcome for a band.
    pub fn outcome(&self, band: Band) -> Outcome {
        let grid = &self.column.grid;
        let n = grid.len();
        let flesh = grid.flesh.clone();
        let (width, volume) = (&grid.width_m[flesh.clone()], &grid.volume_m[flesh.clone()]);
        let thickness = grid.flesh_m();
        let share_of = |test: &dyn Fn(f64) -> bool| {
            let cells = self.peaks.0.iter().zip(width);
            cells
                .filter(|(peak, _)| test(**peak))
                .fold(0.0, |sum, (_, w)| sum + w)
                / thickness
        };
        let least = |of: &[f64]| of.iter().copied().fold(f64::INFINITY, f64::min);
        let raw = self.column.material(flesh.start);
        let lost: f64 = volume
            .iter()
            .zip(&self.water[flesh.clone()])
            .map(|(v, w)| v * (raw.water_kg_m3 - w))
            .sum();
        let set = (0..flesh.len()).take_while(|i| self.opaque_share(*i) >= SET_SHARE);
        // Dried cells have no juice left to give.
        let juice: f64 = (0..flesh.len())
            .map(|i| {
                let wet = raw.water_left(self.water[flesh.start + i]);
                volume[i] * wet * juice_share(self.peaks.0[i], raw.fat_share)
            })
            .sum();
        let all: f64 = volume.iter().sum();
        let (evaporated_share, juice_share) = (lost / (all * raw.rho_kg_m3), juice / all);
        Outcome {
            core_peak_c: self.peaks.coldest_c(),
            even_share: share_of(&|peak| peak >= band.low_c && peak <= band.high_c),
            overcooked_share: share_of(&|peak| peak > OVERCOOKED_C),
            crust_mm: [self.crust_mm(0..n), self.crust_mm((0..n).rev())],
            weight_loss_share: evaporated_share + juice_share,
            evaporated_share,
            juice_share,
            cooked_line_share: set.map(|i| width[i]).sum::<f64>() / thickness,
            reservoir_low_c: self.reservoir_low_c,
            safety: Safety {
                food_code_63c_15s: least(&self.best_63_s) >= safety::FOOD_CODE_S,
                listeria_log: 6.0 * least(&self.f70_min) / safety::LISTERIA_6D_MIN,
                parasite_60c_1min: least(&self.best_60_s) >= safety::PARASITE_S,
                hot_hold_57c: least(&self.last_c) >= safety::HOT_HOLD_C,
            },
        }
    }
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
        self.peaks.step(moment);
        let dt = moment.dt_s;
        for (i, t) in moment.flesh_c.iter().enumerate() {
            let before = self.last_c.get(i).copied().unwrap_or(*t);
            let (set_a, kill_a) = rates(before);
            let (set_b, kill_b) = rates(*t);
            self.setting[i] += 0.5 * dt * (set_a + set_b);
            self.f70_min[i] += 0.5 * dt / 60.0 * (kill_a + kill_b);
            for (line, run, best) in [
                (
                    safety::FOOD_CODE_C,
                    &mut self.above_63_s[i],
                    &mut self.best_63_s[i],
                ),
                (
                    safety::PARASITE_C,
                    &mut self.above_60_s[i],
                    &mut self.best_60_s[i],
                ),
            ] {
                let (above, stays) = time_above(before, *t, line, dt);
                *run += above;
                *best = best.max(*run);
                if !stays {
                    *run = 0.0;
                }
            }
        }
        self.last_c.clear();
        self.last_c.extend_from_slice(moment.flesh_c);
        self.water.copy_from_slice(moment.water_kg_m3);
        let on_heat = moment.t_s <= self.off_heat_s + 1e-6;
        if let Some(reservoir) = moment.reservoir_c.filter(|_| on_heat) {
            self.reservoir_low_c = Some(
                self.reservoir_low_c
                    .map_or(reservoir, |low| low.min(reservoir)),
            );
        }
    }
}
