//! The engine over HTTP: right answers and wrong input.

use super::{Kitchen, request};
use actix_web::http::{Method, StatusCode};
use serde_json::{Value, json};

#[actix_web::test]
async fn plan_answers_what_the_contract_names() {
    let answer = Kitchen::new().post("/api/plan", &request()).await;
    assert_eq!(answer.status, StatusCode::OK, "{}", answer.json);
    for name in [
        "off_heat_s",
        "turns_s",
        "rest_s",
        "look_from_s",
        "latest_s",
        "core_at_off_c",
        "core_peak_c",
        "thin_end_peak_c",
        "overcooked_share",
        "even_share",
        "crust_mm",
        "weight_loss_share",
        "pan_low_c",
        "steps",
        "warnings",
    ] {
        assert!(!answer.json[name].is_null(), "{name} is missing");
    }
    assert!(answer.json["window"]["early_s"].as_f64().unwrap() > 0.0);
    assert_eq!(answer.json["safety"]["food_code_63c_15s"], json!(false));
    let peak = answer.json["core_peak_c"].as_f64().unwrap();
    // Right when it is served, and a little more on the plate.
    assert!((53.9..55.0).contains(&peak), "{peak}");
    let turn = answer.json["turns_s"][0].as_f64().unwrap();
    let off = answer.json["off_heat_s"].as_f64().unwrap();
    assert!((turn / off - 0.85).abs() < 1e-6);
}

#[actix_web::test]
async fn plan_with_range_brackets_the_middle() {
    let mut asked = request();
    asked["range"] = json!(true);
    asked["field"] = json!({ "times": 40, "depths": 12 });
    let answer = Kitchen::new().post("/api/plan", &asked).await.json;
    let at = |name: &str| answer[name].as_f64().unwrap();
    assert!(at("look_from_s") < at("off_heat_s") - 5.0);
    assert!(at("latest_s") > at("off_heat_s") + 5.0);
    assert_eq!(answer["field"]["times"], 40);
    assert!(answer["thin_field"]["state"].as_str().unwrap().len() >= 40 * 12);
}

#[actix_web::test]
async fn simulate_agrees_with_the_plan_it_repeats() {
    let kitchen = Kitchen::new();
    let plan = kitchen.post("/api/plan", &request()).await.json;
    let (turn, off) = (
        plan["turns_s"][0].as_f64().unwrap(),
        plan["off_heat_s"].as_f64().unwrap(),
    );
    let mut asked = request();
    asked
        .as_object_mut()
        .unwrap()
        .retain(|key, _| key == "piece" || key == "method");
    asked["times"] = json!({ "sides_s": [turn, off - turn], "rest_s": plan["rest_s"] });
    let answer = kitchen.post("/api/simulate", &asked).await;
    assert_eq!(answer.status, StatusCode::OK, "{}", answer.json);
    for name in [
        "core_at_off_c",
        "core_peak_c",
        "probe_at_off_c",
        "probe_peak_c",
        "eat_by_s",
    ] {
        let (a, b) = (
            answer.json[name].as_f64().unwrap(),
            plan[name].as_f64().unwrap(),
        );
        assert!((a - b).abs() < 1e-6, "{name}: {a} {b}");
    }
    assert!(answer.json["heat_imbalance_share"].as_f64().unwrap() < 1e-3);
    let series = answer.json["series"].as_array().unwrap();
    assert_eq!(series[0]["core_c"], json!(8.0));
    assert!(series.len() > 100);
}

#[actix_web::test]
async fn settle_answers_the_heat_that_meets_the_time() {
    let mut plan = request();
    plan["method"] = json!({ "kind": "hot_roast" });
    let asked = json!({ "plan": plan, "within_s": 780 });
    let answer = Kitchen::new().post("/api/settle", &asked).await;
    assert_eq!(answer.status, StatusCode::OK, "{}", answer.json);
    assert_eq!(
        (&answer.json["key"], &answer.json["met"]),
        (&json!("oven_c"), &json!(true))
    );
    assert!(answer.json["plan"]["off_heat_s"].as_f64().unwrap() <= 780.0);
}

