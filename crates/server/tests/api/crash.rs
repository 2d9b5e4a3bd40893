//! `make crash`: killed fifty times at whatever moment, a backup under way among it; what was acknowledged is there each time,
//! once, and in each copy what was acknowledged before the copy began.
#![allow(clippy::print_stdout)]

use super::cooks::Server;
use super::request;
use serde_json::{Value, json};
use std::collections::BTreeSet;
use std::path::Path;
use std::process::{Child, Command, Stdio};
use std::sync::Mutex;
use std::sync::atomic::{AtomicBool, Ordering};
use std::time::Duration;

const ROUNDS: u64 = 50;

fn backup(folder: &Path, to: &Path) -> Child {
    Command::new(env!("CARGO_BIN_EXE_cindo"))
        .arg("backup")
        .arg(to)
        .arg("--data")
        .arg(folder)
        .stdout(Stdio::null())
        .stderr(Stdio::null())
        .spawn()
        .unwrap()
}

/// What is there: events of the cook and cards, each by its id.
fn there(server: &Server) -> Vec<String> {
    let cook = server.say("GET", "/api/cooks/c", &Value::Null);
    let mut there: Vec<String> = vec![];
    for event in cook["events"].as_array().unwrap() {
        there.push(event["id"].as_str().unwrap().to_owned());
    }
    let book = server.say("GET", "/api/book", &Value::Null);
    for card in book["cards"].as_array().unwrap() {
        there.push(format!("card {}", card["id"].as_str().unwrap()));
    }
    there
}

#[test]
#[ignore = "two minutes; run by make crash"]
fn crash() {
    let (folder, out) = (tempfile::tempdir().unwrap(), tempfile::tempdir().unwrap());
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
    let acknowledged = Mutex::new(BTreeSet::new());
    let (mut copies, mut halves) = (0, 0);
    for round in 0..ROUNDS {
        let server = Server::on(folder.path());
        let over = AtomicBool::new(false);
        let file = out.path().join(format!("{round}"));
        let before = std::thread::scope(|scope| {
            let writes = scope.spawn(|| {
                for n in 0.. {
                    if over.load(Ordering::Relaxed) {
                        break;
                    }
                    let id = format!("{round}-{n}");
                    let event = json!({ "id": id, "at_s": 1, "kind": "basted" });
                    let said = json!({ "sent_s": 2, "events": [event] });
                    if server.tries("POST", "/api/cooks/c/events", &said) {
                        acknowledged.lock().unwrap().insert(id.clone());
                    }
                    let card = json!({ "id": id, "title": "Cod", "request": request() });
                    if server.tries("POST", "/api/cards", &card) {
                        acknowledged.lock().unwrap().insert(format!("card {id}"));
                    }
                }
            });
            std::thread::sleep(Duration::from_millis(random.u64(20..600)));
            let before = acknowledged.lock().unwrap().clone();
            let mut copy = backup(folder.path(), &file);
            std::thread::sleep(Duration::from_millis(random.u64(0..24)));
            server.kill();
            // Half of the copies are killed in the middle too.
            if random.bool() {
                copy.kill().unwrap();
            }
            copy.wait().unwrap();
            over.store(true, Ordering::Relaxed);
            writes.join().unwrap();
            before
        });
        if !file.exists() {
            halves += 1;
            continue;
        }
        copies += 1;
        let back = tempfile::tempdir().unwrap();
        let restored = Command::new(env!("CARGO_BIN_EXE_cindo"))
            .arg("restore")
            .arg(&file)
            .arg("--data")
            .arg(back.path())
            .output()
            .unwrap();
        assert!(restored.status.success(), "{restored:?}");
        let in_copy: BTreeSet<String> = there(&Server::on(back.path())).into_iter().collect();
        let lost: Vec<_> = before.difference(&in_copy).collect();
        assert!(lost.is_empty(), "copy {round}: {lost:?}");
    }
    let acknowledged = acknowledged.into_inner().unwrap();
    let server = Server::on(folder.path());
    let there = there(&server);
    let once: BTreeSet<String> = there.iter().cloned().collect();
    let lost: Vec<_> = acknowledged.difference(&once).collect();
    println!(
        "{ROUNDS} kills: {} writes acknowledged, {} there, {} lost; {copies} copies whole and put in place, {halves} given up",
        acknowledged.len(),
        once.len(),
        lost.len()
    );
    assert_eq!(once.len(), there.len(), "something is there twice");
    assert!(lost.is_empty(), "{lost:?}");
    assert!(acknowledged.len() > 100, "{}", acknowledged.len());
    assert!(copies > 10 && halves > 0, "{copies} {halves}");
}
