//! In words: what comes next, and why times are other than planned.

use super::course::Phase;
use super::event::{Kind, Saw};
use super::seen::Weighed;
use super::standing::{Fold, Next};
use crate::belief::{Belief, Cues, Goes, Tried};
use crate::methods::{Step, StepKind};
use crate::run::{Mark, Timeline};
use crate::target::Goal;
use serde::Serialize;

/// What is believed to be other than asked, most of all.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Blame {
    /// Which factor.
    pub key: String,
    /// By how much, standard deviations of what it commonly is.
    pub deviations: f64,
}

/// Why times are other than planned. Sentences carry no numbers: those stand beside them.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Because {
    /// Stable name.
    pub code: &'static str,
    /// The event it is about.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub event: Option<String>,
    /// One sentence.
    pub message: String,
    /// So much longer on the heat by this, s; shorter below 0.
    pub longer_s: f64,
    /// What is likely other than asked.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub likely: Option<Blame>,
}

/// The event that says that a step is done.
fn done_by(step: &Step, mark: Option<Mark>) -> Kind {
    match (step.kind, mark) {
        (StepKind::Prepare, _) => Kind::Heating,
        (StepKind::Start, _) => Kind::In,
        (StepKind::Turn, _) => Kind::Turned,
        (StepKind::Adjust, Some(Mark::IntoOven)) => Kind::IntoOven,
        (StepKind::Adjust, Some(Mark::Halfway)) => Kind::Halfway,
        (StepKind::Adjust, Some(Mark::FireLow)) => Kind::FireLow,
        (StepKind::Adjust, _) => Kind::Lid,
        (StepKind::Look | StepKind::Off | StepKind::Probe, _) => Kind::Off,
        (StepKind::Serve, _) => Kind::Served,
    }
}

/// What comes next.
pub(super) fn next(
    fold: &Fold<'_>,
    steps: &[Step],
    timeline: &Timeline,
    off_s: f64,
    due_total_s: f64,
) -> Option<Next> {
    let course = &fold.course;
    let kind = |kind: StepKind| steps.iter().find(move |step| step.kind == kind);
    let tell = |step: &Step, at_s: f64, mark: Option<Mark>| Next {
        act: step.act.clone(),
        kind: step.kind,
        done: done_by(step, mark),
        at_s,
        held_until_s: course
            .held_until_s
            .filter(|until| *until > at_s.max(fold.now_s)),
        at_c: step.at_c,
        cues: step.cues.clone(),
        cautions: step
            .cautions
            .iter()
            .map(|c| c.message.to_string())
            .collect(),
    };
    match course.phase {
        Phase::Heating => match course.heating_s {
            // The last thing that is set to heat says when all is hot.
            Some(since_s) => {
                let ready_s = since_s + fold.told.heat_up_s();
                kind(StepKind::Start).map(|step| {
                    let mut next = tell(step, ready_s, None);
                    if fold.now_s < ready_s {
                        // Until then, how it looks when it is hot.
                        let prepare = steps.iter().rev().find(|s| s.kind == StepKind::Prepare);
                        next.cues = prepare.map_or(vec![], |p| p.cues.clone());
                        next.at_c = prepare.and_then(|p| p.at_c);
                    }
                    next
                })
            }
            None => {
                let first = kind(StepKind::Prepare).filter(|_| fold.told.heat_up_s() > 0.0);
                first
                    .or_else(|| kind(StepKind::Start))
                    .map(|step| tell(step, fold.now_s.min(0.0), None))
            }
        },
        Phase::OnHeat => {
            let begun = course.begins.len();
            let pending = timeline.begins.get(begun..).unwrap_or_default();
            let marked = pending.iter().find(|begin| begin.mark.is_some());
            if let Some(begin) = marked {
                let step = steps.iter().find(|step| {
                    matches!(step.kind, StepKind::Turn | StepKind::Adjust)
                        && (step.at_s - begin.at_s).abs() < 1e-6
                });
                if let Some(step) = step {
                    // Due is when it should have been, whether it was or not.
                    let due_s = course.due_s(begin.mark, due_total_s).unwrap_or(begin.at_s);
                    return Some(tell(step, due_s.min(begin.at_s), begin.mark));
                }
            }
            let look = kind(StepKind::Look).filter(|look| look.at_s > fold.now_s);
            let off = kind(StepKind::Off)?;
            let at_s = look.map_or(off_s, |look| look.at_s);
            let mut next = tell(look.unwrap_or(off), at_s, None);
            if look.is_none()
                && let Some(looking) = kind(StepKind::Look)
            {
                // While it is worth looking, what to look for.
                let also = looking.cues.iter().filter(|cue| !off.cues.contains(cue));
                next.cues.extend(also);
            }
            Some(next)
        }
        Phase::Resting => kind(StepKind::Serve).map(|step| tell(step, timeline.end_s(), None)),
        Phase::Served | Phase::Closed => None,
    }
}

/// A word that was likelier than this beside the likeliest is no surprise.
const SURPRISE: f64 = 0.03;
/// A change of less is none, s.
const LEAST_S: f64 = 3.0;
/// No more is said of what was seen: the last of it.
const MOST_SAID: usize = 5;
/// Something is likely the cause when it is so far off, standard deviations.
const LIKELY: f64 = 0.25;

