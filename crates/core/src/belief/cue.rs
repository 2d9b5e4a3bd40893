//! What a cook says to see, and how likely that is in a piece that is really so: the likelihoods by which
//! a belief is weighed anew.
//!
//! A sign has words in order, with bounds between them. A cook draws a bound a little off, by a normal error; so for a
//! piece that is `v_i` above bound `i`, a word is as likely as `Phi(v_i / s) - Phi(v_(i+1) / s)`. A line and a reading
//! have the normal density of how far off they are. And one in so many is a slip, which says nothing
//! (`data/cues.toml`).

use crate::InputError;
use crate::run::Sign;
use serde::{Deserialize, Serialize};
use statrs::distribution::{ContinuousCDF, Normal};
use std::sync::OnceLock;

/// Where a sign can be had.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Deserialize)]
#[serde(rename_all = "snake_case")]
pub enum Had {
    /// Everywhere.
    Always,
    /// The flesh is in sight.
    Flesh,
    /// It lies on a pan or a grate.
    Lies,
    /// There is a bone in it.
    Bone,
    /// Water bubbles off in sight.
    Bubbles,
    /// It is in a coat that turns gold.
    Coat,
}

/// One word for a sign.
#[derive(Debug, Clone, PartialEq, Eq, Deserialize, Serialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Word {
    /// Name on the wire.
    pub key: String,
    /// As a cook says it.
    pub words: String,
    /// As it is read of a piece that is so now, where that is.
    #[serde(default, skip_serializing)]
    #[cfg_attr(feature = "schema", schema(ignore))]
    pub now: Option<String>,
}

/// A sign with its words.
#[derive(Debug, Clone, PartialEq, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct Cue {
    /// What is looked at or felt.
    pub sign: Sign,
    /// In words.
    pub name: String,
    /// What the cook does for it.
    pub ask: String,
    /// One standard deviation of a bound.
    pub spread: f64,
    /// Its unit.
    pub unit: String,
    /// Where it can be had.
    #[serde(rename = "where")]
    pub had: Had,
    /// The words from raw to past.
    pub says: Vec<Word>,
}

/// The cooked line.
#[derive(Debug, Clone, PartialEq, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct LineCue {
    /// In words.
    pub name: String,
    /// What the cook does.
    pub ask: String,
    /// One standard deviation of its height, share of the thickness.
    pub spread_share: f64,
    /// And of what it means, K.
    pub spread_k: f64,
}

/// A probe.
#[derive(Debug, Clone, PartialEq, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct ProbeCue {
    /// In words.
    pub name: String,
    /// What the cook does.
    pub ask: String,
    /// One standard deviation of what it reads, K.
    pub errs_k: f64,
    /// And of where it is, mm.
    pub off_mm: f64,
    /// One standard deviation of what one dimension misses of the middle, K.
    pub misses_k: f64,
    /// More readings of one probe count as so many.
    pub counts_as: f64,
}

/// A slip.
#[derive(Debug, Clone, Copy, PartialEq, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct Slip {
    /// One in how many, as a share.
    pub share: f64,
    /// A number may then be anything within so many kelvins.
    pub over_k: f64,
}

/// Everything that can be said at the stove.
#[derive(Debug, Clone, PartialEq, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct Cues {
    /// Signs with words.
    pub cue: Vec<Cue>,
    /// The cooked line.
    pub line: LineCue,
    /// A probe.
    pub probe: ProbeCue,
    /// A slip.
    pub slip: Slip,
}

