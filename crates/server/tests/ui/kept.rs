//! What is typed is never lost: a server pulled away in mid-word, two writers, rows that cannot be
//! read, and pages of strangers.

use super::browser::{Elsewhere, Person};
use serde_json::json;

const FIRST_VERSION: &[u8] = include_bytes!("../api/data/first_version.db");

/// A kitchen that the first version kept.
fn old_kitchen() -> tempfile::TempDir {
    let data = tempfile::tempdir().unwrap();
    std::fs::write(data.path().join("cindo.sqlite"), FIRST_VERSION).unwrap();
    data
}

fn note_is(text: &str) -> String {
    format!("return document.querySelector('[data-testid=note]')?.value === '{text}'")
}

fn state_says(text: &str) -> String {
    format!(
        "return document.querySelector('[data-testid=note-state]')?.innerText.includes('{text}')"
    )
}

#[tokio::test(flavor = "multi_thread")]
async fn a_server_pulled_away_in_mid_word_loses_nothing() {
    let data = old_kitchen();
    let mut person = Person::new(1280, 800, Some(data.path())).await;
    person.open("/book/3").await;
    let note = person.find("note").await;
    note.send_keys("thin end").await.unwrap();
    person
        .until("the first words", &state_says("Written down"))
        .await;

    // In the middle of the next word; then it comes back, and nobody touches the page.
    person.pull_server();
    note.send_keys(" was chal").await.unwrap();
    person
        .until("kept here", &state_says("kept here and sent again"))
        .await;
    note.send_keys("ky").await.unwrap();
    person.bring_server_back();
    person
        .until("sent again", &state_says("Written down"))
        .await;
    let first = person.ask("/api/cards/3").await;

    // Pulled away again, and the page is left before anything could be sent.
    person.pull_server();
    let note = person.find("note").await;
    note.send_keys("; skin fine").await.unwrap();
    person.client.goto("about:blank").await.unwrap();
    person.bring_server_back();
    person.open("/book/3").await;
    person
        .until("what was typed", &note_is("thin end was chalky; skin fine"))
        .await;
    person
        .until("written after all", &state_says("Written down"))
        .await;
    let second = person.ask("/api/cards/3").await;
    person.leave().await;
    assert_eq!(first["note"], "thin end was chalky");
    assert_eq!(second["note"], "thin end was chalky; skin fine");
}

/// How it came out, picked with a finger, and the kitchen, typed, while nobody answers; the tab is shut, and another page, that
/// is never on either view, sends both.
#[tokio::test(flavor = "multi_thread")]
async fn what_was_picked_and_said_is_sent_by_another_page() {
    let data = old_kitchen();
    let mut person = Person::new(1280, 800, Some(data.path())).await;
    person.open("/kit").await;
    person.find("altitude").await;
    person.settled().await;
    person.go("/book/3").await;
    person.find("note").await;
    person.settled().await;
    person.pull_server();
    let over = "const all = [...document.querySelectorAll('[data-testid=result] label')]; \
                all.find(e => e.innerText.trim() === 'over').dataset.testid = 'came-over'";
    person.js(over).await;
    person.click("came-over").await;
    person
        .until(
            "picked",
            "return document.querySelector('[data-testid=result-state]')?.innerText.includes('sent again')",
        )
        .await;
    person.go("/kit").await;
    person.type_into("altitude", "1200").await;
    person
        .until(
            "said",
            "return (localStorage.getItem('cindo.kitchen.unsent') ?? '').includes('1200')",
        )
        .await;
    person.client.goto("about:blank").await.unwrap();
    person.bring_server_back();
    person.open("/fire").await;
    person
        .until(
            "both sent",
            "return ['cindo.unsent', 'cindo.kitchen.unsent'].every(k => ['{}', 'null', null].includes(localStorage.getItem(k)))",
        )
        .await;
    let (card, kitchen) = (
        person.ask("/api/cards/3").await,
        person.ask("/api/kitchen").await,
    );
    person.leave().await;
    assert_eq!(card["result"], "over");
    assert_eq!(kitchen["kitchen"]["altitude_m"], 1200.0);
}

/// One read fails, for good: the page stands, and says what lacks.
#[tokio::test(flavor = "multi_thread")]
async fn a_kitchen_that_cannot_be_asked_for_leaves_the_page_standing() {
    let data = tempfile::tempdir().unwrap();
    let person = Person::new(1280, 800, Some(data.path())).await;
    person.open("/knows").await;
    person.settled().await;
    // As a machine on the way would: that one address answers nothing that can be read.
    let broken = "const ask = fetch; window.fetch = (r, i) => new URL(r.url ?? r, location).pathname === '/api/kitchen' \
                  ? Promise.resolve(new Response('<p>proxy', { status: 502 })) : ask(r, i)";
    person.on_every_page(broken).await;
    person.open("/").await;
    person.find("thickness").await;
    person.find("kitchen-unread").await;
    person.settled().await;
    let asked = "return performance.getEntriesByType('resource').filter(r => r.name.includes('/api/rank')).length";
    let before = person.js(asked).await;
    person.type_into("thickness", "31").await;
    person.settled().await;
    person.click("see-ways").await;
    person.find("behind").await;
    let after = person.js(asked).await;
    person.leave().await;
    let few = after.as_u64().unwrap() - before.as_u64().unwrap();
    assert!(few <= 4, "{few} rankings for one change");
}

