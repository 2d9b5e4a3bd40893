//! Events in the order of their times (then of their ids), each id once, those undone left out: so neither the order they
//! arrive in nor how often matters. What cannot be is left out with a word.

use super::event::{Event, Happened};
use serde::Serialize;
use std::collections::BTreeSet;

/// An event that was left out.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct LeftOut {
    /// Which.
    pub id: String,
    /// Why, stable.
    pub code: &'static str,
    /// Why, in words.
    pub message: &'static str,
}

impl LeftOut {
    /// An event as it is kept that this version cannot read.
    pub fn unreadable(id: impl Into<String>) -> Self {
        Self {
            id: id.into(),
            code: "event_unreadable",
            message: "Something said of this piece cannot be read, and is not counted.",
        }
    }

    /// Another piece in the pan that nothing can be worked out of.
    pub fn beside(id: impl Into<String>) -> Self {
        Self {
            id: id.into(),
            code: "beside_unreadable",
            message: "Another piece in this pan cannot be worked out: what it takes of the heat is not counted.",
        }
    }
}

/// Events in their order, each once, without those undone.
pub fn in_order(events: &[Event]) -> Vec<&Event> {
    let mut all: Vec<&Event> = events.iter().collect();
    all.sort_by(|a, b| a.at_s.total_cmp(&b.at_s).then_with(|| a.id.cmp(&b.id)));
    let mut seen = BTreeSet::new();
    all.retain(|event| seen.insert(event.id.as_str()));
    // The last word counts: what undoes an undoing comes first.
    let mut undone = BTreeSet::new();
    for event in all.iter().rev() {
        if let Happened::Undone { of } = &event.happened
            && !undone.contains(event.id.as_str())
        {
            undone.insert(of.as_str());
        }
    }
    let undoes = |event: &Event| matches!(event.happened, Happened::Undone { .. });
    all.retain(|event| !undoes(event) && !undone.contains(event.id.as_str()));
    all
}

/// Events before one of them, in their order, without those undone.
pub(super) fn before(events: &[Event], id: &str) -> Vec<Event> {
    let ordered = in_order(events).into_iter();
    ordered.take_while(|e| e.id != id).cloned().collect()
}
