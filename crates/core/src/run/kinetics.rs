//! Rates that add up over time: setting and lethality, tabulated for the inner loop.

use std::sync::OnceLock;

const STEP_C: f64 = 0.25;
const LEN: usize = 521; // 0 to 130 C

/// Rate of setting (turning opaque), 1/s: `ln 2 / 60 s * 10^((T - 48)/6)`: half done in a
/// minute at 48 C, z = 6 K. First order; values of the working model, see `docs/SOURCES.md`.
pub fn setting_rate_1_s(t_c: f64) -> f64 {
    std::f64::consts::LN_2 / 60.0 * 10f64.powf((t_c - 48.0) / 6.0)
}

/// Lethal rate for Listeria, minutes at 70 C by minute: `10^((T - 70)/7.5)`.
/// Source `FDA-HAZARDS-A4`.
pub fn lethality_listeria(t_c: f64) -> f64 {
    10f64.powf((t_c - 70.0) / 7.5)
}

/// Both rates from a table, exponential between entries is nearly straight at 0.25 K
/// (error below 0.2 %). Zero below 25 C and held above 130 C.
pub(super) fn rates(t_c: f64) -> (f64, f64) {
    static TABLE: OnceLock<Vec<(f64, f64)>> = OnceLock::new();
    if t_c < 25.0 {
        return (0.0, 0.0);
    }
    let table = TABLE.get_or_init(|| {
        (0..LEN)
            .map(|i| i as f64 * STEP_C)
            .map(|t| (setting_rate_1_s(t), lethality_listeria(t)))
            .collect()
    });
    let at = (t_c / STEP_C).min((LEN - 2) as f64);
    let i = at as usize;
    let f = at - i as f64;
    let ((a, b), (c, d)) = (table[i], table[i + 1]);
    (a + f * (c - a), b + f * (d - b))
}

#[cfg(test)]
mod tests {
    use super::*;

    /// Closed form: a linear ramp from 50 to 75 C at 2 K/min gives
    /// z/(r ln 10) (10^((Te-Tr)/z) - 10^((Ts-Tr)/z)) = 7.555802845 min.
    #[test]
    fn exact_lethality_of_a_linear_ramp() {
        let dt_min = 1e-3;
        let steps = (12.5 / dt_min) as usize;
        let sum: f64 = (0..steps)
            .map(|i| dt_min * rates(50.0 + 2.0 * dt_min * (i as f64 + 0.5)).1)
            .sum();
        assert!((sum / 7.555_802_845 - 1.0).abs() < 2e-3, "{sum}"); // table error
    }

    /// Published: FDA Hazards and Controls Guidance, appendix 4: 63 C 17.0 min, 70 C 2.0 min,
    /// 75 C 0.4 min for a 6D kill of Listeria.
    #[test]
    fn published_listeria_6d_times() {
        for (t_c, minutes) in [(63.0, 17.0), (65.0, 9.3), (70.0, 2.0), (75.0, 0.43)] {
            let ours = 2.0 / lethality_listeria(t_c);
            assert!((ours / minutes - 1.0).abs() < 0.02, "{t_c} C: {ours} min");
        }
    }
}
