//! Safe words as a table: each case names its rule and says what must come of it, on the card, in Ways, in
//! a simulation and on the command line alike. The cases are in `safety.json`; those marked `own` were
//! written down before the code was tried on them.

use super::Kitchen;
use super::command_line::answer;
use actix_web::http::StatusCode;
use serde_json::{Value, json};

fn cases() -> Vec<Value> {
    serde_json::from_str(include_str!("safety.json")).unwrap()
}

/// The plan that a case asks for: what it leaves out is ordinary.
fn plan(case: &Value) -> Value {
    let mut piece = case["piece"].clone();
    if piece["thickness_mm"].is_null() {
        piece["thickness_mm"] = json!(20);
    }
    let method = case.get("method").cloned();
    let mut asked = json!({
        "piece": piece,
        "method": method.unwrap_or(json!({ "kind": "slow_bake" })),
        "kitchen": {
            "rules": case.get("rules").cloned().unwrap_or(json!("us")),
            "serves_others": case["guests"] == true
        },
        "range": false
    });
    for key in ["target", "eaters"] {
        if let Some(value) = case.get(key) {
            asked[key] = value.clone();
        }
    }
    asked
}

fn has(list: &Value, code: &str) -> bool {
    list.as_array()
        .into_iter()
        .flatten()
        .any(|n| n["code"] == code)
}

fn message<'a>(plan: &'a Value, code: &str) -> &'a str {
    let all = ["refused", "warnings"].map(|list| plan[list].as_array().unwrap());
    let found = all.into_iter().flatten().find(|n| n["code"] == code);
    found.map_or("", |n| n["message"].as_str().unwrap())
}

/// What a case comes to on a card: refused, warned, handled (a caution on the first step) or alone.
fn comes_to(plan: &Value, code: &str) -> &'static str {
    // Words that are handled at the board have no code on the wire: by what they say.
    let handled = match code {
        "spines" => "fins stab",
        "fine_bones" => "forked bones",
        _ => "no such words",
    };
    let cautions = plan["steps"][0]["cautions"].as_array();
    let at_the_board = cautions
        .into_iter()
        .flatten()
        .any(|c| c.as_str().unwrap().contains(handled));
    match (
        has(&plan["refused"], code),
        has(&plan["warnings"], code),
        at_the_board,
    ) {
        (true, ..) => "refused",
        (_, true, _) => "warned",
        (_, _, true) => "handled",
        _ => "alone",
    }
}

#[actix_web::test]
async fn every_case_ends_in_the_right_word() {
    let cases = cases();
    assert!(cases.len() >= 120);
    assert_eq!(cases.iter().filter(|c| c["own"] == true).count(), 20);
    assert!(cases.iter().filter(|c| c["second"] == true).count() >= 60);
    let kitchen = Kitchen::new();
    let mut wrong = Vec::new();
    for case in &cases {
        assert!(!case["section"].as_str().unwrap().is_empty());
        let answered = kitchen.post("/api/plan", &plan(case)).await;
        assert_eq!(answered.status, StatusCode::OK, "{case} {}", answered.json);
        let (code, is) = (case["code"].as_str().unwrap(), case["is"].as_str().unwrap());
        let came = comes_to(&answered.json, code);
        let says = case.get("says").map_or("", |s| s.as_str().unwrap());
        if came != is || !message(&answered.json, code).contains(says) {
            wrong.push(format!(
                "{}: {code} {came}, not {is} {says:?}; refused {}, warned {}",
                case["what"], answered.json["refused"], answered.json["warnings"]
            ));
        }
        // Every word names its rule, and a refusal stops the card.
        for notice in ["refused", "warnings"]
            .iter()
            .flat_map(|list| answered.json[list].as_array().unwrap())
        {
            assert!(!notice["rule"].as_str().unwrap().is_empty(), "{notice}");
        }
        let refused = !answered.json["refused"].as_array().unwrap().is_empty();
        let stopped = answered.json["steps"].as_array().unwrap().is_empty();
        assert_eq!(refused, stopped, "{}", case["what"]);
    }
    assert!(wrong.is_empty(), "{}", wrong.join("\n"));
}

/// Of the fish and of who eats, whatever the way and the times.
const OF_THE_PIECE: [&str; 15] = [
    "never_served",
    "not_covered",
    "poison",
    "kept_hot",
    "past_thawed",
    "vacuum_warm",
    "mercury_unknown",
    "out_of_cold",
    "histamine_refuse",
    "warm_ask",
    "past_days",
    "past_senses",
    "past_sign",
    "refrozen",
    "mercury_refuse",
];

