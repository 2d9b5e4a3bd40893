//! Preparing over HTTP and on the command line: the contract's names, one clock, files that others read.

use super::Kitchen;
use super::command_line::cindo;
use actix_web::http::StatusCode;
use icalendar::{Calendar, CalendarComponent, Component};
use serde_json::{Value, json};

fn fish_and_chips() -> Value {
    json!({
        "piece": { "fish": "haddock", "thickness_mm": 25, "pieces": 4, "skin": "off", "start_c": -18 },
        "people": 4,
        "method": { "kind": "deep_fry_batter" },
        "salt": { "school": "while_prep" },
        "coat": { "kind": "cold_leavened" },
        "sides": [{ "kind": "chips" }],
        "now": "2026-11-30T08:00:00Z",
        "plate_at": "2026-11-30T22:00:00Z",
    })
}

/// The same as a plan that carries its preparation along.
fn as_plan() -> Value {
    let asked = fish_and_chips();
    json!({
        "piece": asked["piece"],
        "method": asked["method"],
        "prep": { "people": 4, "salt": asked["salt"], "coat": asked["coat"], "sides": asked["sides"] },
        "range": false,
    })
}

/// The contract: names of what is asked and answered, the same on the command line.
#[actix_web::test]
async fn what_is_asked_and_answered_is_as_the_contract_has_it() {
    let kitchen = Kitchen::new();
    let answer = kitchen.post("/api/prep", &fish_and_chips()).await;
    assert_eq!(answer.status, StatusCode::OK, "{}", answer.text);
    let told = &answer.json;
    for one in told["quantities"].as_array().unwrap() {
        assert!(one["what"].is_string() && one["g"].is_number(), "{one}");
        assert!(one["how"].is_string() && one["source"].is_string(), "{one}");
    }
    let timeline = told["timeline"].as_array().unwrap();
    let at = |line: &Value| -> jiff::Timestamp { line["at"].as_str().unwrap().parse().unwrap() };
    assert!(timeline.windows(2).all(|two| at(&two[0]) <= at(&two[1])));
    assert_eq!(
        at(timeline.last().unwrap()).to_string(),
        "2026-11-30T22:00:00Z"
    );
    assert!(timeline[0]["act"].as_str().unwrap().starts_with("Thaw"));
    assert!(timeline.iter().all(|line| line["hands_s"].is_number()));
    assert!(timeline.iter().any(|line| line["thing"] == "ovens"));
    assert!(told["gas_ml"].as_f64().unwrap() > 1000.0);
    assert_eq!(told["allergens"], json!(["fish", "wheat"]));
    let printed = cindo("prep", &fish_and_chips().to_string());
    assert!(printed.status.success());
    let printed: Value = serde_json::from_slice(&printed.stdout).unwrap();
    assert_eq!(&printed, told);
}

/// The rows that can be chosen are those that are taken.
#[actix_web::test]
async fn what_is_offered_is_taken() {
    let kitchen = Kitchen::new();
    let offered = kitchen.get("/api/prep").await.json;
    for (list, n) in [
        ("salt", 8),
        ("marinades", 5),
        ("coats", 16),
        ("liquids", 3),
        ("fats", 3),
        ("sauces", 7),
        ("sides", 10),
    ] {
        assert!(offered[list].as_array().unwrap().len() >= n, "{list}");
    }
    for school in offered["salt"].as_array().unwrap() {
        let mut asked = fish_and_chips();
        asked["salt"] = json!({ "school": school["key"] });
        let answer = kitchen.post("/api/prep", &asked).await;
        assert_eq!(answer.status, StatusCode::OK, "{}", answer.text);
    }
}

