//! What is left over, and the food-safety sheet: what came in, what probes showed and who read them, what stood, was chilled,
//! thrown away or refused.

use super::Kitchen;
use actix_web::http::StatusCode;
use serde_json::{Value, json};

fn left(piece: &Value, more: &Value) -> Value {
    let mut body = json!({ "piece": piece, "from_c": 63 });
    for (key, value) in more.as_object().unwrap() {
        body[key] = value.clone();
    }
    body
}

/// Food Code 3-501.14 (57 to 21 C in two hours, to 5 C in six) and 3-501.19 (four hours), UK schedule 4 (63 C, two hours once);
/// from memory, high confidence.
#[actix_web::test]
async fn what_is_left_has_its_clock_and_its_cold() {
    let kitchen = Kitchen::new();
    let cod = |mm: f64| json!({ "fish": "cod", "thickness_mm": mm });
    let ask = |piece: Value, more: Value| {
        let kitchen = &kitchen;
        async move {
            kitchen
                .post("/api/leftover", &left(&piece, &more))
                .await
                .json
        }
    };
    let thin = ask(cod(20.0), json!({})).await;
    assert_eq!(
        (&thin["hold_c"], &thin["hot_enough"]),
        (&json!(57.0), &json!(true))
    );
    assert_eq!(
        (&thin["eat_or_chill_s"], &thin["refuse_s"]),
        (&json!(7200.0), &json!(14400.0))
    );
    assert_eq!(thin["fridge"]["within_limit"], true);
    assert_eq!(thin["cut_to_mm"], Value::Null);
    let uk = ask(cod(20.0), json!({ "rules": "eu_uk", "from_c": 60 })).await;
    assert_eq!(
        (&uk["hold_c"], &uk["hot_enough"]),
        (&json!(63.0), &json!(false))
    );
    assert_eq!(uk["eat_or_chill_s"], uk["refuse_s"]);
    // Too thick for the fridge alone: cut to what it says, the fridge does.
    let thick = ask(cod(90.0), json!({})).await;
    assert_eq!(thick["fridge"]["within_limit"], false);
    let cut = thick["cut_to_mm"].as_f64().unwrap();
    assert!((20.0..90.0).contains(&cut), "{cut}");
    assert_eq!(
        ask(cod(cut), json!({})).await["fridge"]["within_limit"],
        true
    );
    assert_eq!(
        ask(cod(cut + 4.0), json!({})).await["fridge"]["within_limit"],
        false
    );
    // The longer it stood the less is left; then it is thrown away, whatever is done with it.
    let stood = ask(cod(20.0), json!({ "stood_h": 1.5 })).await;
    assert_eq!(stood["eat_or_chill_s"], 1800.0);
    let over = ask(cod(20.0), json!({ "stood_h": 4 })).await;
    assert_eq!(over["refused"][0]["code"], "stood_too_long");
    let warm =
        json!({ "fish": "cod", "thickness_mm": 20, "keeping": [{ "hours": 9, "at_c": 20 }] });
    assert_eq!(ask(warm, json!({})).await["refused"][0]["weight"], "refuse");
    let wrong = left(&cod(20.0), &json!({ "stood_h": 99 }));
    assert_eq!(
        kitchen.post("/api/leftover", &wrong).await.field(),
        "stood_h"
    );
}

