//! The piece, the method and the target as asked for.

use super::fish::OwnFishWire;
use cindo_core::InputError;
use cindo_core::fish::PieceAsked;
use cindo_core::methods::Value;
use cindo_core::outcome::TargetAsked;
use cindo_core::plan::MethodAsked;
use serde::{Deserialize, Serialize};
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
    pub fish: Option<String>,
    /// What the flesh is made of.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub composition: Option<CompositionWire>,
    /// Cut; fillet when not said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub cut: Option<String>,
    /// Thick part, mm, 2 to 120.
    pub thickness_mm: f64,
    /// Thin end, mm.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub thin_end_mm: Option<f64>,
    /// Mass of one piece, g; 170 when not said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub mass_g: Option<f64>,
    /// How many are cooked together; 1 when not said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub pieces: Option<u32>,
    /// "on" or "off".
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub skin: Option<String>,
    /// Temperature at the start, C; 8 when not said, -18 when frozen.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub start_c: Option<f64>,
    /// Width across the piece, mm; 60 when not said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub width_mm: Option<f64>,
    /// A fish of the kitchen's own, in place of `fish`.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub own_fish: Option<OwnFishWire>,
    /// fresh, thawed or frozen; by the temperature when not said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
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
}

#[allow(clippy::trivially_copy_pass_by_ref)] // serde asks for a reference
fn is_false(flag: &bool) -> bool {
    !flag
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
        }
    }
}

macro_rules! method_wire {
    ($($(#[$doc:meta])* $name:ident : $kind:ty => $value:expr;)*) => {
        /// The way to cook and its settings. A setting the method does not have is refused.
        #[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
        #[serde(deny_unknown_fields)]
        pub struct MethodWire {
            /// Kind of method.
            pub kind: String,
            $(
                $(#[$doc])*
                #[serde(default, skip_serializing_if = "Option::is_none")]
                pub $name: Option<$kind>,
            )*
        }

        impl From<&MethodWire> for MethodAsked {
            fn from(wire: &MethodWire) -> Self {
                let mut settings = Vec::new();
                $(
                    if let Some(given) = &wire.$name {
                        let value: fn(&$kind) -> Value = $value;
                        settings.push((stringify!($name).to_owned(), value(given)));
                    }
                )*
                Self { kind: wire.kind.clone(), settings }
            }
        }
    };
}

method_wire! {
    /// cast_iron, clad, carbon_steel or non_stick.
    pan: String => |v| Value::Word(v.clone());
    /// Pan when the fish goes in, C.
    pan_c: f64 => |v| Value::Number(*v);
    /// Pan held at, C.
    hold_c: f64 => |v| Value::Number(*v);
    /// Share of the time on the first side.
    turn_share: f64 => |v| Value::Number(*v);
    /// home_gas, strong_gas, coil or induction.
    hob: String => |v| Value::Word(v.clone());
    /// Lifted off the plate, so that steam gets under.
    rack: bool => |v| Value::Flag(*v);
    /// Lid on.
    lid: bool => |v| Value::Flag(*v);
    /// Lid on for the last so many seconds.
    lid_last_s: f64 => |v| Value::Number(*v);
    /// Oven, C.
    oven_c: f64 => |v| Value::Number(*v);
    /// Fan on.
    fan: bool => |v| Value::Flag(*v);
    /// none, oil, butter, crust, flour or batter.
    coating: String => |v| Value::Word(v.clone());
    /// Thickness of the coating, mm.
    coating_mm: f64 => |v| Value::Number(*v);
    /// Poaching liquid, C.
    liquid_c: f64 => |v| Value::Number(*v);
    /// half or covered.
    depth: String => |v| Value::Word(v.clone());
    /// Frying oil, C.
    oil_c: f64 => |v| Value::Number(*v);
    /// Frying oil, l.
    oil_l: f64 => |v| Value::Number(*v);
    /// Fish in the oil at once, g.
    load_g: f64 => |v| Value::Number(*v);
    /// The fat in pan or fryer, by key.
    fat: String => |v| Value::Word(v.clone());
    /// How far the oil may drop, K.
    drop_k: f64 => |v| Value::Number(*v);
    /// How far the oven runs off its dial, K.
    oven_off_k: f64 => |v| Value::Number(*v);
    /// How long the door stands open, s.
    door_s: f64 => |v| Value::Number(*v);
    /// tray, dish, cast_iron or hot_iron.
    ware: String => |v| Value::Word(v.clone());
    /// Air among the steam, share of mass.
    air_share: f64 => |v| Value::Number(*v);
    /// Grate, C.
    grill_c: f64 => |v| Value::Number(*v);
}

/// A target: a level of the fish by key, or a band. Without either, the usual level.
#[derive(Debug, Clone, Default, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct TargetWire {
    /// Key of a level.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub level: Option<String>,
    /// Low end, C.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub low_c: Option<f64>,
    /// High end, C.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub high_c: Option<f64>,
}

impl TargetWire {
    /// As the core asks for it.
    ///
    /// # Errors
    /// When only one end of a band is given.
    pub fn asked(&self) -> Result<TargetAsked, InputError> {
        let missing = |field: &str| InputError::Missing {
            field: field.to_owned(),
        };
        match (&self.level, self.low_c, self.high_c) {
            (Some(level), None, None) => Ok(TargetAsked::Level(level.clone())),
            (None, Some(low), Some(high)) => Ok(TargetAsked::Band(low, high)),
            (None, None, None) => Ok(TargetAsked::Usual),
            (None, Some(_), None) => Err(missing("target.high_c")),
            (None, None, Some(_)) => Err(missing("target.low_c")),
            (Some(_), _, _) => Err(InputError::WrongKind {
                field: "target.level".into(),
                takes: "a level or a band, not both",
            }),
        }
    }
}