/// A plan, a ranking, a stove and a card that carry a preparation go by the piece as it then is.
#[actix_web::test]
async fn a_plan_goes_by_what_was_prepared() {
    let kitchen = Kitchen::new();
    let told = kitchen.post("/api/prep", &fish_and_chips()).await.json;
    let plan = kitchen.post("/api/plan", &as_plan()).await;
    assert_eq!(plan.status, StatusCode::OK, "{}", plan.text);
    assert_eq!(plan.json["off_heat_s"], told["off_heat_s"]);
    assert!(
        plan.json["prepared"]
            .as_str()
            .unwrap()
            .contains("cold leavened batter")
    );
    // Frozen it is not fried: thawed it is.
    let mut raw = as_plan();
    raw["prep"].take();
    let rank = |prep: bool| {
        let mut asked = json!({ "piece": as_plan()["piece"] });
        if prep {
            asked["prep"] = json!({});
        }
        asked
    };
    for (prep, suits) in [(false, false), (true, true)] {
        let ranked = kitchen.post("/api/rank", &rank(prep)).await.json;
        let ways = ranked["ways"].as_array().unwrap();
        let fried = ways
            .iter()
            .find(|way| way["kind"] == "deep_fry_batter")
            .unwrap();
        assert_eq!(fried["suits"], suits);
    }
    let cook = json!({ "plan": as_plan(), "events": [{ "id": "in", "at_s": 0, "kind": "in" }], "now_s": 10 });
    let stands = kitchen.post("/api/cook", &cook).await;
    assert_eq!(stands.status, StatusCode::OK, "{}", stands.text);
    let off_s = stands.json["off_heat_s"].as_f64().unwrap();
    assert!(
        (off_s - told["off_heat_s"].as_f64().unwrap()).abs() < 5.0,
        "{off_s}"
    );
    // Kept in the book, it comes back with it.
    let card = kitchen
        .post(
            "/api/cards",
            &json!({ "title": "Chips", "request": as_plan() }),
        )
        .await;
    assert!(card.status.is_success(), "{}", card.text);
    let back = kitchen
        .get(&format!("/api/cards/{}", card.json["id"].as_str().unwrap()))
        .await;
    assert_eq!(
        back.json["request"]["prep"]["coat"],
        json!({ "kind": "cold_leavened", "stands_min": 0.0 })
    );
}

/// What some must avoid in a sauce beside it is told by the card, too.
#[actix_web::test]
async fn a_card_tells_what_is_in_what_goes_with_it() {
    let kitchen = Kitchen::new();
    let asked = json!({ "piece": { "fish": "cod", "thickness_mm": 25 }, "method": { "kind": "steam" }, "range": false,
                        "prep": { "sauces": [{ "kind": "cold_emulsion" }], "marinade": { "kind": "soy_ginger" } } });
    let plan = kitchen.post("/api/plan", &asked).await.json;
    for one in ["egg", "mustard", "soy", "wheat"] {
        assert!(
            plan["allergens"].as_array().unwrap().contains(&json!(one)),
            "{one}: {}",
            plan["allergens"]
        );
    }
}

/// The calendar of what is prepared, read by another reader: from thawing to the plate; the list of amounts by another, too.
#[actix_web::test]
async fn the_clock_and_the_list_are_read_by_others() {
    let kitchen = Kitchen::new();
    let told = kitchen.post("/api/prep", &fish_and_chips()).await.json;
    let file = |kind: &str| json!({ "title": "Fish and chips", "request": as_plan(), "as": kind, "in_at": "2026-12-31T19:30:00" });
    let calendar = kitchen.post("/api/export", &file("calendar")).await;
    assert_eq!(calendar.status, StatusCode::OK, "{}", calendar.text);
    let read: Calendar = calendar.text.parse().unwrap();
    let events: Vec<_> = read
        .components
        .iter()
        .filter_map(|part| match part {
            CalendarComponent::Event(event) => Some(event),
            _ => None,
        })
        .collect();
    assert_eq!(events.len(), told["acts"].as_array().unwrap().len());
    let starts = |words: &str| {
        let found = events
            .iter()
            .find(|event| event.get_summary().unwrap().contains(words))
            .unwrap();
        found.property_value("DTSTART").unwrap().to_owned()
    };
    assert_eq!(starts("Lower it in"), "20261231T193000");
    assert!(starts("Thaw it").starts_with("20261231T0"));
    let list = kitchen.post("/api/export", &file("amounts")).await;
    let mut rows = csv::Reader::from_reader(list.text.as_bytes());
    let rows: Vec<csv::StringRecord> = rows.records().map(Result::unwrap).collect();
    assert_eq!(rows.len(), told["quantities"].as_array().unwrap().len());
    let flour = rows.iter().find(|row| &row[1] == "wheat flour").unwrap();
    let grams: f64 = flour[2].parse().unwrap();
    let quantities = told["quantities"].as_array().unwrap();
    let ours = quantities
        .iter()
        .find(|one| one["what"] == "wheat flour")
        .unwrap();
    assert!((grams - ours["g"].as_f64().unwrap()).abs() < 0.1);
    // A recipe lists what goes in.
    let recipe = kitchen.post("/api/export", &file("recipe")).await.json;
    let goes_in = recipe["recipeIngredient"].to_string();
    assert!(
        goes_in.contains("wheat flour") && goes_in.contains("potatoes"),
        "{goes_in}"
    );
}

