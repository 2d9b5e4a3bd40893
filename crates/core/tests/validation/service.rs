//! A service: every plan of 500 is held by a checker that reads the answer and the kitchen and nothing of how it was made,
//! and that finds ten planted faults; what happens at the stove moves the rest, and only the rest.

use crate::notes::note;
use cindo_core::cook::{Event, Happened};
use cindo_core::fish::PieceAsked;
use cindo_core::kit::{Allergen, Kitchen, KitchenAsked};
use cindo_core::methods::Value;
use cindo_core::plan::{MethodAsked, PlanAsked, plan};
use cindo_core::prep::{Preparation, SideAsked};
use cindo_core::run::What;
use cindo_core::service::{
    ActTold, AfterAsked, Dish, DownAsked, ExpectedAsked, HandAsked, HappenedAsked, MiseTold,
    PinnedAsked, PlateAsked, PlateTold, Runs, Service, ServiceAsked, StandsAt, StoodAsked,
    TicketAsked, WayOut, service,
};
use std::collections::BTreeMap;

/// Numbers by chance, the same every time: a linear congruence (Numerical Recipes, from memory).
pub struct Chance(pub u64);

impl Chance {
    pub fn below(&mut self, n: u64) -> u64 {
        self.0 = self
            .0
            .wrapping_mul(6_364_136_223_846_793_005)
            .wrapping_add(1_442_695_040_888_963_407);
        (self.0 >> 33) % n
    }
}

pub fn fish(fish: &str, mm: f64, kind: &str) -> Dish {
    let plan = PlanAsked {
        piece: PieceAsked {
            fish: Some(fish.into()),
            thickness_mm: Some(mm),
            ..PieceAsked::default()
        },
        method: MethodAsked {
            kind: kind.into(),
            settings: vec![],
        },
        ..PlanAsked::default()
    };
    Dish::Fish(Box::new(plan), None)
}

fn side(kind: &str) -> Dish {
    Dish::Side(SideAsked {
        kind: kind.into(),
        name: None,
        items: vec![],
        acts: vec![],
    })
}

/// Dishes of the harbour canteen.
pub fn dishes() -> Vec<Dish> {
    vec![
        fish("hake", 28.0, "sear_skin_first"),
        fish("sea_bass", 18.0, "sear_skin_first"),
        fish("haddock", 20.0, "deep_fry_batter"),
        fish("char", 25.0, "hot_roast"),
        fish("salmon", 30.0, "slow_bake"),
        fish("cod", 25.0, "steam"),
        fish("plaice", 12.0, "floured_pan_fry"),
        fish("cod", 30.0, "shallow_poach"),
        side("peas"),
        side("greens"),
        side("potatoes"),
    ]
}

pub fn hands(n: usize) -> Vec<HandAsked> {
    let each = (1..=n).map(|i| HandAsked {
        id: format!("cook {i}"),
        ..HandAsked::default()
    });
    each.collect()
}

pub fn line_kitchen() -> Kitchen {
    let asked: KitchenAsked = serde_json::from_str(
        r#"{"things":[{"id":"left hob","like":"home_gas","name":"left hob","places":4},
            {"id":"right hob","like":"home_gas","name":"right hob","places":2},
            {"id":"top oven","like":"home","list":"ovens","name":"top oven"},
            {"id":"low oven","like":"home","list":"ovens","name":"low oven"}]}"#,
    )
    .unwrap();
    Kitchen::new(&asked).unwrap()
}

fn plates(ticket: &str, dishes: Vec<Dish>) -> Vec<PlateAsked> {
    let each = dishes.into_iter().enumerate();
    each.map(|(i, dish)| PlateAsked {
        id: format!("{ticket}.{}", i + 1),
        dish,
        without: vec![],
    })
    .collect()
}

pub fn ticket(id: &str, at_s: f64, dishes: Vec<Dish>) -> TicketAsked {
    TicketAsked {
        id: id.into(),
        at_s: Some(at_s),
        after: None,
        held: false,
        plates: plates(id, dishes),
    }
}

pub fn asked(hands_n: usize, tickets: Vec<TicketAsked>) -> ServiceAsked {
    ServiceAsked {
        kitchen: Kitchen::SEA_LEVEL,
        hands: hands(hands_n),
        tickets,
        pinned: vec![],
        expected: vec![],
        gone: vec![],
        down: vec![],
        happened: vec![],
        stood: vec![],
        mise_done: true,
        now_s: 0.0,
        tries: Some(40),
    }
}

fn by_chance(chance: &mut Chance, tickets: u64) -> ServiceAsked {
    let all = dishes();
    let tickets = (0..=chance.below(tickets)).map(|i| {
        let at_s = 600.0 + 60.0 * chance.below(60) as f64;
        let n = 1 + chance.below(4);
        let its = (0..n).map(|_| all[chance.below(all.len() as u64) as usize].clone());
        let its = its.collect();
        ticket(&format!("table {}", i + 1), at_s, its)
    });
    let tickets = tickets.collect();
    let n = 1 + chance.below(3) as usize;
    let mut asked = asked(n, tickets);
    if chance.below(3) == 0 {
        asked.kitchen = line_kitchen();
    }
    if chance.below(5) == 0 {
        asked.hands[0].away_s = Some([900.0, 1500.0]);
    }
    if chance.below(5) == 0 {
        asked.mise_done = false;
    }
    asked
}

