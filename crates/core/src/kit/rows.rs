//! One row a thing: what it is called and what it can do. `data/kit.toml` and `data/fats.toml` hold
//! those that ship; a kitchen's own come with the request.

mod sizes;

pub use sizes::Size;

use super::Allergen;
use super::floor::Floor;
use crate::quantity::checked;
use crate::{InputError, Within, Wrong};
use serde::{Deserialize, Serialize};
use sizes::{
    NO_SUCH_SIZE, PLACES, SIDES, floor_of, higher_oven, larger_pot, other_fryer, pan_floor,
    stronger_hob, told_fryer, told_hob, told_oven, told_pan, told_pot, wider,
};

/// A figure with the range it comes from.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[serde(untagged)]
pub enum Figure {
    /// A bare number, as a kitchen writes down its own.
    Bare(f64),
    /// The value used, and the range that is published or met.
    Ranged {
        /// What is used.
        at: f64,
        /// Low and high.
        range: [f64; 2],
    },
}

impl Figure {
    /// What is used.
    pub fn at(self) -> f64 {
        match self {
            Self::Bare(at) | Self::Ranged { at, .. } => at,
        }
    }

    /// The most that is met: a bare number is its own.
    pub fn most(self) -> f64 {
        match self {
            Self::Bare(at) => at,
            Self::Ranged { range, .. } => range[1],
        }
    }

    fn check(self, field: &str, limits: (f64, f64), unit: &'static str) -> Result<(), InputError> {
        checked(field, self.at(), limits, unit)?;
        if let Self::Ranged {
            at,
            range: [low, high],
        } = self
        {
            checked(field, low, (limits.0, at), unit)?;
            checked(field, high, (at, limits.1), unit)?;
        }
        Ok(())
    }
}

/// Something that stands on a shelf of the kit.
pub trait Row: Clone + std::fmt::Debug + Send + Sync + 'static {
    /// Name on the wire.
    fn key(&self) -> &str;
    /// In words.
    fn name(&self) -> &str;
    /// Holds the figures to what such a thing can have.
    ///
    /// # Errors
    /// [`InputError`] (out of range) naming the figure.
    fn check(&self) -> Result<(), InputError>;
    /// The same thing of another size.
    ///
    /// # Errors
    /// [`InputError`] naming a size that such a thing does not have, or out of range.
    fn sized(&self, size: &Size) -> Result<Self, InputError> {
        match size.said() {
            Some(field) => Err(InputError::new(field, NO_SUCH_SIZE)),
            None => Ok(self.clone()),
        }
    }
    /// The same under a name of its own.
    fn named(&self, key: &str, name: &str) -> Self;
    /// What such a thing is told by.
    fn told(&self) -> Told {
        Told::default()
    }
    /// How many it holds side by side: rings of a hob, shelves of an oven, trays of a kind; one of everything else.
    fn places(&self) -> usize {
        1
    }
    /// What fish lies on in it, where any does.
    fn floor(&self) -> Option<Floor> {
        None
    }
}

/// What a thing is told by, each where it is.
#[derive(Debug, Clone, Copy, PartialEq, Default)]
pub struct Told {
    /// What fish lies on in it.
    pub floor: Option<Floor>,
    /// Its power, W.
    pub power_w: Option<f64>,
    /// What goes into it, l.
    pub litres: Option<f64>,
    /// Rings of a hob or shelves of an oven.
    pub places: Option<u32>,
}

