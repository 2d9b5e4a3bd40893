//! Cooks under way: kept once however often sent, put right where a clock is off, told to all who watch, and still there
//! when the power goes.

use super::Kitchen;
use super::command_line::answer;
use actix_web::http::StatusCode;
use serde_json::{Value, json};
use std::io::{BufRead, BufReader, Read, Write};
use std::net::TcpStream;
use std::process::{Child, Command, Stdio};
use std::time::Duration;

fn plan() -> Value {
    json!({ "piece": { "fish": "hake", "thickness_mm": 25, "skin": "on" },
            "method": { "kind": "sear_skin_first" } })
}

fn new() -> Value {
    json!({ "id": "c", "title": "Hake", "plan": plan() })
}

fn events(sent_s: f64, events: Value) -> Value {
    json!({ "sent_s": sent_s, "events": events })
}

#[actix_web::test]
async fn a_cook_is_begun_added_to_and_folded() {
    let kitchen = Kitchen::new();
    let begun = kitchen.post("/api/cooks", &new()).await;
    assert_eq!(begun.status, StatusCode::CREATED, "{}", begun.text);
    assert_eq!(begun.json["standing"]["phase"], "heating");
    // The same cook sent again is that cook.
    kitchen.post("/api/cooks", &new()).await;
    // An event sent twice counts once; and so it stands after a restart, which every request is.
    let met = events(100.0, json!([{ "id": "in", "at_s": 40, "kind": "in" }]));
    for _ in 0..2 {
        let said = kitchen.post("/api/cooks/c/events", &met).await;
        assert_eq!(said.status, StatusCode::OK, "{}", said.text);
    }
    let list = kitchen.get("/api/cooks").await.json;
    assert_eq!(list["cooks"].as_array().unwrap().len(), 1);
    let cook = &list["cooks"][0];
    assert_eq!(cook["events"].as_array().unwrap().len(), 1);
    assert_eq!(cook["standing"]["phase"], "on_heat");
    // Sixty seconds ago by the device's own clock, whatever that shows.
    let on_heat_s = cook["now_s"].as_f64().unwrap() - cook["zero_s"].as_f64().unwrap();
    assert!((on_heat_s - 60.0).abs() < 30.0, "{on_heat_s}");
    let over = events(
        400.0,
        json!([
            { "id": "off", "at_s": 390, "kind": "off" },
            { "id": "served", "at_s": 395, "kind": "served" },
            { "id": "came", "at_s": 396, "kind": "came_out", "came_out": { "middle": "right" } }
        ]),
    );
    let over = kitchen.post("/api/cooks/c/events", &over).await.json;
    assert_eq!(
        (&over["ended"], &over["standing"]["phase"]),
        (&json!(true), &json!("served"))
    );
    assert!(
        kitchen.get("/api/cooks").await.json["cooks"]
            .as_array()
            .unwrap()
            .is_empty()
    );
    let gone = kitchen.get("/api/cooks/gone").await.json;
    let line = &gone["cooks"][0];
    assert_eq!(line["came_out"]["middle"], "right");
    // As it stands on the cook itself, counted from when the fish met the heat.
    let cook = kitchen.get("/api/cooks/c").await.json;
    let mut happened = cook["events"].as_array().unwrap().iter();
    let off = happened.find(|e| e["id"] == "off").unwrap();
    let off_s = off["at_s"].as_f64().unwrap() - cook["zero_s"].as_f64().unwrap();
    assert!(
        (line["off_s"].as_f64().unwrap() - off_s).abs() < 1e-6,
        "{line} {off_s}"
    );
    // Taken back, it goes on.
    let back = events(
        500.0,
        json!([{ "id": "u", "at_s": 500, "kind": "undone", "of": "served" }]),
    );
    assert_eq!(
        kitchen.post("/api/cooks/c/events", &back).await.json["ended"],
        false
    );
    let removed = kitchen
        .ask(actix_web::http::Method::DELETE, "/api/cooks/c", "")
        .await;
    assert_eq!(removed.status, StatusCode::NO_CONTENT);
    // Out of every list but that of what was taken out; and back with all that happened.
    let names = |list: &Value| list["cooks"].as_array().unwrap().len();
    let removed = kitchen.get("/api/cooks/gone?removed=true").await.json;
    assert_eq!(names(&removed), 1);
    assert_eq!(names(&kitchen.get("/api/cooks").await.json), 0);
    let late = events(
        510.0,
        json!([{ "id": "late", "at_s": 505, "kind": "basted" }]),
    );
    let late = kitchen.post("/api/cooks/c/events", &late).await;
    assert_eq!(late.status, StatusCode::NOT_FOUND);
    let back = kitchen
        .ask(actix_web::http::Method::POST, "/api/cooks/c/restore", "")
        .await;
    assert_eq!(back.json["events"].as_array().unwrap().len(), 5);
    assert_eq!(names(&kitchen.get("/api/cooks").await.json), 1);
}

