//! Settings and target in, times out: find when, run it once, put it in words, warn.

use super::answer::{Plan, Probe, Window};
use super::asked::{Cooking, PlanAsked, check_times, guests};
use super::find::{Leaving, Measure, Sought, Stop, first_guess_s, polish, slope_c_s, time_for};
use super::{batch, range, warn};
use crate::fish::{Cut, Notice, Piece, Severity};
use crate::heat::{Body, Track};
use crate::kit::{Allergen, fat_margins_at};
use crate::methods::{Caution, Method, Step, StepKind, Story, done};
use crate::run::{Bench, Fidelity, FieldAsked, Signs, Tally, Timeline, Truth, Witness, Witnessed};
use crate::target::{Aim, Goal, safety};
use crate::{InputError, Within};

/// Seconds late or early that may be asked for.
const LATE_RANGE_S: (f64, f64) = (-3600.0, 3600.0);

/// Plans one piece.
///
/// The coldest point, after the rest, peaks in the middle of the band; where the target is the
/// food-safety figure a slow piece still holds it; where it is a raw middle the rim is as deep as
/// asked. Turns follow as shares of the time. The window keeps the turns as planned and moves only
/// the end. With times given, nothing is looked for; with a truth given, the plan is made for the
/// piece asked for and run on the one that is. What must not be served, or not so, has no steps.
///
/// # Errors
/// [`InputError`] for anything in the request that is out of range or unknown. A target out of
/// reach is not an error: the plan says so in a warning and gives the nearest.
pub fn plan(asked: &PlanAsked) -> Result<Plan, InputError> {
    let piece = Piece::new(&asked.piece).within("piece")?;
    let method = Method::find(&asked.method.kind).within("method")?;
    let aim = piece.aim(&asked.target).within("target")?;
    crate::quantity::checked("late_s", asked.late_s, LATE_RANGE_S, "s")?;
    let cooking = Cooking::new(&piece, method, &asked.method.settings, &asked.kitchen, aim)?;
    let mut plan = tell(&cooking, asked)?;
    plan.batch = batch::largest(&cooking, plan.off_heat_s);
    Ok(plan)
}

/// When, in the plan of the piece as asked for.
struct Found {
    planned: Timeline,
    window: Window,
    /// When both ends of the band are met, s.
    ends_s: (f64, f64),
    /// How far the target is out of reach: kelvins, or tenths of a millimetre of rim.
    short: Option<f64>,
    /// Where a figure counts, from when a probe may say that it is met, and what it must show.
    probe: Option<Probe>,
}

/// A time at which a bench meets an aim: looked for on its rough likeness, mended on itself.
struct Met {
    planned_s: f64,
    rough_s: f64,
    short: Option<f64>,
}

fn meet(rough: &Bench, fine: &Bench, measure: Measure, aim: f64, guess_s: f64) -> Met {
    let found = time_for(rough, measure, aim, guess_s);
    let (planned_s, short) = match found {
        Stop::Reached(rough_s) => {
            let slope = slope_c_s(rough, measure, rough_s, aim);
            (polish(fine, measure, aim, rough_s, slope), None)
        }
        Stop::OutOfReach { best_s, best_c } => (best_s, Some((aim - best_c).max(0.0))),
    };
    Met {
        planned_s,
        rough_s: found.time_s(),
        short,
    }
}

fn find(cooking: &Cooking<'_>, bench: &Bench, asked: &PlanAsked) -> Result<Found, InputError> {
    let (programme, sought) = (&cooking.programme, Sought::of(&cooking.aim));
    let as_asked = Truth::asked(cooking.piece);
    let measure = sought.measure;
    if let Some(times) = &asked.times {
        check_times(programme, times).within("times")?;
        let planned = programme.timeline_of_sides(&times.sides_s, times.rest_s);
        // The rough bench knows nothing of these times: both ends on the fine one.
        let mut leaving = Leaving::new(bench, measure, &planned);
        let mut end_s = |aim| leaving.time_for(aim, planned.off_s).time_s();
        let ends = (end_s(sought.low), end_s(sought.high));
        let window = honest(&mut leaving, &cooking.aim, planned.off_s, ends);
        return Ok(Found {
            planned,
            window,
            ends_s: ends,
            short: None,
            probe: None,
        });
    }
    let guess_s = first_guess_s(cooking.piece.thickness.value());
    let rough = Bench::new(&as_asked, programme, Fidelity::ROUGH);
    let mut met = meet(&rough, bench, measure, sought.aim, guess_s);
    let mut probe = None;
    if let (Goal::Figure(figure_c), None) = (cooking.aim.goal, met.short) {
        let (slow, shows_c) = for_the_slow(cooking, figure_c, met.planned_s);
        probe = Some(Probe {
            from_s: met.planned_s,
            shows_c,
        });
        if slow.short.is_some() || slow.planned_s > met.planned_s {
            met = slow;
        }
    }
    if cooking.method.browns && met.short.is_none() {
        met.planned_s = crusted_s(bench, &cooking.aim, met.planned_s);
    }
    let planned = programme.timeline(met.planned_s);
    let (window, ends_s) = if met.short.is_some() {
        (Window::NONE, (met.planned_s, met.planned_s))
    } else {
        let on_rough = programme.timeline(met.rough_s);
        window(bench, &planned, &rough, &on_rough, &sought, &cooking.aim)
    };
    Ok(Found {
        planned,
        window,
        ends_s,
        short: met.short,
        probe,
    })
}

