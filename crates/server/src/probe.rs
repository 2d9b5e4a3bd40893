//! A probe thermometer at the end of a line: the open protocol (`docs/PROBE.md`), a simulated one that speaks it, and the
//! bridge that takes its readings into a cook.
//!
//! Lines of JSON, one object each, both ways. A real probe need only send [`Reading`]; it may leave unread what is sent
//! to it. The simulated one is told what it is in ([`Told`]) and what happens to it, as events.

use crate::live::Live;
use crate::routes::keep_events;
use crate::store::Store;
use crate::store::cooks;
use crate::wire::{EventsNew, PlanRequest};
use cindo_core::cook::{Event, Hidden, HiddenAsked, Kind, from_in};
use serde::{Deserialize, Serialize};
use std::time::Duration;
use tokio::io::{AsyncBufReadExt, AsyncWriteExt, BufReader};
use tokio::net::{TcpListener, TcpStream};
use tokio::time::{Instant, interval, sleep, timeout};

/// What a probe sends.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
pub struct Reading {
    /// Its name.
    pub probe: String,
    /// What it shows, C; null while it has nothing to show.
    pub c: Option<f64>,
}

/// What a probe is told; a real one may leave it unread.
#[derive(Debug, Clone, Serialize, Deserialize)]
#[serde(rename_all = "snake_case", deny_unknown_fields)]
pub enum Told {
    /// What it is in.
    Plan(Box<PlanRequest>),
    /// What has happened so far, s since the fish met the heat, and when now is.
    Happened {
        /// All of it.
        events: Vec<Event>,
        /// Now, s.
        now_s: f64,
    },
}

/// A simulated probe reads so often.
const EVERY: Duration = Duration::from_secs(1);
/// A line is no longer, bytes.
const MOST_LINE: usize = 1 << 20;

/// Serves a simulated probe in a hidden piece until the listener fails. Whoever asks by HTTP is answered with
/// server-sent events.
///
/// # Errors
/// Whatever the listener says.
pub async fn simulate(
    listener: TcpListener,
    name: String,
    hidden: HiddenAsked,
) -> std::io::Result<()> {
    loop {
        let (stream, _) = listener.accept().await?;
        let (name, hidden) = (name.clone(), hidden);
        actix_web::rt::spawn(async move {
            // Who hangs up is gone.
            let _ = one(stream, name, hidden).await;
        });
    }
}

async fn one(stream: TcpStream, name: String, hidden: HiddenAsked) -> std::io::Result<()> {
    let (read, mut write) = stream.into_split();
    let mut lines = BufReader::new(read).lines();
    let mut plan: Option<PlanRequest> = None;
    let mut events: Vec<Event> = vec![];
    let (mut now_s, mut told_at) = (0.0, Instant::now());
    let mut events_stream = false;
    let mut tick = interval(EVERY);
    loop {
        tokio::select! {
            line = lines.next_line() => {
                let Some(line) = line? else { return Ok(()) };
                if line.starts_with("GET ") {
                    events_stream = true;
                    let head = "HTTP/1.1 200 OK\r\ncontent-type: text/event-stream\r\ncache-control: no-cache\r\n\r\n";
                    write.write_all(head.as_bytes()).await?;
                }
                if line.len() > MOST_LINE {
                    return Ok(());
                }
                match serde_json::from_str(&line) {
                    Ok(Told::Plan(told)) => plan = Some(*told),
                    Ok(Told::Happened { events: all, now_s: now }) => {
                        (events, now_s, told_at) = (all, now, Instant::now());
                    }
                    // Headers of HTTP, and what it does not know.
                    Err(_) => {}
                }
            }
            _ = tick.tick() => {
                let at_s = now_s + told_at.elapsed().as_secs_f64();
                let c = plan.as_ref().and_then(|plan| {
                    let asked = plan.asked().ok()?;
                    Hidden::new(&asked, hidden).ok()?.shows_c(&events, at_s).ok()
                });
                let reading = Reading { probe: name.clone(), c: c.map(|c| (10.0 * c).round() / 10.0) };
                let text = serde_json::to_string(&reading)?;
                let line = if events_stream { format!("event: reading\ndata: {text}\n\n") } else { format!("{text}\n") };
                write.write_all(line.as_bytes()).await?;
            }
        }
    }
}

/// A reading is kept this often, and what happened is told anew.
const KEPT_EVERY: Duration = Duration::from_secs(10);
/// Tried again after so long, and given up as silent after so long.
const AGAIN: Duration = Duration::from_secs(3);
const SILENT: Duration = Duration::from_secs(30);

