//! Whether a figure that is promised to guests may be called met: what readings of a probe say of it, one after another.
//!
//! Two readings of two spots, close together, both high enough and both such as a piece like this can have, release.
//! One spot never does, however often it is read; the colder counts; and a later low one takes it back. What no such
//! piece can have (the air of an oven, a pan, a slipped probe) releases nothing and holds nothing back but the pair it
//! stands in. A low one counts whether it fits or not: that is the safe side.
//!
//! Pure: the physics stands in how well each reading fits ([`Fit`]); the clock of the slow piece stands beside
//! (`standing`). What is asked of a reading is common practice, no source: two spots (Food Code 4-302.12 asks for a
//! thermometer, not for how often), a minute between them, a minute of heat after a low one.

use serde::Serialize;

/// Two readings of two spots belong together when they are no further apart, s.
pub(super) const TOGETHER_S: f64 = 60.0;
/// After a low reading what is read sooner than this says nothing new, s.
pub(super) const AGAIN_S: f64 = 60.0;
/// The same figure so soon after is the same touch sent twice, not a second spot, s.
const SAME_TOUCH_S: f64 = 2.5;
/// How deep a tip may be for its reading to be one of the middle, share of the thickness.
const MIDDLE: (f64, f64) = (0.3, 0.7);

/// How a reading fits a piece like this, as far as it is known by then.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub(super) enum Fit {
    /// Ninety-nine in a hundred pieces can have it.
    Inside,
    /// Hotter than that.
    TooHot,
    /// Colder than that.
    TooCold,
    /// One of many of a probe that is left in: not weighed.
    Unweighed,
    /// The probe jumped or stopped.
    Broken,
}

/// A reading.
#[derive(Debug, Clone, PartialEq)]
pub(super) struct Reading {
    pub id: String,
    pub at_s: f64,
    pub c: f64,
    /// Which spot; none is the probe that is left in.
    pub spot: Option<String>,
    pub depth_share: Option<f64>,
    pub fit: Fit,
}

/// What a reading came to.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum Verdict {
    /// It is high enough, in one spot.
    OneSpot,
    /// Two spots are.
    Released,
    /// Too low, and too early to be otherwise.
    Early,
    /// Too low.
    Low,
    /// Higher than such a piece can be.
    TooHot,
    /// Lower than such a piece can be.
    TooCold,
    /// Not in the middle.
    Shallow,
    /// High enough, but a low one was read less than a minute ago.
    TooSoon,
}

/// What is promised.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(super) struct Promise {
    /// The figure, C.
    pub figure_c: f64,
    /// What a probe must show, C.
    pub shows_c: f64,
    /// It is being reheated: since then, s. No clock says that it is hot, and what was read before counts no more.
    pub reheated_s: Option<f64>,
}

/// What all the readings came to.
#[derive(Debug, Clone, PartialEq, Default)]
pub(super) struct Probed {
    /// Two spots agreed then, s, and nothing took it back.
    pub released_s: Option<f64>,
    /// High enough in one spot so far: the newest of those.
    pub first: Option<Reading>,
    /// Low ones that nothing has cleared: the clock alone releases nothing.
    pub held: Vec<Reading>,
    /// The newest reading that says anything, and what it came to.
    pub last: Option<(Reading, Verdict)>,
}

impl Probed {
    /// When the last of the low ones was read, s.
    pub fn held_s(&self) -> Option<f64> {
        self.held.iter().map(|r| r.at_s).reduce(f64::max)
    }

    /// Lowest of what holds, C.
    pub fn held_c(&self) -> Option<f64> {
        self.held.iter().map(|r| r.c).reduce(f64::min)
    }
}

