//! One row a thing: what it is called and what it can do. `data/kit.toml` and `data/fats.toml` hold
//! those that ship; a kitchen's own come with the request.

use super::Allergen;
use super::floor::Floor;
use crate::quantity::checked;
use crate::{InputError, Within, Wrong};
use serde::{Deserialize, Serialize};

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
    /// How many it holds side by side: rings of a hob, shelves of an oven; one of everything else.
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

/// A thing that ships, of another size.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct Size {
    /// Key of the one that ships.
    pub like: String,
    /// Across the bottom of a pan, mm, 120 to 800.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub across_mm: Option<f64>,
    /// Or how long and how wide it is, mm, each 120 to 800.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub length_mm: Option<f64>,
    /// How wide.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub width_mm: Option<f64>,
    /// Liquid in a pot, l, 0.5 to 60.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub litres: Option<f64>,
    /// Power of a hob or fryer, W, 300 to 20000.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub power_w: Option<f64>,
    /// Rings of a hob or shelves of an oven, 1 to 12.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub places: Option<u32>,
}

impl Size {
    fn said(&self) -> Option<&'static str> {
        self.other_than(&[])
    }

    /// The first size that is said and is none of these.
    fn other_than(&self, takes: &[&str]) -> Option<&'static str> {
        let said = [
            ("across_mm", self.across_mm),
            ("length_mm", self.length_mm),
            ("width_mm", self.width_mm),
            ("power_w", self.power_w),
            ("litres", self.litres),
            ("places", self.places.map(f64::from)),
        ];
        let stray =
            |(name, size): &(&'static str, Option<f64>)| size.is_some() && !takes.contains(name);
        said.iter().find(|one| stray(one)).map(|(name, _)| *name)
    }

    fn only(&self, takes: &[&str]) -> Result<(), InputError> {
        match self.other_than(takes) {
            Some(field) => Err(InputError::new(field, NO_SUCH_SIZE)),
            None => Ok(()),
        }
    }
}

const NO_SUCH_SIZE: Wrong = Wrong::Order {
    message: "such a thing has no such size",
};
const ROUND_OR_NOT: Wrong = Wrong::Order {
    message: "either across, or length and width",
};
const ACROSS_MM: (f64, f64) = (120.0, 800.0);
const POWER_W: (f64, f64) = (300.0, 20e3);
const LITRES: (f64, f64) = (0.5, 60.0);
const PLACES: (f64, f64) = (1.0, 12.0);

/// Round or oblong, as a size says; none where it says neither.
fn floor_of(size: &Size) -> Result<Option<Floor>, InputError> {
    let (length, width) = match (size.length_mm, size.width_mm) {
        (None, None) => {
            let across = size
                .across_mm
                .map(|mm| checked("across_mm", mm, ACROSS_MM, "mm"));
            let round = |across_mm| Floor::Round { across_mm };
            return across.transpose().map(|mm| mm.map(round));
        }
        (Some(length), Some(width)) => (length, width),
        (length, _) => {
            let missing = if length.is_none() {
                "length_mm"
            } else {
                "width_mm"
            };
            return Err(InputError::missing(missing));
        }
    };
    if size.across_mm.is_some() {
        return Err(InputError::new("across_mm", ROUND_OR_NOT));
    }
    Ok(Some(Floor::Oblong {
        length_mm: checked("length_mm", length, ACROSS_MM, "mm")?,
        width_mm: checked("width_mm", width, ACROSS_MM, "mm")?,
    }))
}

/// Sizes that a floor has.
const SIDES: [&str; 3] = ["across_mm", "length_mm", "width_mm"];

