//! Signing in and out, and what the owner sees of it.

use super::{Body, assets, read};
use crate::door::{COOKIE, Door, NewPasscode, Role, Who};
use crate::error::{ErrorBody, RequestError};
use crate::kept::cooks::stamp;
use crate::refusal::Refusal;
use crate::wire::{DeviceList, DeviceTold, PasscodeSet, RoleWire, SessionTold, SignIn};
use actix_web::cookie::time::Duration;
use actix_web::cookie::{Cookie, SameSite};
use actix_web::{HttpMessage, HttpRequest, HttpResponse, delete, get, post, put, web};
use std::net::{IpAddr, Ipv4Addr};

/// As long as a browser keeps any cookie; each visit begins it anew.
const KEEPS_DAYS: i64 = 400;

fn told(role: Role) -> RoleWire {
    match role {
        Role::Cook => RoleWire::Cook,
        Role::Owner => RoleWire::Owner,
    }
}

fn cookie(door: &Door, token: String) -> Cookie<'static> {
    let days = if token.is_empty() { 0 } else { KEEPS_DAYS };
    Cookie::build(COOKIE, token)
        .path("/")
        .http_only(true)
        .same_site(SameSite::Strict)
        .secure(door.outside().secure)
        .max_age(Duration::days(days))
        .finish()
}

/// Where a request comes from; a proxy before this server is one device.
fn from(request: &HttpRequest) -> IpAddr {
    let peer = request.peer_addr().map(|address| address.ip());
    peer.unwrap_or(Ipv4Addr::UNSPECIFIED.into())
}

/// Who asks, where they are in.
pub(super) fn who(request: &HttpRequest) -> Option<Who> {
    request.extensions().get::<Who>().cloned()
}

fn answer(door: &Door, role: Option<Role>, session: Option<&str>) -> SessionTold {
    let devices = door.devices();
    let device = devices
        .into_iter()
        .find(|one| Some(one.id.as_str()) == session);
    SessionTold {
        asks: door.asks(),
        role: role.map(told),
        device: device.map(|one| one.device),
        cooks: role.is_some() && door.has(Role::Cook),
        beyond: role.is_some() && door.outside().beyond,
        page: assets::build(),
    }
}

/// How the asker stands: in as whom, or yet to sign in. Asked without being signed in.
#[utoipa::path(
    operation_id = "session",
    responses((status = 200, description = "How the asker stands", body = SessionTold))
)]
#[get("/api/session")]
pub async fn session_get(door: web::Data<Door>, request: HttpRequest) -> HttpResponse {
    let who = who(&request);
    let session = who.as_ref().and_then(|who| who.session.as_deref());
    let mut response = HttpResponse::Ok();
    if let (Some(_), Some(held)) = (session, request.cookie(COOKIE)) {
        response.cookie(cookie(&door, held.value().to_owned()));
    }
    response.json(answer(&door, who.as_ref().map(|who| who.role), session))
}

/// Signs a device in: the answer sets its cookie. Wrong ones make the device wait, ever longer.
#[utoipa::path(
    operation_id = "sign_in",
    request_body = SignIn,
    responses(
        (status = 200, description = "Signed in", body = SessionTold),
        (status = 400, description = "Not of the described shape", body = ErrorBody),
        (status = 401, description = "Not the passcode", body = ErrorBody),
        (status = 422, description = "A name that does not do", body = ErrorBody),
        (status = 429, description = "Too many wrong ones: wait (Retry-After)", body = ErrorBody),
        (status = 503, description = "Too many sign in at once: come again (Retry-After)", body = ErrorBody)
    )
)]
#[post("/api/session")]
pub async fn session_begin(
    door: web::Data<Door>,
    request: HttpRequest,
    body: Body,
) -> Result<HttpResponse, Refusal> {
    let SignIn { passcode, device } = read(body)?;
    let (token, session) = door.sign_in(from(&request), passcode, &device).await?;
    // One that was in before is not in twice.
    if let Some(before) = who(&request).and_then(|who| who.session) {
        match door.sign_out(&before).await {
            Ok(()) | Err(RequestError::NotFound { .. }) => {}
            Err(cause) => return Err(cause.into()),
        }
    }
    Ok(HttpResponse::Ok().cookie(cookie(&door, token)).json(answer(
        &door,
        Some(session.role),
        Some(&session.id),
    )))
}

