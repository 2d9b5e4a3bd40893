//! Cooks under way over HTTP: begun, added to by any device, folded, watched.

use super::lists::{self, Queried};
use super::refusal::Refusal;
use super::{Body, read, with_store};
use crate::error::{ErrorBody, RequestError, missing};
use crate::kept::cooks::{MOST_EVENTS, WHAT, add, happened, now_ms, plain, row, with_pan};
use crate::live::Live;
use crate::store::Store;
use crate::store::cooks;
use crate::wire::{
    ClockWire, CookKept, CookList, CookNew, CooksGone, EventsNew, ProbeList, ProbeWanted, TraceNew,
};
use actix_web::http::header;
use actix_web::{HttpResponse, Responder, delete, get, post, web};
use actix_web_lab::sse;
use cindo_core::cook::{Event, from_in};
use cindo_core::quantity::checked;
use std::time::Duration;
use tokio::sync::broadcast::error::RecvError;
use utoipa::IntoParams;

/// No more are listed of those gone by.
const MOST_GONE: i64 = 200;
/// How often a silent connection is tried.
const KEEP_ALIVE: Duration = Duration::from_secs(15);
/// Nobody ended it for so long: it is over, and rings no more, ms.
const FORGOTTEN_MS: i64 = 12 * 3600 * 1000;

/// What of the cooks under way is asked for.
#[derive(Debug, Clone, Copy, Default, serde::Deserialize, IntoParams)]
#[serde(deny_unknown_fields, default)]
#[into_params(parameter_in = Query)]
pub struct CooksQuery {
    /// Only those with a newer event than this, or none yet; 0 for all.
    #[param(minimum = 0, default = 0)]
    since: i64,
}

/// Cooks under way, each as it stands; those that nobody ended in half a day are over.
#[utoipa::path(
    operation_id = "cooks_under_way",
    params(CooksQuery),
    responses(
        (status = 200, description = "Cooks under way", body = CookList),
        (status = 400, description = "Not of the described shape", body = ErrorBody),
        (status = 422, description = "A number that does not do", body = ErrorBody)
    )
)]
#[get("/api/cooks")]
pub async fn cook_list(
    store: web::Data<Store>,
    live: web::Data<Live>,
    query: Queried<CooksQuery>,
) -> Result<web::Json<CookList>, Refusal> {
    let CooksQuery { since } = lists::query(query)?;
    checked("since", since as f64, (0.0, 1e15), "").map_err(RequestError::Input)?;
    let live = live.get_ref().clone();
    let list = with_store(store, move |c| {
        let now_ms = now_ms();
        let all = cooks::under_way(c).map_err(RequestError::ours)?;
        let (mut kept, mut under_way, mut seq) = (vec![], vec![], since);
        for row in &all {
            if now_ms - row.made_ms > FORGOTTEN_MS {
                continue;
            }
            under_way.push(row.id.clone());
            let found = with_pan(c, row.clone(), &all)?;
            let newest = found.newest();
            seq = seq.max(newest);
            if newest == 0 || newest > since {
                kept.push(found.kept(&live, now_ms));
            }
        }
        Ok(CookList {
            now_ms,
            seq,
            under_way,
            cooks: kept,
        })
    })
    .await?;
    Ok(web::Json(list))
}

/// Cooks gone by, and those that nobody ended, the newest first.
#[utoipa::path(
    operation_id = "cooks_gone_by",
    responses((status = 200, description = "At most 200", body = CooksGone))
)]
#[get("/api/cooks/gone")]
pub async fn cook_gone(store: web::Data<Store>) -> Result<web::Json<CooksGone>, Refusal> {
    let list = with_store(store, move |c| {
        let now_ms = now_ms();
        let mut rows = cooks::under_way(c).map_err(RequestError::ours)?;
        rows.retain(|row| now_ms - row.made_ms > FORGOTTEN_MS);
        rows.reverse();
        rows.extend(cooks::gone_by(c, MOST_GONE).map_err(RequestError::ours)?);
        let mut kept = vec![];
        for row in rows {
            let events = cooks::events(c, &row.id).map_err(RequestError::ours)?;
            kept.push(plain(row, &events, now_ms));
        }
        Ok(CooksGone {
            now_ms,
            cooks: kept,
        })
    })
    .await?;
    Ok(web::Json(list))
}

/// Begins a cook.
#[utoipa::path(
    operation_id = "begin_cook",
    request_body = CookNew,
    responses(
        (status = 201, description = "The cook", body = CookKept),
        (status = 400, description = "Not of the described shape", body = ErrorBody),
        (status = 422, description = "A number or name that does not do", body = ErrorBody)
    )
)]
#[post("/api/cooks")]
pub async fn cook_begin(
    store: web::Data<Store>,
    live: web::Data<Live>,
    body: Body,
) -> Result<HttpResponse, Refusal> {
    let new: CookNew = read(body)?;
    let told = live.get_ref().clone();
    let kept = with_store(store, move |c| {
        let now_ms = now_ms();
        let row = cooks::begin(c, &row(&new, now_ms)?).map_err(RequestError::ours)?;
        let all = cooks::under_way(c).map_err(RequestError::ours)?;
        Ok(with_pan(c, row, &all)?.kept(&told, now_ms))
    })
    .await?;
    live.changed(&kept.id, kept.seq);
    Ok(HttpResponse::Created().json(kept))
}

