//! What is kept outlives its types: a database that the first version wrote, spoilt rows and all.

use super::Kitchen;
use actix_web::http::{Method, StatusCode};
use cindo_server::store;
use diesel::connection::SimpleConnection;
use serde_json::{Value, json};

/// Written by the first version through its own API; then by hand: card 4 lost a field of its plan,
/// card 5 got one in its request that nobody knows, card 7 broke off in the middle; on the shelf a
/// lot of a fish that is none, and a piece that is a number.
const FIRST_VERSION: &[u8] = include_bytes!("data/first_version.db");

#[actix_web::test]
async fn an_old_database_opens_with_nothing_lost() {
    let kitchen = Kitchen::on(FIRST_VERSION);
    let list = kitchen.get("/api/cards").await.json;
    let line = |id: &str| -> Value {
        let cards = list["cards"].as_array().unwrap().iter();
        cards.clone().find(|c| c["id"] == id).unwrap().clone()
    };
    assert_eq!(
        (&list["total"], &list["tally"]["removed"]),
        (&json!(6), &json!(1))
    );
    let hake = line("1");
    assert_eq!(hake["title"], "Hake for the harbour master");
    assert_eq!(
        (&hake["result"], &hake["note"]),
        (&json!("right"), &json!("Skin like glass."))
    );
    assert_eq!(hake["planned"]["kind"], "sear_skin_first");
    assert_eq!(hake["planned"]["thickness_mm"], json!(28.0));
    // As the first version computed it, not computed anew.
    assert!(hake["planned"]["off_heat_s"].as_f64().unwrap() > 300.0);
    assert_eq!(hake["planned"]["turns_s"].as_array().unwrap().len(), 1);
    assert_eq!(line("2")["note"], "Two minutes less.");
    // Old names of settings still ask the same.
    for (id, key, value) in [
        ("3", "turn_share", json!(0.4)),
        ("2", "lid", json!(true)),
        ("4", "grill_c", json!(240.0)),
    ] {
        let card = kitchen.get(&format!("/api/cards/{id}")).await.json;
        assert_eq!(card["request"]["method"][key], value);
        let plan = kitchen.post("/api/plan", &card["request"]).await;
        assert_eq!(plan.status, StatusCode::OK, "{id} {}", plan.json);
    }
    // A plan that lost a field that nobody needs is read all the same.
    assert_eq!(line("4")["unreadable"], Value::Null);
    let out = kitchen.get("/api/cards?removed=true").await.json;
    assert_eq!(out["cards"][0]["title"], "Plaice, taken out");
    let back = kitchen.ask(Method::POST, "/api/cards/6/restore", "").await;
    assert_eq!(back.status, StatusCode::OK);
    let shelf = kitchen.get("/api/shelf").await.json;
    let usual = shelf["items"]
        .as_array()
        .unwrap()
        .iter()
        .find(|i| i["id"] == "1");
    assert_eq!(usual.unwrap()["body"]["piece"]["piece"]["fish"], "hake");
}

#[actix_web::test]
async fn a_row_that_cannot_be_read_says_so_and_hides_nothing() {
    let kitchen = Kitchen::on(FIRST_VERSION);
    let list = kitchen.get("/api/cards").await.json;
    let line = |id: &str| -> Value {
        let cards = list["cards"].as_array().unwrap().iter();
        cards.clone().find(|c| c["id"] == id).unwrap().clone()
    };
    let half = line("7");
    assert_eq!(
        (&half["title"], &half["note"]),
        (&json!("Half written"), &json!("kept though"))
    );
    assert!(half["saved_at"].is_string() && half["planned"].is_null());
    assert!(
        half["unreadable"].as_str().unwrap().contains("damaged"),
        "{half}"
    );
    // Asked in a way that is not understood: the times stand, the request does not open.
    let odd = kitchen.get("/api/cards/5").await.json;
    assert!(odd["planned"]["off_heat_s"].is_number() && odd["request"].is_null());
    assert!(
        odd["unreadable"].as_str().unwrap().contains("wind"),
        "{odd}"
    );
    // It can be written on and taken out like any other.
    let noted = kitchen
        .change(
            Method::PATCH,
            "/api/cards/7",
            1,
            &json!({ "note": "thrown away" }),
        )
        .await;
    assert_eq!(noted.json["note"], "thrown away");
    assert_eq!(
        kitchen.ask(Method::DELETE, "/api/cards/7", "").await.status,
        StatusCode::NO_CONTENT
    );

    let shelf = kitchen.get("/api/shelf").await.json;
    assert_eq!(shelf["total"], 4);
    let item = |id: &str| -> Value {
        let items = shelf["items"].as_array().unwrap().iter();
        items.clone().find(|i| i["id"] == id).unwrap().clone()
    };
    assert_eq!(item("2")["body"]["lot"]["fish"], "cod");
    // A lot of no fish is read, and has no days to tell.
    assert_eq!(
        (&item("3")["unreadable"], &item("3")["lot_today"]),
        (&Value::Null, &Value::Null)
    );
    let broken = item("4");
    assert_eq!(
        (&broken["name"], &broken["kind"]),
        (&json!("Broken piece"), &json!("piece"))
    );
    assert!(broken["unreadable"].is_string() && broken["body"].is_null());
}

#[actix_web::test]
async fn a_row_of_a_newer_version_is_left_alone() {
    let kitchen = Kitchen::new();
    let new = json!({ "id": "a", "title": "Cod", "request": super::request() });
    kitchen.post("/api/cards", &new).await;
    let pool = store::open(kitchen.folder.path()).unwrap();
    let mut connection = pool.get().unwrap();
    connection
        .batch_execute("UPDATE cards SET form = 9")
        .unwrap();
    drop((connection, pool));
    let line = &kitchen.get("/api/cards").await.json["cards"][0];
    assert_eq!(line["title"], "Cod");
    assert!(
        line["unreadable"].as_str().unwrap().contains("newer"),
        "{line}"
    );
}

/// Down and up again: what the first version wrote stands word for word.
#[actix_web::test]
async fn the_way_back_keeps_what_the_first_version_wrote() {
    use diesel::prelude::*;
    use diesel::sql_types::Text;
    use diesel_migrations::MigrationHarness;
    #[derive(QueryableByName, PartialEq, Debug)]
    struct Row {
        #[diesel(sql_type = Text)]
        said: String,
    }
    let said = "SELECT json_array(id, title, saved_at, request_json, plan_json, result, note, removed_at) \
                AS said FROM cards ORDER BY id";
    let folder = tempfile::tempdir().unwrap();
    let file = folder.path().join("cindo.sqlite");
    std::fs::write(&file, FIRST_VERSION).unwrap();
    let mut plain = SqliteConnection::establish(file.to_str().unwrap()).unwrap();
    let before: Vec<Row> = diesel::sql_query(said).load(&mut plain).unwrap();
    drop(plain);
    let pool = store::open(folder.path()).unwrap();
    let mut connection = pool.get().unwrap();
    // The cooks, the kitchen, then the snapshots.
    for _ in 0..3 {
        connection.revert_last_migration(store::MIGRATIONS).unwrap();
    }
    let after: Vec<Row> = diesel::sql_query(said).load(&mut connection).unwrap();
    assert_eq!(before, after);
    assert_eq!(before.len(), 7);
}
