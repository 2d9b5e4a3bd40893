//! What is short when a service does not come out, and the nearest ways out.

use super::answer::{ShortOf, WayOut};
use super::asked::{Dish, ServiceAsked};
use super::floor::Floor;
use super::problem::{Cook, Problem, S, Schedule};
use super::runs::Runs;
use super::search::schedule;
use super::tell::IN_TIME_S;
use crate::fish::{Eaters, Piece};
use crate::kit::Shelf;
use crate::methods::{Method, Value};
use crate::plan::Plan;

/// Tries for a look at another kitchen: it is compared with this one as it comes with as many.
const LOOKS: usize = 200;
/// Who only looks in passing is not told of other ways: each is run anew.
const IN_PASSING: u32 = 100;
/// One more of it that saves less than this share of all lateness is not what is short.
const SAVES: f64 = 0.2;
/// No more is said.
const MOST: usize = 2;
/// Other ways that are looked at, each for one plate.
const WAYS: usize = 8;

/// What is short, and ways out.
pub fn of(floor: &Floor<'_>, found: &Schedule, runs: &mut Runs) -> (Vec<ShortOf>, Vec<WayOut>) {
    let late_s = floor.late_s(found);
    let passing = floor.asked.tries.is_some_and(|tries| tries < IN_PASSING);
    let mut others: Vec<WayOut> = vec![];
    if !passing {
        others.extend(another_way(floor, found, runs));
        others.extend(seared_ahead(floor, found, runs));
        // The one that helps most first.
        others.sort_by(|a, b| a.late_s.total_cmp(&b.late_s));
    }
    let mut offers = instead(floor, runs);
    offers.extend(others);
    offers.truncate(MOST);
    let left = MOST - offers.len();
    offers.extend(later(floor, found, late_s).into_iter().take(left));
    if offers.is_empty() {
        offers.extend(in_two_goes(floor, found, late_s));
    }
    let looks = if passing { 0 } else { LOOKS };
    (short(floor, looks, late_s), offers)
}

/// What would have to be kept hot too long is served first.
fn in_two_goes(floor: &Floor<'_>, found: &Schedule, late_s: i64) -> Option<WayOut> {
    let orders = floor.problem.orders.iter().enumerate();
    let over = orders.flat_map(|(o, order)| {
        let served = found.served_s[o];
        let jobs = order.jobs.iter().zip(&found.put[o]).enumerate();
        jobs.filter_map(move |(j, (job, put))| {
            let put = put.as_ref()?;
            Some((
                served? - put.ready_s - job.variants[put.variant].keeps_s,
                o,
                j,
            ))
        })
    });
    let (over, o, j) = over.filter(|(over, ..)| *over > 0).max()?;
    let ids = floor.ids(&floor.seats[floor.work[o][j].seat]);
    let ticket = &floor.asked.tickets[floor.of_ticket[o]].id;
    let minutes = (f64::from(over) / 60.0).ceil();
    Some(WayOut {
        words: format!(
            "{ticket} in two goes: {} {minutes:.0} min sooner",
            ids.join(", ")
        ),
        ticket: Some(ticket.clone()),
        at_s: None,
        plate: ids.first().cloned(),
        method: None,
        ahead_s: None,
        like: None,
        late_s: (late_s - i64::from(over)) as f64,
    })
}

fn short(floor: &Floor<'_>, looks: usize, late_s: i64) -> Vec<ShortOf> {
    let first_s = floor.late_s(&schedule(&floor.problem, looks));
    let one_more = |problem: &Problem, what: &str, words: &str| {
        let with = floor.late_s(&schedule(problem, looks));
        ShortOf {
            what: what.to_owned(),
            words: words.to_owned(),
            late_s: late_s as f64,
            // By as large a share as it does where nothing is tried.
            with_one_more_s: late_s as f64 * (with as f64 / (first_s as f64).max(1.0)).min(1.0),
        }
    };
    let mut more = floor.problem.clone();
    more.cooks.push(Cook::default());
    let mut short = vec![one_more(&more, "hands", "A pair of hands is short")];
    let things = &floor.problem.things;
    let mut lists: Vec<&str> = things.iter().map(|thing| thing.list.as_str()).collect();
    lists.sort_unstable();
    lists.dedup();
    for list in lists {
        let more = with_one_more(&floor.problem, list);
        short.push(one_more(&more, list, &one_of(list)));
    }
    short.retain(|one| one.late_s - one.with_one_more_s >= SAVES * one.late_s);
    short.sort_by(|a, b| a.with_one_more_s.total_cmp(&b.with_one_more_s));
    short.truncate(MOST);
    short
}

