//! A service at three sizes: a meal at home from an empty board; twelve covers whose acts are done, dragged, held; nonsense said
//! beside its field; a second device that sees the same.

use super::browser::Person;
use super::fire::{act, post, skip_kitchen};
use serde_json::{Value, json};

async fn tap(person: &Person, id: &str) {
    person.settled().await;
    person.find(id).await;
    let centre = format!(
        "document.querySelector('[data-testid=\"{id}\"]').scrollIntoView({{ block: 'center' }})"
    );
    person.js(&centre).await;
    person.click(id).await;
}

async fn typed(person: &Person, id: &str, text: &str) {
    person.find(id).await;
    let centre = format!(
        "document.querySelector('[data-testid=\"{id}\"]').scrollIntoView({{ block: 'center' }})"
    );
    person.js(&centre).await;
    person.type_into(id, text).await;
}

/// From nothing to "fish and peas in an hour", by the real pointer and real keys, and there again after a reload.
#[tokio::test(flavor = "multi_thread")]
async fn a_meal_at_home_comes_from_an_empty_board() {
    for (width, height) in [(1280, 800), (390, 844)] {
        let data = tempfile::tempdir().unwrap();
        let person = Person::new(width, height, Some(data.path())).await;
        skip_kitchen(&person).await;
        person
            .go("/service?fish=hake&cut=fillet&mm=25&g=170&n=1&skin=on&at=8")
            .await;
        person.find("svc-empty").await;
        // Nobody, nothing, no time: each is said, nothing typed is lost.
        tap(&person, "ticket-add").await;
        assert!(person.text("ticket-wrong").await.contains("name"));
        typed(&person, "ticket-name", "supper").await;
        tap(&person, "ticket-add").await;
        assert!(person.text("ticket-wrong").await.contains("plate"));
        tap(&person, "dish-hand").await;
        tap(&person, "dish-peas").await;
        typed(&person, "ticket-min", "soon").await;
        tap(&person, "ticket-add").await;
        assert!(person.text("ticket-wrong").await.contains("minutes"));
        typed(&person, "ticket-min", "60").await;
        tap(&person, "ticket-add").await;
        person.find("board").await;
        person.until("supper", "return document.querySelector('[data-testid=tickets]').innerText.includes('supper')").await;
        // What is next, as high as a hand.
        let high = "const t = document.querySelector('.svc-time'); const a = document.querySelector('.svc-act'); \
                    return [parseFloat(getComputedStyle(t).fontSize), a.getBoundingClientRect().height]";
        let high: Vec<f64> = serde_json::from_value(person.js(high).await).unwrap();
        assert!(high[0] >= 40.0 && high[1] >= 40.0, "{width}: {high:?}");
        person.js("location.reload()").await;
        person.until("again", "return document.querySelector('[data-testid=tickets]')?.innerText.includes('supper') === true").await;
        let gone = "return document.querySelector('[data-testid^=did-]') !== null";
        person.until("something to do", gone).await;
        let found = person.violations().await;
        assert!(found.is_empty(), "{width}: {found:?}");
        tap(&person, "gone-supper").await;
        person.find("svc-empty").await;
        person.leave().await;
    }
}

fn lunch() -> Value {
    let plate = |id: String, fish: &str, mm: f64, kind: &str| json!({ "id": id, "plan": { "piece": { "fish": fish, "thickness_mm": mm }, "method": { "kind": kind } } });
    let tickets: Vec<Value> = (1..=4)
        .map(|i| {
            let name = format!("table {i}");
            json!({ "id": name, "at_s": 1000 + 480 * i, "plates": [
                plate(format!("{name}, 1"), "hake", 26.0, "sear_skin_first"),
                plate(format!("{name}, 2"), "char", 24.0, "hot_roast"),
                plate(format!("{name}, 3"), "plaice", 12.0, "floured_pan_fry"),
                { "id": format!("{name}, 4"), "side": { "kind": "peas" } } ] })
        })
        .collect();
    json!({ "hands": [{ "id": "Kaja" }, { "id": "Tomas" }], "kitchen": {}, "tickets": tickets, "mise_done": true, "now_s": 0 })
}

/// When a ticket is asked for, by what the server keeps.
async fn at_s(person: &Person, ticket: &Value) -> f64 {
    let kept = person.ask("/api/board").await;
    let tickets = kept["board"]["service"]["tickets"].as_array().unwrap();
    let mine = tickets.iter().find(|one| one["id"] == *ticket).unwrap();
    mine["at_s"].as_f64().unwrap()
}

async fn moved(person: &Person, ticket: &Value, from_s: f64) {
    for _ in 0..100 {
        if (at_s(person, ticket).await - from_s).abs() > 1.0 {
            return;
        }
        tokio::time::sleep(std::time::Duration::from_millis(100)).await;
    }
    panic!("{ticket} is where it was");
}

