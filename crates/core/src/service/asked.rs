//! What is asked of a service.

use crate::cook::Event;
use crate::kit::{Allergen, Kitchen};
use crate::plan::PlanAsked;
use crate::prep::{Preparation, SideAsked};
use serde::{Deserialize, Serialize};

/// What is to be made for a plate.
#[derive(Debug, Clone, PartialEq)]
pub enum Dish {
    /// A piece of fish, prepared or not.
    Fish(Box<PlanAsked>, Option<Box<Preparation>>),
    /// A side without a fish.
    Side(SideAsked),
}

/// A plate.
#[derive(Debug, Clone, PartialEq)]
pub struct PlateAsked {
    /// What it is called, once in a service.
    pub id: String,
    /// What is made for it.
    pub dish: Dish,
    /// What must not be in it, for whoever eats it.
    pub without: Vec<Allergen>,
}

/// So long after another ticket is on the table.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct AfterAsked {
    /// Which ticket.
    #[cfg_attr(feature = "schema", schema(min_length = 1, max_length = 60))]
    pub ticket: String,
    /// So long, s.
    #[cfg_attr(feature = "schema", schema(minimum = 0, maximum = 14_400))]
    pub s: f64,
}

/// Plates that are served together.
#[derive(Debug, Clone, PartialEq)]
pub struct TicketAsked {
    /// What it is called.
    pub id: String,
    /// When it is to be served, s on the clock of the service; as soon as it can be when not said.
    pub at_s: Option<f64>,
    /// So long after another is served, wherever that comes to be; then no time is said.
    pub after: Option<AfterAsked>,
    /// The guests wait: nothing of it that has not begun is begun before they are told to go on.
    pub held: bool,
    /// Its plates.
    pub plates: Vec<PlateAsked>,
}

/// One who works in a service.
#[derive(Debug, Clone, PartialEq, Default, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct HandAsked {
    /// What they are called.
    #[cfg_attr(feature = "schema", schema(min_length = 1, max_length = 40))]
    pub id: String,
    /// Things they work at; everything when none is named.
    #[serde(default)]
    pub things: Vec<String>,
    /// Away between these two times, s.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(value_type = Option<Vec<f64>>))]
    pub away_s: Option<[f64; 2]>,
}

/// A plate is cooked on this thing and on no other.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct PinnedAsked {
    /// Which plate.
    pub plate: String,
    /// Which thing of the kitchen.
    pub thing: String,
}

/// A thing that cannot be used.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct DownAsked {
    /// Which.
    pub thing: String,
    /// From then, s.
    pub from_s: f64,
    /// Until then, s; to the end when not said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub until_s: Option<f64>,
}

/// What happened to a plate, on the clock of the service.
#[derive(Debug, Clone, PartialEq)]
pub struct HappenedAsked {
    /// Which plate.
    pub plate: String,
    /// What, and when.
    pub event: Event,
}

/// Where a plate stood in the plan before: the `stood` of the plate there, word for word.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct StoodAsked {
    /// Which plate.
    pub plate: String,
    /// What its times hung on, s.
    pub start_s: f64,
    /// On what, hold by hold.
    #[serde(default)]
    pub things: Vec<String>,
    /// On which place of each.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub places: Vec<usize>,
    /// When each of its acts was to be, s.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub acts_s: Vec<f64>,
    /// Whose each of them was; the last is whose the plate was.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub cooks: Vec<String>,
    /// When the plate was to be made, s.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub plated_s: Option<f64>,
}

/// So many of a dish in all, ordered by now or not.
#[derive(Debug, Clone, PartialEq)]
pub struct ExpectedAsked {
    /// What it is.
    pub dish: Dish,
    /// So many.
    pub plates: u32,
}

/// A service as asked for.
#[derive(Debug, Clone, PartialEq)]
pub struct ServiceAsked {
    /// The kitchen: every plate is cooked in it.
    pub kitchen: Kitchen,
    /// Who works.
    pub hands: Vec<HandAsked>,
    /// What is ordered.
    pub tickets: Vec<TicketAsked>,
    /// What is cooked on what.
    pub pinned: Vec<PinnedAsked>,
    /// What is made ready for besides what is ordered: tickets use it up.
    pub expected: Vec<ExpectedAsked>,
    /// Fish of which there is no more: what has not begun of it is not cooked.
    pub gone: Vec<String>,
    /// What cannot be used.
    pub down: Vec<DownAsked>,
    /// What has happened.
    pub happened: Vec<HappenedAsked>,
    /// The plan before this one: it is changed as little as possible.
    pub stood: Vec<StoodAsked>,
    /// Cleaning, salting, cutting and mixing were done before: only what is done over the heat is planned.
    pub mise_done: bool,
    /// Now, s on the clock of the service.
    pub now_s: f64,
    /// How often the search may try; as usual when not said.
    pub tries: Option<u32>,
}
