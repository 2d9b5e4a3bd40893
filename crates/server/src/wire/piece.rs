//! The piece, the method and the target as asked for.

use super::fish::OwnFishWire;
use cindo_core::fish::{
    Cavity, Cut, Freezing, Looks, Measured, Origin, PieceAsked, RestOn, Since, Skin, Span, State,
};
use cindo_core::methods::Value;
use cindo_core::plan::MethodAsked;
use cindo_core::target::TargetAsked;
use cindo_core::{InputError, Within, Wrong};
use serde::{Deserialize, Serialize};
use std::collections::BTreeMap;
use utoipa::ToSchema;

/// What the flesh is made of, in place of a fish.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct CompositionWire {
    /// Water.
    pub water_share: f64,
    /// Protein.
    pub protein_share: f64,
    /// Fat.
    pub fat_share: f64,
    /// Ash.
    pub ash_share: f64,
}

/// The piece in hand.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct PieceWire {
    /// Key of the fish; or give `composition`.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schema(example = "hake")]
    pub fish: Option<String>,
    /// What the flesh is made of.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub composition: Option<CompositionWire>,
    /// Cut; fillet when not said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schema(value_type = Option<Cut>)]
    pub cut: Option<String>,
    /// Thick part, mm, 2 to 120.
    #[schema(minimum = 2, maximum = 120, example = 28)]
    pub thickness_mm: f64,
    /// Thin end, mm.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schema(minimum = 2, maximum = 120)]
    pub thin_end_mm: Option<f64>,
    /// Long axis of the section of a whole fish, back to belly, mm, at least its thickness; by its body when
    /// not said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub height_mm: Option<f64>,
    /// Mass of one piece, g; 170 when not said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schema(minimum = 1, maximum = 20000)]
    pub mass_g: Option<f64>,
    /// How many are cooked together; 1 when not said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schema(minimum = 1, maximum = 200)]
    pub pieces: Option<u32>,
    /// "on" or "off".
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schema(value_type = Option<Skin>)]
    pub skin: Option<String>,
    /// Temperature at the start, C; 8 when not said, -18 when frozen.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schema(minimum = -35, maximum = 35)]
    pub start_c: Option<f64>,
    /// Width across the piece, mm; 60 when not said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schema(minimum = 5, maximum = 400)]
    pub width_mm: Option<f64>,
    /// A fish of the kitchen's own, in place of `fish`.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub own_fish: Option<OwnFishWire>,
    /// fresh, thawed or frozen; by the temperature when not said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schema(value_type = Option<State>)]
    pub state: Option<String>,
    /// The bone is in.
    #[serde(default, skip_serializing_if = "is_false")]
    pub bone: bool,
    /// The scales are on.
    #[serde(default, skip_serializing_if = "is_false")]
    pub scales: bool,
    /// Scored.
    #[serde(default, skip_serializing_if = "is_false")]
    pub scored: bool,
    /// The skin is not eaten on the fish: lifted off after it is cooked, or, where it is off, crisped apart. A whole fish
    /// is served as it is.
    #[serde(default, skip_serializing_if = "is_false")]
    pub skin_apart: bool,
    /// How the thickness is known: "ruler" or "eye"; eye when not said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schema(value_type = Option<Measured>)]
    pub measured: Option<String>,
    /// Wild or farmed, as the seller says.
    #[serde(default, skip_serializing_if = "goes_without_saying")]
    pub origin: Origin,
    /// How it was kept since the catch or since it was bought, a span after another.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub keeping: Vec<Span>,
    /// Since when that is; since it was bought where nobody says.
    #[serde(default, skip_serializing_if = "goes_without_saying")]
    pub kept_since: Since,
    /// It lies in a vacuum pack.
    #[serde(default, skip_serializing_if = "is_false")]
    pub vacuum_packed: bool,
    /// How it was frozen, if it was.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub freezing: Option<Freezing>,
    /// What is in the belly of a whole fish.
    #[serde(default, skip_serializing_if = "goes_without_saying")]
    pub cavity: Cavity,
    /// What was seen of it.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub looks: Option<Looks>,
    /// What it rests on and is eaten off; a warm plate when not said.
    #[serde(default, skip_serializing_if = "goes_without_saying")]
    pub rest_on: RestOn,
}

#[allow(clippy::trivially_copy_pass_by_ref)] // serde asks for a reference
fn is_false(flag: &bool) -> bool {
    !flag
}

fn goes_without_saying<T: Default + PartialEq>(value: &T) -> bool {
    *value == T::default()
}

