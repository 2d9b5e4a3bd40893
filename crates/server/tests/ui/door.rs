//! The door as people meet it: a first start, a wrong passcode, two devices, sign-out with typed words behind the door, a copy
//! kept and gone back to, and what a browser keeps off where anybody can read along.

use super::browser::Person;
use super::fire::{post, skip_kitchen};
use serde_json::json;

const ENTER: &str = "\u{e007}";
const OWNER: &str = "herring 4 two";
const COOKS: &str = "pollock 77 nine";

/// Typed into a field with real keys.
async fn keyed(person: &Person, id: &str, text: &str) {
    let field = person.find(id).await;
    field.click().await.unwrap();
    person.js("document.activeElement.select()").await;
    field.send_keys(text).await.unwrap();
}

fn says(id: &str, words: &str) -> String {
    format!(
        "return (document.querySelector('[data-testid={id}]')?.innerText ?? '').includes(\"{words}\")"
    )
}

fn there(id: &str) -> String {
    format!("return !!document.querySelector('[data-testid={id}]')")
}

#[tokio::test(flavor = "multi_thread")]
async fn two_devices_come_in_by_two_passcodes_and_one_is_put_out() {
    let data = tempfile::tempdir().unwrap();
    let owner = Person::new(1280, 800, Some(data.path())).await;
    skip_kitchen(&owner).await;
    // First start, on the machine itself: nobody is asked, and the owner sets the two passcodes.
    owner.open("/office").await;
    owner
        .until("nobody is asked", &says("door-stands", "nobody is asked"))
        .await;
    keyed(&owner, "passcode-passcode", &format!("12345678{ENTER}")).await;
    let refused = "return document.querySelector('[data-testid=passcode-passcode]')\
                   .parentElement.innerText.includes('first that anybody would try')";
    owner
        .until("a weak one is refused beside its field", refused)
        .await;
    keyed(&owner, "passcode-passcode", &format!("{OWNER}{ENTER}")).await;
    owner
        .until(
            "it is asked from now on",
            &says("door-stands", "says the owner"),
        )
        .await;
    owner
        .until("still in", &says("device-line", "owner, signed in"))
        .await;
    owner.settled().await;
    owner
        .client
        .find(fantoccini::Locator::XPath(
            "//*[@role='radio' and contains(., 'the cooks')] | //label[contains(., 'the cooks')]",
        ))
        .await
        .unwrap()
        .click()
        .await
        .unwrap();
    keyed(&owner, "passcode-now", OWNER).await;
    keyed(&owner, "passcode-passcode", COOKS).await;
    owner.click("set-passcode").await;
    owner
        .until("two", &says("door-stands", "the cooks theirs"))
        .await;
    let axe = owner.violations().await;
    assert!(axe.is_empty(), "{}", axe.join("\n"));

    // Another device, a phone: the door, a wrong one said beside its field, then in as a cook.
    let phone = Person::at(390, 844, owner.base.clone()).await;
    phone.open("/").await;
    phone.find("sign-in").await;
    let shut = phone.violations().await;
    assert!(shut.is_empty(), "{}", shut.join("\n"));
    assert_eq!(
        phone
            .js("return document.activeElement.dataset.testid")
            .await,
        json!("passcode")
    );
    assert!(!phone.js(&there("see-ways")).await.as_bool().unwrap());
    phone.press(&format!("pollock 77{ENTER}")).await;
    phone
        .until("wrong", &says("sign-in", "This is not the passcode"))
        .await;
    let kept = phone
        .js("return document.querySelector('[data-testid=passcode]').value")
        .await;
    assert_eq!(kept, json!("pollock 77"), "what was typed stays");
    phone.press(COOKS).await; // it stands selected
    keyed(&phone, "device", "phone of the fry cook").await;
    phone.click("enter").await;
    phone.find("see-ways").await;
    phone.go("/kit").await;
    phone
        .until(
            "the kit is the owner's",
            "return document.body.innerText.includes('Only the owner changes it')",
        )
        .await;
    let inert = phone
        .js("return !!document.querySelector('[data-testid=altitude]').closest('[inert]')")
        .await;
    assert_eq!(inert, json!(true));

    // A cook types a note; the owner puts the device out; behind the door the words are still there, and they are sent.
    let card = json!({ "id": "c1", "title": "Hake", "request": { "piece": { "fish": "hake", "thickness_mm": 28 }, "method": { "kind": "steam" } } });
    post(&phone, "/api/cards", &card).await;
    phone.go("/book/c1").await;
    phone.settled().await;
    // Out of reach of the kitchen's network, so that the words cannot be sent before the door is shut.
    phone.online(false).await;
    let note = phone.find("note").await;
    note.send_keys("thin end chalky").await.unwrap();
    owner.open("/office").await;
    owner
        .until(
            "the phone is in the list",
            "return document.body.innerText.includes('phone of the fry cook')",
        )
        .await;
    let line = "const lines = [...document.querySelectorAll('[data-testid=device-line]')]; \
                lines.find(l => l.innerText.includes('fry cook')).querySelector('button').dataset.testid = 'put-out'; return true";
    owner.js(line).await;
    owner.click("put-out").await;
    owner
        .until(
            "gone from the list",
            "return !document.body.innerText.includes('phone of the fry cook')",
        )
        .await;
    phone.online(true).await;
    phone.find("sign-in").await;
    phone
        .until(
            "it says so",
            &says("sign-in", "What you typed is still here"),
        )
        .await;
    keyed(&phone, "passcode", &format!("{COOKS}{ENTER}")).await;
    phone
        .until(
            "the words are there",
            "return document.querySelector('[data-testid=note]')?.value === 'thin end chalky'",
        )
        .await;
    phone
        .until("and sent", &says("note-state", "Written down"))
        .await;
    let kept = phone.ask("/api/cards/c1").await;
    assert_eq!(kept["note"], "thin end chalky");
    phone.find("note").await;

    // Signed out by one's own hand: the door at once, and Back does not open it.
    phone.go("/office").await;
    phone.click("sign-out").await;
    phone.find("sign-in").await;
    phone.client.back().await.unwrap();
    phone.find("sign-in").await;
    assert_eq!(phone.ask("/api/cards").await["error"]["code"], "signed_out");
    phone.leave().await;
    owner.leave().await;
}

