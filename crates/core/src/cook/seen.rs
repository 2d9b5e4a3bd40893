//! What was seen of a cook under way: held against the members and weighed, and a probe's readings shown against what was
//! to be expected.

use super::course::Observed;
use super::event::Saw;
use super::fold::{Fold, felt};
use super::probe::{counted, jumps};
use super::release::{Fit, Reading, TOGETHER_S};
use super::trace::TracePoint;
use crate::belief::{Belief, Cues, Evidence, Fits, Response};
use crate::heat::{Finest, MIDDLE, Shape};
use crate::run::{Bench, Felt, Fidelity, Sign, Timeline, Truth};

/// Of many readings so many are shown.
const SHOWN: usize = 40;

/// What was seen, told with what it does to the belief.
pub(super) struct Weighed {
    pub observed: Observed,
    pub fits: Fits,
    /// Of a reading, whether such a piece can have it.
    pub fit: Option<Fit>,
    /// It counts: the belief went by it.
    pub counts: bool,
    /// What a reading that does not fit would be in the other unit, where that fits, C.
    pub instead_c: Option<f64>,
    /// The belief after it.
    pub belief: Belief,
}

impl Weighed {
    /// As a reading of a probe, if it is one.
    pub fn reading(&self) -> Option<Reading> {
        let Saw::Probe {
            c,
            depth_share,
            spot,
        } = &self.observed.saw
        else {
            return None;
        };
        Some(Reading {
            id: self.observed.id.clone(),
            at_s: self.observed.at_s,
            c: *c,
            spot: spot.clone(),
            depth_share: *depth_share,
            fit: self.fit?,
        })
    }
}

/// One in a hundred pieces has a reading further out than this: half of them to either side.
const OUTSIDE: f64 = 0.005;

fn fit_of(as_low: f64) -> Fit {
    if as_low < OUTSIDE {
        Fit::TooCold
    } else if as_low > 1.0 - OUTSIDE {
        Fit::TooHot
    } else {
        Fit::Inside
    }
}

/// Two that are colder than can be say the same when they are about as cold, K, and not one touch, s apart.
const SAME_K: f64 = 6.0;
const APART_S: f64 = 3.0;

fn agrees(one: &Observed, other: &Observed) -> bool {
    let c = |o: &Observed| match o.saw {
        Saw::Probe { c, .. } => c,
        Saw::Line(_) | Saw::Word(..) => f64::NAN,
    };
    let apart_s = (one.at_s - other.at_s).abs();
    (c(one) - c(other)).abs() <= SAME_K && (APART_S..=TOGETHER_S).contains(&apart_s)
}

/// Water boils no hotter anywhere that people cook, C.
const BOILS_C: f64 = 101.0;

/// A reading that fits in the other unit only: Fahrenheit taken for Celsius, or the other way round, C.
fn other_unit(
    observed: &Observed,
    evidence: &Evidence,
    fit: Option<Fit>,
    before: &Belief,
) -> Option<f64> {
    let Saw::Probe { c, .. } = observed.saw else {
        return None;
    };
    let instead_c = match fit? {
        // Flesh is no hotter than water boils; what is below may be a pan.
        Fit::TooHot if c > BOILS_C => (c - 32.0) / 1.8,
        Fit::TooCold => 1.8 * c + 32.0,
        Fit::TooHot | Fit::Inside | Fit::Unweighed | Fit::Broken => return None,
    };
    let Evidence::Reading {
        above,
        slope,
        counts,
    } = evidence
    else {
        return None;
    };
    let shifted = Evidence::Reading {
        above: Response {
            at: above.at + c - instead_c,
            ..above.clone()
        },
        slope: *slope,
        counts: *counts,
    };
    let fits = before.clone().weigh(&shifted);
    (fit_of(fits.as_low) == Fit::Inside).then_some(instead_c)
}

