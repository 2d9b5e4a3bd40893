//! What it is cooked in, and the oil it is fried in.

use super::asked::{LiquidAsked, PrepAsked};
use super::doing::Part;
use super::made::Made;
use super::mixture::{Scaled, amount};
use super::pantry::Thing;
use super::rows::{Keyed, Mixture};
use super::salt::{brine_mean, diffusivity_m2_s, in_flesh};
use super::side::{Companion, companion};
use crate::fish::{Piece, shopping};
use crate::kit::{Listed, Pan};
use crate::methods::{Method, Value};
use crate::plan::Plan;
use crate::quantity::checked;
use crate::run::Hot;
use crate::{InputError, Wrong};

/// How many pans of 25 cm the pan that is used counts as.
pub fn pans_25cm(plan: &Plan, asked: &PrepAsked) -> f64 {
    const OWN_MM2: f64 = 0.25e6 * 0.25 * std::f64::consts::PI * 0.25;
    let pan = plan.chosen.things().find(|(shelf, _)| *shelf == Pan::SHELF);
    let floor = pan.and_then(|(shelf, key)| asked.plan.kitchen.kit.floor(shelf, key));
    floor.map_or(1.0, |floor| floor.area_mm2() / OWN_MM2)
}

/// What it is cooked in: how much for this pot and this fish.
pub fn liquor(
    asked: &LiquidAsked,
    piece: &Piece,
    plan: &Plan,
    all: &PrepAsked,
    made: &mut Made,
) -> Result<Companion, InputError> {
    /// Liquid over the thickest of it where it is covered, mm.
    const OVER_MM: f64 = 20.0;
    let row = Mixture::find(&asked.kind)?;
    if row.part != Part::Liquid {
        let known = Mixture::all().iter().filter(|row| row.part == Part::Liquid);
        return Err(InputError::unknown(
            "kind",
            &asked.kind,
            known.map(|row| &row.key),
        ));
    }
    let pot_l = asked
        .pot_l
        .map(|l| checked("pot_l", l, (0.5, 100.0), "l"))
        .transpose()?;
    if let Some(g) = asked.bones_g {
        checked("bones_g", g, (50.0, 50_000.0), "g")?;
    }
    if row.key == "stock" {
        let bones_g = match asked.bones_g {
            Some(g) => g,
            None => left_over_g(piece)?,
        };
        if bones_g < 50.0 {
            made.note(
                "no_stock",
                "This fish leaves no bones to make stock of. Ask the fishmonger for some.",
            );
        }
        return companion(row, 1e-3 * bones_g.max(500.0), "kg of bones");
    }
    let n = f64::from(plan.a_batch);
    let half = plan
        .chosen
        .iter()
        .any(|choice| choice.spec.key == "depth" && choice.value == Value::Word("half".to_owned()));
    let thick_mm = piece.thickness.value();
    let depth_mm = if half {
        0.5 * thick_mm
    } else {
        thick_mm + OVER_MM
    };
    let vessel = || {
        let mut things = plan.chosen.things();
        things
            .find_map(|(shelf, key)| all.plan.kitchen.kit.floor(shelf, key))
            .map(|floor| floor.area_mm2())
    };
    // A pot is about as wide as it is high.
    let of_pot =
        |l: f64| std::f64::consts::FRAC_PI_4 * (4e6 * l / std::f64::consts::PI).powf(2.0 / 3.0);
    let floor_mm2 = pot_l.map(of_pot).or_else(vessel).unwrap_or(of_pot(4.0));
    let fish_ml = n * piece.mass.value() / 1.05;
    let under = if half { 0.5 } else { 1.0 };
    let litres = (1e-6 * floor_mm2 * depth_mm - 1e-3 * under * fish_ml).max(0.1);
    if let Some(pot_l) = pot_l
        && litres + 1e-3 * fish_ml > 0.8 * pot_l
    {
        let message =
            "that pot runs over with this fish in it: take one twice as large, or fewer pieces";
        return Err(InputError::new("pot_l", Wrong::Order { message }));
    }
    if let Some(most) = row.uses.filter(|most| asked.used >= *most) {
        made.warn(
            "liquid_used",
            format!(
                "{}: used {} times, which is the most. Make it fresh.",
                row.name, most
            ),
        );
    }
    let mut made_of = companion(row, litres, "l")?;
    let depth = if half { "halfway up" } else { "covering it" };
    for one in &mut made_of.amounts {
        one.how = format!(
            "{litres:.2} l {depth}: {:.0} cm2 x {depth_mm:.0} mm, less the fish; {}",
            1e-2 * floor_mm2,
            one.how
        );
    }
    // What gets in while it cooks: a bath of that strength, warm.
    const WARM_C: f64 = 45.0;
    let salt_share = made_of.salt_g / made_of.amounts.iter().map(|one| one.g).sum::<f64>();
    let d = diffusivity_m2_s(piece.composition.fat_share, WARM_C)[1];
    let in_share = brine_mean(piece.thickness.metres(), d, plan.off_heat_s);
    let salt_g = in_flesh(salt_share, piece.composition.water_share)
        * in_share
        * f64::from(piece.pieces)
        * piece.mass.value();
    made.salt.push((Part::Liquid, row.name.clone(), salt_g));
    Ok(made_of)
}

/// Bones, heads and trim of this fish as it was bought, g.
fn left_over_g(piece: &Piece) -> Result<f64, InputError> {
    let Some(species) = &piece.species else {
        return Ok(0.0);
    };
    let each_g = piece.mass.value().clamp(20.0, 1000.0);
    let list = shopping(species, piece.pieces, each_g)?;
    let widest = list.forms.first().map_or([0.0; 2], |form| form.stock_g);
    Ok(0.5 * (widest[0] + widest[1]))
}

/// It is fried in oil.
pub fn fries(plan: &Plan) -> bool {
    plan.heating.iter().any(|heating| heating.what == Hot::Oil)
}

/// Oil to fry in: as much as the way has.
pub fn frying_oil(plan: &Plan, method: &Method, made: &mut Made) -> Result<(), InputError> {
    let litres = plan
        .chosen
        .iter()
        .find_map(|choice| match (&choice.value, choice.spec.key) {
            (Value::Number(l), "oil_l") => Some(*l),
            _ => None,
        });
    let Some(litres) = litres else { return Ok(()) };
    let thing = Thing::find("frying_oil")?;
    let scale = Scaled {
        part: Part::Fat,
        of: "frying_oil".to_owned(),
        times: litres,
        how: format!("{litres:.1} l in the fryer of this card, under half full"),
        source: "common practice, no source: 1.9 l in a pot of 4 to 4.7 l".to_owned(),
    };
    made.amounts
        .push(amount(thing, None, 1e3 * litres * thing.g_ml, &scale));
    if fries(plan) {
        let floured = method.accepts.contains(&("coating", "flour"));
        let uses = if floured {
            "three or four"
        } else {
            "six to eight"
        };
        made.note(
            "oil_uses",
            format!("Strain the oil when it has cooled. Good for {uses} times; throw it away when it foams, smells or smokes early."),
        );
    }
    Ok(())
}