/// Everything that is wrong with a plan, as far as its answer, the kitchen and the question say.
pub fn faults(asked: &ServiceAsked, told: &Service) -> Vec<String> {
    let mut wrong = vec![];
    let mut say = |words: String| wrong.push(words);
    // Places: never more than there are, and never one twice.
    type Taken = (f64, f64, usize, Option<f64>);
    let mut held: BTreeMap<(String, String), Vec<Taken>> = BTreeMap::new();
    for act in &told.acts {
        for need in &act.needs {
            let here = held
                .entry((need.like.clone(), need.thing.clone()))
                .or_default();
            here.push((act.at_s, need.until_s, need.place, need.at_c));
        }
    }
    for ((like, thing), all) in &held {
        let places = asked.kitchen.kit.places(like, thing);
        for (i, a) in all.iter().enumerate() {
            let with = all.iter().filter(|b| b.0 <= a.0 && a.0 < b.1).count();
            if with > places {
                say(format!(
                    "capacity: {with} at once on {thing}, which has {places}"
                ));
            }
            for b in &all[i + 1..] {
                let both = a.0 < b.1 && b.0 < a.1;
                if both && a.2 == b.2 {
                    say(format!("place: {thing} {} taken twice", a.2));
                }
                if both && like == "ovens" && a.3.zip(b.3).is_some_and(|(a, b)| (a - b).abs() > 5.0)
                {
                    say(format!("temperature: {thing} at two at once"));
                }
            }
        }
        for down in asked.down.iter().filter(|down| down.thing == *thing) {
            let until = down.until_s.unwrap_or(f64::INFINITY);
            if all.iter().any(|a| a.0 < until && down.from_s < a.1) {
                say(format!("down: {thing} is used"));
            }
        }
    }
    // Hands: one thing at a time, and not while away.
    for hand in &asked.hands {
        let mut its: Vec<_> = told
            .acts
            .iter()
            .filter(|act| act.cook == hand.id && act.hands_s > 0.0 && !act.done)
            .collect();
        its.sort_by(|a, b| a.at_s.total_cmp(&b.at_s));
        for pair in its.windows(2) {
            if pair[1].at_s < pair[0].at_s + pair[0].hands_s - 1e-6 {
                say(format!(
                    "hands: {} does {} and {} at once",
                    hand.id, pair[0].id, pair[1].id
                ));
            }
        }
        if let Some([from, to]) = hand.away_s
            && its
                .iter()
                .any(|act| act.at_s < to && from < act.at_s + act.hands_s)
        {
            say(format!("hands: {} is away", hand.id));
        }
    }
    for act in &told.acts {
        if !asked.hands.iter().any(|hand| hand.id == act.cook) {
            say(format!("hands: {} is done by nobody", act.id));
        }
        if !act.done && act.at_s < asked.now_s {
            say(format!("now: {} was due", act.id));
        }
    }
    // Order: in, turned, off, ready, served.
    for plate in &told.plates {
        let its = told
            .acts
            .iter()
            .filter(|act| act.plates.contains(&plate.id));
        let turns = its.clone().filter(|act| act.what == What::Turn);
        if let (Some(in_s), Some(off_s), Some(_)) = (plate.in_s, plate.off_s, &plate.method) {
            if off_s <= in_s {
                say(format!("order: {} comes off before it goes in", plate.id));
            }
            if turns
                .clone()
                .any(|act| act.at_s <= in_s || act.at_s >= off_s)
            {
                say(format!("order: {} is turned off the heat", plate.id));
            }
            if plate.ready_s.is_some_and(|ready| ready < off_s) {
                say(format!("order: {} is ready on the heat", plate.id));
            }
        }
        let Some((ready, served)) = plate.ready_s.zip(plate.served_s) else {
            continue;
        };
        let long = served - ready > plate.keeps_s + 1e-6;
        if plate.now == StandsAt::Waits && long && (!plate.kept_hot || told.feasible) {
            say(format!("waits: {} stands {} s", plate.id, served - ready));
        }
        let put: Vec<_> = its.filter(|act| act.what == What::Serve).collect();
        if put.is_empty() {
            say(format!("plates: {} is never put on a plate", plate.id));
        }
        for act in put {
            if act.at_s + act.hands_s > served + 1e-6 {
                say(format!(
                    "plates: {} is served before it is on the plate",
                    plate.id
                ));
            }
        }
    }
    // Tickets: together, not before their time, and all of them.
    for (ticket, told_of) in asked.tickets.iter().zip(&told.tickets) {
        for plate in &ticket.plates {
            let Some(found) = told.plates.iter().find(|one| one.id == plate.id) else {
                say(format!("forgotten: {}", plate.id));
                continue;
            };
            let told_s = if told_of.done {
                found.served_s
            } else {
                told_of.served_s
            };
            if found.refused.is_empty() && found.now != StandsAt::Served && found.served_s != told_s
            {
                say(format!(
                    "together: {} at {:?}, its ticket at {told_s:?}",
                    plate.id, found.served_s
                ));
            }
        }
        if let Some((served, at)) = told_of.served_s.zip(ticket.at_s)
            && served < at
        {
            say(format!("early: {} at {served}", ticket.id));
        }
    }
    wrong
}