/// What was promised stands as it was promised, and how it ended as it was written down then; both outlast a restart.
#[actix_web::test]
async fn what_was_promised_and_how_it_ended_stand() {
    let kitchen = Kitchen::new();
    let mut asked = new();
    asked["card"] = json!("card-7");
    let begun = kitchen.post("/api/cooks", &asked).await.json;
    let planned = kitchen.post("/api/plan", &plan()).await.json;
    let promised = &begun["promised"];
    for key in ["off_heat_s", "core_peak_c", "name"] {
        assert_eq!(promised[key], planned[key], "{key}");
    }
    let acts = |of: &Value| of["acts"].as_array().unwrap().len();
    assert!(acts(promised) == acts(&planned) && acts(promised) > 3);
    assert_eq!(begun["outcome"], Value::Null);
    let over = json!([
        { "id": "in", "at_s": 0, "kind": "in" },
        { "id": "cue", "at_s": 200, "kind": "cue", "cue": "cooked_line", "height_share": 0.2 },
        { "id": "off", "at_s": 390, "kind": "off" },
        { "id": "served", "at_s": 440, "kind": "served" }
    ]);
    let ended = kitchen
        .post("/api/cooks/c/events", &events(450.0, over))
        .await
        .json;
    let outcome = &ended["outcome"];
    assert_eq!(outcome["off_s"], 390.0);
    assert_eq!(outcome["landed_c"], ended["standing"]["lands_c"]);
    assert!(!outcome["learned"].as_array().unwrap().is_empty());
    let again = kitchen.get("/api/cooks/c").await.json;
    assert_eq!(
        (&again["outcome"], &again["promised"], &again["card"]),
        (outcome, promised, &json!("card-7"))
    );
    // Taken back, it has not ended.
    let back = json!([{ "id": "u", "at_s": 460, "kind": "undone", "of": "served" }]);
    let back = events(470.0, back);
    let back = kitchen.post("/api/cooks/c/events", &back).await;
    assert_eq!(back.json["outcome"], Value::Null);
}

/// More than one pan holds is cooked batch after batch: which it is stands with each, and there is no sixth of five.
#[actix_web::test]
async fn a_party_is_cooked_batch_after_batch() {
    let kitchen = Kitchen::new();
    let asked = |id: &str, batch: u32| {
        json!({ "id": id, "title": "Bream", "batch": batch, "plan": {
            "piece": { "fish": "sea_bream", "thickness_mm": 15, "mass_g": 130, "pieces": 14 },
            "method": { "kind": "sear_skin_first" } } })
    };
    let first = kitchen.post("/api/cooks", &asked("one", 1)).await.json;
    assert_eq!((&first["batch"], &first["batches"]), (&json!(1), &json!(5)));
    let fifth = kitchen.post("/api/cooks", &asked("five", 5)).await.json;
    assert_eq!((&fifth["batch"], &fifth["batches"]), (&json!(5), &json!(5)));
    let words = |cook: &Value| cook["standing"]["steps"].to_string();
    assert!(
        words(&first).contains("3 at a time, in 5 batches"),
        "{first}"
    );
    let sixth = kitchen.post("/api/cooks", &asked("six", 6)).await;
    assert_eq!(
        sixth.status,
        StatusCode::UNPROCESSABLE_ENTITY,
        "{}",
        sixth.text
    );
    assert_eq!(sixth.json["error"]["field"], "batch");
    // One that never said is the only one.
    let plain = kitchen.post("/api/cooks", &at_risk()).await.json;
    assert_eq!((&plain["batch"], &plain["batches"]), (&json!(1), &json!(1)));
}

/// A cod loin for somebody old or ill, cooked by the clock to the figure.
fn at_risk() -> Value {
    json!({ "id": "c", "title": "Cod", "plan": {
        "piece": { "fish": "cod", "cut": "loin", "thickness_mm": 30, "skin": "off", "mass_g": 180 },
        "method": { "kind": "hot_roast" }, "target": { "level": "food_safety" }, "eaters": "old_or_ill" } })
}

/// What was promised to guests at risk is kept: `served` is refused while nothing shows it, with its place in what was sent
/// and nothing of that kept; said knowingly it is kept, and so it stands.
#[actix_web::test]
async fn served_below_what_was_promised_is_refused_unless_knowingly() {
    let kitchen = Kitchen::new();
    kitchen.post("/api/cooks", &at_risk()).await;
    let cooked = events(
        1700.0,
        json!([
            { "id": "in", "at_s": 0, "kind": "in" },
            { "id": "a", "at_s": 1660, "kind": "probe", "c": 57, "spot": "one" },
            { "id": "b", "at_s": 1680, "kind": "probe", "c": 55, "spot": "two" },
            { "id": "off", "at_s": 1690, "kind": "off" }
        ]),
    );
    let said = kitchen.post("/api/cooks/c/events", &cooked).await;
    assert_eq!(said.status, StatusCode::OK, "{}", said.text);
    let standing = &said.json["standing"];
    assert_eq!(
        (&standing["released"], &standing["next"]["kind"]),
        (&json!(false), &json!("back_on"))
    );
    let note = json!({ "id": "n", "at_s": 1705, "kind": "note", "text": "colder in the middle" });
    let served = json!({ "id": "s", "at_s": 1710, "kind": "served" });
    let refused = kitchen
        .post(
            "/api/cooks/c/events",
            &events(1712.0, json!([note, served])),
        )
        .await;
    assert_eq!(refused.status, StatusCode::CONFLICT, "{}", refused.text);
    assert_eq!(refused.json["error"]["code"], "not_released");
    assert_eq!(refused.field(), "events[1].kind");
    let cook = kitchen.get("/api/cooks/c").await.json;
    assert_eq!(
        (cook["events"].as_array().unwrap().len(), &cook["ended"]),
        (4, &json!(false))
    );
    let knowing = json!({ "id": "k", "at_s": 1720, "kind": "served", "knowingly": true });
    let taken = kitchen
        .post("/api/cooks/c/events", &events(1722.0, json!([knowing])))
        .await;
    assert_eq!(taken.status, StatusCode::OK, "{}", taken.text);
    assert_eq!(taken.json["standing"]["knowingly"], true);
    assert_eq!(
        (&taken.json["ended"], &taken.json["standing"]["phase"]),
        (&json!(true), &json!("served"))
    );
}

