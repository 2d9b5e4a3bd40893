//! Every method planned for one piece and ordered by what matters to the cook.

use super::answer::Plan;
use super::asked::{Cooking, PlanAsked, guests};
use super::planner::tell;
use super::room::Room;
use crate::choice::{self, Class, Fitted, Quality, Tonight, Wishes};
use crate::fish::{Eaters, Hazard, Heated, Notice, Piece, PieceAsked, Skin, State};
use crate::kit::Kitchen;
use crate::methods::{FromFrozen, Method, Reason, crisp_skin};
use crate::run::{FieldAsked, Heating, Hot};
use crate::target::{Aim, Goal, TargetAsked};
use crate::{InputError, Within};
use rayon::prelude::*;

/// A ranking as asked for.
#[derive(Debug, Clone, PartialEq)]
pub struct RankAsked {
    /// The piece.
    pub piece: PieceAsked,
    /// The target.
    pub target: TargetAsked,
    /// The kitchen.
    pub kitchen: Kitchen,
    /// Who eats.
    pub eaters: Eaters,
    /// What matters.
    pub wishes: Wishes,
    /// What tonight leaves open.
    pub tonight: Tonight,
    /// Sample the slice over time of each.
    pub field: Option<FieldAsked>,
}

/// One method for the piece.
#[derive(Debug, Clone)]
pub struct Way {
    /// The method.
    pub method: &'static Method,
    /// It can be done.
    pub suits: bool,
    /// How well it fits such a piece, 0 nobody does it to 3 what a cook does first.
    pub fit: u8,
    /// Higher stands first.
    pub score: f64,
    /// Why.
    pub reasons: Vec<Reason>,
    /// The plan with settings fitted to the piece; none when it does not suit.
    pub plan: Option<Plan>,
}

/// All methods for a piece, in order.
#[derive(Debug, Clone)]
pub struct Ranked {
    /// Best first, those that do not suit last.
    pub ways: Vec<Way>,
    /// Why it must not be served, or not so done, whatever the way; then none suits.
    pub refused: Vec<Notice>,
    /// What to know whatever the way, the gravest first.
    pub notices: Vec<Notice>,
}

/// Plans every method for one piece with settings fitted to it and orders them as a cook would. A piece that
/// must not be served is planned in no way.
///
/// # Errors
/// [`InputError`] for anything in the request that is out of range or unknown.
pub fn rank(asked: &RankAsked) -> Result<Ranked, InputError> {
    let piece = Piece::new(&asked.piece).within("piece")?;
    let aim = piece.aim(&asked.target).within("target")?;
    if let Some(field) = asked.field {
        field.check(FieldAsked::MOST_OF_MANY).within("field")?;
    }
    asked.tonight.check().within("tonight")?;
    let question = PlanAsked {
        field: asked.field,
        eaters: asked.eaters,
        ..PlanAsked::default()
    };
    let guests = guests(asked.eaters, &asked.kitchen);
    let said = piece.notices(guests, Heated::Aimed(&aim)).within("piece")?;
    let (refused, notices): (Vec<_>, Vec<_>) = said.into_iter().partition(Notice::refuses);
    // Each way is a cook of its own: as many at once as there are cores, and nobody waits beside a long one.
    let mut ways = Method::all()
        .par_iter()
        .with_max_len(1)
        .map(|method| way(asked, &question, &piece, &aim, refused.first(), method))
        .collect::<Result<Vec<_>, _>>()?;
    nobody_waits(&mut ways);
    ways.sort_by(|(a, _), (b, _)| b.suits.cmp(&a.suits).then(b.score.total_cmp(&a.score)));
    steadiest_first(&mut ways);
    explain(&mut ways, asked.wishes);
    Ok(Ranked {
        ways: ways.into_iter().map(|(way, _)| way).collect(),
        refused,
        notices,
    })
}

/// Nobody is told first of a way that half a breath ruins, s in all.
const LEEWAY_S: f64 = 8.0;
/// Nor of one that overcooks all of it.
const ALL_OVER: f64 = 0.95;

/// The first way has leeway, where any that suits has.
fn steadiest_first(ways: &mut [(Way, Option<Quality>)]) {
    let steady = |way: &Way| {
        let plan = way.plan.as_ref();
        plan.is_none_or(|plan| {
            let leeway_s = plan.window.early_s + plan.window.late_s;
            // What is promised to everyone has its clock, and a probe.
            let promised = matches!(plan.aim.goal, Goal::Figure(_));
            promised || leeway_s >= LEEWAY_S && plan.outcome.overcooked_share < ALL_OVER
        })
    };
    let first = ways.iter().position(|(way, _)| way.suits && steady(way));
    if let Some(at) = first {
        ways[..=at].rotate_right(1);
    }
}

