//! The errors of the things that a way is cooked on: of what each is an error, and what was learned of them.

use super::settings::Chosen;
use crate::InputError;
use crate::fish::Piece;
use crate::kit::{Kitchen, LearnedOf, Shelf, ThingAsked};
use crate::run::{Fire, Off, Programme, Touch, Truth};

/// On the things that are used as they were learned to be. Who knows nothing of them cooks on what they are set to.
pub(super) fn as_learned(
    programme: Programme,
    piece: &Piece,
    chosen: &Chosen,
    kitchen: &Kitchen,
) -> Result<Programme, InputError> {
    let asked = Truth::asked(piece);
    let (mut truth, mut sure) = (asked, vec![]);
    for (shelf, key) in chosen.things() {
        let learned = kitchen.kit.learned(shelf, key);
        let (fire, touch, heats) = off_by(shelf, programme.fire);
        truth = truth.with(&ThingAsked::off(learned), fire, touch, heats)?;
        sure.extend(learned.iter().filter_map(|learned| {
            let off = match learned.what {
                LearnedOf::Kelvins => Off::Kelvins(fire?),
                LearnedOf::Contact => Off::Contact(touch?),
                LearnedOf::Recovery => heats.then_some(Off::Recovery)?,
            };
            Some((off, learned.sd))
        }));
    }
    Ok(if truth == asked && sure.is_empty() {
        programme
    } else {
        programme.as_learned(&truth, sure)
    })
}

/// What an error of a thing is an error of: of which fire, of what touches the fish, of how fast it comes back.
pub(crate) fn off_by(shelf: Shelf, fire: Fire) -> (Option<Fire>, Option<Touch>, bool) {
    match shelf {
        Shelf::Pans => (Some(Fire::Pan), Some(Touch::Solid), false),
        Shelf::RidgedPans => (Some(fire), Some(Touch::Solid), false),
        Shelf::Hobs => (None, None, true),
        Shelf::Ovens | Shelf::Broilers => (Some(Fire::Oven), Some(Touch::Air), false),
        Shelf::Wares => (None, Some(Touch::Solid), false),
        Shelf::Fryers => (Some(Fire::Oil), Some(Touch::Liquid), true),
        Shelf::Pots => (Some(Fire::Liquid), Some(Touch::Liquid), false),
        Shelf::Steamers => (None, Some(Touch::Liquid), false),
        Shelf::Grates => (Some(Fire::Grill), Some(Touch::Solid), false),
        Shelf::Baskets | Shelf::Stands | Shelf::Presses | Shelf::Fats => (None, None, false),
    }
}
