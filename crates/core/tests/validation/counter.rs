//! The counter: portions as properties, whole fish and lots.

use cindo_core::fish::{Eaters, Lot, Notice, PieceAsked, Side, Species, Tail};
use cindo_core::fish::{Piece, State};
use cindo_core::target::{FOOD_SAFETY, Goal, Rules, TargetAsked};
use proptest::prelude::*;
use proptest::test_runner::{Config, RngAlgorithm, TestRng, TestRunner};

fn fish(key: &str) -> std::sync::Arc<Species> {
    Species::find(key).unwrap()
}

fn seeded() -> TestRunner {
    let config = Config {
        cases: 300,
        failure_persistence: None,
        ..Config::default()
    };
    TestRunner::new_with_rng(config, TestRng::deterministic_rng(RngAlgorithm::ChaCha))
}

#[test]
fn law_portions_weigh_the_same_and_add_up() {
    let sides = (4.0..60.0f64, 0.1..1.0f64, 200.0..8000.0f64, 1u32..30);
    seeded()
        .run(&sides, |(thick, ratio, mass_g, count)| {
            let side = Side::new(thick, (thick * ratio).max(2.0).min(thick), mass_g).unwrap();
            for tail in [Tail::Left, Tail::Trimmed, Tail::Tucked] {
                let cut = side.cut(count, tail).unwrap();
                prop_assert_eq!(cut.portions.len(), count as usize);
                let sum: f64 = cut.portions.iter().map(|p| p.mass_g).sum();
                prop_assert!((sum + cut.trim_g - mass_g).abs() < 0.005 * mass_g);
                let each = sum / f64::from(count);
                for p in &cut.portions {
                    prop_assert!((p.mass_g / each - 1.0).abs() < 0.02, "{:?} {}", p, each);
                    prop_assert!(p.from_share < p.to_share && p.thin_mm <= p.thick_mm);
                }
                if tail != Tail::Trimmed {
                    prop_assert!(cut.trim_g < 0.005 * mass_g);
                }
            }
            let even = |tail| side.cut(count, tail).unwrap().even_share;
            prop_assert!(even(Tail::Trimmed) >= even(Tail::Left) - 1e-3);
            Ok(())
        })
        .unwrap();
}

/// A wedge that falls like half a cosine, cut in two: the half weight lies where
/// s + (d/m)/(2 pi) sin(pi s) = 1/2 (integral of the profile).
#[test]
fn exact_place_of_the_middle_cut() {
    let cut = Side::new(30.0, 10.0, 600.0)
        .unwrap()
        .cut(2, Tail::Left)
        .unwrap();
    let s = cut.portions[0].to_share;
    let weight = s + 20.0 / (2.0 * std::f64::consts::PI * 20.0) * (std::f64::consts::PI * s).sin();
    assert!((weight - 0.5).abs() < 1e-3, "{s} {weight}");
    assert!(s < 0.5 && cut.portions[0].thick_mm > 29.9);
    let wrong = Side::new(10.0, 30.0, 600.0).unwrap_err();
    assert_eq!(wrong.code(), "thin_end_thicker");
}

const DAY_H: f64 = 24.0;

/// Came in cold at hour 2400, kept on ice.
fn lot() -> Lot {
    Lot {
        received_h: 100.0 * DAY_H,
        received_c: 3.0,
        warm_h: None,
        kept_c: 0.0,
        frozen_h: None,
        frozen_at_c: None,
        thawed_h: None,
        use_by_h: Some(107.0 * DAY_H),
        vacuum: false,
    }
}

