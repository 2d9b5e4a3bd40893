//! Every control of every view, against a table written by hand: what a real click does, and what its key does where it has
//! the focus. A control that stands in no row fails.

use super::browser::Person;
use super::fire::{post, skip_kitchen};
use super::hand::on_the_fire;
use fantoccini::Locator;
use serde_json::{Value, json};

const ENTER: &str = "\u{e007}";
const RIGHT: &str = "\u{e014}";
const UP: &str = "\u{e013}";
const SPACE: &str = " ";

/// What can be seen of a control's doing.
#[derive(Clone, Copy, Debug, PartialEq)]
enum Does {
    /// Another view opens.
    To(&'static str),
    /// The address says otherwise: this name in it.
    Sets(&'static str),
    /// A dialog opens.
    Dialog,
    /// It takes typing: it has the focus, and Enter in it changes nothing that was not typed.
    Field,
    /// What is under it opens or shuts.
    Opens,
    /// It stands pressed, or no more.
    Presses,
    /// It is the chosen one.
    Chosen,
    /// An arrow moves it.
    Slides,
    /// An arrow moves it, and a hand that drags it.
    Drags,
    /// The server is asked.
    Asks(&'static str),
    /// A file is kept.
    Keeps,
    /// It is printed.
    Prints,
    /// A file is asked for: the browser's own window, which no test can see.
    Browser,
    /// More of the page is drawn, under this test id.
    Shows(&'static str),
}
use Does::{
    Asks, Browser, Chosen, Dialog, Drags, Field, Keeps, Opens, Presses, Prints, Sets, Shows,
    Slides, To,
};

type Row = (&'static str, Does);

/// `#test-id|role|name`, with `*` for anything.
const COUNTER: &[Row] = &[
    ("#fish|combobox|*", Field),
    ("#is-it-fresh|*", Sets("v.tab")),
    ("|button|?", Dialog),
    ("|button|food-safety figure", Dialog),
    ("#thickness|*", Field),
    ("#thin|*", Field),
    ("#pieces|*", Field),
    ("#mass|*", Field),
    ("#start|*", Field),
    ("|radio|*", Chosen),
    ("|button|other cuts", Presses),
    ("|button|bone in", Sets("bone")),
    ("|button|scales on", Sets("scales")),
    ("|button|scored", Sets("scored")),
    ("|button|skin lifted off after", Sets("apart")),
    ("|summary|*", Opens),
    ("|a|about these rules", To("/knows")),
    ("#tab-*|tab|*", Sets("v.tab")),
    ("#level-food_safety|*", Sets("level")),
    ("#level-*|radio|*", Sets("level")),
    ("#see-ways|*", To("/ways")),
    ("#in-my-*|a|*", To("/ways")),
    ("|a|my kitchen", To("/kit")),
];
const PIECE: &[Row] = &[
    ("#handle-*|slider|*", Drags),
    ("#width|*", Field),
    ("|button|same thickness all along", Sets("thin")),
    ("#by-ruler|*", Sets("by")),
];
const FRESH: &[Row] = &[
    ("#look-*|button|*", Sets("known")),
    ("#add-*|button|*", Sets("known")),
    ("#vacuum|*", Sets("known")),
];
const LEFT: &[Row] = &[("#left-*|text|*", Field)];
const PORTIONS: &[Row] = &[
    ("#side|*", Field),
    ("#each|*", Field),
    ("#take-portion|*", Sets("n")),
];
const BUY: &[Row] = &[("#people|*", Field), ("|text|Fillet each", Field)];
const THAW: &[Row] = &[
    ("#thaw-*|text|*", Field),
    ("|button|It has thawed", Sets("state")),
];
const KEPT: &[Row] = &[
    ("#piece-name|*", Field),
    ("#keep-piece|*", Asks("/api/shelf")),
    ("#new-lot|*", Shows("save-lot")),
];
const OWN: &[Row] = &[
    ("#new-own|*", Shows("save-own")),
    ("|button|Import", Browser),
];
const WAYS: &[Row] = &[
    ("|a|change it", To("/")),
    ("|a|this kitchen", To("/kit")),
    ("#want-*|button|*", Sets("want")),
    ("#fire-*|button|*", Sets("fire")),
    ("#soon|*", Sets("ready")),
    ("|summary|*", Opens),
    ("|button|*", Dialog),
    ("#way-*|a|*", To("/ways/")),
    ("#beside-*|button|*", Sets("v.beside")),
];
const CARD: &[Row] = &[
    ("|a|Ways", To("/ways")),
    ("|a|this kitchen", To("/kit")),
    ("#card-name|*", Field),
    ("|button|Print", Prints),
    ("#save|*", Asks("/api/cards")),
    ("#slice-over-time|slider|*", Slides),
    ("#place-*|button|*", Sets("v.place")),
    ("|text|*", Field),
    ("|range|*", Slides),
    ("#card-n|*", Field),
    ("#fitted|*", Presses),
    ("#usual|*", Browser),
    ("|radio|*", Chosen),
    // Started by this table, it stands above every other view.
    ("#cook-it|*", To("/fire")),
    ("|a|Hake, *", To("/fire")),
    // Every other word that can be pressed opens to a sentence.
    ("|button|*", Dialog),
];
const IF: &[Row] = &[
    ("#late|*", Sets("v.if")),
    ("#early|*", Sets("v.if")),
    ("#thicker|*", Sets("v.if")),
    ("#thinner|*", Sets("v.if")),
    ("#thin_end|*", Sets("v.if")),
    ("#cold|*", Sets("v.if")),
    ("#cooler|*", Sets("v.if")),
    ("#crowded|*", Sets("v.if")),
    ("#hob|*", Sets("v.if")),
    ("#left|*", Sets("v.if")),
    ("#recipe-*|text|*", Field),
    ("#ten-an-inch|*", Sets("v.recipe")),
];
const HEATS: &[Row] = &[
    ("#settle-*|button|*", Asks("/api/settle")),
    ("#within|*", Field),
    ("#school-half-and-half|*", Sets("s.turn_share")),
    ("#school-*|button|*", Browser),
];
const BESIDE: &[Row] = &[
    ("|a|The other ways", To("/ways")),
    ("#same-pan|*", Presses),
    ("#add-beside|*", Sets("v.with")),
];
const KEEP: &[Row] = &[("#file-*|button|*", Keeps)];
const PREP: &[Row] = &[
    ("|a|change it", To("/")),
    ("#prep-way|*", Browser),
    ("#to-card|*", To("/ways/")),
    ("#to-service|*", To("/service")),
    // The browser's own fields for a time and a day.
    ("#plate-at|*", Browser),
    ("#plate-day|*", Browser),
    ("#soonest|*", Sets("ready")),
    ("#plate-knob|slider|*", Drags),
    ("#station-*|button|*", Sets("v.at")),
    ("#clean-*|button|*", Sets("prep")),
    ("#side-*|button|*", Sets("prep")),
    ("#sauce-*|button|*", Sets("prep")),
    ("#salt-*|text|*", Field),
    ("#people|*", Field),
    ("|radio|*", Chosen),
    ("|summary|*", Opens),
    ("#tick-*|button|*", Presses),
    ("#prep-print|*", Prints),
    ("#prep-file-*|button|*", Keeps),
];
const SERVICE: &[Row] = &[
    ("#ticket-name|*", Field),
    ("#ticket-min|*", Field),
    ("#dish-*|button|*", Presses),
    ("#ticket-add|*", Shows("ticket-wrong")),
];
const FIRE: &[Row] = &[
    ("#sound|*", Browser),
    ("|button|Speak", Presses),
    ("|button|Call when hidden", Browser),
    ("#play|*", Shows("played")),
    ("|a|Start another", To("/ways")),
    ("#see|*", Dialog),
    ("#wait|*", Asks("/events")),
    ("#done|*", Browser),
    ("#undo|*", Asks("/events")),
];
/// Before it is in: what ends it or leads away is held by `hand.rs`.
const HEATING: &[Row] = &[
    ("#done|*", Asks("/events")),
    ("#take-off|*", Browser),
    ("#change-it|*", Browser),
    ("#see|*", Browser),
    ("#wait|*", Browser),
    ("#undo|*", Browser),
];
const COLD: &[Row] = &[("|a|To the ways", To("/ways"))];
const BOOK: &[Row] = &[
    ("|a|Start with the fish in hand", To("/")),
    ("#export-book|*", Keeps),
    ("#import-cards|*", Browser),
    ("#file|*", Browser),
    ("#to-sheet|a|*", To("/sheet")),
];
const SHEET: &[Row] = &[
    ("#sheet-from|*", Browser),
    ("#sheet-to|*", Browser),
    ("#sheet-print|*", Prints),
    ("#sheet-csv|*", Browser),
    ("|a|Back to the book", To("/book")),
];
const OFFICE: &[Row] = &[
    ("#passcode-passcode|*", Field),
    ("#set-passcode|button|*", Asks("/api/owner/passcode")),
    ("#keep-copy|button|*", Keeps),
    ("#pick-copy|button|*", Browser),
    ("#wipe|button|*", Shows("sure")),
    ("#copy-file|*", Browser),
];
const KIT: &[Row] = &[
    ("#usual-*|button|*", Asks("/api/kitchen")),
    ("#*-open|button|*", Opens),
    ("#altitude|*", Field),
    ("#unit-*|button|*", Shows("altitude")),
    ("|radio|*", Chosen),
    ("#*-*|button|*", Presses),
];
const KNOWS: &[Row] = &[
    ("|radio|*", Chosen),
    // A text of its own, not a view.
    ("#licences|a|*", Browser),
];

const HAKE: &str = "fish=hake&cut=fillet&mm=25&thin=14&g=170&n=2&skin=on&at=8";

fn fits(pattern: &str, control: &str) -> bool {
    let mut parts = pattern.split('*');
    let Some(mut rest) = parts.next().and_then(|first| control.strip_prefix(first)) else {
        return false;
    };
    for part in parts {
        let Some(at) = rest.find(part) else {
            return false;
        };
        rest = &rest[at + part.len()..];
    }
    pattern.ends_with('*') || rest.is_empty()
}

/// Marks every control that is in sight, and lists them.
const CONTROLS: &str = "return [...document.querySelectorAll('main a[href], main button, main input, main select, main textarea, \
    main summary, main [role=slider], main [role=tab], main [tabindex=\"0\"]')] \
    .filter(e => e.checkVisibility({ visibilityProperty: true }) && !e.disabled && !e.closest('.sr-only')) \
    .map((e, i) => { e.dataset.control = i; \
      const id = e.dataset.testid ? '#' + e.dataset.testid : ''; \
      const role = e.getAttribute('role') || (e.type === 'submit' ? 'button' : e.type) || e.tagName.toLowerCase(); \
      const name = (e.getAttribute('aria-label') || e.labels?.[0]?.innerText || e.innerText || '').trim().split('\\n')[0]; \
      const chosen = e.checked || e.ariaSelected === 'true' || e.ariaChecked === 'true'; \
      return [i, `${id}|${role}|${name}`, !!chosen]; })";

/// What a control may change.
fn seen(of: u64) -> String {
    format!(
        "const e = document.querySelector('[data-control=\"{of}\"]'); const near = e?.closest('label') ?? e; return {{ \
         path: location.pathname, query: Object.fromEntries(new URLSearchParams(location.search)), \
         dialogs: document.querySelectorAll('[role=dialog]').length, focus: document.activeElement === e, \
         open: e?.closest('details')?.open ?? e?.ariaExpanded ?? null, pressed: e?.ariaPressed ?? null, \
         chosen: !!(e?.checked || e?.ariaSelected === 'true' || e?.ariaChecked === 'true' || near?.dataset.selected), \
         value: e?.getAttribute('aria-valuenow') ?? e?.value ?? null, \
         asked: performance.getEntriesByType('resource').map(r => new URL(r.name).pathname), kept: window.keptFiles ?? 0, \
         printed: window.printed ?? false, ids: [...document.querySelectorAll('[data-testid]')].map(e => e.dataset.testid) }}"
    )
}

fn done(does: Does, key: bool, before: &Value, now: &Value) -> bool {
    let new_asked = |path: &str| {
        let count = |of: &Value| {
            let all = of["asked"].as_array().unwrap().iter();
            all.filter(|one| one.as_str().unwrap().contains(path))
                .count()
        };
        count(now) > count(before)
    };
    match does {
        To(path) if path.ends_with('/') && path.len() > 1 => {
            now["path"].as_str().unwrap().starts_with(path)
        }
        To(path) => now["path"] == path,
        Sets(name) => now["query"][name] != before["query"][name],
        Dialog => now["dialogs"].as_u64() > before["dialogs"].as_u64(),
        Field => {
            let same = now["query"] == before["query"] && now["path"] == before["path"];
            same && (key || now["focus"] == true)
        }
        Opens => now["open"] != before["open"],
        Presses => now["pressed"] != before["pressed"],
        Chosen => now["chosen"] == true,
        Drags => !key || now["value"] != before["value"],
        Slides => (!key && now["focus"] == true) || now["value"] != before["value"],
        Asks(path) => new_asked(path),
        Keeps => now["kept"].as_u64() > before["kept"].as_u64(),
        Prints => now["printed"] == true,
        Browser => true,
        Shows(id) => now["ids"].as_array().unwrap().contains(&json!(id)),
    }
}

/// Opens the view anew, ready to be touched.
async fn open(person: &Person, path: &str, ready: &str) {
    person.go(path).await;
    person.find(ready).await;
    person.settled().await;
    person
        .js("window.print = () => { window.printed = true }; window.printed = false; window.keptFiles = 0; \
             performance.clearResourceTimings(); window.made ??= URL.createObjectURL; \
             URL.createObjectURL = b => { window.keptFiles += 1; return window.made.call(URL, b); }")
        .await;
}

async fn walk(
    person: &Person,
    path: &str,
    ready: &str,
    tables: &[&[Row]],
    wrong: &mut Vec<String>,
) {
    let rows: Vec<Row> = tables
        .iter()
        .flat_map(|rows| rows.iter().copied())
        .collect();
    open(person, path, ready).await;
    let all = person.js(CONTROLS).await;
    let all: Vec<(u64, String, bool)> = serde_json::from_value(all).unwrap();
    assert!(all.len() > 1, "{path}: {all:?}");
    // The first row that fits is the control's; the first control of a row stands for its brothers.
    let mut first: Vec<Option<(u64, String)>> = vec![None; rows.len()];
    for (i, control, chosen) in &all {
        match rows.iter().position(|(pattern, _)| fits(pattern, control)) {
            None => wrong.push(format!("{path}: in no table: {control}")),
            Some(row) if first[row].is_none() && !chosen => {
                first[row] = Some((*i, control.clone()));
            }
            Some(_) => {}
        }
    }
    for (row, found) in rows.iter().zip(&first) {
        let Some((_, control)) = found else { continue };
        if row.1 == Browser {
            continue;
        }
        for key in [false, true] {
            // What can be done twice on one page is: the dialog is shut by its own key.
            let twice = matches!(row.1, Dialog | Field | Opens | Slides);
            if key && twice {
                person.press("\u{e00c}").await;
                person.settled().await;
            } else {
                open(person, path, ready).await;
            }
            let all = person.js(CONTROLS).await;
            let all: Vec<(u64, String, bool)> = serde_json::from_value(all).unwrap();
            // What was done before may have changed what is there: it is found by its name, or one like it is.
            let same = all.iter().find(|(_, name, _)| name == control);
            let like = all
                .iter()
                .find(|(_, name, chosen)| fits(row.0, name) && !chosen);
            let Some((i, control, _)) = same.or(like) else {
                wrong.push(format!("{path}: {control} is gone"));
                continue;
            };
            let before = person.js(&seen(*i)).await;
            let css = format!("[data-control='{i}']");
            let found = person.client.find(Locator::Css(&css)).await.unwrap();
            if key {
                let arg = serde_json::to_value(&found).unwrap();
                let focus = "arguments[0].focus({ preventScroll: false })";
                person.client.execute(focus, vec![arg]).await.unwrap();
                let pressed = match (row.1, control.split('|').nth(1)) {
                    (Drags, _) => UP,
                    (Slides, _) => RIGHT,
                    (_, Some("tab")) => RIGHT,
                    (_, Some("radio")) if control.starts_with('|') => SPACE,
                    _ => ENTER,
                };
                person.press(pressed).await;
            } else if row.1 != Drags {
                let script = format!(
                    "const e = document.querySelector(\"{css}\"); (e.closest('label') ?? e).scrollIntoView({{ block: 'center' }})"
                );
                person.js(&script).await;
                // A choice is tapped on its word.
                let script = format!(
                    "const e = document.querySelector(\"{css}\"); document.querySelectorAll('[data-hit]').forEach(h => h.removeAttribute('data-hit')); \
                     (e.type === 'radio' ? e.closest('label') : e).dataset.hit = ''"
                );
                person.js(&script).await;
                let hit = person
                    .client
                    .find(Locator::Css("[data-hit]"))
                    .await
                    .unwrap();
                if let Err(e) = hit.click().await {
                    wrong.push(format!("{path}: {control} cannot be clicked: {e}"));
                    continue;
                }
            }
            let mut now = Value::Null;
            for _ in 0..200 {
                now = person.js(&seen(*i)).await;
                if done(row.1, key, &before, &now) {
                    break;
                }
                tokio::time::sleep(std::time::Duration::from_millis(100)).await;
            }
            if !done(row.1, key, &before, &now) {
                let by = if key { "its key" } else { "a click" };
                wrong.push(format!("{path}: {by} on {control} does not: {:?}", row.1));
            }
        }
    }
}

#[tokio::test(flavor = "multi_thread")]
async fn every_control_of_the_counter_does_what_its_table_says() {
    let data = tempfile::tempdir().unwrap();
    let person = Person::new(1280, 800, Some(data.path())).await;
    skip_kitchen(&person).await;
    let mut wrong = vec![];
    walk(
        &person,
        &format!("/?{HAKE}"),
        "handle-thick",
        &[PIECE, COUNTER],
        &mut wrong,
    )
    .await;
    // What stands around the questions is the same in each: only theirs is tried anew.
    for (tab, ready, rows) in [
        ("fresh", "add-on-ice", FRESH),
        ("portions", "take-portion", PORTIONS),
        ("buy", "people", BUY),
        ("thaw&state=frozen", "thaw-room", THAW),
        ("left", "left-told", LEFT),
        ("kept", "keep-piece", KEPT),
        ("own", "new-own", OWN),
    ] {
        let known: Vec<Row> = COUNTER.iter().map(|(of, _)| (*of, Browser)).collect();
        let cold = HAKE.replace(
            "at=8",
            if tab.contains("frozen") {
                "at=-18"
            } else {
                "at=8"
            },
        );
        let path = format!("/?v.tab={tab}&{cold}");
        walk(&person, &path, ready, &[rows, &known], &mut wrong).await;
    }
    person.leave().await;
    assert!(wrong.is_empty(), "{}", wrong.join("\n"));
}

#[tokio::test(flavor = "multi_thread")]
async fn every_control_of_ways_and_card_does_what_its_table_says() {
    let data = tempfile::tempdir().unwrap();
    let person = Person::new(1280, 800, Some(data.path())).await;
    skip_kitchen(&person).await;
    let mut wrong = vec![];
    walk(
        &person,
        &format!("/ways?{HAKE}"),
        "behind",
        &[WAYS],
        &mut wrong,
    )
    .await;
    let card = format!("/ways/sear_skin_first?{HAKE}");
    walk(&person, &card, "look", &[IF, CARD], &mut wrong).await;
    for (place, ready, rows) in [
        ("heats", "curves", HEATS),
        ("beside", "add-beside", BESIDE),
        ("keep", "file-png", KEEP),
    ] {
        let known: Vec<Row> = CARD.iter().map(|(of, _)| (*of, Browser)).collect();
        let path = format!("{card}&v.place={place}");
        walk(&person, &path, ready, &[rows, &known], &mut wrong).await;
    }
    person.leave().await;
    assert!(wrong.is_empty(), "{}", wrong.join("\n"));
}

#[tokio::test(flavor = "multi_thread")]
async fn every_control_of_prep_does_what_its_table_says() {
    let data = tempfile::tempdir().unwrap();
    let person = Person::new(1280, 800, Some(data.path())).await;
    skip_kitchen(&person).await;
    let mut wrong = vec![];
    let salted = "prep=%7B%22salt%22%3A%7B%22school%22%3A%22at_pan%22%7D%7D";
    let path = format!("/prep?{HAKE}&ready=12:00&v.day=1&{salted}");
    walk(
        &person,
        &format!("{path}&v.at=salt"),
        "salt-g",
        &[PREP],
        &mut wrong,
    )
    .await;
    // What stands around a station is the same at each: only its own is tried anew.
    for (at, ready, own) in [
        ("with", "people", ["#side-*|button|*", "#people|*"]),
        ("clean", "clean-patted", ["#clean-*|button|*", ""]),
    ] {
        let known: Vec<Row> = PREP
            .iter()
            .map(|(of, does)| (*of, if own.contains(of) { *does } else { Browser }))
            .collect();
        walk(
            &person,
            &format!("{path}&v.at={at}"),
            ready,
            &[&known],
            &mut wrong,
        )
        .await;
    }
    person.leave().await;
    assert!(wrong.is_empty(), "{}", wrong.join("\n"));
}

#[tokio::test(flavor = "multi_thread")]
async fn every_control_of_the_other_views_does_what_its_table_says() {
    let data = tempfile::tempdir().unwrap();
    let person = Person::new(1280, 800, Some(data.path())).await;
    skip_kitchen(&person).await;
    let mut wrong = vec![];
    for (path, ready, rows) in [
        ("/fire", "fire", &[FIRE, COLD]),
        ("/book", "export-book", &[BOOK, COLD]),
        ("/service", "svc-empty", &[SERVICE, COLD]),
        ("/kit", "altitude", &[KIT, COLD]),
        ("/knows", "knows", &[KNOWS, COLD]),
        ("/sheet", "sheet", &[SHEET, COLD]),
        ("/office", "office", &[OFFICE, COLD]),
    ] {
        walk(&person, path, ready, rows, &mut wrong).await;
    }
    // Two things that can be taken back.
    let basted = json!({ "id": "basted", "at_s": 20, "kind": "basted" });
    on_the_fire(&person, "a", 60.0, &[basted]).await;
    walk(&person, "/fire", "strip", &[FIRE], &mut wrong).await;
    let events =
        json!({ "sent_s": 90, "events": [{ "id": "over", "at_s": 80, "kind": "closed" }] });
    post(&person, "/api/cooks/a/events", &events).await;
    let plan = json!({ "piece": { "fish": "hake", "thickness_mm": 20 }, "method": { "kind": "hot_roast" } });
    let new = json!({ "id": "b", "title": "Hake b", "plan": plan });
    post(&person, "/api/cooks", &new).await;
    let known: Vec<Row> = FIRE.iter().map(|(of, _)| (*of, Browser)).collect();
    walk(&person, "/fire", "strip", &[HEATING, &known], &mut wrong).await;
    person.leave().await;
    assert!(wrong.is_empty(), "{}", wrong.join("\n"));
}
