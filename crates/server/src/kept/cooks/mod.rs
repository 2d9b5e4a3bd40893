//! Cooks as they are kept: begun with what they promise, added to, read with those in their pan, folded outside of the store.

mod add;
mod events;
mod fold;
mod promise;
mod told;

pub use add::{Adds, begin, bring, keep, probed, put, reads, stands, with_probe};
pub use events::{MOST_EVENTS, happened, room};
pub use fold::Found;
pub use promise::{name, row};
pub use told::line;

use crate::error::RequestError;
use crate::store::events::{self as stored, EventRow};
use crate::store::kept::{self, List, Row, Stands, Wanted};
use crate::store::snapshot::cook::Cook;
use crate::store::snapshot::{Snapshot, Unreadable};
use crate::wire::PlanRequest;
use diesel::sqlite::SqliteConnection;
use jiff::Timestamp;
use std::collections::HashMap;

/// What it is called where there is none.
pub const WHAT: &str = "cook";
/// The state of one that is over.
pub const OVER: &str = "over";
pub(super) const UNDER_WAY: &str = "";
/// Nobody ended it for so long: it is over, and rings no more, ms.
const FORGOTTEN_MS: i64 = 12 * 3600 * 1000;
/// No more are under way at once.
const MOST_UNDER_WAY: i64 = 1000;
/// Cooks of plates of one board.
const MOST_OF_PLATES: i64 = 1000;
/// Later than any cook: the first of January 9999, ms since 1970.
const FAR_MS: i64 = 253_370_764_800_000;

/// A moment as a column has it: all of one length, so that they sort by time.
pub fn stamp(at_ms: i64) -> String {
    let at = Timestamp::from_millisecond(at_ms).unwrap_or(Timestamp::UNIX_EPOCH);
    at.strftime("%Y-%m-%dT%H:%M:%S%.3fZ").to_string()
}

/// Seconds on the clock of a cook.
fn on_clock(made_ms: i64, at_ms: i64) -> f64 {
    (at_ms - made_ms) as f64 / 1000.0
}

/// A cook as it was read.
#[derive(Debug, Clone)]
pub struct Kept {
    /// Its row.
    pub row: Row,
    /// What stands in it.
    snapshot: Result<Cook, Unreadable>,
    /// What happened.
    pub events: Vec<EventRow>,
    /// When it was begun, ms since 1970: its events count from here.
    pub made_ms: i64,
}

impl Kept {
    fn new(row: Row, events: Vec<EventRow>) -> Self {
        let made: Option<Timestamp> = row.saved_at.parse().ok();
        Self {
            snapshot: Cook::read(&row),
            made_ms: made.map_or(0, Timestamp::as_millisecond),
            row,
            events,
        }
    }

    fn pan(&self) -> Option<&str> {
        self.snapshot.as_ref().ok()?.pan.as_deref()
    }

    /// It is over, or was forgotten.
    pub fn ended(&self, now_ms: i64) -> bool {
        self.row.state == OVER || now_ms - self.made_ms > FORGOTTEN_MS
    }

    fn vessel(&self) -> Option<&str> {
        self.snapshot.as_ref().ok()?.vessel.as_deref()
    }

    fn newest(&self) -> i64 {
        self.events.last().map_or(0, |row| row.seq)
    }

    /// Plates of the board that are cooked in it.
    pub fn plates(&self) -> &[String] {
        self.snapshot.as_ref().map_or(&[], |cook| &cook.plates)
    }

    /// Its plan.
    ///
    /// # Errors
    /// Why it cannot be read, in words.
    pub fn plan(&self) -> Result<PlanRequest, String> {
        let cook = self.snapshot.as_ref().map_err(ToString::to_string)?;
        serde_path_to_error::deserialize(cook.plan.clone()).map_err(|cause| cause.to_string())
    }
}

