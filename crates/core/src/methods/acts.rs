//! What the acts of a method take: hands, things of the kitchen, and how long each may wait.
//!
//! Common practice, no source, for every figure here: an arm's reach a piece, half a minute for what is carried. They are
//! what a cook cannot do anything else in, not what is watched.

use super::advice::{PROBE_S, Step, Story};
use super::settings::Chosen;
use crate::fish::Piece;
use crate::kit::{Fryer, Kitchen, Listed, Shelf};
use crate::run::{Costs, Hot, Need, Place, What};

/// Seconds of hands: once, and for each piece.
fn hands_s(what: What, piece: &Piece) -> f64 {
    let (once, each) = match what {
        What::HeatUp | What::Boil | What::Halfway | What::IntoOven => (10.0, 0.0),
        What::In | What::BackOn => (5.0, 4.0),
        What::Turn => (3.0, 4.0),
        What::LidOn | What::LidOff => (3.0, 0.0),
        What::FireLow | What::Adjust | What::Look => (5.0, 0.0),
        What::Probe => (PROBE_S, 0.0),
        What::Off | What::SetAside => (4.0, 3.0),
        What::Serve => (5.0, 5.0),
        What::Chill | What::Discard | What::Drain => (10.0, 0.0),
        What::Salt => (3.0, 2.0),
        What::Coat => (5.0, 10.0),
        What::Cut => (10.0, 20.0),
        What::Thaw | What::Clean | What::Dry | What::Fill => (5.0, 20.0),
        What::Marinate | What::Temper | What::Mix => (20.0, 0.0),
        What::Rest => (0.0, 0.0),
    };
    once + each * at_once(piece)
}

/// Pieces that a hand takes one by one: what is small is tossed and shovelled.
fn at_once(piece: &Piece) -> f64 {
    /// More are moved with a shovel or a basket.
    const MOST: f64 = 6.0;
    f64::from(piece.pieces).min(MOST)
}

/// Drying and coating each piece by hand, s.
pub fn coating_s(piece: &Piece) -> f64 {
    hands_s(What::Coat, piece)
}

/// A pan that waits, and fish in the rest: how long nothing is lost, s.
const PAN_WAITS_S: f64 = 60.0;
const OVEN_WAITS_S: f64 = 900.0;
const PLATE_WAITS_S: f64 = 120.0;
/// A turn may be late by this share of the time on the heat.
const TURN_SHARE: f64 = 0.1;
/// And off by this share, where the plan has no window of its own.
const OFF_SHARE: f64 = 0.05;

/// How long an act may wait, and what it costs to wait longer.
fn waits(step: &Step, story: &Story<'_>) -> Option<(f64, Costs)> {
    let off_s = story.timeline.off_s;
    match step.act.what {
        What::In => {
            let oven = story.heating.iter().all(|h| h.what == Hot::Oven);
            Some(if oven {
                (OVEN_WAITS_S, Costs::Smokes)
            } else {
                (PAN_WAITS_S, Costs::Smokes)
            })
        }
        What::Turn
        | What::Halfway
        | What::SetAside
        | What::IntoOven
        | What::FireLow
        | What::LidOn => Some((TURN_SHARE * off_s, Costs::Uneven)),
        What::Off => Some((OFF_SHARE * off_s, Costs::Overdone)),
        What::Serve => Some((story.timeline.eats_s.max(PLATE_WAITS_S), Costs::Cools)),
        _ => None,
    }
}

/// What of a thing is taken, and by what it is heated.
fn place(shelf: Shelf) -> Option<(Place, &'static [Hot])> {
    match shelf {
        Shelf::Pans | Shelf::RidgedPans => Some((Place::Whole, &[Hot::Pan])),
        Shelf::Hobs => Some((Place::Ring, &[Hot::Pan, Hot::Liquid])),
        Shelf::Ovens => Some((Place::Shelf, &[])),
        Shelf::Broilers => Some((Place::Whole, &[Hot::Oven])),
        Shelf::Fryers => Some((Place::Whole, &[Hot::Oil])),
        Shelf::Pots | Shelf::Steamers => Some((Place::Whole, &[Hot::Liquid])),
        Shelf::Grates => Some((Place::Whole, &[Hot::Grill])),
        Shelf::Wares | Shelf::Baskets | Shelf::Stands => Some((Place::Whole, &[])),
        Shelf::Presses | Shelf::Fats => None,
    }
}

/// Fills in what each act takes.
pub fn fill(
    steps: &mut [Step],
    piece: &Piece,
    chosen: &Chosen,
    kitchen: &Kitchen,
    story: &Story<'_>,
) {
    for step in steps.iter_mut() {
        if step.act.hands_s <= 0.0 {
            step.act.hands_s = hands_s(step.act.what, piece);
        }
        if let Some((s, costs)) = waits(step, story) {
            step.act.may_wait_s = Some(s);
            step.act.costs = Some(costs);
        }
    }
    let off_s = story.timeline.off_s;
    let into_oven_s = story.timeline.first(What::IntoOven);
    let aside_s = story.timeline.first(What::SetAside);
    for (shelf, thing) in chosen.things() {
        let Some((place, heated)) = place(shelf) else {
            continue;
        };
        // Who heats it takes it; what is not heated by itself is taken when the fish goes in, an oven after the hob when it
        // goes there.
        let later = matches!(shelf, Shelf::Ovens | Shelf::Wares) && into_oven_s.is_some();
        let into = if later { What::IntoOven } else { What::In };
        let heats = |step: &Step| step.heats.is_some_and(|hot| heated.contains(&hot));
        let at = steps.iter().position(heats);
        let at = at.or_else(|| steps.iter().position(|step| step.act.what == into));
        let Some(step) = at.and_then(|i| steps.get_mut(i)) else {
            continue;
        };
        let until_s = match shelf {
            Shelf::Hobs => aside_s.or(into_oven_s).unwrap_or(off_s),
            Shelf::Pans => aside_s.unwrap_or(off_s),
            _ => off_s,
        };
        let at_c = story.heating.iter().find(|h| heated.contains(&h.what));
        step.act.needs.push(Need {
            like: shelf.list(),
            thing: Some(thing.to_owned()),
            place,
            at_c: at_c.map(|h| h.to_c),
            until_s,
        });
        let fryer = |key| kitchen.kit.find::<Fryer>(key);
        if shelf == Fryer::SHELF && fryer(thing).is_ok_and(|fryer| fryer.on_hob) {
            step.act.needs.push(Need {
                like: Shelf::Hobs.list(),
                thing: None,
                place: Place::Ring,
                at_c: None,
                until_s,
            });
        }
    }
    // What has no setting of its own is one of its kind.
    for step in steps.iter_mut().filter(|step| step.act.needs.is_empty()) {
        let Some(hot) = step.heats else { continue };
        let at_c = story.heating.iter().find(|h| h.what == hot);
        let things: &[Shelf] = match hot {
            Hot::Pan => &[Shelf::Pans, Shelf::Hobs],
            Hot::Liquid => &[Shelf::Pots, Shelf::Hobs],
            Hot::Oven => &[Shelf::Ovens],
            Hot::Oil => &[Shelf::Fryers],
            Hot::Grill => &[Shelf::Grates],
        };
        for shelf in things {
            let Some((place, _)) = place(*shelf) else {
                continue;
            };
            step.act.needs.push(Need {
                like: shelf.list(),
                thing: None,
                place,
                at_c: at_c.map(|h| h.to_c),
                until_s: off_s,
            });
        }
    }
    crate::run::name(steps.iter_mut().map(|step| &mut step.act));
}
