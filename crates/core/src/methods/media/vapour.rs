//! Steam, and vapour under a lid.

use super::*;

/// Vapour at some temperature and nine tenths saturated, under a lid.
pub fn vapour_at(t_c: f64) -> Face {
    Face::in_gas(Gas {
        t_c,
        h_w_m2k: 8.0,
        emissivity: EMISSIVITY,
        wall_c: t_c,
        vapour_pa: 0.9 * water::p_saturation_pa(t_c),
        wetness: 0.3,
        of_fire: 0.0,
    })
}

/// Under a lid or in a closed pot: vapour near saturation at 80 C, and its condensing.
pub fn under_lid() -> Face {
    Face::in_gas(Gas {
        t_c: 80.0,
        h_w_m2k: 8.0,
        emissivity: EMISSIVITY,
        wall_c: 80.0,
        vapour_pa: 38e3,
        wetness: 0.3,
        of_fire: 0.0,
    })
}
