//! Cooks under way over HTTP: begun, added to by any device, folded, watched.

use super::lists::missing;
use super::refusal::Refusal;
use super::{Body, read, with_store};
use crate::error::{ErrorBody, RequestError};
use crate::live::Live;
use crate::store::Store;
use crate::store::cooks::{self, CookRow, EventRow, NewEvent};
use crate::wire::{
    BesideCookWire, ClockWire, CookAnswer, CookKept, CookList, CookNew, CookRequest, EventsNew,
    PlanRequest, ProbeList, ProbeWanted, TraceNew,
};
use actix_web::http::header;
use actix_web::{HttpResponse, Responder, delete, get, post, web};
use actix_web_lab::sse;
use cindo_core::Within;
use cindo_core::cook::{Event, Kind, from_in};
use cindo_core::quantity::checked;
use cindo_core::run::FieldAsked;
use diesel::sqlite::SqliteConnection;
use std::time::Duration;
use tokio::sync::broadcast::error::RecvError;

const WHAT: &str = "cook";
/// The slice over time of a cook: as many columns and rows as a strip shows.
const FIELD: FieldAsked = FieldAsked {
    times: 120,
    depths: 36,
};
/// No more are listed of those gone by, and sent at once.
const MOST_GONE: i64 = 200;
const MOST_EVENTS: f64 = 500.0;
/// How often a silent connection is tried.
const KEEP_ALIVE: Duration = Duration::from_secs(15);
/// Nobody ended it for so long: it is over, and rings no more, ms.
const FORGOTTEN_MS: i64 = 12 * 3600 * 1000;
/// Folds are made up to so long after a cook was begun, s.
const LONGEST_S: f64 = 80_000.0;

fn now_ms() -> i64 {
    jiff::Timestamp::now().as_millisecond()
}

/// Seconds on the clock of a cook.
fn on_clock(made_ms: i64, at_ms: i64) -> f64 {
    (at_ms - made_ms) as f64 / 1000.0
}

fn happened(rows: &[EventRow]) -> Vec<Event> {
    let read = rows.iter().filter(|row| row.form == cooks::FORM);
    // What a newer version wrote is kept and left out.
    read.filter_map(|row| serde_json::from_str(&row.body).ok())
        .collect()
}

fn plan_of(row: &CookRow) -> Result<PlanRequest, String> {
    if row.form != cooks::FORM {
        return Err(format!("a newer Cindo wrote it (form {})", row.form));
    }
    crate::wire::read(row.snapshot.as_bytes()).map_err(|cause| cause.to_string())
}

/// On the plate or given up.
fn has_ended(rows: &[EventRow]) -> bool {
    cindo_core::cook::has_ended(&happened(rows))
}

/// A cook with those in its pan, read in one go.
struct Found {
    row: CookRow,
    events: Vec<EventRow>,
    beside: Vec<(CookRow, Vec<EventRow>)>,
}

fn with_pan(
    c: &mut SqliteConnection,
    row: CookRow,
    all: &[CookRow],
) -> Result<Found, RequestError> {
    let events = cooks::events(c, &row.id).map_err(RequestError::ours)?;
    let shares =
        |other: &&CookRow| other.pan.is_some() && other.pan == row.pan && other.id != row.id;
    let mut beside = vec![];
    for other in all.iter().filter(shares) {
        let events = cooks::events(c, &other.id).map_err(RequestError::ours)?;
        beside.push((other.clone(), events));
    }
    Ok(Found {
        row,
        events,
        beside,
    })
}

impl Found {
    fn seqs(&self) -> i64 {
        let newest = |rows: &[EventRow]| rows.last().map_or(0, |row| row.seq);
        let others: i64 = self.beside.iter().map(|(_, rows)| newest(rows)).sum();
        newest(&self.events) + others + self.beside.len() as i64
    }

    /// Folds it as of now, or takes what was folded a moment ago.
    fn kept(self, live: &Live, now_ms: i64) -> CookKept {
        let now_s = on_clock(self.row.made_ms, now_ms);
        let plan = plan_of(&self.row);
        let events = happened(&self.events);
        // What is over stands as it stood when the last of it happened; and no fold goes on for ever.
        let last_s = events.iter().map(|e| e.at_s).fold(0.0, f64::max);
        let as_of_s = if self.row.ended { last_s } else { now_s }.min(LONGEST_S);
        let mut zero_s = as_of_s;
        let folded = plan.clone().and_then(|plan| {
            let told = live.fold(&self.row.id, self.seqs(), as_of_s, || {
                self.fold(&plan, &events, as_of_s)
            });
            told.map_err(|cause| cause.to_string())
        });
        let (folded_s, standing, unreadable) = match folded {
            Ok((at_s, answer)) => {
                zero_s = from_in(&events, at_s).2;
                (at_s, Some((*answer).clone()), None)
            }
            Err(why) => (as_of_s, None, Some(why)),
        };
        CookKept {
            seq: self.events.last().map_or(0, |row| row.seq),
            id: self.row.id,
            title: self.row.title,
            pan: self.row.pan,
            made_ms: self.row.made_ms,
            now_s,
            zero_s,
            folded_s,
            ended: self.row.ended,
            plan: plan.ok(),
            events,
            standing,
            unreadable,
        }
    }

