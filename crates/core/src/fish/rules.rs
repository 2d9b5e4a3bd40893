//! The rules by which something is refused, warned of or left alone: `data/rules.toml`, a row a rule.
//! Which of them speaks is decided in `hazard`; what it says, and by which section, stands in the row.

use crate::target::Rules;
use serde::{Deserialize, Serialize};
use std::sync::OnceLock;

/// How grave a word is.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum Severity {
    /// Good to know.
    Note,
    /// Tell the eater.
    Advise,
    /// Mind it.
    Warn,
    /// Do not cook it, or not so.
    Refuse,
}

/// One rule.
#[derive(Debug, Clone, PartialEq, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct Rule {
    /// Stable name.
    pub code: String,
    /// How grave it is.
    pub weight: Severity,
    /// Its section under both sets of rules.
    #[serde(default)]
    both: Option<String>,
    #[serde(default)]
    us: Option<String>,
    #[serde(default)]
    eu_uk: Option<String>,
    /// How sure the memory of it is: high, medium or low.
    pub confidence: String,
    /// What it asks, with its figures.
    pub asks: String,
    /// What the cook reads.
    pub message: String,
}

#[derive(Deserialize)]
struct File {
    rule: Vec<Rule>,
}

impl Rule {
    /// All of them.
    ///
    /// # Panics
    /// When the file that is compiled in does not parse; a test reads it.
    pub fn all() -> &'static [Rule] {
        static ALL: OnceLock<Vec<Rule>> = OnceLock::new();
        ALL.get_or_init(|| {
            let file: File = toml::from_str(include_str!("../../data/rules.toml"))
                .expect("data/rules.toml is checked by a test");
            file.rule
        })
    }

    /// Its section under a set of rules.
    pub fn section(&self, rules: Rules) -> &str {
        let own = match rules {
            Rules::Us => &self.us,
            Rules::EuUk => &self.eu_uk,
        };
        own.as_ref().or(self.both.as_ref()).map_or("", |s| s)
    }
}

/// A word about a danger.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Notice {
    /// Stable name.
    pub code: &'static str,
    /// How grave it is.
    #[serde(rename = "weight")]
    pub severity: Severity,
    /// The rule it goes by.
    pub rule: &'static str,
    /// One or two short sentences without figures that have a unit.
    pub message: String,
    /// By how much, K, where that says something.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub by_k: Option<f64>,
    /// Hours that are left within the limit, where that is what it is about.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub hours_left: Option<f64>,
}

/// What is no rule but follows from the cooking itself.
pub(crate) const OF_THE_MODEL: &str = "Computed for this piece";

impl Notice {
    /// By the row of a rule.
    ///
    /// # Panics
    /// When no row has that code; a test asks for each that the code names.
    pub fn by(code: &str, rules: Rules) -> Self {
        let rule = Rule::all()
            .iter()
            .find(|rule| rule.code == code)
            .unwrap_or_else(|| panic!("data/rules.toml has no rule {code}"));
        Self {
            code: &rule.code,
            severity: rule.weight,
            rule: rule.section(rules),
            message: rule.message.clone(),
            by_k: None,
            hours_left: None,
        }
    }

    /// With hours in its words.
    pub fn hours(mut self, h: f64) -> Self {
        self.message = if self.code == "within_limit" && h < 0.25 {
            "Cook it now: the time out of the fridge is used up.".to_owned()
        } else {
            self.message.replace("{h}", &hours_in_words(h))
        };
        self
    }

    /// Something computed that a cook should know before lighting the fire.
    pub fn computed(code: &'static str, message: impl Into<String>, by_k: Option<f64>) -> Self {
        Self {
            code,
            severity: Severity::Warn,
            rule: OF_THE_MODEL,
            message: message.into(),
            by_k,
            hours_left: None,
        }
    }

    /// It stops the card.
    pub fn refuses(&self) -> bool {
        self.severity == Severity::Refuse
    }
}

/// Hours as a cook says them: never more than there are.
fn hours_in_words(h: f64) -> String {
    let quarters = (4.0 * h + 1e-6).floor() as i64;
    match (quarters / 4, quarters % 4) {
        (0, 0) => "no time".into(),
        (0, q) => format!("{} minutes", 15 * q),
        (1, 0) => "1 hour".into(),
        (h, 0) => format!("{h} hours"),
        (h, q) => format!("{h} h {} min", 15 * q),
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use std::collections::HashSet;

    #[test]
    fn every_rule_names_its_section_under_both_sets_and_reads_plainly() {
        let mut codes = HashSet::new();
        for rule in Rule::all() {
            assert!(codes.insert(&rule.code), "{} twice", rule.code);
            for rules in [Rules::Us, Rules::EuUk] {
                assert!(!rule.section(rules).is_empty(), "{}", rule.code);
            }
            assert!(["high", "medium", "low"].contains(&rule.confidence.as_str()));
            assert!(!rule.asks.is_empty(), "{}", rule.code);
            // Temperatures and lengths have units, which the page adds.
            let words = rule.message.replace("{h}", "");
            assert!(
                !words.contains(" C ") && !words.contains(" mm") && words.len() < 200,
                "{}: {words}",
                rule.code
            );
        }
    }

    /// A row that no code names is a rule that nobody keeps.
    #[test]
    fn every_rule_is_kept_somewhere() {
        let kept_by = [
            include_str!("hazard.rs"),
            include_str!("freshness.rs"),
            include_str!("judge.rs"),
            include_str!("lot.rs"),
            include_str!("parasites.rs"),
            include_str!("../plan/warn.rs"),
            include_str!("../plan/thawing.rs"),
            include_str!("../plan/leftover.rs"),
            include_str!("../plan/party.rs"),
        ];
        for rule in Rule::all() {
            let quoted = format!("\"{}\"", rule.code);
            assert!(
                kept_by.iter().any(|code| code.contains(&quoted)),
                "{quoted}"
            );
        }
    }

    #[test]
    fn hours_are_said_as_cooks_say_them_and_never_rounded_up() {
        for (h, said) in [
            (0.1, "no time"),
            (0.5, "30 minutes"),
            (1.0, "1 hour"),
            (1.99, "1 h 45 min"),
            (4.0, "4 hours"),
        ] {
            assert_eq!(hours_in_words(h), said);
        }
    }
}
