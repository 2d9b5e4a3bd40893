//! What is told on the way: amounts, words, salt.

use super::answer::{Amount, Budget, Tastes};
use super::doing::Part;
use super::mixture::{Scaled, amount};
use super::pantry::Thing;
use crate::InputError;
use crate::fish::{Notice, Severity};

/// Everything that is told on the way.
#[derive(Default)]
pub struct Made {
    pub amounts: Vec<Amount>,
    pub warnings: Vec<Notice>,
    pub salt: Vec<(Part, String, f64)>,
}

impl Made {
    /// It has been said.
    pub fn said(&self, code: &str) -> bool {
        self.warnings.iter().any(|notice| notice.code == code)
    }

    /// Mind it.
    pub fn warn(&mut self, code: &'static str, message: impl Into<String>) {
        self.warnings.push(Notice::computed(code, message, None));
    }

    /// Good to know.
    pub fn note(&mut self, code: &'static str, message: impl Into<String>) {
        let notice = Notice::computed(code, message, None);
        self.warnings.push(Notice {
            severity: Severity::Note,
            ..notice
        });
    }
}

/// So many of what is counted, for the fish itself.
pub fn counted(key: &str, count: f64, part: Part, how: &str) -> Result<Amount, InputError> {
    let thing = Thing::find(key)?;
    let g = count * thing.each_g.unwrap_or(1.0);
    let scale = Scaled {
        part,
        of: "fish".to_owned(),
        times: count,
        how: how.to_owned(),
        source: "common practice, no source".to_owned(),
    };
    Ok(amount(thing, None, g, &scale))
}

/// How salty it all is.
pub fn salt_words(budget: &Budget, made: &mut Made) {
    match budget.tastes {
        Tastes::TooSalty => made.warn(
            "too_salty",
            "Too salty to eat: less salt, or rinse it off sooner.",
        ),
        Tastes::Salty => made.warn(
            "salty",
            "Saltier than most like: leave it out of the coat or the sauce.",
        ),
        // Nobody salts what lies in a salt crust.
        Tastes::Bland if made.said("crust_salts") => {}
        Tastes::Bland => made.note(
            "bland",
            "Hardly any salt so far: the sauce or the table has to bring it.",
        ),
        Tastes::Right => {}
    }
    if budget.person_g > budget.day_g {
        made.warn(
            "salt_day",
            "More salt on one plate than is advised for a day.",
        );
    }
}