    fn fold(
        &self,
        plan: &PlanRequest,
        events: &[Event],
        now_s: f64,
    ) -> Result<CookAnswer, RequestError> {
        CookRequest {
            field: Some(FIELD),
            ..self.asked(plan, events, now_s)
        }
        .answer()
    }

    /// The question that a fold is an answer to.
    fn asked(&self, plan: &PlanRequest, events: &[Event], now_s: f64) -> CookRequest {
        let (events, now_s, zero_s) = from_in(events, now_s);
        let beside = self.beside.iter().filter_map(|(row, rows)| {
            let plan = plan_of(row).ok()?;
            let theirs = on_clock(row.made_ms, self.row.made_ms) + now_s + zero_s;
            let (events, their_now_s, their_zero_s) = from_in(&happened(rows), theirs);
            // Not in yet.
            (their_now_s > 0.0).then(|| BesideCookWire {
                plan,
                events,
                in_s: on_clock(self.row.made_ms, row.made_ms) + their_zero_s - zero_s,
            })
        });
        CookRequest {
            plan: plan.clone(),
            events,
            now_s,
            field: None,
            beside: beside.take(7).collect(),
        }
    }
}

/// Refuses what says that it was served though nothing shows that it may be: the first of them, by its place among those
/// sent.
fn refuse_served(
    c: &mut SqliteConnection,
    row: &CookRow,
    there: &[EventRow],
    new: &[Event],
    now_s: f64,
) -> Result<(), RequestError> {
    let wants = |e: &Event| e.kind == Kind::Served && e.knowingly != Some(true);
    if !new.iter().any(wants) {
        return Ok(());
    }
    let plan = plan_of(row).map_err(RequestError::ours)?;
    let all = cooks::under_way(c).map_err(RequestError::ours)?;
    let found = with_pan(c, row.clone(), &all)?;
    let mut events = happened(there);
    let known = |e: &&Event| events.iter().all(|k| k.id != e.id);
    let fresh: Vec<Event> = new.iter().filter(known).cloned().collect();
    events.extend(fresh);
    let wrong = found
        .asked(&plan, &events, now_s.min(LONGEST_S))
        .wrongly_served()?;
    let place = |id: &str| new.iter().position(|e| e.id == id && wants(e));
    match wrong.iter().find_map(|w| Some((place(&w.id)?, w))) {
        Some((at, wrong)) => Err(RequestError::Forbidden {
            code: wrong.code,
            field: format!("events[{at}].kind"),
            message: wrong.message,
        }),
        None => Ok(()),
    }
}

/// Begins a cook: what the demo and HTTP both go by.
///
/// # Errors
/// Whatever is wrong with its name or its plan.
pub fn row(new: &CookNew, made_ms: i64) -> Result<CookRow, RequestError> {
    let title = super::cards::title(&new.title)?;
    let id = new
        .id
        .clone()
        .unwrap_or_else(|| uuid::Uuid::now_v7().to_string());
    checked("id", id.chars().count() as f64, (1.0, 64.0), "letters")?;
    if let Some(pan) = &new.pan {
        checked("pan", pan.chars().count() as f64, (1.0, 60.0), "letters")?;
    }
    // What cannot be planned is not begun.
    new.plan.answer().map_err(|error| match error {
        RequestError::Input(input) => RequestError::Input(input.within("plan")),
        other => other,
    })?;
    Ok(CookRow {
        id,
        title,
        form: cooks::FORM,
        snapshot: serde_json::to_string(&new.plan).map_err(RequestError::ours)?,
        pan: new.pan.clone(),
        made_ms,
        ended: false,
    })
}

