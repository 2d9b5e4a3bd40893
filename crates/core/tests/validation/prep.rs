//! Preparing: salt, gas, coats and liquids against reference values and exact solutions; recipes at their own size; what is
//! done moves the plan by its sign; one clock.

use crate::notes::note;
use approx::assert_relative_eq;
use cindo_core::fish::{Cavity, Eaters, Piece, PieceAsked};
use cindo_core::kit::{Allergen, Kitchen, KitchenAsked, Shelf};
use cindo_core::plan::{MethodAsked, PlanAsked, TemperAsked, plan, temper};
use cindo_core::prep::{
    MarinadeAsked, MixtureAsked, OwnAct, OwnItem, Part, PrepAsked, Preparation, Prepared,
    SALT_FASTER_PER_K, SaltAsked, SideAsked, Tastes, Thaw, batter_holds_kg_m2, brine_end,
    brine_mean, brine_middle, co2_ml, diffusivity_m2_s, dissolved_ml, dry_share, in_flesh,
    leavened, of_beer_ml, of_heat_ml, prep, prep_offered, prepared_piece, reach_mm, surface_m2,
};
use cindo_core::run::What;
use serde_json::Value;

fn reference() -> Vec<Value> {
    let all: Value = serde_json::from_str(include_str!("data/prep.json")).unwrap();
    all["values"].as_array().unwrap().clone()
}

fn value(id: &str) -> Value {
    let all = reference();
    let found = all.iter().find(|row| row["id"] == id);
    found.unwrap_or_else(|| panic!("no value {id}"))["value"].clone()
}

fn number(id: &str) -> f64 {
    value(id).as_f64().unwrap()
}

fn numbers(value: &Value) -> Vec<f64> {
    let all = value.as_array().unwrap().iter();
    all.map(|x| x.as_f64().unwrap()).collect()
}

fn piece(fish: &str, mm: f64, mass_g: f64, pieces: u32) -> PieceAsked {
    PieceAsked {
        fish: Some(fish.into()),
        thickness_mm: Some(mm),
        mass_g: Some(mass_g),
        pieces: Some(pieces),
        skin: Some("off".into()),
        ..PieceAsked::default()
    }
}

fn asked(piece: PieceAsked, kind: &str, done: Preparation) -> PrepAsked {
    PrepAsked {
        plan: PlanAsked {
            piece,
            method: MethodAsked {
                kind: kind.into(),
                settings: vec![],
            },
            ..PlanAsked::default()
        },
        done,
        plate_in_s: None,
    }
}

fn done(json: &str) -> Preparation {
    serde_json::from_str(json).unwrap()
}

fn prepared(piece: PieceAsked, kind: &str, json: &str) -> Prepared {
    prep(&asked(piece, kind, done(json))).unwrap()
}

fn grams(prepared: &Prepared, of: &str, what: &str) -> f64 {
    let these = prepared
        .amounts
        .iter()
        .filter(|one| one.of == of && one.key == what);
    these.map(|one| one.g).sum()
}

fn warned(prepared: &Prepared, code: &str) -> bool {
    prepared.warnings.iter().any(|notice| notice.code == code)
}

/// When an act begins, s after the plate.
fn at_s(prepared: &Prepared, of: &str, what: What) -> f64 {
    let found = prepared
        .acts
        .iter()
        .find(|doing| doing.of == of && doing.act.what == what);
    found
        .unwrap_or_else(|| panic!("{of} has no {what:?}"))
        .act
        .at_s()
}

/// Exact: instantaneous plane sources on both faces of a slab, at 12 minutes, an hour, a day, two days.
#[test]
pub fn exact_dry_salt_in_a_slab() {
    let mut worst = 0.0_f64;
    for mm in [20.0, 30.0, 40.0] {
        let rows = value(&format!("dry_{mm:.0}mm"));
        for (when, t_s) in [
            ("12min", 720.0),
            ("1h", 3600.0),
            ("24h", 86_400.0),
            ("48h", 172_800.0),
        ] {
            for (depth, per_cent) in rows[when].as_object().unwrap() {
                let depth_mm = match depth.as_str() {
                    "middle" => 0.5 * mm,
                    depth => depth.trim_end_matches(" mm").parse().unwrap(),
                };
                let ours = 100.0 * dry_share(0.01, 1e-3 * mm, 1e-9, t_s, 1e-3 * depth_mm);
                let theirs = per_cent.as_f64().unwrap();
                // Two in a hundred or a hundredth of a point, as the values say.
                let off = (ours - theirs).abs();
                assert!(
                    off <= 0.02 * theirs + 0.01,
                    "{mm} mm {when} {depth}: {ours} {theirs}"
                );
                worst = worst.max(off);
            }
        }
    }
    note(
        "dry salt in a slab, worst of 84 points",
        format!("{worst:.4} points"),
        "exact series",
    );
}

/// Exact: Crank, The Mathematics of Diffusion, plane sheet in a bath that grows no weaker.
#[test]
pub fn exact_brine_in_a_slab() {
    let mut worst = 0.0_f64;
    for mm in [20.0, 30.0, 40.0] {
        let rows = value(&format!("brine_{mm:.0}mm"));
        let hours = |h: f64| h * 3600.0;
        let means = [600.0, 1800.0, hours(1.0), hours(4.0), hours(24.0)];
        for (t_s, theirs) in means.iter().zip(numbers(&rows["mean"])) {
            let ours = brine_mean(1e-3 * mm, 1e-9, *t_s);
            worst = worst.max((ours - theirs).abs());
            assert!(
                (ours - theirs).abs() < 0.01,
                "{mm} mm {t_s}: {ours} {theirs}"
            );
        }
        let middles = [hours(1.0), hours(4.0), hours(24.0), hours(48.0)];
        for (t_s, theirs) in middles.iter().zip(numbers(&rows["middle"])) {
            let ours = brine_middle(1e-3 * mm, 1e-9, *t_s);
            assert!(
                (ours - theirs).abs() < 0.01,
                "{mm} mm {t_s}: {ours} {theirs}"
            );
        }
    }
    note(
        "salt from a bath, worst of 15 means",
        format!("{worst:.4}"),
        "Crank",
    );
}

