//! A service over HTTP and on the command line: the contract's names, one board for all devices, what is wrong at its place.

use super::Kitchen;
use super::command_line::cindo;
use actix_web::http::{Method, StatusCode};
use serde_json::{Value, json};

fn plate(id: &str, fish: &str, mm: f64, kind: &str) -> Value {
    json!({ "id": id, "plan": { "piece": { "fish": fish, "thickness_mm": mm }, "method": { "kind": kind } } })
}

fn lunch() -> Value {
    json!({
        "hands": 2,
        "kitchen": {},
        "tickets": [
            { "id": "table 1", "at_s": 2400, "plates": [
                plate("a", "hake", 26.0, "sear_skin_first"), plate("b", "char", 24.0, "hot_roast"),
                { "id": "peas", "side": { "kind": "peas" } } ] },
            { "id": "table 2", "at_s": 2700, "plates": [plate("c", "plaice", 12.0, "floured_pan_fry")] },
        ],
        "pinned": [],
        "happened": [],
        "now_s": 0,
        "mise_done": true,
        "tries": 200,
    })
}

/// The contract: names of what is asked and answered, the same on the command line; a preparation may come as a whole request.
#[actix_web::test]
async fn what_is_asked_and_answered_is_as_the_contract_has_it() {
    let kitchen = Kitchen::new();
    let answer = kitchen.post("/api/service", &lunch()).await;
    assert_eq!(answer.status, StatusCode::OK, "{}", answer.text);
    let told = &answer.json;
    assert_eq!(told["feasible"], true);
    for ticket in told["tickets"].as_array().unwrap() {
        assert!(ticket["id"].is_string() && ticket["served_s"].is_number());
        assert!(ticket["late_s"].is_number());
    }
    let plates = told["plates"].as_array().unwrap();
    assert_eq!(plates.len(), 4);
    for plate in plates {
        assert!(
            plate["ticket"].is_string() && plate["waited_s"].is_number(),
            "{plate}"
        );
    }
    for act in told["acts"].as_array().unwrap() {
        for key in ["at_s", "hands_s", "until_s"] {
            assert!(act[key].is_number(), "{key}: {act}");
        }
        assert!(act["plate"].is_string() && act["what"].is_string());
    }
    assert!(told["short"].is_array() && told["offers"].is_array());
    let printed = cindo("service", &lunch().to_string());
    assert!(printed.status.success());
    let printed: Value = serde_json::from_slice(&printed.stdout).unwrap();
    assert_eq!(&printed, told);

    let mut prepared = lunch();
    let piece = prepared["tickets"][0]["plates"][0]["plan"]["piece"].clone();
    prepared["tickets"][0]["plates"][0]["prep"] = json!({ "piece": piece, "method": { "kind": "sear_skin_first" },
        "salt": { "school": "at_pan" }, "sides": [{ "kind": "greens" }] });
    let answer = kitchen.post("/api/service", &prepared).await;
    assert_eq!(answer.status, StatusCode::OK, "{}", answer.text);
    let words = answer.json["acts"].to_string();
    assert!(words.contains("Greens into the boiling water"), "{words}");
}

/// What is wrong is said where it stands.
#[actix_web::test]
async fn what_is_wrong_is_said_at_its_place() {
    let kitchen = Kitchen::new();
    let wrong = |change: fn(&mut Value)| {
        let mut asked = lunch();
        change(&mut asked);
        asked
    };
    let cases: [(Value, &str); 6] = [
        (
            wrong(|a| a["tickets"][0]["plates"] = json!([])),
            "tickets[0].plates",
        ),
        (
            wrong(|a| a["tickets"][1]["id"] = json!("table 1")),
            "tickets[1].id",
        ),
        (
            wrong(|a| a["tickets"][0]["plates"][0]["plan"]["piece"]["thickness_mm"] = json!(900)),
            "tickets[0].plates[0].plan.piece.thickness_mm",
        ),
        (
            wrong(|a| a["tickets"][0]["plates"][2]["side"]["kind"] = json!("gravel")),
            "tickets[0].plates[2].side.kind",
        ),
        (wrong(|a| a["hands"] = json!(0)), "hands"),
        (
            wrong(|a| a["happened"] = json!([{ "plate": "nobody's", "kind": "in", "at_s": 3 }])),
            "happened[0].plate",
        ),
    ];
    for (asked, field) in cases {
        let answer = kitchen.post("/api/service", &asked).await;
        assert_eq!(
            answer.status,
            StatusCode::UNPROCESSABLE_ENTITY,
            "{field}: {}",
            answer.text
        );
        assert_eq!(answer.json["error"]["field"], field, "{}", answer.text);
    }
    let stray = wrong(|a| {
        a["happened"] = json!([{ "plate": "a", "kind": "in", "at_s": 3, "colour": "red" }])
    });
    let answer = kitchen.post("/api/service", &stray).await;
    assert_eq!(answer.status, StatusCode::BAD_REQUEST, "{}", answer.text);
}

