//! The steps of a card as events of an iCalendar (RFC 5545), in floating time: by the kitchen's clock. What is to be minded
//! goes along: cautions with their step, warnings and who eats with the first.

use super::{ExportRequest, step_line};
use crate::error::RequestError;
use crate::wire::{PlanAnswer, PrepAnswer};
use cindo_core::fish::Eaters;
use icalendar::{Calendar, Component, Event, EventLike};
use jiff::ToSpan;
use jiff::civil::DateTime;

fn stamp(at: DateTime) -> String {
    at.strftime("%Y%m%dT%H%M%S").to_string()
}

/// So many seconds after.
fn after(in_at: DateTime, s: f64) -> Result<DateTime, RequestError> {
    in_at
        .checked_add((s.round() as i64).seconds())
        .map_err(|_| RequestError::Field {
            code: "bad_time",
            field: "in_at",
            message: "no calendar reaches that far".into(),
        })
}

/// When the fish meets the heat: as it is said, or so that all is on the plate in time, and no sooner than all is hot.
fn goes_in(
    asked: &ExportRequest,
    to_plate_s: f64,
    heat_up_s: f64,
) -> Result<DateTime, RequestError> {
    if let Some(in_at) = asked.in_at {
        return Ok(in_at);
    }
    let wanted = asked
        .ready_at
        .map(|at| after(at, -to_plate_s))
        .transpose()?;
    let soonest = asked.from.map(|at| after(at, heat_up_s)).transpose()?;
    wanted.max(soonest).ok_or_else(|| RequestError::Field {
        code: "missing",
        field: "in_at",
        message: "a calendar needs the time at which the fish goes in, or is on the plate".into(),
    })
}

fn for_whom(eaters: Eaters) -> Option<&'static str> {
    match eaters {
        Eaters::Everyone => None,
        Eaters::OldOrIll => Some("For somebody old, ill or with weak immunity."),
        Eaters::PregnantOrSmallChild => Some("For somebody pregnant or a small child."),
    }
}

/// When each batch goes in, s after the first, and what it is called.
fn batches(title: &str, plan: &PlanAnswer) -> Vec<(f64, String)> {
    match plan.party.as_ref().filter(|party| party.batches > 1) {
        Some(party) => {
            let named = |i: usize| format!("{title}, batch {} of {}", i + 1, party.batches);
            let starts = party.starts_s.iter().enumerate();
            starts.map(|(i, start_s)| (*start_s, named(i))).collect()
        }
        None => vec![(0.0, title.to_owned())],
    }
}

/// Writes it: an event a step, an alarm at each; of every batch what is done from when it goes in.
pub(super) fn write(
    title: &str,
    asked: &ExportRequest,
    plan: &PlanAnswer,
) -> Result<String, RequestError> {
    let request = &asked.request;
    let mut calendar = Calendar::new();
    calendar.name(title);
    let made = jiff::Timestamp::now()
        .strftime("%Y%m%dT%H%M%SZ")
        .to_string();
    if request.prep.is_some() {
        return write_prepared(calendar, title, asked, plan, &made);
    }
    let in_at = goes_in(asked, plan.party_s, plan.heat_up_s)?;
    let batches = batches(title, plan);
    let every = batches.iter().enumerate().flat_map(|(batch, of)| {
        let steps = plan.steps.iter().enumerate();
        let again = steps.filter(move |(_, step)| batch == 0 || step.at_s() >= 0.0);
        again.map(move |(i, step)| (batch, of, i, step))
    });
    for (batch, (start_s, of), i, step) in every {
        let at = stamp(after(in_at, start_s + step.at_s())?);
        let act = step_line(step);
        let mut said: Vec<String> = step.cues.iter().map(|&cue| cue.to_owned()).collect();
        let minded = step.cautions.iter();
        said.extend(minded.map(|caution| format!("Mind: {}", caution.message)));
        if batch == 0 && i == 0 {
            said.extend(for_whom(request.eaters).map(str::to_owned));
            said.extend(plan.warnings.iter().map(|notice| notice.message.clone()));
        }
        let mut event = Event::new();
        event
            .uid(&format!("{}-{batch}-{i}-{}@cindo", stamp(in_at), plan.kind))
            .summary(&format!("{of}: {act}"))
            .description(&said.join(" "))
            .add_property("DTSTAMP", &made)
            .add_property("DTSTART", &at)
            .add_property("DTEND", &at);
        event.alarm(icalendar::Alarm::display(&act, chrono::Duration::zero()));
        calendar.push(event.done());
    }
    Ok(calendar.done().to_string())
}

/// Of what is prepared: every act from the first, fish and all that goes with it, on the one clock.
fn write_prepared(
    mut calendar: Calendar,
    title: &str,
    asked: &ExportRequest,
    plan: &PlanAnswer,
    made: &str,
) -> Result<String, RequestError> {
    let request = &asked.request;
    let prepared = PrepAnswer::of_plan(request)?;
    let in_s = prepared.in_s();
    // What comes after the fish, chips fried in its oil, counts to the plate.
    let in_at = goes_in(asked, -in_s, plan.heat_up_s)?;
    for (i, doing) in prepared.acts.iter().enumerate() {
        let at = stamp(after(in_at, doing.act.at_s() - in_s)?);
        let act = match doing.at_c {
            Some(c) => format!("{} ({c:.0} C)", doing.act.words),
            None => doing.act.words.clone(),
        };
        let mut said = doing.cues.clone();
        said.extend(
            doing
                .cautions
                .iter()
                .map(|caution| format!("Mind: {caution}")),
        );
        if i == 0 {
            said.extend(for_whom(request.eaters).map(str::to_owned));
            said.extend(
                prepared
                    .warnings
                    .iter()
                    .map(|notice| notice.message.clone()),
            );
        }
        let mut event = Event::new();
        event
            .uid(&format!(
                "{}-prep-{i}-{}@cindo",
                stamp(in_at),
                doing.act.what.key()
            ))
            .summary(&format!("{title}: {act}"))
            .description(&said.join(" "))
            .add_property("DTSTAMP", made)
            .add_property("DTSTART", &at)
            .add_property("DTEND", &at);
        event.alarm(icalendar::Alarm::display(&act, chrono::Duration::zero()));
        calendar.push(event.done());
    }
    Ok(calendar.done().to_string())
}
