//! A service as files: promised against happened as a table (RFC 4180), its acts as a calendar (RFC 5545) in UTC.

use super::table::text;
use crate::error::RequestError;
use crate::wire::{BoardWire, ServiceDone};
use icalendar::{Calendar, Component, Event, EventLike};
use jiff::{Timestamp, ToSpan};

/// A time of the service by the clock of the world.
fn at(zero: Timestamp, s: f64) -> Result<Timestamp, RequestError> {
    zero.checked_add((s.round() as i64).seconds())
        .map_err(RequestError::ours)
}

/// A row a plate: times by the clock of the world (RFC 3339), and how late, s.
///
/// # Errors
/// A time that no clock shows.
pub fn write_service_table(done: &ServiceDone) -> Result<String, RequestError> {
    let mut table = csv::Writer::from_writer(vec![]);
    let time = |s: Option<f64>| -> Result<String, RequestError> {
        s.map_or(Ok(String::new()), |s| Ok(at(done.zero, s)?.to_string()))
    };
    let mut rows = vec![];
    for one in &done.plates {
        let late = one.served_s.zip(one.promised_s);
        rows.push([
            one.ticket.clone(),
            one.plate.clone(),
            one.name.clone(),
            one.method.clone().unwrap_or_default(),
            time(one.promised_s)?,
            time(one.served_s)?,
            late.map_or_else(String::new, |(served, promised)| {
                format!("{:.0}", served - promised)
            }),
        ]);
    }
    let head = [
        "ticket", "plate", "dish", "way", "promised", "served", "late_s",
    ];
    table.write_record(head).map_err(RequestError::ours)?;
    for row in rows {
        table.write_record(row).map_err(RequestError::ours)?;
    }
    text(table)
}

/// An event an act that is to come, with who does it and for whom, and an alarm.
///
/// # Errors
/// What cannot be planned, a time that no clock shows.
pub fn write_service_calendar(board: &BoardWire) -> Result<String, RequestError> {
    let told = board.service.answer()?;
    let mut calendar = Calendar::new();
    calendar.name("Service");
    let stamp = |at: Timestamp| at.strftime("%Y%m%dT%H%M%SZ").to_string();
    let made = stamp(Timestamp::now());
    let to_come = told
        .acts
        .iter()
        .filter(|act| !act.done && act.hands_s > 0.0);
    for act in to_come {
        let (from, to) = (
            at(board.zero, act.at_s)?,
            at(board.zero, act.at_s + act.hands_s)?,
        );
        let on = act.thing.as_deref().map(|thing| format!(" on {thing}"));
        let said = format!(
            "{}, {}: {}{}. {}",
            act.cook,
            act.ticket,
            act.plates.join(", "),
            on.unwrap_or_default(),
            act.cues.join(" ")
        );
        let mut event = Event::new();
        event
            .uid(&format!("{}-{}@cindo", stamp(board.zero), act.id))
            .summary(&act.words)
            .description(said.trim())
            .add_property("DTSTAMP", &made)
            .add_property("DTSTART", stamp(from))
            .add_property("DTEND", stamp(to));
        event.alarm(icalendar::Alarm::display(
            &act.words,
            chrono::Duration::zero(),
        ));
        calendar.push(event.done());
    }
    Ok(calendar.done().to_string())
}
