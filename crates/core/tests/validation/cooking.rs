//! A cook under way as a fold: deterministic, in whatever order events arrive and however often; what is told at the
//! stove; what is done late, early or wrongly.

use super::running::hake;
use super::stove::done_by;
use cindo_core::cook::{
    BesideCook, CookAsked, CueKey, Event, Happened, Hidden, HiddenAsked, Phase, Standing, cook,
};
use cindo_core::fish::Eaters;
use cindo_core::plan::{MethodAsked, PlanAsked, plan};
use cindo_core::run::TruthAsked;
use cindo_core::run::What;
use cindo_core::target::TargetAsked;
use proptest::prelude::*;

fn asked(kind: &str, mm: f64) -> PlanAsked {
    PlanAsked {
        piece: hake(mm, 1),
        method: MethodAsked {
            kind: kind.into(),
            settings: vec![],
        },
        ..PlanAsked::default()
    }
}

fn fold(plan: &PlanAsked, events: &[Event], now_s: f64) -> Standing {
    cook(&CookAsked {
        plan: plan.clone(),
        events: events.to_vec(),
        now_s,
        field: None,
        beside: vec![],
    })
    .unwrap()
}

fn is_in() -> Event {
    Event::new("in", 0.0, Happened::In)
}

/// What is compared: everything a view shows.
fn told(standing: &Standing) -> String {
    format!(
        "{:?} {} {} {} {:?} {:?} {:?} {:?} {:?} {:?}",
        standing.phase,
        standing.off_heat_s,
        standing.look_from_s,
        standing.latest_s,
        standing.next(),
        standing.core_now_c,
        standing.lands_c,
        standing.reasons,
        standing.advice,
        standing.left_out,
    )
}

/// With nothing seen and all as planned, the stove says what the card says.
#[test]
fn law_nothing_seen_is_the_plan() {
    for (kind, mm) in [
        ("sear_skin_first", 25.0),
        ("steam", 28.0),
        ("hot_roast", 30.0),
        ("deep_fry_batter", 22.0),
    ] {
        let asked = PlanAsked {
            range: true,
            ..asked(kind, mm)
        };
        let plan = plan(&asked).unwrap();
        let standing = fold(&asked, &[is_in()], 1.0);
        assert_eq!(standing.off_heat_s, plan.off_heat_s, "{kind}");
        assert_eq!(standing.plan.turns_s, plan.turns_s, "{kind}");
        for (ours, card) in [
            (standing.look_from_s, plan.look_from_s),
            (standing.latest_s, plan.latest_s),
        ] {
            assert!((ours / card - 1.0).abs() < 0.01, "{kind}: {ours} {card}");
        }
        assert!(
            standing.reasons.is_empty() && standing.advice.is_empty(),
            "{kind}"
        );
    }
}

fn happenings() -> impl Strategy<Value = Vec<Event>> {
    let one =
        (0_usize..9, 1.0..700.0, 0.0..1.0).prop_map(|(what, at_s, share): (usize, f64, f64)| {
            let id = format!("{what}{at_s:.3}");
            match what {
                0 => Event::new(id, at_s, Happened::Turned),
                1 => Event::line(id, at_s, share),
                2 => Event::cue(id, at_s, CueKey::Lip, "just_warm"),
                3 => Event::probe(id, at_s, 10.0 + 50.0 * share),
                4 => Event::new(id, at_s, Happened::heat("lower")),
                5 => Event::new(id, at_s, Happened::LID_ON),
                6 => Event::new(id, at_s, Happened::Off),
                7 => Event::new(id, at_s, Happened::Back),
                _ => Event::new(id, at_s, Happened::Basted),
            }
        });
    prop::collection::vec(one, 0..7)
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(24))]

    /// The same events in any order, some of them twice, are the same cook; and taking one back is as if it had
    /// never been.
    #[test]
    fn law_order_and_repetition_do_not_matter(
        events in happenings(),
        turns in 0_usize..7,
        now_s in 1.0..900.0_f64,
    ) {
        let plan = asked("sear_skin_first", 25.0);
        let mut all = vec![is_in()];
        all.extend(events);
        let straight = fold(&plan, &all, now_s);
        let mut mixed: Vec<Event> = all.iter().rev().cloned().collect();
        mixed.rotate_left(turns % all.len());
        mixed.push(all[turns % all.len()].clone());
        prop_assert_eq!(told(&straight), told(&fold(&plan, &mixed, now_s)));
        // Whatever happened, what is said can be said.
        prop_assert!(straight.off_heat_s.is_finite() && straight.lands_c.mid.is_finite());
        prop_assert!(straight.look_from_s <= straight.off_heat_s + 1e-9);
        prop_assert!(straight.latest_s >= straight.off_heat_s - 1e-9);
        if let Some(last) = all.last().filter(|e| e.happened != Happened::In) {
            let undone = Event::new("undo", now_s.max(last.at_s), Happened::undone(&last.id));
            let mut taken_back = all.clone();
            taken_back.push(undone);
            let without = fold(&plan, &all[..all.len() - 1], now_s);
            if last.at_s <= now_s {
                prop_assert_eq!(told(&without), told(&fold(&plan, &taken_back, now_s)));
            }
        }
    }
}

