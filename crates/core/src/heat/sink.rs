//! What the march tells while it runs, and its books.

use serde::{Deserialize, Serialize};

/// The field at one moment, as the sink sees it.
#[derive(Debug, Clone, Copy)]
pub struct Moment<'a> {
    /// Time since the start of the first stage, s.
    pub t_s: f64,
    /// Length of the step that ended here, s; 0 for the very first moment.
    pub dt_s: f64,
    /// Temperatures of the cells, C, coats and all.
    pub t_c: &'a [f64],
    /// Those of the flesh alone.
    pub flesh_c: &'a [f64],
    /// By how much the cells of the flesh warmed in the step, K.
    pub moved_k: &'a [f64],
    /// Water in the cells, kg/m3.
    pub water_kg_m3: &'a [f64],
    /// Temperature of the low surface, C.
    pub low_surface_c: f64,
    /// Temperature of the high surface, C.
    pub high_surface_c: f64,
    /// Temperature of what each face touches, C; none where it touches nothing.
    pub touched_c: [Option<f64>; 2],
    /// Temperature of the pan, C, if there is one.
    pub reservoir_c: Option<f64>,
    /// Water leaving in this step, kg/(m2 s) by face area.
    pub steam_kg_m2s: f64,
}

impl Moment<'_> {
    /// Coldest cell of the flesh, C.
    pub fn core_c(&self) -> f64 {
        self.flesh_c.iter().copied().fold(f64::INFINITY, f64::min)
    }

    /// All of the flesh cools. While the faces see the same it goes on to.
    pub fn cools(&self) -> bool {
        self.moved_k.iter().all(|k| *k < 0.0)
    }
}

/// Takes the moments as they come, so that nothing stores what nobody asked for.
pub trait Sink {
    /// One accepted step.
    fn step(&mut self, moment: &Moment<'_>);
}

impl Sink for () {
    fn step(&mut self, _: &Moment<'_>) {}
}

impl<A: Sink, B: Sink> Sink for (A, B) {
    fn step(&mut self, moment: &Moment<'_>) {
        self.0.step(moment);
        self.1.step(moment);
    }
}

impl<S: Sink> Sink for &mut S {
    fn step(&mut self, moment: &Moment<'_>) {
        (**self).step(moment);
    }
}

/// What went in and out, by face area. `stored = heat_in - boiled - carried`.
#[derive(Debug, Clone, Copy, PartialEq, Default, Serialize, Deserialize)]
pub struct Ledger {
    /// Heat in through both faces, J/m2, latent heat of surface evaporation already taken off.
    pub heat_in_j_m2: f64,
    /// Sum of the heat that passed the faces in either direction, J/m2: the scale of a balance.
    pub exchanged_j_m2: f64,
    /// Latent heat taken by water boiling off inside, J/m2.
    pub boiled_j_m2: f64,
    /// Enthalpy of the liquid water that left, J/m2.
    pub carried_j_m2: f64,
    /// Water that left, kg/m2.
    pub water_out_kg_m2: f64,
    /// Heat taken from the pan, bath or dish, J/m2.
    pub drawn_j_m2: f64,
    /// Steps taken.
    pub steps: usize,
    /// Steps thrown away because their error was too large.
    pub rejected: usize,
}
