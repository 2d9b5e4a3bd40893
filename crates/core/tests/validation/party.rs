//! What fits, and more than fits: rooms by hand, batches on the pan and the oil that they share, the party's clock.

use crate::notes::note;
use cindo_core::fish::{Eaters, Piece, PieceAsked};
use cindo_core::kit::{Kitchen, KitchenAsked};
use cindo_core::methods::Method;
use cindo_core::plan::{
    BesideAsked, Company, MethodAsked, Party, Plan, PlanAsked, RankAsked, TogetherAsked, Tonight,
    Wishes, plan, rank, together,
};
use cindo_core::run::{Bench, Fidelity, PeakSink, Truth, run_together};
use cindo_core::target::TargetAsked;

fn piece(fish: &str, cut: &str, mm: f64, mass_g: f64, pieces: u32) -> PieceAsked {
    PieceAsked {
        fish: Some(fish.into()),
        cut: Some(cut.into()),
        thickness_mm: Some(mm),
        mass_g: Some(mass_g),
        pieces: Some(pieces),
        ..PieceAsked::default()
    }
}

fn kitchen(asked: &str) -> Kitchen {
    let asked: KitchenAsked = serde_json::from_str(asked).unwrap();
    Kitchen::new(&asked).unwrap()
}

fn cooked(kind: &str, piece: PieceAsked, kitchen: Kitchen) -> Plan {
    plan(&PlanAsked {
        piece,
        method: MethodAsked {
            kind: kind.into(),
            settings: vec![],
        },
        kitchen,
        ..PlanAsked::default()
    })
    .unwrap()
}

fn party(kind: &str, piece: PieceAsked, kitchen: Kitchen) -> Party {
    cooked(kind, piece, kitchen).party.unwrap()
}

/// A home: pans of 25 cm, an oven with two shelves, a pot of oil on the hob.
fn home() -> Kitchen {
    kitchen(
        r#"{ "kit": { "pans": ["clad"], "hobs": ["home_gas"], "ovens": ["home"], "fryers": ["pot_on_hob"], "grates": [],
             "pots": ["wide", "deep"] } }"#,
    )
}

/// The arithmetic beside each. Fish 1.05 g/cm3.
#[test]
fn rooms_by_hand() {
    // 130 g of 15 mm are 82.5 cm2, 60 by 138 mm. Six tenths of a pan of 25 cm are 294.5 cm2: 3; of 14 five batches.
    let bream = || piece("sea_bream", "fillet", 15.0, 130.0, 14);
    let in_pan = party("sear_skin_first", bream(), home());
    assert_eq!((in_pan.most, in_pan.batches, in_pan.a_batch), (3, 5, 3));
    // A tray of 43 by 34 cm takes 5 across (60 + 15 mm) by 2 (138 + 15): ten, and two trays twenty.
    let on_trays = party("hot_roast", bream(), home());
    assert_eq!((on_trays.most, on_trays.batches), (20, 1));
    // Oil by weight: 1.9 l are 1748 g, a sixth 291 g: one haddock of 170 g at a time.
    let haddock = |n| piece("haddock", "fillet", 20.0, 170.0, n);
    let fried = party("deep_fry_batter", haddock(4), home());
    assert_eq!((fried.most, fried.batches), (1, 4));
    // 25 mm and 170 g are 64.8 cm2; three quarters of a pot of 24 cm are 339 cm2: 5. It holds 7.5 l to 25 mm under the rim,
    // 4 of them stock, so that 3.6 kg might go in.
    let poached = party(
        "deep_poach",
        piece("cod", "fillet", 25.0, 170.0, 12),
        home(),
    );
    assert_eq!((poached.most, poached.batches, poached.a_batch), (5, 3, 4));
    // One of 30 cm holds 11.7 l so; with 11 in it another 0.7: none of 1.2 kg.
    let full = kitchen(
        r#"{ "kit": { "pots": [{ "key": "full", "name": "full pot", "liquid_l": 11, "loss_w_k": 4, "deep_mm": 190,
             "floor": { "across_mm": 300 } }] } }"#,
    );
    let over = cooked("deep_poach", piece("cod", "loin", 60.0, 1200.0, 1), full);
    let words = over.warnings.iter().find(|w| w.code == "does_not_fit");
    assert!(words.unwrap().message.contains("comes up to the rim"));
}

