//! Schools of cooking: each a plan that moves by its own sign.

use crate::notes::note;
use cindo_core::fish::{Eaters, PieceAsked};
use cindo_core::kit::Kitchen;
use cindo_core::methods::{Method, Value};
use cindo_core::plan::{
    MethodAsked, Plan, PlanAsked, RankAsked, Tonight, Wishes, plan, rank, schools,
};
use cindo_core::run::What;
use cindo_core::target::TargetAsked;

fn piece(fish: &str, cut: &str, mm: f64, mass_g: f64) -> PieceAsked {
    PieceAsked {
        fish: Some(fish.into()),
        cut: Some(cut.into()),
        thickness_mm: Some(mm),
        mass_g: Some(mass_g),
        skin: Some("on".into()),
        ..PieceAsked::default()
    }
}

fn asked(kind: &str, piece: &PieceAsked, set: &[(&str, Value)]) -> PlanAsked {
    PlanAsked {
        piece: piece.clone(),
        method: MethodAsked {
            kind: kind.into(),
            settings: set.iter().map(|(k, v)| ((*k).into(), v.clone())).collect(),
        },
        ..PlanAsked::default()
    }
}

fn cooked(kind: &str, piece: &PieceAsked, set: &[(&str, Value)]) -> Plan {
    plan(&asked(kind, piece, set)).unwrap()
}

fn word(word: &str) -> Value {
    Value::Word(word.into())
}

fn number(x: f64) -> Value {
    Value::Number(x)
}

fn has(kind: &str, key: &str) -> bool {
    let method = Method::find(kind).unwrap();
    method.settings.iter().any(|spec| spec.key == key)
}

/// What goes on below a piece after the fire is off takes from the time before it; what is eaten at once has none of that.
#[test]
fn law_the_rest_is_paid_for_on_the_fire() {
    let ways: Vec<&str> = Method::all()
        .iter()
        .map(|m| m.kind)
        .filter(|kind| has(kind, "rests"))
        .collect();
    assert!(ways.len() >= 6, "{ways:?}");
    for kind in ways {
        for (fish, mm) in [("salmon", 18.0), ("hake", 26.0)] {
            let rests = |how: &str| {
                cooked(
                    kind,
                    &piece(fish, "fillet", mm, 170.0),
                    &[("rests", word(how))],
                )
            };
            let (plate, pan, at_once) = (rests("plate"), rests("pan"), rests("at_once"));
            // Where a coat decides it is gold when it is gold.
            let slack_s = if kind == "floured_pan_fry" { 15.0 } else { 1.0 };
            assert!(
                at_once.off_heat_s > plate.off_heat_s - slack_s,
                "{kind} {fish}"
            );
            // A low pan that is switched off keeps a piece as warm as a warm plate does, and no warmer.
            if kind != "one_side_gentle" {
                assert!(pan.off_heat_s < plate.off_heat_s + slack_s, "{kind} {fish}");
            }
            assert!(at_once.rest_s <= 30.0 && pan.rest_s >= 60.0, "{kind}");
            let said = |plan: &Plan| {
                let off = plan.steps.iter().find(|s| s.act.what == What::Off).unwrap();
                off.act.words.clone()
            };
            assert!(
                said(&pan).contains("where it is") && said(&at_once).contains("straight to"),
                "{kind}"
            );
            // The middle is right when it is served whatever the rest; at once, or out of hot liquid, it is still rising then.
            for (plan, rises_k) in [(&plate, 1.5), (&pan, 4.0), (&at_once, 6.0)] {
                let (band, came) = (plan.aim.band, &plan.outcome);
                assert!(came.served_peak_c > band.low_c - 0.6, "{kind} {fish}");
                assert!(
                    plan.aim.coated || came.core_peak_c < band.high_c + rises_k,
                    "{kind} {fish} {}",
                    came.core_peak_c
                );
            }
        }
    }
}