/// Keeps events of a cook.
///
/// # Errors
/// An event that does not say what its kind takes, one that says it was served before it may be, and whatever the store
/// says.
pub fn keep(
    c: &mut SqliteConnection,
    row: &CookRow,
    new: &EventsNew,
    now_ms: i64,
) -> Result<Vec<EventRow>, RequestError> {
    checked(
        "events",
        new.events.len() as f64,
        (0.0, MOST_EVENTS),
        "events",
    )?;
    // More than a fold takes is refused here, before anything is kept.
    let there = cooks::events(c, &row.id).map_err(RequestError::ours)?;
    let all = (there.len() + new.events.len()) as f64;
    checked(
        "events",
        all,
        (0.0, cindo_core::cook::MOST_EVENTS),
        "events in all",
    )?;
    let now_s = on_clock(row.made_ms, now_ms);
    // A clock that is off is off by the same for all that it timed.
    let off_s = now_s - checked("sent_s", new.sent_s, (-1e8, 1e8), "s")?;
    let mut moved = Vec::with_capacity(new.events.len());
    for (i, event) in new.events.iter().enumerate() {
        let event = Event {
            at_s: (event.at_s + off_s).min(now_s),
            ..event.clone()
        };
        event.check().at("events", i)?;
        moved.push(event);
    }
    refuse_served(c, row, &there, &moved, now_s)?;
    let rows = moved.iter().map(|event| {
        Ok(NewEvent {
            cook: row.id.clone(),
            id: event.id.clone(),
            form: cooks::FORM,
            body: serde_json::to_string(event).map_err(RequestError::ours)?,
            kept_ms: now_ms,
        })
    });
    let rows: Vec<NewEvent> = rows.collect::<Result<_, RequestError>>()?;
    cooks::keep(c, &row.id, &rows, has_ended).map_err(RequestError::ours)
}

/// Adds to a cook, tells all who watch, and answers how it stands by that.
fn add(
    c: &mut SqliteConnection,
    live: &Live,
    id: &str,
    new: impl FnOnce(&mut SqliteConnection, &CookRow, f64) -> Result<EventsNew, RequestError>,
) -> Result<CookKept, RequestError> {
    let one = |c: &mut SqliteConnection| {
        let row = cooks::one(c, id).map_err(RequestError::ours)?;
        row.ok_or_else(|| missing(WHAT, id))
    };
    let row = one(c)?;
    let now_ms = now_ms();
    let new = new(c, &row, on_clock(row.made_ms, now_ms))?;
    let events = keep(c, &row, &new, now_ms)?;
    // Kept: whoever watches may look already, while this is folded.
    live.changed(id, events.last().map_or(0, |row| row.seq));
    let row = one(c)?;
    let all = cooks::under_way(c).map_err(RequestError::ours)?;
    Ok(with_pan(c, row, &all)?.kept(live, now_ms))
}

/// Cooks under way, each as it stands; those that nobody ended in half a day are over.
#[utoipa::path(
    operation_id = "cooks_under_way",
    responses((status = 200, description = "Cooks under way", body = CookList))
)]
#[get("/api/cooks")]
pub async fn cook_list(
    store: web::Data<Store>,
    live: web::Data<Live>,
) -> Result<web::Json<CookList>, Refusal> {
    let live = live.get_ref().clone();
    let list = with_store(store, move |c| {
        let now_ms = now_ms();
        let all = cooks::under_way(c).map_err(RequestError::ours)?;
        let mut kept = vec![];
        for row in &all {
            if now_ms - row.made_ms > FORGOTTEN_MS {
                continue;
            }
            kept.push(with_pan(c, row.clone(), &all)?.kept(&live, now_ms));
        }
        Ok(CookList {
            now_ms,
            cooks: kept,
        })
    })
    .await?;
    Ok(web::Json(list))
}

/// Cooks gone by, and those that nobody ended, the newest first.
#[utoipa::path(
    operation_id = "cooks_gone_by",
    responses((status = 200, description = "At most 200", body = CookList))
)]
#[get("/api/cooks/gone")]
pub async fn cook_gone(store: web::Data<Store>) -> Result<web::Json<CookList>, Refusal> {
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
        Ok(CookList {
            now_ms,
            cooks: kept,
        })
    })
    .await?;
    Ok(web::Json(list))
}

/// A cook without how it stands.
fn plain(row: CookRow, events: &[EventRow], now_ms: i64) -> CookKept {
    let plan = plan_of(&row);
    let now_s = on_clock(row.made_ms, now_ms);
    let happened = happened(events);
    CookKept {
        seq: events.last().map_or(0, |row| row.seq),
        now_s,
        zero_s: from_in(&happened, now_s).2,
        folded_s: now_s,
        events: happened,
        unreadable: plan.as_ref().err().cloned(),
        plan: plan.ok(),
        standing: None,
        id: row.id,
        title: row.title,
        pan: row.pan,
        made_ms: row.made_ms,
        ended: row.ended,
    }
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
