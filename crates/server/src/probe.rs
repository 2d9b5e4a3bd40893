//! A probe thermometer at the end of a line: the open protocol (`docs/PROBE.md`), a simulated one that speaks it, and the
//! bridge that takes its readings into a cook.
//!
//! Lines of JSON, one object each, both ways. A real probe need only send [`Reading`]; it may leave unread what is sent
//! to it. The simulated one is told what it is in ([`Told`]) and what happens to it, as events.

use crate::kept::cooks as kept;
use crate::live::Live;
use crate::store::Store;
use crate::wire::PlanRequest;
use cindo_core::cook::{Event, Happened, Hidden, HiddenAsked};
use serde::{Deserialize, Serialize};
use std::time::Duration;
use tokio::io::{AsyncBufReadExt, AsyncReadExt, AsyncWriteExt, BufReader};
use tokio::net::tcp::{OwnedReadHalf, OwnedWriteHalf};
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

/// Lines of whoever is at the other end, none longer than [`MOST_LINE`].
pub(crate) struct Lines {
    from: BufReader<OwnedReadHalf>,
    /// What has come of the next; a wait that is given up loses none of it.
    so_far: Vec<u8>,
}

impl Lines {
    pub(crate) fn new(read: OwnedReadHalf) -> Self {
        Self {
            from: BufReader::new(read),
            so_far: vec![],
        }
    }

    /// The next line; none at the end.
    pub(crate) async fn next(&mut self) -> std::io::Result<Option<String>> {
        let room = (MOST_LINE + 1 - self.so_far.len()) as u64;
        let mut some = (&mut self.from).take(room);
        some.read_until(b'\n', &mut self.so_far).await?;
        let whole = self.so_far.ends_with(b"\n");
        if !whole && self.so_far.len() > MOST_LINE {
            let long = "a line without an end";
            return Err(std::io::Error::new(std::io::ErrorKind::InvalidData, long));
        }
        if self.so_far.is_empty() {
            return Ok(None);
        }
        let line = String::from_utf8_lossy(&std::mem::take(&mut self.so_far)).into_owned();
        Ok(Some(line.trim_end().to_owned()))
    }
}

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
    let mut lines = Lines::new(read);
    let mut plan: Option<PlanRequest> = None;
    let mut events: Vec<Event> = vec![];
    let (mut now_s, mut told_at) = (0.0, Instant::now());
    let mut events_stream = false;
    let mut tick = interval(EVERY);
    loop {
        tokio::select! {
            line = lines.next() => {
                let Some(line) = line? else { return Ok(()) };
                if line.starts_with("GET ") {
                    events_stream = true;
                    let head = "HTTP/1.1 200 OK\r\ncontent-type: text/event-stream\r\ncache-control: no-cache\r\n\r\n";
                    write.write_all(head.as_bytes()).await?;
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

/// A reading is kept this often.
const KEPT_EVERY: Duration = Duration::from_secs(10);
/// Tried again after so long, and given up as silent after so long.
const AGAIN: Duration = Duration::from_secs(3);
const SILENT: Duration = Duration::from_secs(30);
/// One that does not take what it is told in that time leaves it unread: it is told nothing more.
const TAKES: Duration = Duration::from_secs(2);

/// Takes up the probes of all cooks under way again, as they were before the server was started.
pub async fn take_up(store: &Store, live: &Live) {
    match kept::with_probe(store).await {
        Ok(all) => {
            for (cook, address) in all {
                if live.probes().contains(&address) && live.take_probe(&cook) {
                    actix_web::rt::spawn(bridge(store.clone(), live.clone(), address, cook));
                }
            }
        }
        Err(cause) => tracing::warn!(%cause, "probes are not taken up again"),
    }
}

/// Takes the readings of a probe into a cook until it is over.
pub async fn bridge(store: Store, live: Live, address: String, cook: String) {
    loop {
        let Err(cause) = bridged(&store, &live, &address, &cook).await else {
            break;
        };
        // What is over needs no probe, also where that is never heard from again.
        match kept::stands(&store, &cook).await {
            Ok(None) => break,
            Ok(Some(_)) => {}
            Err(cause) => tracing::warn!(%cause, "what the probe is in cannot be read"),
        }
        tracing::warn!(%cause, %address, "the probe does not answer");
        sleep(AGAIN).await;
    }
    live.give_back_probe(&cook);
}

/// What is told to a probe, as long as it takes it.
struct Tells {
    write: OwnedWriteHalf,
    deaf: bool,
    /// The events it knows.
    known: Option<Vec<Event>>,
}

impl Tells {
    async fn tell(&mut self, told: &Told) -> std::io::Result<()> {
        if self.deaf {
            return Ok(());
        }
        let line = format!("{}\n", serde_json::to_string(told)?);
        match timeout(TAKES, self.write.write_all(line.as_bytes())).await {
            Ok(written) => written,
            // Half a line is no harm: it does not read.
            Err(_) => {
                self.deaf = true;
                Ok(())
            }
        }
    }

    /// Only what is new.
    async fn happened(&mut self, events: Vec<Event>, now_s: f64) -> std::io::Result<()> {
        if self.known.as_ref() == Some(&events) {
            return Ok(());
        }
        self.known = Some(events.clone());
        self.tell(&Told::Happened { events, now_s }).await
    }
}

async fn bridged(store: &Store, live: &Live, address: &str, cook: &str) -> std::io::Result<()> {
    let silent = || std::io::Error::new(std::io::ErrorKind::TimedOut, "silent");
    let stream = timeout(SILENT, TcpStream::connect(address))
        .await
        .map_err(|_| silent())??;
    let (read, write) = stream.into_split();
    let mut lines = Lines::new(read);
    let mut tells = Tells {
        write,
        deaf: false,
        known: None,
    };
    let mut last: Option<Instant> = None;
    let known = || async {
        kept::stands(store, cook)
            .await
            .map_err(std::io::Error::other)
    };
    let Some((plan, _, _)) = known().await? else {
        return Ok(());
    };
    tells.tell(&Told::Plan(Box::new(plan))).await?;
    let mut is_in = false;
    loop {
        let due = last.is_none_or(|at| at.elapsed() >= KEPT_EVERY);
        if due {
            let Some((_, events, now_s)) = known().await? else {
                return Ok(());
            };
            is_in = events.iter().any(|e| e.happened == Happened::In);
            let acts = events.into_iter();
            let acts = acts.filter(|e| !matches!(e.happened, Happened::Probe { .. }));
            tells.happened(acts.collect(), now_s).await?;
        }
        // Between two that are kept: read on, so that what is kept is new.
        let line = timeout(SILENT, lines.next())
            .await
            .map_err(|_| silent())??;
        let line = line.ok_or_else(silent)?;
        let reading: Option<Reading> = serde_json::from_str(&line).ok();
        if let Some(c) = reading.and_then(|r| r.c).filter(|_| due && is_in) {
            if let Err(cause) = kept::reads(store, live, cook, c).await {
                tracing::warn!(%cause, "a reading was not kept");
            }
            last = Some(Instant::now());
        }
    }
}
