//! From a piece to its clock at three sizes: chosen, dragged, struck off, reloaded; nonsense said beside its field.

use super::browser::Person;
use super::fire::skip_kitchen;

const HADDOCK: &str = "fish=haddock&cut=fillet&mm=25&g=170&n=4&skin=off&at=8";

/// Brings something into the middle, as a thumb would, clear of the bar of a phone.
async fn bring(person: &Person, id: &str) {
    person.settled().await;
    person.find(id).await;
    let script = format!(
        "document.querySelector('[data-testid=\"{id}\"]').scrollIntoView({{ block: 'center' }})"
    );
    person.js(&script).await;
}

async fn tap(person: &Person, id: &str) {
    bring(person, id).await;
    person.click(id).await;
}

async fn typed(person: &Person, id: &str, text: &str) {
    bring(person, id).await;
    person.type_into(id, text).await;
}

/// Opens a station by a click on it.
async fn station(person: &Person, key: &str) {
    tap(person, &format!("station-{key}")).await;
    let open = format!("return document.querySelector('[data-testid=open-{key}]') !== null");
    for _ in 0..60 {
        if person.js(&open).await == true {
            return;
        }
        tokio::time::sleep(std::time::Duration::from_millis(100)).await;
    }
    let seen = person
        .js("const b = document.querySelector('.prep-stations'); const r = b.getBoundingClientRect(); \
             return [location.search, document.querySelector('.prep-open')?.innerText, innerWidth, scrollY, r.y, b.scrollLeft, \
             document.activeElement?.outerHTML.slice(0, 120)]")
        .await;
    panic!("{key} is not open: {seen}");
}

/// From the rail to the whole clock, with the real pointer and the real keys.
#[tokio::test(flavor = "multi_thread")]
async fn a_piece_comes_to_its_clock_at_three_sizes() {
    for (width, height) in [(1280, 800), (1024, 768), (390, 844)] {
        let data = tempfile::tempdir().unwrap();
        let person = Person::new(width, height, Some(data.path())).await;
        skip_kitchen(&person).await;
        person
            .go(&format!("/prep?{HADDOCK}&v.for=deep_fry_batter"))
            .await;
        person.find("prep-clock").await;
        // Salt, by a word; how long, typed.
        station(&person, "salt").await;
        let radio = "const r = [...document.querySelectorAll('[data-testid=open-salt] label')].find(l => l.innerText.includes('While you')); \
                     r.dataset.testid = 'while'";
        person.js(radio).await;
        tap(&person, "while").await;
        person.find("salt-minutes").await;
        typed(&person, "salt-minutes", "30").await;
        person.settled().await;
        person.until("salted", "return document.querySelector('[data-testid=prep-facts]').innerText.includes('0.9 %')").await;
        station(&person, "coat").await;
        let radio = "const r = [...document.querySelectorAll('[data-testid=open-coat] label')].find(l => l.innerText.includes('Egg and beer')); \
                     r.dataset.testid = 'egg'";
        person.js(radio).await;
        tap(&person, "egg").await;
        person.until("battered", "return document.querySelector('[data-testid=amounts]').innerText.includes('beer, cold')").await;
        station(&person, "with").await;
        tap(&person, "side-chips").await;
        person.until("chips", "return document.querySelector('[data-testid=amounts]').innerText.includes('potatoes')").await;
        typed(&person, "people", "6").await;
        person.until("six", "return document.querySelector('[data-testid=amounts]').innerText.includes('1050 g')").await;
        // As soon as it can be; then later by a drag and by a key.
        tap(&person, "soonest").await;
        person
            .until(
                "a time",
                "return document.querySelector('[data-testid=plate-at]').value !== ''",
            )
            .await;
        let told = "return document.querySelector('[data-testid=plate-knob]').getAttribute('aria-valuenow')";
        let now = |value: serde_json::Value| value.as_str().unwrap().parse::<i64>().unwrap();
        let first = now(person.js(told).await);
        // Near midnight the day ends where it ends: then sooner.
        let to = if first < 1300 { 1 } else { -1 };
        person
            .drag("[data-testid=plate-knob]", 0, &[12 * to, 12 * to, 12 * to])
            .await;
        person.until("dragged", &format!("return document.querySelector('[data-testid=plate-knob]').getAttribute('aria-valuenow') === '{}'", first + 15 * to)).await;
        person
            .js("document.querySelector('[data-testid=plate-knob]').focus()")
            .await;
        person
            .press(if to > 0 { "\u{e014}" } else { "\u{e012}" })
            .await;
        person.until("by a key", &format!("return document.querySelector('[data-testid=plate-knob]').getAttribute('aria-valuenow') === '{}'", first + 20 * to)).await;
        person.settled().await;
        // The next act and its time can be read from across the kitchen.
        let high = "const at = document.querySelector('.prep-next-at'); const act = document.querySelector('.prep-next-act'); \
                    return [at.getBoundingClientRect().height, parseFloat(getComputedStyle(at).fontSize), act.getBoundingClientRect().height, \
                            parseFloat(getComputedStyle(act).fontSize)]";
        let high: Vec<f64> = serde_json::from_value(person.js(high).await).unwrap();
        assert!(
            high[0] >= 40.0 && high[1] >= 40.0 && high[2] >= 40.0 && high[3] >= 28.0,
            "{width}: {high:?}"
        );
        // Struck off, the next one stands there; a reload loses nothing.
        let act = person.text("prep-next").await;
        let tick = person
            .js("return document.querySelector('[data-testid^=tick-]').dataset.testid")
            .await;
        tap(&person, tick.as_str().unwrap()).await;
        let gone = format!(
            "return document.querySelector('[data-testid=prep-next]').innerText !== {}",
            serde_json::json!(act)
        );
        person.until("the next", &gone).await;
        let before = person.text("prep-next").await;
        person.js("location.reload()").await;
        person
            .until(
                "again",
                "return document.querySelector('[data-testid=prep-next]') !== null",
            )
            .await;
        person.settled().await;
        assert_eq!(person.text("prep-next").await, before, "{width}");
        let pressed =
            "return document.querySelector('[data-testid^=tick-]').getAttribute('aria-pressed')";
        assert_eq!(person.js(pressed).await, "true");
        assert_eq!(person.violations().await, Vec::<String>::new(), "{width}");
        // The card is of the piece as it is prepared, and says so.
        tap(&person, "to-card").await;
        person.find("prepared").await;
        assert!(person.text("prepared").await.contains("gg and beer batter"));
        person.leave().await;
    }
}