/// A pan 25 K too cool, and two honest looks: it lands in its band or within half a kelvin of it, and by the plan alone it would not have.
#[test]
fn a_cool_pan_and_two_honest_looks_land_in_the_band() {
    use cindo_core::methods::Value;
    let with = |pan_c: f64, hold_c: f64| PlanAsked {
        method: MethodAsked {
            kind: "sear_skin_first".into(),
            settings: vec![
                ("pan_c".into(), Value::Number(pan_c)),
                ("hold_c".into(), Value::Number(hold_c)),
            ],
        },
        ..asked("sear_skin_first", 25.0)
    };
    let (plan, hidden) = (with(215.0, 185.0), with(190.0, 160.0));
    let mut events = vec![is_in()];
    let planned = fold(&plan, &events, 0.0).plan.timeline.clone();
    let looks = [0.45 * planned.off_s, 0.75 * planned.off_s];
    for (i, at_s) in looks.iter().enumerate() {
        let really = fold(&hidden, &events, *at_s);
        events.push(if i == 0 {
            Event::line("look", *at_s, really.lines_share[0])
        } else {
            Event::probe("probe", *at_s, really.seen.unwrap().probe_c)
        });
    }
    for _ in 0..3 {
        let now_s = events.iter().map(|e| e.at_s).fold(0.0, f64::max);
        let standing = fold(&plan, &events, now_s);
        if standing.phase != Phase::OnHeat {
            break;
        }
        let next = standing.next().unwrap();
        let done = done_by(next);
        let at_s = if done == Happened::Off {
            standing.off_heat_s
        } else {
            next.at_s
        };
        events.push(Event::new(
            format!("d{}", events.len()),
            at_s.max(now_s),
            done,
        ));
    }
    let end_s = events.last().unwrap().at_s;
    let came = fold(&hidden, &events, end_s);
    let band = came.plan.aim.band;
    let blind = [
        is_in(),
        Event::new("t", planned.begins[1].at_s, Happened::Turned),
        Event::new("o", planned.off_s, Happened::Off),
    ];
    let left = fold(&hidden, &blind, planned.off_s).outcome.served_peak_c;
    let came_c = came.outcome.served_peak_c;
    assert!(left < band.low_c, "{left}");
    assert!(
        came_c >= band.low_c - 0.5 && came_c <= band.high_c,
        "{came_c} of {band:?}"
    );
}