/// Two devices that read at once, a reading that is none, one of which the clock jumped: a word, the safe side, and
/// nothing lost.
#[actix_web::test]
async fn readings_that_go_wrong_are_answered_with_a_word() {
    let kitchen = Kitchen::new();
    kitchen.post("/api/cooks", &at_risk()).await;
    let read = |id: &str, at_s: f64, c: f64, spot: &str| json!({ "id": id, "at_s": at_s, "kind": "probe", "c": c, "spot": spot });
    let met = json!({ "id": "in", "at_s": 0, "kind": "in" });
    let fahrenheit = events(1082.0, json!([met, read("f", 1080.0, 145.0, "x")]));
    let asked = kitchen.post("/api/cooks/c/events", &fahrenheit).await.json;
    let last = asked["standing"]["reasons"]
        .as_array()
        .unwrap()
        .last()
        .unwrap();
    assert_eq!(last["event"], "f");
    assert!(
        (last["instead_c"].as_f64().unwrap() - 62.8).abs() < 0.1,
        "{last}"
    );
    assert_eq!(asked["events"].as_array().unwrap().len(), 2);
    let one = events(1100.0, json!([read("a", 1090.0, 68.0, "left")]));
    // The other device's clock is an hour ahead; it read the same second.
    let other = events(4702.0, json!([read("b", 4692.0, 68.0, "right")]));
    kitchen.post("/api/cooks/c/events", &one).await;
    let said = kitchen.post("/api/cooks/c/events", &other).await;
    assert_eq!(said.status, StatusCode::OK, "{}", said.text);
    assert_eq!(
        said.json["standing"]["released"], false,
        "the same touch sent twice"
    );
    for (c, field) in [(300.0, "events[0].c"), (-60.0, "events[0].c")] {
        let wrong = events(1110.0, json!([read("w", 1105.0, c, "x")]));
        let refused = kitchen.post("/api/cooks/c/events", &wrong).await;
        assert_eq!(
            (refused.status, refused.field()),
            (StatusCode::UNPROCESSABLE_ENTITY, field)
        );
    }
    // Two spots let it off; with one of them taken back they do not.
    let new = json!({ "id": "d", "title": "Cod", "plan": at_risk()["plan"] });
    kitchen.post("/api/cooks", &new).await;
    let met = json!({ "id": "d-in", "at_s": 0, "kind": "in" });
    let (p, q) = (read("p", 1140.0, 68.5, "l"), read("q", 1145.0, 68.0, "r"));
    let pair = events(1150.0, json!([met, p, q]));
    let released = kitchen.post("/api/cooks/d/events", &pair).await.json;
    assert_eq!(released["standing"]["released"], true);
    let undone = json!([{ "id": "u", "at_s": 1155, "kind": "undone", "of": "q" }]);
    let back = kitchen
        .post("/api/cooks/d/events", &events(1160.0, undone))
        .await;
    assert_eq!(back.json["standing"]["released"], false);
}

/// A tablet whose clock is an hour ahead: what it says happened now happened now.
#[actix_web::test]
async fn a_clock_an_hour_off_is_put_right() {
    let kitchen = Kitchen::new();
    kitchen.post("/api/cooks", &new()).await;
    let ahead = events(
        3600.0,
        json!([
            { "id": "in", "at_s": 3480, "kind": "in" },
            { "id": "line", "at_s": 3590, "kind": "cue", "cue": "cooked_line", "height_share": 0.2 }
        ]),
    );
    let cook = kitchen.post("/api/cooks/c/events", &ahead).await.json;
    let on_heat_s = cook["now_s"].as_f64().unwrap() - cook["zero_s"].as_f64().unwrap();
    assert!((on_heat_s - 120.0).abs() < 3.0, "{on_heat_s}");
    assert!(cook["standing"]["left_out"].as_array().unwrap().is_empty());
    // And what is said to be still to come is taken for now, never for later.
    let later = events(
        130.0,
        json!([{ "id": "t", "at_s": 9000, "kind": "turned" }]),
    );
    let cook = kitchen.post("/api/cooks/c/events", &later).await.json;
    let at_s = cook["events"].as_array().unwrap().last().unwrap()["at_s"]
        .as_f64()
        .unwrap();
    assert!(at_s <= cook["now_s"].as_f64().unwrap() + 0.01, "{at_s}");
}

