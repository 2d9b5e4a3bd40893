//! Cards as files: read back by readers that are not ours, equal in every figure; what is broken is refused.

use super::{Answer, Kitchen, request};
use actix_web::http::{Method, StatusCode};
use icalendar::{Calendar, CalendarComponent, Component};
use serde_json::{Value, json};

async fn written(kitchen: &Kitchen, kind: &str) -> Answer {
    let asked = json!({ "title": "Cod, 50 % off", "request": request(), "as": kind,
        "in_at": "2026-12-31T23:55:00" });
    kitchen.post("/api/export", &asked).await
}

async fn plan(kitchen: &Kitchen) -> Value {
    let mut asked = request();
    asked["range"] = json!(true);
    kitchen.post("/api/plan", &asked).await.json
}

async fn import(kitchen: &Kitchen, text: &str) -> Answer {
    kitchen.ask(Method::POST, "/api/import", text).await
}

#[actix_web::test]
async fn our_json_goes_out_and_comes_back_the_same() {
    let kitchen = Kitchen::new();
    let file = written(&kitchen, "json").await;
    assert_eq!(file.status, StatusCode::OK, "{}", file.text);
    assert_eq!(
        file.header("content-disposition"),
        "attachment; filename=\"cod-50-off.json\""
    );
    let back = import(&kitchen, &file.text).await;
    assert_eq!(back.status, StatusCode::OK, "{}", back.text);
    let made = &back.json["made"][0];
    let plan = plan(&kitchen).await;
    for key in [
        "off_heat_s",
        "look_from_s",
        "latest_s",
        "rest_s",
        "turns_s",
        "core_peak_c",
    ] {
        assert_eq!(made["planned"][key], plan[key], "{key}");
    }
    let card = kitchen
        .get(&format!("/api/cards/{}", made["id"].as_str().unwrap()))
        .await;
    let again = kitchen
        .post(
            "/api/export",
            &json!({ "title": card.json["title"], "request": card.json["request"], "as": "json" }),
        )
        .await;
    let (first, second): (Value, Value) = (file.json, again.json);
    assert_eq!(first["cards"][0]["title"], second["cards"][0]["title"]);
    for part in ["piece", "method", "target", "kitchen"] {
        assert_eq!(
            first["cards"][0]["request"][part],
            second["cards"][0]["request"][part]
        );
    }
}

#[actix_web::test]
async fn a_recipe_is_schema_org_and_comes_back() {
    let kitchen = Kitchen::new();
    let file = written(&kitchen, "recipe").await;
    assert_eq!(file.header("content-type"), "application/ld+json");
    let recipe = &file.json;
    let plan = plan(&kitchen).await;
    assert_eq!(
        (&recipe["@context"], &recipe["@type"]),
        (&json!("https://schema.org"), &json!("Recipe"))
    );
    // ISO 8601 durations, read by a general date library.
    let seconds = |key: &str| {
        let span: jiff::SignedDuration = recipe[key].as_str().unwrap().parse().unwrap();
        span.as_secs() as f64
    };
    let s = |key: &str| plan[key].as_f64().unwrap();
    assert!((seconds("cookTime") - s("off_heat_s") - s("rest_s")).abs() <= 1.0);
    assert!((seconds("prepTime") - s("heat_up_s")).abs() <= 1.0);
    assert!((seconds("totalTime") - seconds("prepTime") - seconds("cookTime")).abs() <= 1.0);
    // What to know before anybody eats it goes along.
    let about = recipe["description"].as_str().unwrap();
    for warning in plan["warnings"].as_array().unwrap() {
        assert!(
            about.contains(warning["message"].as_str().unwrap()),
            "{about}"
        );
    }
    let steps = recipe["recipeInstructions"].as_array().unwrap();
    assert_eq!(steps.len(), plan["steps"].as_array().unwrap().len());
    assert!(steps.iter().all(|step| step["@type"] == "HowToStep"));
    let piece = recipe["recipeIngredient"][0].as_str().unwrap();
    assert_eq!(piece, "2 x 170 g cod fillet, 25 mm thick");
    let back = import(&kitchen, &file.text).await;
    assert_eq!(
        back.json["made"][0]["planned"]["off_heat_s"],
        plan["off_heat_s"]
    );
    assert_eq!(back.json["made"][0]["title"], "Cod, 50 % off");
}

