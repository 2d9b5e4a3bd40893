//! The fish, cuts and doneness that a counter offers.

use cindo_core::Within;
use cindo_core::fish::{
    Apart, Body, Cut, Danger, Flake, Form, Hazard, Mercury, Origin, SkinEats, Species, Texture,
    UsualPiece, Waters, usual_piece,
};
use cindo_core::target::{Family, Level, safety};
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

/// One fish.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub struct FishWire {
    /// Name on the wire.
    pub key: String,
    /// Common name.
    pub name: String,
    /// Scientific name.
    pub scientific: String,
    /// Other names to find it by.
    pub aliases: Vec<String>,
    /// Family of doneness, in words.
    pub family: String,
    /// Key of the level most cooks aim at.
    pub usual_level: String,
    /// From rare to well.
    pub levels: Vec<Level>,
    /// How the flesh holds together.
    pub texture: Texture,
    /// What becomes of the skin.
    pub skin: SkinEats,
    /// Fat, share of mass.
    pub fat_share: f64,
    /// Thin, usual and thick fillet, mm.
    pub thickness_mm: [f64; 3],
    /// How it comes apart when done.
    pub flake: Flake,
    /// Protein, share of mass.
    pub protein_share: f64,
    /// Range of the fat over seasons and farms.
    pub fat_range: Option<[f64; 2]>,
    /// Usual cuts, the most usual first.
    pub cuts: Vec<String>,
    /// What a piece of each cut commonly is: where a piece begins before anybody has measured it.
    pub usual_pieces: Vec<UsualPiece>,
    /// Key of the body shape.
    pub body: String,
    /// What can hurt.
    pub hazards: Vec<Hazard>,
    /// Class of mercury advice.
    pub mercury: Mercury,
    /// Where it lives.
    pub waters: Waters,
    /// Usually farmed.
    pub farmed: bool,
    /// Days on melting ice, low and high.
    pub ice_days: [f64; 2],
    /// Where those are from.
    pub ice_source: String,
    /// Where the composition is from.
    pub source: String,
    /// The source is of a near relation.
    pub stand_in: bool,
}

const fn plain_texture() -> Texture {
    Texture::Medium
}
const fn plain_flake() -> Flake {
    Flake::Medium
}
const fn plain_skin() -> SkinEats {
    SkinEats::Crisps
}
const fn plain_waters() -> Waters {
    Waters::Temperate
}
const fn plain_thickness() -> [f64; 3] {
    [10.0, 18.0, 30.0]
}
const fn plain_days() -> [f64; 2] {
    [5.0, 9.0]
}
fn plain_body() -> String {
    "round".into()
}

/// A fish that a kitchen writes down itself.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
#[schema(example = json!({ "name": "Harbour bream", "family": "lean_flaky", "protein_share": 0.19, "fat_share": 0.06 }))]
pub struct OwnFishWire {
    /// What it is called.
    pub name: String,
    /// Scientific name, if known.
    #[serde(default)]
    pub scientific: String,
    /// Other names.
    #[serde(default)]
    pub aliases: Vec<String>,
    /// Key of the family of doneness.
    pub family: String,
    /// Protein, share of mass.
    pub protein_share: f64,
    /// Fat, share of mass.
    pub fat_share: f64,
    /// How the flesh holds together.
    #[serde(default = "plain_texture")]
    pub texture: Texture,
    /// How it comes apart.
    #[serde(default = "plain_flake")]
    pub flake: Flake,
    /// What becomes of the skin.
    #[serde(default = "plain_skin")]
    pub skin: SkinEats,
    /// Thin, usual and thick fillet, mm.
    #[serde(default = "plain_thickness")]
    pub thickness_mm: [f64; 3],
    /// Key of the body shape.
    #[serde(default = "plain_body")]
    pub body: String,
    /// What can hurt.
    #[serde(default)]
    pub hazards: Vec<Hazard>,
    /// What was asked about and is not there, each danger by itself; what is neither here nor in `hazards` counts as there.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    pub checked: Vec<Danger>,
    /// What was written before `checked`: all but mercury was looked into.
    #[serde(default, skip_serializing_if = "std::ops::Not::not")]
    pub hazards_known: bool,
    /// Class of mercury advice; nobody has said, where it is not said.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub mercury: Option<Mercury>,
    /// Where it lives.
    #[serde(default = "plain_waters")]
    pub waters: Waters,
    /// Farmed on feed.
    #[serde(default)]
    pub farmed: bool,
    /// Days on melting ice, low and high.
    #[serde(default = "plain_days")]
    pub ice_days: [f64; 2],
}

