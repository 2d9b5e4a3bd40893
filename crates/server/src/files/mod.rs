//! Cards as files: JSON of our own, a recipe, a table of temperatures, a calendar; and back.

mod calendar;
mod card_file;
mod json;
mod recipe;
mod service;
mod sheet;
mod table;

pub use card_file::{CardFile, CookFile};
pub use json::{BookFile, FORM, read_book, read_whole};
pub use service::{write_service_calendar, write_service_table};
pub use sheet::write_sheet;

use crate::error::RequestError;
use crate::wire::{PieceWire, PlanAnswer, PlanRequest, fish_list};
use cindo_core::methods::Step;
use cindo_core::run::What;
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

/// What a card is written as.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema, clap::ValueEnum)]
#[serde(rename_all = "snake_case")]
pub enum FileKind {
    /// JSON that is read back whole.
    Json,
    /// A schema.org Recipe in JSON-LD; read back too.
    Recipe,
    /// Temperatures over time, comma-separated.
    Csv,
    /// The steps as events of an iCalendar.
    Calendar,
    /// How much of everything that goes with it, comma-separated.
    Amounts,
}

/// A card to write as a file.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
#[schema(example = json!({ "title": "Hake", "as": "csv", "request": { "piece": { "fish": "hake", "thickness_mm": 28 }, "method": { "kind": "steam" } } }))]
pub struct ExportRequest {
    /// What it is called, up to 120 characters.
    pub title: String,
    /// What was asked.
    pub request: PlanRequest,
    /// As what.
    #[serde(rename = "as")]
    pub kind: FileKind,
    /// When the fish meets the heat, by the kitchen's clock, as 2026-11-25T19:30; what a calendar needs.
    #[serde(
        default,
        deserialize_with = "by_the_clock",
        skip_serializing_if = "Option::is_none"
    )]
    #[schema(value_type = Option<String>)]
    pub in_at: Option<jiff::civil::DateTime>,
    /// Or when all of it is on the plate, by the same clock.
    #[serde(
        default,
        deserialize_with = "by_the_clock",
        skip_serializing_if = "Option::is_none"
    )]
    #[schema(value_type = Option<String>)]
    pub ready_at: Option<jiff::civil::DateTime>,
    /// Nothing is set to heat before this, by the same clock; alone it means as soon as all is hot.
    #[serde(
        default,
        deserialize_with = "by_the_clock",
        skip_serializing_if = "Option::is_none"
    )]
    #[schema(value_type = Option<String>)]
    pub from: Option<jiff::civil::DateTime>,
}

/// A time as the clock of the kitchen shows it; where it is in the world is read over.
fn by_the_clock<'de, D: serde::Deserializer<'de>>(
    from: D,
) -> Result<Option<jiff::civil::DateTime>, D::Error> {
    use serde::de::Error;
    let Some(said) = Option::<String>::deserialize(from)? else {
        return Ok(None);
    };
    let wrong = || D::Error::custom("a time is written like 2026-11-25T19:30");
    let read = jiff::fmt::temporal::Pieces::parse(&said).map_err(|_| wrong())?;
    Ok(Some(
        read.date().to_datetime(read.time().ok_or_else(wrong)?),
    ))
}

/// A file.
#[derive(Debug, Clone)]
pub struct File {
    /// Of what type.
    pub mime: &'static str,
    /// Ending of its name.
    pub ending: &'static str,
    /// What is in it.
    pub text: String,
}

impl FileKind {
    fn of(self) -> (&'static str, &'static str) {
        match self {
            Self::Json => ("application/json", "json"),
            Self::Recipe => ("application/ld+json", "jsonld"),
            Self::Csv | Self::Amounts => ("text/csv; charset=utf-8", "csv"),
            Self::Calendar => ("text/calendar; charset=utf-8", "ics"),
        }
    }
}

impl ExportRequest {
    /// Writes it.
    ///
    /// # Errors
    /// Whatever the core refuses, what must not be served, and a calendar without a time.
    pub fn answer(&self) -> Result<File, RequestError> {
        let plan = planned(&self.request)?;
        let title = &one_line(&self.title);
        let text = match self.kind {
            FileKind::Json => json::write(title, &self.request)?,
            FileKind::Recipe => recipe::write(title, &self.request, &plan)?,
            FileKind::Csv => table::write(&self.request, &plan)?,
            FileKind::Amounts => table::write_amounts(&self.request)?,
            FileKind::Calendar => calendar::write(title, self, &plan)?,
        };
        let (mime, ending) = self.kind.of();
        Ok(File { mime, ending, text })
    }
}

/// A step as one line: what it is done to, or what has to be shown, behind it; what the middle has by then in brackets.
fn step_line(step: &Step) -> String {
    match (step.what(), step.at_c) {
        (_, None) => step.act.words.clone(),
        (What::Off | What::Serve, Some(c)) => {
            format!("{} ({c:.0} C in the middle)", step.act.words)
        }
        (_, Some(c)) => format!("{} {c:.0} C", step.act.words),
    }
}

/// A title cannot write lines of its own into a file.
fn one_line(text: &str) -> String {
    let plain = text.replace(char::is_control, " ");
    plain.split_whitespace().collect::<Vec<_>>().join(" ")
}

/// The plan of a card; what must not be served is none to keep, cook by or hand on.
///
/// # Errors
/// Whatever the core refuses, and what must not be served.
pub fn planned(request: &PlanRequest) -> Result<PlanAnswer, RequestError> {
    let mut request = request.clone();
    request.field = None;
    request.range = true;
    let plan = request.answer()?;
    if let Some(refused) = plan.refused.first() {
        return Err(RequestError::Field {
            code: "refused",
            field: "request",
            message: format!("{} ({})", refused.message, refused.rule),
        });
    }
    Ok(plan)
}

/// A piece in a line: "2 x 170 g hake fillet, 25 mm thick, skin on".
fn piece_line(piece: &PieceWire) -> String {
    let list = fish_list();
    let shipped = piece.fish.as_deref();
    let fish = piece
        .own_fish
        .as_ref()
        .map(|own| own.name.clone())
        .or_else(|| {
            let found = list.fish.iter().find(|f| Some(f.key.as_str()) == shipped);
            found.map(|f| f.name.to_lowercase())
        })
        .unwrap_or_else(|| "fish".into());
    let key = piece.cut.as_deref().unwrap_or("fillet");
    let cut = list.cuts.iter().find(|cut| cut.key == key);
    let cut = cut.map_or(key, |cut| &cut.name);
    let mass = piece
        .mass_g
        .map_or_else(String::new, |g| format!("{g:.0} g "));
    let pieces = piece.pieces.unwrap_or(1);
    format!(
        "{pieces} x {mass}{fish} {cut}, {:.0} mm thick",
        piece.thickness_mm
    )
}
