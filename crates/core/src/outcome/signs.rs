//! Signs that a cook sees or feels, read from the field while it is computed.
//!
//! Values of the working model (`docs/SOURCES.md`): a dry skin of 0.2 mm lets go of the pan;
//! browning doubles every 10 K from 120 C up in dried cells; a tester slides where the flesh has
//! softened, about 49 C; bone lets go at about 55 C; white beads come from outer layers long
//! above 60 C.

use super::kinetics::rates;
use super::tally::SET_SHARE;
use crate::heat::{Column, Moment, Sink};

/// Dry crust that lets go of pan or grate, mm.
const RELEASE_MM: f64 = 0.2;
/// Flesh between flakes has softened, C.
const SOFT_C: f64 = 49.0;
/// Bone lets go, C.
const BONE_C: f64 = 55.0;
/// White protein beads: outer layer above this, C, that deep, m.
const BEADS_C: f64 = 60.0;
const BEADS_M: f64 = 3e-3;
/// Few beads after so long above it, many after so much longer, s.
const FEW_BEADS_S: f64 = 60.0;
const MANY_BEADS_S: f64 = 240.0;
/// Browning is counted against this temperature, C.
const BROWNING_C: f64 = 120.0;
/// Points of the cooked line over time.
const LINE_POINTS: usize = 25;

/// What a thin metal tester meets, pushed through the thickest part.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Tester {
    /// Raw: it stops.
    Stops,
    /// Nearly: a grip in the middle.
    Grips,
    /// Done: it slides.
    Slides,
}

/// The tester held in the middle and then to the lip.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Lip {
    /// Under 36 C.
    Cold,
    /// To 45 C.
    JustWarm,
    /// To 54 C.
    Warm,
    /// Above.
    Hot,
}

/// White beads on the surface.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Beads {
    /// None.
    None,
    /// A few: it is ready.
    Few,
    /// Many: gone too far.
    Many,
}

/// The signs of one run.
#[derive(Debug, Clone, PartialEq)]
pub struct Signs {
    /// When the skin side and the flesh side let go of pan or grate, s.
    pub release_s: [Option<f64>; 2],
    /// Browning of both sides, minutes at 120 C.
    pub browning_min: [f64; 2],
    /// Height of the cooked line from the skin side, (s, share of the thickness), evenly in time.
    pub cooked_line: Vec<(f64, f64)>,
    /// The tester as the piece leaves the heat.
    pub tester: Tester,
    /// The lip test as the piece leaves the heat.
    pub lip: Lip,
    /// When bone lets go all through, s.
    pub bone_s: Option<f64>,
    /// White beads as the piece leaves the heat.
    pub beads: Beads,
}

/// Reads the signs.
#[derive(Debug)]
pub struct SignSink<'a> {
    column: &'a Column,
    off_s: f64,
    end_s: f64,
    setting: Vec<f64>,
    beads_s: [f64; 2],
    signs: Signs,
}

impl<'a> SignSink<'a> {
    /// For a run that leaves the heat at `off_s` and ends at `end_s`.
    pub fn new(column: &'a Column, off_s: f64, end_s: f64) -> Self {
        Self {
            column,
            off_s,
            end_s,
            setting: vec![0.0; column.grid.flesh.len()],
            beads_s: [0.0; 2],
            signs: Signs {
                release_s: [None; 2],
                browning_min: [0.0; 2],
                cooked_line: Vec::with_capacity(LINE_POINTS),
                tester: Tester::Stops,
                lip: Lip::Cold,
                bone_s: None,
                beads: Beads::None,
            },
        }
    }

    /// The signs.
    pub fn finish(self) -> Signs {
        self.signs
    }

    fn line_share(&self) -> f64 {
        let width = &self.column.grid.width_m[self.column.grid.flesh.clone()];
        let set = |s: &f64| 1.0 - (-s).exp() >= SET_SHARE;
        let tall: f64 = self
            .setting
            .iter()
            .zip(width)
            .take_while(|(s, _)| set(s))
            .map(|(_, w)| w)
            .sum();
        tall / self.column.grid.flesh_m()
    }

    fn leave(&mut self, moment: &Moment<'_>) {
        let core = moment.core_c();
        let soft = moment.flesh_c.iter().filter(|t| **t >= SOFT_C).count();
        self.signs.tester = match soft as f64 / moment.flesh_c.len() as f64 {
            s if s >= 0.98 => Tester::Slides,
            s if s >= 0.6 => Tester::Grips,
            _ => Tester::Stops,
        };
        self.signs.lip = match core {
            t if t < 36.0 => Lip::Cold,
            t if t < 45.5 => Lip::JustWarm,
            t if t < 54.0 => Lip::Warm,
            _ => Lip::Hot,
        };
        self.signs.beads = match self.beads_s[0].max(self.beads_s[1]) {
            s if s < FEW_BEADS_S => Beads::None,
            s if s < MANY_BEADS_S => Beads::Few,
            _ => Beads::Many,
        };
    }
}

impl Sink for SignSink<'_> {
    fn step(&mut self, moment: &Moment<'_>) {
        let grid = &self.column.grid;
        let n = grid.len();
        let dt = moment.dt_s;
        for (sum, t) in self.setting.iter_mut().zip(moment.flesh_c) {
            *sum += dt * rates(*t).0;
        }
        let crust = |i: usize| self.column.material(i).crustiness(moment.water_kg_m3[i]);
        for side in 0..2 {
            let cell = |k: usize| if side == 0 { k } else { n - 1 - k };
            if self.signs.release_s[side].is_none() {
                let dry: f64 = (0..n)
                    .map(cell)
                    .map(|i| (crust(i), 1e3 * grid.width_m[i]))
                    .take_while(|(crust, _)| *crust > 0.0)
                    .map(|(crust, width)| crust * width)
                    .sum();
                if dry >= RELEASE_MM {
                    self.signs.release_s[side] = Some(moment.t_s);
                }
            }
            let outer = cell(0);
            if crust(outer) > 0.5 {
                // Rate doubles every 10 K.
                let rate = 2f64.powf((moment.t_c[outer] - BROWNING_C) / 10.0);
                self.signs.browning_min[side] += dt / 60.0 * rate;
            }
            let under = if side == 0 {
                BEADS_M
            } else {
                grid.flesh_m() - BEADS_M
            };
            let share = (under / grid.flesh_m()).clamp(0.0, 1.0);
            let at = grid.sample_flesh(moment.flesh_c, share);
            if at > BEADS_C && moment.t_s <= self.off_s + 1e-6 {
                self.beads_s[side] += dt;
            }
        }
        if self.signs.bone_s.is_none() && moment.core_c() >= BONE_C {
            self.signs.bone_s = Some(moment.t_s);
        }
        let gap = self.end_s / (LINE_POINTS - 1) as f64;
        while self.signs.cooked_line.len() < LINE_POINTS {
            let at = self.signs.cooked_line.len() as f64 * gap;
            if at > moment.t_s + 1e-6 {
                break;
            }
            let share = self.line_share();
            self.signs.cooked_line.push((at, share));
        }
        if moment.t_s <= self.off_s + 1e-6 {
            self.leave(moment);
        }
    }
}
