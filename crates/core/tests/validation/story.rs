//! One telling of one cook: words, physics and settings ask the same timeline and the same typed
//! settings, whatever is set and however late it gets.

use cindo_core::fish::{Eaters, Piece, PieceAsked};
use cindo_core::kit::{KitAsked, Kitchen, KitchenAsked};
use cindo_core::methods::{Method, Spec, Takes, Value};
use cindo_core::plan::{MethodAsked, Plan, PlanAsked, RankAsked, Wishes, plan, rank};
use cindo_core::run::{Bench, Fidelity, Span, Truth, What};
use cindo_core::target::TargetAsked;
use std::collections::HashMap;

fn piece(method: &Method) -> PieceAsked {
    let whole = method.keeps_scales;
    PieceAsked {
        fish: Some("hake".into()),
        cut: Some(if whole { "whole_round" } else { "fillet" }.into()),
        thickness_mm: Some(22.0),
        mass_g: Some(if whole { 500.0 } else { 170.0 }),
        pieces: Some(2),
        ..PieceAsked::default()
    }
}

type Setting = (String, Value);

fn asked(method: &Method, settings: &[Setting], late_s: f64) -> PlanAsked {
    PlanAsked {
        piece: piece(method),
        method: MethodAsked {
            kind: method.kind.into(),
            settings: settings.to_vec(),
        },
        late_s,
        ..PlanAsked::default()
    }
}

fn told(method: &Method, settings: &[Setting], late_s: f64) -> Plan {
    plan(&asked(method, settings, late_s)).unwrap()
}

/// Every value worth trying of one setting.
fn values(spec: &Spec) -> Vec<Value> {
    match spec.takes {
        Takes::Number { min, max, .. } => vec![Value::Number(min), Value::Number(max)],
        Takes::Choice { options, .. } => {
            let words = options.iter().map(|(key, _)| Value::Word((*key).into()));
            words.collect()
        }
        Takes::Kit { shelf, .. } => {
            let kit = Kitchen::SEA_LEVEL.kit;
            let words = kit.names(shelf).into_iter();
            words.map(|(key, _)| Value::Word(key.into())).collect()
        }
        Takes::Flag { .. } => vec![Value::Flag(false), Value::Flag(true)],
    }
}

fn one(spec: &Spec, value: Value) -> Setting {
    (spec.key.to_owned(), value)
}

/// What is told under some settings: what the faces see, and the words.
fn story(method: &Method, settings: &[Setting]) -> (String, Option<String>) {
    let piece = Piece::new(&piece(method)).unwrap();
    let kitchen = Kitchen::SEA_LEVEL;
    let chosen = method.choose(settings, &kitchen).unwrap();
    let programme = method.programme(&piece, &chosen, &kitchen).unwrap();
    (format!("{programme:?}"), None)
}

fn in_words(method: &Method, settings: &[Setting]) -> String {
    let said = told(method, settings, 0.0).steps;
    format!(
        "{:?}",
        said.iter()
            .map(|s| (&s.act, s.at_c, &s.cautions))
            .collect::<Vec<_>>()
    )
}

/// What changes the fire or where it lies.
const CHANGES: [What; 4] = [What::IntoOven, What::LidOn, What::FireLow, What::Halfway];

/// No value without a reader: over every option of every setting of every method, each value changes
/// what the faces see or what is said, by itself or beside some other setting (the thickness of a
/// crust counts only with a crust).
#[test]
fn law_every_value_of_every_setting_is_read() {
    for method in Method::all() {
        let mut beside: Vec<Vec<Setting>> = vec![vec![]];
        for spec in method.settings {
            if matches!(spec.takes, Takes::Choice { .. } | Takes::Flag { .. }) {
                beside.extend(values(spec).into_iter().map(|v| vec![one(spec, v)]));
            }
        }
        for spec in method.settings {
            let all = values(spec);
            if all.len() < 2 {
                continue; // one thing on the shelf: nothing to choose
            }
            for (i, value) in all.iter().enumerate() {
                let other = &all[(i + 1) % all.len()];
                let differ = |tell: &dyn Fn(&[Setting]) -> String| {
                    beside.iter().any(|with| {
                        let put = |v: &Value| {
                            let mut settings: Vec<Setting> = with
                                .iter()
                                .filter(|(k, _)| k != spec.key)
                                .cloned()
                                .collect();
                            settings.push(one(spec, v.clone()));
                            tell(&settings)
                        };
                        put(value) != put(other)
                    })
                };
                let read = differ(&|s| story(method, s).0) || differ(&|s| in_words(method, s));
                assert!(
                    read,
                    "{} {} {value:?} is read by nobody",
                    method.kind, spec.key
                );
            }
        }
    }
}

