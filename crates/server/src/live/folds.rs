//! How cooks stand: one fold of a cook under way at a time, whoever asks, and as many as there are cores; lists wait for one
//! another, so that what happens at the stove does not wait for them.

use crate::error::RequestError;
use crate::wire::CookAnswer;
use lru::LruCache;
use std::num::NonZeroUsize;
use std::sync::{Arc, Mutex, PoisonError};
use tokio::sync::Semaphore;

/// Who asks for a fold.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Turn {
    /// Somebody at the stove.
    Now,
    /// A list, one after the other: it takes what is older, too.
    List,
}

impl Turn {
    /// A fold is good for so long while nothing happens, s: clocks run on by themselves meanwhile.
    fn good_for_s(self) -> f64 {
        match self {
            Self::Now => 4.0,
            Self::List => 20.0,
        }
    }
}

/// So many cooks are remembered.
const REMEMBERED: NonZeroUsize = NonZeroUsize::new(256).expect("more than none");

/// How a cook stood when it was folded last.
#[derive(Debug, Clone)]
struct Folded {
    /// Newest events of it and of those in its pan.
    seqs: i64,
    now_s: f64,
    answer: Arc<CookAnswer>,
}

/// The place of a cook: who holds it folds.
type Place = Arc<tokio::sync::Mutex<Option<Folded>>>;

/// What was folded, and who folds.
#[derive(Debug, Clone)]
pub(super) struct Folds {
    places: Arc<Mutex<LruCache<String, Place>>>,
    at_once: Arc<Semaphore>,
    lists: Arc<Semaphore>,
}

impl Default for Folds {
    fn default() -> Self {
        let cores = std::thread::available_parallelism().map_or(1, |cores| cores.get());
        Self {
            places: Arc::new(Mutex::new(LruCache::new(REMEMBERED))),
            at_once: Arc::new(Semaphore::new(cores)),
            lists: Arc::new(Semaphore::new(1)),
        }
    }
}

impl Folds {
    fn place(&self, cook: &str) -> Place {
        let mut places = self.places.lock().unwrap_or_else(PoisonError::into_inner);
        Arc::clone(places.get_or_insert(cook.to_owned(), Place::default))
    }

    pub(super) async fn fold(
        &self,
        cook: &str,
        seqs: i64,
        now_s: f64,
        turn: Turn,
        fold: impl FnOnce() -> Result<CookAnswer, RequestError> + Send + 'static,
    ) -> Result<(f64, Arc<CookAnswer>), RequestError> {
        // Before the place of the cook: a list that waits for its turn holds none.
        let _list = match turn {
            Turn::List => Some(self.lists.acquire().await.map_err(RequestError::ours)?),
            Turn::Now => None,
        };
        let place = self.place(cook);
        let mut known = place.lock().await;
        if let Some(known) = known.as_ref()
            && known.seqs == seqs
            && (0.0..turn.good_for_s()).contains(&(now_s - known.now_s))
        {
            return Ok((known.now_s, Arc::clone(&known.answer)));
        }
        let core = Arc::clone(&self.at_once).acquire_owned().await;
        let core = core.map_err(RequestError::ours)?;
        let folded = crate::work::compute(move || {
            // Held until it is folded, whether the asker is still there or not.
            let _core = core;
            fold()
        });
        let answer = Arc::new(folded.await?);
        *known = Some(Folded {
            seqs,
            now_s,
            answer: Arc::clone(&answer),
        });
        Ok((now_s, answer))
    }
}
