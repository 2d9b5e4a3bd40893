//! Coats: how much sticks to the pieces in hand, how thick that is, how much is made.
//!
//! A recipe is made for portions of 170 g, 25 mm thick and 60 wide (about 21 cm by 10 laid flat); for other pieces it grows
//! with their surface. What is made is several times what sticks: the rest is in the bowl, deep enough to dip in.

use super::answer::{Amount, CoatOn, Gas};
use super::asked::{CoatAsked, OwnItem};
use super::doing::Part;
use super::gas;
use super::mixture::{Scaled, amount, scaled};
use super::pantry::Thing;
use super::rows::{Coat, Item, Keyed};
use super::surface::{surface_m2, top_m2};
use crate::fish::Piece;
use crate::methods::{Method, Value};
use crate::quantity::checked;
use crate::{InputError, Within, Wrong};

/// A portion that recipes are made for: g, m2 all round, m2 on top of one of 225 g, 25 mm thick.
const OWN_G: f64 = 170.0;
const OWN_M2: f64 = 0.02145;
const OWN_TOP_G: f64 = 225.0;
const OWN_TOP_M2: f64 = 0.0086;
/// Batter, and other coats as they lie on the fish, kg/m3.
const BATTER_KG_M3: f64 = 1050.0;
const PASTE_KG_M3: f64 = 1050.0;
/// Flour that has taken up water: so much of it is dry, and its density.
const DRY_SHARE: f64 = 0.55;
const FLOURED_KG_M3: f64 = 1200.0;

/// Batter that stays on the fish by its liquid over dry, kg/m2: 2.2 where both are alike, 0.8 where there is 1.86 times as
/// much liquid, straight between (judgement over the range of practice, 0.8 to 2.2).
pub fn batter_holds_kg_m2(wet_over_dry: f64) -> f64 {
    const THICK: (f64, f64) = (1.0, 2.2);
    const THIN: (f64, f64) = (1.86, 0.8);
    let slope = (THIN.1 - THICK.1) / (THIN.0 - THICK.0);
    (THICK.1 + slope * (wet_over_dry - THICK.0)).clamp(0.4, 2.6)
}

/// A batter runs off when there is more liquid than this over dry, and does not run below the other.
const RUNS_OFF: f64 = 2.2;
const STIFF: f64 = 0.7;

/// A coat read for a piece.
pub struct Put {
    pub row: &'static Coat,
    pub on: CoatOn,
    pub amounts: Vec<Amount>,
    pub gas: Option<Gas>,
    /// Salt in what is on the fish, g.
    pub salt_g: f64,
    /// Settings that follow for the way.
    pub settings: Vec<(String, Value)>,
    pub own: bool,
}

/// One's own amounts in place of the row's.
fn own_items(own: &[OwnItem]) -> Result<Vec<Item>, InputError> {
    checked("own", own.len() as f64, (0.0, 30.0), "things")?;
    let items = own.iter().enumerate().map(|(i, item)| {
        let at = |error: InputError| error.at("own", i);
        if item.what.trim().is_empty() {
            return Err(at(InputError::missing("what")));
        }
        let Some(g) = item.g.filter(|g| *g > 0.0) else {
            return Err(at(InputError::missing("g")));
        };
        checked("g", g, (0.0, 100_000.0), "g").map_err(at)?;
        let known = Thing::all().iter().find(|thing| {
            let said = item.what.trim().to_lowercase();
            thing.key == said || thing.name == said
        });
        let like = known.map_or(if item.liquid { "water" } else { "flour" }, |thing| {
            thing.key.as_str()
        });
        Ok(Item {
            of: like.to_owned(),
            name: Some(item.what.trim().to_owned()),
            g: Some(g),
            ml: None,
            count: None,
            dry: !item.liquid,
            wet: item.liquid,
        })
    });
    items.collect()
}

/// Liquid over dry of what is marked so; none where nothing is.
fn wet_over_dry(items: &[Item]) -> Result<Option<f64>, InputError> {
    let sum = |of: fn(&Item) -> bool| -> Result<f64, InputError> {
        items.iter().filter(|item| of(item)).map(Item::grams).sum()
    };
    let (wet, dry) = (sum(|item| item.wet)?, sum(|item| item.dry)?);
    Ok((dry > 0.0 && wet > 0.0).then(|| wet / dry))
}

