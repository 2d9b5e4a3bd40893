//! What a card promises to guests at risk is kept at the stove: sequences of readings, offs, backs and clocks, each with
//! what has to come of it, and laws over thousands that chance made.

use super::running::hake;
use cindo_core::cook::{CookAsked, Event, Happened, Phase, Standing, cook, wrongly_served};
use cindo_core::fish::{Eaters, PieceAsked};
use cindo_core::kit::{Kitchen, KitchenAsked};
use cindo_core::methods::Value;
use cindo_core::plan::{MethodAsked, PlanAsked, plan};
use cindo_core::run::What;
use cindo_core::target::{Rules, TargetAsked};

/// A cod loin for somebody old or ill: off at about 1500 s by the clock of a slow piece, worth probing from about 1040 s, a
/// probe has to show 66 C.
/// A second after the clock of that plan, s.
fn clock_s() -> f64 {
    static CLOCK_S: std::sync::OnceLock<f64> = std::sync::OnceLock::new();
    *CLOCK_S.get_or_init(|| plan(&at_risk()).unwrap().off_heat_s.floor() + 1.0)
}

/// A time that was written down when that clock stood at 1502 s.
fn at(s: f64) -> f64 {
    s + clock_s() - 1502.0
}

pub fn at_risk() -> PlanAsked {
    PlanAsked {
        piece: PieceAsked {
            fish: Some("cod".into()),
            cut: Some("loin".into()),
            thickness_mm: Some(30.0),
            mass_g: Some(180.0),
            ..PieceAsked::default()
        },
        method: MethodAsked {
            kind: "hot_roast".into(),
            settings: vec![],
        },
        target: TargetAsked::Level("food_safety".into()),
        eaters: Eaters::OldOrIll,
        ..PlanAsked::default()
    }
}

pub fn fold(plan: &PlanAsked, events: &[Event], now_s: f64) -> Standing {
    cook(&CookAsked {
        plan: plan.clone(),
        events: events.to_vec(),
        now_s,
        field: None,
        beside: vec![],
    })
    .unwrap()
}

pub fn event(happened: Happened, at_s: f64) -> Event {
    Event::new(
        format!("{happened:?}{at_s}")
            .chars()
            .take(60)
            .collect::<String>(),
        at_s,
        happened,
    )
}

fn read(at_s: f64, c: f64, spot: &str) -> Event {
    let id = format!("{spot}{at_s}");
    if spot.is_empty() {
        Event::probe(id, at_s, c)
    } else {
        Event::probe_at(id, at_s, c, spot)
    }
}

fn undo(of: &Event, at_s: f64) -> Event {
    event(Happened::undone(&of.id), at_s)
}

fn heat(at_s: f64, says: &str) -> Event {
    event(Happened::heat(says), at_s)
}

