//! What happens at the stove: each event is stored as it came and never changed; what takes it back is another event.

use crate::belief::Cues;
use crate::quantity::checked;
use crate::run::Sign;
use crate::{InputError, Within};
use serde::{Deserialize, Serialize};

/// What happened.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum Kind {
    /// The pan, oven or bath is set to heat.
    Heating,
    /// The fish meets the heat: times count from here.
    In,
    /// Turned over.
    Turned,
    /// From the hob into the oven.
    IntoOven,
    /// Half of the time: the tray turned round, the fish rolled over in the oil.
    Halfway,
    /// The fire low, the lid of the grill down.
    FireLow,
    /// The lid on, or off where `on` is false.
    Lid,
    /// Basted.
    Basted,
    /// The heat changed: to `to_c`, or as `says`.
    Heat,
    /// Something seen or felt.
    Cue,
    /// A probe read.
    Probe,
    /// Not yet: the next act waits for `for_s`.
    Hold,
    /// Off the heat.
    Off,
    /// Back on the heat.
    Back,
    /// Resting.
    Resting,
    /// On the plate.
    Served,
    /// Cooked, and into the cold: it is not served now.
    Chilled,
    /// Thrown away.
    Discarded,
    /// How it came out.
    CameOut,
    /// A note.
    Note,
    /// Given up or forgotten: nothing more is asked.
    Closed,
    /// Event `of` did not happen.
    Undone,
}

impl Kind {
    /// Nothing more is asked after it.
    pub fn ends(self) -> bool {
        matches!(
            self,
            Self::Served | Self::Chilled | Self::Discarded | Self::Closed
        )
    }
}

/// What can be seen or felt.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum CueKey {
    /// How high the cooked line stands.
    CookedLine,
    /// A thin tester pushed through.
    Tester,
    /// The tester to the lip.
    Lip,
    /// A finger.
    Press,
    /// Whether pan or grate lets go.
    Releases,
    /// White beads.
    Beads,
    /// How bone or spine holds.
    Bone,
    /// How water leaves.
    Bubbling,
    /// The flesh in the middle.
    Colour,
}

impl CueKey {
    /// The sign it has words for; none for the line, which is set where it stands.
    pub fn sign(self) -> Option<Sign> {
        Some(match self {
            Self::CookedLine => return None,
            Self::Tester => Sign::Tester,
            Self::Lip => Sign::Lip,
            Self::Press => Sign::Press,
            Self::Releases => Sign::Releases,
            Self::Beads => Sign::Beads,
            Self::Bone => Sign::Bone,
            Self::Bubbling => Sign::Bubbling,
            Self::Colour => Sign::Colour,
        })
    }

    /// The cue of a sign.
    pub fn of(sign: Sign) -> Self {
        match sign {
            Sign::Tester => Self::Tester,
            Sign::Lip => Self::Lip,
            Sign::Press => Self::Press,
            Sign::Releases => Self::Releases,
            Sign::Beads => Self::Beads,
            Sign::Bone => Self::Bone,
            Sign::Bubbling => Self::Bubbling,
            Sign::Colour => Self::Colour,
        }
    }
}

/// One event.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
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
    pub kind: Kind,
    /// Of `lid`: on, when not said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub on: Option<bool>,
    /// Of `heat`: to so many C.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(minimum = 0, maximum = 600))]
    pub to_c: Option<f64>,
    /// Of `cue`: which.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub cue: Option<CueKey>,
    /// Of the cooked line: how high it stands, share of the thickness from the face that was down first.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(minimum = 0, maximum = 1))]
    pub height_share: Option<f64>,
    /// Of any other cue, its word; of `heat` lower, higher, off or on.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(max_length = 40))]
    pub says: Option<String>,
    /// Of `probe`: what it shows, C.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(minimum = -40, maximum = 150))]
    pub c: Option<f64>,
    /// Of `probe`: how deep, share of the thickness from the face that was down first; the middle when not said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(minimum = 0, maximum = 1))]
    pub depth_share: Option<f64>,
    /// Of `probe`: which spot it is in, any word: a new one each time it is put in by hand. Not said: a probe that is
    /// left in.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(min_length = 1, max_length = 64))]
    pub spot: Option<String>,
    /// Of `served`: though nothing shows that it is as it was promised, and the cook knows.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub knowingly: Option<bool>,
    /// Of `hold`: how long, s.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(minimum = 1, maximum = 600))]
    pub for_s: Option<f64>,
    /// Of `undone`: which event did not happen.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(min_length = 1, max_length = 64))]
    pub of: Option<String>,
    /// Of `note`.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(max_length = 2000))]
    pub text: Option<String>,
    /// Of `came_out`.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub came_out: Option<CameOut>,
}

