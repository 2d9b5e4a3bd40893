//! The twelve things a cook comes for, done with a finger on a phone, with a pointer, and by keys alone: taps, keys and the
//! way that is scrolled are counted, and on the phone held to a limit.

use super::browser::Person;
use super::fire::{post, skip_kitchen};
use super::hand::on_the_fire;
use fantoccini::Locator;
use serde_json::{Value, json};

const ENTER: &str = "\u{e007}";
const TAB: &str = "\u{e004}";
const RIGHT: &str = "\u{e014}";
const SPACE: &str = " ";
/// Nobody tabs further.
const MOST_TABS: usize = 160;
/// A screen of the phone, px: no task scrolls more.
const SCREEN_PX: f64 = 844.0;

#[derive(Clone, Copy, PartialEq)]
enum By {
    Finger,
    Pointer,
    Keys,
}

struct Walk<'a> {
    person: &'a Person,
    by: By,
    taps: usize,
    keys: usize,
    px: f64,
}

impl Walk<'_> {
    async fn key(&mut self, key: &str) {
        let focused = self.person.client.active_element().await.unwrap();
        focused.send_keys(key).await.unwrap();
        self.keys += key.chars().count();
    }

    /// Typed where the focus is.
    async fn types(&mut self, text: &str) {
        self.key(text).await;
        self.person.settled().await;
    }

    /// Marks the first that is drawn of what a selector finds, and that reads so where words are given.
    async fn mark(&self, css: &str, words: &str) {
        let script = format!(
            "document.querySelectorAll('[data-walk]').forEach(e => e.removeAttribute('data-walk')); \
             const e = [...document.querySelectorAll(\"{css}\")].find(e => e.getClientRects().length > 0 && \
             (\"{words}\" === '' || e.innerText.trim().split('\\n')[0] === \"{words}\")); \
             e?.setAttribute('data-walk', ''); return !!e"
        );
        self.person.until(&format!("{css} {words}"), &script).await;
    }

    /// A tap, with as much scrolling as brings it into sight; by keys, Tab until it has the focus, and Enter or Space.
    async fn tap(&mut self, css: &str, words: &str) {
        self.person.settled().await;
        self.mark(css, words).await;
        if self.by == By::Keys {
            self.reach(css, words).await;
            self.person.settled().await;
            return;
        }
        let scroll = "const e = document.querySelector('[data-walk]'); \
            const r = e.getBoundingClientRect(); \
            const stuck = e => { for (; e && e !== document.body; e = e.parentElement) \
              if (['sticky', 'fixed'].includes(getComputedStyle(e).position)) return true; return false; }; \
            if (stuck(e)) return 0; \
            const bars = [...document.querySelectorAll('nav, [data-bar]')] \
              .filter(b => ['sticky', 'fixed'].includes(getComputedStyle(b).position) && b.getBoundingClientRect().top > innerHeight / 2) \
              .map(b => b.getBoundingClientRect().top); \
            const bottom = Math.min(innerHeight, ...bars) - 4; \
            const by = r.top < 48 ? r.top - 56 : r.bottom > bottom ? Math.min(r.bottom - bottom, r.top - 56) : 0; \
            scrollBy(0, by); return Math.abs(by)";
        self.px += self.person.js(scroll).await.as_f64().unwrap();
        let found = self.person.client.find(Locator::Css("[data-walk]")).await;
        found.unwrap().click().await.unwrap();
        self.taps += 1;
        self.person.settled().await;
    }

    /// Tab, and arrows within a choice, until it has the focus; then its own key. What was chosen on the way may have drawn it
    /// anew, so it is looked for each time.
    async fn reach(&mut self, css: &str, words: &str) {
        let script = format!(
            "const e = [...document.querySelectorAll(\"{css}\")].find(e => e.getClientRects().length > 0 && \
             (\"{words}\" === '' || e.innerText.trim().split('\\n')[0] === \"{words}\")); const f = document.activeElement; \
             if (e && (e === f || (f !== document.body && e.contains(f)))) \
               return f.matches('input[type=radio], [role=radio]') ? 'radio' : f.matches('[role=tab]') ? 'tab' \
                 : f.matches('input') ? 'field' : 'pressed'; \
             const g = e?.closest('[role=radiogroup], [role=tablist]'); return g && g !== f && g.contains(f) ? 'inside' : 'no'"
        );
        for _ in 0..MOST_TABS {
            match self.person.js(&script).await.as_str().unwrap() {
                "field" | "tab" => return,
                "radio" => return self.key(SPACE).await,
                "pressed" => return self.key(ENTER).await,
                "inside" => self.key(RIGHT).await,
                _ => self.key(TAB).await,
            }
        }
        let at = self
            .person
            .js("return document.activeElement.outerHTML.slice(0, 200)")
            .await;
        panic!("no key leads to {css} {words}: {at}");
    }

    async fn id(&mut self, id: &str) {
        self.tap(&format!("[data-testid={id}]"), "").await;
    }

    /// The name is typed into the finder, and Enter takes it.
    async fn fish(&mut self, name: &str) {
        self.id("fish").await;
        self.types(name).await;
        self.types(ENTER).await;
    }

    async fn first_way(&mut self) {
        self.tap("[data-testid=front] a[data-way]", "").await;
        self.person.find("off").await;
    }

    async fn query(&self, name: &str) -> String {
        let script = format!("return new URLSearchParams(location.search).get('{name}') ?? ''");
        self.person.js(&script).await.as_str().unwrap().to_owned()
    }

    async fn says(&self, what: &str, words: &str) {
        let script = format!("return document.body.innerText.includes('{words}')");
        self.person.until(what, &script).await;
    }
}

