//! The steps of a card as events of an iCalendar (RFC 5545), in floating time: by the kitchen's clock.

use crate::error::RequestError;
use crate::wire::PlanAnswer;
use icalendar::{Calendar, Component, Event, EventLike};
use jiff::ToSpan;
use jiff::civil::DateTime;

fn stamp(at: DateTime) -> String {
    at.strftime("%Y%m%dT%H%M%S").to_string()
}

/// Writes it: an event a step, an alarm at each.
pub(super) fn write(
    title: &str,
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
            .checked_add((step.at_s.round() as i64).seconds())
            .map_err(|_| RequestError::Field {
                code: "bad_time",
                field: "in_at",
                message: "no calendar reaches that far".into(),
            })?;
        let at = stamp(at);
        let cues = step.cues.join(" ");
        let mut event = Event::new();
        event
            .uid(&format!("{}-{i}-{}@cindo", stamp(in_at), plan.kind))
            .summary(&format!("{title}: {}", step.act))
            .description(&cues)
            .add_property("DTSTAMP", &made)
            .add_property("DTSTART", &at)
            .add_property("DTEND", &at);
        event.alarm(icalendar::Alarm::display(
            &step.act,
            chrono::Duration::zero(),
        ));
        calendar.push(event.done());
    }
    Ok(calendar.done().to_string())
}
