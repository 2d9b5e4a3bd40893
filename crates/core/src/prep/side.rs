//! Sides and sauces as timed companions.

use super::answer::Amount;
use super::asked::{MixtureAsked, SideAsked};
use super::chain::Chain;
use super::doing::Part;
use super::mixture::{Scaled, amount, scaled};
use super::pantry::Thing;
use super::rows::{AtFish, Keyed, Mixture, Per, Side};
use crate::kit::Shelf;
use crate::quantity::checked;
use crate::run::{Costs, Need, Place, What};
use crate::{InputError, Within, Wrong};

/// A companion: what goes into it, what is done, when it has to be done.
pub struct Companion {
    pub part: Part,
    pub name: String,
    pub amounts: Vec<Amount>,
    /// Acts that end with the plate, or when the fish comes out.
    pub before: Chain,
    /// Acts in what the fish left, which end with the plate.
    pub after: Option<Chain>,
    /// How long those take, s.
    pub after_s: f64,
    /// Salt in all of it, g.
    pub salt_g: f64,
    /// The first lot ends when the fish goes in, else with the plate.
    pub ends: Ends,
    pub raw_egg: bool,
}

/// When the acts before have to be done.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Ends {
    Plate,
    FishIn,
    FishOut,
    /// So many seconds before the plate.
    Ahead(u32),
}

/// Which of the kit: a ring of a hob, a shelf of an oven, all of another thing.
pub fn need(list: &str, until_s: f64) -> Option<Need> {
    let shelf = [
        (Shelf::Hobs, Place::Ring),
        (Shelf::Ovens, Place::Shelf),
        (Shelf::Fryers, Place::Whole),
        (Shelf::Pans, Place::Whole),
        (Shelf::Pots, Place::Whole),
        (Shelf::Grates, Place::Whole),
        (Shelf::Broilers, Place::Whole),
    ];
    let found = shelf.into_iter().find(|(shelf, _)| shelf.list() == list)?;
    Some(Need {
        like: found.0.list(),
        thing: None,
        place: found.1,
        at_c: None,
        until_s,
    })
}

fn salt_of(amounts: &[Amount]) -> f64 {
    let salt = |one: &Amount| Thing::find(&one.key).map_or(0.0, |thing| thing.salt_share * one.g);
    amounts.iter().map(salt).sum()
}

/// A side that ships, or one's own, for so many.
///
/// # Errors
/// An unknown side, one's own without a name, without acts, with hands that take longer than the act, with a thing that no
/// kitchen has.
pub fn side(asked: &SideAsked, people: u32) -> Result<Companion, InputError> {
    if asked.kind == "own" {
        return own(asked);
    }
    let row = Side::find(&asked.kind)?;
    let n = f64::from(people);
    let scale = Scaled {
        part: Part::Side,
        of: row.key.clone(),
        times: n,
        how: format!("for one x {people}"),
        source: "common practice, no source".to_owned(),
    };
    let mut amounts = scaled(&row.per_person, &scale)?;
    amounts.extend(scaled(&row.flat, &scale)?);
    let mut before = Chain::new(Part::Side, &row.key);
    let mut after = Chain::new(Part::Side, &row.key);
    let (mut is_after, mut after_s) = (false, 0.0);
    let last = row.act.len() - 1;
    for (i, act) in row.act.iter().enumerate() {
        is_after |= act.fish == Some(AtFish::Out);
        let chain = if is_after { &mut after } else { &mut before };
        let hands_s = act.once_s + n * act.each_s;
        let lasts_s = (60.0 * act.lasts_min).max(hands_s);
        if is_after {
            after_s += lasts_s;
        }
        let doing = chain.push(act.what, act.words.as_str(), hands_s, lasts_s);
        doing.at_c = act.at_c;
        doing.cue(act.cue.as_deref()).mind(act.caution.as_deref());
        doing.takes(act.thing.as_deref().and_then(|list| need(list, lasts_s)));
        if i == 0 {
            doing.why(&row.why);
        }
        if i == last {
            doing.waits(60.0 * row.waits_min, Costs::Cools);
        }
    }
    let meets = row.act.iter().any(|act| act.fish == Some(AtFish::In));
    Ok(Companion {
        part: Part::Side,
        name: row.name.clone(),
        salt_g: salt_of(&amounts),
        amounts,
        before,
        after_s,
        ends: match (meets || row.ready_by_in, is_after) {
            (true, _) => Ends::FishIn,
            (false, true) => Ends::FishOut,
            (false, false) => Ends::Plate,
        },
        after: is_after.then_some(after),
        raw_egg: false,
    })
}

/// A side of one's own has so many acts and things at most.
const MOST: (f64, f64) = (0.0, 30.0);
/// Longest name of anything of one's own, letters.
const NAME_LETTERS: usize = 80;