#[actix_web::test]
async fn wrong_events_name_their_field_and_keep_nothing() {
    let kitchen = Kitchen::new();
    kitchen.post("/api/cooks", &new()).await;
    for (event, field) in [
        (
            json!({ "id": "a", "at_s": 1, "kind": "cue" }),
            "events[1].cue",
        ),
        (
            json!({ "id": "a", "at_s": 1, "kind": "probe", "c": 900 }),
            "events[1].c",
        ),
        (
            json!({ "id": "", "at_s": 1, "kind": "off" }),
            "events[1].id",
        ),
        (
            json!({ "id": "a", "at_s": 1, "kind": "flambe" }),
            "events[1].kind",
        ),
        (
            json!({ "id": "a", "at_s": 1, "kind": "note", "text": "x".repeat(2001) }),
            "events[1].text",
        ),
    ] {
        let both = json!([{ "id": "fine", "at_s": 1, "kind": "in" }, event]);
        let said = kitchen
            .post("/api/cooks/c/events", &events(2.0, both))
            .await;
        assert!(said.status.is_client_error());
        assert_eq!(said.field(), field, "{}", said.text);
    }
    assert!(
        kitchen.get("/api/cooks/c").await.json["events"]
            .as_array()
            .unwrap()
            .is_empty()
    );
    let many: Vec<Value> = (0..501)
        .map(|i| json!({ "id": i.to_string(), "at_s": 1, "kind": "basted" }))
        .collect();
    let said = kitchen
        .post("/api/cooks/c/events", &events(2.0, json!(many)))
        .await;
    assert_eq!(said.field(), "events");
    assert_eq!(
        kitchen
            .post("/api/cooks/none/events", &events(0.0, json!([])))
            .await
            .status,
        StatusCode::NOT_FOUND
    );
    let refused = kitchen
        .post("/api/cooks", &json!({ "title": "", "plan": plan() }))
        .await;
    assert_eq!(refused.field(), "title");
    let odd = json!({ "title": "Hake", "plan": { "piece": { "fish": "hake", "thickness_mm": 900 }, "method": { "kind": "steam" } } });
    assert_eq!(
        kitchen.post("/api/cooks", &odd).await.field(),
        "plan.piece.thickness_mm"
    );
}

/// Three thousand turns of a knob once computed for ten seconds.
#[actix_web::test]
async fn a_knob_turned_for_ever_is_refused_whoever_asks() {
    let kitchen = Kitchen::new();
    let turned =
        |i: usize| json!({ "id": format!("h{i}"), "at_s": i, "kind": "heat", "to_c": 150 });
    let many: Vec<Value> = (0..201).map(turned).collect();
    let asked = json!({ "plan": plan(), "events": many, "now_s": 300 });
    assert_eq!(kitchen.post("/api/cook", &asked).await.field(), "events");
    let beside = json!([{ "plan": plan(), "in_s": 0, "events": many }]);
    let asked = json!({ "plan": plan(), "events": [], "now_s": 300, "beside": beside });
    let said = kitchen.post("/api/cook", &asked).await;
    assert_eq!(said.field(), "beside[0].events");
}

/// A cook takes so many events and no more: it never becomes one that cannot be folded.
#[actix_web::test]
async fn a_cook_that_is_full_says_so_and_still_stands() {
    let kitchen = Kitchen::new();
    kitchen.post("/api/cooks", &new()).await;
    for lot in 0..9 {
        let many: Vec<Value> = (0..500)
            .map(|i| json!({ "id": format!("{lot}-{i}"), "at_s": 1, "kind": "basted" }))
            .collect();
        let said = kitchen
            .post("/api/cooks/c/events", &events(2.0, json!(many)))
            .await;
        assert_eq!(said.status, StatusCode::OK, "{lot}");
    }
    let one = json!([{ "id": "more", "at_s": 1, "kind": "basted" }]);
    let said = kitchen.post("/api/cooks/c/events", &events(2.0, one)).await;
    assert_eq!(said.field(), "events");
    assert!(kitchen.get("/api/cooks/c").await.json["standing"].is_object());
    // What ends it goes in all the same.
    let over = json!([{ "id": "closed", "at_s": 1, "kind": "closed" }]);
    let said = kitchen
        .post("/api/cooks/c/events", &events(2.0, over))
        .await;
    assert_eq!(said.json["ended"], true, "{}", said.text);
}

