//! Exact solutions at the edges of the model: heat pressed in, conductivity that changes,
//! two bodies that touch, a drying front, lethality. Cases from `data/exact.json`.

use super::exact::{case, num, nums};
use super::notes::note;
use cindo_core::heat::{
    BareFace, BareProblem, BareStage, Column, Face, Fineness, Geometry, Grid, Layer, Marcher,
    Medium, Moment, Shape, Sink, Spell, Steps,
};
use cindo_core::matter::{Composition, Material, water};
use cindo_core::run::{Tally, Timeline};
use cindo_core::target::Family;

const K: f64 = 0.5;
const RHO: f64 = 1055.0;
const CP: f64 = 3700.0;

const CLOSE: Steps = Steps {
    tolerance_k: 0.005,
    longest_s: 5.0,
};

fn under_flux(
    thickness_mm: f64,
    low: BareFace,
    high: BareFace,
    report_s: Vec<f64>,
) -> Vec<Vec<f64>> {
    BareProblem {
        geometry: Geometry::Slab,
        thickness_mm,
        k_w_mk: K,
        rho_kg_m3: RHO,
        cp_j_kgk: CP,
        start_c: 5.0,
        stages: vec![BareStage {
            duration_s: *report_s.last().unwrap(),
            low,
            high,
        }],
        report_s,
        at_share: vec![0.0, 0.5, 1.0],
    }
    .solve()
    .unwrap()
    .temperature_c
}

/// A burner that gives what it gives: slab with an insulated far side, and a body so thick
/// that its far side does not know.
#[test]
pub fn exact_constant_flux() {
    let slab = case("j_const_flux_slab");
    let out = &slab["outputs"];
    let flux = BareFace::Flux {
        flux_w_m2: num(&slab["inputs"]["q_W_m2"]),
    };
    let ours = under_flux(25.0, BareFace::Insulated, flux, nums(&out["times_s"]));
    let heated = nums(&out["heated_C"]);
    let columns = [
        nums(&out["adiabatic_C"]),
        nums(&out["mid_C"]),
        heated.clone(),
    ];
    for (i, row) in ours.iter().enumerate() {
        for (j, wanted) in columns.iter().enumerate() {
            // 0.5 % of the rise of the heated face.
            let allowed = 0.005 * (heated[i] - 5.0);
            assert!((row[j] - wanted[i]).abs() < allowed, "{i} {j}: {row:?}");
        }
    }

    let thick = case("g_semi_flux");
    let out = &thick["outputs"];
    let flux = BareFace::Flux {
        flux_w_m2: num(&thick["inputs"]["q_W_m2"]),
    };
    let ours = under_flux(80.0, flux, BareFace::Insulated, nums(&out["times_s"]));
    for (row, wanted) in ours.iter().zip(nums(&out["surface_C"])) {
        note(
            "constant flux into a thick body, surface",
            format!("{:.1} C", row[0]),
            format!("{wanted:.1} C"),
        );
        assert!(
            (row[0] - wanted).abs() < 0.005 * (wanted - 5.0),
            "{row:?} {wanted}"
        );
    }
}

/// Conductivity that rises with temperature bends the steady profile: Kirchhoff's transform.
#[test]
pub fn exact_conductivity_that_changes() {
    let case = case("j_kirchhoff_steady");
    let (given, out) = (&case["inputs"], &case["outputs"]);
    let faces = nums(&given["T_faces_C"]);
    let (k0, b) = (num(&given["k0"]), num(&given["b"]));
    let solid = Material::constant(k0, RHO, CP).conducting([k0, k0 * b, 0.0]);
    let column = Column::bare(
        Grid::new(num(&given["thickness_m"]), 0.0, Fineness::ORDINARY),
        solid,
    );
    let held = |t_c| Face {
        held_c: Some(t_c),
        ..Face::INSULATED
    };
    let mut marcher = Marcher::new(&column, 50.0, None, Steps::ORDINARY);
    let long = Spell {
        duration_s: 4.0 * 3600.0,
        low: held(faces[0]),
        high: held(faces[1]),
        set_c: 0.0,
    };
    marcher.run(&[long], &mut ());
    let t = marcher.moment(0.0).t_c.to_vec();
    let n = t.len();
    let mid_c = 0.5 * (t[n / 2 - 1] + t[n / 2]);
    // 0.1 % of the step: a wall between cells takes the mean of their resistances.
    note(
        "conductivity that changes, middle",
        format!("{mid_c:.2} C"),
        format!("{:.2} C", num(&out["T_mid_C"])),
    );
    assert!((mid_c - num(&out["T_mid_C"])).abs() < 0.095, "{mid_c}");
    let width = &column.grid.width_m;
    let k = |t_c: f64| k0 * (1.0 + b * t_c);
    let flux = 2.0 * k(t[0]) / width[0] * (faces[0] - t[0]);
    assert!(
        (flux / num(&out["flux_W_m2"]) - 1.0).abs() < 0.005,
        "{flux}"
    );
}

