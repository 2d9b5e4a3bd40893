//! What some eaters must avoid, and which words name it. Two lists, told apart: the fourteen of the EU (Regulation
//! 1169/2011, annex II; wheat, rye, barley and oats are its cereals with gluten) and the nine of the US (Food Allergen
//! Labeling and Consumer Protection Act, and sesame since 2023); both from memory, high confidence.

use crate::target::Rules;
use serde::{Deserialize, Serialize};

/// Something that some eaters must avoid.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash, Serialize, Deserialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum Allergen {
    /// Fish.
    Fish,
    /// Milk.
    Milk,
    /// Egg.
    Egg,
    /// Wheat.
    Wheat,
    /// Rye.
    Rye,
    /// Barley.
    Barley,
    /// Oats.
    Oats,
    /// Nuts.
    Nuts,
    /// Peanut.
    Peanut,
    /// Sesame.
    Sesame,
    /// Soy.
    Soy,
    /// Mustard.
    Mustard,
    /// Celery.
    Celery,
    /// Sulphites.
    Sulphites,
    /// Crustaceans.
    Crustaceans,
    /// Molluscs.
    Molluscs,
    /// Lupin.
    Lupin,
}

/// Words that name a food, as cooks write them, and what is in it; each with its plural, and as the beginning of a longer
/// word where it ends in `-`. common practice, no source; where recipes differ, what may be in it is.
const NAMES: &[(&str, &[Allergen])] = &[
    ("butter-", &[Allergen::Milk]),
    ("ghee", &[Allergen::Milk]),
    ("milk-", &[Allergen::Milk]),
    ("cream-", &[Allergen::Milk]),
    ("yoghurt", &[Allergen::Milk]),
    ("cheese-", &[Allergen::Milk]),
    ("parmesan", &[Allergen::Milk]),
    ("flour-", &[Allergen::Wheat]),
    ("batter-", &[Allergen::Wheat]),
    ("crumb-", &[Allergen::Wheat]),
    ("bread-", &[Allergen::Wheat]),
    ("semolina", &[Allergen::Wheat]),
    ("pastry", &[Allergen::Wheat, Allergen::Milk]),
    ("egg-", &[Allergen::Egg]),
    ("mayonnaise", &[Allergen::Egg, Allergen::Mustard]),
    ("rye", &[Allergen::Rye]),
    ("beer", &[Allergen::Barley]),
    ("malt", &[Allergen::Barley]),
    ("oatmeal", &[Allergen::Oats]),
    ("oat", &[Allergen::Oats]),
    ("nut", &[Allergen::Nuts]),
    ("almond", &[Allergen::Nuts]),
    ("hazelnut", &[Allergen::Nuts]),
    ("walnut", &[Allergen::Nuts]),
    ("peanut", &[Allergen::Peanut]),
    ("sesame", &[Allergen::Sesame]),
    ("tahini", &[Allergen::Sesame]),
    ("soy", &[Allergen::Soy, Allergen::Wheat]),
    ("miso", &[Allergen::Soy]),
    ("mustard", &[Allergen::Mustard]),
    ("celery", &[Allergen::Celery]),
    ("stock", &[Allergen::Celery]),
    ("broth", &[Allergen::Celery]),
    ("wine", &[Allergen::Sulphites]),
    ("cider", &[Allergen::Sulphites]),
    ("raisin", &[Allergen::Sulphites]),
    ("prawn", &[Allergen::Crustaceans]),
    ("shrimp", &[Allergen::Crustaceans]),
    ("crab", &[Allergen::Crustaceans]),
    ("lobster", &[Allergen::Crustaceans]),
    ("mussel", &[Allergen::Molluscs]),
    ("clam", &[Allergen::Molluscs]),
    ("oyster", &[Allergen::Molluscs]),
    ("squid", &[Allergen::Molluscs]),
    ("lupin", &[Allergen::Lupin]),
];

/// What reads like a food and is none.
const NO_FOOD: &[&str] = &[
    "butterfly",
    "butterflied",
    "for stock",
    "not for stock",
    "milky",
    "creamy",
    "in stock",
];

impl Allergen {
    /// All of them.
    pub const ALL: [Self; 17] = [
        Self::Fish,
        Self::Milk,
        Self::Egg,
        Self::Wheat,
        Self::Rye,
        Self::Barley,
        Self::Oats,
        Self::Nuts,
        Self::Peanut,
        Self::Sesame,
        Self::Soy,
        Self::Mustard,
        Self::Celery,
        Self::Sulphites,
        Self::Crustaceans,
        Self::Molluscs,
        Self::Lupin,
    ];

