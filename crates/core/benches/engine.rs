//! Speed of the engine: `make bench`.
#![allow(missing_docs, clippy::unwrap_used)]

use cindo_core::fish::PieceAsked;
use cindo_core::methods::Kitchen;
use cindo_core::outcome::TargetAsked;
use cindo_core::plan::{
    MethodAsked, PlanAsked, RankAsked, SimulateAsked, Wishes, plan, rank, simulate,
};
use criterion::{Criterion, criterion_group, criterion_main};

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
        piece: piece(),
        method: method("sear_skin_first"),
        kitchen: Kitchen::SEA_LEVEL,
        sides_s: vec![500.0, 100.0],
        rest_s: 0.0,
    };
    c.bench_function("forward run of ten minutes", |b| {
        b.iter(|| simulate(&ten_minutes).unwrap())
    });
    for kind in ["sear_skin_first", "slow_bake"] {
        let mut asked = PlanAsked {
            piece: piece(),
            method: method(kind),
            target: TargetAsked::Usual,
            kitchen: Kitchen::SEA_LEVEL,
            range: false,
            field: None,
            late_s: 0.0,
        };
        c.bench_function(&format!("plan {kind}"), |b| {
            b.iter(|| plan(&asked).unwrap())
        });
        asked.range = true;
        c.bench_function(&format!("plan {kind} with range"), |b| {
            b.iter(|| plan(&asked).unwrap())
        });
    }
    let asked = RankAsked {
        piece: piece(),
        target: TargetAsked::Usual,
        kitchen: Kitchen::SEA_LEVEL,
        wishes: Wishes::default(),
        field: None,
    };
    c.bench_function("rank", |b| b.iter(|| rank(&asked).unwrap()));
}

criterion_group! {
    name = benches;
    config = Criterion::default().sample_size(20).measurement_time(std::time::Duration::from_secs(2)).warm_up_time(std::time::Duration::from_millis(500));
    targets = engine
}
criterion_main!(benches);
