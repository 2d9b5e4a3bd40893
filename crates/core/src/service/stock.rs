//! What is expected besides what is ordered: a stock that tickets use up.

use super::answer::StockTold;
use super::asked::{Dish, ServiceAsked};
use super::runs::{Ran, Runs, Wanted};
use crate::{InputError, Within};
use std::sync::Arc;

/// A dish that more of is expected than is ordered.
pub struct More {
    /// How it stands.
    pub told: StockTold,
    /// So many are still to come.
    pub plates: u32,
    /// That many of it; none when all are ordered.
    pub ran: Option<Arc<Ran>>,
}

/// What is expected besides what is ordered, run.
///
/// # Errors
/// A dish that cannot be planned.
pub fn more(asked: &ServiceAsked, runs: &mut Runs) -> Result<Vec<More>, InputError> {
    let all = || asked.tickets.iter().flat_map(|ticket| &ticket.plates);
    let mut more = vec![];
    for (i, one) in asked.expected.iter().enumerate() {
        let ordered = all().filter(|plate| plate.dish == one.dish).count() as u32;
        let plates = one.plates.saturating_sub(ordered);
        let dish = one.dish.here(&asked.kitchen);
        let pieces = match &dish {
            Dish::Fish(plan, _) => plan.piece.pieces.unwrap_or(1).max(1),
            Dish::Side(_) => 1,
        };
        let ran = if plates == 0 {
            None
        } else {
            let wanted = Wanted::of(&dish, pieces * plates, plates);
            let ran = runs.all(&[wanted]).pop();
            ran.transpose().at("expected", i)?
        };
        more.push(More {
            told: StockTold {
                name: one.dish.name(),
                expected: one.plates,
                ordered,
                left: i64::from(one.plates) - i64::from(ordered),
            },
            plates,
            ran,
        });
    }
    Ok(more)
}
