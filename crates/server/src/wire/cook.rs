//! A cook under way.

use super::plan::{PlanAnswer, PlanRequest};
use super::seen::SliceFieldWire;
use crate::error::RequestError;
use cindo_core::belief::Cues;
use cindo_core::cook::{
    Advice, Alarm, Askable, Because, BesideCook, CameOut, CookAsked, Event, Holding, Learned,
    LeftOut, Next, Phase, PromiseTold, Spread, Standing, TracePoint, cook, wrongly_served,
};
use cindo_core::fish::Notice;
use cindo_core::methods::{Step, StepTold};
use cindo_core::run::{Beads, Bubbling, FieldAsked, Lip, Press, Seen, Sign, Tester, What};
use cindo_core::target::{Band, Safety};
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

/// Another cook in the same pan or bath.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct BesideCookWire {
    /// Its plan.
    pub plan: PlanRequest,
    /// What has happened to it.
    #[serde(default)]
    pub events: Vec<Event>,
    /// When it went in, s after this one; before below 0.
    #[schema(minimum = -86400, maximum = 86400)]
    pub in_s: f64,
}

/// A plan, what has happened since and the time in.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
#[schema(example = json!({ "plan": { "piece": { "fish": "hake", "thickness_mm": 28 }, "method": { "kind": "sear_skin_first" } }, "events": [{ "id": "a1", "at_s": 0, "kind": "in" }, { "id": "a2", "at_s": 240, "kind": "cue", "cue": "cooked_line", "height_share": 0.25 }], "now_s": 250 }))]
pub struct CookRequest {
    /// The plan that is cooked.
    pub plan: PlanRequest,
    /// What has happened, in any order; each id counts once.
    #[serde(default)]
    pub events: Vec<Event>,
    /// Now, s after the fish met the heat; negative before.
    #[schema(minimum = -86400, maximum = 86400)]
    pub now_s: f64,
    /// Sample the slice over time, as it is believed to be and to become.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub field: Option<FieldAsked>,
    /// Others in the same pan or bath.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    #[schema(max_items = 7)]
    pub beside: Vec<BesideCookWire>,
}

/// What a piece looks and feels like.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub struct SeenWire {
    /// A thin tester pushed through.
    pub tester: Tester,
    /// The tester to the lip.
    pub lip: Lip,
    /// A finger.
    pub press: Press,
    /// White beads.
    pub beads: Beads,
    /// How water leaves.
    pub bubbling: Bubbling,
    /// The side that lies down lets go.
    pub lets_go: bool,
    /// Bone lets go all through.
    pub bone_free: bool,
    /// Coldest point, C.
    pub core_c: f64,
    /// Mid-thickness, C.
    pub probe_c: f64,
    /// What it is like, a sentence.
    pub now: String,
}

impl SeenWire {
    fn new(seen: Seen, down: usize) -> Self {
        Self {
            tester: seen.tester,
            lip: seen.lip,
            press: seen.press,
            beads: seen.beads,
            bubbling: seen.bubbling,
            lets_go: seen.releases[down],
            bone_free: seen.bone_free,
            core_c: seen.core_c,
            probe_c: seen.probe_c,
            now: Cues::all().now(&[
                (Sign::Tester, seen.tester as usize),
                (Sign::Press, seen.press as usize),
            ]),
        }
    }
}

/// One thing that has happened or will.
#[derive(Debug, Clone, Copy, Serialize, ToSchema)]
pub struct HappensWire {
    /// What.
    pub what: What,
    /// When, s.
    pub at_s: f64,
}

