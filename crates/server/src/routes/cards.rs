//! The book over HTTP.

use super::lists::{self, BookQuery, Queried};
use super::refusal::Refusal;
use super::{Body, gated, read, with_store};
use crate::error::{ErrorBody, RequestError, missing};
use crate::live::Live;
use crate::store::cards::{self, CardEdit, CardRow, NewCard};
use crate::store::snapshot::{self, Band, Outcome, Snapshot, Times};
use crate::store::{Changed, Store};
use crate::wire::{
    CardChange, CardList, CardNew, CardSummary, CardWire, PlanAnswer, PlanRequest, PlannedWire,
    ResultChange, ResultWire, TallyWire,
};
use actix_web::{HttpRequest, HttpResponse, delete, get, patch, post, web};

const MOST_NOTE: usize = 2000;
const WHAT: &str = "card";

pub(super) fn result_name(result: ResultWire) -> String {
    match result {
        ResultWire::Under => "under",
        ResultWire::Right => "right",
        ResultWire::Over => "over",
    }
    .to_owned()
}

pub(super) fn result_wire(name: &str) -> Option<ResultWire> {
    match name {
        "under" => Some(ResultWire::Under),
        "right" => Some(ResultWire::Right),
        "over" => Some(ResultWire::Over),
        _ => None, // the table lets nothing else in
    }
}

fn planned(snapshot: &Snapshot) -> PlannedWire {
    PlannedWire {
        kind: snapshot.kind.clone(),
        name: snapshot.name.clone(),
        thickness_mm: snapshot.request["piece"]["thickness_mm"].as_f64(),
        off_heat_s: snapshot.times.off_heat_s,
        look_from_s: snapshot.times.look_from_s,
        latest_s: snapshot.times.latest_s,
        turns_s: snapshot.times.turns_s.clone(),
        rest_s: snapshot.times.rest_s,
        target: cindo_core::target::Band {
            low_c: snapshot.band.low_c,
            high_c: snapshot.band.high_c,
        },
        core_peak_c: snapshot.outcome.core_peak_c,
    }
}

fn summary(row: CardRow, read: &Result<Snapshot, snapshot::Unreadable>) -> CardSummary {
    CardSummary {
        id: row.id,
        title: row.title,
        saved_at: row.saved_at,
        result: row.result.as_deref().and_then(result_wire),
        note: row.note,
        revision: row.revision,
        removed_at: row.removed_at,
        planned: read.as_ref().ok().map(planned),
        unreadable: read.as_ref().err().map(ToString::to_string),
    }
}

pub(super) fn line(row: CardRow) -> CardSummary {
    let read = snapshot::read(row.form, &row.snapshot);
    summary(row, &read)
}

/// A card whole. A request that this version does not read leaves the times standing.
fn card(row: CardRow) -> CardWire {
    let read = snapshot::read(row.form, &row.snapshot);
    let mut line = summary(row, &read);
    let request = read.ok().and_then(|snapshot| {
        serde_path_to_error::deserialize::<_, PlanRequest>(snapshot.request)
            .map_err(|cause| {
                line.unreadable = Some(format!("asked in a way this Cindo does not read: {cause}"));
            })
            .ok()
    });
    CardWire { line, request }
}

fn answer(status: actix_web::http::StatusCode, row: CardRow) -> HttpResponse {
    HttpResponse::build(status)
        .insert_header(lists::etag(row.revision))
        .json(card(row))
}

