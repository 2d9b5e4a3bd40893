//! Things of a kitchen: two of one kind are two, and an error is an error of one of them.

use super::to_come::{asked, piece};
use cindo_core::belief::{Factor, Moves};
use cindo_core::fish::Piece;
use cindo_core::kit::{Kitchen, KitchenAsked};
use cindo_core::methods::{Method, Value};
use cindo_core::plan::{PlanAsked, SimulateAsked, TurnBy, plan, simulate};
use cindo_core::run::{Fire, TimesAsked, TruthAsked};

fn kitchen(json: &str) -> Result<Kitchen, cindo_core::InputError> {
    let asked: KitchenAsked = serde_json::from_str(json).unwrap();
    Kitchen::new(&asked)
}

const TWO_PANS: &str = r#"{ "things": [
    { "id": "small", "like": "clad", "name": "the small one", "across_mm": 240 },
    { "id": "large", "like": "clad", "name": "the large one", "across_mm": 320 },
    { "id": "plancha", "like": "cast_iron", "name": "plancha", "length_mm": 500, "width_mm": 300 },
    { "id": "back", "like": "home_gas", "name": "back ring", "power_w": 1200 },
    { "id": "stock", "like": "wide", "name": "stock pot", "litres": 12 } ] }"#;

/// Truth that differs by one thing.
fn off(json: &str) -> TruthAsked {
    serde_json::from_str(json).unwrap()
}

/// Where the middle comes to, C, at the times of the plan as asked.
fn lands_c(asked: &PlanAsked, truth: TruthAsked) -> f64 {
    let asked = PlanAsked {
        truth: Some(truth),
        ..asked.clone()
    };
    plan(&asked).unwrap().outcome.core_peak_c
}

/// Two clad pans of unlike size are two pans: the larger takes four pieces with less of a drop.
#[test]
fn law_two_pans_of_a_kind_are_two() {
    let kitchen = kitchen(TWO_PANS).unwrap();
    let low_c = |pan: &str| {
        let mut asked = asked("sear_both_sides", &[("pan", Value::Word(pan.into()))]);
        asked.piece.pieces = Some(4);
        asked.kitchen = kitchen.clone();
        plan(&asked).unwrap().outcome.reservoir_low_c.unwrap()
    };
    let (small, large) = (low_c("small"), low_c("large"));
    assert!(large > small + 3.0, "{small} {large}");
    // The one that ships is there, too, and its key still reads.
    assert!(low_c("clad") > small - 5.0);
    // A weaker ring is slower to come back.
    let off_s = |hob: &str| {
        let mut asked = asked("sear_both_sides", &[("hob", Value::Word(hob.into()))]);
        asked.piece.pieces = Some(4);
        asked.kitchen = kitchen.clone();
        plan(&asked).unwrap().off_heat_s
    };
    assert!(off_s("back") > off_s("home_gas") + 5.0);
}

