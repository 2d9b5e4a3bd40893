//! The kitchen as its cooks said it is, and what it may have.

use crate::error::RequestError;
use cindo_core::Within;
use cindo_core::kit::{Kitchen, KitchenAsked, ShelfOffered, UsualKitchen, shelves, usual_kitchens};
use serde::Serialize;
use utoipa::ToSchema;

/// The kitchen as kept.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub struct KitchenKept {
    /// What it is, as every question takes it; the usual while nobody has said.
    pub kitchen: KitchenAsked,
    /// 0 while nobody has said.
    pub revision: i32,
    /// Why what was kept cannot be read; then the usual is answered.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub unreadable: Option<String>,
    /// Where water boils there, C.
    pub boil_c: f64,
}

/// What a kitchen may have.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub struct KitOffered {
    /// List by list.
    pub shelves: Vec<ShelfOffered>,
    /// First guesses.
    pub usual: Vec<UsualKitchen>,
}

/// What a kitchen may have.
pub fn kit_offered() -> KitOffered {
    KitOffered {
        shelves: shelves(),
        usual: usual_kitchens().to_vec(),
    }
}

impl KitchenKept {
    /// Checks a kitchen that stands at a revision.
    ///
    /// # Errors
    /// Whatever the core refuses of it.
    pub fn checked(kitchen: KitchenAsked, revision: i32) -> Result<Self, RequestError> {
        let boil_c = Kitchen::new(&kitchen).within("kitchen")?.boil_c();
        Ok(Self {
            kitchen,
            revision,
            unreadable: None,
            boil_c,
        })
    }

    /// The usual, since what was kept at a revision is not there or cannot be read.
    pub fn usual(revision: i32, unreadable: Option<String>) -> Self {
        Self {
            kitchen: KitchenAsked::default(),
            revision,
            unreadable,
            boil_c: Kitchen::SEA_LEVEL.boil_c(),
        }
    }
}
