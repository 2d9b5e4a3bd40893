//! `make screenshots`: one current picture of each main view, from the demo data.

use super::browser::Person;
use std::path::Path;

/// Five more beside what the demo has on the fire.
async fn more_on_the_fire(person: &Person) {
    for (i, (title, fish, mm, kind, ago_s)) in [
        ("Char for table four", "char", 20, "sear_skin_first", 205),
        ("Haddock, battered", "haddock", 24, "deep_fry_batter", 150),
        ("Plaice, floured", "plaice", 12, "floured_pan_fry", 40),
        ("Cod for the old captain", "cod", 30, "hot_roast", 1100),
        ("Mackerel, grill", "mackerel", 18, "grill_direct", 20),
    ]
    .into_iter()
    .enumerate()
    {
        // One of them is for somebody old or ill.
        let guests = if fish == "cod" {
            ", eaters: 'old_or_ill', target: { level: 'food_safety' }"
        } else {
            ""
        };
        let script = format!(
            "const done = arguments[arguments.length - 1]; \
             const post = (path, body) => fetch(path, {{ method: 'POST', body: JSON.stringify(body), \
               headers: {{ 'content-type': 'application/json' }} }}); \
             post('/api/cooks', {{ id: 'more{i}', title: '{title}', plan: {{ piece: {{ fish: '{fish}', thickness_mm: {mm} }}, \
               method: {{ kind: '{kind}' }}{guests} }} }}) \
             .then(() => post('/api/cooks/more{i}/events', {{ sent_s: {ago_s}, events: [{{ id: 'in', at_s: 0, kind: 'in' }}] }})) \
             .then(() => done(true))"
        );
        person.client.execute_async(&script, vec![]).await.unwrap();
    }
    person
        .until(
            "six",
            "return document.querySelectorAll('[data-testid=strip]').length === 6",
        )
        .await;
}

#[tokio::test(flavor = "multi_thread")]
#[ignore = "writes docs/screenshots; run by make screenshots"]
async fn screenshots() {
    let to = std::env::var("CINDO_SCREENSHOTS").unwrap();
    let root = Path::new(env!("CARGO_MANIFEST_DIR")).join("../..").join(to);
    std::fs::create_dir_all(&root).unwrap();
    let views = [
        (
            "counter",
            "/?fish=hake&cut=fillet&mm=25&thin=14&g=170&n=2&skin=on&at=8",
        ),
        (
            "ways",
            "/ways?fish=hake&cut=fillet&mm=25&thin=14&g=170&n=2&skin=on&at=8",
        ),
        (
            "card",
            "/ways/sear_skin_first?fish=hake&cut=fillet&mm=25&thin=14&g=170&n=2&skin=on&at=8",
        ),
        (
            "card-whole",
            "/ways/whole_roast?fish=sea_bass&cut=whole_round&mm=44&g=520&n=2&bone=1&at=5",
        ),
        ("book", "/book/demo-2"),
        (
            "counter-whole",
            "/?fish=sea_bass&cut=whole_round&mm=44&g=520&n=2&bone=1&scored=1&at=5",
        ),
        (
            "counter-fresh",
            "/?fish=mackerel&cut=whole_round&mm=32&g=300&n=4&bone=1",
        ),
        (
            "card-trades",
            "/ways/sear_skin_first?fish=hake&cut=fillet&mm=25&thin=14&g=170&n=2&skin=on&at=8&v.place=heats",
        ),
        (
            "kit",
            "/kit?fish=hake&cut=fillet&mm=25&thin=14&g=170&n=3&skin=on&at=8",
        ),
        ("fire", "/fire"),
        ("fire-six", "/fire"),
        ("knows", "/knows"),
        ("sheet", "/sheet"),
        (
            "prep",
            "/prep?fish=haddock&cut=fillet&mm=25&g=170&n=4&skin=off&at=-18&state=frozen&ready=19:30&v.day=1&v.for=deep_fry_batter&v.at=salt&prep=%7B%22salt%22%3A%7B%22school%22%3A%22while_prep%22%7D%2C%22coat%22%3A%7B%22kind%22%3A%22cold_leavened%22%7D%2C%22sides%22%3A%5B%7B%22kind%22%3A%22chips%22%7D%5D%7D",
        ),
        ("service", "/service"),
        ("office", "/office"),
    ];
    for (size, night) in [
        ((1280, 800), false),
        ((1280, 800), true),
        ((390, 844), false),
    ] {
        let person = Person::new(size.0, size.1, None).await;
        person.open("/").await;
        person.click("skip-kitchen").await;
        if night {
            person.click("night").await;
        }
        for (name, path) in views {
            let suffix = match (night, size.0) {
                (true, _) => "-night",
                (_, 390) => "-phone",
                _ => "",
            };
            // A few of the second and third set are enough.
            if !(suffix.is_empty() || name == "card" || (name == "ways" && suffix == "-phone")) {
                continue;
            }
            if name == "office" {
                shut_the_door(&person).await;
            }
            person.open(path).await;
            person
                .until("drawn", "return document.querySelectorAll('h1').length > 0")
                .await;
            if let Some(tab) = name.strip_prefix("counter-").filter(|tab| *tab != "whole") {
                person.click(&format!("tab-{tab}")).await;
            }
            if name == "fire-six" {
                more_on_the_fire(&person).await;
            }
            if name == "counter-fresh" {
                person.click("add-on-ice").await;
                for look in [
                    "smell-1", "eyes-0", "gills-1", "skin-0", "slime-0", "flesh-0",
                ] {
                    person.click(&format!("look-{look}")).await;
                }
            }
            person.settled().await;
            if name == "card-trades" {
                person
                    .js("document.querySelector('[data-testid=place-heats]').scrollIntoView()")
                    .await;
            }
            let png = person.client.screenshot().await.unwrap();
            std::fs::write(root.join(format!("{name}{suffix}.png")), png).unwrap();
        }
        person.leave().await;
    }
}

/// Two passcodes, and a device of the cooks beside the owner's own.
async fn shut_the_door(person: &Person) {
    let set = |role: &str, now: &str, passcode: &str| {
        format!(
            "await fetch('/api/owner/passcode', {{ method: 'PUT', headers, body: JSON.stringify({{ \
             role: '{role}', now: '{now}', passcode: '{passcode}', device: 'office' }}) }});"
        )
    };
    let script = format!(
        "const done = arguments[arguments.length - 1]; (async () => {{ \
         const headers = {{ 'Content-Type': 'application/json' }}; {} {} \
         for (const device of ['tablet at the pass', 'phone of the fry cook']) \
           await fetch('/api/session', {{ method: 'POST', headers, credentials: 'omit', \
             body: JSON.stringify({{ passcode: 'pollock 77 nine', device }}) }}); \
         }})().then(() => done(true), e => done(String(e)))",
        set("owner", "", "herring 4 two"),
        set("cook", "herring 4 two", "pollock 77 nine"),
    );
    let done = person.client.execute_async(&script, vec![]).await.unwrap();
    assert_eq!(done, serde_json::json!(true));
}