#[actix_web::test]
async fn the_table_is_the_simulation() {
    let kitchen = Kitchen::new();
    let file = written(&kitchen, "csv").await;
    let mut table = csv::Reader::from_reader(file.text.as_bytes());
    assert_eq!(
        table.headers().unwrap().iter().collect::<Vec<_>>(),
        ["time_s", "core_c", "skin_side_c", "flesh_side_c"]
    );
    let rows: Vec<[f64; 4]> = table.deserialize().map(|row| row.unwrap()).collect();
    let plan = plan(&kitchen).await;
    let s = |key: &str| plan[key].as_f64().unwrap();
    let simulated = kitchen
        .post(
            "/api/simulate",
            &json!({ "piece": request()["piece"], "method": request()["method"],
                "times": { "sides_s": plan["sides_s"], "rest_s": plan["rest_s"] } }),
        )
        .await
        .json;
    let series = simulated["series"].as_array().unwrap();
    assert_eq!(rows.len(), series.len());
    for (row, point) in rows.iter().zip(series) {
        for (cell, key) in row.iter().zip(["t_s", "core_c", "skin_c", "flesh_c"]) {
            assert!(
                (cell - point[key].as_f64().unwrap()).abs() < 0.06,
                "{key} {row:?}"
            );
        }
    }
    let end = rows.last().unwrap()[0];
    assert!((end - s("off_heat_s") - s("rest_s")).abs() < 0.1, "{end}");
}

/// More than go in at once: the calendar has every batch, and the recipe the time of all.
#[actix_web::test]
async fn a_party_goes_out_batch_by_batch() {
    let kitchen = Kitchen::new();
    let asked = |kind: &str| {
        json!({ "title": "Bream", "as": kind, "in_at": "2026-11-29T19:00:00", "request": {
            "piece": { "fish": "sea_bream", "thickness_mm": 15, "mass_g": 130, "pieces": 8 },
            "method": { "kind": "sear_skin_first", "pan": "clad" } } })
    };
    let plan = kitchen
        .post("/api/plan", &asked("json")["request"])
        .await
        .json;
    let party = &plan["party"];
    let starts: Vec<f64> = serde_json::from_value(party["starts_s"].clone()).unwrap();
    assert!(starts.len() > 1, "{party}");
    let file = kitchen.post("/api/export", &asked("calendar")).await;
    let calendar: Calendar = file.text.parse().unwrap();
    let events: Vec<(String, String, String)> = calendar
        .components
        .iter()
        .filter_map(|c| match c {
            CalendarComponent::Event(event) => Some((
                event.get_summary().unwrap().to_owned(),
                event.property_value("DTSTART").unwrap().to_owned(),
                event.get_uid().unwrap().to_owned(),
            )),
            _ => None,
        })
        .collect();
    let in_at: jiff::civil::DateTime = "2026-11-29T19:00:00".parse().unwrap();
    for (i, start_s) in starts.iter().enumerate() {
        let of = format!("Bream, batch {} of {}: In,", i + 1, starts.len());
        let (_, at, _) = events
            .iter()
            .find(|(said, ..)| said.starts_with(&of))
            .unwrap();
        let at = jiff::civil::DateTime::strptime("%Y%m%dT%H%M%S", at).unwrap();
        let after_s = at.duration_since(in_at).as_secs_f64();
        assert!((after_s - start_s).abs() <= 0.5, "{i} {after_s} {start_s}");
    }
    let mut uids: Vec<&String> = events.iter().map(|(.., uid)| uid).collect();
    uids.sort();
    uids.dedup();
    assert_eq!(uids.len(), events.len());

    let recipe = kitchen.post("/api/export", &asked("recipe")).await.json;
    let said = recipe["description"].as_str().unwrap();
    assert!(
        said.contains(&format!("In {} batches", starts.len())),
        "{said}"
    );
    let cook: jiff::SignedDuration = recipe["cookTime"].as_str().unwrap().parse().unwrap();
    let party_s = party["party_s"].as_f64().unwrap();
    assert!((cook.as_secs_f64() - party_s).abs() <= 0.5, "{cook:?}");
}

