//! The engine over HTTP.

use super::Body;
use crate::error::ErrorBody;
use crate::wire::{
    CookAnswer, CookRequest, CoolRequest, CutOpenAnswer, CutOpenRequest, FishList, HeatAnswer,
    HeatRequest, Knowledge, LeftoverRequest, PlanAnswer, PlanRequest, PrepAnswer, PrepRequest,
    RankAnswer, RankRequest, SchoolsAnswer, SchoolsRequest, ServiceRequest, SettleAnswer,
    SettleRequest, SimulateAnswer, SimulateRequest, ThawAnswer, ThawRequest, TogetherAnswer,
    TogetherRequest, fish_list, knowledge, prep_list,
};
use actix_web::{get, post, web};
use cindo_core::plan::{Cooled, Leftover};
use cindo_core::prep::PrepOffered;
use cindo_core::service::Service;

/// The fish, cuts and levels of doneness.
#[utoipa::path(responses((status = 200, description = "What the counter offers", body = FishList)))]
#[get("/api/fish")]
pub async fn fish() -> web::Json<FishList> {
    web::Json(fish_list())
}

/// What Cindo knows and does not: rules with their sections, limits of the model, what it is not for.
#[utoipa::path(responses((status = 200, description = "Made from the data", body = Knowledge)))]
#[get("/api/knowledge")]
pub async fn knows() -> web::Json<Knowledge> {
    web::Json(knowledge())
}

/// Schools of salting, marinades, coats, liquids, fats, sauces and sides.
#[utoipa::path(responses((status = 200, description = "Made from the data", body = PrepOffered)))]
#[get("/api/prep")]
pub async fn prep_rows() -> web::Json<PrepOffered> {
    web::Json(prep_list())
}

answers!(
    /// What is done before the heat, how much of everything, one clock back from the plate.
    prep, "/api/prep", PrepRequest, PrepAnswer
);
answers!(
    /// Settings and target in, times out.
    plan, "/api/plan", PlanRequest, PlanAnswer
);
answers!(
    /// What the piece of a plan looks like cut across, moment after moment.
    cut_open, "/api/cut_open", CutOpenRequest, CutOpenAnswer
);
answers!(
    /// Piece, target and wishes in, every method planned and ordered.
    rank, "/api/rank", RankRequest, RankAnswer
);
answers!(
    /// Which heat reaches the target with the least overcooked.
    settle, "/api/settle", SettleRequest, SettleAnswer
);
answers!(
    /// What cooks disagree about, each answer cooked with this piece.
    schools, "/api/schools", SchoolsRequest, SchoolsAnswer
);
answers!(
    /// Many plates to one time: who does what when, on what.
    service, "/api/service", ServiceRequest, Service
);
answers!(
    /// Thick and thin, or unlike pieces, in one pan: when each goes in and comes out.
    together, "/api/together", TogetherRequest, TogetherAnswer
);
answers!(
    /// Settings and times in, temperatures out.
    simulate, "/api/simulate", SimulateRequest, SimulateAnswer
);
answers!(
    /// A cook under way: plan, events and the time in, what is so and what comes next out.
    cook, "/api/cook", CookRequest, CookAnswer
);
answers!(
    /// The bare solver with constant properties.
    heat, "/api/heat", HeatRequest, HeatAnswer
);
answers!(
    /// How long a frozen piece takes to thaw.
    thaw, "/api/thaw", ThawRequest, ThawAnswer
);
answers!(
    /// How long a cooked piece takes to cool.
    cool, "/api/cool", CoolRequest, Cooled
);
answers!(
    /// What becomes of cooked fish that is left: held hot, cooled, kept, reheated.
    leftover, "/api/leftover", LeftoverRequest, Leftover
);
