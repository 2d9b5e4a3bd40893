//! What is kept of a cook: what was asked, what was promised when it was begun, and how it ended.

use super::card::{Band, Outcome, Times};
use super::{Snapshot, Unreadable};
use serde::{Deserialize, Serialize};
use serde_json::Value;

/// A cook as it was begun, and how it ended.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
pub struct Cook {
    /// The request of its plan as it was given, readable by the present types or not.
    pub plan: Value,
    /// Pieces in the same pan share a name of it.
    #[serde(default)]
    pub pan: Option<String>,
    /// The thing of the kitchen that it is cooked in, by its id or its key.
    #[serde(default)]
    pub vessel: Option<String>,
    /// The card it is cooked by.
    #[serde(default)]
    pub card: Option<String>,
    /// Which batch of how many it is; not known of those that an older version began: the only one.
    #[serde(default)]
    pub batch: Option<[u32; 2]>,
    /// What was promised; not known of those that an older version began.
    #[serde(default)]
    pub promised: Option<Promised>,
    /// Plates of the board that are cooked in it.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub plates: Vec<String>,
    /// Address of the probe that is read into it.
    #[serde(default)]
    pub probe: Option<String>,
    /// How it ended.
    #[serde(default)]
    pub end: Option<End>,
}

/// What was promised when it was begun.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
pub struct Promised {
    /// The version that planned it.
    pub version: String,
    /// Name of the way in words.
    pub name: String,
    /// When what was to be done.
    pub times: Times,
    /// The band aimed at.
    pub band: Band,
    /// How it was to come out.
    pub outcome: Outcome,
    /// What was to be done, in its order.
    pub acts: Vec<ActPromised>,
}

/// An act as it was promised.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
pub struct ActPromised {
    /// Its name among the acts of one cook.
    pub id: String,
    /// What.
    pub what: String,
    /// What to do, a sentence.
    pub words: String,
    /// When, s after the fish meets the heat; the first moment, where it is between two.
    #[serde(default)]
    pub at_s: Option<f64>,
}

/// How a cook ended.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
pub struct End {
    /// Its newest event then: what is said later makes it anew.
    pub seq: i64,
    /// When it left the heat, s after the fish met it.
    pub off_s: Option<f64>,
    /// Coldest point at its highest as it was believed, C: low tenth, middle, high tenth.
    #[serde(default)]
    pub landed_c: Option<[f64; 3]>,
    /// How it came out in the cook's words: what of it, and how.
    #[serde(default)]
    pub came_out: Value,
    /// What was learned of piece and fire.
    #[serde(default)]
    pub learned: Vec<LearnedThen>,
    /// It was served though nothing showed what was promised.
    #[serde(default)]
    pub knowingly: bool,
}

/// What was learned of one thing that was not known.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
pub struct LearnedThen {
    /// Which.
    pub key: String,
    /// Mean, standard deviations of what it commonly is.
    pub mean: f64,
    /// One standard deviation then; it was 1.
    pub sd: f64,
}

impl Snapshot for Cook {
    const FORM: i32 = 2;

    fn earlier(_: i32, text: &str) -> Result<Self, Unreadable> {
        first(text)
    }
}

/// Form 1: the request of its plan as a text within, and the name of its pan.
fn first(text: &str) -> Result<Cook, Unreadable> {
    #[derive(Deserialize)]
    struct First {
        plan: String,
        pan: Option<String>,
    }
    let held: First = serde_json::from_str(text).map_err(Unreadable::damaged)?;
    Ok(Cook {
        plan: serde_json::from_str(&held.plan).map_err(Unreadable::damaged)?,
        pan: held.pan,
        vessel: None,
        card: None,
        batch: None,
        plates: vec![],
        promised: None,
        probe: None,
        end: None,
    })
}