#[test]
fn what_is_wrong_with_a_thing_is_named() {
    let wrong = |thing: &str| {
        let json =
            format!(r#"{{ "things": [{{ "id": "a", "like": "clad", "name": "one" }}, {thing}] }}"#);
        kitchen(&json).unwrap_err().field().to_owned()
    };
    for (thing, field) in [
        (
            r#"{ "id": "a", "like": "clad", "name": "two" }"#,
            "things[1].id",
        ),
        (
            r#"{ "id": "b", "like": "clad", "name": " ONE " }"#,
            "things[1].name",
        ),
        (
            r#"{ "id": "b", "like": "gold", "name": "two" }"#,
            "things[1].like",
        ),
        (
            r#"{ "id": "cast_iron", "like": "clad", "name": "two" }"#,
            "things[1].id",
        ),
        (
            r#"{ "id": "b", "like": "clad", "name": "two", "across_mm": 9 }"#,
            "things[1].across_mm",
        ),
        (
            r#"{ "id": "b", "like": "clad", "name": "two", "litres": 9 }"#,
            "things[1].litres",
        ),
        (
            r#"{ "id": "b", "like": "clad", "name": "two", "length_mm": 300 }"#,
            "things[1].width_mm",
        ),
        (
            r#"{ "id": "", "like": "clad", "name": "two" }"#,
            "things[1].id",
        ),
    ] {
        assert_eq!(wrong(thing), field, "{thing}");
    }
    let many: Vec<String> = (0..41)
        .map(|i| format!(r#"{{ "id": "t{i}", "like": "clad", "name": "pan {i}" }}"#))
        .collect();
    let many = kitchen(&format!(r#"{{ "things": [{}] }}"#, many.join(",")));
    assert_eq!(many.unwrap_err().field(), "things");
}

/// A pan roast has two fires: a cooler pan moves only what the pan does, and hardly the middle; a cooler oven does; both
/// together are every fire.
#[test]
fn law_a_cooler_pan_moves_only_the_pan() {
    let roast = asked("pan_roast", &[]);
    let as_planned = lands_c(&roast, TruthAsked::default());
    let pan = lands_c(
        &roast,
        off(r#"{ "things": { "clad": { "kelvins": -25 } } }"#),
    );
    let oven = lands_c(
        &roast,
        off(r#"{ "things": { "home": { "kelvins": -25 } } }"#),
    );
    let all = lands_c(&roast, off(r#"{ "heat_k": -25 }"#));
    assert!((as_planned - pan).abs() < 0.6, "{as_planned} {pan}");
    assert!(as_planned - oven > 1.5, "{as_planned} {oven}");
    assert!(
        (all - (as_planned + (pan - as_planned) + (oven - as_planned))).abs() < 0.5,
        "{all}: {as_planned} {pan} {oven}"
    );
    // Where there is one fire, its thing is every fire.
    let sear = asked("sear_both_sides", &[]);
    let thing = lands_c(
        &sear,
        off(r#"{ "things": { "clad": { "kelvins": -25 } } }"#),
    );
    assert!((thing - lands_c(&sear, off(r#"{ "heat_k": -25 }"#))).abs() < 1e-9);
    // What is not used here is said.
    let asked = PlanAsked {
        truth: Some(off(r#"{ "things": { "plancha": { "kelvins": -25 } } }"#)),
        ..sear
    };
    assert_eq!(plan(&asked).unwrap_err().field(), "truth.things.plancha");
}

/// A tray that gives heat badly is felt below and not above; the air of the oven the other way; in oil neither counts.
#[test]
fn law_contact_is_of_what_touches() {
    let simulated = |kind: &str, sides_s: Vec<f64>, truth: &str| {
        let plan = asked(kind, &[]);
        let asked = SimulateAsked {
            piece: plan.piece,
            method: plan.method,
            kitchen: plan.kitchen,
            eaters: plan.eaters,
            target: None,
            times: TimesAsked {
                sides_s,
                rest_s: 60.0,
            },
            truth: Some(off(truth)),
        };
        let series = simulate(&asked).unwrap().series;
        let half = &series[series.len() / 2];
        (half.skin_c, half.flesh_c)
    };
    let plain = simulated("hot_roast", vec![600.0], "{}");
    let tray = simulated(
        "hot_roast",
        vec![600.0],
        r#"{ "things": { "tray": { "contact": 0.5 } } }"#,
    );
    let air = simulated(
        "hot_roast",
        vec![600.0],
        r#"{ "things": { "home": { "contact": 0.5 } } }"#,
    );
    assert!(
        plain.0 - tray.0 > 3.0 && (plain.1 - tray.1).abs() < 1.5,
        "{plain:?} {tray:?}"
    );
    assert!(
        plain.1 - air.1 > 3.0 && (plain.0 - air.0).abs() < 1.5,
        "{plain:?} {air:?}"
    );
}

/// What is believed says what it moves, and a pan roast has a pan and an oven.
#[test]
fn law_a_belief_is_of_a_thing() {
    let moves = |kind: &str| -> Vec<Moves> {
        let kitchen = Kitchen::SEA_LEVEL;
        let method = Method::find(kind).unwrap();
        let piece = Piece::new(&piece(kind)).unwrap();
        let chosen = method.choose(&[], &kitchen).unwrap();
        let programme = method.programme(&piece, &chosen, &kitchen).unwrap();
        Factor::of(&piece, &programme)
            .iter()
            .map(|factor| factor.moves)
            .collect()
    };
    let roast = moves("pan_roast");
    for wanted in [
        Moves::Kelvins(Fire::Pan),
        Moves::Kelvins(Fire::Oven),
        Moves::Surface,
        Moves::Recovery,
    ] {
        assert!(roast.contains(&wanted), "{wanted:?}: {roast:?}");
    }
    let fry = moves("deep_fry_batter");
    assert!(
        fry.contains(&Moves::Kelvins(Fire::Oil)) && !fry.contains(&Moves::Kelvins(Fire::Pan)),
        "{fry:?}"
    );
    assert!(!moves("sear_both_sides").contains(&Moves::Kelvins(Fire::Oven)));
}

/// An oven of one's own that runs cool is planned for: as long as an oven that is set so much cooler takes; and the card of
/// before, which said so itself, takes as long.
#[test]
fn law_what_was_learned_of_a_thing_is_planned_for() {
    let off_s = |json: &str, settings: &[(&str, Value)]| {
        let mut asked = asked("hot_roast", settings);
        asked.kitchen = kitchen(json).unwrap();
        plan(&asked).unwrap().off_heat_s
    };
    let cool = r#"{ "things": [{ "id": "home", "like": "home", "list": "ovens", "name": "the small oven",
        "learned": [{ "what": "kelvins", "mean": -18, "sd": 3 }] }] }"#;
    let set = |c: f64| ("oven_c", Value::Number(c));
    let usual = off_s("{}", &[set(200.0)]);
    let learned = off_s(cool, &[set(200.0)]);
    assert!(learned > usual + 20.0, "{usual} {learned}");
    assert!((learned - off_s("{}", &[set(182.0)])).abs() < 0.5);
    let older = off_s("{}", &[set(200.0), ("oven_off_k", Value::Number(-18.0))]);
    assert!((learned - older).abs() < 0.5, "{learned} {older}");
    // Another oven is not meant by it, nor a way without one.
    let other = off_s(cool, &[set(200.0), ("oven", Value::Word("range".into()))]);
    let ships = off_s("{}", &[set(200.0), ("oven", Value::Word("range".into()))]);
    assert_eq!(other, ships);
}

/// What was learned is less in doubt: times vary less, and only by what was learned.
#[test]
fn law_what_was_learned_is_less_in_doubt() {
    let doubts = |json: &str, kind: &str| -> Vec<(Moves, f64)> {
        let kitchen = kitchen(json).unwrap();
        let method = Method::find(kind).unwrap();
        let piece = Piece::new(&piece(kind)).unwrap();
        let chosen = method.choose(&[], &kitchen).unwrap();
        let programme = method.programme(&piece, &chosen, &kitchen).unwrap();
        let factors = Factor::of(&piece, &programme);
        factors
            .iter()
            .map(|doubt| (doubt.moves, doubt.spread))
            .collect()
    };
    let known = r#"{ "things": [
        { "id": "clad", "like": "clad", "name": "mine", "learned": [
            { "what": "kelvins", "mean": 4, "sd": 6 }, { "what": "contact", "mean": 0.9, "sd": 0.1 }] },
        { "id": "ring", "like": "home_gas", "name": "ring", "learned": [
            { "what": "recovery", "mean": 0.8, "sd": 0.05 }] }] }"#;
    let (before, after) = (
        doubts("{}", "sear_both_sides"),
        doubts(known, "sear_both_sides"),
    );
    for ((moves, was), (same, is)) in before.iter().zip(&after) {
        assert_eq!(moves, same);
        let (wanted, changes) = match moves {
            Moves::Kelvins(Fire::Pan) => (6.0, true),
            Moves::Surface => (0.1, true),
            _ => (*was, false),
        };
        assert_eq!(*is, wanted, "{moves:?} {changes}");
    }
    let range_s = |json: &str| {
        let mut asked = asked("sear_both_sides", &[]);
        asked.range = true;
        asked.turn_by = TurnBy::Clock;
        asked.kitchen = kitchen(json).unwrap();
        let plan = plan(&asked).unwrap();
        plan.latest_s - plan.look_from_s
    };
    let surer = known
        .replace("\"mean\": 4", "\"mean\": 0")
        .replace("\"mean\": 0.9", "\"mean\": 1");
    let (sure, usual) = (range_s(&surer), range_s("{}"));
    // How thick it is, by eye, is most of the doubt.
    assert!(sure < 0.95 * usual, "{sure} {usual}");
    // What no thing can be, and twice the same, is named.
    for (learned, field) in [
        (
            r#"{ "what": "kelvins", "mean": 900, "sd": 1 }"#,
            "things[0].learned[0].mean",
        ),
        (
            r#"{ "what": "contact", "mean": 1, "sd": -1 }"#,
            "things[0].learned[0].sd",
        ),
        (
            r#"{ "what": "kelvins", "mean": 1, "sd": 1 }, { "what": "kelvins", "mean": 2, "sd": 1 }"#,
            "things[0].learned[1].what",
        ),
    ] {
        let json = format!(
            r#"{{ "things": [{{ "id": "a", "like": "clad", "name": "a", "learned": [{learned}] }}] }}"#
        );
        assert_eq!(kitchen(&json).unwrap_err().field(), field);
    }
}

/// Kinds that homes and yards have: oil in a pot takes a ring, a fire that burns is soon ready, a closed grill bakes, a way
/// that needs a basket or a stand is not had without one.
#[test]
fn practice_kinds_of_a_home_and_a_yard() {
    // Two pieces at once, whatever each would take.
    let mut fry = asked("deep_fry_batter", &[("load_g", Value::Number(340.0))]);
    let whole = plan(&fry).unwrap();
    let fryer = |plan: &cindo_core::plan::Plan| -> Vec<(&'static str, Option<String>)> {
        let acts = plan.steps.iter().flat_map(|step| &step.act.needs);
        acts.map(|need| (need.like, need.thing.clone())).collect()
    };
    assert!(fryer(&whole).iter().all(|(like, _)| *like != "hobs"));
    fry.method
        .settings
        .push(("fryer".into(), Value::Word("pot_on_hob".into())));
    let pot = plan(&fry).unwrap();
    assert!(
        fryer(&pot).iter().any(|(like, _)| *like == "hobs"),
        "{:?}",
        fryer(&pot)
    );
    let oil_l =
        |plan: &cindo_core::plan::Plan| plan.chosen.number_for(cindo_core::methods::Purpose::Depth);
    assert_eq!((oil_l(&whole), oil_l(&pot)), (Some(3.0), Some(1.9)));
    // Less oil over a weaker fire drops further.
    assert!(pot.outcome.reservoir_low_c < whole.outcome.reservoir_low_c);
    fry.method
        .settings
        .push(("oil_l".into(), Value::Number(2.5)));
    assert_eq!(oil_l(&plan(&fry).unwrap()), Some(2.5));

    let ready_s = |grate: &str| {
        let asked = asked("grill_direct", &[("grate", Value::Word(grate.into()))]);
        plan(&asked).unwrap().heat_up_s()
    };
    assert!(ready_s("charcoal_burning") <= 300.0 && ready_s("charcoal") >= 1200.0);
    // A still oven of 180 C and a closed grill are about as fast: within a tenth.
    let bake_s = |oven: &str| {
        let fan = ("fan", Value::Flag(false));
        let asked = asked("hot_roast", &[("oven", Value::Word(oven.into())), fan]);
        plan(&asked).unwrap().off_heat_s
    };
    let (oven, grill) = (bake_s("home"), bake_s("closed_grill"));
    assert!((grill / oven - 1.0).abs() < 0.1, "{oven} {grill}");

    for (kind, list) in [("grill_basket", "baskets"), ("grill_upright", "stands")] {
        let piece = Piece::new(&piece(kind)).unwrap();
        let way = Method::find(kind).unwrap();
        let without = kitchen(&format!(r#"{{ "kit": {{ "{list}": [] }} }}"#)).unwrap();
        let why = way.suits(&piece, &without);
        assert!(!why.suits && why.reasons.iter().any(|r| r.code == "not_here"));
        assert!(way.suits(&piece, &Kitchen::SEA_LEVEL).suits, "{kind}");
    }
    // A weight stays on by itself, and the step says so.
    let pressed = |by: &str| {
        let asked = asked("sear_skin_first", &[("press", Value::Word(by.into()))]);
        let steps = plan(&asked).unwrap().steps;
        steps
            .iter()
            .map(|s| s.act.words.clone())
            .collect::<String>()
    };
    assert!(
        pressed("weight").contains("a weight on top") && pressed("hand").contains("Press flat")
    );
    // Rings and shelves are counted.
    let own = kitchen(
        r#"{ "things": [{ "id": "two", "like": "coil", "name": "two rings", "places": 2 }] }"#,
    );
    let kit = own.unwrap().kit;
    let places = [
        ("hobs", "two"),
        ("hobs", "coil"),
        ("ovens", "home"),
        ("pans", "clad"),
    ];
    assert_eq!(
        places.map(|(list, key)| kit.places(list, key)),
        [2, 4, 2, 1]
    );
}
