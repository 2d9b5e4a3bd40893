//! What is to come is told as acts, and a device that is out of touch strikes off what it has done: every way, every order.
//!
//! What the fold says comes next stands in `web/src/fire/acts.json`; the page's own tests strike the same acts off and are
//! held to it.

use super::stove::fold;
use cindo_core::cook::{Event, Happened, Next, Standing};
use cindo_core::fish::{Eaters, PieceAsked};
use cindo_core::methods::{Method, Value};
use cindo_core::plan::{MethodAsked, PlanAsked};
use cindo_core::run::{Act, Clash, Need, Place, What, When, clashes};
use cindo_core::target::TargetAsked;
use rayon::prelude::*;
use serde_json::{Value as Json, json};

const FILE: &str = concat!(env!("CARGO_MANIFEST_DIR"), "/../../web/src/fire/acts.json");

/// A piece that suits a way.
pub fn piece(kind: &str) -> PieceAsked {
    let (fish, cut, mm, g, n) = match kind {
        "whole_roast" | "grill_upright" | "salt_crust" => ("trout", "whole_round", 39.0, 350.0, 1),
        "grill_basket" => ("mackerel", "whole_round", 32.0, 300.0, 2),
        "rare_sear" => ("tuna", "steak", 30.0, 220.0, 2),
        "floured_pan_fry" => ("plaice", "fillet", 12.0, 120.0, 2),
        "deep_fry_batter" => ("haddock", "fillet", 18.0, 160.0, 2),
        "deep_fry_dusted" => ("plaice", "strips", 14.0, 30.0, 10),
        "pan_roast" => ("cod", "loin", 38.0, 220.0, 2),
        _ => ("hake", "fillet", 25.0, 170.0, 2),
    };
    PieceAsked {
        fish: Some(fish.into()),
        cut: Some(cut.into()),
        thickness_mm: Some(mm),
        mass_g: Some(g),
        pieces: Some(n),
        ..PieceAsked::default()
    }
}

pub fn asked(kind: &str, settings: &[(&str, Value)]) -> PlanAsked {
    PlanAsked {
        piece: piece(kind),
        method: MethodAsked {
            kind: kind.into(),
            settings: settings
                .iter()
                .map(|(key, value)| ((*key).to_owned(), value.clone()))
                .collect(),
        },
        ..PlanAsked::default()
    }
}

/// Every way, one with a lid at the end, and one for guests at risk.
fn all() -> Vec<(String, PlanAsked)> {
    let ways = Method::all().iter();
    let mut all: Vec<(String, PlanAsked)> = ways
        .map(|way| (way.kind.to_owned(), asked(way.kind, &[])))
        .collect();
    let lid = [("lid_last_s", Value::Number(60.0))];
    all.push(("lid at the end".into(), asked("sear_both_sides", &lid)));
    let at_risk = PlanAsked {
        target: TargetAsked::Level("food_safety".into()),
        eaters: Eaters::OldOrIll,
        ..asked("hot_roast", &[])
    };
    all.push(("guests at risk".into(), at_risk));
    all
}

/// Between what is done one after another here, s.
const APART_S: f64 = 2.0;
/// No more is done out of touch, of the next so many acts.
const MOST: usize = 3;
const OF: usize = 4;

/// All orders of up to so many of what can be done.
fn orders(of: &[Happened], most: usize) -> Vec<Vec<Happened>> {
    let mut all = vec![vec![]];
    let mut last: Vec<Vec<usize>> = vec![vec![]];
    for _ in 0..most {
        last = last
            .iter()
            .flat_map(|done| {
                let others = (0..of.len()).filter(|i| !done.contains(i));
                others
                    .map(|i| [&done[..], &[i]].concat())
                    .collect::<Vec<_>>()
            })
            .collect();
        all.extend(
            last.iter()
                .map(|done| done.iter().map(|i| of[*i].clone()).collect()),
        );
    }
    all
}

fn told(next: &Next) -> Json {
    json!({ "id": next.id, "done": next.done, "instead": next.instead, "until_s": next.until_s,
            "after": next.after, "told": next.told })
}

