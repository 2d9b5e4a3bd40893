//! An act: one thing that a cook does, with hands, with what of the kitchen it takes, and with how long it may wait.
//!
//! A piece of fish, a pot of potatoes and an onion are cooked by acts alike. When an act comes is told by whoever makes it
//! (a method asks its timeline); whatever says what to do and when (the steps of a card, what comes next at the stove, the
//! calls, the calendar, paper, what a device strikes off) reads acts, and keeps no list of its own.
//!
//! Limits: hands are whole attention from when the act begins; what is watched with half an eye is none of them.

use serde::{Deserialize, Serialize};

/// What is done.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum What {
    /// Thawed.
    Thaw,
    /// Cleaned: fins, gills, blood, scales, washed or wiped.
    Clean,
    /// Dried.
    Dry,
    /// The belly is filled.
    Fill,
    /// In a marinade.
    Marinate,
    /// Left out of the fridge.
    Temper,
    /// Stirred together.
    Mix,
    /// Salted.
    Salt,
    /// Floured, battered, crumbed, oiled.
    Coat,
    /// Cut, peeled, cleaned.
    Cut,
    /// Pan, oven, bath or grill is set to heat.
    HeatUp,
    /// Brought to the boil.
    Boil,
    /// Onto the heat.
    In,
    /// Turned over.
    Turn,
    /// Half of the time: the tray is turned round, the fish rolled over in the oil.
    Halfway,
    /// Off the heat for a while, to be finished later.
    SetAside,
    /// From the hob into the oven.
    IntoOven,
    /// The lid goes on, the fire low.
    LidOn,
    /// The lid comes off.
    LidOff,
    /// The fire goes low, the lid of the grill down.
    FireLow,
    /// The fire is changed otherwise.
    Adjust,
    /// Looked at whether it is done.
    Look,
    /// Measured with a clean probe.
    Probe,
    /// Off the heat.
    Off,
    /// Poured off, dried off.
    Drain,
    /// Left to rest.
    Rest,
    /// Onto the plate.
    Serve,
    /// Back on the heat.
    BackOn,
    /// Into the cold, not to be served now.
    Chill,
    /// Thrown away.
    Discard,
}

impl What {
    /// Its name on the wire.
    pub fn key(self) -> &'static str {
        match self {
            Self::Thaw => "thaw",
            Self::Clean => "clean",
            Self::Dry => "dry",
            Self::Fill => "fill",
            Self::Marinate => "marinate",
            Self::Temper => "temper",
            Self::Mix => "mix",
            Self::Salt => "salt",
            Self::Coat => "coat",
            Self::Cut => "cut",
            Self::HeatUp => "heat_up",
            Self::Boil => "boil",
            Self::In => "in",
            Self::Turn => "turn",
            Self::Halfway => "halfway",
            Self::SetAside => "set_aside",
            Self::IntoOven => "into_oven",
            Self::LidOn => "lid_on",
            Self::LidOff => "lid_off",
            Self::FireLow => "fire_low",
            Self::Adjust => "adjust",
            Self::Look => "look",
            Self::Probe => "probe",
            Self::Off => "off",
            Self::Drain => "drain",
            Self::Rest => "rest",
            Self::Serve => "serve",
            Self::BackOn => "back_on",
            Self::Chill => "chill",
            Self::Discard => "discard",
        }
    }
}

/// When it is done, s after what is cooked meets the heat; before below 0.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum When {
    /// Then.
    #[serde(rename = "at_s")]
    At(f64),
    /// Any time from the first to the second.
    #[serde(rename = "between_s")]
    Between([f64; 2]),
}

impl When {
    /// The earliest, s.
    pub fn from_s(self) -> f64 {
        match self {
            Self::At(s) | Self::Between([s, _]) => s,
        }
    }
}

/// Where on a thing something takes room: a thing has so many of each.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Serialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum Place {
    /// A ring of a hob.
    Ring,
    /// A shelf of an oven.
    Shelf,
    /// All of it: a pan, a pot, a fryer is one cook's at a time.
    Whole,
}

/// What of the kitchen an act takes, from when it begins.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Need {
    /// One of a list of the kit: pans, hobs, ovens ...
    pub like: &'static str,
    /// Which, where that is settled.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub thing: Option<String>,
    /// What of it.
    pub place: Place,
    /// So hot, C.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub at_c: Option<f64>,
    /// Until then, s.
    pub until_s: f64,
}

/// What it costs when an act waits longer than it may.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum Costs {
    /// What heats gets too hot, and the fat smokes.
    Smokes,
    /// One side is cooked further than the other.
    Uneven,
    /// The middle is overdone.
    Overdone,
    /// It cools, and what is crisp goes soft.
    Cools,
    /// It is no longer safe.
    Unsafe,
}

/// One act.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Act {
    /// Its name among the acts of one cook: its key, with a number from the second on.
    pub id: String,
    /// What.
    pub what: What,
    /// What to do, a sentence.
    pub words: String,
    /// When.
    #[serde(flatten)]
    pub when: When,
    /// How long it takes a cook's whole attention, s.
    pub hands_s: f64,
    /// What of the kitchen it takes.
    pub needs: Vec<Need>,
    /// How long it may wait, s; none where nothing is lost by that.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub may_wait_s: Option<f64>,
    /// What it costs to wait longer.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub costs: Option<Costs>,
}