/// Cold fish laid on a thick hot plate: where they meet, the mean by effusivity.
#[test]
pub fn exact_contact_temperature() {
    let case = case("g_contact");
    let given = &case["inputs"];
    let (fish_c, pan_c) = (num(&given["T_fish_C"]), num(&given["T_pan_C"]));
    for (name, wanted) in case["outputs"].as_object().unwrap() {
        let metal = &given["pans"][name];
        let k_pan = num(&metal["k"]);
        let plate = Layer {
            thickness_m: 0.1,
            material: Material::constant(k_pan, num(&metal["rho"]), num(&metal["cp"])),
        };
        let column = Column::layered(
            &[plate],
            0.04,
            Material::constant(K, RHO, CP),
            &[],
            0.0,
            Fineness::ORDINARY.scaled(0.25),
            water::P_ATM_PA,
        );
        let mut marcher = Marcher::new(&column, fish_c, None, CLOSE);
        let edge = 0.1 / 0.14;
        marcher.set_profile(|share| if share < edge { pan_c } else { fish_c });
        let alone = Spell {
            duration_s: 2.0,
            low: Face::INSULATED,
            high: Face::INSULATED,
            set_c: 0.0,
        };
        marcher.run(&[alone], &mut ());
        let i = column.grid.flesh.start;
        let t = marcher.moment(0.0).t_c.to_vec();
        let g = |k: f64, i: usize| 2.0 * k / column.grid.width_m[i];
        let (below, above) = (g(k_pan, i - 1), g(K, i));
        let meets_c = (below * t[i - 1] + above * t[i]) / (below + above);
        note(
            format!("contact with {name} at 200 C"),
            format!("{meets_c:.1} C"),
            format!("{:.1} C", num(wanted)),
        );
        // 0.5 % of the step of 195 K.
        assert!(
            (meets_c - num(wanted)).abs() < 0.98,
            "{name}: {meets_c} {wanted}"
        );
    }
}

struct Reaches {
    aim_c: f64,
    last: (f64, f64),
    at_s: Option<f64>,
}

impl Sink for Reaches {
    fn step(&mut self, m: &Moment<'_>) {
        let core = m.core_c();
        if self.at_s.is_none() && core >= self.aim_c {
            let f = (self.aim_c - self.last.1) / (core - self.last.1);
            self.at_s = Some(self.last.0 + f * (m.t_s - self.last.0));
        }
        self.last = (m.t_s, core);
    }
}

/// A medallion is a short cylinder: within 6 % of the product of slab and cylinder once the core is on its way
/// to being done.
#[test]
pub fn exact_short_cylinder_by_the_shape_exponent() {
    let case = case("f_short_cylinder_D60_H25");
    let (given, out) = (&case["inputs"], &case["outputs"]);
    let across = num(&given["diameter_m"]);
    let high = num(&given["height_m"]);
    let bi = num(&given["h_all"]) * 0.5 * high / K;
    let e = Shape::Disc { across_m: across }.dimensionality(high, bi, 1.0);
    let column = Column::bare(
        Grid::new(high, e - 1.0, Fineness::ORDINARY),
        Material::constant(K, RHO, CP),
    );
    let face = Face::touching(num(&given["h_all"]), Medium::Held(num(&given["Tinf_C"])));
    let wanted = nums(&out["times_s"])
        .into_iter()
        .zip(nums(&out["centre_C"]));
    for (exact_s, aim_c) in wanted.filter(|(_, t_c)| *t_c > 40.0) {
        let start = num(&given["T0_C"]);
        let mut reaches = Reaches {
            aim_c,
            last: (0.0, start),
            at_s: None,
        };
        let stage = Spell {
            duration_s: 1200.0,
            low: face,
            high: face,
            set_c: 0.0,
        };
        Marcher::new(&column, start, None, CLOSE).run(&[stage], &mut reaches);
        let ours_s = reaches.at_s.unwrap();
        note(
            format!("short cylinder 60 x 25 mm, core {aim_c:.1} C, E {e:.3}"),
            format!("{ours_s:.0} s"),
            format!("{exact_s:.0} s"),
        );
        assert!(
            (ours_s / exact_s - 1.0).abs() < 0.06,
            "{aim_c}: {ours_s} {exact_s}"
        );
    }
}

