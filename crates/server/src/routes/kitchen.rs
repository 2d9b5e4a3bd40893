//! The kitchen over HTTP: what it may have, and what its cooks said it has.

use super::lists;
use super::refusal::Refusal;
use super::{Body, read, with_store};
use crate::error::{ErrorBody, RequestError};
use crate::store::kitchen::{self, KitchenRow};
use crate::store::{Changed, Store};
use crate::wire::{self, KitOffered, KitchenKept};
use actix_web::{HttpRequest, HttpResponse, get, put, web};
use cindo_core::kit::KitchenAsked;

const WHAT: &str = "kitchen";

/// As it goes out; one that cannot be read says so and is the usual.
fn kept(row: Option<KitchenRow>) -> KitchenKept {
    let Some(row) = row else {
        return KitchenKept::usual(0, None);
    };
    if row.form != kitchen::FORM {
        let newer = format!("written by a newer Cindo (form {})", row.form);
        return KitchenKept::usual(row.revision, Some(newer));
    }
    wire::read(row.snapshot.as_bytes())
        .and_then(|asked| KitchenKept::checked(asked, row.revision))
        .unwrap_or_else(|cause| KitchenKept::usual(row.revision, Some(cause.to_string())))
}

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
    let row = with_store(store, |c| kitchen::get(c).map_err(RequestError::ours)).await?;
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
    KitchenKept::checked(asked.clone(), revision)?;
    let snapshot = serde_json::to_string(&asked).map_err(RequestError::ours)?;
    let at = jiff::Timestamp::now().to_string();
    let changed = with_store(store, move |c| {
        kitchen::put(c, revision, snapshot, at).map_err(RequestError::ours)
    })
    .await?;
    match changed {
        Changed::Done(row) => Ok(HttpResponse::Ok()
            .insert_header(lists::etag(row.revision))
            .json(kept(Some(row)))),
        Changed::Stale(_) | Changed::Missing => Err(RequestError::Stale { what: WHAT }.into()),
    }
}
