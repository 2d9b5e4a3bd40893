//! One piece and one fire as they really are under one programme: run as often as a question needs,
//! stopped, looked at and gone on with.

use super::past::{Past, PeakSink, Tally};
use super::programme::Programme;
use super::seen::Seen;
use super::timeline::Timeline;
use super::truth::{Contacts, Kelvins, Off, Truth};
use crate::InputError;
use crate::heat::{
    self, Column, Fineness, Marcher, Moment, Shape, Sharer, Sink, Spell, Steps, Track,
};
use crate::matter::{FREEZE_C, water};
use serde::{Deserialize, Serialize};

/// How finely a bench computes.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Fidelity {
    fineness: Fineness,
    steps: Steps,
}

impl Fidelity {
    /// What is shown.
    pub const FINE: Self = Self {
        fineness: Fineness::ORDINARY,
        steps: Steps::ORDINARY,
    };
    /// For searches and spreads: off by about a kelvin, corrected by a fine run.
    pub const ROUGH: Self = Self {
        fineness: Fineness {
            at_face_m: 0.5e-3,
            inside_m: 2.2e-3,
        },
        steps: Steps {
            tolerance_k: 0.6,
            longest_s: 30.0,
        },
    };
    /// For a first guess alone: off by a kelvin or two.
    pub const GUESS: Self = Self {
        fineness: Fineness {
            at_face_m: 0.7e-3,
            inside_m: 3.0e-3,
        },
        steps: Steps {
            tolerance_k: 0.8,
            longest_s: 30.0,
        },
    };
    /// For what is told beside a plan, how faces brown, how long a piece rests, what becomes of a thin end: as fine, in longer steps. Gold comes
    /// within a few seconds of when it is shown, a thin end within a few tenths of a kelvin.
    pub const BESIDE: Self = Self {
        fineness: Fineness::ORDINARY,
        steps: Steps {
            tolerance_k: 0.4,
            longest_s: 15.0,
        },
    };
    /// Hours in a fridge.
    pub const SLOW: Self = Self {
        fineness: Fineness::ORDINARY,
        steps: Steps {
            tolerance_k: 0.05,
            longest_s: 60.0,
        },
    };
}

/// One piece and one fire under one programme.
#[derive(Debug, Clone)]
pub struct Bench {
    /// The piece through its thickness, coats and all.
    pub column: Column,
    /// The programme on the fire as it really is.
    pub programme: Programme,
    pub(super) start_c: f64,
    /// The body that it really is.
    pub(super) shape: Shape,
    steps: Steps,
    /// Where the pan or bath goes, when others share it.
    track: Option<Track>,
}

/// A run under way. It goes on along a timeline, to a time or until something happens, and what it
/// is at any moment is a value.
#[derive(Debug, Clone)]
pub struct Run<'a> {
    bench: &'a Bench,
    marcher: Marcher<'a>,
}

/// Everything about a run under way: kept, written down, read again, gone on with.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct State {
    /// Temperatures, water, surfaces, reservoir, time.
    pub heat: heat::State,
    /// What has added up.
    pub past: Past,
}

impl Bench {
    /// Puts a piece and a fire as they are under a programme.
    pub fn new(truth: &Truth, programme: &Programme, fidelity: Fidelity) -> Self {
        let flesh = programme.flesh.clone().conducting_times(truth.conductivity);
        let [below, above] = &programme.coats;
        let as_asked = truth.contact == Contacts::all(1.0)
            && truth.kelvins == Kelvins::default()
            && truth.hob_share == 1.0
            && truth.load == 1.0
            && !truth.left_in;
        Self {
            column: Column::layered(
                below,
                truth.thickness_m,
                if truth.start_c < FREEZE_C {
                    flesh.freezing()
                } else {
                    flesh
                },
                above,
                programme.dimensionality(truth) - 1.0,
                fidelity.fineness,
                programme.pressure_pa,
            )
            .browning(programme.browns)
            .damp(programme.damp_kg_m2),
            programme: if as_asked {
                programme.clone()
            } else {
                really(programme, truth)
            },
            start_c: truth.start_c,
            shape: programme.shape.higher(truth.height),
            steps: fidelity.steps,
            track: None,
        }
    }