#[actix_web::test]
async fn the_calendar_has_every_step_at_its_time() {
    let kitchen = Kitchen::new();
    let file = written(&kitchen, "calendar").await;
    let calendar: Calendar = file.text.parse().unwrap();
    let plan = plan(&kitchen).await;
    let steps = plan["steps"].as_array().unwrap();
    let events: Vec<_> = calendar
        .components
        .iter()
        .filter_map(|c| match c {
            CalendarComponent::Event(event) => Some(event),
            _ => None,
        })
        .collect();
    assert_eq!(events.len(), steps.len());
    let in_at: jiff::civil::DateTime = "2026-12-31T23:55:00".parse().unwrap();
    for (event, step) in events.iter().zip(steps) {
        let at = jiff::civil::DateTime::strptime(
            "%Y%m%dT%H%M%S",
            event.property_value("DTSTART").unwrap(),
        );
        let after = at.unwrap().duration_since(in_at).as_secs_f64();
        assert!(
            (after - step["at_s"].as_f64().unwrap()).abs() <= 0.5,
            "{after}"
        );
        let act = step["act"].as_str().unwrap();
        let summary = event.get_summary().unwrap();
        assert!(summary.contains(act), "{summary}");
        // What has to be set or shown stands behind it, and what is to be minded below.
        if let (Some(c), "heat_up" | "probe") =
            (step["at_c"].as_f64(), step["kind"].as_str().unwrap())
        {
            assert!(summary.ends_with(&format!("{act} {c:.0} C")), "{summary}");
        }
        let said = event.get_description().unwrap_or_default();
        for caution in step["cautions"].as_array().unwrap() {
            assert!(said.contains(caution.as_str().unwrap()), "{said}");
        }
    }
    // A long cook goes over midnight, and a line over 75 octets is folded (RFC 5545, 3.1).
    let last = events.last().unwrap().property_value("DTSTART").unwrap();
    assert!(last.starts_with("20270101T0"), "{last}");
    assert!(file.text.lines().all(|line| line.len() <= 76));
    let mut without = json!({ "title": "Cod", "request": request(), "as": "calendar" });
    let refused = kitchen.post("/api/export", &without).await;
    assert_eq!(
        (refused.status, refused.field()),
        (StatusCode::UNPROCESSABLE_ENTITY, "in_at")
    );
    without["in_at"] = json!("tomorrow");
    assert_eq!(kitchen.post("/api/export", &without).await.field(), "in_at");
    // With where in the world the clock is: the clock of the kitchen counts.
    without["in_at"] = json!("2026-12-31T23:55:00+05:00");
    let file = kitchen.post("/api/export", &without).await;
    assert!(file.text.contains("T2355"), "{}", file.text);
}

/// A recipe is put into pages: what is typed ends no script there, and nothing is lost by that.
#[actix_web::test]
async fn a_recipe_ends_no_script() {
    let kitchen = Kitchen::new();
    let title = "Cod </script><script>alert(1)</script>";
    let asked = json!({ "title": title, "request": request(), "as": "recipe" });
    let file = kitchen.post("/api/export", &asked).await;
    assert!(!file.text.contains("</script"), "{}", file.text);
    assert_eq!(file.json["name"], title);
}

/// What is sent back of what was sent is short.
#[actix_web::test]
async fn a_long_name_is_not_echoed_whole() {
    let kitchen = Kitchen::new();
    let asked = json!({ "x".repeat(60_000): 1 });
    let said = kitchen.post("/api/plan", &asked).await;
    assert_eq!(said.status, StatusCode::BAD_REQUEST);
    assert!(said.text.len() < 1500, "{}", said.text.len());
}

/// A title cannot write lines of its own into a file.
#[actix_web::test]
async fn a_title_stays_a_title() {
    let kitchen = Kitchen::new();
    let title = "Cod\r\nEND:VEVENT\r\nBEGIN:VEVENT\r\nSUMMARY:gone; rm, \"x\"";
    let asked = json!({ "title": title, "request": request(), "as": "calendar",
        "in_at": "2026-11-25T19:30:00" });
    let file = kitchen.post("/api/export", &asked).await;
    let plain = written(&kitchen, "calendar").await;
    let events = |text: &str| text.matches("BEGIN:VEVENT\r\n").count();
    assert_eq!(events(&file.text), events(&plain.text), "{}", file.text);
    let name = file.header("content-disposition");
    assert!(!name.contains("..") && !name.contains('\n'), "{name}");
}