/// Reads a coat for these pieces under this way.
///
/// # Errors
/// A coat that the way does not take, one's own without liquid, dry or amounts, a layer or a wait out of range.
pub fn put(
    asked: &CoatAsked,
    piece: &Piece,
    method: &Method,
    room_c: f64,
) -> Result<Put, InputError> {
    let row = Coat::find(&asked.kind)?;
    checked("stands_min", asked.stands_min, (0.0, 2880.0), "min")?;
    if !row.kinds.iter().any(|kind| kind == method.kind) {
        let ways = row.kinds.iter().filter_map(|kind| Method::find(kind).ok());
        return Err(InputError::new(
            "kind",
            Wrong::DoesNotGo {
                what: row.name.clone(),
                with: method.name.to_lowercase(),
                goes_with: ways.map(|method| method.name.to_lowercase()).collect(),
            },
        ));
    }
    let n = f64::from(piece.pieces);
    let (area_m2, own_m2) = if row.top {
        let mean_g = 0.5 * (row.for_g[0] + row.for_g[1]);
        (n * top_m2(piece), mean_g / OWN_TOP_G * OWN_TOP_M2)
    } else {
        let mean_g = 0.5 * (row.for_g[0] + row.for_g[1]);
        (n * surface_m2(piece), mean_g / OWN_G * OWN_M2)
    };
    let own = !asked.own.is_empty();
    let items = if own {
        own_items(&asked.own)?
    } else {
        row.items.clone()
    };
    let ratio = wet_over_dry(&items)?;
    let batter = row.holds_kg_m2.is_none() && row.by_layer.is_none() && !row.top;
    if own && batter {
        let message = match (
            items.iter().any(|item| item.wet),
            items.iter().any(|item| item.dry),
        ) {
            (false, _) => Some("a batter needs a liquid: mark one, or add water"),
            (_, false) => Some("a batter needs something dry: add flour or starch"),
            _ => None,
        };
        if let Some(message) = message {
            return Err(InputError::new("own", Wrong::Order { message }));
        }
    }
    if let Some(layer) = &row.by_layer {
        return packed(asked, row, layer, piece, &items);
    }
    let kg_m2 = match (row.holds_kg_m2, ratio) {
        (Some([low, high]), _) => 0.5 * (low + high),
        (None, Some(ratio)) => batter_holds_kg_m2(ratio),
        // All of a paste goes on.
        (None, None) => 1e-3 * items.iter().map(Item::grams).sum::<Result<f64, _>>()? / own_m2,
    };
    let on_fish_g = 1e3 * kg_m2 * area_m2;
    let recipe_g: f64 = items.iter().map(Item::grams).sum::<Result<f64, _>>()?;
    // One's own is for this fish as it is; and never less than sticks to it.
    let by_area = if own { 1.0 } else { area_m2 / own_m2 };
    let times = by_area.max(if own { 0.0 } else { on_fish_g / recipe_g });
    let how = if own {
        "as you wrote it".to_owned()
    } else {
        format!(
            "recipe for {:.0} cm2 of fish x {times:.2}: these pieces have {:.0} cm2",
            1e4 * own_m2,
            1e4 * area_m2
        )
    };
    let scale = Scaled {
        part: Part::Coat,
        of: row.key.clone(),
        times,
        how,
        source: if own {
            "your own".to_owned()
        } else {
            row.source.clone()
        },
    };
    let mut amounts = scaled(&items, &scale)?;
    if let Some(dust) = row.dust.as_ref().filter(|_| !own) {
        let thing = Thing::find(&dust.of)?;
        let (g, how) = match (dust.kg_m2, dust.g) {
            (Some(kg_m2), _) => {
                // Three times what sticks lies in the tray.
                let g = 3e3 * kg_m2 * area_m2;
                (
                    g,
                    format!(
                        "{:.0} cm2 x {kg_m2} kg/m2, three times over for the tray",
                        1e4 * area_m2
                    ),
                )
            }
            (None, g) => (g.unwrap_or(0.0) * times, format!("to dredge, x {times:.2}")),
        };
        amounts.push(amount(
            thing,
            None,
            g,
            &Scaled {
                how,
                ..scale.clone()
            },
        ));
    }
    let made_g = recipe_g * times;
    let salt_all: f64 = items
        .iter()
        .map(|item| Ok(item.grams()? * item.thing()?.salt_share))
        .sum::<Result<f64, InputError>>()?;
    let salt_g = salt_all * times * (on_fish_g / made_g).min(1.0);
    let mm = 1e3 * kg_m2
        / if batter {
            BATTER_KG_M3
        } else if row.top || row.key == "mayonnaise" {
            PASTE_KG_M3
        } else {
            DRY_SHARE * FLOURED_KG_M3
        };
    let gas = gassed(row, asked, &items, times, room_c)?;
    Ok(Put {
        row,
        on: CoatOn {
            kind: row.key.clone(),
            name: row.name.clone(),
            why: row.why.clone(),
            area_m2,
            kg_m2,
            mm,
            made_g,
            on_fish_g,
            wet_over_dry: ratio,
        },
        amounts,
        gas,
        salt_g,
        settings: settings(row, method, mm),
        own,
    })
}

