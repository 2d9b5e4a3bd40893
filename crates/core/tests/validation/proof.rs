//! `make proof`: the four tables of docs/PROOF.md from the real code.

use super::{
    across, choice, doneness, exact, exact_edges, exact_more, exact_unequal, kept, marching, media,
    notes, physics, practice, prep, published, running, safety, section, stove,
};
use cindo_core::fish::{Eaters, PieceAsked};
use cindo_core::kit::Kitchen;
use cindo_core::matter::{Composition, water};
use cindo_core::methods::Method;
use cindo_core::plan::{MethodAsked, SimulateAsked, simulate};
use cindo_core::run::TimesAsked;
use cindo_core::run::lethality_listeria;
use std::fmt::Write;
use std::path::Path;

fn exact_table(out: &mut String) {
    out.push_str("## (a) Exact solutions\n\nWorst miss at the ordinary grid, share of the temperature step; promised: 0.5 %.\n\n| case | worst miss |\n|---|---|\n");
    for (id, miss) in exact::all() {
        writeln!(out, "| {id} | {:.2} % |", 100.0 * miss).unwrap();
    }
    let errors = exact::refined();
    let order = |a: f64, b: f64| (a / b).log2();
    writeln!(
        out,
        "\nRefining (pan below, lid above; grid by two, step by four): {:.3} %, {:.3} %, {:.3} %; observed order {:.2} and {:.2}.\n",
        100.0 * errors[0], 100.0 * errors[1], 100.0 * errors[2],
        order(errors[0], errors[1]), order(errors[1], errors[2])
    )
    .unwrap();
}

fn noted(out: &mut String, head: [&str; 3]) {
    writeln!(
        out,
        "| {} | {} | {} |\n|---|---|---|",
        head[0], head[1], head[2]
    )
    .unwrap();
    for [case, ours, other] in notes::taken() {
        writeln!(out, "| {case} | {ours} | {other} |").unwrap();
    }
    out.push('\n');
}

/// The tests themselves run, and leave what they measured.
fn more_exact(out: &mut String) {
    notes::taken();
    exact_edges::exact_constant_flux();
    exact_edges::exact_conductivity_that_changes();
    exact_edges::exact_contact_temperature();
    exact_edges::exact_short_cylinder_by_the_shape_exponent();
    exact_edges::exact_drying_front();
    exact_edges::exact_lethality();
    exact_more::exact_bodies_by_the_shape_exponent();
    exact_more::exact_bars_of_all_widths_by_the_product_of_slabs();
    exact_more::exact_thawing_front();
    exact_unequal::exact_unequal_faces_of_bodies_that_narrow();
    marching::reference_march_of_cod_in_hot_liquid();
    section::exact_bars_in_two_dimensions();
    section::reference_sections_of_an_independent_model();
    section::sections_of_an_ellipse_in_one_dimension();
    section::sections_with_an_empty_belly();
    physics::law_drying_does_not_depend_on_the_grid();
    out.push_str("Bodies that are not slabs, odd edges, fronts, and a general-purpose solver; tolerances and their reasons stand in the tests.\n\n");
    noted(out, ["case", "ours", "exact"]);
}

/// The column of a plan against its section, way by way.
fn across_table(out: &mut String) {
    notes::taken();
    across::plans_of_every_way_in_two_dimensions();
    out.push_str("A plan is made on a column in one dimension. Here the same piece, pan and faces, coats and water are followed through a whole section in two: how long it is on the heat to peak at 54 C.\n\n");
    noted(out, ["piece and way", "column", "section"]);
    notes::taken();
    across::reference_minutes_of_an_independent_model();
    noted(
        out,
        [
            "piece and way",
            "ours",
            "independent two-dimensional model; cooks",
        ],
    );
}

