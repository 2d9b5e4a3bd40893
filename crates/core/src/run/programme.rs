//! A way to cook one piece as data: what its faces see in one stage after another, the times left
//! open for a plan to find.

use super::timeline::{Begin, Timeline};
use crate::fish::Piece;
use crate::heat::{Face, Layer, Reservoir, Spell};
use crate::kit::Kitchen;
use crate::matter::Material;

/// How long a stage takes.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum Span {
    /// A share of the time on the heat.
    Share(f64),
    /// So many seconds, taken off before shares are dealt out.
    Fixed(f64),
    /// The first so many seconds of the share that comes next.
    Within(f64),
}

/// What the cook does when a stage begins. Whatever says when, in words, in a picture or by a sound,
/// asks the timeline for the time of a mark.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Mark {
    /// Onto the heat.
    In,
    /// The piece is turned over.
    Turned,
    /// From the hob into the oven.
    IntoOven,
    /// The lid goes on, the fire low.
    LidOn,
    /// The fire goes low, the lid of the grill down.
    FireLow,
    /// Half of the time: the tray is turned round, the fish rolled over in the oil.
    Halfway,
    /// Off the heat.
    Off,
}

/// One stage of the cooking.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Stage {
    /// How long.
    pub span: Span,
    /// What the cook does when it begins; nothing when only the fire changes by itself.
    pub mark: Option<Mark>,
    /// Counts as a side of its own where times are given a side; else part of the one before.
    pub side: bool,
    /// Skin side.
    pub low: Face,
    /// Flesh side.
    pub high: Face,
    /// What the hob is turned to hold, C.
    pub set_c: f64,
}

/// What is set hot, and so what an error of the fire is an error of.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Fire {
    /// The temperature of a pan, read off the hob or guessed.
    Pan,
    /// The dial of an oven or broiler.
    Oven,
    /// The thermostat of a fryer.
    Oil,
    /// A liquid below its boiling point.
    Liquid,
    /// A grate or a closed grill.
    Grill,
    /// Boiling water, which keeps its own temperature.
    Steam,
}

/// What is in a bath at once, and how far the cook lets it drop.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Allowed {
    /// Fish at once, g.
    pub load_g: f64,
    /// Drop of the bath, K.
    pub drop_k: f64,
}

/// A whole way to cook one piece, times open.
#[derive(Debug, Clone)]
pub struct Programme {
    /// Of what the piece is.
    pub flesh: Material,
    /// The pan, bath or dish, if any.
    pub reservoir: Option<Reservoir>,
    /// On the heat.
    pub stages: Vec<Stage>,
    /// Coats below the skin side and above the flesh side, each from the low face to the high.
    pub coats: [Vec<Layer>; 2],
    /// Shape exponent of the piece in this medium (E - 1).
    pub shape_exponent: f64,
    /// Off the heat.
    pub rest: Stage,
    /// Pressure of the air, Pa.
    pub pressure_pa: f64,
    /// What is set hot.
    pub fire: Fire,
    /// Of what is fried in batches.
    pub allowed: Option<Allowed>,
}

/// What a hob is turned to while the piece rests, C: the room.
const ROOM_C: f64 = 22.0;

impl Stage {
    /// A share of the time with the same on both faces.
    pub fn share(share: f64, mark: Mark, low: Face, high: Face) -> Self {
        Self {
            span: Span::Share(share),
            mark: Some(mark),
            side: true,
            low,
            high,
            set_c: 0.0,
        }
    }

    /// The rest off the heat, so many seconds.
    pub fn rest(seconds: f64, (low, high): (Face, Face)) -> Self {
        Self {
            set_c: ROOM_C,
            ..Self::share(0.0, Mark::Off, low, high).fixed(seconds)
        }
    }

