//! The card to its end: the kitchen it is for, what it trades, what it is taken along as.

use super::browser::{Person, by_hand};
use fantoccini::wd::PrintConfiguration;
use serde_json::{Value, json};
use std::io::Write;
use std::process::{Command, Stdio};

const HAKE: &str = "fish=hake&cut=fillet&mm=25&thin=14&g=170&n=2&skin=on&at=8";

fn there(id: &str) -> String {
    format!("return document.querySelector('[data-testid={id}]') !== null")
}

fn gone(id: &str) -> String {
    format!("return document.querySelector('[data-testid={id}]') === null")
}

fn says(id: &str, text: &str) -> String {
    format!(
        "return document.querySelector('[data-testid={id}]')?.innerText.includes('{text}') ?? false"
    )
}

fn address(part: &str) -> String {
    format!("return location.search.includes('{part}')")
}

#[tokio::test(flavor = "multi_thread")]
async fn a_kitchen_is_asked_once_and_everything_goes_by_it() {
    let person = Person::new(1280, 800, None).await;
    person.open(&format!("/?{HAKE}")).await;
    person.click("usual-home").await;
    person.click("skip-kitchen").await;
    person.until("asked no more", &gone("first-visit")).await;
    person.open(&format!("/ways?{HAKE}")).await;
    person.find("way-sear_skin_first").await;
    person
        .until("no grill here", &gone("way-grill_basket"))
        .await;
    let why = person
        .js("return document.querySelector('[data-testid=not-grill_basket]').textContent")
        .await;

    // Thing by thing: a basket and a grill come, the hill is too high for anybody, then as it is.
    person.open(&format!("/kit?{HAKE}")).await;
    person.until("not here", &says("kit-leaves", "grill")).await;
    for thing in ["grates-gas", "baskets-hinged"] {
        person.click(thing).await;
        let here = format!(
            "return document.querySelector('[data-testid={thing}]').ariaPressed === 'true'"
        );
        person.until("here", &here).await;
        person.settled().await;
    }
    // As a hand would: back up to where it stands.
    person.js("scrollTo(0, 0)").await;
    person.type_into("altitude", "9000").await;
    person
        .until("a word beside it", "return document.querySelector('[data-testid=altitude]').ariaInvalid === 'true' && document.querySelectorAll('[role=alert]').length > 0")
        .await;
    let typed = person
        .js("return document.querySelector('[data-testid=altitude]').value")
        .await;
    person.type_into("altitude", "1500").await;
    person
        .until(
            "boils lower",
            "return document.body.innerText.includes('Water boils at 9')",
        )
        .await;
    person.settled().await;
    let violations = person.violations().await;
    person.client.refresh().await.unwrap();
    person
        .until(
            "kept",
            "return document.querySelector('[data-testid=altitude]')?.value === '1500'",
        )
        .await;
    let kept = person.ask("/api/kitchen").await;
    person.open(&format!("/ways?{HAKE}")).await;
    person.until("a grill", &there("way-grill_basket")).await;

    // A link from another kitchen says so, and one tap brings it here.
    let other = "%7B%22altitude_m%22%3A0%2C%22kit%22%3A%7B%22pans%22%3A%5B%5D%7D%7D";
    person.open(&format!("/ways?{HAKE}&kitchen={other}")).await;
    person.find("our-kitchen").await;
    person
        .until("no pans there", &gone("way-sear_skin_first"))
        .await;
    person.click("our-kitchen").await;
    person.until("ours", &there("way-sear_skin_first")).await;
    person.leave().await;
    assert!(
        why.as_str().unwrap().contains("This kitchen has no"),
        "{why}"
    );
    assert_eq!(typed, json!("9000"));
    assert_eq!(kept["kitchen"]["altitude_m"].as_f64(), Some(1500.0));
    assert!(violations.is_empty(), "{violations:?}");
}

