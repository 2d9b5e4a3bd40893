//! From a dish and its run to a job: its acts in whole seconds, the slack that the run leaves each, what it holds.

use super::problem::{Hold, S, Task, Thing, Variant};
use super::runs::Ran;
use crate::prep::{Doing, Part};
use crate::run::{Need, What, When};

/// A job as it is told: which acts its tasks are.
#[derive(Debug, Clone)]
pub struct Told {
    /// The acts, in the order of the tasks.
    pub acts: Vec<Doing>,
    /// What the search knows of it.
    pub variant: Variant,
    /// Making its plates, s.
    pub plate_s: S,
}

/// Things of the kitchen that are used, in the order they are met.
#[derive(Debug, Default)]
pub struct Used {
    pub things: Vec<Thing>,
}

impl Used {
    /// Where a thing stands among them.
    pub fn at(&mut self, list: &str, key: &str, places: usize) -> usize {
        let same = |thing: &Thing| thing.list == list && thing.key == key;
        if let Some(at) = self.things.iter().position(same) {
            return at;
        }
        self.things.push(Thing {
            list: list.to_owned(),
            key: key.to_owned(),
            places: places.max(1),
            one_heat: list == OVENS,
            down: None,
        });
        self.things.len() - 1
    }
}

const OVENS: &str = "ovens";

/// What is done long before, cold: it can be done sooner.
fn is_mise(what: What) -> bool {
    matches!(
        what,
        What::Thaw
            | What::Clean
            | What::Dry
            | What::Fill
            | What::Marinate
            | What::Temper
            | What::Mix
            | What::Salt
            | What::Cut
    )
}

/// Cold work may be done so much sooner, s. common practice, no source: within the half hour, in the fridge.
const SOONER_S: S = 1200;
/// What only waits for its time may be a tenth of it sooner or later.
const WAITS_SHARE: f64 = 0.1;
/// A ring or an oven may be hot so much sooner, s.
const HOT_SOONER_S: f64 = 300.0;
/// Coated, and then into the heat, s.
const COATED_S: S = 20;
/// A look or a probe may wait, s.
const LOOK_S: S = 15;
/// Putting one plate together, s of hands. common practice, no source.
const PLATE_S: (S, S) = (5, 5);

/// Sauces and what is made ahead keep so long, s: two hours.
const AHEAD_S: f64 = 7200.0;
/// Cooked fish covered and warm: 5 min when thin, 10 when thick. common practice, no source.
const COVERED_S: (S, S) = (300, 600);
const THIN_MM: f64 = 20.0;
/// Whatever it is, it may stand while the plates are made, s.
const LEAST_S: S = 60;
/// What is crisp goes soft under a cover: it stands open, so long, s. common practice, no source.
const CRISP_S: S = 180;

fn slack(doing: &Doing, into: Option<&Doing>, ran: &Ran, fish: bool) -> (S, S) {
    let wait = doing.act.may_wait_s.unwrap_or(0.0);
    let whole = |s: f64| s.floor() as S;
    let plan = ran.plan.as_ref();
    match doing.act.what {
        What::Salt | What::Marinate | What::Temper | What::Thaw => {
            (whole(WAITS_SHARE * doing.lasts_s).min(SOONER_S), 0)
        }
        what if is_mise(what) => (SOONER_S, 0),
        What::Coat => (COATED_S, 0),
        What::HeatUp | What::Boil => {
            let waits = into.and_then(|into| into.act.may_wait_s);
            (whole(waits.unwrap_or(HOT_SOONER_S).min(HOT_SOONER_S)), 0)
        }
        What::Turn
        | What::Halfway
        | What::SetAside
        | What::IntoOven
        | What::LidOn
        | What::FireLow
            if fish =>
        {
            (whole(0.5 * wait), whole(wait))
        }
        What::Off if fish => plan.map_or((0, 0), |plan| {
            (whole(plan.window.early_s), whole(plan.window.late_s))
        }),
        What::Look | What::Probe => (0, LOOK_S),
        _ => (0, 0),
    }
}

/// One lane of acts as a job: what belongs to a fish, or a companion.
pub struct Lane<'a> {
    pub acts: Vec<&'a Doing>,
    pub ran: &'a Ran,
    /// It is the fish.
    pub fish: bool,
    /// So many plates.
    pub plates: u32,
    /// The oil is hot before the first ticket comes.
    pub oil_hot: bool,
}

/// Hot oil comes back after a lot within so long, s. common practice, no source.
const OIL_BACK_S: f64 = 45.0;

