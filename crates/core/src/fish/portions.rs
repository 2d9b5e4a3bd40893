//! Cutting a side into portions that weigh the same, squaring it off, tucking the tail.
//!
//! The side is even across; its height falls from the thick to the thin end like half a
//! cosine, as it is drawn: `h(s) = thin + (thick - thin)(1 + cos pi s)/2`, s from 0 to 1. Its
//! weight is in proportion to `int h ds`, summed in thin slices.

use crate::quantity::{Mass, Thickness, checked};
use crate::{InputError, Wrong};
use serde::{Deserialize, Serialize};
use std::f64::consts::PI;

/// A side of fish.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Side {
    /// Thick end, mm.
    pub thick_mm: f64,
    /// Thin end, mm.
    pub thin_mm: f64,
    /// Weight, g.
    pub mass_g: f64,
}

/// What is done to it first.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum Tail {
    /// As it is.
    #[default]
    Left,
    /// The thin end is trimmed off square.
    Trimmed,
    /// The thin end is folded under.
    Tucked,
}

/// One portion.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Portion {
    /// Where it begins and ends along the side, share from the thick end.
    pub from_share: f64,
    /// End.
    pub to_share: f64,
    /// Weight, g.
    pub mass_g: f64,
    /// Thickest, mm.
    pub thick_mm: f64,
    /// Thinnest, mm.
    pub thin_mm: f64,
}

/// A side cut up.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct CutUp {
    /// From the thick end on.
    pub portions: Vec<Portion>,
    /// Trimmed off, g: for cakes, raw dishes, stock.
    pub trim_g: f64,
    /// Thinnest over thickest of all that is served.
    pub even_share: f64,
}

/// Squared off where it falls below this share of the thick end: of a side four times as thick at one end as at the other
/// that is 10 to 15 % of its weight. common practice, no source.
const SQUARE_SHARE: f64 = 0.38;
/// Slices of the sum: a portion of sixty is off by less than 1 %.
const SLICES: usize = 8000;
/// Most portions from a side.
const MOST: f64 = 60.0;

impl Side {
    /// Checks a side.
    ///
    /// # Errors
    /// [`InputError`] for a thickness or weight out of range, and a thin end that is thicker.
    pub fn new(thick_mm: f64, thin_mm: f64, mass_g: f64) -> Result<Self, InputError> {
        Thickness::new("thick_mm", thick_mm)?;
        Thickness::new("thin_mm", thin_mm)?;
        Mass::new("mass_g", mass_g)?;
        if thin_mm > thick_mm {
            return Err(InputError::new(
                "thin_mm",
                Wrong::ThinEndThicker { thin_mm, thick_mm },
            ));
        }
        Ok(Self {
            thick_mm,
            thin_mm,
            mass_g,
        })
    }

    fn height_mm(&self, s: f64) -> f64 {
        self.thin_mm + 0.5 * (self.thick_mm - self.thin_mm) * (1.0 + (PI * s).cos())
    }

    /// Where the tail begins that is trimmed or tucked; 1 when the side is even enough.
    fn tail_from(&self) -> f64 {
        let cut_mm = SQUARE_SHARE * self.thick_mm;
        if self.thin_mm >= cut_mm {
            return 1.0;
        }
        let cosine = 2.0 * (cut_mm - self.thin_mm) / (self.thick_mm - self.thin_mm) - 1.0;
        cosine.acos() / PI
    }

    /// Cuts it into `count` portions of one weight.
    ///
    /// Trimmed, the tail falls away. Tucked, the half of it nearer the end is folded under the
    /// other half.
    ///
    /// # Errors
    /// [`InputError`] (out of range) for no portion or more than 60.
    pub fn cut(&self, count: u32, tail: Tail) -> Result<CutUp, InputError> {
        checked("portions", f64::from(count), (1.0, MOST), "portions")?;
        let from = self.tail_from();
        let fold = 0.5 * (from + 1.0);
        let end = match tail {
            Tail::Left => 1.0,
            Tail::Trimmed => from,
            Tail::Tucked => fold,
        };
        let height = |s: f64| {
            let under = 2.0 * fold - s;
            if tail == Tail::Tucked && under <= 1.0 {
                self.height_mm(s) + self.height_mm(under)
            } else {
                self.height_mm(s)
            }
        };
        // Weight in slices, and what lies before each.
        let slice = end / SLICES as f64;
        let heights: Vec<f64> = (0..SLICES)
            .map(|i| height((i as f64 + 0.5) * slice))
            .collect();
        let all: f64 = heights.iter().sum();
        let whole = 0.5 * (self.thick_mm + self.thin_mm);
        let served_g = all * slice / whole * self.mass_g;
        let mut portions = Vec::with_capacity(count as usize);
        let (mut before, mut first) = (0.0, 0);
        for i in 1..=count {
            let wanted = all * f64::from(i) / f64::from(count);
            let mut next = first;
            let mut sum = before;
            while next < SLICES && (sum + 0.5 * heights[next] < wanted || i == count) {
                sum += heights[next];
                next += 1;
            }
            let of = &heights[first..next.max(first + 1).min(SLICES)];
            portions.push(Portion {
                from_share: first as f64 * slice,
                to_share: next as f64 * slice,
                mass_g: (sum - before) / all * served_g,
                thick_mm: of.iter().copied().fold(0.0, f64::max),
                thin_mm: of.iter().copied().fold(f64::INFINITY, f64::min),
            });
            (before, first) = (sum, next);
        }
        let thickest = heights.iter().copied().fold(0.0, f64::max);
        let thinnest = heights.iter().copied().fold(f64::INFINITY, f64::min);
        Ok(CutUp {
            portions,
            trim_g: (self.mass_g - served_g).max(0.0),
            even_share: thinnest / thickest,
        })
    }

    /// Squared off: its thin end then, mm, and the share of the weight that is trimmed off; none when it is even enough.
    pub fn squared(&self) -> Option<(f64, f64)> {
        let from = self.tail_from();
        let trim = self.cut(1, Tail::Trimmed).ok()?.trim_g;
        (from < 1.0).then(|| (self.height_mm(from), trim / self.mass_g))
    }

    /// How many portions of about `each_g` it gives, at least one.
    pub fn count_of(&self, each_g: f64) -> u32 {
        (self.mass_g / each_g).round().clamp(1.0, MOST) as u32
    }
}
