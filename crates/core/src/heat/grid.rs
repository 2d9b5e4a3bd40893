//! An uneven grid through the thickness, finer at the two faces.

/// How fine a grid is.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Fineness {
    /// Width of the cells at the faces, m.
    pub at_face_m: f64,
    /// Largest width inside, m.
    pub inside_m: f64,
}

impl Fineness {
    /// What every plan uses: 0.25 mm at the faces, growing to 1 mm inside.
    pub const ORDINARY: Self = Self {
        at_face_m: 0.25e-3,
        inside_m: 1.0e-3,
    };

    /// The same grid with every cell `factor` times as wide.
    pub fn scaled(self, factor: f64) -> Self {
        Self {
            at_face_m: self.at_face_m * factor,
            inside_m: self.inside_m * factor,
        }
    }
}

/// How much wider each cell is than the one before it, going inwards.
const GROWTH: f64 = 1.25;
/// Fewest cells in half the thickness.
const FEWEST: usize = 6;
/// Least area that heat crosses, relative to a face. Up to E 1.5 only what lies within a
/// thousandth of the thickness is narrower.
const LEAST_AREA: f64 = 0.02;

/// `int_0^u dv / max(v^s, LEAST_AREA)` for `u` from 0 (middle) to 1 (face).
fn way_from_middle(u: f64, s: f64) -> f64 {
    if s <= 0.0 {
        return u;
    }
    let narrow = LEAST_AREA.powf(1.0 / s);
    if u <= narrow {
        return u / LEAST_AREA;
    }
    let wide = if (s - 1.0).abs() < 1e-9 {
        (u / narrow).ln()
    } else {
        (u.powf(1.0 - s) - narrow.powf(1.0 - s)) / (1.0 - s)
    };
    narrow / LEAST_AREA + wide
}

/// Cells through the thickness, symmetric about the middle.
///
/// A shape exponent `s` narrows the way to the middle: area is proportional to
/// `|x - centre|^s`, 1 at both faces. `s = E - 1` with the equivalent heat transfer
/// dimensionality E (1 slab, 2 cylinder, 3 sphere; `ASHRAE-FREEZING-TIMES`).
///
/// Between two centres heat passes `1 / int dx / (k A)`; the area at a point would be 0 at the
/// exact middle of every body with E > 1, and cut it in two. Beyond E 2 the area half way stands
/// for the integral but in the middle: flesh that warms alike from all sides passes less and less
/// heat inwards, and the integral would count the narrow part too much. The integral has a bound
/// up to E < 2 only, and a real body is no point in its middle, so the area counts as at least
/// a fiftieth of a face. One dimension holds for unlike faces to about E 1.5; beyond, the side away from
/// the fire warms too slowly.
#[derive(Debug, Clone, PartialEq)]
pub struct Grid {
    /// Widths, m.
    pub width_m: Vec<f64>,
    /// Centres, m from the low face.
    pub centre_m: Vec<f64>,
    /// Way of the heat from the lower edge of each cell to its centre, `int dx / A` with the area
    /// A relative to a face, m; half its width in a slab.
    pub way_below_m: Vec<f64>,
    /// And from its centre to the upper edge.
    pub way_above_m: Vec<f64>,
    /// Volume by face area, m3/m2.
    pub volume_m: Vec<f64>,
    /// Cells of the flesh; what lies before and behind are coats.
    pub flesh: std::ops::Range<usize>,
}

impl Grid {
    /// Divides a thickness without coats.
    pub fn new(thickness_m: f64, shape_exponent: f64, fineness: Fineness) -> Self {
        Self::layered(&[], thickness_m, &[], shape_exponent, fineness)
    }

