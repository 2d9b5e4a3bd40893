//! What can hurt the eater, and what is said of it: refused, warned of or left alone. The same
//! function speaks at the counter, in a ranking, on a card and on the command line; what a rule says
//! and by which section stands in `rules`.
//!
//! Sources (all from memory): `FOOD-CODE-3-401.11` (the figure), `FOOD-CODE-3-402.11` and
//! `EU-853-PARASITES` (freezing against parasites, and what is exempt), `FOOD-CODE-3-501.16`
//! (out of the cold), `FOOD-CODE-3-603.11` (advisory), `FDA-HAZARDS-SCOMBROID` (histamine),
//! `FDA-EPA-ADVICE` (mercury).

use super::apart::{Apart, ApartKind};
use super::freshness;
use super::keeping::Since;
use super::known::{Eaters, Guests, Heated, Known};
use super::parasites::parasites;
use super::rules::{Notice, Severity};
use super::species::{Danger, Hazard, Mercury};
use crate::InputError;
use crate::target::Rules;
use crate::target::safety::{self, out_of_cold};

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
    if heated.aim().is_some()
        && let Some(code) = parasites(known, rules, heated)?
    {
        let mut notice = Notice::by(code, rules);
        // At home it is a warning; whoever serves others does not offer living worms.
        if guests.served {
            notice.severity = Severity::Refuse;
        }
        said.push(notice);
    }
    let mut say = |code: &str| said.push(Notice::by(code, rules));
    let has = |hazard| known.species.is_some_and(|fish| fish.has(hazard));

    if heated.aim().is_some() {
        let promises = heated.promises(known.stuffed);
        if guests.eaters.at_risk() && !promises {
            say("at_risk_below_code");
        } else if !heated.meets(known.stuffed) {
            say("below_food_code");
        }
        if known.stuffed {
            say(if heated.meets(true) {
                "stuffed_figure"
            } else {
                "stuffed"
            });
        }
        if let Heated::Planned { safety, .. } = heated {
            if guests.eaters.at_risk() {
                say("local_rules");
            }
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
        _ if for_children && known.unchecked(Danger::Mercury) => say("mercury_unknown"),
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
    let unchecked = Danger::ALL.iter().filter(|one| known.unchecked(**one));
    let unchecked: Vec<&str> = unchecked.map(|one| one.name()).collect();
    if !unchecked.is_empty() {
        let mut notice = Notice::by("unknown_fish", rules);
        notice.message = notice.message.replace("{dangers}", &in_a_row(&unchecked));
        said.push(notice);
    } else if known.species.is_some_and(|fish| fish.own) {
        said.push(Notice::by("by_your_word", rules));
    }
    let mut say = |code: &str| said.push(Notice::by(code, rules));
    if has(Hazard::FineBones) && !known.bones_and_all {
        say("fine_bones");
    }
    if known.whole && has(Hazard::Spines) {
        say("spines");
    }
    said.sort_by_key(|notice| std::cmp::Reverse(notice.severity));
    Ok(said)
}

/// One, two and three.
fn in_a_row(words: &[&str]) -> String {
    match words {
        [] => String::new(),
        [one] => (*one).to_owned(),
        [others @ .., last] => format!("{} and {last}", others.join(", ")),
    }
}

/// What a fish is that is not to be planned, by what it is called or by what its kitchen says of it.
fn set_apart(known: &Known<'_>, rules: Rules) -> Vec<Notice> {
    let Some(fish) = known.species.filter(|fish| fish.own) else {
        return vec![];
    };
    let names = fish.aliases.iter().chain([&fish.name, &fish.scientific]);
    let mut said: Vec<Notice> = names
        .filter_map(|name| Apart::called(name))
        .map(|apart| {
            let code = match apart.kind {
                ApartKind::Never => "never_served",
                ApartKind::NotCovered => "not_covered",
                ApartKind::Care => "handle_with_care",
            };
            Notice {
                message: apart.says.clone(),
                ..Notice::by(code, rules)
            }
        })
        .collect();
    said.dedup_by(|a, b| a.message == b.message);
    if fish.has(Hazard::Poison) {
        said.push(Notice::by("poison", rules));
    }
    said
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
/// Raw fish that was so hot for so long is thrown away, C and h. common practice, no source.
const HOT_C: f64 = 35.0;
const HOT_H: f64 = 1.0;
/// Without air a germ grows above the one, and fast above the other, C; so long is too long, h. From memory, medium
/// confidence.
const VACUUM_C: f64 = 3.0;
const VACUUM_H: f64 = 240.0;
const VACUUM_WARM_C: f64 = 5.0;
const VACUUM_WARM_H: f64 = 120.0;
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
    let histamine = known.may_have(Hazard::Histamine, Danger::Histamine);
    let mut said = set_apart(known, rules);
    let looks = known.looks;
    if let Some(code) = freshness::past(known.species, looks, keeping)? {
        said.push(Notice::by(code, rules));
    }
    let (cold_c, most_h) = out_of_cold(rules);
    if keeping.hours_from(HOT_C) > HOT_H {
        said.push(Notice::by("kept_hot", rules));
    }
    if keeping.refrozen(cold_c) {
        said.push(Notice::by("refrozen", rules));
    }
    if known.vacuum {
        let warm = keeping.hours_above(VACUUM_C) > VACUUM_H
            || keeping.hours_above(VACUUM_WARM_C) >= VACUUM_WARM_H;
        said.push(Notice::by(
            if warm { "vacuum_warm" } else { "vacuum_cold" },
            rules,
        ));
    }
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
    let whole_record = known.since == Since::Catch;
    let fit = said.iter().all(|notice| !notice.refuses())
        && known
            .species
            .is_none_or(|fish| !freshness::at_its_end(fish, keeping));
    // What is left of a limit is said beside no rule that is broken, nor of a record that leaves out what was before.
    if keeping.is_known() && fit && (out || (histamine && whole_record)) {
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
    if !(keeping.is_known() && whole_record)
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