#[tokio::test(flavor = "multi_thread")]
async fn two_writers_see_both_texts() {
    let data = old_kitchen();
    let person = Person::new(1280, 800, Some(data.path())).await;
    person.open("/book/3").await;
    person.find("note").await;
    // Somebody else, at another screen.
    let theirs = "const done = arguments[arguments.length - 1]; \
        fetch('/api/cards/3', { method: 'PATCH', body: JSON.stringify({ note: 'more salt' }), \
          headers: { 'Content-Type': 'application/json', 'If-Match': '\"1\"' } }).then(r => done(r.status))";
    let status = person.client.execute_async(theirs, vec![]).await.unwrap();
    person
        .find("note")
        .await
        .send_keys("less heat")
        .await
        .unwrap();
    person.find("note-conflict").await;
    let shown = person.text("note-conflict").await;
    let meanwhile = person.ask("/api/cards/3").await;
    person
        .js("[...document.querySelectorAll('[data-testid=note-conflict] button')].find(b => b.innerText === 'Keep both').click()")
        .await;
    person.until("both", &state_says("Written down")).await;
    let both = person.ask("/api/cards/3").await;
    person.leave().await;
    assert_eq!(status, json!(200));
    assert!(
        shown.contains("more salt") && shown.contains("less heat"),
        "{shown}"
    );
    assert_eq!(
        meanwhile["note"], "more salt",
        "nothing is overwritten unasked"
    );
    assert_eq!(both["note"], "more salt\nless heat");
}

#[tokio::test(flavor = "multi_thread")]
async fn rows_that_cannot_be_read_hide_nothing() {
    let data = old_kitchen();
    let person = Person::new(1280, 800, Some(data.path())).await;
    person.open("/book").await;
    person.find("card-7").await;
    let book = person.text("cards").await;
    person.click("card-7").await;
    person.find("note").await;
    let half = person
        .js("return document.querySelector('section[aria-label=\"Half written\"]').innerText")
        .await;
    // An old card asks the same when it is opened by its address.
    person.open("/book/3").await;
    person.find("note").await;
    person.js("[...document.querySelectorAll('a')].find(a => a.innerText === 'Open as a card').click()").await;
    person.find("off").await;
    person.settled().await;
    let address = person.client.current_url().await.unwrap();
    // A card that was taken out is found and put back.
    person.open("/book").await;
    person.click("taken-out").await;
    person
        .until(
            "the plaice",
            "return document.body.innerText.includes('Plaice, taken out')",
        )
        .await;
    person.js("[...document.querySelectorAll('button')].find(b => b.innerText === 'Put it back').click()").await;
    person.find("card-6").await;
    let violations = person.violations().await;
    person.leave().await;
    for title in [
        "Hake for the harbour master",
        "Char on Sunday",
        "Half written",
        "Skate, spoilt row",
    ] {
        assert!(book.contains(title), "{book}");
    }
    let half = half.as_str().unwrap();
    assert!(
        half.contains("cannot be read") && half.contains("damaged"),
        "{half}"
    );
    let query: Vec<(String, String)> = address.query_pairs().into_owned().collect();
    for (key, value) in [
        ("band", "52_56"),
        ("s.turn_share", "0.4"),
        ("fish", "haddock"),
    ] {
        assert!(
            query.contains(&(key.into(), value.into())),
            "{key} {query:?}"
        );
    }
    assert!(violations.is_empty(), "{violations:?}");
}

/// A page of another origin plants nothing, and a name that somebody outside points here reads
/// nothing.
#[tokio::test(flavor = "multi_thread")]
async fn pages_of_strangers_get_nothing() {
    let data = old_kitchen();
    let person = Person::new(1280, 800, Some(data.path())).await;
    let elsewhere = Elsewhere::new();
    person.client.goto(&elsewhere.base).await.unwrap();
    let plant = |kind: &str| {
        format!(
            "const done = arguments[arguments.length - 1]; \
             fetch('{}/api/cards', {{ method: 'POST', mode: 'no-cors', headers: {{ 'Content-Type': '{kind}' }}, \
               body: JSON.stringify({{ title: 'Planted', request: {{ piece: {{ fish: 'cod', thickness_mm: 20 }}, \
               method: {{ kind: 'steam' }} }} }}) }}).then(() => done('sent'), e => done(String(e)))",
            person.base.trim_end_matches('/')
        )
    };
    let sent = person
        .client
        .execute_async(&plant("text/plain"), vec![])
        .await
        .unwrap();
    let json_sent = person
        .client
        .execute_async(&plant("application/json"), vec![])
        .await
        .unwrap();
    let port = person
        .base
        .rsplit(':')
        .next()
        .unwrap()
        .trim_end_matches('/')
        .to_owned();
    person
        .client
        .goto(&format!("http://rebound.example:{port}/api/cards"))
        .await
        .unwrap();
    let read = person.js("return document.body.innerText").await;
    person.open("/book").await;
    person.settled().await;
    let list = person.ask("/api/cards").await;
    person.leave().await;
    // The page could send; nothing was made of it.
    assert_eq!((sent, json_sent.is_string()), (json!("sent"), true));
    assert_eq!(list["total"], 6, "{list}");
    assert!(
        list["cards"]
            .as_array()
            .unwrap()
            .iter()
            .all(|c| c["title"] != "Planted")
    );
    let read = read.as_str().unwrap();
    assert!(
        read.contains("not_from_here") && !read.contains("Hake"),
        "{read}"
    );
}
