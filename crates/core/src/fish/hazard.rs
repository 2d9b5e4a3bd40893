//! What can hurt the eater, and what is said of it: refused, warned of or left alone. The same
//! function speaks at the counter, in a ranking, on a card and on the command line; what a rule says
//! and by which section stands in `rules`.
//!
//! Sources (all from memory): `FOOD-CODE-3-401.11` (the figure), `FOOD-CODE-3-402.11` and
//! `EU-853-PARASITES` (freezing against parasites, and what is exempt), `FOOD-CODE-3-501.16`
//! (out of the cold), `FOOD-CODE-3-603.11` (advisory), `FDA-HAZARDS-SCOMBROID` (histamine),
//! `FDA-EPA-ADVICE` (mercury).

use super::freshness::{self, Looks};
use super::keeping::Keeping;
use super::rules::Notice;
use super::species::{Hazard, Mercury, Species};
use crate::quantity::checked;
use crate::target::safety::{self, out_of_cold};
use crate::target::{Aim, Goal, Rules, Safety};
use crate::{InputError, Within};
use serde::{Deserialize, Serialize};

/// Who eats.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum Eaters {
    /// Anyone.
    #[default]
    Everyone,
    /// Someone old, ill or with weak immunity is among them: germs count.
    OldOrIll,
    /// Someone pregnant or a small child: germs and mercury count.
    PregnantOrSmallChild,
}

impl Eaters {
    /// Whether undercooked fish is not for them.
    pub fn at_risk(self) -> bool {
        self != Self::Everyone
    }
}

/// Where a fish comes from.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum Origin {
    /// Nobody has said.
    #[default]
    Unknown,
    /// Caught.
    Wild,
    /// Farmed, and the seller says so.
    Farmed,
}

/// What is in the belly of a whole fish.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum Cavity {
    /// Nothing.
    #[default]
    Emptied,
    /// Stuffed.
    Stuffed,
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

impl Freezing {
    /// Holds it to what a freezer does.
    ///
    /// # Errors
    /// [`InputError`] (out of range).
    pub fn check(&self) -> Result<(), InputError> {
        checked("at_c", self.at_c, (-80.0, -1.0), "C")?;
        checked("hours", self.hours, (0.0, 50_000.0), "h").map(drop)
    }

    /// Whether it is as the rules ask; the two sets are never mixed.
    ///
    /// US, `FOOD-CODE-3-402.11(A)`: -20 C for 168 h; frozen solid at -35 C and 15 h there; frozen
    /// solid at -35 C and 24 h at -20 C. EU and UK, `EU-853-PARASITES`: -20 C for 24 h, or -35 C for
    /// 15 h, in all parts.
    ///
    /// # Errors
    /// As [`Freezing::check`].
    pub fn kills_parasites(&self, rules: Rules) -> Result<bool, InputError> {
        self.check()?;
        let Self {
            at_c,
            hours,
            solid_at_35,
        } = *self;
        Ok(match rules {
            Rules::Us => {
                (at_c <= -20.0 && hours >= 168.0)
                    || (solid_at_35 && at_c <= -35.0 && hours >= 15.0)
                    || (solid_at_35 && at_c <= -20.0 && hours >= 24.0)
            }
            Rules::EuUk => (at_c <= -20.0 && hours >= 24.0) || (at_c <= -35.0 && hours >= 15.0),
        })
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

/// Whether the US rules let the fish be eaten raw without freezing.
pub fn exempt_tuna(species: &Species) -> bool {
    EXEMPT_TUNAS.contains(&species.scientific.as_str())
}

/// What is known of a fish before it is cooked.
#[derive(Debug, Clone, Copy)]
pub struct Known<'a> {
    /// Which fish; none when only a composition is known.
    pub species: Option<&'a Species>,
    /// How it was kept.
    pub keeping: &'a Keeping,
    /// How it was frozen, if it was.
    pub freezing: Option<Freezing>,
    /// Wild or farmed.
    pub origin: Origin,
    /// What was seen of it.
    pub looks: Option<&'a Looks>,
    /// Temperature now, C.
    pub start_c: Option<f64>,
    /// Mass of a portion, g.
    pub mass_g: Option<f64>,
    /// It lies there whole, fins and all.
    pub whole: bool,
    /// It is eaten bones and all.
    pub bones_and_all: bool,
    /// It is stuffed.
    pub stuffed: bool,
}

/// Who eats, and by whose rules.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default)]
pub struct Guests {
    /// Who eats.
    pub eaters: Eaters,
    /// Whose rules.
    pub rules: Rules,
}

/// How hot it is to become, or becomes.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum Heated<'a> {
    /// Nothing is decided.
    Undecided,
    /// A target, not yet planned.
    Aimed(&'a Aim),
    /// A plan for a target and what it does to the coldest point.
    Planned {
        /// The target.
        aim: &'a Aim,
        /// What the coldest point goes through.
        safety: &'a Safety,
        /// Its highest temperature, C.
        core_peak_c: f64,
        /// A slow piece meets the figure as well.
        promised: bool,
    },
}

/// The least that is asked of a piece, C: the figure for fish, or that for stuffed fish.
pub fn figure_c(stuffed: bool) -> f64 {
    if stuffed {
        safety::STUFFED_C
    } else {
        safety::FOOD_CODE_C
    }
}

impl Heated<'_> {
    fn aim(&self) -> Option<&Aim> {
        match self {
            Self::Undecided => None,
            Self::Aimed(aim) | Self::Planned { aim, .. } => Some(aim),
        }
    }

