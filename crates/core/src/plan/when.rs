//! When the piece leaves the heat: by its band, by the slow piece where a figure is promised, by its rim, by
//! its crust; and how early and late it may.

use super::answer::{Probe, Window};
use super::asked::{Cooking, PlanAsked, check_times};
use super::colour::{Colours, MOST_LATE_S};
use super::find::{
    Guess, Leaving, Measure, Sought, Stop, bracketed, polish, slope_c_s, time_for, value,
};
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
    /// How fast the peak rises with the time, on the rough bench, K/s; 0 out of reach.
    slope_c_s: f64,
    short: Option<f64>,
}

pub(super) fn meet(rough: &Bench, fine: &Bench, measure: Measure, aim: f64, guess: Guess) -> Met {
    let (found, slope_c_s) = rough_s(rough, measure, aim, guess);
    let (planned_s, short) = match found {
        Stop::Reached(rough_s) => (polish(fine, measure, aim, rough_s, slope_c_s), None),
        Stop::OutOfReach { best_s, best_c } => (best_s, Some((aim - best_c).max(0.0))),
    };
    Met {
        planned_s,
        rough_s: found.time_s(),
        slope_c_s,
        short,
    }
}

/// A guess that is so near is mended by its slope, K.
const NEAR_K: f64 = 1.5;

/// When a rough bench meets an aim, and how fast it rises then, K/s.
fn rough_s(rough: &Bench, measure: Measure, aim: f64, guess: Guess) -> (Stop, f64) {
    let guess_s = guess.s;
    let by_guess = value(rough, measure, &rough.programme.timeline(guess_s));
    if (by_guess - aim).abs() < NEAR_K {
        let known = guess.rises_c_s.filter(|slope| *slope > 0.0);
        let slope = known.unwrap_or_else(|| slope_c_s(rough, measure, guess_s, by_guess));
        let by_slope_s = (aim - by_guess) / slope;
        if slope > 0.0 && by_slope_s.abs() < 0.2 * guess_s {
            return (Stop::Reached(guess_s + by_slope_s), slope);
        }
    }
    let found = time_for(rough, measure, aim, guess_s);
    let slope = match found {
        Stop::Reached(found_s) => slope_c_s(rough, measure, found_s, aim),
        Stop::OutOfReach { .. } => 0.0,
    };
    (found, slope)
}

pub(super) fn find(
    cooking: &Cooking<'_>,
    bench: &Bench,
    asked: &PlanAsked,
) -> Result<Found, InputError> {
    let (programme, sought) = (&cooking.programme, Sought::of(&cooking.aim));
    let as_asked = Truth::asked(&cooking.piece);
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
    let rough = Bench::new(&as_asked, programme, Fidelity::ROUGH);
    let mut met = meet(&rough, bench, measure, sought.aim, cooking.guess);
    let mut probe = None;
    if let (Goal::Figure(figure_c), None) = (cooking.aim.goal, met.short) {
        let (slow, shows_c) = for_the_slow(cooking, figure_c, met.planned_s);
        probe = Some(shows_c);
        if slow.short.is_some() || slow.planned_s > met.planned_s {
            met = slow;
        }
    }
    let by_middle_s = met.planned_s;
    if cooking.method.browns && met.short.is_none() {
        met.planned_s = crusted_s(bench, &cooking.aim, met.planned_s);
    }
    let mut gold = None;
    let mut colours = None;
    let as_faces = cooking
        .aim
        .coated
        .then(|| Bench::new(&as_asked, programme, Fidelity::BESIDE));
    if let (Some(as_faces), None) = (&as_faces, met.short) {
        let by_time = Colours::by_time(as_faces, met.planned_s);
        let low_s = || {
            let found = time_for(&rough, measure, sought.low, met.rough_s);
            found.time_s() + met.planned_s - met.rough_s
        };
        met.planned_s = match cooking.aim.goal {
            // What is promised is promised, whatever its colour.
            Goal::Figure(_) => by_time.right_s().unwrap_or(0.0).max(met.planned_s),
            Goal::Middle | Goal::Rim(_) => gold_s(&by_time, met.planned_s, low_s),
        };
        gold = Some(by_time.right_s().is_some());
        colours = Some(by_time);
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
        // What the benches differ by in the middle of the band they differ by at its ends.
        let shift_s = by_middle_s - met.rough_s;
        if let Some(as_faces) = &as_faces {
            let off_s = planned.off_s;
            let on_rough = planned.leaving((off_s - shift_s).max(1.0));
            let mut leaving = Leaving::new(&rough, measure, &on_rough);
            let colours = match colours {
                Some(one_run @ Colours::OneRun(_)) => one_run,
                _ => Colours::leaving(as_faces, &planned),
            };
            let (soon_s, late_s) =
                while_gold(&colours, off_s, &sought, |s| leaving.value(s - shift_s));
            let late_s = late_s - shift_s;
            let late_s =
                shift_s + before_it_dries(&mut leaving, &cooking.aim, on_rough.off_s, late_s);
            let mut window = Window::between(soon_s, off_s, late_s);
            let ends = (soon_s, late_s);
            if matches!(cooking.aim.goal, Goal::Figure(_)) {
                window.early_s = 0.0;
            }
            (window, Some(ends))
        } else {
            let mut leaving = Leaving::new(bench, measure, &planned);
            let on_rough = programme.timeline(met.rough_s);
            let mut on_rough = Leaving::new(&rough, measure, &on_rough);
            let ends = ends(
                &mut leaving,
                planned.off_s,
                &mut on_rough,
                &sought,
                met.slope_c_s,
            );
            let window = honest(&mut leaving, &cooking.aim, planned.off_s, ends);
            (window, Some(ends))
        }
    };
    Ok(Found {
        planned,
        window,
        right_s,
        short: met.short,
        probe,
        gold,
    })
}