/// What the way is set to: what the coat is, and how thick, within what the way takes.
fn settings(row: &Coat, method: &Method, mm: f64) -> Vec<(String, Value)> {
    let word = |(key, value): (&String, &String)| (key.clone(), Value::Word(value.clone()));
    // A film that a grate has no setting for changes nothing there.
    let has = |(key, _): &(&String, &String)| takes(method, key);
    let mut set: Vec<(String, Value)> = row.sets.iter().filter(has).map(word).collect();
    let thick = method.settings.iter().find(|spec| spec.key == "coating_mm");
    if let Some(crate::methods::Takes::Number { min, max, .. }) = thick.map(|spec| spec.takes) {
        set.push(("coating_mm".to_owned(), Value::Number(mm.clamp(min, max))));
    }
    set
}

/// The way has such a setting, or says that it is so.
fn takes(method: &Method, key: &str) -> bool {
    let spec = method.settings.iter().any(|spec| spec.key == key);
    spec || method.accepts.iter().any(|(name, _)| *name == key)
}

/// A crust packed round a fish: a bed as wide as the fish, a thinner layer over the rest.
fn packed(
    asked: &CoatAsked,
    row: &'static Coat,
    layer: &super::rows::ByLayer,
    piece: &Piece,
    items: &[Item],
) -> Result<Put, InputError> {
    /// Under it, mm, when nothing is said: half an inch.
    const UNDER_MM: f64 = 13.0;
    let under_mm = checked(
        "layer_mm",
        asked.layer_mm.unwrap_or(UNDER_MM),
        (5.0, 25.0),
        "mm",
    )?;
    let n = f64::from(piece.pieces);
    let (all_m2, bed_m2) = (n * surface_m2(piece), n * top_m2(piece));
    let over_mm = layer.over_share * under_mm;
    let volume_m3 = 1e-3 * (bed_m2 * under_mm + (all_m2 - bed_m2).max(0.0) * over_mm);
    let crust_g = 1e3 * layer.kg_m3 * volume_m3;
    let recipe_g: f64 = items.iter().map(Item::grams).sum::<Result<f64, _>>()?;
    let times = crust_g / recipe_g;
    let scale = Scaled {
        part: Part::Coat,
        of: row.key.clone(),
        times,
        how: format!(
            "{under_mm:.0} mm under and {over_mm:.0} mm over {:.0} cm2 of fish, at {:.0} kg/m3",
            1e4 * all_m2,
            layer.kg_m3
        ),
        source: row.source.clone(),
    };
    Ok(Put {
        row,
        on: CoatOn {
            kind: row.key.clone(),
            name: row.name.clone(),
            why: row.why.clone(),
            area_m2: all_m2,
            kg_m2: 1e-3 * crust_g / all_m2,
            mm: under_mm,
            made_g: crust_g,
            on_fish_g: crust_g,
            wet_over_dry: None,
        },
        amounts: scaled(items, &scale)?,
        gas: None,
        // The crust is cracked off: what of it gets in is as with hardly any salt.
        salt_g: 0.0,
        settings: vec![("coating_mm".to_owned(), Value::Number(under_mm))],
        own: false,
    })
}

fn gassed(
    row: &Coat,
    asked: &CoatAsked,
    items: &[Item],
    times: f64,
    room_c: f64,
) -> Result<Option<Gas>, InputError> {
    let of = |key: &str| -> Result<f64, InputError> {
        let these = items.iter().filter(|item| item.of == key);
        Ok(times * these.map(Item::grams).sum::<Result<f64, _>>()?)
    };
    let (soda, acid) = (of("bicarbonate")?, of("citric_acid")?);
    let made = gas::leavened(soda, acid, room_c);
    let beer_ml = of("beer")? / Thing::find("beer")?.g_ml;
    let beer = row
        .gas_volumes
        .map_or(0.0, |volumes| gas::of_beer_ml(beer_ml, volumes, room_c));
    let charger = row.charge_g.map_or(0.0, |g| gas::of_charger_ml(g, room_c));
    let made_ml = made.co2_ml + beer + charger;
    if made_ml <= 0.0 && soda <= 0.0 {
        return Ok(None);
    }
    let water_g = of("iced_water")? + of("water")? + 0.93 * of("beer")? + 0.88 * of("milk")?;
    let dissolves_ml = gas::dissolved_ml(water_g, if row.cold { 5.0 } else { room_c });
    let stands = asked.stands_min.max(row.rest_min);
    // A closed siphon keeps it.
    let kept = if row.charge_g.is_some() {
        1.0
    } else {
        gas::left_after(stands)
    };
    Ok(Some(Gas {
        made_ml,
        dissolves_ml,
        left_ml: kept * made_ml,
        soda_left_g: made.soda_left_g,
        acid_left_g: made.acid_left_g,
        half_gone_min: gas::HALF_GONE_MIN,
    }))
}

/// What a batter of one's own is like: words where it will not do well.
pub fn says(put: &Put) -> Option<&'static str> {
    let ratio = put.on.wet_over_dry?;
    if ratio > RUNS_OFF {
        Some("So much liquid that the batter runs off: a third more flour.")
    } else if ratio < STIFF {
        Some("So little liquid that it is a dough: add some until a spoon's track closes.")
    } else {
        None
    }
}
