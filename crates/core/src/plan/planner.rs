//! Settings and target in, times out.

use super::batch::{self, Batch};
use super::bench::{Bench, Fidelity, Stop};
use super::ensemble;
use crate::InputError;
use crate::fish::{FatMargin, Hazard, Piece, PieceAsked, exempt_tuna, fat_margins_at};
use crate::heat::{Moment, Sink};
use crate::methods::{Act, Chosen, Kitchen, Method, Nudge, PlanFacts, Step, Value, done};
use crate::outcome::{
    Band, FieldAsked, FieldSink, Outcome, SignSink, Signs, SliceField, Tally, TargetAsked,
};

/// A method as asked for.
#[derive(Debug, Clone, PartialEq)]
pub struct MethodAsked {
    /// Kind on the wire.
    pub kind: String,
    /// Settings by name.
    pub settings: Vec<(String, Value)>,
}

/// A plan as asked for.
#[derive(Debug, Clone, PartialEq)]
pub struct PlanAsked {
    /// The piece.
    pub piece: PieceAsked,
    /// The method.
    pub method: MethodAsked,
    /// The target.
    pub target: TargetAsked,
    /// The kitchen.
    pub kitchen: Kitchen,
    /// Run the ensemble too.
    pub range: bool,
    /// Sample the slice over time.
    pub field: Option<FieldAsked>,
    /// Leave the heat this much later (negative: earlier) than planned, s.
    pub late_s: f64,
}

/// How early and how late the piece may leave the heat and still end in the band.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Window {
    /// Seconds before.
    pub early_s: f64,
    /// Seconds after.
    pub late_s: f64,
}

/// Something the cook should know before lighting the fire.
#[derive(Debug, Clone, PartialEq)]
pub struct Warning {
    /// Stable name.
    pub code: &'static str,
    /// One sentence, without figures that have a unit.
    pub message: &'static str,
    /// By how much, K, where that says something.
    pub by_k: Option<f64>,
}

/// A plan.
#[derive(Debug, Clone)]
pub struct Plan {
    /// The method.
    pub method: &'static Method,
    /// Its settings, defaults filled in.
    pub chosen: Chosen,
    /// The band aimed at.
    pub band: Band,
    /// When the piece leaves the heat, s.
    pub off_heat_s: f64,
    /// When it is turned, s.
    pub turns_s: Vec<f64>,
    /// How long it rests, s.
    pub rest_s: f64,
    /// When to begin to look: nine in ten pieces are not done before, s.
    pub look_from_s: f64,
    /// Nine in ten pieces are done by then, s.
    pub latest_s: f64,
    /// How forgiving it is.
    pub window: Window,
    /// Coldest point as it leaves the heat, C.
    pub core_at_off_c: f64,
    /// Coldest point of the thin end at its highest, C; without a thin end, the thick part's.
    pub thin_end_peak_c: f64,
    /// Share of the thin end that is overcooked; without a thin end, the thick part's.
    pub thin_end_overcooked_share: f64,
    /// How the thick part comes out.
    pub outcome: Outcome,
    /// What can be seen and felt.
    pub signs: Signs,
    /// Fats that fit the fire, safest first.
    pub fats: Vec<FatMargin>,
    /// What to do.
    pub steps: Vec<Step>,
    /// What to know.
    pub warnings: Vec<Warning>,
    /// Of what is fried: the largest batch that keeps the bath within the chosen drop. Not in
    /// a ranking.
    pub batch: Option<Batch>,
    /// Slice over time of the thick part, if asked for.
    pub field: Option<SliceField>,
    /// Slice over time of the thin end, if asked for and there is one.
    pub thin_field: Option<SliceField>,
}

/// Remembers the coldest cell at one time.
struct CoreAt {
    at_s: f64,
    core_c: f64,
}

impl Sink for CoreAt {
    fn step(&mut self, moment: &Moment<'_>) {
        if moment.t_s <= self.at_s + 1e-6 {
            self.core_c = moment.core_c();
        }
    }
}

/// Seconds late or early that may be asked for.
const LATE_RANGE_S: (f64, f64) = (-3600.0, 3600.0);

/// Plans one piece.
///
/// The coldest point, after the rest, peaks in the middle of the band. Turns follow as shares
/// of the time. The window keeps the turns as planned and moves only the end.
///
/// # Errors
/// [`InputError`] for anything in the request that is out of range or unknown. A target out of
/// reach is not an error: the plan says so in a warning and gives the nearest.
pub fn plan(asked: &PlanAsked) -> Result<Plan, InputError> {
    let piece = Piece::new(&asked.piece)?;
    let method = Method::find(&asked.method.kind)?;
    let chosen = Chosen::read(method.kind, method.settings, &asked.method.settings)?;
    let band = piece.family()?.band(&asked.target)?;
    crate::quantity::checked("late_s", asked.late_s, LATE_RANGE_S, "s")?;
    let mut plan = plan_checked(&piece, method, chosen, band, asked)?;
    plan.batch = batch::largest(&piece, &plan, &asked.kitchen)?;
    Ok(plan)
}

