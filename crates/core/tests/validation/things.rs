//! Things of a kitchen: two of one kind are two, and an error is an error of one of them.

use super::to_come::{asked, piece};
use cindo_core::belief::{Factor, Moves};
use cindo_core::fish::Piece;
use cindo_core::kit::{Kitchen, KitchenAsked};
use cindo_core::methods::{Method, Value};
use cindo_core::plan::{PlanAsked, SimulateAsked, plan, simulate};
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
        (all - (as_planned + (pan - as_planned) + (oven - as_planned))).abs() < 0.3,
        "{all}"
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
