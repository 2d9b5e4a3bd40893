//! What a card trades: schools, a heat that is settled, several pieces at once. Each answer is held against plans
//! asked one by one, and against what must be so whatever the engine says.

use cindo_core::fish::PieceAsked;
use cindo_core::kit::{KitAsked, Kitchen, KitchenAsked};
use cindo_core::methods::{Method, Value};
use cindo_core::plan::{
    Among, BesideAsked, Company, Figures, MethodAsked, Most, PlanAsked, School, SettleAsked,
    Together, TogetherAsked, plan, schools, settle, together,
};
use cindo_core::run::{TimesAsked, TruthAsked};
use cindo_core::target::TargetAsked;

fn piece(fish: &str, cut: &str, mm: f64, n: u32) -> PieceAsked {
    PieceAsked {
        fish: Some(fish.into()),
        cut: Some(cut.into()),
        thickness_mm: Some(mm),
        mass_g: Some(6.0 * mm),
        pieces: Some(n),
        ..PieceAsked::default()
    }
}

fn asked(kind: &str, piece: PieceAsked) -> PlanAsked {
    PlanAsked {
        piece,
        method: MethodAsked {
            kind: kind.into(),
            settings: vec![],
        },
        ..PlanAsked::default()
    }
}

/// All of its answers come to the same here.
fn same(school: &School) -> bool {
    school
        .options
        .windows(2)
        .all(|pair| pair[0].settings == pair[1].settings)
}

/// Every answer of every school is the plan that anybody gets who sets the card so.
#[test]
fn law_a_school_is_the_plan_that_is_set_so() {
    for (kind, cut, mm) in [
        ("sear_skin_first", "fillet", 25.0),
        ("grill_direct", "fillet", 22.0),
        ("whole_roast", "whole_round", 45.0),
        ("shallow_poach", "fillet", 30.0),
        ("deep_fry_batter", "fillet", 18.0),
    ] {
        let fish = if cut == "whole_round" {
            "sea_bream"
        } else {
            "hake"
        };
        let question = asked(kind, piece(fish, cut, mm, 2));
        let told = schools(&question).unwrap();
        assert!(told.len() >= 2, "{kind}");
        for school in &told {
            let now = school.options.iter().filter(|o| o.now).count();
            assert!(
                now <= 1 || same(school),
                "{kind}: {} {now}",
                school.question
            );
            for option in &school.options {
                let mut other = question.clone();
                other.method.settings.clone_from(&option.settings);
                if let Some(mm) = option.thin_end_mm {
                    other.piece.thin_end_mm = mm;
                }
                if let Some(scored) = option.scored {
                    other.piece.scored = scored;
                }
                if option.level == Some("food_safety") {
                    other.target = TargetAsked::Level("food_safety".into());
                }
                if let Some(Some([low_c, high_c])) = option.band_c {
                    other.target = TargetAsked::Band(low_c, high_c);
                }
                let alone = Figures::of(&plan(&other).unwrap());
                if option.band_c.flatten().is_none() {
                    assert_eq!(alone, option.figures, "{kind}: {}", option.says);
                    continue;
                }
                // Who waits for a sign sets its band; what it costs is held against what is usual.
                let by = alone.off_heat_s / option.figures.off_heat_s - 1.0;
                assert!(by.abs() < 0.12, "{kind}: {} {by}", option.says);
                let ours = school.options[0].figures;
                assert!(option.figures.off_heat_s >= ours.off_heat_s);
                assert!(option.figures.overcooked_share >= ours.overcooked_share);
            }
        }
    }
}

/// What the cook has set himself stays through a school that is about something else.
#[test]
fn law_a_school_leaves_alone_what_it_is_not_about() {
    let mut question = asked("sear_skin_first", piece("hake", "fillet", 25.0, 1));
    question.method.settings = vec![
        ("pan_c".into(), Value::Number(200.0)),
        ("hold_c".into(), Value::Number(175.0)),
    ];
    let told = schools(&question).unwrap();
    let turns = told.iter().find(|s| s.about == ["turn_share"]).unwrap();
    let half = turns
        .options
        .iter()
        .find(|o| o.says == "half and half")
        .unwrap();
    question
        .method
        .settings
        .push(("turn_share".into(), Value::Number(0.5)));
    assert_eq!(Figures::of(&plan(&question).unwrap()), half.figures);
}

