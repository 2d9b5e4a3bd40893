//! The section in two dimensions: against the exact bar, and against an independent model.

use crate::notes::note;
use cindo_core::heat::{
    BareFace, BareProblem, BareStage, Geometry, SectionAnswer, ellipse_dimensionality,
};
use serde_json::Value;

fn num(v: &Value) -> f64 {
    v.as_f64().unwrap()
}

fn face(v: &Value) -> BareFace {
    BareFace::Fluid {
        h_w_m2k: num(&v["h_w_m2k"]),
        fluid_c: num(&v["fluid_c"]),
    }
}

/// Thickness and shape by the name of a case.
fn shape(id: &str) -> (f64, Geometry) {
    let mut parts = id.split('_');
    let kind = parts.next().unwrap();
    let mm = |s: &str| s.parse::<f64>().unwrap();
    if kind == "ellipse" {
        let (height, thickness) = parts.next().unwrap().split_once('x').unwrap();
        let height_mm = mm(height);
        return (
            mm(thickness),
            Geometry::Ellipse {
                height_mm,
                hollow: false,
            },
        );
    }
    let mut next = || mm(parts.next().unwrap());
    let (thick, thin_mm, width_mm) = (next(), next(), next());
    (thick, Geometry::Taper { thin_mm, width_mm })
}

/// A body of k 0.5 W/mK and 3.9 MJ/m3K, one stage, as the independent model has it.
fn body(
    (thickness_mm, geometry): (f64, Geometry),
    start_c: f64,
    [low, high]: [BareFace; 2],
    report_s: &[f64],
) -> BareProblem {
    BareProblem {
        geometry,
        thickness_mm,
        k_w_mk: 0.5,
        rho_kg_m3: 1000.0,
        cp_j_kgk: 3900.0,
        start_c,
        stages: vec![BareStage {
            duration_s: *report_s.last().unwrap(),
            low,
            high,
        }],
        report_s: report_s.to_vec(),
        at_share: vec![0.5],
    }
}

fn numbers(v: &Value) -> Vec<f64> {
    v.as_array().unwrap().iter().map(num).collect()
}

/// `data/section2d.json`: constant properties in ellipses and tapers, equal and unequal faces, by an
/// independent explicit finite-volume model of 0.4 mm cells, whose own accuracy is 0.1 K and up to 0.5 K
/// where its grid says so. We allow 0.2 K and what its grid changes.
#[test]
pub fn reference_sections_of_an_independent_model() {
    let file: Value = serde_json::from_str(include_str!("data/section2d.json")).unwrap();
    let mut wrong = Vec::new();
    for case in file["cases"].as_array().unwrap() {
        let id = case["id"].as_str().unwrap();
        let times = numbers(&case["times_s"]);
        let faces = [face(&case["low"]), face(&case["high"])];
        let problem = body(shape(id), num(&file["start_c"]), faces, &times);
        assert_eq!(num(&file["k_w_mk"]), problem.k_w_mk);
        assert_eq!(
            num(&file["rho_cp_j_m3k"]),
            problem.rho_kg_m3 * problem.cp_j_kgk
        );
        let answer = problem.solve_section().unwrap();
        let miss = |ours: &[f64], key: &str| {
            let pairs = ours.iter().zip(numbers(&case[key]));
            pairs.fold(0.0_f64, |worst, (a, b)| worst.max((a - b).abs()))
        };
        let centre = miss(&answer.centre_c, "centre_c");
        let coldest = miss(&answer.coldest_c, "coldest_c");
        note(
            format!("{id}: centre, coldest"),
            format!("{centre:.2} K, {coldest:.2} K off"),
            "independent two-dimensional model",
        );
        let allowed = 0.2 + num(&case["grid_change_k"]);
        if centre.max(coldest) > allowed {
            wrong.push(format!("{id}: {centre:.2} {coldest:.2} of {allowed:.2}"));
        }
    }
    assert!(wrong.is_empty(), "{wrong:?}");
}

/// Share of the excess left in the middle of a slab, Biot number on the half thickness: `sum C_n
/// exp(-zeta_n^2 Fo)` (Incropera and DeWitt, ch. 5), with `zeta tan zeta = Bi`.
fn slab_left(bi: f64, fo: f64, at: f64) -> f64 {
    (0..200)
        .map(|n| {
            let (mut low, mut high) = (
                n as f64 * std::f64::consts::PI + 1e-9,
                (n as f64 + 0.5) * std::f64::consts::PI - 1e-9,
            );
            for _ in 0..80 {
                let middle = 0.5 * (low + high);
                if middle * middle.tan() < bi {
                    low = middle;
                } else {
                    high = middle;
                }
            }
            let zeta = 0.5 * (low + high);
            let c = 4.0 * zeta.sin() / (2.0 * zeta + (2.0 * zeta).sin());
            c * (-zeta * zeta * fo).exp() * (zeta * at).cos()
        })
        .sum()
}