/// Nonsense is refused at its field, over HTTP and on the command line alike.
#[actix_web::test]
async fn nonsense_is_refused_at_its_field() {
    let kitchen = Kitchen::new();
    for (key, value, status, code, field) in [
        ("people", json!(0), 422, "out_of_range", "people"),
        ("people", json!("four"), 400, "bad_json", "people"),
        (
            "salt",
            json!({ "school": "at_pan", "g": 40_000 }),
            422,
            "out_of_range",
            "salt.g",
        ),
        (
            "salt",
            json!({ "school": "sand" }),
            422,
            "unknown_name",
            "salt.school",
        ),
        (
            "coat",
            json!({ "kind": "nut_crust" }),
            422,
            "does_not_go",
            "coat.kind",
        ),
        (
            "coat",
            json!({ "kind": "beer", "own": [{ "what": "flour", "g": 100 }] }),
            422,
            "order",
            "coat.own",
        ),
        (
            "plate_at",
            json!("2026-11-30T07:00:00Z"),
            422,
            "order",
            "plate_at",
        ),
        (
            "plate_at",
            json!("half past seven"),
            400,
            "bad_json",
            "plate_at",
        ),
        (
            "sides",
            json!([{ "kind": "own", "name": "x" }]),
            422,
            "missing",
            "sides[0].acts",
        ),
        ("wind", json!(3), 400, "bad_json", "wind"),
    ] {
        let mut asked = fish_and_chips();
        asked[key] = value.clone();
        let answer = kitchen.post("/api/prep", &asked).await;
        assert_eq!(
            answer.status.as_u16(),
            status,
            "{key} {value}: {}",
            answer.text
        );
        let error = &answer.json["error"];
        assert_eq!(
            (error["code"].as_str(), error["field"].as_str()),
            (Some(code), Some(field)),
            "{value}"
        );
    }
    // In a plan it stands below `prep`.
    let mut plan = as_plan();
    plan["prep"]["salt"]["school"] = json!("sand");
    let answer = kitchen.post("/api/plan", &plan).await;
    assert_eq!(answer.json["error"]["field"], "prep.salt.school");
    let bad = cindo(
        "prep",
        &json!({ "piece": {}, "method": { "kind": "steam" } }).to_string(),
    );
    assert_eq!(bad.status.code(), Some(2));
}

