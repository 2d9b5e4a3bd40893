//! The march of several columns, like or unlike, that share one pan or bath.

use super::march::{Marcher, Spell};
use super::reservoir::Reservoir;
use super::sink::Sink;
use super::track::Track;

/// Columns that share a reservoir march side by side at most this long before their heat is
/// counted, s.
const TOGETHER_S: f64 = 0.5;

/// One column among several in one pan or bath.
#[derive(Debug)]
pub struct Sharer<'a> {
    /// It.
    pub marcher: Marcher<'a>,
    /// What its faces see, one spell after another. The sum of durations may differ.
    pub spells: Vec<Spell>,
    /// It goes in so long after the first, s.
    pub waits_s: f64,
    /// Area of its faces by area of the reservoir.
    pub cover_share: f64,
    /// Of a plate, area under one piece, m2.
    pub patch_m2: f64,
}

/// Marches columns, like or unlike, on one reservoir: each draws its own heat, and the sum moves
/// the one temperature that all of them see. The fire is as the first that lies on it has it. A
/// column that rests covers nothing, and one whose spells are over leaves. Answers where the reservoir went and hands each step to the sink
/// of its column.
///
/// # Panics
/// When there are not as many sinks as sharers: a slip of the caller.
pub fn march_together<S: Sink>(
    reservoir: &Reservoir,
    sharers: &mut [Sharer<'_>],
    sinks: &mut [S],
) -> Track {
    assert_eq!(sharers.len(), sinks.len(), "a sink for each column");
    let mut both = [reservoir.start_c; 2];
    let mut track = Track::default();
    let mut t_s = 0.0;
    let mut fire_c = reservoir.start_c;
    track.push(t_s, both[0]);
    let mut places: Vec<(usize, f64)> = vec![(0, 0.0); sharers.len()];
    for (sharer, sink) in sharers.iter().zip(sinks.iter_mut()) {
        sink.step(&sharer.marcher.moment(0.0));
    }
    loop {
        // The longest that nobody's faces change.
        let left = |sharer: &Sharer<'_>, (i, into_s): (usize, f64)| {
            if sharer.waits_s - t_s > 1e-9 {
                return Some(sharer.waits_s - t_s);
            }
            sharer.spells.get(i).map(|spell| spell.duration_s - into_s)
        };
        let spans = sharers.iter().zip(&places).filter_map(|(s, p)| left(s, *p));
        let dt_s = spans.fold(f64::INFINITY, f64::min).min(TOGETHER_S);
        if dt_s == f64::INFINITY
            || sharers
                .iter()
                .zip(&places)
                .all(|(s, p)| left(s, *p).is_none())
        {
            return track;
        }
        let (mut load_w_m2, mut set_c) = (0.0, None);
        let (mut cover_share, mut patches_m2) = (0.0, 0.0);
        for ((sharer, sink), place) in sharers.iter_mut().zip(sinks.iter_mut()).zip(&mut places) {
            if sharer.waits_s - t_s > 1e-9 {
                continue;
            }
            let Some(spell) = sharer.spells.get(place.0).copied() else {
                continue;
            };
            if place.1 == 0.0 {
                sharer.marcher.faces_change();
            }
            sharer.marcher.hold_reservoir(both[0]);
            let before = sharer.marcher.ledger().drawn_j_m2;
            let part = Spell {
                duration_s: dt_s,
                ..spell
            };
            sharer.marcher.march(&part, sink, |_| false);
            let drawn = sharer.marcher.ledger().drawn_j_m2 - before;
            if spell.low.on_reservoir() || spell.high.on_reservoir() {
                cover_share += sharer.cover_share;
                patches_m2 += sharer.cover_share * sharer.patch_m2;
                load_w_m2 += sharer.cover_share * drawn / dt_s.max(1e-9);
                set_c = set_c.or(Some(spell.set_c));
            }
            place.1 += dt_s;
            if spell.duration_s - place.1 <= 1e-9 {
                *place = (place.0 + 1, 0.0);
            }
        }
        let shared = Reservoir {
            cover_share,
            patch_m2: if cover_share > 0.0 {
                patches_m2 / cover_share
            } else {
                reservoir.patch_m2
            },
            ..*reservoir
        };
        // With nobody on it the fire stays as it was.
        fire_c = set_c.unwrap_or(fire_c);
        both = shared.step_both(both, fire_c, load_w_m2, dt_s);
        t_s += dt_s;
        track.push(t_s, both[0]);
    }
}
