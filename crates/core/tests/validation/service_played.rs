//! A service played through: every act done when it is due, looked at three times a minute, in pans that are not quite what
//! they were taken for.

use crate::notes::note;
use crate::service::{as_cooked, asked, dishes, line_kitchen, stood, ticket};
use cindo_core::cook::{CookAsked, Event, Happened, Hidden, HiddenAsked, cook};
use cindo_core::fish::PieceAsked;
use cindo_core::plan::{MethodAsked, PlanAsked, held, plan};
use cindo_core::run::{TruthAsked, What};
use cindo_core::service::{
    ActTold, HappenedAsked, PlateTold, Runs, Service, ServiceAsked, StandsAt, service,
};
use std::collections::{BTreeMap, BTreeSet};

/// Looked at so often, s.
const LOOK_S: f64 = 20.0;
/// A probe goes in after these shares of the time it is to be on the heat, as a cook does who sees that a pan is slow: the last just before it comes off.
const PROBED_AT: [f64; 3] = [0.6, 0.85, 0.97];

/// A pan's surface is measured so long after the fish went in, s ...
const PAN_READ_S: f64 = 60.0;
/// ... where the card says to hold it at this, C.
const HELD_C: f64 = 185.0;

/// Twelve covers, three fish and two sides, in three tables.
fn twelve(line: bool) -> ServiceAsked {
    let dishes = dishes();
    // Hake in the pan, char in the oven, cod in the poaching liquid; peas and greens.
    let tickets = [[0, 0, 3, 7], [0, 3, 3, 7], [0, 0, 3, 3]];
    let sides = [8, 9, 8];
    let tickets = tickets
        .iter()
        .zip(sides)
        .enumerate()
        .map(|(i, (of, side))| {
            let all = of.iter().chain([&side]);
            let its = all.map(|i| dishes[*i].clone()).collect();
            let at_s = 2700.0 + 900.0 * i as f64;
            ticket(&format!("table {}", i + 1), at_s, its)
        });
    let mut question = asked(2, tickets.collect());
    if line {
        question.kitchen = line_kitchen();
    }
    question
}

/// How it is played.
#[derive(Default)]
struct Played {
    /// Every pan is so much too cool, K.
    pan_k: f64,
    /// This cook goes then, for two minutes, without a word before.
    away: Option<(usize, f64)>,
}

/// How it came out.
struct Came {
    told: Service,
    /// The latest that each ticket was said to be, s late, before it was served.
    said_late_s: BTreeMap<String, f64>,
    /// Of each fish: where it landed, C, and its band.
    landed: Vec<(String, f64, [f64; 2])>,
    /// By how much the board was off what the stove said comes next, look by look, s.
    apart_s: Vec<f64>,
}

/// What was done to a plate, from when it went in: what was only seen changes no piece.
fn done(all: &[HappenedAsked], plate: &str, in_s: f64) -> Vec<Event> {
    let seen = |what: &Happened| matches!(what, Happened::Heat { .. } | Happened::Probe { .. });
    let its = all.iter().filter(|one| one.plate == plate);
    its.filter(|one| !seen(&one.event.happened))
        .map(|one| Event {
            at_s: one.event.at_s - in_s,
            ..one.event.clone()
        })
        .collect()
}

impl Played {
    fn truth(&self, plate: &PlateTold) -> HiddenAsked {
        let in_pan = plate.method.as_deref() == Some("sear_skin_first");
        HiddenAsked {
            truth: TruthAsked {
                heat_k: in_pan.then_some(self.pan_k),
                ..TruthAsked::default()
            },
            ..HiddenAsked::default()
        }
    }