#[test]
fn a_lot_knows_its_days_and_hours() {
    let cod = fish("cod");
    let at = |lot: &Lot, day: f64| lot.at(&cod, day * DAY_H, Rules::Us);
    let state = at(&lot(), 104.0).unwrap();
    assert_eq!(state.left_days, Some([5.0, 11.0]));
    assert!(!state.past_use_by && !state.received_warm && !state.refuse);
    assert!(at(&lot(), 107.0).unwrap().refuse, "past its day");
    assert_eq!(at(&lot(), 99.0).unwrap_err().field(), "received");
    let frozen = Lot {
        kept_c: -22.0,
        frozen_h: Some(101.0 * DAY_H),
        frozen_at_c: Some(-22.0),
        use_by_h: None,
        ..lot()
    };
    let killed = |lot: &Lot, day| at(lot, day).unwrap().parasites_killed;
    assert!(!killed(&frozen, 107.99), "hours count, not days begun");
    assert!(killed(&frozen, 108.0));
    assert_eq!(at(&frozen, 108.0).unwrap().left_days, None);
    let thawed = Lot {
        kept_c: 2.0,
        ..frozen.clone()
    };
    assert!(!killed(&thawed, 130.0), "nobody knows since when");
    let since = Lot {
        thawed_h: Some(129.0 * DAY_H),
        ..thawed.clone()
    };
    assert!(killed(&since, 130.0));
    // A day at 2 C since it thawed, of the one or two days on ice that thawed fish keeps; five days of it are too many.
    let left = at(&since, 130.0).unwrap().left_days.unwrap();
    assert!(
        left[0] == 0.0 && (left[1] - (2.0 - 1.44)).abs() < 1e-9,
        "{left:?}"
    );
    assert!(!at(&since, 130.0).unwrap().refuse && at(&since, 134.0).unwrap().refuse);
    let warmer = Lot {
        kept_c: -18.0,
        ..frozen.clone()
    };
    assert!(!killed(&warmer, 150.0));
    let wrong = |lot: Lot, day| at(&lot, day).unwrap_err().field().to_owned();
    let future = Lot {
        frozen_h: Some(120.0 * DAY_H),
        ..frozen.clone()
    };
    assert_eq!(wrong(future, 108.0), "frozen");
    let upside = Lot {
        use_by_h: Some(90.0 * DAY_H),
        ..lot()
    };
    assert_eq!(wrong(upside, 104.0), "use_by");
    let unsaid = Lot {
        frozen_h: None,
        frozen_at_c: None,
        ..since
    };
    assert_eq!(wrong(unsaid, 130.0), "frozen");
}

/// Food Code 3-202.11 and 3-501.16, Hazards Guide 7: what came in warm, and a lot kept too warm.
#[test]
fn published_lots_out_of_the_cold() {
    let codes = |key: &str, lot: &Lot, hours: f64| -> Vec<&'static str> {
        let state = lot
            .at(&fish(key), 100.0 * DAY_H + hours, Rules::Us)
            .unwrap();
        assert_eq!(state.refuse, state.notices.iter().any(Notice::refuses));
        state.notices.iter().map(|n| n.code).collect()
    };
    let warm = Lot {
        received_c: 9.0,
        ..lot()
    };
    assert_eq!(codes("cod", &warm, 1.0), ["received_warm"]);
    let short = Lot {
        warm_h: Some(1.0),
        ..warm.clone()
    };
    assert_eq!(codes("cod", &short, 1.0), ["within_limit"]);
    let long = Lot {
        warm_h: Some(6.0),
        ..warm
    };
    assert!(codes("cod", &long, 1.0).contains(&"out_of_cold"));
    let mild = Lot {
        kept_c: 8.0,
        ..lot()
    };
    let said = codes("mackerel", &mild, 48.0);
    assert!(
        said.contains(&"histamine_refuse") && said.contains(&"out_of_cold"),
        "{said:?}"
    );
    assert!(codes("cod", &mild, 3.0) == ["within_limit"]);
}

#[test]
fn frozen_and_thawed_agree_with_the_temperature() {
    let piece = |state: Option<&str>, start_c: Option<f64>| {
        Piece::new(&PieceAsked {
            fish: Some("cod".into()),
            thickness_mm: Some(25.0),
            state: state.map(Into::into),
            start_c,
            ..PieceAsked::default()
        })
    };
    assert_eq!(piece(None, Some(-18.0)).unwrap().state, State::Frozen);
    assert_eq!(piece(Some("frozen"), None).unwrap().start.value(), -18.0);
    assert_eq!(piece(Some("thawed"), None).unwrap().start.value(), 8.0);
    for (state, start_c) in [("frozen", 5.0), ("fresh", -18.0), ("thawed", -10.0)] {
        let wrong = piece(Some(state), Some(start_c)).unwrap_err();
        assert_eq!(wrong.field(), "start_c", "{state}");
    }
    assert_eq!(piece(Some("stale"), None).unwrap_err().field(), "state");
}

