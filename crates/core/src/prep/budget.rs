//! The salt on one plate, whatever it comes from.

use super::answer::{Budget, BudgetLine, Tastes};
use super::doing::Part;

/// Salt that cooked fish is commonly eaten with, share of it. common practice, no source.
pub const RIGHT: [f64; 2] = [0.008, 0.013];
/// From here nobody eats it. Judgement: twice the high end.
const TOO_SALTY: f64 = 0.026;
/// Below this nobody calls it salted. Judgement: half the low end.
const BLAND: f64 = 0.004;
/// WHO guideline on sodium for adults, 2012: less than 5 g of salt a day.
const DAY_G: f64 = 5.0;

/// What flesh with so much salt tastes like.
pub fn tastes(share: f64) -> Tastes {
    match share {
        share if share < BLAND => Tastes::Bland,
        share if share <= RIGHT[1] * 1.1 => Tastes::Right,
        share if share < TOO_SALTY => Tastes::Salty,
        _ => Tastes::TooSalty,
    }
}

/// Adds up lines of salt for all who eat, g, over so much fish, g.
pub fn add_up(all: Vec<(Part, String, f64)>, people: u32, fish_g: f64) -> Budget {
    let each = |g: f64| g / f64::from(people);
    let on_fish: f64 = all
        .iter()
        .filter(|(part, ..)| {
            matches!(
                part,
                Part::Salt | Part::Coat | Part::Marinade | Part::Liquid
            )
        })
        .map(|(.., g)| g)
        .sum();
    let lines: Vec<BudgetLine> = all
        .into_iter()
        .filter(|(.., g)| *g > 0.0)
        .map(|(part, name, g)| BudgetLine {
            part,
            name,
            g: each(g),
        })
        .collect();
    Budget {
        person_g: lines.iter().map(|line| line.g).fold(0.0, |all, g| all + g),
        right_g: RIGHT.map(|share| each(share * fish_g)),
        tastes: tastes(on_fish / fish_g),
        lines,
        day_g: DAY_G,
    }
}