    /// With the hob or heater turned to hold `set_c`.
    pub fn set(self, set_c: f64) -> Self {
        Self { set_c, ..self }
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

    /// Part of the side before.
    pub fn same_side(self, mark: Option<Mark>) -> Self {
        Self {
            side: false,
            mark,
            ..self
        }
    }

    /// Cut in two halves that the cook marks, the faces the same.
    pub fn halved(self) -> [Self; 2] {
        let Span::Share(share) = self.span else {
            return [self, self.fixed(0.0).same_side(None)];
        };
        let half = Self {
            span: Span::Share(0.5 * share),
            ..self
        };
        [half, half.same_side(Some(Mark::Halfway))]
    }

    /// As a spell for the marcher.
    pub fn spell(&self, duration_s: f64) -> Spell {
        Spell {
            duration_s,
            low: self.low,
            high: self.high,
            set_c: self.set_c,
        }
    }

    /// Both faces see the same as in another stage, and the fire is set alike.
    pub fn goes_on(&self, other: &Self) -> bool {
        (self.low, self.high, self.set_c) == (other.low, other.high, other.set_c)
    }

    /// How long it takes when it is no share, s.
    pub fn fixed_s(&self) -> f64 {
        match self.span {
            Span::Fixed(s) => s,
            Span::Share(_) | Span::Within(_) => 0.0,
        }
    }
}

impl Programme {
    /// Some stages with nothing special: no reservoir, no coats.
    pub fn new(
        piece: &Piece,
        kitchen: &Kitchen,
        fire: Fire,
        stages: Vec<Stage>,
        rest: Stage,
    ) -> Self {
        Self {
            flesh: Material::flesh(&piece.composition),
            reservoir: None,
            stages,
            coats: [vec![], vec![]],
            shape_exponent: piece.cut.dimensionality() - 1.0,
            rest,
            pressure_pa: kitchen.pressure_pa(),
            fire,
            allowed: None,
        }
    }

    /// How long it rests, s.
    pub fn rest_s(&self) -> f64 {
        self.rest.fixed_s()
    }

    /// When each stage begins when the piece is to be on the heat for `total_s`.
    pub fn timeline(&self, total_s: f64) -> Timeline {
        self.begun(&self.durations_s(total_s), self.rest_s())
    }

    /// Sides that times are given for.
    pub fn sides(&self) -> usize {
        self.stages.iter().filter(|stage| stage.side).count()
    }

    /// The timeline of so many seconds a side. Stages that are part of a side take their seconds
    /// or their share of it.
    pub fn timeline_of_sides(&self, sides_s: &[f64], rest_s: f64) -> Timeline {
        let mut durations = Vec::with_capacity(self.stages.len());
        let mut sides = sides_s.iter();
        let mut from = 0;
        while from < self.stages.len() {
            let next = (from + 1..self.stages.len()).find(|i| self.stages[*i].side);
            let to = next.unwrap_or(self.stages.len());
            let given = sides.next().copied().unwrap_or(0.0);
            durations.extend(deal(&self.stages[from..to], given));
            from = to;
        }
        self.begun(&durations, rest_s)
    }

    fn begun(&self, durations_s: &[f64], rest_s: f64) -> Timeline {
        let mut at_s = 0.0;
        let mut begins = Vec::with_capacity(self.stages.len());
        for (stage, (of, s)) in self.stages.iter().zip(durations_s).enumerate() {
            // A stage that takes no time is none; the first is where it all begins.
            if *s > 0.0 || stage == 0 {
                begins.push(Begin {
                    stage,
                    mark: of.mark,
                    at_s,
                });
            }
            at_s += s;
        }
        if let Some(first) = begins.first_mut() {
            first.mark = Some(Mark::In);
        }
        Timeline {
            begins,
            off_s: at_s,
            rest_s,
        }
    }

    /// How long each stage takes when all are to take `total_s`.
    fn durations_s(&self, total_s: f64) -> Vec<f64> {
        let fixed: f64 = self.stages.iter().map(Stage::fixed_s).sum();
        let squeeze = if fixed > total_s {
            total_s / fixed
        } else {
            1.0
        };
        let shared = (total_s - fixed).max(0.0);
        let mut within = 0.0;
        let spans = self.stages.iter().enumerate();
        spans
            .map(|(i, stage)| match stage.span {
                Span::Fixed(s) => s * squeeze,
                Span::Within(s) => {
                    let share = self.stages[i..].iter().find_map(|stage| match stage.span {
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
}

/// Deals the seconds of one side out to its stages: first what is fixed, then by share.
fn deal(stages: &[Stage], given_s: f64) -> Vec<f64> {
    let mut left = given_s;
    let mut takes: Vec<f64> = stages
        .iter()
        .map(|stage| match stage.span {
            // A side of one fixed stage takes all it is given.
            Span::Within(s) => {
                let takes = s.min(left);
                left -= takes;
                takes
            }
            Span::Share(_) | Span::Fixed(_) => 0.0,
        })
        .collect();
    let weight = |stage: &Stage| match stage.span {
        Span::Share(share) => share,
        Span::Fixed(s) => s,
        Span::Within(_) => 0.0,
    };
    let all: f64 = stages.iter().map(weight).sum();
    let parts = stages.iter().filter(|s| !matches!(s.span, Span::Within(_)));
    let alike = 1.0 / parts.count().max(1) as f64;
    for (takes, stage) in takes.iter_mut().zip(stages) {
        if !matches!(stage.span, Span::Within(_)) {
            *takes += left
                * if all > 0.0 {
                    weight(stage) / all
                } else {
                    alike
                };
        }
    }
    takes
}
