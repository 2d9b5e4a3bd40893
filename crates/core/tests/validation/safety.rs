//! Safe words: the rules as published tables, laws that hold whatever is asked, and the food-safety plan
//! against pieces that the planner has not seen. What each rule says in each case stands beside the
//! HTTP interface, `crates/server/tests/api/safety.json`.

use crate::notes::note;
use cindo_core::fish::{
    Danger, Eaters, Freezing, Guests, Hazard, Heated, Judged, Judging, Keeping, Looks, Notice,
    Piece, PieceAsked, Severity, Since, Span, Species, exempt_tuna, judge,
};
use cindo_core::kit::Kitchen;
use cindo_core::methods::Method;
use cindo_core::plan::{MethodAsked, PlanAsked, plan};
use cindo_core::run::What;
use cindo_core::run::{Bench, Contacts, Fidelity, Kelvins, Run, Tally, Truth};
use cindo_core::target::{Aim, FOOD_SAFETY, Rules, TargetAsked};
use proptest::prelude::*;
use proptest::test_runner::{Config, RngAlgorithm, TestRng, TestRunner};

/// Food Code 3-402.11(A): -20 C 168 h; -35 C solid and 15 h there; -35 C solid and 24 h at -20 C.
/// Regulation 853/2004, annex III section VIII: -20 C 24 h, or -35 C 15 h. Never mixed, and a home
/// freezer at -18 C is neither.
#[test]
fn published_freezing_against_parasites() {
    for (at_c, hours, solid_at_35, us, eu) in [
        (-20.0, 168.0, false, true, true),
        (-20.0, 167.0, false, false, true),
        (-18.0, 10_000.0, false, false, false),
        (-19.9, 10_000.0, false, false, false),
        (-25.0, 200.0, false, true, true),
        (-35.0, 15.0, true, true, true),
        (-35.0, 14.0, true, false, false),
        (-35.0, 15.0, false, false, true),
        (-20.0, 24.0, true, true, true),
        (-20.0, 23.0, true, false, false),
        (-20.0, 24.0, false, false, true),
        (-19.0, 24.0, true, false, false),
    ] {
        let freezing = Freezing {
            at_c,
            hours,
            solid_at_35,
        };
        for (rules, kills) in [(Rules::Us, us), (Rules::EuUk, eu)] {
            let ours = freezing.kills_parasites(rules).unwrap();
            assert_eq!(ours, kills, "{freezing:?} {rules:?}");
        }
    }
    let nonsense = Freezing {
        at_c: 4.0,
        hours: 10.0,
        solid_at_35: false,
    };
    let wrong = nonsense.kills_parasites(Rules::Us).unwrap_err();
    assert_eq!(wrong.field(), "at_c");
}

/// Food Code 3-402.11(B), from memory: these tunas are exempt; and every other wild fish has the flag.
#[test]
fn published_who_needs_a_freezing_record() {
    let exempt: Vec<&str> = Species::all()
        .iter()
        .filter(|s| exempt_tuna(s))
        .map(|s| s.key.as_str())
        .collect();
    assert_eq!(
        exempt,
        ["tuna", "tuna_bluefin", "tuna_albacore", "tuna_bigeye"]
    );
    for fish in Species::all() {
        assert_eq!(
            fish.has(Hazard::Parasites),
            !exempt_tuna(fish),
            "{}",
            fish.key
        );
    }
}

fn seeded(cases: u32) -> TestRunner {
    let config = Config {
        cases,
        failure_persistence: None,
        ..Config::default()
    };
    TestRunner::new_with_rng(config, TestRng::deterministic_rng(RngAlgorithm::ChaCha))
}

fn piece(key: &str, change: impl FnOnce(&mut PieceAsked)) -> Piece {
    let mut asked = PieceAsked {
        fish: Some(key.into()),
        thickness_mm: Some(20.0),
        ..PieceAsked::default()
    };
    change(&mut asked);
    Piece::new(&asked).unwrap()
}