/// What does not fit is said, with what would; who has a larger pan and says no other takes it.
#[test]
fn what_does_not_fit_is_told_with_what_would() {
    let bass = || piece("sea_bass", "whole_round", 36.0, 700.0, 1);
    let said = |kitchen| {
        let plan = cooked("sear_both_sides", bass(), kitchen);
        let words = plan.warnings.iter().find(|w| w.code == "does_not_fit");
        words.map(|w| w.message.to_string())
    };
    let words = said(home()).unwrap();
    assert!(
        words.contains("25 cm across") && words.contains("Cut it in two"),
        "{words}"
    );
    let two_pans = r#"{ "kit": { "pans": ["clad"] },
        "things": [{ "id": "big", "like": "clad", "name": "the fish pan", "length_mm": 400, "width_mm": 260 }] }"#;
    assert_eq!(said(kitchen(two_pans)), None);
    let plan = cooked("sear_both_sides", bass(), kitchen(two_pans));
    assert_eq!(plan.party.unwrap().on, "the fish pan");
    // Who says the small one hears of the large one.
    let named = self::plan(&PlanAsked {
        piece: bass(),
        method: MethodAsked {
            kind: "sear_both_sides".into(),
            settings: vec![(
                "pan".into(),
                cindo_core::methods::Value::Word("clad".into()),
            )],
        },
        kitchen: kitchen(two_pans),
        ..PlanAsked::default()
    })
    .unwrap();
    let words = named.warnings.iter().find(|w| w.code == "does_not_fit");
    assert!(words.unwrap().message.contains("the fish pan, 40 by 26 cm"));
    // A ranking leaves it out, for the same reason.
    let ranked = rank(&RankAsked {
        piece: bass(),
        target: TargetAsked::Usual,
        kitchen: home(),
        eaters: Eaters::Everyone,
        wishes: Wishes::default(),
        tonight: Tonight::default(),
        field: None,
    })
    .unwrap();
    let grilled = ranked
        .ways
        .iter()
        .find(|w| w.method.kind == "floured_pan_fry")
        .unwrap();
    assert!(!grilled.suits);
}

/// The next batch goes in when the party's clock says so, into the same pan and the same oil, marched together: it comes out
/// as the first did.
#[test]
fn the_clock_of_a_party_against_its_batches_on_one_reservoir() {
    for (kind, asked) in [
        (
            "sear_skin_first",
            piece("sea_bream", "fillet", 15.0, 130.0, 6),
        ),
        ("sear_both_sides", piece("hake", "fillet", 22.0, 170.0, 8)),
        (
            "deep_fry_batter",
            piece("haddock", "fillet", 20.0, 170.0, 4),
        ),
        ("deep_poach", piece("cod", "fillet", 25.0, 170.0, 10)),
    ] {
        let (kitchen, pieces) = (home(), asked.pieces.unwrap());
        let planned = cooked(kind, asked.clone(), kitchen.clone());
        let party = planned.party.clone().unwrap();
        assert!(party.batches > 1, "{kind}");
        let batch = Piece::new(&PieceAsked {
            pieces: Some(party.a_batch),
            ..asked
        })
        .unwrap();
        let method = Method::find(kind).unwrap();
        let programme = method.programme(&batch, &planned.chosen, &kitchen).unwrap();
        let bench = Bench::new(&Truth::asked(&batch), &programme, Fidelity::FINE);
        let timeline = &planned.timeline;
        let next_s = planned.off_heat_s + party.between_s;
        let mut peaks = [PeakSink::new(&bench.column), PeakSink::new(&bench.column)];
        run_together(
            &[(&bench, timeline, 0.0), (&bench, timeline, next_s)],
            &mut peaks,
        );
        let [first_c, next_c] = peaks.map(|peaks| peaks.coldest_c());
        note(
            format!(
                "{kind}: the second batch after the first, in {:.0} s later",
                party.between_s
            ),
            format!("{next_c:.1} C"),
            format!("{first_c:.1} C"),
        );
        assert!(
            (next_c - first_c).abs() < 1.5,
            "{kind}: {first_c:.1} {next_c:.1}"
        );
        // By hand: so many batches and what lies between, and the last rests.
        let n = f64::from(party.batches);
        let by_hand_s = n * planned.off_heat_s + (n - 1.0) * party.between_s + planned.rest_s;
        assert!((party.party_s - by_hand_s).abs() < 1e-6);
        let lots = (party.batches - 1) * party.a_batch + party.last;
        assert_eq!(
            (lots, party.starts_s.len()),
            (pieces, party.batches as usize)
        );
        let last_s = party.starts_s[party.starts_s.len() - 1];
        assert!((last_s - (by_hand_s - planned.off_heat_s - planned.rest_s)).abs() < 1e-6);
    }
}