fn own(asked: &SideAsked) -> Result<Companion, InputError> {
    let name = asked.name.as_deref().map(str::trim).unwrap_or_default();
    if name.is_empty() || name.chars().count() > NAME_LETTERS {
        return Err(InputError::missing("name"));
    }
    if asked.acts.is_empty() {
        return Err(InputError::missing("acts"));
    }
    checked("acts", asked.acts.len() as f64, MOST, "acts")?;
    checked("items", asked.items.len() as f64, MOST, "things")?;
    let scale = Scaled {
        part: Part::Side,
        of: name.to_owned(),
        times: 1.0,
        how: "as you wrote it".to_owned(),
        source: "your own".to_owned(),
    };
    let flour = Thing::find("flour")?;
    let mut amounts = vec![];
    for (i, item) in asked.items.iter().enumerate() {
        let g = item
            .g
            .ok_or_else(|| InputError::missing("g"))
            .at("items", i)?;
        checked("g", g, (0.0, 100_000.0), "g").at("items", i)?;
        let said = item.what.trim().to_lowercase();
        let known = Thing::all()
            .iter()
            .find(|thing| thing.key == said || thing.name == said);
        let mut one = amount(known.unwrap_or(flour), Some(item.what.trim()), g, &scale);
        if known.is_none() {
            (one.key, one.spoons, one.ml, one.count) = (String::new(), None, None, None);
        }
        amounts.push(one);
    }
    let mut before = Chain::new(Part::Side, name);
    for (i, act) in asked.acts.iter().enumerate() {
        let lasts_s =
            60.0 * checked("lasts_min", act.lasts_min, (0.0, 2880.0), "min").at("acts", i)?;
        let hands_s =
            60.0 * checked("hands_min", act.hands_min, (0.0, 240.0), "min").at("acts", i)?;
        if act.words.trim().is_empty() {
            return Err(InputError::missing("words")).at("acts", i);
        }
        if hands_s > lasts_s {
            let message = "it ends before its hands are done: let it last at least as long";
            return Err(InputError::new("lasts_min", Wrong::Order { message })).at("acts", i);
        }
        let thing = match act.thing.as_deref() {
            None => None,
            Some(list) => Some(need(list, lasts_s).ok_or_else(|| {
                let known = [
                    "hobs", "ovens", "fryers", "pans", "pots", "grates", "broilers",
                ];
                InputError::unknown("thing", list, known).at("acts", i)
            })?),
        };
        let doing = before.push(What::Adjust, act.words.trim(), hands_s, lasts_s);
        doing.takes(thing);
    }
    Ok(Companion {
        part: Part::Side,
        name: name.to_owned(),
        salt_g: salt_of(&amounts),
        amounts,
        before,
        after: None,
        after_s: 0.0,
        ends: Ends::Plate,
        raw_egg: false,
    })
}

/// A sauce or a fat, for so many or so many times.
///
/// # Errors
/// An unknown one, and times out of range.
pub fn mixture(
    asked: &MixtureAsked,
    part: Part,
    people: u32,
    pans: f64,
) -> Result<Companion, InputError> {
    let row = Mixture::find(&asked.kind)?;
    if row.part != part {
        let known = Mixture::all().iter().filter(|row| row.part == part);
        return Err(InputError::unknown(
            "kind",
            &asked.kind,
            known.map(|row| &row.key),
        ));
    }
    let n = f64::from(people);
    let (usual, said) = match row.per {
        Per::Person => (n, "people"),
        Per::Yolk => ((n / row.serves.unwrap_or(1.0)).ceil(), "egg yolk"),
        Per::Pan25cm => (pans, "pan of 25 cm, by its area"),
        Per::Litre => (1.0, "l"),
        Per::KgBones => (1.0, "kg of bones"),
        Per::KgMade => (0.1, "kg made"),
    };
    let of_them = match asked.times {
        Some(times) => checked("times", times, (0.1, 500.0), said)?,
        None => usual,
    };
    companion(row, of_them, said)
}

/// A mixture for so many of what it is scaled by.
pub fn companion(row: &Mixture, of_them: f64, said: &str) -> Result<Companion, InputError> {
    let times = of_them / row.own;
    let scale = Scaled {
        part: row.part,
        of: row.key.clone(),
        times,
        how: format!("recipe for {} {said} x {times:.2}", row.own),
        source: row.source.clone(),
    };
    let amounts = scaled(&row.items, &scale)?;
    let mut before = Chain::new(row.part, &row.key);
    if !row.words.is_empty() {
        let lasts_s = 60.0 * row.lasts_min;
        let doing = before.push(What::Mix, row.words.as_str(), row.hands_s, lasts_s);
        doing.at_c = row.not_over_c;
        doing.cue(row.cue.as_deref()).mind(row.caution.as_deref());
        doing.takes(row.thing.as_deref().and_then(|list| need(list, lasts_s)));
        doing.mind(row.rescue.as_deref());
        if let Some(ml) = row.leaves_ml {
            doing.cues.push(format!(
                "About {:.0} ml left before the butter.",
                ml * times
            ));
        }
        if let Some(days) = row.keeps_days {
            doing.cautions.push(format!(
                "Keeps {days:.0} days in the fridge; freeze it else."
            ));
        }
    }
    let ahead_s = 60.0 * (row.minutes - row.lasts_min).max(0.0);
    Ok(Companion {
        part: row.part,
        name: row.name.clone(),
        salt_g: salt_of(&amounts),
        amounts,
        before,
        after: None,
        after_s: 0.0,
        ends: Ends::Ahead(ahead_s as u32),
        raw_egg: row.raw_egg,
    })
}
