//! Things of another size than those that ship: what grows with it and what does not.

use super::*;

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
    pub(super) fn said(&self) -> Option<&'static str> {
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

    pub(super) fn only(&self, takes: &[&str]) -> Result<(), InputError> {
        match self.other_than(takes) {
            Some(field) => Err(InputError::new(field, NO_SUCH_SIZE)),
            None => Ok(()),
        }
    }
}

pub(super) const NO_SUCH_SIZE: Wrong = Wrong::Order {
    message: "such a thing has no such size",
};
const ROUND_OR_NOT: Wrong = Wrong::Order {
    message: "either across, or length and width",
};
const ACROSS_MM: (f64, f64) = (120.0, 800.0);
const POWER_W: (f64, f64) = (300.0, 20e3);
const LITRES: (f64, f64) = (0.5, 60.0);
pub(super) const PLACES: (f64, f64) = (1.0, 12.0);

/// Round or oblong, as a size says; none where it says neither.
pub(super) fn floor_of(size: &Size) -> Result<Option<Floor>, InputError> {
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
pub(super) const SIDES: [&str; 3] = ["across_mm", "length_mm", "width_mm"];

fn size_and_sides(own: &[&'static str]) -> Vec<&'static str> {
    [&SIDES[..], own].concat()
}

/// Of a pan: how wide.
pub(super) fn wider(pan: &Pan, size: &Size) -> Result<Pan, InputError> {
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

pub(super) fn pan_floor(pan: &Pan) -> Floor {
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
pub(super) fn stronger_hob(hob: &Hob, size: &Size) -> Result<Hob, InputError> {
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

pub(super) fn higher_oven(oven: &Oven, size: &Size) -> Result<Oven, InputError> {
    let mut own = oven.clone();
    size.only(&size_and_sides(&["places"]))?;
    own.floor = floor_of(size)?.or(own.floor);
    own.shelves = places(size)?.unwrap_or(own.shelves);
    Ok(own)
}

/// Of a fryer: how strong, and how much oil goes in. What it loses goes with its surface.
pub(super) fn other_fryer(fryer: &Fryer, size: &Size) -> Result<Fryer, InputError> {
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
pub(super) fn larger_pot(pot: &Pot, size: &Size) -> Result<Pot, InputError> {
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

pub(super) fn told_pan(pan: &Pan) -> Told {
    Told {
        floor: pan.floor(),
        ..Told::default()
    }
}

pub(super) fn told_hob(hob: &Hob) -> Told {
    Told {
        power_w: Some(hob.pot_w.at()),
        places: Some(hob.rings.at() as u32),
        ..Told::default()
    }
}

pub(super) fn told_oven(oven: &Oven) -> Told {
    Told {
        floor: oven.floor(),
        places: Some(oven.shelves.at() as u32),
        ..Told::default()
    }
}

pub(super) fn told_fryer(fryer: &Fryer) -> Told {
    Told {
        floor: fryer.floor(),
        power_w: Some(fryer.power_w.at()),
        litres: Some(fryer.oil_l.at()),
        ..Told::default()
    }
}

pub(super) fn told_pot(pot: &Pot) -> Told {
    Told {
        floor: pot.floor(),
        litres: Some(pot.liquid_l.at()),
        ..Told::default()
    }
}
