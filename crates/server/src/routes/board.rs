//! The board of a service over HTTP: one for the kitchen, whatever device looks at it.

use super::files::file;
use super::lists::{self, ListQuery, Queried};
use super::{Body, gated, read};
use crate::error::{ErrorBody, RequestError, missing};
use crate::files::{write_service_calendar, write_service_table};
use crate::kept::board::{ID, WHAT, kept, row, write};
use crate::kept::services;
use crate::live::{Live, now_ms};
use crate::refusal::Refusal;
use crate::store::kept::{self as stored, List, Wanted};
use crate::store::{Changed, Store, with};
use crate::wire::{BoardKept, BoardWire, ServiceDone, ServiceEnd, ServiceRequest, ServicesDone};
use actix_web::{HttpRequest, HttpResponse, get, post, put, web};

/// The service as it is planned, and when its clock began; none at revision 0 while nobody planned one.
#[utoipa::path(responses((status = 200, description = "The board", body = BoardKept)))]
#[get("/api/board")]
pub async fn board_get(store: web::Data<Store>) -> Result<HttpResponse, Refusal> {
    let kept = there(&store).await?;
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
    let before = there(&store).await?;
    let row = gated(&live, "/api/board", move || row(board, &before)).await?;
    let came = with(&store, move |c| {
        stored::put(c, &row, revision).map_err(RequestError::ours)
    })
    .await?;
    match came {
        Changed::Done(_) => {
            let kept = there(&store).await?;
            Ok(HttpResponse::Ok()
                .insert_header(lists::etag(kept.revision))
                .json(kept))
        }
        Changed::Stale(_) | Changed::Missing => Err(RequestError::Stale { what: WHAT }.into()),
    }
}

async fn there(store: &Store) -> Result<BoardKept, RequestError> {
    with(store, |c| {
        let row = stored::one(c, List::Board, ID).map_err(RequestError::ours)?;
        kept(c, row, now_ms())
    })
    .await
}

/// What is planned now, by the clock of the server.
async fn planned(store: &Store) -> Result<BoardWire, RequestError> {
    /// What stands stays: a look.
    const TRIES: u32 = 20;
    let there = there(store).await?;
    let mut board = there.board.ok_or_else(|| missing(WHAT, ID))?;
    board.service.now_s = (there.now_ms - board.zero.as_millisecond()) as f64 / 1000.0;
    board.service.now_s = board.service.now_s.clamp(-604_800.0, 604_800.0);
    board.service.tries = Some(TRIES);
    Ok(board)
}

/// Promised against happened so far, a row a plate, as comma-separated values.
#[utoipa::path(responses(
    (status = 200, description = "The table", content_type = "text/csv"),
    (status = 404, description = "Nothing is planned", body = ErrorBody),
    (status = 503, description = "Too much is asked at once: come again (Retry-After)", body = ErrorBody)
))]
#[get("/api/board/table")]
pub async fn board_table(
    store: web::Data<Store>,
    live: web::Data<Live>,
) -> Result<HttpResponse, Refusal> {
    let board = planned(&store).await?;
    let written = gated(&live, "/api/board/table", move || {
        write_service_table(&services::done(&board, "")?)
    });
    Ok(file("cindo-service.csv".into(), "text/csv", written.await?))
}

/// Every act that is to come, with who does it, as an iCalendar.
#[utoipa::path(responses(
    (status = 200, description = "The calendar", content_type = "text/calendar"),
    (status = 404, description = "Nothing is planned", body = ErrorBody),
    (status = 503, description = "Too much is asked at once: come again (Retry-After)", body = ErrorBody)
))]
#[get("/api/board/calendar")]
pub async fn board_calendar(
    store: web::Data<Store>,
    live: web::Data<Live>,
) -> Result<HttpResponse, Refusal> {
    let board = planned(&store).await?;
    let written = gated(&live, "/api/board/calendar", move || {
        write_service_calendar(&board)
    });
    Ok(file(
        "cindo-service.ics".into(),
        "text/calendar",
        written.await?,
    ))
}

