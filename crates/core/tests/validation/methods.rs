//! What every way to cook must keep, whichever it is.

use crate::notes::note;
use cindo_core::InputError;
use cindo_core::fish::{Eaters, Piece, PieceAsked};
use cindo_core::kit::Kitchen;
use cindo_core::methods::{Method, Takes, Value};
use cindo_core::plan::{
    MethodAsked, Plan, PlanAsked, RankAsked, SimulateAsked, Wishes, plan, rank, simulate,
};
use cindo_core::run::TimesAsked;
use cindo_core::run::What;
use cindo_core::target::TargetAsked;

fn piece(method: &Method, thickness_mm: f64) -> PieceAsked {
    let whole = matches!(method.kind, "whole_roast" | "salt_crust" | "grill_upright");
    PieceAsked {
        fish: Some("halibut".into()),
        cut: Some(if whole { "whole_round" } else { "fillet" }.into()),
        thickness_mm: Some(thickness_mm),
        start_c: Some(7.0),
        ..PieceAsked::default()
    }
}

fn with(
    method: &Method,
    thickness_mm: f64,
    settings: Vec<(String, Value)>,
) -> Result<Plan, InputError> {
    plan(&PlanAsked {
        piece: piece(method, thickness_mm),
        method: MethodAsked {
            kind: method.kind.into(),
            settings,
        },
        target: TargetAsked::Band(52.0, 56.0),
        ..PlanAsked::default()
    })
}

fn usual(method: &Method, thickness_mm: f64) -> Plan {
    with(method, thickness_mm, vec![]).unwrap()
}

#[test]
fn law_steps_come_in_order_with_one_start_one_off_one_serve() {
    for method in Method::all() {
        let plan = usual(method, 22.0);
        let at = |wanted| {
            plan.steps
                .iter()
                .filter(move |s| s.what() == wanted)
                .map(|s| s.at_s())
        };
        let kind = method.kind;
        assert_eq!(at(What::In).collect::<Vec<_>>(), [0.0], "{kind}");
        assert_eq!(
            at(What::Off).collect::<Vec<_>>(),
            [plan.off_heat_s],
            "{kind}"
        );
        assert_eq!(at(What::Serve).count(), 1, "{kind}");
        assert_eq!(at(What::Turn).collect::<Vec<_>>(), plan.turns_s, "{kind}");
        let times: Vec<f64> = plan.steps.iter().map(|s| s.at_s()).collect();
        assert!(times.is_sorted(), "{kind}: {times:?}");
        assert!(
            plan.steps.iter().any(|s| !s.cues.is_empty()),
            "{kind} has nothing to look for"
        );
    }
}

/// Temperatures and lengths stand beside the sentences, so that they can be shown in any unit.
#[test]
fn law_sentences_carry_no_figures_with_units() {
    for method in Method::all() {
        let plan = usual(method, 22.0);
        let cues = plan
            .steps
            .iter()
            .flat_map(|s| s.cues.iter().map(|c| (*c).to_owned()));
        let said = plan.steps.iter().map(|s| s.act.words.clone()).chain(cues);
        let warned = plan.warnings.iter().map(|w| w.message.to_owned());
        for sentence in said.chain(warned).chain([method.summary.to_owned()]) {
            assert!(
                !sentence.chars().any(|c| c.is_ascii_digit()),
                "{}: {sentence}",
                method.kind
            );
        }
    }
}

/// At both ends of every number a plan comes back; beyond them the field is named.
#[test]
fn law_settings_hold_to_their_ranges() {
    for method in Method::all() {
        for spec in method.settings {
            let Takes::Number {
                min, max, default, ..
            } = spec.takes
            else {
                continue;
            };
            assert!(
                min < max && (min..=max).contains(&default),
                "{} {}",
                method.kind,
                spec.key
            );
            for value in [min, max] {
                let plan = with(method, 22.0, vec![(spec.key.into(), Value::Number(value))]);
                let plan = plan.unwrap_or_else(|e| panic!("{} {}: {e}", method.kind, spec.key));
                assert!(plan.off_heat_s.is_finite() && plan.outcome.core_peak_c.is_finite());
            }
            for value in [min - 0.5, max + 1.0, f64::NAN] {
                let error = with(method, 22.0, vec![(spec.key.into(), Value::Number(value))]);
                assert_eq!(error.unwrap_err().field(), format!("method.{}", spec.key));
            }
            let word = with(
                method,
                22.0,
                vec![(spec.key.into(), Value::Word("hot".into()))],
            );
            assert_eq!(word.unwrap_err().code(), "wrong_kind");
        }
    }
}

