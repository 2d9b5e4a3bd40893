//! Who may ask: requests to a name of this machine, and writes that come from a page of ours.
//!
//! A browser sends the name it was told in `Host`, so a name that somebody points here from outside
//! is not one of ours (DNS rebinding). A write from a page of another origin carries its `Origin` or
//! `Sec-Fetch-Site`, and one that a plain form can make is no JSON. Programs that are no browser send
//! neither and are let in: what protects from them is listening on this machine alone.

use crate::refusal::Refusal;
use actix_web::body::{EitherBody, MessageBody};
use actix_web::dev::{ServiceRequest, ServiceResponse};
use actix_web::http::header::{self, HeaderMap, HeaderName};
use actix_web::http::{Method, StatusCode};
use actix_web::middleware::Next;
use actix_web::{ResponseError, web};
use std::net::IpAddr;

/// Names under which this server is asked.
#[derive(Debug, Clone, Default)]
pub struct Guard {
    names: Vec<String>,
    /// It listens at every address of this machine, which its router may change.
    any: bool,
}

/// Names that always mean this machine.
const LOOPBACK: [&str; 3] = ["localhost", "127.0.0.1", "[::1]"];

/// The name of an authority, without its port, in small letters.
fn name_of(authority: &str) -> String {
    let end = match authority.rfind(':') {
        // Not a colon inside the brackets of an IPv6 address.
        Some(colon) if !authority[colon..].contains(']') => colon,
        _ => authority.len(),
    };
    authority[..end].to_ascii_lowercase()
}

/// What the machine calls itself.
fn own_names() -> Vec<String> {
    let uname = rustix::system::uname();
    let name = uname.nodename().to_string_lossy().to_ascii_lowercase();
    if name.is_empty() {
        return vec![];
    }
    vec![format!("{name}.local"), name]
}

impl Guard {
    /// Lets in what is asked by a name of this machine, by the address it listens on, and by the
    /// names that its owner gives. Where it listens at every address, any address in figures does (a name that somebody points
    /// here from outside is none), and so does what the machine calls itself, alone or in the local network.
    pub fn new(listen: &str, names: &[String]) -> Self {
        let listens = name_of(listen);
        let any = ["0.0.0.0", "[::]", ""].contains(&listens.as_str());
        let given = names.iter().map(|name| name_of(name));
        let own = any.then(|| own_names().into_iter()).into_iter().flatten();
        Self {
            names: given.chain((!any).then_some(listens)).chain(own).collect(),
            any,
        }
    }

    fn knows(&self, authority: &str) -> bool {
        let name = name_of(authority);
        let figures = name.trim_matches(['[', ']']).parse::<IpAddr>();
        LOOPBACK.contains(&name.as_str())
            || self.names.contains(&name)
            || (self.any && figures.is_ok_and(|ip| !ip.is_unspecified()))
    }

    /// Whether an address can be reached from other machines.
    pub fn listens_beyond(listen: &str) -> bool {
        !LOOPBACK.contains(&name_of(listen).as_str())
    }

    /// Checks a request.
    ///
    /// # Errors
    /// [`Refusal::Stranger`] with the status that fits.
    fn check(&self, method: &Method, headers: &HeaderMap) -> Result<(), Refusal> {
        let refuse = |status, message: &'static str| Err(Refusal::Stranger { status, message });
        let text = |name: HeaderName| headers.get(name).map(|v| v.to_str().unwrap_or("?"));
        let Some(host) = text(header::HOST).filter(|host| self.knows(host)) else {
            return refuse(
                StatusCode::MISDIRECTED_REQUEST,
                "Cindo does not know itself by this name; its owner can name it with --host",
            );
        };
        if [Method::GET, Method::HEAD, Method::OPTIONS].contains(method) {
            return Ok(());
        }
        let from_here = match (
            text(header::ORIGIN),
            text(HeaderName::from_static("sec-fetch-site")),
        ) {
            (Some(origin), _) => {
                let authority = origin.split_once("://").map(|(_, authority)| authority);
                authority.is_some_and(|authority| authority.eq_ignore_ascii_case(host))
            }
            (None, Some(site)) => ["same-origin", "none"].contains(&site),
            (None, None) => true,
        };
        if !from_here {
            return refuse(
                StatusCode::FORBIDDEN,
                "only Cindo's own pages may write here",
            );
        }
        // The page never packs what it sends; a small packed body can be a very large one.
        if text(header::CONTENT_ENCODING).is_some_and(|how| !how.eq_ignore_ascii_case("identity")) {
            return refuse(
                StatusCode::UNSUPPORTED_MEDIA_TYPE,
                "what is sent here is not packed: no Content-Encoding",
            );
        }
        let empty = text(header::CONTENT_LENGTH).is_none_or(|length| length.trim() == "0")
            && text(header::TRANSFER_ENCODING).is_none();
        let json = text(header::CONTENT_TYPE).is_some_and(|kind| {
            let kind = kind.split(';').next().unwrap_or_default().trim();
            kind.eq_ignore_ascii_case("application/json")
        });
        if !empty && !json {
            return refuse(
                StatusCode::UNSUPPORTED_MEDIA_TYPE,
                "what is sent here is JSON: Content-Type: application/json",
            );
        }
        Ok(())
    }
}