fn published_table(out: &mut String) {
    out.push_str(
        "## (b) Published values\n\n| quantity | ours | published | source |\n|---|---|---|---|\n",
    );
    let cod = Composition::new(0.8122, 0.1781, 0.0067, 0.0116).unwrap();
    let rows = [
        (
            "saturation pressure at 60 C, kPa",
            water::p_saturation_pa(60.0) / 1e3,
            19.9464,
            "IAPWS-95",
        ),
        (
            "saturation pressure at 100 C, kPa",
            water::p_saturation_pa(100.0) / 1e3,
            101.418,
            "IAPWS-95",
        ),
        (
            "latent heat at 80 C, kJ/kg",
            water::latent_heat_j_kg(80.0) / 1e3,
            2308.0,
            "IAPWS-95",
        ),
        (
            "boiling point at 1000 m, C",
            Kitchen::at(1000.0).unwrap().boil_c(),
            96.649,
            "ICAO, IAPWS-95",
        ),
        (
            "boiling point at 3000 m, C",
            Kitchen::at(3000.0).unwrap().boil_c(),
            89.972,
            "ICAO, IAPWS-95",
        ),
        (
            "density of raw cod at 20 C, kg/m3",
            cod.rho_kg_m3(20.0),
            1047.6257,
            "CHOI-OKOS-1986",
        ),
        (
            "heat capacity of raw cod at 20 C, J/kgK",
            cod.cp_j_kgk(20.0),
            3748.422,
            "CHOI-OKOS-1986",
        ),
        (
            "Listeria 6D at 63 C, min",
            2.0 / lethality_listeria(63.0),
            17.0,
            "FDA-HAZARDS-A4",
        ),
        (
            "Listeria 6D at 70 C, min",
            2.0 / lethality_listeria(70.0),
            2.0,
            "FDA-HAZARDS-A4",
        ),
    ];
    for (what, ours, published, source) in rows {
        writeln!(out, "| {what} | {ours:.4} | {published} | {source} |").unwrap();
    }
}

fn more_published(out: &mut String) {
    notes::taken();
    published::published_wet_bulb_in_a_dry_oven();
    media::published_plank_is_near();
    media::published_weight_loss_of_cooked_fish();
    media::practice_thawing_times();
    out.push('\n');
    noted(out, ["quantity", "ours", "published"]);
}

fn practice_table(out: &mut String) {
    out.push_str("\n## (c) Common practice, no source\n\nMinutes at which the coldest point, after the rest, reaches the low and the high end of the outcome.\n\n| row | what | engine | cooks | inside | pan or bath lowest, C | crust, mm |\n|---|---|---|---|---|---|---|\n");
    let rows = practice::rows();
    for row in &rows {
        let [low, high] = row.reaches_min();
        let o = &row.plan.outcome;
        writeln!(
            out,
            "| {} | {} | {low:.1} to {high:.1} | {} to {} | {} | {} | {:.1} / {:.1} |",
            row.id,
            row.what,
            row.minutes[0],
            row.minutes[1],
            if row.inside() { "yes" } else { "no" },
            o.reservoir_low_c
                .map_or_else(|| "-".to_owned(), |t| format!("{t:.0}")),
            o.crust_mm[0],
            o.crust_mm[1]
        )
        .unwrap();
    }
    let p = rows.iter().filter(|r| r.id.starts_with('P'));
    let (all, inside) = p.fold((0, 0), |(a, i), r| (a + 1, i + usize::from(r.inside())));
    writeln!(
        out,
        "\n{inside} of {all} rows P inside; rows C are ours for the methods that P lacks, rows D for shapes and thicknesses, written after the model was changed for them.\n"
    )
    .unwrap();
}

fn choice_table(out: &mut String) {
    notes::taken();
    choice::practice_what_a_cook_would_choose();
    out.push_str("Thirty-four pieces, their first four ways and their last three; what a cook would want in front was written down before (`crates/core/tests/validation/data/choice.toml`).\n\n");
    noted(out, ["piece", "first four", "last three"]);
    notes::taken();
    choice::law_fitted_settings_do_what_they_are_for();
    out.push_str("Main settings by thickness, with the time, the crust in mm and the share past done, fitted for usual.\n\n");
    noted(out, ["way", "12, 20, 28, 40 mm", "beside"]);
}

fn law_table(out: &mut String) {
    out.push_str("## (d) Laws\n\nBalances of heat and water for a ten-minute run and its rest, each method; promised: 0.1 %. Monotony, bounds, symmetry, refinement and independence of the output are property tests (`tests/validation/laws.rs`).\n\n| method | heat off by | water off by | steps |\n|---|---|---|---|\n");
    for method in Method::all() {
        let mut sides = vec![600.0];
        let done = loop {
            let asked = SimulateAsked {
                target: None,
                piece: PieceAsked {
                    fish: Some("cod".into()),
                    thickness_mm: Some(25.0),
                    ..PieceAsked::default()
                },
                method: MethodAsked {
                    kind: method.kind.into(),
                    settings: vec![],
                },
                kitchen: Kitchen::SEA_LEVEL,
                eaters: Eaters::Everyone,
                times: TimesAsked {
                    sides_s: sides.clone(),
                    rest_s: 120.0,
                },
                truth: None,
            };
            match simulate(&asked) {
                Ok(done) => break done,
                Err(_) => sides = vec![600.0 / (sides.len() + 1) as f64; sides.len() + 1],
            }
        };
        assert!(done.heat_imbalance_share < 1e-3, "{}", method.kind);
        assert!(done.water_imbalance_share < 1e-3, "{}", method.kind);
        writeln!(
            out,
            "| {} | {:.0e} | {:.0e} | {} |",
            method.kind, done.heat_imbalance_share, done.water_imbalance_share, done.ledger.steps
        )
        .unwrap();
    }
}

