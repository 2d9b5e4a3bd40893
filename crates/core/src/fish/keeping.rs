//! How a fish was kept: one record, a span after another, since the catch or since it was bought.
//! Freshness, histamine, time out of the cold and lots all read this and nothing else.
//!
//! Rate of spoilage against melting ice: `r = (1 + 0.1 t)^2` for fish of cold and temperate
//! waters (`OLLEY-RATKOWSKY-1973`), `ln r = 0.12 t` for warm ones (`DALGAARD-HUSS-1997`), t in
//! C, published to 15 C; above that the same curves go on, and the time limits speak first. Days on
//! ice add up as `sum r(t) days`. Colder than -3 C it is frozen and does not spoil.

use super::species::Waters;
use crate::quantity::checked;
use crate::{InputError, Within};
use serde::{Deserialize, Serialize};

/// A while at one temperature.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Span {
    /// For so many hours.
    #[cfg_attr(feature = "schema", schema(minimum = 0, maximum = 50000))]
    pub hours: f64,
    /// At so many C.
    #[cfg_attr(feature = "schema", schema(minimum = -80, maximum = 60))]
    pub at_c: f64,
}

/// Since when a record says how a fish was kept: limits count from the catch.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum Since {
    /// Nobody has said: it counts as since it was bought.
    #[default]
    Unknown,
    /// Since it was bought; what was before, nobody has said.
    Bought,
    /// Since the catch, or the seller's own record goes back so far.
    Catch,
}

/// Colder than this it is frozen, C.
pub(super) const FROZEN_C: f64 = -3.0;
/// Longest record that anybody writes, spans.
const MOST_SPANS: f64 = 50.0;

/// A record of keeping, checked; empty when nobody has said anything.
#[derive(Debug, Clone, PartialEq, Default)]
pub struct Keeping(Vec<Span>);

/// How many times as fast as on melting ice.
///
/// # Errors
/// [`InputError`] (out of range) outside -80 to 60 C.
pub fn spoilage_rate(waters: Waters, at_c: f64) -> Result<f64, InputError> {
    checked("at_c", at_c, (-80.0, 60.0), "C").map(|t| rate(waters, t))
}

fn rate(waters: Waters, t: f64) -> f64 {
    if t < FROZEN_C {
        return 0.0;
    }
    match waters {
        Waters::Tropical => (0.12 * t).exp(),
        Waters::Cold | Waters::Temperate => (1.0 + 0.1 * t).powi(2),
    }
}

fn ice_days(spans: &[Span], waters: Waters) -> f64 {
    spans.iter().fold(0.0, |days, span| {
        days + span.hours / 24.0 * rate(waters, span.at_c)
    })
}

impl Keeping {
    /// Nothing is said.
    pub const UNKNOWN: Self = Self(Vec::new());

    /// Checks a record.
    ///
    /// # Errors
    /// [`InputError`] for hours no fish is kept and temperatures no kitchen has.
    pub fn new(spans: &[Span]) -> Result<Self, InputError> {
        checked("", spans.len() as f64, (0.0, MOST_SPANS), "spans")?;
        for (i, span) in spans.iter().enumerate() {
            checked("hours", span.hours, (0.0, 50_000.0), "h").at("", i)?;
            checked("at_c", span.at_c, (-80.0, 60.0), "C").at("", i)?;
        }
        Ok(Self(spans.to_vec()))
    }

    /// Whether anything is known: a record of no hours is none.
    pub fn is_known(&self) -> bool {
        self.0.iter().any(|span| span.hours > 0.0)
    }

    /// Hours above a temperature, all together.
    pub fn hours_above(&self, limit_c: f64) -> f64 {
        let above = self.0.iter().filter(|span| span.at_c > limit_c);
        above.map(|span| span.hours).sum()
    }

    /// The warmest it was, C.
    pub fn warmest_c(&self) -> Option<f64> {
        let spans = self.0.iter().filter(|span| span.hours > 0.0);
        spans.map(|span| span.at_c).reduce(f64::max)
    }

    /// Whether it was frozen before it was ever out of the cold, as the longer limits for histamine
    /// ask.
    pub fn frozen_first(&self, cold_c: f64) -> bool {
        let spans = self.0.iter().filter(|span| span.hours > 0.0);
        let first = spans
            .into_iter()
            .find(|s| s.at_c > cold_c || s.at_c < FROZEN_C);
        first.is_some_and(|span| span.at_c < FROZEN_C)
    }

    /// Hours at a temperature or above it, all together.
    pub fn hours_from(&self, from_c: f64) -> f64 {
        let there = self.0.iter().filter(|span| span.at_c >= from_c);
        there.map(|span| span.hours).sum()
    }

