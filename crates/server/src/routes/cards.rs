//! The book over HTTP.

use super::{Body, read, with_store};
use crate::error::{ErrorBody, RequestError};
use crate::store::{self, CardEdit, CardRow, NewCard, Store};
use crate::wire::{CardChange, CardId, CardList, CardNew, CardWire, ResultChange, ResultWire};
use actix_web::{HttpResponse, delete, get, patch, post, web};

const MOST_TITLE: usize = 120;
const MOST_NOTE: usize = 2000;

fn result_name(result: ResultWire) -> String {
    match result {
        ResultWire::Under => "under",
        ResultWire::Right => "right",
        ResultWire::Over => "over",
    }
    .to_owned()
}

fn result_wire(name: &str) -> Option<ResultWire> {
    match name {
        "under" => Some(ResultWire::Under),
        "right" => Some(ResultWire::Right),
        "over" => Some(ResultWire::Over),
        _ => None, // the table lets nothing else in
    }
}

fn card(row: CardRow) -> Result<CardWire, RequestError> {
    Ok(CardWire {
        id: CardId(row.id),
        title: row.title,
        saved_at: row.saved_at,
        request: serde_json::from_str(&row.request_json).map_err(RequestError::ours)?,
        plan: serde_json::from_str(&row.plan_json).map_err(RequestError::ours)?,
        result: row.result.as_deref().and_then(result_wire),
        note: row.note,
    })
}

fn title(given: &str) -> Result<String, RequestError> {
    let title = given.trim();
    if title.is_empty() || title.chars().count() > MOST_TITLE {
        return Err(RequestError::Field {
            code: "bad_title",
            field: "title",
            message: format!("a card needs a name of 1 to {MOST_TITLE} characters"),
        });
    }
    Ok(title.to_owned())
}

fn note(given: &str) -> Result<String, RequestError> {
    if given.chars().count() > MOST_NOTE {
        return Err(RequestError::Field {
            code: "note_too_long",
            field: "note",
            message: format!("a note holds up to {MOST_NOTE} characters"),
        });
    }
    Ok(given.to_owned())
}

/// Plans a request and makes the row to keep. The slice is not kept: it is computed again.
///
/// # Errors
/// Whatever the core refuses.
pub fn answered(new: &CardNew, saved_at: String) -> Result<NewCard, RequestError> {
    let mut request = new.request.clone();
    request.field = None;
    request.range = true;
    let plan = request.answer()?;
    Ok(NewCard {
        title: title(&new.title)?,
        saved_at,
        request_json: serde_json::to_string(&request).map_err(RequestError::ours)?,
        plan_json: serde_json::to_string(&plan).map_err(RequestError::ours)?,
        result: None,
        note: String::new(),
    })
}

fn found(row: Option<CardRow>, id: i32) -> Result<CardWire, RequestError> {
    card(row.ok_or(RequestError::NotFound {
        what: "card",
        id: id.to_string(),
    })?)
}

fn id(path: &str) -> Result<i32, RequestError> {
    path.parse().map_err(|_| RequestError::NotFound {
        what: "card",
        id: path.to_owned(),
    })
}

/// All cards, newest first.
#[utoipa::path(responses((status = 200, description = "The book", body = CardList)))]
#[get("/api/cards")]
pub async fn list(store: web::Data<Store>) -> Result<web::Json<CardList>, RequestError> {
    let rows = with_store(store, |c| store::list(c).map_err(RequestError::ours)).await?;
    let cards = rows.into_iter().map(card).collect::<Result<_, _>>()?;
    Ok(web::Json(CardList { cards }))
}

