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
                (status = 422, description = "A number or name that does not do", body = ErrorBody),
                (status = 503, description = "Too much is asked at once: come again (Retry-After)", body = ErrorBody)
            )
        )]
        #[post($path)]
        pub async fn $name(
            live: web::Data<$crate::live::Live>,
            body: Body,
        ) -> Result<actix_web::HttpResponse, $crate::refusal::Refusal> {
            $crate::routes::answered(live, $path, body, |request: $request| request.answer()).await
        }
    };
}

mod assets;
mod board;
mod cards;
mod cooks;
mod copies;
mod counter;
mod engine;
mod files;
mod kitchen;
mod lists;
mod log;
mod scales;
mod server;
mod session;
mod shelf;

use crate::config::MOST_BODY_KIB;
use crate::door::{Door, only_signed_in};
use crate::error::RequestError;
use crate::guard::{Guard, only_from_here};
use crate::live::Live;
use crate::refusal::Refusal;
use crate::store::Store;
use actix_web::body::MessageBody;
use actix_web::dev::{Payload, ServiceFactory, ServiceRequest, ServiceResponse};
use actix_web::http::{StatusCode, header};
use actix_web::middleware::{Compress, DefaultHeaders, from_fn};
use actix_web::{App, FromRequest, HttpRequest, HttpResponse, web};
use serde::de::DeserializeOwned;
use std::future::Future;
use std::pin::Pin;
use std::time::Duration;
use utoipa::OpenApi;

/// The endpoints, once: described and registered from the same list.
macro_rules! endpoints {
    ($($room:ident::$name:ident),* $(,)?) => {
        /// Everything the server offers, described.
        #[derive(Debug, OpenApi)]
        #[openapi(
            info(
                title = "Cindo",
                description = "Cooking times for the piece of fish in hand, from a simulation of heat and water. Numbers are SI with the unit in the name. Where a passcode is set, every address but /api/session and /api/health answers 401 (signed_out) to who is not signed in, and what is the owner's 403 (owner_only) to a cook."
            ),
            paths($($room::$name),*),
            components(schemas(crate::error::ErrorBody))
        )]
        pub struct ApiDoc;

        fn register(config: &mut web::ServiceConfig) {
            config$(.service($room::$name))*;
        }
    };
}

endpoints!(
    engine::fish,
    engine::knows,
    engine::prep_rows,
    engine::prep,
    engine::service,
    engine::plan,
    engine::cut_open,
    engine::rank,
    engine::settle,
    engine::schools,
    engine::together,
    engine::simulate,
    engine::cook,
    engine::heat,
    engine::thaw,
    engine::cool,
    engine::leftover,
    counter::whole,
    counter::freshness,
    counter::notices,
    counter::portions,
    counter::buying,
    counter::own_fish,
    shelf::shelf_list,
    shelf::shelf_add,
    shelf::shelf_change,
    shelf::shelf_remove,
    shelf::shelf_restore,
    kitchen::kit,
    kitchen::kitchen_get,
    kitchen::kitchen_put,
    board::board_get,
    board::board_put,
    board::board_table,
    board::board_calendar,
    board::board_end,
    board::service_list,
    board::service_table,
    files::export,
    copies::book,
    copies::restore,
    files::sheet,
    files::import,
    cards::list,
    cards::add,
    cards::one,
    cards::change,
    cards::remove,
    cards::restore,
    cooks::cook_list,
    cooks::cook_gone,
    cooks::cook_begin,
    cooks::cook_one,
    cooks::cook_events,
    cooks::cook_remove,
    cooks::cook_restore,
    cooks::probes,
    cooks::cook_probe,
    cooks::cook_trace,
    cooks::clock,
    cooks::watch,
    scales::scale_list,
    scales::scale_read,
    session::session_get,
    session::session_begin,
    session::session_end,
    session::device_list,
    session::device_out,
    session::passcode_set,
    server::health,
    server::description,
);

/// An address of the API that is none, or that takes other methods.
async fn no_such_route(request: HttpRequest) -> Result<HttpResponse, Refusal> {
    let allowed = server::methods_of(request.path());
    Err(if allowed.is_empty() {
        RequestError::NotFound {
            what: "address",
            id: "here".into(),
        }
        .into()
    } else {
        Refusal::Method { allowed }
    })
}

/// The whole application: the server and the tests run this one.
pub fn app(
    store: Store,
    guard: Guard,
    live: Live,
    door: Door,
) -> App<
    impl ServiceFactory<
        ServiceRequest,
        Config = (),
        Response = ServiceResponse<impl MessageBody>,
        Error = actix_web::Error,
        InitError = (),
    >,