/// The food-safety plan on pieces it has not seen, and the rim over a raw middle.
fn safety_table(out: &mut String) {
    notes::taken();
    safety::the_food_safety_plan_holds_for_pieces_it_has_not_seen();
    doneness::practice_a_rare_sear_is_about_a_minute_a_side();
    running::law_the_range_holds_for_unseen_pieces();
    out.push_str("\n## (e) Safe words, and the range\n\n127 cases of what is refused, warned of or left alone, each with its section, stand in `crates/server/tests/api/safety.json` and are tried over HTTP. The hidden pieces differ by factors a quarter wider than those the plan reckons with.\n\n");
    noted(out, ["case", "ours", "wanted"]);
}

/// Hidden pieces at the stove.
fn stove_table(out: &mut String) {
    notes::taken();
    stove::law_what_is_seen_brings_hidden_pieces_home();
    kept::law_what_is_promised_holds_in_hidden_pieces();
    out.push_str("\n## (f) At the stove\n\nTwo hundred and four pieces that nobody saw, whole sections in two dimensions: thickness off by 9 %, contact by a third, pans by 18 K, ovens by 8, edges from a third to all but as high as the middle (one standard deviation; not the spread that the belief has). Each is cooked by the plan as it stands, and as told at the stove after one cooked line (off by 7 % of the thickness), three readings of a probe that is off its place and errs by a kelvin, and one tester to the lip.\n\n");
    noted(out, ["case", "as told", "beside"]);
}

/// Figures of the last `make bench`, if there was one.
fn speed_table(out: &mut String, target: &Path) {
    let mut rows: Vec<(String, f64)> = Vec::new();
    for entry in std::fs::read_dir(target.join("criterion"))
        .into_iter()
        .flatten()
        .flatten()
    {
        let Ok(text) = std::fs::read_to_string(entry.path().join("new/estimates.json")) else {
            continue;
        };
        let json: serde_json::Value = serde_json::from_str(&text).unwrap();
        let ns = json["mean"]["point_estimate"].as_f64().unwrap();
        rows.push((entry.file_name().to_string_lossy().into_owned(), ns / 1e6));
    }
    rows.sort_by(|a, b| a.0.cmp(&b.0));
    let of = |what: &str| {
        rows.iter()
            .find(|(name, _)| name == what)
            .map(|(_, ms)| *ms)
    };
    let ratio = of("cod in liquid, general stiff solver")
        .zip(of("cod in liquid, march"))
        .map(|(theirs, ours)| theirs / ours);
    out.push_str("\n## Speed\n\nMeans of the last `make bench`, one core of a shared virtual machine (a ranking: two); runs differ by a quarter.\n\n| what | ms |\n|---|---|\n");
    for (what, ms) in rows {
        writeln!(out, "| {what} | {ms:.2} |").unwrap();
    }
    if let Some(ratio) = ratio {
        writeln!(
            out,
            "\nThe general-purpose solver of stiff equations (variable-order BDF with a sparse Jacobian), on the same grid with the loosest steps that bring it at least as near to the reference, takes {ratio:.1} times as long."
        )
        .unwrap();
    }
}

#[test]
fn law_heat_and_water_balance_in_every_method() {
    law_table(&mut String::new());
}

/// Before the heat: salt, gas, tempering, recipes at their own size.
fn prep_table(out: &mut String) {
    out.push_str("## (g) Before the heat\n\n");
    notes::taken();
    prep::exact_dry_salt_in_a_slab();
    prep::exact_brine_in_a_slab();
    prep::exact_gas_of_soda_and_acid();
    prep::exact_tempering_in_a_room();
    prep::practice_recipes_at_their_own_size();
    prep::law_what_is_done_moves_the_plan();
    noted(out, ["case", "ours", "the other"]);
}

#[test]
#[ignore = "writes docs/PROOF.md; run by make proof"]
fn proof() {
    let root = Path::new(env!("CARGO_MANIFEST_DIR")).join("../..");
    let mut out = String::from(
        "# Proof\n\nMade by `make proof` from the real code; do not edit. Sources: [SOURCES.md](SOURCES.md).\n\n",
    );
    exact_table(&mut out);
    more_exact(&mut out);
    across_table(&mut out);
    published_table(&mut out);
    more_published(&mut out);
    practice_table(&mut out);
    choice_table(&mut out);
    law_table(&mut out);
    safety_table(&mut out);
    stove_table(&mut out);
    prep_table(&mut out);
    speed_table(&mut out, &root.join("target"));
    std::fs::write(root.join("docs/PROOF.md"), out).unwrap();
}