/// Off the heat sooner than this no hand is quick enough, unless searing is all it is, s; and later than this after
/// the first flame nobody waits, s.
const TOO_QUICK_S: f64 = 40.0;
const TOO_LONG_S: f64 = 3600.0;
/// For a big piece longer: so much for each millimetre above so many, s.
const BIG_MM: f64 = 40.0;
const LONGER_S_MM: f64 = 90.0;

/// How long anybody waits for a piece, s.
fn too_long_s(piece: &Piece) -> f64 {
    TOO_LONG_S + LONGER_S_MM * (piece.thickness.value() - BIG_MM).max(0.0)
}

/// One method for the piece, and what it is like.
fn way(
    asked: &RankAsked,
    question: &PlanAsked,
    piece: &Piece,
    aim: &Aim,
    refused: Option<&Notice>,
    method: &'static Method,
) -> Result<(Way, Option<Quality>), InputError> {
    let said = method.suits(piece, &asked.kitchen);
    let mut way = Way {
        method,
        suits: said.suits,
        fit: 0,
        score: 0.0,
        reasons: said.reasons,
        plan: None,
    };
    let out = |mut way: Way, reasons: Vec<Reason>| {
        way.suits = false;
        way.reasons = reasons;
        Ok((way, None))
    };
    if let Some(notice) = refused {
        return out(way, vec![Reason::bad(notice.code, notice.message.clone())]);
    }
    if let Some(reason) = gate(method, piece, aim) {
        way.suits = false;
        way.reasons.push(reason);
    }
    if !way.suits {
        way.reasons.retain(|reason| !reason.good);
        return Ok((way, None));
    }
    let (fit, why) = Class::of(piece).fit(method.kind);
    way.fit = fit;
    let mut reasons = vec![];
    if !why.is_empty() {
        reasons.push(Reason {
            code: "fit",
            good: fit >= 2,
            message: why,
        });
    }
    let fish = piece.species.as_ref();
    if method.wet && fish.is_some_and(|fish| fish.has(Hazard::WaxEsters)) {
        let stays = "Its oil stays in the dish: grill or roast it, so that it runs off.";
        reasons.push(Reason::bad("oil_stays", stays));
    }
    reasons.extend(way.reasons.drain(..).filter(|reason| !reason.good));
    way.reasons = reasons;
    let settings = Fitted::asked(&choice::fitted(method, piece, &asked.kitchen));
    let cooking = Cooking::new(piece, method, &settings, &asked.kitchen, *aim)?;
    if let Some(words) = cooking.room.as_ref().and_then(Room::too_small) {
        return out(way, vec![Reason::bad("does_not_fit", words)]);
    }
    if cooking.aim.coated && piece.skin_apart && piece.skin == Skin::On {
        let off = "The coat would come off with the skin.";
        return out(way, vec![Reason::bad("coat_on_skin", off)]);
    }
    let inside = method.allergens(&cooking.chosen, &asked.kitchen)?;
    let tonight = &asked.tonight;
    if let Some(reason) = tonight.rules_out(&cooking.programme.heating, &inside) {
        return out(way, vec![reason]);
    }
    let plan = tell(&cooking, question)?;
    if let Some(notice) = plan.refused.first() {
        return out(way, vec![Reason::bad(notice.code, notice.message.clone())]);
    }
    let words = tonight.rules_out(&cooking.programme.heating, &plan.allergens);
    if let Some(reason) = words.or_else(|| tonight.too_late(plan.to_plate_s())) {
        return out(way, vec![reason]);
    }
    if let Some(party) = plan.party.as_ref().filter(|party| party.batches > 1) {
        let (n, batches) = (party.a_batch, party.batches);
        let minutes = party.party_s / 60.0;
        let words = format!("{n} at a time: {batches} batches, {minutes:.0} minutes for all.");
        way.reasons.push(Reason::bad("batches", words));
    }
    let quality = like(method, &plan, &cooking.programme.heating);
    if let Some(reason) = out_of_hand(method, &plan) {
        return out(way, vec![reason]);
    }
    way.suits = quality.to_plate_s <= too_long_s(piece);
    let base = choice::base(fit, &quality, crisp_skin(piece));
    let base = if asked.eaters.at_risk() {
        choice::at_risk(base, fit, &quality)
    } else {
        base
    };
    way.score = choice::score(base, &quality, asked.wishes);
    way.plan = Some(plan);
    Ok((way, Some(quality)))
}

