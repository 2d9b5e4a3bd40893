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

/// The same where it is as hot as the fire makes it.
pub fn vapour_of_fire(t_c: f64) -> Face {
    let face = vapour_at(t_c);
    Face {
        gas: face.gas.map(|gas| Gas {
            of_fire: 1.0,
            ..gas
        }),
        ..face
    }
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

/// Vapour from here on is that of a closed pot, Pa: half of what there is at 80 C; over an open pan there is at most
/// 7 kPa.
const STEAMY_PA: f64 = 20e3;

/// And what is held so hot is held by steam that condenses, C.
const STEAM_C: f64 = 85.0;

/// It hangs in the steam of something closed, or lies in it.
pub fn is_steamy(face: Face) -> bool {
    match face.contact {
        Some(contact) => matches!(contact.to, Medium::Held(t_c) if t_c > STEAM_C),
        None => face.gas.is_some_and(|gas| gas.vapour_pa > STEAMY_PA),
    }
}

/// The same with the lid off: air over boiling water.
pub fn in_the_open(face: Face) -> Face {
    if is_steamy(face) {
        over_hot(100.0).on(0.6)
    } else {
        face
    }
}

/// The same without any fire: what is hot by the fire is as cold as the room, `ware` in an oven too. What a face lies in
/// that has a temperature of its own keeps it.
pub fn without_fire(face: Face, room_c: f64, ware: bool) -> Face {
    let contact = face.contact.map(|contact| Contact {
        to: match contact.to {
            Medium::Held(t_c) => Medium::Held(t_c.min(room_c)),
            Medium::Fire(_) => Medium::Held(room_c),
            Medium::Reservoir if ware => Medium::Held(room_c),
            Medium::Reservoir => Medium::Reservoir,
        },
        ..contact
    });
    let gas = face.gas.map(|gas| Gas {
        t_c: gas.t_c.min(room_c),
        wall_c: gas.wall_c.min(room_c),
        vapour_pa: gas.vapour_pa.min(ROOM_VAPOUR_PA),
        of_fire: 0.0,
        ..gas
    });
    Face {
        contact,
        gas,
        flux_w_m2: 0.0,
        ..face
    }
}
