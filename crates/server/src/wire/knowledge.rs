//! What Cindo knows and does not, made from its data.

use cindo_core::fish::{Limit, Rule, Severity, Species};
use cindo_core::target::Rules;
use serde::Serialize;
use utoipa::ToSchema;

/// One rule.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub struct RuleWire {
    /// Stable name.
    pub code: String,
    /// How grave it is.
    pub weight: Severity,
    /// What it asks, with its figures.
    pub asks: String,
    /// Its section under US rules.
    pub us: String,
    /// Its section under EU and UK rules.
    pub eu_uk: String,
    /// How sure the memory of it is: high, medium or low.
    pub confidence: String,
}

/// How many fish stand on what.
#[derive(Debug, Clone, Copy, Serialize, ToSchema)]
pub struct FishCounts {
    /// All.
    pub all: usize,
    /// On a row of their own in a published table.
    pub table: usize,
    /// On that of a near relation.
    pub stand_in: usize,
    /// On memory.
    pub memory: usize,
}

/// Everything the page says.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub struct Knowledge {
    /// The gravest first.
    pub rules: Vec<RuleWire>,
    /// What it is not for, and where it errs; local rules first.
    pub limits: Vec<Limit>,
    /// The fish.
    pub fish: FishCounts,
}

/// What Cindo knows and does not.
pub fn knowledge() -> Knowledge {
    let mut rules: Vec<RuleWire> = Rule::all()
        .iter()
        .map(|rule| RuleWire {
            code: rule.code.clone(),
            weight: rule.weight,
            asks: rule.asks.clone(),
            us: rule.section(Rules::Us).to_owned(),
            eu_uk: rule.section(Rules::EuUk).to_owned(),
            confidence: rule.confidence.clone(),
        })
        .collect();
    rules.sort_by_key(|rule| std::cmp::Reverse(rule.weight));
    let count = |test: &dyn Fn(&Species) -> bool| Species::all().iter().filter(|s| test(s)).count();
    let of_memory = |fish: &Species| fish.source.starts_with("from memory");
    Knowledge {
        rules,
        limits: Limit::all().to_vec(),
        fish: FishCounts {
            all: Species::all().len(),
            table: count(&|fish| !of_memory(fish) && !fish.stand_in),
            stand_in: count(&|fish| !of_memory(fish) && fish.stand_in),
            memory: count(&of_memory),
        },
    }
}
