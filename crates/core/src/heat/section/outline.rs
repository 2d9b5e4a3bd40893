//! Outlines of sections: an ellipse lying on its long side, hollow or not, a straight taper, and a fillet across.

use super::super::bare::{BareProblem, Geometry};
use super::super::shape::Shape;
use crate::{InputError, Wrong};

/// Outline of a section.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum Outline {
    /// Lying flat: thickness up, its long axis across, m.
    Ellipse {
        /// Upwards, m.
        thickness_m: f64,
        /// Across, m.
        height_m: f64,
        /// Its belly is empty.
        hollow: bool,
    },
    /// Flat base, a thick end and a thin one, a straight top, m.
    Taper {
        /// At its thick end, m.
        thickness_m: f64,
        /// At its thin end, m.
        thin_m: f64,
        /// Across, m.
        width_m: f64,
    },
    /// Flat base, a top that falls off to both edges; a bar and a round slice are two.
    Fillet {
        /// In the middle, m.
        thickness_m: f64,
        /// Across, m.
        width_m: f64,
        /// Height of the edges, share of the thickness.
        edge: f64,
        /// Round about its middle: a slice.
        round: bool,
    },
}

/// A fillet is so high at its edges, share of its thickness. common practice, no source.
const EDGE_SHARE: f64 = 0.6;
/// A slab counts as so many thicknesses wide.
const ENDLESS: f64 = 8.0;
/// The emptied belly of a gutted fish, an ellipse from beside the backbone towards the belly: its middle and
/// half its length over half the height, its thickness over that of the body. A quarter of the section: guts are
/// 10 to 18 % of a whole fish (`data/bodies.toml`), and lie in its middle part.
const CAVITY_AT: f64 = 0.48;
pub(super) const CAVITY_LONG: f64 = 0.45;
pub(super) const CAVITY_HIGH: f64 = 0.6;
/// Points of a drawn line from end to end.
const DRAWN: u32 = 48;
/// Points along the outline.
const POINTS: usize = 20_000;
/// A short straight piece of the outline: middle, m; length, m; which part; the way it faces.
pub(super) struct Piece {
    pub at: [f64; 2],
    pub long_m: f64,
    pub side: usize,
    pub faces: [f64; 2],
}

/// Extent upwards at a place across, m.
pub(super) type Reach = (f64, f64);
impl Outline {
    /// Of a fillet.
    pub fn fillet(thickness_m: f64, width_m: f64, edge: f64) -> Self {
        Self::Fillet {
            thickness_m,
            width_m,
            edge,
            round: false,
        }
    }

    /// Of a round slice.
    pub fn disc(thickness_m: f64, across_m: f64) -> Self {
        Self::Fillet {
            thickness_m,
            width_m: across_m,
            edge: 1.0,
            round: true,
        }
    }

    /// Of a body that conducts. A slab is a wide bar whose edges nothing passes
    /// ([`super::Cooked`]); what a brick is as long as is left out.
    pub fn of(shape: &Shape, thickness_m: f64) -> Self {
        match *shape {
            Shape::Slab => Self::fillet(thickness_m, ENDLESS * thickness_m, 1.0),
            Shape::Brick {
                width_m, tapers, ..
            } => Self::fillet(thickness_m, width_m, if tapers { EDGE_SHARE } else { 1.0 }),
            Shape::Disc { across_m } => Self::disc(thickness_m, across_m),
            Shape::Ellipse { height_m, hollow } => Self::Ellipse {
                thickness_m,
                height_m: height_m.max(thickness_m),
                hollow,
            },
        }
    }

    /// The same with edges so high, if it has any: share of the thickness.
    pub fn edged(self, share: f64) -> Self {
        match self {
            Self::Fillet {
                thickness_m,
                width_m,
                round: false,
                edge,
            } if edge < 1.0 => Self::fillet(thickness_m, width_m, share),
            other => other,
        }
    }

