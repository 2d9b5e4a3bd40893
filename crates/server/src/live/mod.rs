//! Devices that watch: what changed is told to all of them, and how a cook stands is folded once for all of them, as is
//! what several ask answered once.

mod answers;
mod clock;
mod folds;
mod gate;

pub use answers::Answers;
pub use clock::{now_ms, stepped_ms};
use folds::Folds;
pub use folds::Turn;
pub use gate::{Gate, Leave};

use crate::error::RequestError;
use crate::wire::CookAnswer;
use std::collections::HashSet;
use std::sync::{Arc, Mutex, PoisonError};
use tokio::sync::{OwnedSemaphorePermit, Semaphore, broadcast};

/// What changed.
#[derive(Debug, Clone, PartialEq, Eq)]
pub enum Changed {
    /// A cook.
    Cook {
        /// Which.
        cook: String,
        /// Its newest event.
        seq: i64,
    },
    /// Everything.
    All,
}

/// Who watches, and what they see.
#[derive(Debug, Clone)]
pub struct Live {
    tell: broadcast::Sender<Changed>,
    watching: Arc<Semaphore>,
    folds: Folds,
    answers: Answers,
    gate: Gate,
    probes: Arc<Vec<String>>,
    scales: Arc<Vec<String>>,
    /// Which cooks a probe is read into already.
    probed: Arc<Mutex<HashSet<String>>>,
}

/// A device that is behind by more than this starts anew.
const BEHIND: usize = 256;
/// So many watch at once.
const WATCHERS: usize = 128;

impl Default for Live {
    fn default() -> Self {
        Self {
            tell: broadcast::channel(BEHIND).0,
            watching: Arc::new(Semaphore::new(WATCHERS)),
            folds: Folds::default(),
            answers: Answers::default(),
            gate: Gate::default(),
            probes: Arc::default(),
            scales: Arc::default(),
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

    /// With scales at these addresses.
    #[must_use]
    pub fn with_scales(self, scales: Vec<String>) -> Self {
        Self {
            scales: Arc::new(scales),
            ..self
        }
    }

    /// The scales there are.
    pub fn scales(&self) -> &[String] {
        &self.scales
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
        let _ = self.tell.send(Changed::Cook { cook, seq });
    }

    /// Tells all who watch that everything is to be read anew.
    pub fn anew(&self) {
        let _ = self.tell.send(Changed::All);
    }

    /// Watches as long as the place is held; none where too many do.
    pub fn watch(&self) -> Option<(broadcast::Receiver<Changed>, OwnedSemaphorePermit)> {
        let place = Arc::clone(&self.watching).try_acquire_owned().ok()?;
        Some((self.tell.subscribe(), place))
    }

    /// How a cook stands: as folded a moment ago, or folded now. Answers when that was, on the clock of the cook.
    ///
    /// # Errors
    /// Whatever the fold says.
    pub async fn fold(
        &self,
        cook: &str,
        seqs: i64,
        now_s: f64,
        turn: Turn,
        fold: impl FnOnce() -> Result<CookAnswer, RequestError> + Send + 'static,
    ) -> Result<(f64, Arc<CookAnswer>), RequestError> {
        self.folds.fold(cook, seqs, now_s, turn, fold).await
    }
}