/// Takes the readings of a probe into a cook until it is over.
pub async fn bridge(store: Store, live: Live, address: String, cook: String) {
    loop {
        let Err(cause) = bridged(&store, &live, &address, &cook).await else {
            break;
        };
        // What is over needs no probe, also where that is never heard from again.
        if block(&store, &cook).await.is_none() {
            break;
        }
        tracing::warn!(%cause, %address, "the probe does not answer");
        sleep(AGAIN).await;
    }
    live.give_back_probe(&cook);
}

/// What is known of a cook: its plan, its events from when it met the heat, now.
fn stands(store: &Store, cook: &str) -> Option<(PlanRequest, Vec<Event>, f64)> {
    let mut connection = store.get().ok()?;
    let row = cooks::one(&mut connection, cook).ok()??;
    if row.ended {
        return None;
    }
    let plan = crate::wire::read(row.snapshot.as_bytes()).ok()?;
    let rows = cooks::events(&mut connection, cook).ok()?;
    let events: Vec<Event> = rows
        .iter()
        .filter_map(|r| serde_json::from_str(&r.body).ok())
        .collect();
    let now_s = (jiff::Timestamp::now().as_millisecond() - row.made_ms) as f64 / 1000.0;
    let (events, now_s, _) = from_in(&events, now_s);
    Some((plan, events, now_s))
}

fn keep(store: &Store, live: &Live, cook: &str, c: f64) -> Result<(), crate::error::RequestError> {
    let mut connection = store.get().map_err(crate::error::RequestError::ours)?;
    let row = cooks::one(&mut connection, cook).map_err(crate::error::RequestError::ours)?;
    let Some(row) = row.filter(|row| !row.ended) else {
        return Ok(());
    };
    let now_ms = jiff::Timestamp::now().as_millisecond();
    let now_s = (now_ms - row.made_ms) as f64 / 1000.0;
    let id = format!("probe-{now_ms}");
    let new = EventsNew {
        sent_s: now_s,
        events: vec![Event::probe(id, now_s, c)],
    };
    let rows = keep_events(&mut connection, &row, &new, now_ms)?;
    live.changed(cook, rows.last().map_or(0, |row| row.seq));
    Ok(())
}

async fn bridged(store: &Store, live: &Live, address: &str, cook: &str) -> std::io::Result<()> {
    let silent = || std::io::Error::new(std::io::ErrorKind::TimedOut, "silent");
    let stream = timeout(SILENT, TcpStream::connect(address))
        .await
        .map_err(|_| silent())??;
    let (read, mut write) = stream.into_split();
    let mut lines = BufReader::new(read).lines();
    let mut last: Option<Instant> = None;
    let Some((plan, _, _)) = block(store, cook).await else {
        return Ok(());
    };
    let told = serde_json::to_string(&Told::Plan(Box::new(plan)))?;
    write.write_all(format!("{told}\n").as_bytes()).await?;
    loop {
        if last.is_none_or(|at| at.elapsed() >= KEPT_EVERY) {
            let Some((_, events, now_s)) = block(store, cook).await else {
                return Ok(());
            };
            let is_in = events.iter().any(|e| e.kind == Kind::In);
            let told = serde_json::to_string(&Told::Happened { events, now_s })?;
            write.write_all(format!("{told}\n").as_bytes()).await?;
            let line = timeout(SILENT, lines.next_line())
                .await
                .map_err(|_| silent())??;
            let line = line.ok_or_else(silent)?;
            let reading: Option<Reading> = serde_json::from_str(&line).ok();
            if let Some(c) = reading.and_then(|r| r.c).filter(|_| is_in) {
                let (store, live, cook) = (store.clone(), live.clone(), cook.to_owned());
                let kept =
                    actix_web::rt::task::spawn_blocking(move || keep(&store, &live, &cook, c))
                        .await;
                if let Ok(Err(cause)) = kept {
                    tracing::warn!(%cause, "a reading was not kept");
                }
                last = Some(Instant::now());
            }
        } else {
            // Between two that are kept: read on, so that what is kept is new.
            let line = timeout(SILENT, lines.next_line())
                .await
                .map_err(|_| silent())??;
            line.ok_or_else(silent)?;
        }
    }
}

async fn block(store: &Store, cook: &str) -> Option<(PlanRequest, Vec<Event>, f64)> {
    let (store, cook) = (store.clone(), cook.to_owned());
    actix_web::rt::task::spawn_blocking(move || stands(&store, &cook))
        .await
        .ok()?
}