/// What is seen moves the time the way a cook would move it, and says so.
#[test]
fn practice_less_far_on_is_longer() {
    let plan = asked("sear_skin_first", 25.0);
    let off_s = |event: Event| {
        let now_s = event.at_s;
        let standing = fold(&plan, &[is_in(), event], now_s);
        (standing.off_heat_s, standing.reasons)
    };
    let (as_planned, _) = off_s(Event::new("b", 240.0, Happened::Basted));
    let (low, why) = off_s(Event::line("l", 240.0, 0.12));
    let (high, _) = off_s(Event::line("l", 240.0, 0.42));
    assert!(
        low > as_planned + 5.0 && high < as_planned - 5.0,
        "{low} {as_planned} {high}"
    );
    assert!(
        why[0]
            .message
            .starts_with("The cooked line is lower than expected"),
        "{why:?}"
    );
    assert!((why[0].longer_s - (low - as_planned)).abs() < 1.0);
    let (cold, _) = off_s(Event::probe("p", 400.0, 25.0));
    let (hot, _) = off_s(Event::probe("p", 400.0, 42.0));
    assert!(cold > as_planned && hot < as_planned, "{cold} {hot}");
    let (warm, _) = off_s(Event::cue("w", 400.0, CueKey::Lip, "warm"));
    assert!(warm < as_planned, "{warm}");
}

/// What cannot be is said to be so, and moves little.
#[test]
fn what_does_not_fit_is_said_and_hardly_counts() {
    let plan = asked("sear_skin_first", 25.0);
    let plain = fold(&plan, &[is_in()], 120.0).off_heat_s;
    let said = fold(
        &plan,
        &[is_in(), Event::cue("t", 120.0, CueKey::Tester, "slides")],
        120.0,
    );
    assert_eq!(said.reasons[0].code, "does_not_fit");
    assert!(
        (said.off_heat_s / plain - 1.0).abs() < 0.1,
        "{} {plain}",
        said.off_heat_s
    );
    // A probe that jumps, and one that has stopped.
    let jumps = [(200.0, 18.0), (215.0, 90.0), (230.0, 21.0)];
    let mut events = vec![is_in()];
    events.extend(
        jumps
            .iter()
            .enumerate()
            .map(|(i, (at, c))| Event::probe(format!("p{i}"), *at, *c)),
    );
    let said = fold(&plan, &events, 240.0);
    assert!(
        said.reasons.iter().any(|r| r.code == "probe_not_believed"),
        "{:?}",
        said.reasons
    );
    assert_eq!(
        said.trace.iter().filter(|p| !p.counted).count(),
        1,
        "{:?}",
        said.trace
    );
    let mut stopped = vec![is_in()];
    stopped
        .extend((0..8).map(|i| Event::probe(format!("s{i}"), 200.0 + 20.0 * f64::from(i), 19.0)));
    let said = fold(&plan, &stopped, 350.0);
    assert!(
        said.trace.iter().filter(|p| !p.counted).count() >= 5,
        "{:?}",
        said.trace
    );
}