/// How a cook stands.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub struct CookAnswer {
    /// Where it stands.
    pub phase: Phase,
    /// When it leaves the heat, or left it, s after the fish met it.
    pub off_heat_s: f64,
    /// From when it is worth looking, s.
    pub look_from_s: f64,
    /// Nine in ten are done by then, s.
    pub latest_s: f64,
    /// When the rest is over, s.
    pub serve_s: f64,
    /// Everything that was and will be done to it.
    pub happens: Vec<HappensWire>,
    /// Coldest point now, C.
    pub core_now_c: Spread,
    /// Coldest point at its highest, leaving as said here, C.
    pub lands_c: Spread,
    /// What it is to become.
    pub target: Band,
    /// How likely it is to end in it.
    pub in_band_share: f64,
    /// What comes next; null when it is over.
    pub next: Option<Next>,
    /// And what is to come after it, as far as that can be told.
    pub then: Vec<Next>,
    /// By how much the next act is late, s.
    pub late_s: f64,
    /// All the steps, timed anew.
    #[schema(value_type = Vec<StepTold>)]
    pub steps: Vec<Step>,
    /// What the likeliest piece looks and feels like now; null before it is in.
    pub seen: Option<SeenWire>,
    /// Height of the cooked line now, share of the thickness, from the face that was down first and from the other.
    pub lines_share: [f64; 2],
    /// The face that was down first is the flesh side.
    pub from_flesh: bool,
    /// The side that lies down now is the flesh side.
    pub flesh_down: bool,
    /// Share that will be overcooked.
    pub overcooked_share: f64,
    /// Crust on the skin side and the flesh side in the end, mm.
    pub crust_mm: [f64; 2],
    /// Safety figures.
    pub safety: Safety,
    /// Why times are other than planned.
    pub reasons: Vec<Because>,
    /// What is best done now, when something went otherwise.
    pub advice: Vec<Advice>,
    /// What can be said to be seen now.
    pub asks: Vec<Askable>,
    /// What is believed of piece and fire.
    pub learned: Vec<Learned>,
    /// The probe against what was expected.
    pub trace: Vec<TracePoint>,
    /// How far off the middle the probe seems to be, mm; null while that cannot be told.
    pub probe_off_mm: Option<f64>,
    /// Events that were left out, and why.
    pub left_out: Vec<LeftOut>,
    /// Why it must not be served; then nothing comes next.
    pub refused: Vec<Notice>,
    /// What is promised to the guests; null where no figure was asked for.
    pub promise: Option<PromiseTold>,
    /// Two spots of a probe or the slow clock show that it is met; null where nothing is promised. While it is false
    /// `served` is refused unless it says `knowingly`.
    pub released: Option<bool>,
    /// Until when it may stand; null on the heat and when it is over.
    pub holding: Option<Holding>,
    /// What is dangerous now, the gravest first.
    pub alarms: Vec<Alarm>,
    /// It was served though nothing showed it to be as promised, and the cook knew.
    pub knowingly: bool,
    /// Slice over time, as believed.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub field: Option<SliceFieldWire>,
    /// The plan as it was made.
    pub planned: PlanAnswer,
}

impl From<Standing> for CookAnswer {
    fn from(standing: Standing) -> Self {
        let down = usize::from(standing.flesh_down);
        let marks = standing.timeline.begins.iter();
        let mut happens: Vec<HappensWire> = marks
            .filter_map(|begin| {
                let what = begin.what?;
                Some(HappensWire {
                    what,
                    at_s: begin.at_s,
                })
            })
            .collect();
        happens.push(HappensWire {
            what: What::Off,
            at_s: standing.timeline.off_s,
        });
        let mut to_come = standing.to_come.into_iter();
        let next = to_come.next();
        Self {
            phase: standing.phase,
            off_heat_s: standing.off_heat_s,
            look_from_s: standing.look_from_s,
            latest_s: standing.latest_s,
            serve_s: standing.serve_s,
            happens,
            core_now_c: standing.core_now_c,
            lands_c: standing.lands_c,
            target: standing.plan.aim.band,
            in_band_share: standing.in_band_share,
            next,
            then: to_come.collect(),
            late_s: standing.late_s,
            steps: standing.steps,
            seen: standing.seen.map(|seen| SeenWire::new(seen, down)),
            lines_share: standing.lines_share,
            from_flesh: standing.from_flesh,
            flesh_down: standing.flesh_down,
            overcooked_share: standing.outcome.overcooked_share,
            crust_mm: standing.outcome.crust_mm,
            safety: standing.outcome.safety,
            reasons: standing.reasons,
            advice: standing.advice,
            asks: standing.asks,
            learned: standing.learned,
            trace: standing.trace,
            probe_off_mm: standing.probe_off_mm,
            left_out: standing.left_out,
            refused: standing.refused,
            promise: standing.promise,
            released: standing.released,
            holding: standing.holding,
            alarms: standing.alarms,
            knowingly: standing.knowingly,
            field: standing.field.map(Into::into),
            planned: standing.plan.into(),
        }
    }
}

