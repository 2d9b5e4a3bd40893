//! What may be done: fish is not served below what was promised, nor after it stood too long.
//!
//! An event that says so all the same is left out with a word, unless it says that the cook knows; the page, the command
//! line and the server ask here, so all three refuse alike.

use super::asked::CookAsked;
use super::course::Course;
use super::event::{Event, Happened};
use super::fold::{Fold, planned};
use super::order::{LeftOut, before, in_order};
use crate::heat::Track;
use crate::plan::{Cooking, Plan, prepared, tell};
use crate::{InputError, Within};

/// Servings that are looked at: whoever says more of them is not believed.
const LOOKED_AT: usize = 4;

/// Events without the servings that must not be, and those.
pub(super) fn served_rightly(
    cooking: &Cooking<'_>,
    told: &Plan,
    asked: &CookAsked,
    track: Option<&Track>,
) -> Result<(Vec<Event>, Vec<LeftOut>), InputError> {
    let mut events = asked.events.clone();
    let mut left_out = vec![];
    for looked_at in 0.. {
        let course = Course::of(&planned(cooking, told), &events, asked.now_s);
        if course.served_s.is_none() || course.knowingly {
            break;
        }
        let served = in_order(&events)
            .into_iter()
            .find(|e| {
                matches!(e.happened, Happened::Served { .. }) && Some(e.at_s) == course.served_s
            })
            .cloned();
        let Some(served) = served else { break };
        let wrong = if looked_at < LOOKED_AT {
            let asked = CookAsked {
                events: before(&events, &served.id),
                now_s: served.at_s,
                ..asked.clone()
            };
            Fold::new(cooking, told.clone(), &asked, track.cloned())?.forbids()
        } else {
            Some((
                "not_released",
                "Said too often: nothing shows that it may be served.",
            ))
        };
        let Some((code, message)) = wrong else { break };
        left_out.push(LeftOut {
            id: served.id.clone(),
            code,
            message,
        });
        events.retain(|e| e.id != served.id);
    }
    Ok((events, left_out))
}

/// Servings among the events that must not be, with why; none says that the cook knows.
///
/// # Errors
/// As [`super::cook`].
pub fn wrongly_served(asked: &CookAsked) -> Result<Vec<LeftOut>, InputError> {
    let plan = asked.checked()?;
    prepared(&plan, |cooking| {
        let told = tell(cooking, &plan)?;
        let (track, _) = super::shared::shared(cooking, &told, asked);
        Ok(served_rightly(cooking, &told, asked, track.as_ref())?.1)
    })
    .within("plan")
}