/// Turned late, the lid on, the heat lower, off too soon, left too long: each is timed anew at once, in the direction
/// that physics has.
#[test]
fn what_is_done_otherwise_is_timed_anew() {
    let plan = asked("sear_skin_first", 25.0);
    let first = fold(&plan, &[is_in()], 1.0);
    let (turn_s, off_s) = (first.plan.turns_s[0], first.off_heat_s);
    let late = fold(
        &plan,
        &[is_in(), Event::new("t", turn_s + 60.0, Happened::Turned)],
        turn_s + 61.0,
    );
    assert!(
        late.off_heat_s > off_s + 20.0,
        "{} {off_s}",
        late.off_heat_s
    );
    assert!(late.reasons.iter().any(|r| r.code == "turned"));
    let waiting = fold(&plan, &[is_in()], turn_s + 30.0);
    assert!((waiting.late_s - 30.0).abs() < 2.0, "{}", waiting.late_s);
    assert_eq!(waiting.next().unwrap().kind, What::Turn);
    let lower = Event::new("h", 100.0, Happened::heat("lower"));
    let cooler = fold(&plan, &[is_in(), lower.clone()], 101.0);
    assert!(cooler.off_heat_s > off_s + 10.0);
    // Every shift of a time has its reason, and says by how much.
    let said = |standing: &Standing, code: &str| {
        let mut all = standing.reasons.iter().filter(|r| r.code == code);
        all.next_back().map(|r| (r.message.clone(), r.longer_s))
    };
    let (message, longer_s) = said(&cooler, "fire").unwrap();
    assert_eq!(message, "The heat is lower.");
    let shift_s = cooler.off_heat_s - off_s;
    assert!(
        (longer_s - shift_s).abs() < 0.35 * shift_s.abs() + 3.0,
        "{longer_s} {shift_s}"
    );
    let at = Event::new("at", 100.0, Happened::heat_to(150.0));
    let (message, longer_s) = said(&fold(&plan, &[is_in(), at], 101.0), "fire").unwrap();
    assert!(
        message.contains("not as planned") && longer_s > 10.0,
        "{message} {longer_s}"
    );
    // Taken back, it is no reason.
    let back = Event::new("u", 100.5, Happened::undone("h"));
    assert_eq!(
        said(&fold(&plan, &[is_in(), lower, back], 101.0), "fire"),
        None
    );
    let lid = fold(
        &plan,
        &[is_in(), Event::new("l", 100.0, Happened::LID_ON)],
        101.0,
    );
    assert!(lid.off_heat_s < off_s - 30.0, "{}", lid.off_heat_s);
    let turned = Event::new("t", turn_s, Happened::Turned);
    let soon = [
        is_in(),
        turned.clone(),
        Event::new("o", off_s - 45.0, Happened::Off),
    ];
    let early = fold(&plan, &soon, off_s - 30.0);
    assert_eq!(early.advice[0].code, "too_early");
    assert_eq!(early.advice[0].options[0].done, Happened::Back);
    assert!(early.advice[0].options[0].in_band, "{:?}", early.advice);
    let over = fold(&plan, &[is_in(), turned], off_s + 70.0);
    assert_eq!(over.advice[0].code, "too_late");
    assert!(
        over.late_s > 60.0 && over.advice[0].middle_k > 2.0,
        "{:?}",
        over.advice
    );
    // Back on the heat goes on from what it had come to.
    let mut back = soon.to_vec();
    back.push(Event::new("b", off_s - 15.0, Happened::Back));
    let back = fold(&plan, &back, off_s - 10.0);
    assert_eq!(back.phase, Phase::OnHeat);
    assert!(
        back.off_heat_s > off_s - 45.0 && back.off_heat_s < off_s + 60.0,
        "{}",
        back.off_heat_s
    );
}

/// Into the oven, pan and all, though that was not planned: timed anew where there is an oven and a pan, and left out with
/// a word where there is none.
#[test]
fn into_the_oven_is_timed_anew_where_there_is_one() {
    use cindo_core::kit::{Kitchen, KitchenAsked};
    let oven = Event::new("o", 240.0, Happened::IntoOven);
    let plan = asked("sear_both_sides", 26.0);
    let before = fold(&plan, &[is_in()], 241.0);
    let after = fold(&plan, &[is_in(), oven.clone()], 241.0);
    assert!(after.left_out.is_empty(), "{:?}", after.left_out);
    let by_s = after.off_heat_s - before.off_heat_s;
    assert!(
        by_s.abs() > 20.0,
        "{} {}",
        before.off_heat_s,
        after.off_heat_s
    );
    assert!(after.lands_c.mid > 50.0, "{:?}", after.lands_c);
    let steamed = fold(&asked("steam", 28.0), &[is_in(), oven.clone()], 241.0);
    assert_eq!(steamed.left_out[0].code, "not_planned");
    let kitchen: KitchenAsked = serde_json::from_str("{ \"kit\": { \"ovens\": [] } }").unwrap();
    let no_oven = PlanAsked {
        kitchen: Kitchen::new(&kitchen).unwrap(),
        ..plan
    };
    let without = fold(&no_oven, &[is_in(), oven], 241.0);
    assert_eq!(without.left_out[0].code, "not_planned");
}

