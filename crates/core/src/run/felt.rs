//! What a cook sees and feels, as numbers: by how much a piece is above each bound between one word and the
//! next. [`Seen`](super::Seen) says which word it is; what is seen at the stove is held against how near it was.

use super::browning::Browning;
use super::past::{Past, SET_SHARE, crust_mm, line_share};
use super::seen::{
    BEADS_C, BEADS_S, BONE_C, BUBBLING_KG_M2S, LIP_C, PRESS_C, RELEASE_MM, SOFT_C, TESTER_SHARES,
};
use crate::heat::{Column, MIDDLE};
use serde::{Deserialize, Serialize};

/// Something that a cook looks at or feels and has words for, from raw to past.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum Sign {
    /// A thin tester pushed through the thickest part.
    Tester,
    /// The tester held in the middle and then to the lip.
    Lip,
    /// A finger.
    Press,
    /// Whether pan or grate lets go.
    Releases,
    /// White beads.
    Beads,
    /// How bone or spine holds.
    Bone,
    /// How water leaves.
    Bubbling,
    /// The flesh in the middle.
    Colour,
    /// The colour of a coat.
    Browning,
}

impl Sign {
    /// Its words by their names on the wire, from raw to past; `data/cues.toml` says them in the same order.
    pub fn words(self) -> &'static [&'static str] {
        match self {
            Self::Tester => &["stops", "grips", "slides"],
            Self::Lip => &["cold", "just_warm", "warm", "hot"],
            Self::Press => &["springs_back", "gives", "dent_stays", "falls_apart"],
            Self::Releases => &["holds", "lets_go"],
            Self::Beads => &["none", "few", "many"],
            Self::Bone => &["clings", "just_holds", "lets_go", "falls_off"],
            Self::Bubbling => &["quiet", "dying_down", "lively", "roaring"],
            Self::Colour => &["see_through", "cloudy", "opaque", "dull_white"],
            Self::Browning => &["pale", "gold", "brown", "dark", "burnt"],
        }
    }

    /// Name on the wire.
    pub fn key(self) -> &'static str {
        match self {
            Self::Tester => "tester",
            Self::Lip => "lip",
            Self::Press => "press",
            Self::Releases => "releases",
            Self::Beads => "beads",
            Self::Bone => "bone",
            Self::Bubbling => "bubbling",
            Self::Colour => "colour",
            Self::Browning => "browning",
        }
    }

    /// All of them.
    pub const ALL: [Self; 9] = [
        Self::Tester,
        Self::Lip,
        Self::Press,
        Self::Releases,
        Self::Beads,
        Self::Bone,
        Self::Bubbling,
        Self::Colour,
        Self::Browning,
    ];
}

/// Which word each sign has at a moment, counted from raw, and what is seen besides.
#[derive(Debug, Clone, PartialEq)]
pub struct Look {
    /// When, s.
    pub at_s: f64,
    words: [usize; Sign::ALL.len()],
    /// Height of the cooked line from the skin side, share of the thickness.
    pub line_share: f64,
    /// Colour of skin side and flesh side.
    pub browning: [Browning; 2],
    /// The side that lies down: 0 the skin side, 1 the flesh side.
    pub down: usize,
}

impl Look {
    /// Looks at a piece.
    pub fn at(at_s: f64, felt: &Felt<'_>) -> Self {
        Self {
            at_s,
            words: Sign::ALL.map(|sign| felt.above(sign).iter().filter(|v| **v >= 0.0).count()),
            line_share: felt.line_share(false),
            browning: felt.past.browned.states(),
            down: felt.down,
        }
    }

    /// Which of its words a sign has, counted from raw.
    pub fn word(&self, sign: Sign) -> usize {
        let at = Sign::ALL.iter().position(|one| *one == sign);
        at.map_or(0, |at| self.words[at])
    }
}

/// Flesh looks cloudy, and opaque, from such a share of having set; dull and white from so hot, C.
const CLOUDY_SHARE: f64 = 0.2;
const OPAQUE_SHARE: f64 = 0.8;
const DULL_C: f64 = 62.0;
/// Before any bead: a kelvin below where they come from is as far away as so many seconds.
const BEADS_S_PER_K: f64 = 10.0;
/// Setting rises tenfold every 6 K: a difference of its logarithm in kelvins.
const SETTING_PER_K: f64 = std::f64::consts::LN_10 / 6.0;
/// So little colour is none.
const LEAST_BROWNED: f64 = 1e-3;
/// So little setting is none.
const NO_SETTING: f64 = 1e-9;

