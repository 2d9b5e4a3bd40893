//! What the server says of itself.

use super::ApiDoc;
use super::session::who;
use crate::live::stepped_ms;
use crate::refusal::Refusal;
use crate::store::Store;
use actix_web::http::header::ContentType;
use actix_web::{HttpRequest, HttpResponse, get, web};
use std::sync::OnceLock;
use utoipa::OpenApi;
use utoipa::openapi::PathItem;

/// How the server is.
#[derive(Debug, Clone, serde::Serialize, utoipa::ToSchema)]
pub struct Health {
    /// It answers, and what is said to it is kept.
    pub ok: bool,
    /// Why nothing can be kept just now, with the file of the store; only said to who is signed in.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub store: Option<String>,
    /// By how much the clock of the machine was set since the server started, s. The clock of the cooks went on unmoved.
    pub clock_set_s: f64,
}

/// Whether the server is up, and its store.
#[utoipa::path(responses((status = 200, description = "The server is up", body = Health)))]
#[get("/api/health")]
pub async fn health(
    store: web::Data<Store>,
    request: HttpRequest,
) -> Result<web::Json<Health>, Refusal> {
    let known = who(&request).is_some();
    let wrong = crate::work::compute(move || Ok(store.wrong())).await?;
    Ok(web::Json(Health {
        ok: wrong.is_none(),
        store: wrong.filter(|_| known).map(|wrong| wrong.to_string()),
        clock_set_s: stepped_ms() as f64 / 1000.0,
    }))
}

fn described() -> &'static utoipa::openapi::OpenApi {
    static ALL: OnceLock<utoipa::openapi::OpenApi> = OnceLock::new();
    ALL.get_or_init(ApiDoc::openapi)
}

/// This description.
#[utoipa::path(responses((status = 200, description = "The OpenAPI description")))]
#[get("/api/openapi.json")]
pub async fn description() -> HttpResponse {
    static TEXT: OnceLock<String> = OnceLock::new();
    let text = TEXT.get_or_init(|| serde_json::to_string(described()).unwrap_or_default());
    HttpResponse::Ok()
        .insert_header(ContentType::json())
        .body(text.as_str())
}

fn methods(item: &PathItem) -> Vec<String> {
    [
        ("GET", item.get.is_some()),
        ("POST", item.post.is_some()),
        ("PUT", item.put.is_some()),
        ("PATCH", item.patch.is_some()),
        ("DELETE", item.delete.is_some()),
    ]
    .into_iter()
    .filter(|(_, there)| *there)
    .map(|(name, _)| name.to_owned())
    .collect()
}

/// Methods that an address takes; none when it is no address.
pub fn methods_of(path: &str) -> Vec<String> {
    let fits = |template: &str| {
        let (mut here, mut there) = (path.split('/'), template.split('/'));
        loop {
            match (here.next(), there.next()) {
                (None, None) => return true,
                (Some(part), Some(slot)) if slot.starts_with('{') && !part.is_empty() => {}
                (Some(part), Some(slot)) if part == slot => {}
                _ => return false,
            }
        }
    };
    let paths = described().paths.paths.iter();
    let found = paths.filter(|(template, _)| fits(template));
    found.flat_map(|(_, item)| methods(item)).collect()
}