/// Common practice, no source: skin first keeps most of the time below, half and half browns the top as well and
/// dries the skin less; open poaching is slower than under a lid; guests at risk wait longer.
#[test]
fn schools_differ_as_cooks_say() {
    let find = |kind: &str, p: PieceAsked, about: &str| {
        let told = schools(&asked(kind, p)).unwrap();
        told.into_iter()
            .find(|s| {
                s.about.contains(&about) || (about.is_empty() && s.options[0].level.is_some())
            })
            .unwrap()
            .options
    };
    let turn = find(
        "sear_skin_first",
        piece("hake", "fillet", 25.0, 1),
        "turn_share",
    );
    assert!(turn[0].figures.overcooked_share < turn[2].figures.overcooked_share);
    let lid = find("shallow_poach", piece("hake", "fillet", 30.0, 1), "lid");
    assert!(lid[1].figures.off_heat_s > 1.1 * lid[0].figures.off_heat_s);
    let safe = find("steam", piece("hake", "fillet", 25.0, 1), "");
    assert!(safe[1].figures.off_heat_s > 1.2 * safe[0].figures.off_heat_s);
    assert!(safe[1].figures.overcooked_share > safe[0].figures.overcooked_share);
}

/// Tucked under, the thin end is past done no more than it was; trimmed off there is none.
#[test]
fn a_thin_end_is_tucked_or_trimmed() {
    let mut question = asked("sear_skin_first", piece("hake", "fillet", 25.0, 1));
    question.piece.thin_end_mm = Some(11.0);
    let told = schools(&question).unwrap();
    let thin = told
        .iter()
        .find(|s| s.options[0].thin_end_mm.is_some())
        .unwrap();
    let [as_is, tucked, trimmed] = thin.options.as_slice() else {
        panic!("three answers");
    };
    assert!(as_is.now && !tucked.now && !trimmed.now);
    assert_eq!(tucked.thin_end_mm, Some(Some(22.0)));
    assert_eq!(trimmed.figures.thin_overcooked_share, None);
    let (before, after) = (
        as_is.figures.thin_overcooked_share.unwrap(),
        tucked.figures.thin_overcooked_share.unwrap(),
    );
    assert!(after < before, "{after} {before}");
}

/// Every point of the curve is the plan at that heat, whatever is asked for most of.
#[test]
fn law_a_curve_is_made_of_plans() {
    for (kind, key) in [
        ("sear_skin_first", "hold_c"),
        ("hot_roast", "oven_c"),
        ("deep_fry_batter", "oil_c"),
    ] {
        let question = asked(kind, piece("haddock", "fillet", 22.0, 2));
        let settled = settle(&SettleAsked {
            plan: question.clone(),
            most: Most::Tender,
            within_s: None,
            crust_mm: None,
        })
        .unwrap();
        assert_eq!(settled.key, key);
        assert!(
            settled
                .curve
                .windows(2)
                .all(|pair| pair[1].value > pair[0].value)
        );
        for point in settled.curve.iter().step_by(5) {
            let mut other = question.clone();
            other.method.settings = vec![(key.into(), Value::Number(point.value))];
            assert_eq!(
                Figures::of(&plan(&other).unwrap()),
                point.figures,
                "{kind} {}",
                point.value
            );
        }
    }
}

/// A lid that is forgotten, and a piece left in its pan: as a simulation of just that.
#[test]
fn law_left_in_the_pan_it_goes_on_and_never_the_other_way() {
    // Its last side has hardly a crust yet, so heat goes on into it.
    let question = asked("sear_skin_first", piece("hake", "fillet", 25.0, 1));
    let planned = plan(&question).unwrap();
    let left = |question: &PlanAsked| {
        let truth = TruthAsked {
            left_in: true,
            ..TruthAsked::default()
        };
        plan(&PlanAsked {
            truth: Some(truth),
            ..question.clone()
        })
        .unwrap()
    };
    let came = left(&question);
    assert_eq!(came.off_heat_s, planned.off_heat_s);
    // Common practice, no source: a pan off the heat goes on cooking for minutes.
    let by_k = came.outcome.core_peak_c - planned.outcome.core_peak_c;
    assert!(by_k > 3.0, "{by_k}");
    // The pan cools: it is less than leaving the fire on for as long.
    let on = plan(&PlanAsked {
        late_s: planned.rest_s,
        ..question.clone()
    })
    .unwrap();
    assert!(came.outcome.core_peak_c < on.outcome.core_peak_c);
    // On a rack nothing hot is left to lie on: it is the rest that counts there.
    let steam = asked("steam", piece("hake", "fillet", 25.0, 1));
    assert!(left(&steam).outcome.core_peak_c > plan(&steam).unwrap().outcome.core_peak_c);
}

