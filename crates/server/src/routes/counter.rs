//! The counter over HTTP: what the core answers at once, and the shelf.

use super::lists::{self, ListQuery, Queried};
use super::refusal::Refusal;
use super::{Body, read, with_store};
use crate::error::{ErrorBody, RequestError, missing};
use crate::store::shelf::{self, NewShelf, ShelfEdit, ShelfRow};
use crate::store::{Changed, Store};
use crate::wire::{
    FishWire, FreshnessRequest, NoticesAnswer, NoticesRequest, OwnFishWire, PortionsRequest,
    ShelfBody, ShelfImport, ShelfItem, ShelfList, ShelfNew, ShoppingRequest, WholeAnswer,
    WholeRequest,
};
use actix_web::{HttpRequest, HttpResponse, delete, get, post, put, web};
use cindo_core::fish::{CutUp, Judged, Shopping};

const MOST_NAME: usize = 60;
const MOST_IMPORTED: usize = 200;

answers!(
    /// A whole fish from its length, its weight, or both.
    whole, "/api/whole", WholeRequest, WholeAnswer
);
answers!(
    /// How fresh it is, and how many days are left.
    freshness, "/api/freshness", FreshnessRequest, Judged
);
answers!(
    /// The dangers of this fish for this eater at this target.
    notices, "/api/notices", NoticesRequest, NoticesAnswer
);
answers!(
    /// A side cut into portions of one weight.
    portions, "/api/portions", PortionsRequest, CutUp
);
answers!(
    /// How much to buy.
    buying, "/api/shopping", ShoppingRequest, Shopping
);

answers!(
    /// A fish of the kitchen's own as the counter shows it.
    own_fish, "/api/own-fish", OwnFishWire, FishWire
);

fn now() -> jiff::civil::DateTime {
    jiff::Timestamp::now()
        .to_zoned_datetime(jiff::tz::TimeZone::system())
        .datetime()
}

/// A thing as it goes out; one that cannot be read says so and hides nothing but itself.
fn item(row: ShelfRow) -> ShelfItem {
    let newer =
        (row.form != shelf::FORM).then(|| format!("written by a newer Cindo (form {})", row.form));
    let read: Result<ShelfBody, String> = newer.map_or_else(
        || serde_json::from_str(&row.snapshot).map_err(|cause| cause.to_string()),
        Err,
    );
    let beside = read.as_ref().ok().map(|body| body.beside(&row.id, now()));
    let (lot_today, fish) = beside.unwrap_or_default();
    ShelfItem {
        id: row.id,
        kind: row.kind,
        name: row.name,
        unreadable: read.as_ref().err().cloned(),
        body: read.ok(),
        saved_at: row.saved_at,
        revision: row.revision,
        lot_today,
        fish,
    }
}

/// Checks a thing and makes its row.
///
/// # Errors
/// Whatever the core refuses, and a name that is none.
pub fn row(new: &ShelfNew) -> Result<NewShelf, RequestError> {
    let name = new.name.trim();
    if name.is_empty() || name.chars().count() > MOST_NAME {
        return Err(RequestError::Field {
            code: "bad_name",
            field: "name",
            message: format!("it needs a name of 1 to {MOST_NAME} characters"),
        });
    }
    new.body.check(now())?;
    Ok(NewShelf {
        id: lists::id_or_new(new.id.as_deref())?,
        kind: new.body.kind().to_owned(),
        name: name.to_owned(),
        form: shelf::FORM,
        snapshot: serde_json::to_string(&new.body).map_err(RequestError::ours)?,
        saved_at: jiff::Timestamp::now().to_string(),
    })
}

const WHAT: &str = "thing on the shelf";

/// A page of the pieces, lots and fish of the kitchen's own, newest first.
#[utoipa::path(
    params(ListQuery),
    responses(
        (status = 200, description = "A page of the shelf", body = ShelfList),
        (status = 422, description = "A page that is none", body = ErrorBody)
    )
)]
#[get("/api/shelf")]
pub async fn shelf_list(
    store: web::Data<Store>,
    query: Queried<ListQuery>,
) -> Result<web::Json<ShelfList>, Refusal> {
    let query = lists::query(query)?;
    let page = query.page()?;
    let removed = query.removed;
    let (rows, total) = with_store(store, move |c| {
        shelf::list(c, page, removed).map_err(RequestError::ours)
    })
    .await?;
    Ok(web::Json(ShelfList {
        items: rows.into_iter().map(item).collect(),
        page: page.number,
        size: page.size,
        total,
    }))
}

