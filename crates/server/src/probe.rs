//! A probe thermometer at the end of a line: the open protocol (`docs/PROBE.md`), a simulated one that speaks it, and the
//! bridge that takes its readings into a cook.
//!
//! Lines of JSON, one object each, both ways. A real probe need only send [`Reading`]; it may leave unread what is sent
//! to it. The simulated one is told what it is in ([`Told`]) and what happens to it, as events.

use crate::error::RequestError;
use crate::kept::cooks as kept;
use crate::live::Live;
use crate::store::Store;
use crate::wire::PlanRequest;
use cindo_core::cook::{Event, Happened, Hidden, HiddenAsked};
use diesel::sqlite::SqliteConnection;
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
        let (name, hidden) = (name.clone(), hidden.clone());
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
                    Hidden::new(&asked, hidden.clone()).ok()?.shows_c(&events, at_s).ok()
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
/// Ensemble again after so long, and given up as silent after so long.
const AGAIN: Duration = Duration::from_secs(3);
const SILENT: Duration = Duration::from_secs(30);

/// Takes the readings of a probe into a cook until it is over.
pub async fn bridge(store: Store, live: Live, address: String, cook: String) {
    loop {
        let Err(cause) = bridged(&store, &live, &address, &cook).await else {
            break;
        };
        // What is over needs no probe, also where that is never heard from again.
        match stands(&store, &cook).await {
            Ok(None) => break,
            Ok(Some(_)) => {}
            Err(cause) => tracing::warn!(%cause, "what the probe is in cannot be read"),
        }
        tracing::warn!(%cause, %address, "the probe does not answer");
        sleep(AGAIN).await;
    }
    live.give_back_probe(&cook);
}

async fn bridged(store: &Store, live: &Live, address: &str, cook: &str) -> std::io::Result<()> {
    let silent = || std::io::Error::new(std::io::ErrorKind::TimedOut, "silent");
    let stream = timeout(SILENT, TcpStream::connect(address))
        .await
        .map_err(|_| silent())??;
    let (read, mut write) = stream.into_split();
    let mut lines = BufReader::new(read).lines();
    let mut last: Option<Instant> = None;
    let known = || async { stands(store, cook).await.map_err(std::io::Error::other) };
    let Some((plan, _, _)) = known().await? else {
        return Ok(());
    };
    let told = serde_json::to_string(&Told::Plan(Box::new(plan)))?;
    write.write_all(format!("{told}\n").as_bytes()).await?;
    loop {
        if last.is_none_or(|at| at.elapsed() >= KEPT_EVERY) {
            let Some((_, events, now_s)) = known().await? else {
                return Ok(());
            };
            let is_in = events.iter().any(|e| e.happened == Happened::In);
            let told = serde_json::to_string(&Told::Happened { events, now_s })?;
            write.write_all(format!("{told}\n").as_bytes()).await?;
            let line = timeout(SILENT, lines.next_line())
                .await
                .map_err(|_| silent())??;
            let line = line.ok_or_else(silent)?;
            let reading: Option<Reading> = serde_json::from_str(&line).ok();
            if let Some(c) = reading.and_then(|r| r.c).filter(|_| is_in) {
                let (live, cook) = (live.clone(), cook.to_owned());
                let kept = blocking(store, move |con| kept::reads(con, &live, &cook, c)).await;
                if let Err(cause) = kept {
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

/// What is known of a cook: its plan, its events from when it met the heat, now; none once it is over. A store that does not
/// answer is no end of it.
async fn stands(store: &Store, cook: &str) -> Result<Option<Known>, RequestError> {
    let cook = cook.to_owned();
    blocking(store, move |c| kept::stands(c, &cook)).await
}

/// Plan, events and now.
type Known = (PlanRequest, Vec<Event>, f64);

async fn blocking<T: Send + 'static>(
    store: &Store,
    ask: impl FnOnce(&mut SqliteConnection) -> Result<T, RequestError> + Send + 'static,
) -> Result<T, RequestError> {
    let store = store.clone();
    let asked = actix_web::rt::task::spawn_blocking(move || {
        let mut connection = store.get().map_err(RequestError::ours)?;
        ask(&mut connection)
    });
    asked.await.map_err(RequestError::ours)?
}
