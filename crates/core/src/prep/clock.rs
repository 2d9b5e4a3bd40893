//! One clock: every act set back from the plate, and what cannot be done side by side.

use super::doing::{Doing, Part, Spent};
use super::side::{Companion, Ends};
use crate::kit::{Kitchen, Listed, Shelf};
use crate::methods::Step;
use crate::plan::Plan;
use crate::run::{Clash, Need, What, When, act_id, clashes};
use std::collections::BTreeMap;

/// Shorter than this, hands are free again before anybody would notice, s.
const SHORT_S: f64 = 20.0;

/// A step of the card on the clock of the plate.
fn of_step(step: &Step, in_s: f64, lasts_s: f64, of: &str) -> Doing {
    let mut act = step.act.clone();
    act.when = When::At(in_s + step.act.at_s());
    for need in &mut act.needs {
        need.until_s += in_s;
    }
    let spent = match act.what {
        What::Off => Spent::Wait,
        _ if lasts_s <= SHORT_S => Spent::Hands,
        what => Spent::of(what, act.hands_s, lasts_s),
    };
    Doing {
        band: spent,
        part: Part::Fish,
        of: of.to_owned(),
        lasts_s,
        at_c: step.at_c,
        why: None,
        cues: step.cues.iter().map(|cue| (*cue).to_owned()).collect(),
        cautions: step
            .cautions
            .iter()
            .map(|c| c.message.clone().into_owned())
            .collect(),
        tied: false,
        act,
    }
}

/// When the fish goes in, s after the plate, where what comes after it takes so long.
pub fn in_s(plan: &Plan, after_s: f64) -> f64 {
    let off_s = plan.off_heat_s.max(plan.party_s() - plan.rest_s);
    -(off_s + plan.rest_s.max(after_s))
}

/// What the preparation tells itself: the steps of the card leave it out.
#[derive(Debug, Clone, Copy)]
pub struct Told {
    /// How it is coated.
    pub coat: bool,
    /// When it is salted.
    pub salt: bool,
}

/// The acts of the plan, batch after batch: what the card says to do to the fish while something heats stands just before it
/// goes in, and cleaning is told by what comes before.
pub fn of_plan(plan: &Plan, in_s: f64, of: &str, told: Told) -> Vec<Doing> {
    let steps = &plan.steps;
    let starts: &[f64] = plan.party.as_ref().map_or(&[0.0], |party| &party.starts_s);
    let mut all = vec![];
    for (batch, start_s) in starts.iter().enumerate() {
        let again = |step: &&Step| {
            let serves = step.act.what == What::Serve;
            (batch == 0 || step.act.at_s() >= 0.0) && (!serves || batch + 1 == starts.len())
        };
        for (i, step) in steps.iter().enumerate().filter(|(_, step)| again(step)) {
            let next = steps[i + 1..]
                .iter()
                .map(|next| next.act.at_s())
                .find(|s| *s > step.act.at_s());
            let lasts_s = next.map_or(step.act.hands_s, |s| s - step.act.at_s());
            let mut doing = of_step(step, in_s + start_s, lasts_s, of);
            if !step.salts() || told.salt {
                doing.act.words = step.alone().to_owned();
            }
            if let Some(words) = step.coats().filter(|_| !told.coat && batch == 0) {
                let hands_s = coating_s(plan.a_batch);
                let act = crate::run::Act::new(What::Coat, When::At(in_s - hands_s), words);
                all.push(Doing {
                    act: act.hands(hands_s),
                    band: Spent::Hands,
                    lasts_s: hands_s,
                    at_c: None,
                    cues: vec![],
                    cautions: vec![],
                    ..doing.clone()
                });
            }
            if step.act.what == What::HeatUp {
                doing.act.hands_s = doing.act.hands_s.min(HEAT_S);
            }
            if step.act.what == What::Serve {
                // Whatever comes after the fish: it is on the plate with everything else.
                doing.act.when = When::At(0.0);
            }
            if starts.len() > 1 && step.act.at_s() >= 0.0 && step.act.what != What::Serve {
                doing.act.words = format!(
                    "{} (batch {} of {})",
                    doing.act.words,
                    batch + 1,
                    starts.len()
                );
            }
            all.push(doing);
        }
    }
    all
}

/// When the way first touches the fish, s after the plate: coating it, or putting it in.
pub fn touched_s(acts: &[Doing], in_s: f64) -> f64 {
    let coats = acts.iter().filter(|doing| doing.act.what == What::Coat);
    coats.map(|doing| doing.act.at_s()).fold(in_s, f64::min)
}

