//! What goes over HTTP and the command line. Names are fixed; unknown fields are refused.

mod cards;
mod cook;
mod counter;
mod cut_open;
mod door;
mod fish;
mod heat;
mod keep;
mod kitchen;
mod knowledge;
mod piece;
mod plan;
mod prep;
mod rank;
mod schools;
mod seen;
mod service;
mod settings;
mod sheet;
mod shelf;
mod simulate;
mod together;

pub use cards::{
    CardChange, CardList, CardNew, CardSummary, CardWire, PlannedWire, ResultChange, TallyWire,
};
pub use cook::{
    BesideCookWire, ClockWire, CookAnswer, CookKept, CookLine, CookList, CookNew, CookRequest,
    CooksGone, EndedWire, EventsNew, HappensWire, LearnedWire, ProbeList, ProbeWanted,
    PromisedActWire, PromisedWire, SeenWire, TraceNew, UnreadWire,
};
pub use counter::{
    FreshnessRequest, NoticesAnswer, NoticesRequest, PortionsRequest, ShoppingRequest, WhichFish,
    WholeAnswer, WholeRequest,
};
pub use cut_open::{CutOpenAnswer, CutOpenRequest};
pub use door::{DeviceList, DeviceTold, PasscodeSet, RoleWire, SessionTold, SignIn};
pub use fish::{
    AnswerWire, CutWire, FishList, FishWire, FormWire, LookWire, NamedWire, OwnFishWire,
    SafetyMarkWire, fish_list,
};
pub use heat::{FaceWire, HeatAnswer, HeatRequest, HeatStageWire, Shape};
pub use keep::{CoolRequest, CoolingWire, LeftoverRequest, ThawAnswer, ThawRequest, ThawingWire};
pub use kitchen::{KitOffered, KitchenKept, kit_offered};
pub use knowledge::{FishCounts, Knowledge, RuleWire, knowledge};
pub use piece::{CompositionWire, MethodWire, PieceWire, TargetWire, ValueWire};
pub use plan::{DecidesWire, GoalWire, PlanAnswer, PlanRequest, SettleAnswer, SettleRequest};
pub use prep::{OnClock, PrepAnswer, PrepRequest, offered as prep_list};
pub use rank::{RankAnswer, RankRequest, WayWire};
pub use schools::{SchoolsAnswer, SchoolsRequest};
pub use seen::{CookedLineWire, SignsWire, SliceFieldWire};
pub use service::{
    BoardKept, BoardWire, ExpectedWire, HandsWire, PlateDone, PlateEventWire, PlateWire,
    ServiceDone, ServiceEnd, ServiceRequest, ServicesDone, TicketPromised, TicketWire,
};
pub use settings::{FittedWire, OptionWire, SettingTakes, SettingWire};
pub use sheet::{Sheet, SheetKind, SheetLine};
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
        // "." and "?" stand for the whole body.
        let path = if matches!(path.as_str(), "." | "?") {
            String::new()
        } else {
            path
        };
        let message = error.inner().to_string();
        RequestError::Shape {
            field: with_its_name(path, &message),
            message,
        }
    })?;
    json.end().map_err(|error| RequestError::Shape {
        field: String::new(),
        message: error.to_string(),
    })?;
    Ok(value)
}

/// A field that is missing or unknown stands in the words and not in the path: put there.
fn with_its_name(path: String, message: &str) -> String {
    let named = ["missing field `", "unknown field `"]
        .iter()
        .find_map(|start| message.strip_prefix(start)?.split('`').next());
    match named {
        // Of what is told apart by its kind, in a list.
        None if message.starts_with("unknown variant `") && path.ends_with(']') => {
            format!("{path}.kind")
        }
        Some(name) if path.is_empty() => name.to_owned(),
        Some(name) if path.rsplit('.').next() != Some(name) => format!("{path}.{name}"),
        _ => path,
    }
}
