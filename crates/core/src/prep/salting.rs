//! Salting: how much, how long, how far it goes, what it tastes like.

use super::answer::{SaltAfter, SaltDepth, Salted};
use super::asked::SaltAsked;
use super::chain::Chain;
use super::doing::Part;
use super::made::Made;
use super::mixture::{Scaled, amount};
use super::pantry::Thing;
use super::rows::School;
use super::salt::{
    SATURATED, brine_at, brine_end, brine_mean, diffusivity_m2_s, dry_share, in_flesh, reach_mm,
};
use super::{budget, clean};
use crate::InputError;
use crate::fish::Piece;
use crate::quantity::checked;
use crate::run::{Costs, What};

/// A fridge, C, and a kitchen that flesh is salted in.
const FRIDGE_C: f64 = 4.0;
const KITCHEN_C: f64 = 12.0;
/// Most salt, share of the fish, and longest, min.
const SHARE: (f64, f64) = (0.0, 0.2);
pub(super) const MINUTES: (f64, f64) = (0.0, 4320.0);

/// Salts it: strewn or in brine; how far it has gone when it is cooked.
pub fn salting(
    asked: &SaltAsked,
    school: &School,
    piece: &Piece,
    fish_g: f64,
    chain: &mut Chain,
    made: &mut Made,
) -> Result<Salted, InputError> {
    let minutes = checked(
        "minutes",
        asked.minutes.unwrap_or(school.minutes),
        MINUTES,
        "min",
    )?;
    let share = checked("share", asked.share.unwrap_or(school.share), SHARE, "")?;
    let water_g = if school.brine {
        let usual_l = (2e-3 * fish_g).max(0.5);
        Some(
            1e3 * checked(
                "brine_l",
                asked.brine_l.unwrap_or(usual_l),
                (0.1, 100.0),
                "l",
            )?,
        )
    } else {
        None
    };
    let of_g = water_g.map_or(fish_g, |water_g| water_g / (1.0 - share));
    let strewn_g = match asked.g {
        Some(g) => checked("g", g, (0.0, SHARE.1 * of_g), "g for so much")?,
        None => share * of_g,
    };
    let share = strewn_g / of_g;
    let composition = &piece.composition;
    let water_share = composition.water_share;
    let cold_c = if school.fridge { FRIDGE_C } else { KITCHEN_C };
    let d = diffusivity_m2_s(composition.fat_share, cold_c);
    let (l, t_s) = (piece.thickness.metres(), 60.0 * minutes);
    // What a bath or wet salt comes to in the end, share of the flesh.
    let end = match water_g {
        Some(water_g) => brine_end(fish_g, water_share, water_g + strewn_g, share)[1],
        None => in_flesh(SATURATED, water_share),
    };
    let soaks = school.brine || school.rinsed;
    let flesh_share = if school.brine {
        d.map(|d| end * brine_mean(l, d, t_s))
    } else if school.rinsed {
        // Saturation is an upper bound: the brine that forms is soon weaker; kitchens find about half to all of it.
        let upper = d.map(|d| (end * brine_mean(l, d, t_s)).min(share));
        [0.5 * upper[0], 0.75 * upper[1], upper[2]]
    } else {
        [school.stays * share; 3]
    };
    let at = |minutes: f64| {
        let t_s = 60.0 * minutes;
        let one = |d: f64, depth_m: f64| {
            if soaks {
                end * brine_at(l, d, t_s, depth_m)
            } else {
                dry_share(school.stays * share, l, d, t_s, depth_m)
                    .min(in_flesh(SATURATED, water_share))
            }
        };
        const POINTS: usize = 12;
        let depths = (0..=POINTS).map(|i| {
            let depth_m = 0.5 * l * i as f64 / POINTS as f64;
            SaltDepth {
                depth_mm: 1e3 * depth_m,
                low: one(d[0], depth_m),
                usual: one(d[1], depth_m),
                high: one(d[2], depth_m),
            }
        });
        SaltAfter {
            minutes,
            reach_mm: d.map(|d| reach_mm(d, t_s).min(0.5e3 * l)),
            depths: depths.collect(),
        }
    };
    salt_acts(school, piece, minutes, chain);
    let scale = Scaled {
        part: Part::Salt,
        of: school.key.clone(),
        times: 1.0,
        how: match water_g {
            Some(water_g) => format!(
                "{:.1} % of {:.0} g of brine",
                100.0 * share,
                water_g + strewn_g
            ),
            None => format!("{:.1} % of {fish_g:.0} g of fish", 100.0 * share),
        },
        source: "common practice, no source".to_owned(),
    };
    if strewn_g > 0.0 {
        made.amounts.push(amount(
            Thing::find(asked.kind.thing())?,
            None,
            strewn_g,
            &scale,
        ));
    }
    if let Some(water_g) = water_g {
        made.amounts
            .push(amount(Thing::find("water")?, None, water_g, &scale));
    }
    made.salt
        .push((Part::Salt, school.name.clone(), flesh_share[1] * fish_g));
    timed(school, minutes, made);
    if share > 0.0 {
        made.note(
            "salt_firms",
            "Salt firms flesh; by how much no source says, so no time here changes for it.",
        );
    }
    Ok(Salted {
        school: school.key.clone(),
        name: school.name.clone(),
        why: school.why.clone(),
        strewn_g,
        minutes,
        water_g,
        flesh_share,
        tastes: budget::tastes(flesh_share[1]),
        end_share: soaks.then_some(end),
        after: [minutes, 12.0, 60.0, 2880.0]
            .into_iter()
            .filter(|m| *m > 0.0)
            .map(at)
            .collect(),
    })
}

/// Too short or too long.
fn timed(school: &School, minutes: f64, made: &mut Made) {
    if minutes > school.most_min {
        let message = if school.rub {
            "So long under a salted rub it cures: firm, dark and salty.".to_owned()
        } else if school.brine || school.key == "dry_cure" {
            "Longer than two days: too salty, and no longer fresh.".to_owned()
        } else {
            format!("{}: longer than that it cures.", school.name)
        };
        made.warn("cures", message);
    } else if minutes < school.least_min {
        made.warn(
            "salted_short",
            "Too short to do more than salting at the pan.",
        );
    }
}

fn salt_acts(school: &School, piece: &Piece, minutes: f64, chain: &mut Chain) {
    if school.later {
        return;
    }
    let n = clean::by_hand(piece);
    let hands_s = 5.0 + 6.0 * n;
    chain
        .push(
            What::Salt,
            school.words.as_str(),
            hands_s,
            hands_s.max(60.0 * minutes),
        )
        .why(&school.why)
        .waits(60.0 * (school.most_min - minutes).max(0.0), Costs::Overdone);
    if let Some(after) = school.after.as_deref().filter(|_| minutes > 0.0) {
        let what = if school.rub { What::Salt } else { What::Dry };
        chain.push(what, after, 10.0 + 12.0 * n, 0.0);
    }
}
