//! How long cooked fish may stand: time and temperature go on after it leaves the heat.
//!
//! From the moment it is off it counts as below the hot line (57 or 63 C): a plate of fish is, within minutes. Times
//! off the heat add up, so going back on for a moment wins none. Rules: `safety::out_of_hot`, `safety::reheated_c`.

use super::course::{Course, Phase};
use crate::target::{Rules, safety};
use serde::Serialize;

/// Until when it may stand.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Holding {
    /// Off the heat since then, s; sooner by what it lay off the heat before.
    pub since_s: f64,
    /// Eaten or chilled by then, s.
    pub eat_or_chill_by_s: f64,
    /// Thrown away from then on, s.
    pub refuse_from_s: f64,
}

/// Nobody cooks fish so long: in a pan or in oil it is lost, s, and so many times as long as planned. Judgement, no
/// source.
const LOST_S: f64 = 3.0 * 3600.0;
const LOST_TIMES: f64 = 3.0;

/// Off the heat for less than this, it is still being reheated, s: to probe it. Judgement, no source.
const SAME_REHEATING_S: f64 = 600.0;

/// Why it is not served any more, whoever eats: code and words.
pub(super) type Lost = (&'static str, &'static str);

impl Course {
    /// Off the heat altogether before it went back on for the last time, s.
    fn was_off_s(&self) -> f64 {
        self.backs
            .iter()
            .map(|(off_s, back_s)| back_s - off_s)
            .sum()
    }

    /// Until when it may stand; none on the heat and when it is over.
    pub fn holding(&self, rules: Rules) -> Option<Holding> {
        let off_s = self.off_s.filter(|_| self.phase == Phase::Resting)?;
        let since_s = off_s - self.was_off_s();
        let limits = safety::out_of_hot(rules);
        Some(Holding {
            since_s,
            eat_or_chill_by_s: since_s + limits.eat_or_chill_s,
            refuse_from_s: since_s + limits.refuse_s,
        })
    }

    /// Times it went back on after it had stood too long to be served as it was: each is a reheating, s.
    fn reheatings(&self, rules: Rules) -> impl Iterator<Item = f64> + '_ {
        let limit_s = safety::out_of_hot(rules).eat_or_chill_s;
        let mut stood_s = 0.0;
        let mut reheats = false;
        self.backs.iter().filter_map(move |(off_s, back_s)| {
            stood_s += back_s - off_s;
            // Back on at once is the same reheating, gone on with.
            let anew = !reheats || back_s - off_s >= SAME_REHEATING_S;
            let counts = stood_s >= limit_s && anew;
            reheats |= counts;
            counts.then_some(*back_s)
        })
    }

    /// Since when it is being reheated, s.
    pub fn reheated_s(&self, rules: Rules) -> Option<f64> {
        self.reheatings(rules).last()
    }

    /// Why it is past serving at a time, on the heat or off it.
    pub fn lost(&self, rules: Rules, planned_s: f64, now_s: f64) -> Option<Lost> {
        let stood_s = self.was_off_s()
            + match (self.phase, self.off_s) {
                (Phase::Resting, Some(off_s)) => now_s - off_s,
                _ => 0.0,
            };
        let limits = safety::out_of_hot(rules);
        if stood_s >= limits.refuse_s {
            return Some((
                "too_long_warm",
                "Throw it away: it stood too long without being kept hot.",
            ));
        }
        if self.reheatings(rules).count() > 1 {
            return Some((
                "reheated_twice",
                "Throw it away: fish is reheated once, not again.",
            ));
        }
        let on_heat_s = self.off_s.unwrap_or(now_s) - self.was_off_s();
        if !self.begins.is_empty() && on_heat_s >= LOST_S.max(LOST_TIMES * planned_s) {
            return Some((
                "lost",
                "It is lost: dried out and burnt. Not for the plate.",
            ));
        }
        None
    }
}
