//! The piece in hand.

use super::cut::Cut;
use super::freezing::Freezing;
use super::freshness::Looks;
use super::hazard::notices;
use super::keeping::{Keeping, Since, Span};
use super::known::{Cavity, Guests, Heated, Known, figure_c};
use super::rules::Notice;
use super::species::{Origin, SkinEats, Species};
use super::usual::usual_level;
use super::whole::{WIDTHS_MM, proposed_width_mm};
use crate::heat::Shape;
use crate::matter::{Composition, FREEZE_C, Material};
use crate::quantity::{Celsius, Mass, Thickness, checked};
use crate::target::{Aim, FOOD_SAFETY, Family, Goal, TargetAsked};
use crate::{InputError, Within, Wrong};
use serde::{Deserialize, Serialize};
use std::sync::Arc;

/// Skin on the low side, or not.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
#[cfg_attr(
    feature = "schema",
    derive(utoipa::ToSchema),
    schema(rename_all = "snake_case")
)]
pub enum Skin {
    /// Skin on one side, drawn at the bottom.
    On,
    /// No skin.
    Off,
}

/// Fresh, thawed or frozen.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
#[cfg_attr(
    feature = "schema",
    derive(utoipa::ToSchema),
    schema(rename_all = "snake_case")
)]
pub enum State {
    /// Never frozen.
    Fresh,
    /// Was frozen.
    Thawed,
    /// Is frozen.
    Frozen,
}

impl State {
    /// Names on the wire.
    pub const ALL: [(State, &'static str); 3] = [
        (State::Fresh, "fresh"),
        (State::Thawed, "thawed"),
        (State::Frozen, "frozen"),
    ];
}

/// How the thickness is known.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(
    feature = "schema",
    derive(utoipa::ToSchema),
    schema(rename_all = "snake_case")
)]
pub enum Measured {
    /// Judged by eye.
    #[default]
    Eye,
    /// With a ruler at the thickest point.
    Ruler,
}