/// Fourteen fillets do not go into one pan: the card says in how many batches, the tray takes them all, and an oven that was
/// said to be smaller takes fewer.
#[tokio::test(flavor = "multi_thread")]
async fn a_party_is_told_in_batches_and_goes_on_trays() {
    let person = Person::new(390, 844, None).await;
    let party = "fish=sea_bream&mm=15&g=130&n=14";
    person.open(&format!("/ways/sear_skin_first?{party}")).await;
    person
        .until("batches", &says("party", "3 at a time, 5 batches"))
        .await;
    let violations = person.violations().await;
    assert!(violations.is_empty(), "{violations:?}");
    person.open(&format!("/ways/hot_roast?{party}")).await;
    person.find("headline").await;
    person.settled().await;
    let told = "return document.querySelectorAll('[data-testid=party]').length";
    assert_eq!(person.js(told).await, 0);
    // A toy of an oven: one tray of six.
    person.open("/kit?fish=sea_bream&mm=15&g=130&n=14").await;
    person.click("ovens-home-open").await;
    person.type_into("ovens-home-size", "25").await;
    person.type_into("ovens-home-width", "22").await;
    person.type_into("ovens-home-places", "1").await;
    person.settled().await;
    // In that oven: who does not say which takes the larger one beside it.
    person
        .open(&format!("/ways/hot_roast?{party}&s.oven=home"))
        .await;
    person.until("batches", &says("party", "batches")).await;
}

/// Two pans of a kind, named and sized where they hang; the card takes either, and an oven that runs cool takes longer.
#[tokio::test(flavor = "multi_thread")]
async fn a_kitchen_has_things_of_its_own() {
    let folder = tempfile::tempdir().unwrap();
    let mut person = Person::new(1280, 800, Some(folder.path())).await;
    person.open(&format!("/kit?{HAKE}")).await;
    person.click("pans-clad-open").await;
    person.type_into("pans-clad-size", "32").await;
    person.settled().await;
    person.click("kit-another").await;
    person.find("pans-clad_2-size").await;
    person.type_into("pans-clad_2-size", "20").await;
    // Two of one name: a word beside the field, what was typed stays.
    person.type_into("kit-name", "Clad steel\u{e007}").await;
    let refused = "return document.querySelector('[data-testid=kit-name]').ariaInvalid === 'true' \
        && document.querySelector('[data-testid=kit-name]').value === 'Clad steel'";
    person.until("two of one name", refused).await;
    person.type_into("kit-name", "the little one\u{e007}").await;
    person
        .until("its name", &says("pans-clad_2-open", "the little one"))
        .await;
    person.settled().await;
    let violations = person.violations().await;
    person.click("ovens-home-open").await;
    person.type_into("ovens-home-off", "-20").await;
    person
        .until("how far off", &says("ovens-home-open", "\u{2212}20"))
        .await;
    person.settled().await;

    // The power goes; what was said is there.
    person.pull_server();
    person.bring_server_back();
    person.open(&format!("/kit?{HAKE}")).await;
    person
        .until("kept", &says("pans-clad_2-open", "20 cm"))
        .await;
    let kept = person.ask("/api/kitchen").await;
    // The card of either pan, each with its own drop; and it reads by its key.
    person
        .open(&format!("/ways/sear_both_sides?{HAKE}&s.pan=clad_2"))
        .await;
    person.find("off").await;
    person.settled().await;
    let body = person.js("return document.body.innerText").await;
    person.leave().await;
    let things = kept["kitchen"]["things"].as_array().unwrap();
    let said: Vec<_> = things.iter().map(|t| (&t["id"], &t["name"])).collect();
    assert_eq!(
        json!(said),
        json!([
            ["clad", "clad steel"],
            ["clad_2", "the little one"],
            ["home", "home oven"]
        ])
    );
    assert_eq!(things[0]["across_mm"].as_f64(), Some(320.0));
    assert_eq!(things[2]["learned"][0]["mean"].as_f64(), Some(-20.0));
    assert!(body.as_str().unwrap().contains("the little one"), "{body}");
    assert!(violations.is_empty(), "{violations:?}");
}

