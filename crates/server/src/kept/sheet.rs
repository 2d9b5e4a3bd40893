//! The food-safety sheet of some days, out of what is kept: deliveries and the cooks of those days, those taken out too.

use super::{cooks, shelf};
use crate::error::RequestError;
use crate::store::kept::{self, List, Row, Stands, Wanted};
use crate::wire::{LotWire, PlanRequest, Sheet, SheetKind, SheetLine, ShelfBody};
use cindo_core::cook::{Event, Happened, from_in, in_order};
use cindo_core::fish::Eaters;
use diesel::sqlite::SqliteConnection;
use jiff::civil::Date;
use jiff::tz::TimeZone;
use jiff::{Timestamp, ToSpan};

/// No more of one kind of thing are read for one sheet.
const MOST: i64 = 2000;
/// Nor more days.
const MOST_DAYS: i32 = 400;
/// Standing for less than this is no standing, s.
const STOOD_S: f64 = 600.0;

/// What a sheet is made of, as it was read.
#[derive(Debug)]
pub struct Found {
    from: Date,
    to: Date,
    lots: Vec<Row>,
    cooks: Vec<cooks::Kept>,
}

fn too_many() -> RequestError {
    RequestError::Field {
        code: "too_many",
        field: "to",
        message: "that is more than one sheet holds: ask for fewer days".into(),
    }
}

/// Reads what happened from the beginning of one day to the end of another.
///
/// # Errors
/// Whatever the store says, days that no calendar has, and more than one sheet holds.
pub fn found(c: &mut SqliteConnection, from: Date, to: Date) -> Result<Found, RequestError> {
    let begins = |day: Date| {
        let at = day
            .to_zoned_datetime(TimeZone::system())
            .map_err(RequestError::ours)?;
        Ok::<i64, RequestError>(at.timestamp().as_millisecond())
    };
    let after = to.checked_add(1.day()).map_err(RequestError::ours)?;
    if after
        > from
            .checked_add(MOST_DAYS.days())
            .map_err(RequestError::ours)?
    {
        return Err(too_many());
    }
    let (from_ms, to_ms) = (begins(from)?, begins(after)?);
    let mut found = Found {
        from,
        to,
        lots: vec![],
        cooks: vec![],
    };
    for removed in [false, true] {
        let wanted = Wanted {
            removed,
            ..Wanted::default()
        };
        let rows = kept::all(c, List::Shelf, &wanted, MOST).map_err(RequestError::ours)?;
        let all = rows.len() as i64;
        found
            .lots
            .extend(rows.into_iter().filter(|row| row.kind == "lot"));
        let wanted = Wanted {
            stands: Stands::Between(cooks::stamp(from_ms), cooks::stamp(to_ms)),
            ..wanted
        };
        let cooked = cooks::all(c, &wanted, MOST)?;
        if all == MOST || cooked.len() as i64 == MOST {
            return Err(too_many());
        }
        found.cooks.extend(cooked);
    }
    Ok(found)
}

impl Found {
    /// The sheet, the oldest first: with no connection held.
    pub fn sheet(self) -> Sheet {
        let Self { from, to, .. } = self;
        let mut lines = vec![];
        for row in self.lots {
            let item = shelf::item(row);
            let Some(ShelfBody::Lot(lot)) = &item.body else {
                continue;
            };
            let day = lot.received.get(..10);
            let day = day.and_then(|day| day.parse::<Date>().ok());
            if day.is_some_and(|day| (from..=to).contains(&day)) {
                lines.extend(delivered(&item.name, lot, item.lot_today.as_ref()));
            }
        }
        lines.extend(self.cooks.iter().flat_map(cooked));
        lines.sort_by(|a: &SheetLine, b| a.at.cmp(&b.at));
        Sheet {
            from: from.to_string(),
            to: to.to_string(),
            lines,
        }
    }
}

fn line(at: String, kind: SheetKind, of: &str) -> SheetLine {
    SheetLine {
        at,
        kind,
        of: of.to_owned(),
        c: None,
        minutes: None,
        by: String::new(),
        says: String::new(),
    }
}

fn delivered(
    name: &str,
    lot: &LotWire,
    today: Option<&cindo_core::fish::LotState>,
) -> Vec<SheetLine> {
    let came = SheetLine {
        c: Some(lot.received_c),
        minutes: lot.warm_h.map(|h| 60.0 * h),
        says: if lot.vacuum_packed {
            "vacuum packed".into()
        } else {
            String::new()
        },
        ..line(lot.received.clone(), SheetKind::Delivery, name)
    };
    let refusals = today.into_iter().flat_map(|state| &state.notices);
    let refusals = refusals
        .filter(|notice| notice.refuses())
        .map(|notice| SheetLine {
            says: notice.message.clone(),
            ..line(lot.received.clone(), SheetKind::Refused, name)
        });
    let mut all = vec![came];
    all.extend(refusals);
    all
}

/// For whom it was, where that decides a figure.
fn for_whom(plan: Option<&PlanRequest>) -> &'static str {
    match plan.map(|plan| plan.eaters) {
        Some(Eaters::OldOrIll) => "for a guest who is old or ill",
        Some(Eaters::PregnantOrSmallChild) => "for a guest who is pregnant or a small child",
        _ => "",
    }
}

fn cooked(kept: &cooks::Kept) -> Vec<SheetLine> {
    let events = cooks::happened(&kept.events);
    let plan = kept.plan().ok();
    let of = kept.row.title.as_str();
    let at = |event: &Event| by_the_clock(kept.made_ms + (1000.0 * event.at_s) as i64);
    let (counted, _, zero_s) = from_in(&events, 0.0);
    let ordered = in_order(&counted);
    let mut off_s = None;
    let mut lines = vec![];
    for event in ordered {
        // `from_in` counts from when the fish met the heat: back on the clock of the cook.
        let on_clock = Event {
            at_s: event.at_s + zero_s,
            ..event.clone()
        };
        let told = |kind| line(at(&on_clock), kind, of);
        let stood = |off_s: Option<f64>| {
            let s = event.at_s - off_s?;
            (s >= STOOD_S).then(|| SheetLine {
                minutes: Some((s / 60.0).round()),
                ..told(SheetKind::Stood)
            })
        };
        match &event.happened {
            Happened::Probe { c, spot, by, .. } => lines.push(SheetLine {
                c: Some(*c),
                by: by.clone().unwrap_or_default(),
                says: [
                    for_whom(plan.as_ref()),
                    if spot.is_some() { "" } else { "left in" },
                ]
                .into_iter()
                .filter(|word| !word.is_empty())
                .collect::<Vec<_>>()
                .join(", "),
                ..told(SheetKind::Probe)
            }),
            Happened::Off => off_s = Some(event.at_s),
            Happened::Back => off_s = None,
            Happened::Served { knowingly } => {
                lines.extend(stood(off_s));
                if *knowingly == Some(true) {
                    lines.push(SheetLine {
                        says: for_whom(plan.as_ref()).to_owned(),
                        ..told(SheetKind::ServedKnowingly)
                    });
                }
            }
            Happened::Chilled => {
                lines.extend(stood(off_s));
                lines.push(told(SheetKind::Chilled));
            }
            Happened::Discarded => {
                lines.extend(stood(off_s));
                lines.push(told(SheetKind::ThrownAway));
            }
            _ => {}
        }
    }
    lines
}

fn by_the_clock(ms: i64) -> String {
    let at = Timestamp::from_millisecond(ms).unwrap_or(Timestamp::UNIX_EPOCH);
    let at = at.to_zoned_datetime(TimeZone::system());
    at.strftime("%Y-%m-%dT%H:%M").to_string()
}
