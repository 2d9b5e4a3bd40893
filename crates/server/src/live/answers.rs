//! What was answered: the core answers the same question the same, so what several devices ask is computed once.

use actix_web::web::Bytes;
use lru::LruCache;
use std::num::NonZeroUsize;
use std::sync::{Arc, Mutex, PoisonError};

/// So many are remembered.
const REMEMBERED: NonZeroUsize = NonZeroUsize::new(96).expect("more than none");
/// Longer questions and answers are not, bytes.
const MOST_ASKED: usize = 16 * 1024;
const MOST_ANSWERED: usize = 512 * 1024;

/// Where and what was asked.
type Question = (&'static str, Bytes);

/// Answers, the least lately asked for forgotten first.
#[derive(Debug, Clone)]
pub struct Answers(Arc<Mutex<LruCache<Question, Bytes>>>);

impl Default for Answers {
    fn default() -> Self {
        Self(Arc::new(Mutex::new(LruCache::new(REMEMBERED))))
    }
}

impl Answers {
    /// What was answered to it.
    pub fn known(&self, path: &'static str, asked: &Bytes) -> Option<Bytes> {
        let mut all = self.0.lock().unwrap_or_else(PoisonError::into_inner);
        all.get(&(path, asked.clone())).cloned()
    }

    /// Remembers an answer.
    pub fn remember(&self, path: &'static str, asked: Bytes, answer: &Bytes) {
        if asked.len() <= MOST_ASKED && answer.len() <= MOST_ANSWERED {
            let mut all = self.0.lock().unwrap_or_else(PoisonError::into_inner);
            all.put((path, asked), answer.clone());
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn the_least_lately_asked_for_is_forgotten_and_nothing_long_is_kept() {
        let answers = Answers::default();
        let asked = |i: usize| Bytes::from(i.to_string());
        for i in 0..REMEMBERED.get() {
            answers.remember("/a", asked(i), &asked(i));
        }
        assert_eq!(answers.known("/a", &asked(0)), Some(asked(0)));
        assert_eq!(answers.known("/b", &asked(0)), None);
        answers.remember("/a", asked(1000), &asked(7));
        // The first was asked for since, the second was not.
        assert_eq!(answers.known("/a", &asked(0)), Some(asked(0)));
        assert_eq!(answers.known("/a", &asked(1)), None);
        let long = Bytes::from(vec![b'x'; MOST_ASKED + 1]);
        answers.remember("/a", long.clone(), &asked(1));
        assert_eq!(answers.known("/a", &long), None);
    }
}
