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

/// Cells through the thickness, symmetric about the middle.
///
/// A shape exponent `s` narrows the way to the middle: area is proportional to
/// `|x - centre|^s`, 1 at both faces. `s = E - 1` with the equivalent heat transfer
/// dimensionality E (1 slab, 2 cylinder, 3 sphere; `ASHRAE-FREEZING-TIMES`).
#[derive(Debug, Clone, PartialEq)]
pub struct Grid {
    /// Widths, m.
    pub width_m: Vec<f64>,
    /// Centres, m from the low face.
    pub centre_m: Vec<f64>,
    /// Area of the walls between cells and of the two faces, relative to a face; one more
    /// than there are cells.
    pub wall: Vec<f64>,
    /// Volume by face area, m3/m2.
    pub volume_m: Vec<f64>,
    /// Cells of the flesh; what lies before and behind are coats.
    pub flesh: std::ops::Range<usize>,
}

impl Grid {
    /// Divides a thickness without coats.
    pub fn new(thickness_m: f64, shape_exponent: f64, fineness: Fineness) -> Self {
        Self::coated(thickness_m, [0.0, 0.0], shape_exponent, fineness)
    }

    /// Divides a thickness of flesh with a coat on the low and on the high face, m (0 for none).
    pub fn coated(
        thickness_m: f64,
        coats_m: [f64; 2],
        shape_exponent: f64,
        fineness: Fineness,
    ) -> Self {
        let half = 0.5 * thickness_m;
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
        let cells = |coat_m: f64| (coat_m / (2.0 * fineness.at_face_m)).ceil().max(1.0) as usize;
        let coat = |coat_m: f64| {
            let n = if coat_m > 0.0 { cells(coat_m) } else { 0 };
            std::iter::repeat_n(coat_m / n.max(1) as f64, n)
        };
        let widths: Vec<f64> = coat(coats_m[0])
            .chain(widths)
            .chain(coat(coats_m[1]))
            .collect();
        let low_cells = coat(coats_m[0]).count();
        let thickness_m = thickness_m + coats_m[0] + coats_m[1];
        let half = 0.5 * thickness_m;

        let mut edge = 0.0;
        let mut centre_m = Vec::with_capacity(widths.len());
        let mut wall = vec![1.0];
        let mut volume_m = Vec::with_capacity(widths.len());
        // Signed volume from the middle: int |u/half|^s du.
        let primitive = |x: f64| {
            let u = (x - half) / half;
            half * u.signum() * u.abs().powf(shape_exponent + 1.0) / (shape_exponent + 1.0)
        };
        let last = widths.len() - 1;
        for (i, width) in widths.iter().enumerate() {
            let (from, to) = (edge, if i == last { thickness_m } else { edge + width });
            centre_m.push(0.5 * (from + to));
            volume_m.push(primitive(to) - primitive(from));
            wall.push(((to - half) / half).abs().powf(shape_exponent));
            edge = to;
        }
        // |u|^0 at the exact middle is 1 and stays 1 for a slab.
        let flesh = low_cells..low_cells + flesh_cells;
        Self {
            width_m: widths,
            centre_m,
            wall,
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

    /// Value of a field over the cells of the flesh at `share` of its thickness, linear between
    /// centres and flat beyond the outermost.
    pub fn sample_flesh(&self, field: &[f64], share: f64) -> f64 {
        let centres = &self.centre_m[self.flesh.clone()];
        let x = self.flesh_share(share) * self.thickness_m();
        let right = centres.partition_point(|c| *c < x);
        if right == 0 {
            return field[0];
        }
        if right == centres.len() {
            return field[right - 1];
        }
        let f = (x - centres[right - 1]) / (centres[right] - centres[right - 1]);
        field[right - 1] + f * (field[right] - field[right - 1])
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
            assert_eq!(grid.wall.len(), grid.len() + 1);
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
