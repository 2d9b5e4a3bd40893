//! The board of a service as it is kept: one row, or none while nothing is planned. What happens to the cooks of its plates
//! happens on it.

use super::cooks::{self, Kept};
use crate::error::RequestError;
use crate::store::kept::{List, Row};
use crate::store::snapshot::{Said, Snapshot};
use crate::wire::{BoardKept, BoardWire, PlateEventWire, TicketPromised};
use cindo_core::cook::Event;
use cindo_core::service::{PlateTold, Service};
use diesel::sqlite::SqliteConnection;

/// What it is called where there is none.
pub const WHAT: &str = "board";
/// The name of the one row.
pub const ID: &str = "board";

/// Plans what was said and makes the row: every device asks from where each plate stands in that plan, and what is promised
/// for the first time stands from then on.
///
/// # Errors
/// Whatever the core refuses of its service.
pub fn row(mut board: BoardWire, there: &BoardKept) -> Result<Row, RequestError> {
    let planned = board.service.answer()?;
    refuse_served(&board, &planned, there)?;
    promise(&mut board, &planned);
    let stood = planned.plates.into_iter().filter_map(|plate| plate.stood);
    board.service.stood = stood.collect();
    write(&board)
}

/// Refuses what newly says that it was served though nothing shows that it may be, as at the stove. What is kept already, or
/// was taken at the stove, keeps nobody from changing the rest.
fn refuse_served(
    board: &BoardWire,
    planned: &Service,
    there: &BoardKept,
) -> Result<(), RequestError> {
    let kept = there.board.iter().flat_map(|board| &board.service.happened);
    let known: Vec<(&str, &str)> = kept
        .map(|one| (one.plate.as_str(), one.event.id.as_str()))
        .collect();
    let unproved = |plate: &PlateTold| {
        let why = plate.unproved.clone()?;
        let new = !known.contains(&(plate.id.as_str(), why.id.as_str()));
        new.then(|| (plate.id.clone(), why))
    };
    let Some((plate, why)) = planned.plates.iter().find_map(unproved) else {
        return Ok(());
    };
    let mut happened = board.service.happened.iter();
    let said = happened.rposition(|one| one.plate == plate && one.event.id == why.id);
    Err(RequestError::Forbidden {
        code: why.code,
        field: format!("service.happened[{}].kind", said.unwrap_or_default()),
        message: why.message,
    })
}

fn promise(board: &mut BoardWire, planned: &Service) {
    let there = |id: &str| planned.tickets.iter().any(|ticket| ticket.id == id);
    board.promised.retain(|one| there(&one.ticket));
    for ticket in &planned.tickets {
        let known = board.promised.iter().any(|one| one.ticket == ticket.id);
        if let Some(at_s) = ticket.served_s.filter(|_| !known) {
            board.promised.push(TicketPromised {
                ticket: ticket.id.clone(),
                at_s,
            });
        }
    }
}

/// A row of it as it stands.
///
/// # Errors
/// What cannot be written.
pub fn write(board: &BoardWire) -> Result<Row, RequestError> {
    let said = Said(serde_json::to_value(board).map_err(RequestError::ours)?);
    let at = jiff::Timestamp::now().to_string();
    said.on(Row::new(List::Board, ID.into(), String::new(), at))
        .map_err(RequestError::ours)
}

/// As it is kept.
///
/// # Errors
/// Why it cannot be read, in words.
pub fn read(row: &Row) -> Result<BoardWire, String> {
    let said = Said::read(row).map_err(|cause| cause.to_string())?;
    serde_path_to_error::deserialize(said.0).map_err(|cause| cause.to_string())
}

/// As it goes out, with what happened to the cooks of its plates; one that cannot be read says so.
///
/// # Errors
/// Whatever the store says.
pub fn kept(
    c: &mut SqliteConnection,
    row: Option<Row>,
    now_ms: i64,
) -> Result<BoardKept, RequestError> {
    let Some(row) = row else {
        return Ok(BoardKept::none(0, now_ms));
    };
    Ok(match read(&row) {
        Ok(mut board) => {
            let cooks = cooks::of_plates(c, board.zero.as_millisecond())?;
            for cook in &cooks {
                happened(&mut board, cook);
            }
            BoardKept {
                board: Some(board),
                ..BoardKept::none(row.revision, now_ms)
            }
        }
        Err(cause) => BoardKept {
            unreadable: Some(cause),
            ..BoardKept::none(row.revision, now_ms)
        },
    })
}

/// What happened to a cook, said of each of its plates that is on the board, once.
fn happened(board: &mut BoardWire, cook: &Kept) {
    let zero_ms = board.zero.as_millisecond();
    let by_s = (cook.made_ms - zero_ms) as f64 / 1000.0;
    let tickets = board.service.tickets.iter();
    let on_it: Vec<&str> = tickets
        .flat_map(|ticket| &ticket.plates)
        .map(|plate| plate.id.as_str())
        .collect();
    let plates = cook
        .plates()
        .iter()
        .filter(|id| on_it.contains(&id.as_str()));
    let events = cooks::happened(&cook.events);
    let mut new: Vec<PlateEventWire> = vec![];
    for plate in plates {
        for event in &events {
            let known = |one: &PlateEventWire| one.plate == *plate && one.event.id == event.id;
            if !board.service.happened.iter().any(known) {
                new.push(PlateEventWire {
                    plate: plate.clone(),
                    event: Event {
                        at_s: event.at_s + by_s,
                        ..event.clone()
                    },
                });
            }
        }
    }
    board.service.happened.extend(new);
}
