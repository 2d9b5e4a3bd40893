//! Published tables: water, flesh, eigenvalues.

use super::notes::note;
use approx::assert_relative_eq;
use cindo_core::matter::{Composition, water};

/// IAPWS-95 saturation pressure and latent heat (rounded tables: 2 digits beyond a kPa).
#[test]
fn published_steam_table() {
    let rows = [
        (20.0, 2.3393, 2453.5),
        (50.0, 12.3519, 2381.9),
        (60.0, 19.9464, 2357.65),
        (80.0, 47.4145, 2308.0),
        (90.0, 70.1818, 2282.6),
        (100.0, 101.418, 2256.4),
    ];
    for (t_c, p_kpa, latent_kj_kg) in rows {
        // 0.02 %: the auxiliary equation against the full formulation.
        assert_relative_eq!(
            water::p_saturation_pa(t_c),
            1e3 * p_kpa,
            max_relative = 2e-4
        );
        // 0.1 %: a quadratic through three points of the same table.
        assert_relative_eq!(
            water::latent_heat_j_kg(t_c),
            1e3 * latent_kj_kg,
            max_relative = 1e-3
        );
    }
}

/// Boiling point at 101.325, 90 and 70 kPa, IAPWS-95.
#[test]
fn published_boiling_points() {
    for (p_kpa, t_c) in [(101.325, 99.974), (90.0, 96.687), (70.0, 89.932)] {
        assert!(
            (water::boiling_point_c(1e3 * p_kpa) - t_c).abs() < 0.02,
            "{p_kpa} kPa"
        );
    }
}

/// Choi and Okos (ASHRAE Handbook, Refrigeration; polynomials from memory), raw cod
/// normalised to 100 %, computed independently, heat capacity of water with 4.1762.
#[test]
fn published_properties_of_cod() {
    let cod = Composition::new(0.8122, 0.1781, 0.0067, 0.0116).unwrap();
    for (t_c, rho, cp, along, across) in [
        (5.0, 1049.7658, 3744.307, 0.520333, 0.439489),
        (20.0, 1047.6257, 3748.422, 0.542815, 0.463805),
        (40.0, 1042.4224, 3756.78, 0.56866, 0.491924),
        (60.0, 1034.5407, 3768.419, 0.589801, 0.51535),
    ] {
        // 1e-4: the reference normalises with one digit less.
        assert_relative_eq!(cod.rho_kg_m3(t_c), rho, max_relative = 1e-4);
        assert_relative_eq!(cod.cp_j_kgk(t_c), cp, max_relative = 1e-4);
        let (parallel, perpendicular) = cod.k_bounds_w_mk(t_c);
        assert_relative_eq!(parallel, along, max_relative = 1e-4);
        assert_relative_eq!(perpendicular, across, max_relative = 1e-4);
    }
}

/// Typical raw fish: diffusivity 1.2 to 1.5e-7 m2/s near 30 C (`ASHRAE-THERMAL`, from memory), rising some
/// 0.2 % a kelvin.
#[test]
fn published_diffusivity_is_that_of_fish() {
    let cod = Composition::new(0.8122, 0.1781, 0.0067, 0.0116).unwrap();
    let alpha = |t_c: f64| cod.k_w_mk(t_c) / (cod.rho_kg_m3(t_c) * cod.cp_j_kgk(t_c));
    assert!((1.25e-7..1.45e-7).contains(&alpha(30.0)), "{}", alpha(30.0));
    let rise_per_k = (alpha(40.0) / alpha(20.0) - 1.0) / 20.0;
    assert!((0.001..0.004).contains(&rise_per_k), "{rise_per_k}");
}

/// The saturation line against IAPWS-IF97 of a general-purpose library.
#[test]
fn published_saturation_line_by_a_steam_library() {
    for t_c in (5..=125).step_by(10).map(f64::from) {
        // Properties by temperature and quality; 0 is pressure in MPa, 4 enthalpy in kJ/kg.
        let p_pa = 1e6 * seuif97::tx(t_c, 0.0, 0);
        let latent_kj_kg = seuif97::tx(t_c, 1.0, 4) - seuif97::tx(t_c, 0.0, 4);
        assert_relative_eq!(water::p_saturation_pa(t_c), p_pa, max_relative = 3e-4);
        // 0.1 % to 100 C, a little more beyond: a quadratic.
        assert_relative_eq!(
            water::latent_heat_j_kg(t_c),
            1e3 * latent_kj_kg,
            max_relative = 2e-3
        );
    }
}

/// A wet surface that only convection heats settles near the thermodynamic wet bulb of dry
/// oven air (22 C at half saturation, heated): CoolProp, ASHRAE RP-1485.
#[test]
pub fn published_wet_bulb_in_a_dry_oven() {
    use cindo_core::heat::{Column, Face, Fineness, Gas, Grid, Marcher, Spell, Steps};
    use cindo_core::matter::Material;
    let flesh = Composition::new(0.8, 0.178, 0.01, 0.012).unwrap();
    for (oven_c, wet_bulb_c) in [(100.0, 34.61), (150.0, 41.80), (180.0, 45.21)] {
        let column = Column::bare(
            Grid::new(0.004, 0.0, Fineness::ORDINARY),
            Material::flesh(&flesh),
        );
        let air = Face::in_gas(Gas {
            t_c: oven_c,
            h_w_m2k: 25.0,
            emissivity: 0.0,
            wall_c: oven_c,
            vapour_pa: 1322.0,
            wetness: 1.0,
            of_fire: 0.0,
        });
        let mut marcher = Marcher::new(&column, 20.0, None, Steps::ORDINARY);
        let stage = Spell {
            duration_s: 240.0,
            low: air,
            high: air,
            set_c: 0.0,
        };
        marcher.run(&[stage], &mut ());
        let surface_c = marcher.moment(0.0).high_surface_c;
        note(
            format!("wet bulb at {oven_c} C"),
            format!("{surface_c:.1} C"),
            format!("{wet_bulb_c} C"),
        );
        // 1.5 K: one Lewis number, air at the film temperature.
        assert!(
            (surface_c - wet_bulb_c).abs() < 1.5,
            "{oven_c}: {surface_c}"
        );
    }
}
