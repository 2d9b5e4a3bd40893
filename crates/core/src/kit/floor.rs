//! What fish can lie on, and how many pieces lie on it.

use crate::InputError;
use crate::fish::Lies;
use crate::quantity::checked;
use serde::{Deserialize, Serialize};

/// The free bottom of a vessel, a tray or a grate, mm.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[serde(untagged)]
pub enum Floor {
    /// Round.
    Round {
        /// Across, mm.
        across_mm: f64,
    },
    /// Longer than wide, or square.
    Oblong {
        /// How long, mm.
        length_mm: f64,
        /// How wide, mm.
        width_mm: f64,
    },
}

/// How close pieces lie: a gap between two, mm, and the most of the floor that they cover.
#[derive(Debug, Clone, Copy, PartialEq, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct Spacing {
    /// Between two pieces, mm.
    pub gap_mm: f64,
    /// Most of the floor that is covered, share.
    pub most_cover: f64,
    /// What is up against the rim may be so much longer than the floor, times: a tail that stands up.
    pub over_rim: f64,
}

const SIDES_MM: (f64, f64) = (80.0, 2000.0);

impl Floor {
    /// Round, of so many square metres.
    pub fn of_area_m2(area_m2: f64) -> Self {
        Self::Round {
            across_mm: 1e3 * (area_m2 / std::f64::consts::FRAC_PI_4).sqrt(),
        }
    }

    /// The same so many times as long and as wide.
    #[must_use]
    pub(super) fn times(self, by: f64) -> Self {
        match self {
            Self::Round { across_mm } => Self::Round {
                across_mm: by * across_mm,
            },
            Self::Oblong {
                length_mm,
                width_mm,
            } => Self::Oblong {
                length_mm: by * length_mm,
                width_mm: by * width_mm,
            },
        }
    }

    pub(super) fn check(self) -> Result<(), InputError> {
        match self {
            Self::Round { across_mm } => checked("across_mm", across_mm, SIDES_MM, "mm").map(drop),
            Self::Oblong {
                length_mm,
                width_mm,
            } => {
                checked("length_mm", length_mm, SIDES_MM, "mm")?;
                checked("width_mm", width_mm, SIDES_MM, "mm").map(drop)
            }
        }
    }

    /// mm2.
    pub fn area_mm2(self) -> f64 {
        match self {
            Self::Round { across_mm } => std::f64::consts::FRAC_PI_4 * across_mm * across_mm,
            Self::Oblong {
                length_mm,
                width_mm,
            } => length_mm * width_mm,
        }
    }

    /// The longest thing that lies on it, mm.
    pub fn longest_mm(self) -> f64 {
        match self {
            Self::Round { across_mm } => across_mm,
            Self::Oblong {
                length_mm,
                width_mm,
            } => length_mm.hypot(width_mm),
        }
    }

    /// In words: 25 cm across, 43 by 34 cm.
    pub fn words(self) -> String {
        match self {
            Self::Round { across_mm } => format!("{:.0} cm across", across_mm / 10.0),
            Self::Oblong {
                length_mm,
                width_mm,
            } => format!("{:.0} by {:.0} cm", length_mm / 10.0, width_mm / 10.0),
        }
    }

    /// One piece lies on it, straight or from corner to corner.
    fn holds(self, piece: Lies, over_rim: f64) -> bool {
        let (long, wide) = (piece.length_mm / over_rim, piece.width_mm);
        match self {
            Self::Round { across_mm } => {
                long.hypot(wide.min(long)) <= across_mm
                    || long <= across_mm && wide <= ROUNDED * across_mm
            }
            Self::Oblong {
                length_mm,
                width_mm,
            } => {
                let (l, w) = (length_mm.max(width_mm), length_mm.min(width_mm));
                let straight = long <= l && wide <= w;
                // From corner to corner its own width takes some of the length: its ends are narrower.
                straight || wide <= w && long + ENDS * wide <= l.hypot(w)
            }
        }
    }

