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
        .batch_execute("UPDATE kitchen SET snapshot = '{ \"kit\": 3'")
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
