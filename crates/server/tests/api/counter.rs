//! The counter over HTTP: dangers, freshness, portions, shopping, and what is kept by name.

use super::Kitchen;
use actix_web::http::{Method, StatusCode};
use serde_json::{Value, json};

fn today() -> jiff::civil::Date {
    jiff::Timestamp::now()
        .to_zoned_datetime(jiff::tz::TimeZone::system())
        .date()
}

pub fn days_ago(days: i64) -> String {
    use jiff::ToSpan;
    today().checked_sub(days.days()).unwrap().to_string()
}

fn codes(answer: &Value) -> Vec<&str> {
    let notices = answer["notices"].as_array().unwrap().iter();
    notices.map(|n| n["code"].as_str().unwrap()).collect()
}

#[actix_web::test]
async fn the_catalogue_is_long_and_says_where_it_is_from() {
    let list = Kitchen::new().get("/api/fish").await.json;
    let fish = list["fish"].as_array().unwrap();
    assert!(fish.len() >= 60, "{}", fish.len());
    for one in fish {
        assert!(!one["source"].as_str().unwrap().is_empty(), "{one}");
        assert!(!one["ice_source"].as_str().unwrap().is_empty(), "{one}");
    }
    assert_eq!(list["forms"].as_array().unwrap().len(), 3);
}

#[actix_web::test]
async fn dangers_follow_the_fish_the_eater_and_the_target() {
    let kitchen = Kitchen::new();
    let ask = |fish: &str, more: Value| {
        let mut body = json!({ "which": { "fish": fish } });
        for (key, value) in more.as_object().unwrap() {
            body[key] = value.clone();
        }
        body
    };
    let rare = json!({ "target": { "low_c": 47, "high_c": 51 } });
    let answer = kitchen
        .post("/api/notices", &ask("mackerel", rare))
        .await
        .json;
    assert_eq!(
        codes(&answer),
        ["histamine_ask", "parasites", "below_food_code"]
    );
    assert_eq!(answer["at_risk_target"]["low_c"], 63.0);

    let frozen = json!({ "target": { "low_c": 47, "high_c": 51 },
        "freezing": { "at_c": -20, "hours": 168 }, "warmth": { "hours": 1, "warmest_c": 8 } });
    let answer = kitchen
        .post("/api/notices", &ask("mackerel", frozen))
        .await
        .json;
    // Hours since it was bought are only a part: it is asked all the same.
    assert_eq!(
        codes(&answer),
        ["histamine_ask", "within_limit", "below_food_code"]
    );
    assert_eq!(answer["notices"][1]["hours_left"], 3.0);

    let warm = json!({ "warmth": { "hours": 9, "warmest_c": 18 } });
    let answer = kitchen
        .post("/api/notices", &ask("sardine", warm))
        .await
        .json;
    assert_eq!(answer["notices"][0]["weight"], "refuse");

    let wrong = json!({ "freezing": { "at_c": 5, "hours": 10 } });
    let refused = kitchen.post("/api/notices", &ask("cod", wrong)).await;
    assert_eq!(refused.field(), "freezing.at_c");
    let whole = json!({ "whole": true });
    let answer = kitchen
        .post("/api/notices", &ask("redfish", whole))
        .await
        .json;
    assert!(codes(&answer).contains(&"spines"), "{answer}");
}

#[actix_web::test]
async fn whole_fish_freshness_portions_and_shopping_answer() {
    let kitchen = Kitchen::new();
    let which = json!({ "fish": "hake" });
    let whole = kitchen
        .post("/api/whole", &json!({ "which": which, "length_mm": 500 }))
        .await
        .json;
    assert!(
        (550.0..950.0).contains(&whole["mass_g"].as_f64().unwrap()),
        "{whole}"
    );
    let slip = json!({ "which": which, "length_mm": 200, "mass_g": 3000 });
    let refused = kitchen.post("/api/whole", &slip).await;
    assert_eq!(refused.field(), "mass_g");
    assert!(
        refused.json["error"]["message"]
            .as_str()
            .unwrap()
            .contains("200 mm")
    );

    let seen = json!({ "which": which, "form": "whole",
        "answers": { "smell": 1, "eyes": 1 }, "kept": [{ "at_c": 2, "days": 3 }] });
    let judged = kitchen.post("/api/freshness", &seen).await.json;
    assert_eq!(judged["refuse"], json!(false));
    let left = judged["left_days"].as_array().unwrap();
    assert!(left[0].as_f64() < left[1].as_f64());
    let hot = json!({ "which": which, "form": "whole", "kept": [{ "at_c": 30, "days": 1 }] });
    let judged = kitchen.post("/api/freshness", &hot).await.json;
    assert_eq!(judged["refuse"], json!(true), "{judged}");
    let unlit =
        json!({ "which": which, "form": "whole", "keeping": [{ "at_c": 300, "hours": 1 }] });
    assert_eq!(
        kitchen.post("/api/freshness", &unlit).await.field(),
        "keeping[0].at_c"
    );

    let side = json!({ "thick_mm": 30, "thin_mm": 8, "mass_g": 1020, "each_g": 170 });
    let cut = kitchen.post("/api/portions", &side).await.json;
    assert_eq!(cut["portions"].as_array().unwrap().len(), 6);
    let upside = json!({ "thick_mm": 8, "thin_mm": 30, "mass_g": 1020, "portions": 2 });
    assert_eq!(
        kitchen.post("/api/portions", &upside).await.code(),
        "thin_end_thicker"
    );

    let list = json!({ "which": which, "people": 12, "each_g": 170 });
    let list = kitchen.post("/api/shopping", &list).await.json;
    assert_eq!(list["served_g"], 2040.0);
    assert_eq!(list["forms"].as_array().unwrap().len(), 4);
}