/// What is promised to guests at risk is never brought forward by what is seen or felt.
/// Where a coat decides, its colour does at the stove: gold is off as soon as the middle is warm enough and never before,
/// pale stays in; before the last side is down a colour is of the first.
#[test]
fn a_coat_that_is_gold_comes_off_and_a_pale_one_stays() {
    let battered = asked("deep_fry_batter", 18.0);
    let card = plan(&battered).unwrap();
    let off_s = card.off_heat_s;
    let saw = |at_s: f64, word: &str| {
        let cue = Event::cue("coat", at_s, CueKey::Browning, word);
        fold(&battered, &[is_in(), cue], at_s)
    };
    let sooner = saw(off_s - 60.0, "gold");
    assert!(
        (sooner.off_heat_s - (off_s - 60.0)).abs() < 1.0,
        "{} {off_s}",
        sooner.off_heat_s
    );
    assert!(
        sooner
            .reasons
            .iter()
            .any(|r| r.code == "coat" && r.longer_s < -50.0)
    );
    assert!(sooner.outcome.served_peak_c >= card.aim.band.low_c - 0.5);
    // Gold and raw stays in until its middle is at the floor.
    let raw = saw(45.0, "brown");
    assert!(
        raw.off_heat_s > 60.0 && raw.off_heat_s < off_s,
        "{}",
        raw.off_heat_s
    );
    assert!(
        (raw.outcome.served_peak_c - card.aim.band.low_c).abs() < 1.5,
        "{:?}",
        raw.outcome.served_peak_c
    );
    let pale = saw(off_s, "pale");
    assert!(pale.off_heat_s >= off_s + 29.0);
    assert!(
        pale.reasons
            .iter()
            .any(|r| r.code == "coat" && r.longer_s > 0.0)
    );
    assert!(
        pale.reasons
            .iter()
            .all(|r| r.code != "coat" || r.message.contains("still pale"))
    );
    // The first side of a floured piece: its turn is still to come.
    let floured = asked("floured_pan_fry", 18.0);
    let cue = Event::cue("coat", 60.0, CueKey::Browning, "gold");
    let first = fold(&floured, &[is_in(), cue], 60.0);
    assert!(first.reasons.iter().all(|r| r.code != "coat"));
}

#[test]
fn safety_a_figure_is_not_brought_forward_by_a_look() {
    let plan = PlanAsked {
        target: TargetAsked::Level("food_safety".into()),
        eaters: Eaters::OldOrIll,
        ..asked("hot_roast", 30.0)
    };
    let first = fold(&plan, &[is_in()], 1.0);
    let half_s = 0.5 * first.off_heat_s;
    for event in [
        Event::line("l", half_s, 0.95),
        Event::cue("t", half_s, CueKey::Tester, "slides"),
        Event::cue("h", half_s, CueKey::Lip, "hot"),
        Event::probe("p", half_s, 55.0),
    ] {
        let said = fold(&plan, &[is_in(), event.clone()], half_s);
        assert!(said.reasons.iter().all(|r| r.longer_s >= 0.0), "{event:?}");
        assert!(
            said.off_heat_s >= first.off_heat_s,
            "{event:?}: {} {}",
            said.off_heat_s,
            first.off_heat_s
        );
    }
    let slow = fold(&plan, &[is_in(), Event::probe("p", half_s, 30.0)], half_s);
    assert!(slow.off_heat_s > first.off_heat_s + 20.0);
    // A probe that shows what it must says so, in two spots (see `promise`).
    let shows_c = first.plan.probe.unwrap().shows_c;
    let at_s = 0.97 * first.off_heat_s;
    let spots = ["a", "b"].map(|spot| Event::probe_at(spot, at_s, shows_c + 1.0, spot));
    let shown = fold(&plan, &[is_in(), spots[0].clone(), spots[1].clone()], at_s);
    assert!(
        shown.off_heat_s >= first.off_heat_s,
        "one touch, sent twice"
    );
    let apart = Event::probe_at("c", at_s + 5.0, shows_c + 2.0, "c");
    let shown = fold(&plan, &[is_in(), spots[0].clone(), apart], at_s + 5.0);
    assert!(shown.off_heat_s <= at_s + 5.0, "{}", shown.off_heat_s);
    // And nothing that is advised breaks it.
    let late = fold(&plan, &[is_in()], first.off_heat_s + 200.0);
    assert!(
        late.advice.iter().all(|a| a.options.is_empty()),
        "{:?}",
        late.advice
    );
    let off = Event::new("o", 0.7 * first.off_heat_s, Happened::Off);
    let early = fold(&plan, &[is_in(), off], 0.7 * first.off_heat_s + 10.0);
    assert_eq!(early.advice[0].code, "not_promised");
}