/// Coals that fall give less heat: by nothing nothing, by more longer, or it does not get there and says so.
#[test]
fn law_a_fire_that_falls_takes_longer() {
    for kind in ["grill_direct", "grill_basket", "grill_upright"] {
        let fish = match kind {
            "grill_direct" => piece("salmon", "fillet", 25.0, 170.0),
            _ => piece("sea_bass", "whole_round", 40.0, 450.0),
        };
        let falls = |k_min: f64| cooked(kind, &fish, &[("falls_k_min", number(k_min))]);
        let steady = cooked(kind, &fish, &[]);
        assert_eq!(falls(0.0).off_heat_s, steady.off_heat_s);
        let mut before_s = steady.off_heat_s;
        for k_min in [1.0, 2.0, 4.0, 8.0] {
            let plan = falls(k_min);
            if plan
                .warnings
                .iter()
                .any(|w| w.code == "target_out_of_reach")
            {
                assert!(k_min > 1.0, "{kind}");
                break;
            }
            assert!(plan.off_heat_s > before_s + 1.0, "{kind} {k_min}");
            before_s = plan.off_heat_s;
        }
        // Dead coals are as cold as the room, and no colder: an hour later the fish is no colder than that.
        let dead = plan(&PlanAsked {
            late_s: 3600.0,
            ..asked(kind, &fish, &[("falls_k_min", number(10.0))])
        })
        .unwrap();
        assert!(dead.core_at_off_c > 15.0, "{kind} {}", dead.core_at_off_c);
        // As a fire that is colder by the half of it all along.
        if kind == "grill_direct" {
            let cooler_c = 220.0 - 0.5 * 2.0 * falls(2.0).off_heat_s / 60.0;
            let mean = cooked(kind, &fish, &[("grill_c", number(cooler_c))]);
            let share = falls(2.0).off_heat_s / mean.off_heat_s;
            assert!((0.93..1.05).contains(&share), "{share}");
        }
        note(
            format!("{kind}, coals that fall 2 K a minute"),
            format!(
                "{:.1} min, steady {:.1}",
                falls(2.0).off_heat_s / 60.0,
                steady.off_heat_s / 60.0
            ),
            "longer",
        );
    }
}

/// Raw vegetables are cold and wet. Common practice, no source: a covered pan of them takes 10 minutes and "up to 10 more".
#[test]
fn law_raw_vegetables_take_heat() {
    let fish = piece("cod", "fillet", 25.0, 170.0);
    for kind in ["hot_roast", "slow_bake", "pan_steam", "parcel"] {
        let with = |g: f64| cooked(kind, &fish, &[("greens_g", number(g))]).off_heat_s;
        assert!(
            with(50.0) > with(0.0) && with(100.0) > with(50.0) && with(250.0) > with(100.0),
            "{kind}"
        );
        // Deeper than a hand they lie beside it.
        assert!(with(500.0) < 6.0 * with(0.0), "{kind}");
    }
    let pan = cooked("pan_steam", &fish, &[("greens_g", number(120.0))]);
    note(
        "cod of 25 mm over 120 g of raw vegetables, covered pan",
        format!("{:.1} min", pan.off_heat_s / 60.0),
        "10 to 20",
    );
    assert!((10.0..20.0).contains(&(pan.off_heat_s / 60.0)));
    // Eight portions with theirs in one pot against one.
    let eight = PieceAsked {
        pieces: Some(8),
        ..fish
    };
    let poached = |g: f64| cooked("shallow_poach", &eight, &[("greens_g", number(g))]).off_heat_s;
    assert!(poached(200.0) > poached(0.0) + 5.0);
}