/// A scale is read where the server was told one is, set to zero, and missed with a word when it is gone.
#[actix_web::test]
async fn a_scale_is_read_and_set_to_zero() {
    use cindo_server::scale::{Simulated, simulate};
    let listener = tokio::net::TcpListener::bind("127.0.0.1:0").await.unwrap();
    let address = listener.local_addr().unwrap().to_string();
    let scale = Simulated {
        name: "bench".into(),
        bowl_g: 300.0,
        pour_g_s: 0.0,
        to_g: 0.0,
        drift_g_min: 0.0,
        noise_g: 0.2,
        step_g: 1.0,
    };
    let serving = actix_web::rt::spawn(simulate(listener, scale));
    let kitchen = Kitchen::with_scales(vec![address.clone()]);
    let listed = kitchen.get("/api/scales").await.json;
    assert_eq!(listed, json!({ "scales": [address] }));
    let read = |tare: bool| json!({ "scale": address, "tare": tare });
    let before = kitchen.post("/api/scales/read", &read(false)).await;
    assert_eq!(
        (&before.json["scale"], &before.json["g"]),
        (&json!("bench"), &json!(300.0)),
        "{}",
        before.text
    );
    // It may still show what it showed for a moment.
    let mut g = kitchen.post("/api/scales/read", &read(true)).await.json["g"]
        .as_f64()
        .unwrap();
    for _ in 0..10 {
        if g.abs() <= 1.0 {
            break;
        }
        g = kitchen.post("/api/scales/read", &read(false)).await.json["g"]
            .as_f64()
            .unwrap();
    }
    assert!(g.abs() <= 1.0, "{g}");
    // No other machine is asked, and one that is gone is said to be.
    let other = kitchen
        .post("/api/scales/read", &json!({ "scale": "192.0.2.1:80" }))
        .await;
    assert_eq!(
        (other.status, other.json["error"]["field"].as_str()),
        (StatusCode::UNPROCESSABLE_ENTITY, Some("scale"))
    );
    serving.abort();
    let gone = kitchen.post("/api/scales/read", &read(false)).await;
    assert_eq!(gone.json["error"]["code"], "silent", "{}", gone.text);
}

/// On the plate when it is wanted, chips fried after the fish and all; no sooner than the oil is hot.
#[actix_web::test]
async fn a_calendar_ends_when_it_is_wanted_on_the_plate() {
    let kitchen = Kitchen::new();
    let last = async |times: Value| {
        let mut asked =
            json!({ "title": "Fish and chips", "request": as_plan(), "as": "calendar" });
        let all = asked.as_object_mut().unwrap();
        all.extend(times.as_object().unwrap().clone());
        let told = kitchen.post("/api/export", &asked).await;
        assert_eq!(told.status, StatusCode::OK, "{}", told.text);
        let starts = told
            .text
            .lines()
            .filter_map(|line| line.strip_prefix("DTSTART:"));
        let read =
            |text: &str| jiff::civil::DateTime::strptime("%Y%m%dT%H%M%S", text.trim()).unwrap();
        starts.map(read).max().unwrap().to_string()
    };
    let wanted = "2026-12-31T19:30:00";
    let in_time = json!({ "ready_at": wanted, "from": "2026-12-31T12:00:00" });
    assert_eq!(last(in_time).await, wanted);
    assert_eq!(last(json!({ "ready_at": wanted })).await, wanted);
    let late = json!({ "ready_at": wanted, "from": "2026-12-31T19:29:00" });
    let soonest = last(json!({ "from": "2026-12-31T19:29:00" })).await;
    assert_eq!(last(late).await, soonest);
    assert!(soonest.as_str() > wanted, "{soonest}");
    // Chips count: without them it goes in later for the same plate.
    let mut plain =
        json!({ "title": "Fish", "request": as_plan(), "as": "calendar", "ready_at": wanted });
    plain["request"]["prep"]["sides"] = json!([]);
    let first_in = |text: &str| {
        let mut events = text.split("BEGIN:VEVENT");
        let fish = events.find(|event| event.contains("Lower it in")).unwrap();
        fish.lines()
            .find_map(|line| line.strip_prefix("DTSTART:"))
            .unwrap()
            .trim()
            .to_owned()
    };
    let alone = first_in(&kitchen.post("/api/export", &plain).await.text);
    plain["request"] = as_plan();
    let with_chips = first_in(&kitchen.post("/api/export", &plain).await.text);
    assert!(with_chips < alone, "{with_chips} {alone}");
}