/// One task, from where a cook begins: what it asks for is reached, or it panics.
async fn task(walk: &mut Walk<'_>, key: char) {
    let w = walk;
    match key {
        // A 22 mm cod, no skin, in my oven.
        'a' => {
            w.fish("cod").await;
            w.types(&format!("22{ENTER}")).await;
            w.tap("label", "no skin").await;
            w.id("in-my-oven").await;
            w.first_way().await;
            let got = (
                w.query("fish").await,
                w.query("mm").await,
                w.query("skin").await,
            );
            assert_eq!(got, ("cod".into(), "22".into(), "off".into()));
            let steps = "return /oven|broiler/i.test(document.querySelector('[data-testid=steps]').innerText)";
            w.person.until("an oven", steps).await;
        }
        // A whole trout of 350 g on charcoal.
        'b' => {
            w.fish("trout").await;
            w.tap("label", "whole round fish").await;
            w.id("mass").await;
            w.types(&format!("350{ENTER}")).await;
            w.id("in-my-grill").await;
            w.first_way().await;
            let wide = "return innerWidth >= 1024";
            if w.person.js(wide).await == json!(false) {
                w.id("place-set").await;
            }
            w.tap("label", "charcoal").await;
            assert_eq!(w.query("g").await, "350");
            let mm: f64 = w.query("mm").await.parse().unwrap();
            assert!((30.0..48.0).contains(&mm), "{mm}");
        }
        // Frozen haddock in batter for four: it is to be thawed first, and then it is a card.
        'c' => {
            w.fish("haddock").await;
            w.types(&format!("{ENTER}{ENTER}4{ENTER}")).await;
            w.tap("label", "frozen").await;
            w.id("in-my-oil").await;
            w.tap("[data-testid=next-step] a", "Thaw it first").await;
            w.tap("button", "It has thawed").await;
            w.id("in-my-oil").await;
            w.id("way-deep_fry_batter").await;
            w.person.find("off").await;
            assert_eq!(
                (w.query("n").await, w.query("state").await),
                ("4".into(), "thawed".into())
            );
        }
        // Salmon for a pregnant guest.
        'd' => {
            w.fish("salmon").await;
            w.tap("label", "pregnant or a child").await;
            w.id("see-ways").await;
            w.first_way().await;
            w.says("two spots", "probe two spots").await;
        }
        // The pan is cooler than planned.
        'e' => {
            w.id("see").await;
            w.id("did-lower").await;
            w.says("why", "The heat is lower").await;
        }
        // Three on the fire: who needs me, and what can be saved.
        'f' => {
            let first = "[data-testid=strip][data-first] [data-main]";
            w.tap(first, "").await;
            if w.by == By::Keys {
                // By keys the arrows go from strip to strip.
                w.person.js("document.activeElement.blur()").await;
                for _ in 0..3 {
                    let open = "return document.querySelector('[aria-label=\"Hake early\"]').hasAttribute('data-opened')";
                    if w.person.js(open).await == json!(true) {
                        break;
                    }
                    w.types("\u{e015}").await;
                }
            } else {
                w.tap("[aria-label='Hake early'] .strip-title", "").await;
            }
            w.tap("[aria-label='Hake early'] [data-testid=advice]", "")
                .await;
            let back = w.person.ask("/api/cooks/early").await;
            let kinds: Vec<_> = back["events"]
                .as_array()
                .unwrap()
                .iter()
                .map(|e| e["kind"].clone())
                .collect();
            assert!(kinds.len() > 2, "{kinds:?}");
        }
        // Last week's haddock again, thicker.
        'g' => {
            w.tap("nav[aria-label=Views] a", "Book").await;
            w.tap("[data-testid=cooked] a", "").await;
            w.id("again").await;
            if w.person
                .js("return !!document.querySelector('[data-testid=card-mm]')")
                .await
                == json!(true)
            {
                w.id("card-mm").await;
            } else {
                w.tap("input[aria-label='Thickness, typed']", "").await;
            }
            w.types(&format!("24{ENTER}")).await;
            w.id("cook-it").await;
            w.says("on the fire", "Heat it up").await;
            let cooks = w.person.ask("/api/cooks").await;
            assert_eq!(
                cooks["cooks"][0]["plan"]["piece"]["thickness_mm"], 24.0,
                "{cooks}"
            );
        }
        // No oven, induction, 1500 m, F and inches.
        'h' => {
            w.tap("a", "my kitchen").await;
            w.id("usual-ring").await;
            w.id("altitude").await;
            w.types(&format!("1500{ENTER}")).await;
            w.id("unit-all").await;
            let kept = w.person.ask("/api/kitchen").await;
            assert_eq!(kept["kitchen"]["altitude_m"], 1500.0);
            assert_eq!(kept["kitchen"]["kit"]["ovens"], json!([]));
            w.person
                .until(
                    "feet",
                    "return document.querySelector('[data-testid=altitude]').value === '4921'",
                )
                .await;
        }
        // Is the bass good?
        'i' => {
            w.fish("sea bass").await;
            w.id("is-it-fresh").await;
            w.id("look-smell-0").await;
            w.id("look-sheen-0").await;
            w.id("look-colour-0").await;
            w.says("a verdict", "Good").await;
        }
        // "Four minutes a side."
        'j' => {
            w.id("see-ways").await;
            w.first_way().await;
            let open = "return !!document.querySelector('[data-testid=recipe-0]')";
            if w.person.js(open).await == json!(false) {
                w.id("place-if").await;
            }
            w.id("recipe-0").await;
            w.types(&format!("4{ENTER}4{ENTER}")).await;
            let answer = "return /makes it right|That is right|Take it off/.test(document.querySelector('[data-testid=recipe-says]')?.innerText ?? '')";
            w.person.until("an answer", answer).await;
        }
        // On paper.
        'k' => {
            w.person
                .js("window.print = () => { window.printed = true }")
                .await;
            w.tap("button", "Print").await;
            assert_eq!(
                w.person.js("return window.printed === true").await,
                json!(true)
            );
        }
        // A fish that is not in the list.
        'l' => {
            w.id("fish").await;
            w.types("quay grunter").await;
            if w.by == By::Keys {
                w.types(ENTER).await;
            } else {
                w.id("write-down").await;
            }
            w.id("save-own").await;
            w.person
                .until(
                    "in hand",
                    "return document.querySelector('[data-testid=fish]')?.value === 'quay grunter'",
                )
                .await;
            w.id("see-ways").await;
        }
        _ => unreachable!(),
    }
}

