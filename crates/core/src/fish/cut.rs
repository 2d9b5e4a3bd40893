//! How a piece was cut.

use crate::InputError;

/// How the piece was cut.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
#[cfg_attr(
    feature = "schema",
    derive(utoipa::ToSchema),
    schema(rename_all = "snake_case")
)]
pub enum Cut {
    /// Side or portion of a side.
    Fillet,
    /// Thick back part of a side.
    Loin,
    /// Tail part of a side.
    Tail,
    /// Slice across, with bone.
    Steak,
    /// Round slice without bone.
    Medallion,
    /// Cubes for a skewer.
    Cubes,
    /// Strips.
    Strips,
    /// Whole gutted round fish.
    WholeRound,
    /// Whole gutted flat fish.
    WholeFlat,
    /// Opened flat, boned.
    Butterfly,
    /// Wing of a skate.
    Wing,
    /// Finger-sized whole fish.
    SmallWhole,
    /// All of one side.
    Side,
    /// Behind the gills, on the bone, with its skin.
    Collar,
    /// Out of the cheek.
    Cheek,
    /// A strip of belly.
    Belly,
    /// Whole gutted round fish without its head.
    Headless,
    /// Half of a head, split down the middle.
    Head,
}

impl Cut {
    /// All cuts with their names on the wire and in words.
    pub const ALL: [(Self, &'static str, &'static str); 18] = [
        (Self::Fillet, "fillet", "fillet"),
        (Self::Loin, "loin", "loin"),
        (Self::Tail, "tail", "tail piece"),
        (Self::Steak, "steak", "steak"),
        (Self::Medallion, "medallion", "medallion"),
        (Self::Cubes, "cubes", "cubes"),
        (Self::Strips, "strips", "strips"),
        (Self::WholeRound, "whole_round", "whole round fish"),
        (Self::WholeFlat, "whole_flat", "whole flat fish"),
        (Self::Butterfly, "butterfly", "butterfly"),
        (Self::Wing, "wing", "wing"),
        (Self::SmallWhole, "small_whole", "small whole fish"),
        (Self::Side, "side", "whole side"),
        (Self::Collar, "collar", "collar"),
        (Self::Cheek, "cheek", "cheeks"),
        (Self::Belly, "belly", "strip of belly"),
        (Self::Headless, "headless", "whole, head off"),
        (Self::Head, "head", "half a head"),
    ];

    /// Finds a cut by its name on the wire.
    ///
    /// # Errors
    /// [`InputError`] (unknown name).
    pub fn find(key: &str) -> Result<Self, InputError> {
        let found = Self::ALL.iter().find(|(_, name, _)| *name == key);
        found.map(|(cut, _, _)| *cut).ok_or_else(|| {
            InputError::unknown("cut", key, Self::ALL.iter().map(|(_, name, _)| *name))
        })
    }

    /// A whole fish of any size.
    pub fn is_whole(self) -> bool {
        matches!(
            self,
            Self::WholeRound | Self::WholeFlat | Self::SmallWhole | Self::Headless
        )
    }

    /// About as high as wide: no broad side to lie on.
    pub fn is_round(self) -> bool {
        matches!(
            self,
            Self::WholeRound | Self::SmallWhole | Self::Headless | Self::Cubes | Self::Strips
        )
    }

    /// What is left of a whole fish cut so, share of its weight and of its length. common practice, no source: a head is a
    /// fifth to a quarter of either.
    pub fn of_whole(self) -> (f64, f64) {
        match self {
            Self::Headless => (0.78, 0.78),
            _ => (1.0, 1.0),
        }
    }

    /// As thick as wide: turned on four sides where others are turned once.
    pub fn is_square(self) -> bool {
        matches!(self, Self::Cubes | Self::Strips)
    }

    /// Family of doneness where the cut decides it, whatever the fish.
    pub fn family(self) -> Option<&'static str> {
        (self == Self::SmallWhole).then_some("small_whole")
    }

    /// Name on the wire.
    pub fn key(self) -> &'static str {
        Self::ALL
            .iter()
            .find(|(cut, _, _)| *cut == self)
            .map_or("fillet", |(_, key, _)| key)
    }
}
