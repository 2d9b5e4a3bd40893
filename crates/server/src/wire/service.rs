//! A service: tickets in, who does what when on what out.

use super::plan::PlanRequest;
use crate::error::RequestError;
use cindo_core::cook::Event;
use cindo_core::kit::Allergen;
use cindo_core::kit::{Kitchen, KitchenAsked};
use cindo_core::prep::{Preparation, SideAsked};
use cindo_core::service::{
    AfterAsked, Dish, DownAsked, ExpectedAsked, HandAsked, HappenedAsked, PinnedAsked, PlateAsked,
    Runs, Service, ServiceAsked, StoodAsked, TicketAsked, service,
};
use cindo_core::{InputError, Within};
use jiff::Timestamp;
use serde::de::{self, Deserializer};
use serde::{Deserialize, Serialize};
use serde_json::{Map, Value};
use std::sync::{Mutex, OnceLock, PoisonError};
use utoipa::ToSchema;

/// Who works: so many, or each by name.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
#[serde(untagged)]
pub enum HandsWire {
    /// So many, each of whom does everything.
    Many(u32),
    /// Each.
    Each(Vec<HandAsked>),
}

impl Default for HandsWire {
    fn default() -> Self {
        Self::Many(1)
    }
}

/// A plate: a piece of fish, prepared or not, or a side.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct PlateWire {
    /// What it is called, once in a service.
    #[schema(min_length = 1, max_length = 60)]
    pub id: String,
    /// The plan of a piece.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub plan: Option<PlanRequest>,
    /// What is done to it before, and what goes with it: a preparation, or a request for one, whose piece and way are those
    /// of the plan.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schema(value_type = Option<Object>)]
    pub prep: Option<Value>,
    /// A side without a fish.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub side: Option<SideAsked>,
    /// What must not be in it, for whoever eats it: what has it is not planned.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub without: Vec<Allergen>,
}

/// So many of a dish in all, ordered by now or not.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct ExpectedWire {
    /// A plate of it; its name says nothing here.
    pub plate: PlateWire,
    /// So many in all.
    #[schema(minimum = 1, maximum = 200)]
    pub plates: u32,
}

/// A ticket.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct TicketWire {
    /// What it is called, once in a service.
    #[schema(min_length = 1, max_length = 60)]
    pub id: String,
    /// When it is to be served, s; as soon as it can be when not said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schema(minimum = -604_800, maximum = 604_800)]
    pub at_s: Option<f64>,
    /// So long after another is served, wherever that comes to be; then no time is said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub after: Option<AfterAsked>,
    /// The guests wait: nothing of it is begun.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub held: bool,
    /// Its plates.
    pub plates: Vec<PlateWire>,
}

/// What happened to a plate: an event of its cook, on the clock of the service.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub struct PlateEventWire {
    /// Which plate.
    pub plate: String,
    /// What, and when.
    #[serde(flatten)]
    pub event: Event,
}

/// An event may come without a name: it has one by its plate, its kind and its time.
impl<'de> Deserialize<'de> for PlateEventWire {
    fn deserialize<D: Deserializer<'de>>(from: D) -> Result<Self, D::Error> {
        let mut said = Map::deserialize(from)?;
        let plate = match said.remove("plate") {
            Some(Value::String(plate)) => plate,
            _ => return Err(de::Error::missing_field("plate")),
        };
        if !said.contains_key("id") {
            let kind = said.get("kind").and_then(Value::as_str).unwrap_or("");
            let at_s = said.get("at_s").map(ToString::to_string);
            let id = format!("{kind} {}", at_s.unwrap_or_default());
            said.insert("id".to_owned(), Value::String(id));
        }
        let event = Event::deserialize(Value::Object(said)).map_err(de::Error::custom)?;
        Ok(Self { plate, event })
    }
}

/// A service.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
#[schema(example = json!({ "hands": 1, "tickets": [{ "id": "table 1", "at_s": 1800, "plates": [
    { "id": "hake", "plan": { "piece": { "fish": "hake", "thickness_mm": 25 }, "method": { "kind": "sear_skin_first" } } },
    { "id": "peas", "side": { "kind": "peas" } }] }], "now_s": 0 }))]
