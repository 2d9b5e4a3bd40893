//! Cooks under way over HTTP: begun, added to by any device, folded, watched.

use super::lists::{self, ListQuery, Put, Queried};
use super::{Body, gated, read};
use crate::door::{Door, Who};
use crate::error::{ErrorBody, RequestError, missing};
use crate::kept::cooks::{self, Adds, Found, MOST_EVENTS, WHAT};
use crate::live::{Changed, Live, Turn, now_ms};
use crate::refusal::Refusal;
use crate::store::kept::List;
use crate::store::{Store, with};
use crate::wire::{
    ClockWire, CookKept, CookList, CookNew, CooksGone, EventsNew, ProbeList, ProbeWanted, TraceNew,
};
use actix_web::http::header;
use actix_web::{HttpResponse, Responder, delete, get, post, web};
use actix_web_lab::sse;
use cindo_core::cook::Event;
use cindo_core::quantity::checked;
use std::time::Duration;
use tokio::sync::broadcast::error::RecvError;
use utoipa::IntoParams;

/// How often a silent connection is tried.
const KEEP_ALIVE: Duration = Duration::from_secs(15);

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
) -> Result<HttpResponse, Refusal> {
    let CooksQuery { since } = lists::query(query)?;
    checked("since", since as f64, (0.0, 1e15), "").map_err(RequestError::Input)?;
    let now_ms = now_ms();
    let all = with(&store, move |c| cooks::under_way(c, now_ms)).await?;
    let under_way = all.iter().map(|cook| cook.row.id.clone()).collect();
    let (mut kept, mut seq) = (vec![], since);
    for cook in &all {
        let found = Found::among(cook.clone(), &all);
        let newest = found.newest();
        seq = seq.max(newest);
        if newest == 0 || newest > since {
            kept.push(found.stand(&live, now_ms, Turn::List).await);
        }
    }
    let list = CookList {
        now_ms,
        seq,
        under_way,
        cooks: kept,
    };
    // Written off the event loop: fifty slices over time are megabytes, and whoever is at the stove waits behind them.
    let written =
        crate::work::compute(move || serde_json::to_vec(&list).map_err(RequestError::ours));
    Ok(HttpResponse::Ok()
        .content_type(header::ContentType::json())
        .body(written.await?))
}

/// A page of the cooks gone by, and of those that nobody ended, the newest first.
#[utoipa::path(
    operation_id = "cooks_gone_by",
    params(ListQuery),
    responses(
        (status = 200, description = "A page of them", body = CooksGone),
        (status = 422, description = "A page that is none", body = ErrorBody)
    )
)]
#[get("/api/cooks/gone")]
pub async fn cook_gone(
    store: web::Data<Store>,
    query: Queried<ListQuery>,
) -> Result<web::Json<CooksGone>, Refusal> {
    let query = lists::query(query)?;
    let page = query.page()?;
    let now_ms = now_ms();
    let gone = with(&store, move |c| {
        cooks::gone_by(c, page, query.removed, now_ms)
    });
    let (rows, total) = gone.await?;
    Ok(web::Json(CooksGone {
        now_ms,
        cooks: rows.iter().map(|row| cooks::line(row, now_ms)).collect(),
        page: page.number,
        size: page.size,
        total,
    }))
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
    // Planned first: no connection waits for it.
    let row = gated(&live, "/api/cooks", move || cooks::row(&new, now_ms())).await?;
    let kept = cooks::begin(&store, &live, row).await?;
    Ok(HttpResponse::Created().json(kept))
}

async fn found(store: &Store, id: &str, now_ms: i64) -> Result<Found, RequestError> {
    let wanted = id.to_owned();
    let there = with(store, move |c| cooks::found(c, &wanted, now_ms)).await?;
    there.ok_or_else(|| missing(WHAT, id))
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
    let now_ms = now_ms();
    let there = found(&store, &path, now_ms).await?;
    Ok(web::Json(there.stand(&live, now_ms, Turn::Now).await))
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
    let kept = cooks::keep(&store, &live, &path, Adds::Events(new)).await?;
    Ok(web::Json(kept))
}