/// One more ring of a hob; of anything else another like the first.
fn with_one_more(problem: &Problem, list: &str) -> Problem {
    let mut more = problem.clone();
    let Some(first) = more.things.iter().position(|thing| thing.list == list) else {
        return more;
    };
    // What is down is whole again: that is what is short.
    let mut mended = false;
    for thing in more.things.iter_mut().filter(|thing| thing.list == list) {
        mended |= thing.down.take().is_some();
    }
    if mended {
        return more;
    }
    if list == "hobs" {
        more.things[first].places += 1;
        return more;
    }
    let other = more.things[first].clone();
    let new = more.things.len();
    more.things.push(other);
    let jobs = more.orders.iter_mut().flat_map(|order| &mut order.jobs);
    let variants = jobs.flat_map(|job| &mut job.variants);
    for hold in variants.flat_map(|variant| &mut variant.holds) {
        if hold.any_of.contains(&first) {
            hold.any_of.push(new);
        }
    }
    more
}

fn one_of(list: &str) -> String {
    match Shelf::named(list) {
        Some(Shelf::Hobs) => "A ring is short".into(),
        Some(Shelf::Ovens) => "An oven is short: one has one temperature at a time".into(),
        Some(shelf) => format!("A {} is short", shelf.one()),
        None => "Something is short".into(),
    }
}

/// What cannot be on a plate, cooked as another plate is: the one that makes all least late.
fn instead(floor: &Floor<'_>, runs: &mut Runs) -> Vec<WayOut> {
    const CANDIDATES: usize = 6;
    let asked = floor.asked;
    let all = || asked.tickets.iter().flat_map(|ticket| &ticket.plates);
    let wanting = floor.seats.iter().filter(|seat| {
        let codes = ["no_more", "has_in_it"];
        seat.refused.iter().any(|one| codes.contains(&one.code))
    });
    let mut offers = vec![];
    for seat in wanting.take(MOST) {
        let ids = floor.ids(seat);
        let mut tried: Vec<&Dish> = vec![];
        let mut best: Option<(i64, WayOut)> = None;
        for plate in all().filter(|plate| !ids.contains(&plate.id)) {
            let is_fish = matches!(plate.dish, Dish::Fish(..));
            let fish = seat.wanted.plan().is_some();
            if is_fish != fish || tried.contains(&&plate.dish) || tried.len() >= CANDIDATES {
                continue;
            }
            tried.push(&plate.dish);
            let mut other = asked.clone();
            let plates = other
                .tickets
                .iter_mut()
                .flat_map(|ticket| &mut ticket.plates);
            for one in plates.filter(|one| ids.contains(&one.id)) {
                one.dish.clone_from(&plate.dish);
            }
            let Ok(there) = Floor::new(&other, runs) else {
                continue;
            };
            let mut its = there
                .seats
                .iter()
                .filter(|seat| there.ids(seat).contains(&ids[0]));
            if its.any(|seat| !seat.refused.is_empty()) {
                continue;
            }
            let late = there.late_s(&schedule(&there.problem, 0));
            if best.as_ref().is_none_or(|(best, _)| late < *best) {
                let name = plate.dish.name();
                let words = format!("{}: {} instead", ids.join(", "), name.replace('_', " "));
                best = Some((
                    late,
                    WayOut {
                        words,
                        ticket: None,
                        at_s: None,
                        plate: ids.first().cloned(),
                        method: None,
                        ahead_s: None,
                        like: Some(plate.id.clone()),
                        late_s: late as f64,
                    },
                ));
            }
        }
        offers.extend(best.map(|(_, offer)| offer));
    }
    offers
}

