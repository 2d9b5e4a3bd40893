//! Settings and target in, times out: find when, run it once, put it in words, warn.

use super::answer::{Plan, Probe};
use super::asked::{Cooking, PlanAsked, guests};
use super::find::Sought;
use super::when::{Found, find, slow_holds};
use super::{batch, party, range, warn};
use crate::choice;
use crate::fish::{Cut, Notice, Piece, Severity, Skin};
use crate::heat::{Body, Track};
use crate::kit::{Allergen, fat_margins_at};
use crate::methods::{Caution, Cue, Method, PROBE_S, Step, Story, crisp_skin};
use crate::run::browning::Browning;
use crate::run::{
    Bench, Fidelity, FieldAsked, Outcome, Signs, Timeline, Truth, What, Witness, Witnessed,
};
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
    prepared(asked, |cooking| {
        let mut plan = tell(cooking, asked)?;
        plan.batch = batch::largest(cooking, plan.off_heat_s);
        Ok(plan)
    })
}

/// What a plan asks for, read and checked.
pub(crate) fn prepared<T>(
    asked: &PlanAsked,
    then: impl FnOnce(&Cooking<'_>) -> Result<T, InputError>,
) -> Result<T, InputError> {
    let piece = Piece::new(&asked.piece).within("piece")?;
    let method = Method::find(&asked.method.kind).within("method")?;
    let aim = piece.aim(&asked.target).within("target")?;
    crate::quantity::checked("late_s", asked.late_s, LATE_RANGE_S, "s")?;
    let settings = &asked.method.settings;
    then(&Cooking::new(
        &piece,
        method,
        settings,
        &asked.kitchen,
        aim,
    )?)
}

/// The timeline as it is kept to, and the piece and the fire as they are.
pub(super) fn cooked_as(
    cooking: &Cooking<'_>,
    asked: &PlanAsked,
    planned: &Timeline,
) -> Result<(Timeline, Truth), InputError> {
    let timeline = planned.leaving(planned.off_s + asked.late_s);
    let differs = asked.truth.as_ref();
    let truth = differs
        .map_or(Ok(Truth::asked(&cooking.piece)), |differs| {
            cooking.truth(differs)
        })
        .within("truth")?;
    Ok((timeline, truth))
}

/// One plan of one piece, told once: the same timeline for the run, the words and the warnings.
pub(crate) fn tell(cooking: &Cooking<'_>, asked: &PlanAsked) -> Result<Plan, InputError> {
    let (piece, programme, aim) = (&*cooking.piece, &cooking.programme, &cooking.aim);
    if let Some(field) = asked.field {
        field.check(FieldAsked::MOST).within("field")?;
    }
    let as_asked = Truth::asked(piece);
    let bench = Bench::new(&as_asked, programme, Fidelity::FINE);
    let Found {
        planned,
        window,
        right_s,
        short,
        probe,
        gold,
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

    let (timeline, truth) = cooked_as(cooking, asked, &planned)?;
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
        let bench = Bench::new(&truth.thick(thin.metres()), programme, Fidelity::BESIDE);
        witness(&bench, &timeline, asked, aim, |bench, seen| {
            let mut run = if programme.reservoir.is_some() {
                bench.begin_on(&track)
            } else {
                bench.begin()
            };
            run.to(&timeline, timeline.eaten_s(), seen);
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
        signs: &signs,
        look_from_s,
        core_peak_c: outcome.core_peak_c,
        gets_there: short.is_none() && Sought::of(aim).reached(&outcome),
    };
    let mut steps = cooking
        .method
        .words(piece, &cooking.chosen, cooking.kitchen, &story)?;
    say_what_it_is(piece, &story, &mut steps);
    let allergens = allergens(cooking, &steps)?;
    let probe = match aim.goal {
        Goal::Figure(figure_c) if aim.probed || asked.eaters.at_risk() => {
            Some(probe.unwrap_or(Probe {
                from_s: timeline.off_s,
                shows_c: figure_c + safety::PROBE_ABOVE_K,
            }))
        }
        _ => None,
    };
    if let Some(probe) = probe {
        say_probe(piece, &timeline, probe, &mut steps);
    }
    // A figure that is promised goes by its clock and the probe, never by the eye.
    let by_eye = asked.times.is_none() && aim.goal == Goal::Middle && story.gets_there;
    if by_eye && window.early_s + window.late_s < SECONDS_S {
        say_watch(&mut steps);
    }
    // A card is read in the order of time.
    steps.sort_by(|a, b| a.at_s().total_cmp(&b.at_s()));
    let fat = cooking.chosen.fat();
    let fats = fat.map_or_else(Vec::new, |(_, hottest_c)| {
        fat_margins_at(&cooking.kitchen.kit, hottest_c)
    });
    let mut warnings: Vec<Notice> = short.map(|by| out_of_reach(aim, by)).into_iter().collect();
    warnings.extend(coat(aim, gold, &signs));
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
            message: Allergen::sentence(&allergens, cooking.kitchen.rules).into(),
        });
    }
    if !refused.is_empty() {
        steps.clear();
    }
    let mut plan = Plan {
        method: cooking.method,
        chosen: cooking.chosen.clone(),
        fitted: choice::fitted(cooking.method, piece, cooking.kitchen),
        aim: *aim,
        timeline: timeline.clone(),
        off_heat_s: timeline.off_s,
        turns_s: timeline.turns_s(),
        rest_s: timeline.rest_s,
        look_from_s,
        latest_s,
        window,
        right_s,
        side_seen: !cooking.method.shut
            && !piece.cut.is_whole()
            && programme.coats.iter().all(Vec::is_empty),
        has_thin_end: piece.thin_end.is_some(),
        sides_s: programme.sides_s(&planned),
        eat_by_s: timeline.eaten_s(),
        core_at_off_c: signs.off.core_c,
        probe_at_off_c: signs.off.probe_c,
        thin_end_peak_c,
        thin_end_overcooked_share,
        crisp_mm: crisp_mm(cooking, &outcome),
        outcome,
        body,
        signs,
        fats,
        heating: programme.heating.clone(),
        probe,
        promised: promised && short.is_none(),
        allergens,
        refused,
        steps,
        warnings,
        batch: None,
        a_batch: piece.pieces,
        party: None,
        field,
        thin_field: thin.and_then(|thin| thin.field),
    };
    plan.party = party::party(cooking, &plan);
    if let (Some(party), Some(room)) = (&plan.party, &cooking.room) {
        party::say(party, room.shelf, &mut plan.steps);
        let said = [party::many(party), party::stands(party, guests.rules)];
        plan.warnings.splice(0..0, said.into_iter().flatten());
    }
    Ok(plan)
}

