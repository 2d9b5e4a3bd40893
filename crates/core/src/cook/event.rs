//! What happens at the stove: each event is stored as it came and never changed; what takes it back is another event.

use super::came_out::CameOut;
use super::cue::CueKey;
use crate::belief::Cues;
use crate::quantity::checked;
use crate::run::Sign;
use crate::{InputError, Within};
use serde::de::{self, Deserializer};
use serde::{Deserialize, Serialize};
use std::collections::BTreeMap;

/// What happened, with what belongs to it.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(tag = "kind", rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum Happened {
    /// The pan, oven or bath is set to heat.
    Heating,
    /// The fish meets the heat: times count from here.
    In,
    /// Turned over.
    Turned,
    /// Off the heat for a while, to be finished later.
    SetAside,
    /// From the hob into the oven.
    IntoOven,
    /// Half of the time: the tray turned round, the fish rolled over in the oil.
    Halfway,
    /// The fire low, the lid of the grill down.
    FireLow,
    /// The lid on, or off.
    Lid {
        /// On, when not said.
        #[serde(default, skip_serializing_if = "Option::is_none")]
        on: Option<bool>,
    },
    /// Basted.
    Basted,
    /// The heat changed: to `to_c`, or as `says`.
    Heat {
        /// To so many C.
        #[serde(default, skip_serializing_if = "Option::is_none")]
        #[cfg_attr(feature = "schema", schema(minimum = 0, maximum = 600))]
        to_c: Option<f64>,
        /// Lower, higher, off or on.
        #[serde(default, skip_serializing_if = "Option::is_none")]
        #[cfg_attr(feature = "schema", schema(max_length = 40))]
        says: Option<String>,
    },
    /// Something seen or felt.
    Cue {
        /// Which.
        cue: CueKey,
        /// Of the cooked line: how high it stands, share of the thickness from the face that was down first.
        #[serde(default, skip_serializing_if = "Option::is_none")]
        #[cfg_attr(feature = "schema", schema(minimum = 0, maximum = 1))]
        height_share: Option<f64>,
        /// Of any other, its word.
        #[serde(default, skip_serializing_if = "Option::is_none")]
        #[cfg_attr(feature = "schema", schema(max_length = 40))]
        says: Option<String>,
    },
    /// A probe read.
    Probe {
        /// What it shows, C.
        #[cfg_attr(feature = "schema", schema(minimum = -40, maximum = 150))]
        c: f64,
        /// How deep, share of the thickness from the face that was down first; the middle when not said.
        #[serde(default, skip_serializing_if = "Option::is_none")]
        #[cfg_attr(feature = "schema", schema(minimum = 0, maximum = 1))]
        depth_share: Option<f64>,
        /// Which spot it is in, any word: a new one each time it is put in by hand. Not said: a probe that is left in.
        #[serde(default, skip_serializing_if = "Option::is_none")]
        #[cfg_attr(feature = "schema", schema(min_length = 1, max_length = 64))]
        spot: Option<String>,
        /// Who read it, for the food-safety sheet.
        #[serde(default, skip_serializing_if = "Option::is_none")]
        #[cfg_attr(feature = "schema", schema(max_length = 40))]
        by: Option<String>,
    },
    /// Not yet: the next act waits.
    Hold {
        /// How long, s; half a minute when not said.
        #[serde(default, skip_serializing_if = "Option::is_none")]
        #[cfg_attr(feature = "schema", schema(minimum = 1, maximum = 600))]
        for_s: Option<f64>,
    },
    /// Off the heat.
    Off,
    /// Back on the heat.
    Back,
    /// Resting.
    Resting,
    /// On the plate.
    Served {
        /// Though nothing shows that it is as it was promised, and the cook knows.
        #[serde(default, skip_serializing_if = "Option::is_none")]
        knowingly: Option<bool>,
    },
    /// Cooked, and into the cold: it is not served now.
    Chilled,
    /// Thrown away.
    Discarded,
    /// How it came out.
    CameOut {
        /// In the cook's words.
        came_out: CameOut,
    },
    /// A note.
    Note {
        /// What it says.
        #[cfg_attr(feature = "schema", schema(max_length = 2000))]
        text: String,
    },
    /// Given up or forgotten: nothing more is asked.
    Closed,
    /// Another event did not happen.
    Undone {
        /// Which.
        #[cfg_attr(feature = "schema", schema(min_length = 1, max_length = 64))]
        of: String,
    },
}