    /// The outline as a closed line, both halves of it, and the empty belly if there is one: m from the upright
    /// through the middle and from the base.
    pub fn drawn_m(&self) -> [Vec<[f64; 2]>; 2] {
        let around = |from: f64, to: f64, reach: &dyn Fn(f64) -> Reach| -> Vec<[f64; 2]> {
            // Closer together towards the ends, where a round body turns.
            let across = (0..=DRAWN).map(|i| {
                let angle = std::f64::consts::PI * (f64::from(i) / f64::from(DRAWN) - 0.5);
                0.5 * (from + to) + 0.5 * (to - from) * angle.sin()
            });
            let base = across.clone().map(|x| [x, reach(x).0]);
            let top = across.rev().map(|x| [x, reach(x).1]);
            base.chain(top).collect()
        };
        let to = self.across_m();
        let from = match self {
            Self::Taper { .. } => 0.0,
            _ => -to,
        };
        let belly = match self {
            Self::Ellipse { hollow: true, .. } => {
                let (at, long) = (CAVITY_AT * to, CAVITY_LONG * to);
                around(at - long, at + long, &|x| self.hole(x))
            }
            _ => vec![],
        };
        [around(from, to, &|x| self.reach(x)), belly]
    }

    /// All the way round a round body, m (Ramanujan); none of what has flat faces.
    pub(super) fn round_m(&self) -> Option<f64> {
        let Self::Ellipse { .. } = self else {
            return None;
        };
        let (a, b) = (self.across_m(), 0.5 * self.thickness_m());
        let h = ((a - b) / (a + b)).powi(2);
        Some(std::f64::consts::PI * (a + b) * (1.0 + 3.0 * h / (10.0 + (4.0 - 3.0 * h).sqrt())))
    }

    /// Round about the upright at 0.
    pub(super) fn revolved(&self) -> bool {
        matches!(self, Self::Fillet { round: true, .. })
    }

    /// Of a bare problem.
    pub(super) fn of_bare(problem: &BareProblem) -> Result<Self, InputError> {
        let thickness_m = 1e-3 * problem.thickness_mm;
        match problem.geometry {
            Geometry::Ellipse { height_mm, hollow } => Ok(Self::Ellipse {
                thickness_m,
                height_m: 1e-3 * height_mm,
                hollow,
            }),
            Geometry::Taper { thin_mm, width_mm } => Ok(Self::Taper {
                thickness_m,
                thin_m: 1e-3 * thin_mm,
                width_m: 1e-3 * width_mm,
            }),
            Geometry::Slab | Geometry::Cylinder | Geometry::Sphere => {
                let takes = "ellipse or taper where it is followed in two dimensions";
                Err(InputError::new("geometry", Wrong::WrongKind { takes }))
            }
        }
    }

    /// Thickness, m.
    pub fn thickness_m(&self) -> f64 {
        match *self {
            Self::Ellipse { thickness_m, .. }
            | Self::Taper { thickness_m, .. }
            | Self::Fillet { thickness_m, .. } => thickness_m,
        }
    }

    /// To where it reaches across, m.
    pub fn across_m(&self) -> f64 {
        match *self {
            Self::Ellipse { height_m, .. } => 0.5 * height_m,
            Self::Taper { width_m, .. } => width_m,
            Self::Fillet { width_m, .. } => 0.5 * width_m,
        }
    }

    /// Lowest point of it, m.
    pub fn base_m(&self) -> f64 {
        match self {
            Self::Ellipse { thickness_m, .. } => -0.5 * thickness_m,
            Self::Taper { .. } | Self::Fillet { .. } => 0.0,
        }
    }

    /// From where, m. Of an ellipse and a fillet the right half is enough, the left is its mirror; not of a hollow one.
    pub(super) fn left_m(&self) -> f64 {
        match self {
            Self::Ellipse { hollow: true, .. } => -self.across_m(),
            Self::Ellipse { .. } | Self::Taper { .. } | Self::Fillet { .. } => 0.0,
        }
    }

    /// The emptied belly at `x`, upwards, m: nothing passes its wall.
    pub(super) fn hole(&self, x_m: f64) -> Reach {
        let Self::Ellipse { hollow: true, .. } = self else {
            return (0.0, 0.0);
        };
        let part = (x_m / self.across_m() - CAVITY_AT) / CAVITY_LONG;
        let up = 0.5 * self.thickness_m() * CAVITY_HIGH * (1.0 - part * part).max(0.0).sqrt();
        (-up, up)
    }