pub struct ServiceRequest {
    /// Who works; one when not said.
    #[serde(default)]
    pub hands: HandsWire,
    /// The kitchen: every plate is cooked in it.
    #[serde(default)]
    pub kitchen: KitchenAsked,
    /// What is ordered.
    #[serde(default)]
    pub tickets: Vec<TicketWire>,
    /// Which plate is cooked on which thing.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub pinned: Vec<PinnedAsked>,
    /// What is made ready for besides what is ordered: so many of a dish in all, which tickets use up.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub expected: Vec<ExpectedWire>,
    /// Fish of which there is no more: what has not begun of it is not cooked.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub gone: Vec<String>,
    /// Things that cannot be used.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub down: Vec<DownAsked>,
    /// What has happened.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    #[schema(value_type = Vec<Object>)]
    pub happened: Vec<PlateEventWire>,
    /// The plan before this one: it is changed as little as possible.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub stood: Vec<StoodAsked>,
    /// Cleaning, salting, cutting and mixing were done before.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub mise_done: bool,
    /// Now, s on the clock of the service.
    #[serde(default)]
    #[schema(minimum = -604_800, maximum = 604_800)]
    pub now_s: f64,
    /// How often the search may try; as usual when not said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schema(minimum = 0, maximum = 20_000)]
    pub tries: Option<u32>,
}

/// More cooks than this are no kitchen.
const MOST_HANDS: u32 = 12;

/// What has been run, by whoever asked.
fn kept() -> &'static Mutex<Runs> {
    static KEPT: OnceLock<Mutex<Runs>> = OnceLock::new();
    KEPT.get_or_init(|| Mutex::new(Runs::new()))
}

impl PlateWire {
    fn asked(&self) -> Result<PlateAsked, RequestError> {
        let dish = match (&self.plan, &self.side) {
            (Some(plan), None) => {
                let alone = PlanRequest {
                    prep: None,
                    range: false,
                    field: None,
                    ..plan.clone()
                };
                let done = match &self.prep {
                    Some(said) => Some(preparation(said)?),
                    None => plan.prep.clone(),
                };
                let plan = alone.asked().map_err(|error| error.within("plan"))?;
                Dish::Fish(Box::new(plan), done.map(Box::new))
            }
            (None, Some(side)) => Dish::Side(side.clone()),
            _ => return Err(InputError::missing("plan").into()),
        };
        Ok(PlateAsked {
            id: self.id.clone(),
            dish,
            without: self.without.clone(),
        })
    }
}

/// What is done, out of a preparation or a whole request for one.
fn preparation(said: &Value) -> Result<Preparation, RequestError> {
    /// Told by the plan.
    const BY_PLAN: [&str; 7] = [
        "piece", "method", "target", "kitchen", "eaters", "now", "plate_at",
    ];
    let mut said = said.clone();
    if let Value::Object(all) = &mut said {
        for key in BY_PLAN {
            all.remove(key);
        }
    }
    Preparation::deserialize(said).map_err(|error| RequestError::Shape {
        field: "prep".to_owned(),
        message: error.to_string(),
    })
}

impl ServiceRequest {
    /// Nothing is ordered.
    pub fn empty() -> Self {
        Self {
            hands: HandsWire::default(),
            kitchen: KitchenAsked::default(),
            tickets: vec![],
            pinned: vec![],
            expected: vec![],
            gone: vec![],
            down: vec![],
            happened: vec![],
            stood: vec![],
            mise_done: false,
            now_s: 0.0,
            tries: None,
        }
    }

