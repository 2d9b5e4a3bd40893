//! Words of the methods follow the piece, what was chosen and what the kit needs to get hot.

use cindo_core::choice::{Tonight, Wishes};
use cindo_core::fish::{Eaters, PieceAsked};
use cindo_core::kit::{Allergen, Kit, Kitchen, Pot};
use cindo_core::methods::{Method, Value};
use cindo_core::plan::{MethodAsked, Plan, PlanAsked, RankAsked, plan, rank};
use cindo_core::run::Hot;
use cindo_core::run::What;
use cindo_core::target::{Rules, TargetAsked};

fn told(method: &Method, change: impl FnOnce(&mut PieceAsked), settings: &[(&str, Value)]) -> Plan {
    let mut piece = PieceAsked {
        fish: Some("haddock".into()),
        thickness_mm: Some(22.0),
        ..PieceAsked::default()
    };
    change(&mut piece);
    let settings = settings
        .iter()
        .map(|(k, v)| ((*k).to_owned(), v.clone()))
        .collect();
    plan(&PlanAsked {
        piece,
        method: MethodAsked {
            kind: method.kind.into(),
            settings,
        },
        target: TargetAsked::Usual,
        ..PlanAsked::default()
    })
    .unwrap()
}

/// Everything a card says, in small letters.
fn words(plan: &Plan) -> String {
    let mut all = String::new();
    for step in &plan.steps {
        all += &step.act.words;
        step.cues.iter().for_each(|cue| all += cue);
        step.cautions.iter().for_each(|c| all += &c.message);
        all += " ";
    }
    all.to_lowercase()
}

/// No word of skin where there is none, none of a spine or a bone where there is none; both where they
/// are.
#[test]
fn law_words_follow_skin_and_bone() {
    let for_fillets =
        |method: &&&Method| !["whole_roast", "salt_crust", "grill_upright"].contains(&method.kind);
    for method in Method::all().iter().filter(for_fillets) {
        let bare = words(&told(method, |p| p.skin = Some("off".into()), &[]));
        assert!(!bare.contains("skin"), "{}: {bare}", method.kind);
        for word in ["spine", "bone"] {
            assert!(!bare.contains(word), "{} says {word}: {bare}", method.kind);
        }
        let boned = words(&told(method, |p| p.bone = true, &[]));
        assert!(boned.contains("bone"), "{}: {boned}", method.kind);
    }
    for kind in [
        "steam",
        "deep_poach",
        "parcel",
        "whole_roast",
        "grill_basket",
    ] {
        let whole = |p: &mut PieceAsked| {
            p.fish = Some("sea_bass".into());
            p.cut = Some("whole_round".into());
            p.thickness_mm = Some(40.0);
        };
        let said = words(&told(Method::find(kind).unwrap(), whole, &[]));
        assert!(said.contains("fins stab"), "{kind}: {said}");
    }
}

/// How it is served belongs to the way: no rest is praised where there is none.
#[test]
fn practice_each_way_is_served_as_it_is() {
    let serve = |kind: &str, scales: bool| {
        let whole = ["salt_crust", "whole_roast"].contains(&kind);
        let plan = told(
            Method::find(kind).unwrap(),
            |p| {
                if kind == "rare_sear" {
                    p.fish = Some("tuna".into());
                }
                if whole {
                    p.cut = Some("whole_round".into());
                    p.scales = scales;
                }
            },
            &[],
        );
        let last = plan.steps.last().unwrap();
        assert_eq!(last.what(), What::Serve, "{kind}");
        last.act.words.to_lowercase()
    };
    for (kind, scales, says) in [
        ("salt_crust", true, "crack the crust"),
        ("whole_roast", true, "skin and scales off"),
        ("deep_fry_batter", false, "crisp"),
        ("deep_fry_dusted", false, "crisp"),
        ("rare_sear", false, "at once"),
        ("parcel", false, "open at the table"),
    ] {
        assert!(
            serve(kind, scales).contains(says),
            "{kind}: {}",
            serve(kind, scales)
        );
    }
    assert!(!serve("whole_roast", false).contains("scales"));
    assert_eq!(serve("sear_skin_first", false), "serve");
}

/// Where it can burn or choke, the card says so.
#[test]
fn practice_cautions_stand_where_the_risk_is() {
    for (kind, settings, says) in [
        ("steam", vec![], "hot oil on wet fish"),
        (
            "shallow_poach",
            vec![("lid", Value::Flag(true))],
            "steam burns",
        ),
        ("pan_steam", vec![("lid", Value::Flag(true))], "steam burns"),
        (
            "hot_roast",
            vec![("covered", Value::Flag(true))],
            "steam burns",
        ),
        ("grill_direct", vec![], "only outdoors"),
        ("grill_basket", vec![], "only outdoors"),
        ("grill_direct", vec![], "marinade"),
        ("deep_fry_batter", vec![], "no water"),
    ] {
        let said = words(&told(Method::find(kind).unwrap(), |_| (), &settings));
        assert!(said.contains(says), "{kind}: {said}");
    }
    let open = vec![("lid", Value::Flag(false))];
    let said = words(&told(Method::find("shallow_poach").unwrap(), |_| (), &open));
    assert!(!said.contains("steam burns"), "{said}");
}

