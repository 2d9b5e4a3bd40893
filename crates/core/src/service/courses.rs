//! Tickets that come so long after others.

use super::asked::ServiceAsked;
use super::seats::Seat;

/// When each ticket is asked for: of one that comes after another, by when that is served, else planned, else asked for.
pub fn asked_for(
    asked: &ServiceAsked,
    seats: &[Seat],
    planned: impl Fn(usize) -> Option<f64>,
) -> Vec<Option<f64>> {
    let of = |id: &str| asked.tickets.iter().position(|ticket| ticket.id == id);
    let served = |ticket: usize| {
        let its = seats.iter().filter(|seat| seat.ticket == ticket);
        let all: Option<Vec<f64>> = its.map(|seat| seat.story.served_s).collect();
        all?.into_iter().reduce(f64::max)
    };
    let one = |ticket: usize| {
        let (mut at, mut by_s) = (ticket, 0.0);
        while let Some(after) = &asked.tickets[at].after {
            at = of(&after.ticket)?;
            by_s += after.s;
            if let Some(s) = served(at).or_else(|| planned(at)) {
                return Some(s + by_s);
            }
        }
        asked.tickets[at].at_s.map(|s| s + by_s)
    };
    (0..asked.tickets.len()).map(one).collect()
}
