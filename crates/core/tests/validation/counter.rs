//! The counter: dangers as exact tables, portions as properties, whole fish and lots.

use cindo_core::fish::{
    Eater, Freezing, Hazard, Lot, Notice, ParasiteRecord, PieceAsked, Severity, Side, Species,
    Tail, Warmth, exempt_tuna, notices, spines,
};
use cindo_core::fish::{Piece, State};
use cindo_core::target::{AT_RISK, Band, FOOD_SAFETY, TargetAsked};
use proptest::prelude::*;
use proptest::test_runner::{Config, RngAlgorithm, TestRng, TestRunner};

fn fish(key: &str) -> std::sync::Arc<Species> {
    Species::find(key).unwrap()
}

const RARE: Band = Band {
    low_c: 47.0,
    high_c: 51.0,
};
const WELL: Band = Band {
    low_c: 63.0,
    high_c: 66.0,
};
const NEARLY: Band = Band {
    low_c: 61.0,
    high_c: 62.0,
};

fn said(key: &str, eater: Eater, target: Band, record: ParasiteRecord) -> Vec<Notice> {
    notices(&fish(key), eater, target, record, None).unwrap()
}

fn codes(key: &str, eater: Eater, target: Band, record: ParasiteRecord) -> Vec<&'static str> {
    said(key, eater, target, record)
        .iter()
        .map(|n| n.code)
        .collect()
}

/// Food Code 3-402.11(A): -20 C 168 h; -35 C solid and 15 h there; -35 C solid and 24 h at -20 C.
#[test]
fn published_freezing_against_parasites() {
    for (at_c, hours, solid_at_35, kills) in [
        (-20.0, 168.0, false, true),
        (-20.0, 167.0, false, false),
        (-18.0, 1000.0, false, false),
        (-25.0, 200.0, false, true),
        (-35.0, 15.0, true, true),
        (-35.0, 14.0, true, false),
        (-35.0, 15.0, false, false),
        (-20.0, 24.0, true, true),
        (-20.0, 23.0, true, false),
        (-19.0, 24.0, true, false),
    ] {
        let freezing = Freezing {
            at_c,
            hours,
            solid_at_35,
        };
        assert_eq!(freezing.kills_parasites().unwrap(), kills, "{freezing:?}");
    }
    let nonsense = Freezing {
        at_c: 4.0,
        hours: 10.0,
        solid_at_35: false,
    };
    assert_eq!(nonsense.kills_parasites().unwrap_err().field(), "at_c");
}

/// FDA Hazards Guide, chapter 7 (medium confidence): above 4.4 C 4 h if ever above 21 C, else
/// 8 h; once frozen 12 and 24 h.
#[test]
fn published_time_out_of_the_cold() {
    for (hours, warmest_c, was_frozen, spoils) in [
        (4.0, 25.0, false, false),
        (4.1, 25.0, false, true),
        (8.0, 15.0, false, false),
        (8.1, 15.0, false, true),
        (12.0, 25.0, true, false),
        (12.1, 25.0, true, true),
        (24.0, 10.0, true, false),
        (24.1, 10.0, true, true),
    ] {
        let warmth = Warmth {
            hours,
            warmest_c,
            was_frozen,
        };
        assert_eq!(warmth.spoils().unwrap(), spoils, "{warmth:?}");
    }
}

#[test]
fn histamine_fish_out_of_the_cold_are_refused_whatever_the_target() {
    let warm = Some(Warmth {
        hours: 6.0,
        warmest_c: 24.0,
        was_frozen: false,
    });
    for key in ["mackerel", "tuna", "sardine", "mahi_mahi", "bluefish"] {
        for target in [RARE, WELL] {
            let said = notices(
                &fish(key),
                Eater::Everyone,
                target,
                ParasiteRecord::Unknown,
                warm,
            )
            .unwrap();
            assert_eq!(said[0].code, "histamine_refuse", "{key}");
            assert_eq!(said[0].severity, Severity::Refuse);
            assert!(
                said[0].message.contains("Cooking"),
                "says that heat does not mend it"
            );
        }
    }
    let cod = notices(
        &fish("cod"),
        Eater::Everyone,
        WELL,
        ParasiteRecord::Unknown,
        warm,
    )
    .unwrap();
    assert!(cod.is_empty(), "{cod:?}");
}

/// Food Code 3-402.11(B): these tunas and fish farmed on feed without live parasites are exempt.
#[test]
fn published_who_needs_a_freezing_record() {
    let asks = |key: &str, target, record| {
        codes(key, Eater::Everyone, target, record).contains(&"parasites")
    };
    for wild in [
        "cod",
        "mackerel",
        "salmon_wild",
        "hake",
        "halibut",
        "skipjack",
    ] {
        assert!(asks(wild, RARE, ParasiteRecord::Unknown), "{wild}");
        assert!(
            !asks(wild, NEARLY, ParasiteRecord::Unknown),
            "60 C kills them: {wild}"
        );
        let week = Freezing {
            at_c: -20.0,
            hours: 170.0,
            solid_at_35: false,
        };
        assert!(!asks(wild, RARE, ParasiteRecord::Frozen(week)), "{wild}");
        let day = Freezing {
            hours: 24.0,
            ..week
        };
        assert!(asks(wild, RARE, ParasiteRecord::Frozen(day)), "{wild}");
        assert!(!asks(wild, RARE, ParasiteRecord::Farmed), "{wild}");
    }
    for free in [
        "tuna",
        "tuna_bluefin",
        "tuna_albacore",
        "salmon",
        "trout",
        "turbot",
    ] {
        assert!(!asks(free, RARE, ParasiteRecord::Unknown), "{free}");
    }
    let exempt = Species::all().iter().filter(|s| exempt_tuna(s)).count();
    assert_eq!(exempt, 3);
}