/// Five hundred services by chance: one to six tables of one to four, one to three cooks, at home and on a line.
#[test]
fn no_plan_of_five_hundred_breaks_a_rule() {
    let (mut runs, mut chance) = (Runs::new(), Chance(7));
    let (mut plates, mut late) = (0, 0);
    for i in 0..500 {
        let asked = by_chance(&mut chance, 6);
        let told = service(&asked, &mut runs).unwrap();
        let wrong = faults(&asked, &told);
        assert!(wrong.is_empty(), "service {i}: {wrong:#?}");
        plates += told.plates.len();
        late += usize::from(!told.feasible);
        assert!(
            told.feasible || !told.offers.is_empty() || !told.short.is_empty(),
            "service {i} is late without a word: {:?} {:?} {:?}",
            told.tickets,
            told.plates
                .iter()
                .filter(|p| p.served_s.is_none())
                .collect::<Vec<_>>(),
            asked.hands
        );
    }
    note(
        "services held by the checker",
        "500",
        format!("{plates} plates, {late} of them late"),
    );
}

/// Each rule of the checker once: a plan with that fault in it does not pass.
#[test]
fn the_checker_finds_what_is_planted() {
    let mut runs = Runs::new();
    let dishes = dishes();
    let two = vec![dishes[0].clone(), dishes[3].clone(), dishes[8].clone()];
    let more = vec![dishes[6].clone(), dishes[4].clone()];
    let mut question = asked(
        1,
        vec![
            ticket("table 1", 2400.0, two),
            ticket("table 2", 3000.0, more),
        ],
    );
    question.tries = Some(100);
    let good = service(&question, &mut runs).unwrap();
    assert_eq!(faults(&question, &good), Vec::<String>::new());
    let caught = |word: &str, plant: &dyn Fn(&mut Service, &mut ServiceAsked)| {
        let (mut told, mut asked) = (good.clone(), question.clone());
        plant(&mut told, &mut asked);
        let found = faults(&asked, &told);
        assert!(
            found.iter().any(|one| one.starts_with(word)),
            "{word}: {found:?}"
        );
    };
    let act =
        |told: &Service, what: What| told.acts.iter().position(|act| act.what == what).unwrap();
    caught("capacity", &|told, _| {
        let at = told
            .acts
            .iter()
            .position(|act| act.needs.iter().any(|need| need.like == "hobs"))
            .unwrap();
        let need = told.acts[at]
            .needs
            .iter()
            .find(|need| need.like == "hobs")
            .unwrap()
            .clone();
        for place in 5..9 {
            let mut more = need.clone();
            more.place = place;
            told.acts[at].needs.push(more);
        }
    });
    caught("place", &|told, _| {
        let at = told
            .acts
            .iter()
            .position(|act| !act.needs.is_empty())
            .unwrap();
        let need = told.acts[at].needs[0].clone();
        told.acts[at].needs.push(need);
    });
    caught("temperature", &|told, _| {
        let at = told
            .acts
            .iter()
            .position(|act| act.needs.iter().any(|need| need.like == "ovens"))
            .unwrap();
        let mut need = told.acts[at]
            .needs
            .iter()
            .find(|need| need.like == "ovens")
            .unwrap()
            .clone();
        (need.at_c, need.place) = (Some(90.0), 3);
        let mut first = need.clone();
        (first.at_c, first.place) = (Some(200.0), 2);
        told.acts[at].needs = vec![need, first];
    });
    caught("hands", &|told, _| {
        let (a, b) = (act(told, What::Turn), act(told, What::Off));
        told.acts[a].at_s = told.acts[b].at_s + 1.0;
    });
    caught("hands", &|_, asked| {
        asked.hands[0].away_s = Some([0.0, 4000.0])
    });
    caught("down", &|_, asked| {
        asked.down.push(DownAsked {
            thing: "home".into(),
            from_s: 0.0,
            until_s: None,
        });
    });
    caught("order", &|told, _| {
        told.plates[0].off_s = told.plates[0].in_s.map(|s| s - 1.0)
    });
    caught("waits", &|told, _| told.plates[0].keeps_s = -1.0);
    caught("plates", &|told, _| {
        let at = act(told, What::Serve);
        told.acts[at].at_s += 4000.0;
    });
    caught("together", &|told, _| {
        told.plates[0].served_s = told.plates[0].served_s.map(|s| s + 30.0)
    });
    caught("forgotten", &|told, _| drop(told.plates.remove(0)));
    caught("early", &|told, asked| {
        told.tickets[0].served_s = Some(100.0);
        asked.tickets[0].at_s = Some(200.0);
    });
    caught("now", &|told, asked| {
        asked.now_s = 100.0;
        told.acts[0].at_s = 0.0;
    });
}

/// The plan of a plate by itself, on what it is cooked on and with what is in with it.
pub fn as_cooked(asked: &ServiceAsked, told: &Service, plate: &PlateTold) -> PlanAsked {
    let mut all = asked.tickets.iter().flat_map(|ticket| &ticket.plates);
    let dish = &all.find(|one| one.id == plate.id).unwrap().dish;
    let Dish::Fish(asked_for, _) = dish else {
        panic!("{} is no fish", plate.id)
    };
    let mut alone = (**asked_for).clone();
    alone.kitchen = asked.kitchen.clone();
    alone.piece.pieces = Some(1 + plate.together.len() as u32);
    let lists = [
        ("pan", "pans"),
        ("oven", "ovens"),
        ("hob", "hobs"),
        ("pot", "pots"),
        ("fryer", "fryers"),
    ];
    for (setting, list) in lists {
        let mine = |act: &&ActTold| act.plates.contains(&plate.id);
        let mut needs = told.acts.iter().filter(mine).flat_map(|act| &act.needs);
        if let Some(need) = needs.find(|need| need.like == list) {
            let value = cindo_core::methods::Value::Word(need.thing.clone());
            alone.method.settings.push((setting.into(), value));
            if plan(&alone).is_err() {
                alone.method.settings.pop();
            }
        }
    }
    alone
}

