//! How much surface a piece shows: what a coat sticks to.

use crate::fish::Piece;
use crate::heat::Shape;
use crate::matter::Material;
use std::f64::consts::PI;

/// Exponent of the area of an ellipsoid (Thomsen's formula, from memory, high confidence; within 1.1 %).
const THOMSEN: f64 = 1.6075;

/// All round one piece, m2: a brick of its mean thickness, a disc, an ellipsoid of its volume, a slab with its rim.
pub fn surface_m2(piece: &Piece) -> f64 {
    let thin = piece.thin_end.unwrap_or(piece.thickness);
    let t = 0.5 * (piece.thickness.metres() + thin.metres());
    match piece.shape() {
        Shape::Brick {
            width_m, length_m, ..
        } => 2.0 * (width_m * length_m + width_m * t + length_m * t),
        Shape::Disc { across_m } => PI * across_m * (0.5 * across_m + t),
        Shape::Ellipse { height_m, .. } => {
            let rho = Material::flesh(&piece.composition).rho_kg_m3;
            let volume_m3 = 1e-3 * piece.mass.value() / rho;
            let (a, b) = (0.5 * piece.thickness.metres(), 0.5 * height_m);
            let c = 3.0 * volume_m3 / (4.0 * PI * a * b);
            let p = |x: f64, y: f64| (x * y).powf(THOMSEN);
            4.0 * PI * ((p(a, b) + p(a, c) + p(b, c)) / 3.0).powf(1.0 / THOMSEN)
        }
        Shape::Slab => {
            let covers_m2 = piece.footprint_m2() / f64::from(piece.pieces);
            2.0 * covers_m2 + 4.0 * covers_m2.sqrt() * t
        }
    }
}

/// Its upper face alone, m2.
pub fn top_m2(piece: &Piece) -> f64 {
    piece.footprint_m2() / f64::from(piece.pieces)
}