/// How it came out, in the cook's words; what is not said was not looked at.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct CameOut {
    /// The middle.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub middle: Option<Middle>,
    /// The thin end.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub thin_end: Option<Middle>,
    /// The skin.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub skin: Option<SkinOut>,
    /// Whether it stuck.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub stuck: Option<Stuck>,
    /// How moist it was.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub moist: Option<Moist>,
}

/// How flesh came out against what was wanted.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum Middle {
    /// Raw.
    Raw,
    /// Under.
    Under,
    /// Right.
    Right,
    /// Over.
    Over,
}

/// How skin came out.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum SkinOut {
    /// Soft.
    Soft,
    /// Crisp.
    Crisp,
    /// Burnt.
    Burnt,
}

/// Whether it stuck.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum Stuck {
    /// No.
    No,
    /// A little.
    ALittle,
    /// It tore.
    Tore,
}

/// How moist it was.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum Moist {
    /// Dry.
    Dry,
    /// Moist.
    Moist,
    /// Wet, not set.
    Wet,
}

/// A day either way.
const AT_S: (f64, f64) = (-86400.0, 86400.0);
/// Where heat is set, what a probe shows, how long a hold is.
const TO_C: (f64, f64) = (0.0, 600.0);
const PROBE_C: (f64, f64) = (-40.0, 150.0);
const FOR_S: (f64, f64) = (1.0, 600.0);
/// Letters of an id and of a note.
const ID_LETTERS: usize = 64;
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
/// A hold without a length, s.
pub(super) const HOLD_S: f64 = 30.0;

impl Event {
    /// An event with nothing but when and what.
    pub fn new(id: impl Into<String>, at_s: f64, kind: Kind) -> Self {
        Self {
            id: id.into(),
            at_s,
            kind,
            on: None,
            to_c: None,
            cue: None,
            height_share: None,
            says: None,
            c: None,
            depth_share: None,
            spot: None,
            knowingly: None,
            for_s: None,
            of: None,
            text: None,
            came_out: None,
        }
    }

    /// A cue with its word.
    pub fn cue(id: impl Into<String>, at_s: f64, cue: CueKey, says: &str) -> Self {
        Self {
            cue: Some(cue),
            says: Some(says.to_owned()),
            ..Self::new(id, at_s, Kind::Cue)
        }
    }

    /// A cooked line.
    pub fn line(id: impl Into<String>, at_s: f64, height_share: f64) -> Self {
        Self {
            cue: Some(CueKey::CookedLine),
            height_share: Some(height_share),
            ..Self::new(id, at_s, Kind::Cue)
        }
    }

    /// A probe.
    pub fn probe(id: impl Into<String>, at_s: f64, c: f64) -> Self {
        Self {
            c: Some(c),
            ..Self::new(id, at_s, Kind::Probe)
        }
    }

    /// A probe put into a spot by hand.
    pub fn probe_at(id: impl Into<String>, at_s: f64, c: f64, spot: &str) -> Self {
        Self {
            spot: Some(spot.to_owned()),
            ..Self::probe(id, at_s, c)
        }
    }

