//! Classes of piece, and what cooks do with each: `data/fit.toml`.

use crate::fish::{Cut, Piece, Skin, State, Texture};
use serde::Deserialize;
use std::collections::BTreeMap;
use std::sync::OnceLock;

/// How well a way fits, 0 nobody does it to 3 what a cook does first, and why in a cook's words.
pub type Fit = (u8, String);

/// Skin as the table asks for it.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Deserialize)]
#[serde(rename_all = "snake_case")]
enum SkinIs {
    /// On, and good to eat crisp.
    Crisps,
    /// On.
    On,
    /// Off.
    Off,
}

/// A class of piece.
#[derive(Debug, Clone, PartialEq, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct Class {
    /// Key.
    pub key: String,
    /// In words.
    pub name: String,
    /// Key of the class that it takes after, where it has no row of its own.
    like: Option<String>,
    #[serde(default)]
    cuts: Vec<String>,
    #[serde(default)]
    families: Vec<String>,
    #[serde(default)]
    bodies: Vec<String>,
    #[serde(default)]
    textures: Vec<Texture>,
    skin: Option<SkinIs>,
    state: Option<String>,
    from_mm: Option<f64>,
    below_mm: Option<f64>,
    #[serde(default)]
    ways: BTreeMap<String, Fit>,
}

#[derive(Deserialize)]
#[serde(deny_unknown_fields)]
struct File {
    otherwise: BTreeMap<String, Fit>,
    class: Vec<Class>,
}

fn file() -> &'static File {
    static FILE: OnceLock<File> = OnceLock::new();
    FILE.get_or_init(|| {
        toml::from_str(include_str!("../../data/fit.toml"))
            .expect("data/fit.toml is checked by a test")
    })
}

impl Class {
    /// All of them, in the order they are tried.
    ///
    /// # Panics
    /// When the file that is compiled in does not parse; a test reads it.
    pub fn all() -> &'static [Class] {
        &file().class
    }

    /// The class of a piece: the first it meets.
    pub fn of(piece: &Piece) -> &'static Class {
        let meets = Self::all().iter().find(|class| class.holds(piece));
        // The last asks for nothing.
        meets.unwrap_or(&file().class[file().class.len() - 1])
    }

    fn holds(&self, piece: &Piece) -> bool {
        let fish = piece.species.as_deref();
        let named = |list: &[String], has: Option<&str>| {
            list.is_empty() || has.is_some_and(|has| list.iter().any(|name| name == has))
        };
        let thickness = piece.thickness.value();
        let crisps = crate::methods::crisp_skin(piece);
        let skin = self.skin.is_none_or(|is| match is {
            SkinIs::Crisps => crisps,
            SkinIs::On => piece.skin == Skin::On,
            SkinIs::Off => piece.skin == Skin::Off,
        });
        let state = State::ALL.iter().find(|(state, _)| *state == piece.state);
        let texture =
            self.textures.is_empty() || fish.is_some_and(|f| self.textures.contains(&f.texture));
        let cut = Cut::ALL.iter().find(|(cut, ..)| *cut == piece.cut);
        let state_is = self
            .state
            .as_deref()
            .is_none_or(|asked| state.is_some_and(|s| s.1 == asked));
        named(&self.cuts, cut.map(|c| c.1))
            && named(&self.families, fish.map(|f| f.family.as_str()))
            && named(&self.bodies, fish.map(|f| f.body.as_str()))
            && texture
            && skin
            && state_is
            && self.from_mm.is_none_or(|mm| thickness >= mm)
            && self.below_mm.is_none_or(|mm| thickness < mm)
    }

    /// How well a way fits pieces of this class.
    pub fn fit(&self, kind: &str) -> Fit {
        let like = || {
            Self::all()
                .iter()
                .find(|class| Some(&class.key) == self.like.as_ref())
        };
        let own = self.ways.get(kind);
        own.or_else(|| like()?.ways.get(kind))
            .or_else(|| file().otherwise.get(kind))
            .cloned()
            .unwrap_or((1, String::new()))
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::methods::Method;

    /// Every cell is of a way there is, from 0 to 3, and says why in few words; nothing is said of two ways of a
    /// class that a cook would set side by side.
    #[test]
    fn every_cell_is_a_way_and_says_why() {
        let ways: Vec<&str> = Method::all().iter().map(|m| m.kind).collect();
        for kind in &ways {
            assert!(file().otherwise.contains_key(*kind), "{kind}");
        }
        for class in Class::all() {
            let named = |key: &String| Class::all().iter().any(|other| other.key == *key);
            assert!(class.like.as_ref().is_none_or(named), "{}", class.key);
            for (kind, (fit, why)) in &class.ways {
                assert!(ways.contains(&kind.as_str()), "{}: {kind}", class.key);
                assert!(*fit <= 3 && why.ends_with('.'), "{}: {kind}", class.key);
                assert!(why.split(' ').count() <= 14, "{}: {why}", class.key);
            }
            let good: Vec<&String> = class
                .ways
                .values()
                .filter(|(fit, _)| *fit >= 2)
                .map(|(_, w)| w)
                .collect();
            let mut once = good.clone();
            once.sort();
            once.dedup();
            assert_eq!(good.len(), once.len(), "{} says something twice", class.key);
        }
        let last = Class::all().last().unwrap();
        assert!(last.ways.is_empty() && last.cuts.is_empty() && last.families.is_empty());
    }
}
