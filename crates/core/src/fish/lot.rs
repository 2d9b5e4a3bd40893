//! A lot: fish that came in together. Hours are counted from any fixed hour; the clock is the
//! caller's. Of a day without a time the caller takes the end that credits the fish least: it came in
//! as the day began, it was frozen as it ended.

use super::freezing::Freezing;
use super::freshness::{self, Looks};
use super::hazard::kept;
use super::keeping::{FROZEN_C, Keeping, Since, Span};
use super::known::Known;
use super::rules::Notice;
use super::species::{Origin, Species};
use crate::quantity::checked;
use crate::target::{Rules, safety};
use crate::{InputError, Wrong};
use serde::Serialize;

/// What is written down when it comes in.
#[derive(Debug, Clone, PartialEq)]
pub struct Lot {
    /// When it came in, h.
    pub received_h: f64,
    /// Its temperature then, C.
    pub received_c: f64,
    /// Hours it had been out of the cold by then; none when nobody has said.
    pub warm_h: Option<f64>,
    /// Kept at now, C; below -3 it is frozen.
    pub kept_c: f64,
    /// When it was frozen, if it was, h.
    pub frozen_h: Option<f64>,
    /// Frozen at, C.
    pub frozen_at_c: Option<f64>,
    /// When it was taken out to thaw, h.
    pub thawed_h: Option<f64>,
    /// To be used before this, if that is written on it, h.
    pub use_by_h: Option<f64>,
    /// It came in a vacuum pack and lies in it.
    pub vacuum: bool,
}

/// What a lot is at some time.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct LotState {
    /// Whole days since it came in.
    pub days: i64,
    /// Came in warmer than 5 C.
    pub received_warm: bool,
    /// Past its day.
    pub past_use_by: bool,
    /// Days on ice that are left at the temperature it is kept, low and high; none while it is
    /// frozen.
    pub left_days: Option<[f64; 2]>,
    /// Frozen so many hours, long and cold enough against parasites.
    pub parasites_killed: bool,
    /// How it was kept since it came in: the record that a piece of it carries.
    pub keeping: Vec<Span>,
    /// How it was frozen, if that is known.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub freezing: Option<Freezing>,
    /// Not to be used.
    pub refuse: bool,
    /// The rules that speak, the gravest first.
    pub notices: Vec<Notice>,
}

impl Lot {
    fn check(&self, now_h: f64) -> Result<(), InputError> {
        let order = |field: &str, message| Err(InputError::new(field, Wrong::Order { message }));
        if self.received_h > now_h {
            return order(
                "received",
                "it has not come in yet: that lies in the future",
            );
        }
        if self.frozen_h.is_some_and(|h| h > now_h) {
            return order("frozen", "the time it was frozen lies in the future");
        }
        if self.thawed_h.is_some_and(|h| h > now_h) {
            return order("thawed", "the time it was thawed lies in the future");
        }
        if self.thawed_h.is_some() && self.frozen_h.is_none() {
            return order("frozen", "it thawed: say when it was frozen");
        }
        if self.use_by_h.is_some_and(|h| h < self.received_h) {
            return order("use_by", "the use-by day lies before it came in");
        }
        checked("received_c", self.received_c, (-40.0, 30.0), "C")?;
        checked("kept_c", self.kept_c, (-60.0, 15.0), "C")?;
        checked("warm_h", self.warm_h.unwrap_or(0.0), (0.0, 1000.0), "h")?;
        if let Some(at_c) = self.frozen_at_c {
            checked("frozen_at_c", at_c, (-80.0, -1.0), "C")?;
            if self.frozen_h.is_none() {
                return order("frozen", "say when it was frozen");
            }
        }
        Ok(())
    }

    /// How long it was surely frozen, and at what: until it was taken out, or until now while it
    /// still is, and then at the warmer of both stores. When it thawed and nobody wrote down when,
    /// none of it counts.
    fn frozen(&self, now_h: f64) -> Option<Span> {
        let from_h = self.frozen_h?;
        let at_c = self.frozen_at_c?;
        let still = self.kept_c < FROZEN_C;
        let (to_h, at_c) = match self.thawed_h {
            Some(thawed_h) => (thawed_h, at_c),
            None if still => (now_h, at_c.max(self.kept_c)),
            None => return None,
        };
        Some(Span {
            hours: (to_h - from_h).max(0.0),
            at_c,
        })
    }

