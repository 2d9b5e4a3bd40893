//! Who sits together: like dishes of a ticket cooked as one, as many as go in, and on what else they could be cooked.

use super::asked::{Dish, ServiceAsked};
use super::live::Story;
use super::runs::{Ran, Runs, Wanted};
use crate::cook::{Happened, LeftOut};
use crate::fish::{Notice, Severity};
use crate::kit::{Kitchen, Shelf};
use crate::methods::Value;
use crate::plan::{Plan, PlanAsked};
use crate::{InputError, Within};
use std::sync::Arc;

/// Other things that a dish is tried on.
const OTHERS: usize = 3;
const MOST_VARIANTS: usize = 6;

/// Plates of one ticket that are cooked together.
pub struct Seat {
    pub ticket: usize,
    /// Which plates of it.
    pub plates: Vec<usize>,
    pub wanted: Wanted,
    pub ran: Arc<Ran>,
    pub story: Story,
    /// What goes with it is made for so many plates.
    pub people: u32,
    /// Why it must not be served, or cannot.
    pub refused: Vec<Notice>,
    /// It was served though nothing shows that it may be, and nobody said to know.
    pub unproved: Option<LeftOut>,
    /// Settings that name a thing, for want of one that anybody asked for.
    pub free: Vec<String>,
}

/// A seat, and each way it could be cooked with what that was run by.
pub type Seated = (usize, Vec<(Arc<Ran>, Wanted)>);

/// Shelves on which another thing may take the place of the one asked for.
pub const TAKES_PLACE: [Shelf; 7] = [
    Shelf::Pans,
    Shelf::RidgedPans,
    Shelf::Pots,
    Shelf::Fryers,
    Shelf::Grates,
    Shelf::Hobs,
    Shelf::Ovens,
];

/// Rings and ovens are built in: only those a kitchen names are others.
fn others(kitchen: &Kitchen, shelf: Shelf, key: &str) -> Vec<String> {
    let built_in = matches!(shelf, Shelf::Hobs | Shelf::Ovens | Shelf::Fryers);
    if built_in && !kitchen.kit.has_own(shelf) {
        return vec![];
    }
    let there = kitchen.kit.there(shelf).into_iter();
    let others = there.filter(|other| *other != key).map(str::to_owned);
    others.take(OTHERS).collect()
}

impl Wanted {
    fn with(&self, setting: &str, thing: &str) -> Self {
        let mut with = self.clone();
        if let Self::Fish(plan, _) = &mut with {
            plan.method.settings.retain(|(key, _)| key != setting);
            let value = Value::Word(thing.to_owned());
            plan.method.settings.push((setting.to_owned(), value));
        }
        with
    }

    /// The plan it asks for; none of a side.
    pub fn plan(&self) -> Option<&PlanAsked> {
        match self {
            Self::Fish(plan, _) => Some(plan),
            Self::Side(..) => None,
        }
    }

    /// Somebody asked for this thing of a shelf.
    fn says(&self, plan: &Plan, shelf: Shelf, free: &[String]) -> bool {
        let (Some(asked), Some(setting)) = (self.plan(), plan.chosen.setting_of(shelf)) else {
            return true;
        };
        if free.iter().any(|key| setting.answers_to(key)) {
            return false;
        }
        asked
            .method
            .settings
            .iter()
            .any(|(key, _)| setting.answers_to(key))
    }
}

