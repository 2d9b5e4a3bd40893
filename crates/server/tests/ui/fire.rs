//! At the stove: a whole cook by touch and one by keys, a server pulled away, a page left and come back to, two devices,
//! an hour slept through, and six pieces at once.

use super::browser::Person;
use serde_json::{Value, json};

const CARD: &str =
    "/ways/sear_skin_first?fish=hake&cut=fillet&mm=25&thin=14&g=170&n=1&skin=on&at=8";

/// Says something to the server as another device would.
pub async fn post(person: &Person, path: &str, body: &Value) -> Value {
    let script = format!(
        "const done = arguments[arguments.length - 1]; \
         fetch('{path}', {{ method: 'POST', headers: {{ 'content-type': 'application/json' }}, \
         body: JSON.stringify({body}) }}).then(r => r.json()).then(done, e => done(String(e)))"
    );
    person.client.execute_async(&script, vec![]).await.unwrap()
}

async fn kinds(person: &Person, path: &str) -> Vec<String> {
    let cooks = person.ask(path).await;
    let id = cooks["cooks"][0]["id"].as_str().unwrap();
    let cook = person.ask(&format!("/api/cooks/{id}")).await;
    let events = cook["events"].as_array().unwrap().clone();
    events
        .iter()
        .map(|e| e["kind"].as_str().unwrap().to_owned())
        .collect()
}

pub async fn act(person: &Person, says: &str) {
    let script = format!(
        "return document.querySelector('[data-testid=act]')?.innerText.startsWith('{says}') ?? false"
    );
    person.until(says, &script).await;
    // A second tap of a wet finger is none: the button rests, and the next is a tap again.
    person.settled().await;
}

async fn look_or_off(person: &Person) {
    let script =
        "return /^(Look|Off)/.test(document.querySelector('[data-testid=act]')?.innerText ?? '')";
    person.until("look or off", script).await;
    person.settled().await;
}

pub async fn skip_kitchen(person: &Person) {
    person.open("/").await;
    person.click("skip-kitchen").await;
    // Kept, before the next page asks for it.
    person.settled().await;
}

/// Six fillets in a pan for three: served, the next batch is one tap away and says which it is.
#[tokio::test(flavor = "multi_thread")]
async fn the_next_batch_is_one_tap_away() {
    let person = Person::new(390, 844, None).await;
    skip_kitchen(&person).await;
    person
        .open("/ways/sear_skin_first?fish=sea_bream&mm=15&g=130&n=6")
        .await;
    person.click("cook-it").await;
    act(&person, "Heat it up").await;
    person.click("done").await;
    act(&person, "Fish in").await;
    person.click("done").await;
    act(&person, "Turn").await;
    person.click("done").await;
    look_or_off(&person).await;
    person.click("off-now").await;
    act(&person, "Serve").await;
    person.click("done").await;
    person.click("next-batch").await;
    let which = "return document.querySelector('.strip-title')?.innerText.includes('batch 2 of 2') ?? false";
    person.until("the second batch", which).await;
    act(&person, "Heat it up").await;
    let left = "return document.querySelector('[data-testid=came-out]') === null";
    person.until("nothing asked", left).await;
}