impl Fold<'_> {
    /// What is seen at some moments of a piece, as figures for the likelihoods.
    fn figures(&self, bench: &Bench, timeline: &Timeline, observed: &[&Observed]) -> Vec<Vec<f64>> {
        let at: Vec<f64> = observed.iter().map(|o| o.at_s).collect();
        let states = bench.states(timeline, &at);
        observed
            .iter()
            .zip(&states)
            .map(|(observed, state)| {
                let felt = felt(bench, state, observed.down);
                match &observed.saw {
                    Saw::Word(sign, _) => felt.above(*sign),
                    Saw::Line(height) => vec![line_above(&felt, self.course.high_first(), *height)],
                    Saw::Probe { c, depth_share, .. } => {
                        vec![felt.at_c(self.place(*depth_share)) - c]
                    }
                }
            })
            .collect()
    }

    /// What a column has is not quite what the middle of a whole section has: while it warms, up to 4 K. The piece as
    /// asked is run as one, and what differs is added; how figures go with the factors stays that of columns.
    fn as_a_section(
        &self,
        bench: &Bench,
        timeline: &Timeline,
        observed: &[&Observed],
        at: &mut [Vec<f64>],
    ) {
        if self.cooking.programme.shape == Shape::Slab {
            return;
        }
        let moments: Vec<f64> = observed.iter().map(|o| o.at_s).collect();
        let across = bench.across_as(bench.outline(), Finest::SHOWN);
        let Some(uprights) = across.uprights(timeline, &moments) else {
            return;
        };
        let states = bench.states(timeline, &moments);
        for (((observed, upright), state), figures) in
            observed.iter().zip(&uprights).zip(&states).zip(at)
        {
            let felt = felt(bench, state, observed.down);
            let from_high = self.course.high_first();
            let more = match &observed.saw {
                Saw::Probe { depth_share, .. } => {
                    let place = self.place(*depth_share);
                    upright.at_c(place) - felt.at_c(place)
                }
                Saw::Line(height) if *height >= MET_SHARE => {
                    upright.least_line_k() - felt.least_line_k()
                }
                Saw::Line(height) => {
                    let h = height.max(NONE_SHARE);
                    let place = if from_high { 1.0 - h } else { h };
                    upright.line_k(place) - felt.line_k(place)
                }
                Saw::Word(Sign::Lip, _) => upright.at_c(MIDDLE) - felt.at_c(MIDDLE),
                Saw::Word(Sign::Tester | Sign::Press | Sign::Bone, _) => {
                    upright.coldest_peak_c() - felt.past.coldest_peak_c()
                }
                Saw::Word(Sign::Colour, _) => upright.least_line_k() - felt.least_line_k(),
                Saw::Word(Sign::Releases | Sign::Beads | Sign::Bubbling | Sign::Browning, _) => 0.0,
            };
            for figure in figures {
                *figure += more;
            }
        }
    }

    /// A depth from the face that was down first, as one from the skin side.
    fn place(&self, depth_share: Option<f64>) -> f64 {
        match (depth_share, self.course.high_first()) {
            (None, _) => 0.5,
            (Some(share), true) => 1.0 - share,
            (Some(share), false) => share,
        }
    }

    /// Weighs the belief by all that was seen. Where a figure is promised a reading that does not fit changes nothing, and
    /// of two spots read together the colder counts.
    pub fn weigh(&self, so_far: &Timeline) -> (Belief, Vec<Weighed>) {
        let mut belief = Belief::new(self.tried.factors().len());
        let promised = self.promise().is_some();
        let observed = counted(&self.course.observed);
        let piece = &*self.cooking.piece;
        if observed.is_empty() {
            let weighed = self.not_weighed(&observed, &belief);
            return (belief, weighed);
        }
        let asked = Truth::asked(piece);
        let fine = self.bench(&asked, Fidelity::FINE);
        let mut at = self.figures(&fine, so_far, &observed);
        self.as_a_section(&fine, so_far, &observed, &mut at);
        let rough =
            |truth: &Truth| self.figures(&self.bench(truth, Fidelity::ROUGH), so_far, &observed);
        let rough_asked = rough(&asked);
        let members: Vec<Vec<Vec<f64>>> = self.tried.truths(piece).iter().map(rough).collect();
        let moments: Vec<f64> = observed.iter().map(|o| o.at_s).collect();
        let states = fine.states(so_far, &moments);
        let readings = observed
            .iter()
            .filter(|o| matches!(o.saw, Saw::Probe { .. }))
            .count();
        let cues = Cues::all();
        let counts = (cues.probe.counts_as / (readings as f64).max(1.0)).min(1.0);
        let mut weighed: Vec<Weighed> = Vec::with_capacity(observed.len());
        // Colder than it can be, and so far alone in that.
        let mut too_cold: Vec<(&Observed, Evidence)> = vec![];
        for (i, observed) in observed.iter().enumerate() {
            let goes = |figure: usize| {
                let values: Vec<f64> = members.iter().map(|m| m[i][figure]).collect();
                self.tried
                    .goes(&values, rough_asked[i][figure], at[i][figure])
            };
            let felt = felt(&fine, &states[i], observed.down);
            let evidence = match &observed.saw {
                Saw::Word(sign, said) => Evidence::Word {
                    above: (0..at[i].len()).map(goes).collect(),
                    said: *said,
                    spread: cues.of(*sign).spread,
                },
                Saw::Line(height) => {
                    line_evidence(&felt, self.course.high_first(), *height, goes(0))
                }
                Saw::Probe { depth_share, .. } => Evidence::Reading {
                    above: goes(0),
                    slope: slope_mm(&felt, self.place(*depth_share)),
                    counts,
                },
            };
            let mut after = belief.clone();
            let fits = after.weigh(&evidence);
            let fit = matches!(observed.saw, Saw::Probe { .. }).then(|| fit_of(fits.as_low));
            let instead_c = other_unit(observed, &evidence, fit, &belief);
            let mut counts = true;
            if promised {
                match fit {
                    Some(Fit::TooCold) => {
                        // A second that agrees makes both count: that is the safe side, and only that.
                        let (agree, alone): (Vec<_>, Vec<_>) =
                            too_cold.drain(..).partition(|(o, _)| agrees(o, observed));
                        counts = !agree.is_empty();
                        for (_, evidence) in &agree {
                            after.weigh(evidence);
                        }
                        too_cold = alone;
                        if !counts {
                            too_cold.push((observed, evidence));
                        }
                    }
                    Some(Fit::TooHot) => counts = false,
                    Some(_) => counts = !self.has_a_colder(observed),
                    None => {}
                }
            }
            if counts {
                belief = after;
            }
            weighed.push(Weighed {
                observed: (*observed).clone(),
                fits,
                fit,
                counts,
                instead_c,
                belief: belief.clone(),
            });
        }
        weighed.extend(self.not_weighed(&observed, &belief));
        weighed.sort_by(|a, b| a.observed.at_s.total_cmp(&b.observed.at_s));
        (belief, weighed)
    }

    /// Another spot was read as colder, at about the same time.
    fn has_a_colder(&self, reading: &Observed) -> bool {
        let Saw::Probe { c, spot, .. } = &reading.saw else {
            return false;
        };
        self.course.observed.iter().any(|other| {
            let Saw::Probe {
                c: other_c,
                spot: other_spot,
                ..
            } = &other.saw
            else {
                return false;
            };
            other_spot != spot && other_c < c && (other.at_s - reading.at_s).abs() <= TOGETHER_S
        })
    }

    /// Readings that are not weighed: of a broken probe, or too many of one.
    fn not_weighed(&self, counted: &[&Observed], belief: &Belief) -> Vec<Weighed> {
        let broken = jumps(&self.course.observed);
        let rest = self.course.observed.iter().filter(|o| {
            matches!(o.saw, Saw::Probe { .. }) && counted.iter().all(|one| one.id != o.id)
        });
        rest.map(|observed| Weighed {
            fit: Some(if broken.contains(&observed.id) {
                Fit::Broken
            } else {
                Fit::Unweighed
            }),
            observed: observed.clone(),
            fits: Fits {
                share: 1.0,
                behind: 0.0,
                as_low: 0.5,
            },
            counts: false,
            instead_c: None,
            belief: belief.clone(),
        })
        .collect()
    }

    /// The readings of a probe against what was to be expected and what is believed.
    pub fn trace(&self, belief: &Belief, likely: &Truth, timeline: &Timeline) -> Vec<TracePoint> {
        let observed = &self.course.observed;
        let is_probe = |o: &&Observed| matches!(o.saw, Saw::Probe { .. });
        let all: Vec<&Observed> = observed.iter().filter(is_probe).collect();
        let every = all.len().div_ceil(SHOWN).max(1);
        // Evenly, the last among them.
        let probed: Vec<&Observed> = all.iter().rev().step_by(every).rev().copied().collect();
        if probed.is_empty() {
            return vec![];
        }
        let wrong = jumps(observed);
        let above = |truth: &Truth, fidelity| -> Vec<f64> {
            let bench = self.bench(truth, fidelity);
            let figures = self.figures(&bench, timeline, &probed);
            figures.into_iter().map(|figure| figure[0]).collect()
        };
        let (piece, asked) = (&*self.cooking.piece, Truth::asked(&self.cooking.piece));
        let expected = above(&asked, Fidelity::FINE);
        let believed = above(likely, Fidelity::FINE);
        let rough_asked = above(&asked, Fidelity::ROUGH);
        let truths = self.tried.truths(piece);
        let members: Vec<Vec<f64>> = truths.iter().map(|t| above(t, Fidelity::ROUGH)).collect();
        let means = belief.means();
        let point = |(i, o): (usize, &&Observed)| {
            let Saw::Probe { c, .. } = o.saw else {
                return None;
            };
            let values: Vec<f64> = members.iter().map(|m| m[i]).collect();
            let goes = self.tried.goes(&values, rough_asked[i], 0.0);
            let goes = goes.right_at(&means, believed[i]);
            Some(TracePoint {
                at_s: o.at_s,
                c,
                expected_c: c + expected[i],
                believed_c: c + believed[i],
                low_c: c + belief.quantile(&goes, 0.1),
                high_c: c + belief.quantile(&goes, 0.9),
                counted: !wrong.contains(&o.id),
            })
        };
        probed.iter().enumerate().filter_map(point).collect()
    }
}

