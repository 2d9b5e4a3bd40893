//! The runs of a service: each dish is planned once, however many plates of it there are.

use super::asked::Dish;
use crate::InputError;
use crate::Within;
use crate::fish::{Notice, Piece};
use crate::kit::{Allergen, Kitchen};
use crate::plan::{Held, Plan, PlanAsked, held, plan};
use crate::prep::{
    Amount, Doing, PrepAsked, Preparation, SideAsked, plan_acts, prep, prepared_piece, side_alone,
};
use rayon::prelude::*;
use std::sync::Arc;

/// A dish as it is cooked.
#[derive(Debug)]
pub struct Ran {
    /// The plan; none of a side.
    pub plan: Option<Plan>,
    /// What is done, s before the plate.
    pub acts: Vec<Doing>,
    /// What it takes.
    pub amounts: Vec<Amount>,
    /// What is in it that some must avoid.
    pub allergens: Vec<Allergen>,
    /// What to know.
    pub warnings: Vec<Notice>,
    /// Why it must not be served.
    pub refused: Vec<Notice>,
    /// A side keeps so long, s.
    pub keeps_s: f64,
    /// How a fish goes on while it waits, covered and warm.
    pub held: Option<Held>,
    /// The fish is so thick, mm.
    pub thick_mm: f64,
}

/// One dish, so many of it.
#[derive(Debug, Clone, PartialEq)]
pub enum Wanted {
    /// A piece, prepared or not.
    Fish(Box<PlanAsked>, Option<Box<Preparation>>),
    /// A side, for so many.
    Side(SideAsked, u32),
}

impl Dish {
    /// What it is, in words.
    pub(super) fn name(&self) -> String {
        match self {
            Self::Side(side) => side.name.clone().unwrap_or_else(|| side.kind.clone()),
            Self::Fish(plan, _) => plan.piece.fish.clone().unwrap_or_default(),
        }
    }

    /// In this kitchen.
    pub(super) fn here(&self, kitchen: &Kitchen) -> Self {
        let mut dish = self.clone();
        if let Self::Fish(plan, _) = &mut dish {
            plan.kitchen = kitchen.clone();
        }
        dish
    }
}

/// What has been run already: asked again it is there at once.
#[derive(Debug, Clone, Default)]
pub struct Runs {
    kept: Vec<(Arc<Wanted>, Arc<Ran>)>,
}

/// So many dishes are kept.
const MOST_KEPT: usize = 400;

impl Wanted {
    /// So many of a dish.
    pub fn of(dish: &Dish, pieces: u32, plates: u32) -> Self {
        match dish {
            Dish::Side(side) => Self::Side(side.clone(), plates),
            Dish::Fish(plan, done) => {
                let mut plan = plan.clone();
                plan.piece.pieces = Some(pieces);
                let done = done.as_ref().map(|done| {
                    let people = done.people.map(|each| each * plates);
                    Box::new(Preparation {
                        people: Some(people.unwrap_or(plates)),
                        ..(**done).clone()
                    })
                });
                Self::Fish(plan, done)
            }
        }
    }

    fn run(&self) -> Result<Ran, InputError> {
        match self {
            Self::Side(side, people) => {
                let alone = side_alone(side, *people).within("side")?;
                Ok(Ran {
                    plan: None,
                    acts: alone.acts,
                    amounts: alone.amounts,
                    allergens: alone.allergens,
                    warnings: vec![],
                    refused: vec![],
                    keeps_s: alone.keeps_s,
                    held: None,
                    thick_mm: 0.0,
                })
            }
            Self::Fish(asked, None) => {
                let plan = plan(asked).within("plan")?;
                Ok(Ran {
                    acts: if plan.refused.is_empty() {
                        plan_acts(&plan)
                    } else {
                        vec![]
                    },
                    amounts: vec![],
                    allergens: plan.allergens.clone(),
                    warnings: plan.warnings.clone(),
                    refused: plan.refused.clone(),
                    keeps_s: 0.0,
                    thick_mm: thick_mm(asked)?,
                    held: waits(asked, &plan)?,
                    plan: Some(plan),
                })
            }
            Self::Fish(asked, Some(done)) => {
                let prepared = prep(&PrepAsked {
                    plan: (**asked).clone(),
                    done: (**done).clone().for_way(&asked.method.kind),
                    plate_in_s: None,
                })
                .within("prep")?;
                Ok(Ran {
                    acts: prepared.acts,
                    amounts: prepared.amounts,
                    allergens: prepared.allergens,
                    warnings: prepared.warnings,
                    refused: prepared.refused,
                    keeps_s: 0.0,
                    thick_mm: thick_mm(asked)?,
                    held: waits(&prepared_piece(asked, done)?, &prepared.plan)?,
                    plan: Some(prepared.plan),
                })
            }
        }
    }
}

/// How it goes on while it waits; nothing of what must not be served.
fn waits(asked: &PlanAsked, plan: &Plan) -> Result<Option<Held>, InputError> {
    let goes_on = || held(asked, plan).within("plan");
    plan.refused.is_empty().then(goes_on).transpose()
}

fn thick_mm(asked: &PlanAsked) -> Result<f64, InputError> {
    let piece = Piece::new(&asked.piece).within("piece").within("plan")?;
    Ok(piece.thickness.value())
}

impl Runs {
    /// Nothing is known yet.
    #[must_use]
    pub fn new() -> Self {
        Self::default()
    }

    fn find(&self, wanted: &Wanted) -> Option<Arc<Ran>> {
        let found = self.kept.iter().find(|(known, _)| **known == *wanted);
        found.map(|(_, ran)| Arc::clone(ran))
    }

    /// All of these, each run once, side by side; an error stands where its dish does.
    pub fn all(&mut self, wanted: &[Wanted]) -> Vec<Result<Arc<Ran>, InputError>> {
        let mut new: Vec<&Wanted> = vec![];
        for one in wanted {
            if self.find(one).is_none() && !new.contains(&one) {
                new.push(one);
            }
        }
        let ran: Vec<(Wanted, Result<Ran, InputError>)> = new
            .into_par_iter()
            .map(|one| (one.clone(), one.run()))
            .collect();
        let mut wrong = vec![];
        for (one, ran) in ran {
            match ran {
                Ok(ran) => self.kept.push((Arc::new(one), Arc::new(ran))),
                Err(error) => wrong.push((one, error)),
            }
        }
        let found = wanted
            .iter()
            .map(|one| match self.find(one) {
                Some(ran) => Ok(ran),
                None => {
                    let error = wrong.iter().find(|(of, _)| of == one);
                    Err(error.map_or_else(|| InputError::missing("plan"), |(_, e)| e.clone()))
                }
            })
            .collect();
        self.forget();
        found
    }

    /// The oldest, where there are too many.
    fn forget(&mut self) {
        let over = self.kept.len().saturating_sub(MOST_KEPT);
        self.kept.drain(..over);
    }

    /// With what others have run meanwhile.
    pub fn learn(&mut self, other: &Self) {
        for (wanted, ran) in &other.kept {
            if self.find(wanted).is_none() {
                self.kept.push((Arc::clone(wanted), Arc::clone(ran)));
            }
        }
        self.forget();
    }
}