/// Nobody fries so many times as long for a crust; and it is found to this, s.
const CRUST_TIMES: f64 = 6.0;
const CRUST_NEAR_S: f64 = 1.0;
/// A crust takes at most so much of the thickness on either side: a very thin fish has no more.
const CRUST_SHARE: f64 = 0.09;

/// The time, from a planned one on, at which both sides have the crust that belongs to the target; the
/// planned one where there is none in reach.
fn crusted_s(bench: &Bench, aim: &Aim, planned_s: f64) -> f64 {
    let thickness_mm = 1e3 * bench.column.grid.flesh_m();
    let wanted_mm = aim.crust_mm.min(CRUST_SHARE * thickness_mm);
    let crisp = |off_s: f64| {
        let timeline = bench.programme.timeline(off_s);
        let mut tally = Tally::new(&bench.column, timeline.off_s);
        bench.run(&timeline, &mut tally);
        let [skin, flesh] = tally.outcome(aim).crust_mm;
        skin.min(flesh) >= wanted_mm
    };
    let (mut soft, mut hard) = (planned_s, CRUST_TIMES * planned_s);
    if wanted_mm <= 0.0 || crisp(soft) || !crisp(hard) {
        return planned_s;
    }
    while hard - soft > CRUST_NEAR_S {
        let middle = 0.5 * (soft + hard);
        if crisp(middle) {
            hard = middle;
        } else {
            soft = middle;
        }
    }
    hard
}

/// The slow piece peaks so much above the figure that it holds it for a while, K; when it does not
/// yet, a little longer, so many times.
const HOLDS_K: f64 = 0.3;
const LONGER: f64 = 1.01;
const TIMES_LONGER: usize = 12;

/// Whether a slow piece holds the figure along a timeline.
fn slow_holds(cooking: &Cooking<'_>, figure_c: f64, timeline: &Timeline) -> bool {
    let slow = range::slow(cooking, figure_c + HOLDS_K, timeline.off_s.max(1.0));
    let bench = Bench::new(&slow, &cooking.programme, Fidelity::FINE);
    let mut tally = Tally::new(&bench.column, timeline.off_s);
    bench.run(timeline, &mut tally);
    holds(&tally, &cooking.aim, figure_c)
}

fn holds(tally: &Tally<'_>, aim: &Aim, figure_c: f64) -> bool {
    let outcome = tally.outcome(aim);
    outcome.safety.food_code_63c_15s && outcome.core_peak_c >= figure_c
}

/// The time at which a slow piece holds the figure as long as the rule asks; and what a probe shows in
/// it when the rest is over, C: it lies a few millimetres off the coldest spot, and errs. Whatever
/// shows less may be below the figure.
fn for_the_slow(cooking: &Cooking<'_>, figure_c: f64, guess_s: f64) -> (Met, f64) {
    let programme = &cooking.programme;
    let aim_c = figure_c + HOLDS_K;
    let slow = range::slow(cooking, aim_c, guess_s);
    let rough = Bench::new(&slow, programme, Fidelity::ROUGH);
    let fine = Bench::new(&slow, programme, Fidelity::FINE);
    let mut met = meet(&rough, &fine, Measure::Coldest, aim_c, guess_s);
    let mut probe_c = figure_c + safety::PROBE_ABOVE_K;
    for _ in 0..TIMES_LONGER {
        let timeline = programme.timeline(met.planned_s);
        let mut tally = Tally::new(&fine.column, timeline.off_s);
        let run = fine.run(&timeline, &mut tally);
        let grid = &fine.column.grid;
        let off = 1e-3 * safety::PROBE_OFF_MM / grid.flesh_m();
        let coldest = grid.flesh_middle(tally.past().coldest());
        let shows = [-off, off].map(|off| {
            let at = (coldest + off).clamp(0.0, 1.0);
            grid.sample_flesh(&run.heat().t_c[grid.flesh.clone()], at)
        });
        probe_c = (shows[0].max(shows[1]).max(figure_c) + safety::PROBE_ERRS_K).ceil();
        if met.short.is_some() || holds(&tally, &cooking.aim, figure_c) {
            break;
        }
        met.planned_s *= LONGER;
    }
    (met, probe_c)
}