/// Choices are all known, and one of them is the usual.
#[test]
fn law_choices_are_plannable_and_others_refused() {
    for method in Method::all() {
        for spec in method.settings {
            let Takes::Choice { options, default } = spec.takes else {
                continue;
            };
            assert!(
                options.iter().any(|(key, _)| *key == default),
                "{}",
                method.kind
            );
            for (key, _) in options {
                let chosen = vec![(spec.key.to_owned(), Value::Word((*key).to_owned()))];
                assert!(with(method, 22.0, chosen).is_ok(), "{} {key}", method.kind);
            }
            let other = vec![(spec.key.to_owned(), Value::Word("paper".into()))];
            assert_eq!(
                with(method, 22.0, other).unwrap_err().code(),
                "unknown_name"
            );
        }
    }
}

/// More heat in the oven, the oil, the liquid or the grill is never slower, and thicker is
/// never faster, in any method.
#[test]
fn law_hotter_and_thinner_is_never_slower_in_any_method() {
    for method in Method::all() {
        let (thin, thick) = (usual(method, 16.0), usual(method, 24.0));
        assert!(thin.off_heat_s < thick.off_heat_s, "{}", method.kind);
        for spec in method.settings {
            let heat = ["oven_c", "oil_c", "liquid_c", "grill_c"].contains(&spec.key);
            let Takes::Number { min, max, .. } = spec.takes else {
                continue;
            };
            if !heat {
                continue;
            }
            let at = |share: f64| {
                // The lower third of some ranges cannot reach the target at all.
                let value = min + (max - min) * (0.4 + 0.6 * share);
                with(method, 22.0, vec![(spec.key.into(), Value::Number(value))])
                    .unwrap()
                    .off_heat_s
            };
            let times: Vec<f64> = [0.0, 0.25, 0.5, 0.75, 1.0].map(at).to_vec();
            // 3 %: drier outsides have less heat left to carry over.
            let slower = times.windows(2).any(|w| w[1] > 1.03 * w[0]);
            assert!(!slower, "{} {}: {times:?}", method.kind, spec.key);
        }
    }
}

/// The same on both faces cooks both halves alike, all the time on the heat.
#[test]
fn law_even_media_cook_evenly() {
    for kind in ["steam", "deep_poach", "deep_fry_batter"] {
        let method = Method::find(kind).unwrap();
        let done = simulate(&SimulateAsked {
            target: None,
            piece: piece(method, 22.0),
            method: MethodAsked {
                kind: kind.into(),
                settings: vec![],
            },
            kitchen: Kitchen::SEA_LEVEL,
            eaters: Eaters::Everyone,
            times: TimesAsked {
                sides_s: vec![420.0],
                rest_s: 0.0,
            },
            truth: None,
        })
        .unwrap();
        // Surfaces warm by far more than they may differ.
        assert!(done.series.last().unwrap().skin_c > 70.0, "{kind}");
        for at in &done.series {
            assert!((at.skin_c - at.flesh_c).abs() < 0.05, "{kind}: {at:?}");
        }
    }
}

#[test]
fn law_what_does_not_suit_says_why_and_stands_last() {
    for (fish, cut, mm) in [("sea_bass", "whole_round", 45.0), ("plaice", "fillet", 6.0)] {
        let ways = rank(&RankAsked {
            tonight: Default::default(),
            piece: PieceAsked {
                fish: Some(fish.into()),
                cut: Some(cut.into()),
                thickness_mm: Some(mm),
                ..PieceAsked::default()
            },
            target: TargetAsked::Usual,
            kitchen: Kitchen::SEA_LEVEL,
            eaters: Eaters::Everyone,
            wishes: Wishes::default(),
            field: None,
        })
        .unwrap()
        .ways;
        assert_eq!(ways.len(), Method::all().len());
        let first_bad = ways
            .iter()
            .position(|w| !w.suits)
            .expect("something does not suit");
        assert!(
            ways[first_bad..]
                .iter()
                .all(|w| !w.suits && w.plan.is_none())
        );
        for way in &ways[first_bad..] {
            assert!(
                way.reasons.iter().any(|r| !r.good),
                "{} says nothing",
                way.method.kind
            );
        }
        for way in &ways[..first_bad] {
            assert!(
                way.plan.is_some() && !way.reasons.is_empty(),
                "{}",
                way.method.kind
            );
        }
    }
}