/// A piece is off within the window of its own run, and goes into its band; turned within its slack.
#[test]
fn each_piece_is_cooked_as_its_own_run_says() {
    let (mut runs, mut chance) = (Runs::new(), Chance(11));
    for _ in 0..30 {
        let asked = by_chance(&mut chance, 4);
        let told = service(&asked, &mut runs).unwrap();
        let cooked = |plate: &&PlateTold| plate.method.is_some() && plate.in_s.is_some();
        for plate in told.plates.iter().filter(cooked) {
            let alone = as_cooked(&asked, &told, plate);
            let own = plan(&alone).unwrap();
            let took = plate.off_s.unwrap() - plate.in_s.unwrap();
            let from = own.off_heat_s - own.window.early_s - 1.0;
            let to = own.off_heat_s + own.window.late_s + 1.0;
            assert!(
                (from..=to).contains(&took),
                "{}: {took} not in {from} to {to}",
                plate.id
            );
        }
    }
}

/// On one ring and one pair of hands a ticket comes out otherwise than on four and two: later, or with more waiting.
#[test]
fn one_ring_and_one_cook_are_slower_than_four_and_two() {
    let dishes = dishes();
    let order = || {
        vec![
            dishes[0].clone(),
            dishes[1].clone(),
            dishes[6].clone(),
            dishes[8].clone(),
        ]
    };
    let one_ring: KitchenAsked = serde_json::from_str(
        r#"{"things":[{"id":"one ring","like":"home_gas","name":"one ring","places":1}]}"#,
    )
    .unwrap();
    let mut narrow = asked(1, vec![ticket("table 1", 900.0, order())]);
    narrow.kitchen = Kitchen::new(&one_ring).unwrap();
    let wide = asked(2, vec![ticket("table 1", 900.0, order())]);
    let mut runs = Runs::new();
    let [narrow_told, wide_told] = [&narrow, &wide].map(|one| service(one, &mut runs).unwrap());
    assert_eq!(faults(&narrow, &narrow_told), Vec::<String>::new());
    let late = |told: &Service| told.tickets[0].late_s;
    note(
        "the same ticket on one ring by one cook",
        format!("{:.0} s late", late(&narrow_told)),
        format!("{:.0} s on four by two", late(&wide_told)),
    );
    assert!(late(&narrow_told) > late(&wide_told) + 120.0);
    // It says what is short: the ring.
    assert!(!narrow_told.feasible);
    assert_eq!(narrow_told.short[0].what, "hobs", "{:?}", narrow_told.short);
    assert!(narrow_told.short[0].with_one_more_s < narrow_told.short[0].late_s);
    let later = |out: &WayOut| out.ticket.as_deref() == Some("table 1");
    assert!(
        narrow_told.offers.iter().any(later),
        "{:?}",
        narrow_told.offers
    );
}

/// Asked the same, it answers the same, and with more tries never worse.
#[test]
fn the_same_question_has_the_same_answer_and_more_tries_cost_nothing() {
    let (mut runs, mut chance) = (Runs::new(), Chance(3));
    let mut better = 0;
    for _ in 0..12 {
        let mut asked = by_chance(&mut chance, 5);
        let told = service(&asked, &mut runs).unwrap();
        assert_eq!(service(&asked, &mut Runs::new()).unwrap(), told);
        asked.tries = Some(400);
        let more = service(&asked, &mut runs).unwrap();
        assert!(more.cost <= told.cost, "{} {}", more.cost, told.cost);
        better += usize::from(more.cost < told.cost);
    }
    assert!(
        better > 0,
        "four hundred tries found nothing better than forty"
    );
}

pub fn stood(told: &Service) -> Vec<StoodAsked> {
    told.plates
        .iter()
        .filter_map(|plate| plate.stood.clone())
        .collect()
}