impl Measured {
    /// Names on the wire.
    pub const ALL: [(Self, &'static str); 2] = [(Self::Eye, "eye"), (Self::Ruler, "ruler")];
}

/// What a piece rests on and is eaten off.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum RestOn {
    /// A plate too hot to hold.
    HotPlate,
    /// A plate out of a warm place.
    #[default]
    WarmPlate,
    /// A plate off the shelf.
    ColdPlate,
    /// A wooden board.
    Board,
    /// A rack, air all round.
    Rack,
}

/// A piece as asked for, unchecked.
#[derive(Debug, Clone, PartialEq, Default)]
pub struct PieceAsked {
    /// Key of the fish.
    pub fish: Option<String>,
    /// Water, protein, fat and ash in place of a fish.
    pub composition: Option<[f64; 4]>,
    /// Cut; fillet when not said.
    pub cut: Option<String>,
    /// Thick part, mm.
    pub thickness_mm: Option<f64>,
    /// Thin end, mm.
    pub thin_end_mm: Option<f64>,
    /// Long axis of the section of a whole fish, mm; by its body when not said.
    pub height_mm: Option<f64>,
    /// Mass of one piece, g; 170 when not said.
    pub mass_g: Option<f64>,
    /// How many are cooked together; 1 when not said.
    pub pieces: Option<u32>,
    /// "on" or "off"; on when not said and the fish has a skin to eat.
    pub skin: Option<String>,
    /// Temperature at the start, C; 8 when not said, -18 when it is frozen.
    pub start_c: Option<f64>,
    /// Width of a portion, mm; 60 when not said, or as wide as a side of that weight.
    pub width_mm: Option<f64>,
    /// A fish of the kitchen's own, in place of a key.
    pub own: Option<Species>,
    /// fresh, thawed or frozen; by the temperature when not said.
    pub state: Option<String>,
    /// The bone is in.
    pub bone: bool,
    /// The scales are on.
    pub scales: bool,
    /// Scored.
    pub scored: bool,
    /// The skin is not eaten on the fish: lifted off at the table, or, where it is off already, crisped apart.
    pub skin_apart: bool,
    /// "ruler" or "eye"; eye when not said.
    pub measured: Option<String>,
    /// Wild or farmed.
    pub origin: Origin,
    /// How it was kept, a span after another.
    pub keeping: Vec<Span>,
    /// Since when.
    pub since: Since,
    /// It lies in a vacuum pack.
    pub vacuum: bool,
    /// How it was frozen, if it was.
    pub freezing: Option<Freezing>,
    /// What is in its belly.
    pub cavity: Cavity,
    /// What was seen of it.
    pub looks: Option<Looks>,
    /// What it rests on.
    pub rest_on: RestOn,
    /// Water on each bare face when it meets the heat, g/m2; below 0: it has dried; 0 when not said.
    pub damp_g_m2: Option<f64>,
}

/// A checked piece.
#[derive(Debug, Clone, PartialEq)]
pub struct Piece {
    /// The fish, unless a composition was given.
    pub species: Option<Arc<Species>>,
    /// What the flesh is made of.
    pub composition: Composition,
    /// Cut.
    pub cut: Cut,
    /// Thick part.
    pub thickness: Thickness,
    /// Thin end, if the piece tapers.
    pub thin_end: Option<Thickness>,
    /// Mass of one piece.
    pub mass: Mass,
    /// How many are cooked together.
    pub pieces: u32,
    /// Skin.
    pub skin: Skin,
    /// Temperature at the start.
    pub start: Celsius,
    /// Width across the piece, mm.
    pub width_mm: f64,
    /// Long axis of the section of a whole fish, mm, if it was said.
    pub height_mm: Option<f64>,
    /// Fresh, thawed or frozen.
    pub state: State,
    /// The bone is in.
    pub bone: bool,
    /// The scales are on.
    pub scales: bool,
    /// Scored.
    pub scored: bool,
    /// The skin is lifted off at the table, or, where it is off already, crisped apart.
    pub skin_apart: bool,
    /// How its thickness is known.
    pub measured: Measured,
    /// Wild or farmed.
    pub origin: Origin,
    /// How it was kept.
    pub keeping: Keeping,
    /// Since when.
    pub since: Since,
    /// It lies in a vacuum pack.
    pub vacuum: bool,
    /// How it was frozen, if it was.
    pub freezing: Option<Freezing>,
    /// What is in its belly.
    pub cavity: Cavity,
    /// What was seen of it.
    pub looks: Option<Looks>,
    /// What it rests on.
    pub rest_on: RestOn,
    /// Water on each bare face when it meets the heat, g/m2; below 0: it has dried.
    pub damp_g_m2: f64,
    /// What other pieces cover in the same pan, m2.
    pub beside_m2: f64,
}

/// A belly with herbs in it is so much rounder. Judgement.
const FULLER: f64 = 1.06;

/// Portion of fillet a person, g. common practice, no source (6 oz).
const PORTION_G: f64 = 170.0;
/// A fish of the length of a finger, g. common practice, no source.
const FINGER_G: f64 = 15.0;
/// Straight from the fridge, C. common practice, no source.
const FRIDGE_C: f64 = 8.0;
/// Out of a freezer, C. common practice, no source.
const FREEZER_C: f64 = -18.0;
/// From hard frozen to a warm kitchen, C. Below -1 it starts frozen.
const START_RANGE_C: (f64, f64) = (-35.0, 35.0);

/// From dried in a fridge for two days to dripping, g/m2 of a face.
const DAMP_G_M2: (f64, f64) = (-300.0, 300.0);

/// How high a section of a whole fish is over its thickness when nothing is known of it, and at most.
const USUAL_SLENDER: f64 = 1.7;
const HIGHEST: f64 = 12.0;

impl Piece {
    /// Checks a piece.
    ///
    /// # Errors
    /// [`InputError`] naming the first field that is wrong.
    pub fn new(asked: &PieceAsked) -> Result<Self, InputError> {
        let species = match (&asked.own, asked.fish.as_deref()) {
            (Some(own), _) => {
                own.check().within("own_fish")?;
                Some(Arc::new(own.clone()))
            }
            (None, Some(key)) => Some(Species::find(key)?),
            (None, None) => None,
        };
        let composition = match (asked.composition, &species) {
            (Some([water, protein, fat, ash]), _) => {
                Composition::new(water, protein, fat, ash).within("composition")?
            }
            (None, Some(species)) => species.composition()?,
            (None, None) => {
                return Err(InputError::missing("fish"));
            }
        };
        let cut = Cut::find(asked.cut.as_deref().unwrap_or("fillet"))?;
        let Some(thickness_mm) = asked.thickness_mm else {
            return Err(InputError::missing("thickness_mm"));
        };
        let thickness = Thickness::new("thickness_mm", thickness_mm)?;
        let thin_end = asked
            .thin_end_mm
            .map(|mm| Thickness::new("thin_end_mm", mm))
            .transpose()?;
        if let Some(thin) = thin_end.filter(|thin| *thin > thickness) {
            return Err(InputError::new(
                "thin_end_mm",
                Wrong::ThinEndThicker {
                    thin_mm: thin.value(),
                    thick_mm: thickness.value(),
                },
            ));
        }
        let pieces = asked.pieces.unwrap_or(1);
        checked("pieces", f64::from(pieces), (1.0, 200.0), "pieces")?;
        let skin = match asked.skin.as_deref() {
            Some("on") => Skin::On,
            Some("off") => Skin::Off,
            Some(other) => {
                return Err(InputError::unknown("skin", other, ["on", "off"]));
            }
            None if species
                .as_ref()
                .is_some_and(|s| s.skin == SkinEats::NotEaten) =>
            {
                Skin::Off
            }
            None => Skin::On,
        };
        let said = match asked.state.as_deref() {
            None => None,
            Some(key) => {
                let found = State::ALL.iter().find(|(_, name)| *name == key);
                let (state, _) = found.ok_or_else(|| {
                    InputError::unknown("state", key, State::ALL.map(|(_, name)| name))
                })?;
                Some(*state)
            }
        };
        let usual_c = if said == Some(State::Frozen) {
            FREEZER_C
        } else {
            FRIDGE_C
        };
        let start_c = asked.start_c.unwrap_or(usual_c);
        checked("start_c", start_c, START_RANGE_C, "C")?;
        let hard = start_c < FREEZE_C;
        let state = match said {
            None if hard => State::Frozen,
            None => State::Fresh,
            Some(State::Frozen) if !hard => {
                return Err(InputError::new(
                    "start_c",
                    Wrong::Order {
                        message: "frozen fish is colder than it freezes; if it has thawed, say so",
                    },
                ));
            }
            Some(State::Fresh | State::Thawed) if hard => {
                return Err(InputError::new(
                    "start_c",
                    Wrong::Order {
                        message: "at this temperature it is frozen; say so, or thaw it first",
                    },
                ));
            }
            Some(state) => state,
        };
        let measured = match asked.measured.as_deref() {
            None => Measured::Eye,
            Some(key) => {
                let found = Measured::ALL.iter().find(|(_, name)| *name == key);
                let (measured, _) = found.ok_or_else(|| {
                    InputError::unknown("measured", key, Measured::ALL.map(|(_, name)| name))
                })?;
                *measured
            }
        };
        let keeping = Keeping::new(&asked.keeping).within("keeping")?;
        if let Some(freezing) = &asked.freezing {
            freezing.check().within("freezing")?;
        }
        if let Some(looks) = &asked.looks {
            looks.check().within("looks")?;
        }
        let usual_g = if cut == Cut::SmallWhole {
            FINGER_G
        } else {
            PORTION_G
        };
        let round = species.as_ref().is_some_and(|s| s.is_round_tail(cut));
        let mass = Mass::new("mass_g", asked.mass_g.unwrap_or(usual_g))?;
        let usual_mm = if round {
            thickness.value()
        } else {
            let thin = thin_end.unwrap_or(thickness);
            let mean_mm = f64::midpoint(thickness.value(), thin.value());
            proposed_width_mm(mass.value(), mean_mm)
        };
        Ok(Self {
            species,
            composition,
            cut,
            thickness,
            thin_end,
            beside_m2: 0.0,
            mass,
            pieces,
            skin,
            start: Celsius::new("start_c", start_c)?,
            width_mm: checked(
                "width_mm",
                asked.width_mm.unwrap_or(usual_mm),
                WIDTHS_MM,
                "mm",
            )?,
            height_mm: asked
                .height_mm
                .map(|mm| {
                    let most = HIGHEST * thickness.value();
                    checked("height_mm", mm, (thickness.value(), most), "mm")
                })
                .transpose()?,
            state,
            bone: asked.bone,
            scales: asked.scales,
            scored: asked.scored,
            skin_apart: asked.skin_apart && !cut.is_whole(),
            measured,
            origin: asked.origin,
            keeping,
            since: asked.since,
            vacuum: asked.vacuum,
            freezing: asked.freezing,
            cavity: asked.cavity,
            looks: asked.looks.clone(),
            rest_on: asked.rest_on,
            damp_g_m2: checked(
                "damp_g_m2",
                asked.damp_g_m2.unwrap_or(0.0),
                DAMP_G_M2,
                "g/m2",
            )?,
        })
    }

