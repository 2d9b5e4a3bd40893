//! What Cindo does not know, and where it errs: `data/limits.toml`, a row each, for the page that says so.

use serde::{Deserialize, Serialize};
use std::sync::OnceLock;

/// What a limit is one of.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Deserialize, Serialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum LimitKind {
    /// What the simulation leaves out.
    Model,
    /// What it is not for.
    Scope,
}

/// One limit.
#[derive(Debug, Clone, PartialEq, Eq, Deserialize, Serialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Limit {
    /// What it is one of.
    pub kind: LimitKind,
    /// What it is about.
    pub what: String,
    /// In plain words.
    pub says: String,
}

#[derive(Deserialize)]
struct File {
    limit: Vec<Limit>,
}

impl Limit {
    /// All of them, the gravest of a kind first.
    ///
    /// # Panics
    /// When the file that is compiled in does not parse; a test reads it.
    pub fn all() -> &'static [Limit] {
        static ALL: OnceLock<Vec<Limit>> = OnceLock::new();
        ALL.get_or_init(|| {
            let file: File = toml::from_str(include_str!("../../data/limits.toml"))
                .expect("data/limits.toml is checked by a test");
            file.limit
        })
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn local_rules_come_first_and_both_kinds_are_there() {
        let all = Limit::all();
        assert_eq!(all[0].what, "Local rules");
        for kind in [LimitKind::Model, LimitKind::Scope] {
            assert!(all.iter().filter(|limit| limit.kind == kind).count() >= 5);
        }
        assert!(all.iter().all(|limit| !limit.says.is_empty()));
    }
}
