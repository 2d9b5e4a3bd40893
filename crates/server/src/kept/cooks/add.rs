//! Adds to a cook: read, checked with no connection held, kept in one go, folded, told to all who watch.

use super::events::{LONGEST_S, happened, on_time, room, rows};
use super::fold::Found;
use super::promise;
use super::{Kept, OVER, UNDER_WAY, WHAT, found, on_clock, one, under_way};
use crate::error::{RequestError, missing};
use crate::live::{Live, Turn, now_ms};
use crate::store::events::{self as stored, EventRow};
use crate::store::kept::{self, Edit, List, Row};
use crate::store::snapshot::Snapshot;
use crate::store::snapshot::cook::Cook;
use crate::store::{Store, with};
use crate::wire::{CookKept, EventsNew, PlanRequest};
use cindo_core::cook::{Event, Happened, from_in, has_ended};
use diesel::sqlite::SqliteConnection;

/// What is to be added.
pub enum Adds {
    /// Events as a device sent them.
    Events(EventsNew),
    /// A table of a probe, in seconds since the fish met the heat.
    Trace(Box<dyn Fn(f64) -> Result<Vec<Event>, RequestError> + Send + Sync>),
}

impl Adds {
    fn events(&self, there: &Kept, now_ms: i64) -> Result<Vec<Event>, RequestError> {
        match self {
            Self::Events(new) => on_time(new, there.made_ms, now_ms),
            Self::Trace(table) => {
                let now_s = on_clock(there.made_ms, now_ms);
                let zero_s = from_in(&happened(&there.events), now_s).2;
                let new = EventsNew {
                    sent_s: now_s,
                    events: table(zero_s)?,
                };
                on_time(&new, there.made_ms, now_ms)
            }
        }
    }
}

const OTHER_VESSEL: &str = "what is in that pan is planned for another one than this: set the same pan on the card, or give this \
     a pan of its own";

/// Begins a cook; the same one again is that one. Answers how it stands.
///
/// # Errors
/// Whatever the store says.
pub async fn begin(store: &Store, live: &Live, row: Row) -> Result<CookKept, RequestError> {
    let now_ms = now_ms();
    let begun = with(store, move |c| {
        kept::atomic(c, |c| {
            let (row, made) = kept::add_one(c, &row)?;
            let begun = found(c, &row.id, now_ms)?.ok_or_else(|| missing(WHAT, &row.id))?;
            if made && begun.is_elsewhere() {
                return Err(RequestError::Field {
                    code: "another_vessel",
                    field: "pan",
                    message: OTHER_VESSEL.into(),
                });
            }
            Ok(begun)
        })
    })
    .await?;
    let told = begun.stand(live, now_ms, Turn::Now).await;
    live.changed(&told.id, told.seq);
    Ok(told)
}

