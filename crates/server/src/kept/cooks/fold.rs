//! How a cook stands: folded with those in its pan, with no connection held.

use super::events::{LONGEST_S, happened, left_out};
use super::{Kept, on_clock};
use crate::error::RequestError;
use crate::live::{Live, Turn};
use crate::wire::{BesideCookWire, CookAnswer, CookKept, CookRequest, PlanRequest};
use cindo_core::cook::{Event, LeftOut, from_in};
use cindo_core::run::FieldAsked;
use std::sync::Arc;

/// The slice over time of a cook: as many columns and rows as a strip shows.
const FIELD: FieldAsked = FieldAsked {
    times: 120,
    depths: 36,
};
/// So many others at most share a pan.
const MOST_BESIDE: usize = 7;

/// A cook with those in its pan, read in one go.
#[derive(Debug, Clone)]
pub struct Found {
    /// The cook.
    pub cook: Kept,
    beside: Vec<Kept>,
}

impl Found {
    /// With those of the others that are in its pan.
    pub fn among(cook: Kept, others: &[Kept]) -> Self {
        let shares = |other: &&Kept| {
            other.pan().is_some() && other.pan() == cook.pan() && other.row.id != cook.row.id
        };
        Self {
            beside: others.iter().filter(shares).cloned().collect(),
            cook,
        }
    }

    /// Those in its pan are planned for another thing than it is.
    pub(super) fn is_elsewhere(&self) -> bool {
        let ours = self.cook.vessel();
        let other = |one: &Kept| one.vessel().is_some() && one.vessel() != ours;
        ours.is_some() && self.beside.iter().any(other)
    }

    /// The newest event of it and of those in its pan; 0 where there is none.
    pub fn newest(&self) -> i64 {
        let all = self.beside.iter().chain([&self.cook]);
        all.map(Kept::newest).max().unwrap_or(0)
    }

    fn seqs(&self) -> i64 {
        let others: i64 = self.beside.iter().map(Kept::newest).sum();
        self.cook.newest() + others + self.beside.len() as i64
    }

    /// Folds it as of now, or takes what was folded a moment ago.
    pub async fn stand(self, live: &Live, now_ms: i64, turn: Turn) -> CookKept {
        let now_s = on_clock(self.cook.made_ms, now_ms);
        let ended = self.cook.ended(now_ms);
        let events = happened(&self.cook.events);
        // What is over stands as it stood when the last of it happened; and no fold goes on for ever.
        let last_s = events.iter().map(|e| e.at_s).fold(0.0, f64::max);
        let as_of_s = if ended { last_s } else { now_s }.min(LONGEST_S);
        let this = Arc::new(self);
        let folded = match this.cook.plan() {
            Err(why) => Err(why),
            Ok(plan) => {
                let (folds, seqs) = (Arc::clone(&this), this.seqs());
                let work = move || folds.fold(&plan, &events, as_of_s);
                let id = this.cook.row.id.clone();
                let told = live.fold(&id, seqs, as_of_s, turn, work).await;
                told.map_err(|cause| cause.to_string())
            }
        };
        let (zero_s, folded_s, standing, unreadable) = match folded {
            Ok((at_s, answer)) => {
                let events = happened(&this.cook.events);
                let zero_s = from_in(&events, at_s).2;
                (zero_s, at_s, Some((*answer).clone()), None)
            }
            Err(why) => (as_of_s, as_of_s, None, Some(why)),
        };
        CookKept {
            zero_s,
            folded_s,
            standing,
            unreadable,
            ..this.cook.plain(now_ms)
        }
    }

    fn fold(
        &self,
        plan: &PlanRequest,
        events: &[Event],
        now_s: f64,
    ) -> Result<CookAnswer, RequestError> {
        let mut answer = CookRequest {
            field: Some(FIELD),
            ..self.asked(plan, events, now_s)
        }
        .answer()?;
        let unreadable = self.beside.iter().filter(|other| other.plan().is_err());
        let unreadable = unreadable.map(|other| LeftOut::beside(&other.row.id));
        answer.left_out.extend(unreadable);
        answer.left_out.extend(left_out(&self.cook.events));
        Ok(answer)
    }

    /// The question that a fold is an answer to.
    pub(super) fn asked(&self, plan: &PlanRequest, events: &[Event], now_s: f64) -> CookRequest {
        let made_ms = self.cook.made_ms;
        let (events, now_s, zero_s) = from_in(events, now_s);
        let beside = self.beside.iter().filter_map(|other| {
            // Said beside the answer.
            let plan = other.plan().ok()?;
            let theirs = on_clock(other.made_ms, made_ms) + now_s + zero_s;
            let (events, their_now_s, their_zero_s) = from_in(&happened(&other.events), theirs);
            // Not in yet.
            (their_now_s > 0.0).then(|| BesideCookWire {
                plan,
                events,
                in_s: on_clock(made_ms, other.made_ms) + their_zero_s - zero_s,
            })
        });
        CookRequest {
            plan: plan.clone(),
            events,
            now_s,
            field: None,
            beside: beside.take(MOST_BESIDE).collect(),
        }
    }
}
