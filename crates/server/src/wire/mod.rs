//! What goes over HTTP and the command line. Names are fixed; unknown fields are refused.

mod cards;
mod cook;
mod counter;
mod fish;
mod heat;
mod keep;
mod kitchen;
mod knowledge;
mod piece;
mod plan;
mod rank;
mod schools;
mod seen;
mod settings;
mod shelf;
mod simulate;
mod together;

pub use cards::{
    CardChange, CardList, CardNew, CardSummary, CardWire, PlannedWire, ResultChange, ResultWire,
    TallyWire,
};
pub use cook::{
    BesideCookWire, ClockWire, CookAnswer, CookKept, CookList, CookNew, CookRequest, EventsNew,
    HappensWire, ProbeList, ProbeWanted, SeenWire, TraceNew,
};
pub use counter::{
    FreshnessRequest, NoticesAnswer, NoticesRequest, PortionsRequest, ShoppingRequest, WhichFish,
    WholeAnswer, WholeRequest,
};
pub use fish::{
    AnswerWire, CutWire, FishList, FishWire, FormWire, LookWire, NamedWire, OwnFishWire,
    SafetyMarkWire, fish_list,
};
pub use heat::{FaceWire, HeatAnswer, HeatRequest, HeatStageWire, Shape};
pub use keep::{CoolRequest, CoolingWire, ThawAnswer, ThawRequest, ThawingWire};
pub use kitchen::{KitOffered, KitchenKept, kit_offered};
pub use knowledge::{FishCounts, Knowledge, RuleWire, knowledge};
pub use piece::{CompositionWire, MethodWire, PieceWire, TargetWire, ValueWire};
pub use plan::{GoalWire, PlanAnswer, PlanRequest, SettleAnswer, SettleRequest};
pub use rank::{RankAnswer, RankRequest, WayWire};
pub use schools::{SchoolsAnswer, SchoolsRequest};
pub use seen::{CookedLineWire, CutOpenAnswer, CutOpenRequest, SignsWire, SliceFieldWire};
pub use settings::{FittedWire, OptionWire, SettingTakes, SettingWire};
pub use shelf::{KeptPieceWire, LotWire, ShelfBody, ShelfImport, ShelfItem, ShelfList, ShelfNew};
pub use simulate::{SimulateAnswer, SimulateRequest};
pub use together::{TogetherAnswer, TogetherRequest};

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
