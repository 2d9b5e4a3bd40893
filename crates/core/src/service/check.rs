//! What can be wrong with a service before anything is run.

use super::asked::ServiceAsked;
use crate::quantity::checked;
use crate::{InputError, Within, Wrong};

/// Most tickets, plates of one, plates in all, cooks.
const TICKETS: (f64, f64) = (0.0, 80.0);
const PLATES: (f64, f64) = (1.0, 60.0);
const ALL_PLATES: (f64, f64) = (0.0, 240.0);
const HANDS: (f64, f64) = (1.0, 12.0);
/// Of one dish in all.
const EXPECTED: (f64, f64) = (1.0, 200.0);
/// Events of a service, and marks of a plan before.
const EVENTS: (f64, f64) = (0.0, 5000.0);
/// The clock of a service, s: a week.
pub const CLOCK_S: (f64, f64) = (-604_800.0, 604_800.0);
/// Most tries, and as many as usual.
const TRIES: (f64, f64) = (0.0, 20_000.0);

/// So long after another ticket at most, s.
const AFTER_S: (f64, f64) = (0.0, 14_400.0);

/// A ticket comes after one that is there, and in the end after one that has a time of its own.
fn follows(asked: &ServiceAsked, first: usize) -> Result<(), InputError> {
    let ids = || asked.tickets.iter().map(|ticket| ticket.id.as_str());
    let mut at = first;
    for _ in 0..asked.tickets.len() {
        let ticket = &asked.tickets[at];
        let Some(after) = &ticket.after else {
            return Ok(());
        };
        if ticket.at_s.is_some() {
            let message = "say when, or after which: not both";
            return Err(InputError::new("ticket", Wrong::Order { message }));
        }
        let of = ids().position(|id| id == after.ticket);
        at = of.ok_or_else(|| InputError::unknown("ticket", &after.ticket, ids()))?;
    }
    let message = "each waits for the other";
    Err(InputError::new("ticket", Wrong::Order { message }))
}

/// Checks it: sizes, names, times.
pub fn check(asked: &ServiceAsked) -> Result<(), InputError> {
    let len = |field: &'static str, n: usize, range| checked(field, n as f64, range, "of them");
    len("hands", asked.hands.len(), HANDS)?;
    len("tickets", asked.tickets.len(), TICKETS)?;
    len("happened", asked.happened.len(), EVENTS)?;
    len("stood", asked.stood.len(), EVENTS)?;
    len("pinned", asked.pinned.len(), EVENTS)?;
    len("down", asked.down.len(), (0.0, 60.0))?;
    len("gone", asked.gone.len(), (0.0, 60.0))?;
    len("expected", asked.expected.len(), (0.0, 60.0))?;
    for (i, one) in asked.expected.iter().enumerate() {
        checked("plates", f64::from(one.plates), EXPECTED, "plates").at("expected", i)?;
    }
    checked("now_s", asked.now_s, CLOCK_S, "s")?;
    if let Some(tries) = asked.tries {
        checked("tries", f64::from(tries), TRIES, "tries")?;
    }
    let twice = |field: &'static str| {
        let message = "two are called so: give one another name";
        InputError::new(field, Wrong::Order { message })
    };
    for (i, hand) in asked.hands.iter().enumerate() {
        named(&hand.id).at("hands", i)?;
        if asked.hands[..i].iter().any(|other| other.id == hand.id) {
            return Err(twice("id")).at("hands", i);
        }
        for s in hand.away_s.into_iter().flatten() {
            checked("away_s", s, CLOCK_S, "s").at("hands", i)?;
        }
    }
    let mut plates: Vec<&str> = vec![];
    for (i, ticket) in asked.tickets.iter().enumerate() {
        named(&ticket.id).at("tickets", i)?;
        if asked.tickets[..i].iter().any(|other| other.id == ticket.id) {
            return Err(twice("id")).at("tickets", i);
        }
        if let Some(at_s) = ticket.at_s {
            checked("at_s", at_s, CLOCK_S, "s").at("tickets", i)?;
        }
        if let Some(after) = &ticket.after {
            checked("s", after.s, AFTER_S, "s")
                .within("after")
                .at("tickets", i)?;
            follows(asked, i).within("after").at("tickets", i)?;
        }
        if ticket.plates.is_empty() {
            return Err(InputError::missing("plates")).at("tickets", i);
        }
        len("plates", ticket.plates.len(), PLATES).at("tickets", i)?;
        for (j, plate) in ticket.plates.iter().enumerate() {
            named(&plate.id).at("plates", j).at("tickets", i)?;
            if plates.contains(&plate.id.as_str()) {
                return Err(twice("id")).at("plates", j).at("tickets", i);
            }
            plates.push(&plate.id);
        }
    }
    len("tickets", plates.len(), ALL_PLATES)?;
    let known = |field: &'static str, plate: &String| {
        if plates.contains(&plate.as_str()) {
            Ok(())
        } else {
            Err(InputError::unknown(field, plate, plates.iter().copied()))
        }
    };
    for (i, pin) in asked.pinned.iter().enumerate() {
        known("plate", &pin.plate).at("pinned", i)?;
    }
    for (i, one) in asked.happened.iter().enumerate() {
        known("plate", &one.plate).at("happened", i)?;
        checked("at_s", one.event.at_s, CLOCK_S, "s").at("happened", i)?;
    }
    for (i, down) in asked.down.iter().enumerate() {
        for s in [Some(down.from_s), down.until_s].into_iter().flatten() {
            checked("from_s", s, CLOCK_S, "s").at("down", i)?;
        }
    }
    for (i, one) in asked.stood.iter().enumerate() {
        for s in one.acts_s.iter().chain(&one.plated_s).chain([&one.start_s]) {
            checked("start_s", *s, CLOCK_S, "s").at("stood", i)?;
        }
    }
    Ok(())
}

/// A name that says something and that a board has room for.
fn named(id: &str) -> Result<(), InputError> {
    const LETTERS: (f64, f64) = (1.0, 60.0);
    if id.trim().is_empty() {
        return Err(InputError::missing("id"));
    }
    checked("id", id.chars().count() as f64, LETTERS, "letters").map(drop)
}
