//! Events of a cook as they are kept: read, bounded, moved onto the clock of the server.

use super::on_clock;
use crate::error::RequestError;
use crate::store::events::{self as stored, EventRow, NewEvent};
use crate::wire::{EventsNew, UnreadWire};
use cindo_core::Within;
use cindo_core::cook::{Event, Happened, LeftOut, MOST_EVENTS as MOST_FOLDED, MOST_HEATS};
use cindo_core::quantity::checked;
use serde_json::Value;

/// No more are sent at once.
pub const MOST_EVENTS: f64 = 500.0;
/// Of one cook so many are kept; then only what ends it, or takes back, goes in.
pub(super) const MOST_KEPT: usize = 4500;
/// No event lies later on the clock of a cook, s: what is said of one that was forgotten counts as said then.
pub(super) const LONGEST_S: f64 = 80_000.0;

fn event(row: &EventRow) -> Option<Event> {
    let ours = row.form == stored::FORM;
    ours.then(|| serde_json::from_str(&row.body).ok())?
}

/// Something only read, such as what a probe shows: of very many the oldest may go.
fn is_reading(event: &Event) -> bool {
    matches!(
        event.happened,
        Happened::Probe { .. } | Happened::Cue { .. }
    )
}

/// Events as they can be read: what a newer version wrote is kept and left out. Of more than a fold takes, all acts and the
/// newest readings.
pub fn happened(rows: &[EventRow]) -> Vec<Event> {
    let mut all: Vec<Event> = rows.iter().filter_map(event).collect();
    let mut over = all.len().saturating_sub(MOST_FOLDED as usize);
    all.retain(|event| {
        let goes = over > 0 && is_reading(event);
        over -= usize::from(goes);
        !goes
    });
    all
}

/// Those that cannot be read: they are said to be left out.
pub(super) fn left_out(rows: &[EventRow]) -> impl Iterator<Item = LeftOut> + '_ {
    let unread = rows.iter().filter(|row| event(row).is_none());
    unread.map(|row| LeftOut::unreadable(&row.id))
}

/// Those that cannot be read, with what can be told of them.
pub(super) fn unread(rows: &[EventRow]) -> Vec<UnreadWire> {
    let unread = rows.iter().filter(|row| event(row).is_none());
    let told = unread.map(|row| {
        let said: Value = serde_json::from_str(&row.body).unwrap_or_default();
        UnreadWire {
            id: row.id.clone(),
            kind: said["kind"].as_str().map(str::to_owned),
            at_s: said["at_s"].as_f64(),
            newer: row.form > stored::FORM,
        }
    });
    told.collect()
}

/// Events that were sent, on the clock of the server: one that is off is off by the same for all that it timed.
///
/// # Errors
/// An event that does not say what its kind takes.
pub(super) fn on_time(
    new: &EventsNew,
    made_ms: i64,
    now_ms: i64,
) -> Result<Vec<Event>, RequestError> {
    let sent = new.events.len() as f64;
    checked("events", sent, (0.0, MOST_EVENTS), "events")?;
    let now_s = on_clock(made_ms, now_ms);
    let off_s = now_s - checked("sent_s", new.sent_s, (-1e8, 1e8), "s")?;
    let mut moved = Vec::with_capacity(new.events.len());
    for (i, event) in new.events.iter().enumerate() {
        let event = Event {
            at_s: (event.at_s + off_s).min(now_s).clamp(-LONGEST_S, LONGEST_S),
            ..event.clone()
        };
        event.check().at("events", i)?;
        moved.push(event);
    }
    Ok(moved)
}

/// Events as rows.
///
/// # Errors
/// What cannot be written.
pub(super) fn rows(
    cook: &str,
    events: &[Event],
    now_ms: i64,
) -> Result<Vec<NewEvent>, RequestError> {
    let rows = events.iter().map(|event| {
        Ok(NewEvent {
            cook: cook.to_owned(),
            id: event.id.clone(),
            form: stored::FORM,
            body: serde_json::to_string(event).map_err(RequestError::ours)?,
            kept_ms: now_ms,
        })
    });
    rows.collect()
}

