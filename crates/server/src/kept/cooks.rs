//! Cooks as they are kept: read, timed by the server's clock, folded, added to. HTTP, the bridge of a probe and the demo all go
//! by what stands here.

use super::title;
use crate::error::{RequestError, missing};
use crate::live::Live;
use crate::store::cooks::{self, CookRow, EventRow, NewEvent};
use crate::wire::{
    BesideCookWire, CookAnswer, CookKept, CookNew, CookRequest, EventsNew, PlanRequest,
};
use cindo_core::Within;
use cindo_core::cook::{Event, Happened, LeftOut, from_in};
use cindo_core::quantity::checked;
use cindo_core::run::FieldAsked;
use diesel::sqlite::SqliteConnection;

/// What it is called where there is none.
pub const WHAT: &str = "cook";
/// The slice over time of a cook: as many columns and rows as a strip shows.
const FIELD: FieldAsked = FieldAsked {
    times: 120,
    depths: 36,
};
/// No more are sent at once.
pub const MOST_EVENTS: f64 = 500.0;
/// Folds are made up to so long after a cook was begun, s.
const LONGEST_S: f64 = 80_000.0;

/// The clock of the server, ms since 1970.
pub fn now_ms() -> i64 {
    jiff::Timestamp::now().as_millisecond()
}

/// Seconds on the clock of a cook.
fn on_clock(made_ms: i64, at_ms: i64) -> f64 {
    (at_ms - made_ms) as f64 / 1000.0
}

/// Events as they can be read: what a newer version wrote is kept and left out.
pub fn happened(rows: &[EventRow]) -> Vec<Event> {
    rows.iter().filter_map(event).collect()
}

fn event(row: &EventRow) -> Option<Event> {
    let ours = row.form == cooks::FORM;
    ours.then(|| serde_json::from_str(&row.body).ok())?
}

/// Those that cannot be: they are said to be left out.
fn unread(rows: &[EventRow]) -> impl Iterator<Item = LeftOut> + '_ {
    let unread = rows.iter().filter(|row| event(row).is_none());
    unread.map(|row| LeftOut::unreadable(&row.id))
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
pub struct Found {
    row: CookRow,
    events: Vec<EventRow>,
    beside: Vec<(CookRow, Vec<EventRow>)>,
}

/// A cook with those of the others that are in its pan.
///
/// # Errors
/// Whatever the store says.
pub fn with_pan(
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
    /// The newest event of it and of those in its pan; 0 where there is none.
    pub fn newest(&self) -> i64 {
        let others = self.beside.iter().map(|(_, rows)| rows);
        let all = others.chain([&self.events]);
        all.filter_map(|rows| rows.last())
            .map(|row| row.seq)
            .max()
            .unwrap_or(0)
    }

    fn seqs(&self) -> i64 {
        let newest = |rows: &[EventRow]| rows.last().map_or(0, |row| row.seq);
        let others: i64 = self.beside.iter().map(|(_, rows)| newest(rows)).sum();
        newest(&self.events) + others + self.beside.len() as i64
    }

    /// Folds it as of now, or takes what was folded a moment ago.
    pub fn kept(self, live: &Live, now_ms: i64) -> CookKept {
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
        let mut answer = CookRequest {
            field: Some(FIELD),
            ..self.asked(plan, events, now_s)
        }
        .answer()?;
        let unreadable = self.beside.iter().filter(|(row, _)| plan_of(row).is_err());
        let unreadable = unreadable.map(|(row, _)| LeftOut::beside(&row.id));
        answer.left_out.extend(unreadable);
        answer.left_out.extend(unread(&self.events));
        Ok(answer)
    }

    /// The question that a fold is an answer to.
    fn asked(&self, plan: &PlanRequest, events: &[Event], now_s: f64) -> CookRequest {
        let (events, now_s, zero_s) = from_in(events, now_s);
        let beside = self.beside.iter().filter_map(|(row, rows)| {
            // Said beside the answer.
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
    let wants =
        |e: &Event| matches!(e.happened, Happened::Served { knowingly } if knowingly != Some(true));
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
    let title = title(&new.title)?;
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

/// A cook under way that somebody outside the page reads into: its plan, its events from when it met the heat, and now; none
/// once it is over.
///
/// # Errors
/// Whatever the store says, and a plan that this version does not read.
pub fn stands(
    c: &mut SqliteConnection,
    id: &str,
) -> Result<Option<(PlanRequest, Vec<Event>, f64)>, RequestError> {
    let row = cooks::one(c, id).map_err(RequestError::ours)?;
    let Some(row) = row.filter(|row| !row.ended) else {
        return Ok(None);
    };
    let plan = plan_of(&row).map_err(RequestError::ours)?;
    let rows = cooks::events(c, id).map_err(RequestError::ours)?;
    let (events, now_s, _) = from_in(&happened(&rows), on_clock(row.made_ms, now_ms()));
    Ok(Some((plan, events, now_s)))
}

/// Keeps a reading of a probe, as long as the cook is under way, and tells all who watch.
///
/// # Errors
/// As [`keep`].
pub fn reads(
    c: &mut SqliteConnection,
    live: &Live,
    id: &str,
    read_c: f64,
) -> Result<(), RequestError> {
    let row = cooks::one(c, id).map_err(RequestError::ours)?;
    let Some(row) = row.filter(|row| !row.ended) else {
        return Ok(());
    };
    let now_ms = now_ms();
    let now_s = on_clock(row.made_ms, now_ms);
    let new = EventsNew {
        sent_s: now_s,
        events: vec![Event::probe(format!("probe-{now_ms}"), now_s, read_c)],
    };
    let rows = keep(c, &row, &new, now_ms)?;
    live.changed(id, rows.last().map_or(0, |row| row.seq));
    Ok(())
}

/// Adds to a cook, tells all who watch, and answers how it stands by that.
pub fn add(
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

/// A cook without how it stands.
pub fn plain(row: CookRow, events: &[EventRow], now_ms: i64) -> CookKept {
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