/// Refused is refused everywhere: Ways plans nothing, a simulation and a search for the heat say so, and
/// so does the counter.
#[actix_web::test]
async fn law_refused_is_refused_everywhere() {
    let kitchen = Kitchen::new();
    let mut tried = 0;
    for case in cases().iter().filter(|c| c["is"] == "refused") {
        let code = case["code"].as_str().unwrap();
        let of_piece = OF_THE_PIECE.contains(&code);
        if !of_piece && !["at_risk_below_code", "parasites_raw", "serum"].contains(&code) {
            continue;
        }
        tried += 1;
        let asked = plan(case);
        let mut ranking = asked.clone();
        for key in ["method", "range"] {
            ranking.as_object_mut().unwrap().remove(key);
        }
        // Nor is it begun at the stove.
        let new = json!({ "title": "Never", "plan": asked });
        let begun = kitchen.post("/api/cooks", &new).await;
        assert_eq!(begun.json["error"]["code"], "refused", "{case}");
        let ranked = kitchen.post("/api/rank", &ranking).await.json;
        assert!(
            has(&ranked["refused"], code),
            "{case} {}",
            ranked["refused"]
        );
        for way in ranked["ways"].as_array().unwrap() {
            assert!(
                way["suits"] == false && way["plan"].is_null(),
                "{case} {way}"
            );
        }
        if of_piece {
            let simulate = json!({ "piece": asked["piece"], "kitchen": asked["kitchen"],
                "eaters": case.get("eaters").cloned().unwrap_or(json!("everyone")),
                "method": { "kind": "steam" }, "times": { "sides_s": [400], "rest_s": 60 } });
            let run = kitchen.post("/api/simulate", &simulate).await.json;
            assert!(has(&run["refused"], code), "{case} {run}");
        }
        let settled = kitchen
            .post("/api/settle", &json!({ "plan": with_bake(&asked) }))
            .await;
        assert_eq!(settled.json["met"], json!(false), "{case}");
        assert!(has(&settled.json["plan"]["refused"], code), "{case}");
        let mut counter = json!({ "which": {}, "kitchen": asked["kitchen"] });
        let piece = asked["piece"].as_object().unwrap();
        if piece.contains_key("composition") {
            continue;
        }
        for (key, value) in piece {
            match key.as_str() {
                "fish" | "own_fish" => counter["which"][key] = value.clone(),
                "thickness_mm" | "skin" => {}
                _ => counter[key] = value.clone(),
            }
        }
        for key in ["target", "eaters"] {
            if let Some(value) = case.get(key) {
                counter[key] = value.clone();
            }
        }
        let said = kitchen.post("/api/notices", &counter).await;
        assert!(has(&said.json["notices"], code), "{case} {}", said.json);
    }
    assert!(tried >= 30, "{tried}");
}

fn with_bake(asked: &Value) -> Value {
    let mut plan = asked.clone();
    plan["method"] = json!({ "kind": "slow_bake" });
    plan
}

/// The command line says what the interface says, and a refusal is an answer.
#[actix_web::test]
async fn the_command_line_refuses_with_an_answer() {
    let case = json!({ "piece": { "fish": "tuna", "keeping": [{ "hours": 24, "at_c": 10 }] } });
    let planned = answer("plan", &plan(&case));
    assert!(has(&planned["refused"], "histamine_refuse"), "{planned}");
    let http = Kitchen::new().post("/api/plan", &plan(&case)).await.json;
    assert_eq!(planned, http);
    let ambiguous = json!({ "piece": { "fish": "coley", "thickness_mm": 20 },
        "method": { "kind": "steam" } });
    let which = Kitchen::new().post("/api/plan", &ambiguous).await;
    assert_eq!(which.code(), "two_of_that_name");
    let message = which.json["error"]["message"].as_str().unwrap();
    assert!(
        message.contains("saithe") && message.contains("pollock"),
        "{message}"
    );
}

/// What must not be served is not kept as a card to cook by.
#[actix_web::test]
async fn a_refused_plan_makes_no_card() {
    let kitchen = Kitchen::new();
    let case = json!({ "piece": { "fish": "tuna", "keeping": [{ "hours": 24, "at_c": 10 }] } });
    let card = json!({ "title": "Tuna, warm", "request": plan(&case) });
    let refused = kitchen.post("/api/cards", &card).await;
    assert_eq!(refused.status, StatusCode::UNPROCESSABLE_ENTITY);
    assert_eq!((refused.code(), refused.field()), ("refused", "request"));
    let list = kitchen.get("/api/cards").await.json;
    assert_eq!(list["total"], 0, "{list}");
}

/// One record: the counter's freshness, its dangers and a lot say the same of two days at 8 C.
#[actix_web::test]
async fn one_record_speaks_with_one_voice() {
    let kitchen = Kitchen::new();
    let keeping = json!([{ "hours": 48, "at_c": 8 }]);
    let which = json!({ "fish": "mackerel" });
    let fresh = json!({ "which": which, "form": "whole", "keeping": keeping });
    let fresh = kitchen.post("/api/freshness", &fresh).await.json;
    assert_eq!(fresh["refuse"], json!(true));
    assert!(has(&fresh["notices"], "histamine_refuse"), "{fresh}");
    let dangers = json!({ "which": which, "keeping": keeping });
    let dangers = kitchen.post("/api/notices", &dangers).await.json;
    assert!(has(&dangers["notices"], "histamine_refuse"), "{dangers}");
    let lot = json!({ "items": [{ "name": "Box", "body": { "lot": {
        "fish": "mackerel", "received": super::counter::days_ago(2), "received_c": 3, "kept_c": 8 } } }] });
    let kept = kitchen.post("/api/shelf", &lot).await.json;
    let today = &kept["items"][0]["lot_today"];
    assert!(
        today["refuse"] == true && has(&today["notices"], "histamine_refuse"),
        "{kept}"
    );
    // A piece of the lot carries its record.
    let piece = json!({ "piece": { "fish": "mackerel", "keeping": today["keeping"] } });
    let planned = kitchen.post("/api/plan", &plan(&piece)).await.json;
    assert!(has(&planned["refused"], "histamine_refuse"), "{planned}");
}
