//! Liquids, fats, sauces: a recipe at its own size, scaled.

use super::answer::Amount;
use super::doing::Part;
use super::pantry::Thing;
use super::rows::Item;
use crate::InputError;
use crate::kit::Allergen;

/// So many times a recipe, and why.
#[derive(Debug, Clone)]
pub struct Scaled {
    pub part: Part,
    pub of: String,
    pub times: f64,
    pub how: String,
    pub source: String,
}

/// So much of a thing.
pub fn amount(thing: &Thing, name: Option<&str>, g: f64, scale: &Scaled) -> Amount {
    let what = name.unwrap_or(&thing.name);
    let liquid = is_liquid(thing);
    Amount {
        part: scale.part,
        of: scale.of.clone(),
        key: thing.key.clone(),
        what: what.to_owned(),
        g,
        ml: liquid.then(|| g / thing.g_ml),
        count: thing.each_g.map(|each| g / each),
        spoons: thing.spoons(g),
        how: scale.how.clone(),
        source: scale.source.clone(),
        allergens: Allergen::named_in(what),
    }
}

/// A recipe, so many times.
///
/// # Errors
/// An item of the recipe that is not in the pantry, or without an amount.
pub fn scaled(items: &[Item], scale: &Scaled) -> Result<Vec<Amount>, InputError> {
    items
        .iter()
        .map(|item| {
            let g = item.grams()? * scale.times;
            Ok(amount(item.thing()?, item.name.as_deref(), g, scale))
        })
        .collect()
}

/// Measured in a jug.
fn is_liquid(thing: &Thing) -> bool {
    const POURS: [&str; 15] = [
        "water",
        "iced_water",
        "beer",
        "spirit",
        "milk",
        "cream",
        "vinegar",
        "wine",
        "lemon_juice",
        "soy",
        "neutral_oil",
        "olive_oil",
        "frying_oil",
        "clarified_butter",
        "stock",
    ];
    POURS.contains(&thing.key.as_str())
}