pub(super) fn note(given: &str) -> Result<String, RequestError> {
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
/// Whatever the core refuses, what must not be served, and an id or a title that does not do.
pub fn answered(new: &CardNew, saved_at: String) -> Result<NewCard, RequestError> {
    let id = lists::id_or_new(new.id.as_deref())?;
    let title = crate::kept::title(&new.title)?;
    let mut request = new.request.clone();
    request.field = None;
    request.range = true;
    let plan = crate::files::planned(&request)?;
    let snapshot = taken(&request, plan).map_err(RequestError::ours)?;
    Ok(NewCard {
        id,
        title,
        saved_at,
        form: snapshot::FORM,
        snapshot: serde_json::to_string(&snapshot).map_err(RequestError::ours)?,
        result: None,
        note: String::new(),
    })
}

fn taken(request: &PlanRequest, plan: PlanAnswer) -> serde_json::Result<Snapshot> {
    Ok(Snapshot {
        request: serde_json::to_value(request)?,
        kind: plan.kind,
        name: plan.name,
        times: Times {
            off_heat_s: plan.off_heat_s,
            look_from_s: plan.look_from_s,
            latest_s: plan.latest_s,
            turns_s: plan.turns_s,
            rest_s: plan.rest_s,
        },
        band: Band {
            low_c: plan.target.low_c,
            high_c: plan.target.high_c,
        },
        outcome: Outcome {
            core_peak_c: plan.core_peak_c,
            core_at_off_c: Some(plan.core_at_off_c),
            thin_end_peak_c: Some(plan.thin_end_peak_c),
            overcooked_share: Some(plan.overcooked_share),
            even_share: Some(plan.even_share),
            weight_loss_share: Some(plan.weight_loss_share),
        },
    })
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
    let (rows, total, tally) = with_store(store, move |c| {
        let (rows, total) = cards::list(c, page, &wanted).map_err(RequestError::ours)?;
        Ok((rows, total, cards::tally(c).map_err(RequestError::ours)?))
    })
    .await?;
    Ok(web::Json(CardList {
        cards: rows.into_iter().map(line).collect(),
        page: page.number,
        size: page.size,
        total,
        tally: TallyWire {
            under: tally.under,
            right: tally.right,
            over: tally.over,
            not_said: tally.all - tally.under - tally.right - tally.over,
            removed: tally.removed,
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
    let kept = gated(&live, "/api/cards", move || {
        answered(&new, jiff::Timestamp::now().to_string())
    })
    .await?;
    let (row, made) = with_store(store, move |c| {
        let (row, made) = cards::add(c, &kept).map_err(RequestError::ours)?;
        // The same card again is that card, whatever has been written on it since.
        if !made && row.snapshot != kept.snapshot {
            return Err(RequestError::Taken {
                what: WHAT,
                id: row.id,
            });
        }
        Ok((row, made))
    })
    .await?;
    use actix_web::http::StatusCode;
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
    let id = path.into_inner();
    let wanted = id.clone();
    let row = with_store(store, move |c| {
        cards::one(c, &wanted).map_err(RequestError::ours)
    })
    .await?;
    let row = row.ok_or_else(|| missing(WHAT, &id))?;
    Ok(answer(actix_web::http::StatusCode::OK, row))
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
    let id = path.into_inner();
    let change: CardChange = read(body)?;
    let revision = lists::revision(&request, WHAT)?;
    let edit = CardEdit {
        title: change
            .title
            .as_deref()
            .map(crate::kept::title)
            .transpose()?,
        result: change.result.map(|result| match result {
            ResultChange::Under => Some(result_name(ResultWire::Under)),
            ResultChange::Right => Some(result_name(ResultWire::Right)),
            ResultChange::Over => Some(result_name(ResultWire::Over)),
            ResultChange::None => None,
        }),
        note: change.note.as_deref().map(note).transpose()?,
    };
    let wanted = id.clone();
    let changed = with_store(store, move |c| {
        cards::change(c, &wanted, revision, &edit).map_err(RequestError::ours)
    })
    .await?;
    match changed {
        Changed::Done(row) => Ok(answer(actix_web::http::StatusCode::OK, row)),
        Changed::Stale(_) => Err(RequestError::Stale { what: WHAT }.into()),
        Changed::Missing => Err(missing(WHAT, &id).into()),
    }
}

async fn put_away(
    store: web::Data<Store>,
    id: String,
    at: Option<String>,
) -> Result<CardRow, RequestError> {
    let wanted = id.clone();
    let row = with_store(store, move |c| {
        cards::put_away(c, &wanted, at.as_deref()).map_err(RequestError::ours)
    })
    .await?;
    row.ok_or_else(|| missing(WHAT, &id))
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
    let at = jiff::Timestamp::now().to_string();
    put_away(store, path.into_inner(), Some(at)).await?;
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
    let row = put_away(store, path.into_inner(), None).await?;
    Ok(answer(actix_web::http::StatusCode::OK, row))
}