    /// As the core asks for it.
    ///
    /// # Errors
    /// Whatever it refuses.
    pub fn asked(&self) -> Result<ServiceAsked, RequestError> {
        let hands = match &self.hands {
            HandsWire::Many(n) => {
                let n = (*n).min(MOST_HANDS + 1);
                let each = (1..=n).map(|i| HandAsked {
                    id: format!("cook {i}"),
                    ..HandAsked::default()
                });
                each.collect()
            }
            HandsWire::Each(all) => all.clone(),
        };
        let mut tickets = vec![];
        for (i, ticket) in self.tickets.iter().enumerate() {
            let mut plates = vec![];
            for (j, plate) in ticket.plates.iter().enumerate() {
                let here = |error: RequestError| error.at("plates", j).at("tickets", i);
                plates.push(plate.asked().map_err(here)?);
            }
            tickets.push(TicketAsked {
                id: ticket.id.clone(),
                at_s: ticket.at_s,
                after: ticket.after.clone(),
                held: ticket.held,
                plates,
            });
        }
        let mut expected = vec![];
        for (i, one) in self.expected.iter().enumerate() {
            let here = |error: RequestError| error.at("expected", i);
            let plate = one
                .plate
                .asked()
                .map_err(|error| here(error.within("plate")))?;
            expected.push(ExpectedAsked {
                dish: plate.dish,
                plates: one.plates,
            });
        }
        let happened = self.happened.iter().map(|one| HappenedAsked {
            plate: one.plate.clone(),
            event: one.event.clone(),
        });
        Ok(ServiceAsked {
            kitchen: Kitchen::new(&self.kitchen).within("kitchen")?,
            hands,
            tickets,
            pinned: self.pinned.clone(),
            expected,
            gone: self.gone.clone(),
            down: self.down.clone(),
            happened: happened.collect(),
            stood: self.stood.clone(),
            mise_done: self.mise_done,
            now_s: self.now_s,
            tries: self.tries,
        })
    }

    /// Plans it.
    ///
    /// # Errors
    /// Whatever the core refuses.
    pub fn answer(&self) -> Result<Service, RequestError> {
        let asked = self.asked()?;
        let mut runs = kept()
            .lock()
            .unwrap_or_else(PoisonError::into_inner)
            .clone();
        let answer = service(&asked, &mut runs)?;
        kept()
            .lock()
            .unwrap_or_else(PoisonError::into_inner)
            .learn(&runs);
        Ok(answer)
    }
}

/// When a ticket was promised.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct TicketPromised {
    /// Which ticket.
    pub ticket: String,
    /// When, s.
    pub at_s: f64,
}

/// A plate of a service that is over: promised against happened.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
pub struct PlateDone {
    /// Of which ticket.
    pub ticket: String,
    /// Which.
    pub plate: String,
    /// What it was.
    pub name: String,
    /// The way it was cooked; null of a side.
    pub method: Option<String>,
    /// When its ticket was first promised, s on the clock of the service.
    pub promised_s: Option<f64>,
    /// When it was served; null when nobody said so.
    pub served_s: Option<f64>,
}

/// A service that is over, as it stands in the book.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
pub struct ServiceDone {
    /// Its name to programs.
    #[serde(default)]
    pub id: String,
    /// What it is called.
    #[serde(default)]
    pub title: String,
    /// When its clock stood at 0.
    #[schema(value_type = String, format = DateTime)]
    pub zero: Timestamp,
    /// Pieces of fish.
    pub covers: usize,
    /// Tickets.
    pub tables: usize,
    /// Tickets all of which was on the table within a minute of what was promised.
    pub in_time: usize,
    /// The latest, s.
    pub late_s: f64,
    /// Every plate.
    pub plates: Vec<PlateDone>,
}

/// What a service is called when it goes into the book.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
#[schema(example = json!({ "title": "Friday lunch" }))]
pub struct ServiceEnd {
    /// What it is called.
    #[schema(min_length = 1, max_length = 120)]
    pub title: String,
}

/// Services that are over, the newest first.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub struct ServicesDone {
    /// They.
    pub services: Vec<ServiceDone>,
    /// How many there are in all.
    pub total: i64,
}

/// The board of a service: what is planned, and when its clock stood at 0.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct BoardWire {
    /// When 0 was.
    #[schema(value_type = String, format = DateTime)]
    pub zero: Timestamp,
    /// When each ticket was first to be on the table, as it was promised then; written here.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub promised: Vec<TicketPromised>,
    /// The service; its `now_s` is that of whoever asks.
    pub service: ServiceRequest,
}

/// The board as kept.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub struct BoardKept {
    /// What is planned; null while nothing is.
    pub board: Option<BoardWire>,
    /// 0 while nobody planned anything.
    pub revision: i32,
    /// The clock of the server, ms since 1970.
    pub now_ms: i64,
    /// Why what was kept cannot be read.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub unreadable: Option<String>,
}

impl BoardKept {
    /// Nothing is planned at a revision.
    pub fn none(revision: i32, now_ms: i64) -> Self {
        Self {
            board: None,
            revision,
            now_ms,
            unreadable: None,
        }
    }
}
