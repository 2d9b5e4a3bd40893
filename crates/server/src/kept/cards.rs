//! Cards as they are kept: planned, written, read.

use super::{id_or_new, title};
use crate::error::RequestError;
use crate::files::CardFile;
use crate::store::kept::{Edit, List, Row};
use crate::store::snapshot::card::{Band, Card, Outcome, Times};
use crate::store::snapshot::{Snapshot, Unreadable};
use crate::wire::{
    CardChange, CardNew, CardSummary, CardWire, PlanAnswer, PlanRequest, PlannedWire, ResultChange,
};
use cindo_core::cook::Middle;
use serde::Serialize;
use serde::de::DeserializeOwned;
use serde_json::Value;

/// What it is called where there is none.
pub const WHAT: &str = "card";
const MOST_NOTE: usize = 2000;

/// A word of one of the core's lists, as it stands in a column.
pub fn word(said: impl Serialize) -> Result<String, RequestError> {
    match serde_json::to_value(said).map_err(RequestError::ours)? {
        Value::String(word) => Ok(word),
        _ => Ok(String::new()),
    }
}

/// What a word in a column means; nothing where it is none.
fn meant<T: DeserializeOwned>(word: &str) -> Option<T> {
    serde_json::from_value(Value::String(word.to_owned())).ok()
}

/// Times, band and outcome of a plan as they are kept.
pub fn told(plan: &PlanAnswer) -> (Times, Band, Outcome) {
    let times = Times {
        off_heat_s: plan.off_heat_s,
        look_from_s: plan.look_from_s,
        latest_s: plan.latest_s,
        turns_s: plan.turns_s.clone(),
        rest_s: plan.rest_s,
    };
    let band = Band {
        low_c: plan.target.low_c,
        high_c: plan.target.high_c,
    };
    let outcome = Outcome {
        core_peak_c: plan.core_peak_c,
        core_at_off_c: Some(plan.core_at_off_c),
        thin_end_peak_c: Some(plan.thin_end_peak_c),
        overcooked_share: Some(plan.overcooked_share),
        even_share: Some(plan.even_share),
        weight_loss_share: Some(plan.weight_loss_share),
    };
    (times, band, outcome)
}

fn note(given: &str) -> Result<String, RequestError> {
    if given.chars().count() > MOST_NOTE {
        return Err(RequestError::Field {
            code: "note_too_long",
            field: "note",
            message: format!("a note holds up to {MOST_NOTE} characters"),
        });
    }
    Ok(given.to_owned())
}

/// Plans a request and makes the row to keep. The slice is not kept: it is computed again.
///
/// # Errors
/// Whatever the core refuses, what must not be served, and an id or a title that does not do.
pub fn row(new: &CardNew, saved_at: String) -> Result<Row, RequestError> {
    let id = id_or_new(new.id.as_deref())?;
    let title = title(&new.title)?;
    let mut request = new.request.clone();
    request.field = None;
    request.range = true;
    let plan = crate::files::planned(&request)?;
    let (times, band, outcome) = told(&plan);
    let card = Card {
        request: serde_json::to_value(&request).map_err(RequestError::ours)?,
        kind: plan.kind,
        name: plan.name,
        times,
        band,
        outcome,
    };
    card.on(Row::new(List::Card, id, title, saved_at))
        .map_err(RequestError::ours)
}

/// The row of a card from a file, planned anew.
///
/// # Errors
/// As [`row`], and a note that is too long.
pub fn imported(card: CardFile) -> Result<Row, RequestError> {
    let saved_at = card.saved_at.unwrap_or_else(jiff::Timestamp::now);
    let note = note(&card.note)?;
    let new = CardNew {
        id: card.id,
        title: card.title,
        request: card.request,
    };
    Ok(Row {
        state: card.result.map_or(Ok(String::new()), word)?,
        note,
        ..row(&new, saved_at.to_string())?
    })
}

/// A change as the store takes it.
///
/// # Errors
/// A title or note that does not do.
pub fn edit(change: &CardChange) -> Result<Edit, RequestError> {
    let state = match change.result {
        None => None,
        Some(ResultChange::None) => Some(String::new()),
        Some(said) => Some(word(said)?),
    };
    Ok(Edit {
        title: change.title.as_deref().map(title).transpose()?,
        note: change.note.as_deref().map(note).transpose()?,
        state,
        ..Edit::default()
    })
}

/// Two rows ask the same: what was answered may have changed with the engine.
pub fn same(one: &Row, other: &Row) -> bool {
    match (Card::read(one), Card::read(other)) {
        (Ok(one), Ok(other)) => one.request == other.request,
        _ => false,
    }
}

fn planned(card: &Card) -> PlannedWire {
    PlannedWire {
        kind: card.kind.clone(),
        name: card.name.clone(),
        thickness_mm: card.request["piece"]["thickness_mm"].as_f64(),
        off_heat_s: card.times.off_heat_s,
        look_from_s: card.times.look_from_s,
        latest_s: card.times.latest_s,
        turns_s: card.times.turns_s.clone(),
        rest_s: card.times.rest_s,
        target: cindo_core::target::Band {
            low_c: card.band.low_c,
            high_c: card.band.high_c,
        },
        core_peak_c: card.outcome.core_peak_c,
    }
}

fn summary(row: Row, read: &Result<Card, Unreadable>) -> CardSummary {
    CardSummary {
        id: row.id,
        title: row.title,
        saved_at: row.saved_at,
        result: meant::<Middle>(&row.state),
        note: row.note,
        revision: row.revision,
        removed_at: row.removed_at,
        planned: read.as_ref().ok().map(planned),
        unreadable: read.as_ref().err().map(ToString::to_string),
    }
}

/// A card in a line.
pub fn line(row: Row) -> CardSummary {
    let read = Card::read(&row);
    summary(row, &read)
}

/// A card whole. A request that this version does not read leaves the times standing.
pub fn whole(row: Row) -> CardWire {
    let read = Card::read(&row);
    let mut line = summary(row, &read);
    let request = read.ok().and_then(|card| {
        serde_path_to_error::deserialize::<_, PlanRequest>(card.request)
            .map_err(|cause| {
                line.unreadable = Some(format!("asked in a way this Cindo does not read: {cause}"));
            })
            .ok()
    });
    CardWire { line, request }
}

/// A card as a file has it; its title when what it asked cannot be read.
///
/// # Errors
/// Its title.
pub fn file(row: Row) -> Result<CardFile, String> {
    let request = Card::read(&row)
        .ok()
        .and_then(|card| serde_json::from_value(card.request).ok());
    let Some(request) = request else {
        return Err(row.title);
    };
    Ok(CardFile {
        id: Some(row.id),
        title: row.title,
        saved_at: row.saved_at.parse().ok(),
        result: meant(&row.state),
        note: row.note,
        request,
    })
}
