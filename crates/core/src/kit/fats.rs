//! Fats and how far they are from smoking.

use super::{Fat, Kit, Listed};

/// A fat against the hottest it gets.
#[derive(Debug, Clone, PartialEq, serde::Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct FatMargin {
    /// Name on the wire.
    pub key: String,
    /// In words.
    pub name: String,
    /// Low and high end of its smoke point, C.
    pub smoke_c: [f64; 2],
    /// How far the middle of that lies above the hottest it gets, K; negative: it smokes.
    pub margin_k: f64,
}

/// Every fat of a kitchen against `hottest_c`, the safest first. What is published spreads by 15 K and
/// more with how old and how refined a fat is; the middle is what a fresh one does.
pub fn fat_margins_at(kit: &Kit, hottest_c: f64) -> Vec<FatMargin> {
    let mut margins: Vec<FatMargin> = Fat::of(kit)
        .iter()
        .map(|fat| FatMargin {
            key: fat.key.clone(),
            name: fat.name.clone(),
            smoke_c: fat.smoke_c,
            margin_k: 0.5 * (fat.smoke_c[0] + fat.smoke_c[1]) - hottest_c,
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
        let fats = fat_margins_at(&Kit::ALL, 215.0);
        let margin = |key: &str| fats.iter().find(|f| f.key == key).unwrap().margin_k;
        assert!(margin("butter") < 0.0 && margin("rice_bran") > 0.0);
        assert!(fats.windows(2).all(|w| w[0].margin_k >= w[1].margin_k));
    }
}
