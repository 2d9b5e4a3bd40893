//! In the hand: a real pointer, real keys at what has the focus, real typing. Nothing here dispatches an event that no finger
//! makes.

use super::browser::Person;
use super::fire::{post, skip_kitchen};
use fantoccini::Locator;
use serde_json::{Value, json};

const ENTER: &str = "\u{e007}";
const TAB: &str = "\u{e004}";
const ESCAPE: &str = "\u{e00c}";
const PIECE: &str = "/?fish=hake&cut=fillet&mm=25&thin=14&g=170&n=2&skin=on&at=8";
const LIST: &str = "return document.querySelector('[role=listbox]') !== null";

/// A key goes to whatever has the focus.
async fn key(person: &Person, key: &str) {
    let focused = person.client.active_element().await.unwrap();
    focused.send_keys(key).await.unwrap();
}

async fn query(person: &Person, name: &str) -> Value {
    person
        .js(&format!(
            "return new URLSearchParams(location.search).get('{name}')"
        ))
        .await
}

/// Clicks the first of some elements that reads so.
async fn tap(person: &Person, css: &str, words: &str) {
    let script = format!(
        "document.querySelectorAll('[data-tap]').forEach(e => e.removeAttribute('data-tap')); \
         const e = [...document.querySelectorAll('{css}')].find(e => e.innerText.trim().split('\\n')[0] === '{words}'); \
         e?.setAttribute('data-tap', ''); return !!e"
    );
    person.until(words, &script).await;
    let found = person.client.find(Locator::Css("[data-tap]")).await;
    found.unwrap().click().await.unwrap();
}

/// A fish is chosen by a tap, and the list is shut: the next tap meets what lies below it. Esc shuts it too, and Tab goes on
/// from there.
#[tokio::test(flavor = "multi_thread")]
async fn a_fish_is_chosen_by_a_tap_and_the_list_is_shut() {
    let data = tempfile::tempdir().unwrap();
    let person = Person::new(1280, 800, Some(data.path())).await;
    skip_kitchen(&person).await;
    person.open(PIECE).await;
    person.click("fish").await;
    person.find("fish").await.send_keys("cod").await.unwrap();
    tap(&person, "[role=option]", "Cod").await;
    person
        .until(
            "cod",
            "return new URLSearchParams(location.search).get('fish') === 'cod'",
        )
        .await;
    person.settled().await;
    let open = person.js(LIST).await;
    let shown = person
        .js("return document.querySelector('[data-testid=fish]').value")
        .await;
    tap(&person, "label, [role=radio], button", "no skin").await;
    person
        .until(
            "no skin",
            "return new URLSearchParams(location.search).get('skin') === 'off'",
        )
        .await;
    let fish = query(&person, "fish").await;
    // By keys: Esc shuts it, a name half typed and Enter choose, Tab goes on and not back to the rail.
    person.click("fish").await;
    person.until("open again", LIST).await;
    key(&person, ESCAPE).await;
    person
        .until(
            "shut",
            "return document.querySelector('[role=listbox]') === null",
        )
        .await;
    key(&person, "hadd").await;
    key(&person, ENTER).await;
    person
        .until(
            "haddock",
            "return new URLSearchParams(location.search).get('fish') === 'haddock'",
        )
        .await;
    person.settled().await;
    key(&person, TAB).await;
    let next = person
        .js("const e = document.activeElement; return [e.tagName, !!e.closest('main'), !!e.closest('nav')]")
        .await;
    person.leave().await;
    assert_eq!(open, json!(false), "the list stays open over the form");
    assert_eq!(shown, json!("Cod"));
    assert_eq!(fish, json!("cod"));
    assert_eq!(
        (&next[1], &next[2]),
        (&json!(true), &json!(false)),
        "{next}"
    );
}

/// A fillet that becomes a whole fish takes its body from the weight, and says so; what does not go together is said.
#[tokio::test(flavor = "multi_thread")]
async fn a_whole_fish_takes_its_body_from_the_weight() {
    let data = tempfile::tempdir().unwrap();
    let person = Person::new(1280, 800, Some(data.path())).await;
    skip_kitchen(&person).await;
    person
        .open("/?fish=trout&cut=fillet&mm=14&thin=8&g=350&n=1&skin=on&at=8")
        .await;
    tap(&person, "label, [role=radio], button", "whole round fish").await;
    person.find("begun").await;
    // The weight of the fillet was the fillet's: a whole one is of its own, until it is said.
    person.type_into("mass", "350").await;
    person
        .until(
            "as thick as its weight has it",
            "return Number(new URLSearchParams(location.search).get('mm')) >= 38",
        )
        .await;
    person.find("reckoned").await;
    let mm = query(&person, "mm").await;
    person.type_into("thickness", "14").await;
    let said = person.text("disagrees").await;
    person.leave().await;
    let mm: f64 = mm.as_str().unwrap().parse().unwrap();
    assert!((30.0..48.0).contains(&mm), "{mm}");
    assert!(said.contains("350 g") && said.contains("14 mm"), "{said}");
}