/// The tickets that are late, the latest first; one that cannot be cooked at all is the latest.
fn late_ones(floor: &Floor<'_>, found: &Schedule) -> Vec<(S, usize)> {
    let each = floor.problem.orders.iter().zip(&found.served_s);
    let mut late: Vec<(S, usize)> = each
        .zip(&floor.of_ticket)
        .map(|((order, served), ticket)| (served.map_or(S::MAX, |s| s - order.at_s), *ticket))
        .filter(|(late, ticket)| *late > IN_TIME_S && floor.asked_s[*ticket].is_some())
        .collect();
    late.sort_unstable_by_key(|(late, ticket)| (std::cmp::Reverse(*late), *ticket));
    late
}

/// A ticket served later.
fn later(floor: &Floor<'_>, found: &Schedule, late_s: i64) -> Vec<WayOut> {
    let mut offers = vec![];
    for (by, at) in late_ones(floor, found) {
        if by == S::MAX {
            continue;
        }
        let ticket = &floor.asked.tickets[at];
        let minutes = (f64::from(by) / 60.0).ceil();
        offers.push(WayOut {
            words: format!("Serve {} {minutes:.0} min later", ticket.id),
            ticket: Some(ticket.id.clone()),
            at_s: floor.asked_s[at].map(|s| s + f64::from(by)),
            plate: None,
            method: None,
            ahead_s: None,
            like: None,
            late_s: (late_s - i64::from(by)) as f64,
        });
    }
    offers
}

/// A plate of the latest ticket cooked in another way, where that helps most.
fn another_way(floor: &Floor<'_>, found: &Schedule, runs: &mut Runs) -> Option<WayOut> {
    /// A look at another way.
    const TRIES: usize = 40;
    let late_s = floor.late_s(found);
    let (_, ticket) = *late_ones(floor, found).first()?;
    let mut best: Option<(i64, WayOut)> = None;
    let seats = floor.seats.iter().filter(|seat| seat.ticket == ticket);
    for seat in seats.filter(|seat| seat.story.in_s.is_none()) {
        let Some(asked) = seat.wanted.plan() else {
            continue;
        };
        let Ok(piece) = Piece::new(&asked.piece) else {
            continue;
        };
        // On other things than now.
        let now = Method::find(&asked.method.kind).ok()?;
        let suits = |way: &&&Method| {
            way.kind != now.kind
                && way.suits(&piece, &asked.kitchen).suits
                && way.browns == now.browns
        };
        for way in Method::all().iter().filter(suits).take(WAYS) {
            let ids = floor.ids(seat);
            let other = with_way(floor.asked, &ids, way.kind);
            let Ok(there) = Floor::new(&other, runs) else {
                continue;
            };
            let with = there.late_s(&schedule(&there.problem, TRIES));
            if with < late_s && best.as_ref().is_none_or(|(best, _)| with < *best) {
                let words = format!("{}: {}", ids.join(", "), way.name.to_lowercase());
                best = Some((
                    with,
                    WayOut {
                        words,
                        ticket: None,
                        at_s: None,
                        plate: ids.first().cloned(),
                        method: Some(way.kind.to_owned()),
                        ahead_s: None,
                        like: None,
                        late_s: with as f64,
                    },
                ));
            }
        }
    }
    best.map(|(_, way)| way)
}

/// The way that is seared, set aside and finished in the oven, and how long cooks let it wait, s. common practice, no source.
const AHEAD: &str = "pan_roast";
const WAITS_S: [f64; 3] = [300.0, 600.0, 900.0];

