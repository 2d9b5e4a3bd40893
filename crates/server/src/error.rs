//! Request errors and their one way to HTTP. Startup errors are [`StartError`].

use actix_web::http::{StatusCode, header};
use actix_web::{HttpResponse, ResponseError};
use cindo_core::InputError;
use serde::Serialize;
use thiserror::Error;
use utoipa::ToSchema;

/// Why a request was not answered.
#[derive(Debug, Error)]
pub enum RequestError {
    /// The core refuses the numbers.
    #[error(transparent)]
    Input(#[from] InputError),
    /// Not JSON, or not of the described shape.
    #[error("{message}")]
    Shape {
        /// Path to the field.
        field: String,
        /// What is wrong, in a sentence.
        message: String,
    },
    /// A field of ours, not the core's, that is wrong.
    #[error("{message}")]
    Field {
        /// Stable name.
        code: &'static str,
        /// The field.
        field: &'static str,
        /// What to do, in a sentence.
        message: String,
    },
    /// The body is too large.
    #[error("the request is larger than {most_kib} KiB")]
    TooLarge {
        /// What is allowed.
        most_kib: usize,
    },
    /// Nothing is kept under that name.
    #[error("there is no {what} {id}")]
    NotFound {
        /// Of what kind.
        what: &'static str,
        /// Its name.
        id: String,
    },
    /// Somebody else changed it since it was read.
    #[error("this {what} was changed somewhere else meanwhile; look at it as it is now")]
    Stale {
        /// Of what kind.
        what: &'static str,
    },
    /// A change that does not say which state it is a change of.
    #[error("say with If-Match which state of the {what} this changes (its ETag)")]
    NoRevision {
        /// Of what kind.
        what: &'static str,
    },
    /// Another thing is kept under that name.
    #[error("another {what} is kept under the id {id}")]
    Taken {
        /// Of what kind.
        what: &'static str,
        /// Its name.
        id: String,
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
        message: String,
    },
    /// Our own fault; the cause goes to the log.
    #[error("something went wrong here; what you typed is still with you, try again")]
    Ours(#[source] Box<dyn std::error::Error + Send + Sync>),
}

/// The one form of an error.
#[derive(Debug, Serialize, ToSchema)]
pub struct ErrorBody {
    /// What went wrong.
    pub error: ErrorWire,
}

/// What went wrong.
#[derive(Debug, Serialize, ToSchema)]
pub struct ErrorWire {
    /// Stable name, for programs.
    pub code: String,
    /// The field it is about; empty when it is about none.
    pub field: String,
    /// One sentence for a person.
    pub message: String,
}

impl RequestError {
    /// Wraps a fault of ours.
    pub fn ours(cause: impl Into<Box<dyn std::error::Error + Send + Sync>>) -> Self {
        Self::Ours(cause.into())
    }

    /// Code, field and status: the one match.
    fn parts(&self) -> (&'static str, &str, StatusCode) {
        match self {
            Self::Input(input) => (
                input.code(),
                input.field(),
                StatusCode::UNPROCESSABLE_ENTITY,
            ),
            Self::Shape { field, .. } => ("bad_json", field, StatusCode::BAD_REQUEST),
            Self::Field { code, field, .. } => (code, field, StatusCode::UNPROCESSABLE_ENTITY),
            Self::TooLarge { .. } => ("too_large", "", StatusCode::PAYLOAD_TOO_LARGE),
            Self::NotFound { .. } => ("not_found", "", StatusCode::NOT_FOUND),
            Self::Stale { .. } => ("changed_meanwhile", "", StatusCode::PRECONDITION_FAILED),
            Self::NoRevision { .. } => ("no_revision", "", StatusCode::PRECONDITION_REQUIRED),
            Self::Taken { .. } => ("taken", "id", StatusCode::CONFLICT),
            Self::Method { .. } => ("method_not_allowed", "", StatusCode::METHOD_NOT_ALLOWED),
            Self::Stranger { status, .. } => ("not_from_here", "", *status),
            Self::Ours(_) => ("internal", "", StatusCode::INTERNAL_SERVER_ERROR),
        }
    }

    /// As it goes over the wire.
    pub fn body(&self) -> ErrorBody {
        let (code, field, _) = self.parts();
        ErrorBody {
            error: ErrorWire {
                code: code.to_owned(),
                field: field.to_owned(),
                message: self.to_string(),
            },
        }
    }
}

impl ResponseError for RequestError {
    fn status_code(&self) -> StatusCode {
        self.parts().2
    }

    fn error_response(&self) -> HttpResponse {
        if let Self::Ours(cause) = self {
            tracing::error!(%cause, "request failed");
        }
        let mut response = HttpResponse::build(self.status_code());
        if let Self::Method { allowed } = self {
            response.insert_header((header::ALLOW, allowed.join(", ")));
        }
        response.json(self.body())
    }
}

/// Why the server did not start, or a command did not run.
#[derive(Debug, Error)]
pub enum StartError {
    /// A file or a socket.
    #[error("{what}: {cause}")]
    Io {
        /// What was tried.
        what: String,
        /// What the system said.
        cause: std::io::Error,
    },
    /// The store.
    #[error("the data store cannot be opened: {0}")]
    Store(Box<dyn std::error::Error + Send + Sync>),
    /// The demo kitchen.
    #[error("the demo kitchen cannot be set up: {0}")]
    Demo(RequestError),
}