/// The food-safety target does what it says, whatever the way: 63 C for 15 s all through.
#[test]
fn published_food_safety_target_meets_the_food_code() {
    use cindo_core::kit::Kitchen;
    use cindo_core::methods::Method;
    use cindo_core::plan::{RankAsked, Wishes, rank};
    for (key, mm) in [
        ("haddock", 20.0),
        ("salmon", 28.0),
        ("tuna", 30.0),
        ("plaice", 8.0),
    ] {
        let ways = rank(&RankAsked {
            tonight: Default::default(),
            piece: PieceAsked {
                fish: Some(key.into()),
                thickness_mm: Some(mm),
                ..PieceAsked::default()
            },
            target: TargetAsked::Level(FOOD_SAFETY.into()),
            kitchen: Kitchen::SEA_LEVEL,
            eaters: Eaters::Everyone,
            wishes: Wishes::default(),
            field: None,
        })
        .unwrap();
        let mut met = 0;
        for plan in ways.ways.iter().filter_map(|w| w.plan.as_ref()) {
            let reached = plan
                .warnings
                .iter()
                .all(|w| w.code != "target_out_of_reach");
            let safe = plan.outcome.safety.food_code_63c_15s;
            assert!(safe || !reached, "{key} {}", plan.method.kind);
            met += usize::from(safe);
        }
        assert!(met > Method::all().len() / 3, "{key}: {met}");
    }
}

/// From a sliver of sole to a frozen block of tuna: each can be described, and each finds a way.
#[test]
fn twelve_pieces_each_find_a_way() {
    use cindo_core::kit::Kitchen;
    use cindo_core::plan::{RankAsked, Wishes, rank};
    let pieces = [
        ("sole", "fillet", 5.0, 60.0, None),
        ("plaice", "whole_flat", 24.0, 420.0, None),
        ("hake", "loin", 35.0, 190.0, None),
        ("sardine", "small_whole", 16.0, 60.0, None),
        ("mackerel", "butterfly", 12.0, 220.0, None),
        ("skate", "wing", 20.0, 260.0, None),
        ("monkfish", "medallion", 25.0, 90.0, None),
        ("salmon", "cubes", 28.0, 30.0, None),
        ("sea_bass", "whole_round", 48.0, 600.0, None),
        ("halibut", "steak", 32.0, 240.0, None),
        ("cod", "fillet", 25.0, 170.0, Some("frozen")),
        ("tuna", "loin", 60.0, 900.0, Some("frozen")),
    ];
    for (key, cut, mm, mass_g, state) in pieces {
        let ways = rank(&RankAsked {
            tonight: Default::default(),
            piece: PieceAsked {
                fish: Some(key.into()),
                cut: Some(cut.into()),
                thickness_mm: Some(mm),
                mass_g: Some(mass_g),
                state: state.map(Into::into),
                bone: cut.starts_with("whole"),
                ..PieceAsked::default()
            },
            target: TargetAsked::Usual,
            kitchen: Kitchen::SEA_LEVEL,
            eaters: Eaters::Everyone,
            wishes: Wishes::default(),
            field: None,
        })
        .unwrap();
        let reached = ways
            .ways
            .iter()
            .filter_map(|w| w.plan.as_ref())
            .filter(|plan| {
                let (band, peak_c) = (plan.aim.band, plan.outcome.served_peak_c);
                match plan.aim.goal {
                    _ if plan.aim.coated => peak_c >= band.low_c,
                    Goal::Figure(_) => peak_c >= band.low_c,
                    _ => (peak_c - plan.aim.middle_c).abs() < 0.6,
                }
            });
        assert!(reached.count() >= 5, "{key} {cut}");
    }
}

/// A narrow piece is reached from its sides too, in oil and in liquid.
#[test]
fn law_a_narrower_piece_in_oil_is_done_sooner() {
    use cindo_core::plan::{MethodAsked, PlanAsked, plan};
    let off_s = |width_mm: f64| {
        plan(&PlanAsked {
            piece: PieceAsked {
                fish: Some("cod".into()),
                thickness_mm: Some(25.0),
                width_mm: Some(width_mm),
                mass_g: Some(600.0), // so heavy that a wide one is not short
                ..PieceAsked::default()
            },
            method: MethodAsked {
                kind: "deep_fry_batter".into(),
                settings: vec![],
            },
            target: TargetAsked::Usual,
            ..PlanAsked::default()
        })
        .unwrap()
        .off_heat_s
    };
    assert!(off_s(30.0) < off_s(60.0) && off_s(60.0) < off_s(150.0));
}
