//! Every method planned for one piece and ordered by what matters to the cook.

use super::answer::Plan;
use super::asked::{Cooking, PlanAsked, guests};
use super::planner::tell;
use crate::fish::{Eaters, Hazard, Heated, Notice, Piece, PieceAsked, Skin, State};
use crate::kit::Kitchen;
use crate::methods::{FromFrozen, Method, Reason};
use crate::run::FieldAsked;
use crate::target::{Aim, Goal, TargetAsked};
use crate::{InputError, Within};
use rayon::prelude::*;
use serde::{Deserialize, Serialize};

/// What matters to the cook, each on or off.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize)]
#[serde(deny_unknown_fields, default)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Wishes {
    /// Crisp skin or crust.
    pub crisp: bool,
    /// Tender and even through.
    pub tender: bool,
    /// On the plate soon.
    pub quick: bool,
    /// Can be left alone.
    pub hands_off: bool,
    /// Little smell in the house.
    pub little_smell: bool,
    /// Half a minute does not ruin it.
    pub forgiving: bool,
    /// Little fat.
    pub little_fat: bool,
}

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
    /// Higher stands first.
    pub score: f64,
    /// Why.
    pub reasons: Vec<Reason>,
    /// The plan with default settings; none when it does not suit.
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

/// A wish counts this much against a quality nobody asked for.
const WISHED: f64 = 4.0;

/// Plans every method for one piece with its default settings and orders them. A piece that must not
/// be served is planned in no way.
///
/// # Errors
/// [`InputError`] for anything in the request that is out of range or unknown.
pub fn rank(asked: &RankAsked) -> Result<Ranked, InputError> {
    let piece = Piece::new(&asked.piece).within("piece")?;
    let aim = piece.aim(&asked.target).within("target")?;
    if let Some(field) = asked.field {
        field.check(FieldAsked::MOST_OF_MANY).within("field")?;
    }
    let question = PlanAsked {
        field: asked.field,
        eaters: asked.eaters,
        ..PlanAsked::default()
    };
    let guests = guests(asked.eaters, &asked.kitchen);
    let said = piece.notices(guests, Heated::Aimed(&aim)).within("piece")?;
    let (refused, notices): (Vec<_>, Vec<_>) = said.into_iter().partition(Notice::refuses);
    // Each way is a cook of its own: as many at once as there are cores.
    let mut ways = Method::all()
        .par_iter()
        .map(|method| way(asked, &question, &piece, &aim, refused.first(), method))
        .collect::<Result<Vec<_>, _>>()?;
    ways.sort_by(|a, b| b.suits.cmp(&a.suits).then(b.score.total_cmp(&a.score)));
    Ok(Ranked {
        ways,
        refused,
        notices,
    })
}

/// Every reason against a way takes so much.
const AGAINST: f64 = 0.1;

/// One method for the piece.
fn way(
    asked: &RankAsked,
    question: &PlanAsked,
    piece: &Piece,
    aim: &Aim,
    refused: Option<&Notice>,
    method: &'static Method,
) -> Result<Way, InputError> {
    let said = method.suits(piece, &asked.kitchen);
    let mut way = Way {
        method,
        suits: said.suits,
        score: 0.0,
        reasons: said.reasons,
        plan: None,
    };
    if let Some(code) = gate(method, piece, aim) {
        way.suits = false;
        way.reasons.push(code);
    }
    if let Some(notice) = refused {
        way.suits = false;
        way.reasons = vec![Reason::bad(notice.code, notice.message.clone())];
    }
    if !way.suits {
        return Ok(way);
    }
    if method.wet
        && piece
            .species
            .as_ref()
            .is_some_and(|fish| fish.has(Hazard::WaxEsters))
    {
        let stays = "Its oil stays in the dish: grill or roast it, so that it runs off.";
        way.reasons.push(Reason::bad("oil_stays", stays));
    }
    let cooking = Cooking::new(piece, method, &[], &asked.kitchen, *aim)?;
    let plan = tell(&cooking, question)?;
    if let Some(notice) = plan.refused.first() {
        way.suits = false;
        way.reasons = vec![Reason::bad(notice.code, notice.message.clone())];
        return Ok(way);
    }
    let against = way.reasons.iter().filter(|r| !r.good).count() as f64;
    way.score = weigh(&qualities(piece, &plan), asked.wishes) - AGAINST * against;
    way.reasons.extend(explain(&plan));
    way.plan = Some(plan);
    Ok(way)
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

/// Qualities from 0 to 1 in the order of [`Wishes`].
fn qualities(piece: &Piece, plan: &Plan) -> [f64; 7] {
    let [skin_mm, flesh_mm] = plan.outcome.crust_mm;
    // With skin on it is the skin that is to be crisp; a crust on the other side helps little.
    let crust_mm = if piece.skin == Skin::On {
        skin_mm.max(0.2 * flesh_mm)
    } else {
        flesh_mm.max(skin_mm)
    };
    let window_s = plan.window.early_s + plan.window.late_s;
    [
        (crust_mm / 0.5).min(1.0),
        (1.0 - plan.outcome.overcooked_share) * (0.5 + 0.5 * plan.outcome.even_share),
        1.0 / (1.0 + (plan.heat_up_s() + plan.off_heat_s) / 600.0),
        plan.method.nature.hands_off,
        plan.method.nature.little_smell,
        window_s / (window_s + 60.0),
        plan.method.nature.little_fat,
    ]
}

fn weigh(qualities: &[f64; 7], wishes: Wishes) -> f64 {
    let Wishes {
        crisp,
        tender,
        quick,
        hands_off,
        little_smell,
        forgiving,
        little_fat,
    } = wishes;
    let wished = [
        crisp,
        tender,
        quick,
        hands_off,
        little_smell,
        forgiving,
        little_fat,
    ];
    let weights = wished.map(|on| if on { WISHED } else { 1.0 });
    let sum: f64 = qualities.iter().zip(weights).map(|(q, w)| q * w).sum();
    sum / weights.iter().sum::<f64>()
}

/// A crust worth naming, mm.
const CRUST_MM: f64 = 0.4;

/// What the simulation says for and against.
fn explain(plan: &Plan) -> Vec<Reason> {
    let mut reasons = Vec::new();
    let window_s = plan.window.early_s + plan.window.late_s;
    if window_s < 45.0 {
        reasons.push(Reason::bad(
            "narrow",
            format!("Unforgiving: {window_s:.0} s between too soon and too late."),
        ));
    } else if window_s > 120.0 {
        reasons.push(Reason::good(
            "forgiving",
            format!(
                "Forgiving: {:.0} min between too soon and too late.",
                window_s / 60.0
            ),
        ));
    }
    let over = plan.outcome.overcooked_share;
    if over < 0.05 {
        reasons.push(Reason::good("even", "Hardly any of it is overcooked."));
    } else if over > 0.3 {
        reasons.push(Reason::bad(
            "uneven",
            format!(
                "{:.0} % of the thickness is overcooked when the middle is right.",
                100.0 * over
            ),
        ));
    }
    if plan.outcome.crust_mm[0].max(plan.outcome.crust_mm[1]) > CRUST_MM {
        reasons.push(Reason::good("crust", "Leaves a dry, crisp crust."));
    }
    reasons
}
