//! What is not eaten: until when it may stand, how it is held hot, how it cools, how long it keeps and how it is reheated.
//! Cooling is run for the piece; the rest are rules (`safety`) and one judgement, how many days it keeps.

use super::thawing::{CoolAsked, Cooled, Cooling, cool};
use crate::InputError;
use crate::fish::{Notice, PieceAsked};
use crate::quantity::checked;
use crate::target::{Rules, safety};
use serde::Serialize;

/// Something cooked that is left.
#[derive(Debug, Clone, PartialEq)]
pub struct LeftoverAsked {
    /// The piece.
    pub piece: PieceAsked,
    /// As hot as this now, C.
    pub from_c: f64,
    /// Off the heat so long, and not kept hot, h.
    pub stood_h: f64,
    /// By whose rules.
    pub rules: Rules,
}

/// What becomes of it.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Leftover {
    /// Held at so many C or more it may stand, C.
    pub hold_c: f64,
    /// It is that hot now.
    pub hot_enough: bool,
    /// Eaten or chilled within so long from now, s; 0 when that is past.
    pub eat_or_chill_s: f64,
    /// Thrown away in so long, s.
    pub refuse_s: f64,
    /// How it cools in the fridge.
    pub fridge: Cooled,
    /// How it cools bagged in ice water.
    pub ice_water: Cooled,
    /// Cut so thin, mm, the fridge alone does; none where it does as it is, or no cut helps.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub cut_to_mm: Option<f64>,
    /// Cold it keeps so many days.
    pub keeps_days: f64,
    /// Reheated once, to so many C all through.
    pub reheat_c: f64,
    /// Why it is thrown away.
    pub refused: Vec<Notice>,
}

/// Cooked fish in the cold is eaten within so many days. The US rules allow seven (`FOOD-CODE-3-501.17`); fish is past its
/// best long before. common practice, no source.
const KEEPS_DAYS: f64 = 3.0;
/// A fridge as they are, C.
const FRIDGE_C: f64 = 3.0;
/// No piece is cut thinner to cool it, mm.
const THINNEST_MM: f64 = 10.0;
/// Found to this, mm.
const NEAR_MM: f64 = 1.0;

/// Says what becomes of it.
///
/// # Errors
/// [`InputError`] for a piece that is none, one that is not warm, and times nobody waits.
pub fn leftover(asked: &LeftoverAsked) -> Result<Leftover, InputError> {
    let stood_s = 3600.0 * checked("stood_h", asked.stood_h, (0.0, 48.0), "h")?;
    let limits = safety::out_of_hot(asked.rules);
    let cooled = |how, mm: Option<f64>| {
        let mut piece = asked.piece.clone();
        if let Some(mm) = mm {
            piece.thickness_mm = Some(mm);
            piece.thin_end_mm = piece.thin_end_mm.filter(|thin| *thin < mm);
            piece.height_mm = None;
        }
        cool(&CoolAsked {
            piece,
            from_c: asked.from_c,
            how,
            rules: asked.rules,
        })
    };
    let fridge = cooled(Cooling::Fridge(FRIDGE_C), None)?;
    let ice_water = cooled(Cooling::IceWater, None)?;
    let thick_mm = asked.piece.thickness_mm.unwrap_or(THINNEST_MM);
    let does = |mm: f64| Ok(cooled(Cooling::Fridge(FRIDGE_C), Some(mm))?.within_limit);
    let cut_to_mm = if fridge.within_limit || thick_mm <= THINNEST_MM || !does(THINNEST_MM)? {
        None
    } else {
        let (mut fits, mut thick) = (THINNEST_MM, thick_mm);
        while thick - fits > NEAR_MM {
            let middle = 0.5 * (fits + thick);
            if does(middle)? {
                fits = middle;
            } else {
                thick = middle;
            }
        }
        Some(fits.floor())
    };
    let mut refused = fridge.refused.clone();
    if stood_s >= limits.refuse_s {
        refused.push(Notice::by("stood_too_long", asked.rules));
    }
    Ok(Leftover {
        hold_c: limits.below_c,
        hot_enough: asked.from_c >= limits.below_c,
        eat_or_chill_s: (limits.eat_or_chill_s - stood_s).max(0.0),
        refuse_s: (limits.refuse_s - stood_s).max(0.0),
        fridge,
        ice_water,
        cut_to_mm,
        keeps_days: KEEPS_DAYS,
        reheat_c: safety::reheated_c(asked.rules),
        refused,
    })
}