#[actix_web::test]
async fn a_cold_batch_pulls_the_oil_down_and_more_pulls_it_further() {
    let kitchen = Kitchen::new();
    let low = |pieces: u32, litres: f64| {
        let mut asked = request();
        asked["piece"]["pieces"] = json!(pieces);
        asked["method"] = json!({ "kind": "deep_fry_batter", "oil_c": 180, "oil_l": litres,
            // All at once, whatever a batch should be.
            "load_g": 170 * pieces });
        let kitchen = &kitchen;
        async move {
            let answer = kitchen.post("/api/plan", &asked).await.json;
            assert!(answer["pan_low_c"].is_null());
            answer["oil_low_c"].as_f64().unwrap()
        }
    };
    let (one, six, six_in_much) = (low(1, 3.0).await, low(6, 3.0).await, low(6, 12.0).await);
    assert!(
        six < one - 5.0 && six_in_much > six + 2.0,
        "{one} {six} {six_in_much}"
    );
}

#[actix_web::test]
async fn signs_come_in_the_cooks_words() {
    let answer = Kitchen::new().post("/api/plan", &request()).await.json;
    let signs = &answer["signs"];
    let release = signs["skin_release_s"].as_f64().unwrap();
    // The skin lets go well before the turn.
    assert!(
        release > 10.0 && release < answer["turns_s"][0].as_f64().unwrap(),
        "{release}"
    );
    let line = signs["cooked_line"].as_array().unwrap();
    let height = |i: usize| line[i]["height_share"].as_f64().unwrap();
    assert!(
        (1..line.len()).all(|i| height(i) >= height(i - 1)),
        "the line never falls"
    );
    // Warm on the lip, neither cold nor hot.
    assert!(["just_warm", "warm"].contains(&signs["lip"].as_str().unwrap()));
    let butter = answer["fats"]
        .as_array()
        .unwrap()
        .iter()
        .find(|f| f["key"] == "butter")
        .unwrap();
    assert!(butter["margin_k"].as_f64().unwrap() < 0.0);
}

/// A steady wall: the middle lies halfway between two held faces.
#[actix_web::test]
async fn heat_solves_a_wall() {
    let wall = json!({
        "geometry": "slab", "thickness_mm": 25, "k_w_mk": 0.5, "rho_kg_m3": 1055,
        "cp_j_kgk": 3700, "start_c": 5,
        "stages": [{ "duration_s": 40000, "low": { "surface_c": 100 }, "high": { "surface_c": 20 } }],
        "report_s": [40000], "at_share": [0, 0.5, 1]
    });
    let answer = Kitchen::new().post("/api/heat", &wall).await;
    let row = &answer.json["temperature_c"][0];
    for (i, wanted) in [100.0, 60.0, 20.0].into_iter().enumerate() {
        assert!((row[i].as_f64().unwrap() - wanted).abs() < 0.01, "{row}");
    }
}

