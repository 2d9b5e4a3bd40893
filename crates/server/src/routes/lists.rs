//! What everything that is kept has in common over HTTP: pages, ids, revisions.

use super::refusal::Refusal;
use crate::error::RequestError;
use crate::store::Page;
use crate::store::cards::Wanted;
use actix_web::http::header::{ETAG, HeaderName, HeaderValue, IF_MATCH};
use actix_web::{HttpRequest, web};
use cindo_core::quantity::checked;
use serde::Deserialize;
use utoipa::IntoParams;

/// A query as the extractor hands it over.
pub type Queried<T> = Result<web::Query<T>, actix_web::Error>;

/// Which page of a list.
#[derive(Debug, Clone, Copy, Deserialize, IntoParams)]
#[serde(deny_unknown_fields, default)]
#[into_params(parameter_in = Query)]
pub struct ListQuery {
    /// Which page, from 1.
    #[param(minimum = 1, default = 1)]
    page: i64,
    /// How many on a page, 1 to 200.
    #[param(minimum = 1, maximum = 200, default = 50)]
    size: i64,
    /// Those taken out instead of those that are there.
    #[param(default = false)]
    pub removed: bool,
}

impl Default for ListQuery {
    fn default() -> Self {
        Self {
            page: 1,
            size: 50,
            removed: false,
        }
    }
}

impl ListQuery {
    /// Checks it.
    pub fn page(self) -> Result<Page, RequestError> {
        checked("page", self.page as f64, (1.0, 1e9), "")?;
        checked("size", self.size as f64, (1.0, 200.0), "on a page")?;
        Ok(Page {
            number: self.page,
            size: self.size,
        })
    }
}

/// Which page of the book.
#[derive(Debug, Clone, Deserialize, IntoParams)]
#[serde(deny_unknown_fields, default)]
#[into_params(parameter_in = Query)]
pub struct BookQuery {
    /// Which page, from 1.
    #[param(minimum = 1, default = 1)]
    page: i64,
    /// How many on a page, 1 to 200.
    #[param(minimum = 1, maximum = 200, default = 50)]
    size: i64,
    /// Those taken out instead of those that are there.
    #[param(default = false)]
    removed: bool,
    /// Only those whose name or note has every one of these words in it; up to 120 characters.
    find: String,
}

impl Default for BookQuery {
    fn default() -> Self {
        let ListQuery {
            page,
            size,
            removed,
        } = ListQuery::default();
        Self {
            page,
            size,
            removed,
            find: String::new(),
        }
    }
}

impl BookQuery {
    /// Checks the page.
    pub fn page(&self) -> Result<Page, RequestError> {
        ListQuery {
            page: self.page,
            size: self.size,
            removed: self.removed,
        }
        .page()
    }

    /// Checks what is looked for.
    pub fn wanted(&self) -> Result<Wanted, RequestError> {
        let letters = self.find.chars().count() as f64;
        checked("find", letters, (0.0, 120.0), "letters")?;
        Ok(Wanted {
            removed: self.removed,
            words: self.find.split_whitespace().map(str::to_owned).collect(),
        })
    }
}

/// Reads a query.
pub fn query<T>(queried: Queried<T>) -> Result<T, RequestError> {
    let read = queried.map_err(|cause| RequestError::Shape {
        field: String::new(),
        message: cause.to_string(),
    });
    read.map(web::Query::into_inner)
}

/// Longest id, letters.
const LONGEST_ID: usize = 64;

/// The id that was asked for, or one made here: a UUID whose order is that of time.
pub fn id_or_new(asked: Option<&str>) -> Result<String, RequestError> {
    let Some(id) = asked else {
        return Ok(uuid::Uuid::now_v7().to_string());
    };
    let fits = |c: char| c.is_ascii_alphanumeric() || c == '-' || c == '_';
    if id.is_empty() || id.len() > LONGEST_ID || !id.chars().all(fits) {
        return Err(RequestError::Field {
            code: "bad_id",
            field: "id",
            message: format!("an id is 1 to {LONGEST_ID} letters, digits, - and _"),
        });
    }
    Ok(id.to_owned())
}

/// The revision as an ETag.
pub fn etag(revision: i32) -> (HeaderName, HeaderValue) {
    let quoted = HeaderValue::from_str(&format!("\"{revision}\""));
    (ETAG, quoted.unwrap_or(HeaderValue::from_static("\"0\"")))
}

/// The revision that a change says it is a change of.
pub fn revision(request: &HttpRequest, what: &'static str) -> Result<i32, Refusal> {
    let said = request.headers().get(IF_MATCH);
    let said = said.ok_or(Refusal::PreconditionRequired { what })?;
    let text = said.to_str().unwrap_or_default().trim();
    // An ETag that never was one of ours matches nothing.
    let number = text.trim_matches('"').parse();
    number.map_err(|_| RequestError::Stale { what }.into())
}