    /// Divides flesh with any number of coats below and above it, all from the low face to the
    /// high, m.
    pub fn layered(
        below_m: &[f64],
        flesh_m: f64,
        above_m: &[f64],
        shape_exponent: f64,
        fineness: Fineness,
    ) -> Self {
        let half = 0.5 * flesh_m;
        let mut widths = Vec::new();
        let (mut next, mut sum) = (fineness.at_face_m, 0.0);
        while sum < half {
            widths.push(next);
            sum += next;
            next = (next * GROWTH).min(fineness.inside_m);
        }
        if widths.len() < FEWEST {
            widths = vec![1.0; FEWEST];
            sum = FEWEST as f64;
        }
        for width in &mut widths {
            *width *= half / sum;
        }
        let mirrored: Vec<f64> = widths.iter().rev().copied().collect();
        widths.extend(mirrored);
        let flesh_cells = widths.len();
        // Coats in even cells, about twice as wide as the flesh has them at its face.
        let coat = |coat_m: f64| {
            let cells = (coat_m / (2.0 * fineness.at_face_m)).ceil().max(1.0) as usize;
            std::iter::repeat_n(coat_m / cells as f64, cells)
        };
        let coats = |all: &[f64]| all.iter().copied().flat_map(coat).collect::<Vec<f64>>();
        let (low, high) = (coats(below_m), coats(above_m));
        let low_cells = low.len();
        let widths: Vec<f64> = low.into_iter().chain(widths).chain(high).collect();
        let thickness_m = flesh_m + below_m.iter().sum::<f64>() + above_m.iter().sum::<f64>();
        let half = 0.5 * thickness_m;

        let (mut way_below_m, mut way_above_m) = (Vec::new(), Vec::new());
        let mut edge = 0.0;
        let mut centre_m = Vec::with_capacity(widths.len());
        let mut volume_m = Vec::with_capacity(widths.len());
        // Signed volume from the middle: int |u/half|^s du.
        let primitive = |x: f64| {
            let u = (x - half) / half;
            half * u.signum() * u.abs().powf(shape_exponent + 1.0) / (shape_exponent + 1.0)
        };
        let last = widths.len() - 1;
        for (i, width) in widths.iter().enumerate() {
            let (from, to) = (edge, if i == last { thickness_m } else { edge + width });
            let centre = 0.5 * (from + to);
            centre_m.push(centre);
            volume_m.push(primitive(to) - primitive(from));
            edge = to;
        }
        for (i, width) in widths.iter().enumerate() {
            let from_middle =
                |x: f64| half * way_from_middle(((x - half) / half).abs(), shape_exponent);
            let way = |edge_m: f64, beyond: Option<f64>| {
                let centre = centre_m[i];
                let over_middle = beyond.is_some_and(|x| (centre - half) * (x - half) < 0.0);
                if shape_exponent > 1.0 && !over_middle {
                    return 0.5 * width / ((edge_m - half) / half).abs().powf(shape_exponent);
                }
                let (to_centre, to_edge) = (from_middle(centre), from_middle(edge_m));
                if (edge_m - half) * (centre - half) < 0.0 {
                    to_centre + to_edge
                } else {
                    (to_centre - to_edge).abs()
                }
            };
            let before = i.checked_sub(1).map(|j| centre_m[j]);
            way_below_m.push(way(centre_m[i] - 0.5 * width, before));
            way_above_m.push(way(centre_m[i] + 0.5 * width, centre_m.get(i + 1).copied()));
        }
        let flesh = low_cells..low_cells + flesh_cells;
        Self {
            width_m: widths,
            centre_m,
            way_below_m,
            way_above_m,
            volume_m,
            flesh,
        }
    }

    /// Number of cells.
    pub fn len(&self) -> usize {
        self.width_m.len()
    }

    /// Never: a grid has cells.
    pub fn is_empty(&self) -> bool {
        self.width_m.is_empty()
    }

    /// Thickness of the flesh, m.
    pub fn flesh_m(&self) -> f64 {
        self.width_m[self.flesh.clone()].iter().sum()
    }

