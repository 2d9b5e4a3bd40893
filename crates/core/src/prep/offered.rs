//! What a preparation can be made of: the rows, as they are offered.

use super::doing::Part;
use super::rows::{Coat, Keyed, Marinade, Mixture, School, Side};
use serde::Serialize;

/// A school of salting, a marinade, a coat ... that can be had.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Offered {
    /// Name on the wire.
    pub key: String,
    /// In words.
    pub name: String,
    /// Why so.
    pub why: String,
    /// Ways it goes with; all when empty.
    pub kinds: Vec<String>,
}

/// All that a preparation can be made of.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct PrepOffered {
    /// Schools of salting.
    pub salt: Vec<Offered>,
    /// Marinades and rubs.
    pub marinades: Vec<Offered>,
    /// Coats and crusts.
    pub coats: Vec<Offered>,
    /// Liquids.
    pub liquids: Vec<Offered>,
    /// Fats.
    pub fats: Vec<Offered>,
    /// Sauces.
    pub sauces: Vec<Offered>,
    /// Sides.
    pub sides: Vec<Offered>,
}

/// What there is to choose from.
pub fn prep_offered() -> PrepOffered {
    let offered = |key: &str, name: &str, why: &str, kinds: &[String]| Offered {
        key: key.to_owned(),
        name: name.to_owned(),
        why: why.to_owned(),
        kinds: kinds.to_vec(),
    };
    let mixed = |part: Part| {
        let rows = Mixture::all().iter().filter(move |row| row.part == part);
        rows.map(|row| offered(&row.key, &row.name, &row.source, &[]))
            .collect()
    };
    let schools = School::all().iter();
    let marinades = Marinade::all().iter();
    let coats = Coat::all().iter();
    let sides = Side::all().iter();
    PrepOffered {
        salt: schools
            .map(|row| offered(&row.key, &row.name, &row.why, &[]))
            .collect(),
        marinades: marinades
            .map(|row| offered(&row.key, &row.name, &row.says, &[]))
            .collect(),
        coats: coats
            .map(|row| offered(&row.key, &row.name, &row.why, &row.kinds))
            .collect(),
        liquids: mixed(Part::Liquid),
        fats: mixed(Part::Fat),
        sauces: mixed(Part::Sauce),
        sides: sides
            .map(|row| offered(&row.key, &row.name, &row.why, &[]))
            .collect(),
    }
}
