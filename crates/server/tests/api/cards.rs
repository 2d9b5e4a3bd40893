//! The book over HTTP. Every request meets a freshly opened store.

use super::{Answer, Kitchen, request};
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

fn path(card: &Value) -> String {
    format!("/api/cards/{}", card["id"].as_str().unwrap())
}

/// A change of a card as it stands now.
async fn change(kitchen: &Kitchen, path: &str, body: Value) -> Answer {
    let revision = kitchen.get(path).await.json["revision"].as_i64().unwrap();
    kitchen.change(Method::PATCH, path, revision, &body).await
}

#[actix_web::test]
async fn a_card_keeps_what_was_asked_and_answered() {
    let kitchen = Kitchen::new();
    let card = saved(&kitchen, "  Cod for two ").await;
    assert_eq!(card["title"], "Cod for two");
    let again = kitchen.get(&path(&card)).await.json;
    assert_eq!(again, card);
    assert_eq!(again["request"]["piece"]["fish"], "cod");
    assert_eq!(again["request"]["piece"]["thin_end_mm"], json!(12.0));
    assert_eq!(again["request"]["method"]["hold_c"], json!(195.0));
    // What is kept is what the core says to the same question, with the range.
    let mut asked = request();
    asked["range"] = json!(true);
    let plan = kitchen.post("/api/plan", &asked).await.json;
    for key in [
        "kind",
        "name",
        "off_heat_s",
        "look_from_s",
        "latest_s",
        "turns_s",
        "rest_s",
        "core_peak_c",
        "target",
    ] {
        assert_eq!(again["planned"][key], plan[key], "{key}");
    }
    assert_eq!(again["planned"]["thickness_mm"], json!(25.0));
    assert_eq!(again["unreadable"], Value::Null);
}

#[actix_web::test]
async fn results_and_notes_are_written_and_taken_back() {
    let kitchen = Kitchen::new();
    let path = path(&saved(&kitchen, "Cod").await);
    let change = |body: Value| change(&kitchen, &path, body);
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
async fn two_writers_never_overwrite_each_other_silently() {
    let kitchen = Kitchen::new();
    let card = saved(&kitchen, "Cod").await;
    let (path, revision) = (path(&card), card["revision"].as_i64().unwrap());
    let write = |revision: i64, note: &'static str| {
        let (kitchen, path) = (&kitchen, &path);
        async move {
            let body = json!({ "note": note });
            kitchen.change(Method::PATCH, path, revision, &body).await
        }
    };
    let first = write(revision, "from the pass").await;
    assert_eq!(first.status, StatusCode::OK);
    assert_eq!(first.header("etag"), "\"2\"");
    let second = write(revision, "from the stove").await;
    assert_eq!(second.status, StatusCode::PRECONDITION_FAILED);
    assert_eq!(second.code(), "changed_meanwhile");
    let now = kitchen.get(&path).await;
    assert_eq!(now.json["note"], "from the pass");
    assert_eq!(now.header("etag"), first.header("etag"));
    let seen = now.json["revision"].as_i64().unwrap();
    assert_eq!(write(seen, "from both").await.status, StatusCode::OK);
    // Without saying what it changes, nothing is changed; a tag that never was matches nothing.
    let blind = kitchen
        .ask(Method::PATCH, &path, "{\"note\":\"blind\"}")
        .await;
    assert_eq!((blind.status.as_u16(), blind.code()), (428, "no_revision"));
    let tag = [("if-match", "\"x\"")];
    let odd = kitchen.ask_with(Method::PATCH, &path, "{}", &tag).await;
    assert_eq!(odd.status, StatusCode::PRECONDITION_FAILED);
    assert_eq!(kitchen.get(&path).await.json["note"], "from both");
}

