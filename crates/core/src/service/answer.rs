//! What a service answers.

use super::asked::StoodAsked;
use crate::cook::LeftOut;
use crate::fish::Notice;
use crate::kit::Allergen;
use crate::methods::Value;
use crate::prep::Amount;
use crate::run::What;
use serde::Serialize;
use std::collections::BTreeMap;

/// A ticket as it is planned.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct TicketTold {
    /// What it is called.
    pub id: String,
    /// When it was asked for, s; when nobody said the soonest that an empty kitchen could do it.
    pub at_s: f64,
    /// When all its plates are served, s; null while it is held or cannot be cooked.
    pub served_s: Option<f64>,
    /// So much later than asked for, s.
    pub late_s: f64,
    /// The guests wait: nothing of it is begun.
    pub held: bool,
    /// All of it is on the table.
    pub done: bool,
}

/// A plate as it is planned.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct PlateTold {
    /// What it is called.
    pub id: String,
    /// Of which ticket.
    pub ticket: String,
    /// What it is, in words.
    pub name: String,
    /// The way it is cooked; null of a side.
    pub method: Option<String>,
    /// What is set of that way here, thing by thing: cooked so it is cooked as planned.
    #[serde(skip_serializing_if = "BTreeMap::is_empty")]
    #[cfg_attr(feature = "schema", schema(value_type = Object))]
    pub settings: BTreeMap<String, Value>,
    /// What its times hang on, s: when a fish goes in, when a side is done.
    pub start_s: Option<f64>,
    /// Its first act, s.
    pub begins_s: Option<f64>,
    /// It goes onto the heat, s.
    pub in_s: Option<f64>,
    /// It comes off, s.
    pub off_s: Option<f64>,
    /// It is ready, s.
    pub ready_s: Option<f64>,
    /// It is served, s.
    pub served_s: Option<f64>,
    /// From ready to served, s.
    pub waited_s: f64,
    /// It may wait so long, s.
    pub keeps_s: f64,
    /// It is kept hot for longer than that: covered at 60 C, which costs it.
    pub kept_hot: bool,
    /// Things it is cooked on.
    pub things: Vec<String>,
    /// Plates that are cooked with it, in one vessel.
    pub together: Vec<String>,
    /// Coldest point at its highest, C; null of a side.
    pub core_c: Option<f64>,
    /// And when it is served, having waited so long covered and warm, C.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub core_served_c: Option<f64>,
    /// The band it is to end in, C.
    pub band_c: Option<[f64; 2]>,
    /// All of that, to be sent back when the plan is made anew; null where it is not planned.
    pub stood: Option<StoodAsked>,
    /// Where it stands now.
    pub now: StandsAt,
    /// What is in it that some must avoid.
    pub allergens: Vec<Allergen>,
    /// Why it must not be served; then it is not planned.
    pub refused: Vec<Notice>,
    /// It was served though nothing shows that it is as it was promised, and nobody said to know: why not.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub unproved: Option<LeftOut>,
}

/// Where a plate stands.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum StandsAt {
    /// Not begun.
    Waits,
    /// On the heat.
    OnHeat,
    /// Off it, not yet served.
    Rests,
    /// On the table.
    Served,
    /// Not cooked: refused, or its ticket is held.
    Not,
}

/// What of the kitchen an act takes.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct HeldTold {
    /// On which list of the kit.
    pub like: String,
    /// Which.
    pub thing: String,
    /// Which place of it, from 1: a ring, a shelf.
    pub place: usize,
    /// At so many C, where all of it has one temperature.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub at_c: Option<f64>,
    /// Until then, s.
    pub until_s: f64,
}