#[tokio::test(flavor = "multi_thread")]
async fn a_card_is_settled_argued_over_and_shared() {
    let person = Person::new(1280, 800, None).await;
    person.open(&format!("/ways/sear_both_sides?{HAKE}")).await;
    person.find("look").await;
    // The heat, for me.
    person.click("place-heats").await;
    person.find("curves").await;
    person.click("settle-forgiving").await;
    person.until("set", &address("s.hold_c=")).await;
    person.until("said", &says("settled", "leeway")).await;
    person.settled().await;
    person
        .until(
            "what changed",
            "return document.querySelector('[data-testid=changed]').innerText.length > 5",
        )
        .await;
    person.type_into("within", "soon").await;
    person
        .until(
            "a word",
            "return document.querySelector('[data-testid=within-error]') !== null",
        )
        .await;
    // One key undoes it.
    person
        .js("document.activeElement.blur(); document.body.dispatchEvent(new KeyboardEvent('keydown', { key: 'u', bubbles: true }))")
        .await;
    person
        .until("undone", "return !location.search.includes('s.hold_c=')")
        .await;

    // What cooks disagree about: one tap, and the card is so.
    person.click("school-mostly-the-first-side").await;
    person
        .until("turned late", &address("s.turn_share=0.75"))
        .await;
    person
        .until("now", "return document.querySelector('[data-testid=school-mostly-the-first-side]').ariaPressed === 'true'")
        .await;

    // Another beside it; nonsense gets a word and loses nothing.
    person.click("place-beside").await;
    person.click("add-beside").await;
    person.until("both", &says("company", "out")).await;
    person.type_into("beside-0-mm", "500").await;
    person
        .until(
            "too thick",
            "return document.querySelector('[data-testid=beside-0-mm]').ariaInvalid === 'true'",
        )
        .await;
    let typed = person
        .js("return document.querySelector('[data-testid=beside-0-mm]').value")
        .await;
    person.type_into("beside-0-mm", "14").await;
    person
        .until(
            "fits",
            "return document.querySelector('[data-testid=beside-0-mm]').ariaInvalid !== 'true'",
        )
        .await;
    person.settled().await;
    let ask = "const done = arguments[arguments.length - 1]; \
        fetch('/api/together', { method: 'POST', headers: { 'Content-Type': 'application/json' }, \
          body: JSON.stringify({ plan: { piece: { fish: 'hake', cut: 'fillet', thickness_mm: 25, thin_end_mm: 14, \
            mass_g: 170, pieces: 2, skin: 'on', start_c: 8 }, method: { kind: 'sear_both_sides', turn_share: 0.75 } }, \
            beside: [{ thickness_mm: 14 }] }) }).then(r => r.json()).then(t => done(t.pieces[1].in_s))";
    let in_s = person.client.execute_async(ask, vec![]).await.unwrap();
    let clock = by_hand(&in_s);
    person
        .until("as the service says", &says("company", &clock))
        .await;
    let violations = person.violations().await;
    // All of it stands after a reload.
    person.client.refresh().await.unwrap();
    person.until("still", &says("company", &clock)).await;
    person.leave().await;
    assert_eq!(typed, json!("500"));
    assert!(violations.is_empty(), "{violations:?}");
}