pub(super) fn plan_checked(
    piece: &Piece,
    method: &'static Method,
    chosen: Chosen,
    band: Band,
    asked: &PlanAsked,
) -> Result<Plan, InputError> {
    let programme = (method.programme)(piece, &chosen, &asked.kitchen)?;
    let at = |fidelity| {
        Bench::new(
            piece,
            piece.thickness.metres(),
            &programme,
            &Nudge::NONE,
            fidelity,
        )
    };
    let (bench, rough) = (at(Fidelity::FINE), at(Fidelity::ROUGH));
    let found = rough.time_for(band.middle_c(), first_guess_s(piece.thickness.value()));
    let mut warnings = Vec::new();
    let planned_s = match found {
        Stop::Reached(rough_s) => {
            let slope = rough.slope_c_s(rough_s, band.middle_c());
            bench.polish(band.middle_c(), rough_s, slope)
        }
        Stop::OutOfReach { best_s, best_c } => {
            warnings.push(Warning {
                code: "target_out_of_reach",
                message: "This fire does not bring the core to the target. More heat or a lower \
                          target is needed.",
                by_k: Some((band.middle_c() - best_c).max(0.0)),
            });
            best_s
        }
    };
    let durations = programme.durations_s(planned_s);
    let window = window(&bench, &rough, band, planned_s, found.time_s());

    let off_heat_s = (planned_s + asked.late_s).max(0.0);
    let actual = moved_end(&durations, off_heat_s);
    let (look_from_s, latest_s) = if asked.range {
        ensemble::early_and_late_s(piece, &programme, &durations, band, planned_s)
    } else {
        (planned_s, planned_s)
    };

    let stages = programme.stages(&actual, programme.rest_s);
    let end_s = off_heat_s + programme.rest_s;
    let mut core = CoreAt {
        at_s: off_heat_s,
        core_c: piece.start.value(),
    };
    let mut signs = SignSink::new(&bench.column, off_heat_s, end_s);
    let mut extra = (&mut core, &mut signs);
    let (mut outcome, field) = run_column(&bench, &stages, asked, off_heat_s, band, &mut extra);
    // A dish in the oven has a temperature, but no heater that anybody would watch.
    if programme.reservoir.is_some_and(|r| r.most_w_m2 <= 0.0) {
        outcome.reservoir_low_c = None;
    }
    let (mut thin_end_peak_c, mut thin_end_overcooked_share) =
        (outcome.core_peak_c, outcome.overcooked_share);
    let mut thin_field = None;
    if let Some(thin) = piece.thin_end {
        let bench = Bench::new(
            piece,
            thin.metres(),
            &programme,
            &Nudge::NONE,
            Fidelity::FINE,
        );
        let (thin_outcome, field) = run_column(&bench, &stages, asked, off_heat_s, band, &mut ());
        thin_end_peak_c = thin_outcome.core_peak_c;
        thin_end_overcooked_share = thin_outcome.overcooked_share;
        thin_field = field;
    }

    let facts = PlanFacts {
        turns_s: programme.turns_s(&actual),
        off_heat_s,
        rest_s: programme.rest_s,
        look_from_s,
        core_at_off_c: core.core_c,
        core_peak_c: outcome.core_peak_c,
    };
    let signs = signs.finish();
    let mut steps = (method.steps)(piece, &chosen, &facts);
    say_what_it_is(piece, &signs, &mut steps);
    warnings.extend(warn(
        piece,
        method,
        &chosen,
        &programme,
        &outcome,
        band,
        thin_end_peak_c,
    ));
    Ok(Plan {
        method,
        band,
        off_heat_s,
        rest_s: programme.rest_s,
        look_from_s,
        latest_s,
        window,
        core_at_off_c: core.core_c,
        thin_end_peak_c,
        thin_end_overcooked_share,
        outcome,
        signs,
        fats: fat_margins(&chosen),
        batch: None,
        steps,
        turns_s: facts.turns_s,
        warnings,
        field,
        thin_field,
        chosen,
    })
}

/// How early and late: both ends on the rough bench, then mended on the fine one. Each bench
/// turns where its own plan does, so what they differ by in the middle they differ by at the ends.
fn window(bench: &Bench, rough: &Bench, band: Band, planned_s: f64, rough_s: f64) -> Window {
    let mut last = bench.last_leg(&bench.programme.durations_s(planned_s));
    let mut rough = rough.last_leg(&rough.programme.durations_s(rough_s));
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
    Window {
        early_s: (planned_s - low_s).max(0.0),
        late_s: (high_s - planned_s).max(0.0),
    }
}

/// What a bone and scores mean to the cook, on the steps where they show.
fn say_what_it_is(piece: &Piece, signs: &Signs, steps: &mut [Step]) {
    for step in steps {
        match step.act {
            Act::Start if piece.scored => step.cues.push(done::SCORED),
            Act::Off if piece.bone => {
                let free = signs.bone_s.is_some_and(|s| s <= step.at_s);
                step.cues.push(if free {
                    done::BONE_FREE
                } else {
                    done::BONE_HOLDS
                });
            }
            _ => {}
        }
    }
}

