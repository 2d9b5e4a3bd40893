//! More pieces than go in at once: batch after batch, from the first in to the last served, and what waiting does to the
//! first.

use super::answer::{Party, Plan};
use super::asked::Cooking;
use crate::fish::Notice;
use crate::heat::{Body, Moment, Sink};
use crate::kit::Shelf;
use crate::methods::Step;
use crate::run::{Bench, Fidelity, Truth, What};
use crate::target::Rules;

/// To lift one piece out and lay one in, s. common practice, no source.
const LIFTED_S: f64 = 6.0;
/// No batch takes the hands for longer, s.
const MOST_LIFTED_S: f64 = 90.0;
/// An oven, a grate or a steamer is hot again after the door or the lid, s. common practice, no source.
const BACK_S: f64 = 60.0;
/// It is hot again when it is so near, K; nobody waits longer for that, s.
const NEAR_K: f64 = 3.0;
const LONGEST_BACK_S: f64 = 900.0;

/// A cook turns the fire up by so much between two batches, K. common practice, no source.
const TURNED_UP_K: f64 = 60.0;
/// More than so many batches is said to be many.
const MANY: u32 = 5;

/// Where the pan or the bath goes.
struct Last(f64);

impl Sink for Last {
    fn step(&mut self, moment: &Moment<'_>) {
        self.0 = moment.reservoir_c.unwrap_or(self.0);
    }
}

/// For a plan of one batch; none where nothing that has a size is used.
pub(super) fn party(cooking: &Cooking<'_>, plan: &Plan) -> Option<Party> {
    let room = cooking.room.as_ref().filter(|room| room.most > 0)?;
    let batches = room.batches(cooking.all);
    let a_batch = cooking.piece.pieces;
    let one = Party {
        on: room.on.clone(),
        most: room.most,
        a_batch,
        batches,
        last: cooking.all.saturating_sub((batches - 1) * a_batch),
        starts_s: vec![0.0],
        between_s: 0.0,
        party_s: plan.off_heat_s + plan.rest_s,
        first_waits_s: 0.0,
        first_then_c: None,
    };
    if batches == 1 || cooking.piece.beside_m2 > 0.0 {
        return Some(one);
    }
    let more = f64::from(batches - 1);
    let lifted_s = (2.0 * LIFTED_S * f64::from(a_batch)).min(MOST_LIFTED_S);
    let between_s = (lifted_s + back_s(cooking, plan)).round();
    let every_s = plan.off_heat_s + between_s;
    let waits_s = more * every_s;
    Some(Party {
        starts_s: (0..batches).map(|i| f64::from(i) * every_s).collect(),
        between_s,
        party_s: waits_s + plan.off_heat_s + plan.rest_s,
        first_waits_s: waits_s,
        first_then_c: Some(after_waiting_c(cooking, plan, waits_s)),
        ..one
    })
}

/// How long the fire takes to come back after a batch, s.
fn back_s(cooking: &Cooking<'_>, plan: &Plan) -> f64 {
    /// Steps of a look at it, s.
    const LOOK_S: f64 = 5.0;
    let programme = &cooking.programme;
    let heated = programme.reservoir.filter(|body| body.body != Body::Ware);
    let Some(body) = heated.filter(|_| plan.off_heat_s > 0.0) else {
        return BACK_S;
    };
    let bench = Bench::new(&Truth::asked(&cooking.piece), programme, Fidelity::ROUGH);
    let mut last = Last(body.start_c);
    bench.begin().to(&plan.timeline, plan.off_heat_s, &mut last);
    let (mut now, mut s) = ([last.0; 2], 0.0);
    while now[0] < body.start_c - NEAR_K && s < LONGEST_BACK_S {
        now = body.step_both(now, body.start_c + TURNED_UP_K, 0.0, LOOK_S);
        s += LOOK_S;
    }
    s
}

/// The middle of the first when the last are served, C.
fn after_waiting_c(cooking: &Cooking<'_>, plan: &Plan, waits_s: f64) -> f64 {
    let programme = &cooking.programme;
    let waiting = programme.timeline_of_sides(&plan.sides_s, plan.rest_s + waits_s);
    let bench = Bench::new(&Truth::asked(&cooking.piece), programme, Fidelity::ROUGH);
    let mut run = bench.begin();
    run.to(&waiting, waiting.end_s(), &mut ());
    let flesh = &run.heat().t_c[bench.column.grid.flesh.clone()];
    bench.column.grid.sample_flesh(flesh, 0.5)
}

/// Why so many batches are no way to feed a party.
pub(super) fn many(party: &Party) -> Option<Notice> {
    let (n, minutes) = (party.batches, party.party_s / 60.0);
    let wait = party.first_waits_s / 60.0;
    let words = format!(
        "{n} batches take {minutes:.0} minutes, and the first wait {wait:.0} of them. A larger one, or a way with more room, \
         feeds so many together."
    );
    (n > MANY).then(|| Notice::computed("many_batches", words, None))
}

/// Within so long cooked fish that is not kept hot is eaten or chilled, h: see the rule.
const WARM_H: f64 = 2.0;

/// The first must not stand warm until the last are done.
pub(super) fn stands(party: &Party, rules: Rules) -> Option<Notice> {
    let h = party.first_waits_s / 3600.0;
    (h > WARM_H).then(|| Notice::by("first_stand_warm", rules).hours(h))
}

/// What the steps say of it.
pub(crate) fn say(party: &Party, shelf: Shelf, steps: &mut [Step]) {
    if party.batches < 2 {
        return;
    }
    let (n, batches) = (party.a_batch, party.batches);
    let next = match shelf {
        Shelf::Fryers => "Let the oil come back, then the next go in.",
        Shelf::Pans | Shelf::RidgedPans => "Wipe the pan, let it come back, then the next go in.",
        Shelf::Pots => "Let the liquid come back, then the next go in.",
        _ => "Let it come back to heat, then the next go in.",
    };
    for step in steps {
        match step.what() {
            What::In => {
                let words = &mut step.act.words;
                *words = format!("{words}. {n} at a time, in {batches} batches");
            }
            What::Off => step.cues.push(next),
            _ => {}
        }
    }
}
