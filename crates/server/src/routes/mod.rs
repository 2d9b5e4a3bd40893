//! HTTP: check, ask the core or the store, answer.

/// A request that the core answers at once, over POST.
macro_rules! answers {
    ($(#[$doc:meta])* $name:ident, $path:literal, $request:ty, $answer:ty) => {
        $(#[$doc])*
        #[utoipa::path(
            request_body = $request,
            responses(
                (status = 200, description = "The answer", body = $answer),
                (status = 400, description = "Not of the described shape", body = ErrorBody),
                (status = 413, description = "Too large", body = ErrorBody),
                (status = 422, description = "A number or name that does not do", body = ErrorBody)
            )
        )]
        #[post($path)]
        pub async fn $name(body: Body) -> Result<web::Json<$answer>, RequestError> {
            let request: $request = read(body)?;
            Ok(web::Json(compute(move || request.answer()).await?))
        }
    };
}

mod assets;
mod cards;
mod counter;
mod engine;

use crate::config::MOST_BODY_KIB;
use crate::error::RequestError;
use crate::store::Store;
use actix_web::http::{StatusCode, header};
use actix_web::middleware::{Compress, DefaultHeaders};
use actix_web::{HttpResponse, get, web};
use diesel::sqlite::SqliteConnection;
use serde::de::DeserializeOwned;
use utoipa::OpenApi;

pub use cards::answered as card_answered;
pub use counter::row as shelf_row;

/// Everything the server offers, described.
#[derive(Debug, OpenApi)]
#[openapi(
    info(
        title = "Cindo",
        description = "Cooking times for the piece of fish in hand, from a simulation of heat and water. Numbers are SI with the unit in the name."
    ),
    paths(
        engine::fish,
        engine::plan,
        engine::rank,
        engine::settle,
        engine::simulate,
        engine::heat,
        engine::thaw,
        engine::cool,
        counter::whole,
        counter::freshness,
        counter::notices,
        counter::portions,
        counter::buying,
        counter::own_fish,
        counter::shelf_list,
        counter::shelf_add,
        counter::shelf_change,
        counter::shelf_remove,
        counter::shelf_restore,
        cards::list,
        cards::add,
        cards::one,
        cards::change,
        cards::remove,
        cards::restore,
        health,
        description
    ),
    components(schemas(crate::error::ErrorBody))
)]
pub struct ApiDoc;

/// Whether the server is up.
#[utoipa::path(responses((status = 200, description = "The server is up")))]
#[get("/api/health")]
async fn health() -> HttpResponse {
    HttpResponse::Ok().json(serde_json::json!({ "ok": true }))
}

/// This description.
#[utoipa::path(responses((status = 200, description = "The OpenAPI description")))]
#[get("/api/openapi.json")]
async fn description() -> HttpResponse {
    HttpResponse::Ok().json(ApiDoc::openapi())
}

/// Work that needs the store, off the event loop.
async fn with_store<T: Send + 'static>(
    store: web::Data<Store>,
    work: impl FnOnce(&mut SqliteConnection) -> Result<T, RequestError> + Send + 'static,
) -> Result<T, RequestError> {
    compute(move || {
        let mut connection = store.get().map_err(RequestError::ours)?;
        work(&mut connection)
    })
    .await
}

async fn no_such_route() -> Result<HttpResponse, RequestError> {
    Err(RequestError::NotFound {
        what: "address",
        id: "here".into(),
    })
}

/// Registers everything; production and tests share it.
pub fn configure(store: Store) -> impl FnOnce(&mut web::ServiceConfig) {
    move |config| {
        config
            .app_data(web::Data::new(store))
            .app_data(web::PayloadConfig::new(MOST_BODY_KIB * 1024))
            .service(health)
            .service(description)
            .service(engine::fish)
            .service(engine::plan)
            .service(engine::rank)
            .service(engine::settle)
            .service(engine::simulate)
            .service(engine::heat)
            .service(engine::thaw)
            .service(engine::cool)
            .service(counter::whole)
            .service(counter::freshness)
            .service(counter::notices)
            .service(counter::portions)
            .service(counter::buying)
            .service(counter::own_fish)
            .service(counter::shelf_list)
            .service(counter::shelf_add)
            .service(counter::shelf_change)
            .service(counter::shelf_remove)
            .service(counter::shelf_restore)
            .service(cards::list)
            .service(cards::add)
            .service(cards::one)
            .service(cards::change)
            .service(cards::remove)
            .service(cards::restore)
            .service(web::scope("/api").default_service(web::to(no_such_route)))
            .default_service(web::get().to(assets::page));
    }
}

/// Headers that every answer carries.
pub fn headers() -> DefaultHeaders {
    DefaultHeaders::new()
        .add((
            header::CONTENT_SECURITY_POLICY,
            "default-src 'self'; img-src 'self' data: blob:; style-src 'self' 'unsafe-inline'",
        ))
        .add((header::X_CONTENT_TYPE_OPTIONS, "nosniff"))
        .add((header::REFERRER_POLICY, "same-origin"))
}

/// Compression of answers.
pub fn compress() -> Compress {
    Compress::default()
}

/// A body as the extractor hands it over.
pub(crate) type Body = Result<web::Bytes, actix_web::Error>;

/// Reads a request out of a body.
pub(crate) fn read<T: DeserializeOwned>(body: Body) -> Result<T, RequestError> {
    let bytes = body.map_err(|error| match error.as_response_error().status_code() {
        StatusCode::PAYLOAD_TOO_LARGE => RequestError::TooLarge {
            most_kib: MOST_BODY_KIB,
        },
        _ => RequestError::Shape {
            field: String::new(),
            message: format!("the request broke off: {error}"),
        },
    })?;
    crate::wire::read(&bytes)
}

/// Computes off the event loop.
pub(crate) async fn compute<T: Send + 'static>(
    work: impl FnOnce() -> Result<T, RequestError> + Send + 'static,
) -> Result<T, RequestError> {
    web::block(work).await.map_err(RequestError::ours)?
}