/// What takes longer than anybody waits is out where anything else fits; a big piece may have nothing else.
fn nobody_waits(ways: &mut [(Way, Option<Quality>)]) {
    let quicker = ways.iter().any(|(way, _)| way.suits && way.fit > 0);
    for (way, quality) in ways {
        if way.suits || way.plan.is_none() {
            continue;
        }
        if !quicker {
            way.suits = true;
            continue;
        }
        let minutes = way.plan.take().map_or(0.0, |plan| plan.to_plate_s() / 60.0);
        let long = format!("{minutes:.0} minutes to the plate.");
        way.reasons = vec![Reason::bad("too_long", long)];
        *quality = None;
    }
}

/// What a way is like for a piece, from its plan.
fn like(method: &Method, plan: &Plan, heating: &[Heating]) -> Quality {
    Quality {
        overcooked_share: plan.outcome.overcooked_share,
        even_share: plan.outcome.even_share,
        crust_mm: plan.crisp_mm,
        crisp_meant: method.browns && !method.wet,
        window_s: plan.window.early_s + plan.window.late_s,
        to_plate_s: plan.to_plate_s(),
        batches: plan.batches(),
        hands_s: plan.hands_s() * f64::from(plan.batches()),
        in_turns_anyway: heating.iter().any(|h| h.what == Hot::Oil),
        lost_share: plan.outcome.weight_loss_share,
        hands_off: method.nature.hands_off,
        little_smell: method.nature.little_smell,
        little_fat: method.nature.little_fat,
        fires: choice::fires(heating),
    }
}

/// What only a plan shows: out of reach, too quick for hands.
fn out_of_hand(method: &Method, plan: &Plan) -> Option<Reason> {
    let short = plan
        .warnings
        .iter()
        .find(|w| w.code == "target_out_of_reach");
    if let Some(notice) = short {
        return Some(Reason::bad(notice.code, notice.message.clone()));
    }
    if plan.off_heat_s < TOO_QUICK_S && !method.sears {
        let quick = format!(
            "Done in {:.0} seconds: no hand is that quick.",
            plan.off_heat_s
        );
        return Some(Reason::bad("too_quick", quick));
    }
    None
}

/// So many ways on either side are a way's neighbours.
const NEIGHBOURS: usize = 2;

/// Says of each way that suits what tells it from its neighbours; nothing is said twice on a screen.
fn explain(ways: &mut [(Way, Option<Quality>)], wishes: Wishes) {
    let qualities: Vec<Quality> = ways.iter().filter_map(|(_, quality)| *quality).collect();
    let mut said: Vec<String> = vec![];
    for (i, here) in qualities.iter().enumerate() {
        let way = &mut ways[i].0;
        way.reasons.retain(|reason| {
            let new = !said.contains(&reason.message);
            if new {
                said.push(reason.message.clone());
            }
            new
        });
        let from = i.saturating_sub(NEIGHBOURS);
        let to = (i + NEIGHBOURS + 1).min(qualities.len());
        let beside: Vec<Quality> = (from..to)
            .filter(|k| *k != i)
            .map(|k| qualities[k])
            .collect();
        if let Some((code, good, sentence)) = choice::say(here, &beside, &said) {
            said.push(sentence.clone());
            way.reasons.push(Reason {
                code,
                good,
                message: sentence,
            });
        }
        if !choice::met(here, wishes) {
            let not = "Not what you asked for tonight.".to_owned();
            if !said.contains(&not) {
                said.push(not.clone());
                way.reasons.push(Reason::bad("unmet", not));
            }
        }
    }
}

/// What rules a way out for a piece in this state and with this aim, whatever its cut.
fn gate(method: &Method, piece: &Piece, aim: &Aim) -> Option<Reason> {
    if piece.state == State::Frozen && method.from_frozen != FromFrozen::Fine {
        let thaw = "Not from frozen: thaw it and dry it first.";
        return Some(Reason::bad("thaw_first", thaw));
    }
    if matches!(aim.goal, Goal::Rim(_)) && !method.sears {
        let fierce = "A raw middle wants a fierce fire from both sides.";
        return Some(Reason::bad("no_rim", fierce));
    }
    None
}
