//! The counter through a real browser: a whole fish, a fillet and a frozen block described, each
//! refusal, what is kept, by keyboard and with axe.

use super::browser::Person;
use super::fire::skip_kitchen;
use serde_json::json;

const QUERY: &str = "return new URLSearchParams(location.search).get";

async fn until_query(person: &Person, key: &str, value: &str) {
    let script = format!("{QUERY}('{key}') === '{value}'");
    person
        .until(&format!("{key} {value} in the address"), &script)
        .await;
}

async fn until_text(person: &Person, id: &str, part: &str) {
    let script = format!(
        "return (document.querySelector('[data-testid=\"{id}\"]')?.innerText ?? '').includes({part:?})"
    );
    person.until(&format!("{part} in {id}"), &script).await;
}

async fn alert(person: &Person, part: &str) {
    let script = format!(
        "return [...document.querySelectorAll('[role=alert]')].some(e => e.innerText.includes({part:?}))"
    );
    person.until(&format!("the words {part}"), &script).await;
}

async fn press(person: &Person, words: &str) {
    let script = format!(
        "const b = [...document.querySelectorAll('button, label')].find(b => b.innerText.trim() === {words:?}); b?.click(); return !!b"
    );
    person.until(&format!("the button {words}"), &script).await;
}

async fn fish(person: &Person, typed: &str, name: &str) {
    person.type_into("fish", &format!("{typed}\u{e007}")).await;
    let script = format!("return document.querySelector('[data-testid=fish]').value === {name:?}");
    person.until(name, &script).await;
}

#[tokio::test(flavor = "multi_thread")]
async fn a_whole_fish_a_fillet_and_a_frozen_block_are_described() {
    let person = Person::new(1280, 800, None).await;
    person.open("/").await;

    // A whole fish from its length.
    fish(&person, "sea ba", "Sea bass").await;
    press(&person, "whole round fish").await;
    person.find("handle-body").await;
    person.type_into("length", "350").await;
    person.find("from-length").await;
    person.click("from-length").await;
    until_query(&person, "cut", "whole_round").await;
    until_query(&person, "bone", "1").await;
    let weighs = person.js(&format!("{QUERY}('g')")).await;
    let weighs: f64 = weighs.as_str().unwrap().parse().unwrap();
    assert!((400.0..800.0).contains(&weighs), "{weighs} g");
    person.find("notice-spines").await;
    // No fish is 3 kg and 20 cm long: what is typed is named, and stays.
    person.type_into("length", "20").await;
    alert(&person, "between 50 and 2500").await;
    let typed = person
        .js("return document.querySelector('[data-testid=length]').value")
        .await;
    assert_eq!(typed, "20");

    // A fillet: a thickness from its weight, a thin end that is too thick.
    fish(&person, "had", "Haddock").await;
    person.type_into("mass", "260").await;
    person.click("propose").await;
    let script = format!("{QUERY}('mm') !== '20'");
    person.until("the proposed thickness", &script).await;
    person.type_into("thin", "90").await;
    alert(&person, "must not be thicker").await;
    person.type_into("thin", "10").await;

    // A frozen block, and how it thaws.
    fish(&person, "yellowf", "Tuna, yellowfin").await;
    press(&person, "frozen").await;
    until_query(&person, "at", "-18").await;
    person.click("tab-thaw").await;
    until_text(&person, "thaw-fridge", "within the limit").await;
    until_text(&person, "thaw-water", "min").await;
    // Warm water is no error: it is never.
    person.type_into("thaw-water-c", "30").await;
    until_text(&person, "thaw-water", "never").await;
    until_text(
        &person,
        "notice-warm_water_thaw",
        "Never thaw in warm water",
    )
    .await;
    person.type_into("thaw-water-c", "99").await;
    alert(&person, "between 2 and 60").await;
    person.type_into("thaw-water-c", "15").await;
    // Frozen fish is not warm: said beside the temperature.
    person.type_into("start", "5").await;
    alert(&person, "frozen fish is colder").await;
    person.leave().await;
}

