//! How fresh: a walk of the senses, and what the record of its keeping says.
//!
//! Rate of spoilage against melting ice: `r = (1 + 0.1 t)^2` for fish of cold and temperate
//! waters (`OLLEY-RATKOWSKY-1973`), `ln r = 0.12 t` for warm ones (`DALGAARD-HUSS-1997`), t in
//! C. Days on ice add up as `sum r(t) days`. By the senses: demerit points over all points,
//! times the days the fish keeps on ice (`QIM`: the sum rises in proportion to the days).
//! Domain of both: -3 to 15 C.

use super::species::{Species, Waters};
use crate::quantity::checked;
use crate::{InputError, Within};
use serde::{Deserialize, Serialize};
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

/// A while at one temperature.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Kept {
    /// At so many C, -3 to 15.
    #[cfg_attr(feature = "schema", schema(minimum = -3, maximum = 15))]
    pub at_c: f64,
    /// For so many days.
    #[cfg_attr(feature = "schema", schema(minimum = 0, maximum = 60))]
    pub days: f64,
}

/// Domain of the rates, C.
const RATE_RANGE_C: (f64, f64) = (-3.0, 15.0);

/// How many times as fast as on melting ice.
///
/// # Errors
/// [`InputError`] (out of range) outside -3 to 15 C.
pub fn spoilage_rate(waters: Waters, at_c: f64) -> Result<f64, InputError> {
    let t = checked("at_c", at_c, RATE_RANGE_C, "C")?;
    Ok(match waters {
        Waters::Tropical => (0.12 * t).exp(),
        Waters::Cold | Waters::Temperate => (1.0 + 0.1 * t).powi(2),
    })
}

/// Days on ice that a record of keeping amounts to.
///
/// # Errors
/// As [`spoilage_rate`], and for spans longer than 60 days.
pub fn ice_days(waters: Waters, kept: &[Kept]) -> Result<f64, InputError> {
    let mut days = 0.0;
    for span in kept {
        checked("days", span.days, (0.0, 60.0), "days").within("kept")?;
        days += span.days * spoilage_rate(waters, span.at_c).within("kept")?;
    }
    Ok(days)
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
    pub message: &'static str,
    /// Days on ice it has had, low and high; none for frozen fish.
    pub used_days: Option<[f64; 2]>,
    /// Days on ice that are left, low and high.
    pub left_days: Option<[f64; 2]>,
}

/// A trained panel reads the days to about this, days; an untrained nose is no better.
const READS_TO_DAYS: f64 = 1.5;

/// Judges a fish by what was seen (`answers`: key of the look, number of the option) and by how
/// it was kept.
///
/// # Errors
/// [`InputError`] for a form, look or option that is not in the list, and as [`ice_days`].
pub fn judge(
    species: &Species,
    form: &str,
    answers: &[(String, usize)],
    kept: &[Kept],
) -> Result<Judged, InputError> {
    let form = Form::find(form)?;
    let (mut points, mut most, mut refuse) = (0, 0, false);
    for (key, option) in answers {
        let found = form.look.iter().find(|l| l.key == *key);
        let look = found
            .ok_or_else(|| InputError::unknown("answers", key, form.look.iter().map(|l| &l.key)))?;
        let last = look.options.len() - 1;
        let index = checked(
            &format!("answers.{key}"),
            *option as f64,
            (0.0, last as f64),
            "",
        )?;
        let answer = &look.options[index as usize];
        points += answer.points;
        most += look.options.iter().map(|o| o.points).max().unwrap_or(0);
        refuse |= answer.refuse;
    }
    let by_record = ice_days(species.waters, kept)?;
    if form.key == "frozen" {
        let message = if refuse {
            "It has been warm. Do not use it."
        } else if points >= 2 {
            "Dry or old: trim it, and choose a moist way to cook it."
        } else if answers.is_empty() {
            "Look at it while it is frozen."
        } else {
            "Well frozen. Thaw it slowly and cook it soon."
        };
        return Ok(Judged {
            points,
            most,
            refuse,
            message,
            used_days: None,
            left_days: None,
        });
    }
    let [keeps_low, keeps_high] = species.ice_days;
    // By the senses, with the spread of the nose; by the record, with that of the ice; the
    // older of the two counts.
    let share = if most > 0 {
        f64::from(points) / f64::from(most)
    } else {
        0.0
    };
    let seen = [
        (share * keeps_low - READS_TO_DAYS).max(0.0),
        share * keeps_high + if most > 0 { READS_TO_DAYS } else { 0.0 },
    ];
    let used = [seen[0].max(0.85 * by_record), seen[1].max(1.15 * by_record)];
    let left = [
        (keeps_low - used[1]).max(0.0),
        (keeps_high - used[0]).max(0.0),
    ];
    refuse |= left[1] <= 0.0;
    let message = if refuse {
        "Past it. Do not use it, for stock either."
    } else if left[0] <= 0.0 && left[1] < 3.0 {
        "At its end: smell it again and cook it today, well done, or leave it."
    } else if left[0] < 2.0 {
        "Cook it today or tomorrow."
    } else {
        "Good. Keep it on ice."
    };
    Ok(Judged {
        points,
        most,
        refuse,
        message,
        used_days: Some(used),
        left_days: Some(left),
    })
}