/// Without its lid the top of a poached piece lags.
#[test]
fn law_a_forgotten_lid_falls_short() {
    let question = asked("shallow_poach", piece("hake", "fillet", 30.0, 1));
    let planned = plan(&question).unwrap();
    let mut without = question.clone();
    without.method.settings = vec![("lid".into(), Value::Flag(false))];
    without.times = Some(TimesAsked {
        sides_s: planned.sides_s.clone(),
        rest_s: planned.rest_s,
    });
    let came = plan(&without).unwrap();
    assert!((came.off_heat_s - planned.off_heat_s).abs() < 1e-6);
    assert!(came.outcome.core_peak_c < planned.outcome.core_peak_c - 1.0);
    // And the sides that a plan answers are the times it is asked by.
    let mut again = question;
    again.times = without.times;
    let same = plan(&again).unwrap();
    assert!((same.outcome.core_peak_c - planned.outcome.core_peak_c).abs() < 0.01);
    assert_eq!(same.turns_s, planned.turns_s);
}

/// The sides of every way add up to its time, and asked for again they give the same turns.
#[test]
fn law_sides_add_up_in_every_way() {
    for method in Method::all() {
        let whole = matches!(method.kind, "salt_crust" | "grill_basket" | "whole_roast");
        let cut = if whole { "whole_round" } else { "fillet" };
        let fish = if whole { "sea_bream" } else { "hake" };
        let question = asked(
            method.kind,
            piece(fish, cut, if whole { 40.0 } else { 25.0 }, 1),
        );
        let planned = plan(&question).unwrap();
        let sum: f64 = planned.sides_s.iter().sum();
        assert!((sum - planned.off_heat_s).abs() < 1e-6, "{}", method.kind);
        let again = plan(&PlanAsked {
            times: Some(TimesAsked {
                sides_s: planned.sides_s.clone(),
                rest_s: planned.rest_s,
            }),
            ..question
        })
        .unwrap();
        for (a, b) in planned.turns_s.iter().zip(&again.turns_s) {
            assert!((a - b).abs() < 1.0, "{}: {a} {b}", method.kind);
        }
    }
}

fn beside(mm: f64, n: u32) -> BesideAsked {
    BesideAsked {
        thickness_mm: mm,
        pieces: n,
        mass_g: None,
        fish: None,
    }
}

fn company(kind: &str, first: PieceAsked, others: Vec<BesideAsked>, company: Company) -> Together {
    together(&TogetherAsked {
        plan: asked(kind, first),
        beside: others,
        company,
    })
    .unwrap()
}

/// Two like pieces named apart are the plan of two.
#[test]
fn law_like_pieces_named_apart_are_the_plan_of_both() {
    for kind in ["sear_both_sides", "deep_fry_dusted", "steam"] {
        let apart = company(
            kind,
            piece("hake", "fillet", 22.0, 1),
            vec![beside(22.0, 1)],
            Company::OutAtOnce,
        );
        let mut question = asked(kind, piece("hake", "fillet", 22.0, 2));
        if kind != "deep_fry_dusted" {
            question.method.settings.clear();
        }
        let both = plan(&question).unwrap();
        let [a, b] = apart.pieces.as_slice() else {
            panic!("two pieces");
        };
        assert!((a.on_heat_s - b.on_heat_s).abs() < 1.0);
        let apart_s = a.on_heat_s;
        assert!(
            (apart_s / both.off_heat_s - 1.0).abs() < 0.04,
            "{kind}: {apart_s} {}",
            both.off_heat_s
        );
    }
}