/// An act of the service.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct ActTold {
    /// Its name, once in a service.
    pub id: String,
    /// Of which plate: the first of those it is for.
    pub plate: String,
    /// Of which plates.
    pub plates: Vec<String>,
    /// Of which ticket.
    pub ticket: String,
    /// What is done.
    pub what: What,
    /// What to do.
    pub words: String,
    /// When, s.
    pub at_s: f64,
    /// Whole attention for so long, s.
    pub hands_s: f64,
    /// Whose.
    pub cook: String,
    /// The thing it is done at, held from then on.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub thing: Option<String>,
    /// Until then, s; without a thing until the hands are free.
    pub until_s: f64,
    /// All that it takes.
    pub needs: Vec<HeldTold>,
    /// How long it may wait, s.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub may_wait_s: Option<f64>,
    /// Temperature that belongs to it, C.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub at_c: Option<f64>,
    /// What to look for.
    pub cues: Vec<String>,
    /// It is done, or was due by the plan before and is taken for done.
    pub done: bool,
}

/// What a cook does next.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct CookTold {
    /// Who.
    pub id: String,
    /// Their next act, by its name; null when there is none.
    pub next: Option<String>,
    /// Whole attention in all, s.
    pub hands_s: f64,
}

/// Of what there is too little.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct ShortOf {
    /// hands, or a list of the kit.
    pub what: String,
    /// In words.
    pub words: String,
    /// All tickets together are late, or kept hot too long, by so much, s.
    pub late_s: f64,
    /// And by about so much with one more of it, s: a quick look takes off the same share.
    pub with_one_more_s: f64,
}

/// A way out.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct WayOut {
    /// In words.
    pub words: String,
    /// Serve this ticket later ...
    #[serde(skip_serializing_if = "Option::is_none")]
    pub ticket: Option<String>,
    /// ... then, s.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub at_s: Option<f64>,
    /// Or cook this plate ...
    #[serde(skip_serializing_if = "Option::is_none")]
    pub plate: Option<String>,
    /// ... in this way ...
    #[serde(skip_serializing_if = "Option::is_none")]
    pub method: Option<String>,
    /// ... set aside so long after the sear, s ...
    #[serde(skip_serializing_if = "Option::is_none")]
    pub ahead_s: Option<f64>,
    /// ... or as this other plate is.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub like: Option<String>,
    /// Then all tickets together are late by so much, s.
    pub late_s: f64,
}

/// What is made ready before a service.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct MiseTold {
    /// How much of everything, for all that is ordered.
    pub quantities: Vec<Amount>,
    /// What is done, for which plates, the first first.
    pub acts: Vec<MiseAct>,
    /// Whole attention in all, s.
    pub hands_s: f64,
    /// When the first begins, s; null when there is nothing to do.
    pub begins_s: Option<f64>,
    /// What is made ready in all, and how much of it is left.
    pub stock: Vec<StockTold>,
}

/// Of one dish: made ready for so many, ordered by so many.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct StockTold {
    /// What it is, in words.
    pub name: String,
    /// Expected in all.
    pub expected: u32,
    /// Ordered by now.
    pub ordered: u32,
    /// Left for tickets to come; below 0: so many were ordered that nobody made ready.
    pub left: i64,
}

/// One act before the service, for all it is done for.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct MiseAct {
    /// What to do.
    pub words: String,
    /// Of what.
    pub of: String,
    /// When it must begin at the latest, s.
    pub at_s: f64,
    /// Whole attention for so long, s.
    pub hands_s: f64,
    /// Until the next can begin, s.
    pub lasts_s: f64,
    /// For so many plates.
    pub plates: usize,
}

/// A service as it is planned.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Service {
    /// Every ticket that is not held is served within a minute of its time, and nothing is refused.
    pub feasible: bool,
    /// Now, s.
    pub now_s: f64,
    /// The tickets.
    pub tickets: Vec<TicketTold>,
    /// The plates.
    pub plates: Vec<PlateTold>,
    /// What is done, in order of time.
    pub acts: Vec<ActTold>,
    /// Who does what next.
    pub cooks: Vec<CookTold>,
    /// Of what there is too little.
    pub short: Vec<ShortOf>,
    /// Ways out.
    pub offers: Vec<WayOut>,
    /// What is made ready before.
    pub mise: MiseTold,
    /// Plates that stand elsewhere than in the plan before.
    pub moved: Vec<String>,
    /// What it costs: ten a second late, one for a plate that waits a second.
    pub cost: i64,
    /// How often the search tried.
    pub tries: usize,
}