/// A piece that covers less of the pan lets it drop less.
#[test]
fn law_more_fish_pulls_the_pan_further_down() {
    let method = Method::find("sear_both_sides").unwrap();
    let low = |pieces: u32| {
        plan(&PlanAsked {
            piece: PieceAsked {
                pieces: Some(pieces),
                ..piece(method, 20.0)
            },
            method: MethodAsked {
                kind: method.kind.into(),
                settings: vec![],
            },
            target: TargetAsked::Usual,
            ..PlanAsked::default()
        })
        .unwrap()
        .outcome
        .reservoir_low_c
        .unwrap()
    };
    // Three lie in it at once.
    assert!(low(3) < low(1) - 5.0, "{} {}", low(3), low(1));
    let one = Piece::new(&piece(method, 20.0)).unwrap();
    // 170 g at 20 mm and about 1050 kg/m3 is 81 cm2.
    assert!(
        (one.footprint_m2() - 0.0081).abs() < 2e-4,
        "{}",
        one.footprint_m2()
    );
}

/// Schools of cooking come out as their cooks say. common practice, no source: a bream in a thin crust on hot iron takes about
/// a quarter of an hour at 177 C, a small piece 8 to 14 minutes at 107 C with the fan and butter; never turned takes longer.
#[test]
fn practice_schools_come_out_as_their_cooks_say() {
    let cooked =
        |kind: &str, cut: &str, fish: &str, mm: f64, mass_g: f64, set: &[(&str, Value)]| {
            plan(&PlanAsked {
                piece: PieceAsked {
                    fish: Some(fish.into()),
                    cut: Some(cut.into()),
                    thickness_mm: Some(mm),
                    mass_g: Some(mass_g),
                    skin: Some("on".into()),
                    ..PieceAsked::default()
                },
                method: MethodAsked {
                    kind: kind.into(),
                    settings: set.iter().map(|(k, v)| ((*k).into(), v.clone())).collect(),
                },
                ..PlanAsked::default()
            })
            .unwrap()
        };
    let minutes = |plan: &cindo_core::plan::Plan| plan.off_heat_s / 60.0;
    let word = |word: &str| Value::Word(word.into());
    let crust =
        |set: &[(&str, Value)]| cooked("salt_crust", "whole_round", "sea_bream", 36.0, 450.0, set);
    let (thick, thin) = (crust(&[]), crust(&[("coating_mm", Value::Number(5.0))]));
    let iron = crust(&[
        ("coating_mm", Value::Number(5.0)),
        ("oven_c", Value::Number(177.0)),
        ("fan", Value::Flag(true)),
        ("ware", word("hot_iron")),
    ]);
    note(
        "a bream in a thin salt crust on hot iron, 177 C",
        format!("{:.1} min", minutes(&iron)),
        "about 15",
    );
    assert!((12.0..18.0).contains(&minutes(&iron)) && minutes(&thin) < 0.8 * minutes(&thick));

    let butter = [
        ("oven_c", Value::Number(107.0)),
        ("fan", Value::Flag(true)),
        ("coating", word("butter")),
    ];
    let slow = cooked("slow_bake", "fillet", "cod", 16.0, 110.0, &butter);
    note(
        "16 mm at 107 C, butter and the fan",
        format!("{:.1} min", minutes(&slow)),
        "8 to 14",
    );
    assert!((8.0..14.0).contains(&minutes(&slow)));

    let whole =
        |set: &[(&str, Value)]| cooked("whole_roast", "whole_round", "sea_bass", 45.0, 600.0, set);
    let (upright, lying) = (whole(&[]), whole(&[("lying", Value::Flag(true))]));
    let share = minutes(&lying) / minutes(&upright);
    assert!((0.8..1.0).contains(&share), "{share}");

    let grilled =
        |set: &[(&str, Value)]| cooked("grill_direct", "fillet", "salmon", 25.0, 170.0, set);
    let never = grilled(&[
        ("turn_share", Value::Number(1.0)),
        ("lid", Value::Flag(true)),
    ]);
    assert!(never.turns_s.is_empty() && minutes(&never) > 1.2 * minutes(&grilled(&[])));
    assert!(never.steps.iter().all(|step| step.act.what != What::Turn));
}