/// Puts the lunch on an empty board, as another device would.
async fn put_lunch(person: &Person) {
    let put = format!(
        "const r = await fetch('/api/board', {{ method: 'PUT', headers: {{ 'content-type': 'application/json', 'if-match': '\"0\"' }}, \
         body: JSON.stringify({{ zero: new Date().toISOString(), service: {} }}) }}); return r.status",
        lunch()
    );
    let script = format!("window.put = (async () => {{ {put} }})(); return 1");
    person.js(&script).await;
}

/// Twelve covers on the board: a ticket is moved by the pointer and by a key, an act is done, a table held, a ring lost, and
/// another device sees it.
#[tokio::test(flavor = "multi_thread")]
async fn twelve_covers_are_moved_done_and_held_on_one_board() {
    for (width, height) in [(1280, 800), (1024, 768)] {
        let data = tempfile::tempdir().unwrap();
        let person = Person::new(width, height, Some(data.path())).await;
        skip_kitchen(&person).await;
        person.go("/service").await;
        person.find("svc-empty").await;
        put_lunch(&person).await;
        person
            .until(
                "the board",
                "return document.querySelector('[data-testid=board]') !== null",
            )
            .await;
        person.settled().await;
        // Which ticket stands first at the pass, and when it was to be served.
        let mine = person.js("return document.querySelector('.svc-ticket').dataset.testid.replace('ticket-', '')").await;
        let first = at_s(&person, &mine).await;
        person.drag(".svc-ticket", 0, &[12, 12, 12, 12]).await;
        moved(&person, &mine, first).await;
        let second = at_s(&person, &mine).await;
        assert!(second > first, "{first} {second}");
        person
            .js("document.querySelector('.svc-ticket').focus()")
            .await;
        let other = person.js("return document.querySelector('.svc-ticket').dataset.testid.replace('ticket-', '')").await;
        let before = at_s(&person, &other).await;
        person.press("\u{e014}").await;
        moved(&person, &other, before).await;
        // The next act is done: another stands there.
        let act = person
            .js("return document.querySelector('.svc-hand .svc-line').innerText")
            .await;
        tap(&person, "did-0").await;
        person
            .until(
                "the next act",
                &format!(
                    "return document.querySelector('.svc-hand .svc-line')?.innerText !== {act}"
                ),
            )
            .await;
        // A hob that is down is said to be, and what that costs.
        let thing = person
            .js("return document.querySelector('.svc-thing').dataset.testid")
            .await;
        tap(&person, thing.as_str().unwrap()).await;
        person.until("down", "return [...document.querySelectorAll('.svc-thing')].some(b => b.getAttribute('aria-pressed') === 'true') || document.querySelector('[data-testid=svc-short]') !== null").await;
        // What is kept is what another device is told.
        person.settled().await;
        let kept = person.ask("/api/board").await;
        assert!(
            kept["board"]["service"]["down"]
                .as_array()
                .is_some_and(|down| down.len() == 1),
            "{kept}"
        );
        assert!(kept["revision"].as_i64().unwrap() >= 4, "{kept}");
        let found = person.violations().await;
        assert!(found.is_empty(), "{width}: {found:?}");
        person.leave().await;
    }
}