/// Above such a height the line is said to have met, below the other not to show, share of the thickness.
const MET_SHARE: f64 = 0.97;
const NONE_SHARE: f64 = 0.03;

/// By how much the flesh is above where it looks set, K: where the line is said to stand, or where it is least when it
/// is said to be cooked through.
fn line_above(felt: &Felt<'_>, from_high: bool, height: f64) -> f64 {
    let at = |share: f64| felt.line_k(if from_high { 1.0 - share } else { share });
    if height >= MET_SHARE {
        felt.least_line_k()
    } else {
        at(height.max(NONE_SHARE))
    }
}

fn line_evidence(felt: &Felt<'_>, from_high: bool, height: f64, above: Response) -> Evidence {
    let cue = &Cues::all().line;
    // What an error of height is in kelvins there.
    let h = height.clamp(NONE_SHARE, MET_SHARE);
    let step = 0.04;
    let (a, b) = ((h - step).max(0.0), (h + step).min(1.0));
    let k = |share: f64| felt.line_k(if from_high { 1.0 - share } else { share });
    let per_share = ((k(b) - k(a)) / (b - a)).abs().min(400.0);
    let spread = (cue.spread_share * per_share).hypot(cue.spread_k);
    if height >= MET_SHARE || height <= NONE_SHARE {
        return Evidence::Word {
            above: vec![above],
            said: usize::from(height >= MET_SHARE),
            spread,
        };
    }
    Evidence::Line { above, spread }
}

/// How temperature goes about a place, K/mm and K/mm2.
fn slope_mm(felt: &Felt<'_>, place: f64) -> [f64; 2] {
    let mm = 1e3 * felt.column.grid.flesh_m();
    let off = (2.5 / mm).min(0.4);
    let at = |share: f64| felt.at_c(share.clamp(0.0, 1.0));
    let (low, here, high) = (at(place - off), at(place), at(place + off));
    let d = off * mm;
    [
        (high - low) / (2.0 * d),
        0.5 * (high - 2.0 * here + low) / (d * d),
    ]
}