/// Seared ahead: so long on the rack as was said, the hob and the pan free by then, the oven taken when it goes in, in its band
/// all the same; the middle gains on the rack, the face cools toward the room, and less of the piece is overcooked.
#[test]
fn seared_ahead_it_waits_on_the_rack_and_ends_in_its_band() {
    let roast = |ahead_s: f64| {
        let piece = PieceAsked {
            fish: Some("cod".into()),
            thickness_mm: Some(32.0),
            ..PieceAsked::default()
        };
        let method = MethodAsked {
            kind: "pan_roast".into(),
            settings: vec![("ahead_s".into(), Value::Number(ahead_s))],
        };
        let asked = PlanAsked {
            piece,
            method,
            ..PlanAsked::default()
        };
        plan(&asked).unwrap()
    };
    let at_once = roast(0.0);
    assert!(at_once.timeline.first(What::SetAside).is_none());
    for ahead_s in [300.0, 600.0, 1200.0] {
        let told = roast(ahead_s);
        let at = |what: What| told.timeline.first(what).unwrap();
        let (aside_s, oven_s) = (at(What::SetAside), at(What::IntoOven));
        assert!(
            (oven_s - aside_s - ahead_s).abs() < 1e-6,
            "{aside_s} {oven_s}"
        );
        let (low_c, high_c) = (told.aim.band.low_c, told.aim.band.high_c);
        let core_c = told.outcome.core_peak_c;
        assert!(
            (low_c - 0.5..=high_c + 0.5).contains(&core_c),
            "{ahead_s}: {core_c}"
        );
        // Heat evens out on the rack: the oven has less to do than it has at once.
        let in_oven = |plan: &Plan| plan.off_heat_s - plan.timeline.first(What::IntoOven).unwrap();
        assert!(in_oven(&told) > 60.0, "{}", in_oven(&told));
        assert!(told.outcome.overcooked_share < at_once.outcome.overcooked_share);
        assert!(told.warnings.iter().all(|one| one.code != "pan_drops"));
        let needs = |list: &str| {
            let acts = told.steps.iter().flat_map(|step| &step.act.needs);
            acts.filter(|need| need.like == list)
                .map(|need| need.until_s)
                .fold(0.0, f64::max)
        };
        assert!((needs("hobs") - aside_s).abs() < 1e-6 && (needs("pans") - aside_s).abs() < 1e-6);
        assert!(needs("ovens") > oven_s);
    }
}

fn set(piece: PieceAsked, kind: &str, key: &str, on: bool) -> Plan {
    let method = MethodAsked {
        kind: kind.into(),
        settings: vec![(key.into(), Value::Flag(on))],
    };
    let asked = PlanAsked {
        piece,
        method,
        ..PlanAsked::default()
    };
    plan(&asked).unwrap()
}

/// common practice, no source: a whole salmon is set on in cold liquid. It takes longer in the pot, nothing is heated before,
/// and less of it is overcooked when its middle is right.
#[test]
fn set_on_in_cold_liquid_a_whole_salmon_takes_longer_and_is_more_even() {
    let salmon = || PieceAsked {
        fish: Some("salmon".into()),
        cut: Some("whole_round".into()),
        thickness_mm: Some(80.0),
        mass_g: Some(2000.0),
        ..PieceAsked::default()
    };
    let [hot, cold] = [false, true].map(|on| set(salmon(), "deep_poach", "cold_start", on));
    note(
        "a salmon of 2 kg under liquid, hot and cold start",
        format!(
            "{:.0} and {:.0} min",
            hot.off_heat_s / 60.0,
            cold.off_heat_s / 60.0
        ),
        format!(
            "{:.0} and {:.0} % overcooked",
            100.0 * hot.outcome.overcooked_share,
            100.0 * cold.outcome.overcooked_share
        ),
    );
    assert!(cold.off_heat_s > hot.off_heat_s + 300.0);
    assert!(cold.outcome.overcooked_share < hot.outcome.overcooked_share);
    assert!(hot.heat_up_s() > 300.0 && cold.heat_up_s() == 0.0);
    for told in [&hot, &cold] {
        let (low_c, high_c) = (told.aim.band.low_c - 0.5, told.aim.band.high_c + 0.5);
        assert!((low_c..=high_c).contains(&told.outcome.core_peak_c));
    }
    // From the tap to its heat the pot takes about as long as heating it before would have.
    assert!(cold.off_heat_s - hot.off_heat_s < 1.3 * hot.heat_up_s());
    assert!(cold.steps.iter().all(|step| step.act.what != What::HeatUp));
}

/// Brushed again it has an act of its own in the middle of the time, and the film that is reckoned with anyway: no time moves.
#[test]
fn brushed_again_half_way_moves_no_time() {
    let piece = || PieceAsked {
        fish: Some("mackerel".into()),
        thickness_mm: Some(18.0),
        ..PieceAsked::default()
    };
    let [plain, brushed] = [false, true].map(|on| set(piece(), "broil", "brushed", on));
    assert!((plain.off_heat_s - brushed.off_heat_s).abs() < 0.5);
    assert_eq!(plain.timeline.first(What::Halfway), None);
    let half_s = brushed.timeline.first(What::Halfway).unwrap();
    assert!((half_s - 0.5 * brushed.off_heat_s).abs() < 1.0);
    let said = brushed
        .steps
        .iter()
        .find(|step| step.act.what == What::Halfway)
        .unwrap();
    assert!(said.act.words.starts_with("Brush it"));
}