#[tokio::test(flavor = "multi_thread")]
async fn every_danger_is_said_where_it_matters_and_settled_by_what_is_known() {
    let person = Person::new(1280, 800, None).await;
    let there =
        |code: &str| format!("return !!document.querySelector('[data-testid=notice-{code}]')");
    let gone =
        |code: &str| format!("return !document.querySelector('[data-testid=notice-{code}]')");
    person
        .open("/?fish=mackerel&cut=fillet&mm=15&g=120&n=2")
        .await;
    person.find("notice-parasites").await;
    person.find("notice-below_food_code").await;
    person.find("notice-histamine_ask").await;

    // A freezing record settles the worms, a short one does not, a warm one is no freezer.
    person
        .js("document.querySelector('[data-testid=known]').open = true")
        .await;
    person.click("was-frozen").await;
    person.until("no worms", &gone("parasites")).await;
    person.type_into("frozen-hours", "24").await;
    person
        .until("worms again", &there("parasites_freezing"))
        .await;
    person.type_into("frozen-c", "-5").await;
    person
        .until("still worms", &there("parasites_freezing"))
        .await;
    person.type_into("frozen-c", "5").await;
    alert(&person, "between -80 and -1").await;
    person.type_into("frozen-c", "-20").await;

    // Out of the cold too long: refused, and more heat does not mend it.
    person.click("ask-keeping").await;
    person.click("add-out-of-the-cold").await;
    person.type_into("kept-hours-0", "3").await;
    until_text(&person, "notice-within_limit", "1 hour left").await;
    person.type_into("kept-hours-0", "9").await;
    person.find("notice-histamine_refuse").await;
    person.click("level-food_safety").await;
    until_query(&person, "level", "food_safety").await;
    person.find("notice-histamine_refuse").await;
    person.until("no advisory", &gone("below_food_code")).await;
    // It stops the way to the ways, the ways and the card alike, and a reload forgets nothing.
    person.find("refused-histamine_refuse").await;
    let query = person.js("return location.search").await;
    let query = query.as_str().unwrap();
    for path in ["/ways", "/ways/steam"] {
        person.open(&format!("{path}{query}")).await;
        person.find("refused-histamine_refuse").await;
        let steps = "return document.querySelectorAll('[data-testid=ways] li, [data-testid=steps] li').length === 0";
        person.until("nothing to follow", steps).await;
    }

    // Someone at risk: the target moves, and swordfish is refused for its mercury.
    person
        .open("/?fish=swordfish&cut=steak&mm=28&g=180&n=1")
        .await;
    press(&person, "pregnant or a child").await;
    until_query(&person, "level", "food_safety").await;
    person.find("notice-mercury_refuse").await;
    press(&person, "old or ill").await;
    person
        .until("no word of mercury for the old", &gone("mercury_refuse"))
        .await;
    person.click("level-medium").await;
    person.find("notice-at_risk_below_code").await;
    // From the ways the target that does is one press away.
    let query = person.js("return location.search").await;
    person
        .open(&format!("/ways{}", query.as_str().unwrap()))
        .await;
    person.click("to-the-figure").await;
    until_query(&person, "level", "food_safety").await;
    person.find("way-steam").await;

    // Cod cooked through has nothing to say.
    person
        .open("/?fish=cod&cut=fillet&mm=25&g=170&n=1&level=food_safety")
        .await;
    person
        .until("silence", "return !!document.querySelector('[data-testid=mind]') && document.querySelectorAll('[data-testid^=notice-]').length === 0")
        .await;

    // Sour fish is refused by the nose.
    person.click("tab-fresh").await;
    person.click("look-smell-3").await;
    until_text(&person, "freshness", "Throw it away").await;
    // One sign says nothing of days, three do.
    person.click("look-smell-0").await;
    until_text(&person, "freshness", "Not enough to say").await;
    person.click("look-sheen-0").await;
    person.click("look-colour-0").await;
    until_text(&person, "freshness", "days left on ice").await;
    person.click("add-on-ice").await;
    person.type_into("kept-c-0", "400").await;
    alert(&person, "between -80 and 60").await;

    // A name that two fish go by asks which.
    person.type_into("fish", "coley").await;
    until_text(&person, "which-fish", "more than one fish").await;
    person.leave().await;
}

