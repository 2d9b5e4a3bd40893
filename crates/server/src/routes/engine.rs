//! The engine over HTTP.

use super::{Body, compute, read};
use crate::error::{ErrorBody, RequestError};
use crate::wire::{
    CoolAnswer, CoolRequest, FishList, HeatAnswer, HeatRequest, PlanAnswer, PlanRequest,
    RankAnswer, RankRequest, SettleAnswer, SettleRequest, SimulateAnswer, SimulateRequest,
    ThawAnswer, ThawRequest, fish_list,
};
use actix_web::{get, post, web};

/// The fish, cuts and levels of doneness.
#[utoipa::path(responses((status = 200, description = "What the counter offers", body = FishList)))]
#[get("/api/fish")]
pub async fn fish() -> web::Json<FishList> {
    web::Json(fish_list())
}

/// Settings and target in, times out.
#[utoipa::path(
    request_body = PlanRequest,
    responses(
        (status = 200, description = "The plan", body = PlanAnswer),
        (status = 400, description = "Not of the described shape", body = ErrorBody),
        (status = 413, description = "Too large", body = ErrorBody),
        (status = 422, description = "A number or name that does not do", body = ErrorBody)
    )
)]
#[post("/api/plan")]
pub async fn plan(body: Body) -> Result<web::Json<PlanAnswer>, RequestError> {
    let request: PlanRequest = read(body)?;
    Ok(web::Json(compute(move || request.answer()).await?))
}

/// Piece, target and wishes in, every method planned and ordered.
#[utoipa::path(
    request_body = RankRequest,
    responses(
        (status = 200, description = "All ways, best first", body = RankAnswer),
        (status = 400, description = "Not of the described shape", body = ErrorBody),
        (status = 413, description = "Too large", body = ErrorBody),
        (status = 422, description = "A number or name that does not do", body = ErrorBody)
    )
)]
#[post("/api/rank")]
pub async fn rank(body: Body) -> Result<web::Json<RankAnswer>, RequestError> {
    let request: RankRequest = read(body)?;
    Ok(web::Json(compute(move || request.answer()).await?))
}

/// Which heat reaches the target with the least overcooked.
#[utoipa::path(
    request_body = SettleRequest,
    responses(
        (status = 200, description = "The heat, and the plan with it", body = SettleAnswer),
        (status = 400, description = "Not of the described shape", body = ErrorBody),
        (status = 413, description = "Too large", body = ErrorBody),
        (status = 422, description = "A number or name that does not do", body = ErrorBody)
    )
)]
#[post("/api/settle")]
pub async fn settle(body: Body) -> Result<web::Json<SettleAnswer>, RequestError> {
    let request: SettleRequest = read(body)?;
    Ok(web::Json(compute(move || request.answer()).await?))
}

/// Settings and times in, temperatures out.
#[utoipa::path(
    request_body = SimulateRequest,
    responses(
        (status = 200, description = "Temperatures over time", body = SimulateAnswer),
        (status = 400, description = "Not of the described shape", body = ErrorBody),
        (status = 413, description = "Too large", body = ErrorBody),
        (status = 422, description = "A number or name that does not do", body = ErrorBody)
    )
)]
#[post("/api/simulate")]
pub async fn simulate(body: Body) -> Result<web::Json<SimulateAnswer>, RequestError> {
    let request: SimulateRequest = read(body)?;
    Ok(web::Json(compute(move || request.answer()).await?))
}

/// The bare solver with constant properties.
#[utoipa::path(
    request_body = HeatRequest,
    responses(
        (status = 200, description = "Temperatures at the asked times and depths", body = HeatAnswer),
        (status = 400, description = "Not of the described shape", body = ErrorBody),
        (status = 413, description = "Too large", body = ErrorBody),
        (status = 422, description = "A number that does not do", body = ErrorBody)
    )
)]
#[post("/api/heat")]
pub async fn heat(body: Body) -> Result<web::Json<HeatAnswer>, RequestError> {
    let request: HeatRequest = read(body)?;
    Ok(web::Json(compute(move || request.answer()).await?))
}

/// How long a frozen piece takes to thaw.
#[utoipa::path(
    request_body = ThawRequest,
    responses(
        (status = 200, description = "How long, and whether within the limit", body = ThawAnswer),
        (status = 400, description = "Not of the described shape", body = ErrorBody),
        (status = 413, description = "Too large", body = ErrorBody),
        (status = 422, description = "A number or name that does not do", body = ErrorBody)
    )
)]
#[post("/api/thaw")]
pub async fn thaw(body: Body) -> Result<web::Json<ThawAnswer>, RequestError> {
    let request: ThawRequest = read(body)?;
    Ok(web::Json(compute(move || request.answer()).await?))
}

/// How long a cooked piece takes to cool.
#[utoipa::path(
    request_body = CoolRequest,
    responses(
        (status = 200, description = "How long, and whether within the limits", body = CoolAnswer),
        (status = 400, description = "Not of the described shape", body = ErrorBody),
        (status = 413, description = "Too large", body = ErrorBody),
        (status = 422, description = "A number or name that does not do", body = ErrorBody)
    )
)]
#[post("/api/cool")]
pub async fn cool(body: Body) -> Result<web::Json<CoolAnswer>, RequestError> {
    let request: CoolRequest = read(body)?;
    Ok(web::Json(compute(move || request.answer()).await?))
}
