//! Speed of the engine: `make bench`.
#![allow(missing_docs, clippy::unwrap_used, clippy::print_stdout)]

use cindo_core::cook::{CookAsked, CueKey, Event, Happened, cook};
use cindo_core::fish::{Eaters, PieceAsked};
use cindo_core::kit::Kitchen;
use cindo_core::plan::{
    MethodAsked, PlanAsked, RankAsked, SimulateAsked, Wishes, plan, rank, simulate,
};
use cindo_core::run::TimesAsked;
use cindo_core::service::{Dish, HandAsked, PlateAsked, Runs, ServiceAsked, TicketAsked, service};
use cindo_core::target::TargetAsked;
use criterion::{Criterion, criterion_group, criterion_main};

#[path = "../tests/validation/reference.rs"]
mod reference;

fn piece() -> PieceAsked {
    PieceAsked {
        fish: Some("cod".into()),
        thickness_mm: Some(25.0),
        thin_end_mm: Some(12.0),
        ..PieceAsked::default()
    }
}

fn method(kind: &str) -> MethodAsked {
    MethodAsked {
        kind: kind.into(),
        settings: vec![],
    }
}

fn engine(c: &mut Criterion) {
    let ten_minutes = SimulateAsked {
        target: None,
        eaters: Eaters::Everyone,
        piece: piece(),
        method: method("sear_skin_first"),
        kitchen: Kitchen::SEA_LEVEL,
        times: TimesAsked {
            sides_s: vec![500.0, 100.0],
            rest_s: 0.0,
        },
        truth: None,
    };
    c.bench_function("forward run of ten minutes", |b| {
        b.iter(|| simulate(&ten_minutes).unwrap())
    });
    for kind in ["sear_skin_first", "slow_bake"] {
        let mut asked = PlanAsked {
            piece: piece(),
            method: method(kind),
            target: TargetAsked::Usual,
            ..PlanAsked::default()
        };
        c.bench_function(&format!("plan {kind}"), |b| {
            b.iter(|| plan(&asked).unwrap())
        });
        asked.range = true;
        c.bench_function(&format!("plan {kind} with range"), |b| {
            b.iter(|| plan(&asked).unwrap())
        });
    }
    // A cue at the stove, from plan and events to the times anew.
    let looked = CookAsked {
        plan: PlanAsked {
            piece: piece(),
            method: method("sear_skin_first"),
            ..PlanAsked::default()
        },
        events: vec![
            Event::new("in", 0.0, Happened::In),
            Event::line("line", 240.0, 0.2),
            Event::cue("lip", 400.0, CueKey::Lip, "cold"),
        ],
        now_s: 401.0,
        field: None,
        beside: vec![],
    };
    c.bench_function("fold of a cook with two cues", |b| {
        b.iter(|| cook(&looked).unwrap())
    });
    let asked = RankAsked {
        tonight: Default::default(),
        eaters: Eaters::Everyone,
        piece: piece(),
        target: TargetAsked::Usual,
        kitchen: Kitchen::SEA_LEVEL,
        wishes: Wishes::default(),
        field: None,
    };
    c.bench_function("rank", |b| b.iter(|| rank(&asked).unwrap()));
}

/// Forty covers in thirteen tables, three cooks, two hobs and two fryers: the runs are at hand, the search is measured.
fn forty() -> ServiceAsked {
    let dishes = [
        ("hake", 28.0, "sear_skin_first"),
        ("sea_bass", 18.0, "sear_skin_first"),
        ("haddock", 20.0, "deep_fry_batter"),
        ("char", 25.0, "hot_roast"),
        ("plaice", 12.0, "floured_pan_fry"),
    ];
    let kit = r#"{ "things": [{ "id": "left hob", "like": "home_gas", "name": "left hob", "places": 4 },
        { "id": "right hob", "like": "home_gas", "name": "right hob", "places": 4 },
        { "id": "top oven", "like": "home", "list": "ovens", "name": "top oven" },
        { "id": "low oven", "like": "home", "list": "ovens", "name": "low oven" },
        { "id": "left fryer", "like": "home", "list": "fryers", "name": "left fryer" },
        { "id": "right fryer", "like": "home", "list": "fryers", "name": "right fryer" }] }"#;
    let plate = |cover: usize| {
        let (fish, mm, kind) = dishes[(cover * 7) % dishes.len()];
        let plan = PlanAsked {
            piece: PieceAsked {
                fish: Some(fish.into()),
                thickness_mm: Some(mm),
                ..PieceAsked::default()
            },
            method: method(kind),
            ..PlanAsked::default()
        };
        PlateAsked {
            id: format!("plate {cover}"),
            dish: Dish::Fish(Box::new(plan), None),
            without: vec![],
        }
    };
    let tickets = (0..13).map(|table: usize| TicketAsked {
        id: format!("table {table}"),
        at_s: Some(1800.0 + 300.0 * table as f64),
        after: None,
        held: false,
        plates: (table * 40 / 13..(table + 1) * 40 / 13)
            .map(plate)
            .collect(),
    });
    ServiceAsked {
        kitchen: Kitchen::new(&serde_json::from_str(kit).unwrap()).unwrap(),
        hands: (1..=3)
            .map(|cook| HandAsked {
                id: format!("cook {cook}"),
                ..HandAsked::default()
            })
            .collect(),
        tickets: tickets.collect(),
        pinned: vec![],
        expected: vec![],
        gone: vec![],
        down: vec![],
        happened: vec![],
        stood: vec![],
        mise_done: true,
        now_s: 0.0,
        tries: None,
    }
}

fn services(c: &mut Criterion) {
    let mut runs = Runs::new();
    let mut asked = forty();
    let best = service(&asked, &mut runs).unwrap();
    for (tries, words) in [(0, "first plan"), (3000, "good plan")] {
        asked.tries = Some(tries);
        let told = service(&asked, &mut runs).unwrap();
        println!(
            "forty covers, {words}: cost {} against {} at best",
            told.cost, best.cost
        );
        c.bench_function(&format!("forty covers, {words}"), |b| {
            b.iter(|| service(&asked, &mut runs).unwrap())
        });
    }
}

/// The march against a general-purpose solver on the same grid, each with
/// steps that bring it as near to the reference.
fn against_general_solver(c: &mut Criterion) {
    use cindo_core::heat::Steps;
    let column = reference::cod_in_liquid();
    let exact = reference::by_dop853(&column, 1e-9);
    let ours_k = reference::apart_k(&reference::marched(&column, Steps::ORDINARY), &exact);
    let as_near = |tolerance: &f64| {
        reference::apart_k(&reference::by_dop853(&column, *tolerance), &exact) <= ours_k
    };
    let loosest = [0.3, 0.1, 0.03, 0.01, 3e-3, 1e-3, 3e-4, 1e-4]
        .into_iter()
        .find(as_near);
    let tolerance = loosest.unwrap_or(1e-5);
    let theirs_k = reference::apart_k(&reference::by_dop853(&column, tolerance), &exact);
    println!("off by: march {ours_k:.3} K, general solver {theirs_k:.3} K at rtol {tolerance:e}");
    c.bench_function("cod in liquid, march", |b| {
        b.iter(|| reference::marched(&column, Steps::ORDINARY))
    });
    c.bench_function("cod in liquid, general solver", |b| {
        b.iter(|| reference::by_dop853(&column, tolerance))
    });
}

criterion_group! {
    name = benches;
    config = Criterion::default().sample_size(20).measurement_time(std::time::Duration::from_secs(2)).warm_up_time(std::time::Duration::from_millis(500));
    targets = engine, services, against_general_solver
}
criterion_main!(benches);