    /// In a pan or bath that others share, which goes as they all have it.
    pub fn sharing(self, track: Track) -> Self {
        Self {
            track: Some(track),
            ..self
        }
    }

    /// Temperature of the piece when it meets the heat, C.
    pub fn start_c(&self) -> f64 {
        self.start_c
    }

    /// A run that has not begun.
    pub fn begin(&self) -> Run<'_> {
        let reservoir = self.programme.reservoir;
        let marcher = Marcher::new(&self.column, self.start_c, reservoir, self.steps);
        Run {
            bench: self,
            marcher: match &self.track {
                Some(track) => marcher.on_track(track),
                None => marcher,
            },
        }
    }

    /// A run on a pan or bath whose temperature is known.
    pub fn begin_on<'a>(&'a self, track: &'a Track) -> Run<'a> {
        let run = self.begin();
        Run {
            marcher: run.marcher.on_track(track),
            ..run
        }
    }

    /// Cooks along a timeline, rest and all. Everything that the core cooks goes through here or
    /// through [`Run::to`], on which it stands.
    pub fn run<S: Sink>(&self, timeline: &Timeline, sink: &mut S) -> Run<'_> {
        let mut run = self.begin();
        run.to(timeline, timeline.eaten_s(), sink);
        run
    }

    /// Highest temperature of the coldest point along a timeline, C.
    pub fn peak_c(&self, timeline: &Timeline) -> f64 {
        let mut peaks = PeakSink::new(&self.column);
        self.run(timeline, &mut peaks);
        peaks.coldest_c()
    }

    /// Response on from a state, or from the start, to a time.
    ///
    /// # Errors
    /// [`InputError`] when the state is not of this bench.
    pub fn go_on(
        &self,
        from: Option<&State>,
        timeline: &Timeline,
        until_s: f64,
    ) -> Result<State, InputError> {
        let mut run = self.begin();
        let mut tally = Tally::new(&self.column, timeline);
        if let Some(state) = from {
            run.marcher = run.marcher.resume(&state.heat)?;
            tally = tally.resume(&state.past, &state.heat)?;
        }
        run.to(timeline, until_s, &mut tally);
        Ok(State {
            heat: run.marcher.state().clone(),
            past: tally.into_past(),
        })
    }

    /// What a run is at some rising times, s.
    pub fn states(&self, timeline: &Timeline, at_s: &[f64]) -> Vec<State> {
        let mut run = self.begin();
        let mut tally = Tally::new(&self.column, timeline);
        let at = at_s.iter().map(|at_s| {
            run.to(timeline, *at_s, &mut tally);
            State {
                heat: run.marcher.state().clone(),
                past: tally.past().clone(),
            }
        });
        at.collect()
    }

    /// What can be seen and felt in a state.
    ///
    /// # Errors
    /// [`InputError`] when the state is not of this bench.
    pub fn seen(&self, state: &State) -> Result<Seen, InputError> {
        let marcher = self.begin().marcher.resume(&state.heat)?;
        Ok(Seen::of(&self.column, &marcher.moment(0.0), &state.past))
    }
}

impl Programme {
    /// On the things of a kitchen as they were learned to be, and how sure that is.
    #[must_use]
    pub fn as_learned(&self, truth: &Truth, sure: Vec<(Off, f64)>) -> Self {
        Self {
            sure,
            ..really(self, truth)
        }
    }
}

/// The programme on the fire as it is.
fn really(programme: &Programme, truth: &Truth) -> Programme {
    let touching = |to| truth.contact.of(programme.touch_of(to));
    let air = truth.contact.air;
    let boil_c = water::boiling_point_c(programme.pressure_pa);
    let stages: Vec<super::Stage> = programme
        .stages
        .iter()
        .map(|stage| {
            let heat_k = truth.kelvins.of(programme.fire_of(stage));
            let set_c = |body: heat::Reservoir| body.really_set_c(stage.set_c, heat_k);
            super::Stage {
                low: stage.low.really(touching, air, heat_k, boil_c),
                high: stage.high.really(touching, air, heat_k, boil_c),
                beside: stage
                    .beside
                    .map(|face| face.really(touching, air, heat_k, boil_c)),
                set_c: programme.reservoir.map_or(stage.set_c, set_c),
                ..*stage
            }
        })
        .collect();
    let rest = match stages.last() {
        // The faces as they were, the hob off.
        Some(last) if truth.left_in => super::Stage {
            low: last.low,
            high: last.high,
            ..programme.rest
        },
        _ => programme.rest,
    };
    let below_k = truth.kelvins.of(programme.fire_below());
    Programme {
        reservoir: programme
            .reservoir
            .map(|body| body.really(below_k, truth.hob_share, truth.load)),
        stages,
        rest,
        ..programme.clone()
    }
}