fn with_events(c: &mut SqliteConnection, rows: Vec<Row>) -> Result<Vec<Kept>, RequestError> {
    let ids: Vec<String> = rows.iter().map(|row| row.id.clone()).collect();
    let mut of: HashMap<String, Vec<EventRow>> = HashMap::new();
    for event in stored::of_all(c, &ids).map_err(RequestError::ours)? {
        of.entry(event.cook.clone()).or_default().push(event);
    }
    let kept = rows.into_iter().map(|row| {
        let events = of.remove(&row.id).unwrap_or_default();
        Kept::new(row, events)
    });
    Ok(kept.collect())
}

fn rows_under_way(c: &mut SqliteConnection, now_ms: i64) -> Result<Vec<Row>, RequestError> {
    let since = Stands::Since(UNDER_WAY, stamp(now_ms - FORGOTTEN_MS));
    kept::all(c, List::Cook, &Wanted::stand(since), MOST_UNDER_WAY).map_err(RequestError::ours)
}

/// Cooks under way, the oldest first.
///
/// # Errors
/// Whatever the store says.
pub fn under_way(c: &mut SqliteConnection, now_ms: i64) -> Result<Vec<Kept>, RequestError> {
    let rows = rows_under_way(c, now_ms)?;
    with_events(c, rows)
}

/// Cooks of plates of the board, begun since then.
///
/// # Errors
/// Whatever the store says.
pub fn of_plates(c: &mut SqliteConnection, since_ms: i64) -> Result<Vec<Kept>, RequestError> {
    let since = Wanted::stand(Stands::Between(stamp(since_ms), stamp(FAR_MS)));
    let mut rows = kept::all(c, List::Cook, &since, MOST_OF_PLATES).map_err(RequestError::ours)?;
    // Read to the end are only those that name any.
    rows.retain(|row| row.snapshot.contains("\"plates\""));
    with_events(c, rows)
}

/// All cooks that are wanted, the oldest first, so many at most.
///
/// # Errors
/// Whatever the store says.
pub fn all(
    c: &mut SqliteConnection,
    wanted: &Wanted,
    most: i64,
) -> Result<Vec<Kept>, RequestError> {
    let rows = kept::all(c, List::Cook, wanted, most).map_err(RequestError::ours)?;
    with_events(c, rows)
}

/// A page of the cooks that are over or that nobody ended, the newest first, and how many there are.
///
/// # Errors
/// Whatever the store says.
pub fn gone_by(
    c: &mut SqliteConnection,
    page: crate::store::Page,
    removed: bool,
    now_ms: i64,
) -> Result<(Vec<Kept>, i64), RequestError> {
    let wanted = Wanted {
        removed,
        stands: if removed {
            Stands::Any
        } else {
            Stands::OrBefore(OVER, stamp(now_ms - FORGOTTEN_MS))
        },
        ..Wanted::default()
    };
    let (rows, total) = kept::page(c, List::Cook, page, &wanted).map_err(RequestError::ours)?;
    Ok((with_events(c, rows)?, total))
}

/// One cook, those taken out too.
///
/// # Errors
/// Whatever the store says.
pub fn one(c: &mut SqliteConnection, id: &str) -> Result<Option<Kept>, RequestError> {
    let row = kept::one(c, List::Cook, id).map_err(RequestError::ours)?;
    let Some(row) = row else { return Ok(None) };
    let events = stored::of(c, id).map_err(RequestError::ours)?;
    Ok(Some(Kept::new(row, events)))
}

/// One cook with those in its pan.
///
/// # Errors
/// Whatever the store says.
pub fn found(
    c: &mut SqliteConnection,
    id: &str,
    now_ms: i64,
) -> Result<Option<Found>, RequestError> {
    let Some(cook) = one(c, id)? else {
        return Ok(None);
    };
    // Read to the end are only those that may be in its pan: most are not.
    let others = match cook.pan().map(|pan| serde_json::json!(pan).to_string()) {
        None => vec![],
        Some(pan) => {
            let mut rows = rows_under_way(c, now_ms)?;
            rows.retain(|row| row.id != id && row.snapshot.contains(&pan));
            with_events(c, rows)?
        }
    };
    Ok(Some(Found::among(cook, &others)))
}
