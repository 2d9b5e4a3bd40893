//! The description of the API against what the application does: every bound that is written there is
//! the bound that holds.

use super::Kitchen;
use actix_web::http::StatusCode;
use serde_json::{Value, json};
use std::collections::BTreeSet;

fn hake() -> Value {
    json!({ "fish": "hake", "thickness_mm": 30 })
}

fn plan() -> Value {
    json!({ "piece": hake(), "method": { "kind": "steam" }, "range": false })
}

fn prep() -> Value {
    json!({ "piece": hake(), "method": { "kind": "steam" } })
}

fn service() -> Value {
    json!({ "tickets": [{ "id": "table 1", "plates": [{ "id": "peas", "side": { "kind": "peas" } }] }] })
}

fn cook(event: Value) -> Value {
    let event = with(with(event, "id", json!("a")), "at_s", json!(0));
    json!({ "plan": plan(), "events": [event], "now_s": 10 })
}

/// Schema, endpoint, a request that does, and where in it the schema stands.
fn asked() -> Vec<(&'static str, &'static str, Value, &'static str)> {
    let which = json!({ "fish": "hake" });
    let lot = json!({ "fish": "hake", "received": "2026-05-31", "received_c": 2, "kept_c": 0,
                      "frozen": "2026-05-31", "frozen_at_c": -20 });
    let faces = json!({ "surface_c": 80 });
    vec![
        ("PieceWire", "/api/plan", plan(), "/piece"),
        (
            "TargetWire",
            "/api/plan",
            with(plan(), "target", json!({ "low_c": 50, "high_c": 54 })),
            "/target",
        ),
        (
            "KitchenAsked",
            "/api/plan",
            with(plan(), "kitchen", json!({})),
            "/kitchen",
        ),
        (
            "FieldAsked",
            "/api/plan",
            with(plan(), "field", json!({ "times": 20, "depths": 20 })),
            "/field",
        ),
        (
            "CookRequest",
            "/api/cook",
            cook(json!({ "kind": "in" })),
            "",
        ),
        (
            "BesideCookWire",
            "/api/cook",
            with(
                cook(json!({ "kind": "in" })),
                "beside",
                json!([{ "plan": plan(), "in_s": 0 }]),
            ),
            "/beside/0",
        ),
        (
            "EventsNew",
            "/api/cooks/c1/events",
            json!({ "sent_s": 0, "events": [] }),
            "",
        ),
        (
            "Event",
            "/api/cook",
            cook(json!({ "kind": "in" })),
            "/events/0",
        ),
        (
            "Happened",
            "/api/cook",
            cook(json!({ "kind": "in" })),
            "/events/0",
        ),
        ("PlanRequest", "/api/plan", plan(), ""),
        ("PrepRequest", "/api/prep", prep(), ""),
        ("ServiceRequest", "/api/service", service(), ""),
        ("TicketWire", "/api/service", service(), "/tickets/0"),
        (
            "Preparation",
            "/api/plan",
            with(plan(), "prep", json!({})),
            "/prep",
        ),
        (
            "SaltAsked",
            "/api/prep",
            with(prep(), "salt", json!({ "school": "brine" })),
            "/salt",
        ),
        (
            "MarinadeAsked",
            "/api/prep",
            with(prep(), "marinade", json!({ "kind": "acid" })),
            "/marinade",
        ),
        (
            "CoatAsked",
            "/api/prep",
            json!({ "piece": { "fish": "sea_bass", "cut": "whole_round", "thickness_mm": 50, "mass_g": 700 },
                    "method": { "kind": "salt_crust" }, "coat": { "kind": "salt_crust" } }),
            "/coat",
        ),
        (
            "OwnItem",
            "/api/prep",
            with(
                prep(),
                "sides",
                json!([{ "kind": "own", "name": "peas", "items": [{ "what": "peas", "g": 100 }],
                         "acts": [{ "words": "Boil", "lasts_min": 250 }] }]),
            ),
            "/sides/0/items/0",
        ),
        (
            "OwnAct",
            "/api/prep",
            with(
                prep(),
                "sides",
                json!([{ "kind": "own", "name": "peas", "acts": [{ "words": "Boil", "lasts_min": 2880 }] }]),
            ),
            "/sides/0/acts/0",
        ),
        (
            "LiquidAsked",
            "/api/prep",
            with(prep(), "liquid", json!({ "kind": "stock" })),
            "/liquid",
        ),
        (
            "MixtureAsked",
            "/api/prep",
            with(prep(), "sauces", json!([{ "kind": "cold_cream" }])),
            "/sauces/0",
        ),
        (
            "TruthAsked",
            "/api/plan",
            with(plan(), "truth", json!({})),
            "/truth",
        ),
        (
            "ThingOff",
            "/api/plan",
            with(plan(), "truth", json!({ "things": { "basket": {} } })),
            "/truth/things/basket",
        ),
        (
            "ThingAsked",
            "/api/plan",
            with(
                plan(),
                "kitchen",
                json!({ "things": [{ "id": "mine", "like": "clad", "name": "mine" }] }),
            ),
            "/kitchen/things/0",
        ),
        (
            "TimesAsked",
            "/api/plan",
            with(plan(), "times", json!({ "sides_s": [400], "rest_s": 60 })),
            "/times",
        ),
        (
            "SettleRequest",
            "/api/settle",
            json!({ "plan": with(plan(), "method", json!({ "kind": "slow_bake" })) }),
            "",
        ),
        (
            "HeatRequest",
            "/api/heat",
            json!({ "geometry": "slab", "thickness_mm": 20, "k_w_mk": 0.5,
            "rho_kg_m3": 1050, "cp_j_kgk": 3600, "start_c": 5,
            "stages": [{ "duration_s": 60, "low": faces, "high": faces }] }),
            "",
        ),
        (
            "Span",
            "/api/freshness",
            json!({ "which": which, "form": "whole", "keeping": [{ "at_c": 1, "hours": 24 }] }),
            "/keeping/0",
        ),
        (
            "NoticesRequest",
            "/api/notices",
            json!({ "which": which }),
            "",
        ),
        (
            "Freezing",
            "/api/notices",
            json!({ "which": which, "freezing": { "at_c": -20, "hours": 200 } }),
            "/freezing",
        ),
        (
            "WholeRequest",
            "/api/whole",
            json!({ "which": which, "length_mm": 500 }),
            "",
        ),
        (
            "ShoppingRequest",
            "/api/shopping",
            json!({ "which": which, "people": 4, "each_g": 170 }),
            "",
        ),
        (
            "PortionsRequest",
            "/api/portions",
            json!({ "thick_mm": 30, "thin_mm": 10, "mass_g": 900, "portions": 4 }),
            "",
        ),
        (
            "LotWire",
            "/api/shelf",
            json!({ "items": [{ "name": "a lot", "body": { "lot": lot } }] }),
            "/items/0/body/lot",
        ),
        (
            "CutOpenRequest",
            "/api/cut_open",
            json!({ "plan": { "piece": hake(), "method": { "kind": "steam" } }, "moments": 3, "columns": 16 }),
            "",
        ),
        (
            "ExpectedWire",
            "/api/service",
            json!({ "expected": [{ "plate": { "id": "any", "side": { "kind": "peas" } }, "plates": 4 }] }),
            "/expected/0",
        ),
        (
            "AfterAsked",
            "/api/service",
            json!({ "tickets": [
                { "id": "starter", "at_s": 1800, "plates": [{ "id": "one", "side": { "kind": "peas" } }] },
                { "id": "main", "after": { "ticket": "starter", "s": 600 },
                    "plates": [{ "id": "two", "side": { "kind": "greens" } }] }] }),
            "/tickets/1/after",
        ),
        (
            "Tonight",
            "/api/rank",
            json!({ "piece": hake(), "tonight": {} }),
            "/tonight",
        ),
        (
            "BesideAsked",
            "/api/together",
            json!({ "plan": plan(), "beside": [{ "thickness_mm": 20 }] }),
            "/beside/0",
        ),
        (
            "CoolRequest",
            "/api/cool",
            json!({ "piece": hake(), "from_c": 63, "how": "ice_water" }),
            "",
        ),
        (
            "CookNew",
            "/api/cooks",
            // One at a time, two hundred batches.
            json!({ "title": "Haddock", "plan": {
                "piece": { "fish": "haddock", "thickness_mm": 20, "mass_g": 170, "pieces": 200 },
                "method": { "kind": "deep_fry_batter", "fryer": "pot_on_hob" } } }),
            "",
        ),
        (
            "LeftoverRequest",
            "/api/leftover",
            json!({ "piece": hake(), "from_c": 63 }),
            "",
        ),
    ]
}