    /// From where to where it reaches upwards at `x`, m.
    pub(super) fn reach(&self, x_m: f64) -> Reach {
        match *self {
            Self::Ellipse { .. } => {
                let part = (x_m / self.across_m()).clamp(-1.0, 1.0);
                let up = 0.5 * self.thickness_m() * (1.0 - part * part).sqrt();
                (-up, up)
            }
            Self::Taper { thin_m, .. } => {
                let part = (x_m / self.across_m()).clamp(0.0, 1.0);
                let thick = self.thickness_m();
                (0.0, thick + part * (thin_m - thick))
            }
            Self::Fillet {
                thickness_m, edge, ..
            } => {
                let part = (x_m / self.across_m()).clamp(-1.0, 1.0);
                (0.0, thickness_m * (1.0 - (1.0 - edge) * part * part))
            }
        }
    }

    /// Points along the whole outline, in short straight pieces, m; low or high by the way they face.
    pub(super) fn pieces(&self) -> Vec<Piece> {
        let mut all = Vec::with_capacity(POINTS + 4);
        let mut walk = |points: &[[f64; 2]], side: usize| {
            for pair in points.windows(2) {
                let ([x0, y0], [x1, y1]) = (pair[0], pair[1]);
                let long_m = (x1 - x0).hypot(y1 - y0).max(1e-15);
                all.push(Piece {
                    at: [0.5 * (x0 + x1), 0.5 * (y0 + y1)],
                    long_m,
                    side,
                    faces: [(y1 - y0) / long_m, (x0 - x1) / long_m],
                });
            }
        };
        let even = |from: [f64; 2], to: [f64; 2]| -> Vec<[f64; 2]> {
            let n = POINTS / 4;
            (0..=n)
                .map(|i| {
                    let f = i as f64 / n as f64;
                    [
                        from[0] + f * (to[0] - from[0]),
                        from[1] + f * (to[1] - from[1]),
                    ]
                })
                .collect()
        };
        match *self {
            Self::Ellipse { .. } => {
                let (a, b) = (self.across_m(), 0.5 * self.thickness_m());
                let n = POINTS / 2;
                let from = if self.left_m() < 0.0 { -1.0 } else { 0.0 };
                let arc = |up: f64| -> Vec<[f64; 2]> {
                    (0..=n)
                        .map(|i| {
                            let part = from + (1.0 - from) * i as f64 / n as f64;
                            let angle = std::f64::consts::FRAC_PI_2 * part;
                            [a * angle.sin(), up * b * angle.cos()]
                        })
                        .collect()
                };
                walk(&arc(-1.0), 0);
                walk(&arc(1.0), 1);
            }
            Self::Fillet { .. } => {
                let wide = self.across_m();
                let top: Vec<[f64; 2]> = even([0.0, 0.0], [wide, 0.0])
                    .into_iter()
                    .map(|[x, _]| [x, self.reach(x).1])
                    .collect();
                walk(&even([0.0, 0.0], [wide, 0.0]), 0);
                walk(&top, 1);
                walk(&even([wide, 0.0], [wide, self.reach(wide).1]), 2);
            }
            Self::Taper { thin_m, .. } => {
                let (wide, thick, thin) = (self.across_m(), self.thickness_m(), thin_m);
                walk(&even([0.0, 0.0], [wide, 0.0]), 0);
                walk(&even([0.0, 0.0], [0.0, thick]), 1);
                walk(&even([0.0, thick], [wide, thin]), 1);
                walk(&even([wide, 0.0], [wide, thin]), 1);
            }
        }
        all
    }

    /// The place that a cook would call the centre, m.
    pub(super) fn centre_m(&self) -> [f64; 2] {
        match self {
            Self::Ellipse { .. } => [0.0, 0.0],
            Self::Taper { .. } => [0.15 * self.across_m(), 0.5 * self.thickness_m()],
            Self::Fillet { .. } => [0.0, 0.5 * self.thickness_m()],
        }
    }

    /// The upright through the thickest part, m: of a taper a little in from its end.
    pub fn upright_m(&self) -> f64 {
        match self {
            Self::Ellipse { .. } | Self::Fillet { .. } => 0.0,
            Self::Taper { .. } => 0.15 * self.across_m(),
        }
    }
}
