//! What a way is like for this piece, as its plan tells it, and how that is weighed.

use crate::run::{Heating, Hot};
use serde::{Deserialize, Serialize};

/// What matters to the cook: each on or off, and what it is to be cooked on.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize)]
#[serde(deny_unknown_fields, default)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Wishes {
    /// Crisp skin or crust.
    pub crisp: bool,
    /// Tender and even through.
    pub tender: bool,
    /// On the plate soon.
    pub quick: bool,
    /// Can be left alone.
    pub hands_off: bool,
    /// Little smell in the house.
    pub little_smell: bool,
    /// Half a minute does not ruin it.
    pub forgiving: bool,
    /// Little fat.
    pub little_fat: bool,
    /// In this pan, this oven, on this grill.
    #[serde(skip_serializing_if = "Option::is_none")]
    pub fire: Option<Hot>,
}

/// What a way is like for a piece.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Quality {
    /// Share of the thickness past done when the middle is right.
    pub overcooked_share: f64,
    /// Share of it in the target.
    pub even_share: f64,
    /// Crust, mm: of the skin where there is one that crisps; none in water, steam or salt.
    pub crust_mm: f64,
    /// A crust is what the way is for.
    pub crisp_meant: bool,
    /// Between too soon and too late, s.
    pub window_s: f64,
    /// From a cold kitchen to the plate, s.
    pub to_plate_s: f64,
    /// In how many batches.
    pub batches: u32,
    /// Of hands, all batches, s.
    pub hands_s: f64,
    /// It is done in batches anyway.
    pub in_turns_anyway: bool,
    /// Weight lost, share.
    pub lost_share: f64,
    /// How much can be left alone, how little it smells, how little fat it needs, 0 to 1.
    pub hands_off: f64,
    /// How little it smells in the house.
    pub little_smell: f64,
    /// How little fat it needs.
    pub little_fat: f64,
    /// What it is begun on, and what it is finished on where that is another.
    pub fires: [Option<Hot>; 2],
}

/// The first and the last that is heated for it.
pub fn fires(heating: &[Heating]) -> [Option<Hot>; 2] {
    let last = heating.last().filter(|heating| !heating.glows);
    [heating.first(), last].map(|one| one.map(|heating| heating.what))
}

/// A crust that crackles, mm.
const CRISP_MM: f64 = 0.5;
/// Time to the plate at which half of what quickness is worth is gone, s; and what "quick" still means.
const HALF_SOON_S: f64 = 1200.0;
const QUICK_S: f64 = 900.0;
/// A window that hands can hit half of the time, s.
const HALF_WINDOW_S: f64 = 20.0;
/// So much weight lost is all that can be, share.
const ALL_LOST: f64 = 0.25;

/// Shares of what the run itself tells, beside what cooks do: tenderness, crust, time, window, weight.
const TENDER: f64 = 0.3;
const CRUST: f64 = 0.25;
const SOON: f64 = 0.2;
const WINDOW: f64 = 0.15;
const WEIGHT: f64 = 0.1;
/// Without skin that crisps a crust counts for less.
const CRUST_ELSEWHERE: f64 = 0.4;
/// What cooks do with such a piece outweighs the run: it knows taste, which the run does not.
const FIT: f64 = 0.7;
/// What it costs to cook twice as many batches, while the first wait: more than a step of what cooks do. common practice,
/// no source: a party goes on trays, and fryers are worked in batches.
const IN_TURNS: f64 = 0.35;
/// And the work of hands, piece by piece, and half of it at so many seconds. Judgement.
const WORK: f64 = 0.1;
const HALF_WORK_S: f64 = 300.0;
/// A wish weighs as much as all the rest; a way that cannot meet it leaves the front.
const WISHED: f64 = 0.5;
const UNMET: f64 = 0.6;
/// Begun on what was wished for, but finished elsewhere.
const BEGUN_ON: f64 = 0.6;
/// For guests at risk, where the figure decides: so much of the order is how gentle a way is to the outside meanwhile.
const GENTLE: f64 = 0.75;
/// Below this a wish is not met.
const MET: f64 = 0.45;

/// A crust thicker than the one is leather, than the other burnt, mm. common practice, no source.
pub(super) const LEATHER_MM: f64 = 1.5;
pub(super) const BURNT_MM: f64 = 3.0;
/// Less than this is none, mm.
const SOME_MM: f64 = 0.05;

/// What a crust is to who eats it. Nothing that is leather or burnt is praised.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[serde(rename_all = "snake_case")]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub enum Crust {
    /// None to speak of.
    None,
    /// Dry and crisp, as far as it goes.
    Crisp,
    /// Too thick to bite.
    Leather,
    /// Burnt.
    Burnt,
}

impl Crust {
    /// Of so many millimetres.
    pub fn of(mm: f64) -> Self {
        match mm {
            mm if mm < SOME_MM => Self::None,
            mm if mm <= LEATHER_MM => Self::Crisp,
            mm if mm <= BURNT_MM => Self::Leather,
            _ => Self::Burnt,
        }
    }
}

impl Quality {
    /// How tender and even, 0 to 1.
    pub fn tender(&self) -> f64 {
        (1.0 - self.overcooked_share) * (0.5 + 0.5 * self.even_share)
    }

    /// How crisp where crisp is meant, 0 to 1.
    pub fn crisp(&self) -> f64 {
        if self.crisp_meant {
            (self.crust_mm / CRISP_MM).min(1.0)
        } else {
            0.0
        }
    }

    /// How little of it is lost while its middle comes to a figure, 0 to 1.
    fn gentle(&self) -> f64 {
        let tough = (self.crust_mm - LEATHER_MM) / (BURNT_MM - LEATHER_MM);
        (1.0 - self.overcooked_share) * (1.0 - tough.clamp(0.0, 1.0))
    }