fn with(mut body: Value, key: &str, value: Value) -> Value {
    body[key] = value;
    body
}

/// Fields of a schema, also of what is told apart by its kind: kind, name and what it takes.
fn fields(schema: &Value) -> Vec<(String, String, Value)> {
    let parts = ["oneOf", "allOf"]
        .iter()
        .flat_map(|of| schema[of].as_array().into_iter().flatten());
    let kind = schema["properties"]["kind"]["enum"][0].as_str();
    let own = schema["properties"].as_object().into_iter().flatten();
    let own = own.map(|(name, of)| (kind.unwrap_or("").to_owned(), name.clone(), of.clone()));
    own.chain(parts.flat_map(fields)).collect()
}

#[actix_web::test]
async fn every_bound_in_the_description_is_the_bound_that_holds() {
    let kitchen = Kitchen::new();
    let doc = kitchen.get("/api/openapi.json").await.json;
    let mut written = BTreeSet::new();
    for (schema, it) in doc["components"]["schemas"].as_object().unwrap() {
        for (kind, field, of) in fields(it) {
            if of["maximum"].is_number() {
                written.insert(format!("{schema}{kind}.{field}"));
            }
        }
    }
    let mut held = BTreeSet::new();
    let begun = json!({ "id": "c1", "title": "Hake", "plan": plan() });
    kitchen.post("/api/cooks", &begun).await;
    for (schema, path, body, at) in asked() {
        for (kind, field, of) in fields(&doc["components"]["schemas"][schema]) {
            let Some((low, high)) = of["minimum"].as_f64().zip(of["maximum"].as_f64()) else {
                continue;
            };
            let whole = of["type"].to_string().contains("integer");
            for (bound, outwards) in [(low, -1.0), (high, 1.0)] {
                let ask = |value: f64| {
                    let mut body = body.clone();
                    let place = body.pointer_mut(at).unwrap();
                    if schema == "TargetWire" && (field == "rim_mm" || field == "middle_under_c") {
                        *place = json!({ "rim_mm": 3 });
                    }
                    match (schema, field.as_str()) {
                        ("ThingAsked", "power_w") => place["like"] = json!("counter"),
                        ("ThingAsked", "litres") => place["like"] = json!("deep"),
                        ("ThingAsked", "places") => place["like"] = json!("coil"),
                        ("ThingAsked", "length_mm") => place["width_mm"] = json!(300),
                        ("ThingAsked", "width_mm") => place["length_mm"] = json!(300),
                        _ => {}
                    }
                    match kind.as_str() {
                        "" => {}
                        // What else such an event has to say.
                        "probe" => *place = json!({ "id": "e", "at_s": 1, "kind": kind, "c": 20 }),
                        "cue" => {
                            *place =
                                json!({ "id": "e", "at_s": 1, "kind": kind, "cue": "cooked_line" });
                        }
                        _ => *place = json!({ "id": "e", "at_s": 1, "kind": kind }),
                    }
                    place[&field] = if whole {
                        json!(value as i64)
                    } else {
                        json!(value)
                    };
                    if schema == "PortionsRequest" && field == "each_g" {
                        place["portions"] = Value::Null;
                    }
                    body
                };
                let step = if whole {
                    1.0
                } else {
                    1e-6 * bound.abs().max(1e-3)
                };
                let beyond = kitchen.post(path, &ask(bound + outwards * step)).await;
                // A count below nothing is no count at all.
                let refused = match (whole, bound + outwards * step < 0.0) {
                    (true, true) => "bad_json",
                    _ => "out_of_range",
                };
                assert_eq!(
                    beyond.code(),
                    refused,
                    "{schema}.{field} beyond {bound}: {}",
                    beyond.json
                );
                assert!(beyond.field().ends_with(&field), "{field}: {}", beyond.json);
                let at_bound = kitchen.post(path, &ask(bound)).await;
                let fine = at_bound.status.is_success()
                    || at_bound.code() != "out_of_range"
                        && at_bound.status == StatusCode::UNPROCESSABLE_ENTITY;
                assert!(fine, "{schema}.{field} at {bound}: {}", at_bound.json);
            }
            held.insert(format!("{schema}{kind}.{field}"));
        }
    }
    assert_eq!(written, held, "a bound that nothing here tries");
}