/// One key means one thing: the same name, purpose and unit in every method; no old name is the
/// name of another setting of the same method.
#[test]
fn law_one_key_one_meaning() {
    let mut meanings: HashMap<&str, (&Spec, &str)> = HashMap::new();
    for method in Method::all() {
        for spec in method.settings {
            let unit = |spec: &Spec| match spec.takes {
                Takes::Number { unit, .. } => format!("{unit:?}"),
                Takes::Kit { shelf, .. } => format!("{shelf:?}"),
                Takes::Choice { .. } => "word".to_owned(),
                Takes::Flag { .. } => "flag".to_owned(),
            };
            if let Some((first, kind)) = meanings.insert(spec.key, (spec, method.kind)) {
                assert_eq!(
                    (first.name, first.is, unit(first)),
                    (spec.name, spec.is, unit(spec)),
                    "{} in {kind} and {}",
                    spec.key,
                    method.kind
                );
            }
            for old in spec.was {
                assert!(
                    method.settings.iter().all(|s| s.key != *old),
                    "{} {old}",
                    method.kind
                );
            }
        }
    }
}

/// Old names are still read, and mean the same; both at once are refused.
#[test]
fn law_old_names_are_read() {
    let mut seen = 0;
    for method in Method::all() {
        for spec in method.settings {
            for old in spec.was {
                let value = values(spec).pop().unwrap();
                let by_old = told(method, &[((*old).into(), value.clone())], 0.0);
                let by_new = told(method, &[one(spec, value.clone())], 0.0);
                assert_eq!(
                    by_old.off_heat_s, by_new.off_heat_s,
                    "{} {old}",
                    method.kind
                );
                let both = [((*old).into(), value.clone()), one(spec, value)];
                let refused = plan(&asked(method, &both, 0.0)).unwrap_err();
                assert_eq!(refused.field(), format!("method.{}", spec.key));
                seen += 1;
            }
        }
    }
    assert!(seen >= 5, "{seen}");
}

/// Settings, one after another, as mixed as a seed makes them.
fn mixed(method: &Method, mut seed: u64) -> Vec<Setting> {
    let mut next = |n: usize| {
        seed = seed
            .wrapping_mul(6_364_136_223_846_793_005)
            .wrapping_add(1_442_695_040_888_963_407);
        (seed >> 33) as usize % n
    };
    let mut settings = Vec::new();
    for spec in method.settings {
        let mut all = values(spec);
        if let Takes::Number { default, .. } = spec.takes {
            all.push(Value::Number(default));
        }
        let value = all.swap_remove(next(all.len()));
        settings.push(one(spec, value));
    }
    settings
}

