//! Errors on their one way to HTTP: the status of each, and what only HTTP knows.

use crate::error::{ErrorBody, RequestError};
use actix_web::http::{StatusCode, header};
use actix_web::{HttpResponse, ResponseError};
use thiserror::Error;

/// When to come again, s.
const RETRY_AFTER_S: u32 = 1;

/// Why a request over HTTP was not answered.
#[derive(Debug, Error)]
pub enum Refusal {
    /// What was asked.
    #[error(transparent)]
    Request(#[from] RequestError),
    /// The body is too large.
    #[error("the request is larger than {most_kib} KiB")]
    TooLarge {
        /// What is allowed.
        most_kib: usize,
    },
    /// A change that does not say which state it is a change of.
    #[error("say with If-Match which state of the {what} this changes (its ETag)")]
    PreconditionRequired {
        /// Of what kind.
        what: &'static str,
    },
    /// The body did not arrive in time.
    #[error("the request took too long to arrive")]
    Slow,
    /// As much is being computed as there is room for.
    #[error("too much is asked at once: ask again in a moment")]
    Busy,
    /// Nobody is signed in there, or not with this passcode.
    #[error("{message}")]
    SignedOut {
        /// Stable name.
        code: &'static str,
        /// The field it is about.
        field: &'static str,
        /// What to do, in a sentence.
        message: &'static str,
    },
    /// Signed in, but not as the owner.
    #[error("only the owner may do this: sign in with the owner's passcode")]
    OwnerOnly,
    /// Too many wrong passcodes.
    #[error("too many wrong passcodes: try again in {wait_s} s")]
    SlowDown {
        /// So long, s.
        wait_s: u32,
    },
    /// The address takes other methods.
    #[error("this address takes {}", allowed.join(", "))]
    Method {
        /// Which.
        allowed: Vec<String>,
    },
    /// A request that a page of ours would not make.
    #[error("{message}")]
    Stranger {
        /// Status that fits.
        status: StatusCode,
        /// What to do, in a sentence.
        message: &'static str,
    },
}

impl Refusal {
    fn code(&self) -> &'static str {
        match self {
            Self::Request(_) => "", // has its own
            Self::TooLarge { .. } => "too_large",
            Self::PreconditionRequired { .. } => "no_revision",
            Self::Slow => "too_slow",
            Self::Busy => "busy",
            Self::SignedOut { code, .. } => code,
            Self::OwnerOnly => "owner_only",
            Self::SlowDown { .. } => "slow_down",
            Self::Method { .. } => "method_not_allowed",
            Self::Stranger { .. } => "not_from_here",
        }
    }
}

impl ResponseError for Refusal {
    fn status_code(&self) -> StatusCode {
        match self {
            Self::Request(asked) => match asked {
                RequestError::Input(_) | RequestError::Field { .. } => {
                    StatusCode::UNPROCESSABLE_ENTITY
                }
                RequestError::Shape { .. } => StatusCode::BAD_REQUEST,
                RequestError::NotFound { .. } => StatusCode::NOT_FOUND,
                RequestError::Stale { .. } => StatusCode::PRECONDITION_FAILED,
                RequestError::Taken { .. } | RequestError::Forbidden { .. } => StatusCode::CONFLICT,
                // Not 503: that is the gate's word to come again by itself.
                RequestError::NotKept { .. } => StatusCode::INSUFFICIENT_STORAGE,
                RequestError::Ours(_) => StatusCode::INTERNAL_SERVER_ERROR,
            },
            Self::TooLarge { .. } => StatusCode::PAYLOAD_TOO_LARGE,
            Self::PreconditionRequired { .. } => StatusCode::PRECONDITION_REQUIRED,
            Self::Slow => StatusCode::REQUEST_TIMEOUT,
            Self::Busy => StatusCode::SERVICE_UNAVAILABLE,
            Self::SignedOut { .. } => StatusCode::UNAUTHORIZED,
            Self::OwnerOnly => StatusCode::FORBIDDEN,
            Self::SlowDown { .. } => StatusCode::TOO_MANY_REQUESTS,
            Self::Method { .. } => StatusCode::METHOD_NOT_ALLOWED,
            Self::Stranger { status, .. } => *status,
        }
    }

    fn error_response(&self) -> HttpResponse {
        if let Self::Request(RequestError::Ours(cause)) = self {
            tracing::error!(%cause, "request failed");
        }
        let mut response = HttpResponse::build(self.status_code());
        if let Self::Method { allowed } = self {
            response.insert_header((header::ALLOW, allowed.join(", ")));
        }
        match self {
            Self::Busy => {
                response.insert_header((header::RETRY_AFTER, RETRY_AFTER_S));
            }
            Self::SlowDown { wait_s } => {
                response.insert_header((header::RETRY_AFTER, *wait_s));
            }
            _ => {}
        }
        response.json(match self {
            Self::Request(asked) => asked.body(),
            Self::SignedOut { field, .. } => ErrorBody::new(self.code(), field, self.to_string()),
            Self::SlowDown { .. } => ErrorBody::new(self.code(), "passcode", self.to_string()),
            other => ErrorBody::new(other.code(), "", other.to_string()),
        })
    }
}