/// Salt is neither made nor lost on its way: the profile adds up to what was strewn, whenever it is looked at.
#[test]
fn law_salt_in_a_slab_adds_up() {
    let (l, d) = (0.025, 1e-9);
    for t_s in [60.0, 720.0, 3600.0, 86_400.0] {
        const N: usize = 4000;
        let at = |i: usize| dry_share(0.01, l, d, t_s, l * (i as f64 + 0.5) / N as f64);
        let mean = (0..N).map(at).sum::<f64>() / N as f64;
        assert_relative_eq!(mean, 0.01, max_relative = 2e-4);
    }
}

#[test]
fn exact_reach_of_salt() {
    for (id, t_s) in [
        ("reach_12min", 720.0),
        ("reach_1h", 3600.0),
        ("reach_4h", 14_400.0),
    ] {
        assert_relative_eq!(reach_mm(1e-9, t_s), number(id), max_relative = 0.02);
    }
}

/// Published, from memory: lean about 0.6 to 1.4e-9 m2/s, fat 0.2 to 0.8e-9, 2.6 % a kelvin.
#[test]
fn published_diffusivities_of_salt() {
    let [low, usual, high] = diffusivity_m2_s(0.007, 12.0);
    assert!((0.95e-9..1.02e-9).contains(&usual), "{usual}");
    assert!(low > 0.55e-9 && high < 1.45e-9);
    let fat = diffusivity_m2_s(0.15, 12.0)[1];
    assert_relative_eq!(fat, number("D_fat"), max_relative = 0.2);
    let ten = diffusivity_m2_s(0.007, 22.0)[1] / usual;
    assert_relative_eq!(ten, SALT_FASTER_PER_K.powi(10), max_relative = 1e-9);
    assert!((1.018..1.034).contains(&SALT_FASTER_PER_K));
}

/// Mass balances of brine and fish, and what is in after twelve minutes.
#[test]
fn exact_brines_even_out() {
    let theirs = numbers(&value("brine_eq"));
    let ours = brine_end(1000.0, 0.8, 1000.0, 0.06).map(|share| 100.0 * share);
    assert_relative_eq!(ours[0], theirs[0], max_relative = 0.01);
    assert_relative_eq!(ours[1], theirs[1], max_relative = 0.01);
    let second = brine_end(500.0, 0.8, 2100.0, 100.0 / 2100.0)[1];
    assert_relative_eq!(100.0 * second, number("brine_eq2"), max_relative = 0.01);
    let large = in_flesh(0.05 / 0.95, 0.8);
    let mean = 100.0 * large * brine_mean(0.025, 1e-9, 720.0);
    assert_relative_eq!(mean, number("brine_12min_5pct"), max_relative = 0.05);
    // Saturated all the while: the most that a short salting can leave.
    let most = 100.0 * in_flesh(0.359, 0.8) * brine_mean(0.025, 1e-9, 720.0);
    assert_relative_eq!(most, number("short_rinse"), max_relative = 0.05);
    let ours = prepared(
        piece("cod", 25.0, 170.0, 2),
        "sear_both_sides",
        r#"{ "salt": { "school": "short_rinse" } }"#,
    );
    let [low, usual, high] = ours.salted.unwrap().flesh_share.map(|share| 100.0 * share);
    assert!(
        low > 0.5 && usual < most && high <= 3.0,
        "{low} {usual} {high}"
    );
}

/// Textbook chemistry: one citric acid for three bicarbonates, 84.007 and 192.124 g/mol, R T/p.
#[test]
pub fn exact_gas_of_soda_and_acid() {
    assert_relative_eq!(
        1e-3 * co2_ml(1.0, 20.0),
        number("co2_molar"),
        max_relative = 0.006
    );
    assert_relative_eq!(
        leavened(1.0, 9.0, 20.0).co2_ml,
        number("co2_bicarb_acid"),
        max_relative = 0.01
    );
    assert_relative_eq!(
        leavened(9.0, 1.0, 20.0).co2_ml,
        number("co2_citric"),
        max_relative = 0.01
    );
    let even = leavened(1.0, number("co2_ratio"), 20.0);
    assert!(
        even.soda_left_g < 1e-3 && even.acid_left_g < 1e-3,
        "{even:?}"
    );
    let limited = leavened(2.0, 1.0, 20.0);
    let theirs = numbers(&value("co2_limited"));
    assert_relative_eq!(limited.co2_ml, theirs[0], max_relative = 0.01);
    assert_relative_eq!(limited.soda_left_g, theirs[1], max_relative = 0.01);
    assert_relative_eq!(
        of_heat_ml(1.0, 20.0),
        number("co2_heat_only"),
        max_relative = 0.01
    );
    assert_relative_eq!(
        of_beer_ml(330.0, 2.5, 20.0),
        number("co2_beer"),
        max_relative = 0.02
    );
    assert_relative_eq!(
        dissolved_ml(100.0, 20.0),
        number("co2_dissolved"),
        max_relative = 0.05
    );
    note(
        "gas of 1 g of soda with acid enough, 20 C",
        format!("{:.1} ml", leavened(1.0, 9.0, 20.0).co2_ml),
        format!("{:.1} ml", number("co2_bicarb_acid")),
    );
}

/// Published, from memory: a 170 g portion of 25 x 60 x 103 mm has 205 cm2 all round.
#[test]
fn exact_surface_of_a_portion() {
    let brick = Piece::new(&PieceAsked {
        width_mm: Some(60.0),
        ..piece("cod", 25.0, 162.7, 1)
    })
    .unwrap();
    let theirs = numbers(&value("coat_mass"))[0];
    assert_relative_eq!(1e4 * surface_m2(&brick), theirs, max_relative = 0.03);
    // Twice as thick at one weight: less of it to coat, by what the two bricks have.
    let thick = Piece::new(&piece("cod", 50.0, 162.7, 1)).unwrap();
    let long_mm = |mm: f64| 1e3 * 162.7 / (1.05 * mm * 60.0);
    let area = |mm: f64| 2.0 * (60.0 * long_mm(mm) + 60.0 * mm + mm * long_mm(mm));
    let ours = surface_m2(&thick) / surface_m2(&brick);
    assert_relative_eq!(ours, area(50.0) / area(25.0), max_relative = 0.01);
}

/// common practice, no source: 0.8 to 2.2 kg/m2 of batter, about 1.4 in between; a yield stress of 10 Pa holds about a
/// millimetre.
#[test]
fn practice_batter_stays_on_by_its_liquid() {
    for (ratio, low, high) in [(1.0, 2.0, 2.3), (1.5, 1.2, 1.6), (1.86, 0.7, 0.9)] {
        let holds = batter_holds_kg_m2(ratio);
        assert!((low..high).contains(&holds), "{ratio}: {holds}");
    }
    let theirs = numbers(&value("coat_yield"))[0];
    assert!((theirs / batter_holds_kg_m2(1.5)).ln().abs() < 0.5_f64.ln().abs());
}

