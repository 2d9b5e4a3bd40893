//! The clock by which all cooks go: read once when the server starts, and then only counted on, so that nobody who sets the
//! clock of the machine makes a piece of fish an hour older.

use rustix::time::{ClockId, clock_gettime};
use std::sync::OnceLock;

/// When the server started, by the clock on the wall and by one that only counts.
#[derive(Debug, Clone, Copy)]
struct Started {
    wall_ms: i64,
    counts_ms: i64,
}

impl Started {
    fn now() -> Self {
        Self {
            wall_ms: wall_ms(),
            counts_ms: counts_ms(),
        }
    }

    fn at(self, counts_ms: i64) -> i64 {
        self.wall_ms + counts_ms - self.counts_ms
    }
}

fn started() -> Started {
    static STARTED: OnceLock<Started> = OnceLock::new();
    *STARTED.get_or_init(Started::now)
}

fn wall_ms() -> i64 {
    jiff::Timestamp::now().as_millisecond()
}

/// Counts since the machine was started, also while it sleeps: fish on the heat goes on then.
fn counts_ms() -> i64 {
    let at = clock_gettime(ClockId::Boottime);
    at.tv_sec * 1000 + at.tv_nsec / 1_000_000
}

/// Now, ms since 1970 as it was when the server started.
pub fn now_ms() -> i64 {
    started().at(counts_ms())
}

/// By how much the clock on the wall was set since then, ms.
pub fn stepped_ms() -> i64 {
    wall_ms() - now_ms()
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn it_counts_on_from_where_it_started_whatever_the_wall_says() {
        let started = Started {
            wall_ms: 1000,
            counts_ms: 77,
        };
        assert_eq!(started.at(327), 1250);
        let (first, then) = (now_ms(), now_ms());
        assert!(then >= first && (first - wall_ms()).abs() < 60_000);
    }
}
