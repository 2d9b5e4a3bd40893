//! What can be seen or felt at the stove, by its name on the wire.

use crate::run::Sign;
use serde::{Deserialize, Serialize};

/// What can be seen or felt.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum CueKey {
    /// How high the cooked line stands.
    CookedLine,
    /// A thin tester pushed through.
    Tester,
    /// The tester to the lip.
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

impl CueKey {
    /// The sign it has words for; none for the line, which is set where it stands.
    pub fn sign(self) -> Option<Sign> {
        Some(match self {
            Self::CookedLine => return None,
            Self::Tester => Sign::Tester,
            Self::Lip => Sign::Lip,
            Self::Press => Sign::Press,
            Self::Releases => Sign::Releases,
            Self::Beads => Sign::Beads,
            Self::Bone => Sign::Bone,
            Self::Bubbling => Sign::Bubbling,
            Self::Colour => Sign::Colour,
            Self::Browning => Sign::Browning,
        })
    }

    /// The cue of a sign.
    pub fn of(sign: Sign) -> Self {
        match sign {
            Sign::Tester => Self::Tester,
            Sign::Lip => Self::Lip,
            Sign::Press => Self::Press,
            Sign::Releases => Self::Releases,
            Sign::Beads => Self::Beads,
            Sign::Bone => Self::Bone,
            Sign::Bubbling => Self::Bubbling,
            Sign::Colour => Self::Colour,
            Sign::Browning => Self::Browning,
        }
    }
}
