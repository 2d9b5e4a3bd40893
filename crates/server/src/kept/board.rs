//! The board of a service as it is kept: one row, or none while nothing is planned.

use crate::error::RequestError;
use crate::store::kept::{List, Row};
use crate::store::snapshot::{Said, Snapshot};
use crate::wire::{BoardKept, BoardWire};

/// What it is called where there is none.
pub const WHAT: &str = "board";
/// The name of the one row.
pub const ID: &str = "board";

/// Plans what was said and makes the row: every device asks from where each plate stands in that plan.
///
/// # Errors
/// Whatever the core refuses of its service.
pub fn row(mut board: BoardWire) -> Result<Row, RequestError> {
    let planned = board.service.answer()?;
    let stood = planned.plates.into_iter().filter_map(|plate| plate.stood);
    board.service.stood = stood.collect();
    let said = Said(serde_json::to_value(&board).map_err(RequestError::ours)?);
    let at = jiff::Timestamp::now().to_string();
    said.on(Row::new(List::Board, ID.into(), String::new(), at))
        .map_err(RequestError::ours)
}

/// As it goes out; one that cannot be read says so.
pub fn kept(row: Option<Row>, now_ms: i64) -> BoardKept {
    let Some(row) = row else {
        return BoardKept::none(0, now_ms);
    };
    let read = Said::read(&row).map_err(|cause| cause.to_string());
    let board = read.and_then(|said| {
        serde_path_to_error::deserialize::<_, BoardWire>(said.0).map_err(|c| c.to_string())
    });
    match board {
        Ok(board) => BoardKept {
            board: Some(board),
            ..BoardKept::none(row.revision, now_ms)
        },
        Err(cause) => BoardKept {
            unreadable: Some(cause),
            ..BoardKept::none(row.revision, now_ms)
        },
    }
}
