//! What is not known: a piece and a fire differ from what was asked for. Each way in which they do
//! is a factor that says what it touches (`data/belief.toml`); a fixed set of members, each a whole
//! truth with a weight, stands for all of them. What a cook sees at the stove changes weights, never
//! members; between members figures go straight (see [`Ensemble`]), so that a sharp word leaves enough of them.
//!
//! The set is an Owen-scrambled Sobol sequence (crate `sobol_burley`): each factor by itself is
//! spread evenly, and no two of ten go together.

mod cue;
mod weighed;

pub use cue::{Cue, Cues, Had, LineCue, ProbeCue, Slip, Word, density, word_share};
pub use weighed::{Belief, Ensemble, Evidence, Fits, Response};

use crate::fish::{Measured, Piece};
use crate::run::{Fire, Off, Programme, Touch, Truth};
use serde::Deserialize;
use statrs::distribution::{ContinuousCDF, Normal};
use std::sync::OnceLock;

/// How a factor is spread.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Deserialize)]
#[serde(rename_all = "snake_case")]
pub enum Spread {
    /// Its logarithm is normal about 0.
    Log,
    /// A share of the value, normal about 0.
    Share,
    /// A difference of temperatures, normal about 0, K.
    Kelvin,
}

/// What a factor moves: of the piece, or of a thing of the kitchen.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Deserialize)]
#[serde(rename_all = "snake_case")]
pub enum Moves {
    /// How thick the piece is.
    Thickness,
    /// How warm it is when it meets the heat.
    Start,
    /// How well its flesh conducts.
    Conductivity,
    /// How high a whole fish is for its thickness.
    Height,
    /// How well heat gets into it, on all its faces.
    Surface,
    /// How hot a thing is against what it is set to.
    Kelvins(Fire),
    /// How fast a thing comes back.
    Recovery,
    /// How fast everything goes, in ways of one kind.
    Pace(Ways),
}

/// Ways whose model may be off as a whole, for every piece alike.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Deserialize)]
#[serde(rename_all = "snake_case")]
pub enum Ways {
    /// In water, steam or stock.
    Wet,
    /// Portions in an oven.
    Oven,
    /// Whole fish in an oven.
    WholeInOven,
}

impl Ways {
    fn of(self, piece: &Piece, programme: &Programme) -> bool {
        match self {
            Self::Wet => matches!(programme.fire, Fire::Liquid | Fire::Steam),
            Self::Oven => programme.fire == Fire::Oven && !piece.cut.is_whole(),
            Self::WholeInOven => programme.fire == Fire::Oven && piece.cut.is_whole(),
        }
    }
}

/// One way in which a piece or a fire is commonly off.
#[derive(Debug, Clone, PartialEq, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct Factor {
    /// Name on the wire.
    pub key: String,
    /// In words.
    pub name: String,
    /// What is said where it is believed to be more than asked.
    pub higher: String,
    /// And less.
    pub lower: String,
    /// What it touches, in words.
    pub touches: String,
    /// One standard deviation.
    pub spread: f64,
    /// Of what.
    #[serde(rename = "as")]
    pub spread_as: Spread,
    /// What it moves.
    pub moves: Moves,
    /// Only where the thickness was measured so.
    #[serde(default)]
    pub measured: Option<Measured>,
}

#[derive(Deserialize)]
struct File {
    factor: Vec<Factor>,
}

impl Factor {
    /// All of them.
    ///
    /// # Panics
    /// When the file that is compiled in does not parse; a test reads it.
    pub fn all() -> &'static [Factor] {
        static ALL: OnceLock<Vec<Factor>> = OnceLock::new();
        ALL.get_or_init(|| {
            let file: File = toml::from_str(include_str!("../../data/belief.toml"))
                .expect("data/belief.toml is checked by a test");
            file.factor
        })
    }

    /// Those that count for a piece under a programme.
    pub fn of(piece: &Piece, programme: &Programme) -> Vec<Doubt> {
        let heater = programme.reservoir.is_some_and(|body| body.most_w_m2 > 0.0);
        let counts = |factor: &&Factor| {
            let there = match factor.moves {
                Moves::Thickness | Moves::Start | Moves::Conductivity | Moves::Surface => true,
                // What was measured is known.
                Moves::Height => piece.cut.is_whole() && piece.height_mm.is_none(),
                Moves::Kelvins(Fire::Steam) => programme.simmers(),
                Moves::Kelvins(fire) => programme.is_heated_by(fire),
                Moves::Recovery => heater,
                Moves::Pace(ways) => ways.of(piece, programme),
            };
            there && factor.measured.is_none_or(|how| how == piece.measured)
        };
        let counting = Self::all().iter().filter(counts);
        counting
            .map(|factor| Doubt {
                spread: factor.learned(programme).unwrap_or(factor.spread),
                factor,
            })
            .collect()
    }

    /// How far it may still be off where the things that are used were learned.
    fn learned(&self, programme: &Programme) -> Option<f64> {
        let off = match self.moves {
            Moves::Kelvins(fire) => Off::Kelvins(fire),
            Moves::Recovery => Off::Recovery,
            // One for all faces: that of what gives most of the heat.
            Moves::Surface => Off::Contact(programme.main_touch()),
            Moves::Thickness
            | Moves::Start
            | Moves::Conductivity
            | Moves::Height
            | Moves::Pace(_) => return None,
        };
        let known = programme.sure.iter().find(|(of, _)| *of == off);
        known.map(|(_, sd)| *sd)
    }

    /// The way in which being off makes it slower: a thicker piece, everything else less.
    pub fn slows(&self) -> f64 {
        match self.moves {
            Moves::Thickness | Moves::Height => 1.0,
            _ => -1.0,
        }
    }
}

