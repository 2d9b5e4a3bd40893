//! The piece and the fire as they really are.

use crate::InputError;
use crate::fish::Piece;
use crate::quantity::{Thickness, checked};
use serde::{Deserialize, Serialize};

/// What differs from what was asked for; what is not said is as asked.
#[derive(Debug, Clone, Copy, PartialEq, Default, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct TruthAsked {
    /// Thickness, mm.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(minimum = 2, maximum = 120))]
    pub thickness_mm: Option<f64>,
    /// Temperature at the start, C.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(minimum = -35, maximum = 35))]
    pub start_c: Option<f64>,
    /// Contact and convection are this many times as good.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(minimum = 0.1, maximum = 10))]
    pub contact: Option<f64>,
    /// The fire is so much hotter, K.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(minimum = -150, maximum = 150))]
    pub heat_k: Option<f64>,
    /// The hob or heater gives this share of what it should.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(minimum = 0.05, maximum = 5))]
    pub hob_share: Option<f64>,
    /// So many pieces are in it.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(minimum = 1, maximum = 200))]
    pub pieces: Option<u32>,
    /// Taken off the fire and left where it lies: it rests on what it was cooked on.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub left_in: bool,
}

/// One piece and one fire as they really are.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Truth {
    /// Thickness of the flesh, m.
    pub thickness_m: f64,
    /// Temperature at the start, C.
    pub start_c: f64,
    /// Contact and convection are this many times as good. Touches every face.
    pub contact: f64,
    /// The fire is so much hotter, K. Touches what the fire keeps hot: the air and ware of an oven,
    /// a grate, what a hob or heater is set to hold; never boiling water, and never the room.
    pub heat_k: f64,
    /// The hob or heater gives this share of what it should.
    pub hob_share: f64,
    /// The load on pan or bath is this many times as large.
    pub load: f64,
    /// The flesh conducts this many times as well.
    pub conductivity: f64,
    /// A whole fish is this many times as high for its thickness.
    pub height: f64,
    /// It rests where it was cooked, the heat off: a pan cools under it, what surrounds it stays as hot as it was.
    pub left_in: bool,
}

impl Truth {
    /// Exactly as asked.
    pub fn asked(piece: &Piece) -> Self {
        Self {
            thickness_m: piece.thickness.metres(),
            start_c: piece.start.value(),
            contact: 1.0,
            heat_k: 0.0,
            hob_share: 1.0,
            load: 1.0,
            conductivity: 1.0,
            height: 1.0,
            left_in: false,
        }
    }

    /// As asked, but for what is said to differ.
    ///
    /// # Errors
    /// [`InputError`] (out of range) naming what no piece and no kitchen has.
    pub fn of(piece: &Piece, differs: &TruthAsked) -> Result<Self, InputError> {
        let as_asked = Self::asked(piece);
        let within = |field, given: Option<f64>, range, unit, asked: f64| {
            given.map_or(Ok(asked), |x| checked(field, x, range, unit))
        };
        let thickness = differs
            .thickness_mm
            .map(|mm| Thickness::new("thickness_mm", mm))
            .transpose()?;
        let pieces = differs
            .pieces
            .map(|n| checked("pieces", f64::from(n), (1.0, 200.0), "pieces"))
            .transpose()?;
        Ok(Self {
            thickness_m: thickness.map_or(as_asked.thickness_m, Thickness::metres),
            start_c: within(
                "start_c",
                differs.start_c,
                (-35.0, 35.0),
                "C",
                as_asked.start_c,
            )?,
            contact: within("contact", differs.contact, (0.1, 10.0), "times", 1.0)?,
            heat_k: within("heat_k", differs.heat_k, (-150.0, 150.0), "K", 0.0)?,
            hob_share: within("hob_share", differs.hob_share, (0.05, 5.0), "times", 1.0)?,
            left_in: differs.left_in,
            load: pieces.map_or(1.0, |n| n / f64::from(piece.pieces)),
            ..as_asked
        })
    }

    /// The same fire under another thickness of flesh, m.
    pub fn thick(self, thickness_m: f64) -> Self {
        Self {
            thickness_m,
            ..self
        }
    }
}