/// The lanes of a run: the fish with what is tied to it, and each companion.
pub fn lanes(ran: &Ran, plates: u32, mise_done: bool) -> Vec<Lane<'_>> {
    let whole = ran.plan.is_none();
    let mut lanes: Vec<(&str, Vec<&Doing>)> = vec![];
    for doing in &ran.acts {
        let of_fish = matches!(
            doing.part,
            Part::Fish | Part::Salt | Part::Marinade | Part::Coat
        );
        let key = if whole {
            "side"
        } else if of_fish || doing.tied {
            "fish"
        } else {
            doing.of.as_str()
        };
        match lanes.iter_mut().find(|(of, _)| *of == key) {
            Some((_, acts)) => acts.push(doing),
            None => lanes.push((key, vec![doing])),
        }
    }
    let all = lanes.into_iter().filter_map(|(of, acts)| {
        let fish = of == "fish" && !whole;
        let acts = if mise_done { hot(acts, fish) } else { acts };
        let does = acts.iter().any(|doing| doing.act.what != What::Serve);
        does.then_some(Lane {
            acts,
            ran,
            fish,
            plates,
            oil_hot: mise_done,
        })
    });
    all.collect()
}

/// Oil that is hot already only comes back before the fish goes in.
fn comes_back(acts: &mut [Doing]) {
    let goes_in = acts.iter().find(|doing| doing.act.what == What::In);
    let Some(in_s) = goes_in.map(|doing| doing.act.at_s()) else {
        return;
    };
    for doing in acts.iter_mut().filter(|doing| heats_oil(doing)) {
        doing.act.when = When::At(in_s - OIL_BACK_S);
        doing.lasts_s = OIL_BACK_S;
        "The oil is back at its heat".clone_into(&mut doing.act.words);
    }
}

fn heats_oil(doing: &Doing) -> bool {
    let oil = |need: &Need| need.like == "fryers";
    doing.act.what == What::HeatUp && doing.act.needs.iter().any(oil)
}

/// Without what was done before: of a fish what is cold work, of anything else all up to the last of it.
fn hot(acts: Vec<&Doing>, fish: bool) -> Vec<&Doing> {
    if fish {
        let goes_in = acts.iter().find(|doing| doing.act.what == What::In);
        let in_s = goes_in.map_or(0.0, |doing| doing.act.at_s());
        let kept = acts
            .into_iter()
            .filter(|doing| !(is_mise(doing.act.what) && doing.act.at_s() < in_s))
            // Of a side that is tied to it only what comes after the fish.
            .filter(|doing| !doing.tied || doing.act.at_s() >= in_s);
        return kept.collect();
    }
    // What lies further back than this was done before: boiled and dried, blanched, made ahead.
    const BEFORE_S: f64 = 2700.0;
    let end_s = acts
        .last()
        .map_or(0.0, |doing| doing.act.at_s() + doing.lasts_s);
    let cold = |doing: &&Doing| {
        let stands = matches!(doing.act.what, What::Drain | What::Rest);
        is_mise(doing.act.what) || stands && doing.lasts_s >= 60.0
    };
    let last_cold = acts
        .iter()
        .take(acts.len().saturating_sub(1))
        .rposition(cold)
        .map_or(0, |at| at + 1);
    acts.into_iter()
        .enumerate()
        .filter(|(i, doing)| *i >= last_cold && end_s - doing.act.at_s() <= BEFORE_S)
        .map(|(_, doing)| doing)
        .collect()
}

/// How many of a need there are and which: filled in by whoever knows the kitchen.
pub trait Places {
    /// Any one of these will do.
    fn any_of(&mut self, need: &Need) -> Vec<usize>;
}

