//! Who is signed in, and who may be.

use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

/// What one who comes in may do.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum RoleWire {
    /// Everything but what is the owner's: kit, passcodes, devices, copies.
    Cook,
    /// Everything.
    Owner,
}

/// How the asker stands.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub struct SessionTold {
    /// Whether this kitchen asks for a passcode.
    pub asks: bool,
    /// As whom the asker is in; nobody where they have to sign in first.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub role: Option<RoleWire>,
    /// What the asker's device is called.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub device: Option<String>,
    /// Cooks have a passcode of their own. Said to who is in.
    pub cooks: bool,
    /// Other machines reach it. Said to who is in.
    pub beyond: bool,
    /// Which page this server ships: another word than before is another build.
    pub page: String,
}

/// A passcode, to sign in with.
#[derive(Debug, Clone, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
#[schema(example = json!({ "passcode": "herring 4 two", "device": "tablet at the pass" }))]
pub struct SignIn {
    /// The cooks' or the owner's.
    #[schema(max_length = 128)]
    pub passcode: String,
    /// What to call this device in the owner's list; up to 60 characters.
    #[serde(default)]
    #[schema(max_length = 60)]
    pub device: String,
}

/// A passcode to be set.
#[derive(Debug, Clone, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct PasscodeSet {
    /// Whose.
    pub role: RoleWire,
    /// The new one, 8 to 128 characters; none takes that of the cooks away.
    #[serde(default)]
    #[schema(min_length = 8, max_length = 128)]
    pub passcode: Option<String>,
    /// The owner's as it is now; empty while there is none.
    #[serde(default)]
    #[schema(max_length = 128)]
    pub now: String,
    /// What to call this device in the owner's list; up to 60 characters.
    #[serde(default)]
    #[schema(max_length = 60)]
    pub device: String,
}

/// A device that is signed in.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub struct DeviceTold {
    /// Its name to programs.
    pub id: String,
    /// What it is called.
    pub device: String,
    /// As whom.
    pub role: RoleWire,
    /// When it signed in, RFC 3339.
    pub begun_at: String,
    /// When it last asked, RFC 3339; to ten minutes.
    pub seen_at: String,
    /// It is the asker's own.
    pub own: bool,
}

/// The devices that are signed in.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub struct DeviceList {
    /// The one last seen first.
    pub devices: Vec<DeviceTold>,
}
