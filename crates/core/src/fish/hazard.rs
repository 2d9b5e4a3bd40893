//! What can hurt the eater, and the rules that keep it from doing so. Plain words, shown where
//! the risk is and nowhere else; local rules come first.
//!
//! Sources (all from memory): `FOOD-CODE-3-402.11` (freezing against parasites, and what is
//! exempt), `FOOD-CODE-3-603.11` (advisory), `FDA-HAZARDS-SCOMBROID` (histamine),
//! `FDA-EPA-ADVICE` (mercury), `EU-853-PARASITES`.

use super::species::{Hazard, Mercury, Species};
use crate::quantity::checked;
use crate::target::{Band, safety};
use crate::{InputError, Within};
use serde::{Deserialize, Serialize};

/// Who eats.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default)]
pub enum Eater {
    /// Anyone.
    #[default]
    Everyone,
    /// Someone pregnant, very young, old or with weak immunity is among them.
    AtRisk,
}

/// How a fish was frozen.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Freezing {
    /// At so many C or colder.
    #[cfg_attr(feature = "schema", schema(minimum = -80, maximum = -1))]
    pub at_c: f64,
    /// For so many hours.
    #[cfg_attr(feature = "schema", schema(minimum = 0, maximum = 50000))]
    pub hours: f64,
    /// Frozen solid at -35 C or colder first, then kept at `at_c`.
    #[serde(default)]
    pub solid_at_35: bool,
}

/// What is known of a fish against parasites.
#[derive(Debug, Clone, Copy, PartialEq, Default)]
pub enum ParasiteRecord {
    /// Nothing.
    #[default]
    Unknown,
    /// Farmed on feed without live parasites, and the seller says so.
    Farmed,
    /// Frozen.
    Frozen(Freezing),
}

/// How long it was out of the cold since it was caught.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Warmth {
    /// Hours above 4.4 C (40 F), all together.
    #[cfg_attr(feature = "schema", schema(minimum = 0, maximum = 1000))]
    pub hours: f64,
    /// The warmest it was, C.
    #[cfg_attr(feature = "schema", schema(minimum = -40, maximum = 60))]
    pub warmest_c: f64,
    /// It had been frozen before.
    #[serde(default)]
    pub was_frozen: bool,
}

/// How grave a word is.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Serialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum Severity {
    /// Good to know.
    Note,
    /// Tell the eater.
    Advise,
    /// Mind it.
    Warn,
    /// Do not cook it.
    Refuse,
}

/// A word about a danger.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Notice {
    /// Stable name.
    pub code: &'static str,
    /// How grave it is.
    #[serde(rename = "weight")]
    pub severity: Severity,
    /// One or two short sentences without figures that have a unit.
    pub message: &'static str,
}

impl Freezing {
    /// Whether it is as `FOOD-CODE-3-402.11(A)` asks: -20 C for 168 h; frozen solid at -35 C
    /// and 15 h there; frozen solid at -35 C and 24 h at -20 C.
    ///
    /// # Errors
    /// [`InputError`] for what no freezer does.
    pub fn kills_parasites(&self) -> Result<bool, InputError> {
        let at_c = checked("at_c", self.at_c, (-80.0, -1.0), "C")?;
        let hours = checked("hours", self.hours, (0.0, 50_000.0), "h")?;
        Ok((at_c <= -20.0 && hours >= 168.0)
            || (self.solid_at_35 && at_c <= -35.0 && hours >= 15.0)
            || (self.solid_at_35 && at_c <= -20.0 && hours >= 24.0))
    }
}

impl Warmth {
    /// Whether a histamine fish is to be refused (`FDA-HAZARDS-SCOMBROID`): above 4.4 C at most
    /// 4 h when it was ever above 21 C, else 8 h; 12 and 24 h when it had been frozen.
    ///
    /// # Errors
    /// [`InputError`] for negative hours and temperatures no dock has.
    pub fn spoils(&self) -> Result<bool, InputError> {
        let hours = checked("hours", self.hours, (0.0, 1000.0), "h")?;
        let warmest_c = checked("warmest_c", self.warmest_c, (-40.0, 60.0), "C")?;
        let most = match (warmest_c > 21.0, self.was_frozen) {
            (true, false) => 4.0,
            (false, false) => 8.0,
            (true, true) => 12.0,
            (false, true) => 24.0,
        };
        Ok(hours > most)
    }
}