/// The check round every request.
///
/// # Errors
/// Whatever the service answers; a stranger is answered, not failed.
pub async fn only_from_here<B: MessageBody>(
    request: ServiceRequest,
    next: Next<B>,
) -> Result<ServiceResponse<EitherBody<B>>, actix_web::Error> {
    let guard = request.app_data::<web::Data<Guard>>();
    let checked = guard.map_or_else(
        || Guard::default().check(request.method(), request.headers()),
        |guard| guard.check(request.method(), request.headers()),
    );
    match checked {
        Ok(()) => Ok(next.call(request).await?.map_into_left_body()),
        Err(stranger) => Ok(request
            .into_response(stranger.error_response())
            .map_into_right_body()),
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use actix_web::http::header::HeaderValue;

    fn ask(guard: &Guard, method: Method, said: &[(&'static str, &str)]) -> Option<u16> {
        let mut headers = HeaderMap::new();
        for (name, value) in said {
            let value = HeaderValue::from_str(value).unwrap();
            headers.insert(HeaderName::from_static(name), value);
        }
        match guard.check(&method, &headers) {
            Ok(()) => None,
            Err(stranger) => Some(stranger.status_code().as_u16()),
        }
    }

    #[test]
    fn only_names_of_this_machine_and_of_its_owner() {
        let guard = Guard::new("0.0.0.0:4310", &["Pass.Example".into()]);
        let get = |host: &str| ask(&guard, Method::GET, &[("host", host)]);
        for known in [
            "localhost:4310",
            "127.0.0.1",
            "[::1]:80",
            "pass.example:4310",
            "LOCALHOST",
        ] {
            assert_eq!(get(known), None, "{known}");
        }
        let strange = [
            "evil.example",
            "127.0.0.1.evil.example",
            "localhost.evil",
            "0.0.0.0",
            "",
            "[::2",
            "192.168.7.7.evil.example:4310",
            "0x7f.1",
        ];
        for host in strange {
            assert_eq!(get(host), Some(421), "{host}");
        }
        // At every address, by any address in figures, and by what the machine calls itself.
        assert_eq!(
            (get("192.168.7.7:4310"), get("[fd00::7]:4310")),
            (None, None)
        );
        for own in own_names() {
            assert_eq!(get(&own), None, "{own}");
        }
        assert_eq!(ask(&guard, Method::GET, &[]), Some(421));
        let bound = Guard::new("192.168.7.7:4310", &[]);
        assert_eq!(
            ask(&bound, Method::GET, &[("host", "192.168.7.7:4310")]),
            None
        );
        assert_eq!(
            ask(&bound, Method::GET, &[("host", "192.168.7.8:4310")]),
            Some(421)
        );
        assert!(Guard::listens_beyond("0.0.0.0:1") && Guard::listens_beyond("192.168.7.7:1"));
        assert!(!Guard::listens_beyond("127.0.0.1:1") && !Guard::listens_beyond("[::1]:1"));
    }

    #[test]
    fn writes_come_from_a_page_of_ours_and_are_json() {
        let guard = Guard::default();
        let post = |said: &[(&'static str, &str)]| {
            let mut all = vec![("host", "localhost:4310"), ("content-length", "9")];
            all.extend_from_slice(said);
            ask(&guard, Method::POST, &all)
        };
        let json = ("content-type", "application/json; charset=utf-8");
        assert_eq!(post(&[json]), None, "a program");
        assert_eq!(post(&[json, ("origin", "http://localhost:4310")]), None);
        assert_eq!(post(&[json, ("sec-fetch-site", "same-origin")]), None);
        for origin in [
            "http://evil.example",
            "http://localhost:9",
            "null",
            "localhost:4310",
        ] {
            assert_eq!(post(&[json, ("origin", origin)]), Some(403), "{origin}");
        }
        assert_eq!(post(&[json, ("sec-fetch-site", "cross-site")]), Some(403));
        assert_eq!(post(&[("content-type", "text/plain")]), Some(415));
        assert_eq!(post(&[]), Some(415));
        let chunked = [("host", "localhost"), ("transfer-encoding", "chunked")];
        assert_eq!(ask(&guard, Method::PUT, &chunked), Some(415));
        // Nothing sent, nothing to be of a kind; and who asks only may come from anywhere.
        assert_eq!(ask(&guard, Method::DELETE, &[("host", "localhost")]), None);
        let elsewhere = [("host", "localhost"), ("origin", "http://evil.example")];
        assert_eq!(ask(&guard, Method::GET, &elsewhere), None);
        assert_eq!(ask(&guard, Method::DELETE, &elsewhere), Some(403));
    }
}