/// Refuses what says that it was served though nothing shows that it may be: the first of them, by its place among those
/// sent.
fn refuse_served(found: &Found, new: &[Event], now_s: f64) -> Result<(), RequestError> {
    let wants =
        |e: &Event| matches!(e.happened, Happened::Served { knowingly } if knowingly != Some(true));
    if !new.iter().any(wants) {
        return Ok(());
    }
    let plan = found.cook.plan().map_err(RequestError::ours)?;
    let mut events = happened(&found.cook.events);
    let known = |e: &&Event| events.iter().all(|k| k.id != e.id);
    let fresh: Vec<Event> = new.iter().filter(known).cloned().collect();
    events.extend(fresh);
    let wrong = found.asked(&plan, &events, now_s).wrongly_served()?;
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

/// Keeps events, each id once, all or none, and whether the cook is over by them: where nothing else was kept since it was
/// read, or none of them says that it was served.
fn write(
    c: &mut SqliteConnection,
    id: &str,
    new: &[Event],
    seen: i64,
    now_ms: i64,
) -> Result<Option<Vec<EventRow>>, RequestError> {
    let serves = |e: &Event| matches!(e.happened, Happened::Served { .. });
    let new_rows = rows(id, new, now_ms)?;
    kept::atomic(c, |c| {
        let there = stored::of(c, id)?;
        if there.last().map_or(0, |row| row.seq) != seen && new.iter().any(serves) {
            return Ok(None);
        }
        room(&there, new)?;
        stored::add(c, &new_rows)?;
        let all = stored::of(c, id)?;
        let over = has_ended(&happened(&all));
        let edit = Edit {
            state: Some(if over { OVER } else { UNDER_WAY }.to_owned()),
            ..Edit::default()
        };
        kept::write_on(c, List::Cook, id, &edit)?;
        Ok(Some(all))
    })
}

/// Somebody else keeps something just then: so often it is looked at anew.
const TRIES: usize = 8;

/// Keeps what happened to a cook and answers it as kept. The check of what may be served is made with no connection held.
async fn kept_with(
    store: &Store,
    id: &str,
    adds: std::sync::Arc<Adds>,
    now_ms: i64,
) -> Result<Vec<EventRow>, RequestError> {
    for _ in 0..TRIES {
        let (wanted, adds) = (id.to_owned(), std::sync::Arc::clone(&adds));
        let there = with(store, move |c| found(c, &wanted, now_ms)).await?;
        let there = there.filter(|f| f.cook.row.removed_at.is_none());
        let there = there.ok_or_else(|| missing(WHAT, id))?;
        let seen = there.cook.newest();
        let checked = crate::work::compute(move || {
            let new = adds.events(&there.cook, now_ms)?;
            let now_s = on_clock(there.cook.made_ms, now_ms).min(LONGEST_S);
            refuse_served(&there, &new, now_s)?;
            Ok(new)
        });
        let new = checked.await?;
        let wanted = id.to_owned();
        let written = with(store, move |c| write(c, &wanted, &new, seen, now_ms));
        if let Some(all) = written.await? {
            return Ok(all);
        }
    }
    Err(RequestError::ours("a cook changed too often"))
}

/// Adds to a cook, tells all who watch, and answers how it stands by that.
///
/// # Errors
/// An event that does not say what its kind takes, one that says it was served before it may be, and whatever the store
/// says.
pub async fn keep(
    store: &Store,
    live: &Live,
    id: &str,
    adds: Adds,
) -> Result<CookKept, RequestError> {
    let now_ms = now_ms();
    let all = kept_with(store, id, std::sync::Arc::new(adds), now_ms).await?;
    // Kept: whoever watches may look already, while this is folded.
    live.changed(id, all.last().map_or(0, |row| row.seq));
    stands_now(store, live, id, now_ms).await
}

/// How a cook stands; what ended is written down.
async fn stands_now(
    store: &Store,
    live: &Live,
    id: &str,
    now_ms: i64,
) -> Result<CookKept, RequestError> {
    let wanted = id.to_owned();
    let there = with(store, move |c| found(c, &wanted, now_ms)).await?;
    let there = there.ok_or_else(|| missing(WHAT, id))?;
    let cook = there.cook.clone();
    let told = there.stand(live, now_ms, Turn::Now).await;
    let Some(ended) = promise::ended(&cook, &told)? else {
        return Ok(told);
    };
    let id = cook.row.id.clone();
    with(store, move |c| {
        kept::atomic(c, |c| {
            on_row(c, &id, |there| there.end = ended.end)?;
            Ok(())
        })
    })
    .await?;
    let wanted = told.id.clone();
    let again = with(store, move |c| one(c, &wanted)).await?;
    let outcome = again.and_then(|kept| kept.plain(now_ms).outcome);
    Ok(CookKept { outcome, ..told })
}

/// Writes on what is kept of a cook, within a transaction; where it cannot be read it is left alone.
fn on_row(
    c: &mut SqliteConnection,
    id: &str,
    write: impl FnOnce(&mut Cook),
) -> Result<(), RequestError> {
    let Some(Kept {
        row,
        snapshot: Ok(mut cook),
        ..
    }) = one(c, id)?
    else {
        return Ok(());
    };
    write(&mut cook);
    let row = cook.on(row).map_err(RequestError::ours)?;
    let edit = Edit {
        form: Some(row.form),
        snapshot: Some(row.snapshot),
        ..Edit::default()
    };
    Ok(kept::write_on(c, List::Cook, id, &edit)?)
}

/// A probe is read into a cook from now on, also after the server was started anew.
///
/// # Errors
/// Whatever the store says.
pub async fn probed(store: &Store, id: &str, address: &str) -> Result<(), RequestError> {
    let (id, address) = (id.to_owned(), address.to_owned());
    with(store, move |c| {
        kept::atomic(c, |c| on_row(c, &id, |cook| cook.probe = Some(address)))
    })
    .await
}

/// Cooks under way that a probe is read into, and its address.
///
/// # Errors
/// Whatever the store says.
pub async fn with_probe(store: &Store) -> Result<Vec<(String, String)>, RequestError> {
    let all = with(store, |c| under_way(c, now_ms())).await?;
    let probed = all.into_iter().filter_map(|kept| {
        let address = kept.snapshot.ok()?.probe?;
        Some((kept.row.id, address))
    });
    Ok(probed.collect())
}

/// A cook under way that somebody outside the page reads into: its plan, its events from when it met the heat, and now; none
/// once it is over.
///
/// # Errors
/// Whatever the store says, and a plan that this version does not read.
pub async fn stands(
    store: &Store,
    id: &str,
) -> Result<Option<(PlanRequest, Vec<Event>, f64)>, RequestError> {
    let now_ms = now_ms();
    let wanted = id.to_owned();
    let kept = with(store, move |c| one(c, &wanted)).await?;
    let under_way = |kept: &Kept| !kept.ended(now_ms) && kept.row.removed_at.is_none();
    let Some(kept) = kept.filter(under_way) else {
        return Ok(None);
    };
    let plan = kept.plan().map_err(RequestError::ours)?;
    let (events, now_s, _) = from_in(&happened(&kept.events), on_clock(kept.made_ms, now_ms));
    Ok(Some((plan, events, now_s)))
}

/// Keeps a reading of a probe, as long as the cook is under way, and tells all who watch.
///
/// # Errors
/// As [`keep`].
pub async fn reads(store: &Store, live: &Live, id: &str, read_c: f64) -> Result<(), RequestError> {
    if stands(store, id).await?.is_none() {
        return Ok(());
    }
    let now_ms = now_ms();
    let read = format!("probe-{now_ms}");
    // On a clock of its own that stands at 0 now.
    let new = EventsNew {
        sent_s: 0.0,
        events: vec![Event::probe(read, 0.0, read_c)],
    };
    let adds = std::sync::Arc::new(Adds::Events(new));
    let rows = kept_with(store, id, adds, now_ms).await?;
    live.changed(id, rows.last().map_or(0, |row| row.seq));
    Ok(())
}

/// Keeps the events of a cook of the demo, as they were sent so long ago.
///
/// # Errors
/// As [`keep`].
pub fn put(
    c: &mut SqliteConnection,
    row: &Row,
    new: &EventsNew,
    now_ms: i64,
) -> Result<(), RequestError> {
    let kept = Kept::new(row.clone(), vec![]);
    let new = on_time(new, kept.made_ms, now_ms)?;
    write(c, &row.id, &new, 0, now_ms)?;
    Ok(())
}

/// Brings in a cook that is over, with what happened, within a transaction; false where it is there already.
///
/// # Errors
/// Whatever the store says.
pub fn bring(c: &mut SqliteConnection, row: &Row, events: &[Event]) -> Result<bool, RequestError> {
    let (_, made) = kept::add_one(c, row)?;
    if made {
        stored::add(c, &rows(&row.id, events, now_ms())?)?;
    }
    Ok(made)
}
