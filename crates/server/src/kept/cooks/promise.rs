//! What a cook promises when it is begun, and how it ended, as they are kept.

use super::{Kept, WHAT, stamp};
use crate::error::RequestError;
use crate::kept::{cards, id_or_new, title};
use crate::store::kept::{List, Row};
use crate::store::snapshot::Snapshot;
use crate::store::snapshot::cook::{ActPromised, Cook, End, LearnedThen, Promised};
use crate::wire::{CookKept, CookNew, PlanAnswer};
use cindo_core::Within;
use cindo_core::cook::{CameOut, Event, Happened, has_ended, in_order};
use cindo_core::quantity::checked;
use cindo_core::run::Place;

/// A name that is an address of its own.
const GONE: &str = "gone";

/// The name of a cook, given or new.
///
/// # Errors
/// One that cannot be a name, or that is an address of another kind.
pub fn name(given: Option<&str>) -> Result<String, RequestError> {
    let id = id_or_new(given)?;
    if id == GONE {
        return Err(RequestError::Taken { what: WHAT, id });
    }
    Ok(id)
}

/// Begins a cook: what the demo and HTTP both go by. What cannot be planned is not begun.
///
/// # Errors
/// Whatever is wrong with its name or its plan.
pub fn row(new: &CookNew, made_ms: i64) -> Result<Row, RequestError> {
    let title = title(&new.title)?;
    let id = name(new.id.as_deref())?;
    if let Some(pan) = &new.pan {
        checked("pan", pan.chars().count() as f64, (1.0, 60.0), "letters")?;
    }
    let card = new.card.as_deref().map(|card| id_or_new(Some(card)));
    let plan = new.plan.answer().map_err(|error| match error {
        RequestError::Input(input) => RequestError::Input(input.within("plan")),
        other => other,
    })?;
    // What must not be served is not begun either.
    if let Some(refused) = plan.refused.first() {
        return Err(RequestError::Field {
            code: "refused",
            field: "plan",
            message: format!("{} ({})", refused.message, refused.rule),
        });
    }
    let batch = new.batch.unwrap_or(1);
    checked(
        "batch",
        f64::from(batch),
        (1.0, f64::from(plan.batches)),
        "batches",
    )?;
    checked("plates", new.plates.len() as f64, (0.0, 60.0), "of them")?;
    for plate in &new.plates {
        checked(
            "plates",
            plate.chars().count() as f64,
            (1.0, 60.0),
            "letters",
        )?;
    }
    let cook = Cook {
        plan: serde_json::to_value(&new.plan).map_err(RequestError::ours)?,
        pan: new.pan.clone(),
        vessel: vessel(&plan),
        card: card.transpose()?,
        batch: Some([batch, plan.batches]),
        plates: new.plates.clone(),
        promised: Some(promised(plan)?),
        probe: None,
        end: None,
    };
    cook.on(Row::new(List::Cook, id, title, stamp(made_ms)))
        .map_err(RequestError::ours)
}

/// The thing that is a cook's alone: a pan, a pot, a fryer.
fn vessel(plan: &PlanAnswer) -> Option<String> {
    let mut needs = plan.acts.iter().flat_map(|act| &act.needs);
    needs.find_map(|need| need.thing.clone().filter(|_| need.place == Place::Whole))
}

fn promised(plan: PlanAnswer) -> Result<Promised, RequestError> {
    let (times, band, outcome) = cards::told(&plan);
    let acts = plan.acts.iter().map(|act| {
        Ok(ActPromised {
            id: act.id.clone(),
            what: cards::word(act.what)?,
            words: act.words.clone(),
            at_s: Some(act.when.from_s()),
        })
    });
    Ok(Promised {
        version: env!("CARGO_PKG_VERSION").to_owned(),
        acts: acts.collect::<Result<_, RequestError>>()?,
        name: plan.name,
        times,
        band,
        outcome,
    })
}

/// How it came out, by the last that was said of it.
pub(super) fn came_out(events: &[Event]) -> Option<CameOut> {
    let counts = in_order(events).into_iter().rev();
    let mut said = counts.filter_map(|e| match e.happened {
        Happened::CameOut { came_out } => Some(came_out),
        _ => None,
    });
    said.next()
}

/// How a cook that is over ended, where that is not written yet or was said otherwise since; and a cook that goes on has
/// not ended.
///
/// # Errors
/// What cannot be written.
pub(super) fn ended(kept: &Kept, told: &CookKept) -> Result<Option<Cook>, RequestError> {
    let Ok(cook) = &kept.snapshot else {
        return Ok(None);
    };
    let over = has_ended(&told.events);
    let known = cook.end.as_ref().map(|end| end.seq);
    let standing = match &told.standing {
        Some(standing) if over && known != Some(told.seq) => standing,
        _ if !over && known.is_some() => {
            return Ok(Some(Cook {
                end: None,
                ..cook.clone()
            }));
        }
        _ => return Ok(None),
    };
    let was_off = told.events.iter().any(|e| e.happened == Happened::Off);
    let learned = standing.learned.iter().map(|one| LearnedThen {
        key: one.key.clone(),
        mean: one.mean,
        sd: one.sd,
    });
    let lands = standing.lands_c;
    let end = End {
        seq: told.seq,
        off_s: was_off.then_some(standing.off_heat_s),
        landed_c: was_off.then_some([lands.low, lands.mid, lands.high]),
        came_out: serde_json::to_value(came_out(&told.events)).map_err(RequestError::ours)?,
        learned: learned.collect(),
        knowingly: standing.knowingly,
    };
    Ok(Some(Cook {
        end: Some(end),
        ..cook.clone()
    }))
}