/// Like dishes of a ticket cooked together, as many at once as go in.
pub fn seats(asked: &ServiceAsked, runs: &mut Runs) -> Result<Vec<Seat>, InputError> {
    let pieces = |dish: &Dish| match dish {
        Dish::Fish(plan, _) => plan.piece.pieces.unwrap_or(1).max(1),
        Dish::Side(_) => 1,
    };
    // Alike and with the same story: what happened to one plate has not happened to another.
    let mut groups: Vec<(usize, Vec<usize>, Dish)> = vec![];
    for (t, ticket) in asked.tickets.iter().enumerate() {
        for (p, plate) in ticket.plates.iter().enumerate() {
            let dish = plate.dish.here(&asked.kitchen);
            // What happened to one alone, and what is cooked on a thing of its own, stands by itself.
            let pinned = |id: &str| asked.pinned.iter().any(|one| one.plate == id);
            let like = groups.iter_mut().find(|(of, plates, known)| {
                if *of != t || *known != dish {
                    return false;
                }
                let first = &ticket.plates[plates[0]].id;
                let without = |id: &str| {
                    let mut all = ticket.plates.iter();
                    all.find(|one| one.id == id).map(|one| &one.without)
                };
                without(first) == Some(&plate.without)
                    && !pinned(&plate.id)
                    && !pinned(first)
                    && told(asked, first) == told(asked, &plate.id)
            });
            match like {
                Some((_, plates, _)) => plates.push(p),
                None => groups.push((t, vec![p], dish)),
            }
        }
    }
    let wanted: Vec<Wanted> = groups
        .iter()
        .map(|(_, plates, dish)| {
            Wanted::of(
                dish,
                pieces(dish) * plates.len() as u32,
                plates.len() as u32,
            )
        })
        .collect();
    let ran = runs.all(&wanted);
    // On things of the kitchen's own, where it has such and nobody said which.
    let mut free: Vec<Vec<String>> = vec![];
    for ((_, _, dish), ran) in groups.iter_mut().zip(&ran) {
        let plan = ran.as_ref().ok().and_then(|ran| ran.plan.as_ref());
        free.push(match (dish, plan) {
            (Dish::Fish(asked_for, _), Some(plan)) => at_home(asked_for, plan, &asked.kitchen),
            _ => vec![],
        });
    }
    let wanted: Vec<Wanted> = groups
        .iter()
        .map(|(_, plates, dish)| {
            let n = plates.len() as u32;
            Wanted::of(dish, pieces(dish) * n, n)
        })
        .collect();
    let ran = runs.all(&wanted);
    let mut split = vec![];
    for (((t, plates, dish), ran), free) in groups.into_iter().zip(ran).zip(free) {
        let ran = ran.at("plates", plates[0]).at("tickets", t)?;
        let each = pieces(&dish);
        let at_once = ran
            .plan
            .as_ref()
            .map_or(u32::MAX, |plan| plan.a_batch.max(1));
        let most = (at_once / each).max(1) as usize;
        let batched = ran.plan.as_ref().is_some_and(|plan| plan.batches() > 1);
        if !batched || plates.len() == 1 {
            let people = plates.len() as u32;
            split.push((t, plates, dish, free, people));
            continue;
        }
        // In as few lots as they take, as even as they can be.
        let lots = plates.len().div_ceil(most);
        let mut left = plates.as_slice();
        for lot in 0..lots {
            let (now, later) = left.split_at(left.len().div_ceil(lots - lot));
            left = later;
            let mut dish = dish.clone();
            // What goes with them is made once, with the last, for all of them.
            let last = lot + 1 == lots;
            let people = if last { plates.len() } else { now.len() } as u32;
            if let Dish::Fish(_, Some(done)) = &mut dish
                && !last
            {
                (done.sides, done.sauces, done.fats) = (vec![], vec![], vec![]);
                done.liquid = None;
            }
            split.push((t, now.to_vec(), dish, free.clone(), people));
        }
    }
    let wanted: Vec<Wanted> = split
        .iter()
        .map(|(t, plates, dish, _, people)| {
            let wanted = Wanted::of(dish, pieces(dish) * plates.len() as u32, *people);
            let pins = asked.pinned.iter().filter(|pin| {
                plates
                    .iter()
                    .any(|p| asked.tickets[*t].plates[*p].id == pin.plate)
            });
            pins.fold(wanted, |wanted, pin| {
                pinned(&wanted, &pin.thing, asked, runs)
            })
        })
        .collect();
    let ran = runs.all(&wanted);
    let mut seats = vec![];
    for (((t, plates, _, free, people), ran), wanted) in split.into_iter().zip(ran).zip(wanted) {
        let ran = ran.at("plates", plates[0]).at("tickets", t)?;
        let ids: Vec<String> = plates
            .iter()
            .map(|p| asked.tickets[t].plates[*p].id.clone())
            .collect();
        let story = Story::of(&asked.happened, &ids);
        let mut refused = ran.refused.clone();
        refused.extend(against(asked, (t, plates[0]), &ran, &story));
        seats.push(Seat {
            ticket: t,
            plates,
            wanted,
            ran,
            story,
            people,
            refused,
            unproved: None,
            free,
        });
    }
    Ok(seats)
}

/// What stands against serving a plate: something in it that its guest must not have, or none of the fish left.
fn against(
    asked: &ServiceAsked,
    (ticket, plate): (usize, usize),
    ran: &Ran,
    story: &Story,
) -> Option<Notice> {
    let plate = &asked.tickets[ticket].plates[plate];
    let notice = |code, message| Notice {
        code,
        severity: Severity::Refuse,
        rule: "Asked for",
        message,
        by_k: None,
        hours_left: None,
    };
    let has: Vec<&str> = plate
        .without
        .iter()
        .filter(|one| ran.allergens.contains(one))
        .map(|one| one.name())
        .collect();
    if !has.is_empty() {
        let message = format!(
            "There is {} in it, which this guest must not have.",
            has.join(" and ")
        );
        return Some(notice("has_in_it", message));
    }
    let Dish::Fish(plan, _) = &plate.dish else {
        return None;
    };
    let fish = plan.piece.fish.as_deref()?;
    let gone = story.in_s.is_none() && asked.gone.iter().any(|one| one == fish);
    let message = format!("There is no more {}.", fish.replace('_', " "));
    gone.then(|| notice("no_more", message))
}