impl Happened {
    /// Nothing more is asked after it.
    pub fn ends(&self) -> bool {
        matches!(
            self,
            Self::Served { .. } | Self::Chilled | Self::Discarded | Self::Closed
        )
    }

    /// The heat was changed.
    pub fn is_new_heat(&self) -> bool {
        matches!(self, Self::Heat { .. })
    }

    /// On the plate, and nothing more said.
    pub const SERVED: Self = Self::Served { knowingly: None };
    /// The lid on.
    pub const LID_ON: Self = Self::Lid { on: Some(true) };

    /// The heat turned lower, higher, off or on.
    pub fn heat(says: &str) -> Self {
        Self::Heat {
            to_c: None,
            says: Some(says.to_owned()),
        }
    }

    /// The heat set to so many C.
    pub fn heat_to(to_c: f64) -> Self {
        Self::Heat {
            to_c: Some(to_c),
            says: None,
        }
    }

    /// Another event did not happen.
    pub fn undone(of: &str) -> Self {
        Self::Undone { of: of.to_owned() }
    }
}

/// One event.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[cfg_attr(feature = "schema", schema(example = json!({ "id": "a1", "at_s": 240, "kind": "cue", "cue": "cooked_line", "height_share": 0.4 })))]
pub struct Event {
    /// Made by the device: the same event sent twice counts once.
    #[cfg_attr(feature = "schema", schema(min_length = 1, max_length = 64))]
    pub id: String,
    /// When, s after the fish met the heat; negative before.
    #[cfg_attr(feature = "schema", schema(minimum = -86400, maximum = 86400))]
    pub at_s: f64,
    /// What.
    #[serde(flatten)]
    pub happened: Happened,
}

/// What stands beside a kind that does not take it would be overlooked: it is refused, as long as it says anything.
impl<'de> Deserialize<'de> for Event {
    fn deserialize<D: Deserializer<'de>>(from: D) -> Result<Self, D::Error> {
        #[derive(Deserialize)]
        struct Flat {
            id: String,
            at_s: f64,
            #[serde(flatten)]
            happened: Happened,
            #[serde(flatten)]
            all: BTreeMap<String, Option<de::IgnoredAny>>,
        }
        let flat = Flat::deserialize(from)?;
        let taken = serde_json::to_value(&flat.happened).map_err(de::Error::custom)?;
        let stray = flat
            .all
            .iter()
            .find(|(key, said)| said.is_some() && taken.get(key.as_str()).is_none());
        match stray {
            Some((key, _)) => Err(de::Error::custom(format_args!(
                "unknown field `{key}`: this kind of event does not take it"
            ))),
            None => Ok(Self {
                id: flat.id,
                at_s: flat.at_s,
                happened: flat.happened,
            }),
        }
    }
}

/// A day either way.
const AT_S: (f64, f64) = (-86400.0, 86400.0);
/// Where heat is set, what a probe shows, how long a hold is.
const TO_C: (f64, f64) = (0.0, 600.0);
const PROBE_C: (f64, f64) = (-40.0, 150.0);
const FOR_S: (f64, f64) = (1.0, 600.0);
const SHARE: (f64, f64) = (0.0, 1.0);
/// Letters of an id and of a note.
const ID_LETTERS: usize = 64;
const BY_LETTERS: usize = 40;
const NOTE_LETTERS: usize = 2000;

/// How the heat was changed.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(super) enum NewHeat {
    To(f64),
    By(f64),
    Off,
    On,
}

/// What was seen.
#[derive(Debug, Clone, PartialEq)]
pub(super) enum Saw {
    Line(f64),
    Word(Sign, usize),
    Probe {
        c: f64,
        depth_share: Option<f64>,
        /// Which spot; none is the probe that is left in.
        spot: Option<String>,
    },
}

/// Turned up or down by one notch, K. common practice, no source.
const NOTCH_K: f64 = 25.0;

impl Event {
    /// What happened, and when.
    pub fn new(id: impl Into<String>, at_s: f64, happened: Happened) -> Self {
        Self {
            id: id.into(),
            at_s,
            happened,
        }
    }

    /// A cue with its word.
    pub fn cue(id: impl Into<String>, at_s: f64, cue: CueKey, says: &str) -> Self {
        let happened = Happened::Cue {
            cue,
            height_share: None,
            says: Some(says.to_owned()),
        };
        Self::new(id, at_s, happened)
    }

    /// A cooked line.
    pub fn line(id: impl Into<String>, at_s: f64, height_share: f64) -> Self {
        let happened = Happened::Cue {
            cue: CueKey::CookedLine,
            height_share: Some(height_share),
            says: None,
        };
        Self::new(id, at_s, happened)
    }

