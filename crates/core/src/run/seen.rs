//! What a cook sees and feels at one moment, read from the state of the run and from nothing else.
//!
//! Values of the working model (`docs/SOURCES.md`): a dry skin of 0.2 mm lets go of the pan; a
//! tester slides where the flesh has softened, about 49 C; bone lets go at about 55 C; white beads
//! come from outer layers long above 60 C.

use super::browning::Browning;
pub(super) use super::past::BEADS_C;
use super::past::{Past, cooked_line_share, crust_mm};
use crate::heat::{Column, MIDDLE, Moment};
use serde::Serialize;

/// Dry crust that lets go of pan or grate, mm.
pub(super) const RELEASE_MM: f64 = 0.2;
/// Flesh between flakes has softened, C.
pub(super) const SOFT_C: f64 = 50.0;
/// Softened share of the way at which a tester grips, and slides.
pub(super) const TESTER_SHARES: [f64; 2] = [0.4, 0.98];
/// Bone just holds from here, lets go, and falls off, C. common practice, no source: cooks find that it just holds when a whole
/// roast comes out, with 36 to 43 C at the spine by this and by other models, and free when it has rested.
pub(super) const BONE_C: [f64; 3] = [34.0, LETS_GO_C, 62.0];
/// Bone lets go, C.
const LETS_GO_C: f64 = 54.0;
/// Few beads after so long above their temperature, many after so much longer, s.
pub(super) const BEADS_S: [f64; 2] = [60.0, 720.0];
/// The lip: just warm from here, warm, hot, C. Cooks say cold under 35, just warm 38 to 45, warm 46
/// to 52, hot above 55: the ends lie between.
pub(super) const LIP_C: [f64; 3] = [36.5, 45.5, 53.5];
/// A finger: gives from here, the dent stays, falls apart, C. common practice, no source.
pub(super) const PRESS_C: [f64; 3] = [44.0, 50.0, 67.0];
/// Water leaving by face area, kg/(m2 s), from which a fryer or pan dies down, bubbles, roars. common
/// practice, no source for the words; the figures are those of the engine's own frying: it begins at 20e-3 and has died down
/// when the coat is gold.
pub(super) const BUBBLING_KG_M2S: [f64; 3] = [5e-4, 6.5e-3, 13e-3];

/// Which word a value is, among those from raw to past: one further for each bound it has come to.
fn word<W: Copy>(value: f64, bounds: &[f64], raw: W, words: &[W]) -> W {
    let past = bounds
        .iter()
        .zip(words)
        .filter(|(bound, _)| value >= **bound);
    past.last().map_or(raw, |(_, word)| *word)
}

/// What a thin metal tester meets, pushed through the thickest part.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Serialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum Tester {
    /// Raw: it stops.
    Stops,
    /// Nearly: a grip in the middle.
    Grips,
    /// Done: it slides.
    Slides,
}

/// The tester held in the middle and then to the lip.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Serialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum Lip {
    /// Cold.
    Cold,
    /// Just warm.
    JustWarm,
    /// Warm.
    Warm,
    /// Hot.
    Hot,
}

impl Lip {
    /// For a middle at `t_c`.
    pub fn at(t_c: f64) -> Self {
        let warmer = [Self::JustWarm, Self::Warm, Self::Hot];
        word(t_c, &LIP_C, Self::Cold, &warmer)
    }
}

/// A finger pressed on the thickest part.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Serialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum Press {
    /// Raw: it springs back.
    SpringsBack,
    /// Nearly: a little give.
    Gives,
    /// Done: the dent stays.
    DentStays,
    /// Past: it falls apart.
    FallsApart,
}

/// White beads on the surface.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Serialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum Beads {
    /// None.
    None,
    /// A few: it is ready.
    Few,
    /// Many: gone too far.
    Many,
}

/// How water leaves: the bubbling of a fryer, the sizzling of a pan.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Serialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum Bubbling {
    /// Quiet.
    Quiet,
    /// Dying down.
    DyingDown,
    /// Lively.
    Lively,
    /// Roaring.
    Roaring,
}

/// What can be seen and felt at one moment.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Seen {
    /// Height of the cooked line from the skin side, share of the thickness.
    pub cooked_line_share: f64,
    /// A tester pushed through.
    pub tester: Tester,
    /// The tester to the lip.
    pub lip: Lip,
    /// A finger.
    pub press: Press,
    /// White beads.
    pub beads: Beads,
    /// Skin side and flesh side let go of pan or grate.
    pub releases: [bool; 2],
    /// Colour of skin side and flesh side.
    pub browning: [Browning; 2],
    /// Bone lets go all through.
    pub bone_free: bool,
    /// The bubbling.
    pub bubbling: Bubbling,
    /// Coldest point, C.
    pub core_c: f64,
    /// Mid-thickness, C: what a probe or a tester meets.
    pub probe_c: f64,
}

/// Skin side (0) or flesh side (1) lets go of pan or grate.
pub(super) fn releases(column: &Column, moment: &Moment<'_>, side: usize) -> bool {
    crust_mm(column, moment.water_kg_m3, side) >= RELEASE_MM
}

/// Bone lets go all through.
pub(super) fn bone_free(past: &Past) -> bool {
    past.coldest_peak_c() >= LETS_GO_C
}

impl Seen {
    /// Reads one moment. What has softened, set or let go stays so when it cools: that is read from
    /// the past; the lip from the temperature now.
    pub fn of(column: &Column, moment: &Moment<'_>, past: &Past) -> Self {
        let grid = &column.grid;
        let width = &grid.width_m[grid.flesh.clone()];
        let soft = past.peaks_c.iter().zip(width);
        let soft_m = soft
            .filter(|(peak, _)| **peak >= SOFT_C)
            .fold(0.0, |sum, (_, w)| sum + w);
        let (core_c, peak_c) = (moment.core_c(), past.coldest_peak_c());
        let probe_c = grid.sample_flesh(moment.flesh_c, MIDDLE);
        Self {
            cooked_line_share: cooked_line_share(column, past),
            tester: word(
                soft_m / grid.flesh_m(),
                &TESTER_SHARES,
                Tester::Stops,
                &[Tester::Grips, Tester::Slides],
            ),
            lip: Lip::at(probe_c),
            press: word(
                peak_c,
                &PRESS_C,
                Press::SpringsBack,
                &[Press::Gives, Press::DentStays, Press::FallsApart],
            ),
            beads: word(
                past.beads_s[0].max(past.beads_s[1]),
                &BEADS_S,
                Beads::None,
                &[Beads::Few, Beads::Many],
            ),
            releases: [0, 1].map(|side| releases(column, moment, side)),
            browning: past.browned.states(),
            bone_free: bone_free(past),
            bubbling: word(
                past.steam_kg_m2s,
                &BUBBLING_KG_M2S,
                Bubbling::Quiet,
                &[Bubbling::DyingDown, Bubbling::Lively, Bubbling::Roaring],
            ),
            core_c,
            probe_c,
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    /// common practice, no source: the words that cooks use for the tester on the lip.
    #[test]
    fn practice_the_lip_says_what_cooks_say() {
        for (t_c, lip) in [
            (30.0, Lip::Cold),
            (34.9, Lip::Cold),
            (38.0, Lip::JustWarm),
            (45.0, Lip::JustWarm),
            (46.0, Lip::Warm),
            (52.0, Lip::Warm),
            (55.1, Lip::Hot),
        ] {
            assert_eq!(Lip::at(t_c), lip, "{t_c}");
        }
    }
}