/// Wrong events are named with their field; those that cannot be are left out with a word.
#[test]
fn wrong_events_say_what_is_wrong() {
    let plan = asked("steam", 28.0);
    let field = |event: Event| {
        let asked = CookAsked {
            plan: plan.clone(),
            events: vec![is_in(), event],
            now_s: 100.0,
            field: None,
            beside: vec![],
        };
        cook(&asked).unwrap_err().field().to_owned()
    };
    assert_eq!(
        field(Event::cue("c", 10.0, CueKey::Lip, "tepid")),
        "events[1].says"
    );
    assert_eq!(field(Event::line("c", 10.0, 1.4)), "events[1].height_share");
    assert_eq!(field(Event::probe("c", 10.0, 400.0)), "events[1].c");
    assert_eq!(
        field(Event::new("", 10.0, Happened::Basted)),
        "events[1].id"
    );
    // What is not said, or does not belong to it, is refused where it is read.
    for wrong in [
        r#"{ "id": "c", "at_s": 10, "kind": "cue" }"#,
        r#"{ "id": "x", "at_s": 10, "kind": "turned", "c": 20 }"#,
        r#"{ "id": "x", "at_s": 10, "kind": "flipped" }"#,
    ] {
        assert!(serde_json::from_str::<Event>(wrong).is_err(), "{wrong}");
    }
    // Said to be nothing, it is not said.
    let null = r#"{ "id": "x", "at_s": 10, "kind": "turned", "c": null, "says": null }"#;
    let turned = Event::new("x", 10.0, Happened::Turned);
    assert_eq!(serde_json::from_str::<Event>(null).unwrap(), turned);
    assert_eq!(
        serde_json::to_string(&turned).unwrap(),
        r#"{"id":"x","at_s":10.0,"kind":"turned"}"#
    );
    let code = |events: &[Event], now_s: f64| fold(&plan, events, now_s).left_out[0].code;
    assert_eq!(
        code(&[Event::new("o", 20.0, Happened::Off)], 30.0),
        "not_in"
    );
    assert_eq!(
        code(&[is_in(), Event::new("o", 3600.0, Happened::Off)], 30.0),
        "to_come"
    );
    let over = [
        is_in(),
        Event::new("s", 400.0, Happened::SERVED),
        Event::new("t", 410.0, Happened::Turned),
    ];
    assert_eq!(code(&over, 500.0), "ended");
    let heat = Event::new("h", 20.0, Happened::heat_to(500.0));
    let roast = asked("hot_roast", 28.0);
    assert_eq!(
        fold(&roast, &[is_in(), heat], 30.0).left_out[0].code,
        "heat_out_of_range"
    );
}

/// What is felt as numbers and what is seen as words are the same: as many bounds are passed as the word stands from raw.
#[test]
fn law_what_is_felt_is_what_is_seen() {
    use cindo_core::run::{Bench, Felt, Fidelity, Sign, Truth};
    for kind in ["sear_skin_first", "steam", "hot_roast", "deep_fry_dusted"] {
        let (piece, programme) = super::running::built(kind, &[], &hake(24.0, 1));
        let bench = Bench::new(&Truth::asked(&piece), &programme, Fidelity::FINE);
        let timeline = programme.timeline(1200.0);
        let at: Vec<f64> = (1..40).map(|i| 30.0 * f64::from(i)).collect();
        for (state, at_s) in bench.states(&timeline, &at).iter().zip(&at) {
            let seen = bench.seen(state).unwrap();
            let felt = Felt {
                column: &bench.column,
                t_c: &state.heat.t_c,
                water_kg_m3: &state.heat.water_kg_m3,
                past: &state.past,
                down: 0,
            };
            let passed = |sign| felt.above(sign).iter().filter(|v| **v >= 0.0).count();
            let told = [
                (Sign::Tester, seen.tester as usize),
                (Sign::Lip, seen.lip as usize),
                (Sign::Press, seen.press as usize),
                (Sign::Beads, seen.beads as usize),
                (Sign::Bubbling, seen.bubbling as usize),
                (Sign::Releases, usize::from(seen.releases[0])),
            ];
            for (sign, word) in told {
                assert_eq!(passed(sign), word, "{kind} {at_s}: {sign:?}");
            }
            assert_eq!(passed(Sign::Bone) >= 2, seen.bone_free, "{kind} {at_s}");
            assert!((felt.line_share(false) - seen.cooked_line_share).abs() < 1e-12);
        }
    }
}