impl<'a> Run<'a> {
    /// Response on along a timeline to a time, s.
    pub fn to<S: Sink>(&mut self, timeline: &Timeline, until_s: f64, sink: &mut S) {
        self.until(timeline, until_s, sink, |_| false);
    }

    /// Response on along a timeline until it is served or eaten, or until nothing in it becomes hotter any more: all that
    /// peaks need.
    pub fn to_peaks<S: Sink>(&mut self, timeline: &Timeline, until_s: f64, sink: &mut S) {
        let last_s = self.bench.programme.last_stretch_s(timeline);
        let past = |moment: &Moment<'_>| moment.t_s > last_s && moment.cools();
        self.until(timeline, until_s, sink, past);
    }

    /// Response on along a timeline to a time, or until `enough` says so after a step. Answers when
    /// that was.
    pub fn until<S: Sink>(
        &mut self,
        timeline: &Timeline,
        until_s: f64,
        sink: &mut S,
        enough: impl Fn(&Moment<'_>) -> bool,
    ) -> Option<f64> {
        if self.marcher.ledger().steps == 0 {
            sink.step(&self.marcher.moment(0.0));
        }
        for stretch in self.bench.programme.stretches(timeline) {
            let (t_s, to_s) = (self.t_s(), stretch.to_s.min(until_s));
            if to_s - t_s <= 1e-9 {
                continue;
            }
            if (t_s - stretch.from_s).abs() <= 1e-9 {
                self.marcher.faces_change();
            }
            let spell = stretch.stage.spell(to_s - t_s);
            if self.marcher.march(&spell, sink, &enough) {
                return Some(self.t_s());
            }
        }
        None
    }

    /// Time since it met the heat, s.
    pub fn t_s(&self) -> f64 {
        self.marcher.state().t_s
    }

    /// Temperatures, water and books now.
    pub fn heat(&self) -> &heat::State {
        self.marcher.state()
    }

    /// Enthalpy above 0 C now, J/m2, and water held, kg/m2.
    pub fn stored(&self) -> (f64, f64) {
        (self.marcher.stored_j_m2(), self.marcher.water_kg_m2())
    }
}

/// Cooks several pieces in one pan or bath, like or unlike, each along its own timeline, each in so
/// many seconds after the first. The reservoir is that of the first; each covers what its own programme says it covers,
/// by the area that the first is counted by.
/// Hands every step to the piece's sink and answers where the reservoir went; none when the first
/// has none.
pub fn run_together<S: Sink>(cooks: &[(&Bench, &Timeline, f64)], sinks: &mut [S]) -> Option<Track> {
    let reservoir = cooks.first()?.0.programme.reservoir?;
    let mut sharers: Vec<Sharer<'_>> = cooks
        .iter()
        .map(|(bench, timeline, in_s)| Sharer {
            waits_s: *in_s,
            marcher: bench.begin().marcher,
            cover_share: bench.programme.reservoir.map_or(0.0, |body| {
                body.covered() * body.area_m2 / reservoir.area_m2
            }),
            patch_m2: bench.programme.reservoir.map_or(0.0, |body| body.patch_m2),
            spells: on_the_heat(bench, timeline),
        })
        .collect();
    Some(heat::march_together(&reservoir, &mut sharers, sinks))
}

fn on_the_heat(bench: &Bench, timeline: &Timeline) -> Vec<Spell> {
    let stretches = bench.programme.stretches(timeline).into_iter();
    stretches
        .map(|s| s.stage.spell(s.to_s.min(timeline.end_s()) - s.from_s))
        .filter(|spell| spell.duration_s > 0.0)
        .collect()
}