/// Takes a cook out. It can be found with `removed=true` and brought back.
#[utoipa::path(
    operation_id = "remove_cook",
    params(("id" = String, Path, description = "Its name")),
    responses(
        (status = 204, description = "Taken out"),
        (status = 404, description = "There is none", body = ErrorBody)
    )
)]
#[delete("/api/cooks/{id}")]
pub async fn cook_remove(
    store: web::Data<Store>,
    live: web::Data<Live>,
    path: web::Path<String>,
) -> Result<HttpResponse, Refusal> {
    lists::put(&store, List::Cook, WHAT, &path, Put::Away).await?;
    live.changed(&path, 0);
    Ok(HttpResponse::NoContent().finish())
}

/// Brings a cook back that was taken out.
#[utoipa::path(
    operation_id = "restore_cook",
    params(("id" = String, Path, description = "Its name")),
    responses(
        (status = 200, description = "The cook", body = CookKept),
        (status = 404, description = "There is none", body = ErrorBody)
    )
)]
#[post("/api/cooks/{id}/restore")]
pub async fn cook_restore(
    store: web::Data<Store>,
    live: web::Data<Live>,
    path: web::Path<String>,
) -> Result<web::Json<CookKept>, Refusal> {
    lists::put(&store, List::Cook, WHAT, &path, Put::Back).await?;
    let now_ms = now_ms();
    let kept = found(&store, &path, now_ms).await?;
    let kept = kept.stand(&live, now_ms, Turn::Now).await;
    live.changed(&kept.id, kept.seq);
    Ok(web::Json(kept))
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
    found(&store, &id, now_ms()).await?;
    // Only where the server was told that a probe is: nobody else's machines are asked.
    if !live.probes().contains(&wanted.probe) {
        let known = live.probes().iter().cloned();
        let unknown = cindo_core::InputError::unknown("probe", &wanted.probe, known);
        return Err(RequestError::Input(unknown).into());
    }
    cooks::probed(&store, &id, &wanted.probe).await?;
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
    let table = Adds::Trace(Box::new(move |zero_s| trace(&new.csv, zero_s)));
    Ok(web::Json(cooks::keep(&store, &live, &path, table).await?))
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
    responses(
        (status = 200, description = "An endless stream", content_type = "text/event-stream", body = String),
        (status = 503, description = "Too many watch already: come again (Retry-After)", body = ErrorBody)
    )
)]
#[get("/api/live")]
pub async fn watch(
    live: web::Data<Live>,
    door: web::Data<Door>,
    who: web::ReqData<Who>,
) -> Result<impl Responder, Refusal> {
    let (mut changes, place) = live.watch().ok_or(Refusal::Busy)?;
    let (tell, told) = tokio::sync::mpsc::channel(16);
    actix_web::rt::spawn(async move {
        let out = door.until_out(who.into_inner());
        tokio::pin!(out);
        // As long as somebody is there.
        let _place = place;
        let hello = sse::Data::new(format!("{{\"now_ms\":{}}}", now_ms())).event("hello");
        if tell.send(sse::Event::Data(hello)).await.is_err() {
            return;
        }
        loop {
            let event = tokio::select! {
                () = tell.closed() => return,
                () = &mut out => return,
                change = changes.recv() => match change {
                    Ok(Changed::Cook { cook, seq }) => {
                        let said = serde_json::json!({ "cook": cook, "seq": seq });
                        sse::Data::new(said.to_string()).event("changed").id(seq.to_string())
                    }
                    Ok(Changed::All) | Err(RecvError::Lagged(_)) => sse::Data::new("{}").event("anew"),
                    Err(RecvError::Closed) => return,
                },
            };
            if tell.send(sse::Event::Data(event)).await.is_err() {
                return;
            }
        }
    });
    // Not packed: a packed stream would wait for more.
    Ok(sse::Sse::from_infallible_receiver(told)
        .with_keep_alive(KEEP_ALIVE)
        .customize()
        .insert_header((header::CONTENT_ENCODING, "identity"))
        .insert_header((header::CACHE_CONTROL, "no-cache")))
}