/// On two devices: what one says of a plate the other shows; a guest's wheat, no more hake and what it can be instead, one more,
/// a course after another; and the end of it, in the book.
#[tokio::test(flavor = "multi_thread")]
async fn two_devices_change_plates_and_end_the_service_in_the_book() {
    for (width, height) in [(1280, 800), (390, 844)] {
        let data = tempfile::tempdir().unwrap();
        let person = Person::new(width, height, Some(data.path())).await;
        skip_kitchen(&person).await;
        person.go("/service").await;
        person.find("svc-empty").await;
        put_lunch(&person).await;
        person.find("board").await;
        let tickets = "document.querySelector('[data-testid=tickets]').innerText";
        let says = |words: &str| format!("return {tickets}.includes('{words}')");
        // The other device: another window on the same server.
        let here = person.client.window().await.unwrap();
        let other = person.client.new_window(true).await.unwrap().handle;
        person.client.switch_to_window(other.clone()).await.unwrap();
        person.screen(width, height).await;
        person.open("/service").await;
        tap(&person, "plates-table 1").await;
        // A guest of table 1 must not have wheat: the floured plaice says so there, and here.
        person
            .find("without-table 1, 3")
            .await
            .send_keys("wheat")
            .await
            .unwrap();
        person.until("wheat", &says("There is wheat in it")).await;
        person.client.switch_to_window(here.clone()).await.unwrap();
        person
            .until("wheat, on the other", &says("There is wheat in it"))
            .await;
        // No more hake, said here: each plate of it says so, and one tap makes it something else.
        tap(&person, "plates-table 3").await;
        tap(&person, "no-more-table 3, 1").await;
        person
            .until("no more", &says("There is no more hake"))
            .await;
        let offered = "return [...document.querySelectorAll('[data-testid=svc-offer]')].some(b => b.innerText.includes('instead'))";
        person.until("something instead", offered).await;
        let before = person.ask("/api/board").await["board"]["service"]["tickets"].to_string();
        tap(&person, "svc-offer").await;
        let changed = |now: &str| now != before;
        for _ in 0..100 {
            let now = person.ask("/api/board").await["board"]["service"]["tickets"].to_string();
            if changed(&now) {
                break;
            }
            tokio::time::sleep(std::time::Duration::from_millis(100)).await;
        }
        let now = person.ask("/api/board").await;
        assert_ne!(now["board"]["service"]["tickets"].to_string(), before);
        assert_eq!(now["board"]["service"]["gone"], json!(["hake"]));
        // One more char; and another course after table 4, by the other device.
        person.client.switch_to_window(other).await.unwrap();
        person
            .until(
                "gone there too",
                "return document.body.innerText.includes('No more hake')",
            )
            .await;
        tap(&person, "more-table 1, 2").await;
        person.until("two char", &says("2 arctic char")).await;
        typed(&person, "ticket-name", "pudding").await;
        person
            .find("ticket-after")
            .await
            .send_keys("table 4")
            .await
            .unwrap();
        typed(&person, "ticket-min", "10").await;
        let peas = "return [...document.querySelectorAll('[data-testid^=dish-]')].find(b => b.innerText.includes('peas')).dataset.testid";
        let peas = person.js(peas).await;
        tap(&person, peas.as_str().unwrap()).await;
        tap(&person, "ticket-add").await;
        person.until("after", &says("10 min after table 4")).await;
        let found = person.violations().await;
        assert!(found.is_empty(), "{width}: {found:?}");
        // The end, with what is not served said first; the book has it, and the board is empty on both.
        tap(&person, "svc-end").await;
        let proposed = "return document.querySelector('[data-testid=svc-end-title]').value.startsWith('Service of ')";
        person.until("a title", proposed).await;
        let open = "return document.body.innerText.includes('5 tables are not served yet')";
        person.until("what is open", open).await;
        typed(&person, "svc-end-title", "A quiet lunch").await;
        tap(&person, "svc-end-yes").await;
        person.find("svc-empty").await;
        person.go("/book").await;
        let listed = "return document.querySelector('[data-testid=services]')?.innerText.includes('A quiet lunch') ?? false";
        person.until("in the book", listed).await;
        let found = person.violations().await;
        assert!(found.is_empty(), "{width}: {found:?}");
        person.client.switch_to_window(here).await.unwrap();
        person.find("svc-empty").await;
        person.leave().await;
    }
}

/// A plate cooked at the stove: begun from the board on what it is planned to lie on, its acts done in Fire are done on the board.
#[tokio::test(flavor = "multi_thread")]
async fn a_plate_is_cooked_at_the_stove_and_the_board_follows() {
    let data = tempfile::tempdir().unwrap();
    let person = Person::new(1280, 800, Some(data.path())).await;
    skip_kitchen(&person).await;
    person.go("/service").await;
    person.find("svc-empty").await;
    put_lunch(&person).await;
    person.find("board").await;
    let asked = person.ask("/api/board").await["board"]["service"].clone();
    tap(&person, "plates-table 1").await;
    tap(&person, "stove-table 1, 1").await;
    let fire = "return location.pathname === '/fire' && document.querySelector('[data-testid=act]') !== null";
    person.until("the stove", fire).await;
    // On the thing that the board gave it.
    let told = post(&person, "/api/service", &asked).await;
    let plates = told["plates"].as_array().unwrap();
    let hake = plates.iter().find(|one| one["id"] == "table 1, 1").unwrap();
    let cook = person.ask("/api/cooks").await["cooks"][0].clone();
    assert_eq!(cook["plan"]["method"]["pan"], hake["settings"]["pan"]);
    // Heated up for, and in.
    act(&person, "Heat it up").await;
    person.click("done").await;
    act(&person, "Fish in").await;
    person.click("done").await;
    act(&person, "Turn").await;
    let kept = person.ask("/api/board").await;
    let happened = kept["board"]["service"]["happened"].as_array();
    let cooks = person.ask("/api/cooks").await;
    let happened = happened.unwrap_or_else(|| panic!("{cooks}"));
    assert!(
        happened
            .iter()
            .any(|one| one["plate"] == "table 1, 1" && one["kind"] == "in"),
        "{happened:?}"
    );
    person.go("/service").await;
    tap(&person, "plates-table 1").await;
    let on_heat = "return document.querySelector('[data-testid=\"plate-table 1, 1\"]')?.innerText.includes('on the heat') ?? false";
    person.until("on the heat", on_heat).await;
    person.leave().await;
}