/// One state of a cook, and what comes next by the fold when more was done since.
fn state(plan: &PlanAsked, before: &[Event], now_s: f64) -> (Json, Standing) {
    let standing = fold(plan, before, now_s);
    let mut can: Vec<Happened> = vec![];
    for done in standing.to_come.iter().filter_map(|next| next.done.clone()) {
        if can.len() < OF && !can.contains(&done) {
            can.push(done);
        }
    }
    let cases = orders(&can, MOST).into_iter().map(|order| {
        let mut events = before.to_vec();
        let mut at_s = now_s;
        let mut met_s = (!before.is_empty()).then_some(0.0);
        for (i, happened) in order.iter().enumerate() {
            at_s += APART_S;
            if *happened == Happened::In {
                met_s = Some(at_s);
            }
            events.push(Event::new(format!("u{i}"), at_s, happened.clone()));
        }
        // Until the fish is in, now is zero; from then on it counts from there.
        let zero_s = met_s.unwrap_or(at_s);
        let here: Vec<Event> = events
            .iter()
            .map(|e| Event::new(e.id.clone(), e.at_s - zero_s, e.happened.clone()))
            .collect();
        let next = fold(plan, &here, at_s - zero_s)
            .to_come
            .first()
            .map(|next| next.id.clone());
        json!({ "unsent": order, "fold_s": at_s - met_s.unwrap_or(now_s), "next": next })
    });
    let cases: Vec<Json> = cases.collect();
    let acts: Vec<Json> = standing.to_come.iter().map(told).collect();
    (json!({ "acts": acts, "cases": cases }), standing)
}

fn fixture() -> Vec<Json> {
    all()
        .par_iter()
        .flat_map_iter(|(name, plan)| {
            let is_in = Event::new("in", 0.0, Happened::In);
            let (cold, _) = state(plan, &[], 0.0);
            let (on_heat, standing) = state(plan, std::slice::from_ref(&is_in), 10.0);
            let off = Event::new("off", standing.off_heat_s, Happened::Off);
            let (resting, _) = state(plan, &[is_in, off], standing.off_heat_s + 5.0);
            [
                ("cold", cold),
                ("on the heat", on_heat),
                ("resting", resting),
            ]
            .map(|(at, state)| json!({ "way": name, "at": at, "state": state }))
        })
        .collect()
}

#[test]
fn law_the_page_strikes_off_what_the_fold_does() {
    let kept: Vec<Json> = serde_json::from_slice(&std::fs::read(FILE).unwrap()).unwrap();
    let now = fixture();
    assert_eq!(now.len(), 3 * all().len());
    for (kept, now) in kept.iter().zip(&now) {
        assert_eq!(kept, now, "write it anew: to_come::write");
    }
    assert_eq!(kept.len(), now.len());
}

/// Writes what the page is held to.
#[test]
#[ignore = "writes the fixture"]
fn write() {
    // A line a state.
    let lines: Vec<String> = fixture().iter().map(Json::to_string).collect();
    std::fs::write(FILE, format!("[\n{}\n]\n", lines.join(",\n"))).unwrap();
}

/// Hands of a cooking from the first act to the plate, s, for what is usual: written down before they were computed.
/// common practice, no source.
const HANDS_S: [(&str, f64, f64); 12] = [
    ("slow_bake", 30.0, 90.0),
    ("hot_roast", 30.0, 90.0),
    ("floured_pan_fry", 60.0, 180.0),
    ("sear_skin_first", 45.0, 150.0),
    ("sear_both_sides", 45.0, 150.0),
    ("pan_roast", 50.0, 150.0),
    ("deep_fry_batter", 60.0, 200.0),
    ("deep_poach", 30.0, 90.0),
    ("steam", 30.0, 90.0),
    ("grill_direct", 45.0, 150.0),
    ("whole_roast", 20.0, 90.0),
    ("salt_crust", 120.0, 300.0),
];

#[test]
fn practice_hands_of_twelve_ways() {
    for (kind, low, high) in HANDS_S {
        let plan = cindo_core::plan::plan(&asked(kind, &[])).unwrap();
        let hands_s = plan.hands_s();
        assert!((low..=high).contains(&hands_s), "{kind}: {hands_s}");
    }
}

