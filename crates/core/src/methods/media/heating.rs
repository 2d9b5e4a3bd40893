//! Getting hot: how long pan, oven, oil, pot and grill take from a cold kitchen, from what the kit says
//! of them. A lump of heat capacity C on a power P that loses U per kelvin:
//! `C dT/dt = P - U (T - room)`, so `t = C/U ln(P / (P - U dT))`.

use super::*;
use crate::run::{Heating, Hot};

/// A heater that cannot reach it is at its best after this long, s.
const NEVER_S: f64 = 1800.0;
/// Cooks leave the fire below full under an empty pan, share of its power. common practice, no source.
const PAN_FIRE: f64 = 0.5;

fn lump_s(capacity: f64, power: f64, loss: f64, rise_k: f64) -> f64 {
    let short = power - loss * rise_k;
    if short <= 0.02 * power {
        return NEVER_S;
    }
    (capacity / loss * (power / short).ln()).min(NEVER_S)
}

fn to(what: Hot, to_c: f64, s: f64) -> Heating {
    Heating {
        what,
        to_c,
        s,
        glows: false,
    }
}

/// A frying pan on its hob.
pub fn heat_pan(pan: &Pan, pan_c: f64, hob: &Hob) -> Heating {
    let power = PAN_FIRE * hob.pan_w_m2.at();
    let s = lump_s(
        pan.capacity_j_m2k.at(),
        power,
        pan.loss_w_m2k.at(),
        pan_c - ROOM_C,
    );
    to(Hot::Pan, pan_c, s)
}

/// Oil in a fryer.
pub fn heat_oil(fryer: &Fryer, oil_c: f64, oil_l: f64) -> Heating {
    let capacity = OIL_J_LK * oil_l;
    let s = lump_s(
        capacity,
        fryer.power_w.at(),
        fryer.loss_w_k.at(),
        oil_c - ROOM_C,
    );
    to(Hot::Oil, oil_c, s)
}

/// Liquid in a pot on a hob.
pub fn heat_pot(pot: &Pot, hob: &Hob, liquid_c: f64) -> Heating {
    let capacity = WATER_J_LK * pot.liquid_l.at();
    let s = lump_s(
        capacity,
        hob.pot_w.at(),
        pot.loss_w_k.at(),
        liquid_c - ROOM_C,
    );
    to(Hot::Liquid, liquid_c, s)
}

/// An oven, at its own pace.
pub fn heat_oven(oven: &crate::kit::Oven, oven_c: f64) -> Heating {
    to(
        Hot::Oven,
        oven_c,
        (oven_c - ROOM_C).max(0.0) / oven.heats_k_s.at(),
    )
}

/// The grate over its bed.
pub fn heat_grate(grate: &Grate, grate_c: f64) -> Heating {
    to(Hot::Grill, grate_c, grate.ready_s.at())
}

/// A ridged pan, dry.
pub fn heat_ridges(pan: &Ridged, ridge_c: f64) -> Heating {
    to(Hot::Pan, ridge_c, pan.ready_s.at())
}

/// The element of a broiler.
pub fn heat_broiler(broiler: &Broiler, oven_c: f64) -> Heating {
    Heating {
        glows: true,
        ..to(Hot::Oven, oven_c, broiler.ready_s.at())
    }
}

/// Water under a steamer.
pub fn heat_steamer(steamer: &Steamer, boil_c: f64) -> Heating {
    to(Hot::Liquid, boil_c, steamer.ready_s.at())
}

/// A pan of vegetables until its liquid boils, s. common practice, no source.
const BED_S: f64 = 300.0;

/// A closed grill, over the same bed.
pub fn heat_closed_grill(grate: &Grate, air_c: f64) -> Heating {
    to(Hot::Grill, air_c, grate.ready_s.at())
}

/// A bed of vegetables with a little liquid.
pub fn heat_bed(boil_c: f64) -> Heating {
    to(Hot::Pan, boil_c, BED_S)
}
