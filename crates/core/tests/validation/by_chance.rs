//! Cooks for guests at risk as chance has them: what must never come of any of them.

use super::notes::{many, note};
use super::promise::{at_risk, event, fold};
use cindo_core::cook::{Event, Happened, Phase};
use rayon::prelude::*;

/// Numbers that look like chance and are the same each time (splitmix64).
struct Chance(u64);

impl Chance {
    fn below(&mut self, n: u64) -> u64 {
        self.0 = self.0.wrapping_add(0x9E37_79B9_7F4A_7C15);
        let mut x = self.0;
        x = (x ^ (x >> 30)).wrapping_mul(0xBF58_476D_1CE4_E5B9);
        x = (x ^ (x >> 27)).wrapping_mul(0x94D0_49BB_1331_11EB);
        (x ^ (x >> 31)) % n
    }

    fn between(&mut self, low: f64, high: f64) -> f64 {
        low + (high - low) * self.below(1 << 20) as f64 / f64::from(1 << 20)
    }
}

/// A cook as chance has it: readings true and false, of spots new and old, offs, backs, heat, undoings, an early or a
/// late clock.
fn by_chance(chance: &mut Chance) -> (Vec<Event>, f64) {
    let mut events = vec![event(Happened::In, 0.0)];
    let spots = ["", "a", "b", "c", "d"];
    let mut at_s = 0.0;
    for i in 0..chance.below(9) {
        // Mostly seconds or minutes, seldom hours; sometimes back in time, as a clock that jumps.
        at_s += match chance.below(30) {
            0..3 => chance.between(-300.0, 0.0),
            3..17 => chance.between(0.0, 70.0),
            17..29 => chance.between(60.0, 900.0),
            _ => chance.between(3600.0, 15_000.0),
        };
        let id = format!("e{i}");
        let spot = spots[chance.below(5) as usize];
        let c = match chance.below(5) {
            0 => chance.between(-40.0, 150.0),
            1 => chance.between(40.0, 66.0),
            _ => chance.between(66.0, 74.0),
        };
        events.push(match chance.below(16) {
            0..9 if spot.is_empty() => Event::probe(id, at_s, c),
            0..9 => Event::probe_at(id, at_s, c, spot),
            9 | 10 => Event::new(id, at_s, Happened::Off),
            11 => Event::new(id, at_s, Happened::Back),
            12 => {
                let says = ["off", "on"][chance.below(2) as usize];
                Event::new(id, at_s, Happened::heat(says))
            }
            13 => {
                let of = format!("e{}", chance.below(i.max(1)));
                Event::new(id, at_s, Happened::undone(&of))
            }
            14 => Event::new(id, at_s, Happened::SERVED),
            _ => Event::new(id, at_s, Happened::Basted),
        });
    }
    let last_s = events.iter().map(|e| e.at_s).fold(0.0, f64::max);
    (events, last_s + chance.between(0.0, 400.0))
}

/// What stands without what was undone, in order, counted anew and by hand: nothing of the fold is asked.
fn counted(events: &[Event]) -> Vec<Event> {
    let mut all = events.to_vec();
    all.sort_by(|a, b| a.at_s.total_cmp(&b.at_s).then_with(|| a.id.cmp(&b.id)));
    let mut gone: Vec<String> = vec![];
    for e in all.iter().rev() {
        match &e.happened {
            Happened::Undone { of } if !gone.contains(&e.id) => gone.push(of.clone()),
            _ => {}
        }
    }
    all.retain(|e| !matches!(e.happened, Happened::Undone { .. }) && !gone.contains(&e.id));
    all
}

/// Two readings of two spots within a minute, both high enough, none after them lower.
fn two_spots(events: &[Event], shows_c: f64) -> bool {
    let read = |e: &Event| match &e.happened {
        Happened::Probe { c, spot, .. } if e.at_s >= 0.0 => Some((e.at_s, *c, spot.clone())),
        _ => None,
    };
    let reads: Vec<(f64, f64, Option<String>)> = events.iter().filter_map(read).collect();
    reads.iter().enumerate().any(|(j, second)| {
        let high = |read: &(f64, f64, Option<String>)| read.1 >= shows_c;
        let first = reads[..j]
            .iter()
            .any(|first| high(first) && first.2 != second.2 && second.0 - first.0 <= 60.0);
        high(second) && first && reads[j + 1..].iter().all(high)
    })
}

/// For guests at risk "Serve" never stands, nor is `served` taken, unless two spots that agree or the slow clock released
/// it; no single reading releases; what is advised never serves; and no more than four hours after it was off.
#[test]
fn law_nothing_is_served_over_doubt() {
    let plan = at_risk();
    let card = cindo_core::plan::plan(&plan).unwrap();
    let (clock_s, shows_c) = (card.off_heat_s, card.probe.unwrap().shows_c);
    let tried: Vec<(bool, bool)> = (0..many(400, 900))
        .into_par_iter()
        .map(|seed| {
            let (events, now_s) = by_chance(&mut Chance(seed * 7919 + 1));
            let standing = fold(&plan, &events, now_s);
            let stands = counted(&events);
            let said = || {
                let told = events
                    .iter()
                    .map(|e| format!("{} {:?}@{:.0}", e.id, e.happened, e.at_s));
                let told = told.collect::<Vec<_>>().join("; ");
                format!("{seed}: {told}; now {now_s:.0}: {:?}", standing.next())
            };
            let serve = standing
                .next()
                .is_some_and(|next| [&next.done, &next.instead].contains(&&Some(Happened::SERVED)));
            if serve || standing.phase == Phase::Served {
                // Served, what was read before that counts; reheated it wants more, and only two spots do.
                let served = (0..stands.len()).filter(|i| stands[*i].happened == Happened::SERVED);
                let mut ends = served.chain([stands.len()]);
                let pair = ends.any(|end| two_spots(&stands[..end], shows_c));
                let offs =
                    |e: &&Event| matches!(e.happened, Happened::Off | Happened::Served { .. });
                let off = stands.iter().rev().find(offs);
                let by_clock = off.is_some_and(|e| e.at_s + 3.0 >= clock_s);
                assert!(pair || by_clock, "{}", said());
                assert_eq!(standing.released, Some(true), "{}", said());
            }
            if serve {
                let since_s = standing.holding.unwrap().since_s;
                assert!(now_s < since_s + 4.0 * 3600.0, "{}", said());
            }
            for option in standing.advice.iter().flat_map(|advice| &advice.options) {
                assert!(
                    !matches!(option.done, Happened::SERVED | Happened::Off),
                    "{option:?} {}",
                    said()
                );
            }
            (serve, standing.phase == Phase::Served)
        })
        .collect();
    let count = |which: &dyn Fn(&(bool, bool)) -> bool| tried.iter().filter(|t| which(t)).count();
    let (serve, served) = (count(&|t| t.0), count(&|t| t.1));
    note(
        format!("sequences by chance for guests at risk, of {}", tried.len()),
        format!("to be served {serve}, served {served}"),
        "each by two spots or the clock",
    );
    // It says something: both come about, when enough are tried.
    assert!(
        serve > 3 && (served > 0 || tried.len() < 900),
        "{serve} {served}"
    );
}