    fn play(&self, mut question: ServiceAsked) -> Came {
        let mut runs = Runs::new();
        question.tries = Some(600);
        let mut told = service(&question, &mut runs).unwrap();
        assert!(told.feasible, "{:?}", told.tickets);
        question.tries = Some(20);
        let mut said: BTreeSet<String> = BTreeSet::new();
        let mut said_late_s: BTreeMap<String, f64> = BTreeMap::new();
        let mut cooked: BTreeMap<String, PlanAsked> = BTreeMap::new();
        let mut apart_s: Vec<f64> = vec![];
        for step in 1..=300 {
            let now_s = LOOK_S * f64::from(step);
            question.now_s = now_s;
            if let Some((cook, from_s)) = self.away
                && (from_s..from_s + LOOK_S).contains(&now_s)
            {
                question.hands[cook].away_s = Some([now_s, now_s + 120.0]);
                question.stood = stood(&told);
                told = service(&question, &mut runs).unwrap();
            }
            let due = |act: &&ActTold| act.at_s <= now_s && !said.contains(&act.id);
            let due: Vec<ActTold> = told.acts.iter().filter(due).cloned().collect();
            for act in due {
                let happened = match act.what {
                    What::In => Happened::In,
                    What::Turn => Happened::Turned,
                    What::Off => Happened::Off,
                    What::Serve => Happened::SERVED,
                    _ => continue,
                };
                said.insert(act.id.clone());
                for id in &act.plates {
                    let plate = told.plates.iter().find(|one| one.id == *id).unwrap();
                    if plate.method.is_none() && act.what != What::Serve {
                        continue;
                    }
                    if act.what == What::In {
                        cooked.insert(id.clone(), as_cooked(&question, &told, plate));
                    }
                    question.happened.push(HappenedAsked {
                        plate: id.clone(),
                        event: Event::new(format!("{} {id}", act.id), act.at_s, happened.clone()),
                    });
                }
            }
            self.look(&mut question, &told, &cooked, &mut said);
            question.stood = stood(&told);
            told = service(&question, &mut runs).unwrap();
            if step % 3 == 0 {
                Self::compare(&question, &told, &cooked, &mut apart_s);
            }
            for ticket in told.tickets.iter().filter(|ticket| !ticket.done) {
                said_late_s.insert(ticket.id.clone(), ticket.late_s);
            }
            if told.tickets.iter().all(|ticket| ticket.done) {
                break;
            }
        }
        let landed = self.landed(&question, &told, &cooked);
        Came {
            told,
            said_late_s,
            landed,
            apart_s,
        }
    }

    /// What a cook finds in each pan: how hot it is, and what a probe shows.
    fn look(
        &self,
        question: &mut ServiceAsked,
        told: &Service,
        cooked: &BTreeMap<String, PlanAsked>,
        said: &mut BTreeSet<String>,
    ) {
        let on_heat = told
            .plates
            .iter()
            .filter(|plate| plate.now == StandsAt::OnHeat);
        for plate in on_heat.filter(|_| self.pan_k != 0.0) {
            let (Some(in_s), Some(off_s), Some(plan)) =
                (plate.in_s, plate.off_s, cooked.get(&plate.id))
            else {
                continue;
            };
            let now_s = question.now_s;
            if plate.method.as_deref() != Some("sear_skin_first") {
                continue;
            }
            let events = done(&question.happened, &plate.id, in_s);
            let mut all: Vec<&String> = plate.together.iter().chain([&plate.id]).collect();
            all.sort();
            let mut say = |what: String, happened: Happened| {
                for one in &all {
                    let id = format!("{what} {one}");
                    if said.insert(id.clone()) {
                        question.happened.push(HappenedAsked {
                            plate: (*one).clone(),
                            event: Event::new(id, now_s, happened.clone()),
                        });
                    }
                }
            };
            if now_s >= in_s + PAN_READ_S {
                let to_c = Some(HELD_C + self.pan_k);
                say("pan".into(), Happened::Heat { to_c, says: None });
            }
            let share = (now_s - in_s) / (off_s - in_s);
            let times = PROBED_AT.iter().filter(|at| **at <= share).count();
            if times > 0 {
                let hidden = Hidden::new(plan, self.truth(plate)).unwrap();
                let c = hidden.shows_c(&events, now_s - in_s).unwrap();
                let read = Event::probe("", now_s, c).happened;
                say(format!("probe {times}"), read);
            }
        }
    }

