//! What everything that is kept has in common over HTTP: pages, ids, revisions.

use crate::error::{RequestError, missing};
use crate::refusal::Refusal;
use crate::store::kept::{self, Edit, List, Row, Wanted};
use crate::store::{Changed, Page, Store, with};
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
            ..Wanted::default()
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

/// What came of a change: the row as it is now.
///
/// # Errors
/// Somebody else's change meanwhile, and a row that is not there.
pub fn changed(came: Changed, what: &'static str, id: &str) -> Result<Row, RequestError> {
    match came {
        Changed::Done(row) => Ok(row),
        Changed::Stale(_) => Err(RequestError::Stale { what }),
        Changed::Missing => Err(missing(what, id)),
    }
}

/// Changes a row of a list.
///
/// # Errors
/// As [`changed`], and whatever the store says.
pub async fn change(
    store: &Store,
    list: List,
    what: &'static str,
    id: &str,
    revision: i32,
    edit: Edit,
) -> Result<Row, RequestError> {
    let wanted = id.to_owned();
    let came = with(store, move |c| {
        kept::change(c, list, &wanted, revision, &edit).map_err(RequestError::ours)
    });
    changed(came.await?, what, id)
}

/// One row of a list, those taken out too.
///
/// # Errors
/// Where there is none.
pub async fn one(
    store: &Store,
    list: List,
    what: &'static str,
    id: &str,
) -> Result<Row, RequestError> {
    let wanted = id.to_owned();
    let row = with(store, move |c| {
        kept::one(c, list, &wanted).map_err(RequestError::ours)
    });
    row.await?.ok_or_else(|| missing(what, id))
}

/// Takes a row out of its list, or brings it back.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Put {
    /// Out.
    Away,
    /// Back.
    Back,
}

/// Takes a row out of its list, or brings it back; answers it.
///
/// # Errors
/// Where it is not there to be taken out or brought back.
pub async fn put(
    store: &Store,
    list: List,
    what: &'static str,
    id: &str,
    put: Put,
) -> Result<Row, RequestError> {
    let at = (put == Put::Away).then(|| jiff::Timestamp::now().to_string());
    let wanted = id.to_owned();
    let row = with(store, move |c| {
        kept::put_away(c, list, &wanted, at.as_deref()).map_err(RequestError::ours)
    });
    row.await?.ok_or_else(|| missing(what, id))
}
