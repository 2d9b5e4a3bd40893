//! The whole way: counter, ways, card, save, book, reload, restart.

use super::browser::{Person, by_hand};
use serde_json::{Value, json};
use std::io::Write;
use std::process::{Command, Stdio};

/// What `cindo plan` says to a request.
fn plan(request: &Value) -> Value {
    let mut child = Command::new(env!("CARGO_BIN_EXE_cindo"))
        .args(["plan", "-"])
        .stdin(Stdio::piped())
        .stdout(Stdio::piped())
        .spawn()
        .unwrap();
    child
        .stdin
        .take()
        .unwrap()
        .write_all(request.to_string().as_bytes())
        .unwrap();
    serde_json::from_slice(&child.wait_with_output().unwrap().stdout).unwrap()
}

#[tokio::test(flavor = "multi_thread")]
async fn a_cook_goes_the_whole_way() {
    let data = tempfile::tempdir().unwrap();
    let person = Person::new(1280, 800, Some(data.path())).await;

    // An empty book says how to start.
    person.open("/book").await;
    person
        .until(
            "the empty book",
            "return document.body.innerText.includes('Nothing is written down yet')",
        )
        .await;

    // Counter: a fish by typing, thickness by typing, doneness by pressing.
    person.open("/").await;
    person.type_into("fish", "monk\u{e007}").await;
    person
        .until(
            "monkfish",
            "return document.querySelector('[data-testid=fish]').value === 'Monkfish'",
        )
        .await;
    person.type_into("thickness", "500").await;
    person
        .until("the error beside the field", "return [...document.querySelectorAll('[role=alert]')].some(e => e.innerText.includes('between 2 and 120'))")
        .await;
    let kept = person
        .js("return document.querySelector('[data-testid=thickness]').value")
        .await;
    person.type_into("thickness", "28").await;
    person.type_into("thin", "20").await;
    person.type_into("start", "6").await;
    person.click("level-medium").await;
    person
        .until(
            "no error left",
            "return document.querySelectorAll('[role=alert]').length === 0",
        )
        .await;

    // By keyboard: the thick end is a slider that arrow keys move.
    let thick = person.find("handle-thick").await;
    person
        .js("document.querySelector('[data-testid=handle-thick]').focus()")
        .await;
    thick.send_keys("\u{e013}").await.unwrap();
    person
        .until(
            "29 mm",
            "return document.querySelector('[data-testid=thickness]').value === '29'",
        )
        .await;
    thick.send_keys("\u{e013}").await.unwrap();
    person
        .until(
            "30 mm",
            "return document.querySelector('[data-testid=thickness]').value === '30'",
        )
        .await;
    person.click("see-ways").await;

    // Ways: two rows or more, each with a time.
    let way_off = person.text("off-slow_bake").await;
    person.text("off-sear_skin_first").await;
    person.click("way-slow_bake").await;

    let mut request = json!({
        "piece": { "fish": "monkfish", "cut": "loin", "thickness_mm": 30, "thin_end_mm": 20,
                   "mass_g": 170, "pieces": 2, "skin": "off", "start_c": 6 },
        "method": { "kind": "slow_bake" },
        "target": { "level": "medium" }
    });
    // The card opens as the row has it: set for this thickness.
    let fitted = plan(&request)["fitted"][0].clone();
    assert_eq!(fitted["key"], "oven_c");
    request["method"]["oven_c"] = fitted["value"].clone();
    let expected = plan(&request);
    person.find("look").await;
    let (off, peak, look, latest) = (
        person.text("off").await,
        person.text("peak").await,
        person.text("look").await,
        person.text("latest").await,
    );

    // Too late by half a minute moves the outcome at once.
    person.click("late").await;
    person
        .until(
            "half a minute late",
            &format!("return document.querySelector('[data-testid=off]').innerText !== '{off}'"),
        )
        .await;
    let late = person.text("off").await;
    person.click("late").await;
    person
        .until(
            "back",
            &format!("return document.querySelector('[data-testid=off]').innerText === '{off}'"),
        )
        .await;

    // Set for this thickness by the way it came, the usual one tap away, and back.
    let unlike =
        format!("return document.querySelector('[data-testid=off]').innerText !== '{off}'");
    let alike = format!("return document.querySelector('[data-testid=off]').innerText === '{off}'");
    person.click("usual").await;
    person.until("the usual oven", &unlike).await;
    person.click("fitted").await;
    person.until("fitted again", &alike).await;

    // A setting by keyboard: one step hotter is sooner, and the address keeps it.
    person
        .js("document.querySelectorAll('input[type=range]')[1].focus()")
        .await;
    let dial = person.client.active_element().await.unwrap();
    let start = person.js("return document.activeElement.value").await;
    let start: i32 = start.as_str().unwrap().parse().unwrap();
    for wanted in [start + 1, start + 2, start + 3] {
        dial.send_keys("\u{e014}").await.unwrap();
        let there = format!("return document.activeElement.value === '{wanted}'");
        person.until("a step hotter", &there).await;
    }
    person
        .until(
            "sooner",
            &format!("return document.querySelector('[data-testid=off]').innerText !== '{off}'"),
        )
        .await;
    person.settled().await;
    let hotter = person.text("off").await;
    let address = person.client.current_url().await.unwrap();
    person.client.goto(address.as_str()).await.unwrap();
    person
        .until(
            "the deep link",
            &format!(
                "return document.querySelector('[data-testid=off]')?.innerText === '{hotter}'"
            ),
        )
        .await;

    person.click("save").await;
    person.click("saved").await;
    person
        .find("note")
        .await
        .send_keys("salt earlier")
        .await
        .unwrap();
    person
        .js("[...document.querySelectorAll('[data-testid=result] label')].find(e => e.innerText === 'over').click()")
        .await;
    person
        .until(
            "written down",
            "return document.body.innerText.includes('Written down')",
        )
        .await;
    person.client.refresh().await.unwrap();
    person
        .until(
            "the note after a reload",
            "return document.querySelector('[data-testid=note]')?.value === 'salt earlier'",
        )
        .await;
    let book = person.client.current_url().await.unwrap();
    person.leave().await;

    // A new server and a new browser over the same folder.
    let person = Person::new(1280, 800, Some(data.path())).await;
    person.open(book.path()).await;
    person.find("note").await;
    let note = person
        .js("return document.querySelector('[data-testid=note]').value")
        .await;
    let result = person
        .js("return document.querySelector('[data-testid=result] [data-selected]').innerText")
        .await;
    person.leave().await;

    assert_eq!(kept, "500", "what was typed must stay");
    assert_eq!(off, by_hand(&expected["off_heat_s"]));
    assert_eq!(way_off, off, "the row and the card must agree");
    assert_eq!(
        peak,
        format!("{:.0} °C", expected["core_peak_c"].as_f64().unwrap())
    );
    assert_eq!(look, by_hand(&expected["look_from_s"]));
    assert_eq!(latest, by_hand(&expected["latest_s"]));
    assert_eq!(
        late,
        by_hand(&json!(expected["off_heat_s"].as_f64().unwrap() + 30.0))
    );
    let mut hot = request.clone();
    hot["method"]["oven_c"] = json!(start + 3);
    assert_eq!(hotter, by_hand(&plan(&hot)["off_heat_s"]));
    assert_eq!((note, result), (json!("salt earlier"), json!("over")));
}