impl Act {
    /// An act that takes no hands and nothing of the kitchen.
    pub fn new(what: What, when: When, words: impl Into<String>) -> Self {
        Self {
            id: what.key().to_owned(),
            what,
            words: words.into(),
            when,
            hands_s: 0.0,
            needs: vec![],
            may_wait_s: None,
            costs: None,
        }
    }

    /// Taking a cook's whole attention so long, s.
    #[must_use]
    pub fn hands(self, hands_s: f64) -> Self {
        Self { hands_s, ..self }
    }

    /// Taking something of the kitchen.
    #[must_use]
    pub fn needing(mut self, need: Need) -> Self {
        self.needs.push(need);
        self
    }

    /// It may wait so long, s, and what it costs to wait longer.
    #[must_use]
    pub fn may_wait(self, s: f64, costs: Costs) -> Self {
        Self {
            may_wait_s: Some(s),
            costs: Some(costs),
            ..self
        }
    }

    /// The earliest it is done, s.
    pub fn at_s(&self) -> f64 {
        self.when.from_s()
    }
}

/// The name of the n-th act of a kind in one cook, from 1.
pub fn act_id(what: What, n: usize) -> String {
    match n {
        0 | 1 => what.key().to_owned(),
        n => format!("{}_{n}", what.key()),
    }
}

/// Gives each act of one cook a name of its own.
pub fn name<'a>(acts: impl IntoIterator<Item = &'a mut Act>) {
    let mut so_many = std::collections::BTreeMap::<What, usize>::new();
    for act in acts {
        let n = so_many.entry(act.what).or_default();
        *n += 1;
        act.id = act_id(act.what, *n);
    }
}

/// Two acts that cannot both be done as they stand.
#[derive(Debug, Clone, PartialEq)]
pub enum Clash {
    /// More acts at once than there are cooks.
    Hands {
        /// When the second one begins, s.
        at_s: f64,
        /// The acts, by the place of their cook among those asked and their names.
        of: [(usize, String); 2],
    },
    /// More takes the same place of the same thing than there is of it.
    Place {
        /// Which list of the kit.
        like: &'static str,
        /// Which thing of it.
        thing: Option<String>,
        /// What of it.
        place: Place,
        /// When the second one begins, s.
        at_s: f64,
        /// The acts.
        of: [(usize, String); 2],
    },
}

/// One act of one of the cooks asked, on the clock they share, with something that it takes.
struct Taken<'a, T> {
    cook: usize,
    act: &'a Act,
    from_s: f64,
    to_s: f64,
    what: T,
}

/// What cannot be done side by side: acts of several cooks, each on a clock of its own that starts at `from_s` of the one
/// they share, by so many cooks, in a kitchen with so many of each place.
pub fn clashes(
    cooks: &[(f64, &[Act])],
    hands: usize,
    there: impl Fn(&Need) -> usize,
) -> Vec<Clash> {
    let acts = || {
        let each = cooks.iter().enumerate();
        each.flat_map(|(cook, (from_s, acts))| acts.iter().map(move |act| (cook, *from_s, act)))
    };
    let busy = acts()
        .filter(|(_, _, act)| act.hands_s > 0.0)
        .map(|(cook, from_s, act)| Taken {
            cook,
            act,
            from_s: from_s + act.at_s(),
            to_s: from_s + act.at_s() + act.hands_s,
            what: (),
        });
    let mut found: Vec<Clash> = over(busy.collect(), |_, _| true, |()| hands)
        .into_iter()
        .map(|(first, second)| Clash::Hands {
            at_s: second.from_s,
            of: both(&first, &second),
        })
        .collect();
    let held = acts().flat_map(|(cook, from_s, act)| {
        act.needs.iter().map(move |need| Taken {
            cook,
            act,
            from_s: from_s + act.at_s(),
            to_s: from_s + need.until_s,
            what: need,
        })
    });
    let same = |a: &&Need, b: &&Need| (a.like, &a.thing, a.place) == (b.like, &b.thing, b.place);
    let placed = over(held.collect(), same, there);
    found.extend(placed.into_iter().map(|(first, second)| Clash::Place {
        like: second.what.like,
        thing: second.what.thing.clone(),
        place: second.what.place,
        at_s: second.from_s,
        of: both(&first, &second),
    }));
    found
}

fn both<T>(first: &Taken<'_, T>, second: &Taken<'_, T>) -> [(usize, String); 2] {
    [first, second].map(|one| (one.cook, one.act.id.clone()))
}

/// Those that begin while as many others are under way as there are: with the last of them to have begun.
fn over<'a, T: Copy>(
    mut all: Vec<Taken<'a, T>>,
    same: impl Fn(&T, &T) -> bool,
    there: impl Fn(T) -> usize,
) -> Vec<(Taken<'a, T>, Taken<'a, T>)> {
    all.sort_by(|a, b| a.from_s.total_cmp(&b.from_s));
    let mut found = vec![];
    for (i, second) in all.iter().enumerate() {
        let under_way = all[..i]
            .iter()
            .filter(|first| same(&first.what, &second.what) && first.to_s > second.from_s + 1e-6);
        if under_way.clone().count() >= there(second.what)
            && let Some(first) = under_way.last()
        {
            found.push((first.copied(), second.copied()));
        }
    }
    found
}

impl<T: Copy> Taken<'_, T> {
    fn copied(&self) -> Self {
        Self { ..*self }
    }
}
