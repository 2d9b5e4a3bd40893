//! What one face of the piece sees.
//!
//! `q = h (T_fluid - T_s) + eps sigma (T_wall^4 - T_s^4) - L m`,
//! `m = beta (p_v,surface - p_v,air)/(R T_film)`: positive evaporates and cools, negative condenses
//! and heats. Evaporation is scaled by the wetness of the surface, condensation is not: steam
//! condenses on a dry or an oiled skin as well, and runs off. `beta` carries the factor of Stefan's flow,
//! `P/(p_v - p_s) ln((P - p_s)/(P - p_v))`: vapour that moves takes itself along (Bird, Stewart and Lightfoot,
//! Transport Phenomena, 18.2).

use crate::matter::water;

/// What a face touches.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum Medium {
    /// Something that keeps its temperature, C, whatever the fire does: boiling water, the room.
    Held(f64),
    /// Something that the fire keeps at a temperature, C: a tray in an oven, a grate. A fire that
    /// is not as hot as asked takes it along.
    Fire(f64),
    /// The pan, bath, pot or dish, which has a temperature of its own.
    Reservoir,
}

/// Contact or a stirred liquid: one coefficient to one temperature.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Contact {
    /// Coefficient, W/(m2 K).
    pub h_w_m2k: f64,
    /// To what.
    pub to: Medium,
}

/// Air or vapour, and the walls behind it.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Gas {
    /// Temperature of the gas, C.
    pub t_c: f64,
    /// Convection, W/(m2 K).
    pub h_w_m2k: f64,
    /// Emissivity of the surface to the walls.
    pub emissivity: f64,
    /// Temperature of the walls, C.
    pub wall_c: f64,
    /// Partial pressure of water vapour, Pa.
    pub vapour_pa: f64,
    /// Wetness of the surface, 0 sealed to 1 wet.
    pub wetness: f64,
    /// Share of an error of the fire that gas and walls follow: 1 in an oven, 0 in the room and
    /// over what boils.
    pub of_fire: f64,
}

/// What one face of the piece sees.
#[derive(Debug, Clone, Copy, PartialEq, Default)]
pub struct Face {
    /// What it touches, if anything.
    pub contact: Option<Contact>,
    /// The gas it sees, if any.
    pub gas: Option<Gas>,
    /// A surface temperature held from outside, for exact checks.
    pub held_c: Option<f64>,
    /// Heat that comes in whatever the surface does, W/m2.
    pub flux_w_m2: f64,
}

/// `q = a - b T_s` in W/m2 and `m = m0 + m1 T_s` in kg/(m2 s), near one surface temperature.
#[derive(Debug, Clone, Copy, Default)]
pub(super) struct Line {
    pub a: f64,
    pub b: f64,
    pub m0: f64,
    pub m1: f64,
    /// Of `q`, the coefficient of what the reservoir gives.
    pub reservoir_h: f64,
}

/// The air that a face is in.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Air {
    /// Pressure, Pa.
    pub pressure_pa: f64,
    /// Where water boils, C.
    pub boil_c: f64,
}

/// From this share of saturation on it is steam.
const NEAR_SATURATION: f64 = 0.85;

/// Conductance that stands for "held at": far above anything a kitchen has.
const HELD_H_W_M2K: f64 = 1e9;

impl Face {
    /// It lies on or in what has a temperature of its own.
    pub(super) fn on_reservoir(&self) -> bool {
        self.contact
            .is_some_and(|contact| contact.to == Medium::Reservoir)
    }

    /// No heat passes.
    pub const INSULATED: Self = Self {
        contact: None,
        gas: None,
        held_c: None,
        flux_w_m2: 0.0,
    };

    /// Temperature of what it touches, C, if anything.
    pub(super) fn touches_c(&self, reservoir_c: f64) -> Option<f64> {
        self.contact.map(|contact| match contact.to {
            Medium::Held(t_c) | Medium::Fire(t_c) => t_c,
            Medium::Reservoir => reservoir_c,
        })
    }

    /// Touches something.
    pub fn touching(h_w_m2k: f64, to: Medium) -> Self {
        Self {
            contact: Some(Contact { h_w_m2k, to }),
            ..Self::INSULATED
        }
    }