impl Cues {
    /// The catalogue.
    ///
    /// # Panics
    /// When the file that is compiled in does not parse; a test reads it.
    pub fn all() -> &'static Self {
        static ALL: OnceLock<Cues> = OnceLock::new();
        ALL.get_or_init(|| {
            toml::from_str(include_str!("../../data/cues.toml"))
                .expect("data/cues.toml is checked by a test")
        })
    }

    /// What a piece is like now, of the signs that have words for that: a sentence.
    pub fn now(&self, words: &[(Sign, usize)]) -> String {
        let said = words.iter().filter_map(|(sign, word)| {
            let word = self.of(*sign).says.get(*word)?;
            word.now.as_deref()
        });
        format!("Now {}.", said.collect::<Vec<_>>().join(", "))
    }

    /// The words for a sign.
    ///
    /// # Panics
    /// Never: every sign has a row, which a test checks.
    pub fn of(&self, sign: Sign) -> &Cue {
        let row = self.cue.iter().find(|cue| cue.sign == sign);
        row.expect("every sign has a row in data/cues.toml")
    }
}

impl Cue {
    /// Which of the words a key names.
    ///
    /// # Errors
    /// [`InputError`] (unknown name) with the words there are.
    pub fn word(&self, says: &str) -> Result<usize, InputError> {
        let found = self.says.iter().position(|word| word.key == says);
        found.ok_or_else(|| {
            InputError::unknown("says", says, self.says.iter().map(|word| word.key.clone()))
        })
    }
}

/// How likely word `said` of as many as there are bounds and one more is, for a piece that is so much `above` each
/// bound when bounds are drawn `spread` off.
pub fn word_share(above: &[f64], said: usize, spread: f64) -> f64 {
    let normal = Normal::standard();
    let past = |i: usize| normal.cdf(above[i] / spread);
    let from = if said == 0 { 1.0 } else { past(said - 1) };
    let to = if said == above.len() { 0.0 } else { past(said) };
    (from - to).max(0.0)
}

/// Density of a number that is `off` what it should be, 1 over its unit.
pub fn density(off: f64, spread: f64) -> f64 {
    (-0.5 * (off / spread).powi(2)).exp() / (spread * (2.0 * std::f64::consts::PI).sqrt())
}

impl Slip {
    /// A word's likelihood with slips among them.
    pub fn word(&self, share: f64, words: usize) -> f64 {
        (1.0 - self.share) * share + self.share / words as f64
    }

    /// A number's.
    pub fn number(&self, density: f64) -> f64 {
        (1.0 - self.share) * density + self.share / self.over_k
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    const SIGNS: [(Sign, usize); 9] = [
        (Sign::Tester, 2),
        (Sign::Lip, 3),
        (Sign::Press, 3),
        (Sign::Releases, 1),
        (Sign::Beads, 2),
        (Sign::Bone, 3),
        (Sign::Bubbling, 3),
        (Sign::Colour, 3),
        (Sign::Browning, 4),
    ];

    #[test]
    fn every_sign_has_a_word_more_than_bounds() {
        let cues = Cues::all();
        assert_eq!(cues.cue.len(), SIGNS.len());
        for (sign, bounds) in SIGNS {
            let cue = cues.of(sign);
            assert_eq!(cue.says.len(), bounds + 1, "{}", cue.name);
            assert!(cue.spread > 0.0 && !cue.ask.is_empty());
            let keys: Vec<&str> = cue.says.iter().map(|word| word.key.as_str()).collect();
            assert_eq!(keys, sign.words(), "{}", cue.name);
        }
    }

    /// Whatever the piece, one of the words is said; and the nearest is the likeliest.
    #[test]
    fn law_words_share_out_everything() {
        for above in [[3.0, -1.0, -9.0], [40.0, 30.0, 20.0], [-2.0, -8.0, -20.0]] {
            let shares: Vec<f64> = (0..4).map(|said| word_share(&above, said, 2.0)).collect();
            assert!(
                (shares.iter().sum::<f64>() - 1.0).abs() < 1e-12,
                "{shares:?}"
            );
            let likeliest = (0..4)
                .max_by(|a, b| shares[*a].total_cmp(&shares[*b]))
                .unwrap();
            let nearest = above.iter().filter(|v| **v > 0.0).count();
            assert_eq!(likeliest, nearest, "{shares:?}");
        }
    }
}