/// One cook, under way or gone by, as it stands.
#[utoipa::path(
    operation_id = "one_cook",
    params(("id" = String, Path, description = "Its name")),
    responses(
        (status = 200, description = "The cook", body = CookKept),
        (status = 404, description = "There is none", body = ErrorBody)
    )
)]
#[get("/api/cooks/{id}")]
pub async fn cook_one(
    store: web::Data<Store>,
    live: web::Data<Live>,
    path: web::Path<String>,
) -> Result<web::Json<CookKept>, Refusal> {
    let id = path.into_inner();
    let live = live.get_ref().clone();
    let kept = with_store(store, move |c| {
        let row = cooks::one(c, &id).map_err(RequestError::ours)?;
        let row = row.ok_or_else(|| missing(WHAT, &id))?;
        let all = cooks::under_way(c).map_err(RequestError::ours)?;
        Ok(with_pan(c, row, &all)?.kept(&live, now_ms()))
    })
    .await?;
    Ok(web::Json(kept))
}

/// Keeps what happened to a cook: each event once, however often it is sent.
#[utoipa::path(
    operation_id = "keep_events",
    params(("id" = String, Path, description = "Name of the cook")),
    request_body = EventsNew,
    responses(
        (status = 200, description = "The cook as it stands by them", body = CookKept),
        (status = 400, description = "Not of the described shape", body = ErrorBody),
        (status = 404, description = "There is no such cook", body = ErrorBody),
        (status = 409, description = "`served` before it may be: nothing of it is kept", body = ErrorBody),
        (status = 422, description = "A number or name that is not valid", body = ErrorBody)
    )
)]
#[post("/api/cooks/{id}/events")]
pub async fn cook_events(
    store: web::Data<Store>,
    live: web::Data<Live>,
    path: web::Path<String>,
    body: Body,
) -> Result<web::Json<CookKept>, Refusal> {
    let new: EventsNew = read(body)?;
    let id = path.into_inner();
    let told = live.get_ref().clone();
    let kept = with_store(store, move |c| add(c, &told, &id, |_, _, _| Ok(new))).await?;
    Ok(web::Json(kept))
}

/// Takes a cook out, with all that happened.
#[utoipa::path(
    operation_id = "remove_cook",
    params(("id" = String, Path, description = "Its name")),
    responses(
        (status = 204, description = "It is gone"),
        (status = 404, description = "There is none", body = ErrorBody)
    )
)]
#[delete("/api/cooks/{id}")]
pub async fn cook_remove(
    store: web::Data<Store>,
    live: web::Data<Live>,
    path: web::Path<String>,
) -> Result<HttpResponse, Refusal> {
    let id = path.into_inner();
    let wanted = id.clone();
    let gone = with_store(store, move |c| {
        cooks::remove(c, &wanted).map_err(RequestError::ours)
    })
    .await?;
    if !gone {
        return Err(missing(WHAT, &id).into());
    }
    live.changed(&id, 0);
    Ok(HttpResponse::NoContent().finish())
}

/// Probes that can be read into a cook: those that the server was started with.
#[utoipa::path(responses((status = 200, description = "Their addresses", body = ProbeList)))]
#[get("/api/probes")]
pub async fn probes(live: web::Data<Live>) -> web::Json<ProbeList> {
    web::Json(ProbeList {
        probes: live.probes().to_vec(),
    })
}

/// Reads a probe into a cook from now on, a reading each ten seconds.
#[utoipa::path(
    operation_id = "read_probe",
    params(("id" = String, Path, description = "Name of the cook")),
    request_body = ProbeWanted,
    responses(
        (status = 204, description = "It is read from now on"),
        (status = 404, description = "There is no such cook", body = ErrorBody),
        (status = 422, description = "There is no such probe", body = ErrorBody)
    )
)]
#[post("/api/cooks/{id}/probe")]
pub async fn cook_probe(
    store: web::Data<Store>,
    live: web::Data<Live>,
    path: web::Path<String>,
    body: Body,
) -> Result<HttpResponse, Refusal> {
    let wanted: ProbeWanted = read(body)?;
    let id = path.into_inner();
    let cook = id.clone();
    let there = with_store(store.clone(), move |c| {
        cooks::one(c, &cook).map_err(RequestError::ours)
    })
    .await?;
    if there.is_none() {
        return Err(missing(WHAT, &id).into());
    }
    // Only where the server was told that a probe is: nobody else's machines are asked.
    if !live.probes().contains(&wanted.probe) {
        let known = live.probes().iter().cloned();
        let unknown = cindo_core::InputError::unknown("probe", &wanted.probe, known);
        return Err(RequestError::Input(unknown).into());
    }
    if live.take_probe(&id) {
        let (store, live) = (store.get_ref().clone(), live.get_ref().clone());
        actix_web::rt::spawn(crate::probe::bridge(store, live, wanted.probe, id));
    }
    Ok(HttpResponse::NoContent().finish())
}