/// The middle beside the coldest point, and until when peaks count; a higher body takes longer, a hot plate
/// less; what no fish is, is said beside its field.
#[actix_web::test]
async fn a_plan_says_what_a_probe_meets_and_when_to_eat() {
    let kitchen = Kitchen::new();
    let whole = |part: Value| {
        let mut piece = json!({ "fish": "sea_bass", "cut": "whole_round", "thickness_mm": 40 });
        for (key, value) in part.as_object().unwrap() {
            piece[key] = value.clone();
        }
        json!({ "piece": piece, "method": { "kind": "grill_direct" } })
    };
    let plan = kitchen.post("/api/plan", &whole(json!({}))).await.json;
    let at = |plan: &Value, name: &str| plan[name].as_f64().unwrap();
    assert!(at(&plan, "probe_at_off_c") > at(&plan, "core_at_off_c"));
    assert!(at(&plan, "probe_peak_c") >= at(&plan, "core_peak_c"));
    let served = at(&plan, "off_heat_s") + at(&plan, "rest_s");
    assert!(at(&plan, "eat_by_s") > served && at(&plan, "core_peak_s") <= at(&plan, "eat_by_s"));
    let steps = plan["steps"].as_array().unwrap();
    let is_served = |step: &&Value| (at(step, "at_s") - served).abs() < 1e-6;
    let serve = steps.iter().find(is_served).unwrap();
    assert!(serve["at_c"].as_f64().unwrap() <= at(&plan, "probe_peak_c") + 1e-6);
    for (part, longer) in [
        (json!({ "height_mm": 60 }), false),
        (json!({ "height_mm": 120 }), true),
        (json!({ "rest_on": "cold_plate" }), true),
        (json!({ "cavity": "stuffed" }), true),
    ] {
        let other = kitchen.post("/api/plan", &whole(part.clone())).await.json;
        let is = at(&other, "off_heat_s") > at(&plan, "off_heat_s");
        assert_eq!(is, longer, "{part}");
    }
    let flat = kitchen
        .post("/api/plan", &whole(json!({ "height_mm": 30 })))
        .await;
    assert_eq!(
        (flat.status.as_u16(), flat.field()),
        (422, "piece.height_mm")
    );
}

fn lying(geometry: &str) -> Value {
    let steam = json!({ "h_w_m2k": 800, "fluid_c": 99 });
    json!({
        "geometry": geometry, "thickness_mm": 40, "k_w_mk": 0.5, "rho_kg_m3": 1000, "cp_j_kgk": 3900,
        "start_c": 8, "stages": [{ "duration_s": 600, "low": steam, "high": steam }],
        "report_s": [600], "at_share": [0.5]
    })
}

/// A whole fish of 40 by 85 mm in steam: 8 C to 27 to 33 C in ten minutes, whether in one dimension or in two.
#[actix_web::test]
async fn heat_follows_a_section() {
    let kitchen = Kitchen::new();
    let mut ellipse = lying("ellipse");
    ellipse["height_mm"] = json!(85);
    let one = kitchen.post("/api/heat", &ellipse).await.json;
    ellipse["two_dimensional"] = json!(true);
    let two = kitchen.post("/api/heat", &ellipse).await.json;
    let at = |answer: &Value, pointer: &str| answer.pointer(pointer).and_then(Value::as_f64);
    let centre = at(&two, "/centre_c/0").unwrap();
    let column = at(&one, "/temperature_c/0/0").unwrap();
    assert!(at(&one, "/centre_c/0").is_none(), "{one}");
    assert_eq!(at(&two, "/temperature_c/0/0"), Some(centre));
    assert!((column - centre).abs() < 1.5, "{column} {centre}");
    assert!(at(&two, "/coldest_c/0").unwrap() <= centre + 1e-6);
    // An empty belly leaves less to heat.
    ellipse["hollow"] = json!(true);
    let hollow = kitchen.post("/api/heat", &ellipse).await.json;
    assert!(at(&hollow, "/coldest_c/0") > at(&two, "/coldest_c/0"));

    let mut taper = lying("taper");
    taper["two_dimensional"] = json!(true);
    for (name, mm) in [("thin_mm", 8.0), ("width_mm", 70.0)] {
        let refused = kitchen.post("/api/heat", &taper).await;
        assert_eq!((refused.status.as_u16(), refused.field()), (422, name));
        taper[name] = json!(mm);
    }
    let answer = kitchen.post("/api/heat", &taper).await.json;
    assert!(at(&answer, "/coldest_c/0").unwrap() > 20.0, "{answer}");
    taper["two_dimensional"] = json!(false);
    let flat = kitchen.post("/api/heat", &taper).await;
    assert_eq!(
        (flat.status.as_u16(), flat.field()),
        (422, "two_dimensional")
    );
    let mut slab = lying("slab");
    slab["height_mm"] = json!(85);
    let answer = kitchen.post("/api/heat", &slab).await;
    assert_eq!((answer.status.as_u16(), answer.field()), (400, "height_mm"));
}

