//! Devices that watch: what changed is told to all of them, and how a cook stands is folded once for all of them, as is
//! what several ask answered once.

mod answers;
mod gate;

pub use answers::Answers;
pub use gate::{Gate, Leave};

use crate::wire::CookAnswer;
use std::collections::{HashMap, HashSet};
use std::sync::{Arc, Mutex, PoisonError};
use tokio::sync::broadcast;

/// A cook that changed.
#[derive(Debug, Clone, PartialEq, Eq)]
pub struct Changed {
    /// Which.
    pub cook: String,
    /// Its newest event.
    pub seq: i64,
}

/// How a cook stood when it was folded last.
#[derive(Debug, Clone)]
struct Folded {
    /// Newest events of it and of those in its pan.
    seqs: i64,
    now_s: f64,
    answer: Arc<CookAnswer>,
}

/// Who watches, and what they see.
#[derive(Debug, Clone)]
pub struct Live {
    tell: broadcast::Sender<Changed>,
    folded: Arc<Mutex<HashMap<String, Folded>>>,
    answers: Answers,
    gate: Gate,
    probes: Arc<Vec<String>>,
    /// Which cooks a probe is read into already.
    probed: Arc<Mutex<HashSet<String>>>,
}

/// A device that is behind by more than this starts anew.
const BEHIND: usize = 256;
/// A fold is good for so long while nothing happens, s: clocks run on by themselves meanwhile.
const GOOD_FOR_S: f64 = 4.0;
/// So many are remembered.
const REMEMBERED: usize = 256;

impl Default for Live {
    fn default() -> Self {
        Self {
            tell: broadcast::channel(BEHIND).0,
            folded: Arc::default(),
            answers: Answers::default(),
            gate: Gate::default(),
            probes: Arc::default(),
            probed: Arc::default(),
        }
    }
}

impl Live {
    /// With probes at these addresses.
    #[must_use]
    pub fn with_probes(self, probes: Vec<String>) -> Self {
        Self {
            probes: Arc::new(probes),
            ..self
        }
    }

    /// What was answered.
    pub fn answers(&self) -> &Answers {
        &self.answers
    }

    /// The gate round what computes.
    pub fn gate(&self) -> &Gate {
        &self.gate
    }

    /// The probes there are.
    pub fn probes(&self) -> &[String] {
        &self.probes
    }

    /// Takes a cook for a probe; false where it has one already.
    pub fn take_probe(&self, cook: &str) -> bool {
        let mut probed = self.probed.lock().unwrap_or_else(PoisonError::into_inner);
        probed.insert(cook.to_owned())
    }

    /// A cook needs its probe no more.
    pub fn give_back_probe(&self, cook: &str) {
        let mut probed = self.probed.lock().unwrap_or_else(PoisonError::into_inner);
        probed.remove(cook);
    }

    /// Tells all who watch. That nobody does is no error.
    pub fn changed(&self, cook: &str, seq: i64) {
        let cook = cook.to_owned();
        let _ = self.tell.send(Changed { cook, seq });
    }

    /// Watches.
    pub fn watch(&self) -> broadcast::Receiver<Changed> {
        self.tell.subscribe()
    }

    /// How a cook stands: as folded a moment ago, or folded now. Answers when that was, on the clock of the cook.
    ///
    /// # Errors
    /// Whatever the fold says.
    pub fn fold<E>(
        &self,
        cook: &str,
        seqs: i64,
        now_s: f64,
        fold: impl FnOnce() -> Result<CookAnswer, E>,
    ) -> Result<(f64, Arc<CookAnswer>), E> {
        let kept = {
            let folded = self.folded.lock().unwrap_or_else(PoisonError::into_inner);
            folded.get(cook).cloned()
        };
        if let Some(kept) = kept
            && kept.seqs == seqs
            && (0.0..GOOD_FOR_S).contains(&(now_s - kept.now_s))
        {
            return Ok((kept.now_s, kept.answer));
        }
        let answer = Arc::new(fold()?);
        let mut folded = self.folded.lock().unwrap_or_else(PoisonError::into_inner);
        if folded.len() >= REMEMBERED {
            folded.clear();
        }
        folded.insert(
            cook.to_owned(),
            Folded {
                seqs,
                now_s,
                answer: Arc::clone(&answer),
            },
        );
        Ok((now_s, answer))
    }
}
