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

/// Writes it: an event a step, an alarm at each.
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
    for (i, step) in plan.steps.iter().enumerate() {
        let at = in_at
            .checked_add((step.at_s().round() as i64).seconds())
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
        if i == 0 {
            said.extend(for_whom(request.eaters).map(str::to_owned));
            said.extend(plan.warnings.iter().map(|notice| notice.message.clone()));
        }
        let mut event = Event::new();
        event
            .uid(&format!("{}-{i}-{}@cindo", stamp(in_at), plan.kind))
            .summary(&format!("{title}: {act}"))
            .description(&said.join(" "))
            .add_property("DTSTAMP", &made)
            .add_property("DTSTART", &at)
            .add_property("DTEND", &at);
        event.alarm(icalendar::Alarm::display(&act, chrono::Duration::zero()));
        calendar.push(event.done());
    }
    Ok(calendar.done().to_string())
}