/// A thickness typed digit by digit, at any speed, leaves the thin end as it was asked; a fraction of an inch is read.
#[tokio::test(flavor = "multi_thread")]
async fn a_thickness_is_typed_and_the_thin_end_stays() {
    let data = tempfile::tempdir().unwrap();
    let person = Person::new(1280, 800, Some(data.path())).await;
    skip_kitchen(&person).await;
    let thick = "input[aria-label='Thick end, typed']";
    let mut found = vec![];
    for pause_ms in [0, 60, 700] {
        person
            .open("/ways/hot_roast?fish=haddock&cut=fillet&mm=18&thin=9&g=170&n=1&skin=on&at=8")
            .await;
        let wait = person
            .client
            .wait()
            .at_most(std::time::Duration::from_secs(20));
        let field = wait.for_element(Locator::Css(thick)).await.unwrap();
        field.click().await.unwrap();
        // The field selects itself: what is typed replaces what stood there.
        for digit in ["2", "4"] {
            field.send_keys(digit).await.unwrap();
            tokio::time::sleep(std::time::Duration::from_millis(pause_ms)).await;
        }
        field.send_keys(TAB).await.unwrap();
        person.settled().await;
        found.push((query(&person, "mm").await, query(&person, "thin").await));
    }
    person
        .open("/ways/hot_roast?fish=haddock&cut=fillet&mm=18&thin=9&g=170&n=1&skin=on&at=8")
        .await;
    person.click("unit-length").await;
    let wait = person
        .client
        .wait()
        .at_most(std::time::Duration::from_secs(20));
    let field = wait.for_element(Locator::Css(thick)).await.unwrap();
    field.click().await.unwrap();
    field.send_keys("7/8").await.unwrap();
    field.send_keys(TAB).await.unwrap();
    person.settled().await;
    let inches = query(&person, "mm").await;
    person.leave().await;
    for (mm, thin) in found {
        assert_eq!((mm, thin), (json!("24"), json!("9")));
    }
    let mm: f64 = inches.as_str().unwrap().parse().unwrap();
    assert!((mm - 22.225).abs() < 0.3, "{mm}");
}

pub async fn on_the_fire(person: &Person, id: &str, ago_s: f64, more: &[Value]) {
    let plan = json!({ "piece": { "fish": "hake", "thickness_mm": 25, "skin": "on" }, "method": { "kind": "sear_skin_first" } });
    let new = json!({ "id": id, "title": format!("Hake {id}"), "plan": plan });
    post(person, "/api/cooks", &new).await;
    let mut events = vec![json!({ "id": format!("{id}-in"), "at_s": 0, "kind": "in" })];
    events.extend_from_slice(more);
    let met = json!({ "sent_s": ago_s, "events": events });
    post(person, &format!("/api/cooks/{id}/events"), &met).await;
}

async fn kinds(person: &Person, id: &str) -> Vec<String> {
    let cook = person.ask(&format!("/api/cooks/{id}")).await;
    let events = cook["events"].as_array().unwrap().clone();
    let kind = |e: &Value| e["kind"].as_str().unwrap().to_owned();
    events.iter().map(kind).collect()
}

