//! What is asked of a plan.

use super::find::Guess;
use super::rest;
use super::room::{self, Room};
use crate::fish::{Eaters, Guests, Piece, PieceAsked};
use crate::kit::{Kitchen, Shelf};
use crate::methods::{Chosen, Method, Value, off_by};
use crate::run::{FieldAsked, Fire, Programme, TimesAsked, Truth, TruthAsked};
use crate::target::{Aim, Goal, TargetAsked};
use crate::{InputError, Within, Wrong};
use serde::{Deserialize, Serialize};
use std::borrow::Cow;

/// A method as asked for.
#[derive(Debug, Clone, PartialEq, Default)]
pub struct MethodAsked {
    /// Kind on the wire.
    pub kind: String,
    /// Settings by name.
    pub settings: Vec<(String, Value)>,
}

/// What a turn goes by where pieces differ from what was asked.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum TurnBy {
    /// What the card tells: the piece where it says how high the cooked line stands, else the clock.
    #[default]
    Card,
    /// The clock: at the planned second, whatever the piece.
    Clock,
    /// The piece: at its share of the time that this piece takes, as a cue tells it.
    Piece,
}

/// A plan as asked for.
#[derive(Debug, Clone, PartialEq)]
pub struct PlanAsked {
    /// The piece.
    pub piece: PieceAsked,
    /// The method.
    pub method: MethodAsked,
    /// The target.
    pub target: TargetAsked,
    /// The kitchen.
    pub kitchen: Kitchen,
    /// Who eats.
    pub eaters: Eaters,
    /// Say too how much times vary.
    pub range: bool,
    /// What turns go by then.
    pub turn_by: TurnBy,
    /// Sample the slice over time.
    pub field: Option<FieldAsked>,
    /// Leave the heat this much later (negative: earlier) than planned, s.
    pub late_s: f64,
    /// Times in place of those that would be found.
    pub times: Option<TimesAsked>,
    /// How the piece and the fire really are, at the times of those asked for.
    pub truth: Option<TruthAsked>,
}

impl Default for PlanAsked {
    fn default() -> Self {
        Self {
            piece: PieceAsked::default(),
            method: MethodAsked::default(),
            target: TargetAsked::Usual,
            kitchen: Kitchen::SEA_LEVEL,
            eaters: Eaters::Everyone,
            range: false,
            turn_by: TurnBy::Card,
            field: None,
            late_s: 0.0,
            times: None,
            truth: None,
        }
    }
}

/// A piece, a way to cook it and what it is to become: checked, read once.
#[derive(Debug)]
pub(crate) struct Cooking<'a> {
    /// As many as go in at once.
    pub piece: Cow<'a, Piece>,
    /// How many there are.
    pub all: u32,
    /// Room for them, where what they lie on has a size.
    pub room: Option<Room>,
    pub method: &'static Method,
    pub chosen: Chosen,
    pub kitchen: &'a Kitchen,
    pub aim: Aim,
    pub programme: Programme,
    /// About how long it takes on the heat.
    pub guess: Guess,
}

/// A plate is eaten within so long, s. common practice, no source.
const EATEN_WITHIN_S: f64 = 120.0;
/// And so soon by who waits for it at the pass.
const EATEN_AT_ONCE_S: f64 = 60.0;