fn guests(eaters: Eaters, rules: Rules) -> Guests {
    Guests {
        eaters,
        rules,
        served: false,
    }
}

/// How grave the gravest word is; nothing said is the least.
fn gravest(said: &[Notice]) -> Option<Severity> {
    said.iter().map(|n| n.severity).max()
}

fn any_fish() -> impl Strategy<Value = String> {
    let keys: Vec<String> = Species::all().iter().map(|s| s.key.clone()).collect();
    proptest::sample::select(keys)
}

fn spans() -> impl Strategy<Value = Vec<Span>> {
    let span = (0.0..40.0f64, -25.0..35.0f64).prop_map(|(hours, at_c)| Span { hours, at_c });
    proptest::collection::vec(span, 1..4)
}

/// Colder and sooner is never less safe: a span made colder or shorter says nothing graver.
#[test]
fn law_colder_and_sooner_is_never_less_safe() {
    let asked = (
        any_fish(),
        spans(),
        0.0..1.0f64,
        0.0..15.0f64,
        any::<bool>(),
    );
    seeded(600)
        .run(&asked, |(key, kept, shorter, colder_k, us)| {
            let rules = if us { Rules::Us } else { Rules::EuUk };
            let said = |kept: &[Span]| {
                let piece = piece(&key, |asked| asked.keeping = kept.to_vec());
                let guests = guests(Eaters::Everyone, rules);
                piece.notices(guests, Heated::Undecided).unwrap()
            };
            let before = said(&kept);
            // Only the last span, so that what was frozen first stays so.
            let mut better = kept.clone();
            let last = better.len() - 1;
            better[last].hours *= shorter;
            let sooner = said(&better);
            // A record of no time at all is no record, and asks.
            if better.iter().any(|s| s.hours > 0.0) {
                prop_assert!(refused(&sooner) <= refused(&before), "{key} {kept:?}");
                let left = |said: &[Notice]| {
                    let hours = said.iter().filter_map(|n| n.hours_left);
                    hours.fold(f64::INFINITY, f64::min)
                };
                // Beside a broken rule no hours are left, and none are said.
                if left(&before).is_finite() {
                    prop_assert!(left(&sooner) >= left(&before) - 1e-9);
                }
            }
            let mut better = kept.clone();
            better[last].at_c -= colder_k;
            // Freezing what has been warm is more than colder: it is freezing again.
            prop_assume!(better[last].at_c >= -3.0 || kept[last].at_c < -3.0);
            prop_assert!(
                refused(&said(&better)) <= refused(&before),
                "{key} {kept:?}"
            );
            Ok(())
        })
        .unwrap();
}

/// Warmer or longer is never judged better: no more days are left, and what is refused stays so. Nor does another bad sign help.
#[test]
fn law_warmer_longer_and_uglier_is_never_judged_better() {
    let asked = (any_fish(), spans(), 1.0..3.0f64, 0.0..15.0f64, 0..3usize);
    seeded(600)
        .run(&asked, |(key, kept, longer, warmer_k, worst)| {
            let fish = Species::find(&key).unwrap();
            let said = |kept: &[Span], answers: &[(&str, usize)]| {
                let keeping = Keeping::new(kept).unwrap();
                let looks = Looks {
                    form: "whole".into(),
                    answers: answers.iter().map(|(k, n)| ((*k).to_owned(), *n)).collect(),
                };
                let judging = Judging {
                    looks: &looks,
                    keeping: &keeping,
                    since: Since::Catch,
                    vacuum: false,
                };
                judge(&fish, judging, Rules::Us).unwrap()
            };
            let worse_or_same = |before: &Judged, after: &Judged| {
                let most = |judged: &Judged| judged.left_days.map_or(0.0, |left| left[1]);
                (after.refuse || !before.refuse) && most(after) <= most(before) + 1e-9
            };
            let last = kept.len() - 1;
            let fair = [("smell", 0), ("eyes", 1), ("gills", 0)];
            let before = said(&kept, &fair);
            let mut older = kept.clone();
            older[last].hours *= longer;
            prop_assert!(
                worse_or_same(&before, &said(&older, &fair)),
                "{key} {kept:?} x {longer}"
            );
            let mut hotter = kept.clone();
            hotter[last].at_c += warmer_k;
            if (hotter[last].at_c >= -3.0) == (kept[last].at_c >= -3.0) {
                prop_assert!(
                    worse_or_same(&before, &said(&hotter, &fair)),
                    "{key} {kept:?} + {warmer_k}"
                );
            }
            let look = ["eyes", "gills", "smell"][worst];
            let ugly: Vec<(&str, usize)> = fair
                .iter()
                .map(|(k, n)| if *k == look { (*k, 2) } else { (*k, *n) })
                .collect();
            prop_assert!(
                worse_or_same(&before, &said(&kept, &ugly)),
                "{key} {kept:?} {look}"
            );
            Ok(())
        })
        .unwrap();
}

