//! Conduction between the cells of a section, one implicit step: Douglas' splitting of backward Euler.
//! `(I - dt Ax)(I - dt Ay) d = dt (A T + b)` is solved by lines and is stable whatever the step.

use super::cells::Cells;

/// Capacities, conductances and sources of a section, by depth, and its step.
#[derive(Debug, Clone)]
pub(super) struct Plane {
    nx: usize,
    ny: usize,
    /// Heat capacity of each cell, J/(m K); 0 where nothing is.
    pub capacity: Vec<f64>,
    /// To the right and to the upper neighbour, W/(m K).
    pub right: Vec<f64>,
    pub upper: Vec<f64>,
    /// To what is outside, W/(m K), and what comes from there, W/m: `source - out T`.
    pub out: Vec<f64>,
    pub source: Vec<f64>,
    /// Scratch of the line solver and the change of a step.
    change: Vec<f64>,
    line: Vec<f64>,
}

impl Plane {
    /// Cells that hold and pass nothing yet.
    pub(super) fn new(cells: &Cells) -> Self {
        let none = || vec![0.0; cells.volume_m2.len()];
        Self {
            nx: cells.nx,
            ny: cells.ny,
            capacity: none(),
            right: none(),
            upper: none(),
            out: none(),
            source: none(),
            change: none(),
            line: vec![0.0; cells.nx.max(cells.ny)],
        }
    }

    /// One step: the full residual, then a solve along every row, then along every column.
    pub(super) fn step(&mut self, t_c: &mut [f64], dt_s: f64) {
        let (nx, ny) = (self.nx, self.ny);
        for j in 0..ny {
            for i in 0..nx {
                let c = j * nx + i;
                if self.capacity[c] <= 0.0 {
                    self.change[c] = 0.0;
                    continue;
                }
                let t = t_c[c];
                let mut q = self.source[c] - self.out[c] * t;
                if i + 1 < nx {
                    q += self.right[c] * (t_c[c + 1] - t);
                }
                if i > 0 {
                    q += self.right[c - 1] * (t_c[c - 1] - t);
                }
                if j + 1 < ny {
                    q += self.upper[c] * (t_c[c + nx] - t);
                }
                if j > 0 {
                    q += self.upper[c - nx] * (t_c[c - nx] - t);
                }
                self.change[c] = dt_s * q / self.capacity[c];
            }
        }
        for j in 0..ny {
            self.solve_line(dt_s, j * nx, 1, nx);
        }
        for i in 0..nx {
            self.solve_line(dt_s, i, nx, ny);
        }
        for (t, change) in t_c.iter_mut().zip(&self.change) {
            *t += change;
        }
    }

    /// Thomas along one line; half of what passes the outline belongs to either direction.
    fn solve_line(&mut self, dt_s: f64, first: usize, stride: usize, n: usize) {
        let along = if stride == 1 {
            &self.right
        } else {
            &self.upper
        };
        let mut before = 0.0;
        for k in 0..n {
            let c = first + k * stride;
            let capacity = self.capacity[c];
            if capacity <= 0.0 {
                self.line[k] = 0.0;
                before = 0.0;
                continue;
            }
            let share = dt_s / capacity;
            let back = if k > 0 { along[c - stride] } else { 0.0 };
            let ahead = if k + 1 < n { along[c] } else { 0.0 };
            let diagonal = 1.0 + share * (back + ahead + 0.5 * self.out[c]);
            let left = -share * back;
            let pivot = diagonal - left * if k > 0 { self.line[k - 1] } else { 0.0 };
            self.line[k] = -share * ahead / pivot;
            before = (self.change[c] - left * before) / pivot;
            self.change[c] = before;
        }
        for k in (0..n.saturating_sub(1)).rev() {
            let c = first + k * stride;
            self.change[c] -= self.line[k] * self.change[c + stride];
        }
    }
}
