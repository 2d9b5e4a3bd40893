//! The counter over HTTP: what the core answers at once, and the shelf.

use super::{Body, compute, read, with_store};
use crate::error::{ErrorBody, RequestError};
use crate::store::Store;
use crate::store::shelf::{self, NewShelf, ShelfEdit, ShelfRow};
use crate::wire::{
    FishWire, FreshnessAnswer, FreshnessRequest, NoticesAnswer, NoticesRequest, OwnFishWire,
    PortionsAnswer, PortionsRequest, ShelfImport, ShelfItem, ShelfList, ShelfNew, ShoppingAnswer,
    ShoppingRequest, WholeAnswer, WholeRequest,
};
use actix_web::{HttpResponse, delete, get, post, put, web};

const MOST_NAME: usize = 60;
const MOST_IMPORTED: usize = 200;

answers!(
    /// A whole fish from its length, its weight, or both.
    whole, "/api/whole", WholeRequest, WholeAnswer
);
answers!(
    /// How fresh it is, and how many days are left.
    freshness, "/api/freshness", FreshnessRequest, FreshnessAnswer
);
answers!(
    /// The dangers of this fish for this eater at this target.
    notices, "/api/notices", NoticesRequest, NoticesAnswer
);
answers!(
    /// A side cut into portions of one weight.
    portions, "/api/portions", PortionsRequest, PortionsAnswer
);
answers!(
    /// How much to buy.
    buying, "/api/shopping", ShoppingRequest, ShoppingAnswer
);

answers!(
    /// A fish of the kitchen's own as the counter shows it.
    own_fish, "/api/own-fish", OwnFishWire, FishWire
);

fn today() -> jiff::civil::Date {
    jiff::Timestamp::now()
        .to_zoned_datetime(jiff::tz::TimeZone::system())
        .date()
}

fn item(row: ShelfRow) -> Result<ShelfItem, RequestError> {
    let body: crate::wire::ShelfBody =
        serde_json::from_str(&row.body_json).map_err(RequestError::ours)?;
    let (lot_today, fish) = body.beside(row.id, today());
    Ok(ShelfItem {
        id: row.id,
        name: row.name,
        body,
        saved_at: row.saved_at,
        lot_today,
        fish,
    })
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
    new.body.check(today())?;
    Ok(NewShelf {
        kind: new.body.kind().to_owned(),
        name: name.to_owned(),
        body_json: serde_json::to_string(&new.body).map_err(RequestError::ours)?,
        saved_at: jiff::Timestamp::now().to_string(),
    })
}

fn missing(id: i32) -> RequestError {
    RequestError::NotFound {
        what: "thing on the shelf",
        id: id.to_string(),
    }
}

fn id(path: &str) -> Result<i32, RequestError> {
    path.parse().map_err(|_| RequestError::NotFound {
        what: "thing on the shelf",
        id: path.to_owned(),
    })
}

/// Pieces, lots and fish of the kitchen's own, newest first.
#[utoipa::path(responses((status = 200, description = "The shelf", body = ShelfList)))]
#[get("/api/shelf")]
pub async fn shelf_list(store: web::Data<Store>) -> Result<web::Json<ShelfList>, RequestError> {
    let rows = with_store(store, |c| shelf::list(c).map_err(RequestError::ours)).await?;
    let items = rows.into_iter().map(item).collect::<Result<_, _>>()?;
    Ok(web::Json(ShelfList { items }))
}

/// Keeps things: all or none.
#[utoipa::path(
    request_body = ShelfImport,
    responses(
        (status = 201, description = "The things as kept", body = ShelfList),
        (status = 400, description = "Not of the described shape", body = ErrorBody),
        (status = 422, description = "A number, name or date that does not do", body = ErrorBody)
    )
)]
#[post("/api/shelf")]
pub async fn shelf_add(store: web::Data<Store>, body: Body) -> Result<HttpResponse, RequestError> {
    let import: ShelfImport = read(body)?;
    if import.items.is_empty() || import.items.len() > MOST_IMPORTED {
        return Err(RequestError::Field {
            code: "bad_count",
            field: "items",
            message: format!("1 to {MOST_IMPORTED} things at once"),
        });
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
    let items = kept.into_iter().map(item).collect::<Result<_, _>>()?;
    Ok(HttpResponse::Created().json(ShelfList { items }))
}

/// Changes a thing; its kind stays.
#[utoipa::path(
    request_body = ShelfNew,
    params(("id" = i32, Path, description = "Its number")),
    responses(
        (status = 200, description = "The thing as kept", body = ShelfItem),
        (status = 404, description = "No such thing of that kind", body = ErrorBody),
        (status = 422, description = "A number, name or date that does not do", body = ErrorBody)
    )
)]
#[put("/api/shelf/{id}")]
pub async fn shelf_change(
    store: web::Data<Store>,
    path: web::Path<String>,
    body: Body,
) -> Result<web::Json<ShelfItem>, RequestError> {
    let id = id(&path)?;
    let new: ShelfNew = read(body)?;
    let row = row(&new)?;
    let kept = with_store(store, move |c| {
        let edit = ShelfEdit {
            name: row.name,
            body_json: row.body_json,
        };
        shelf::change(c, id, &row.kind, &edit).map_err(RequestError::ours)
    })
    .await?;
    Ok(web::Json(item(kept.ok_or_else(|| missing(id))?)?))
}

async fn put_away(
    store: web::Data<Store>,
    id: i32,
    at: Option<String>,
) -> Result<HttpResponse, RequestError> {
    let there = with_store(store, move |c| {
        shelf::put_away(c, id, at.as_deref()).map_err(RequestError::ours)
    })
    .await?;
    if there {
        Ok(HttpResponse::NoContent().finish())
    } else {
        Err(missing(id))
    }
}

/// Takes a thing away; it can be brought back.
#[utoipa::path(
    params(("id" = i32, Path, description = "Its number")),
    responses(
        (status = 204, description = "It is gone"),
        (status = 404, description = "No such thing", body = ErrorBody)
    )
)]
#[delete("/api/shelf/{id}")]
pub async fn shelf_remove(
    store: web::Data<Store>,
    path: web::Path<String>,
) -> Result<HttpResponse, RequestError> {
    put_away(store, id(&path)?, Some(jiff::Timestamp::now().to_string())).await
}

/// Brings a thing back.
#[utoipa::path(
    params(("id" = i32, Path, description = "Its number")),
    responses(
        (status = 204, description = "It is back"),
        (status = 404, description = "No such thing", body = ErrorBody)
    )
)]
#[post("/api/shelf/{id}/restore")]
pub async fn shelf_restore(
    store: web::Data<Store>,
    path: web::Path<String>,
) -> Result<HttpResponse, RequestError> {
    put_away(store, id(&path)?, None).await
}
