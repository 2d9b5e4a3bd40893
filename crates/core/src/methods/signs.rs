//! What a step says is seen at its moment: the words follow the run, and stand beside it as data.

use crate::run::browning::Browning;
use crate::run::{Look, Sign};
use serde::Serialize;

/// A sign as a step tells it.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Told {
    /// Which: a sign of the stove, `cooked_line` or `browning`.
    pub sign: &'static str,
    /// How it is: a word's key, a colour, or a share of the thickness.
    pub state: TellsOf,
}

/// How a sign is.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[serde(untagged)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum TellsOf {
    /// The key of a word.
    Word(&'static str),
    /// A colour.
    Colour(Browning),
    /// A share.
    Share(f64),
}

/// What a cook is told to look for.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Cue {
    /// A thin tester.
    Tester,
    /// A finger.
    Press,
    /// White protein.
    Beads,
    /// The flesh in the middle.
    Opaque,
    /// Bone in.
    Bone,
    /// Whole fish.
    Spine,
    /// The bubbling of a fryer.
    Bubbling,
    /// The colour of both sides of a coat.
    Coat,
    /// Pan or grate.
    LetsGo,
    /// The colour of the side that lies down.
    Below,
    /// The cooked line up the side.
    Line,
    /// The tester to the lip.
    Lip,
    /// Something that no run knows.
    Said(&'static str),
}

/// What is known of the moment beside the run.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct Moment {
    /// Off the heat it goes on to what was meant.
    pub gets_there: bool,
    /// Bone lets go before it is served.
    pub frees: bool,
}

impl Cue {
    fn sign(self) -> Option<Sign> {
        match self {
            Self::Tester => Some(Sign::Tester),
            Self::Press => Some(Sign::Press),
            Self::Beads => Some(Sign::Beads),
            Self::Opaque => Some(Sign::Colour),
            Self::Bone | Self::Spine => Some(Sign::Bone),
            Self::Bubbling => Some(Sign::Bubbling),
            Self::LetsGo => Some(Sign::Releases),
            Self::Lip => Some(Sign::Lip),
            Self::Coat | Self::Below | Self::Line | Self::Said(_) => None,
        }
    }

    /// What it is like at a moment, in words and as data; no words where nothing of it is to be seen yet.
    pub fn tell(self, look: &Look, moment: Moment) -> (Option<&'static str>, Option<Told>) {
        let Some(sign) = self.sign() else {
            return match self {
                Self::Coat => {
                    let paler = look.browning.into_iter().min().unwrap_or(Browning::Pale);
                    (Some(all_over(paler)), Some(colour(paler)))
                }
                Self::Below => {
                    let below = look.browning[look.down];
                    (Some(side(below)), Some(colour(below)))
                }
                Self::Line => {
                    let told = Told {
                        sign: "cooked_line",
                        state: TellsOf::Share(look.line_share),
                    };
                    (Some(line(look.line_share)), Some(told))
                }
                Self::Said(words) => (Some(words), None),
                _ => (None, None),
            };
        };
        let word = look.word(sign);
        let told = sign.words().get(word).map(|key| Told {
            sign: sign.key(),
            state: TellsOf::Word(key),
        });
        // What it does not come to by itself is waited for: that is no sign of this moment.
        if !moment.gets_there {
            match sign {
                Sign::Tester => return (Some(TESTER[2]), None),
                Sign::Press => return (Some(PRESS[2]), None),
                _ => {}
            }
        }
        let words = match sign {
            Sign::Tester => Some(TESTER[word.min(2)]),
            Sign::Press => Some(PRESS[word.min(3)]).filter(|words| !words.is_empty()),
            Sign::Beads => Some(BEADS[word.min(2)]).filter(|words| !words.is_empty()),
            Sign::Colour => Some(FLESH[word.min(3)]),
            Sign::Bubbling => Some(BUBBLING[word.min(3)]),
            Sign::Releases => Some(RELEASES[word.min(1)]),
            Sign::Lip => Some(LIP[word.min(3)]),
            Sign::Browning => None,
            Sign::Bone => {
                let all = if self == Self::Spine { SPINE } else { BONE };
                let row = if moment.frees { all[0] } else { all[1] };
                Some(row[word.min(3)])
            }
        };
        (words, told)
    }
}