    /// What comes next of each piece on the heat, on the board and at the stove: the same, but for hands that are busy.
    fn compare(
        question: &ServiceAsked,
        told: &Service,
        cooked: &BTreeMap<String, PlanAsked>,
        apart_s: &mut Vec<f64>,
    ) {
        let on_heat = told
            .plates
            .iter()
            .filter(|plate| plate.now == StandsAt::OnHeat);
        for plate in on_heat {
            let (Some(in_s), Some(plan)) = (plate.in_s, cooked.get(&plate.id)) else {
                continue;
            };
            let its = question.happened.iter().filter(|one| one.plate == plate.id);
            let events = its.map(|one| Event {
                at_s: one.event.at_s - in_s,
                ..one.event.clone()
            });
            let stove = cook(&CookAsked {
                plan: plan.clone(),
                events: events.collect(),
                now_s: question.now_s - in_s,
                field: None,
                beside: vec![],
            })
            .unwrap();
            let both = [What::Turn, What::Off];
            let of_stove = stove.to_come.iter().find(|next| both.contains(&next.kind));
            let mine = |act: &&ActTold| act.plates.contains(&plate.id) && !act.done;
            let mut acts = told.acts.iter().filter(mine);
            let of_board = acts.find(|act| both.contains(&act.what));
            let (Some(of_stove), Some(of_board)) = (of_stove, of_board) else {
                panic!(
                    "{}: {of_stove:?} at the stove, {of_board:?} on the board",
                    plate.id
                )
            };
            assert_eq!(of_stove.kind, of_board.what, "{}", plate.id);
            let at_s = match of_stove.kind {
                What::Off => stove.off_heat_s,
                _ => of_stove.at_s,
            };
            // What is late at the stove is to be done now.
            apart_s.push((in_s + at_s).max(question.now_s) - of_board.at_s);
        }
    }

    /// The coldest point at its highest from the off to the table.
    fn landed(
        &self,
        question: &ServiceAsked,
        told: &Service,
        cooked: &BTreeMap<String, PlanAsked>,
    ) -> Vec<(String, f64, [f64; 2])> {
        let mut landed = vec![];
        for plate in &told.plates {
            let (Some(plan), Some(band_c)) = (cooked.get(&plate.id), plate.band_c) else {
                continue;
            };
            let its = question.happened.iter().filter(|one| one.plate == plate.id);
            let at = |what: Happened| {
                let mut its = its.clone();
                its.find(|one| one.event.happened == what)
                    .unwrap()
                    .event
                    .at_s
            };
            let (in_s, off_s, served_s) =
                (at(Happened::In), at(Happened::Off), at(Happened::SERVED));
            let events = done(&question.happened, &plate.id, in_s);
            // A tip every two millimetres about the middle: the coldest lies off it where one side had more heat.
            let tips = (-3..=3).map(|i| HiddenAsked {
                off_mm: 2.0 * f64::from(i),
                ..self.truth(plate)
            });
            let tips: Vec<Hidden<'_>> = tips.map(|tip| Hidden::new(plan, tip).unwrap()).collect();
            let coldest_c = |at_s: f64| {
                let shows = tips.iter().map(|tip| tip.shows_c(&events, at_s).unwrap());
                shows.fold(f64::MAX, f64::min)
            };
            let looks = (0..=8).map(|i| off_s + f64::from(i) / 8.0 * (served_s - off_s) - in_s);
            let highest_c = looks.map(coldest_c).fold(f64::MIN, f64::max);
            landed.push((plate.id.clone(), highest_c, band_c));
        }
        landed
    }
}

impl Came {
    /// Late by how much at most; so many of the plates landed in their band; the furthest out of it, K.
    fn figures(&self, words: &str) -> (f64, usize, f64) {
        assert!(
            self.told.tickets.iter().all(|ticket| ticket.done),
            "{words}: {:?}",
            self.told.tickets
        );
        let late = self.told.tickets.iter().map(|ticket| ticket.late_s);
        let late_s = late.fold(0.0, f64::max);
        let out_k = |(_, c, [low, high]): &(String, f64, [f64; 2])| (low - c).max(c - high);
        let inside = self.landed.iter().filter(|one| out_k(one) <= 0.0).count();
        let worst_k = self.landed.iter().map(out_k).fold(0.0, f64::max);
        note(
            format!("twelve covers played through {words}"),
            format!(
                "{late_s:.0} s late at most; {inside} of {} in their band, {worst_k:.1} K out at worst",
                self.landed.len()
            ),
            "60 s; all",
        );
        // A board and a stove that say different things are both of no use.
        let same = self.apart_s.iter().filter(|s| s.abs() <= 1.0).count();
        let worst_s = self
            .apart_s
            .iter()
            .fold(0.0, |worst: f64, s| worst.max(s.abs()));
        note(
            format!("board and stove say the same next, {words}"),
            format!(
                "{same} of {} looks, {worst_s:.0} s apart at worst",
                self.apart_s.len()
            ),
            "15 s, where hands are busy",
        );
        assert!(
            worst_s <= 15.0 && same * 10 >= self.apart_s.len() * 9,
            "{words}"
        );
        (late_s, inside, worst_k)
    }
}