fn refused(said: &[Notice]) -> usize {
    said.iter().filter(|n| n.refuses()).count()
}

/// What is not known never counts as good: saying nothing of origin, freezing or dangers says at least
/// as much as the best that could be said.
#[test]
fn law_absent_knowledge_never_counts_as_good() {
    let week = Freezing {
        at_c: -25.0,
        hours: 200.0,
        solid_at_35: false,
    };
    for fish in Species::all() {
        for rules in [Rules::Us, Rules::EuUk] {
            let said = |change: &dyn Fn(&mut PieceAsked)| {
                let piece = piece(&fish.key, |asked| change(asked));
                let aim = piece.aim(&TargetAsked::Usual).unwrap();
                let guests = guests(Eaters::Everyone, rules);
                piece.notices(guests, Heated::Aimed(&aim)).unwrap()
            };
            let worms = |said: &[Notice]| said.iter().any(|n| n.code.starts_with("parasites"));
            let nothing = said(&|_| ());
            let frozen = said(&|asked| asked.freezing = Some(week));
            assert!(!worms(&frozen), "{}", fish.key);
            assert!(gravest(&nothing) >= gravest(&frozen), "{}", fish.key);
            let own = said(&|asked| {
                let mut own = (**fish).clone();
                (own.hazards, own.unchecked) = (vec![], Danger::ALL.to_vec());
                asked.own = Some(own);
            });
            assert!(own.iter().any(|n| n.code == "unknown_fish"), "{}", fish.key);
            assert!(worms(&own) || !worms(&nothing), "{}", fish.key);
        }
    }
}

/// A keeping record is one record: the lot, the counter and the piece read the same hours.
#[test]
fn published_time_out_of_the_cold() {
    // Hazards Guide 7, medium confidence: above 4.4 C 4 h if ever above 21 C, else 8 h; once frozen 12
    // and 24 h.
    for (frozen, hours, at_c, spoils) in [
        (false, 4.0, 25.0, false),
        (false, 4.1, 25.0, true),
        (false, 8.0, 15.0, false),
        (false, 8.1, 15.0, true),
        (true, 12.0, 25.0, false),
        (true, 12.1, 25.0, true),
        (true, 24.0, 10.0, false),
        (true, 24.1, 10.0, true),
    ] {
        let mut spans = vec![Span { hours, at_c }];
        if frozen {
            spans.insert(
                0,
                Span {
                    hours: 100.0,
                    at_c: -20.0,
                },
            );
        }
        let piece = piece("mackerel", |asked| asked.keeping = spans.clone());
        let said = piece
            .notices(guests(Eaters::Everyone, Rules::Us), Heated::Undecided)
            .unwrap();
        let histamine = said.iter().any(|n| n.code == "histamine_refuse");
        assert_eq!(histamine, spoils, "{spans:?}");
        // And every fish has four hours above 5 C.
        let cold = said.iter().any(|n| n.code == "out_of_cold");
        assert_eq!(cold, hours > 4.0, "{spans:?}");
    }
    assert_eq!(Keeping::UNKNOWN.hours_above(0.0), 0.0);
}

