//! The board of a service over HTTP: one for the kitchen, whatever device looks at it.

use super::lists;
use super::{Body, gated, read};
use crate::error::{ErrorBody, RequestError};
use crate::kept::board::{ID, WHAT, kept, row};
use crate::live::{Live, now_ms};
use crate::refusal::Refusal;
use crate::store::kept::{self as stored, List};
use crate::store::{Changed, Store, with};
use crate::wire::{BoardKept, BoardWire};
use actix_web::{HttpRequest, HttpResponse, get, put, web};

/// The service as it is planned, and when its clock began; none at revision 0 while nobody planned one.
#[utoipa::path(responses((status = 200, description = "The board", body = BoardKept)))]
#[get("/api/board")]
pub async fn board_get(store: web::Data<Store>) -> Result<HttpResponse, Refusal> {
    let row = with(&store, |c| {
        stored::one(c, List::Board, ID).map_err(RequestError::ours)
    })
    .await?;
    let kept = kept(row, now_ms());
    Ok(HttpResponse::Ok()
        .insert_header(lists::etag(kept.revision))
        .json(kept))
}

/// Changes it. If-Match says which state this changes.
#[utoipa::path(
    request_body = BoardWire,
    params(("If-Match" = String, Header, description = "Its revision as it was read, in quotes")),
    responses(
        (status = 200, description = "The board as kept", body = BoardKept),
        (status = 400, description = "Not of the described shape", body = ErrorBody),
        (status = 412, description = "Changed by somebody else meanwhile", body = ErrorBody),
        (status = 422, description = "A number or name that does not do", body = ErrorBody),
        (status = 428, description = "If-Match is missing", body = ErrorBody),
        (status = 503, description = "Too much is asked at once: come again (Retry-After)", body = ErrorBody)
    )
)]
#[put("/api/board")]
pub async fn board_put(
    store: web::Data<Store>,
    live: web::Data<Live>,
    request: HttpRequest,
    body: Body,
) -> Result<HttpResponse, Refusal> {
    let board: BoardWire = read(body)?;
    let revision = lists::revision(&request, WHAT)?;
    // Planned once before it is kept: what is kept can be planned.
    let row = gated(&live, "/api/board", move || row(board)).await?;
    let came = with(&store, move |c| {
        stored::put(c, &row, revision).map_err(RequestError::ours)
    })
    .await?;
    match came {
        Changed::Done(row) => {
            let kept = kept(Some(row), now_ms());
            Ok(HttpResponse::Ok()
                .insert_header(lists::etag(kept.revision))
                .json(kept))
        }
        Changed::Stale(_) | Changed::Missing => Err(RequestError::Stale { what: WHAT }.into()),
    }
}
