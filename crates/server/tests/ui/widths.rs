//! At every width, with every place open, with letters twice as large, with long names and six on the fire: nothing runs
//! over its edge, and axe finds nothing.

use super::browser::Person;
use super::fire::{post, skip_kitchen};
use super::hand::on_the_fire;
use serde_json::json;

const HAKE: &str = "fish=hake&cut=fillet&mm=25&thin=14&g=170&n=2&skin=on&at=8";

/// How far the page runs over its width, and what does, where nothing around it can be scrolled.
/// On a phone the page is drawn as wide as its widest part, and measured so: narrower than that it is not looked at yet.
const OVER: &str = "const w = screen.width < 600 ? innerWidth : document.documentElement.clientWidth; const out = []; \
    for (const e of document.querySelectorAll('main *, nav *, [role=dialog] *')) { \
      if (!e.checkVisibility() || e.closest('.sr-only, svg, canvas, [aria-hidden=true]')) continue; \
      const r = e.getBoundingClientRect(); if (r.width === 0 || r.right <= w + 1) continue; \
      let s = e.parentElement; while (s && !['auto', 'scroll', 'hidden'].includes(getComputedStyle(s).overflowX)) s = s.parentElement; \
      if (s) continue; \
      out.push(`${e.tagName.toLowerCase()} ${e.dataset.testid ?? e.innerText?.slice(0, 30)} to ${Math.round(r.right)}`); } \
    return [document.documentElement.scrollWidth - w, out.slice(0, 4)]";

fn views() -> Vec<(String, Option<&'static str>)> {
    let card = format!("/ways/sear_skin_first?{HAKE}");
    let long =
        "Hake+for+the+long+table+by+the+window%2C+the+second+sitting%2C+no+butter+for+two+of+them";
    let mut all: Vec<(String, Option<&'static str>)> = vec![
        (format!("/?{HAKE}"), None),
        (
            "/?fish=trout&cut=whole_round&mm=39&g=350&n=1&skin=on&at=8&bone=1".into(),
            None,
        ),
        ("/?fish=nobody+knows+this+one&mm=20".into(), None),
        (format!("/ways?{HAKE}"), Some("tonight")),
        (
            format!("/ways?{HAKE}&fire=oil&state=frozen&lacks=oven,pan"),
            None,
        ),
        (format!("{card}&v.name={long}"), None),
        ("/ways/flambe?fish=hake&mm=25".into(), None),
        (format!("/prep?{HAKE}"), None),
        (
            format!(
                "/prep?{HAKE}&v.at=salt&ready=12:00&v.day=1&prep=%7B%22salt%22%3A%7B%22school%22%3A%22dry_cure%22%7D%2C%22sides%22%3A%5B%7B%22kind%22%3A%22chips%22%7D%5D%7D"
            ),
            None,
        ),
        ("/fire".into(), None),
        ("/fire".into(), Some("see")),
        ("/service".into(), None),
        // The piece in hand with all that was prepared for it, as a dish of a new ticket.
        (
            "/service?fish=haddock&cut=fillet&mm=25&g=170&n=4&skin=off&at=-18&state=frozen&v.for=deep_fry_batter&prep=%7B%22salt%22%3A%7B%22school%22%3A%22while_prep%22%7D%2C%22coat%22%3A%7B%22kind%22%3A%22cold_leavened%22%7D%2C%22sides%22%3A%5B%7B%22kind%22%3A%22chips%22%7D%5D%7D"
                .into(),
            None,
        ),
        ("/book".into(), None),
        ("/book/nothing-there".into(), None),
        ("/kit".into(), None),
        ("/knows".into(), None),
        ("/sheet".into(), None),
        ("/office".into(), None),
        ("/no/such/page".into(), None),
    ];
    for tab in [
        "fresh",
        "portions",
        "buy",
        "thaw&state=frozen",
        "left",
        "kept",
        "own",
    ] {
        all.push((format!("/?v.tab={tab}&{HAKE}"), None));
    }
    for place in ["set", "if", "heats", "beside", "keep"] {
        all.push((format!("{card}&v.place={place}"), None));
    }
    all
}

async fn six(person: &Person) {
    for i in 0..5 {
        let ago_s = 40.0 + 140.0 * f64::from(i);
        on_the_fire(person, &format!("piece-{i}"), ago_s, &[]).await;
    }
    let plan = json!({ "piece": { "fish": "hake", "thickness_mm": 25, "skin": "on" }, "method": { "kind": "sear_skin_first" } });
    let title =
        "Hake for the long table by the window, the second sitting, no butter for two of them";
    post(
        person,
        "/api/cooks",
        &json!({ "id": "long", "title": title, "plan": plan }),
    )
    .await;
}

async fn look(person: &Person, at: &str, axe: bool, wrong: &mut Vec<String>) {
    // However slow the machine: one that can still be looked at.
    on_the_fire(person, &format!("fresh-{at}"), 30.0, &[]).await;
    for (path, press) in views() {
        person.go(&path).await;
        person
            .until(
                "drawn",
                "return (document.querySelector('main')?.innerText.length ?? 0) > 20",
            )
            .await;
        person.settled().await;
        if let Some(id) = press {
            person.click(id).await;
            person.settled().await;
        }
        let over = person.js(OVER).await;
        let runs = over[0].as_i64().unwrap() > 0 || over[1] != json!([]);
        if runs {
            wrong.push(format!("{at} {path}: {over}"));
        }
        if axe {
            let found = person.violations().await;
            wrong.extend(found.iter().map(|v| format!("{at} {path}: {v}")));
        }
    }
}

#[tokio::test(flavor = "multi_thread")]
async fn nothing_runs_over_at_any_width() {
    let data = tempfile::tempdir().unwrap();
    let person = Person::new(1280, 800, Some(data.path())).await;
    skip_kitchen(&person).await;
    six(&person).await;
    let mut wrong: Vec<String> = vec![];
    for (width, height, axe) in [
        (320, 700, false),
        (390, 844, true),
        (1024, 768, false),
        (1280, 800, true),
    ] {
        person.screen(width, height).await;
        look(&person, &width.to_string(), axe, &mut wrong).await;
    }
    // The card of a fillet with its places shut, on a phone.
    person.screen(390, 844).await;
    person.open(&format!("/ways/sear_skin_first?{HAKE}")).await;
    person.find("look").await;
    person.settled().await;
    let high = person
        .js("return document.documentElement.scrollHeight")
        .await;
    person.leave().await;
    assert!(wrong.is_empty(), "{}", wrong.join("\n"));
    assert!(high.as_u64().unwrap() <= 2200, "{high}");
}

#[tokio::test(flavor = "multi_thread")]
async fn nothing_runs_over_with_letters_twice_as_large() {
    let data = tempfile::tempdir().unwrap();
    let person = Person::new(1280, 800, Some(data.path())).await;
    skip_kitchen(&person).await;
    six(&person).await;
    let mut wrong: Vec<String> = vec![];
    person.screen(390, 844).await;
    person.letters_twice().await;
    person.open("/").await;
    look(&person, "twice", false, &mut wrong).await;
    person.leave().await;
    assert!(wrong.is_empty(), "{}", wrong.join("\n"));
}