/// Setting something to heat, s of hands.
const HEAT_S: f64 = 10.0;

/// Coating a batch, s of hands: once, and for each.
fn coating_s(pieces: u32) -> f64 {
    5.0 + 10.0 * f64::from(pieces)
}

/// The acts of a companion.
pub fn of_companion(companion: Companion, in_s: f64, off_s: f64) -> Vec<Doing> {
    let Companion {
        before,
        after,
        after_s,
        ends,
        ..
    } = companion;
    let end_s = match ends {
        Ends::Plate => 0.0,
        Ends::FishIn => in_s,
        // The fish is out when the first act after it begins.
        Ends::FishOut => off_s.max(-after_s),
        Ends::Ahead(s) => -f64::from(s),
    };
    let mut all = before.until(end_s);
    if let Some(after) = after {
        all.extend(after.until(0.0));
    }
    for doing in &mut all {
        doing.tied = matches!(ends, Ends::FishIn | Ends::FishOut);
    }
    all
}

/// The acts of a plan alone, on the clock of the plate.
pub fn plan_acts(plan: &Plan) -> Vec<Doing> {
    let told = Told {
        coat: false,
        salt: false,
    };
    let in_s = in_s(plan, 0.0);
    let acts = of_plan(plan, in_s, "fish", told);
    in_order(acts)
}

/// Puts all in the order of time and gives each a name of its own.
pub fn in_order(mut acts: Vec<Doing>) -> Vec<Doing> {
    acts.sort_by(|a, b| a.act.at_s().total_cmp(&b.act.at_s()));
    let mut so_many = BTreeMap::<(String, What), usize>::new();
    for doing in &mut acts {
        let n = so_many
            .entry((doing.of.clone(), doing.act.what))
            .or_default();
        *n += 1;
        doing.act.id = format!("{}.{}", doing.of, act_id(doing.act.what, *n));
    }
    acts
}

/// Two things that cannot both be done as they stand, in words.
pub fn double(acts: &[Doing], hands: usize, kitchen: &Kitchen) -> Vec<String> {
    let mut ofs: Vec<&str> = acts.iter().map(|doing| doing.of.as_str()).collect();
    ofs.sort_unstable();
    ofs.dedup();
    let chains: Vec<Vec<crate::run::Act>> = ofs
        .iter()
        .map(|of| {
            let its = acts.iter().filter(|doing| doing.of == *of).map(|doing| {
                let mut act = doing.act.clone();
                if act.hands_s <= SHORT_S {
                    act.hands_s = 0.0;
                }
                act
            });
            its.collect()
        })
        .collect();
    let cooks: Vec<(f64, &[crate::run::Act])> =
        chains.iter().map(|acts| (0.0, acts.as_slice())).collect();
    let there = |need: &Need| places(kitchen, need);
    let words = |(cook, id): &(usize, String)| {
        let found = chains[*cook].iter().find(|act| act.id == *id);
        found.map_or_else(String::new, |act| act.words.clone())
    };
    let found = clashes(&cooks, hands, there)
        .into_iter()
        .map(|clash| match clash {
            Clash::Hands { of, .. } => {
                format!(
                    "Two things want the same hands: \"{}\" and \"{}\".",
                    words(&of[0]),
                    words(&of[1])
                )
            }
            Clash::Place { like, of, .. } => {
                let one = place_words(like);
                format!(
                    "{one} short: \"{}\" and \"{}\".",
                    words(&of[0]),
                    words(&of[1])
                )
            }
        });
    found.collect()
}

fn place_words(like: &str) -> &'static str {
    match like {
        "hobs" => "A ring is",
        "ovens" => "An oven shelf is",
        "fryers" => "A fryer is",
        _ => "Something is",
    }
}

/// How many of it there are in this kitchen.
fn places(kitchen: &Kitchen, need: &Need) -> usize {
    let places = |key: &str| kitchen.kit.places(need.like, key);
    match &need.thing {
        Some(key) => places(key).max(1),
        None => {
            let shelves = [
                crate::kit::Hob::SHELF,
                crate::kit::Oven::SHELF,
                crate::kit::Fryer::SHELF,
            ];
            let shelf: Option<Shelf> = shelves.into_iter().find(|shelf| shelf.list() == need.like);
            let all = shelf.map_or(1, |shelf| {
                kitchen
                    .kit
                    .names(shelf)
                    .iter()
                    .map(|(key, _)| places(key))
                    .max()
                    .unwrap_or(0)
            });
            all.max(1)
        }
    }
}