    /// Its family of doneness bands: by the cut where that decides, else by the fish; lean flaky fish
    /// when only a composition is known.
    ///
    /// # Errors
    /// [`InputError`] (unknown name) when the species names no known family.
    pub fn family(&self) -> Result<&'static Family, InputError> {
        match (self.cut.family(), &self.species) {
            (Some(key), _) => Family::find(key),
            (None, Some(fish)) => fish.family(),
            (None, None) => Family::find("lean_flaky"),
        }
    }

    /// Reads a target for this piece.
    ///
    /// # Errors
    /// As [`Family::aim`].
    pub fn aim(&self, asked: &TargetAsked) -> Result<Aim, InputError> {
        let fish = self
            .species
            .as_ref()
            .filter(|_| self.cut.family().is_none());
        let own = fish.and_then(|fish| fish.usual.as_deref());
        let usual = Some(usual_level(self.family()?, own, self.cut));
        let figure_c = figure_c(self.stuffed());
        let aim = self.family()?.aim(asked, usual, figure_c)?;
        if self.stuffed() && !matches!(aim.goal, Goal::Figure(_)) {
            // Whatever doneness was chosen: the stuffing is what must be hot.
            let figure = TargetAsked::Level(FOOD_SAFETY.to_owned());
            return self.family()?.aim(&figure, usual, figure_c);
        }
        Ok(aim)
    }