/// What the task starts from: an address, and what is on the fire or in the book.
async fn start(person: &Person, key: char) {
    match key {
        'e' => on_the_fire(person, "pan", 120.0, &[]).await,
        'f' => {
            on_the_fire(person, "late", 620.0, &[]).await;
            on_the_fire(person, "young", 20.0, &[]).await;
            let off = json!({ "id": "off", "at_s": 290, "kind": "off" });
            on_the_fire(person, "early", 300.0, &[off]).await;
        }
        'g' => {
            let plan = json!({ "piece": { "fish": "haddock", "thickness_mm": 18 }, "method": { "kind": "hot_roast" } });
            post(
                person,
                "/api/cooks",
                &json!({ "id": "last", "title": "Haddock, roasted", "plan": plan }),
            )
            .await;
            let events = json!({ "sent_s": 900, "events": [{ "id": "i", "at_s": 1, "kind": "in" },
                { "id": "o", "at_s": 600, "kind": "off" }, { "id": "s", "at_s": 700, "kind": "served" }] });
            post(person, "/api/cooks/last/events", &events).await;
        }
        _ => {}
    }
    let at = match key {
        'e' | 'f' => "/fire",
        'k' => "/ways/sear_skin_first?fish=hake&cut=fillet&mm=25&thin=14&g=170&n=2&skin=on&at=8",
        _ => "/",
    };
    person.js("localStorage.clear()").await;
    person.open(at).await;
    person
        .find(match key {
            'e' | 'f' => "strip",
            'k' => "off",
            _ => "fish",
        })
        .await;
    person.settled().await;
}

