//! `make load`: sixteen devices that list fifty cooks all the time, somebody at the stove, health beside them, and then those
//! who mean harm: packed bodies, bodies that never end, too many lines. Prints how long the stove waited and what memory it
//! took; how many were answered is asserted, how fast is not.
#![allow(clippy::print_stdout)]

use super::cooks::Server;
use serde_json::{Value, json};
use std::io::{Read, Write};
use std::net::TcpStream;
use std::sync::Arc;
use std::sync::atomic::{AtomicBool, AtomicUsize, Ordering};
use std::time::{Duration, Instant};

const COOKS: usize = 50;
const DEVICES: usize = 16;
const EVENTS: usize = 60;

/// Most memory so far, MiB.
fn most_mib(pid: u32) -> f64 {
    let status = std::fs::read_to_string(format!("/proc/{pid}/status")).unwrap();
    let line = status.lines().find(|line| line.starts_with("VmHWM"));
    let kib: f64 = line
        .unwrap()
        .split_whitespace()
        .nth(1)
        .unwrap()
        .parse()
        .unwrap();
    kib / 1024.0
}

fn share(of: &mut [f64], share: f64) -> f64 {
    of.sort_by(f64::total_cmp);
    of[((of.len() - 1) as f64 * share) as usize]
}

fn timed<T>(ms: &mut Vec<f64>, work: impl FnOnce() -> T) -> T {
    let at = Instant::now();
    let done = work();
    ms.push(at.elapsed().as_secs_f64() * 1e3);
    done
}

/// A second: whatever is open stays open meanwhile.
const A_MOMENT: Duration = Duration::from_secs(1);

#[test]
#[ignore = "a minute of all cores; run by make load"]
fn load() {
    let folder = tempfile::tempdir().unwrap();
    let server = Arc::new(Server::on(folder.path()));
    for i in 0..COOKS {
        let kind = ["sear_skin_first", "steam", "hot_roast"][i % 3];
        let plan = json!({ "piece": { "fish": "hake", "thickness_mm": 18 + i % 12 },
                           "method": { "kind": kind } });
        let new = json!({ "id": format!("c{i}"), "title": "Hake", "plan": plan });
        server.say("POST", "/api/cooks", &new);
        let met = json!({ "sent_s": 60, "events": [{ "id": "in", "at_s": 0, "kind": "in" }] });
        server.say("POST", &format!("/api/cooks/c{i}/events"), &met);
    }
    let (over, lists) = (
        Arc::new(AtomicBool::new(false)),
        Arc::new(AtomicUsize::new(0)),
    );
    let devices: Vec<_> = (0..DEVICES)
        .map(|_| {
            let (server, over, lists) =
                (Arc::clone(&server), Arc::clone(&over), Arc::clone(&lists));
            std::thread::spawn(move || {
                while !over.load(Ordering::Relaxed) {
                    let list = server.say("GET", "/api/cooks", &Value::Null);
                    assert_eq!(list["under_way"].as_array().unwrap().len(), COOKS);
                    lists.fetch_add(1, Ordering::Relaxed);
                }
            })
        })
        .collect();
    let (mut events_ms, mut health_ms, mut book_ms) = (vec![], vec![], vec![]);
    for n in 0..EVENTS {
        let said = json!({ "sent_s": 60, "events": [
            { "id": format!("e{n}"), "at_s": 59, "kind": "cue", "cue": "cooked_line", "height_share": 0.1 }
        ] });
        let path = format!("/api/cooks/c{}/events", n % COOKS);
        let kept = timed(&mut events_ms, || server.say("POST", &path, &said));
        assert!(kept["standing"].is_object());
        let health = timed(&mut health_ms, || {
            server.say("GET", "/api/health", &Value::Null)
        });
        assert_eq!(health["ok"], true);
        timed(&mut book_ms, || {
            server.say("GET", "/api/cards", &Value::Null)
        });
    }
    over.store(true, Ordering::Relaxed);
    for device in devices {
        device.join().unwrap();
    }
    for (what, ms) in [
        ("an event kept, folded and answered", &mut events_ms),
        ("health", &mut health_ms),
        ("a page of the book", &mut book_ms),
    ] {
        println!(
            "{what}: half within {:.0} ms, 95 of 100 within {:.0} ms, the longest {:.0} ms",
            share(ms, 0.5),
            share(ms, 0.95),
            share(ms, 1.0)
        );
    }
    println!(
        "{} lists of {COOKS} cooks beside it",
        lists.load(Ordering::Relaxed)
    );
    println!("most memory: {:.0} MiB", most_mib(server.pid()));
    harm(&server);
}

/// Bodies that are packed or never end, and more lines than there are places.
fn harm(server: &Server) {
    let open = |text: &str| {
        let mut stream = TcpStream::connect(server.address()).unwrap();
        stream.write_all(text.as_bytes()).unwrap();
        stream
            .set_read_timeout(Some(Duration::from_secs(40)))
            .unwrap();
        stream
    };
    let status = |stream: &mut TcpStream| {
        let mut head = [0; 12];
        stream.read_exact(&mut head).unwrap();
        String::from_utf8_lossy(&head[9..]).into_owned()
    };
    let head = "POST /api/plan HTTP/1.1\r\nHost: localhost\r\nContent-Type: application/json\r\n";
    let packed = format!("{head}Content-Encoding: gzip\r\nContent-Length: 4\r\n\r\nxxxx");
    for _ in 0..64 {
        assert_eq!(status(&mut open(&packed)), "415");
    }
    let endless = format!("{head}Content-Length: 200000\r\n\r\n{{");
    let mut held: Vec<TcpStream> = (0..200).map(|_| open(&endless)).collect();
    let mut watching: Vec<TcpStream> = (0..200)
        .map(|_| open("GET /api/live HTTP/1.1\r\nHost: localhost\r\n\r\n"))
        .collect();
    std::thread::sleep(A_MOMENT);
    let mut health_ms = vec![];
    let health = timed(&mut health_ms, || {
        server.say("GET", "/api/health", &Value::Null)
    });
    assert_eq!(health["ok"], true);
    println!(
        "health beside 200 bodies that never end and 200 who watch: {:.0} ms",
        health_ms[0]
    );
    let full = watching.iter_mut().map(status).filter(|s| s == "503");
    println!("told to watch later: {} of 200", full.count());
    let at = Instant::now();
    let slow = held.iter_mut().map(status).filter(|s| s == "408");
    println!(
        "told that it took too long: {} of 200, after {:.0} s",
        slow.count(),
        at.elapsed().as_secs_f64()
    );
    println!("most memory: {:.0} MiB", most_mib(server.pid()));
}
