//! The kitchen that is kept: said by one, read by all, never lost by two at once.

use super::{Answer, Kitchen, request};
use actix_web::http::{Method, StatusCode};
use diesel::connection::SimpleConnection;
use serde_json::{Value, json};

async fn say(kitchen: &Kitchen, revision: i64, body: &Value) -> Answer {
    kitchen
        .change(Method::PUT, "/api/kitchen", revision, body)
        .await
}

#[actix_web::test]
async fn a_kitchen_is_said_once_and_outlives_a_restart() {
    let kitchen = Kitchen::new();
    let first = kitchen.get("/api/kitchen").await;
    assert_eq!(first.json["revision"], 0);
    assert_eq!(first.json["boil_c"].as_f64().unwrap().round(), 100.0);
    let up = json!({ "altitude_m": 2200, "rules": "eu_uk", "no_thermometer": true,
        "kit": { "pans": ["cast_iron", { "like": "clad", "across_mm": 300 }], "fryers": [] } });
    let said = say(&kitchen, 0, &up).await;
    assert_eq!(said.status, StatusCode::OK, "{}", said.json);
    let kept = kitchen.get("/api/kitchen").await;
    assert_eq!(kept.json["revision"], 1);
    assert_eq!(kept.header("etag"), "\"1\"");
    // What comes back is what a question takes.
    let asked = &kept.json["kitchen"];
    assert_eq!(
        asked["kit"]["pans"][1],
        json!({ "like": "clad", "across_mm": 300.0 })
    );
    let ranked = kitchen
        .post(
            "/api/rank",
            &json!({ "piece": { "fish": "hake", "thickness_mm": 25 }, "kitchen": asked }),
        )
        .await;
    let ways = ranked.json["ways"].as_array().unwrap();
    let fried = ways
        .iter()
        .find(|w| w["kind"] == "deep_fry_batter")
        .unwrap();
    assert_eq!(fried["suits"], json!(false));
    let why = fried["reasons"][0]["message"].as_str().unwrap();
    assert!(why.starts_with("This kitchen has no"), "{why}");
    // Water boils where the standard atmosphere says: 92.8 C at 2200 m (ISO 2533 and a steam table).
    let boil = kept.json["boil_c"].as_f64().unwrap();
    assert!((boil - 92.8).abs() < 0.3, "{boil}");
}

#[actix_web::test]
async fn a_pan_too_small_for_the_fish_is_cooled_more() {
    let kitchen = Kitchen::new();
    let low = |size: Value| {
        let mut asked = request();
        asked["kitchen"] = json!({ "kit": { "pans": [size] } });
        let kitchen = &kitchen;
        async move {
            let plan = kitchen.post("/api/plan", &asked).await;
            assert_eq!(plan.status, StatusCode::OK, "{}", plan.json);
            plan.json["pan_low_c"].as_f64().unwrap()
        }
    };
    let usual = low(json!("clad")).await;
    let same = low(json!({ "like": "clad", "across_mm": 250 })).await;
    let small = low(json!({ "like": "clad", "across_mm": 160 })).await;
    assert!((usual - same).abs() < 0.5, "{usual} {same}");
    assert!(small < usual - 2.0, "{usual} {small}");
}

#[actix_web::test]
async fn of_two_that_say_at_once_one_is_told() {
    let kitchen = Kitchen::new();
    let low = json!({ "altitude_m": 0 });
    let up = json!({ "altitude_m": 900 });
    assert_eq!(say(&kitchen, 0, &up).await.status, StatusCode::OK);
    let late = say(&kitchen, 0, &low).await;
    assert_eq!(late.status, StatusCode::PRECONDITION_FAILED);
    assert_eq!(
        kitchen.get("/api/kitchen").await.json["kitchen"]["altitude_m"],
        900.0
    );
    let blind = kitchen
        .ask(Method::PUT, "/api/kitchen", low.to_string())
        .await;
    assert_eq!(blind.status, StatusCode::PRECONDITION_REQUIRED);
}

#[actix_web::test]
async fn what_is_no_kitchen_is_refused_by_its_field_and_changes_nothing() {
    let kitchen = Kitchen::new();
    for (body, field) in [
        (json!({ "altitude_m": 9000 }), "kitchen.altitude_m"),
        (
            json!({ "kit": { "pans": ["gold"] } }),
            "kitchen.kit.pans[0]",
        ),
        (
            json!({ "kit": { "pans": [{ "like": "clad", "across_mm": 5 }] } }),
            "kitchen.kit.pans[0].across_mm",
        ),
        (json!({ "rules": "moon" }), "rules"),
        (json!({ "height": 3 }), "height"),
    ] {
        let said = say(&kitchen, 0, &body).await;
        assert!(said.status.is_client_error(), "{body}");
        assert_eq!(said.field(), field, "{}", said.json);
    }
    assert_eq!(kitchen.get("/api/kitchen").await.json["revision"], 0);
}