/// What happened to a plate, and when: what is alike was cooked together.
fn told<'a>(asked: &'a ServiceAsked, plate: &str) -> Vec<(f64, &'a Happened)> {
    let its = asked.happened.iter().filter(|one| one.plate == plate);
    its.map(|one| (one.event.at_s, &one.event.happened))
        .collect()
}

/// On the first of the kitchen's own things, shelf by shelf.
fn at_home(asked: &mut PlanAsked, plan: &Plan, kitchen: &Kitchen) -> Vec<String> {
    let mut free = vec![];
    for (shelf, key) in plan.chosen.things() {
        let Some(setting) = plan.chosen.setting_of(shelf) else {
            continue;
        };
        let said = |(name, _): &(String, Value)| setting.answers_to(name);
        if !TAKES_PLACE.contains(&shelf)
            || !kitchen.kit.has_own(shelf)
            || asked.method.settings.iter().any(said)
        {
            continue;
        }
        let there = kitchen.kit.there(shelf);
        if !there.contains(&key)
            && let Some(first) = there.first()
        {
            let value = Value::Word((*first).to_owned());
            asked.method.settings.push((setting.key.to_owned(), value));
            free.push(setting.key.to_owned());
        }
    }
    free
}

/// On the thing it is pinned to, where its way uses such.
fn pinned(wanted: &Wanted, thing: &str, asked: &ServiceAsked, runs: &mut Runs) -> Wanted {
    let Some(Ok(ran)) = runs.all(std::slice::from_ref(wanted)).pop() else {
        return wanted.clone();
    };
    let Some(plan) = &ran.plan else {
        return wanted.clone();
    };
    let on = TAKES_PLACE.into_iter().find(|shelf| {
        let here = asked.kitchen.kit.names(*shelf);
        here.iter().any(|(key, _)| *key == thing) && plan.chosen.setting_of(*shelf).is_some()
    });
    match on.and_then(|shelf| plan.chosen.setting_of(shelf)) {
        Some(setting) => wanted.with(setting.key, thing),
        None => wanted.clone(),
    }
}

/// Each seat with the other things it could be cooked on, all run.
pub fn works(
    asked: &ServiceAsked,
    seats: &[Seat],
    runs: &mut Runs,
) -> Result<Vec<Seated>, InputError> {
    let mut all = vec![];
    for (i, seat) in seats.iter().enumerate() {
        if !seat.refused.is_empty() {
            continue;
        }
        let mut wanted = vec![seat.wanted.clone()];
        if let Some(plan) = seat.ran.plan.as_ref().filter(|_| seats.len() > 1) {
            for (shelf, key) in plan.chosen.things() {
                let pinned = asked.pinned.iter().any(|pin| {
                    let mine = |p: &usize| asked.tickets[seat.ticket].plates[*p].id == pin.plate;
                    pin.thing == key && seat.plates.iter().any(mine)
                });
                if pinned
                    || !TAKES_PLACE.contains(&shelf)
                    || seat.wanted.says(plan, shelf, &seat.free)
                {
                    continue;
                }
                let Some(setting) = plan.chosen.setting_of(shelf) else {
                    continue;
                };
                let each = others(&asked.kitchen, shelf, key);
                let more: Vec<Wanted> = wanted
                    .iter()
                    .flat_map(|one| each.iter().map(|key| one.with(setting.key, key)))
                    .collect();
                wanted.extend(more);
                wanted.truncate(MOST_VARIANTS);
            }
        }
        all.push((i, wanted));
    }
    let flat: Vec<Wanted> = all.iter().flat_map(|(_, wanted)| wanted.clone()).collect();
    let mut ran = runs.all(&flat).into_iter();
    let mut found = vec![];
    for (i, wanted) in all {
        let first = &seats[i].ran;
        let batches = |ran: &Ran| ran.plan.as_ref().map_or(1, Plan::batches);
        let mut variants = vec![];
        for one in wanted {
            let Some(ran) = ran.next() else { continue };
            // What does not go there is no other way.
            if let Ok(ran) = ran
                && ran.refused.is_empty()
                && batches(&ran) <= batches(first)
            {
                variants.push((ran, one));
            }
        }
        found.push((i, variants));
    }
    Ok(found)
}