/// Exact: a slab from the fridge in still air, h of 10 W/(m2 K), k 0.5 W/(m K), rho cp 3.9e6: the fish of this house has about
/// these, so the engine comes within a tenth of it.
#[test]
pub fn exact_tempering_in_a_room() {
    let mut worst = 0.0_f64;
    for mm in [25.0, 40.0] {
        for (on, on_board) in [("rack", false), ("board", true)] {
            let minutes = numbers(&value(&format!("temper_{mm:.0}mm_{on}")));
            for (min, warmer_k) in minutes.iter().zip([3.0, 5.0, 8.0]) {
                let told = temper(&TemperAsked {
                    piece: PieceAsked {
                        start_c: Some(4.0),
                        // Wide: all of the heat through the faces.
                        width_mm: Some(400.0),
                        ..piece("cod", mm, 20_000.0, 1)
                    },
                    out_s: 60.0 * min,
                    room_c: 22.0,
                    on_board,
                })
                .unwrap();
                // On a board the coldest is the shut face; a parabola has three quarters of its mean at mid-thickness.
                let up = if on_board { 0.75 } else { 0.0 };
                let middle_k = told.coldest_c + up * (told.mean_c - told.coldest_c) - 4.0;
                let off = (middle_k / warmer_k - 1.0).abs();
                worst = worst.max(off);
                assert!(off < 0.12, "{mm} mm on a {on} after {min} min: {told:?}");
            }
        }
    }
    note(
        "tempering, worst of 12",
        format!("{:.0} %", 100.0 * worst),
        "exact slab",
    );
}

/// common practice, no source: each recipe at its own size.
#[test]
pub fn practice_recipes_at_their_own_size() {
    let four = || piece("cod", 25.0, 170.0, 4);
    let made = |kind: &str, way: &str, piece: PieceAsked| {
        prepared(
            piece,
            way,
            &format!(r#"{{ "coat": {{ "kind": "{kind}" }} }}"#),
        )
    };
    let near = |ours: f64, theirs: f64, what: &str| {
        note(what, format!("{ours:.0} g"), format!("{theirs:.0} g"));
        // The portion of the house is the recipe's own within 2 %.
        assert!(
            (ours / theirs - 1.0).abs() < 0.02,
            "{what}: {ours} {theirs}"
        );
    };
    // 190 g of flour and 354 g of beer, an egg, 9 g of salt for 450 to 680 g: here 680.
    let egg = made("egg_beer", "deep_fry_batter", four());
    let most = 680.0 / 565.0;
    near(grams(&egg, "egg_beer", "beer"), 354.0 * most, "beer");
    near(grams(&egg, "egg_beer", "fine_salt"), 9.0 * most, "salt");
    near(
        grams(&egg, "egg_beer", "flour"),
        440.0 * most,
        "flour, and to dredge",
    );
    near(grams(&egg, "egg_beer", "egg"), 50.0 * most, "egg");
    assert_relative_eq!(
        egg.coat.as_ref().unwrap().wet_over_dry.unwrap(),
        1.86,
        max_relative = 0.01
    );
    // Flour 100 to water 150, a teaspoon of each for twice that: the soda limits, about 0.65 l for half a teaspoon.
    let cold = made("cold_leavened", "deep_fry_batter", four());
    near(grams(&cold, "cold_leavened", "iced_water"), 300.0, "water");
    let gas = cold.gas.as_ref().unwrap();
    assert_relative_eq!(0.5 * gas.made_ml, 650.0, max_relative = 0.03);
    assert!(gas.soda_left_g < 1e-9 && gas.acid_left_g > 0.1, "{gas:?}");
    // Equal cups of beer, flour and starch: by mass about as much liquid as dry.
    let beer = made("beer", "deep_fry_batter", four());
    let ratio = beer.coat.as_ref().unwrap().wet_over_dry.unwrap();
    assert!((0.8..1.1).contains(&ratio), "{ratio}");
    assert!(beer.gas.as_ref().unwrap().soda_left_g > 4.0);
    // About 24 g of glue and 33 g of crumb for each of four of 225 g.
    let nut = made("nut_crust", "hot_roast", piece("cod", 25.0, 225.0, 4));
    near(
        grams(&nut, "nut_crust", "mayonnaise") + grams(&nut, "nut_crust", "mustard"),
        95.0,
        "glue",
    );
    near(
        grams(&nut, "nut_crust", "nuts") + grams(&nut, "nut_crust", "hard_cheese"),
        130.0,
        "crumb",
    );
    let has = |one: Allergen| nut.allergens.contains(&one);
    assert!(
        has(Allergen::Egg) && has(Allergen::Mustard) && has(Allergen::Nuts) && has(Allergen::Milk)
    );
    // Whites over salt as 8 to 4 cups and 8 to 8, of 9 g a tablespoon.
    for (kind, cups) in [("salt_crust", 4.0), ("salt_crust_wet", 8.0)] {
        let whole = PieceAsked {
            cut: Some("whole_round".into()),
            skin: Some("on".into()),
            scales: true,
            ..piece("sea_bass", 60.0, 1200.0, 1)
        };
        let crust = made(kind, "salt_crust", whole);
        let ratio = grams(&crust, kind, "egg_white") / grams(&crust, kind, "coarse_salt");
        assert_relative_eq!(ratio, 264.0 / (cups * 16.0 * 9.0), max_relative = 0.01);
    }
}

/// common practice, no source: sauces, fats and liquids at their own size.
#[test]
fn practice_mixtures_at_their_own_size() {
    let made = |list: &str, kind: &str, times: f64| {
        let json = format!(r#"{{ "{list}": [{{ "kind": "{kind}", "times": {times} }}] }}"#);
        prepared(piece("cod", 25.0, 170.0, 2), "sear_both_sides", &json)
    };
    let yolks = made("sauces", "yolk_butter", 2.0);
    let butter = yolks
        .amounts
        .iter()
        .find(|one| one.key == "clarified_butter")
        .unwrap();
    assert!((120.0..=180.0).contains(&butter.ml.unwrap()), "{butter:?}");
    assert_eq!(grams(&yolks, "yolk_butter", "water"), 30.0);
    let cream = made("sauces", "cold_cream", 6.0);
    assert_eq!(grams(&cream, "cold_cream", "soured_cream"), 115.0);
    let clarified = made("fats", "clarified_butter", 0.75);
    assert_relative_eq!(
        grams(&clarified, "clarified_butter", "butter"),
        1000.0,
        max_relative = 1e-9
    );
    let reduced = made("sauces", "reduction", 4.0);
    assert_relative_eq!(
        grams(&reduced, "reduction", "wine"),
        60.0 * 0.99,
        max_relative = 1e-9
    );
    // Halfway up 25 mm in a pan of 25 cm: about 610 ml less the fish under it; vinegar 30 to 240.
    let poached = prepared(
        piece("cod", 25.0, 170.0, 1),
        "shallow_poach",
        r#"{ "liquid": { "kind": "poaching" } }"#,
    );
    let ml = |key: &str| {
        let these = poached.amounts.iter();
        let these = these.filter(|one| one.of == "poaching" && one.key == key);
        these.filter_map(|one| one.ml).sum::<f64>()
    };
    // The pot of this way is wider: as much for each square centimetre.
    let floor = Kitchen::SEA_LEVEL.kit.floor(Shelf::Pots, "wide").unwrap();
    let pan_mm2 = std::f64::consts::PI * 125.0 * 125.0;
    let under_fish_ml = 0.5 * 170.0 / 1.05;
    let all = (ml("water") + ml("vinegar") + under_fish_ml) * pan_mm2 / floor.area_mm2();
    assert!((600.0..=625.0).contains(&all), "{all}");
    assert_relative_eq!(
        ml("vinegar") / ml("water"),
        30.0 / 240.0,
        max_relative = 0.01
    );
}

/// Twice the people, twice of what is for people; twice the pieces, twice of what is for pieces.
#[test]
fn law_amounts_grow_with_what_they_are_for() {
    let json = |people: u32| {
        format!(
            r#"{{ "people": {people}, "salt": {{ "school": "at_pan" }}, "coat": {{ "kind": "beer" }},
                 "sauces": [{{ "kind": "cold_cream" }}], "sides": [{{ "kind": "chips" }}] }}"#
        )
    };
    let of = |pieces: u32, people: u32| {
        prepared(
            piece("haddock", 20.0, 160.0, pieces),
            "deep_fry_batter",
            &json(people),
        )
    };
    let (one, more_people, more_pieces) = (of(2, 2), of(2, 4), of(4, 2));
    let twice = |a: f64, b: f64| assert_relative_eq!(b, 2.0 * a, max_relative = 1e-9);
    for (whose, key) in [("chips", "potatoes"), ("cold_cream", "mayonnaise")] {
        twice(grams(&one, whose, key), grams(&more_people, whose, key));
        assert_eq!(grams(&one, whose, key), grams(&more_pieces, whose, key));
    }
    for (whose, key) in [("beer", "beer"), ("at_pan", "fine_salt")] {
        twice(grams(&one, whose, key), grams(&more_pieces, whose, key));
        assert_eq!(grams(&one, whose, key), grams(&more_people, whose, key));
    }
}

