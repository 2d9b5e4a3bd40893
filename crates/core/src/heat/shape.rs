//! Equivalent heat transfer dimensionality E of shapes that are neither slab, cylinder nor sphere: the time of
//! the slab of the same thickness over that of the body (`ASHRAE-FREEZING-TIMES`). The column's shape exponent
//! is `E - 1`.

/// E of a brick heated from all sides, for surfaces that conduct well (Bi above 5) and cores
/// that are done about two thirds of the way.
///
/// `m = (a/b)^3.2 + (a/c)^3.2`, `E = 1 + 0.845 m - 0.145 m^2`. E is the time of the slab over
/// that of the body; the numbers are from the exact 25 x 60 mm bar (1.051), square bar (1.70)
/// and cube (2.11). Other bars lie within 4 %, see the tests.
pub fn brick_dimensionality(thickness_m: f64, width_m: f64, length_m: f64) -> f64 {
    let side = |across_m: f64| (thickness_m / across_m.max(thickness_m)).powf(3.2);
    let m = side(width_m) + side(length_m);
    1.0 + m * (0.845 - 0.145 * m)
}

/// E of a long body with the section of an ellipse, heated alike all round. `slender` is its long axis over its
/// thickness, `bi` the film over the conductivity times HALF the thickness.
///
/// `E = 1 + (1 + c/Bi) / (s^p + (c/Bi) s^q)`: the handbook's form, whose own powers (2 and 1, c = 2) are
/// exact only where the surface conducts without limit. c, p and q are fitted to the two-dimensional section
/// for s from 1.25 to 4 and Bi from 0.5 to 32: the column with this E meets the section's middle at 35 and at
/// 55 % of the way. Exact at s = 1 (2, the cylinder) and as s grows (1, the slab).
pub fn ellipse_dimensionality(slender: f64, bi: f64) -> f64 {
    const C: f64 = 1.12;
    const P: f64 = 2.316;
    const Q: f64 = 0.64;
    let s = slender.max(1.0);
    // A surface that is held has no film: the first power alone is left.
    let film = C / bi.max(0.05);
    1.0 + (1.0 + film) / (s.powf(P) + film * s.powf(Q))
}
