//! How fresh a fish is, all told: its looks, its days and the rules about how it was kept, in one answer.

use super::freshness::{AT_MOST, FROZEN, LAST_DAYS, Looks, SURELY, Sum, thawed_left};
use super::hazard::kept;
use super::keeping::{Keeping, Since};
use super::known::Known;
use super::rules::Notice;
use super::species::{Hazard, Origin, Species};
use crate::InputError;
use crate::target::Rules;
use crate::target::safety::out_of_cold;
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

/// What is known of a fish that is judged, beside which it is.
#[derive(Debug, Clone, Copy)]
pub struct Judging<'a> {
    /// What was seen of it.
    pub looks: &'a Looks,
    /// How it was kept.
    pub keeping: &'a Keeping,
    /// Since when.
    pub since: Since,
    /// It lies in a vacuum pack.
    pub vacuum: bool,
}

/// Judges a fish by what was seen and by how it was kept. Time out of the cold counts as well, so
/// that no two answers differ.
///
/// # Errors
/// [`InputError`] for a form, look or option that is not in the list.
pub fn judge(species: &Species, asked: Judging<'_>, rules: Rules) -> Result<Judged, InputError> {
    let Judging { looks, keeping, .. } = asked;
    let (form, sum) = looks.sum()?;
    let known = Known {
        species: Some(species),
        keeping,
        since: asked.since,
        vacuum: asked.vacuum,
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
    let frozen = form.key == FROZEN;
    // Two signs say nothing of days.
    let says_days = keeping.is_known() || sum.looked >= LOOKED_AT;
    let days = (!frozen && says_days).then(|| days(species, sum, keeping));
    let state = days.map(|(_, left)| State::of(sum, keeping, left, rules));
    let message = match (refused, state) {
        (Some(notice), _) => refused_words(notice, looks),
        (None, None) if frozen => frozen_words(sum).into(),
        (None, None) if sum.looked == 0 => {
            "Not looked at yet. Look, smell, and say how it was kept.".into()
        }
        (None, None) if sum.bad > 0 || sum.suspect => {
            "A bad sign. Look at the others before you keep it.".into()
        }
        (None, None) => "Not enough to say. Look at the other signs, and smell it.".into(),
        (None, Some(state)) => {
            let whole_record = keeping.is_known() && asked.since == Since::Catch;
            state.words(species, sum, whole_record).into()
        }
    };
    Ok(Judged {
        points: sum.points,
        most: sum.most,
        refuse: refused.is_some(),
        message,
        used_days: days.map(|(used, _)| used),
        left_days: days.map(|(_, left)| match state {
            _ if refused.is_some() => [0.0, 0.0],
            Some(State::Today) => [0.0, left[1].min(1.0)],
            _ => left,
        }),
        notices,
    })
}

/// How it stands, from good to its end.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord)]
enum State {
    Good,
    Soon,
    Today,
    AtItsEnd,
}

/// Out of the cold for more than this share of what is allowed, or warm for so long, h, it is cooked today.
const WARMED_SHARE: f64 = 0.5;
const WARM_C: f64 = 21.0;
const WARM_H: f64 = 0.5;

impl State {
    fn of(sum: Sum, keeping: &Keeping, left: [f64; 2], rules: Rules) -> Self {
        let (cold_c, most_h) = out_of_cold(rules);
        let warmed = keeping.hours_above(cold_c) > WARMED_SHARE * most_h
            || keeping.hours_above(WARM_C) > WARM_H;
        if left[0] <= 0.0 && left[1] < LAST_DAYS {
            Self::AtItsEnd
        } else if sum.suspect || warmed {
            Self::Today
        } else if left[0] < 2.0 {
            Self::Soon
        } else {
            Self::Good
        }
    }

    fn words(self, species: &Species, sum: Sum, whole_record: bool) -> &'static str {
        // Heat undoes no histamine: such a fish is never to be saved by cooking it.
        let histamine = species.has(Hazard::Histamine);
        match self {
            Self::AtItsEnd if histamine => "At its end. Leave it: cooking does not undo histamine.",
            Self::AtItsEnd => "At its end: smell it again, and cook it through today or leave it.",
            Self::Today if sum.suspect && histamine => {
                "It smells fishy. Leave it: cooking does not undo histamine."
            }
            Self::Today if sum.suspect => "It smells fishy: cook it through today, or leave it.",
            Self::Today => "Cook it today: it was out of the cold.",
            Self::Soon => "Cook it today or tomorrow. Keep it on ice until then.",
            Self::Good if histamine && !whole_record => {
                "Fresh enough by what is written. Ask how it was kept since the catch."
            }
            Self::Good if sum.most == 0 => {
                "Good by how it was kept. Look at it and smell it as well."
            }
            Self::Good if sum.looked < LOOKED_AT => {
                "Good so far. Look at the other signs too, and smell it."
            }
            Self::Good => "Good. Keep it on ice.",
        }
    }
}

/// Days on ice that are used and left, low and high: by the senses `(1 - share) x keeps +- 1.5`,
/// by the record what it amounts to; the older of the two.
fn days(species: &Species, sum: Sum, keeping: &Keeping) -> ([f64; 2], [f64; 2]) {
    let [low, high] = species.ice_days;
    let recorded = keeping.ice_days(species.waters);
    let mut used = [SURELY * recorded, AT_MOST * recorded];
    let mut left = [low - used[1], high - used[0]];
    if let Some(thawed) = keeping.thawed_days(species.waters) {
        left = thawed_left(thawed, left);
    }
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
        let looks = seen(answers);
        let asked = Judging {
            looks: &looks,
            keeping: &keeping,
            since: Since::Unknown,
            vacuum: false,
        };
        judge(&species, asked, Rules::Us).unwrap()
    }

    fn all(option: usize) -> Vec<(&'static str, usize)> {
        ["smell", "eyes", "gills", "skin", "slime", "flesh"]
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
        // A third of the points leaves two thirds of the days; fewer than three signs say nothing of days.
        let third = [("smell", 1), ("gills", 1), ("eyes", 1), ("skin", 0)];
        let left = cod(&third, &[]).left_days.unwrap();
        assert!((left[0] - (0.7 * 9.0 - 1.5)).abs() < 1e-9, "{left:?}");
        assert_eq!(cod(&third[..2], &[]).left_days, None);
        // Fishy is never good, however fair the rest.
        let fishy = cod(&[("smell", 2), ("gills", 1), ("eyes", 1), ("skin", 0)], &[]);
        assert!(!fishy.message.contains("Good") && fishy.left_days.unwrap()[1] <= 1.0);
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
