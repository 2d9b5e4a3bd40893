//! What each face sees over time, with the times left open for the plan to find.

use crate::heat::{Contact, Face, Gas, Medium, Plate, Stage};

/// How long a leg takes.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum Span {
    /// A share of the time on the heat.
    Share(f64),
    /// The last so many seconds on the heat, taken off before shares are dealt out.
    Last(f64),
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
    pub plate_set_c: f64,
    /// The piece is turned when this leg begins.
    pub turned: bool,
}

/// A whole way to cook, times open.
#[derive(Debug, Clone, PartialEq)]
pub struct Programme {
    /// The pan, if any.
    pub plate: Option<Plate>,
    /// On the heat.
    pub legs: Vec<Leg>,
    /// What the two faces see at rest.
    pub rest: (Face, Face),
    /// How long it rests, s.
    pub rest_s: f64,
    /// Hottest the piece can get, C: the bound for a target.
    pub hottest_c: f64,
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
                Medium::Plate => Medium::Plate,
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
    /// How long each leg takes when all are to take `total_s`.
    pub fn durations_s(&self, total_s: f64) -> Vec<f64> {
        let last: f64 = self
            .legs
            .iter()
            .map(|l| if let Span::Last(s) = l.span { s } else { 0.0 })
            .sum();
        let squeeze = if last > total_s { total_s / last } else { 1.0 };
        let shared = (total_s - last).max(0.0);
        self.legs
            .iter()
            .map(|leg| match leg.span {
                Span::Share(share) => share * shared,
                Span::Last(s) => s * squeeze,
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
            plate_set_c: ROOM_C,
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
            plate_set_c: nudge.hot(leg.plate_set_c),
            ..*leg
        });
        Self {
            plate: self.plate.map(|p| Plate {
                start_c: nudge.hot(p.start_c),
                ..p
            }),
            legs: legs.collect(),
            ..self.clone()
        }
    }
}

impl Leg {
    /// As a stage for the marcher.
    pub fn stage(&self, duration_s: f64) -> Stage {
        Stage {
            duration_s,
            low: self.low,
            high: self.high,
            plate_set_c: self.plate_set_c,
        }
    }
}