/// Whatever is set and however late or early it leaves: each step that belongs to a stage stands
/// where the march has that stage begin, in its own words; nothing is said of stages that never
/// come; a lid that is off is never put on.
#[test]
fn law_words_and_physics_share_one_timeline() {
    let mut adjusted = 0;
    for method in Method::all() {
        for seed in 0..9 {
            let settings = mixed(method, seed);
            let late_s = [0.0, 75.0, -45.0][seed as usize % 3];
            let on_time = told(method, &settings, 0.0);
            let told = told(method, &settings, late_s);
            if !told.refused.is_empty() {
                // A coated pan too hot, oil over the mark: refused, and then there are no words.
                assert!(told.steps.is_empty(), "{}", method.kind);
                continue;
            }
            let piece = Piece::new(&piece(method)).unwrap();
            let kitchen = Kitchen::SEA_LEVEL;
            let programme = method
                .programme(
                    &piece,
                    &method.choose(&settings, &kitchen).unwrap(),
                    &kitchen,
                )
                .unwrap();
            let timeline = programme
                .timeline(on_time.off_heat_s)
                .leaving(on_time.off_heat_s + late_s);
            let what = format!("{} {late_s} {settings:?}", method.kind);
            assert!((told.off_heat_s - timeline.off_s).abs() < 1e-9, "{what}");
            let turns = told.turns_s.iter().zip(timeline.turns_s());
            assert!(turns.clone().all(|(a, b)| (a - b).abs() < 1e-9), "{what}");
            assert_eq!(turns.count(), told.turns_s.len(), "{what}");
            let mut marks: Vec<f64> = CHANGES
                .into_iter()
                .flat_map(|mark| timeline.every(mark).collect::<Vec<_>>())
                .collect();
            marks.sort_by(f64::total_cmp);
            let adjusts: Vec<f64> = told
                .steps
                .iter()
                .filter(|s| CHANGES.contains(&s.what()))
                .map(|s| s.at_s())
                .collect();
            adjusted += adjusts.len();
            assert_eq!(adjusts.len(), marks.len(), "{what}");
            assert!(
                adjusts
                    .iter()
                    .zip(&marks)
                    .all(|(a, b)| (a - b).abs() < 1e-9),
                "{what}"
            );
            let times: Vec<f64> = told.steps.iter().map(|s| s.at_s()).collect();
            assert!(times.is_sorted(), "{what} {times:?}");
            let lid_off = settings.contains(&("lid".into(), Value::Flag(false)));
            let says_lid = told
                .steps
                .iter()
                .any(|s| s.act.words.to_lowercase().contains("lid on"));
            assert!(!(lid_off && says_lid), "{what} {:?}", told.steps);
        }
    }
    assert!(adjusted > 20, "{adjusted}");
}

/// A minute late and what has begun began when it did: into the oven, lid and low fire stand at the
/// seconds they had on time. (They once moved in the words and stayed in the physics.)
#[test]
fn law_late_moves_only_the_end() {
    let lid = [("lid_last_s".to_owned(), Value::Number(60.0))];
    for (kind, settings) in [
        ("pan_roast", &[][..]),
        ("grill_basket", &[]),
        ("sear_both_sides", &lid),
    ] {
        let method = Method::find(kind).unwrap();
        let at = |late_s| -> Vec<f64> {
            let steps = told(method, settings, late_s).steps;
            let adjusts = steps.iter().filter(|s| CHANGES.contains(&s.what()));
            adjusts.map(|s| s.at_s()).collect()
        };
        assert_eq!(at(0.0).len(), 1, "{kind}");
        assert_eq!(at(0.0), at(60.0), "{kind}");
        // So early that it never comes.
        assert!(at(-1e3).is_empty(), "{kind}");
    }
}

/// Sides are what times are given for: what is part of a side (an open door, the half at which a
/// tray is turned) is no side of its own, and times given back make the same timeline.
#[test]
fn law_times_a_side_make_the_timeline_again() {
    let kitchen = Kitchen::SEA_LEVEL;
    for method in Method::all() {
        let piece = Piece::new(&piece(method)).unwrap();
        for settings in [vec![], mixed(method, 3)] {
            let chosen = method.choose(&settings, &kitchen).unwrap();
            let programme = method.programme(&piece, &chosen, &kitchen).unwrap();
            let planned = programme.timeline(600.0);
            let mut sides: Vec<f64> = vec![];
            let mut ends: Vec<f64> = planned.begins.iter().map(|b| b.at_s).skip(1).collect();
            ends.push(planned.off_s);
            for (begin, end) in planned.begins.iter().zip(ends) {
                if programme.stages[begin.stage].side {
                    sides.push(0.0);
                }
                *sides.last_mut().unwrap() += end - begin.at_s;
            }
            if sides.len() != programme.sides() {
                continue; // a side that takes no time is not begun
            }
            let again = programme.timeline_of_sides(&sides, programme.rest_s());
            assert!(
                (again.off_s - planned.off_s).abs() < 1e-6,
                "{}",
                method.kind
            );
            for (a, b) in planned.begins.iter().zip(&again.begins) {
                assert_eq!((a.stage, a.what), (b.stage, b.what), "{}", method.kind);
                assert!(
                    (a.at_s - b.at_s).abs() < 1e-6,
                    "{} {a:?} {b:?}",
                    method.kind
                );
            }
            assert!(matches!(programme.rest.span, Span::Fixed(s) if s == programme.rest_s()));
        }
    }
}