/// Judges readings in the order of their times. Before `from_s` on the heat a low one is as it should be.
pub(super) fn judge(
    readings: &[Reading],
    promise: &Promise,
    from_s: f64,
    off_s: Option<f64>,
) -> Probed {
    let mut all = Probed::default();
    let mut spots: Vec<&Reading> = vec![];
    let counts = |r: &&Reading| {
        r.fit != Fit::Broken && promise.reheated_s.is_none_or(|since_s| r.at_s >= since_s)
    };
    for reading in readings.iter().filter(counts) {
        let verdict = if reading.c < promise.shows_c {
            let resting = off_s.is_some_and(|off_s| reading.at_s >= off_s);
            let early = !resting && reading.at_s < from_s && reading.fit != Fit::TooCold;
            if early && all.released_s.is_none() && spots.is_empty() {
                Verdict::Early
            } else {
                // One row a spot.
                all.held.retain(|held| held.spot != reading.spot);
                all.held.push(reading.clone());
                all.released_s = None;
                spots.clear();
                if reading.fit == Fit::TooCold {
                    Verdict::TooCold
                } else {
                    Verdict::Low
                }
            }
        } else if reading.fit == Fit::Unweighed {
            // Of many of one spot: no second one, and no doubt either.
            continue;
        } else if reading.fit == Fit::TooHot {
            spots.clear();
            Verdict::TooHot
        } else if reading.fit == Fit::TooCold {
            spots.clear();
            Verdict::TooCold
        } else if reading
            .depth_share
            .is_some_and(|d| d < MIDDLE.0 || d > MIDDLE.1)
        {
            Verdict::Shallow
        } else if all
            .held
            .iter()
            .any(|held| held.spot != reading.spot && reading.at_s < held.at_s + AGAIN_S)
        {
            Verdict::TooSoon
        } else {
            spots.retain(|spot| reading.at_s - spot.at_s <= TOGETHER_S);
            let second = spots
                .iter()
                .any(|spot| spot.spot != reading.spot && !same_touch(spot, reading));
            all.held.retain(|held| held.spot != reading.spot);
            spots.push(reading);
            if second {
                all.released_s = all.released_s.or(Some(reading.at_s));
                all.held.clear();
                Verdict::Released
            } else if all.released_s.is_some() {
                Verdict::Released
            } else {
                Verdict::OneSpot
            }
        };
        all.last = Some((reading.clone(), verdict));
    }
    all.first = match all.released_s {
        None => spots.last().map(|r| (*r).clone()),
        Some(_) => None,
    };
    all
}

/// A wet finger that tapped twice, or the same reading sent from two devices.
fn same_touch(a: &Reading, b: &Reading) -> bool {
    (a.c - b.c).abs() < 0.05 && (a.at_s - b.at_s).abs() <= SAME_TOUCH_S
}

#[cfg(test)]
mod tests {
    use super::*;

    const PROMISE: Promise = Promise {
        figure_c: 63.0,
        shows_c: 66.0,
        reheated_s: None,
    };
    const FROM_S: f64 = 800.0;

    fn read(at_s: f64, c: f64, spot: &str, fit: Fit) -> Reading {
        Reading {
            id: format!("{at_s}"),
            at_s,
            c,
            spot: (!spot.is_empty()).then(|| spot.to_owned()),
            depth_share: None,
            fit,
        }
    }

    fn judged(readings: &[Reading]) -> Probed {
        judge(readings, &PROMISE, FROM_S, Some(1500.0))
    }

    #[test]
    fn two_spots_within_a_minute_release_and_one_never_does() {
        let high = |at_s, spot| read(at_s, 68.0, spot, Fit::Inside);
        assert_eq!(
            judged(&[high(1000.0, "a"), high(1059.0, "b")]).released_s,
            Some(1059.0)
        );
        for readings in [
            vec![high(1000.0, "a")],
            vec![high(1000.0, "a"), high(1010.0, "a"), high(1020.0, "a")],
            vec![high(1000.0, ""), high(1010.0, ""), high(1020.0, "")],
            vec![high(1000.0, "a"), high(1061.0, "b")],
            vec![high(1000.0, "a"), read(1001.0, 68.0, "b", Fit::Inside)],
            vec![high(1000.0, "a"), read(1020.0, 80.0, "b", Fit::TooHot)],
            vec![
                high(1000.0, "a"),
                read(1010.0, 80.0, "b", Fit::TooHot),
                high(1020.0, "b"),
            ],
        ] {
            assert_eq!(judged(&readings).released_s, None, "{readings:?}");
        }
        let left_in = [high(1000.0, ""), high(1030.0, "by hand")];
        assert_eq!(judged(&left_in).released_s, Some(1030.0));
    }

