//! Thick and thin, or unlike pieces, in one pan, bath or oven: when each goes in, is turned and comes out.

use super::answer::Plan;
use super::asked::{Cooking, PlanAsked};
use super::find::Sought;
use super::planner::{prepared, tell};
use super::when::meet;
use crate::fish::{Notice, Piece, PieceAsked};
use crate::heat::Track;
use crate::methods::Method;
use crate::quantity::checked;
use crate::run::{Bench, Fidelity, Outcome, Tally, Timeline, Truth, run_together};
use crate::target::{FOOD_SAFETY, TargetAsked};
use crate::{InputError, Within};
use serde::{Deserialize, Serialize};

/// Another piece beside the first: of the same fish and cut unless it says so.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct BesideAsked {
    /// Thickness, mm.
    #[cfg_attr(feature = "schema", schema(minimum = 2, maximum = 120))]
    pub thickness_mm: f64,
    /// How many of it.
    #[serde(default = "one")]
    #[cfg_attr(feature = "schema", schema(minimum = 1, maximum = 200))]
    pub pieces: u32,
    /// Weight of one, g; as the first by thickness when not said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(minimum = 1, maximum = 20000))]
    pub mass_g: Option<f64>,
    /// Key of another fish, which then goes to the level that is usual for it.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub fish: Option<String>,
}

const fn one() -> u32 {
    1
}

/// How they keep each other company.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum Company {
    /// One after another in, all out at once.
    #[default]
    OutAtOnce,
    /// All in at once, one after another out.
    InAtOnce,
}

/// Several pieces as asked for.
#[derive(Debug, Clone, PartialEq)]
pub struct TogetherAsked {
    /// The first piece and all that they share.
    pub plan: PlanAsked,
    /// The others.
    pub beside: Vec<BesideAsked>,
    /// How.
    pub company: Company,
}

/// One piece among the others.
#[derive(Debug, Clone)]
pub struct Among {
    /// Its plan alone.
    pub alone: Plan,
    /// How many of it.
    pub pieces: u32,
    /// Thickness, mm.
    pub thickness_mm: f64,
    /// When it goes in, s after the first does.
    pub in_s: f64,
    /// When it is turned, s after the first goes in.
    pub turns_s: Vec<f64>,
    /// When it comes out, s after the first goes in.
    pub off_s: f64,
    /// On the heat, s.
    pub on_heat_s: f64,
    /// How it comes out.
    pub outcome: Outcome,
}

/// Several pieces.
#[derive(Debug, Clone)]
pub struct Together {
    /// In the order asked for.
    pub pieces: Vec<Among>,
    /// Coldest that what they share becomes, C; none where they share nothing that cools.
    pub low_c: Option<f64>,
    /// Why one of them must not be served; then there are no times.
    pub refused: Vec<Notice>,
    /// What to know of any of them.
    pub warnings: Vec<Notice>,
}

/// Most kinds of pieces at once.
const MOST: f64 = 8.0;
/// The times and the pan they leave each other settle in so many rounds.
const ROUNDS: usize = 4;

struct Cook<'a> {
    cooking: Cooking<'a>,
    alone: Plan,
    /// On the heat so many times as long as what brings an ordinary piece to the aim: what is promised to slow
    /// pieces, and what a crust takes.
    longer: f64,
    on_heat_s: f64,
    in_s: f64,
}

fn piece_asked(first: &PieceAsked, beside: &BesideAsked) -> PieceAsked {
    let thick = first.thickness_mm.unwrap_or(beside.thickness_mm);
    let by = beside.thickness_mm / thick.max(1e-9);
    PieceAsked {
        thickness_mm: Some(beside.thickness_mm),
        thin_end_mm: first.thin_end_mm.map(|mm| (mm * by).max(2.0)),
        height_mm: first.height_mm.map(|mm| mm * by),
        mass_g: beside.mass_g.or(first.mass_g.map(|g| g * by)),
        pieces: Some(beside.pieces),
        fish: beside.fish.clone().or_else(|| first.fish.clone()),
        own: if beside.fish.is_some() {
            None
        } else {
            first.own.clone()
        },
        composition: if beside.fish.is_some() {
            None
        } else {
            first.composition
        },
        ..first.clone()
    }
}