#[actix_web::test]
async fn the_sheet_says_what_came_in_what_was_read_and_by_whom() {
    let kitchen = Kitchen::new();
    let today = jiff_today();
    let lot = json!({ "fish": "mackerel", "received": today, "received_c": 9, "kept_c": 0 });
    let items = json!({ "items": [{ "name": "=Mackerel, market", "body": { "lot": lot } }] });
    assert_eq!(
        kitchen.post("/api/shelf", &items).await.status,
        StatusCode::CREATED
    );
    let plan = json!({
        "piece": { "fish": "cod", "thickness_mm": 25 },
        "method": { "kind": "steam" },
        "target": { "level": "food_safety" },
        "eaters": "old_or_ill"
    });
    let new = json!({ "id": "c", "title": "Cod for table four", "plan": plan });
    kitchen.post("/api/cooks", &new).await;
    let events = json!({ "sent_s": 3000, "events": [
        { "id": "in", "at_s": 0, "kind": "in" },
        { "id": "off", "at_s": 900, "kind": "off" },
        { "id": "p", "at_s": 960, "kind": "probe", "c": 66.5, "spot": "a", "by": "Third cook" },
        { "id": "cold", "at_s": 2400, "kind": "chilled" }
    ] });
    let kept = kitchen.post("/api/cooks/c/events", &events).await;
    assert_eq!(kept.status, StatusCode::OK, "{}", kept.text);
    let around = "/api/sheet?".to_owned() + &around();
    // The cook was begun a moment ago: its events lie in the past of it, within an hour, and so on yesterday or today.
    let sheet = kitchen.get(&around).await.json;
    let lines = sheet["lines"].as_array().unwrap();
    let of = |kind: &str| lines.iter().find(|line| line["kind"] == kind);
    assert_eq!(of("delivery").unwrap()["c"], 9.0);
    assert!(
        of("refused").unwrap()["says"]
            .as_str()
            .unwrap()
            .contains("too warm")
    );
    let probe = of("probe").unwrap();
    assert_eq!(
        (&probe["c"], &probe["by"]),
        (&json!(66.5), &json!("Third cook"))
    );
    assert!(
        probe["says"].as_str().unwrap().contains("old or ill"),
        "{probe}"
    );
    assert_eq!(of("stood").unwrap()["minutes"], 25.0);
    assert!(of("chilled").is_some() && of("thrown_away").is_none());
    // As a file: a name that a spreadsheet would compute is text.
    let csv = kitchen.get(&format!("{around}&csv=true")).await;
    assert!(
        csv.text.starts_with("at,kind,of,c,minutes,by,says"),
        "{}",
        csv.text
    );
    assert!(
        csv.text.contains("'=Mackerel") && csv.text.contains("66.5"),
        "{}",
        csv.text
    );
    // Taken out of the shelf it came in all the same.
    let id = kitchen.get("/api/shelf").await.json["items"][0]["id"]
        .as_str()
        .unwrap()
        .to_owned();
    kitchen
        .ask(
            actix_web::http::Method::DELETE,
            &format!("/api/shelf/{id}"),
            "",
        )
        .await;
    let sheet = kitchen.get(&around).await.json;
    assert!(
        sheet["lines"]
            .as_array()
            .unwrap()
            .iter()
            .any(|line| line["kind"] == "delivery")
    );
    for (query, field) in [
        ("from=soup", "from"),
        ("from=2026-11-29&to=2026-11-01", "to"),
        ("from=2020-01-01&to=2026-01-01", "to"),
    ] {
        assert_eq!(
            kitchen.get(&format!("/api/sheet?{query}")).await.field(),
            field,
            "{query}"
        );
    }
    let empty = kitchen.get("/api/sheet?from=2001-01-01").await.json;
    assert_eq!(empty["lines"], json!([]));
}

/// Yesterday and tomorrow.
fn around() -> String {
    use jiff::ToSpan;
    let today: jiff::civil::Date = jiff_today().parse().unwrap();
    let (from, to) = (today.checked_sub(1.day()), today.checked_add(1.day()));
    format!("from={}&to={}", from.unwrap(), to.unwrap())
}

fn jiff_today() -> String {
    jiff::Timestamp::now()
        .to_zoned_datetime(jiff::tz::TimeZone::system())
        .date()
        .to_string()
}

/// A recipe says what goes into it and what it contains; a calendar carries what is to be minded.
#[actix_web::test]
async fn files_carry_ingredients_allergens_and_cautions() {
    let kitchen = Kitchen::new();
    let request = json!({
        "piece": { "fish": "sole", "thickness_mm": 10 },
        "method": { "kind": "floured_pan_fry" },
        "target": { "level": "food_safety" },
        "eaters": "pregnant_or_small_child"
    });
    let export = |kind: &str| {
        let body =
            json!({ "title": "Sole", "as": kind, "in_at": "2026-11-29T19:00", "request": request });
        let kitchen = &kitchen;
        async move { kitchen.post("/api/export", &body).await }
    };
    let recipe: Value = serde_json::from_str(&export("recipe").await.text).unwrap();
    let ingredients = recipe["recipeIngredient"].as_array().unwrap();
    assert!(
        ingredients.len() >= 3 && ingredients.contains(&json!("salt")),
        "{ingredients:?}"
    );
    let said = recipe["description"].as_str().unwrap();
    assert!(said.contains("milk") && said.contains("wheat"), "{said}");
    assert!(said.contains("Local rules come first"), "{said}");
    // Lines of a calendar are folded.
    let calendar = export("calendar").await.text.replace("\r\n ", "");
    assert!(calendar.contains("Local rules come first"), "{calendar}");
    assert!(
        calendar.contains("pregnant") && calendar.contains("Contains fish"),
        "{calendar}"
    );
}
