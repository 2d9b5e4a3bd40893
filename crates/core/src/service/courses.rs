//! Tickets that come so long after others.

use super::asked::ServiceAsked;
use super::floor::Floor;
use super::problem::{S, Schedule};
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

impl Floor<'_> {
    /// What comes after a ticket comes after it as it was found; whether that moves any.
    pub fn follow(&mut self, found: &Schedule) -> bool {
        let order_of = |ticket: usize| self.of_ticket.iter().position(|of| *of == ticket);
        let planned = |ticket: usize| Some(f64::from(found.served_s[order_of(ticket)?]?));
        self.asked_s = asked_for(self.asked, &self.seats, planned);
        let mut moves = false;
        for (order, ticket) in self.problem.orders.iter_mut().zip(&self.of_ticket) {
            let at_s = self.asked_s[*ticket].map_or(self.problem.now_s, |at| at.round() as S);
            moves |= at_s != order.at_s;
            order.at_s = at_s;
        }
        moves
    }
}