/// Plans a request and keeps it.
#[utoipa::path(
    request_body = CardNew,
    responses(
        (status = 201, description = "The card as kept", body = CardWire),
        (status = 400, description = "Not of the described shape", body = ErrorBody),
        (status = 422, description = "A number, name or title that does not do", body = ErrorBody)
    )
)]
#[post("/api/cards")]
pub async fn add(store: web::Data<Store>, body: Body) -> Result<HttpResponse, RequestError> {
    let new: CardNew = read(body)?;
    title(&new.title)?;
    let row = with_store(store, move |connection| {
        let kept = answered(&new, jiff::Timestamp::now().to_string())?;
        store::add(connection, &kept).map_err(RequestError::ours)
    })
    .await?;
    Ok(HttpResponse::Created().json(card(row)?))
}

/// One card.
#[utoipa::path(
    params(("id" = i32, Path, description = "Its name")),
    responses(
        (status = 200, description = "The card", body = CardWire),
        (status = 404, description = "No such card", body = ErrorBody)
    )
)]
#[get("/api/cards/{id}")]
pub async fn one(
    store: web::Data<Store>,
    path: web::Path<String>,
) -> Result<web::Json<CardWire>, RequestError> {
    let id = id(&path)?;
    let row = with_store(store, move |c| {
        store::one(c, id).map_err(RequestError::ours)
    })
    .await?;
    Ok(web::Json(found(row, id)?))
}

/// Changes the name, the result or the note of a card.
#[utoipa::path(
    params(("id" = i32, Path, description = "Its name")),
    request_body = CardChange,
    responses(
        (status = 200, description = "The card as it is now", body = CardWire),
        (status = 400, description = "Not of the described shape", body = ErrorBody),
        (status = 404, description = "No such card", body = ErrorBody),
        (status = 422, description = "A title or note that does not do", body = ErrorBody)
    )
)]
#[patch("/api/cards/{id}")]
pub async fn change(
    store: web::Data<Store>,
    path: web::Path<String>,
    body: Body,
) -> Result<web::Json<CardWire>, RequestError> {
    let id = id(&path)?;
    let change: CardChange = read(body)?;
    let edit = CardEdit {
        title: change.title.as_deref().map(title).transpose()?,
        result: change.result.map(|result| match result {
            ResultChange::Under => Some(result_name(ResultWire::Under)),
            ResultChange::Right => Some(result_name(ResultWire::Right)),
            ResultChange::Over => Some(result_name(ResultWire::Over)),
            ResultChange::None => None,
        }),
        note: change.note.as_deref().map(note).transpose()?,
    };
    let row = with_store(store, move |c| {
        store::change(c, id, &edit).map_err(RequestError::ours)
    })
    .await?;
    Ok(web::Json(found(row, id)?))
}

/// Takes a card out of the book. It can be brought back.
#[utoipa::path(
    params(("id" = i32, Path, description = "Its name")),
    responses(
        (status = 204, description = "Taken out"),
        (status = 404, description = "No such card", body = ErrorBody)
    )
)]
#[delete("/api/cards/{id}")]
pub async fn remove(
    store: web::Data<Store>,
    path: web::Path<String>,
) -> Result<HttpResponse, RequestError> {
    let id = id(&path)?;
    let at = jiff::Timestamp::now().to_string();
    let there = with_store(store, move |c| {
        store::remove(c, id, &at).map_err(RequestError::ours)
    })
    .await?;
    if there {
        Ok(HttpResponse::NoContent().finish())
    } else {
        Err(RequestError::NotFound {
            what: "card",
            id: id.to_string(),
        })
    }
}

/// Brings a card back that was taken out.
#[utoipa::path(
    params(("id" = i32, Path, description = "Its name")),
    responses(
        (status = 200, description = "The card", body = CardWire),
        (status = 404, description = "No such card", body = ErrorBody)
    )
)]
#[post("/api/cards/{id}/restore")]
pub async fn restore(
    store: web::Data<Store>,
    path: web::Path<String>,
) -> Result<web::Json<CardWire>, RequestError> {
    let id = id(&path)?;
    let row = with_store(store, move |c| {
        store::restore(c, id).map_err(RequestError::ours)
    })
    .await?;
    Ok(web::Json(found(row, id)?))
}
