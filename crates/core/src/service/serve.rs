//! A service: read, run, searched, told.

use super::answer::Service;
use super::asked::ServiceAsked;
use super::check::check;
use super::floor::Floor;
use super::runs::Runs;
use super::search::{schedule, usual_tries};
use super::short;
use crate::InputError;

/// So many tickets one after another are looked at again.
const MOST_COURSES: usize = 3;

/// Plans a service.
///
/// Times are s on one clock of the service. A job is as its run says, in whole seconds; the answer is the same for the same
/// question, whatever the machine.
///
/// # Errors
/// [`InputError`] at the field: a ticket for nobody, two of one name, a plate that cannot be planned, nobody to cook.
pub fn service(asked: &ServiceAsked, runs: &mut Runs) -> Result<Service, InputError> {
    check(asked)?;
    let mut floor = Floor::new(asked, runs)?;
    let usual = || usual_tries(&floor.problem);
    let tries = asked.tries.map_or_else(usual, |tries| tries as usize);
    let mut found = schedule(&floor.problem, tries);
    // What comes after another may move with it, and what comes after that.
    for _ in 0..MOST_COURSES {
        if !floor.follow(&found) {
            break;
        }
        found = schedule(&floor.problem, tries);
    }
    let mut service = floor.tell(&found);
    if !service.feasible {
        (service.short, service.offers) = short::of(&floor, &found, runs);
    }
    Ok(service)
}