/// Written down before the code: each could bring "Serve" over doubt, and must not. Off at `clock_s` is by the clock.
#[test]
fn sequences_that_could_bring_serve_over_doubt() {
    use What::{BackOn, Chill, Discard, Off, Probe, Serve};
    let is_in = || event(Happened::In, 0.0);
    let (off, early) = (
        || event(Happened::Off, clock_s()),
        || event(Happened::Off, 600.0),
    );
    let undone = read(1080.0, 68.0, "b");
    let cases: Vec<(&str, Vec<Event>, f64, What, bool)> = vec![
        (
            "nothing but the clock",
            vec![off()],
            at(1630.0),
            Probe,
            true,
        ),
        (
            "one impossible reading",
            vec![read(60.0, 70.0, "a")],
            61.0,
            Probe,
            false,
        ),
        (
            "five seconds after it went in",
            vec![read(5.0, 70.0, "a")],
            6.0,
            Probe,
            false,
        ),
        (
            "two impossible ones",
            vec![read(60.0, 70.0, "a"), read(80.0, 71.0, "b")],
            81.0,
            Probe,
            false,
        ),
        (
            "in the air of the oven, rising fast",
            vec![read(600.0, 66.0, "a"), read(610.0, 72.0, "b")],
            611.0,
            Probe,
            false,
        ),
        (
            "high in the rest of a raw piece",
            vec![early(), read(615.0, 68.0, "a"), read(630.0, 69.0, "b")],
            631.0,
            BackOn,
            false,
        ),
        (
            "one spot",
            vec![read(1060.0, 68.0, "a"), off()],
            at(1503.0),
            Probe,
            true,
        ),
        (
            "one spot and off early",
            vec![read(1060.0, 68.0, "a"), event(Happened::Off, 1061.0)],
            1062.0,
            Probe,
            false,
        ),
        (
            "a probe left in, ten times",
            (0..10)
                .map(|i| read(1060.0 + 10.0 * f64::from(i), 67.0 + 0.4 * f64::from(i), ""))
                .collect(),
            1160.0,
            Probe,
            false,
        ),
        (
            "a colder second spot",
            vec![read(1060.0, 68.0, "a"), read(1070.0, 55.0, "b")],
            1075.0,
            Probe,
            false,
        ),
        (
            "a colder second spot, then off",
            vec![
                read(1060.0, 68.0, "a"),
                read(1070.0, 55.0, "b"),
                event(Happened::Off, 1080.0),
            ],
            1085.0,
            BackOn,
            false,
        ),
        (
            "two that agree, a colder third",
            vec![
                read(1060.0, 68.0, "a"),
                read(1080.0, 68.0, "b"),
                read(1100.0, 58.0, "c"),
                off(),
            ],
            at(1503.0),
            Probe,
            false,
        ),
        (
            "two, an hour of clock between them",
            vec![read(1060.0, 68.0, "a"), read(1160.0, 72.0, "b")],
            1161.0,
            Probe,
            false,
        ),
        (
            "one of the two taken back",
            vec![
                read(1060.0, 68.0, "a"),
                undone.clone(),
                undo(&undone, 1090.0),
                event(Happened::Off, 1091.0),
            ],
            1092.0,
            Probe,
            false,
        ),
        (
            "by the clock, and low in the rest",
            vec![
                off(),
                read(at(1600.0), 57.0, "a"),
                read(at(1610.0), 55.0, "b"),
            ],
            clock_s() + 113.0,
            BackOn,
            false,
        ),
        (
            "by the clock, and one low one beside it",
            vec![read(at(1490.0), 60.0, "a"), off()],
            at(1640.0),
            BackOn,
            false,
        ),
        (
            "forty below",
            vec![read(1200.0, -40.0, "a"), off()],
            at(1640.0),
            BackOn,
            false,
        ),
        (
            "off after a minute",
            vec![event(Happened::Off, 60.0)],
            65.0,
            BackOn,
            false,
        ),
        (
            "off, back for ten seconds, off",
            vec![
                event(Happened::Off, 600.0),
                event(Happened::Back, 620.0),
                event(Happened::Off, 630.0),
            ],
            640.0,
            BackOn,
            false,
        ),
        (
            "twenty hours on a plate",
            vec![off()],
            72_000.0,
            Discard,
            true,
        ),
        (
            "three hours on a plate",
            vec![off()],
            3.0 * 3600.0,
            Chill,
            true,
        ),
        (
            "back on after three hours: what it once was counts no more",
            vec![off(), event(Happened::Back, 3.0 * 3600.0)],
            3.0 * 3600.0 + 60.0,
            Probe,
            false,
        ),
        (
            "a time to come",
            vec![read(1060.0, 68.0, "a"), read(5000.0, 68.0, "b")],
            1062.0,
            Probe,
            false,
        ),
        (
            "read before it was in",
            vec![read(-20.0, 68.0, "a"), read(-10.0, 68.0, "b")],
            5.0,
            Probe,
            false,
        ),
        (
            "forgotten in the oven for three hours",
            vec![],
            3.0 * 3600.0 + 10.0,
            Off,
            true,
        ),
    ];
    let plan = at_risk();
    for (what, mut events, now_s, kind, released) in cases {
        events.push(is_in());
        let standing = fold(&plan, &events, now_s);
        let next = standing.next().unwrap();
        assert_ne!(next.kind, Serve, "{what}");
        assert_eq!(
            (next.kind, standing.released),
            (kind, Some(released)),
            "{what}: {next:?}"
        );
        // Whoever says that it was served is not believed either, but where the clock let it off.
        events.push(event(Happened::SERVED, now_s));
        let served = fold(&plan, &events, now_s);
        let rested = standing.phase == Phase::Resting && now_s > clock_s() + 105.0;
        let may = released && matches!(kind, Probe | Chill) && rested;
        assert_eq!(served.phase == Phase::Served, may, "{what}");
        let wrong = wrongly_served(&CookAsked {
            plan: plan.clone(),
            events: events.clone(),
            now_s,
            field: None,
            beside: vec![],
        });
        assert_eq!(wrong.unwrap().is_empty(), may, "{what}");
        let knowingly = events.last_mut().unwrap();
        knowingly.happened = Happened::Served {
            knowingly: Some(true),
        };
        let knowing = fold(&plan, &events, now_s);
        assert_eq!(
            (knowing.phase, knowing.knowingly),
            (Phase::Served, true),
            "{what}"
        );
    }
}