/// One board: kept at a revision, with where each plate stands; who comes second is told; what happened is planned on.
#[actix_web::test]
async fn several_devices_keep_one_board() {
    let kitchen = Kitchen::new();
    let none = kitchen.get("/api/board").await;
    assert_eq!(
        (none.json["revision"].clone(), none.json["board"].clone()),
        (json!(0), Value::Null)
    );
    let board = json!({ "zero": "2026-12-04T10:30:00Z", "service": lunch() });
    let first = kitchen.change(Method::PUT, "/api/board", 0, &board).await;
    assert_eq!(first.status, StatusCode::OK, "{}", first.text);
    let stood = &first.json["board"]["service"]["stood"];
    assert_eq!(stood.as_array().unwrap().len(), 4, "{stood}");
    let second = kitchen.change(Method::PUT, "/api/board", 0, &board).await;
    assert_eq!(second.status, StatusCode::PRECONDITION_FAILED);
    // What stands is planned as it stood, by whoever asks.
    let kept = kitchen.get("/api/board").await.json;
    let asked = &kept["board"]["service"];
    let told = kitchen.post("/api/service", asked).await.json;
    assert_eq!(told["moved"], json!([]));
    // The hake goes in on time: its plate lies on the heat, nothing else moves.
    let hake = told["plates"]
        .as_array()
        .unwrap()
        .iter()
        .find(|plate| plate["id"] == "a")
        .unwrap()
        .clone();
    let in_s = hake["in_s"].as_f64().unwrap();
    let mut later = asked.clone();
    later["happened"] = json!([{ "plate": "a", "kind": "in", "at_s": in_s }]);
    later["now_s"] = json!(in_s + 20.0);
    let told = kitchen.post("/api/service", &later).await.json;
    let plate = |id: &str| {
        told["plates"]
            .as_array()
            .unwrap()
            .iter()
            .find(|one| one["id"] == id)
            .unwrap()
            .clone()
    };
    assert_eq!(plate("a")["now"], "on_heat");
    assert_eq!(told["moved"], json!([]), "{told}");
    assert_eq!(told["feasible"], true);
    let unplanned =
        json!({ "zero": "2026-12-04T10:30:00Z", "service": { "hands": 0, "tickets": [] } });
    let refused = kitchen
        .change(Method::PUT, "/api/board", 1, &unplanned)
        .await;
    assert_eq!(refused.status, StatusCode::UNPROCESSABLE_ENTITY);
}

/// A plate that is cooked at the stove: what happens there happens on the board, on its clock, for every device; and taken back
/// there it is taken back here.
#[actix_web::test]
async fn what_happens_at_the_stove_happens_on_the_board() {
    let kitchen = Kitchen::new();
    let zero = jiff::Timestamp::now() - jiff::SignedDuration::from_secs(1800);
    let board = json!({ "zero": zero.to_string(), "service": lunch() });
    let put = kitchen.change(Method::PUT, "/api/board", 0, &board).await;
    assert_eq!(put.status, StatusCode::OK, "{}", put.text);
    let plan = &lunch()["tickets"][0]["plates"][0]["plan"];
    let begun = json!({ "title": "Hake, table 1", "plan": plan, "plates": ["a", "nobody's"] });
    let cook = kitchen.post("/api/cooks", &begun).await;
    assert_eq!(cook.status, StatusCode::CREATED, "{}", cook.text);
    let events = format!("/api/cooks/{}/events", cook.json["id"].as_str().unwrap());
    let said = json!({ "sent_s": 0, "events": [{ "id": "stove-1", "at_s": 0, "kind": "in" }] });
    let answer = kitchen.post(&events, &said).await;
    assert_eq!(answer.status, StatusCode::OK, "{}", answer.text);
    let kept = kitchen.get("/api/board").await.json;
    let happened = &kept["board"]["service"]["happened"];
    assert_eq!(happened.as_array().unwrap().len(), 1, "{happened}");
    assert_eq!(
        (&happened[0]["plate"], &happened[0]["kind"]),
        (&json!("a"), &json!("in"))
    );
    let at_s = happened[0]["at_s"].as_f64().unwrap();
    assert!((1795.0..1830.0).contains(&at_s), "{at_s}");
    let mut asked = kept["board"]["service"].clone();
    asked["now_s"] = json!(at_s + 5.0);
    let told = kitchen.post("/api/service", &asked).await.json;
    let hake = |told: &Value| {
        let plates = told["plates"]
            .as_array()
            .unwrap_or_else(|| panic!("{told}"));
        plates.iter().find(|one| one["id"] == "a").unwrap().clone()
    };
    assert_eq!(hake(&told)["now"], "on_heat", "{told}");
    // Written back by a device it is there once.
    let again = json!({ "zero": kept["board"]["zero"], "service": asked });
    let put = kitchen.change(Method::PUT, "/api/board", 1, &again).await;
    assert_eq!(put.status, StatusCode::OK, "{}", put.text);
    let happened = &put.json["board"]["service"]["happened"];
    assert_eq!(happened.as_array().unwrap().len(), 1, "{happened}");
    let undone = json!({ "sent_s": 1, "events": [{ "id": "stove-2", "at_s": 1, "kind": "undone", "of": "stove-1" }] });
    kitchen.post(&events, &undone).await;
    let mut asked = kitchen.get("/api/board").await.json["board"]["service"].clone();
    asked["now_s"] = json!(at_s + 5.0);
    let told = kitchen.post("/api/service", &asked).await.json;
    assert_eq!(hake(&told)["now"], "waits");
}

