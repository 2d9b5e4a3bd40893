//! Water, steam and moist air.
//!
//! Limits: 0 to 140 C for the saturation line (extended flat outside), atmospheric pressure
//! for air. Sources: `WAGNER-PRUSS-1993`, `IAPWS-95`.

use std::sync::OnceLock;

/// Pressure of the standard atmosphere, Pa.
pub const P_ATM_PA: f64 = 101_325.0;
/// Gas constant of water vapour, J/(kg K).
pub const R_VAPOUR_J_KGK: f64 = 461.523;
/// Gas constant of dry air, J/(kg K).
pub const R_AIR_J_KGK: f64 = 287.055;
/// Heat capacity of air, J/(kg K), 20 to 100 C within 1 %.
pub const CP_AIR_J_KGK: f64 = 1007.0;
/// Lewis number of water vapour in air, to the power 2/3 (Le = 0.87).
pub const LEWIS_TO_TWO_THIRDS: f64 = 0.911;
/// Stefan-Boltzmann constant, W/(m2 K4).
pub const SIGMA_W_M2K4: f64 = 5.670_374e-8;
/// 0 C in kelvin.
pub const ZERO_C_K: f64 = 273.15;

/// Saturation pressure of water, Pa, at `t_c` from 0 to 374 C.
///
/// `ln(p/pc) = Tc/T (a1 th + a2 th^1.5 + a3 th^3 + a4 th^3.5 + a5 th^4 + a6 th^7.5)`,
/// `th = 1 - T/Tc`. Source `WAGNER-PRUSS-1993`, within 0.01 % below 140 C.
pub fn p_saturation_pa(t_c: f64) -> f64 {
    const TC_K: f64 = 647.096;
    const PC_PA: f64 = 22.064e6;
    let t_k = t_c + ZERO_C_K;
    let th = 1.0 - t_k / TC_K;
    let root = th.sqrt();
    let sum = -7.859_517_83 * th + 1.844_082_59 * th * root - 11.786_649_7 * th.powi(3)
        + 22.680_741_1 * th.powi(3) * root
        - 15.961_871_9 * th.powi(4)
        + 1.801_225_02 * th.powi(7) * root;
    PC_PA * (TC_K / t_k * sum).exp()
}

/// Latent heat of evaporation, J/kg, 0 to 140 C.
///
/// `L = 2500.9 - 2.2992 T - 0.001458 T^2` kJ/kg: quadratic through the `IAPWS-95` values at
/// 0, 60 and 100 C; within 0.1 % between.
pub fn latent_heat_j_kg(t_c: f64) -> f64 {
    let t_c = t_c.clamp(0.0, 140.0);
    1e3 * (2500.9 - t_c * (2.2992 + t_c * 1.458e-3))
}

/// Temperature at which water boils at `p_pa`, C. Bisection on the saturation line, 1e-6 K.
pub fn boiling_point_c(p_pa: f64) -> f64 {
    let (mut low, mut high) = (0.0, 140.0);
    while high - low > 1e-6 {
        let mid = 0.5 * (low + high);
        if p_saturation_pa(mid) < p_pa {
            low = mid
        } else {
            high = mid
        }
    }
    0.5 * (low + high)
}

/// Pressure of the air at a height, Pa: `101325 (1 - 2.25577e-5 h)^5.25588`, the ICAO standard
/// atmosphere, 0 to 11 km. Source `ICAO-ATMOSPHERE`.
pub fn pressure_at_pa(altitude_m: f64) -> f64 {
    P_ATM_PA * (1.0 - 2.255_77e-5 * altitude_m).powf(5.255_88)
}

/// Density of vapour at partial pressure `p_pa` and `t_c`, kg/m3: `p / (R T)`.
pub fn vapour_density_kg_m3(p_pa: f64, t_c: f64) -> f64 {
    p_pa / (R_VAPOUR_J_KGK * (t_c + ZERO_C_K))
}

/// Stefan's flow: how many times as much vapour passes a film, and its slope by the pressure at the surface,
/// 1/Pa, for vapour of `surface_pa` and `vapour_pa` in air of `pressure_pa`: `P/(pv - ps) ln((P - ps)/(P - pv))`.
/// Both pressures are held at 95 % of that of the air: beyond it vapour meets no air to pass through.
pub fn stefan_factor(surface_pa: f64, vapour_pa: f64, pressure_pa: f64) -> (f64, f64) {
    let most = 0.95 * pressure_pa;
    let (s, v) = (surface_pa.min(most), vapour_pa.min(most));
    let apart = v - s;
    if apart.abs() < 1e-3 * pressure_pa {
        let air = pressure_pa - 0.5 * (s + v);
        return (pressure_pa / air, 0.5 * pressure_pa / (air * air));
    }
    let factor = pressure_pa / apart * ((pressure_pa - s) / (pressure_pa - v)).ln();
    let slope = if surface_pa < most {
        (factor - pressure_pa / (pressure_pa - s)) / apart
    } else {
        0.0
    };
    (factor, slope)
}

const TABLE_STEP_C: f64 = 0.5;
const TABLE_LEN: usize = 281;

/// Density of saturated vapour at a wet surface and its slope: (kg/m3, kg/(m3 K)).
///
/// Above the boiling point the pressure stays at `p_boil`'s: boiling inside the flesh, not
/// diffusion, carries the water off there. Table of 0.5 K steps; 0 below the table's start.
pub fn saturated_vapour(t_c: f64) -> (f64, f64) {
    static TABLE: OnceLock<[f64; TABLE_LEN]> = OnceLock::new();
    let table = TABLE.get_or_init(|| {
        std::array::from_fn(|i| {
            let t_c = i as f64 * TABLE_STEP_C;
            vapour_density_kg_m3(p_saturation_pa(t_c).min(P_ATM_PA), t_c)
        })
    });
    let at = (t_c / TABLE_STEP_C).clamp(0.0, (TABLE_LEN - 2) as f64 + 0.999_999);
    let i = at as usize;
    let slope = (table[i + 1] - table[i]) / TABLE_STEP_C;
    (
        table[i] + (at - i as f64) * TABLE_STEP_C * slope,
        slope.max(0.0),
    )
}

/// Mass transfer coefficient from a heat transfer coefficient, m/s:
/// `beta = h / (rho_air cp_air Le^(2/3))`, air at the film temperature `t_c` and its pressure.
pub fn mass_transfer_m_s(h_w_m2k: f64, t_c: f64, pressure_pa: f64) -> f64 {
    let rho_air = pressure_pa / (R_AIR_J_KGK * (t_c + ZERO_C_K));
    h_w_m2k / (rho_air * CP_AIR_J_KGK * LEWIS_TO_TWO_THIRDS)
}
