//! How fresh: a walk of the senses, and what the record of its keeping says.
//!
//! By the senses: demerit points over all points of what was looked at; so large a share of the days
//! that the fish keeps on ice is gone (`QIM`: the sum rises in proportion to the days). By the
//! record: see `keeping`. The older of the two counts.

use super::keeping::Keeping;
use super::species::Species;
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
pub(super) struct Sum {
    pub points: u32,
    pub most: u32,
    /// One sign is enough.
    pub sign: bool,
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
    /// Adds them up.
    ///
    /// # Errors
    /// [`InputError`] for a form, look or option that is not in the list.
    /// What was seen that ends it, or is worst: "gills brown-grey".
    pub(super) fn worst_words(&self) -> Vec<String> {
        let Ok(form) = Form::find(&self.form) else {
            return vec![];
        };
        let seen = form.look.iter().filter_map(|look| {
            let index = *self.answers.get(&look.key)?;
            let answer = look.options.get(index)?;
            let worst = index + 1 == look.options.len() || answer.refuse;
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

    pub(super) fn sum(&self) -> Result<(&'static Form, Sum), InputError> {
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
    }
    let used = species.map(|fish| (SURELY * keeping.ice_days(fish.waters), fish.ice_days[1]));
    Ok(used
        .filter(|(used, keeps)| used >= keeps)
        .map(|_| "past_days"))
}

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
