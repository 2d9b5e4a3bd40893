//! The book over HTTP.

use super::lists::{self, BookQuery, Put, Queried};
use super::{Body, gated, read};
use crate::error::{ErrorBody, RequestError};
use crate::kept::cards::{WHAT, edit, line, row, whole};
use crate::live::Live;
use crate::refusal::Refusal;
use crate::store::kept::{self, List, Row};
use crate::store::{Store, with};
use crate::wire::{CardChange, CardList, CardNew, CardWire, TallyWire};
use actix_web::http::StatusCode;
use actix_web::{HttpRequest, HttpResponse, delete, get, patch, post, web};

fn answer(status: StatusCode, row: Row) -> HttpResponse {
    HttpResponse::build(status)
        .insert_header(lists::etag(row.revision))
        .json(whole(row))
}

/// A page of the cards, newest first.
#[utoipa::path(
    params(BookQuery),
    responses(
        (status = 200, description = "A page of the book", body = CardList),
        (status = 422, description = "A page that is none", body = ErrorBody)
    )
)]
#[get("/api/cards")]
pub async fn list(
    store: web::Data<Store>,
    query: Queried<BookQuery>,
) -> Result<web::Json<CardList>, Refusal> {
    let query = lists::query(query)?;
    let page = query.page()?;
    let wanted = query.wanted()?;
    let (rows, total, (states, removed)) = with(&store, move |c| {
        let (rows, total) = kept::page(c, List::Card, page, &wanted).map_err(RequestError::ours)?;
        let tally = kept::tally(c, List::Card).map_err(RequestError::ours)?;
        Ok((rows, total, tally))
    })
    .await?;
    let of = |state: &str| {
        states
            .iter()
            .find(|(s, _)| s == state)
            .map_or(0, |(_, n)| *n)
    };
    Ok(web::Json(CardList {
        cards: rows.into_iter().map(line).collect(),
        page: page.number,
        size: page.size,
        total,
        tally: TallyWire {
            raw: of("raw"),
            under: of("under"),
            right: of("right"),
            over: of("over"),
            not_said: of(""),
            removed,
        },
    }))
}

/// Plans a request and keeps it. Sent again under the same id it is kept once.
#[utoipa::path(
    request_body = CardNew,
    responses(
        (status = 200, description = "It was kept before, as it stands", body = CardWire),
        (status = 201, description = "The card as kept", body = CardWire, links(
            ("card" = (operation_id = "one", parameters(("id" = "$response.body#/id")))),
            ("change" = (operation_id = "change", parameters(("id" = "$response.body#/id"))))
        )),
        (status = 400, description = "Not of the described shape", body = ErrorBody),
        (status = 409, description = "Another card has this id", body = ErrorBody),
        (status = 422, description = "A number, name or title that does not do", body = ErrorBody)
    )
)]
#[post("/api/cards")]
pub async fn add(
    store: web::Data<Store>,
    live: web::Data<Live>,
    body: Body,
) -> Result<HttpResponse, Refusal> {
    let new: CardNew = read(body)?;
    crate::kept::title(&new.title)?;
    // Computed first: no connection waits for it.
    let asked = gated(&live, "/api/cards", move || {
        row(&new, jiff::Timestamp::now().to_string())
    })
    .await?;
    let (row, made) = with(&store, move |c| {
        let (row, made) = kept::add(c, &asked).map_err(RequestError::ours)?;
        // The same card again is that card, whatever has been written on it since.
        if !made && row.snapshot != asked.snapshot {
            return Err(RequestError::Taken {
                what: WHAT,
                id: row.id,
            });
        }
        Ok((row, made))
    })
    .await?;
    let status = if made {
        StatusCode::CREATED
    } else {
        StatusCode::OK
    };
    Ok(answer(status, row))
}

/// One card, in the book or taken out of it.
#[utoipa::path(
    operation_id = "one",
    params(("id" = String, Path, description = "Its name")),
    responses(
        (status = 200, description = "The card; its ETag is its revision", body = CardWire),
        (status = 404, description = "No such card", body = ErrorBody)
    )
)]
#[get("/api/cards/{id}")]
pub async fn one(
    store: web::Data<Store>,
    path: web::Path<String>,
) -> Result<HttpResponse, Refusal> {
    let row = lists::one(&store, List::Card, WHAT, &path).await?;
    Ok(answer(StatusCode::OK, row))
}

/// Changes the name, the result or the note of a card. If-Match says which state this changes, so
/// that two editors never overwrite each other silently.
#[utoipa::path(
    operation_id = "change",
    params(
        ("id" = String, Path, description = "Its name"),
        ("If-Match" = String, Header, description = "The ETag of the card as it was read")
    ),
    request_body = CardChange,
    responses(
        (status = 200, description = "The card as it is now", body = CardWire),
        (status = 400, description = "Not of the described shape", body = ErrorBody),
        (status = 404, description = "No such card", body = ErrorBody),
        (status = 412, description = "Changed by somebody else meanwhile", body = ErrorBody),
        (status = 422, description = "A title or note that does not do", body = ErrorBody),
        (status = 428, description = "If-Match is missing", body = ErrorBody)
    )
)]
#[patch("/api/cards/{id}")]
pub async fn change(
    store: web::Data<Store>,
    path: web::Path<String>,
    request: HttpRequest,
    body: Body,
) -> Result<HttpResponse, Refusal> {
    let change: CardChange = read(body)?;
    let revision = lists::revision(&request, WHAT)?;
    let edit = edit(&change)?;
    let row = lists::change(&store, List::Card, WHAT, &path, revision, edit).await?;
    Ok(answer(StatusCode::OK, row))
}

/// Takes a card out of the book. It can be found with `removed=true` and brought back.
#[utoipa::path(
    params(("id" = String, Path, description = "Its name")),
    responses(
        (status = 204, description = "Taken out"),
        (status = 404, description = "No such card", body = ErrorBody)
    )
)]
#[delete("/api/cards/{id}")]
pub async fn remove(
    store: web::Data<Store>,
    path: web::Path<String>,
) -> Result<HttpResponse, Refusal> {
    lists::put(&store, List::Card, WHAT, &path, Put::Away).await?;
    Ok(HttpResponse::NoContent().finish())
}

/// Brings a card back that was taken out.
#[utoipa::path(
    params(("id" = String, Path, description = "Its name")),
    responses(
        (status = 200, description = "The card", body = CardWire),
        (status = 404, description = "No such card", body = ErrorBody)
    )
)]
#[post("/api/cards/{id}/restore")]
pub async fn restore(
    store: web::Data<Store>,
    path: web::Path<String>,
) -> Result<HttpResponse, Refusal> {
    let row = lists::put(&store, List::Card, WHAT, &path, Put::Back).await?;
    Ok(answer(StatusCode::OK, row))
}