#[tokio::test(flavor = "multi_thread")]
async fn a_copy_is_kept_and_gone_back_to() {
    let person = Person::new(1280, 800, None).await;
    person.open("/office").await;
    person.click("keep-copy").await;
    let copy = person.downloaded("cindo-book.json").await;
    let read: serde_json::Value = serde_json::from_slice(&copy).unwrap();
    let cards = read["cards"].as_array().unwrap().len();
    assert!(cards > 3);
    let total = |book: serde_json::Value| book["total"].as_u64().unwrap() as usize;
    let card = json!({ "id": "later", "title": "Later", "request": { "piece": { "fish": "hake", "thickness_mm": 28 }, "method": { "kind": "steam" } } });
    post(&person, "/api/cards", &card).await;
    assert_eq!(total(person.ask("/api/cards").await), cards + 1);
    // A file of another program is refused in words, and nothing is changed.
    let folder = tempfile::tempdir().unwrap();
    let (good, other) = (
        folder.path().join("copy.json"),
        folder.path().join("game.json"),
    );
    std::fs::write(&good, &copy).unwrap();
    std::fs::write(&other, "{\"name\": \"a game\"}").unwrap();
    let file = person.find("copy-file").await;
    file.send_keys(other.to_str().unwrap()).await.unwrap();
    person
        .until("asked first", &says("sure", "game.json"))
        .await;
    person.click("restore").await;
    person
        .until("refused", "return document.querySelector('[role=alert]')?.innerText.includes('no cards of Cindo')")
        .await;
    assert_eq!(total(person.ask("/api/cards").await), cards + 1);
    person.click("no-restore").await;
    let file = person.find("copy-file").await;
    file.send_keys(good.to_str().unwrap()).await.unwrap();
    person
        .until("asked first", &says("sure", "copy.json"))
        .await;
    person.click("restore").await;
    person
        .until("back", &says("restored", "copies/replaced-"))
        .await;
    assert_eq!(total(person.ask("/api/cards").await), cards);
    // Emptied only when that is said twice.
    person.click("wipe").await;
    person
        .until(
            "asked first",
            &says("sure", "Everything that is kept now goes"),
        )
        .await;
    assert_eq!(total(person.ask("/api/cards").await), cards);
    person.click("restore").await;
    person
        .until("empty", &says("restored", "It is empty"))
        .await;
    assert_eq!(total(person.ask("/api/cards").await), 0);
    person.leave().await;
}

