//! Juice that flesh gives as it sets.

/// Juice that flesh heated to `peak_c` gives off, share of its mass: rises steeply from 40 C,
/// most of it lost by 65 C, less from fat flesh (`OFSTAD-1993`, trend). The height, a fifth for
/// lean fish, is an order of magnitude (`SKIPNES-2007`, low confidence); a range of half to one
/// and a half of it is honest.
pub fn juice_share(peak_c: f64, fat_share: f64) -> f64 {
    let most = (0.20 - 0.5 * fat_share).max(0.10);
    most / (1.0 + (-(peak_c - 52.0) / 6.0).exp())
}