    fn soon(&self) -> f64 {
        1.0 / (1.0 + self.to_plate_s / HALF_SOON_S)
    }

    fn window(&self) -> f64 {
        self.window_s / (self.window_s + HALF_WINDOW_S)
    }

    /// How well it does each of the wishes that are on, 0 to 1.
    fn wished(&self, wishes: Wishes) -> Vec<f64> {
        let quick = if self.to_plate_s <= QUICK_S {
            1.0 - 0.4 * self.to_plate_s / QUICK_S
        } else {
            0.0
        };
        let on_it = match (wishes.fire, self.fires) {
            (wish, [_, last]) if wish == last => 1.0,
            (wish, [first, _]) if wish == first => BEGUN_ON,
            _ => 0.0,
        };
        let all = [
            (wishes.fire.is_some(), on_it),
            (wishes.crisp, self.crisp()),
            (wishes.tender, (1.6 * self.tender()).min(1.0)),
            (wishes.quick, quick),
            (wishes.hands_off, self.hands_off),
            (wishes.little_smell, self.little_smell),
            (wishes.forgiving, self.window_s / (self.window_s + 45.0)),
            (wishes.little_fat, self.little_fat),
        ];
        all.into_iter()
            .filter(|(on, _)| *on)
            .map(|(_, v)| v)
            .collect()
    }
}

/// What a way is worth before any wish, 0 to 1: what cooks do (0 to 3) and what the run tells.
pub fn base(fit: u8, quality: &Quality, skin_crisps: bool) -> f64 {
    let crust = CRUST * if skin_crisps { 1.0 } else { CRUST_ELSEWHERE };
    let told = TENDER * quality.tender()
        + crust * quality.crisp()
        + SOON * quality.soon()
        + WINDOW * quality.window()
        + WEIGHT * (1.0 - quality.lost_share / ALL_LOST).clamp(0.0, 1.0);
    let in_turns = if quality.in_turns_anyway {
        0.5 * IN_TURNS
    } else {
        IN_TURNS
    };
    let doublings = f64::from(quality.batches.max(1)).log2();
    let work = WORK * quality.hands_s / (quality.hands_s + HALF_WORK_S);
    FIT * f64::from(fit) / 3.0 + (1.0 - FIT) * told / (TENDER + crust + SOON + WINDOW + WEIGHT)
        - in_turns * doublings
        - work
}

/// The same for guests at risk: among ways that cooks take for such a piece (one at least) the gentlest stands first.
pub fn at_risk(base: f64, fit: u8, quality: &Quality) -> f64 {
    let gentle = if fit > 0 { quality.gentle() } else { 0.0 };
    (1.0 - GENTLE) * base + GENTLE * gentle
}

/// Whether every wish is met.
pub fn met(quality: &Quality, wishes: Wishes) -> bool {
    quality.wished(wishes).iter().all(|value| *value >= MET)
}

/// What stands first has the highest.
pub fn score(base: f64, quality: &Quality, wishes: Wishes) -> f64 {
    let wished = quality.wished(wishes);
    if wished.is_empty() {
        return base;
    }
    let mean = wished.iter().sum::<f64>() / wished.len() as f64;
    let unmet = if met(quality, wishes) { 0.0 } else { UNMET };
    (1.0 - WISHED) * base + WISHED * mean - unmet
}

#[cfg(test)]
mod tests {
    use super::*;

    const PLAIN: Quality = Quality {
        overcooked_share: 0.4,
        even_share: 0.3,
        crust_mm: 0.5,
        crisp_meant: true,
        window_s: 20.0,
        to_plate_s: 900.0,
        batches: 1,
        hands_s: 60.0,
        in_turns_anyway: false,
        lost_share: 0.15,
        hands_off: 0.5,
        little_smell: 0.2,
        little_fat: 0.5,
        fires: [Some(Hot::Pan), Some(Hot::Oven)],
    };

    #[test]
    fn a_fire_that_is_wished_for_is_met_by_what_is_done_on_it() {
        let on = |fire| Wishes {
            fire: Some(fire),
            ..Wishes::default()
        };
        assert!(met(&PLAIN, on(Hot::Oven)) && met(&PLAIN, on(Hot::Pan)));
        assert!(!met(&PLAIN, on(Hot::Grill)));
        let of = |fire| score(0.5, &PLAIN, on(fire));
        assert!(of(Hot::Oven) > of(Hot::Pan) && of(Hot::Pan) > of(Hot::Grill));
    }

    #[test]
    fn a_wish_weighs_as_much_as_all_the_rest() {
        let smell = Wishes {
            little_smell: true,
            ..Wishes::default()
        };
        // What cooks would do first, but it smells; what they would hardly do, but it does not.
        let clean = Quality {
            little_smell: 0.9,
            crust_mm: 0.0,
            ..PLAIN
        };
        let (first, hardly) = (base(3, &PLAIN, true), base(1, &clean, true));
        assert!(first > hardly + 0.3);
        assert!(score(first, &PLAIN, smell) < score(hardly, &clean, smell));
        assert!(!met(&PLAIN, smell) && met(&clean, smell));
        assert_eq!(score(first, &PLAIN, Wishes::default()), first);
    }

    #[test]
    fn quick_means_a_quarter_of_an_hour_with_heating_up() {
        let quick = Wishes {
            quick: true,
            ..Wishes::default()
        };
        let at = |to_plate_s| Quality {
            to_plate_s,
            ..PLAIN
        };
        assert!(met(&at(890.0), quick) && !met(&at(910.0), quick));
    }
}