/// An acknowledgement that is lost on the way: the same write again makes one card, and what has
/// been written on it stays.
#[actix_web::test]
async fn a_write_sent_again_makes_one_thing() {
    let kitchen = Kitchen::new();
    let new = json!({ "id": "0198-harbour_1", "title": "Cod", "request": request() });
    let first = kitchen.post("/api/cards", &new).await;
    assert_eq!(first.status, StatusCode::CREATED);
    assert_eq!(first.json["id"], "0198-harbour_1");
    change(
        &kitchen,
        "/api/cards/0198-harbour_1",
        json!({ "note": "kept" }),
    )
    .await;
    let again = kitchen.post("/api/cards", &new).await;
    assert_eq!(again.status, StatusCode::OK);
    assert_eq!(again.json["note"], "kept");
    assert_eq!(kitchen.get("/api/cards").await.json["total"], 1);
    let mut other = new.clone();
    other["request"]["piece"]["thickness_mm"] = json!(30);
    let taken = kitchen.post("/api/cards", &other).await;
    assert_eq!((taken.status, taken.field()), (StatusCode::CONFLICT, "id"));
    for id in ["", "a/b", "a b", &"x".repeat(65), "<b>"] {
        let mut wrong = new.clone();
        wrong["id"] = json!(id);
        assert_eq!(
            kitchen.post("/api/cards", &wrong).await.field(),
            "id",
            "{id}"
        );
    }
}

#[actix_web::test]
async fn the_book_comes_in_pages_and_none_is_hidden() {
    let kitchen = Kitchen::new();
    for i in 0..5 {
        let path = path(&saved(&kitchen, &format!("Cod {i}")).await);
        if i < 3 {
            change(&kitchen, &path, json!({ "result": "right" })).await;
        }
    }
    let mut seen = Vec::new();
    for page in 1..=3 {
        let list = kitchen
            .get(&format!("/api/cards?page={page}&size=2"))
            .await
            .json;
        assert_eq!(
            (&list["total"], &list["page"], &list["size"]),
            (&json!(5), &json!(page), &json!(2))
        );
        assert_eq!(
            list["tally"],
            json!({ "raw": 0, "under": 0, "right": 3, "over": 0, "not_said": 2, "removed": 0 })
        );
        for card in list["cards"].as_array().unwrap() {
            seen.push(card["title"].as_str().unwrap().to_owned());
            // Lines only: the request is asked for by card.
            assert!(card.get("request").is_none());
        }
    }
    assert_eq!(seen, ["Cod 4", "Cod 3", "Cod 2", "Cod 1", "Cod 0"]);
    for (query, field) in [("page=0", "page"), ("size=201", "size"), ("size=0", "size")] {
        assert_eq!(
            kitchen.get(&format!("/api/cards?{query}")).await.field(),
            field
        );
    }
    for query in ["page=x", "wind=3"] {
        let answer = kitchen.get(&format!("/api/cards?{query}")).await;
        assert_eq!(answer.status, StatusCode::BAD_REQUEST, "{query}");
    }
}

#[actix_web::test]
async fn a_card_taken_out_can_be_found_and_put_back() {
    let kitchen = Kitchen::new();
    let path = path(&saved(&kitchen, "Cod").await);
    let answer = kitchen.ask(Method::DELETE, &path, "").await;
    assert_eq!(answer.status, StatusCode::NO_CONTENT);
    assert_eq!(kitchen.get("/api/cards").await.json["cards"], json!([]));
    let out = kitchen.get("/api/cards?removed=true").await.json;
    assert_eq!(
        (&out["total"], &out["cards"][0]["title"]),
        (&json!(1), &json!("Cod"))
    );
    assert!(out["cards"][0]["removed_at"].is_string());
    assert!(kitchen.get(&path).await.json["removed_at"].is_string());
    assert_eq!(
        kitchen.ask(Method::DELETE, &path, "").await.status,
        StatusCode::NOT_FOUND
    );
    // Nothing is written on what is not in the book.
    let written = change(&kitchen, &path, json!({ "note": "x" })).await;
    assert_eq!(written.status, StatusCode::NOT_FOUND);
    let back = kitchen
        .ask(Method::POST, &format!("{path}/restore"), "")
        .await;
    assert_eq!(back.json["title"], "Cod");
    assert_eq!(kitchen.get("/api/cards").await.json["total"], 1);
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
    let kitchen = Kitchen::new();
    let store = cindo_server::store::open(kitchen.folder.path()).unwrap();
    cindo_server::demo::fill(&store, jiff::Timestamp::now()).unwrap();
    drop(store);
    let list = kitchen.get("/api/cards").await.json;
    assert!(list["total"].as_i64().unwrap() >= 4);
    for result in ["under", "right", "over"] {
        assert!(list["tally"][result].as_i64().unwrap() > 0, "{result}");
    }
}