    /// How many pieces lie on it side by side: in rows with a gap on an oblong one, by area on a round one, and never more
    /// than it may be covered. At least one where one fits.
    pub fn fits(self, piece: Lies, spacing: Spacing) -> u32 {
        if !self.holds(piece, spacing.over_rim) {
            return 0;
        }
        let covers_mm2 = piece.length_mm * piece.width_mm;
        let by_area = (spacing.most_cover * self.area_mm2() / covers_mm2) as u32;
        let rows = match self {
            Self::Round { .. } => by_area,
            Self::Oblong {
                length_mm,
                width_mm,
            } => {
                let along = |floor: f64, piece: f64| {
                    ((floor + spacing.gap_mm) / (piece + spacing.gap_mm)) as u32
                };
                let laid = |long: f64, wide: f64| along(length_mm, long) * along(width_mm, wide);
                laid(piece.length_mm, piece.width_mm).max(laid(piece.width_mm, piece.length_mm))
            }
        };
        rows.min(by_area).max(1)
    }
}

/// What its ends take of the length from corner to corner, of its width. Judgement.
const ENDS: f64 = 0.3;
/// Its corners are rounded: a piece as long as a round floor is across may be so wide.
const ROUNDED: f64 = 0.5;

#[cfg(test)]
mod tests {
    use super::*;

    const FINGER: Spacing = Spacing {
        gap_mm: 15.0,
        most_cover: 0.9,
        over_rim: 1.0,
    };

    /// By hand: 430 mm take (430 + 15) / (60 + 15) = 5 of 60 mm across, 340 mm take (340 + 15) / (137 + 15) = 2 of 137
    /// mm along; the other way round 2 by 4.
    #[test]
    fn rows_on_a_tray_by_hand() {
        let tray = Floor::Oblong {
            length_mm: 430.0,
            width_mm: 340.0,
        };
        let bream = Lies {
            length_mm: 137.0,
            width_mm: 60.0,
        };
        assert_eq!(tray.fits(bream, FINGER), 10);
        // Corner to corner 548 mm: 530 and three tenths of 100 are more, 480 and three tenths of 60 less; 430 lie straight.
        let long = |length_mm, width_mm| Lies {
            length_mm,
            width_mm,
        };
        assert_eq!(tray.fits(long(530.0, 100.0), FINGER), 0);
        assert_eq!(tray.fits(long(480.0, 60.0), FINGER), 1);
        assert_eq!(tray.fits(long(430.0, 60.0), FINGER), 4);
    }

    /// By hand: six tenths of a floor of 250 mm are 29 452 mm2; a piece of 60 by 137 mm covers 8220: three.
    #[test]
    fn a_pan_is_covered_to_six_tenths() {
        let pan = Floor::of_area_m2(0.049_087);
        let sparse = Spacing {
            gap_mm: 0.0,
            most_cover: 0.6,
            over_rim: 1.15,
        };
        let piece = |length_mm, width_mm| Lies {
            length_mm,
            width_mm,
        };
        assert!((pan.longest_mm() - 250.0).abs() < 0.1);
        assert_eq!(pan.fits(piece(137.0, 60.0), sparse), 3);
        // A tail that stands up the side: 287 mm.
        assert_eq!(pan.fits(piece(280.0, 70.0), sparse), 1);
        assert_eq!(pan.fits(piece(300.0, 70.0), sparse), 0);
        assert_eq!(pan.fits(piece(240.0, 200.0), sparse), 0);
    }

    /// More room never holds less, a larger piece never goes more often.
    #[test]
    fn law_more_room_never_holds_less() {
        for gap_mm in [0.0, 15.0] {
            let spacing = Spacing { gap_mm, ..FINGER };
            for length in 4..60 {
                let piece = Lies {
                    length_mm: 10.0 * f64::from(length),
                    width_mm: 55.0,
                };
                let larger = Lies {
                    length_mm: piece.length_mm + 7.0,
                    width_mm: 58.0,
                };
                let mut before = [0; 2];
                for side in 10..60 {
                    let side_mm = 10.0 * f64::from(side);
                    let oblong = Floor::Oblong {
                        length_mm: side_mm,
                        width_mm: 0.75 * side_mm,
                    };
                    let round = Floor::Round { across_mm: side_mm };
                    let now = [oblong, round].map(|floor| {
                        let n = floor.fits(piece, spacing);
                        assert!(n >= floor.fits(larger, spacing), "{floor:?} {piece:?}");
                        n
                    });
                    assert!(
                        now[0] >= before[0] && now[1] >= before[1],
                        "{piece:?} {side_mm}"
                    );
                    before = now;
                }
            }
        }
    }
}
