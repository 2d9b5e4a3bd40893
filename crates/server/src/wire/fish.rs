//! The fish, cuts and doneness that a counter offers.

use cindo_core::fish::{Cut, SkinEats, Species, Texture};
use cindo_core::outcome::safety;
use serde::Serialize;
use utoipa::ToSchema;

/// A level of doneness.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub struct LevelWire {
    /// Name on the wire.
    pub key: String,
    /// In the cook's words.
    pub name: String,
    /// Low end, C.
    pub low_c: f64,
    /// High end, C.
    pub high_c: f64,
}

/// One fish.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub struct FishWire {
    /// Name on the wire.
    pub key: String,
    /// Common name.
    pub name: String,
    /// Scientific name.
    pub scientific: String,
    /// Other names to find it by.
    pub aliases: Vec<String>,
    /// Family of doneness, in words.
    pub family: String,
    /// Key of the level most cooks aim at.
    pub usual_level: String,
    /// From rare to well.
    pub levels: Vec<LevelWire>,
    /// delicate, medium or firm.
    pub texture: String,
    /// crisps, tough or not_eaten.
    pub skin: String,
    /// Fat, share of mass.
    pub fat_share: f64,
    /// Thin, usual and thick fillet, mm.
    pub thickness_mm: [f64; 3],
    /// Where the composition is from.
    pub source: String,
    /// The source is of a near relation.
    pub stand_in: bool,
}

/// A cut.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub struct CutWire {
    /// Name on the wire.
    pub key: String,
    /// In words.
    pub name: String,
}

/// The food-safety figure, kept apart from doneness.
#[derive(Debug, Clone, Copy, Serialize, ToSchema)]
pub struct SafetyMarkWire {
    /// Core, C.
    pub core_c: f64,
    /// Held for, s.
    pub held_s: f64,
}

/// What a counter offers.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub struct FishList {
    /// The fish.
    pub fish: Vec<FishWire>,
    /// The cuts.
    pub cuts: Vec<CutWire>,
    /// Food Code 3-401.11.
    pub food_code: SafetyMarkWire,
}

/// Everything a counter offers.
pub fn fish_list() -> FishList {
    let fish = Species::all().iter().filter_map(|s| {
        let family = s.family().ok()?; // every row is checked by a test
        Some(FishWire {
            key: s.key.clone(),
            name: s.name.clone(),
            scientific: s.scientific.clone(),
            aliases: s.aliases.clone(),
            family: family.name.clone(),
            usual_level: family.default.clone(),
            levels: family
                .levels
                .iter()
                .map(|l| LevelWire {
                    key: l.key.clone(),
                    name: l.name.clone(),
                    low_c: l.low_c,
                    high_c: l.high_c,
                })
                .collect(),
            texture: match s.texture {
                Texture::Delicate => "delicate",
                Texture::Medium => "medium",
                Texture::Firm => "firm",
            }
            .to_owned(),
            skin: match s.skin {
                SkinEats::Crisps => "crisps",
                SkinEats::Tough => "tough",
                SkinEats::NotEaten => "not_eaten",
            }
            .to_owned(),
            fat_share: s.fat_share,
            thickness_mm: s.thickness_mm,
            source: s.source.clone(),
            stand_in: s.stand_in,
        })
    });
    FishList {
        fish: fish.collect(),
        cuts: Cut::ALL
            .iter()
            .map(|(_, key, name)| CutWire {
                key: (*key).to_owned(),
                name: (*name).to_owned(),
            })
            .collect(),
        food_code: SafetyMarkWire {
            core_c: safety::FOOD_CODE_C,
            held_s: safety::FOOD_CODE_S,
        },
    }
}