/// Thick and thin in one pan: each ends in its band, the thick goes in first, and none of it hangs on who is named
/// first.
#[test]
fn law_thick_and_thin_end_right_together() {
    let right = |among: &Among| {
        let band = among.alone.aim.band;
        let peak = among.outcome.core_peak_c;
        assert!(
            (band.low_c - 0.3..band.high_c + 0.3).contains(&peak),
            "{peak} {band:?}"
        );
    };
    for kind in [
        "sear_both_sides",
        "sear_skin_first",
        "shallow_poach",
        "hot_roast",
        "slow_bake",
    ] {
        let one = company(
            kind,
            piece("hake", "fillet", 30.0, 2),
            vec![beside(18.0, 1)],
            Company::OutAtOnce,
        );
        let [thick, thin] = one.pieces.as_slice() else {
            panic!("two pieces");
        };
        assert!(thick.in_s == 0.0 && thin.in_s > 30.0, "{kind}");
        assert!(
            (thick.off_s - thin.off_s).abs() < 2.0,
            "{kind} {} {}",
            thick.off_s,
            thin.off_s
        );
        one.pieces.iter().for_each(right);
        let other = company(
            kind,
            piece("hake", "fillet", 18.0, 1),
            vec![BesideAsked {
                mass_g: Some(180.0),
                ..beside(30.0, 2)
            }],
            Company::OutAtOnce,
        );
        let by = (other.pieces[1].on_heat_s / thick.on_heat_s - 1.0).abs();
        // What is fitted is fitted to the first: only where nothing is, the order must not count.
        if thick.alone.fitted.is_empty() {
            assert!(by < 0.03, "{kind} {by}");
        }
        let at_once = company(
            kind,
            piece("hake", "fillet", 30.0, 2),
            vec![beside(18.0, 1)],
            Company::InAtOnce,
        );
        assert!(at_once.pieces.iter().all(|among| among.in_s == 0.0));
        assert!(at_once.pieces[1].off_s < at_once.pieces[0].off_s);
        at_once.pieces.iter().for_each(right);
    }
}

/// In a pan that others cool the plate is colder than alone in it; their steam keeps the top warm, so that it takes hardly
/// less for all that; in steam nobody minds.
#[test]
fn law_company_in_a_pan_costs_time_and_in_steam_none() {
    let alone_s = |kind: &str| {
        plan(&asked(kind, piece("hake", "fillet", 25.0, 1)))
            .unwrap()
            .off_heat_s
    };
    let with = |kind: &str| {
        let told = company(
            kind,
            piece("hake", "fillet", 25.0, 1),
            vec![beside(20.0, 3)],
            Company::InAtOnce,
        );
        (told.pieces[0].on_heat_s, told.low_c)
    };
    // In the heat that is set, alone and in company the same.
    let (steam_s, none) = with("steam");
    assert!((steam_s / alone_s("steam") - 1.0).abs() < 0.01, "{steam_s}");
    assert!(none.is_none());
    let (pan_s, low_c) = with("sear_both_sides");
    let alone = plan(&asked("sear_both_sides", piece("hake", "fillet", 25.0, 1))).unwrap();
    assert!(pan_s > 0.98 * alone.off_heat_s, "{pan_s}");
    let (low_c, alone_c) = (low_c.unwrap(), alone.outcome.reservoir_low_c.unwrap());
    assert!(low_c < alone_c - 3.0, "{low_c} {alone_c}");
    // A bath counts pieces.
    let (poach_s, low_c) = with("shallow_poach");
    let alone = alone_s("shallow_poach");
    assert!(poach_s > alone, "{poach_s} {alone}");
    assert!(low_c.unwrap() < 88.0);
}

/// For guests at risk nobody in the pan stays below the figure, and a school that would says why it does not do.
#[test]
fn guests_at_risk_are_told_in_company_too() {
    let mut question = asked("sear_both_sides", piece("hake", "fillet", 25.0, 1));
    question.eaters = cindo_core::fish::Eaters::OldOrIll;
    let ask = |question: &PlanAsked| {
        together(&TogetherAsked {
            plan: question.clone(),
            beside: vec![BesideAsked {
                fish: Some("char".into()),
                ..beside(18.0, 1)
            }],
            company: Company::OutAtOnce,
        })
        .unwrap()
    };
    let refused = ask(&question);
    assert!(!refused.refused.is_empty() && refused.pieces.is_empty());
    question.target = TargetAsked::Level("food_safety".into());
    let safe = ask(&question);
    assert!(safe.refused.is_empty() && safe.pieces.len() == 2);
    for among in &safe.pieces {
        assert!(
            among.outcome.core_peak_c >= 63.0,
            "{}",
            among.outcome.core_peak_c
        );
    }
    let told = schools(&question).unwrap();
    let figure = told.iter().find(|s| s.options[0].level.is_some()).unwrap();
    assert!(figure.options[0].why_not.is_some() && figure.options[1].why_not.is_none());
}

