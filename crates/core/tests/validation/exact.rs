//! Exact solutions: eigenfunction series and closed forms, from `data/exact.json`.
//!
//! Tolerance: 0.5 % of the temperature step at the ordinary grid, what the engine promises.

use cindo_core::heat::{BareAnswer, BareFace, BareProblem, BareStage, Fineness, Geometry, Steps};
use serde_json::Value;

const PROMISED_SHARE: f64 = 0.005;

pub fn case(id: &str) -> Value {
    let all: Value = serde_json::from_str(include_str!("data/exact.json")).unwrap();
    all["cases"]
        .as_array()
        .unwrap()
        .iter()
        .find(|c| c["id"] == id)
        .unwrap()
        .clone()
}

pub fn num(v: &Value) -> f64 {
    v.as_f64().unwrap_or_else(|| panic!("not a number: {v}"))
}

pub fn nums(v: &Value) -> Vec<f64> {
    v.as_array().unwrap().iter().map(num).collect()
}

fn fluid(h_w_m2k: f64, fluid_c: f64) -> BareFace {
    if h_w_m2k == 0.0 {
        BareFace::Insulated
    } else {
        BareFace::Fluid { h_w_m2k, fluid_c }
    }
}

/// The material of all cases.
fn problem(
    geometry: Geometry,
    thickness_mm: f64,
    start_c: f64,
    stages: Vec<BareStage>,
) -> BareProblem {
    BareProblem {
        geometry,
        thickness_mm,
        k_w_mk: 0.5,
        rho_kg_m3: 1055.0,
        cp_j_kgk: 3700.0,
        start_c,
        stages,
        report_s: vec![],
        at_share: vec![0.0, 0.5, 1.0],
    }
}

/// Worst miss against `wanted[time][depth]`, as a share of `step_k`.
fn worst(answer: &BareAnswer, wanted: &[Vec<f64>], step_k: f64) -> f64 {
    assert_eq!(answer.temperature_c.len(), wanted.len());
    let pairs = answer
        .temperature_c
        .iter()
        .flatten()
        .zip(wanted.iter().flatten());
    pairs
        .map(|(a, b)| (a - b).abs() / step_k)
        .fold(0.0, f64::max)
}

/// Solved at the resolution of a plan.
fn ordinary(bare: &BareProblem) -> BareAnswer {
    let steps = Steps {
        tolerance_k: 0.002,
        longest_s: 1e4,
    };
    bare.solve_with(Fineness::ORDINARY, steps).unwrap()
}

/// Worst miss over the rows of a table of dimensionless temperatures, share of the step.
fn table(
    id: &str,
    geometry: Geometry,
    length_per_lc: f64,
    columns: [&str; 3],
    one_face: bool,
) -> f64 {
    let alpha = 0.5 / (1055.0 * 3700.0);
    let (mut seen, mut most) = (0, 0.0);
    for row in case(id)["outputs"]["table"].as_array().unwrap() {
        let Some(bi) = row["Bi"].as_f64() else {
            continue;
        };
        let (fo, lc_m) = (num(&row["Fo"]), 0.0125);
        let face = fluid(bi * 0.5 / lc_m, 100.0);
        let low = if one_face { BareFace::Insulated } else { face };
        let t_s = fo * lc_m * lc_m / alpha;
        let stage = BareStage {
            duration_s: t_s,
            low,
            high: face,
        };
        let mut bare = problem(geometry, 1e3 * lc_m * length_per_lc, 0.0, vec![stage]);
        bare.report_s = vec![t_s];
        let answer = ordinary(&bare);
        let wanted = columns.map(|c| 100.0 * (1.0 - num(&row[c])));
        let miss = worst(&answer, &[wanted.to_vec()], 100.0);
        most = f64::max(most, miss);
        seen += 1;
    }
    assert!(seen >= 20, "{id}: only {seen} rows read");
    most
}

/// Every case with its worst miss as a share of the temperature step.
pub fn all() -> Vec<(String, f64)> {
    let both = ["theta_surface", "theta_centre", "theta_surface"];
    let one = [
        "theta_adiabatic_face",
        "theta_midplane",
        "theta_heated_face",
    ];
    let mut all = vec![
        (
            "a_slab_dimless".to_owned(),
            table("a_slab_dimless", Geometry::Slab, 2.0, both, false),
        ),
        (
            "d_cylinder_dimless".to_owned(),
            table("d_cylinder_dimless", Geometry::Cylinder, 2.0, both, false),
        ),
        (
            "e_sphere_dimless".to_owned(),
            table("e_sphere_dimless", Geometry::Sphere, 2.0, both, false),
        ),
        (
            "b_slab_one_face_dimless".to_owned(),
            table("b_slab_one_face_dimless", Geometry::Slab, 1.0, one, true),
        ),
    ];
    for id in ["c_pan_below_air_above", "c_pan_below_lid_above"] {
        all.push((id.to_owned(), unequal_faces(id)));
    }
    for id in [
        "a_dim_boiling_water",
        "a_dim_poach_80C",
        "a_dim_fixed_surface_100C",
        "a_dim_still_air_warming_22C",
    ] {
        all.push((id.to_owned(), slab_in_fluid(id)));
    }
    for id in [
        "h_boil_5min_then_air",
        "h_poach80_5min_then_air",
        "h_oven180_5min_then_air",
        "h_pan180_h300_one_side_top_adiabatic_5min_then_air_one_side",
        "h_pan180_h300_5min_then_rest_bottom_adiabatic",
    ] {
        all.push((id.to_owned(), heat_then_rest(id)));
    }
    all
}