#[actix_web::test]
async fn the_command_line_folds_as_http_does() {
    let request = json!({ "plan": plan(), "now_s": 250, "events": [
        { "id": "a", "at_s": 0, "kind": "in" },
        { "id": "b", "at_s": 240, "kind": "cue", "cue": "cooked_line", "height_share": 0.15 }
    ] });
    let cook = answer("cook", &request);
    assert_eq!(cook, Kitchen::new().post("/api/cook", &request).await.json);
    for key in ["off_heat_s", "look_from_s", "latest_s"] {
        assert!(cook[key].as_f64().unwrap() > 250.0, "{key}");
    }
    assert!(cook["core_now_c"]["low"].as_f64() < cook["core_now_c"]["high"].as_f64());
    assert_eq!(cook["next"]["kind"], "turn");
    assert!(cook["reasons"].as_array().unwrap().len() == 1 && cook["advice"].is_array());
}

/// A row that a newer version wrote is left alone, and hides nothing but itself.
#[actix_web::test]
async fn what_a_newer_version_wrote_is_left_alone() {
    use diesel::connection::SimpleConnection;
    let kitchen = Kitchen::new();
    kitchen.post("/api/cooks", &new()).await;
    kitchen
        .post(
            "/api/cooks",
            &json!({ "id": "d", "title": "Char", "plan": plan() }),
        )
        .await;
    let said = json!([{ "id": "i", "at_s": 1, "kind": "in" }, { "id": "n", "at_s": 2, "kind": "basted" },
        { "id": "b", "at_s": 3, "kind": "basted" }]);
    kitchen
        .post("/api/cooks/d/events", &events(5.0, said))
        .await;
    let pool = cindo_server::store::open(kitchen.folder.path()).unwrap();
    pool.get()
        .unwrap()
        .batch_execute(
            "UPDATE kept SET form = 9 WHERE id = 'c'; UPDATE cook_events SET form = 9 WHERE id = 'n'; \
             UPDATE cook_events SET body = 'spilt' WHERE id = 'b'",
        )
        .unwrap();
    drop(pool);
    let cooks = kitchen.get("/api/cooks").await.json["cooks"].clone();
    let of = |id: &str| {
        cooks
            .as_array()
            .unwrap()
            .iter()
            .find(|c| c["id"] == id)
            .unwrap()
            .clone()
    };
    assert!(of("c")["unreadable"].as_str().unwrap().contains("newer"));
    // What cannot be read of a piece is not counted, and that is said.
    let standing = of("d")["standing"].clone();
    assert_eq!(standing["phase"], "on_heat");
    let left_out = standing["left_out"].as_array().unwrap().iter();
    let left_out: Vec<_> = left_out
        .map(|one| json!([one["id"], one["code"]]))
        .collect();
    let unread = |id: &str| json!([id, "event_unreadable"]);
    assert_eq!(left_out, [unread("n"), unread("b")]);
    // And what can be told of them is: a newer kind is not the same as a damaged one.
    let unread = of("d")["unread"].clone();
    assert_eq!(
        (&unread[0]["kind"], &unread[0]["newer"], &unread[1]["newer"]),
        (&json!("basted"), &json!(true), &json!(false))
    );
}

/// A server of its own, killed when it is dropped.
pub struct Server(Child, String);

impl Server {
    pub fn on(folder: &std::path::Path) -> Self {
        Self::with(folder, &[])
    }

    pub fn with(folder: &std::path::Path, more: &[&str]) -> Self {
        Self::started("127.0.0.1:0", folder, more)
    }

    pub fn at(listen: &str, folder: &std::path::Path) -> Self {
        Self::started(listen, folder, &[])
    }

    fn started(listen: &str, folder: &std::path::Path, more: &[&str]) -> Self {
        let mut child = Command::new(env!("CARGO_BIN_EXE_cindo"))
            .args(["serve", "--listen", listen, "--data"])
            .arg(folder)
            .args(more)
            .stdout(Stdio::piped())
            .stderr(Stdio::null())
            .spawn()
            .unwrap();
        let mut line = String::new();
        BufReader::new(child.stdout.as_mut().unwrap())
            .read_line(&mut line)
            .unwrap();
        let address = line.trim().rsplit("://").next().unwrap().to_owned();
        Self(child, address)
    }

    pub fn say(&self, method: &str, path: &str, body: &Value) -> Value {
        let text = self.text(method, path, body);
        let from = text.find('{').unwrap();
        let to = text.rfind('}').unwrap();
        // A long answer comes in pieces.
        let whole: String = text[from..=to]
            .split("\r\n")
            .filter(|line| line.len() > 8 || line.contains(['{', '}', '"', ',']))
            .collect();
        serde_json::from_str(&whole).unwrap()
    }

    fn status(&self, method: &str, path: &str, body: &Value, status: &str) {
        let text = self.text(method, path, body);
        assert_eq!(text.split(' ').nth(1), Some(status), "{text}");
    }

    pub fn text(&self, method: &str, path: &str, body: &Value) -> String {
        let body = if body.is_null() {
            String::new()
        } else {
            body.to_string()
        };
        let mut stream = TcpStream::connect(&self.1).unwrap();
        write!(
            stream,
            "{method} {path} HTTP/1.1\r\nHost: localhost\r\nContent-Type: application/json\r\n\
             Content-Length: {}\r\nConnection: close\r\n\r\n{body}",
            body.len()
        )
        .unwrap();
        let mut text = String::new();
        stream.read_to_string(&mut text).unwrap();
        text
    }

