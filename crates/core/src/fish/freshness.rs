//! How fresh: a walk of the senses, and what the record of its keeping says.
//!
//! By the senses: demerit points over all points of what was looked at; so large a share of the days
//! that the fish keeps on ice is gone (`QIM`: the sum rises in proportion to the days). By the
//! record: see `keeping`. The older of the two counts.

use super::keeping::Keeping;
use super::species::{Hazard, Species};
use crate::InputError;
use crate::quantity::checked;
use serde::{Deserialize, Serialize};
use std::collections::BTreeMap;
use std::sync::OnceLock;

/// One answer to one look.
#[derive(Debug, Clone, PartialEq, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct Answer {
    /// In words.
    pub words: String,
    /// Points of demerit.
    pub points: u32,
    /// Ends it.
    #[serde(default)]
    pub refuse: bool,
    /// Ends it together with the worst of any other look.
    #[serde(default)]
    pub suspect: bool,
}

/// One thing to look at.
#[derive(Debug, Clone, PartialEq, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct Look {
    /// Name on the wire.
    pub key: String,
    /// In words.
    pub name: String,
    /// Where to look.
    #[serde(rename = "where")]
    pub place: String,
    /// From as caught to gone off.
    pub options: Vec<Answer>,
}

/// The list for one form of fish.
#[derive(Debug, Clone, PartialEq, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct Form {
    /// whole, fillet or frozen.
    pub key: String,
    /// In words.
    pub name: String,
    /// In the order of the trade.
    pub look: Vec<Look>,
}

#[derive(Deserialize)]
struct File {
    form: Vec<Form>,
}

impl Form {
    /// All of them.
    ///
    /// # Panics
    /// When the file that is compiled in does not parse; a test reads it.
    pub fn all() -> &'static [Form] {
        static ALL: OnceLock<Vec<Form>> = OnceLock::new();
        ALL.get_or_init(|| {
            let file: File = toml::from_str(include_str!("../../data/freshness.toml"))
                .expect("data/freshness.toml is checked by a test");
            file.form
        })
    }

    /// Finds one by its key.
    ///
    /// # Errors
    /// [`InputError`] (unknown name) with the forms it knows.
    pub fn find(key: &str) -> Result<&'static Form, InputError> {
        let found = Self::all().iter().find(|f| f.key == key);
        found.ok_or_else(|| InputError::unknown("form", key, Self::all().iter().map(|f| &f.key)))
    }
}

/// What was seen of a fish: number of the option by key of the look.
#[derive(Debug, Clone, PartialEq, Eq, Default, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Looks {
    /// whole, fillet or frozen.
    pub form: String,
    /// Number of the option by key of the look; those not looked at are left out.
    #[serde(default)]
    pub answers: BTreeMap<String, usize>,
}

/// The looks added up.
#[derive(Debug, Clone, Copy, Default)]
struct Sum {
    points: u32,
    most: u32,
    /// One sign is enough.
    sign: bool,
}

/// Share of the points at which it is past it whatever its days. common practice, no source.
const PAST_SHARE: f64 = 0.75;

impl Sum {
    fn share(self) -> f64 {
        if self.most > 0 {
            f64::from(self.points) / f64::from(self.most)
        } else {
            0.0
        }
    }
}

impl Looks {
    /// Adds them up.
    ///
    /// # Errors
    /// [`InputError`] for a form, look or option that is not in the list.
    fn sum(&self) -> Result<(&'static Form, Sum), InputError> {
        let form = Form::find(&self.form)?;
        let mut sum = Sum::default();
        let (mut suspect, mut worst) = (false, false);
        for (key, option) in &self.answers {
            let found = form.look.iter().find(|l| l.key == *key);
            let look = found.ok_or_else(|| {
                InputError::unknown("answers", key, form.look.iter().map(|l| &l.key))
            })?;
            let last = look.options.len() - 1;
            let index = checked(
                &format!("answers.{key}"),
                *option as f64,
                (0.0, last as f64),
                "",
            )? as usize;
            let answer = &look.options[index];
            sum.points += answer.points;
            sum.most += look.options.iter().map(|o| o.points).max().unwrap_or(0);
            sum.sign |= answer.refuse;
            suspect |= answer.suspect;
            worst |= index == last && !answer.suspect;
        }
        sum.sign |= suspect && worst;
        Ok((form, sum))
    }

    /// Holds them to the list.
    ///
    /// # Errors
    /// As above.
    pub fn check(&self) -> Result<(), InputError> {
        self.sum().map(drop)
    }
}

/// Key of the list for fish that is frozen: its points are not days.
const FROZEN: &str = "frozen";

/// The rule by which it is past it, if it is: by its looks or by its record.
///
/// # Errors
/// [`InputError`] for a form, look or option that is not in the list.
pub(super) fn past(
    species: Option<&Species>,
    looks: Option<&Looks>,
    keeping: &Keeping,
) -> Result<Option<&'static str>, InputError> {
    if let Some((form, sum)) = looks.map(Looks::sum).transpose()? {
        if form.key == FROZEN {
            return Ok(sum.sign.then_some("refrozen"));
        }
        if sum.sign {
            return Ok(Some("past_sign"));
        }
        if sum.share() >= PAST_SHARE {
            return Ok(Some("past_senses"));
        }
    }
    let used = species.map(|fish| (SURELY * keeping.ice_days(fish.waters), fish.ice_days[1]));
    Ok(used
        .filter(|(used, keeps)| used >= keeps)
        .map(|_| "past_days"))
}

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
    pub notices: Vec<super::Notice>,
}

/// A trained panel reads the days to about this, days; an untrained nose is no better.
const READS_TO_DAYS: f64 = 1.5;
/// A record is good to about a seventh: surely so many times its days, and at most.
const SURELY: f64 = 0.85;
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
    rules: crate::target::Rules,
) -> Result<Judged, InputError> {
    let (form, sum) = looks.sum()?;
    let known = super::Known {
        species: Some(species),
        keeping,
        freezing: None,
        origin: super::Origin::Unknown,
        looks: Some(looks),
        start_c: None,
        mass_g: None,
        whole: false,
        bones_and_all: false,
        stuffed: false,
    };
    let notices = super::kept(&known, rules)?;
    let refused = notices.iter().find(|notice| notice.refuses());
    let nothing = sum.most == 0 && !keeping.is_known();
    let frozen = form.key == FROZEN;
    let days = (!frozen && !nothing).then(|| days(species, sum, keeping));
    let message = match (refused, days) {
        (Some(notice), _) => notice.message.clone(),
        (None, None) if frozen => frozen_words(sum).into(),
        (None, None) => "Not looked at yet. Look, smell, and say how it was kept.".into(),
        (None, Some((_, left))) => fresh_words(species, sum, left).into(),
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

fn fresh_words(species: &Species, sum: Sum, left: [f64; 2]) -> &'static str {
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
    } else {
        "Good. Keep it on ice."
    }
}

#[cfg(test)]
mod tests {
    use super::super::Span;
    use super::*;
    use crate::target::Rules;

    #[test]
    fn every_list_goes_from_good_to_bad() {
        for form in Form::all() {
            for look in &form.look {
                assert!(look.options.windows(2).all(|o| o[0].points < o[1].points));
                assert_eq!(look.options[0].points, 0, "{} {}", form.key, look.key);
            }
            // The nose, or the thumb on frozen fish, can end it.
            assert!(
                form.look[0].options.iter().any(|o| o.refuse),
                "{}",
                form.key
            );
        }
    }

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
