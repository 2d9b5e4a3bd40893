//! `make soak`: fifty cooks and twenty watching devices for two minutes; how late they are told, and what memory it takes.
#![allow(clippy::print_stdout)]

use super::cooks::Server;
use serde_json::{Value, json};
use std::io::BufRead;
use std::sync::{Arc, Mutex};
use std::time::{Duration, Instant};

const COOKS: usize = 50;
const WATCHERS: usize = 20;
const FOR: Duration = Duration::from_secs(120);
const EVERY: Duration = Duration::from_millis(400);

fn resident_mib(pid: u32) -> f64 {
    let status = std::fs::read_to_string(format!("/proc/{pid}/status")).unwrap();
    let line = status
        .lines()
        .find(|line| line.starts_with("VmRSS"))
        .unwrap();
    let kib: f64 = line.split_whitespace().nth(1).unwrap().parse().unwrap();
    kib / 1024.0
}

#[test]
#[ignore = "two minutes; run by make soak"]
fn soak() {
    let folder = tempfile::tempdir().unwrap();
    let server = Server::on(folder.path());
    for i in 0..COOKS {
        let kind = ["sear_skin_first", "steam", "hot_roast"][i % 3];
        let plan = json!({ "piece": { "fish": "hake", "thickness_mm": 18 + i % 12 },
                           "method": { "kind": kind } });
        server.say(
            "POST",
            "/api/cooks",
            &json!({ "id": format!("c{i}"), "title": "Hake", "plan": plan }),
        );
        let met = json!({ "sent_s": 60, "events": [{ "id": "in", "at_s": 0, "kind": "in" }] });
        server.say("POST", &format!("/api/cooks/c{i}/events"), &met);
    }
    // What was posted when, by its number among all events; and how late each watcher heard of it.
    let posted: Arc<Mutex<Vec<(i64, Instant)>>> = Arc::default();
    let heard: Arc<Mutex<Vec<(i64, Instant)>>> = Arc::default();
    for _ in 0..WATCHERS {
        let (mut watching, heard) = (server.watch(), Arc::clone(&heard));
        std::thread::spawn(move || {
            let mut line = String::new();
            while watching.read_line(&mut line).unwrap_or(0) > 0 {
                let seq = line
                    .split("\"seq\":")
                    .nth(1)
                    .map(|s| s.trim_end_matches(['}', '\n', '\r']));
                if let Some(seq) = seq.and_then(|s| s.parse().ok()) {
                    heard.lock().unwrap().push((seq, Instant::now()));
                }
                line.clear();
            }
        });
    }
    let first_mib = resident_mib(server.pid());
    let began = Instant::now();
    let (mut answers_ms, mut mib) = (vec![], vec![first_mib]);
    let mut n = 0;
    while began.elapsed() < FOR {
        let cook = n % COOKS;
        let said = json!({ "sent_s": 60, "events": [
            { "id": format!("e{n}"), "at_s": 59, "kind": "cue", "cue": "cooked_line", "height_share": 0.1 }
        ] });
        let at = Instant::now();
        let kept = server.say("POST", &format!("/api/cooks/c{cook}/events"), &said);
        answers_ms.push(at.elapsed().as_secs_f64() * 1e3);
        posted
            .lock()
            .unwrap()
            .push((kept["seq"].as_i64().unwrap(), at));
        // Every tenth time a device asks for all of them, as it does when it is opened.
        if n % 10 == 0 {
            server.say("GET", "/api/cooks", &Value::Null);
            mib.push(resident_mib(server.pid()));
        }
        n += 1;
        std::thread::sleep(EVERY.saturating_sub(at.elapsed()));
    }
    std::thread::sleep(Duration::from_secs(1));
    let posted = posted.lock().unwrap();
    let mut late_ms: Vec<f64> = heard
        .lock()
        .unwrap()
        .iter()
        .filter_map(|(seq, at)| {
            let (_, when) = posted.iter().find(|(s, _)| s == seq)?;
            Some(at.saturating_duration_since(*when).as_secs_f64() * 1e3)
        })
        .collect();
    let tenth = |of: &mut Vec<f64>, share: f64| {
        of.sort_by(f64::total_cmp);
        of[((of.len() - 1) as f64 * share) as usize]
    };
    println!(
        "{n} events, {} told to {WATCHERS} devices: half within {:.0} ms, 95 of 100 within {:.0} ms, the last {:.0} ms",
        late_ms.len(),
        tenth(&mut late_ms, 0.5),
        tenth(&mut late_ms, 0.95),
        tenth(&mut late_ms, 1.0),
    );
    println!(
        "answered, folded anew: half within {:.0} ms, 95 of 100 within {:.0} ms",
        tenth(&mut answers_ms, 0.5),
        tenth(&mut answers_ms, 0.95),
    );
    let half = mib.len() / 2;
    println!(
        "memory: {first_mib:.0} MiB, half way {:.0}, at the end {:.0}",
        mib[half],
        mib[mib.len() - 1]
    );
    // Nobody missed anything.
    assert!(
        late_ms.len() >= n * WATCHERS,
        "{} of {}",
        late_ms.len(),
        n * WATCHERS
    );
}