/// The service is over: into the book with it, and the board is empty. If-Match says which state this ends.
#[utoipa::path(
    request_body = ServiceEnd,
    params(("If-Match" = String, Header, description = "Its revision as it was read, in quotes")),
    responses(
        (status = 200, description = "As it stands in the book", body = ServiceDone),
        (status = 400, description = "Not of the described shape", body = ErrorBody),
        (status = 404, description = "Nothing is planned", body = ErrorBody),
        (status = 412, description = "Changed by somebody else meanwhile", body = ErrorBody),
        (status = 422, description = "A name that does not do", body = ErrorBody),
        (status = 428, description = "If-Match is missing", body = ErrorBody),
        (status = 503, description = "Too much is asked at once: come again (Retry-After)", body = ErrorBody)
    )
)]
#[post("/api/board/end")]
pub async fn board_end(
    store: web::Data<Store>,
    live: web::Data<Live>,
    request: HttpRequest,
    body: Body,
) -> Result<HttpResponse, Refusal> {
    let end: ServiceEnd = read(body)?;
    let title = crate::kept::title(&end.title)?;
    let revision = lists::revision(&request, WHAT)?;
    let board = planned(&store).await?;
    let zero = board.zero;
    let (row, done) = gated(&live, "/api/board/end", move || {
        let done = services::done(&board, &title)?;
        Ok((services::row(&done)?, done))
    })
    .await?;
    let empty = write(&BoardWire {
        zero,
        promised: vec![],
        service: ServiceRequest::empty(),
    })?;
    let id = row.id.clone();
    // Both or neither: nothing is in the book twice, or gone.
    let came = with(&store, move |c| {
        stored::atomic(c, |c| {
            let came = stored::put_one(c, &empty, revision)?;
            if matches!(came, Changed::Done(_)) {
                stored::add_one(c, &row)?;
            }
            Ok::<_, RequestError>(came)
        })
    })
    .await?;
    match came {
        Changed::Done(_) => Ok(HttpResponse::Ok().json(ServiceDone { id, ..done })),
        Changed::Stale(_) | Changed::Missing => Err(RequestError::Stale { what: WHAT }.into()),
    }
}

/// Services that are over, the newest first: a page.
#[utoipa::path(
    operation_id = "services_gone_by",
    params(ListQuery),
    responses(
        (status = 200, description = "A page of them", body = ServicesDone),
        (status = 422, description = "A page that is none", body = ErrorBody)
    )
)]
#[get("/api/services")]
pub async fn service_list(
    store: web::Data<Store>,
    query: Queried<ListQuery>,
) -> Result<web::Json<ServicesDone>, Refusal> {
    let query = lists::query(query)?;
    let page = query.page()?;
    let gone = with(&store, move |c| {
        stored::page(c, List::Service, page, &Wanted::default()).map_err(RequestError::ours)
    });
    let (rows, total) = gone.await?;
    Ok(web::Json(ServicesDone {
        services: rows.iter().filter_map(services::read).collect(),
        total,
    }))
}

/// One of them: promised against happened, a row a plate, as comma-separated values.
#[utoipa::path(
    params(("id" = String, Path, description = "Its name")),
    responses(
        (status = 200, description = "The table", content_type = "text/csv"),
        (status = 404, description = "There is none", body = ErrorBody)
    )
)]
#[get("/api/services/{id}/table")]
pub async fn service_table(
    store: web::Data<Store>,
    id: web::Path<String>,
) -> Result<HttpResponse, Refusal> {
    let wanted = id.clone();
    let row = with(&store, move |c| {
        stored::one(c, List::Service, &wanted).map_err(RequestError::ours)
    });
    let done = row.await?.as_ref().and_then(services::read);
    let done = done.ok_or_else(|| missing("service", &id))?;
    Ok(file(
        "cindo-service.csv".into(),
        "text/csv",
        write_service_table(&done)?,
    ))
}