    /// The spans since it was last frozen; none where it never was, or still is.
    fn since_frozen(&self) -> Option<&[Span]> {
        let frozen = |span: &Span| span.at_c < FROZEN_C && span.hours > 0.0;
        let last = self.0.iter().rposition(frozen)?;
        Some(&self.0[last + 1..]).filter(|rest| rest.iter().any(|span| span.hours > 0.0))
    }

    /// Days on melting ice that it amounts to since it thawed; none where it did not.
    pub fn thawed_days(&self, waters: Waters) -> Option<f64> {
        self.since_frozen().map(|spans| ice_days(spans, waters))
    }

    /// It was frozen, then out of the cold, then frozen again.
    pub fn refrozen(&self, cold_c: f64) -> bool {
        let mut spans = self.0.iter().filter(|span| span.hours > 0.0);
        spans.any(|span| span.at_c < FROZEN_C)
            && spans.any(|span| span.at_c > cold_c)
            && spans.any(|span| span.at_c < FROZEN_C)
    }

    /// Days on melting ice that it amounts to.
    pub fn ice_days(&self, waters: Waters) -> f64 {
        ice_days(&self.0, waters)
    }

    /// With another span after it.
    pub fn then(mut self, span: Span) -> Self {
        self.0.push(span);
        self
    }

    /// The spans.
    pub fn spans(&self) -> &[Span] {
        &self.0
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    /// Published: Olley and Ratkowsky 1973, and Dalgaard and Huss 1997 (from memory).
    #[test]
    fn published_relative_rates_of_spoilage() {
        for (t, r) in [
            (-3.0, 0.49),
            (-1.0, 0.81),
            (0.0, 1.0),
            (2.0, 1.44),
            (4.0, 1.96),
            (5.0, 2.25),
            (7.0, 2.89),
            (10.0, 4.0),
            (15.0, 6.25),
        ] {
            let ours = spoilage_rate(Waters::Temperate, t).unwrap();
            assert!((ours - r).abs() < 0.005, "{t}: {ours}");
        }
        for (t, r) in [(5.0, 1.82), (10.0, 3.32), (15.0, 6.05)] {
            let ours = spoilage_rate(Waters::Tropical, t).unwrap();
            assert!((ours - r).abs() < 0.005, "{t}: {ours}");
        }
        for bad in [-90.0, 80.0, f64::NAN] {
            let error = spoilage_rate(Waters::Cold, bad).unwrap_err();
            assert_eq!(error.field(), "at_c");
        }
        assert_eq!(spoilage_rate(Waters::Cold, -20.0).unwrap(), 0.0);
    }

    #[test]
    fn what_thawed_counts_from_then_and_freezing_again_is_seen() {
        let span = |hours, at_c| Span { hours, at_c };
        let kept = |spans: &[Span]| Keeping::new(spans).unwrap();
        let days = |spans: &[Span]| kept(spans).thawed_days(Waters::Cold);
        assert_eq!(days(&[span(48.0, 0.0)]), None);
        assert_eq!(days(&[span(48.0, 0.0), span(99.0, -20.0)]), None);
        let thawed = [span(48.0, 0.0), span(99.0, -20.0), span(24.0, 0.0)];
        assert_eq!(days(&thawed), Some(1.0));
        let again = [span(99.0, -20.0), span(3.9, 20.0), span(9.0, -20.0)];
        assert!(kept(&again).refrozen(5.0));
        // Thawed in the cold it may be; and fish that is frozen late is not frozen again.
        assert!(!kept(&[span(99.0, -20.0), span(9.0, 2.0), span(9.0, -20.0)]).refrozen(5.0));
        assert!(!kept(&[span(2.0, 20.0), span(9.0, -20.0)]).refrozen(5.0));
    }

    #[test]
    fn a_record_adds_up() {
        let span = |hours, at_c| Span { hours, at_c };
        let kept = Keeping::new(&[span(24.0, 0.0), span(2.0, 20.0), span(1.0, 6.0)]).unwrap();
        assert_eq!(kept.hours_above(5.0), 3.0);
        assert_eq!(kept.warmest_c(), Some(20.0));
        assert!(kept.is_known() && !kept.frozen_first(4.4));
        assert!(!Keeping::new(&[span(0.0, 20.0)]).unwrap().is_known());
        let first = Keeping::new(&[span(1.0, 0.0), span(200.0, -20.0), span(3.0, 10.0)]).unwrap();
        assert!(first.frozen_first(4.4));
        let late = Keeping::new(&[span(3.0, 10.0), span(200.0, -20.0)]).unwrap();
        assert!(!late.frozen_first(4.4), "freezing undoes nothing");
        let wrong = Keeping::new(&[span(1.0, 0.0), span(f64::NAN, 0.0)]).unwrap_err();
        assert_eq!(wrong.field(), "[1].hours");
    }
}
