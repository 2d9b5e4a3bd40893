//! Thawing before and cooling after, against the limits of the Food Code.
//!
//! The same column of flesh: below freezing with ice in it, above as ever. Thawing in the
//! fridge on a plate, or bagged in cold running water; cooling in the fridge, or bagged in
//! ice water. Limits: `FOOD-CODE-3-501.13`, `FOOD-CODE-3-501.14`; local rules come first.

use crate::fish::{Notice, Piece, PieceAsked, kept};
use crate::heat::{Face, Gas, Medium, Moment, Sink};
use crate::kit::Kitchen;
use crate::matter::{FREEZE_C, water};
use crate::quantity::checked;
use crate::run::{Bench, Fidelity, Fire, Programme, Stage, Truth, What};
use crate::target::safety::out_of_cold;
use crate::target::{Rules, safety};
use crate::{InputError, Within};
use serde::Serialize;

/// How it thaws.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum Thawing {
    /// On a rack in a fridge at so many C.
    Fridge(f64),
    /// Bagged in running water at so many C.
    Water(f64),
    /// In a room at so many C: computed to show why, and refused.
    Room(f64),
    /// In a microwave: refused; the time is that of a room.
    Microwave,
}

/// Something frozen.
#[derive(Debug, Clone, PartialEq)]
pub struct ThawAsked {
    /// The piece; its temperature is that of the freezer.
    pub piece: PieceAsked,
    /// How.
    pub how: Thawing,
    /// By whose rules.
    pub rules: Rules,
}

/// How long it takes.
#[derive(Debug, Clone, PartialEq)]
pub struct Thawed {
    /// No ice is left, s.
    pub thawed_s: f64,
    /// How long the surface is above 5 C by then, s.
    pub above_5c_s: f64,
    /// Not longer than is allowed.
    pub within_limit: bool,
    /// Why it must not be thawed so, or not be used at all.
    pub refused: Vec<Notice>,
    /// What to mind.
    pub notices: Vec<Notice>,
}

/// How it cools.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum Cooling {
    /// On a rack in a fridge at so many C.
    Fridge(f64),
    /// Bagged in ice water.
    IceWater,
}

/// Something hot.
#[derive(Debug, Clone, PartialEq)]
pub struct CoolAsked {
    /// The piece; its temperature is what it has all through.
    pub piece: PieceAsked,
    /// As hot as this, C.
    pub from_c: f64,
    /// How.
    pub how: Cooling,
    /// By whose rules.
    pub rules: Rules,
}

/// How long it takes.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Cooled {
    /// The warmest part is at 21 C, s after it was at 57 C or at the start; none when it never
    /// is within a day.
    pub to_21c_s: Option<f64>,
    /// At 5 C, s.
    pub to_5c_s: Option<f64>,
    /// Within two hours, and six in all.
    pub within_limit: bool,
    /// Why it must not be kept at all.
    pub refused: Vec<Notice>,
}

/// Nothing here takes longer than two days, s.
const LONGEST_S: f64 = 48.0 * 3600.0;
/// Water that is asked about, C.
const WARMEST_WATER_C: f64 = 60.0;
const ROOM_C: f64 = 20.0;
/// Air in a fridge, W/(m2 K), with its walls.
const FRIDGE_W_M2K: f64 = 6.0;
/// Bag in moving water, W/(m2 K): film and plastic.
const BAGGED_W_M2K: f64 = 150.0;
/// No ice is left when the coldest point is above this, C.
const THAWED_C: f64 = FREEZE_C + 0.2;

fn in_fridge(t_c: f64) -> Face {
    Face::in_gas(Gas {
        t_c,
        h_w_m2k: FRIDGE_W_M2K,
        emissivity: 0.9,
        wall_c: t_c,
        vapour_pa: 0.9 * water::p_saturation_pa(t_c),
        wetness: 0.0, // wrapped
        of_fire: 0.0,
    })
}

struct Watch {
    above_5c_s: f64,
    under_57: Option<f64>,
    at_21: Option<f64>,
}

impl Sink for Watch {
    fn step(&mut self, m: &Moment<'_>) {
        if m.low_surface_c.max(m.high_surface_c) > safety::COLD_C {
            self.above_5c_s += m.dt_s;
        }
        let warmest = m.flesh_c.iter().copied().fold(f64::NEG_INFINITY, f64::max);
        if warmest <= safety::HOT_HOLD_C {
            self.under_57.get_or_insert(m.t_s);
        }
        if warmest <= safety::COOL_MIDDLE_C {
            self.at_21.get_or_insert(m.t_s);
        }
    }
}