#[tokio::test(flavor = "multi_thread")]
async fn units_and_theme_are_remembered() {
    let person = Person::new(1280, 800, None).await;
    person.open("/?fish=hake&mm=25.4&at=10").await;
    person.click("unit-temperature").await;
    person.click("unit-length").await;
    person.click("night").await;
    person.client.refresh().await.unwrap();
    person.find("thickness").await;
    let thickness = person
        .js("return document.querySelector('[data-testid=thickness]').value")
        .await;
    let start = person
        .js("return document.querySelector('[data-testid=start]').value")
        .await;
    let theme = person
        .js("return document.documentElement.dataset.theme")
        .await;
    person.leave().await;
    assert_eq!((thickness, start), (json!("1"), json!("50")));
    assert_eq!(theme, "night");
}

/// Nothing may stick out sideways, and nothing may ask the network for anything.
#[tokio::test(flavor = "multi_thread")]
async fn every_view_fits_a_phone_and_asks_nobody_else() {
    let person = Person::new(500, 844, None).await; // the narrowest window the browser makes
    let mut wide = Vec::new();
    let mut foreign = Vec::new();
    for path in [
        "/",
        "/ways",
        "/ways/sear_skin_first",
        "/book",
        "/knows",
        "/book/demo-2",
    ] {
        person.open(path).await;
        person
            .until("drawn", "return document.querySelectorAll('h1').length > 0")
            .await;
        person.settled().await;
        let sticks_out = person
            .js("return document.documentElement.scrollWidth > document.documentElement.clientWidth + 1")
            .await;
        if sticks_out == json!(true) {
            wide.push(path);
        }
        let others = person
            .js("return performance.getEntriesByType('resource').map(e => e.name).filter(n => !n.startsWith(location.origin))")
            .await;
        foreign.extend(others.as_array().unwrap().clone());
    }
    // A font is compressed as it is; a script is on its way.
    let script = "const done = arguments[arguments.length - 1]; \
        const all = performance.getEntriesByType('resource').map(e => e.name); \
        const coding = end => fetch(all.find(n => n.endsWith(end))) \
            .then(r => r.headers.get('content-encoding')); \
        Promise.all([coding('.woff2'), coding('.js')]).then(done, e => done(String(e)))";
    let coded = person.client.execute_async(script, vec![]).await.unwrap();
    person.leave().await;
    assert_eq!(coded, json!(["identity", "gzip"]));
    assert!(wide.is_empty(), "wider than the phone: {wide:?}");
    assert!(foreign.is_empty(), "{foreign:?}");
}

