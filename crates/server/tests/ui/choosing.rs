//! Choosing among the ways, and asking the card what if: by hand, by address, after a reload.

use super::browser::Person;
use serde_json::json;

const HAKE: &str = "fish=hake&cut=fillet&mm=25&thin=14&g=170&n=2&skin=on&at=8";
const ORDER: &str = "return [...document.querySelectorAll('[data-way]')].map(a => a.dataset.way)";

async fn order(person: &Person) -> Vec<String> {
    serde_json::from_value(person.js(ORDER).await).unwrap()
}

fn in_front(kind: &str) -> String {
    format!(
        "return document.querySelector('[data-testid=front] [data-testid=way-{kind}]') !== null"
    )
}

fn says(id: &str, text: &str) -> String {
    format!("return document.querySelector('[data-testid={id}]')?.innerText.includes('{text}')")
}

#[tokio::test(flavor = "multi_thread")]
async fn the_ways_are_chosen_among() {
    let person = Person::new(1280, 800, None).await;
    person.open(&format!("/ways?{HAKE}")).await;
    person.find("way-sear_skin_first").await;
    let before = order(&person).await;

    // A wish moves them; what was first for the skin is not what can be left alone.
    person.click("want-hands_off").await;
    let moved = format!(
        "return JSON.stringify((() => {{ {ORDER} }})()) !== '{}'",
        json!(before)
    );
    person.until("another order", &moved).await;
    let wished = order(&person).await;
    person.click("want-hands_off").await;
    let back = format!(
        "return JSON.stringify((() => {{ {ORDER} }})()) === '{}'",
        json!(before)
    );
    person.until("the first order", &back).await;

    // Tonight there is no oven, and somebody eats no wheat.
    person.find("tonight").await;
    person
        .js("document.querySelector('[data-testid=tonight] summary').click()")
        .await;
    person.click("lacks-oven").await;
    person
        .until(
            "no roast",
            "return document.querySelector('[data-testid=way-hot_roast]') === null",
        )
        .await;
    person.click("without-wheat").await;
    person
        .until(
            "no batter",
            "return document.querySelector('[data-testid=way-deep_fry_batter]') === null",
        )
        .await;
    let why = person
        .js("return document.querySelector('[data-testid=not-hot_roast]').textContent")
        .await;

    // One more beside the first, kept by the address, and put back.
    person.click("beside-braise").await;
    person.until("in front", &in_front("braise")).await;
    person.client.refresh().await.unwrap();
    person.until("still in front", &in_front("braise")).await;
    let out = person
        .js("return document.querySelector('[data-testid=way-hot_roast]') === null")
        .await;
    let violations = person.violations().await;

    // Up and down by key goes from the first to the next.
    person
        .js("document.querySelector('[data-way]').focus()")
        .await;
    let way = person.client.active_element().await.unwrap();
    way.send_keys("\u{e015}").await.unwrap();
    let focused = person.js("return document.activeElement.dataset.way").await;
    let now = order(&person).await;
    person.leave().await;
    assert_eq!(before[0], "sear_skin_first");
    assert_ne!(wished[0], before[0]);
    assert!(why.as_str().unwrap().contains("Needs an oven"), "{why}");
    assert_eq!(out, json!(true));
    assert_eq!(focused, json!(now[1]));
    assert!(violations.is_empty(), "{violations:?}");
}

#[tokio::test(flavor = "multi_thread")]
async fn what_ifs_and_a_recipe_are_answered() {
    let person = Person::new(1280, 800, None).await;
    person.open(&format!("/ways/sear_skin_first?{HAKE}")).await;
    person.find("look").await;

    // Two things at once, one by key; the answer equals the service's own.
    person.click("cooler").await;
    person
        .until("an answer", &says("what-if", "middle lands"))
        .await;
    person.client.active_element().await.unwrap();
    person
        .js("document.body.dispatchEvent(new KeyboardEvent('keydown', { key: 'l', bubbles: true }))")
        .await;
    person
        .until(
            "late too",
            "return document.querySelector('[data-testid=late]').getAttribute('aria-pressed') === 'true'",
        )
        .await;
    person.settled().await;
    let ask = "const done = arguments[arguments.length - 1]; \
        fetch('/api/plan', { method: 'POST', headers: { 'Content-Type': 'application/json' }, \
          body: JSON.stringify({ piece: { fish: 'hake', cut: 'fillet', thickness_mm: 25, thin_end_mm: 14, \
            mass_g: 170, pieces: 2, skin: 'on', start_c: 8 }, method: { kind: 'sear_skin_first' }, \
            late_s: 30, truth: { heat_k: -25 } }) }).then(r => r.json()).then(p => done(p.core_peak_c))";
    let core = person.client.execute_async(ask, vec![]).await.unwrap();
    let wanted = format!("middle lands at {:.0}", core.as_f64().unwrap());
    person
        .until("both at once", &says("what-if", &wanted))
        .await;

    // A recipe: what is no time gets a word and loses nothing, what is one gets an answer.
    let first = person.find("recipe-0").await;
    first.send_keys("four\u{e004}").await.unwrap();
    person
        .until(
            "a word",
            "return document.querySelector('[data-testid=recipe-0-error]') !== null",
        )
        .await;
    let typed = person
        .js("return document.querySelector('[data-testid=recipe-0]').value")
        .await;
    first.clear().await.unwrap();
    // Nothing is worked out of half of them, and the other side is not set to nothing.
    first.send_keys("4\u{e004}").await.unwrap();
    person
        .until("the other too", &says("recipe-says", "The other side too"))
        .await;
    let second = person
        .js("return document.querySelector('[data-testid=recipe-1]').value")
        .await;
    person
        .find("recipe-1")
        .await
        .send_keys("2:00\u{e007}")
        .await
        .unwrap();
    person
        .until("longer", &says("recipe-says", "longer on the last side"))
        .await;
    person.client.refresh().await.unwrap();
    person
        .until(
            "after a reload",
            &says("recipe-says", "longer on the last side"),
        )
        .await;
    let violations = person.violations().await;
    person.leave().await;
    assert_eq!((typed, second), (json!("four"), json!("")));
    assert!(violations.is_empty(), "{violations:?}");
}