    /// Share of the whole thickness that lies at a share of the flesh.
    pub fn flesh_share(&self, share: f64) -> f64 {
        let below: f64 = self.width_m[..self.flesh.start].iter().sum();
        (below + share * self.flesh_m()) / self.thickness_m()
    }

    /// Whole thickness with coats, m.
    pub fn thickness_m(&self) -> f64 {
        self.width_m.iter().sum()
    }

    /// Share of the flesh at which the centre of its cell `i` lies.
    pub fn flesh_middle(&self, i: usize) -> f64 {
        let below: f64 = self.width_m[..self.flesh.start].iter().sum();
        (self.centre_m[self.flesh.start + i] - below) / self.flesh_m()
    }

    /// Value of a field over the cells of the flesh at `share` of its thickness, linear between
    /// centres and flat beyond the outermost.
    pub fn sample_flesh(&self, field: &[f64], share: f64) -> f64 {
        let (left, f) = self.flesh_at(share);
        let right = (left + 1).min(field.len() - 1);
        field[left] + f * (field[right] - field[left])
    }

    /// The cell of the flesh whose centre lies at or below `share` of its thickness, and how far it
    /// is from there to the next, 0 to 1.
    pub fn flesh_at(&self, share: f64) -> (usize, f64) {
        let centres = &self.centre_m[self.flesh.clone()];
        let x = self.flesh_share(share) * self.thickness_m();
        let right = centres.partition_point(|c| *c < x);
        if right == 0 || right == centres.len() {
            return (right.saturating_sub(1), 0.0);
        }
        let (from, to) = (centres[right - 1], centres[right]);
        (right - 1, (x - from) / (to - from))
    }

    /// Value of a field at `share` of the thickness (0 low face, 1 high face), linear between
    /// centres and out to the two surface values.
    pub fn sample(&self, field: &[f64], low_surface: f64, high_surface: f64, share: f64) -> f64 {
        let x = share.clamp(0.0, 1.0) * self.thickness_m();
        let right = self.centre_m.partition_point(|c| *c < x);
        let (x0, v0) = match right {
            0 => (0.0, low_surface),
            i => (self.centre_m[i - 1], field[i - 1]),
        };
        let (x1, v1) = if right == self.len() {
            (self.thickness_m(), high_surface)
        } else {
            (self.centre_m[right], field[right])
        };
        if x1 > x0 {
            v0 + (v1 - v0) * (x - x0) / (x1 - x0)
        } else {
            v0
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn volumes_are_those_of_slab_cylinder_and_sphere() {
        for (s, share) in [(0.0, 1.0), (1.0, 0.5), (2.0, 1.0 / 3.0), (0.5, 2.0 / 3.0)] {
            let grid = Grid::new(0.025, s, Fineness::ORDINARY);
            let volume: f64 = grid.volume_m.iter().sum();
            assert!((volume - 0.025 * share).abs() < 1e-12, "s = {s}: {volume}");
            // From face to face: 2 / (1 - s) halves, while the integral has a bound.
            let way: f64 = grid.way_below_m.iter().chain(&grid.way_above_m).sum();
            if s < 1.0 {
                assert!(
                    (way / (0.025 / (1.0 - s)) - 1.0).abs() < 0.07,
                    "s = {s}: {way}"
                );
            }
            assert!(way.is_finite() && way >= 0.025 - 1e-12, "s = {s}: {way}");
        }
    }

    #[test]
    fn fine_at_the_faces_and_never_coarser_than_asked() {
        let grid = Grid::new(0.025, 0.0, Fineness::ORDINARY);
        assert!(grid.width_m[0] <= 0.2501e-3);
        assert!(grid.width_m.iter().all(|w| *w <= 1.0001e-3));
        assert!((grid.thickness_m() - 0.025).abs() < 1e-12);
        let thin = Grid::new(0.002, 0.0, Fineness::ORDINARY);
        assert!(thin.len() >= 2 * FEWEST);
    }
}