    pub fn address(&self) -> &str {
        &self.1
    }

    /// Whether it was acknowledged; nobody need answer.
    pub fn tries(&self, method: &str, path: &str, body: &Value) -> bool {
        let body = body.to_string();
        let asked = TcpStream::connect(&self.1).and_then(|mut stream| {
            write!(
                stream,
                "{method} {path} HTTP/1.1\r\nHost: localhost\r\nContent-Type: application/json\r\n\
                 Content-Length: {}\r\nConnection: close\r\n\r\n{body}",
                body.len()
            )?;
            let mut text = String::new();
            stream.read_to_string(&mut text)?;
            Ok(text
                .split(' ')
                .nth(1)
                .is_some_and(|status| status.starts_with('2')))
        });
        asked.unwrap_or(false)
    }

    /// SIGKILL, now.
    pub fn kill(&self) {
        let killed = Command::new("kill")
            .args(["-9", &self.0.id().to_string()])
            .status();
        assert!(killed.unwrap().success());
    }

    pub fn pid(&self) -> u32 {
        self.0.id()
    }

    /// Reads the names of what changed, one after another.
    pub fn watch(&self) -> BufReader<TcpStream> {
        let mut stream = TcpStream::connect(&self.1).unwrap();
        stream
            .set_read_timeout(Some(Duration::from_secs(10)))
            .unwrap();
        write!(stream, "GET /api/live HTTP/1.1\r\nHost: localhost\r\n\r\n").unwrap();
        let mut reader = BufReader::new(stream);
        until(&mut reader, "now_ms");
        reader
    }
}

impl Drop for Server {
    fn drop(&mut self) {
        // SIGKILL: nothing is tidied.
        let _ = self.0.kill();
        let _ = self.0.wait();
    }
}

/// The next line that has something in it.
fn until(reader: &mut BufReader<TcpStream>, what: &str) -> String {
    loop {
        let mut line = String::new();
        assert!(
            reader.read_line(&mut line).unwrap() > 0,
            "the stream ended before {what}"
        );
        if line.contains(what) {
            return line;
        }
    }
}

/// Killed in the middle, nothing that was acknowledged is lost, clocks are right, and it stands as it stood.
#[test]
fn killed_in_the_middle_it_goes_on() {
    let folder = tempfile::tempdir().unwrap();
    let server = Server::on(folder.path());
    server.say("POST", "/api/cooks", &new());
    let said = events(
        300.0,
        json!([
            { "id": "in", "at_s": 50, "kind": "in" },
            { "id": "line", "at_s": 280, "kind": "cue", "cue": "cooked_line", "height_share": 0.2 }
        ]),
    );
    let before = server.say("POST", "/api/cooks/c/events", &said);
    drop(server);
    let server = Server::on(folder.path());
    let after = server.say("GET", "/api/cooks/c", &Value::Null);
    assert_eq!(before["events"], after["events"]);
    assert_eq!(before["zero_s"], after["zero_s"]);
    for key in ["off_heat_s", "look_from_s", "latest_s"] {
        let off =
            before["standing"][key].as_f64().unwrap() - after["standing"][key].as_f64().unwrap();
        assert!(off.abs() < 0.5, "{key}: {off}");
    }
    assert_eq!(
        before["standing"]["next"]["kind"],
        after["standing"]["next"]["kind"]
    );
}

/// Everybody who watches is told of the same changes in the same order.
#[test]
fn all_who_watch_are_told_in_the_same_order() {
    let folder = tempfile::tempdir().unwrap();
    let server = Server::on(folder.path());
    let mut watching: Vec<_> = (0..3).map(|_| server.watch()).collect();
    server.say("POST", "/api/cooks", &new());
    for i in 0..4 {
        let one = events(
            f64::from(i),
            json!([{ "id": format!("e{i}"), "at_s": i, "kind": "basted" }]),
        );
        server.say("POST", "/api/cooks/c/events", &one);
    }
    let heard: Vec<Vec<String>> = watching
        .iter_mut()
        .map(|one| {
            (0..5)
                .map(|_| until(one, "\"seq\"").trim().to_owned())
                .collect()
        })
        .collect();
    assert_eq!(heard[0].last().unwrap(), "data: {\"cook\":\"c\",\"seq\":4}");
    assert!(heard.iter().all(|one| *one == heard[0]), "{heard:?}");
}

