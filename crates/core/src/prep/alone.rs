//! A side without a fish.

use super::answer::Amount;
use super::asked::SideAsked;
use super::clock::in_order;
use super::doing::Doing;
use super::rows::{Keyed, Side};
use super::side::{need, side};
use crate::InputError;
use crate::kit::Allergen;

/// A side for itself: what goes into it, its acts until it is on the plate, and how long it keeps.
#[derive(Debug, Clone)]
pub struct SideAlone {
    /// What it is called.
    pub name: String,
    /// What goes into it.
    pub amounts: Vec<Amount>,
    /// What is done, s before it is on the plate.
    pub acts: Vec<Doing>,
    /// It may stand so long, s.
    pub keeps_s: f64,
    /// What is in it that some must avoid.
    pub allergens: Vec<Allergen>,
}

/// A side without a fish, for so many: what others fry in what the fish left has a fryer of its own here.
///
/// # Errors
/// An unknown side, one of one's own without a name or without acts, and times out of range.
pub fn side_alone(asked: &SideAsked, people: u32) -> Result<SideAlone, InputError> {
    /// Of one's own nobody said how long it may stand. common practice, no source.
    const KEEPS_S: f64 = 300.0;
    let companion = side(asked, people)?;
    let mut acts = vec![];
    if let Some(after) = companion.after {
        let list = Side::find(&asked.kind).map_or("pans", |row| {
            let fried = row
                .act
                .iter()
                .any(|act| act.at_c.is_some_and(|c| c > 150.0));
            if fried { "fryers" } else { "pans" }
        });
        let mut last = after.until(0.0);
        let (from, to) = (last[0].act.at_s(), 0.0);
        last[0].act.needs.extend(need(list, to));
        acts.extend(companion.before.until(from));
        acts.extend(last);
    } else {
        acts.extend(companion.before.until(0.0));
    }
    let keeps_s = acts.last().and_then(|doing| doing.act.may_wait_s);
    let mut allergens: Vec<Allergen> = companion
        .amounts
        .iter()
        .flat_map(|one| one.allergens.clone())
        .collect();
    allergens.sort();
    allergens.dedup();
    Ok(SideAlone {
        name: companion.name,
        amounts: companion.amounts,
        acts: in_order(acts),
        keeps_s: keeps_s.unwrap_or(KEEPS_S),
        allergens,
    })
}