/// Signs the asker's device out.
#[utoipa::path(
    operation_id = "sign_out",
    responses((status = 204, description = "Signed out, or not in at all"))
)]
#[delete("/api/session")]
pub async fn session_end(
    door: web::Data<Door>,
    request: HttpRequest,
) -> Result<HttpResponse, Refusal> {
    if let Some(id) = who(&request).and_then(|who| who.session) {
        door.sign_out(&id).await?;
    }
    Ok(HttpResponse::NoContent()
        .cookie(cookie(&door, String::new()))
        .finish())
}

/// The devices that are signed in. The owner's.
#[utoipa::path(
    operation_id = "devices",
    responses(
        (status = 200, description = "The one last seen first", body = DeviceList),
        (status = 403, description = "Not the owner", body = ErrorBody)
    )
)]
#[get("/api/owner/devices")]
pub async fn device_list(door: web::Data<Door>, request: HttpRequest) -> web::Json<DeviceList> {
    let own = who(&request).and_then(|who| who.session);
    let devices = door.devices().into_iter().map(|one| DeviceTold {
        own: own.as_deref() == Some(one.id.as_str()),
        role: told(one.role),
        begun_at: stamp(one.begun_ms),
        seen_at: stamp(one.seen_ms),
        id: one.id,
        device: one.device,
    });
    web::Json(DeviceList {
        devices: devices.collect(),
    })
}

/// Signs a device out, at once: what it watches ends, what it asks is refused. The owner's.
#[utoipa::path(
    operation_id = "device_out",
    params(("id" = String, Path, description = "Its id")),
    responses(
        (status = 204, description = "Signed out"),
        (status = 403, description = "Not the owner", body = ErrorBody),
        (status = 404, description = "There is no such device", body = ErrorBody)
    )
)]
#[delete("/api/owner/devices/{id}")]
pub async fn device_out(
    door: web::Data<Door>,
    id: web::Path<String>,
) -> Result<HttpResponse, Refusal> {
    door.sign_out(&id).await?;
    Ok(HttpResponse::NoContent().finish())
}

/// Sets a passcode, or takes that of the cooks away. Whoever signed in by the last one is out. The owner's; while there is no
/// passcode at all, whoever is at this machine.
#[utoipa::path(
    operation_id = "passcode_set",
    request_body = PasscodeSet,
    responses(
        (status = 200, description = "Set; the asker stays in", body = SessionTold),
        (status = 400, description = "Not of the described shape", body = ErrorBody),
        (status = 403, description = "Not the owner", body = ErrorBody),
        (status = 422, description = "One that does not do, or the owner's is not known", body = ErrorBody),
        (status = 429, description = "Too many wrong ones: wait (Retry-After)", body = ErrorBody),
        (status = 503, description = "Too many sign in at once: come again (Retry-After)", body = ErrorBody)
    )
)]
#[put("/api/owner/passcode")]
pub async fn passcode_set(
    door: web::Data<Door>,
    request: HttpRequest,
    body: Body,
) -> Result<HttpResponse, Refusal> {
    let PasscodeSet {
        role,
        passcode,
        now,
        device,
    } = read(body)?;
    let who = who(&request).ok_or_else(|| RequestError::ours("asked without being let in"))?;
    let role = match role {
        RoleWire::Cook => Role::Cook,
        RoleWire::Owner => Role::Owner,
    };
    let new = NewPasscode {
        role,
        passcode,
        now,
        device,
    };
    let token = door.set(from(&request), &who, new).await?;
    let mut response = HttpResponse::Ok();
    let session = match &token {
        Some(token) => {
            response.cookie(cookie(&door, token.clone()));
            door.who(Some(token)).await.and_then(|who| who.session)
        }
        None => who.session,
    };
    Ok(response.json(answer(&door, Some(Role::Owner), session.as_deref())))
}