/// Reads a trace (CSV) into a cook.
#[utoipa::path(
    operation_id = "read_trace",
    params(("id" = String, Path, description = "Name of the cook")),
    request_body = TraceNew,
    responses(
        (status = 200, description = "The cook as it stands by it", body = CookKept),
        (status = 400, description = "Not of the described shape", body = ErrorBody),
        (status = 404, description = "There is no such cook", body = ErrorBody),
        (status = 422, description = "A row that does not do", body = ErrorBody)
    )
)]
#[post("/api/cooks/{id}/trace")]
pub async fn cook_trace(
    store: web::Data<Store>,
    live: web::Data<Live>,
    path: web::Path<String>,
    body: Body,
) -> Result<web::Json<CookKept>, Refusal> {
    let new: TraceNew = read(body)?;
    let id = path.into_inner();
    let told = live.get_ref().clone();
    let kept = with_store(store, move |c| {
        add(c, &told, &id, |c, row, now_s| {
            let before = happened(&cooks::events(c, &row.id).map_err(RequestError::ours)?);
            let zero_s = from_in(&before, now_s).2;
            Ok(EventsNew {
                sent_s: now_s,
                events: trace(&new.csv, zero_s)?,
            })
        })
    })
    .await?;
    Ok(web::Json(kept))
}

#[derive(Debug, serde::Deserialize)]
struct TraceRow {
    at_s: f64,
    c: f64,
}

/// Events of a trace; the same trace twice makes the same events.
fn trace(text: &str, zero_s: f64) -> Result<Vec<Event>, RequestError> {
    let mut reader = csv::ReaderBuilder::new()
        .trim(csv::Trim::All)
        .from_reader(text.as_bytes());
    let mut rows: Vec<TraceRow> = vec![];
    for (i, row) in reader.deserialize().enumerate() {
        let row = row.map_err(|cause: csv::Error| RequestError::Field {
            code: "bad_csv",
            field: "csv",
            message: format!("row {}: {cause}", i + 2),
        })?;
        rows.push(row);
    }
    checked("csv", rows.len() as f64, (1.0, 5000.0), "rows")?;
    // No more than a fold weighs: a row each so many.
    let every = rows.len().div_ceil(MOST_EVENTS as usize);
    let kept = rows.iter().step_by(every);
    Ok(kept
        .map(|row| Event::probe(format!("trace-{:.1}", row.at_s), zero_s + row.at_s, row.c))
        .collect())
}

/// The clock of the server, by which all times go.
#[utoipa::path(responses((status = 200, description = "Now", body = ClockWire)))]
#[get("/api/clock")]
pub async fn clock() -> web::Json<ClockWire> {
    web::Json(ClockWire { now_ms: now_ms() })
}

/// What changes, as it does (server-sent events): `hello` with the clock, then `changed` with the name of a cook and
/// its newest event; `anew` when a device was too far behind to be told all.
#[utoipa::path(
    responses((status = 200, description = "An endless stream", content_type = "text/event-stream", body = String))
)]
#[get("/api/live")]
pub async fn watch(live: web::Data<Live>) -> impl Responder {
    let mut changes = live.watch();
    let (tell, told) = tokio::sync::mpsc::channel(16);
    actix_web::rt::spawn(async move {
        let hello = sse::Data::new(format!("{{\"now_ms\":{}}}", now_ms())).event("hello");
        if tell.send(sse::Event::Data(hello)).await.is_err() {
            return;
        }
        loop {
            let event = tokio::select! {
                () = tell.closed() => return,
                change = changes.recv() => match change {
                    Ok(change) => {
                        let said = serde_json::json!({ "cook": change.cook, "seq": change.seq });
                        sse::Data::new(said.to_string()).event("changed").id(change.seq.to_string())
                    }
                    Err(RecvError::Lagged(_)) => sse::Data::new("{}").event("anew"),
                    Err(RecvError::Closed) => return,
                },
            };
            if tell.send(sse::Event::Data(event)).await.is_err() {
                return;
            }
        }
    });
    // Not packed: a packed stream would wait for more.
    sse::Sse::from_infallible_receiver(told)
        .with_keep_alive(KEEP_ALIVE)
        .customize()
        .insert_header((header::CONTENT_ENCODING, "identity"))
        .insert_header((header::CACHE_CONTROL, "no-cache"))
}