/// Cold fish beside it takes heat from the pan: both take longer.
#[test]
fn law_company_in_the_pan_takes_longer() {
    use cindo_core::methods::Value;
    let word = |key: &str, word: &str| (key.to_owned(), Value::Word(word.to_owned()));
    let mut plan = asked("sear_skin_first", 25.0);
    plan.method.settings = vec![word("pan", "non_stick"), word("hob", "coil")];
    let alone = fold(&plan, &[is_in()], 60.0).off_heat_s;
    let beside = BesideCook {
        plan: PlanAsked {
            piece: hake(25.0, 3),
            ..plan.clone()
        },
        events: vec![is_in()],
        in_s: 30.0,
    };
    let beside_it = |beside: Vec<BesideCook>| {
        let asked = CookAsked {
            plan: plan.clone(),
            events: vec![is_in()],
            now_s: 60.0,
            field: None,
            beside,
        };
        cook(&asked).unwrap()
    };
    let shared = beside_it(vec![beside.clone()]);
    assert!(
        shared.off_heat_s > alone + 5.0,
        "{} {alone}",
        shared.off_heat_s
    );
    assert!(shared.left_out.is_empty());
    // One whose pan is no longer in the kitchen cannot be worked out: it is not counted, and that is said.
    let mut gone = beside;
    gone.plan.method.settings = vec![word("pan", "the old one")];
    let told = beside_it(vec![gone]);
    assert!(
        (told.off_heat_s - alone).abs() < 0.5,
        "{} {alone}",
        told.off_heat_s
    );
    let left_out: Vec<_> = told
        .left_out
        .iter()
        .map(|one| (&one.id[..], one.code))
        .collect();
    assert_eq!(left_out, [("beside[0]", "beside_unreadable")]);
}

/// A simulated probe off the middle reads hot, one that lags reads cold, and one in the middle of the piece as planned
/// reads what was expected.
#[test]
fn a_simulated_probe_errs_as_probes_do() {
    let plan = asked("steam", 28.0);
    let events = [is_in()];
    let shows = |asked: HiddenAsked| {
        Hidden::new(&plan, asked)
            .unwrap()
            .shows_c(&events, 200.0)
            .unwrap()
    };
    let right = shows(HiddenAsked::default());
    let off = shows(HiddenAsked {
        off_mm: 8.0,
        ..HiddenAsked::default()
    });
    let slow = shows(HiddenAsked {
        lag_s: 15.0,
        ..HiddenAsked::default()
    });
    let thick = shows(HiddenAsked {
        truth: TruthAsked {
            thickness_mm: Some(34.0),
            ..TruthAsked::default()
        },
        ..HiddenAsked::default()
    });
    assert!(
        off > right + 2.0 && slow < right - 0.5 && thick < right - 2.0,
        "{right} {off} {slow} {thick}"
    );
    let expected = fold(&plan, &events, 200.0).seen.unwrap().probe_c;
    assert!((right - expected).abs() < 0.7, "{right} {expected}");
    assert!(
        Hidden::new(
            &plan,
            HiddenAsked {
                off_mm: f64::NAN,
                ..HiddenAsked::default()
            }
        )
        .is_err()
    );
}