fn bar(thickness_mm: f64, width_mm: f64, h_w_m2k: f64, times: &[f64]) -> SectionAnswer {
    let around = BareFace::Fluid {
        h_w_m2k,
        fluid_c: 100.0,
    };
    let square = Geometry::Taper {
        thin_mm: thickness_mm,
        width_mm,
    };
    body((thickness_mm, square), 0.0, [around, around], times)
        .solve_section()
        .unwrap()
}

/// A bar heated alike all round is the product of two slabs.
#[test]
pub fn exact_bars_in_two_dimensions() {
    let times = [60.0, 200.0, 500.0, 900.0];
    let mut worst: f64 = 0.0;
    for (thick, wide) in [(20.0, 20.0), (25.0, 60.0), (20.0, 50.0)] {
        for h in [20.0, 200.0, 800.0] {
            let ours = bar(thick, wide, h, &times).centre_c;
            for (t_s, ours) in times.iter().zip(ours) {
                let side = |mm: f64, at: f64| {
                    let half = 0.5e-3 * mm;
                    let fo = 0.5 / 3.9e6 * t_s / (half * half);
                    slab_left(h * half / 0.5, fo, at)
                };
                // 15 % of the width from the end is 0.7 of the half width from the middle.
                let exact = 100.0 * (1.0 - side(thick, 0.0) * side(wide, 0.7));
                worst = worst.max((ours - exact).abs());
            }
        }
    }
    note(
        "bars heated all round, three sizes and three films",
        format!("worst {worst:.2} % of the step"),
        "product of slabs",
    );
    // Half a per cent of the temperature step, as for one dimension.
    assert!(worst < 0.5, "{worst}");
}

/// More heat never makes a colder piece, nothing is hotter than what surrounds it, and the two halves of a
/// bar turned upside down change places.
#[test]
fn law_a_section_stays_within_what_surrounds_it() {
    let solve = |low: f64, high: f64| {
        let film = |fluid_c| BareFace::Fluid {
            h_w_m2k: 300.0,
            fluid_c,
        };
        let lying = Geometry::Ellipse {
            height_mm: 60.0,
            hollow: false,
        };
        let mut problem = body((30.0, lying), 5.0, [film(low), film(high)], &[300.0, 900.0]);
        problem.at_share = vec![0.1, 0.5, 0.9];
        problem.solve_section().unwrap()
    };
    let (down, up) = (solve(120.0, 20.0), solve(20.0, 120.0));
    for (a, b) in down.bare.temperature_c.iter().zip(&up.bare.temperature_c) {
        for (a, b) in a.iter().zip(b.iter().rev()) {
            assert!((a - b).abs() < 0.05, "{a} {b}");
            assert!((5.0..120.0).contains(a));
        }
    }
    assert!(solve(140.0, 20.0).coldest_c[1] > down.coldest_c[1]);
    assert!(down.bare.coldest_peak_c >= down.coldest_c[1]);
    assert!(down.bare.coldest_peak_s <= 900.0);
}

#[test]
fn a_section_that_cannot_be_is_refused_by_its_field() {
    let still = [BareFace::Insulated; 2];
    let field = |shape, section: bool| {
        let problem = body(shape, 5.0, still, &[60.0]);
        if section {
            problem.solve_section().unwrap_err().field().to_owned()
        } else {
            problem.solve().unwrap_err().field().to_owned()
        }
    };
    let ellipse = |height_mm| {
        (
            30.0,
            Geometry::Ellipse {
                height_mm,
                hollow: false,
            },
        )
    };
    let taper = |thin_mm, width_mm| (30.0, Geometry::Taper { thin_mm, width_mm });
    assert_eq!(field(ellipse(20.0), true), "height_mm");
    assert_eq!(field(ellipse(20.0), false), "height_mm");
    assert_eq!(field(ellipse(f64::NAN), true), "height_mm");
    assert_eq!(field(taper(31.0, 60.0), true), "thin_mm");
    assert_eq!(field(taper(10.0, 1e308), true), "width_mm");
    assert_eq!(field(taper(10.0, 60.0), false), "two_dimensional");
    assert_eq!(field((30.0, Geometry::Slab), true), "geometry");
    let mut many = body(ellipse(60.0), 5.0, still, &[60.0]);
    many.report_s = (0..3000).map(|i| f64::from(i) * 0.02).collect();
    assert_eq!(many.solve_section().unwrap_err().field(), "report_s");
}