#[actix_web::test]
async fn rank_orders_by_what_is_wished() {
    let kitchen = Kitchen::new();
    let rank = |wish: &'static str| {
        let asked = json!({ "piece": request()["piece"], "wishes": { wish: true } });
        let kitchen = &kitchen;
        async move {
            let answer = kitchen.post("/api/rank", &asked).await;
            assert_eq!(answer.status, StatusCode::OK, "{}", answer.json);
            answer.json["ways"].as_array().unwrap().clone()
        }
    };
    let place = |ways: &[Value], kind: &str| ways.iter().position(|w| w["kind"] == kind).unwrap();
    let crisp = rank("crisp").await;
    assert!(place(&crisp, "sear_skin_first") < place(&crisp, "slow_bake"));
    let easy = rank("hands_off").await;
    assert!(place(&easy, "slow_bake") < place(&easy, "sear_skin_first"));
}

#[actix_web::test]
async fn fish_are_listed_with_levels_and_sources() {
    let list = Kitchen::new().get("/api/fish").await.json;
    let fish = list["fish"].as_array().unwrap();
    assert!(fish.len() >= 12);
    for one in fish {
        let usual = &one["usual_level"];
        assert!(
            one["levels"]
                .as_array()
                .unwrap()
                .iter()
                .any(|l| &l["key"] == usual),
            "{one}"
        );
        assert!(!one["source"].as_str().unwrap().is_empty());
    }
    assert_eq!(list["food_code"]["core_c"], json!(63.0));
}

/// Wrong input as data: path into the request, value, status, code, field.
#[actix_web::test]
async fn wrong_input_names_the_field() {
    let kitchen = Kitchen::new();
    let cases: Value = serde_json::from_str(include_str!("wrong_input.json")).unwrap();
    for case in cases.as_array().unwrap() {
        let mut asked = request();
        let path = case["path"].as_str().unwrap();
        let (parent, leaf) = path.rsplit_once('/').unwrap();
        let target = asked.pointer_mut(parent).unwrap().as_object_mut().unwrap();
        if case["value"] == json!("REMOVE") {
            target.remove(leaf);
        } else {
            target.insert(leaf.to_owned(), case["value"].clone());
        }
        let answer = kitchen.post("/api/plan", &asked).await;
        assert_eq!(
            answer.status.as_u16(),
            case["status"].as_u64().unwrap() as u16,
            "{case} {}",
            answer.json
        );
        assert_eq!(answer.code(), case["code"], "{case} {}", answer.json);
        assert_eq!(answer.field(), case["field"], "{case} {}", answer.json);
        assert!(!answer.json["error"]["message"].as_str().unwrap().is_empty());
    }
}

#[actix_web::test]
async fn broken_and_oversized_bodies_are_answered_in_the_same_form() {
    let kitchen = Kitchen::new();
    for body in [
        "",
        "{",
        "[1,2",
        "nonsense",
        "{\"piece\":{\"thickness_mm\":1e999}}",
        "{\"piece\":{\"thickness_mm\":NaN}}",
    ] {
        let answer = kitchen.ask(Method::POST, "/api/plan", body).await;
        assert_eq!(answer.status, StatusCode::BAD_REQUEST, "{body}");
        assert_eq!(answer.code(), "bad_json", "{body}");
    }
    let mut trailing = request().to_string();
    trailing.push_str(" {}");
    assert_eq!(
        kitchen
            .ask(Method::POST, "/api/plan", trailing)
            .await
            .code(),
        "bad_json"
    );
    let large = vec![b' '; 300 * 1024];
    let answer = kitchen.ask(Method::POST, "/api/plan", large).await;
    assert_eq!(answer.status, StatusCode::PAYLOAD_TOO_LARGE);
    assert_eq!(answer.code(), "too_large");
}

