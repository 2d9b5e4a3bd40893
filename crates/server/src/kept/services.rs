//! Services that are over, in the book: promised against happened.

use super::id_or_new;
use crate::error::RequestError;
use crate::store::kept::{List, Row};
use crate::store::snapshot::{Said, Snapshot};
use crate::wire::{BoardWire, PlateDone, ServiceDone};

/// Served within so much of its promise is in time, s.
const IN_TIME_S: f64 = 60.0;

/// What became of what was on the board.
///
/// # Errors
/// Whatever the core refuses of its service.
pub fn done(board: &BoardWire, title: &str) -> Result<ServiceDone, RequestError> {
    let told = board.service.answer()?;
    let plates: Vec<PlateDone> = told
        .plates
        .iter()
        .map(|plate| PlateDone {
            ticket: plate.ticket.clone(),
            plate: plate.id.clone(),
            name: plate.name.clone(),
            method: plate.method.clone(),
            promised_s: promised_s(board, &plate.ticket),
            served_s: plate
                .served_s
                .filter(|_| plate.now == cindo_core::service::StandsAt::Served),
        })
        .collect();
    let late = |ticket: &str| -> Option<f64> {
        let its = plates.iter().filter(|plate| plate.ticket == ticket);
        let late = its.map(|plate| Some((plate.served_s? - plate.promised_s?).max(0.0)));
        late.collect::<Option<Vec<f64>>>()?
            .into_iter()
            .reduce(f64::max)
    };
    let lates: Vec<f64> = told
        .tickets
        .iter()
        .filter_map(|one| late(&one.id))
        .collect();
    Ok(ServiceDone {
        id: String::new(),
        title: title.to_owned(),
        zero: board.zero,
        covers: plates.iter().filter(|plate| plate.method.is_some()).count(),
        tables: told.tickets.len(),
        in_time: lates.iter().filter(|late| **late <= IN_TIME_S).count(),
        late_s: lates.iter().copied().fold(0.0, f64::max),
        plates,
    })
}

fn promised_s(board: &BoardWire, ticket: &str) -> Option<f64> {
    let mut promised = board.promised.iter();
    promised
        .find(|one| one.ticket == ticket)
        .map(|one| one.at_s)
}

/// A row of the book, under its own name where it has one.
///
/// # Errors
/// A name that is none.
pub fn row(done: &ServiceDone) -> Result<Row, RequestError> {
    let said = Said(serde_json::to_value(done).map_err(RequestError::ours)?);
    let id = id_or_new(Some(done.id.as_str()).filter(|id| !id.is_empty()))?;
    let title = super::title(&done.title)?;
    let at = done.zero.to_string();
    said.on(Row::new(List::Service, id, title, at))
        .map_err(RequestError::ours)
}

/// As it goes out; none where the row cannot be read.
pub fn read(row: &Row) -> Option<ServiceDone> {
    let said = Said::read(row).ok()?;
    let done: ServiceDone = serde_json::from_value(said.0).ok()?;
    Some(ServiceDone {
        id: row.id.clone(),
        title: row.title.clone(),
        ..done
    })
}
