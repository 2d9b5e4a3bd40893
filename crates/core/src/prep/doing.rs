//! One act on the clock of the plate: to what it belongs, what takes its time, why it is done.

use crate::run::{Act, Costs, Need, What};
use serde::{Deserialize, Serialize};

/// To what something belongs.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum Part {
    /// The fish itself.
    Fish,
    /// Its salt.
    Salt,
    /// Its marinade.
    Marinade,
    /// Its coat.
    Coat,
    /// What it is cooked in.
    Liquid,
    /// Fat.
    Fat,
    /// A sauce.
    Sauce,
    /// A side.
    Side,
}

/// What takes the time of an act.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum Spent {
    /// Hands.
    Hands,
    /// Heat.
    Heat,
    /// Nothing but waiting.
    Wait,
}

impl Spent {
    /// Of what is done, by how much of its time takes hands.
    pub fn of(what: What, hands_s: f64, lasts_s: f64) -> Self {
        /// More than half of it in hands is hands.
        const MOSTLY: f64 = 0.5;
        match what {
            What::Thaw | What::Temper | What::Marinate | What::Rest => Self::Wait,
            _ if hands_s >= MOSTLY * lasts_s => Self::Hands,
            What::Salt
            | What::Coat
            | What::Mix
            | What::Clean
            | What::Dry
            | What::Fill
            | What::Cut => Self::Wait,
            _ => Self::Heat,
        }
    }
}

/// One act on the clock. Its times are s after the plate: 0 on it, negative before.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Doing {
    /// The act.
    #[serde(flatten)]
    pub act: Act,
    /// To what it belongs.
    pub part: Part,
    /// To which of them.
    pub of: String,
    /// What takes its time.
    pub band: Spent,
    /// Until the next of its kind can begin, s.
    pub lasts_s: f64,
    /// Temperature that belongs to it, C.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub at_c: Option<f64>,
    /// Why it is done.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub why: Option<String>,
    /// What to look for.
    pub cues: Vec<String>,
    /// What to mind.
    pub cautions: Vec<String>,
    /// It comes at a time that the fish sets: in what it left, or before it goes in.
    #[serde(skip)]
    pub tied: bool,
}

impl Doing {
    /// Why it is done.
    pub fn why(&mut self, why: &str) -> &mut Self {
        self.why = Some(why.to_owned());
        self
    }

    /// What to look for.
    pub fn cue(&mut self, cue: Option<&str>) -> &mut Self {
        self.cues.extend(cue.map(str::to_owned));
        self
    }

    /// What to mind.
    pub fn mind(&mut self, caution: Option<&str>) -> &mut Self {
        self.cautions.extend(caution.map(str::to_owned));
        self
    }

    /// What of the kitchen it takes while it lasts: times are of the act until it is set back.
    pub fn takes(&mut self, need: Option<Need>) -> &mut Self {
        self.act.needs.extend(need);
        self
    }

    /// It may wait so long, s.
    pub fn waits(&mut self, s: f64, costs: Costs) -> &mut Self {
        self.act.may_wait_s = Some(s);
        self.act.costs = Some(costs);
        self
    }
}
