//! What is asked of a fold.

use super::event::Event;
use crate::plan::PlanAsked;
use crate::quantity::checked;
use crate::run::FieldAsked;
use crate::{InputError, Within};

/// A cook as asked for.
#[derive(Debug, Clone)]
pub struct CookAsked {
    /// The plan that is cooked.
    pub plan: PlanAsked,
    /// What has happened.
    pub events: Vec<Event>,
    /// Now, s after the fish met the heat; negative before.
    pub now_s: f64,
    /// Sample the slice over time, as it is believed to be and to become.
    pub field: Option<FieldAsked>,
    /// Others in the same pan or bath.
    pub beside: Vec<BesideCook>,
}

/// Another cook in the same pan or bath.
#[derive(Debug, Clone)]
pub struct BesideCook {
    /// Its plan.
    pub plan: PlanAsked,
    /// What has happened to it.
    pub events: Vec<Event>,
    /// When it went in, s after this one; before below 0.
    pub in_s: f64,
}

/// No more share a pan.
const MOST_BESIDE: f64 = 7.0;
/// A cook has no more events than this: a line cook's day of probe readings.
pub const MOST_EVENTS: f64 = 5000.0;

/// Nobody turns a knob more often than this in one cook; each turn is a piece of the run of its own.
pub const MOST_HEATS: f64 = 200.0;

const HEATS: &str = "changes of the heat";

/// How often the heat was changed.
fn heats(events: &[Event]) -> f64 {
    let heats = events.iter().filter(|e| e.happened.is_new_heat());
    heats.count() as f64
}

impl CookAsked {
    /// Checks all but the plan, and answers the plan as a fold asks for it.
    pub(super) fn checked(&self) -> Result<PlanAsked, InputError> {
        checked("now_s", self.now_s, (-86400.0, 86400.0), "s")?;
        checked(
            "events",
            self.events.len() as f64,
            (0.0, MOST_EVENTS),
            "events",
        )?;
        let most = (0.0, MOST_HEATS);
        checked("events", heats(&self.events), most, HEATS)?;
        for (i, event) in self.events.iter().enumerate() {
            event.check().at("events", i)?;
        }
        if let Some(field) = self.field {
            field.check(FieldAsked::MOST).within("field")?;
        }
        checked(
            "beside",
            self.beside.len() as f64,
            (0.0, MOST_BESIDE),
            "others",
        )?;
        for (i, other) in self.beside.iter().enumerate() {
            checked("in_s", other.in_s, (-86400.0, 86400.0), "s").at("beside", i)?;
            let all = other.events.len() as f64;
            checked("events", all, (0.0, MOST_EVENTS), "events").at("beside", i)?;
            checked("events", heats(&other.events), most, HEATS).at("beside", i)?;
            for (j, event) in other.events.iter().enumerate() {
                event.check().at("events", j).at("beside", i)?;
            }
        }
        Ok(PlanAsked {
            range: false,
            field: None,
            ..self.plan.clone()
        })
    }
}