#[actix_web::test]
async fn every_word_in_the_description_is_a_word_that_is_taken() {
    let kitchen = Kitchen::new();
    let doc = kitchen.get("/api/openapi.json").await.json;
    for (schema, field) in [
        ("Cut", "cut"),
        ("Skin", "skin"),
        ("State", "state"),
        ("Measured", "measured"),
    ] {
        let words = doc["components"]["schemas"][schema]["enum"]
            .as_array()
            .unwrap();
        let nonsense = kitchen
            .post(
                "/api/plan",
                &with(plan(), "piece", with(hake(), field, json!("kelp"))),
            )
            .await;
        let message = nonsense.json["error"]["message"].as_str().unwrap();
        for word in words {
            assert!(
                message.contains(word.as_str().unwrap()),
                "{word}: {message}"
            );
            let piece = with(hake(), field, word.clone());
            let taken = kitchen
                .post("/api/plan", &with(plan(), "piece", piece))
                .await;
            assert_ne!(
                taken.field(),
                format!("piece.{field}"),
                "{word}: {}",
                taken.json
            );
        }
    }
}

#[actix_web::test]
async fn every_example_in_the_description_is_answered() {
    let kitchen = Kitchen::new();
    let doc = kitchen.get("/api/openapi.json").await.json;
    let mut tried = 0;
    for (path, methods) in doc["paths"].as_object().unwrap() {
        let Some(schema) =
            methods["post"].pointer("/requestBody/content/application~1json/schema/$ref")
        else {
            continue;
        };
        let name = schema.as_str().unwrap().rsplit('/').next().unwrap();
        let example = &doc["components"]["schemas"][name]["example"];
        assert!(example.is_object(), "{path}: {name} has no example");
        // The cook that the example before it began.
        let path = path.replace("{id}", "c1");
        if path.ends_with("/probe") {
            // No server of a test has one.
            assert_eq!(kitchen.post(&path, example).await.field(), "probe");
            continue;
        }
        if path.starts_with("/api/scales/") {
            assert_eq!(kitchen.post(&path, example).await.field(), "scale");
            continue;
        }
        if path == "/api/session" {
            // Nobody is asked for a passcode here, and none fits.
            assert_eq!(kitchen.post(&path, example).await.code(), "wrong_passcode");
            continue;
        }
        if path == "/api/board/end" {
            // No board is begun; which state of it is ended is to be said first.
            assert_eq!(kitchen.post(&path, example).await.code(), "no_revision");
            continue;
        }
        let answer = kitchen.post(&path, example).await;
        assert!(answer.status.is_success(), "{path}: {}", answer.json);
        tried += 1;
    }
    assert!(tried >= 14, "{tried}");
}