/// A piece that was turned late and whose pan is cold moves what hangs on it; what is promised elsewhere stays.
#[test]
fn what_happens_moves_as_little_as_it_must() {
    let mut chance = Chance(23);
    let mut runs = Runs::new();
    let (mut moved, mut services) = (vec![], 0);
    while services < 12 {
        let all = dishes();
        let tickets = (0..4).map(|i| {
            let its = (0..3).map(|_| all[chance.below(all.len() as u64) as usize].clone());
            ticket(
                &format!("table {}", i + 1),
                2400.0 + 600.0 * f64::from(i),
                its.collect(),
            )
        });
        let mut question = asked(2, tickets.collect());
        question.tries = Some(300);
        let before = service(&question, &mut runs).unwrap();
        let cooked = before
            .plates
            .iter()
            .filter(|plate| plate.method.is_some() && plate.in_s.is_some());
        let Some(first) = cooked.min_by(|a, b| a.in_s.unwrap().total_cmp(&b.in_s.unwrap())) else {
            continue;
        };
        if !before.feasible {
            continue;
        }
        services += 1;
        // In forty seconds after it should have been.
        let in_s = first.in_s.unwrap() + 40.0;
        question.happened = vec![HappenedAsked {
            plate: first.id.clone(),
            event: Event::new("in", in_s, Happened::In),
        }];
        question.now_s = in_s + 5.0;
        question.stood = stood(&before);
        let after = service(&question, &mut runs).unwrap();
        let wrong: Vec<String> = faults(&question, &after)
            .into_iter()
            .filter(|one| !one.starts_with("now"))
            .collect();
        assert!(wrong.is_empty(), "{wrong:#?}");
        let plate = after
            .plates
            .iter()
            .find(|plate| plate.id == first.id)
            .unwrap();
        assert_eq!((plate.now, plate.in_s), (StandsAt::OnHeat, Some(in_s)));
        // What is due within a minute stands where it stood, unless it cannot.
        for plate in after
            .plates
            .iter()
            .filter(|plate| plate.now == StandsAt::Waits)
        {
            let was = before.plates.iter().find(|one| one.id == plate.id).unwrap();
            if was.begins_s.unwrap() < question.now_s + 60.0
                && was.begins_s.unwrap() >= question.now_s
            {
                let by = plate.start_s.unwrap() - was.start_s.unwrap();
                assert!(
                    by.abs() <= 30.0 || plate.together != was.together,
                    "{}: by {by} s",
                    plate.id
                );
            }
        }
        moved.push(after.moved.len());
    }
    moved.sort_unstable();
    note(
        "plates of twelve moved by one late start",
        format!("median {}, most {}", moved[6], moved[11]),
        "at most 3",
    );
    assert!(moved[6] <= 3, "{moved:?}");
}

/// A cook leaves, an oven breaks, a table waits, a piece falls, a plate comes back: each has its plan.
#[test]
fn a_service_goes_on_whatever_happens() {
    let dishes = dishes();
    let mut runs = Runs::new();
    let order = |n: usize| -> Vec<Dish> { (0..n).map(|i| dishes[i % 4].clone()).collect() };
    let mut question = asked(
        2,
        vec![
            ticket("table 1", 1800.0, order(3)),
            ticket("table 2", 2400.0, order(4)),
        ],
    );
    question.kitchen = line_kitchen();
    let before = service(&question, &mut runs).unwrap();
    assert!(before.feasible, "{:?}", before.tickets);

    let mut gone = question.clone();
    gone.hands[1].away_s = Some([0.0, 1e5]);
    let told = service(&gone, &mut runs).unwrap();
    assert_eq!(faults(&gone, &told), Vec::<String>::new());

    let mut broken = question.clone();
    broken.down = vec![DownAsked {
        thing: "top oven".into(),
        from_s: 0.0,
        until_s: None,
    }];
    let told = service(&broken, &mut runs).unwrap();
    assert_eq!(faults(&broken, &told), Vec::<String>::new());
    let ovens = told
        .acts
        .iter()
        .flat_map(|act| &act.needs)
        .filter(|need| need.like == "ovens");
    assert!(ovens.clone().count() > 0 && ovens.into_iter().all(|need| need.thing == "low oven"));

    // Nothing is left to cook on: that is said, at once, with what is missing.
    let mut dark = asked(1, vec![ticket("table 1", 1800.0, vec![dishes[0].clone()])]);
    dark.down = vec![DownAsked {
        thing: "home_gas".into(),
        from_s: 0.0,
        until_s: None,
    }];
    let told = service(&dark, &mut runs).unwrap();
    assert!(!told.feasible && told.tickets[0].served_s.is_none());
    assert_eq!(told.short[0].what, "hobs", "{:?}", told.short);

    let mut waits = question.clone();
    waits.tickets[1].held = true;
    let told = service(&waits, &mut runs).unwrap();
    assert!(told.tickets[1].held && told.tickets[1].served_s.is_none());
    assert!(told.acts.iter().all(|act| act.ticket == "table 1"));

    let mut fallen = question.clone();
    let first = before
        .plates
        .iter()
        .find(|plate| plate.method.is_some())
        .unwrap();
    let in_s = first.in_s.unwrap();
    let happened = |id: &str, at_s: f64, what: Happened| HappenedAsked {
        plate: first.id.clone(),
        event: Event::new(id, at_s, what),
    };
    fallen.happened = vec![
        happened("a", in_s, Happened::In),
        happened("b", in_s + 60.0, Happened::Discarded),
    ];
    fallen.now_s = in_s + 60.0;
    fallen.stood = stood(&before);
    let told = service(&fallen, &mut runs).unwrap();
    let again = told
        .plates
        .iter()
        .find(|plate| plate.id == first.id)
        .unwrap();
    assert_eq!(again.now, StandsAt::Waits);
    assert!(again.in_s.unwrap() >= fallen.now_s);

    let mut back = question.clone();
    let off = in_s + 600.0;
    back.happened = vec![
        happened("a", in_s, Happened::In),
        happened("b", off, Happened::Off),
        happened("c", off + 100.0, Happened::SERVED),
        happened("d", off + 160.0, Happened::Back),
    ];
    back.now_s = off + 160.0;
    let told = service(&back, &mut runs).unwrap();
    let again = told
        .plates
        .iter()
        .find(|plate| plate.id == first.id)
        .unwrap();
    assert_eq!(
        again.now,
        StandsAt::Waits,
        "a plate that came back is cooked again"
    );

    let mut pinned = question.clone();
    let thing = "low oven";
    let roast = before
        .plates
        .iter()
        .find(|plate| plate.method.as_deref() == Some("hot_roast"))
        .unwrap();
    pinned.pinned = vec![PinnedAsked {
        plate: roast.id.clone(),
        thing: thing.into(),
    }];
    let told = service(&pinned, &mut runs).unwrap();
    let roast = told
        .plates
        .iter()
        .find(|plate| plate.id == roast.id)
        .unwrap();
    assert!(
        roast.things.iter().any(|on| on == thing),
        "{:?}",
        roast.things
    );
}

