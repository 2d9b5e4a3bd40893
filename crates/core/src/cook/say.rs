//! In words: why times are other than planned, and what a probe came to.

use super::believe::{Believed, Promised};
use super::course::Course;
use super::event::{Event, Happened, NewHeat, Saw};
use super::fold::Fold;
use super::release::Verdict;
use super::seen::Weighed;
use crate::belief::{Belief, Cues, Ensemble, Response};
use crate::run::What;
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
    /// What was read, C.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub read_c: Option<f64>,
    /// How hot it is taken to be, C.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub at_c: Option<f64>,
    /// What it may have been instead, in the other unit, C: asked back.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub instead_c: Option<f64>,
}

impl Because {
    pub(super) fn new(code: &'static str, message: impl Into<String>) -> Self {
        Self {
            code,
            event: None,
            message: message.into(),
            longer_s: 0.0,
            likely: None,
            read_c: None,
            at_c: None,
            instead_c: None,
        }
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
    believed: &Believed,
    ln_s: &Response,
    promised: bool,
) -> Vec<Because> {
    let tried = &fold.tried;
    let is_probe = |w: &Weighed| matches!(w.observed.saw, Saw::Probe { .. });
    // Where a probe decides, what did not count is answered by a verdict of its own.
    let counted = believed.weighed.iter();
    let weighed: Vec<&Weighed> = counted
        .filter(|w| w.counts || !(promised && is_probe(w)))
        .collect();
    let mut said = vec![];
    for (what, planned_s) in &fold.course.done {
        let begin = fold
            .course
            .begins
            .iter()
            .find(|begin| begin.what == Some(*what));
        let Some(begin) = begin else { continue };
        let late_s = begin.at_s - planned_s;
        if late_s.abs() <= LEAST_S.max(0.03 * planned_s) {
            continue;
        }
        let (words, code) = match what {
            What::Turn => ("Turned", "turned"),
            What::SetAside => ("Set aside", "set_aside"),
            What::IntoOven => ("Into the oven", "into_oven"),
            What::LidOn => ("The lid on", "lid"),
            What::FireLow => ("The fire low", "fire_low"),
            _ => continue,
        };
        let when = if late_s > 0.0 { "later" } else { "sooner" };
        let because = Because {
            longer_s: late_s,
            ..Because::new(code, format!("{words} {when} than planned."))
        };
        said.push((begin.at_s, because));
    }
    let on_heat = fold.course.off_s.is_none();
    let done_s = |belief: &Belief| {
        let truth = tried.truth(&fold.cooking.piece, &belief.means());
        if on_heat { fold.done_s(&truth).0 } else { 0.0 }
    };
    // Readings in a row are said once.
    let last_of_a_row = |i: &usize| {
        let next = weighed.get(i + 1);
        !(is_probe(weighed[*i]) && next.is_some_and(|w| is_probe(w)))
    };
    let told: Vec<usize> = (0..weighed.len()).filter(last_of_a_row).collect();
    let skipped = told.len().saturating_sub(MOST_SAID);
    let nothing = Belief::new(tried.factors().len());
    let first = skipped
        .checked_sub(1)
        .map(|last| &weighed[told[last]].belief);
    let mut before = done_s(first.unwrap_or(&nothing));
    for i in &told[skipped..] {
        let weighed = weighed[*i];
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
        if contradicts && promised && is_probe(weighed) {
            // Its verdict says so.
            continue;
        }
        let likely = blame(&weighed.belief, ln_s, tried, longer_s);
        said.push((
            weighed.observed.at_s,
            because(weighed, longer_s, contradicts, likely, tried),
        ));
    }
    said.extend(fold.course.unplanned_oven.map(|(at_s, c)| {
        let because = Because {
            at_c: Some(c),
            ..Because::new(
                "unplanned_oven",
                "Into an oven that nobody had set: times are for one at this heat. If it is not, say how hot it is.",
            )
        };
        (at_s, because)
    }));
    said.extend(done_to_the_fire(fold, believed));
    said.sort_by(|a, b| a.0.total_cmp(&b.0));
    let mut said: Vec<Because> = said.into_iter().map(|(_, because)| because).collect();
    let probed = super::probe::jumps(&fold.course.observed);
    if !probed.is_empty() {
        said.push(Because {
            event: probed.last().cloned(),
            ..Because::new(
                "probe_not_believed",
                "The probe jumped or stopped: those readings are not counted. Look whether it has slipped.",
            )
        });
    }
    said
}

/// The last thing that was done to fire or lid, and what it makes of the time: against the same cook without it.
fn done_to_the_fire(fold: &Fold<'_>, believed: &Believed) -> Option<(f64, Because)> {
    if fold.course.off_s.is_some() {
        return None;
    }
    let undone = |event: &Event| {
        let mut all = fold.asked.events.iter();
        all.any(|other| matches!(&other.happened, Happened::Undone { of } if *of == event.id))
    };
    let left_out = |event: &Event| fold.course.left_out.iter().any(|one| one.id == event.id);
    let fire =
        |event: &Event| matches!(event.happened, Happened::Heat { .. } | Happened::Lid { .. });
    let event = fold
        .asked
        .events
        .iter()
        .filter(|e| fire(e) && !undone(e) && !left_out(e))
        .max_by(|a, b| a.at_s.total_cmp(&b.at_s))?;
    let others: Vec<Event> = fold
        .asked
        .events
        .iter()
        .filter(|other| other.id != event.id)
        .cloned()
        .collect();
    let without = Course::of(&fold.planned(), &others, fold.now_s);
    let none = Belief::new(fold.tried.factors().len());
    let belief = believed.weighed.last().map_or(&none, |w| &w.belief);
    let truth = fold.tried.truth(&fold.cooking.piece, &belief.means());
    let (with_s, out) = fold.done_s(&truth);
    let (without_s, out_without) = fold.done_on_s(&without, &truth);
    let what = match (&event.happened, event.new_heat().and_then(Result::ok)) {
        (Happened::Lid { on: Some(false) }, _) => "The lid is off",
        (Happened::Lid { .. }, _) => "The lid is on",
        (_, Some(NewHeat::By(k))) if k < 0.0 => "The heat is lower",
        (_, Some(NewHeat::By(_))) => "The heat is higher",
        (_, Some(NewHeat::Off)) => "The heat is off",
        (_, Some(NewHeat::On)) => "The heat is back on",
        _ => "The heat is not as planned",
    };
    let longer_s = if out.is_some() || out_without.is_some() {
        0.0
    } else {
        with_s - without_s
    };
    let because = Because {
        event: Some(event.id.clone()),
        longer_s,
        ..Because::new("fire", format!("{what}."))
    };
    Some((event.at_s, because))
}

/// The factor that explains most of it.
fn blame(
    belief: &Belief,
    ln_s: &Response,
    tried: &Ensemble,
    longer_s: f64,
) -> Option<(usize, f64)> {
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
    tried: &Ensemble,
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
                    if behind { "less done" } else { "more done" }
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
            "{seen}, by more than a piece and a pan usually differ. That does not fit. Check again."
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
    let code = if contradicts { "does_not_fit" } else { code };
    Because {
        event: Some(weighed.observed.id.clone()),
        read_c: match weighed.observed.saw {
            Saw::Probe { c, .. } => Some(c),
            Saw::Line(_) | Saw::Word(..) => None,
        },
        instead_c: weighed.instead_c,
        longer_s,
        likely: likely.map(|(d, deviations)| Blame {
            key: tried.factors()[d].key.clone(),
            deviations,
        }),
        ..Because::new(code, message)
    }
}

/// What the newest reading of a probe came to, where a probe decides.
pub(super) fn verdict(
    fold: &Fold<'_>,
    believed: &Believed,
    promised: &Promised,
) -> Option<Because> {
    let (reading, verdict) = promised.probed.last.as_ref()?;
    let resting = fold.course.off_s.is_some();
    let on = |on: &'static str, off: &'static str| if resting { off } else { on };
    let (code, message) = match verdict {
        Verdict::Early => return None,
        Verdict::OneSpot => (
            "one_spot",
            "High enough in one spot. Probe a second within a minute.",
        ),
        Verdict::Released => (
            "released",
            on(
                "Two spots show it: take it off.",
                "Two spots show it: serve.",
            ),
        ),
        Verdict::Low => (
            "too_low",
            on(
                "Too low: stay on, and probe two spots again in a minute.",
                "Too low: back on the heat, then probe two spots again.",
            ),
        ),
        Verdict::TooHot => (
            "does_not_fit",
            "That does not fit, and does not count: hotter than this piece can be now. Wipe the tip, into the middle, off the \
             bone and off the pan, and read again.",
        ),
        Verdict::TooCold => (
            "does_not_fit",
            "That does not fit: colder than this piece can be now. It waits until two spots are read anew.",
        ),
        Verdict::Shallow => (
            "shallow",
            "Not in the middle, so it does not count: to the middle of the thickest part.",
        ),
        Verdict::TooSoon => (
            "too_soon",
            "High enough here, but it was too low less than a minute ago. Wait a minute, then two spots.",
        ),
    };
    let weighed = believed.weighed.iter();
    let mut weighed = weighed.filter(|w| w.observed.id == reading.id);
    Some(Because {
        event: Some(reading.id.clone()),
        read_c: Some(reading.c),
        instead_c: weighed.next().and_then(|w| w.instead_c),
        ..Because::new(code, message)
    })
}
