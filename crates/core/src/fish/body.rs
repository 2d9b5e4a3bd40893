//! Shapes of body, and what is left of one: `data/bodies.toml`.

use crate::InputError;
use serde::Deserialize;
use std::sync::OnceLock;

/// A shape of body.
#[derive(Debug, Clone, PartialEq, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct Body {
    /// Name on the wire.
    pub key: String,
    /// In words.
    pub name: String,
    /// `a` of `W = a L^3`, g/cm3.
    pub weight_g_cm3: f64,
    /// Greatest thickness over length.
    pub thickness: f64,
    /// Greatest height, back to belly, over length; for flat fish its width.
    pub height: f64,
    /// Its tail is a round bar, not a flat piece.
    #[serde(default)]
    pub round_tail: bool,
    /// Gutted over whole, low and high.
    pub gutted: [f64; 2],
    /// Gutted and headed over whole.
    pub head_off: [f64; 2],
    /// Skinless fillet over whole.
    pub fillet: [f64; 2],
}

#[derive(Deserialize)]
struct File {
    body: Vec<Body>,
}

impl Body {
    /// All of them.
    ///
    /// # Panics
    /// When the file that is compiled in does not parse; a test reads it.
    pub fn all() -> &'static [Body] {
        static ALL: OnceLock<Vec<Body>> = OnceLock::new();
        ALL.get_or_init(|| {
            let file: File = toml::from_str(include_str!("../../data/bodies.toml"))
                .expect("data/bodies.toml is checked by a test");
            file.body
        })
    }

    /// Height of a section of that thickness, mm.
    pub fn height_mm(&self, thickness_mm: f64) -> f64 {
        thickness_mm * self.height / self.thickness
    }

    /// Finds one by its key.
    ///
    /// # Errors
    /// [`InputError`] (unknown name) with the names it knows.
    pub fn find(key: &str) -> Result<&'static Body, InputError> {
        Self::all()
            .iter()
            .find(|b| b.key == key)
            .ok_or_else(|| InputError::unknown("body", key, Self::all().iter().map(|b| &b.key)))
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn every_body_is_ordered() {
        for body in Body::all() {
            for [low, high] in [body.gutted, body.head_off, body.fillet] {
                assert!(0.1 < low && low < high && high < 1.0, "{}", body.key);
            }
            assert!(body.fillet[1] < body.head_off[1] && body.head_off[1] < body.gutted[1]);
            // Some third to half of the box round it is fish.
            let box_share = body.weight_g_cm3 / (body.thickness * body.height);
            assert!((0.3..0.55).contains(&box_share), "{} {box_share}", body.key);
            assert!((0.001..0.03).contains(&body.weight_g_cm3), "{}", body.key);
        }
    }
}