/// Runs a piece at one temperature between two faces alike until `done` says so; answers when.
fn run(
    piece: &Piece,
    start_c: f64,
    face: Face,
    watch: &mut Watch,
    done: impl Fn(&Moment<'_>) -> bool,
) -> Option<f64> {
    let stage = Stage::share(1.0, What::In, face, face);
    let (kitchen, rest) = (Kitchen::SEA_LEVEL, Stage::rest(0.0, (face, face)));
    let programme = Programme {
        ..Programme::new(piece, &kitchen, Fire::Steam, vec![stage], rest)
    };
    let truth = Truth {
        start_c,
        ..Truth::asked(piece)
    };
    let bench = Bench::new(&truth, &programme, Fidelity::SLOW);
    let timeline = programme.timeline(LONGEST_S);
    bench.begin().until(&timeline, LONGEST_S, watch, done)
}

/// How long a frozen piece takes to thaw, and whether that is within the limits.
///
/// # Errors
/// [`InputError`] for a piece that is not frozen, a fridge outside 1 to 5 C, and water outside
/// 2 to 21 C, which is the rule. A room is no error: it is refused, and by how much.
pub fn thaw(asked: &ThawAsked) -> Result<Thawed, InputError> {
    let piece = Piece::new(&asked.piece).within("piece")?;
    let start_c = piece.start.value();
    checked("start_c", start_c, (-40.0, FREEZE_C - 1.0), "C to thaw").within("piece")?;
    let face = match asked.how {
        Thawing::Fridge(t_c) => in_fridge(checked("at_c", t_c, (1.0, safety::COLD_C), "C")?),
        Thawing::Water(t_c) => {
            // Warmer than the rule allows it is computed as well, and refused.
            let t_c = checked("at_c", t_c, (2.0, WARMEST_WATER_C), "C")?;
            Face::touching(BAGGED_W_M2K, Medium::Held(t_c))
        }
        Thawing::Room(t_c) => in_fridge(checked("at_c", t_c, (safety::COLD_C, 40.0), "C")?),
        Thawing::Microwave => in_fridge(ROOM_C),
    };
    let mut said = kept(&piece.known(), asked.rules).within("piece")?;
    said.retain(Notice::refuses);
    said.push(Notice::by("vacuum_pack", asked.rules));
    match asked.how {
        Thawing::Room(_) => said.push(Notice::by("room_thaw", asked.rules)),
        Thawing::Water(t_c) if t_c > safety::THAW_WATER_C => {
            said.push(Notice::by("warm_water_thaw", asked.rules));
        }
        Thawing::Microwave => said.push(Notice::by("microwave_thaw", asked.rules)),
        _ => {}
    }
    let (refused, notices) = said.into_iter().partition(Notice::refuses);
    // What it was warm before counts.
    let warm_s = 3600.0 * piece.keeping.hours_above(out_of_cold(asked.rules).0);
    let mut watch = Watch {
        above_5c_s: 0.0,
        under_57: None,
        at_21: None,
    };
    let thawed = run(&piece, start_c, face, &mut watch, |m| {
        m.core_c() >= THAWED_C
    });
    Ok(Thawed {
        thawed_s: thawed.unwrap_or(LONGEST_S),
        above_5c_s: watch.above_5c_s,
        within_limit: thawed.is_some() && watch.above_5c_s + warm_s <= safety::THAWED_WARM_S,
        refused,
        notices,
    })
}

/// How long a cooked piece takes to cool, and whether that is within the limits.
///
/// # Errors
/// [`InputError`] for a piece hotter than 100 or colder than 21 C and a fridge outside 1 to
/// 4.5 C: at 5 C nothing ever reaches 5 C.
pub fn cool(asked: &CoolAsked) -> Result<Cooled, InputError> {
    let piece = Piece::new(&asked.piece).within("piece")?;
    let from_c = checked("from_c", asked.from_c, (safety::COOL_MIDDLE_C, 100.0), "C")?;
    let mut refused = kept(&piece.known(), asked.rules).within("piece")?;
    refused.retain(Notice::refuses);
    let face = match asked.how {
        Cooling::Fridge(t_c) => in_fridge(checked("at_c", t_c, (1.0, 4.5), "C")?),
        Cooling::IceWater => Face::touching(BAGGED_W_M2K, Medium::Held(0.5)),
    };
    let mut watch = Watch {
        above_5c_s: 0.0,
        under_57: None,
        at_21: None,
    };
    let warmest = |m: &Moment<'_>| m.flesh_c.iter().copied().fold(f64::NEG_INFINITY, f64::max);
    let cold = run(&piece, from_c, face, &mut watch, |m| {
        warmest(m) <= safety::COLD_C
    });
    let since_s = watch.under_57.unwrap_or(0.0);
    let to_21c_s = watch.at_21.map(|t_s| t_s - since_s);
    let to_5c_s = cold.map(|t_s| t_s - since_s);
    let within = |t_s: Option<f64>, limit_s: f64| t_s.is_some_and(|t_s| t_s <= limit_s);
    Ok(Cooled {
        to_21c_s,
        to_5c_s,
        within_limit: within(to_21c_s, safety::COOL_FIRST_S) && within(to_5c_s, safety::COOL_ALL_S),
        refused,
    })
}
