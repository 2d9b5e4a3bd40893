//! How a cook came out, in the cook's words.

use serde::{Deserialize, Serialize};

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