impl OwnFishWire {
    /// As the counter shows it, whether or not it is on the shelf.
    ///
    /// # Errors
    /// Whatever the core refuses.
    pub fn answer(&self) -> Result<FishWire, crate::error::RequestError> {
        let species = self.species();
        species.check().within("own_fish")?;
        let shown = fish_wire(&species, format!("own:{}", species.name));
        shown.ok_or_else(|| crate::error::RequestError::ours("a checked fish has no family"))
    }

    /// What nobody has asked about yet.
    fn unchecked(&self) -> Vec<Danger> {
        let has = |hazard| self.hazards.contains(&hazard);
        let said = |danger: &Danger| match danger {
            Danger::Histamine => has(Hazard::Histamine),
            Danger::Parasites => has(Hazard::Parasites),
            Danger::ReefToxin => has(Hazard::ReefToxin),
            // Rows from before say low though nobody was asked: that it is low is checked, or not known.
            Danger::Mercury => matches!(self.mercury, Some(Mercury::Some | Mercury::High)),
            Danger::Poison => has(Hazard::Poison) || has(Hazard::Serum),
        };
        let before = |danger: &Danger| self.hazards_known && *danger != Danger::Mercury;
        let open =
            |danger: &&Danger| !said(danger) && !before(danger) && !self.checked.contains(danger);
        Danger::ALL.iter().filter(open).copied().collect()
    }

    /// As the core knows fish.
    pub fn species(&self) -> Species {
        Species {
            key: "own".into(),
            name: self.name.trim().to_owned(),
            scientific: self.scientific.clone(),
            aliases: self.aliases.clone(),
            family: self.family.clone(),
            protein_share: self.protein_share,
            fat_share: self.fat_share,
            fat_range: None,
            texture: self.texture,
            flake: self.flake,
            skin: self.skin,
            thickness_mm: self.thickness_mm,
            cuts: vec!["fillet".into()],
            body: self.body.clone(),
            usual: None,
            hazards: self.hazards.clone(),
            rare_if_frozen: false,
            quartered: false,
            unchecked: self.unchecked(),
            own: true,
            mercury: self.mercury.unwrap_or(Mercury::Low),
            waters: self.waters,
            farmed: self.farmed,
            origin: Origin::Unknown,
            sold: None,
            ice_days: self.ice_days,
            ice_source: "the kitchen's own".into(),
            fillet_yield: None,
            source: "the kitchen's own".into(),
            stand_in: false,
        }
    }
}

/// A word for something, by key.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub struct NamedWire {
    /// Name on the wire.
    pub key: String,
    /// In words.
    pub name: String,
}

/// One answer to a look.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub struct AnswerWire {
    /// In words.
    pub words: String,
    /// Points of demerit.
    pub points: u32,
    /// It is to be refused.
    pub refuse: bool,
}

/// One thing to look at.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub struct LookWire {
    /// Name on the wire.
    pub key: String,
    /// In words.
    pub name: String,
    /// Where to look.
    pub place: String,
    /// From as caught to gone off.
    pub options: Vec<AnswerWire>,
}

/// The looks at one form of fish.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub struct FormWire {
    /// whole, fillet or frozen.
    pub key: String,
    /// In words.
    pub name: String,
    /// In the order of the trade.
    pub looks: Vec<LookWire>,
}