/// What is wrong is said at its place; a fish that must not be served is refused and the others are planned.
#[test]
fn what_is_wrong_is_said_where_it_stands() {
    let dishes = dishes();
    let mut runs = Runs::new();
    let mut wrong =
        |asked: &ServiceAsked| service(asked, &mut runs).unwrap_err().field().to_owned();
    let one = || vec![ticket("table 1", 900.0, vec![dishes[0].clone()])];
    let mut nobody = asked(1, one());
    nobody.tickets[0].plates.clear();
    assert_eq!(wrong(&nobody), "tickets[0].plates");
    let mut twice = asked(1, one());
    twice.tickets.push(twice.tickets[0].clone());
    assert_eq!(wrong(&twice), "tickets[1].id");
    twice.tickets[1].id = "table 2".into();
    assert_eq!(wrong(&twice), "tickets[1].plates[0].id");
    assert_eq!(wrong(&asked(0, one())), "hands");
    twice.tickets[1].id = "t".repeat(61);
    assert_eq!(wrong(&twice), "tickets[1].id");
    let mut unknown = asked(
        1,
        vec![ticket("table 1", 900.0, vec![fish("cod", 900.0, "steam")])],
    );
    assert_eq!(
        wrong(&unknown),
        "tickets[0].plates[0].plan.piece.thickness_mm"
    );
    unknown.tickets[0].plates[0].dish = side("gravel");
    assert_eq!(wrong(&unknown), "tickets[0].plates[0].side.kind");
    let mut event = asked(1, one());
    event.happened = vec![HappenedAsked {
        plate: "nothing".into(),
        event: Event::new("a", 0.0, Happened::In),
    }];
    assert_eq!(wrong(&event), "happened[0].plate");
    let mut late = asked(1, one());
    late.tickets[0].at_s = Some(f64::NAN);
    assert_eq!(wrong(&late), "tickets[0].at_s");
    // Nothing ordered is nothing to do.
    let none = service(&asked(1, vec![]), &mut runs).unwrap();
    assert!(none.feasible && none.acts.is_empty());
}

/// What is prepared changes the piece, brings its sides along, and stands before the heat; what was done before is summed.
#[test]
fn a_meal_at_home_is_a_service_with_one_ticket() {
    let mut runs = Runs::new();
    let done: Preparation = serde_json::from_str(
        r#"{"salt":{"school":"while_prep"},"coat":{"kind":"cold_leavened"},"sides":[{"kind":"chips"},{"kind":"peas"}]}"#,
    )
    .unwrap();
    let Dish::Fish(haddock, _) = fish("haddock", 20.0, "deep_fry_batter") else {
        panic!()
    };
    let plate = |id: &str| PlateAsked {
        without: vec![],
        id: id.into(),
        dish: Dish::Fish(haddock.clone(), Some(Box::new(done.clone()))),
    };
    let meal = TicketAsked {
        id: "supper".into(),
        at_s: Some(4.0 * 3600.0),
        after: None,
        held: false,
        plates: vec![plate("one"), plate("two")],
    };
    let mut question = asked(1, vec![meal]);
    question.mise_done = false;
    let told = service(&question, &mut runs).unwrap();
    assert_eq!(faults(&question, &told), Vec::<String>::new());
    assert!(told.feasible, "{:?}", told.tickets);
    // Chips are cut an hour and more before, fried in what the fish left; the batter is mixed; peas boil.
    let at = |word: &str| {
        let act = told.acts.iter().find(|act| act.words.contains(word));
        act.unwrap_or_else(|| {
            panic!(
                "no {word}: {:?}",
                told.acts.iter().map(|act| &act.words).collect::<Vec<_>>()
            )
        })
        .at_s
    };
    let off = told.plates[0].off_s.unwrap();
    assert!(at("First half of the chips") >= off);
    assert!(at("Peel the potatoes") < off - 3600.0);
    assert!(at("Peas in") > off - 1200.0);
    // The same made ready before: less is done in it, and what is done before is summed.
    let mut ready = question.clone();
    ready.mise_done = true;
    let short = service(&ready, &mut runs).unwrap();
    assert!(short.acts.len() < told.acts.len());
    let cut = short
        .mise
        .acts
        .iter()
        .find(|act| act.words.contains("Peel the potatoes"))
        .unwrap();
    assert!(cut.hands_s > 60.0 && cut.at_s < off - 3600.0, "{cut:?}");
    let potatoes = short
        .mise
        .quantities
        .iter()
        .find(|one| one.key == "potatoes")
        .unwrap();
    assert!((potatoes.g - 350.0).abs() < 1.0, "{}", potatoes.g);
}