/// A kitchen's own pan is a row: it is offered, taken, and weighs in the physics as one that ships.
#[test]
fn law_a_new_pan_is_a_row() {
    let kit: KitAsked = serde_json::from_str(
        r#"{ "pans": [{ "key": "plancha", "name": "thick steel plate", "capacity_j_m2k": 38e3,
             "bottom_m2": 0.16, "loss_w_m2k": 25 }, "carbon_steel"], "fryers": [] }"#,
    )
    .unwrap();
    let kitchen = Kitchen::new(&KitchenAsked {
        kit: Some(kit),
        ..KitchenAsked::default()
    })
    .unwrap();
    let sear = Method::find("sear_both_sides").unwrap();
    let with = |pan: &str| {
        plan(&PlanAsked {
            kitchen: kitchen.clone(),
            ..asked(sear, &[("pan".into(), Value::Word(pan.into()))], 0.0)
        })
    };
    let low = |pan: &str| with(pan).unwrap().outcome.reservoir_low_c.unwrap();
    assert!(
        low("plancha") > low("carbon_steel") + 3.0,
        "{} {}",
        low("plancha"),
        low("carbon_steel")
    );
    // What is not here is refused with what is, in its place; the usual pan gives way to the first.
    let refused = with("clad").unwrap_err();
    assert_eq!(refused.field(), "method.pan");
    assert!(refused.to_string().contains("plancha"), "{refused}");
    let usual = plan(&PlanAsked {
        kitchen: kitchen.clone(),
        ..asked(sear, &[], 0.0)
    });
    assert_eq!(usual.unwrap().outcome.reservoir_low_c, Some(low("plancha")));
    // Nothing to fry in: said so, and last.
    let ways = rank(&RankAsked {
        tonight: Default::default(),
        eaters: Eaters::Everyone,
        piece: piece(sear),
        target: TargetAsked::Usual,
        kitchen,
        wishes: Wishes::default(),
        field: None,
    })
    .unwrap();
    for way in &ways.ways {
        let fries = way.method.kind.starts_with("deep_fry");
        let not_here = way.reasons.iter().any(|r| r.code == "not_here");
        assert_eq!(fries, not_here, "{}", way.method.kind);
        assert!(!(fries && way.suits), "{}", way.method.kind);
    }
}

/// Every sign that a step tells is the one of that very run at that moment, found anew from the state of a run that the planner
/// has not seen: in every way, for eight pieces, at turns and as it leaves the heat.
#[test]
fn law_no_sign_contradicts_the_run_at_that_moment() {
    use cindo_core::belief::Cues;
    use cindo_core::methods::TellsOf;
    use cindo_core::run::{Felt, Sign};
    let mut told = std::collections::BTreeMap::<&str, std::collections::BTreeSet<String>>::new();
    let (mut tried, mut late) = (0, vec![]);
    for method in Method::all() {
        for (fish, mm) in [
            ("hake", 14.0),
            ("cod", 22.0),
            ("salmon", 28.0),
            ("haddock", 36.0),
        ] {
            let mut asking = asked(method, &[], 0.0);
            asking.piece.fish = Some(fish.into());
            asking.piece.thickness_mm = Some(mm);
            let plan = plan(&asking).unwrap();
            if plan.steps.is_empty() {
                continue;
            }
            let piece = Piece::new(&asking.piece).unwrap();
            let chosen = method.choose(&[], &Kitchen::SEA_LEVEL).unwrap();
            let programme = method
                .programme(&piece, &chosen, &Kitchen::SEA_LEVEL)
                .unwrap();
            let bench = Bench::new(&Truth::asked(&piece), &programme, Fidelity::FINE);
            let turns = plan.turns_s.clone();
            let mut moments = turns.clone();
            moments.push(plan.off_heat_s);
            let states = bench.states(&plan.timeline, &moments);
            for step in &plan.steps {
                let at_s = match step.what() {
                    What::Turn => step.at_s(),
                    What::Look | What::Off => plan.off_heat_s,
                    _ => continue,
                };
                let i = moments
                    .iter()
                    .position(|s| (s - at_s).abs() < 1e-3)
                    .unwrap();
                let felt = Felt {
                    column: &bench.column,
                    t_c: &states[i].heat.t_c,
                    water_kg_m3: &states[i].heat.water_kg_m3,
                    past: &states[i].past,
                    down: i % 2,
                };
                for sign in &step.signs {
                    tried += 1;
                    match &sign.state {
                        TellsOf::Word(key) => {
                            let of = Sign::ALL.into_iter().find(|one| one.key() == sign.sign);
                            let of = of.unwrap();
                            let word = felt.above(of).iter().filter(|v| **v >= 0.0).count();
                            let is = &Cues::all().of(of).says[word].key;
                            assert_eq!(key, is, "{} {fish} {mm} {}", method.kind, sign.sign);
                            if of == Sign::Tester && *key == "slides" && !method.wet {
                                late.push(format!("{} {mm}", method.kind));
                            }
                            told.entry(sign.sign).or_default().insert((*key).to_owned());
                        }
                        TellsOf::Colour(colour) => {
                            let browning = states[i].past.browned.states();
                            assert!(browning.contains(colour), "{} {mm}", method.kind);
                        }
                        TellsOf::Share(share) => {
                            let is = felt.line_share(false);
                            assert!((share - is).abs() < 0.02, "{} {share} {is}", method.kind);
                        }
                    }
                }
            }
        }
    }
    println!("{tried} signs told: {told:#?}; slides in {late:?}");
    assert!(tried > 200, "{tried}");
    for sign in [
        "tester", "lip", "press", "beads", "bone", "bubbling", "releases", "colour",
    ] {
        assert!(told.contains_key(sign), "{sign} is never told");
    }
    // Too early: what done is like stands there.
    let sear = Method::find("sear_skin_first").unwrap();
    let early = plan(&PlanAsked {
        range: true,
        ..asked(sear, &[], -25.0)
    })
    .unwrap();
    assert!(early.outcome.core_peak_c < early.aim.band.low_c - 0.5);
    let look = early.steps.iter().find(|s| s.what() == What::Look);
    let slides = "A thin tester slides through the thickest part.";
    assert!(look.unwrap().cues.contains(&slides), "{look:?}");
}

