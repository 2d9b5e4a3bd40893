//! Cards out to files, and in from them.

use super::cards::{answered, line, result_name};
use super::refusal::Refusal;
use super::{Body, gated, read, with_store};
use crate::error::{ErrorBody, RequestError};
use crate::files::{BookFile, CardFile, ExportRequest, read_cards};
use crate::live::Live;
use crate::store::cards::{self, CardRow, NewCard};
use crate::store::{Store, snapshot};
use crate::wire::{CardNew, CardSummary};
use actix_web::http::header::{
    CONTENT_TYPE, ContentDisposition, DispositionParam, DispositionType,
};
use actix_web::{HttpResponse, get, post, web};
use cindo_core::Within;
use serde::Serialize;
use utoipa::ToSchema;

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

fn file(name: String, mime: &str, text: String) -> HttpResponse {
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

/// A card as a file has it; its title when what it asked cannot be read.
fn card_file(row: CardRow) -> Result<CardFile, String> {
    let request = snapshot::read(row.form, &row.snapshot)
        .ok()
        .and_then(|snapshot| serde_json::from_value(snapshot.request).ok());
    let Some(request) = request else {
        return Err(row.title);
    };
    Ok(CardFile {
        id: Some(row.id),
        title: row.title,
        saved_at: row.saved_at.parse().ok(),
        result: row.result.as_deref().and_then(super::cards::result_wire),
        note: row.note,
        request,
    })
}

/// The whole book as one file that is read back.
#[utoipa::path(responses((status = 200, description = "The cards of the book", body = BookFile)))]
#[get("/api/book")]
pub async fn book(store: web::Data<Store>) -> Result<HttpResponse, Refusal> {
    let rows = with_store(store, |c| cards::all(c).map_err(RequestError::ours)).await?;
    let (mut cards, mut left_out) = (vec![], vec![]);
    for row in rows {
        match card_file(row) {
            Ok(card) => cards.push(card),
            Err(title) => left_out.push(title),
        }
    }
    let book = BookFile::of(cards, left_out);
    let text = serde_json::to_string_pretty(&book).map_err(RequestError::ours)?;
    Ok(file("cindo-book.json".into(), "application/json", text))
}

/// What came of a file.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub struct ImportAnswer {
    /// Cards that are new in the book.
    pub made: Vec<CardSummary>,
    /// How many were in it already.
    pub there: usize,
}

/// The row of a card from a file, planned anew.
fn imported(card: CardFile) -> Result<NewCard, RequestError> {
    let saved_at = card.saved_at.unwrap_or_else(jiff::Timestamp::now);
    let note = super::cards::note(&card.note)?;
    let new = CardNew {
        id: card.id,
        title: card.title,
        request: card.request,
    };
    Ok(NewCard {
        result: card.result.map(result_name),
        note,
        ..answered(&new, saved_at.to_string())?
    })
}

/// Brings cards in from a file: all or none. What was planned is computed again; a card that is in the book
/// already stays as it is there.
#[utoipa::path(
    request_body = BookFile,
    responses(
        (status = 200, description = "What came of it", body = ImportAnswer),
        (status = 400, description = "Broken, or not of the described shape", body = ErrorBody),
        (status = 413, description = "Too large", body = ErrorBody),
        (status = 422, description = "No cards of ours, or one that does not do", body = ErrorBody)
    )
)]
#[post("/api/import")]
pub async fn import(
    store: web::Data<Store>,
    live: web::Data<Live>,
    body: Body,
) -> Result<web::Json<ImportAnswer>, Refusal> {
    let bytes = super::bytes(body)?;
    let rows = gated(&live, "/api/import", move || {
        let cards = read_cards(&bytes)?.into_iter().enumerate();
        cards
            .map(|(i, card)| match imported(card) {
                Err(RequestError::Input(input)) => {
                    Err(input).at("cards", i).map_err(RequestError::Input)
                }
                other => other,
            })
            .collect::<Result<Vec<_>, _>>()
    })
    .await?;
    let (made, there) = with_store(store, move |c| {
        cards::add_all(c, rows).map_err(RequestError::ours)
    })
    .await?;
    Ok(web::Json(ImportAnswer {
        made: made.into_iter().map(line).collect(),
        there,
    }))
}