impl CookRequest {
    /// What is asked of the core.
    ///
    /// # Errors
    /// Whatever it refuses.
    pub fn asked(&self) -> Result<CookAsked, RequestError> {
        Ok(CookAsked {
            plan: self.plan.asked()?,
            events: self.events.clone(),
            now_s: self.now_s,
            field: self.field,
            beside: self
                .beside
                .iter()
                .map(|other| {
                    Ok(BesideCook {
                        plan: other.plan.asked()?,
                        events: other.events.clone(),
                        in_s: other.in_s,
                    })
                })
                .collect::<Result<_, RequestError>>()?,
        })
    }

    /// Servings that must not be, with why.
    ///
    /// # Errors
    /// Whatever the core refuses.
    pub fn wrongly_served(&self) -> Result<Vec<LeftOut>, RequestError> {
        Ok(wrongly_served(&self.asked()?)?)
    }

    /// Folds it.
    ///
    /// # Errors
    /// Whatever the core refuses.
    pub fn answer(&self) -> Result<CookAnswer, RequestError> {
        Ok(cook(&self.asked()?)?.into())
    }
}

/// A cook to begin.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
#[schema(example = json!({ "id": "c1", "title": "Hake, skin first", "plan": { "piece": { "fish": "hake", "thickness_mm": 28 }, "method": { "kind": "sear_skin_first" } } }))]
pub struct CookNew {
    /// Made by the device, so that the same cook sent twice is one; else made here.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schema(min_length = 1, max_length = 64)]
    pub id: Option<String>,
    /// What it is called.
    #[schema(min_length = 1, max_length = 120)]
    pub title: String,
    /// What is cooked, and how.
    pub plan: PlanRequest,
    /// Pieces in the same pan share a name of it.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schema(min_length = 1, max_length = 60)]
    pub pan: Option<String>,
    /// The card of the book it is cooked by.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schema(min_length = 1, max_length = 64)]
    pub card: Option<String>,
    /// Which batch it is, where all do not go in at once; the first when not said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schema(minimum = 1, maximum = 200)]
    pub batch: Option<u32>,
    /// Plates of the board that are cooked in it: what happens to it happens to them.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    #[schema(max_items = 60)]
    pub plates: Vec<String>,
}

/// Events to keep.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
#[schema(example = json!({ "sent_s": 312.5, "events": [{ "id": "a1", "at_s": 310, "kind": "in" }] }))]
pub struct EventsNew {
    /// What the device takes for now, s since the cook was begun: a clock that is off is put right by it.
    #[schema(minimum = -100000000, maximum = 100000000)]
    pub sent_s: f64,
    /// What happened; times on the same clock.
    #[schema(max_items = 500)]
    pub events: Vec<Event>,
}

/// A cook as kept, and how it stands.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub struct CookKept {
    /// Its name.
    pub id: String,
    /// What it is called.
    pub title: String,
    /// Pieces in the same pan share a name of it.
    pub pan: Option<String>,
    /// The thing of the kitchen that it is cooked in, by its id or its key; null where it has none to itself.
    pub vessel: Option<String>,
    /// When it was begun, ms since 1970.
    pub made_ms: i64,
    /// Now, s since then, by the clock of the server.
    pub now_s: f64,
    /// When the fish met the heat, s since then; before it has, when the fold was made: its times count from here.
    pub zero_s: f64,
    /// When it was folded, s since it was begun.
    pub folded_s: f64,
    /// Its newest event.
    pub seq: i64,
    /// It is over.
    pub ended: bool,
    /// What is cooked; null when this version does not read it.
    pub plan: Option<PlanRequest>,
    /// What happened, in the order it was kept; times in s since it was begun.
    pub events: Vec<Event>,
    /// Of what happened, what this version cannot read.
    #[serde(skip_serializing_if = "Vec::is_empty")]
    pub unread: Vec<UnreadWire>,
    /// How it stands; null when it cannot be told.
    pub standing: Option<CookAnswer>,
    /// Why it cannot.
    pub unreadable: Option<String>,
    /// What was promised when it was begun; null of those that an older version began.
    pub promised: Option<PromisedWire>,
    /// How it ended, as it was written down then.
    pub outcome: Option<EndedWire>,
    /// How it came out, in the cook's words.
    pub came_out: Option<CameOut>,
    /// The card of the book it was cooked by.
    pub card: Option<String>,
    /// Which batch it is.
    pub batch: u32,
    /// Of how many.
    pub batches: u32,
    /// Address of the probe that is read into it.
    pub probe: Option<String>,
    /// Counts changes.
    pub revision: i32,
    /// When it was taken out, RFC 3339.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub removed_at: Option<String>,
}