fn one(name: &str, body: Value) -> Value {
    json!({ "items": [{ "name": name, "body": body }] })
}

fn own() -> Value {
    json!({ "name": "Harbour bream", "family": "lean_flaky", "protein_share": 0.19,
            "fat_share": 0.03 })
}

#[actix_web::test]
async fn a_fish_of_ones_own_is_kept_planned_changed_and_brought_back() {
    let kitchen = Kitchen::new();
    let kept = kitchen
        .post(
            "/api/shelf",
            &one("Harbour bream", json!({ "fish": own() })),
        )
        .await;
    assert_eq!(kept.status, StatusCode::CREATED, "{}", kept.json);
    let id = kept.json["items"][0]["id"].as_str().unwrap().to_owned();
    assert_eq!(kept.json["items"][0]["fish"]["key"], format!("own:{id}"));

    // It is planned like any other, and the fish that ship are as they were.
    let plan = json!({ "piece": { "own_fish": own(), "thickness_mm": 20 },
        "method": { "kind": "sear_both_sides" }, "range": false });
    let planned = kitchen.post("/api/plan", &plan).await;
    assert_eq!(planned.status, StatusCode::OK, "{}", planned.json);
    assert_eq!(planned.json["target"]["low_c"], 52.0);
    let shipped = kitchen.get("/api/fish").await.json;
    let mut names = shipped["fish"]
        .as_array()
        .unwrap()
        .iter()
        .map(|f| &f["name"]);
    assert!(names.all(|n| n != "Harbour bream"));

    let shown = kitchen.post("/api/own-fish", &own()).await.json;
    assert_eq!(
        (&shown["key"], &shown["usual_level"]),
        (&json!("own:Harbour bream"), &json!("just_set"))
    );
    let mut nameless = own();
    nameless["name"] = json!("");
    assert_eq!(
        kitchen.post("/api/own-fish", &nameless).await.field(),
        "own_fish.name"
    );

    let mut fatter = own();
    fatter["fat_share"] = json!(0.3);
    fatter["protein_share"] = json!(0.2);
    let body = json!({ "name": "Harbour bream", "body": { "fish": fatter } });
    let path = format!("/api/shelf/{id}");
    let refused = kitchen.change(Method::PUT, &path, 1, &body).await;
    assert_eq!(refused.field(), "own_fish.fat_share", "{}", refused.json);
    fatter["fat_share"] = json!(0.1);
    let body = json!({ "name": "Fat bream", "body": { "fish": fatter } });
    let changed = kitchen.change(Method::PUT, &path, 1, &body).await;
    assert_eq!(changed.json["name"], "Fat bream", "{}", changed.json);
    // A fish does not become a lot.
    let lot = json!({ "name": "x", "body": { "lot": lot() } });
    let wrong = kitchen.change(Method::PUT, &path, 2, &lot).await;
    assert_eq!(wrong.status, StatusCode::NOT_FOUND);

    let gone = kitchen.ask(Method::DELETE, &path, "").await;
    assert_eq!(gone.status, StatusCode::NO_CONTENT);
    let empty = kitchen.get("/api/shelf").await.json;
    assert!(empty["items"].as_array().unwrap().is_empty());
    kitchen
        .ask(Method::POST, &format!("{path}/restore"), "")
        .await;
    let back = kitchen.get("/api/shelf").await.json;
    assert_eq!(back["items"][0]["body"]["fish"]["fat_share"], 0.1);
}

