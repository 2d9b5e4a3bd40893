//! The kitchen over HTTP: what it may have, and what its cooks said it has.

use super::lists;
use super::{Body, read};
use crate::error::{ErrorBody, RequestError};
use crate::kept::kitchen::{ID, WHAT, kept, row};
use crate::refusal::Refusal;
use crate::store::kept::{self as stored, List};
use crate::store::{Changed, Store, with};
use crate::wire::{self, KitOffered, KitchenKept};
use actix_web::{HttpRequest, HttpResponse, get, put, web};
use cindo_core::kit::KitchenAsked;

/// Things a kitchen may have, and kitchens that many are like.
#[utoipa::path(responses((status = 200, description = "Made from the data", body = KitOffered)))]
#[get("/api/kit")]
pub async fn kit() -> web::Json<KitOffered> {
    web::Json(wire::kit_offered())
}

/// The kitchen as its cooks said it is; the usual at revision 0 while nobody has.
#[utoipa::path(responses((status = 200, description = "The kitchen", body = KitchenKept)))]
#[get("/api/kitchen")]
pub async fn kitchen_get(store: web::Data<Store>) -> Result<HttpResponse, Refusal> {
    let row = with(&store, |c| {
        stored::one(c, List::Kitchen, ID).map_err(RequestError::ours)
    })
    .await?;
    let kept = kept(row);
    Ok(HttpResponse::Ok()
        .insert_header(lists::etag(kept.revision))
        .json(kept))
}

/// Says what the kitchen is. If-Match says which state this changes.
#[utoipa::path(
    request_body = KitchenAsked,
    params(("If-Match" = String, Header, description = "Its revision as it was read, in quotes")),
    responses(
        (status = 200, description = "The kitchen as kept", body = KitchenKept),
        (status = 400, description = "Not of the described shape", body = ErrorBody),
        (status = 412, description = "Changed by somebody else meanwhile", body = ErrorBody),
        (status = 422, description = "A number or name that does not do", body = ErrorBody),
        (status = 428, description = "If-Match is missing", body = ErrorBody)
    )
)]
#[put("/api/kitchen")]
pub async fn kitchen_put(
    store: web::Data<Store>,
    request: HttpRequest,
    body: Body,
) -> Result<HttpResponse, Refusal> {
    let asked: KitchenAsked = read(body)?;
    let revision = lists::revision(&request, WHAT)?;
    let row = row(&asked, revision)?;
    let came = with(&store, move |c| {
        stored::put(c, &row, revision).map_err(RequestError::ours)
    })
    .await?;
    match came {
        Changed::Done(row) => Ok(HttpResponse::Ok()
            .insert_header(lists::etag(row.revision))
            .json(kept(Some(row)))),
        Changed::Stale(_) | Changed::Missing => Err(RequestError::Stale { what: WHAT }.into()),
    }
}
