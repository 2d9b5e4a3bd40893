//! Sixty plans, simulations and cooks as they were answered before acts and things had names of their own: whatever differs
//! since then stands in the history of `data/answers.json`, and nothing else does.

use cindo_server::wire::{self, CookRequest, PlanRequest, SimulateRequest};
use rayon::prelude::*;
use serde_json::{Value, json};

const FILE: &str = concat!(env!("CARGO_MANIFEST_DIR"), "/tests/api/data/answers.json");
/// Digits that are kept: another order of the same sums moves the last ones.
const DIGITS: i32 = 5;
/// Of a series so many points are kept.
const POINTS: usize = 8;

fn cases() -> Vec<Value> {
    serde_json::from_slice(&std::fs::read(FILE).unwrap()).unwrap()
}

fn answered(case: &Value) -> Value {
    let body = case["request"].to_string();
    let body = body.as_bytes();
    let told = match case["form"].as_str().unwrap() {
        "plan" => json!(wire::read::<PlanRequest>(body).unwrap().answer().unwrap()),
        "simulate" => json!(
            wire::read::<SimulateRequest>(body)
                .unwrap()
                .answer()
                .unwrap()
        ),
        "cook" => json!(wire::read::<CookRequest>(body).unwrap().answer().unwrap()),
        other => panic!("no such form: {other}"),
    };
    tidy(told)
}

/// Without what is only drawn, in figures that a hand can read.
fn tidy(value: Value) -> Value {
    match value {
        Value::Number(number) => {
            let x = number.as_f64().unwrap();
            if x == 0.0 || !x.is_finite() {
                return json!(0.0);
            }
            let scale = 10f64.powi(DIGITS - 1 - x.abs().log10().floor() as i32);
            json!((x * scale).round() / scale)
        }
        Value::Array(all) => {
            let few = all.len() > 4 * POINTS;
            let step = if few { all.len().div_ceil(POINTS) } else { 1 };
            all.into_iter().step_by(step).map(tidy).collect()
        }
        Value::Object(all) => {
            let told = all
                .into_iter()
                .filter(|(key, _)| !DRAWN.contains(&key.as_str()));
            told.map(|(key, value)| (key, tidy(value))).collect()
        }
        other => other,
    }
}

/// Pictures, and what stands beside it whole already.
const DRAWN: [&str; 4] = ["field", "planned", "control", "schools"];

/// What differs, a line each: where, what it was and what it is.
fn differences(at: &str, was: &Value, is: &Value, out: &mut Vec<String>) {
    match (was, is) {
        (Value::Object(was), Value::Object(is)) => {
            let keys: std::collections::BTreeSet<&String> = was.keys().chain(is.keys()).collect();
            for key in keys {
                let of = |all: &serde_json::Map<String, Value>| {
                    all.get(key).cloned().unwrap_or_default()
                };
                differences(&format!("{at}.{key}"), &of(was), &of(is), out);
            }
        }
        (Value::Array(was), Value::Array(is)) if was.len() == is.len() => {
            for (i, (was, is)) in was.iter().zip(is).enumerate() {
                differences(&format!("{at}[{i}]"), was, is, out);
            }
        }
        (Value::Number(was), Value::Number(is)) => {
            let (was, is) = (was.as_f64().unwrap(), is.as_f64().unwrap());
            // Two units of the last digit that is kept.
            if (was - is).abs() > 2e-4 * was.abs().max(1e-3) {
                out.push(format!("{at}: {was} is {is}"));
            }
        }
        _ if was == is => {}
        _ => out.push(format!("{at}: {was} is {is}")),
    }
}

#[test]
fn what_was_answered_is_answered_still() {
    let cases = cases();
    assert_eq!(cases.len(), 60);
    let found: Vec<String> = cases
        .par_iter()
        .flat_map_iter(|case| {
            let mut out = vec![];
            let name = case["name"].as_str().unwrap();
            differences(name, &case["answer"], &answered(case), &mut out);
            out
        })
        .collect();
    assert!(
        found.is_empty(),
        "{} differ\n{}",
        found.len(),
        found.join("\n")
    );
}

/// Writes the answers anew, when one is meant to be another.
#[test]
#[ignore = "writes the fixture"]
fn write() {
    let cases: Vec<Value> = cases()
        .par_iter()
        .map(|case| json!({ "name": case["name"], "form": case["form"], "request": case["request"], "answer": answered(case) }))
        .collect();
    // A line a field, so that the history shows what became another.
    std::fs::write(FILE, serde_json::to_string_pretty(&cases).unwrap() + "\n").unwrap();
}
