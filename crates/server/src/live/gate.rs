//! A gate round everything that computes: as many at once as there are cores, a short queue, and then a word to come again.
//! What is kept, and how a cook stands, does not go through it.

use std::sync::Arc;
use std::sync::atomic::{AtomicUsize, Ordering};
use tokio::sync::{OwnedSemaphorePermit, Semaphore};

/// So many wait; who comes after that is told to come again.
const QUEUE: usize = 32;

/// What takes all cores by itself: two of them at once would only wait for each other, each with its stack.
const WIDE: [&str; 3] = ["/api/rank", "/api/settle", "/api/schools"];

/// The gate.
#[derive(Debug, Clone)]
pub struct Gate {
    at_once: Arc<Semaphore>,
    wide: Arc<Semaphore>,
    inside: Arc<AtomicUsize>,
    most: usize,
}

/// Leave to compute, as long as it is held.
#[derive(Debug)]
pub struct Leave {
    _at_once: OwnedSemaphorePermit,
    _wide: Option<OwnedSemaphorePermit>,
    _place: Place,
}

/// A place among those that compute or wait.
#[derive(Debug)]
struct Place(Arc<AtomicUsize>);

impl Drop for Place {
    fn drop(&mut self) {
        self.0.fetch_sub(1, Ordering::AcqRel);
    }
}

impl Default for Gate {
    fn default() -> Self {
        let cores = std::thread::available_parallelism().map_or(1, |cores| cores.get());
        Self::of(cores)
    }
}

impl Gate {
    fn of(cores: usize) -> Self {
        Self {
            at_once: Arc::new(Semaphore::new(cores)),
            wide: Arc::new(Semaphore::new(1)),
            inside: Arc::default(),
            most: cores + QUEUE,
        }
    }

    /// Waits for leave to compute what is asked at an address; none where too many wait already. Who goes away while
    /// waiting gives the place back.
    pub async fn leave(&self, path: &str) -> Option<Leave> {
        let place = Place(Arc::clone(&self.inside));
        if self.inside.fetch_add(1, Ordering::AcqRel) >= self.most {
            return None;
        }
        // First what there is least of, so that nobody holds a core and waits for it.
        let wide = if WIDE.contains(&path) {
            Some(Arc::clone(&self.wide).acquire_owned().await.ok()?)
        } else {
            None
        };
        let at_once = Arc::clone(&self.at_once).acquire_owned().await.ok()?;
        Some(Leave {
            _at_once: at_once,
            _wide: wide,
            _place: place,
        })
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use std::future::Future;
    use std::task::{Context, Poll, Waker};

    fn poll<F: Future>(future: std::pin::Pin<&mut F>) -> Poll<F::Output> {
        future.poll(&mut Context::from_waker(Waker::noop()))
    }

    #[test]
    fn as_many_compute_as_there_are_cores_and_one_ranks() {
        let gate = Gate::of(2);
        let mut first = Box::pin(gate.leave("/api/rank"));
        let Poll::Ready(Some(ranks)) = poll(first.as_mut()) else {
            panic!("nobody was there");
        };
        let mut second = Box::pin(gate.leave("/api/settle"));
        assert!(poll(second.as_mut()).is_pending());
        let mut plan = Box::pin(gate.leave("/api/plan"));
        let Poll::Ready(Some(plans)) = poll(plan.as_mut()) else {
            panic!("a core is free");
        };
        let mut third = Box::pin(gate.leave("/api/plan"));
        assert!(poll(third.as_mut()).is_pending());
        drop(plans);
        assert!(poll(third.as_mut()).is_ready());
        drop(ranks);
        drop(third);
        assert!(poll(second.as_mut()).is_ready());
    }

    #[test]
    fn who_comes_after_the_queue_is_told_and_who_goes_away_gives_way() {
        let gate = Gate::of(1);
        let mut all: Vec<_> = (0..1 + QUEUE)
            .map(|_| Box::pin(gate.leave("/api/plan")))
            .collect();
        let mut held = vec![];
        for one in &mut all {
            if let Poll::Ready(leave) = poll(one.as_mut()) {
                held.push(leave.unwrap());
            }
        }
        assert_eq!(held.len(), 1);
        let full = |gate: &Gate| match poll(Box::pin(gate.leave("/api/plan")).as_mut()) {
            Poll::Ready(None) => true,
            Poll::Ready(Some(_)) | Poll::Pending => false,
        };
        assert!(full(&gate));
        all.pop();
        assert!(!full(&gate));
    }
}
