//! The food-safety sheet of some days, out of what is kept: deliveries and the cooks of those days, those taken out too.

use super::{cooks, shelf};
use crate::error::RequestError;
use crate::store::kept::{self, List, Stands, Wanted};
use crate::wire::{LotWire, PlanRequest, Sheet, SheetKind, SheetLine, ShelfBody};
use cindo_core::cook::{Event, Happened, from_in, in_order};
use cindo_core::fish::Eaters;
use diesel::sqlite::SqliteConnection;
use jiff::civil::Date;
use jiff::tz::TimeZone;
use jiff::{Timestamp, ToSpan};

/// A sheet has no more lines of one kind of thing.
const MOST: i64 = 5000;
/// Standing for less than this is no standing, s.
const STOOD_S: f64 = 600.0;

/// What happened from the beginning of one day to the end of another.
///
/// # Errors
/// Whatever the store says, and days that no calendar has.
pub fn sheet(c: &mut SqliteConnection, from: Date, to: Date) -> Result<Sheet, RequestError> {
    let begins = |day: Date| {
        let at = day
            .to_zoned_datetime(TimeZone::system())
            .map_err(RequestError::ours)?;
        Ok::<i64, RequestError>(at.timestamp().as_millisecond())
    };
    let after = to.checked_add(1.day()).map_err(RequestError::ours)?;
    let (from_ms, to_ms) = (begins(from)?, begins(after)?);
    let mut lines = vec![];
    for removed in [false, true] {
        let wanted = Wanted {
            removed,
            ..Wanted::default()
        };
        let rows = kept::all(c, List::Shelf, &wanted, MOST).map_err(RequestError::ours)?;
        for row in rows.into_iter().filter(|row| row.kind == "lot") {
            let item = shelf::item(row);
            let Some(ShelfBody::Lot(lot)) = &item.body else {
                continue;
            };
            let day = lot
                .received
                .get(..10)
                .and_then(|day| day.parse::<Date>().ok());
            if day.is_some_and(|day| (from..=to).contains(&day)) {
                lines.extend(delivered(&item.name, lot, item.lot_today.as_ref()));
            }
        }
        let wanted = Wanted {
            removed,
            stands: Stands::Between(cooks::stamp(from_ms), cooks::stamp(to_ms)),
            ..Wanted::default()
        };
        let found = cooks::all(c, &wanted, MOST)?;
        lines.extend(found.iter().flat_map(cooked));
    }
    lines.sort_by(|a, b| a.at.cmp(&b.at));
    Ok(Sheet {
        from: from.to_string(),
        to: to.to_string(),
        lines,
    })
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
