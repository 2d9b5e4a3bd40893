//! Events on a clock of their own (seconds since a cook was begun) and on the one a fold counts by.

use super::event::{Event, Happened};
use super::order::in_order;

/// Events and the time now as counted from when the fish met the heat. Where it has not yet, from now: what has
/// happened has times below 0. Answers events, now, and where on the given clock zero lies.
pub fn from_in(events: &[Event], now_s: f64) -> (Vec<Event>, f64, f64) {
    let met = in_order(events)
        .into_iter()
        .find(|e| e.happened == Happened::In && e.at_s <= now_s);
    let zero_s = met.map_or(now_s, |e| e.at_s);
    let moved = events.iter().map(|event| Event {
        at_s: event.at_s - zero_s,
        ..event.clone()
    });
    (moved.collect(), now_s - zero_s, zero_s)
}

/// It is on the plate or given up, whatever comes after.
pub fn has_ended(events: &[Event]) -> bool {
    in_order(events).iter().any(|e| e.happened.ends())
}

#[cfg(test)]
mod tests {
    use super::*;

    /// Before it is in everything lies before now; after, zero is when it went in; and taken back, it is not in.
    #[test]
    fn zero_is_when_the_fish_met_the_heat() {
        let heating = Event::new("a", 100.0, Happened::Heating);
        let (events, now_s, zero_s) = from_in(std::slice::from_ref(&heating), 400.0);
        assert_eq!((events[0].at_s, now_s, zero_s), (-300.0, 0.0, 400.0));
        let all = [heating.clone(), Event::new("b", 450.0, Happened::In)];
        let (events, now_s, zero_s) = from_in(&all, 470.0);
        assert_eq!(
            (events[0].at_s, events[1].at_s, now_s, zero_s),
            (-350.0, 0.0, 20.0, 450.0)
        );
        let undone = Event::new("c", 480.0, Happened::undone("b"));
        let (_, now_s, _) = from_in(&[heating, all[1].clone(), undone], 500.0);
        assert_eq!(now_s, 0.0);
    }
}