/// Twice as thick at one weight: batter by the surface, salt no deeper but less far in, the clock by what the engine says.
#[test]
fn law_thickness_is_in_everything() {
    let json =
        r#"{ "salt": { "school": "brine", "minutes": 30 }, "coat": { "kind": "cold_leavened" } }"#;
    let of = |mm: f64| {
        let one = PieceAsked {
            start_c: Some(-18.0),
            ..piece("haddock", mm, 170.0, 4)
        };
        prepared(one, "deep_fry_batter", json)
    };
    let (thin, thick) = (of(16.0), of(32.0));
    let area = |mm: f64| surface_m2(&Piece::new(&piece("haddock", mm, 170.0, 4)).unwrap());
    assert_relative_eq!(
        grams(&thick, "cold_leavened", "flour") / grams(&thin, "cold_leavened", "flour"),
        area(32.0) / area(16.0),
        max_relative = 1e-9
    );
    let in_it = |one: &Prepared| one.salted.as_ref().unwrap().flesh_share[1];
    // At short times the mean goes as one over the thickness.
    assert_relative_eq!(in_it(&thin) / in_it(&thick), 2.0, max_relative = 0.05);
    let thaws = |one: &Prepared| at_s(one, "fish", What::Thaw) - at_s(one, "fish", What::Clean);
    // Between as the thickness, where the air decides, and as its square, where the flesh does (Plank).
    let ratio = thaws(&thick) / thaws(&thin);
    assert!(
        (1.5..4.0).contains(&ratio),
        "{} {}",
        thaws(&thin),
        thaws(&thick)
    );
    assert!(thick.begins_s < thin.begins_s && thick.changed.off_heat_s > thin.changed.off_heat_s);
}

