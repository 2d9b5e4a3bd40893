//! What every request passes: nobody who is not signed in is answered by the API, and what is the owner's only to the owner.

use super::{Door, Role, Who};
use crate::refusal::Refusal;
use actix_web::body::{EitherBody, MessageBody};
use actix_web::dev::{ServiceRequest, ServiceResponse};
use actix_web::http::Method;
use actix_web::middleware::Next;
use actix_web::{HttpMessage, ResponseError, web};

/// Its cookie.
pub const COOKIE: &str = "cindo";

/// What is asked before anybody is signed in.
const OPEN: [&str; 2] = ["/api/session", "/api/health"];
/// What is the owner's: everything below.
const OWNERS: &str = "/api/owner/";
/// And what is so by its method.
const OWNERS_TOO: [(Method, &str); 1] = [(Method::PUT, "/api/kitchen")];

/// Whether something asked is the owner's alone.
fn owners(method: &Method, path: &str) -> bool {
    path.starts_with(OWNERS)
        || OWNERS_TOO
            .iter()
            .any(|(of, at)| of == method && *at == path)
}

/// The check round every request: the path is the one that the routes go by, whatever way it was written.
///
/// # Errors
/// Whatever the service answers; a stranger is answered, not failed.
pub async fn only_signed_in<B: MessageBody>(
    request: ServiceRequest,
    next: Next<B>,
) -> Result<ServiceResponse<EitherBody<B>>, actix_web::Error> {
    let path = request.match_info().as_str().to_owned();
    let Some(door) = request.app_data::<web::Data<Door>>().cloned() else {
        return Ok(refused(request, &closed()));
    };
    if !path.starts_with("/api") {
        // The page: nothing in it is the kitchen's.
        return Ok(next.call(request).await?.map_into_left_body());
    }
    let token = request.cookie(COOKIE);
    let who = door.who(token.as_ref().map(|cookie| cookie.value())).await;
    let refusal = match &who {
        None if !OPEN.contains(&path.as_str()) => Some(closed()),
        Some(Who {
            role: Role::Cook, ..
        }) if owners(request.method(), &path) => Some(Refusal::OwnerOnly),
        _ => None,
    };
    if let Some(refusal) = refusal {
        return Ok(refused(request, &refusal));
    }
    if let Some(who) = who {
        request.extensions_mut().insert(who);
    }
    Ok(next.call(request).await?.map_into_left_body())
}

fn closed() -> Refusal {
    Refusal::SignedOut {
        code: "signed_out",
        field: "",
        message: "sign in with the passcode of this kitchen",
    }
}

fn refused<B>(request: ServiceRequest, refusal: &Refusal) -> ServiceResponse<EitherBody<B>> {
    request
        .into_response(refusal.error_response())
        .map_into_right_body()
}