/// The plates of the latest ticket that go in a pan, seared ahead and finished in the oven, where that helps most; and what it
/// does to the fish, by its own run.
fn seared_ahead(floor: &Floor<'_>, found: &Schedule, runs: &mut Runs) -> Option<WayOut> {
    const TRIES: usize = 40;
    let late_s = floor.late_s(found);
    let (_, ticket) = *late_ones(floor, found).first()?;
    let way = Method::find(AHEAD).ok()?;
    let mut best: Option<(i64, WayOut)> = None;
    let seats = floor.seats.iter().filter(|seat| seat.ticket == ticket);
    for seat in seats.filter(|seat| seat.story.in_s.is_none()) {
        let (Some(asked), Some(plan)) = (seat.wanted.plan(), seat.ran.plan.as_ref()) else {
            continue;
        };
        // In two goes never for guests at risk: half done it is raw, and it stands in the warm.
        let in_a_pan = plan.chosen.setting_of(Shelf::Pans).is_some() && plan.method.browns;
        let suits = Piece::new(&asked.piece).is_ok_and(|p| way.suits(&p, &asked.kitchen).suits);
        if asked.eaters != Eaters::Everyone || !in_a_pan || !suits {
            continue;
        }
        let ids = floor.ids(seat);
        for wait_s in WAITS_S {
            let other = with_ahead(floor.asked, &ids, wait_s);
            let Ok(there) = Floor::new(&other, runs) else {
                continue;
            };
            let with = there.late_s(&schedule(&there.problem, TRIES));
            if with >= late_s || best.as_ref().is_some_and(|(best, _)| with >= *best) {
                continue;
            }
            let mut its = there.seats.iter();
            let its = its.find(|one| there.ids(one).contains(&ids[0]));
            let Some(ahead) = its.and_then(|one| one.ran.plan.as_ref()) else {
                continue;
            };
            let words = format!(
                "{}: sear ahead, {:.0} min on a rack, finish in the oven ({})",
                ids.join(", "),
                wait_s / 60.0,
                costs(plan, ahead)
            );
            best = Some((
                with,
                WayOut {
                    words,
                    ticket: None,
                    at_s: None,
                    plate: ids.first().cloned(),
                    method: Some(AHEAD.to_owned()),
                    ahead_s: Some(wait_s),
                    like: None,
                    late_s: with as f64,
                },
            ));
        }
    }
    best.map(|(_, way)| way)
}

/// What another way does to the fish, beside this one.
fn costs(now: &Plan, then: &Plan) -> String {
    let loss = |plan: &Plan| 100.0 * plan.outcome.weight_loss_share;
    let crisp_mm = then.crisp_mm - now.crisp_mm;
    let more = loss(then) - loss(now);
    let dries = match more {
        more if more >= 0.5 => format!("dries {more:.0} % more"),
        more if more <= -0.5 => format!("dries {:.0} % less", -more),
        _ => "no drier".to_owned(),
    };
    // A tenth of a millimetre is felt between the teeth.
    if crisp_mm <= -0.1 {
        format!("{dries}, less crisp")
    } else {
        dries
    }
}

/// The same service with these plates seared ahead.
fn with_ahead(asked: &ServiceAsked, ids: &[String], wait_s: f64) -> ServiceAsked {
    let mut other = with_way(asked, ids, AHEAD);
    let plates = other
        .tickets
        .iter_mut()
        .flat_map(|ticket| &mut ticket.plates);
    for plate in plates.filter(|plate| ids.contains(&plate.id)) {
        if let Dish::Fish(plan, _) = &mut plate.dish {
            let said = ("ahead_s".to_owned(), Value::Number(wait_s));
            plan.method.settings.push(said);
        }
    }
    other
}

/// The same service with these plates cooked in another way, as that is usual.
fn with_way(asked: &ServiceAsked, ids: &[String], kind: &str) -> ServiceAsked {
    let mut other = asked.clone();
    let plates = other
        .tickets
        .iter_mut()
        .flat_map(|ticket| &mut ticket.plates);
    for plate in plates.filter(|plate| ids.contains(&plate.id)) {
        if let Dish::Fish(plan, _) = &mut plate.dish {
            kind.clone_into(&mut plan.method.kind);
            plan.method.settings.clear();
        }
    }
    other
}