/// Crust grows like Stefan's front: water boils away where the drying front stands, the flesh
/// behind it keeps the boiling point, heat comes through what is dry. Front and heat taken
/// against the similarity solution.
#[test]
pub fn exact_drying_front() {
    for id in ["i_stefan_Ste0.1", "i_stefan_Ste0.5"] {
        let case = case(id);
        let (given, out) = (&case["inputs"], &case["outputs"]);
        let boil_c = water::boiling_point_c(water::P_ATM_PA);
        // As much water as holds the latent heat of the case; 2 % of it is bound and stays.
        let free = num(&given["latent_J_per_kg_solid"]) * RHO / water::latent_heat_j_kg(boil_c);
        let holds = free / 0.98;
        let water_j_kgk = 4200.0;
        let dry_j_kgk = (RHO * CP - 0.02 * holds * water_j_kgk) / (RHO - holds);
        let solid = Material::packed(RHO, holds / RHO, dry_j_kgk, K, K);
        let column = Column::bare(Grid::new(0.05, 0.0, Fineness::ORDINARY), solid);
        let wall = Face {
            held_c: Some(boil_c + num(&given["wall_minus_front_K"])),
            ..Face::INSULATED
        };
        let mut marcher = Marcher::new(&column, boil_c, None, CLOSE);
        for until_s in [300.0, 600.0, 1800.0] {
            let stage = Spell {
                duration_s: until_s - marcher.state().t_s,
                low: wall,
                high: Face::INSULATED,
                set_c: 0.0,
            };
            marcher.run(&[stage], &mut ());
            let key = format!("{until_s}");
            let front_mm = num(&out["front_mm"][&key]);
            let ours_mm =
                1e3 * marcher.ledger().boiled_j_m2 / (free * water::latent_heat_j_kg(boil_c));
            note(
                format!("drying front, {id}, after {key} s"),
                format!("{ours_mm:.2} mm"),
                format!("{front_mm:.2} mm"),
            );
            // 3 %: one cell at the front dries at a time.
            assert!((ours_mm / front_mm - 1.0).abs() < 0.03, "{id} {key}");
            // Wall flux ~ t^-1/2, so the heat taken is 2 q t.
            let taken = 2.0 * num(&out["wall_flux_W_m2"][&key]) * until_s;
            let ours = marcher.ledger().heat_in_j_m2;
            assert!(
                (ours / taken - 1.0).abs() < 0.03,
                "{id} {key}: {ours} {taken}"
            );
        }
    }
}

/// `T = 80 - 75 exp(-t/300 s)` for 20 minutes, by exponential integrals; and a straight ramp.
#[test]
pub fn exact_lethality() {
    let flesh = Composition::new(0.8122, 0.1781, 0.0067, 0.0116).unwrap();
    let column = Column::bare(
        Grid::new(0.01, 0.0, Fineness::ORDINARY),
        Material::flesh(&flesh),
    );
    let n = column.grid.len();
    let log = |end_s: f64, t_c: &dyn Fn(f64) -> f64| {
        let until_end = Timeline {
            begins: vec![],
            off_s: end_s,
            rest_s: 0.0,
            eats_s: 0.0,
        };
        let mut tally = Tally::new(&column, &until_end);
        let water = vec![column.material(0).water_kg_m3; n];
        let dt_s = 2.0;
        for i in 0..=(end_s / dt_s) as usize {
            let t_s = i as f64 * dt_s;
            let cells = vec![t_c(t_s); n];
            tally.step(&Moment {
                t_s,
                dt_s: if i == 0 { 0.0 } else { dt_s },
                t_c: &cells,
                moved_k: &[],
                flesh_c: &cells,
                water_kg_m3: &water,
                touched_c: [None; 2],
                low_surface_c: cells[0],
                high_surface_c: cells[0],
                reservoir_c: None,
                steam_kg_m2s: 0.0,
            });
        }
        let aim = Family::find("lean_flaky").unwrap().usual().unwrap();
        tally.outcome(&aim).safety.listeria_log
    };
    // Six logs for two minutes at 70 C. 0.5 %: table and trapezoid of 2 s.
    let exact = num(&case("j_F_exponential")["outputs"]["F70_min"]);
    let ours = log(1200.0, &|t_s| 80.0 - 75.0 * (-t_s / 300.0).exp()) / 3.0;
    note(
        "lethality of an exponential approach",
        format!("{ours:.2} min at 70 C"),
        format!("{exact:.2} min"),
    );
    assert!((ours / exact - 1.0).abs() < 0.005, "{ours} {exact}");
    let exact = num(&case("j_F_linear_ramp")["outputs"]["F70_min"]);
    let ours = log(750.0, &|t_s| 50.0 + t_s / 30.0) / 3.0;
    assert!((ours / exact - 1.0).abs() < 0.005, "{ours} {exact}");
}
