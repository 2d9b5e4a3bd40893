//! Fats and how far they are from smoking: `data/fats.toml`.

use serde::Deserialize;
use std::sync::OnceLock;

#[derive(Debug, Deserialize)]
#[serde(deny_unknown_fields)]
struct Fat {
    key: String,
    name: String,
    smoke_c: [f64; 2],
}

#[derive(Deserialize)]
struct File {
    fats: Vec<Fat>,
}

/// A fat against the hottest it gets.
#[derive(Debug, Clone, PartialEq)]
pub struct FatMargin {
    /// Name on the wire.
    pub key: &'static str,
    /// In words.
    pub name: &'static str,
    /// Low and high end of its smoke point, C.
    pub smoke_c: [f64; 2],
    /// How far the low end lies above the hottest it gets, K; negative: it may smoke.
    pub margin_k: f64,
}

/// Every fat against `hottest_c`, the safest first.
///
/// # Panics
/// When the file that is compiled in does not parse; a test reads it.
pub fn fat_margins_at(hottest_c: f64) -> Vec<FatMargin> {
    static ALL: OnceLock<Vec<Fat>> = OnceLock::new();
    let all = ALL.get_or_init(|| {
        let file: File = toml::from_str(include_str!("../../data/fats.toml"))
            .expect("data/fats.toml is checked by a test");
        file.fats
    });
    let mut margins: Vec<FatMargin> = all
        .iter()
        .map(|fat| FatMargin {
            key: &fat.key,
            name: &fat.name,
            smoke_c: fat.smoke_c,
            margin_k: fat.smoke_c[0] - hottest_c,
        })
        .collect();
    margins.sort_by(|a, b| b.margin_k.total_cmp(&a.margin_k));
    margins
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn butter_smokes_in_a_searing_pan_and_refined_oil_does_not() {
        let fats = fat_margins_at(215.0);
        let margin = |key: &str| fats.iter().find(|f| f.key == key).unwrap().margin_k;
        assert!(margin("butter") < 0.0 && margin("rice_bran") > 0.0);
        assert!(
            fats.iter()
                .all(|f| f.smoke_c[0] < f.smoke_c[1] && f.smoke_c[1] < 300.0)
        );
        assert!(fats.windows(2).all(|w| w[0].margin_k >= w[1].margin_k));
    }
}