#[tokio::test(flavor = "multi_thread")]
async fn portions_lots_pieces_and_ones_own_fish_are_kept() {
    let data = tempfile::tempdir().unwrap();
    let person = Person::new(1280, 800, Some(data.path())).await;
    person
        .open("/?fish=hake&cut=fillet&mm=30&thin=10&g=170&n=2")
        .await;
    person.click("tab-portions").await;
    until_text(&person, "portions", "6 of 170 g").await;
    person.type_into("each", "3").await;
    alert(&person, "between 10 and 5000").await;
    person.type_into("each", "255").await;
    until_text(&person, "portions", "4 of").await;
    person.click("take-portion").await;
    until_query(&person, "n", "4").await;

    person.click("tab-kept").await;
    person.type_into("piece-name", "Hake for the canteen").await;
    person.click("keep-piece").await;
    until_text(&person, "open-piece", "Hake for the canteen").await;

    // A lot frozen tomorrow is refused beside its day, and what was typed stays.
    person.click("new-lot").await;
    person
        .js(
            "const e = document.querySelector('[data-testid=lot-frozen]'); \
             const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set; \
             set.call(e, '2099-01-01T08:00'); e.dispatchEvent(new Event('input', { bubbles: true }))",
        )
        .await;
    person.click("save-lot").await;
    alert(&person, "lies in the future").await;
    person
        .js(
            "const e = document.querySelector('[data-testid=lot-frozen]'); \
             const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set; \
             set.call(e, ''); e.dispatchEvent(new Event('input', { bubbles: true }))",
        )
        .await;
    person.click("save-lot").await;
    until_text(&person, "use-lot", "left on ice").await;

    // A fish of the kitchen's own, wrong first.
    person.click("tab-own").await;
    person.click("new-own").await;
    person.click("save-own").await;
    alert(&person, "1 to 60").await;
    person.type_into("own-name", "Harbour bream").await;
    person.type_into("own-fat", "60").await;
    person.click("save-own").await;
    alert(&person, "between 0 and").await;
    person.type_into("own-fat", "6").await;
    person.click("save-own").await;
    person
        .until(
            "its name",
            "return document.querySelector('[data-testid=fish]').value === 'Harbour bream'",
        )
        .await;
    person.click("see-ways").await;
    person
        .until("ways for it", "return document.querySelector('h1')?.innerText.startsWith('Harbour bream') && document.querySelectorAll('[data-way]').length > 3")
        .await;

    // The next visit, from another address: all of it is still there.
    person.open("/").await;
    person.click("tab-kept").await;
    until_text(&person, "open-piece", "Hake for the canteen").await;
    person.click("open-piece").await;
    until_query(&person, "fish", "hake").await;
    until_query(&person, "n", "4").await;
    person.leave().await;
}

/// What is never served, and what has no times here, is found by its name and leads nowhere; what is left over has its clock.
#[tokio::test(flavor = "multi_thread")]
async fn what_is_never_served_is_said_and_leads_nowhere() {
    let data = tempfile::tempdir().unwrap();
    let person = Person::new(1280, 800, Some(data.path())).await;
    skip_kitchen(&person).await;
    person.open("/?fish=hake&cut=fillet&mm=25&g=170&n=1").await;
    for (typed, says) in [
        ("puffer", "Never cook or serve it"),
        ("prawns", "Not covered"),
        ("smoked", "Not covered"),
        ("moray", "reef toxin"),
    ] {
        person.click("fish").await;
        person.js("document.activeElement.select()").await;
        let field = person.find("fish").await;
        field.send_keys(typed).await.unwrap();
        until_text(&person, "set-apart", says).await;
        let written =
            "return document.querySelector('[data-testid=write-down]')?.checkVisibility() ?? false";
        let can_be_written = person.js(written).await;
        assert_eq!(can_be_written, json!(typed == "moray"), "{typed}");
        if typed != "moray" {
            field.send_keys("\u{e007}").await.unwrap();
            person.settled().await;
            until_query(&person, "fish", "hake").await;
        }
        field.send_keys("\u{e00c}").await.unwrap();
    }
    // Written down all the same, under another name of it: no way to cook it, and the sentence.
    person
        .open("/?fish=own:x&mm=20&own=%7B%22name%22%3A%22Fugu%22%2C%22family%22%3A%22lean_flaky%22%2C%22protein_share%22%3A0.19%2C%22fat_share%22%3A0.02%7D")
        .await;
    until_text(&person, "mind", "Never cook or serve it").await;
    person.open("/?fish=hake&cut=fillet&mm=25&g=170&n=1").await;
    person.click("tab-left").await;
    until_text(&person, "left-told", "to eat it or chill it").await;
    person.type_into("left-h", "5").await;
    until_text(&person, "notice-stood_too_long", "Throw it away").await;
    person.leave().await;
}

#[tokio::test(flavor = "multi_thread")]
async fn every_question_of_the_counter_is_accessible_by_key_and_reader() {
    let person = Person::new(1024, 768, None).await;
    let mut found = Vec::new();
    for address in [
        "/?fish=mackerel&cut=fillet&mm=15&g=120&n=2",
        "/?fish=redfish&cut=whole_round&mm=40&g=600&n=1&state=frozen&at=-18&bone=1&eater=risk",
    ] {
        person.open(address).await;
        person.find("mind").await;
        for tab in [
            "piece", "fresh", "portions", "buy", "thaw", "left", "kept", "own",
        ] {
            let open = format!(
                "return document.querySelector('[data-testid=tab-{tab}]').getAttribute('aria-selected') === 'true'"
            );
            person.until(tab, &open).await;
            person.settled().await;
            let lines = person.violations().await.into_iter();
            found.extend(lines.map(|v| format!("{tab}: {v}")));
            // On with the key.
            person
                .js("document.activeElement?.blur(); window.dispatchEvent(new KeyboardEvent('keydown', { key: ']', bubbles: true }))")
                .await;
        }
    }
    person.leave().await;
    assert!(found.is_empty(), "{}", found.join("\n"));
}