#[actix_web::test]
async fn a_book_moves_to_another_kitchen_and_back_without_doubles() {
    let (here, there) = (Kitchen::new(), Kitchen::new());
    for title in ["Cod one", "Cod two"] {
        let new = json!({ "title": title, "request": request() });
        let card = here.post("/api/cards", &new).await.json;
        let path = format!("/api/cards/{}", card["id"].as_str().unwrap());
        let said = json!({ "result": "right", "note": "hot pan" });
        here.change(
            Method::PATCH,
            &path,
            card["revision"].as_i64().unwrap(),
            &said,
        )
        .await;
    }
    let book = here.get("/api/book").await;
    let moved = import(&there, &book.text).await;
    assert_eq!(
        moved.json["made"].as_array().unwrap().len(),
        2,
        "{}",
        moved.text
    );
    let read = there.get("/api/cards").await.json;
    let was = here.get("/api/cards").await.json;
    for (a, b) in read["cards"]
        .as_array()
        .unwrap()
        .iter()
        .zip(was["cards"].as_array().unwrap())
    {
        for key in ["id", "title", "note", "result", "planned"] {
            assert_eq!(a[key], b[key], "{key}");
        }
        let at = |card: &Value| {
            card["saved_at"]
                .as_str()
                .unwrap()
                .parse::<jiff::Timestamp>()
                .unwrap()
        };
        assert_eq!(at(a), at(b));
    }
    // Twice is once; and what has another question under the same name is another card.
    let again = import(&there, &book.text).await;
    assert_eq!(
        (
            again.json["made"].as_array().unwrap().len(),
            &again.json["there"]
        ),
        (0, &json!(2))
    );
    let other = book.text.replace("\"hold_c\":195.0", "\"hold_c\":190.0");
    assert_ne!(other, book.text);
    assert_eq!(
        import(&there, &other).await.json["made"]
            .as_array()
            .unwrap()
            .len(),
        2
    );
}

#[actix_web::test]
async fn what_is_damaged_or_foreign_is_refused_with_a_word_and_changes_nothing() {
    let kitchen = Kitchen::new();
    let good = written(&kitchen, "json").await.text;
    let mut one_bad: Value = serde_json::from_str(&good).unwrap();
    let mut bad = one_bad["cards"][0].clone();
    bad["request"]["piece"]["thickness_mm"] = json!(900);
    one_bad["cards"].as_array_mut().unwrap().push(bad);
    let foreign = json!({ "@context": "https://schema.org", "@type": "Recipe", "name": "Baked fish",
        "cookTime": "PT20M" });
    for (text, field, word) in [
        (good[..good.len() / 2].to_owned(), "file", "broken"),
        ("not json".into(), "file", "broken"),
        ("[]".into(), "file", "broken"),
        ("{}".into(), "file", "no cards of Cindo"),
        (
            json!({ "cindo_cards": 9, "cards": [] }).to_string(),
            "file",
            "newer",
        ),
        (
            json!({ "cindo_cards": 1, "cards": [] }).to_string(),
            "cards",
            "nothing in this file",
        ),
        (foreign.to_string(), "file", "type the times"),
        (one_bad.to_string(), "cards[1].piece.thickness_mm", ""),
        (
            good.replace("\"title\"", "\"name\""),
            "cards[0].name",
            "unknown field",
        ),
        (
            good.replace("sear_skin_first", "microwave"),
            "cards[0].method.kind",
            "",
        ),
    ] {
        let answer = import(&kitchen, &text).await;
        assert!(answer.status.is_client_error(), "{text}");
        assert_eq!(answer.field(), field, "{}", answer.text);
        assert!(answer.text.contains(word), "{}", answer.text);
    }
    assert_eq!(kitchen.get("/api/cards").await.json["total"], 0);
}

#[actix_web::test]
async fn cards_are_found_by_any_of_their_words() {
    let kitchen = Kitchen::new();
    for title in ["Hake for the canteen", "Cod 100% crisp", "Hake, steam"] {
        kitchen
            .post(
                "/api/cards",
                &json!({ "title": title, "request": request() }),
            )
            .await;
    }
    let found = |words: &str| {
        let path = format!("/api/cards?find={words}");
        let kitchen = &kitchen;
        async move {
            let list = kitchen.get(&path).await.json;
            let titles = list["cards"].as_array().unwrap().iter();
            let mut titles: Vec<String> = titles
                .map(|c| c["title"].as_str().unwrap().to_owned())
                .collect();
            titles.sort();
            assert_eq!(list["total"], titles.len());
            titles
        }
    };
    assert_eq!(found("hake").await, ["Hake for the canteen", "Hake, steam"]);
    assert_eq!(found("CANTEEN%20hake").await, ["Hake for the canteen"]);
    assert_eq!(found("%25").await, ["Cod 100% crisp"]);
    assert_eq!(found("_").await, Vec::<String>::new());
    assert_eq!(found("").await.len(), 3);
    let long = format!("/api/cards?find={}", "x".repeat(121));
    assert_eq!(kitchen.get(&long).await.field(), "find");
}