/// A piece at one moment, to be looked at and felt.
#[derive(Debug, Clone, Copy)]
pub struct Felt<'a> {
    /// Its column.
    pub column: &'a Column,
    /// Temperatures of all cells now, C.
    pub t_c: &'a [f64],
    /// Water in them, kg/m3.
    pub water_kg_m3: &'a [f64],
    /// What has added up.
    pub past: &'a Past,
    /// The side that lies down: 0 the skin side, 1 the flesh side.
    pub down: usize,
}

/// What has set so far, as kelvins above where it looks set.
pub(super) fn set_k(setting: f64) -> f64 {
    (setting.max(NO_SETTING).ln() - set_ln(SET_SHARE)) / SETTING_PER_K
}

/// Logarithm of the setting at which a share is opaque.
fn set_ln(share: f64) -> f64 {
    (-(1.0 - share).ln()).ln()
}

impl Felt<'_> {
    /// By how much it is above each bound between the words for a sign, from the first to the last. K, but
    /// beads in s, what lets go in mm of crust, bubbling as a logarithm.
    pub fn above(&self, sign: Sign) -> Vec<f64> {
        let over = |value: f64, bounds: &[f64]| bounds.iter().map(|b| value - b).collect();
        let peak_c = self.past.coldest_peak_c();
        match sign {
            Sign::Tester => TESTER_SHARES
                .iter()
                .map(|share| self.reached_c(*share) - SOFT_C)
                .collect(),
            Sign::Lip => over(self.at_c(MIDDLE), &LIP_C),
            Sign::Press => over(peak_c, &PRESS_C),
            Sign::Releases => {
                let crust = crust_mm(self.column, self.water_kg_m3, self.down);
                over(crust, &[RELEASE_MM])
            }
            Sign::Beads => over(self.beads_s(), &BEADS_S),
            Sign::Bone => over(peak_c, &BONE_C),
            Sign::Bubbling => BUBBLING_KG_M2S
                .iter()
                .map(|bound| (self.past.steam_kg_m2s.max(1e-6) / bound).ln())
                .collect(),
            Sign::Browning => {
                let browned = self.past.browned.by[self.down].max(LEAST_BROWNED);
                let from = Browning::ALL[1..].iter();
                from.map(|state| (browned / state.from()).ln()).collect()
            }
            Sign::Colour => {
                let least = self
                    .past
                    .setting
                    .iter()
                    .copied()
                    .fold(f64::INFINITY, f64::min);
                let above =
                    |share| set_k(least) - (set_ln(share) - set_ln(SET_SHARE)) / SETTING_PER_K;
                vec![above(CLOUDY_SHARE), above(OPAQUE_SHARE), peak_c - DULL_C]
            }
        }
    }

    /// By how much the flesh at a share of the thickness from the skin side is above where it looks set, K.
    pub fn line_k(&self, share: f64) -> f64 {
        let ln: Vec<f64> = self.past.setting.iter().map(|s| set_k(*s)).collect();
        self.column.grid.sample_flesh(&ln, share)
    }

    /// The same where it is least.
    pub fn least_line_k(&self) -> f64 {
        let least = self
            .past
            .setting
            .iter()
            .copied()
            .fold(f64::INFINITY, f64::min);
        set_k(least)
    }

    /// Temperature at a share of the thickness from the skin side, C.
    pub fn at_c(&self, share: f64) -> f64 {
        let grid = &self.column.grid;
        grid.sample_flesh(&self.t_c[grid.flesh.clone()], share)
    }

    /// Height of the cooked line from the skin side or the flesh side, share of the thickness.
    pub fn line_share(&self, from_high: bool) -> f64 {
        line_share(self.column, self.past, from_high)
    }

    /// Temperature that so much of the thickness has been above, C, straight between cells.
    fn reached_c(&self, share: f64) -> f64 {
        let grid = &self.column.grid;
        let width = &grid.width_m[grid.flesh.clone()];
        let mut cells: Vec<(f64, f64)> = self
            .past
            .peaks_c
            .iter()
            .copied()
            .zip(width.iter().copied())
            .collect();
        cells.sort_by(|a, b| b.0.total_cmp(&a.0));
        let all = grid.flesh_m();
        let mut above = 0.0;
        for (peak, width) in &cells {
            above += width;
            if above >= share * all - 1e-12 {
                return *peak;
            }
        }
        cells.last().map_or(f64::NAN, |(peak, _)| *peak)
    }

    /// How long beads have had, s; as far below 0 as the flesh they come from is below where it gives them.
    fn beads_s(&self) -> f64 {
        let had = self.past.beads_s[0].max(self.past.beads_s[1]);
        if had > 0.0 {
            return had;
        }
        let deep = (super::past::BEADS_M / self.column.grid.flesh_m()).clamp(0.0, 1.0);
        let hottest = self.at_c(deep).max(self.at_c(1.0 - deep));
        (BEADS_S_PER_K * (hottest - BEADS_C)).min(0.0)
    }
}