/// Eight pieces in the oil are eight, whether they are said as one lot or as one beside seven.
#[test]
fn eight_in_the_oil_are_eight_however_they_are_said() {
    let counter = || kitchen(r#"{ "kit": { "fryers": ["counter"] } }"#);
    let plaice = |n| piece("plaice", "fillet", 12.0, 85.0, n);
    let lot = cooked("deep_fry_batter", plaice(8), counter());
    assert_eq!(lot.batches(), 1);
    let asked = |n| PlanAsked {
        piece: plaice(n),
        method: MethodAsked {
            kind: "deep_fry_batter".into(),
            settings: vec![],
        },
        kitchen: counter(),
        ..PlanAsked::default()
    };
    let company = together(&TogetherAsked {
        plan: asked(1),
        beside: vec![BesideAsked {
            thickness_mm: 12.0,
            pieces: 7,
            mass_g: Some(85.0),
            fish: None,
        }],
        company: Company::InAtOnce,
    })
    .unwrap();
    let (one, both) = (lot.outcome.reservoir_low_c.unwrap(), company.low_c.unwrap());
    note(
        "eight in the oil, one lot or one beside seven, lowest",
        format!("{one:.1} C"),
        format!("{both:.1} C"),
    );
    assert!((one - both).abs() < 1.0, "{one} {both}");
    // Gold waits for the oil, which the one beside the seven knows only by its middle.
    for among in &company.pieces {
        assert!(
            (among.on_heat_s / lot.off_heat_s - 1.0).abs() < 0.07,
            "{}",
            among.on_heat_s
        );
    }
}

/// More pieces never shorten the party, and a larger pan never takes fewer.
#[test]
fn law_more_pieces_never_shorten_the_party() {
    for (kind, fish, mm, g) in [
        ("sear_skin_first", "sea_bream", 15.0, 130.0),
        ("hot_roast", "cod", 25.0, 170.0),
        ("deep_fry_batter", "haddock", 20.0, 170.0),
        ("deep_poach", "salmon", 27.0, 180.0),
        ("steam", "cod", 20.0, 160.0),
    ] {
        let mut before_s = 0.0;
        for n in [1, 2, 3, 4, 5, 6, 8, 11, 16, 24, 40] {
            let now = party(kind, piece(fish, "fillet", mm, g, n), home());
            assert_eq!(now.batches, n.div_ceil(now.most), "{kind} {n}");
            assert!(
                now.a_batch <= now.most && now.a_batch * now.batches >= n,
                "{kind} {n}"
            );
            // A piece more in a pan may be a breath quicker in the steam of the others.
            assert!(
                now.party_s > 0.98 * before_s,
                "{kind} {n}: {} {before_s}",
                now.party_s
            );
            before_s = now.party_s;
        }
    }
    let mut before = 0;
    for across_mm in (180..=420).step_by(20) {
        let pan = format!(
            r#"{{ "kit": {{ "pans": [{{ "like": "clad", "across_mm": {across_mm} }}] }} }}"#
        );
        let plan = cooked(
            "sear_skin_first",
            piece("hake", "fillet", 22.0, 170.0, 12),
            kitchen(&pan),
        );
        let most = plan.party.map_or(0, |party| party.most);
        assert!(most >= before, "{across_mm} mm: {most} {before}");
        before = most;
    }
    assert!(before >= 9, "{before}");
}

/// None and four hundred are no number of pieces, and a ring with a kettle has a way.
#[test]
fn what_no_kitchen_cooks_is_refused_by_its_field_or_has_the_nearest_way() {
    for pieces in [0, 400] {
        let asked = piece("cod", "fillet", 25.0, 170.0, pieces);
        assert_eq!(Piece::new(&asked).unwrap_err().field(), "pieces");
    }
    let many = cooked(
        "deep_fry_batter",
        piece("haddock", "fillet", 20.0, 170.0, 20),
        home(),
    );
    for code in ["many_batches", "first_stand_warm"] {
        assert!(many.warnings.iter().any(|w| w.code == code), "{code}");
    }
    let kettle = kitchen(
        r#"{ "kit": { "pans": ["non_stick"], "hobs": ["coil"], "ovens": [], "fryers": [], "grates": [], "broilers": [],
             "steamers": [], "pots": [], "ridges": [], "baskets": [] } }"#,
    );
    let ranked = rank(&RankAsked {
        piece: piece("cod", "fillet", 22.0, 160.0, 12),
        target: TargetAsked::Usual,
        kitchen: kettle,
        eaters: Eaters::Everyone,
        wishes: Wishes::default(),
        tonight: Tonight::default(),
        field: None,
    })
    .unwrap();
    let first = &ranked.ways[0];
    assert!(first.suits && first.plan.as_ref().unwrap().batches() > 1);
    assert!(first.reasons.iter().any(|reason| reason.code == "batches"));
}