/// Enter does what has the focus: a link leads on, "Speak" speaks, a word in the dialog is said; none of it turns the fish. On
/// nothing it marks the next act, as the list of keys says.
#[tokio::test(flavor = "multi_thread")]
async fn enter_does_what_has_the_focus() {
    let data = tempfile::tempdir().unwrap();
    let person = Person::new(1280, 800, Some(data.path())).await;
    skip_kitchen(&person).await;
    on_the_fire(&person, "a", 60.0, &[]).await;
    person.open("/fire").await;
    person.find("strip").await;
    let focus = async |css: &str| {
        let found = person.client.find(Locator::Css(css)).await.unwrap();
        let script = "arguments[0].focus()";
        let arg = serde_json::to_value(&found).unwrap();
        person.client.execute(script, vec![arg]).await.unwrap();
    };
    let speak =
        "return [...document.querySelectorAll('button')].find(b => b.innerText === 'Speak')";
    person
        .js(&format!(
            "({}).setAttribute('id', 'speak')",
            speak.trim_start_matches("return ")
        ))
        .await;
    focus("#speak").await;
    key(&person, ENTER).await;
    let spoken = person
        .js("return document.getElementById('speak').getAttribute('aria-pressed')")
        .await;
    person
        .until(
            "told",
            "return !document.querySelector('[data-testid=see]').disabled",
        )
        .await;
    focus("[data-testid=see]").await;
    key(&person, ENTER).await;
    person.find("saw").await;
    focus("[data-testid=saw-lip-cold]").await;
    key(&person, ENTER).await;
    person
        .until(
            "said",
            "return document.querySelector('[data-testid=saw]') === null",
        )
        .await;
    person.settled().await;
    focus("nav a[href^='/book']").await;
    key(&person, ENTER).await;
    person
        .until("book", "return location.pathname === '/book'")
        .await;
    let before = kinds(&person, "a").await;
    person.open("/fire").await;
    person.find("strip").await;
    person
        .client
        .find(Locator::Css("body"))
        .await
        .unwrap()
        .send_keys(ENTER)
        .await
        .unwrap();
    person
        .until(
            "turned",
            "return !document.querySelector('[data-testid=act]').innerText.startsWith('Turn')",
        )
        .await;
    person.settled().await;
    let after = kinds(&person, "a").await;
    person.leave().await;
    assert_eq!(spoken, json!("true"));
    assert_eq!(before, ["in", "cue"]);
    assert_eq!(after, ["in", "cue", "turned"]);
}

/// The first Tab leads to the view; each view has its name and takes the focus; letters can be switched off, and on again.
#[tokio::test(flavor = "multi_thread")]
async fn the_page_is_gone_through_by_keys() {
    let data = tempfile::tempdir().unwrap();
    let person = Person::new(1280, 800, Some(data.path())).await;
    skip_kitchen(&person).await;
    person.open(PIECE).await;
    person.find("fish").await;
    key(&person, TAB).await;
    let first = person
        .js("return document.activeElement.innerText.trim()")
        .await;
    key(&person, ENTER).await;
    let skipped = person.js("return document.activeElement.id").await;
    key(&person, "6").await;
    person
        .until("book", "return location.pathname === '/book'")
        .await;
    let named = person
        .js("return [document.title, document.activeElement.id]")
        .await;
    key(&person, "?").await;
    person.click("letters").await;
    key(&person, ESCAPE).await;
    person
        .until(
            "no list",
            "return document.querySelector('[role=dialog]') === null",
        )
        .await;
    key(&person, "1").await;
    person.settled().await;
    let stays = person.js("return location.pathname").await;
    key(&person, "?").await;
    person.click("letters").await;
    key(&person, ESCAPE).await;
    person
        .until(
            "no list",
            "return document.querySelector('[role=dialog]') === null",
        )
        .await;
    key(&person, "1").await;
    person
        .until("counter", "return location.pathname === '/'")
        .await;
    person.leave().await;
    assert_eq!(first, json!("To the view"));
    assert_eq!(skipped, json!("main"));
    assert_eq!(named, json!(["Book · Cindo", "main"]));
    assert_eq!(stays, json!("/book"));
}

