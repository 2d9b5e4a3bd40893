//! How slow wrong passcodes make: each device for itself, and all that were wrong together. Who is signed in is never slowed.

use std::collections::HashMap;
use std::net::{IpAddr, Ipv6Addr};

/// So many wrong ones cost nothing: hands are wet.
const FREE: u32 = 3;
/// Longest wait of one device, s.
const LONGEST_S: i64 = 900;
/// What a device got wrong is forgotten after so long, ms.
const FORGET_MS: i64 = 24 * 3600 * 1000;
/// So many wrong ones of all devices together are let pass; one more each [`FILLS_MS`].
const ALL: i64 = 60;
/// ms.
const FILLS_MS: i64 = 10_000;
/// More devices than this are not told apart.
const MOST_DEVICES: usize = 2048;

/// What one device got wrong.
#[derive(Debug, Clone, Copy)]
struct Wrong {
    count: u32,
    last_ms: i64,
}

impl Wrong {
    /// May try again then, ms.
    fn again_ms(self) -> i64 {
        let doubled = self
            .count
            .checked_sub(FREE)
            .map_or(0, |over| 1_i64 << over.min(20));
        self.last_ms + 1000 * doubled.min(LONGEST_S)
    }
}

/// What was got wrong so far. Time is an argument, ms on any clock that only counts.
#[derive(Debug, Default)]
pub struct Tries {
    by: HashMap<IpAddr, Wrong>,
    /// How many of all are not forgiven yet, and when that was so.
    all: i64,
    all_ms: i64,
}

/// One device: an address, or a network of the sixth version, which one device may have all of.
fn device(from: IpAddr) -> IpAddr {
    match from.to_canonical() {
        IpAddr::V4(four) => four.into(),
        IpAddr::V6(six) => {
            let [a, b, c, d, ..] = six.segments();
            Ipv6Addr::new(a, b, c, d, 0, 0, 0, 0).into()
        }
    }
}

impl Tries {
    /// How many of all are not forgiven at a moment.
    fn left(&self, now_ms: i64) -> i64 {
        (self.all - (now_ms - self.all_ms).max(0) / FILLS_MS).max(0)
    }

    /// Whether a device may try now; or after how many seconds.
    ///
    /// # Errors
    /// The seconds it has to wait.
    pub fn may(&self, from: IpAddr, now_ms: i64) -> Result<(), u32> {
        let own = self.by.get(&device(from));
        let mut at_ms = own.map_or(0, |wrong| wrong.again_ms());
        // One that was never wrong is not held up by those that were, as long as it can be told from them.
        let told = own.is_none() && self.by.len() < MOST_DEVICES;
        if !told && self.left(now_ms) >= ALL {
            at_ms = at_ms.max(self.all_ms + FILLS_MS * (self.all - ALL + 1));
        }
        let wait_ms = at_ms - now_ms;
        if wait_ms <= 0 {
            return Ok(());
        }
        Err(u32::try_from((wait_ms + 999) / 1000).unwrap_or(u32::MAX))
    }

    /// A device was wrong.
    pub fn wrong(&mut self, from: IpAddr, now_ms: i64) {
        let left = self.left(now_ms);
        // What has run on of the next one stays.
        let run_on = if left == 0 {
            0
        } else {
            (now_ms - self.all_ms).max(0) % FILLS_MS
        };
        (self.all, self.all_ms) = (left + 1, now_ms - run_on);
        if self.by.len() >= MOST_DEVICES {
            self.by.retain(|_, one| now_ms - one.last_ms < FORGET_MS);
        }
        let device = device(from);
        if self.by.len() >= MOST_DEVICES && !self.by.contains_key(&device) {
            return;
        }
        let one = self.by.entry(device).or_insert(Wrong {
            count: 0,
            last_ms: now_ms,
        });
        if now_ms - one.last_ms >= FORGET_MS {
            one.count = 0;
        }
        one.count = one.count.saturating_add(1);
        one.last_ms = now_ms;
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    fn at(text: &str) -> IpAddr {
        text.parse().unwrap()
    }

    #[test]
    fn three_cost_nothing_then_each_twice_as_much_up_to_a_quarter_of_an_hour() {
        let (mut tries, from) = (Tries::default(), at("192.168.7.7"));
        let mut waits = vec![];
        let mut now_ms = 0;
        for _ in 0..16 {
            let wait = tries.may(from, now_ms).err().unwrap_or(0);
            waits.push(wait);
            now_ms += i64::from(wait) * 1000;
            assert_eq!(tries.may(from, now_ms), Ok(()));
            tries.wrong(from, now_ms);
        }
        assert_eq!(
            waits,
            [
                0, 0, 0, 1, 2, 4, 8, 16, 32, 64, 128, 256, 512, 900, 900, 900
            ]
        );
        // A day later it is as on the first.
        now_ms += FORGET_MS;
        tries.wrong(from, now_ms);
        assert_eq!(tries.may(from, now_ms), Ok(()));
    }

    /// What a whole day of guessing from a whole network comes to.
    #[test]
    fn many_devices_together_are_held_to_a_few_thousand_a_day_and_hold_up_nobody_else() {
        let mut tries = Tries::default();
        let day_ms = 24 * 3600 * 1000;
        let (mut made, mut now_ms) = (0, 0);
        while now_ms < day_ms {
            for low in 1..=250 {
                let from = at(&format!("10.0.0.{low}"));
                if tries.may(from, now_ms).is_ok() {
                    tries.wrong(from, now_ms);
                    made += 1;
                }
            }
            now_ms += 5000;
            assert_eq!(
                tries.may(at("10.0.1.9"), now_ms),
                Ok(()),
                "one of the kitchen's"
            );
        }
        // 60 and one each ten seconds, and the first of each device.
        assert!((8000..9100).contains(&made), "{made}");
    }

    #[test]
    fn a_network_of_the_sixth_version_is_one_device_and_too_many_are_as_one() {
        let mut tries = Tries::default();
        for end in 0..10_u16 {
            tries.wrong(at(&format!("2001:db8:1:2::{end:x}")), 0);
        }
        assert!(tries.may(at("2001:db8:1:2:ffff::1"), 0).is_err());
        assert_eq!(tries.may(at("2001:db8:1:3::1"), 0), Ok(()));
        assert_eq!(device(at("::ffff:10.0.0.9")), at("10.0.0.9"));
        for high in 0..=255_u16 {
            for low in 0..16 {
                tries.wrong(at(&format!("10.9.{high}.{low}")), 0);
            }
        }
        assert!(tries.by.len() <= MOST_DEVICES);
        assert!(
            tries.may(at("10.200.0.1"), 0).is_err(),
            "they are not told apart now"
        );
    }
}
