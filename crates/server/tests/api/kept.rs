//! What is kept outlives its types: a database that the first version wrote, spoilt rows and all.

use super::Kitchen;
use actix_web::http::{Method, StatusCode};
use cindo_server::store;
use diesel::connection::SimpleConnection;
use diesel::{Connection, SqliteConnection};
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
        .batch_execute("UPDATE kept SET form = 9")
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
    // The door, the one table, the cooks, the kitchen, then the snapshots.
    for _ in 0..5 {
        connection.revert_last_migration(store::MIGRATIONS).unwrap();
    }
    let after: Vec<Row> = diesel::sql_query(said).load(&mut connection).unwrap();
    assert_eq!(before, after);
    assert_eq!(before.len(), 7);
}

/// Written by the version that had a table for each list: two cards (one taken out), a piece, the kitchen, a cook that is over
/// and one under way in the same pan.
const A_TABLE_EACH: &[u8] = include_bytes!("data/before_one_table.db");

/// A kitchen of then, its cooks begun as lately as it was written down: who is forgotten for half a day is over.
fn a_table_each() -> Kitchen {
    let kitchen = Kitchen::on(A_TABLE_EACH);
    let file = kitchen.folder.path().join("cindo.sqlite");
    let mut then = SqliteConnection::establish(file.to_str().unwrap()).unwrap();
    let lately = "UPDATE cook_events SET kept_ms = kept_ms + (unixepoch() * 1000 - (SELECT MAX(made_ms) FROM cooks)); \
                  UPDATE cooks SET made_ms = made_ms + (unixepoch() * 1000 - (SELECT MAX(made_ms) FROM cooks));";
    then.batch_execute(lately).unwrap();
    kitchen
}

#[actix_web::test]
async fn what_stood_in_a_table_each_is_read_from_the_one() {
    let kitchen = a_table_each();
    let cards = kitchen.get("/api/cards").await.json;
    assert_eq!(
        (&cards["total"], &cards["tally"]["removed"]),
        (&json!(1), &json!(1))
    );
    let card = &cards["cards"][0];
    let said = (&card["result"], &card["note"], &card["revision"]);
    assert_eq!(said, (&json!("right"), &json!("crisp"), &json!(2)));
    let shelf = kitchen.get("/api/shelf").await.json;
    assert_eq!(shelf["items"][0]["body"]["piece"]["piece"]["fish"], "hake");
    let said = kitchen.get("/api/kitchen").await.json;
    assert_eq!(
        (&said["kitchen"]["altitude_m"], &said["revision"]),
        (&json!(300.0), &json!(1))
    );
    let over = kitchen.get("/api/cooks/over").await.json;
    assert_eq!(
        (&over["ended"], &over["pan"], &over["came_out"]["middle"]),
        (&json!(true), &json!("the black pan"), &json!("right"))
    );
    // Nobody wrote down what was promised then.
    assert_eq!(over["promised"], Value::Null);
    assert_eq!(over["events"].as_array().unwrap().len(), 5);
    assert!(over["standing"].is_object(), "{over}");
    let on = kitchen.get("/api/cooks/on").await.json;
    assert_eq!((&on["ended"], &on["pan"]), (&json!(false), &over["pan"]));
}

/// All of it goes out to one file, and from it into an empty kitchen; the same file twice makes nothing twice.
#[actix_web::test]
async fn all_that_is_kept_goes_out_and_comes_in() {
    let old = Kitchen::on(A_TABLE_EACH);
    let book = old.get("/api/book").await.json;
    assert_eq!(book["left_out"], Value::Null, "{book}");
    let new = Kitchen::new();
    let said = new.post("/api/import", &book).await;
    assert_eq!(
        (
            said.json["made"].as_array().map(Vec::len),
            &said.json["others"]
        ),
        // A card; a piece, the kitchen, a cook that is over and one under way.
        (Some(1), &json!(4)),
        "{}",
        said.text
    );
    let (mut then, mut now) = (
        old.get("/api/cooks/over").await.json,
        new.get("/api/cooks/over").await.json,
    );
    for cook in [&mut then, &mut now] {
        // Numbers of this store, the clock, and what was in the pan beside it there.
        for key in ["seq", "now_s", "folded_s", "standing"] {
            cook[key] = Value::Null;
        }
    }
    assert_eq!(then, now);
    let again = new.post("/api/import", &book).await.json;
    assert_eq!(
        (&again["made"], &again["others"], &again["there"]),
        (&json!([]), &json!(0), &json!(5))
    );
}

/// A cook in a file is held to what one that is begun is held to.
#[actix_web::test]
async fn a_cook_of_a_file_is_bounded_and_has_a_name_of_its_own() {
    let book = Kitchen::on(A_TABLE_EACH).get("/api/book").await.json;
    let new = Kitchen::new();
    let spoilt = |spoil: &dyn Fn(&mut Value)| {
        let mut book = book.clone();
        spoil(&mut book["cooks"][0]);
        book
    };
    let gone = spoilt(&|cook| cook["id"] = json!("gone"));
    let said = new.post("/api/import", &gone).await;
    assert_eq!(said.status, StatusCode::CONFLICT, "{}", said.text);
    let turned =
        |i: usize| json!({ "id": format!("h{i}"), "at_s": i, "kind": "heat", "to_c": 150 });
    let knob = spoilt(&|cook| cook["events"] = (0..201).map(turned).collect());
    let said = new.post("/api/import", &knob).await;
    assert_eq!(
        said.status,
        StatusCode::UNPROCESSABLE_ENTITY,
        "{}",
        said.text
    );
    assert_eq!(new.get("/api/cooks/gone").await.json["total"], 0);
}

/// One cell of bytes that are no text hides one row.
#[actix_web::test]
async fn bad_bytes_hide_one_row() {
    let kitchen = a_table_each();
    kitchen.get("/api/cards").await;
    let pool = store::open(kitchen.folder.path()).unwrap();
    let bad = "UPDATE kept SET title = CAST(x'41ff42' AS TEXT), snapshot = CAST(x'ff' AS TEXT) \
               WHERE id IN ('card', 'piece', 'over')";
    pool.get().unwrap().batch_execute(bad).unwrap();
    drop(pool);
    kitchen
        .post(
            "/api/cards",
            &json!({ "id": "b", "title": "Cod", "request": super::request() }),
        )
        .await;
    let cards = kitchen.get("/api/cards").await.json;
    let told: Vec<bool> = cards["cards"]
        .as_array()
        .unwrap()
        .iter()
        .map(|card| card["unreadable"].is_string())
        .collect();
    assert_eq!(told, [false, true]);
    let shelf = kitchen.get("/api/shelf").await.json;
    assert!(shelf["items"][0]["unreadable"].is_string());
    let gone = kitchen.get("/api/cooks/gone").await.json;
    assert!(gone["cooks"][0]["unreadable"].is_string(), "{gone}");
}
