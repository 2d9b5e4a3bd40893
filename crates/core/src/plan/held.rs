//! A piece that is done and waits, covered and warm: it goes on cooking. How far, and for how long that does not show, by the
//! run itself.

use super::PlanAsked;
use super::answer::Plan;
use super::planner::{cooked_as, prepared};
use crate::InputError;
use crate::heat::{Face, Medium, Moment, Sink};
use crate::run::{Bench, Fidelity, PeakSink, Timeline};

/// Under a cover on a warm shelf: moist air of so many C ...
const WARM_C: f64 = 60.0;
/// ... which gives so much, radiation and condensing vapour in it, W/(m2 K). common practice, no source.
const COVERED_W_M2K: f64 = 14.0;
/// Done by so much more than it was to be, nobody tells, K.
const UNSEEN_K: f64 = 2.0;
/// Looked at so often, s, so often.
const LOOK_S: f64 = 30.0;
const LOOKS: usize = 60;

/// How a piece goes on while it waits.
#[derive(Debug, Clone, PartialEq)]
pub struct Held {
    /// Coldest point at its highest so far, C, every half minute from when it has rested.
    core_c: Vec<f64>,
    /// From then on it is more done than it was to be, s.
    pub unseen_s: f64,
}

impl Held {
    /// Its coldest point after waiting so long, at its highest, C.
    pub fn core_c(&self, waited_s: f64) -> f64 {
        let looks = (waited_s / LOOK_S).max(0.0).ceil() as usize;
        let at = looks.min(self.core_c.len().saturating_sub(1));
        self.core_c.get(at).copied().unwrap_or(f64::MIN)
    }
}

/// The coldest point at each look: of the cell whose own highest so far is lowest, as everywhere.
struct Looks<'a> {
    from_s: f64,
    peaks: PeakSink,
    seen_c: &'a mut Vec<f64>,
}

impl Sink for Looks<'_> {
    fn step(&mut self, moment: &Moment<'_>) {
        self.peaks.step(moment);
        let coldest_c = self.peaks.coldest_c();
        while moment.t_s >= self.from_s + LOOK_S * self.seen_c.len() as f64 {
            self.seen_c.push(coldest_c);
        }
    }
}

/// Runs the plan of a piece on, covered and warm, from when it has rested.
///
/// # Errors
/// [`InputError`] for anything wrong in what was asked.
pub fn held(asked: &PlanAsked, plan: &Plan) -> Result<Held, InputError> {
    prepared(asked, |cooking| {
        let (timeline, truth) = cooked_as(cooking, asked, &plan.timeline)?;
        let mut programme = cooking.programme.clone();
        let warm = Face::touching(COVERED_W_M2K, Medium::Held(WARM_C));
        programme.plate = Some((warm, warm));
        let timeline = Timeline {
            eats_s: LOOK_S * LOOKS as f64,
            ..timeline
        };
        let bench = Bench::new(&truth, &programme, Fidelity::ROUGH);
        let mut core_c = vec![];
        let mut looks = Looks {
            from_s: timeline.end_s(),
            peaks: PeakSink::new(&bench.column),
            seen_c: &mut core_c,
        };
        bench.run(&timeline, &mut looks);
        let most_c = plan.aim.band.high_c + UNSEEN_K;
        let past = core_c.iter().position(|c| *c > most_c);
        let unseen_s = match past {
            // Between two looks in proportion.
            Some(i) if i > 0 => {
                let (before, after) = (core_c[i - 1], core_c[i]);
                LOOK_S * ((i - 1) as f64 + (most_c - before) / (after - before))
            }
            Some(_) => 0.0,
            None => LOOK_S * LOOKS as f64,
        };
        Ok(Held { core_c, unseen_s })
    })
}