/// A service that is over stands in the book with what was promised first and when it was served, as a table that another
/// reader reads; the board is empty, and nobody who was late ends it twice.
#[actix_web::test]
async fn a_service_goes_into_the_book_promised_against_happened() {
    let kitchen = Kitchen::new();
    for path in ["/api/board/table", "/api/board/calendar"] {
        assert_eq!(kitchen.get(path).await.status, StatusCode::NOT_FOUND);
    }
    let zero = jiff::Timestamp::now() - jiff::SignedDuration::from_secs(3000);
    let mut service = lunch();
    let put = |service: &Value| json!({ "zero": zero.to_string(), "service": service });
    let first = kitchen
        .change(Method::PUT, "/api/board", 0, &put(&service))
        .await;
    let promised = first.json["board"]["promised"].clone();
    assert_eq!(promised[0], json!({ "ticket": "table 1", "at_s": 2400.0 }));
    // Put off by five minutes, it was promised when it was first promised.
    service["tickets"][0]["at_s"] = json!(2700);
    service["happened"] = json!([
        { "plate": "a", "kind": "served", "at_s": 2700 }, { "plate": "b", "kind": "served", "at_s": 2710 },
        { "plate": "peas", "kind": "served", "at_s": 2710 }, { "plate": "c", "kind": "served", "at_s": 2690 }]);
    let mut board = put(&service);
    board["promised"] = promised;
    let second = kitchen.change(Method::PUT, "/api/board", 1, &board).await;
    assert_eq!(second.json["board"]["promised"][0]["at_s"], 2400.0);
    let table = kitchen.get("/api/board/table").await;
    assert_eq!(table.status, StatusCode::OK, "{}", table.text);
    let mut reader = csv::Reader::from_reader(table.text.as_bytes());
    let late: Vec<(String, f64)> = reader
        .records()
        .map(|row| {
            let row = row.unwrap();
            let time = |i: usize| row[i].parse::<jiff::Timestamp>().unwrap();
            let by = time(5).duration_since(time(4)).as_secs_f64();
            assert!((by - row[6].parse::<f64>().unwrap()).abs() < 1.0, "{row:?}");
            (row[1].to_owned(), by)
        })
        .collect();
    assert!(
        late.contains(&("b".into(), 310.0)) && late.contains(&("c".into(), -10.0)),
        "{late:?}"
    );
    let nameless = kitchen
        .change(Method::POST, "/api/board/end", 2, &json!({ "title": " " }))
        .await;
    assert_eq!(nameless.status, StatusCode::UNPROCESSABLE_ENTITY);
    let end = json!({ "title": "Friday lunch" });
    let stale = kitchen
        .change(Method::POST, "/api/board/end", 1, &end)
        .await;
    assert_eq!(
        stale.status,
        StatusCode::PRECONDITION_FAILED,
        "{}",
        stale.text
    );
    assert_eq!(kitchen.get("/api/services").await.json["total"], 0);
    let ended = kitchen
        .change(Method::POST, "/api/board/end", 2, &end)
        .await;
    assert_eq!(ended.status, StatusCode::OK, "{}", ended.text);
    let done = &kitchen.get("/api/services").await.json["services"][0];
    let told = ["title", "covers", "tables", "in_time", "late_s"].map(|key| done[key].clone());
    assert_eq!(
        told,
        [
            json!("Friday lunch"),
            json!(3),
            json!(2),
            json!(1),
            json!(310.0)
        ]
    );
    let path = format!("/api/services/{}/table", done["id"].as_str().unwrap());
    assert_eq!(kitchen.get(&path).await.text, table.text);
    assert_eq!(
        kitchen.get("/api/services/none/table").await.status,
        StatusCode::NOT_FOUND
    );
    let board = kitchen.get("/api/board").await.json;
    assert_eq!(
        (&board["revision"], &board["board"]["service"]["tickets"]),
        (&json!(3), &json!([]))
    );
}

