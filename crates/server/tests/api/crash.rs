//! `make crash`: killed thirty times at whatever moment; what was acknowledged is there each time, once.
#![allow(clippy::print_stdout)]

use super::cooks::Server;
use super::request;
use serde_json::{Value, json};
use std::collections::BTreeSet;
use std::sync::atomic::{AtomicBool, Ordering};
use std::time::Duration;

const ROUNDS: u64 = 30;

#[test]
#[ignore = "a minute; run by make crash"]
fn crash() {
    let folder = tempfile::tempdir().unwrap();
    let plan =
        json!({ "piece": { "fish": "hake", "thickness_mm": 28 }, "method": { "kind": "steam" } });
    let first = Server::on(folder.path());
    first.say(
        "POST",
        "/api/cooks",
        &json!({ "id": "c", "title": "Hake", "plan": plan }),
    );
    drop(first);
    let mut random = fastrand::Rng::with_seed(7);
    let mut acknowledged = BTreeSet::new();
    for round in 0..ROUNDS {
        let server = Server::on(folder.path());
        let over = AtomicBool::new(false);
        let fresh = std::thread::scope(|scope| {
            let writes = scope.spawn(|| {
                let mut fresh = vec![];
                for n in 0.. {
                    if over.load(Ordering::Relaxed) {
                        break;
                    }
                    let id = format!("{round}-{n}");
                    let event = json!({ "id": id, "at_s": 1, "kind": "basted" });
                    let said = json!({ "sent_s": 2, "events": [event] });
                    if server.tries("POST", "/api/cooks/c/events", &said) {
                        fresh.push(id.clone());
                    }
                    let card = json!({ "id": id, "title": "Cod", "request": request() });
                    if server.tries("POST", "/api/cards", &card) {
                        fresh.push(format!("card {id}"));
                    }
                }
                fresh
            });
            std::thread::sleep(Duration::from_millis(random.u64(50..900)));
            server.kill();
            over.store(true, Ordering::Relaxed);
            writes.join().unwrap()
        });
        acknowledged.extend(fresh);
    }
    let server = Server::on(folder.path());
    let cook = server.say("GET", "/api/cooks/c", &Value::Null);
    let mut there: Vec<String> = vec![];
    for event in cook["events"].as_array().unwrap() {
        there.push(event["id"].as_str().unwrap().to_owned());
    }
    let book = server.say("GET", "/api/book", &Value::Null);
    for card in book["cards"].as_array().unwrap() {
        there.push(format!("card {}", card["id"].as_str().unwrap()));
    }
    let once: BTreeSet<String> = there.iter().cloned().collect();
    let lost: Vec<_> = acknowledged.difference(&once).collect();
    println!(
        "{ROUNDS} kills: {} writes acknowledged, {} there, {} lost",
        acknowledged.len(),
        once.len(),
        lost.len()
    );
    assert_eq!(once.len(), there.len(), "something is there twice");
    assert!(lost.is_empty(), "{lost:?}");
    assert!(acknowledged.len() > 100, "{}", acknowledged.len());
}
