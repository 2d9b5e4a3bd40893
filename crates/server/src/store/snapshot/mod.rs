//! What is kept of a thing: forms of the store's own, each with a number, that outlive the types of the wire. What was said
//! is kept word for word; what was answered in types of this room. A row that cannot be read says so and hides nothing but
//! itself.

pub mod card;
pub mod cook;
mod said;

pub use said::Said;

use super::kept::Row;
use serde::Serialize;
use serde::de::DeserializeOwned;

/// Why a snapshot cannot be read.
#[derive(Debug, Clone, PartialEq, Eq, thiserror::Error)]
pub enum Unreadable {
    /// Written by a newer version.
    #[error("a newer Cindo wrote it (form {form})")]
    Newer {
        /// Its form.
        form: i32,
    },
    /// Not what its form should hold.
    #[error("the writing is damaged ({why})")]
    Damaged {
        /// What is wrong.
        why: String,
    },
}

impl Unreadable {
    /// Not what it should be.
    pub fn damaged(why: impl ToString) -> Self {
        Self::Damaged {
            why: why.to_string(),
        }
    }
}

/// What a list keeps of each of its rows.
pub trait Snapshot: Serialize + DeserializeOwned {
    /// The form that is written now.
    const FORM: i32;

    /// Reads an earlier form, from 1.
    ///
    /// # Errors
    /// [`Unreadable`], with a reason for a person.
    fn earlier(form: i32, text: &str) -> Result<Self, Unreadable>;

    /// Reads a row of any form so far.
    ///
    /// # Errors
    /// [`Unreadable`], with a reason for a person.
    fn read(row: &Row) -> Result<Self, Unreadable> {
        Self::read_form(row.form, &row.snapshot)
    }

    /// Reads what was written in a form.
    ///
    /// # Errors
    /// [`Unreadable`], with a reason for a person.
    fn read_form(form: i32, text: &str) -> Result<Self, Unreadable> {
        if form == Self::FORM {
            serde_json::from_str(text).map_err(Unreadable::damaged)
        } else if (1..Self::FORM).contains(&form) {
            Self::earlier(form, text)
        } else {
            Err(Unreadable::Newer { form })
        }
    }

    /// Writes it on a row.
    ///
    /// # Errors
    /// What cannot be written as JSON.
    fn on(&self, row: Row) -> serde_json::Result<Row> {
        Ok(Row {
            form: Self::FORM,
            snapshot: serde_json::to_string(self)?,
            ..row
        })
    }
}