/// What is to come as a calendar: an event an act, at its time by the clock of the world, with who does it.
#[actix_web::test]
async fn the_acts_of_a_service_are_a_calendar() {
    let kitchen = Kitchen::new();
    let zero = jiff::Timestamp::now();
    let board = json!({ "zero": zero.to_string(), "service": lunch() });
    kitchen.change(Method::PUT, "/api/board", 0, &board).await;
    let asked = kitchen.get("/api/board").await.json["board"]["service"].clone();
    let told = kitchen.post("/api/service", &asked).await.json;
    let written = kitchen.get("/api/board/calendar").await;
    let read: icalendar::Calendar = written.text.parse().unwrap();
    let acts = told["acts"].as_array().unwrap();
    let hands = acts
        .iter()
        .filter(|act| act["hands_s"].as_f64() > Some(0.0))
        .count();
    assert_eq!(read.components.len(), hands);
    let plated = written.text.matches("SUMMARY:Onto the plate").count();
    assert_eq!(
        plated,
        acts.iter().filter(|act| act["what"] == "serve").count()
    );
    let served = zero + jiff::SignedDuration::from_secs(2400);
    let day = served.strftime("DTSTART:%Y%m%dT").to_string();
    assert!(written.text.contains(&day) && written.text.contains("cook 1\\, table 1"));
}

/// For somebody pregnant the fish is served when it is shown to be safe, on the board as at the stove: too soon it is refused at
/// its field and not kept; said to know, it is kept.
#[actix_web::test]
async fn what_is_not_shown_to_be_safe_is_not_served_on_the_board() {
    let kitchen = Kitchen::new();
    let zero = jiff::Timestamp::now() - jiff::SignedDuration::from_secs(2000);
    let mut service = lunch();
    service["tickets"][0]["plates"][0]["plan"]["eaters"] = json!("pregnant_or_small_child");
    let put = |service: &Value| json!({ "zero": zero.to_string(), "service": service });
    let first = kitchen
        .change(Method::PUT, "/api/board", 0, &put(&service))
        .await;
    assert_eq!(first.status, StatusCode::OK, "{}", first.text);
    service["now_s"] = json!(1700);
    service["happened"] = json!([
        { "plate": "a", "kind": "in", "at_s": 1500, "id": "one" },
        { "plate": "a", "kind": "served", "at_s": 1600, "id": "two" }]);
    let soon = kitchen
        .change(Method::PUT, "/api/board", 1, &put(&service))
        .await;
    assert_eq!(soon.status, StatusCode::CONFLICT, "{}", soon.text);
    assert_eq!(soon.field(), "service.happened[1].kind", "{}", soon.text);
    let kept = kitchen.get("/api/board").await.json;
    assert_eq!(kept["revision"], 1);
    // Never in the pan at all: neither.
    let mut never = service.clone();
    never["happened"].as_array_mut().unwrap().remove(0);
    let never = kitchen
        .change(Method::PUT, "/api/board", 1, &put(&never))
        .await;
    assert_eq!(never.status, StatusCode::CONFLICT, "{}", never.text);
    service["happened"][1]["knowingly"] = json!(true);
    let known = kitchen
        .change(Method::PUT, "/api/board", 1, &put(&service))
        .await;
    assert_eq!(known.status, StatusCode::OK, "{}", known.text);
    // What is kept keeps nobody from changing the rest, though it is not said to be known any more.
    service["happened"][1]["knowingly"] = Value::Null;
    service["tickets"][1]["at_s"] = json!(3000);
    let rest = kitchen
        .change(Method::PUT, "/api/board", 2, &put(&service))
        .await;
    assert_eq!(rest.status, StatusCode::OK, "{}", rest.text);
    // For anybody else too soon is only too soon.
    let mut anybody = lunch();
    anybody["happened"] = json!([{ "plate": "c", "kind": "served", "at_s": 1600, "id": "three" }]);
    let anybody = kitchen
        .change(Method::PUT, "/api/board", 3, &put(&anybody))
        .await;
    assert_eq!(anybody.status, StatusCode::OK, "{}", anybody.text);
}
