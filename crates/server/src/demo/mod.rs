//! The demo kitchen: an invented harbour canteen and what it cooked in the last days.

use crate::error::RequestError;
use crate::kept::{board, cards, cooks as kept_cooks, services, shelf as kept_shelf};
use crate::store::Store;
use crate::store::kept::{self, Row};
use crate::wire::{
    self, BoardKept, BoardWire, CardNew, CookNew, EventsNew, LotWire, ServiceDone, ShelfBody,
    ShelfNew,
};
use cindo_core::cook::Event;
use diesel::sqlite::SqliteConnection;
use jiff::tz::TimeZone;
use jiff::{Timestamp, ToSpan};
use serde::Deserialize;

#[derive(Debug, Deserialize)]
#[serde(deny_unknown_fields)]
struct DemoCard {
    days_ago: i64,
    at: jiff::civil::Time,
    result: Option<String>,
    note: String,
    card: CardNew,
}

/// Fills an empty store.
///
/// # Errors
/// When a demo card does not plan or the store refuses it.
pub fn fill(store: &Store, now: Timestamp) -> Result<(), RequestError> {
    let cards: Vec<DemoCard> = wire::read(include_bytes!("kitchen.json"))?;
    let mut connection = store.get().map_err(RequestError::ours)?;
    for (i, demo) in cards.iter().enumerate() {
        let saved = now
            .to_zoned_datetime(TimeZone::system())
            .checked_sub(demo.days_ago.days())
            .and_then(|day| day.with().time(demo.at).build())
            .map_err(RequestError::ours)?
            .timestamp();
        // Names that stay, so that a link into the demo holds over a restart.
        let card = CardNew {
            id: Some(format!("demo-{}", i + 1)),
            ..demo.card.clone()
        };
        let row = Row {
            state: demo.result.clone().unwrap_or_default(),
            note: demo.note.clone(),
            ..cards::row(&card, saved.to_string())?
        };
        kept::add(&mut connection, &row)?;
    }
    let rows = shelf(now)?;
    kept::atomic(&mut connection, |c| Ok(kept::add_each(c, &rows)?))?;
    // A Friday lunch whose first table is served in forty minutes.
    let board = BoardWire {
        promised: vec![],
        zero: now,
        service: wire::read(include_bytes!("service.json"))?,
    };
    kept::add(
        &mut connection,
        &board::row(board, &BoardKept::none(0, now.as_millisecond()))?,
    )?;
    let last_week = now - jiff::SignedDuration::from_hours(7 * 24);
    let served = ServiceDone {
        title: "Friday lunch".into(),
        zero: last_week,
        ..wire::read(include_bytes!("served.json"))?
    };
    kept::add(&mut connection, &services::row(&served)?)?;
    cooks(&mut connection, now)
}

/// A cook under way or gone by, begun so long ago.
#[derive(Debug, Deserialize)]
#[serde(deny_unknown_fields)]
struct DemoCook {
    begun_ago_s: i64,
    cook: CookNew,
    events: Vec<Event>,
}

fn cooks(connection: &mut SqliteConnection, now: Timestamp) -> Result<(), RequestError> {
    let all: Vec<DemoCook> = wire::read(include_bytes!("cooks.json"))?;
    let now_ms = now.as_millisecond();
    for demo in all {
        let row = kept_cooks::row(&demo.cook, now_ms - 1000 * demo.begun_ago_s)?;
        kept::add(connection, &row)?;
        let happened = EventsNew {
            sent_s: demo.begun_ago_s as f64,
            events: demo.events,
        };
        kept_cooks::put(connection, &row, &happened, now_ms)?;
    }
    Ok(())
}

#[derive(Debug, Deserialize)]
#[serde(deny_unknown_fields)]
struct DemoShelf {
    items: Vec<ShelfNew>,
    lots: Vec<DemoLot>,
}

/// A lot with its days counted from today.
#[derive(Debug, Deserialize)]
#[serde(deny_unknown_fields)]
struct DemoLot {
    name: String,
    fish: String,
    received_days_ago: i64,
    received_c: f64,
    kept_c: f64,
    frozen_days_ago: Option<i64>,
    frozen_at_c: Option<f64>,
    use_by_in_days: Option<i64>,
}

fn shelf(now: Timestamp) -> Result<Vec<Row>, RequestError> {
    let demo: DemoShelf = wire::read(include_bytes!("shelf.json"))?;
    let today = now.to_zoned_datetime(TimeZone::system()).date();
    let day = |from_today: i64| {
        let date = today.checked_add(from_today.days());
        date.map(|d| d.to_string()).map_err(RequestError::ours)
    };
    let mut things = demo.items;
    for lot in demo.lots {
        things.push(ShelfNew {
            id: None,
            name: lot.name,
            body: ShelfBody::Lot(LotWire {
                fish: lot.fish,
                received: day(-lot.received_days_ago)?,
                received_c: lot.received_c,
                kept_c: lot.kept_c,
                frozen: lot.frozen_days_ago.map(|d| day(-d)).transpose()?,
                warm_h: None,
                thawed: None,
                frozen_at_c: lot.frozen_at_c,
                use_by: lot.use_by_in_days.map(day).transpose()?,
                vacuum_packed: false,
            }),
        });
    }
    things.iter().map(kept_shelf::row).collect()
}