#[actix_web::test]
async fn a_kitchen_that_cannot_be_read_says_so_and_can_be_said_anew() {
    let kitchen = Kitchen::new();
    say(&kitchen, 0, &json!({})).await;
    let store = cindo_server::store::open(kitchen.folder.path()).unwrap();
    store
        .get()
        .unwrap()
        .batch_execute("UPDATE kept SET snapshot = '{ \"kit\": 3'")
        .unwrap();
    drop(store);
    let broken = kitchen.get("/api/kitchen").await;
    assert_eq!(broken.status, StatusCode::OK);
    assert!(broken.json["unreadable"].is_string(), "{}", broken.json);
    let again = say(&kitchen, 1, &json!({ "altitude_m": 100 })).await;
    assert_eq!(again.status, StatusCode::OK);
    assert!(again.json["unreadable"].is_null());
}

#[actix_web::test]
async fn without_a_thermometer_a_figure_gets_a_word() {
    let kitchen = Kitchen::new();
    let codes = |none: bool, level: &str| {
        let mut asked = request();
        asked["target"] = json!({ "level": level });
        asked["kitchen"] = json!({ "no_thermometer": none });
        let kitchen = &kitchen;
        async move {
            let plan = kitchen.post("/api/plan", &asked).await.json;
            let said = plan["warnings"].as_array().unwrap().iter();
            said.map(|w| w["code"].as_str().unwrap().to_owned())
                .any(|code| code == "no_thermometer")
        }
    };
    assert!(codes(true, "food_safety").await);
    assert!(!codes(false, "food_safety").await);
    assert!(!codes(true, "just_set").await);
}

/// Two pans of a kind with names of their own are kept and asked by id; one taken away leaves a cook that is in it as it
/// stands, and a card that names it says which word is unknown.
#[actix_web::test]
async fn a_thing_that_goes_leaves_the_cook_that_is_in_it() {
    let kitchen = Kitchen::new();
    let pan = |id: &str, name: &str, mm: f64| json!({ "id": id, "like": "clad", "list": "pans", "name": name, "across_mm": mm });
    let two = json!({ "things": [pan("clad", "the big one", 320.0), pan("clad_2", "the little one", 200.0)] });
    let said = say(&kitchen, 0, &two).await;
    assert_eq!(said.status, StatusCode::OK, "{}", said.json);
    let kept = kitchen.get("/api/kitchen").await.json["kitchen"].clone();
    assert_eq!(kept["things"][1]["name"], "the little one");
    let mut asked = request();
    asked["method"] = json!({ "kind": "sear_both_sides", "pan": "clad_2" });
    asked["kitchen"] = kept;
    let plan = kitchen.post("/api/plan", &asked).await.json;
    let pans = plan["settings"].as_array().unwrap().iter();
    let pans = pans.filter(|one| one["key"] == "pan").collect::<Vec<_>>();
    assert_eq!(pans[0]["control"]["value"], "clad_2", "{}", pans[0]);
    let new = json!({ "id": "on", "title": "Hake", "plan": asked, "pan": "clad_2" });
    kitchen.post("/api/cooks", &new).await;
    let events = json!({ "sent_s": 60, "events": [{ "id": "i", "at_s": 1, "kind": "in" }] });
    kitchen.post("/api/cooks/on/events", &events).await;
    let before = kitchen.get("/api/cooks/on").await.json;

    // Away with the little one.
    let one = json!({ "things": [pan("clad", "the big one", 320.0)] });
    assert_eq!(say(&kitchen, 1, &one).await.status, StatusCode::OK);
    let after = kitchen.get("/api/cooks/on").await.json;
    assert_eq!(after["unreadable"], Value::Null);
    assert_eq!(after["plan"], before["plan"]);
    let acts = |cook: &Value| -> Vec<Value> {
        let steps = cook["standing"]["steps"].as_array().unwrap().iter();
        steps.map(|step| step["act"].clone()).collect()
    };
    assert_eq!(acts(&after), acts(&before));
    let turned = json!({ "sent_s": 200, "events": [{ "id": "t", "at_s": 190, "kind": "turned" }] });
    let turned = kitchen.post("/api/cooks/on/events", &turned).await;
    assert!(turned.status.is_success(), "{}", turned.json);
    // A new card of it is told by its word.
    asked["kitchen"] = kitchen.get("/api/kitchen").await.json["kitchen"].clone();
    let gone = kitchen.post("/api/plan", &asked).await;
    assert_eq!(
        (gone.code(), gone.field()),
        ("unknown_name", "method.pan"),
        "{}",
        gone.json
    );
    // Two of one name, and what nobody can be sure of, keep nothing.
    for (wrong, field) in [
        (
            json!({ "things": [pan("a", "one", 200.0), pan("b", "ONE", 200.0)] }),
            "kitchen.things[1].name",
        ),
        (
            json!({ "things": [{ "id": "home", "like": "home", "list": "ovens", "name": "oven",
                "learned": [{ "what": "kelvins", "mean": 1, "sd": 999 }] }] }),
            "kitchen.things[0].learned[0].sd",
        ),
    ] {
        let refused = say(&kitchen, 2, &wrong).await;
        assert_eq!(refused.field(), field, "{}", refused.json);
    }
    assert_eq!(kitchen.get("/api/kitchen").await.json["revision"], 2);
}