/// Allergens are what was chosen, no more and no less.
#[test]
fn allergens_are_what_was_chosen() {
    use Allergen::*;
    let word = |w: &str| Value::Word(w.into());
    for (kind, settings, all) in [
        ("steam", vec![], vec![Fish]),
        ("sear_skin_first", vec![], vec![Fish]),
        (
            "sear_skin_first",
            vec![("fat", word("butter"))],
            vec![Fish, Milk],
        ),
        (
            "sear_both_sides",
            vec![("fat", word("sesame"))],
            vec![Fish, Sesame],
        ),
        (
            "deep_fry_dusted",
            vec![("fat", word("peanut_refined"))],
            vec![Fish, Wheat, Peanut],
        ),
        (
            "deep_fry_batter",
            vec![("batter", word("beer"))],
            vec![Fish, Wheat, Barley],
        ),
        (
            "deep_fry_batter",
            vec![("batter", word("milk"))],
            vec![Fish, Milk, Egg, Wheat],
        ),
        (
            "hot_roast",
            vec![("coating", word("crust"))],
            vec![Fish, Egg, Nuts, Mustard],
        ),
        (
            "slow_bake",
            vec![("coating", word("butter"))],
            vec![Fish, Milk],
        ),
        ("shallow_poach", vec![], vec![Fish, Celery]),
    ] {
        let plan = told(Method::find(kind).unwrap(), |_| (), &settings);
        assert_eq!(plan.allergens, all, "{kind}");
        let first = &plan.steps[0].cautions;
        let said = first.iter().find(|c| c.code == "allergens").unwrap();
        assert_eq!(said.message, Allergen::sentence(&all, Rules::Us), "{kind}");
    }
}

/// What the words tell a cook to put on it is among what it contains: on cards, and in what stands beside a way in a ranking.
#[test]
fn law_no_word_names_a_food_without_its_allergen() {
    let held = |plan: &Plan, said: &[&str], what: &str| {
        for words in said {
            for named in Allergen::named_in(words) {
                assert!(
                    plan.allergens.contains(&named),
                    "{what}: {named:?} in {words:?}"
                );
            }
        }
    };
    for method in Method::all() {
        let plan = told(method, |_| (), &[]);
        held(
            &plan,
            &[&words(&plan), method.summary, method.name],
            method.kind,
        );
    }
    for (fish, cut, mm) in [
        ("skate", "wing", 14.0),
        ("sole", "fillet", 8.0),
        ("plaice", "whole_flat", 22.0),
        ("halibut", "whole_flat", 60.0),
        ("herring", "fillet", 9.0),
        ("eel", "steak", 30.0),
        ("trout", "whole_round", 30.0),
        ("salmon", "fillet", 28.0),
        ("cod", "loin", 38.0),
        ("haddock", "fillet", 18.0),
        ("hake", "steak", 25.0),
        ("monkfish", "tail", 50.0),
        ("anchovy", "small_whole", 10.0),
        ("tuna", "loin", 40.0),
    ] {
        let piece = PieceAsked {
            fish: Some(fish.into()),
            cut: Some(cut.into()),
            thickness_mm: Some(mm),
            ..PieceAsked::default()
        };
        let ranked = rank(&RankAsked {
            piece,
            target: TargetAsked::Usual,
            kitchen: Kitchen::SEA_LEVEL,
            eaters: Eaters::Everyone,
            wishes: Wishes::default(),
            tonight: Tonight::default(),
            field: None,
        });
        for way in ranked.unwrap().ways {
            let Some(plan) = &way.plan else { continue };
            let mut said: Vec<&str> = way.reasons.iter().map(|r| r.message.as_str()).collect();
            let card = words(plan);
            said.push(&card);
            held(plan, &said, &format!("{fish} {cut}, {}", way.method.kind));
        }
    }
}

/// Heating-up by hand: 1.5 l of water by 66 K with 2200 W less 4 W/K lost, `C/U ln(P / (P - U dT))`; and
/// what is larger or hotter takes longer, what is stronger less.
#[test]
fn exact_heating_up() {
    let poach = |settings: &[(&str, Value)]| {
        let plan = told(Method::find("shallow_poach").unwrap(), |_| (), settings);
        (
            plan.heating[0],
            plan.to_plate_s() - plan.off_heat_s - plan.rest_s,
        )
    };
    let (heating, counted_s) = poach(&[]);
    let pot = Kit::ALL.find::<Pot>("wide").unwrap();
    let (capacity, loss) = (4100.0 * pot.liquid_l.at(), pot.loss_w_k.at());
    let by_hand = capacity / loss * (2200.0 / (2200.0 - loss * 66.0_f64)).ln();
    assert_eq!((heating.what, heating.to_c), (Hot::Liquid, 88.0));
    assert!((heating.s - by_hand).abs() < 0.5, "{} {by_hand}", heating.s);
    assert!(
        (counted_s - heating.s).abs() < 1e-9,
        "counted in the time to the plate"
    );
    let word = |w: &str| Value::Word(w.into());
    assert!(poach(&[("pot", word("deep"))]).0.s > 2.0 * heating.s);
    assert!(poach(&[("hob", word("strong_gas"))]).0.s < heating.s);
    for method in Method::all() {
        let plan = told(method, |_| (), &[]);
        assert!(
            plan.heat_up_s() >= 30.0 && plan.heat_up_s() <= 1800.0,
            "{}",
            method.kind
        );
        // The first step is set to begin when the slowest of it has to be lit.
        let first = plan.steps.iter().map(|s| s.at_s()).fold(0.0, f64::min);
        assert!((first + plan.heat_up_s()).abs() < 1e-9, "{}", method.kind);
    }
}