#[test]
fn exact_slabs_cylinders_spheres_and_unequal_faces() {
    for (id, miss) in all() {
        assert!(miss < PROMISED_SHARE, "{id}: {:.3} %", 100.0 * miss);
    }
}

fn unequal_faces(id: &str) -> f64 {
    let case = case(id);
    let (given, out) = (&case["inputs"], &case["outputs"]);
    let times = nums(&out["times_s"]);
    let stage = BareStage {
        duration_s: *times.last().unwrap(),
        low: fluid(num(&given["h_x0"]), num(&given["Tinf_x0_C"])),
        high: fluid(num(&given["h_xL"]), num(&given["Tinf_xL_C"])),
    };
    let mut bare = problem(Geometry::Slab, 25.0, 5.0, vec![stage]);
    bare.report_s = times;
    bare.at_share = nums(&out["x_mm"]).iter().map(|x| x / 25.0).collect();
    let wanted: Vec<_> = out["T_C"].as_array().unwrap().iter().map(nums).collect();
    worst(&ordinary(&bare), &wanted, 175.0)
}

fn slab_in_fluid(id: &str) -> f64 {
    let case = case(id);
    let (given, out) = (&case["inputs"], &case["outputs"]);
    let (fluid_c, start_c) = (num(&given["Tinf_C"]), num(&given["T0_C"]));
    let face = match given["h_both"].as_f64() {
        Some(h) => fluid(h, fluid_c),
        None => BareFace::Surface { surface_c: fluid_c },
    };
    let times = nums(&out["times_s"]);
    let stage = BareStage {
        duration_s: *times.last().unwrap(),
        low: face,
        high: face,
    };
    let mut bare = problem(Geometry::Slab, 25.0, start_c, vec![stage]);
    bare.report_s = times;
    bare.at_share = vec![0.0, 0.5];
    let pairs = nums(&out["surface_C"])
        .into_iter()
        .zip(nums(&out["core_C"]));
    let wanted: Vec<Vec<f64>> = pairs.map(|(s, c)| vec![s, c]).collect();
    worst(&ordinary(&bare), &wanted, fluid_c - start_c)
}

/// Heat, then rest: the carry-over of the middle, exact in two stages.
fn heat_then_rest(id: &str) -> f64 {
    let case = case(id);
    let (given, out) = (&case["inputs"], &case["outputs"]);
    let stage = |s: &Value, duration_s| BareStage {
        duration_s,
        low: fluid(num(&s["h_x0"]), num(&s["Tinf_x0_C"])),
        high: fluid(num(&s["h_xL"]), num(&s["Tinf_xL_C"])),
    };
    let heated_s = num(&given["stage1"]["duration_s"]);
    let stages = vec![
        stage(&given["stage1"], heated_s),
        stage(&given["stage2"], 600.0),
    ];
    let step_k = num(&given["stage1"]["Tinf_x0_C"]) - 5.0;
    let mut bare = problem(Geometry::Slab, 25.0, 5.0, stages);
    bare.report_s = nums(&out["after_switch_s"])
        .iter()
        .map(|t| heated_s + t)
        .collect();
    bare.at_share = vec![0.5];
    let wanted: Vec<_> = nums(&out["core_after_switch_C"])
        .iter()
        .map(|t| vec![*t])
        .collect();
    worst(&ordinary(&bare), &wanted, step_k)
}

/// Refining the grid by two and the step tolerance by sixteen (the step by four: backward
/// Euler is first order in the step, the grid second) must cut the error about four times.
#[test]
fn exact_error_shrinks_as_the_grid_is_refined() {
    let errors = refined();
    assert!(
        errors[1] < errors[0] / 2.5 && errors[2] < errors[1] / 2.5,
        "{errors:?}"
    );
}

/// Worst misses at twice, once and half the ordinary grid.
pub fn refined() -> Vec<f64> {
    let case = case("c_pan_below_lid_above");
    let (given, out) = (&case["inputs"], &case["outputs"]);
    let at = [2_usize, 3, 4, 5, 6];
    let times: Vec<f64> = at.iter().map(|i| nums(&out["times_s"])[*i]).collect();
    let wanted: Vec<Vec<f64>> = at.iter().map(|i| nums(&out["T_C"][*i])).collect();
    [2.0_f64, 1.0, 0.5]
        .iter()
        .map(|factor| {
            let stage = BareStage {
                duration_s: 600.0,
                low: fluid(num(&given["h_x0"]), num(&given["Tinf_x0_C"])),
                high: fluid(num(&given["h_xL"]), num(&given["Tinf_xL_C"])),
            };
            let mut bare = problem(Geometry::Slab, 25.0, 5.0, vec![stage]);
            bare.report_s = times.clone();
            bare.at_share = vec![0.0, 0.25, 0.5, 0.75, 1.0];
            let steps = Steps {
                tolerance_k: 0.01 * factor.powi(4),
                longest_s: 1e4,
            };
            let answer = bare
                .solve_with(Fineness::ORDINARY.scaled(*factor), steps)
                .unwrap();
            worst(&answer, &wanted, 175.0)
        })
        .collect()
}