#[test]
fn what_is_no_company_is_refused_by_its_place() {
    let ask = |beside: Vec<BesideAsked>| {
        together(&TogetherAsked {
            plan: asked("steam", piece("hake", "fillet", 25.0, 1)),
            beside,
            company: Company::OutAtOnce,
        })
    };
    assert_eq!(ask(vec![]).unwrap_err().field(), "beside");
    assert_eq!(
        ask(vec![beside(20.0, 1), beside(500.0, 1)])
            .unwrap_err()
            .field(),
        "beside[1].thickness_mm"
    );
    let unknown = BesideAsked {
        fish: Some("unicorn".into()),
        ..beside(20.0, 1)
    };
    assert_eq!(ask(vec![unknown]).unwrap_err().field(), "beside[0].fish");
}

/// Of a kitchen that lacks a thing, the ways that need it are out with a word why, and the others are as they were.
#[test]
fn law_what_a_kitchen_lacks_takes_ways_away_and_changes_no_other() {
    use cindo_core::plan::{RankAsked, Tonight, Wishes, rank};
    let ask = |kitchen: Kitchen| {
        rank(&RankAsked {
            piece: piece("hake", "fillet", 25.0, 2),
            target: TargetAsked::Usual,
            kitchen,
            eaters: cindo_core::fish::Eaters::Everyone,
            wishes: Wishes::default(),
            tonight: Tonight::default(),
            field: None,
        })
        .unwrap()
    };
    let lacking: KitAsked =
        serde_json::from_str(r#"{ "fryers": [], "grates": [], "steamers": [] }"#).unwrap();
    let all = ask(Kitchen::SEA_LEVEL);
    let some = ask(Kitchen::new(&KitchenAsked {
        kit: Some(lacking),
        ..KitchenAsked::default()
    })
    .unwrap());
    for way in &some.ways {
        let before = all
            .ways
            .iter()
            .find(|w| w.method.kind == way.method.kind)
            .unwrap();
        let gone = before.suits && !way.suits;
        let needs = [
            "deep_fry",
            "grill_direct",
            "grill_basket",
            "grill_upright",
            "steam",
        ];
        let may = needs.iter().any(|kind| way.method.kind.starts_with(kind));
        assert!(!gone || may, "{}", way.method.kind);
        if gone {
            assert!(
                way.reasons.iter().any(|r| r.code == "not_here"),
                "{}",
                way.method.kind
            );
        } else if let (Some(a), Some(b)) = (&way.plan, &before.plan) {
            assert_eq!(a.off_heat_s, b.off_heat_s);
        }
    }
    assert!(
        some.ways
            .iter()
            .any(|w| !w.suits && w.method.kind == "deep_fry_batter")
    );
}

/// Who waits at the stove for the bone to fall free, or for a tester to slide, is late: the same run left on until then shows
/// the sign as it comes off, and pays for it outside. Common practice, no source: off while it holds.
#[test]
fn waiting_for_a_sign_has_its_cost() {
    for (kind, fish, cut, mm, sign) in [
        ("whole_roast", "sea_bream", "whole_round", 45.0, "bone"),
        ("steam", "hake", "fillet", 25.0, "tester"),
    ] {
        let question = asked(kind, piece(fish, cut, mm, 1));
        let told = schools(&question).unwrap();
        let school = told.iter().find(|s| s.options[0].band_c.is_some()).unwrap();
        let [ours, waits] = [&school.options[0], &school.options[1]];
        let band = waits.band_c.flatten().unwrap();
        assert!(
            ours.now && !waits.now && ours.band_c == Some(None),
            "{kind}"
        );
        assert!(
            waits.figures.off_heat_s > ours.figures.off_heat_s + 20.0,
            "{kind}"
        );
        let cost = waits.figures.overcooked_share - ours.figures.overcooked_share;
        assert!(cost > 0.04, "{kind} {cost}");
        let set = plan(&PlanAsked {
            target: TargetAsked::Band(band[0], band[1]),
            ..question.clone()
        })
        .unwrap();
        let signs: Vec<&str> = set
            .steps
            .iter()
            .flat_map(|s| &s.signs)
            .map(|t| t.sign)
            .collect();
        assert!(signs.contains(&sign), "{kind} {signs:?}");
        // And who has set it is told so, with the way back.
        let again = schools(&PlanAsked {
            target: TargetAsked::Band(band[0], band[1]),
            ..question
        })
        .unwrap();
        let school = again
            .iter()
            .find(|s| s.options[0].band_c.is_some())
            .unwrap();
        assert!(!school.options[0].now, "{kind}");
    }
}