/// By a name of another machine and plain http a browser keeps off what needs a safe line; the page says which, and why.
#[tokio::test(flavor = "multi_thread")]
async fn what_plain_http_costs_is_said() {
    let data = tempfile::tempdir().unwrap();
    let mut person =
        Person::with(390, 844, Some(data.path()), &["--host", "rebound.example"]).await;
    let of = "return [...document.querySelectorAll('[data-testid=this-screen] li')].map(l => [l.dataset.can, l.innerText])";
    person.open("/office").await;
    person.find("this-screen").await;
    let here = person.js(of).await.to_string();
    person.base = person.base.replace("127.0.0.1", "rebound.example");
    person.open("/office").await;
    person.find("this-screen").await;
    let away = person.js(of).await.to_string();
    person.leave().await;
    assert!(!here.contains("plain http"), "{here}");
    assert_eq!(away.matches("plain http").count(), 3, "{away}");
}

/// A page that outlived an upgrade comes anew when nobody cooks, and not before.
#[tokio::test(flavor = "multi_thread")]
async fn a_page_that_outlived_an_upgrade_comes_anew_when_nobody_cooks() {
    let data = tempfile::tempdir().unwrap();
    let mut person = Person::new(1280, 800, Some(data.path())).await;
    skip_kitchen(&person).await;
    let plan = json!({ "piece": { "fish": "hake", "thickness_mm": 20 }, "method": { "kind": "hot_roast" } });
    post(
        &person,
        "/api/cooks",
        &json!({ "id": "b", "title": "Hake b", "plan": plan }),
    )
    .await;
    // The server is the same, and says that it ships another page: as after an upgrade.
    person
        .on_every_page(
            "const real = window.fetch; window.fetch = async (r, i) => { \
               const a = await real(r, i); \
               if (!new URL(r.url ?? r, location).pathname.endsWith('/api/session') || !window.upgraded) return a; \
               return new Response(JSON.stringify({ ...(await a.json()), page: 'another' }), { status: 200, headers: { 'Content-Type': 'application/json' } }); };",
        )
        .await;
    person.open("/fire").await;
    person.find("strip").await;
    person.js("window.upgraded = true; window.old = true").await;
    person.pull_server();
    let lost = "return document.body.innerText.includes('does not answer') || !!document.querySelector('[data-testid=out-of-touch]')";
    person.until("out of touch", lost).await;
    person.bring_server_back();
    person
        .until("in touch", &format!("return !(() => {{ {lost} }})()"))
        .await;
    person.settled().await;
    assert_eq!(
        person.js("return window.old === true").await,
        json!(true),
        "not in the middle of a cook"
    );
    let over = json!({ "sent_s": 90, "events": [{ "id": "over", "at_s": 80, "kind": "closed" }] });
    post(&person, "/api/cooks/b/events", &over).await;
    person
        .until("it comes anew", "return window.old !== true")
        .await;
    person.find("fire").await;
    person.leave().await;
}