#[actix_web::test]
async fn unknown_addresses_under_api_are_not_the_page() {
    let answer = Kitchen::new().get("/api/nothing").await;
    assert_eq!(
        (answer.status, answer.code()),
        (StatusCode::NOT_FOUND, "not_found")
    );
}

#[actix_web::test]
async fn every_endpoint_is_described() {
    let doc = Kitchen::new().get("/api/openapi.json").await.json;
    let mut paths: Vec<&String> = doc["paths"].as_object().unwrap().keys().collect();
    paths.sort();
    assert_eq!(
        paths,
        [
            "/api/board",
            "/api/board/calendar",
            "/api/board/end",
            "/api/board/table",
            "/api/book",
            "/api/cards",
            "/api/cards/{id}",
            "/api/cards/{id}/restore",
            "/api/clock",
            "/api/cook",
            "/api/cooks",
            "/api/cooks/gone",
            "/api/cooks/{id}",
            "/api/cooks/{id}/events",
            "/api/cooks/{id}/probe",
            "/api/cooks/{id}/restore",
            "/api/cooks/{id}/trace",
            "/api/cool",
            "/api/cut_open",
            "/api/export",
            "/api/fish",
            "/api/freshness",
            "/api/health",
            "/api/heat",
            "/api/import",
            "/api/kit",
            "/api/kitchen",
            "/api/knowledge",
            "/api/leftover",
            "/api/live",
            "/api/notices",
            "/api/openapi.json",
            "/api/own-fish",
            "/api/owner/devices",
            "/api/owner/devices/{id}",
            "/api/owner/passcode",
            "/api/owner/restore",
            "/api/plan",
            "/api/portions",
            "/api/prep",
            "/api/probes",
            "/api/rank",
            "/api/scales",
            "/api/scales/read",
            "/api/schools",
            "/api/service",
            "/api/services",
            "/api/services/{id}/table",
            "/api/session",
            "/api/settle",
            "/api/sheet",
            "/api/shelf",
            "/api/shelf/{id}",
            "/api/shelf/{id}/restore",
            "/api/shopping",
            "/api/simulate",
            "/api/thaw",
            "/api/together",
            "/api/whole"
        ]
    );
    for (path, methods) in doc["paths"].as_object().unwrap() {
        for (method, it) in methods.as_object().unwrap() {
            for (status, response) in it["responses"].as_object().unwrap() {
                assert!(
                    !response["description"].as_str().unwrap().is_empty(),
                    "{method} {path} {status}"
                );
            }
        }
    }
}

#[actix_web::test]
async fn frozen_fish_thaws_and_cooked_fish_cools() {
    let kitchen = Kitchen::new();
    let block = json!({ "fish": "hake", "thickness_mm": 40, "start_c": -18 });
    let thaw = json!({ "piece": block, "how": "water", "at_c": 12 });
    let answer = kitchen.post("/api/thaw", &thaw).await;
    assert_eq!(answer.json["within_limit"], json!(true), "{}", answer.json);
    let in_water = answer.json["thawed_s"].as_f64().unwrap();
    let fridge = json!({ "piece": block, "how": "fridge" });
    let in_fridge = kitchen.post("/api/thaw", &fridge).await.json["thawed_s"].as_f64();
    assert!(in_fridge.unwrap() > 4.0 * in_water);

    // In the room: an answer, and the answer is never (Food Code 3-501.13).
    let room = json!({ "piece": block, "how": "room" });
    let never = kitchen.post("/api/thaw", &room).await.json;
    assert_eq!(never["refused"][0]["code"], "room_thaw", "{never}");
    assert_eq!(answer.json["refused"], json!([]));
    assert_eq!(answer.json["notices"][0]["code"], "vacuum_pack");

    let fresh = json!({ "piece": { "fish": "hake", "thickness_mm": 40 }, "how": "fridge" });
    let refused = kitchen.post("/api/thaw", &fresh).await;
    assert_eq!(refused.status, StatusCode::UNPROCESSABLE_ENTITY);
    assert_eq!(refused.field(), "piece.start_c");

    let cooked = json!({ "piece": { "fish": "hake", "thickness_mm": 40 }, "from_c": 63,
                         "how": "ice_water" });
    let cooled = kitchen.post("/api/cool", &cooked).await.json;
    assert_eq!(cooled["within_limit"], json!(true), "{cooled}");
    assert!(cooled["to_21c_s"].as_f64() < cooled["to_5c_s"].as_f64());
}

