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