const WAYS: [(&str, f64); 10] = [
    ("sear_skin_first", 22.0),
    ("sear_both_sides", 18.0),
    ("floured_pan_fry", 14.0),
    ("pan_roast", 30.0),
    ("hot_roast", 28.0),
    ("slow_bake", 26.0),
    ("shallow_poach", 24.0),
    ("steam", 20.0),
    ("grill_direct", 24.0),
    ("deep_fry_batter", 24.0),
];

/// One hidden piece: factors a quarter wider than the planner's own, by its own generator.
fn hidden(piece: &Piece, kind: &str, draw: &mut impl FnMut() -> f64) -> Truth {
    let mut normal = || {
        // Twelve even draws less six: mean 0, deviation 1, no table of ours.
        (0..12).map(|_| draw()).sum::<f64>() - 6.0
    };
    let heat_k = match kind {
        "steam" => 0.0,
        "shallow_poach" => 3.75,
        "deep_fry_batter" => 5.0,
        "hot_roast" | "slow_bake" | "pan_roast" => 7.5,
        "grill_direct" => 10.0,
        _ => 25.0,
    };
    let asked = Truth::asked(piece);
    Truth {
        thickness_m: asked.thickness_m * (1.0 + 0.1 * normal()).max(0.5),
        start_c: asked.start_c + 2.5 * normal(),
        contact: Contacts::all((0.4375 * normal()).exp()),
        kelvins: Kelvins::all(heat_k * normal()),
        hob_share: (0.1875 * normal()).exp(),
        conductivity: (0.0625 * normal()).exp(),
        ..asked
    }
}

/// Temperature at a depth, share of the thickness.
fn probe_c(bench: &Bench, run: &Run<'_>, share: f64) -> f64 {
    let grid = &bench.column.grid;
    grid.sample_flesh(&run.heat().t_c[grid.flesh.clone()], share)
}