/// On a home hob and on a line every plate is complete within a minute of its time, and in its band.
#[test]
fn twelve_covers_are_served_in_time_and_done() {
    for (line, words) in [(false, "on a home hob"), (true, "on a line")] {
        let came = Played::default().play(twelve(line));
        let (late_s, inside, _) = came.figures(words);
        assert!(late_s <= 60.0, "{words}: {:?}", came.told.tickets);
        assert_eq!(inside, came.landed.len(), "{words}: {:?}", came.landed);
        assert_eq!(came.landed.len(), 12);
    }
}

/// With every pan 25 K too cool and a cook away for two minutes: at most two plates late, by no more than three minutes, and
/// said before; at most two out of their band, and none by more than a kelvin.
#[test]
fn twelve_covers_survive_a_cool_pan_and_a_cook_away() {
    let each = [(false, 2000.0, "a home hob"), (true, 3300.0, "a line")];
    for (line, from_s, words) in each {
        let played = Played {
            pan_k: -25.0,
            away: Some((0, from_s)),
        };
        let came = played.play(twelve(line));
        let words = format!("on {words}, pans 25 K too cool, a cook away");
        let (late_s, inside, worst_k) = came.figures(&words);
        let late = |plate: &&PlateTold| {
            let mut tickets = came.told.tickets.iter();
            tickets.any(|ticket| ticket.id == plate.ticket && ticket.late_s > 60.0)
        };
        let late: Vec<&PlateTold> = came.told.plates.iter().filter(late).collect();
        assert!(late_s <= 180.0, "{words}: {:?}", came.told.tickets);
        assert!(late.len() <= 2, "{words}: {late:?}");
        for plate in late {
            assert!(
                came.said_late_s[&plate.ticket] > 0.0,
                "{words}: {}",
                plate.id
            );
        }
        assert!(
            inside + 2 >= came.landed.len(),
            "{words}: {:?}",
            came.landed
        );
        assert!(worst_k <= 1.0, "{words}: {:?}", came.landed);
    }
}

/// A piece that waits covered and warm goes on cooking: no slower than a slab of 54 C all through warms at its middle (exact
/// series, 14 W/(m2 K) to 60 C on both faces; a kelvin and a half less for two minutes of rest in the open), no faster than one that is covered at
/// once (an independent one-dimensional model by explicit differences).
#[test]
fn what_waits_goes_on_cooking() {
    let at_s = [300.0, 600.0, 1200.0];
    let slabs_c = [
        (15.0, [54.6, 55.3, 56.4]),
        (20.0, [54.35, 54.9, 55.8]),
        (30.0, [54.1, 54.4, 55.1]),
    ];
    let at_once_c = [57.0, 59.0, 61.0];
    for (mm, slab_c) in slabs_c {
        let asked = PlanAsked {
            piece: PieceAsked {
                fish: Some("cod".into()),
                thickness_mm: Some(mm),
                ..PieceAsked::default()
            },
            method: MethodAsked {
                kind: "hot_roast".into(),
                settings: vec![],
            },
            ..PlanAsked::default()
        };
        let planned = plan(&asked).unwrap();
        let waits = held(&asked, &planned).unwrap();
        let core_c = at_s.map(|s| waits.core_c(s));
        note(
            format!("cod of {mm:.0} mm covered at 60 C after 5, 10 and 20 min"),
            format!("{:.1}, {:.1}, {:.1} C", core_c[0], core_c[1], core_c[2]),
            "a slab, and covered at once",
        );
        for ((ours, slab), most) in core_c.iter().zip(slab_c).zip(at_once_c) {
            assert!((slab - 1.5..=most).contains(ours), "{mm}: {core_c:?}");
        }
        // What is not seen is within two kelvins of the band, and a moment later it is not.
        let most_c = planned.aim.band.high_c + 2.0;
        assert!(waits.core_c(waits.unseen_s - 30.0) <= most_c, "{mm}");
        assert!(
            waits.unseen_s >= 1800.0 || waits.core_c(waits.unseen_s + 30.0) > most_c,
            "{mm}"
        );
    }
}
