//! How fresh a fish is, all told: its looks, its days and the rules about how it was kept, in one answer.

use super::freshness::{FROZEN, Looks, SURELY, Sum};
use super::hazard::kept;
use super::keeping::Keeping;
use super::known::Known;
use super::rules::Notice;
use super::species::{Hazard, Origin, Species};
use crate::InputError;
use crate::target::Rules;
use serde::Serialize;

/// What came of it.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Judged {
    /// Points of demerit, and as many as there could be among what was looked at.
    pub points: u32,
    /// All there could be.
    pub most: u32,
    /// Do not use it.
    pub refuse: bool,
    /// Why, or what to do, in plain words.
    pub message: String,
    /// Days on ice it has had, low and high; none for frozen fish, and when nothing is known.
    pub used_days: Option<[f64; 2]>,
    /// Days on ice that are left, low and high.
    pub left_days: Option<[f64; 2]>,
    /// The rules that speak, the gravest first.
    pub notices: Vec<Notice>,
}

/// A trained panel reads the days to about this, days; an untrained nose is no better.
const READS_TO_DAYS: f64 = 1.5;
const AT_MOST: f64 = 1.15;

/// Judges a fish by what was seen and by how it was kept. Time out of the cold counts as well, so
/// that no two answers differ.
///
/// # Errors
/// [`InputError`] for a form, look or option that is not in the list.
pub fn judge(
    species: &Species,
    looks: &Looks,
    keeping: &Keeping,
    rules: Rules,
) -> Result<Judged, InputError> {
    let (form, sum) = looks.sum()?;
    let known = Known {
        species: Some(species),
        keeping,
        freezing: None,
        origin: Origin::Unknown,
        looks: Some(looks),
        start_c: None,
        mass_g: None,
        whole: false,
        bones_and_all: false,
        stuffed: false,
    };
    let notices = kept(&known, rules)?;
    let refused = notices.iter().find(|notice| notice.refuses());
    let nothing = sum.most == 0 && !keeping.is_known();
    let frozen = form.key == FROZEN;
    let days = (!frozen && !nothing).then(|| days(species, sum, keeping));
    let message = match (refused, days) {
        (Some(notice), _) => refused_words(notice, looks),
        (None, None) if frozen => frozen_words(sum).into(),
        (None, None) => "Not looked at yet. Look, smell, and say how it was kept.".into(),
        (None, Some((_, left))) => fresh_words(species, sum, left, looks.answers.len()).into(),
    };
    Ok(Judged {
        points: sum.points,
        most: sum.most,
        refuse: refused.is_some(),
        message,
        used_days: days.map(|(used, _)| used),
        left_days: days.map(|(_, left)| if refused.is_some() { [0.0, 0.0] } else { left }),
        notices,
    })
}

/// Days on ice that are used and left, low and high: by the senses `(1 - share) x keeps +- 1.5`,
/// by the record what it amounts to; the older of the two.
fn days(species: &Species, sum: Sum, keeping: &Keeping) -> ([f64; 2], [f64; 2]) {
    let [low, high] = species.ice_days;
    let recorded = keeping.ice_days(species.waters);
    let mut used = [SURELY * recorded, AT_MOST * recorded];
    let mut left = [low - used[1], high - used[0]];
    if sum.most > 0 {
        let gone = sum.share();
        used = [
            used[0].max(gone * low - READS_TO_DAYS),
            used[1].max(gone * high + READS_TO_DAYS),
        ];
        left = [
            left[0].min((1.0 - gone) * low - READS_TO_DAYS),
            left[1].min((1.0 - gone) * high + READS_TO_DAYS),
        ];
    }
    (used.map(|d| d.max(0.0)), left.map(|d| d.max(0.0)))
}

fn frozen_words(sum: Sum) -> &'static str {
    if sum.points >= 2 {
        "Dry or old: trim it, and choose a moist way to cook it."
    } else if sum.most == 0 {
        "Look at it while it is frozen."
    } else {
        "Well frozen. Thaw it slowly and cook it soon."
    }
}

/// By which sign it is thrown away.
fn refused_words(notice: &Notice, looks: &Looks) -> String {
    let worst = looks.worst_words();
    if !notice.code.starts_with("past_s") || worst.is_empty() {
        return notice.message.clone();
    }
    format!("Throw it away: {}. Not for stock either.", worst.join("; "))
}

/// From so many signs on it is said to be good.
const LOOKED_AT: usize = 3;

fn fresh_words(species: &Species, sum: Sum, left: [f64; 2], looked: usize) -> &'static str {
    // Heat undoes no histamine: such a fish is never to be saved by cooking it.
    let histamine = species.has(Hazard::Histamine);
    if left[0] <= 0.0 && left[1] < 3.0 {
        if histamine {
            "At its end. Leave it: cooking does not undo histamine."
        } else {
            "At its end: smell it again, and cook it through today or leave it."
        }
    } else if left[0] < 2.0 {
        "Cook it today or tomorrow. Keep it on ice until then."
    } else if sum.most == 0 {
        "Good by how it was kept. Look at it and smell it as well."
    } else if looked < LOOKED_AT {
        "Good so far. Look at the other signs too, and smell it."
    } else {
        "Good. Keep it on ice."
    }
}

#[cfg(test)]
mod tests {
    use super::super::Span;
    use super::*;

    fn seen(answers: &[(&str, usize)]) -> Looks {
        Looks {
            form: "whole".into(),
            answers: answers.iter().map(|(k, i)| ((*k).to_owned(), *i)).collect(),
        }
    }

    fn cod(answers: &[(&str, usize)], kept: &[Span]) -> Judged {
        let species = Species::find("cod").unwrap();
        let keeping = Keeping::new(kept).unwrap();
        judge(&species, &seen(answers), &keeping, Rules::Us).unwrap()
    }

    fn all(option: usize) -> Vec<(&'static str, usize)> {
        ["smell", "eyes", "gills", "skin", "flesh"]
            .map(|look| (look, option))
            .to_vec()
    }

    #[test]
    fn worse_signs_and_warmer_days_leave_less() {
        let fresh = cod(&all(0), &[]);
        assert!(
            !fresh.refuse && fresh.left_days.unwrap()[0] >= 7.0,
            "{fresh:?}"
        );
        let older = cod(&all(1), &[]);
        assert!(older.left_days.unwrap()[1] < fresh.left_days.unwrap()[1]);
        // Two thirds of the points leave a third of the days.
        let two = cod(&[("smell", 2), ("gills", 1)], &[]);
        assert_eq!(two.left_days.unwrap(), [3.0, 9.0]);
        let days = |at_c: f64| {
            let kept = [Span { at_c, hours: 72.0 }];
            cod(&[], &kept).left_days.unwrap()[1]
        };
        assert!(days(4.0) < days(0.0));
        let nothing = cod(&[], &[]);
        assert_eq!(nothing.left_days, None, "not looked at is not good");
        assert!(!nothing.message.contains("Good"));
    }

    #[test]
    fn unknown_looks_and_options_are_refused() {
        let ask = |form: &str, key: &str, option| {
            let looks = Looks {
                form: form.into(),
                ..seen(&[(key, option)])
            };
            looks.check().unwrap_err()
        };
        assert_eq!(ask("soup", "smell", 0).field(), "form");
        assert_eq!(ask("whole", "tail", 0).field(), "answers");
        assert_eq!(ask("whole", "eyes", 9).field(), "answers.eyes");
    }
}