#[tokio::test(flavor = "multi_thread")]
async fn a_whole_cook_by_touch() {
    let data = tempfile::tempdir().unwrap();
    let person = Person::new(1024, 768, Some(data.path())).await;
    skip_kitchen(&person).await;
    person.open(CARD).await;
    person.click("cook-it").await;
    act(&person, "Heat it up").await;
    person.click("done").await;
    act(&person, "Fish in").await;
    let small = person
        .js("return [...document.querySelectorAll('.target')].filter(b => { const r = b.getBoundingClientRect(); \
             return r.width < 64 || r.height < 64; }).length")
        .await;
    person.click("done").await;
    act(&person, "Turn").await;
    // What is seen moves the time at once, and why is said.
    let told = "return !document.querySelector('[data-testid=see]').disabled";
    person.until("told by the server", told).await;
    person.click("see").await;
    person.find("side-line").await;
    person.js("const r = document.querySelector('[data-testid=saw] input[type=range]'); \
               Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set.call(r, '40'); \
               r.dispatchEvent(new Event('input', { bubbles: true }))").await;
    person.click("line-here").await;
    let reason = "return document.querySelector('[data-testid=reason]')?.innerText ?? ''";
    person
        .until(
            "why",
            "return document.querySelector('[data-testid=reason]') !== null",
        )
        .await;
    let why = person.js(reason).await;
    person.click("undo").await;
    person
        .until(
            "taken back",
            "return document.querySelector('[data-testid=reason]') === null",
        )
        .await;
    person.click("done").await;
    look_or_off(&person).await;
    // While it is only worth a look, "Looked" asks what was seen; off is a button of its own.
    person.click("done").await;
    person.click("saw-close").await;
    person.settled().await;
    person.click("off-now").await;
    act(&person, "Serve").await;
    person.click("done").await;
    person.click("came-middle-right").await;
    person.click("came-done").await;
    person
        .until(
            "nothing left",
            "return document.querySelector('[data-testid=came-out]') === null",
        )
        .await;
    person.settled().await;
    let gone = kinds(&person, "/api/cooks/gone").await;
    person.open("/book").await;
    let kept = person.text("cooked").await;
    person.leave().await;
    assert_eq!(small, json!(0), "targets for wet hands");
    assert!(
        why.as_str()
            .unwrap()
            .contains("The cooked line is higher than expected"),
        "{why}"
    );
    assert_eq!(
        gone,
        [
            "heating", "in", "cue", "undone", "turned", "off", "served", "came_out"
        ]
    );
    assert!(kept.contains("middle right"), "{kept}");
}

#[tokio::test(flavor = "multi_thread")]
async fn a_whole_cook_by_keys() {
    let data = tempfile::tempdir().unwrap();
    let person = Person::new(1280, 800, Some(data.path())).await;
    skip_kitchen(&person).await;
    person.open(CARD).await;
    person.find("cook-it").await;
    person.settled().await;
    // Real keys, at whatever has the focus.
    let press = async |key: &str| {
        let key = if key == "Enter" { ENTER } else { key };
        let focused = person.client.active_element().await.unwrap();
        focused.send_keys(key).await.unwrap();
    };
    press("f").await;
    act(&person, "Heat it up").await;
    for next in ["Fish in", "Turn"] {
        press("Enter").await;
        act(&person, next).await;
    }
    let told = "return !document.querySelector('[data-testid=see]').disabled";
    person.until("told by the server", told).await;
    press("w").await;
    person.find("saw").await;
    person.click("saw-lip-cold").await;
    person
        .until(
            "said",
            "return document.querySelector('[data-testid=saw]') === null",
        )
        .await;
    press("h").await;
    press("Enter").await;
    look_or_off(&person).await;
    press("u").await;
    act(&person, "Turn").await;
    press("Enter").await;
    look_or_off(&person).await;
    press("o").await;
    act(&person, "Serve").await;
    press("Enter").await;
    person.find("came-out").await;
    let gone = kinds(&person, "/api/cooks/gone").await;
    person.leave().await;
    assert_eq!(
        gone,
        [
            "heating", "in", "cue", "hold", "turned", "undone", "turned", "off", "served"
        ]
    );
}

#[tokio::test(flavor = "multi_thread")]
async fn a_server_pulled_away_in_mid_cook_loses_nothing() {
    let data = tempfile::tempdir().unwrap();
    let mut person = Person::new(1280, 800, Some(data.path())).await;
    skip_kitchen(&person).await;
    person.open(CARD).await;
    person.click("cook-it").await;
    act(&person, "Heat it up").await;
    person.click("done").await;
    act(&person, "Fish in").await;
    person.click("done").await;
    act(&person, "Turn").await;
    person.pull_server();
    person.find("out-of-touch").await;
    // The countdown goes on, and what is done is kept here.
    let before = person.text("countdown").await;
    person.click("done").await;
    person
        .until(
            "waits",
            "return document.body.innerText.includes('not sent yet')",
        )
        .await;
    person
        .until(
            "another act",
            "return !document.querySelector('[data-testid=act]').innerText.startsWith('Turn')",
        )
        .await;
    tokio::time::sleep(std::time::Duration::from_millis(1300)).await;
    let after = person.text("countdown").await;
    person.bring_server_back();
    person.until("sent", "return document.querySelector('[data-testid=out-of-touch]') === null && !document.body.innerText.includes('not sent yet')").await;
    look_or_off(&person).await;
    let events = kinds(&person, "/api/cooks").await;
    // The page is left and come back to.
    person.open("/fire").await;
    person.until("off or look", "return /^(Look|Off)/.test(document.querySelector('[data-testid=act]')?.innerText ?? '')").await;
    person.leave().await;
    assert_ne!(before, after);
    assert_eq!(events, ["heating", "in", "turned"]);
}