/// And these do bring it, as they should: two spots, on the heat or in the rest, also after a colder one was cooked on.
#[test]
fn two_spots_that_agree_let_it_be_served() {
    let plan = at_risk();
    let is_in = event(Happened::In, 0.0);
    let cases: Vec<(&str, Vec<Event>, f64)> = vec![
        (
            "on the heat",
            vec![
                read(1060.0, 68.0, "a"),
                read(1080.0, 67.0, "b"),
                event(Happened::Off, 1085.0),
            ],
            1210.0,
        ),
        (
            "one by hand, one left in",
            vec![
                read(1060.0, 68.0, ""),
                read(1080.0, 67.0, "b"),
                event(Happened::Off, 1085.0),
            ],
            1210.0,
        ),
        (
            "in the rest",
            vec![
                event(Happened::Off, 1300.0),
                read(at(1400.0), 73.0, "a"),
                read(at(1420.0), 72.0, "b"),
            ],
            at(1425.0),
        ),
        (
            "a colder one, cooked on, two anew",
            vec![
                read(1060.0, 66.0, "a"),
                read(1070.0, 62.0, "b"),
                read(1180.0, 68.0, "c"),
                read(1200.0, 68.0, "d"),
                event(Happened::Off, 1210.0),
            ],
            1335.0,
        ),
    ];
    for (what, mut events, now_s) in cases {
        events.push(is_in.clone());
        let standing = fold(&plan, &events, now_s);
        assert_eq!(
            standing.released,
            Some(true),
            "{what}: {:?}",
            standing.reasons
        );
        assert_eq!(standing.next().unwrap().kind, What::Serve, "{what}");
        events.push(event(Happened::SERVED, now_s));
        let served = fold(&plan, &events, now_s);
        assert_eq!(
            (served.phase, served.knowingly),
            (Phase::Served, false),
            "{what}"
        );
    }
    // They bring it off the heat at once, and no sooner.
    let pair = [is_in, read(1060.0, 68.0, "a"), read(1080.0, 67.0, "b")];
    let standing = fold(&plan, &pair, 1081.0);
    assert_eq!(standing.off_heat_s, 1080.0);
    assert_eq!(standing.next().unwrap().kind, What::Off);
}

/// By the clock it is hot enough when its rest is over: plated at once it is not.
#[test]
fn by_the_clock_it_is_served_after_its_rest() {
    let plan = at_risk();
    let cooked = [event(Happened::In, 0.0), event(Happened::Off, clock_s())];
    for (at_s, may) in [
        (clock_s(), false),
        (clock_s() + 58.0, false),
        (clock_s() + 113.0, true),
    ] {
        let rests = fold(&plan, &cooked, at_s);
        assert_eq!(rests.next().unwrap().instead.is_some(), may, "{at_s}");
        let served = [&cooked[..], &[event(Happened::SERVED, at_s)]].concat();
        let after = fold(&plan, &served, at_s + 1.0);
        assert_eq!(after.phase == Phase::Served, may, "{at_s}");
        assert!(
            may || after.left_out[0].code == "rests",
            "{:?}",
            after.left_out
        );
    }
    // Straight from the heat, too.
    let straight = [
        event(Happened::In, 0.0),
        event(Happened::SERVED, at(1510.0)),
    ];
    assert_eq!(fold(&plan, &straight, at(1511.0)).phase, Phase::OnHeat);
}

