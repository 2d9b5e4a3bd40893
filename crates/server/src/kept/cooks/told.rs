//! A cook as it is told: whole, or in a line of a list.

use super::events::{happened, unread};
use super::promise::came_out;
use super::{Kept, on_clock};
use crate::store::snapshot::cook::{End, Promised};
use crate::wire::{CookKept, CookLine, EndedWire, LearnedWire, PromisedActWire, PromisedWire};
use cindo_core::cook::{Happened, Spread, from_in, in_order};
use cindo_core::target::Band;

fn promised(promised: &Promised) -> PromisedWire {
    PromisedWire {
        version: promised.version.clone(),
        name: promised.name.clone(),
        off_heat_s: promised.times.off_heat_s,
        look_from_s: promised.times.look_from_s,
        latest_s: promised.times.latest_s,
        target: Band {
            low_c: promised.band.low_c,
            high_c: promised.band.high_c,
        },
        core_peak_c: promised.outcome.core_peak_c,
        acts: promised
            .acts
            .iter()
            .map(|act| PromisedActWire {
                id: act.id.clone(),
                what: act.what.clone(),
                words: act.words.clone(),
                at_s: act.at_s,
            })
            .collect(),
    }
}

fn ended(end: &End) -> EndedWire {
    EndedWire {
        off_s: end.off_s,
        landed_c: end
            .landed_c
            .map(|[low, mid, high]| Spread { low, mid, high }),
        learned: end
            .learned
            .iter()
            .map(|one| LearnedWire {
                key: one.key.clone(),
                mean: one.mean,
                sd: one.sd,
            })
            .collect(),
        knowingly: end.knowingly,
    }
}

impl Kept {
    /// A cook without how it stands.
    pub fn plain(&self, now_ms: i64) -> CookKept {
        let plan = self.plan();
        let now_s = on_clock(self.made_ms, now_ms);
        let events = happened(&self.events);
        let cook = self.snapshot.as_ref().ok();
        let [batch, batches] = cook.and_then(|c| c.batch).unwrap_or([1, 1]);
        CookKept {
            seq: self.newest(),
            now_s,
            zero_s: from_in(&events, now_s).2,
            folded_s: now_s,
            came_out: came_out(&events),
            events,
            unread: unread(&self.events),
            unreadable: plan.as_ref().err().cloned(),
            plan: plan.ok(),
            standing: None,
            promised: cook.and_then(|c| c.promised.as_ref()).map(promised),
            outcome: cook.and_then(|c| c.end.as_ref()).map(ended),
            card: cook.and_then(|c| c.card.clone()),
            batch,
            batches,
            probe: cook.and_then(|c| c.probe.clone()),
            pan: self.pan().map(str::to_owned),
            vessel: self.vessel().map(str::to_owned),
            made_ms: self.made_ms,
            ended: self.ended(now_ms),
            id: self.row.id.clone(),
            title: self.row.title.clone(),
            revision: self.row.revision,
            removed_at: self.row.removed_at.clone(),
        }
    }
}

/// A cook in a line.
pub fn line(kept: &Kept, now_ms: i64) -> CookLine {
    let events = happened(&kept.events);
    let zero_s = from_in(&events, on_clock(kept.made_ms, now_ms)).2;
    let mut counts = in_order(&events).into_iter().rev();
    let off = counts.find(|e| e.happened == Happened::Off);
    let cook = kept.snapshot.as_ref().ok();
    CookLine {
        id: kept.row.id.clone(),
        title: kept.row.title.clone(),
        made_ms: kept.made_ms,
        off_s: off.map(|e| e.at_s - zero_s),
        came_out: came_out(&events),
        card: cook.and_then(|c| c.card.clone()),
        revision: kept.row.revision,
        removed_at: kept.row.removed_at.clone(),
        unreadable: kept.plan().err(),
    }
}
