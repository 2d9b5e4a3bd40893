//! The oven and the broiler: air, walls, the tray.

use super::*;

/// Oven air on one face; `h` 12 still, 28 fan.
pub fn oven_air(oven_c: f64, fan: bool, wetness: f64) -> Gas {
    Gas {
        t_c: oven_c,
        h_w_m2k: if fan { 28.0 } else { 12.0 },
        emissivity: EMISSIVITY,
        wall_c: oven_c,
        vapour_pa: 2500.0,
        wetness,
    }
}

/// A tray or dish under the fish in the oven.
pub fn oven_dish(oven_c: f64, fan: bool) -> Face {
    Face::touching(if fan { 35.0 } else { 25.0 }, Medium::Held(oven_c))
}

/// How freely water leaves the surface under a coat of the cook's: `none` like raw flesh, oil a
/// film, butter a seal.
pub fn wetness(coating: &str) -> f64 {
    match coating {
        "oil" => 0.3,
        "butter" | "crust" => 0.1,
        _ => 0.6,
    }
}

/// Under a glowing element that fills part of the view.
pub fn under_element(oven_c: f64) -> Face {
    Face {
        contact: None,
        gas: Some(Gas {
            t_c: oven_c,
            h_w_m2k: 15.0,
            emissivity: EMISSIVITY,
            wall_c: ELEMENT_VIEW_C + 0.5 * oven_c,
            vapour_pa: 2500.0,
            wetness: 0.3,
        }),
        ..Face::INSULATED
    }
}

/// Radiant temperature of a 700 C element that fills a quarter of the view, less half of a
/// 250 C oven, C: T^4 mean.
const ELEMENT_VIEW_C: f64 = 315.0;

/// The tray below an element: warm, not hot.
pub fn broiler_tray(oven_c: f64) -> Face {
    Face::touching(25.0, Medium::Held(0.6 * oven_c))
}