/// Each thing that is done moves the plan by its own sign.
#[test]
pub fn law_what_is_done_moves_the_plan() {
    let off_s =
        |piece: PieceAsked, kind: &str, json: &str| prepared(piece, kind, json).changed.off_heat_s;
    let cod = || piece("cod", 25.0, 170.0, 2);
    // Warmer from the fridge: sooner, by more the longer it lies there.
    let out = |min: u32| {
        off_s(
            cod(),
            "sear_both_sides",
            &format!(r#"{{ "temper_min": {min} }}"#),
        )
    };
    assert!(
        out(0) > out(20) + 3.0 && out(20) > out(60) + 3.0,
        "{} {} {}",
        out(0),
        out(20),
        out(60)
    );
    // Wet: later; dried in the fridge: about as long. In water it makes no difference.
    let wet = r#"{ "clean": ["rinsed_portion", "left_wet"] }"#;
    let dry = r#"{ "clean": ["patted"] }"#;
    let rack = r#"{ "clean": ["patted"], "salt": { "school": "dry_cure" } }"#;
    for kind in ["sear_both_sides", "hot_roast", "broil"] {
        let of = |json| off_s(cod(), kind, json);
        note(
            format!("{kind}: wet, dry, two days on a rack"),
            format!("{:.0} {:.0} {:.0} s", of(wet), of(dry), of(rack)),
            "",
        );
        assert!(
            of(wet) > of(dry) && (of(rack) / of(dry) - 1.0).abs() < 0.03,
            "{kind}: {} {} {}",
            of(wet),
            of(dry),
            of(rack)
        );
    }
    assert_eq!(
        off_s(cod(), "deep_poach", wet),
        off_s(cod(), "deep_poach", dry)
    );
    // A thinner batter shields less.
    let coat = |kind: &str| {
        let told = prepared(
            cod(),
            "deep_fry_batter",
            &format!(r#"{{ "coat": {{ "kind": "{kind}" }} }}"#),
        );
        (told.changed.coating_mm.unwrap(), told.changed.off_heat_s)
    };
    let (thin, thick) = (coat("egg_beer"), coat("beer"));
    assert!(thin.0 < thick.0 && thin.1 < thick.1, "{thin:?} {thick:?}");
    // Salt alone moves nothing: no source says by how much.
    let salted = r#"{ "clean": ["patted"], "salt": { "school": "at_pan" } }"#;
    assert_eq!(
        off_s(cod(), "sear_both_sides", salted),
        off_s(cod(), "sear_both_sides", dry)
    );
}

/// What is prepared is what is planned: the plan of a prepared piece is the one that the preparation tells.
#[test]
fn law_a_card_of_what_is_prepared_has_its_times() {
    let json = r#"{ "temper_min": 20, "salt": { "school": "while_prep" }, "coat": { "kind": "egg_beer" } }"#;
    let asked = asked(
        piece("haddock", 22.0, 150.0, 3),
        "deep_fry_batter",
        done(json),
    );
    let told = prep(&asked).unwrap();
    let card = plan(&prepared_piece(&asked.plan, &asked.done).unwrap()).unwrap();
    assert_eq!(card.off_heat_s, told.changed.off_heat_s);
    // Another way does not take that coat: it is left out there, and asked for by name it is an error.
    let mut other = asked.clone();
    other.plan.method.kind = "sear_both_sides".into();
    assert!(prepared_piece(&other.plan, &other.done).is_ok());
    let error = prep(&other).unwrap_err();
    assert_eq!(error.field(), "coat.kind");
}

/// Every act of every offered thing: in order, its hands within its time, words and a source for every amount, and none
/// begins before what it needs.
#[test]
fn law_everything_offered_can_be_made() {
    let offered = prep_offered();
    let mut all = vec![];
    for coat in &offered.coats {
        for kind in &coat.kinds {
            all.push((
                kind.clone(),
                format!(r#"{{ "coat": {{ "kind": "{}" }} }}"#, coat.key),
            ));
        }
    }
    for (list, rows) in [
        ("sauces", &offered.sauces),
        ("fats", &offered.fats),
        ("sides", &offered.sides),
    ] {
        for row in rows {
            all.push((
                "sear_both_sides".into(),
                format!(r#"{{ "{list}": [{{ "kind": "{}" }}] }}"#, row.key),
            ));
        }
    }
    for row in &offered.salt {
        all.push((
            "slow_bake".into(),
            format!(r#"{{ "salt": {{ "school": "{}" }} }}"#, row.key),
        ));
    }
    for row in &offered.marinades {
        all.push((
            "grill_direct".into(),
            format!(r#"{{ "marinade": {{ "kind": "{}" }} }}"#, row.key),
        ));
    }
    for row in &offered.liquids {
        all.push((
            "shallow_poach".into(),
            format!(r#"{{ "liquid": {{ "kind": "{}" }} }}"#, row.key),
        ));
    }
    assert!(all.len() > 60, "{}", all.len());
    for (kind, json) in all {
        let one = if kind == "salt_crust" {
            PieceAsked {
                cut: Some("whole_round".into()),
                skin: Some("on".into()),
                scales: true,
                ..piece("sea_bass", 60.0, 1200.0, 1)
            }
        } else {
            piece("hake", 22.0, 160.0, 2)
        };
        let told = prepared(one, &kind, &json);
        let at: Vec<f64> = told.acts.iter().map(|doing| doing.act.at_s()).collect();
        assert!(
            at.windows(2).all(|pair| pair[0] <= pair[1]),
            "{kind} {json}"
        );
        assert_eq!(at.first().copied(), Some(told.begins_s));
        let ids: std::collections::BTreeSet<&str> = told
            .acts
            .iter()
            .map(|doing| doing.act.id.as_str())
            .collect();
        assert_eq!(ids.len(), told.acts.len(), "{kind} {json}");
        for doing in &told.acts {
            assert!(
                !doing.act.words.trim().is_empty() && doing.act.hands_s <= doing.lasts_s + 1e-6,
                "{json}: {doing:?}"
            );
        }
        for one in &told.amounts {
            assert!(
                one.g >= 0.0 && one.g.is_finite() && !one.how.is_empty() && !one.source.is_empty(),
                "{json}: {one:?}"
            );
            // Whatever a word names that some must avoid is told.
            for named in Allergen::named_in(&one.what) {
                assert!(
                    told.allergens.contains(&named),
                    "{json}: {} {named:?}",
                    one.what
                );
            }
        }
        // The fish is served with the plate, and goes in before.
        let serve = told
            .acts
            .iter()
            .find(|doing| doing.act.what == What::Serve)
            .unwrap();
        assert_eq!(serve.act.at_s(), 0.0);
        assert!(at_s(&told, "fish", What::In) < -told.plan.off_heat_s);
    }
}

/// What is made is at least what stays on the fish, and the parts add up to it.
#[test]
fn law_coats_balance() {
    for coat in prep_offered().coats {
        let whole = coat.key.starts_with("salt_crust");
        let one = if whole {
            PieceAsked {
                cut: Some("whole_round".into()),
                skin: Some("on".into()),
                scales: true,
                ..piece("sea_bass", 60.0, 1200.0, 1)
            }
        } else {
            piece("hake", 9.0, 40.0, 12)
        };
        let told = prepared(
            one,
            &coat.kinds[0],
            &format!(r#"{{ "coat": {{ "kind": "{}" }} }}"#, coat.key),
        );
        let on = told.coat.unwrap();
        assert!(on.made_g >= on.on_fish_g - 1e-6, "{}: {on:?}", coat.key);
        let parts: f64 = told
            .amounts
            .iter()
            .filter(|one| one.part == Part::Coat)
            .map(|one| one.g)
            .sum();
        assert!(parts >= on.made_g - 1e-6, "{}: {parts} {on:?}", coat.key);
    }
}

/// The issue's four dishes, whole: chips and fish from a frozen block, a salt crust for six, a nut crust with a cold sauce, a
/// portion cured for two days.
#[test]
fn story_four_dishes_from_here_alone() {
    let frozen = PieceAsked {
        start_c: Some(-18.0),
        ..piece("haddock", 25.0, 170.0, 4)
    };
    let fish_and_chips = prepared(
        frozen,
        "deep_fry_batter",
        r#"{ "people": 4, "salt": { "school": "while_prep" }, "coat": { "kind": "cold_leavened" }, "sides": [{ "kind": "chips" }] }"#,
    );
    let first = &fish_and_chips.acts[0];
    assert_eq!(first.act.what, What::Thaw);
    assert!(fish_and_chips.begins_s < -4.0 * 3600.0);
    // The fish is out before the chips go into its oil, the batter is mixed just before, the potatoes hours earlier.
    let off = at_s(&fish_and_chips, "fish", What::Off);
    let chips = fish_and_chips
        .acts
        .iter()
        .filter(|d| d.of == "chips" && d.act.what == What::In);
    assert!(chips.map(|d| d.act.at_s()).all(|s| s > off));
    let mixed = at_s(&fish_and_chips, "cold_leavened", What::Mix);
    let into = at_s(&fish_and_chips, "fish", What::In);
    assert!(mixed < into && into - mixed < 600.0, "{mixed} {into}");
    assert!((600.0..=800.0).contains(&grams(&fish_and_chips, "chips", "potatoes")));
    assert!(warned(&fish_and_chips, "fish_waits"));

    let whole = PieceAsked {
        cut: Some("whole_round".into()),
        skin: Some("on".into()),
        scales: true,
        cavity: Cavity::Aromatics,
        ..piece("sea_bass", 75.0, 2600.0, 1)
    };
    let crusted = prepared(
        whole,
        "salt_crust",
        r#"{ "people": 6, "coat": { "kind": "salt_crust" } }"#,
    );
    // Between one and three kilos of crust: cooks take 1 to 1.5 kg of salt for each kilo of fish at the most.
    let crust_g = crusted.coat.as_ref().unwrap().made_g;
    assert!((900.0..4000.0).contains(&crust_g), "{crust_g}");
    let cleaned: Vec<&str> = crusted
        .acts
        .iter()
        .filter(|d| d.act.what == What::Clean)
        .map(|d| d.act.words.as_str())
        .collect();
    assert!(
        cleaned[0].contains("fins") && cleaned[1].contains("gills") && cleaned[2].contains("spine"),
        "{cleaned:?}"
    );
    assert!(
        !cleaned.iter().any(|words| words.contains("scales")),
        "{cleaned:?}"
    );
    assert!(crusted.allergens.contains(&Allergen::Egg));

    let roast = prepared(
        piece("cod", 32.0, 225.0, 4),
        "hot_roast",
        r#"{ "salt": { "school": "at_pan" }, "coat": { "kind": "nut_crust" }, "sauces": [{ "kind": "cold_cream" }] }"#,
    );
    assert!(at_s(&roast, "cold_cream", What::Mix) < at_s(&roast, "fish", What::In));
    assert!(
        roast.budget.lines.len() == 3 && roast.budget.tastes == Tastes::Right,
        "{:?}",
        roast.budget
    );

    let cured = prepared(
        piece("char", 24.0, 170.0, 1),
        "slow_bake",
        r#"{ "salt": { "school": "dry_cure", "minutes": 2880 } }"#,
    );
    assert!(cured.begins_s < -48.0 * 3600.0 && warned(&cured, "kept_longer"));
    let salt = cured.salted.as_ref().unwrap();
    let depths = &salt.after[0].depths;
    // Two days on it is the same all through.
    assert_relative_eq!(depths[0].usual, depths[12].usual, max_relative = 0.1);
    assert_eq!(salt.tastes, Tastes::Right);
}

/// What goes wrong is said.
#[test]
fn law_what_goes_wrong_is_said() {
    let cod = || piece("cod", 25.0, 170.0, 2);
    for (kind, json, code) in [
        (
            "sear_both_sides",
            r#"{ "salt": { "school": "spice_rub", "minutes": 600 } }"#,
            "cures",
        ),
        (
            "sear_both_sides",
            r#"{ "salt": { "school": "while_prep", "minutes": 3 } }"#,
            "salted_short",
        ),
        (
            "sear_both_sides",
            r#"{ "salt": { "school": "at_pan", "share": 0.05 } }"#,
            "too_salty",
        ),
        (
            "sear_both_sides",
            r#"{ "salt": { "school": "at_pan", "share": 0.018 } }"#,
            "salty",
        ),
        (
            "grill_direct",
            r#"{ "marinade": { "kind": "acid", "minutes": 300 } }"#,
            "marinated_long",
        ),
        (
            "grill_direct",
            r#"{ "marinade": { "kind": "sweet" } }"#,
            "burns",
        ),
        (
            "sear_both_sides",
            r#"{ "coat": { "kind": "dry_rub" } }"#,
            "burns",
        ),
        (
            "sear_both_sides",
            r#"{ "sauces": [{ "kind": "cold_emulsion" }] }"#,
            "raw_egg",
        ),
        ("sear_both_sides", r#"{ "temper_min": 90 }"#, "long_out"),
        (
            "deep_fry_batter",
            r#"{ "coat": { "kind": "cold_leavened", "stands_min": 60 } }"#,
            "batter_flat",
        ),
        (
            "shallow_poach",
            r#"{ "liquid": { "kind": "poaching", "used": 3 } }"#,
            "liquid_used",
        ),
        (
            "deep_fry_batter",
            r#"{ "coat": { "kind": "beer", "own": [{ "what": "flour", "g": 100 }, { "what": "water", "g": 400, "liquid": true }] } }"#,
            "batter_off",
        ),
    ] {
        let told = prepared(cod(), kind, json);
        assert!(warned(&told, code), "{json}: {:?}", told.warnings);
    }
    // A mild marinade does not burn, a batter used at once is not flat.
    assert!(!warned(
        &prepared(
            cod(),
            "slow_bake",
            r#"{ "marinade": { "kind": "oil_herb" } }"#
        ),
        "burns"
    ));
    assert!(!warned(
        &prepared(
            cod(),
            "deep_fry_batter",
            r#"{ "coat": { "kind": "cold_leavened" } }"#
        ),
        "batter_flat"
    ));
    // Raw yolk is a warning for who is at risk, a word for others.
    let mut at_risk = asked(
        cod(),
        "sear_both_sides",
        done(r#"{ "sauces": [{ "kind": "yolk_butter" }] }"#),
    );
    at_risk.plan.eaters = Eaters::PregnantOrSmallChild;
    let told = prep(&at_risk).unwrap();
    let notice = told
        .warnings
        .iter()
        .find(|notice| notice.code == "raw_egg")
        .unwrap();
    assert!(
        notice.message.contains("pasteurised")
            && notice.severity == cindo_core::fish::Severity::Warn
    );
}

/// One ring and two pots, one pair of hands and two things at once: said; with enough of both, not.
#[test]
fn law_double_booking_is_said() {
    let sides = r#"{ "hands": 4, "sides": [{ "kind": "greens" }, { "kind": "potatoes" }, { "kind": "peas" }] }"#;
    let told = prepared(piece("cod", 25.0, 170.0, 2), "sear_both_sides", sides);
    assert!(!warned(&told, "double_booked"), "{:?}", told.warnings);
    let mut small = asked(piece("cod", 25.0, 170.0, 2), "sear_both_sides", done(sides));
    let kitchen: KitchenAsked = serde_json::from_str(
        r#"{ "kit": { "hobs": ["home_gas"] }, "things": [{ "id": "home_gas", "like": "home_gas", "name": "ring", "places": 1 }] }"#,
    )
    .unwrap();
    small.plan.kitchen = Kitchen::new(&kitchen).unwrap();
    assert!(warned(&prep(&small).unwrap(), "double_booked"));
}

/// Nonsense is an error at its field, with what to do.
#[test]
fn bad_input_is_said_beside_its_field() {
    let cod = || piece("cod", 25.0, 170.0, 2);
    for (kind, json, field) in [
        ("sear_both_sides", r#"{ "people": 0 }"#, "people"),
        ("sear_both_sides", r#"{ "hands": 0 }"#, "hands"),
        (
            "sear_both_sides",
            r#"{ "salt": { "school": "at_pan", "g": 40000 } }"#,
            "salt.g",
        ),
        (
            "sear_both_sides",
            r#"{ "salt": { "school": "at_pan", "share": 0.9 } }"#,
            "salt.share",
        ),
        (
            "sear_both_sides",
            r#"{ "salt": { "school": "sea_water" } }"#,
            "salt.school",
        ),
        (
            "sear_both_sides",
            r#"{ "salt": { "school": "brine", "minutes": -3 } }"#,
            "salt.minutes",
        ),
        (
            "sear_both_sides",
            r#"{ "marinade": { "kind": "petrol" } }"#,
            "marinade.kind",
        ),
        (
            "sear_both_sides",
            r#"{ "coat": { "kind": "beer" } }"#,
            "coat.kind",
        ),
        (
            "deep_fry_batter",
            r#"{ "coat": { "kind": "beer", "own": [{ "what": "flour", "g": 100 }] } }"#,
            "coat.own",
        ),
        (
            "deep_fry_batter",
            r#"{ "coat": { "kind": "beer", "own": [{ "what": "flour" }] } }"#,
            "coat.own[0].g",
        ),
        (
            "deep_fry_batter",
            r#"{ "coat": { "kind": "beer", "own": [{ "what": "water", "g": 100, "liquid": true }] } }"#,
            "coat.own",
        ),
        (
            "sear_both_sides",
            r#"{ "sides": [{ "kind": "own", "name": "lentils" }] }"#,
            "sides[0].acts",
        ),
        (
            "sear_both_sides",
            r#"{ "sides": [{ "kind": "own", "acts": [{ "words": "Boil", "lasts_min": 5 }] }] }"#,
            "sides[0].name",
        ),
        (
            "sear_both_sides",
            r#"{ "sides": [{ "kind": "own", "name": "lentils", "acts": [{ "words": "Boil", "lasts_min": 5, "hands_min": 9 }] }] }"#,
            "sides[0].acts[0].lasts_min",
        ),
        (
            "sear_both_sides",
            r#"{ "sides": [{ "kind": "own", "name": "lentils", "acts": [{ "words": "Boil", "lasts_min": -5 }] }] }"#,
            "sides[0].acts[0].lasts_min",
        ),
        (
            "sear_both_sides",
            r#"{ "sides": [{ "kind": "own", "name": "lentils", "items": [{ "what": "lentils" }], "acts": [{ "words": "Boil", "lasts_min": 5 }] }] }"#,
            "sides[0].items[0].g",
        ),
        (
            "sear_both_sides",
            r#"{ "sauces": [{ "kind": "poaching" }] }"#,
            "sauces[0].kind",
        ),
        (
            "shallow_poach",
            r#"{ "liquid": { "kind": "poaching", "pot_l": 0.5 } }"#,
            "liquid.pot_l",
        ),
        ("sear_both_sides", r#"{ "clean": ["gills"] }"#, "clean[0]"),
        (
            "sear_both_sides",
            r#"{ "clean": ["patted", "left_wet"] }"#,
            "clean",
        ),
        ("sear_both_sides", r#"{ "temper_min": 500 }"#, "temper_min"),
        ("sear_both_sides", r#"{ "room_c": 90 }"#, "room_c"),
    ] {
        let error = prep(&asked(cod(), kind, done(json)))
            .map(|_| ())
            .unwrap_err();
        assert_eq!(error.field(), field, "{json}: {error}");
    }
    // No more than anybody makes.
    let many = vec![
        SideAsked {
            kind: "peas".into(),
            name: None,
            items: vec![],
            acts: vec![]
        };
        13
    ];
    let crowd = Preparation {
        sides: many,
        ..Preparation::default()
    };
    let error = prep(&asked(cod(), "sear_both_sides", crowd)).unwrap_err();
    assert_eq!(error.field(), "sides");
    let mut past = asked(cod(), "sear_both_sides", Preparation::default());
    past.plate_in_s = Some(-60.0);
    assert_eq!(prep(&past).unwrap_err().field(), "plate_at");
    // Too soon is no error: it says when at the soonest.
    past.plate_in_s = Some(60.0);
    assert!(warned(&prep(&past).unwrap(), "too_soon"));
}

/// One's own side has its own acts, hands and allergens.
#[test]
fn law_a_side_of_ones_own_stands_on_the_clock() {
    let side = SideAsked {
        kind: "own".into(),
        name: Some("Lentils".into()),
        items: vec![
            OwnItem {
                what: "lentils".into(),
                g: Some(200.0),
                liquid: false,
            },
            OwnItem {
                what: "mustard".into(),
                g: Some(15.0),
                liquid: false,
            },
        ],
        acts: vec![
            OwnAct {
                words: "Rinse".into(),
                lasts_min: 2.0,
                hands_min: 2.0,
                thing: None,
            },
            OwnAct {
                words: "Simmer".into(),
                lasts_min: 25.0,
                hands_min: 0.5,
                thing: Some("hobs".into()),
            },
        ],
    };
    let done = Preparation {
        sides: vec![side],
        salt: Some(SaltAsked {
            school: "after".into(),
            ..SaltAsked::default()
        }),
        marinade: Some(MarinadeAsked {
            kind: "oil_herb".into(),
            minutes: Some(30.0),
        }),
        thaw: Thaw::Water,
        fats: vec![MixtureAsked {
            kind: "pan_oil".into(),
            times: None,
        }],
        ..Preparation::default()
    };
    let told = prep(&asked(
        piece("cod", 25.0, 170.0, 2),
        "sear_both_sides",
        done,
    ))
    .unwrap();
    let its: Vec<f64> = told
        .acts
        .iter()
        .filter(|d| d.of == "Lentils")
        .map(|d| d.act.at_s())
        .collect();
    assert_eq!(its, [-27.0 * 60.0, -25.0 * 60.0]);
    assert!(told.allergens.contains(&Allergen::Mustard));
    // Salted afterwards: once it is out.
    assert!(at_s(&told, "salt", What::Salt) >= at_s(&told, "fish", What::Off));
    assert!(grams(&told, "pan_oil", "neutral_oil") > 10.0);
}

/// common practice, no source: small fish are washed and dried by the handful and nothing else; a wing has no pin bones; stock is
/// made of the bones of sea bass and not of mackerel's.
#[test]
fn practice_what_a_piece_needs_is_done_to_it() {
    let small = PieceAsked {
        cut: Some("small_whole".into()),
        ..piece("sprat", 14.0, 15.0, 60)
    };
    let told = prepared(
        small,
        "deep_fry_dusted",
        r#"{ "salt": { "school": "after" } }"#,
    );
    let first_in = at_s(&told, "fish", What::In);
    assert!(
        first_in - told.begins_s < 20.0 * 60.0,
        "{}",
        first_in - told.begins_s
    );
    assert!(told.amounts.iter().all(|one| one.key != "lemon"));
    // Salted as each batch comes out.
    let salted = told.acts.iter().filter(|d| d.of == "salt").count();
    assert_eq!(salted, told.plan.batches() as usize);
    let wing = PieceAsked {
        cut: Some("wing".into()),
        ..piece("skate", 22.0, 280.0, 2)
    };
    let told = prepared(wing, "floured_pan_fry", "{}");
    assert!(told.acts.iter().all(|d| !d.act.words.contains("pin bones")));
    let stock = |fish: &str| {
        let told = prepared(
            piece(fish, 22.0, 170.0, 4),
            "shallow_poach",
            r#"{ "liquid": { "kind": "stock" } }"#,
        );
        warned(&told, "no_stock")
    };
    assert!(!stock("sea_bass") && !stock("hake") && stock("mackerel"));
    // Garnish for the fish's pan is cut before the fish goes in.
    let told = prepared(
        piece("plaice", 14.0, 160.0, 2),
        "floured_pan_fry",
        r#"{ "sides": [{ "kind": "pan_garnish" }] }"#,
    );
    assert!(at_s(&told, "pan_garnish", What::Cut) < at_s(&told, "fish", What::In));
}

/// Squared off, 10 to 15 % of a side falls off (common practice, no source), the thin end no longer dries out before the
/// middle is done, and salt goes by what is left; a piece that is even is not offered it.
#[test]
fn squared_off_a_side_loses_a_tenth_and_its_thin_end() {
    let mut side = piece("cod", 32.0, 1200.0, 1);
    side.cut = Some("side".into());
    side.thin_end_mm = Some(8.0);
    let as_it_is = r#"{"clean":["wiped","patted"],"salt":{"school":"at_pan"}}"#;
    let squared = r#"{"clean":["wiped","patted","squared"],"salt":{"school":"at_pan"}}"#;
    let whole = prepared(side.clone(), "slow_bake", as_it_is);
    let cut = prepared(side.clone(), "slow_bake", squared);
    let [of_whole, of_cut] = [&whole, &cut].map(|one| one.salted.as_ref().unwrap().strewn_g);
    let lost = 1.0 - of_cut / of_whole;
    note(
        "a side squared off loses",
        format!("{:.1} %", 100.0 * lost),
        "10 to 15 %",
    );
    assert!((0.10..0.15).contains(&lost), "{lost}");
    let thin_c = |one: &Prepared| one.plan.thin_end_peak_c;
    note(
        "and its thin end peaks",
        format!("{:.0} C", thin_c(&cut)),
        format!("{:.0} C uncut", thin_c(&whole)),
    );
    assert!(
        thin_c(&cut) < thin_c(&whole) - 1.0,
        "{} {}",
        thin_c(&cut),
        thin_c(&whole)
    );
    assert!(warned(&cut, "trimmed") && !warned(&whole, "trimmed"));
    let offered = |one: &Prepared| one.clean.iter().any(|row| row.key == "squared");
    assert!(offered(&cut) && offered(&whole));
    let even = prepared(piece("cod", 25.0, 170.0, 2), "hot_roast", "{}");
    assert!(!offered(&even));
}

/// A parcel takes a sheet of paper; what is longer than a sheet takes two. common practice, no source.
#[test]
fn a_parcel_has_its_paper() {
    let sheets = |piece: PieceAsked, kind: &str| {
        let all = prepared(piece, kind, "{}").amounts;
        let paper = all.iter().find(|one| one.key == "baking_paper");
        paper.and_then(|one| one.count)
    };
    assert_eq!(sheets(piece("cod", 25.0, 170.0, 3), "parcel"), Some(3.0));
    let mut side = piece("salmon", 32.0, 1400.0, 1);
    side.cut = Some("side".into());
    assert_eq!(sheets(side, "parcel"), Some(2.0));
    assert_eq!(sheets(piece("cod", 25.0, 170.0, 3), "hot_roast"), None);
}