/// Something that happened and cannot be read.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub struct UnreadWire {
    /// Its name.
    pub id: String,
    /// What, as it was written.
    pub kind: Option<String>,
    /// When, s since the cook was begun.
    pub at_s: Option<f64>,
    /// A newer version wrote it.
    pub newer: bool,
}

/// What was promised when a cook was begun.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub struct PromisedWire {
    /// The version that planned it.
    pub version: String,
    /// Name of the way in words.
    pub name: String,
    /// Off the heat, s.
    pub off_heat_s: f64,
    /// When to begin to look, s.
    pub look_from_s: f64,
    /// When nine in ten are done, s.
    pub latest_s: f64,
    /// The band aimed at.
    pub target: Band,
    /// Coldest point at its highest, C.
    pub core_peak_c: f64,
    /// What was to be done.
    pub acts: Vec<PromisedActWire>,
}

/// An act as it was promised.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub struct PromisedActWire {
    /// Its name among the acts of one cook.
    pub id: String,
    /// What.
    pub what: String,
    /// What to do, a sentence.
    pub words: String,
    /// When, s after the fish meets the heat.
    pub at_s: Option<f64>,
}

/// How a cook ended.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub struct EndedWire {
    /// When it left the heat, s after the fish met it; null where it never did.
    pub off_s: Option<f64>,
    /// Coldest point at its highest as it was believed, C.
    pub landed_c: Option<Spread>,
    /// What was learned of piece and fire.
    pub learned: Vec<LearnedWire>,
    /// It was served though nothing showed what was promised.
    pub knowingly: bool,
}

/// What was learned of one thing that was not known.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub struct LearnedWire {
    /// Which.
    pub key: String,
    /// Mean, standard deviations of what it commonly is.
    pub mean: f64,
    /// One standard deviation then; it was 1.
    pub sd: f64,
}

/// A cook in a line.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub struct CookLine {
    /// Its name.
    pub id: String,
    /// What it is called.
    pub title: String,
    /// When it was begun, ms since 1970.
    pub made_ms: i64,
    /// When it left the heat, s after the fish met it.
    pub off_s: Option<f64>,
    /// How it came out, in the cook's words.
    pub came_out: Option<CameOut>,
    /// The card of the book it was cooked by.
    pub card: Option<String>,
    /// Counts changes.
    pub revision: i32,
    /// When it was taken out, RFC 3339.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub removed_at: Option<String>,
    /// Why it cannot be read.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub unreadable: Option<String>,
}

/// Cooks under way.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub struct CookList {
    /// The clock of the server, ms since 1970.
    pub now_ms: i64,
    /// The newest event of any cook: asked for since then, what has not changed is left out.
    pub seq: i64,
    /// Names of all that are under way.
    pub under_way: Vec<String>,
    /// Those that changed.
    pub cooks: Vec<CookKept>,
}

/// Cooks gone by.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub struct CooksGone {
    /// The clock of the server, ms since 1970.
    pub now_ms: i64,
    /// Newest first.
    pub cooks: Vec<CookLine>,
    /// Which page, from 1.
    pub page: i64,
    /// How many at most on a page.
    pub size: i64,
    /// How many there are on all pages.
    pub total: i64,
}

/// The clock of the server.
#[derive(Debug, Clone, Copy, Serialize, ToSchema)]
pub struct ClockWire {
    /// Now, ms since 1970.
    pub now_ms: i64,
}

/// Probes that the server was started with.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub struct ProbeList {
    /// Their addresses.
    pub probes: Vec<String>,
}

/// A probe to be read into a cook.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
#[schema(example = json!({ "probe": "127.0.0.1:4320" }))]
pub struct ProbeWanted {
    /// One of the addresses that the server was started with.
    pub probe: String,
}

/// A trace to be read into a cook.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
#[schema(example = json!({ "csv": "at_s,c\n60,9.5\n120,12\n" }))]
pub struct TraceNew {
    /// A table with a column `at_s` (s after the fish met the heat) and a column `c`; up to 5000 rows.
    #[schema(max_length = 200_000)]
    pub csv: String,
}