    /// Worms are dead: 60 C for a minute, or the figure.
    fn kills_parasites(&self) -> bool {
        match self {
            Self::Undecided => false,
            Self::Aimed(aim) => aim.band.low_c >= safety::FOOD_CODE_C,
            Self::Planned { safety, .. } => safety.parasite_60c_1min || safety.food_code_63c_15s,
        }
    }

    /// The figure is met by the piece as asked.
    fn meets(&self, stuffed: bool) -> bool {
        match self {
            Self::Undecided => false,
            Self::Aimed(aim) => aim.band.low_c >= figure_c(stuffed),
            Self::Planned { core_peak_c, .. } if stuffed => *core_peak_c >= safety::STUFFED_C,
            Self::Planned { safety, .. } => safety.food_code_63c_15s,
        }
    }

    /// And by a slow piece as well: what eaters at risk are owed.
    fn promises(&self, stuffed: bool) -> bool {
        let aim = self.aim();
        let figure = aim.is_some_and(|aim| matches!(aim.goal, Goal::Figure(_)));
        let slow = !matches!(
            self,
            Self::Planned {
                promised: false,
                ..
            }
        );
        figure && slow && self.meets(stuffed)
    }
}

/// Everything there is to say about this fish for these guests, so cooked; the gravest first.
///
/// # Errors
/// [`InputError`] for a freezing no freezer does and for looks that are not in the list.
pub fn notices(
    known: &Known<'_>,
    guests: Guests,
    heated: Heated<'_>,
) -> Result<Vec<Notice>, InputError> {
    let rules = guests.rules;
    let mut said = kept(known, rules)?;
    let mut say = |code: &str| said.push(Notice::by(code, rules));
    let unknown = known.species.is_none_or(|fish| !fish.hazards_known);
    let has = |hazard| known.species.is_some_and(|fish| fish.has(hazard));

    if heated.aim().is_some() {
        if let Some(code) = parasites(known, rules, heated)? {
            say(code);
        }
        let promises = heated.promises(known.stuffed);
        if guests.eaters.at_risk() && !promises {
            say("at_risk_below_code");
        } else if !heated.meets(known.stuffed) {
            say("below_food_code");
        }
        if known.stuffed && !heated.meets(true) {
            say("stuffed");
        }
        if let Heated::Planned { safety, .. } = heated {
            let asks = rules == Rules::EuUk && guests.eaters.at_risk() && promises;
            if asks && safety.listeria_log < 6.0 {
                say("uk_cook");
            }
            if has(Hazard::Serum) && !heated.kills_parasites() {
                say("serum");
            }
        } else if has(Hazard::Serum)
            && heated
                .aim()
                .is_some_and(|aim| aim.band.low_c < safety::PARASITE_C)
        {
            say("serum");
        }
    }
    let for_children = guests.eaters == Eaters::PregnantOrSmallChild;
    match known.species.map(|fish| fish.mercury) {
        Some(Mercury::High) if for_children => say("mercury_refuse"),
        Some(Mercury::High) => say("mercury"),
        Some(Mercury::Some) if for_children => say("mercury_some"),
        _ => {}
    }
    if has(Hazard::ReefToxin) {
        say("reef_toxin");
    }
    if has(Hazard::WaxEsters) {
        say("wax_esters");
        if known.mass_g.is_some_and(|g| g > WAX_PORTION_G) {
            say("wax_portion");
        }
    }
    if unknown {
        say("unknown_fish");
    }
    if has(Hazard::FineBones) && !known.bones_and_all {
        say("fine_bones");
    }
    if known.whole && has(Hazard::Spines) {
        say("spines");
    }
    said.sort_by_key(|notice| std::cmp::Reverse(notice.severity));
    Ok(said)
}

