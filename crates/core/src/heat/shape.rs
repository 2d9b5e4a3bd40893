//! Shapes that are neither slab, cylinder nor sphere, on a column in one dimension: the equivalent heat
//! transfer dimensionality E, the time of the slab of the same thickness over that of the body
//! (`ASHRAE-FREEZING-TIMES`). The column's shape exponent is `E - 1`.
//!
//! The Biot number is that of the film on HALF the thickness, the film the mean of both faces. One E a run:
//! that of a middle which has come a third to six tenths of the way, where cores of fish are done.

/// What a piece is as a body that conducts.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum Shape {
    /// Endless both ways.
    Slab,
    /// A box: portion, cube, strip.
    Brick {
        /// Across, m.
        width_m: f64,
        /// Along, m.
        length_m: f64,
        /// It falls off from its thickest line, as a side of fish does.
        tapers: bool,
    },
    /// A flat round slice.
    Disc {
        /// Its diameter, m.
        across_m: f64,
    },
    /// A long body with the section of an ellipse, lying on its long side.
    Ellipse {
        /// Long axis, m.
        height_m: f64,
        /// Its belly is empty.
        hollow: bool,
    },
}

impl Shape {
    /// The same, an ellipse so many times as high.
    pub fn higher(self, times: f64) -> Self {
        match self {
            Self::Ellipse { height_m, hollow } => Self::Ellipse {
                height_m: times * height_m,
                hollow,
            },
            other => other,
        }
    }

    /// E of a body of this shape on its way to a temperature on the heat. `sides` is how much of the heat of the
    /// faces its sides get: 1 all round alike, 0 none. An ellipse has no sides, only faces.
    pub fn dimensionality(&self, thickness_m: f64, bi: f64, sides: f64) -> f64 {
        self.dimensionality_of(thickness_m, bi, sides, 1.0)
    }

    /// The same for a whole cooking, its rest off the heat counted, which helps a middle that others lie round.
    ///
    /// One number for an ellipse, from its section under the faces of every way (25 and 40 mm thick, 1.6 to 2.5
    /// times as high): with it the column leaves the heat within 5 % of the time of the section, but for a whole fish
    /// in a parcel (to 7.5 % soon) and a small one in a fierce oven (to 8.5 % late), on a grate or a bed (to 7).
    ///
    /// `one_sided` is how much more of the heat comes through one face than through the other, 0 alike to 1 all of it.
    pub fn dimensionality_rested(
        &self,
        thickness_m: f64,
        bi: f64,
        sides: f64,
        one_sided: f64,
    ) -> f64 {
        let falls = match *self {
            Self::Brick {
                width_m,
                tapers: true,
                ..
            } => falls_off(width_m / thickness_m, one_sided),
            _ => 0.0,
        };
        falls + self.dimensionality_of(thickness_m, bi, sides, RESTED)
    }

    fn dimensionality_of(&self, thickness_m: f64, bi: f64, sides: f64, all_counted: f64) -> f64 {
        let all_round = match *self {
            Self::Slab => 1.0,
            Self::Brick {
                width_m,
                length_m,
                tapers,
            } => {
                let sides_m = [width_m / thickness_m, length_m / thickness_m];
                let brick = brick_dimensionality(sides_m, bi);
                let falls = if tapers { TAPERS } else { 0.0 };
                return 1.0 + falls + sides.clamp(0.0, 1.0) * (brick - 1.0);
            }
            Self::Disc { across_m } => {
                // Its edge is twice the side of a square bar: the cylinder has E = 2.
                let edge = 2.0 * side(across_m / thickness_m, bi);
                1.0 + edge.min(2.0)
            }
            Self::Ellipse { height_m, hollow } => {
                let slender = height_m / thickness_m;
                let all = 1.0 + all_counted * (ellipse_dimensionality(slender, bi) - 1.0);
                let flat = (slender - HOLLOWED_AT).clamp(-0.25, 0.4);
                return all
                    * if hollow {
                        HOLLOWED + HOLLOWED_MORE * flat
                    } else {
                        1.0
                    };
            }
        };
        1.0 + sides.clamp(0.0, 1.0) * (all_round - 1.0)
    }
}

