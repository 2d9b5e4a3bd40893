//! What each face sees over time, with the times left open for the plan to find.

use super::kitchen::Kitchen;
use super::media;
use crate::fish::Piece;
use crate::heat::{Contact, Face, Gas, Layer, Medium, Reservoir, Stage};

/// How long a leg takes.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum Span {
    /// A share of the time on the heat.
    Share(f64),
    /// So many seconds, taken off before shares are dealt out.
    Fixed(f64),
    /// The first so many seconds of the share that comes next.
    Within(f64),
}

/// One leg of the cooking.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Leg {
    /// How long.
    pub span: Span,
    /// Skin side.
    pub low: Face,
    /// Flesh side.
    pub high: Face,
    /// What the hob is turned to hold, C.
    pub set_c: f64,
    /// The piece is turned when this leg begins.
    pub turned: bool,
}

/// A whole way to cook, times open.
#[derive(Debug, Clone)]
pub struct Programme {
    /// The pan, if any.
    pub reservoir: Option<Reservoir>,
    /// On the heat.
    pub legs: Vec<Leg>,
    /// Coats on the skin side and on the flesh side.
    pub coats: [Option<Layer>; 2],
    /// Shape exponent of the piece in this medium (E - 1).
    pub shape_exponent: f64,
    /// What the two faces see at rest.
    pub rest: (Face, Face),
    /// How long it rests, s.
    pub rest_s: f64,
    /// Pressure of the air, Pa.
    pub pressure_pa: f64,
}

/// One way in which a real piece and fire differ from the asked ones.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Nudge {
    /// Contact and convection are this many times as good.
    pub contact: f64,
    /// The piece is this many times as thick.
    pub thickness: f64,
    /// It starts so much warmer, K.
    pub start_k: f64,
    /// The pan or oven is so much hotter above the room, as a factor.
    pub heat: f64,
}

impl Nudge {
    /// Exactly as asked.
    pub const NONE: Self = Self {
        contact: 1.0,
        thickness: 1.0,
        start_k: 0.0,
        heat: 1.0,
    };
}

/// Room temperature that a hotter or cooler oven is measured from, C.
const ROOM_C: f64 = 22.0;
/// Media cooler than this are not on fire, so their error is not an oven's, C.
const FIRE_C: f64 = 60.0;

impl Nudge {
    fn hot(&self, t_c: f64) -> f64 {
        if t_c > FIRE_C {
            ROOM_C + (t_c - ROOM_C) * self.heat
        } else {
            t_c
        }
    }

    fn face(&self, face: &Face) -> Face {
        let contact = face.contact.map(|c| Contact {
            h_w_m2k: c.h_w_m2k * self.contact,
            to: match c.to {
                Medium::Held(t_c) => Medium::Held(self.hot(t_c)),
                Medium::Reservoir => Medium::Reservoir,
            },
        });
        let gas = face.gas.map(|g| Gas {
            t_c: self.hot(g.t_c),
            wall_c: self.hot(g.wall_c),
            h_w_m2k: g.h_w_m2k * self.contact,
            ..g
        });
        Face {
            contact,
            gas,
            ..*face
        }
    }
}

impl Programme {
    /// Some legs with nothing special: no reservoir, no coats, a couple of minutes on a plate.
    pub fn new(piece: &Piece, kitchen: &Kitchen, legs: Vec<Leg>) -> Self {
        Self {
            reservoir: None,
            legs,
            coats: [None, None],
            shape_exponent: piece.cut.dimensionality() - 1.0,
            rest: media::at_rest(false),
            rest_s: media::REST_S,
            pressure_pa: kitchen.pressure_pa(),
        }
    }

    /// How long each leg takes when all are to take `total_s`.
    pub fn durations_s(&self, total_s: f64) -> Vec<f64> {
        let spans = self.legs.iter().map(|leg| leg.span);
        let fixed: f64 = spans
            .clone()
            .map(|span| if let Span::Fixed(s) = span { s } else { 0.0 })
            .sum();
        let squeeze = if fixed > total_s {
            total_s / fixed
        } else {
            1.0
        };
        let shared = (total_s - fixed).max(0.0);
        let mut within = 0.0;
        spans
            .enumerate()
            .map(|(i, span)| match span {
                Span::Fixed(s) => s * squeeze,
                Span::Within(s) => {
                    let share = self.legs[i..].iter().find_map(|leg| match leg.span {
                        Span::Share(share) => Some(share),
                        _ => None,
                    });
                    let left = share.unwrap_or(0.0) * shared - within;
                    let takes = s.min(left.max(0.0));
                    within += takes;
                    takes
                }
                Span::Share(share) => (share * shared - std::mem::take(&mut within)).max(0.0),
            })
            .collect()
    }

    /// Stages for the marcher, the rest last.
    pub fn stages(&self, durations_s: &[f64], rest_s: f64) -> Vec<Stage> {
        let mut stages: Vec<Stage> = self
            .legs
            .iter()
            .zip(durations_s)
            .map(|(leg, s)| leg.stage(*s))
            .collect();
        stages.push(self.rest_stage(rest_s));
        stages
    }

    /// The rest alone.
    pub fn rest_stage(&self, rest_s: f64) -> Stage {
        Stage {
            duration_s: rest_s,
            low: self.rest.0,
            high: self.rest.1,
            set_c: ROOM_C,
        }
    }

    /// When the piece is turned, s.
    pub fn turns_s(&self, durations_s: &[f64]) -> Vec<f64> {
        let mut at_s = 0.0;
        let mut turns = Vec::new();
        for (leg, s) in self.legs.iter().zip(durations_s) {
            if leg.turned && *s > 0.0 {
                turns.push(at_s);
            }
            at_s += s;
        }
        turns
    }

    /// The same with the real fire and contact of one piece of an ensemble.
    pub fn nudged(&self, nudge: &Nudge) -> Self {
        let legs = self.legs.iter().map(|leg| Leg {
            low: nudge.face(&leg.low),
            high: nudge.face(&leg.high),
            set_c: nudge.hot(leg.set_c),
            ..*leg
        });
        Self {
            reservoir: self.reservoir.map(|p| Reservoir {
                start_c: nudge.hot(p.start_c),
                ..p
            }),
            legs: legs.collect(),
            ..self.clone()
        }
    }
}

impl Leg {
    /// A share of the time with the same on both faces, nothing turned.
    pub fn share(share: f64, low: Face, high: Face) -> Self {
        Self {
            span: Span::Share(share),
            low,
            high,
            set_c: 0.0,
            turned: false,
        }
    }

    /// With the hob or heater turned to hold `set_c`.
    pub fn set(self, set_c: f64) -> Self {
        Self { set_c, ..self }
    }

    /// Begun by turning the piece over.
    pub fn turned(self) -> Self {
        Self {
            turned: true,
            ..self
        }
    }

    /// The first so many seconds of the share that comes next.
    pub fn within(self, seconds: f64) -> Self {
        Self {
            span: Span::Within(seconds),
            ..self
        }
    }

    /// So many seconds instead of a share.
    pub fn fixed(self, seconds: f64) -> Self {
        Self {
            span: Span::Fixed(seconds),
            ..self
        }
    }

    /// As a stage for the marcher.
    pub fn stage(&self, duration_s: f64) -> Stage {
        Stage {
            duration_s,
            low: self.low,
            high: self.high,
            set_c: self.set_c,
        }
    }
}