#[tokio::test(flavor = "multi_thread")]
async fn two_devices_end_with_the_same_in_the_same_order() {
    let data = tempfile::tempdir().unwrap();
    let one = Person::new(1280, 800, Some(data.path())).await;
    // At the server of the first: two on one folder would be noticed.
    let other = Person::new(500, 844, None).await;
    skip_kitchen(&one).await;
    one.open(CARD).await;
    one.click("cook-it").await;
    act(&one, "Heat it up").await;
    other
        .client
        .goto(&format!("{}/fire", one.base))
        .await
        .unwrap();
    act(&other, "Heat it up").await;
    other.click("done").await;
    act(&one, "Fish in").await;
    one.click("done").await;
    act(&other, "Turn").await;
    other.click("done").await;
    look_or_off(&one).await;
    let (here, there) = (one.ask("/api/cooks").await, other.ask("/api/cooks").await);
    one.leave().await;
    other.leave().await;
    assert_eq!(here["cooks"][0]["events"], there["cooks"][0]["events"]);
    assert_eq!(here["cooks"][0]["events"].as_array().unwrap().len(), 3);
}

/// Six pieces stand on one screen, the act and its figure large; what was slept through is said; nothing runs out of its
/// width; axe finds nothing, by day and by night, nor in what is asked.
#[tokio::test(flavor = "multi_thread")]
async fn six_at_once_and_an_hour_slept_through() {
    let data = tempfile::tempdir().unwrap();
    let person = Person::new(1280, 800, Some(data.path())).await;
    skip_kitchen(&person).await;
    for i in 0..6 {
        let plan = json!({ "piece": { "fish": "hake", "thickness_mm": 20 + 2 * i, "skin": "on" }, "method": { "kind": "sear_skin_first" } });
        let title = format!("Hake for table {i}, the long one by the window");
        post(
            &person,
            "/api/cooks",
            &json!({ "id": format!("c{i}"), "title": title, "plan": plan }),
        )
        .await;
        // The first has been forgotten for an hour.
        let ago_s = if i == 0 { 3600 } else { 30 * i };
        let met = json!({ "sent_s": ago_s, "events": [{ "id": "in", "at_s": 0, "kind": "in" }] });
        post(&person, &format!("/api/cooks/c{i}/events"), &met).await;
    }
    person.open("/fire").await;
    person
        .until(
            "six",
            "return document.querySelectorAll('[data-testid=strip]').length === 6",
        )
        .await;
    let missed = person.text("missed").await;
    person
        .js("document.querySelector('[data-testid=missed] button').click()")
        .await;
    person.settled().await;
    let mut wrong = vec![];
    for (width, height) in [(1280, 800), (1024, 768), (500, 844)] {
        let frame = person
            .js("return [outerWidth - innerWidth, outerHeight - innerHeight]")
            .await;
        let side = |i: usize| frame[i].as_u64().unwrap() as u32;
        person
            .client
            .set_window_size(width + side(0), height + side(1))
            .await
            .unwrap();
        person.settled().await;
        let seen = person
            .js("const strips = [...document.querySelectorAll('[data-testid=strip]')]; \
                 const px = e => parseFloat(getComputedStyle(e).fontSize); \
                 return [strips.filter(s => s.getBoundingClientRect().bottom <= innerHeight + 1).length, \
                   Math.min(...strips.map(s => px(s.querySelector('[data-testid=countdown]')))), \
                   Math.min(...strips.map(s => px(s.querySelector('[data-testid=act]')))), \
                   document.documentElement.scrollWidth <= innerWidth]")
            .await;
        // On a phone the bar at its foot covers a part.
        let most = if width == 500 { 3 } else { 6 };
        if seen[0].as_u64().unwrap() < most
            || seen[1].as_f64().unwrap() < 56.0
            || seen[2].as_f64().unwrap() < 26.0
            || seen[3] != json!(true)
        {
            wrong.push(format!("{width}: {seen}"));
        }
        wrong.extend(person.violations().await);
        person.press("n").await;
        person
            .js("document.querySelectorAll('[data-testid=see]')[1].click()")
            .await;
        person.find("saw").await;
        wrong.extend(person.violations().await);
        person
            .js("document.querySelector('[data-testid=saw-close]').click()")
            .await;
        person.press("n").await;
    }
    // What nobody has touched for so long is asked about, and closed by that alone.
    person
        .js("document.querySelector('[data-testid=forgotten]').click()")
        .await;
    person
        .until(
            "five",
            "return document.querySelectorAll('[data-testid=strip]').length === 5",
        )
        .await;
    // On every other view a strip of them all stays on top.
    person.open("/knows").await;
    let strip = person.text("fire-strip").await;
    person.leave().await;
    assert!(missed.contains("table 0"), "{missed}");
    assert!(wrong.is_empty(), "{wrong:#?}");
    assert!(strip.contains("table 5"), "{strip}");
}

