//! Grate, ridges and the closed grill.

use super::*;

/// On a grate over a bed: contact on part of the face, hot gas and the bed's glow on the rest.
pub fn on_grate(grate: &Grate, grate_c: f64) -> Face {
    let bars = grate.bars_share.at();
    Face {
        contact: Some(Contact {
            h_w_m2k: bars * CONTACT_UNPRESSED_W_M2K,
            to: Medium::Fire(grate_c),
        }),
        gas: Some(Gas {
            t_c: grate_c,
            h_w_m2k: grate.gas_w_m2k.at(),
            emissivity: (1.0 - bars) * EMISSIVITY,
            wall_c: grate_c + grate.bed_above_k.at(),
            vapour_pa: grate.vapour_pa.at(),
            wetness: 0.3,
            of_fire: 1.0,
        }),
        ..Face::INSULATED
    }
}

/// On the ridges of a grill pan: contact on part of the face, air between.
pub fn on_ridges(pan: &Ridged, ridge_c: f64) -> Face {
    let bars = pan.bars_share.at();
    Face {
        contact: Some(Contact {
            h_w_m2k: bars * CONTACT_UNPRESSED_W_M2K,
            to: Medium::Fire(ridge_c),
        }),
        gas: Some(Gas {
            t_c: 0.6 * ridge_c,
            h_w_m2k: 8.0,
            emissivity: (1.0 - bars) * EMISSIVITY,
            wall_c: ridge_c,
            vapour_pa: 20e3,
            wetness: 0.6,
            of_fire: 0.8,
        }),
        ..Face::INSULATED
    }
}

/// Air under the lid of a grill at `air_c`: a still oven.
pub fn under_grill_lid(air_c: f64) -> Gas {
    Gas {
        t_c: air_c,
        h_w_m2k: 12.0,
        emissivity: EMISSIVITY,
        wall_c: air_c,
        vapour_pa: 2500.0,
        wetness: 0.3,
        of_fire: 1.0,
    }
}

/// In a closed grill with water in the tray: a still oven with moist air.
pub fn closed_grill(air_c: f64) -> Face {
    Face::in_gas(Gas {
        vapour_pa: 8000.0,
        ..under_grill_lid(air_c)
    })
}
