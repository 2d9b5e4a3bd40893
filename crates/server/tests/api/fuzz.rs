//! `make fuzz`: questions that do, spoilt at random, to every address that takes one; whatever comes back is an answer or a word
//! about what is wrong, never a fault of ours, and the server lives.
#![allow(clippy::print_stdout)]

use super::cooks::Server;
use serde_json::{Value, json};
use std::collections::BTreeMap;

const ASKED: usize = 6000;

/// Every address that takes a body, and a question it answers: from the server's own description.
fn questions(server: &Server) -> Vec<(String, String, Value)> {
    let doc = server.say("GET", "/api/openapi.json", &Value::Null);
    let mut all = vec![];
    for (path, item) in doc["paths"].as_object().unwrap() {
        for (method, operation) in item.as_object().unwrap() {
            let asks = &operation["requestBody"]["content"]["application/json"]["schema"]["$ref"];
            let Some(name) = asks.as_str().and_then(|r| r.rsplit('/').next()) else {
                continue;
            };
            let example = &doc["components"]["schemas"][name]["example"];
            let path = path.replace("{id}", "c");
            let like = if example.is_null() {
                json!({})
            } else {
                example.clone()
            };
            all.push((method.to_uppercase(), path, like));
        }
    }
    all
}

/// Spoils one place of a question.
fn spoil(value: &mut Value, random: &mut fastrand::Rng) {
    let deeper = random.u8(..4) > 0;
    match value {
        Value::Object(map) if deeper && !map.is_empty() => {
            let at = random.usize(..map.len());
            if let Some((_, inner)) = map.iter_mut().nth(at) {
                spoil(inner, random);
            }
        }
        Value::Array(all) if deeper && !all.is_empty() => {
            let at = random.usize(..all.len());
            spoil(&mut all[at], random);
        }
        here => *here = nonsense(here, random),
    }
}

fn nonsense(was: &Value, random: &mut fastrand::Rng) -> Value {
    match random.u8(..12) {
        0 => Value::Null,
        1 => json!(-1),
        2 => json!(0),
        3 => json!(1e300),
        4 => json!(random.f64() * 200.0 - 50.0),
        5 => json!(""),
        6 => json!("x".repeat(random.usize(..4000))),
        7 => json!("\u{202e}\u{0}\u{1F41F}"),
        8 => json!([was, was, was]),
        9 => json!({ "kind": was, "id": "c" }),
        10 => json!(true),
        _ => json!(random.i64(..)),
    }
}

#[test]
#[ignore = "minutes; run by make fuzz"]
fn fuzz() {
    let folder = tempfile::tempdir().unwrap();
    let server = Server::on(folder.path());
    let plan =
        json!({ "piece": { "fish": "hake", "thickness_mm": 28 }, "method": { "kind": "steam" } });
    server.say(
        "POST",
        "/api/cooks",
        &json!({ "id": "c", "title": "Hake", "plan": plan }),
    );
    let questions = questions(&server);
    assert!(questions.len() > 20, "{}", questions.len());
    let mut random = fastrand::Rng::with_seed(11);
    let mut came: BTreeMap<String, usize> = BTreeMap::new();
    let mut faults = vec![];
    for n in 0..ASKED {
        let (method, path, like) = &questions[n % questions.len()];
        let mut asked = like.clone();
        for _ in 0..random.usize(0..4) {
            spoil(&mut asked, &mut random);
        }
        let text = server.text(method, path, &asked);
        let status = text.split(' ').nth(1).unwrap_or("none").to_owned();
        if status.starts_with('5') && status != "503" || status == "none" {
            faults.push(format!("{status} {method} {path} {asked}"));
        }
        *came.entry(status).or_default() += 1;
    }
    println!("{ASKED} asked of {} addresses: {came:?}", questions.len());
    assert!(faults.is_empty(), "{}", faults.join("\n"));
    assert_eq!(server.say("GET", "/api/health", &Value::Null)["ok"], true);
}