/// What does not do is said beside its field, and nothing that was typed is lost.
#[tokio::test(flavor = "multi_thread")]
async fn nonsense_is_said_beside_its_field() {
    let data = tempfile::tempdir().unwrap();
    let person = Person::new(1280, 800, Some(data.path())).await;
    skip_kitchen(&person).await;
    person
        .go(&format!("/prep?{HADDOCK}&v.for=deep_fry_batter&v.at=with"))
        .await;
    person.find("people").await;
    typed(&person, "people", "0").await;
    person
        .until(
            "refused",
            "return document.querySelector('[data-testid=open-with] [role=alert]') !== null",
        )
        .await;
    assert_eq!(
        person
            .js("return document.querySelector('[data-testid=people]').value")
            .await,
        "0"
    );
    // The amounts of before stand; the station stays open, and a good number does again.
    person.find("amounts").await;
    typed(&person, "people", "3").await;
    person
        .until(
            "taken",
            "return document.querySelector('[data-testid=open-with] [role=alert]') === null",
        )
        .await;
    // A coat that another way takes offers to go there.
    let coated = "prep=%7B%22coat%22%3A%7B%22kind%22%3A%22nut_crust%22%7D%7D";
    person
        .go(&format!("/prep?{HADDOCK}&v.for=deep_fry_batter&{coated}"))
        .await;
    person.until("does not go", "return document.querySelector('[data-testid=open-coat] [role=alert]')?.innerText.includes('does not go') ?? false").await;
    let offer = "const b = [...document.querySelectorAll('[data-testid=open-coat] button')].find(b => b.innerText.includes('hot roast')); b.dataset.testid = 'offer'";
    person.js(offer).await;
    tap(&person, "offer").await;
    person.until("roasted", "return document.querySelector('[data-testid=amounts]')?.innerText.includes('chopped nuts') ?? false").await;
    // A time that has passed says so; tomorrow it has not.
    person.go(&format!("/prep?{HADDOCK}&ready=00:01")).await;
    person.find("plate-at").await;
    let past = "const now = new Date(); return now.getHours() < 12";
    if person.js(past).await == true {
        person
            .until(
                "past",
                "return document.querySelector('#plate-word').innerText.includes('passed')",
            )
            .await;
        person
            .go(&format!("/prep?{HADDOCK}&ready=00:01&v.day=1"))
            .await;
        person
            .until(
                "tomorrow",
                "return document.querySelector('[data-testid=prep-next]') !== null",
            )
            .await;
    }
    // An address that says nonsense is no end of the view.
    person
        .go(&format!("/prep?{HADDOCK}&prep=%7Bnonsense"))
        .await;
    person.find("prep-clock").await;
    person.leave().await;
}