/// Skin that is not eaten on the fish changes what is done at the table, not the heat; and no way counts it as crisp.
#[test]
fn skin_lifted_off_or_crisped_apart() {
    let bass = piece("sea_bass", "fillet", 20.0, 150.0);
    let apart = PieceAsked {
        skin_apart: true,
        ..bass.clone()
    };
    let words = |plan: &Plan, what: What| {
        let step = plan.steps.iter().find(|s| s.act.what == what).unwrap();
        step.cues.join(" ")
    };
    for kind in ["steam", "shallow_poach", "hot_roast", "sear_skin_first"] {
        let (on, lifted) = (cooked(kind, &bass, &[]), cooked(kind, &apart, &[]));
        assert_eq!(on.off_heat_s, lifted.off_heat_s, "{kind}");
        assert!(
            words(&lifted, What::Serve).contains("Lift the skin off"),
            "{kind}"
        );
        assert!(!words(&on, What::Serve).contains("Lift"), "{kind}");
        assert!(
            lifted.crisp_mm <= lifted.outcome.crust_mm[1],
            "{kind} {}",
            lifted.crisp_mm
        );
        let skinless = |skin_apart: bool| PieceAsked {
            skin: Some("off".into()),
            skin_apart,
            ..bass.clone()
        };
        let own = cooked(kind, &skinless(true), &[]);
        assert!(words(&own, What::In).contains("crisps by itself"), "{kind}");
        assert_eq!(
            own.off_heat_s,
            cooked(kind, &skinless(false), &[]).off_heat_s
        );
    }
    // Nobody puts a coat on what is lifted off.
    let ranked = |piece: &PieceAsked| {
        rank(&RankAsked {
            piece: piece.clone(),
            target: TargetAsked::Usual,
            kitchen: Kitchen::SEA_LEVEL,
            eaters: Eaters::Everyone,
            wishes: Wishes::default(),
            tonight: Tonight::default(),
            field: None,
        })
        .unwrap()
    };
    let suits = |piece: &PieceAsked, kind: &str| {
        let ways = ranked(piece).ways;
        ways.iter().any(|w| w.suits && w.method.kind == kind)
    };
    for kind in ["deep_fry_batter", "floured_pan_fry"] {
        assert!(suits(&bass, kind) && !suits(&apart, kind), "{kind}");
    }
    assert!(suits(&apart, "parcel") && suits(&apart, "steam"));
}

/// What cooks disagree about is asked where it is theirs to choose, and who sets the card as a school says gets what that
/// school was said to give.
#[test]
fn every_school_is_a_plan_that_anybody_gets() {
    let bass = piece("sea_bass", "fillet", 20.0, 150.0);
    let whole = piece("sea_bass", "whole_round", 42.0, 500.0);
    for (kind, fish, wanted) in [
        (
            "sear_skin_first",
            &bass,
            &["lid, or a low fire", "left in the pan", "left alone"][..],
        ),
        ("sear_both_sides", &bass, &["Spoon fat", "left in the pan"]),
        (
            "shallow_poach",
            &bass,
            &["left in the liquid", "Vegetables"],
        ),
        ("broil", &bass, &["skin up"]),
        ("hot_roast", &bass, &["Vegetables under"]),
        ("grill_direct", &whole, &["coals that fall", "Score"]),
        ("salt_crust", &whole, &["Score", "hot iron"]),
        ("steam", &whole, &["Score", "on it"]),
    ] {
        let question = asked(kind, fish, &[]);
        let told = schools(&question).unwrap();
        for wanted in wanted {
            assert!(
                told.iter().any(|school| school.question.contains(wanted)),
                "{kind}: {wanted}"
            );
        }
        for school in &told {
            assert_eq!(
                school.options.iter().filter(|option| option.now).count(),
                1,
                "{kind}: {}",
                school.question
            );
            for option in &school.options {
                if option.settings.is_empty() {
                    continue;
                }
                let set = PlanAsked {
                    method: MethodAsked {
                        kind: kind.into(),
                        settings: option.settings.clone(),
                    },
                    ..question.clone()
                };
                let off_s = plan(&set).unwrap().off_heat_s;
                assert!(
                    (off_s - option.figures.off_heat_s).abs() < 1e-6,
                    "{kind}: {} {}",
                    school.question,
                    option.says
                );
            }
        }
    }
}