    /// The record of its keeping.
    fn record(&self, now_h: f64) -> Vec<Span> {
        let mut spans = Vec::new();
        let warm = self.received_c > safety::COLD_C;
        if let Some(hours) = self.warm_h.filter(|h| *h > 0.0) {
            // Of fish that came in cold only the time is known, not how warm it was.
            let at_c = if warm { self.received_c } else { WARM_BEFORE_C };
            spans.push(Span { hours, at_c });
        }
        let still = self.kept_c < FROZEN_C;
        let frozen = self.frozen(now_h);
        let cold_c = if still {
            self.received_c.clamp(0.0, safety::COLD_C)
        } else {
            self.kept_c
        };
        match (self.frozen_h, frozen) {
            (Some(from_h), Some(span)) => {
                let hours = (from_h - self.received_h).max(0.0);
                spans.push(Span {
                    hours,
                    at_c: cold_c,
                });
                spans.push(span);
                let since = self.thawed_h.map_or(0.0, |thawed_h| now_h - thawed_h);
                spans.push(Span {
                    hours: since.max(0.0),
                    at_c: self.kept_c,
                });
            }
            // Came in frozen, was never frozen, or nobody knows when it thawed.
            _ => spans.push(Span {
                hours: now_h - self.received_h,
                at_c: self.kept_c,
            }),
        }
        spans.retain(|span| span.hours > 0.0);
        spans
    }

    /// Reads it at a time.
    ///
    /// # Errors
    /// [`InputError`] (order) for times in the future or out of order, [`InputError`] (out of range)
    /// for temperatures no store has.
    pub fn at(&self, species: &Species, now_h: f64, rules: Rules) -> Result<LotState, InputError> {
        self.check(now_h)?;
        let spans = self.record(now_h);
        let keeping = Keeping::new(&spans)?;
        let freezing = self.frozen(now_h).map(|span| Freezing {
            at_c: span.at_c,
            hours: span.hours,
            solid_at_35: self.frozen_at_c.is_some_and(|c| c <= -35.0),
        });
        let known = Known {
            species: Some(species),
            keeping: &keeping,
            since: Since::Bought,
            vacuum: self.vacuum,
            freezing,
            origin: Origin::Unknown,
            looks: None::<&Looks>,
            start_c: None,
            mass_g: None,
            whole: false,
            bones_and_all: false,
            stuffed: false,
        };
        let mut notices = kept(&known, rules)?;
        let received_warm = self.received_c > safety::COLD_C;
        // So warm in no time, nobody believes.
        let in_no_time = self.received_c > WARM_SOON_C && self.warm_h < Some(WARM_SOON_H);
        if received_warm && (self.warm_h.is_none() || in_no_time) {
            notices.push(Notice::by("received_warm", rules));
        }
        let past_use_by = self.use_by_h.is_some_and(|h| h <= now_h);
        if past_use_by {
            notices.push(Notice::by("past_use_by", rules));
        }
        notices.sort_by_key(|notice| std::cmp::Reverse(notice.severity));
        let left_days = (self.kept_c >= FROZEN_C).then(|| {
            let used = keeping.ice_days(species.waters);
            let left = species.ice_days.map(|keeps| (keeps - used).max(0.0));
            match keeping.thawed_days(species.waters) {
                Some(thawed) => freshness::thawed_left(thawed, left),
                None => left,
            }
        });
        Ok(LotState {
            days: ((now_h - self.received_h) / 24.0).floor() as i64,
            received_warm,
            past_use_by,
            left_days,
            parasites_killed: freezing.map_or(Ok(false), |f| f.kills_parasites(rules))?,
            keeping: spans,
            freezing,
            refuse: notices.iter().any(Notice::refuses),
            notices,
        })
    }
}

/// Fish from the ice is not warmer than this, C, before so long, h. common practice, no source.
const WARM_SOON_C: f64 = 8.0;
const WARM_SOON_H: f64 = 0.5;
/// What fish was at that had been out of the cold before it came in cold, C: of such time the shorter
/// limits count.
const WARM_BEFORE_C: f64 = 22.0;