/// A simulated probe in a thicker piece: its readings come into the cook, and the time goes up. And whoever asks it by HTTP
/// is told in server-sent events.
#[test]
fn a_probe_at_the_end_of_a_line_is_read() {
    let mut probe = Command::new(env!("CARGO_BIN_EXE_cindo-probe"))
        .args([
            "--listen",
            "127.0.0.1:0",
            "--thickness-mm",
            "33",
            "--noise-k",
            "0",
        ])
        .stdout(Stdio::piped())
        .spawn()
        .unwrap();
    let mut line = String::new();
    BufReader::new(probe.stdout.as_mut().unwrap())
        .read_line(&mut line)
        .unwrap();
    let address = line.trim().rsplit(' ').next().unwrap().to_owned();
    let mut plain = TcpStream::connect(&address).unwrap();
    write!(plain, "GET /readings HTTP/1.1\r\nHost: localhost\r\n\r\n").unwrap();
    let mut plain = BufReader::new(plain);
    assert!(until(&mut plain, "data:").contains("\"probe\""));
    let folder = tempfile::tempdir().unwrap();
    let server = Server::with(folder.path(), &["--probe", &address]);
    assert_eq!(
        server.say("GET", "/api/probes", &Value::Null)["probes"][0],
        json!(address)
    );
    server.say("POST", "/api/cooks", &new());
    let met = events(300.0, json!([{ "id": "in", "at_s": 0, "kind": "in" }]));
    let before = server.say("POST", "/api/cooks/c/events", &met);
    let mut watching = server.watch();
    server.status(
        "POST",
        "/api/cooks/c/probe",
        &json!({ "probe": address }),
        "204",
    );
    server.status(
        "POST",
        "/api/cooks/c/probe",
        &json!({ "probe": "192.0.2.1:80" }),
        "422",
    );
    until(&mut watching, "\"seq\"");
    let after = server.say("GET", "/api/cooks/c", &Value::Null);
    let reading = &after["standing"]["trace"][0];
    assert!(
        reading["c"].as_f64() < reading["expected_c"].as_f64(),
        "{reading}"
    );
    let off = |cook: &Value| cook["standing"]["off_heat_s"].as_f64().unwrap();
    assert!(
        off(&after) > off(&before),
        "{} {}",
        off(&before),
        off(&after)
    );
    probe.kill().unwrap();
    probe.wait().unwrap();
}

#[actix_web::test]
async fn a_trace_is_read_and_a_wrong_row_is_named() {
    let kitchen = Kitchen::new();
    kitchen.post("/api/cooks", &new()).await;
    let met = events(400.0, json!([{ "id": "in", "at_s": 0, "kind": "in" }]));
    kitchen.post("/api/cooks/c/events", &met).await;
    let trace = |csv: &str| json!({ "csv": csv });
    let fine = trace("at_s,c\n100,9.5\n200, 16\n300,24\n");
    let cook = kitchen.post("/api/cooks/c/trace", &fine).await.json;
    assert_eq!(
        cook["standing"]["trace"].as_array().unwrap().len(),
        3,
        "{cook}"
    );
    // Twice is once.
    let cook = kitchen.post("/api/cooks/c/trace", &fine).await.json;
    assert_eq!(cook["events"].as_array().unwrap().len(), 4);
    let wrong = kitchen
        .post("/api/cooks/c/trace", &trace("at_s,c\n100,warm\n"))
        .await;
    assert!(
        wrong.field() == "csv" && wrong.text.contains("row 2"),
        "{}",
        wrong.text
    );
    assert_eq!(
        kitchen
            .post("/api/cooks/c/trace", &trace("time,temp\n1,2\n"))
            .await
            .field(),
        "csv"
    );
}

/// The demo has a piece on the fire, and every one of its cooks folds.
#[test]
fn the_demo_has_a_piece_on_the_fire() {
    let folder = tempfile::tempdir().unwrap();
    let store = cindo_server::store::open(folder.path()).unwrap();
    cindo_server::demo::fill(&store, jiff::Timestamp::now()).unwrap();
    drop(store);
    let server = Server::on(folder.path());
    let under_way = server.say("GET", "/api/cooks", &Value::Null);
    assert_eq!(under_way["cooks"][0]["standing"]["phase"], "on_heat");
    let gone = server.say("GET", "/api/cooks/gone", &Value::Null);
    assert_eq!(gone["total"], 2);
    for cook in gone["cooks"].as_array().unwrap() {
        let path = format!("/api/cooks/{}", cook["id"].as_str().unwrap());
        let stands = server.say("GET", &path, &Value::Null);
        assert!(stands["standing"]["left_out"] == json!([]), "{stands}");
    }
}

/// A pan that several share is one thing of the kitchen: what is planned for another does not go in with it; and a thing that
/// is taken out of the kitchen under a cook takes nothing from it.
#[actix_web::test]
async fn a_shared_pan_is_one_thing_and_outlives_the_kitchen() {
    let kitchen = Kitchen::new();
    let things = json!([
        { "id": "big", "like": "clad", "name": "The big one", "across_mm": 280 },
        { "id": "small", "like": "clad", "name": "The small one", "across_mm": 220 }
    ]);
    let put = |revision: i64, said: Value| {
        let kitchen = &kitchen;
        async move {
            kitchen
                .change(
                    actix_web::http::Method::PUT,
                    "/api/kitchen",
                    revision,
                    &said,
                )
                .await
        }
    };
    assert_eq!(
        put(0, json!({ "things": things })).await.status,
        StatusCode::OK
    );
    let begin = |id: &'static str, pan: &'static str| {
        let (kitchen, things) = (&kitchen, things.clone());
        async move {
            let mut plan = plan();
            plan["method"]["pan"] = json!(pan);
            plan["kitchen"] = json!({ "things": things });
            let new = json!({ "id": id, "title": id, "plan": plan, "pan": "front left" });
            kitchen.post("/api/cooks", &new).await
        }
    };
    let first = begin("a", "big").await;
    assert_eq!(first.json["vessel"], "big", "{}", first.text);
    let other = begin("b", "small").await;
    assert_eq!(
        (other.status, other.field()),
        (StatusCode::UNPROCESSABLE_ENTITY, "pan")
    );
    assert_eq!(
        kitchen.get("/api/cooks/b").await.status,
        StatusCode::NOT_FOUND
    );
    assert_eq!(begin("c", "big").await.status, StatusCode::CREATED);
    // Gone from the kitchen: the cook stands on what it was begun with.
    assert_eq!(put(1, json!({})).await.status, StatusCode::OK);
    let still = kitchen.get("/api/cooks/a").await.json;
    assert!(
        still["standing"].is_object() && still["vessel"] == "big",
        "{still}"
    );
}