    /// In words.
    pub fn name(self) -> &'static str {
        match self {
            Self::Fish => "fish",
            Self::Milk => "milk",
            Self::Egg => "egg",
            Self::Wheat => "wheat",
            Self::Rye => "rye",
            Self::Barley => "barley",
            Self::Oats => "oats",
            Self::Nuts => "nuts",
            Self::Peanut => "peanut",
            Self::Sesame => "sesame",
            Self::Soy => "soy",
            Self::Mustard => "mustard",
            Self::Celery => "celery",
            Self::Sulphites => "sulphites",
            Self::Crustaceans => "crustaceans",
            Self::Molluscs => "molluscs",
            Self::Lupin => "lupin",
        }
    }

    /// Must be named under these rules. Gluten that is not wheat's, celery, mustard, sulphites, lupin and molluscs are not
    /// among the nine.
    pub fn listed(self, rules: Rules) -> bool {
        rules == Rules::EuUk
            || !matches!(
                self,
                Self::Rye
                    | Self::Barley
                    | Self::Oats
                    | Self::Mustard
                    | Self::Celery
                    | Self::Sulphites
                    | Self::Molluscs
                    | Self::Lupin
            )
    }

    /// What the words name, in the order of the list.
    pub fn named_in(words: &str) -> Vec<Self> {
        let mut words = words.to_lowercase();
        for none in NO_FOOD {
            words = words.replace(none, " ");
        }
        let mut all: Vec<Self> = words
            .split(|c: char| !c.is_alphabetic())
            .flat_map(|word| {
                let plain = word.strip_suffix('s').unwrap_or(word);
                let names = NAMES
                    .iter()
                    .filter(move |(name, _)| match name.strip_suffix('-') {
                        Some(stem) => word.starts_with(stem),
                        None => *name == word || *name == plain,
                    });
                names.flat_map(|(_, inside)| inside.iter().copied())
            })
            .collect();
        all.sort();
        all.dedup();
        all
    }

    /// A sentence that names them all; those that these rules do not ask for stand apart.
    pub fn sentence(all: &[Self], rules: Rules) -> String {
        let (listed, others): (Vec<Self>, Vec<Self>) =
            all.iter().partition(|one| one.listed(rules));
        let say = |all: &[Self]| {
            let names: Vec<&str> = all.iter().map(|one| one.name()).collect();
            match names.split_last() {
                None => "nothing on the list".to_owned(),
                Some((last, [])) => (*last).to_owned(),
                Some((last, others)) => format!("{} and {last}", others.join(", ")),
            }
        };
        let also = if others.is_empty() {
            String::new()
        } else {
            format!(" Also {}.", say(&others))
        };
        format!("Contains {}: say so.{also}", say(&listed))
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use Allergen::{Barley, Celery, Egg, Fish, Milk, Mustard, Nuts, Soy, Sulphites, Wheat};

    #[test]
    fn words_name_what_is_in_them() {
        for (words, inside) in [
            ("On a buttered tray.", &[Milk][..]),
            ("Halfway in milk or wine.", &[Milk, Sulphites]),
            ("Crumbed, on a hot tray", &[Wheat]),
            (
                "Spread with mustard and mayonnaise, press the chopped nuts on",
                &[Egg, Nuts, Mustard],
            ),
            ("beer and egg", &[Egg, Barley]),
            ("a splash of soy", &[Wheat, Soy]),
            ("Turn, stock halfway up, lid on", &[Celery]),
            ("Butterfly it. Not for stock either. It goes milky.", &[]),
            ("Peanuts", &[Allergen::Peanut]),
        ] {
            assert_eq!(Allergen::named_in(words), inside, "{words}");
        }
    }

    /// Published: the nine of the US, the fourteen of the EU (from memory, high confidence).
    #[test]
    fn the_two_lists_are_told_apart() {
        let nine = Allergen::ALL.iter().filter(|one| one.listed(Rules::Us));
        assert_eq!(nine.count(), 9);
        // Of the fourteen four kinds of gluten stand for one.
        let fourteen = Allergen::ALL.iter().filter(|one| one.listed(Rules::EuUk));
        assert_eq!(fourteen.count() - 3, 14);
        let all = [Fish, Wheat, Celery];
        assert_eq!(
            Allergen::sentence(&all, Rules::Us),
            "Contains fish and wheat: say so. Also celery."
        );
        assert_eq!(
            Allergen::sentence(&all, Rules::EuUk),
            "Contains fish, wheat and celery: say so."
        );
    }
}
