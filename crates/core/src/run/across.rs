//! A piece cut across: its whole section cooked along a timeline, in two dimensions.

use super::bench::Bench;
use super::field::{STATE_STEPS, state};
use super::kinetics::rates;
use super::timeline::Timeline;
use crate::heat::{Cooked, Faces, Finest, Outline, Reading, Shape, Track};
use crate::target::Aim;

/// A bench whose piece is cooked as a whole section. The pan, bath or dish goes where it goes under the column.
#[derive(Debug, Clone)]
pub struct Across<'a> {
    bench: &'a Bench,
    outline: Outline,
    finest: Finest,
}

/// What a piece looks like cut open at one moment.
#[derive(Debug, Clone, PartialEq)]
pub struct CutOpen {
    /// When, s.
    pub at_s: f64,
    /// State as in [`super::SliceField::state`], row after row from below over the box that the outline fills; beyond
    /// the outline that at its edge.
    pub state: Vec<u8>,
    /// Coldest place, C.
    pub coldest_c: f64,
    /// Mid-thickness, C.
    pub middle_c: f64,
}

/// Points of an upright.
const UPRIGHT_POINTS: usize = 48;

/// What stands on the upright through the middle of a section, evenly from the skin side to the flesh side.
#[derive(Debug, Clone, PartialEq)]
pub struct Upright {
    t_c: Vec<f64>,
    peaks_c: Vec<f64>,
    ln_setting: Vec<f64>,
}

impl Upright {
    fn sample(of: &[f64], share: f64) -> f64 {
        let x = (share * of.len() as f64 - 0.5).clamp(0.0, of.len() as f64 - 1.0);
        let i = (x as usize).min(of.len().saturating_sub(2));
        of[i] + (x - i as f64) * (of[i + 1] - of[i])
    }

    /// Temperature at a share of the thickness from the skin side, C.
    pub fn at_c(&self, share: f64) -> f64 {
        Self::sample(&self.t_c, share)
    }

    /// By how much the flesh there is above where it looks set, K.
    pub fn line_k(&self, share: f64) -> f64 {
        super::felt::set_k(Self::sample(&self.ln_setting, share).exp())
    }

    /// The same where it is least.
    pub fn least_line_k(&self) -> f64 {
        let least = self
            .ln_setting
            .iter()
            .copied()
            .fold(f64::INFINITY, f64::min);
        super::felt::set_k(least.exp())
    }

    /// Highest temperature of the coldest point, C.
    pub fn coldest_peak_c(&self) -> f64 {
        self.peaks_c.iter().copied().fold(f64::INFINITY, f64::min)
    }
}

/// A piece cut across at its thickest, moment after moment.
#[derive(Debug, Clone, PartialEq)]
pub struct Opened {
    /// Samples across.
    pub columns: usize,
    /// Samples upwards.
    pub rows: usize,
    /// Its outline and that of its empty belly, closed lines, m from the left end and from the base.
    pub outline_m: [Vec<[f64; 2]>; 2],
    /// How wide and how high it is, m.
    pub size_m: [f64; 2],
    /// In the order they were asked for.
    pub moments: Vec<CutOpen>,
}

/// A picture is no higher, samples.
const MOST_ROWS: usize = 160;

/// What adds up in every cell.
#[derive(Default)]
struct Sums {
    peaks_c: Vec<f64>,
    setting: Vec<f64>,
}

impl Sums {
    fn step(&mut self, cooked: &Cooked<'_>, dt_s: f64) {
        let n = cooked.t_c().len();
        self.peaks_c.resize(n, f64::NEG_INFINITY);
        self.setting.resize(n, 0.0);
        let sums = self.peaks_c.iter_mut().zip(&mut self.setting);
        for ((peak, setting), t_c) in sums.zip(cooked.t_c()) {
            *peak = peak.max(*t_c);
            *setting += dt_s * rates(*t_c).0;
        }
    }
}

impl Bench {
    /// The same piece as a section.
    pub fn across(&self) -> Across<'_> {
        self.across_as(self.outline(), Finest::ORDINARY)
    }

    /// What its section looks like.
    pub fn outline(&self) -> Outline {
        Outline::of(&self.shape, self.column.grid.flesh_m())
    }

    /// The same with an outline of its own.
    pub fn across_as(&self, outline: Outline, finest: Finest) -> Across<'_> {
        Across {
            bench: self,
            outline,
            finest,
        }
    }
}