/// What is in it by its settings, and whatever its words tell the cook to put on it.
fn allergens(cooking: &Cooking<'_>, steps: &[Step]) -> Result<Vec<Allergen>, InputError> {
    let mut all = cooking.method.allergens(&cooking.chosen, cooking.kitchen)?;
    let words = steps.iter().flat_map(|step| {
        let cautions = step.cautions.iter().map(|caution| &*caution.message);
        [step.act.words.as_str()].into_iter().chain(cautions)
    });
    all.extend(words.flat_map(Allergen::named_in));
    all.sort();
    all.dedup();
    Ok(all)
}

fn crisp_mm(cooking: &Cooking<'_>, outcome: &Outcome) -> f64 {
    let [skin_mm, flesh_mm] = outcome.crust_mm;
    let lifted = cooking.piece.skin_apart && cooking.piece.skin == Skin::On;
    if cooking.method.wet {
        0.0
    } else if lifted {
        flesh_mm
    } else if !crisp_skin(&cooking.piece) {
        skin_mm.max(flesh_mm)
    } else if cooking.piece.cut.is_whole() {
        // Skin all round is as crisp as its softer side.
        skin_mm.min(flesh_mm)
    } else {
        skin_mm
    }
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

/// What becomes of a coat where it does not come out gold.
fn coat(aim: &Aim, gold: Option<bool>, signs: &Signs) -> Option<Notice> {
    let darkest = signs.off.browning.into_iter().max()?;
    if gold == Some(false) {
        let words = "The coat stays pale in this heat. It needs a hotter pan or oil, or no coat.";
        return Some(Notice::computed("coat_stays_pale", words, None));
    }
    if !aim.coated || darkest < Browning::Dark {
        return None;
    }
    let words = match darkest {
        Browning::Burnt => {
            "The coat burns before the middle is done. Take less heat or thinner pieces, or take it out when it \
             is gold and finish it in the oven."
        }
        _ => {
            "The coat is dark before the middle is done. Take less heat or thinner pieces, or take it out when \
             it is gold and finish it in the oven."
        }
    };
    Some(Notice::computed("coat_dark", words, None))
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
pub(crate) fn say_probe(piece: &Piece, timeline: &Timeline, probe: Probe, steps: &mut Vec<Step>) {
    let place = probe_where(piece);
    if probe.from_s < timeline.off_s {
        let early = Step::probe_early(probe.from_s, place, probe.shows_c);
        let at = steps.iter().position(|step| step.at_s() > probe.from_s);
        steps.insert(at.unwrap_or(steps.len()), early);
    }
    // Two spots are read before it is on the plate.
    let last_s = (timeline.end_s() - PROBE_S).max(timeline.off_s);
    let last = Step::probe(last_s, place, probe.shows_c);
    let serve = steps.iter().position(|step| step.what() == What::Serve);
    steps.insert(serve.unwrap_or(steps.len()), last);
    crate::run::name(steps.iter_mut().map(|step| &mut step.act));
}

/// What is right for less than this is gone while a cook looks at a clock, s.
const SECONDS_S: f64 = 20.0;

fn say_watch(steps: &mut [Step]) {
    let mut steps = steps.iter_mut();
    if let Some(step) = steps.find(|step| matches!(step.what(), What::Look | What::Off)) {
        step.cues
            .push("Watch it, not the clock: it is right for seconds only.");
    }
}

/// Where the coldest spot is.
pub(crate) fn probe_where(piece: &Piece) -> &'static str {
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

/// What becomes of skin that is cooked by itself. common practice, no source.
const SKIN_APART: &str = "The skin crisps by itself meanwhile: scraped dry, salted, flat under a weight in a hot pan or \
     between two trays in the oven, until it is stiff.";

/// What a bone and scores mean to the cook, on the steps where they show.
pub(crate) fn say_what_it_is(piece: &Piece, story: &Story<'_>, steps: &mut [Step]) {
    let said = |steps: &[Step]| {
        steps
            .iter()
            .flat_map(|step| &step.signs)
            .any(|told| told.sign == "bone")
    };
    let bone = piece.bone && !said(steps);
    for step in steps {
        match step.what() {
            What::In if piece.scored => step.cues.push(if piece.cut.is_whole() {
                "Scored, it does not curl and takes salt in the cuts."
            } else {
                "Scored, it lies flat and takes salt in the cuts; so shallow, they change no time."
            }),
            What::In if piece.skin_apart && piece.skin == Skin::Off => step.cues.push(SKIN_APART),
            What::Serve if piece.skin_apart && piece.skin == Skin::On => step.cues.push(
                "Lift the skin off now: it comes away in one while it is hot, and it has kept the flesh moist.",
            ),
            What::Off if bone => {
                let at_s = step.at_s();
                *step = story.see(step.clone(), at_s, &[Cue::Bone]);
            }
            _ => {}
        }
    }
}
