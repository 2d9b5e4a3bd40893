//! Probes at the end of a line that do not behave: one that never ends its line, one that reads nothing, and a server that was
//! started anew under one.

use super::cooks::Server;
use serde_json::{Value, json};
use std::io::{BufRead, BufReader, Write};
use std::net::{TcpListener, TcpStream};
use std::time::Duration;

fn cook(server: &Server, probe: &str) {
    let plan =
        json!({ "piece": { "fish": "hake", "thickness_mm": 28 }, "method": { "kind": "steam" } });
    server.say(
        "POST",
        "/api/cooks",
        &json!({ "id": "c", "title": "Hake", "plan": plan }),
    );
    let met = json!({ "sent_s": 100, "events": [{ "id": "in", "at_s": 0, "kind": "in" }] });
    server.say("POST", "/api/cooks/c/events", &met);
    let wanted = json!({ "probe": probe });
    assert!(
        server
            .text("POST", "/api/cooks/c/probe", &wanted)
            .contains(" 204 ")
    );
}

fn listens() -> (TcpListener, String) {
    let listener = TcpListener::bind("127.0.0.1:0").unwrap();
    let address = listener.local_addr().unwrap().to_string();
    (listener, address)
}

/// Waits for a reading to be kept.
fn read(server: &Server, c: f64) {
    for _ in 0..200 {
        let cook = server.say("GET", "/api/cooks/c", &Value::Null);
        let mut events = cook["events"].as_array().unwrap().iter();
        if events.any(|e| e["kind"] == "probe" && e["c"] == c) {
            return;
        }
        std::thread::sleep(Duration::from_millis(50));
    }
    panic!("no reading of {c} was kept");
}

#[test]
fn a_line_without_an_end_is_hung_up_on() {
    let (listener, address) = listens();
    let folder = tempfile::tempdir().unwrap();
    let server = Server::with(folder.path(), &["--probe", &address]);
    cook(&server, &address);
    let (mut line, _) = listener.accept().unwrap();
    // More than a line may hold; then it is hung up on, and called again: what behaves then is read.
    let much = vec![b'x'; 1 << 16];
    let mut sent = 0;
    while line.write_all(&much).is_ok() {
        sent += much.len();
        assert!(sent < 64 << 20, "{sent} bytes and no end");
    }
    let (mut line, _) = listener.accept().unwrap();
    writeln!(line, "{}", json!({ "probe": "p", "c": 21.5 })).unwrap();
    read(&server, 21.5);
}

/// It leaves unread what it is told, for good: its readings go on being kept.
#[test]
fn one_that_reads_nothing_goes_on_being_read_and_is_taken_up_after_a_restart() {
    let (listener, address) = listens();
    let folder = tempfile::tempdir().unwrap();
    let server = Server::with(folder.path(), &["--probe", &address]);
    cook(&server, &address);
    let (mut line, _) = listener.accept().unwrap();
    writeln!(line, "{}", json!({ "probe": "p", "c": 22.5 })).unwrap();
    read(&server, 22.5);
    let known = server.say("GET", "/api/cooks/c", &Value::Null);
    assert_eq!(known["probe"], json!(address));
    drop((server, line));
    // Nobody asks for it again: the cook knows its probe.
    let server = Server::with(folder.path(), &["--probe", &address]);
    let (line, _) = listener.accept().unwrap();
    let told = plan_of(&line);
    assert!(told.contains("\"plan\""), "{told}");
    let mut line = line;
    writeln!(line, "{}", json!({ "probe": "p", "c": 23.5 })).unwrap();
    read(&server, 23.5);
}

fn plan_of(line: &TcpStream) -> String {
    let mut told = String::new();
    BufReader::new(line).read_line(&mut told).unwrap();
    told
}
