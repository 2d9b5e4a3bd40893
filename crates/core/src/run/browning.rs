//! How a face turns from pale to gold to burnt.
//!
//! Lightness L* falls at a first-order rate of the temperature and the dryness of the face (`PURLIS-2009`, crusts of bread,
//! from memory): `dL*/dt = -k L*`, `k = k0 exp(-A/T)`, `k0 = 7.9233e6 + 2.7397e6/a_w` per minute and
//! `A = 8.7015e3 + 49.4738/a_w` K. What is on the face shifts it by a factor ([`crate::matter::Material::browns`]) that is used
//! up between brown and dark. Wet faces stay at the boiling point and do not brown.

use crate::heat::{Column, Moment, Sink};
use crate::matter::water::ZERO_C_K;
use serde::{Deserialize, Serialize};

/// Lightness before any heat.
const RAW: f64 = 85.0;
/// Gold, brown, dark and burnt begin below these. Ours: the trade's gold is about 70 to 60.
const BELOW: [f64; 4] = [72.0, 60.0, 50.0, 40.0];
/// Water activity of a dry crust.
const DRY_A_W: f64 = 0.2;
/// Nothing browns below this, C.
const FROM_C: f64 = 100.0;

/// What colour a face has.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum Browning {
    /// Hardly any colour.
    Pale,
    /// Gold.
    Gold,
    /// Brown.
    Brown,
    /// Dark brown.
    Dark,
    /// Burnt.
    Burnt,
}

impl Browning {
    /// From pale to burnt.
    pub const ALL: [Self; 5] = [Self::Pale, Self::Gold, Self::Brown, Self::Dark, Self::Burnt];

    /// For what has added up of `k dt`.
    pub fn of(browned: f64) -> Self {
        let lightness = lightness(browned);
        Self::ALL[BELOW.iter().filter(|below| lightness < **below).count()]
    }

    /// How much has to add up of `k dt` before it is this.
    pub fn from(self) -> f64 {
        match self {
            Self::Pale => 0.0,
            Self::Gold => (RAW / BELOW[0]).ln(),
            Self::Brown => (RAW / BELOW[1]).ln(),
            Self::Dark => (RAW / BELOW[2]).ln(),
            Self::Burnt => (RAW / BELOW[3]).ln(),
        }
    }
}

/// Lightness L* for what has added up of `k dt`.
pub fn lightness(browned: f64) -> f64 {
    RAW * (-browned).exp()
}

/// How far both faces of a piece have browned: `int k dt` each.
#[derive(Debug, Clone, Copy, PartialEq, Default, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct Browned {
    /// Skin side and flesh side.
    pub by: [f64; 2],
    /// How fast they brown now, 1/s.
    rate_1_s: [f64; 2],
}

/// What colours first is what touches best: so far from the mean of the face to what it touches. common practice, no source.
const TOUCHES_SHARE: f64 = 0.5;

/// What makes a face brown faster than bread (milk, juice, soda) is used up as it browns: beyond brown it is the crust
/// itself that darkens, from dark on alone. Judgement, no source.
fn fading(times: f64, browned: f64) -> f64 {
    let (from, to) = (Browning::Brown.from(), Browning::Dark.from());
    let left = 1.0 - ((browned - from) / (to - from)).clamp(0.0, 1.0);
    times.max(1.0).powf(left) * times.min(1.0)
}

impl Browned {
    /// On by one step.
    pub fn step(&mut self, column: &Column, moment: &Moment<'_>) {
        for side in [0, 1] {
            let outer = if side == 0 { 0 } else { column.grid.len() - 1 };
            let crust = column.material(outer).crustiness(moment.water_kg_m3[outer]);
            let surface_c = [moment.low_surface_c, moment.high_surface_c][side];
            let browns = column.browns[side];
            let (seen_c, times) = match moment.touched_c[side] {
                Some(t_c) => (
                    surface_c + TOUCHES_SHARE * (t_c - surface_c),
                    browns.touching,
                ),
                None => (surface_c, browns.in_air),
            };
            let rate = fading(times, self.by[side]) * rate_1_s(seen_c, crust);
            self.by[side] += 0.5 * moment.dt_s * (self.rate_1_s[side] + rate);
            self.rate_1_s[side] = rate;
        }
    }

    /// The colours.
    pub fn states(&self) -> [Browning; 2] {
        self.by.map(Browning::of)
    }

    /// Of the paler face.
    pub fn palest(&self) -> f64 {
        self.by[0].min(self.by[1])
    }

    /// Of the darker face.
    pub fn darkest(&self) -> f64 {
        self.by[0].max(self.by[1])
    }
}

/// The colours of a run over time.
#[derive(Debug, Clone)]
pub struct Colouring<'a> {
    column: &'a Column,
    browned: Browned,
    /// Time, s, and what has come by then.
    pub seen: Vec<(f64, Browned)>,
}

impl<'a> Colouring<'a> {
    /// Of a column.
    pub fn new(column: &'a Column) -> Self {
        Self {
            column,
            browned: Browned::default(),
            seen: vec![],
        }
    }
}

impl Sink for Colouring<'_> {
    fn step(&mut self, moment: &Moment<'_>) {
        self.browned.step(self.column, moment);
        self.seen.push((moment.t_s, self.browned));
    }
}

/// How fast it browns, 1/s, at a temperature and so far gone towards crust, 0 to 1.
pub fn rate_1_s(t_c: f64, crustiness: f64) -> f64 {
    if t_c < FROM_C || crustiness <= 0.0 {
        return 0.0;
    }
    let a_w = 1.0 - (1.0 - DRY_A_W) * crustiness;
    let k0 = 7.9233e6 + 2.7397e6 / a_w;
    let a_k = 8.7015e3 + 49.4738 / a_w;
    k0 * (-a_k / (t_c + ZERO_C_K)).exp() / 60.0
}

#[cfg(test)]
mod tests {
    use super::*;

    /// Minutes to lightness 70 and 60 of a crust held at a temperature: worked by hand from the same formula.
    #[test]
    fn published_minutes_to_gold() {
        for (t_c, to_70, to_60) in [
            (150.0, 13.7, 24.6),
            (160.0, 8.4, 15.1),
            (170.0, 5.3, 9.5),
            (183.0, 3.0, 5.3),
            (190.0, 2.2, 4.0),
        ] {
            let minutes = |to: f64| (RAW / to).ln() / rate_1_s(t_c, 1.0) / 60.0;
            assert!(
                (minutes(70.0) / to_70 - 1.0).abs() < 0.04,
                "{t_c} {}",
                minutes(70.0)
            );
            assert!(
                (minutes(60.0) / to_60 - 1.0).abs() < 0.04,
                "{t_c} {}",
                minutes(60.0)
            );
        }
    }

    #[test]
    fn what_browns_fast_burns_no_faster_than_bread() {
        assert_eq!(fading(40.0, 0.0), 40.0);
        assert_eq!(fading(40.0, Browning::Dark.from()), 1.0);
        assert_eq!(fading(0.5, Browning::Dark.from()), 0.5);
        let half = 0.5 * (Browning::Brown.from() + Browning::Dark.from());
        assert!((1.0..40.0).contains(&fading(40.0, half)));
    }

    #[test]
    fn states_follow_each_other() {
        let at = Browning::ALL.map(|state| Browning::of(state.from() + 1e-9));
        assert_eq!(at, Browning::ALL);
        assert_eq!(rate_1_s(99.0, 1.0), 0.0);
        assert_eq!(rate_1_s(180.0, 0.0), 0.0);
    }
}