/// The side is drawn only where somebody can see it.
#[test]
fn a_side_is_seen_where_nothing_hides_it() {
    for method in Method::all() {
        let told = plan(&asked(method, &[], 0.0)).unwrap();
        let hidden = [
            "parcel",
            "salt_crust",
            "whole_roast",
            "deep_fry_batter",
            "deep_fry_dusted",
        ];
        let bare = !hidden.contains(&method.kind) && !method.keeps_scales;
        // Flour is a coat as well.
        let floured = method.kind == "floured_pan_fry";
        assert_eq!(told.side_seen, bare && !floured, "{}", method.kind);
    }
}

/// What is said of the cooked line at the turn is where the run has it then.
#[test]
fn law_the_cooked_line_is_said_as_high_as_it_stands() {
    let words = [
        ("just begun", 0.05, 0.2),
        ("a quarter", 0.2, 0.29),
        ("a third", 0.29, 0.42),
        ("halfway", 0.42, 0.58),
        ("two thirds", 0.58, 0.72),
        ("high up", 0.72, 0.96),
        ("all the way up", 0.96, 1.01),
    ];
    let mut said = std::collections::BTreeSet::new();
    for kind in ["sear_skin_first", "sear_both_sides", "floured_pan_fry"] {
        for (mm, turn) in [
            (12.0, 0.5),
            (20.0, 0.4),
            (25.0, 0.85),
            (35.0, 0.7),
            (15.0, 0.95),
        ] {
            let asked = PlanAsked {
                piece: PieceAsked {
                    fish: Some("hake".into()),
                    thickness_mm: Some(mm),
                    ..PieceAsked::default()
                },
                method: MethodAsked {
                    kind: kind.into(),
                    settings: vec![("turn_share".into(), Value::Number(turn))],
                },
                ..PlanAsked::default()
            };
            let told = plan(&asked).unwrap();
            let at_s = told.turns_s[0];
            let line = told
                .signs
                .cooked_line
                .iter()
                .rev()
                .find(|(s, _)| *s <= at_s);
            let share = line.unwrap().1;
            let turn = told
                .steps
                .iter()
                .find(|step| step.what() == What::Turn)
                .unwrap();
            let cues = turn.cues.join(" ");
            let (word, from, to) = words
                .iter()
                .find(|(word, _, _)| cues.contains(word))
                .unwrap_or_else(|| panic!("{cues} at {share}"));
            // The line is told evenly in time, the cue at the turn itself.
            assert!(
                (*from - 0.01..*to + 0.01).contains(&share),
                "{cues} at {share}"
            );
            said.insert(*word);
        }
    }
    assert!(said.len() >= 3, "{said:?}");
}