/// The late one has the orange button, whatever was touched last; a piece that is not in yet is taken off by a tap and back by
/// another; of four on a phone each shows its advice when it is tapped; and who hears the page hears each act once.
#[tokio::test(flavor = "multi_thread")]
async fn the_late_one_comes_first_and_nothing_is_out_of_reach() {
    let data = tempfile::tempdir().unwrap();
    let person = Person::new(1280, 800, Some(data.path())).await;
    skip_kitchen(&person).await;
    on_the_fire(&person, "late", 620.0, &[]).await;
    on_the_fire(&person, "young", 20.0, &[]).await;
    person.open("/fire").await;
    person
        .until(
            "two",
            "return document.querySelectorAll('[data-testid=strip]').length === 2",
        )
        .await;
    let orange = "return document.querySelector('[data-testid=strip][data-first]').getAttribute('aria-label')";
    // Touched, the young one has it not: the other is late.
    let young = person
        .client
        .find(Locator::Css("[aria-label='Hake young'] .strip-words"))
        .await;
    young.unwrap().click().await.unwrap();
    person.settled().await;
    let first = person.js(orange).await;
    let heard = person
        .js("return [...document.querySelectorAll('[data-testid=spoken-late]')].map(e => e.innerText).filter(t => t)")
        .await;
    // A third that only heats is taken off, and brought back.
    let plan = json!({ "piece": { "fish": "hake", "thickness_mm": 20 }, "method": { "kind": "hot_roast" } });
    post(
        &person,
        "/api/cooks",
        &json!({ "id": "wrong", "title": "Hake by mistake", "plan": plan }),
    )
    .await;
    person.find("take-off").await.click().await.unwrap();
    person.find("closed").await;
    person
        .until(
            "two",
            "return document.querySelectorAll('[data-testid=strip]').length === 2",
        )
        .await;
    person.click("reopen").await;
    person
        .until(
            "three",
            "return document.querySelectorAll('[data-testid=strip]').length === 3",
        )
        .await;
    let undone = kinds(&person, "wrong").await;
    // Four on a phone: what went wrong is told where it is tapped.
    on_the_fire(
        &person,
        "early",
        300.0,
        &[json!({ "id": "off", "at_s": 290, "kind": "off" })],
    )
    .await;
    person.screen(390, 844).await;
    person.open("/fire").await;
    person
        .until(
            "four",
            "return document.querySelectorAll('[data-testid=strip]').length === 4",
        )
        .await;
    person.settled().await;
    let shown = "return [...document.querySelectorAll('[aria-label=\"Hake early\"] [data-testid=advice]')].some(b => b.offsetHeight > 0)";
    let before = person.js(shown).await;
    let mark = person
        .js("return (document.querySelector('[aria-label=\"Hake early\"] [data-testid=says-more]')?.offsetHeight ?? 0) > 0")
        .await;
    let early = person
        .client
        .find(Locator::Css("[aria-label='Hake early'] .strip-title"))
        .await;
    early.unwrap().click().await.unwrap();
    person.until("its advice", shown).await;
    let wide = person
        .js("return document.documentElement.scrollWidth <= innerWidth")
        .await;
    person.leave().await;
    assert_eq!(first, json!("Hake late"));
    assert_eq!(heard.as_array().unwrap().len(), 1, "{heard}");
    assert_eq!(undone, ["closed", "undone"]);
    assert_eq!((before, mark), (json!(false), json!(true)));
    assert_eq!(wide, json!(true));
}

/// Whoever tabs through the finder has the same fish in hand after it; two changes in one moment are two changes; Back goes
/// back a step, and so does undo.
#[tokio::test(flavor = "multi_thread")]
async fn nothing_is_chosen_in_passing_and_every_step_can_be_gone_back() {
    let data = tempfile::tempdir().unwrap();
    let person = Person::new(1280, 800, Some(data.path())).await;
    skip_kitchen(&person).await;
    person.open(PIECE).await;
    person.find("fish").await;
    person.settled().await;
    for _ in 0..60 {
        key(&person, TAB).await;
        let at = person
            .js("return document.activeElement.dataset.testid")
            .await;
        if at == json!("thickness") {
            break;
        }
    }
    let passed = query(&person, "fish").await;
    // Typed, and at once a tap elsewhere: both count.
    key(&person, "31").await;
    tap(&person, "label", "no skin").await;
    person.settled().await;
    let both = (query(&person, "mm").await, query(&person, "skin").await);
    person.client.back().await.unwrap();
    // One of the two is taken back, whichever was heard last.
    person
        .until(
            "a step back",
            "const q = new URLSearchParams(location.search); return (q.get('skin') === 'on') !== (q.get('mm') === '25')",
        )
        .await;
    person.client.forward().await.unwrap();
    person
        .until(
            "and forth",
            "const q = new URLSearchParams(location.search); return q.get('skin') === 'off' && q.get('mm') === '31'",
        )
        .await;
    // Another fish: what belonged to the last one goes, it is said, and one tap brings all of it back.
    tap(&person, "button", "bone in").await;
    person.type_into("fish", &format!("plaice{ENTER}")).await;
    let said = person.text("begun").await;
    let bone = query(&person, "bone").await;
    person.click("undo-begin").await;
    person
        .until(
            "hake again",
            "const q = new URLSearchParams(location.search); \
             return q.get('fish') === 'hake' && q.get('bone') === '1' && q.get('mm') === '31'",
        )
        .await;
    person.leave().await;
    assert_eq!(passed, json!("hake"), "the finder chose in passing");
    assert_eq!(both, (json!("31"), json!("off")));
    assert!(
        said.contains("plaice") && said.contains("bone in"),
        "{said}"
    );
    assert_eq!(bone, Value::Null);
}