#[actix_web::test]
async fn what_is_made_says_how_to_go_on_with_it() {
    let kitchen = Kitchen::new();
    let doc = kitchen.get("/api/openapi.json").await.json;
    let all = || {
        doc["paths"]
            .as_object()
            .unwrap()
            .values()
            .flat_map(|it| it.as_object().unwrap().values())
    };
    let known: BTreeSet<&str> = all().filter_map(|it| it["operationId"].as_str()).collect();
    for path in ["/api/cards", "/api/shelf"] {
        let schema = &doc["paths"][path]["post"];
        let name = schema["requestBody"]["content"]["application/json"]["schema"]["$ref"]
            .as_str()
            .unwrap();
        let example = &doc["components"]["schemas"][name.rsplit('/').next().unwrap()]["example"];
        let made = kitchen.post(path, example).await;
        assert_eq!(made.status, StatusCode::CREATED, "{}", made.json);
        let links = schema["responses"]["201"]["links"].as_object().unwrap();
        assert!(!links.is_empty(), "{path}");
        for link in links.values() {
            assert!(
                known.contains(link["operationId"].as_str().unwrap()),
                "{link}"
            );
            let at = link["parameters"]["id"].as_str().unwrap();
            let id = made.json.pointer(at.trim_start_matches("$response.body#"));
            assert!(id.is_some_and(Value::is_string), "{at} in {}", made.json);
        }
    }
}
