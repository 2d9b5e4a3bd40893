//! Settings and target in, times out: find when, run it once, put it in words, warn.

use super::answer::{Plan, Warning, Window};
use super::asked::{Cooking, PlanAsked, check_times};
use super::find::{Leaving, Stop, first_guess_s, polish, slope_c_s, time_for};
use super::{batch, range, warn};
use crate::fish::Piece;
use crate::heat::{Body, Track};
use crate::kit::fat_margins_at;
use crate::methods::{Method, Step, StepKind, Story, done};
use crate::run::{Bench, Fidelity, FieldAsked, Signs, Timeline, Truth, Witness, Witnessed};
use crate::target::Band;
use crate::{InputError, Within};

/// Seconds late or early that may be asked for.
const LATE_RANGE_S: (f64, f64) = (-3600.0, 3600.0);

/// Plans one piece.
///
/// The coldest point, after the rest, peaks in the middle of the band. Turns follow as shares
/// of the time. The window keeps the turns as planned and moves only the end. With times given,
/// nothing is looked for; with a truth given, the plan is made for the piece asked for and run on
/// the one that is.
///
/// # Errors
/// [`InputError`] for anything in the request that is out of range or unknown. A target out of
/// reach is not an error: the plan says so in a warning and gives the nearest.
pub fn plan(asked: &PlanAsked) -> Result<Plan, InputError> {
    let piece = Piece::new(&asked.piece).within("piece")?;
    let method = Method::find(&asked.method.kind).within("method")?;
    let band = piece.family()?.band(&asked.target).within("target")?;
    crate::quantity::checked("late_s", asked.late_s, LATE_RANGE_S, "s")?;
    let cooking = Cooking::new(&piece, method, &asked.method.settings, &asked.kitchen, band)?;
    let mut plan = tell(&cooking, asked)?;
    plan.batch = batch::largest(&cooking, plan.off_heat_s);
    Ok(plan)
}

/// When, in the plan of the piece as asked for.
struct Found {
    planned: Timeline,
    window: Window,
    /// How far the target is out of reach, K.
    short_k: Option<f64>,
}

fn find(cooking: &Cooking<'_>, bench: &Bench, asked: &PlanAsked) -> Result<Found, InputError> {
    let (programme, band) = (&cooking.programme, cooking.band);
    let as_asked = Truth::asked(cooking.piece);
    if let Some(times) = &asked.times {
        check_times(programme, times).within("times")?;
        let planned = programme.timeline_of_sides(&times.sides_s, times.rest_s);
        // The rough bench knows nothing of these times: both ends on the fine one.
        let mut leaving = Leaving::new(bench, &planned);
        let mut end_s = |aim_c| leaving.time_for(aim_c, planned.off_s).time_s();
        let window = Window::between(end_s(band.low_c), planned.off_s, end_s(band.high_c));
        return Ok(Found {
            planned,
            window,
            short_k: None,
        });
    }
    let rough = Bench::new(&as_asked, programme, Fidelity::ROUGH);
    let aim_c = band.middle_c();
    let found = time_for(
        &rough,
        aim_c,
        first_guess_s(cooking.piece.thickness.value()),
    );
    let (planned_s, short_k) = match found {
        Stop::Reached(rough_s) => {
            let slope = slope_c_s(&rough, rough_s, aim_c);
            (polish(bench, aim_c, rough_s, slope), None)
        }
        Stop::OutOfReach { best_s, best_c } => (best_s, Some((aim_c - best_c).max(0.0))),
    };
    let planned = programme.timeline(planned_s);
    let on_rough = programme.timeline(found.time_s());
    let window = window(bench, &planned, &rough, &on_rough, band);
    Ok(Found {
        planned,
        window,
        short_k,
    })
}

