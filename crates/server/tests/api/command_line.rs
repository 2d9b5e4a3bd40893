//! The command line of the contract.

use super::request;
use serde_json::{Value, json};
use std::io::Write;
use std::process::{Command, Output, Stdio};

pub fn cindo(command: &str, input: &str) -> Output {
    let mut child = Command::new(env!("CARGO_BIN_EXE_cindo"))
        .args([command, "-"])
        .stdin(Stdio::piped())
        .stdout(Stdio::piped())
        .stderr(Stdio::piped())
        .spawn()
        .unwrap();
    child
        .stdin
        .take()
        .unwrap()
        .write_all(input.as_bytes())
        .unwrap();
    child.wait_with_output().unwrap()
}

pub fn answer(command: &str, input: &Value) -> Value {
    let output = cindo(command, &input.to_string());
    assert!(
        output.status.success(),
        "{}",
        String::from_utf8_lossy(&output.stderr)
    );
    serde_json::from_slice(&output.stdout).unwrap()
}

#[actix_web::test]
async fn command_line_and_http_answer_the_same() {
    let plan = answer("plan", &request());
    let http = super::Kitchen::new()
        .post("/api/plan", &request())
        .await
        .json;
    assert_eq!(plan, http);
}

#[test]
fn rank_simulate_and_heat_answer() {
    let piece = &request()["piece"];
    assert!(
        answer("rank", &json!({ "piece": piece }))["ways"]
            .as_array()
            .unwrap()
            .len()
            >= 2
    );
    let simulated = answer(
        "simulate",
        &json!({ "piece": piece, "method": { "kind": "slow_bake" }, "times": { "sides_s": [1200], "rest_s": 120 } }),
    );
    assert!(
        simulated["core_peak_c"].as_f64().unwrap() > simulated["core_at_off_c"].as_f64().unwrap()
    );
    let heated = answer(
        "heat",
        &json!({ "geometry": "sphere", "thickness_mm": 20, "k_w_mk": 0.5, "rho_kg_m3": 1000, "cp_j_kgk": 4000,
                 "start_c": 5, "stages": [{ "duration_s": 60, "low": { "insulated": true }, "high": { "insulated": true } }],
                 "report_s": [60], "at_share": [0.5] }),
    );
    // Insulated, nothing changes; 1e-6 is rounding.
    assert!((heated["temperature_c"][0][0].as_f64().unwrap() - 5.0).abs() < 1e-6);
}

#[test]
fn settle_thaw_and_cool_answer() {
    let mut plan = request();
    plan["method"] = json!({ "kind": "slow_bake" });
    let settled = answer("settle", &json!({ "plan": plan, "within_s": 1500 }));
    assert_eq!(settled["key"], "oven_c");
    let found = settled["plan"]["settings"].as_array().unwrap();
    let oven = found.iter().find(|s| s["key"] == "oven_c").unwrap();
    assert_eq!(oven["control"]["value"], settled["value"]);
    assert!(settled["plan"]["off_heat_s"].as_f64().unwrap() <= 1500.0);

    let mut frozen = request()["piece"].clone();
    frozen["start_c"] = json!(-18);
    let fridge = answer("thaw", &json!({ "piece": frozen, "how": "fridge" }));
    let water = answer(
        "thaw",
        &json!({ "piece": frozen, "how": "water", "at_c": 10 }),
    );
    let s = |answer: &Value| answer["thawed_s"].as_f64().unwrap();
    assert!(s(&water) < 0.2 * s(&fridge), "{water} {fridge}");

    let piece = &request()["piece"];
    let cooled = answer(
        "cool",
        &json!({ "piece": piece, "from_c": 62, "how": "ice_water" }),
    );
    assert_eq!(cooled["within_limit"], true);
    assert!(cooled["to_21c_s"].as_f64().unwrap() < cooled["to_5c_s"].as_f64().unwrap());
    let wrong = cindo(
        "thaw",
        &json!({ "piece": piece, "how": "fridge" }).to_string(),
    );
    assert_eq!(wrong.status.code(), Some(2));
    assert!(String::from_utf8_lossy(&wrong.stderr).contains("piece.start_c"));
}

/// One question instead of three plans: the piece asked for says when, the other what becomes of it.
#[test]
fn another_truth_at_these_times() {
    let mut asked = request();
    asked["range"] = json!(false);
    let planned = answer("plan", &asked);
    asked["truth"] =
        json!({ "thickness_mm": request()["piece"]["thickness_mm"].as_f64().unwrap() + 2.0 });
    let thicker = answer("plan", &asked);
    assert_eq!(planned["off_heat_s"], thicker["off_heat_s"]);
    let peak = |plan: &Value| plan["core_peak_c"].as_f64().unwrap();
    assert!(peak(&thicker) < peak(&planned) - 1.0);
    let off = planned["off_heat_s"].as_f64().unwrap();
    let turn = planned["turns_s"][0].as_f64().unwrap();
    let times = json!({ "sides_s": [turn, off - turn], "rest_s": planned["rest_s"] });
    let simulated = answer(
        "simulate",
        &json!({ "piece": asked["piece"], "method": asked["method"], "times": times, "truth": asked["truth"] }),
    );
    assert!((peak(&simulated) - peak(&thicker)).abs() < 1e-6);
}