/// One plan of one piece, told once: the same timeline for the run, the words and the warnings.
pub(super) fn tell(cooking: &Cooking<'_>, asked: &PlanAsked) -> Result<Plan, InputError> {
    let (piece, programme, aim) = (cooking.piece, &cooking.programme, &cooking.aim);
    if let Some(field) = asked.field {
        field.check(FieldAsked::MOST).within("field")?;
    }
    let as_asked = Truth::asked(piece);
    let bench = Bench::new(&as_asked, programme, Fidelity::FINE);
    let Found {
        planned,
        window,
        ends_s,
        short,
        probe,
    } = find(cooking, &bench, asked)?;
    let (mut look_from_s, latest_s) = if asked.range {
        range::early_and_late_s(cooking, &planned, asked.turn_by)
    } else {
        (planned.off_s, planned.off_s)
    };
    if matches!(aim.goal, Goal::Figure(_)) {
        // What is promised to everyone is not looked for early.
        look_from_s = planned.off_s;
    }

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
        aim,
        |bench, seen| {
            bench.run(&timeline, &mut (seen, &mut track));
        },
    )?;
    let thin = piece.thin_end.map(|thin| {
        // One pan for both ends: the thin one lies on what the thick one leaves of its heat.
        let bench = Bench::new(&truth.thick(thin.metres()), programme, Fidelity::FINE);
        witness(&bench, &timeline, asked, aim, |bench, seen| {
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
        heating: &programme.heating,
        off: &signs.off,
        look_from_s,
        core_at_off_c: signs.off.core_c,
        core_peak_c: outcome.core_peak_c,
    };
    let mut steps = cooking
        .method
        .words(piece, &cooking.chosen, cooking.kitchen, &story)?;
    say_what_it_is(piece, &signs, &mut steps);
    let allergens = cooking.method.allergens(&cooking.chosen, cooking.kitchen)?;
    let at_risk = asked.eaters.at_risk();
    if let (Goal::Figure(figure_c), true) = (aim.goal, aim.probed || at_risk) {
        let probe = probe.unwrap_or(Probe {
            from_s: timeline.off_s,
            shows_c: figure_c + safety::PROBE_ABOVE_K,
        });
        say_probe(piece, &timeline, probe, &mut steps);
    }
    let fat = cooking.chosen.fat();
    let fats = fat.map_or_else(Vec::new, |(_, hottest_c)| {
        fat_margins_at(&cooking.kitchen.kit, hottest_c)
    });
    let mut warnings: Vec<Notice> = short.map(|by| out_of_reach(aim, by)).into_iter().collect();
    let guests = guests(asked.eaters, cooking.kitchen);
    // Times of one's own, or leaving early, promise nothing by themselves: the slow piece is asked.
    let asks_slow = asked.times.is_some() || asked.late_s < 0.0;
    let promised = match aim.goal {
        Goal::Figure(figure_c) if asks_slow => slow_holds(cooking, figure_c, &timeline),
        _ => true,
    };
    let came = warn::Came {
        outcome: &outcome,
        thin_peak_c: thin_end_peak_c,
        promised,
    };
    warnings.extend(warn::warn(cooking, guests, &fats, &came)?);
    let (refused, mut warnings): (Vec<_>, Vec<_>) = warnings.into_iter().partition(Notice::refuses);
    warnings.sort_by_key(|notice| std::cmp::Reverse(notice.severity));
    // What is handled before anything is hot belongs to the first step.
    let (handled, warnings): (Vec<_>, Vec<_>) = warnings
        .into_iter()
        .partition(|notice| notice.severity == Severity::Note);
    if let Some(first) = steps.first_mut() {
        for notice in handled {
            first.cautions.push(Caution {
                code: notice.code,
                message: notice.message.into(),
            });
        }
        first.cautions.push(Caution {
            code: "allergens",
            message: Allergen::sentence(&allergens).into(),
        });
    }
    if !refused.is_empty() {
        steps.clear();
    }
    Ok(Plan {
        method: cooking.method,
        chosen: cooking.chosen.clone(),
        aim: *aim,
        off_heat_s: timeline.off_s,
        turns_s: timeline.turns_s(),
        rest_s: timeline.rest_s,
        look_from_s,
        latest_s,
        window,
        ends_s,
        core_at_off_c: signs.off.core_c,
        thin_end_peak_c,
        thin_end_overcooked_share,
        outcome,
        body,
        signs,
        fats,
        heating: programme.heating.clone(),
        probe: probe.filter(|_| aim.probed || at_risk),
        allergens,
        refused,
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
    aim: &Aim,
    run: impl FnOnce(&Bench, &mut Witness<'_>),
) -> Result<Witnessed, InputError> {
    let mut witness = Witness::new(&bench.column, timeline, aim, asked.field);
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
    sought: &Sought,
    aim: &Aim,
) -> (Window, (f64, f64)) {
    let (planned_s, rough_s) = (planned.off_s, on_rough.off_s);
    let mut last = Leaving::new(bench, sought.measure, planned);
    let mut rough = Leaving::new(rough, sought.measure, on_rough);
    let mut end = |at: f64| match rough.time_for(at, rough_s) {
        Stop::Reached(t_s) => {
            let slope = (at - sought.aim) / (t_s - rough_s);
            let guess_s = (t_s + planned_s - rough_s).max(0.0);
            if slope.is_finite() {
                last.polish(at, guess_s, slope)
            } else {
                guess_s
            }
        }
        // The end of the band is never passed: as far as the search went is the honest bound.
        Stop::OutOfReach { best_s, .. } => best_s,
    };
    let ends = (end(sought.low), end(sought.high));
    (honest(&mut last, aim, planned_s, ends), ends)
}

/// So much more of the thickness overcooked, and it is too late.
const MORE_OVERCOOKED: f64 = 0.05;
/// The late end is found to this, s.
const LATE_NEAR_S: f64 = 1.0;

/// A window from both ends of the band: it closes when too much more is overcooked, and a figure is
/// forgiven nothing early.
fn honest(leaving: &mut Leaving<'_>, aim: &Aim, planned_s: f64, ends: (f64, f64)) -> Window {
    let mut window = Window::between(ends.0, planned_s, ends.1);
    if matches!(aim.goal, Goal::Figure(_)) {
        window.early_s = 0.0;
    }
    let Some(over_c) = aim.overcooked_from_c() else {
        return window;
    };
    let most = leaving.share_above(planned_s, over_c) + MORE_OVERCOOKED;
    let mut past = |late_s: f64| leaving.share_above(planned_s + late_s, over_c) > most;
    if window.late_s > 0.0 && past(window.late_s) {
        let (mut right, mut wrong) = (0.0, window.late_s);
        while wrong - right > LATE_NEAR_S {
            let middle = 0.5 * (right + wrong);
            if past(middle) {
                wrong = middle;
            } else {
                right = middle;
            }
        }
        window.late_s = right;
    }
    window
}

fn out_of_reach(aim: &Aim, short: f64) -> Notice {
    match aim.goal {
        Goal::Rim(_) => Notice::computed(
            "target_out_of_reach",
            "No rim that deep comes about in this piece. Make the rim thinner.",
            None,
        ),
        Goal::Middle | Goal::Figure(_) => Notice::computed(
            "target_out_of_reach",
            "This fire does not bring the middle to the target. It needs more heat, or a lower \
             target.",
            Some(short),
        ),
    }
}

/// A probe from when an ordinary piece is there, for whoever has one in hand all the time; and the one
/// that everything ends with.
fn say_probe(piece: &Piece, timeline: &Timeline, probe: Probe, steps: &mut Vec<Step>) {
    let place = probe_where(piece);
    if probe.from_s < timeline.off_s {
        let early = Step::probe_early(probe.from_s, place, probe.shows_c);
        let at = steps.iter().position(|step| step.at_s > probe.from_s);
        steps.insert(at.unwrap_or(steps.len()), early);
    }
    let last = Step::probe(timeline.end_s(), place, probe.shows_c);
    let serve = steps.iter().position(|step| step.kind == StepKind::Serve);
    steps.insert(serve.unwrap_or(steps.len()), last);
}

/// Where the coldest spot is.
fn probe_where(piece: &Piece) -> &'static str {
    if piece.cut == Cut::SmallWhole {
        "the thickest one, along its back"
    } else if piece.stuffed() {
        "into the middle of the stuffing"
    } else if piece.cut.is_whole() {
        "behind the head, close to the spine and not on it"
    } else {
        "into the thickest part, off the bone and off the pan"
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