/// One plan of one piece, told once: the same timeline for the run, the words and the warnings.
pub(super) fn tell(cooking: &Cooking<'_>, asked: &PlanAsked) -> Result<Plan, InputError> {
    let (piece, programme, band) = (cooking.piece, &cooking.programme, cooking.band);
    if let Some(field) = asked.field {
        field.check(FieldAsked::MOST).within("field")?;
    }
    let as_asked = Truth::asked(piece);
    let bench = Bench::new(&as_asked, programme, Fidelity::FINE);
    let Found {
        planned,
        window,
        short_k,
    } = find(cooking, &bench, asked)?;
    let (look_from_s, latest_s) = if asked.range {
        range::early_and_late_s(cooking, &planned, asked.turn_by)
    } else {
        (planned.off_s, planned.off_s)
    };

    let timeline = planned.leaving(planned.off_s + asked.late_s);
    let truth = asked
        .truth
        .as_ref()
        .map_or(Ok(as_asked), |differs| Truth::of(piece, differs))
        .within("truth")?;
    let mut track = Track::default();
    let real = (truth != as_asked).then(|| Bench::new(&truth, programme, Fidelity::FINE));
    let thick = witness(
        real.as_ref().unwrap_or(&bench),
        &timeline,
        asked,
        band,
        |bench, seen| {
            bench.run(&timeline, &mut (seen, &mut track));
        },
    )?;
    let thin = piece.thin_end.map(|thin| {
        // One pan for both ends: the thin one lies on what the thick one leaves of its heat.
        let bench = Bench::new(&truth.thick(thin.metres()), programme, Fidelity::FINE);
        witness(&bench, &timeline, asked, band, |bench, seen| {
            let mut run = if programme.reservoir.is_some() {
                bench.begin_on(&track)
            } else {
                bench.begin()
            };
            run.to(&timeline, timeline.end_s(), seen);
        })
    });
    let thin = thin.transpose()?;

    let Witnessed {
        mut outcome,
        signs,
        field,
    } = thick;
    // A dish in the oven has a temperature, but no heater that anybody would watch.
    let body = programme
        .reservoir
        .map(|r| r.body)
        .filter(|body| *body != Body::Ware);
    if body.is_none() {
        outcome.reservoir_low_c = None;
    }
    let thin_outcome = thin.as_ref().map_or(&outcome, |thin| &thin.outcome);
    let (thin_end_peak_c, thin_end_overcooked_share) =
        (thin_outcome.core_peak_c, thin_outcome.overcooked_share);
    let story = Story {
        timeline: &timeline,
        off: &signs.off,
        look_from_s,
        core_at_off_c: signs.off.core_c,
        core_peak_c: outcome.core_peak_c,
    };
    let mut steps = cooking
        .method
        .words(piece, &cooking.chosen, cooking.kitchen, &story)?;
    say_what_it_is(piece, &signs, &mut steps);
    let fat = cooking.chosen.fat();
    let fats = fat.map_or_else(Vec::new, |(_, hottest_c)| {
        fat_margins_at(&cooking.kitchen.kit, hottest_c)
    });
    let mut warnings: Vec<Warning> = short_k.map(out_of_reach).into_iter().collect();
    warnings.extend(warn::warn(cooking, &fats, &outcome, thin_end_peak_c));
    Ok(Plan {
        method: cooking.method,
        chosen: cooking.chosen.clone(),
        band,
        off_heat_s: timeline.off_s,
        turns_s: timeline.turns_s(),
        rest_s: timeline.rest_s,
        look_from_s,
        latest_s,
        window,
        core_at_off_c: signs.off.core_c,
        thin_end_peak_c,
        thin_end_overcooked_share,
        outcome,
        body,
        signs,
        fats,
        steps,
        warnings,
        batch: None,
        field,
        thin_field: thin.and_then(|thin| thin.field),
    })
}

/// Runs and takes down what it was like.
fn witness(
    bench: &Bench,
    timeline: &Timeline,
    asked: &PlanAsked,
    band: Band,
    run: impl FnOnce(&Bench, &mut Witness<'_>),
) -> Result<Witnessed, InputError> {
    let mut witness = Witness::new(&bench.column, timeline, band, asked.field);
    run(bench, &mut witness);
    witness.finish().ok_or(InputError::missing("times"))
}

/// How early and late: both ends on the rough bench, then mended on the fine one. Each bench
/// turns where its own plan does, so what they differ by in the middle they differ by at the ends.
fn window(
    bench: &Bench,
    planned: &Timeline,
    rough: &Bench,
    on_rough: &Timeline,
    band: Band,
) -> Window {
    let (planned_s, rough_s) = (planned.off_s, on_rough.off_s);
    let mut last = Leaving::new(bench, planned);
    let mut rough = Leaving::new(rough, on_rough);
    let mut end = |aim_c: f64| match rough.time_for(aim_c, rough_s) {
        Stop::Reached(t_s) => {
            let slope = (aim_c - band.middle_c()) / (t_s - rough_s);
            let guess_s = (t_s + planned_s - rough_s).max(0.0);
            if slope.is_finite() {
                last.polish(aim_c, guess_s, slope)
            } else {
                guess_s
            }
        }
        // The end of the band is never passed: as far as the search went is the honest bound.
        Stop::OutOfReach { best_s, .. } => best_s,
    };
    let (low_s, high_s) = (end(band.low_c), end(band.high_c));
    Window::between(low_s, planned_s, high_s)
}

fn out_of_reach(short_k: f64) -> Warning {
    Warning {
        code: "target_out_of_reach",
        message: "This fire does not bring the core to the target. More heat or a lower target is \
                  needed.",
        by_k: Some(short_k),
    }
}

/// What a bone and scores mean to the cook, on the steps where they show.
fn say_what_it_is(piece: &Piece, signs: &Signs, steps: &mut [Step]) {
    for step in steps {
        match step.kind {
            StepKind::Start if piece.scored => step.cues.push(done::SCORED),
            StepKind::Off if piece.bone => step.cues.push(if signs.off.bone_free {
                done::BONE_FREE
            } else {
                done::BONE_HOLDS
            }),
            _ => {}
        }
    }
}