/// A cut.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub struct CutWire {
    /// Name on the wire.
    pub key: String,
    /// In words.
    pub name: String,
    /// From rare to well, where the cut decides it and not the fish.
    pub levels: Option<Vec<Level>>,
    /// Key of the level most cooks aim at then.
    pub usual_level: Option<String>,
}

/// The food-safety figure, kept apart from doneness.
#[derive(Debug, Clone, Copy, Serialize, ToSchema)]
pub struct SafetyMarkWire {
    /// Core, C.
    pub core_c: f64,
    /// Held for, s.
    pub held_s: f64,
}

/// What a counter offers.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub struct FishList {
    /// The fish.
    pub fish: Vec<FishWire>,
    /// The cuts.
    pub cuts: Vec<CutWire>,
    /// Families of doneness.
    pub families: Vec<NamedWire>,
    /// Shapes of bodies.
    pub bodies: Vec<NamedWire>,
    /// What to look at for freshness.
    pub forms: Vec<FormWire>,
    /// Names that are found and not planned, with why.
    pub apart: Vec<Apart>,
    /// Food Code 3-401.11.
    pub food_code: SafetyMarkWire,
}

/// A fish as the counter shows it; a kitchen's own under a key of its own.
pub fn fish_wire(s: &Species, key: String) -> Option<FishWire> {
    let family = s.family().ok()?; // every row is checked
    Some(FishWire {
        key,
        name: s.name.clone(),
        scientific: s.scientific.clone(),
        aliases: s.aliases.clone(),
        family: family.name.clone(),
        usual_level: s.usual.clone().unwrap_or_else(|| family.default.clone()),
        levels: family.levels.clone(),
        texture: s.texture,
        skin: s.skin,
        fat_share: s.fat_share,
        thickness_mm: s.thickness_mm,
        flake: s.flake,
        protein_share: s.protein_share,
        fat_range: s.fat_range,
        cuts: s.cuts.clone(),
        usual_pieces: Cut::ALL
            .iter()
            .filter_map(|(cut, ..)| usual_piece(s, *cut).ok())
            .collect(),
        body: s.body.clone(),
        hazards: s.hazards.clone(),
        mercury: s.mercury,
        waters: s.waters,
        farmed: s.farmed,
        ice_days: s.ice_days,
        ice_source: s.ice_source.clone(),
        source: s.source.clone(),
        stand_in: s.stand_in,
    })
}

/// Everything a counter offers.
pub fn fish_list() -> FishList {
    let fish = Species::all()
        .iter()
        .filter_map(|s| fish_wire(s, s.key.clone()));
    let named = |key: &str, name: &str| NamedWire {
        key: key.to_owned(),
        name: name.to_owned(),
    };
    let looks = |form: &Form| {
        form.look
            .iter()
            .map(|look| LookWire {
                key: look.key.clone(),
                name: look.name.clone(),
                place: look.place.clone(),
                options: look
                    .options
                    .iter()
                    .map(|o| AnswerWire {
                        words: o.words.clone(),
                        points: o.points,
                        refuse: o.refuse,
                    })
                    .collect(),
            })
            .collect()
    };
    FishList {
        fish: fish.collect(),
        cuts: Cut::ALL
            .iter()
            .map(|(cut, key, name)| {
                let family = cut.family().and_then(|key| Family::find(key).ok());
                CutWire {
                    key: (*key).to_owned(),
                    name: (*name).to_owned(),
                    levels: family.map(|family| family.levels.clone()),
                    usual_level: family.map(|family| family.default.clone()),
                }
            })
            .collect(),
        families: Family::all()
            .iter()
            .map(|f| named(&f.key, &f.name))
            .collect(),
        bodies: Body::all().iter().map(|b| named(&b.key, &b.name)).collect(),
        forms: Form::all()
            .iter()
            .map(|form| FormWire {
                key: form.key.clone(),
                name: form.name.clone(),
                looks: looks(form),
            })
            .collect(),
        apart: Apart::all().to_vec(),
        food_code: SafetyMarkWire {
            core_c: safety::FOOD_CODE_C,
            held_s: safety::FOOD_CODE_S,
        },
    }
}