/// Keeps things: all or none.
#[utoipa::path(
    request_body = ShelfImport,
    responses(
        (status = 201, description = "The things as kept", body = ShelfList, links(
            ("change" = (operation_id = "shelf_change", parameters(("id" = "$response.body#/items/0/id")))),
            ("remove" = (operation_id = "shelf_remove", parameters(("id" = "$response.body#/items/0/id"))))
        )),
        (status = 400, description = "Not of the described shape", body = ErrorBody),
        (status = 422, description = "A number, name or date that does not do", body = ErrorBody)
    )
)]
#[post("/api/shelf")]
pub async fn shelf_add(store: web::Data<Store>, body: Body) -> Result<HttpResponse, Refusal> {
    let import: ShelfImport = read(body)?;
    if import.items.is_empty() || import.items.len() > MOST_IMPORTED {
        return Err(RequestError::Field {
            code: "bad_count",
            field: "items",
            message: format!("1 to {MOST_IMPORTED} things at once"),
        }
        .into());
    }
    let rows = import
        .items
        .iter()
        .map(row)
        .collect::<Result<Vec<_>, _>>()?;
    let kept = with_store(store, move |c| {
        shelf::add(c, &rows).map_err(RequestError::ours)
    })
    .await?;
    let items: Vec<ShelfItem> = kept.into_iter().map(item).collect();
    let total = items.len() as i64;
    Ok(HttpResponse::Created().json(ShelfList {
        items,
        page: 1,
        size: total,
        total,
    }))
}

/// Changes a thing; its kind stays. If-Match says which state this changes.
#[utoipa::path(
    request_body = ShelfNew,
    params(
        ("id" = String, Path, description = "Its name"),
        ("If-Match" = String, Header, description = "Its revision as it was read, in quotes")
    ),
    responses(
        (status = 200, description = "The thing as kept", body = ShelfItem),
        (status = 400, description = "Not of the described shape", body = ErrorBody),
        (status = 404, description = "No such thing of that kind", body = ErrorBody),
        (status = 412, description = "Changed by somebody else meanwhile", body = ErrorBody),
        (status = 422, description = "A number, name or date that does not do", body = ErrorBody),
        (status = 428, description = "If-Match is missing", body = ErrorBody)
    )
)]
#[put("/api/shelf/{id}")]
pub async fn shelf_change(
    store: web::Data<Store>,
    path: web::Path<String>,
    request: HttpRequest,
    body: Body,
) -> Result<HttpResponse, Refusal> {
    let id = path.into_inner();
    let new: ShelfNew = read(body)?;
    let revision = lists::revision(&request, WHAT)?;
    let row = row(&new)?;
    let wanted = id.clone();
    let changed = with_store(store, move |c| {
        let edit = ShelfEdit {
            name: row.name,
            form: row.form,
            snapshot: row.snapshot,
        };
        shelf::change(c, &wanted, &row.kind, revision, &edit).map_err(RequestError::ours)
    })
    .await?;
    match changed {
        Changed::Done(row) => Ok(HttpResponse::Ok()
            .insert_header(lists::etag(row.revision))
            .json(item(row))),
        Changed::Stale(_) => Err(RequestError::Stale { what: WHAT }.into()),
        Changed::Missing => Err(missing(WHAT, &id).into()),
    }
}

async fn put_away(
    store: web::Data<Store>,
    id: String,
    at: Option<String>,
) -> Result<HttpResponse, Refusal> {
    let wanted = id.clone();
    let there = with_store(store, move |c| {
        shelf::put_away(c, &wanted, at.as_deref()).map_err(RequestError::ours)
    })
    .await?;
    if there {
        Ok(HttpResponse::NoContent().finish())
    } else {
        Err(missing(WHAT, &id).into())
    }
}

/// Takes a thing away; it can be brought back.
#[utoipa::path(
    params(("id" = String, Path, description = "Its name")),
    responses(
        (status = 204, description = "It is gone"),
        (status = 404, description = "No such thing", body = ErrorBody)
    )
)]
#[delete("/api/shelf/{id}")]
pub async fn shelf_remove(
    store: web::Data<Store>,
    path: web::Path<String>,
) -> Result<HttpResponse, Refusal> {
    let at = jiff::Timestamp::now().to_string();
    put_away(store, path.into_inner(), Some(at)).await
}

/// Brings a thing back.
#[utoipa::path(
    params(("id" = String, Path, description = "Its name")),
    responses(
        (status = 204, description = "It is back"),
        (status = 404, description = "No such thing", body = ErrorBody)
    )
)]
#[post("/api/shelf/{id}/restore")]
pub async fn shelf_restore(
    store: web::Data<Store>,
    path: web::Path<String>,
) -> Result<HttpResponse, Refusal> {
    put_away(store, path.into_inner(), None).await
}
