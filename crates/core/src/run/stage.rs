//! One stage of a cooking: what both faces see, how long, and what the cook does when it begins.

use super::act::What;
use super::fire::Fire;
use crate::heat::{Face, ROOM_C, Spell};

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

/// One stage of the cooking.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Stage {
    /// How long.
    pub span: Span,
    /// What the cook does when it begins; nothing when only the fire changes by itself.
    pub what: Option<What>,
    /// Counts as a side of its own where times are given a side; else part of the one before.
    pub side: bool,
    /// Skin side.
    pub low: Face,
    /// Flesh side.
    pub high: Face,
    /// What upright sides see, where that is neither of them.
    pub beside: Option<Face>,
    /// What the hob is turned to hold, C.
    pub set_c: f64,
    /// By what it is heated, where that is not what the whole way is set by.
    pub fire: Option<Fire>,
    /// A share takes no longer than this, s; the next share has the rest.
    pub most_s: f64,
}

impl Stage {
    /// A share of the time with the same on both faces.
    pub fn share(share: f64, what: What, low: Face, high: Face) -> Self {
        Self {
            span: Span::Share(share),
            what: Some(what),
            side: true,
            low,
            high,
            beside: None,
            set_c: 0.0,
            fire: None,
            most_s: f64::INFINITY,
        }
    }

    /// The rest off the heat, so many seconds.
    pub fn rest(seconds: f64, (low, high): (Face, Face)) -> Self {
        Self {
            set_c: ROOM_C,
            ..Self::share(0.0, What::Off, low, high).fixed(seconds)
        }
    }

    /// With the hob or heater turned to hold `set_c`.
    pub fn set(self, set_c: f64) -> Self {
        Self { set_c, ..self }
    }

    /// With sides that see this.
    pub fn beside(self, face: Face) -> Self {
        Self {
            beside: Some(face),
            ..self
        }
    }

    /// Taking no longer than so many seconds, whatever its share.
    pub fn at_most(self, most_s: f64) -> Self {
        Self { most_s, ..self }
    }

    /// Heated by something else than the whole way.
    pub fn by(self, fire: Fire) -> Self {
        Self {
            fire: Some(fire),
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

    /// Part of the side before.
    pub fn same_side(self, what: Option<What>) -> Self {
        Self {
            side: false,
            what,
            ..self
        }
    }

    /// Half of its share.
    #[must_use]
    pub fn half_as_long(self) -> Self {
        match self.span {
            Span::Share(share) => Self {
                span: Span::Share(0.5 * share),
                ..self
            },
            Span::Fixed(_) | Span::Within(_) => self,
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
        [half, half.same_side(Some(What::Halfway))]
    }

    /// What upright edges see: what is said, or what the face sees that lies on nothing. In a bath they are in it as
    /// the faces are.
    pub fn edge(&self, bath: bool) -> Face {
        if let Some(beside) = self.beside {
            return beside;
        }
        match [self.low, self.high].map(|face| face.contact.is_some()) {
            [false, true] if !bath => self.low,
            _ => self.high,
        }
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