/// The food-safety plan on 200 hidden pieces whose factors are a quarter wider than the planner's own: before the probe at most one in ten is below the figure; with a probe that errs by up to a
/// kelvin and lies 3 mm off the coldest spot, and what fails it going back on the heat, at most one in
/// a hundred is served below it.
#[test]
pub fn the_food_safety_plan_holds_for_pieces_it_has_not_seen() {
    let mut state: u64 = 20_261_125;
    let mut draw = move || {
        // A linear congruence (Knuth's MMIX), high bits.
        state = state
            .wrapping_mul(6_364_136_223_846_793_005)
            .wrapping_add(1_442_695_040_888_963_407);
        (state >> 11) as f64 / (1u64 << 53) as f64
    };
    let (mut all, mut below, mut served_below, mut sent_back) = (0, 0, 0, 0);
    for (kind, mm) in WAYS {
        let asked = PlanAsked {
            piece: PieceAsked {
                fish: Some("hake".into()),
                thickness_mm: Some(mm),
                ..PieceAsked::default()
            },
            method: MethodAsked {
                kind: kind.into(),
                settings: vec![],
            },
            target: TargetAsked::Level(FOOD_SAFETY.into()),
            eaters: Eaters::OldOrIll,
            ..PlanAsked::default()
        };
        let planned = plan(&asked).unwrap();
        assert!(planned.refused.is_empty(), "{kind}: {:?}", planned.refused);
        assert_eq!(planned.window.early_s, 0.0, "{kind}: nothing early");
        let probe = planned.steps.iter().rfind(|s| s.what() == What::Probe);
        let shows_c = probe.and_then(|step| step.at_c).expect("ends with a probe");
        let piece = Piece::new(&asked.piece).unwrap();
        let method = Method::find(kind).unwrap();
        let chosen = method.choose(&[], &Kitchen::SEA_LEVEL).unwrap();
        let programme = method
            .programme(&piece, &chosen, &Kitchen::SEA_LEVEL)
            .unwrap();
        let before = (below, served_below, sent_back);
        for _ in 0..20 {
            let truth = hidden(&piece, kind, &mut draw);
            let bench = Bench::new(&truth, &programme, Fidelity::ROUGH);
            // Planned turns, by the clock.
            let mut timeline = programme.timeline(planned.off_heat_s);
            all += 1;
            let mut first = true;
            loop {
                let mut tally = Tally::new(&bench.column, &timeline);
                let run = bench.run(&timeline, &mut tally);
                let safe = holds(&tally, &planned.aim);
                if first && !safe {
                    below += 1;
                }
                first = false;
                let thick_m = bench.column.grid.flesh_m();
                let coldest = bench.column.grid.flesh_middle(tally.past().coldest());
                let aside = if draw() < 0.5 { 3e-3 } else { -3e-3 } / thick_m;
                let errs_k = 2.0 * draw() - 1.0;
                let reads_c = probe_c(&bench, &run, (coldest + aside).clamp(0.0, 1.0)) + errs_k;
                if reads_c >= shows_c {
                    served_below += usize::from(!safe);
                    break;
                }
                sent_back += 1;
                assert!(
                    timeline.off_s < 4.0 * planned.off_heat_s,
                    "{kind}: never done"
                );
                timeline = timeline.leaving(timeline.off_s + 60.0);
            }
        }
        println!(
            "{kind}: {} below, {} served below, {} sent back; peak {:.1}, probe {shows_c}",
            below - before.0,
            served_below - before.1,
            sent_back - before.2,
            planned.outcome.core_peak_c
        );
    }
    note(
        "food-safety plan on 200 hidden pieces: below the figure before the probe",
        format!("{:.1} %", 100.0 * f64::from(below) / f64::from(all)),
        "at most 10 %",
    );
    note(
        "served below it after the probe",
        format!("{:.1} %", 100.0 * served_below as f64 / f64::from(all)),
        "at most 1 %",
    );
    note(
        "sent back once more",
        sent_back.to_string(),
        "of 200 pieces",
    );
    assert_eq!(all, 200);
    assert!(below <= 20 && served_below <= 2, "{below} {served_below}");
}

fn holds(tally: &Tally<'_>, aim: &Aim) -> bool {
    tally.outcome(aim).safety.food_code_63c_15s
}

/// The slow piece is not the ordinary one: a plan for the figure is longer than one for its middle, and
/// a thicker piece on the same clock still holds it.
#[test]
fn a_thicker_piece_on_the_same_clock_still_holds_the_figure() {
    for kind in ["sear_skin_first", "hot_roast", "steam", "shallow_poach"] {
        let asked = PlanAsked {
            piece: PieceAsked {
                fish: Some("cod".into()),
                thickness_mm: Some(25.0),
                ..PieceAsked::default()
            },
            method: MethodAsked {
                kind: kind.into(),
                settings: vec![],
            },
            target: TargetAsked::Level(FOOD_SAFETY.into()),
            ..PlanAsked::default()
        };
        let planned = plan(&asked).unwrap();
        let thicker = plan(&PlanAsked {
            truth: Some(cindo_core::run::TruthAsked {
                thickness_mm: Some(27.0),
                ..Default::default()
            }),
            ..asked.clone()
        })
        .unwrap();
        assert_eq!(thicker.off_heat_s, planned.off_heat_s);
        assert!(
            thicker.outcome.safety.food_code_63c_15s,
            "{kind}: {:.1}",
            thicker.outcome.core_peak_c
        );
    }
}