/// Most of a fish with wax esters that is served at once, g. From memory, low confidence.
const WAX_PORTION_G: f64 = 100.0;
/// Fresh fish lies on melting ice, no warmer than this, C, but for so many hours in all. common
/// practice, no source, for where the line is drawn.
const ON_ICE_C: f64 = 3.0;
const OFF_ICE_H: f64 = 12.0;
/// Histamine builds above this, C (40 F).
const HISTAMINE_C: f64 = 4.4;
/// Faster above this, C (70 F).
const HISTAMINE_WARM_C: f64 = 21.0;
/// Fish that starts warmer than this was out of the cold for a while, C; and than this, for long.
/// common practice, no source.
const WARM_C: f64 = 15.0;
const VERY_WARM_C: f64 = 25.0;
/// A record explains a temperature that lies so little above it, K.
const EXPLAINS_K: f64 = 5.0;

/// What follows from how it was kept, whatever is done with it: the strictest limit that is broken
/// speaks first; within all of them the hours left of the shortest.
///
/// # Errors
/// As [`notices`].
pub fn kept(known: &Known<'_>, rules: Rules) -> Result<Vec<Notice>, InputError> {
    let keeping = known.keeping;
    let unknown = known.species.is_none_or(|fish| !fish.hazards_known);
    let histamine = unknown
        || known
            .species
            .is_some_and(|fish| fish.has(Hazard::Histamine));
    let mut said = Vec::new();
    let looks = known.looks;
    if let Some(code) = freshness::past(known.species, looks, keeping)? {
        said.push(Notice::by(code, rules));
    }
    let (cold_c, most_h) = out_of_cold(rules);
    let mut limits = vec![("out_of_cold", keeping.hours_above(cold_c), most_h)];
    if histamine {
        let warm = keeping.warmest_c().is_some_and(|c| c > HISTAMINE_WARM_C);
        let most_h = match (warm, keeping.frozen_first(HISTAMINE_C)) {
            (true, false) => 4.0,
            (false, false) => 8.0,
            (true, true) => 12.0,
            (false, true) => 24.0,
        };
        limits.push(("histamine_refuse", keeping.hours_above(HISTAMINE_C), most_h));
    }
    limits.sort_by(|a, b| a.2.total_cmp(&b.2));
    let broken = |limit: &&(&str, f64, f64)| limit.1 > limit.2;
    said.extend(limits.iter().filter(broken).map(|(code, used_h, _)| {
        let notice = Notice::by(code, rules).hours(*used_h);
        Notice {
            hours_left: Some(0.0),
            ..notice
        }
    }));
    let out = limits.iter().any(|limit| limit.1 > 0.0);
    if keeping.is_known() && (out || histamine) && !limits.iter().any(|limit| limit.1 > limit.2) {
        let left = limits.iter().map(|(_, used, most)| most - used);
        let left_h = left.fold(f64::INFINITY, f64::min);
        let notice = Notice::by("within_limit", rules).hours(left_h);
        said.push(Notice {
            hours_left: Some(left_h),
            ..notice
        });
    }
    let off_ice_h = keeping.hours_above(ON_ICE_C);
    if off_ice_h > OFF_ICE_H && said.iter().all(|notice| !notice.refuses()) {
        said.push(Notice::by("not_on_ice", rules).hours(off_ice_h));
    }
    if !keeping.is_known()
        && known
            .species
            .is_some_and(|fish| fish.has(Hazard::Histamine))
    {
        said.push(Notice::by("histamine_ask", rules));
    }
    if let Some(start_c) = known.start_c {
        let explained = keeping
            .warmest_c()
            .is_some_and(|c| c >= start_c - EXPLAINS_K);
        if start_c > VERY_WARM_C && !explained {
            said.push(Notice::by("warm_ask", rules));
        } else if start_c > WARM_C && !explained {
            said.push(Notice::by("start_warm", rules));
        }
    }
    Ok(said)
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
    let unknown = known.species.is_none_or(|fish| !fish.hazards_known);
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

fn parasites(
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