impl<'a> Cooking<'a> {
    /// Reads the settings and builds the programme.
    pub fn new(
        piece: &'a Piece,
        method: &'static Method,
        settings: &[(String, Value)],
        kitchen: &'a Kitchen,
        aim: Aim,
    ) -> Result<Self, InputError> {
        let mut chosen = method.choose(settings, kitchen).within("method")?;
        let mut programme = method.programme(piece, &chosen, kitchen)?;
        let mut room = room::room(piece, &chosen, kitchen, &programme);
        // Who has not said which takes the one that holds them.
        if let Some(larger) = room.as_ref().and_then(|room| room.larger.as_ref())
            && !settings
                .iter()
                .any(|(key, _)| larger.setting.answers_to(key))
        {
            let own = (
                larger.setting.key.to_owned(),
                Value::Word(larger.key.clone()),
            );
            let with: Vec<_> = settings.iter().cloned().chain([own]).collect();
            chosen = method.choose(&with, kitchen).within("method")?;
            programme = method.programme(piece, &chosen, kitchen)?;
            room = room::room(piece, &chosen, kitchen, &programme);
        }
        let all = piece.pieces;
        let at_once = room.as_ref().map_or(all, |room| room.at_once(all));
        // What shares a pan is in it as it is said.
        let piece = if at_once < all && piece.beside_m2 <= 0.0 {
            let batch = Piece {
                pieces: at_once,
                ..piece.clone()
            };
            programme = method.programme(&batch, &chosen, kitchen)?;
            Cow::Owned(batch)
        } else {
            Cow::Borrowed(piece)
        };
        let aim = if method.sears {
            aim.seared(piece.family()?, piece.thickness.value())
        } else {
            aim
        };
        let aim = if programme.fire == Fire::Oil {
            aim
        } else {
            aim.not_fried(piece.family()?)
        };
        let aim = if method.browns && programme.coated() {
            aim.in_a_coat(programme.fire == Fire::Oil)
        } else {
            aim
        };
        // A figure is to be met when it is served; a rare middle is sliced at once.
        programme.eats_s = match aim.goal {
            Goal::Middle if programme.plate.is_some() && programme.most_rest_s.is_some() => {
                EATEN_AT_ONCE_S
            }
            Goal::Middle if programme.plate.is_some() => EATEN_WITHIN_S,
            _ => 0.0,
        };
        let (aim, guess) = if aim.goal == Goal::Middle {
            let rest = rest::needed(&programme, &Truth::asked(&piece), &aim);
            programme.rest = programme.rest.fixed(rest.rest_s);
            (aim.before_it_gains(rest.gains_k), rest.off)
        } else {
            (aim, Guess::by_thickness(piece.thickness.value()))
        };
        Ok(Self {
            piece,
            all,
            room,
            method,
            chosen,
            kitchen,
            aim,
            programme,
            guess,
        })
    }

    /// So many times as long as its middle takes: for a crust, or, where a coat decides, until that is gold, which may be
    /// sooner.
    pub fn longer(&self, planned_s: f64, by_middle_s: f64) -> f64 {
        /// Less is no difference.
        const NEAR: f64 = 0.02;
        let times = planned_s / by_middle_s.max(1.0);
        let least = if self.aim.coated { 0.0 } else { 1.0 };
        if (times - 1.0).abs() < NEAR {
            1.0
        } else {
            times.max(least)
        }
    }
}

impl Cooking<'_> {
    /// The piece and the fire as they really are: what is off of the things that are used counts.
    ///
    /// # Errors
    /// [`InputError`] naming what no piece and no kitchen has, or a thing that is not used here.
    pub fn truth(&self, differs: &TruthAsked) -> Result<Truth, InputError> {
        let mut truth = Truth::of(&self.piece, differs)?;
        let used: Vec<(Shelf, &str)> = self.chosen.things().collect();
        for (thing, off) in &differs.things {
            let Some((shelf, _)) = used.iter().find(|(_, key)| key == thing) else {
                let known = used.iter().map(|(_, key)| *key);
                return Err(InputError::unknown(thing, thing, known)).within("things");
            };
            let (fire, touch, heats) = off_by(*shelf, self.programme.fire);
            truth = truth
                .with(off, fire, touch, heats)
                .within(thing)
                .within("things")?;
        }
        Ok(truth)
    }
}

/// Who eats in a kitchen, and by whose rules.
pub(super) fn guests(eaters: Eaters, kitchen: &Kitchen) -> Guests {
    Guests {
        eaters,
        rules: kitchen.rules,
        served: kitchen.serves_others,
    }
}

/// Checks times against what a method has.
pub(super) fn check_times(programme: &Programme, times: &TimesAsked) -> Result<(), InputError> {
    /// Longest a side may take and a rest, s.
    const LONGEST_S: (f64, f64) = (4.0 * 3600.0, 3600.0);
    if times.sides_s.len() != programme.sides() {
        return Err(InputError::new(
            "sides_s",
            Wrong::SidesDoNotFit {
                given: times.sides_s.len(),
                wants: programme.sides(),
            },
        ));
    }
    for (i, s) in times.sides_s.iter().enumerate() {
        crate::quantity::checked("", *s, (0.0, LONGEST_S.0), "s").at("sides_s", i)?;
    }
    crate::quantity::checked("rest_s", times.rest_s, (0.0, LONGEST_S.1), "s")?;
    Ok(())
}