/// Ends a cook, or takes something back: it goes in however much was said before.
pub(super) fn always_goes_in(event: &Event) -> bool {
    let off = matches!(event.happened, Happened::Off | Happened::Undone { .. });
    off || event.happened.ends()
}

/// Checks that there is room for these beside those that are there.
///
/// # Errors
/// Where there is none.
pub fn room(there: &[EventRow], new: &[Event]) -> Result<(), RequestError> {
    let fresh = |e: &&Event| there.iter().all(|row| row.id != e.id);
    let fresh: Vec<&Event> = new.iter().filter(fresh).collect();
    let all = there.len() + fresh.len();
    let most = if fresh.iter().all(|e| always_goes_in(e)) {
        MOST_FOLDED
    } else {
        MOST_KEPT as f64
    };
    if !fresh.is_empty() {
        checked("events", all as f64, (0.0, most), "events in all")?;
    }
    let heats = fresh.iter().filter(|e| e.happened.is_new_heat()).count();
    if heats > 0 {
        let there = there.iter().filter_map(event);
        let heats = heats + there.filter(|e| e.happened.is_new_heat()).count();
        checked(
            "events",
            heats as f64,
            (0.0, MOST_HEATS),
            "changes of the heat",
        )?;
    }
    Ok(())
}

#[cfg(test)]
mod tests {
    use super::*;

    fn row(i: usize, happened: Happened) -> EventRow {
        let event = Event::new(format!("e{i}"), i as f64, happened);
        EventRow {
            seq: i as i64,
            cook: "c".into(),
            id: event.id.clone(),
            form: stored::FORM,
            body: serde_json::to_string(&event).unwrap(),
            kept_ms: 0,
        }
    }

    fn probe() -> Happened {
        Event::probe("p", 0.0, 20.0).happened
    }

    #[test]
    fn of_too_many_the_acts_and_the_newest_readings_stay() {
        let mut rows = vec![row(0, Happened::In)];
        rows.extend((1..6500).map(|i| row(i, probe())));
        rows.push(row(6500, Happened::Off));
        let read = happened(&rows);
        assert_eq!(read.len(), MOST_FOLDED as usize);
        assert_eq!(
            (&read[0].happened, &read[4999].happened),
            (&Happened::In, &Happened::Off)
        );
        assert_eq!(read[4998].id, "e6499");
    }

    #[test]
    fn a_full_cook_can_still_be_ended() {
        let rows: Vec<EventRow> = (0..MOST_KEPT).map(|i| row(i, probe())).collect();
        let new = |happened| [Event::new("new", 1.0, happened)];
        assert!(room(&rows, &new(probe())).is_err());
        assert!(room(&rows, &new(Happened::Closed)).is_ok());
        assert!(room(&rows, &new(Happened::Off)).is_ok());
        // What is there already is no more than that.
        assert!(room(&rows, &[Event::new("e7", 7.0, probe())]).is_ok());
    }

    /// Three thousand turns of a knob once computed for ten seconds; what was kept stays readable.
    #[test]
    fn a_knob_that_is_turned_for_ever_is_refused() {
        let turned = |i: usize| Event::new(format!("h{i}"), i as f64, Happened::heat_to(150.0));
        let rows: Vec<EventRow> = (0..MOST_HEATS as usize)
            .map(|i| row(i, turned(i).happened))
            .collect();
        assert!(room(&rows[1..], &[turned(999)]).is_ok());
        let refused = room(&rows, &[turned(999)]).unwrap_err().to_string();
        assert!(refused.contains("changes of the heat"), "{refused}");
        assert!(room(&rows, &[Event::new("new", 1.0, probe())]).is_ok());
    }
}