/// No violation that axe-core finds, on any view, by day and by night.
#[tokio::test(flavor = "multi_thread")]
async fn every_view_is_accessible() {
    let person = Person::new(1280, 800, None).await;
    let mut found = Vec::new();
    for night in [false, true] {
        person.open("/").await;
        if night {
            person.click("night").await;
        }
        for path in [
            "/",
            "/ways",
            "/ways/sear_skin_first",
            "/ways/deep_fry_batter",
            "/book",
            "/knows",
            "/sheet",
            "/office",
            "/book/demo-2",
        ] {
            person.open(path).await;
            person
                .until("drawn", "return document.querySelectorAll('h1').length > 0")
                .await;
            person.settled().await;
            let lines = person.violations().await.into_iter();
            found.extend(lines.map(|v| format!("{path} night {night}: {v}")));
        }
    }
    person.leave().await;
    assert!(found.is_empty(), "{}", found.join("\n"));
}

/// What is open and what is asked "what if" stand in the address too.
#[tokio::test(flavor = "multi_thread")]
async fn the_address_of_every_state_reopens_it() {
    let person = Person::new(1280, 800, None).await;
    person
        .open("/?fish=hake&cut=fillet&mm=30&thin=12&g=170&n=2")
        .await;
    person.click("tab-portions").await;
    person.type_into("each", "200").await;
    person.find("take-portion").await;
    person.click("take-portion").await; // changes the piece; the question stays open
    person
        .until(
            "portions of the side",
            "return new URLSearchParams(location.search).get('n') !== '2'",
        )
        .await;
    let here = person.client.current_url().await.unwrap();
    person.client.goto("about:blank").await.unwrap();
    person.client.goto(here.as_str()).await.unwrap();
    person.find("tab-portions").await;
    let open = person
        .js("return document.querySelector('[role=tab][aria-selected=true]').dataset.testid")
        .await;

    person
        .open("/ways/sear_skin_first?fish=hake&mm=28&g=170&n=2")
        .await;
    person.find("look").await;
    let plain = (person.text("off").await, person.text("peak").await);
    person.click("thicker").await;
    person.click("late").await;
    person.settled().await;
    let asked = (person.text("off").await, person.text("peak").await);
    let here = person.client.current_url().await.unwrap();
    person.client.goto("about:blank").await.unwrap();
    person.client.goto(here.as_str()).await.unwrap();
    person.find("look").await;
    person.settled().await;
    let again = (person.text("off").await, person.text("peak").await);
    let pressed = person
        .js("return [...document.querySelectorAll('[aria-pressed=true]')].map(b => b.dataset.testid)")
        .await;
    person.leave().await;
    assert_eq!(open, json!("tab-portions"));
    assert_ne!(asked, plain);
    assert_eq!(again, asked);
    assert_eq!(pressed, json!(["late", "thicker", "usual"]));
}