    #[test]
    fn the_colder_counts_and_takes_it_back() {
        let high = |at_s, spot| read(at_s, 68.0, spot, Fit::Inside);
        let low = |at_s, spot| read(at_s, 55.0, spot, Fit::Inside);
        let second = judged(&[high(1000.0, "a"), low(1010.0, "b")]);
        assert_eq!((second.released_s, second.held[0].c), (None, 55.0));
        let back = judged(&[high(1000.0, "a"), high(1020.0, "b"), low(1100.0, "c")]);
        assert_eq!((back.released_s, back.held.len()), (None, 1));
        // Two at once after it are no answer; a minute later they are.
        let at_once = [low(1000.0, "a"), high(1020.0, "b"), high(1040.0, "c")];
        assert_eq!(judged(&at_once).released_s, None);
        assert_eq!(judged(&at_once).last.unwrap().1, Verdict::TooSoon);
        let later = [low(1000.0, "a"), high(1061.0, "b"), high(1080.0, "c")];
        assert_eq!(judged(&later).released_s, Some(1080.0));
        // What does not fit takes nothing back unless it is low.
        let lie = [
            high(1000.0, "a"),
            high(1020.0, "b"),
            read(1030.0, 99.0, "c", Fit::TooHot),
        ];
        assert_eq!(judged(&lie).released_s, Some(1020.0));
        let cold = [
            high(1000.0, "a"),
            high(1020.0, "b"),
            read(1030.0, -40.0, "c", Fit::TooCold),
        ];
        assert_eq!(judged(&cold).released_s, None);
    }

    #[test]
    fn low_while_it_is_early_is_as_it_should_be_and_later_it_holds() {
        let early = judged(&[read(300.0, 30.0, "a", Fit::Inside)]);
        assert!(early.held.is_empty());
        assert_eq!(early.last.unwrap().1, Verdict::Early);
        assert_eq!(judged(&[read(900.0, 60.0, "a", Fit::Inside)]).held.len(), 1);
        assert_eq!(judged(&[read(300.0, 3.0, "a", Fit::TooCold)]).held.len(), 1);
        // A probe that is left in and has come up since holds no more.
        let comes_up = [
            read(900.0, 60.0, "", Fit::Inside),
            read(1200.0, 67.0, "", Fit::Inside),
        ];
        assert!(judged(&comes_up).held.is_empty());
        // In the rest a low one holds, however early it was taken off.
        assert_eq!(
            judged(&[read(1510.0, 60.0, "a", Fit::Inside)]).held.len(),
            1
        );
        // A broken probe says nothing.
        assert_eq!(
            judged(&[read(1510.0, 20.0, "", Fit::Broken)]),
            Probed::default()
        );
    }

    /// Over readings that chance made: released means two of two spots, a minute apart at most, both high and such as
    /// can be, and nothing low since; counted here by hand.
    #[test]
    fn law_released_only_by_two_that_agree() {
        let mut seed = 11_u64;
        let mut below = |n: u64| {
            seed = seed
                .wrapping_mul(6_364_136_223_846_793_005)
                .wrapping_add(1_442_695_040_888_963_407);
            (seed >> 33) % n
        };
        let mut released = 0;
        for _ in 0..40_000 {
            let mut at_s = 600.0;
            let readings: Vec<Reading> = (0..below(9))
                .map(|_| {
                    at_s += below(90) as f64;
                    let c = [40.0, 62.0, 66.0, 67.0, 70.0][below(5) as usize];
                    let fit = [
                        Fit::Inside,
                        Fit::Inside,
                        Fit::Inside,
                        Fit::TooHot,
                        Fit::TooCold,
                        Fit::Unweighed,
                        Fit::Broken,
                    ][below(7) as usize];
                    read(at_s, c, ["", "a", "b", "c"][below(4) as usize], fit)
                })
                .collect();
            let probed = judged(&readings);
            let Some(at_s) = probed.released_s else {
                continue;
            };
            released += 1;
            let good = |r: &&Reading| r.c >= PROMISE.shows_c && r.fit == Fit::Inside;
            let second = readings.iter().filter(good).filter(|r| r.at_s == at_s);
            let pairs = second.flat_map(|second| {
                let first = readings.iter().filter(good);
                first.filter(move |first| {
                    first.spot != second.spot && (0.0..=60.0).contains(&(second.at_s - first.at_s))
                })
            });
            assert!(pairs.count() > 0, "{readings:#?}");
            let low = |r: &&Reading| r.c < PROMISE.shows_c && r.fit != Fit::Broken;
            let later = readings.iter().filter(low).filter(|r| r.at_s > at_s);
            assert_eq!(later.count(), 0, "{readings:#?}");
            assert!(probed.held.is_empty() && probed.first.is_none());
        }
        assert!(released > 1000, "{released}");
    }
}