macro_rules! rows {
    ($($(#[$doc:meta])* $name:ident {
        $($fdoc:literal $figure:ident : ($low:expr, $high:expr, $unit:literal);)*
        $(or $odoc:literal $other:ident : ($olow:expr, $ohigh:expr, $ounit:literal) = $usual:literal;)*
        $(flag $flag_doc:literal $flag:ident;)*
        $(lies $fish:ident on $floor:path;)?
        $(sized by $sized:ident told by $told:ident;)?
    })*) => {$(
        $(#[$doc])*
        #[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
        #[serde(deny_unknown_fields)]
        pub struct $name {
            /// Name on the wire.
            pub key: String,
            /// In words.
            pub name: String,
            $(#[doc = $fdoc] pub $figure: Figure,)*
            $(#[doc = $odoc] #[serde(default = $usual)] pub $other: Figure,)*
            $(#[doc = $flag_doc] #[serde(default)] pub $flag: bool,)*
            $(#[doc = concat!("What ", stringify!($fish), " lies on in it; the usual when not said.")]
            #[serde(default, skip_serializing_if = "Option::is_none")]
            pub floor: Option<Floor>,)?
            /// Where the figures are from.
            #[serde(default)]
            pub source: String,
        }

        impl Row for $name {
            fn key(&self) -> &str {
                &self.key
            }
            fn name(&self) -> &str {
                &self.name
            }
            fn named(&self, key: &str, name: &str) -> Self {
                Self {
                    key: key.to_owned(),
                    name: name.to_owned(),
                    ..self.clone()
                }
            }
            fn check(&self) -> Result<(), InputError> {
                check_names(&self.key, &self.name)?;
                $(self.$figure.check(stringify!($figure), ($low, $high), $unit)?;)*
                $(self.$other.check(stringify!($other), ($olow, $ohigh), $ounit)?;)*
                self.floor().map_or(Ok(()), Floor::check).within("floor")
            }
            $(fn floor(&self) -> Option<Floor> {
                let usual: fn(&$name) -> Floor = $floor;
                Some(self.floor.unwrap_or_else(|| usual(self)))
            })?
            $(fn sized(&self, size: &Size) -> Result<Self, InputError> {
                $sized(self, size)
            }
            fn told(&self) -> Told {
                $told(self)
            }
            fn places(&self) -> usize {
                $told(self).places.map_or(1, |n| n as usize)
            })?
        }
    )*};
}

/// How things heat up when a kitchen's own row does not say. common practice, no source.
const fn heats_k_s() -> Figure {
    Figure::Bare(0.25)
}
const fn conducts_w_k() -> Figure {
    Figure::Bare(0.3)
}
const fn grill_ready_s() -> Figure {
    Figure::Bare(1800.0)
}
const fn soon_s() -> Figure {
    Figure::Bare(300.0)
}
const fn boils_s() -> Figure {
    Figure::Bare(480.0)
}
/// Oil, rings and shelves of a row that does not say. common practice, no source.
const fn oil_l() -> Figure {
    Figure::Bare(3.0)
}
const fn rings() -> Figure {
    Figure::Bare(4.0)
}
const fn shelves() -> Figure {
    Figure::Bare(2.0)
}

/// What fish lies on in a row that does not say. common practice, no source.
const fn oblong(length_mm: f64, width_mm: f64) -> Floor {
    Floor::Oblong {
        length_mm,
        width_mm,
    }
}
const fn round(across_mm: f64) -> Floor {
    Floor::Round { across_mm }
}
const fn oven_floor(_: &Oven) -> Floor {
    oblong(430.0, 340.0)
}
const fn fryer_floor(_: &Fryer) -> Floor {
    oblong(220.0, 180.0)
}
const fn pot_floor(_: &Pot) -> Floor {
    round(260.0)
}
const fn grate_floor(_: &Grate) -> Floor {
    oblong(550.0, 400.0)
}
const fn ridges_floor(_: &Ridged) -> Floor {
    oblong(260.0, 260.0)
}
const fn broiler_floor(_: &Broiler) -> Floor {
    oblong(400.0, 300.0)
}
const fn steamer_floor(_: &Steamer) -> Floor {
    round(260.0)
}
const fn basket_floor(_: &Basket) -> Floor {
    oblong(340.0, 240.0)
}
const fn deep_mm() -> Figure {
    Figure::Bare(120.0)
}

macro_rules! larger {
    ($($row:ident: $sized:ident, $told:ident;)*) => {$(
        fn $sized(row: &$row, size: &Size) -> Result<$row, InputError> {
            size.only(&SIDES)?;
            let floor = floor_of(size)?.or(row.floor);
            Ok($row { floor, ..row.clone() })
        }

        fn $told(row: &$row) -> Told {
            Told {
                floor: row.floor(),
                ..Told::default()
            }
        }
    )*};
}
larger! {
    Grate: other_grate, told_grate;
    Ridged: other_ridges, told_ridges;
    Broiler: other_broiler, told_broiler;
    Steamer: other_steamer, told_steamer;
    Basket: other_basket, told_basket;
    Ware: other_ware, told_ware;
}

/// Limits that sizes are held to as well as rows.
const PAN_W_M2: (f64, f64) = (2e3, 120e3);
const LOSS_W_K: (f64, f64) = (0.5, 60.0);
const OIL_L: (f64, f64) = (0.5, 30.0);
const DEEP_MM: (f64, f64) = (30.0, 600.0);

/// Longest key and name, letters.
const LONGEST: f64 = 40.0;

fn check_names(key: &str, name: &str) -> Result<(), InputError> {
    for (field, text) in [("key", key), ("name", name)] {
        let letters = text.trim().chars().count() as f64;
        checked(field, letters, (1.0, LONGEST), "letters")?;
    }
    Ok(())
}

rows! {
    /// A frying pan.
    Pan {
        "Heat capacity by area, J/(m2 K)." capacity_j_m2k: (2e3, 60e3, "J/m2K");
        "Bottom that fish can lie on, m2." bottom_m2: (0.01, 1.0, "m2");
        "Loss to the room, W/(m2 K)." loss_w_m2k: (5.0, 100.0, "W/m2K");
        or "Conductivity of its bottom times its thickness, W/K." conducts_w_k: (0.01, 10.0, "W/K") = "conducts_w_k";
        flag "Has a coating that fierce heat spoils." coated;
        lies fish on pan_floor;
        sized by wider told by told_pan;
    }
    /// A hob.
    Hob {
        "Most heat into the bottom of a pan by area, W/m2." pan_w_m2: (PAN_W_M2.0, PAN_W_M2.1, "W/m2");
        "Most heat into a pot, W." pot_w: (200.0, 20e3, "W");
        or "Rings side by side." rings: (PLACES.0, PLACES.1, "rings") = "rings";
        sized by stronger_hob told by told_hob;
    }
    /// An oven.
    Oven {
        "Convection with the fan off, W/(m2 K)." still_w_m2k: (3.0, 40.0, "W/m2K");
        "And on." fan_w_m2k: (5.0, 150.0, "W/m2K");
        "Through a thin tray with the fan off, W/(m2 K)." tray_still_w_m2k: (5.0, 100.0, "W/m2K");
        "And on." tray_fan_w_m2k: (5.0, 200.0, "W/m2K");
        "Pressure of the vapour in its air, Pa." vapour_pa: (0.0, 50e3, "Pa");
        or "How fast it heats, K/s." heats_k_s: (0.02, 3.0, "K/s") = "heats_k_s";
        or "Shelves one above the other." shelves: (PLACES.0, PLACES.1, "shelves") = "shelves";
        lies fish on oven_floor;
        sized by higher_oven told by told_oven;
    }
    /// A fryer.
    Fryer {
        "Power, W." power_w: (300.0, 40e3, "W");
        "Loss to the room, W/K." loss_w_k: (LOSS_W_K.0, LOSS_W_K.1, "W/K");
        or "Oil that goes in, l." oil_l: (OIL_L.0, OIL_L.1, "l") = "oil_l";
        flag "It stands on a ring of the hob." on_hob;
        lies fish on fryer_floor;
        sized by other_fryer told by told_fryer;
    }
    /// A pot or pan for liquid.
    Pot {
        "Liquid in it, l." liquid_l: (0.1, 60.0, "l");
        "Loss to the room, W/K." loss_w_k: (LOSS_W_K.0, LOSS_W_K.1, "W/K");
        or "How deep it is inside, mm." deep_mm: (DEEP_MM.0, DEEP_MM.1, "mm") = "deep_mm";
        lies fish on pot_floor;
        sized by larger_pot told by told_pot;
    }
    /// A grate over a bed.
    Grate {
        "Share of the face that lies on bars." bars_share: (0.0, 0.9, "");
        "How much hotter the bed is than the bars, K." bed_above_k: (0.0, 600.0, "K");
        "Hot gas, W/(m2 K)." gas_w_m2k: (2.0, 80.0, "W/m2K");
        "Pressure of the vapour in it, Pa." vapour_pa: (0.0, 50e3, "Pa");
        or "From lighting it to a hot grate, s." ready_s: (30.0, 7200.0, "s") = "grill_ready_s";
        lies fish on grate_floor;
        sized by other_grate told by told_grate;
    }
    /// A ridged pan.
    Ridged {
        "Share of the face that lies on ridges." bars_share: (0.05, 0.95, "");
        or "Until it is hot, s." ready_s: (30.0, 1800.0, "s") = "soon_s";
        lies fish on ridges_floor;
        sized by other_ridges told by told_ridges;
    }
    /// A broiler.
    Broiler {
        "What its glow comes to above half the temperature of the oven, C." glow_c: (50.0, 700.0, "C");
        "Convection below it, W/(m2 K)." gas_w_m2k: (3.0, 60.0, "W/m2K");
        "Temperature of the tray over that of the oven, C by C." tray_share: (0.0, 1.0, "");
        or "Until it glows, s." ready_s: (30.0, 1800.0, "s") = "soon_s";
        lies fish on broiler_floor;
        sized by other_broiler told by told_broiler;
    }
    /// A steamer.
    Steamer {
        "Condensing without air, W/(m2 K)." pure_w_m2k: (50.0, 20e3, "W/m2K");
        or "Until the water boils, s." ready_s: (30.0, 3600.0, "s") = "boils_s";
        lies fish on steamer_floor;
        sized by other_steamer told by told_steamer;
    }
    /// A hinged basket that holds fish over a fire.
    Basket {
        lies fish on basket_floor;
        sized by other_basket told by told_basket;
    }
    /// What a whole fish stands on.
    Stand {
    }
    /// What a fillet is pressed flat with.
    Press {
        "Contact of the skin on the pan so pressed, W/(m2 K)." contact_w_m2k: (50.0, 2000.0, "W/m2K");
        flag "It presses by itself: no hand stays on it." by_itself;
    }
}

/// What fish lies on in an oven.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct Ware {
    /// Name on the wire.
    pub key: String,
    /// In words.
    pub name: String,
    /// Heat capacity by area, J/(m2 K); none for a thin tray, which follows the oven.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub capacity_j_m2k: Option<Figure>,
    /// Share of its bottom that fish covers; a half when not said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub cover_share: Option<Figure>,
    /// Heated with the oven.
    #[serde(default)]
    pub starts_hot: bool,
    /// What fish lies on in it; the tray of the oven when not said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub floor: Option<Floor>,
    /// Where the figures are from.
    #[serde(default)]
    pub source: String,
}

impl Row for Ware {
    fn key(&self) -> &str {
        &self.key
    }
    fn name(&self) -> &str {
        &self.name
    }
    fn named(&self, key: &str, name: &str) -> Self {
        Self {
            key: key.to_owned(),
            name: name.to_owned(),
            ..self.clone()
        }
    }
    fn check(&self) -> Result<(), InputError> {
        check_names(&self.key, &self.name)?;
        if let Some(capacity) = self.capacity_j_m2k {
            capacity.check("capacity_j_m2k", (2e3, 60e3), "J/m2K")?;
        }
        if let Some(cover) = self.cover_share {
            cover.check("cover_share", (0.05, 1.0), "")?;
        }
        self.floor.map_or(Ok(()), Floor::check).within("floor")
    }
    fn sized(&self, size: &Size) -> Result<Self, InputError> {
        other_ware(self, size)
    }
    fn told(&self) -> Told {
        told_ware(self)
    }
    /// A tray for each shelf and one that waits (common practice, no source).
    fn places(&self) -> usize {
        4
    }
    fn floor(&self) -> Option<Floor> {
        self.floor
    }
}

/// A fat.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct Fat {
    /// Name on the wire.
    pub key: String,
    /// In words.
    pub name: String,
    /// Low and high end of its smoke point, C.
    pub smoke_c: [f64; 2],
    /// What it brings to the plate that some must avoid.
    #[serde(default)]
    pub allergens: Vec<Allergen>,
    /// Where that is from.
    #[serde(default)]
    pub source: String,
}

impl Row for Fat {
    fn key(&self) -> &str {
        &self.key
    }
    fn name(&self) -> &str {
        &self.name
    }
    fn named(&self, key: &str, name: &str) -> Self {
        Self {
            key: key.to_owned(),
            name: name.to_owned(),
            ..self.clone()
        }
    }
    fn check(&self) -> Result<(), InputError> {
        check_names(&self.key, &self.name)?;
        let [low, high] = self.smoke_c;
        checked("smoke_c", low, (80.0, high), "C")?;
        checked("smoke_c", high, (low, 320.0), "C").map(drop)
    }
}

/// Checks each row of a list and that no key stands twice.
pub(super) fn check_list<R: Row>(list: &str, rows: &[std::sync::Arc<R>]) -> Result<(), InputError> {
    for (i, row) in rows.iter().enumerate() {
        row.check().at(list, i)?;
        if rows[..i].iter().any(|other| other.key() == row.key()) {
            return Err(InputError::new(
                "key",
                Wrong::Order {
                    message: "this key stands twice",
                },
            ))
            .at(list, i);
        }
    }
    Ok(())
}