#[tokio::test(flavor = "multi_thread")]
async fn a_named_card_is_found_copied_and_moved_by_file() {
    let person = Person::new(1280, 800, None).await;
    person.open(&format!("/ways/steam?{HAKE}")).await;
    person.find("look").await;
    person.type_into("card-name", "Harbour steam 7").await;
    person.client.refresh().await.unwrap();
    person
        .until(
            "kept",
            "return document.querySelector('[data-testid=card-name]')?.value === 'Harbour steam 7'",
        )
        .await;
    person.click("save").await;
    person.find("saved").await;

    // As files: every one is what its reader expects.
    person.click("place-keep").await;
    for kind in ["csv", "recipe", "calendar", "json", "png"] {
        person.click(&format!("file-{kind}")).await;
    }
    let csv = person.downloaded("harbour-steam-7.csv").await;
    let ics = person.downloaded("harbour-steam-7.ics").await;
    let png = person.downloaded("harbour-steam-7.png").await;
    let json_file = person.downloaded("harbour-steam-7.json").await;
    person.downloaded("harbour-steam-7.jsonld").await;
    let head = String::from_utf8_lossy(&csv)
        .lines()
        .next()
        .unwrap()
        .to_owned();

    // Found by a word of its name, and its way taken for another piece.
    person.open("/book").await;
    person.type_into("find-card", "steam 7").await;
    person
        .until(
            "one",
            "return document.querySelectorAll('[data-card]').length === 1",
        )
        .await;
    person
        .js("document.querySelector('[data-card]').click()")
        .await;
    person.find("for-piece-in-hand").await;
    person.type_into("find-card", "no such card").await;
    person
        .until(
            "none",
            "return document.body.innerText.includes('No card has')",
        )
        .await;

    // Into another kitchen by file; a broken one says so.
    let folder = tempfile::tempdir().unwrap();
    let file = |name: &str, bytes: &[u8]| {
        let path = folder.path().join(name);
        std::fs::write(&path, bytes).unwrap();
        path.to_str().unwrap().to_owned()
    };
    let good = file("good.json", &json_file);
    let half = file("half.json", &json_file[..json_file.len() / 2]);
    let field = person.find("file").await;
    field.send_keys(&good).await.unwrap();
    person
        .until("came in", &says("came-in", "One card came in"))
        .await;
    field.send_keys(&half).await.unwrap();
    person
        .until(
            "a word",
            "return document.body.innerText.includes('This file is broken')",
        )
        .await;
    let violations = person.violations().await;
    person.leave().await;
    assert_eq!(head, "time_s,core_c,skin_side_c,flesh_side_c");
    assert!(ics.starts_with(b"BEGIN:VCALENDAR"));
    assert!(
        png.starts_with(b"\x89PNG\r\n\x1a\n") && png.len() > 20_000,
        "{}",
        png.len()
    );
    assert!(violations.is_empty(), "{violations:?}");
}

/// The text of a PDF, by a reader that is not ours.
fn text_of(pdf: &[u8]) -> String {
    let mut reader = Command::new("pdftotext")
        .args(["-layout", "-", "-"])
        .stdin(Stdio::piped())
        .stdout(Stdio::piped())
        .spawn()
        .unwrap();
    reader.stdin.take().unwrap().write_all(pdf).unwrap();
    let out = reader.wait_with_output().unwrap();
    String::from_utf8_lossy(&out.stdout).into_owned()
}

#[tokio::test(flavor = "multi_thread")]
async fn the_printed_card_says_all_on_one_page() {
    let person = Person::new(1280, 800, None).await;
    for (path, wants) in [
        (
            format!("/ways/sear_skin_first?{HAKE}"),
            vec!["2 × 170 g fillet, 25 mm thick, thin end 14 mm", "clad steel", "215 °C", "everyone", "Turn, once"],
        ),
        (
            "/ways/whole_roast?fish=sea_bass&cut=whole_round&mm=44&g=520&n=1&bone=1&at=5&eater=old_or_ill&level=food_safety".to_owned(),
            vec!["1 × 520 g whole", "44 mm thick", "old or ill", "probe"],
        ),
    ] {
        person.open(&path).await;
        person.find("steps").await;
        person.settled().await;
        let off = person.text("off").await;
        let pdf = person.client.print(PrintConfiguration::default()).await.unwrap();
        let text = text_of(&pdf);
        for want in &wants {
            let flat = text.split_whitespace().collect::<Vec<_>>().join(" ");
            assert!(flat.contains(want), "{want}: {flat}");
        }
        assert!(text.contains(off.trim()), "{off}: {text}");
        // A form feed ends each page.
        assert_eq!(text.matches('\u{c}').count(), 1, "{path}");
        assert!(!text.contains("What if") && !text.contains("Take it along"));
    }
    person.leave().await;
}

