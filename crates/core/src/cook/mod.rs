//! A cook under way: a plan, what has happened since, and the time, folded into what is so now, what comes next and
//! what is best done about it.
//!
//! Everything is a pure function of those three. Events ([`Event`]) make the course (what the faces saw, stage after
//! stage); the one run goes along it, for the piece as asked and for the members of the belief; what was seen
//! weighs the belief ([`crate::belief::Belief`]); the likeliest piece is run finely, and says when to turn, when it is
//! off and what will have become of it. Early and late are the tenths of the belief.
//!
//! Limits: a cue shifts times by what is usual for such a piece and fire, not by what never happens; a food-safety
//! figure is never brought forward by what is seen or felt, only by two spots of a probe that agree (`release`), and
//! nothing is served below it (`gate`) or after it stood too long (`holding`) unless the cook says to know.

mod advice;
mod alarm;
mod answer;
mod ask;
mod asked;
mod believe;
mod came_out;
mod clock;
mod coat;
mod course;
mod cue;
mod event;
mod fire;
mod fold;
mod gate;
mod holding;
mod next;
mod order;
mod probe;
mod release;
mod say;
mod seen;
mod shared;
mod standing;
mod to_come;
mod trace;

pub use advice::{Advice, Could};
pub use alarm::Alarm;
pub use answer::{Learned, PromiseTold, Spread, Standing};
pub use ask::Askable;
pub use asked::{BesideCook, CookAsked, MOST_EVENTS, MOST_HEATS};
pub use came_out::{CameOut, Middle, Moist, SkinOut, Stuck};
pub use clock::{from_in, has_ended};
pub use course::Phase;
pub use cue::CueKey;
pub use event::{Event, Happened};
pub use gate::wrongly_served;
pub use holding::Holding;
pub use next::{Late, Next};
pub use order::{LeftOut, in_order};
pub use probe::{Hidden, HiddenAsked};
pub use say::{Because, Blame};
pub use standing::cook;
pub use trace::TracePoint;