/// A field acts on nothing half typed: while it is being typed the times say so, what is no number gets a word beside it and
/// stays, and Esc brings back what stood.
#[tokio::test(flavor = "multi_thread")]
async fn a_number_counts_when_it_is_left_and_not_before() {
    let data = tempfile::tempdir().unwrap();
    let person = Person::new(1280, 800, Some(data.path())).await;
    skip_kitchen(&person).await;
    person
        .open("/ways/hot_roast?fish=haddock&cut=fillet&mm=18&thin=9&g=170&n=1&skin=on&at=8")
        .await;
    person.find("off").await;
    person.settled().await;
    let off = person.text("off").await;
    let field = person
        .client
        .find(Locator::Css("input[aria-label='Thick end, typed']"))
        .await
        .unwrap();
    field.click().await.unwrap();
    let chosen = person
        .js("const e = document.activeElement; return e.selectionEnd - e.selectionStart")
        .await;
    field.send_keys("2").await.unwrap();
    let why = person.text("not-yet").await;
    person.settled().await;
    let meanwhile = (query(&person, "mm").await, person.text("off").await);
    field.send_keys("x").await.unwrap();
    key(&person, TAB).await;
    person
        .until(
            "a word beside it",
            "return document.querySelector(\"input[aria-label='Thick end, typed']\").ariaInvalid === 'true'",
        )
        .await;
    let typed = field.prop("value").await.unwrap().unwrap();
    let no_cook = person
        .js("return document.querySelector('[data-stale]') !== null")
        .await;
    field.click().await.unwrap();
    key(&person, ESCAPE).await;
    person
        .until(
            "as it stood",
            "return document.querySelector('[data-stale]') === null",
        )
        .await;
    let back = field.prop("value").await.unwrap().unwrap();
    field.send_keys(&format!("24{ENTER}")).await.unwrap();
    person
        .until(
            "it counts",
            "return new URLSearchParams(location.search).get('mm') === '24'",
        )
        .await;
    person.settled().await;
    let anew = person.text("off").await;
    person.leave().await;
    assert_eq!(chosen, json!(2), "chosen whole");
    assert!(why.contains("being typed"), "{why}");
    assert_eq!(meanwhile, (json!("18"), off.clone()));
    assert_eq!((typed.as_str(), back.as_str()), ("2x", "18"));
    assert_eq!(no_cook, json!(true));
    assert_ne!(anew, off);
}

/// Ten presses of an arrow on a card are told in a sentence or two to who hears it; the picture says what it shows.
#[tokio::test(flavor = "multi_thread")]
async fn a_change_is_heard_once() {
    let data = tempfile::tempdir().unwrap();
    let person = Person::new(1280, 800, Some(data.path())).await;
    skip_kitchen(&person).await;
    person
        .open("/ways/sear_skin_first?fish=hake&cut=fillet&mm=25&thin=14&g=170&n=2&skin=on&at=8")
        .await;
    person.find("look").await;
    person.settled().await;
    person
        .js("window.heard = []; const said = new WeakMap(); \
             const live = () => document.querySelectorAll('[aria-live]:not([aria-live=off]), [role=status], [role=alert]'); \
             live().forEach(e => said.set(e, e.innerText)); \
             new MutationObserver(() => live().forEach(e => { if ((said.get(e) ?? '') !== e.innerText) { \
               said.set(e, e.innerText); if (e.innerText.trim()) window.heard.push(e.innerText); } })) \
             .observe(document.body, { subtree: true, childList: true, characterData: true }); \
             document.querySelector('aside input[type=range]').focus()")
        .await;
    key(&person, &"\u{e014}".repeat(10)).await;
    person.settled().await;
    tokio::time::sleep(std::time::Duration::from_millis(2500)).await;
    person.settled().await;
    let heard = person.js("return window.heard").await;
    person
        .js("document.querySelector('[data-testid=slice-over-time]').focus()")
        .await;
    key(&person, "\u{e014}").await;
    let told = person
        .js("return document.activeElement.ariaValueText")
        .await;
    person.leave().await;
    let heard = heard.as_array().unwrap();
    let letters: usize = heard.iter().map(|t| t.as_str().unwrap().len()).sum();
    assert!(heard.len() <= 3 && letters < 400, "{heard:?}");
    let told = told.as_str().unwrap();
    assert!(
        told.contains("middle") && told.contains("raw") && told.contains('%'),
        "{told}"
    );
}
