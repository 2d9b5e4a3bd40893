//! The book over HTTP. Every request meets a freshly opened store.

use super::{Kitchen, request};
use actix_web::http::{Method, StatusCode};
use serde_json::{Value, json};

async fn saved(kitchen: &Kitchen, title: &str) -> Value {
    let answer = kitchen
        .post(
            "/api/cards",
            &json!({ "title": title, "request": request() }),
        )
        .await;
    assert_eq!(answer.status, StatusCode::CREATED, "{}", answer.json);
    answer.json
}

#[actix_web::test]
async fn a_card_keeps_what_was_asked_and_answered() {
    let kitchen = Kitchen::new();
    let card = saved(&kitchen, "  Cod for two ").await;
    assert_eq!(card["title"], "Cod for two");
    let id = card["id"].as_i64().unwrap();
    let again = kitchen.get(&format!("/api/cards/{id}")).await.json;
    assert_eq!(again, card);
    assert_eq!(again["request"]["piece"]["fish"], "cod");
    assert_eq!(again["request"]["piece"]["thin_end_mm"], json!(12.0));
    assert_eq!(again["request"]["method"]["hold_c"], json!(195.0));
    // What is kept is what the core says to the same question, with the range.
    let mut asked = request();
    asked["range"] = json!(true);
    let plan = kitchen.post("/api/plan", &asked).await.json;
    assert_eq!(again["plan"], plan);
}

#[actix_web::test]
async fn results_and_notes_are_written_and_taken_back() {
    let kitchen = Kitchen::new();
    let id = saved(&kitchen, "Cod").await["id"].as_i64().unwrap();
    let path = format!("/api/cards/{id}");
    let change = |body: Value| kitchen.ask(Method::PATCH, &path, body.to_string());
    let card = change(json!({ "result": "over", "note": "thin end chalky" }))
        .await
        .json;
    assert_eq!(
        (&card["result"], &card["note"]),
        (&json!("over"), &json!("thin end chalky"))
    );
    let card = change(json!({ "result": "none" })).await.json;
    assert_eq!(
        (&card["result"], &card["note"]),
        (&Value::Null, &json!("thin end chalky"))
    );
    let card = change(json!({})).await.json;
    assert_eq!(card["title"], "Cod");
    assert_eq!(change(json!({ "title": "   " })).await.field(), "title");
    assert_eq!(
        change(json!({ "note": "x".repeat(2001) })).await.field(),
        "note"
    );
    assert_eq!(
        change(json!({ "result": "burnt" })).await.status,
        StatusCode::BAD_REQUEST
    );
    assert_eq!(
        change(json!({ "plan": {} })).await.status,
        StatusCode::BAD_REQUEST
    );
    assert_eq!(kitchen.get(&path).await.json["note"], "thin end chalky");
}

#[actix_web::test]
async fn a_card_taken_out_can_be_put_back() {
    let kitchen = Kitchen::new();
    let id = saved(&kitchen, "Cod").await["id"].as_i64().unwrap();
    let path = format!("/api/cards/{id}");
    let answer = kitchen.ask(Method::DELETE, &path, "").await;
    assert_eq!(answer.status, StatusCode::NO_CONTENT);
    assert_eq!(kitchen.get(&path).await.status, StatusCode::NOT_FOUND);
    assert_eq!(kitchen.get("/api/cards").await.json["cards"], json!([]));
    assert_eq!(
        kitchen.ask(Method::DELETE, &path, "").await.status,
        StatusCode::NOT_FOUND
    );
    let back = kitchen
        .ask(Method::POST, &format!("{path}/restore"), "")
        .await;
    assert_eq!(back.json["title"], "Cod");
    assert_eq!(
        kitchen.get("/api/cards").await.json["cards"]
            .as_array()
            .unwrap()
            .len(),
        1
    );
}

#[actix_web::test]
async fn nothing_is_half_saved() {
    let kitchen = Kitchen::new();
    let mut wrong = request();
    wrong["piece"]["thickness_mm"] = json!(500);
    let answer = kitchen
        .post("/api/cards", &json!({ "title": "Cod", "request": wrong }))
        .await;
    assert_eq!(answer.field(), "piece.thickness_mm");
    let answer = kitchen
        .post("/api/cards", &json!({ "title": "", "request": request() }))
        .await;
    assert_eq!(answer.field(), "title");
    assert_eq!(kitchen.get("/api/cards").await.json["cards"], json!([]));
    for id in ["7", "-1", "99999999999", "x"] {
        assert_eq!(
            kitchen.get(&format!("/api/cards/{id}")).await.status,
            StatusCode::NOT_FOUND
        );
    }
}

#[actix_web::test]
async fn the_demo_kitchen_plans_and_is_full() {
    let folder = tempfile::tempdir().unwrap();
    let store = cindo_server::store::open(folder.path()).unwrap();
    cindo_server::demo::fill(&store, jiff::Timestamp::now()).unwrap();
    let rows = cindo_server::store::list(&mut store.get().unwrap()).unwrap();
    assert!(rows.len() >= 4);
    for result in ["under", "right", "over"] {
        assert!(
            rows.iter().any(|row| row.result.as_deref() == Some(result)),
            "{result}"
        );
    }
}
