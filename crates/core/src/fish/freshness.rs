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
    /// As bad as the worst of its look.
    #[serde(default)]
    pub bad: bool,
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
pub(super) struct Sum {
    pub points: u32,
    pub most: u32,
    /// One sign is enough.
    pub sign: bool,
    /// Smells so that it is never called good.
    pub suspect: bool,
    /// Signs at their worst, the smell apart.
    pub bad: u32,
    /// Looks that were answered.
    pub looked: usize,
}

/// A record is good to about a seventh: surely so many times its days, and at most.
pub(super) const SURELY: f64 = 0.85;
/// Share of the points at which it is past it whatever its days. common practice, no source.
const PAST_SHARE: f64 = 0.75;

impl Sum {
    pub fn share(self) -> f64 {
        if self.most > 0 {
            f64::from(self.points) / f64::from(self.most)
        } else {
            0.0
        }
    }
}

impl Looks {
    /// What was seen that ends it, or is worst: "gills brown-grey".
    pub(super) fn worst_words(&self) -> Vec<String> {
        let Ok(form) = Form::find(&self.form) else {
            return vec![];
        };
        let seen = form.look.iter().filter_map(|look| {
            let index = *self.answers.get(&look.key)?;
            let answer = look.options.get(index)?;
            let last = index + 1 == look.options.len();
            let worst = last || answer.refuse || answer.suspect || answer.bad;
            worst.then(|| {
                format!(
                    "{} {}",
                    look.name.to_lowercase(),
                    answer.words.to_lowercase()
                )
            })
        });
        seen.collect()
    }

    /// Adds them up.
    ///
    /// # Errors
    /// [`InputError`] for a form, look or option that is not in the list.
    pub(super) fn sum(&self) -> Result<(&'static Form, Sum), InputError> {
        let form = Form::find(&self.form)?;
        let mut sum = Sum {
            looked: self.answers.len(),
            ..Sum::default()
        };
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
            sum.suspect |= answer.suspect;
            sum.bad += u32::from((index == last || answer.bad) && !answer.suspect);
        }
        sum.sign |= sum.suspect && sum.bad > 0;
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
pub(super) const FROZEN: &str = "frozen";

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
        // Two of them, or one where what spoils it cannot be cooked away.
        let histamine = species.is_some_and(|fish| fish.has(Hazard::Histamine));
        if sum.bad >= if histamine { 1 } else { 2 } {
            return Ok(Some("past_sign"));
        }
    }
    let Some(fish) = species else {
        return Ok(None);
    };
    let thawed = keeping.thawed_days(fish.waters);
    if thawed.is_some_and(|days| SURELY * days >= THAWED_DAYS[1]) {
        return Ok(Some("past_thawed"));
    }
    let used = SURELY * keeping.ice_days(fish.waters);
    Ok((used >= fish.ice_days[1]).then_some("past_days"))
}

/// Days on ice that thawed fish keeps, and at most. common practice, no source.
const THAWED_DAYS: [f64; 2] = [2.0, 4.0];

/// Days on ice that are left of thawed fish, of those that are left otherwise.
pub(super) fn thawed_left(thawed: f64, left: [f64; 2]) -> [f64; 2] {
    [
        left[0].min((THAWED_DAYS[0] - 1.0 - thawed).max(0.0)),
        left[1].min((THAWED_DAYS[0] - thawed).max(0.0)),
    ]
}

/// By its days alone it is at its end: hardly any is left, perhaps none.
pub(super) fn at_its_end(species: &Species, keeping: &Keeping) -> bool {
    let used = keeping.ice_days(species.waters);
    let [low, high] = species.ice_days;
    keeping.is_known() && low <= AT_MOST * used && high - SURELY * used < LAST_DAYS
}

/// A record is good to about a seventh: at most so many times its days.
pub(super) const AT_MOST: f64 = 1.15;
/// So few days at the most are none to plan with.
pub(super) const LAST_DAYS: f64 = 3.0;

#[cfg(test)]
mod tests {
    use super::*;

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
}
