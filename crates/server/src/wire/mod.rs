//! What goes over HTTP and the command line. Names are fixed; unknown fields are refused.

mod cards;
mod counter;
mod engine;
mod fish;
mod keep;
mod piece;

pub use cards::{
    CardChange, CardList, CardNew, CardSummary, CardWire, PlannedWire, ResultChange, ResultWire,
    TallyWire,
};
pub use counter::{
    BuyWire, FreezingWire, FreshnessAnswer, FreshnessRequest, KeptPieceWire, KeptWire,
    LotStateWire, LotWire, NoticeWire, NoticesAnswer, NoticesRequest, PortionWire, PortionsAnswer,
    PortionsRequest, ShelfBody, ShelfImport, ShelfItem, ShelfList, ShelfNew, ShoppingAnswer,
    ShoppingRequest, TailWire, WarmthWire, WhichFish, WholeAnswer, WholeRequest,
};
pub use engine::{
    BandWire, BatchWire, CookedLineWire, FaceWire, FatWire, FieldAskedWire, GeometryWire,
    HeatAnswer, HeatRequest, HeatStageWire, KitchenWire, OptionWire, PlanAnswer, PlanRequest,
    RankAnswer, RankRequest, ReasonWire, RulesWire, SafetyWire, SeriesWire, SettingTakes,
    SettingWire, SettleAnswer, SettleRequest, SignsWire, SimulateAnswer, SimulateRequest,
    SliceFieldWire, StepWire, TimesWire, TruthWire, TurnByWire, WarningWire, WayWire, WindowWire,
    WishesWire,
};
pub use fish::{
    AnswerWire, CutWire, FishList, FishWire, FlakeWire, FormWire, HazardWire, LevelWire, LookWire,
    MercuryWire, NamedWire, OwnFishWire, SafetyMarkWire, SkinEatsWire, TextureWire, WatersWire,
    fish_list,
};
pub use keep::{CoolAnswer, CoolRequest, CoolingWire, ThawAnswer, ThawRequest, ThawingWire};
pub use piece::{CompositionWire, MethodWire, PieceWire, TargetWire, ValueWire};

use crate::error::RequestError;
use serde::de::DeserializeOwned;

/// Reads JSON and names the field that is wrong.
///
/// # Errors
/// [`RequestError::Shape`] for anything that is not JSON of the described shape.
pub fn read<T: DeserializeOwned>(bytes: &[u8]) -> Result<T, RequestError> {
    let mut json = serde_json::Deserializer::from_slice(bytes);
    let value = serde_path_to_error::deserialize(&mut json).map_err(|error| {
        let path = error.path().to_string();
        RequestError::Shape {
            // "." and "?" stand for the whole body.
            field: if matches!(path.as_str(), "." | "?") {
                String::new()
            } else {
                path
            },
            message: error.inner().to_string(),
        }
    })?;
    json.end().map_err(|error| RequestError::Shape {
        field: String::new(),
        message: error.to_string(),
    })?;
    Ok(value)
}