/// One that nobody ended is in the book after half a day; after two days it can still be ended, and what was said of it stands
/// at the times it was said of.
#[actix_web::test]
async fn one_that_was_forgotten_can_be_ended_days_later() {
    use diesel::connection::SimpleConnection;
    let kitchen = Kitchen::new();
    kitchen.post("/api/cooks", &new()).await;
    let met = events(300.0, json!([{ "id": "in", "at_s": 20, "kind": "in" }]));
    let before = kitchen.post("/api/cooks/c/events", &met).await.json;
    let pool = cindo_server::store::open(kitchen.folder.path()).unwrap();
    let two_days = "UPDATE kept SET saved_at = strftime('%Y-%m-%dT%H:%M:%fZ', saved_at, '-2 days')";
    pool.get().unwrap().batch_execute(two_days).unwrap();
    drop(pool);
    let lists = (
        kitchen.get("/api/cooks").await.json["under_way"].clone(),
        kitchen.get("/api/cooks/gone").await.json["total"].clone(),
    );
    assert_eq!(lists, (json!([]), json!(1)));
    // A device that comes back after two days sends what happened then, by its own clock since it was begun.
    let late = events(
        172_800.0,
        json!([
            { "id": "turn", "at_s": 200, "kind": "turned" },
            { "id": "closed", "at_s": 172_790, "kind": "closed" }
        ]),
    );
    let said = kitchen.post("/api/cooks/c/events", &late).await;
    assert_eq!(said.status, StatusCode::OK, "{}", said.text);
    assert_eq!(said.json["ended"], true);
    let at = |cook: &Value, id: &str| {
        let all = cook["events"].as_array().unwrap();
        all.iter().find(|e| e["id"] == id).unwrap()["at_s"]
            .as_f64()
            .unwrap()
    };
    assert_eq!(at(&said.json, "in"), at(&before, "in"));
    assert!(
        (at(&said.json, "turn") - 200.0).abs() < 60.0,
        "{}",
        said.text
    );
    assert!(said.json["standing"].is_object());
}

/// Set aside after the sear a piece waits for the oven; the off goes by when it goes in, and skipping the rack is no nonsense.
#[actix_web::test]
async fn a_piece_set_aside_is_timed_by_when_it_goes_into_the_oven() {
    let kitchen = super::Kitchen::new();
    let plan = json!({ "piece": { "fish": "cod", "thickness_mm": 32 },
                       "method": { "kind": "pan_roast", "ahead_s": 600 } });
    let event = |id: &str, at_s: f64, kind: &str| json!({ "id": id, "at_s": at_s, "kind": kind });
    let ask = async |events: Vec<Value>, now_s: f64| {
        let body = json!({ "plan": plan, "events": events, "now_s": now_s });
        let told = kitchen.post("/api/cook", &body).await.json;
        let off = told["happens"].as_array().unwrap().iter();
        let mut off_s = off
            .filter(|one| one["what"] == "off")
            .map(|one| one["at_s"].as_f64().unwrap());
        let next = told["next"]["kind"].as_str().unwrap().to_owned();
        (next, off_s.next_back().unwrap())
    };
    let on = vec![event("a", 0.0, "in")];
    let (next, planned_s) = ask(on.clone(), 10.0).await;
    assert_eq!(next, "set_aside");
    let aside = [on.clone(), vec![event("b", 245.0, "set_aside")]].concat();
    assert_eq!(ask(aside.clone(), 300.0).await.0, "into_oven");
    let into = |at_s: f64| [aside.clone(), vec![event("c", at_s, "into_oven")]].concat();
    let (_, sooner_s) = ask(into(600.0), 605.0).await;
    let (_, later_s) = ask(into(1300.0), 1305.0).await;
    assert!(
        (planned_s - sooner_s - 240.0).abs() < 60.0,
        "{planned_s} {sooner_s}"
    );
    assert!(
        (later_s - planned_s - 460.0).abs() < 90.0,
        "{planned_s} {later_s}"
    );
    let straight = [on, vec![event("c", 250.0, "into_oven")]].concat();
    let (next, straight_s) = ask(straight, 260.0).await;
    assert!(
        next == "look" && straight_s < sooner_s,
        "{next} {straight_s}"
    );
}