fn lot() -> Value {
    json!({ "fish": "hake", "received": days_ago(2), "received_c": 2, "kept_c": 0 })
}

#[actix_web::test]
async fn a_lot_knows_its_days_and_wrong_days_are_named() {
    let kitchen = Kitchen::new();
    let kept = kitchen
        .post("/api/shelf", &one("Hake, boat 3", json!({ "lot": lot() })))
        .await
        .json;
    let state = &kept["items"][0]["lot_today"];
    assert_eq!(state["days"], 2);
    // Two whole days and what has gone of this one.
    let left = state["left_days"][0].as_f64().unwrap();
    assert!((4.0..=5.0).contains(&left), "{state}");
    let mut warm = lot();
    warm["received_c"] = json!(9);
    let kept = kitchen
        .post("/api/shelf", &one("Warm box", json!({ "lot": warm })))
        .await
        .json;
    let state = &kept["items"][0]["lot_today"];
    assert_eq!(state["refuse"], json!(true));
    assert_eq!(state["notices"][0]["code"], "received_warm");
    for (change, field) in [
        (json!({ "received": days_ago(-1) }), "received"),
        (
            json!({ "frozen": days_ago(-3), "frozen_at_c": -20 }),
            "frozen",
        ),
        (json!({ "frozen_at_c": -20 }), "frozen"),
        (json!({ "use_by": days_ago(9) }), "use_by"),
        (json!({ "received": "yesterday" }), "received"),
        (json!({ "kept_c": 40 }), "kept_c"),
        // A lot is no piece: its own field is named.
        (json!({ "fish": "unicorn" }), "fish"),
    ] {
        let mut wrong = lot();
        for (key, value) in change.as_object().unwrap() {
            wrong[key] = value.clone();
        }
        let refused = kitchen
            .post("/api/shelf", &one("x", json!({ "lot": wrong })))
            .await;
        assert_eq!(refused.field(), field, "{change} {}", refused.json);
    }
    let mut frozen = lot();
    frozen["received"] = json!(days_ago(20));
    frozen["kept_c"] = json!(-22);
    frozen["frozen"] = json!(days_ago(8));
    frozen["frozen_at_c"] = json!(-22);
    // A day without a time counts from its end: seven whole days, not seven begun.
    let mut begun = frozen.clone();
    begun["frozen"] = json!(days_ago(7));
    let kept = kitchen
        .post("/api/shelf", &one("Young block", json!({ "lot": begun })))
        .await
        .json;
    let killed = &kept["items"][0]["lot_today"]["parasites_killed"];
    assert_eq!(killed, &json!(false));
    let kept = kitchen
        .post("/api/shelf", &one("Block", json!({ "lot": frozen })))
        .await
        .json;
    assert_eq!(
        kept["items"][0]["lot_today"]["parasites_killed"],
        json!(true)
    );
}

#[actix_web::test]
async fn an_import_is_all_or_none_and_names_what_it_does_not_know() {
    let kitchen = Kitchen::new();
    let mut odd = own();
    odd["colour"] = json!("blue");
    let import = json!({ "items": [
        { "name": "a", "body": { "fish": own() } },
        { "name": "b", "body": { "fish": odd } }
    ] });
    let refused = kitchen.post("/api/shelf", &import).await;
    assert_eq!(refused.status, StatusCode::BAD_REQUEST);
    assert!(
        refused.json["error"]["message"]
            .as_str()
            .unwrap()
            .contains("colour")
    );
    let import = json!({ "items": [
        { "name": "a", "body": { "fish": own() } },
        { "name": " ", "body": { "fish": own() } }
    ] });
    assert_eq!(kitchen.post("/api/shelf", &import).await.field(), "name");
    assert!(
        kitchen.get("/api/shelf").await.json["items"]
            .as_array()
            .unwrap()
            .is_empty()
    );
    assert_eq!(
        kitchen
            .post("/api/shelf", &json!({ "items": [] }))
            .await
            .field(),
        "items"
    );

    let piece = json!({ "piece": { "piece": { "fish": "tuna", "thickness_mm": 40, "state": "frozen",
        "start_c": -18 }, "target": { "level": "rare" } } });
    let kept = kitchen
        .post("/api/shelf", &one("Block of tuna", piece))
        .await;
    assert_eq!(kept.status, StatusCode::CREATED, "{}", kept.json);
    let thin = json!({ "piece": { "piece": { "fish": "tuna", "thickness_mm": 1 } } });
    let refused = kitchen.post("/api/shelf", &one("Too thin", thin)).await;
    assert_eq!(refused.field(), "piece.thickness_mm");
}