/// Fats for the hottest thing they touch in pan or fryer; none where nothing is fried.
fn fat_margins(chosen: &Chosen) -> Vec<FatMargin> {
    let hottest = |key| chosen.number(key).ok();
    hottest("oil_c")
        .or_else(|| hottest("pan_c"))
        .map_or_else(Vec::new, fat_margins_at)
}

/// A start for the search: half a minute a millimetre, more for thick pieces, s.
fn first_guess_s(thickness_mm: f64) -> f64 {
    12.0 * thickness_mm * (1.0 + thickness_mm / 40.0)
}

/// The durations with the end moved: the last leg is stretched or cut, and legs that would
/// begin after the end fall away.
pub(super) fn moved_end(durations: &[f64], off_s: f64) -> Vec<f64> {
    let mut left = off_s;
    let last = durations.iter().rposition(|s| *s > 0.0).unwrap_or(0);
    durations
        .iter()
        .enumerate()
        .map(|(i, s)| {
            let takes = if i == last { left } else { s.min(left) };
            left -= takes;
            takes
        })
        .collect()
}

fn run_column<S: Sink>(
    bench: &Bench,
    stages: &[crate::heat::Stage],
    asked: &PlanAsked,
    off_heat_s: f64,
    band: Band,
    extra: &mut S,
) -> (Outcome, Option<SliceField>) {
    let end_s = off_heat_s + bench.programme.rest_s;
    match asked.field {
        Some(size) => {
            let mut sink = FieldSink::new(&bench.column, size, off_heat_s, end_s, band);
            bench.marcher().run(stages, &mut (&mut sink, extra));
            let (field, tally) = sink.finish();
            (tally.outcome(band), Some(field))
        }
        None => {
            let mut tally = Tally::new(&bench.column, off_heat_s);
            bench.marcher().run(stages, &mut (&mut tally, extra));
            (tally.outcome(band), None)
        }
    }
}

/// A pan that drops more than this loses the sear, K.
const PAN_DROP_K: f64 = 40.0;
/// A thin end is worth a word from here on, K past the target.
const THIN_END_OVER_K: f64 = 6.0;

fn warn(
    piece: &Piece,
    method: &Method,
    chosen: &Chosen,
    programme: &crate::methods::Programme,
    outcome: &Outcome,
    band: Band,
    thin_peak_c: f64,
) -> Vec<Warning> {
    let mut warnings = Vec::new();
    let mut add = |code, message, by_k| {
        warnings.push(Warning {
            code,
            message,
            by_k,
        })
    };
    if let (Some(reservoir), Some(low_c)) = (programme.reservoir, outcome.reservoir_low_c) {
        let hold_c = chosen.number("hold_c").unwrap_or(reservoir.start_c);
        let drop_k = reservoir.start_c.min(hold_c) - low_c;
        if drop_k > PAN_DROP_K {
            add(
                "pan_drops",
                "The fish pulls this pan far below what was asked. Fewer pieces, a heavier pan \
                 or a stronger hob.",
                Some(drop_k),
            );
        }
        if reservoir.start_c.max(hold_c) > reservoir.hottest_c() {
            add("hob_too_weak", "This hob cannot hold a pan that hot.", None);
        }
    }
    if let Some(fat) = fat_margins(chosen)
        .into_iter()
        .find(|fat| chosen.word("fat").is_ok_and(|key| key == fat.key) && fat.margin_k < 0.0)
    {
        add(
            "fat_smokes",
            "This fat may smoke before the fish goes in. Take one that stands more heat, or a \
             cooler pan or bath.",
            Some(-fat.margin_k),
        );
    }
    if piece.thin_end.is_some() && thin_peak_c > band.high_c + THIN_END_OVER_K {
        add(
            "thin_end_over",
            "The thin end will be past the target when the thick part is right. Fold it under, \
             trim it, or serve it as the well-done end.",
            Some(thin_peak_c - band.high_c),
        );
    }
    if !outcome.safety.food_code_63c_15s {
        add(
            "below_food_code",
            "Below the food-safety figure for fish. Not for anyone pregnant, very young, old or \
             with weak immunity.",
            None,
        );
    }
    if piece.scales && !matches!(method.kind, "whole_roast" | "salt_crust" | "grill_upright") {
        add(
            "scales_on",
            "The scales are on: scrape them off, or they end on the plate. A salt crust or a \
             whole roast may keep them.",
            None,
        );
    }
    let carries = piece
        .species
        .as_ref()
        .is_none_or(|fish| fish.has(Hazard::Parasites) && !exempt_tuna(fish));
    if carries && !outcome.safety.parasite_60c_1min {
        add(
            "parasites",
            "Not hot enough to kill parasites: use fish that was frozen for it or is exempt.",
            None,
        );
    }
    warnings
}
