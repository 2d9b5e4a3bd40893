//! What a good cook sets for the thickness in hand: `data/fitted.toml`.

use crate::fish::Piece;
use crate::kit::Kitchen;
use crate::methods::{Method, Spec, Takes, Value};
use serde::Deserialize;
use std::sync::OnceLock;

#[derive(Deserialize)]
#[serde(deny_unknown_fields)]
struct Row {
    way: String,
    setting: String,
    points: Vec<[f64; 2]>,
    hotter: String,
    cooler: String,
}

#[derive(Deserialize)]
struct File {
    row: Vec<Row>,
}

fn rows() -> &'static [Row] {
    static ROWS: OnceLock<Vec<Row>> = OnceLock::new();
    ROWS.get_or_init(|| {
        let file: File = toml::from_str(include_str!("../../data/fitted.toml"))
            .expect("data/fitted.toml is checked by a test");
        file.row
    })
}

/// One setting fitted to a piece.
#[derive(Debug, Clone, PartialEq)]
pub struct Fitted {
    /// Which.
    pub key: &'static str,
    /// What is set.
    pub value: f64,
    /// What is usual.
    pub usual: f64,
    /// Why it is not the usual; empty where it is.
    pub why: &'static str,
}

/// Temperatures are set to this, C, and shares to this.
const STEP_C: f64 = 5.0;
const STEP_SHARE: f64 = 0.01;
/// A liquid that poaches stays so far below where it boils, K.
const BELOW_BOILING_K: f64 = 6.0;

impl Row {
    fn at(&self, mm: f64) -> f64 {
        let next = self.points.partition_point(|[at, _]| *at <= mm);
        let before = next.checked_sub(1).map(|i| self.points[i]);
        match (before, self.points.get(next)) {
            (Some([x0, y0]), Some([x1, y1])) => y0 + (y1 - y0) * (mm - x0) / (x1 - x0),
            (Some([_, y]), None) => y,
            (None, Some([_, y])) => *y,
            (None, None) => f64::NAN,
        }
    }
}

/// Settings fitted to a piece under a way, those that are the usual left out.
pub fn fitted(method: &'static Method, piece: &Piece, kitchen: &Kitchen) -> Vec<Fitted> {
    let of_way = rows().iter().filter(|row| row.way == method.kind);
    of_way
        .filter_map(|row| {
            let spec: &'static Spec = method.settings.iter().find(|s| s.key == row.setting)?;
            let Takes::Number {
                min, max, default, ..
            } = spec.takes
            else {
                return None;
            };
            let step = if max > 2.0 { STEP_C } else { STEP_SHARE };
            let mut most = max;
            if row.setting == "liquid_c" {
                most = most.min(kitchen.boil_c() - BELOW_BOILING_K);
            }
            let steps = (row.at(piece.thickness.value()) / step).round();
            // A hundredth as it is written, not as it adds up.
            let value = (100.0 * steps * step).round() / 100.0;
            let value = value.clamp(min, most);
            let why = match value.total_cmp(&default) {
                std::cmp::Ordering::Greater => &row.hotter,
                std::cmp::Ordering::Less => &row.cooler,
                std::cmp::Ordering::Equal => return None,
            };
            Some(Fitted {
                key: spec.key,
                value,
                usual: default,
                why,
            })
        })
        .collect()
}

impl Fitted {
    /// As settings are asked for.
    pub fn asked(all: &[Self]) -> Vec<(String, Value)> {
        let settings = all.iter();
        settings
            .map(|one| (one.key.to_owned(), Value::Number(one.value)))
            .collect()
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    /// Every row is a setting of a way, its points rise in thickness and never in heat: thicker is never hotter.
    #[test]
    fn thicker_is_never_hotter() {
        for row in rows() {
            let method = Method::find(&row.way).unwrap();
            let spec = method.settings.iter().find(|s| s.key == row.setting);
            let Some(Takes::Number { min, max, .. }) = spec.map(|s| s.takes) else {
                panic!("{} has no number {}", row.way, row.setting);
            };
            for pair in row.points.windows(2) {
                assert!(
                    pair[1][0] > pair[0][0] && pair[1][1] <= pair[0][1],
                    "{}",
                    row.way
                );
            }
            for [_, value] in &row.points {
                assert!((min..=max).contains(value), "{} {value}", row.way);
            }
        }
    }
}