/// Nothing said, the stove says what the card says: worth probing from then, off by then.
#[test]
fn law_nothing_read_is_the_card() {
    let asked = at_risk();
    let card = plan(&asked).unwrap();
    let probe = card.probe.unwrap();
    let is_in = event(Happened::In, 0.0);
    let now = fold(&asked, std::slice::from_ref(&is_in), 10.0);
    let promise = now.promise.clone().unwrap();
    assert_eq!(
        (promise.from_s, promise.shows_c),
        (probe.from_s, probe.shows_c)
    );
    assert_eq!(promise.clock_s, Some(card.off_heat_s));
    let next = now.next().unwrap();
    assert_eq!((next.kind, &next.done), (What::Probe, &None));
    assert_eq!((next.at_s, next.at_c), (probe.from_s, Some(probe.shows_c)));
    let later = fold(&asked, std::slice::from_ref(&is_in), probe.from_s + 30.0);
    let next = later.next().unwrap();
    assert_eq!((next.kind, next.at_s), (What::Off, card.off_heat_s));
    assert!(
        next.cues.iter().any(|cue| cue.contains("No probe")),
        "{next:?}"
    );
    // Off by the clock: the probe is asked for, and whoever has none serves by the clock with the same one tap.
    let off = event(Happened::Off, card.off_heat_s);
    let rested = fold(&asked, &[is_in, off], card.timeline.end_s());
    let next = rested.next().unwrap();
    assert_eq!(
        (next.kind, &next.instead),
        (What::Probe, &Some(Happened::SERVED))
    );
}

/// Fahrenheit typed as Celsius is asked back, and does nothing.
#[test]
fn the_other_unit_is_asked_back() {
    let plan = at_risk();
    let is_in = event(Happened::In, 0.0);
    let plain = fold(&plan, std::slice::from_ref(&is_in), 1061.0);
    let said = fold(&plan, &[is_in.clone(), read(1060.0, 145.0, "a")], 1061.0);
    let last = said.reasons.last().unwrap();
    assert_eq!((last.code, last.read_c), ("does_not_fit", Some(145.0)));
    assert!((last.instead_c.unwrap() - 62.78).abs() < 0.01, "{last:?}");
    assert_eq!(said.off_heat_s, plain.off_heat_s);
    let all_off = Event::probe_at("x", 1060.0, 300.0, "a");
    assert_eq!(all_off.check().unwrap_err().field(), "c");
}

/// Food Code 3-501.16 and 3-501.19 (57 C, four hours as a control by time); UK regulations of 2013, schedule 4 (63 C, two
/// hours, once); from memory.
#[test]
fn published_how_long_it_may_stand() {
    for (rules, word_h, refused_h) in [(Rules::Us, 2.0, 4.0), (Rules::EuUk, 2.0, 2.0)] {
        let asked = PlanAsked {
            kitchen: Kitchen::new(&KitchenAsked {
                rules,
                ..KitchenAsked::default()
            })
            .unwrap(),
            ..at_risk()
        };
        let off_s = plan(&asked).unwrap().off_heat_s;
        let cooked = [event(Happened::In, 0.0), event(Happened::Off, off_s)];
        let at = |h: f64| fold(&asked, &cooked, off_s + 3600.0 * h);
        let holding = at(0.1).holding.unwrap();
        assert_eq!(holding.since_s, off_s, "{rules:?}");
        assert_eq!(holding.eat_or_chill_by_s, off_s + 3600.0 * word_h);
        assert_eq!(holding.refuse_from_s, off_s + 3600.0 * refused_h);
        let kind = |h: f64| at(h).next().unwrap().kind;
        assert_eq!(kind(word_h - 0.01), What::Probe, "{rules:?}");
        assert_eq!(kind(refused_h + 0.01), What::Discard, "{rules:?}");
        if word_h < refused_h {
            assert_eq!(kind(word_h + 0.01), What::Chill, "{rules:?}");
        }
        // Back on for a moment wins no time.
        let back = [
            event(Happened::Back, off_s + 3000.0),
            event(Happened::Off, off_s + 3100.0),
        ];
        let again = fold(&asked, &[&cooked[..], &back[..]].concat(), off_s + 3200.0);
        let since_s = again.holding.unwrap().since_s;
        assert!(
            (since_s - (off_s + 100.0)).abs() < 1e-6,
            "{rules:?}: {since_s}"
        );
    }
}