/// Taps on the phone, at most.
const LIMITS: [(char, usize); 12] = [
    ('a', 4),
    ('b', 8),
    ('c', 8),
    ('d', 4),
    ('e', 3),
    ('f', 5),
    ('g', 5),
    ('h', 4),
    ('i', 5),
    ('j', 6),
    ('k', 1),
    ('l', 4),
];

async fn walks(by: By, width: u32, height: u32) -> Vec<(char, usize, usize, f64)> {
    let mut done = vec![];
    // Some of them, while one is being mended.
    let only = std::env::var("CINDO_TASKS").unwrap_or_else(|_| "abcdefghijkl".into());
    // What leaves nothing on the fire, in the book or in the kitchen shares a browser.
    let mut one: Option<(Person, tempfile::TempDir)> = None;
    for key in "abcdijklefgh".chars().filter(|key| only.contains(*key)) {
        let (person, data) = match one.take() {
            Some(kept) if !"efgh".contains(key) => kept,
            _ => {
                let data = tempfile::tempdir().unwrap();
                let person = Person::new(width, height, Some(data.path())).await;
                skip_kitchen(&person).await;
                (person, data)
            }
        };
        start(&person, key).await;
        let mut walk = Walk {
            person: &person,
            by,
            taps: 0,
            keys: 0,
            px: 0.0,
        };
        task(&mut walk, key).await;
        done.push((key, walk.taps, walk.keys, walk.px));
        println!(
            "{key}: {} taps, {} keys, {:.0} px",
            walk.taps, walk.keys, walk.px
        );
        if "efgh".contains(key) {
            person.leave().await;
        } else {
            one = Some((person, data));
        }
    }
    done
}

#[tokio::test(flavor = "multi_thread")]
async fn the_twelve_on_a_phone_stay_within_their_taps_and_a_screen() {
    let done = walks(By::Finger, 390, 844).await;
    let most = |key: &char| LIMITS.iter().find(|(one, _)| one == key).unwrap().1;
    let over: Vec<_> = done
        .iter()
        .filter(|(key, taps, _, px)| *taps > most(key) || *px > SCREEN_PX)
        .collect();
    assert!(over.is_empty(), "{over:?}");
}

#[tokio::test(flavor = "multi_thread")]
async fn the_twelve_with_a_pointer() {
    let done = walks(By::Pointer, 1280, 800).await;
    assert!(
        !done.is_empty() && done.iter().all(|(.., px)| *px <= SCREEN_PX),
        "{done:?}"
    );
}

#[tokio::test(flavor = "multi_thread")]
async fn the_twelve_by_keys_alone() {
    let done = walks(By::Keys, 1280, 800).await;
    let tapped: Vec<Value> = done
        .iter()
        .filter(|(_, taps, ..)| *taps > 0)
        .map(|(key, ..)| json!(key.to_string()))
        .collect();
    assert!(tapped.is_empty(), "{tapped:?}");
}
