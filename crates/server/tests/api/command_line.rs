//! The command line of the contract.

use super::request;
use serde_json::{Value, json};
use std::io::Write;
use std::process::{Command, Output, Stdio};

fn cindo(command: &str, input: &str) -> Output {
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

fn answer(command: &str, input: &Value) -> Value {
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
