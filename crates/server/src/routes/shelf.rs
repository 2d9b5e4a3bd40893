//! The shelf over HTTP: pieces, lots and fish of the kitchen's own.

use super::lists::{self, ListQuery, Put, Queried};
use super::{Body, read};
use crate::error::{ErrorBody, RequestError, missing};
use crate::kept::shelf::{WHAT, edit, item, row};
use crate::refusal::Refusal;
use crate::store::kept::{self, List, Wanted};
use crate::store::{Store, with};
use crate::wire::{ShelfImport, ShelfItem, ShelfList, ShelfNew};
use actix_web::{HttpRequest, HttpResponse, delete, get, post, put, web};

const MOST_IMPORTED: usize = 200;

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
    let wanted = Wanted {
        removed: query.removed,
        ..Wanted::default()
    };
    let (rows, total) = with(&store, move |c| {
        kept::page(c, List::Shelf, page, &wanted).map_err(RequestError::ours)
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
    let kept = with(&store, move |c| {
        kept::atomic(c, |c| Ok(kept::add_each(c, &rows)?.0))
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
    let new: ShelfNew = read(body)?;
    let revision = lists::revision(&request, WHAT)?;
    let row = row(&new)?;
    // A piece stays a piece.
    let there = lists::one(&store, List::Shelf, WHAT, &path).await?;
    if there.kind != row.kind {
        return Err(missing(WHAT, &path).into());
    }
    let row = lists::change(&store, List::Shelf, WHAT, &path, revision, edit(row)).await?;
    Ok(HttpResponse::Ok()
        .insert_header(lists::etag(row.revision))
        .json(item(row)))
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
    lists::put(&store, List::Shelf, WHAT, &path, Put::Away).await?;
    Ok(HttpResponse::NoContent().finish())
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
    lists::put(&store, List::Shelf, WHAT, &path, Put::Back).await?;
    Ok(HttpResponse::NoContent().finish())
}