    /// Sees a gas.
    pub fn in_gas(gas: Gas) -> Self {
        Self {
            gas: Some(gas),
            ..Self::INSULATED
        }
    }

    /// The same where what it touches gives heat so many times as well, the air `air` times, and the fire is
    /// `heat_k` hotter, K. Vapour near saturation stays as near, and no hotter than boiling.
    pub fn really(
        &self,
        touching: impl Fn(Medium) -> f64,
        air: f64,
        heat_k: f64,
        boil_c: f64,
    ) -> Self {
        Self {
            contact: self.contact.map(|c| Contact {
                h_w_m2k: c.h_w_m2k * touching(c.to),
                to: match c.to {
                    Medium::Fire(t_c) => Medium::Fire(t_c + heat_k),
                    other => other,
                },
            }),
            gas: self.gas.map(|gas| {
                let saturated = water::p_saturation_pa(gas.t_c);
                let steam = gas.vapour_pa >= NEAR_SATURATION * saturated;
                let off_k = gas.of_fire * heat_k;
                let off_k = if steam {
                    off_k.min((boil_c - gas.t_c).max(0.0))
                } else {
                    off_k
                };
                let times = if steam {
                    water::p_saturation_pa(gas.t_c + off_k) / saturated
                } else {
                    1.0
                };
                Gas {
                    h_w_m2k: gas.h_w_m2k * air,
                    t_c: gas.t_c + off_k,
                    wall_c: gas.wall_c + off_k,
                    vapour_pa: gas.vapour_pa * times,
                    ..gas
                }
            }),
            ..*self
        }
    }

    /// The same where no fire, air or wall is colder than this, C.
    #[must_use]
    pub fn no_colder_than(&self, least_c: f64) -> Self {
        Self {
            contact: self.contact.map(|c| Contact {
                to: match c.to {
                    Medium::Fire(t_c) => Medium::Fire(t_c.max(least_c)),
                    other => other,
                },
                ..c
            }),
            gas: self.gas.map(|gas| Gas {
                t_c: gas.t_c.max(least_c),
                wall_c: gas.wall_c.max(least_c),
                ..gas
            }),
            ..*self
        }
    }

    /// Coefficient in all, W/(m2 K), and heat taken up, W/m2, at a surface temperature: radiation, vapour and
    /// all. Water evaporates as from a wet surface of that wetness.
    pub fn takes(&self, ts_c: f64, reservoir_c: f64, air: Air) -> (f64, f64) {
        let line = self.line(ts_c, reservoir_c, 1.0, air);
        (line.b, line.a - line.b * ts_c)
    }

    /// Heat that passes it into a middle so warm, through flesh that conducts so well from the surface to there,
    /// W/(m2 K): W/m2. A fierce face gives no more than its flesh takes away.
    pub fn passes(&self, middle_c: f64, inner_w_m2k: f64, reservoir_c: f64, air: Air) -> f64 {
        let balance = |ts_c: f64| {
            let (_, heat) = self.takes(ts_c, reservoir_c, air);
            heat - inner_w_m2k * (ts_c - middle_c)
        };
        // What boils at the surface keeps it near boiling; what cools it is never colder than ice.
        let (mut low_c, mut high_c) = (0.0_f64.min(middle_c - 60.0), air.boil_c.max(middle_c));
        for _ in 0..BISECTIONS {
            let ts_c = f64::midpoint(low_c, high_c);
            if balance(ts_c) > 0.0 {
                low_c = ts_c;
            } else {
                high_c = ts_c;
            }
        }
        inner_w_m2k * (f64::midpoint(low_c, high_c) - middle_c)
    }

