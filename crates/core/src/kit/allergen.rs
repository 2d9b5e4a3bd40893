//! What some eaters must avoid. The list is that of EU Regulation 1169/2011, annex II, as far as a fish
//! kitchen meets it, which takes in the nine of the US (fish, milk, egg, wheat, nuts, peanut, sesame,
//! soy); from memory, high confidence.

use serde::{Deserialize, Serialize};

/// Something that some eaters must avoid.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum Allergen {
    /// Fish.
    Fish,
    /// Milk.
    Milk,
    /// Egg.
    Egg,
    /// Wheat.
    Wheat,
    /// Barley.
    Barley,
    /// Nuts.
    Nuts,
    /// Peanut.
    Peanut,
    /// Sesame.
    Sesame,
    /// Soy.
    Soy,
    /// Mustard.
    Mustard,
    /// Celery.
    Celery,
}

impl Allergen {
    /// In words.
    pub fn name(self) -> &'static str {
        match self {
            Self::Fish => "fish",
            Self::Milk => "milk",
            Self::Egg => "egg",
            Self::Wheat => "wheat",
            Self::Barley => "barley",
            Self::Nuts => "nuts",
            Self::Peanut => "peanut",
            Self::Sesame => "sesame",
            Self::Soy => "soy",
            Self::Mustard => "mustard",
            Self::Celery => "celery",
        }
    }

    /// A sentence that names them all.
    pub fn sentence(all: &[Self]) -> String {
        let names: Vec<&str> = all.iter().map(|one| one.name()).collect();
        match names.split_last() {
            None => "Contains none of what must be named.".into(),
            Some((last, [])) => format!("Contains {last}: say so."),
            Some((last, others)) => format!("Contains {} and {last}: say so.", others.join(", ")),
        }
    }
}