#[actix_web::test]
async fn a_fryer_says_how_much_it_takes_and_whether_its_fat_smokes() {
    let mut asked = request();
    asked["method"] = json!({ "kind": "deep_fry_batter", "fat": "butter" });
    let answer = Kitchen::new().post("/api/plan", &asked).await.json;
    let batch = &answer["batch"];
    assert!(batch["most_g"].as_f64().unwrap() > 0.0, "{answer}");
    let pieces = batch["most_g"].as_f64().unwrap() / 170.0;
    assert_eq!(batch["most_pieces"].as_f64().unwrap(), pieces.floor());
    let warnings = answer["warnings"].as_array().unwrap();
    assert!(
        warnings.iter().any(|w| w["code"] == "fat_smokes"),
        "{answer}"
    );
    let parts =
        answer["evaporated_share"].as_f64().unwrap() + answer["juice_share"].as_f64().unwrap();
    assert!((parts - answer["weight_loss_share"].as_f64().unwrap()).abs() < 1e-9);
}

/// Whatever a plan offers as a setting can be asked for.
#[actix_web::test]
async fn every_setting_offered_can_be_asked_for() {
    let kitchen = Kitchen::new();
    let asked = json!({ "piece": request()["piece"], "target": request()["target"] });
    let ways = kitchen.post("/api/rank", &asked).await.json;
    let mut seen = 0;
    for way in ways["ways"]
        .as_array()
        .unwrap()
        .iter()
        .filter(|w| w["suits"] == true)
    {
        let mut again = request();
        again["method"] = json!({ "kind": way["kind"] });
        for setting in way["plan"]["settings"].as_array().unwrap() {
            let key = setting["key"].as_str().unwrap();
            again["method"][key] = setting["control"]["value"].clone();
            seen += 1;
        }
        let answer = kitchen.post("/api/plan", &again).await;
        assert_eq!(answer.status, StatusCode::OK, "{}", answer.json);
        assert_eq!(
            answer.json["off_heat_s"], way["plan"]["off_heat_s"],
            "{}",
            way["kind"]
        );
    }
    assert!(seen > 60, "{seen}");
}