/// Reheated, once, to 74 C (Food Code 3-403.11, from memory), by two spots and by no clock; for everyone.
#[test]
fn published_it_is_reheated_once_and_to_its_own_figure() {
    for asked in [
        at_risk(),
        PlanAsked {
            target: TargetAsked::Usual,
            eaters: Eaters::Everyone,
            ..at_risk()
        },
    ] {
        let off_s = plan(&asked).unwrap().off_heat_s;
        let back_s = off_s + 2.5 * 3600.0;
        let mut events = vec![
            event(Happened::In, 0.0),
            event(Happened::Off, off_s),
            event(Happened::Back, back_s),
        ];
        let back = fold(&asked, &events, back_s + 5.0);
        let promise = back.promise.as_ref().unwrap();
        assert_eq!((promise.figure_c, promise.clock_s), (74.0, None));
        assert!(promise.reheated && back.released == Some(false));
        let from_s = back.next().unwrap().at_s;
        assert!(
            from_s > back_s + 180.0,
            "what it was once counts no more: {}",
            from_s - back_s
        );
        events.push(event(Happened::Off, from_s + 400.0));
        let unread = fold(&asked, &events, from_s + 410.0);
        assert_ne!(unread.next().unwrap().kind, What::Serve);
        events.push(read(from_s + 420.0, 79.0, "a"));
        events.push(read(from_s + 440.0, 78.0, "b"));
        let hot = fold(&asked, &events, from_s + 445.0);
        assert_eq!(hot.next().unwrap().kind, What::Serve, "{:?}", hot.reasons);
        events.push(event(Happened::Back, from_s + 1100.0));
        events.push(event(Happened::Off, from_s + 1200.0));
        let twice = fold(&asked, &events, from_s + 1210.0);
        assert_eq!(twice.next().unwrap().kind, What::Discard);
    }
}

/// Back on after two hours: "off by now" is not said for what it was once, whoever eats.
#[test]
fn back_on_does_not_count_the_past_peak() {
    let plan = PlanAsked {
        piece: hake(25.0, 1),
        method: MethodAsked {
            kind: "hot_roast".into(),
            settings: vec![],
        },
        ..PlanAsked::default()
    };
    let first = fold(&plan, &[event(Happened::In, 0.0)], 1.0);
    let off_s = first.off_heat_s;
    let back_s = off_s + 3600.0;
    let events = [
        event(Happened::In, 0.0),
        event(Happened::Off, off_s),
        event(Happened::Back, back_s),
    ];
    let back = fold(&plan, &events, back_s + 10.0);
    assert!(
        back.off_heat_s > back_s + 120.0,
        "{}",
        back.off_heat_s - back_s
    );
    assert!(back.advice.is_empty(), "{:?}", back.advice);
}

fn of(kind: &str, settings: &[(&str, Value)], piece: PieceAsked) -> PlanAsked {
    let settings = settings.iter().map(|(k, v)| ((*k).to_owned(), v.clone()));
    PlanAsked {
        piece,
        method: MethodAsked {
            kind: kind.into(),
            settings: settings.collect(),
        },
        ..PlanAsked::default()
    }
}