fn size_and_sides(own: &[&'static str]) -> Vec<&'static str> {
    [&SIDES[..], own].concat()
}

/// Of a pan: how wide.
fn wider(pan: &Pan, size: &Size) -> Result<Pan, InputError> {
    let mut own = pan.clone();
    size.only(&SIDES)?;
    if let Some(floor) = floor_of(size)? {
        own.bottom_m2 = Figure::Bare(1e-6 * floor.area_mm2());
        own.floor = Some(floor);
        own.name = match floor {
            Floor::Round { across_mm } => format!("{}, {:.0} cm", pan.name, across_mm / 10.0),
            Floor::Oblong {
                length_mm,
                width_mm,
            } => format!(
                "{}, {:.0} x {:.0} cm",
                pan.name,
                length_mm / 10.0,
                width_mm / 10.0
            ),
        };
    }
    Ok(own)
}

fn pan_floor(pan: &Pan) -> Floor {
    Floor::of_area_m2(pan.bottom_m2.at())
}

fn power(size: &Size) -> Result<Option<f64>, InputError> {
    let said = size.power_w.map(|w| checked("power_w", w, POWER_W, "W"));
    said.transpose()
}

fn places(size: &Size) -> Result<Option<Figure>, InputError> {
    let said = size
        .places
        .map(|n| checked("places", f64::from(n), PLACES, "places").map(Figure::Bare));
    said.transpose()
}

/// Of a hob: how strong its rings are, in proportion, and how many.
fn stronger_hob(hob: &Hob, size: &Size) -> Result<Hob, InputError> {
    let mut own = hob.clone();
    size.only(&["power_w", "places"])?;
    if let Some(w) = power(size)? {
        // A stronger ring is a larger one: no bottom takes up more than this.
        let by_area = (hob.pan_w_m2.at() * w / hob.pot_w.at()).clamp(PAN_W_M2.0, PAN_W_M2.1);
        own.pan_w_m2 = Figure::Bare(by_area);
        own.pot_w = Figure::Bare(w);
    }
    own.rings = places(size)?.unwrap_or(own.rings);
    Ok(own)
}

fn higher_oven(oven: &Oven, size: &Size) -> Result<Oven, InputError> {
    let mut own = oven.clone();
    size.only(&size_and_sides(&["places"]))?;
    own.floor = floor_of(size)?.or(own.floor);
    own.shelves = places(size)?.unwrap_or(own.shelves);
    Ok(own)
}

/// Of a fryer: how strong, and how much oil goes in. What it loses goes with its surface.
fn other_fryer(fryer: &Fryer, size: &Size) -> Result<Fryer, InputError> {
    let mut own = fryer.clone();
    size.only(&size_and_sides(&["power_w", "litres"]))?;
    own.floor = floor_of(size)?.or(own.floor);
    if let Some(w) = power(size)? {
        own.power_w = Figure::Bare(w);
    }
    if let Some(litres) = litres(size)? {
        own.loss_w_k = surface(fryer.loss_w_k, litres / fryer.oil_l.at());
        own.oil_l = Figure::Bare(litres.min(OIL_L.1));
    }
    Ok(own)
}

fn litres(size: &Size) -> Result<Option<f64>, InputError> {
    let said = size.litres.map(|l| checked("litres", l, LITRES, "l"));
    said.transpose()
}

/// What is lost through a surface that grows with the power of two thirds of what is in it.
fn surface(loss_w_k: Figure, by: f64) -> Figure {
    Figure::Bare((loss_w_k.at() * by.powf(2.0 / 3.0)).clamp(LOSS_W_K.0, LOSS_W_K.1))
}

/// Of a pot: how much goes in.
fn larger_pot(pot: &Pot, size: &Size) -> Result<Pot, InputError> {
    let mut own = pot.clone();
    size.only(&size_and_sides(&["litres"]))?;
    own.floor = floor_of(size)?.or(own.floor);
    if let Some(litres) = litres(size)? {
        let by = litres / pot.liquid_l.at();
        own.loss_w_k = surface(pot.loss_w_k, by);
        // Of the same shape, unless its sides are said.
        own.deep_mm = Figure::Bare((pot.deep_mm.at() * by.cbrt()).clamp(DEEP_MM.0, DEEP_MM.1));
        if size.across_mm.or(size.length_mm).is_none() {
            own.floor = pot.floor().map(|floor| floor.times(by.cbrt()));
        }
        own.liquid_l = Figure::Bare(litres);
        own.name = format!("{}, {litres:.0} l", pot.name);
    }
    Ok(own)
}

fn told_pan(pan: &Pan) -> Told {
    Told {
        floor: pan.floor(),
        ..Told::default()
    }
}

fn told_hob(hob: &Hob) -> Told {
    Told {
        power_w: Some(hob.pot_w.at()),
        places: Some(hob.rings.at() as u32),
        ..Told::default()
    }
}

fn told_oven(oven: &Oven) -> Told {
    Told {
        floor: oven.floor(),
        places: Some(oven.shelves.at() as u32),
        ..Told::default()
    }
}

fn told_fryer(fryer: &Fryer) -> Told {
    Told {
        floor: fryer.floor(),
        power_w: Some(fryer.power_w.at()),
        litres: Some(fryer.oil_l.at()),
        ..Told::default()
    }
}

fn told_pot(pot: &Pot) -> Told {
    Told {
        floor: pot.floor(),
        litres: Some(pot.liquid_l.at()),
        ..Told::default()
    }
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