impl Across<'_> {
    /// Cooks along a timeline until it is eaten, handing over each step's length, s.
    fn run(&self, timeline: &Timeline, each: impl FnMut(&Cooked<'_>, f64)) {
        self.run_until(timeline, timeline.eaten_s(), each);
    }

    /// The same to a time, s.
    fn run_until(&self, timeline: &Timeline, until_s: f64, mut each: impl FnMut(&Cooked<'_>, f64)) {
        let mut track = Track::default();
        self.bench.run(timeline, &mut track);
        let reservoir = self.bench.programme.reservoir.map(|_| &track);
        let mut cooked = Cooked::new(
            &self.bench.column,
            self.outline,
            self.finest,
            self.bench.start_c,
            reservoir,
        );
        let bath = self.bench.programme.bath();
        each(&cooked, 0.0);
        for stretch in self.bench.programme.stretches(timeline) {
            let to_s = stretch.to_s.min(until_s);
            if to_s - cooked.t_s() <= 1e-9 {
                continue;
            }
            let stage = stretch.stage;
            let on_heat = stretch.from_s < timeline.off_s;
            let faces = Faces {
                low: stage.low,
                high: stage.high,
                edge: (self.bench.shape != Shape::Slab).then(|| stage.edge(bath && on_heat)),
            };
            cooked.go_on(&faces, to_s - cooked.t_s(), &mut each);
        }
    }

    /// Highest temperature along a timeline, C, of the coldest point on the upright through the middle, which a
    /// column stands for, and of the coldest place of all: of the one whose own highest is lowest.
    pub fn peaks_c(&self, timeline: &Timeline) -> [f64; 2] {
        let mut peaks: Vec<f64> = Vec::new();
        let mut which = [Vec::new(), Vec::new()];
        self.run(timeline, |cooked, _| {
            if peaks.is_empty() {
                which = [cooked.upright(), cooked.places()];
                peaks = vec![f64::NEG_INFINITY; cooked.t_c().len()];
            }
            for (peak, t_c) in peaks.iter_mut().zip(cooked.t_c()) {
                *peak = peak.max(*t_c);
            }
        });
        which.map(|cells| {
            cells
                .iter()
                .fold(f64::INFINITY, |least, c| least.min(peaks[*c]))
        })
    }

    /// The upright through the middle, that which a column is, at some rising times, s; none where its middle is an
    /// empty belly.
    pub fn uprights(&self, timeline: &Timeline, at_s: &[f64]) -> Option<Vec<Upright>> {
        let (base, high) = (self.outline.base_m(), self.outline.thickness_m());
        let mut wanted = at_s.iter().copied().peekable();
        let mut found = Vec::with_capacity(at_s.len());
        let mut readings: Option<Vec<Reading>> = None;
        let mut sums = Sums::default();
        let last_s = at_s.last().copied().unwrap_or(0.0);
        self.run_until(timeline, last_s, |cooked, dt_s| {
            sums.step(cooked, dt_s);
            let at = readings.get_or_insert_with(|| {
                let share = |i: usize| (i as f64 + 0.5) / UPRIGHT_POINTS as f64;
                let x_m = self.outline.upright_m();
                let points = (0..UPRIGHT_POINTS).map(|i| [x_m, base + high * share(i)]);
                points.filter_map(|at| cooked.reading(at)).collect()
            });
            while wanted.next_if(|at| *at <= cooked.t_s() + 1e-6).is_some() {
                let of = |cells: &[f64]| at.iter().map(|at| at.of(cells)).collect();
                let ln: Vec<f64> = sums.setting.iter().map(|s| s.max(1e-9).ln()).collect();
                found.push(Upright {
                    t_c: of(cooked.t_c()),
                    peaks_c: of(&sums.peaks_c),
                    ln_setting: of(&ln),
                });
            }
        });
        let whole = found.iter().all(|one| one.t_c.len() == UPRIGHT_POINTS);
        (whole && found.len() == at_s.len()).then_some(found)
    }

    /// What it looks like at some moments, in order, so many samples across; moments past the plate are left out.
    pub fn cut_open(&self, timeline: &Timeline, at_s: &[f64], columns: usize, aim: &Aim) -> Opened {
        let wide = 2.0 * self.outline.across_m();
        let high = self.outline.thickness_m();
        let rows = ((columns as f64 * high / wide).round() as usize).clamp(2, MOST_ROWS);
        let base = self.outline.base_m();
        let mut wanted = at_s.iter().copied().peekable();
        let mut moments = Vec::with_capacity(at_s.len());
        let mut readings: Vec<Option<Reading>> = Vec::new();
        let mut sums = Sums::default();
        self.run(timeline, |cooked, dt_s| {
            sums.step(cooked, dt_s);
            while wanted.next_if(|at| *at <= cooked.t_s() + 1e-6).is_some() {
                let ln: Vec<f64> = sums.setting.iter().map(|s| s.max(1e-9).ln()).collect();
                let crust: Vec<f64> = (0..ln.len()).map(|c| cooked.crustiness(c)).collect();
                if readings.is_empty() {
                    let part = |i: usize, of: usize| (i as f64 + 0.5) / of as f64;
                    let places = (0..rows).flat_map(|row| (0..columns).map(move |c| (row, c)));
                    let at = places.map(|(row, column)| {
                        let x_m = wide * (part(column, columns) - 0.5);
                        cooked.reading([x_m, base + high * part(row, rows)])
                    });
                    readings = at.collect();
                }
                let state_bytes = readings.iter().map(|reading| {
                    // Deep in an empty belly nothing is drawn.
                    reading.map_or(0, |at| {
                        let level = state(aim, at.of(&sums.peaks_c), at.of(&ln), at.of(&crust));
                        (STATE_STEPS * level).round() as u8
                    })
                });
                moments.push(CutOpen {
                    at_s: cooked.t_s(),
                    state: state_bytes.collect(),
                    coldest_c: cooked.coldest_c(),
                    middle_c: cooked.middle_c(),
                });
            }
        });
        let from_left = |line: Vec<[f64; 2]>| {
            let points = line.into_iter();
            points.map(|[x, y]| [x + 0.5 * wide, y - base]).collect()
        };
        Opened {
            columns,
            rows,
            outline_m: self.outline.drawn_m().map(from_left),
            size_m: [wide, high],
            moments,
        }
    }
}