/// The tunas that `FOOD-CODE-3-402.11(B)` exempts, by scientific name.
const EXEMPT_TUNAS: [&str; 6] = [
    "Thunnus alalunga",
    "Thunnus albacares",
    "Thunnus atlanticus",
    "Thunnus maccoyii",
    "Thunnus obesus",
    "Thunnus thynnus",
];

/// Whether the fish need not be frozen before it is eaten raw.
pub fn exempt_tuna(species: &Species) -> bool {
    EXEMPT_TUNAS.contains(&species.scientific.as_str())
}

/// Everything there is to say about this fish for this eater at this target.
///
/// # Errors
/// As [`Freezing::kills_parasites`] and [`Warmth::spoils`].
pub fn notices(
    species: &Species,
    eater: Eater,
    target: Band,
    record: ParasiteRecord,
    warmth: Option<Warmth>,
) -> Result<Vec<Notice>, InputError> {
    let mut said = Vec::new();
    let mut say = |code, severity, message| {
        said.push(Notice {
            code,
            severity,
            message,
        })
    };
    if species.has(Hazard::Histamine) {
        match warmth.map(|w| w.spoils()).transpose()? {
            Some(true) => say(
                "histamine_refuse",
                Severity::Refuse,
                "Too long out of the cold: histamine may have built up. Cooking and freezing do \
                 not undo it. Do not serve it.",
            ),
            Some(false) => {}
            None => say(
                "histamine",
                Severity::Note,
                "Builds histamine when it is not kept cold from the catch on, and cooking does \
                 not undo it. Ask how it was kept.",
            ),
        }
    }
    // What does not kill worms needs a record: at 60 C for a minute they are dead.
    let cooked = target.low_c >= safety::PARASITE_C;
    let raw = !cooked && !exempt_tuna(species);
    let clear = match record {
        ParasiteRecord::Unknown => false,
        ParasiteRecord::Farmed => true,
        ParasiteRecord::Frozen(freezing) => freezing.kills_parasites().within("freezing")?,
    };
    if raw && species.has(Hazard::Parasites) && !clear {
        say(
            "parasites",
            Severity::Warn,
            match record {
                ParasiteRecord::Frozen(_) => {
                    "Not frozen cold or long enough to kill parasites, and this target does not \
                     kill them either."
                }
                _ => {
                    "Wild fish can carry worms, and this target does not kill them. Use fish that \
                     was frozen for it, or cook it further."
                }
            },
        );
    } else if raw && matches!(record, ParasiteRecord::Unknown) && species.farmed {
        say(
            "parasites_ask",
            Severity::Note,
            "Farmed on pellet feed it need not be frozen first. Ask the seller to say so.",
        );
    }
    let below_code = target.low_c < safety::FOOD_CODE_C;
    match eater {
        Eater::AtRisk if below_code => say(
            "at_risk_below_code",
            Severity::Warn,
            "Below the food-safety figure, and someone at risk eats. Choose the food-safety \
             target.",
        ),
        Eater::Everyone if below_code => say(
            "advisory",
            Severity::Advise,
            "Below the food-safety figure: tell guests that undercooked fish may raise the risk \
             of illness.",
        ),
        _ => {}
    }
    match (species.mercury, eater) {
        (Mercury::High, Eater::AtRisk) => say(
            "mercury_refuse",
            Severity::Refuse,
            "High in mercury: not in pregnancy and not for small children.",
        ),
        (Mercury::High, Eater::Everyone) => say(
            "mercury",
            Severity::Advise,
            "High in mercury: not in pregnancy and not for small children.",
        ),
        (Mercury::Some, Eater::AtRisk) => say(
            "mercury_some",
            Severity::Advise,
            "Some mercury: in pregnancy and for small children once a week at most.",
        ),
        _ => {}
    }
    if species.has(Hazard::ReefToxin) {
        say(
            "reef_toxin",
            Severity::Warn,
            "From warm reefs it can carry a toxin that neither cooking nor freezing destroys. \
             Ask where it was caught and heed local warnings.",
        );
    }
    if species.has(Hazard::WaxEsters) {
        say(
            "wax_esters",
            Severity::Warn,
            "Its oil is not digested and can purge. Small portions; grill or roast so that the \
             oil runs off, and tell the eater.",
        );
    }
    said.sort_by_key(|notice| std::cmp::Reverse(notice.severity));
    Ok(said)
}

/// A word about handling that belongs to the board, not to the plate.
pub fn spines(species: &Species, whole: bool) -> Option<Notice> {
    (whole && species.has(Hazard::Spines)).then_some(Notice {
        code: "spines",
        severity: Severity::Warn,
        message: "Its fins stab: clip them first, away from you.",
    })
}