> {
    App::new()
        .app_data(web::Data::new(store))
        .app_data(web::Data::new(guard))
        .app_data(web::Data::new(live))
        .app_data(web::Data::new(door))
        .app_data(web::PayloadConfig::new(MOST_BODY_KIB * 1024))
        .wrap(from_fn(only_signed_in))
        .wrap(from_fn(only_from_here))
        .wrap(headers())
        .wrap(Compress::default())
        .wrap(from_fn(log::logged))
        .configure(register)
        .service(web::scope("/api").default_service(web::to(no_such_route)))
        .default_service(web::to(assets::page))
}

/// Headers that every answer carries.
fn headers() -> DefaultHeaders {
    DefaultHeaders::new()
        // What a kitchen writes down stays on no device that was signed out; files of the page say otherwise.
        .add((header::CACHE_CONTROL, "no-store"))
        .add((
            header::CONTENT_SECURITY_POLICY,
            "default-src 'self'; img-src 'self' data: blob:; style-src 'self' 'unsafe-inline'; \
             frame-ancestors 'none'; base-uri 'none'; form-action 'self'",
        ))
        .add((header::X_CONTENT_TYPE_OPTIONS, "nosniff"))
        .add((header::REFERRER_POLICY, "same-origin"))
        .add((header::CROSS_ORIGIN_OPENER_POLICY, "same-origin"))
        .add((
            header::PERMISSIONS_POLICY,
            "camera=(), geolocation=(), microphone=(), payment=(), usb=()",
        ))
}

/// A body, once all of it is there: it has a time to arrive.
pub(crate) struct Body(Result<web::Bytes, Refusal>);

/// So long a body may take to arrive.
const ARRIVES: Duration = Duration::from_secs(15);

impl FromRequest for Body {
    type Error = actix_web::Error;
    type Future = Pin<Box<dyn Future<Output = Result<Self, Self::Error>>>>;

    fn from_request(request: &HttpRequest, payload: &mut Payload) -> Self::Future {
        let arrives = web::Bytes::from_request(request, payload);
        Box::pin(async move {
            Ok(Self(match tokio::time::timeout(ARRIVES, arrives).await {
                Ok(Ok(bytes)) => Ok(bytes),
                Ok(Err(error)) => Err(broken(&error)),
                Err(_) => Err(Refusal::Slow),
            }))
        })
    }
}

fn broken(error: &actix_web::Error) -> Refusal {
    match error.as_response_error().status_code() {
        StatusCode::PAYLOAD_TOO_LARGE => Refusal::TooLarge {
            most_kib: MOST_BODY_KIB,
        },
        _ => RequestError::Shape {
            field: String::new(),
            message: format!("the request broke off: {error}"),
        }
        .into(),
    }
}

/// Reads a request out of a body.
pub(crate) fn read<T: DeserializeOwned>(body: Body) -> Result<T, Refusal> {
    Ok(crate::wire::read(&bytes(body)?)?)
}

/// A body as it came.
fn bytes(body: Body) -> Result<web::Bytes, Refusal> {
    body.0
}

/// Answers a question, or as it was answered before.
async fn answered<Q, A>(
    live: web::Data<Live>,
    path: &'static str,
    body: Body,
    answer: impl FnOnce(Q) -> Result<A, RequestError> + Send + 'static,
) -> Result<HttpResponse, Refusal>
where
    Q: DeserializeOwned + Send + 'static,
    A: serde::Serialize + 'static,
{
    let asked = bytes(body)?;
    let text = match live.answers().known(path, &asked) {
        Some(text) => text,
        None => {
            let question: Q = crate::wire::read(&asked)?;
            let told = gated(&live, path, move || {
                let told = answer(question)?;
                serde_json::to_vec(&told).map_err(RequestError::ours)
            });
            let text = web::Bytes::from(told.await?);
            live.answers().remember(path, asked, &text);
            text
        }
    };
    Ok(HttpResponse::Ok()
        .content_type(header::ContentType::json())
        .body(text))
}

/// Computes what is asked at an address when it is its turn.
async fn gated<T: Send + 'static>(
    live: &Live,
    path: &str,
    work: impl FnOnce() -> Result<T, RequestError> + Send + 'static,
) -> Result<T, Refusal> {
    let leave = live.gate().leave(path).await.ok_or(Refusal::Busy)?;
    let done = crate::work::compute(move || {
        // Held until it is computed, whether the asker is still there or not.
        let _leave = leave;
        work()
    });
    Ok(done.await?)
}