impl From<&PieceWire> for PieceAsked {
    fn from(wire: &PieceWire) -> Self {
        Self {
            fish: wire.fish.clone(),
            composition: wire
                .composition
                .as_ref()
                .map(|c| [c.water_share, c.protein_share, c.fat_share, c.ash_share]),
            cut: wire.cut.clone(),
            thickness_mm: Some(wire.thickness_mm),
            thin_end_mm: wire.thin_end_mm,
            height_mm: wire.height_mm,
            mass_g: wire.mass_g,
            pieces: wire.pieces,
            skin: wire.skin.clone(),
            start_c: wire.start_c,
            width_mm: wire.width_mm,
            own: wire.own_fish.as_ref().map(OwnFishWire::species),
            state: wire.state.clone(),
            bone: wire.bone,
            scales: wire.scales,
            scored: wire.scored,
            skin_apart: wire.skin_apart,
            measured: wire.measured.clone(),
            origin: wire.origin,
            keeping: wire.keeping.clone(),
            since: wire.kept_since,
            vacuum: wire.vacuum_packed,
            freezing: wire.freezing,
            cavity: wire.cavity,
            looks: wire.looks.clone(),
            rest_on: wire.rest_on,
            // Only a preparation wets or dries it.
            damp_g_m2: None,
        }
    }
}

/// A value of a setting: a number in the unit of its name, true or false, or a word.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(untagged)]
pub enum ValueWire {
    /// Yes or no.
    Flag(bool),
    /// A number.
    Number(f64),
    /// A word.
    Word(String),
}

impl From<Value> for ValueWire {
    fn from(value: Value) -> Self {
        match value {
            Value::Flag(flag) => Self::Flag(flag),
            Value::Number(number) => Self::Number(number),
            Value::Word(word) => Self::Word(word),
        }
    }
}

/// The way to cook, and its settings by key beside `kind`; what they are is in the `settings` of a
/// plan. A setting the method does not have is refused.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
pub struct MethodWire {
    /// Kind of method.
    pub kind: String,
    /// Settings by key.
    #[serde(flatten)]
    pub settings: BTreeMap<String, ValueWire>,
}

impl From<&MethodWire> for MethodAsked {
    fn from(wire: &MethodWire) -> Self {
        let settings = wire.settings.iter().map(|(key, value)| {
            let value = match value {
                ValueWire::Flag(flag) => Value::Flag(*flag),
                ValueWire::Number(number) => Value::Number(*number),
                ValueWire::Word(word) => Value::Word(word.clone()),
            };
            (key.clone(), value)
        });
        Self {
            kind: wire.kind.clone(),
            settings: settings.collect(),
        }
    }
}

/// A target: a level of the fish by key, a band, or a seared rim over a raw middle. Without any of
/// them, the usual level.
#[derive(Debug, Clone, Default, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct TargetWire {
    /// Key of a level.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub level: Option<String>,
    /// Low end, C.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schema(minimum = 10, maximum = 95)]
    pub low_c: Option<f64>,
    /// High end, C. A band that ends at 30 C or below means a seared rim of 3 mm.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schema(minimum = 10, maximum = 95)]
    pub high_c: Option<f64>,
    /// A seared rim that deep, mm, in place of a band.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schema(minimum = 0.5, maximum = 15)]
    pub rim_mm: Option<f64>,
    /// Over a middle that stays below so many C; 30 when not said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schema(minimum = 15, maximum = 45)]
    pub middle_under_c: Option<f64>,
}

impl TargetWire {
    /// As the core asks for it.
    ///
    /// # Errors
    /// When only one end of a band is given.
    pub fn asked(&self) -> Result<TargetAsked, InputError> {
        const RAW_UNDER_C: f64 = 30.0;
        let both = "a level, a band or a rim, and only one of them";
        let band = self.low_c.is_some() || self.high_c.is_some();
        if let Some(rim_mm) = self.rim_mm {
            if self.level.is_some() || band {
                let wrong = InputError::new("rim_mm", Wrong::WrongKind { takes: both });
                return Err(wrong).within("target");
            }
            let under_c = self.middle_under_c.unwrap_or(RAW_UNDER_C);
            return Ok(TargetAsked::Rim(rim_mm, under_c));
        }
        if self.middle_under_c.is_some() {
            return Err(InputError::missing("rim_mm")).within("target");
        }
        let asked = match (&self.level, self.low_c, self.high_c) {
            (Some(level), None, None) => Ok(TargetAsked::Level(level.clone())),
            (None, Some(low), Some(high)) => Ok(TargetAsked::Band(low, high)),
            (None, None, None) => Ok(TargetAsked::Usual),
            (None, Some(_), None) => Err(InputError::missing("high_c")),
            (None, None, Some(_)) => Err(InputError::missing("low_c")),
            (Some(_), _, _) => Err(InputError::new("level", Wrong::WrongKind { takes: both })),
        };
        asked.within("target")
    }
}
