//! Thawing and tempering before and cooling after, against the limits of the Food Code.
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

/// Something left out of the fridge before it is cooked.
#[derive(Debug, Clone, PartialEq)]
pub struct TemperAsked {
    /// The piece; its temperature is that of the fridge.
    pub piece: PieceAsked,
    /// For so long, s.
    pub out_s: f64,
    /// In a room of so many C.
    pub room_c: f64,
    /// On a board, its lower face shut; else on a rack.
    pub on_board: bool,
}

/// How warm it is then.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Tempered {
    /// In the mean over its thickness, C: what it starts from.
    pub mean_c: f64,
    /// Coldest, C.
    pub coldest_c: f64,
    /// Warmest, C.
    pub warmest_c: f64,
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
/// Still air of a room, W/(m2 K), without what it radiates.
const ROOM_W_M2K: f64 = 5.0;
/// Longest that anything is left out, s, and rooms, C.
const OUT_S: (f64, f64) = (0.0, 4.0 * 3600.0);
const ROOMS_C: (f64, f64) = (5.0, 40.0);
/// Bag in moving water, W/(m2 K): film and plastic.
const BAGGED_W_M2K: f64 = 150.0;
/// No ice is left when the coldest point is above this, C.
const THAWED_C: f64 = FREEZE_C + 0.2;

fn in_fridge(t_c: f64) -> Face {
    in_air(t_c, FRIDGE_W_M2K, 0.9 * water::p_saturation_pa(t_c))
}

fn in_air(t_c: f64, h_w_m2k: f64, vapour_pa: f64) -> Face {
    Face::in_gas(Gas {
        t_c,
        h_w_m2k,
        emissivity: 0.9,
        wall_c: t_c,
        vapour_pa,
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

/// How warm a piece becomes that is left out, covered.
///
/// # Errors
/// [`InputError`] for a frozen piece, longer than four hours, and a room outside 5 to 40 C.
pub fn temper(asked: &TemperAsked) -> Result<Tempered, InputError> {
    let piece = Piece::new(&asked.piece).within("piece")?;
    let start_c = piece.start.value();
    checked("start_c", start_c, (FREEZE_C, 40.0), "C").within("piece")?;
    let out_s = checked("out_s", asked.out_s, OUT_S, "s")?;
    let room_c = checked("room_c", asked.room_c, ROOMS_C, "C")?;
    // Covered: no dew of the room falls on it.
    let above = in_air(room_c, ROOM_W_M2K, 0.0);
    let below = if asked.on_board {
        Face::INSULATED
    } else {
        above
    };
    let stage = Stage::share(1.0, What::In, below, above);
    let rest = Stage::rest(0.0, (below, above));
    let programme = Programme::new(&piece, &Kitchen::SEA_LEVEL, Fire::Steam, vec![stage], rest);
    let bench = Bench::new(&Truth::asked(&piece), &programme, Fidelity::SLOW);
    let state = bench.go_on(None, &programme.timeline(LONGEST_S), out_s)?;
    let (grid, t_c) = (&bench.column.grid, &state.heat.t_c);
    let flesh = grid.flesh.clone();
    let widths: f64 = flesh.clone().map(|i| grid.volume_m[i]).sum();
    let warm: f64 = flesh.clone().map(|i| grid.volume_m[i] * t_c[i]).sum();
    let each = || t_c[flesh.clone()].iter().copied();
    Ok(Tempered {
        mean_c: warm / widths,
        coldest_c: each().fold(f64::INFINITY, f64::min),
        warmest_c: each().fold(f64::NEG_INFINITY, f64::max),
    })
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