    /// Checks what was said against what its kind takes.
    ///
    /// # Errors
    /// [`InputError`] naming the field: one that is missing, out of range, unknown, or not of this kind.
    pub fn check(&self) -> Result<(), InputError> {
        letters("id", &self.id, ID_LETTERS)?;
        checked("at_s", self.at_s, AT_S, "s")?;
        for (field, given, range, unit) in [
            ("to_c", self.to_c, TO_C, "C"),
            ("height_share", self.height_share, (0.0, 1.0), ""),
            ("c", self.c, PROBE_C, "C"),
            ("depth_share", self.depth_share, (0.0, 1.0), ""),
            ("for_s", self.for_s, FOR_S, "s"),
        ] {
            given.map_or(Ok(0.0), |x| checked(field, x, range, unit))?;
        }
        self.only_its_own()?;
        match self.kind {
            Kind::Cue => self.saw().map(drop),
            Kind::Probe => {
                let spot = self.spot.as_deref();
                spot.map_or(Ok(()), |spot| letters("spot", spot, ID_LETTERS))?;
                self.saw().map(drop)
            }
            Kind::Heat => self.new_heat().map(drop),
            Kind::Undone => {
                let of = self.of.as_deref().ok_or(InputError::missing("of"))?;
                letters("of", of, ID_LETTERS)
            }
            Kind::Note => {
                let text = self.text.as_deref().ok_or(InputError::missing("text"))?;
                letters("text", text, NOTE_LETTERS)
            }
            Kind::CameOut if self.came_out.is_none() => Err(InputError::missing("came_out")),
            _ => Ok(()),
        }
    }

    /// Nothing is said that its kind does not take: what would be overlooked is refused.
    fn only_its_own(&self) -> Result<(), InputError> {
        let takes: &[&str] = match self.kind {
            Kind::Lid => &["on"],
            Kind::Heat => &["to_c", "says"],
            Kind::Cue => &["cue", "height_share", "says"],
            Kind::Probe => &["c", "depth_share", "spot"],
            Kind::Served => &["knowingly"],
            Kind::Hold => &["for_s"],
            Kind::Undone => &["of"],
            Kind::Note => &["text"],
            Kind::CameOut => &["came_out"],
            _ => &[],
        };
        let given = [
            ("on", self.on.is_some()),
            ("to_c", self.to_c.is_some()),
            ("cue", self.cue.is_some()),
            ("height_share", self.height_share.is_some()),
            ("says", self.says.is_some()),
            ("c", self.c.is_some()),
            ("depth_share", self.depth_share.is_some()),
            ("spot", self.spot.is_some()),
            ("knowingly", self.knowingly.is_some()),
            ("for_s", self.for_s.is_some()),
            ("of", self.of.is_some()),
            ("text", self.text.is_some()),
            ("came_out", self.came_out.is_some()),
        ];
        let stray = given
            .iter()
            .find(|(name, there)| *there && !takes.contains(name));
        stray.map_or(Ok(()), |(name, _)| {
            let message = "this kind of event does not take it";
            Err(InputError::new(*name, crate::Wrong::Order { message }))
        })
    }

    pub(super) fn new_heat(&self) -> Result<NewHeat, InputError> {
        if let Some(to_c) = self.to_c {
            return Ok(NewHeat::To(to_c));
        }
        match self.says.as_deref() {
            Some("lower") => Ok(NewHeat::By(-NOTCH_K)),
            Some("higher") => Ok(NewHeat::By(NOTCH_K)),
            Some("off") => Ok(NewHeat::Off),
            Some("on") => Ok(NewHeat::On),
            Some(other) => Err(InputError::unknown(
                "says",
                other,
                ["lower", "higher", "off", "on"],
            )),
            None => Err(InputError::missing("to_c")),
        }
    }

    pub(super) fn saw(&self) -> Result<Saw, InputError> {
        if self.kind == Kind::Probe {
            let c = self.c.ok_or(InputError::missing("c"))?;
            return Ok(Saw::Probe {
                c,
                depth_share: self.depth_share,
                spot: self.spot.clone(),
            });
        }
        let cue = self.cue.ok_or(InputError::missing("cue"))?;
        match cue.sign() {
            None => {
                let height = self
                    .height_share
                    .ok_or(InputError::missing("height_share"))?;
                Ok(Saw::Line(height))
            }
            Some(sign) => {
                let says = self.says.as_deref().ok_or(InputError::missing("says"))?;
                Cues::all()
                    .of(sign)
                    .word(says)
                    .map(|word| Saw::Word(sign, word))
            }
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