/// A lane as a job.
pub fn told(lane: &Lane<'_>, places: &mut dyn Places) -> Option<Told> {
    let plan = lane.ran.plan.as_ref();
    // A fish rests by itself; rice left shut is an act of its own.
    let serve = |what: What| what == What::Serve || lane.fish && what == What::Rest;
    let mut acts: Vec<Doing> = lane
        .acts
        .iter()
        .filter(|doing| !serve(doing.act.what))
        .map(|doing| (*doing).clone())
        .collect();
    if lane.oil_hot {
        comes_back(&mut acts);
    }
    acts.sort_by(|a, b| a.act.at_s().total_cmp(&b.act.at_s()));
    let last = acts.last()?;
    let (end_s, zero_s) = (
        last.act.at_s() + last.lasts_s.max(last.act.hands_s),
        acts.iter()
            .find(|doing| lane.fish && doing.act.what == What::In)
            .map_or(last.act.at_s() + last.lasts_s, |doing| doing.act.at_s()),
    );
    let into = acts
        .iter()
        .find(|doing| doing.act.what == What::In)
        .cloned();
    let mut tasks: Vec<Task> = acts
        .iter()
        .map(|doing| {
            let (early_s, late_s) = slack(doing, into.as_ref(), lane.ran, lane.fish);
            Task {
                at_s: (doing.act.at_s() - zero_s).round() as S,
                early_s,
                late_s,
                hands_s: doing.act.hands_s.ceil() as S,
            }
        })
        .collect();
    follow(&mut tasks);
    // Ready when all that is done to it is done: rested, and what is made in what it left.
    let at_end = tasks.len() - 1;
    let ready_s = if lane.fish {
        (0.0 - zero_s).round() as S
    } else {
        (end_s - zero_s).round() as S
    };
    let off = acts
        .iter()
        .rposition(|doing| lane.fish && doing.act.what == What::Off && !doing.tied)
        .unwrap_or(at_end);
    let by = if acts
        .iter()
        .any(|doing| doing.tied && doing.act.at_s() > zero_s)
    {
        at_end
    } else {
        off
    };
    let after_s = (ready_s - tasks[by].at_s).max(tasks[by].hands_s);
    let mut holds = vec![];
    let position = |what: What| acts.iter().position(|doing| doing.act.what == what);
    let goes_in = position(What::In);
    let into_oven = position(What::IntoOven);
    for (i, doing) in acts.iter().enumerate() {
        for need in &doing.act.needs {
            let until = (need.until_s - zero_s).round() as S;
            let to = tasks.iter().rposition(|task| task.at_s <= until + 1);
            let to = to.unwrap_or(i).max(i);
            let after_s = (until - tasks[to].at_s).max(tasks[to].hands_s);
            let at_c = need.at_c.or(doing.at_c.filter(|_| need.like == OVENS));
            // An oven heats up with its shelves free, whoever else lies in it by then.
            let heats = doing.act.what == What::HeatUp && need.like == OVENS;
            let from = into_oven.or(goes_in).filter(|_| heats).unwrap_or(i);
            let hold = Hold {
                any_of: places.any_of(need),
                from,
                to,
                after_s,
                at_c: at_c.map(|c| c.round() as S),
                heats_s: tasks[from].at_s - tasks[i].at_s,
            };
            hold_one(&mut holds, hold, &tasks);
        }
    }
    let keeps_s = match plan {
        Some(plan) if lane.fish => {
            let covered = if lane.ran.thick_mm < THIN_MM {
                COVERED_S.0
            } else {
                COVERED_S.1
            };
            // By its own run, no longer than cooks let it.
            let unseen_s = lane.ran.held.as_ref().map_or(0.0, |held| held.unseen_s) as S;
            let most_s = if plan.crisp_mm > 0.0 {
                CRISP_S
            } else {
                covered
            };
            unseen_s.clamp(LEAST_S, most_s)
        }
        _ => {
            let waits = acts[at_end].act.may_wait_s.unwrap_or(lane.ran.keeps_s);
            let ahead = -end_s;
            if ahead > 1.0 {
                AHEAD_S.max(ahead + waits) as S
            } else {
                waits.max(60.0) as S
            }
        }
    };
    let plates = lane.plates as S;
    Some(Told {
        acts,
        variant: Variant {
            tasks,
            goes_in: goes_in.filter(|_| lane.fish),
            holds,
            ready: (by, after_s),
            keeps_s,
        },
        plate_s: if lane.fish {
            PLATE_S.0 + PLATE_S.1 * plates
        } else {
            PLATE_S.1 * plates
        },
    })
}

/// One more hold: what goes on with a thing that it has already, as an oven that was heated for it, is no second place.
fn hold_one(holds: &mut Vec<Hold>, next: Hold, tasks: &[Task]) {
    let end_s = |hold: &Hold| tasks[hold.to].at_s + hold.after_s;
    let goes_on = |had: &&mut Hold| {
        let same = |a: &[usize], b: &[usize]| a.iter().all(|thing| b.contains(thing));
        let alike = same(&next.any_of, &had.any_of) || same(&had.any_of, &next.any_of);
        alike && tasks[next.from].at_s <= end_s(had) + 1
    };
    let Some(had) = holds.iter_mut().find(goes_on) else {
        holds.push(next);
        return;
    };
    if next.any_of.len() < had.any_of.len() {
        had.any_of = next.any_of;
    }
    if tasks[next.to].at_s + next.after_s > tasks[had.to].at_s + had.after_s {
        (had.to, had.after_s) = (next.to, next.after_s);
    }
    had.at_c = had.at_c.or(next.at_c);
    had.heats_s = had.heats_s.max(next.heats_s);
}

/// So that one pair of hands can do all of it: before the heat sooner, over it no longer than there is time.
fn follow(tasks: &mut [Task]) {
    for i in (0..tasks.len().saturating_sub(1)).rev() {
        let next = tasks[i + 1];
        let task = &mut tasks[i];
        let over = task.at_s + task.hands_s - next.at_s;
        if over <= 0 {
            continue;
        }
        if task.at_s < 0 {
            task.at_s -= over;
        } else {
            task.hands_s = (task.hands_s - over).max(0);
        }
    }
}