/// The main course ten minutes after the starter, wherever that comes to be: later with it, and with it once it is served.
#[test]
fn a_ticket_comes_after_another() {
    let all = dishes();
    let mut main = ticket("main", 0.0, vec![all[0].clone(), all[8].clone()]);
    let after = |of: &str| {
        Some(AfterAsked {
            ticket: of.into(),
            s: 600.0,
        })
    };
    (main.at_s, main.after) = (None, after("starter"));
    let starter = ticket("starter", 2400.0, vec![all[1].clone()]);
    let mut question = asked(1, vec![main, starter]);
    let mut runs = Runs::new();
    let mut served = |question: &ServiceAsked| {
        let told = service(question, &mut runs).unwrap();
        assert_eq!(faults(question, &told), Vec::<String>::new());
        (told.tickets[0].at_s, told.tickets[0].served_s.unwrap())
    };
    assert_eq!(served(&question), (3000.0, 3000.0));
    // The starter cannot be served sooner than it is cooked: the main follows what is planned.
    question.tickets[1].at_s = Some(60.0);
    let (at_s, served_s) = served(&question);
    assert!(at_s > 900.0 && served_s >= at_s && served_s < at_s + 60.0);
    // Served late, it moves what comes after by as much.
    question.tickets[1].at_s = Some(2400.0);
    let plate = question.tickets[1].plates[0].id.clone();
    let said = [(Happened::In, 1900.0), (Happened::SERVED, 2700.0)];
    question.happened = said
        .map(|(what, at_s)| HappenedAsked {
            plate: plate.clone(),
            event: Event::new(format!("{at_s}"), at_s, what),
        })
        .into();
    question.now_s = 2710.0;
    assert_eq!(served(&question).0, 3300.0);
    // Each after the other is never; after nobody is nothing; a time and an after are one too many.
    let wrong = |change: &dyn Fn(&mut ServiceAsked)| {
        let mut other = question.clone();
        change(&mut other);
        service(&other, &mut Runs::new())
            .unwrap_err()
            .field()
            .to_owned()
    };
    let circle =
        |q: &mut ServiceAsked| (q.tickets[1].at_s, q.tickets[1].after) = (None, after("main"));
    let nobody = |q: &mut ServiceAsked| q.tickets[0].after = after("nobody");
    let both = |q: &mut ServiceAsked| q.tickets[0].at_s = Some(3000.0);
    let changes: [&dyn Fn(&mut ServiceAsked); 3] = [&circle, &nobody, &both];
    for change in changes {
        assert_eq!(wrong(change), "tickets[0].after.ticket");
    }
}

/// No more hake: what is in the pan goes on, what is not is not cooked and says what it could be; and what a guest must not
/// have is never planned.
#[test]
fn what_is_gone_or_must_not_be_is_said_and_offered_otherwise() {
    let all = dishes();
    let tickets = vec![
        ticket("table 1", 3000.0, vec![all[0].clone(), all[1].clone()]),
        ticket("table 2", 3600.0, vec![all[0].clone(), all[6].clone()]),
    ];
    let mut question = asked(2, tickets);
    let mut runs = Runs::new();
    question.happened = vec![HappenedAsked {
        plate: "table 1.1".into(),
        event: Event::new("in", 2100.0, Happened::In),
    }];
    (question.now_s, question.gone) = (2110.0, vec!["hake".into()]);
    let told = service(&question, &mut runs).unwrap();
    let plate = |told: &Service, id: &str| {
        let mut plates = told.plates.iter();
        plates.find(|plate| plate.id == id).unwrap().clone()
    };
    assert_eq!(plate(&told, "table 1.1").now, StandsAt::OnHeat);
    let gone = plate(&told, "table 2.1");
    assert_eq!((gone.now, gone.in_s), (StandsAt::Not, None));
    assert_eq!(gone.refused[0].message, "There is no more hake.");
    assert!(!told.feasible);
    let offer = &told.offers[0];
    let offered = (offer.plate.as_deref(), offer.like.as_deref());
    assert!(
        matches!(
            offered,
            (Some("table 2.1"), Some("table 1.2" | "table 2.2"))
        ),
        "{offered:?}"
    );
    // Taken up, it is planned.
    let like = offer.like.clone().unwrap();
    let all_plates = question.tickets.iter().flat_map(|ticket| &ticket.plates);
    let dish = all_plates
        .clone()
        .find(|one| one.id == like)
        .unwrap()
        .dish
        .clone();
    question.tickets[1].plates[0].dish = dish;
    let told = service(&question, &mut runs).unwrap();
    let planned = told.feasible && plate(&told, "table 2.1").in_s.is_some();
    assert!(planned, "{:?} {:?}", told.tickets, told.plates);
    // A guest who must not have wheat is given no floured plaice, and the other plate of the ticket is cooked.
    question.tickets[1].plates[1].without = vec![Allergen::Wheat];
    let told = service(&question, &mut runs).unwrap();
    let refused = plate(&told, "table 2.2");
    assert!(refused.in_s.is_none() && refused.refused[0].message.contains("wheat"));
    assert!(plate(&told, "table 2.1").in_s.is_some());
    // What it could be has none in it.
    let like = told.offers[0].like.clone().unwrap();
    assert!(!plate(&told, &like).allergens.contains(&Allergen::Wheat));
}