/// Food Code 3-603.11 and 3-401.11: below 63 C tell everyone, and not for eaters at risk.
#[test]
fn published_advisory_and_eaters_at_risk() {
    assert!(codes("haddock", Eater::Everyone, RARE, ParasiteRecord::Farmed).contains(&"advisory"));
    assert!(
        codes("haddock", Eater::AtRisk, RARE, ParasiteRecord::Farmed)
            .contains(&"at_risk_below_code")
    );
    assert!(codes("haddock", Eater::AtRisk, AT_RISK, ParasiteRecord::Farmed).is_empty());
    assert_eq!(AT_RISK.low_c, 63.0);
    // Each danger where it is and nowhere else.
    for species in Species::all() {
        let said = codes(&species.key, Eater::AtRisk, WELL, ParasiteRecord::Unknown);
        for (code, hazard) in [
            ("reef_toxin", Hazard::ReefToxin),
            ("wax_esters", Hazard::WaxEsters),
            ("histamine", Hazard::Histamine),
        ] {
            assert_eq!(
                said.contains(&code),
                species.has(hazard),
                "{} {code}",
                species.key
            );
        }
        assert!(
            !said.contains(&"parasites") && !said.contains(&"advisory"),
            "{}",
            species.key
        );
        assert_eq!(spines(species, true).is_some(), species.has(Hazard::Spines));
        assert!(spines(species, false).is_none(), "a fillet has no fins");
    }
    let swordfish = said("swordfish", Eater::AtRisk, WELL, ParasiteRecord::Unknown);
    assert_eq!(swordfish[0].severity, Severity::Refuse, "mercury");
    assert!(codes("cod", Eater::Everyone, WELL, ParasiteRecord::Unknown).is_empty());
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

#[test]
fn a_lot_knows_its_days() {
    let lot = Lot {
        received_day: 100,
        received_c: 3.0,
        kept_c: 0.0,
        frozen_day: None,
        frozen_at_c: None,
        use_by_day: Some(106),
    };
    let cod = fish("cod");
    let on = |lot: &Lot, day| lot.on(&cod, day);
    let state = on(&lot, 104).unwrap();
    assert_eq!(state.left_days, Some([5.0, 11.0]));
    assert!(!state.past_use_by && !state.received_warm);
    assert!(on(&lot, 107).unwrap().past_use_by);
    assert_eq!(on(&lot, 99).unwrap_err().field(), "received");
    let warm = Lot {
        received_c: 7.0,
        kept_c: 4.0,
        ..lot.clone()
    };
    assert!(on(&warm, 104).unwrap().received_warm);
    assert!(on(&warm, 104).unwrap().left_days.unwrap()[1] < 11.0);
    let frozen = Lot {
        kept_c: -22.0,
        frozen_day: Some(101),
        frozen_at_c: Some(-22.0),
        use_by_day: None,
        ..lot.clone()
    };
    assert!(!on(&frozen, 107).unwrap().parasites_killed);
    assert!(on(&frozen, 108).unwrap().parasites_killed);
    assert_eq!(on(&frozen, 108).unwrap().left_days, None);
    let thawed = Lot {
        kept_c: 2.0,
        ..frozen.clone()
    };
    assert!(
        !on(&thawed, 108).unwrap().parasites_killed,
        "nobody knows since when"
    );
    let warmer = Lot {
        kept_c: -18.0,
        ..frozen.clone()
    };
    assert!(!on(&warmer, 150).unwrap().parasites_killed);
    let future = Lot {
        frozen_day: Some(120),
        ..frozen.clone()
    };
    assert_eq!(on(&future, 108).unwrap_err().field(), "frozen");
    let upside = Lot {
        use_by_day: Some(90),
        ..lot
    };
    assert_eq!(on(&upside, 104).unwrap_err().field(), "use_by");
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
            piece: PieceAsked {
                fish: Some(key.into()),
                thickness_mm: Some(mm),
                ..PieceAsked::default()
            },
            target: TargetAsked::Level(FOOD_SAFETY.into()),
            kitchen: Kitchen::SEA_LEVEL,
            wishes: Wishes::default(),
            field: None,
        })
        .unwrap();
        let mut met = 0;
        for plan in ways.iter().filter_map(|w| w.plan.as_ref()) {
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
            wishes: Wishes::default(),
            field: None,
        })
        .unwrap();
        let reached = ways.iter().filter_map(|w| w.plan.as_ref()).filter(|plan| {
            let middle = 0.5 * (plan.band.low_c + plan.band.high_c);
            (plan.outcome.core_peak_c - middle).abs() < 0.6
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