/// The kitchen travels whole: a pan of its own is offered, taken, and no fryer means no frying.
#[test]
fn a_kitchen_of_ones_own() {
    let kitchen = json!({ "altitude_m": 300, "rules": "eu_uk", "kit": {
        "pans": ["cast_iron", { "key": "blue", "name": "blue steel", "capacity_j_m2k": 9e3,
                                "bottom_m2": 0.06, "loss_w_m2k": 25 }],
        "fryers": [] } });
    let mut asked = request();
    asked["kitchen"] = kitchen.clone();
    asked["method"] = json!({ "kind": "sear_skin_first", "pan": "blue" });
    let plan = answer("plan", &asked);
    let pan = &plan["settings"][0];
    assert_eq!(
        (&pan["key"], &pan["control"]["value"]),
        (&json!("pan"), &json!("blue"))
    );
    assert_eq!(pan["control"]["options"].as_array().unwrap().len(), 2);
    let ways = answer(
        "rank",
        &json!({ "piece": asked["piece"], "kitchen": kitchen }),
    );
    let frying = ways["ways"].as_array().unwrap().iter();
    let frying = frying.filter(|w| w["kind"].as_str().unwrap().starts_with("deep_fry"));
    assert_eq!(frying.filter(|w| w["suits"] == false).count(), 2);
}

#[test]
fn bad_input_exits_2_with_the_error_form() {
    let mut thick = request();
    thick["piece"]["thickness_mm"] = json!(400);
    for (input, code, field) in [
        (thick.to_string(), "out_of_range", "piece.thickness_mm"),
        ("{".to_owned(), "bad_json", ""),
        (
            json!({ "piece": request()["piece"], "method": { "kind": "slow_bake", "pan_c": 200 } })
                .to_string(),
            "no_such_setting",
            "method.pan_c",
        ),
    ] {
        let output = cindo("plan", &input);
        assert_eq!(output.status.code(), Some(2));
        assert!(output.stdout.is_empty());
        let error: Value = serde_json::from_slice(&output.stderr).unwrap();
        assert_eq!(error["error"]["code"], code);
        assert_eq!(error["error"]["field"], field);
        assert!(!error["error"]["message"].as_str().unwrap().is_empty());
    }
    let times = json!({ "piece": request()["piece"], "method": { "kind": "slow_bake" }, "times": { "sides_s": [1, 2], "rest_s": 1 } });
    let output = cindo("simulate", &times.to_string());
    assert_eq!(output.status.code(), Some(2));
    assert!(String::from_utf8_lossy(&output.stderr).contains("times.sides_s"));
}

/// What would make a recipe's times right is said in the same number as by a plan of those times, and it does.
#[test]
fn simulate_says_what_would_make_times_right() {
    let mut asked = json!({ "piece": request()["piece"], "method": request()["method"],
        "target": { "level": "just_set" }, "times": { "sides_s": [240, 60], "rest_s": 120 } });
    let simulated = answer("simulate", &asked);
    let mut plan = request();
    plan["target"] = asked["target"].clone();
    plan["times"] = asked["times"].clone();
    let planned = answer("plan", &plan);
    assert_eq!(simulated["change_s"], planned["change_s"]);
    let by = simulated["change_s"].as_f64().unwrap();
    assert!(by > 30.0, "{by}");
    asked["times"]["sides_s"][1] = json!(60.0 + by);
    let right = answer("simulate", &asked);
    assert!(
        right["change_s"].as_f64().unwrap().abs() < 1.0,
        "{}",
        right["change_s"]
    );
    let low = planned["target"]["low_c"].as_f64().unwrap();
    // It is there when it is served, and gains a little on the plate.
    let gained = right["core_peak_c"].as_f64().unwrap() - low;
    assert!((-0.5..2.0).contains(&gained), "{gained}");
    asked.as_object_mut().unwrap().remove("target");
    assert!(answer("simulate", &asked)["change_s"].is_null());
}

#[test]
fn schools_together_and_card_answer_as_the_service_does() {
    let mut plan = request();
    plan["range"] = json!(false);
    let schools = answer("schools", &json!({ "plan": plan }));
    let first = &schools["schools"][0];
    assert_eq!(first["options"][0]["now"], json!(true), "{first}");
    assert_eq!(
        first["options"][0]["figures"],
        answer("plan", &plan)["figures"]
    );
    let together = answer(
        "together",
        &json!({ "plan": plan, "beside": [{ "thickness_mm": 15 }] }),
    );
    let [thick, thin] = together["pieces"].as_array().unwrap().as_slice() else {
        panic!("two pieces");
    };
    assert!(thin["in_s"].as_f64().unwrap() > thick["in_s"].as_f64().unwrap());
    let card = json!({ "title": "Cod", "request": plan, "as": "recipe" });
    assert_eq!(answer("card", &card)["@type"], "Recipe");
    let csv = cindo(
        "card",
        &json!({ "title": "Cod", "request": plan, "as": "csv" }).to_string(),
    );
    assert!(csv.stdout.starts_with(b"time_s,"));
    let bad = cindo(
        "card",
        &json!({ "title": "Cod", "request": plan, "as": "calendar" }).to_string(),
    );
    assert_eq!(bad.status.code(), Some(2));
    assert!(String::from_utf8_lossy(&bad.stderr).contains("in_at"));
}