    /// Exchange near the surface temperature `ts_c`. `dampness` (0 to 1) says how much free
    /// water the flesh below the surface still has to give.
    pub(super) fn line(&self, ts_c: f64, reservoir_c: f64, dampness: f64, air: Air) -> Line {
        let mut line = Line {
            a: self.flux_w_m2,
            ..Line::default()
        };
        if let Some(held) = self.held_c {
            line.a = HELD_H_W_M2K * held;
            line.b = HELD_H_W_M2K;
            return line;
        }
        if let Some(contact) = self.contact {
            let to_c = match contact.to {
                Medium::Held(t_c) | Medium::Fire(t_c) => t_c,
                Medium::Reservoir => {
                    line.reservoir_h = contact.h_w_m2k;
                    reservoir_c
                }
            };
            line.a += contact.h_w_m2k * to_c;
            line.b += contact.h_w_m2k;
        }
        if let Some(gas) = self.gas {
            line.a += gas.h_w_m2k * gas.t_c;
            line.b += gas.h_w_m2k;
            let (ts_k, wall_k) = (ts_c + water::ZERO_C_K, gas.wall_c + water::ZERO_C_K);
            let radiant = gas.emissivity * water::SIGMA_W_M2K4;
            let slope = 4.0 * radiant * ts_k.powi(3);
            line.a += radiant * (wall_k.powi(4) - ts_k.powi(4)) + slope * ts_c;
            line.b += slope;

            let film_c = 0.5 * (gas.t_c + ts_c);
            let beta = water::mass_transfer_m_s(gas.h_w_m2k, film_c, air.pressure_pa);
            let (rho_s, rho_slope) = water::saturated_vapour(ts_c.min(air.boil_c));
            // Pressures drive it: densities of a cold surface and a hot air are not of one gas.
            let surface_pa = rho_s * water::R_VAPOUR_J_KGK * ts_k;
            let surface_slope_pa = water::R_VAPOUR_J_KGK * (rho_slope * ts_k + rho_s);
            let in_film = |pa: f64| water::vapour_density_kg_m3(pa, film_c);
            let drive = in_film(surface_pa - gas.vapour_pa);
            let (stefan, slope_pa) =
                water::stefan_factor(surface_pa, gas.vapour_pa, air.pressure_pa);
            let (film_slope, stefan_slope) = (
                in_film(surface_slope_pa),
                slope_pa * surface_slope_pa * drive,
            );
            let rate = beta
                * if drive > 0.0 {
                    gas.wetness * dampness
                } else {
                    1.0
                };
            let latent = water::latent_heat_j_kg(ts_c);
            line.m1 = rate * (stefan * film_slope + stefan_slope).max(0.0);
            line.m0 = rate * stefan * drive - line.m1 * ts_c;
            line.a -= latent * line.m0;
            line.b += latent * line.m1;
        }
        line
    }
}

/// A surface between freezing and boiling to a tenth of a kelvin.
const BISECTIONS: u32 = 12;

/// One face, linearised and joined to the half cell below it.
#[derive(Debug, Clone, Copy)]
pub(super) struct Joint {
    pub line: Line,
    /// Conductance of the half cell, W/(m2 K).
    inner: f64,
}

/// A line so near its own surface temperature holds: what it is off by goes with the square, K.
const NEAR_K: f64 = 0.2;

impl Joint {
    /// Linearises a face about the surface temperature that balances with the cell below it, found from the
    /// last one.
    pub(super) fn meet(
        face: &Face,
        inner: f64,
        [cell_c, surface_c]: [f64; 2],
        reservoir_c: f64,
        dampness: f64,
        air: Air,
    ) -> Self {
        let mut joint = Self {
            line: face.line(surface_c, reservoir_c, dampness, air),
            inner,
        };
        if face.gas.is_some() {
            // Newton on the surface balance; radiation and vapour are smooth, so it is quick.
            let mut at_c = surface_c;
            for _ in 0..6 {
                let next_c = joint.surface_c(cell_c);
                if (next_c - at_c).abs() < NEAR_K {
                    break;
                }
                joint.line = face.line(next_c, reservoir_c, dampness, air);
                at_c = next_c;
            }
        }
        joint
    }

    /// Surface temperature for a cell temperature.
    pub(super) fn surface_c(&self, cell_c: f64) -> f64 {
        (self.inner * cell_c + self.line.a) / (self.inner + self.line.b)
    }

    /// `flux into the cell = source - sink * cell_c`, W/m2.
    pub(super) fn coefficients(&self) -> (f64, f64) {
        let all = self.inner + self.line.b;
        (
            self.inner * self.line.a / all,
            self.inner * self.line.b / all,
        )
    }
}
