//! Cards out to files, and in from them.

use super::lists::{self, Queried};
use super::session::who;
use super::{Body, gated, read};
use crate::door::Role;
use crate::error::{ErrorBody, RequestError};
use crate::files::{BookFile, ExportRequest, read_book, write_sheet};
use crate::kept::cards::line;
use crate::live::Live;
use crate::refusal::Refusal;
use crate::store::{Store, with};
use crate::wire::{CardSummary, Sheet};
use actix_web::http::header::{
    CONTENT_TYPE, ContentDisposition, DispositionParam, DispositionType,
};
use actix_web::{HttpRequest, HttpResponse, get, post, web};
use serde::Serialize;
use utoipa::{IntoParams, ToSchema};

/// A name that any system keeps: letters and digits of the title.
fn file_name(title: &str, ending: &str) -> String {
    let plain: String = title
        .chars()
        .map(|c| {
            if c.is_ascii_alphanumeric() {
                c.to_ascii_lowercase()
            } else {
                '-'
            }
        })
        .collect();
    let words: Vec<&str> = plain.split('-').filter(|word| !word.is_empty()).collect();
    let name = words.join("-");
    let name = if name.is_empty() { "card" } else { &name };
    format!("{name}.{ending}")
}

pub(super) fn file(name: String, mime: &str, text: String) -> HttpResponse {
    HttpResponse::Ok()
        .insert_header((CONTENT_TYPE, mime))
        .insert_header(ContentDisposition {
            disposition: DispositionType::Attachment,
            parameters: vec![DispositionParam::Filename(name)],
        })
        .body(text)
}

/// A card as a file: JSON of our own, a schema.org Recipe, temperatures as CSV, the steps as an iCalendar.
#[utoipa::path(
    request_body = ExportRequest,
    responses(
        (status = 200, description = "The file", content(
            (String = "application/json"), (String = "application/ld+json"),
            (String = "text/csv"), (String = "text/calendar")
        )),
        (status = 400, description = "Not of the described shape", body = ErrorBody),
        (status = 422, description = "A number, name or time that does not do", body = ErrorBody)
    )
)]
#[post("/api/export")]
pub async fn export(live: web::Data<Live>, body: Body) -> Result<HttpResponse, Refusal> {
    let request: ExportRequest = read(body)?;
    crate::kept::title(&request.title)?;
    let title = request.title.clone();
    let written = gated(&live, "/api/export", move || request.answer()).await?;
    Ok(file(
        file_name(&title, written.ending),
        written.mime,
        written.text,
    ))
}

/// Which days of the food-safety sheet.
#[derive(Debug, Clone, serde::Deserialize, IntoParams)]
#[serde(deny_unknown_fields)]
#[into_params(parameter_in = Query)]
pub struct SheetQuery {
    /// From this day on: 2026-11-01.
    from: String,
    /// To the end of this day; the same day when not said.
    #[param(required = false)]
    #[serde(default)]
    to: Option<String>,
    /// As a file of comma-separated values.
    #[param(required = false)]
    #[serde(default)]
    csv: bool,
}

fn day(field: &str, written: &str) -> Result<jiff::civil::Date, RequestError> {
    written.parse().map_err(|_| RequestError::Shape {
        field: field.to_owned(),
        message: "a day is written like 2026-11-29".into(),
    })
}

/// The food-safety sheet of some days: deliveries, probe readings with who took them, what stood, was chilled, thrown away
/// or refused.
#[utoipa::path(
    operation_id = "food_safety_sheet",
    params(SheetQuery),
    responses(
        (status = 200, description = "The sheet; with `csv` the same as text/csv", body = Sheet),
        (status = 400, description = "Not of the described shape", body = ErrorBody),
        (status = 422, description = "Days that are none", body = ErrorBody)
    )
)]
#[get("/api/sheet")]
pub async fn sheet(
    store: web::Data<Store>,
    query: Queried<SheetQuery>,
) -> Result<HttpResponse, Refusal> {
    let SheetQuery { from, to, csv } = lists::query(query)?;
    let (from, to) = (
        day("from", &from)?,
        day("to", to.as_deref().unwrap_or(&from))?,
    );
    if to < from {
        return Err(RequestError::Shape {
            field: "to".into(),
            message: "the last day lies before the first".into(),
        }
        .into());
    }
    let found = with(&store, move |c| crate::kept::sheet::found(c, from, to)).await?;
    let sheet = crate::work::compute(move || Ok(found.sheet())).await?;
    if !csv {
        return Ok(HttpResponse::Ok().json(sheet));
    }
    let name = format!("food-safety-{}-to-{}.csv", sheet.from, sheet.to);
    Ok(file(name, "text/csv; charset=utf-8", write_sheet(&sheet)?))
}

/// What came of a file.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub struct ImportAnswer {
    /// Cards that are new in the book.
    pub made: Vec<CardSummary>,
    /// How many of the rest are new: things on the shelf, cooks, the kitchen.
    pub others: usize,
    /// How many were there already.
    pub there: usize,
}

/// Brings in what stands in a file: all or none. What was planned on a card is computed again; what is there already stays
/// as it is there.
#[utoipa::path(
    request_body = BookFile,
    responses(
        (status = 200, description = "What came of it", body = ImportAnswer),
        (status = 400, description = "Broken, or not of the described shape", body = ErrorBody),
        (status = 403, description = "A kitchen in it, and not the owner", body = ErrorBody),
        (status = 413, description = "Too large", body = ErrorBody),
        (status = 422, description = "No cards of ours, or one that does not do", body = ErrorBody)
    )
)]
#[post("/api/import")]
pub async fn import(
    store: web::Data<Store>,
    live: web::Data<Live>,
    request: HttpRequest,
    body: Body,
) -> Result<web::Json<ImportAnswer>, Refusal> {
    let book = read_book(&super::bytes(body)?)?;
    // What the kitchen has is the owner's to say, whichever way it comes.
    let cook = who(&request).is_some_and(|who| who.role == Role::Cook);
    if cook && book.kitchen.is_some() {
        return Err(Refusal::OwnerOnly);
    }
    let rows = gated(&live, "/api/import", move || crate::kept::whole::read(book)).await?;
    let came = with(&store, move |c| rows.put(c)).await?;
    Ok(web::Json(ImportAnswer {
        made: came.cards.into_iter().map(line).collect(),
        others: came.others,
        there: came.there,
    }))
}
