//! Worms: which fish need an answer, what counts as one, and what is said without it. Sources:
//! `FOOD-CODE-3-402.11`, `EU-853-PARASITES` (from memory).

use super::freezing::Freezing;
use super::known::{Heated, Known};
use super::species::{Danger, Hazard, Origin, Species};
use crate::target::{Goal, Rules};
use crate::{InputError, Within};

/// The tunas that `FOOD-CODE-3-402.11(B)` exempts, by scientific name.
const EXEMPT_TUNAS: [&str; 6] = [
    "Thunnus alalunga",
    "Thunnus albacares",
    "Thunnus atlanticus",
    "Thunnus maccoyii",
    "Thunnus obesus",
    "Thunnus thynnus",
];

/// Whether the US rules let the fish be eaten raw without freezing.
pub fn exempt_tuna(species: &Species) -> bool {
    EXEMPT_TUNAS.contains(&species.scientific.as_str())
}

/// Where it comes from: as somebody says, else as the name of its row does.
fn origin(known: &Known<'_>) -> Origin {
    match (known.origin, known.species) {
        (Origin::Unknown, Some(fish)) => fish.origin,
        (said, _) => said,
    }
}

/// A middle that ends below this is raw, whatever it is called, C. common practice, no source.
const RAW_BELOW_C: f64 = 35.0;

/// Whether a record answers for worms: a freezing as the rules ask, or farming on pellets.
pub fn free_of_parasites(known: &Known<'_>, rules: Rules) -> Result<bool, InputError> {
    let unknown = known.unchecked(Danger::Parasites);
    let needs = unknown
        || known.species.is_some_and(|fish| match rules {
            Rules::Us => fish.has(Hazard::Parasites) && !exempt_tuna(fish),
            // No list of exempt tunas there.
            Rules::EuUk => true,
        });
    let frozen = known
        .freezing
        .map_or(Ok(false), |freezing| freezing.kills_parasites(rules))
        .within("freezing")?;
    let in_record = known.keeping.spans().iter().any(|span| {
        let freezing = Freezing {
            at_c: span.at_c.min(-1.0),
            hours: span.hours,
            solid_at_35: false,
        };
        span.at_c <= -1.0 && freezing.kills_parasites(rules).unwrap_or(false)
    });
    let pellets = origin(known) == Origin::Farmed && known.species.is_some_and(|f| f.farmed);
    Ok(!needs || frozen || in_record || pellets)
}

pub(super) fn parasites(
    known: &Known<'_>,
    rules: Rules,
    heated: Heated<'_>,
) -> Result<Option<&'static str>, InputError> {
    if heated.kills_parasites() || free_of_parasites(known, rules)? {
        return Ok(None);
    }
    let raw = heated
        .aim()
        .is_some_and(|aim| matches!(aim.goal, Goal::Rim(_)) || aim.band.middle_c() < RAW_BELOW_C);
    let on_pellets = known.species.is_some_and(|fish| fish.farmed);
    Ok(Some(match (known.freezing, origin(known)) {
        _ if raw => "parasites_raw",
        (Some(_), _) => "parasites_freezing",
        (None, Origin::Farmed) => "parasites_farmed",
        (None, Origin::Unknown) if on_pellets => "parasites_ask",
        (None, Origin::Unknown | Origin::Wild) => "parasites",
    }))
}