/// What two opposite sides so many thicknesses apart add to E, every side heated alike.
fn side(apart: f64, bi: f64) -> f64 {
    let bi = bi.max(0.05);
    let square = 0.652 + 0.348 / (1.0 + 6.679 * bi + 0.098 * bi * bi);
    let fades = 2.226 * (bi + 0.036) / (bi + 0.346);
    square * (-fades * (apart.max(1.0) - 1.0)).exp()
}

/// E of a brick heated alike from all sides; its other two sides in thicknesses.
///
/// `E = 1 + W1 + W2 - x sqrt(W1 W2)`, `W = w exp(-f (s - 1))`: w, f and x of the Biot number are fitted to
/// the exact products of slabs, for bars and cubes with Bi from 0.5 up: within 3.6 % of E, cubes worst. The middle has
/// come `0.3 + 0.36 Bi/(Bi + 3)` of the way, as in an oven (a third) and in water or steam (six tenths).
pub fn brick_dimensionality([width, length]: [f64; 2], bi: f64) -> f64 {
    let (across, along) = (side(width, bi), side(length, bi));
    let shared = 0.271 * bi / (bi + 0.150);
    1.0 + across + along - shared * (across * along).sqrt()
}

/// E of a long body with the section of an ellipse, heated alike all round. `slender` is its long axis over its
/// thickness.
///
/// `E = 1 + (1 + c/Bi) / (s^p + (c/Bi) s^q)`: the handbook's form, whose own powers (2 and 1, c = 2) are
/// exact only where the surface conducts without limit. c, p and q are fitted to the two-dimensional section
/// for s from 1.25 to 4 and Bi from 0.5 to 32: the column with this E meets the section's middle at 35 and at
/// 55 % of the way. Exact at s = 1 (2, the cylinder) and as s grows (1, the slab).
pub fn ellipse_dimensionality(slender: f64, bi: f64) -> f64 {
    const C: f64 = 1.12;
    const P: f64 = 2.316;
    const Q: f64 = 0.64;
    let s = slender.max(1.0);
    // A surface that is held has no film: the first power alone is left.
    let film = C / bi.max(0.05);
    1.0 + (1.0 + film) / (s.powf(P) + film * s.powf(Q))
}

/// What cuts to the bone add to E of a body so thick: sides a hand's width of flesh apart, of which narrow gaps get a part.
/// Judgement, no source: cooks find a scored fish done a little sooner.
pub fn scored_adds(thickness_m: f64, bi: f64) -> f64 {
    GAPS_GET * side(CUT_EVERY_M / thickness_m, bi)
}

/// Cuts are so far apart, m, and their sides get so much of what the outside gets.
const CUT_EVERY_M: f64 = 30e-3;
const GAPS_GET: f64 = 0.25;

/// How much more than on the heat alone, by E - 1.
const RESTED: f64 = 1.07;

/// What the section of a fillet, thinner to both edges, adds to E, from its section under the faces of every way;
/// an independent two-dimensional model has 3 to 12 % of the time, by how it tapers.
const TAPERS: f64 = 0.08;

/// What it adds beyond that where it is only so many times as wide as thick and its heat comes from one side: there is less
/// of it over the pan the nearer its edges are. From its section, skin first and in a pan in the oven.
fn falls_off(slender: f64, one_sided: f64) -> f64 {
    let narrow = (WIDE / slender).powi(3).clamp(1.0, MOST_TAPER) - 1.0;
    TAPERS * narrow * FROM_BELOW * one_sided.clamp(0.0, 1.0).powi(2)
}
const FROM_BELOW: f64 = 2.5;
/// So many times as wide as thick a fillet is wide; and no narrower one counts for more.
const WIDE: f64 = 2.4;
const MOST_TAPER: f64 = 2.5;

/// How much an empty belly adds to E of a body so many times as high as thick, and more the higher it is, where it
/// is two thin walls: less flesh behind the same skin. From the section with its hole.
const HOLLOWED: f64 = 1.15;
const HOLLOWED_AT: f64 = 2.1;
const HOLLOWED_MORE: f64 = 0.07;
