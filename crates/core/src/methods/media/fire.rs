//! Grate, ridges and the closed grill.

use super::*;

/// On a grate over a bed: contact on part of the face, hot gas and the bed's glow on the rest.
pub fn grate(grate_c: f64) -> Face {
    Face {
        contact: Some(Contact {
            h_w_m2k: GRATE_SHARE * CONTACT_UNPRESSED_W_M2K,
            to: Medium::Held(grate_c),
        }),
        gas: Some(Gas {
            t_c: grate_c,
            h_w_m2k: 20.0,
            emissivity: (1.0 - GRATE_SHARE) * EMISSIVITY,
            wall_c: grate_c + BED_ABOVE_GRATE_K,
            vapour_pa: 4000.0,
            wetness: 0.3,
        }),
        ..Face::INSULATED
    }
}

/// Share of the face on the bars, and how much hotter the bed is than the bars, K.
const GRATE_SHARE: f64 = 0.25;
const BED_ABOVE_GRATE_K: f64 = 100.0;

/// On the ridges of a grill pan: contact on part of the face, air between.
pub fn ridges(ridge_c: f64) -> Face {
    Face {
        contact: Some(Contact {
            h_w_m2k: 0.4 * CONTACT_UNPRESSED_W_M2K,
            to: Medium::Held(ridge_c),
        }),
        gas: Some(Gas {
            t_c: 0.6 * ridge_c,
            h_w_m2k: 8.0,
            emissivity: 0.6 * EMISSIVITY,
            wall_c: ridge_c,
            vapour_pa: 20e3,
            wetness: 0.6,
        }),
        ..Face::INSULATED
    }
}

/// In a closed grill with water in the tray: a still oven with moist air.
pub fn closed_grill(grill_c: f64) -> Face {
    Face::in_gas(Gas {
        vapour_pa: 8000.0,
        ..oven_air(grill_c, false, 0.3)
    })
}