/// A factor as it counts in one cook.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Doubt {
    /// Which.
    pub factor: &'static Factor,
    /// How far it is off here, one standard deviation.
    pub spread: f64,
}

impl std::ops::Deref for Doubt {
    type Target = Factor;

    fn deref(&self) -> &Factor {
        self.factor
    }
}

impl Doubt {
    /// Puts a truth off by so many standard deviations.
    pub fn put(&self, truth: &mut Truth, deviations: f64) {
        let off = self.spread * deviations;
        match self.moves {
            Moves::Thickness => truth.thickness_m *= (1.0 + off).max(0.2),
            Moves::Start => truth.start_c += off,
            Moves::Conductivity => truth.conductivity *= off.exp(),
            Moves::Height => truth.height *= off.exp(),
            Moves::Surface => {
                for touch in [Touch::Solid, Touch::Air, Touch::Liquid] {
                    *truth.contact.at(touch) *= off.exp();
                }
            }
            Moves::Kelvins(fire) => *truth.kelvins.at(fire) += off,
            Moves::Recovery => truth.hob_share *= off.exp(),
            // What conducts and what gives heat alike: the time goes with it.
            Moves::Pace(_) => {
                truth.conductivity *= off.exp();
                for touch in [Touch::Solid, Touch::Air, Touch::Liquid] {
                    *truth.contact.at(touch) *= off.exp();
                }
            }
        }
    }
}

/// One truth and how much it counts.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Member {
    /// The piece and the fire.
    pub truth: Truth,
    /// Weights of a set add up to 1.
    pub weight: f64,
}

/// How many members.
const MEMBERS: u32 = 32;
/// Of the scrambling: among the first 20 000 the one whose ten columns go together least.
const SEED: u32 = 1782;

/// Coordinate of a member for one factor, inside 0 to 1.
fn coordinate(member: u32, factor: u32) -> f64 {
    f64::from(sobol_burley::sample(member, factor, SEED)).clamp(1e-6, 1.0 - 1e-6)
}

/// The fixed set for a piece under a programme.
pub fn members(piece: &Piece, programme: &Programme) -> Vec<Member> {
    let factors = Factor::of(piece, programme);
    let normal = Normal::standard();
    (0..MEMBERS)
        .map(|i| {
            let mut truth = Truth::asked(piece);
            for (dimension, factor) in (0..).zip(&factors) {
                factor.put(&mut truth, normal.inverse_cdf(coordinate(i, dimension)));
            }
            Member {
                truth,
                weight: 1.0 / f64::from(MEMBERS),
            }
        })
        .collect()
}

/// The value below which a share `p` of the weight lies, straight between the middles of the steps;
/// NaN without weight.
pub fn quantile(values: &[(f64, f64)], p: f64) -> f64 {
    let mut sorted: Vec<(f64, f64)> = values.iter().copied().filter(|(_, w)| *w > 0.0).collect();
    sorted.sort_by(|a, b| a.0.total_cmp(&b.0));
    let all: f64 = sorted.iter().map(|(_, weight)| weight).sum();
    let mut below = 0.0;
    let mut before: Option<(f64, f64)> = None;
    for (value, weight) in sorted {
        let middle = (below + 0.5 * weight) / all;
        if p <= middle {
            return match before {
                Some((from, at)) => from + (value - from) * (p - at) / (middle - at),
                None => value,
            };
        }
        below += weight;
        before = Some((value, middle));
    }
    before.map_or(f64::NAN, |(value, _)| value)
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn every_factor_says_what_it_touches() {
        assert!(Factor::all().len() >= 10);
        for factor in Factor::all() {
            assert!(
                factor.spread > 0.0 && !factor.touches.is_empty(),
                "{}",
                factor.key
            );
        }
    }

    /// Each factor by itself has one member in each of 32 equal parts, and no two of ten go
    /// together: correlations of independent draws would be 0.18, of this set at most 0.3.
    #[test]
    fn the_set_stays_good_in_ten_factors() {
        let column = |d: u32| -> Vec<f64> { (0..MEMBERS).map(|i| coordinate(i, d)).collect() };
        let mut worst: f64 = 0.0;
        for a in 0..10 {
            let mut parts = [0; MEMBERS as usize];
            for x in column(a) {
                parts[(x * f64::from(MEMBERS)) as usize] += 1;
            }
            assert!(parts.iter().all(|n| *n == 1), "factor {a}: {parts:?}");
            for b in 0..a {
                let sum: f64 = column(a)
                    .iter()
                    .zip(column(b))
                    .map(|(x, y)| (x - 0.5) * (y - 0.5))
                    .sum();
                worst = worst.max((sum * 12.0 / f64::from(MEMBERS)).abs());
            }
        }
        assert!(worst < 0.12, "{worst}");
    }

    #[test]
    fn quantiles_count_weights() {
        let even: Vec<(f64, f64)> = (1..=10).map(|i| (f64::from(i), 1.0)).collect();
        assert!((quantile(&even, 0.5) - 5.5).abs() < 1e-12);
        assert!((quantile(&even, 0.1) - 1.5).abs() < 1e-12);
        assert_eq!(quantile(&even, 0.0), 1.0);
        // All the weight on one, and none: nothing counts.
        assert_eq!(quantile(&[(3.0, 0.0), (7.0, 2.0)], 0.1), 7.0);
        assert!(quantile(&[(3.0, 0.0)], 0.5).is_nan());
        // Twice the weight is as good as standing twice.
        let twice = [(1.0, 1.0), (2.0, 2.0), (3.0, 1.0)];
        assert!((quantile(&twice, 0.5) - 2.0).abs() < 1e-12);
    }
}