/// Why times are other than planned, in the order it happened.
pub(super) fn reasons(
    fold: &Fold<'_>,
    weighed: &[Weighed],
    ln_s: &Goes,
    tried: &Tried,
) -> Vec<Because> {
    let mut said = vec![];
    for (mark, planned_s) in &fold.course.done {
        let begin = fold
            .course
            .begins
            .iter()
            .find(|begin| begin.mark == Some(*mark));
        let Some(begin) = begin else { continue };
        let late_s = begin.at_s - planned_s;
        if late_s.abs() <= LEAST_S.max(0.03 * planned_s) {
            continue;
        }
        let (what, code) = match mark {
            Mark::Turned => ("Turned", "turned"),
            Mark::IntoOven => ("Into the oven", "into_oven"),
            Mark::LidOn => ("The lid on", "lid"),
            Mark::FireLow => ("The fire low", "fire_low"),
            Mark::Halfway | Mark::In | Mark::Off => continue,
        };
        let when = if late_s > 0.0 { "later" } else { "sooner" };
        said.push(Because {
            code,
            event: None,
            message: format!("{what} {when} than planned."),
            longer_s: late_s,
            likely: None,
        });
    }
    let on_heat = fold.course.off_s.is_none();
    let done_s = |belief: &Belief| {
        let truth = tried.truth(fold.cooking.piece, &belief.means());
        if on_heat { fold.done_s(&truth).0 } else { 0.0 }
    };
    let is_probe = |w: &Weighed| matches!(w.observed.saw, Saw::Probe { .. });
    // Readings in a row are said once.
    let last_of_a_row = |i: &usize| {
        let next = weighed.get(i + 1);
        !(is_probe(&weighed[*i]) && next.is_some_and(is_probe))
    };
    let told: Vec<usize> = (0..weighed.len()).filter(last_of_a_row).collect();
    let skipped = told.len().saturating_sub(MOST_SAID);
    let nothing = Belief::new(tried.factors().len());
    let first = skipped
        .checked_sub(1)
        .map(|last| &weighed[told[last]].belief);
    let mut before = done_s(first.unwrap_or(&nothing));
    for i in &told[skipped..] {
        let weighed = &weighed[*i];
        let after = done_s(&weighed.belief);
        // What is promised is not brought forward by a look, so that is not said either.
        let longer_s = match fold.cooking.aim.goal {
            Goal::Figure(_) => (after - before).max(0.0),
            Goal::Middle | Goal::Rim(_) => after - before,
        };
        before = after;
        let contradicts = weighed.fits.share < SURPRISE;
        if !contradicts && longer_s.abs() < LEAST_S {
            continue;
        }
        let likely = blame(&weighed.belief, ln_s, tried, longer_s);
        said.push(because(weighed, longer_s, contradicts, likely, tried));
    }
    let probed = super::probe::jumps(&fold.course.observed);
    if !probed.is_empty() {
        said.push(Because {
            code: "probe_not_believed",
            event: probed.last().cloned(),
            message: "The probe jumped or stopped: those readings are not counted. Look whether it has slipped.".into(),
            longer_s: 0.0,
            likely: None,
        });
    }
    said
}

/// The factor that explains most of it.
fn blame(belief: &Belief, ln_s: &Goes, tried: &Tried, longer_s: f64) -> Option<(usize, f64)> {
    let means = belief.means();
    let effect = |d: usize| ln_s.by[d] * means[d] * longer_s.signum();
    let most = (0..means.len()).max_by(|a, b| effect(*a).total_cmp(&effect(*b)))?;
    (effect(most) > 0.0 && means[most].abs() >= LIKELY && most < tried.factors().len())
        .then(|| (most, means[most]))
}

fn because(
    weighed: &Weighed,
    longer_s: f64,
    contradicts: bool,
    likely: Option<(usize, f64)>,
    tried: &Tried,
) -> Because {
    let cues = Cues::all();
    let behind = if contradicts {
        weighed.fits.behind > 0.0
    } else {
        longer_s > 0.0
    };
    let (code, seen) = match &weighed.observed.saw {
        Saw::Line(_) => (
            "cooked_line",
            if behind {
                "The cooked line is lower than expected".to_owned()
            } else {
                "The cooked line is higher than expected".to_owned()
            },
        ),
        Saw::Word(sign, said) => {
            let cue = cues.of(*sign);
            let word = cue.says[*said].words.to_lowercase();
            (
                "cue",
                format!(
                    "“{word}” ({}) is {} than expected",
                    cue.name.to_lowercase(),
                    if behind { "less far on" } else { "further on" }
                ),
            )
        }
        Saw::Probe { .. } => (
            "probe",
            if behind {
                "The probe shows less than expected".to_owned()
            } else {
                "The probe shows more than expected".to_owned()
            },
        ),
    };
    let message = if contradicts {
        format!(
            "{seen}, by more than a piece and a pan usually differ. It does not go with the rest: look again before you trust it."
        )
    } else if let Some((d, mean)) = likely {
        let factor = tried.factors()[d];
        let words = if mean > 0.0 {
            &factor.higher
        } else {
            &factor.lower
        };
        format!("{seen}: likely {words}.")
    } else {
        format!("{seen}.")
    };
    Because {
        code: if contradicts { "does_not_fit" } else { code },
        event: Some(weighed.observed.id.clone()),
        message,
        longer_s,
        likely: likely.map(|(d, deviations)| Blame {
            key: tried.factors()[d].key.clone(),
            deviations,
        }),
    }
}