fn colour(state: Browning) -> Told {
    Told {
        sign: "browning",
        state: TellsOf::Colour(state),
    }
}

const TESTER: [&str; 3] = [
    "A thin tester still stops in the middle. Off all the same: the heat from outside gets there as it rests.",
    "A thin tester goes in and still grips in the middle: the rest sees to that.",
    "A thin tester slides through the thickest part.",
];
const PRESS: [&str; 4] = [
    "",
    "Pressed with a finger, it gives a little.",
    "Pressed with a finger, the dent stays.",
    "Pressed with a finger, it falls apart.",
];
const BEADS: [&str; 3] = [
    "",
    "One or two white beads show.",
    "Many white beads show: outside it is well done.",
];
const FLESH: [&str; 4] = [
    "Opaque from outside in; the middle turns as it rests.",
    "Opaque outside, cloudy in the middle: it turns as it rests.",
    "Opaque all the way, and still moist between the flakes.",
    "White all the way through.",
];
const RELEASES: [&str; 2] = [
    "It still holds. Loosen it with a thin slice, do not tear it.",
    "It lets go by itself. If it holds, give it a little longer.",
];
const BUBBLING: [&str; 4] = [
    "The bubbling has all but stopped.",
    "The bubbling has died down.",
    "It still bubbles, less than at first.",
    "It still bubbles hard.",
];
const LIP: [&str; 4] = [
    "Hold the tester in the middle, then to the lip: still cool.",
    "Hold the tester in the middle, then to the lip: just warm.",
    "Hold the tester in the middle, then to the lip: warm.",
    "Hold the tester in the middle, then to the lip: hot.",
];
/// By whether the rest frees it.
const SPINE: [[&str; 4]; 2] = [
    [
        "At the spine it still clings: off now, the rest frees it.",
        "At the spine it just holds: off now, the rest frees it.",
        "At the spine it lets go.",
        "It falls off the spine.",
    ],
    [
        "At the spine it still clings.",
        "At the spine it just holds.",
        "At the spine it lets go.",
        "It falls off the spine.",
    ],
];
const BONE: [[&str; 4]; 2] = [
    [
        "At the bone it still clings: off now, the rest frees it.",
        "At the bone it just holds: off now, the rest frees it.",
        "The bone lets go.",
        "It falls off the bone.",
    ],
    [
        "At the bone it still clings.",
        "At the bone it just holds.",
        "The bone lets go.",
        "It falls off the bone.",
    ],
];

fn all_over(state: Browning) -> &'static str {
    match state {
        Browning::Pale => "It is still pale.",
        Browning::Gold => "It is gold all over.",
        Browning::Brown => "It is brown all over.",
        Browning::Dark => "It is dark brown all over.",
        Browning::Burnt => "It is burnt.",
    }
}

fn side(state: Browning) -> &'static str {
    match state {
        Browning::Pale => "Hardly any colour below.",
        Browning::Gold => "Gold below.",
        Browning::Brown => "Brown below.",
        Browning::Dark => "Dark below: turn it now.",
        Browning::Burnt => "It burns below: turn it now.",
    }
}

/// How high the cooked line stands up the side.
fn line(share: f64) -> &'static str {
    match share {
        ..0.05 => "No cooked line shows up the side yet.",
        ..0.2 => "The cooked line has just begun to climb the side.",
        ..0.29 => "The cooked line stands a quarter of the way up the side.",
        ..0.42 => "The cooked line stands a third of the way up the side.",
        ..0.58 => "The cooked line up the side stands halfway.",
        ..0.72 => "The cooked line stands two thirds of the way up the side.",
        ..0.96 => "The cooked line stands high up the side.",
        _ => "The side is cooked all the way up.",
    }
}
