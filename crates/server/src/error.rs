//! Why something asked was not answered, whoever asked and however; what HTTP makes of it is in
//! `refusal`.

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
    /// Another thing is kept under that name.
    #[error("another {what} is kept under the id {id}")]
    Taken {
        /// Of what kind.
        what: &'static str,
        /// Its name.
        id: String,
    },
    /// It may not be done as things stand.
    #[error("{message}")]
    Forbidden {
        /// Stable name.
        code: &'static str,
        /// The field.
        field: String,
        /// Why, in a sentence.
        message: &'static str,
    },
    /// The store takes nothing now.
    #[error("nothing can be kept just now: {path}: {why}. What you typed is still with you")]
    NotKept {
        /// Its file.
        path: String,
        /// What is wrong with it, in words.
        why: String,
    },
    /// Our own fault; the cause goes to the log.
    #[error("something went wrong here; what you typed is still with you, try again")]
    Ours(#[source] Box<dyn std::error::Error + Send + Sync>),
}

impl From<diesel::result::Error> for RequestError {
    fn from(cause: diesel::result::Error) -> Self {
        Self::ours(cause)
    }
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

    /// Stable name, for programs, and the field it is about.
    fn parts(&self) -> (&'static str, &str) {
        match self {
            Self::Input(input) => (input.code(), input.field()),
            Self::Shape { field, .. } => ("bad_json", field),
            Self::Field { code, field, .. } => (code, field),
            Self::Forbidden { code, field, .. } => (code, field),
            Self::NotFound { .. } => ("not_found", ""),
            Self::Stale { .. } => ("changed_meanwhile", ""),
            Self::Taken { .. } => ("taken", "id"),
            Self::NotKept { .. } => ("not_kept", ""),
            Self::Ours(_) => ("internal", ""),
        }
    }

    /// As it goes over the wire.
    pub fn body(&self) -> ErrorBody {
        let (code, field) = self.parts();
        ErrorBody::new(code, field, self.to_string())
    }
}

/// No more of what was sent is sent back, letters.
const MOST_ECHOED: usize = 400;

impl ErrorBody {
    /// What went wrong, where, and in a sentence.
    pub fn new(code: &str, field: &str, message: String) -> Self {
        let short = |text: &str| text.chars().take(MOST_ECHOED).collect();
        Self {
            error: ErrorWire {
                code: code.to_owned(),
                field: short(field),
                message: short(&message),
            },
        }
    }
}

/// Nothing of that kind is kept under that name; a long one is cut.
pub fn missing(what: &'static str, id: &str) -> RequestError {
    RequestError::NotFound {
        what,
        id: id.chars().take(64).collect(),
    }
}

/// Part of a larger request: its place goes in front, in whatever it is that is wrong there.
impl cindo_core::Within for RequestError {
    fn within(self, room: &str) -> Self {
        match self {
            Self::Input(input) => Self::Input(input.within(room)),
            Self::Shape { field, message } => Self::Shape {
                field: format!("{room}.{field}"),
                message,
            },
            other => other,
        }
    }
}
