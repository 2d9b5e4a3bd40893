//! Thawing and cooling.

use super::piece::PieceWire;
use crate::error::RequestError;
use cindo_core::fish::Notice;
use cindo_core::plan::{
    CoolAsked, Cooled, Cooling, Leftover, LeftoverAsked, ThawAsked, Thawing, cool, leftover, thaw,
};
use cindo_core::target::Rules;
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

/// How something thaws.
#[derive(Debug, Clone, Copy, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum ThawingWire {
    /// Wrapped, on a rack in the fridge.
    Fridge,
    /// Bagged, in cold running water.
    Water,
    /// Lying in the room: never.
    #[serde(alias = "room_temperature", alias = "counter", alias = "air")]
    Room,
    /// In warm water: never.
    #[serde(alias = "hot_water")]
    WarmWater,
    /// In a microwave: never.
    Microwave,
}

/// How something cools.
#[derive(Debug, Clone, Copy, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum CoolingWire {
    /// Wrapped, on a rack in the fridge.
    Fridge,
    /// Bagged, in ice water.
    IceWater,
}

/// A frozen piece: `start_c` is that of the freezer.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
#[schema(example = json!({ "piece": { "fish": "hake", "thickness_mm": 40, "start_c": -18 }, "how": "water" }))]
pub struct ThawRequest {
    /// The piece.
    pub piece: PieceWire,
    /// Fridge or water.
    pub how: ThawingWire,
    /// Temperature of fridge, water or room, C; 4, 12 and 20 when not said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub at_c: Option<f64>,
    /// By whose rules.
    #[serde(default)]
    pub rules: Rules,
}

/// How long thawing takes.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub struct ThawAnswer {
    /// No ice is left, s.
    pub thawed_s: f64,
    /// How long the surface is above 5 C by then, s.
    pub above_5c_s: f64,
    /// Most that is allowed, s (Food Code 3-501.13).
    pub most_above_5c_s: f64,
    /// It is within that.
    pub within_limit: bool,
    /// Why it must not be thawed so, or not be used at all.
    pub refused: Vec<Notice>,
    /// What to mind.
    pub notices: Vec<Notice>,
}

/// A cooked piece, as hot all through.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
#[schema(example = json!({ "piece": { "fish": "hake", "thickness_mm": 40 }, "from_c": 63, "how": "ice_water" }))]
pub struct CoolRequest {
    /// The piece.
    pub piece: PieceWire,
    /// How hot it is, C.
    #[schema(minimum = 21, maximum = 100)]
    pub from_c: f64,
    /// Fridge or ice water.
    pub how: CoolingWire,
    /// Temperature of the fridge, C; 3 when not said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub at_c: Option<f64>,
    /// By whose rules.
    #[serde(default)]
    pub rules: Rules,
}

/// A cooked piece that is left, as hot all through.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
#[schema(example = json!({ "piece": { "fish": "hake", "thickness_mm": 40 }, "from_c": 63 }))]
pub struct LeftoverRequest {
    /// The piece.
    pub piece: PieceWire,
    /// How hot it is, C.
    #[schema(minimum = 21, maximum = 100)]
    pub from_c: f64,
    /// Off the heat so long and not kept hot, h.
    #[serde(default)]
    #[schema(minimum = 0, maximum = 48)]
    pub stood_h: f64,
    /// By whose rules.
    #[serde(default)]
    pub rules: Rules,
}

impl LeftoverRequest {
    /// Says what becomes of it.
    ///
    /// # Errors
    /// Whatever the core refuses.
    pub fn answer(&self) -> Result<Leftover, RequestError> {
        Ok(leftover(&LeftoverAsked {
            piece: (&self.piece).into(),
            from_c: self.from_c,
            stood_h: self.stood_h,
            rules: self.rules,
        })?)
    }
}

impl ThawRequest {
    /// Thaws it.
    ///
    /// # Errors
    /// Whatever the core refuses.
    pub fn answer(&self) -> Result<ThawAnswer, RequestError> {
        let how = match self.how {
            ThawingWire::Fridge => Thawing::Fridge(self.at_c.unwrap_or(4.0)),
            ThawingWire::Water => Thawing::Water(self.at_c.unwrap_or(12.0)),
            ThawingWire::Room => Thawing::Room(self.at_c.unwrap_or(20.0)),
            ThawingWire::WarmWater => Thawing::Water(self.at_c.unwrap_or(40.0).max(22.0)),
            ThawingWire::Microwave => Thawing::Microwave,
        };
        let thawed = thaw(&ThawAsked {
            piece: (&self.piece).into(),
            how,
            rules: self.rules,
        })?;
        Ok(ThawAnswer {
            thawed_s: thawed.thawed_s,
            above_5c_s: thawed.above_5c_s,
            most_above_5c_s: cindo_core::target::safety::THAWED_WARM_S,
            within_limit: thawed.within_limit,
            refused: thawed.refused,
            notices: thawed.notices,
        })
    }
}

impl CoolRequest {
    /// Cools it.
    ///
    /// # Errors
    /// Whatever the core refuses.
    pub fn answer(&self) -> Result<Cooled, RequestError> {
        let how = match self.how {
            CoolingWire::Fridge => Cooling::Fridge(self.at_c.unwrap_or(3.0)),
            CoolingWire::IceWater => Cooling::IceWater,
        };
        Ok(cool(&CoolAsked {
            piece: (&self.piece).into(),
            from_c: self.from_c,
            how,
            rules: self.rules,
        })?)
    }
}
