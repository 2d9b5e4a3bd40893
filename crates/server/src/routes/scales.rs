//! Kitchen scales over HTTP: only those that the server was started with.

use super::{Body, read};
use crate::error::{ErrorBody, RequestError};
use crate::live::Live;
use crate::refusal::Refusal;
use crate::scale::{self, Weighs};
use actix_web::{get, post, web};
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

/// Scales that the server was started with.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub struct ScaleList {
    /// Their addresses.
    pub scales: Vec<String>,
}

/// A scale to be read.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
#[schema(example = json!({ "scale": "127.0.0.1:4330" }))]
pub struct ScaleWanted {
    /// One of the addresses that the server was started with.
    pub scale: String,
    /// What lies on it counts as nothing from now on.
    #[serde(default)]
    pub tare: bool,
}

/// Scales that can be read: those that the server was started with.
#[utoipa::path(responses((status = 200, description = "Their addresses", body = ScaleList)))]
#[get("/api/scales")]
pub async fn scale_list(live: web::Data<Live>) -> web::Json<ScaleList> {
    web::Json(ScaleList {
        scales: live.scales().to_vec(),
    })
}

/// What lies on a scale now.
#[utoipa::path(
    request_body = ScaleWanted,
    responses(
        (status = 200, description = "What it shows", body = Weighs),
        (status = 422, description = "There is no such scale, or it does not answer", body = ErrorBody)
    )
)]
#[post("/api/scales/read")]
pub async fn scale_read(live: web::Data<Live>, body: Body) -> Result<web::Json<Weighs>, Refusal> {
    let wanted: ScaleWanted = read(body)?;
    // Only where the server was told that a scale is: nobody else's machines are asked.
    if !live.scales().contains(&wanted.scale) {
        let known = live.scales().iter().cloned();
        let unknown = cindo_core::InputError::unknown("scale", &wanted.scale, known);
        return Err(RequestError::Input(unknown).into());
    }
    let weighs = scale::read(&wanted.scale, wanted.tare).await;
    let weighs = weighs.map_err(|cause| {
        tracing::warn!(%cause, scale = wanted.scale, "the scale does not answer");
        RequestError::Field {
            code: "silent",
            field: "scale",
            message:
                "The scale does not answer. Is it on? Spoons and cups stand beside each amount."
                    .into(),
        }
    })?;
    Ok(web::Json(weighs))
}