/// Dangers are heard though the way has no such thing to set.
#[test]
fn dangers_are_heard_whatever_the_way_can_be_set_to() {
    let is_in = event(Happened::In, 0.0);
    let to = |at_s: f64, c: f64| event(Happened::heat_to(c), at_s);
    let alarms = |plan: &PlanAsked, events: &[Event], now_s: f64| -> Vec<&'static str> {
        let standing = fold(plan, events, now_s);
        standing.alarms.iter().map(|alarm| alarm.code).collect()
    };
    let fryer = of("deep_fry_batter", &[], hake(20.0, 2));
    for (c, said) in [
        (190.0, vec![]),
        (205.0, vec!["oil_hot"]),
        (231.0, vec!["oil_fire"]),
    ] {
        assert_eq!(
            alarms(&fryer, &[is_in.clone(), to(30.0, c)], 31.0),
            said,
            "{c}"
        );
        // While it heats, too; and turned down it is over.
        assert_eq!(alarms(&fryer, &[to(-30.0, c)], 0.0), said, "{c}");
        let down = [is_in.clone(), to(30.0, c), heat(40.0, "off")];
        assert!(alarms(&fryer, &down, 41.0).is_empty(), "{c}");
    }
    let burning = fold(&fryer, &[is_in.clone(), to(30.0, 231.0)], 31.0)
        .next()
        .cloned()
        .unwrap();
    assert_eq!(burning.done, Some(Happened::heat("off")));
    assert!(burning.act.contains("no water"), "{}", burning.act);
    let coated = of(
        "sear_both_sides",
        &[("pan", Value::Word("non_stick".into()))],
        hake(20.0, 1),
    );
    for (c, said) in [
        (225.0, vec![]),
        (235.0, vec!["coating_hot"]),
        (290.0, vec!["coating_fumes"]),
    ] {
        assert_eq!(
            alarms(&coated, &[is_in.clone(), to(30.0, c)], 31.0),
            said,
            "{c}"
        );
    }
    // The oven off: no more heat is counted, and for guests at risk it has to go on again.
    let oven = of("hot_roast", &[], hake(30.0, 1));
    let planned_s = fold(&oven, std::slice::from_ref(&is_in), 1.0).off_heat_s;
    let off = [is_in.clone(), heat(200.0, "off")];
    let dark = fold(&oven, &off, 210.0);
    assert!(
        dark.left_out.is_empty() && dark.lands_c.mid < 40.0,
        "{:?}",
        dark.lands_c
    );
    let on = [&off[..], &[heat(260.0, "on")]].concat();
    let light = fold(&oven, &on, 270.0).off_heat_s;
    assert!(
        light > planned_s + 20.0 && light < planned_s + 200.0,
        "{light} {planned_s}"
    );
    assert_eq!(alarms(&at_risk(), &off, 210.0), ["fire_off"]);
    let next = fold(&at_risk(), &off, 210.0).next().cloned().unwrap();
    assert_eq!(next.done, Some(Happened::heat("on")));
    // In an oven that nobody had planned, off and on is that oven, not the pan it came from.
    let seared = of("sear_both_sides", &[], hake(40.0, 1));
    let oven = event(Happened::IntoOven, 240.0);
    let straight = [is_in.clone(), oven];
    let dark = [heat(300.0, "off"), heat(301.0, "on")];
    let relit = [&straight[..], &dark[..]].concat();
    let apart_s =
        fold(&seared, &relit, 310.0).off_heat_s - fold(&seared, &straight, 310.0).off_heat_s;
    assert!(apart_s.abs() < 5.0, "{apart_s}");
    // A pan, too.
    let pan = PlanAsked {
        target: TargetAsked::Level("food_safety".into()),
        eaters: Eaters::OldOrIll,
        ..of("sear_both_sides", &[], hake(25.0, 1))
    };
    let cold = fold(&pan, &[is_in.clone(), heat(60.0, "off")], 90.0);
    assert_eq!(cold.alarms[0].code, "fire_off");
    // The lid off a steamer: it takes longer; on again, not so much.
    let steam = of("steam", &[], hake(28.0, 1));
    let lid = |at_s: f64, on: bool| event(Happened::Lid { on: Some(on) }, at_s);
    let shut = fold(&steam, std::slice::from_ref(&is_in), 130.0).off_heat_s;
    let open = fold(&steam, &[is_in.clone(), lid(120.0, false)], 130.0);
    let again = fold(
        &steam,
        &[is_in.clone(), lid(120.0, false), lid(180.0, true)],
        190.0,
    );
    assert!(open.left_out.is_empty(), "{:?}", open.left_out);
    assert!(
        open.off_heat_s > again.off_heat_s && again.off_heat_s > shut + 15.0,
        "{} {} {shut}",
        open.off_heat_s,
        again.off_heat_s
    );
    // Three hours in a pan are no cooking.
    let lost = fold(
        &of("sear_both_sides", &[], hake(25.0, 1)),
        &[is_in],
        3.0 * 3600.0 + 1.0,
    );
    let next = lost.next().unwrap();
    assert_eq!(next.kind, What::Off);
    assert!(next.act.contains("lost"), "{}", next.act);
}

/// For everybody else nothing changes: a lie moves little, whatever spot it is of.
#[test]
fn law_lies_are_not_believed_for_everybody_else() {
    let plan = of("hot_roast", &[], hake(30.0, 1));
    let plain = fold(&plan, &[event(Happened::In, 0.0)], 120.0).off_heat_s;
    for spot in ["", "a"] {
        for c in [-30.0, 70.0, 120.0] {
            let said = fold(
                &plan,
                &[event(Happened::In, 0.0), read(120.0, c, spot)],
                121.0,
            );
            assert!(
                (said.off_heat_s / plain - 1.0).abs() < 0.1,
                "{c}: {} {plain}",
                said.off_heat_s
            );
            assert_eq!(said.released, None);
        }
    }
}