/// No two acts of one cook take hands at once, each has a name of its own, and a step is an act.
#[test]
fn law_one_cook_has_two_hands() {
    for (name, asked) in all() {
        let plan = cindo_core::plan::plan(&asked).unwrap();
        let acts: Vec<Act> = plan.steps.iter().map(|step| step.act.clone()).collect();
        assert!(!acts.is_empty(), "{name}");
        let clash = clashes(&[(0.0, &acts)], 1, |_| 1);
        assert_eq!(clash, [], "{name}");
        let names: std::collections::BTreeSet<&str> =
            acts.iter().map(|act| act.id.as_str()).collect();
        assert_eq!(names.len(), acts.len(), "{name}");
        let held = acts.iter().flat_map(|act| &act.needs);
        assert!(
            held.clone().count() > 0,
            "{name} takes nothing of the kitchen"
        );
        assert!(held.clone().all(|need| need.until_s > 0.0), "{name}");
    }
}

/// Potatoes for four, boiled: acts like those of a fish, by nobody's method.
fn potatoes() -> Vec<Act> {
    let ring = |until_s| Need {
        like: "hobs",
        thing: Some("home_gas".into()),
        place: Place::Ring,
        at_c: None,
        until_s,
    };
    vec![
        Act::new(
            What::Cut,
            When::Between([-3600.0, -600.0]),
            "Peel, and cut in even pieces",
        )
        .hands(300.0),
        Act::new(
            What::Boil,
            When::At(-600.0),
            "Bring salted water to the boil",
        )
        .hands(20.0)
        .needing(ring(1200.0)),
        Act::new(What::In, When::At(0.0), "Potatoes in").hands(15.0),
        Act::new(
            What::Look,
            When::Between([900.0, 1200.0]),
            "Try one with a knife",
        )
        .hands(5.0),
        Act::new(
            What::Drain,
            When::At(1200.0),
            "Drain, and let them steam dry",
        )
        .hands(30.0),
    ]
}

/// A side beside a fish: the one burner is refused, twice; two burners do, and hands that are taken are said.
#[test]
fn law_a_side_is_made_of_the_same_acts() {
    let fish = cindo_core::plan::plan(&asked("sear_skin_first", &[])).unwrap();
    let fish: Vec<Act> = fish.steps.iter().map(|step| step.act.clone()).collect();
    let potatoes = potatoes();
    let rings = |n: usize| move |need: &Need| if need.place == Place::Ring { n } else { 1 };
    let burner = |clash: &&Clash| {
        matches!(
            clash,
            Clash::Place {
                like: "hobs",
                place: Place::Ring,
                ..
            }
        )
    };
    // Twice: the pan while the potatoes boil, and the potatoes while the pan is on.
    for fish_at_s in [600.0, -700.0] {
        let cooks = [(0.0, &potatoes[..]), (fish_at_s, &fish[..])];
        let one = clashes(&cooks, 2, rings(1));
        assert_eq!(one.iter().filter(burner).count(), 1, "{fish_at_s}: {one:?}");
        let two = clashes(&cooks, 2, rings(2));
        assert_eq!(two.iter().filter(burner).count(), 0, "{fish_at_s}: {two:?}");
    }
    // Turned in the minute in which they are drained, by one cook.
    let turn_s = fish
        .iter()
        .find(|act| act.what == What::Turn)
        .unwrap()
        .at_s();
    let cooks = [(0.0, &potatoes[..]), (1210.0 - turn_s, &fish[..])];
    let hands = |clash: &Clash| match clash {
        Clash::Hands { of, .. } => Some(of.clone().map(|(_, id)| id)),
        Clash::Place { .. } => None,
    };
    let alone: Vec<[String; 2]> = clashes(&cooks, 1, rings(4))
        .iter()
        .filter_map(hands)
        .collect();
    assert!(
        alone.contains(&["drain".into(), "turn".into()]),
        "{alone:?}"
    );
    assert!(
        clashes(&cooks, 2, rings(4))
            .iter()
            .filter_map(hands)
            .next()
            .is_none()
    );
}