/// A cod loin for somebody old or ill, met the heat so long ago, and what else happened to it since.
async fn at_risk(person: &Person, id: &str, ago_s: f64, since: &[Value]) {
    let plan = json!({
        "piece": { "fish": "cod", "cut": "loin", "thickness_mm": 30, "skin": "off", "mass_g": 180 },
        "method": { "kind": "hot_roast" }, "target": { "level": "food_safety" }, "eaters": "old_or_ill"
    });
    let new = json!({ "id": id, "title": format!("Cod {id}"), "plan": plan });
    post(person, "/api/cooks", &new).await;
    let mut events = vec![json!({ "id": format!("{id}-in"), "at_s": 0, "kind": "in" })];
    events.extend_from_slice(since);
    let met = json!({ "sent_s": ago_s, "events": events });
    let said = post(person, &format!("/api/cooks/{id}/events"), &met).await;
    assert!(said["seq"].is_i64(), "{said}");
}

const ENTER: &str = "\u{e007}";
/// What can be tapped on the strips, in words.
const BUTTONS: &str = "return [...document.querySelectorAll('[data-testid=strip] button')].map(b => b.innerText).join('|')";

/// The whole promise by touch and by typing: a false probe lets nothing off, low ones after the rest have no "Serve", served
/// all the same is asked twice and said in the book, and after six hours it is thrown away.
#[tokio::test(flavor = "multi_thread")]
async fn what_is_promised_to_guests_at_risk_is_kept() {
    let data = tempfile::tempdir().unwrap();
    let person = Person::new(1024, 768, Some(data.path())).await;
    skip_kitchen(&person).await;
    at_risk(&person, "probed", 1000.0, &[]).await;
    person.open("/fire").await;
    act(&person, "Probe").await;
    let guests = person.text("guests").await;
    person.click("done").await;
    person.type_into("probe-c", "99").await;
    person.type_into("probe-c", ENTER).await;
    let unfit =
        "return document.querySelector('[data-testid=verdict]')?.dataset.code === 'does_not_fit'";
    person.until("a false probe", unfit).await;
    let after_a_lie = person.text("act").await;
    // What nobody's probe shows: a word beside the field, and what was typed stays.
    person.type_into("probe-c", "300").await;
    let typed = person
        .js("return [document.querySelector('[data-testid=probe-c]').value, document.querySelector('[data-testid=probe-c-error]').innerText]")
        .await;
    person.type_into("probe-c", "145").await;
    person.click("probe-c-say").await;
    let other_unit = person.text("other-unit").await;
    let in_dialog = person.violations().await;
    person.click("probe-dialog-close").await;
    post(
        &person,
        "/api/cooks/probed/events",
        &json!({ "sent_s": 0, "events": [{ "id": "x", "at_s": 0, "kind": "closed" }] }),
    )
    .await;

    // Off by the clock; the probe is asked for, and shows too little twice.
    let off = json!({ "id": "off", "at_s": 1572, "kind": "off" });
    at_risk(&person, "low", 1695.0, std::slice::from_ref(&off)).await;
    person.open("/fire").await;
    act(&person, "Probe").await;
    let by_the_clock = person.js(BUTTONS).await;
    person.click("done").await;
    for c in ["57", "55"] {
        person.type_into("probe-c", c).await;
        person.type_into("probe-c", ENTER).await;
        person.settled().await;
    }
    person.click("probe-dialog-close").await;
    act(&person, "Back on").await;
    let low = person.js(BUTTONS).await;
    person.click("see").await;
    person.click("did-knowingly").await;
    let sure = person.text("did-knowingly").await;
    person.click("did-knowingly").await;
    person.find("came-out").await;
    person.click("came-done").await;
    person.settled().await;
    person.open("/book/cook/low").await;
    let book = person.text("cooked-one").await;

    // Six hours on the side.
    at_risk(
        &person,
        "stood",
        1572.0 + 6.0 * 3600.0,
        &[json!({ "id": "off2", "at_s": 1572, "kind": "off" })],
    )
    .await;
    person.open("/fire").await;
    act(&person, "Throw away").await;
    let stood = person.js(BUTTONS).await;
    let at_sizes = person.violations().await;
    person.click("done").await;
    person
        .until(
            "gone",
            "return document.querySelector('[data-testid=strip]') === null",
        )
        .await;
    person.settled().await;
    let ended = person.ask("/api/cooks/stood").await;
    person.leave().await;

    let says = |buttons: &Value, word: &str| buttons.as_str().unwrap().contains(word);
    assert!(
        guests.contains("old or ill") && guests.contains("63"),
        "{guests}"
    );
    assert!(after_a_lie.starts_with("Probe"), "{after_a_lie}");
    assert_eq!(typed[0], json!("300"));
    assert!(typed[1].as_str().unwrap().contains("150"), "{typed}");
    assert!(
        other_unit.contains("145 °F") && other_unit.contains("63"),
        "{other_unit}"
    );
    assert!(says(&by_the_clock, "No probe: served"), "{by_the_clock}");
    assert!(says(&low, "Back on") && !says(&low, "erved"), "{low}");
    assert!(sure.contains("Nothing shows"), "{sure}");
    assert!(book.contains("Served knowingly"), "{book}");
    assert!(
        says(&stood, "Thrown away") && !says(&stood, "erved"),
        "{stood}"
    );
    assert_eq!(ended["ended"], true);
    assert!(
        in_dialog.is_empty() && at_sizes.is_empty(),
        "{in_dialog:?} {at_sizes:?}"
    );
}

/// The demo plays a whole cook, fast: a pan 35 K too cool and two honest looks land in the band.
#[tokio::test(flavor = "multi_thread")]
async fn a_whole_cook_fast_forward() {
    let person = Person::new(1280, 800, None).await;
    person.open("/fire").await;
    person.click("play").await;
    let over = "return document.querySelector('[data-testid=play-end]') !== null";
    for _ in 0..120 {
        if person.js(over).await == json!(true) {
            break;
        }
        tokio::time::sleep(std::time::Duration::from_secs(1)).await;
    }
    let end = person.text("play-end").await;
    person.leave().await;
    let figures: Vec<f64> = end
        .split(|c: char| !c.is_ascii_digit() && c != '.')
        .filter_map(|part| part.trim_matches('.').parse().ok())
        .collect();
    let [landed, low, high, blind] = figures[..] else {
        panic!("{end}")
    };
    assert!(landed >= low && landed <= high, "{end}");
    assert!(blind < low, "{end}");
}
