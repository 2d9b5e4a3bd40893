//! The steps of a card as events of an iCalendar (RFC 5545), in floating time: by the kitchen's clock. What is to be minded
//! goes along: cautions with their step, warnings and who eats with the first.

use super::step_line;
use crate::error::RequestError;
use crate::wire::{PlanAnswer, PlanRequest};
use cindo_core::fish::Eaters;
use icalendar::{Calendar, Component, Event, EventLike};
use jiff::ToSpan;
use jiff::civil::DateTime;

fn stamp(at: DateTime) -> String {
    at.strftime("%Y%m%dT%H%M%S").to_string()
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
    request: &PlanRequest,
    plan: &PlanAnswer,
    in_at: DateTime,
) -> Result<String, RequestError> {
    let mut calendar = Calendar::new();
    calendar.name(title);
    let made = jiff::Timestamp::now()
        .strftime("%Y%m%dT%H%M%SZ")
        .to_string();
    let batches = batches(title, plan);
    let every = batches.iter().enumerate().flat_map(|(batch, of)| {
        let steps = plan.steps.iter().enumerate();
        let again = steps.filter(move |(_, step)| batch == 0 || step.at_s() >= 0.0);
        again.map(move |(i, step)| (batch, of, i, step))
    });
    for (batch, (start_s, of), i, step) in every {
        let at = in_at
            .checked_add(((start_s + step.at_s()).round() as i64).seconds())
            .map_err(|_| RequestError::Field {
                code: "bad_time",
                field: "in_at",
                message: "no calendar reaches that far".into(),
            })?;
        let at = stamp(at);
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