    /// A probe that is left in.
    pub fn probe(id: impl Into<String>, at_s: f64, c: f64) -> Self {
        let happened = Happened::Probe {
            c,
            depth_share: None,
            spot: None,
            by: None,
        };
        Self::new(id, at_s, happened)
    }

    /// A probe put into a spot by hand.
    pub fn probe_at(id: impl Into<String>, at_s: f64, c: f64, spot: &str) -> Self {
        let happened = Happened::Probe {
            c,
            depth_share: None,
            spot: Some(spot.to_owned()),
            by: None,
        };
        Self::new(id, at_s, happened)
    }

    /// Checks what was said.
    ///
    /// # Errors
    /// [`InputError`] naming the field: one that is missing, out of range or unknown.
    pub fn check(&self) -> Result<(), InputError> {
        letters("id", &self.id, ID_LETTERS)?;
        checked("at_s", self.at_s, AT_S, "s")?;
        let within = |field, given: Option<f64>, range, unit| {
            given.map_or(Ok(0.0), |x| checked(field, x, range, unit))
        };
        match &self.happened {
            Happened::Heat { to_c, .. } => {
                within("to_c", *to_c, TO_C, "C")?;
                self.new_heat().map_or(Ok(()), |heat| heat.map(drop))
            }
            Happened::Cue { height_share, .. } => {
                within("height_share", *height_share, SHARE, "")?;
                self.saw().map_or(Ok(()), |saw| saw.map(drop))
            }
            Happened::Probe {
                c,
                depth_share,
                spot,
                by,
            } => {
                checked("c", *c, PROBE_C, "C")?;
                within("depth_share", *depth_share, SHARE, "")?;
                if by
                    .as_ref()
                    .is_some_and(|by| by.chars().count() > BY_LETTERS)
                {
                    return letters("by", by.as_deref().unwrap_or_default(), BY_LETTERS);
                }
                let spot = spot.as_deref();
                spot.map_or(Ok(()), |spot| letters("spot", spot, ID_LETTERS))
            }
            Happened::Hold { for_s } => within("for_s", *for_s, FOR_S, "s").map(drop),
            Happened::Undone { of } => letters("of", of, ID_LETTERS),
            Happened::Note { text } => letters("text", text, NOTE_LETTERS),
            _ => Ok(()),
        }
    }

    /// How it changes the heat, where it does.
    pub(super) fn new_heat(&self) -> Option<Result<NewHeat, InputError>> {
        let Happened::Heat { to_c, says } = &self.happened else {
            return None;
        };
        Some(match (to_c, says.as_deref()) {
            (Some(to_c), _) => Ok(NewHeat::To(*to_c)),
            (None, Some("lower")) => Ok(NewHeat::By(-NOTCH_K)),
            (None, Some("higher")) => Ok(NewHeat::By(NOTCH_K)),
            (None, Some("off")) => Ok(NewHeat::Off),
            (None, Some("on")) => Ok(NewHeat::On),
            (None, Some(other)) => Err(InputError::unknown(
                "says",
                other,
                ["lower", "higher", "off", "on"],
            )),
            (None, None) => Err(InputError::missing("to_c")),
        })
    }

    /// What was seen, felt or read, where it says so.
    pub(super) fn saw(&self) -> Option<Result<Saw, InputError>> {
        match &self.happened {
            Happened::Probe {
                c,
                depth_share,
                spot,
                ..
            } => Some(Ok(Saw::Probe {
                c: *c,
                depth_share: *depth_share,
                spot: spot.clone(),
            })),
            Happened::Cue {
                cue,
                height_share,
                says,
            } => Some(seen(*cue, *height_share, says.as_deref())),
            _ => None,
        }
    }
}

fn seen(cue: CueKey, height_share: Option<f64>, says: Option<&str>) -> Result<Saw, InputError> {
    match cue.sign() {
        None => {
            let height = height_share.ok_or(InputError::missing("height_share"))?;
            Ok(Saw::Line(height))
        }
        Some(sign) => {
            let says = says.ok_or(InputError::missing("says"))?;
            let word = Cues::all().of(sign).word(says)?;
            Ok(Saw::Word(sign, word))
        }
    }
}

fn letters(field: &str, text: &str, most: usize) -> Result<(), InputError> {
    checked(
        "",
        text.chars().count() as f64,
        (1.0, most as f64),
        "letters",
    )
    .within(field)
    .map(drop)
}