#[actix_web::test]
async fn a_chosen_piece_is_cut_open_as_its_plan_has_it() {
    let kitchen = Kitchen::new();
    let bass = json!({
        "piece": { "fish": "sea_bass", "cut": "whole_round", "thickness_mm": 45, "height_mm": 100 },
        "method": { "kind": "steam" },
        "range": false
    });
    let plan = kitchen.post("/api/plan", &bass).await.json;
    let asked = json!({ "plan": bass, "moments": 5, "columns": 40 });
    let answer = kitchen.post("/api/cut_open", &asked).await;
    assert_eq!(answer.status, StatusCode::OK, "{}", answer.json);
    let opened = answer.json;
    assert_eq!(opened["moments"], 5);
    let size = [0, 1].map(|i| opened["size_mm"][i].as_f64().unwrap());
    assert!((size[0] - 100.0).abs() < 1e-6 && (size[1] - 45.0).abs() < 1e-6);
    assert!(!opened["belly_mm"].as_array().unwrap().is_empty());
    let eaten_s = plan["eat_by_s"].as_f64().unwrap();
    assert!((opened["end_s"].as_f64().unwrap() - eaten_s).abs() < 1e-6);
    // Two models of one piece: the middle of the last moment is near what the plan lands at.
    let lands_c = plan["probe_peak_c"].as_f64().unwrap();
    let ends_c = opened["middle_c"][4].as_f64().unwrap();
    assert!((ends_c - lands_c).abs() < 4.0, "{ends_c} {lands_c}");

    for (wrong, field) in [
        (
            json!({ "plan": bass, "moments": 5, "columns": 4000 }),
            "columns",
        ),
        (
            json!({ "plan": bass, "moments": 1, "columns": 40 }),
            "moments",
        ),
        (
            json!({ "plan": { "piece": { "fish": "hake", "thickness_mm": 900 }, "method": { "kind": "steam" } }, "moments": 5, "columns": 40 }),
            "plan.piece.thickness_mm",
        ),
        (
            json!({ "plan": {
                "piece": { "fish": "hake", "thickness_mm": 25 }, "method": { "kind": "steam" },
                "times": { "sides_s": [14000], "rest_s": 0 },
            }, "moments": 5, "columns": 40 }),
            "plan.times",
        ),
    ] {
        let answer = kitchen.post("/api/cut_open", &wrong).await;
        assert_eq!(
            answer.status,
            StatusCode::UNPROCESSABLE_ENTITY,
            "{}",
            answer.json
        );
        assert_eq!(answer.field(), field);
    }
}

#[actix_web::test]
async fn ways_are_set_for_the_thickness_and_a_card_can_have_both() {
    let kitchen = Kitchen::new();
    let mut held = Vec::new();
    for mm in [12, 20, 28, 40] {
        let piece = json!({ "fish": "hake", "thickness_mm": mm });
        let ranked = kitchen
            .post("/api/rank", &json!({ "piece": piece }))
            .await
            .json;
        let ways = ranked["ways"].as_array().unwrap();
        let sear = ways
            .iter()
            .find(|w| w["kind"] == "sear_skin_first")
            .unwrap();
        let plan = &sear["plan"];
        let mut method = json!({ "kind": "sear_skin_first" });
        for one in plan["fitted"].as_array().unwrap() {
            assert!(!one["why"].as_str().unwrap().is_empty() && one["value"] != one["usual"]);
            method[one["key"].as_str().unwrap()] = one["value"].clone();
        }
        // The card with what is fitted is the row; without, the usual, which says what would fit.
        let ask = |method: Value| json!({ "piece": piece, "method": method, "range": false });
        let card = kitchen.post("/api/plan", &ask(method)).await.json;
        assert_eq!(card["off_heat_s"], plan["off_heat_s"]);
        let usual = kitchen
            .post("/api/plan", &ask(json!({ "kind": "sear_skin_first" })))
            .await
            .json;
        assert_eq!(usual["fitted"], plan["fitted"]);
        assert!(
            mm == 20 || usual["off_heat_s"] != plan["off_heat_s"],
            "{mm}"
        );
        let setting = plan["settings"].as_array().unwrap();
        let hold = setting.iter().find(|s| s["key"] == "hold_c").unwrap();
        held.push(hold["control"]["value"].as_f64().unwrap());
        // Nothing is said twice on a screen.
        let mut said: Vec<&str> = ways
            .iter()
            .filter(|w| w["suits"] == true)
            .flat_map(|w| w["reasons"].as_array().unwrap())
            .map(|r| r["message"].as_str().unwrap())
            .collect();
        let all = said.len();
        said.sort_unstable();
        said.dedup();
        assert_eq!(said.len(), all);
    }
    assert!(held.windows(2).all(|pair| pair[1] < pair[0]), "{held:?}");
}