#[cfg(test)]
mod tests {
    use super::*;

    /// Published: Olley and Ratkowsky 1973, and Dalgaard and Huss 1997 (from memory).
    #[test]
    fn published_relative_rates_of_spoilage() {
        for (t, r) in [
            (-3.0, 0.49),
            (-1.0, 0.81),
            (0.0, 1.0),
            (2.0, 1.44),
            (4.0, 1.96),
            (5.0, 2.25),
            (7.0, 2.89),
            (10.0, 4.0),
            (15.0, 6.25),
        ] {
            let ours = spoilage_rate(Waters::Temperate, t).unwrap();
            assert!((ours - r).abs() < 0.005, "{t}: {ours}");
        }
        for (t, r) in [(5.0, 1.82), (10.0, 3.32), (15.0, 6.05)] {
            let ours = spoilage_rate(Waters::Tropical, t).unwrap();
            assert!((ours - r).abs() < 0.005, "{t}: {ours}");
        }
        for bad in [-5.0, 20.0, f64::NAN] {
            assert_eq!(
                spoilage_rate(Waters::Cold, bad).unwrap_err().field(),
                "at_c"
            );
        }
    }

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

    fn cod(answers: &[(&str, usize)], kept: &[Kept]) -> Judged {
        let species = Species::find("cod").unwrap();
        let answers: Vec<_> = answers.iter().map(|(k, i)| ((*k).to_owned(), *i)).collect();
        judge(&species, "whole", &answers, kept).unwrap()
    }

    #[test]
    fn worse_signs_and_warmer_days_leave_less() {
        let fresh = cod(
            &[
                ("smell", 0),
                ("eyes", 0),
                ("gills", 0),
                ("skin", 0),
                ("flesh", 0),
            ],
            &[],
        );
        assert!(
            !fresh.refuse && fresh.left_days.unwrap()[0] >= 7.0,
            "{fresh:?}"
        );
        let older = cod(
            &[
                ("smell", 1),
                ("eyes", 1),
                ("gills", 1),
                ("skin", 1),
                ("flesh", 1),
            ],
            &[],
        );
        assert!(older.left_days.unwrap()[1] < fresh.left_days.unwrap()[1]);
        let sour = cod(&[("smell", 3)], &[]);
        assert!(sour.refuse);
        let days = |at_c: f64| {
            let kept = [Kept { at_c, days: 3.0 }];
            cod(&[], &kept).left_days.unwrap()[1]
        };
        assert!(days(5.0) < days(0.0));
        // Three days at 10 C are twelve on ice: cod keeps 9 to 15.
        let warm = cod(
            &[],
            &[Kept {
                at_c: 10.0,
                days: 3.0,
            }],
        );
        assert_eq!(warm.left_days.unwrap()[0], 0.0);
        assert!(
            cod(
                &[],
                &[Kept {
                    at_c: 12.0,
                    days: 5.0
                }]
            )
            .refuse
        );
    }

    #[test]
    fn unknown_looks_and_options_are_refused() {
        let cod = Species::find("cod").unwrap();
        let ask = |form: &str, key: &str, option| {
            judge(&cod, form, &[(key.to_owned(), option)], &[]).unwrap_err()
        };
        assert_eq!(ask("soup", "smell", 0).field(), "form");
        assert_eq!(ask("whole", "tail", 0).field(), "answers");
        assert_eq!(ask("whole", "eyes", 9).field(), "answers.eyes");
    }
}
