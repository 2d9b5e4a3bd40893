//! What tonight leaves open takes ways away and changes nothing else; what is wished moves them the right way.

use cindo_core::fish::{Eaters, PieceAsked};
use cindo_core::kit::{Allergen, Kitchen};
use cindo_core::plan::{Plan, RankAsked, Ranked, Tonight, Wishes, rank};
use cindo_core::run::Hot;
use cindo_core::target::TargetAsked;

fn pieces() -> Vec<PieceAsked> {
    let piece = |fish: &str, cut: &str, mm: f64| PieceAsked {
        fish: Some(fish.into()),
        cut: Some(cut.into()),
        thickness_mm: Some(mm),
        ..PieceAsked::default()
    };
    vec![
        piece("hake", "fillet", 25.0),
        piece("sea_bream", "whole_round", 42.0),
        piece("plaice", "fillet", 12.0),
        piece("cod", "loin", 35.0),
    ]
}

fn asked(piece: &PieceAsked) -> RankAsked {
    RankAsked {
        piece: piece.clone(),
        target: TargetAsked::Usual,
        kitchen: Kitchen::SEA_LEVEL,
        eaters: Eaters::Everyone,
        wishes: Wishes::default(),
        tonight: Tonight::default(),
        field: None,
    }
}

fn with(piece: &PieceAsked, tonight: Tonight) -> Ranked {
    let asked = RankAsked {
        tonight,
        ..asked(piece)
    };
    rank(&asked).unwrap()
}

/// Every way that suits without the limit and is against it is out with that word; every other stays as it was.
fn takes_away(tonight: &Tonight, code: &str, against: impl Fn(&Plan) -> bool) -> usize {
    let mut taken = 0;
    for piece in pieces() {
        let (free, held) = (rank(&asked(&piece)).unwrap(), with(&piece, tonight.clone()));
        for way in free.ways.iter().filter(|way| way.suits) {
            let kind = way.method.kind;
            let plan = way.plan.as_ref().unwrap();
            let now = held.ways.iter().find(|w| w.method.kind == kind).unwrap();
            if against(plan) {
                assert!(!now.suits && now.plan.is_none(), "{kind}");
                let codes: Vec<_> = now.reasons.iter().map(|r| r.code).collect();
                assert_eq!(codes, [code], "{kind}");
                taken += 1;
            } else {
                assert!(now.suits, "{kind}");
                assert_eq!(now.plan.as_ref().unwrap().off_heat_s, plan.off_heat_s);
            }
        }
    }
    taken
}

#[test]
fn law_tonight_takes_away_what_it_says_and_nothing_else() {
    for what in [Hot::Oven, Hot::Pan, Hot::Oil, Hot::Liquid, Hot::Grill] {
        let tonight = Tonight {
            lacks: vec![what],
            ..Tonight::default()
        };
        let heats = |plan: &Plan| plan.heating.iter().any(|h| h.what == what);
        assert!(takes_away(&tonight, "not_here", heats) > 0, "{what:?}");
    }
    let tonight = Tonight {
        without: vec![Allergen::Wheat, Allergen::Egg],
        ..Tonight::default()
    };
    let has = |plan: &Plan| tonight.without.iter().any(|a| plan.allergens.contains(a));
    assert!(takes_away(&tonight, "not_for_all", has) > 0);
    let tonight = Tonight {
        within_s: Some(1200.0),
        ..Tonight::default()
    };
    let late = |plan: &Plan| plan.to_plate_s() > 1200.0;
    assert!(takes_away(&tonight, "too_late", late) > 0);
}

#[test]
fn a_time_that_no_evening_has_is_refused_by_name() {
    for within_s in [-1.0, 1e6, f64::NAN] {
        let asked = RankAsked {
            tonight: Tonight {
                within_s: Some(within_s),
                ..Tonight::default()
            },
            ..asked(&pieces()[0])
        };
        assert_eq!(rank(&asked).unwrap_err().field(), "tonight.within_s");
    }
}

/// Of two ways the one that is better in what is wished, and stood in front, stays in front.
#[test]
fn law_a_wish_never_lowers_a_way_that_is_better_in_it() {
    type Better = fn(&Plan) -> f64;
    let wishes: [(Wishes, Better); 4] = [
        (
            Wishes {
                quick: true,
                ..Wishes::default()
            },
            |plan| -plan.to_plate_s(),
        ),
        (
            Wishes {
                crisp: true,
                ..Wishes::default()
            },
            // A crust counts where it is what the way is for.
            |plan| {
                if plan.method.browns {
                    plan.crisp_mm
                } else {
                    0.0
                }
            },
        ),
        (
            Wishes {
                tender: true,
                ..Wishes::default()
            },
            |plan| (1.0 - plan.outcome.overcooked_share) * (1.0 + plan.outcome.even_share),
        ),
        (
            Wishes {
                hands_off: true,
                ..Wishes::default()
            },
            |plan| plan.method.nature.hands_off,
        ),
    ];
    for piece in pieces() {
        let free = rank(&asked(&piece)).unwrap();
        for (wishes, better) in wishes {
            let asked = RankAsked {
                wishes,
                ..asked(&piece)
            };
            let wished = rank(&asked).unwrap();
            let place = |kind: &str| wished.ways.iter().position(|w| w.method.kind == kind);
            let suit: Vec<_> = free.ways.iter().filter(|w| w.suits).collect();
            for (i, ahead) in suit.iter().enumerate() {
                for behind in &suit[i + 1..] {
                    let [a, b] = [ahead, behind].map(|w| better(w.plan.as_ref().unwrap()));
                    if a >= b {
                        let kinds = [ahead, behind].map(|w| w.method.kind);
                        let [a, b] = kinds.map(place);
                        assert!(a < b, "{kinds:?} {wishes:?}");
                    }
                }
            }
        }
    }
}