/// While a setting is dragged the picture follows: never more than one question under way of each kind, and the
/// last one asked is what stands.
#[tokio::test(flavor = "multi_thread")]
async fn dragging_asks_no_more_than_it_can_be_answered() {
    let person = Person::new(1280, 800, None).await;
    person.open(&format!("/ways/sear_skin_first?{HAKE}")).await;
    person.find("look").await;
    person.settled().await;
    // How long from a hand on the dial to the new time on the screen: printed, never asserted.
    let follow = "const done = arguments[arguments.length - 1]; \
        const dial = [...document.querySelectorAll('input[type=range]')][2]; \
        const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set; \
        const off = () => document.querySelector('[data-testid=off]').textContent; \
        const took = []; const one = (i) => { if (i === 8) return done(took); \
          const was = off(), from = performance.now(); \
          set.call(dial, String(i % 2 ? 160 : 260)); dial.dispatchEvent(new Event('input', { bubbles: true })); \
          const look = () => off() !== was ? (took.push(Math.round(performance.now() - from)), setTimeout(() => one(i + 1), 900)) \
            : requestAnimationFrame(look); look(); }; one(0);";
    let took = person.client.execute_async(follow, vec![]).await.unwrap();
    println!("from the dial to the new time, ms: {took}");
    person
        .js(
            "performance.clearResourceTimings(); window.most = 0; \
             new MutationObserver(() => { window.most = Math.max(window.most, Number(document.documentElement.dataset.asking ?? 0)); }) \
               .observe(document.documentElement, { attributes: true, attributeFilter: ['data-asking'] });",
        )
        .await;
    // To and fro over the same values, many times: also back to where the page may still be.
    let to_and_fro: Vec<i64> = [[12; 5], [-12; 5]].concat().repeat(6);
    let mut moves = to_and_fro.clone();
    moves.extend([12; 3]);
    person.drag("input[type=range]", 2, &moves).await;
    let at = person
        .js("return document.querySelectorAll('input[type=range]')[2].value")
        .await;
    person.settled().await;
    let kept = person
        .js("return new URLSearchParams(location.search).get('s.hold_c')")
        .await;
    assert_eq!(kept, at, "where the hand let go");
    let ask = "const done = arguments[arguments.length - 1]; \
        fetch('/api/plan', { method: 'POST', headers: { 'Content-Type': 'application/json' }, \
          body: JSON.stringify({ piece: { fish: 'hake', cut: 'fillet', thickness_mm: 25, thin_end_mm: 14, \
            mass_g: 170, pieces: 2, skin: 'on', start_c: 8 }, method: { kind: 'sear_skin_first', hold_c: Number(arguments[0]) } }) }) \
        .then(r => r.json()).then(p => done(p.off_heat_s))";
    let asked = person
        .js("return performance.getEntriesByType('resource').map(e => new URL(e.name).pathname)")
        .await;
    let wanted = person.client.execute_async(ask, vec![at]).await.unwrap();
    person
        .until("the last that was asked", &says("off", &by_hand(&wanted)))
        .await;
    let most = person.js("return window.most").await;
    person.leave().await;
    println!("dragging: {most} at once, {asked}");
    // A plan at most a move, its cut and its range; nothing else is fetched, no icon either.
    let asked: Vec<&str> = asked
        .as_array()
        .unwrap()
        .iter()
        .filter_map(Value::as_str)
        .collect();
    let plans = asked.iter().filter(|path| **path == "/api/plan").count();
    assert!((1..=moves.len() + 2).contains(&plans), "{asked:?}");
    assert!((1..=3).contains(&most.as_u64().unwrap()), "{most}");
    assert!(
        asked.iter().all(|path| path.starts_with("/api/")),
        "{asked:?}"
    );
}