/// Twenty haddock are made ready for, six are ordered: batter and potatoes for twenty stand in the list, fourteen are left;
/// ordered past it, it says by how many.
#[test]
fn what_is_made_ready_is_a_stock_that_tickets_use_up() {
    let done: Preparation =
        serde_json::from_str(r#"{"coat":{"kind":"cold_leavened"},"sides":[{"kind":"chips"}]}"#)
            .unwrap();
    let Dish::Fish(plan, _) = fish("haddock", 20.0, "deep_fry_batter") else {
        panic!()
    };
    let dish = Dish::Fish(plan, Some(Box::new(done)));
    let mut runs = Runs::new();
    let mut mise = |ordered: usize, expected: u32| {
        let mut question = asked(
            2,
            vec![ticket("table 1", 4000.0, vec![dish.clone(); ordered])],
        );
        question.tries = Some(0);
        if expected > 0 {
            question.expected = vec![ExpectedAsked {
                dish: dish.clone(),
                plates: expected,
            }];
        }
        service(&question, &mut runs).unwrap().mise
    };
    let potatoes_g = |mise: &MiseTold| -> f64 {
        let its = mise.quantities.iter().filter(|one| one.key == "potatoes");
        its.map(|one| one.g).sum()
    };
    let (six, twenty) = (mise(6, 0), mise(6, 20));
    let share = potatoes_g(&twenty) / potatoes_g(&six);
    assert!((share - 20.0 / 6.0).abs() < 0.01, "{share}");
    let stock = &twenty.stock[0];
    assert_eq!(
        (stock.name.as_str(), stock.ordered, stock.left),
        ("haddock", 6, 14)
    );
    assert!(
        twenty.hands_s > six.hands_s + 60.0,
        "{} {}",
        twenty.hands_s,
        six.hands_s
    );
    let cut = |mise: &MiseTold| {
        let mut acts = mise.acts.iter();
        acts.find(|act| act.words.contains("Peel the potatoes"))
            .unwrap()
            .plates
    };
    assert_eq!((cut(&six), cut(&twenty)), (6, 20));
    let over = mise(6, 4);
    assert_eq!(over.stock[0].left, -2);
    assert_eq!(potatoes_g(&over), potatoes_g(&six));
}

/// On one ring, two fish for the pan and potatoes at one time: seared ahead and finished in the oven all is less late, and says
/// what that does to the fish; taken up it is so; guests at risk are never offered it.
#[test]
fn searing_ahead_is_offered_where_it_helps_and_never_to_guests_at_risk() {
    let one_ring: KitchenAsked = serde_json::from_str(
        r#"{"things":[{"id":"one ring","like":"home_gas","name":"one ring","places":1}]}"#,
    )
    .unwrap();
    let pan = |kind: &str, mm: f64| fish(kind, mm, "sear_skin_first");
    let order = vec![pan("hake", 28.0), pan("salmon", 30.0), side("potatoes")];
    let mut question = asked(1, vec![ticket("table 1", 2400.0, order)]);
    question.kitchen = Kitchen::new(&one_ring).unwrap();
    question.tries = Some(400);
    let mut runs = Runs::new();
    let told = service(&question, &mut runs).unwrap();
    let late = |told: &Service| told.tickets[0].late_s;
    let ahead = |told: &Service| told.offers.iter().find(|o| o.ahead_s.is_some()).cloned();
    let offer = ahead(&told).unwrap_or_else(|| panic!("{:?} {:?}", told.tickets, told.offers));
    assert!(
        offer.words.contains("sear ahead") && offer.words.contains("dri"),
        "{}",
        offer.words
    );
    let plate = offer.plate.clone().unwrap();
    let take = |question: &mut ServiceAsked| {
        let plates = question
            .tickets
            .iter_mut()
            .flat_map(|ticket| &mut ticket.plates);
        for one in plates.filter(|one| one.id == plate) {
            let Dish::Fish(plan, _) = &mut one.dish else {
                panic!()
            };
            plan.method.kind = offer.method.clone().unwrap();
            let wait = Value::Number(offer.ahead_s.unwrap());
            plan.method.settings = vec![("ahead_s".into(), wait)];
        }
    };
    let mut taken = question.clone();
    take(&mut taken);
    let then = service(&taken, &mut runs).unwrap();
    assert_eq!(faults(&taken, &then), Vec::<String>::new());
    note(
        "one ring, two fish for the pan and potatoes",
        format!("{:.0} s late", late(&told)),
        format!("{:.0} s: {}", late(&then), offer.words),
    );
    assert!(late(&then) < late(&told), "{} {}", late(&then), late(&told));
    // Its acts: out of the pan, so long on the rack, into the oven.
    let at = |what: What| {
        let mut acts = then.acts.iter();
        acts.find(|act| act.what == what && act.plates.contains(&plate))
            .map(|act| act.at_s)
    };
    let (aside_s, oven_s) = (at(What::SetAside).unwrap(), at(What::IntoOven).unwrap());
    assert!(
        (oven_s - aside_s - offer.ahead_s.unwrap()).abs() < 120.0,
        "{aside_s} {oven_s}"
    );
    // Guests at risk: half done it is raw fish in the warm.
    let mut risk = question.clone();
    for one in risk
        .tickets
        .iter_mut()
        .flat_map(|ticket| &mut ticket.plates)
    {
        if let Dish::Fish(plan, _) = &mut one.dish {
            plan.eaters = cindo_core::fish::Eaters::OldOrIll;
        }
    }
    assert_eq!(ahead(&service(&risk, &mut runs).unwrap()), None);
}