/// Seconds until the middle has come `share` of the way, straight between reports.
fn reached(times: &[f64], middle: &[f64], share: f64) -> f64 {
    let i = middle.iter().position(|t| *t >= 100.0 * share).unwrap();
    let part = (100.0 * share - middle[i - 1]) / (middle[i] - middle[i - 1]);
    times[i - 1] + part * (times[i] - times[i - 1])
}

/// The column with its equivalent dimensionality against the whole section: within 5 % of the time, whatever
/// the shape and the film, from a third to two thirds of the way.
#[test]
pub fn sections_of_an_ellipse_in_one_dimension() {
    let (mut worst, mut at): (f64, _) = (0.0, String::new());
    for slender in [1.0, 1.2, 1.4, 1.7, 2.1, 2.7, 3.5] {
        for bi in [0.8, 1.2, 3.0, 6.0, 20.0, 40.0] {
            let around = BareFace::Fluid {
                h_w_m2k: bi * 0.5 / 0.02,
                fluid_c: 100.0,
            };
            let end = 6000.0 * (1.0 + 1.5 / bi);
            let times: Vec<f64> = (1..300).map(|i| end * f64::from(i) / 300.0).collect();
            let lying = Geometry::Ellipse {
                height_mm: 40.0 * slender,
                hollow: false,
            };
            let problem = body((40.0, lying), 0.0, [around, around], &times);
            let whole = problem.solve_section().unwrap().centre_c;
            let column = problem.solve().unwrap().temperature_c;
            let column: Vec<f64> = column.iter().map(|row| row[0]).collect();
            for share in [0.35, 0.5, 0.65] {
                let ratio = reached(&times, &column, share) / reached(&times, &whole, share);
                if (ratio - 1.0).abs() > worst {
                    worst = (ratio - 1.0).abs();
                    at = format!("{slender} as high as thick, Bi {bi}, {share} of the way");
                }
            }
        }
    }
    note(
        "an ellipse on the column of its E: time of the middle",
        format!("worst {:.1} % off ({at})", 100.0 * worst),
        "its own section in two dimensions",
    );
    assert!(worst < 0.05, "{worst} at {at}");
    // Known limits: the cylinder and the slab.
    assert!((ellipse_dimensionality(1.0, 3.0) - 2.0).abs() < 1e-12);
    assert!(ellipse_dimensionality(20.0, 30.0) < 1.01);
}

/// A gutted fish has a fifth less flesh behind the same skin: the column with its E against the section with
/// its hole, time of the coldest point. The independent model of whole fish 40 x 85 mm has the emptied belly
/// take 12 to 20 % off.
#[test]
pub fn sections_with_an_empty_belly() {
    let (mut worst, mut at): (f64, _) = (0.0, String::new());
    let mut off: Vec<f64> = Vec::new();
    for slender in [1.4, 1.8, 2.125, 2.7] {
        for bi in [0.8, 1.5, 4.0, 12.0, 32.0] {
            let around = BareFace::Fluid {
                h_w_m2k: bi * 0.5 / 0.02,
                fluid_c: 100.0,
            };
            let end = 6000.0 * (1.0 + 1.5 / bi);
            let times: Vec<f64> = (1..300).map(|i| end * f64::from(i) / 300.0).collect();
            let lying = |hollow| Geometry::Ellipse {
                height_mm: 40.0 * slender,
                hollow,
            };
            let hollow = body((40.0, lying(true)), 0.0, [around, around], &times);
            let solid = body((40.0, lying(false)), 0.0, [around, around], &times);
            let whole = hollow.solve_section().unwrap().coldest_c;
            let full = solid.solve_section().unwrap().coldest_c;
            let column = hollow.solve().unwrap().temperature_c;
            let column: Vec<f64> = column.iter().map(|row| row[0]).collect();
            for share in [0.35, 0.5, 0.6] {
                off.push(1.0 - reached(&times, &whole, share) / reached(&times, &full, share));
                let ratio = reached(&times, &column, share) / reached(&times, &whole, share);
                if (ratio - 1.0).abs() > worst {
                    worst = (ratio - 1.0).abs();
                    at = format!("{slender} as high as thick, Bi {bi}, {share} of the way");
                }
            }
        }
    }
    let (least, most) = off
        .iter()
        .fold((1.0_f64, 0.0_f64), |(a, b), x| (a.min(*x), b.max(*x)));
    note(
        "an empty belly takes off the time of the coldest point",
        format!(
            "{:.0} to {:.0} %; the column worst {:.1} % off ({at})",
            100.0 * least,
            100.0 * most,
            100.0 * worst
        ),
        "section with its hole",
    );
    assert!(worst < 0.08, "{worst} at {at}");
}
