//! Gas in a batter: soda with acid, soda by heat alone, beer, a charger.
//!
//! `3 NaHCO3 + C6H8O7 -> Na3C6H5O7 + 3 H2O + 3 CO2`: the one of which there is less decides. Molar volume `R T/p` at
//! 101.325 kPa (real gas takes 0.5 % less).

/// Gas constant, J/(mol K) (CODATA).
const R: f64 = 8.314_462_618;
/// Atmosphere, Pa.
const ATMOSPHERE_PA: f64 = 101_325.0;
/// Ice point, K.
const ICE_K: f64 = 273.15;
/// g/mol (IUPAC atomic weights): bicarbonate of soda, citric acid without water.
const BICARBONATE_G_MOL: f64 = 84.007;
const CITRIC_G_MOL: f64 = 192.124;
const CO2_G_MOL: f64 = 44.009;
/// A mole of citric acid gives so many protons.
const CITRIC_PROTONS: f64 = 3.0;
/// HENRY-CO2, from memory, high confidence: litres that a litre of water holds under one atmosphere of it, at 0 and 20 C.
const HOLDS_0C: f64 = 1.71;
const HOLDS_20C: f64 = 0.88;
/// What is loose in an open bowl is half gone after so many minutes. An assumption: no source.
pub const HALF_GONE_MIN: f64 = 8.0;

/// What soda and acid make of each other.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Leavened {
    /// Gas, ml at the temperature asked.
    pub co2_ml: f64,
    /// Soda left to taste (and to brown), g.
    pub soda_left_g: f64,
    /// Acid left to taste, g.
    pub acid_left_g: f64,
}

/// A mole of gas, ml, at t C.
fn mole_ml(t_c: f64) -> f64 {
    1e6 * R * (ICE_K + t_c) / ATMOSPHERE_PA
}

/// Gas of so many moles, ml at t C.
pub fn co2_ml(mol: f64, t_c: f64) -> f64 {
    mol * mole_ml(t_c)
}

/// Of so much soda and citric acid (without water), g.
pub fn leavened(soda_g: f64, citric_g: f64, t_c: f64) -> Leavened {
    let soda = soda_g / BICARBONATE_G_MOL;
    let acid = citric_g / CITRIC_G_MOL;
    let mol = soda.min(CITRIC_PROTONS * acid);
    Leavened {
        co2_ml: co2_ml(mol, t_c),
        soda_left_g: (soda - mol) * BICARBONATE_G_MOL,
        acid_left_g: (acid - mol / CITRIC_PROTONS) * CITRIC_G_MOL,
    }
}

/// Of soda that meets no acid, by heat alone, ml at t C: `2 NaHCO3 -> Na2CO3 + H2O + CO2`.
pub fn of_heat_ml(soda_g: f64, t_c: f64) -> f64 {
    co2_ml(0.5 * soda_g / BICARBONATE_G_MOL, t_c)
}

/// In beer of so many volumes (of gas at 0 C in one of beer), ml at t C.
pub fn of_beer_ml(beer_ml: f64, volumes: f64, t_c: f64) -> f64 {
    beer_ml * volumes * (ICE_K + t_c) / ICE_K
}

/// Of a charger of so many g, ml at t C.
pub fn of_charger_ml(charge_g: f64, t_c: f64) -> f64 {
    co2_ml(charge_g / CO2_G_MOL, t_c)
}

/// What so much water holds dissolved under an atmosphere of it, ml at t C, 0 to 30 C; straight in the logarithm.
pub fn dissolved_ml(water_g: f64, t_c: f64) -> f64 {
    water_g * HOLDS_0C * (HOLDS_20C / HOLDS_0C).powf(t_c / 20.0)
}

/// What is left of it after standing so long in a bowl, share.
pub fn left_after(minutes: f64) -> f64 {
    0.5_f64.powf(minutes.max(0.0) / HALF_GONE_MIN)
}