    /// Stuffed, as far as anything of the kind can be.
    pub fn stuffed(&self) -> bool {
        self.cavity == Cavity::Stuffed && self.cut.is_whole()
    }

    /// What is known of it before it is cooked.
    pub fn known(&self) -> Known<'_> {
        Known {
            species: self.species.as_deref(),
            keeping: &self.keeping,
            since: self.since,
            vacuum: self.vacuum,
            freezing: self.freezing,
            origin: self.origin,
            looks: self.looks.as_ref(),
            start_c: Some(self.start.value()),
            mass_g: Some(self.mass.value()),
            whole: self.cut.is_whole(),
            bones_and_all: self.cut == Cut::SmallWhole,
            stuffed: self.stuffed(),
        }
    }

    /// Everything there is to say of it for these guests, so cooked.
    ///
    /// # Errors
    /// As [`notices`].
    pub fn notices(&self, guests: Guests, heated: Heated<'_>) -> Result<Vec<Notice>, InputError> {
        notices(&self.known(), guests, heated)
    }

    /// Area that all pieces cover, m2: mass over density and mean thickness.
    pub fn footprint_m2(&self) -> f64 {
        let thin = self.thin_end.unwrap_or(self.thickness);
        let mean_m = 0.5 * (self.thickness.metres() + thin.metres());
        let rho = Material::flesh(&self.composition).rho_kg_m3;
        f64::from(self.pieces) * self.mass.value() * 1e-3 / (rho * mean_m)
    }

    /// The same with what lies beside it in the same pan, m2.
    pub fn all_cover_m2(&self) -> f64 {
        self.footprint_m2() + self.beside_m2
    }

    /// What it is as a body that conducts. A portion is a brick as wide as it is said and as long as its mass
    /// makes it, a round tail is a bar as wide as it is said, steaks and medallions are discs, a whole fish is an
    /// ellipse as high as it is said or as its body has it.
    pub fn shape(&self) -> Shape {
        let thick_m = self.thickness.metres();
        let covers_m2 = self.footprint_m2() / f64::from(self.pieces);
        match self.cut {
            Cut::WholeRound | Cut::Headless | Cut::WholeFlat | Cut::SmallWhole => {
                let body = self.species.as_ref().and_then(|s| s.body().ok());
                let thick_mm = self.thickness.value();
                let by_body =
                    || body.map_or(USUAL_SLENDER * thick_mm, |body| body.height_mm(thick_mm));
                // Herbs and lemon fill the belly out and take hardly any heat themselves.
                let fuller = match self.cavity {
                    Cavity::Aromatics => FULLER,
                    Cavity::Emptied | Cavity::Stuffed => 1.0,
                };
                Shape::Ellipse {
                    height_m: 1e-3 * fuller * self.height_mm.unwrap_or_else(by_body),
                    hollow: matches!(self.cut, Cut::WholeRound | Cut::Headless)
                        && self.cavity != Cavity::Stuffed,
                }
            }
            Cut::Steak | Cut::Medallion | Cut::Cheek => Shape::Disc {
                across_m: (covers_m2 * 4.0 / std::f64::consts::PI).sqrt(),
            },
            Cut::Cubes => Shape::Brick {
                width_m: thick_m,
                length_m: thick_m,
                tapers: false,
            },
            Cut::Strips => Shape::Brick {
                width_m: thick_m,
                length_m: covers_m2 / thick_m,
                tapers: false,
            },
            Cut::Wing | Cut::Butterfly | Cut::Collar | Cut::Head => Shape::Slab,
            Cut::Tail if self.is_round_tail() => Shape::Ellipse {
                height_m: 1e-3 * self.width_mm,
                hollow: false,
            },
            Cut::Fillet | Cut::Side | Cut::Loin | Cut::Tail | Cut::Belly => {
                let width_m = 1e-3 * self.width_mm;
                Shape::Brick {
                    width_m,
                    length_m: covers_m2 / width_m,
                    tapers: self.cut != Cut::Loin,
                }
            }
        }
    }

    fn is_round_tail(&self) -> bool {
        self.species
            .as_ref()
            .is_some_and(|s| s.is_round_tail(self.cut))
    }

    /// It is a portion with bone or gristle in it, by how it is cut.
    pub fn cut_on_the_bone(&self) -> bool {
        match &self.species {
            Some(species) => species.has_bone(self.cut),
            None => matches!(self.cut, Cut::Steak | Cut::Wing | Cut::Collar | Cut::Head),
        }
    }

    /// What it is called in a sentence.
    pub fn name(&self) -> &str {
        self.species.as_ref().map_or("fish", |s| &s.name)
    }
}
