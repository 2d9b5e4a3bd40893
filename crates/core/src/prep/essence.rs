//! What is done, read without doing it: what is in it that some must avoid, and all of it in a line.

use super::asked::{Preparation, Thaw};
use super::pantry::Thing;
use super::rows::{Coat, Item, Keyed, Marinade, Mixture, School, Side};
use crate::fish::{Piece, State};
use crate::kit::Allergen;

/// What is in all that is done that some must avoid; of a coat only where the way takes it. A key that is none holds nothing.
pub fn contains(done: &Preparation, kind: &str) -> Vec<Allergen> {
    let done = &done.clone().for_way(kind);
    let coat = done
        .coat
        .as_ref()
        .and_then(|coat| Some((coat, Coat::find(&coat.kind).ok()?)));
    let mut items: Vec<&Item> = vec![];
    let mut words: Vec<&str> = vec![];
    if let Some((asked, row)) = coat {
        words.extend(
            row.dust
                .iter()
                .filter_map(|dust| Some(Thing::find(&dust.of).ok()?.name.as_str())),
        );
        words.extend(asked.own.iter().map(|item| item.what.as_str()));
        // One's own stands in place of what the row has.
        items.extend(row.items.iter().filter(|_| asked.own.is_empty()));
    }
    if let Some(row) = done
        .marinade
        .as_ref()
        .and_then(|one| Marinade::find(&one.kind).ok())
    {
        items.extend(&row.per_kg);
    }
    let liquid = done.liquid.iter().map(|one| one.kind.as_str());
    let mixed = done
        .sauces
        .iter()
        .chain(&done.fats)
        .map(|one| one.kind.as_str());
    for row in liquid
        .chain(mixed)
        .filter_map(|kind| Mixture::find(kind).ok())
    {
        items.extend(&row.items);
    }
    for side in &done.sides {
        words.extend(side.items.iter().map(|item| item.what.as_str()));
        if let Ok(row) = Side::find(&side.kind) {
            items.extend(row.per_person.iter().chain(&row.flat));
        }
    }
    for item in items {
        match &item.name {
            Some(name) => words.push(name),
            None => words.extend(item.thing().map(|thing| thing.name.as_str())),
        }
    }
    let mut all: Vec<Allergen> = words.into_iter().flat_map(Allergen::named_in).collect();
    all.sort();
    all.dedup();
    all
}

/// All that is done, in a line; empty where nothing was said. What is read here has been read before: a key that is none says
/// nothing.
pub fn essence(begins: &Piece, done: &Preparation) -> String {
    let mut all: Vec<String> = vec![];
    if begins.state == State::Thawed && done.thaw == Thaw::Water {
        all.push("thawed in cold water".to_owned());
    }
    if let Some(row) = done
        .salt
        .as_ref()
        .and_then(|salt| School::find(&salt.school).ok())
    {
        all.push(format!("salt: {}", row.name.to_lowercase()));
    }
    if let Some(row) = done
        .marinade
        .as_ref()
        .and_then(|one| Marinade::find(&one.kind).ok())
    {
        all.push(format!("marinade: {}", row.name));
    }
    if done.temper_min > 0.0 {
        all.push(format!("{:.0} min out of the fridge", done.temper_min));
    }
    if let Some(row) = done
        .coat
        .as_ref()
        .and_then(|coat| Coat::find(&coat.kind).ok())
    {
        all.push(row.name.to_lowercase());
    }
    let mixed = done
        .liquid
        .iter()
        .map(|one| &one.kind)
        .chain(done.sauces.iter().chain(&done.fats).map(|one| &one.kind));
    for row in mixed.filter_map(|kind| Mixture::find(kind).ok()) {
        all.push(row.name.to_lowercase());
    }
    for side in &done.sides {
        let row = Side::find(&side.kind).map(|row| row.name.to_lowercase());
        all.extend(row.ok().or_else(|| side.name.clone()));
    }
    let mut line = all.join("; ");
    if let Some(first) = line.get_mut(0..1) {
        first.make_ascii_uppercase();
    }
    line
}