/// When a coated piece comes out: gold and its middle right, or, where the middle takes longer than gold lasts, as soon
/// as both are past the worst of it.
fn gold_s(colours: &Colours<'_>, middle_s: f64, low_s: impl Fn() -> f64) -> f64 {
    let Some(right_s) = colours.right_s() else {
        return middle_s;
    };
    match colours.brown_s() {
        Some(brown_s) if brown_s < middle_s => brown_s.max(low_s()).max(right_s),
        _ => right_s.max(middle_s),
    }
}

/// From when to when a coated piece is right: by its middle, and from gold until the coat is dark.
fn while_gold(
    colours: &Colours<'_>,
    planned_s: f64,
    sought: &Sought,
    mut value: impl FnMut(f64) -> f64,
) -> (f64, f64) {
    let soon_s = colours.gold_s().unwrap_or(0.0).min(planned_s);
    let late_s = colours.dark_s().unwrap_or(planned_s + MOST_LATE_S);
    let late_s = late_s.max(planned_s);
    // The middle is asked only where the colour would have it.
    let (soon, late) = (value(soon_s), value(late_s));
    let mut between =
        |aim: f64, from: (f64, f64), to: (f64, f64)| bracketed(aim, from, to, &mut value).time_s();
    let by_middle_s = if soon < sought.low {
        between(sought.low, (soon_s, soon), (late_s, late))
    } else {
        soon_s
    };
    let until_s = if late > sought.high {
        between(sought.high, (soon_s, soon), (late_s, late))
    } else {
        late_s
    };
    (by_middle_s.min(planned_s), until_s.max(planned_s))
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
    let guess = Guess {
        s: guess_s,
        rises_c_s: None,
    };
    let mut met = meet(&rough, &fine, Measure::Coldest, aim_c, guess);
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
fn ends(
    last: &mut Leaving<'_>,
    planned_s: f64,
    rough: &mut Leaving<'_>,
    sought: &Sought,
    rises_c_s: f64,
) -> (f64, f64) {
    let rough_s = rough.off_s();
    // Where the faces see the same all along, both benches go alike.
    let steady = last.is_steady();
    // Where turns stand still it rises faster than where they go along: the first end tells the second.
    let mut rises_c_s = rises_c_s.max(1e-9);
    let mut end =
        |at: f64| match rough.time_near(at, rough_s + (at - sought.aim) / rises_c_s, rises_c_s) {
            Stop::Reached(t_s) => {
                let slope = (at - sought.aim) / (t_s - rough_s);
                if slope.is_finite() && slope > 0.0 {
                    rises_c_s = slope;
                }
                let guess_s = (t_s + planned_s - rough_s).max(0.0);
                if slope.is_finite() && !steady {
                    last.polish(at, guess_s, slope)
                } else {
                    guess_s
                }
            }
            // The end of the band is never passed: as far as the search went is the honest bound.
            Stop::OutOfReach { best_s, .. } => best_s,
        };
    (end(sought.low), end(sought.high))
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
    if window.late_s > 0.0 {
        let leaves_s = leaving.off_s();
        let latest_s = leaves_s + window.late_s;
        window.late_s = before_it_dries(leaving, aim, leaves_s, latest_s) - leaves_s;
    }
    window
}

/// The latest time up to `latest_s` at which not too much more is overcooked than as planned, s.
fn before_it_dries(leaving: &mut Leaving<'_>, aim: &Aim, planned_s: f64, latest_s: f64) -> f64 {
    let Some(over_c) = aim.overcooked_from_c() else {
        return latest_s;
    };
    if latest_s <= planned_s {
        return latest_s;
    }
    let most = leaving.share_above(planned_s, over_c) + MORE_OVERCOOKED;
    leaving.latest_below_s(over_c, most, planned_s, latest_s)
}
