//! What a cook puts round a piece: layers of the column, with water of their own.

use super::*;

/// How many times as fast as a crust of plain bread a coat browns: soda makes it faster, the juice and fat of the fish
/// faster still. So that it is gold when cooks say. common practice, no source.
const BATTER_BROWNS: f64 = 1.8;
const FLOUR_BROWNS: f64 = 4.0;
const MILK_BROWNS: f64 = 40.0;

/// A coat of a composition: water, protein, fat, carbohydrate, ash by mass.
fn coat(thickness_mm: f64, [water, protein, fat, carbohydrate, ash]: [f64; 5]) -> Layer {
    let made = Composition {
        water_share: water,
        protein_share: protein,
        fat_share: fat,
        carbohydrate_share: carbohydrate,
        ash_share: ash,
    };
    Layer {
        thickness_m: thickness_mm * 1e-3,
        material: Material::flesh(&made),
    }
}

/// Flour and water, 100 g to 150 g: flour holds about 13 % water and 10 % protein.
pub fn batter(thickness_mm: f64) -> Layer {
    coat(thickness_mm, [0.652, 0.042, 0.005, 0.294, 0.007]).browning(BATTER_BROWNS)
}

/// Flour that has taken up water from the fish.
pub fn flour(thickness_mm: f64) -> Layer {
    coat(thickness_mm, [0.45, 0.06, 0.01, 0.47, 0.01]).browning(FLOUR_BROWNS)
}

/// The same over milk, fried in butter.
pub fn milk_and_flour(thickness_mm: f64) -> Layer {
    flour(thickness_mm).browning(MILK_BROWNS)
}

/// Mustard and mayonnaise holding chopped nuts.
pub fn nut_crust(thickness_mm: f64) -> Layer {
    coat(thickness_mm, [0.2, 0.1, 0.58, 0.1, 0.02])
}

/// Vegetables cut thin, raw: mostly water.
pub fn greens(thickness_mm: f64) -> Layer {
    coat(thickness_mm, [0.91, 0.012, 0.002, 0.068, 0.008])
}

/// Coarse salt, damp with egg white: about 1250 kg/m3, 10 % water, packed grains.
pub fn salt(thickness_mm: f64) -> Layer {
    Layer {
        thickness_m: thickness_mm * 1e-3,
        material: Material::packed(1250.0, 0.1, 880.0, 0.6, 0.35),
    }
}

/// The air and vapour in a closed parcel, with the paper: conducts by moving, holds little.
pub fn parcel_gap() -> Layer {
    Layer {
        thickness_m: 3e-3,
        material: Material::constant(PARCEL_GAP_W_MK, 5.0, 1500.0),
    }
}

/// Vapour that evaporates from the warm paper and condenses on the cold fish carries heat
/// across the gap many times better than still air (0.026 W/mK).
const PARCEL_GAP_W_MK: f64 = 0.12;