/// Every part of the card open, at each size, by day and by night.
#[tokio::test(flavor = "multi_thread")]
async fn the_open_card_and_the_kit_are_clean_at_every_size() {
    let mut found = vec![];
    for (width, height) in [(1280, 800), (1024, 768), (390, 844)] {
        let person = Person::new(width, height, None).await;
        for night in [false, true] {
            let all = "v.settle=yes&v.schools=yes&v.company=yes&v.with=18x1&v.if=left";
            for path in [
                format!("/ways/sear_skin_first?{HAKE}&{all}"),
                format!("/kit?{HAKE}"),
                "/book/demo-2".to_owned(),
            ] {
                person.open(&path).await;
                person
                    .until("drawn", "return document.querySelectorAll('h1').length > 0")
                    .await;
                person.settled().await;
                let theme = person
                    .js("return document.documentElement.dataset.theme")
                    .await;
                if (theme == json!("night")) != night {
                    person.press("n").await;
                }
                let wide = person
                    .js("return document.documentElement.scrollWidth - innerWidth")
                    .await;
                if wide.as_i64().unwrap() > 0 {
                    found.push(format!("{width} {path}: {wide} px too wide"));
                }
                let lines = person.violations().await;
                found.extend(
                    lines
                        .iter()
                        .map(|line| format!("{width} {night} {path}: {line}")),
                );
            }
        }
        person.leave().await;
    }
    assert!(found.is_empty(), "{found:#?}");
}

/// The moment it comes off is moved on the picture, by key or by hand, together with a what-if; one tap takes both back.
#[tokio::test(flavor = "multi_thread")]
async fn the_moment_it_comes_off_is_moved_and_put_back() {
    let person = Person::new(1280, 800, None).await;
    person
        .open(&format!("/ways/shallow_poach?{HAKE}&v.if=no_lid"))
        .await;
    person
        .until("short of it", &says("what-if", "middle lands"))
        .await;
    let before = person.text("off").await;
    let later = "const slice = document.querySelector('[data-testid=slice-over-time]'); slice.focus(); \
        slice.dispatchEvent(new KeyboardEvent('keydown', { key: 'PageUp', shiftKey: true, bubbles: true }))";
    person.js(later).await;
    person.until("later", &address("v.late=")).await;
    person
        .until(
            "another time",
            &format!("return document.querySelector('[data-testid=off]').innerText !== '{before}'"),
        )
        .await;
    person.settled().await;
    let back = "[...document.querySelectorAll('[data-testid=what-if] button')][0].click()";
    person.js(back).await;
    person
        .until(
            "both put back",
            "return !location.search.includes('v.late') && !location.search.includes('v.if')",
        )
        .await;
    person
        .until(
            "as planned",
            &format!("return document.querySelector('[data-testid=off]').innerText === '{before}'"),
        )
        .await;

    // A recipe's heat beside its times: what is no heat gets a word and stays.
    person
        .open(&format!("/ways/slow_bake?{HAKE}&v.recipe=1200"))
        .await;
    person
        .until("an answer", &says("recipe-says", "right"))
        .await;
    let at_card = person.text("recipe-says").await;
    person.type_into("recipe-at", "999").await;
    person
        .until(
            "too hot",
            "return document.querySelector('[data-testid=recipe-at]').ariaInvalid === 'true'",
        )
        .await;
    person.type_into("recipe-at", "95").await;
    person
        .until("in the address", &address("v.recipe-at=95"))
        .await;
    person
        .until(
            "another answer",
            &format!(
                "return document.querySelector('[data-testid=recipe-says]').innerText !== {}",
                json!(at_card)
            ),
        )
        .await;
    person.leave().await;
}