/// When each of several pieces goes in and comes out, so that each is right in what they share.
///
/// # Errors
/// [`InputError`] for anything that a plan of one of them refuses, by its place.
pub fn together(asked: &TogetherAsked) -> Result<Together, InputError> {
    checked(
        "beside",
        asked.beside.len() as f64,
        (1.0, MOST - 1.0),
        "others",
    )?;
    let first = prepared(&asked.plan, |_| Piece::new(&asked.plan.piece)).within("plan")?;
    let others = asked
        .beside
        .iter()
        .enumerate()
        .map(|(i, beside)| Piece::new(&piece_asked(&asked.plan.piece, beside)).at("beside", i));
    let mut pieces: Vec<Piece> = std::iter::once(Ok(first))
        .chain(others)
        .collect::<Result<_, _>>()?;
    // One air over all of them.
    let all_m2: f64 = pieces.iter().map(Piece::footprint_m2).sum();
    for piece in &mut pieces {
        piece.beside_m2 = all_m2 - piece.footprint_m2();
    }
    let method = Method::find(&asked.plan.method.kind)
        .within("method")
        .within("plan")?;
    let question = PlanAsked {
        range: false,
        field: None,
        times: None,
        truth: None,
        late_s: 0.0,
        ..asked.plan.clone()
    };
    // One fire for all, as it is set for the card.
    let kitchen = &asked.plan.kitchen;
    let settings = &asked.plan.method.settings;
    let mut cooks = vec![];
    for (i, piece) in pieces.iter().enumerate() {
        // A figure for safety is for all; any other level is one of the first fish's.
        let another = i > 0 && asked.beside[i - 1].fish.is_some();
        let safe = matches!(&asked.plan.target, TargetAsked::Level(key) if key == FOOD_SAFETY);
        let target = if another && !safe {
            &TargetAsked::Usual
        } else {
            &asked.plan.target
        };
        let aim = piece.aim(target).within("target").within("plan")?;
        let by_itself = Piece {
            beside_m2: 0.0,
            ..piece.clone()
        };
        let alone = Cooking::new(&by_itself, method, settings, kitchen, aim).within("plan")?;
        let ordinary_s = on_heat_s(&alone, None, 1.0);
        let alone = tell(&alone, &question)?;
        let cooking = Cooking::new(piece, method, settings, kitchen, aim).within("plan")?;
        cooks.push(Cook {
            longer: cooking.longer(alone.off_heat_s, ordinary_s),
            on_heat_s: alone.off_heat_s,
            in_s: 0.0,
            cooking,
            alone,
        });
    }
    let refused: Vec<Notice> = cooks.iter().flat_map(|c| c.alone.refused.clone()).collect();
    if !refused.is_empty() {
        return Ok(Together {
            pieces: vec![],
            low_c: None,
            refused,
            warnings: vec![],
        });
    }
    let mut warnings: Vec<Notice> = vec![];
    for notice in cooks.iter().flat_map(|cook| &cook.alone.warnings) {
        if !warnings.iter().any(|said| said.code == notice.code) {
            warnings.push(notice.clone());
        }
    }
    let mut track = None;
    for _ in 0..ROUNDS {
        stagger(&mut cooks, asked.company);
        track = shared(&cooks);
        for cook in &mut cooks {
            let own = track.as_ref().map(|track| track.from_s(cook.in_s));
            cook.on_heat_s = on_heat_s(&cook.cooking, own, cook.longer);
        }
    }
    stagger(&mut cooks, asked.company);
    let low_c = track.as_ref().map(Track::low_c);
    let told = cooks.into_iter().map(|cook| {
        let own = track.as_ref().map(|track| track.from_s(cook.in_s));
        let (bench, timeline) = bench(&cook.cooking, Fidelity::FINE, own, cook.on_heat_s);
        let mut tally = Tally::new(&bench.column, &timeline);
        bench.run(&timeline, &mut tally);
        let outcome = tally.outcome(&cook.cooking.aim);
        Among {
            pieces: cook.cooking.piece.pieces,
            thickness_mm: cook.cooking.piece.thickness.value(),
            in_s: cook.in_s,
            turns_s: timeline.turns_s().iter().map(|s| s + cook.in_s).collect(),
            off_s: cook.in_s + timeline.off_s,
            on_heat_s: timeline.off_s,
            outcome,
            alone: cook.alone,
        }
    });
    Ok(Together {
        pieces: told.collect(),
        low_c,
        refused,
        warnings,
    })
}

/// Those that take less go in later, so that all come out at once; or all go in at once.
fn stagger(cooks: &mut [Cook<'_>], company: Company) {
    let longest = cooks.iter().map(|c| c.on_heat_s).fold(0.0, f64::max);
    for cook in cooks {
        cook.in_s = match company {
            Company::OutAtOnce => longest - cook.on_heat_s,
            Company::InAtOnce => 0.0,
        };
    }
}

fn bench(
    cooking: &Cooking<'_>,
    fidelity: Fidelity,
    track: Option<Track>,
    on_heat_s: f64,
) -> (Bench, Timeline) {
    let bench = Bench::new(&Truth::asked(&cooking.piece), &cooking.programme, fidelity);
    let bench = track.map_or(bench.clone(), |track| bench.sharing(track));
    (bench, cooking.programme.timeline(on_heat_s))
}

/// How long it takes in such a pan, s.
fn on_heat_s(cooking: &Cooking<'_>, track: Option<Track>, longer: f64) -> f64 {
    let sought = Sought::of(&cooking.aim);
    let guess_s = cooking.guess.s;
    let (rough, _) = bench(cooking, Fidelity::ROUGH, track.clone(), guess_s);
    let (fine, _) = bench(cooking, Fidelity::FINE, track, guess_s);
    longer * meet(&rough, &fine, sought.measure, sought.aim, cooking.guess).planned_s
}

/// Where what they share goes with all of them in it; none where they share nothing that cools.
fn shared(cooks: &[Cook<'_>]) -> Option<Track> {
    let benches: Vec<(Bench, Timeline)> = cooks
        .iter()
        .map(|cook| bench(&cook.cooking, Fidelity::ROUGH, None, cook.on_heat_s))
        .collect();
    let runs: Vec<(&Bench, &Timeline, f64)> = benches
        .iter()
        .zip(cooks)
        .map(|((bench, timeline), cook)| (bench, timeline, cook.in_s))
        .collect();
    let mut sinks = vec![(); runs.len()];
    run_together(&runs, &mut sinks)
}
