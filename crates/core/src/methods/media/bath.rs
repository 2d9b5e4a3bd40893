//! Pots of liquid and fryers: a lumped bath with a heater.

use super::*;

/// Heat capacity by volume of water and of frying oil (880 kg/m3 less what it swells, 2.3
/// kJ/kgK), J/(l K).
pub(super) const WATER_J_LK: f64 = 4100.0;
pub(super) const OIL_J_LK: f64 = 1900.0;

/// What a bath is, before any fish is in it.
struct Bath {
    body: Body,
    start_c: f64,
    most_c: f64,
    capacity_j_k: f64,
    power_w: f64,
    loss_w_k: f64,
}

impl Bath {
    /// By area of the fish faces in it, of which a piece has so many in the liquid.
    fn with(self, piece: &Piece, faces: f64) -> Reservoir {
        let area_m2 = faces * piece.footprint_m2();
        Reservoir {
            body: self.body,
            start_c: self.start_c,
            most_c: self.most_c,
            capacity_j_m2k: self.capacity_j_k / area_m2,
            most_w_m2: self.power_w / area_m2,
            loss_w_m2k: self.loss_w_k / area_m2,
            ambient_c: ROOM_C,
            area_m2,
            cover_share: 1.0 / faces,
            most_cover: f64::INFINITY,
            conducts_w_k: 0.0,
            patch_m2: 0.0,
        }
    }
}

/// A pot of liquid on a hob. The liquid boils where it boils, however hot the fire.
pub fn pot_on(
    piece: &Piece,
    pot: &Pot,
    hob: &Hob,
    liquid_c: f64,
    faces: f64,
    kitchen: &Kitchen,
) -> Reservoir {
    Bath {
        body: Body::Liquid,
        start_c: liquid_c,
        most_c: kitchen.boil_c(),
        capacity_j_k: WATER_J_LK * pot.liquid_l.at(),
        power_w: hob.pot_w.at(),
        loss_w_k: pot.loss_w_k.at(),
    }
    .with(piece, faces)
}

/// How much fish is in the oil at once: so much, or all the pieces when it is 0; and how far the oil
/// may drop.
pub fn allowed(piece: &Piece, load_g: f64, drop_k: f64) -> Allowed {
    let all_g = f64::from(piece.pieces) * piece.mass.value();
    Allowed {
        load_g: if load_g > 0.0 { load_g } else { all_g },
        drop_k,
    }
}

/// A pot with so many litres in it and the fish that goes in: `load_g`, or all the pieces when it is 0.
pub fn filled(piece: &Piece, litres: f64, most_l: f64, load_g: f64) -> Fill {
    Fill {
        litres,
        most_l,
        fish_g: allowed(piece, load_g, 0.0).load_g,
    }
}

/// A fryer with its oil and what is in it: `load_g` of fish, or all the pieces when it is 0.
pub fn fryer_loaded(
    piece: &Piece,
    fryer: &Fryer,
    oil_c: f64,
    oil_l: f64,
    load_g: f64,
) -> Reservoir {
    let mut oil = Bath {
        body: Body::Oil,
        start_c: oil_c,
        most_c: f64::INFINITY,
        capacity_j_k: OIL_J_LK * oil_l,
        power_w: fryer.power_w.at(),
        loss_w_k: fryer.loss_w_k.at(),
    }
    .with(piece, 2.0);
    if load_g > 0.0 {
        oil.cover_share *= load_g / (f64::from(piece.pieces) * piece.mass.value());
    }
    oil
}

/// Filling, heating and lowering in: the same for all frying.
pub fn fryer_start(
    piece: &Piece,
    story: &Story<'_>,
    fat: &Fat,
    oil_c: f64,
    prepare: &str,
    lower: &str,
) -> Vec<Step> {
    vec![
        story
            .heat_up(
                Hot::Oil,
                format!("Heat the {}, the pot less than half full", fat.name),
            )
            .after(prepare)
            .after_cleaning(handling::dry(piece))
            .hands(acts::coating_s(piece))
            .at_c(oil_c)
            .cues(&["A wooden spoon handle in the oil bubbles briskly."])
            .caution(
                "keep_apart",
                "Keep this oil apart: whatever is fried in it next takes on fish and flour.",
            )
            .caution(
                "oil_fire",
                "Never leave it. On fire: lid on, heat off, no water.",
            ),
        Step::start(lower)
            .cues(&["Roaring bubbles at first."])
            .caution("hot_oil", "Water in hot oil erupts: dry fish, dry hands."),
    ]
}

/// In liquid just under a simmer, W/(m2 K): 400 to 500 (free convection correlations).
pub const LIQUID_W_M2K: f64 = 450.0;
/// In frying oil with its bubbles, W/(m2 K). `HUBBARD-1999`, `MILLER-1994`: 200 to 400 after
/// the first rush.
pub const OIL_W_M2K: f64 = 400.0;

/// In the liquid or oil of the reservoir.
pub fn immersed(h_w_m2k: f64) -> Face {
    Face::touching(h_w_m2k, Medium::Reservoir)
}

/// Hot liquid spooned over the top again and again: a film some kelvins cooler than the pot, which steam keeps warm
/// between two spoons. Half the film of what lies in it. common practice, no source: 25 mm in 7 to 12 minutes.
pub fn spooned_liquid(liquid_c: f64) -> Face {
    Face {
        contact: Some(Contact {
            h_w_m2k: SPOONED_W_M2K,
            to: Medium::Held(liquid_c - SPOONED_K),
        }),
        ..over_open_pot(liquid_c)
    }
}

const SPOONED_W_M2K: f64 = 60.0;
const SPOONED_K: f64 = 10.0;

/// Above an open pot of hot liquid.
pub fn over_open_pot(liquid_c: f64) -> Face {
    Face::in_gas(Gas {
        t_c: 50.0,
        h_w_m2k: 8.0,
        emissivity: EMISSIVITY,
        wall_c: 35.0,
        vapour_pa: 0.2 * water::p_saturation_pa(liquid_c.min(100.0)),
        wetness: 0.6,
        of_fire: 0.0,
    })
}
