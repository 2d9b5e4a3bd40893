//! When the piece leaves the heat: by its band, by the slow piece where a figure is promised, by its rim, by
//! its crust; and how early and late it may.

use super::answer::{Probe, Window};
use super::asked::{Cooking, PlanAsked, check_times};
use super::colour::Colours;
use super::find::{Leaving, Measure, Sought, Stop, first_guess_s, polish, slope_c_s, time_for};
use super::range;
use crate::run::{Bench, Fidelity, Tally, Timeline, Truth};
use crate::target::{Aim, Goal, safety};
use crate::{InputError, Within};

/// When, in the plan of the piece as asked for.
pub(super) struct Found {
    pub planned: Timeline,
    pub window: Window,
    /// From when to when it may leave the heat, the turns as they are, and end in the band, s; none out of reach.
    pub right_s: Option<(f64, f64)>,
    /// How far the target is out of reach: kelvins, or tenths of a millimetre of rim.
    pub short: Option<f64>,
    /// Where a figure counts, from when a probe may say that it is met, and what it must show.
    pub probe: Option<Probe>,
    /// Where a coat decides: it comes to gold in this heat.
    pub gold: Option<bool>,
}

/// A time at which a bench meets an aim: looked for on its rough likeness, mended on itself.
pub(super) struct Met {
    pub planned_s: f64,
    rough_s: f64,
    short: Option<f64>,
}

pub(super) fn meet(rough: &Bench, fine: &Bench, measure: Measure, aim: f64, guess_s: f64) -> Met {
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

pub(super) fn find(
    cooking: &Cooking<'_>,
    bench: &Bench,
    asked: &PlanAsked,
) -> Result<Found, InputError> {
    let (programme, sought) = (&cooking.programme, Sought::of(&cooking.aim));
    let as_asked = Truth::asked(cooking.piece);
    let measure = sought.measure;
    if let Some(times) = &asked.times {
        check_times(programme, times).within("times")?;
        let planned = programme.timeline_of_sides(&times.sides_s, times.rest_s);
        // The rough bench knows nothing of these times: both ends on the fine one.
        let mut leaving = Leaving::new(bench, measure, &planned);
        let mut end = |aim| leaving.time_for(aim, planned.off_s);
        let (low, high) = (end(sought.low), end(sought.high));
        let ends = (low.time_s(), high.time_s());
        let window = honest(&mut leaving, &cooking.aim, planned.off_s, ends);
        return Ok(Found {
            planned,
            window,
            right_s: matches!(low, Stop::Reached(_)).then_some(ends),
            short: None,
            probe: None,
            gold: None,
        });
    }
    let guess_s = first_guess_s(cooking.piece.thickness.value());
    let rough = Bench::new(&as_asked, programme, Fidelity::ROUGH);
    let mut met = meet(&rough, bench, measure, sought.aim, guess_s);
    let mut probe = None;
    if let (Goal::Figure(figure_c), None) = (cooking.aim.goal, met.short) {
        let (slow, shows_c) = for_the_slow(cooking, figure_c, met.planned_s);
        probe = Some(shows_c);
        if slow.short.is_some() || slow.planned_s > met.planned_s {
            met = slow;
        }
    }
    if cooking.method.browns && met.short.is_none() {
        met.planned_s = crusted_s(bench, &cooking.aim, met.planned_s);
    }
    let (mut colour, middle_s) = (None, met.planned_s);
    if cooking.aim.coated && met.short.is_none() {
        let colours = Colours::new(bench, met.planned_s, |s| programme.timeline(s));
        let low_s = || {
            let found = time_for(&rough, measure, sought.low, met.rough_s);
            found.time_s() + met.planned_s - met.rough_s
        };
        colour = Some(colours.right_s().is_some());
        met.planned_s = match cooking.aim.goal {
            // What is promised is promised, whatever its colour.
            Goal::Figure(_) => colours.right_s().map_or(0.0, |s| s).max(met.planned_s),
            Goal::Middle | Goal::Rim(_) => gold_s(&colours, met.planned_s, low_s),
        };
    }
    let planned = programme.timeline(met.planned_s);
    // Worth asking from when an ordinary piece shows it; one that never does on the heat, when it comes off.
    let probe = probe.map(|shows_c| Probe {
        from_s: bench
            .shows_s(&planned, shows_c, 0.0)
            .unwrap_or(planned.off_s),
        shows_c,
    });
    let (window, right_s) = if met.short.is_some() {
        (Window::NONE, None)
    } else {
        let on_rough = programme.timeline(met.rough_s);
        let by_middle = programme.timeline(middle_s);
        let (window, ends) = window(bench, &by_middle, &rough, &on_rough, &sought, &cooking.aim);
        if cooking.aim.coated {
            let colours = Colours::new(bench, planned.off_s, |s| planned.leaving(s));
            let ends = while_gold(&colours, planned.off_s, ends);
            let mut window = Window::between(ends.0, planned.off_s, ends.1);
            if matches!(cooking.aim.goal, Goal::Figure(_)) {
                window.early_s = 0.0;
            }
            (window, Some(ends))
        } else {
            (window, Some(ends))
        }
    };
    Ok(Found {
        planned,
        window,
        right_s,
        short: met.short,
        probe,
        gold: colour,
    })
}

/// When a coated piece comes out: gold and its middle right, or, where the middle takes longer than gold lasts, as soon
/// as both are past the worst of it.
fn gold_s<F: Fn(f64) -> Timeline>(
    colours: &Colours<'_, F>,
    middle_s: f64,
    low_s: impl Fn() -> f64,
) -> f64 {
    let Some(right_s) = colours.right_s() else {
        return middle_s;
    };
    match colours.brown_s() {
        Some(brown_s) if brown_s < middle_s => brown_s.max(low_s()).max(right_s),
        _ => right_s.max(middle_s),
    }
}

/// From when to when a coated piece is right: by its middle, and from gold until the coat is dark.
fn while_gold<F: Fn(f64) -> Timeline>(
    colours: &Colours<'_, F>,
    planned_s: f64,
    ends: (f64, f64),
) -> (f64, f64) {
    let soon_s = colours.gold_s().map_or(ends.0, |s| s.max(ends.0));
    let late_s = colours.dark_s().map_or(ends.1, |s| s.min(ends.1));
    (soon_s.min(planned_s), late_s.max(planned_s))
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
        let mut tally = Tally::new(&bench.column, &timeline);
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
pub(crate) const HOLDS_K: f64 = 0.3;
pub(crate) const LONGER: f64 = 1.01;
pub(crate) const TIMES_LONGER: usize = 12;

/// Whether a slow piece holds the figure along a timeline.
pub(super) fn slow_holds(cooking: &Cooking<'_>, figure_c: f64, timeline: &Timeline) -> bool {
    let slow = range::slow(cooking, figure_c + HOLDS_K, timeline.off_s.max(1.0));
    let bench = Bench::new(&slow, &cooking.programme, Fidelity::FINE);
    let mut tally = Tally::new(&bench.column, timeline);
    bench.run(timeline, &mut tally);
    holds(&tally, &cooking.aim, figure_c)
}

pub(crate) fn holds(tally: &Tally<'_>, aim: &Aim, figure_c: f64) -> bool {
    let outcome = tally.outcome(aim);
    outcome.safety.food_code_63c_15s && outcome.served_peak_c >= figure_c
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
        let mut tally = Tally::new(&fine.column, &timeline);
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
    if window.late_s > 0.0 {
        let latest_s = planned_s + window.late_s;
        window.late_s = leaving.latest_below_s(over_c, most, planned_s, latest_s) - planned_s;
    }
    window
}
